using Hasp.Core.Formulas;

namespace Hasp.Core.LoadPath;

/// <summary>
/// One bolt and its members under an outside load, as two springs in parallel. Forces in N. A closed joint shares the load
/// by C; past the opening load the faces are apart and the bolt carries all of it.
/// </summary>
public static class JointUnderLoad
{
    /// <summary>P0 = Fi/(1 − C), N.</summary>
    public static T OpeningLoad<T>(T preload, T share)
        where T : struct, IReal<T> =>
        T.Let(Terms.OpeningLoad, preload / (T.Const(1) - share));

    /// <summary>Fb = Fi + C·P while the faces touch, P once they are apart, N; a bolt that is pressed until it is slack has
    /// nothing.</summary>
    public static T BoltForce<T>(T preload, T share, T load, int index = 0)
        where T : struct, IReal<T> =>
        T.Let(Terms.BoltForce, T.IfLess(OpeningLoad(preload, share), load, load, T.Max(T.Const(0), preload + (share * load))), index);

    /// <summary>
    /// Fm = Fi − (1 − C)·P while the faces touch, nothing once they are apart, N; the whole of a load that presses where the bolt
    /// is slack.
    /// </summary>
    public static T MemberForce<T>(T preload, T share, T load)
        where T : struct, IReal<T> =>
        T.Let(Terms.MemberForce, T.Max(T.Max(T.Const(0), -load), preload - ((T.Const(1) - share) * load)));

    /// <summary>n0 = Fi/((1 − C)·P). Only where P pulls the members apart (P &gt; 0).</summary>
    public static T OpeningFactor<T>(T preload, T share, T load)
        where T : struct, IReal<T> =>
        T.Let(Terms.OpeningFactor, preload / ((T.Const(1) - share) * load));

    /// <summary>np = Fp/Fb.</summary>
    public static T ProofFactor<T>(T proofLoad, T boltForce)
        where T : struct, IReal<T> =>
        T.Let(Terms.ProofFactor, proofLoad / boltForce);

    /// <summary>nL = (Fp − Fi)/(C·P), the faces taken as closed all the way; nothing where the preload is past proof. Only where P
    /// &gt; 0.</summary>
    public static T LoadFactor<T>(T proofLoad, T preload, T share, T load)
        where T : struct, IReal<T> =>
        T.Let(Terms.LoadFactor, T.Max(T.Const(0), proofLoad - preload) / (share * load));

    /// <summary>
    /// How far the outside load may grow until the bolt reaches proof: the lesser of the closed-joint factor and Fp/P. With
    /// a small C the closed form promises several times what is there, because the faces part long before and from then on
    /// the bolt takes the whole load. The two meet exactly where proof and opening coincide. Only where P &gt; 0.
    /// </summary>
    public static T LeastLoadFactor<T>(T proofLoad, T preload, T share, T load)
        where T : struct, IReal<T> =>
        T.Let(Terms.LoadFactorLeast, T.Min(
            LoadFactor(proofLoad, preload, share, load),
            T.Let(Terms.LoadFactorOpen, proofLoad / load)));

    /// <summary>ns = μ·m·Fm/V. Only where there is shear.</summary>
    public static T SlipFactor<T>(T friction, T faces, T memberForce, T shear)
        where T : struct, IReal<T> =>
        T.Let(Terms.SlipFactor, friction * faces * memberForce / shear);
}
