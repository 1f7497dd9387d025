using System.Globalization;
using System.Text.RegularExpressions;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Core.Checks.Stated;

/// <summary>What a stated strength is.</summary>
public enum StatedAs
{
    /// <summary>A stress, MPa, on an area.</summary>
    Stress,

    /// <summary>A force, N, of one bolt.</summary>
    Force,

    /// <summary>A factor on the tensile strength, fu or fub, on an area.</summary>
    OfTensile,

    /// <summary>A factor on the yield strength, fy, on an area.</summary>
    OfYield,
}

/// <summary>A strength as somebody states it: <c>160 MPa</c>, <c>45 kN</c>, <c>0.6 fub</c>, <c>0.9 fy</c>.</summary>
/// <param name="As">What it is.</param>
/// <param name="Value">MPa, N, or the factor.</param>
public readonly partial record struct StatedStrength(StatedAs As, double Value)
{
    /// <summary>How it is read from a document.</summary>
    public static readonly FieldType<StatedStrength> Type = new(FieldKind.Text, (in raw, _) => Read(raw.Text ?? ""), s => s.Text);

    private const double MostFactor = 3, MostStress = 5000, MostForce = 1e9;

    /// <summary>As it is written.</summary>
    public string Text => As switch
    {
        StatedAs.Stress => QuantityText.ShowText(Value, Dimension.Stress, UnitSystem.Si),
        StatedAs.Force => QuantityText.ShowText(Value, Dimension.Force, UnitSystem.Si),
        StatedAs.OfTensile => $"{QuantityText.Figures(Value)} fu",
        _ => $"{QuantityText.Figures(Value)} fy",
    };

    [GeneratedRegex(@"^(?<times>[0-9]*\.?[0-9]+)\s*[·*x×]?\s*f?(?<of>[uy])b?$", RegexOptions.IgnoreCase)]
    private static partial Regex Factor();

    private static (StatedStrength, Fault?) Read(string text)
    {
        var trimmed = text.Trim();
        (StatedStrength, Fault?) Within(StatedAs what, double value, double most) =>
            value > 0 && value <= most ? (new(what, value), null) : (default, Fault.At("not-allowed",
                "must be above zero and not beyond any bolt"));
        if (Factor().Match(trimmed) is { Success: true } f
            && double.TryParse(f.Groups["times"].ValueSpan, NumberStyles.Float, CultureInfo.InvariantCulture, out var times))
        {
            return Within(f.Groups["of"].Value is "u" or "U" ? StatedAs.OfTensile : StatedAs.OfYield, times, MostFactor);
        }
        var stress = QuantityText.Parse(trimmed, Dimension.Stress);
        if (stress.Ok) return Within(StatedAs.Stress, stress.Held, MostStress);
        var force = QuantityText.Parse(trimmed, Dimension.Force);
        return force.Ok ? Within(StatedAs.Force, force.Held, MostForce) : (default, Fault.At("unreadable",
            $"\"{trimmed}\" is neither a stress (160 MPa), nor a force a bolt (45 kN), nor a factor on a strength (0.6 fub, 0.9 fy)"));
    }
}

/// <summary>The area that a stated strength of a bolt stands on.</summary>
public enum StatedOn
{
    /// <summary>The shank, or a share of it.</summary>
    Shank,

    /// <summary>The tensile stress area.</summary>
    StressArea,

    /// <summary>The area at the root of the thread.</summary>
    Root,
}

/// <summary>An area as somebody states it: <c>shank</c>, <c>stress area</c>, <c>root</c>, <c>0.78 shank</c>.</summary>
/// <param name="On">Which area.</param>
/// <param name="Share">How much of it counts.</param>
public readonly partial record struct StatedArea(StatedOn On, double Share)
{
    /// <summary>How it is read from a document.</summary>
    public static readonly FieldType<StatedArea> Type = new(FieldKind.Text, (in raw, _) => Read(raw.Text ?? ""), a => a.Text);

    /// <summary>As it is written.</summary>
    public string Text => (Share == 1 ? "" : QuantityText.Figures(Share) + " ")
        + On switch { StatedOn.Shank => "shank", StatedOn.StressArea => "stress area", _ => "root" };

    [GeneratedRegex(@"^(?:(?<share>[0-9]*\.?[0-9]+)\s*(?:of\s+(?:the\s+)?|[·*x×]\s*)?)?(?<on>shank|(?:tensile )?stress(?: area)?|root(?: area)?)$", RegexOptions.IgnoreCase)]
    private static partial Regex Area();

    private static (StatedArea, Fault?) Read(string text)
    {
        if (Area().Match(text.Trim()) is not { Success: true } m) return (default, Fault.At("unreadable",
            $"\"{text.Trim()}\" is no area of a bolt: shank, stress area, root, or a share of the shank such as 0.78 shank"));
        var share = m.Groups["share"] is { Success: true } s ? double.Parse(s.ValueSpan, CultureInfo.InvariantCulture) : 1;
        if (share is not (> 0 and <= 1)) return (default, Fault.At("not-allowed", "must be a share above 0, at most 1"));
        return (new(char.ToLowerInvariant(m.Groups["on"].Value[0]) switch
        {
            'r' => StatedOn.Root,
            's' when m.Groups["on"].Value.StartsWith("sh", StringComparison.OrdinalIgnoreCase) => StatedOn.Shank,
            _ => StatedOn.StressArea,
        }, share), null);
    }
}
