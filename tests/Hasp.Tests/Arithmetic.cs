using System.Globalization;

namespace Hasp.Tests;

/// <summary>Sums written as on paper: + − * / and brackets over names and numbers.</summary>
internal static class Arithmetic
{
    internal static double Of(string text, Dictionary<string, double> names)
    {
        var at = 0;
        var value = Sum();
        Assert.Equal(text.Length, at);
        return value;

        double Sum()
        {
            var left = Product();
            while (at < text.Length && (text[at] is '+' or '-')) left = text[at++] == '+' ? left + Product() : left - Product();
            return left;
        }

        double Product()
        {
            var left = Atom();
            while (at < text.Length && (text[at] is '*' or '/')) left = text[at++] == '*' ? left * Atom() : left / Atom();
            return left;
        }

        double Atom()
        {
            if (text[at] == '(')
            {
                at++;
                var inside = Sum();
                at++;
                return inside;
            }
            var from = at;
            while (at < text.Length && (char.IsLetterOrDigit(text[at]) || text[at] == '.')) at++;
            var word = text[from..at];
            return names.TryGetValue(word, out var value) ? value : double.Parse(word, CultureInfo.InvariantCulture);
        }
    }
}
