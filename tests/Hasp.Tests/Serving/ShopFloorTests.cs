using System.Text.Json.Nodes;
using Hasp.Files.Shop;
using Hasp.Store;
using Hasp.Tests.Storing;
using Hasp.Web.Services.Shop;
using Microsoft.Data.Sqlite;

namespace Hasp.Tests.Serving;

/// <summary>What was read of the shop is kept until something of it is written: whatever is written, the next look sees it.</summary>
public sealed class ShopFloorTests : IDisposable
{
    private readonly string _path = Path.Combine(Path.GetTempPath(), "hasp-floor-" + Guid.NewGuid().ToString("N"));
    private readonly DataFolder _folder;
    private readonly JointStore _store;
    private readonly ShopLog _log;
    private readonly Clock _clock = new();
    private readonly ShopFloor _floor;

    public ShopFloorTests()
    {
        _folder = DataFolder.Open(_path);
        var databases = new Databases(Path.Combine(_path, "hasp.db"));
        (_store, _log) = (new(databases, _clock), new(databases, _clock));
        _floor = new(_store, _log, _clock);
    }

    public void Dispose()
    {
        _store.Dispose();
        _log.Dispose();
        _folder.Dispose();
        SqliteConnection.ClearAllPools();
        Directory.Delete(_path, recursive: true);
    }

    private sealed class Clock : TimeProvider
    {
        internal DateTimeOffset At { get; set; } = new(2026, 11, 26, 7, 20, 0, TimeSpan.Zero);

        public override DateTimeOffset GetUtcNow() => At;
    }

    private static string Lot(string name, string finish = "lubricated") =>
        new JsonObject { ["name"] = name, ["thread"] = "M16", ["grade"] = "8.8", ["lubrication"] = finish }.ToJsonString();

    private static NewEntry Told(string key, int lot, double degrees) =>
        new(key, EntryKind.Conditions.Id, 0, 0, lot, 0, new JsonObject { ["temperature"] = $"{degrees} °C" }.ToJsonString(),
            DateTime.UnixEpoch);

    /// <summary>One row of any shelf that cannot be read is left out and named; all others are as they were.</summary>
    [Theory]
    [InlineData("{")]
    [InlineData("[]")]
    [InlineData("{ \"name\": 7 }")]
    [InlineData("{ \"name\": \"X\", \"thread\": \"\\ud83d\" }")]
    [InlineData("")]
    public async Task One_bad_row_takes_nothing_else_down(string document)
    {
        await _store.Put(ShopKinds.Lots.Id, 0, "L-1", Lot("L-1"), "made");
        var shelves = new[] { ShopKinds.Lots, ShopKinds.Wrenches, ShopKinds.Testers, ShopKinds.Consumables, ShopKinds.Rules };
        foreach (var shelf in shelves) await _store.Put(shelf.Id, 0, "Bad", document, "made");
        await _log.Append([new("v", EntryKind.Verification.Id, 0, 0, 1, 0, document, DateTime.UnixEpoch), new("c", EntryKind.Conditions.Id, 0, 0, 1, 0, document, DateTime.UnixEpoch)]);
        var seen = await _floor.Look();
        Assert.Equal(["L-1"], seen.Lots.Select(l => l.Name));
        Assert.Equal(shelves.Length, seen.Unreadable.Count);
        Assert.Contains("lot Bad", seen.Unreadable);
        Assert.Empty(seen.Tests);
    }

