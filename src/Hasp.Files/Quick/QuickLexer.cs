using System.Globalization;
using System.Text.RegularExpressions;
using Hasp.Core.Catalogue;
using Hasp.Core.Quantities;

namespace Hasp.Files.Quick;

/// <summary>What a piece of a line is by its looks alone.</summary>
internal enum TokenKind
{
    /// <summary>A number, a fraction or a whole with a fraction.</summary>
    Number,

    /// <summary>Letters, with what is joined to them.</summary>
    Word,

    /// <summary>A sign: + × = " ′ % and the like.</summary>
    Sign,

    /// <summary>A comma, semicolon or stop between parts.</summary>
    Break,
}

/// <summary>A piece of a line.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Text">As typed.</param>
/// <param name="Start">Where it begins.</param>
/// <param name="Value">Of a number.</param>
/// <param name="Fraction">True for a number with a fraction bar.</param>
/// <param name="Other">What else the number could be; null where it can be only one.</param>
/// <param name="Spaced">True where a blank stands before it.</param>
internal readonly record struct Token(TokenKind Kind, string Text, int Start, double Value, bool Fraction, double? Other, bool Spaced)
{
    internal int End => Start + Text.Length;
}

/// <summary>
/// Cuts a line into numbers, words and signs. A comma or a point within a number never splits it silently: it groups thousands, marks
/// decimals, or could be either, and then both readings go along.
/// </summary>
internal static partial class QuickLexer
{
    private static readonly Dictionary<char, double> Vulgar = new()
    {
        ['½'] = 0.5, ['¼'] = 0.25, ['¾'] = 0.75, ['⅛'] = 0.125, ['⅜'] = 0.375, ['⅝'] = 0.625, ['⅞'] = 0.875, ['⅓'] = 1 / 3.0,
        ['⅔'] = 2 / 3.0,
    };

    [GeneratedRegex(@"\G(?<whole>[0-9]+)?\s?(?<vulgar>[½¼¾⅛⅜⅝⅞⅓⅔])")]
    private static partial Regex VulgarFraction();

    [GeneratedRegex(@"\G(?:(?<whole>[0-9]{1,3})[ -](?=[0-9]{1,2}/[0-9]))?(?<num>[0-9]{1,3})/(?<den>[0-9]{1,3})(?![0-9])")]
    private static partial Regex Fraction();

    // A whole before a fraction may be the number of bolts: 6 1/2-13 grade 8.
    [GeneratedRegex(@"\G(?<count>[0-9]{1,3}) (?<size>[0-9]{1,2}/[0-9]{1,2}(?:-[0-9]{1,2})?)(?=(?<mark>\s?(?:""|″|in\b|inch\b))?\s*(?<next>grade|gr\b|sae|a325|a490|a307|b7|bolts?|screws?|studs?|unc|unf)?)", RegexOptions.IgnoreCase)]
    private static partial Regex CountThenSize();

    [GeneratedRegex(@"\G(?:[0-9]{1,3}(?:['’][0-9]{3})+|[0-9]{1,3}(?: 000)+(?![0-9])|[0-9]{1,3}(?:,[0-9]{3}){2,}(?![0-9])|[0-9]{1,3},[0-9]{3}(?=\.[0-9])|[0-9]+)(?:\.[0-9]+)?|\G\.[0-9]+")]
    private static partial Regex Decimal();

    [GeneratedRegex(@"\G(?<whole>[0-9]+),(?<part>[0-9]+)(?![0-9.,])")]
    private static partial Regex Comma();

    // 15.500 N: three figures behind a point are decimals to some and thousands to others. Of an inch or a millimetre they are decimals.
    [GeneratedRegex(@"\G(?<whole>[1-9][0-9]{0,2})\.(?<part>[0-9]{3})(?![0-9.,-])(?!\s*(?:in\b|inch|""|″|mm\b|%))")]
    private static partial Regex Point();

    // 8·8, with the point of a drawing.
    [GeneratedRegex(@"\G[0-9]{1,2}·[0-9](?![0-9])")]
    private static partial Regex ClassDot();

