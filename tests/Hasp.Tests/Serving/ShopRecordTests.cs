using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Shop;
using Hasp.Files.Shop;
using Hasp.Store;
using Hasp.Web.Services.Shop;

namespace Hasp.Tests.Serving;

/// <summary>What may be tightened with what lies in the Stores, and what the entries of a joint come to.</summary>
public sealed class ShopRecordTests
{
    private static readonly DateTimeOffset Morning = DateTimeOffset.Parse("2026-11-26T07:20+00:00");

    // Loaded lightly, so that it holds.
    private static Result Run(params (string, string)[] changes) =>
        Evaluation.Run(Samples.Read(Samples.With([("loads[0].tension", "20 kN"), ("loads[0].shear", "4 kN"), .. changes])));

    private static Lot Lot(string json) => new(1, "L-7", ShopKinds.Lots.Read(json).Said!);

    private const string LotJson = """{ "name": "L-7", "thread": "M16", "grade": "8.8", "lubrication": "lubricated", "nutLot": "N-1" }""";

    private static Shelf Shelf(DateOnly? wrenchEnded = null, string lot = LotJson, double? required = null, DateOnly? tinEnded = null,
        double most = 300_000, string tin = "lubricant")
    {
        var conditions = new Conditions("L-7", "N-1", "", "lubricated", "dry, indoors", "Click 300", "", 18);
        var test = new Verification(conditions, Morning, Morning.AddHours(6), required ?? Verification.RequiredFor(Run().Joint),
            Installation.ById("wrench")!, 16, 0,
            [.. new[] { 190, 196, 187 }.Select(t => new TestedAssembly(t * 1000, 69_000))]);
        var entry = new EntryRow { Key = "t", Kind = "verification", Document = "{}", Account = "", Role = "", Device = "", Previous = "",
            Hash = "", LotId = 1, Made = Morning.UtcDateTime };
        return new Shelf
        {
            Now = Morning.AddMinutes(10), Lots = [Lot(lot)],
            Tools = [new(2, "Click 300", new("Click 300", 30_000, most, 5_000), "", wrenchEnded)], Testers = [],
            Consumables = [("Paste 5", tin, tinEnded)], Shifts = new([new(6, 0)], TimeZoneInfo.Utc), TemperatureStep = 10,
            Tests = new[] { new LotTest(entry, null!, test) }.ToLookup(_ => 1), Temperatures = Array.Empty<(DateTime, double)>()
                .ToLookup(_ => 1),
        };
    }

    [Theory]
    [InlineData("tension calibrator", 300_000, "")]
    [InlineData("tension calibrator", 60_000, "no more than 60 kN")]
    [InlineData("torque tester", 300_000, "shows no tension")]
    [InlineData("micrometer", 300_000, "shows no tension")]
    public void A_tester_shows_the_tension_that_is_asked_for(string type, double most, string why) =>
        Assert.Contains(why, new Tester(1, "C", type, most, null).WhyNot(70_000), StringComparison.Ordinal);

    public static TheoryData<string, string, bool, string> Instruments
    {
        get
        {
            // A reason on record opens what is past its date, and nothing else.
            var all = new TheoryData<string, string, bool, string>();
            foreach (var (tool, ofTool, toolWith) in new[] { ("In date", "", ""), ("Past", "past-date", ""), ("Nobody's", "tool-unknown", "tool-unknown") })
            foreach (var (tester, ofTester, testerWith) in new[]
                { ("Cell", "", ""), ("Past", "past-date", ""), ("Small", "tester-unfit", "tester-unfit"), ("Dial", "tester-unfit", "tester-unfit"), ("Nobody's", "tester-unknown", "tester-unknown") })
            {
                all.Add(tool, tester, false, $"{ofTool} {ofTester}".Trim());
                all.Add(tool, tester, true, $"{toolWith} {testerWith}".Trim());
            }
            return all;
        }
    }

    [Theory]
    [MemberData(nameof(Instruments))]
    public void A_lot_is_tested_with_what_shows_it_and_is_in_date(string tool, string tester, bool reason, string faults)
    {
        var (wrench, ended) = (new Wrench("W", 30_000, 300_000, 5_000), new DateOnly(2026, 1, 31));
        var shelf = new Shelf
        {
            Now = Morning, Lots = [], Consumables = [], Shifts = new([new(6, 0)], TimeZoneInfo.Utc), TemperatureStep = 10,
            Tools = [new(2, "In date", wrench, "", null), new(3, "Past", wrench, "", ended)],
            Testers = [new(4, "Cell", "tension calibrator", 300_000, null), new(5, "Past", "tension calibrator", 300_000, ended),
                new(6, "Small", "tension calibrator", 50_000, null), new(7, "Dial", "torque tester", null, null)],
            Tests = Array.Empty<LotTest>().ToLookup(_ => 1), Temperatures = Array.Empty<(DateTime, double)>().ToLookup(_ => 1),
        };
        var said = new Core.Joints.Values("", new()
        {
            [EntryKind.Tool] = tool, [EntryKind.Tester] = tester, [EntryKind.Required] = 92_500.0,
        }, [], []);
        if (reason) said = said.With(EntryKind.Despite.To("agreed with the designer"));
        Assert.Equal(faults, string.Join(' ', shelf.UnfitFor(said).Select(f => f.Id)));
    }