    [Fact]
    public async Task Whatever_is_written_the_next_look_sees()
    {
        Assert.Empty((await _floor.Look()).Lots);
        var id = await _store.Put(ShopKinds.Lots.Id, 0, "L-1", Lot("L-1"), "made");
        Assert.Equal("lubricated", (await _floor.Look()).LotOf("L-1")!.Lubrication);
        await _store.Put(ShopKinds.Lots.Id, 0, "L-1", Lot("L-1", "moly"), "changed");
        Assert.Equal("moly", (await _floor.Look()).LotOf("L-1")!.Lubrication);
        await _store.Undo(id, 2, "me");
        Assert.Equal("lubricated", (await _floor.Look()).LotOf("L-1")!.Lubrication);
        await _store.Redo(id, 1, "me");
        Assert.Equal("moly", (await _floor.Look()).LotOf("L-1")!.Lubrication);
        await _store.Put(ShopKinds.Rules.Id, 0, "Rules", """{ "name": "Rules", "temperatureStep": 4 }""", "made");
        Assert.Equal(4, (await _floor.Look()).TemperatureStep, 9);
        await _store.Put(ShopKinds.Consumables.Id, 0, "Paste", """{ "name": "Paste", "type": "lubricant", "useBefore": "2026-11-26" }""", "made");
        Assert.Null((await _floor.Look()).Consumables.Single().Ended);
        await _log.Append([Told("a", id, 4)]);
        Assert.Equal([4.0], (await _floor.Look()).Temperatures[id].Select(t => t.Temperature));
        await _log.Append([Told("b", id, 19)]);
        Assert.Equal([4.0, 19.0], (await _floor.Look()).Temperatures[id].Select(t => t.Temperature));
        await _store.Delete(ShopKinds.Lots.Id, id, true);
        Assert.Empty((await _floor.Look()).Lots);
        await _store.Delete(ShopKinds.Lots.Id, id, false);
        Assert.Single((await _floor.Look()).Lots);
        await _store.Delete(ShopKinds.Lots.Id, id, true);
        await _store.Put(ShopKinds.Lots.Id, 0, "L-1", Lot("L-1"), "made anew");
        Assert.NotEqual(id, (await _floor.Look()).LotOf("L-1")!.Id);
    }

    /// <summary>What has ended a test is undone by another test alone, and what was done is judged by what held when it was done.</summary>
    [Fact]
    public async Task A_lapse_ends_only_with_a_new_test_and_each_moment_has_its_own()
    {
        var id = await _store.Put(ShopKinds.Lots.Id, 0, "L-1", Lot("L-1"), "made");
        await _store.Put(ShopKinds.Wrenches.Id, 0, "Click", """{ "name": "Click", "type": "click", "least": "40 N·m", "most": "400 N·m", "graduation": "5 N·m", "calibrationDue": "2031-01-31", "certificate": "C" }""", "made");
        var begun = _clock.At;
        NewEntry Test(string key, DateTimeOffset made) => new(key, EntryKind.Verification.Id, 0, 0, id, 0, $$"""
            { "lot": "L-1", "bolts": "M16 8.8", "lubrication": "lubricated", "stored": "dry", "tool": "Click", "tester": "T", "temperature": "20 °C", "required": "70 kN",
              "until": "{{begun.UtcDateTime.AddHours(8):yyyy-MM-ddTHH:mm:ssZ}}", "tests": [ { "torque": "190 N·m", "tension": "70 kN" }, { "torque": "196 N·m", "tension": "70.4 kN" }, { "torque": "187 N·m", "tension": "70 kN" } ] }
            """, made.UtcDateTime);
        NewEntry At(string key, int temperature, DateTimeOffset made) => Told(key, id, temperature) with { Made = made.UtcDateTime };
        await _log.Append([Test("t1", begun), At("cold", 4, begun.AddHours(1)), At("warm", 20, begun.AddHours(2)), Test("t2", begun.AddHours(3))]);
        var floor = await _floor.Look();
        string Reasons(double hours) => string.Join("; ", floor.StandingOf(floor.LotOf("L-1")!, floor.ToolOf("Click")!, begun.AddHours(hours)).Reasons);
        Assert.DoesNotContain("temperature", Reasons(0.5), StringComparison.Ordinal);
        Assert.Contains("temperature moved", Reasons(1.5), StringComparison.Ordinal);
        // Warm again: the test of the morning does not come back to life.
        Assert.Contains("temperature moved", Reasons(2.5), StringComparison.Ordinal);
        Assert.DoesNotContain("temperature", Reasons(3.5), StringComparison.Ordinal);
        // Sent after the second test, made under the first one.
        Assert.DoesNotContain("clock", Reasons(0.5), StringComparison.Ordinal);
        Assert.Contains("not tested", Reasons(-1), StringComparison.Ordinal);
    }

