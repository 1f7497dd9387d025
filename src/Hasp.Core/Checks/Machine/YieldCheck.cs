using Hasp.Core.Formulas;
using Hasp.Core.LoadPath;
using Hasp.Core.Preload;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// Yield over tension with half the tightening torsion, at the largest preload: half of the twist stays in the bolt after the
/// wrench is off. Torque is taken by the friction that the nut factor stands for.
/// </summary>
internal static class YieldCheck
{
    internal static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var force = JointUnderLoad.BoltForce(m.PreloadMax, m.LoadShare, load.Pull);
        var tension = T.Let(Terms.TensileStress, force / m.Thread.StressArea);
        var torsion = Torsion.WhileTightening(m.PreloadMax, m.Thread.Pitch, m.ThreadFriction, m.Thread.PitchDiameter, m.Thread.RootDiameter);
        return Judged<T>.Of(T.Let(Terms.YieldFactor, m.YieldStrength / Torsion.EquivalentStress(tension, torsion, 0.5)));
    }

    /// <summary>Share of yield reached while the wrench turns, at the preload aimed at: the whole torsion is in the bolt.</summary>
    internal static T UtilisationWhileTightening<T>(in Mechanics<T> m)
        where T : struct, IScalar<T>
    {
        var torsion = Torsion.WhileTightening(m.Preload, m.Thread.Pitch, m.ThreadFriction, m.Thread.PitchDiameter, m.Thread.RootDiameter);
        return T.Let(Terms.TighteningUtilisation, Torsion.EquivalentStress(m.Preload / m.Thread.StressArea, torsion, 1) / m.YieldStrength);
    }
}
