using System.Text.Json.Nodes;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Files.Shop;

/// <summary>One entry of the log for a table.</summary>
public sealed record RecordLine(
    long Number, string Joint, string Kind, int Bolt, JsonObject Document, DateTime At, DateTime Made, string Account, string Role,
    string Device, long? CorrectedBy, string Hash, int? Revision, string Signer)
{
    /// <summary>Why it does not count; empty where it does.</summary>
    public string WhyNot { get; init; } = "";
}

/// <summary>
/// The record of joints as a table: a line an entry, corrected ones with the number of what took their place. Quantities are numbers, of
/// one unit a column,
/// which its heading names; moments are dates.
/// </summary>
public static class RecordTable
{
    private static readonly string[] Keys =
        ["pass", "order", "result", "reason", "lot", "wrench", "tool", "method", "setTo", "torque", "angle", "tension", "stretch",
            "required",
            "pressure", "medium", "minutes", "step", "despite", "corrects", "note"];

    // What a key measures, as the entries' own fields say it; a key means the same in each of them.
    private static readonly Dictionary<string, Unit> Measured = EntryKind.All.SelectMany(k => k.Fields)
        .Where(f => f.Kind == FieldKind.Quantity && Keys.Contains(f.Key)).DistinctBy(f => f.Key)
        .ToDictionary(f => f.Key, f => Units.Shown(f.Dimension, UnitSystem.Si));

    // What a pass may ask for, and its columns: one unit each.
    private static readonly (string Name, Unit Unit)[] Asked = [.. new[] { ("torque", Dimension.Torque), ("angle", Dimension.Angle),
        ("tension", Dimension.Force), ("stretch", Dimension.Length) }.Select(a => (a.Item1, Units.Shown(a.Item2, UnitSystem.Si)))];

    private static readonly Field[] AskedFields = [EntryKind.AskedThen, EntryKind.AskedFrom, EntryKind.AskedTo];

    /// <summary>The table.</summary>
    public static TableFile Of(IEnumerable<RecordLine> lines) => new(
        "Record", ["entry", "joint", "joint revision", "kind", "bolt", .. Keys.Select(Head),
            .. Asked.SelectMany(a => new[] { "asked", "from", "to" }.Select(w => $"{a.Name} {w} ({a.Unit.Symbol})")),
            "verification", "tester", "temperature then (°C)", "wrench calibrated until", "does not count",
            "made (UTC)", "kept (UTC)", "account", "role", "device", "corrected by", "hash", "signed by"],
        [.. lines.Select(l => (IReadOnlyList<object?>)
        [
            l.Number, l.Joint, l.Revision, l.Kind, l.Bolt == 0 ? null : l.Bolt, .. Keys.Select(k => Cell(k, l.Document[k]?.ToString())),
            .. Asked.SelectMany(a => AskedFields.Select(f => In(l.Document[f.Path]?.ToString(), a.Unit))),
            In(l.Document[EntryKind.TestThen.Path]), l.Document[EntryKind.TesterThen.Path]?.ToString(),
            In(l.Document[EntryKind.TemperatureThen.Path]?.ToString(), Celsius), l.Document[EntryKind.CalibratedThen.Path]?.ToString(),
                l.WhyNot,
            l.Made, l.At, l.Account, l.Role, l.Device, l.CorrectedBy, l.Hash, l.Signer.Length > 0 ? l.Signer : "unsigned",
        ])]);

    private static readonly Unit Celsius = Units.Shown(Dimension.Temperature, UnitSystem.Si);

    /// <summary>A number of a unit; null where the text is of another dimension, or there is none.</summary>
    private static object? In(string? text, Unit unit) => text is not null && QuantityText.Parse(text, unit.Dimension) is { Ok: true } read
        ? Math.Round(unit.FromHeld(read.Held), 6) : null;

    private static object? In(JsonNode? number) =>
        long.TryParse(number?.ToString(), System.Globalization.CultureInfo.InvariantCulture, out var whole) ? whole : null;

    private static string Head(string key) => Measured.TryGetValue(key, out var unit)
        ? $"{(key == "setTo" ? "set to" : key)} ({unit.Symbol})" : key;

    private static object? Cell(string key, string? text)
    {
        if (text is null || !Measured.TryGetValue(key, out var unit)) return text;
        var read = QuantityText.Parse(text, unit.Dimension);
        return read.Ok ? Math.Round(unit.FromHeld(read.Held), 9) : text;
    }
}
