using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// Load that strips the weaker thread over the load that breaks the bolt, at the bolt's thread (place 0) or the part's or nut's (place 1).
/// A nut of the matching class is made to be full strength (ISO 898-2; SAE J995) and is not judged; a weaker one is, by its proof load.
/// </summary>
internal readonly struct StripCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("strip", "Thread stripping, bolt to break first", "strips", 1.0, PreloadUsed.None,
        "load that strips the weaker thread over the load that breaks the bolt: the bolt must break first",
        "basic 60° form of the shear areas; ASME B1.1 App. B") { SetBy = SetBy.Rule, WithoutLoad = true };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!m.Joint.MayStrip) return Judged<T>.Nothing;
        if (m.Joint.NutIsWeaker) return Judged<T>.Nothing.OrWorse(T.Let(Terms.StripFactor, NutLoad(m) / BreakLoad(m)), 1);
        var (bolt, tapped, breaks) = Loads(m);
        return Judged<T>.Nothing
            .OrWorse(T.Let(Terms.StripFactor, bolt / breaks), 0)
            .OrWorse(T.Let(Terms.StripFactor, tapped / breaks), 1);
    }

    public static bool MayApply(Joint joint) => joint.MayStrip;

    public static string Nothing(in Mechanics<Plain> m) => "a standard nut of the matching class is full strength";

    public static string Place(int place, in Mechanics<Plain> m) =>
        place == 0 ? "the bolt's thread" : m.Joint.NutIsWeaker ? $"nut of class {m.Joint.NutClass!.Name}"
            : $"the thread in {m.Joint.Layers[^1].Name}";

    public static int PartAt(int place, Joint joint) => place == 1 ? joint.Layers.Length - 1 : -1;

    /// <summary>Strip load of the bolt's thread, of the part's thread, and the load that breaks the bolt, N.</summary>
    internal static (T Bolt, T Tapped, T Break) Loads<T>(in Mechanics<T> m)
        where T : struct, IScalar<T>
    {
        var end = m.Joint.End;
        var grade = m.Joint.Bolts.Grade;
        var part = m.Joint.Layers[^1].Material;
        var engagement = T.Given(Terms.Engagement, end.Engagement);
        var tensile = T.Given(Terms.TensileStrength, grade.Tensile, source: grade.Cited);
        var ratio = T.Given(Terms.StripRatio, Stripping.ShearRatio);
        return (
            Stripping.Load(Terms.BoltStripLoad, ratio, tensile, Stripping.BoltThreadArea(m.Thread.NutMinorDiameter, engagement)),
            Stripping.Load(Terms.TappedStripLoad, ratio, T.Given(Terms.MemberTensile, part.Tensile, source: part.Cited),
                Stripping.TappedThreadArea(Outer(m), engagement)),
            BreakLoad(m));
    }

    /// <summary>What a nut carries without stripping, N: its proof stress on the bolt's stress area (ISO 898-2, 8.1; ASTM A563).</summary>
    internal static T NutLoad<T>(in Mechanics<T> m)
        where T : struct, IScalar<T> =>
        T.Let(Terms.NutProofLoad, T.Given(Terms.NutProof, m.Joint.NutClass!.Proof, source: m.Joint.NutClass.Cited) * m.Thread.StressArea);

    private static T BreakLoad<T>(in Mechanics<T> m)
        where T : struct, IScalar<T> =>
        Stripping.BreakLoad(T.Given(Terms.TensileStrength, m.Joint.Bolts.Grade.Tensile, source: m.Joint.Bolts.Grade.Cited),
            m.Thread.StressArea);

    /// <summary>Engagement at which the bolt breaks first, mm.</summary>
    internal static T Required<T>(in Mechanics<T> m)
        where T : struct, IScalar<T> =>
        Stripping.RequiredEngagement(
            m.Thread.NutMinorDiameter, m.Thread.StressArea, Outer(m), T.Given(Terms.TensileStrength, m.Joint.Bolts.Grade.Tensile),
            T.Given(Terms.MemberTensile, m.Joint.Layers[^1].Material.Tensile), T.Given(Terms.StripRatio, Stripping.ShearRatio));

    private static T Outer<T>(in Mechanics<T> m)
        where T : struct, IScalar<T> =>
        m.Joint.End.Kind == ThreadEndKind.Insert ? Stripping.InsertDiameter(m.Thread.Diameter, m.Thread.Pitch) : m.Thread.Diameter;
}
