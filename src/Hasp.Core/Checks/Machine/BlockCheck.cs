using Hasp.Core.Checks.Codes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// A block of a part torn out with the bolts in it, over every failure path of the pattern: what is pulled yields, what is sheared
/// yields in shear. The structural codes have theirs.
/// </summary>
internal readonly struct BlockCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new("spliceBlock", "Block tearing", "block tears", 1.5, PreloadUsed.None,
        "load at which a block tears out over the load of the bolts in it",
        "yield of net areas; distortion energy or maximum shear; the paths of EN 1993-1-8, 3.10.2") { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (load.InPlane.Value <= 0 || PathCheck.Worst<Rules>(m.Joint, m.Stack, load.Case,
            load.Known) is not { } found) return Judged<T>.Nothing;
        var torn = MemberFormulas.Block(
            Sheared.Yield<T>(m.Joint, found.Part), PathCheck.Area(m, found, CodeTerms.NetTension, CodeTerms.Pulled, found.Path.NetPulled),
            ShearCheck.Ratio(m), PathCheck.Area(m, found, CodeTerms.NetShear, CodeTerms.Sheared, found.Path.NetSheared));
        return new(true, T.Let(Terms.BlockFactor, torn / PathCheck.ForceOf(m, load, found), found.Part + 1), found.Part);
    }

    public static string Nothing(in Mechanics<Plain> m) => "no block is bounded by the bolts and the edges";

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;

    public static PathDrawn? Drawn(in Mechanics<Plain> m, LoadCase load) =>
        PathCheck.Worst<Rules>(m.Joint, m.Stack, load) is { } found ? PathDrawn.Of(m.Joint, found) : null;

    /// <summary>Strength of a path by the formula of this check, on a millimetre of each of its lengths.</summary>
    private readonly struct Rules : PathCheck.IRules
    {
        public static bool Sections => false;

        public static (double Along, double Across) Holes(Joint joint, int part) => (joint.Hole, joint.Hole);

        public static int Strengths(Joint joint, int part, bool concentric, Span<PathStrength> into)
        {
            var (layer, ratio) = (joint.Layers[part], new Plain(ShearCheck.Ratio(joint)));
            double On(double pulled, double sheared) => MemberFormulas.Block<Plain>(new(layer.Material.Yield),
                new(pulled * layer.Thickness), ratio, new(sheared * layer.Thickness)).Value;
            into[0] = new(On(1, 0), 0, On(0, 1), 0);
            return 1;
        }
    }
}
