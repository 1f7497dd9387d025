using System.Net;
using System.Text.RegularExpressions;
using Hasp.Store;
using OtpNet;

namespace Hasp.Web.Tests;

/// <summary>The door: time codes, links for a new password, short numbers, and what the log says of each.</summary>
public sealed partial class DoorTests
{
    private const string Password = SignedInServer.Password;

    // A code of a half minute to come is taken too, so that no test waits for the clock.
    private static string Code(string key, int ahead = 0) => new Totp(Base32Encoding.ToBytes(key)).ComputeTotp(DateTime.UtcNow.AddSeconds(30 * ahead));

    [GeneratedRegex(@"id=""device-key"">([A-Z2-7 ]+)<")]
    private static partial Regex Key();

    [GeneratedRegex(@"<li><code>([A-Z0-9-]+)</code>")]
    private static partial Regex Recovery();

    [GeneratedRegex(@"name=""pending"" value=""([^""]+)""")]
    private static partial Regex Pending();

    private static async Task<string> Text(Task<HttpResponseMessage> answer) => await (await answer).Content.ReadAsStringAsync();

    /// <summary>Sends the second half of signing in.</summary>
    private static async Task<HttpResponseMessage> Second(HttpClient client, string page, string handler, string code) =>
        await SignedInServer.Post(client, $"/signin?handler={handler}", "/signin", ("pending", WebUtility.HtmlDecode(Pending().Match(page).Groups[1].Value)), ("code", code));

    private static Task<HttpResponseMessage> SignIn(HttpClient client, string name, string password = Password) =>
        SignedInServer.Post(client, "/signin", "/signin", ("name", name), ("password", password));

    private static async Task<string> Link(HttpClient owner, string handler, params (string, string)[] fields)
    {
        await SignedInServer.Post(owner, $"/people?handler={handler}", "/people", fields);
        return Regex.Match(await owner.GetStringAsync("/people"), @"(/(?:invite|reset)\?key=[A-Za-z0-9_-]+)").Groups[1].Value;
    }

    private static async Task<string> IdOf(HttpClient owner, string name) =>
        Regex.Match(await owner.GetStringAsync("/people"), $@"{name}.*?name=""account"" value=""([0-9]+)""", RegexOptions.Singleline).Groups[1].Value;

