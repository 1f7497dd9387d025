using System.Globalization;
using System.Text;
using System.Xml;
using CsvHelper;
using CsvHelper.Configuration;
using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Spreadsheet;

namespace Hasp.Files;

/// <summary>One line of a table of load cases.</summary>
/// <param name="Number">Line of the text, or row of the sheet, from 1.</param>
/// <param name="Cells">What the cells say.</param>
/// <param name="Formula">Index of the first cell that holds a formula; −1 where none does.</param>
/// <param name="Problem">Why the line cannot be read at all; null where it can.</param>
public sealed record TableLine(int Number, IReadOnlyList<string> Cells, int Formula, string? Problem = null);

/// <summary>A table that cannot be read at all; the message says why.</summary>
public sealed class UnreadableTableException(string message) : Exception(message);

/// <summary>
/// Tables of load cases as text (comma, semicolon or tab between cells) or as a workbook (XLSX, a sheet of it), line by line: the whole
/// of a large file is never held.
/// </summary>
public static class LoadTable
{
    /// <summary>No file is larger, bytes.</summary>
    public const long MaxBytes = 64_000_000;

    /// <summary>No table has more lines; what is beyond is refused.</summary>
    public const int MaxLines = 250_000;

    private const int MaxCells = 200;
    private const int MaxCell = 400;

    // A small file can unpack to a very large one: what its parts come to, and how much larger than the file they may be.
    private const long MaxUnpacked = 400_000_000;
    private const int MaxRatio = 250;
    private const int MaxShared = 500_000;

    /// <summary>True where a file begins as a workbook does.</summary>
    public static bool IsWorkbook(Stream stream)
    {
        Span<byte> head = stackalloc byte[4];
        stream.Position = 0;
        var read = stream.ReadAtLeast(head, 4, throwOnEndOfStream: false);
        stream.Position = 0;
        return read == 4 && head is [0x50, 0x4B, 3, 4];
    }

    /// <summary>The lines of a file, empty ones left out.</summary>
    /// <param name="stream">Can be set back to its beginning.</param>
    /// <param name="sheet">The sheet of a workbook; null for the first that is shown.</param>
    /// <param name="from">The line to begin with: the headings'.</param>
    /// <exception cref="UnreadableTableException">It is neither text nor a workbook.</exception>
    public static IEnumerable<TableLine> Lines(Stream stream, string? sheet = null, int from = 0)
    {
        if (stream.Length == 0) throw new UnreadableTableException("the file is empty");
        return (IsWorkbook(stream) ? Workbook(stream, sheet) : Text(stream))
            .Where(l => l.Number >= from && (l.Cells.Any(c => c.Length > 0) || l.Formula >= 0 || l.Problem is not null));
    }

    /// <summary>The sheets with cells of a workbook, those that are shown before those that are hidden; empty for text.</summary>
    /// <exception cref="UnreadableTableException">It begins as a workbook and is none.</exception>
    public static IReadOnlyList<string> Sheets(Stream stream)
    {
        if (!IsWorkbook(stream)) return [];
        using var document = OpenBook(stream);
        return [.. SheetsOf(document).Select(s => s.Name)];
    }

    private static List<(string Name, WorksheetPart Part)> SheetsOf(SpreadsheetDocument document)
    {
        var book = document.WorkbookPart ?? throw new UnreadableTableException("there is no workbook in the file");
        try
        {
            // A sheet of a chart alone has no cells.
            return [.. from s in book.Workbook?.Descendants<Sheet>() ?? []
                       where s.Id?.Value is not null && book.TryGetPartById(s.Id.Value, out var part) && part is WorksheetPart
                       orderby s.State?.Value is { } state && state != SheetStateValues.Visible
                       select (s.Name?.Value ?? "Sheet", (WorksheetPart)book.GetPartById(s.Id!.Value!))];
        }
        catch (Exception e) when (IsDamage(e))
        {
            throw new UnreadableTableException(Damaged);
        }
    }

    private const string Damaged = "the workbook cannot be opened: it is damaged, protected by a password, or no XLSX file";

    private static bool IsDamage(Exception e) =>
        e is OpenXmlPackageException or FileFormatException or IOException or System.Xml.XmlException or InvalidDataException or ArgumentException or InvalidOperationException or FormatException;

