using Hasp.Core.Checks;
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
            if (layers[i].Width is not { } width || m.Stack.LayerShare[i] == 0) continue;
            var area = T.Let(SpliceTerms.GrossArea,
                T.Given(Terms.PartWidth, width, i + 1, layers[i].Name) * T.Given(Terms.Thickness, layers[i].Thickness, i + 1, layers[i]
                .Name), i + 1);
            var force = m.InLayer(i, load.InPlane, Terms.PartForce);
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
            var layer = joint.Layers[i];
            if (layer.Width is not { } width || m.Stack.LayerShare[i] == 0) continue;
            // A cover carries its share of the moment at the gap, where nothing else is; a plate the whole where the covers end.
            var plate = s.Form == SpliceForm.Lap || layer.Side == Side.Right;
            var lever = T.Given(SpliceTerms.Lever, plate ? Math.Max(s.Half(true), s.Half(false)) : 0, i + 1, layer.Name);
            var moment = T.Let(SpliceTerms.BendingMoment, m.ShareOf(i)
                * (T.Given(Terms.MomentZ, Math.Abs(of.Moment.Z)) + (T.Given(Terms.ForceY, Math.Abs(of.Force.Y)) * lever)), i + 1);
            var (w, t) = (T.Given(Terms.PartWidth, width, i + 1, layer.Name), T.Given(Terms.Thickness, layer.Thickness, i + 1, layer.Name));
            var stress = T.Let(SpliceTerms.EdgeStress, (m.ShareOf(i) * T.Given(Terms.ForceX, Math.Abs(of.Force.X)) / (w * t))
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
