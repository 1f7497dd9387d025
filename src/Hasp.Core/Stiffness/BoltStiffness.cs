using Hasp.Core.Formulas;

namespace Hasp.Core.Stiffness;

/// <summary>The bolt as a spring: unthreaded shank and thread in series.</summary>
public static class BoltStiffness
{
    /// <summary>
    /// kb = Ad·At·E/(Ad·lt + At·ld), N/mm. Either length may be zero: a fully threaded screw has no shank spring, a shank
    /// to the nut's face has no thread spring; both at once (no grip) gives infinity.
    /// </summary>
    /// <param name="shankArea">Ad, mm².</param>
    /// <param name="stressArea">At, mm².</param>
    /// <param name="shankInGrip">ld, mm.</param>
    /// <param name="threadInGrip">lt, mm.</param>
    /// <param name="modulus">E of the bolt, MPa.</param>
    public static T Of<T>(T shankArea, T stressArea, T shankInGrip, T threadInGrip, T modulus)
        where T : struct, IReal<T> =>
        T.Let(Terms.BoltStiffness,
            shankArea * stressArea * modulus / ((shankArea * threadInGrip) + (stressArea * shankInGrip)));

    /// <summary>n·C: the bolt's share where the load acts between the parts and not under head and nut; n above 0 to 1.</summary>
    public static T EffectiveShare<T>(T introduction, T share)
        where T : struct, IReal<T> =>
        T.Let(Terms.EffectiveShare, introduction * share);

    /// <summary>C = kb/(kb + km), 0 to 1.</summary>
    /// <param name="bolt">kb, N/mm.</param>
    /// <param name="members">km, N/mm.</param>
    public static T LoadShare<T>(T bolt, T members)
        where T : struct, IReal<T> =>
        T.Let(Terms.LoadShare, bolt / (bolt + members));
}
