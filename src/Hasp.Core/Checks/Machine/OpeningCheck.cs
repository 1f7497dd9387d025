using Hasp.Core.Formulas;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>The load that parts the faces over the outside tension, at the smallest preload.</summary>
internal static class OpeningCheck
{
    internal static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        load.Tension.Value > 0
            ? Judged<T>.Of(JointUnderLoad.OpeningFactor(m.PreloadMin, m.LoadShare, load.Tension))
            : Judged<T>.Nothing;
}
