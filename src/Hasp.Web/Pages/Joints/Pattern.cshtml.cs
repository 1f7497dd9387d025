using Hasp.Core.Checks.Codes;
using Hasp.Core.Formulas;
using System.Globalization;
using System.Text;
using Hasp.Core;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;
using Hasp.Files;
using Hasp.Web.Drawing;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;

namespace Hasp.Web.Pages.Joints;

/// <summary>The Pattern stage: bolts in plan, load cases, and the load on every bolt, drawn.</summary>
public sealed class PatternModel(Workbench bench, Preferences preferences, LoadSets sets) : StageModel(bench, preferences)
{
    /// <summary>What stands for the envelope of all cases.</summary>
    public const string All = "all";

    /// <summary>A case stated by its six components.</summary>
    public const string Components = "components";

    private const string OfFile = "file:";
    private const long MostDrawing = 20_000_000;

    /// <summary>
    /// Index of the case shown, <see cref="All"/>, or <c>file:</c> and a row of the imported file; the governing case where nothing is
    /// said.
    /// </summary>
    [BindProperty(SupportsGet = true)]
    public string? Case { get; set; }

    public override IEnumerable<(string Name, string Value)> Carried => [.. base.Carried, ("Case", Shown)];

    /// <summary>What is shown of the loads; null without a pattern.</summary>
    public PlanView? View { get; private set; }

    /// <summary>Every bolt of the view with what governs it; empty without a pattern.</summary>
    public IReadOnlyList<BoltVerdict> Verdicts { get; private set; } = [];

    /// <summary>The plan; null without a pattern.</summary>
    public PlanDrawing? Drawing { get; private set; }

    /// <summary>The failure path nearest to parting in the case shown, by its check; none where the basis searches for none.</summary>
    public IEnumerable<(string Check, PathDrawn Path)> Failures
    {
        get
        {
            var (joint, shown) = (State.Result.Joint, Edited);
            if (IsRow || shown >= joint.Cases.Length) return [];
            var m = Mechanics<Plain>.Of(joint);
            return State.Result.Checks.Where(c => c.Check.JudgesParts)
                .Select(c => (Result: c, Case: IsEnvelope ? c.Case : shown)).Where(c => c.Case >= 0 && c.Result.ByCase[c.Case] is not null)
                .Select(c => (c.Result, Factor: c.Result.ByCase[c.Case]!.Value, Path: c.Result.Check.Drawn(m, joint.Cases[c.Case])))
                .Where(c => c.Path is not null).OrderBy(c => c.Factor).Take(1).Select(c => (c.Result.Check.Name, c.Path!));
        }
    }

    /// <summary>The file of load cases that goes with this joint; null where none was imported.</summary>
    public LoadSet? Imported { get; private set; }

    /// <summary>Why a file that was just chosen was not taken; empty where nothing was refused.</summary>
    public string Refused { get; private set; } = "";

    /// <summary>Index of the case whose fields are shown.</summary>
    public int Edited =>
        View is { CaseIndex: >= 0 } ? View.CaseIndex : int.TryParse(Case, CultureInfo.InvariantCulture, out var i) && i >= 0
            && i < State.Result.Joint.Cases.Length ? i : 0;

    /// <summary>What of <see cref="Case"/> stands now, to be sent along with each change.</summary>
    public string Shown => Case ?? (View is { CaseIndex: >= 0 } v ? v.CaseIndex.ToString(CultureInfo.InvariantCulture) : "0");

    /// <summary>True where the envelope is shown.</summary>
    public bool IsEnvelope => Case == All;

    /// <summary>True where a row of the imported file is shown.</summary>
    public bool IsRow => Case?.StartsWith(OfFile, StringComparison.Ordinal) == true;

    /// <summary>Which row of the imported file is shown, from 1.</summary>
    public int Row => IsRow && int.TryParse(Case.AsSpan(OfFile.Length), CultureInfo.InvariantCulture, out var row) ? row : 1;

    /// <summary>How the case is stated: a kind of helper, a combination, tension and shear, or components.</summary>
    public string How
    {
        get
        {
            string? Get(string key) => State.Draft.Text($"loads[{Edited}].{key}");
            return Get(
                "combines") is not null ? "a combination"
                    : Get("helper.kind") ?? (Get("tension") is not null || Get("shear") is not null ? "tension and shear" : Components);
        }
    }

