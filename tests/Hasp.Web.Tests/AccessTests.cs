using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;

namespace Hasp.Web.Tests;

/// <summary>
/// A server on which people sign in: an owner, one account of each role in the demonstration project, and a project that is the owner's
/// alone.
/// </summary>
public sealed class SignedInServer : IAsyncLifetime
{
    internal const string Password = "a long walk by the lock";

    /// <summary>Stands in whatever belongs to the project that is the owner's alone.</summary>
    internal const string Marker = "Otheryard";

    public Server Server { get; private set; } = null!;

    /// <summary>Clients by role; nobody's among them.</summary>
    internal Dictionary<string, HttpClient> Clients { get; } = [];

    /// <summary>A joint of the project in which the roles hold, and one of the project in which nobody but the owner has any.</summary>
    internal (int Own, int Foreign) Joints { get; private set; }

    internal (int Own, int Foreign) Projects { get; private set; }

    public async ValueTask InitializeAsync()
    {
        (Server, var first) = await Server.StartWithAccounts(demo: true);
        var owner = New();
        await Post(owner, first, ("name", "Owner"), ("password", Password));
        Clients["nobody"] = New();
        Clients["Owner"] = owner;
        foreach (var role in new[] { "Reader", "Shop", "Inspector", "Engineer", "Approver" })
        {
            var client = New();
            await Post(client, await Invite(1, role), ("name", role + " 1"), ("password", Password));
            Clients[role] = client;
        }
        Clients["By number"] = await ByNumber();
        await Post(owner, "/?handler=Project", "/", ("name", Marker));
        var foreign = int.Parse(Regex.Match(await owner.GetStringAsync("/"), $@"href=""/\?project=([0-9]+)""[^>]*>{Marker}").Groups[1]
            .Value);
        await Post(owner, $"/?handler=Quick&project={foreign}", $"/?project={foreign}", ("Line", "4 M16 8.8, 20 kN apart, 12 + 20 steel"));
        var joint = int.Parse(Regex.Match(await owner.GetStringAsync($"/?project={foreign}"), @"joint-link"" href=""/joints/([0-9]+)")
            .Groups[1].Value);
        var seen = Regex.Match(await owner.GetStringAsync($"/joints/{joint}"), @"name=""Seen"" value=""([0-9]+)""").Groups[1].Value;
        await Post(owner, $"/joints/{joint}?handler=Set", $"/joints/{joint}", ("path", "name"), ("value", Marker), ("Seen", seen));
        Joints = (1, joint);
        Projects = (1, foreign);
    }

    /// <summary>The owner, signed in by a short number on an approved device.</summary>
    private async Task<HttpClient> ByNumber()
    {
        var tablet = New();
        await Post(tablet, "/signin", ("name", "Owner"), ("password", Password));
        await Post(tablet, "/me?handler=Pin", "/me", ("pin", "274916"));
        await Post(tablet, "/me?handler=Device", "/me", ("name", "Tablet 2"));
        await Post(tablet, "/signin?handler=Out", "/me");
        await Post(tablet, "/signin?handler=Pin", "/signin", ("name", "Owner"), ("pin", "274916"));
        return tablet;
    }

    /// <summary>A link that makes an account.
    internal async Task<string> Invite(int project, string role)
    {
        await Post(Clients["Owner"], "/people?handler=Invite", "/people", ("project", project.ToString()), ("role", role));
        var page = await Clients["Owner"].GetStringAsync("/people");
        return "/invite?key=" + Regex.Match(page, @"/invite\?key=([A-Za-z0-9_-]+)").Groups[1].Value;
    }

    /// <summary>A client without any cookie.</summary>
    internal HttpClient New() => Server.Client();

    internal static Task<HttpResponseMessage> Post(HttpClient client, string path, params (string, string)[] fields) =>
        Post(client, path, path, fields);

