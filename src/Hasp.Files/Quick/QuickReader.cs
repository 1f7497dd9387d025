using System.Globalization;
using System.Text.RegularExpressions;
using Hasp.Core.Catalogue;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Files.Quick;

/// <summary>A quantity of a line, as a document would hold it.</summary>
/// <param name="Text">Number and unit, e.g. <c>72 kN</c>.</param>
/// <param name="Held">In the consistent set.</param>
/// <param name="Unit">Its unit.</param>
internal sealed record Amount(string Text, double Held, Unit Unit)
{
    internal static Amount Of(double value, Unit unit) =>
        new(value.ToString("0.############", CultureInfo.InvariantCulture) + " " + unit.Symbol, unit.ToHeld(value), unit);
}

/// <summary>A clamped part of a line.</summary>
internal sealed record QuickPlate(double Value, Unit? Unit, bool Fraction, string? Material);

/// <summary>
/// Reads a line as a fabricator writes it: pieces first, then what each can be, in any order, with or without commas. What could mean two
/// things is asked; what is not understood is pointed at; nothing wins over anything silently.
/// </summary>
internal sealed partial class QuickReader
{
    private static readonly HashSet<string> Joiners = new(["+", "&", "and", "plus", "on", "to", "onto", "/", "@", "over", "into"],
        StringComparer.OrdinalIgnoreCase);

    // 1/3, 5/6: a share of something, such as of a turn. Two sheets so thin are bolted with little else.
    private const double LargestShare = 6;

    // A number by itself up to this may count bolts.
    private const double MostBare = 60;

    // mm: nobody bolts through more without saying of what unit it is.
    private const double ThickestBare = 999;
    private readonly string _line;
    private readonly List<Token> _tokens;
    private readonly UnitSystem _shown;
    private readonly List<QuickPart> _parts = [];
    private int _at;

    private QuickReader(string line, UnitSystem shown)
    {
        (_line, _shown) = (line, shown);
        _tokens = QuickLexer.Cut(line);
    }

    internal int? Count { get; private set; }

    internal ScrewThread? Thread { get; private set; }

    internal string? Grade { get; private set; }

    internal string? Condition { get; private set; }

    internal Amount? Length { get; private set; }

    internal string? Head { get; private set; }

    internal string? End { get; private set; }

    internal string? Washers { get; private set; }

    /// <summary>True where a kind of washer was named, and not only that there are some or none.</summary>
    internal bool NamesWashers => Washers is "large" or "hardened" or "plain";

    internal string? Finish { get; private set; }

    internal string? Method { get; private set; }

    internal string? Aim { get; private set; }

    internal string? Fit { get; private set; }

    internal Amount? Hole { get; private set; }

    internal Amount? Edge { get; private set; }

    /// <summary>Slots, of every part, as the field names them; null where the line says nothing of any.</summary>
    internal string? Holes { get; private set; }

    internal double? Friction { get; private set; }

    internal double? NutFactor { get; private set; }

    internal string? ShearBy { get; private set; }

    internal Amount? Tension { get; private set; }

    internal Amount? Shear { get; private set; }

    internal Amount? Bore { get; private set; }

    internal Amount? Pressure { get; private set; }

    internal bool Ram { get; private set; }

    /// <summary>Diameter of the circle that the bolts stand on.</summary>
    internal Amount? Circle { get; private set; }

    /// <summary>What turns the joint in the plane of its faces.</summary>
    internal Amount? Turning { get; private set; }

    /// <summary>The material of parts that are said without a thickness.</summary>
    internal string? PartsMaterial { get; private set; }

    /// <summary>The material of the last part, which the bolts may run into, said without a thickness.</summary>
    internal string? LastMaterial { get; private set; }

    /// <summary>True where the load is none that was said, but one to begin the search with.</summary>
    internal bool HasAskedLoad { get; private set; }

    /// <summary>Which way a line asks about.</summary>
    internal Way AskedWay { get; private set; } = Way.Apart;

    internal IReadOnlyList<QuickPlate> Plates { get; private set; } = [];

    /// <summary>What goes into a field as it stands.</summary>
    internal Dictionary<string, string> Said { get; } = new(StringComparer.Ordinal);

    /// <summary>What the line asks for; nothing where it only says.</summary>
    internal QuickQuestion Question { get; private set; }

    internal IReadOnlyList<QuickPart> Parts => _parts;

    /// <summary>Reads the whole line.</summary>
    internal static QuickReader Read(string line, UnitSystem shown)
    {
        var reader = new QuickReader(line, shown);
        while (reader._at < reader._tokens.Count) reader.Next();
        reader.SettleLayout();
        reader.SettleEach();
        reader.SettleLever();
        reader.SettleAim();
        reader.Settle();
        return reader;
    }

    /// <summary>True where the line speaks inches: by its thread, its grade, its units, or by what is shown where it says
    /// nothing.</summary>
    internal bool SpeaksInches
    {
        get
        {
            if (Thread is not null) return Thread.System == MeasureSystem.Inch;
            if (Grade is not null && Standards.GradeBands(Grade) is [{ System: not MeasureSystem.Any } band,
                ..]) return band.System == MeasureSystem.Inch;
            var units = new[] { Tension, Shear, Length, Hole, Edge, Bore }.OfType<Amount>().Select(a => a.Unit)
                .Concat(Plates.Select(p => p.Unit).OfType<Unit>()).ToList();
            if (units.Count > 0) return units.Any(u => Units.Belongs(u, UnitSystem.Us));
            return Plates.Any(p => p.Fraction) || _shown == UnitSystem.Us;
        }
    }

    /// <summary>What a joint has one of, by its name.</summary>
    private static readonly (string Name, Func<QuickReader, object?> Of, Action<QuickReader, object?> Keep)[] OneOfEach =
    [
        ("the bolt's length", r => r.Length, (r, was) => r.Length = (Amount?)was),
        ("a hole", r => r.Hole, (r, was) => r.Hole = (Amount?)was),
        ("an edge distance", r => r.Edge, (r, was) => r.Edge = (Amount?)was), ("a bore", r => r.Bore, (r, was) => r.Bore = (Amount?)was),
        ("a bolt circle", r => r.Circle, (r, was) => r.Circle = (Amount?)was),
        ("a pressure", r => r.Pressure, (r, was) => r.Pressure = (Amount?)was),
        ("what turns it", r => r.Turning, (r, was) => r.Turning = (Amount?)was),
        ("what tilts it", r => r.Tilting, (r, was) => r.Tilting = (Amount?)was),
        ("a slip coefficient", r => r.Friction, (r, was) => r.Friction = (double?)was),
        ("a nut factor", r => r.NutFactor, (r, was) => r.NutFactor = (double?)was),
        ("a target", r => r.Aim, (r, was) => r.Aim = (string?)was), ("a size", r => r.Thread, (r, was) => r.Thread = (ScrewThread?)was),
        ("a grade", r => r.Grade, (r, was) => r.Grade = (string?)was), ("a fit", r => r.Fit, (r, was) => r.Fit = (string?)was),
        ("the material of the parts", r => r.PartsMaterial, (r, was) => r.PartsMaterial = (string?)was),
        ("the material of the last part", r => r.LastMaterial, (r, was) => r.LastMaterial = (string?)was),
    ];

    private static bool IsAlike(object was, object? now) =>
        was is Amount a && now is Amount b ? Math.Abs(a.Held - b.Held) <= 1e-9 * Math.Abs(a.Held) : was.Equals(now);

    private static string Words(object was) => was switch
    {
        Amount amount => amount.Text, ScrewThread thread => thread.Designation, _ => $"{was}",
    };

    /// <summary>Reads the next piece. What is there once and said again otherwise is asked about, whatever read it, and stays as it
    /// was.</summary>
    private void Next()
    {
        var before = OneOfEach.Select(o => o.Of(this)).ToArray();
        var said = new Dictionary<string, string>(Said, StringComparer.Ordinal);
        var many = _parts.Count;
        NextPiece();
        string? twice = null;
        foreach (var ((name, of, keep), was) in OneOfEach.Zip(before))
        {
            if (was is null || IsAlike(was, of(this))) continue;
            keep(this, was);
            twice ??= $"there is {name} already, {Words(was)}: one of the two";
        }
        foreach (var (path, was) in said.Where(s => Said.GetValueOrDefault(s.Key) != s.Value))
        {
            Said[path] = was;
            twice ??= $"there is {Fields.Words(path).ToLowerInvariant()} {was} already: one of the two";
        }
        for (var part = many; twice is not null && part < _parts.Count; part++) if (_parts[part].Problem is null) Ask(part, twice);
    }

    private void NextPiece()
    {
        var token = _tokens[_at];
        if (token.Kind == TokenKind.Break)
        {
            _at++;
            return;
        }
        if (TryNegated() || AskRange() || TryLetter() || TryWayFirst() || TryPhrases() || TryAsked() || TryThread() || TryGrade()
            || TryStandard()
            || TryLayout()
            || TryKeyed()
            || TryPlates() || (token.Kind == TokenKind.Number && TryNumber())
            || TryWordedCount(token) || TrySmall()) return;
        // A whole number between commas beside a size.
        if (Count is null && Thread is not null && token is { Kind: TokenKind.Number, Other: null }
            && token.Value == Math.Floor(token.Value)
            && token.Value is >= 1 and <= MostBare && Peek(1) is null or { Kind: TokenKind.Break })
        {
            Refuse(1, $"{token.Text} of what?", Instead(1, $"{token.Text} bolts", "the number of bolts"),
                Instead(1, $"{token.Text} mm plate", "a part this thick"));
            return;
        }
        Refuse(1, Hint(token));
    }

    // ---- pieces -------------------------------------------------------------------------------------------------------------

    private Token? Peek(int ahead = 0) => _at + ahead < _tokens.Count ? _tokens[_at + ahead] : null;

    private string Span(int from, int count) => _line[_tokens[from].Start.._tokens[from + count - 1].End];

    private bool IsWord(int ahead, params string[] words) =>
        _at + ahead >= 0 && Peek(ahead) is { } t && words.Contains(t.Text, StringComparer.OrdinalIgnoreCase);

    private bool IsWord(int ahead, HashSet<string> words) => _at + ahead >= 0 && Peek(ahead) is { } t && words.Contains(t.Text);

    private void Take(int count, string taken)
    {
        var text = Span(_at, count);
        _parts.Add(new(_tokens[_at].Start, text.Length, text, taken, null, []));
        _at += count;
    }

    private void Refuse(int count, string problem, params QuickAnswer[] answers)
    {
        var text = Span(_at, count);
        _parts.Add(new(_tokens[_at].Start, text.Length, text, "", problem, answers));
        _at += count;
    }

    /// <summary>The line with some tokens from here on replaced: what a one-click answer makes of it.</summary>
    private QuickAnswer Instead(int count, string text, string words) =>
        new(words, _line[.._tokens[_at].Start] + text + _line[_tokens[_at + count - 1].End..]);

    /// <summary>The longest phrase from here that a table knows.</summary>
    private (T Meaning, int Count)? Phrase<T>(Dictionary<string, T> table, int ahead = 0)
    {
        foreach (var (text, spaced, n) in SpansAt(_at + ahead))
        {
            if (table.TryGetValue(spaced, out var meaning) || table.TryGetValue(text, out meaning)) return (meaning, n);
        }
        return null;
    }

    // The words of the longest phrase: EN 1993-1-8 is six pieces.
    private const int MostPieces = 6;
    private readonly Dictionary<int, (string Text, string Spaced, int Count)[]> _spans = [];

    /// <summary>What stands from a piece on, as typed and with one blank between all pieces, the longest first: every table looks for
    /// its phrases in it.</summary>
    private (string Text, string Spaced, int Count)[] SpansAt(int at)
    {
        if (_spans.TryGetValue(at, out var kept)) return kept;
        // A comma or a colon ends it, but for one within a word: Ft,Ed; IS:800.
        bool Goes(int i) => _tokens[i].Kind != TokenKind.Break || (i > at && !_tokens[i].Spaced && i + 1 < _tokens.Count
            && !_tokens[i + 1].Spaced);
        var most = Enumerable.Range(at, Math.Min(MostPieces, _tokens.Count - at)).TakeWhile(Goes).Count();
        return _spans[at] = [.. Enumerable.Range(1, most).Reverse()
            .Select(n => (Span(at, n), string.Join(' ', _tokens.Skip(at).Take(n).Select(t => t.Text)), n))];
    }

    private bool TryPhrases()
    {
        if (_tokens[_at].Kind == TokenKind.Number) return Set(QuickWords.Ends, End, v => End = v, v => "thread engages " + v)
            || TryAnyWashers() || (IsWord(1, "washers", "washer") && Set(QuickWords.Washers, Washers, v => Washers = v, v => "washers"))
            || Set(QuickWords.Grades, Grade, v => Grade = v, v => "grade " + v);
        // "Through 6 mm into 20 mm": a way through parts says nothing of a nut.
        if (IsWord(0, "through") && PlateAt(1) is not null)
        {
            Take(1, QuickPart.Nothing);
            return true;
        }
        return TrySaid() || TryQuestion()
            || TryAnyWashers()
            || Set(QuickWords.Washers, Washers, v => Washers = v, v => v.Length == 0 ? "no washers" : v == "*" ? "washers" : v + " washers")
            // "Black oxide" could mean two things, "black" does not: the longer one goes first.
            || (Phrase(QuickWords.Finishes)?.Count >= (Phrase(QuickWords.Asked)?.Count ?? 0)
                && Set(QuickWords.Finishes, Finish, v => Finish = v, v => "finish: " + v))
            || Set(QuickWords.Conditions, Condition, v => Condition = v, v => "bolts: " + v)
            || Set(QuickWords.Methods, Method, v => Method = v, v => "tightened by " + v)
            || TryBearing() || (!IsCoefficient && Set(QuickWords.ShearBy, ShearBy, v => ShearBy = v, v => v == "bearing"
                ? "may slip into bearing"
                : "must not slip"))
            || (!IsWord(1, "factor") && Set(QuickWords.Ends, End, v => End = v, v => "thread engages " + v))
            || TryFit()
            || Set(QuickWords.Holes, Holes, v => Holes = v, v => v + " the load, in every part")
            || Set(QuickWords.Heads, Head, v => Head = v, v => v + " head")
            || Set(QuickWords.Grades, Grade, v => Grade = v, v => "grade " + v)
            || TryWrench();
    }