    /// <summary>Everything that can happen at the door happens once, and each is in the log; what a code does is tried on the way.</summary>
    [Fact]
    public async Task Each_code_lets_in_once_and_everything_that_happens_at_the_door_is_in_the_log()
    {
        var (server, first) = await Server.StartWithAccounts(demo: true);
        using var ending = server;
        using var owner = server.Client();
        await SignedInServer.Post(owner, first, ("name", "Owner"), ("password", Password));

        // Nobody sets one up who only found the page open.
        Assert.DoesNotContain("device-key", await Text(SignedInServer.Post(owner, "/me?handler=Begin", "/me", ("password", "not the password"))), StringComparison.Ordinal);
        var key = Key().Match(await Text(SignedInServer.Post(owner, "/me?handler=Begin", "/me", ("password", Password)))).Groups[1].Value.Replace(" ", "");
        Assert.Equal(32, key.Length);
        Assert.Contains("does not fit", await Text(SignedInServer.Post(owner, "/me?handler=On", "/me", ("code", "000000"))), StringComparison.Ordinal);
        var used = Code(key, -1);
        await SignedInServer.Post(owner, "/me?handler=On", "/me", ("code", used));
        var codes = Recovery().Matches(await owner.GetStringAsync("/me")).Select(m => m.Groups[1].Value).ToList();
        Assert.Equal(10, codes.Distinct().Count());
        Assert.Empty(Recovery().Matches(await owner.GetStringAsync("/me")));

        // The password alone lets nobody in; a code that let in, or one before it, does not either.
        using var other = server.Client();
        var asked = await Text(SignIn(other, "Owner"));
        Assert.Contains("Time code", asked, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.Found, (await other.GetAsync("/")).StatusCode);
        Assert.Contains("id=\"wrong\"", await Text(Second(other, asked, "Code", used)), StringComparison.Ordinal);
        var fresh = Code(key);
        // Of two who give it at once, one comes in.
        using var same = server.Client();
        var also = await Text(SignIn(same, "Owner"));
        var both = await Task.WhenAll(Second(other, asked, "Code", fresh), Second(same, also, "Code", fresh));
        Assert.Single(both, a => a.StatusCode == HttpStatusCode.Found);
        // A recovery code as well, and once.
        using var lost = server.Client();
        asked = await Text(SignIn(lost, "Owner"));
        Assert.Equal(HttpStatusCode.Found, (await Second(lost, asked, "Code", codes[3].ToLowerInvariant())).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await lost.GetAsync("/")).StatusCode);
        asked = await Text(SignIn(lost, "Owner"));
        Assert.Equal(HttpStatusCode.OK, (await Second(lost, asked, "Code", codes[3])).StatusCode);
        Assert.Equal(HttpStatusCode.Found, (await Second(lost, asked, "Code", codes[4])).StatusCode);
        // Nothing of them lies in the database as it is.
        var file = System.Text.Encoding.Latin1.GetString(await ReadAll(server.Data));
        Assert.DoesNotContain(codes[5], file, StringComparison.Ordinal);
        Assert.Contains("8 recovery codes", await lost.GetStringAsync("/me"), StringComparison.Ordinal);
        await SignedInServer.Post(lost, "/me?handler=Codes", "/me", ("code", Code(key, 1)));
        Assert.DoesNotContain(codes[5], await lost.GetStringAsync("/me"), StringComparison.Ordinal);
        await SignedInServer.Post(lost, "/me?handler=Off", "/me", ("code", Code(key, 2)));
        Assert.Equal(HttpStatusCode.Found, (await SignIn(lost, "Owner")).StatusCode);

        // Asked of everybody: whoever comes by invitation sets one up before anything else.
        await SignedInServer.Post(lost, "/people?handler=Codes", "/people", ("required", "true"));
        var invited = await Link(lost, "Invite", ("project", "1"), ("role", "Engineer"));
        using var guest = server.Client();
        Assert.Equal("/signin", (await SignedInServer.Post(guest, invited, ("name", "guest"), ("password", Password))).Headers.Location!.ToString());
        asked = await guest.GetStringAsync("/signin");
        Assert.Equal(HttpStatusCode.Found, (await guest.GetAsync("/")).StatusCode);
        var guests = Key().Match(asked).Groups[1].Value.Replace(" ", "");
        asked = await Text(Second(guest, asked, "Setup", "000000"));
        Assert.Contains("does not fit", asked, StringComparison.Ordinal);
        Assert.Equal("/me", (await Second(guest, asked, "Setup", Code(guests))).Headers.Location!.ToString());
        Assert.Equal(10, Recovery().Count(await guest.GetStringAsync("/me")));
        Assert.Equal(HttpStatusCode.OK, (await guest.GetAsync("/")).StatusCode);
        Assert.Contains("asks everybody", await Text(SignedInServer.Post(guest, "/me?handler=Off", "/me", ("code", Code(guests, 1)))), StringComparison.Ordinal);
        await SignedInServer.Post(lost, "/people?handler=Codes", "/people", ("required", "false"));

        // A link for a new password, once; everything of the old one is gone.
        var guestId = await IdOf(lost, "guest");
        var reset = await Link(lost, "Reset", ("account", guestId));
        using var anew = server.Client();
        Assert.Contains("▲", await Text(SignedInServer.Post(anew, reset, ("password", "passwordpassword"))), StringComparison.Ordinal);
        Assert.Equal("/me", (await SignedInServer.Post(anew, reset, ("password", Password + " anew"))).Headers.Location!.ToString());
        Assert.Equal(HttpStatusCode.OK, (await anew.GetAsync("/")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await anew.GetAsync(reset)).StatusCode);
        Assert.Equal(HttpStatusCode.Found, (await guest.GetAsync("/")).StatusCode);
        // And one from the terminal, while the server runs.
        var made = DataFolder.Reset(server.Data, "Guest", Server.SigningOf(server.Data));
        Assert.Equal(HttpStatusCode.OK, (await guest.GetAsync(made)).StatusCode);
        Assert.Throws<UnusableFolderException>(() => DataFolder.Reset(server.Data, "stranger", Server.SigningOf(server.Data)));
        await SignedInServer.Post(guest, made, ("password", Password));

