using System.Globalization;
using System.Text.RegularExpressions;
using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Documents;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Kinds;
using Hasp.Core.Quantities;

namespace Hasp.Files.Quick;

/// <summary>
/// Quick lines that begin with a kind of joint: <c>splice 12/18 plates, 2 × 10 covers, 420 kN, M20 8.8</c>. Pieces stand between commas,
/// each read by the patterns of its kind; what is left out is chosen so that the joint holds, and marked.
/// </summary>
internal static partial class QuickKinds
{
    /// <summary>A piece that a kind understands.</summary>
    /// <param name="Words">How it is written.</param>
    /// <param name="Row">The row of the kind's table.</param>
    /// <param name="Into">What it states: a path, and a text in which figures stand as <c>{left}</c>.</param>
    private sealed record Piece(Phrasing Words, KindWords Row, (string Path, string Text)[] Into)
    {
        /// <summary>What a figure reads that goes into the field of its own name.</summary>
        internal bool IsSaid(string figure) => figure == "_" || Into.Any(i => i.Text.Contains($"{{{figure}}}", StringComparison.Ordinal));
    }

    /// <summary>A kind in a line.</summary>
    /// <param name="Kind">Which.</param>
    /// <param name="Line">What it makes of a line.</param>
    /// <param name="Pieces">What it understands.</param>
    private sealed record Spoken(Kind Kind, KindLine Line, Piece[] Pieces)
    {
        internal static Spoken Of(Kind kind) => new(kind, kind.Spoken!, [.. kind.Spoken!.Words.Where(r => r.Slot == "piece")
            .Select(r => new Piece(Phrasing.Of(r.Words), r, IntoOf(kind, r)))]);

        internal static (string Path, string Text)[] IntoOf(Kind kind, KindWords row) =>
            [.. row.Into.Split('|', StringSplitOptions.RemoveEmptyEntries).Select(i => i.Split('=', 2))
                .Select(i => ($"{kind.Id}.{i[0]}", i[1]))];
    }

    private static readonly Spoken[] All = [.. Kind.All.Where(k => k.Spoken is not null).Select(Spoken.Of)];

    /// <summary>Names of kinds as the tables of their folders list them, the longest first.</summary>
    internal static readonly IReadOnlyList<(string Name, Kind Kind, KindWords Row)> Names = [.. All
        .SelectMany(s => s.Line.Words.Where(r => r.Slot is not "piece").SelectMany(r => r.Words.Split('|').Select(w => (w, s.Kind, r))))
        .OrderByDescending(n => n.w.Length)];

    private static readonly HashSet<string> Quiet = new(Names.Where(n => n.Row.Slot is "name" or "name of one" or "quiet")
        .Select(n => n.Name), StringComparer.OrdinalIgnoreCase);

