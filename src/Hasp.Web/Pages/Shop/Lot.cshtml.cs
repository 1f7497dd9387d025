using System.Globalization;
using System.Text;
using System.Text.Json.Nodes;
using Hasp.Core.Catalogue;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Core.Shop;
using Hasp.Files;
using Hasp.Files.Shop;
using Hasp.Store;
using Hasp.Web.Services;
using Hasp.Web.Services.Shop;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages.Shop;

/// <summary>A lot: how it stands, its tests, their history, and a new verification.</summary>
[Needs(Right.Read, In = Scope.Any)]
public sealed class LotModel(JointStore store, KeptResults results, ShopFloor floor, ShopLog log, Preferences preferences) : PageModel
{
    /// <summary>Rows of the form for assemblies.</summary>
    public const int Rows = 5;

    // More assemblies than a verification takes: a row past it was not given out by this page.
    private const int MostRows = 50;

    private const int LargestFile = 1_000_000;

    /// <summary>The joint that it is tested for; null where none is.</summary>
    [BindProperty(SupportsGet = true)]
    public JointId? Joint { get; set; }

    public Lot Lot { get; private set; } = null!;

    public Shelf Floor { get; private set; } = null!;

    public JointShop? For { get; private set; }

    /// <summary>Name of the joint that it is tested for.</summary>
    public string ForName { get; private set; } = "";

    /// <summary>Tests, the newest first.</summary>
    public IReadOnlyList<LotTest> Tests { get; private set; } = [];

    /// <summary>What it was tested for, the newest first: each tension and procedure with its wrench, and how it
    /// stands there now.</summary>
    public IReadOnlyList<(TestTarget Target, Tool Tool, LotStanding Standing)> Targets
    {
        get
        {
            var found = new List<(TestTarget Target, Tool Tool, LotStanding Standing)>();
            foreach (var test in Tests.Select(t => t.Verification))
            {
                var target = new TestTarget(test.Required, test.Installation);
                if (Floor.ToolOf(test.With.Tool) is not { } tool || found.Any(f => f.Tool == tool && f.Target.IsOf(test))) continue;
                found.Add((target, tool, Floor.StandingFor(target, Lot, tool, Floor.Now)));
            }
            return found;
        }
    }

    /// <summary>What was typed, by name of the field.</summary>
    public Dictionary<string, string> Typed { get; private set; } = [];

    public IReadOnlyList<Fault> Faults { get; private set; } = [];

    /// <summary>The fault of a field; null where it has none.</summary>
    public Fault? FaultAt(string path) => Faults.FirstOrDefault(f => f.Path == path);

    /// <summary>The key that this form's entry is kept under: sent twice, it is kept once.</summary>
    public string Key { get; private set; } = Guid.NewGuid().ToString("N");

    /// <summary>The wrench of the form.</summary>
    public string ToolName =>
        Typed.GetValueOrDefault("tool") ?? For?.Tool?.Name ?? Tests.FirstOrDefault()?.Verification.With.Tool
            ?? Floor.Tools.FirstOrDefault(t => t.Ended is null)?.Name ?? "";

    public async Task<IActionResult> OnGet(LotId id)
    {
        if (!await Load(id)) return NotFound();
        Propose();
        return Page();
    }

    /// <summary>Readings of the simulated calibrator, as a file that a real one would give.</summary>
    public async Task<IActionResult> OnGetReadings(LotId id, string? required, int count = 3, AssemblyFault fault = AssemblyFault.None,
        string? temperature = null)
    {
        if (!await Load(id)) return NotFound();
        return File(
            Encoding.UTF8.GetBytes(TestReadings.File(Simulated(required, temperature, Math.Clamp(count, 1, 20), fault)).Csv()), "text/csv",
            "readings.csv");
    }

    /// <summary>Puts the simulated calibrator's readings into the form.</summary>
    [Needs(Right.Record, In = Scope.Any)]
    public async Task<IActionResult> OnPostSimulate(LotId id, AssemblyFault fault)
    {
        if (!await Load(id)) return NotFound();
        Take();
        var csv = TestReadings.File(Simulated(Typed.GetValueOrDefault("required"), Typed.GetValueOrDefault("temperature"), 3, fault)).Csv();
        Put(TestReadings.Read(new MemoryStream(Encoding.UTF8.GetBytes(csv))).Tests!);
        return Page();
    }

