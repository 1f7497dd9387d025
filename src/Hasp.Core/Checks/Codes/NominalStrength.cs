using System.Runtime.CompilerServices;
using Hasp.Core.Catalogue;

namespace Hasp.Core.Checks.Codes;

/// <summary>Nominal strengths of a property class, as the codes of the ISO bolts design with them; they are not the minima of ISO
/// 898-1. MPa.</summary>
/// <param name="Grade">Property class.</param>
/// <param name="Yield">fyb.</param>
/// <param name="Tensile">fub.</param>
/// <param name="ThreadShear">αv of EN 1993-1-8, Table 3.4, with threads in the plane.</param>
/// <param name="Source">Tables.</param>
/// <param name="Listed">False where the code does not list the grade: its own minimum strengths then stand in, and the lesser αv.</param>
public sealed record NominalStrength(string Grade, double Yield, double Tensile, double ThreadShear, string Source, bool Listed = true)
{
    private static readonly IReadOnlyList<NominalStrength> Rows = Standards.Read("nominalStrengths", r => new NominalStrength(
        Standards.Text(r, "grade"), Standards.Number(r, "yield_mpa"), Standards.Number(r, "tensile_mpa"),
        Standards.Number(r, "thread_shear"), Standards.Text(r, "source")));

    private static readonly ConditionalWeakTable<GradeBand, NominalStrength> Known = [];

    /// <summary>The strengths of a grade; found once.</summary>
    public static NominalStrength Of(GradeBand grade) => Known.GetValue(grade, Find);

    private static NominalStrength Find(GradeBand grade) =>
        Rows.FirstOrDefault(r => r.Grade == grade.Grade) ?? new(grade.Grade, grade.Yield, grade.Tensile, 0.5,
            $"{grade.Cited} (not a grade of the code)", false);
}
