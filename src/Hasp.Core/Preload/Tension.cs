using Hasp.Core.Formulas;

namespace Hasp.Core.Preload;

/// <summary>Preload, its torque and its extremes. Forces in N, lengths in mm, torque in N·mm.</summary>
public static class Tension
{
    /// <summary>Fp = Sp·At, N (ISO 898-1, 9.6; SAE J429).</summary>
    public static T ProofLoad<T>(T proofStrength, T stressArea)
        where T : struct, IReal<T> =>
        T.Let(Terms.ProofLoad, proofStrength * stressArea);

    /// <summary>T = K·d·F, N·mm: the short torque form. It holds for the K of the finish and lubricant actually there, no other.</summary>
    public static T Torque<T>(T nutFactor, T diameter, T preload)
        where T : struct, IReal<T> =>
        T.Let(Terms.Torque, nutFactor * diameter * preload);

    /// <summary>F = T/(K·d), N: the short torque form read the other way.</summary>
    public static T FromTorque<T>(T torque, T nutFactor, T diameter)
        where T : struct, IReal<T> =>
        T.Let(Terms.Preload, torque / (nutFactor * diameter));

    /// <summary>ΔF = fz/(1/kb + 1/km), N: what embedding takes from the stretch of bolt and members.</summary>
    public static T EmbeddingLoss<T>(T settling, T bolt, T members)
        where T : struct, IReal<T> =>
        T.Let(Terms.EmbeddingLoss, settling / ((T.Const(1) / bolt) + (T.Const(1) / members)));

    /// <summary>θ = 2π/P·F·(1/kb + 1/km), rad: the turn after snug closes the bolt's stretch and the members' compression.</summary>
    public static T TurnFromSnug<T>(T pitch, T preload, T bolt, T members)
        where T : struct, IReal<T> =>
        T.Let(Terms.TurnFromSnug, T.Const(2 * Math.PI, "2π") / pitch * preload * ((T.Const(1) / bolt) + (T.Const(1) / members)));

    /// <summary>δ = F/kb, mm: the stretch of the bolt in the grip.</summary>
    public static T Stretch<T>(T preload, T bolt)
        where T : struct, IReal<T> =>
        T.Let(Terms.BoltStretch, preload / bolt);

    /// <summary>Fi,max = (1 + Γ)·Fi, N. Used in every strength check.</summary>
    public static T Largest<T>(T preload, T scatter)
        where T : struct, IReal<T> =>
        T.Let(Terms.PreloadMax, (T.Const(1) + scatter) * preload);

    /// <summary>Fi,min = (1 − Γ)·Fi − ΔFz − r·Fi, N, never below nothing. Used in every slip and opening check.</summary>
    public static T Smallest<T>(T preload, T scatter, T embeddingLoss, T relaxation)
        where T : struct, IReal<T> =>
        T.Let(Terms.PreloadMin, T.Max(T.Const(0), ((T.Const(1) - scatter) * preload) - embeddingLoss - (relaxation * preload)));
}
