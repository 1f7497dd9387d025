using Hasp.Core.Checks;
using Hasp.Core.Fatigue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Sizing;

namespace Hasp.Core;

/// <summary>Everything that was found about a joint: what a screen, a document or a report shows, and nothing more is computed
/// there.</summary>
public sealed record Result
{
    /// <summary>The joint.</summary>
    public required Joint Joint { get; init; }

    /// <summary>Where everything lies between head and nut.</summary>
    public required Stack Stack { get; init; }

    /// <summary>The load's reserve and the tightening's.</summary>
    public required TwoReserves Reserves { get; init; }

    /// <summary>Every check: those that the load sets before those that the tool sets, the tightest first in each; those not judged
    /// last.</summary>
    public required IReadOnlyList<CheckResult> Checks { get; init; }

    /// <summary>Named values of the joint, in N, mm, MPa, N·mm, rad.</summary>
    public required IReadOnlyList<NamedValue> Values { get; init; }

    /// <summary>Member stiffness and load share by each school that applies, the one in use first.</summary>
    public required IReadOnlyList<StiffnessSchool> StiffnessSchools { get; init; }

    /// <summary>Those of the values that only this kind of joint has.</summary>
    public IReadOnlyList<NamedValue> KindValues { get; init; } = [];

    /// <summary>Between too loose and too tight.</summary>
    public required PreloadWindow Window { get; init; }

    /// <summary>Alternating load cases in the fatigue diagram, the worst first; empty where all are steady.</summary>
    public required IReadOnlyList<FatigueState> Fatigue { get; init; }

    /// <summary>Where the bolt would break, with the stresses of the worst swing; empty where all cases are steady.</summary>
    public required IReadOnlyList<BreakPlace> Breaks { get; init; }

    /// <summary>Every way of failing that is followed, and how far it was looked at.</summary>
    public required IReadOnlyList<Checks.Modes.Coverage> Coverage { get; init; }

    /// <summary>How it stands: it holds only where everything was looked at.</summary>
    public Standing Standing => Standings.Of(GoverningReserve) is var judged && IsComplete ? judged
        : judged is Standing.Little or Standing.Full ? Standing.Open : judged;

    /// <summary>Figures calculated by hand beside the computed ones.</summary>
    public required IReadOnlyList<HandComparison> HandComparisons { get; init; }

    /// <summary>Single changes that mend the joint or are worth having; looked for when first asked for, once.</summary>
    public IReadOnlyList<WayOut> Ways => Found.Ways;

    /// <summary>Why no change mends it, and how near the nearest comes; empty where one does, or where it holds.</summary>
    public string NoWay => Found.None;

    private WaysFound Found => _ways ??= WaysOut.Search(Joint);

    private WaysFound? _ways;

    /// <summary>
    /// What the joint comes to where its shear is carried the other way, where nobody said which: null where somebody did, nothing
    /// shears it, or the basis has a joint type of its own for it. Looked for when first asked for, once.
    /// </summary>
    public TwoReserves? CarriedOtherwise => (_carriedOtherwise ??= new(Joint.Judging.Shear.Stated || !Joint.Sharing.AnyShear
        || !Joint.Judging.Checks.Any(c => c.Info.ByFriction)
        || JointRules.JointOf(Joint.Said.With(Fields.ShearBy.To(!Joint.Judging.Shear.Bearing)), []) is not { } other
            ? null : TwoReserves.Of(Mechanics<Plain>.Of(other)))).Value;

    // In a box: two who ask at once never read half of it.
    private System.Runtime.CompilerServices.StrongBox<TwoReserves?>? _carriedOtherwise;

    /// <summary>What goes first when the load grows, and what next; looked for when first asked for, once.</summary>
    public IReadOnlyList<LoadLimit> Limits => _limits ??= Capacity.Of(Joint);

    private IReadOnlyList<LoadLimit>? _limits;