        // A session by short number ends with its device, and neither designs nor owns.
        await SignedInServer.Post(guest, "/me?handler=Pin", "/me", ("pin", "482915"));
        await SignedInServer.Post(guest, "/me?handler=Device", "/me", ("name", "Tablet 7"));
        await SignedInServer.Post(guest, "/signin?handler=Out", "/me");
        Assert.Equal(HttpStatusCode.Found, (await SignedInServer.Post(guest, "/signin?handler=Pin", "/signin", ("name", "guest"), ("pin", "482915"))).StatusCode);
        Assert.Equal(HttpStatusCode.Forbidden, (await SignedInServer.Post(guest, "/?handler=Project", "/", ("name", "x"))).StatusCode);
        var device = Regex.Match(await lost.GetStringAsync("/people"), @"name=""device"" value=""([0-9]+)""").Groups[1].Value;
        await SignedInServer.Post(lost, "/people?handler=Revoke", "/people", ("device", device));
        Assert.Equal(HttpStatusCode.Found, (await guest.GetAsync("/")).StatusCode);

        await SignedInServer.Post(lost, "/me?handler=Password", "/me", ("old", Password), ("password", Password + " once more"));
        await SignedInServer.Post(lost, "/people?handler=Role", "/people", ("account", guestId), ("project", "1"), ("role", "Shop"));
        await SignedInServer.Post(lost, "/people?handler=Close", "/people", ("account", guestId));
        using var thief = server.Client();
        for (var i = 0; i < 6; i++) await SignIn(thief, "Owner", $"wrong wrong {i}");
        await SignIn(thief, "my password typed where the name goes", "x");

