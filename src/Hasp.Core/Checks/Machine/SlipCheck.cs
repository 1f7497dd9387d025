using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>Friction of the clamp that is left over the shear, at the smallest preload; nothing is left where the faces are
/// apart.</summary>
internal readonly struct SlipCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("slip", "Slip", "slips", 1.25, PreloadUsed.Smallest,
        "friction of the clamp that is left over the shear, at the smallest preload", "dry friction")
    {
        Holds = "the tension", Sampled = Sampled.Slip, ByFriction = true,
    };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var faces = m.Stack.Planes.Length;
        if (faces == 0 || load.Shear.Value <= 0 || m.Joint.Judging.Shear is { Bearing: true, Stated: true }) return Judged<T>.Nothing;
        return Judged<T>.Of(JointUnderLoad.SlipFactor(
            T.Given(Terms.FaceFriction, m.Joint.FaceFriction), T.Given(Terms.FrictionFaces, faces),
            JointUnderLoad.MemberForce(m.PreloadMin, m.LoadShare, load.Tension), load.Shear));
    }

    public static string Note(in Mechanics<Plain> m, in BoltLoad<Plain> load, PreloadUsed used) =>
        m.Joint.Judging.Shear.Bearing ? ShearCarrier.SlipsAt(Judge(m, load).Factor.Value) : ICheck.Apart(m, load, used);

    public static string Nothing(in Mechanics<Plain> m) =>
        m.Joint.Judging.Shear.Bearing ? "may slip into bearing: friction is not counted"
            : ShearCheck.NothingShears(m);
}
