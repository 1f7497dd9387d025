using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Shop;
using Hasp.Files.Shop;
using Hasp.Store;
using Hasp.Web.Services.Shop;

namespace Hasp.Tests.Serving;

/// <summary>
/// What the server judges of an entry: it is kept whatever it says, and counts, does not count, or counts for a reason of somebody who may give
/// one; by what was valid when it was made.
/// </summary>
public sealed class EntryJudgeTests
{
    private static readonly DateTimeOffset Morning = DateTimeOffset.Parse("2026-11-26T07:00+00:00");

    private static readonly Result Joint = Evaluation.Run(Samples.Read(Samples.With(
        ("loads[0].tension", "20 kN"), ("loads[0].shear", "4 kN"), ("plan.lot", "L-7"), ("plan.wrench", "Click 300"))));

    private const string LotJson = """{ "name": "L-7", "thread": "M16", "grade": "8.8", "lubrication": "lubricated" }""";
    private const string OtherLot = """{ "name": "L-9", "thread": "M20", "grade": "8.8", "lubrication": "lubricated" }""";

    /// <summary>A test at a time of the day, by which the job takes so many N·m.</summary>
    private static LotTest Test(long number, double hour, double torque)
    {
        var conditions = new Conditions("L-7", "", "", "lubricated", "dry, indoors", "Click 300", "", 18);
        var made = Morning.AddHours(hour);
        var verification = new Verification(conditions, made, Morning.AddHours(9), Verification.RequiredFor(Joint.Joint),
            Installation.ById("wrench")!, 16, 0,
            [.. Enumerable.Range(0, 3).Select(_ => new TestedAssembly(torque * 1000, Verification.RequiredFor(Joint.Joint)))]);
        return new(Row(number, 0, "verification", "{}", made), null!, verification);
    }

    /// <summary>The shop at noon: tested in the morning at 190 N·m, again at eleven at 215.</summary>
    private static Shelf Floor() => new()
    {
        Now = Morning.AddHours(5), Lots = [new(1, "L-7", ShopKinds.Lots.Read(LotJson).Said!), new(2, "L-9", ShopKinds.Lots.Read(OtherLot).Said!)],
        Tools = [new(2, "Click 300", new("Click 300", 20_000, 300_000, 5_000), "", null), new(3, "Click 500", new("Click 500", 50_000, 500_000, 5_000), "", null)],
        Testers = [], Consumables = [],
        Shifts = new([new(6, 0)], TimeZoneInfo.Utc), TemperatureStep = 10,
        Tests = new[] { Test(1, 0, 190), Test(2, 4, 215) }.ToLookup(_ => 1),
        Temperatures = Array.Empty<(DateTime, double)>().ToLookup(_ => 1),
    };

    private static EntryRow Row(long number, int bolt, string kind, string document, DateTimeOffset made, string account = "", string role = "") => new()
    {
        Number = number, Key = "k" + number, Kind = kind, Bolt = bolt, JointId = 1, LotId = 1, Document = document, Account = account,
        Role = role, Device = "Tablet", Previous = "", Hash = "", Made = made.UtcDateTime, At = made.AddMinutes(1).UtcDateTime,
    };

    private static string Said(string pass, string more = "") =>
        $$"""{ "pass": "{{pass}}", "result": "tight", "lot": "L-7", "wrench": "Click 300"{{(more.Length > 0 ? ", " + more : "")}} }""";

    /// <summary>A record of bolt 1: through all passes before the full one as they were asked for, then what is tried.</summary>
    private static (JointRecord Record, Recorded Last) Tried(string pass, string more, double hour, string account = "", string role = "",
        Func<Result, Result>? of = null, string wrench = "Click 300")
    {
        var shelf = Floor();
        var result = of?.Invoke(Joint) ?? Joint;
        var asked = TighteningPlan.Of(result, shelf.Tools[0].Wrench, hour >= 4 ? 215_000 : 190_000);
        List<EntryRow> entries = [];
        foreach (var p in asked.Passes.TakeWhile(p => p.Id != pass))
        {
            var reading = p.Measure == PassMeasure.Torque ? FormattableString.Invariant($"\"torque\": \"{p.Set / 1000:0.###} N·m\"") : "";
            entries.Add(Row(entries.Count + 10, 1, "bolt", Said(p.Id, reading), Morning.AddHours(hour)));
        }
        entries.Add(Row(entries.Count + 10, 1, "bolt", Said(pass, more).Replace("Click 300", wrench, StringComparison.Ordinal), Morning.AddHours(hour), account, role));
        var plan = TighteningPlan.Of(result, shelf.Tools[0].Wrench, 215_000);
        var record = JointRecord.Of(entries, plan, new(result, shelf, plan));
        return (record, record.All[^1]);
    }

