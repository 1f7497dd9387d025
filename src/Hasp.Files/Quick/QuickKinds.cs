using System.Globalization;
using System.Text.RegularExpressions;
using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Documents;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Kinds;
using Hasp.Core.Kinds.BasePlates;
using Hasp.Core.Quantities;

namespace Hasp.Files.Quick;

/// <summary>
/// Quick lines that begin with a kind of joint: <c>splice 12/18 plates, 2 × 10 covers, 420 kN, M20 8.8</c>. Pieces stand between commas,
/// each read by the patterns of its kind; what is left out is chosen so that the joint holds, and marked.
/// </summary>
internal static partial class QuickKinds
{
    private const string Number = @"(?:(?:[0-9]+[- ])?[0-9]+/[0-9]{1,2}|[0-9]+(?:\.[0-9]+)?)(?:\s*(?:mm|cm|in|""))?";

    // Inches are divided so; where the line speaks them it is no question.
    private const string InchShare = "[13579]/(?:2|4|8|16)(?![0-9])";
    private const string Times = @"\s*[×x*]\s*";

    /// <summary>A piece that a kind understands: the pattern, and the fields that its groups go into.</summary>
    /// <param name="Pattern">Groups named by letters.</param>
    /// <param name="Fields">Group and path; a text with <c>=</c> is stated as it is.</param>
    /// <param name="Taken">What it was taken for.</param>
    private sealed record Piece(Regex Pattern, (string Group, string Path)[] Fields, string Taken)
    {
        /// <summary>What is asked instead where the words could mean two things, and the answers: <c>#</c> stands for what the group v
        /// reads.</summary>
        internal (string Question, string[] Answers)? Asks { get; init; }
    }

    /// <summary>A kind in a line.</summary>
    /// <param name="Kind">Which.</param>
    /// <param name="Pieces">What it understands.</param>
    /// <param name="Force">Field of a load that a bare force goes into.</param>
    /// <param name="Count">Field that a number of bolts goes into.</param>
    /// <param name="Needs">What is chosen where nothing was said, the first that holds.</param>
    private sealed record Spoken(string Kind, Piece[] Pieces, string Force, string Count,
        Func<Draft, (string Path, string[] Texts)[]> Needs);

    private static Piece P(string pattern, string taken, params (string, string)[] fields) =>
        new(new Regex("^" + pattern.Replace("#", Number, StringComparison.Ordinal).Replace("~", Times, StringComparison.Ordinal) + "$",
            RegexOptions.IgnoreCase | RegexOptions.CultureInvariant), fields, taken);

    private static readonly string[] Stock = ["8 mm", "10 mm", "12 mm", "15 mm", "20 mm", "25 mm", "30 mm", "35 mm", "40 mm", "50 mm",
        "60 mm"];

