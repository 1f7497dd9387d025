using Hasp.Core.Formulas;

namespace Hasp.Core.Catalogue;

/// <summary>
/// Diameters (mm) and areas (mm²) of the basic 60° profile: ISO 68-1 / ISO 724 and ASME B1.1. The profile is one; the
/// two standards differ only in the diameter that carries the tensile stress area.
/// </summary>
/// <typeparam name="T">How the formulas are read.</typeparam>
/// <param name="Diameter">d, nominal.</param>
/// <param name="Pitch">P.</param>
/// <param name="PitchDiameter">d2.</param>
/// <param name="NutMinorDiameter">D1.</param>
/// <param name="RootDiameter">d3.</param>
/// <param name="StressArea">At.</param>
/// <param name="RootArea">Ar.</param>
/// <param name="ShankArea">Ad.</param>
public readonly record struct ThreadGeometry<T>(
    T Diameter, T Pitch, T PitchDiameter, T NutMinorDiameter, T RootDiameter, T StressArea, T RootArea, T ShankArea)
    where T : struct, IReal<T>
{
    /// <summary>Computes the geometry of a listed thread.</summary>
    public static ThreadGeometry<T> Of(ScrewThread thread)
    {
        var d = T.Given(Terms.NominalDiameter, thread.Diameter);
        var p = T.Given(Terms.Pitch, thread.Pitch);
        var quarterPi = T.Const(Math.PI / 4, "π/4");
        var root = T.Let(Terms.RootDiameter, d - (T.Const(1.226869) * p));
        var stressDiameter = T.Let(Terms.StressDiameter, thread.System == MeasureSystem.Metric
            ? d - (T.Const(0.938194) * p)
            : d - (T.Const(0.974279) * p));
        return new(
            d, p,
            T.Let(Terms.PitchDiameter, d - (T.Const(0.649519) * p)),
            T.Let(Terms.NutMinorDiameter, d - (T.Const(1.082532) * p)),
            root,
            T.Let(Terms.TensileStressArea, quarterPi * stressDiameter * stressDiameter),
            T.Let(Terms.RootArea, quarterPi * root * root),
            T.Let(Terms.ShankArea, quarterPi * d * d));
    }
}
