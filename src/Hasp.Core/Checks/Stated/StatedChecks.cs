using Hasp.Core.Checks.Codes;
using Hasp.Core.Checks.Margins;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Stated;

/// <summary>What the checks by stated strengths share.</summary>
internal static class Strengths
{
    internal const string NotStated = "nobody stated a strength for it";

    internal static CheckInfo Info(string id, string name, string brief, string meaning) =>
        new(id, name, brief, 1, PreloadUsed.None, meaning, "strength stated");

    /// <summary>The strength stated, where the case counts; null where nothing is to be judged.</summary>
    internal static StatedStrength? Of<T>(in Mechanics<T> m, LoadCase load, Stated stated)
        where T : struct, IScalar<T> =>
        m.Joint.Judging.Where<StatedSettings>() is { } how && how.Counts(load) ? how.Of(stated) : null;

    /// <summary>True where somebody stated a strength for it that can be judged by.</summary>
    internal static bool IsStated(Joint joint, Stated stated) => joint.Judging.Where<StatedSettings>()?.Of(stated) is not null;

    internal static string Nothing(in Mechanics<Plain> m, Stated stated, string unloaded) =>
        IsStated(m.Joint, stated) ? unloaded : NotStated;

    /// <summary>A stress on the material given: the stress stated, or k·fu, k·fy. MPa.</summary>
    internal static T Stress<T>(in Mechanics<T> m, StatedStrength s, int index, T yield, T tensile)
        where T : struct, IScalar<T>
    {
        var cited = Traced.Reads<T>() ? m.Joint.Judging.By<StatedSettings>().Cited : null;
        return s.As == StatedAs.Stress ? T.Given(StatedTerms.Stress, s.Value, index, cited)
            : T.Given(StatedTerms.Times, s.Value, index, cited) * (s.As == StatedAs.OfTensile ? tensile : yield);
    }

    internal static T Force<T>(in Mechanics<T> m, StatedStrength s, int index)
        where T : struct, IScalar<T> =>
        T.Given(StatedTerms.Force, s.Value, index, Traced.Reads<T>() ? m.Joint.Judging.By<StatedSettings>().Cited : null);

    /// <summary>R/F of a bolt: a force as it is, else the stress on the area stated, once for each plane.</summary>
    internal static T OfBolt<T>(in Mechanics<T> m, StatedStrength s, Stated stated, int planes)
        where T : struct, IScalar<T>
    {
        var how = m.Joint.Judging.By<StatedSettings>();
        // In one working with both, tension is the first and shear the second.
        var index = stated == StatedBasis.OfTension ? 1 : 2;
        if (s.As == StatedAs.Force) return how.Available(Force(m, s, index), index);
        var (on, share) = how.AreaOf(stated);
        var area = on switch { StatedOn.Shank => m.Thread.ShankArea, StatedOn.StressArea => m.Thread.StressArea, _ => m.Thread.RootArea };
        var tensile = T.Given(Terms.TensileStrength, m.Joint.Bolts.Grade.Tensile, source: m.Joint.Bolts.Grade.Cited);
        var one = Stress(m, s, index, m.YieldStrength, tensile) * (share == 1 ? area : T.Given(StatedTerms.Share, share, index,
            "stated") * area);
        return how.Available(T.Let(StatedTerms.Strength, planes == 1 ? one : T.Given(StatedTerms.Planes, planes) * one, index), index);
    }

    /// <summary>R/F of a part on an area.</summary>
    internal static T OfPart<T>(in Mechanics<T> m, StatedStrength s, int part, Func<T> area)
        where T : struct, IScalar<T>
    {
        var how = m.Joint.Judging.By<StatedSettings>();
        return how.Available(s.As == StatedAs.Force ? Force(m, s, part + 1)
            : T.Let(StatedTerms.Strength, Stress(m, s, part + 1, Sheared.Yield<T>(m.Joint, part), Sheared.Tensile<T>(m.Joint, part))
                * T.Let(StatedTerms.Area, area(), part + 1), part + 1), part + 1);
    }

