using System.Collections.Immutable;
using Hasp.Core.Catalogue;
using Hasp.Core.Shop;
using Hasp.Files.Shop;
using Hasp.Store;
using Hasp.Web.Services;
using Hasp.Web.Services.Shop;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages.Shop;

/// <summary>A torque chart for the wall, of tables or of a lot.</summary>
[Needs(Right.Read, In = Scope.Any)]
public sealed class ChartModel(JointStore store, ShopFloor floor) : PageModel
{
    private const double UsualShare = 75;

    [BindProperty(SupportsGet = true)]
    public string Grade { get; set; } = "8.8";

    [BindProperty(SupportsGet = true)]
    public string Series { get; set; } = "metric coarse";

    /// <summary>A finish of the table, "own:" and the name of a factor, or "lot:" and the name of a lot.</summary>
    [BindProperty(SupportsGet = true)]
    public string Finish { get; set; } = "lubricated";

    /// <summary>Share of proof, per cent, as typed.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Share { get; set; }

    public Shelf Floor { get; private set; } = null!;

    /// <summary>K with its band and where it comes from; null where it is not known.</summary>
    public NutFactor? Factor { get; private set; }

    public IReadOnlyList<string> OwnFactors { get; private set; } = [];

    public ImmutableArray<ChartLine> Lines { get; private set; } = [];

    /// <summary>What is the matter; empty where nothing is.</summary>
    public string Problem { get; private set; } = "";

    public double Percent { get; private set; } = UsualShare;

    public async Task OnGet()
    {
        Floor = await floor.Look();
        var own = (await store.Records(ShopKinds.Factors.Id)).Select(r => ShopKinds.Factors.Read(r.Document).Said).Where(s => s is not null)
            .Select(s => s!).ToList();
        OwnFactors = [.. own.Select(s => s.Of(ShopKinds.Name))];
        if (!string.IsNullOrWhiteSpace(Share) && (!double.TryParse(Share.TrimEnd('%', ' '),
            System.Globalization.CultureInfo.InvariantCulture, out var percent) || percent is not (> 0 and <= 100)))
        {
            Problem = "A share of proof above 0, at most 100 %.";
            return;
        }
        if (!string.IsNullOrWhiteSpace(Share)) Percent = double.Parse(Share.TrimEnd('%', ' '),
            System.Globalization.CultureInfo.InvariantCulture);
        Factor = Finish switch
        {
            _ when Finish.StartsWith("lot:", StringComparison.Ordinal) => OfLot(Finish[4..]),
            _ when Finish.StartsWith("own:", StringComparison.Ordinal) => own.Where(s => s.Of(ShopKinds.Name) == Finish[4..])
                .Select(s => new NutFactor(s.Of(ShopKinds.Name), s.Of(ShopKinds.Factor), s.Of(ShopKinds.FactorLow),
                    s.Of(ShopKinds.FactorHigh), s.Of(ShopKinds.Name), "own: " + s.Of(ShopKinds.FactorSource))).FirstOrDefault(),
            _ => Standards.NutFactors.FirstOrDefault(k => k.Lubrication == Finish),
        };
        if (Factor is null) Problem = Problem.Length > 0 ? Problem : "No figure of that name.";
        else Lines = [.. TorqueChart.Of(Grade, Series, Factor, Percent / 100).Where(l => !IsLot || l.Thread.Designation == LotThread)];
        if (Factor is not null && Lines.IsEmpty) Problem = $"{Grade} is not made in {Series}.";
    }

    /// <summary>True for a chart of a lot: then of its one size.</summary>
    public bool IsLot => Finish.StartsWith("lot:", StringComparison.Ordinal);

    private string LotThread => Standards.FindThread(Floor.LotOf(Finish[4..])?.Said.Of(ShopKinds.LotThread) ?? "")?.Designation ?? "";

    private NutFactor? OfLot(string name)
    {
        if (Floor.LotOf(name) is not { } lot) return null;
        Grade = lot.Said.Of(ShopKinds.LotGrade);
        Series = Standards.FindThread(lot.Said.Of(ShopKinds.LotThread))?.Series ?? Series;
        var (_, tool) = Floor.StandingOf(lot);
        if (tool is null || Floor.FiguresOf(lot, tool.Name) is not { Figures: { IsEnough: true } f })
        {
            Problem = $"Lot {name} was not tested, or too little.";
            return null;
        }
        var last = Floor.LastOf(lot, tool.Name)!.Entry.Made;
        return new(
            lot.Lubrication, f.Mean, f.Low, f.High, $"lot {name}",
            $"from lot {name}, {f.Tests} tests with {tool.Name}, tested {last:yyyy-MM-dd}");
    }
}
