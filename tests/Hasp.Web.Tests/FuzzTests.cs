using System.Collections.Concurrent;
using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;
using AngleSharp.Dom;
using AngleSharp.Html.Dom;
using AngleSharp.Html.Parser;
using Hasp.Tests.Files;

namespace Hasp.Web.Tests;

/// <summary>
/// Every handler, form and document met by what no page sends. The grammar is taken from the program itself: its routes as docs/access.md
/// lists them, its pages with their forms, fields and buttons; what is sent is one of those with something in it changed. Seeded.
/// </summary>
public sealed class FuzzTests
{
    private const int AtATime = 6, Between = 600;

    [Fact]
    public Task Nothing_that_is_sent_breaks_the_server() => Fuzz(seed: 1, requests: 600, eachRoute: 1);

    [Fact(Explicit = true)]
    [Trait("run", "long")]
    public Task Nothing_of_a_hundred_thousand_requests_breaks_the_server() => Fuzz(seed: 2, requests: Asked ?? 100_000, eachRoute: Asked / 600 ?? 100);

    /// <summary>Fewer or more of them (<c>HASP_FUZZ=20000</c>).</summary>
    private static int? Asked => int.TryParse(Environment.GetEnvironmentVariable("HASP_FUZZ"), out var asked) ? asked : null;

    private static async Task Fuzz(int seed, int requests, int eachRoute)
    {
        using var server = await Server.Start();
        using var http = new HttpClient(new HttpClientHandler { AllowAutoRedirect = false, CookieContainer = new() }) { BaseAddress = server.Address, Timeout = TimeSpan.FromMinutes(2) };
        var grammar = new Grammar(http);
        var (wrong, statuses, met) = (new ConcurrentBag<string>(), new ConcurrentDictionary<int, int>(), new ConcurrentDictionary<string, int>());
        for (var from = 0; from < requests; from += Between)
        {
            // What was deleted, renamed or made since is in the pages now.
            await grammar.Learn();
            await Parallel.ForEachAsync(Enumerable.Range(from, Math.Min(Between, requests - from)), new ParallelOptions { MaxDegreeOfParallelism = AtATime }, async (i, stop) =>
            {
                var random = new Random(seed * 1_000_003 + i);
                var (route, request) = grammar.Next(random, i);
                using var sent = request;
                met.AddOrUpdate(route, 1, (_, n) => n + 1);
                try
                {
                    using var answer = await http.SendAsync(request, stop);
                    var status = (int)answer.StatusCode;
                    statuses.AddOrUpdate(status, 1, (_, n) => n + 1);
                    var told = status != 503 || (await answer.Content.ReadAsStringAsync(stop)).Length > 0;
                    if (status >= 500 && (status != 503 || !told)) wrong.Add($"seed {seed}, request {i}: {status} {request.Method} {request.RequestUri}");
                }
                catch (HttpRequestException e)
                {
                    wrong.Add($"seed {seed}, request {i}: {request.Method} {request.RequestUri}: {e.Message}");
                }
            });
        }
        var failed = string.Join('\n', server.Log.Split('\n').Where(l => l.Contains("fail:", StringComparison.Ordinal)).Select(l => l.Length > 1500 ? l[..1500] : l).Take(10));
        Assert.True(wrong.IsEmpty && failed.Length == 0, string.Join('\n', wrong.Take(20)) + "\n" + failed);
        var missed = grammar.Routes.Where(r => met.GetValueOrDefault(r) < eachRoute).ToList();
        Assert.True(missed.Count == 0, "not met often enough: " + string.Join(", ", missed.Take(10)));
        // What is sent must not be so wild that it is all turned away at the door.
        Assert.True(statuses.Where(s => s.Key < 400).Sum(s => s.Value) > requests / 5, string.Join(", ", statuses.Select(s => $"{s.Key}: {s.Value}")));
        // And it goes on as before.
        Assert.Equal(HttpStatusCode.OK, (await http.GetAsync("/")).StatusCode);
    }

