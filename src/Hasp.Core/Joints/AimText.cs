using System.Globalization;
using System.Text.RegularExpressions;
using Hasp.Core.Quantities;

namespace Hasp.Core.Joints;

/// <summary>Reads what the tightening aims at: <c>75 %</c>, <c>70 % of yield</c>, <c>structural</c>, <c>68 kN</c>, <c>196
/// N·m</c>.</summary>
public static partial class AimText
{
    [GeneratedRegex(@"^(?<share>[^%]*)%(?:\s*(?:of\s+)?(?<what>proof|yield|root yield|yield on the root(?: area)?))?$",
        RegexOptions.IgnoreCase)]
    private static partial Regex Share();

    /// <summary>The aim (a share, N or N·mm), or why it cannot be read.</summary>
    public static (Aim? Aim, string? Problem) Parse(string text)
    {
        var trimmed = text.Trim();
        // The force follows from grade and size, which the rules know.
        if (trimmed.Equals("structural", StringComparison.OrdinalIgnoreCase)) return (new Aim(AimKind.Structural, 0), null);
        if (trimmed.Contains('%'))
        {
            var share = Share().Match(trimmed);
            var kind = share.Groups["what"].Value.ToLowerInvariant() switch
            {
                "" or "proof" => AimKind.ProofShare,
                "yield" => AimKind.YieldShare, _ => AimKind.RootYieldShare,
            };
            return share.Success && double.TryParse(share.Groups["share"].ValueSpan, NumberStyles.Float, CultureInfo.InvariantCulture,
                out var percent) && percent is > 0 and <= 100
                ? (new Aim(kind, percent / 100), null)
                : (null, $"\"{trimmed}\" is not a share: above 0 %, at most 100 %, of proof where nothing is said, "
                    + $"else \"of yield\" or \"of root yield\".");
        }
        if (QuantityText.IsBareNumber(trimmed))
        {
            return (null, $"\"{trimmed}\" of what? Write a share of proof such as 75 %, a clamp force such as 68 kN, "
                + $"or a torque such as 196 N·m.");
        }
        var torque = QuantityText.Parse(trimmed, Dimension.Torque);
        if (torque.Ok) return Within(AimKind.Torque, torque.Held, trimmed);
        var unit = trimmed.TrimStart('+', '-', '.', ',', ' ', '0', '1', '2', '3', '4', '5', '6', '7', '8', '9').Trim().ToLowerInvariant();
        // Pounds alone could be a clamp force or a torque short of its arm.
        if (unit is "lb" or "lbs" or "#") return (null,
            $"\"{trimmed}\" could be a force or a torque: write lbf for a clamp force, ft·lb or in·lb for a torque.");
        var force = QuantityText.Parse(trimmed, Dimension.Force);
        return force.Ok
            ? Within(AimKind.Preload, force.Held, trimmed)
            : (null, force.Problem!.Contains("is not a unit", StringComparison.Ordinal)
                ? $"\"{trimmed}\" is neither a share (75 %), nor a clamp force (68 kN), nor a torque (196 N·m)." : force.Problem);
    }

    private static (Aim?, string?) Within(AimKind kind, double held, string text) =>
        held is > 0 and <= 1e12 ? (new Aim(kind, held), null) : (null, $"\"{text}\" must be above zero and not beyond any bolt.");
}
