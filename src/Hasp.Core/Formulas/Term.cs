using Hasp.Core.Quantities;

namespace Hasp.Core.Formulas;

/// <summary>A named value of the job: the name it has in the API, its symbol on paper, what it measures and where it comes from.</summary>
/// <param name="Id">Stable name in results, camelCase.</param>
/// <param name="Symbol">Letter and subscript parted by an underscore, e.g. <c>F_i,max</c>.</param>
/// <param name="Dimension">What it measures; values are held in N, mm, MPa, N·mm, rad.</param>
/// <param name="Meaning">In the field's words.</param>
/// <param name="Source">Standard and clause, or the mechanics it follows from.</param>
public sealed record Term(string Id, string Symbol, Dimension Dimension, string Meaning, string Source);