    /// <summary>HV nuts, 2 washers: that there are washers is said already by naming them.</summary>
    private bool TryAnyWashers()
    {
        if (!NamesWashers || Phrase(QuickWords.Washers) is not ("*", var count)) return false;
        Take(count, QuickPart.Nothing);
        return true;
    }

    /// <summary>A bearing pedestal: what a shaft turns in says nothing of shear.</summary>
    private bool TryBearing()
    {
        if (!IsWord(0, "bearing", "bearings") || Peek(1) is not { Kind: TokenKind.Word } || Phrase(QuickWords.ShearBy) is (_, > 1)
            || KnownPhrase(1) is not null || GradeAt(1) is not null || IsThreadAt(1)) return false;
        Take(1, QuickPart.Nothing);
        return true;
    }

    /// <summary>Friction 0.4, slip class A: a number or a class, not a way of carrying shear.</summary>
    private bool IsCoefficient
    {
        get
        {
            if (Phrase(QuickWords.Asked) is (_, > 1)) return true;
            var ahead = 1;
            while (IsWord(ahead, "coefficient", "factor", "of", "=", "is", ":")) ahead++;
            return IsWord(0, "friction", "slip") && Peek(ahead) is { Kind: TokenKind.Number };
        }
    }

    /// <summary>How much larger the holes are; a diameter behind it is the hole's: oversize holes 20 mm.</summary>
    private bool TryFit()
    {
        if (Phrase(QuickWords.Fits) is (_, var count) && IsWord(count - 1, "holes", "hole") && Quantity(count,
            Dimension.Length) is var (hole, more))
        {
            Hole = hole;
            Take(count + more, "hole " + hole.Text);
            return true;
        }
        return Set(QuickWords.Fits, Fit, v => Fit = v, v => v + " fit");
    }

    /// <summary>A phrase that goes into a field as it stands: by Eurocode 3, factored, twist-off.</summary>
    private bool TrySaid()
    {
        if (Phrase(QuickWords.Said) is not var (said, count)) return false;
        var (path, text) = (said.Split('=')[0], said.Split('=')[1]);
        if (Said.TryGetValue(path, out var before) && before != text)
        {
            Refuse(count, $"there is {Fields.Words(path).ToLowerInvariant()} {before} already: one of the two");
            return true;
        }
        Said[path] = text;
        Take(count, $"{Fields.Words(path).ToLowerInvariant()} {Fields.At(path)!.LabelOf(text)}");
        return true;
    }

    private bool TryQuestion()
    {
        if (_at == 0 && IsWord(0, "can", "could", "would", "do", "does") && NumberAt(1) is not null)
        {
            Question = QuickQuestion.Holds;
            Take(1, "asked: whether it holds");
            return true;
        }
        if (Phrase(QuickWords.Questions) is not var (question, count)) return false;
        if (Span(_at, count).Contains("shear", StringComparison.OrdinalIgnoreCase)) AskedWay = Way.Across;
        // A line asks one thing; "will it be enough" asks it twice.
        if (Question != QuickQuestion.None && Question != question)
        {
            Take(count, QuickPart.Nothing);
            return true;
        }
        Question = question;
        Take(count, "asked: " + question switch
        {
            QuickQuestion.Torque => "the torque", QuickQuestion.HowMany => "the number of bolts", QuickQuestion.Holds => "whether it holds",
            QuickQuestion.Carries => "what it carries", QuickQuestion.Which => "the bolts",
            QuickQuestion.Thickness => "the least thickness", _ => "the least engagement",
        });
        return true;
    }

    /// <summary>A designation of a standard that no table knows: its number counts nothing.</summary>
    private bool TryStandard()
    {
        if (!IsWord(0, "DIN", "ISO", "EN", "BS", "ASTM", "ASME", "NF", "JIS", "SAE", "UNI")) return false;
        // BS EN 15048: the nation that took it over says nothing of its own.
        if (IsWord(0, "DIN", "BS", "NF", "UNI") && IsWord(1, "EN", "ISO"))
        {
            Take(1, QuickPart.Nothing);
            return true;
        }
        var count = 1;
        while (Peek(count) is { } t && ((t.Kind == TokenKind.Number && GradeAt(count) is null) || t.Text is "-"
            || IsWord(count, "EN", "ISO"))) count++;
        if (count == 1) return false;
        // A thread may stand right behind it.
        while (count > 1 && Peek(count - 1)!.Value.Text == "-") count--;
        Refuse(count, "no bolt, nut or washer is known here by that designation: say what it is (hexagon head, socket head, nut, washer)");
        return true;
    }

    private bool Set(Dictionary<string, string> table, string? before, Action<string> keep, Func<string, string> words)
    {
        if (Phrase(table) is not var (meaning, count)) return false;
        if (before is not null && before != meaning)
        {
            Refuse(count, $"there is {words(before)} already: one of the two");
            return true;
        }
        keep(meaning);
        Take(count, words(meaning));
        return true;
    }

    private bool TryWrench()
    {
        for (var n = Math.Min(2, _tokens.Count - _at); n > 0; n--)
        {
            if (!QuickWords.Wrench.Contains(Span(_at, n))) continue;
            Take(n, "torque wrench, with the scatter of the finish");
            return true;
        }
        return false;
    }

    /// <summary>10 mm plates both sides: how many parts that is, is asked; one alone would be read of them all.</summary>
    private bool AskBoth()
    {
        if (!IsWord(0, "both") || LonePartInFront is not { } part) return false;
        var count = 1 + (IsWord(1, "sides", "faces") ? 1 : 0);
        var thickness = Plates[0].Value.ToString(CultureInfo.InvariantCulture) + " " + (Plates[0].Unit?.Symbol ?? "mm");
        Refuse(count, "two parts of that, or one on each side of another? Write all of them, such as 10 + 20 + 10",
            new QuickAnswer($"two parts of {thickness}", _line[..part.Start] + $"{thickness} + {thickness}"
                + _line[_tokens[_at + count - 1].End..]));
        return true;
    }

    /// <summary>The only part so far, where it stands right in front; null where it does not.</summary>
    private QuickPart? LonePartInFront => Plates.Count == 1 && _parts is [.., { Taken: "a part" } part]
        && part.Start + part.Length >= _tokens[_at - 1].End ? part : null;

    /// <summary>How many pieces from here on say nothing of their own, read as one phrase; none where none does.</summary>
    private int SmallAt(int ahead = 0) => _at + ahead >= _tokens.Count ? 0 : SpansAt(_at + ahead)
        .FirstOrDefault(s => QuickWords.Small.Contains(s.Text) || QuickWords.Small.Contains(s.Spaced)).Count;

    private bool TrySmall()
    {
        // "30 kN shear + 20 kN tension": one load and another.
        if (IsWord(0, "+", "/") && _tokens[_at].Spaced && Peek(1) is { Spaced: true } && Quantity(1, Dimension.Force) is not null)
        {
            Take(1, QuickPart.Nothing);
            return true;
        }
        if (AskSign() || AskBoth() || TryEach()) return true;
        if (Question is QuickQuestion.Carries && Phrase(QuickWords.Ways) is var (way, words) && way is Way.Apart or Way.Across)
        {
            AskedWay = way;
            Take(words, way == Way.Apart ? "asked: in tension" : "asked: in shear");
            return true;
        }
        // What bolts go into has a thread.
        if (IsWord(0, "into") && (MaterialAt(1) is not null || PlateAt(1) is not null))
        {
            if (End is "nut")
            {
                Refuse(1, "with nuts, or into a tapped hole?", Instead(1, "through", "through it, with nuts"));
                return true;
            }
            End ??= "tapped";
            Take(1, "tapped into");
            return true;
        }
        if (WayOfLine is not null && Phrase(QuickWords.Ways) is (Way.Apart or Way.Across, var alone))
        {
            Take(alone, _wayOfLine.Said > 1 ? QuickPart.Nothing : "how the load acts");
            return true;
        }
        // "Preloaded to 70 % of proof": the share says it.
        var toShare = IsWord(0, "preloaded", "preload", "tightened", "tighten", "torqued", "pretensioned")
            && ShareAt(IsWord(1, "to") ? 2 : 1);
        if (toShare || _tokens[_at].Text is "-" or "–" or "?" or "!")
        {
            Take(1, QuickPart.Nothing);
            return true;
        }
        if (SmallAt() is not (> 0 and var quiet)) return false;
        Take(quiet, QuickPart.Nothing);
        return true;
    }

    private bool ShareAt(int ahead) => Peek(ahead) is { Kind: TokenKind.Number } && IsWord(ahead + 1, "%");

    /// <summary>"No grease" is no grease: what a negation turns round is never read as if it stood there alone.</summary>
    private bool TryNegated()
    {
        if (!QuickWords.Negations.Contains(_tokens[_at].Text) || KnownPhrase(0) is > 1) return false;
        if (KnownPhrase(1) is not { } count)
        {
            // "4 no" counts; it was taken with its number.
            Refuse(1, "what is it that there is not? Say what there is instead");
            return true;
        }
        var dry = Phrase(QuickWords.Finishes, 1) is not null;
        Refuse(1 + count, "say what there is instead", dry ? [Instead(1 + count, "dry", "dry")] : []);
        return true;
    }

    /// <summary>How many tokens of a phrase stand somewhere ahead, whatever it says; null where none that is known does.</summary>
    private int? KnownPhrase(int ahead)
    {
        int? Of<T>(Dictionary<string, T> table) => Phrase(table, ahead)?.Count;
        var found = new[]
        {
            Of(QuickWords.Washers), Of(QuickWords.Finishes), Of(QuickWords.Conditions), Of(QuickWords.Methods), Of(QuickWords.ShearBy),
            Of(QuickWords.Ends), Of(QuickWords.Fits), Of(QuickWords.Heads), Of(QuickWords.Ways), Of(QuickWords.Each), Of(QuickWords.Asked),
            MaterialAt(ahead)?.Count, Of(QuickWords.Said), Of(QuickWords.Questions),
        };
        return found.Max();
    }

    /// <summary>A word that could mean two things.</summary>
    private bool TryAsked()
    {
        if (_tokens[_at].Kind != TokenKind.Word || Phrase(QuickWords.Asked) is not var (asked, count)) return false;
        // "Used on", "used with": a word that says nothing.
        if (IsWord(0, "used") && IsWord(1, "on", "with", "for", "in", "to", "at"))
        {
            Take(1, QuickPart.Nothing);
            return true;
        }
        // What the line answers by itself is not asked: AISC … LRFD.
        if (asked.Answers.Any(a => a.Instead.Length > 0 && SaysElsewhere(a.Instead, count)))
        {
            Take(count, QuickPart.Nothing);
            return true;
        }
        Refuse(count, asked.Question, [.. asked.Answers.Select(a => Instead(count, a.Instead, a.Words))]);
        return true;
    }

    /// <summary>True where words stand in the line before or behind the pieces that are being read.</summary>
    private bool SaysElsewhere(string words, int count)
    {
        var pieces = words.Split(' ');
        return Enumerable.Range(0, Math.Max(0, _tokens.Count - pieces.Length + 1)).Where(i => i + pieces.Length <= _at || i >= _at + count)
            .Any(i => pieces.Select((p, k) => _tokens[i + k].Text.Equals(p, StringComparison.OrdinalIgnoreCase)).All(same => same));
    }

    /// <summary>A way that stands before its force: tension 50 kN, shear = 30 kN, Fv = 10 kN.</summary>
    private bool TryWayFirst()
    {
        if (_tokens[_at].Kind != TokenKind.Word) return false;
        var (way, words) = Phrase(QuickWords.Symbols) is var (symbol, one) && (IsWord(one, "=")
            || Quantity(one, Dimension.Force) is not null) ? (symbol, one)
            : Phrase(QuickWords.Ways) is var (said, many) ? (said, many) : (default, 0);
        if (words == 0) return false;
        var ahead = words;
        while (IsWord(ahead, "of", "=", ":", "load", "force", "is", "by", "with")) ahead++;
        if (Peek(ahead) is { Kind: TokenKind.Break, Text: ":" }) ahead++;
        if (Peek(ahead) is not { Kind: TokenKind.Number, Other: null }
            || ForceAt(ahead) is not var (force, pieces)) return false;
        return Loaded(force, way, ahead + pieces);
    }

    /// <summary>A mass as the force that it hangs by.</summary>
    private (Amount Amount, int Count)? WeightAt(int ahead) => Quantity(ahead, Dimension.Mass) is var (mass, count)
        ? (Amount.Of(mass.Held, Units.Of(Dimension.Force, "kgf")), count) : null;

    /// <summary>A sign in front of a number turns something round or says nothing: which, is asked, and the number is not read
    /// without it.</summary>
    private bool AskSign()
    {
        if (_tokens[_at].Text is not ("-" or "–" or "−" or "+") || Peek(1) is not { Kind: TokenKind.Number, Spaced: false }
            || (_at > 0 && !_tokens[_at].Spaced && _tokens[_at - 1].Kind != TokenKind.Break)) return false;
        var count = 2;
        while (Peek(count) is { Kind: TokenKind.Word } && count < 5) count++;
        var bare = _line[_tokens[_at + 1].Start.._tokens[_at + count - 1].End];
        Refuse(count, $"{_tokens[_at].Text} in front of a number: what does it say? A load that presses the parts together is "
            + "written 5 kN compression",
            Instead(count, bare, bare));
        return true;
    }

