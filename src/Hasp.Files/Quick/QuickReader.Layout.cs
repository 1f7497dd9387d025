using Hasp.Core.Catalogue;
using Hasp.Core.Quantities;

namespace Hasp.Files.Quick;

/// <summary>How a force lies to the faces that acts at a distance from the bolts.</summary>
internal enum LeverWay
{
    /// <summary>The line does not say; it is asked.</summary>
    Asked,

    /// <summary>In the plane of the faces: it turns the joint.</summary>
    Beside,

    /// <summary>Out from the faces: it tilts the joint.</summary>
    Out,
}

/// <summary>Bolts in lines. A line runs along the force.</summary>
/// <param name="Lines">Lines beside each other.</param>
/// <param name="Each">Bolts of a line.</param>
/// <param name="Pitch">Between bolts of a line; null where the line of words does not say.</param>
/// <param name="Gauge">Between lines; null likewise.</param>
/// <param name="IsUpright">True where the lines stand upright on the drawing.</param>
internal sealed record QuickGrid(int Lines, int Each, Amount? Pitch, Amount? Gauge, bool IsUpright);

/// <summary>Where the bolts of a line of words stand, and how far from them a force acts.</summary>
internal sealed partial class QuickReader
{
    private const int MostInRow = 60;
    private const string SpacingAsked = "between bolts, or from them to the force?";
    private readonly Dictionary<string, (int Value, int Part)> _rows = new(StringComparer.Ordinal);
    private readonly Dictionary<string, (Amount Value, int Part)> _centres = new(StringComparer.Ordinal);
    private bool _square;
    private int _arm = -1, _onArm = -1;

    /// <summary>Bolts in lines; null where the line of words says nothing of it.</summary>
    internal QuickGrid? Grid { get; private set; }

    /// <summary>What acts at a distance; null where nothing does.</summary>
    internal Amount? Leaning { get; private set; }

    /// <summary>How far from the bolts it acts.</summary>
    internal Amount? Arm { get; private set; }

    /// <inheritdoc cref="LeverWay"/>
    internal LeverWay ArmLies { get; private set; }

    /// <summary>What tilts the joint out of the plane of its faces.</summary>
    internal Amount? Tilting { get; private set; }

    /// <summary>True where the load reaches the bolts by where they stand.</summary>
    internal bool NeedsPlaces => Turning is not null || Tilting is not null || Leaning is not null;

    /// <summary>True where what loads the joint acts along y, as what hangs on a wall does; lines of bolts stand upright then.</summary>
    internal bool IsUpright => Leaning is not null || Tilting is not null;

    private bool TryLayout() => TryAreaFirst() || TryRows() || TryTwoCentres() || TryCentres() || TryLever();

    private bool IsLaid(int ahead, string what, out int count)
    {
        var found = Phrase(QuickWords.Laid, ahead);
        count = found?.Count ?? 0;
        return found?.Meaning == what;
    }

    /// <summary>2 rows of 3, 3 columns, 2 x 3 pattern, in a square, in one row.</summary>
    private bool TryRows()
    {
        if (IsLaid(0, "square", out var words))
        {
            _square = true;
            _rows["square"] = (0, _parts.Count);
            Take(words, "in a square");
            return true;
        }
        if (IsLaid(0, "single", out words)) return Rowed(words, new(1), "in one row");
        if (NumberAt(0) is not { } number) return false;
        if (IsLaid(1, "row", out words))
        {
            var count = 1 + words;
            return InEachAt(count) is var (each, end) ? Rowed(end, new(number, each), $"{number} rows of {each}")
                : Rowed(count, new(number), $"{number} rows");
        }
        if (IsLaid(1, "each", out words)) return Rowed(1 + words, new(Each: number), $"{number} in each row");
        if (IsLaid(1, "column", out words))
        {
            var count = 1 + words;
            return InEachAt(count) is var (high, end) ? Rowed(end, new(high, Columns: number), $"{number} columns of {high}")
                : Rowed(count, new(Columns: number), $"{number} columns");
        }
        if (!IsWord(1, "x", "X", "×", "by") || NumberAt(2) is not { } more) return false;
        if (IsLaid(3, "group", out words)) return Rowed(3 + words, new(number, more), $"{number} rows of {more}");
        if (IsThreadAt(3) && more > 1)
        {
            Refuse(3, "bolts in rows?", Instead(3, $"{number} rows of {more}", $"{number} rows of {more}"),
                Instead(3, $"{number * more}", $"{number * more} bolts, wherever they stand"));
            return true;
        }
        return false;
    }

