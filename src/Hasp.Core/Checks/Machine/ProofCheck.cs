using Hasp.Core.Formulas;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// Proof load over the force in the bolt at the largest preload. Required 1.0 and not more: three quarters of proof with a
/// scatter of a quarter is 0.94 of proof already, and it is the tool that sets it, not the load.
/// </summary>
internal static class ProofCheck
{
    internal static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        Judged<T>.Of(JointUnderLoad.ProofFactor(m.ProofLoad, JointUnderLoad.BoltForce(m.PreloadMax, m.LoadShare, load.Pull)));
}
