using Hasp.Core.Formulas;

namespace Hasp.Core.Fatigue;

/// <summary>
/// A straight path in the fatigue diagram: at load factor n the mean stress is m0 + n·m1 and the amplitude a0 + n·a1, MPa. While
/// the faces touch it starts at the preload point (σi, 0); once they are apart the bolt takes the whole swing, and the path is
/// another one.
/// </summary>
public readonly record struct LoadLine<T>(T MeanStart, T MeanSlope, T AmplitudeStart, T AmplitudeSlope)
    where T : struct, IReal<T>;

/// <summary>Fatigue of a preloaded bolt in tension. Stresses in MPa on the tensile stress area, forces in N.</summary>
public static class FatigueFormulas
{
    /// <summary>σa = C·(Pmax − Pmin)/(2At), while the faces touch.</summary>
    public static T Amplitude<T>(T share, T loadMax, T loadMin, T stressArea)
        where T : struct, IReal<T> =>
        T.Let(Terms.StressAmplitude, share * (loadMax - loadMin) / (T.Const(2) * stressArea));

    /// <summary>σi = Fi/At.</summary>
    public static T PreloadStress<T>(T preload, T stressArea)
        where T : struct, IReal<T> =>
        T.Let(Terms.PreloadStress, preload / stressArea);

    /// <summary>σm = Fi/At + C·(Pmax + Pmin)/(2At), while the faces touch.</summary>
    public static T Mean<T>(T preloadStress, T share, T loadMax, T loadMin, T stressArea)
        where T : struct, IReal<T> =>
        T.Let(Terms.MeanStress, preloadStress + (share * (loadMax + loadMin) / (T.Const(2) * stressArea)));

    /// <summary>The load line from (σi, 0) through (σm, σa).</summary>
    public static LoadLine<T> Closed<T>(T preloadStress, T mean, T amplitude)
        where T : struct, IReal<T> =>
        new(preloadStress, mean - preloadStress, T.Const(0), amplitude);

    /// <summary>
    /// The path of a bolt that takes the whole of Pmax because the faces part: its lower force is Fi + C·Pmin, its upper n·Pmax. Its
    /// meaning ends where the faces touch; the lesser of the two factors counts.
    /// </summary>
    public static LoadLine<T> Open<T>(T preloadStress, T share, T loadMax, T loadMin, T stressArea)
        where T : struct, IReal<T>
    {
        var two = T.Const(2);
        return new(
            preloadStress / two, (loadMax + (share * loadMin)) / (two * stressArea),
            -preloadStress / two, (loadMax - (share * loadMin)) / (two * stressArea));
    }

    /// <summary>Goodman, Sa/Se + Sm/Su = 1: n = (Se·(Su − m0) − Su·a0)/(Su·a1 + Se·m1), never below 0.</summary>
    public static T Goodman<T>(in LoadLine<T> line, T endurance, T tensile)
        where T : struct, IReal<T> =>
        T.Let(Terms.GoodmanFactor, T.Max(T.Const(0),
            ((endurance * (tensile - line.MeanStart)) - (tensile * line.AmplitudeStart)) / ((tensile * line.AmplitudeSlope) + (endurance * line.MeanSlope))));

    /// <summary>Gerber, Sa/Se + (Sm/Su)² = 1, for any load line; 0 where the start lies outside.</summary>
    public static T Gerber<T>(in LoadLine<T> line, T endurance, T tensile)
        where T : struct, IReal<T>
    {
        var slope = line.MeanSlope / tensile;
        var start = line.MeanStart / tensile;
        return T.Let(Terms.GerberFactor, Root(
            slope * slope,
            (line.AmplitudeSlope / endurance) + (T.Const(2) * start * slope),
            (line.AmplitudeStart / endurance) + (start * start) - T.Const(1)));
    }

