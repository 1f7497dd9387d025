namespace Hasp.Web.Tests;

/// <summary>Starting: killed at any moment it starts again; what cannot be used is refused in a sentence, before anything is served.</summary>
public sealed class StartTests
{
    [Fact]
    public async Task A_first_start_killed_at_any_moment_starts_again()
    {
        foreach (var moment in new[] { 150, 500, 1000, 1800, 2600, 3600 })
        {
            var data = Directory.CreateTempSubdirectory("hasp-start-").FullName;
            using (var process = System.Diagnostics.Process.Start(Server.Command("--urls", "http://127.0.0.1:0", "--data", data, "--demo",
                "true"))!)
            {
                await Task.Delay(moment);
                process.Kill();
                await process.WaitForExitAsync();
            }
            using var server = await Server.Start(data);
            using var http = server.Client();
            var board = await http.GetStringAsync("/");
            Assert.Contains("AL-03", board, StringComparison.Ordinal);
            // The demonstration is there whole, and once.
            Assert.Equal(1, board.Split(">Aldermere Lock</a>").Length - 1);
            Assert.Contains("AL-18", board, StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task What_cannot_be_used_ends_the_start_with_one_sentence()
    {
        var data = Directory.CreateTempSubdirectory("hasp-bad-").FullName;
        File.WriteAllText(Path.Combine(data, "hasp.db"), new string('x', 9000));
        var (exit, said) = await Server.Refused("--urls", "http://127.0.0.1:0", "--data", data);
        Assert.Equal(1, exit);
        Assert.Contains("damaged", said, StringComparison.Ordinal);
        Assert.DoesNotContain("Hasp is at", said, StringComparison.Ordinal);
        Assert.Single(said.Split('\n', StringSplitOptions.RemoveEmptyEntries));
        Directory.Delete(data, recursive: true);
    }

    [Theory]
    [InlineData("--urls", "http://0.0.0.0:5099")]
    [InlineData("--urls", "http://*:5099")]
    [InlineData("--http_ports", "5099")]
    public async Task The_network_is_refused_without_accounts_and_without_encryption(string key, string value)
    {
        var (exit, said) = await Server.Refused(key, value);
        Assert.Equal(1, exit);
        Assert.Contains("--accounts true", said, StringComparison.Ordinal);
        Assert.DoesNotContain("Hasp is at", said, StringComparison.Ordinal);
        (exit, said) = await Server.Refused(key, value, "--accounts", "true");
        Assert.Equal(1, exit);
        Assert.Contains("--behind-proxy true", said, StringComparison.Ordinal);
        Assert.DoesNotContain("Hasp is at", said, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_may_be_done_by_whom_is_written_down_as_it_is()
    {
        var (exit, said) = await Server.Refused("--routes", "true", "--data", Directory.CreateTempSubdirectory("hasp-routes-").FullName);
        Assert.Equal(0, exit);
        Assert.Equal(await File.ReadAllTextAsync(Path.Combine(Server.House, "docs", "access.md"), TestContext.Current.CancellationToken),
            said);
    }
}
