using Hasp.Core.Checks;
using Hasp.Core.Formulas;

namespace Hasp.Core.Kinds.Pins;

/// <summary>
/// Hanger, clevis and pin: each section that could fail, as the load at which it would. The joint's strength is the smallest.
/// Lengths in mm, forces in N, moments in N·mm, stresses in MPa.
/// </summary>
public static class PinFormulas
{
    /// <summary>F = σ·w·t: the gross section of the shank.</summary>
    public static T ShankLoad<T>(T allowable, T width, T thickness)
        where T : struct, IReal<T> =>
        T.Let(Terms.HangerShankLoad, allowable * width * thickness);

    /// <summary>F = σ·(w − d0)·t: the section through the eye.</summary>
    public static T EyeLoad<T>(T allowable, T width, T hole, T thickness)
        where T : struct, IReal<T> =>
        T.Let(Terms.HangerEyeLoad, allowable * MemberFormulas.NetArea(width, T.Const(1), hole, thickness, T.Const(0)));

    /// <summary>F = τ·m·π/4·d²: the pin in m planes.</summary>
    public static T ShearLoad<T>(T allowable, T planes, T diameter)
        where T : struct, IReal<T> =>
        ShearLoadOn(allowable, planes, Circle(diameter));

    /// <summary>F = τ·m·A: the pin in m planes of an area, which is the thread's where thread lies in them.</summary>
    public static T ShearLoadOn<T>(T allowable, T planes, T area)
        where T : struct, IReal<T> =>
        T.Let(Terms.PinShearLoad, allowable * planes * area);

    /// <summary>A = π/4·d².</summary>
    public static T Circle<T>(T diameter)
        where T : struct, IReal<T> =>
        T.Let(PinTerms.Area, T.Const(Math.PI / 4, "π/4") * diameter * diameter);

    /// <summary>F = 2·κ·fy·(e − d0/2)·t: the eye torn out to its end along two planes from the hole's edge.</summary>
    public static T TearOutLoad<T>(T allowable, T end, T hole, T thickness)
        where T : struct, IReal<T> =>
        T.Let(PinTerms.TearOutLoad, T.Const(2) * allowable * (end - (hole / T.Const(2))) * thickness);

    /// <summary>F = σ·d·t: bearing on the projected area.</summary>
    public static T BearingLoad<T>(T allowable, T diameter, T thickness)
        where T : struct, IReal<T> =>
        T.Let(PinTerms.BearingLoad, allowable * diameter * thickness);

    /// <summary>be = min((w − d0)/2, 2t + 16 mm): what of each side of the hole a thin eye still stretches before it dishes (AISC
    /// 360-22, D5.1(a)).</summary>
    public static T EffectiveWidth<T>(T width, T hole, T thickness)
        where T : struct, IReal<T> =>
        T.Let(PinTerms.EffectiveWidth, T.Min((width - hole) / T.Const(2), (T.Const(2) * thickness) + T.Const(16)));

    /// <summary>F = σ·2·t·be.</summary>
    public static T DishingLoad<T>(T allowable, T thickness, T effective)
        where T : struct, IReal<T> =>
        T.Let(PinTerms.DishingLoad, allowable * T.Const(2) * thickness * effective);

    /// <summary>W = π·d³/32.</summary>
    public static T Modulus<T>(T diameter)
        where T : struct, IReal<T> =>
        T.Let(PinTerms.Modulus, T.Const(Math.PI, "π") * diameter * diameter * diameter / T.Const(32));

    /// <summary>M = P·((a + b)/2 + c): one cheek only, the pin held by nothing but its two parts; on the safe side of any
    /// restraint.</summary>
    public static T MomentOneCheek<T>(T load, T outer, T inner, T gap)
        where T : struct, IReal<T> =>
        T.Let(Terms.PinMoment, load * (((outer + inner) / T.Const(2)) + gap), 0,
            "one cheek: the eccentricity of its mid-plane, no restraint counted");

    /// <summary>M = P/8·(b + 4c + 2a): the pin as a beam through parts that have thickness and gaps.</summary>
    /// <param name="load">P.</param>
    /// <param name="outer">a, thickness of each outer part.</param>
    /// <param name="inner">b, thickness of the inner part.</param>
    /// <param name="gap">c, on each side.</param>
    public static T BendingMoment<T>(T load, T outer, T inner, T gap)
        where T : struct, IReal<T> =>
        T.Let(Terms.PinMoment, load / T.Const(8) * (inner + (T.Const(4) * gap) + (T.Const(2) * outer)));

    /// <summary>σ = 32·M/(π·d³).</summary>
    public static T BendingStress<T>(T moment, T diameter)
        where T : struct, IReal<T> =>
        T.Let(Terms.PinBendingStress, T.Const(32) * moment / (T.Const(Math.PI, "π") * diameter * diameter * diameter));
}
