using System.Globalization;
using System.Text.Json;
using System.Text.RegularExpressions;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;

namespace Hasp.Files;

/// <summary>What a column of a table of load cases holds.</summary>
public enum ColumnMeaning
{
    /// <summary>Not used.</summary>
    Ignore,

    /// <summary>What the case is called.</summary>
    Name,

    /// <summary>Force along x.</summary>
    Fx,

    /// <summary>Force along y.</summary>
    Fy,

    /// <summary>Force along z; + pulls the parts apart.</summary>
    Fz,

    /// <summary>Moment about x.</summary>
    Mx,

    /// <summary>Moment about y.</summary>
    My,

    /// <summary>Moment about z.</summary>
    Mz,

    /// <summary>Where the load is stated.</summary>
    X,

    /// <summary>The same, along y.</summary>
    Y,

    /// <summary>The same, along z.</summary>
    Z,

    /// <summary>For which limit state the load is stated.</summary>
    LimitState,

    /// <summary>Name of the row that it alternates with, or "unloaded".</summary>
    AlternatesWith,

    /// <summary>How often it comes.</summary>
    Cycles,
}

/// <summary>A good line of a table.</summary>
/// <param name="Name">What the case is called; its limit state with it.</param>
/// <param name="Load">Load at its point, N, N·mm.</param>
/// <param name="At">The point, mm.</param>
/// <param name="AlternatesWith">Name of the row that it alternates with, or "unloaded"; empty where it is steady.</param>
/// <param name="Cycles">How often it comes; null for endless.</param>
public readonly record struct LoadLine(string Name, Resultant Load, Components At, string AlternatesWith = "", double? Cycles = null);

/// <summary>One column: what it holds, in which unit.</summary>
/// <param name="Meaning">What it holds.</param>
/// <param name="Unit">Symbol of its unit; empty where none was found or it needs none.</param>
public sealed record LoadColumn(ColumnMeaning Meaning, string Unit)
{
    /// <summary>What a column of that meaning measures.</summary>
    public static Dimension DimensionOf(ColumnMeaning meaning) => meaning switch
    {
        ColumnMeaning.Fx or ColumnMeaning.Fy or ColumnMeaning.Fz => Dimension.Force,
        ColumnMeaning.Mx or ColumnMeaning.My or ColumnMeaning.Mz => Dimension.Torque,
        ColumnMeaning.X or ColumnMeaning.Y or ColumnMeaning.Z => Dimension.Length,
        _ => Dimension.None,
    };
}

/// <summary>What a comma within a number marks.</summary>
public enum CommaMarks
{
    /// <summary>Nobody has said: a number with a comma is not taken.</summary>
    Unstated,

    /// <summary>Its decimals: 1,5 is one and a half.</summary>
    Decimals,

    /// <summary>Its thousands: 1,200 is twelve hundred.</summary>
    Thousands,
}

/// <summary>A line that was not taken, and why.</summary>
public readonly record struct RefusedLine(int Number, string Reason);

/// <summary>How the columns of a table are read: once mapped, kept by its headings.</summary>
/// <param name="Columns">One entry a column.</param>
/// <param name="Comma">What a comma within a number marks.</param>
/// <param name="FlipZ">True where the file's z presses the parts together.</param>
public sealed partial record LoadColumns(IReadOnlyList<LoadColumn> Columns, CommaMarks Comma, bool FlipZ)
{
    [GeneratedRegex(@"^[+-]?([0-9]{4,},[0-9]+|0+,[0-9]+|[0-9]+,([0-9]{1,2}|[0-9]{4,}))$")]
    private static partial Regex CommaOfDecimals();

    [GeneratedRegex(@"^[+-]?[0-9]+\.[0-9]+$|^[+-]?[0-9]{1,3}(,[0-9]{3})+\.[0-9]+$")]
    private static partial Regex PointOfDecimals();

    [GeneratedRegex(@"^[+-]?[0-9][0-9.]*,[0-9]")]
    private static partial Regex NumberWithComma();

    // A sign that groups thousands is the same throughout and leaves groups of three.
    [GeneratedRegex(@"^[+-]?[0-9]{1,3}(?<sign>[ \u00A0\u2009\u202F'\u2019.,])[0-9]{3}(\k<sign>[0-9]{3})*$")]
    private static partial Regex Grouped();

    [GeneratedRegex(@"[\[(]\s*(?<unit>[^\])]+?)\s*[\])]|[_\s/](?<tail>[A-Za-z·.\-*]+)$")]
    private static partial Regex UnitInHead();