        // What is missing here happens only between tablets.
        var log = await lost.GetStringAsync("/people/log?handler=Csv");
        var seen = log.Split('\n').Skip(1).Select(l => l.Split(',')).Where(l => l.Length > 2).Select(l => l[2]).ToHashSet();
        Assert.Equal([AccessEvent.TakenOver.Id], AccessEvent.All.Select(e => e.Id).Where(e => !seen.Contains(e)));
        Assert.DoesNotContain("my password typed", log, StringComparison.Ordinal);
        Assert.Contains("a name that nobody has", log, StringComparison.Ordinal);
        var page = await lost.GetStringAsync("/people/log?find=guest");
        Assert.Contains("was given another role", page, StringComparison.Ordinal);
        Assert.DoesNotContain("approved a device</td>\n          <td class=\"t\">Owner", page, StringComparison.Ordinal);
        // The chain holds them like every other entry.
        Assert.Null(DataFolder.CheckLog(server.Data).Broken);
    }

    [Fact]
    public async Task Five_wrong_codes_and_the_right_one_is_no_use()
    {
        var (server, first) = await Server.StartWithAccounts();
        using var ending = server;
        using var owner = server.Client();
        await SignedInServer.Post(owner, first, ("name", "Owner"), ("password", Password));
        var key = Key().Match(await Text(SignedInServer.Post(owner, "/me?handler=Begin", "/me", ("password", Password)))).Groups[1].Value.Replace(" ", "");
        await SignedInServer.Post(owner, "/me?handler=On", "/me", ("code", Code(key, -1)));
        // Whoever has the password may not try codes for ever by giving it again and again.
        for (var i = 0; i < 4; i++)
        {
            var asked = await Text(SignIn(owner, "Owner"));
            if (Pending().IsMatch(asked)) await Second(owner, asked, "Code", "12345" + i);
        }
        Assert.DoesNotContain("Time code", await Text(SignIn(owner, "Owner")), StringComparison.Ordinal);
        // A seal that nobody gave out, or another account's, is none.
        Assert.Contains("id=\"wrong\"", await Text(SignedInServer.Post(owner, "/signin?handler=Code", "/signin", ("pending", "CfDJ8"), ("code", Code(key, 1)))), StringComparison.Ordinal);
    }

    /// <summary>As somebody does it with a browser: the first account, a time code, an invitation, a new password; no form says a thing
    /// twice, and nobody meets a barrier.</summary>
    [Fact]
    public async Task The_door_in_a_browser()
    {
        var (server, first) = await Server.StartWithAccounts(demo: true);
        using var ending = server;
        using var b = new Browser(server);
        void Look()
        {
            b.NoBarrier();
            Assert.Equal("", b.SaidTwice());
        }
        void Send(string form, params (string Name, string Value)[] fields)
        {
            Look();
            foreach (var (name, value) in fields) b.Find($"{form} [name={name}]").SendKeys(value);
            b.Find($"{form} button").Click();
        }
        string Shown(string css) => b.Text(css).Replace(" ", "");

        b.Go(first);
        Send("form.door-form", ("name", "Owner"), ("password", Password));
        Send("form[action='/me?handler=Begin']", ("password", Password));
        var key = Shown("#device-key");
        Send("form[action='/me?handler=On']", ("code", Code(key, -1)));
        Assert.Equal(10, b.Driver.FindElements(OpenQA.Selenium.By.CssSelector("#recovery li")).Count);
        b.Go("/people");
        Send("form[action='/people?handler=Invite']");
        var invitation = b.Text("#invitation");
        b.Go("/people");
        Send("form[action='/people?handler=Codes']");
        b.Until(() => b.Driver.PageSource.Contains("Everybody is asked", StringComparison.Ordinal), "asked of everybody");
        b.Go("/people/log");
        Look();
        Assert.Contains("made an account", b.Text("table"), StringComparison.Ordinal);
        b.Go("/me");
        b.Find("form[action='/signin?handler=Out'] button").Click();
        Send("form[action='/signin']", ("name", "Owner"), ("password", Password));
        Send("form[action='/signin?handler=Code']", ("code", Code(key)));
        b.Until(() => b.Has("#joints, .joint-link"), "the Board");
        b.Go("/people");
        Send("form[action='/people?handler=Reset']");
        var reset = b.Text("#invitation");
        b.Go("/me");
        b.Find("form[action='/signin?handler=Out'] button").Click();
        b.Until(() => b.Has("form[action='/signin']"), "signed out");
        b.Go(new Uri(reset).PathAndQuery);
        Send("form.door-form", ("password", Password + " anew"));
        // Asked of everybody, and gone with the old password: set up before anything else.
        var anew = Shown("#device-key");
        Assert.NotEqual(key, anew);
        Send("form[action='/signin?handler=Setup']", ("code", Code(anew, 1)));
        b.Until(() => b.Has("#recovery"), "recovery codes");
        b.Find("form[action='/signin?handler=Out'] button").Click();
        b.Until(() => b.Has("form[action='/signin']"), "signed out");
        b.Go(new Uri(invitation).PathAndQuery);
        Send("form.door-form", ("name", "guest"), ("password", Password));
        Send("form[action='/signin?handler=Setup']", ("code", Code(Shown("#device-key"))));
        b.Until(() => b.Has("#recovery"), "recovery codes");
        Assert.Equal("guest", b.Text("a.who"));
    }

    /// <summary>What one person entered out of reach is never signed by the next one on the device, and never lost.</summary>
    [Fact]
    public async Task What_waits_on_a_device_is_sent_as_who_made_it_or_taken_over_in_words()
    {
        var (server, first) = await Server.StartWithAccounts(demo: true);
        using var ending = server;
        using var owner = server.Client();
        await SignedInServer.Post(owner, first, ("name", "Owner"), ("password", Password));
        foreach (var name in new[] { "Anna", "Ben" })
        {
            using var guest = server.Client();
            await SignedInServer.Post(guest, await Link(owner, "Invite", ("project", "1"), ("role", "Shop")), ("name", name), ("password", Password));
        }
        var joint = Regex.Match(await owner.GetStringAsync("/"), @"href=""/joints/([0-9]+)""(?:(?!href=""/joints/).)*?AL-17 ", RegexOptions.Singleline).Groups[1].Value;
        using var b = new Browser(server, 1024, 768);
        void In(string name)
        {
            b.Go("/signin");
            b.Find("form[action='/signin'] [name=name]").SendKeys(name);
            b.Find("form[action='/signin'] [name=password]").SendKeys(Password);
            b.Find("form[action='/signin'] button").Click();
            b.Until(() => b.Has("a.who") && b.Text("a.who") == name, name + " is in");
        }

        In("Anna");
        b.Go($"/joints/{joint}/tablet");
        b.Until(() => b.Text("#t-line") == "All sent", "the tablet");
        b.Offline(true);
        b.Find("#t-tight").Click();
        b.Find("#t-tight").Click();
        b.Until(() => b.Text("#t-line").Contains("2 kept", StringComparison.Ordinal), "kept on the device");
        // The session ends before the server is reached again.
        b.Driver.Manage().Cookies.DeleteAllCookies();
        b.Offline(false);
        b.Until(() => b.Text("#t-line").Contains("Signed out", StringComparison.Ordinal), "signed out");
        b.Go("/signin");
        Assert.Contains("2 entries wait on this device: 2 of Anna", b.Text("#waiting-here"), StringComparison.Ordinal);
        In("Ben");
        Assert.Contains("2 of Anna", b.Text("#waiting-here"), StringComparison.Ordinal);
        b.Go("/waiting");
        b.NoBarrier();
        Assert.Equal(2, b.Driver.FindElements(OpenQA.Selenium.By.CssSelector("#waiting-list tr")).Count);
        b.Find("#waiting-list tr button").Click();
        Assert.Equal(2, b.Driver.FindElements(OpenQA.Selenium.By.CssSelector("#waiting-list tr")).Count);
        b.Find("#waiting-list tr input").SendKeys("Anna went home");
        b.Find("#waiting-list tr button").Click();
        b.Until(() => b.Driver.FindElements(OpenQA.Selenium.By.CssSelector("#waiting-list tr")).Count == 1, "one is taken over");
        b.Go("/me");
        b.Find("form[action='/signin?handler=Out'] button").Click();
        // From whatever page she comes to, and as herself.
        In("Anna");
        b.Until(() => !b.Find("#waiting-here").Displayed, "the other one is sent");
        var kept = System.Text.Json.Nodes.JsonNode.Parse(await owner.GetStringAsync($"/api/v1/joints/{joint}/entries"))!.AsArray()
            .Where(e => (string)e!["account"]! is "Anna" or "Ben").Select(e => ((string)e!["account"]!, (string?)e["document"]!["madeBy"], (string?)e["document"]!["takenOver"])).ToList();
        Assert.Equal([("Ben", "Anna", "Anna went home"), ("Anna", null, null)], kept);
        Assert.Contains("for Anna, who made it: Anna went home", await owner.GetStringAsync($"/joints/{joint}/record"), StringComparison.Ordinal);
        Assert.Contains("taken-over,Ben,", await owner.GetStringAsync("/people/log?handler=Csv"), StringComparison.Ordinal);
    }

    /// <summary>A backup that a server writes to is read as it is, its log included.</summary>
    private static async Task<byte[]> ReadAll(string data)
    {
        var all = new MemoryStream();
        foreach (var file in Directory.GetFiles(data, "hasp.db*"))
        {
            await using var open = new FileStream(file, FileMode.Open, FileAccess.Read, FileShare.ReadWrite | FileShare.Delete);
            await open.CopyToAsync(all);
        }
        return all.ToArray();
    }
}