    /// <summary>A length as shown; what is left of rounding is nothing.</summary>
    public string Length(double mm) => QuantityText.ShowText(Math.Abs(mm) < 1e-6 ? 0 : mm, Dimension.Length, Preferences.Units, 4);

    /// <summary>A force as shown; what is left of rounding is nothing.</summary>
    public string Force(double n) => QuantityText.ShowText(Math.Abs(n) < 1e-4 ? 0 : n, Dimension.Force, Preferences.Units, 3);

    public Task<IActionResult> OnPostMove(JointId id, string numbers, double dx, double dy) =>
        Drawn(id, d => d.MoveBolts(Numbers(numbers), new(Bounded(dx), Bounded(dy))), $"bolts {numbers} moved");

    public Task<IActionResult> OnPostToggle(JointId id, string numbers) =>
        Drawn(id, d => d.ToggleBolts(Numbers(numbers)), $"bolts {numbers} switched");

    public Task<IActionResult> OnPostAddBolt(JointId id, double x, double y) =>
        Drawn(id, d => d.AddBolt(new(Bounded(x), Bounded(y)), ActOn("bolt")), "a bolt more");

    public Task<IActionResult> OnPostFree(JointId id) => Drawn(id, d => d.Freed(), "bolts set free");

    /// <summary>Moves the point at which a case is stated.</summary>
    public Task<IActionResult> OnPostMoveLoad(JointId id, int index, double x, double y) => Drawn(id, d =>
    {
        if (d.RowAt(Fields.Loads.Path, index) is not { } load) return d;
        Draft At(Draft to, Field field, double value) => to.State(new Place(field, load.Id),
            Math.Round(Bounded(value), 4).ToString(CultureInfo.InvariantCulture) + " mm", UnitSystem.Si);
        return At(At(d, Fields.CaseAtX, x), Fields.CaseAtY, y);
    }, $"load {index + 1} moved");

    public Task<IActionResult> OnPostAdd(JointId id, string list)
    {
        // A new case is the one to be typed into next.
        if (list == "loads") Case = int.MaxValue.ToString(CultureInfo.InvariantCulture);
        return Drawn(id, d => d.AddTo(JointEdits.ListAt(list), ActOn(list)), $"{list}: one more");
    }

    public Task<IActionResult> OnPostRemove(JointId id, string list, int index) =>
        Drawn(id, d => d.RowAt(list, index) is { } row ? d.Remove(row.List, row.Id) : d, $"{list}: {index + 1} removed");

    /// <summary>Chooses how a case is stated.</summary>
    public Task<IActionResult> OnPostHow(JointId id, int index, string how) =>
        Drawn(id, d => d.RowAt(Fields.Loads.Path, index) is { } row ? d.StateAs(row.Id, how ?? "") : d, $"case {index + 1}: {how}");

    /// <summary>Takes the circles of a drawing as bolts.</summary>
    public async Task<IActionResult> OnPostImportDxf(JointId id, IFormFile? drawing, double unit)
    {
        if (drawing is null || drawing.Length == 0 || drawing.Length > MostDrawing)
        {
            Refused = drawing is null ? "no drawing was chosen" : drawing.Length == 0 ? "the drawing is empty"
                : $"the drawing is larger than {MostDrawing / 1_000_000} MB";
            return await OnGetPanel(id);
        }
        using var reader = new StreamReader(drawing.OpenReadStream(), Encoding.UTF8);
        var (circles, stated, problem) = DxfDrawing.Read(await reader.ReadToEndAsync());
        var groups = DxfDrawing.Candidates(circles);
        if (problem is null && groups.All(g => g.Middles.Count > PatternRules.MostBolts))
            problem = $"{groups[0].Middles.Count} circles alike: at most {PatternRules.MostBolts} bolts are taken";
        if (problem is not null)
        {
            Refused = problem;
            return await OnGetPanel(id);
        }
        var file = Path.GetFileName(drawing.FileName);
        // A drawing that states no unit, of which nobody said one, could be in any.
        (string Symbol, double Scale)[] units = unit is > 0 and < 10_000 ? [("", unit)] : stated is { } known ? [("", known)]
            : [("mm", 1), ("in", 25.4), ("m", 1000)];
        if (groups.Count == 1 && units.Length == 1) return await Drawn(id,
            d => d.PlaceBolts(groups[0].Middles.Select(m => units[0].Scale * m)), $"{groups[0].Middles.Count} bolts from {file}");
        Question = (groups.Count > 1, units.Length > 1) switch
        {
            (true, true) => "The drawing has holes of several sizes and states no unit. Which are the bolts', and in what?",
            (true, false) => "The drawing has holes of several sizes. Which are the bolts'?",
            _ => "The drawing states no unit. What is it drawn in?",
        };
        Asked = [.. from g in groups.Where(g => g.Middles.Count <= PatternRules.MostBolts).Take(12 / units.Length)
            from u in units
            let size = u.Symbol.Length > 0 ? $"{QuantityText.Figures(g.Diameter)} {u.Symbol}"
                : QuantityText.ShowText(g.Diameter * u.Scale, Dimension.Length, Preferences.Units)
            select new HoleChoice($"{g.Middles.Count} of Ø {size}",
                string.Join(';', g.Middles.Select(m => FormattableString.Invariant($"{u.Scale * m.X:R},{u.Scale * m.Y:R}"))),
                $"{g.Middles.Count} bolts from {file}")];
        return await OnGetPanel(id);
    }