    internal static T Thickness<T>(in Mechanics<T> m, int part, double mm)
        where T : struct, IScalar<T> => T.Given(Terms.Thickness, mm, part + 1, m.Joint.Layers[part].Name);
}

/// <summary>Tension of the bolt against the strength stated, prying as far as it is stated with the pattern.</summary>
internal readonly struct TensionCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = Strengths.Info("stTension", "Bolt tension", "bolt breaks", "stated strength over the tension");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> => load.Tension.Value > 0 && Strengths.Of(m, load.Case, StatedBasis.OfTension) is { } s
            ? Judged<T>.Of(T.Let(StatedTerms.Reserve, Strengths.OfBolt(m, s, StatedBasis.OfTension, 1) / load.Tension)) : Judged<T>.Nothing;

    public static bool MayApply(Joint joint) => Strengths.IsStated(joint, StatedBasis.OfTension);

    public static string Nothing(in Mechanics<Plain> m) => Strengths.Nothing(m, StatedBasis.OfTension, Sheared.NoPull);
}

/// <summary>Shear of the bolt against the strength stated: a stress counts in each plane, a force is the bolt's.</summary>
internal readonly struct ShearCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = Strengths.Info("stShear", "Bolt shear", "bolt shears", "stated strength over the shear");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> => load.Shear.Value > 0 && Available(m, load) is { } left
            ? Judged<T>.Of(T.Let(StatedTerms.Reserve, left / load.Shear)) : Judged<T>.Nothing;

    internal static T? Available<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> => m.Stack.Planes.Length > 0 && Strengths.Of(m, load.Case, StatedBasis.OfShear) is { } s
            ? Strengths.OfBolt(m, s, StatedBasis.OfShear, m.Stack.Planes.Length) : null;

    public static bool MayApply(Joint joint) => Strengths.IsStated(joint, StatedBasis.OfShear);

    public static string Nothing(in Mechanics<Plain> m) => Strengths.Nothing(m, StatedBasis.OfShear, Machine.ShearCheck.NothingShears(m));
}

/// <summary>Shear and tension of one bolt, by the exponents stated.</summary>
internal readonly struct CombinedCheck : IBoltCheck
{
    public static CheckInfo Info { get; } =
        Strengths.Info("stCombined", "Bolt shear and tension", "bolt fails", "times both may grow until their stated shares reach 1");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (load.Shear.Value <= 0 || load.Tension.Value <= 0 || m.Joint.Judging.Where<StatedSettings>() is not { } how
            || how is not { ShearExponent: { } a, TensionExponent: { } b } || ShearCheck.Available(m, load) is not { } inShear
            || Strengths.Of(m, load.Case, StatedBasis.OfTension) is not { } s) return Judged<T>.Nothing;
        var shear = T.Let(StatedTerms.ShearShare, load.Shear / inShear);
        var tension = T.Let(StatedTerms.TensionShare, load.Tension / Strengths.OfBolt(m, s, StatedBasis.OfTension, 1));
        var factor = MarginFormulas.Interaction(shear.Value, 0, tension.Value, (a, b));
        return Judged<T>.Of(T.Let(StatedTerms.Together,
            T.Found(factor, FormattableString.Invariant($"λ: (λ·Rv)^{a} + (λ·Rt)^{b} = 1"), shear + tension)));
    }

    public static bool MayApply(Joint joint) =>
        joint.Judging.Where<StatedSettings>() is { ShearExponent: not null, TensionExponent: not null } && ShearCheck.MayApply(joint)
            && TensionCheck.MayApply(joint);

    public static string Nothing(in Mechanics<Plain> m) => m.Joint.Judging.By<StatedSettings>() is { ShearExponent: not null,
        TensionExponent: not null }
        ? "no bolt is pulled and sheared at once, or one of both strengths is not stated" : "nobody stated how they count together";
}

