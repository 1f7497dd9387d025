using System.Text.Json.Nodes;

namespace Hasp.Web.Tests;

/// <summary>The server is killed while saves are running: what it acknowledged is there when it comes back.</summary>
public sealed class DurabilityTests
{
    [Fact]
    public Task Every_acknowledged_save_survives_a_kill() => Survives(8);

    [Theory(Explicit = true)]
    [Trait("run", "long")]
    [InlineData(3)]
    [InlineData(20)]
    [InlineData(57)]
    [InlineData(150)]
    public Task Every_acknowledged_save_survives_a_kill_early_and_late(int saves) => Survives(saves);

    private static async Task Survives(int saves)
    {
        var data = Directory.CreateTempSubdirectory("hasp-kill-").FullName;
        var acknowledged = new Dictionary<int, string>();
        var enough = new TaskCompletionSource();
        using (var server = await Server.Start(data))
        {
            var editors = new List<Editor>();
            foreach (var joint in new[] { "AL-03", "AL-05", "AL-06", "AL-08" }) editors.Add(await Editor.Open(server, joint));
            var saving = editors.Select((editor, i) => Task.Run(async () =>
            {
                for (var n = 1; ; n++)
                {
                    var name = $"Saved {n} times";
                    await editor.Set("name", name);
                    lock (acknowledged) acknowledged[i + 1] = name;
                    if (n >= saves) enough.TrySetResult();
                }
            })).ToList();
            await enough.Task.WaitAsync(TimeSpan.FromSeconds(60));
            server.Kill();
            await Task.WhenAll(saving.Select(s => s.ContinueWith(t => t.Exception, TaskScheduler.Default)));
            Assert.All(saving, s => Assert.True(s.Exception!.InnerException is HttpRequestException or IOException,
                s.Exception.ToString()));
            Assert.NotEmpty(acknowledged);

            using var again = await Server.Start(data);
            using var http = again.Client();
            foreach (var (joint, name) in acknowledged)
            {
                var stored = JsonNode.Parse(await http.GetStringAsync($"/joints/{joint}?handler=Export"))!["name"]!.GetValue<string>();
                // One more save may have reached the disk before its answer reached us; none may be missing.
                Assert.True(Times(stored) >= Times(name), $"joint {joint}: acknowledged \"{name}\", found \"{stored}\"");
            }
            again.Kill();
        }
    }

    private static int Times(string name) => int.Parse(name.Split(' ')[1]);

