using Hasp.Core.Formulas;

namespace Hasp.Core.Checks.Machine;

/// <summary>Yield of the softer of bolt and member over the bearing stress, in the worst layer.</summary>
internal static class BearingCheck
{
    internal static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        if (load.Shear.Value <= 0) return worst;
        var layers = m.Joint.Layers;
        for (var i = 0; i < layers.Length; i++)
        {
            if (m.Stack.LayerShare[i] == 0) continue;
            var force = LoadOn(m, load, i);
            var thickness = T.Given(Terms.Thickness, m.Stack.BearingLength[i], i + 1);
            var stress = m.Joint.Judging.BearingQuarter
                ? MemberFormulas.BearingStressQuarter(force, m.Thread.Diameter, thickness)
                : MemberFormulas.BearingStress(force, m.Thread.Diameter, thickness);
            worst = worst.OrWorse(MemberFormulas.BearingFactor(
                m.YieldStrength, T.Given(Terms.MemberYield, layers[i].Material.Yield, i + 1), stress), i);
        }
        return worst;
    }

    /// <summary>The shear that layer <paramref name="i"/> brings to one bolt.</summary>
    internal static T LoadOn<T>(in Mechanics<T> m, in BoltLoad<T> load, int i)
        where T : struct, IScalar<T> =>
        m.Stack.LayerShare[i] == 1 ? load.Shear : T.Let(Terms.LayerLoad, T.Const(m.Stack.LayerShare[i]) * load.Shear, i + 1);
}
