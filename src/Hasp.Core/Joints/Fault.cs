namespace Hasp.Core.Joints;

/// <summary>What is wrong with one field, in words for the person who filled it.</summary>
/// <param name="Id">Stable name of what is wrong, whatever the words: <c>length-short</c>.</param>
/// <param name="Path">The field, e.g. <c>layers[0].thickness</c>.</param>
/// <param name="Was">What stood there; null where nothing did.</param>
/// <param name="Problem">What is wrong, and what is allowed.</param>
public sealed record Fault(string Id, string Path, string? Was, string Problem)
{
    /// <summary>Entries that would each put it right; empty where there is no telling.</summary>
    public IReadOnlyList<Mend> Mends { get; init; } = [];

    /// <summary>A fault of one field that whoever read it names.</summary>
    internal static Fault At(string id, string problem) => new(id, "", null, problem);

    /// <summary>True where the drawing shows what is wrong: lengths that do not fit together.</summary>
    public bool OnDrawing => Mends.Count > 0;
}

/// <summary>One entry that puts a fault right.</summary>
/// <param name="Words">In words, as on a button.</param>
/// <param name="Path">The field to write.</param>
/// <param name="Text">What to write; empty to have it chosen.</param>
public sealed record Mend(string Words, string Path, string Text);