    /// <summary>
    /// One lot serves several targets and procedures, a verification each: every target goes by its own last test. A test that was not
    /// passed, or that shows other bolts than before, stops them all.
    /// </summary>
    [Fact]
    public async Task One_lot_serves_several_targets_a_test_each()
    {
        var id = await _store.Put(ShopKinds.Lots.Id, 0, "L-1", Lot("L-1"), "made");
        await _store.Put(ShopKinds.Wrenches.Id, 0, "Click", """{ "name": "Click", "type": "click", "least": "40 N·m", "most": "400 N·m", "graduation": "5 N·m", "calibrationDue": "2031-01-31", "certificate": "C" }""", "made");
        var begun = _clock.At;
        NewEntry Test(string key, double hours, double required, string method = "wrench", int degrees = 20, double sound = 1) =>
            new(key, EntryKind.Verification.Id, 0, 0, id, 0, $$"""
            { "lot": "L-1", "bolts": "M16 8.8", "lubrication": "lubricated", "stored": "dry, indoors", "tool": "Click", "tester": "T", "temperature": "{{degrees}} °C", "required": "{{required}} kN", "method": "{{method}}",
              "until": "{{begun.UtcDateTime.AddHours(8):yyyy-MM-ddTHH:mm:ssZ}}", "tests": [ { "torque": "{{2.7 * required}} N·m", "tension": "{{required}} kN" }, { "torque": "{{2.8 * required}} N·m", "tension": "{{required}} kN" }, { "torque": "{{2.75 * required}} N·m", "tension": "{{sound * required}} kN" } ] }
            """, begun.AddHours(hours).UtcDateTime);
        await _log.Append([Test("a", 0, 70), Test("b", 1, 50), Test("c", 2, 70, "turnOfNut"), Test("d", 3, 50), Test("e", 5, 60, degrees: 4), Test("f", 6, 70), Test("g", 7, 60, sound: 0.8)]);
        var floor = await _floor.Look();
        var (lot, tool) = (floor.LotOf("L-1")!, floor.ToolOf("Click")!);
        (double Torque, string Why) At(double hours, double kilonewtons, string method = "wrench")
        {
            var standing = floor.StandingFor(new Hasp.Core.Shop.TestTarget(kilonewtons * 1000, Hasp.Core.Shop.Installation.ById(method)!), lot, tool, begun.AddHours(hours));
            return (standing.Holds ? Math.Round((standing.Verified!.JobTorque ?? 0) / 1000, 1) : 0, string.Join("; ", standing.Reasons));
        }

        Assert.Equal((196, ""), At(0.5, 70));
        Assert.Contains("more tension", At(0.5, 50).Why, StringComparison.Ordinal);
        Assert.Equal((140, ""), At(1.5, 50));
        // The test for 50 kN takes nothing from the one for 70, nor one by another procedure, nor another for 50.
        Assert.Equal((196, ""), At(1.5, 70));
        Assert.Equal((196, ""), At(4, 70));
        Assert.Equal((140, ""), At(4, 50.2));
        Assert.Equal("", At(4, 70, "turnOfNut").Why);
        Assert.Contains("less tension", At(4, 90).Why, StringComparison.Ordinal);
        // What a test for 60 kN showed of the bolts counts for all of them: they had got cold.
        Assert.Contains("temperature moved", At(5.5, 70).Why, StringComparison.Ordinal);
        Assert.Contains("temperature moved", At(5.5, 70, "turnOfNut").Why, StringComparison.Ordinal);
        Assert.Equal(168, At(5.5, 60).Torque);
        Assert.Equal((196, ""), At(6.5, 70));
        Assert.Contains("was not passed", At(7.5, 70).Why, StringComparison.Ordinal);
        Assert.Contains("did not reach", At(7.5, 60).Why, StringComparison.Ordinal);
    }

