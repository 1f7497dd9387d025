using System.Collections;
using System.Collections.Concurrent;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Sizing;

/// <summary>What one size, grade and number comes to.</summary>
/// <param name="Reserves">The load's reserve and the tightening's.</param>
/// <param name="Obstacle">Why this number cannot be laid out with good pitch and edge distances; null where it can.</param>
public readonly record struct FinderEntry(TwoReserves Reserves, string? Obstacle = null)
{
    /// <summary>What is to be looked at first: the load's reserve, or the tightening's where that falls short. Infinite where
    /// nothing is loaded.</summary>
    public double Reserve => Reserves.First.Value;

    /// <summary>The factor behind it.</summary>
    public double Factor => Reserves.First.Factor;

    /// <summary>What governs; null where nothing is judged.</summary>
    public Check? Check => Reserves.First.Check < 0 ? null : Check.All[Reserves.First.Check];

    /// <summary>Index of the governing load case; −1 where no load comes into it.</summary>
    public int Case => Reserves.First.Case;

    /// <summary>True where every check reaches its required factor and the pattern has room.</summary>
    public bool Holds => Reserves.Holds && Obstacle is null;

    internal static FinderEntry Refused(string obstacle) =>
        new(new(Core.Reserve.None with { Value = 0, Factor = double.NaN }, Core.Reserve.None, Core.Reserve.None), obstacle);
}

/// <summary>What each number of bolts comes to, from one bolt on: judged when it is asked for, and kept.</summary>
public sealed class FinderNumbers : IReadOnlyList<FinderEntry>
{
    private readonly FinderEntry?[] _judged;
    private readonly Func<int, FinderEntry> _judge;

    /// <param name="most">Numbers from 1 to this.</param>
    /// <param name="alike">True where nothing is laid out and every bolt takes the same share.</param>
    /// <param name="judge">Judges so many bolts.</param>
    internal FinderNumbers(int most, bool alike, Func<int, FinderEntry> judge)
    {
        (_judged, _judge) = (new FinderEntry?[most], judge);
        Least = alike ? Bracketed() : First();
    }

    /// <summary>No number: the size cannot be made or fitted.</summary>
    internal static FinderNumbers None { get; } = new(0, false, _ => default);

    /// <summary>The least number that holds; null where none of them does.</summary>
    public int? Least { get; }

    /// <inheritdoc />
    public int Count => _judged.Length;

    /// <summary>What index + 1 bolts come to.</summary>
    public FinderEntry this[int index] => _judged[index] ??= _judge(index + 1);

    /// <inheritdoc />
    public IEnumerator<FinderEntry> GetEnumerator() => Enumerable.Range(0, Count).Select(i => this[i]).GetEnumerator();

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();

    // Twelve hold and thirteen may not: another shape, another row at the edge.
    private int? First() => Enumerable.Range(1, Count).Cast<int?>().FirstOrDefault(n => this[n!.Value - 1].Holds);

    /// <summary>
    /// The least number by bracketing. Axiom: where nothing is laid out, one bolt more takes from every share and from nothing else, so
    /// that what holds with some holds with more.
    /// </summary>
    private int? Bracketed() =>
        Count == 0 || !this[Count - 1].Holds ? null : Bracket.Last(0, Count, n => !this[n - 1].Holds) + 1;
}

/// <summary>One size in one grade, for every number of bolts.</summary>
/// <param name="Thread">Size.</param>
/// <param name="Grade">Grade name.</param>
/// <param name="Refusal">Why it cannot be made or fitted at all; null where it can.</param>
/// <param name="Length">Bolt length chosen, mm; 0 where refused.</param>
/// <param name="Torque">Tightening torque, N·mm; 0 where refused.</param>
/// <param name="ByCount">Entry n − 1 for n bolts; empty where refused.</param>
public sealed record FinderCell(
    ScrewThread Thread, string Grade, string? Refusal, double Length, double Torque, FinderNumbers ByCount)
{
    /// <summary>What goes with the grade and was judged with it: washers that are hard enough. Adopted with the cell; empty where
    /// nothing changes.</summary>
    public IReadOnlyList<Change> With { get; init; } = [];

    /// <summary>The same in words; empty where nothing changes.</summary>
    public string WithWords => With.Count == 0 ? "" : $"with {string.Join(" and ", With.Select(c => c.Text).Distinct())} washers";

    /// <summary>The least number of bolts that holds; null where none of those tried does.</summary>
    public int? LeastCount => ByCount.Least;
}