    /// <summary>ASME-elliptic, (Sa/Se)² + (Sm/Sp)² = 1, for any load line; 0 where the start lies outside.</summary>
    public static T Elliptic<T>(in LoadLine<T> line, T endurance, T proof)
        where T : struct, IReal<T>
    {
        var (a0, a1) = (line.AmplitudeStart / endurance, line.AmplitudeSlope / endurance);
        var (m0, m1) = (line.MeanStart / proof, line.MeanSlope / proof);
        return T.Let(Terms.EllipticFactor, Root(
            (a1 * a1) + (m1 * m1), T.Const(2) * ((a0 * a1) + (m0 * m1)), (a0 * a0) + (m0 * m0) - T.Const(1)));
    }

    /// <summary>
    /// The larger root of a·n² + b·n + c = 0, 0 where there is none above 0. Of the two ways to write it each is exact where the
    /// other cancels, and the second still holds for a = 0: a path along one mean stress.
    /// </summary>
    private static T Root<T>(T a, T b, T c)
        where T : struct, IReal<T>
    {
        var zero = T.Const(0);
        var root = T.Sqrt(T.Max(zero, (b * b) - (T.Const(4) * a * c)));
        var n = T.IfLess(b, zero, (root - b) / (T.Const(2) * a), T.Const(-2) * c / (b + root));
        return T.Max(zero, n);
    }

    /// <summary>First-cycle yield Sp/(σm + σa).</summary>
    public static T FirstCycleYield<T>(T proof, T mean, T amplitude)
        where T : struct, IReal<T> =>
        T.Let(Terms.FirstCycleYield, proof / (mean + amplitude));

    /// <summary>Se = 0.929·0.5·Su/Kf, MPa: axial load factor and half the tensile strength over the fatigue stress concentration.</summary>
    public static T EstimatedEndurance<T>(T tensile, T concentration)
        where T : struct, IReal<T> =>
        T.Let(Terms.Endurance, T.Const(0.929) * T.Const(0.5) * tensile / concentration);

    /// <summary>σA = 0.85·(150/d + 45), MPa: amplitude of threads rolled before heat treatment, whatever the mean stress.</summary>
    public static T AmplitudeStrength<T>(T diameter)
        where T : struct, IReal<T> =>
        T.Let(Terms.AmplitudeStrength, T.Const(0.85) * ((T.Const(150) / diameter) + T.Const(45)));

    /// <summary>σA·(2 − Fi/F0.2), MPa: threads rolled after heat treatment. Made for preloads of 0.3 to 1 of yield; above twice yield nothing is left.</summary>
    public static T AmplitudeStrengthRolledAfter<T>(T rolledBefore, T preloadOverYield)
        where T : struct, IReal<T> =>
        T.Let(Terms.AmplitudeStrengthAfter, rolledBefore * (T.Const(2) - preloadOverYield));

    /// <summary>n = σA/σa along a path: (σA − a0)/a1, never below 0.</summary>
    public static T AmplitudeFactor<T>(in LoadLine<T> line, T strength)
        where T : struct, IReal<T> =>
        T.Let(Terms.AmplitudeFactor, T.Max(T.Const(0), (strength - line.AmplitudeStart) / line.AmplitudeSlope));

    /// <summary>
    /// Share of a life that one block of a spectrum uses: (cycles/knee)·(1/n)^k with n the endless-life factor of the block. The S–N
    /// line is carried on below the knee with the same slope, which never credits small swings with doing no harm (elementary Miner).
    /// </summary>
    public static T Damage<T>(T cycles, T knee, T factor, T slope, int block)
        where T : struct, IReal<T> =>
        T.Let(Terms.Damage, cycles / knee * T.Exp(-slope * T.Log(factor)), block);

    /// <summary>Factor on the loads that uses up the life: D^(−1/k).</summary>
    public static T SpectrumFactor<T>(T damage, T slope)
        where T : struct, IReal<T> =>
        T.Let(Terms.SpectrumFactor, T.Exp(-T.Log(damage) / slope));
}
