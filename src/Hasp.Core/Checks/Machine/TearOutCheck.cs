using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>Shear yield of the layer over the stress on the two planes from the hole to its edge; only layers whose edge is stated
/// or drawn.</summary>
internal readonly struct TearOutCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("tearOut", "Tear-out", "tears out", 2.0, PreloadUsed.None,
        "shear yield of the layer over the stress on the two planes to its edge", "mean shear stress");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        if (load.Shear.Value <= 0) return worst;
        var layers = m.Joint.Layers;
        for (var i = 0; i < layers.Length; i++)
        {
            if (m.Joint.EdgeDistance(i) is not { } edge || m.Stack.LayerShare[i] == 0) continue;
            var force = BearingCheck.LoadOn(m, load, i);
            var e = T.Given(Terms.EdgeDistance, edge, i + 1, layers[i].EdgeDistance is null ? "the plate drawn" : layers[i].Name);
            var t = T.Given(Terms.Thickness, m.Stack.BearingLength[i], i + 1, layers[i].Name);
            var stress = m.Joint.Judging.By<MachineConventions>().TearOutFullEdge
                ? MemberFormulas.TearOutStressFullEdge(force, e, t)
                : MemberFormulas.TearOutStress(force, e, T.Given(Terms.HoleDiameter, m.Joint.Hole, source: m.Joint.HoleSource), t);
            worst = worst.OrWorse(MemberFormulas.TearOutFactor(
                ShearCheck.Ratio(m), T.Given(Terms.MemberYield, layers[i].Material.Yield, i + 1, layers[i].Material.Cited), stress), i);
        }
        return worst;
    }

    public static string Nothing(in Mechanics<Plain> m) =>
        m.Stack.Planes.Length > 0 ? "no shear, or no edge distance stated" : ShearCheck.NothingShears(m);

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;

    public static Convention? Convention(Judging how)
    {
        var now = how.By<MachineConventions>();
        const string Centre = "planes from the hole's centre", Edge = "planes from the hole's edge";
        return new(
            now.TearOutFullEdge ? Centre : Edge, now.TearOutFullEdge ? Edge : Centre,
            how.With(now with { TearOutFullEdge = !now.TearOutFullEdge }));
    }
}