    /// <summary>A load that swings, 5 to 20 kN, ±8 kN: the joint is judged under the larger; the swing has a stage of its own.</summary>
    private bool AskRange()
    {
        const string Swings = "a load that swings: the joint is judged under its largest; the other end is a load case of its own, "
            + "and the Fatigue stage judges what lies between";
        if (IsWord(0, "±", "+/-") && Peek(1) is { Kind: TokenKind.Number } && ForceAt(1) is var (swing, n))
        {
            Refuse(1 + n, Swings, Instead(1 + n, swing.Text, $"{swing.Text} either way"));
            return true;
        }
        if (_tokens[_at].Kind != TokenKind.Number) return false;
        if (AskTolerance()) return true;
        var first = ForceAt(0) is var (_, m) ? m : 1;
        var to = first;
        while (IsWord(to, "to", "-", "–", "—", "~", "…", ".") && to < first + 3) to++;
        if (to == first && IsWord(to, "and") && IsWord(-1, "between")) to++;
        // "8.8 -60 kN": a sign belongs to the number that it stands at.
        if (to > first && GradeAt(0) is not null) return false;
        // ".40" is what two points and a number leave.
        if (to == first || Peek(to) is not { Kind: TokenKind.Number } || ForceAt(to) is not var (largest, words)) return false;
        var text = largest.Text.TrimStart('.');
        if (Peek(to)!.Value.Text is ['.', .. var digits]) text = digits + text[text.IndexOf(' ', StringComparison.Ordinal)..];
        Refuse(to + words, Swings, Instead(to + words, text, text));
        return true;
    }

    /// <summary>12 ± 0.5 mm: a value, and how far it scatters.</summary>
    private bool AskTolerance()
    {
        var first = Quantity(0, Dimension.Length) is var (_, m) ? m : 1;
        if (!IsWord(first, "±", "+/-") || Peek(first + 1) is not { Kind: TokenKind.Number }) return false;
        var count = first + 2;
        while (count < first + 5 && Peek(count) is { Kind: TokenKind.Word or TokenKind.Sign } && UnitAt(first + 2, count - first - 1,
            Dimension.Length) is not null) count++;
        var unit = _line[_tokens[_at + first + 1].End.._tokens[_at + count - 1].End];
        var value = first == 1 ? Span(_at, 1) + unit : Span(_at, first);
        Refuse(count, "how far a value scatters is stated on the Chance stage", Instead(count, value, value));
        return true;
    }

    private (Amount Amount, int Count)? ForceAt(int ahead) => Quantity(ahead, Dimension.Force) ?? WeightAt(ahead);

    private bool _each;

    /// <summary>How many words make what stands before them one bolt's; none for each side, each row.</summary>
    private int EachAt(int ahead) => Phrase(QuickWords.Each, ahead) is (_, var count)
        && !(Peek(ahead + count) is { Kind: TokenKind.Word } noun && QuickWords.NotOneBolt.Contains(noun.Text)) ? count : 0;

    /// <summary>"Each" before or behind a force makes it one bolt's; by itself it is asked about, never passed over.</summary>
    private bool TryEach()
    {
        if (Phrase(QuickWords.Each) is not (_, var count)) return false;
        if (Peek(count) is { Kind: TokenKind.Word } noun && QuickWords.NotOneBolt.Contains(noun.Text))
        {
            Refuse(count + 1, "how many bolts, and how much load, is that in all? Write the number and the load of the whole joint");
            return true;
        }
        var ahead = count;
        while (IsWord(ahead, "carries", "carrying", "takes", "sees", "gets", "feels", "has", "with", "in", "under", ":")) ahead++;
        if (Peek(ahead) is { Kind: TokenKind.Number } && Enumerable.Range(1, 3).Any(n => UnitAt(ahead + 1, n, Dimension.Force) is not null))
        {
            _each = true;
            Take(ahead, "on each bolt");
        }
        else if (_loadOf is { } part)
        {
            // Behind other words: it belongs to the load last said.
            _eachOf.Add(part);
            _loadOf = null;
            Take(count, "on each bolt");
        }
        else Refuse(count, $"{Span(_at, count)} of what? Write it beside its force: 20 kN each in tension");
        return true;
    }

    // Parts of the line that state a load, and those of them that are one bolt's; the number of bolts may stand behind them.
    private int? _loadOf;
    private readonly List<int> _eachOf = [];

    /// <summary>One bolt's force times the number of bolts, once the whole line is read; where it tells no number, that is asked
    /// for.</summary>
    private void SettleEach()
    {
        foreach (var at in _eachOf)
        {
            AskShared(at - 1, at - 2);
            AskShared(at + 1, at + 2);
            var tension = !_parts[at].Taken.StartsWith("shear", StringComparison.Ordinal);
            var one = tension ? Tension! : Shear!;
            var all = Count is { } bolts ? Amount.Of(bolts * one.Unit.FromHeld(one.Held), one.Unit) : null;
            if (tension) Tension = all;
            else Shear = all;
            _parts[at] = all is null
                ? _parts[at] with { Taken = "", Problem = $"{one.Text} on each of how many bolts? Write the number of bolts, "
                    + $"or the load of the whole joint" }
                : _parts[at] with { Taken = $"{(tension ? "tension" : "shear")} {all.Text}, {one.Text} on each of {Count} bolts" };
        }
    }

    /// <summary>"10 kN shear and 5 kN tension per bolt", "each bolt carries 10 kN shear and 5 kN tension": whether the other is one bolt's
    /// as well is asked.</summary>
    /// <param name="between">What stands between the two.</param>
    /// <param name="at">The other.</param>
    private void AskShared(int between, int at)
    {
        if (at < 0 || at >= _parts.Count || !Ands.Contains(_parts[between].Text, StringComparer.OrdinalIgnoreCase)
            || _parts[at] is not { Problem: null } other
            || _eachOf.Contains(at) || !(other.Taken.StartsWith("shear ", StringComparison.Ordinal)
                || other.Taken.StartsWith("tension ", StringComparison.Ordinal))) return;
        _parts[at] = other with
        {
            Taken = "", Problem = "on each bolt as well, or on the whole joint?",
            Answers = [new("on each bolt", Replaced(other, other.Text + " per bolt")),
                new("on the whole joint", Replaced(other, other.Text + " in all"))],
        };
    }

    private static readonly string[] Ands = ["and", "&", "+", "plus", "with"];

    // ---- bolts --------------------------------------------------------------------------------------------------------------

    private bool TryThread()
    {
        var token = _tokens[_at];
        if (token.Kind == TokenKind.Word && (TryMetric(token) || TryPartedMetric())) return true;
        if (token.Kind == TokenKind.Word && token.Text.StartsWith('#')
            && Standards.FindThread(token.Text) is { } numbered) return Threaded(numbered, 1 + SeriesAfter(1));
        if (token.Kind != TokenKind.Number || token.Other is not null) return false;
        // 1/2-13 UNC, 5/16-18, 3/4 UNC, 1-8 UNC
        if (IsWord(1, "-") && !_tokens[_at + 1].Spaced && Peek(2) is { Kind: TokenKind.Number } pitch
            && HyphenatedAt(0) is { } whole && pitch.Text.Length <= 2)
        {
            var series = SeriesAfter(3);
            return InchLength(series > 0 ? Standards.FindThread(Span(_at, 3 + series)) ?? whole : whole, 3 + series, asCalledOut: true);
        }
        // 5/8"-11
        var mark = InchMark(1);
        if (mark > 0 && IsWord(1 + mark, "-") && Peek(2 + mark) is { Kind: TokenKind.Number } turns
            && Standards.FindThread($"{Inches(token)}-{turns.Text}") is { } marked)
            return InchLength(marked, 3 + mark + SeriesAfter(3 + mark), asCalledOut: true);
        // 3/4 UNC, 1/2" UNC.
        if (SeriesAfter(1 + mark) > 0 && Standards.FindThread($"{Inches(token)} {Peek(1 + mark)!.Value.Text}") is { } named)
        {
            return InchLength(named, 2 + mark);
        }
        // A fraction of an inch beside a grade or the word bolts is a size: 1/2" grade 5, 3/4 bolts.
        var inch = mark;
        if (!(token.Fraction || (inch > 0 && token.Value <= 4)) || Thread is not null || JoinsAt(1 + inch)) return false;
        if (!(GradeAt(1 + inch) is not null || SuffixedAt(1 + inch)
            || IsWord(1 + inch, "bolt", "bolts", "screw", "screws", "stud", "studs", "dia", "diameter", "diam")
                || IsBehindGrade)) return false;
        return Standards.FindThread(Inches(token)) is { } size && InchLength(size, 1 + inch);
    }

    /// <summary>A325 3/4 x 2-1/2: the size stands right behind a grade in inches.</summary>
    private bool IsBehindGrade => _parts is [.., { Problem: null } before] && before.Taken.StartsWith("grade ", StringComparison.Ordinal)
        && before.Start + before.Length == (_at > 0 ? _tokens[_at - 1].End : -1)
        && Standards.GradeBands(Grade ?? "") is [{ System: MeasureSystem.Inch }, ..];

    /// <summary>A size, and behind a sign its length: 1/2" UNC x 2".</summary>
    private bool InchLength(ScrewThread thread, int count, bool asCalledOut = false)
    {
        if (IsWord(count, "x", "X", "×") && Quantity(count + 1, Dimension.Length) is var (length, more))
        {
            (Length, count) = (length, count + 1 + more);
        }
        else if (IsWord(count, "x", "X", "×") && Peek(count + 1) is { Kind: TokenKind.Number, Fraction: true } inches)
        {
            (Length, count) = (Amount.Of(inches.Value, Units.Of(Dimension.Length, "in")), count + 2);
        }
        else if (asCalledOut && IsWord(count, "x", "X", "×") && NumberAt(count + 1) is { } bare and <= LongestBare)
        {
            // A size written with its threads an inch is a call-out, and behind it stands a length as often as a number.
            Refuse(count + 2, $"is {bare} the length in inches or the number of bolts?",
                Instead(count + 2, $"{Span(_at, count)} x {bare} in", $"{bare} in long"),
                Instead(count + 2, $"{bare} off {Span(_at, count)}", $"{bare} bolts"));
            return true;
        }
        return Threaded(thread, count);
    }

    /// <summary>A size of three pieces, with its number sign or without: 1/2-13, 10-32; null where they name none.</summary>
    private ScrewThread? HyphenatedAt(int ahead) =>
        Standards.FindThread(Span(_at + ahead, 3)) ?? Standards.FindThread("#" + Span(_at + ahead, 3));

    private int SeriesAfter(int ahead) => IsWord(ahead, "UNC", "UNF", "UN", "8UN", "8-UN", "UNRC", "unc", "unf") ? 1 : 0;

    private int InchMark(int ahead) => IsWord(ahead, "\"", "″", "”", "in", "inch") ? 1 : 0;

    private bool JoinsAt(int ahead) => Peek(ahead) is { } t && Joiners.Contains(t.Text) && t.Text is not "on" and not "to";

    private static string Inches(Token token) => token.Fraction && char.IsLetter(token.Text[0]) ? QuickLexer.Fractional(token.Value)
        : token.Fraction
        ? token.Text.Replace("½", "1/2").Replace("¼", "1/4").Replace("¾", "3/4").Replace("⅝", "5/8").Replace("⅜", "3/8")
            .Replace("⅞", "7/8")
            .Replace("⅛", "1/8").Replace(' ', '-')
        : token.Text;

    /// <summary>M-20, M 20.</summary>
    private bool TryPartedMetric()
    {
        if (!IsWord(0, "M")) return false;
        var number = IsWord(1, "-") ? 2 : 1;
        return NumberAt(number) is { } size && Peek(number)!.Value.Kind == TokenKind.Number
            && Standards.FindThread($"M{size}") is { } thread && Threaded(thread, number + 1);
    }

    /// <summary>M16, M16x1.5, M16x60, M16 x 60, M12 x 4.</summary>
    private bool TryMetric(Token token)
    {
        if (token.Text[0] is not ('M' or 'm') || token.Text.Length < 2 || !char.IsAsciiDigit(token.Text[1])) return false;
        // Six M12s.
        var pieces = token.Text.TrimEnd('s', 'S').Split(['x', 'X', '×'], 3);
        var count = 1;
        // A blank or a sign may stand before what follows the size.
        var more = pieces.Skip(1).Where(p => p.Length > 0).ToList();
        while (more.Count < 2 && IsWord(count, "x", "X", "×", "*") && Peek(count + 1) is { Kind: TokenKind.Number, Fraction: false } n)
        {
            more.Add(n.Text);
            count += 2;
        }
        if (pieces.Length == 2 && pieces[1].Length == 0 && Peek(count) is { Kind: TokenKind.Number } after)
        {
            more.Add(after.Text);
            count++;
        }
        var thread = more.Count > 0 && Standards.FindThread($"{pieces[0]}x{more[0]}") is { } fine ? fine : Standards.FindThread(pieces[0]);
        if (thread is null)
        {
            Refuse(1, $"{pieces[0]} is not a thread that is listed. Write it as ordered: M16, M16x1.5, M20");
            return true;
        }
        if (more.Count > 0 && Standards.FindThread($"{pieces[0]}x{more[0]}") is not null) more.RemoveAt(0);
        if (more.Count > 1 || IsWord(count, "x", "X", "×", "*")
            || more.Any(m => !double.TryParse(m, NumberStyles.Float, CultureInfo.InvariantCulture, out _)))
        {
            Refuse(count, $"one number too many: write the size, its length and the number of bolts apart, "
                + $"as in 4 {thread.Designation} 50 mm long");
            return true;
        }
        if (more.Count > 0 && double.TryParse(more[0], NumberStyles.Float, CultureInfo.InvariantCulture, out var number))
        {
            if (number >= 2.5 * thread.Diameter || number > 40) Length = Amount.Of(number, Units.Of(Dimension.Length, "mm"));
            else if (number <= MostPitch)
            {
                Refuse(count, $"is {more[0]} the pitch or the number of bolts?", [
                    Instead(count, $"{more[0]} {thread.Designation}", $"{more[0]} bolts of the usual pitch"),
                    .. FineOf(thread, number).Select(f => Instead(count, f.Designation, $"pitch {f.Pitch:0.##} mm"))]);
                return true;
            }
            else if (number < thread.Diameter && number == Math.Floor(number) && Count is null) Count = (int)number;
            else
            {
                Refuse(count, $"is {more[0]} the length or the number of bolts?",
                    Instead(count, $"{thread.Designation} {more[0]} mm long", $"{more[0]} mm long"),
                    Instead(count, $"{more[0]} {thread.Designation}", $"{more[0]} bolts"));
                return true;
            }
        }
        return Threaded(thread, count);
    }

