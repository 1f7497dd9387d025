using Hasp.Core.Formulas;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>Clamp pressure left on the seal over what it needs, at the smallest preload; only where area and pressure are stated.</summary>
internal static class LeakCheck
{
    internal static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (m.Joint.Sealing is not { } seal || load.Case.Pressure <= 0) return Judged<T>.Nothing;
        return Judged<T>.Of(MemberFormulas.LeakFactor(
            load.Count, JointUnderLoad.MemberForce(m.PreloadMin, m.LoadShare, load.Tension),
            T.Given(Terms.SealArea, seal.Area), T.Given(Terms.SealFactor, seal.Factor), T.Given(Terms.Pressure, load.Case.Pressure)));
    }
}
