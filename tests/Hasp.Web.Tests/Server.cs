using System.Diagnostics;
using System.Net;
using System.Text.RegularExpressions;

[assembly: AssemblyFixture(typeof(Hasp.Web.Tests.SharedServer))]
[assembly: AssemblyFixture(typeof(Hasp.Web.Tests.SecondServer))]
[assembly: TestCollectionOrderer(typeof(Hasp.Web.Tests.LongRowsFirst))]
// Mostly waiting: the two long rows of those that share a server go beside the others from the start.
[assembly: CollectionBehavior(MaxParallelThreads = 3)]

namespace Hasp.Web.Tests;

/// <summary>The real program in a process of its own, on a free port of the loopback, with its own data folder.</summary>
public sealed partial class Server : IDisposable
{
    // Of a machine that does much else as well: only what never ends is given up.
    private static readonly TimeSpan Patience = TimeSpan.FromMinutes(4);

    private readonly Process _process;
    private readonly List<string> _log = [];

    private Server(Process process, string data)
    {
        _process = process;
        Data = data;
    }

    public string Data { get; }

    public Uri Address { get; private set; } = null!;

    /// <summary>What it wrote, for a test that wants to see no errors.</summary>
    public string Log
    {
        get { lock (_log) return string.Join('\n', _log); }
    }

    /// <summary>Starts it; with the demonstration in a folder that is still empty, as a first start has made it.</summary>
    /// <param name="data">Its folder; null for a new one.</param>
    /// <param name="demo">With the demonstration.</param>
    /// <param name="urls">Where it listens.</param>
    /// <param name="more">Further arguments.</param>
    public static async Task<Server> Start(string? data = null, bool demo = true, string urls = "http://127.0.0.1:0", params string[] more)
    {
        data ??= Directory.CreateTempSubdirectory("hasp-").FullName;
        if (demo && !Directory.EnumerateFileSystemEntries(data).Any())
        {
            foreach (var file in Directory.GetFiles(await Demonstration.Value)) File.Copy(file, Path.Combine(data, Path.GetFileName(file)));
        }
        return await StartAsItIs(data, demo, urls, more);
    }

    // Made once: a first start works the whole demonstration out, which is most of what it takes.
    private static readonly Lazy<Task<string>> Demonstration = new(async () =>
    {
        var server = await StartAsItIs(Directory.CreateTempSubdirectory("hasp-demo-").FullName, true, "http://127.0.0.1:0");
        await server.LaidIn();
        server.Kill();
        return server.Data;
    });

    /// <summary>Waits until the demonstration's shop is there, which comes after the first page.</summary>
    public async Task LaidIn()
    {
        using var http = Client();
        await http.GetAsync("/health/live");
        for (var i = 0; i < 1200 && !Log.Contains("shop is laid in", StringComparison.Ordinal); i++) await Task.Delay(50);
    }

    /// <summary>Starts it on a folder as it is.</summary>
    public static async Task<Server> StartAsItIs(string data, bool demo, string urls, params string[] more)
    {
        var server = Begin(data, demo, urls, null, more);
        server.Address = await server._ready.Task.WaitAsync(Patience);
        return server;
    }

    /// <summary>Starts it to end at a step of its own (<see cref="Hasp.Store.Steps"/>): whether it got so far as to answer before.</summary>
    public static async Task<(Server Server, bool Answers)> StartToDie(string data, string at)
    {
        var server = Begin(data, true, "http://127.0.0.1:0", at);
        var ended = server._process.WaitForExitAsync();
        var answers = await Task.WhenAny(server._ready.Task, ended).WaitAsync(Patience) != ended;
        if (answers) server.Address = await server._ready.Task;
        return (server, answers);
    }

    /// <summary>Waits until it has ended by itself; false where it has not.</summary>
    public bool Ended(TimeSpan within) => _process.WaitForExit(within);

    private readonly TaskCompletionSource<Uri> _ready = new();

