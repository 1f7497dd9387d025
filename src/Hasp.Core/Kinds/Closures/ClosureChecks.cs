using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Kinds.Closures;

/// <summary>What the checks of a closure share.</summary>
internal static class ClosureChecks
{
    internal static CheckInfo Info(string id, string name, string brief, double required, string meaning, string source) =>
        new(id, name, brief, required, PreloadUsed.None, meaning, source) { Worsens = Worsens.WithTheCase, Books = [Book.Any] };

    internal static T Pressure<T>(in JointLoad<T> load)
        where T : struct, IScalar<T> => T.Given(ClosureTerms.Pressure, load.Case.Pressure, source: load.Case.Name);

    internal static T Yield<T>(ClosureInputs c)
        where T : struct, IScalar<T> => T.Given(ClosureTerms.Yield, c.At(c.Tube).Yield, source: c.At(c.Tube).Cited);

    internal static T Wall<T>(ClosureInputs c)
        where T : struct, IScalar<T> => T.Let(ClosureTerms.Wall,
            (T.Given(ClosureTerms.Outer, c.Outer) - T.Given(ClosureTerms.Bore, c.Bore)) / T.Const(2));

    /// <summary>
    /// The pressure at which the first part goes, the case's pressure grown, and which: at factor 1, or at the required factors. Null where
    /// nothing is judged. At the required factors every check of the load counts; where parts go at last, the preload does not: the first
    /// yield relieves it, and the load stands. Axiom: the factor of each of these checks is the times that the pressure may grow. A test
    /// grows the pressure itself and asks them all again.
    /// </summary>
    internal static (double Pressure, Check Check)? First(in Mechanics<Plain> m, LoadCase load, bool atRequired)
    {
        var (joint, index) = (m.Joint, m.Joint.Cases.IndexOf(load));
        (double, Check)? first = null;
        if (index < 0 || load.Pressure <= 0) return null;
        foreach (var check in joint.Judging.Checks)
        {
            if (!Counts(check, atRequired) || !check.MayApply(joint)) continue;
            var required = joint.Judging.Required(check);
            if (required <= 0) continue;
            if (check.WorstIn(m, index) is not { } worst) continue;
            var at = load.Pressure * worst.Factor / (atRequired ? required : 1);
            if (first is not { } f || at < f.Item1) first = (at, check);
        }
        return first;
    }

    private static bool Counts(Check check, bool withPreload) =>
        check.Info.SetBy == SetBy.Load && check != ClosureKind.ReliefFirst && check != ClosureKind.ProofTest
        && (check.Preload == PreloadUsed.None || (withPreload && check.Preload == PreloadUsed.Largest));

    internal static T FirstOf<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T> =>
        First(Mechanics<Plain>.Of(m.Joint), load.Case, false) is { } first
            ? T.Given(ClosureTerms.LeastGoes, first.Pressure, source: first.Check.Name) : T.Const(double.PositiveInfinity);
}

/// <summary>Hoop stress of the tube: average over a thin wall, at the bore of a thick one.</summary>
internal readonly struct ClosureHoopCheck : IPartCheck
{
    /// <summary>Wall over bore from which the wall is thick.</summary>
    private const double Thick = 1.0 / 20;

    public static CheckInfo Info { get; } = ClosureChecks.Info(
        "closureHoop", "Hoop stress of the tube", "tube bursts", 1.5, "yield of the tube over its hoop stress",
        "thin wall p·D/(2t); thick wall, at the bore, from t > D/20");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (load.Case.Pressure <= 0) return Judged<T>.Nothing;
        var c = m.Joint.Of<ClosureInputs>();
        var (p, bore) = (ClosureChecks.Pressure(load), T.Given(ClosureTerms.Bore, c.Bore));
        var stress = c.Wall > Thick * c.Bore
            ? ClosureFormulas.HoopThick(p, bore, T.Given(ClosureTerms.Outer, c.Outer))
            : ClosureFormulas.HoopThin(p, bore, ClosureChecks.Wall<T>(c));
        return Judged<T>.Of(T.Let(ClosureTerms.HoopFactor, ClosureChecks.Yield<T>(c) / stress));
    }

    public static int PartAt(int place, Joint joint) => 0;
}

/// <summary>Axial stress of the tube between the holes of a row.</summary>
internal readonly struct ClosureAxialCheck : IPartCheck
{
    public static CheckInfo Info { get; } = ClosureChecks.Info(
        "closureAxial", "Tube between the holes", "tube tears round", 1.5,
        "yield of the tube over the axial stress between the holes of a row", "end load over the wall less the holes of one row");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (load.Case.Pressure <= 0) return Judged<T>.Nothing;
        var c = m.Joint.Of<ClosureInputs>();
        var net = ClosureFormulas.NetArea(
            T.Given(ClosureTerms.Bore, c.Bore), ClosureChecks.Wall<T>(c), T.Given(ClosureTerms.PerRow, c.PerRow),
            T.Given(ClosureTerms.Hole, m.Joint.Hole, source: m.Joint.HoleSource));
        return Judged<T>.Of(T.Let(ClosureTerms.AxialFactor, ClosureChecks.Yield<T>(c) / ClosureFormulas.AxialNet(load.InPlane, net)));
    }

    public static int PartAt(int place, Joint joint) => 0;
}

/// <summary>The relief must go before anything else: its upper limit against the pressure at which the first part fails.</summary>
internal readonly struct ClosureReliefCheck : IPartCheck
{
    public static CheckInfo Info { get; } = ClosureChecks.Info(
        "closureRelief", "Relief goes first", "closure goes before its relief", 1.1,
        "pressure at which the first part fails over the relief's upper limit", "order of failure: the relief before everything else");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (load.Case.Pressure <= 0 || m.Joint.Of<ClosureInputs>().ReliefAt is not { } at) return Judged<T>.Nothing;
        return Judged<T>.Of(T.Let(ClosureTerms.ReliefFactor, ClosureChecks.FirstOf(m, load) / T.Given(ClosureTerms.Relief, at)));
    }

    public static bool MayApply(Joint joint) => joint.Of<ClosureInputs>().ReliefAt is not null;

    public static string Nothing(in Mechanics<Plain> m) => "no relief is stated";
}

/// <summary>Nothing yields in the proof test, which is made cold: the strength that the temperature takes in service is there
/// again.</summary>
internal readonly struct ClosureTestCheck : IPartCheck
{
    public static CheckInfo Info { get; } = ClosureChecks.Info(
        "closureTest", "Proof test", "yields in the test", 1.05, "pressure at which the first part fails over the test pressure",
        "EN 13445-3, 5.3.2.3: stresses in the test at most fy/1.05");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T> => load.Case.Pressure <= 0
            ? Judged<T>.Nothing
            : Judged<T>.Of(T.Let(ClosureTerms.TestFactor,
                Cold(m.Joint.Of<ClosureInputs>(), ClosureChecks.FirstOf(m, load)) / T.Given(ClosureTerms.Test, m.Joint.Of<ClosureInputs>()
                .Test)));

    private static T Cold<T>(ClosureInputs c, T inService)
        where T : struct, IScalar<T> => c.Strength == 1 ? inService : inService / T.Given(ClosureTerms.StrengthLeft, c.Strength);
}
