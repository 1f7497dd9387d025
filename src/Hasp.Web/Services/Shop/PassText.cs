using Hasp.Core.Quantities;
using Hasp.Core.Shop;

namespace Hasp.Web.Services.Shop;

/// <summary>How a pass reads on a screen, on paper and on a tablet.</summary>
public static class PassText
{
    /// <summary>What is set or reached, with its unit; a dash where it shows by itself.</summary>
    public static string Setting(Pass pass, UnitSystem units) => pass.Measure switch
    {
        PassMeasure.Torque => QuantityText.ShowText(pass.Set, Dimension.Torque, units, pass.Set == pass.Value ? 3 : 4),
        PassMeasure.Turn => Turn(pass.Value),
        PassMeasure.Stretch => QuantityText.ShowText(pass.Value, Dimension.Length, units, 3),
        PassMeasure.Force => QuantityText.ShowText(pass.Value, Dimension.Force, units, 3),
        _ => "–",
    };

    /// <summary>A turn in degrees, with its tolerance, and as a part of a turn where it is a plain one.</summary>
    private static string Turn(double radians)
    {
        var degrees = radians * 180 / Math.PI;
        var part = Parts.FirstOrDefault(p => Math.Abs(p.Degrees - degrees) < 0.01).Word;
        return FormattableString.Invariant($"{degrees:0.#}°") + (part is null ? "" : $", {part} turn");
    }

    private static readonly (double Degrees, string Word)[] Parts = [(120, "⅓"), (180, "½"), (240, "⅔"), (300, "⅚"), (360, "1")];
}
