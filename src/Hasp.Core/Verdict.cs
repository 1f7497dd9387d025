using Hasp.Core.Checks;
using Hasp.Core.Quantities;

namespace Hasp.Core;

/// <summary>A verdict in the language of its basis.</summary>
/// <param name="Figure">What the basis puts first: 0.83, MS +0.21, 1.62.</param>
/// <param name="Mark">What it is held against: 1, 0, the required factor.</param>
/// <param name="Label">What the figure is called.</param>
/// <param name="Against">Resistance and effect, or available and required strength; empty where the factor is no such quotient.</param>
public readonly record struct Verdict(string Figure, string Mark, string Label, string Against)
{
    /// <summary>In a sentence.</summary>
    public string Words => Label.Length > 0 ? $"{Label} {Figure}{(Against.Length > 0 ? $" ({Against})" : "")}" : $"{Figure} against {Mark}";

    /// <summary>Says a check's result.</summary>
    /// <param name="check">The result; it has a factor.</param>
    /// <param name="speech">How its basis speaks.</param>
    /// <param name="units">Units of the strengths.</param>
    public static Verdict Of(CheckResult check, Speech speech, UnitSystem units)
    {
        var factor = check.Factor ?? double.PositiveInfinity;
        string Force(double held, Dimension dimension) => QuantityText.ShowText(held, dimension, units, 3);
        string Sides(string over, string under) => check.Sides is { Dimension: Dimension.Force } s
            ? $"{over} {Force(s.Resistance, s.Dimension)}, {under} {Force(s.Effect, s.Dimension)}" : "";
        return speech switch
        {
            Speech.Utilisation => new(Utilisation(factor), "1.00", "utilisation", Sides("resistance", "effect")),
            Speech.Strength => new(Utilisation(factor), "1.00", "required over available", Sides("available", "required")),
            Speech.Margin => new(double.IsFinite(factor) ? (factor - 1)
                .ToString("+0.00;−0.00;0.00", System.Globalization.CultureInfo.InvariantCulture) : "large", "0.00", "MS", ""),
            _ => new(QuantityText.Factor(factor), check.Required.ToString("0.00", System.Globalization.CultureInfo.InvariantCulture), "",
                ""),
        };
    }

    private static string Utilisation(double factor) => factor <= 0 ? "over" : QuantityText.Utilisation(1 / factor);
}
