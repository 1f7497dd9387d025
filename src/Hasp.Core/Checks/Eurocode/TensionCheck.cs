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
        : Judged<T>.Of(T.Let(EurocodeTerms.TensionFactor, Resistance(m) / Effect(m, load)));

    public static string Nothing(in Mechanics<Plain> m) => Sheared.NothingPulls(m.Joint, LimitStates.Uls);

    /// <summary>
    /// Ft,Ed with prying (3.11): where a flange is stated as a T-stub, Ft,Rd·FT,Ed/FT,Rd, so that the bolt is used as far as the
    /// T-stub is.
    /// </summary>
    internal static T Effect<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        T.Let(EurocodeTerms.TensionEffect, FlangeCheck.Resistance(m) is { } stub ? Resistance(m) * load.BeforePrying / stub : load.Tension);

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
        return T.Let(EurocodeTerms.PunchingFactor, resistance / TensionCheck.Effect(m, load), end);
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
            T.Const(1) / EurocodeFormulas.Combined(load.Shear, ShearCheck.Resistance(m), TensionCheck.Effect(m, load),
                TensionCheck.Resistance(m))));

    public static string Nothing(in Mechanics<Plain> m) => "no bolt is pulled and sheared at once";
}

/// <summary>
/// The flange as a T-stub with its bolts, Table 6.2: modes 1 to 3 of a row of two bolts, the row alone and as one of a run of rows,
/// with the least of the lengths that both give it.
/// </summary>
internal readonly struct FlangeCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("enFlange", "T-stub: flange and bolts, with prying", "flange", 1, PreloadUsed.None,
        "tension per bolt at which the T-stub gives way over the tension before prying",
            "EN 1993-1-8:2005, 6.2.4, Tables 6.2, 6.4 and 6.6");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        load.BeforePrying.Value > 0 && load.Case.CountsIn(LimitStates.Uls) && Resistance(m) is { } resistance
            ? Judged<T>.Of(T.Let(EurocodeTerms.FlangeFactor, resistance / load.BeforePrying))
            : Judged<T>.Nothing;

    public static bool MayApply(Joint joint) => joint.Pattern?.Prying is { IsModel: true };

    public static string Nothing(in Mechanics<Plain> m) => "no flange stated that bends, or nothing pulls";

    /// <summary>FT,Rd on one bolt of the row; null where no flange is stated.</summary>
    internal static T? Resistance<T>(in Mechanics<T> m)
        where T : struct, IScalar<T>
    {
        if (m.Joint.Pattern?.Prying is not { IsModel: true } prying) return null;
        var (joint, flange) = (m.Joint, m.Joint.Layers[0]);
        var (reach, edge) = (T.Given(EurocodeTerms.StubReach, prying.Stem), T.Given(EurocodeTerms.StubEdge, prying.Edge));
        var length = prying.Tributary<T>(joint);
        var round = EurocodeFormulas.RowRound(reach, null, T.Const(2) * length);
        var other = EurocodeFormulas.RowOther(reach, edge, null, length);
        var stub = EurocodeFormulas.Stub(
            reach, edge, round, other, T.Given(Terms.FlangeThickness, flange.Thickness),
            T.Given(Terms.FlangeYield, flange.Material.Yield, source: Traced.Reads<T>() ? flange.Material.Cited : null),
            joint.Judging.By<EurocodeSettings>().GammaM0<T>(), TensionCheck.Resistance(m), IsPried(m, prying, round, other));
        return T.Let(EurocodeTerms.StubOnBolt, stub / T.Const(2));
    }

    /// <summary>
    /// True where prying forces may arise: the bolts are no longer than Table 6.2 says. Lb is the grip with half of head and nut;
    /// of a screw in a tapped part with half a diameter in the place of half the nut.
    /// </summary>
    private static bool IsPried<T>(in Mechanics<T> m, Prying prying, T round, T other)
        where T : struct, IScalar<T>
    {
        var bolts = m.Joint.Bolts;
        var elongation = m.Stack.Clamped + ((bolts.Head.Height + (bolts.Nut?.Height ?? bolts.Thread.Diameter)) / 2);
        return elongation <= EurocodeFormulas.PriedLength(new Plain(prying.Stem), new Plain(m.Thread.StressArea.Value), new Plain(1),
            new Plain(Math.Min(round.Value, other.Value)), new Plain(m.Joint.Layers[0].Thickness)).Value;
    }
}
