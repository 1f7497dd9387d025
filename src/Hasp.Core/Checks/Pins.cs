using Hasp.Core.Formulas;

namespace Hasp.Core.Checks;

/// <summary>
/// Hanger, clevis and pin: each section that could fail, as the load at which it would. The joint's strength is the smallest.
/// Lengths in mm, forces in N, moments in N·mm, stresses in MPa.
/// </summary>
public static class Pins
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
        T.Let(Terms.PinShearLoad, allowable * planes * T.Const(Math.PI / 4, "π/4") * diameter * diameter);

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