/// <summary>Bearing of the parts on the projected area d·t, or a force a bolt.</summary>
internal readonly struct BearingCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = Strengths.Info("stBearing", "Bearing", "hole bears",
        "stated strength over the load of the worst part");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        if (load.Shear.Value <= 0 || Strengths.Of(m, load.Case, StatedBasis.OfBearing) is not { } s) return worst;
        for (var i = 0; i < m.Joint.Layers.Length; i++)
        {
            if (m.Stack.LayerShare[i] == 0) continue;
            var (at, on) = (i, m);
            var left = Strengths.OfPart(m, s, i, () => on.Thread.Diameter * Strengths.Thickness(on, at, on.Stack.BearingLength[at]));
            worst = worst.OrWorse(T.Let(StatedTerms.Reserve, left / Machine.BearingCheck.LoadOn(m, load, i), i + 1), i);
        }
        return worst;
    }

    public static bool MayApply(Joint joint) => Strengths.IsStated(joint, StatedBasis.OfBearing);

    public static string Nothing(in Mechanics<Plain> m) => Strengths.Nothing(m, StatedBasis.OfBearing, Machine.ShearCheck.NothingShears(m));

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;
}

/// <summary>Tear-out of the parts on two planes from the hole's edge, or a force a bolt.</summary>
internal readonly struct TearOutCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = Strengths.Info("stTearOut", "Tear-out", "tears out",
        "stated strength over the load of the worst part");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        if (load.Shear.Value <= 0 || Strengths.Of(m, load.Case, StatedBasis.OfTearOut) is not { } s) return worst;
        for (var i = 0; i < m.Joint.Layers.Length; i++)
        {
            if (m.Stack.LayerShare[i] == 0 || m.Joint.EdgeDistance(i) is not { } edge) continue;
            var (at, on) = (i, m);
            var left = Strengths.OfPart(m, s, i, () => T.Const(2)
                * (T.Given(Terms.EdgeDistance, edge, at + 1, on.Joint.Layers[at].Name)
                    - (T.Given(Terms.HoleDiameter, on.Joint.Hole, source: on.Joint.HoleSource) / T.Const(2)))
                * Strengths.Thickness(on, at, on.Stack.BearingLength[at]));
            worst = worst.OrWorse(T.Let(StatedTerms.Reserve, left / Machine.BearingCheck.LoadOn(m, load, i), i + 1), i);
        }
        return worst;
    }

    public static bool MayApply(Joint joint) => Strengths.IsStated(joint, StatedBasis.OfTearOut);

    public static string Nothing(in Mechanics<Plain> m) => Strengths.Nothing(m, StatedBasis.OfTearOut,
        "no shear, or no edge distance stated");

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;
}

