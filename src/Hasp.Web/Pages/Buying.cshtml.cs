using System.Text;
using Hasp.Core.Joints;
using Hasp.Core.Sizing;
using Hasp.Files;
using Hasp.Store;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages;

/// <summary>What a project has to buy, with spares, to print and to take along.</summary>
public sealed class BuyingModel(JointStore store) : PageModel
{
    /// <summary>Spares as a share, per cent.</summary>
    [BindProperty(SupportsGet = true)]
    public double? Spares { get; set; }

    /// <summary>The least of each.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Least { get; set; }

    public ProjectRow Project { get; private set; } = null!;

    public IReadOnlyList<BuyingLine> Lines { get; private set; } = [];

    /// <summary>Joints that are no instruction yet: they fall short, or are not judged in full.</summary>
    public IReadOnlyList<string> Unsettled { get; private set; } = [];

    /// <summary>Joints whose documents cannot be read any more, and so are not in the list.</summary>
    public int Left { get; private set; }

    public SpareRule Rule => new(Math.Clamp(Spares ?? (SpareRule.Usual.Share * 100), 0, 100) / 100, Math.Clamp(Least ?? SpareRule.Usual.Least, 0, 100));

    public async Task<IActionResult> OnGet(int project) => await Load(project) ? Page() : NotFound();

    public async Task<IActionResult> OnGetCsv(int project) => await Load(project) ? File(Encoding.UTF8.GetBytes(BuyingTable.Csv(Lines)), "text/csv", Named("csv")) : NotFound();

    public async Task<IActionResult> OnGetXlsx(int project) =>
        await Load(project) ? File(BuyingTable.Xlsx(Lines), "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet", Named("xlsx")) : NotFound();

    private string Named(string kind) => FileNames.Clean(Project.Name + " buying list") + "." + kind;

    private async Task<bool> Load(int project)
    {
        if ((await store.Projects()).FirstOrDefault(p => p.Id == project) is not { } row) return false;
        Project = row;
        var stored = await store.Joints(project, "");
        var joints = stored.Select(s => JointDocument.Read(s.Document).Joint).OfType<Joint>().ToList();
        Left = stored.Count - joints.Count;
        Lines = BuyingList.Of(joints, Rule);
        Unsettled = [.. joints.Where(j => Core.Evaluation.Run(j) is { } r && (!r.Holds || !r.IsComplete)).Select(j => j.Number.Length > 0 ? j.Number : j.Name)];
        return true;
    }
}
