using System.Text;
using Hasp.Core;
using Hasp.Core.Checks;
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

/// <summary>Two joints side by side: revisions of one, one by two bases, or two of a project.</summary>
public sealed class CompareModel(JointStore store, KeptResults results, Preferences preferences) : PageModel
{
    /// <summary>One side of the comparison: <c>revision-3</c>, <c>joint-12</c>, <c>basis-eurocode</c>.</summary>
    public sealed record Side(string Id, string Name, Draft Draft, Result Result);

    [BindProperty(SupportsGet = true)]
    public string? A { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? B { get; set; }

    public StoredJoint Stored { get; private set; } = null!;

    public string Name { get; private set; } = "";

    /// <summary>What may be put on either side.</summary>
    public IReadOnlyList<(string Id, string Name)> Choices { get; private set; } = [];

    /// <summary>The two; null where one of them cannot be judged.</summary>
    public Side? First { get; private set; }

    public Side? Second { get; private set; }

    /// <summary>What is another; null where a side is missing.</summary>
    public Compared? Compared { get; private set; }

    public async Task<IActionResult> OnGet(JointId id) => await Load(id) ? Page() : NotFound();

    public async Task<IActionResult> OnGetCsv(JointId id) => await Load(id) && Compared is not null
        ? File(Encoding.UTF8.GetBytes(ComparedDocument.Table(Compared, preferences.Units).Csv()), "text/csv", FileNames.Clean(Name)
            + " compared.csv")
        : NotFound();

    private async Task<bool> Load(int id)
    {
        if (await store.Load(id) is not { } stored) return false;
        Stored = stored;
        Name = Workbench.NameOf(stored.Document) ?? $"joint {id}";
        var revisions = await store.Revisions(id);
        var others = (await store.Joints(stored.ProjectId)).Where(j => j.Id != id).ToList();
        string Stands(int revision) => revision == stored.Revision ? ", stands" : "";
        Choices =
        [
            .. revisions.Select(r => ($"revision-{r.Number}", $"revision {r.Number}{Stands(r.Number)}: {r.Summary}")),
            .. Basis.All.Select(b => ($"basis-{b.Id}", $"by {b.Name}")),
            .. others.Select(j => ($"joint-{j.Id}", Workbench.NameOf(j.Document) ?? $"joint {j.Id}")),
        ];
        B ??= $"revision-{stored.Revision}";
        A ??= $"revision-{revisions.FirstOrDefault(r => r.Number == stored.Revision)?.Parent ?? Math.Max(1, stored.Revision - 1)}";
        First = await SideOf(A, id, stored, others);
        Second = await SideOf(B, id, stored, others);
        if (First is { } a && Second is { } b) Compared = Core.Sizing.Compared.Of(a.Draft, a.Result, b.Draft, b.Result);
        return true;
    }

    private async Task<Side?> SideOf(string side, int id, StoredJoint stored, IReadOnlyList<StoredJoint> others)
    {
        if (Choices.FirstOrDefault(c => c.Id == side) is not { Id: { } known, Name: { } name }) return null;
        var (what, which) = (known[..known.IndexOf('-')], known[(known.IndexOf('-') + 1)..]);
        var document = what switch
        {
            "revision" => (await store.Revision(id, int.Parse(which)))?.Document,
            "joint" => others.First(j => j.Id == int.Parse(which)).Document,
            _ => JointDocument.Write(JointDocument.Stored(stored.Document).State(Fields.Basis, which, UnitSystem.Si)),
        };
        return document is not null && results.Of(document) is { Draft: { } draft, Result: { } result } ? new(known, name, draft, result)
            : null;
    }
}