    /// <summary>
    /// The sides of a joint whose sides are judged apart, each with all that was found about it; empty for every other joint. The rest of
    /// this result speaks of the one that governs.
    /// </summary>
    public IReadOnlyList<SideResult> Sides => _sides ??=
        [.. Joint.Sides.Select(s => new SideResult(s.Name, s.Name == Joint.Side ? this : Evaluation.Run(s.Joint)))];

    private IReadOnlyList<SideResult>? _sides;

    /// <summary>Inputs that the basis still needs: what rests on them is not judged.</summary>
    public required IReadOnlyList<Ask> Asks { get; init; }

    /// <summary>Gaps that are open and that somebody answers for by name: they keep the joint from holding no more.</summary>
    public IReadOnlyList<Acceptance> Accepted { get; init; } = [];

    /// <summary>Acceptances that ended, because kind, basis or the gap itself is another now, or is closed.</summary>
    public IEnumerable<Acceptance> Ended => Joint.Accepted.Except(Accepted);

    /// <summary>What the basis takes for granted on this joint.</summary>
    public required IReadOnlyList<string> Assumes { get; init; }

    /// <summary>True where the basis could judge all that it asks of this joint, and what it could not is accepted by name.</summary>
    public bool IsComplete => Asks.Count == 0;

    /// <summary>How the joint takes its turn from snug.</summary>
    public JointRate Rate =>
        !Joint.Kind.IsTightened ? JointRate.Hard
            : this[Terms.TurnFromSnug] switch { <= Math.PI / 4 => JointRate.Hard, >= 2 * Math.PI => JointRate.Soft, _ => JointRate.Medium };

    /// <summary>One entry a load case.</summary>
    public required IReadOnlyList<CaseResult> Cases { get; init; }

    /// <summary>What must be heeded.</summary>
    public required IReadOnlyList<Caution> Cautions { get; init; }

    /// <summary>The basis and edition the checks were made to.</summary>
    public required string Basis { get; init; }

    /// <summary>
    /// What is to be looked at first: what gives the load's reserve, or the tightening's where that falls short; null where there is
    /// nothing to judge.
    /// </summary>
    public CheckResult? Governing => Reserves.First.Check < 0 ? null : Checks.First(c => c.Check.Index == Reserves.First.Check);

    /// <summary>The reserve that goes with it; null where there is nothing to judge.</summary>
    public double? GoverningReserve => Reserves.First.Check < 0 ? null : Reserves.First.Value;

    /// <summary>True where every judged check reaches its required factor.</summary>
    public bool Holds => Checks.All(c => c.Holds);

    /// <summary>The value of that term in held units.</summary>
    /// <exception cref="InvalidOperationException">The joint has no such value.</exception>
    public double this[Term term] => Values.First(v => v.Term == term).Value;
}

/// <summary>A side that is judged apart.</summary>
/// <param name="Name">Which side.</param>
/// <param name="Result">What was found about its bolts and parts.</param>
public sealed record SideResult(string Name, Result Result);

/// <summary>Turn from snug to the preload aimed at.</summary>
public enum JointRate
{
    /// <summary>At most 45°: a little angle is much force, the tool must stop short.</summary>
    Hard,

    /// <summary>Between.</summary>
    Medium,

    /// <summary>A full turn or more: relaxation and tool speed matter.</summary>
    Soft,
}

/// <summary>How a reserve (factor over required factor) stands against its mark.</summary>
public enum Standing
{
    /// <summary>There is nothing to judge.</summary>
    None,

    /// <summary>Below 1.</summary>
    Short,

    /// <summary>Nothing that is judged falls short, and not everything was looked at.</summary>
    Open,

    /// <summary>Holds, by less than a tenth.</summary>
    Little,

    /// <summary>Holds with something to spare.</summary>
    Full,
}

/// <summary>Tells how a reserve stands.</summary>
public static class Standings
{
    /// <summary>The standing of a reserve; null is nothing to judge.</summary>
    public static Standing Of(double? reserve) =>
        reserve switch { null => Standing.None, < 1 => Standing.Short, < 1.1 => Standing.Little, _ => Standing.Full };
}

