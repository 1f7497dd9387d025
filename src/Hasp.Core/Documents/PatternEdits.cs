using System.Collections.Immutable;
using System.Globalization;
using Hasp.Core.Catalogue;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;

namespace Hasp.Core.Documents;

/// <summary>Changes to the pattern of a joint as a person makes them on the plan. It may be faulty before and after.</summary>
public static class PatternEdits
{
    // What a layout of unstated pitches is drawn by while there is no size yet, mm.
    private const double UsualDiameter = 16;

    /// <summary>The layout that a joint states, pitches chosen where none are, be it faulty elsewhere; null where none is laid out or it
    /// cannot be read.</summary>
    public static Layout? LayoutOf(Draft draft)
    {
        if (!IsLaidOut(draft) || draft.Said.IsFaulty("pattern")) return null;
        var faults = new List<Fault>();
        var thread = Standards.FindThread(draft.Text(Fields.Thread) ?? "");
        var layout = PatternRules.LayoutOf(draft.Said, thread?.Diameter ?? UsualDiameter, faults);
        return faults.Count == 0 ? layout : null;
    }

    private static bool IsLaidOut(Draft draft) =>
        draft.Root.Stated.Any(f => f.Section == Fields.PatternKind.Section) || !draft[Fields.Points].IsEmpty
            || !draft[Fields.Corners].IsEmpty
        || !draft[Fields.Openings].IsEmpty;

    /// <summary>The pattern grown to a number of bolts by its own rule; null where there is no pattern, or none of that number.</summary>
    internal static Draft? Grown(Draft draft, string text)
    {
        if (LayoutOf(draft) is not { } layout || !int.TryParse(text, CultureInfo.InvariantCulture, out var count)
            || count is < 1 or > PatternRules.MostBolts || layout.Grown(count) is not { } grown) return null;
        if (grown != layout) draft = draft.State(PatternRules.Edits(grown), UnitSystem.Si);
        return draft.Without(Fields.Count);
    }

    /// <summary>A first pattern takes over the number of bolts; one that goes leaves its number behind.</summary>
    internal static Draft Seeded(Draft draft, string kind)
    {
        var before = LayoutOf(draft);
        if (kind.Length == 0)
        {
            return before is null ? draft : draft.With((Fields.Count, before.Places().Length - before.Off.Length));
        }
        if (before is not null || draft[Fields.Count]?.Raw.Whole is not { } count || count is < 1 or > PatternRules.MostBolts) return draft;
        draft = draft.Without(Fields.Count);
        if (new Field[] { Fields.PatternRows, Fields.PatternColumns, Fields.PatternCount }.Any(draft.Root.Has)) return draft;
        var columns = Enumerable.Range(1, count).Last(c => c * c <= count && count % c == 0);
        return draft.With((Fields.PatternRows, count / columns), (Fields.PatternColumns, columns), (Fields.PatternCount, count));
    }

    private static readonly Field[] Turning = [Fields.PatternX, Fields.PatternY, Fields.PatternTurned, Fields.PatternMirror];

    /// <summary>Makes each place of the pattern a free bolt, where it stands; switched-off places stay switched off.</summary>
    public static Draft Freed(this Draft draft) =>
        LayoutOf(draft) is { } layout ? Free(draft, layout.Places()) : draft;

    private static Draft Free(Draft draft, IEnumerable<PlanPoint> places) =>
        draft.Without(Turning).With(Fields.Points, [.. places.Select((p, i) => PointOf(RowId.At(i), p))])
            .With((Fields.PatternKind, Names.Patterns[PatternKind.Points]));

    private static Row PointOf(RowId id, PlanPoint p) => Row.Of(id, (Fields.PointX, Mm(p.X)), (Fields.PointY, Mm(p.Y)));

    private static string Mm(double value) => Math.Round(value, 6).ToString(CultureInfo.InvariantCulture) + " mm";

    /// <summary>Adds a free bolt at a place; another kind of pattern is set free first.</summary>
    /// <param name="draft">The joint.</param>
    /// <param name="at">Where, mm.</param>
    /// <param name="act">What the new row's name is made of (<see cref="RowId.New"/>).</param>
    public static Draft AddBolt(this Draft draft, PlanPoint at, string act)
    {
        var layout = LayoutOf(draft);
        if (layout is null)
        {
            draft = draft.State(Fields.PatternKind, Names.Patterns[PatternKind.Points], UnitSystem.Si);
        }
        else if (layout.Kind != PatternKind.Points || layout.Mirror != Mirror.None || layout.Turned != 0)
        {
            draft = draft.Freed();
        }
        var middle = LayoutOf(draft)?.At ?? default;
        return draft.Add(Fields.Points, PointOf(RowId.New(act, draft[Fields.Points]), at - middle));
    }

