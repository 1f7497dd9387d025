using Hasp.Core.Joints;

namespace Hasp.Files;

/// <summary>One row of a table that alternates with another: a class of a rainflow count, or a swing that a drawing states.</summary>
/// <param name="Row">Index of the row.</param>
/// <param name="With">Index of the row that it alternates with; −1 for unloaded.</param>
/// <param name="Cycles">How often; null for endless.</param>
public readonly record struct LoadSwing(int Row, int With, double? Cycles);

/// <summary>Finds the rows that rows alternate with, by their names.</summary>
public static class LoadSwings
{
    /// <summary>A joint holds no more rows that alternate or that others alternate with: its own cases have to find room beside
    /// them.</summary>
    public const int Most = 800;

    /// <summary>The swings, and the rows that cannot be taken because what they alternate with cannot be told, with the reason.</summary>
    /// <param name="rows">All good rows.</param>
    public static (IReadOnlyList<LoadSwing> Swings, IReadOnlyDictionary<int, string> Refused) Of(IReadOnlyList<LoadLine> rows)
    {
        var named = rows.Select((r, i) => (r.Name, Index: i)).Where(r => r.Name.Length > 0)
            .ToLookup(r => r.Name, r => r.Index, StringComparer.OrdinalIgnoreCase);
        var (swings, refused, held) = (new List<LoadSwing>(), new Dictionary<int, string>(), new HashSet<int>());
        for (var i = 0; i < rows.Count; i++)
        {
            if (rows[i].AlternatesWith.Length == 0) continue;
            var (with, reason) = Partner(rows[i].AlternatesWith, i, named);
            if (reason is null && held.Count + (held.Contains(i) ? 0 : 1) + (with < 0 || held.Contains(with) ? 0 : 1) > Most)
            {
                reason = $"more than {Most} rows alternate: count the swings in fewer classes";
            }
            if (reason is not null)
            {
                refused[i] = reason;
                continue;
            }
            held.Add(i);
            if (with >= 0) held.Add(with);
            swings.Add(new(i, with, rows[i].Cycles));
        }
        // A row whose partner was refused has none; each round refuses at least one.
        while (swings.FindIndex(s => refused.ContainsKey(s.With)) is var orphan and >= 0)
        {
            refused[swings[orphan].Row] = $"it alternates with {rows[swings[orphan].With].Name}, which was refused";
            swings.RemoveAt(orphan);
        }
        return (swings, refused);
    }

    private static (int With, string? Reason) Partner(string with, int row, ILookup<string, int> named)
    {
        if (with.Equals(JointRules.Unloaded, StringComparison.OrdinalIgnoreCase)) return (-1, null);
        var found = named[with].ToList();
        return found switch
        {
            [] => (0, $"it alternates with \"{with}\", and no line that was taken is called that; "
                + $"\"{JointRules.Unloaded}\" stands for no load"),
            [var one] when one == row => (0, "it alternates with itself"),
            [var one] => (one, null),
            _ => (0, $"it alternates with \"{with}\", and {found.Count} lines are called that"),
        };
    }
}