    /// <summary>Takes the circles of one size as bolts, where a drawing had several.</summary>
    /// <param name="middles">As they were offered, mm: x,y;x,y.</param>
    public async Task<IActionResult> OnPostTakeCircles(JointId id, string? middles, string? words)
    {
        var points = new List<PlanPoint>();
        foreach (var pair in (middles ?? "").Split(';', PatternRules.MostBolts + 1, StringSplitOptions.RemoveEmptyEntries))
        {
            if (pair.Split(',') is [var x, var y] && double.TryParse(x, CultureInfo.InvariantCulture, out var px)
                && double.TryParse(y, CultureInfo.InvariantCulture, out var py)) points.Add(new(px, py));
        }
        if (points.Count is 0 or > PatternRules.MostBolts) return BadRequest();
        return await Drawn(id, d => d.PlaceBolts(points), words is { Length: > 0 and < 200 } ? words
            : $"{points.Count} bolts from a drawing");
    }

    /// <summary>Holes of one size in a drawing.</summary>
    /// <param name="Words">How many of which size.</param>
    /// <param name="Middles">mm: x,y;x,y.</param>
    /// <param name="Change">What taking them is called.</param>
    public sealed record HoleChoice(string Words, string Middles, string Change);

    /// <summary>What is asked about a drawing.</summary>
    public string Question { get; private set; } = "";

    /// <summary>The sizes of hole in a drawing, where there are several and one is to be chosen.</summary>
    public IReadOnlyList<HoleChoice> Asked { get; private set; } = [];

    /// <summary>The pattern as a drawing exchange file.</summary>
    public Task<IActionResult> OnGetDxf(JointId id) =>
        Download(id, "dxf", "image/vnd.dxf", m => DxfDrawing.Write(m.State.Result.Joint.Pattern!, m.State.Result.Joint.Hole));

    /// <summary>The plan as drawn.</summary>
    public Task<IActionResult> OnGetSvg(JointId id) =>
        Download(id, "svg", "image/svg+xml", m => PlanSvg.Write(m.Drawing!, m.State.Result.Joint));

    /// <summary>The table of bolts.</summary>
    public Task<IActionResult> OnGetCsv(JointId id) =>
        Download(id, "csv", "text/csv", m => BoltTable.Csv(m.View!.Bolts, m.Verdicts, Preferences.Units));

    protected override async Task Prepare()
    {
        Imported = await sets.Load(State.Stored.Id);
        var joint = State.Result.Joint;
        if (joint.Pattern is null) return;
        var last = joint.Cases.Length - 1;
        if (IsEnvelope) (View, Verdicts) = Envelope(joint);
        else if (IsRow && Imported is { } file) (View, Verdicts) = OfRow(joint, file, Math.Clamp(Row, 1, file.Count));
        else (View, Verdicts) = OfCase(joint, int.TryParse(Case, CultureInfo.InvariantCulture, out var c) ? Math.Clamp(c, 0, last)
            : Math.Max(0, State.Result.Governing?.Case ?? 0));
        Drawing = new PlanDrawing(State.Result, View, Preferences.Units);
    }