    /// <summary>What can be said to the program.</summary>
    private sealed class Grammar(HttpClient http)
    {
        private sealed record Shape(string Route, string Method, string Address, IReadOnlyList<(string Name, string Value)> Fields, string File);

        private static readonly string[] Pages =
        [
            "/", "/check", "/chart", "/stores", "/stores?shelf=lots", "/stores?shelf=wrenches", "/stores?shelf=factors", "/stores?shelf=shop", "/help/kinds", "/waiting", "/signin",
        ];

        private static readonly string[] Wild =
        [
            "", " ", "0", "-1", "1", "2", "2147483647", "-2147483648", "2147483648", "99999999999999999999", "1e400", "NaN", "∞", "1,5", "1.5.5", "12 mm", "-12 mm", "1/0 in",
            "1e-320 N", "9e307 kN", "80 kN", "true", "null", "[]", "{}", "a.b[0].c", "loads[0].tension", "loads[99].tension", "layers[-1].thickness", "bolts", "]", "[", "..", "\u0000",
            "\ud83d", "😀", "‮", "'", "\"", "<b>", "%00", "%", "../../etc/passwd", "=1+1", "8.8", "M16", "M16x1.5", "S355", "joint", "AL-03", "si", "dark", "snug", "tight",
            "2026-12-01T07:00:00Z", "0000-00-00", "a;b;c", "1;2;3", "1-3", "\r\n", "\t",
        ];

        private static readonly string[] Slow = ["/chance", "/finder", "/loads"];

        private readonly Lock _gate = new();
        private IReadOnlyList<Shape> _shapes = [];
        private IReadOnlyList<string> _names = [];
        private IReadOnlyList<string> _ids = ["1"];
        private string _token = "";

        private readonly IReadOnlyList<AccessRow> _rows = AccessRow.All();

        internal IReadOnlyList<string> Routes => [.. _rows.Select(r => $"{r.Method} {r.Address}")];

        /// <summary>Walks the pages and takes their forms and buttons as they stand.</summary>
        internal async Task Learn()
        {
            var (shapes, names, parser) = (new List<Shape>(), new HashSet<string>(), new HtmlParser());
            var board = await http.GetStringAsync("/");
            var ids = System.Text.RegularExpressions.Regex.Matches(board, "/joints/([0-9]+)\"").Select(m => m.Groups[1].Value).Distinct().ToList();
            // A few of them a time; all come to their turn.
            var random = new Random(ids.Count * 31 + board.Length);
            var few = ids.OrderBy(_ => random.Next()).Take(3).ToList();
            foreach (var page in Pages.Concat(few.SelectMany(i => Hasp.Web.Pages.Joints.Stage.All.Select(s => $"/joints/{i}{s.Path}").Append($"/joints/{i}/record").Append($"/joints/{i}/revisions").Append($"/joints/{i}/loads"))))
            {
                using var answer = await http.GetAsync(page);
                if (!answer.IsSuccessStatusCode) continue;
                using var read = parser.ParseDocument(await answer.Content.ReadAsStringAsync());
                Take(read, page, shapes, names);
            }
            lock (_gate)
            {
                (_shapes, _names, _ids) = (shapes, [.. names], ids.Count > 0 ? ids : ["1"]);
                _token = Editor.TokenOf(board);
            }
        }

