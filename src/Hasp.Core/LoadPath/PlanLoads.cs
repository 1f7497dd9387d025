using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.LoadPath;

/// <summary>The load of one case on one bolt of a pattern with all its parts, prying included; N, places in mm.</summary>
/// <param name="Number">Number on the drawing.</param>
/// <param name="At">Where it stands.</param>
/// <param name="Tension">+ pulls apart.</param>
/// <param name="InPlane">Direct part, part of the torsion, resultant.</param>
public readonly record struct PlanLoad(int Number, PlanPoint At, double Tension, InPlaneShare<Plain> InPlane)
{
    /// <summary>Resultant in the plane, N.</summary>
    public double Shear => InPlane.Resultant.Value;

    /// <summary>Along x, N.</summary>
    public double ShearX => InPlane.DirectX.Value + InPlane.TorsionX.Value;

    /// <summary>Along y, N.</summary>
    public double ShearY => InPlane.DirectY.Value + InPlane.TorsionY.Value;

    /// <summary>Size of the direct part, N.</summary>
    public double Direct => Math.Sqrt(BoltGroup.Square(InPlane.DirectX.Value) + BoltGroup.Square(InPlane.DirectY.Value));

    /// <summary>Size of the torsion's part, N.</summary>
    public double Torsional => Math.Sqrt(BoltGroup.Square(InPlane.TorsionX.Value) + BoltGroup.Square(InPlane.TorsionY.Value));

    /// <summary>Angle between direct part and torsion's part, rad; 0 where one of them is nothing.</summary>
    public double Angle
    {
        get
        {
            var both = Direct * Torsional;
            return both < 1e-12 || Torsional < 1e-9 * Direct || Direct < 1e-9 * Torsional ? 0
                : Math.Acos(Math.Clamp(((InPlane.DirectX.Value * InPlane.TorsionX.Value)
                + (InPlane.DirectY.Value * InPlane.TorsionY.Value)) / both, -1, 1));
        }
    }
}

/// <summary>Loads on every bolt of a pattern, for drawings, tables and documents.</summary>
public static class PlanLoads
{
    /// <summary>Every bolt in one case of the joint; only with a pattern.</summary>
    public static IReadOnlyList<PlanLoad> Of(Joint joint, int loadCase) => Of(joint, joint.Cases[loadCase]);

    /// <summary>Every bolt under a load that need not be one of the joint's cases; only with a pattern.</summary>
    public static IReadOnlyList<PlanLoad> Of(Joint joint, LoadCase load) =>
        [.. Enumerable.Range(0, joint.Pattern!.Group.Bolts.Length).Select(i => OfBolt(joint, load, i))];

    /// <summary>One bolt under a load that need not be one of the joint's cases; only with a pattern.</summary>
    public static PlanLoad OfBolt(Joint joint, LoadCase load, int bolt)
    {
        var pattern = joint.Pattern!;
        var b = pattern.Group.Bolts[bolt];
        var pull = joint.LoadPath.Tension<Plain>(load, bolt);
        return new PlanLoad(b.Number, new(b.X, b.Y), (pattern.Prying?.With(joint, pull) ?? pull).Value,
            OnBolt.InPlane(load, pattern, bolt));
    }
}
