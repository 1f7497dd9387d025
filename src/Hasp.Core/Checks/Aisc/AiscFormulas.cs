using Hasp.Core.Formulas;

namespace Hasp.Core.Checks.Aisc;

/// <summary>Nominal strengths of AISC 360-22, chapter J, each beside its clause. Forces in N, lengths in mm, stresses in MPa.</summary>
public static class AiscFormulas
{
    /// <summary>1/16 in, mm: what a hole counts more than it is in net areas (B4.3b).</summary>
    public const double Sixteenth = 25.4 / 16;

    /// <summary>Rn = Fnv·Ab in one plane (J3.7).</summary>
    public static T PlaneShear<T>(T stress, T area, int plane = 0)
        where T : struct, IReal<T> =>
        T.Let(AiscTerms.PlaneShear, stress * area, plane);

    /// <summary>Rn = Fnt·Ab (J3.7).</summary>
    public static T Tension<T>(T stress, T area)
        where T : struct, IReal<T> =>
        T.Let(AiscTerms.NominalTension, stress * area);

    /// <summary>
    /// 1 − s·(t − t0) ≥ 0.85, t the fillers together (J5.2): from t0 = ¼ in with s = 0.4 an inch; of metric joints from 6 mm
    /// with 0.0154 a
    /// millimetre. Asked over t0.
    /// </summary>
    public static T Fillers<T>(T thickness, T free, T slope)
        where T : struct, IReal<T> =>
        T.Let(AiscTerms.Fillers, T.Max(T.Const(0.85), T.Const(1) - (slope * (thickness - free))));

    /// <summary>F′nt = 1.3·Fnt − Fnt·frv/(φ·Fnv) ≤ Fnt (J3.8a); with ASD Ω·frv/Fnv in the place of frv/(φ·Fnv).</summary>
    /// <param name="tension">Fnt.</param>
    /// <param name="shearRatio">Required shear over available shear.</param>
    public static T ReducedTension<T>(T tension, T shearRatio)
        where T : struct, IReal<T> =>
        T.Let(AiscTerms.ReducedTension, T.Max(T.Const(0), T.Min(tension, (T.Const(1.3) * tension) - (tension * shearRatio))));

    /// <summary>Rn = 2.4·d·t·Fu (J3.11a); 3.0 where deformation at service is no concern, 2.0 in long slots across the load.</summary>
    public static T Bearing<T>(T coefficient, T diameter, T thickness, T tensile)
        where T : struct, IReal<T> =>
        T.Let(AiscTerms.NominalBearing, coefficient * diameter * thickness * tensile);

    /// <summary>Rn = 1.2·lc·t·Fu (J3.11a); 1.5 where deformation at service is no concern, 1.0 in long slots across the load.</summary>
    public static T TearOut<T>(T coefficient, T clear, T thickness, T tensile)
        where T : struct, IReal<T> =>
        T.Let(AiscTerms.NominalTearOut, coefficient * clear * thickness * tensile);

    /// <summary>ksc = 1 − T/(Du·Tb·nb) ≥ 0 (J3.10), T and Tb on one bolt; with ASD 1.5·T.</summary>
    public static T SlipTension<T>(T tension, T multiplier, T pretension)
        where T : struct, IReal<T> =>
        T.Let(AiscTerms.SlipTension, T.Max(T.Const(0), T.Const(1) - (tension / (multiplier * pretension))));

    /// <summary>Rn = μ·Du·hf·Tb·ns·ksc of one bolt (J3.9, J3.10).</summary>
    public static T Slip<T>(T friction, T multiplier, T fillers, T pretension, T planes, T? ksc = null)
        where T : struct, IReal<T>
    {
        var plain = friction * multiplier * fillers * pretension * planes;
        return T.Let(AiscTerms.NominalSlip, ksc is { } k ? plain * k : plain);
    }

    /// <summary>Rn = min(0.6·Fu·Anv, 0.6·Fy·Agv) + Ubs·Fu·Ant (J4.3).</summary>
    public static T Block<T>(T tensile, T yield, T netShear, T grossShear, T netTension, T even)
        where T : struct, IReal<T> =>
        T.Let(AiscTerms.NominalBlock, T.Min(T.Const(0.6) * tensile * netShear, T.Const(0.6) * yield * grossShear)
            + (even * tensile * netTension));
}
