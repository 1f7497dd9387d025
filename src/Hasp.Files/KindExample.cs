using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Core.Kinds;

namespace Hasp.Files;

/// <summary>A joint of a kind to begin with.</summary>
public static class KindExample
{
    private static readonly Field[] Heads = [Fields.Name, Fields.Kind, Fields.LayerName, Fields.CaseName];

    /// <summary>The example of a kind, every value of it marked as chosen.</summary>
    /// <exception cref="ArgumentException">The kind has no example.</exception>
    public static Draft Of(Kind kind)
    {
        if (kind.Example.Length == 0) throw new ArgumentException($"{kind.Name} has no example", nameof(kind));
        var draft = JointDocument.Stored(kind.Example);
        return draft.Choosing(draft.Places().Where(p => !Heads.Contains(p.Field)));
    }
}
