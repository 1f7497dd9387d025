using Hasp.Core.Formulas;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>How far the outside tension may grow until the bolt reaches proof, from the nominal preload.</summary>
internal static class LoadCheck
{
    internal static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        load.Tension.Value > 0
            ? Judged<T>.Of(JointUnderLoad.LeastLoadFactor(m.ProofLoad, m.Preload, m.LoadShare, load.Tension))
            : Judged<T>.Nothing;
}