/// <summary>A named value.</summary>
/// <param name="Term">Name, symbol, dimension, source.</param>
/// <param name="Value">In held units.</param>
public readonly record struct NamedValue(Term Term, double Value);

/// <summary>One way to fail, over all load cases.</summary>
/// <param name="Check">Which.</param>
/// <param name="Factor">The tightest factor; null where there was nothing to check.</param>
/// <param name="Required">The required factor; 0 where it is shown and not judged.</param>
/// <param name="Case">Index of the governing load case; −1 where there is none.</param>
/// <param name="Bolt">Number on the drawing of the governing bolt; 0 where all share alike.</param>
/// <param name="Place">In words: which layer, plane or end; empty where there is only one.</param>
/// <param name="PlaceIndex">Which layer, plane or end, from 0; −1 where there is only one.</param>
/// <param name="Note">Why there is nothing to check, or a state that must be known; may be empty.</param>
/// <param name="ByCase">The factor in each load case; null where there is nothing to check.</param>
/// <param name="Detail">Its schools and its working, come by when they are asked for: most are never opened.</param>
public sealed record CheckResult(
    Check Check, double? Factor, double Required, int Case, int Bolt, string Place, int PlaceIndex, string Note,
    IReadOnlyList<double?> ByCase, Lazy<CheckDetail> Detail)
{
    /// <summary>What other conventions would give, the one in use first; empty where there is one only.</summary>
    public IReadOnlyList<School> Schools => Detail.Value.Schools;

    /// <summary>Every step behind the tightest factor.</summary>
    public Working Working => Detail.Value.Working;

    /// <summary>
    /// Resistance and effect, where the factor is the one over the other: read from the working, so that what is shown is what was divided.
    /// Null where the factor was come by otherwise.
    /// </summary>
    public (double Resistance, double Effect, Quantities.Dimension Dimension)? Sides => Working.Quotient;

    /// <summary>Factor over required factor: one measure for all checks. Null where it is not judged.</summary>
    public double? Reserve => Factor is { } f && Required > 0 ? f / Required : null;

    /// <summary>True where it reaches its required factor, or is not judged.</summary>
    public bool Holds => Reserve is not { } r || r >= 1;
}

/// <summary>What stands behind a verdict.</summary>
/// <param name="Schools">What other conventions would give.</param>
/// <param name="Working">Every step behind the factor.</param>
public sealed record CheckDetail(IReadOnlyList<School> Schools, Working Working)
{
    /// <summary>Of a check that has nothing to judge.</summary>
    internal static Lazy<CheckDetail> None { get; } = new(new CheckDetail([], Working.None));
}

/// <summary>What one convention gives for the governing case.</summary>
/// <param name="Name">The convention.</param>
/// <param name="Factor">Its factor.</param>
public readonly record struct School(string Name, double Factor);

/// <summary>What one school makes of the members.</summary>
/// <param name="Name">The school.</param>
/// <param name="MemberStiffness">km, N/mm.</param>
/// <param name="LoadShare">C.</param>
public readonly record struct StiffnessSchool(string Name, double MemberStiffness, double LoadShare);

/// <summary>One load case on its most loaded bolts, forces in N.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Tension">The largest P.</param>
/// <param name="Shear">The largest V.</param>
/// <param name="BoltForce">At the largest preload.</param>
/// <param name="ClampLeft">At the smallest preload.</param>
/// <param name="State">closed, opens at the smallest preload, or open.</param>
public readonly record struct CaseResult(string Name, double Tension, double Shear, double BoltForce, double ClampLeft, JointState State);

/// <summary>Whether the faces touch.</summary>
public enum JointState
{
    /// <summary>At every preload that the method may leave.</summary>
    Closed,

    /// <summary>Closed at the preload aimed at, open at the smallest.</summary>
    OpensAtSmallest,

    /// <summary>Open even at the preload aimed at: the bolt carries the whole load.</summary>
    Open,
}

/// <summary>A caution that stands on the screen and in the report.</summary>
/// <param name="Id">Stable name.</param>
/// <param name="Text">In words.</param>
public readonly record struct Caution(string Id, string Text);
