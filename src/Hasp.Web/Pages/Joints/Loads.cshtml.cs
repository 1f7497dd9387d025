using System.Text;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;
using Hasp.Files;
using Hasp.Store;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages.Joints;

/// <summary>One bolt by the file imported before and by the one just read.</summary>
/// <param name="Number">Its number on the drawing.</param>
/// <param name="Before">What was tightest.</param>
/// <param name="Now">What is.</param>
public sealed record BoltChange(int Number, SweptBolt Before, SweptBolt Now)
{
    /// <summary>True where the reserve is another by a thousandth and more.</summary>
    public bool Changes =>
        double.IsFinite(Before.Reserve) != double.IsFinite(Now.Reserve) || (double.IsFinite(Now.Reserve) && Math.Abs(Times - 1) > 1e-3);

    /// <summary>The reserve now over what it was: below 1 it got worse.</summary>
    public double Times => Now.Reserve / Before.Reserve;
}

/// <summary>Load cases from a file: sent, its columns named once, read in the background, those that can govern taken into the
/// joint.</summary>
[RequestSizeLimit(LoadTable.MaxBytes + 1_000_000)]
[RequestFormLimits(MultipartBodyLengthLimit = LoadTable.MaxBytes + 1_000_000)]
public sealed class LoadsModel(Workbench bench, JointStore store, LoadSets sets, Imports imports, Preferences preferences, Jobs jobs)
    : PageModel
{
    /// <summary>The joint.</summary>
    public BenchState State { get; private set; } = null!;

    /// <summary>What is in use, or was imported last; null where nothing was.</summary>
    public LoadSet? Imported { get; private set; }

    /// <summary>The file that waits for its columns; null where there is none.</summary>
    public ImportFile? Waiting { get; private set; }

    /// <summary>How its columns are read.</summary>
    public LoadColumns? Columns { get; private set; }

    /// <summary>True where the columns were named before, in a file with the same headings.</summary>
    public bool Remembered { get; private set; }

    /// <summary>What is wrong with the columns as chosen.</summary>
    public IReadOnlyList<(int Column, string Problem)> Problems { get; private set; } = [];

    /// <summary>The run going on or ended; null where there is none.</summary>
    public Job<Imported>? Run { get; private set; }

    /// <summary>What was read; null where nothing was.</summary>
    public LoadSet? Read { get; private set; }

    /// <summary>The judging of what was read, going on or ended; null where nothing can be judged.</summary>
    public Job<ImportJudged?>? Judging { get; private set; }

    /// <summary>True while something is going on that is waited for.</summary>
    public bool IsGoingOn => Run is { Outcome.IsCompleted: false } || Judging is { Outcome.IsCompleted: false };

    /// <summary>How far it is read; null where nothing is.</summary>
    public ImportReading? Reading { get; private set; }

    /// <summary>Why a file was not taken, or nothing came of it; empty where all is well.</summary>
    public string Refused { get; private set; } = "";

    /// <summary>
    /// Bolts that a file just read makes worse or better than the one imported before, the worst change first; empty where there is nothing
    /// to compare.
    /// </summary>
    public IReadOnlyList<BoltChange> Changes(ImportJudged judged) =>
        [.. (judged.Before?.ByBolt ?? []).Zip(judged.Sweep.ByBolt, (b, n) =>
            new BoltChange(State.Result.Joint.Pattern!.NumberOf(b.Bolt), b, n))
            .Where(c => c.Changes).OrderBy(c => c.Times)];

    public async Task<IActionResult> OnGet(JointId id) => await Prepare(id) ? Page() : NotFound();

    public async Task<IActionResult> OnPostSend(JointId id, IFormFile? table)
    {
        if (!await Prepare(id)) return NotFound();
        try
        {
            if (table is null) Refused = "no file was chosen";
            else if (table.Length > LoadTable.MaxBytes)
                Refused = $"{Path.GetFileName(table.FileName)} is larger than {LoadTable.MaxBytes / 1_000_000} MB. "
                + $"Export fewer columns or fewer cases at a time";
            else await imports.Take(id, preferences.Editor, table);
        }
        catch (UnreadableTableException e)
        {
            Refused = e.Message;
        }
        return Refused.Length > 0 ? Page() : Redirect($"/joints/{id}/loads");
    }

    /// <summary>Reads another sheet, or the headings from another line.</summary>
    public async Task<IActionResult> OnPostChoose(JointId id, string? sheet, int? headLine)
    {
        if (!await Prepare(id)) return NotFound();
        try
        {
            // Of another sheet the headings are found anew.
            imports.Choose(id, preferences.Editor, sheet, Waiting?.Sheet == sheet ? headLine : null);
        }
        catch (UnreadableTableException e)
        {
            Refused = e.Message;
            return Page();
        }
        return Redirect($"/joints/{id}/loads");
    }

    public async Task<IActionResult> OnPostRead(JointId id, string?[]? meaning, string?[]? unit, CommaMarks comma, bool flip)
    {
        if (!await Prepare(id)) return NotFound();
        if (Waiting is null) return Redirect($"/joints/{id}/loads");
        meaning ??= [];
        unit ??= [];
        Columns = new([.. Waiting.Head.Select((_, i) => new LoadColumn(i < meaning.Length
            && Enum.TryParse<ColumnMeaning>(meaning[i], out var m) && Enum.IsDefined(m) ? m : ColumnMeaning.Ignore, i < unit.Length
            ? unit[i]?.Trim() ?? "" : ""))], comma, flip);
        // A unit belongs to what the column holds; one that was left from another meaning says nothing.
        Columns = Columns with { Columns = [.. Columns.Columns.Select(c => LoadColumn.DimensionOf(c.Meaning) == Dimension.None
            ? c with { Unit = "" } : QuantityText.Parse("1 " + c.Unit, LoadColumn.DimensionOf(c.Meaning)) is { Ok: true } u
            ? c with { Unit = u.Unit!.Symbol } : c)] };
        Problems = Columns.Problems(Waiting.SampleCells);
        if (Problems.Count > 0) return Page();
        await store.Replace(RecordKind.Mappings.Id, 0, LoadColumns.KeyOf(Waiting.Head), Columns.ToJson());
        imports.Begin(id, preferences.Editor, Columns);
        (Run, Reading) = (imports.JobOf(id, preferences.Editor), imports.ReadingOf(id, preferences.Editor));
        return Page();
    }

    /// <summary>How far it is; once it has ended, a link in its place that the page follows: what asked is gone with the answer, and
    /// asks no
    /// more.</summary>
    public async Task<IActionResult> OnGetProgress(JointId id) => await Prepare(id) ? Partial("_ImportProgress", this) : NotFound();

    public async Task<IActionResult> OnPostStop(JointId id)
    {
        if (!await Prepare(id)) return NotFound();
        Run?.Stop();
        if (Run is not null) await Run.Outcome;
        return Redirect($"/joints/{id}/loads");
    }

    /// <summary>Takes the cases that were read into the joint: all are kept beside it, those that can govern become its cases.</summary>
    public async Task<IActionResult> OnPostTake(JointId id)
    {
        if (!await Prepare(id)) return NotFound();
        if (Run is null || (await Run.Outcome).Cases is not { } read) return Redirect($"/joints/{id}/loads");
        if (State.Result.Joint.Pattern is null || State.Faults.Count > 0)
        {
            Refused = State.Faults.Count > 0 ? "the joint has entries that need putting right first"
                : "the bolts have no pattern yet: lay one out, so that each case finds its bolts. What was read stays here";
            return Page();
        }
        await sets.Keep(id, read);
        imports.Drop(id, preferences.Editor);
        return await Use(id) ? Redirect($"/joints/{id}/pattern?Case=all") : Page();
    }

    /// <summary>Uses the cases imported last again.</summary>
    public async Task<IActionResult> OnPostUse(JointId id) =>
        !await Prepare(id) ? NotFound() : await Use(id) ? Redirect($"/joints/{id}/pattern?Case=all") : Page();

    /// <summary>Takes the cases of the file out of the joint; the file's cases stay to be used again.</summary>
    public async Task<IActionResult> OnPostRemove(JointId id)
    {
        if (!await Prepare(id)) return NotFound();
        var state = await bench.Change(id, State.Stored.Revision, d =>
            LoadSet.TakenOut(d) is var left && left[Fields.Loads].IsEmpty ? left.AddTo(Fields.Loads, "none left") : left,
                "cases of the file taken out", new Conflict("", "cases of the file taken out", null));
        return Redirect(state is null ? "/" : $"/joints/{id}/loads");
    }

    public IActionResult OnPostDrop(JointId id)
    {
        imports.Drop(id, preferences.Editor);
        return Redirect($"/joints/{id}/loads");
    }

    /// <summary>The refused lines as CSV.</summary>
    public async Task<IActionResult> OnGetRefused(JointId id)
    {
        if (!await Prepare(id)) return NotFound();
        var refused = Run is not null && (await Run.Outcome).Cases is { } read ? read.Refused : Imported?.Refused;
        if (refused is null) return NotFound();
        var text = CsvText.Of(["line", "reason"], refused.Select(r => new object?[] { r.Number, r.Reason }));
        return File(Encoding.UTF8.GetBytes(text), "text/csv", "refused-lines.csv");
    }

    private async Task<bool> Use(int id)
    {
        if (await sets.Load(id) is not { } set || State.Result.Joint.Pattern is null) return false;
        // What it takes is worked out in its turn, and not at all for whoever has gone.
        var (done, governing) = await jobs.Do(s => set.Governing(State.Result.Joint, JointDocument.Write(State.Draft), s),
            HttpContext.RequestAborted);
        if (!done)
        {
            Refused = Jobs.Full;
            return false;
        }
        var changed = await bench.Change(id, State.Stored.Revision, d => set.Put(d, governing!),
            $"{set.Count} cases from {set.Name}", new Conflict("", $"cases from {set.Name}", null));
        if (changed is { Faults.Count: 0 }) return true;
        Refused = changed is null ? "the joint is gone" : "a case cannot be held by this pattern: " + changed.Faults[0].Problem;
        if (changed is not null) await bench.DropTyping(id);
        return false;
    }

    private async Task<bool> Prepare(int id)
    {
        if (await bench.Load(id) is not { } state) return false;
        State = state;
        Imported = await sets.Load(id);
        Waiting = imports.FileOf(id, preferences.Editor);
        (Run, Reading) = (imports.JobOf(id, preferences.Editor), imports.ReadingOf(id, preferences.Editor));
        if (Waiting is { } file)
        {
            var key = LoadColumns.KeyOf(file.Head);
            var known = (await store.Records(RecordKind.Mappings.Id)).FirstOrDefault(m => m.Name == key);
            Columns = known is null ? null : LoadColumns.FromJson(known.Document, file.Head.Count);
            Remembered = Columns is not null;
            Columns ??= LoadColumns.Guess(file.Head, file.SampleCells);
        }
        if (Run is not { Outcome.IsCompletedSuccessfully: true } done) return true;
        Read = done.Outcome.Result.Cases;
        if (done.Outcome.Result.Problem is { } problem) Refused = problem;
        var joint = state.Result.Joint;
        if (Read is { } read && joint.Pattern is not null && read.CanJudge(joint))
        {
            Judging = imports.JudgingOf(joint, JointDocument.Write(state.Draft), id, preferences.Editor, read, Imported is { } before
                && before.CanJudge(joint) ? before : null);
        }
        return true;
    }
}