    /// <summary>2 rows of 3 bolts, 2 rows x 3 M20: how many stand in each, and where that ends; a length says something else.</summary>
    private (int Each, int End)? InEachAt(int ahead)
    {
        if (!(IsWord(ahead, "of") || IsGridAt(ahead)) || NumberAt(ahead + 1) is not { } each
            || UnitAt(ahead + 2, 1, Dimension.Length) is not null) return null;
        return (each, ahead + 2 + (BoltsAt(ahead + 2) && !IsThreadAt(ahead + 2) ? 1 : 0));
    }

    /// <summary>2 rows x 3 M20: what stands behind the cross counts the bolts of each.</summary>
    private bool IsGridAt(int ahead) => IsWord(ahead, "x", "X", "×") && (IsThreadAt(ahead + 2) || BoltsAt(ahead + 2));

    /// <summary>What a piece says of rows: how many, bolts in each, columns. Columns stand upright; a row lies level beside them.</summary>
    private readonly record struct Rows(int? Level = null, int? Each = null, int? Columns = null);

    private bool Rowed(int count, Rows said, string taken)
    {
        (string What, int? Value)[] all = [("rows", said.Level), ("each", said.Each), ("columns", said.Columns)];
        if (all.Any(b => b.Value is < 1 or > MostInRow))
        {
            Refuse(count, $"rows, and bolts of a row, from 1 to {MostInRow}");
            return true;
        }
        if (all.Any(b => b.Value is { } v && _rows.TryGetValue(b.What, out var before) && before.Value != v))
        {
            Refuse(count, "the rows of bolts are said already: one of the two");
            return true;
        }
        foreach (var (what, value) in all) if (value is { } v) _rows[what] = (v, _parts.Count);
        Take(count, taken);
        return true;
    }

    /// <summary>70 x 90 centres; without that word it is asked whether it is that.</summary>
    private bool TryTwoCentres()
    {
        if (Peek(0) is not { Kind: TokenKind.Number, Other: null } || LengthAt(0) is not var (x, first)
            || !IsWord(first, "x", "X", "×", "by") || Peek(first + 1) is not { Kind: TokenKind.Number, Other: null }
            || LengthAt(first + 1) is not var (y, second)) return false;
        // A unit said once is of both.
        var length = first + 1 + second;
        if (first == 1 && second == 2) x = Amount.Of(_tokens[_at].Value, y.Unit);
        if (Phrase(QuickWords.Laid, length) is not (var laid, var words))
        {
            // Two times 12 mm are two plates; a width is larger.
            // Strap 8 x 60: thickness and width, whichever is which.
            if (_at > 0 && _tokens[_at - 1].Kind == TokenKind.Word && QuickWords.Parts.Contains(_tokens[_at - 1].Text) && first == 1)
            {
                var thinner = Math.Min(x.Held, y.Held).ToString("0.###", System.Globalization.CultureInfo.InvariantCulture);
                Refuse(length, "of a part its thickness counts here; its outline is drawn on the Pattern stage",
                    Instead(length, $"{thinner} mm", $"{thinner} mm thick"));
                return true;
            }
            if (PartAt(length) is > 0 and var noun && !(first == 1 && _tokens[_at].Value <= MostAlike))
            {
                Refuse(length + noun, "of a plate its thickness counts here: write 12 mm plate; its outline is drawn on the Pattern stage");
                return true;
            }
            if (!(IsWord(-1, "on", "at") || _rows.Count > 0) || Thread is null) return false;
            Refuse(length, "centres of the bolts, or the size of a part?",
                Instead(length, Span(_at, length) + " centres", "the bolts stand so far apart"));
            return true;
        }
        if (laid is not ("pitch" or "group" or "gauge")) return false;
        return Spaced(length + words, ("x", x), ("y", y));
    }

