using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>Clamp pressure left on the seal over what it needs, at the smallest preload; only where area and pressure are stated.</summary>
internal readonly struct LeakCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("leak", "Gasket tightness", "leaks", 1.0, PreloadUsed.Smallest,
        "clamp pressure left on the seal over the pressure that it needs, at the smallest preload",
        "remaining clamp; ASME BPVC VIII-1 App. 2 for the gasket factor") { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (m.Joint.Sealing is not { } seal || load.Case.Pressure <= 0) return Judged<T>.Nothing;
        return Judged<T>.Of(MemberFormulas.LeakFactor(
            load.Count, JointUnderLoad.MemberForce(m.PreloadMin, m.LoadShare, load.Tension),
            T.Given(Terms.SealArea, seal.Area), T.Given(Terms.SealFactor, seal.Factor, source: seal.Source),
            T.Given(Terms.Pressure, load.Case.Pressure, source: load.Case.Name)));
    }

    public static bool MayApply(Joint joint) => joint.Sealing is not null;

    public static string Nothing(in Mechanics<Plain> m) => "no pressure to seal, or no sealing area stated";
}
