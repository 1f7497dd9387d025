using System.Globalization;
using Hasp.Core.Quantities;

namespace Hasp.Core.Joints;

/// <summary>Reads a figure calculated by hand: with its unit, or a bare number where the value has none.</summary>
public static class HandText
{
    /// <summary>The figure in held units, or why it cannot be read.</summary>
    /// <param name="text">As typed.</param>
    /// <param name="dimension">What the step measures.</param>
    public static (double Held, string? Problem) Parse(string text, Dimension dimension)
    {
        if (dimension != Dimension.None)
        {
            var read = QuantityText.Parse(text, dimension);
            return read.Ok ? (read.Held, null) : (0, read.Problem);
        }
        return double.TryParse(text.Replace(",", ""), NumberStyles.Float, CultureInfo.InvariantCulture, out var number)
            && double.IsFinite(number)
            ? (number, null)
            : (0, $"\"{text}\" is not a number; this value has no unit.");
    }
}
