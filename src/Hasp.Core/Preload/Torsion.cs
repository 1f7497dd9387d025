using Hasp.Core.Formulas;

namespace Hasp.Core.Preload;

/// <summary>
/// The long torque form, T = F·[P/(2π) + μt·d2/(2·cos 30°) + μb·Dm/2], part by part, and the torsion that tightening leaves in
/// the bolt. N, mm, N·mm, MPa.
/// </summary>
public static class Torsion
{
    private static T HalfCosine<T>()
        where T : struct, IReal<T> => T.Const(2 * Math.Cos(Math.PI / 6), "2·cos 30°");

    /// <summary>F·P/(2π): the part that stretches the bolt.</summary>
    public static T PitchTorque<T>(T preload, T pitch)
        where T : struct, IReal<T> =>
        T.Let(Terms.PitchTorque, preload * pitch / T.Const(2 * Math.PI, "2π"));

    /// <summary>F·μt·d2/(2·cos 30°): friction in the 60° thread.</summary>
    public static T ThreadFrictionTorque<T>(T preload, T friction, T pitchDiameter)
        where T : struct, IReal<T> =>
        T.Let(Terms.ThreadFrictionTorque, preload * friction * pitchDiameter / HalfCosine<T>());

    /// <summary>F·μb·Dm/2: friction under the part that turns.</summary>
    public static T BearingFrictionTorque<T>(T preload, T friction, T meanDiameter)
        where T : struct, IReal<T> =>
        T.Let(Terms.BearingFrictionTorque, preload * friction * meanDiameter / T.Const(2));

    /// <summary>
    /// The friction that a nut factor stands for, thread and nut face taken as alike:
    /// μ = (K·d − P/(2π)) / (d2/(2·cos 30°) + Dm/2), never below nothing.
    /// </summary>
    public static T ImpliedFriction<T>(T nutFactor, T diameter, T pitch, T pitchDiameter, T meanDiameter)
        where T : struct, IReal<T> =>
        T.Let(Terms.Friction, T.Max(T.Const(0),
            ((nutFactor * diameter) - (pitch / T.Const(2 * Math.PI, "2π"))) / ((pitchDiameter / HalfCosine<T>())
                + (meanDiameter / T.Const(2)))));

    /// <summary>P/(2π) + μt·d2/(2·cos 30°) + μb·Dm/2, mm: the long torque form for each unit of preload.</summary>
    public static T Arm<T>(T pitch, T threadFriction, T pitchDiameter, T bearingFriction, T meanDiameter)
        where T : struct, IReal<T> =>
        T.Let(Terms.TorqueArm, (pitch / T.Const(2 * Math.PI, "2π")) + (threadFriction * pitchDiameter / HalfCosine<T>())
            + (bearingFriction * meanDiameter / T.Const(2)));

    /// <summary>The nut factor that the long form equals, (T − Tprev)/(F·d): what turns into clamp, the locking feature left
    /// out.</summary>
    public static T EquivalentNutFactor<T>(T arm, T diameter)
        where T : struct, IReal<T> =>
        T.Let(Terms.EquivalentNutFactor, arm / diameter);

    /// <summary>Dm, mm, of a countersunk head: its cone presses harder than its axial force, by 1/sin of half its angle (90°
    /// metric, 82° inch).</summary>
    /// <param name="meanDiameter">Mean diameter of the cone, mm.</param>
    /// <param name="angle">Whole angle of the cone, degrees.</param>
    public static T ConicalMeanDiameter<T>(T meanDiameter, double angle)
        where T : struct, IReal<T> =>
        T.Let(Terms.ConicalBearingDiameter, meanDiameter / T.Const(Math.Sin(angle * Math.PI / 360), $"sin {angle / 2:0.#}°"));

    /// <summary>The torque that twists the bolt while it is tightened: pitch and thread friction, and a locking feature, but not
    /// the nut's face.</summary>
    /// <param name="pitchTorque">N·mm.</param>
    /// <param name="threadFrictionTorque">N·mm.</param>
    /// <param name="prevailing">N·mm; null where nothing locks. It is there in full.</param>
    /// <param name="share">Share of the other two that is in the shank; null for all.</param>
    public static T ThreadTorque<T>(T pitchTorque, T threadFrictionTorque, T? prevailing = null, T? share = null)
        where T : struct, IReal<T>
    {
        var turned = pitchTorque + threadFrictionTorque;
        if (share is { } left) turned = left * turned;
        return T.Let(Terms.ThreadTorque, prevailing is { } locking ? turned + locking : turned);
    }

    /// <summary>τ = 16·T/(π·d³), d the mean of pitch and root diameter.</summary>
    public static T Stress<T>(T threadTorque, T pitchDiameter, T rootDiameter)
        where T : struct, IReal<T>
    {
        var d = T.Let(Terms.TorsionDiameter, (pitchDiameter + rootDiameter) / T.Const(2));
        return T.Let(Terms.TorsionStress, T.Const(16) * threadTorque / (T.Const(Math.PI, "π") * d * d * d));
    }

    /// <summary>The torsion that tightening to a preload puts into the thread, MPa: pitch, thread friction and a locking feature
    /// over the section.</summary>
    public static T WhileTightening<T>(T preload, T pitch, T threadFriction, T pitchDiameter, T rootDiameter, T? prevailing = null,
        T? share = null)
        where T : struct, IReal<T> =>
        Stress(ThreadTorque(PitchTorque(preload, pitch), ThreadFrictionTorque(preload, threadFriction, pitchDiameter), prevailing, share),
            pitchDiameter, rootDiameter);

    /// <summary>σv = √(σ² + 3·τ²), MPa, while it is tightened.</summary>
    public static T EquivalentStress<T>(T tension, T torsion)
        where T : struct, IReal<T> => T.Let(Terms.EquivalentStress, T.Sqrt((tension * tension) + (T.Const(3) * torsion * torsion)));

    /// <summary>σv = √(σ² + 3(kτ·τ)²), MPa, in service: half of the torsion is counted, kτ = 0.5.</summary>
    public static T EquivalentStressInService<T>(T tension, T torsion)
        where T : struct, IReal<T> => EquivalentStress(tension, T.Given(Terms.TorsionLeft, 0.5) * torsion);
}
