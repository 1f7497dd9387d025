using System.Text.Json.Nodes;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Files.Shop;

/// <summary>A shelf of the Stores as a table, out and in: a column for each field, by its key.</summary>
public static class StoreTable
{
    private const int Most = 2000;

    /// <summary>What lies on a shelf.</summary>
    public static TableFile Of(RecordKind kind, IEnumerable<JsonObject> documents) =>
        new(kind.Name, [.. kind.Fields.Select(f => f.Key)],
            [.. documents.Select(d => (IReadOnlyList<object?>)[.. kind.Fields.Select(f => RecordKind.TextIn(d, f.Key))])]);

    /// <summary>The records of a file, all of them, or every fault: its path names the line.</summary>
    /// <param name="kind">The shelf.</param>
    /// <param name="stream">CSV or XLSX with a heading of keys or labels.</param>
    /// <param name="shown">Units of bare numbers.</param>
    public static (IReadOnlyList<JsonObject> Documents, IReadOnlyList<Fault> Faults) Read(RecordKind kind, Stream stream, UnitSystem shown)
    {
        try
        {
            var lines = LoadTable.Lines(stream).Take(Most + 2).ToList();
            if (lines.Count < 2) return ([], [new("no-lines", "", null, "a heading and a line for each " + kind.One)]);
            if (lines.Count > Most + 1) return ([], [new("too-many", "", null, $"more than {Most} lines: part the file")]);
            var columns = lines[0].Cells.Select(c => kind.Fields.FirstOrDefault(f => Alike(f, c))).ToList();
            var faults = new List<Fault>();
            foreach (var (cell, _) in lines[0].Cells.Zip(columns)
                .Where(x => x.Second is null && x.First.Trim().Length > 0)) faults.Add(new("column-unknown", cell, cell,
                "no field of that name; known are " + string.Join(", ", kind.Fields.Select(f => f.Key))));
            var documents = new List<JsonObject>();
            foreach (var line in lines.Skip(1))
            {
                var typed = new Dictionary<string, string>();
                for (var i = 0; i < Math.Min(columns.Count,
                    line.Cells.Count); i++) if (columns[i] is { } field) typed[field.Key] = Unquoted(line.Cells[i]);
                var document = kind.Written(typed, shown);
                documents.Add(document);
                if (line.Problem is { } problem) faults.Add(new("line-unreadable", $"line {line.Number}", null, problem));
                faults.AddRange(kind.FaultsOf(document).Select(f => f with { Path = $"line {line.Number}, {f.Path}" }));
            }
            return (documents, faults);
        }
        catch (UnreadableTableException e)
        {
            return ([], [new("unreadable", "", null, e.Message)]);
        }
    }

    private static bool Alike(Field field, string heading) =>
        heading.Trim() is var h && (h.Equals(field.Key, StringComparison.OrdinalIgnoreCase)
            || h.Equals(field.Label, StringComparison.OrdinalIgnoreCase));

    /// <summary>A text that was kept from being taken for a formula.</summary>
    private static string Unquoted(string text) => text.Length > 1 && text[0] == '\'' ? text[1..] : text;
}