    /// <summary>190 N·m is asked for from seven, 215 from eleven (as the wrench can be set: 190 and 215).</summary>
    [Theory]
    [InlineData("\"torque\": \"190 N·m\"", 1, "")]
    [InlineData("\"torque\": \"194 N·m\"", 1, "")]
    [InlineData("\"setTo\": \"190 N·m\"", 1, "")]
    [InlineData("\"torque\": \"1900 N·m\"", 1, "% off")]
    [InlineData("\"torque\": \"285 N·m\"", 1, "% off")]
    [InlineData("\"torque\": \"114 N·m\"", 1, "% off")]
    [InlineData("\"torque\": \"3 N·m\"", 1, "% off")]
    [InlineData("\"torque\": \"0 N·m\"", 1, "% off")]
    [InlineData("\"setTo\": \"180 N·m\"", 1, "% off")]
    // Made after the new test by the setting of the old one.
    [InlineData("\"torque\": \"190 N·m\"", 4.5, "lapsed setting")]
    [InlineData("\"setTo\": \"190 N·m\"", 4.5, "lapsed setting")]
    [InlineData("\"torque\": \"215 N·m\"", 4.5, "")]
    // Of a lot that is another joint's.
    [InlineData("\"torque\": \"190 N·m\", \"note\": \"x\"", 1, "not this joint's", "L-9")]
    // With a wrench that the lot was not tested with, whatever it showed; before any test there is nothing to be another's.
    [InlineData("\"torque\": \"190 N·m\"", 1, "another wrench's", "L-7", "Click 500")]
    [InlineData("\"setTo\": \"215 N·m\"", 4.5, "another wrench's", "L-7", "Click 500")]
    public void A_reading_counts_by_what_was_asked_for_when_it_was_made(string more, double hour, string why, string lot = "L-7", string wrench = "Click 300")
    {
        var (record, last) = Tried("p100", more, hour, wrench: wrench);
        if (lot != "L-7") (record, last) = TriedWith(lot, hour);
        if (why.Length == 0) Assert.Equal("", record.WhyNot(last));
        else Assert.Contains(why, record.WhyNot(last), StringComparison.Ordinal);
        Assert.Equal(why.Length == 0, record.Bolts[0].Passes.ContainsKey("p100"));
        // Kept all the same.
        Assert.Contains(record.All, r => r.Entry.Number == last.Entry.Number);
    }

    private static (JointRecord, Recorded) TriedWith(string lot, double hour)
    {
        var shelf = Floor();
        var plan = TighteningPlan.Of(Joint, shelf.Tools[0].Wrench, 190_000);
        var said = Said("snug").Replace("L-7", lot, StringComparison.Ordinal);
        var record = JointRecord.Of([Row(10, 1, "bolt", said, Morning.AddHours(hour))], plan, new(Joint, shelf, plan));
        return (record, record.All[^1]);
    }

    [Theory]
    [InlineData("engineer", true)]
    [InlineData("owner", true)]
    [InlineData("", true)]
    [InlineData("shop", false)]
    [InlineData("inspector", false)]
    public void A_reason_of_somebody_who_may_lets_it_count(string role, bool counts)
    {
        var (record, last) = Tried("p100", "\"torque\": \"170 N·m\", \"despite\": \"gasket creeps: agreed with the designer\"", 1, "Ann", role);
        Assert.Equal(counts, record.WhyNot(last).Length == 0);
    }

    [Fact]
    public void Passes_come_in_their_order_and_once()
    {
        var shelf = Floor();
        var plan = TighteningPlan.Of(Joint, shelf.Tools[0].Wrench, 190_000);
        JointRecord Of(params (string Pass, string More)[] said) => JointRecord.Of(
            [.. said.Select((s, i) => Row(i + 1, 1, "bolt", Said(s.Pass, s.More), Morning.AddHours(1)))], plan, new(Joint, shelf, plan));
        var full = FormattableString.Invariant($"\"torque\": \"{plan.Passes.Single(p => p.Id == "p100").Set / 1000} N·m\"");
        Assert.Contains("before", Of(("p100", full)) is var early ? early.WhyNot(early.All[0]) : "", StringComparison.Ordinal);
        Assert.Empty(early.Bolts[0].Passes);
        var again = Of(("snug", ""), ("snug", ""));
        Assert.Contains("already", again.WhyNot(again.All[1]), StringComparison.Ordinal);
        Assert.Equal(1, again.Bolts[0].Passes["snug"].Entry.Number);
        Assert.Contains("no such pass", Of(("nonsense", "")) is var none ? none.WhyNot(none.All[0]) : "", StringComparison.Ordinal);
        // 120 N·m told of a bolt that is tight takes nothing away from it.
        var (record, _) = Tried("p100", "\"torque\": \"190 N·m\"", 1);
        Assert.Contains("p100", record.Bolts[0].Passes.Keys);
    }