    private static Server Begin(string data, bool demo, string urls, string? dieAt, params string[] more)
    {
        var start = Command(["--urls", urls, "--data", data, "--demo", demo.ToString(), "--demo-shifts", ShiftAhead, .. more]);
        if (dieAt is not null) start.Environment["HASP_DIE_AT"] = dieAt;
        var server = new Server(Process.Start(start)!, data);
        void Take(string? line)
        {
            if (line is null) return;
            lock (server._log) server._log.Add(line);
            if (Ready().Match(line) is { Success: true } m) server._ready.TrySetResult(new Uri(m.Groups[1].Value));
        }

        server._process.OutputDataReceived += (_, e) => Take(e.Data);
        server._process.ErrorDataReceived += (_, e) => Take(e.Data);
        server._process.BeginOutputReadLine();
        server._process.BeginErrorReadLine();
        return server;
    }

    /// <summary>The one shift of the day began an hour ago, the same for every server of a run: none ends while a test runs.</summary>
    private static readonly string ShiftAhead =
        TimeZoneInfo.ConvertTime(DateTimeOffset.UtcNow.AddHours(-1), TimeZoneInfo.FindSystemTimeZoneById("Europe/London"))
            .ToString("HH:mm", System.Globalization.CultureInfo.InvariantCulture);

    /// <summary>Starts one on which people sign in, with nothing in it: the server, and the link that makes the first account.</summary>
    public static async Task<(Server Server, string First)> StartWithAccounts(bool demo = false)
    {
        var server = await Start(demo: demo, more: ["--accounts", "true"]);
        // The link is printed after the address.
        for (var i = 0; i < 100 && !First().IsMatch(server.Log); i++) await Task.Delay(50);
        return (server, First().Match(server.Log).Groups[1].Value);
    }

    [GeneratedRegex(@"http://[^/\s]+(/first\?key=\S+)")]
    private static partial Regex First();

    /// <summary>The folder that the house lies in.</summary>
    public static string House { get; } = HouseFrom(new DirectoryInfo(AppContext.BaseDirectory));

    private static string HouseFrom(DirectoryInfo folder)
    {
        while (!File.Exists(Path.Combine(folder.FullName,
            "Hasp.slnx"))) folder = folder.Parent ?? throw new InvalidOperationException("the tests do not lie in the house");
        return folder.FullName;
    }

    /// <summary>Starts it where it is expected to refuse: what it said, and how it ended.</summary>
    public static Task<(int Exit, string Said)> Refused(params string[] args) => Refused(Command(args));

    /// <inheritdoc cref="Refused(string[])"/>
    public static async Task<(int Exit, string Said)> Refused(ProcessStartInfo start)
    {
        using var process = Process.Start(start)!;
        var said = Task.WhenAll(process.StandardOutput.ReadToEndAsync(), process.StandardError.ReadToEndAsync());
        await process.WaitForExitAsync().WaitAsync(Patience);
        return (process.ExitCode, string.Concat(await said));
    }

    /// <summary>The user's folder of settings, in which the signing key lies: of this run.</summary>
    public static string Settings { get; } = Directory.CreateTempSubdirectory("hasp-settings-").FullName;

    /// <summary>What a server of this run signs with.</summary>
    public static Hasp.Store.Signing SigningOf(string data) => Hasp.Store.Signing.For(data, Path.Combine(Settings, "hasp", "signing-key.pem"));

    // As it is published where that was done just before, compiled ahead as it runs with people; else as it was built.
    private static string App => Environment.GetEnvironmentVariable("HASP_APP") is { Length: > 0 } published ? published : AppContext.BaseDirectory;

    /// <summary>The program and its arguments, to be started.</summary>
    public static ProcessStartInfo Command(params string[] args)
    {
        var start = new ProcessStartInfo("dotnet") { RedirectStandardOutput = true, RedirectStandardError = true };
        // Most servers live for a few requests: what the runtime learns of its own code comes too late for them.
        start.Environment["DOTNET_TieredPGO"] = "0";
        start.Environment["XDG_CONFIG_HOME"] = Settings;
        foreach (var arg in args.Prepend(Path.Combine(App, "Hasp.Web.dll"))) start.ArgumentList.Add(arg);
        return start;
    }

