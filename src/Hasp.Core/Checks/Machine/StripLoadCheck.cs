using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// Load that strips the weaker thread over the largest force in the bolt: what a soft part carries, whether or not the bolt would break
/// first. Required 1.25, which a thread as strong as its bolt reaches at proof.
/// </summary>
internal readonly struct StripLoadCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("stripLoad", "Thread stripping under load", "strips", 1.25, PreloadUsed.Largest,
        "load that strips the weaker thread over the force in the bolt at the largest preload",
        "basic 60° form of the shear areas; ASME B1.1 App. B") { SetBy = SetBy.Tool };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!m.Joint.MayStrip) return Judged<T>.Nothing;
        var force = JointUnderLoad.BoltForce(m.PreloadMax, m.LoadShare, load.Pull);
        if (m.Joint.NutIsWeaker) return Judged<T>.Nothing.OrWorse(T.Let(Terms.StripLoadFactor, StripCheck.NutLoad(m) / force), 1);
        var (bolt, tapped, _) = StripCheck.Loads(m);
        return Judged<T>.Nothing
            .OrWorse(T.Let(Terms.StripLoadFactor, bolt / force), 0)
            .OrWorse(T.Let(Terms.StripLoadFactor, tapped / force), 1);
    }

    public static bool MayApply(Joint joint) => joint.MayStrip;

    public static string Nothing(in Mechanics<Plain> m) => StripCheck.Nothing(m);

    public static string Place(int place, in Mechanics<Plain> m) => StripCheck.Place(place, m);
}
