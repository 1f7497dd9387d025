using Hasp.Core.Catalogue;
using Hasp.Files.Quick;

namespace Hasp.Files;

/// <summary>How a line may go on: the words of the reader's tables that begin as its last ones do, each in a line that is read.</summary>
public static class QuickCompletions
{
    /// <summary>No more are offered.</summary>
    public const int Most = 6;

    // A word that is begun with one letter could go on in too many ways.
    private const int Fewest = 2;

    private static readonly string[] Spoken = [.. QuickWords.Rows
        .Where(r => r.Slot is not ("small" or "counted" or "not one bolt" or "negation" or "number" or "symbol" or "bolts")).Select(r =>
            r.Words)
        .Concat(QuickKinds.Names.Where(n => n.Row.Slot is not ("quiet" or "name of none")).Select(n => n.Name))
        .Concat(QuickWords.Asked.Keys).Concat(Standards.Names(Standards.Grades, g => g.Grade))
        .Concat(Standards.Names(Standards.Materials, m => m.Name))
        .Concat(Standards.Names(Standards.Threads, t => t.Designation)).Where(w => w.Length > Fewest)
        .Distinct(StringComparer.OrdinalIgnoreCase).Order(StringComparer.OrdinalIgnoreCase)];

    /// <summary>What may stand in place of the last words.</summary>
    /// <param name="line">The line so far.</param>
    /// <returns>The words, and the line with them; the longest beginning that is matched first, then the shortest words.</returns>
    public static IReadOnlyList<(string Words, string Line)> Of(string line)
    {
        var found = new List<(string, string)>();
        foreach (var at in Beginnings(line))
        {
            var begun = line[at..];
            found.AddRange(Spoken.Where(w => w.Length > begun.Length && w.StartsWith(begun, StringComparison.OrdinalIgnoreCase))
                .OrderBy(w => w.Length).Select(w => (w, line[..at] + w)).Where(w => found.All(f => f.Item1 != w.Item1) && IsRead(w.Item2,
                    at))
                .Take(Most));
            if (found.Count >= Most) break;
        }
        return [.. found.Take(Most)];
    }

    /// <summary>True where what begins there is read, or asked about with answers: a word that says nothing where it stands is not
    /// offered.</summary>
    private static bool IsRead(string line, int at) => QuickReader.Read(line, Core.Quantities.UnitSystem.Si).Parts
        .All(p => p.Start + p.Length <= at || p.Problem is null || p.Answers.Count > 0);

    /// <summary>Where the last words begin: two of them, then the last one alone.</summary>
    private static IEnumerable<int> Beginnings(string line)
    {
        if (line.Length == 0 || line[^1] is ',' or ';' || char.IsWhiteSpace(line[^1])) yield break;
        var last = line.LastIndexOfAny([' ', ',', ';']) + 1;
        var before = last > 1 && line[last - 1] == ' ' && char.IsLetterOrDigit(line[last - 2]) ? line.LastIndexOfAny([' ', ',', ';'],
            last - 2) + 1 : -1;
        if (before >= 0) yield return before;
        if (line.Length - last >= Fewest) yield return last;
    }
}
