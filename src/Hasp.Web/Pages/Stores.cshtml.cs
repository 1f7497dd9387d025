using System.Text;
using System.Text.Json.Nodes;
using Hasp.Core.Joints;
using Hasp.Files;
using Hasp.Files.Shop;
using Hasp.Store;
using Hasp.Web.Services;
using Hasp.Web.Services.Shop;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages;

/// <summary>The Stores: what ships with its sources, and what the shop keeps beside it: lots, wrenches, grades and materials of its
/// own.</summary>
[Needs(Right.Read, In = Scope.Any)]
public sealed class StoresModel(JointStore store, ShopFloor floor, Preferences preferences, TestedLots shelves, SharedRecords shared)
    : PageModel
{
    private const int LargestFile = 4_000_000;

    /// <summary>The shelf shown.</summary>
    [BindProperty(SupportsGet = true)]
    public string Shelf { get; set; } = "grades";

    [BindProperty(SupportsGet = true)]
    public string? Search { get; set; }

    /// <summary>The joint that one came from, to go back to; null where there was none.</summary>
    [BindProperty(SupportsGet = true)]
    [OnlyRead]
    public JointId? Joint { get; set; }

    /// <summary>The record that is being changed; null where a new one is written.</summary>
    [BindProperty(SupportsGet = true)]
    public RecordId? Change { get; set; }

    /// <summary>The address of a shelf, the joint that one came from kept.</summary>
    public string AddressOf(string shelf) => $"/stores?shelf={Uri.EscapeDataString(shelf)}{(Joint is { } joint ? $"&joint={joint}" : "")}";

    /// <summary>The kind of record that lies on this shelf; null where the shelf holds only what ships.</summary>
    public RecordKind? Kind => RecordKind.ById(Shelf);

    public IReadOnlyList<StoredRecord> Own { get; private set; } = [];

    /// <summary>The shop as it is, for what its lots may be used for.</summary>
    public Shelf Floor { get; private set; } = null!;

    /// <summary>What was typed into the form, by key.</summary>
    public Dictionary<string, string> Typed { get; private set; } = [];

    public IReadOnlyList<Fault> Faults { get; private set; } = [];

    /// <summary>What is wrong with an imported file; nothing where nothing is.</summary>
    public IReadOnlyList<Fault> FileFaults { get; private set; } = [];

    [TempData]
    public string? Deleted { get; set; }

    [TempData]
    public string? Done { get; set; }

    /// <summary>Rows of this shelf that cannot be read any more: they stand apart and can be taken off.</summary>
    public IReadOnlyList<StoredRecord> Unreadable { get; private set; } = [];

    public Fault? FaultAt(string key) => Faults.FirstOrDefault(f => f.Path == key);

    /// <summary>The day on which the use of a record ended; null where it may be used.</summary>
    public DateOnly? Ended(StoredRecord record) =>
        Kind is { Ends.Count: > 0 } kind && kind.Read(record.Document).Said is { } said
            ? kind.EndedBefore(said, DateOnly.FromDateTime(Floor.Now.UtcDateTime)) : null;

    public async Task OnGet()
    {
        await Show();
        if (Kind is not { } kind || Own.FirstOrDefault(o => o.Id == Change?.Value) is not { } record
            || RecordKind.Parsed(record.Document) is not { } document) return;
        foreach (var field in kind.Fields) if (RecordKind.TextIn(document, field.Key) is { } text) Typed[field.Key] = text;
    }

    public async Task<IActionResult> OnGetCsv() => await File("csv", "text/csv", t => Encoding.UTF8.GetBytes(t.Csv()));

    public async Task<IActionResult> OnGetXlsx() => await File("xlsx", FileNames.Workbook, t => t.Xlsx());

    [Needs(Right.Design, In = Scope.Any)]
    public async Task<IActionResult> OnPostAdd()
    {
        if (Kind is not { } kind) return BadRequest();
        foreach (var field in kind.Fields) Typed[field.Key] = Request.Form[field.Key].ToString().Trim();
        var record = kind.Written(Typed, preferences.Units);
        Faults = await shelves.FaultsOf(kind, record);
        if (Faults.Count == 0)
        {
            await shared.Put(kind, [record], "kept");
            return Redirect(AddressOf(Shelf));
        }
        await Show();
        return Page();
    }

    [Needs(Right.Design, In = Scope.Any)]
    public async Task<IActionResult> OnPostImport(IFormFile? file)
    {
        if (Kind is not { } kind) return BadRequest();
        if (file is null || file.Length > LargestFile) FileFaults = [new("file", "", null, file is null ? "choose a file"
            : "larger than 4 MB")];
        else
        {
            using var stream = new MemoryStream();
            await file.CopyToAsync(stream);
            stream.Position = 0;
            var (documents, faults) = StoreTable.Read(kind, stream, preferences.Units);
            foreach (var (document, i) in documents.Select((d, i) => (d, i)))
            {
                var tested = await shelves.FaultsOf(kind, document);
                faults = [.. faults, .. tested.Where(f => f.Id == "lot-tested").Select(f => f with { Path = $"line {i + 2}, {f.Path}" })];
            }
            FileFaults = faults;
            if (faults.Count == 0)
            {
                // All or none: a file with a fault changes nothing.
                await shared.Put(kind, documents, $"from {file.FileName}");
                Done = $"{documents.Count} from {file.FileName} are on the shelf.";
                return Redirect(AddressOf(Shelf));
            }
        }
        await Show();
        return Page();
    }

    [Needs(Right.Design, In = Scope.Any)]
    public async Task<IActionResult> OnPostDelete(RecordId id, string name)
    {
        if (Kind is not { } kind || !await shared.Delete(kind, id, deleted: true)) return NotFound();
        Deleted = $"{id}|{name}";
        return Redirect(AddressOf(Shelf));
    }

    [Needs(Right.Design, In = Scope.Any)]
    public async Task<IActionResult> OnPostRestore(RecordId id)
    {
        if (Kind is not { } kind || !await shared.Delete(kind, id, deleted: false)) return NotFound();
        return Redirect(AddressOf(Shelf));
    }

    /// <summary>True where every word of the search stands in one of the texts.</summary>
    public bool Matches(params string[] texts) =>
        (Search ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries)
            .All(w => texts.Any(t => t.Contains(w, StringComparison.OrdinalIgnoreCase)));

    private async Task Show()
    {
        var rows = Kind is { } kind ? await store.Records(kind.Id) : [];
        Own = [.. rows.Where(r => RecordKind.Parsed(r.Document) is not null)];
        Unreadable = [.. rows.Except(Own)];
        Floor = await floor.Look();
    }

    private async Task<IActionResult> File(string ending, string type, Func<TableFile, byte[]> write)
    {
        if (Kind is not { } kind) return NotFound();
        var documents = (await store.Records(kind.Id)).Select(r => RecordKind.Parsed(r.Document)).OfType<JsonObject>();
        return File(write(StoreTable.Of(kind, documents)), type, $"{kind.Id}.{ending}");
    }
}
