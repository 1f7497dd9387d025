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
        var root = Root();
        var data = Directory.CreateTempSubdirectory("hasp-bench-").FullName;
        var dll = Path.Combine(root, "artifacts", "app", "Hasp.Web.dll");
        var clock = Stopwatch.StartNew();
        using var process = Process.Start(new ProcessStartInfo("dotnet",
            [dll, "--urls", "http://127.0.0.1:5099", "--data", data, "--demo", "true"]) { RedirectStandardOutput = true })!;
        try
        {
            using var http = new HttpClient(new HttpClientHandler { CookieContainer = new() }) { BaseAddress = new Uri("http://127.0.0.1:5099") };
            string html;
            while (true)
            {
                try
                {
                    html = await http.GetStringAsync("/joints/1");
                    break;
                }
                catch (HttpRequestException)
                {
                    await Task.Delay(20);
                }
            }
            Console.WriteLine($"start to first page (migration and demonstration included): {clock.ElapsedMilliseconds} ms");
            http.DefaultRequestHeaders.Add("RequestVerificationToken", Token().Match(html).Groups[1].Value);
            await Report("plain round trip of a small file (baseline)", _ => http.GetStringAsync("/favicon.svg"));
            foreach (var (number, path, least) in Edited) await Edit(http, number, path, least);
            await Report("Finder page, all sizes of the series, 1…24 bolts",
                i => http.GetStringAsync($"/joints/1/finder?handler=Matrix&Sizes=all&Count={1 + (i % 24)}"));
            await Report("Board with the demonstration project", _ => http.GetStringAsync("/"));
        }
        finally
        {
            process.Kill();
            await process.WaitForExitAsync();
            Directory.Delete(data, true);
        }
    }

    /// <summary>Joints of the demonstration by their numbers, what is edited of them, and from how many millimetres on.</summary>
    private static readonly (string Number, string Path, int Least)[] Edited =
    [
        ("AL-03", "layers[0].thickness", 12), ("AL-23", "splice.end", 45), ("AL-24", "pin.eyeThickness", 25),
        ("AL-25", "basePlate.thickness", 25), ("AL-26", "closure.tubeEnd", 30), ("AL-27", "cover.thickness", 25),
    ];

    /// <summary>Times edits of a joint: parse, evaluate, save to disk, draw.</summary>
    private static async Task Edit(HttpClient http, string number, string path, int least)
    {
        var board = await http.GetStringAsync("/");
        var address = Link().Matches(board[..board.IndexOf($"<strong>{number} ", StringComparison.Ordinal)])[^1].Groups[1].Value;
        var seen = Seen().Match(await http.GetStringAsync(address)).Groups[1].Value;
        await Report($"edit on the Bench, {number}, {path}", async i =>
        {
            var form = new FormUrlEncodedContent([new("path", path), new("value", $"{least + (i % 9)} mm"), new("Seen", seen)]);
            var answer = await (await http.PostAsync(address + "?handler=Set", form)).Content.ReadAsStringAsync();
            return seen = Seen().Match(answer).Groups[1].Value;
        });
    }

    private static async Task Report(string what, Func<int, Task<string>> request)
    {
        var times = new List<double>();
        for (var i = 0; i < 120; i++)
        {
            var clock = Stopwatch.StartNew();
            await request(i);
            if (i >= 20) times.Add(clock.Elapsed.TotalMilliseconds);
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

    [GeneratedRegex(@"name=""Seen"" value=""(\d+)""")]
    private static partial Regex Seen();
}
