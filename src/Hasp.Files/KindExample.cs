using System.Text.Json.Nodes;
using Hasp.Core.Joints;
using Hasp.Core.Kinds;

namespace Hasp.Files;

/// <summary>A joint of a kind to begin with.</summary>
public static class KindExample
{
    private static readonly string[] Heads = ["format", "version", "name", "kind"];

    /// <summary>The example of a kind as a document, every value of it marked as chosen.</summary>
    /// <exception cref="ArgumentException">The kind has no example.</exception>
    public static JsonObject Of(Kind kind)
    {
        if (kind.Example.Length == 0) throw new ArgumentException($"{kind.Name} has no example", nameof(kind));
        var document = (JsonObject)JsonNode.Parse(kind.Example)!;
        document["chosen"] = new JsonArray([.. Leaves(document, "")
            .Where(p => !Heads.Contains(p) && !p.EndsWith("].name", StringComparison.Ordinal) && Fields.At(p) is not null)
            .Select(p => (JsonNode)p)]);
        return document;
    }

    private static IEnumerable<string> Leaves(JsonNode? node, string path) => node switch
    {
        JsonObject o => o.SelectMany(p => Leaves(p.Value, path.Length == 0 ? p.Key : $"{path}.{p.Key}")),
        JsonArray a => a.SelectMany((e, i) => Leaves(e, $"{path}[{i}]")),
        _ => [path],
    };
}