    /// <summary>Sends a form as a page would, with the token of <paramref name="page"/>.</summary>
    internal static async Task<HttpResponseMessage> Post(HttpClient client, string path, string page,
        params (string Name, string Value)[] fields)
    {
        var token = Regex.Match(await client.GetStringAsync(page), @"name=""__RequestVerificationToken""[^>]*value=""([^""]+)""").Groups[1].Value;
        return await client.PostAsync(path, new FormUrlEncodedContent(fields.Select(f => KeyValuePair.Create(f.Name, f.Value)).Append(new("__RequestVerificationToken", token))));
    }

    public ValueTask DisposeAsync()
    {
        foreach (var client in Clients.Values) client.Dispose();
        Server.Dispose();
        return ValueTask.CompletedTask;
    }
}

/// <summary>A row of <c>docs/access.md</c>, as the routes write it.</summary>
internal sealed partial record AccessRow(string Method, string Address, string Asks, string In, Dictionary<string, bool> May)
{
    internal static readonly string[] Roles = ["nobody", "Reader", "Shop", "Inspector", "Engineer", "Approver", "Owner", "By number"];

    [GeneratedRegex(@"^\| (?<method>[A-Z]+) \| `(?<address>[^`]+)` \| (?<asks>\w+) \| (?<in>\w+) \| (?<may>.*) \|$", RegexOptions.Multiline)]
    private static partial Regex Row();

    /// <summary>Every handler and every endpoint.</summary>
    internal static IReadOnlyList<AccessRow> All() =>
        [.. Row().Matches(File.ReadAllText(Path.Combine(Server.House, "docs", "access.md"))).Select(m => new AccessRow(
            m.Groups["method"].Value, m.Groups["address"].Value, m.Groups["asks"].Value, m.Groups["in"].Value,
            m.Groups["may"].Value.Split('|').Select((v, i) => (Role: Roles[i], May: v.Trim() == "yes")).ToDictionary(x => x.Role, x => x.May)))];
}

/// <summary>Access as somebody would try it who should not have it.</summary>
public sealed class AccessTests(SignedInServer shared) : IClassFixture<SignedInServer>
{
    private static string Filled(AccessRow route, int joint, int project)
    {
        // Only joints have their project in their number; what else bears a number is one that is not there.
        var id = route.Address.Contains("/joints/", StringComparison.Ordinal) ? joint : 999_999;
        return route.Address.Replace("{id:int}", id.ToString()).Replace("{project:int}", project.ToString()).Replace("{documentName}", "v1");
    }

    private static async Task<HttpStatusCode> Ask(HttpClient client, AccessRow route, string address, int joint, int project, string? origin = null)
    {
        using var request = new HttpRequestMessage(new HttpMethod(route.Method), address);
        if (route.Method is "POST" or "PUT")
        {
            var sent = route.In == "SentProject" ? project : joint;
            request.Content = address.StartsWith("/api/", StringComparison.Ordinal)
                ? JsonContent.Create(new JsonObject())
                : new FormUrlEncodedContent(new Dictionary<string, string> { ["id"] = sent.ToString(), ["project"] = project.ToString() }
                    .Where(f => !route.Address.Contains($"{{{f.Key}:", StringComparison.Ordinal)));
        }
        if (origin is not null) request.Headers.Add("Origin", origin);
        using var answer = await client.SendAsync(request);
        // A page that asks to sign in is no answer.
        if (answer.StatusCode == HttpStatusCode.Found && answer.Headers.Location!.ToString().StartsWith("/signin?", StringComparison.Ordinal)) return HttpStatusCode.Unauthorized;
        return answer.StatusCode;
    }

    /// <summary>Who comes while all write at once may be told to come again, which lets nobody in: it is asked again.</summary>
    private async Task<HttpStatusCode> Answered(string role, AccessRow route)
    {
        for (var times = 0; ; times++)
        {
            var status = await Ask(shared.Clients[role], route, Filled(route, shared.Joints.Own, shared.Projects.Own), shared.Joints.Own, shared.Projects.Own);
            if (status != HttpStatusCode.ServiceUnavailable || IsCounted(route) || times == 4) return status;
            await Task.Delay(200, TestContext.Current.CancellationToken);
        }
    }

