using Hasp.Core.Formulas;

namespace Hasp.Core.Fatigue;

/// <summary>
/// A straight path in the fatigue diagram: at load factor n the mean stress is m0 + n·m1 and the amplitude a0 + n·a1, MPa. While
/// the faces touch it starts at the preload point (σi, 0); once they are apart the bolt takes the load itself, and the path is
/// another one.
/// </summary>
public readonly record struct LoadLine<T>(T MeanStart, T MeanSlope, T AmplitudeStart, T AmplitudeSlope)
    where T : struct, IReal<T>;

/// <summary>Fatigue of a preloaded bolt in tension. Stresses in MPa on the tensile stress area, forces in N.</summary>
public static class FatigueFormulas
{
    /// <summary>No S–N line is read below so many cycles.</summary>
    public const double FewestCycles = 1e3;

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

    /// <summary>The path while the faces part at the upper end only: its lower force is Fi + C·Pmin, its upper n·Pmax.</summary>
    public static LoadLine<T> Parting<T>(T preloadStress, T share, T loadMax, T loadMin, T stressArea)
        where T : struct, IReal<T>
    {
        var two = T.Const(2);
        return new(
            preloadStress / two, (loadMax + (share * loadMin)) / (two * stressArea),
            -(preloadStress / two), (loadMax - (share * loadMin)) / (two * stressArea));
    }

    /// <summary>The path where the faces are apart at both ends: the bolt has the load itself, n·Pmax and n·Pmin.</summary>
    public static LoadLine<T> Apart<T>(T loadMax, T loadMin, T stressArea)
        where T : struct, IReal<T>
    {
        var two = T.Const(2);
        return new(T.Const(0), (loadMax + loadMin) / (two * stressArea), T.Const(0), (loadMax - loadMin) / (two * stressArea));
    }

    /// <summary>The path where the bolt is slack at the lower end: nothing there, Fi + C·n·Pmax at the upper one.</summary>
    public static LoadLine<T> Slack<T>(T preloadStress, T share, T loadMax, T stressArea)
        where T : struct, IReal<T>
    {
        var (half, slope) = (preloadStress / T.Const(2), share * loadMax / (T.Const(2) * stressArea));
        return new(half, slope, half, slope);
    }

    /// <summary>
    /// Goodman, Sa/Se + Sm/Su = 1: n = (Se·(Su − m0) − Su·a0)/(Su·a1 + Se·m1); nothing where the start lies outside, no limit
    /// where the
    /// path never meets it.
    /// </summary>
    public static T Goodman<T>(in LoadLine<T> line, T endurance, T tensile)
        where T : struct, IReal<T>
    {
        var room = (endurance * (tensile - line.MeanStart)) - (tensile * line.AmplitudeStart);
        var growth = (tensile * line.AmplitudeSlope) + (endurance * line.MeanSlope);
        return T.Let(Terms.GoodmanFactor, Meeting(room, growth));
    }

    /// <summary>Gerber, Sa/Se + (Sm/Su)² = 1, for any load line; nothing where the preload lies outside.</summary>
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

    /// <summary>ASME-elliptic, (Sa/Se)² + (Sm/Sp)² = 1, for any load line; nothing where the preload lies outside.</summary>
    public static T Elliptic<T>(in LoadLine<T> line, T endurance, T proof)
        where T : struct, IReal<T>
    {
        var (a0, a1) = (line.AmplitudeStart / endurance, line.AmplitudeSlope / endurance);
        var (m0, m1) = (line.MeanStart / proof, line.MeanSlope / proof);
        return T.Let(Terms.EllipticFactor, Root(
            (a1 * a1) + (m1 * m1), T.Const(2) * ((a0 * a1) + (m0 * m1)), (a0 * a0) + (m0 * m0) - T.Const(1)));
    }

    /// <summary>room/growth where both are above nothing; nothing without room, no limit where nothing grows.</summary>
    private static T Meeting<T>(T room, T growth)
        where T : struct, IReal<T>
    {
        var zero = T.Const(0);
        return T.IfLess(zero, room, T.IfLess(zero, growth, room / growth, T.Const(double.PositiveInfinity, "∞")), zero);
    }