    // Inches: longer ones are numbers of bolts.
    private const int LongestBare = 12;

    // Fine and coarse pitches of what a line is written for.
    private const double MostPitch = 3;

    /// <summary>The listed thread of that diameter whose pitch is nearest to a number; none where the coarse one is.</summary>
    private static IEnumerable<ScrewThread> FineOf(ScrewThread thread, double pitch) => Standards.Threads
        .Where(t => t.System == thread.System && Math.Abs(t.Diameter - thread.Diameter) < 0.01)
            .OrderBy(t => Math.Abs(t.Pitch - pitch)).Take(1);

    private static List<ScrewThread> FinesOf(ScrewThread thread) => [.. Standards.Threads.Where(t => t.System == thread.System
        && Math.Abs(t.Diameter - thread.Diameter) < 0.01 && t.Series != "metric coarse")];

    private bool Threaded(ScrewThread thread, int count)
    {
        if (Thread is not null && Thread != thread)
        {
            Refuse(count, $"there is a size already, {Thread.Designation}: one joint has one size of bolt");
            return true;
        }
        if (IsWord(count, "fine") && thread.System == MeasureSystem.Metric && FinesOf(thread) is { Count: > 0 } fines)
        {
            Refuse(count + 1, "which fine pitch?", [.. fines.Select(f => Instead(count + 1, f.Designation, $"pitch {f.Pitch:0.##} mm"))]);
            return true;
        }
        if (IsWord(count, "coarse") && thread.Series == "metric coarse") count++;
        if (IsWord(count, "dia", "diameter", "diam")) count++;
        Thread = thread;
        Take(count, "size " + thread.Designation + (Length is null ? "" : $", {Length.Text} long"));
        return true;
    }

    /// <summary>A grade named from some token on, and how many tokens name it.</summary>
    private (string Grade, int Count)? GradeAt(int ahead)
    {
        if (Peek(ahead) is not { } first) return null;
        var from = ahead;
        var lead = 0;
        while (IsWord(from + lead, "class", "grade", "gr", "gr.", "property", "cl", "SAE", "ASTM", "ISO", "J429", "strength")) lead++;
        for (var n = Math.Min(3, _tokens.Count - _at - from - lead); n > 0; n--)
        {
            if (Enumerable.Range(_at + from + lead, n).Any(i => _tokens[i].Kind == TokenKind.Break)) continue;
            var text = Span(_at + from + lead, n).Replace('·', '.').Replace(',', '.');
            var spelled = new List<string> { text, text.Replace(' ', '-'), text.Replace("A193 ", "", StringComparison.OrdinalIgnoreCase),
                text.Replace("F3125 ", "", StringComparison.OrdinalIgnoreCase) };
            if (ClassWord(text) is { } joined) spelled.Add(joined);
            // "grade 5" and "SAE 8" are SAE's; a bare 5 is not a grade.
            if (lead > 0) spelled.Insert(0, "SAE " + text);
            foreach (var name in spelled) if (Standards.GradeBands(name) is [var band, ..]) return (band.Grade, lead + n);
        }
        return null;
    }

    private bool TryGrade()
    {
        if (_tokens[_at] is { Kind: TokenKind.Word } token && ThreadsSuffix(token.Text) is { } bare)
        {
            if (Grade is null || Grade == bare) Grade = bare;
            Refuse(1, ThreadsAsked, Instead(1, bare, "leave it to the lengths"));
            return true;
        }
        // 304 after a plate is a material, and "A36" a plate's steel.
        if (GradeAt(0) is not var (grade, count)) return false;
        if (IsWord(0, "class", "grade", "gr", "gr.", "cl") && (IsWord(count, "nut", "nuts") || IsWord(-1, "nut", "nuts")))
        {
            var all = count + (IsWord(count, "nut", "nuts") ? 1 : 0);
            Refuse(all, "of the nut? Its class follows from the grade of the bolt, and another one is stated on the Bench",
                Instead(all, "", "leave it to the grade"));
            return true;
        }
        if (grade is "A325" or "A490" && IsWord(count, "N", "X"))
        {
            Grade = Grade is null || Grade == grade ? grade : Grade;
            Refuse(count + 1, ThreadsAsked, Instead(count + 1, grade, "leave it to the lengths"));
            return true;
        }
        if (Grade is not null && Grade != grade)
        {
            Refuse(count, $"there is a grade already, {Grade}: one of the two");
            return true;
        }
        Grade = grade;
        Take(count, "grade " + grade);
        return true;
    }

    private const string ThreadsAsked =
        "whether threads lie in the shear plane follows from the lengths of bolt and thread: write the bolt's length";

    /// <summary>Gr8.8, cl10.9: the class alone; null for any other word.</summary>
    private static string? ClassWord(string text)
    {
        var digits = text.TrimStart('g', 'r', 'c', 'l', 'G', 'R', 'C', 'L', '.');
        return digits.Length < text.Length && digits.Contains('.', StringComparison.Ordinal) ? digits : null;
    }

    private bool SuffixedAt(int ahead) => Peek(ahead) is { Kind: TokenKind.Word } t && ThreadsSuffix(t.Text) is not null;

    /// <summary>A325-N: the grade of such a word; null for any other.</summary>
    private static string? ThreadsSuffix(string text) => Suffixed().Match(text) is { Success: true } match
        && Standards.GradeBands(match.Groups["grade"].Value) is [var band, ..] ? band.Grade : null;

    [GeneratedRegex(@"^(?<grade>(?:A325|A490)(?=-?[NX]$)|.+(?=-[NX]$))-?[NX]$", RegexOptions.IgnoreCase)]
    private static partial Regex Suffixed();

    // ---- words that say what a number is --------------------------------------------------------------------------------------

    private bool TryKeyed()
    {
        if (IsWord(0, "ram", "cylinder", "jack"))
        {
            Ram = true;
            Take(1, "a ram");
            return true;
        }
        if (IsWord(0, "thread", "threaded") && IsWord(1, "length") && LengthAt(2) is var (threaded, more))
        {
            Said[Fields.ThreadLength.Path] = threaded.Text;
            Take(2 + more, "thread length " + threaded.Text);
            return true;
        }
        (string[] Words, Func<int, bool> Keep)[] keys =
        [
            (["torque", "torqued", "tighten", "tightened"], n => KeepAim(n, Dimension.Torque)),
            (["preload", "preloaded", "clamp", "clamping", "pretension", "pretensioned", "prestressed", "prestress", "pre-load",
                "pre-tension", "preloading"], n => KeepAim(n, Dimension.Force)),
            (["hole", "holes", "clearance", "drilled"], n => KeepLength(n, "hole", a => Hole = a)),
            (["edge", "e", "e1"], n => KeepLength(n, "edge distance", a => Edge = a)),
            (["length", "long"], n => KeepLength(n, "bolt length", a => Length = a)),
            (["bore", "seal", "sealed"], n => KeepLength(n, "bore", a => Bore = a)),
            (["friction", "mu", "μ", "µ"], n => AskFriction(n) || KeepNumber(n, 1, "slip coefficient", v => Friction = v)),
            (["slip", "coefficient"], n => KeepNumber(n, 1, "slip coefficient", v => Friction = v)),
            (["pcd", "circle", "bcd"], n => KeepLength(n, "bolt circle", a => Circle = a)),
            (["qty", "quantity", "number", "count", "bolts", "screws", "studs", "rods", "anchors", "off"], KeepCount),
            (["dia", "diameter", "ø", "Ø", "⌀"], n => KeepBeside(n, "hole", a => Hole = a, "hole", "holes") || AskSize(n)),
            (["moment"], AskMoment), (["torsion"], KeepTorsion),
            (["K", "k", "nut"], n => KeepNumber(n, 1, "nut factor K", v => NutFactor = v)),
        ];
        foreach (var (words, keep) in keys)
        {
            if (!IsWord(0, words)) continue;
            var ahead = 1;
            while (IsWord(ahead, "of", "to", "distance", "coefficient", "factor", "force", "load", "=", ":", "is", "dia", "diameter",
                "holes", "at")) ahead++;
            if (Peek(ahead) is { Kind: TokenKind.Number } && keep(ahead)) return true;
        }
        if (!IsWord(0, "torque") || Question != QuickQuestion.None) return false;
        Question = QuickQuestion.Torque;
        Take(1, "asked: the torque");
        return true;
    }

    /// <summary>Threads are lubricated to coefficients that no faces slip at: whose a small one is, is asked.</summary>
    private bool AskFriction(int ahead)
    {
        if (Peek(ahead) is not { Kind: TokenKind.Number, Other: null, Value: > 0 and <= MostOfThreads } number
            || _line.Contains("slip", StringComparison.OrdinalIgnoreCase) || _line.Contains("faces", StringComparison.OrdinalIgnoreCase))
            return false;
        Refuse(ahead + 1,
            "of the faces against each other, or of thread and head? The torque's own is stated as a nut factor, K 0.18, or on "
            + "the Preload stage", Instead(ahead + 1, $"slip coefficient {number.Text}", "of the faces"));
        return true;
    }

    private const double MostOfThreads = 0.25;

    /// <summary>A number of bolts behind its word: qty 4.</summary>
    private bool KeepCount(int ahead)
    {
        // Bolts 2 in long: a length.
        if (UnitAt(ahead + 1, 1, Dimension.Length) is { } unit && (unit.Symbol != "in" || IsWord(ahead + 2, "long", "lg", "length")))
            return false;
        if (NumberAt(ahead) is not { } number || number < 1
            || !(ahead + 1 >= _tokens.Count - _at || Peek(ahead + 1) is { Kind: TokenKind.Break }
            || BoltsAt(ahead + 1) || IsThreadAt(ahead + 1) || GradeAt(ahead + 1) is not null || KnownPhrase(ahead + 1) is not null
            || IsPlates(ahead + 1) || IsWord(ahead + 1, "plate", "into", "in", "on", "to", "through", "with", "at", "and", "for",
                "holding", "under")
            || Peek(ahead + 1) is { Kind: TokenKind.Number })) return false;
        if (Count is { } before && before != number)
        {
            Refuse(ahead + 1, $"there are {before} bolts already: one number of bolts");
            return true;
        }
        Count = number;
        Take(ahead + 1 + (BoltsAt(ahead + 1) ? 1 : 0), $"{number} {(number == 1 ? "bolt" : "bolts")}");
        return true;
    }

    /// <summary>A length between two words that say together what it is: dia 18 holes.</summary>
    private bool KeepBeside(int ahead, string what, Action<Amount> keep, params string[] behind)
    {
        if (LengthAt(ahead) is not var (amount, count) || !IsWord(ahead + count, behind)) return false;
        keep(amount);
        Take(ahead + count + 1, $"{what} {amount.Text}");
        return true;
    }

    /// <summary>A diameter beside bolts without a size: whether it is theirs is asked.</summary>
    private bool AskSize(int ahead)
    {
        if (Thread is not null || NumberAt(ahead) is not { } number || Standards.FindThread($"M{number}") is not { } size) return false;
        var count = ahead + 1 + (IsWord(ahead + 1, "mm") ? 1 : 0);
        Refuse(count, $"{number} mm in diameter: the bolts?", Instead(count, size.Designation, "the size of the bolts"),
            Instead(count, $"hole {number} mm", "the holes"));
        return true;
    }

    /// <summary>A moment turns the joint or tilts it: which, is asked, unless words behind it say so.</summary>
    private bool AskMoment(int ahead)
    {
        if (Quantity(ahead, Dimension.Torque) is not var (moment, count)) return false;
        var all = ahead + count;
        if (Phrase(QuickWords.Tilting, all) is not null || Phrase(QuickWords.Turning, all) is not null)
        {
            // "Moment 4 kN·m out of plane": the number, with the words behind it, says it all.
            Take(ahead, QuickPart.Nothing);
            return true;
        }
        Refuse(all, "does it turn the joint in the plane of its faces, or tilt it out of it?",
            Instead(all, moment.Text + " turning the joint", "turns the joint"),
            Instead(all, moment.Text + " tilting the joint", "tilts the joint"));
        return true;
    }

    private bool KeepTorsion(int ahead)
    {
        if (Quantity(ahead, Dimension.Torque) is not var (moment, count)) return false;
        Turning = moment;
        Take(ahead + count, $"turned by {moment.Text} in the plane of the faces");
        return true;
    }

    private bool KeepAim(int ahead, Dimension dimension)
    {
        if (Quantity(ahead, dimension) is not var (amount, count)) return false;
        return AimAt(ahead + count, amount.Text);
    }

    private bool AimAt(int count, string aim)
    {
        // A target is each bolt's, whether or not that is said.
        if (Phrase(QuickWords.Each, count) is (_, var each)) count += each;
        if (Aim is not null && Aim != aim)
        {
            Refuse(count, $"there is a target already, {Aim}: one of the two");
            return true;
        }
        Aim = aim;
        _aimPart = _parts.Count;
        Take(count, "target " + aim);
        return true;
    }

    // The part of the line that states the target; none where none does.
    private int? _aimPart;

