namespace Hasp.Web.Tests;

/// <summary>Starting: killed at any moment it starts again; what cannot be used is refused in a sentence, before anything is served.</summary>
public sealed class StartTests
{
    [Fact(Explicit = true)]
    [Trait("run", "long")]
    public Task A_first_start_killed_at_many_moments_starts_again() => StartsAgain(150, 500, 1000, 1500, 1800, 2600, 3600, 4500, 6000);

    private static async Task StartsAgain(params int[] moments)
    {
        foreach (var moment in moments)
        {
            var data = Directory.CreateTempSubdirectory("hasp-start-").FullName;
            using (var process = System.Diagnostics.Process.Start(Server.Command("--urls", "http://127.0.0.1:0", "--data", data, "--demo",
                "true"))!)
            {
                await Task.Delay(moment);
                process.Kill();
                await process.WaitForExitAsync();
            }
            using var server = await Server.StartAsItIs(data, true, "http://127.0.0.1:0");
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
    [InlineData("--http_ports", "5099")]
    [InlineData("ASPNETCORE_Kestrel__Endpoints__Side__Url", "http://*:5099")]
    public Task The_network_is_refused_without_accounts_and_without_encryption(string key, string value) => IsRefused(key, value);

    /// <summary>The other ways to say the same: each is a start of its own.</summary>
    [Theory(Explicit = true)]
    [Trait("run", "long")]
    [InlineData("--urls", "http://*:5099")]
    [InlineData("--Kestrel:Endpoints:Side:Url", "http://0.0.0.0:5099")]
    [InlineData("--Kestrel:Endpoints:Side:Url", "http://[::]:5099")]
    [InlineData("ASPNETCORE_URLS", "http://0.0.0.0:5099")]
    [InlineData("DOTNET_URLS", "http://somewhere:5099")]
    [InlineData("ASPNETCORE_HTTP_PORTS", "5099")]
    public Task The_network_is_refused_however_it_is_said(string key, string value) => IsRefused(key, value);

    private static async Task IsRefused(string key, string value)
    {
        var (exit, said) = await Opened();
        Assert.Equal(1, exit);
        Assert.Contains("--accounts true", said, StringComparison.Ordinal);
        Assert.DoesNotContain("Hasp is at", said, StringComparison.Ordinal);
        // With accounts it is refused for another reason, in the same place: once is enough.
        if (key != "--urls") return;
        (exit, said) = await Opened("--accounts", "true");
        Assert.Equal(1, exit);
        Assert.Contains("--behind-proxy true", said, StringComparison.Ordinal);
        Assert.DoesNotContain("Hasp is at", said, StringComparison.Ordinal);

        // By the command line, or by the environment where it is a variable's name.
        async Task<(int, string)> Opened(params string[] more)
        {
            var start = Server.Command(["--data", Directory.CreateTempSubdirectory("hasp-open-").FullName, .. more, .. key[0] == '-' ? [key, value] : Array.Empty<string>()]);
            if (key[0] != '-') start.Environment[key] = value;
            return await Server.Refused(start);
        }
    }

    [Theory]
    [InlineData("true")]
    [InlineData("192.0.2.7;192.0.2.8")]
    public async Task Behind_a_proxy_nobody_but_the_proxy_and_this_machine_is_answered_unencrypted(string proxy)
    {
        var here = System.Net.Dns.GetHostAddresses(System.Net.Dns.GetHostName()).FirstOrDefault(a => !System.Net.IPAddress.IsLoopback(a) && a.AddressFamily == System.Net.Sockets.AddressFamily.InterNetwork);
        using var server = await Server.Start(demo: false, urls: "http://0.0.0.0:0", more: ["--accounts", "true", "--behind-proxy", proxy]);
        using var http = new HttpClient();
        Assert.Equal(System.Net.HttpStatusCode.OK, (await http.GetAsync(new Uri($"http://127.0.0.1:{server.Address.Port}/health/live"), TestContext.Current.CancellationToken)).StatusCode);
        if (here is null) return;
        Assert.Equal(System.Net.HttpStatusCode.MisdirectedRequest, (await http.GetAsync(new Uri($"http://{here}:{server.Address.Port}/health/live"), TestContext.Current.CancellationToken)).StatusCode);
    }

    [Fact]
    public async Task A_proxy_that_is_no_address_ends_the_start_with_one_sentence()
    {
        var (exit, said) = await Server.Refused("--behind-proxy", "the-other-machine");
        Assert.Equal(1, exit);
        Assert.Contains("the-other-machine is none", said, StringComparison.Ordinal);
        Assert.Single(said.Split('\n', StringSplitOptions.RemoveEmptyEntries));
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
