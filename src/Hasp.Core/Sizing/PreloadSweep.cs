using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Sizing;

/// <summary>One check's reserve against the preload really in the bolt.</summary>
/// <param name="Check">Which.</param>
/// <param name="Reserves">Factor over required factor at each preload of the sweep; infinite where nothing fails.</param>
public sealed record SweepCurve(Check Check, IReadOnlyList<double> Reserves);

/// <summary>
/// Factors against preload: what rises as the joint is tightened, what falls, and the cliff below which the faces part under load.
/// </summary>
/// <param name="Preloads">N, evenly from 0.</param>
/// <param name="Curves">Checks that depend on the preload and have something to check.</param>
/// <param name="Cliff">Preload below which the worst case parts the faces, N; 0 where nothing pulls them apart.</param>
public sealed record PreloadSweep(IReadOnlyList<double> Preloads, IReadOnlyList<SweepCurve> Curves, double Cliff)
{
    /// <summary>Judges the joint at evenly spaced preloads up to <paramref name="to"/> N.</summary>
    public static PreloadSweep Of(Joints.Joint joint, double to, int steps = 96)
    {
        var mechanics = Mechanics<Plain>.Of(joint);
        var preloads = Enumerable.Range(0, steps + 1).Select(i => to * i / steps).ToArray();
        var curves = new List<SweepCurve>();
        foreach (var check in joint.Judging.Checks)
        {
            if (check.Preload == PreloadUsed.None || joint.Judging.Required(check) <= 0
                || PreloadWindow.ReserveAt(check.Index, mechanics, to) is null) continue;
            curves.Add(new SweepCurve(check, [.. preloads.Select(p => PreloadWindow.ReserveAt(check.Index, mechanics,
                p) ?? double.PositiveInfinity)]));
        }
        var (most, at, bolt) = joint.Sharing.MostTension;
        if (at >= 0) most = BoltLoad<Plain>.Of(joint, at, bolt).Tension.Value;
        // The faces part where the load reaches P0 = Fi/(1 − C): read the other way, Fi = P/P0 of a unit preload.
        var cliff = most <= 0 ? 0 : most / JointUnderLoad.OpeningLoad(new Plain(1), mechanics.LoadShare).Value;
        return new PreloadSweep(preloads, curves, cliff);
    }
}
