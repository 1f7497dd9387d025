using Hasp.Core.Formulas;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>How far the outside tension may grow until the bolt reaches proof, from the nominal preload.</summary>
internal readonly struct LoadCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("load", "Load factor to proof", "load", 1.5, PreloadUsed.Nominal,
        "times the outside load may grow until the bolt reaches proof", "two springs; past opening the bolt carries the whole load");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        load.Tension.Value > 0
            ? Judged<T>.Of(JointUnderLoad.LeastLoadFactor(m.ProofLoad, m.Preload, m.LoadShare, load.Tension))
            : Judged<T>.Nothing;

    public static string Nothing(in Mechanics<Plain> m) => OpeningCheck.NoPull;
}
