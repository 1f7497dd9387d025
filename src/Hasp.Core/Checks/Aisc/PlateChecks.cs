using Hasp.Core.Checks.Codes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;

namespace Hasp.Core.Checks.Aisc;

/// <summary>Yielding of the gross section of each part, J4.1(a).</summary>
internal readonly struct YieldingCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new("aiscYielding", "Yielding of the gross section", "yields", 1, PreloadUsed.None,
        "available strength in yielding over the load of the part", "AISC 360-22, J4.1(a)") { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var (joint, how) = (m.Joint, m.Joint.Judging.By<AiscSettings>());
        return Sheared.GrossSection(m, load, how.States, AiscTerms.Factor, (part, area) =>
            how.AvailableYield(T.Let(AiscTerms.NominalYield, Sheared.Yield<T>(joint, part) * area, part + 1)));
    }

    public static string Nothing(in Mechanics<Plain> m) => Sheared.NothingGross(m, m.Joint.Judging.By<AiscSettings>().States);

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;
}

/// <summary>Rupture of the net section of each part, J4.1(b), over every path from side to side; holes count 1/16 in, metric 2 mm,
/// more (B4.3b).</summary>
internal readonly struct RuptureCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new("aiscRupture", "Rupture of the net section", "net section", 1, PreloadUsed.None,
        "available strength in rupture over the load of the bolts that it holds",
        "AISC 360-22, J4.1(b), B4.3b") { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var how = m.Joint.Judging.By<AiscSettings>();
        if (load.InPlane.Value <= 0 || !load.Case.CountsIn(how.States)
            || Find(m, load.Case, load.Known) is not { } found) return Judged<T>.Nothing;
        var area = PathCheck.Area(m, found, CodeTerms.NetSection, CodeTerms.Pulled, found.Path.NetPulled);
        var available = Available(how, area, Sheared.Tensile<T>(m.Joint, found.Part));
        return new(true, T.Let(AiscTerms.Factor, available / PathCheck.ForceOf(m, load, found), found.Part + 1), found.Part);
    }

    public static string Nothing(in Mechanics<Plain> m) =>
        Sheared.Nothing(m, m.Joint.Judging.By<AiscSettings>().States, Sheared.Unknown(m.Joint, false, true));

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;

    public static PathDrawn? Drawn(in Mechanics<Plain> m, LoadCase load) =>
        Find(m, load) is { } found ? PathDrawn.Of(m.Joint, found) : null;

    /// <summary>Available strength of Rn = Fu·Ae, Ae = U·An (J4.1(b), D3).</summary>
    private static T Available<T>(AiscSettings how, T area, T tensile)
        where T : struct, IScalar<T> => how.Available(T.Let(AiscTerms.NominalRupture,
            tensile * T.Given(AiscTerms.ShearLag, how.ShearLag) * area));

    /// <summary>What a hole takes from a net area, along and across the load (B4.3b), mm.</summary>
    internal static (double Along, double Across) Deduction(Joint joint, int part)
    {
        var units = AiscUnits.Of(joint);
        var (along, across) = units.Holes.Extent(joint, part);
        return (along + units.Hole, across + units.Hole);
    }

    private static PathCheck.Found? Find<T>(in Mechanics<T> m, LoadCase load, double known = double.NaN)
        where T : struct, IScalar<T> => PathCheck.Worst<Rules>(m.Joint, m.Stack, load, known);

    /// <summary>Strength of a path by the formula of this check, on a millimetre of each of its lengths.</summary>
    private readonly struct Rules : PathCheck.IRules
    {
        public static bool Sections => true;

        public static (double Along, double Across) Holes(Joint joint, int part) => Deduction(joint, part);

        public static int Strengths(Joint joint, int part, bool concentric, Span<PathStrength> into)
        {
            var layer = joint.Layers[part];
            var how = joint.Judging.By<AiscSettings>();
            into[0] = new(Available(how, new Plain(layer.Thickness), new(layer.Material.Tensile)).Value, 0, 0, 0);
            return 1;
        }
    }
}

