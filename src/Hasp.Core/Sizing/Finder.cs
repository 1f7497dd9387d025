using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.Sizing;

/// <summary>What one size, grade and number comes to.</summary>
/// <param name="Reserve">Least factor over required factor; 1 or more holds. Infinite where nothing is loaded.</param>
/// <param name="Factor">The governing factor.</param>
/// <param name="Check">What governs; null where nothing is loaded.</param>
/// <param name="Case">Index of the governing load case.</param>
public readonly record struct FinderEntry(double Reserve, double Factor, Check? Check, int Case)
{
    /// <summary>True where every check reaches its required factor.</summary>
    public bool Holds => Reserve >= 1;
}

/// <summary>One size in one grade, for every number of bolts.</summary>
/// <param name="Thread">Size.</param>
/// <param name="Grade">Grade name.</param>
/// <param name="Refusal">Why it cannot be made or fitted at all; null where it can.</param>
/// <param name="Length">Bolt length chosen, mm; 0 where refused.</param>
/// <param name="Torque">Tightening torque, N·mm; 0 where refused.</param>
/// <param name="ByCount">Entry n − 1 for n bolts; empty where refused.</param>
public sealed record FinderCell(
    ScrewThread Thread, string Grade, string? Refusal, double Length, double Torque, FinderEntry[] ByCount)
{
    /// <summary>The least number of bolts that holds; null where none of those tried does.</summary>
    public int? LeastCount => Array.FindIndex(ByCount, e => e.Holds) is var i and >= 0 ? i + 1 : null;
}

/// <summary>Search over size, grade and number. Bolt and thread length are chosen anew for each size; a given hole stays as drilled.</summary>
public static class Finder
{
    /// <summary>Judges every combination.</summary>
    /// <param name="joint">What is asked; its thread, grade, number and lengths are replaced.</param>
    /// <param name="threads">Sizes, one row each.</param>
    /// <param name="grades">Grades, one column each.</param>
    /// <param name="maxCount">Numbers from 1 to this, at most 1000.</param>
    /// <returns>One row a size, one cell a grade, in the order given.</returns>
    public static FinderCell[][] Search(
        JointInput joint, IReadOnlyList<ScrewThread> threads, IReadOnlyList<string> grades, int maxCount)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(maxCount, 1);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(maxCount, 1000);
        var rows = new FinderCell[threads.Count][];
        Parallel.For(0, threads.Count, r => rows[r] = Row(joint, threads[r], grades, maxCount));
        return rows;
    }

    /// <summary>The grades that are made for at least one of the sizes, own grades first.</summary>
    public static IReadOnlyList<string> GradesFor(JointInput joint, IReadOnlyList<ScrewThread> threads) =>
        [.. joint.OwnGrades.Concat(Standards.Grades)
            .Where(g => threads.Any(t => (g.System == MeasureSystem.Any || g.System == t.System) && t.Diameter >= g.MinDiameter - 0.005 && t.Diameter <= g.MaxDiameter + 0.005))
            .Select(g => g.Grade).Distinct()];

    private static FinderCell[] Row(JointInput joint, ScrewThread thread, IReadOnlyList<string> grades, int maxCount)
    {
        var row = new FinderCell[grades.Count];
        // Stiffness depends on the size and on the bolt's modulus alone: computed once for each of the two or three moduli.
        var stiff = new Dictionary<double, Mechanics<Plain>>();
        var faults = new List<Fault>();
        for (var g = 0; g < grades.Count; g++)
        {
            faults.Clear();
            var candidate = JointRules.Judge(
                joint with { Thread = thread.Designation, Grade = grades[g], Count = 1, Length = null, ThreadLength = null }, faults);
            if (candidate is null)
            {
                row[g] = new FinderCell(thread, grades[g], faults[0].Problem, 0, 0, []);
                continue;
            }
            var modulus = candidate.Bolts.Grade.ElasticModulus;
            if (!stiff.TryGetValue(modulus, out var mechanics)) stiff[modulus] = mechanics = Mechanics<Plain>.Stiff(candidate);
            mechanics = mechanics.Tightened(candidate);
            var entries = new FinderEntry[maxCount];
            for (var n = 1; n <= maxCount; n++)
            {
                var (reserve, factor, check, loadCase) = Evaluation.Tightest(mechanics, n);
                entries[n - 1] = new FinderEntry(reserve, factor, check < 0 ? null : Check.All[check], loadCase);
            }
            row[g] = new FinderCell(thread, grades[g], null, candidate.Bolts.Length, mechanics.Torque.Value, entries);
        }
        return row;
    }
}