        private static void Take(IHtmlDocument page, string at, List<Shape> shapes, HashSet<string> names)
        {
            foreach (var form in page.Forms)
            {
                var fields = form.QuerySelectorAll("input[name], select[name], textarea[name], button[name]").Select(e => (e.GetAttribute("name")!, ValueOf(e))).ToList();
                names.UnionWith(fields.Select(f => f.Item1));
                var address = form.GetAttribute("action") is { Length: > 0 } action ? action : at;
                shapes.Add(new("", form.GetAttribute("method")?.ToUpperInvariant() ?? "GET", address, fields, form.QuerySelector("input[type=file]")?.GetAttribute("name") ?? ""));
            }
            foreach (var button in page.QuerySelectorAll("[hx-post], [hx-get]"))
            {
                var vals = button.GetAttribute("hx-vals") is { Length: > 0 } v ? JsonNode.Parse(v)!.AsObject().Select(p => (p.Key, p.Value?.ToString() ?? "")).ToList() : [];
                names.UnionWith(vals.Select(f => f.Key));
                var address = button.GetAttribute("hx-post") ?? button.GetAttribute("hx-get")!;
                shapes.Add(new("", button.HasAttribute("hx-post") ? "POST" : "GET", address[0] == '?' ? at.Split('?')[0] + address : address, [.. vals, ("Seen", Seen(page))], ""));
            }
            foreach (var field in page.QuerySelectorAll("[data-path]").Take(60))
            {
                shapes.Add(new("", "POST", $"{at.Split('?')[0]}?handler={field.GetAttribute("data-handler") ?? "Set"}",
                    [("path", field.GetAttribute("data-path")!), ("value", ValueOf(field)), ("Seen", Seen(page))], ""));
            }
        }

        private static string Seen(IHtmlDocument page) => page.QuerySelector("input[name=Seen]")?.GetAttribute("value") ?? "1";

        private static string ValueOf(IElement e) => e is IHtmlSelectElement s ? s.Value ?? "" : e is IHtmlTextAreaElement t ? t.Value : e.GetAttribute("value") ?? "";

        /// <summary>The next thing to say, with the route that it means.</summary>
        internal (string Route, HttpRequestMessage Request) Next(Random random, int number)
        {
            IReadOnlyList<Shape> shapes;
            lock (_gate) shapes = _shapes;
            // Every route in its turn; between them what the pages show.
            var shape = number % 2 == 0 || shapes.Count == 0 ? OfRoute(_rows[number / 2 % _rows.Count], random) : shapes[random.Next(shapes.Count)];
            // What takes every core for seconds is met as well, and does not fill the time.
            if (random.Next(20) > 0 && Slow.Any(s => shape.Address.Contains(s, StringComparison.Ordinal)) && shape.Route.Length == 0) shape = shapes[0];
            // A house that is empty after the first hundred shows little.
            if (shape.Address.Contains("handler=Delete", StringComparison.Ordinal) && random.Next(10) > 0) shape = shape with { Address = shape.Address.Replace("handler=Delete", "handler=List") };
            return (shape.Route, RequestOf(shape, random));
        }

        private Shape OfRoute(AccessRow row, Random random)
        {
            var address = row.Address.Replace("{id:int}", Id(random)).Replace("{project:int}", "1").Replace("{documentName}", "v1").Replace("{number:int}", "1");
            var fields = Enumerable.Range(0, random.Next(6)).Select(_ => (_names.Count == 0 ? "path" : _names[random.Next(_names.Count)], Wild[random.Next(Wild.Length)])).DistinctBy(f => f.Item1).ToList();
            return new($"{row.Method} {row.Address}", row.Method, address, fields, random.Next(8) == 0 ? "file" : "");
        }

        private string Id(Random random) => random.Next(4) == 0 ? Wild[random.Next(Wild.Length)].Replace("/", "%2F") : _ids[random.Next(_ids.Count)];

        private HttpRequestMessage RequestOf(Shape shape, Random random)
        {
            var fields = shape.Fields.Where(f => f.Name != "__RequestVerificationToken").ToList();
            for (var changes = random.Next(3); changes > 0 && fields.Count > 0; changes--)
            {
                var at = random.Next(fields.Count);
                switch (random.Next(6))
                {
                    case 0: fields.RemoveAt(at); break;
                    case 1: fields.Add(fields[at]); break;
                    case 2: fields[at] = (fields[at].Name, string.Concat(Enumerable.Repeat(Wild[random.Next(Wild.Length)], random.Next(1, 3000)))); break;
                    case 3: fields[at] = (fields[at].Name + "[0]", fields[at].Value); break;
                    default: fields[at] = (fields[at].Name, Wild[random.Next(Wild.Length)]); break;
                }
            }
            var request = new HttpRequestMessage(new HttpMethod(shape.Method), new Uri(http.BaseAddress!, AddressOf(shape, fields, random)));
            if (random.Next(2) == 0) request.Headers.Add("HX-Request", "true");
            if (random.Next(12) > 0) request.Headers.TryAddWithoutValidation("RequestVerificationToken", _token);
            if (random.Next(30) == 0) request.Headers.TryAddWithoutValidation(new[] { "If-Match", "Cookie", "Range", "Accept", "X-Forwarded-For" }[random.Next(5)], "\"" + random.Next() + "\", *");
            if (shape.Method is "GET" or "HEAD") return request;
            request.Content = shape.Address.StartsWith("/api", StringComparison.Ordinal) ? Document(random) : Form(fields, shape.File, random);
            return request;
        }

