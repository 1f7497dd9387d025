using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;

namespace Hasp.Core.Stiffness;

/// <summary>One washer or part as the 45° school sees it.</summary>
/// <param name="Thickness">mm.</param>
/// <param name="Modulus">E, MPa.</param>
/// <param name="WasherDiameter">Its own outer diameter where it is a washer, mm; null for a part.</param>
/// <param name="MaxDiameter">No ring is wider than the part, mm.</param>
public readonly record struct RingLayer(double Thickness, double Modulus, double? WasherDiameter,
    double MaxDiameter = double.PositiveInfinity);

/// <summary>Other schools of member stiffness, shown beside the cones: their spread is the honest error bar of a hand
/// calculation.</summary>
public static class MemberSchools
{
    /// <summary>
    /// 45° mean cylinders, N/mm: a washer is a ring of its own diameter; each part is a ring with the 45° cone's diameter at the
    /// part's mid-thickness, the cone starting at the washer (or bearing face) and measured from the nearer end of the parts.
    /// </summary>
    /// <param name="layers">Washers and parts from the head to the nut.</param>
    /// <param name="headFace">Diameter that the cone starts with at the head's end of the parts, mm.</param>
    /// <param name="nutFace">Likewise at the nut's end, mm.</param>
    /// <param name="bore">Nominal diameter or hole, mm.</param>
    public static T MeanCylinders<T>(ReadOnlySpan<RingLayer> layers, double headFace, double nutFace, double bore)
        where T : struct, IReal<T>
    {
        var parts = 0.0;
        foreach (var layer in layers) if (layer.WasherDiameter is null) parts += layer.Thickness;
        var d = T.Given(Terms.ConeBore, bore);
        var one = T.Const(1);
        T? compliance = null;
        var above = 0.0;
        for (var i = 0; i < layers.Length; i++)
        {
            var layer = layers[i];
            double outer;
            if (layer.WasherDiameter is { } washer)
            {
                outer = washer;
            }
            else
            {
                var middle = above + (layer.Thickness / 2);
                outer = Math.Min(layer.MaxDiameter, middle <= parts / 2 ? headFace + (2 * middle) : nutFace + (2 * (parts - middle)));
                above += layer.Thickness;
            }
            var diameter = T.Given(Terms.FrustumDiameter, outer, i + 1);
            var k = T.Let(Terms.RingStiffness,
                T.Given(Terms.MemberModulus, layer.Modulus, i + 1) * T.Const(Math.PI / 4, "π/4") * ((diameter * diameter) - (d * d))
                / T.Given(Terms.SegmentThickness, layer.Thickness, i + 1), i + 1);
            compliance = compliance is { } sum ? sum + (one / k) : one / k;
        }
        return T.Let(Terms.MemberStiffnessCylinders, one / compliance!.Value);
    }

    /// <summary>Coefficients a and b of the fit for a family of materials; those of "general" where it has none.</summary>
    public static (double A, double B) FitFor(MaterialFamily family) => family switch
    {
        MaterialFamily.Steel or MaterialFamily.Stainless => (0.78715, 0.62873),
        MaterialFamily.Aluminium => (0.79670, 0.63816),
        MaterialFamily.GreyIron => (0.77871, 0.61616),
        _ => (0.78952, 0.62914),
    };

    /// <summary>km = E·d·a·exp(b·d/l), N/mm. Valid for two plates of one material, washer face 1.5 d, standard hole.</summary>
    /// <param name="modulus">E, MPa.</param>
    /// <param name="diameter">d, mm.</param>
    /// <param name="grip">l, mm.</param>
    /// <param name="fit">From <see cref="FitFor"/>.</param>
    public static T OneEquationFit<T>(T modulus, T diameter, T grip, (double A, double B) fit)
        where T : struct, IReal<T> =>
        T.Let(Terms.MemberStiffnessFit, modulus * diameter * T.Given(Terms.FitFactor, fit.A)
            * T.Exp(T.Given(Terms.FitExponent, fit.B) * diameter / grip));
}
