using System.Globalization;
using ClosedXML.Excel;

// Calculates workbooks again, by an engine that has no part in writing them. A line of the input is a workbook, and what is typed over in
// it (name=number), parted by tabs; what is asked of it after a bar: "all" its formulas, or one sheet's. A line of the output is a cell.
foreach (var line in File.ReadLines(args[0]))
{
    var parts = line.Split('|');
    var (given, asked) = (parts[0].Split('\t', StringSplitOptions.RemoveEmptyEntries), parts[1].Trim());
    using var book = new XLWorkbook(given[0]);
    foreach (var edit in given.Skip(1).Select(e => e.Split('=')))
    {
        book.NamedRange(edit[0]).Ranges.First().FirstCell().Value = double.Parse(edit[1], CultureInfo.InvariantCulture);
    }
    Console.WriteLine($"# {line}");
    foreach (var sheet in book.Worksheets.Where(s => asked == "all" || s.Name == asked))
    {
        foreach (var cell in sheet.CellsUsed(c => c.HasFormula)) Console.WriteLine($"{sheet.Name}!{cell.Address}\t{ValueOf(cell)}");
    }
}

static string ValueOf(IXLCell cell)
{
    try
    {
        return Convert.ToString(cell.Value, CultureInfo.InvariantCulture) ?? "";
    }
    catch (Exception error) when (error is not OutOfMemoryException)
    {
        return $"! {error.GetType().Name}: {error.Message}";
    }
}
