using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Microsoft.Data.Sqlite;

namespace Hasp.Web.Tests;

/// <summary>
/// The same question in every spelling that a binder might read otherwise than a guard: nothing of another project comes back, nothing is
/// changed, and nothing breaks. Generated from the rows that the routes write.
/// </summary>
public sealed partial class SpellingTests(SignedInServer shared) : IClassFixture<SignedInServer>
{
    private static readonly string[] Roles = ["nobody", "Reader", "Shop", "Engineer"];

    /// <summary>Numbers as some reader or other takes them for the same number.</summary>
    private static IEnumerable<string> Spellings(int id) =>
    [
        $"0x{id:x}", $"&h{id:x}", $"#{id:x}", $"0{Convert.ToString(id, 8)}", $"0{id}", $"+{id}", $"-{id}", $" {id}", $"{id} ", $"\t{id}", $"{id}\n", $"({id})",
        $"{id}.0", $"{id},0", $"{id}e0", $"{id}\0", $"{id}", string.Concat($"{id}".Select(c => (char)(c - '0' + '\uFF10'))), new string('0', 4000) + id,
        new string('9', 3000), "", "null",
    ];

    /// <summary>A request of one row that is about something else than it seems to be, or says something twice.</summary>
    private static IEnumerable<HttpRequestMessage> Asked(AccessRow row, (int Own, int Foreign) joints, (int Own, int Foreign) projects)
    {
        var isProject = row.Address.Contains("{project", StringComparison.Ordinal) || row.In is "SentProject" or "Board";
        var (own, foreign) = isProject ? projects : joints;
        var name = row.Address.Contains("{project", StringComparison.Ordinal) || row.In == "Board" ? "project" : "id";
        var method = new HttpMethod(row.Method);
        var inRoute = row.In == "Address";
        string Path(string id) => row.Address.Replace("{id:int}", id).Replace("{project:int}", id);
        string And(string address, string query) => address + (address.Contains('?') ? "&" : "?") + query;

        foreach (var spelt in Spellings(foreign))
        {
            var said = Uri.EscapeDataString(spelt);
            if (inRoute && spelt.Length > 0) yield return new(method, Path(said));
            yield return new(method, And(Path($"{own}"), $"{name}={said}"));
            yield return Form(method, inRoute ? Path($"{own}") : row.Address, (name, spelt));
            yield return Form(method, And(Path($"{own}"), $"{name}={own}"), (name, spelt));
        }
        foreach (var (first, second) in new[] { (own, foreign), (foreign, own), (foreign, foreign) })
        {
            yield return new(method, And(Path($"{first}"), $"{name}={first}&{name}={second}"));
            yield return new(method, And(Path($"{first}"), $"{name.ToUpperInvariant()}={second}"));
            yield return Form(method, Path($"{first}"), (name, $"{first}"), (name, $"{second}"));
            yield return Form(method, Path($"{first}"), (name, $"{first}"), (name.ToUpperInvariant(), $"{second}"));
            yield return Form(method, And(Path($"{first}"), $"{name}={first}"), (name, $"{second}"));
            yield return new(method, And(Path($"{first}"), $"{name}={first}")) { Content = new MultipartFormDataContent { { new StringContent($"{second}"), name } } };
            yield return new(method, And(Path($"{first}"), $"{name}={second}")) { Content = JsonContent.Create(new JsonObject { [name] = second }) };
        }
        foreach (var handler in Handlers(row))
        {
            var address = $"{Path($"{foreign}").Split('?')[0]}?{handler}";
            yield return Form(method, address, inRoute ? ("x", "1") : (name, $"{foreign}"));
        }
        foreach (var other in new[] { "GET", "HEAD", "POST", "PUT", "DELETE", "PAGE", "OPTIONS", "PATCH" })
        {
            var request = Form(new(other), Path($"{foreign}"), inRoute ? ("_method", row.Method) : (name, $"{foreign}"));
            request.Headers.Add("X-HTTP-Method-Override", row.Method);
            yield return request;
        }
        yield return Form(method, Path($"{foreign}"), (name + "\0", $"{own}"), ("x\0", "\0"));
        yield return new(method, And(Path($"{own}"), $"{name}.Value={foreign}&{name}%5B0%5D={foreign}&{name}%5B%5D={foreign}&{name}={foreign}"));
    }

    private static IEnumerable<string> Handlers(AccessRow row)
    {
        var name = row.Address.Split("?handler=") is [_, var named] ? named : "";
        return [$"handler={name}&handler=x", $"handler=x&handler={name}", $"handler={name}&handler={name}", $"handler={name.ToUpperInvariant()}", $"HANDLER={name}",
            $"handler={name}Async", $"handler={name}%20", $"handler={name}%00", "handler=Nonesuch", "handler=HandlerExecution", $"handler=OnPost{name}"];
    }

    private static HttpRequestMessage Form(HttpMethod method, string address, params (string, string)[] fields) =>
        new(method, address) { Content = new FormUrlEncodedContent(fields.Select(f => KeyValuePair.Create(f.Item1, f.Item2))) };

    /// <summary>Each row in a fifth of the spellings, another fifth from row to row.</summary>
    [Fact]
    public Task No_spelling_reaches_what_is_not_ones_own() => Walk(5, 2_500);

    [Fact(Explicit = true)]
    [Trait("run", "long")]
    public Task No_spelling_of_any_row_reaches_what_is_not_ones_own() => Walk(1, 9_000);