    /// <summary>
    /// The larger root of a·n² + b·n + c = 0: where a path that began inside leaves. Of the two ways to write it each is exact where the
    /// other cancels, and the second still holds for a = 0: a path along one mean stress. No limit where it never leaves.
    /// </summary>
    private static T Root<T>(T a, T b, T c)
        where T : struct, IReal<T>
    {
        var zero = T.Const(0);
        var none = T.Const(double.PositiveInfinity, "∞");
        var root = T.Sqrt(T.Max(zero, (b * b) - (T.Const(4) * a * c)));
        // With b below nothing and no square term the path only sinks away from the limit.
        var sinking = T.IfLess(zero, a, (root - b) / (T.Const(2) * a), none);
        var rising = T.IfLess(zero, b + root, T.Const(2) * -c / (b + root), none);
        return T.Max(zero, T.IfLess(b, zero, sinking, rising));
    }

    /// <summary>First-cycle yield Sp/(σm + σa).</summary>
    public static T FirstCycleYield<T>(T proof, T mean, T amplitude)
        where T : struct, IReal<T> =>
        T.Let(Terms.FirstCycleYield, proof / (mean + amplitude));

    /// <summary>Se = 0.929·0.5·Su/Kf, MPa: axial load factor and half the tensile strength over the fatigue stress
    /// concentration.</summary>
    public static T EstimatedEndurance<T>(T tensile, T concentration)
        where T : struct, IReal<T> =>
        T.Let(Terms.Endurance, T.Const(0.929) * T.Const(0.5) * tensile / concentration);

    /// <summary>σA = 0.85·(150/d + 45), MPa: amplitude of threads rolled before heat treatment, whatever the mean stress.</summary>
    public static T AmplitudeStrength<T>(T diameter)
        where T : struct, IReal<T> =>
        T.Let(Terms.AmplitudeStrength, T.Const(0.85) * ((T.Const(150) / diameter) + T.Const(45)));

    /// <summary>
    /// σA·(2 − Fi/F0.2), MPa: threads rolled after heat treatment. Made for preloads of 0.3 to 1 of yield; above twice yield nothing is
    /// left.
    /// </summary>
    public static T AmplitudeStrengthRolledAfter<T>(T rolledBefore, T preloadOverYield)
        where T : struct, IReal<T> =>
        T.Let(Terms.AmplitudeStrengthAfter, rolledBefore * (T.Const(2) - preloadOverYield));

    /// <summary>n = σA/σa along a path: (σA − a0)/a1; no limit where the amplitude does not grow.</summary>
    public static T AmplitudeFactor<T>(in LoadLine<T> line, T strength)
        where T : struct, IReal<T> =>
        T.Let(Terms.AmplitudeFactor, Meeting(strength - line.AmplitudeStart, line.AmplitudeSlope));

    /// <summary>σeq by Goodman, MPa: the fully reversed amplitude that harms alike, σa/(1 − σm/Su); without limit from Su
    /// on.</summary>
    public static T ReversedByGoodman<T>(T amplitude, T mean, T tensile, int block = 0)
        where T : struct, IReal<T> =>
        T.Let(Terms.ReversedAmplitude, Over(amplitude, T.Const(1) - (mean / tensile)), block);

    /// <summary>σeq by Gerber, MPa: σa/(1 − (σm/Su)²).</summary>
    public static T ReversedByGerber<T>(T amplitude, T mean, T tensile, int block = 0)
        where T : struct, IReal<T> =>
        T.Let(Terms.ReversedAmplitude, Over(amplitude, T.Const(1) - (mean * mean / (tensile * tensile))), block);

    /// <summary>σeq by the ellipse, MPa: σa/√(1 − (σm/Sp)²).</summary>
    public static T ReversedByEllipse<T>(T amplitude, T mean, T proof, int block = 0)
        where T : struct, IReal<T> =>
        T.Let(Terms.ReversedAmplitude, Over(amplitude, T.Sqrt(T.Max(T.Const(0), T.Const(1) - (mean * mean / (proof * proof))))), block);

    private static T Over<T>(T amplitude, T left)
        where T : struct, IReal<T> =>
        T.IfLess(T.Const(0), left, amplitude / left, T.Const(double.PositiveInfinity, "∞"));

    /// <summary>N_f = N_k·(Se/σeq)^k: cycles to failure on the S–N line, carried on below its knee (elementary Miner).</summary>
    public static T CyclesToFailure<T>(T knee, T endurance, T reversed, T slope, int block = 0)
        where T : struct, IReal<T> =>
        T.Let(Terms.CyclesToFailure, knee * T.Exp(slope * T.Log(endurance / reversed)), block);

    /// <summary>Share of a life that one block of a spectrum uses: cycles over cycles to failure.</summary>
    public static T Damage<T>(T cycles, T toFailure, int block)
        where T : struct, IReal<T> =>
        T.Let(Terms.Damage, cycles / toFailure, block);
}
