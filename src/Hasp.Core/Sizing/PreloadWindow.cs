using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

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
/// <param name="TooLoose">Edges of slip, opening, leaking and of the fatigue cliff, the highest first.</param>
/// <param name="TooTight">Edges of the strength checks, the lowest first.</param>
public sealed record PreloadWindow(IReadOnlyList<WindowEdge> TooLoose, IReadOnlyList<WindowEdge> TooTight)
{
    /// <summary>That of a joint which nothing tightens.</summary>
    public static PreloadWindow None { get; } = new([], []);

    /// <summary>Where it begins, N; 0 where nothing slips or opens.</summary>
    public double From => TooLoose.Count > 0 ? TooLoose[0].Preload : 0;

    /// <summary>Where it ends, N; infinite where nothing is too tight.</summary>
    public double To => TooTight.Count > 0 ? TooTight[0].Preload : double.PositiveInfinity;

    /// <summary>True where no preload is right.</summary>
    public bool Empty => From > To;

    /// <summary>Finds the edges by judging the joint at trial preloads: no formula is turned round by hand.</summary>
    public static PreloadWindow Of(in Mechanics<Plain> mechanics)
    {
        var most = Most(mechanics);
        var (loose, tight) = (new List<WindowEdge>(), new List<WindowEdge>());
        foreach (var check in mechanics.Joint.Judging.Checks)
        {
            var i = check.Index;
            if (check.Preload is PreloadUsed.None or PreloadUsed.Nominal || mechanics.Joint.Judging.RequiredByIndex[i] <= 0) continue;
            if (ReserveAt(i, mechanics, 0) is not { } none) continue;
            // What no longer applies at a great preload has been overtaken by it: nothing is left of it.
            var enough = ReserveAt(i, mechanics, most) ?? 0;
            if (check.Preload == PreloadUsed.Both)
            {
                // Rises while the joint opens, falls with the mean stress: one edge on either side of its best preload.
                var best = Best(i, mechanics, most);
                var holds = ReserveAt(i, mechanics, best) >= 1;
                if (none < 1) loose.Add(new WindowEdge(check, holds ? Edge(i, mechanics, 0, best, rising: true) : double.PositiveInfinity));
                if (enough < 1 && holds) tight.Add(new WindowEdge(check, Edge(i, mechanics, best, most, rising: false)));
                continue;
            }
            // The same answer whatever the preload: no edge.
            if (none >= 1 && enough >= 1) continue;
            var rising = check.Preload == PreloadUsed.Smallest;
            var edge = (none >= 1) == (enough >= 1) ? (rising ? double.PositiveInfinity : 0) : Edge(i, mechanics, 0, most, rising);
            (rising ? loose : tight).Add(new WindowEdge(check, edge));
        }
        return new PreloadWindow([.. loose.OrderByDescending(e => e.Preload)], [.. tight.OrderBy(e => e.Preload)]);
    }

    /// <summary>Twice what breaks the bolt, N: it bounds every edge that could matter.</summary>
    private static double Most(in Mechanics<Plain> m) => 2 * m.Joint.Bolts.Grade.Tensile * m.Thread.StressArea.Value;

    private static double Edge(int check, in Mechanics<Plain> mechanics, double low, double high, bool rising)
    {
        var m = mechanics;
        // A strength is used up in proportion to the preload, and grip grows with it: nearly straight lines, both.
        return rising ? Bracket.Crossing(low, high, preload => (ReserveAt(check, m, preload) ?? 0) - 1, Closeness * high, Closeness)
            : Bracket.Crossing(low, high, preload => (1 / (ReserveAt(check, m, preload) ?? 0)) - 1, Closeness * high, Closeness);
    }

    private const double Closeness = 1e-13;

    /// <summary>The preload at which a check that rises and then falls is best: golden section.</summary>
    private static double Best(int check, in Mechanics<Plain> mechanics, double most)
    {
        const double Golden = 0.6180339887498949;
        var (low, high) = (0.0, most);
        var (left, right) = (high - (Golden * (high - low)), low + (Golden * (high - low)));
        var (atLeft, atRight) = (ReserveAt(check, mechanics, left), ReserveAt(check, mechanics, right));
        for (var i = 0; i < 48; i++)
        {
            // The other of the two places is a place of the next step as well.
            if (atLeft < atRight)
            {
                (low, left, atLeft) = (left, right, atRight);
                right = low + (Golden * (high - low));
                atRight = ReserveAt(check, mechanics, right);
            }
            else
            {
                (high, right, atRight) = (right, left, atLeft);
                left = high - (Golden * (high - low));
                atLeft = ReserveAt(check, mechanics, left);
            }
        }
        return (low + high) / 2;
    }

    /// <summary>
    /// Least factor over required factor of a check over all cases with exactly this preload (N) in the bolt; null where it has nothing
    /// to check. A factor that is no number (no preload and no load: 0/0) is no failure.
    /// </summary>
    internal static double? ReserveAt(int check, in Mechanics<Plain> mechanics, double preload)
    {
        var joint = mechanics.Joint;
        var trial = mechanics.WithPreload(new Plain(preload));
        double? least = null;
        for (var c = 0; c < joint.Cases.Length; c++)
        {
            foreach (var pull in joint.Sharing.LoadsOn(Check.All[check], c))
            {
                var judged = Check.All[check].Judge(trial, BoltLoad<Plain>.Of(joint, c, pull, joint.Bolts.Count));
                if (!judged.Applies) continue;
                var reserve = double.IsNaN(judged.Factor.Value) ? double.PositiveInfinity
                    : judged.Factor.Value / joint.Judging.RequiredByIndex[check];
                if (least is null || reserve < least) least = reserve;
            }
        }
        return least;
    }
}
