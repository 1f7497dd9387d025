using Hasp.Core.Formulas;
using Hasp.Core.LoadPath;
using Hasp.Core.Preload;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// While the wrench turns the whole torsion is in the bolt: 0.9 of yield over tension and torsion together at the tight end. It is there
/// before any outside load, and before any warming.
/// </summary>
internal readonly struct TighteningCheck : IBoltCheck
{
    /// <summary>ν: the share of yield that tightening may use (VDI 2230-1, 5.4.3).</summary>
    internal const double Utilisation = 0.9;

    public static CheckInfo Info { get; } = new("tightening", "Yield while tightening", "tightening", 1.0, PreloadUsed.Largest,
        "0.9 of yield over tension with the whole tightening torsion, at the tight end of the tightening",
        "distortion energy; VDI 2230-1, 5.4.3") { SetBy = SetBy.Tool, WithoutLoad = true };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        m.Joint.Tightening.Pretensioned
            ? Judged<T>.Nothing
            : Judged<T>.Of(FactorOf(m));

    public static string Nothing(in Mechanics<Plain> m) => ProofCheck.ByTheCode;

    /// <summary>ν·Sy over the stress at the tight end; no load comes into it.</summary>
    internal static T FactorOf<T>(in Mechanics<T> m)
        where T : struct, IScalar<T> =>
        T.Let(Terms.TighteningFactor, T.Given(Terms.TighteningLimit, Utilisation) * m.YieldStrength / StressAt(m, m.PreloadTight));

    /// <summary>Share of yield reached while the wrench turns, at the preload aimed at.</summary>
    internal static T UtilisationAtAim<T>(in Mechanics<T> m)
        where T : struct, IScalar<T> =>
        T.Let(Terms.TighteningUtilisation, StressAt(m, m.Preload) / m.YieldStrength);

    private static T StressAt<T>(in Mechanics<T> m, T preload)
        where T : struct, IScalar<T> =>
        Torsion.EquivalentStress(T.Let(Terms.TensileStress, preload / m.Thread.StressArea), m.TorsionAt(preload));
}