    private static readonly Spoken[] All =
    [
        new("splice",
        [
            P($"(?<v>{InchShare})(?: plates?)?", "") with
            {
                Asks = ("a fraction of an inch, or two thicknesses?", ["# in plates"]),
            },
            P($"(?!{InchShare})" + @"(?<a>#)\s*(?:[/+&]|\b(?:on|onto|to|over|and)\b)\s*(?<b>#)(?:\s*plates?)?", "plates, left and right",
                ("a", "splice.left"), ("b", "splice.right")),
            P("(?<a>#)(?: thick)? (?:plates?|flanges?|webs?|main(?: plates?)?)", "plates", ("a", "splice.left")),
            P("(?<a>#)(?: thick)? (?:plates?|flats?|bars?),? (?<w>#) wide", "plates, thickness and width", ("a", "splice.left"),
                ("w", "splice.width")),
            P("(?:plates?|flats?|flanges?|webs?) (?:of )?(?<a>#)(?: thick)?", "plates", ("a", "splice.left")),
            P("(?:flats?|plates?|bars?|flanges?|webs?) (?<w>#)~(?<t>#)", "plates, width and thickness", ("w", "splice.width"), ("t",
                "splice.left")),
            P("plates? (?<t>#)(?: thick)? (?:on )?(?:each|both) sides?", "two covers", ("t", "splice.cover"),
                ("=two covers", "splice.form")),
            P("plates? (?<t>#)(?: thick)? (?:on )?(?:each|both) sides? of (?:an? |the )?(?<a>#)(?: thick)?"
                + " (?:webs?|plates?|flanges?|flats?)", "two covers, and what they join", ("t", "splice.cover"),
                ("=two covers", "splice.form"), ("a", "splice.left")),
            P("covers? (?:of )?(?:2|two)(?:~|\\s+)(?<t>#)", "two covers", ("t", "splice.cover"), ("=two covers", "splice.form")),
            P("(?:of )?(?:2|two)(?:~|\\s+)(?<a>#)(?: thick)? plates?", "two plates alike", ("a", "splice.left"), ("a", "splice.right")),
            P("(?:of )?(?:2|two)(?:~|\\s+)(?<a>#)(?: thick)? plates?,? (?<w>#) wide", "two plates alike, and their width",
                ("a", "splice.left"), ("a", "splice.right"), ("w", "splice.width")),
            P("(?:2|two) covers? (?:of )?(?<t>#)", "two covers", ("t", "splice.cover"), ("=two covers", "splice.form")),
            P("(?:one|single) cover (?:of )?(?<t>#)", "one cover", ("t", "splice.cover"), ("=one cover", "splice.form")),
            P("(?<w>#)~(?<t>#) (?:flats?|plates?|bars?)", "plates, width and thickness", ("w", "splice.width"), ("t", "splice.left")),
            P("(?:2|two)(?:~|\\s+)(?<t>#)(?: thick)? (?:covers?|cover plates?|splice plates?)", "two covers", ("t", "splice.cover"),
                ("=two covers", "splice.form")),
            P("(?<t>#)(?: thick)? (?:covers|cover plates|splice plates|(?:cover|cover plate|splice plate)s? (?:on )?(?:both|each) sides?"
                + "|(?:cover|cover plate|splice plate)s? (?:on )?(?:both|each) faces?)", "two covers", ("t", "splice.cover"),
                ("=two covers", "splice.form")),
            P("(?:(?:1|one|single)(?:~|\\s+))?(?<t>#)(?: thick)? (?:cover|cover plate|splice plate)(?: (?:on )?one side)?", "one cover",
                ("t", "splice.cover"), ("=one cover", "splice.form")),
            P("double cover(?:ed)?|two covers|covers? (?:on )?both sides", "two covers", ("=two covers", "splice.form")),
            P("single cover(?:ed)?|one cover", "one cover", ("=one cover", "splice.form")),
            P("(?<w>#) wide", "width", ("w", "splice.width")), P("width (?<w>#)", "width", ("w", "splice.width")),
            P(@"(?<n>[0-9]+) (?:rows|across)", "bolts across", ("n", "splice.rows")),
            P("pitch (?<p>#)", "pitch", ("p", "splice.pitch")), P("(?:end|end distance) (?<p>#)", "end distance", ("p", "splice.end")),
        ], "fx", "splice.columns", _ => [("splice.width",
            ["60 mm", "80 mm", "100 mm", "120 mm", "150 mm", "180 mm", "200 mm", "250 mm", "300 mm", "350 mm", "400 mm", "500 mm",
            "600 mm"])]),
        new("angle",
        [
            P("(?:l ?)?(?<a>#)~(?<b>#)~(?<t>#)", "angle: connected leg, outstanding leg, thickness", ("a", "angle.leg"),
                ("b", "angle.outstanding"),
                ("t", "angle.thickness")),
            P("(?:l ?)?(?<a>#)~(?<t>(?:1?[0-9]|2[0-5])(?:\\.[0-9]+)?(?: ?mm)?)", "angle: equal legs, thickness", ("a", "angle.leg"),
                ("a", "angle.outstanding"), ("t", "angle.thickness")),
            P("(?:gusset (?<g>#)|(?<g>#) gusset)(?: thick)?", "gusset", ("g", "angle.gusset")),
            P("gusset (?<w>#) wide", "gusset width", ("w", "angle.gussetWidth")),
                P("gauge (?<g>#)", "gauge from the heel", ("g", "angle.gauge")),
            P("pitch (?<p>#)", "pitch", ("p", "angle.pitch")), P("(?:end|end distance) (?<p>#)", "end distance", ("p", "angle.end")),
        ], "fx", "angle.bolts", _ => [("angle.thickness", ["5 mm", "6 mm", "8 mm", "10 mm", "12 mm", "15 mm", "20 mm"])]),
        new("pin",
        [
            P("(?<d>#)(?: (?:dia|diameter|pin|round))?", "pin diameter", ("d", "pin.diameter")),
            P("(?:dia|diameter|ø) ?(?<d>#)", "pin diameter", ("d", "pin.diameter")),
            P("(?:in )?double shear", "two cheeks", ("=2", "pin.cheeks")), P("(?:in )?single shear", "one cheek", ("=1", "pin.cheeks")),
            P("(?:with )?(?:an? )?(?<t>[0-9.]+ ?(?:mm|cm|in|\"|thick))(?: thick)? (?:eye|tongue|centre plate|middle plate|lug)",
                "eye thickness", ("t", "pin.eyeThickness")),
            P("eye (?<t>#)(?: thick)?", "eye thickness", ("t", "pin.eyeThickness")),
            P("eye (?<w>#) wide", "eye width", ("w", "pin.eyeWidth")),
            P("eye (?<t>#)(?: thick)?,? (?<w>#) wide", "eye, thickness and width", ("t", "pin.eyeThickness"), ("w", "pin.eyeWidth")),
            P("eye (?<t>#)~(?<w>#)", "eye, thickness and width", ("t", "pin.eyeThickness"), ("w", "pin.eyeWidth")),
            P("(?:in|into|through) (?:an? )?(?<t>#) (?:eye|plate|lug|bar|tongue)", "eye thickness", ("t", "pin.eyeThickness")),
            P("(?:tongue|lug|centre plate|middle plate) (?<t>#)(?: thick)?", "eye thickness", ("t", "pin.eyeThickness")),
            P("fork (?:2~)?(?<t>#)(?: thick)?|(?<t>[0-9.]+ ?(?:mm|cm|in|\"))(?: thick)? fork", "cheeks", ("t", "pin.cheekThickness")),
            P("(?:(?:2|two|between two|between)(?:~|\\s+))?(?<t>#) cheeks?", "cheeks", ("t", "pin.cheekThickness")),
            P("cheeks? (?:2~)?(?<t>#)(?: thick)?", "cheeks", ("t", "pin.cheekThickness")),
            P("(?:lugs?|plates?|cheeks?|ears?) (?<c>#)/(?<t>#)/\\k<c>", "eye between two cheeks", ("t", "pin.eyeThickness"),
                ("c", "pin.cheekThickness"), ("=2", "pin.cheeks")),
            P("one cheek (?<t>#)", "one cheek", ("t", "pin.cheekThickness"), ("=1", "pin.cheeks")),
            P("gaps? (?<c>#)", "gap", ("c", "pin.gap")), P("hole (?<h>#)", "hole", ("h", "pin.hole")),
            P("(?:end|end distance) (?<e>#)", "end distance", ("e", "pin.eyeEnd")),
        ], "shear", "", _ => [("pin.eyeThickness", Stock)]),
        new("closure",
        [
            P("(?<b>#) bore (?<o>#) (?:tube|outer|od)", "bore and tube", ("b", "closure.bore"), ("o", "closure.outer")),
            P("(?<v>#)(?: (?:dia|diameter|round|plug))?", "") with
            {
                Asks = ("the bore, or the outside of the tube?", ["# bore", "# tube"]),
            },
            P("radial(?: bolts)?", QuickPart.Nothing),
            P("(?<b>#) bore", "bore", ("b", "closure.bore")), P("(?<o>#) (?:tube|outer|od)", "tube, outer", ("o", "closure.outer")),
            P("(?<r>[0-9]) rows?", "rows", ("r", "closure.rows")),
            P("(?<e>#) to (?:the )?end", "hole to tube end", ("e", "closure.tubeEnd")),
        ], "", "closure.perRow", _ => []),
        new("cover",
        [
            P("(?<s>#) seal", "sealed diameter", ("s", "cover.seal")),
            P("seal(?:ed)? (?:on |at )?(?<s>#)", "sealed diameter", ("s", "cover.seal")),
            P("(?<v>#) (?:bore|opening|hole)", "") with
            {
                Asks = ("sealed at the bore, or on a larger diameter? The pressure acts on all that is inside the seal", ["# seal"]),
            },
            P("(?<v>#)(?: (?:dia|diameter|round|od))?", "") with
            {
                Asks = ("which diameter is that? The pressure acts on all that is inside the seal", ["# seal"]),
            },
            P("(?<v>#~#)(?: (?:opening|hole|hatch|manhole))?",
                "") with { Asks = ("sealed along that rectangle, or is it the cover's outside?", ["# seal"]) },
            P("DN ?(?<v>[0-9]+)", "") with
            {
                Asks = ("that names the pipe: on which diameter does it seal? Write 220 seal", []),
            },
            P("PN ?(?<v>[0-9]+)", "") with { Asks = ("that names the rating: what is the pressure?", ["# bar"]) },
            P("(?<l>#)~(?<w>#) seal", "sealed rectangle", ("l", "cover.sealLength"), ("w", "cover.sealWidth"),
            ("=rectangle", "cover.shape")),
            P("(?<t>#) thick", "cover thickness", ("t", "cover.thickness")),
            P("(?:on )?(?:an? )?(?:bolt circle|pcd|bcd)(?: of)? (?<c>#)", "bolt circle", ("c", "cover.boltCircle")),
            P("(?:on )?(?:an? )?(?<c>#) (?:bolt circle|pcd|bcd)", "bolt circle", ("c", "cover.boltCircle")),
            P("flange (?<t>#)", "flange thickness", ("t", "cover.flangeThickness")),
        ], "", "bolts.count", d => [("cover.gasket", ["Gasket sheet, fibre", "Gasket sheet, graphite", "Gasket sheet, rubber"]),
            ("cover.thickness", Stock),
        .. d.Text("cover.shape") == "rectangle" ? Array.Empty<(string, string[])>()
        : [("bolts.count", ["8", "12", "16", "20", "24"])]]),
        new("basePlate",
        [
            P("(?:plate )?(?<h>#)~(?<b>#)~(?<t>#)(?: plate)?", "plate, along y, along x, thickness", ("h", "basePlate.depth"),
                ("b", "basePlate.width"), ("t", "basePlate.thickness")),
            P("grout (?<g>#)", "grout", ("g", "basePlate.grout")),
            P("(?:plate )?(?<t>#)(?: thick)? plate|plate (?<t>#)(?: thick)?", "plate thickness", ("t", "basePlate.thickness")),
            P("(?<v>(?:UB|UC|UKB|UKC|HE[ABM]?|IPE|IPN|W|HP|S|ISMB|ISHB|RHS|SHS|CHS) ?[0-9.x×*]+)", "") with
            {
                Asks = ("that column is not in the list: state its depth, width and flange on the Bench, or name one that is listed", []),
            },
            P("(?:at )?(?<v>#) (?:centres|centers|ctrs|crs|c/c)", "") with
            {
                Asks = ("both ways, or along x alone?", ["bolts # x #"]),
            },
            P("bolts (?<x>#)~(?<y>#)", "bolts, along x and y", ("x", "basePlate.boltsX"), ("y", "basePlate.boltsY")),
        ], "fz", "", Feet),
    ];