    /// <summary>
    /// Moves bolts, given by their numbers, on the drawing, mm. Free bolts go where they are moved; in a pattern with a rule the first of
    /// them goes there, and the rule's measure follows: the pitch of rows and columns, the circle; where all are taken along, the whole
    /// pattern goes.
    /// </summary>
    public static Draft MoveBolts(this Draft draft, IReadOnlyList<int> numbers, PlanPoint by)
    {
        if (LayoutOf(draft) is not { } layout || numbers.Count == 0) return draft;
        var places = layout.Places();
        if (numbers.Any(n => n < 1 || n > places.Length)) return draft;
        if (numbers.Count == places.Length || layout.Kind == PatternKind.Single)
        {
            return draft.With((Fields.PatternX, Mm(layout.At.X + by.X)), (Fields.PatternY, Mm(layout.At.Y + by.Y)));
        }
        if (layout.Kind == PatternKind.Points) return MovePoints(draft, layout, numbers, by);
        var (old, target) = (places[numbers[0] - 1] - layout.At, places[numbers[0] - 1] + by - layout.At);
        if (layout.IsRound) return draft.With((Fields.PatternDiameter, Mm(2 * target.To(default))));
        // Unturned, so that rows and columns lie along the axes; a bolt on the middle line has no say in that pitch.
        var (cos, sin) = (Math.Cos(layout.Turned), Math.Sin(layout.Turned));
        PlanPoint Unturned(PlanPoint p) => new((cos * p.X) + (sin * p.Y), (cos * p.Y) - (sin * p.X));
        var (from, to) = (Unturned(old), Unturned(target));
        if (Follows(from.X, to.X)) draft = draft.With((Fields.PitchX, Mm(layout.PitchX * to.X / from.X)));
        return Follows(from.Y, to.Y) ? draft.With((Fields.PitchY, Mm(layout.PitchY * to.Y / from.Y))) : draft;

        static bool Follows(double from, double to) => Math.Abs(from) > 1e-6 && Math.Abs(to - from) > 1e-6 && to / from > 0;
    }

    private static Draft MovePoints(Draft draft, Layout layout, IReadOnlyList<int> numbers, PlanPoint by)
    {
        var rows = draft[Fields.Points];
        foreach (var n in numbers.Where(n => n <= rows.Length))
        {
            var moved = layout.Points[n - 1] + by;
            rows = rows.SetItem(n - 1, rows[n - 1].With(Fields.PointX, Entry.Of(Fields.PointX, Mm(moved.X)))
                .With(Fields.PointY, Entry.Of(Fields.PointY, Mm(moved.Y))));
        }
        return draft.With(Fields.Points, rows);
    }

    /// <summary>Takes bolts, given by their numbers, away: free ones for good, others by switching their place off; those switched
    /// off come back.</summary>
    public static Draft ToggleBolts(this Draft draft, IReadOnlyList<int> numbers)
    {
        if (LayoutOf(draft) is not { } layout) return draft;
        if (layout.Kind == PatternKind.Points && layout.Mirror == Mirror.None)
        {
            return draft.With(Fields.Points, [.. draft[Fields.Points].Where((_, i) => !numbers.Contains(i + 1))]);
        }
        var off = (draft.Text(Fields.PatternOff) ?? "").Split([',', ' ', ';'], StringSplitOptions.RemoveEmptyEntries).ToHashSet();
        foreach (var n in numbers.Select(n => n.ToString(CultureInfo.InvariantCulture))) if (!off.Remove(n)) off.Add(n);
        var left = string.Join(", ", off.OrderBy(n => n.Length).ThenBy(n => n, StringComparer.Ordinal));
        return left.Length == 0 ? draft.Without(Fields.PatternOff) : draft.With((Fields.PatternOff, left));
    }

    /// <summary>Puts bolts at these places, mm, in place of the pattern that is there.</summary>
    public static Draft PlaceBolts(this Draft draft, IEnumerable<PlanPoint> places) =>
        Free(draft.Without(Fields.Count, Fields.PatternOff), places);
}
