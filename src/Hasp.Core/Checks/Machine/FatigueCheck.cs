using Hasp.Core.Fatigue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// Times the swing may grow until the criterion in use: at the largest preload (mean stress) and at the smallest (opening), the worse
/// of the two, by the forces really in the bolt: with the faces touching, parting at the upper end, or apart at both. Where an S–N
/// slope is
/// stated, all swings of the bolt are one spectrum, and the factor is the one at which their damages sum to 1.
/// </summary>
internal readonly struct FatigueCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("fatigue", "Fatigue of the bolt", "fatigue", 1.5, PreloadUsed.Both,
        "times the alternating load may grow until the criterion in use, at the worse of largest and smallest preload",
        "Goodman, Gerber or ASME-elliptic along the load line; VDI 2230-1, 5.5.3 for the amplitude school") { Worsens =
            Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!load.Swings) return Judged<T>.Nothing;
        var factor = m.Joint.Fatigue.Slope is null ? EndlessFactor(m, load, m.Joint.Fatigue.Criterion) : Spectrum.Factor(m, load);
        // What only presses the bolt slack fails it at no load.
        return double.IsPositiveInfinity(factor.Value) ? Judged<T>.Nothing : Judged<T>.Of(factor);
    }

    public static bool MayApply(Joint joint) => joint.Alternates;

    public static string Nothing(in Mechanics<Plain> m) =>
        m.Joint.Alternates ? "what alternates fails the bolt at no load" : "no load case alternates with another";

    public static string Note(in Mechanics<Plain> m, in BoltLoad<Plain> load, PreloadUsed used) =>
        load.Swing.Max.Value > JointUnderLoad.OpeningLoad(m.PreloadMin, m.LoadShare).Value
            ? "at the smallest preload the faces part: the bolt sees the whole swing" : "";

    public static IReadOnlyList<School> Schools(in Mechanics<Plain> m, in BoltLoad<Plain> load) =>
        m.Joint.Fatigue.Slope is null ? FatigueState.CriteriaOf(m, load) : [];

    /// <summary>The factor for endless life by a criterion, or by the amplitude school where that is the one in use.</summary>
    internal static T EndlessFactor<T>(in Mechanics<T> m, in BoltLoad<T> load, FatigueCriterion criterion)
        where T : struct, IScalar<T>
    {
        var tight = AtPreload(m, load, criterion, m.PreloadMax);
        var loose = AtPreload(m, load, criterion, m.PreloadMin);
        return T.Let(Terms.FatigueFactor, T.IfLess(loose, tight, loose, tight));
    }

    /// <summary>
    /// Factor with exactly this preload in the bolt. The force follows the load through three stretches that join end to end: faces
    /// touching, parting at the upper end from n = P0/Pmax on, apart at both ends from n = P0/Pmin on; the first in whose stretch the
    /// criterion is met gives the factor. Nothing where the preload alone lies outside the criterion.
    /// </summary>
    internal static T AtPreload<T>(in Mechanics<T> m, in BoltLoad<T> load, FatigueCriterion criterion, T preload)
        where T : struct, IScalar<T>
    {
        var (max, min) = load.Swing;
        var area = m.Thread.StressArea;
        var start = FatigueFormulas.PreloadStress(preload, area);
        if (start.Value >= Limit(m, criterion)) return T.Const(0);
        var amplitude = FatigueFormulas.Amplitude(m.LoadShare, max, min, area);
        var closed = FactorAlong(m, FatigueFormulas.Closed(start, FatigueFormulas.Mean(start, m.LoadShare, max, min, area), amplitude),
            criterion, preload);
        // Pressed until it is slack, the bolt has nothing at the lower end; where both ends press, its swing only shrinks from there.
        var slack = min.Value < 0 && m.LoadShare.Value > 0 ? (preload / (m.LoadShare * -min)).Value : double.PositiveInfinity;
        if (closed.Value > slack && (max.Value <= 0 || slack < JointUnderLoad.OpeningLoad(preload, m.LoadShare).Value / max.Value))
        {
            return max.Value <= 0 ? T.Const(double.PositiveInfinity, "∞") : AtSlack(m, load, criterion, preload, start);
        }
        if (max.Value <= 0) return closed;
        var opening = JointUnderLoad.OpeningLoad(preload, m.LoadShare);
        var parts = opening / max;
        if (closed.Value <= parts.Value) return closed;
        var parting = FactorAlong(m, FatigueFormulas.Parting(start, m.LoadShare, max, min, area), criterion, preload);
        // Past opening the bolt has the load itself at the upper end; once it is slack at the lower, nothing there.
        if (min.Value < 0 && parting.Value > slack) return FactorAlong(m, FatigueFormulas.Apart(max, T.Const(0), area), criterion, preload);
        if (min.Value <= 0 || parting.Value <= (opening / min).Value) return parting;
        return FactorAlong(m, FatigueFormulas.Apart(max, min, area), criterion, preload);
    }

    /// <summary>The factor where the bolt goes slack at the lower end before the faces part at the upper one.</summary>
    private static T AtSlack<T>(in Mechanics<T> m, in BoltLoad<T> load, FatigueCriterion criterion, T preload, T start)
        where T : struct, IScalar<T>
    {
        var (max, area) = (load.Swing.Max, m.Thread.StressArea);
        var factor = FactorAlong(m, FatigueFormulas.Slack(start, m.LoadShare, max, area), criterion, preload);
        return factor.Value <= (JointUnderLoad.OpeningLoad(preload, m.LoadShare) / max).Value ? factor
            : FactorAlong(m, FatigueFormulas.Apart(max, T.Const(0), area), criterion, preload);
    }

    /// <summary>Se, MPa; at the amplitude school σA, which may depend on the preload.</summary>
    internal static T Strength<T>(in Mechanics<T> m, T preload)
        where T : struct, IScalar<T>
    {
        var rules = m.Joint.Fatigue;
        var grade = m.Joint.Bolts.Grade;
        switch (rules.School)
        {
            case EnduranceSchool.Estimated:
                return FatigueFormulas.EstimatedEndurance(
                    Tensile(m), T.Given(Terms.FatigueConcentration, FatigueRules.Concentration(grade.Tensile, rules.Making).Thread));
            case EnduranceSchool.Amplitude:
                var before = FatigueFormulas.AmplitudeStrength(m.Thread.Diameter);
                return rules.Making == ThreadMaking.RolledAfter
                    ? FatigueFormulas.AmplitudeStrengthRolledAfter(before,
                        preload / T.Let(Terms.YieldForce, m.YieldStrength * m.Thread.StressArea))
                    : before;
            default:
                return T.Given(Terms.Endurance, rules.Strength, source: rules.Source);
        }
    }

    internal static T Tensile<T>(in Mechanics<T> m)
        where T : struct, IScalar<T> =>
        T.Given(Terms.TensileStrength, m.Joint.Bolts.Grade.Tensile, source: m.Joint.Bolts.Grade.Cited);

    /// <summary>Mean stress from which nothing is left by a criterion, MPa; the amplitude school has none.</summary>
    private static double Limit<T>(in Mechanics<T> m, FatigueCriterion criterion)
        where T : struct, IScalar<T> =>
        m.Joint.Fatigue.School == EnduranceSchool.Amplitude ? double.PositiveInfinity
        : criterion == FatigueCriterion.Elliptic ? m.ProofStrength.Value
        : m.Joint.Bolts.Grade.Tensile;

    private static T FactorAlong<T>(in Mechanics<T> m, in LoadLine<T> line, FatigueCriterion criterion, T preload)
        where T : struct, IScalar<T>
    {
        var strength = Strength(m, preload);
        if (m.Joint.Fatigue.School == EnduranceSchool.Amplitude) return FatigueFormulas.AmplitudeFactor(line, strength);
        return criterion switch
        {
            FatigueCriterion.Gerber => FatigueFormulas.Gerber(line, strength, Tensile(m)),
            FatigueCriterion.Elliptic => FatigueFormulas.Elliptic(line, strength, m.ProofStrength),
            _ => FatigueFormulas.Goodman(line, strength, Tensile(m)),
        };
    }
}
