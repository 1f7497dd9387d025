using Hasp.Core.Checks;
using Hasp.Core.Checks.Modes;
using Hasp.Core.Checks.Machine;
using Hasp.Core.Fatigue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Preload;
using Hasp.Core.Sizing;
using Hasp.Core.Stiffness;

namespace Hasp.Core;

/// <summary>
/// From a joint to its result: lay out the stack, find stiffness and preload, share each load case among the bolts, judge
/// every way to fail, then write the working of what governs. A pure function.
/// </summary>
public static class Evaluation
{
    /// <summary>The whole result; the working of each check's tightest case comes about when it is asked for.</summary>
    public static Result Run(Joint joint)
    {
        var plain = Mechanics<Plain>.Of(joint);
        var traced = new Lazy<Mechanics<Traced>>(() => Mechanics<Traced>.Of(joint));
        var checks = joint.Judging.Checks.Select(c => JudgeAll(c, plain, traced)).ToList();
        var fatigue = FatigueState.Of(plain);
        IReadOnlyList<NamedValue> own = [.. joint.Kind.Values(plain)];
        var coverage = FailureModes.Of(plain);
        // What one side lacks, or must be heeded, stands whichever side governs.
        var others = joint.Sides.Where(s => s.Name != joint.Side).Select(s => Mechanics<Plain>.Of(s.Joint)).ToList();
        IReadOnlyList<Ask> gaps =
        [
            .. joint.Asks.Concat(joint.Sides.SelectMany(s => s.Joint.Asks)).Concat(OpenOf(joint, coverage))
                .Concat(IsLookedAt(checks) ? [] : Needs.Loads(joint))
                .Concat(others.SelectMany(o => OpenOf(o.Joint, FailureModes.Of(o)))).Distinct(),
        ];
        bool IsAccepted(Ask gap) => joint.Accepted.Any(a => a.Covers(gap, joint));
        IReadOnlyList<Ask> asks = [.. gaps.Where(g => !IsAccepted(g))];
        IReadOnlyList<Acceptance> accepted =
            [.. joint.Accepted.Where(a => gaps.Any(g => a.Covers(g, joint))).DistinctBy(a => (a.Name, a.Open))];
        return new Result
        {
            Joint = joint,
            Stack = plain.Stack,
            Checks = [.. checks.OrderBy(c => c.Reserve is null).ThenBy(c => c.Check.Info.SetBy)
                .ThenBy(c => c.Reserve ?? double.PositiveInfinity).ThenBy(c => c.Factor is null)],
            Reserves = TwoReserves.Of(plain),
            Values = [.. joint.Kind.IsTightened ? ValuesOf(plain) : [], .. own],
            KindValues = own,
            Window = joint.Kind.IsTightened ? PreloadWindow.Of(plain) : PreloadWindow.None,
            StiffnessSchools = joint.Kind.IsTightened ? StiffnessSchoolsOf(plain) : [],
            Cases = [.. Enumerable.Range(0, joint.Cases.Length).Select(c => CaseOf(c, plain))],
            HandComparisons = HandComparison.Of(joint, checks),
            Fatigue = fatigue,
            Breaks = fatigue.Count > 0 ? BreakPlace.Of(plain, fatigue[0]) : [],
            Cautions =
            [
                .. Cautions.OfAsks(joint, asks).Concat(Cautions.OfAccepted(accepted)).Concat(Cautions.Of(joint, plain))
                    .Concat(others.SelectMany(o => Cautions.Of(o.Joint, o))).DistinctBy(c => c.Id),
            ],
            Coverage = coverage,
            Asks = asks,
            Accepted = accepted,
            Assumes = [.. joint.Judging.Basis.Assumes(joint), .. joint.Kind.Assumes(joint)],
            Basis = joint.Judging.BasisName,
        };
    }

    /// <summary>What of a joint nobody has looked at, as what would close it.</summary>
    private static IEnumerable<Ask> OpenOf(Joint joint, IEnumerable<Coverage> coverage) =>
        joint.Judging.Checks.IsEmpty ? [] : coverage.Where(c => c.Looked == Looked.Open).Select(c => c.Ask);

    /// <summary>True where a check that the load sets found something to judge, or there is none at all.</summary>
    private static bool IsLookedAt(IReadOnlyCollection<CheckResult> checks) =>
        checks.Count == 0 || checks.Any(c => c.Factor is not null && c.Check.Info.SetBy == SetBy.Load);

