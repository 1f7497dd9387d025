using Hasp.Core.Checks.Codes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// Yield of a part over the tension between its holes. Where the holes side by side are stated, the whole in-plane force passes
/// them; where a pattern is laid out and the sides are known, every path from side to side against the bolts behind it, each
/// slanting step giving s²/(4g) back.
/// </summary>
internal readonly struct NetSectionCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new("netSection", "Net section", "net section", 1.5, PreloadUsed.None,
        "yield of the part over the tension between its holes",
        "EN 1993-1-8, 3.10.1; AISC 360 B4.3b (the area)") { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        var whole = load.InPlane;
        if (whole.Value <= 0) return worst;
        var layers = m.Joint.Layers;
        for (var i = 0; i < layers.Length; i++)
        {
            if (layers[i].Width is not { } width || m.Joint.HolesAcross(i) is not { } holes || m.Stack.LayerShare[i] == 0) continue;
            var area = MemberFormulas.NetArea(
                T.Given(Terms.PartWidth, width, i + 1, layers[i].Name),
                T.Given(Terms.HolesAcross, holes, i + 1, layers[i].Name),
                T.Given(Terms.HoleDiameter, m.Joint.Hole, source: m.Joint.HoleSource),
                T.Given(Terms.Thickness, layers[i].Thickness, i + 1, layers[i].Name), T.Const(0));
            var force = m.InLayer(i, whole, Terms.PartForce);
            worst = worst.OrWorse(MemberFormulas.NetFactor(Yield<T>(m.Joint, i), force, area), i);
        }
        if (m.Joint.Pattern is null || PathCheck.Worst<Rules>(m.Joint, m.Stack, load.Case, load.Known) is not { } found) return worst;
        return worst.OrWorse(MemberFormulas.NetFactor(Yield<T>(m.Joint, found.Part), PathCheck.ForceOf(m, load, found),
            PathCheck.Area(m, found, Terms.NetArea, CodeTerms.Pulled, found.Path.NetPulled)), found.Part);
    }

    public static bool MayApply(Joint joint) =>
        joint.Layers.Any(l => l.Width is not null) || (joint.Pattern is not null && joint.Plans.Parts.Any(p => p is { KnowsSides: true }));

    public static string Nothing(in Mechanics<Plain> m) =>
        m.Stack.Planes.Length == 0 ? ShearCheck.NothingShears(m)
        : m.Joint.HolesOpen.Any() ? "not judged, because nobody said how many holes stand side by side: state it with the width, "
            + "or lay out a pattern"
        : "no shear, or neither a width is stated nor a plate drawn";

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;

    public static PathDrawn? Drawn(in Mechanics<Plain> m, LoadCase load) =>
        m.Joint.Pattern is not null && PathCheck.Worst<Rules>(m.Joint, m.Stack, load) is { } found ? PathDrawn.Of(m.Joint, found) : null;

    private static T Yield<T>(Joint joint, int part)
        where T : struct, IScalar<T> =>
        T.Given(Terms.MemberYield, joint.Layers[part].Material.Yield, part + 1,
            Traced.Reads<T>() ? joint.Layers[part].Material.Cited : null);

    /// <summary>Strength of a path by the formula of this check, on a millimetre of what is pulled; none where a number of holes is
    /// stated.</summary>
    private readonly struct Rules : PathCheck.IRules
    {
        public static bool Sections => true;

        public static (double Along, double Across) Holes(Joint joint, int part) => (joint.Hole, joint.Hole);

        public static int Strengths(Joint joint, int part, bool concentric, Span<PathStrength> into)
        {
            var layer = joint.Layers[part];
            if (joint.HolesAcross(part) is not null && layer.Width is not null) return 0;
            into[0] = new(layer.Material.Yield * layer.Thickness, 0, 0, 0);
            return 1;
        }
    }
}
