using Hasp.Core.Formulas;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>The load that parts the faces over the outside tension, at the smallest preload.</summary>
internal readonly struct OpeningCheck : IBoltCheck
{
    internal const string NoPull = "no case pulls the members apart";

    public static CheckInfo Info { get; } = new("opening", "Joint separation", "opens", 1.2, PreloadUsed.Smallest,
        "load that parts the faces over the outside load, at the smallest preload", "two springs")
    {
        Sampled = Sampled.Opening,
    };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        load.Tension.Value > 0
            ? Judged<T>.Of(JointUnderLoad.OpeningFactor(m.PreloadMin, m.LoadShare, load.Tension))
            : Judged<T>.Nothing;

    public static string Nothing(in Mechanics<Plain> m) => NoPull;
}