    /// <summary>Ends it as a power cut would: no time to tidy up.</summary>
    public void Kill()
    {
        _process.Kill();
        // With a limit, so as not to wait for the ends of its output as well.
        _process.WaitForExit(10_000);
    }

    /// <summary>A client of its own; in its addresses a demonstration joint may stand by its number (<c>/joints/AL-03</c>).</summary>
    public HttpClient Client() =>
        new(new ByNumber(this) { InnerHandler = new HttpClientHandler { CookieContainer = new CookieContainer(),
            AllowAutoRedirect = false } }) { BaseAddress = Address };

    /// <summary>An address with the joints that it names by number as this server numbers them.</summary>
    public string At(string path) => JointNumber().Replace(path, m => "/joints/" + IdOf(m.Groups[1].Value));

    /// <summary>Which joint of this server has that number.</summary>
    public int IdOf(string number) => (_ids ??= Ids())[number];

    private Dictionary<string, int>? _ids;

    private Dictionary<string, int> Ids()
    {
        using var http = new HttpClient { BaseAddress = Address };
        return OnBoard(
            ).Matches(http.GetStringAsync("/").GetAwaiter().GetResult())
                .ToDictionary(m => m.Groups[2].Value, m => int.Parse(m.Groups[1].Value));
    }

    [GeneratedRegex(@"/joints/(AL-[0-9]+)")]
    private static partial Regex JointNumber();

    // Within one link: a joint that another test made has no number, and the next one's is not its own.
    [GeneratedRegex(@"class=""joint-link"" href=""/joints/([0-9]+)""(?:(?!class=""joint-link"").)*?<strong[^>]*>(AL-[0-9]+) ", RegexOptions.Singleline)]
    private static partial Regex OnBoard();

    private sealed class ByNumber(Server server) : DelegatingHandler
    {
        protected override Task<HttpResponseMessage> SendAsync(HttpRequestMessage request, CancellationToken stop)
        {
            request.RequestUri = new Uri(server.Address, server.At(request.RequestUri!.PathAndQuery));
            return base.SendAsync(request, stop);
        }
    }

    public void Dispose()
    {
        if (!_process.HasExited) Kill();
        _process.Dispose();
        if (Directory.Exists(Data)) Directory.Delete(Data, recursive: true);
    }

    [GeneratedRegex(@"Hasp is at (http://\S+)")]
    private static partial Regex Ready();
}

/// <summary>One server with the demonstration project for all tests that do not need their own.</summary>
public class SharedServer : IAsyncLifetime
{
    /// <summary>Tests that share the server and the browser follow one another; those that start their own run beside them.</summary>
    public const string Users = "one server, one browser";

    public Server Server { get; private set; } = null!;

    public async ValueTask InitializeAsync() => Server = await Server.Start();

    public ValueTask DisposeAsync()
    {
        Browser.EndShared(Server);
        Server.Dispose();
        GC.SuppressFinalize(this);
        return ValueTask.CompletedTask;
    }
}

/// <summary>Another such server with a browser of its own: half of those that share one are not in the way of the other half.</summary>
public sealed class SecondServer : SharedServer
{
    /// <inheritdoc cref="SharedServer.Users"/>
    public const string Others = "another server, another browser";
}

/// <summary>What is longest begins first, so that nobody waits for it at the end.</summary>
public sealed class LongRowsFirst : Xunit.v3.ITestCollectionOrderer
{
    public IReadOnlyCollection<TTestCollection> OrderTestCollections<TTestCollection>(IReadOnlyCollection<TTestCollection> testCollections)
        where TTestCollection : Xunit.Sdk.ITestCollection =>
        [.. testCollections.OrderBy(c => c.TestCollectionDisplayName is SharedServer.Users or SecondServer.Others ? 0 : 1)];
}

/// <summary>One server with the demonstration project for the tests of one class.</summary>
public sealed class OwnServer : IAsyncLifetime
{
    public Server Server { get; private set; } = null!;

    public async ValueTask InitializeAsync() => Server = await Server.Start();

    public ValueTask DisposeAsync()
    {
        Server.Dispose();
        return ValueTask.CompletedTask;
    }
}
