using System.Globalization;
using System.Text.RegularExpressions;
using Hasp.Core.Catalogue;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Files.Quick;

/// <summary>Threads, property classes and what stands with them.</summary>
internal sealed partial class QuickReader
{
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
}
