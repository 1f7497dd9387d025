using System.Globalization;
using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Joints;
using Hasp.Core.Shop;
using Hasp.Files;
using Hasp.Files.Shop;
using Hasp.Store;
using Hasp.Web.Services;
using Hasp.Web.Services.Shop;

namespace Hasp.Web.Demo;

/// <summary>The shop of the demonstration: wrenches, lots, tests from the simulated calibrator, a strap that is tight and a frame
/// half done.</summary>
internal static class AldermereShop
{
    private const string Done = "demonstration complete";
    private const string Zone = "Europe/London";

    private static readonly (RecordKind Kind, string Document)[] Records =
    [
        (ShopKinds.Wrenches, """{ "name": "Click 300", "type": "click", "least": "60 N·m", "most": "300 N·m", "graduation": "5 N·m", "calibrationDue": "2031-03-31", "certificate": "C-771" }"""),
        (ShopKinds.Wrenches, """{ "name": "Click 500", "type": "click", "least": "100 N·m", "most": "500 N·m", "graduation": "5 N·m", "calibrationDue": "2031-03-31", "certificate": "C-772" }"""),
        (ShopKinds.Wrenches, """{ "name": "Dial 800", "type": "dial", "least": "160 N·m", "most": "800 N·m", "graduation": "10 N·m", "calibrationDue": "2024-06-30", "certificate": "C-540" }"""),
        (ShopKinds.Testers, """{ "name": "Calibrator 1", "type": "tension calibrator", "most": "300 kN", "resolution": "0.5 kN", "calibrationDue": "2031-01-31", "certificate": "K-12" }"""),
        (ShopKinds.Lots, """{ "name": "L-2031", "thread": "M20", "grade": "8.8", "lubrication": "lubricated", "number": 400, "supplier": "oiled, supply A", "nutLot": "N-118", "washerLot": "W-40", "certificate": "3.1 / 5512", "stored": "dry, indoors" }"""),
        (ShopKinds.Lots, """{ "name": "L-1604", "thread": "M16", "grade": "8.8", "lubrication": "lubricated", "number": 200, "supplier": "oiled, supply A", "nutLot": "N-097", "washerLot": "W-31", "certificate": "3.1 / 5480", "stored": "dry, indoors" }"""),
        (ShopKinds.Consumables, """{ "name": "Anti-seize 5", "type": "lubricant", "batch": "B-22", "useBefore": "2025-05-31" }"""),
        (ShopKinds.Factors, """{ "name": "Oiled M20, trial of 2025", "for": "M20 8.8, oiled", "nutFactor": 0.17, "low": 0.15, "high": 0.19, "source": "12 assemblies in the calibrator" }"""),
    ];

    // Nobody may come for a while; the shop is there all the same.
    private static readonly TimeSpan Long = TimeSpan.FromSeconds(5);

    /// <summary>Lays the shop in behind the first page: it is full of times of day, so that it cannot be prepared.</summary>
    internal static async Task LayIn(IServiceProvider services, ServerOptions server, Task firstPage)
    {
        await Task.WhenAny(firstPage, Task.Delay(Long));
        var log = services.GetRequiredService<ILogger<Program>>();
        try
        {
            await Seed(services.GetRequiredService<JointStore>(), services.GetRequiredService<ShopLog>(),
                services.GetRequiredService<TimeProvider>(), server.DemoShifts);
            Steps.Reached("seed:shop");
            Log.LaidIn(log);
        }
        catch (Exception e) when (Problems.Disk(e) is { } problem)
        {
            Log.NotLaidIn(log, problem);
        }
    }

    /// <summary>Puts the shop in place; killed at any moment it goes on where it was, and nothing comes twice.</summary>
    internal static async Task Seed(JointStore store, ShopLog log, TimeProvider clock, string starts)
    {
        if ((await log.OfKind("demo")).Count > 0) return;
        if ((await store.Projects()).FirstOrDefault(p => p.Name == AldermereLock.ProjectName) is not { } project) return;
        var shifts = new Shifts(Shifts.Parse(starts) ?? Shifts.Parse(Shifts.Usual)!.Value, TimeZoneInfo.FindSystemTimeZoneById(Zone));
        var rules = new JsonObject { ["name"] = "Aldermere shop",
            ["shifts"] = string.Join(", ", shifts.Starts.Select(s => s.ToString("HH:mm", CultureInfo.InvariantCulture))), ["zone"] = Zone,
            ["temperatureStep"] = 10 };
        foreach (var (kind, document) in Records.Prepend((ShopKinds.Rules, rules.ToJsonString()))) await store.Put(kind.Id, 0,
            kind.NameIn((JsonObject)JsonNode.Parse(document)!), document, "Demonstration");
        var now = clock.GetUtcNow();
        var lots = (await store.Records(ShopKinds.Lots.Id)).ToDictionary(r => r.Name);
        var entries = new List<NewEntry>();
        var strap = await Find(store, project.Id, "AL-03");
        var frame = await Find(store, project.Id, "AL-17");
        var rack = await Find(store, project.Id, "AL-06");
        if (strap is { } a) foreach (var days in new[] { 2, 1, 0 }) entries.Add(Test(shifts, a.Result, lots["L-2031"], "Click 500",
            now.AddDays(-days), days == 0 ? 5 : 3, 2 - days));
        if (rack is { } c) entries.Add(Test(shifts, c.Result, lots["L-1604"], "Click 300", now.AddDays(-1), 5, 0));
        // The tests first: what is tightened names the one that held.
        var held = (await log.Append(entries)).Where(k => k.Entry.LotId == lots["L-2031"].Id).Select(k =>
            (long?)k.Entry.Number).LastOrDefault();
        entries.Clear();
        if (strap is { } whole) entries.AddRange(Tightened(whole.Stored, whole.Result, lots["L-2031"].Id, held, now, 1));
        if (frame is { } half) entries.AddRange(Tightened(half.Stored, half.Result, lots["L-2031"].Id, held, now, 0.6));
        entries.Add(new("demo-end", "demo", project.Id, 0, 0, 0, new JsonObject { ["note"] = Done }.ToJsonString(), now.UtcDateTime));
        await log.Append(entries);
    }

