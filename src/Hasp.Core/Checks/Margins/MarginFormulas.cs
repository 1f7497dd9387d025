using Hasp.Core.Formulas;

namespace Hasp.Core.Checks.Margins;

/// <summary>The margin basis: MS = allowable/(FF·FS·load) − 1. Every function here gives the margin plus 1, the load factor. Forces
/// in N.</summary>
public static class MarginFormulas
{
    /// <summary>
    /// P′: the allowable where the joint opens first (allowable ≥ Fi,max/(1 − n·C)), else (allowable − Fi,max)/(n·C), N;
    /// nothing where the
    /// preload alone reaches the allowable.
    /// </summary>
    /// <param name="allowable">Least of bolt, threads and nut.</param>
    /// <param name="preload">Fi,max.</param>
    /// <param name="share">n·C.</param>
    public static T TensionAllowed<T>(T allowable, T preload, T share)
        where T : struct, IScalar<T>
    {
        if (preload.Value >= allowable.Value) return T.Let(MarginTerms.TensionAllowed, T.Const(0));
        return T.Let(MarginTerms.TensionAllowed, OpensFirst(allowable, preload, share) ? allowable : (allowable - preload) / share);
    }

    /// <summary>True where the joint opens before the bolt reaches its allowable.</summary>
    public static bool OpensFirst<T>(T allowable, T preload, T share)
        where T : struct, IScalar<T> => allowable.Value * (1 - share.Value) >= preload.Value;

    /// <summary>Fi,min/(FF·FSsep·P): the whole P, no 1 − C.</summary>
    public static T Separation<T>(T preload, T fitting, T safety, T tension)
        where T : struct, IReal<T> =>
        T.Let(MarginTerms.SeparationMargin, preload / (fitting * safety * tension));

    /// <summary>N·Fi,min/(FF·FS·(Pt + Ps/(m·μ))), joint totals.</summary>
    public static T Slip<T>(T count, T preload, T fitting, T safety, T tension, T shear, T faces, T friction)
        where T : struct, IReal<T> =>
        T.Let(MarginTerms.SlipMargin, count * preload / (fitting * safety * (tension + (shear / (faces * friction)))));

    /// <summary>Exponents of shear and tension: threads in the plane 1.2 and 2, shank 2.5 and 1.5.</summary>
    public static (double Shear, double Tension) Exponents(bool thread) => thread ? (1.2, 2) : (2.5, 1.5);

    /// <summary>
    /// Rs^a + Rt^b with the load λ times what it is: tension counted from outside, or on top of the preload where the bolt breaks before
    /// the joint opens.
    /// </summary>
    /// <param name="times">λ.</param>
    /// <param name="shearRatio">Rs.</param>
    /// <param name="steady">Share of Ptu that the preload takes; 0 where the joint opens first.</param>
    /// <param name="tensionRatio">What the load adds of Ptu.</param>
    /// <param name="exponents">a and b.</param>
    public static double Sum(double times, double shearRatio, double steady, double tensionRatio,
        (double Shear, double Tension) exponents) =>
        Math.Pow(times * shearRatio, exponents.Shear) + Math.Pow(steady + (times * tensionRatio), exponents.Tension);

    /// <summary>The λ at which <see cref="Sum"/> is 1; 0 where the preload alone reaches it.</summary>
    public static double Interaction(double shearRatio, double steady, double tensionRatio, (double Shear, double Tension) exponents)
    {
        if (Sum(0, shearRatio, steady, tensionRatio, exponents) >= 1) return 0;
        var (low, high) = (0.0, 1.0);
        while (Sum(high, shearRatio, steady, tensionRatio, exponents) < 1) (low, high) = (high, 2 * high);
        return Bracket.Halve(low, high, times => Sum(times, shearRatio, steady, tensionRatio, exponents) < 1, 100, 1e-14).Low;
    }
}
