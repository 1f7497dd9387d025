using System.Globalization;
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
public sealed class BuyingModel(JointStore store, KeptResults results) : PageModel
{
    private List<Core.Result> _results = [];

    /// <summary>Spares as a share, per cent, as typed.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Spares { get; set; }

    /// <summary>The least of each, as typed.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Least { get; set; }

    /// <summary>What is the matter with the share; null where nothing is.</summary>
    public string? SparesProblem { get; private set; }

    /// <summary>What is the matter with the least number; null where nothing is.</summary>
    public string? LeastProblem { get; private set; }

    public ProjectRow Project { get; private set; } = null!;

    public IReadOnlyList<BuyingLine> Lines { get; private set; } = [];

    /// <summary>Joints that are no instruction yet: they fall short, or are not judged in full.</summary>
    public IReadOnlyList<string> Unsettled { get; private set; } = [];

    /// <summary>Joints whose documents cannot be read any more, and so are not in the list.</summary>
    public int Left { get; private set; }

    /// <summary>The rule that the list is reckoned with: what was typed, the usual one where a field is empty or at fault.</summary>
    public SpareRule Rule { get; private set; }

    public async Task<IActionResult> OnGet(ProjectId project)
    {
        if (!await Load(project)) return NotFound();
        Unsettled = [.. _results.Where(r => !r.Holds || !r.IsComplete)
            .Select(r => r.Joint.Number.Length > 0 ? r.Joint.Number : r.Joint.Name)];
        return Page();
    }

    public Task<IActionResult> OnGetCsv(ProjectId project) =>
        Taken(project, () => File(Encoding.UTF8.GetBytes(BuyingTable.Of(Lines).Csv()), "text/csv", Named("csv")));

    public Task<IActionResult> OnGetXlsx(ProjectId project) =>
        Taken(project, () => File(BuyingTable.Of(Lines).Xlsx(), FileNames.Workbook, Named("xlsx")));

    /// <summary>A list that leaves the screen is never reckoned with another rule than the one that was typed.</summary>
    private async Task<IActionResult> Taken(int project, Func<IActionResult> file)
    {
        if (!await Load(project)) return NotFound();
        return (SparesProblem ?? LeastProblem) is { } why ? BadRequest(why) : file();
    }

    private string Named(string kind) => FileNames.Clean(Project.Name + " buying list") + "." + kind;

    private async Task<bool> Load(int project)
    {
        if ((await store.Projects()).FirstOrDefault(p => p.Id == project) is not { } row) return false;
        Project = row;
        var stored = await store.Joints(project, "");
        _results = [.. stored.Select(s => results.Of(s.Document).Result).OfType<Core.Result>()];
        Left = stored.Count - _results.Count;
        (var share, SparesProblem) = Read(Spares, SpareRule.Usual.Share * 100, NumberStyles.AllowDecimalPoint,
            "a share from 0 to 100 %, such as 5 or 7.5");
        (var least, LeastProblem) = Read(Least, SpareRule.Usual.Least, NumberStyles.None, "a whole number from 0 to 100");
        Rule = new(share / 100, (int)least);
        Lines = BuyingList.Of([.. _results.Select(r => r.Joint)], Rule);
        return true;
    }

    private static (double Value, string? Problem) Read(string? text, double usual, NumberStyles style, string asked)
    {
        if (string.IsNullOrWhiteSpace(text)) return (usual, null);
        var isRead = double.TryParse(text.Trim(), style, CultureInfo.InvariantCulture, out var value) && value <= 100;
        return isRead ? (value, null) : (usual, asked);
    }
}