    /// <summary>Puts a file of readings into the form.</summary>
    [Needs(Right.Record, In = Scope.Any)]
    public async Task<IActionResult> OnPostImport(LotId id, IFormFile? file)
    {
        if (!await Load(id)) return NotFound();
        Take();
        if (file is null || file.Length > LargestFile) Faults = [new("file", "file", null, file is null ? "choose a file"
            : "larger than 1 MB")];
        else
        {
            using var stream = new MemoryStream();
            await file.CopyToAsync(stream);
            stream.Position = 0;
            var (tests, problem) = TestReadings.Read(stream);
            if (tests is null) Faults = [new("file", "file", null, problem!)];
            else Put(tests);
        }
        return Page();
    }

    /// <summary>Keeps a verification in the log.</summary>
    [Needs(Right.Record, In = Scope.Any)]
    public async Task<IActionResult> OnPostVerify(LotId id)
    {
        if (!await Load(id)) return NotFound();
        Take();
        var document = Written();
        var (said, faults) = EntryKind.Verification.Read(document.ToJsonString());
        Faults = faults;
        if (said is null) return Page();
        var tests = EntryKind.TestsOf(said);
        Faults =
        [
            .. Verification.FarOffIn(tests, said.Of(EntryKind.Prevailing))
                .Select(i => new Fault("far-off", $"tests[{i}].refusal", null,
                "far off the others: say why it does not count – dirt, dry, reused, cold, galled, wrong nut")),
            .. Floor.UnfitFor(said),
        ];
        if (Faults.Count > 0) return Page();
        int[] on = [Floor.ToolOf(said.Of(EntryKind.Tool))?.Id ?? 0, Floor.TesterOf(said.Of(EntryKind.Tester))?.Id ?? 0, Floor.RulesId];
        return await Keep(new(Key, EntryKind.Verification.Id, For is null ? 0 : (await store.ProjectOf(Joint!.Value)) ?? 0, 0, Lot.Id, 0,
            document.ToJsonString(), floor.Now.UtcDateTime, On: on));
    }

    /// <summary>It has got colder or warmer: what was tested may hold no more.</summary>
    [Needs(Right.Record, In = Scope.Any)]
    public async Task<IActionResult> OnPostConditions(LotId id)
    {
        if (!await Load(id)) return NotFound();
        Take();
        var document = new JsonObject { ["temperature"] = RecordKind.WrittenAs(EntryKind.Temperature, Typed.GetValueOrDefault("now", ""),
            preferences.Units) };
        var (said, faults) = EntryKind.Conditions.Read(document.ToJsonString());
        if (said is null)
        {
            Faults = [.. faults.Select(f => f with { Path = "now" })];
            return Page();
        }
        return await Keep(new(Key, EntryKind.Conditions.Id, 0, 0, Lot.Id, 0, document.ToJsonString(), floor.Now.UtcDateTime));
    }

    /// <summary>Keeps an entry. What is another than was kept under the form's key before is refused, and said: sent again, it gets
    /// a key of
    /// its own.</summary>
    private async Task<IActionResult> Keep(NewEntry entry)
    {
        if (!(await log.Append([entry]))[0].Differs) return Redirect(Address(Lot.Id));
        Faults = [new("same-key", entry.Kind == EntryKind.Conditions.Id ? "now" : "tests", null,
            "this form was sent before with other figures, and those were kept: look at the list, "
                + "and send these once more if they are another test")];
        Key = Guid.NewGuid().ToString("N");
        return Page();
    }

    /// <summary>The page's own address, the joint kept.</summary>
    public string Address(int id) => $"/lots/{id}{(Joint is { } joint ? $"?joint={joint}" : "")}";

    private async Task<bool> Load(int id)
    {
        Floor = await floor.Look();
        if (Floor.Lots.FirstOrDefault(l => l.Id == id) is not { } lot) return false;
        Lot = lot;
        Tests = [.. Floor.Tests[id].Reverse()];
        if (Joint is { } joint && await store.Load(joint) is { } stored && HttpContext.RequestServices.GetRequiredService<Access>()
            .Sees(stored.ProjectId))
        {
            var result = results.Valid(stored.Document);
            For = JointShop.Of(result, Floor, []);
            ForName = $"{result.Joint.Number} {result.Joint.Name}".Trim();
        }
        else Joint = null;
        return true;
    }

    /// <summary>Lots of the same supply, finish and size that were tested, the oldest test first: how the supply runs.</summary>
    public IReadOnlyList<(Lot Lot, LotFigures Figures, DateTime Tested)> Supply =>
    [
        .. from other in Floor.Lots
           where other.Bolts == Lot.Bolts && other.Lubrication == Lot.Lubrication
               && other.Said.Stated(ShopKinds.LotSupplier) == Lot.Said.Stated(ShopKinds.LotSupplier)
           let last = Floor.Tests[other.Id].LastOrDefault(t => t.Verification.NutFactors.Count > 0)
           where last is not null
           let found = Floor.FiguresOf(other, last.Verification.With.Tool)
           where found is not null
           orderby last.Entry.Made
           select (other, found.Value.Figures, last.Entry.Made),
    ];