    private static SpreadsheetDocument OpenBook(Stream stream)
    {
        try
        {
            stream.Position = 0;
            using (var packed = new System.IO.Compression.ZipArchive(stream, System.IO.Compression.ZipArchiveMode.Read, leaveOpen: true))
            {
                var unpacked = packed.Entries.Sum(e => e.Length);
                if (unpacked > MaxUnpacked || (unpacked > 20_000_000
                    && unpacked > MaxRatio * stream.Length)) throw new UnreadableTableException($"the workbook unpacks to "
                        + $"{unpacked / 1_000_000} MB: save the sheet with the load cases alone");
            }
            stream.Position = 0;
            return SpreadsheetDocument.Open(stream, isEditable: false, new OpenSettings { MaxCharactersInPart = MaxUnpacked });
        }
        catch (Exception e) when (IsDamage(e))
        {
            throw new UnreadableTableException(Damaged);
        }
    }

    /// <summary>The sign between cells: of comma, semicolon and tab the one that parts the first lines into most cells, alike in
    /// each.</summary>
    public static char DelimiterOf(Stream stream)
    {
        stream.Position = 0;
        using var reader = new StreamReader(stream, Encoding.UTF8, true, 4096, leaveOpen: true);
        var lines = new List<string>();
        while (lines.Count < 5 && reader.ReadLine() is { } line) if (line.Trim().Length > 0) lines.Add(line.Length > 4000 ? line[..4000]
            : line);
        stream.Position = 0;
        // In a line with semicolons the commas mark decimals.
        return new[] { '\t', ';', ',' }.FirstOrDefault(d => lines.Count > 0 && lines.All(l => l.Contains(d, StringComparison.Ordinal)),
            ',');
    }

    private static IEnumerable<TableLine> Text(Stream stream)
    {
        var delimiter = DelimiterOf(stream);
        using var whole = new StreamReader(stream, Encoding.UTF8, true, 65536, leaveOpen: true);
        using var reader = new ClosedQuotes(whole);
        using var parser = new CsvParser(reader, new CsvConfiguration(CultureInfo.InvariantCulture)
        {
            Delimiter = delimiter.ToString(), BadDataFound = null, MaxFieldSize = 10_000, TrimOptions = TrimOptions.Trim,
            IgnoreBlankLines = true, DetectColumnCountChanges = false,
        });
        while (Next(parser))
        {
            var cells = new string[Math.Min(MaxCells, parser.Count)];
            var formula = -1;
            for (var i = 0; i < cells.Length; i++)
            {
                var cell = parser[i];
                if (cell.Contains('\0', StringComparison.Ordinal))
                    throw new UnreadableTableException("not a text file: there are zero bytes in it. Save it as CSV in UTF-8, "
                    + "or as an XLSX workbook");
                cells[i] = cell.Length > MaxCell ? cell[..MaxCell] : cell;
                if (formula < 0 && cell.StartsWith('=')) formula = i;
            }
            yield return new(
                parser.RawRow, cells, formula, reader.Unclosed.Remove(parser.RawRow) ? "a quotation mark opens in it and never closes"
                    : null);
        }
    }

    private static bool Next(CsvParser parser)
    {
        try
        {
            return parser.Read();
        }
        catch (Exception e) when (e is CsvHelperException or IOException)
        {
            throw new UnreadableTableException($"the text breaks off near line {parser.RawRow}: a cell there has no end. "
                + $"Check its quotation marks");
        }
    }

    private static IEnumerable<TableLine> Workbook(Stream stream, string? name)
    {
        using var document = OpenBook(stream);
        var sheets = SheetsOf(document);
        if (sheets.Count == 0) throw new UnreadableTableException("there is no sheet with cells in the workbook");
        var sheet = (name is null ? sheets[0] : sheets.FirstOrDefault(s => s.Name == name))
            .Part ?? throw new UnreadableTableException($"there is no sheet {name} in the workbook");
        var shared = document.WorkbookPart!.SharedStringTablePart is { } table ? Strings(table) : [];
        foreach (var line in LinesOf(sheet, shared)) yield return line;
    }

