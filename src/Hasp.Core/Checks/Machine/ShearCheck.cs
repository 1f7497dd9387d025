using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// Shear yield over the shear stress in the worst plane; the drawing says whether thread lies in it. Packing between the sheared parts
/// bends the bolt in the gap: past a third of the diameter the reduction of EN 1993-1-8, 3.6.1(12) stands for it.
/// </summary>
internal readonly struct ShearCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("shear", "Bolt shear", "shears", 1.5, PreloadUsed.None,
        "shear yield over the shear stress in the worst plane", "distortion energy or maximum shear; EN 1993-1-8, 3.6.1(12) for packing")
    {
        Sampled = Sampled.Shear,
    };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        if (load.Shear.Value <= 0) return worst;
        var planes = m.Stack.Planes;
        for (var i = 0; i < planes.Length; i++)
        {
            var stress = MemberFormulas.ShearStress(load.Shear, T.Given(Terms.ShearPlanes, planes.Length), AreaOf(m, planes[i]));
            var factor = MemberFormulas.ShearFactor(Ratio(m), m.YieldStrength, stress);
            worst = worst.OrWorse(Reduction(m, planes[i], i) is { } beta ? T.Let(Terms.ShearFactorPacked, beta * factor) : factor, i);
        }
        return worst;
    }

    public static string Nothing(in Mechanics<Plain> m) => NothingShears(m);

    public static string Place(int place, in Mechanics<Plain> m)
    {
        var plane = m.Stack.Planes[place];
        return plane.RunoutOnly ? "thread runout in the plane, taken as thread" : plane.ThreadInPlane ? "thread in the plane"
            : "shank in the plane";
    }

    public static Convention? Convention(Judging how)
    {
        var now = how.By<MachineConventions>();
        const string Maximum = "maximum shear, 0.5", Energy = "distortion energy, 0.577";
        return new(
            now.MaximumShear ? Maximum : Energy, now.MaximumShear ? Energy : Maximum,
            how.With(now with { MaximumShear = !now.MaximumShear }));
    }

    internal static string NothingShears(in Mechanics<Plain> m) =>
        m.Stack.Planes.Length == 0 ? "all parts pull the same way" : "no shear in any case";

    internal static T AreaOf<T>(in Mechanics<T> m, in ShearPlane plane)
        where T : struct, IScalar<T> =>
        !plane.ThreadInPlane ? m.Thread.ShankArea : m.Joint.Judging.By<MachineConventions>().RootAreaInShear ? m.Thread.RootArea
            : m.Thread.StressArea;

    internal static T Ratio<T>(in Mechanics<T> m)
        where T : struct, IScalar<T> =>
        T.Given(Terms.ShearRatio, Ratio(m.Joint));

    /// <summary>Shear yield over yield: 0.577 by distortion energy, 0.5 by maximum shear.</summary>
    internal static double Ratio(Joint joint) => joint.Judging.By<MachineConventions>().MaximumShear ? 0.5 : 0.577;

    /// <summary>βp = 9d/(8d + 3tp) where tp &gt; d/3; null where there is no such packing in the plane.</summary>
    internal static T? Reduction<T>(in Mechanics<T> m, in ShearPlane plane, int index)
        where T : struct, IScalar<T>
    {
        if (plane.Packing <= m.Joint.Bolts.Thread.Diameter / 3) return null;
        var d = m.Thread.Diameter;
        return T.Let(
            Terms.PackingReduction, T.Const(9) * d / ((T.Const(8) * d)
                + (T.Const(3) * T.Given(Terms.PackingThickness, plane.Packing, index + 1))), index + 1);
    }
}