    private static async Task<(StoredJoint Stored, Result Result)?> Find(JointStore store, int project, string number)
    {
        foreach (var stored in await store.Joints(project, number))
        {
            if (JointDocument.Read(stored.Document).Joint is { } joint && joint.Number == number) return (stored, Evaluation.Run(joint));
        }
        return null;
    }

    private static NewEntry Test(Shifts shifts, Result result, StoredRecord lot, string tool, DateTimeOffset at, int count, int turn)
    {
        var joint = result.Joint;
        var said = ShopKinds.Lots.Read(lot.Document).Said!;
        var required = Verification.RequiredFor(joint);
        var finish = Standards.NutFactors.First(k => k.Lubrication == said.Of(ShopKinds.LotFinish));
        var tests = SimulatedCalibrator.Turn(lot.Name, finish, joint.Bolts.Thread.Diameter, required, 16, turn * 10, count);
        var document = new JsonObject
        {
            ["lot"] = lot.Name, ["bolts"] = MeasuredLot.BoltsOf(joint.Bolts.Thread, joint.Bolts.Grade),
            ["lubrication"] = said.Of(ShopKinds.LotFinish), ["nutLot"] = said.Stated(ShopKinds.LotNuts),
            ["washerLot"] = said.Stated(ShopKinds.LotWashers), ["stored"] = said.Of(ShopKinds.LotStored), ["tool"] = tool,
            ["tester"] = "Calibrator 1", ["temperature"] = "16 °C", ["method"] = Installation.Of(joint).Id,
            ["required"] = FormattableString.Invariant($"{required:0} N"), ["until"] = shifts.EndOf(at)
                .UtcDateTime.ToString("yyyy-MM-ddTHH:mm:ssZ", CultureInfo.InvariantCulture),
            ["tests"] = new JsonArray([.. tests.Select(t => (JsonNode)new JsonObject { ["torque"] =
                FormattableString.Invariant($"{t.Torque / 1000:0.###} N·m"),
                ["tension"] = FormattableString.Invariant($"{t.Tension / 1000:0.###} kN") })]),
        };
        return new($"demo-test-{lot.Name}-{turn}", EntryKind.Verification.Id, 0, 0, lot.Id, 0, document.ToJsonString(), at.UtcDateTime);
    }

    /// <summary>The bolts of a joint tightened, in their order, as far as a share of the plan.</summary>
    private static IEnumerable<NewEntry> Tightened(StoredJoint stored, Result result, int lot, long? test, DateTimeOffset now,
        double share)
    {
        var plan = TighteningPlan.Of(result, new Wrench("Click 500", 100_000, 500_000, 5_000));
        var steps = plan.Steps.ToList();
        var begun = now.AddMinutes(-steps.Count);
        foreach (var (step, i) in steps.Take((int)Math.Round(steps.Count * share)).Select((s, i) => (s, i)))
        {
            var pass = plan.Passes[step.Pass];
            var document = new JsonObject
            {
                ["pass"] = pass.Id, ["result"] = "tight", ["lot"] = "L-2031", ["wrench"] = "Click 500", ["method"] = plan.Installation.Id,
                ["order"] = plan.Order.Bolts.IndexOf(step.Bolt) + 1,
            };
            if (pass.Measure == PassMeasure.Torque) document["torque"] = FormattableString.Invariant($"{pass.Set / 1000:0.#} N·m");
            yield return new(
                $"demo-{stored.Id}-{i}", EntryKind.Bolt.Id, stored.ProjectId, stored.Id, lot, plan.Assembly.Numbers[step.Bolt],
                new Evidence(pass.Measure, pass.Measure == PassMeasure.Torque ? pass.Set : pass.Value, ReadAtBolt.WindowOf(pass,
                    onlySet: false),
                    test, "Calibrator 1", 16, new(2031, 3, 31)).In(document).ToJsonString(), begun.AddMinutes(i).UtcDateTime);
        }
        if (share < 1) yield break;
        var last = plan.Passes[^1];
        yield return new(
            $"demo-{stored.Id}-hold", EntryKind.Witness.Id, stored.ProjectId, stored.Id, 0, 0,
            new JsonObject { ["pass"] = last.Id, ["result"] = "accepted" }.ToJsonString(), now.UtcDateTime);
    }
}