    /// <summary>70 pitch, pitch 70, at 70 centres, gauge 90.</summary>
    private bool TryCentres()
    {
        // On a 200 mm square.
        if (IsWord(-1, "on", "in", "a", "at") && LengthAt(0) is var (side, m0) && IsWord(m0, "square"))
            return Spaced(m0 + 1, ("x", side), ("y", side));
        if (_tokens[_at].Kind == TokenKind.Number)
            // A symbol stands in front of its number: 35 p1 70.
            return LengthAt(0) is var (length, n) && SpacingAt(n) is var (behind, words)
                && !(IsWord(n, "p1", "p2") && NumberAt(n + 1) is not null)
                && Centred(n + words, behind, length);
        if (SpacingAt(0) is not var (which, ahead)) return false;
        while (IsWord(ahead, "of", "=", ":", "is", "at")) ahead++;
        // Spacing 80 x 120.
        if (LengthAt(ahead) is var (x, first) && IsWord(ahead + first, "x", "X", "×", "by")
            && LengthAt(ahead + first + 1) is var (y, second)) return Spaced(ahead + first + 1 + second, ("x", x), ("y", y));
        return Peek(ahead) is { Kind: TokenKind.Number } && LengthAt(ahead) is var (amount, m) && Centred(ahead + m, which, amount);
    }

    /// <summary>A word for what lies between bolts, and how many pieces it has.</summary>
    private (string Which, int Count)? SpacingAt(int ahead) =>
        Phrase(QuickWords.Laid, ahead) is var (which, count) && which is "pitch" or "gauge" ? (which, count) : null;

    private bool Centred(int count, string which, Amount length)
    {
        // No two bolts stand so near; a thread may.
        if (which == "pitch" && length.Held <= (Thread?.System == MeasureSystem.Inch ? 0 : MostPitch))
        {
            Refuse(count, "the pitch of the thread is written with its size, such as M20x1.5",
                Thread is null ? [] : [Instead(count, "", "leave it at " + Thread.Designation)]);
            return true;
        }
        return Spaced(count, (which, length));
    }

    private bool Spaced(int count, params (string Which, Amount Length)[] said)
    {
        if (said.FirstOrDefault(s => _centres.TryGetValue(s.Which, out var before) && before.Value.Text != s.Length.Text) is
            { Which: { } twice })
        {
            Refuse(count, $"there is {_centres[twice].Value.Text} already: one of the two");
            return true;
        }
        foreach (var (which, length) in said) _centres[which] = (length, _parts.Count);
        Take(count, string.Join(" × ", said.Select(s => s.Length.Text)) + (said.Length == 2 ? " between bolts"
            : said[0].Which == "gauge" ? " between rows" : " between bolts of a row"));
        return true;
    }

    // ---- a force at a distance --------------------------------------------------------------------------------------------------