    /// <summary>Reads a line that begins with a kind; null where it does not.</summary>
    internal static QuickJoint? Read(string line, UnitSystem shown)
    {
        if (KindIn(line) is not var (spoken, row, at, word)) return null;
        // A line that speaks inches speaks them throughout, whatever is shown.
        if (InchWords().IsMatch(line)) shown = UnitSystem.Us;
        var name = line.Trim().Length <= 80 && !line.Any(char.IsControl) ? line.Trim() : spoken.Kind.Name;
        var draft = Draft.Empty.With((Fields.Name, name), (Fields.Kind, spoken.Kind.Id))
            .Add(Fields.Loads, Row.Of(RowId.At(0), (Fields.CaseName, "Case 1")))
            .State(Spoken.IntoOf(spoken.Kind, row), shown);
        var parts = new List<QuickPart> { new(at, word.Length, word, spoken.Kind.Name.ToLowerInvariant(), null, []) };
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
                    : spoken.Line.AsksWay is var (way, ways) && problem == way ? ways.Select(a => new QuickAnswer(a.Words,
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
    private static (Spoken Spoken, KindWords Row, int At, string Word)? KindIn(string line)
    {
        foreach (var (slots, before, behind) in NamesStand)
        {
            foreach (var (name, kind, row) in Names.Where(n => slots.Contains(n.Row.Slot)))
            {
                var word = Regex.Escape(name).Replace("\\ ", @"\s+", StringComparison.Ordinal);
                if (Regex.Match(line, $"{before}(?<word>{word}){behind}", RegexOptions.IgnoreCase) is not { Success: true } match) continue;
                var (at, said) = (match.Groups["word"].Index, match.Groups["word"].Value);
                // A lug, a hanger that several bolts hold is no pin, and a hanger rod is a bolt.
                if (row.Slot == "name of none") return null;
                if (row.Slot == "name of one" && (Several().IsMatch(line) || Rods().IsMatch(line[(at + said.Length)..]))) return null;
                return (All.First(s => s.Kind == kind), row, at, said);
            }
        }
        return null;
    }

    // Where names of a slot stand, by what is before and behind them; L75x75x8: a section is called by its letter.
    private static readonly (string[] Slots, string Before, string Behind)[] NamesStand =
    [
        (["name before a size"], @"^\s*", @"\s?(?=[0-9][0-9.]*\s*[x×*]\s*[0-9])"),
        (["name", "name of one", "name of none"], @"^\s*(?:an?\s+)?", @"s?(?![\p{L}\p{N}-])"),
        (["name anywhere"], @"(?<![\p{L}\p{N}-])", @"s?(?![\p{L}\p{N}-])"),
    ];

    [GeneratedRegex(@"(?<![\w.-])(?:[2-9]|[1-9][0-9]|two|three|four|six|eight)\s*(?:x|×|off|no\.?|nos\.?)?\s*(?:bolts?\s+)?M[0-9]", RegexOptions.IgnoreCase)]
    private static partial Regex Several();

    [GeneratedRegex(@"^\s+(?:rods?|bolts?|screws?)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Rods();

    /// <summary>A word that says nothing of its own: a small one, or the kind's name once more.</summary>
    private static bool IsQuiet(string word) => QuickWords.Small.Contains(word) || Quiet.Contains(word);

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
        // but the 30 of "450 x 450 x 30 M24" is the third size of what it stands behind.
        bool IsCountOf(int end) => char.IsDigit(words[end].Value[^1]) && Counting().IsMatch(text[(words[end].Index + words[end].Length)..])
            && !ThirdSize().IsMatch(text[..(words[end].Index + words[end].Length)]);
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
            if (end is null && at + 1 < words.Count && Quiet.Contains(Run(at, at + 1))) end = at + 1;
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

    [GeneratedRegex(@"[0-9]\s*[x×*]\s*[0-9.]+\s*[x×*]\s*[0-9.]+$", RegexOptions.IgnoreCase)]
    private static partial Regex ThirdSize();

    [GeneratedRegex("^(?:in|into|through|with|of|under|at|for|on|and|between|from|by|carrying|carries|takes|holding|to)$",
        RegexOptions.IgnoreCase)]
    private static partial Regex Joining();

    [GeneratedRegex(@"^[0-9.]+(?:\s*(?:mm|cm|in|""))?$", RegexOptions.IgnoreCase)]
    private static partial Regex Bare();

    [GeneratedRegex(@"\b(?:A325|A490|A307|A36|A572|kips?|lbf|lbs?|UNC|UNF|SAE|inch|inches|psi|ksi)\b|[0-9]""", RegexOptions.IgnoreCase)]
    private static partial Regex InchWords();

    /// <summary>What is asked of a piece, and the words of its answers; null where nothing is.</summary>
    private static (string Question, IEnumerable<string> Instead)? Asked(Spoken spoken, string text, UnitSystem shown)
    {
        if (PieceIn(spoken, text, shown) is not ({ Row: { Question.Length: > 0 } row }, var figures)) return null;
        return (row.Question, row.Answers.Split('|', StringSplitOptions.RemoveEmptyEntries).Select(a => Filled(a, figures)));
    }

    /// <summary>The first row of the kind that understands a piece, and its figures; null where none does, or it is known by name.
    /// Where the line speaks inches, a share of one is no question.</summary>
    private static (Piece Piece, IReadOnlyDictionary<string, string> Figures)? PieceIn(Spoken spoken, string text, UnitSystem shown)
    {
        if (spoken.Line.Names(text) is not null) return null;
        foreach (var piece in spoken.Pieces)
        {
            if (piece.Words.In(text) is { } figures && !(piece.Row.Question.Length > 0 && shown == UnitSystem.Us
                && figures.Values.Any(ShareOfInch().IsMatch))) return (piece, figures);
        }
        return null;
    }

    /// <summary>A text of a row with its figures.</summary>
    private static string Filled(string text, IReadOnlyDictionary<string, string> figures) =>
        figures.Aggregate(text, (t, f) => t.Replace($"{{{f.Key}}}", f.Value, StringComparison.Ordinal));

    [GeneratedRegex("^" + Phrasing.Share + "$")]
    private static partial Regex ShareOfInch();

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

    [GeneratedRegex(@"^(?:(?<n>[0-9]{1,3})\s*(?:[×x]\s*|-(?=M)|(?:bolts?|anchors?|anchor bolts|studs?|screws?|off|nos?\.?)\s+(?=M))?)?(?<thread>M\s?[0-9]+(?:\.[0-9]+)?(?:x[0-9.]+)?|[0-9#][0-9/#-]*(?:-[0-9]+)?\s*(?:UNC|UNF|8-?UN)|[0-9]/[0-9]{1,2}(?:-[0-9]{1,2})?(?:\s*(?:""|in))?)(?:\s+(?:grade\s+)?(?<grade>\S(?:.*\S)?))?$", RegexOptions.IgnoreCase)]
    private static partial Regex Bolt();

    [GeneratedRegex(@"^(?<q>[-+]?[0-9].*?)(?:\s+(?<how>pull|tension|down|downwards|compression|in compression|axial compression|up|upwards|uplift|apart|across|shear|along|about x|about y))?$",
        RegexOptions.IgnoreCase)]
    private static partial Regex Load();

    [GeneratedRegex(@"^(?<how>pull|tension|down|compression|axial compression|up|uplift|apart|across|shear|load|force|moment)(?: (?:of|=))? (?<q>[-+]?[0-9].*)$",
        RegexOptions.IgnoreCase)]
    private static partial Regex WayFirst();

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
        if (spoken.Line.Names(text) is not null) return TakeGiven(ref draft, spoken, text)!.Value;
        if (PieceIn(spoken, text, shown) is var (piece, figures))
        {
            if (piece.Row.Question.Length > 0) return ("", piece.Row.Question);
            var said = figures.Where(f => !piece.IsSaid(f.Key)).Select(f => ($"{spoken.Kind.Id}.{f.Key}", f.Value))
                .Concat(piece.Into.Select(i => (i.Path, Filled(i.Text, figures))));
            draft = draft.State(said, shown);
            return (piece.Row.Taken, null);
        }
        return TakeBolt(ref draft, text, shown, ref number) ?? TakeSaid(ref draft, spoken, text) ?? TakeGiven(ref draft, spoken, text)
            ?? TakeLoad(ref draft, spoken, text)
            ?? ("", $"not understood. A {spoken.Kind.Name.ToLowerInvariant()} reads like: {spoken.Kind.Line}");
    }

    private static (string, string?)? TakeBolt(ref Draft draft, string text, UnitSystem shown, ref Numbered? number)
    {
        if (Standards.GradeBands(text).Count > 0)
        {
            draft = draft.State(Fields.Grade, text, shown);
            return ("grade", null);
        }
        if (LeadingWord().Match(text) is { Success: true } lead
            && QuickWords.Numbers.TryGetValue(lead.Groups["word"].Value, out var worded))
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
        if (part.Problem is not null) return part;
        var (groups, each) = spoken.Line.Groups(draft.Text);
        if (groups > 1 && number.InAll is null) return Wrong($"in all, or {each}?", With("in all"), With(each));
        if (groups > 1 && number.InAll is true
            && number.Bolts % groups != 0) return Wrong($"{number.Bolts} cannot be shared evenly: say how many {each}");
        var n = number.InAll is true ? number.Bolts / groups : number.Bolts;
        var placed = spoken.Line.Places(draft.Text, n);
        if (placed.Problem is { } problem) return Wrong(problem);
        draft = draft.State(placed.Fields.Select(f => (f.Path, f.Value.ToString(CultureInfo.InvariantCulture))), shown);
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
            if (!spoken.Kind.IsTightened) return ("", $"{taken} counts where bolts are tightened, and these are not");
            return Put(ref draft, [.. paths.Select(p => (p, value))], taken);
        }
        if (!QuickWords.Said.TryGetValue(text, out var field) || field.Split('=') is not [var path, var said]) return null;
        return Put(ref draft, [(path, said)], Fields.Words(path).ToLowerInvariant());
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
        if (spoken.Line.Names(text) is var (path, named, taken))
        {
            draft = draft.State(path, named, UnitSystem.Si);
            return (taken, null);
        }
        // What seals is no part: it has rows of its own.
        if (QuickWords.MaterialNamed(text) is not { } material || Standards.MaterialBands(material)[0].IsGasket) return null;
        draft = draft.State(spoken.Line.Materials.Select(m => (m, material)), UnitSystem.Si);
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
        if (spoken.Line.Force.Length == 0)
        {
            if (pressure.Problem is not null) return force.Problem is null ? ("", "a pressure is meant here, such as 12 MPa or 120 bar")
                : ("", pressure.Problem);
            draft = To(draft, "pressure", quantity);
            return ("pressure", null);
        }
        if (force.Problem is null)
        {
            var key = how is "across" or "shear" ? spoken.Line.Across : spoken.Line.Force;
            if (draft.Text($"loads[0].{key}") is { } before) return ("",
                $"there is {before} already: write one, and the other as a load case of its own");
            if (spoken.Line.AsksWay is var (asked, _) && key == spoken.Line.Force && how.Length == 0) return ("", asked);
            if (spoken.Line.NoPush is { } noPush && IsDown(how)) return ("", noPush);
            draft = To(draft, key, (IsDown(how) && key == "fz") || (how.EndsWith("compression", StringComparison.Ordinal) && key == "fx")
                ? QuantityText.ShowText(-Math.Abs(force.Held), Dimension.Force, UnitSystem.Si, 6)
                : quantity);
            return (how.Length > 0 ? $"load, {how}" : "load", null);
        }
        if (moment.Problem is null && spoken.Line.Moment is var (plain, aboutY))
        {
            draft = To(draft, how == "about y" ? aboutY : plain, quantity);
            return ("moment", null);
        }
        return ("", force.Problem);
    }

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

        if (spoken.Line.Bolts(draft.Text) is var (size, named))
        {
            Make("bolts.thread", size, "the size of the bolts");
            Make("bolts.grade", named, "the grade");
        }
        // What is tightened by torque on steelwork has washers under what turns and what is held, hard enough for the grade.
        if (spoken.Line.Washers && draft.Text(Fields.Head) is null or "hex"
            && Standards.FindThread(draft.Text(Fields.Thread)!) is { } thread
            && JointRules.GradeNamed(draft.Text(Fields.Grade)!, thread, []) is { } grade
            && JointRules.WasherFitting(thread, grade) is { } washer)
        {
            Make("washers.head", washer.Kind, $"{washer.Kind} washers under the heads");
            Make("washers.nut", washer.Kind, $"{washer.Kind} washers under the nuts");
        }
        foreach (var (path, text, said) in spoken.Line.Chooses(draft.Text)) Make(path, text, said);
        var needs = spoken.Line.Tries(draft.Text).Where(n => draft.Text(n.Path) is null).ToList();
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
