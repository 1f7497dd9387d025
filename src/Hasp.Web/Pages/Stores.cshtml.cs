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
        var own = new JsonObject();
        foreach (var field in FormFields)
        {
            var text = Request.Form[field.Key].ToString().Trim();
            Typed[field.Key] = text;
            if (text.Length == 0) continue;
            own[field.Key] = field.Kind == FieldKind.Quantity && Core.Quantities.QuantityText.IsBareNumber(text)
                ? $"{text} {Core.Quantities.Units.Shown(field.Dimension, preferences.Units).Symbol}"
                : text;
        }
        Faults = JointDocument.FaultsOfOwn(Shelf, own);
        if (Faults.Count == 0)
        {
            await store.AddOwn(Shelf, JointEdit.Get(own, "name")!, own.ToJsonString());
            return Redirect($"/stores?shelf={Uri.EscapeDataString(Shelf)}");
        }
        await Show();
        return Page();
    }

    public async Task<IActionResult> OnPostDelete(int id, string name)
    {
        await store.DeleteOwn(id, deleted: true);
        Deleted = $"{id}|{name}";
        return Redirect($"/stores?shelf={Uri.EscapeDataString(Shelf)}");
    }

    public async Task<IActionResult> OnPostRestore(int id)
    {
        await store.DeleteOwn(id, deleted: false);
        return Redirect($"/stores?shelf={Uri.EscapeDataString(Shelf)}");
    }

    /// <summary>True where every word of the search stands in one of the texts.</summary>
    public bool Matches(params string[] texts) =>
        (Search ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries).All(w => texts.Any(t => t.Contains(w, StringComparison.OrdinalIgnoreCase)));

    private async Task Show() => Own = Shelf is "grades" or "materials" ? await store.Own(Shelf) : [];
}
