using System.Globalization;
using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;

namespace Hasp.Core.Sizing;

/// <summary>A layout of bolts that holds.</summary>
/// <param name="Words">In words: 2 rows of 3, pitches.</param>
/// <param name="Edits">What to write into the document for it.</param>
/// <param name="Joint">The joint with it.</param>
/// <param name="Reserve">Least reserve.</param>
/// <param name="Governs">What governs then.</param>
public sealed record Arrangement(string Words, IReadOnlyList<Change> Edits, Joint Joint, double Reserve, Check Governs)
{
    /// <summary>Stable name of the layout.</summary>
    public string Id => string.Join(";", Edits.Select(e => e.Text));
}

/// <summary>
/// How many bolts, and where: from the loads, the parts and the basis to layouts that hold and keep the pitch, edge and gauge rules of the
/// basis, the smallest number first. Rows and columns, or a circle where the bolts stand on one; a circle takes only numbers that a
/// dividing head indexes.
/// </summary>
public static class Arranger
{
    /// <summary>Numbers that a dividing head indexes without special plates.</summary>
    public static readonly IReadOnlyList<int> Indexed = [2, 3, 4, 6, 8, 12, 16, 24];

    private const int MostRows = 6;
    private const int MostColumns = 8;
    private const int MostShown = 4;

    /// <summary>The layouts, the smallest number of bolts first and of each number the one with most reserve; empty where none
    /// holds.</summary>
    public static IReadOnlyList<Arrangement> Of(Joint joint)
    {
        var found = new List<Arrangement>();
        foreach (var (count, candidates) in Candidates(joint).GroupBy(c => c.Count).OrderBy(g => g.Key).Select(g => (g.Key, g)))
        {
            if (candidates.Select(c => Judged(joint, c)).OfType<Arrangement>().MaxBy(a => a.Reserve) is { } best) found.Add(best);
            if (found.Count == MostShown) break;
        }
        return found;
    }

    private sealed record Candidate(int Count, string Words, Change[] Edits);

    private static IEnumerable<Candidate> Candidates(Joint joint)
    {
        var d = joint.Bolts.Thread.Diameter;
        if (joint.Pattern?.Layout is { IsRound: true })
        {
            foreach (var n in Indexed) yield return new(n, $"{n} on the circle", [Fields.PatternCount.To(n)]);
            yield break;
        }
        var pitches = Pitches(joint, d);
        for (var rows = 1; rows <= MostRows; rows++)
        {
            for (var columns = 1; columns <= MostColumns; columns++)
            {
                foreach (var pitch in pitches)
                {
                    var text = Text(joint, pitch);
                    yield return new(rows * columns, $"{rows} {(rows == 1 ? "row" : "rows")} of {columns}, {text} apart",
                    [
                        Fields.PatternKind.To(PatternKind.Grid), Fields.PatternRows.To(rows), Fields.PatternColumns.To(columns),
                        Fields.PitchX.To(pitch, text), Fields.PitchY.To(pitch, text), Fields.PatternOff.Cleared, Fields.Count.Cleared,
                    ]);
                }
            }
        }
    }

    /// <summary>Three and four diameters, and what good practice asks for least, in steps of the shop's rule: 5 mm, or a quarter
    /// inch.</summary>
    private static double[] Pitches(Joint joint, double d)
    {
        var step = joint.Bolts.Thread.System == Catalogue.MeasureSystem.Metric ? 5 : 25.4 / 4;
        return [.. new[] { Spacing.GoodPitch, 3, 4 }.Select(t => Math.Ceiling((t * d / step) - 1e-9) * step).Distinct()];
    }

    private static string Text(Joint joint, double mm) => joint.Bolts.Thread.System == Catalogue.MeasureSystem.Metric
        ? mm.ToString("0.##", CultureInfo.InvariantCulture) + " mm" : (mm / 25.4).ToString("0.###", CultureInfo.InvariantCulture) + " in";

    private static Arrangement? Judged(Joint joint, Candidate candidate)
    {
        if (JointRules.JointOf(joint.Said.With(candidate.Edits), []) is not { } laid
            || PatternRules.Obstacle(laid) is not null) return null;
        var reserves = TwoReserves.Of(Mechanics<Plain>.Of(laid));
        return reserves.Holds && reserves.First.Check >= 0 && !laid.Judging.Basis.Asks(laid).Any()
            ? new(candidate.Words, candidate.Edits, laid, reserves.First.Value, Check.All[reserves.First.Check]) : null;
    }
}
