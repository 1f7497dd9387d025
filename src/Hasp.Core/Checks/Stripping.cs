using Hasp.Core.Formulas;

namespace Hasp.Core.Checks;

/// <summary>
/// Stripping of a 60° thread, basic form: the bolt's thread shears at the minor diameter of its mate, the mate's thread at the
/// major diameter. Lengths in mm, areas in mm², forces in N, stresses in MPa. Holds for full threads over the engagement.
/// </summary>
public static class Stripping
{
    /// <summary>Shear strength over tensile strength of threads.</summary>
    public const double ShearRatio = 0.6;

    /// <summary>AS = 0.75·π·D1·Le: the bolt's thread.</summary>
    public static T BoltThreadArea<T>(T nutMinorDiameter, T engagement)
        where T : struct, IReal<T> =>
        T.Let(Terms.BoltThreadArea, T.Const(0.75) * T.Const(Math.PI, "π") * nutMinorDiameter * engagement);

    /// <summary>AS = 0.875·π·d·Le: the thread of nut, tapped part, or of the part around an insert.</summary>
    public static T TappedThreadArea<T>(T outerDiameter, T engagement)
        where T : struct, IReal<T> =>
        T.Let(Terms.TappedThreadArea, T.Const(0.875) * T.Const(Math.PI, "π") * outerDiameter * engagement);

    /// <summary>F = τ·AS with τ = κs·Su.</summary>
    public static T Load<T>(Term name, T shearRatio, T tensile, T area)
        where T : struct, IReal<T> =>
        T.Let(name, shearRatio * tensile * area);

    /// <summary>Su·At: what breaks the bolt.</summary>
    public static T BreakLoad<T>(T tensile, T stressArea)
        where T : struct, IReal<T> =>
        T.Let(Terms.BoltBreakLoad, tensile * stressArea);

    /// <summary>
    /// Le at which the weaker thread carries just what breaks the bolt, mm: Su·At over the lesser strength of the two threads per
    /// length of engagement.
    /// </summary>
    /// <param name="nutMinorDiameter">D1.</param>
    /// <param name="stressArea">At.</param>
    /// <param name="outerDiameter">d, or the outer thread of an insert.</param>
    /// <param name="boltTensile">Su of the bolt.</param>
    /// <param name="tappedTensile">Su of the part.</param>
    /// <param name="shearRatio">κs.</param>
    public static T RequiredEngagement<T>(T nutMinorDiameter, T stressArea, T outerDiameter, T boltTensile, T tappedTensile, T shearRatio)
        where T : struct, IReal<T>
    {
        var one = T.Const(1);
        return T.Let(Terms.RequiredEngagement, boltTensile * stressArea / T.Min(
            shearRatio * boltTensile * BoltThreadArea(nutMinorDiameter, one),
            shearRatio * tappedTensile * TappedThreadArea(outerDiameter, one)));
    }

    /// <summary>
    /// Outer diameter of a wire insert's own thread, mm: d + 1.299038·P, the profile laid once around the bolt's (ASME B18.29.1;
    /// metric inserts alike).
    /// </summary>
    public static T InsertDiameter<T>(T diameter, T pitch)
        where T : struct, IReal<T> =>
        T.Let(Terms.InsertDiameter, diameter + (T.Const(1.299038) * pitch));
}
