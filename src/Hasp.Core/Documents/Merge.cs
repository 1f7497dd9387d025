using System.Collections.Immutable;
using Hasp.Core.Joints;

namespace Hasp.Core.Documents;

/// <summary>Where two changes of one document meet in the same thing.</summary>
/// <param name="Place">The field; its row where a whole row is meant.</param>
/// <param name="List">The list whose row, or whose order, is meant; null for a field.</param>
public readonly record struct Clash(Place? Place, ListField? List);

/// <summary>
/// Two changes of one document put together, field by field and row by row: what only one of them changed is taken from it. Where
/// both changed
/// the same, ours is taken and the clash is told.
/// </summary>
/// <param name="Draft">The document with both.</param>
/// <param name="Clashes">Where they meet; empty where they do not.</param>
public sealed record Merge(Draft Draft, ImmutableArray<Clash> Clashes)
{
    /// <summary>Puts two changes together.</summary>
    /// <param name="before">What both began from.</param>
    /// <param name="ours">One of them.</param>
    /// <param name="theirs">The other.</param>
    public static Merge Of(Draft before, Draft ours, Draft theirs)
    {
        var clashes = ImmutableArray.CreateBuilder<Clash>();
        var root = Rows(before.Root, ours.Root, theirs.Root, clashes);
        var lists = before.Lists.Concat(ours.Lists).Concat(theirs.Lists).Distinct()
            .Select(l => (List: l, Rows: Lists(l, before[l], ours[l], theirs[l], clashes))).Where(l => !l.Rows.IsEmpty)
            .ToImmutableDictionary(l => l.List, l => l.Rows);
        var chosen = theirs.Chosen.Except(before.Chosen.Except(ours.Chosen)).Concat(ours.Chosen.Except(before.Chosen)).Distinct();
        return new(new Draft(theirs.Shape, root, lists, [.. chosen]), clashes.ToImmutable());
    }

    private static Row Rows(Row before, Row ours, Row theirs, ImmutableArray<Clash>.Builder clashes)
    {
        var row = theirs;
        foreach (var field in before.Stated.Concat(ours.Stated).Distinct())
        {
            var (was, mine, other) = (before[field], ours[field], theirs[field]);
            if (mine?.Raw == was?.Raw || mine?.Raw == other?.Raw) continue;
            if (other?.Raw != was?.Raw) clashes.Add(new(new Place(field, ours.Id), null));
            row = row.With(field, mine);
        }
        return row;
    }

    private static ImmutableArray<Row> Lists(ListField list, ImmutableArray<Row> before, ImmutableArray<Row> ours,
        ImmutableArray<Row> theirs,
        ImmutableArray<Clash>.Builder clashes)
    {
        if (IsSame(before, ours)) return theirs;
        if (IsSame(before, theirs)) return ours;
        var (was, mine, other) = (ById(before), ById(ours), ById(theirs));
        var kept = new Dictionary<RowId, Row>();
        foreach (var id in was.Keys.Concat(mine.Keys).Concat(other.Keys).Distinct())
        {
            if (One(list, was.GetValueOrDefault(id), mine.GetValueOrDefault(id), other.GetValueOrDefault(id),
                clashes) is { } row) kept[id] = row;
        }
        return [.. Order(list, before, ours, theirs, clashes).Where(kept.ContainsKey).Select(id => kept[id])];
    }

    /// <summary>One row; null where it goes.</summary>
    private static Row? One(ListField list, Row? was, Row? mine, Row? other, ImmutableArray<Clash>.Builder clashes)
    {
        if (mine is not null && other is not null) return Rows(was ?? new Row(mine.Id, [], []), mine, other, clashes);
        if (was is null) return mine ?? other;
        // One of them took it away: that meets only with a change of the other to that very row.
        var left = mine ?? other;
        if (left is null || left.IsAlike(was)) return null;
        clashes.Add(new(null, list));
        return mine;
    }

    /// <summary>The order of one where only one of them moved rows; rows that came stand behind what they stood behind.</summary>
    private static IEnumerable<RowId> Order(ListField list, ImmutableArray<Row> before, ImmutableArray<Row> ours,
        ImmutableArray<Row> theirs,
        ImmutableArray<Clash>.Builder clashes)
    {
        var (weMoved, theyMoved) = (HasMoved(before, ours), HasMoved(before, theirs));
        if (weMoved && theyMoved && HasMoved(ours, theirs)) clashes.Add(new(null, list));
        var (first, second) = weMoved ? (ours, theirs) : (theirs, ours);
        var order = first.Select(r => r.Id).ToList();
        for (var i = 0; i < second.Length; i++)
        {
            if (order.Contains(second[i].Id)) continue;
            var behind = i == 0 ? -1 : order.IndexOf(second[i - 1].Id);
            order.Insert(i == 0 || behind >= 0 ? behind + 1 : order.Count, second[i].Id);
        }
        return order;
    }

    /// <summary>True where rows that are in both stand in another order.</summary>
    private static bool HasMoved(ImmutableArray<Row> before, ImmutableArray<Row> after)
    {
        var (was, now) = (before.Select(r => r.Id).ToHashSet(), after.Select(r => r.Id).ToHashSet());
        return !before.Select(r => r.Id).Where(now.Contains).SequenceEqual(after.Select(r => r.Id).Where(was.Contains));
    }

    private static bool IsSame(ImmutableArray<Row> a, ImmutableArray<Row> b) =>
        a.Length == b.Length && a.Zip(b).All(r => r.First.Id == r.Second.Id && r.First.IsAlike(r.Second));

    private static Dictionary<RowId, Row> ById(ImmutableArray<Row> rows) => rows.ToDictionary(r => r.Id);
}