    /// <summary>Each thing that a test holds for, changed and typed back: the test stays ended, until another one is made.</summary>
    [Theory]
    [InlineData("nutLot", "N-1", "N-2", "another nut lot")]
    [InlineData("washerLot", "W-1", "W-2", "another washer lot")]
    [InlineData("stored", "dry, indoors", "outdoors", "another storage")]
    [InlineData("hose", "H-1", "H-2", "another hose")]
    public async Task What_was_changed_and_typed_back_does_not_bring_a_test_back(string field, string first, string then, string why)
    {
        var ofTool = field == "hose";
        Task<int> Lot(string value) => _store.Put(ShopKinds.Lots.Id, 0, "L-1", $$"""{ "name": "L-1", "thread": "M16", "grade": "8.8", "lubrication": "lubricated"{{(ofTool ? "" : $", \"{field}\": \"{value}\"")}} }""", "put");
        Task<int> Wrench(string hose) => _store.Put(ShopKinds.Wrenches.Id, 0, "Click", $$"""{ "name": "Click", "type": "click", "least": "40 N·m", "most": "400 N·m", "graduation": "5 N·m", "calibrationDue": "2031-01-31", "certificate": "C"{{(ofTool ? $", \"hose\": \"{hose}\"" : "")}} }""", "put");
        Task Put(string value) => ofTool ? Wrench(value) : Lot(value);
        var id = await Lot(first);
        await Wrench(first);
        var begun = _clock.At;
        NewEntry Test(string key, DateTimeOffset made) => new(key, EntryKind.Verification.Id, 0, 0, id, 0, $$"""
            { "lot": "L-1", "bolts": "M16 8.8", "lubrication": "lubricated", "stored": "dry, indoors", "tool": "Click", "tester": "T", "temperature": "20 °C", "required": "70 kN",
              {{(field == "stored" ? "" : $"\"{(ofTool ? "hose" : field)}\": \"{first}\",")}}
              "until": "{{begun.UtcDateTime.AddHours(8):yyyy-MM-ddTHH:mm:ssZ}}", "tests": [ { "torque": "190 N·m", "tension": "70 kN" }, { "torque": "196 N·m", "tension": "70.4 kN" }, { "torque": "187 N·m", "tension": "70 kN" } ] }
            """, made.UtcDateTime);
        await _log.Append([Test("t1", begun)]);
        _clock.At = begun.AddHours(1);
        await Put(then);
        _clock.At = begun.AddHours(2);
        await Put(first);
        await _log.Append([Test("t2", begun.AddHours(3))]);
        _clock.At = begun.AddHours(4);
        var floor = await _floor.Look();
        string Reasons(double hours) => string.Join("; ", floor.StandingOf(floor.LotOf("L-1")!, floor.ToolOf("Click")!, begun.AddHours(hours)).Reasons);
        Assert.DoesNotContain("another", Reasons(0.5), StringComparison.Ordinal);
        Assert.Contains(why, Reasons(1.5), StringComparison.Ordinal);
        Assert.Contains(why, Reasons(2.5), StringComparison.Ordinal);
        Assert.DoesNotContain("another", Reasons(3.5), StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_is_kept_does_not_keep_the_time()
    {
        await _store.Put(ShopKinds.Consumables.Id, 0, "Paste", """{ "name": "Paste", "type": "lubricant", "useBefore": "2026-11-26" }""", "made");
        Assert.Null((await _floor.Look()).Consumables.Single().Ended);
        _clock.At = _clock.At.AddDays(2);
        var later = await _floor.Look();
        Assert.Equal(_clock.At, later.Now);
        Assert.Equal(new DateOnly(2026, 11, 26), later.Consumables.Single().Ended);
    }

    [Fact]
    public async Task Nothing_is_read_twice_where_nothing_was_written()
    {
        await _store.Put(ShopKinds.Lots.Id, 0, "L-1", Lot("L-1"), "made");
        Assert.Same((await _floor.Look()).LotOf("L-1"), (await _floor.Look()).LotOf("L-1"));
    }
}
