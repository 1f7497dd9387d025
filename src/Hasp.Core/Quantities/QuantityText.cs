using System.Globalization;
using System.Text.RegularExpressions;

namespace Hasp.Core.Quantities;

/// <summary>What was read: a held value (N, mm, MPa, N·mm, rad, °C) with the unit it was typed in, or why it could not be read.</summary>
/// <param name="Held">The value in the consistent set; meaningful only where <see cref="Problem"/> is null.</param>
/// <param name="Unit">The unit as typed, or the field's own where none was typed and one was allowed.</param>
/// <param name="Problem">In words for the person who typed it: what is wrong and what is allowed.</param>
public readonly record struct QuantityReading(double Held, Unit? Unit, string? Problem)
{
    /// <summary>True where a value was read.</summary>
    public bool Ok => Problem is null;

    internal static QuantityReading Refused(string problem) => new(double.NaN, null, problem);
}

/// <summary>
/// Reads and writes quantities: <c>12 kN</c>, <c>1-3/8 in</c>, <c>3.5e3 N</c>, <c>85 lbf ft</c>.
/// A point marks decimals and a comma only ever groups thousands; anything else is refused with a hint.
/// </summary>
public static partial class QuantityText
{
    // whole-and-fraction, fraction, or a decimal with optional groups and exponent; then the unit.
    [GeneratedRegex(@"^\s*(?<sign>[+-]?)\s*(?:(?<whole>[0-9]+)[\s-]+(?<num>[0-9]+)\s*/\s*(?<den>[0-9]+)|(?<num>[0-9]+)\s*/\s*(?<den>[0-9]+)|(?<dec>(?:[0-9]{1,3}(?:[ ,_'][0-9]{3})+|[0-9]+)(?:\.[0-9]*)?|\.[0-9]+)(?:[eE](?<exp>[+-]?[0-9]+))?)\s*(?<unit>.*?)\s*$", RegexOptions.CultureInvariant)]
    private static partial Regex Shape();

    [GeneratedRegex(@"^\s*[+-]?[0-9]+,[0-9]+", RegexOptions.CultureInvariant)]
    private static partial Regex DecimalComma();

    private static readonly Dictionary<char, string> Fractions = new()
    {
        ['½'] = "1/2", ['¼'] = "1/4", ['¾'] = "3/4", ['⅛'] = "1/8", ['⅜'] = "3/8", ['⅝'] = "5/8", ['⅞'] = "7/8",
        ['⅓'] = "1/3", ['⅔'] = "2/3",
    };

    /// <summary>Reads a quantity of <paramref name="dimension"/>.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="dimension">What the field measures.</param>
    /// <param name="bare">The unit of a number without one; null where a unit must be written.</param>
    public static QuantityReading Parse(string? text, Dimension dimension, Unit? bare = null)
    {
        if (string.IsNullOrWhiteSpace(text)) return QuantityReading.Refused("Empty. " + Example(dimension));
        if (text.Length > 60) return QuantityReading.Refused("Too long to be a quantity. " + Example(dimension));
        var plain = Plain(text);
        var match = Shape().Match(plain);
        if (!match.Success || match.Groups["unit"].Value is [',' or '.' or >= '0' and <= '9', ..])
        {
            return QuantityReading.Refused(DecimalComma().IsMatch(plain)
                ? $"\"{text.Trim()}\": a comma only groups thousands here. Write the decimals with a point: "
                    + $"{DecimalComma().Match(plain).Value.Trim().Replace(',', '.')}."
                : $"\"{text.Trim()}\" is not a number with a unit. " + Example(dimension));
        }

        var number = Number(match);
        if (!double.IsFinite(number)) return QuantityReading.Refused($"\"{text.Trim()}\" is not a finite number.");
        var spelled = match.Groups["unit"].Value;
        if (spelled.Length == 0)
        {
            return bare is null
                ? QuantityReading.Refused($"\"{text.Trim()}\" has no unit. Use {Units.Choices(dimension)}.")
                : Held(number, bare, text);
        }
        var (unit, problem) = Units.Find(dimension, spelled);
        return unit is null ? QuantityReading.Refused(problem!) : Held(number, unit, text);
    }

    private static QuantityReading Held(double number, Unit unit, string text)
    {
        var held = unit.ToHeld(number);
        return double.IsFinite(held)
            ? new QuantityReading(held, unit, null)
            : QuantityReading.Refused($"\"{text.Trim()}\" is not a finite number.");
    }

    /// <summary>True where <paramref name="text"/> is a number and nothing else, so that a field may add its own unit.</summary>
    public static bool IsBareNumber(string text) =>
        Shape().Match(Plain(text)) is { Success: true } m && m.Groups["unit"].Length == 0;

    /// <summary>The value in <paramref name="unit"/> with every digit needed to read it back unchanged.</summary>
    public static string Exact(double held, Unit unit) =>
        unit.FromHeld(held).ToString("R", CultureInfo.InvariantCulture) + " " + unit.Symbol;

    /// <summary>A count in groups of three, parted by a narrow space that does not break.</summary>
    public static string Count(double count) => count.ToString("#,0", Grouped);

    private static readonly NumberFormatInfo Grouped = new() { NumberGroupSeparator = "\u202F" };

