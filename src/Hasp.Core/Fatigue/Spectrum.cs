using Hasp.Core.Checks.Machine;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Fatigue;

/// <summary>
/// Finite life: every swing of one bolt on its S–N line, N_f = N_k·(Se/σeq)^m with the fully reversed amplitude that the criterion
/// makes
/// equal; damages add (linear damage sum). The line is not read below a thousand cycles, and no swing may break the bolt statically.
/// </summary>
internal static class Spectrum
{
    /// <summary>
    /// Times all swings of a bolt may grow until their damages sum to 1, until one of them is down to a thousand cycles, or until it breaks
    /// the bolt at once; the worse of largest and smallest preload.
    /// </summary>
    internal static T Factor<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var plain = m.AsPlain();
        var swings = SwingsOf<Plain>(m.Joint, load.Bolt);
        var (tight, loose) = (Limit(plain, swings, plain.PreloadMax), Limit(plain, swings, plain.PreloadMin));
        var shown = Damage(m, SwingsOf<T>(m.Joint, load.Bolt), tight <= loose ? m.PreloadMax : m.PreloadMin, T.Const(1));
        return T.Let(Terms.SpectrumFactor, T.Found(Math.Min(tight, loose), "n where ΣD(n) = 1", shown));
    }

    /// <summary>Damage of one bolt under all its swings, at the worse of largest and smallest preload.</summary>
    internal static double Damage(in Mechanics<Plain> m, int bolt)
    {
        var swings = SwingsOf<Plain>(m.Joint, bolt);
        return Math.Max(Damage(m, swings, m.PreloadMax, new(1)).Value, Damage(m, swings, m.PreloadMin, new(1)).Value);
    }

    /// <summary>Share of the life that one swing uses, at the worse of largest and smallest preload.</summary>
    internal static double DamageOf(in Mechanics<Plain> m, in BoltLoad<Plain> load) =>
        Math.Max(Block(m, load, m.PreloadMax, new(1), 0).Value, Block(m, load, m.PreloadMin, new(1), 0).Value);

    private static List<BoltLoad<T>> SwingsOf<T>(Joint joint, int bolt)
        where T : struct, IScalar<T>
    {
        var swings = new List<BoltLoad<T>>();
        for (var i = 0; i < joint.Cases.Length; i++)
        {
            if (joint.Cases[i].Other is null || joint.Cases[i].OnlyCombined) continue;
            if (BoltLoad<T>.Of(joint, i, bolt, i + 1) is { Swings: true } swing) swings.Add(swing);
        }
        return swings;
    }

    private static double Limit(Mechanics<Plain> m, List<BoltLoad<Plain>> swings, Plain preload)
    {
        // Damage goes with a power of the load: between logarithms it is nearly a straight line.
        double Used(double logarithm) => Math.Log(Share(m, swings, preload, Math.Exp(logarithm)));
        if (Share(m, swings, preload, 1e-9) > 1) return 0;
        var (low, high) = (1e-9, 1.0);
        while (Share(m, swings, preload, high) <= 1)
        {
            low = high;
            high *= 2;
            if (high > 1e9) return double.PositiveInfinity;
        }
        return Math.Exp(Bracket.Crossing(Math.Log(low), Math.Log(high), Used, 1e-12));
    }

    /// <summary>How much of what there is all swings use, so many times the load: of their life, of the bolt's strength at the upper end
    /// of each,
    /// of the fewest cycles that the S–N line is read at; whichever is most, 1 where it is all.</summary>
    private static double Share(in Mechanics<Plain> m, List<BoltLoad<Plain>> swings, Plain preload, double times)
    {
        var (damage, most) = (0.0, 0.0);
        foreach (var swing in swings)
        {
            var (mean, amplitude) = Stresses(m, swing, preload, new Plain(times), 0);
            var strength = (mean + amplitude).Value / m.Joint.Bolts.Grade.Tensile;
            var cycles = CyclesToFailure(m, preload, mean, amplitude, 0);
            // A swing that breaks the bolt at once has no line to be read on.
            if (strength >= 1 || !(cycles.Value > 0)) return double.PositiveInfinity;
            damage += DamageOf(m, swing, cycles, 0).Value;
            most = Math.Max(most, FatigueFormulas.FewestCycles / cycles.Value);
        }
        most = Math.Max(most, damage);
        return double.IsNaN(most) ? double.PositiveInfinity : most;
    }

    private static T Damage<T>(in Mechanics<T> m, List<BoltLoad<T>> swings, T preload, T times)
        where T : struct, IScalar<T>
    {
        T? sum = null;
        foreach (var (swing, i) in swings.Select((s, i) => (s, i)))
        {
            var damage = Block(m, swing, preload, times, i + 1);
            sum = sum is { } so ? so + damage : damage;
        }
        return T.Let(Terms.DamageSum, sum ?? T.Const(0));
    }

    private static T Block<T>(in Mechanics<T> m, in BoltLoad<T> load, T preload, T times, int block)
        where T : struct, IScalar<T>
    {
        var (mean, amplitude) = Stresses(m, load, preload, times, block);
        return DamageOf(m, load, CyclesToFailure(m, preload, mean, amplitude, block), block);
    }

    /// <summary>Share of the life that a swing uses which so many cycles of would end.</summary>
    private static T DamageOf<T>(in Mechanics<T> m, in BoltLoad<T> load, T toFailure, int block)
        where T : struct, IScalar<T>
    {
        var cycles = load.Case.Cycles is { } stated ? T.Given(Terms.Cycles, stated, block, load.Case.Name)
            : T.Given(Terms.Knee, m.Joint.Fatigue.Knee);
        return FatigueFormulas.Damage(cycles, toFailure, block);
    }

    /// <summary>Mean and amplitude of the force really in the bolt, MPa, the load multiplied.</summary>
    private static (T Mean, T Amplitude) Stresses<T>(in Mechanics<T> m, in BoltLoad<T> load, T preload, T times, int block)
        where T : struct, IScalar<T>
    {
        var (max, min) = load.SwingOf(block);
        var area = T.Const(2) * m.Thread.StressArea;
        var upper = JointUnderLoad.BoltForce(preload, m.LoadShare, times * max, (2 * block) + 1);
        var lower = JointUnderLoad.BoltForce(preload, m.LoadShare, times * min, (2 * block) + 2);
        return (T.Let(Terms.MeanStress, (upper + lower) / area, block), T.Let(Terms.StressAmplitude, (upper - lower) / area, block));
    }

    private static T CyclesToFailure<T>(in Mechanics<T> m, T preload, T mean, T amplitude, int block)
        where T : struct, IScalar<T>
    {
        var rules = m.Joint.Fatigue;
        var reversed = rules.School == EnduranceSchool.Amplitude ? amplitude : rules.Criterion switch
        {
            FatigueCriterion.Gerber => FatigueFormulas.ReversedByGerber(amplitude, mean, FatigueCheck.Tensile(m), block),
            FatigueCriterion.Elliptic => FatigueFormulas.ReversedByEllipse(amplitude, mean, m.ProofStrength, block),
            _ => FatigueFormulas.ReversedByGoodman(amplitude, mean, FatigueCheck.Tensile(m), block),
        };
        return FatigueFormulas.CyclesToFailure(
            T.Given(Terms.Knee, rules.Knee), FatigueCheck.Strength(m, preload), reversed, T.Given(Terms.Slope, rules.Slope!.Value), block);
    }
}
