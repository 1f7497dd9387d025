using Hasp.Core.Checks.Codes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Margins;

/// <summary>
/// Shear pins where friction does not hold the shear: the smallest diameter of the list for two pins, sized in shear and bearing for the
/// whole shear.
/// </summary>
internal static class ShearPins
{
    // Diameters of parallel pins, mm (ISO 2338).
    private static readonly double[] Diameters = [3, 4, 5, 6, 8, 10, 12, 16, 20, 25, 30, 40, 50];

    private const int Pins = 2;

    /// <summary>A sentence with what would do; nothing where friction holds, or pins are there.</summary>
    internal static IEnumerable<string> Propose(Joint joint)
    {
        if (joint.Judging.By<MarginSettings>().HasPins || joint.Judging.Shear.Bearing) yield break;
        var m = Mechanics<Plain>.Of(joint);
        if (m.Stack.Planes.Length == 0 || Worst(joint, m) is not { } slip || slip >= 1) yield break;
        yield return Diameters.Where(d => Holds(joint, d)).Select(d => (double?)d).FirstOrDefault() is { } size
            ? $"Friction does not hold the shear. {Pins} shear pins of {size:0} mm would take all of it: state them, or let the joint bear."
            : $"Friction does not hold the shear, and no {Pins} pins up to {Diameters[^1]:0} mm do.";
    }

    private static double? Worst(Joint joint, Mechanics<Plain> m) =>
        joint.Cases.Select((_, c) => c).Where(c => !joint.Cases[c].OnlyCombined)
            .Select(c => MarginBasis.SlipMargin.Judge(m, BoltLoad<Plain>.Of(joint, c, 0))).Where(j => j.Applies)
                .Select(j => (double?)j.Factor.Value).Min();

    private static bool Holds(Joint joint, double diameter)
    {
        var pinned = joint.Said.With(MarginBasis.PinCount.To(Pins), MarginBasis.PinDiameter.To(diameter));
        if (JointRules.JointOf(pinned, []) is not { } with) return false;
        var m = Mechanics<Plain>.Of(with);
        return with.Cases.Select((_, c) => c).Where(c => !with.Cases[c].OnlyCombined)
            .Select(c => MarginBasis.Pins.Judge(m, BoltLoad<Plain>.Of(with, c, 0))).All(j => !j.Applies || j.Factor.Value >= 1);
    }
}