    /// <summary>A document spoilt on the disk: its page says why, shows its revisions, gives them out, and goes back to one that can be judged.</summary>
    [Fact]
    public async Task A_damaged_joint_keeps_its_page()
    {
        var data = Directory.CreateTempSubdirectory("hasp-damaged-").FullName;
        // Not given back: that would take the data away.
        var before = await Server.Start(data);
        using (var editor = await Editor.Open(before, "AL-03")) await editor.Set("bolts.count", "5");
        var joint = before.At("/joints/AL-03");
        before.Kill();
        await using (var db = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={Path.Combine(data, "hasp.db")};Pooling=False"))
        {
            await db.OpenAsync();
            await using var spoil = db.CreateCommand();
            spoil.CommandText = "UPDATE Revisions SET Document = '{\"format\": \"hasp-joint\", \"version\": 1, \"name\": \"Spoilt' WHERE RecordId = " + joint.Split('/')[^1] + " AND Number = 2";
            Assert.Equal(1, await spoil.ExecuteNonQueryAsync());
            // An entry that somebody changed, and a row of the Stores that says nothing.
            spoil.CommandText = "DROP TRIGGER Entries_no_UPDATE; UPDATE Entries SET Document = Document || ' ' WHERE Number = 3";
            Assert.True(await spoil.ExecuteNonQueryAsync() > 0);
            spoil.CommandText = "UPDATE Revisions SET Document = '{' WHERE RecordId = (SELECT Id FROM Records WHERE Kind = 'lots' ORDER BY Id LIMIT 1)";
            Assert.True(await spoil.ExecuteNonQueryAsync() > 0);
        }
        using var server = await Server.Start(data);
        using var http = server.Client();
        await SaysOnEveryRecordThatTheChainIsBroken(http);
        Assert.Contains("cannot be read any more", await http.GetStringAsync("/"), StringComparison.Ordinal);
        foreach (var page in new[] { "/stores", "/stores?shelf=lots", "/joints/AL-17/tightening", "/joints/AL-17/tablet", "/chart" }) Assert.Equal(System.Net.HttpStatusCode.OK, (await http.GetAsync(page)).StatusCode);
        Assert.Contains(joint + "/revisions", await http.GetStringAsync("/"), StringComparison.Ordinal);
        foreach (var stage in new[] { "", "/pattern", "/finder", "/preload", "/fatigue", "/chance" })
        {
            var answer = await http.GetAsync(joint + stage);
            Assert.Equal(joint + "/revisions", answer.Headers.Location?.ToString());
        }
        var revisions = await http.GetStringAsync(joint + "/revisions");
        Assert.Contains("cannot be judged", revisions, StringComparison.Ordinal);
        Assert.Contains("Spoilt", await http.GetStringAsync(joint + "/revisions?handler=Export&number=2"), StringComparison.Ordinal);
        var token = Editor.TokenOf(revisions);
        using var back = new FormUrlEncodedContent(new Dictionary<string, string> { ["__RequestVerificationToken"] = token,
            ["number"] = "1", ["seen"] = "2" });
        Assert.Equal(joint, (await http.PostAsync(joint + "/revisions?handler=GoBack", back)).Headers.Location?.ToString());
        Assert.Contains("Collar strap", await http.GetStringAsync(joint), StringComparison.Ordinal);
        Assert.Contains("rev 3", await http.GetStringAsync(joint), StringComparison.Ordinal);
    }

    /// <summary>What the whole house shares is changed in the chain: each change is an entry that bears the revision's hash.</summary>
    [Fact]
    public async Task A_wrench_that_is_changed_is_an_entry_that_bears_what_it_says_now()
    {
        using var server = await Server.Start();
        using var http = server.Client();
        var wrench = new JsonObject { ["name"] = "Click 210", ["type"] = "click", ["least"] = "40 N·m", ["most"] = "210 N·m", ["graduation"] = "5 N·m", ["calibrationDue"] = "2031-03-31" };
        using var made = await http.PostAsync("/api/v1/wrenches", System.Net.Http.Json.JsonContent.Create(wrench));
        Assert.Equal(System.Net.HttpStatusCode.Created, made.StatusCode);
        var id = (int)JsonNode.Parse(await made.Content.ReadAsStringAsync())!["id"]!;
        wrench["calibrationDue"] = "2026-01-31";
        using var changed = await http.PutAsync($"/api/v1/wrenches/{id}?revision=1", System.Net.Http.Json.JsonContent.Create(wrench));
        Assert.Equal(System.Net.HttpStatusCode.OK, changed.StatusCode);
        Assert.Equal(System.Net.HttpStatusCode.NoContent, (await http.DeleteAsync($"/api/v1/wrenches/{id}")).StatusCode);
        await using var db = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={Path.Combine(server.Data, "hasp.db")};Mode=ReadOnly;Pooling=False");
        await db.OpenAsync();
        await using var read = db.CreateCommand();
        read.CommandText = "SELECT Bound FROM Entries WHERE Kind = 'stores' ORDER BY Number DESC LIMIT 3";
        var bound = new List<string>();
        await using (var reader = await read.ExecuteReaderAsync()) while (await reader.ReadAsync()) bound.Add(reader.GetString(0).Split(':')[0]);
        Assert.Equal([$"{id}@2", $"{id}@2", $"{id}@1"], bound);
    }

    /// <summary>The end of the log cut off under a running server: said by the next record, by ready and to the tablet, until the owner confirms it.</summary>
    [Fact]
    public async Task What_is_cut_off_under_a_running_server_is_said_at_once_and_confirmed_by_the_owner()
    {
        using var server = await Server.Start();
        await server.LaidIn();
        using var http = server.Client();
        var record = await http.GetStringAsync("/joints/AL-03/record");
        var head = System.Text.RegularExpressions.Regex.Match(record, "Entry ([0-9]+:[0-9a-f]{64}), signed by [0-9a-f]{64}").Groups[1].Value;
        Assert.NotEmpty(head);
        Assert.DoesNotContain("unsigned", record, StringComparison.Ordinal);
        Assert.Contains(head, await http.GetStringAsync("/joints/AL-03/traveller"), StringComparison.Ordinal);
        var now = $"/joints/AL-03/tablet?handler=Now&head={head}&seen={DateTime.UtcNow:yyyy-MM-ddTHH:mm:ssZ}";
        Assert.True((bool)JsonNode.Parse(await http.GetStringAsync(now))!["known"]!);
        await using (var db = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={Path.Combine(server.Data, "hasp.db")};Pooling=False"))
        {
            await db.OpenAsync();
            await using var cut = db.CreateCommand();
            cut.CommandText = "DROP TRIGGER Entries_no_DELETE; DELETE FROM Entries WHERE Number > (SELECT max(Number) FROM Entries) - 3";
            Assert.Equal(3, await cut.ExecuteNonQueryAsync());
        }
        await Task.Delay(TimeSpan.FromSeconds(1.1), TestContext.Current.CancellationToken);
        Assert.Contains("the log ends there", record = await http.GetStringAsync("/joints/AL-03/record"), StringComparison.Ordinal);
        Assert.Contains("not to be relied on", record, StringComparison.Ordinal);
        Assert.Equal("Degraded", await http.GetStringAsync("/health/ready"));
        Assert.False((bool)JsonNode.Parse(await http.GetStringAsync(now))!["known"]!);
        foreach (var (reason, said) in new[] { ("x", "Say why"), ("an older backup", "it was confirmed that entries") })
        {
            using var form = new FormUrlEncodedContent([new("reason", reason), new("__RequestVerificationToken", Editor.TokenOf(record))]);
            using var answer = await http.PostAsync("/joints/AL-03/record?handler=Confirm", form);
            record = answer.StatusCode == System.Net.HttpStatusCode.OK ? await answer.Content.ReadAsStringAsync() : await http.GetStringAsync("/joints/AL-03/record");
            Assert.Contains(said, record, StringComparison.Ordinal);
        }
        Assert.Equal("Healthy", await http.GetStringAsync("/health/ready"));
        Assert.True((bool)JsonNode.Parse(await http.GetStringAsync(now))!["known"]!);
    }

    private static async Task SaysOnEveryRecordThatTheChainIsBroken(HttpClient http)
    {
        // The look goes on beside the first pages.
        var health = "";
        for (var i = 0; i < 100 && health != "Degraded"; i++)
        {
            await Task.Delay(50);
            health = await http.GetStringAsync("/health/ready");
        }
        Assert.Equal("Degraded", health);
        foreach (var page in new[] { "/joints/AL-17/record", "/projects/1/record", "/joints/AL-17/traveller" })
        {
            Assert.Contains("broken at entry 3", await http.GetStringAsync(page), StringComparison.Ordinal);
        }
    }
}
