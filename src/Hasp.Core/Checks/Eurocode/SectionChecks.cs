using Hasp.Core.Checks.Codes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Eurocode;

/// <summary>Gross section of each part, EN 1993-1-1, 6.2.3(2)a.</summary>
internal readonly struct GrossSectionCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new("enGross", "Gross section", "yields", 1, PreloadUsed.None,
        "plastic resistance of the gross section over the load of the part", "EN 1993-1-1:2005, 6.2.3") { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var joint = m.Joint;
        return Sheared.GrossSection(m, load, LimitStates.Uls, EurocodeTerms.SectionFactor, (part, area) =>
            T.Let(EurocodeTerms.GrossResistance, area * Sheared.Yield<T>(joint, part) / joint.Judging.By<EurocodeSettings>().GammaM0<T>(),
                part + 1));
    }

    public static string Nothing(in Mechanics<Plain> m) => Sheared.NothingGross(m, LimitStates.Uls);

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;
}

/// <summary>
/// Net section of each part, EN 1993-1-1, 6.2.3(2)b over every path from side to side (6.2.2.2); in category C at yield, 6.2.3(4).
/// </summary>
internal readonly struct NetSectionCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new("enNet", "Net section", "net section", 1, PreloadUsed.None,
        "resistance of the net section over the load of the bolts that it holds",
        "EN 1993-1-1:2005, 6.2.2.2, 6.2.3") { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (load.InPlane.Value <= 0 || !load.Case.CountsIn(LimitStates.Uls)
            || Find(m, load.Case, load.Known) is not { } found) return Judged<T>.Nothing;
        var how = m.Joint.Judging.By<EurocodeSettings>();
        var area = PathCheck.Area(m, found, CodeTerms.NetSection, CodeTerms.Pulled, found.Path.NetPulled);
        var resistance = Strength(how, area, Sheared.Yield<T>(m.Joint, found.Part), Sheared.Tensile<T>(m.Joint, found.Part));
        return new(true, T.Let(EurocodeTerms.SectionFactor, resistance / PathCheck.ForceOf(m, load, found), found.Part + 1), found.Part);
    }

    public static string Nothing(in Mechanics<Plain> m) => Sheared.Nothing(m, LimitStates.Uls, Sheared.Unknown(m.Joint, false, true));

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;

    public static PathDrawn? Drawn(in Mechanics<Plain> m, LoadCase load) =>
        Find(m, load) is { } found ? PathDrawn.Of(m.Joint, found) : null;

    /// <summary>0.9·Anet·fu/γM2; at yield, Anet·fy/γM0, in category C.</summary>
    private static T Strength<T>(EurocodeSettings how, T area, T yield, T tensile)
        where T : struct, IScalar<T> => how.JointType == JointType.SlipAtUltimate
            ? T.Let(EurocodeTerms.NetYield, area * yield / how.GammaM0<T>())
            : T.Let(EurocodeTerms.NetResistance, T.Const(0.9) * area * tensile / how.GammaM2<T>());

    private static PathCheck.Found? Find<T>(in Mechanics<T> m, LoadCase load, double known = double.NaN)
        where T : struct, IScalar<T> => PathCheck.Worst<Rules>(m.Joint, m.Stack, load, known);

    /// <summary>Strength of a path by the formula of this check, on a millimetre of each of its lengths.</summary>
    private readonly struct Rules : PathCheck.IRules
    {
        public static bool Sections => true;

        public static (double Along, double Across) Holes(Joint joint, int part) => EurocodeBasis.Holes.Extent(joint, part);

        public static int Strengths(Joint joint, int part, bool concentric, Span<PathStrength> into)
        {
            var (how, layer) = (joint.Judging.By<EurocodeSettings>(), joint.Layers[part]);
            into[0] = new(Strength(how, new Plain(layer.Thickness), new(layer.Material.Yield), new(layer.Material.Tensile)).Value, 0, 0, 0);
            return 1;
        }
    }
}

/// <summary>
/// Block tearing, 3.10.2, over every failure path of the pattern; the loading is eccentric where it does not act through the centroid of
/// the bolts.
/// </summary>
internal readonly struct BlockTearingCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new("enBlock", "Block tearing", "block tears", 1, PreloadUsed.None,
        "resistance to block tearing over the load of the bolts in the block",
        "EN 1993-1-8:2005, 3.10.2") { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!load.Case.CountsIn(LimitStates.Uls) || Find(m, load.Case, load.Known) is not { } found) return Judged<T>.Nothing;
        var how = m.Joint.Judging.By<EurocodeSettings>();
        var layer = m.Joint.Layers[found.Part];
        var t = T.Given(Terms.Thickness, layer.Thickness, found.Part + 1, layer.Name);
        var resistance = EurocodeFormulas.Block(
            Sheared.Tensile<T>(m.Joint, found.Part),
            T.Let(CodeTerms.NetTension, T.Given(CodeTerms.Pulled, found.Path.NetPulled, found.Part + 1,
            PathCheck.Words(found.Path, m.Joint)) * t),
            Sheared.Yield<T>(m.Joint, found.Part), T.Let(CodeTerms.NetShear,
                T.Given(CodeTerms.Sheared, found.Path.NetSheared, found.Part + 1) * t),
            how.GammaM2<T>(), how.GammaM0<T>(), PathCheck.IsUneven(how, found.Concentric));
        return new(true, T.Let(EurocodeTerms.BlockFactor, resistance / PathCheck.ForceOf(m, load, found), found.Part + 1), found.Part);
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

        public static (double Along, double Across) Holes(Joint joint, int part) => EurocodeBasis.Holes.Extent(joint, part);

        public static int Strengths(Joint joint, int part, bool concentric, Span<PathStrength> into)
        {
            var (how, layer) = (joint.Judging.By<EurocodeSettings>(), joint.Layers[part]);
            double On(double pulled, double sheared) => EurocodeFormulas.Block<Plain>(
                new(layer.Material.Tensile), new(pulled * layer.Thickness), new(layer.Material.Yield), new(sheared * layer.Thickness),
                new(how.M2), new(how.M0), PathCheck.IsUneven(how, concentric)).Value;
            into[0] = new(On(1, 0), 0, On(0, 1), 0);
            return 1;
        }
    }
}
