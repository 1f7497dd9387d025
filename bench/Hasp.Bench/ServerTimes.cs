using System.Diagnostics;
using System.Text.RegularExpressions;

namespace Hasp.Bench;

/// <summary>
/// Times the server that ./run built as its users meet it: start to first page, an edit on the Bench, the Finder; beside the plain
/// round trip of a small file on the same connection.
/// </summary>
internal static partial class ServerTimes
{
    internal static async Task Run()
    {
        var clock = Stopwatch.StartNew();
        using var open = new Started(5099);
        var http = open.Http;
        await open.Ready();
        Console.WriteLine($"start to first page (migration and demonstration included): {clock.ElapsedMilliseconds} ms");
        await Report("plain round trip of a small file (baseline)", _ => http.GetStringAsync("/favicon.svg"));
        foreach (var (number, path, least) in Edited)
        {
            var edit = await Edit(http, number, path, least);
            await Report($"edit on the Bench, {number}, {path}", edit);
        }
        await Report("Finder page, all sizes of the series, 1…24 bolts",
            i => http.GetStringAsync($"/joints/1/finder?handler=Matrix&Sizes=all&Count={1 + (i % 24)}"));
        await Report("Board with the demonstration project", _ => http.GetStringAsync("/"));
        await SignedIn(http);
    }

    /// <summary>The same edit with and without signing in, one after the other: what it costs to ask who it is and what that person may.</summary>
    private static async Task SignedIn(HttpClient without)
    {
        using var server = new Started(5098, "--accounts", "true");
        await server.Ready();
        var (number, path, least) = Edited[2];
        var (off, on) = (await Edit(without, number, path, least), await Edit(server.Http, number, path, least));
        // As warm as the other: its first thousand requests are compiled while they run.
        foreach (var (other, field, from) in Edited)
        {
            var edit = await Edit(server.Http, other, field, from);
            for (var i = 0; i < 150; i++) await edit(i);
        }
        var more = new List<double>();
        for (var i = 0; i < 620; i++)
        {
            var (plain, signed) = i % 2 == 0 ? (await Timed(off, i), await Timed(on, i)) : (0, 0);
            if (i % 2 == 1) (signed, plain) = (await Timed(on, i), await Timed(off, i));
            if (i >= 20) more.Add(signed - plain);
        }
        more.Sort();
        Console.WriteLine($"an edit signed in takes longer than one with accounts off by: median of 600 pairs {more[300]:0.00} ms, quartiles {more[150]:0.0} and {more[450]:0.0} ms");
    }

    private static async Task<double> Timed(Func<int, Task<string>> request, int i)
    {
        var clock = Stopwatch.StartNew();
        await request(i);
        return clock.Elapsed.TotalMilliseconds;
    }

    /// <summary>A server of its own with the demonstration, ended and cleared away with it.</summary>
    private sealed class Started : IDisposable
    {
        private readonly string _data;
        private readonly Process _process;
        private string _said = "";

        /// <summary>On a folder of its own with the demonstration.</summary>
        internal Started(int port, params string[] more)
            : this(port, Directory.CreateTempSubdirectory("hasp-bench-").FullName, ["--demo", "true", .. more])
        {
        }

        /// <summary>On a folder that is there.</summary>
        internal Started(int port, string data, string[]? more = null)
        {
            _data = data;
            var address = $"http://127.0.0.1:{port}";
            _process = Process.Start(new ProcessStartInfo("dotnet",
                [Path.Combine(Root(), "artifacts", "app", "Hasp.Web.dll"), "--urls", address, "--data", _data, .. more ?? []]) { RedirectStandardOutput = true })!;
            _process.OutputDataReceived += (_, e) => _said += e.Data + "\n";
            _process.BeginOutputReadLine();
            Http = new HttpClient(new HttpClientHandler { CookieContainer = new() }) { BaseAddress = new Uri(address) };
        }

        internal HttpClient Http { get; }