    // Doors whose tries are counted turn away whoever tries too often.
    private static bool IsCounted(AccessRow route) => route.Address.StartsWith("/signin", StringComparison.Ordinal) || route.Address.StartsWith("/first", StringComparison.Ordinal)
        || route.Address.StartsWith("/invite", StringComparison.Ordinal) || route.Address.StartsWith("/me", StringComparison.Ordinal) || route.Address.StartsWith("/Accounts", StringComparison.Ordinal);

    [Fact]
    public async Task Every_handler_and_every_endpoint_lets_in_whom_it_should_and_nobody_else()
    {
        var (routes, wrong, asked) = (AccessRow.All(), new List<string>(), 0);
        Assert.True(routes.Count > 120, $"only {routes.Count} routes");
        foreach (var route in routes)
        {
            var answers = await Task.WhenAll(AccessRow.Roles.Select(async role => (Role: role, Status: await Answered(role, route))));
            foreach (var (role, status) in answers)
            {
                if (status == HttpStatusCode.ServiceUnavailable && IsCounted(route)) continue;
                var let = status is not (HttpStatusCode.Unauthorized or HttpStatusCode.Forbidden);
                if (let != route.May[role]) wrong.Add($"{role} {route.Method} {route.Address}: {(int)status}, may: {route.May[role]}");
                if (role == "nobody" && route.Asks != "Open" && status != HttpStatusCode.Unauthorized) wrong.Add($"nobody {route.Method} {route.Address}: {(int)status}");
                asked++;
            }
        }
        Assert.True(wrong.Count == 0, string.Join('\n', wrong));
        Assert.True(asked > 700, $"only {asked} asked");
    }

    [Fact]
    public async Task Joints_and_projects_of_others_are_not_there()
    {
        var (wrong, asked) = (new List<string>(), 0);
        foreach (var route in AccessRow.All().Where(r => r.Asks != "Open" && (r.In is "SentJoint" or "SentProject" or "Board" || r.Address.Contains("{project", StringComparison.Ordinal) || r.Address.Contains("/joints/{id", StringComparison.Ordinal))))
        {
            foreach (var role in new[] { "Reader", "Shop", "Inspector", "Engineer", "Approver" })
            {
                var status = await Ask(shared.Clients[role], route, Filled(route, shared.Joints.Foreign, shared.Projects.Foreign), shared.Joints.Foreign, shared.Projects.Foreign);
                if (status is not (HttpStatusCode.NotFound or HttpStatusCode.Forbidden)) wrong.Add($"{role} {route.Method} {route.Address}: {(int)status}");
                asked++;
            }
        }
        Assert.True(wrong.Count == 0, string.Join('\n', wrong));
        Assert.True(asked > 250, $"only {asked} asked");
        // Nor on the Board, by whatever way it is asked for.
        Assert.DoesNotContain(SignedInServer.Marker, await shared.Clients["Engineer"].GetStringAsync($"/?project={shared.Projects.Foreign}"), StringComparison.Ordinal);
        Assert.DoesNotContain(SignedInServer.Marker, await shared.Clients["Engineer"].GetStringAsync("/?handler=List&project=" + shared.Projects.Foreign), StringComparison.Ordinal);
        // And it is all there for its owner.
        Assert.Equal(HttpStatusCode.OK, (await shared.Clients["Owner"].GetAsync($"/joints/{shared.Joints.Foreign}")).StatusCode);
    }