    [GeneratedRegex(@"\GM[0-9]+(?:\.[0-9]+)?(?:[x×][0-9.]+)?(?=-[0-9]{1,2}[.,·][0-9])", RegexOptions.IgnoreCase)]
    private static partial Regex SizeThenClass();

    // A bar before a figure parts two thicknesses: 10 mm/12 mm.
    [GeneratedRegex(@"\G[\p{L}#µ°](?:[\p{L}\p{N}#µ°²·._-]|/(?![0-9]))*")]
    private static partial Regex Word();

    // Half an inch is written with a bar by some and in words by others.
    private static readonly Dictionary<string, double> Spoken = new(StringComparer.OrdinalIgnoreCase)
    {
        ["half"] = 1 / 2.0, ["quarter"] = 1 / 4.0, ["three quarter"] = 3 / 4.0, ["three quarters"] = 3 / 4.0, ["three eighths"] = 3 / 8.0,
        ["five eighths"] = 5 / 8.0, ["seven eighths"] = 7 / 8.0,
    };

    [GeneratedRegex(@"\G(?<of>half|quarter|three[ -]quarters?|(?:three|five|seven)[ -]eighths?)(?:\s+(?:of\s+)?an)?(?=[ -]inch)", RegexOptions.IgnoreCase)]
    private static partial Regex SpokenFraction();

    /// <summary>A fraction of an inch as it is written with a bar.</summary>
    internal static string Fractional(double value) =>
        value * 2 == 1 ? "1/2" : value * 4 == Math.Floor(value * 4) ? $"{value * 4:0}/4" : $"{value * 8:0}/8";

    [GeneratedRegex(@"^PL-?[0-9]", RegexOptions.IgnoreCase)]
    private static partial Regex PlateMark();

    [GeneratedRegex(@"(?<=.)/(?:bolt|screw|stud)$", RegexOptions.IgnoreCase)]
    private static partial Regex PerBolt();

    private static readonly HashSet<string> Shortened = new(["gr", "cl", "dia", "no", "nos", "nr", "thk", "approx", "qty", "pcs", "max",
        "min", "st", "al", "temp", "diam"], StringComparer.OrdinalIgnoreCase);

    internal static List<Token> Cut(string line)
    {
        var tokens = new List<Token>();
        var at = 0;
        while (at < line.Length)
        {
            if (char.IsWhiteSpace(line[at]))
            {
                at++;
                continue;
            }
            if (tokens is [.., { Kind: TokenKind.Word } short_] && line[at] == '.' && short_.End == at && Shortened.Contains(short_.Text))
            {
                // Gr. 8.8, 6 nos. M16: the stop belongs to the word.
                at++;
                continue;
            }
            var token = Next(line, at) with { Spaced = at > 0 && char.IsWhiteSpace(line[at - 1]) };
            tokens.Add(token);
            at = token.End;
        }
        return tokens;
    }

