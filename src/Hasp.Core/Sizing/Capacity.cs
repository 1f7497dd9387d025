using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;

namespace Hasp.Core.Sizing;

/// <summary>Where one check is reached when the outside load grows, pressure and swings with it, the preload standing.</summary>
/// <param name="Check">The check.</param>
/// <param name="Case">Index of the load case that reaches it first.</param>
/// <param name="Bolt">Index of the bolt that reaches it.</param>
/// <param name="Times">Times that load, as stated, at which the required factor is reached; 0 where it falls short without any
/// load.</param>
/// <param name="ToFailure">Times that load at which the factor itself is 1 on any bolt in any case; null where it never is.</param>
public sealed record LoadLimit(Check Check, int Case, int Bolt, double Times, double? ToFailure)
{
    /// <summary>
    /// The load of the whole joint at which the required factor is reached, in held units: tension and shear, the moments, the pressure, as
    /// far as the case has them.
    /// </summary>
    public IEnumerable<(string Name, Dimension Dimension, double Value)> At(Joint joint)
    {
        var load = joint.Cases[Case].Times(Times);
        (string, Dimension, double)[] parts =
        [
            ("tension", Dimension.Force, load.Tension), ("shear", Dimension.Force, load.Shear),
            ("Mx", Dimension.Torque, load.Load.Moment.X), ("My", Dimension.Torque, load.Load.Moment.Y),
            ("Mz", Dimension.Torque, load.Load.Moment.Z),
            ("pressure", Dimension.Stress, load.Pressure),
        ];
        return parts.Where(p => p.Item3 != 0);
    }
}

/// <summary>
/// How much a joint can carry: what goes first when the load grows, and what next. Found by evaluating at the grown load, because a factor
/// with preload or a power in it cannot be turned round.
/// </summary>
public static class Capacity
{
    /// <summary>No load is followed further than to this many times what was stated.</summary>
    public const double Furthest = 1 << 20;

    private const double Nearest = 1.0 / (1 << 20);

    /// <summary>Every judged check that the load reaches, the first to go first.</summary>
    public static IReadOnlyList<LoadLimit> Of(Joint joint) => Of(Mechanics<Plain>.Of(joint));

    /// <inheritdoc cref="Of(Joint)"/>
    public static IReadOnlyList<LoadLimit> Of(Mechanics<Plain> mechanics) => Ranked(mechanics, check => Loads(check, mechanics.Joint));

    /// <summary>The same for one load case alone; empty where nothing of it loads the joint.</summary>
    public static IReadOnlyList<LoadLimit> OfCase(Mechanics<Plain> mechanics, int loadCase)
    {
        var loads = mechanics.Joint.Sharing.Cases[loadCase].Select(p => (Case: loadCase, Pull: p)).ToList();
        return Ranked(mechanics, _ => loads);
    }

    private static IReadOnlyList<LoadLimit> Ranked(Mechanics<Plain> mechanics,
        Func<Check, IEnumerable<(int Case, BoltPull Pull)>> loadsOf) =>
        [.. mechanics.Joint.Judging.Checks.Where(c => !c.Info.WithoutLoad && TwoReserves.IsJudged(c, mechanics.Joint))
            .Select(c => First(c, mechanics, loadsOf(c))).OfType<LoadLimit>().OrderBy(l => l.Times)];

    /// <summary>
    /// What grows with the load keeps its order: bolts behind the front of tension and shear stay behind it, but for checks that see the
    /// whole case.
    /// </summary>
    private static IEnumerable<(int Case, BoltPull Pull)> Loads(Check check, Joint joint) =>
        check.Info.Worsens != Worsens.WithTensionAndShear
        ? joint.Sharing.Cases.SelectMany((pulls, c) => pulls.Select(p => (c, p)))
        : joint.Sharing.OfAllCases;

    private static LoadLimit? First(Check check, Mechanics<Plain> m, IEnumerable<(int Case, BoltPull Pull)> loads)
    {
        LoadLimit? first = null;
        double? failure = null;
        var required = m.Joint.Judging.RequiredByIndex[check.Index];
        foreach (var (c, pull) in loads)
        {
            var grown = new Grown(check, m, c, pull);
            // A bolt that holds where another one goes need not be followed. Which is the first to fail need not be the first to reach the
            // required factor: factors fall along curves that cross.
            failure = Reach(grown, 1, failure ?? Furthest) ?? failure;
            if (Reach(grown, required, first?.Times ?? Furthest) is { } times) first = new LoadLimit(check, c, pull.Bolt, times, null);
        }
        return first is null ? null : first with { ToFailure = failure };
    }

    /// <summary>
    /// The least times the load at which a factor is no longer reached, looked for at every doubling and then closed in on; null where it
    /// is below <paramref name="furthest"/>.
    /// </summary>
    private static double? Reach(in Grown grown, double factor, double furthest)
    {
        if (!grown.Holds(0, factor)) return 0;
        var (low, high) = (0.0, Nearest);
        while (grown.Holds(high, factor))
        {
            if (high >= furthest) return null;
            (low, high) = (high, Math.Min(2 * high, furthest));
        }
        var one = grown;
        return Bracket.Halve(low, high, times => one.Holds(times, factor), 60, 1e-12).Low;
    }

    /// <summary>One check on one bolt under one case, the load of all cases grown alike.</summary>
    private readonly struct Grown(Check check, Mechanics<Plain> m, int loadCase, BoltPull pull)
    {
        public bool Holds(double times, double factor)
        {
            var joint = m.Joint;
            var mechanics = m;
            // Such a check reads the case, or all of them, besides the bolt's own load.
            if (check.Info.Worsens == Worsens.WithTheCase) mechanics = m with { Joint = joint = joint.WithLoad(times) };
            var grown = pull.Times(times);
            var found = check.Judge(mechanics, BoltLoad<Plain>.Of(joint, loadCase, grown, joint.Bolts.Count));
            return !found.Applies || found.Factor.Value >= factor;
        }
    }
}
