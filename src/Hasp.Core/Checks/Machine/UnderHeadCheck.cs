using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// Limiting pressure of the part over the pressure at the largest preload, at the worse of head (place 0) and nut (place 1).
/// A washer spreads the force at the cone's angle, no wider than itself; a countersunk head presses on the ring that it covers.
/// </summary>
internal readonly struct UnderHeadCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("underHead", "Bearing pressure under head and nut", "crushes", 1.0, PreloadUsed.Largest,
        "limiting pressure of the part over the pressure at the largest preload, at the worse end",
        "VDI 2230-1, 5.5.4 (limiting surface pressure)") { SetBy = SetBy.Tool };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var force = JointUnderLoad.BoltForce(m.PreloadMax, m.LoadShare, load.Pull);
        var joint = m.Joint;
        var worst = Judged<T>.Nothing.OrWorse(End(m, force, joint.Bolts.Head, joint.HeadWasher, joint.Layers[0].Material, 1), 0);
        return joint.Bolts.Nut is { } nut ? worst.OrWorse(End(m, force, nut, joint.NutWasher, joint.Layers[^1].Material, 2), 1) : worst;
    }

    public static string Place(int place, in Mechanics<Plain> m) => EndWords(place, m);

    public static int PartAt(int place, Joint joint) => place == 0 ? 0 : joint.Layers.Length - 1;

    internal static string EndWords(int place, in Mechanics<Plain> m) =>
        place == 1 || m.Joint.Bolts.IsStud ? "under the nut" : "under the head";

    private static T End<T>(in Mechanics<T> m, T force, BearingPart part, Washer? washer, Material material, int end)
        where T : struct, IScalar<T>
    {
        var face = T.Given(Terms.BearingFaceDiameter, part.BearingDiameter, end, part.Source);
        var pressed = washer is null ? face : MemberFormulas.PressedDiameter(
            face, T.Given(Terms.WasherDiameter, washer.OuterDiameter, end, washer.Source),
            T.Given(Terms.WasherThickness, washer.Thickness, end, washer.Source),
            T.Given(Terms.ConeHalfAngle, m.Joint.Judging.ConeHalfAngle));
        return MemberFormulas.HeadPressureFactor(
            T.Given(Terms.BearingLimit, material.BearingLimit, end, material.Cited),
            MemberFormulas.HeadPressure(force, pressed, T.Given(Terms.HoleDiameter, m.Joint.Hole, source: m.Joint.HoleSource)));
    }
}
