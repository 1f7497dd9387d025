using System.Globalization;
using CsvHelper;

namespace Hasp.Files;

/// <summary>Writes comma-separated values (RFC 4180): a point marks decimals, lines end in CR LF.</summary>
public static class CsvText
{
    /// <summary>A table as text.</summary>
    /// <param name="head">Headings.</param>
    /// <param name="rows">Cells of every line.</param>
    public static string Of(IEnumerable<string> head, IEnumerable<IEnumerable<object?>> rows)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (var csv = new CsvWriter(text, new CsvHelper.Configuration.CsvConfiguration(CultureInfo.InvariantCulture) { NewLine = "\r\n" }))
        {
            foreach (var row in rows.Prepend(head))
            {
                foreach (var cell in row) csv.WriteField(cell);
                csv.NextRecord();
            }
        }
        return text.ToString();
    }
}