    /// <summary>A guess from the headings and the first figures below them.</summary>
    /// <param name="head">The headings.</param>
    /// <param name="sample">Cells of the first lines.</param>
    public static LoadColumns Guess(IReadOnlyList<string> head, IReadOnlyCollection<string> sample)
    {
        var columns = head.Select(h =>
        {
            var meaning = MeaningOf(h);
            var dimension = LoadColumn.DimensionOf(meaning);
            var match = UnitInHead().Match(h);
            var text = match.Groups["unit"].Success ? match.Groups["unit"].Value : match.Groups["tail"].Value;
            var unit = dimension == Dimension.None || text.Length == 0 ? ""
                : QuantityText.Parse("1 " + text, dimension) is { Ok: true } read ? read.Unit!.Symbol : "";
            return new LoadColumn(meaning, unit);
        }).ToList();
        // One column a meaning: of two alike the first.
        for (var i = 0; i < columns.Count; i++) if (columns[i].Meaning != ColumnMeaning.Ignore && columns.Take(i)
            .Any(c => c.Meaning == columns[i].Meaning)) columns[i] = new(ColumnMeaning.Ignore, "");
        var (decimals, points) = (sample.Any(c => CommaOfDecimals().IsMatch(Plain(c))),
            sample.Any(c => PointOfDecimals().IsMatch(Plain(c))));
        var comma = (decimals, points) switch {
            (true, false) => CommaMarks.Decimals,
            // A point marks decimals: a comma does not, and a line that uses it so is refused by itself.
            (_, true) => CommaMarks.Thousands,
            _ => CommaMarks.Unstated,
        };
        return new(columns, comma, false);
    }

    /// <summary>By what a mapping is remembered: the headings.</summary>
    public static string KeyOf(IReadOnlyList<string> head) => string.Join('|', head.Select(h => h.Trim().ToLowerInvariant()));

    /// <summary>As it is kept.</summary>
    public string ToJson() => JsonSerializer.Serialize(this);

    /// <summary>As it was kept; null where it no longer reads, or has other columns.</summary>
    public static LoadColumns? FromJson(string json, int columns)
    {
        try
        {
            return JsonSerializer.Deserialize<LoadColumns>(json) is { } read && read.Columns.Count == columns ? read : null;
        }
        catch (JsonException)
        {
            return null;
        }
    }

    /// <summary>
    /// The line that holds the headings: the first of a few that names forces or moments, else the first that there is; 0 where there is
    /// none.
    /// </summary>
    public static int HeadLine(IReadOnlyList<TableLine> lines) =>
        (lines.FirstOrDefault(l => l.Cells.Any(c => LoadColumn.DimensionOf(MeaningOf(c)) is Dimension.Force or Dimension.Torque))
            ?? lines.FirstOrDefault())?.Number ?? 0;

    /// <summary>What keeps the table from being read, one entry a column: index and reason; −1 for the whole.</summary>
    /// <param name="sample">Cells of the first lines, to see whether something must be asked of them.</param>
    public IReadOnlyList<(int Column, string Problem)> Problems(IReadOnlyCollection<string> sample)
    {
        var found = new List<(int, string)>();
        for (var i = 0; i < Columns.Count; i++)
        {
            var (meaning, unit) = (Columns[i].Meaning, Columns[i].Unit);
            var dimension = LoadColumn.DimensionOf(meaning);
            if (meaning != ColumnMeaning.Ignore && Columns.Take(i)
                .Any(c => c.Meaning == meaning)) found.Add((i, $"another column is {meaning} already"));
            if (dimension == Dimension.None) continue;
            if (unit.Length == 0) found.Add((i,
                $"in which unit? Figures without a unit are not taken. Choose one of {Units.Choices(dimension)}"));
            else if (QuantityText.Parse("1 " + unit, dimension) is { Ok: false } read) found.Add((i, read.Problem!));
        }
        if (!Columns.Any(c => LoadColumn.DimensionOf(c.Meaning) is Dimension.Force or Dimension.Torque)) found.Add((-1,
            "no column holds a force or a moment: say what the columns are"));
        if (Comma == CommaMarks.Unstated && sample.FirstOrDefault(c => NumberWithComma().IsMatch(Plain(c))) is { } doubtful) found.Add((-1,
            $"does the comma in {doubtful} mark decimals or thousands? Say which below"));
        return found;
    }