    private static CheckResult JudgeAll(Check check, Mechanics<Plain> plain, Lazy<Mechanics<Traced>> traced)
    {
        var joint = plain.Joint;
        var byCase = new double?[joint.Cases.Length];
        Worst? least = null;
        for (var c = 0; c < byCase.Length && check.MayApply(joint); c++)
        {
            if (check.WorstIn(plain, c) is not { } found) continue;
            byCase[c] = found.Factor;
            if (least is not { } l || found.Factor < l.Factor) least = found;
        }
        var required = joint.Judging.RequiredByIndex[check.Index];
        if (least is not var (worst, worstCase, worstBolt))
        {
            return new CheckResult(check, null, required, -1, 0, "", -1, check.Nothing(plain), byCase, CheckDetail.None);
        }
        var load = BoltLoad<Plain>.Of(joint, worstCase, worstBolt);
        return new CheckResult(
            check, worst.Factor.Value, required, check.Info.WithoutLoad ? -1 : worstCase, check.Info.WithoutLoad || check.JudgesParts ? 0
                : joint.Pattern?.NumberOf(worstBolt) ?? 0, worst.Place < 0 ? "" : check.Place(worst.Place, plain), worst.Place,
            check.Note(plain, load), byCase, new(() => new(check.Schools(plain, load),
                Working.Of(check.Judge(traced.Value, BoltLoad<Traced>.Of(joint, worstCase, worstBolt)).Factor))));
    }

    private static IReadOnlyList<StiffnessSchool> StiffnessSchoolsOf(in Mechanics<Plain> m)
    {
        var joint = m.Joint;
        RingLayer[] rings = [.. m.Stack.Squeezed.Select(i => new RingLayer(i.Thickness, i.Modulus, i.Layer < 0 ? i.MaxDiameter : null,
            i.MaxDiameter))];
        var schools = new List<StiffnessSchool> { Named($"cones, {joint.Judging.ConeHalfAngle * 180 / Math.PI:0.#}°", m.MemberStiffness,
            m) };
        schools.Add(Named("45° mean cylinders", MemberSchools.MeanCylinders<Plain>(
            rings, joint.HeadWasher?.OuterDiameter ?? joint.Bolts.Head.ConeFace,
            joint.NutWasher?.OuterDiameter ?? (joint.Bolts.Nut ?? joint.Bolts.Head).ConeFace,
            joint.Judging.ConeBoreIsHole ? joint.Hole : joint.Bolts.Thread.Diameter), m));
        // The fit was made for like plates; with unlike ones it says nothing.
        if (joint.Layers.Select(l => l.Material.ElasticModulus).Distinct().Count() == 1)
        {
            schools.Add(Named("one-equation fit", MemberSchools.OneEquationFit(
                new Plain(joint.Layers[0].Material.ElasticModulus), m.Thread.Diameter, new Plain(m.Stack.Grip),
                MemberSchools.FitFor(joint.Layers[0].Material.Family)), m));
        }
        return schools;

        static StiffnessSchool Named(string name, Plain members, in Mechanics<Plain> m) =>
            new(name, members.Value, BoltStiffness.LoadShare(m.BoltStiffness, members).Value);
    }

    private static CaseResult CaseOf(int index, Mechanics<Plain> m)
    {
        var joint = m.Joint;
        // Those that can govern hold the largest of both; a case that only counts in combinations was not shared out.
        var bolts = joint.Cases[index].OnlyCombined
            ? Enumerable.Range(0, joint.LoadPath.Distinct).Select(i => BoltLoad<Plain>.Of(joint, index, i)).ToList()
            : [.. joint.Sharing.Cases[index].Select(p => BoltLoad<Plain>.Of(joint, index, p, joint.Bolts.Count))];
        var pulled = bolts.MaxBy(b => b.Tension.Value);
        return new CaseResult(
            joint.Cases[index].Name, pulled.Tension.Value, bolts.Max(b => b.Shear.Value),
            JointUnderLoad.BoltForce(m.PreloadMax, m.LoadShare, pulled.Tension).Value,
            JointUnderLoad.MemberForce(m.PreloadMin, m.LoadShare, pulled.Tension).Value,
            StateOf(pulled, m));
    }

    private static JointState StateOf(in BoltLoad<Plain> bolt, in Mechanics<Plain> m) =>
        bolt.Tension.Value > JointUnderLoad.OpeningLoad(m.Preload, m.LoadShare).Value ? JointState.Open
        : bolt.Tension.Value > JointUnderLoad.OpeningLoad(m.PreloadMin, m.LoadShare).Value ? JointState.OpensAtSmallest
        : JointState.Closed;