    /// <summary>Where bolts of a foot may stand: two diameters from the plate's edges, or between the flanges.</summary>
    private static (string, string[])[] Feet(Draft d)
    {
        double? Mm(string path) => d.Text(path) is { } text
            && QuantityText.Parse(text, Dimension.Length) is { Problem: null } read ? read.Held : null;
        var bolt = Standards.FindThread(d.Text(Fields.Thread) ?? "")?.Diameter ?? 20;
        string[] Near(string path) => Mm(path) is { } size
            ? [.. new[] { 4, 3, 5, 6, 8 }.Select(k => Text(Math.Max(2 * bolt, size - (k * bolt))))] : ["200 mm"];
        return [("basePlate.boltsY", Near("basePlate.depth")), ("basePlate.boltsX", Near("basePlate.width")),
            ("basePlate.fck", ["20 MPa"])];
    }

    private static string Text(double mm) => mm.ToString("0.###", CultureInfo.InvariantCulture) + " mm";

    /// <summary>Reads a line that begins with a kind; null where it does not.</summary>
    internal static QuickJoint? Read(string line, UnitSystem shown)
    {
        if (KindIn(line) is not var (spoken, at, word)) return null;
        // A line that speaks inches speaks them throughout, whatever is shown.
        if (InchWords().IsMatch(line)) shown = UnitSystem.Us;
        var name = line.Trim().Length <= 80 && !line.Any(char.IsControl) ? line.Trim() : Kind.ById(spoken.Kind)!.Name;
        var draft = Draft.Empty.With((Fields.Name, name), (Fields.Kind, spoken.Kind))
            .Add(Fields.Loads, Row.Of(RowId.At(0), (Fields.CaseName, "Case 1")));
        if (word.StartsWith("lap", StringComparison.OrdinalIgnoreCase)) draft = draft.State("splice.form", "lap", shown);
        if (word.StartsWith("double lap", StringComparison.OrdinalIgnoreCase)) draft = draft.State("splice.form", "two covers", shown);
        var parts = new List<QuickPart> { new(at, word.Length, word, Kind.ById(spoken.Kind)!.Name.ToLowerInvariant(), null, []) };
        Numbered? number = null;
        var behind = Pieces(line, at + word.Length).ToList();
        foreach (var (start, text) in Pieces(line[..at], 0).Concat(behind))
        {
            // A bare number is what the kind takes it for where it stands alone or first behind the name, and nobody's among other words.
            var isFirst = behind.Count > 0 && start == behind[0].Start;
            foreach (var (from, piece, isLeft) in Split(draft, spoken, text, shown, isFirst))
            {
                if (IsQuiet(piece))
                {
                    parts.Add(new(start + from, piece.Length, piece, QuickPart.Nothing, null, []));
                    continue;
                }
                var isBare = isLeft && !isFirst && piece.Length < text.Trim().Length && Bare().IsMatch(piece);
                isFirst = false;
                if (isBare)
                {
                    parts.Add(new(start + from, piece.Length, piece, "",
                        "a number without its meaning: write what it is in front of it", []));
                    continue;
                }
                var (taken, problem) = Take(ref draft, spoken, piece, shown, ref number);
                if (number is { Part: < 0 }) number = number with { Part = parts.Count };
                var answers = Asked(spoken, piece, shown) is var (_, instead)
                    ? instead.Select(i => new QuickAnswer(i, line[..(start + from)] + i + line[(start + from + piece.Length)..]))
                    : problem == FootAsked ? FootAnswers.Select(a => new QuickAnswer(a.Words,
                        line.Insert(start + from + piece.Length, a.More))) : [];
                parts.Add(new(start + from, piece.Length, piece, taken, problem, [.. answers]));
            }
        }
        // What a number of bolts means is known when the whole line is read: lines across and rows may stand behind it.
        if (number is not null) parts[number.Part] = Counted(ref draft, spoken, number, line, parts[number.Part], shown);
        var chosen = new List<string>();
        draft = Choose(draft, spoken, chosen);
        var (joint, faults) = draft.Judged();
        var short_ = joint is not null && !TwoReserves.Of(Mechanics<Plain>.Of(joint)).Holds
            ? "As stated it falls short; the Bench shows by what, and what would mend it." : null;
        return new QuickJoint(parts, draft, [.. chosen.Select(QuickChoice.Of)], joint is null
            ? string.Join(" ", faults.Take(3).Select(f => $"{Fields.Words(f.Path)}: {f.Problem}.")) : short_);
    }

