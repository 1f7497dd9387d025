using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;

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
        using (var csv = new CsvWriter(text, new CsvConfiguration(CultureInfo.InvariantCulture) { NewLine = "\r\n",
            ShouldQuote = MustQuote }))
        {
            foreach (var row in rows.Prepend(head))
            {
                foreach (var cell in row) csv.WriteField(cell);
                csv.NextRecord();
            }
        }
        return text.ToString();
    }

    /// <summary>A line that breaks within a cell, however it breaks, must not end the row.</summary>
    private static bool MustQuote(ShouldQuoteArgs cell) => cell.Field is { } text && text.AsSpan().IndexOfAny(",\"\r\n") >= 0;
}
