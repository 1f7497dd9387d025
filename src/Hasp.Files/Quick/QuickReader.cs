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
}
