using System.Globalization;
using System.Text.Json.Nodes;

namespace Hasp.Files.Shop;

/// <summary>One entry of the log for a table.</summary>
public sealed record RecordLine(
    long Number, string Joint, string Kind, int Bolt, JsonObject Document, DateTime At, DateTime Made, string Account, string Role,
    string Device, long? CorrectedBy, string Hash, int? Revision, string Signer);

/// <summary>The record of joints as a table: a line an entry, corrected ones with the number of what took their place.</summary>
public static class RecordTable
{
    private static readonly string[] Keys =
        ["pass", "order", "result", "reason", "lot", "wrench", "tool", "method", "torque", "angle", "tension", "stretch", "required",
            "pressure", "medium", "minutes", "step", "despite", "corrects", "note"];

    /// <summary>The table.</summary>
    public static TableFile Of(IEnumerable<RecordLine> lines) => new(
        "Record", ["entry", "joint", "joint revision", "kind", "bolt", .. Keys, "made (UTC)", "kept (UTC)", "account", "role", "device", "corrected by",
            "hash", "signed by"],
        [.. lines.Select(l => (IReadOnlyList<object?>)
        [
            l.Number, l.Joint, l.Revision, l.Kind, l.Bolt == 0 ? null : l.Bolt, .. Keys.Select(k => (object?)l.Document[k]?.ToString()),
            l.Made.ToString("yyyy-MM-dd HH:mm:ss", CultureInfo.InvariantCulture),
            l.At.ToString("yyyy-MM-dd HH:mm:ss", CultureInfo.InvariantCulture), l.Account, l.Role, l.Device, l.CorrectedBy, l.Hash, l.Signer.Length > 0 ? l.Signer : "unsigned",
        ])]);
}