        private static string AddressOf(Shape shape, List<(string Name, string Value)> fields, Random random)
        {
            var address = new StringBuilder(shape.Address);
            if (shape.Method == "GET" || random.Next(10) == 0)
            {
                foreach (var (name, value) in fields.Take(8))
                {
                    address.Append(address.ToString().Contains('?') ? '&' : '?').Append(Escaped(name)).Append('=').Append(Escaped(value.Length > 500 ? value[..500] : value));
                }
            }
            return address.ToString();
        }

        // Half a character is sent as such: the server has to meet it.
        private static string Escaped(string text) => text.Contains('\ud83d') && !text.Contains('\ude00') ? "%ED%A0%BD" : Uri.EscapeDataString(text);

        private static HttpContent Form(List<(string Name, string Value)> fields, string file, Random random)
        {
            if (file.Length == 0) return new StringContent(string.Join('&', fields.Select(f => $"{Escaped(f.Name)}={Escaped(f.Value)}")), Encoding.ASCII, "application/x-www-form-urlencoded");
            var form = new MultipartFormDataContent();
            foreach (var (name, value) in fields.Where(f => f.Name.Length > 0 && !f.Name.Any(char.IsControl))) form.Add(new StringContent(value), "\"" + name.Replace("\"", "") + "\"");
            var bytes = random.Next(3) == 0 ? new byte[random.Next(3000)] : Encoding.UTF8.GetBytes(random.Next(2) == 0 ? Breaker.Break(HttpTests.Good, random.Next(), 2) : Table(random));
            if (random.Next(3) == 0) random.NextBytes(bytes);
            form.Add(new ByteArrayContent(bytes), file, new[] { "a.json", "a.csv", "a.xlsx", "a.dxf", "..", "a\u0001.csv" }[random.Next(6)].Replace("\u0001", ""));
            return form;
        }

        private static string Table(Random random) => string.Join('\n', Enumerable.Range(0, random.Next(12)).Select(_ => string.Join(random.Next(9) == 0 ? ',' : ';', Enumerable.Range(0, 5).Select(_ => Wild[random.Next(Wild.Length)]))).Prepend("Name;Fx [kN];Fy [kN];Fz [N];Mz [kN·m]"));

        private static HttpContent Document(Random random)
        {
            var text = random.Next(4) switch
            {
                0 => Breaker.Break("""{ "entries": [ { "key": "k", "kind": "bolt", "bolt": 1, "made": "2026-12-01T07:00:00Z", "by": "", "document": { "pass": "snug", "result": "tight", "torque": "100 N·m" } } ] }""".Replace("\"k\"", $"\"{random.Next()}\""), random.Next(), random.Next(4)),
                1 => Breaker.Break("""{ "name": "L-9", "bolts": "M16 8.8", "lubrication": "oiled", "tool": "T", "tester": "C", "calibrated": "2026-12-01", "factor": 0.2 }""", random.Next(), random.Next(4)),
                2 => Wild[random.Next(Wild.Length)],
                _ => Breaker.Break(HttpTests.Good, random.Next(), random.Next(4)),
            };
            var content = new ByteArrayContent(Encoding.UTF8.GetBytes(text));
            content.Headers.ContentType = new MediaTypeHeaderValue(random.Next(9) == 0 ? "text/plain" : "application/json");
            return content;
        }
    }
}
