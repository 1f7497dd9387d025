using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Preload;

namespace Hasp.Core.Kinds.Covers;

/// <summary>What the checks of a cover share.</summary>
internal static class CoverBending
{
    /// <summary>Bending stress of the cover under a pressure and a load of all bolts.</summary>
    internal static T Stress<T>(CoverInputs c, T pressure, T boltLoad)
        where T : struct, IScalar<T>
    {
        var (t, lever) = (T.Given(CoverTerms.Thickness, c.Thickness), T.Given(CoverTerms.Lever, c.Lever));
        return c.IsRectangle
            ? CoverFormulas.Rectangular(pressure, T.Given(CoverTerms.Seal, c.SealWidth), T.Given(CoverTerms.SealLong, c.SealLength), t,
                boltLoad, lever, T.Given(CoverTerms.BoltLine, c.BoltLine))
            : CoverFormulas.Circular(pressure, T.Given(CoverTerms.Seal, c.Seal), t, boltLoad, lever);
    }

    internal static T Factor<T>(CoverInputs c, T stress)
        where T : struct, IScalar<T> => T.Let(CoverTerms.Factor, T.Given(CoverTerms.Yield, c.Cover.Yield, source: c.Cover.Cited) / stress);

    /// <summary>What the gasket must keep: as stated, or by its factor.</summary>
    internal static T Kept<T>(CoverInputs c, T pressure)
        where T : struct, IScalar<T> => c.GasketLoad is { } stated ? T.Given(CoverTerms.GasketLoad, stated, source: "stated")
            : c.Gasket is { GasketFactor: { } factor } gasket
                ? T.Let(CoverTerms.GasketLoad, T.Given(CoverTerms.GasketM, factor,
                    source: gasket.Cited) * pressure * T.Given(CoverTerms.GasketArea, c.GasketArea))
                : T.Let(CoverTerms.GasketLoad, T.Const(0));
}

/// <summary>The cover bent by the pressure, and by the bolts that hold end load and gasket.</summary>
internal readonly struct CoverPlateCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new(
        "coverPlate", "Cover bending", "cover bends", 1.5, PreloadUsed.None, "yield of the cover over its bending stress under pressure",
        "ASME BPVC VIII-1, UG-34(c)(2), (c)(3)") { Worsens = Worsens.WithTheCase, Books = [Book.Any] };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (load.Case.Pressure <= 0) return Judged<T>.Nothing;
        var c = m.Joint.Of<CoverInputs>();
        var pressure = T.Given(CoverTerms.Pressure, load.Case.Pressure, source: load.Case.Name);
        var (_, _, endLoad) = load.Case.Forces<T>();
        return Judged<T>.Of(CoverBending.Factor(c,
            CoverBending.Stress(c, pressure, T.Let(CoverTerms.BoltLoad, endLoad + CoverBending.Kept(c, pressure)))));
    }

    public static int PartAt(int place, Joint joint) => 0;
}

/// <summary>The cover bent over its gasket by the tightening alone.</summary>
internal readonly struct CoverTightenedCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new(
        "coverTightened", "Cover bent by the tightening", "cover bends", 1.0, PreloadUsed.Largest,
        "yield of the cover over its bending stress at the largest preload, without pressure",
        "ASME BPVC VIII-1, UG-34(c)(2), (c)(3), p = 0") { SetBy = SetBy.Tool, WithoutLoad = true, Books = [Book.Any] };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var c = m.Joint.Of<CoverInputs>();
        if (m.PreloadMax.Value <= 0) return Judged<T>.Nothing;
        var all = T.Let(CoverTerms.BoltLoad, T.Given(Terms.BoltCount, m.Joint.Bolts.Count) * m.PreloadMax);
        return Judged<T>.Of(CoverBending.Factor(c, CoverBending.Stress(c, T.Const(0), all)));
    }

    public static int PartAt(int place, Joint joint) => 0;
}

/// <summary>The clamp that the gasket must keep in service, where it is stated.</summary>
internal readonly struct CoverGasketCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new(
        "coverGasket", "Gasket load kept", "leaks", 1.0, PreloadUsed.Smallest,
        "smallest preload over the least that keeps the gasket's load under pressure",
        "joint in service: (1 − C)·P + clamp that must remain") { Books = [Book.Any] };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (m.Joint.Of<CoverInputs>().GasketLoad is not { } stated || load.Case.Pressure <= 0) return Judged<T>.Nothing;
        var kept = T.Let(CoverTerms.GasketPerBolt, T.Given(CoverTerms.GasketLoad, stated, source: "stated") / load.Count);
        return Judged<T>.Of(T.Let(CoverTerms.GasketFactor, m.PreloadMin / CoverFormulas.PreloadNeeded(m.LoadShare, load.Tension, kept)));
    }

    public static bool MayApply(Joint joint) => joint.Of<CoverInputs>().GasketLoad is not null;

    public static string Nothing(in Mechanics<Plain> m) => "no gasket load to keep is stated: tightness goes by the gasket factor";
}

/// <summary>Bolts close enough together that the gasket is pressed between them.</summary>
internal readonly struct CoverSpacingCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new(
        "coverSpacing", "Bolt spacing for the gasket", "leaks between bolts", 1.0, PreloadUsed.None,
        "greatest distance between bolts allowed over the distance", "ASME BPVC VIII-1, Appendix 2, 2-5(d)") { SetBy = SetBy.Rule,
        WithoutLoad = true, Books = [Book.Any] };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var c = m.Joint.Of<CoverInputs>();
        if (c.Gasket is not { GasketFactor: { } factor } gasket) return Judged<T>.Nothing;
        var most = CoverFormulas.SpacingMost(
            T.Given(CoverTerms.BoltSize, m.Joint.Bolts.Thread.Diameter),
            T.Given(CoverTerms.ThinnerPart, Math.Min(c.Thickness, c.FlangeThickness)),
            T.Given(CoverTerms.GasketM, factor, source: gasket.Cited));
        return Judged<T>.Of(T.Let(CoverTerms.SpacingFactor, most / T.Given(CoverTerms.Spacing, c.Spacing)));
    }

    public static string Nothing(in Mechanics<Plain> m) => "no gasket between the faces";
}