/// <summary>
/// Search over size, grade and number. Bolt and thread length are chosen anew for each size; a given hole stays as drilled. A pattern grows
/// by its own rule, and is asked for good pitch and edge distances.
/// </summary>
public static class Finder
{
    /// <summary>Judges every combination.</summary>
    /// <param name="said">What is asked; its thread, grade, number and lengths are replaced.</param>
    /// <param name="threads">Sizes, one row each.</param>
    /// <param name="grades">Grades, one column each.</param>
    /// <param name="maxCount">Numbers from 1 to this, at most 1000.</param>
    /// <param name="looked">A number that is judged with the search, not when it is asked for; 0 for none.</param>
    /// <param name="stop">Stops the search.</param>
    /// <returns>One row a size, one cell a grade, in the order given.</returns>
    public static FinderCell[][] Search(
        Values said, IReadOnlyList<ScrewThread> threads, IReadOnlyList<string> grades, int maxCount, int looked = 0,
        CancellationToken stop = default)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(maxCount, 1);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(maxCount, 1000);
        var rows = new FinderCell[threads.Count][];
        if (JointRules.JointOf(said, []) is { Kind.IsParts: false } kind) said = kind.Kind.Held(kind);
        // How the loads are shared does not depend on grade, nor on size where the pitches are stated: once for each pattern and number.
        var shared = new ConcurrentDictionary<(double, double, double, int), Shared>();
        Parallel.For(0, threads.Count, new ParallelOptions { CancellationToken = stop },
            r => rows[r] = Row(said, threads[r], grades, maxCount, looked, SharedAmong, stop));
        return rows;

