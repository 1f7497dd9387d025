using Hasp.Core.Formulas;
using Hasp.Core.LoadPath;
using Hasp.Core.Preload;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// Yield over tension with half the tightening torsion, at the largest preload: half of the twist stays in the bolt after the
/// wrench is off. Torque is taken by the friction that the nut factor stands for.
/// </summary>
internal readonly struct YieldCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("yield", "Yield in service, with torsion", "yields", 1.0, PreloadUsed.Largest,
        "yield over tension with half the tightening torsion at the largest preload",
        "distortion energy; VDI 2230-1, 5.5.2 (half the torsion kept in service)")
    {
        SetBy = SetBy.Tool, Sampled = Sampled.Yield,
    };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (m.Joint.Tightening.Pretensioned) return Judged<T>.Nothing;
        var force = JointUnderLoad.BoltForce(m.PreloadMax, m.LoadShare, load.Pull);
        var tension = T.Let(Terms.TensileStress, force / m.Thread.StressArea);
        return Judged<T>.Of(T.Let(Terms.YieldFactor,
            m.YieldStrength / Torsion.EquivalentStressInService(tension, m.TorsionAt(m.PreloadMax))));
    }

    public static string Nothing(in Mechanics<Plain> m) => ProofCheck.ByTheCode;
}
