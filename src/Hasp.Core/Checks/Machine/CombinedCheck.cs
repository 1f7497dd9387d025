using Hasp.Core.Formulas;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// Tension and shear on the same section. The factor multiplies the load and not the preload: with the preload multiplied too,
/// no bolt tightened to three quarters of proof could ever reach 1.25.
/// </summary>
internal static class CombinedCheck
{
    internal static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        if (load.Shear.Value <= 0) return worst;
        var planes = m.Stack.Planes;
        for (var i = 0; i < planes.Length; i++)
        {
            worst = worst.OrWorse(MemberFormulas.CombinedFactor(
                m.PreloadMax, m.LoadShare, load.Pull, load.Shear / T.Given(Terms.ShearPlanes, planes.Length),
                m.YieldStrength * ShearCheck.AreaOf(m, planes[i])), i);
        }
        return worst;
    }
}
