using System.Globalization;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Files;

/// <summary>Reads what the tightening aims at: <c>75 %</c>, <c>68 kN</c>, <c>196 N·m</c>.</summary>
public static class AimText
{
    /// <summary>The aim (a share, N or N·mm), or why it cannot be read.</summary>
    public static ((AimKind Kind, double Value)? Aim, string? Problem) Parse(string text)
    {
        var trimmed = text.Trim();
        if (trimmed.EndsWith('%'))
        {
            return double.TryParse(trimmed[..^1], NumberStyles.Float, CultureInfo.InvariantCulture, out var percent) && percent is > 0 and <= 100
                ? ((AimKind.ProofShare, percent / 100), null)
                : (null, $"\"{trimmed}\" is not a share of proof: above 0 %, at most 100 %.");
        }
        if (QuantityText.IsBareNumber(trimmed))
        {
            return (null, $"\"{trimmed}\" of what? Write a share of proof such as 75 %, a clamp force such as 68 kN, or a torque such as 196 N·m.");
        }
        var torque = QuantityText.Parse(trimmed, Dimension.Torque);
        if (torque.Ok) return Within(AimKind.Torque, torque.Held, trimmed);
        var unit = trimmed.TrimStart('+', '-', '.', ',', ' ', '0', '1', '2', '3', '4', '5', '6', '7', '8', '9').Trim().ToLowerInvariant();
        // Pounds alone could be a clamp force or a torque short of its arm.
        if (unit is "lb" or "lbs" or "#") return (null, $"\"{trimmed}\" could be a force or a torque: write lbf for a clamp force, ft·lb or in·lb for a torque.");
        var force = QuantityText.Parse(trimmed, Dimension.Force);
        return force.Ok
            ? Within(AimKind.Preload, force.Held, trimmed)
            : (null, force.Problem!.Contains("is not a unit", StringComparison.Ordinal) ? $"\"{trimmed}\" is neither a share (75 %), nor a clamp force (68 kN), nor a torque (196 N·m)." : force.Problem);
    }

    private static ((AimKind, double)?, string?) Within(AimKind kind, double held, string text) =>
        held is > 0 and <= 1e12 ? ((kind, held), null) : (null, $"\"{text}\" must be above zero and not beyond any bolt.");
}
