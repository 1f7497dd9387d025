using System.Text.Json.Nodes;
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

    public IReadOnlyList<OwnRow> Own { get; private set; } = [];

    /// <summary>What was typed into the form, by key.</summary>
    public Dictionary<string, string> Typed { get; private set; } = [];

    public IReadOnlyList<Fault> Faults { get; private set; } = [];

    [TempData]
    public string? Deleted { get; set; }

    /// <summary>The fields of an own grade or material.</summary>
    public IEnumerable<Field> FormFields => Fields.All.Where(f => f.Path.StartsWith($"own.{Shelf}[].", StringComparison.Ordinal));

    public Fault? FaultAt(string key) => Faults.FirstOrDefault(f => f.Path == $"own.{Shelf}[0].{key}");

    public Task OnGet() => Show();

    public async Task<IActionResult> OnPostAdd()
    {
        if (Shelf is not ("grades" or "materials")) return BadRequest();
        // Written as it would be in a joint: a number as a number, a bare figure with the unit shown.
        var own = new JsonObject();
        var document = new JsonObject { ["own"] = new JsonObject { [Shelf] = new JsonArray(own) } };
        foreach (var field in FormFields)
        {
            var text = Request.Form[field.Key].ToString().Trim();
            Typed[field.Key] = text;
            JointEdit.Set(document, field.Path.Replace("[]", "[0]", StringComparison.Ordinal), text, preferences.Units);
        }
        Faults = JointDocument.FaultsOfOwn(Shelf == "grades" ? Fields.OwnGrades : Fields.OwnMaterials, own);
        if (Faults.Count == 0)
        {
            await store.AddOwn(Shelf, JointEdit.Get(own, "name")!, own.ToJsonString());
            return Redirect(AddressOf(Shelf));
        }
        await Show();
        return Page();
    }

    public async Task<IActionResult> OnPostDelete(int id, string name)
    {
        await store.DeleteOwn(id, deleted: true);
        Deleted = $"{id}|{name}";
        return Redirect(AddressOf(Shelf));
    }

    public async Task<IActionResult> OnPostRestore(int id)
    {
        await store.DeleteOwn(id, deleted: false);
        return Redirect(AddressOf(Shelf));
    }

    /// <summary>True where every word of the search stands in one of the texts.</summary>
    public bool Matches(params string[] texts) =>
        (Search ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries).All(w => texts.Any(t => t.Contains(w, StringComparison.OrdinalIgnoreCase)));

    private async Task Show() => Own = Shelf is "grades" or "materials" ? await store.Own(Shelf) : [];
}
