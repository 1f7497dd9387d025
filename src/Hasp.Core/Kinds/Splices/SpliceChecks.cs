using Hasp.Core.Checks;
using Hasp.Core.Checks.Codes;
using Hasp.Core.Checks.Machine;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Kinds.Splices;

/// <summary>Yield of the gross section of plates and covers; the structural codes have theirs.</summary>
internal readonly struct SpliceGrossCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new(
        "spliceGross", "Gross section", "yields", 1.5, PreloadUsed.None, "yield of the gross section over the force of the part",
        "gross section w·t") { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        if (load.InPlane.Value <= 0) return worst;
        var layers = m.Joint.Layers;
        for (var i = 0; i < layers.Length; i++)
        {
            var share = m.Stack.LayerShare[i];
            if (layers[i].Width is not { } width || share == 0) continue;
            var area = T.Let(SpliceTerms.GrossArea,
                T.Given(Terms.PartWidth, width, i + 1, layers[i].Name) * T.Given(Terms.Thickness, layers[i].Thickness, i + 1, layers[i]
                .Name), i + 1);
            var force = T.Let(Terms.PartForce, share == 1 ? load.InPlane : T.Const(share) * load.InPlane, i + 1);
            worst = worst.OrWorse(T.Let(SpliceTerms.GrossFactor,
                T.Given(Terms.MemberYield, layers[i].Material.Yield, i + 1, layers[i].Material.Cited) * area / force, i + 1), i);
        }
        return worst;
    }

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;
}

/// <summary>
/// Plates and covers bent in their plane by a moment, and by a force across over its lever: elastic stress at the edge of the gross
/// section. The covers at the gap, the plates where the covers end; of a lap both at the ends of the lap.
/// </summary>
internal readonly struct SpliceBendingCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new("spliceBending", "Bending in the plane", "bends", 1.5, PreloadUsed.None,
        "yield of the part over the stress at its edge, pull and bending in the plane together", "elastic bending, gross section w·t")
    {
        Worsens = Worsens.WithTheCase,
    };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        var (joint, of) = (m.Joint, load.Case.Load);
        if (of.Moment.Z == 0 && of.Force.Y == 0) return worst;
        var s = joint.Of<SpliceInputs>();
        for (var i = 0; i < joint.Layers.Length; i++)
        {
            var (layer, share) = (joint.Layers[i], m.Stack.LayerShare[i]);
            if (layer.Width is not { } width || share == 0) continue;
            // A cover carries its share of the moment at the gap, where nothing else is; a plate the whole where the covers end.
            var plate = s.Form == SpliceForm.Lap || layer.Side == Side.Right;
            var lever = T.Given(SpliceTerms.Lever, plate ? Math.Max(s.Half(true), s.Half(false)) : 0, i + 1, layer.Name);
            var moment = T.Let(SpliceTerms.BendingMoment, T.Const(share)
                * (T.Given(Terms.MomentZ, Math.Abs(of.Moment.Z)) + (T.Given(Terms.ForceY, Math.Abs(of.Force.Y)) * lever)), i + 1);
            var (w, t) = (T.Given(Terms.PartWidth, width, i + 1, layer.Name), T.Given(Terms.Thickness, layer.Thickness, i + 1, layer.Name));
            var stress = T.Let(SpliceTerms.EdgeStress, (T.Const(share) * T.Given(Terms.ForceX, Math.Abs(of.Force.X)) / (w * t))
                + (T.Const(6) * moment / (t * w * w)), i + 1);
            worst = worst.OrWorse(T.Let(SpliceTerms.BendingFactor,
                T.Given(Terms.MemberYield, layer.Material.Yield, i + 1, layer.Material.Cited) / stress, i + 1), i);
        }
        return worst;
    }

    public static string Nothing(in Mechanics<Plain> m) => "no moment in the plane and no force across";

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;
}

/// <summary>
/// A block of plate or cover torn out with the bolts in it, over every failure path of the pattern: what is pulled yields, what is sheared
/// yields in shear. The structural codes have theirs.
/// </summary>
internal readonly struct SpliceBlockCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new("spliceBlock", "Block tearing", "block tears", 1.5, PreloadUsed.None,
        "load at which a block tears out over the load of the bolts in it",
        "yield of net areas; distortion energy or maximum shear; the paths of EN 1993-1-8, 3.10.2") { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (load.InPlane.Value <= 0 || PathCheck.Worst<Rules>(m.Joint, m.Stack, load.Case,
            load.Known) is not { } found) return Judged<T>.Nothing;
        var torn = SpliceFormulas.Block(
            Sheared.Yield<T>(m.Joint, found.Part), PathCheck.Area(m, found, CodeTerms.NetTension, CodeTerms.Pulled, found.Path.NetPulled),
            ShearCheck.Ratio(m), PathCheck.Area(m, found, CodeTerms.NetShear, CodeTerms.Sheared, found.Path.NetSheared));
        return new(true, T.Let(SpliceTerms.BlockFactor, torn / PathCheck.ForceOf(m, load, found), found.Part + 1), found.Part);
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
            double On(double pulled, double sheared) => SpliceFormulas.Block<Plain>(new(layer.Material.Yield),
                new(pulled * layer.Thickness), ratio, new(sheared * layer.Thickness)).Value;
            into[0] = new(On(1, 0), 0, On(0, 1), 0);
            return 1;
        }
    }
}

/// <summary>Formulas of a splice: N, mm, MPa.</summary>
public static class SpliceFormulas
{
    /// <summary>F = fy·Ant + κ·fy·Anv.</summary>
    public static T Block<T>(T yield, T pulled, T ratio, T sheared)
        where T : struct, IReal<T> => T.Let(SpliceTerms.BlockLoad, (yield * pulled) + (ratio * yield * sheared));
}
