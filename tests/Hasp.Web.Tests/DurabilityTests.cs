using System.Text.Json.Nodes;

namespace Hasp.Web.Tests;

/// <summary>The server is killed while saves are running: what it acknowledged is there when it comes back.</summary>
public sealed class DurabilityTests
{
    [Theory]
    [InlineData(3)]
    [InlineData(20)]
    [InlineData(57)]
    public async Task Every_acknowledged_save_survives_a_kill(int saves)
    {
        var data = Directory.CreateTempSubdirectory("hasp-kill-").FullName;
        var acknowledged = new Dictionary<int, string>();
        var enough = new TaskCompletionSource();
        using (var server = await Server.Start(data))
        {
            var editors = new List<Editor>();
            for (var joint = 1; joint <= 4; joint++) editors.Add(await Editor.Open(server, joint));
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
            Assert.All(saving, s => Assert.True(s.Exception!.InnerException is HttpRequestException or IOException, s.Exception.ToString()));
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
}
