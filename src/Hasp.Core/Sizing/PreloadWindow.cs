using Hasp.Core.Checks;
using Hasp.Core.Checks.Machine;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.Sizing;

/// <summary>The preload, in the bolt, at which one check just reaches its required factor.</summary>
/// <param name="Check">Which.</param>
/// <param name="Preload">N; infinite where no preload reaches it, 0 where every preload is too much.</param>
public readonly record struct WindowEdge(Check Check, double Preload);

/// <summary>
/// The window between too loose and too tight, in terms of the preload that is really in the bolt: all that the method may
/// leave, from the smallest to the largest, must lie within it. Checks at the nominal preload, and those that preload does
/// not touch, have no edge.
/// </summary>
/// <param name="TooLoose">Edges of slip and opening, the highest first.</param>
/// <param name="TooTight">Edges of the strength checks, the lowest first.</param>
public sealed record PreloadWindow(IReadOnlyList<WindowEdge> TooLoose, IReadOnlyList<WindowEdge> TooTight)
{
    /// <summary>Where it begins, N; 0 where nothing slips or opens.</summary>
    public double From => TooLoose.Count > 0 ? TooLoose[0].Preload : 0;

    /// <summary>Where it ends, N; infinite where nothing is too tight.</summary>
    public double To => TooTight.Count > 0 ? TooTight[0].Preload : double.PositiveInfinity;

    /// <summary>True where no preload is right.</summary>
    public bool Empty => From > To;

    /// <summary>Finds the edges by judging the joint at trial preloads: no formula is turned round by hand.</summary>
    public static PreloadWindow Of(in Mechanics<Plain> mechanics)
    {
        // Twice what breaks the bolt bounds every edge that could matter.
        var most = 2 * mechanics.Joint.Bolts.Grade.Tensile * mechanics.Thread.StressArea.Value;
        var (loose, tight) = (new List<WindowEdge>(), new List<WindowEdge>());
        for (var i = 0; i < Check.All.Count; i++)
        {
            var check = Check.All[i];
            if (check.Preload is not (PreloadUsed.Smallest or PreloadUsed.Largest) || mechanics.Joint.Judging.RequiredByIndex[i] <= 0) continue;
            var rising = check.Preload == PreloadUsed.Smallest;
            var (holdsAtLeast, holdsAtMost) = (Holds(i, mechanics, 0), Holds(i, mechanics, most));
            // Nothing to check, or the same answer whatever the preload.
            if (holdsAtLeast is null || (holdsAtLeast.Value && holdsAtMost!.Value)) continue;
            var edge = holdsAtLeast == holdsAtMost ? (rising ? double.PositiveInfinity : 0) : Edge(i, mechanics, most, rising);
            (rising ? loose : tight).Add(new WindowEdge(check, edge));
        }
        return new PreloadWindow([.. loose.OrderByDescending(e => e.Preload)], [.. tight.OrderBy(e => e.Preload)]);
    }

    private static double Edge(int check, in Mechanics<Plain> mechanics, double most, bool rising)
    {
        var (low, high) = (0.0, most);
        for (var i = 0; i < 44; i++)
        {
            var middle = (low + high) / 2;
            if (Holds(check, mechanics, middle) == rising) high = middle;
            else low = middle;
        }
        return rising ? high : low;
    }

    /// <summary>Whether a check holds in every case with exactly this preload in the bolt; null where it has nothing to check.</summary>
    private static bool? Holds(int check, in Mechanics<Plain> mechanics, double preload)
    {
        var joint = mechanics.Joint;
        var trial = mechanics.WithPreload(new Plain(preload));
        bool? holds = null;
        foreach (var loads in joint.Cases)
        {
            var judged = MachineBasis.Judge(check, trial, BoltLoad<Plain>.Of(loads, joint.Bolts.Count));
            if (!judged.Applies) continue;
            // Without any preload or load there is no force to fail under: 0/0 is no failure.
            holds = (holds ?? true) && !(judged.Factor.Value < joint.Judging.RequiredByIndex[check]);
        }
        return holds;
    }
}
