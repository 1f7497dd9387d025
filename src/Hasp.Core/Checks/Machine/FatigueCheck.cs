using Hasp.Core.Fatigue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// Times the swing may grow until the criterion in use: at the largest preload (mean stress) and at the smallest (opening), the worse
/// of the two, with the faces touching or apart, whichever comes first. Where an S–N slope is stated, all swings of the joint are one
/// spectrum and share one factor.
/// </summary>
internal static class FatigueCheck
{
    internal static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!load.Swings) return Judged<T>.Nothing;
        if (m.Joint.Fatigue.Slope is not { } given) return Judged<T>.Of(EndlessFactor(m, load, m.Joint.Fatigue.Criterion));
        var slope = T.Given(Terms.Slope, given);
        T? sum = null;
        for (var i = 0; i < m.Joint.Cases.Length; i++)
        {
            if (m.Joint.Cases[i].Other is null || m.Joint.Cases[i].OnlyCombined) continue;
            var block = BoltLoad<T>.Of(m.Joint, i, load.Bolt, i + 1);
            if (!block.Swings) continue;
            var damage = DamageOf(m, block, slope, i + 1);
            sum = sum is { } so ? so + damage : damage;
        }
        return Judged<T>.Of(FatigueFormulas.SpectrumFactor(T.Let(Terms.DamageSum, sum!.Value), slope));
    }

    /// <summary>Share of the life that one swing uses. One without a count of cycles comes as often as the knee of the S–N line.</summary>
    internal static T DamageOf<T>(in Mechanics<T> m, in BoltLoad<T> load, T slope, int index)
        where T : struct, IScalar<T>
    {
        var knee = T.Given(Terms.Knee, m.Joint.Fatigue.Knee);
        return FatigueFormulas.Damage(
            load.Case.Cycles is { } cycles ? T.Given(Terms.Cycles, cycles, index) : knee, knee, EndlessFactor(m, load, m.Joint.Fatigue.Criterion), slope, index);
    }

    /// <summary>The factor for endless life by a criterion, or by the amplitude school where that is the one in use.</summary>
    internal static T EndlessFactor<T>(in Mechanics<T> m, in BoltLoad<T> load, FatigueCriterion criterion)
        where T : struct, IScalar<T>
    {
        var tight = AtPreload(m, load, criterion, m.PreloadMax);
        var loose = AtPreload(m, load, criterion, m.PreloadMin);
        return T.Let(Terms.FatigueFactor, T.IfLess(loose, tight, loose, tight));
    }

    /// <summary>Factor with exactly this preload in the bolt: the faces touching, or apart where that gives less.</summary>
    internal static T AtPreload<T>(in Mechanics<T> m, in BoltLoad<T> load, FatigueCriterion criterion, T preload)
        where T : struct, IScalar<T>
    {
        var (max, min) = load.Swing;
        var area = m.Thread.StressArea;
        var start = FatigueFormulas.PreloadStress(preload, area);
        var amplitude = FatigueFormulas.Amplitude(m.LoadShare, max, min, area);
        var closed = FactorAlong(m, FatigueFormulas.Closed(start, FatigueFormulas.Mean(start, m.LoadShare, max, min, area), amplitude), criterion, preload);
        if (max.Value <= 0) return closed;
        var open = FactorAlong(m, FatigueFormulas.Open(start, m.LoadShare, max, min, area), criterion, preload);
        return T.IfLess(open, closed, open, closed);
    }

    /// <summary>Se, MPa; at the amplitude school σA, which may depend on the preload.</summary>
    internal static T Strength<T>(in Mechanics<T> m, T preload)
        where T : struct, IScalar<T>
    {
        var rules = m.Joint.Fatigue;
        var tensile = T.Given(Terms.TensileStrength, m.Joint.Bolts.Grade.Tensile);
        switch (rules.School)
        {
            case EnduranceSchool.Estimated:
                return FatigueFormulas.EstimatedEndurance(
                    tensile, T.Given(Terms.FatigueConcentration, FatigueRules.Concentration(m.Joint.Bolts.Grade.Tensile, rules.Making).Thread));
            case EnduranceSchool.Amplitude:
                var before = FatigueFormulas.AmplitudeStrength(m.Thread.Diameter);
                return rules.Making == ThreadMaking.RolledAfter
                    ? FatigueFormulas.AmplitudeStrengthRolledAfter(before, preload / T.Let(Terms.YieldForce, m.YieldStrength * m.Thread.StressArea))
                    : before;
            default:
                return T.Given(Terms.Endurance, rules.Strength);
        }
    }

    private static T FactorAlong<T>(in Mechanics<T> m, in LoadLine<T> line, FatigueCriterion criterion, T preload)
        where T : struct, IScalar<T>
    {
        var strength = Strength(m, preload);
        if (m.Joint.Fatigue.School == EnduranceSchool.Amplitude) return FatigueFormulas.AmplitudeFactor(line, strength);
        var tensile = T.Given(Terms.TensileStrength, m.Joint.Bolts.Grade.Tensile);
        return criterion switch
        {
            FatigueCriterion.Gerber => FatigueFormulas.Gerber(line, strength, tensile),
            FatigueCriterion.Elliptic => FatigueFormulas.Elliptic(line, strength, m.ProofStrength),
            _ => FatigueFormulas.Goodman(line, strength, tensile),
        };
    }
}