    /// <summary>A torque that would break the bolts, or that stands beside a bolt circle, turns the joint and tightens nothing.</summary>
    private void SettleAim()
    {
        if (_aimPart is not { } at || Aim is null || QuantityText.Parse(Aim, Dimension.Torque) is not { Ok: true } read) return;
        var torque = Amount.Of(read.Unit!.FromHeld(read.Held), read.Unit);
        // Whoever says tightened means it.
        if (_parts[at].Text.Contains("tighten", StringComparison.OrdinalIgnoreCase)) return;
        var most = Thread is null ? double.PositiveInfinity : 0.4 * Math.PI / 4 * Math.Pow(Thread.Diameter, 3) * StrongestBolt;
        if (torque.Held < most && !QuickWords.Moments.Any(w => _line.Contains(w, StringComparison.OrdinalIgnoreCase))) return;
        Aim = null;
        var part = _parts[at];
        _parts[at] = part with
        {
            Taken = "", Problem = "does it tighten each bolt, turn the joint in the plane of its faces, or tilt it out of it?",
            Answers = [new("tightens each bolt", Replaced(part, $"tightened to {torque.Text}")),
                new("turns the joint", Replaced(part, $"{torque.Text} turning the joint")),
                new("tilts the joint", Replaced(part, $"{torque.Text} tilting the joint"))],
        };
    }

    // MPa: no bolt is stronger.
    private const double StrongestBolt = 1300;

    private bool KeepLength(int ahead, string what, Action<Amount> keep)
    {
        if (LengthAt(ahead) is not var (amount, count)) return false;
        keep(amount);
        Take(ahead + count + (IsWord(ahead + count, "dia", "diameter", "dia.") ? 1 : 0), $"{what} {amount.Text}");
        return true;
    }

    private bool KeepNumber(int ahead, double most, string what, Action<double> keep)
    {
        if (Peek(ahead) is not { Kind: TokenKind.Number, Other: null } number || number.Value <= 0 || number.Value > most) return false;
        keep(number.Value);
        Take(ahead + 1, $"{what} {number.Text}");
        return true;
    }

    /// <summary>A length with its unit, or a bare number in the units that the line speaks.</summary>
    private (Amount Amount, int Count)? LengthAt(int ahead)
    {
        if (Quantity(ahead, Dimension.Length) is { } given) return given;
        // Edge 1.5 d: of the bolts, wherever the line names them.
        if (Peek(ahead) is { Kind: TokenKind.Number, Other: null } times && IsWord(ahead + 1, "d", "diameters", "diams"))
            return Sized is { } bolt ? (Amount.Of(times.Value * bolt.Diameter, Units.Of(Dimension.Length, "mm")), 2) : null;
        return Peek(ahead) is { Kind: TokenKind.Number, Other: null } bare
            ? (Amount.Of(bare.Value, Units.Of(Dimension.Length, SpeaksInches || bare.Fraction ? "in" : "mm")), 1) : null;
    }

    /// <summary>The size of the bolts, read already or named farther on; null where the line names none.</summary>
    private ScrewThread? Sized => Thread ?? _tokens.Where(t => t.Kind == TokenKind.Word)
        .Select(t => ThreadNamed(t.Text)).FirstOrDefault(t => t is not null);

    /// <summary>The size that a word begins with, M20s and M20x60 as well; null where it names none.</summary>
    private static ScrewThread? ThreadNamed(string word) => Standards.FindThread(word.TrimEnd('s').Split('x', 'X', '×')[0]);

    /// <summary>A number with a unit of that dimension, as many words as the unit has.</summary>
    private (Amount Amount, int Count)? Quantity(int ahead, Dimension dimension)
    {
        if (Peek(ahead) is not { Kind: TokenKind.Number, Other: null } number) return null;
        for (var n = Math.Min(3, _tokens.Count - _at - ahead - 1); n > 0; n--)
        {
            if (UnitAt(ahead + 1, n, dimension) is { } unit) return (Amount.Of(number.Value, unit), 1 + n);
        }
        return null;
    }

    private Unit? UnitAt(int ahead, int count, Dimension dimension)
    {
        if (_at + ahead + count > _tokens.Count || Enumerable.Range(_at + ahead, count)
            .Any(i => _tokens[i].Kind is TokenKind.Break or TokenKind.Number)) return null;
        // "5000 lbf in shear": what says how it acts belongs to no unit.
        if (count > 1 && Enumerable.Range(ahead + 1, count - 1).Any(i => _tokens[_at + i].Spaced && Phrase(QuickWords.Ways, i) is (_,
            > 1))) return null;
        var read = QuantityText.Parse("1 " + Span(_at + ahead, count), dimension);
        return read.Ok ? read.Unit : null;
    }

    // ---- plates --------------------------------------------------------------------------------------------------------------

    /// <summary>Thicknesses and materials in either order, joined by a plus or a word: 12 steel + 20 aluminium, ½ + ¾ in, 2 x 12 mm
    /// plates.</summary>
    private bool TryPlates()
    {
        if (TryAlikePlates() || TryAlikeBehind()) return true;
        // The 60 of 8 x 60 is a width.
        if (_at > 1 && IsWord(-1, "x", "X", "×", "by") && Peek(-2) is { Kind: TokenKind.Number } && !IsPlates(1)
            && UnitAt(1, 1, Dimension.Length) is null) return false;
        var ahead = 0;
        var plates = new List<QuickPlate>();
        // 6082 by itself is a number; behind "in" or "into" it is a metal.
        string? lead = MaterialAt(0) is var (name, words) && (_tokens[_at].Kind == TokenKind.Word || IsWord(-1, "in", "into")) ? name
            : null;
        if (lead is not null) ahead = MaterialAt(0)!.Value.Count;
        var start = ahead;
        var said = lead is not null;
        var (intoLast, apart) = (false, false);
        var listed = IsWord(ahead, "plates", "parts", "sheets", "plies");
        if (listed || IsWord(ahead, "plate") || (IsWord(ahead, "t", "t1", "t2", "t3", "thk", "tp") && IsWord(ahead + 1, "="))) (ahead,
            said) = (ahead + 1, true);
        said |= IsWord(ahead, "PL");
        if (!said && NounFirst(ahead) is > 0 and var noun_) (ahead, said) = (ahead + noun_, true);
        // Plate 1 12 mm: the first number says which.
        if (said && NumberAt(ahead) is 1 or 2 or 3 && Quantity(ahead + 1, Dimension.Length) is not null) ahead++;
        while (said && (IsWord(ahead, "thickness", "thicknesses", "of", "=", "are", "is") || Peek(ahead) is { Text: ":" })) ahead++;
        var joined = false;
        while (PlateAt(ahead, joined) is var (plate, count))
        {
            plates.Add(plate);
            ahead += count;
            var noun = PartAt(ahead);
            // Shackle plate: whose plate it is says nothing.
            if (noun == 0 && plate.Unit is not null && Peek(ahead) is { Kind: TokenKind.Word } whose && KnownPhrase(ahead) is null
                && !Joiners.Contains(whose.Text) && !QuickWords.Bolts.Contains(whose.Text) && !IsThreadAt(ahead) && GradeAt(ahead) is null
                && Phrase(QuickWords.Laid, ahead) is null && Phrase(QuickWords.Levers, ahead) is null && PartAt(ahead
                    + 1) is > 0 and var of)
                noun = 1 + of;
            if (noun > 0 && IsWord(ahead + noun, "each") && EachAt(ahead + noun) > 0) noun++;
            said |= noun > 0 || plate.Material is not null || IsThick(ahead - 1);
            ahead += noun;
            // Plates 10 20 10: behind their word nothing need stand between.
            if (listed && Peek(ahead) is { Kind: TokenKind.Number } && PlateAt(ahead) is not null) continue;
            if (listed && Peek(ahead) is { Text: "," } && PlateAt(ahead + 1) is ({ Unit: not null }, var other)
                && (Peek(ahead + 1 + other) is null or { Kind: TokenKind.Break } || PartAt(ahead + 1 + other) > 0))
            {
                ahead++;
                continue;
            }
            if (!(Peek(ahead) is { } joiner && Joiners.Contains(joiner.Text))) break;
            // "To a 25 mm base".
            var article = IsWord(ahead + 1, "a", "an", "the") ? 1 : 0;
            joined = said && joiner is { Text: "/", Spaced: false };
            if (PlateAt(ahead + 1 + article, joined) is not var (next, _)) break;
            // "12 mm plate on 100 x 100": behind a word a bare number is a thickness only where the first was bare as well.
            if (joiner.Kind == TokenKind.Word && plate.Unit is not null && next is { Unit: null, Material: null }
                && !IsPlates(ahead + 2 + article)) break;
            intoLast = joiner.Text.Equals("into", StringComparison.OrdinalIgnoreCase);
            apart |= noun > 0 && joiner.Kind == TokenKind.Word && !IsPlates(ahead - 1) && !IsThick(ahead - 1);
            ahead += 1 + article;
        }
        if (!said && plates is [{ Unit: null, Material: null, Value: var upper }, { Unit: null, Material: null,
            Value: <= LargestShare } lower]
            && upper < lower.Value && ahead == 3 && Peek(1) is { Text: "/", Spaced: false } && !IsPlates(ahead))
        {
            Refuse(ahead, "a part of one, or two thicknesses?", Instead(ahead, $"plates {Span(_at, ahead)}", "two thicknesses"));
            return true;
        }
        // 2/20 mm is two of 20 mm to some, and two thicknesses to others.
        if (plates is [{ Unit: null, Material: null, Value: 2 or 3 } times, { Unit: not null } each_] && each_.Value >= 3 * times.Value
            && Peek(lead is null ? 1 : 2) is { Text: "/", Spaced: false })
        {
            var size = each_.Value.ToString(CultureInfo.InvariantCulture);
            Refuse(ahead, $"two thicknesses, or {times.Value} parts of one?", Instead(ahead, $"{times.Value} x {size} mm plates",
                $"{times.Value} parts"), Instead(ahead, $"{times.Value} mm + {size} mm", "two thicknesses"));
            return true;
        }
        // Stainless A2-70: the grade says of which metal it is.
        if (plates.Count == 0 && lead is not null && lead.StartsWith("Stainless", StringComparison.Ordinal)
            && (GradeAt(start)?.Grade ?? Grade) is ['A', '2' or '4', ..])
        {
            Take(start, QuickPart.Nothing);
            return true;
        }
        if (plates.Count == 0 && lead is not null && NamesFasteners(start))
        {
            Refuse(start + 1, "which grade? Name it: A2-70, A4-80, 8.8, B7");
            return true;
        }
        // Into a metal, in a tapped hole in it: that of the part behind the others, whether or not they were said before.
        if (plates.Count == 0 && lead is not null && LastMaterial is null && (IsWord(-1, "into")
            || (IsWord(-1, "in", "hole", "holes") && (End is "tapped" or "insert" || Question == QuickQuestion.Engagement))))
        {
            (LastMaterial, End) = (lead, End ?? "tapped");
            Take(start + BodyAt(start), "tapped into " + lead);
            return true;
        }
        // A 12 mm flange to cast iron: that of the part behind it.
        if (plates.Count == 0 && lead is not null && LastMaterial is null && IsWord(-1, "to", "on", "onto", "against") && Plates.Count < 2
            && !NamesFasteners(start) && !IsPlates(start))
        {
            LastMaterial = lead;
            Take(start + BodyAt(start), "the last part of " + lead);
            return true;
        }
        // A cast iron housing, 18 mm cover: of what the parts are bolted to.
        if (plates.Count == 0 && lead is not null && LastMaterial is null && Plates.Count < 2 && BodyAt(start) is > 0 and var body)
        {
            LastMaterial = lead;
            Take(start + body, "the last part of " + lead);
            return true;
        }
        if (plates.Count == 0 && lead is not null && Plates.Count > 0 && Plates.All(p => p.Material is null))
        {
            Plates = [.. Plates.Select(p => p with { Material = lead })];
            Take(start, "parts of " + lead);
            return true;
        }
        if (plates.Count == 0 && lead is not null && Plates.Count == 0)
        {
            if (IsOfParts(lead)) PartsMaterial = lead;
            else
            {
                Refuse(start, "of the parts, or of the bolts? Bolts are named by their grade: A2-70, A4-80, B7",
                    Instead(start, "parts of " + Span(_at, start), "of the parts"));
                return true;
            }
            Take(start, "parts of " + lead);
            return true;
        }
        if (plates.Count < 2 && !(plates.Count == 1 && said)) return false;
        // "Tapped into 30 mm steel, 12 mm plate": what the bolts go into is the last part, wherever it stands.
        var into = IsWord(-1, "into", "in", "tapped");
        if (Plates.Count == 1 && plates.Count == 1 && !(into && _into))
        {
            plates = [plates[0] with { Material = plates[0].Material ?? lead }];
            Plates = _into ? [plates[0], .. Plates] : [.. Plates, plates[0]];
            Take(ahead, "a part more");
            return true;
        }
        if (Plates.Count > 0)
        {
            Refuse(ahead, "there are parts already: write them together, joined by +");
            return true;
        }
        // "30 mm plate tapped M12, 12 mm cover": so is a part that its thread is said of right behind it.
        _into = into || IsWord(ahead, "tapped");
        if (intoLast && End is null) End = "tapped";
        // A material said once is of all; a unit said once is of all.
        var named = plates.Where(p => p.Material is not null).ToList();
        // Said of the first or the last it is of all; what lies between two parts, and what seals, is that part's alone.
        // Of what the bolts run into it is that part's, and behind a part with a name of its own, 10 mm bracket to 20 mm brass.
        var ofAll = named.Count == 1 && !intoLast && !(apart && named[0] == plates[^1] && named[0] != plates[0])
            && !named[0].Material!.StartsWith("Gasket", StringComparison.Ordinal)
            && (plates.Count < 3 || plates[0] == named[0] || plates[^1] == named[0]);
        var shared = lead ?? (ofAll ? named[0].Material : null);
        var unit = plates.LastOrDefault(p => p.Unit is not null)?.Unit;
        Plates = [.. plates.Select(p => p with { Material = p.Material ?? shared, Unit = p.Unit ?? unit })];
        Take(ahead, plates.Count == 1 ? "a part" : $"{plates.Count} parts{(intoLast ? ", the last one tapped" : "")}");
        return true;
    }