    [Fact]
    public async Task A_number_said_twice_does_not_get_round_the_guard()
    {
        var engineer = shared.Clients["Engineer"];
        var token = Regex.Match(await engineer.GetStringAsync("/"), @"name=""__RequestVerificationToken""[^>]*value=""([^""]+)""").Groups[1].Value;
        foreach (var (inAddress, inForm) in new[] { (shared.Joints.Own, shared.Joints.Foreign),
            (shared.Joints.Foreign, shared.Joints.Own) })
        {
            var answer = await engineer.PostAsync($"/?handler=Delete&id={inAddress}",
                new FormUrlEncodedContent([new("id", inForm.ToString()), new("__RequestVerificationToken", token)]));
            Assert.Equal(inForm == shared.Joints.Foreign ? HttpStatusCode.NotFound : HttpStatusCode.BadRequest, answer.StatusCode);
        }
        var quick = await engineer.PostAsync($"/?handler=Quick&project={shared.Projects.Own}",
            new FormUrlEncodedContent([new("Project", shared.Projects.Foreign.ToString()),
            new("Line", "4 M16 8.8, 20 kN apart, 12 + 20 steel"), new("__RequestVerificationToken", token)]));
        Assert.Equal(HttpStatusCode.NotFound, quick.StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await shared.Clients["Owner"].GetAsync($"/joints/{shared.Joints.Foreign}")).StatusCode);
    }

    /// <summary>Who prepared a revision does not check it, an owner approves what was checked, and each signature stays with its revision.</summary>
    [Fact]
    public async Task A_calculation_is_checked_by_another_and_approved_by_an_owner()
    {
        var (engineer, owner) = (shared.Clients["Engineer"], shared.Clients["Owner"]);
        var made = await SignedInServer.Post(engineer, $"/?handler=Quick&project={shared.Projects.Own}", "/", ("Line", "4 M16 8.8, 20 kN apart, 12 + 20 steel"));
        var joint = int.Parse(Regex.Match(made.Headers.Location!.ToString(), "/joints/([0-9]+)").Groups[1].Value);
        var report = $"/joints/{joint}/report";
        async Task<string> Post(HttpClient who, string handler, params (string, string)[] said)
        {
            using var answer = await SignedInServer.Post(who, $"{report}?handler={handler}", report, said);
            return WebUtility.HtmlDecode(answer.StatusCode == HttpStatusCode.Redirect ? await who.GetStringAsync(report) : await answer.Content.ReadAsStringAsync());
        }
        async Task<string> Sign(HttpClient who, string act, int revision, string note = "", bool ticked = true)
        {
            var looked = Regex.Matches(await who.GetStringAsync(report), @"name=""looked"" value=""([^""]+)""").Select(m => ("looked", WebUtility.HtmlDecode(m.Groups[1].Value)));
            using var answer = await SignedInServer.Post(who, report + "?handler=Sign", report, [("act", act), ("revision", $"{revision}"), ("note", note), .. ticked ? looked : []]);
            return WebUtility.HtmlDecode(answer.StatusCode == HttpStatusCode.Redirect ? await who.GetStringAsync(report) : await answer.Content.ReadAsStringAsync());
        }
        Assert.Contains("who prepared it does not check it", await Sign(engineer, "checked", 1), StringComparison.Ordinal);
        Assert.Contains("not checked yet", await Sign(owner, "approved", 1), StringComparison.Ordinal);
        Assert.Contains("revision 1 stands now", await Sign(owner, "checked", 7, "by hand 1.76"), StringComparison.Ordinal);
        // What a calculation leaves to people is looked at before it is signed; what was written stays.
        var unticked = await Sign(owner, "checked", 1, "by hand 1.76", ticked: false);
        Assert.Contains("not ticked", unticked, StringComparison.Ordinal);
        Assert.Contains("by hand 1.76", unticked, StringComparison.Ordinal);
        var check = await Sign(owner, "checked", 1, "by hand 1.76");
        Assert.Matches("Checked</th><td>Owner, [0-9-]+, entry [0-9]+", check);
        Assert.Contains("by hand 1.76", check, StringComparison.Ordinal);
        Assert.Contains("an owner approves", await Sign(engineer, "approved", 1), StringComparison.Ordinal);
        // While anything that was asked is open, nothing is approved.
        Assert.Contains("write what it is about", await Post(owner, "Ask", ("revision", "1"), ("on", "the whole"), ("text", "")), StringComparison.Ordinal);
        var asked = await Post(owner, "Ask", ("revision", "1"), ("on", "Opening of the joint"), ("text", "Why 20 kN and not 24?"));
        Assert.Contains("Why 20 kN and not 24?", asked, StringComparison.Ordinal);
        Assert.Contains("1 point is open", await Sign(owner, "approved", 1), StringComparison.Ordinal);
        var point = Regex.Match(asked, @"name=""point"" value=""([0-9]+)""").Groups[1].Value;
        Assert.Contains("1 open of 1", await Post(engineer, "Answer", ("point", point), ("text", "24 is the other gate"), ("closes", "false")), StringComparison.Ordinal);
        Assert.Contains("0 open of 1", await Post(owner, "Answer", ("point", point), ("text", "Agreed"), ("closes", "true")), StringComparison.Ordinal);
        Assert.Contains("that point is closed", await Post(owner, "Answer", ("point", point), ("text", "Once more"), ("closes", "true")), StringComparison.Ordinal);
        Assert.Matches("Approved</th><td>Approver 1, [0-9-]+, entry [0-9]+", await Sign(shared.Clients["Approver"], "approved", 1));
        // A change after it is a revision without a signature, and says what to look at.
        var seen = Regex.Match(await engineer.GetStringAsync($"/joints/{joint}"), @"name=""Seen"" value=""([0-9]+)""").Groups[1].Value;
        await SignedInServer.Post(engineer, $"/joints/{joint}?handler=Set", $"/joints/{joint}", ("path", "loads[0].tension"), ("value", "25 kN"), ("Seen", seen));
        var after = await owner.GetStringAsync(report);
        Assert.Contains("not this revision: Owner signed revision 1", after, StringComparison.Ordinal);
        Assert.Contains("compare?A=revision-1&amp;B=revision-2", after, StringComparison.Ordinal);
        Assert.False((await SignedInServer.Post(shared.Clients["Reader"], report + "?handler=Sign", report, ("act", "checked"), ("revision", "2"))).IsSuccessStatusCode);
    }

    [Fact]
    public async Task A_shelf_takes_away_its_own_kind_only()
    {
        var shop = shared.Clients["Engineer"];
        var answer = await SignedInServer.Post(shop, "/stores?shelf=lots&handler=Delete", "/stores?shelf=lots",
            ("id", shared.Joints.Own.ToString()), ("name", "x"));
        Assert.Equal(HttpStatusCode.NotFound, answer.StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await shop.DeleteAsync($"/api/v1/lots/{shared.Joints.Own}")).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await shop.GetAsync($"/joints/{shared.Joints.Own}")).StatusCode);
    }

    [Fact]
    public async Task A_foreign_page_changes_nothing_whoever_is_signed_in()
    {
        foreach (var route in AccessRow.All().Where(r => r.Method != "GET"))
        {
            var status = await Ask(shared.Clients["Owner"], route, Filled(route, shared.Joints.Own, shared.Projects.Own), shared.Joints.Own,
                shared.Projects.Own, "https://elsewhere.example");
            Assert.True(status == HttpStatusCode.Forbidden, $"{route.Method} {route.Address}: {(int)status}");
        }
    }

    [Fact]
    public async Task A_session_is_new_at_each_signing_in_and_ends_with_signing_out_wherever_its_cookie_lies()
    {
        var (server, first) = await Server.StartWithAccounts();
        using var ending = server;
        var cookies = new CookieContainer();
        using var client = new HttpClient(new HttpClientHandler { CookieContainer = cookies,
            AllowAutoRedirect = false }) { BaseAddress = server.Address };
        // One that somebody put there beforehand is not taken over.
        cookies.Add(server.Address, new Cookie("hasp-session", "planted"));
        await SignedInServer.Post(client, first, ("name", "Owner"), ("password", SignedInServer.Password));
        var session = cookies.GetCookies(server.Address)["hasp-session"]!;
        Assert.NotEqual("planted", session.Value);
        Assert.True(session.HttpOnly);
        Assert.Equal(HttpStatusCode.OK, (await client.GetAsync("/")).StatusCode);
        // The link makes one account.
        using var second = new HttpClient(new HttpClientHandler { AllowAutoRedirect = false }) { BaseAddress = server.Address };
        Assert.Equal(HttpStatusCode.NotFound, (await second.GetAsync(first)).StatusCode);
        var stolen = session.Value;
        await SignedInServer.Post(client, "/signin?handler=Out", "/me");
        using var thief = new HttpRequestMessage(HttpMethod.Get, "/");
        thief.Headers.Add("Cookie", "hasp-session=" + stolen);
        Assert.Equal(HttpStatusCode.Found, (await second.SendAsync(thief)).StatusCode);
        await SignedInServer.Post(client, "/signin", ("name", "Owner"), ("password", SignedInServer.Password));
        Assert.NotEqual(stolen, cookies.GetCookies(server.Address)["hasp-session"]!.Value);
        // Signing in again, and another password, leave one's own session standing; every other ends, with a way in and no error.
        using var other = new HttpClient(new HttpClientHandler { CookieContainer = new(), AllowAutoRedirect = false }) { BaseAddress = server.Address };
        await SignedInServer.Post(other, "/signin", ("name", "Owner"), ("password", SignedInServer.Password));
        Assert.Equal(HttpStatusCode.OK, (await other.GetAsync("/")).StatusCode);
        await SignedInServer.Post(client, "/signin", ("name", "Owner"), ("password", SignedInServer.Password));
        Assert.Equal(HttpStatusCode.OK, (await client.GetAsync("/")).StatusCode);
        await SignedInServer.Post(client, "/me?handler=Password", "/me", ("old", SignedInServer.Password), ("password", SignedInServer.Password + " anew"));
        Assert.Equal(HttpStatusCode.OK, (await client.GetAsync("/")).StatusCode);
        var ended = await other.GetAsync("/");
        Assert.Equal(HttpStatusCode.Found, ended.StatusCode);
        Assert.Contains("/signin", ended.Headers.Location!.ToString(), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.OK, (await other.GetAsync(ended.Headers.Location)).StatusCode);
        await SignedInServer.Post(client, "/me?handler=Password", "/me", ("old", SignedInServer.Password + " anew"), ("password", SignedInServer.Password));
        // To pages of this site only.
        await SignedInServer.Post(client, "/signin?handler=Out", "/me");
        foreach (var to in new[] { "https://elsewhere.example/", "//elsewhere.example", "/\\elsewhere.example" })
        {
            var answer = await SignedInServer.Post(client, "/signin", "/signin", ("to", to), ("name", "Owner"),
                ("password", SignedInServer.Password));
            Assert.Equal("/", answer.Headers.Location!.ToString());
        }
        // Fifteen wrong ones at once are fifteen: the right one is no use then, and whoever is in may leave.
        using var many = new HttpClient(new HttpClientHandler { CookieContainer = new(), AllowAutoRedirect = false }) { BaseAddress = server.Address };
        await many.GetAsync("/signin");
        await Task.WhenAll(Enumerable.Range(0, 15).Select(i => SignedInServer.Post(many, "/signin", "/signin", ("name", "Owner"), ("password", $"wrong {i} wrong"))));
        var locked = await SignedInServer.Post(many, "/signin", "/signin", ("name", "Owner"), ("password", SignedInServer.Password));
        Assert.Contains("id=\"wrong\"", await locked.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.Found, (await SignedInServer.Post(client, "/signin?handler=Out", "/me")).StatusCode);
    }

    [Fact]
    public async Task Five_wrong_numbers_and_the_right_one_is_no_use_until_the_password_was()
    {
        var (server, first) = await Server.StartWithAccounts();
        using var ending = server;
        using var tablet = server.Client();
        await SignedInServer.Post(tablet, first, ("name", "Owner"), ("password", SignedInServer.Password));
        // Easy ones are refused, with the reason.
        foreach (var easy in new[] { "111111", "123456", "987654", "12345", "abcdef" }) Assert.Contains("▲",
            await (await SignedInServer.Post(tablet, "/me?handler=Pin", "/me", ("pin", easy))).Content.ReadAsStringAsync(),
            StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.Found, (await SignedInServer.Post(tablet, "/me?handler=Pin", "/me", ("pin", "274916"))).StatusCode);
        // On a device that nobody approved the number is nothing.
        using var other = server.Client();
        Assert.Contains("id=\"wrong\"", await (await SignedInServer.Post(other, "/signin?handler=Pin", "/signin", ("name", "Owner"),
            ("pin", "274916"))).Content.ReadAsStringAsync(), StringComparison.Ordinal);
        await SignedInServer.Post(tablet, "/me?handler=Device", "/me", ("name", "Tablet 2"));
        await SignedInServer.Post(tablet, "/signin?handler=Out", "/me");
        Assert.Equal(HttpStatusCode.Found, (await Pin("274916")).StatusCode);
        await SignedInServer.Post(tablet, "/signin?handler=Out", "/me");
        for (var i = 0; i < 5; i++) Assert.Equal(HttpStatusCode.OK, (await Pin("27491" + i)).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await Pin("274916")).StatusCode);

        Task<HttpResponseMessage> Pin(string pin) => SignedInServer.Post(tablet, "/signin?handler=Pin", "/signin", ("name", "Owner"),
            ("pin", pin));
    }

    [Fact]
    public async Task A_weak_password_is_refused_with_its_reason_and_the_name_stays()
    {
        var (server, first) = await Server.StartWithAccounts();
        using var ending = server;
        using var guest = server.Client();
        foreach (var password in new[] { "short", "password123456", "aaaaaaaaaaaa", "123456789012", "my name is guest" })
        {
            var page = await (await SignedInServer.Post(guest, first, ("name", "guest"), ("password", password)))
                .Content.ReadAsStringAsync();
            Assert.Contains("▲", page, StringComparison.Ordinal);
            Assert.Contains("value=\"guest\"", page, StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task What_is_recorded_bears_the_name_the_role_and_the_device()
    {
        var shop = shared.Clients["Shop"];
        // A device is known by the key that a page gives its browser.
        await shop.GetAsync("/joints/1/tablet");
        var sent = new JsonObject { ["entries"] = new JsonArray(new JsonObject { ["key"] = Guid.NewGuid().ToString("N"), ["kind"] = "bolt",
            ["bolt"] = 1, ["made"] = DateTime.UtcNow.ToString("O"),
            ["document"] = new JsonObject { ["pass"] = "snug", ["result"] = "tight" } }) };
        var answer = JsonNode.Parse(await (await shop.PostAsync("/api/v1/joints/1/entries", JsonContent.Create(sent)))
            .Content.ReadAsStringAsync())!;
        var number = (long)answer["results"]![0]!["number"]!;
        var entry = JsonNode.Parse(await shop.GetStringAsync($"/api/v1/joints/1/entries?after={number - 1}"))![0]!;
        Assert.Equal(("Shop 1", "shop"), ((string)entry["account"]!, (string)entry["role"]!));
        Assert.StartsWith("browser ", (string)entry["device"]!, StringComparison.Ordinal);
        // A hold point is not the shop's own to accept.
        sent["entries"]![0]!["key"] = Guid.NewGuid().ToString("N");
        sent["entries"]![0]!["kind"] = "witness";
        sent["entries"]![0]!["document"] = new JsonObject { ["pass"] = "snug", ["result"] = "accepted" };
        Assert.Contains("not-witness", await (await shop.PostAsync("/api/v1/joints/1/entries", JsonContent.Create(sent)))
            .Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.Contains("\"number\": ", await (await shared.Clients["Inspector"]
            .PostAsync("/api/v1/joints/1/entries", JsonContent.Create(sent))).Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }
}