    private static string Why(Shelf shelf, Result result, string lot = "L-7", string tool = "Click 300") =>
        string.Join("; ", shelf.Hindrances(result, lot, tool, shelf.Now));

    [Fact]
    public void All_in_order_nothing_stands_in_the_way() => Assert.Equal("", Why(Shelf(), Run(("plan.consumable", "Paste 5"))));

    [Fact]
    public void What_stands_in_the_way_is_named()
    {
        Assert.Contains("calibration of Click 300 ended on 2026-01-31", Why(Shelf(wrenchEnded: new(2026, 1, 31)), Run()),
            StringComparison.Ordinal);
        Assert.Contains("Paste 5 was to be used before 2026-05-31",
            Why(Shelf(tinEnded: new(2026, 5, 31)), Run(("plan.consumable", "Paste 5"))), StringComparison.Ordinal);
        Assert.Contains("no Grease in the Stores", Why(Shelf(), Run(("plan.consumable", "Grease"))), StringComparison.Ordinal);
        Assert.Contains("no lot is named", Why(Shelf(), Run(), lot: ""), StringComparison.Ordinal);
        Assert.Contains("no wrench is named", Why(Shelf(), Run(), tool: ""), StringComparison.Ordinal);
        Assert.Contains("not this joint's bolts", Why(Shelf(), Run(("bolts.thread", "M20"))), StringComparison.Ordinal);
        Assert.Contains("another nut lot: tested with N-1, now N-2",
            Why(Shelf(lot: LotJson.Replace("N-1", "N-2", StringComparison.Ordinal)), Run()), StringComparison.Ordinal);
        Assert.Contains("less tension", Why(Shelf(required: 60_000), Run()), StringComparison.Ordinal);
        Assert.Contains("falls short", Why(Shelf(), Run(("loads[0].tension", "900 kN"))), StringComparison.Ordinal);
        // 200 N·m are asked for, and this wrench ends at 150.
        Assert.Contains("beyond Click 300", Why(Shelf(most: 150_000), Run()), StringComparison.Ordinal);
        Assert.Contains("shift", string.Join("; ", Shelf().Hindrances(Run(), "L-7", "Click 300", Morning.AddHours(7))),
            StringComparison.Ordinal);
    }

    /// <summary>What is put on the thread and what its torque is for go together, or it is asked which of the two it is.</summary>
    [Theory]
    [InlineData("lubricant", "lubricated", "")]
    [InlineData("lubricant", "moly", "")]
    [InlineData("lubricant", "black", "")]
    [InlineData("lubricant", "dry", "is a lubricant")]
    [InlineData("lubricant", "zinc", "is a lubricant")]
    [InlineData("adhesive", "lubricated", "oil or adhesive")]
    [InlineData("adhesive", "copperPaste", "oil or adhesive")]
    [InlineData("adhesive", "dry", "")]
    [InlineData("adhesive", "black", "")]
    [InlineData("sealant", "dry", "")]
    public void Oil_or_adhesive_on_one_thread(string tin, string finish, string why)
    {
        var said = Why(Shelf(tin: tin), Run(("plan.consumable", "Paste 5"), ("tightening.lubrication", finish)));
        if (why.Length > 0) Assert.Contains(why, said, StringComparison.Ordinal);
        else Assert.DoesNotContain("Say which", said, StringComparison.Ordinal);
    }

    [Fact]
    public void The_lots_figures_go_into_the_joint_with_the_job_torque_of_the_last_test()
    {
        var shelf = Shelf();
        var result = Run(("plan.lot", "L-7"), ("plan.wrench", "Click 300"));
        var shop = JointShop.Of(result, shelf, []);
        Assert.Empty(shop.Hindrances);
        Assert.Equal(200_000, shop.Plan.Passes.Single(p => p.Id == "p100").Set);
        var measured = shop.Measured()!;
        Assert.Equal((196_000, 3, "Click 300"), (measured.Torque, measured.Tests, measured.Tool));
        Assert.Equal((190 + 196 + 187) / 3.0 / (69 * 16), measured.NutFactor, 5);
    }

    private static EntryRow Entry(long number, int bolt, JsonObject document, string device = "Tablet 1", string kind = "bolt") => new()
    {
        Number = number, Key = "k" + number, Kind = kind, Bolt = bolt, JointId = 1, Document = document.ToJsonString(), Account = "",
        Role = "", Device = device, Previous = "", Hash = "",
    };

    private static readonly TighteningPlan Plan = TighteningPlan.Of(Run());

    /// <summary>A bolt tightened in a pass, at what is asked for where nothing else is read.</summary>
    private static JsonObject Tight(string pass, string? torque = null)
    {
        var document = new JsonObject { ["pass"] = pass, ["result"] = "tight" };
        var asked = Plan.Passes.Single(p => p.Id == pass);
        if (torque is not null || asked.Measure == PassMeasure.Torque) document["torque"] = torque ?? $"{asked.Set / 1000:0.###} N·m";
        return document;
    }

