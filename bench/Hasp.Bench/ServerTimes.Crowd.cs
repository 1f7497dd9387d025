using System.Collections.Concurrent;
using System.Globalization;
using System.Net;
using System.Text;
using Hasp.Files;

namespace Hasp.Bench;

/// <content>A hundred people at once, each with pauses as people make them, while one of them sends a hundred thousand load cases.</content>
internal static partial class ServerTimes
{
    private const int People = 100, Seconds = 60, Rows = 100_000;

    private static readonly string[] Stages = ["", "/pattern", "/preload", "/fatigue", "/basis", "/tightening", "/record"];

    internal static async Task Crowd()
    {
        using var server = new Started(5097);
        await server.Ready();
        var joints = Link().Matches(await server.Http.GetStringAsync("/")).Select(m => m.Groups[1].Value).Distinct().Take(12).ToList();
        foreach (var (name, importing) in new[] { ("100 people", false), ("100 people and an import", true) })
        {
            var (times, over) = (new ConcurrentDictionary<string, ConcurrentBag<double>>(), DateTime.UtcNow.AddSeconds(Seconds));
            var import = importing ? Import(server.Http, joints[8], "cases.csv", Encoding.UTF8.GetBytes(Table().Csv())) : Task.FromResult(TimeSpan.Zero);
            await Task.WhenAll(Enumerable.Range(0, People).Select(i => Somebody(server.Http.BaseAddress!, joints, i, over, times)));
            foreach (var (what, all) in times.OrderBy(t => t.Key, StringComparer.Ordinal))
            {
                var sorted = all.Order().ToList();
                Console.WriteLine($"{name}: {what}, {sorted.Count} of them: median {sorted[sorted.Count / 2]:0} ms, 95 of 100 within {sorted[sorted.Count * 95 / 100]:0} ms, longest {sorted[^1]:0} ms");
            }
            if (importing) Console.WriteLine($"import of {Rows} rows read and judged after {(await import).TotalSeconds:0.0} s");
            Console.WriteLine($"memory at the most: {server.Peak() / 1e6:0} MB");
        }
    }

    /// <summary>Looks, edits, records, and stops to think between.</summary>
    private static async Task Somebody(Uri address, IReadOnlyList<string> joints, int who, DateTime over, ConcurrentDictionary<string, ConcurrentBag<double>> times)
    {
        using var http = new HttpClient(new HttpClientHandler { CookieContainer = new() }) { BaseAddress = address };
        var random = new Random(who);
        var mine = joints[who % joints.Count];
        var html = await http.GetStringAsync(mine);
        http.DefaultRequestHeaders.Add("RequestVerificationToken", Token().Match(html).Groups[1].Value);
        var seen = Seen().Match(html).Groups[1].Value;
        while (DateTime.UtcNow < over)
        {
            await Task.Delay(random.Next(1000, 5000));
            var what = random.Next(10) switch { < 5 => "page", < 8 => "edit", < 9 => "small file", _ => "entries" };
            var clock = System.Diagnostics.Stopwatch.StartNew();
            switch (what)
            {
                case "page": await http.GetStringAsync(joints[random.Next(joints.Count)] + Stages[random.Next(Stages.Length)]); break;
                case "small file": await http.GetStringAsync("/favicon.svg"); break;
                case "entries": await http.GetStringAsync($"/api/v1{mine}/entries"); break;
                default:
                    using (var request = new HttpRequestMessage(HttpMethod.Post, mine + "?handler=Set") { Content = new FormUrlEncodedContent([new("path", "name"), new("value", $"Of {who}, {random.Next(1000)}"), new("Seen", seen)]) })
                    {
                        request.Headers.Add("HX-Request", "true");
                        using var answer = await http.SendAsync(request);
                        seen = Seen().Match(await answer.Content.ReadAsStringAsync()) is { Success: true } now ? now.Groups[1].Value : seen;
                    }
                    break;
            }
            times.GetOrAdd(what, _ => []).Add(clock.Elapsed.TotalMilliseconds);
        }
    }

    private static TableFile Table() => new("cases", ["Case", "Fx [kN]", "Fy [kN]", "Fz [kN]", "Mz [kN·m]"],
        [.. Enumerable.Range(1, Rows).Select(i => (IReadOnlyList<object?>)[$"LC {i}", (double)(i % 7), (double)(i % 11), (double)(i % 5), (double)(i % 3)])]);

    /// <summary>Tables of load cases, alone on the server: sent, read and judged; beside each the lines of the file read and thrown away.</summary>
    internal static async Task Imports()
    {
        using var server = new Started(5097);
        await server.Ready();
        var joint = Link().Matches(await server.Http.GetStringAsync("/")).Select(m => m.Groups[1].Value).Distinct().ElementAt(8);
        var table = Table();
        foreach (var (name, bytes) in new[] { ("cases.csv", Encoding.UTF8.GetBytes(table.Csv())), ("cases.xlsx", table.Xlsx()) })
        {
            for (var i = 0; i < 3; i++)
            {
                var took = await Import(server.Http, joint, name, bytes);
                var clock = System.Diagnostics.Stopwatch.StartNew();
                var lines = LoadTable.Lines(new MemoryStream(bytes)).Count();
                Console.WriteLine($"{name}: {lines} lines read alone {clock.Elapsed.TotalSeconds:0.00} s; sent, read and judged {took.TotalSeconds:0.00} s");
            }
        }
    }

    private static async Task<TimeSpan> Import(HttpClient http, string joint, string name, byte[] table)
    {
        var clock = System.Diagnostics.Stopwatch.StartNew();
        using var file = new MultipartFormDataContent { { new ByteArrayContent(table), "table", name } };
        await http.PostAsync(joint + "/loads?handler=Send", file);
        var columns = await http.GetStringAsync(joint + "/loads");
        var meanings = System.Text.RegularExpressions.Regex.Matches(columns, "<select name=\"meaning\".*?</select>", System.Text.RegularExpressions.RegexOptions.Singleline)
            .Select(m => System.Text.RegularExpressions.Regex.Match(m.Value, "<option value=\"([A-Za-z]+)\" selected").Groups[1].Value);
        var units = new[] { "", "kN", "kN", "kN", "kN·m" };
        await http.PostAsync(joint + "/loads?handler=Read", new FormUrlEncodedContent([.. meanings.Select(m => KeyValuePair.Create("meaning", m)), .. units.Select(u => KeyValuePair.Create("unit", u))]));
        while (!(await http.GetStringAsync(joint + "/loads?handler=Progress")).Contains("data-follow", StringComparison.Ordinal)) await Task.Delay(300);
        if (!(await http.GetStringAsync(joint + "/loads")).Contains("id=\"take\"", StringComparison.Ordinal)) throw new InvalidOperationException("the import came to nothing");
        return clock.Elapsed;
    }
}
