using Hasp.Core.Checks.Codes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Is800;

/// <summary>Yielding of the gross section of each part, 6.2.</summary>
internal readonly struct GrossCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new("isGross", "Yielding of the gross section", "yields", 1, PreloadUsed.None,
        "design strength in yielding over the load of the part", "IS 800:2007, 6.2") { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var joint = m.Joint;
        return Sheared.GrossSection(m, load, LimitStates.Uls, Is800Terms.Factor, (part, area) =>
            T.Let(Is800Terms.YieldStrength, area * Sheared.Yield<T>(joint, part) / joint.Judging.By<Is800Settings>().GammaM0<T>(), part
                + 1));
    }

    public static string Nothing(in Mechanics<Plain> m) => Sheared.NothingGross(m, LimitStates.Uls);

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;
}

/// <summary>Rupture of the net section of each part, 6.3.1, over every path from side to side.</summary>
internal readonly struct NetCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new("isNet", "Rupture of the net section", "net section", 1, PreloadUsed.None,
        "design strength in rupture over the load of the bolts that it holds", "IS 800:2007, 6.3.1") { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (load.InPlane.Value <= 0 || !load.Case.CountsIn(LimitStates.Uls)
            || Find(m, load.Case, load.Known) is not { } found) return Judged<T>.Nothing;
        var area = PathCheck.Area(m, found, CodeTerms.NetSection, CodeTerms.Pulled, found.Path.NetPulled);
        var strength = Strength(m.Joint.Judging.By<Is800Settings>(), area, Sheared.Tensile<T>(m.Joint, found.Part));
        return new(true, T.Let(Is800Terms.Factor, strength / PathCheck.ForceOf(m, load, found), found.Part + 1), found.Part);
    }

    public static string Nothing(in Mechanics<Plain> m) => Sheared.Nothing(m, LimitStates.Uls, Sheared.Unknown(m.Joint, false, true));

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;

    public static PathDrawn? Drawn(in Mechanics<Plain> m, LoadCase load) =>
        Find(m, load) is { } found ? PathDrawn.Of(m.Joint, found) : null;

    /// <summary>Tdn = 0.9·An·fu/γm1 (6.3.1).</summary>
    private static T Strength<T>(Is800Settings how, T area, T tensile)
        where T : struct, IScalar<T> => T.Let(Is800Terms.RuptureStrength, T.Const(0.9) * area * tensile / how.GammaM1<T>());

    private static PathCheck.Found? Find<T>(in Mechanics<T> m, LoadCase load, double known = double.NaN)
        where T : struct, IScalar<T> => PathCheck.Worst<Rules>(m.Joint, m.Stack, load, known);

    /// <summary>Strength of a path by the formula of this check, on a millimetre of each of its lengths.</summary>
    private readonly struct Rules : PathCheck.IRules
    {
        public static bool Sections => true;

        public static (double Along, double Across) Holes(Joint joint, int part) =>
            joint.Judging.By<Is800Settings>().Deduction(joint, part);

        public static int Strengths(Joint joint, int part, bool concentric, Span<PathStrength> into)
        {
            var layer = joint.Layers[part];
            into[0] = new(Strength(joint.Judging.By<Is800Settings>(), new Plain(layer.Thickness), new(layer.Material.Tensile)).Value, 0, 0,
                0);
            return 1;
        }
    }
}