    private static JointRecord Record(params IEnumerable<EntryRow> entries) => JointRecord.Of([.. entries], Plan, new(Run(), Shelf(), Plan));

    /// <summary>Entries of a bolt through every pass before one, and that one as it is said.</summary>
    private static IEnumerable<EntryRow> Through(int bolt, string pass, long first = 1, string? torque = null) =>
        Plan.Passes.TakeWhile(p => p.Id != pass).Select((p, i) => Entry(first + i, bolt, Tight(p.Id)))
            .Append(Entry(first + Plan.Passes.TakeWhile(p => p.Id != pass).Count(), bolt, Tight(pass, torque)));

    [Fact]
    public void A_joint_is_done_when_every_bolt_went_through_every_pass_and_the_hold_point_was_accepted()
    {
        var number = 0L;
        var entries = Plan.Steps.Select(s => Entry(++number, Plan.Assembly.Numbers[s.Bolt], Tight(Plan.Passes[s.Pass].Id))).ToList();
        Assert.False(Record(entries).IsDone);
        entries.Add(Entry(++number, 0, new() { ["pass"] = "round", ["result"] = "refused", ["note"] = "paint under a washer" },
            kind: "witness"));
        Assert.False(Record(entries).IsDone);
        entries.Add(Entry(++number, 0, new() { ["pass"] = "round", ["result"] = "accepted" }, kind: "witness"));
        Assert.True(Record(entries).IsDone);
        // A bolt that is refused afterwards takes it back.
        entries.Add(Entry(++number, 2, new() { ["pass"] = "round", ["result"] = "refused", ["reason"] = "galled" }));
        Assert.False(Record(entries).IsDone);
    }

    [Fact]
    public void A_correction_takes_the_place_of_what_it_corrects_and_that_stays()
    {
        var wrong = Through(3, "round", torque: "19.5 N·m").ToList();
        var right = Tight("round");
        right["corrects"] = wrong.Count;
        var record = Record(wrong.Append(Entry(wrong.Count + 1, 3, right)));
        Assert.Equal(wrong.Count + 1, record.All.Count);
        Assert.Equal(wrong.Count + 1, record.All[^2].CorrectedBy);
        Assert.Equal(right["torque"]!.GetValue<string>(),
            Core.Quantities.QuantityText.ShowText(record.Bolts.Single(b => b.Number == 3).Passes["round"].Said.Stated(EntryKind.Torque)!.Value,
                Core.Quantities.Dimension.Torque, Core.Quantities.UnitSystem.Si, 6));
        // One that is corrected later than what came after it keeps its place.
        var snug = Tight("snug");
        snug["corrects"] = 1;
        Assert.Equal("", Record(Through(1, "round").Append(Entry(20, 1, snug))) is var late ? late.WhyNot(late.All[^1]) : "");
        Assert.Contains("round", late.Bolts.Single(b => b.Number == 1).Passes.Keys);
    }

    [Fact]
    public void Loosened_it_begins_anew_and_its_tightenings_are_counted()
    {
        var loosened = new JsonObject { ["pass"] = "round", ["result"] = "loosened", ["reason"] = "gasket changed" };
        var set = Plan.Passes[^1].Set / 1000;
        var record = Record([.. Through(1, "round"), Entry(20, 1, loosened),
            .. Through(1, "round", 21, FormattableString.Invariant($"{set * 0.97} N·m"))]);
        var bolt = record.Bolts.Single(b => b.Number == 1);
        Assert.Equal((2, Plan.Passes.Length), (bolt.Cycle, bolt.Passes.Count));
        var cycles = record.ByCycle(Run());
        Assert.Equal([1, 2], cycles.Select(c => c.Cycle));
        Assert.Equal(1 / 0.97, cycles[0].Clamp.Most / cycles[1].Clamp.Most, 4);
    }

    [Fact]
    public void What_two_devices_recorded_in_one_pass_is_shown_and_a_round_may_be_gone_twice()
    {
        EntryRow[] snug = [Entry(1, 1, Tight("snug"))];
        Assert.Equal(["p30"], Record([.. snug, Entry(2, 1, Tight("p30")), Entry(3, 1, Tight("p30"), "Tablet 2")]).Bolts[0].Twice);
        Assert.Empty(Record([.. snug, Entry(2, 1, Tight("p30")), Entry(3, 1, Tight("p30"))]).Bolts[0].Twice);
        Assert.Empty(Record([.. Through(1, "round"), Entry(20, 1, Tight("round"), "Tablet 2")]).Bolts[0].Twice);
    }

    [Fact]
    public void The_clamp_is_told_by_full_passes_only()
    {
        Assert.Empty(Record(Through(1, "p60")).AsBuilt(Run()));
        Assert.Equal(ClampBy.Torque, Assert.Single(Record(Through(1, "p100")).AsBuilt(Run())).By);
    }
}
