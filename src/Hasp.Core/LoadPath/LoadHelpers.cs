using Hasp.Core.Formulas;

namespace Hasp.Core.LoadPath;

/// <summary>Loads from what people know of a machine: N, mm, MPa; mass in kg, speed in rad/s.</summary>
public static class LoadHelpers
{
    /// <summary>F = p·π/4·D²: pressure on a bore or an end cap; the push of a ram.</summary>
    public static T EndLoad<T>(T pressure, T bore)
        where T : struct, IReal<T> =>
        T.Let(Terms.EndLoad, pressure * T.Const(Math.PI / 4, "π/4") * bore * bore);

    /// <summary>F = p·π/4·(D² − d²): the pull of a ram, the rod taking its part of the piston.</summary>
    public static T RamPull<T>(T pressure, T bore, T rod)
        where T : struct, IReal<T> =>
        T.Let(Terms.RamPull, pressure * T.Const(Math.PI / 4, "π/4") * ((bore * bore) - (rod * rod)));

    /// <summary>F = m·r·ω²·(1 + r/l): inertia of a reciprocating mass at top dead centre. m in kg, r in mm, ω in rad/s.</summary>
    public static T Reciprocating<T>(T mass, T radius, T speed, T radiusOverRod)
        where T : struct, IReal<T> =>
        T.Let(Terms.InertiaForce, mass * radius * speed * speed * (T.Const(1) + radiusOverRod) / T.Const(1000));
}
