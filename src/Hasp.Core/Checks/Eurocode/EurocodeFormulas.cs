using Hasp.Core.Formulas;
using static Hasp.Core.Checks.Eurocode.EurocodeTerms;

namespace Hasp.Core.Checks.Eurocode;

/// <summary>Resistances of EN 1993-1-8:2005, each beside its clause. Forces in N, lengths in mm, stresses in MPa.</summary>
public static class EurocodeFormulas
{
    /// <summary>Fv,Rd = αv·fub·A/γM2 in one plane (Table 3.4); A is As where threads lie in the plane, else the shank's.</summary>
    public static T PlaneShearResistance<T>(T alphaV, T boltTensile, T area, T gammaM2, int plane = 0)
        where T : struct, IReal<T> =>
        T.Let(PlaneShear, alphaV * boltTensile * area / gammaM2, plane);

    /// <summary>βp = 9d/(8d + 3tp) (3.6.1(12)); asked where tp &gt; d/3, and 1 there.</summary>
    public static T PackingReduction<T>(T diameter, T packing)
        where T : struct, IReal<T> =>
        T.Let(Packing, T.Min(T.Const(1), T.Const(9) * diameter / ((T.Const(8) * diameter) + (T.Const(3) * packing))));

    /// <summary>βLf = 1 − (Lj − 15d)/(200d), within 0.75 and 1 (3.8).</summary>
    public static T LengthReduction<T>(T jointLength, T diameter)
        where T : struct, IReal<T> =>
        T.Let(EurocodeTerms.Length, T.Max(T.Const(0.75),
            T.Min(T.Const(1), T.Const(1) - ((jointLength - (T.Const(15) * diameter)) / (T.Const(200) * diameter)))));

    /// <summary>αd at an end bolt: e1/(3d0) (Table 3.4).</summary>
    public static T AlphaEnd<T>(T endDistance, T hole)
        where T : struct, IReal<T> =>
        T.Let(BearingEnd, endDistance / (T.Const(3) * hole));

    /// <summary>αd at an inner bolt: p1/(3d0) − 1/4 (Table 3.4).</summary>
    public static T AlphaInner<T>(T pitch, T hole)
        where T : struct, IReal<T> =>
        T.Let(BearingEnd, (pitch / (T.Const(3) * hole)) - T.Const(0.25, "1/4"));

    /// <summary>αb = min(αd, fub/fu, 1) (Table 3.4).</summary>
    public static T AlphaB<T>(T alphaD, T boltTensile, T tensile)
        where T : struct, IReal<T> =>
        T.Let(BearingAlong, T.Min(T.Min(alphaD, boltTensile / tensile), T.Const(1)));

    /// <summary>
    /// k1 on an edge line: min(2.8·e2/d0 − 1.7, 1.4·p2/d0 − 1.7, 2.5); on an inner line without the first; without a neighbour
    /// without the
    /// second (Table 3.4). Not below nothing.
    /// </summary>
    /// <param name="edgeDistance">e2; null on an inner line.</param>
    /// <param name="pitch">p2; null where there is no neighbour.</param>
    /// <param name="hole">d0.</param>
    public static T K1<T>(T? edgeDistance, T? pitch, T hole)
        where T : struct, IReal<T>
    {
        var least = T.Const(2.5);
        if (edgeDistance is { } e2) least = T.Min((T.Const(2.8) * e2 / hole) - T.Const(1.7), least);
        if (pitch is { } p2) least = T.Min((T.Const(1.4) * p2 / hole) - T.Const(1.7), least);
        return T.Let(BearingWidth, T.Max(T.Const(0), least));
    }

    /// <summary>Fb,Rd = k1·αb·fu·d·t/γM2 (Table 3.4).</summary>
    public static T Bearing<T>(T k1, T alphaB, T tensile, T diameter, T thickness, T gammaM2, T? holes = null)
        where T : struct, IReal<T>
    {
        var full = k1 * alphaB * tensile * diameter * thickness / gammaM2;
        return T.Let(BearingResistance, holes is { } kh ? kh * full : full);
    }

    /// <summary>Ft,Rd = k2·fub·As/γM2, k2 0.9, 0.63 for countersunk bolts (Table 3.4).</summary>
    public static T Tension<T>(T k2, T boltTensile, T stressArea, T gammaM2)
        where T : struct, IReal<T> =>
        T.Let(TensionResistance, k2 * boltTensile * stressArea / gammaM2);

    /// <summary>Bp,Rd = 0.6·π·dm·tp·fu/γM2 (Table 3.4).</summary>
    public static T Punching<T>(T meanDiameter, T thickness, T tensile, T gammaM2, int end = 0)
        where T : struct, IReal<T> =>
        T.Let(PunchingResistance, T.Const(0.6) * T.Const(Math.PI, "π") * meanDiameter * thickness * tensile / gammaM2, end);

    /// <summary>Fv,Ed/Fv,Rd + Ft,Ed/(1.4·Ft,Rd) (Table 3.4).</summary>
    public static T Combined<T>(T shear, T shearResistance, T tension, T tensionResistance)
        where T : struct, IReal<T> =>
        T.Let(CombinedSum, (shear / shearResistance) + (tension / (T.Const(1.4) * tensionResistance)));

