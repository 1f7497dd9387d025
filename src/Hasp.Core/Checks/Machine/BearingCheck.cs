using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>Yield of the softer of bolt and member over the bearing stress, in the worst layer.</summary>
internal readonly struct BearingCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("bearing", "Bearing", "bears", 1.5, PreloadUsed.None,
        "yield of the softer of bolt and member over the bearing stress of the worst layer", "mean bearing stress");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        if (load.Shear.Value <= 0) return worst;
        var layers = m.Joint.Layers;
        for (var i = 0; i < layers.Length; i++)
        {
            if (m.Stack.LayerShare[i] == 0) continue;
            var force = LoadOn(m, load, i);
            var thickness = T.Given(Terms.Thickness, m.Stack.BearingLength[i], i + 1, layers[i].Name);
            var stress = m.Joint.Judging.By<MachineConventions>().BearingQuarter
                ? MemberFormulas.BearingStressQuarter(force, m.Thread.Diameter, thickness)
                : MemberFormulas.BearingStress(force, m.Thread.Diameter, thickness);
            worst = worst.OrWorse(MemberFormulas.BearingFactor(
                m.YieldStrength, T.Given(Terms.MemberYield, layers[i].Material.Yield, i + 1, layers[i].Material.Cited), stress), i);
        }
        return worst;
    }

    public static string Nothing(in Mechanics<Plain> m) => ShearCheck.NothingShears(m);

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;

    public static Convention? Convention(Judging how)
    {
        var now = how.By<MachineConventions>();
        const string Quarter = "quarter of the circumference", Projected = "projected area";
        return new(
            now.BearingQuarter ? Quarter : Projected, now.BearingQuarter ? Projected : Quarter,
            how.With(now with { BearingQuarter = !now.BearingQuarter }));
    }

    /// <summary>The shear that layer <paramref name="i"/> brings to one bolt.</summary>
    internal static T LoadOn<T>(in Mechanics<T> m, in BoltLoad<T> load, int i)
        where T : struct, IScalar<T> =>
        m.InLayer(i, load.Shear, Terms.LayerLoad);
}