/// <summary>Block shear, 6.4.1, over every failure path of the pattern.</summary>
internal readonly struct BlockCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new("isBlock", "Block shear", "block tears", 1, PreloadUsed.None,
        "design strength in block shear over the load of the bolts in the block", "IS 800:2007, 6.4.1") { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!load.Case.CountsIn(LimitStates.Uls) || Find(m, load.Case, load.Known) is not { } found) return Judged<T>.Nothing;
        var (how, layer, path) = (m.Joint.Judging.By<Is800Settings>(), m.Joint.Layers[found.Part], found.Path);
        var t = T.Given(Terms.Thickness, layer.Thickness, found.Part + 1, layer.Name);
        T Area(Term area, Term length, double mm) => T.Let(area, T.Given(length, mm, found.Part + 1) * t);
        var strength = Is800Formulas.Block(
            Area(CodeTerms.GrossShear, CodeTerms.ShearedGross, path.GrossSheared),
            Area(CodeTerms.NetTension, CodeTerms.Pulled, path.NetPulled),
            Area(CodeTerms.NetShear, CodeTerms.Sheared, path.NetSheared),
            Area(CodeTerms.GrossTension, CodeTerms.PulledGross, path.GrossPulled),
            Sheared.Yield<T>(m.Joint, found.Part), Sheared.Tensile<T>(m.Joint, found.Part), how.GammaM0<T>(), how.GammaM1<T>(),
            PathCheck.IsUneven(how, found.Concentric));
        return new(true, T.Let(Is800Terms.Factor, strength / PathCheck.ForceOf(m, load, found), found.Part + 1), found.Part);
    }

    public static string Nothing(in Mechanics<Plain> m) => Sheared.Nothing(m, LimitStates.Uls,
        Sheared.Unknown(m.Joint, true, true) is { Length: > 0 } unknown ? unknown : "no block is bounded by the bolts and the edges");

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;

    public static PathDrawn? Drawn(in Mechanics<Plain> m, LoadCase load) =>
        Find(m, load) is { } found ? PathDrawn.Of(m.Joint, found) : null;

    private static PathCheck.Found? Find<T>(in Mechanics<T> m, LoadCase load, double known = double.NaN)
        where T : struct, IScalar<T> => PathCheck.Worst<Rules>(m.Joint, m.Stack, load, known);

    /// <summary>Strength of a path by the formula of this check, on a millimetre of each of its lengths.</summary>
    private readonly struct Rules : PathCheck.IRules
    {
        public static bool Sections => false;

        public static (double Along, double Across) Holes(Joint joint, int part) =>
            joint.Judging.By<Is800Settings>().Deduction(joint, part);

        public static int Strengths(Joint joint, int part, bool concentric, Span<PathStrength> into)
        {
            var (how, layer) = (joint.Judging.By<Is800Settings>(), joint.Layers[part]);
            // The lesser of two sums: each as if the other were without end.
            double On(double grossSheared, double netPulled, double netSheared, double grossPulled) => Is800Formulas.Block<Plain>(
                new(grossSheared * layer.Thickness), new(netPulled * layer.Thickness), new(netSheared * layer.Thickness),
                new(grossPulled * layer.Thickness),
                new(layer.Material.Yield), new(layer.Material.Tensile), new(how.M0), new(how.M1), PathCheck.IsUneven(how, concentric))
                    .Value;
            const double Endless = 1e30;
            into[0] = new(On(0, 1, Endless, 0), 0, 0, On(1, 0, Endless, 0));
            into[1] = new(0, On(Endless, 0, 0, 1), On(Endless, 0, 1, 0), 0);
            return 2;
        }
    }
}

/// <summary>Pitch and edge distances, 10.2: least ones, and greatest ones by stress and surroundings.</summary>
internal readonly struct SpacingCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new("isSpacing", "Pitch and edge distances", "spacing", 1, PreloadUsed.None,
        "distance over the least allowed, or the greatest allowed over the distance, where one is not kept",
        "IS 800:2007, 10.2") { SetBy = SetBy.Rule, WithoutLoad = true };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T> => SpacingLimits.Judge<T>(m.Joint, Limits);

    public static string Nothing(in Mechanics<Plain> m) => SpacingLimits.Kept(m.Joint, Limits);

    public static string Place(int place, in Mechanics<Plain> m) => SpacingLimits.Words(m.Joint, Limits, place);

    private static IEnumerable<SpacingLimit> Limits(Joint joint, int part, BoltPlace place, int direction)
    {
        var how = joint.Judging.By<Is800Settings>();
        var (along, across) = Is800Basis.Holes.Extent(joint, part);
        var d0 = Math.Min(along, across);
        var d = joint.Bolts.Thread.Diameter;
        var least = (how.ShearedEdges ? 1.7 : 1.5) * d0;
        // 10.2.4.1: of a slot, to its axis or to the centre of its end radius, the smaller.
        if (place.IsEnd) yield return SpacingLimit.Least("end distance", place.End - ((along - d0) / 2), least);
        if (!place.IsInner) yield return SpacingLimit.Least("edge distance", place.Side - ((across - d0) / 2), least);
        yield return SpacingLimit.Least("pitch", place.Pitch, 2.5 * d);
        yield return SpacingLimit.Least("gauge", place.Beside, 2.5 * d);
        var t = SpacingLimits.ThinnerOuter(joint);
        var edge = how.Exposure == Exposure.None ? 12 * t * Math.Sqrt(250 / joint.Layers[part].Material.Yield) : 40 + (4 * t);
        if (place.IsEnd) yield return SpacingLimit.Most("end distance", place.End, edge);
        if (!place.IsInner) yield return SpacingLimit.Most("edge distance", place.Side, edge);
        yield return SpacingLimit.Most("pitch", place.Pitch, Math.Min(32 * t, 300));
        var byStress = how.Compression ? Math.Min(12 * t, 200) : Math.Min(16 * t, 200);
        var nextToEdge = place.IsInner ? double.PositiveInfinity : Math.Min(100 + (4 * t), 200);
        yield return SpacingLimit.Most("pitch", place.Pitch, Math.Min(byStress, nextToEdge));
    }
}