    /// <summary>A distance from bolts to force, from some piece on: 250 mm out from the face, lever arm 250 mm; at 250 mm only beside
    /// a force.</summary>
    private (Amount Arm, LeverWay Way, int Count)? LeverAt(int ahead, bool besideForce)
    {
        var from = ahead;
        while (IsWord(from, "at", "@", "with", "a", "an", "on", "acting")) from++;
        // "On a 12 mm gusset" is a part; "at a 250 mm arm" has its word behind it.
        var at = from > ahead && IsWord(from - 1, "at", "@");
        if (Phrase(QuickWords.Levers, from) is var (said, words))
        {
            from += words;
            while (IsWord(from, "of", "=", ":", "is")) from++;
            return Peek(from) is { Kind: TokenKind.Number } && LengthAt(from) is var (arm, n) ? (arm, said, from + n) : null;
        }
        if (Peek(from) is not { Kind: TokenKind.Number } || LengthAt(from) is not var (length, count)) return null;
        var behind = from + count;
        if (Phrase(QuickWords.Levers, behind) is var (way, more))
        {
            // 100 mm arm to the side.
            return way == LeverWay.Asked && Phrase(QuickWords.Levers, behind + more) is var (clear, last)
                ? (length, clear, behind + more + last) : (length, way, behind + more);
        }
        // "At 250 mm" behind a force; with another word behind it the length is that word's.
        return besideForce && at && Quantity(from, Dimension.Length) is not null && Phrase(QuickWords.Laid, behind) is null
            && PartAt(behind) == 0 && MaterialAt(behind) is null
            && !IsWord(behind, "x", "X", "×", "pcd", "bcd", "circle", "bolt", "hole", "holes", "edge", "long", "deep", "plate",
            "diameter", "dia")
            ? (length, LeverWay.Asked, behind) : null;
    }

    private bool? _hasLever;

    /// <summary>True where the line says a distance from bolts to force anywhere: a force then needs no word of its way.</summary>
    private bool HasLever
    {
        get
        {
            return _hasLever ??= Anywhere(() => LeverAt(0, IsBehindForce()) is not null);
        }
    }

    /// <summary>True where a force, with or without its way, ends right before this piece.</summary>
    private bool IsBehindForce() => Enumerable.Range(1, Math.Min(5, _at)).Any(back => Peek(-back) is { Kind: TokenKind.Number }
        && ForceAt(-back) is var (_, n) && (n == back
            || (Phrase(QuickWords.Ways, n - back) is (Way.Down or Way.Across, var words) && n + words == back)));

    private bool TryLever()
    {
        if (LeverAt(0, IsBehindForce()) is not var (arm, way, count)) return false;
        if (Arm is not null)
        {
            Refuse(count, $"there is {Arm.Text} already: one force at one distance; more are laid out on the Pattern stage");
            return true;
        }
        (Arm, ArmLies, _arm) = (arm, way, _parts.Count);
        if (way == LeverWay.Asked)
        {
            Refuse(count, "how does the force lie to the faces?",
                Instead(count, arm.Text + " to the side", "in their plane: it turns the joint"),
                Instead(count, arm.Text + " out from the faces", "out from them: it tilts the joint"));
            return true;
        }
        Take(count, arm.Text + (way == LeverWay.Out ? " out from the faces: it tilts the joint" : " beside the bolts: it turns the joint"));
        return true;
    }

    /// <summary>A force that acts at the distance that the line says.</summary>
    private bool Leaned(Amount force, int count)
    {
        if (Leaning is not null || _each)
        {
            Refuse(count, _each ? "a force at a distance is on the whole joint: write it so" : $"there is {Leaning!.Text} already at that "
                + "distance: more are laid out on the Pattern stage");
            _each = false;
            return true;
        }
        (Leaning, _onArm) = (force, _parts.Count);
        Take(count, force.Text + " along the faces, at a distance");
        return true;
    }

    /// <summary>What acts on an area, such as wind on a panel, comes to a force: how it lies to the faces is asked.</summary>
    private bool AskArea(Amount pressure, int count)
    {
        var ahead = count;
        // On a panel 2 m x 3 m: what it acts on may be named before its sizes.
        while (IsWord(ahead, "on", "over", "a", "an", "the", "against") || (ahead > count && IsWord(ahead, QuickWords.Panels))) ahead++;
        if (ahead == count || Quantity(ahead, Dimension.Length) is { Count: > 2 }) return false;
        if (Peek(ahead) is not { Kind: TokenKind.Number, Other: null } || LengthAt(ahead) is not var (width, first)
            || !IsWord(ahead + first, "x", "X", "×", "by") || Quantity(ahead + first + 1, Dimension.Length) is not var (height, second))
            return false;
        if (first == 1) width = Amount.Of(_tokens[_at + ahead].Value, height.Unit);
        var end = ahead + first + 1 + second;
        if (IsWord(end, QuickWords.Panels)) end++;
        return AskForce(pressure, width, height, end);
    }

