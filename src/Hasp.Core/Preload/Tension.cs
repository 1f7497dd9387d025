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

    /// <summary>Fi,max = (1 + Γ)·Fi, N. Used in every strength check.</summary>
    public static T Largest<T>(T preload, T scatter)
        where T : struct, IReal<T> =>
        T.Let(Terms.PreloadMax, (T.Const(1) + scatter) * preload);

    /// <summary>Fi,min = (1 − Γ)·Fi − ΔFz − r·Fi, N, never below nothing. Used in every slip and opening check.</summary>
    public static T Smallest<T>(T preload, T scatter, T embeddingLoss, T relaxation)
        where T : struct, IReal<T> =>
        T.Let(Terms.PreloadMin, T.Max(T.Const(0), ((T.Const(1) - scatter) * preload) - embeddingLoss - (relaxation * preload)));
}
