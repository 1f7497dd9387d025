using Hasp.Core.Formulas;

namespace Hasp.Core.Preload;

/// <summary>Preload, its torque and its extremes. Forces in N, lengths in mm, torque in N·mm.</summary>
public static class Tension
{
    /// <summary>Fp = Sp·At, N (ISO 898-1, 9.6; SAE J429).</summary>
    public static T ProofLoad<T>(T proofStrength, T stressArea)
        where T : struct, IReal<T> =>
        T.Let(Terms.ProofLoad, proofStrength * stressArea);

    /// <summary>
    /// T = arm·F, and the prevailing torque, N·mm. The arm is K·d in the short form, which holds for the K of the finish and lubricant
    /// actually there and no other, or <see cref="Torsion.Arm"/> in the long form.
    /// </summary>
    public static T Torque<T>(T arm, T preload, T? prevailing = null)
        where T : struct, IReal<T> =>
        T.Let(Terms.Torque, prevailing is { } idle ? (arm * preload) + idle : arm * preload);

    /// <summary>F = (T − Tprev)/arm, N, never below nothing: the torque form read the other way.</summary>
    public static T FromTorque<T>(T torque, T? prevailing, T arm, int end = 0)
        where T : struct, IReal<T> =>
        T.Let(end == 0 ? Terms.Preload : end == 1 ? Terms.PreloadAtLowFriction : Terms.PreloadAtHighFriction,
            (prevailing is { } idle ? T.Max(T.Const(0), torque - idle) : torque) / arm);

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

    /// <summary>
    /// δe = F·(1/kb + lh/(Ad·E) + 0.5·d/(Ar·E)), mm: with the parts of head and engaged thread that stretch along, which a
    /// micrometer over the ends measures as well (VDI 2230-1, 5.1.1.1).
    /// </summary>
    /// <param name="preload">F, N.</param>
    /// <param name="bolt">kb, N/mm.</param>
    /// <param name="headLength">lh, mm: 0.5 d for a hex or flange head or a nut, 0.4 d for a socket or countersunk one.</param>
    /// <param name="diameter">d, mm.</param>
    /// <param name="shankArea">Ad, mm².</param>
    /// <param name="rootArea">Ar, mm².</param>
    /// <param name="modulus">E, MPa.</param>
    public static T MeasuredStretch<T>(T preload, T bolt, T headLength, T diameter, T shankArea, T rootArea, T modulus)
        where T : struct, IReal<T> =>
        T.Let(Terms.MeasuredStretch, preload * ((T.Const(1) / bolt) + (headLength / (shankArea * modulus))
            + (T.Const(0.5) * diameter / (rootArea * modulus))));

    /// <summary>
    /// ΔF = (αm·ΔTm − αb·ΔTb)·l/(1/kb + 1/km), N: parts that grow more than the bolt stretch it. Holds while both stay
    /// elastic and
    /// the temperature is even along the grip.
    /// </summary>
    /// <param name="memberExpansion">αm, 1/K, mean over the grip.</param>
    /// <param name="memberWarming">ΔTm, K.</param>
    /// <param name="boltExpansion">αb, 1/K.</param>
    /// <param name="boltWarming">ΔTb, K.</param>
    /// <param name="grip">l, mm.</param>
    /// <param name="bolt">kb, N/mm.</param>
    /// <param name="members">km, N/mm.</param>
    public static T ThermalChange<T>(T memberExpansion, T memberWarming, T boltExpansion, T boltWarming, T grip, T bolt, T members)
        where T : struct, IReal<T> =>
        T.Let(Terms.ThermalChange,
            ((memberExpansion * memberWarming) - (boltExpansion * boltWarming)) * grip / ((T.Const(1) / bolt) + (T.Const(1) / members)));

    /// <summary>The tight end, N: (1 + Γ)·Fi, or what the torque gives at the low end of the friction's band where that is
    /// more.</summary>
    /// <param name="preload">Fi, N.</param>
    /// <param name="scatter">Γ; null where the band of a measured friction stands for it.</param>
    /// <param name="atLowFriction">T/(K_low·d), N; null where the friction was given, or does not come in.</param>
    public static T Tight<T>(T preload, T? scatter, T? atLowFriction = null)
        where T : struct, IReal<T> => T.Let(Terms.PreloadTight, (scatter, atLowFriction) switch
        {
            ({ } gamma, { } low) => T.Max((T.Const(1) + gamma) * preload, low),
            ({ } gamma, null) => (T.Const(1) + gamma) * preload,
            (null, { } low) => low,
            _ => preload,
        });

    /// <summary>Fi,max, N: the tight end, and what temperature adds. Used in every strength check.</summary>
    /// <param name="preload">Fi, N.</param>
    /// <param name="scatter">Γ; null where the band of a measured friction stands for it.</param>
    /// <param name="thermal">ΔFT, N; null where nothing is warmed. A loss is not credited: the bolt was at full preload when cold.</param>
    /// <param name="atLowFriction">T/(K_low·d), N; null where the friction was tested, or does not come in.</param>
    public static T Largest<T>(T preload, T? scatter, T? thermal = null, T? atLowFriction = null)
        where T : struct, IReal<T>
    {
        var tight = Tight(preload, scatter, atLowFriction);
        return T.Let(Terms.PreloadMax, thermal is { } gained ? tight + T.Max(T.Const(0), gained) : tight);
    }

    /// <summary>
    /// Fi,min = (1 − Γ)·Fi − ΔFz − r·Fi, and what temperature takes, N, never below nothing; where the torque gives less at
    /// the high end
    /// of the friction's band, that in the place of (1 − Γ)·Fi. Used in every slip and opening check.
    /// </summary>
    /// <param name="preload">Fi, N.</param>
    /// <param name="scatter">Γ; null where the band of a measured friction stands for it.</param>
    /// <param name="embeddingLoss">ΔFz, N.</param>
    /// <param name="relaxation">r, share of the nominal preload.</param>
    /// <param name="thermal">ΔFT, N; null where nothing is warmed. A gain is not credited: the joint must hold cold as well.</param>
    /// <param name="atHighFriction">T/(K_high·d), N; null where the friction was tested, or does not come in.</param>
    public static T Smallest<T>(T preload, T? scatter, T embeddingLoss, T relaxation, T? thermal = null, T? atHighFriction = null)
        where T : struct, IReal<T>
    {
        var loose = (scatter, atHighFriction) switch
        {
            ({ } gamma, { } high) => T.Min((T.Const(1) - gamma) * preload, high),
            ({ } gamma, null) => (T.Const(1) - gamma) * preload,
            (null, { } high) => high,
            _ => preload,
        };
        var left = loose - embeddingLoss - (relaxation * preload);
        return T.Let(Terms.PreloadMin, T.Max(T.Const(0), thermal is { } gained ? left + T.Min(T.Const(0), gained) : left));
    }

    /// <summary>
    /// The least pretension that a code lays down for every bolt, N, less what temperature takes: no scatter and no losses, which the code
    /// has counted in.
    /// </summary>
    public static T LeastByCode<T>(T least, T? thermal = null)
        where T : struct, IReal<T> =>
        T.Let(Terms.PreloadMin, thermal is { } gained ? T.Max(T.Const(0), least + T.Min(T.Const(0), gained)) : least);
}