    /// <summary>Reads the lines below the headings. Good ones are handed on, others are told with their reason.</summary>
    /// <param name="lines">All lines, the headings first.</param>
    /// <param name="take">Called for each good line.</param>
    /// <param name="refuse">Called for each other line.</param>
    /// <param name="stop">Stops; what was taken stays.</param>
    public void Read(IEnumerable<TableLine> lines, Action<LoadLine> take, Action<RefusedLine> refuse,
        CancellationToken stop = default)
    {
        var scales = Columns.Select(c => LoadColumn.DimensionOf(c.Meaning) is var d && d != Dimension.None ? Units.Of(d, c.Unit).Scale : 1)
            .ToArray();
        Span<double> values = stackalloc double[9];
        var count = 0;
        foreach (var line in lines.Skip(1))
        {
            if (stop.IsCancellationRequested) return;
            if (++count > LoadTable.MaxLines)
            {
                refuse(new(line.Number, $"beyond the {LoadTable.MaxLines} lines that are taken; it and all after it were left out"));
                return;
            }
            values.Clear();
            var (name, state, with, cycles) = ("", "", "", (double?)null);
            var reason = line.Problem ?? (line.Formula >= 0 && line.Formula < Columns.Count && Columns[line.Formula]
                .Meaning != ColumnMeaning.Ignore
                ? $"column {line.Formula + 1} holds a formula: only values are taken. Save the sheet with its values" : null);
            for (var i = 0; i < Columns.Count && reason is null; i++)
            {
                var meaning = Columns[i].Meaning;
                if (meaning == ColumnMeaning.Ignore) continue;
                var cell = i < line.Cells.Count ? line.Cells[i] : "";
                if (meaning == ColumnMeaning.Name)
                {
                    name = cell;
                    continue;
                }
                if (meaning == ColumnMeaning.AlternatesWith)
                {
                    with = cell.Trim();
                    continue;
                }
                if (meaning == ColumnMeaning.Cycles)
                {
                    if (cell.Length == 0) continue;
                    if (Number(cell, out var often) && often is > 0 and <= 1e12) cycles = often;
                    else reason = $"Cycles is \"{Short(cell)}\": a number above 0 is wanted, or nothing for endless";
                    continue;
                }
                if (meaning == ColumnMeaning.LimitState)
                {
                    state = cell.Trim();
                    if (state.Length > 0 && LimitStateText.In(state) == LimitStates.NotStated)
                        reason = $"the limit state is \"{Short(state)}\": one of {LimitStateText.Words} is understood";
                    continue;
                }
                if (cell.Length == 0) reason = $"{meaning} is empty";
                else if (!Number(cell, out var value)) reason = $"{meaning} is \"{Short(cell)}\", which is not a number{Doubt(cell)}";
                else if (Math.Abs(value * scales[i]) > 1e15) reason = $"{meaning} is beyond any bolt";
                else values[(int)meaning - (int)ColumnMeaning.Fx] = value * scales[i];
            }
            if (reason is not null)
            {
                refuse(new(line.Number, reason));
                continue;
            }
            var sign = FlipZ ? -1 : 1;
            // The state goes with the name: there it is seen, and read again.
            take(new(LimitStateText.In(name) == LimitStates.NotStated && state.Length > 0 ? $"{name} [{state}]".TrimStart() : name,
                new(new(values[0], values[1], sign * values[2]), new(values[3], values[4], values[5])),
                new(values[6], values[7], values[8]), with, cycles));
        }
    }

    private static string Short(string cell) => cell.Length > 40 ? cell[..40] + "…" : cell;

    private string Doubt(string cell) => !cell.Contains(',', StringComparison.Ordinal) ? "" : Comma switch
    {
        CommaMarks.Unstated => ": say whether a comma marks decimals or thousands",
        CommaMarks.Decimals => ": a comma marks decimals here",
        _ => ": a point marks decimals here, a comma thousands",
    };

    /// <summary>The minus sign of typography as the one of the keyboard.</summary>
    private static string Plain(string cell) => cell.Trim().Replace('\u2212', '-');

    private bool Number(string cell, out double value)
    {
        value = 0;
        var text = Plain(cell);
        var mark = Comma == CommaMarks.Decimals ? ',' : '.';
        if (Comma == CommaMarks.Unstated && text.Contains(',', StringComparison.Ordinal)) return false;
        var end = text.IndexOfAny([mark, 'e', 'E']);
        if (end < 0) end = text.Length;
        var whole = text[..end];
        var rest = text[end..];
        if (Grouped().Match(whole) is { Success: true } grouped) whole = whole.Replace(grouped.Groups["sign"].Value, "",
            StringComparison.Ordinal);
        if (rest.StartsWith(mark)) rest = "." + rest[1..];
        return double.TryParse(whole + rest, NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint | NumberStyles.AllowExponent,
            CultureInfo.InvariantCulture, out value)
            && !whole.Contains('.', StringComparison.Ordinal) && double.IsFinite(value);
    }

    private static ColumnMeaning MeaningOf(string heading)
    {
        var word = Regex.Replace(heading.ToLowerInvariant(), @"[\[(].*$", "").Trim();
        var letters = Regex.Replace(word, @"[^a-z]", "");
        var first = Regex.Match(word, @"^[a-z]+").Value;
        foreach (var text in new[] { first, letters })
        {
            switch (text)
            {
                case "fx" or "fy" or "fz" or "mx" or "my" or "mz":
                    return Enum.Parse<ColumnMeaning>(text, ignoreCase: true);
                case "x" or "y" or "z" or "px" or "py" or "pz" or "atx" or "aty" or "atz":
                    return Enum.Parse<ColumnMeaning>(text[^1..], ignoreCase: true);
                case "name" or "case" or "loadcase" or "lc" or "id" or "combination":
                    return ColumnMeaning.Name;
                case "limitstate" or "state" or "ls":
                    return ColumnMeaning.LimitState;
                case "alternateswith" or "alternates" or "swingswith" or "swings":
                    return ColumnMeaning.AlternatesWith;
                case "cycles" or "count" or "repeats" or "repetitions" or "times":
                    return ColumnMeaning.Cycles;
            }
        }
        return ColumnMeaning.Ignore;
    }
}