    private (PlanView, IReadOnlyList<BoltVerdict>) OfCase(Joint joint, int index)
    {
        var verdicts = BoltVerdict.Of(joint, index);
        return (new(joint.Cases[index].Name, PlanLoads.Of(joint, index), joint.Cases[index], Critical(verdicts), index), verdicts);
    }

    private (PlanView, IReadOnlyList<BoltVerdict>) OfRow(Joint joint, LoadSet file, int row)
    {
        var load = file.CaseAt(row - 1);
        var trial = joint.WithCase(load);
        var verdicts = BoltVerdict.Of(trial, 0);
        return (new(load.Name, PlanLoads.Of(joint, load), load, Critical(verdicts), -1), verdicts);
    }

    /// <summary>The largest tension and shear of every bolt, each from its own case; rows of the file included.</summary>
    private (PlanView, IReadOnlyList<BoltVerdict>) Envelope(Joint joint)
    {
        var verdicts = BoltVerdict.Of(joint);
        // Rows of the file count where this revision uses it.
        var file = LoadSet.IsIn(State.Draft) ? Imported : null;
        var extremes = file?.Envelope(joint.Pattern!);
        var from = new Dictionary<int, (string, string)>();
        var loads = verdicts.Select((v, i) =>
        {
            var (tension, tensionIn, sheared, shearIn) = (v.Tension, joint.Cases[v.TensionCase].Name,
                PlanLoads.OfBolt(joint, joint.Cases[v.ShearCase], i), joint.Cases[v.ShearCase].Name);
            if (extremes is { } e)
            {
                var (pulledBy, shearedBy) = (file!.CaseAt(e[i].TensionCase), file.CaseAt(e[i].ShearCase));
                if (PlanLoads.OfBolt(joint, pulledBy, i).Tension is var pull && pull > tension) (tension, tensionIn) = (pull,
                    pulledBy.Name);
                if (PlanLoads.OfBolt(joint, shearedBy, i) is var shear && shear.Shear > sheared.Shear) (sheared, shearIn) = (shear,
                    shearedBy.Name);
            }
            from[v.Number] = (tensionIn, shearIn);
            return sheared with { Tension = tension };
        }).ToList();
        return (new("Envelope of all cases", loads, null, Critical(verdicts), -1) { From = from }, verdicts);
    }

    /// <summary>The bolt that is worst off; of bolts that are alike but for rounding the one that the verdicts name.</summary>
    private int Critical(IReadOnlyList<BoltVerdict> verdicts)
    {
        var worst = verdicts.Where(v => v.Reserve is not null).MinBy(v => v.Reserve);
        var named = verdicts.FirstOrDefault(v => v.Number == State.Result.Governing?.Bolt);
        return named is not null && worst is not null && named.Reserve <= worst.Reserve * (1 + 1e-9) ? named.Number : worst?.Number ?? 0;
    }

    private Task<IActionResult> Drawn(JointId id, Func<Draft, Draft> edit, string summary) =>
        // A place that cannot be read did not come from the drawing.
        !ModelState.IsValid ? Task.FromResult<IActionResult>(BadRequest())
            : Changed(Bench.Change(id, Seen, edit, summary, new Conflict("", summary, null)));

    private async Task<IActionResult> Download(JointId id, string kind, string type, Func<PatternModel, string> write)
    {
        var page = await OnGet(id);
        if (page is NotFoundResult) return page;
        if (State.Result.Joint.Pattern is null) return NotFound();
        var number = State.Result.Joint.Number is { Length: > 0 } n ? n : $"joint-{id}";
        return File(Encoding.UTF8.GetBytes(write(this)), type, $"{number}-bolts.{kind}");
    }

    private static int[] Numbers(string? text) =>
        [.. (text ?? "").Split(',', StringSplitOptions.RemoveEmptyEntries).Take(PatternRules.MostBolts)
            .Select(t => int.TryParse(t, CultureInfo.InvariantCulture, out var n) ? n : 0).Where(n => n > 0)];

    private static double Bounded(double mm) => double.IsFinite(mm) ? Math.Clamp(mm, -1e6, 1e6) : 0;
}