    private static Token Next(string line, int at)
    {
        if (SpokenFraction().Match(line, at) is { Success: true } spoken
            && Spoken.TryGetValue(spoken.Groups["of"].Value.Replace('-', ' ').TrimEnd('s') is var w && Spoken.ContainsKey(w) ? w : w
                + "s", out var share))
        {
            return Of(spoken, at, share, true);
        }
        if (VulgarFraction().Match(line, at) is { Success: true } vulgar)
        {
            var whole = vulgar.Groups["whole"].Success ? Parse(vulgar.Groups["whole"].Value) : 0;
            return Of(vulgar, at, whole + Vulgar[vulgar.Groups["vulgar"].Value[0]], true);
        }
        if (CountThenSize().Match(line, at) is { Success: true } several && IsSize(several)) return Of(several.Groups["count"], at,
            Parse(several.Groups["count"].Value), false);
        if (ClassDot().Match(line, at) is { Success: true } dotted)
        {
            return Of(dotted, at, Parse(dotted.Value.Replace('·', '.')), false);
        }
        if (Fraction().Match(line, at) is { Success: true } fraction && IsOfInches(fraction))
        {
            var whole = fraction.Groups["whole"].Success ? Parse(fraction.Groups["whole"].Value) : 0;
            return Of(fraction, at, whole + (Parse(fraction.Groups["num"].Value) / Parse(fraction.Groups["den"].Value)), true);
        }
        if (Comma().Match(line, at) is { Success: true } comma)
        {
            var (whole, part) = (comma.Groups["whole"].Value, comma.Groups["part"].Value);
            var decimals = Parse($"{whole}.{part}");
            // Three figures after one comma are thousands to some and decimals to others; anything else can only be decimals.
            var either = part.Length == 3 && whole.Length <= 3 && whole[0] != '0';
            return new(TokenKind.Number, comma.Value, at, either ? Parse(whole + part) : decimals, false, either ? decimals : null, false);
        }
        if (Point().Match(line, at) is { Success: true } point)
        {
            return new(TokenKind.Number, point.Value, at, Parse(point.Groups["whole"].Value + point.Groups["part"].Value), false,
                Parse(point.Value), false);
        }
        if (Decimal().Match(line, at) is { Success: true, Length: > 0 } number)
        {
            return Of(number, at, Parse(number.Value.Replace(",", "").Replace("'", "").Replace("’", "").Replace(" ", "")), false);
        }
        // 4xM16, 80x160, x6: the sign stands before a number or a size.
        if (line[at] is 'x' or 'X' && at > 0 && (char.IsAsciiDigit(line[at - 1]) || char.IsWhiteSpace(line[at - 1])) && at + 1 < line.Length
            && (char.IsAsciiDigit(line[at + 1]) || (char.IsAsciiDigit(line[at - 1]) && line[at + 1] is 'M' or 'm' or '#')))
        {
            return new(TokenKind.Sign, line[at].ToString(), at, 0, false, null, false);
        }
        // M16-8.8: the size ends where its class begins.
        if (SizeThenClass().Match(line, at) is { Success: true } size)
        {
            return new(TokenKind.Word, size.Value, at, 0, false, null, false);
        }
        if (Word().Match(line, at) is { Success: true } word)
        {
            // kN/bolt: a force, and on what.
            var text = PerBolt().Replace(word.Value, "").TrimEnd('.', '-', '/');
            // PL12, PL-16: a plate, and how thick.
            if (PlateMark().IsMatch(text)) text = text[..2];
            // 4off-12/15, 45kN-M16: pieces that are strung together with hyphens.
            if (text.IndexOf('-', StringComparison.Ordinal) is > 0 and var hyphen && text.Length > hyphen + 1
                && char.IsAsciiDigit(text[hyphen + 1]) && EndsAt(text[..hyphen])) text = text[..hyphen];
            return new(TokenKind.Word, text.Length == 0 ? word.Value[..1] : text, at, 0, false, null, false);
        }
        return new(
            line[at] is ',' or ';' or '.' or '|' or '(' or ')' or ':' ? TokenKind.Break : TokenKind.Sign, line[at].ToString(), at, 0, false,
            null, false);
    }

    /// <summary>True for a word that nothing belongs to behind its hyphen: what counts bolts, or a unit.</summary>
    private static bool EndsAt(string word) => QuickWords.Bolts.Contains(word) || new[] { Dimension.Length, Dimension.Force }
        .Any(d => QuantityText.Parse("1 " + word, d).Ok);

    /// <summary>True for a fraction as inches are divided, in its lowest terms; 10/12 is two thicknesses.</summary>
    private static bool IsOfInches(Match fraction)
    {
        var (numerator, parts) = (Parse(fraction.Groups["num"].Value), Parse(fraction.Groups["den"].Value));
        return parts is 2 or 4 or 8 or 16 or 32 or 64 && numerator % 2 == 1;
    }

    /// <summary>True where the fraction alone is a size that is listed, and the whole with it is none.</summary>
    private static bool IsSize(Match match)
    {
        var (count, size) = (match.Groups["count"].Value, match.Groups["size"].Value);
        if (!size.Contains('-') && !match.Groups["next"].Success) return false;
        return Standards.FindThread(size) is not null && Standards.FindThread($"{count}-{size}") is null;
    }

    private static Token Of(Group match, int at, double value, bool fraction) =>
        new(TokenKind.Number, match.Value, at, value, fraction, null, false);

    private static double Parse(string digits) => double.Parse(digits, NumberStyles.Float, CultureInfo.InvariantCulture);
}
