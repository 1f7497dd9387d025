using System.Text;
using System.Text.RegularExpressions;
using Superpower;
using Superpower.Parsers;

namespace Hasp.Files.Quick;

/// <summary>
/// Words of a kind as its table writes them: <c>{cover} [thick] (cover(s)|splice plate(s)) [on] both sides</c>. Read by a grammar of
/// words, figures, what may stand there and what is one of several, and tried on a piece of a line.
/// </summary>
internal sealed class Phrasing
{
    /// <summary>A length with or without its unit, fractions of an inch among them.</summary>
    private const string Length = @"(?:(?:[0-9]+[- ])?[0-9]+/[0-9]{1,2}|[0-9]+(?:\.[0-9]+)?)(?:\s*(?:mm|cm|in|""))?";

    /// <summary>Inches are divided so; where the line speaks them, or they are named, it is no question.</summary>
    internal const string Share = @"[13579]/(?:2|4|8|16)(?![0-9]|\s*(?:in|""))";

    // What figures may stand in a place, by the name of the sort behind its colon.
    private static readonly Dictionary<string, string> Sorts = new(StringComparer.Ordinal)
    {
        [""] = Length,
        ["share"] = Share,
        ["whole"] = $"(?!{Share}){Length}",
        ["exact"] = @"[0-9.]+ ?(?:mm|cm|in|"")",
        ["thin"] = @"(?:1?[0-9]|2[0-5])(?:\.[0-9]+)?(?: ?mm)?",
        ["rectangle"] = $@"{Length}\s*[×x*]\s*{Length}",
        ["section"] = "(?:UB|UC|UKB|UKC|HE[ABM]?|IPE|IPN|W|HP|S|ISMB|ISHB|RHS|SHS|CHS) ?[0-9.x×*]+",
        ["n"] = "[0-9]+",
        ["few"] = "[2-5]",
        ["one"] = "[0-9]",
        ["two"] = "[0-9]{2}",
    };

    // One for each of its alternatives.
    private readonly Regex[] _patterns;

    private Phrasing(string words, IReadOnlyList<Node> alternatives)
    {
        _patterns = [.. alternatives.Select(Writer.Pattern)];
        Words = words;
    }

    /// <summary>As the table writes it.</summary>
    internal string Words { get; }

    /// <summary>Reads what a table writes.</summary>
    /// <param name="words">The words.</param>
    /// <exception cref="ParseException">It is no such writing; it says where it ends to be.</exception>
    internal static Phrasing Of(string words) => new(words, Grammar.Whole.Parse(words));

    /// <summary>What stands for each figure of a piece; null where the piece says something else.</summary>
    internal IReadOnlyDictionary<string, string>? In(string piece)
    {
        var match = _patterns.Select(p => p.Match(piece)).FirstOrDefault(m => m.Success);
        return match?.Groups.Values.Where(g => g.Success && !char.IsAsciiDigit(g.Name[0])).ToDictionary(g => g.Name, g => g.Value);
    }

    /// <summary>A piece of the writing.</summary>
    private abstract record Node;

    private sealed record Word(string Text, bool Plural, bool Glued) : Node;

    private sealed record Figure(string Name, string Sort) : Node;

    private sealed record Run(Node[] Nodes) : Node;

    private sealed record OneOf(Node[] Nodes, bool MayBeLeftOut) : Node;

    private static class Grammar
    {
        private static readonly TextParser<char> Gap = Character.EqualTo(' ');

        private static readonly TextParser<Node> AWord =
            from text in Character.ExceptIn(' ', '[', ']', '(', ')', '{', '}', '|', '~').AtLeastOnce()
            from plural in Span.EqualTo("(s)").Try().OptionalOrDefault()
            from glued in Character.EqualTo('~').OptionalOrDefault()
            select (Node)new Word(new(text), plural.Length > 0, glued == '~');

        private static readonly TextParser<Node> AFigure =
            from open in Character.EqualTo('{')
            from name in Character.LetterOrDigit.Or(Character.EqualTo('_')).AtLeastOnce()
            from sort in Character.EqualTo(':').IgnoreThen(Character.Letter.AtLeastOnce()).OptionalOrDefault([])
            from close in Character.EqualTo('}')
            select (Node)new Figure(new(name), new(sort));

        private static readonly TextParser<Node> Item = Parse.Ref(() => Bracketed('(', ')')).Or(Parse.Ref(() => Bracketed('[', ']')))
            .Or(AFigure).Or(AWord);

        private static readonly TextParser<Node> Items = Item.ManyDelimitedBy(Gap.AtLeastOnce()).Select(i => (Node)new Run(i));

        private static readonly TextParser<Node[]> Alternatives = Items.AtLeastOnceDelimitedBy(Character.EqualTo('|'));

        internal static readonly TextParser<Node[]> Whole = Alternatives.AtEnd();

        private static TextParser<Node> Bracketed(char open, char close) =>
            from o in Character.EqualTo(open)
            from all in Alternatives
            from c in Character.EqualTo(close)
            select (Node)new OneOf(all, open == '[');
    }

    /// <summary>The writing as a pattern: blanks may stand between its items, and a word ends where no letter follows.</summary>
    private sealed class Writer
    {
        private readonly StringBuilder _text = new("^");
        private readonly HashSet<string> _figures = [];

        internal static Regex Pattern(Node alternative)
        {
            var writer = new Writer();
            writer.Write(alternative);
            return new(writer._text + @"\s*$", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant);
        }

        private void Write(Node node)
        {
            switch (node)
            {
                case Run run:
                    foreach (var item in run.Nodes) Write(item);
                    break;
                case OneOf one:
                    _text.Append("(?:");
                    foreach (var (i, of) in one.Nodes.Index())
                    {
                        _text.Append(i > 0 ? "|" : "");
                        Write(of);
                    }
                    _text.Append(one.MayBeLeftOut ? ")?" : ")");
                    break;
                case Figure figure:
                    // The same figure once more says the same.
                    _text.Append(@"\s*(?<![0-9.])").Append(_figures.Add(figure.Name) ? $"(?<{figure.Name}>{Sorts[figure.Sort]})"
                        : $@"\k<{figure.Name}>").Append("(?![0-9.])");
                    break;
                case Word { Text: "x" }:
                    _text.Append(@"\s*[×x*]");
                    break;
                case Word word:
                    _text.Append(@"\s*").Append(Bounded(word));
                    break;
            }
        }

        private static string Bounded(Word word)
        {
            var text = Regex.Escape(word.Text) + (word.Plural ? "s?" : "");
            if (!char.IsLetterOrDigit(word.Text[0])) return text;
            var behind = word.Glued ? "" : char.IsDigit(word.Text[^1]) ? "(?![0-9.])" : @"(?!\w)";
            return @"(?<![\w.])" + text + behind;
        }
    }
}
