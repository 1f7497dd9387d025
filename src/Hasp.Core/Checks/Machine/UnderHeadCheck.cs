using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// Limiting pressure of the part over the pressure at the largest preload, at the worse of head (place 0) and nut (place 1).
/// A washer spreads the force at the cone's angle, no wider than itself; a countersunk head presses on the ring that it covers.
/// </summary>
internal static class UnderHeadCheck
{
    internal static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var force = JointUnderLoad.BoltForce(m.PreloadMax, m.LoadShare, load.Pull);
        var joint = m.Joint;
        var worst = Judged<T>.Nothing.OrWorse(End(m, force, joint.Bolts.Head, joint.HeadWasher, joint.Layers[0].Material, 1), 0);
        return joint.Bolts.Nut is { } nut ? worst.OrWorse(End(m, force, nut, joint.NutWasher, joint.Layers[^1].Material, 2), 1) : worst;
    }

    private static T End<T>(in Mechanics<T> m, T force, BearingPart part, Washer? washer, Material material, int end)
        where T : struct, IScalar<T>
    {
        var face = T.Given(Terms.BearingFaceDiameter, part.BearingDiameter, end);
        var pressed = washer is null ? face : MemberFormulas.PressedDiameter(
            face, T.Const(washer.OuterDiameter), T.Const(washer.Thickness), T.Given(Terms.ConeHalfAngle, m.Joint.Judging.ConeHalfAngle));
        return MemberFormulas.HeadPressureFactor(
            T.Given(Terms.BearingLimit, material.BearingLimit, end),
            MemberFormulas.HeadPressure(force, pressed, T.Given(Terms.HoleDiameter, m.Joint.Hole)));
    }
}