        Shared SharedAmong(Joint candidate, int n)
        {
            var layout = candidate.Pattern?.Layout;
            return shared.GetOrAdd((layout?.PitchX ?? 0, layout?.PitchY ?? 0, layout?.Diameter ?? 0, n), _ => Among(candidate, n));
        }
    }

    /// <summary>How so many bolts share the loads: null where they have no shape, or find no hold against a moment.</summary>
    private readonly record struct Shared(BoltPattern? Pattern, Sharing? Sharing);

    /// <summary>The grades that are made for at least one of the sizes, own grades first.</summary>
    public static IReadOnlyList<string> GradesFor(Values said, IReadOnlyList<ScrewThread> threads) =>
        [.. JointRules.OwnGradesOf(said).Concat(Standards.Grades)
            .Where(g => threads.Any(t => (g.System == MeasureSystem.Any || g.System == t.System) && t.Diameter >= g.MinDiameter - 0.005
                && t.Diameter <= g.MaxDiameter + 0.005))
            .Select(g => g.Grade).Distinct()];

    private static FinderCell[] Row(
        Values said, ScrewThread thread, IReadOnlyList<string> grades, int maxCount, int looked,
        Func<Joint, int, Shared> sharedAmong, CancellationToken stop)
    {
        var row = new FinderCell[grades.Count];
        var faults = new List<Fault>();
        // The pattern says how many there are; where none is laid out, one stands for any number.
        var sized = said.With(
            [Fields.Thread.To(thread.Designation), Fields.Length.Cleared, Fields.ThreadLength.Cleared, .. NumberOf(said)]);
        for (var g = 0; g < grades.Count; g++)
        {
            stop.ThrowIfCancellationRequested();
            faults.Clear();
            var graded = sized.With(Fields.Grade.To(grades[g]));
            // Most of what there is is not made in most sizes: nothing else of those is looked at.
            var washers = JointRules.GradeFor(graded, thread, faults) is { } grade ? JointRules.HarderWashers(graded, thread, grade) : [];
            var candidate = faults.Count > 0 ? null : CandidateOf(washers.Count == 0 ? graded : graded.With([.. washers]), faults);
            if (candidate is null)
            {
                row[g] = new FinderCell(thread, grades[g], faults[0].Problem, 0, 0, FinderNumbers.None);
                continue;
            }
            // Anew for each grade: with it come its own head, nut and washers, thread length and the length that is bought.
            var mechanics = Mechanics<Plain>.Of(candidate);
            var entries = new FinderNumbers(maxCount, candidate.Kind.IsParts && candidate.Pattern is null,
                n => Entry(mechanics, candidate.Kind.IsParts ? sharedAmong(candidate, n) : default, n));
            if (looked > 0) _ = entries[looked - 1];
            row[g] = new FinderCell(thread, grades[g], null, candidate.Bolts.Length, mechanics.Torque.Value, entries) { With = washers };
        }
        return row;
    }

    /// <summary>What is said of the number: the pattern or the kind of joint tells; where nothing is laid out, one stands for
    /// any.</summary>
    private static Change[] NumberOf(Values said) =>
        said.Of(Fields.Kind) != Kinds.Kind.Parts.Id ? [] : PatternRules.IsLaidOut(said) ? [Fields.Count.Cleared] : [Fields.Count.To(1)];

    /// <summary>The joint with this size and grade; where its pattern has no room for so many, with fewer, so that those are
    /// judged.</summary>
    private static Joint? CandidateOf(Values said, List<Fault> faults)
    {
        var candidate = JointRules.JointOf(said, faults);
        if (candidate is not null || !PatternRules.IsLaidOut(said)
            || faults.Any(f => !f.Path.StartsWith("pattern.", StringComparison.Ordinal))) return candidate;
        var layout = PatternRules.LayoutOf(said, Standards.FindThread(said.Of(Fields.Thread))!.Diameter, []);
        for (var n = layout.PlaceCount - 1; n >= 1 && candidate is null; n--)
        {
            if (layout.Grown(n) is { } fewer) candidate = JointRules.JointOf(said.With(PatternRules.Stating(fewer)), []);
        }
        return candidate;
    }

    // Another number changes what else a kind lays out: it is asked for at the kind's own field, and only parts come here.
    private static Shared Among(Joint joint, int n)
    {
        if (joint.Pattern is null) return new(null, Sharing.Of(joint.Cases, new EqualShares(n), joint.Judging.Basis.MayLeaveOut));
        if (joint.Pattern.Grown(n) is not { } grown) return default;
        // Too few bolts may find no hold against a moment.
        return new(grown, PatternRules.MomentsWithoutHold(joint.Cases, grown).Count == 0
            ? Sharing.Of(joint.Cases, new PatternShares(grown), joint.Judging.Basis.MayLeaveOut) : null);
    }

    private static FinderEntry Entry(in Mechanics<Plain> mechanics, Shared shared, int n)
    {
        var joint = mechanics.Joint;
        if (!joint.Kind.IsParts) return n == joint.AllBolts ? new(TwoReserves.Of(mechanics))
            : FinderEntry.Refused($"the number follows from what is stated of the {joint.Kind.Name.ToLowerInvariant()}");
        if (joint.Pattern is not null
            && shared.Pattern is null) return FinderEntry.Refused($"{PatternRules.Words(joint.Pattern.Layout)} has no shape with "
                + $"{n} bolts");
        if (shared.Sharing is null) return FinderEntry.Refused($"{n} {(n == 1 ? "bolt finds" : "bolts find")} no hold against a moment");
        // Equal shares too go with a joint of their own: how many bolts there are decides what a basis can judge of them.
        var trial = joint.WithBolts(shared.Pattern, shared.Sharing);
        // A circle keeps its diameter while it grows: its bolts, and the cones under them, come closer.
        var narrower = shared.Pattern is { } grown && Math.Abs(grown.Group.LeastPitch - joint.Pattern!.Group.LeastPitch) > 1e-9;
        if (narrower) return new(TwoReserves.Of(Mechanics<Plain>.Of(trial)), PatternRules.Obstacle(trial));
        return new(
            TwoReserves.Of(joint.Judging.Band is { ByNumber: true } ? mechanics.Tightened(trial) : mechanics with { Joint = trial }),
            PatternRules.Obstacle(trial));
    }
}