    private static IReadOnlyList<NamedValue> ValuesOf(in Mechanics<Plain> m) =>
    [
        new(Terms.NominalDiameter, m.Thread.Diameter.Value),
        new(Terms.Pitch, m.Thread.Pitch.Value),
        new(Terms.PitchDiameter, m.Thread.PitchDiameter.Value),
        new(Terms.RootDiameter, m.Thread.RootDiameter.Value),
        new(Terms.NutMinorDiameter, m.Thread.NutMinorDiameter.Value),
        new(Terms.TensileStressArea, m.Thread.StressArea.Value),
        new(Terms.RootArea, m.Thread.RootArea.Value),
        new(Terms.ShankArea, m.Thread.ShankArea.Value),
        new(Terms.ProofStrength, m.ProofStrength.Value),
        new(Terms.YieldStrength, m.YieldStrength.Value),
        new(Terms.ProofLoad, m.ProofLoad.Value),
        new(Terms.GripLength, m.Stack.Grip),
        new(Terms.ShankInGrip, m.Stack.ShankInGrip),
        new(Terms.ThreadInGrip, m.Stack.ThreadInGrip),
        new(Terms.HoleDiameter, m.Joint.Hole),
        new(Terms.BoltStiffness, m.BoltStiffness.Value),
        new(Terms.MemberStiffness, m.MemberStiffness.Value),
        new(Terms.LoadShare, m.StiffnessShare.Value),
        new(Terms.LoadIntroduction, m.Joint.Judging.LoadIntroduction),
        new(Terms.EffectiveShare, m.LoadShare.Value),
        new(Terms.NutFactor, m.NutFactor.Value),
        new(Terms.MeasuredStretch, Tension.MeasuredStretch(
            m.Preload, m.BoltStiffness, new Plain((m.Joint.Bolts.Head.Kind is "socket" or "countersunk" ? 0.4
                : 0.5) * m.Thread.Diameter.Value),
            m.Thread.Diameter, m.Thread.ShankArea, m.Thread.RootArea, new Plain(m.Joint.Bolts.Grade.ElasticModulus)).Value),
        new(Terms.TighteningUtilisation, TighteningCheck.UtilisationAtAim(m).Value),
        new(Terms.ThreadFriction, m.ThreadFriction.Value),
        new(Terms.BearingFriction, m.BearingFriction.Value),
        new(Terms.PrevailingTorque, m.Joint.Tightening.PrevailingTorque),
        new(Terms.Scatter, m.Joint.Tightening.Method.Scatter),
        new(Terms.Settling, m.Joint.Tightening.Settling),
        new(Terms.Relaxation, m.Joint.Tightening.Relaxation),
        new(Terms.Preload, m.Preload.Value),
        new(Terms.Torque, m.Torque.Value),
        new(Terms.EmbeddingLoss, m.EmbeddingLoss.Value),
        new(Terms.TurnFromSnug, Tension.TurnFromSnug(m.Thread.Pitch, m.Preload, m.BoltStiffness, m.MemberStiffness).Value),
        new(Terms.BoltStretch, Tension.Stretch(m.Preload, m.BoltStiffness).Value),
        new(Terms.PitchTorque, Torsion.PitchTorque(m.Preload, m.Thread.Pitch).Value),
        new(Terms.ThreadFrictionTorque, Torsion.ThreadFrictionTorque(m.Preload, m.ThreadFriction, m.Thread.PitchDiameter).Value),
        new(Terms.BearingFrictionTorque, Torsion.BearingFrictionTorque(m.Preload, m.BearingFriction, m.MeanBearingDiameter).Value),
        new(Terms.ThermalChange, m.ThermalChange.Value),
        new(Terms.PreloadTight, m.PreloadTight.Value),
        new(Terms.PreloadMax, m.PreloadMax.Value),
        new(Terms.PreloadMin, m.PreloadMin.Value),
        new(Terms.OpeningLoad, JointUnderLoad.OpeningLoad(m.PreloadMin, m.LoadShare).Value),
        new(Terms.FaceFriction, m.Joint.FaceFriction),
        new(Terms.ShearPlanes, m.Stack.Planes.Length),
        .. StripValues(m),
    ];

    private static IEnumerable<NamedValue> StripValues(Mechanics<Plain> m)
    {
        if (!m.Joint.Tapped) return [];
        var (bolt, tapped, breaks) = StripCheck.Loads(m);
        var least = Plain.Min(breaks, Plain.Min(bolt, tapped));
        return
        [
            new(Terms.Engagement, m.Joint.End.Engagement),
            new(Terms.RequiredEngagement, StripCheck.Required(m).Value),
            new(Terms.BoltStripLoad, bolt.Value),
            new(Terms.TappedStripLoad, tapped.Value),
            new(Terms.BoltBreakLoad, breaks.Value),
            new(Terms.StripTorque, Tension.Torque(m.NutFactor * m.Thread.Diameter, least, new Plain(m.Joint.Tightening.PrevailingTorque))
                .Value),
        ];
    }
}
