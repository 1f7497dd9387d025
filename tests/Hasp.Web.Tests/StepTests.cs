using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Hasp.Store;
using Microsoft.Data.Sqlite;

namespace Hasp.Web.Tests;

/// <summary>
/// Ended at each of its steps, as by a power cut: what was acknowledged is there, nothing stands half, and it always starts again.
/// </summary>
public sealed class StepTests
{
    /// <summary>The one that a shop would lose most by: the rest of them runs long.</summary>
    [Theory]
    [InlineData("entry:written")]
    public Task It_starts_again_with_all_that_was_acknowledged(string step) => Dies(step, 2);

    [Fact(Explicit = true)]
    [Trait("run", "long")]
    public async Task Two_hundred_times_at_every_step()
    {
        // Fewer of them: HASP_KILLS=40.
        var times = int.TryParse(Environment.GetEnvironmentVariable("HASP_KILLS"), out var asked) ? asked : 200;
        for (var i = 0; i < times; i++)
        {
            var step = Steps.All[i % Steps.All.Count];
            try
            {
                await Dies(step, 1 + (i / Steps.All.Count));
            }
            catch (Exception e)
            {
                throw new InvalidOperationException($"{step}, the {1 + (i / Steps.All.Count)}. time", e);
            }
        }
    }

    private static Task Dies(string step, int times) => step.Split(':')[0] switch
    {
        // What is come by once a start is come by once.
        "open" or "making" or "seed" => AtStart(step, 1, fresh: true),
        "upgrade" => AtStart(step, 1, fresh: false),
        "save" or "entry" => AtWork(step, times * 5),
        _ => InTheTerminal(step),
    };

    private static async Task AtStart(string step, int times, bool fresh)
    {
        var data = Directory.CreateTempSubdirectory("hasp-step-").FullName;
        if (!fresh) File.Copy(Path.Combine(Server.House, "tests", "Hasp.Tests", "Storing", "databases", "three-tables.db"), Path.Combine(data, "hasp.db"));
        var (dying, answers) = await Server.StartToDie(data, $"{step}/{times}");
        // The shop is laid in when the program answers already.
        Assert.Equal(step == "seed:shop", answers);
        Assert.True(dying.Ended(TimeSpan.FromSeconds(20)));
        using var again = await Server.StartAsItIs(data, true, "http://127.0.0.1:0");
        using var http = again.Client();
        var board = await http.GetStringAsync("/");
        Assert.Equal(1, board.Split(">Aldermere Lock</a>").Length - 1);
        if (fresh) Assert.Contains("AL-27", board, StringComparison.Ordinal);
        Assert.Null(DataFolder.CheckLog(data).Broken);
    }

    private static async Task AtWork(string step, int times)
    {
        var data = Directory.CreateTempSubdirectory("hasp-step-").FullName;
        // Laid in before, so that the counting begins with the work.
        (await Server.Start(data)).Kill();
        var (dying, answers) = await Server.StartToDie(data, $"{step}/{times}");
        Assert.True(answers, "it did not start");
        var (saved, kept) = ("", new List<string>());
        try
        {
            using var editor = await Editor.Open(dying, "AL-03");
            for (var i = 1; i < 200; i++)
            {
                await editor.Set("name", $"Saved {i} times");
                saved = $"Saved {i} times";
                var key = Guid.NewGuid().ToString("N");
                using var answer = await editor.Http.PostAsync("/api/v1/joints/AL-17/entries".Replace("AL-17", dying.IdOf("AL-17").ToString(System.Globalization.CultureInfo.InvariantCulture)), JsonContent.Create(new JsonObject
                {
                    ["entries"] = new JsonArray(new JsonObject { ["key"] = key, ["kind"] = "bolt", ["bolt"] = 1, ["made"] = DateTime.UtcNow.ToString("O"), ["document"] = new JsonObject { ["pass"] = "snug", ["result"] = "tight" } }),
                }));
                if (JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["results"]![0]!["number"] is not null) kept.Add(key);
            }
        }
        catch (Exception e) when (e is HttpRequestException or IOException or Xunit.Sdk.XunitException)
        {
            // It ended under the work.
        }
        Assert.True(dying.Ended(TimeSpan.FromSeconds(20)), "it came past the step");
        Assert.NotEmpty(kept);
        using var again = await Server.StartAsItIs(data, true, "http://127.0.0.1:0");
        using var http = again.Client();
        var name = JsonNode.Parse(await http.GetStringAsync(again.At("/joints/AL-03") + "?handler=Export"))!["name"]!.GetValue<string>();
        Assert.True(int.Parse(name.Split(' ')[1]) >= int.Parse(saved.Split(' ')[1]), $"acknowledged {saved}, found {name}");
        var there = JsonNode.Parse(await http.GetStringAsync($"/api/v1/joints/{again.IdOf("AL-17")}/entries"))!.AsArray().Select(e => (string)e!["key"]!).ToList();
        Assert.All(kept, k => Assert.Equal(1, there.Count(t => t == k)));
        Assert.Null(DataFolder.CheckLog(data).Broken);
    }

    /// <summary>Backing up and restoring: the old database or the new one stands, whole, and what was taken aside is there.</summary>
    private static async Task InTheTerminal(string step)
    {
        var data = Directory.CreateTempSubdirectory("hasp-step-").FullName;
        (await Server.Start(data)).Kill();
        var backup = Path.Combine(data, "kept.db");
        var before = DataFolder.CheckLog(data);
        if (step.StartsWith("restore", StringComparison.Ordinal)) DataFolder.Backup(data, backup);
        SqliteConnection.ClearAllPools();
        Assert.NotEqual(0, (await Terminal($"{step}/1", step.Split(':')[0], backup, "--data", data)).Exit);
        Assert.Equal(before, DataFolder.CheckLog(data));
        SqliteConnection.ClearAllPools();
        // Said again it is done, or says that the backup is whole already.
        if (step.StartsWith("backup", StringComparison.Ordinal)) Assert.False(File.Exists(backup), "half a backup");
        var (exit, said) = await Terminal(null, step.Split(':')[0], backup, "--data", data);
        Assert.True(exit == 0, said);
        using var again = await Server.StartAsItIs(data, true, "http://127.0.0.1:0");
        using var http = again.Client();
        Assert.Contains("AL-27", await http.GetStringAsync("/"), StringComparison.Ordinal);
    }

    private static async Task<(int Exit, string Said)> Terminal(string? dieAt, params string[] args)
    {
        var start = new ProcessStartInfo("dotnet") { RedirectStandardOutput = true, RedirectStandardError = true };
        foreach (var arg in args.Prepend(Path.Combine(Server.House, "src", "Hasp.Cli", "bin", "Release", "net10.0", "hasp.dll"))) start.ArgumentList.Add(arg);
        if (dieAt is not null) start.Environment["HASP_DIE_AT"] = dieAt;
        start.Environment["XDG_CONFIG_HOME"] = Server.Settings;
        using var process = Process.Start(start)!;
        var said = process.StandardError.ReadToEndAsync();
        await process.WaitForExitAsync();
        return (process.ExitCode, await said);
    }
}