    /// <summary>Flange 20 mm: a part by its noun, its thickness behind it; how many words, none where it is not so.</summary>
    private int NounFirst(int ahead) => PartAt(ahead) is > 0 and var words && !IsThick(ahead)
        && Quantity(ahead + words, Dimension.Length) is var (_, count)
        && (Peek(ahead + words + count) is null or { Kind: TokenKind.Break } || IsThick(ahead + words + count)
            || Joiners.Contains(Peek(ahead + words + count)!.Value.Text)) ? words : 0;

    // True where the one part that was read is what the bolts go into.
    private bool _into;

    /// <summary>True for a metal that can only be the parts': a word in front says so, or it stands apart from size and grade.</summary>
    private bool IsOfParts(string metal) => metal == "Steel" || _at == 0
        || IsWord(-1, "of", "in", "on", "to", "plates", "plate", "parts")
        || (_tokens[_at - 1].Kind == TokenKind.Break && !(_parts.Count > 0
            && (_parts[^1].Taken.StartsWith("size ", StringComparison.Ordinal)
                || _parts[^1].Taken.StartsWith("grade ", StringComparison.Ordinal))));

    // More parts alike than these are stated one by one: a larger number before "plates" is a thickness.
    private const int MostAlike = 6;

    /// <summary>A number of parts alike: two 12 mm plates, 2 plates 10 mm S355, a pair of 3/8 in plates. Without their thickness it
    /// is asked for.</summary>
    private bool TryAlikePlates()
    {
        if (NumberAt(0) is not { } number || number is < 2 or > MostAlike) return false;
        var ahead = IsWord(1, "of", "off") ? 2 : 1;
        var counted = IsPlates(ahead);
        if (counted) ahead++;
        while (counted && IsWord(ahead, "of", "each", "in")) ahead++;
        // "2 steel plates": a material, and no thickness yet.
        var (plate, count) = PlateAt(ahead) ?? (null!, 0);
        // 2 x 15 plates; of 2 x 15 mm the size tells that no bolts are meant.
        var crossed = IsWord(ahead - 1, "x", "X", "×", "off") || (!counted && IsWord(ahead, "x", "X", "×"));
        // What a comma parts is no number of plates: 4 off, 10 mm plates.
        if (plate is null && !counted && IsWord(ahead, "x", "X", "×") && PlateAt(ahead + 1) is var (behind, n))
            (plate, count) = (behind, n + 1);
        if (plate is null) return counted && AskThickness(number, ahead);
        if (crossed && !counted && plate is { Unit: null, Material: null } && Thread is not null && Plates.Count == 0
            && EndsPart(ahead + count) && plate.Value <= MostInRow)
        {
            Refuse(ahead + count, $"{number} parts of {plate.Value:0.###} mm, or {number} rows of bolts?",
                Instead(ahead + count, $"{number} x {plate.Value:0.###} mm plates", $"{number} parts of {plate.Value:0.###} mm"),
                Instead(ahead + count, $"{number} rows of {plate.Value:0.###}", $"{number} rows of {plate.Value:0.###} bolts"));
            return true;
        }
        var alike = counted || (IsPlates(ahead + count) ? plate.Unit is not null || crossed
            : crossed && !(Peek(ahead + count) is { } next && Joiners.Contains(next.Text)) && (plate.Material is not null
                || (number == 2 && plate.Unit is not null && Thread is not null && Plates.Count == 0 && EndsPart(ahead + count))));
        if (!alike) return false;
        if (counted && ListedFrom(ahead, number) is var (each, end))
        {
            Plates = each;
            Take(end, $"{number} parts");
            return true;
        }
        ahead += count + (IsPlates(ahead + count) ? 1 : 0) + (IsWord(ahead + count, "thick", "each") ? 1 : 0);
        if (Plates.Count > 0) Refuse(ahead, "there are parts already: write them together, joined by +");
        else
        {
            Plates = [.. Enumerable.Repeat(plate, number)];
            Take(ahead, $"{number} parts");
        }
        return true;
    }

    /// <summary>Behind a thickness nothing that would make a length of another sort of it.</summary>
    private bool EndsPart(int ahead) => Peek(ahead) is null or { Kind: TokenKind.Break };

    /// <summary>10 mm S275 x2: parts as many, and no bolts.</summary>
    private bool TryAlikeBehind()
    {
        if (!IsWord(0, "x", "X", "×") || NumberAt(1) is not { } number || number is < 2 or > MostAlike || !EndsPart(2)) return false;
        if (LonePartInFront is null) return false;
        Plates = [.. Enumerable.Repeat(Plates[0], number)];
        Take(2, $"{number} parts of it");
        return true;
    }

    /// <summary>Three plates 10, 20, 10: as many thicknesses as were counted, with commas between them or without.</summary>
    private (IReadOnlyList<QuickPlate> Plates, int End)? ListedFrom(int ahead, int number)
    {
        var plates = new List<QuickPlate>();
        while (plates.Count < number && PlateAt(ahead) is var (plate, count))
        {
            plates.Add(plate);
            ahead += count;
            if (plates.Count < number && Peek(ahead) is { } between && (between.Text == "," || Joiners.Contains(between.Text))) ahead++;
        }
        return plates.Count == number && Plates.Count == 0 ? (plates, ahead) : null;
    }

    private bool AskThickness(int number, int ahead)
    {
        Refuse(ahead, $"{number} parts, how thick? Write 12 + 12 for two of 12 mm, or 2 x 12 mm plates");
        return true;
    }

    /// <summary>How many words name what parts are bolted to, whose thickness nobody says; none where nothing does.</summary>
    private int BodyAt(int ahead) => IsWord(ahead, QuickWords.Bodies) && Peek(ahead + 1) is null or { Kind: not TokenKind.Number } ? 1 : 0;

    /// <summary>A material in front of these is theirs, not the parts'.</summary>
    private bool NamesFasteners(int ahead) =>
        IsWord(ahead, "bolts", "bolt", "screws", "screw", "studs", "stud", "nuts", "nut", "washers", "washer", "fasteners",
            "capscrews", "threads") || (IsThreadAt(ahead) && BoltsAt(ahead + 1));

    private bool IsThick(int ahead) => _at + ahead > 0 && IsWord(ahead, "thick", "thk", "thk.");

    /// <summary>How many words say what a thickness is of: thick, plate, beam web; none where nothing does.</summary>
    private int PartAt(int ahead)
    {
        if (IsThick(ahead)) return 1;
        // Lug plate, column flange: one thing by several words.
        var count = 0;
        while (Peek(ahead + count) is { Kind: TokenKind.Word } noun && QuickWords.Parts.Contains(noun.Text)) count++;
        return count > 0 ? count : Peek(ahead + 1) is { Kind: TokenKind.Word } second && Peek(ahead) is { Kind: TokenKind.Word } first
            && QuickWords.Parts.Contains($"{first.Text} {second.Text}") ? 2 : 0;
    }

    private bool IsPlates(int ahead) => IsWord(ahead, QuickWords.PartsCounted);

    /// <summary>A whole number in figures or in a word.</summary>
    private int? NumberAt(int ahead) => Peek(ahead) switch
    {
        { Kind: TokenKind.Number, Other: null, Fraction: false } t when t.Value == Math.Floor(t.Value) && t.Value < 1000 => (int)t.Value,
        { Kind: TokenKind.Word } t when QuickWords.Numbers.TryGetValue(t.Text, out var number) => number,
        _ => null,
    };

    /// <summary>A part's thickness, with its material where it stands beside it.</summary>
    /// <param name="ahead">Where.</param>
    /// <param name="joined">True behind 12/ of parts: what comes next, a size of bolts as well, says nothing of it.</param>
    private (QuickPlate Plate, int Count)? PlateAt(int ahead, bool joined = false)
    {
        // PL12, PL-16.
        var before = !IsWord(ahead, "PL") ? 0 : IsWord(ahead + 1, "-") ? 2 : 1;
        string? material = null;
        if (before == 0 && MaterialAt(ahead) is var (lead, words) && Peek(ahead) is { Kind: TokenKind.Word }) (material, before) = (lead,
            words);
        if (Peek(ahead + before) is not { Kind: TokenKind.Number, Other: null, Value: > 0 } number) return null;
        var count = before + 1;
        var unit = UnitAt(ahead + count, 1, Dimension.Length);
        // Feet and metres are no thickness: 15/15 FT 120 kN names a force.
        if (unit is { Symbol: "ft" or "m" }) return null;
        if (unit is not null) count++;
        if (IsThick(ahead + count)) count++;
        if (material is null && MaterialAt(ahead + count) is var (after, more)) (material, count) = (after, count + more);
        // 150x75 channel: the sizes of a section.
        if (unit is null && material is null && IsWord(ahead + count, "x", "X", "×") && !BoltsAt(ahead + count + 2)
            && Peek(ahead + count + 1) is { Kind: TokenKind.Number } && !IsThreadAt(ahead + count + 2)) return null;
        // A number with another unit is no thickness, nor is one that counts or names bolts.
        if (!joined && unit is null && material is null && (OtherUnitAt(ahead + count) || GradeAt(ahead) is not null || IsThreadAt(ahead)
            || IsThreadAt(ahead + count) || BoltsAt(ahead + count)
            || (Peek(ahead + count) is { Kind: TokenKind.Word } noun && QuickWords.Counted.Contains(noun.Text)))) return null;
        if (IsWord(ahead + count, "deep", "engaged", "wide", "high", "across")) return null;
        // Nor are so many inches of a flange: its nominal size.
        if (unit is { Symbol: "in" or "\"" } && number.Value > ThickestInches && IsWord(ahead - 1, "flange", "flanges", "pipe"))
            return null;
        // A bare number so large is the number of an alloy or a year, never a thickness.
        if (unit is null && number.Value > ThickestBare) return null;
        return (new(number.Value, unit, number.Fraction, material), count);
    }

    private const double ThickestInches = 3;

    private bool OtherUnitAt(int ahead) =>
        Enumerable.Range(1, 3).Any(n => new[] { Dimension.Force, Dimension.Torque, Dimension.Stress,
            Dimension.Mass }.Any(d => UnitAt(ahead, n, d) is not null)) || IsWord(ahead, "%", "ton", "tons", "t");

    private bool IsThreadAt(int ahead) =>
        Peek(ahead) is { } t && ((t.Kind == TokenKind.Word
            && ThreadNamed(t.Text) is not null)
            || (t.Kind == TokenKind.Number && IsWord(ahead + 1, "-") && Peek(ahead + 2) is { Kind: TokenKind.Number }
                && HyphenatedAt(ahead) is not null));

    private bool BoltsAt(int ahead) => Peek(ahead) is { } t && QuickWords.Bolts.Contains(t.Text);

    private (string Name, int Count)? MaterialAt(int ahead)
    {
        for (var n = Math.Min(MostPieces, _tokens.Count - _at - ahead); n > 0; n--)
        {
            if (Enumerable.Range(_at + ahead, n).Any(i => _tokens[i].Kind == TokenKind.Break)) continue;
            if (QuickWords.MaterialNamed(Span(_at + ahead, n)) is { } name) return (name, n);
        }
        return null;
    }

    // ---- numbers -------------------------------------------------------------------------------------------------------------

    private bool TryNumber()
    {
        var token = _tokens[_at];
        if (token.Other is { } other) return AskComma(token, other);
        if (AskGrouped(token)) return true;
        if (AskTon(token)) return true;
        if (IsWord(1, "turn", "turns"))
        {
            Refuse(2, "how far it is turned follows from bolt, length and procedure: it stands on the Tightening stage", Instead(2,
                "turn of nut", "tightened by turn"));
            return true;
        }
        if (IsWord(1, "%")) return TryShare();
        if (token.Value is > 0 and <= 1 && IsWord(1, "friction", "slip"))
        {
            Friction = token.Value;
            Take(2 + (IsWord(2, "coefficient", "factor") ? 1 : 0), $"slip coefficient {token.Text}");
            return true;
        }
        if (IsWord(1, "pcd", "bcd") && token.Other is null)
        {
            Circle = LengthAt(0)!.Value.Amount;
            Take(2, "bolt circle " + Circle.Text);
            return true;
        }
        if (IsWord(1, "bore") && Bore is null && Peek(2) is not { Kind: TokenKind.Number, Spaced: false })
        {
            Bore = LengthAt(0)!.Value.Amount;
            Take(2, "bore " + Bore.Text);
            return true;
        }
        if (Quantity(0, Dimension.Torque) is var (turn, long_) && Phrase(QuickWords.Turning, long_) is (_, var turned))
        {
            Turning = turn;
            Take(long_ + turned, $"turned by {turn.Text} in the plane of the faces");
            return true;
        }
        if (Quantity(0, Dimension.Torque) is var (tilt, wide) && Phrase(QuickWords.Tilting, wide) is (_, var tilted))
        {
            Tilting = tilt;
            Take(wide + tilted, $"tilted by {tilt.Text} out of the plane of the faces");
            return true;
        }
        if (Quantity(0, Dimension.Torque) is var (torque, words)) return AimAt(words + (IsWord(words, "torque") ? 1 : 0), torque.Text);
        if (Quantity(0, Dimension.Force) is var (force, pieces)) return Forced(force, pieces);
        if (WeightAt(0) is var (weight, size)) return Forced(weight, size);
        if (Quantity(0, Dimension.Stress) is var (pressure, n)) return Pressed(pressure, n);
        if (MetricBoltsAt(0) is { } metric) return Threaded(metric, 3);
        if (Quantity(0, Dimension.Length) is var (length, m) && TryLength(length, m)) return true;
        if (IsWord(1, "deep", "engaged") && LengthAt(0) is var (depth, bare)) return TryLength(depth, bare);
        return TryCount(token) || (token.Fraction && AskFraction(token));
    }

    /// <summary>F = 45 kN axial: a letter that says a force and not how it acts.</summary>
    private bool TryLetter()
    {
        if (!IsWord(0, QuickWords.Letters) || !IsWord(1, "=") || (Quantity(2, Dimension.Force) ?? WeightAt(2)) is null) return false;
        Take(2, QuickPart.Nothing);
        return true;
    }