    /// <summary>What the joint asks, to begin with.</summary>
    private void Propose()
    {
        if (For is { Result.Joint: { Kind.IsTightened: true } joint })
        {
            Typed["required"] = QuantityText.ShowText(Verification.RequiredFor(joint), Dimension.Force, preferences.Units, 4);
            Typed["method"] = Installation.Of(joint).Id;
            if (joint.Tightening.PrevailingTorque > 0) Typed["prevailing"] = QuantityText.ShowText(joint.Tightening.PrevailingTorque,
                Dimension.Torque, preferences.Units);
        }
    }

    private void Take()
    {
        foreach (var (key, value) in Request.Form) Typed[key] = value.ToString().Trim();
        if (Typed.GetValueOrDefault("key") is { Length: 32 } key2 && key2.All(char.IsAsciiHexDigit)) Key = key2;
    }

    private void Put(JsonArray tests)
    {
        for (var i = 0; i < tests.Count; i++)
        {
            Typed[$"torque-{i}"] = (string)tests[i]!["torque"]!;
            Typed[$"tension-{i}"] = (string)tests[i]!["tension"]!;
        }
    }

    /// <summary>How many rows the form shows.</summary>
    public int Shown =>
        Math.Max(Rows, Enumerable.Range(0, MostRows).Where(i => Typed.ContainsKey($"torque-{i}")).Select(i => i + 1)
            .DefaultIfEmpty().Max());

    private JsonObject Written()
    {
        var document = EntryKind.Verification.Written(Typed, preferences.Units);
        document["lot"] = Lot.Name;
        document["bolts"] = Lot.Bolts;
        document["lubrication"] = Lot.Lubrication;
        document["nutLot"] = Lot.Said.Stated(ShopKinds.LotNuts) ?? "";
        document["washerLot"] = Lot.Said.Stated(ShopKinds.LotWashers) ?? "";
        document["stored"] = Lot.Said.Of(ShopKinds.LotStored);
        document["hose"] = Floor.ToolOf(Typed.GetValueOrDefault("tool"))?.Hose ?? "";
        document["until"] = Floor.Shifts.EndOf(Floor.Now).ToUniversalTime().ToString("yyyy-MM-ddTHH:mm:ssZ", CultureInfo.InvariantCulture);
        var tests = new JsonArray();
        for (var i = 0; i < Shown; i++)
        {
            var (torque, tension) = (Typed.GetValueOrDefault($"torque-{i}", ""), Typed.GetValueOrDefault($"tension-{i}", ""));
            if (torque.Length == 0 && tension.Length == 0) continue;
            var test = new JsonObject();
            if (torque.Length > 0) test["torque"] = RecordKind.WrittenAs(EntryKind.TestTorque, torque, preferences.Units);
            if (tension.Length > 0) test["tension"] = RecordKind.WrittenAs(EntryKind.TestTension, tension, preferences.Units);
            if (Typed.GetValueOrDefault($"spaces-{i}") is { Length: > 0 } spaces)
                test["spaces"] = RecordKind.WrittenAs(EntryKind.TestSpaces,
                spaces, preferences.Units);
            if (Typed.GetValueOrDefault($"refusal-{i}") is { Length: > 0 } refusal) test["refusal"] = refusal;
            if (Typed.GetValueOrDefault($"note-{i}") is { Length: > 0 } note) test["note"] = note;
            tests.Add((JsonNode)test);
        }
        document["tests"] = tests;
        return document;
    }

    private IReadOnlyList<TestedAssembly> Simulated(string? required, string? temperature, int count, AssemblyFault fault)
    {
        var finish = Standards.NutFactors.First(k => k.Lubrication == Lot.Lubrication);
        var diameter = Standards.FindThread(Lot.Said.Of(ShopKinds.LotThread))!.Diameter;
        var force = QuantityText.Parse(QuantityText.IsBareNumber(required ?? "")
            ? $"{required} {Units.Shown(Dimension.Force, preferences.Units).Symbol}" : required ?? "", Dimension.Force);
        var degrees = QuantityText.Parse(QuantityText.IsBareNumber(temperature ?? "")
            ? $"{temperature} {Units.Shown(Dimension.Temperature, preferences.Units).Symbol}" : temperature ?? "", Dimension.Temperature);
        // What was turned before are other bolts of the same lot.
        return SimulatedCalibrator.Turn(
            Lot.Name, finish, diameter, force.Ok ? force.Held : 50_000, degrees.Ok ? degrees.Held : 20,
            Tests.Sum(t => t.Verification.Tests.Length), count, fault);
    }
}