    /// <summary>The kind that a line names: at its beginning, or anywhere by a name that means nothing else; null where it names
    /// none.</summary>
    private static (Spoken Spoken, int At, string Word)? KindIn(string line)
    {
        (Spoken, int, string)? Found(Dictionary<string, string> names, string before)
        {
            foreach (var (name, kind) in names.OrderByDescending(n => n.Key.Length))
            {
                var word = Regex.Escape(name).Replace("\\ ", @"\s+", StringComparison.Ordinal);
                var match = Regex.Match(line, $@"{before}(?<word>{word}s?)(?![\p{{L}}\p{{N}}-])", RegexOptions.IgnoreCase);
                if (match.Success) return (All.First(s => s.Kind == kind), match.Groups["word"].Index, match.Groups["word"].Value);
            }
            return null;
        }

        // L75x75x8: a section is called by its letter.
        if (AngleSection().Match(line) is { Success: true } section) return (All.First(s => s.Kind == "angle"),
            section.Groups["word"].Index, section.Groups["word"].Value);
        var named = Found(QuickWords.Kinds, @"^\s*(?:an?\s+)?");
        // A lug, a hanger that several bolts hold is no pin, and a hanger rod is a bolt.
        if (named is ({ Kind: "pin" }, var at, var pin) && !pin.Contains("pin", StringComparison.OrdinalIgnoreCase)
            && (Several().IsMatch(line) || Rods().IsMatch(line[(at + pin.Length)..]))) return null;
        return named ?? Found(QuickWords.KindsAnywhere, @"(?<![\p{L}\p{N}-])");
    }

    [GeneratedRegex(@"(?<![\w.-])(?:[2-9]|[1-9][0-9]|two|three|four|six|eight)\s*(?:x|×|off|no\.?|nos\.?)?\s*(?:bolts?\s+)?M[0-9]", RegexOptions.IgnoreCase)]
    private static partial Regex Several();

