using System.Globalization;
using Hasp.Core.Joints;

namespace Hasp.Core.Documents;

/// <summary>
/// What tells a row of a list from the others, wherever it stands: an index shifts when another row goes. Rows of which a document
/// states none
/// are numbered from 1 as they stand.
/// </summary>
/// <param name="Number">From 1; 0 for no row.</param>
public readonly record struct RowId(int Number)
{
    /// <summary>The key under which a document states it.</summary>
    public const string Key = "id";

    /// <summary>True for what belongs to no row.</summary>
    public bool IsNone => Number == 0;

    /// <summary>What a row that states none is called by where it stands.</summary>
    public static RowId At(int index) => new(index + 1);

    /// <summary>What a row is called that stands for a line of a file: beyond any number that a place could give.</summary>
    public static RowId OfLine(int line) => new(1_000_000 + line);

    // Beyond places and lines.
    private const uint First = 100_000_000;

    /// <summary>
    /// The name of a new row, the same whenever the same act is sent again: an answer that was lost adds no second row.
    /// </summary>
    /// <param name="of">The act: who adds it, and to what state.</param>
    /// <param name="taken">The rows that are there.</param>
    public static RowId New(string of, IEnumerable<Row> taken)
    {
        var known = taken.Select(r => r.Id).ToHashSet();
        var hash = of.Aggregate(2166136261u, (h, c) => unchecked((h ^ c) * 16777619u));
        for (var i = 0u; ; i++)
        {
            var id = new RowId((int)(First + (unchecked(hash + i) % (int.MaxValue - First))));
            if (!known.Contains(id)) return id;
        }
    }
}

/// <summary>A field of a document, in one row of its list where it belongs to one.</summary>
/// <param name="Field">The field.</param>
/// <param name="Row">Its row; none for a field of no list.</param>
public readonly record struct Place(Field Field, RowId Row = default);

/// <summary>What stands in a document at one place.</summary>
/// <param name="Raw">As it was typed.</param>
/// <param name="Value">As it was read; null where it could not be.</param>
/// <param name="Fault">Why it could not be read, its path still empty; null where it could.</param>
public sealed record Entry(Raw Raw, object? Value, Fault? Fault)
{
    /// <summary>What was typed, read once.</summary>
    public static Entry Of(Field field, in Raw raw)
    {
        var (value, fault) = field.Parse(raw);
        return new(raw, fault is null ? value : null, fault);
    }

    /// <summary>As it was typed.</summary>
    public string Text => Raw.Text ?? Raw.Number?.ToString("R", CultureInfo.InvariantCulture) ?? Raw.Other ?? "";

    /// <summary>As a fault quotes it.</summary>
    internal string Quoted => Quote(Text);

    /// <summary>What stood somewhere, as a fault quotes it: not at any length.</summary>
    public static string Quote(string text) => text.Length > MostQuoted ? string.Concat(text.AsSpan(0, MostQuoted), "…") : text;

    private const int MostQuoted = 80;
}