/// <summary>Net section of the parts: by the holes stated side by side, else by every path of the pattern from side to side.</summary>
internal readonly struct SectionCheck : IPartCheck
{
    public static CheckInfo Info { get; } = Strengths.Info("stSection", "Net section", "net section",
        "stated strength over the tension between the holes")
        with { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        if (load.InPlane.Value <= 0 || Strengths.Of(m, load.Case, StatedBasis.OfSection) is not { } s) return worst;
        var layers = m.Joint.Layers;
        for (var i = 0; i < layers.Length; i++)
        {
            if (layers[i].Width is not { } width || m.Joint.HolesAcross(i) is not { } holes || m.Stack.LayerShare[i] == 0) continue;
            var (at, on) = (i, m);
            var left = Strengths.OfPart(m, s, i, () => MemberFormulas.NetArea(
                T.Given(Terms.PartWidth, width, at + 1, on.Joint.Layers[at].Name), T.Given(Terms.HolesAcross, holes, at + 1,
                    on.Joint.Layers[at].Name),
                T.Given(Terms.HoleDiameter, on.Joint.Hole, source: on.Joint.HoleSource), Strengths.Thickness(on, at,
                    on.Joint.Layers[at].Thickness), T.Const(0)));
            worst = worst.OrWorse(T.Let(StatedTerms.Reserve, left / Sheared.Share(m, i, load.InPlane), i + 1), i);
        }
        if (m.Joint.Pattern is null || PathCheck.Worst<Rules>(m.Joint, m.Stack, load.Case, load.Known) is not { } found) return worst;
        var joint = m;
        var along = Strengths.OfPart(m, s, found.Part, () => PathCheck.Area(joint, found, Terms.NetArea, CodeTerms.Pulled,
            found.Path.NetPulled));
        return worst.OrWorse(T.Let(StatedTerms.Reserve, along / PathCheck.ForceOf(m, load, found), found.Part + 1), found.Part);
    }

    public static bool MayApply(Joint joint) => Strengths.IsStated(joint, StatedBasis.OfSection)
        && Machine.NetSectionCheck.MayApply(joint);

    public static string Nothing(in Mechanics<Plain> m) => Strengths.Nothing(m, StatedBasis.OfSection, Machine.NetSectionCheck.Nothing(m));

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;

    public static PathDrawn? Drawn(in Mechanics<Plain> m, LoadCase load) =>
        m.Joint.Pattern is not null && PathCheck.Worst<Rules>(m.Joint, m.Stack, load) is { } found ? PathDrawn.Of(m.Joint, found) : null;

    /// <summary>Strength of a path by the stress stated, on a millimetre of what is pulled.</summary>
    private readonly struct Rules : PathCheck.IRules
    {
        public static bool Sections => true;

        public static (double Along, double Across) Holes(Joint joint, int part) => (joint.Hole, joint.Hole);

        public static int Strengths(Joint joint, int part, bool concentric, Span<PathStrength> into)
        {
            if (joint.HolesAcross(part) is not null && joint.Layers[part].Width is not null) return 0;
            if (joint.Judging.Where<StatedSettings>()?.Of(StatedBasis.OfSection) is not { } s) return 0;
            var material = joint.Layers[part].Material;
            var stress = s.As == StatedAs.Stress ? s.Value : s.Value * (s.As == StatedAs.OfTensile ? material.Tensile : material.Yield);
            into[0] = new(stress * joint.Layers[part].Thickness, 0, 0, 0);
            return 1;
        }
    }
}

/// <summary>Gross section of the parts, w·t.</summary>
internal readonly struct GrossCheck : IPartCheck
{
    public static CheckInfo Info { get; } = Strengths.Info("stGross", "Gross section", "gross section",
        "stated strength over the force of the part")
        with { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (Strengths.Of(m, load.Case, StatedBasis.OfGross) is not { } s) return Judged<T>.Nothing;
        var joint = m;
        return Sheared.GrossSection(m, load, m.Joint.Judging.LooksAt, StatedTerms.Reserve, (part, area) => Strengths.OfPart(joint, s,
            part, () => area));
    }

    public static bool MayApply(Joint joint) => Strengths.IsStated(joint, StatedBasis.OfGross) && Machine.NetSectionCheck.MayApply(joint);

    public static string Nothing(in Mechanics<Plain> m) => Strengths.Nothing(m, StatedBasis.OfGross, Sheared.NothingGross(m,
        m.Joint.Judging.LooksAt));

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;
}

/// <summary>Head or nut through the part under it, on π·dm·t, or a force a bolt.</summary>
internal readonly struct PullThroughCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = Strengths.Info("stPullThrough", "Pull-through of head or nut", "pulls through",
        "stated strength over the tension");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        if (load.Tension.Value <= 0 || Strengths.Of(m, load.Case, StatedBasis.OfPullThrough) is not { } s) return worst;
        for (var number = 1; number <= Machine.PullThroughCheck.Ends(m.Joint); number++)
        {
            var end = Machine.PullThroughCheck.End(m.Joint, m.Stack, number);
            var left = Strengths.OfPart(m, s, end.Part, () => Machine.PullThroughCheck.Area<T>(end));
            worst = worst.OrWorse(T.Let(StatedTerms.Reserve, left / load.Tension, end.Number), end.Number - 1);
        }
        return worst;
    }

    public static bool MayApply(Joint joint) => Strengths.IsStated(joint, StatedBasis.OfPullThrough);

    public static string Nothing(in Mechanics<Plain> m) => Strengths.Nothing(m, StatedBasis.OfPullThrough, Sheared.NoPull);

    public static string Place(int place, in Mechanics<Plain> m) => Machine.UnderHeadCheck.EndWords(place, m);
}
