using Hasp.Core.Checks.Modes;
using Hasp.Core.Documents;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.Sizing;

/// <summary>A field that says something else.</summary>
/// <param name="Path">The field.</param>
/// <param name="Before">What the first says; empty where it says nothing.</param>
/// <param name="After">What the second says.</param>
/// <param name="ChosenBefore">True where the first's was chosen and not stated.</param>
/// <param name="ChosenAfter">True where the second's was.</param>
public sealed record FieldChange(string Path, string Before, string After, bool ChosenBefore, bool ChosenAfter);

/// <summary>A check that came to something else, or that only one of the two has.</summary>
/// <param name="Name">The check.</param>
/// <param name="Before">What it came to in the first; null where that has no such check.</param>
/// <param name="After">What it came to in the second.</param>
public sealed record CheckChange(string Name, CheckResult? Before, CheckResult? After);

/// <summary>A value that is another.</summary>
/// <param name="Term">What it is.</param>
/// <param name="Before">In the first, held units; null where that has none.</param>
/// <param name="After">In the second.</param>
public sealed record ValueChange(Term Term, double? Before, double? After);

/// <summary>A way of failing that was looked at otherwise.</summary>
/// <param name="Name">The way of failing.</param>
/// <param name="Before">How far in the first; null where it is not followed there.</param>
/// <param name="After">How far in the second.</param>
public sealed record CoverageChange(string Name, Coverage? Before, Coverage? After);

/// <summary>Two joints side by side: what was typed, what was chosen, what each check, value and way of failing came to. Whatever is alike
/// is left out; nothing is averaged and nothing is weighed.</summary>
/// <param name="Fields">What the documents say otherwise.</param>
/// <param name="Checks">What the checks came to otherwise, in the order of the second.</param>
/// <param name="Values">Named values that are others.</param>
/// <param name="Coverage">What was looked at otherwise.</param>
public sealed record Compared(
    IReadOnlyList<FieldChange> Fields, IReadOnlyList<CheckChange> Checks, IReadOnlyList<ValueChange> Values,
        IReadOnlyList<CoverageChange> Coverage)
{
    // Figures are the same to this share: what the machine leaves is no difference.
    private const double Same = 1e-9;

    /// <summary>True where nothing is another.</summary>
    public bool IsAlike => Fields.Count + Checks.Count + Values.Count + Coverage.Count == 0;

    /// <summary>Puts two joints side by side.</summary>
    /// <param name="first">The document of the first.</param>
    /// <param name="before">What it came to.</param>
    /// <param name="second">The document of the second.</param>
    /// <param name="after">What it came to.</param>
    public static Compared Of(Draft first, Result before, Draft second, Result after) => new(
        [.. Paths(first).Union(Paths(second)).Select(p => ChangeAt(p, first, second)).OfType<FieldChange>()],
        [.. Pairs(before.Checks, after.Checks, c => c.Check.Id).Where(p => !IsSame(p.Before, p.After))
            .Select(p => new CheckChange((p.After ?? p.Before)!.Check.Name, p.Before, p.After))],
        [.. Pairs(before.Values.Select(v => (NamedValue?)v), after.Values.Select(v => (NamedValue?)v), v => v!.Value.Term.Id)
            .Where(p => !Near(p.Before?.Value, p.After?.Value))
            .Select(p => new ValueChange((p.After ?? p.Before)!.Value.Term, p.Before?.Value, p.After?.Value))],
        [.. Pairs(before.Coverage.Select(c => (Coverage?)c), after.Coverage.Select(c => (Coverage?)c), c => c!.Value.Mode.Id)
            .Where(p => (p.Before?.Looked, p.Before?.Why) != (p.After?.Looked, p.After?.Why))
            .Select(p => new CoverageChange((p.After ?? p.Before)!.Value.Mode.Name, p.Before, p.After))]);

    private static IEnumerable<string> Paths(Draft draft) => draft.Places().Select(draft.PathOf);

    private static FieldChange? ChangeAt(string path, Draft first, Draft second)
    {
        var (a, b) = (At(first), At(second));
        return a == b ? null : new(path, a.Text, b.Text, a.Chosen, b.Chosen);

        (string Text, bool Chosen) At(Draft draft) =>
            draft.At(path) is { } place && draft[place] is { } entry ? (entry.Text, draft.IsChosen(place)) : ("", false);
    }

    /// <summary>What both have by that name, in the order of the second, then what only the first has.</summary>
    private static IEnumerable<(T? Before, T? After)> Pairs<T>(IEnumerable<T> before, IEnumerable<T> after, Func<T, string> name)
    {
        var left = before.GroupBy(name).ToDictionary(g => g.Key, g => g.First());
        foreach (var one in after.DistinctBy(name)) yield return (left.Remove(name(one), out var other) ? other : default, one);
        foreach (var only in left.Values) yield return (only, default);
    }

    private static bool IsSame(CheckResult? a, CheckResult? b) => a is not null && b is not null && Near(a.Factor, b.Factor)
        && Near(a.Required, b.Required) && (a.Case, a.Bolt, a.Place) == (b.Case, b.Bolt, b.Place);

    private static bool Near(double? a, double? b) =>
        a is null || b is null ? a is null && b is null : a.Value.Equals(b.Value)
            || Math.Abs(a.Value - b.Value) <= Same * Math.Abs(b.Value);
}
