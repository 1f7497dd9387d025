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
        var torque = Torsion.ThreadTorque(
            Torsion.PitchTorque(m.PreloadMax, m.Thread.Pitch), Torsion.ThreadFrictionTorque(m.PreloadMax, m.ThreadFriction, m.Thread.PitchDiameter));
        var torsion = Torsion.Stress(torque, m.Thread.PitchDiameter, m.Thread.RootDiameter);
        return Judged<T>.Of(T.Let(Terms.YieldFactor, m.YieldStrength / Torsion.EquivalentStress(tension, torsion, 0.5)));
    }
}
