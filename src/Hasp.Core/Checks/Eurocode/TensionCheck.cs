using Hasp.Core.Catalogue;
using Hasp.Core.Checks.Codes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Eurocode;

/// <summary>Tension resistance of the bolt, Table 3.4, against its tension with prying (3.11).</summary>
internal readonly struct TensionCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("enTension", "Bolt tension resistance", "breaks", 1, PreloadUsed.None,
        "tension resistance of the bolt over its tension, prying included", "EN 1993-1-8:2005, Table 3.4, 3.11");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        load.Tension.Value <= 0 || !load.Case.CountsIn(LimitStates.Uls) ? Judged<T>.Nothing
        : Judged<T>.Of(T.Let(EurocodeTerms.TensionFactor, Resistance(m) / T.Let(EurocodeTerms.TensionEffect, load.Tension)));

    public static string Nothing(in Mechanics<Plain> m) => Sheared.NothingPulls(m.Joint, LimitStates.Uls);

    internal static T Resistance<T>(in Mechanics<T> m)
        where T : struct, IScalar<T>
    {
        var bolt = NominalStrength.Of(m.Joint.Bolts.Grade);
        var countersunk = m.Joint.Bolts.Head.Countersunk;
        return EurocodeFormulas.Tension(
            T.Given(EurocodeTerms.TensionShape, countersunk ? 0.63 : 0.9, source: countersunk ? "countersunk" : null),
            T.Given(CodeTerms.BoltTensile, bolt.Tensile, source: bolt.Source),
            m.Thread.StressArea, m.Joint.Judging.By<EurocodeSettings>().GammaM2<T>());
    }
}

/// <summary>Punching of the part under the head (place 0) or the nut (place 1), Table 3.4.</summary>
internal readonly struct PunchingCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("enPunching", "Punching resistance", "punches", 1, PreloadUsed.None,
        "punching resistance under head or nut over the tension", "EN 1993-1-8:2005, Table 3.4");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        // Table 3.4 asks none of countersunk bolts.
        var worst = Judged<T>.Nothing;
        if (load.Tension.Value <= 0 || !load.Case.CountsIn(LimitStates.Uls)) return worst;
        var bolts = m.Joint.Bolts;
        if (!bolts.Head.Countersunk) worst = worst.OrWorse(End(m, load, bolts.Head, 0, 1), 0);
        return bolts.Nut is { } nut ? worst.OrWorse(End(m, load, nut, m.Joint.Layers.Length - 1, 2), 1) : worst;
    }

    public static string Nothing(in Mechanics<Plain> m) => TensionCheck.Nothing(m);

    public static string Place(int place, in Mechanics<Plain> m) => Machine.UnderHeadCheck.EndWords(place, m);

    private static T End<T>(in Mechanics<T> m, in BoltLoad<T> load, BearingPart pressing, int part, int end)
        where T : struct, IScalar<T>
    {
        var layer = m.Joint.Layers[part];
        var resistance = EurocodeFormulas.Punching(
            T.Given(EurocodeTerms.PunchingDiameter, pressing.MeanWidth, end, pressing.Source),
            T.Given(Terms.Thickness, layer.Thickness, part + 1, layer.Name),
            Sheared.Tensile<T>(m.Joint, part), m.Joint.Judging.By<EurocodeSettings>().GammaM2<T>(), end);
        return T.Let(EurocodeTerms.PunchingFactor, resistance / T.Let(EurocodeTerms.TensionEffect, load.Tension), end);
    }
}

/// <summary>Shear and tension together, Table 3.4; that Ft ≤ Ft,Rd is a check of its own.</summary>
internal readonly struct CombinedCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("enCombined", "Shear and tension", "combined", 1, PreloadUsed.None,
        "times shear and tension may grow together", "EN 1993-1-8:2005, Table 3.4");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        load.Shear.Value <= 0 || load.Tension.Value <= 0 || m.Stack.Planes.Length == 0 || !load.Case.CountsIn(LimitStates.Uls)
            ? Judged<T>.Nothing
        : Judged<T>.Of(T.Let(EurocodeTerms.CombinedFactor,
            T.Const(1) / EurocodeFormulas.Combined(load.Shear, ShearCheck.Resistance(m), load.Tension, TensionCheck.Resistance(m))));

    public static string Nothing(in Mechanics<Plain> m) => "no bolt is pulled and sheared at once";
}

/// <summary>The flange of a T-stub, 6.2.4 mode 1: plastic at its web and at the bolt line.</summary>
internal readonly struct FlangeCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("enFlange", "T-stub flange", "flange", 1, PreloadUsed.None,
        "tension per bolt at which the flange is plastic over the tension before prying", "EN 1993-1-8:2005, 6.2.4, mode 1");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        m.Joint.Pattern?.Prying is { IsModel: true } prying && load.BeforePrying.Value > 0 && load.Case.CountsIn(LimitStates.Uls)
            ? Judged<T>.Of(T.Let(EurocodeTerms.FlangeFactor,
                T.Let(EurocodeTerms.FlangeResistance, prying.FlangeStrength<T>(m.Joint) / m.Joint.Judging.By<EurocodeSettings>()
                    .GammaM0<T>()) / load.BeforePrying))
            : Judged<T>.Nothing;

    public static bool MayApply(Joint joint) => joint.Pattern?.Prying is { IsModel: true };

    public static string Nothing(in Mechanics<Plain> m) => "no flange stated that bends, or nothing pulls";
}