    private bool AskComma(Token token, double thousandth)
    {
        var many = token.Value.ToString("0", CultureInfo.InvariantCulture);
        var few = thousandth.ToString("0.000", CultureInfo.InvariantCulture);
        // The words behind it stay; they belong to the question.
        var count = 1;
        while (Peek(count) is { Kind: TokenKind.Word } && count < 3) count++;
        Refuse(count, $"is {token.Text} {many} or {few}?",
            Instead(count, many + Rest(count), $"{many}{Rest(count)}"), Instead(count, Decimals() + Rest(count), $"{few}{Rest(count)}"));
        return true;

        // Written so that it is not asked again: never with three figures behind the point.
        string Decimals() => thousandth.ToString("0.0##", CultureInfo.InvariantCulture) is var text && text.Length > 4
            && text[^4] == '.' ? text + "0" : text;

        string Rest(int words) => _line[token.End.._tokens[_at + words - 1].End];
    }

    /// <summary>20 500 N: a blank that groups thousands, or a number of something and a force.</summary>
    private bool AskGrouped(Token token)
    {
        if (token.Fraction || token.Text.Length > 3 || Peek(1) is not { Kind: TokenKind.Number, Spaced: true, Text.Length: 3 } next
            || !next.Text.All(char.IsAsciiDigit)
            || (Quantity(1, Dimension.Force) ?? Quantity(1, Dimension.Torque) ?? Quantity(1, Dimension.Stress)) is not var (_, count))
            return false;
        var unit = _line[next.End.._tokens[_at + count].End];
        Refuse(count + 1, $"one number, {token.Text}{next.Text}?", Instead(count + 1, $"{token.Text}{next.Text}{unit}",
            $"{token.Text}{next.Text}{unit}"), Instead(count + 1, $"{token.Text} bolts, {next.Text}{unit}",
                $"{token.Text} bolts, {next.Text}{unit}"));
        return true;
    }

    private bool AskTon(Token token)
    {
        if (!IsWord(1, "ton", "tons", "t", "tonf") || Quantity(0, Dimension.Force) is not null) return false;
        var count = 2;
        while (Peek(count) is { Kind: TokenKind.Word } && count < 4) count++;
        var rest = _line[_tokens[_at + 1].End.._tokens[_at + count - 1].End];
        Refuse(count, "which ton? They differ by up to 12 %",
            Instead(count, $"{token.Text} tonnes{rest}", "metric tonne, 9.81 kN"),
            Instead(count, $"{token.Text} US tons{rest}", "US ton, 2000 lbf"),
            Instead(count, $"{token.Text} UK tons{rest}", "UK ton, 2240 lbf"));
        return true;
    }

    private bool TryShare()
    {
        var count = 2;
        while (IsWord(count, "of", "the")) count++;
        var what = "";
        if (IsWord(count, QuickWords.Ultimate))
        {
            while (IsWord(count, QuickWords.Ultimate) || IsWord(count, "strength", "load", "stress")) count++;
            Refuse(count, "a share of the tensile strength: write it as a share of proof or of yield, or as a force");
            return true;
        }
        if (IsWord(count, "proof", "yield", "Rp0.2", "Rp"))
        {
            what = IsWord(count, "proof") ? "proof" : "yield";
            count += IsWord(count, "Rp") && Peek(count + 1) is { Text: "0.2" } ? 2 : 1;
            if (IsWord(count, "load", "strength", "stress")) count++;
        }
        return AimAt(count, $"{_tokens[_at].Text} %{(what == "yield" ? " of yield" : "")}");
    }

    /// <summary>A force: a target beside the word preload, a ram's, else a load with its direction before or behind it.</summary>
    private bool Forced(Amount force, int count)
    {
        if (IsWord(count, "preload", "clamp", "clamping", "pretension")) return AimAt(count + 1
            + (IsWord(count + 1, "force", "load") ? 1 : 0), force.Text);
        if (IsWord(count, "ram", "cylinder", "jack", "press"))
        {
            Ram = true;
            count++;
        }
        if (EachAt(count) is > 0 and var eachWords) (_each, count) = (true, count + eachWords);
        if (AskInclined(force, count)) return true;
        var ahead = count;
        while (Peek(ahead) is { Kind: TokenKind.Word } && Phrase(QuickWords.Ways, ahead) is null && SmallAt(ahead) is > 0 and var quiet)
            ahead += quiet;
        if (Phrase(QuickWords.Ways, ahead) is var (way, words)) return Loaded(force, way, ahead + words);
        if (Phrase(QuickWords.Symbols, count) is var (symbol, one)) return Loaded(force, symbol, count + one);
        // "60 kN reversing shear", "60 kN ULS shear": what stands between says its own.
        if (Between(ahead) is { } between && Phrase(QuickWords.Ways, ahead + between) is var (later, more))
        {
            var at = _at;
            _at += ahead;
            TryPhrases();
            var said = _parts[^1];
            _parts.RemoveAt(_parts.Count - 1);
            _at = at;
            var done = Loaded(force, later, ahead + between + more);
            _parts[^1] = _parts[^1] with { Taken = _parts[^1].Taken + ", " + said.Taken, Problem = _parts[^1].Problem ?? said.Problem };
            return done;
        }
        if (Ram) return Loaded(force, Way.Apart, count);
        if (HasLever) return Leaned(force, count);
        if (WayOfLine is { } only) return Loaded(force, only, count);
        Refuse(count, "does it pull the parts apart, or shear them?",
            Instead(count, Span(_at, count) + " apart", "pulls them apart"), Instead(count, Span(_at, count) + " across", "shears them"));
        return true;
    }

    /// <summary>40 kN at 30°: from the faces or from the bolts is asked; each answer says both parts of it.</summary>
    private bool AskInclined(Amount force, int count)
    {
        if (!IsWord(count, "at", "inclined", "under") || _each) return false;
        var ahead = count + 1;
        while (IsWord(ahead, "at", "an", "angle", "of")) ahead++;
        if (Peek(ahead) is not { Kind: TokenKind.Number, Other: null, Value: > 0 and < 90 } angle
            || !IsWord(ahead + 1, "°", "deg", "degs", "degree", "degrees", "deg.")) return false;
        var (sine, cosine) = Math.SinCos(angle.Value * Math.PI / 180);
        Refuse(ahead + 2, "from the faces of the parts, or from the bolts?",
            Instead(ahead + 2, Parts(sine, cosine), "from the faces: " + Parts(sine, cosine)),
            Instead(ahead + 2, Parts(cosine, sine), "from the bolts: " + Parts(cosine, sine)));
        return true;

        string Parts(double apart, double across) => $"{Share(apart)} apart and {Share(across)} across";
        // Rounded up, so that nothing of the load is lost.
        string Share(double of) => Amount.Of(Math.Ceiling((force.Unit.FromHeld(force.Held) * of * 100) - 1e-6) / 100, force.Unit).Text;
    }

    private static readonly string[] SlipWords = ["slip", "friction", "bearing", "hsfg"];

    private static readonly string[] TwicePhrases = ["double shear", "single shear", "shear planes"];

    private (bool Known, Way? Way, int Said) _wayOfLine;

    /// <summary>How the one force of a line acts where the word for it stands apart from it: lifting eye, 50 kN; what slips, bears or is
    /// cut twice is sheared, "slip critical, 150 kN". Null where nothing says it, or more than one force or way is there to say it
    /// of.</summary>
    private Way? WayOfLine
    {
        get
        {
            if (_wayOfLine.Known) return _wayOfLine.Way;
            var (at, forces, ways, sheared, said) = (_at, 0, new HashSet<Way>(), false, 0);
            for (_at = 0; _at < _tokens.Count; _at++)
            {
                if (_tokens[_at].Kind == TokenKind.Number) forces += ForceAt(0) is null ? 0 : 1;
                if (_tokens[_at].Kind != TokenKind.Word) continue;
                sheared |= (Phrase(QuickWords.ShearBy) is (_, var slip) && SlipWords.Any(w => Span(_at, slip)
                    .Contains(w, StringComparison.OrdinalIgnoreCase)))
                    || (Peek(1) is { Kind: TokenKind.Word } && TwicePhrases.Contains(Span(_at, 2), StringComparer.OrdinalIgnoreCase));
                if (Phrase(QuickWords.Ways) is not var (way, words)) continue;
                ways.Add(way);
                said++;
                _at += words - 1;
            }
            _at = at;
            if (sheared) ways.Remove(Way.Apart);
            if (sheared) ways.Add(Way.Across);
            _wayOfLine = (true, forces == 1 && ways is { Count: 1 } && ways.Single() is Way.Apart or Way.Across ? ways.Single() : null,
                said);
            return _wayOfLine.Way;
        }
    }

    /// <summary>How many pieces a phrase has that may stand between a force and its way; null where none stands there.</summary>
    private int? Between(int ahead) => Phrase(QuickWords.ShearBy, ahead)?.Count ?? Phrase(QuickWords.Said, ahead)?.Count;

    private bool Loaded(Amount force, Way way, int count)
    {
        if (EachAt(count) is > 0 and var eachWords) (_each, count) = (true, count + eachWords);
        var (one, before) = (_each, _parts.Count);
        _each = false;
        var done = LoadedBy(force, way, count);
        if (_parts.Count > before && _parts[before].Problem is null)
        {
            if (one) _eachOf.Add(before);
            else _loadOf = before;
        }
        return done;
    }

    private bool LoadedBy(Amount force, Way way, int count)
    {
        switch (way)
        {
            case Way.Down or Way.Across when HasLever: return Leaned(force, count);
            case Way.Down:
                var said = Span(_at, count);
                var load = force.Text;
                Refuse(count, "down: does it hang from the bolts, slide along the face, or press the parts together?",
                    Instead(count, load + " across", "along the face: shear"),
                    Instead(count, load + " apart", "hangs from the bolts: tension"),
                    Instead(count, load + " pressing", "presses them together"));
                return true;
            case Way.Leaning:
                Refuse(count, "how does that lie to the faces?",
                    Instead(count, force.Text + " apart", "it pulls them apart"), Instead(count, force.Text + " across", "it shears them"),
                    Instead(count, force.Text + " pressing", "it presses them together"));
                return true;
            case Way.Across when Shear is not null:
                Refuse(count, $"there is {Shear.Text} across already: write one, and the other as a load case of its own on the Bench");
                return true;
            case Way.Across:
                Shear = force;
                Take(count, $"shear {force.Text}");
                return true;
            default:
                if (Tension is not null)
                {
                    Refuse(count, $"there is {Tension.Text} apart already: write one, "
                        + $"and the other as a load case of its own on the Bench");
                    return true;
                }
                Tension = way == Way.Together ? Amount.Of(-force.Unit.FromHeld(force.Held), force.Unit) : force;
                Take(count, way == Way.Together ? $"pressed together by {force.Text}" : $"tension {force.Text}");
                return true;
        }
    }

    private bool Pressed(Amount pressure, int count)
    {
        if (Pressure is not null)
        {
            Refuse(count, $"there is a pressure already, {Pressure.Text}");
            return true;
        }
        if (AskArea(pressure, count)) return true;
        Pressure = pressure;
        // 6 bar on 150 bore, 16 bar over 200 mm: what it acts on stands behind it.
        var ahead = count;
        while (IsWord(ahead, "on", "over", "in", "inside", "within", "across", "at", "of", "a", "an", "the", "acting")) ahead++;
        if (Bore is null && ahead > count && LengthAt(ahead) is var (bore, more)
            && (bore.Unit.Symbol.Length > 0 && Quantity(ahead, Dimension.Length) is not null || IsSealed(ahead + more)))
        {
            Bore = bore;
            count = ahead + more;
            while (IsSealed(count)) count++;
            Take(count, $"{pressure.Text} on all that lies inside {bore.Text}");
            return true;
        }
        Take(count, "pressure " + pressure.Text);
        return true;
    }

    /// <summary>So deep: how far the thread engages where it runs into a part, and asked where it does not, of which a beam is one
    /// kind.</summary>
    private void Deep(Amount depth, int count)
    {
        if (!RunsIntoPart)
        {
            Refuse(count + 1, $"{depth.Text} deep: what is? The thread's engagement is written 20 mm engaged", Instead(count + 1,
                depth.Text + " engaged", "how far the thread engages"));
            return;
        }
        Said[Fields.Engagement.Path] = depth.Text;
        Take(count + 1, "engagement " + depth.Text);
    }

    private bool? _runsIntoPart;

    /// <summary>True where the line says anywhere that the thread runs into a part, or asks how far.</summary>
    private bool RunsIntoPart
    {
        get
        {
            return _runsIntoPart ??= Anywhere(() => Phrase(QuickWords.Ends) is ("tapped" or "insert", _)
                || IsWord(0, "into", "tapped", "threaded") || Phrase(QuickWords.Questions) is (QuickQuestion.Engagement, _));
        }
    }

    /// <summary>True where something is so at any piece of the line.</summary>
    private bool Anywhere(Func<bool> isSo)
    {
        var (at, found) = (_at, false);
        for (_at = 0; _at < _tokens.Count && !found; _at++) found = isSo();
        _at = at;
        return found;
    }

    private bool IsSealed(int ahead) => IsWord(ahead, "bore", "diameter", "dia", "dia.", "seal", "sealed", "opening", "ø", "Ø");

