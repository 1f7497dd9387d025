using System.Text;
using System.Text.Json.Nodes;
using Hasp.Core.Joints;
using Hasp.Core.Shop;
using Hasp.Files;
using Hasp.Files.Shop;
using Hasp.Store;
using Hasp.Web.Services;
using Hasp.Web.Services.Shop;
using Microsoft.AspNetCore.Mvc;

namespace Hasp.Web.Pages.Shop;

/// <summary>What was done to a joint, to be read, printed, corrected and taken along.</summary>
public sealed class RecordModel(Named named, KeptResults results, ShopFloor floor, ShopLog log, Recorder recorder, Preferences preferences,
    Access access, ChainWatch chain) : JointPage(named, results, floor, log)
{
    /// <summary>The entry that is being corrected; null where none is.</summary>
    [BindProperty(SupportsGet = true)]
    public long? Correct { get; set; }

    public IReadOnlyList<Fault> Faults { get; private set; } = [];

    /// <summary>What was typed into the correction, by key.</summary>
    public Dictionary<string, string> Typed { get; private set; } = [];

    /// <summary>Where each bolt's clamp lies.</summary>
    public IReadOnlyList<AsBuiltBolt> Built => Result.Joint.Kind.IsTightened ? Shop.Record.AsBuilt(Result) : [];

    public async Task<IActionResult> OnGet(JointId id)
    {
        if (await Load(id) is { } gone) return gone;
        if (Shop.Record.All.FirstOrDefault(r => r.Entry.Number == Correct && r.Entry.Kind == EntryKind.Bolt.Id) is { } wrong)
        {
            var document = Hasp.Files.RecordKind.Parsed(wrong.Entry.Document) ?? [];
            foreach (var field in EntryKind.Bolt.Asked) if (document[field.Key] is { } value) Typed[field.Key] = value.ToString();
        }
        return Page();
    }

    /// <summary>Another entry in the place of a wrong one, which stays.</summary>
    [Needs(Right.Record)]
    public async Task<IActionResult> OnPostCorrect(JointId id)
    {
        if (await Load(id) is { } gone) return gone;
        foreach (var field in EntryKind.Bolt.Asked) Typed[field.Key] = Request.Form[field.Key].ToString().Trim();
        Typed["corrects"] = Correct?.ToString(System.Globalization.CultureInfo.InvariantCulture) ?? "";
        if (Shop.Record.All.FirstOrDefault(r => r.Entry.Number == Correct) is not { } wrong) return NotFound();
        var made = new DateTimeOffset(DateTime.SpecifyKind(wrong.Entry.Made, DateTimeKind.Utc));
        var sent = new Sent(Request.Form["key"].ToString(), EntryKind.Bolt.Id, wrong.Entry.Bolt, made,
            EntryKind.Bolt.Written(Typed, preferences.Units));
        Faults = (await recorder.Record(Stored, Result, [sent], access.May(Right.Witness, Stored.ProjectId)))[0].Faults;
        return Faults.Count > 0 ? Page() : Redirect($"/joints/{id}/record");
    }

    /// <summary>The owner knows that entries are missing, and why.</summary>
    [Needs(Right.Own)]
    public async Task<IActionResult> OnPostConfirm(JointId id, string? reason)
    {
        if (await Load(id) is { } gone) return gone;
        var no = (reason ?? "").Trim().Length < EntryKind.ShortestReason ? "Say why they are missing."
            : await Entries.Confirm(reason!.Trim());
        await chain.Look(null);
        if (no.Length == 0) return Redirect($"/joints/{id}/record");
        ViewData["Confirmed"] = no;
        return Page();
    }

    public async Task<IActionResult> OnGetCsv(JointId id) =>
        await Load(id) ?? File(Encoding.UTF8.GetBytes(Table().Csv()), "text/csv", $"{FileNames.Clean(Named)} record.csv");

    public async Task<IActionResult> OnGetXlsx(JointId id) =>
        await Load(id) ?? File(Table().Xlsx(), FileNames.Workbook, $"{FileNames.Clean(Named)} record.xlsx");

    private TableFile Table() => RecordTable.Of(Shop.Record.All.Select(r => LineOf(Shop.Record, r, Named)));

    /// <summary>An entry for a table.</summary>
    internal static RecordLine LineOf(JointRecord record, Recorded r, string joint) => new(
        r.Entry.Number, joint, r.Entry.Kind, r.Entry.Bolt, Hasp.Files.RecordKind.Parsed(r.Entry.Document) ?? [], r.Entry.At, r.Entry.Made,
        r.Entry.Account, r.Entry.Role, r.Entry.Device, r.CorrectedBy, r.Entry.Hash, Rests.RevisionOf(r.Entry.Bound, r.Entry.JointId),
            r.Entry.Signer) { WhyNot = record.WhyNot(r) };
}
