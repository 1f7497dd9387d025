using Hasp.Core.Formulas;

namespace Hasp.Core.Checks.Machine;

/// <summary>Yield of a part over the tension between its holes: the whole in-plane force of the joint passes the first row; only parts whose width is stated.</summary>
internal static class NetSectionCheck
{
    internal static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        // The bolts of a pattern share unequally: there the force is the case's own, a couple of torsion leaving none.
        var whole = m.Joint.Pattern is null ? load.Count * load.Shear : T.Given(Terms.JointShear, load.Case.Shear);
        if (whole.Value <= 0) return worst;
        var layers = m.Joint.Layers;
        for (var i = 0; i < layers.Length; i++)
        {
            if (layers[i].Width is not { } width || m.Stack.LayerShare[i] == 0) continue;
            var area = MemberFormulas.NetArea(
                T.Given(Terms.PartWidth, width, i + 1), T.Given(Terms.HolesAcross, layers[i].HolesAcross, i + 1),
                T.Given(Terms.HoleDiameter, m.Joint.Hole), T.Given(Terms.Thickness, layers[i].Thickness, i + 1), T.Const(0));
            var force = T.Let(Terms.PartForce, m.Stack.LayerShare[i] == 1 ? whole : T.Const(m.Stack.LayerShare[i]) * whole, i + 1);
            worst = worst.OrWorse(MemberFormulas.NetFactor(T.Given(Terms.MemberYield, layers[i].Material.Yield, i + 1), force, area), i);
        }
        return worst;
    }
}