    private async Task Walk(int every, int least)
    {
        var (before, wrong, asked) = (Dump(), new List<string>(), 0);
        var rows = AccessRow.All().Where(r => r.Asks != "Open" && r.In != "Any").ToList();
        foreach (var role in Roles)
        {
            var client = shared.Clients[role];
            var token = role == "nobody" ? "none" : Token().Match(await client.GetStringAsync("/")).Groups[1].Value;
            await Parallel.ForEachAsync(rows.Index(), new ParallelOptions { MaxDegreeOfParallelism = 4 }, async (turn, stop) =>
            {
                var (number, row) = turn;
                // Strangers are turned away before anything is read: one of each kind is enough.
                foreach (var request in Asked(row, shared.Joints, shared.Projects).Where((_, i) => (i + number) % (role is "Engineer" ? every : 7) == 0))
                {
                    request.Headers.Add("RequestVerificationToken", token);
                    var what = $"{role} {request.Method} {(request.RequestUri!.ToString() is { Length: > 120 } l ? l[..120] : request.RequestUri.ToString())}";
                    using var answer = await client.SendAsync(request, stop);
                    var body = await answer.Content.ReadAsStringAsync(stop);
                    lock (wrong)
                    {
                        asked++;
                        if ((int)answer.StatusCode >= 500) wrong.Add($"{what}: {(int)answer.StatusCode}");
                        if (body.Contains(SignedInServer.Marker, StringComparison.Ordinal)) wrong.Add($"{what}: told {SignedInServer.Marker}");
                        if (role == "nobody" && answer.StatusCode is not (HttpStatusCode.Found or HttpStatusCode.Unauthorized or HttpStatusCode.BadRequest)) wrong.Add($"{what}: {(int)answer.StatusCode}");
                    }
                }
            });
        }
        Assert.True(wrong.Count == 0, string.Join('\n', wrong.Take(60)));
        Assert.True(asked > least, $"only {asked} asked");
        Assert.Equal(before, Dump());
    }

    [Fact]
    public async Task A_reader_changes_nothing_of_ones_own_project_either()
    {
        var before = Dump();
        var reader = shared.Clients["Reader"];
        var token = Token().Match(await reader.GetStringAsync("/")).Groups[1].Value;
        foreach (var row in AccessRow.All().Where(r => !r.May["Reader"]))
        {
            var address = row.Address.Replace("{id:int}", $"{shared.Joints.Own}").Replace("{project:int}", $"{shared.Projects.Own}");
            var fields = new List<(string, string)> { ("name", "Taken"), ("path", "bolts.count"), ("value", "7"), ("Seen", "1"), ("list", "loads"), ("Line", "4 M16 8.8, 20 kN apart") };
            if (!row.Address.Contains("{id", StringComparison.Ordinal)) fields.Add(("id", $"{(row.In == "SentProject" ? shared.Projects.Own : shared.Joints.Own)}"));
            using var request = row.Address.StartsWith("/api", StringComparison.Ordinal)
                ? new HttpRequestMessage(new(row.Method), address) { Content = JsonContent.Create(new JsonObject { ["name"] = "Taken" }) }
                : Form(new(row.Method), address, [.. fields]);
            request.Headers.Add("RequestVerificationToken", token);
            using var answer = await reader.SendAsync(request);
            Assert.True(answer.StatusCode == HttpStatusCode.Forbidden, $"{row.Method} {row.Address}: {(int)answer.StatusCode}");
        }
        Assert.Equal(before, Dump());
    }

    [Fact]
    public async Task What_is_sent_once_and_rightly_is_done()
    {
        // The same handler by its own spelling: what is refused above is refused for its spelling.
        var owner = shared.Clients["Owner"];
        var joint = shared.Joints.Foreign;
        var seen = Regex.Match(await owner.GetStringAsync($"/joints/{joint}"), @"name=""Seen"" value=""([0-9]+)""").Groups[1].Value;
        using var done = await SignedInServer.Post(owner, $"/joints/{joint}?handler=Set", $"/joints/{joint}", ("path", "bolts.count"), ("value", "6"), ("Seen", seen));
        Assert.True(done.IsSuccessStatusCode);
        Assert.Contains($"\"count\": \"6\"", (await owner.GetStringAsync($"/joints/{joint}?handler=Export")).Replace("\"count\": 6", "\"count\": \"6\""), StringComparison.Ordinal);
    }

    /// <summary>Every row of every table but those that signing in writes.</summary>
    private string Dump()
    {
        using var db = new SqliteConnection($"Data Source={Path.Combine(shared.Server.Data, "hasp.db")};Mode=ReadOnly;Pooling=False");
        db.Open();
        var text = new StringBuilder();
        foreach (var table in Names(db).Where(t => !t.StartsWith("sqlite", StringComparison.Ordinal)))
        {
            using var command = db.CreateCommand();
            // That somebody was turned away is written down; nothing else may be.
            command.CommandText = $"SELECT * FROM \"{table}\"" + (table == "Entries" ? " WHERE Document NOT LIKE '{\"what\":\"denied\"%'" : "");
            using var rows = command.ExecuteReader();
            while (rows.Read()) text.Append(table).Append('|').AppendJoin('|', Enumerable.Range(0, rows.FieldCount).Select(i => rows.GetValue(i) is byte[] b ? Convert.ToHexString(b) : rows.GetValue(i))).Append('\n');
        }
        return text.ToString();
    }

    private static List<string> Names(SqliteConnection db)
    {
        using var command = db.CreateCommand();
        command.CommandText = "SELECT name FROM sqlite_master WHERE type = 'table' ORDER BY name";
        using var rows = command.ExecuteReader();
        var names = new List<string>();
        while (rows.Read()) names.Add(rows.GetString(0));
        return names;
    }

    [GeneratedRegex(@"name=""__RequestVerificationToken""[^>]*value=""([^""]+)""")]
    private static partial Regex Token();
}
