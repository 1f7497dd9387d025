using System.Globalization;
using System.Text.RegularExpressions;
using Hasp.Core.Uncertainty;

namespace Hasp.Core.Joints;

/// <summary>Reads and writes a scatter: <c>10 %</c>, <c>lognormal 15 %</c>, <c>uniform 20 %</c>.</summary>
public static partial class SpreadText
{
    [GeneratedRegex(@"^(?:(?<shape>normal|lognormal|uniform|triangular)\s+)?(?:±\s*)?(?<share>[0-9]+(?:\.[0-9]+)?)\s*%$",
        RegexOptions.IgnoreCase)]
    private static partial Regex Form();

    /// <summary>The scatter, or null where it cannot be read or is above 100 %.</summary>
    public static Spread? Parse(string text)
    {
        var match = Form().Match(text.Trim());
        if (!match.Success || !double.TryParse(match.Groups["share"].ValueSpan, NumberStyles.Float, CultureInfo.InvariantCulture,
            out var percent) || percent > 100) return null;
        var shape = match.Groups["shape"].Value.ToLowerInvariant() switch
        {
            "lognormal" => Distribution.Lognormal,
            "uniform" => Distribution.Uniform,
            "triangular" => Distribution.Triangular,
            _ => Distribution.Normal,
        };
        return new Spread(shape, percent / 100);
    }

    /// <summary>As it is read again.</summary>
    public static string Of(Spread spread) =>
        $"{spread.Distribution.ToString().ToLowerInvariant()} {(spread.Share * 100).ToString("0.##", CultureInfo.InvariantCulture)} %";
}