    [Fact]
    public void A_correction_is_judged_by_the_moment_of_what_it_corrects()
    {
        var shelf = Floor();
        var plan = TighteningPlan.Of(Joint, shelf.Tools[0].Wrench, 215_000);
        var old = TighteningPlan.Of(Joint, shelf.Tools[0].Wrench, 190_000);
        List<EntryRow> entries = [];
        foreach (var p in old.Passes.TakeWhile(p => p.Id != "round"))
        {
            var reading = p.Measure == PassMeasure.Torque ? FormattableString.Invariant($"\"torque\": \"{p.Set / 1000:0.###} N·m\"") : "";
            entries.Add(Row(entries.Count + 10, 1, "bolt", Said(p.Id, reading), Morning.AddHours(1)));
        }
        entries.Add(Row(50, 1, "bolt", Said("p100", $"\"torque\": \"191 N·m\", \"corrects\": {entries[^1].Number}"), Morning.AddHours(4.8)));
        var record = JointRecord.Of(entries, plan, new(Joint, shelf, plan));
        Assert.Equal("", record.WhyNot(record.All[^1]));
        Assert.Equal(50, record.Bolts[0].Passes["p100"].Entry.Number);
    }

    [Fact]
    public void A_bolt_that_is_used_once_is_not_tight_after_it_was_loosened()
    {
        var once = Evaluation.Run(Samples.Read(Samples.With(("loads[0].tension", "20 kN"), ("loads[0].shear", "4 kN"),
            ("tightening.aim", "90 % of yield"))));
        var plan = TighteningPlan.Of(once);
        Assert.Equal(1, plan.Reuse.Times);
        var record = JointRecord.Of(
        [
            Row(1, 1, "bolt", """{ "pass": "snug", "result": "tight" }""", Morning),
            Row(2, 1, "bolt", """{ "pass": "snug", "result": "loosened", "reason": "dirt" }""", Morning),
            Row(3, 1, "bolt", """{ "pass": "snug", "result": "tight" }""", Morning),
        ], plan, new(once, Floor(), plan));
        Assert.Contains("loosened", record.WhyNot(record.All[^1]), StringComparison.Ordinal);
        Assert.Empty(record.Bolts[0].Passes);
    }

    [Fact]
    public void A_hold_point_is_accepted_when_every_bolt_is_through_and_not_by_who_tightened()
    {
        var shelf = Floor();
        var plan = TighteningPlan.Of(Joint, shelf.Tools[0].Wrench, 190_000);
        List<EntryRow> Through(string by) => [.. plan.Steps.Select((s, i) =>
        {
            var p = plan.Passes[s.Pass];
            var reading = p.Measure == PassMeasure.Torque ? FormattableString.Invariant($"\"torque\": \"{p.Set / 1000:0.###} N·m\"") : "";
            return Row(i + 10, plan.Assembly.Numbers[s.Bolt], "bolt", Said(p.Id, reading), Morning.AddHours(1), by, "shop");
        })];
        JointRecord With(List<EntryRow> rows, string by, string pass = "round", int at = -1)
        {
            rows.Insert(at < 0 ? rows.Count : at, Row(at < 0 ? 500 : 5, 0, "witness", $$"""{ "pass": "{{pass}}", "result": "accepted" }""", Morning.AddHours(1), by, "inspector"));
            return JointRecord.Of(rows, plan, new(Joint, shelf, plan));
        }

        Assert.True(With(Through("Ann"), "Ben").IsDone);
        var self = With(Through("Ann"), "Ann");
        Assert.False(self.IsDone);
        Assert.Contains("who tightened", self.WhyNot(self.All.Single(r => r.Entry.Kind == "witness")), StringComparison.Ordinal);
        var early = With(Through("Ann"), "Ben", at: 0);
        Assert.Contains("before every bolt", early.WhyNot(early.All.Single(r => r.Entry.Kind == "witness")), StringComparison.Ordinal);
        Assert.False(With(Through("Ann"), "Ben", "nonsense").IsDone);
    }

    [Fact]
    public void What_a_fast_clock_says_is_kept_and_does_not_count()
    {
        var shelf = Floor();
        var plan = TighteningPlan.Of(Joint, shelf.Tools[0].Wrench, 190_000);
        var record = JointRecord.Of([Row(1, 1, "bolt", Said("snug", "\"deviceClock\": \"2026-11-27T07:00:00Z\""), Morning)], plan,
            new(Joint, shelf, plan));
        Assert.Contains("clock", record.WhyNot(record.All[0]), StringComparison.Ordinal);
        Assert.Contains("2026-11-27", JointRecord.MarkOf(record.All[0]), StringComparison.Ordinal);
        var late = Row(2, 1, "bolt", Said("snug"), Morning);
        late.At = Morning.AddHours(6).UtcDateTime;
        Assert.Contains("6 h after", JointRecord.MarkOf(JointRecord.Of([late], plan, new(Joint, shelf, plan)).All[0]), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("""{ "pass": "snug", "result": "refused", "reason": "x" }""", "reason-short")]
    [InlineData("""{ "pass": "snug", "result": "refused", "reason": "" }""", "reason-missing")]
    [InlineData("""{ "pass": "snug", "result": "tight", "despite": "." }""", "reason-short")]
    public void A_reason_is_more_than_a_letter(string document, string fault) =>
        Assert.Equal(fault, Assert.Single(EntryKind.Bolt.Read(document).Faults).Id);
}