/// <summary>Block shear, J4.3, over every failure path of the pattern; Ubs 0.5 where the tension is not even.</summary>
internal readonly struct BlockShearCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new("aiscBlock", "Block shear", "block tears", 1, PreloadUsed.None,
        "available block shear strength over the load of the bolts in the block", "AISC 360-22, J4.3") { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var how = m.Joint.Judging.By<AiscSettings>();
        if (!load.Case.CountsIn(how.States) || Find(m, load.Case, load.Known) is not { } found) return Judged<T>.Nothing;
        var layer = m.Joint.Layers[found.Part];
        var t = T.Given(Terms.Thickness, layer.Thickness, found.Part + 1, layer.Name);
        var nominal = AiscFormulas.Block(
            Sheared.Tensile<T>(m.Joint, found.Part), Sheared.Yield<T>(m.Joint, found.Part),
            T.Let(CodeTerms.NetShear, T.Given(CodeTerms.Sheared, found.Path.NetSheared, found.Part + 1) * t),
            T.Let(CodeTerms.GrossShear, T.Given(CodeTerms.ShearedGross, found.Path.GrossSheared, found.Part + 1) * t),
            T.Let(CodeTerms.NetTension, T.Given(CodeTerms.Pulled, found.Path.NetPulled, found.Part + 1,
                PathCheck.Words(found.Path, m.Joint)) * t),
            T.Given(AiscTerms.BlockTension, Even(how, found.Concentric)));
        return new(true, T.Let(AiscTerms.Factor, how.Available(nominal) / PathCheck.ForceOf(m, load, found), found.Part + 1), found.Part);
    }

    public static string Nothing(in Mechanics<Plain> m) => Sheared.Nothing(m, m.Joint.Judging.By<AiscSettings>().States,
        Sheared.Unknown(m.Joint, true, true) is { Length: > 0 } unknown ? unknown : "no block is bounded by the bolts and the edges");

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;

    public static PathDrawn? Drawn(in Mechanics<Plain> m, LoadCase load) =>
        Find(m, load) is { } found ? PathDrawn.Of(m.Joint, found) : null;

    private static double Even(AiscSettings how, bool concentric) => PathCheck.IsUneven(how, concentric) ? 0.5 : 1;

    private static PathCheck.Found? Find<T>(in Mechanics<T> m, LoadCase load, double known = double.NaN)
        where T : struct, IScalar<T> => PathCheck.Worst<Rules>(m.Joint, m.Stack, load, known);

    /// <summary>Strength of a path by the formula of this check, on a millimetre of each of its lengths.</summary>
    private readonly struct Rules : PathCheck.IRules
    {
        public static bool Sections => false;

        public static (double Along, double Across) Holes(Joint joint, int part) => RuptureCheck.Deduction(joint, part);

        public static int Strengths(Joint joint, int part, bool concentric, Span<PathStrength> into)
        {
            var (how, layer) = (joint.Judging.By<AiscSettings>(), joint.Layers[part]);
            var t = layer.Thickness;
            // The lesser of net and gross shear: each as if the other were without end.
            double On(double pulled, double net, double gross) => how.Available(AiscFormulas.Block<Plain>(
                new(layer.Material.Tensile), new(layer.Material.Yield), new(net * t), new(gross * t), new(pulled * t),
                new(Even(how, concentric)))).Value;
            const double Endless = 1e30;
            into[0] = new(On(1, 0, 0), 0, On(0, 1, Endless), 0);
            into[1] = new(On(1, 0, 0), 0, 0, On(0, Endless, 1));
            return 2;
        }
    }
}

/// <summary>
/// Least spacing J3.4 and edge distance J3.5, greatest ones J3.6. Less than Table J3.4 is allowed down to one diameter where tear-out and
/// J4 hold.
/// </summary>
internal readonly struct SpacingCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new("aiscSpacing", "Spacing and edge distance", "spacing", 1, PreloadUsed.None,
        "distance over the least allowed, or the greatest allowed over the distance, where one is not kept",
        "AISC 360-22, J3.4 to J3.6") { SetBy = SetBy.Rule, WithoutLoad = true };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T> => SpacingLimits.Judge<T>(m.Joint, Limits);

    public static string Nothing(in Mechanics<Plain> m)
    {
        var kept = SpacingLimits.Kept(m.Joint, Limits);
        return Short(m.Joint) is { } edge ? $"{kept}. {edge}" : kept;
    }

    public static string Place(int place, in Mechanics<Plain> m) => SpacingLimits.Words(m.Joint, Limits, place);

    private static IEnumerable<SpacingLimit> Limits(Joint joint, int part, BoltPlace place, int direction)
    {
        var d = joint.Bolts.Thread.Diameter;
        var units = AiscUnits.Of(joint);
        var (along, across) = units.Holes.Extent(joint, part);
        foreach (var (pitch, hole) in new[] { (place.Pitch, along), (place.Beside, across) })
        {
            yield return SpacingLimit.Least("spacing", pitch, 8.0 / 3 * d);
            yield return SpacingLimit.Least("clear between holes", pitch - hole, d);
        }
        if (place.IsEnd) yield return SpacingLimit.Least("edge distance", place.End, d);
        if (!place.IsInner) yield return SpacingLimit.Least("edge distance", place.Side, d);
        var t = joint.Layers[part].Thickness;
        var weathering = joint.Judging.By<AiscSettings>().Exposure == Exposure.Weathering;
        if (place.IsEnd) yield return SpacingLimit.Most("edge distance", place.End, Math.Min(12 * t, units.MostEdge));
        if (!place.IsInner) yield return SpacingLimit.Most("edge distance", place.Side, Math.Min(12 * t, units.MostEdge));
        yield return SpacingLimit.Most(
            "spacing", place.Pitch, weathering ? Math.Min(14 * SpacingLimits.ThinnerOuter(joint), units.MostWeathering)
                : Math.Min(24 * SpacingLimits.ThinnerOuter(joint), units.MostSpacing));
    }

    /// <summary>An edge distance under Table J3.4 with C2 of Table J3.5, in words; null where none is.</summary>
    private static string? Short(Joint joint)
    {
        var d = joint.Bolts.Thread.Diameter;
        var units = AiscUnits.Of(joint);
        var table = units.Edges.FirstOrDefault(r => Math.Abs(r.Key - d) < 0.005) is { Value: > 0 } row ? row.Value : 1.25 * d;
        for (var part = 0; part < joint.Layers.Length; part++)
        {
            if (joint.Plans.Parts[part] is not { } plan) continue;
            var least = table + units.C2(joint.Layers[part].Holes, d);
            foreach (var place in plan.Places(0).Concat(plan.Places(1)))
            {
                var edge = Math.Min(place.IsEnd ? place.End : double.PositiveInfinity, place.IsInner ? double.PositiveInfinity
                    : place.Side);
                if (edge < least - 1e-9)
                    return $"An edge distance of {joint.Layers[part].Name}, "
                    + $"{QuantityText.ShowText(edge, Dimension.Length, UnitSystem.Si)}, "
                    + $"is under Table J3.4 ({QuantityText.ShowText(least, Dimension.Length, UnitSystem.Si)}): "
                    + $"allowed where tear-out and J4 hold";
            }
        }
        return null;
    }
}
