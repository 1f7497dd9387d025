using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// Load that strips the weaker thread over the load that breaks the bolt, at the bolt's thread (place 0) or the part's (place 1). A
/// standard nut of the matching class is made to be full strength (ISO 898-2; SAE J995) and is not judged.
/// </summary>
internal static class StripCheck
{
    internal static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!m.Joint.Tapped) return Judged<T>.Nothing;
        var (bolt, tapped, breaks) = Loads(m);
        return Judged<T>.Nothing
            .OrWorse(T.Let(Terms.StripFactor, bolt / breaks), 0)
            .OrWorse(T.Let(Terms.StripFactor, tapped / breaks), 1);
    }

    /// <summary>Strip load of the bolt's thread, of the part's thread, and the load that breaks the bolt, N.</summary>
    internal static (T Bolt, T Tapped, T Break) Loads<T>(in Mechanics<T> m)
        where T : struct, IScalar<T>
    {
        var end = m.Joint.End;
        var engagement = T.Given(Terms.Engagement, end.Engagement);
        var tensile = T.Given(Terms.TensileStrength, m.Joint.Bolts.Grade.Tensile);
        var ratio = T.Given(Terms.StripRatio, Stripping.ShearRatio);
        return (
            Stripping.Load(Terms.BoltStripLoad, ratio, tensile, Stripping.BoltThreadArea(m.Thread.NutMinorDiameter, engagement)),
            Stripping.Load(Terms.TappedStripLoad, ratio, T.Given(Terms.MemberTensile, m.Joint.Layers[^1].Material.Tensile),
                Stripping.TappedThreadArea(Outer(m), engagement)),
            Stripping.BreakLoad(tensile, m.Thread.StressArea));
    }

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
