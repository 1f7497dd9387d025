using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using System.Text.RegularExpressions;

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

    /// <summary>What lies beside a published program is what the same program works out, but for days: a start that begins with it has them of today.</summary>
    [Fact]
    public async Task A_first_start_with_what_was_prepared_is_the_one_without()
    {
        var folder = Directory.CreateTempSubdirectory("hasp-prepared-").FullName;
        var (exit, said) = await Server.Refused("--data", Path.Combine(folder, "made"), "--prepare", Path.Combine(folder, "prepared"));
        Assert.True(exit == 0, said);
        using var plain = await Server.StartAsItIs(Path.Combine(folder, "plain"), true, "http://127.0.0.1:0");
        using var quick = await Server.StartAsItIs(Path.Combine(folder, "quick"), true, "http://127.0.0.1:0", "--prepared", Path.Combine(folder, "prepared"));
        using (var http = plain.Client()) Assert.Contains("AL-27", await http.GetStringAsync("/"), StringComparison.Ordinal);
        Assert.True(DateTime.UtcNow - DateTime.Parse(Rows(quick, "SELECT min(At) FROM Revisions")[0], null, System.Globalization.DateTimeStyles.AdjustToUniversal | System.Globalization.DateTimeStyles.AssumeUniversal) < TimeSpan.FromMinutes(5));
        await Task.WhenAll(plain.LaidIn(), quick.LaidIn());
        foreach (var rows in new[] { "SELECT * FROM Projects", "SELECT * FROM Records ORDER BY Id", "SELECT RecordId, Number, Parent, Document, Summary FROM Revisions ORDER BY 1, 2",
            "SELECT * FROM Lines ORDER BY JointId", "SELECT name, sql FROM sqlite_master ORDER BY 1", "SELECT MigrationId FROM __EFMigrationsHistory", "PRAGMA user_version", "SELECT count(*) FROM Entries" })
        {
            Assert.Equal(Rows(plain, rows), Rows(quick, rows));
        }
        Assert.Equal(["0", "0"], Rows(quick, "SELECT count(*) FROM AspNetUsers UNION ALL SELECT count(*) FROM Devices"));

        // Of another program it is left lying: what it would lay in is not what this one would.
        foreach (var file in Directory.GetFiles(Path.Combine(folder, "prepared")))
        {
            using var db = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={file};Pooling=False");
            db.Open();
            using var spoil = db.CreateCommand();
            spoil.CommandText = "PRAGMA user_version = 7; UPDATE Revisions SET Summary = 'of another'";
            spoil.ExecuteNonQuery();
        }
        using var other = await Server.StartAsItIs(Path.Combine(folder, "other"), true, "http://127.0.0.1:0", "--prepared", Path.Combine(folder, "prepared"));
        Assert.Equal(["0"], Rows(other, "SELECT count(*) FROM Revisions WHERE Summary = 'of another'"));
    }

    private static List<string> Rows(Server server, string sql)
    {
        using var db = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={Path.Combine(server.Data, "hasp.db")};Mode=ReadOnly;Pooling=False");
        db.Open();
        using var command = db.CreateCommand();
        command.CommandText = sql;
        var rows = new List<string>();
        using var reader = command.ExecuteReader();
        while (reader.Read()) rows.Add(string.Join('|', Enumerable.Range(0, reader.FieldCount).Select(i => reader.GetValue(i).ToString())));
        return rows;
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

    /// <summary>A proxy on another machine: what it says of who asks is believed, forms come through it, and links and cookies are those of
    /// the address outside.</summary>
    [Fact]
    public async Task Through_a_proxy_on_another_machine_forms_come_in_and_the_cookie_is_the_hosts_own()
    {
        var here = System.Net.Dns.GetHostAddresses(System.Net.Dns.GetHostName()).FirstOrDefault(a => !System.Net.IPAddress.IsLoopback(a) && a.AddressFamily == System.Net.Sockets.AddressFamily.InterNetwork);
        Assert.SkipWhen(here is null, "this machine has no address but the loopback");
        using var server = await Server.Start(demo: true, urls: "http://0.0.0.0:0", more: ["--accounts", "true", "--behind-proxy", here!.ToString(), "--public-url", "https://bolts.example.org"]);
        for (var i = 0; i < 100 && !server.Log.Contains("/first?key=", StringComparison.Ordinal); i++) await Task.Delay(50, TestContext.Current.CancellationToken);
        var first = Regex.Match(server.Log, @"/first\?key=\S+").Value;
        using var proxy = new HttpClient(new HttpClientHandler { UseCookies = false, AllowAutoRedirect = false }) { BaseAddress = new Uri($"http://{here}:{server.Address.Port}") };
        foreach (var (name, value) in new[] { ("X-Forwarded-Proto", "https"), ("X-Forwarded-Host", "bolts.example.org"), ("X-Forwarded-For", "198.51.100.7"), ("Origin", "https://bolts.example.org") })
        {
            proxy.DefaultRequestHeaders.Add(name, value);
        }
        var cookies = new Dictionary<string, string>();
        async Task<(System.Net.HttpStatusCode Status, string Page)> Ask(string path, params (string Name, string Value)[] form)
        {
            using var request = new HttpRequestMessage(form.Length > 0 ? HttpMethod.Post : HttpMethod.Get, path);
            if (form.Length > 0) request.Content = new FormUrlEncodedContent(form.Select(f => KeyValuePair.Create(f.Name, f.Value)));
            if (cookies.Count > 0) request.Headers.Add("Cookie", string.Join("; ", cookies.Select(c => $"{c.Key}={c.Value}")));
            var answer = await proxy.SendAsync(request, TestContext.Current.CancellationToken);
            foreach (var set in answer.Headers.TryGetValues("Set-Cookie", out var all) ? all : [])
            {
                var parts = set.Split(';')[0].Split('=', 2);
                cookies[parts[0]] = parts[1];
                // One that is taken away holds nothing.
                Assert.True(parts[1].Length == 0 || set.Contains("secure", StringComparison.OrdinalIgnoreCase), set);
            }
            return (answer.StatusCode, await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken));
        }
        string Token(string page) => Regex.Match(page, @"name=""__RequestVerificationToken""[^>]*value=""([^""]+)""").Groups[1].Value;
        var door = await Ask(first);
        Assert.Equal(System.Net.HttpStatusCode.Found, (await Ask(first, ("name", "Owner"), ("password", SignedInServer.Password), ("__RequestVerificationToken", Token(door.Page)))).Status);
        Assert.Contains("__Host-hasp-session", cookies.Keys);
        Assert.DoesNotContain("hasp-session", cookies.Keys);
        var people = await Ask("/people");
        Assert.Equal(System.Net.HttpStatusCode.Found, (await Ask("/people?handler=Invite", ("project", "1"), ("role", "Shop"), ("__RequestVerificationToken", Token(people.Page)))).Status);
        Assert.Contains("https://bolts.example.org/invite?key=", (await Ask("/people")).Page, StringComparison.Ordinal);
        // Who asked is the one before the proxy.
        Assert.Contains("198.51.100.7", (await Ask("/people/log")).Page, StringComparison.Ordinal);
    }

    /// <summary>The commands that the README prints for tablets, run as they are printed, from a folder with a certificate of that name in
    /// it.</summary>
    [Fact]
    public async Task The_commands_for_tablets_start_as_they_are_printed()
    {
        var printed = Regex.Matches(await File.ReadAllTextAsync(Path.Combine(Server.House, "README.md"), TestContext.Current.CancellationToken), @"`\./run (--accounts [^`]+)`")
            .Select(m => m.Groups[1].Value).ToList();
        Assert.Equal(2, printed.Count);
        var folder = Directory.CreateTempSubdirectory("hasp-tls-").FullName;
        using (var key = ECDsa.Create(ECCurve.NamedCurves.nistP256))
        {
            using var certificate = new CertificateRequest("CN=localhost", key, HashAlgorithmName.SHA256).CreateSelfSigned(DateTimeOffset.UtcNow.AddDays(-1), DateTimeOffset.UtcNow.AddDays(1));
            await File.WriteAllTextAsync(Path.Combine(folder, "shop.pem"), certificate.ExportCertificatePem(), TestContext.Current.CancellationToken);
            await File.WriteAllTextAsync(Path.Combine(folder, "shop.key"), key.ExportPkcs8PrivateKeyPem(), TestContext.Current.CancellationToken);
        }
        foreach (var command in printed)
        {
            // As printed, on any free port in place of the one that is named.
            var start = Server.Command([.. Regex.Replace(command, @"(?<=0\.0\.0\.0):[0-9]+", ":0").Split(' '), "--data", Path.Combine(folder, "data")]);
            start.WorkingDirectory = folder;
            using var process = System.Diagnostics.Process.Start(start)!;
            var (said, at) = (new System.Text.StringBuilder(), "");
            while (at.Length == 0 && await process.StandardOutput.ReadLineAsync(TestContext.Current.CancellationToken).AsTask().WaitAsync(TimeSpan.FromSeconds(60), TestContext.Current.CancellationToken) is { } line)
            {
                said.AppendLine(line);
                if (line.StartsWith("Hasp is at ", StringComparison.Ordinal)) at = line["Hasp is at ".Length..];
            }
            Assert.True(at.Length > 0, $"{command}: {said}{(process.HasExited ? await process.StandardError.ReadToEndAsync(TestContext.Current.CancellationToken) : "")}");
            using var http = new HttpClient(new HttpClientHandler { ServerCertificateCustomValidationCallback = (_, _, _, _) => true });
            var live = await http.GetAsync(new Uri(at.Replace("0.0.0.0", "127.0.0.1").Replace("[::]", "127.0.0.1") + "/health/live"), TestContext.Current.CancellationToken);
            Assert.Equal(System.Net.HttpStatusCode.OK, live.StatusCode);
            process.Kill();
            await process.WaitForExitAsync(TestContext.Current.CancellationToken);
        }
        Directory.Delete(folder, recursive: true);
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
