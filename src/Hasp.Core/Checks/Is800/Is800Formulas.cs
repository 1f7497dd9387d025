using Hasp.Core.Formulas;

namespace Hasp.Core.Checks.Is800;

/// <summary>Design strengths of IS 800:2007, each beside its clause. Forces in N, lengths in mm, stresses in MPa.</summary>
public static class Is800Formulas
{
    /// <summary>Vdsb = fub/(√3·γmb)·(nn·Anb + ns·Asb), before its reductions (10.3.3).</summary>
    public static T Shear<T>(T boltTensile, T area, T gammaMb)
        where T : struct, IReal<T> =>
        boltTensile / (T.Const(Math.Sqrt(3), "√3") * gammaMb) * area;

    /// <summary>βlj = 1.075 − l/(200d), within 0.75 and 1 (10.3.3.1); asked where l &gt; 15d.</summary>
    public static T LongJoint<T>(T length, T diameter)
        where T : struct, IReal<T> =>
        T.Let(Is800Terms.LongJoint, T.Max(T.Const(0.75), T.Min(T.Const(1), T.Const(1.075) - (length / (T.Const(200) * diameter)))));

    /// <summary>βlg = 8d/(3d + lg), not above βlj (10.3.3.2); asked where lg &gt; 5d.</summary>
    public static T LargeGrip<T>(T grip, T diameter, T? longJoint)
        where T : struct, IReal<T>
    {
        var beta = T.Min(T.Const(1), T.Const(8) * diameter / ((T.Const(3) * diameter) + grip));
        return T.Let(Is800Terms.LargeGrip, longJoint is { } most ? T.Min(beta, most) : beta);
    }

    /// <summary>βpk = 1 − 0.0125·tpk (10.3.3.3), tpk the thicker packing, mm; asked over 6 mm.</summary>
    public static T Packing<T>(T thickness)
        where T : struct, IReal<T> =>
        T.Let(Is800Terms.Packing, T.Max(T.Const(0), T.Const(1) - (T.Const(0.0125) * thickness)));

    /// <summary>kb = min(e/3d0, p/3d0 − 0.25, fub/fu, 1) (10.3.4); without a pitch where there is one row.</summary>
    public static T Kb<T>(T end, T? pitch, T hole, T boltTensile, T tensile)
        where T : struct, IReal<T>
    {
        var least = T.Min(end / (T.Const(3) * hole), T.Min(boltTensile / tensile, T.Const(1)));
        return T.Let(Is800Terms.Kb, pitch is { } p ? T.Min((p / (T.Const(3) * hole)) - T.Const(0.25), least) : least);
    }

    /// <summary>Vdpb = 2.5·kb·d·t·fu/γmb (10.3.4).</summary>
    public static T Bearing<T>(T kb, T diameter, T thickness, T tensile, T gammaMb, T? holes = null)
        where T : struct, IReal<T>
    {
        var full = T.Const(2.5) * kb * diameter * thickness * tensile / gammaMb;
        return T.Let(Is800Terms.BearingStrength, holes is { } k ? k * full : full);
    }

    /// <summary>Tdb = 0.9·fub·An/γmb ≤ fyb·Asb/γm0 (10.3.5).</summary>
    public static T Tension<T>(T boltTensile, T netArea, T gammaMb, T boltYield, T shankArea, T gammaM0)
        where T : struct, IReal<T> =>
        T.Let(Is800Terms.TensionStrength, T.Min(T.Const(0.9) * boltTensile * netArea / gammaMb, boltYield * shankArea / gammaM0));

    /// <summary>1/√((V/Vd)² + (T/Td)²): times both may grow until 10.3.6 or 10.4.6 is just met.</summary>
    public static T Combined<T>(T shear, T shearStrength, T tension, T tensionStrength)
        where T : struct, IReal<T>
    {
        var (v, t) = (shear / shearStrength, tension / tensionStrength);
        return T.Let(Is800Terms.CombinedFactor, T.Const(1) / T.Sqrt(T.Let(Is800Terms.CombinedSum, (v * v) + (t * t))));
    }

    /// <summary>Fo = 0.7·fub·Anb (10.4.3).</summary>
    public static T Proof<T>(T boltTensile, T netArea)
        where T : struct, IReal<T> =>
        T.Let(Is800Terms.ProofLoad, T.Const(0.7) * boltTensile * netArea);

    /// <summary>Vdsf = μf·ne·Kh·Fo/γmf (10.4.3), times βlj where the joint is long (10.4.3.1).</summary>
    public static T Slip<T>(T friction, T faces, T holes, T proof, T gammaMf, T? longJoint = null)
        where T : struct, IReal<T>
    {
        var full = friction * faces * holes * proof / gammaMf;
        return T.Let(Is800Terms.SlipStrength, longJoint is { } beta ? beta * full : full);
    }

    /// <summary>The less of Avg·fy/(√3·γm0) + 0.9·Atn·fu/γm1 and 0.9·Avn·fu/(√3·γm1) + Atg·fy/γm0 (6.4.1).</summary>
    public static T Block<T>(T grossShear, T netTension, T netShear, T grossTension, T yield, T tensile, T gammaM0, T gammaM1, bool uneven)
        where T : struct, IReal<T>
    {
        var root = T.Const(Math.Sqrt(3), "√3");
        var (pulledNet, pulledGross) = (T.Const(0.9) * netTension * tensile / gammaM1, grossTension * yield / gammaM0);
        if (uneven) (pulledNet, pulledGross) = (T.Const(0.5) * pulledNet, T.Const(0.5) * pulledGross);
        return T.Let(Is800Terms.BlockStrength, T.Min(
            (grossShear * yield / (root * gammaM0)) + pulledNet, (T.Const(0.9) * netShear * tensile / (root * gammaM1)) + pulledGross));
    }
}
