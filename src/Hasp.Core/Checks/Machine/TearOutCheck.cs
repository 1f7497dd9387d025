using Hasp.Core.Formulas;

namespace Hasp.Core.Checks.Machine;

/// <summary>Shear yield of the layer over the stress on the two planes from the hole to its edge; only layers whose edge is stated or drawn.</summary>
internal static class TearOutCheck
{
    internal static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        if (load.Shear.Value <= 0) return worst;
        var layers = m.Joint.Layers;
        for (var i = 0; i < layers.Length; i++)
        {
            if (m.Joint.EdgeDistance(i) is not { } edge || m.Stack.LayerShare[i] == 0) continue;
            var force = BearingCheck.LoadOn(m, load, i);
            var e = T.Given(Terms.EdgeDistance, edge, i + 1);
            var t = T.Given(Terms.Thickness, m.Stack.BearingLength[i], i + 1);
            var stress = m.Joint.Judging.TearOutFullEdge
                ? MemberFormulas.TearOutStressFullEdge(force, e, t)
                : MemberFormulas.TearOutStress(force, e, T.Given(Terms.HoleDiameter, m.Joint.Hole), t);
            worst = worst.OrWorse(MemberFormulas.TearOutFactor(
                ShearCheck.Ratio(m), T.Given(Terms.MemberYield, layers[i].Material.Yield, i + 1), stress), i);
        }
        return worst;
    }
}
