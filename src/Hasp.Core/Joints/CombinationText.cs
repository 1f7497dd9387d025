using System.Globalization;

namespace Hasp.Core.Joints;

/// <summary>Reads a sum of load cases: <c>1.35 Dead + 1.5 × Wind − Ram</c>. A case's own name may hold any of these signs.</summary>
public static class CombinationText
{
    /// <summary>Factors with the index of their case, or why it cannot be read.</summary>
    /// <param name="text">What was written.</param>
    /// <param name="names">Names of the cases; an empty name cannot be a part.</param>
    public static (IReadOnlyList<(double Factor, int Case)> Terms, string? Problem) Parse(string text, IReadOnlyList<string> names)
    {
        var terms = new List<(double, int)>();
        var rest = text.AsSpan().Trim();
        var first = true;
        while (rest.Length > 0)
        {
            var sign = 1.0;
            if (rest[0] is '+' or '-' or '−')
            {
                sign = rest[0] == '+' ? 1 : -1;
                rest = rest[1..].TrimStart();
            }
            else if (!first)
            {
                return ([], $"a + or − is missing before \"{rest}\"");
            }
            first = false;
            var factor = 1.0;
            // The longest name that fits, so that a name beginning with a number is still a name.
            var found = Longest(rest, names);
            if (found < 0)
            {
                var digits = 0;
                while (digits < rest.Length && (char.IsAsciiDigit(rest[digits]) || rest[digits] == '.')) digits++;
                if (digits > 0 && double.TryParse(rest[..digits], NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out factor)
                    && factor <= 1000)
                {
                    rest = rest[digits..].TrimStart().TrimStart(['×', '*', '·']).TrimStart();
                    found = Longest(rest, names);
                }
            }
            if (found < 0)
            {
                var known = string.Join(", ", names.Where(n => n.Length > 0));
                return ([], $"\"{rest}\" does not begin with a load case. Write a sum such as 1.35 × "
                    + $"{names.FirstOrDefault(n => n.Length > 0) ?? "Case 1"}; known: {known}. Combinations cannot be parts of others");
            }
            terms.Add((sign * factor, found));
            rest = rest[names[found].Length..].TrimStart();
        }
        return terms.Count == 0 ? ([], "an empty sum: write for example 1.35 × Case 1 + 1.5 × Case 2") : (terms, null);
    }

    private static int Longest(ReadOnlySpan<char> text, IReadOnlyList<string> names)
    {
        var best = -1;
        for (var i = 0; i < names.Count; i++)
        {
            var name = names[i];
            if (name.Length == 0 || (best >= 0 && name.Length <= names[best].Length)
                || !text.StartsWith(name, StringComparison.OrdinalIgnoreCase)) continue;
            // "Case 1" is not the beginning of "Case 10".
            if (name.Length < text.Length && !(char.IsWhiteSpace(text[name.Length]) || text[name.Length] is '+' or '-' or '−')) continue;
            best = i;
        }
        return best;
    }
}
