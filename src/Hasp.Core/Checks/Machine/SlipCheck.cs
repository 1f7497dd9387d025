using Hasp.Core.Formulas;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>Friction of the clamp that is left over the shear, at the smallest preload; nothing is left where the faces are apart.</summary>
internal readonly struct SlipCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("slip", "Slip", "slips", 1.25, PreloadUsed.Smallest,
        "friction of the clamp that is left over the shear, at the smallest preload", "dry friction")
    {
        Holds = "the tension", Sampled = Sampled.Slip,
    };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var faces = m.Stack.Planes.Length;
        if (faces == 0 || load.Shear.Value <= 0 || m.Joint.Judging.By<MachineConventions>().SlipsIntoBearing) return Judged<T>.Nothing;
        return Judged<T>.Of(JointUnderLoad.SlipFactor(
            T.Given(Terms.FaceFriction, m.Joint.FaceFriction), T.Given(Terms.FrictionFaces, faces),
            JointUnderLoad.MemberForce(m.PreloadMin, m.LoadShare, load.Tension), load.Shear));
    }

    public static string Nothing(in Mechanics<Plain> m) =>
        m.Joint.Judging.By<MachineConventions>().SlipsIntoBearing ? "may slip into bearing: friction is not counted"
            : ShearCheck.NothingShears(m);
}
