using Hasp.Core.Checks.Codes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Eurocode;

/// <summary>
/// Bearing resistance, Table 3.4, of each bolt in each part: the components of its shear parallel and normal to the end apart. Where the
/// group may be taken as the sum (3.7) and the load is concentric, the group stands for its bolts.
/// </summary>
internal readonly struct BearingCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("enBearing", "Bearing resistance", "bears", 1, PreloadUsed.None,
        "bearing resistance over the shear that the part brings to the bolt",
        "EN 1993-1-8:2005, Table 3.4, 3.6.1(10)") { Worsens = Worsens.Otherwise };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        if (load.Shear.Value <= 0 || !load.Case.CountsIn(LimitStates.Uls) || GroupCheck.Sums(m, load.Case)) return worst;
        Span<(int Direction, double Size)> ways = stackalloc (int, double)[4];
        for (var part = 0; part < m.Joint.Layers.Length; part++)
        {
            if (m.Stack.LayerShare[part] == 0 || m.Joint.Plans.Parts[part] is not { } plan) continue;
            var n = plan.Components(load.ShearX.Value, load.ShearY.Value, ways);
            for (var w = 0; w < n; w++)
            {
                if (Resistance(m, part, load.Bolt, ways[w].Direction) is not { } resistance) continue;
                var effect = Sheared.Share(m, part, Component(load, ways[w].Size, part));
                worst = worst.OrWorse(T.Let(EurocodeTerms.BearingFactor, resistance / effect, part + 1), part);
            }
        }
        return worst;
    }

    public static string Nothing(in Mechanics<Plain> m) => Sheared.Nothing(m, LimitStates.Uls,
        Sheared.Unknown(m.Joint, true, true) is { Length: > 0 } unknown ? unknown : "the group stands for its bolts (3.7)");

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;

    private static T Component<T>(in BoltLoad<T> load, double size, int part)
        where T : struct, IScalar<T> =>
        Math.Abs(size - load.Shear.Value) <= 1e-9 * size ? load.Shear
            : T.Given(EurocodeTerms.BearingEffect, size, part + 1, "component of the bolt's shear in the direction");

    /// <summary>Fb,Rd of a bolt in a part and direction; null where a distance that it goes by is not known.</summary>
    internal static T? Resistance<T>(in Mechanics<T> m, int part, int bolt, int direction)
        where T : struct, IScalar<T>
    {
        var joint = m.Joint;
        var place = joint.Plans.Parts[part]!.Places(direction)[bolt];
        var kind = joint.Layers[part].Holes;
        var (along, across) = EurocodeBasis.Holes.Extent(joint, part);
        var width = Math.Min(along, across);
        // 3.10 and Figure 3.1: of a slot, d0 is the width and distances run to the centre of its end radius.
        var (end, side) = (place.End - ((along - width) / 2), place.Side - ((across - width) / 2));
        if (place.IsEnd && double.IsNaN(end)) return null;
        if (!place.IsInner && double.IsNaN(side)) return null;
        var d0 = T.Given(CodeTerms.SlotDiameter, width, part + 1, kind == HoleKind.Standard ? joint.HoleSource
            : EurocodeBasis.Holes.Source);
        var alphaD = place.IsEnd ? EurocodeFormulas.AlphaEnd(T.Given(EurocodeTerms.EndDistance, end, part + 1), d0)
            : EurocodeFormulas.AlphaInner(T.Given(EurocodeTerms.PitchAlong, place.Pitch), d0);
        var bolts = NominalStrength.Of(joint.Bolts.Grade);
        var tensile = Sheared.Tensile<T>(joint, part);
        var alphaB = EurocodeFormulas.AlphaB(alphaD, T.Given(CodeTerms.BoltTensile, bolts.Tensile, source: bolts.Source), tensile);
        T? e2 = double.IsFinite(side) ? T.Given(EurocodeTerms.EdgeDistance, side, part + 1) : null;
        T? p2 = double.IsFinite(place.Beside) ? T.Given(EurocodeTerms.PitchAcross, place.Beside) : null;
        var gamma = joint.Judging.By<EurocodeSettings>().GammaM2<T>();
        T? holes = kind switch
        {
            HoleKind.Oversize => T.Given(EurocodeTerms.BearingHole, 0.8, part + 1),
            HoleKind.ShortSlotAcross or HoleKind.LongSlotAcross => T.Given(EurocodeTerms.BearingHole, 0.6, part + 1),
            _ => null,
        };
        var thickness = Sheared.Thickness(m, part);
        var resistance = EurocodeFormulas.Bearing(EurocodeFormulas.K1(e2, p2, d0), alphaB, tensile, m.Thread.Diameter, thickness, gamma,
            holes);
        // 3.6.1(10): a single lap with one bolt row, any number side by side; a closed ring cannot turn.
        return m.Stack.Planes.Length == 1 && double.IsPositiveInfinity(place.LinePitch) && !joint.Plans.Parts[part]!.IsClosedRing
            ? T.Let(EurocodeTerms.SingleRow, T.Min(resistance, T.Const(1.5) * tensile * m.Thread.Diameter * thickness / gamma))
            : resistance;
    }
}
