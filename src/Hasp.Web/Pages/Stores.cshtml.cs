using Hasp.Core.Joints;
using Hasp.Files;
using Hasp.Store;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages;

/// <summary>The Stores: what ships with its sources, and grades and materials of the user's own beside it.</summary>
public sealed class StoresModel(JointStore store, Preferences preferences) : PageModel
{
    /// <summary>The shelf shown.</summary>
    [BindProperty(SupportsGet = true)]
    public string Shelf { get; set; } = "grades";

    [BindProperty(SupportsGet = true)]
    public string? Search { get; set; }

    /// <summary>The joint that one came from, to go back to; null where there was none.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Joint { get; set; }

    /// <summary>The address of a shelf, the joint that one came from kept.</summary>
    public string AddressOf(string shelf) => $"/stores?shelf={Uri.EscapeDataString(shelf)}{(Joint is { } joint ? $"&joint={joint}" : "")}";

    /// <summary>The kind of record that lies on this shelf; null where the shelf holds only what ships.</summary>
    public RecordKind? Kind => RecordKind.ById(Shelf);

    public IReadOnlyList<StoredRecord> Own { get; private set; } = [];

    /// <summary>What was typed into the form, by key.</summary>
    public Dictionary<string, string> Typed { get; private set; } = [];

    public IReadOnlyList<Fault> Faults { get; private set; } = [];

    [TempData]
    public string? Deleted { get; set; }

    public Fault? FaultAt(string key) => Faults.FirstOrDefault(f => f.Path == key);

    public Task OnGet() => Show();

    public async Task<IActionResult> OnPostAdd()
    {
        if (Kind is not { } kind) return BadRequest();
        foreach (var field in kind.Fields) Typed[field.Key] = Request.Form[field.Key].ToString().Trim();
        var record = kind.Written(Typed, preferences.Units);
        Faults = kind.FaultsOf(record);
        if (Faults.Count == 0)
        {
            await store.Replace(kind.Id, 0, kind.NameIn(record), record.ToJsonString());
            return Redirect(AddressOf(Shelf));
        }
        await Show();
        return Page();
    }

    public async Task<IActionResult> OnPostDelete(int id, string name)
    {
        await store.Delete(id, deleted: true);
        Deleted = $"{id}|{name}";
        return Redirect(AddressOf(Shelf));
    }

    public async Task<IActionResult> OnPostRestore(int id)
    {
        await store.Delete(id, deleted: false);
        return Redirect(AddressOf(Shelf));
    }

    /// <summary>True where every word of the search stands in one of the texts.</summary>
    public bool Matches(params string[] texts) =>
        (Search ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries).All(w => texts.Any(t => t.Contains(w, StringComparison.OrdinalIgnoreCase)));

    private async Task Show() => Own = Kind is { } kind ? await store.Records(kind.Id) : [];
}
