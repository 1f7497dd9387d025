using System.Text;
using Hasp.Core;
using Hasp.Core.Joints;
using Hasp.Core.Shop;
using Hasp.Files;
using Hasp.Files.Shop;
using Hasp.Store;
using Hasp.Web.Services;
using Hasp.Web.Services.Shop;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages.Shop;

/// <summary>The record of a whole project: joint by joint how far it is, and every entry.</summary>
public sealed class ProjectRecordModel(ProjectShop projects) : PageModel
{
    /// <summary>A joint with its state in the shop.</summary>
    public sealed record Item(StoredJoint Stored, string Named, JointShop Shop);

    public ProjectRow Project { get; private set; } = null!;

    public Shelf Floor { get; private set; } = null!;

    /// <summary>Joints that are put together in the shop.</summary>
    public IReadOnlyList<Item> Items { get; private set; } = [];

    public async Task<IActionResult> OnGet(ProjectId project) => await Load(project) ?? Page();

    public async Task<IActionResult> OnGetCsv(ProjectId project) =>
        await Load(project) ?? File(Encoding.UTF8.GetBytes(Table().Csv()), "text/csv", $"{FileNames.Clean(Project.Name)} record.csv");

    public async Task<IActionResult> OnGetXlsx(ProjectId project) =>
        await Load(project) ?? File(Table().Xlsx(), FileNames.Workbook, $"{FileNames.Clean(Project.Name)} record.xlsx");

    private TableFile Table() =>
        RecordTable.Of(Items.SelectMany(i => i.Shop.Record.All.Select(r => RecordModel.LineOf(i.Shop.Record, r, i.Named))).OrderBy(l =>
            l.Number));

    private async Task<IActionResult?> Load(int project)
    {
        if (await projects.Of(project) is not { } found) return NotFound();
        (Project, Floor) = (found.Project, found.Shelf);
        Items = [.. found.Joints.Where(j => j.Shop is not null).Select(j => new Item(j.Stored, j.Named, j.Shop!))];
        return null;
    }
}
