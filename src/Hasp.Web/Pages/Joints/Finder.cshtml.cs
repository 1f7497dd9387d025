using System.Text.Json.Nodes;
using Hasp.Core.Catalogue;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;
using Hasp.Files;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages.Joints;

/// <summary>The Finder: sizes down, grades across, one number of bolts at a time; what governs each cell, and where it begins to
/// hold.</summary>
public sealed class FinderModel(Workbench bench, Jobs jobs, Preferences preferences) : PageModel, IStagePage
{
    private const int UsualMost = 24;

    /// <summary>Numbers of bolts that the slider runs over.</summary>
    public int MaxCount { get; private set; } = UsualMost;

    public BenchState State { get; private set; } = null!;

    public IReadOnlyList<string> Grades { get; private set; } = [];

    public FinderCell[][] Rows { get; private set; } = [];

    [BindProperty(SupportsGet = true)]
    public int? Count { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Series { get; set; }

    /// <summary>"first" for sizes that shops stock, "all" for every size.</summary>
    [BindProperty(SupportsGet = true)]
    public string Sizes { get; set; } = "first";

    /// <summary>"stocked" for grades that most shops have, "all" for every grade.</summary>
    [BindProperty(SupportsGet = true)]
    public string Stock { get; set; } = "stocked";

    /// <summary>True where sizes that cannot hold are shown too.</summary>
    [BindProperty(SupportsGet = true)]
    public bool Unfold { get; set; }

    /// <summary>Grades of the list that no size of it can be had in, each with the reason that most sizes give.</summary>
    public IReadOnlyList<(string Grade, string Why)> LeftOut { get; private set; } = [];

    /// <summary>True where too many searches are going on to do this one.</summary>
    public bool IsBusy { get; private set; }

    /// <summary>Largest torque the wrench can give, as typed.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Torque { get; set; }

    public string? TorqueProblem { get; private set; }

    /// <summary>Largest torque, N·mm; infinity where none is stated.</summary>
    public double MaxTorque { get; private set; } = double.PositiveInfinity;

    public async Task<IActionResult> OnGet(JointId id) => await Search(id) ? Page() : NotFound();

    public async Task<IActionResult> OnGetMatrix(JointId id) => await Search(id) ? Partial("_Matrix", this) : NotFound();

    /// <summary>Takes a size, grade and number, in one revision, and opens the Bench on it.</summary>
    public async Task<IActionResult> OnPostAdopt(JointId id, int seen, string thread, string grade, int count)
    {
        if (Standards.FindThread(thread ?? "") is null || string.IsNullOrEmpty(grade) || count is < 1 or > 1000) return BadRequest();
        if (await bench.Load(id) is not { } before) return NotFound();
        var joint = before.Result.Joint;
        var kind = joint.Kind.IsParts ? null : joint.Kind;
        var harder = JointRules.HarderWashers(joint.Said.With(Fields.Thread.To(thread!), Fields.Grade.To(grade)));
        (string Path, string Text)[] adopted =
        [
            (Fields.Thread.Path, thread!), (Fields.Grade.Path, grade), .. harder.Select(c => (c.Path, c.Text)),
            // The number of a kind of joint stands in its own fields: those that it found itself are taken as they were judged.
            .. kind is null ? [(Fields.Count.Path, count.ToString())] : kind.CountedIn(joint)
                .Select(c => (c.Field.Path, c.Now(joint).ToString())),
            // The Finder judged each size with its own length: a length given for another size would not be what was shown.
            (Fields.Length.Path, ""), (Fields.ThreadLength.Path, ""),
        ];
        var state = await bench.Change(id, seen, draft =>
            draft.State(adopted, preferences.Units), $"adopted {count} × {thread} {grade}",
                new Conflict("", $"{count} × {thread} {grade}", null));
        if (state is null) return NotFound();
        if (state.Conflict is null) return Redirect($"/joints/{id}");
        TempData["Conflict"] = $"Someone changed this joint while the Finder was open. "
            + $"Your choice ({count} × {thread} – {grade}) is kept as revision {state.Conflict.KeptAs}; "
            + $"the matrix below is for the joint as it stands now.";
        return Redirect($"/joints/{id}/finder");
    }

    /// <summary>In words, how the number of bolts comes in.</summary>
    public string Shared => State.Result.Joint switch
    {
        { Kind: { IsParts: false } kind } joint =>
            $"{joint.AllBolts} bolts, as the {kind.Name.ToLowerInvariant()} has them; other numbers are stated on the Bench.",
        { Pattern: { } pattern } => $"The pattern grows by its own rule ({PatternRules.Words(pattern.Layout)} as it stands); "
            + $"good pitch and edge distances are asked for."
            + (LoadSet.IsIn(State.Draft)
                ? " Of the imported file those cases are judged that can govern the pattern as it stands; adopting chooses them anew."
                : ""),
        _ => "Equal sharing among the bolts; prying is not judged.",
    };

    /// <summary>In words, what a cell says.</summary>
    public string Words(FinderCell cell, UnitSystem units)
    {
        var name = $"{cell.Thread.Designation} {cell.Grade}";
        if (cell.Refusal is not null) return $"{name}: {cell.Refusal}.";
        var entry = cell.ByCount[Count!.Value - 1];
        var torque = QuantityText.ShowText(cell.Torque, Dimension.Torque, units, 3);
        var with = cell.WithWords.Length > 0 ? $" {cell.WithWords}" : "";
        var head = $"{Count} × {name} × {QuantityText.ShowText(cell.Length, Dimension.Length, units)}{with}, {torque}: ";
        var verdict = entry.Obstacle is { } obstacle && entry.Check is null ? obstacle
            : entry.Obstacle is { } room && entry.Reserve >= 1 ? $"would hold, but {room}"
            : entry.Check is null ? "nothing loads it"
            : $"{(entry.Holds ? "holds" : "falls short")}; {entry.Check.Name.ToLowerInvariant()} governs{(entry.Check.Info.WithoutLoad || entry.Case < 0 ? "" : $" in {State.Result.Joint.Cases[entry.Case].Name}")}, {QuantityText.Factor(entry.Factor)}";
        var reserves = entry.Check is null ? ""
            : $". Reserve: load {QuantityText.Factor(entry.Reserves.Load.Value)}, "
                + $"tightening {QuantityText.Factor(entry.Reserves.Tightening.Value)}";
        var least = cell.LeastCount is { } n ? $". {(n == 1 ? "1 bolt holds" : $"{n} bolts hold")}" : $". No number up to {MaxCount} holds";
        var wrench = cell.Torque > MaxTorque ? ". More torque than the wrench gives" : "";
        return head + verdict + reserves + least + wrench + ".";
    }

    /// <summary>True where a cell is made, fits, holds and can be tightened.</summary>
    public bool Takes(FinderCell cell) => cell.Refusal is null && cell.ByCount[Count!.Value - 1].Holds && cell.Torque <= MaxTorque;

    private async Task<bool> Search(int id)
    {
        if (await bench.Load(id) is not { } state) return false;
        State = state;
        var joint = state.Result.Joint;
        MaxCount = Math.Max(UsualMost, joint.AllBolts);
        Count = joint.Kind.IsParts ? Math.Clamp(Count ?? joint.AllBolts, 1, MaxCount) : joint.AllBolts;
        if (Series is null || Standards.Threads.All(t => t.Series != Series)) Series = joint.Bolts.Thread.Series;
        if (!string.IsNullOrWhiteSpace(Torque))
        {
            var read = QuantityText.Parse(Torque, Dimension.Torque, Units.Shown(Dimension.Torque, preferences.Units));
            if (read.Ok && read.Held > 0) MaxTorque = read.Held;
            else TorqueProblem = read.Problem ?? "A torque is above zero.";
        }
        var sizes = Standards.Threads.Where(t => t.Series == Series && (Sizes == "all" || t.FirstChoice || t == joint.Bolts.Thread))
            .ToList();
        var stocked = Standards.Grades.Where(g => g.Stocked).Select(g => g.Grade).ToHashSet();
        var all = Finder.GradesFor(joint.Said, sizes);
        var own = JointRules.OwnGradesOf(joint.Said).Select(g => g.Grade).ToHashSet();
        string[] grades = [.. all.Where(g => Stock == "all" || stocked.Contains(g) || g == joint.Bolts.Grade.Grade || own.Contains(g))];
        var (done, found) = await jobs.Do(stop => Finder.Search(joint.Said, sizes, grades, MaxCount, Count!.Value, stop),
            HttpContext.RequestAborted);
        IsBusy = !done;
        var cells = found ?? [];
        // A grade that nothing is made or fits in takes no column: it is said below, with why.
        var had = Enumerable.Range(0, grades.Length).Where(g => cells.Any(r => r[g].Refusal is null)).ToList();
        LeftOut = [.. Enumerable.Range(0, grades.Length).Except(had).Where(_ => cells.Length > 0)
            .Select(g => (grades[g], Usual(cells.Select(r => r[g].Refusal!))))];
        Grades = [.. had.Select(g => grades[g])];
        Rows = [.. cells.Select(r => had.Select(g => r[g]).ToArray()).Where(r => r.Length > 0)];
        return true;

        static string Usual(IEnumerable<string> reasons) => reasons.GroupBy(r => r).MaxBy(g => g.Count())!.Key;
    }

    /// <summary>True for a size that holds in some grade, stands now, or stands next to one that holds: the others are folded
    /// away.</summary>
    public bool IsShown(int row) => Unfold || Worth(row) || Worth(row - 1) || Worth(row + 1);

    private bool Worth(int row) =>
        row >= 0 && row < Rows.Length && Rows[row].Any(c => Takes(c) || c.Thread == State.Result.Joint.Bolts.Thread);
}