    /// <summary>Four significant figures without trailing zeros; plain notation from 0.001 to 9 999 999.</summary>
    public static string Figures(double value, int significant = 4)
    {
        if (value == 0) return "0";
        if (!double.IsFinite(value)) return "–";
        var magnitude = (int)Math.Floor(Math.Log10(Math.Abs(value)));
        if (magnitude is < -4 or > 6) return value.ToString("0." + new string('#', significant - 1) + "e0", CultureInfo.InvariantCulture);
        var decimals = Math.Max(0, significant - 1 - magnitude);
        var scale = Math.Pow(10, significant - 1 - magnitude);
        var rounded = Math.Round(value * scale, MidpointRounding.AwayFromZero) / scale;
        return rounded.ToString("0." + new string('#', decimals), CultureInfo.InvariantCulture);
    }

    /// <summary>
    /// A factor or reserve to two decimals, cut and not rounded: a joint at 0.998 must never read 1.00. A dash where there is
    /// none.
    /// </summary>
    public static string Factor(double? factor) => factor switch
    {
        null => "–",
        double.PositiveInfinity or > 99.99 => "> 99",
        // The millionth forgives binary fractions, so that an exact 1.25 does not read 1.24.
        { } f => (Math.Floor((f * 100) + 1e-6) / 100).ToString("0.00", CultureInfo.InvariantCulture),
    };

    /// <summary>A utilisation to two decimals, raised and not rounded: one that is over 1 must never read 1.00.</summary>
    public static string Utilisation(double used) => used > 99.99 ? "> 99"
        : (Math.Ceiling((used * 100) - 1e-6) / 100).ToString("0.00", CultureInfo.InvariantCulture);

    private const double Residue = 1e-9;

    /// <summary>Number and unit as a screen shows them, in <paramref name="system"/>: rounded for reading, never for storing.</summary>
    public static (string Number, string Unit) Show(double held, Dimension dimension, UnitSystem system, int significant = 4)
    {
        if (dimension == Dimension.None) return (Figures(held, significant), "");
        // What rounding left of nothing is nothing.
        if (dimension is Dimension.Length or Dimension.Area or Dimension.Force or Dimension.Torque or Dimension.Stress
            && Math.Abs(held) < Residue) held = 0;
        var unit = Readable(held, dimension, system);
        return (Figures(unit.FromHeld(held), significant), unit.Symbol);
    }

    /// <summary>As <see cref="Show"/>, in one string.</summary>
    public static string ShowText(double held, Dimension dimension, UnitSystem system, int significant = 4)
    {
        var (number, unit) = Show(held, dimension, system, significant);
        return unit.Length == 0 ? number : unit == "°" ? number + unit : number + " " + unit;
    }

    /// <summary>The usual unit, or its smaller or larger neighbour where that reads better.</summary>
    private static Unit Readable(double held, Dimension dimension, UnitSystem system) => (dimension, system, Math.Abs(held)) switch
    {
        (Dimension.Length, UnitSystem.Si, > 0 and < 0.1) => Units.Of(dimension, "µm"),
        (Dimension.Length, UnitSystem.Us, > 0 and < 0.0254) => Units.Of(dimension, "mil"),
        (Dimension.Force, UnitSystem.Si, > 0 and < 1000) => Units.Of(dimension, "N"),
        (Dimension.Force, UnitSystem.Us, >= 44482) => Units.Of(dimension, "kip"),
        _ => Units.Shown(dimension, system),
    };

    private static string Plain(string text)
    {
        var b = new System.Text.StringBuilder(text.Length + 4);
        foreach (var c in text.Trim())
        {
            if (Fractions.TryGetValue(c, out var fraction))
            {
                if (b.Length > 0 && char.IsAsciiDigit(b[^1])) b.Append(' ');
                b.Append(fraction);
            }
            else
            {
                b.Append(c switch { '−' or '‒' => '-', '\u00A0' or '\u202F' or '\u2009' => ' ', '’' => '\'', _ => c });
            }
        }
        return b.ToString();
    }

    private static double Number(Match match)
    {
        double Group(string name) => double.Parse(match.Groups[name].Value, CultureInfo.InvariantCulture);
        var sign = match.Groups["sign"].Value == "-" ? -1.0 : 1.0;
        if (match.Groups["num"].Success)
        {
            // A denominator of zero falls out as infinity and is refused as not finite.
            return sign * ((match.Groups["whole"].Success ? Group("whole") : 0) + (Group("num") / Group("den")));
        }
        var digits = match.Groups["dec"].Value.Replace(",", "").Replace(" ", "").Replace("_", "").Replace("'", "");
        var exponent = match.Groups["exp"].Success ? "e" + match.Groups["exp"].Value : "";
        return sign * double.Parse(digits + exponent, NumberStyles.Float, CultureInfo.InvariantCulture);
    }

    private static string Example(Dimension dimension) => dimension switch
    {
        Dimension.Length => "Write for example 12 mm or 1/2 in.",
        Dimension.Force => "Write for example 12 kN or 2700 lbf.",
        Dimension.Torque => "Write for example 196 N·m or 85 ft·lb.",
        Dimension.Stress => "Write for example 355 MPa or 45 ksi.",
        Dimension.Temperature => "Write for example 20 °C or 68 °F.",
        Dimension.Angle => "Write for example 30 deg.",
        Dimension.Mass => "Write for example 40 kg or 90 lb.",
        Dimension.Speed => "Write for example 600 rpm.",
        _ => $"Use {Units.Choices(dimension)}.",
    };
}