        /// <summary>Most memory that it has had, bytes.</summary>
        internal long Peak()
        {
            _process.Refresh();
            return _process.PeakWorkingSet64;
        }

        /// <summary>Answers once a joint's page is there, signed in where that is asked for.</summary>
        internal async Task Ready()
        {
            string? html = null;
            while (html?.Contains("name=\"Seen\"", StringComparison.Ordinal) != true)
            {
                try
                {
                    html = await Http.GetStringAsync("/joints/1");
                    if (FirstLink().Match(_said) is { Success: true } link && html.Contains("door-form", StringComparison.Ordinal)) await Begin(link.Groups[1].Value);
                }
                catch (HttpRequestException)
                {
                    await Task.Delay(20);
                }
            }
            Http.DefaultRequestHeaders.Add("RequestVerificationToken", Token().Match(html).Groups[1].Value);
        }

        private async Task Begin(string link)
        {
            var token = Token().Match(await Http.GetStringAsync(link)).Groups[1].Value;
            await Http.PostAsync(link, new FormUrlEncodedContent([new("name", "Owner"), new("password", "a long walk by the lock"), new("__RequestVerificationToken", token)]));
        }

        public void Dispose()
        {
            Http.Dispose();
            _process.Kill();
            _process.WaitForExit();
            _process.Dispose();
            Directory.Delete(_data, true);
        }
    }

    /// <summary>Joints of the demonstration by their numbers, what is edited of them, and from how many millimetres on.</summary>
    private static readonly (string Number, string Path, int Least)[] Edited =
    [
        ("AL-03", "layers[0].thickness", 12), ("AL-23", "splice.end", 45), ("AL-24", "pin.eyeThickness", 25),
        ("AL-25", "basePlate.thickness", 25), ("AL-26", "closure.tubeEnd", 30), ("AL-27", "cover.thickness", 25),
    ];

    /// <summary>An edit of a joint, to be timed: parse, evaluate, save to disk, draw.</summary>
    private static async Task<Func<int, Task<string>>> Edit(HttpClient http, string number, string path, int least)
    {
        var board = await http.GetStringAsync("/");
        var address = Link().Matches(board[..board.IndexOf($"<strong>{number} ", StringComparison.Ordinal)])[^1].Groups[1].Value;
        var seen = Seen().Match(await http.GetStringAsync(address)).Groups[1].Value;
        return async i =>
        {
            var form = new FormUrlEncodedContent([new("path", path), new("value", $"{least + (i % 9)} mm"), new("Seen", seen)]);
            var answer = await (await http.PostAsync(address + "?handler=Set", form)).Content.ReadAsStringAsync();
            return seen = Seen().Match(answer).Groups[1].Value;
        };
    }

    // What is asked for often is compiled once more, for speed, while it is asked for the first few hundred times.
    private const int WarmUp = 300;

    private static async Task Report(string what, Func<int, Task<string>> request)
    {
        var times = new List<double>();
        for (var i = 0; i < WarmUp + 100; i++)
        {
            var took = await Timed(request, i);
            if (i >= WarmUp) times.Add(took);
        }
        times.Sort();
        Console.WriteLine($"{what}: median {times[50]:0.0} ms, 95th of 100 {times[94]:0.0} ms");
    }

    private static string Root()
    {
        var at = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(at.FullName, "Hasp.slnx"))) at = at.Parent!;
        return at.FullName;
    }

    [GeneratedRegex(@"name=""__RequestVerificationToken""[^>]*value=""([^""]+)""")]
    private static partial Regex Token();

    [GeneratedRegex(@"class=""joint-link"" href=""(/joints/\d+)""")]
    private static partial Regex Link();

    [GeneratedRegex(@"http://[^/\s]+(/first\?key=\S+)")]
    private static partial Regex FirstLink();

    [GeneratedRegex(@"name=""Seen"" value=""(\d+)""")]
    private static partial Regex Seen();
}