    [GeneratedRegex(@"^\s+(?:rods?|bolts?|screws?)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Rods();

    [GeneratedRegex(@"^\s*(?<word>L)\s?[0-9][0-9.]*\s*[x×*]\s*[0-9]", RegexOptions.IgnoreCase)]
    private static partial Regex AngleSection();

    /// <summary>A word that says nothing of its own: a small one, or the kind's name once more.</summary>
    private static bool IsQuiet(string word) => QuickWords.Small.Contains(word) || QuickWords.Kinds.ContainsKey(word)
        || HoldingDown().IsMatch(word);

    /// <summary>
    /// A piece as it is understood: whole, or where nothing understands it whole, in the longest runs of words that are. What is left over
    /// stays together, to be pointed at.
    /// </summary>
    private static IEnumerable<(int Start, string Text, bool IsLeft)> Split(Draft draft, Spoken spoken, string text, UnitSystem shown,
        bool isFirst)
    {
        bool Reads(string piece)
        {
            var (trial, number) = (draft, (Numbered?)null);
            return Take(ref trial, spoken, piece, shown, ref number).Problem is null || Asked(spoken, piece, shown) is not null;
        }

        // A bare number is what the kind takes it for where it stands alone between commas, or first behind the kind's name with nothing
        // but small words behind it; among other words it is theirs.
        bool IsBare(string piece) => Bare().IsMatch(piece);

        if (Reads(text)) return [(0, text, false)];
        var words = Word().Matches(text);
        // The 3 of "plates 2 x 3 M20" belongs to the bolts.
        bool IsCountOf(int end) => char.IsDigit(words[end].Value[^1]) && Counting().IsMatch(text[(words[end].Index + words[end].Length)..]);
        bool IsOwn(int end) => end + 1 >= words.Count || Joining().IsMatch(words[end + 1].Value);
        string Run(int from, int to) => text[words[from].Index..(words[to].Index + words[to].Length)];
        var (found, left) = (new List<(int, string, bool)>(), -1);
        void Leave(int end)
        {
            if (left >= 0) found.Add((words[left].Index, Run(left, end), true));
            left = -1;
        }
        for (var at = 0; at < words.Count;)
        {
            var end = Enumerable.Range(at, words.Count - at).Reverse().Cast<int?>()
                .FirstOrDefault(e => (!IsBare(Run(at, e!.Value)) || (at == 0 && isFirst && IsOwn(e!.Value)))
                    && !IsCountOf(e!.Value) && Reads(Run(at, e!.Value)));
            // What the bolts are for, and no way of a load: holding down 60 kN may press or lift.
            if (end is null && at + 1 < words.Count && HoldingDown().IsMatch(Run(at, at + 1))) end = at + 1;
            var quiet = end is null && IsQuiet(words[at].Value);
            if (end is not null || quiet)
            {
                Leave(at - 1);
                found.Add((words[at].Index, Run(at, end ?? at), false));
                at = (end ?? at) + 1;
                continue;
            }
            if (left < 0) left = at;
            at++;
        }
        Leave(words.Count - 1);
        return found;
    }

    [GeneratedRegex(@"\S+")]
    private static partial Regex Word();

    [GeneratedRegex(@"^\s*(?:[x×]\s*(?:[0-9]{1,2}\s*(?:[x×]\s*)?)?)?M[0-9]", RegexOptions.IgnoreCase)]
    private static partial Regex Counting();

    [GeneratedRegex("^(?:in|into|through|with|of|under|at|for|on|and|between|from|by|carrying|carries|takes|holding|to)$", RegexOptions.IgnoreCase)]
    private static partial Regex Joining();

    [GeneratedRegex("^holding down$", RegexOptions.IgnoreCase)]
    private static partial Regex HoldingDown();

    [GeneratedRegex(@"^[0-9.]+(?:\s*(?:mm|cm|in|""))?$", RegexOptions.IgnoreCase)]
    private static partial Regex Bare();

    [GeneratedRegex(@"^[13579]/(?:2|4|8|16)(?: plates?)?$", RegexOptions.IgnoreCase)]
    private static partial Regex Share16();

    [GeneratedRegex(@"\b(?:A325|A490|A307|A36|A572|kips?|lbf|lbs?|UNC|UNF|SAE|inch|inches|psi|ksi)\b|[0-9]""", RegexOptions.IgnoreCase)]
    private static partial Regex InchWords();

    /// <summary>What is asked of a piece, and the words of its answers; null where nothing is.</summary>
    private static (string Question, IEnumerable<string> Instead)? Asked(Spoken spoken, string text, UnitSystem shown)
    {
        if (shown == UnitSystem.Us && Share16().IsMatch(text)) return null;
        if (spoken.Kind == "basePlate" && Profiles.Find(text) is not null) return null;
        foreach (var piece in spoken.Pieces)
        {
            if (piece.Asks is var (question, answers) && piece.Pattern.Match(text) is { Success: true } match)
                return (question, answers.Select(a => a.Replace("#", match.Groups["v"].Value, StringComparison.Ordinal)));
        }
        return null;
    }

    /// <summary>What stands between commas or semicolons.</summary>
    internal static IEnumerable<(int Start, string Text)> Pieces(string line, int from)
    {
        foreach (Match m in Piecewise().Matches(line[from..]))
        {
            var trimmed = m.Value.Trim();
            if (trimmed.Length > 0) yield return (from + m.Index + m.Value.IndexOf(trimmed, StringComparison.Ordinal), trimmed);
        }
    }

    [GeneratedRegex(@"[^,;:]+")]
    private static partial Regex Piecewise();

    [GeneratedRegex(@"^(?:(?<n>[0-9]{1,3})\s*(?:[×x]\s*|-(?=M))?)?(?<thread>M\s?[0-9]+(?:\.[0-9]+)?(?:x[0-9.]+)?|[0-9#][0-9/#-]*(?:-[0-9]+)?\s*(?:UNC|UNF|8-?UN)|[0-9]/[0-9]{1,2}(?:-[0-9]{1,2})?(?:\s*(?:""|in))?)(?:\s+(?:grade\s+)?(?<grade>\S(?:.*\S)?))?$", RegexOptions.IgnoreCase)]
    private static partial Regex Bolt();

    [GeneratedRegex(@"^(?<q>[-+]?[0-9].*?)(?:\s+(?<how>pull|tension|down|downwards|compression|in compression|axial compression|up|upwards|uplift|apart|across|shear|along|about x|about y))?$",
        RegexOptions.IgnoreCase)]
    private static partial Regex Load();

    [GeneratedRegex(@"^(?<how>pull|tension|down|compression|axial compression|up|uplift|apart|across|shear|load|force|moment)(?: (?:of|=))? (?<q>[-+]?[0-9].*)$",
        RegexOptions.IgnoreCase)]
    private static partial Regex WayFirst();

    [GeneratedRegex(@"^C\s?(?<fck>[0-9]{2})(?:/[0-9]{2})?$", RegexOptions.IgnoreCase)]
    private static partial Regex Concrete();

    /// <summary>What a piece says, into the draft. One thing said twice is asked, never overwritten, whatever reads it.</summary>
    private static (string Taken, string? Problem) Take(ref Draft draft, Spoken spoken, string text, UnitSystem shown,
        ref Numbered? number)
    {
        var (before, counted) = (draft, number);
        var (taken, problem) = TakeAny(ref draft, spoken, text, shown, ref number);
        if (problem is not null)
        {
            (draft, number) = (before, counted);
            return ("", problem);
        }
        var now = draft;
        var twice = before.Places().Where(p => now.Text(before.PathOf(p)) != before.Text(before.PathOf(p))).Select(before.PathOf)
            .FirstOrDefault();
        var again = counted is not null && number!.Bolts == counted.Bolts && (number.InAll is null || counted.InAll is null
            || number.InAll == counted.InAll);
        if (again) number = counted! with { InAll = counted!.InAll ?? number!.InAll };
        if (twice is null && (counted is null || again)) return (taken, null);
        (draft, number) = (before, counted);
        return ("", twice is null ? $"there are {counted!.Bolts} bolts already: one number of bolts"
            : $"{Fields.Words(twice).ToLowerInvariant()} is stated already, {before.Text(twice)}: say what this is");
    }

    private static (string Taken, string? Problem) TakeAny(ref Draft draft, Spoken spoken, string text, UnitSystem shown,
        ref Numbered? number)
    {
        if (spoken.Kind == "basePlate" && Profiles.Find(text) is not null) return TakeGiven(ref draft, spoken, text)!.Value;
        foreach (var piece in spoken.Pieces)
        {
            if (piece.Asks is not null || piece.Pattern.Match(text) is not { Success: true } match) continue;
            foreach (var (group, path) in piece.Fields)
            {
                draft = draft.State(path, group[0] == '=' ? group[1..] : match.Groups[group].Value, shown);
            }
            return (piece.Taken, null);
        }
        if (Asked(spoken, text, shown) is var (question, _)) return ("", question);
        return TakeBolt(ref draft, text, shown, ref number) ?? TakeSaid(ref draft, spoken, text) ?? TakeGiven(ref draft, spoken, text) ?? TakeLoad(ref draft, spoken, text)
            ?? ("", $"not understood. A {Kind.ById(spoken.Kind)!.Name.ToLowerInvariant()} reads like: {Kind.ById(spoken.Kind)!.Line}");
    }

    private static (string, string?)? TakeBolt(ref Draft draft, string text, UnitSystem shown, ref Numbered? number)
    {
        if (Standards.GradeBands(text).Count > 0)
        {
            draft = draft.State(Fields.Grade, text, shown);
            return ("grade", null);
        }
        if (LeadingWord().Match(text) is { Success: true } lead && QuickWords.Numbers.TryGetValue(lead.Groups["word"].Value, out var worded))
            text = worded.ToString(CultureInfo.InvariantCulture) + text[lead.Groups["word"].Length..];
        var named = Nouns().IsMatch(text);
        text = Nouns().Replace(text, "");
        if (Off().Match(text) is { Success: true } off)
        {
            number = new Numbered(-1, int.Parse(off.Groups["n"].ValueSpan, CultureInfo.InvariantCulture), null);
            return ("bolts", null);
        }
        var said = Share().Match(text);
        int Whole(Group digits) => int.Parse(digits.ValueSpan, CultureInfo.InvariantCulture);
        if (Rows().Match(text) is { Success: true } rows) return ("", "which of the two stands across the pull? Write "
            + $"{Whole(rows.Groups["a"]) * Whole(rows.Groups["b"])} {rows.Groups["thread"].Value}, and how many across");
        if (Bolt().Match(text[..(text.Length - said.Length)]) is not { Success: true } bolt
            || Standards.FindThread(bolt.Groups["thread"].Value.Replace("in", "", StringComparison.Ordinal).TrimEnd(' ', '"'))
                is not { } thread) return null;
        // A fraction by itself, of no bolts, is a length.
        if (IsBareFraction().IsMatch(text) && !named) return null;
        if (draft.Text(Fields.Thread) is { } before && before != thread.Designation) return ("",
            $"there is a size already, {before}: one joint has one size of bolt");
        draft = draft.State(Fields.Thread, thread.Designation, shown);
        if (bolt.Groups["grade"].Success)
        {
            // Grade 5 is SAE's.
            var grade = bolt.Groups["grade"].Value;
            if (new[] { grade, "SAE " + grade }.FirstOrDefault(g => Standards.GradeBands(g).Count > 0) is not { } known) return ("",
                $"no grade is called {grade}");
            draft = draft.State(Fields.Grade, known, shown);
        }
        if (bolt.Groups["n"].Success) number = new Numbered(-1, int.Parse(bolt.Groups["n"].ValueSpan, CultureInfo.InvariantCulture),
            said.Success ? said.Groups["all"].Success : null);
        return ("bolts", null);
    }

    [GeneratedRegex(@"(?<=M[0-9]+|[0-9]\.[0-9]|[0-9]/[0-9]+(?:\s*(?:""|in))?)\s+(?:anchors?|anchor bolts|holding[- ]down bolts|hd bolts|bolts|studs)$", RegexOptions.IgnoreCase)]
    private static partial Regex Nouns();

    [GeneratedRegex(@"^(?<word>[a-z-]+)\s+(?:bolts?|studs?|anchors?|off|M[0-9]|[0-9])", RegexOptions.IgnoreCase)]
    private static partial Regex LeadingWord();

    [GeneratedRegex(@"^(?<a>[1-9])\s*[×x]\s*(?<b>[0-9]{1,2})\s*(?:[×x]\s*)?(?<thread>M[0-9]+)", RegexOptions.IgnoreCase)]
    private static partial Regex Rows();

    [GeneratedRegex(@"^[0-9]/[0-9]{1,2}(?:\s*(?:""|in))?$", RegexOptions.IgnoreCase)]
    private static partial Regex IsBareFraction();

    [GeneratedRegex(@"^(?<n>[0-9]{1,3})\s*(?:off|no\.?|nos\.?|pcs|bolts?)$", RegexOptions.IgnoreCase)]
    private static partial Regex Off();

    /// <summary>A number of bolts as it was said.</summary>
    /// <param name="Part">The piece that says it; below 0 while it is read.</param>
    /// <param name="Bolts">How many.</param>
    /// <param name="InAll">True for all of them, false for those of a side or row; null where that was not said.</param>
    private sealed record Numbered(int Part, int Bolts, bool? InAll);

    [GeneratedRegex(@"\s+(?:(?<all>in all|altogether|in total)|(?:on |in )?(?:each|a|per) (?:side|row))$", RegexOptions.IgnoreCase)]
    private static partial Regex Share();

    /// <summary>
    /// A number of bolts goes where the kind has it: on each side of a splice, in the rows of a foot, round a tube. Where it could be all
    /// of them or those of one side, it is asked.
    /// </summary>
    private static QuickPart Counted(ref Draft draft, Spoken spoken, Numbered number, string line, QuickPart part, UnitSystem shown)
    {
        QuickPart Wrong(string problem, params QuickAnswer[] answers) => part with { Taken = "", Problem = problem, Answers = answers };
        QuickAnswer With(string words) => new($"{number.Bolts} {words}", line[..part.Start] + part.Text + " " + words
            + line[(part.Start + part.Length)..]);
        int? Stated(Draft d, string path) => d.At(path) is { } place ? d[place]?.Raw.Whole : null;
        if (part.Problem is not null) return part;
        if (spoken.Kind == "pin") return number.Bolts == 1 ? part : Wrong("one bolt is the pin");
        var (groups, each) = spoken.Kind switch
        {
            "splice" when draft.Text("splice.form") != "lap" => (2, "on each side"),
            "closure" => (Stated(draft, "closure.rows") ?? 1, "in each row"),
            _ => (1, ""),
        };
        if (groups > 1 && number.InAll is null) return Wrong($"in all, or {each}?", With("in all"), With(each));
        if (groups > 1 && number.InAll is true
            && number.Bolts % groups != 0) return Wrong($"{number.Bolts} cannot be shared evenly: say how many {each}");
        var n = number.InAll is true ? number.Bolts / groups : number.Bolts;
        Draft Set(Draft d, string path, int value) => d.State(path, value.ToString(CultureInfo.InvariantCulture), shown);
        switch (spoken.Kind)
        {
            case "splice":
                // An odd number stands in one line where nobody said how many there are.
                var across = Stated(draft, "splice.rows") ?? (n % 2 == 0 ? 2 : 1);
                if (n == 0 || n % across != 0) return Wrong($"{n} bolts do not fill {across} lines across");
                draft = Set(Set(draft, "splice.rows", across), "splice.columns", n / across);
                break;
            case "basePlate":
                if (n < 4 || n % 2 != 0) return Wrong("a foot has two rows of at least two bolts: an even number from 4 on");
                draft = Set(draft, "basePlate.perRow", n / 2);
                break;
            default:
                draft = Set(draft, spoken.Count, n);
                break;
        }
        return part with { Taken = groups > 1 ? $"bolts, {n} {each}" : "bolts" };
    }

    /// <summary>What a line of any joint says in the same words: finish, washers, how shear is carried, basis, condition.</summary>
    private static (string, string?)? TakeSaid(ref Draft draft, Spoken spoken, string text)
    {
        (Dictionary<string, string> Table, string[] Paths, string Taken)[] tables =
        [
            (QuickWords.Finishes, [Fields.Lubrication.Path], "finish"), (QuickWords.ShearBy, [Fields.ShearBy.Path], "how shear is carried"),
            (QuickWords.Washers, [Fields.HeadWasher.Path, Fields.NutWasher.Path], "washers"),
            (QuickWords.Conditions, [Fields.Condition.Path], "bolts"),
        ];
        foreach (var (table, paths, taken) in tables)
        {
            if (!table.TryGetValue(text, out var value) || value is "" or "*") continue;
            if (!Kind.ById(spoken.Kind)!.IsTightened) return ("", $"{taken} counts where bolts are tightened, and these are not");
            return Put(ref draft, [.. paths.Select(p => (p, value))], taken);
        }
        return !QuickWords.Said.TryGetValue(text, out var said) || said.StartsWith("loads", StringComparison.Ordinal) ? null
            : Put(ref draft, [(said.Split('=')[0], said.Split('=')[1])], Fields.Words(said.Split('=')[0]).ToLowerInvariant());
    }

    private static (string, string?) Put(ref Draft draft, (string Path, string Text)[] said, string taken)
    {
        var there = draft;
        if (said.FirstOrDefault(s => there.Text(s.Path) is { } before && before != s.Text) is { Path: { } twice })
            return ("", $"{Fields.Words(twice).ToLowerInvariant()} is stated already, {draft.Text(twice)}: one of the two");
        draft = draft.State(said, UnitSystem.Si);
        return (taken, null);
    }

    private static (string, string?)? TakeGiven(ref Draft draft, Spoken spoken, string text)
    {
        if (spoken.Kind == "basePlate" && Profiles.Find(text) is { } profile)
        {
            draft = draft.State("basePlate.profile", profile.Name, UnitSystem.Si);
            return ("column", null);
        }
        if (spoken.Kind == "basePlate" && Concrete().Match(text) is { Success: true } concrete)
        {
            draft = draft.State("basePlate.fck", concrete.Groups["fck"].Value + " MPa", UnitSystem.Si);
            return ("concrete", null);
        }
        if (Standards.MaterialBands(text) is not { Count: > 0 } bands) return null;
        var field = spoken.Kind switch { "splice" => "material", "pin" => "eyeMaterial", "closure" => "tubeMaterial", _ => "material" };
        draft = draft.State($"{spoken.Kind}.{field}", bands[0].Name, UnitSystem.Si);
        if (spoken.Kind == "closure") draft = draft.State("closure.plugMaterial", bands[0].Name, UnitSystem.Si);
        return ("material", null);
    }

    private static (string, string?)? TakeLoad(ref Draft draft, Spoken spoken, string text)
    {
        var load = Load().Match(text);
        if (!load.Success) load = WayFirst().Match(text);
        if (!load.Success) return null;
        var (quantity, how) = (load.Groups["q"].Value, load.Groups["how"].Value.ToLowerInvariant());
        if (how is "load" or "force" or "moment") how = "";
        Draft To(Draft d, string key, string text) => d.State($"loads[0].{key}", text, UnitSystem.Si);
        var (force, pressure, moment) = (QuantityText.Parse(quantity, Dimension.Force), QuantityText.Parse(quantity, Dimension.Stress),
            QuantityText.Parse(quantity, Dimension.Torque));
        // What hangs is told by its mass.
        if (force.Problem is not null && QuantityText.Parse(quantity, Dimension.Mass) is { Problem: null } mass)
        {
            quantity = QuantityText.Exact(mass.Held, Units.Of(Dimension.Mass, "kg")).Replace("kg", "kgf", StringComparison.Ordinal);
            force = QuantityText.Parse(quantity, Dimension.Force);
        }
        if (QuantityText.IsBareNumber(quantity)) return ("", "a number without a unit: say what it is, such as 60 kN, 12 MPa or 16 mm");
        if (spoken.Force.Length == 0)
        {
            if (pressure.Problem is not null) return force.Problem is null ? ("", "a pressure is meant here, such as 12 MPa or 120 bar")
                : ("", pressure.Problem);
            draft = To(draft, "pressure", quantity);
            return ("pressure", null);
        }
        if (force.Problem is null)
        {
            var key = how is "across" or "shear" && spoken.Kind != "pin" ? spoken.Kind == "splice" ? "fy" : "fx" : spoken.Force;
            if (draft.Text($"loads[0].{key}") is { } before) return ("",
                $"there is {before} already: write one, and the other as a load case of its own");
            // A foot is pressed down or pulled up: which, is asked.
            if (key == "fz" && how.Length == 0) return ("", FootAsked);
            if (spoken.Kind == "pin" && IsDown(how)) return ("", "a pin is judged here under a pull: one that is pushed is not");
            draft = To(draft, key, (IsDown(how) && key == "fz") || (how.EndsWith("compression", StringComparison.Ordinal) && key == "fx")
                ? QuantityText.ShowText(-Math.Abs(force.Held), Dimension.Force, UnitSystem.Si, 6)
                : quantity);
            return (how.Length > 0 ? $"load, {how}" : "load", null);
        }
        if (moment.Problem is null && spoken.Kind is "basePlate" or "splice")
        {
            draft = To(draft, spoken.Kind == "splice" ? "mz" : how == "about y" ? "my" : "mx", quantity);
            return ("moment", null);
        }
        return ("", force.Problem);
    }

    private const string FootAsked = "does it press the foot down, or lift it?";

    private static readonly (string Words, string More)[] FootAnswers = [("presses it down", " down"), ("lifts it", " uplift")];

    private static bool IsDown(string how) => how.StartsWith("down", StringComparison.Ordinal) || how.EndsWith("compression",
        StringComparison.Ordinal);

    /// <summary>Chooses what was left out: bolts and what the kind needs, the first that holds.</summary>
    private static Draft Choose(Draft draft, Spoken spoken, List<string> words)
    {
        void Make(string path, string text, string said)
        {
            if (draft.Text(path) is not null) return;
            draft = draft.State(path, text, UnitSystem.Si).Chose(draft.At(path)!.Value);
            words.Add(said);
        }

        var isPlainPin = spoken.Kind == "pin" && draft.Text(Fields.Thread) is null;
        if (!isPlainPin)
        {
            Make("bolts.thread", spoken.Kind == "basePlate" ? "M20" : "M16", "the size of the bolts");
            Make("bolts.grade", spoken.Kind == "basePlate" ? "4.6" : "8.8", "the grade");
        }
        else
        {
            Make("pin.diameter", "30 mm", "the pin");
        }
        // What is tightened by torque on steelwork has washers under what turns and what is held, hard enough for the grade.
        if (spoken.Kind is "splice" or "cover" or "angle" && draft.Text(Fields.Head) is null or "hex"
            && Standards.FindThread(draft.Text(Fields.Thread)!) is { } thread
            && JointRules.GradeNamed(draft.Text(Fields.Grade)!, thread, []) is { } grade
            && JointRules.WasherFitting(thread, grade) is { } washer)
        {
            Make("washers.head", washer.Kind, $"{washer.Kind} washers under the heads");
            Make("washers.nut", washer.Kind, $"{washer.Kind} washers under the nuts");
        }
        if (spoken.Kind == "cover")
        {
            Make("tightening.lubrication", "lubricated", "oiled, so that the gasket is pressed evenly");
            Make("cover.gasketWidth", "16 mm", "gasket 16 mm wide");
        }
        if (spoken.Kind == "basePlate") Make("judging.basis", "eurocode", "Eurocode 3");
        if (spoken.Kind == "splice" && draft[Fields.Loads][0].Stated.Count == 1) Make("loads[0].fx", "0 kN", "no load");
        var needs = spoken.Needs(draft).Where(n => draft.Text(n.Path) is null).ToList();
        if (needs.Count == 0) return draft;
        foreach (var (path, text) in First(draft, needs)) Make(path, text, $"{Fields.Words(path).ToLowerInvariant()} {text}");
        return draft;
    }

    /// <summary>The first of all combinations that holds; where none does, the first that can be drawn.</summary>
    private static IReadOnlyList<(string Path, string Text)> First(Draft draft, List<(string Path, string[] Texts)> needs)
    {
        IReadOnlyList<(string, string)>? drawn = null;
        foreach (var trial in Combinations(needs).Take(MostTrials))
        {
            if (draft.State(trial, UnitSystem.Si).Judged().Joint is not { } joint) continue;
            if (TwoReserves.Of(Mechanics<Plain>.Of(joint)).Holds) return trial;
            drawn ??= trial;
        }
        return drawn ?? [.. needs.Select(n => (n.Path, n.Texts[0]))];
    }

    private const int MostTrials = 120;

    private static IEnumerable<List<(string Path, string Text)>> Combinations(List<(string Path, string[] Texts)> needs) =>
        needs.Aggregate<(string Path, string[] Texts),
        IEnumerable<List<(string, string)>>>([[]],
        (all, need) => all.SelectMany(a => need.Texts.Select(t => new List<(string, string)>(a) { (need.Path, t) })));
}
