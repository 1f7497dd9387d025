using Hasp.Core.Formulas;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// Tension and shear on the same section. The factor multiplies the load and not the preload: with the preload multiplied too,
/// no bolt tightened to three quarters of proof could ever reach 1.25. Where the preload alone reaches yield there is nothing left to
/// judge here: proof says so.
/// </summary>
internal readonly struct CombinedCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("combined", "Combined tension and shear", "combined", 1.25, PreloadUsed.Largest,
        "times tension and shear may grow together until the worst plane yields, the largest preload standing",
        "distortion energy; EN 1993-1-8, 3.6.1(12) for packing");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        if (load.Shear.Value <= 0) return worst;
        var planes = m.Stack.Planes;
        for (var i = 0; i < planes.Length; i++)
        {
            var strength = m.YieldStrength * ShearCheck.AreaOf(m, planes[i]);
            if (m.PreloadMax.Value >= strength.Value) return Judged<T>.Nothing;
            var shear = load.Shear / T.Given(Terms.ShearPlanes, planes.Length);
            if (ShearCheck.Reduction(m, planes[i], i) is { } beta) shear = shear / beta;
            worst = worst.OrWorse(MemberFormulas.CombinedFactor(m.PreloadMax, m.LoadShare, load.Pull, shear, strength), i);
        }
        return worst;
    }

    public static string Nothing(in Mechanics<Plain> m) =>
        m.Stack.Planes.Length > 0 && m.PreloadMax.Value >= m.YieldStrength.Value * m.Stack.Planes.Min(PlaneArea(m))
            ? "the largest preload alone reaches yield: see proof"
            : ShearCheck.NothingShears(m);

    public static string Place(int place, in Mechanics<Plain> m) => ShearCheck.Place(place, m);

    private static Func<Joints.ShearPlane, double> PlaneArea(Mechanics<Plain> m) => p => ShearCheck.AreaOf(m, p).Value;
}