    private bool AskForce(Amount pressure, Amount width, Amount height, int end)
    {
        var kilonewtons = Units.Of(Dimension.Force, "kN");
        var force = Amount.Of(Math.Round(kilonewtons.FromHeld(pressure.Held * width.Held * height.Held), 6), kilonewtons);
        Refuse(end, $"that comes to {force.Text}: does it pull the parts apart, or shear them?",
            Instead(end, force.Text + " apart", "pulls them apart"), Instead(end, force.Text + " across", "shears them"));
        return true;
    }

    /// <summary>A panel 2 m x 1.5 m in 1 kPa of wind: the area stands before what acts on it.</summary>
    private bool TryAreaFirst()
    {
        if (Peek(0) is not { Kind: TokenKind.Number, Other: null } || LengthAt(0) is not var (width, first)
            || !IsWord(first, "x", "X", "×", "by") || Quantity(first + 1, Dimension.Length) is not var (height, second)) return false;
        if (first == 1) width = Amount.Of(_tokens[_at].Value, height.Unit);
        var ahead = first + 1 + second;
        var from = ahead;
        while (IsWord(ahead, "in", "under", "at", "with", "by", "a", "wind") || IsWord(ahead, QuickWords.Panels)) ahead++;
        var named = IsWord(-1, QuickWords.Panels) || _line.Contains("wind", StringComparison.OrdinalIgnoreCase);
        if ((ahead == from && !named) || Quantity(ahead, Dimension.Stress) is not var (pressure, words)) return false;
        return AskForce(pressure, width, height, ahead + words + (IsWord(ahead + words, "wind") ? 1 : 0));
    }

    // ---- what the whole line tells ----------------------------------------------------------------------------------------------

    private void Ask(int part, string problem, params QuickAnswer[] answers) =>
        _parts[part] = _parts[part] with { Taken = "", Problem = problem, Answers = answers };

    /// <summary>Rows, centres and the number of bolts come to one layout, or it is asked.</summary>
    private void SettleLayout()
    {
        var first = _rows.Values.Select(r => r.Part).Concat(_centres.Values.Select(c => c.Part)).DefaultIfEmpty(-1).Min();
        if (first < 0) return;
        if (Circle is not null)
        {
            Ask(first, $"the bolts stand on a circle of {Circle.Text} already: one of the two");
            return;
        }
        var upright = IsUpright || _rows.ContainsKey("columns");
        if ((_rows.ContainsKey("columns") ? ColumnsOf(first) : GridOf(first)) is not var (lines, each)) return;
        if (IsUpright && !_rows.ContainsKey("columns") && RowsSaid("rows") > 1 && lines != each)
        {
            var part = _parts[first];
            Ask(first, "do those rows lie level, or stand upright as columns?",
                new($"{lines} rows, {each} columns", Replaced(part, $"{lines} rows x {each} columns")),
                new($"{lines} columns of {each}", Replaced(part, $"{lines} columns of {each}")));
            return;
        }
        Count = lines * each;
        Amount? Of(string which) => _centres.TryGetValue(which, out var said) ? said.Value : null;
        var (pitch, gauge) = !upright ? (Of("x") ?? Of("pitch"), Of("y") ?? Of("gauge"))
            : (Of("y") ?? Of("pitch"), Of("x") ?? Of("gauge"));
        Grid = new(lines, each, pitch, gauge ?? (_square ? pitch : null), upright);
    }

    private int? RowsSaid(string which) => _rows.TryGetValue(which, out var said) ? said.Value : null;