    /// <summary>Fp,C = 0.7·fub·As (3.9.1(2)).</summary>
    public static T PretensionForce<T>(T boltTensile, T stressArea)
        where T : struct, IReal<T> =>
        T.Let(Pretension, T.Const(0.7) * boltTensile * stressArea);

    /// <summary>Fs,Rd = ks·n·μ·(Fp,C − 0.8·Ft)/γM3, not below nothing (3.9.1, 3.9.2).</summary>
    public static T Slip<T>(T ks, T faces, T friction, T pretension, T tension, T gammaM3)
        where T : struct, IReal<T> =>
        T.Let(SlipResistance, ks * faces * friction * T.Max(T.Const(0), pretension - (T.Const(0.8) * tension)) / gammaM3);

    /// <summary>Veff,Rd = fu·Ant/γM2 + fy·Anv/(√3·γM0); with half the first term where the loading is eccentric (3.10.2).</summary>
    public static T Block<T>(T tensile, T netTension, T yield, T netShear, T gammaM2, T gammaM0, bool eccentric)
        where T : struct, IReal<T>
    {
        var pulled = tensile * netTension / gammaM2;
        return T.Let(
            BlockResistance, (eccentric ? T.Const(0.5) * pulled : pulled) + (yield * netShear / (T.Const(Math.Sqrt(3), "√3") * gammaM0)));
    }

    /// <summary>leff,cp of a row in its circular pattern, mm: 2π·m; at an end π·m + 2·e1; in a run, and where the flange is no
    /// longer, at most <paramref name="most"/> (Tables 6.4, 6.6).</summary>
    /// <param name="reach">m, mm.</param>
    /// <param name="end">e1 of a row at an end, mm; null for an inner row.</param>
    /// <param name="most">2p in a run of rows, mm; null for a row alone.</param>
    public static T RowRound<T>(T reach, T? end, T? most)
        where T : struct, IReal<T>
    {
        var (pi, whole) = (T.Const(Math.PI, "π"), T.Const(2) * T.Const(Math.PI, "π") * reach);
        var alone = end is { } e1 ? T.Min(whole, (pi * reach) + (T.Const(2) * e1)) : whole;
        return T.Let(StubRound, most is { } limit ? T.Min(alone, limit) : alone);
    }

    /// <summary>leff,nc of a row in its other patterns, mm: 4m + 1.25e; at an end 2m + 0.625e + e1; in a run at most <paramref
    /// name="most"/> (Tables 6.4, 6.6).</summary>
    /// <param name="reach">m, mm.</param>
    /// <param name="edge">e, mm.</param>
    /// <param name="end">e1 of a row at an end, mm; null for an inner row.</param>
    /// <param name="most">p in a run of rows, mm; null for a row alone.</param>
    public static T RowOther<T>(T reach, T edge, T? end, T? most)
        where T : struct, IReal<T>
    {
        var half = (T.Const(2) * reach) + (T.Const(0.625) * edge);
        var alone = end is { } e1 ? T.Min(T.Const(2) * half, half + e1) : T.Const(2) * half;
        return T.Let(StubOther, most is { } limit ? T.Min(alone, limit) : alone);
    }

    /// <summary>Lb* = 8.8·m³·As·nb/(Σleff,1·t³), mm: bolts that are longer are not pried on (Table 6.2).</summary>
    public static T PriedLength<T>(T reach, T stressArea, T rows, T length, T thickness)
        where T : struct, IReal<T> =>
        T.Const(8.8) * reach * reach * reach * stressArea * rows / (length * thickness * thickness * thickness);

    /// <summary>
    /// FT,Rd of a row of two bolts, N: the least of mode 1, 4·Mpl,1/m, mode 2, (2·Mpl,2 + n·2Ft,Rd)/(m + n), and mode 3, 2·Ft,Rd; where
    /// nothing pries 2·Mpl,1/m stands for modes 1 and 2 (Table 6.2). Mpl = 0.25·leff·t²·fy/γM0, leff,1 the lesser length, leff,2
    /// the other
    /// patterns'.
    /// </summary>
    public static T Stub<T>(T reach, T edge, T round, T other, T thickness, T yield, T gammaM0, T bolt, bool isPried)
        where T : struct, IReal<T>
    {
        T Moment(T length, int mode) => T.Let(StubMoment, T.Const(0.25) * length * thickness * thickness * yield / gammaM0, mode);
        var first = Moment(T.Let(StubLength, T.Min(round, other)), 1);
        var third = T.Let(StubMode, T.Const(2) * bolt, 3);
        if (!isPried) return T.Let(StubResistance, T.Min(T.Let(StubUnpried, T.Const(2) * first / reach), third));
        var n = T.Let(StubLever, T.Min(edge, T.Const(1.25) * reach));
        var one = T.Let(StubMode, T.Const(4) * first / reach, 1);
        var two = T.Let(StubMode, ((T.Const(2) * Moment(other, 2)) + (n * T.Const(2) * bolt)) / (reach + n), 2);
        return T.Let(StubResistance, T.Min(T.Min(one, two), third));
    }
}
