using System.Text.Json.Nodes;
using Hasp.Files;
using Hasp.Files.Live;
using Hasp.Store;
using Hasp.Web.Report;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages.Report;

/// <summary>The calculation of a joint, to be printed, signed and handed over: pages of parts that are chosen, or one file that stands
/// alone.</summary>
public sealed class ReportModel(
    Workbench bench, JointStore store, Access access, TimeProvider clock, ReportFile alone, Jobs jobs, Signatures signatures,
    Points points) : PageModel
{
    /// <summary>How long: summary, usual or full; where nothing is said, as the project has it.</summary>
    [BindProperty(SupportsGet = true)]
    public ReportLength? Length { get; set; }

    /// <summary>Ids of the parts that are chosen (<c>part-bolts=on</c>); none for those that go with the length.</summary>
    public IReadOnlyList<string> Part { get; private set; } = [];

    /// <summary>a4 or letter.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Paper { get; set; }

    public ReportView View { get; private set; } = null!;

    public IReadOnlyList<ReportPart> Parts { get; private set; } = [];

    /// <summary>Who checked and approved it, and what keeps whoever is here from signing.</summary>
    public SignedState Signed { get; private set; } = null!;

    /// <summary>Why a signature was not taken; null where none was refused.</summary>
    public string? NotSigned { get; private set; }

    /// <summary>What was written with a signature that was not taken.</summary>
    public string Note { get; private set; } = "";

    /// <summary>True for letter paper; A4 else, and where US units are shown and nothing is said.</summary>
    public bool IsLetter => Paper is null ? Units == Core.Quantities.UnitSystem.Us : Paper == "letter";

    /// <summary>Number and name.</summary>
    public string Named => $"{View.Result.Joint.Number} {View.Result.Joint.Name}".Trim();

    private Core.Quantities.UnitSystem Units => HttpContext.RequestServices.GetRequiredService<Preferences>().Units;

    public async Task<IActionResult> OnGet(JointId id)
    {
        if (!ModelState.IsValid) return BadRequest();
        if (await bench.Load(id) is not { } state) return NotFound();
        var revision = (await store.Revisions(id)).First(r => r.Number == state.Stored.Revision);
        var project = (await store.Projects()).FirstOrDefault(p => p.Id == state.Stored.ProjectId)?.Name ?? "";
        var said = Request.Query.Where(q => q.Key.ToLowerInvariant() is "length" or "paper" || q.Key.StartsWith("part-",
            StringComparison.OrdinalIgnoreCase))
            .ToDictionary(q => q.Key, q => q.Value.ToString(), StringComparer.OrdinalIgnoreCase);
        // A project's own choice stands where the address says nothing.
        if (said.Count == 0) said = Kept((await store.Records(RecordKind.Reports.Id, state.Stored.ProjectId)).LastOrDefault()?.Document);
        if (Length is null && Enum.TryParse<ReportLength>(said.GetValueOrDefault("length"), ignoreCase: true, out var kept)) Length = kept;
        Paper ??= said.GetValueOrDefault("paper");
        Part = [.. ReportPart.All.Select(p => p.Id).Where(p => said.ContainsKey("part-" + p))];
        View = new(state, Length ?? ReportLength.Usual, project, revision.Account, revision.At, clock.GetUtcNow().UtcDateTime, access.IsOn);
        Signed = await signatures.Of(state.Stored);
        View = View with { Signed = Signed, Points = await points.Of(id) };
        Parts = ReportPart.Of(state, View.Length, Part);
        return Page();
    }

    /// <summary>What is shown is what the project's calculations begin with from now on.</summary>
    public async Task<IActionResult> OnPostKeep(JointId id)
    {
        if (!ModelState.IsValid || await bench.Load(id) is not { } state) return BadRequest();
        var choice = new JsonObject { ["length"] = (Length ?? ReportLength.Usual).ToString(), ["paper"] = Paper == "letter" ? "letter"
            : "a4" };
        foreach (var part in ReportPart.All.Where(p => Request.Query.ContainsKey("part-" + p.Id))) choice["part-" + part.Id] = "on";
        await store.Replace(RecordKind.Reports.Id, state.Stored.ProjectId, "choice", choice.ToJsonString());
        return Redirect($"/joints/{id}/report");
    }

    /// <summary>Signs the revision that was read as checked or approved.</summary>
    public async Task<IActionResult> OnPostSign(JointId id, string? act, int revision, string? note, string[]? looked)
    {
        if (!ModelState.IsValid || await store.Load(id) is not { } stored) return BadRequest();
        if (await signatures.Sign(stored, act ?? "", revision, note ?? "", looked ?? []) is not { Length: > 0 } why)
            return Redirect($"/joints/{id}/report");
        (NotSigned, Note, Looked) = (why, note ?? "", looked ?? []);
        return await OnGet(id);
    }

    /// <summary>Asks something of the joint.</summary>
    public async Task<IActionResult> OnPostAsk(JointId id, int revision, string? on, string? text)
    {
        if (!ModelState.IsValid || await store.Load(id) is not { } stored) return BadRequest();
        if (await points.Ask(stored, revision, on ?? "", text
            ?? "") is not { Length: > 0 } why) return Redirect($"/joints/{id}/report#points");
        (NotAsked, PointOn, PointText) = (why, on ?? "", text ?? "");
        return await OnGet(id);
    }

    /// <summary>Answers what was asked, or closes it.</summary>
    public async Task<IActionResult> OnPostAnswer(JointId id, long point, string? text, bool closes)
    {
        if (!ModelState.IsValid || await store.Load(id) is not { } stored) return BadRequest();
        if (await points.Answer(stored, point, text ?? "",
            closes) is not { Length: > 0 } why) return Redirect($"/joints/{id}/report#points");
        (NotAsked, Answering, PointText) = (why, point, text ?? "");
        return await OnGet(id);
    }

    /// <summary>What of the checker's list was ticked with a signature that was not taken.</summary>
    public IReadOnlyCollection<string> Looked { get; private set; } = [];

    /// <summary>Why a point or an answer was not taken; null where none was refused. What was written stays.</summary>
    public string? NotAsked { get; private set; }

    /// <inheritdoc cref="NotAsked"/>
    public string PointOn { get; private set; } = "";

    /// <inheritdoc cref="NotAsked"/>
    public string PointText { get; private set; } = "";

    /// <summary>The point whose answer was not taken; 0 for none.</summary>
    public long Answering { get; private set; }

    /// <summary>What a point may be of: the whole, a check, a field.</summary>
    public IEnumerable<string> PointsOn => new[] { "the whole" }.Concat(View.Result.Checks.Where(c => c.Factor is not null).Select(c =>
        c.Check.Name))
        .Concat(View.Result.Coverage.Select(c => c.Mode.Name)).Concat(View.Data(Units).Select(d => d.Name)).Distinct();

    private static Dictionary<string, string> Kept(string? document) =>
        (document is null ? [] : RecordKind.Parsed(document) ?? []).ToDictionary(f => f.Key, f => f.Value?.ToString() ?? "",
            StringComparer.OrdinalIgnoreCase);

    /// <summary>The same as one file with everything in it, that opens without a server.</summary>
    public async Task<IActionResult> OnGetFile(JointId id)
    {
        var page = await OnGet(id);
        if (page is not PageResult) return page;
        var html = await alone.Html(new(View, Parts), IsLetter, Units);
        return File(System.Text.Encoding.UTF8.GetBytes(html), "text/html; charset=utf-8", FileNames.Clean(Named) + " calculation.html");
    }

    /// <summary>The same as a workbook that calculates.</summary>
    public async Task<IActionResult> OnGetSheet(JointId id)
    {
        if (await OnGet(id) is not PageResult) return NotFound();
        var (stored, joint) = (View.State.Stored, View.Result.Joint);
        var (done, book) = await jobs.Do(stop => LiveBook.Of(JointDocument.Stored(stored.Document), joint, stop,
            Named, View.Project, $"revision {stored.Revision}"), HttpContext.RequestAborted);
        return done ? File(book!.Xlsx(), FileNames.Workbook, FileNames.Clean(Named) + ".xlsx")
            : new ContentResult { StatusCode = 503, Content = Jobs.Full };
    }
}