    /// <summary>A length that the word behind it explains.</summary>
    private bool TryLength(Amount length, int count)
    {
        (string[] Words, string What, Action<Amount> Keep)[] keys =
        [
            (["long", "length"], "bolt length", a => Length = a), (["hole", "holes", "clearance"], "hole", a => Hole = a),
            (["edge"], "edge distance", a => Edge = a), (["bore", "seal", "sealed"], "bore", a => Bore = a),
            (["pcd", "bcd", "circle"], "bolt circle", a => Circle = a),
            (["engaged", "engagement"], "engagement", a => Said[Fields.Engagement.Path] = a.Text),
        ];
        if (IsWord(count, "deep"))
        {
            Deep(length, count);
            return true;
        }
        // 150 mm bolt circle, 18 mm diameter holes.
        if (IsWord(count, "bolt") && IsWord(count + 1, "circle")) count++;
        if (IsWord(count, "dia", "diameter", "pitch") && IsWord(count + 1, "hole", "holes", "circle", "pcd")) count++;
        foreach (var (words, what, keep) in keys)
        {
            if (!IsWord(count, words)) continue;
            keep(length);
            Take(count + 1 + (IsWord(count + 1, "distance") ? 1 : 0), $"{what} {length.Text}");
            return true;
        }
        if (IsWord(count, "x", "X", "×", "*", "@", "at") && Pressure is null
            && Quantity(count + 1, Dimension.Stress) is var (pressure, more))
        {
            (Bore, Pressure, Ram) = (length, pressure, true);
            Take(count + 1 + more, $"a ram of {length.Text} bore at {pressure.Text}");
            return true;
        }
        if (IsWord(count, "dia", "diameter", "diam") && Thread is null && Standards.FindThread("M" + _tokens[_at].Text) is { } size)
        {
            Refuse(count + 1, $"{length.Text} in diameter: the bolts?", Instead(count + 1, size.Designation, "the size of the bolts"),
                Instead(count + 1, "hole " + length.Text, "the holes"));
            return true;
        }
        if (IsWord(-1, "at", "@"))
        {
            Refuse(count, SpacingAsked, Instead(count, length.Text + " centres", "between bolts"),
                Instead(count, length.Text + " arm", "to the force"));
            return true;
        }
        Refuse(count, $"{length.Text} of what? Write 12 + 20 for parts, 60 mm long for the bolt, hole 18 mm, edge 30 mm",
            Instead(count, $"{length.Text} plate", "a part this thick"), Instead(count, $"{length.Text} long", "the bolt's length"),
            Instead(count, $"edge {length.Text}", "the edge distance"));
        return true;
    }

    private bool TryCount(Token token)
    {
        if (token.Fraction || token.Value != Math.Floor(token.Value) || token.Value is < 1 or > 1000) return false;
        // 20 per bolt: of something, and no number of bolts.
        var ended = IsWord(1, "each") && Peek(2) is null or { Kind: TokenKind.Break };
        if (EachAt(1) > 0 && !BoltsAt(1) && !(ended && Thread is not null)) return false;
        var ahead = 1;
        while (IsWord(ahead, "x", "X", "×", "*", "-", "off", "no", "no.", "nos", "nr", "pcs", "of", "number", "ea", ".")) ahead++;
        // Known words may stand between a number and its size: 4 HV M20, 4 DIN 931 M16.
        var named = ahead;
        while (named < ahead + (2 * MostPieces) && !IsThreadAt(named)
            && (KnownPhrase(named) ?? (named > ahead ? GradeAt(named)?.Count : null)) is { } words) named += words;
        var counts = BoltsAt(1) || ended || IsThreadAt(ahead) || (named > ahead && (IsThreadAt(named) || ThreadSoonAt(named)))
            || MetricBoltsAt(ahead) is not null || StandsAsCount() || ThreadSoonAt(ahead) || GradeAt(ahead) is not null
            || Phrase(QuickWords.Heads, ahead) is not null || Phrase(QuickWords.Finishes, ahead) is not null;
        if (!counts) return false;
        if (OfWhatIsUnknown(token) is { } word)
        {
            Refuse(1, $"does {token.Text} belong to {word}, or is it the number of bolts?",
                Instead(1, $", {token.Text} bolts", "the number of bolts"));
            return true;
        }
        if (IsWord(-1, "x", "X", "×") && token.Value >= MostCrossed && !BoltsAt(1))
        {
            Refuse(1, $"{token.Text} bolts, or {token.Text} mm long?", Instead(1, $", {token.Text} bolts", "the number of bolts"),
                Instead(1, $", {token.Text} mm long", "the length of the bolt"));
            return true;
        }
        if (Count is { } before && before != (int)token.Value)
        {
            Refuse(1, $"there are {before} bolts already: one number of bolts");
            return true;
        }
        Count = (int)token.Value;
        Take((BoltsAt(1) && !IsThreadAt(1)) || ended ? 2 : 1, $"{token.Text} {(Count == 1 ? "bolt" : "bolts")}");
        return true;
    }

    /// <summary>
    /// What a number stands right behind and nobody understood, where it is that word's rather than a number of bolts: a symbol (Fv = 40,
    /// p9 80), a sum (4 + 4), or a number larger than a joint mostly has (a product's, 243).
    /// </summary>
    private string? OfWhatIsUnknown(Token token)
    {
        // 18-8, 2-4: two numbers with a dash between them.
        if (_at >= 2 && _tokens[_at - 1] is { Text: "-" } && _tokens[_at - 2] is { Kind: TokenKind.Number } one && !token.Spaced
            && _parts.Any(p => p.Problem is not null && p.Start <= one.Start && p.Start + p.Length >= one.End)) return one.Text + "-";
        if (_at == 0 || _parts is not [.., { Problem: not null } before] || _tokens[_at - 1] is not { Kind: not TokenKind.Break } last
            || before.Start + before.Length != last.End) return null;
        var symbol = last is { Kind: TokenKind.Word, Text.Length: <= LongestSymbol } && last.Text.Any(char.IsDigit);
        return last.Text is "=" or "+" or "-" or "half" || symbol || token.Value > MostBehindUnknown ? last.Text : null;
    }

    private const double MostBehindUnknown = 36;
    private const int LongestSymbol = 3;

    // M16 8.8 x 60: from here on it may be a length as well.
    private const int MostCrossed = 16;

    /// <summary>A number in brackets, or behind a cross, beside a size that is known: M12 (6), M16 8.8 x4.</summary>
    private bool StandsAsCount() => Count is null && _at > 0
        && ((_tokens[_at - 1].Text == "(" && Peek(1) is { Text: ")" } && (Thread is not null || IsThreadAt(2) || ThreadSoonAt(2)))
            || (Thread is not null && _tokens[_at - 1].Text is "x" or "X" or "×" && Peek(1) is not { Kind: TokenKind.Number }
                && UnitAt(1, 1, Dimension.Length) is null && !IsWord(1, "long", "x", "X", "×")));

    /// <summary>A number of bolts in a word: four M16, six bolts. A number word that stands by itself is asked about.</summary>
    private bool TryWordedCount(Token token)
    {
        if (token.Kind != TokenKind.Word || !QuickWords.Numbers.TryGetValue(token.Text, out var number)) return false;
        if (TryCount(token with { Value = number })) return true;
        if (Count is not null) return false;
        Refuse(1, $"{token.Text} of what?", Instead(1, $"{number} bolts", "the number of bolts"));
        return true;
    }

    /// <summary>16 mm bolts: the size; null where no such bolts stand there.</summary>
    private ScrewThread? MetricBoltsAt(int ahead) => Peek(ahead) is { Kind: TokenKind.Number, Other: null, Fraction: false } number
        && IsWord(ahead + 1, "mm") && BoltsAt(ahead + 2) ? Standards.FindThread("M" + number.Text) : null;

    /// <summary>A size in inches without its threads per inch stands there: 1/2" grade 5.</summary>
    private bool ThreadSoonAt(int ahead) =>
        Peek(ahead) is { Kind: TokenKind.Number } t && (t.Fraction || (InchMark(ahead + 1) > 0 && t.Value <= 4))
            && Standards.FindThread(Inches(t)) is not null
            && (IsWord(ahead + 1 + InchMark(ahead + 1), "-", "dia", "diameter", "diam")
                || GradeAt(ahead + 1 + InchMark(ahead + 1)) is not null
                || SuffixedAt(ahead + 1 + InchMark(ahead + 1))
                || BoltsAt(ahead + 1 + InchMark(ahead + 1))
            || SeriesAfter(ahead + 1) > 0);

    private bool AskFraction(Token token)
    {
        Refuse(1, $"{token.Text} of what?", Instead(1, $"{Inches(token)} in plate", "a part this thick, in inches"),
            Instead(1, $"{Inches(token)} UNC", "the size of the bolts"));
        return true;
    }

    private static string Hint(Token token)
    {
        return token.Kind == TokenKind.Number
            ? "a number without its meaning. Write 4 bolts, 12 + 20 for parts, 72 kN apart, hole 18"
            : "not understood. Say bolts (4 M16 8.8), a load (72 kN apart, 24 kN across), parts (12 + 20 steel), a finish (oiled, "
                + "dry, zinc)";
    }

    /// <summary>What only the whole line can tell: words as numbers of bolts, inches or millimetres of bare thicknesses, a ram's
    /// force.</summary>
    private void Settle()
    {
        if (Question == QuickQuestion.Carries && Tension is null && Shear is null)
        {
            var begun = Amount.Of(1, Units.Of(Dimension.Force, "kN"));
            if (AskedWay == Way.Across) Shear = begun;
            else Tension = begun;
            Count ??= 1;
            HasAskedLoad = true;
        }
        if (Circle is not null && Count is null
            && _parts.FindIndex(p => p.Taken.StartsWith("bolt circle", StringComparison.Ordinal)) is var round and >= 0)
        {
            _parts[round] = _parts[round] with { Taken = "", Problem = "how many bolts stand on it?" };
        }
        // What the bolts go into is the last part.
        if (LastMaterial is { } into && Plates is [.., _, { Material: null } last]) Plates = [.. Plates.SkipLast(1), last with
            { Material = into }];
        if (PartsMaterial is { } loose) Plates = [.. Plates.Select(p => p with { Material = p.Material ?? loose })];
        if (Plates.Any(p => p.Unit is null))
        {
            var at = _parts.FindIndex(p => p.Taken.EndsWith("parts", StringComparison.Ordinal) || p.Taken == "a part");
            var inches = SpeaksInches;
            // A bare whole number beside inch bolts could be either.
            var unsure = inches && Plates.Any(p => p.Unit is null && !p.Fraction && p.Value > 4);
            if (unsure && Standing(at) is { } part)
            {
                var bare = part.Text;
                _parts[at] = part with
                {
                    Taken = "", Problem = "inches or millimetres?",
                    Answers = [new("millimetres", Replaced(part, WithUnit(bare, "mm"))),
                        new("inches", Replaced(part, WithUnit(bare, "in")))],
                };
                Plates = [];
                return;
            }
            Plates = [.. Plates.Select(p => p with { Unit = p.Unit ?? Units.Of(Dimension.Length, inches || p.Fraction ? "in" : "mm") })];
        }
        SettleGasket();
        if (Plates.Count == 3)
        {
            foreach (var said in Enumerable.Range(0, _parts.Count).Where(i => TwicePhrases.Any(w => _parts[i].Text
                .EndsWith(w, StringComparison.OrdinalIgnoreCase)))) _parts[said] = _parts[said] with
                {
                    Taken = "cut twice, as three parts are", Problem = null, Answers = [],
                };
        }
        SettlePressure();
        if (Ram && Tension is null && Shear is null && !(Bore is not null && Pressure is not null)
            && _parts.FindIndex(p => p.Taken == "a ram") is var ram and >= 0)
        {
            _parts[ram] = _parts[ram] with { Taken = "",
                Problem = "how strong? Write its force (160 kN ram) or its bore and pressure (80 mm bore × 160 bar)" };
        }
    }

    /// <summary>What seals lies between two parts: 3 mm gasket between 25 mm flanges; where it does not, that is asked.</summary>
    private void SettleGasket()
    {
        static bool Seals(QuickPlate p) => p.Material?.StartsWith("Gasket", StringComparison.Ordinal) == true;
        if (Plates.Count < 2 || !(Seals(Plates[0]) || Seals(Plates[^1])) || Plates.All(Seals)) return;
        if (Plates.Count == 2 && _line.Contains("between", StringComparison.OrdinalIgnoreCase))
        {
            var (seal, part) = Seals(Plates[0]) ? (Plates[0], Plates[1]) : (Plates[1], Plates[0]);
            Plates = [part, seal, part];
            return;
        }
        if (_parts.FindIndex(p => p.Problem is null && (p.Taken.EndsWith("parts", StringComparison.Ordinal)
            || p.Taken.StartsWith("a part", StringComparison.Ordinal))) is var at and >= 0)
            Ask(at, "a gasket lies between two parts: write them in their order, 25 + 3 gasket + 25");
    }

    /// <summary>A pressure, and what it acts on, go together; beside a force apart neither is dropped.</summary>
    private void SettlePressure()
    {
        void Ask(string taken, string problem)
        {
            var at = _parts.FindIndex(p => p.Taken.StartsWith(taken, StringComparison.Ordinal));
            if (at >= 0) _parts[at] = _parts[at] with { Taken = "", Problem = problem };
        }

        if (Pressure is not null && Bore is null)
            Ask("pressure ", "on all that lies inside which diameter? Write 6 bar on 150 mm bore, or begin with cover 250 seal");
        if (Hole is not null && Fit is not null) Ask(Fit + " fit", $"the hole is stated already, {Hole.Text}: one of the two");
        if (Bore is not null && Pressure is null) Ask("bore ", "under which pressure? Write 6 bar on 150 mm bore");
        if (Bore is null || Pressure is null || Tension is null) return;
        Ask(Pressure.Text + " on all", "a pressure beside a force apart: write one, and the other as a load case of its own on the Bench");
        Ask("pressure ", "a pressure beside a force apart: write one, and the other as a load case of its own on the Bench");
    }

    private QuickPart? Standing(int index) => index >= 0 ? _parts[index] : null;

    private string Replaced(QuickPart part, string text) => _line[..part.Start] + text + _line[(part.Start + part.Length)..];

    private static string WithUnit(string text, string unit) =>
        System.Text.RegularExpressions.Regex.Replace(text, @"([0-9]+(?:\.[0-9]+)?)(?=\s*(\+|$|[A-Za-z]))", "$1 " + unit);
}
