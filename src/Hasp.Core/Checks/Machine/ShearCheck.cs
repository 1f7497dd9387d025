using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.Checks.Machine;

/// <summary>Shear yield over the shear stress in the worst plane; the drawing says whether thread lies in it.</summary>
internal static class ShearCheck
{
    internal static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        if (load.Shear.Value <= 0) return worst;
        var planes = m.Stack.Planes;
        for (var i = 0; i < planes.Length; i++)
        {
            var stress = MemberFormulas.ShearStress(load.Shear, T.Given(Terms.ShearPlanes, planes.Length), AreaOf(m, planes[i]));
            worst = worst.OrWorse(MemberFormulas.ShearFactor(Ratio(m), m.YieldStrength, stress), i);
        }
        return worst;
    }

    internal static T AreaOf<T>(in Mechanics<T> m, in ShearPlane plane)
        where T : struct, IScalar<T> =>
        !plane.ThreadInPlane ? m.Thread.ShankArea : m.Joint.Judging.RootAreaInShear ? m.Thread.RootArea : m.Thread.StressArea;

    internal static T Ratio<T>(in Mechanics<T> m)
        where T : struct, IScalar<T> =>
        T.Given(Terms.ShearRatio, m.Joint.Judging.MaximumShear ? 0.5 : 0.577);
}
