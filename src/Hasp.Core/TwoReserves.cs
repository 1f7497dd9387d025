using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core;

/// <summary>One side's reserve and what gives it.</summary>
/// <param name="Value">1 or more holds; infinite where nothing is judged.</param>
/// <param name="Factor">The factor behind it; where the tool's check gives the load's reserve, the times that the load may grow.</param>
/// <param name="Check">Index of the check; −1 where nothing is judged.</param>
/// <param name="Case">Index of the load case; −1 where no load comes into it.</param>
/// <param name="Bolt">Index of the bolt; −1 where none is meant.</param>
public readonly record struct Reserve(double Value, double Factor, int Check, int Case, int Bolt)
{
    /// <summary>Nothing is judged.</summary>
    public static Reserve None => new(double.PositiveInfinity, double.PositiveInfinity, -1, -1, -1);
}

/// <summary>
/// A joint has two reserves. Checks that the tool sets (proof, yield while tightening, pressure under the head) stand near 1 on every
/// well-tightened joint, however small its load: their reserve at no outside load is the tightening's. The load's is the tightest of the
/// checks that the load sets; a check of the tool counts there by the times that the load may grow until it is reached. A joint holds
/// where both do.
/// </summary>
/// <param name="Load">The load's side.</param>
/// <param name="Tightening">The tool's side.</param>
/// <param name="Rule">The rule that is missed by most, or kept by least: no reserve, since no load changes it.</param>
public readonly record struct TwoReserves(Reserve Load, Reserve Tightening, Reserve Rule)
{
    // No load is followed further than to a million times what was stated.
    private const double Furthest = 1e6;

    /// <summary>True where both sides hold and every rule is kept.</summary>
    public bool Holds => Load.Value >= 1 && Tightening.Value >= 1 && Rule.Value >= 1;

    /// <summary>What a design is chosen by: a rule that is missed, else the load.</summary>
    public Reserve Design => Rule.Value < 1 ? Rule : Load;

    /// <summary>
    /// What is to be looked at first: the tightening where it falls short, then a rule that is missed, then the load; the tightening where
    /// nothing loads the joint.
    /// </summary>
    public Reserve First => Tightening.Value < 1 ? Tightening : Rule.Value < 1 ? Rule : Load.Check < 0 ? Tightening : Load;

    /// <summary>Both reserves of a joint.</summary>
    public static TwoReserves Of(in Mechanics<Plain> mechanics) => Of(mechanics, mechanics.Joint.Sharing);

    /// <summary>The same with the loads shared out another way; not for swings in a spectrum, which are shared out with the
    /// joint.</summary>
    internal static TwoReserves Of(in Mechanics<Plain> mechanics, Sharing sharing)
    {
        var joint = mechanics.Joint;
        Span<int> room = stackalloc int[Check.All.Count];
        var sides = Judged(joint, room);
        var (tightening, rule) = (AtNoLoad(mechanics, sides.ByTool), AtNoLoad(mechanics, sides.Rules));
        var load = Reserve.None;
        var pulled = default(BoltLoad<Plain>);
        var pulledIn = -1;
        Span<int> few = stackalloc int[sides.ByLoad.Length];
        Span<int> fewer = stackalloc int[sides.ByLoad.Length];
        var ofCases = WithTheCase(sides.ByLoad, few);
        var ofBolts = OfBolts(ofCases, fewer);
        Span<int> others = stackalloc int[sides.ByLoad.Length];
        var onFront = OfBolts(sides.ByLoad, others);
        foreach (var (c, pull) in sharing.OfAllCases)
        {
            var on = BoltLoad<Plain>.Of(joint, c, pull, sharing.Count);
            Tighten(ref load, mechanics, on, c, onFront);
            if (pulledIn < 0 || on.Tension.Value > pulled.Tension.Value) (pulled, pulledIn) = (on, c);
        }
        for (var c = 0; c < sharing.Cases.Length && ofCases.Length > 0; c++)
        {
            for (var i = 0; i < sharing.Cases[c].Length; i++)
            {
                // The parts are judged once a case, whichever bolt stands for it.
                Tighten(ref load, mechanics, BoltLoad<Plain>.Of(joint, c, sharing.Cases[c][i], sharing.Count), c, i == 0 ? ofCases
                    : ofBolts);
            }
        }
        // Of a load the tool's checks see nothing but its pull: the largest stands for all.
        return new(pulledIn < 0 ? load : WithTool(mechanics, load, pulled, pulledIn, sides.ByTool), tightening, rule);
    }

    /// <summary>The load's reserve of one bolt under some loads.</summary>
    internal static Reserve OfBolt(in Mechanics<Plain> mechanics, IReadOnlyList<(int Case, BoltLoad<Plain> Load)> loads,
        IReadOnlySet<int> front)
    {
        Span<int> room = stackalloc int[Check.All.Count];
        var sides = Judged(mechanics.Joint, room);
        Span<int> few = stackalloc int[sides.ByLoad.Length];
        var ofCases = WithTheCase(sides.ByLoad, few);
        var load = Reserve.None;
        foreach (var (c, on) in loads) Tighten(ref load, mechanics, on, c, front.Contains(c) ? sides.ByLoad : ofCases);
        var (pulledIn, pulled) = loads.MaxBy(l => l.Load.Tension.Value);
        return WithTool(mechanics, load, pulled, pulledIn, sides.ByTool);
    }

    /// <summary>The checks that see more of a case than a bolt's tension and shear, those of the parts among them: each case must
    /// be judged by them.</summary>
    private static ReadOnlySpan<int> WithTheCase(ReadOnlySpan<int> checks, Span<int> room)
    {
        var many = 0;
        foreach (var i in checks) if (Check.All[i].JudgesParts || Check.All[i]
            .Info.Worsens != Worsens.WithTensionAndShear) room[many++] = i;
        return room[..many];
    }

    /// <summary>The checks among them that judge each bolt.</summary>
    private static ReadOnlySpan<int> OfBolts(ReadOnlySpan<int> checks, Span<int> room)
    {
        var many = 0;
        foreach (var i in checks) if (!Check.All[i].JudgesParts) room[many++] = i;
        return room[..many];
    }

    /// <summary>
    /// The checks that are judged and may find something in this joint, those that the load sets and those that the tool sets, written into
    /// <paramref name="room"/>.
    /// </summary>
    private static Sides Judged(Joint joint, Span<int> room)
    {
        Span<int> ends = stackalloc int[Kinds.Length];
        var many = 0;
        for (var side = 0; side < Kinds.Length; side++)
        {
            foreach (var check in joint.Judging.Checks)
                if (check.Info.SetBy == Kinds[side] && IsJudged(check, joint)) room[many++] = check.Index;
            ends[side] = many;
        }
        return new(room[..ends[0]], room[ends[0]..ends[1]], room[ends[1]..ends[2]]);
    }

    private static readonly SetBy[] Kinds = [SetBy.Load, SetBy.Tool, SetBy.Rule];

    /// <summary>The checks that are judged and may find something in a joint: those that the load sets, those that the tool sets,
    /// the rules.</summary>
    private readonly ref struct Sides(ReadOnlySpan<int> byLoad, ReadOnlySpan<int> byTool, ReadOnlySpan<int> rules)
    {
        public ReadOnlySpan<int> Rules { get; } = rules;

        public ReadOnlySpan<int> ByLoad { get; } = byLoad;

        public ReadOnlySpan<int> ByTool { get; } = byTool;
    }

    /// <summary>True where a check has a required factor and may find something in the joint.</summary>
    internal static bool IsJudged(Check check, Joint joint) => joint.Judging.RequiredByIndex[check.Index] > 0 && check.MayApply(joint);

    private static Reserve AtNoLoad(in Mechanics<Plain> mechanics, ReadOnlySpan<int> checks)
    {
        var least = Reserve.None;
        Tighten(ref least, mechanics, BoltLoad<Plain>.None(mechanics.Joint), -1, checks);
        return least;
    }

    private static void Tighten(ref Reserve least, in Mechanics<Plain> mechanics, in BoltLoad<Plain> load, int loadCase,
        ReadOnlySpan<int> checks)
    {
        foreach (var i in checks)
        {
            var check = Check.All[i];
            var found = check.JudgesParts ? check.Judge(mechanics,
                load with { Known = least.Value * mechanics.Joint.Judging.RequiredByIndex[i] }) : check.Judge(mechanics, load);
            var reserve = found.Factor.Value / mechanics.Joint.Judging.RequiredByIndex[i];
            if (found.Applies && reserve < least.Value) least = new(reserve, found.Factor.Value, i, loadCase, loadCase < 0 ? -1
                : load.Bolt);
        }
    }

    /// <summary>The load's reserve, the tool's checks counted by the times that the load may grow.</summary>
    private static Reserve WithTool(in Mechanics<Plain> mechanics, Reserve load, in BoltLoad<Plain> pulled, int loadCase,
        ReadOnlySpan<int> checks)
    {
        if (pulled.Tension.Value <= 0) return load;
        foreach (var i in checks)
        {
            // What falls short without any load is the tightening's matter.
            if (Check.All[i].Info.WithoutLoad || !Reaches(i, mechanics, pulled, 0)) continue;
            var furthest = Math.Min(load.Value, Furthest);
            if (Reaches(i, mechanics, pulled, furthest)) continue;
            var times = Growth(i, mechanics, pulled, furthest);
            load = new(times, times, i, loadCase, pulled.Bolt);
        }
        return load;
    }

    // What is asked over what is there passes 1: a straight line of the load for most of what the tool sets.
    private static double Growth(int check, Mechanics<Plain> mechanics, BoltLoad<Plain> load, double furthest)
    {
        var required = mechanics.Joint.Judging.RequiredByIndex[check];
        return Bracket.Crossing(0, furthest, OverWhatIsThere, Closeness * furthest, Closeness);

        double OverWhatIsThere(double times)
        {
            var found = Check.All[check].Judge(mechanics, load.Times(mechanics.Joint, new Plain(times)));
            return !found.Applies ? -1 : found.Factor.Value <= 0 ? double.PositiveInfinity : (required / found.Factor.Value) - 1;
        }
    }

    // As near as the numbers themselves are, after a dozen roundings.
    private const double Closeness = 1e-14;

    private static bool Reaches(int check, in Mechanics<Plain> mechanics, in BoltLoad<Plain> load, double times)
    {
        var found = Check.All[check].Judge(mechanics, load.Times(mechanics.Joint, new Plain(times)));
        return !found.Applies || found.Factor.Value >= mechanics.Joint.Judging.RequiredByIndex[check];
    }
}