    /// <summary>Columns with their rows, or with the bolts that stand in them.</summary>
    private (int Lines, int Each)? ColumnsOf(int first)
    {
        var (columns, rows) = (RowsSaid("columns")!.Value, RowsSaid("rows"));
        if (RowsSaid("each") is { } each && each != columns)
        {
            Ask(first, $"{columns} columns are {columns} bolts in each row, and {each} are said: one of the two");
            return null;
        }
        if (rows is null && Count is null)
        {
            Ask(first, "of how many bolts? Write 2 columns of 3, or 6 bolts in 2 columns");
            return null;
        }
        if (rows is { } r ? Count is null || Count == columns * r : Count % columns == 0)
            return (columns, rows ?? (Count!.Value / columns));
        Ask(first, rows is { } high ? $"{columns} columns of {high} are {columns * high} bolts, and there are {Count}"
            : $"{Count} bolts do not stand in {columns} columns alike: lay them out on the Pattern stage");
        return null;
    }

    private (int Lines, int Each)? GridOf(int first)
    {
        switch (RowsSaid("rows"), RowsSaid("each"), Count)
        {
            case ({ } rows, { } each, var all):
                if (all is null || all == rows * each) return (rows, each);
                Ask(first, $"{rows} rows of {each} are {rows * each} bolts, and there are {all}");
                return null;
            case ({ } rows, null, { } all) when all % rows == 0: return (rows, all / rows);
            case (null, { } each, { } all) when all % each == 0: return (all / each, each);
            case ({ } rows, _, { } all):
                Ask(first, $"{all} bolts do not stand in {rows} rows alike: lay them out on the Pattern stage");
                return null;
            case ({ } rows, null, null):
                Ask(first, rows == 1 ? "how many bolts stand in it?" : "how many bolts in each row?");
                return null;
            case (_, { } each, { } all):
                Ask(first, $"{all} bolts do not stand in rows of {each}: lay them out on the Pattern stage");
                return null;
            case (null, _, null):
                Ask(first, "of how many bolts? Write 2 rows of 3, or 6 bolts in 2 rows");
                return null;
        }
        return Unrowed(first, Count!.Value);
    }

    /// <summary>Centres without rows: two bolts stand in one, a square has as many rows as bolts in each; else the rows are
    /// asked.</summary>
    private (int Lines, int Each)? Unrowed(int first, int all)
    {
        var side = (int)Math.Round(Math.Sqrt(all));
        var both = _centres.ContainsKey("x") || _centres.ContainsKey("gauge");
        if ((_square || both) && side * side == all && side > 1) return (side, side);
        if (_square)
        {
            Ask(first, $"{all} bolts stand in no square");
            return null;
        }
        if (all == 1)
        {
            Ask(first, "one bolt stands at no distance from another: how many are there?");
            return null;
        }
        if (!both && (all == 2 || all % 2 == 1)) return (1, all);
        var part = _parts[first];
        var rows = both && all % 2 == 0 && all > 2 ? [2] : both ? Array.Empty<int>() : [1, 2];
        Ask(first, "in how many rows do they stand?", [.. rows.Select(r => new QuickAnswer(r == 1 ? "in one row"
            : $"in {r} rows of {all / r}",
            Replaced(part, part.Text + (r == 1 ? " in one row" : $" in {r} rows"))))]);
        return null;
    }

    /// <summary>A distance has its force, and enough bolts to hold it.</summary>
    private void SettleLever()
    {
        if (Arm is not null && Leaning is null) Ask(_arm, SpacingAsked, new QuickAnswer("between bolts",
            Replaced(_parts[_arm], $"{Arm.Text} centres")));
        if (Leaning is null || Arm is null) return;
        if (Count == 1) Ask(_onArm, "one bolt holds no force at a distance: how many are there?");
        // What pulls beside the bolts would turn them as well.
        else if (Shear is not null || Turning is not null || Tilting is not null || (Tension is not null
            && ArmLies != LeverWay.Out)) Ask(_onArm,
            "a force at a distance beside another load: write one, and the other as a load case of its own on the Bench");
    }
}