    // A forward reader over the part itself: the package's typed reader makes an object of every element, and takes five times as long.
    private static XmlReader Forward(OpenXmlPart part) => XmlReader.Create(part.GetStream(FileMode.Open, FileAccess.Read), new()
    {
        CloseInput = true, DtdProcessing = DtdProcessing.Prohibit, IgnoreComments = true, IgnoreProcessingInstructions = true,
        MaxCharactersInDocument = MaxUnpacked,
    });

    private static IEnumerable<TableLine> LinesOf(WorksheetPart sheet, List<string> shared)
    {
        using var reader = Forward(sheet);
        var (row, cells, formula, column, type, text) = (0, new List<string>(), -1, 0, "", new StringBuilder());
        while (Next(reader, "the sheet breaks off"))
        {
            var (name, ends) = (reader.LocalName, reader.NodeType == XmlNodeType.EndElement || reader.IsEmptyElement);
            if (reader.NodeType == XmlNodeType.Element)
            {
                if (name == "row") (row, cells, formula) = (NumberOf(reader.GetAttribute("r")) ?? row + 1, [], -1);
                else if (name == "c") (column, type) = (ColumnOf(reader.GetAttribute("r"), cells.Count), reader.GetAttribute("t") ?? "");
                else if (name == "f" && formula < 0) formula = column;
                else if (name is "v" or "t" && !reader.IsEmptyElement) text.Append(Inside(reader));
            }
            if (!ends) continue;
            if (name == "row") yield return new(row, cells, formula);
            if (name != "c") continue;
            while (cells.Count < Math.Min(column, MaxCells)) cells.Add("");
            if (column < MaxCells) cells.Add(TextOf(type, text.ToString(), shared));
            text.Clear();
        }
    }

    private static int? NumberOf(string? text) => int.TryParse(text, CultureInfo.InvariantCulture, out var number) ? number : null;

    /// <summary>The text of an element, up to its end.</summary>
    private static string Inside(XmlReader reader)
    {
        var text = "";
        while (Next(reader, "the sheet breaks off") && reader.NodeType != XmlNodeType.EndElement) text += reader.Value;
        return text;
    }

    private static bool Next(XmlReader reader, string otherwise)
    {
        try
        {
            var more = reader.Read();
            // How a text is said aloud stands within it, and is no part of it.
            while (more && reader is { NodeType: XmlNodeType.Element, LocalName: "rPh" })
            {
                reader.Skip();
                more = !reader.EOF;
            }
            return more;
        }
        catch (Exception e) when (IsDamage(e))
        {
            throw new UnreadableTableException($"the workbook is damaged: {otherwise}");
        }
    }

    private static List<string> Strings(SharedStringTablePart part)
    {
        using var reader = Forward(part);
        var (all, text) = (new List<string>(), new StringBuilder());
        while (Next(reader, "its table of texts breaks off"))
        {
            var ends = reader.NodeType == XmlNodeType.EndElement || reader.IsEmptyElement;
            if (reader is { NodeType: XmlNodeType.Element, LocalName: "t", IsEmptyElement: false }) text.Append(Inside(reader));
            if (reader.LocalName != "si" || !ends) continue;
            if (all.Count == MaxShared) throw new UnreadableTableException($"the workbook holds more than {MaxShared} different texts: "
                + "save the sheet with the load cases alone");
            all.Add(text.Length > MaxCell ? text.ToString(0, MaxCell) : text.ToString());
            text.Clear();
        }
        return all;
    }

    private static string TextOf(string type, string text, List<string> shared)
    {
        // A truth value or a text that is not there must not be read as a number.
        if (type == "b") return text.Trim() is "1" or "true" ? "TRUE" : "FALSE";
        if (type == "s") text = int.TryParse(text, CultureInfo.InvariantCulture, out var i) && i >= 0 && i < shared.Count ? shared[i]
            : $"text {text} that the workbook lacks";
        text = text.Trim();
        return text.Length > MaxCell ? text[..MaxCell] : text;
    }

    /// <summary>B7 is column 1; a cell without a reference follows the one before.</summary>
    private static int ColumnOf(string? reference, int next)
    {
        if (reference is null) return next;
        var column = 0;
        foreach (var c in reference)
        {
            if (!char.IsAsciiLetterUpper(c)) break;
            column = (26 * column) + (c - 'A' + 1);
            if (column > 20_000) break;
        }
        return column == 0 ? next : column - 1;
    }
}
