using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Hasp.Tests.Files;
using Hasp.Web.Pages.Joints;

namespace Hasp.Web.Tests;

/// <summary>The doors for programs, and what every page promises.</summary>
[Collection(SecondServer.Others)]
public sealed partial class HttpTests(SecondServer shared)
{
    private readonly Server _server = shared.Server;

    internal const string Good = """
        {
          "format": "hasp-joint", "version": 1, "name": "Posted",
          "bolts": { "thread": "M16", "grade": "8.8", "count": 4 },
          "layers": [ { "name": "A", "thickness": "12 mm", "material": "S355", "edgeDistance": "40 mm" }, { "name": "B", "thickness": "3/4 in", "material": "S355" } ],
          "loads": [ { "name": "Full", "tension": "72 kN", "shear": "24 kN" } ],
          "tightening": { "lubrication": "lubricated" }
        }
        """;

    /// <summary>A project at a glance: every joint once, the tightest first; each filter is an address, and those beside it stay.</summary>
    [Fact]
    public async Task A_project_at_a_glance_is_filtered_by_its_address()
    {
        using var http = shared.Server.Client();
        async Task<List<string>> Rows(string query) => [.. System.Text.RegularExpressions.Regex
            .Matches(await http.GetStringAsync("/projects/1/glance" + query), "<tr><td class=\"t\"><a href=\"/joints/([0-9]+)\".*?</tr>", System.Text.RegularExpressions.RegexOptions.Singleline)
            .Select(m => m.Value)];
        var all = await Rows("");
        Assert.True(all.Count >= 20, $"{all.Count} joints");
        Assert.Equal(all.Count, all.Select(r => r[..60]).Distinct().Count());
        var reserves = all.Select(r => System.Text.RegularExpressions.Regex.Match(r, "</td><td>([0-9.]+)").Groups[1].Value).Where(v => v.Length > 0)
            .Select(v => double.Parse(v, System.Globalization.CultureInfo.InvariantCulture)).ToList();
        Assert.Equal(reserves.Order(), reserves);
        var kept = 0;
        foreach (var state in Pages.GlanceModel.Verdicts)
        {
            var some = await Rows("?verdict=" + Uri.EscapeDataString(state));
            Assert.All(some, r => Assert.Contains(state, r, StringComparison.Ordinal));
            kept += some.Count;
        }
        Assert.Equal(all.Count, kept);
        var both = await http.GetStringAsync("/projects/1/glance?verdict=falls%20short&shop=tightened");
        // Off again goes this one; the other stays.
        Assert.Contains("href=\"/projects/1/glance?verdict=falls%20short\"", both, StringComparison.Ordinal);
        Assert.Contains("href=\"/projects/1/glance?shop=tightened\"", both, StringComparison.Ordinal);
        Assert.Equal(System.Net.HttpStatusCode.NotFound, (await http.GetAsync("/projects/99/glance")).StatusCode);
    }

    [Fact]
    public async Task Evaluate_answers_with_the_result_document()
    {
        using var http = _server.Client();
        var answer = await http.PostAsync("/api/v1/evaluate", Json(Good));
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        var result = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
        Assert.Equal("hasp-result", result["format"]!.GetValue<string>());
        Assert.Equal("opening", result["governs"]!.GetValue<string>());
        Assert.Equal("bearing", result["chosen"]!["shearBy"]!.GetValue<string>());
        Assert.NotEmpty(result["checks"]![0]!["working"]!.AsArray());
    }

    [Fact]
    public async Task Ten_faults_are_answered_at_once_as_problem_details()
    {
        var document = """
            {
              "format": "hasp-joint", "version": 1, "name": "Ten",
              "bolts": { "thread": "M20", "grade": "9.8", "count": 0 }, "hole": { "diameter": "19 mm" },
              "layers": [ { "thickness": "12", "material": "S355" }, { "thickness": "-5 mm", "material": "Unobtainium" }, { "thickness": "10 mm", "material": "S355", "edgeDistance": "8 mm" } ],
              "loads": [ { "tension": "NaN kN", "shear": "1e400 N" } ], "tightening": { "nutFactor": 0 }
            }
            """;
        using var http = _server.Client();
        var answer = await http.PostAsync("/api/v1/evaluate", Json(document));
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        Assert.Equal("application/problem+json", answer.Content.Headers.ContentType!.MediaType);
        var faults = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["faults"]!.AsArray();
        Assert.Equal(10, faults.Count);
        Assert.All(faults, f => Assert.NotEmpty(f!["problem"]!.GetValue<string>()));
    }

    [Fact]
    public async Task Ten_thousand_malformed_documents_break_nothing()
    {
        using var http = _server.Client();
        var statuses = new Dictionary<HttpStatusCode, int>();
        await Parallel.ForEachAsync(Enumerable.Range(0, 10_000), new ParallelOptions { MaxDegreeOfParallelism = 8 }, async (seed, _) =>
        {
            using var answer = await http.PostAsync("/api/v1/evaluate", Json(Breaker.Break(Good, seed, 1 + (seed % 5))),
                CancellationToken.None);
            lock (statuses) statuses[answer.StatusCode] = statuses.GetValueOrDefault(answer.StatusCode) + 1;
            if (answer.StatusCode is not (HttpStatusCode.OK or HttpStatusCode.BadRequest)) Assert.Fail($"seed {seed}: {answer.StatusCode}");
        });
        // Most breaks must be caught; some leave a good document, because much may be left out.
        Assert.True(statuses[HttpStatusCode.BadRequest] > 5_000);
        Assert.DoesNotContain("fail:", _server.Log, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_huge_body_and_bytes_that_are_no_text_are_refused()
    {
        using var http = _server.Client();
        Assert.Equal(HttpStatusCode.BadRequest, (await http.PostAsync("/api/v1/evaluate", Bytes(new byte[3_000_000]))).StatusCode);
        Assert.Equal(HttpStatusCode.BadRequest, (await http.PostAsync("/api/v1/evaluate", Bytes([0xff, 0xfe, 0x00, 0xc3, 0x28])))
            .StatusCode);
        Assert.Equal(HttpStatusCode.BadRequest, (await http.PostAsync("/api/v1/evaluate", Bytes([]))).StatusCode);
        // A form of a foreign page can send text, but not JSON.
        Assert.Equal(HttpStatusCode.UnsupportedMediaType, (await http.PostAsync("/api/v1/evaluate", new StringContent(Good))).StatusCode);

        static ByteArrayContent Bytes(byte[] bytes) => new(bytes) { Headers = { ContentType = new("application/json") } };
    }

    [Theory]
    [InlineData("Host", "evil.example", HttpStatusCode.MisdirectedRequest)]
    [InlineData("Origin", "http://evil.example", HttpStatusCode.Forbidden)]
    [InlineData("Sec-Fetch-Site", "cross-site", HttpStatusCode.Forbidden)]
    public async Task Only_this_machine_and_this_site_are_answered(string header, string value, HttpStatusCode status)
    {
        using var http = _server.Client();
        using var request = new HttpRequestMessage(HttpMethod.Post, "/api/v1/evaluate") { Content = Json(Good) };
        request.Headers.TryAddWithoutValidation(header, value);
        Assert.Equal(status, (await http.SendAsync(request)).StatusCode);
    }

    [Fact]
    public async Task Find_and_the_descriptions_are_served()
    {
        using var http = _server.Client();
        var found = JsonNode.Parse(await (await http.PostAsync("/api/v1/find", Json(Good))).Content.ReadAsStringAsync())!;
        Assert.Contains(found["cells"]!.AsArray(), c => c!["thread"]!.GetValue<string>() == "M20" && c["leastCount"] is not null);
        Assert.Equal(HttpStatusCode.BadRequest, (await http.PostAsync("/api/v1/find?series=imaginary", Json(Good))).StatusCode);
        var openApi = JsonNode.Parse(await http.GetStringAsync("/openapi.json"))!;
        Assert.Equal("3.1", ((string)openApi["openapi"]!)[..3]);
        Assert.Equal("#/components/schemas/joint",
            (string)openApi["paths"]!["/api/v1/evaluate"]!["post"]!["requestBody"]!["content"]!["application/json"]!["schema"]!["$ref"]!);
        Assert.NotNull(openApi["components"]!["schemas"]!["joint"]!["properties"]!["bolts"]!["properties"]!["thread"]);
        var chances = JsonNode.Parse(await (await http.PostAsync("/api/v1/chance", Json(Good))).Content.ReadAsStringAsync())!;
        Assert.Equal(1_000_000, chances["samples"]!.GetValue<int>());
        Assert.Equal(HttpStatusCode.BadRequest, (await http.PostAsync("/api/v1/chance", Json("{}"))).StatusCode);
        Assert.NotNull(JsonNode.Parse(await http.GetStringAsync("/schema/joint.json"))!["properties"]);
    }

    /// <summary>On a slow machine the outcome is fetched by the bar that asks how far it is: it must not need what only the page has.</summary>
    [Fact]
    public async Task A_run_that_outlasts_its_page_is_shown_by_the_bar_that_asks()
    {
        using var http = _server.Client();
        for (var again = 0; again < 60; again++)
        {
            var answer = await http.GetAsync("/joints/AL-06/chance?handler=Progress");
            var text = await answer.Content.ReadAsStringAsync();
            Assert.True(answer.IsSuccessStatusCode, text);
            if (text.Contains("chance-slip", StringComparison.Ordinal))
            {
                Assert.Equal("#outcome", Assert.Single(answer.Headers.GetValues("HX-Retarget")));
                return;
            }
            await Task.Delay(250, TestContext.Current.CancellationToken);
        }
        Assert.Fail("the run came to no outcome");
    }

    [Fact]
    public async Task A_record_is_made_read_changed_and_taken_away()
    {
        using var http = _server.Client();
        const string Yard = """{"name":"Yard 9","proof":"600 MPa","yield":"650 MPa","tensile":"800 MPa","minDiameter":"5 mm","maxDiameter":"36 mm","source":"maker"}""";
        var refused = await http.PostAsync("/api/v1/grades", Json(Yard.Replace("\"600 MPa\"", "600")));
        Assert.Equal(HttpStatusCode.BadRequest, refused.StatusCode);
        Assert.Equal("proof", (string)JsonNode.Parse(await refused.Content.ReadAsStringAsync())!["faults"]![0]!["path"]!);
        var made = JsonNode.Parse(await (await http.PostAsync("/api/v1/grades", Json(Yard))).Content.ReadAsStringAsync())!;
        var at = $"/api/v1/grades/{made["id"]}";
        Assert.Equal(HttpStatusCode.OK, (await http.PutAsync(at + "?revision=1", Json(Yard.Replace("600", "620")))).StatusCode);
        Assert.Equal(HttpStatusCode.Conflict, (await http.PutAsync(at + "?revision=1", Json(Yard.Replace("600", "610")))).StatusCode);
        Assert.Contains("620 MPa", await http.GetStringAsync(at), StringComparison.Ordinal);
        Assert.Contains("Yard 9", await http.GetStringAsync("/api/v1/grades"), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.NoContent, (await http.DeleteAsync(at)).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await http.GetAsync(at)).StatusCode);
        Assert.NotNull(JsonNode.Parse(await http.GetStringAsync("/schema/grades.json"))!["properties"]!["proof"]);
    }

    public static TheoryData<string> Kinds => [.. Core.Kinds.Kind.All.Where(k => !k.IsParts).Select(k => k.Id)];

    [Theory]
    [MemberData(nameof(Kinds))]
    public async Task Every_kind_of_joint_is_judged_through_the_door_and_refused_with_its_fields(string kind)
    {
        using var http = _server.Client();
        var document = (JsonObject)JsonNode.Parse(Files.JointDocument.Write(Files.KindExample.Of(Core.Kinds.Kind.ById(kind)!)))!;
        var answer = await http.PostAsync("/api/v1/evaluate", Json(document.ToJsonString()));
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        var result = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
        Assert.Equal(kind, (string)result["kind"]!);
        Assert.True((bool)result["holds"]!);
        Assert.NotEmpty(result["capacity"]!.AsArray());
        // Sizes are searched where bolts are tightened, and refused where they are not.
        var tightened = Core.Kinds.Kind.ById(kind)!.IsTightened;
        var found = await http.PostAsync("/api/v1/find", Json(document.ToJsonString()));
        Assert.Equal(tightened ? HttpStatusCode.OK : HttpStatusCode.BadRequest, found.StatusCode);
        if (!tightened) Assert.Contains("kind-not-tightened", await found.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        document["layers"] = new JsonArray(new JsonObject { ["thickness"] = "12 mm", ["material"] = "S275" });
        var refused = await http.PostAsync("/api/v1/evaluate", Json(document.ToJsonString()));
        Assert.Equal(HttpStatusCode.BadRequest, refused.StatusCode);
        Assert.Contains("kind-lays-parts", await refused.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("abc", "2", "spares-fault")]
    [InlineData("500", "2", "spares-fault")]
    [InlineData("7,5", "2", "spares-fault")]
    [InlineData("7.5", "2.5", "least-fault")]
    [InlineData("7.5", "-1", "least-fault")]
    public async Task Spares_that_cannot_be_read_stay_in_their_field_and_no_list_leaves_with_another_rule(string spares, string least,
        string fault)
    {
        using var http = _server.Client();
        var typed = $"/projects/1/buying?Spares={spares}&Least={least}";
        var page = await http.GetStringAsync(typed);
        Assert.Contains($"id=\"{fault}\"", page, StringComparison.Ordinal);
        Assert.Matches($"name=\"Spares\"[^>]* value=\"{Regex.Escape(spares)}\"", page);
        Assert.Matches($"name=\"Least\"[^>]* value=\"{Regex.Escape(least)}\"", page);
        Assert.Equal(HttpStatusCode.BadRequest, (await http.GetAsync(typed + "&handler=Csv")).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await http.GetAsync("/projects/1/buying?Spares=7.5&Least=0&handler=Csv")).StatusCode);
    }

    /// <summary>Every page there is: the stages by their list, a joint with fatigue among them, and the pages that are none.</summary>
    public static TheoryData<string> EveryPage =>
        [.. Stage.All.SelectMany(s => new[] { "/joints/AL-03" + s.Path, "/joints/AL-06" + s.Path }),
            "/", "/joints/AL-03?Open=slip", "/joints/AL-03?Seek=faceFriction", "/joints/AL-16/loads", "/joints/AL-03/revisions", "/stores",
            "/stores?shelf=threads",
            "/joints/AL-23", "/joints/AL-23/basis", "/joints/AL-23/finder", "/joints/AL-24", "/joints/AL-24/basis",
            "/joints/AL-24?Seek=pin.eyeThickness", "/joints/AL-25", "/joints/AL-25?Open=enBasePressed", "/joints/AL-26",
            "/joints/AL-26/chance", "/joints/AL-27", "/joints/AL-27/fatigue", "/joints/AL-27/preload", "/help/kinds", "/check",
            "/check?Load=20+US+tons&Bolts=4+M20+8.8", "/projects/1/buying",
            "/joints/AL-17/tightening", "/joints/AL-23/tightening", "/joints/AL-25/tightening", "/joints/AL-26/tightening",
            "/joints/AL-17/traveller", "/joints/AL-17/tablet", "/joints/AL-03/record", "/projects/1/record",
            "/stores?shelf=lots", "/stores?shelf=wrenches", "/stores?shelf=shop", "/chart", "/chart?finish=lot:L-2031", "/signin"];

    [Theory]
    [MemberData(nameof(EveryPage))]
    public async Task Every_page_keeps_its_promises(string path)
    {
        using var http = _server.Client();
        var answer = await http.GetAsync(path);
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        var policy = string.Join(' ', answer.Headers.GetValues("Content-Security-Policy"));
        Assert.Contains("script-src 'self'", policy, StringComparison.Ordinal);
        Assert.DoesNotContain("unsafe", policy, StringComparison.Ordinal);
        var html = await answer.Content.ReadAsStringAsync();
        Assert.DoesNotMatch(@"<script(?![^>]*\bsrc=)", html);
        Assert.DoesNotMatch(@"\son[a-z]+\s*=", html);
        Assert.DoesNotMatch(@"\sstyle\s*=", html);
        Assert.DoesNotMatch(@"(src|href|action)=""(https?:)?//", html);
        foreach (Match form in Form().Matches(html))
        {
            Assert.True(form.Value.Contains("__RequestVerificationToken", StringComparison.Ordinal), form.Value);
        }
    }

    [Theory]
    [InlineData("/joints/AL-03?handler=Set")]
    [InlineData("/joints/AL-03?handler=Undo")]
    [InlineData("/joints/AL-03/finder?handler=Adopt")]
    [InlineData("/joints/AL-03/preload?handler=Set")]
    [InlineData("/joints/AL-03/chance?handler=Stop")]
    [InlineData("/?handler=Delete")]
    [InlineData("/stores?handler=Add")]
    [InlineData("/prefs")]
    public async Task A_post_without_its_token_is_refused(string path)
    {
        using var http = _server.Client();
        var answer = await http.PostAsync(path, new FormUrlEncodedContent([new("id", "1"), new("path", "bolts.count"), new("value", "9")]));
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
    }

    [Fact]
    public async Task It_says_that_it_is_alive_and_ready_and_what_it_does_a_line_a_fact()
    {
        using var http = _server.Client();
        foreach (var of in new[] { "live", "ready" })
        {
            var answer = await http.GetAsync("/health/" + of);
            Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
            Assert.Equal("Healthy", await answer.Content.ReadAsStringAsync());
        }
        using var mine = await Editor.Open(_server, "AL-14");
        using var theirs = await Editor.Open(_server, "AL-14");
        await theirs.Set("note", "theirs");
        await mine.Set("note", "mine");
        Assert.Contains("Started, version", _server.Log, StringComparison.Ordinal);
        Assert.Matches(@"(?m)^\d{4}-\d\d-\d\d \d\d:\d\d:\d\d info: .*Joint \d+: a change to revision \d+ met revision \d+; kept beside it as revision \d+$", _server.Log);
    }

    [Fact]
    public async Task Styles_and_scripts_are_asked_for_by_their_fingerprint_and_kept()
    {
        using var http = _server.Client();
        var own = Regex.Matches(await http.GetStringAsync("/joints/AL-03/pattern"), @"(?:href|src)=""(/(?:css|js|lib)/[^""]+)""").Select(m => WebUtility.HtmlDecode(m.Groups[1].Value)).ToList();
        Assert.True(own.Count >= 6, string.Join(' ', own));
        foreach (var address in own)
        {
            Assert.Matches(@"\?v=[\w-]{20,}$", address);
            var answer = await http.GetAsync(address);
            Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
            Assert.Contains("immutable", answer.Headers.CacheControl!.ToString(), StringComparison.Ordinal);
        }
        Assert.Equal("no-cache", (await http.GetAsync("/css/base.css")).Headers.CacheControl!.ToString());
    }

    [Fact]
    public async Task Of_a_joint_that_is_not_there_no_stage_is()
    {
        using var http = _server.Client();
        foreach (var stage in Stage.All) Assert.Equal(HttpStatusCode.NotFound, (await http.GetAsync(stage.AddressOf(99999))).StatusCode);
        // Keys lead to one stage each.
        Assert.Equal(Stage.All.Count, Stage.All.Select(s => s.Key).Distinct().Count());
    }

    [Theory]
    [InlineData("/nowhere", 404)]
    [InlineData("/joints/99999?handler=Export", 404)]
    public async Task What_is_not_there_is_said_plainly(string path, int status)
    {
        using var http = _server.Client();
        var answer = await http.GetAsync(path);
        Assert.Equal(status, (int)answer.StatusCode);
        Assert.Contains("To the Board", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_exported_joint_comes_back_the_same_by_import()
    {
        using var editor = await Editor.Open(_server, "AL-03");
        var exported = await editor.Http.GetStringAsync("/joints/AL-03?handler=Export");
        using var form = new MultipartFormDataContent { { new StringContent(editor.Token), "__RequestVerificationToken" }, { new StringContent(exported), "file", "al.joint.json" } };
        var answer = await editor.Http.PostAsync("/?handler=Import", form);
        Assert.Equal(HttpStatusCode.Redirect, answer.StatusCode);
        var copy = await editor.Http.GetStringAsync(answer.Headers.Location + "?handler=Export");
        Assert.True(JsonNode.DeepEquals(JsonNode.Parse(exported), JsonNode.Parse(copy)));
        using var bad = new MultipartFormDataContent { { new StringContent(editor.Token), "__RequestVerificationToken" }, { new StringContent("{}"), "file", "bad.json" } };
        Assert.Contains("must be &quot;hasp-joint&quot;", await (await editor.Http.PostAsync("/?handler=Import", bad)).Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    private static StringContent Json(string text) => new(text, Encoding.UTF8, "application/json");

    [GeneratedRegex("<form[^>]*method=\"post\".*?</form>", RegexOptions.Singleline)]
    private static partial Regex Form();

    [Fact]
    public async Task A_drawing_without_a_unit_is_asked_about_and_one_with_it_is_taken()
    {
        using var editor = await Editor.Open(_server, "AL-16");
        string Drawing(string header) => $"{header}0\nSECTION\n2\nENTITIES\n" + string.Concat(new[] { (0, 0), (4, 0), (0, 3), (4, 3) }.Select(p => $"0\nCIRCLE\n10\n{p.Item1}\n20\n{p.Item2}\n40\n0.5\n")) + "0\nENDSEC\n0\nEOF\n";
        async Task<string> Send(string drawing)
        {
            using var form = new MultipartFormDataContent { { new StringContent(editor.Token), "__RequestVerificationToken" }, { new StringContent("0"), "unit" }, { new StringContent(editor.Seen.ToString()), "Seen" }, { new StringContent(drawing), "drawing", "plate.dxf" } };
            using var request = new HttpRequestMessage(HttpMethod.Post, "/joints/AL-16/pattern?handler=ImportDxf") { Content = form };
            request.Headers.Add("HX-Request", "true");
            return await (await editor.Http.SendAsync(request)).Content.ReadAsStringAsync();
        }
        var asked = await Send(Drawing(""));
        Assert.Contains("states no unit", asked, StringComparison.Ordinal);
        foreach (var choice in new[] { "4 of Ø 1 mm", "4 of Ø 1 in", "4 of Ø 1 m" }) Assert.Contains(choice, System.Net.WebUtility.HtmlDecode(asked), StringComparison.Ordinal);
        Assert.DoesNotContain("states no unit", await Send(Drawing("0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n1\n0\nENDSEC\n")), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("1.9e-5")]
    [InlineData("0.000019")]
    public async Task A_material_of_ones_own_takes_its_expansion(string expansion)
    {
        using var editor = await Editor.Open(_server, "AL-03");
        var shelf = $"/stores?shelf=materials&joint={_server.IdOf("AL-03")}";
        using var form = new FormUrlEncodedContent(new Dictionary<string, string>
        {
            ["__RequestVerificationToken"] = editor.Token, ["name"] = "Bronze " + expansion, ["elasticModulus"] = "110 GPa", ["yield"] = "200 MPa", ["tensile"] = "400 MPa",
            ["bearingLimit"] = "300", ["expansion"] = expansion, ["brittle"] = "no", ["source"] = "maker",
        });
        var answer = await editor.Http.PostAsync(shelf + "&handler=Add", form);
        Assert.Equal(shelf, answer.Headers.Location?.ToString());
        // The joint that one came from is still there to go back to.
        Assert.Contains($"href=\"{_server.At("/joints/AL-03")}\"", await editor.Http.GetStringAsync(shelf), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_file_is_handed_out_under_a_clean_name()
    {
        using var editor = await Editor.Open(_server, "AL-18");
        var then = (await (await editor.Http.GetAsync("/joints/AL-18?handler=Export")).Content.ReadAsStringAsync()).Split("\"number\": \"")[1].Split('"')[0];
        await editor.Set("number", "../A/7: \"x\"?*");
        var name = (await editor.Http.GetAsync("/joints/AL-18?handler=Export")).Content.Headers.ContentDisposition!.FileName!.Trim('"');
        Assert.Equal("A-7- -x.joint.json", name);
        await editor.Set("number", then);
    }

    /// <summary>A form that names rows which the page never gave out, or letters that are none, is answered like any other: what is good in it
    /// stands, and nothing is made of the rest.</summary>
    [Fact]
    public async Task A_form_of_rows_that_were_not_given_out_is_answered_like_any_other()
    {
        using var http = _server.Client();
        var stores = await http.GetStringAsync("/stores?shelf=lots", TestContext.Current.CancellationToken);
        var lot = System.Text.RegularExpressions.Regex.Match(stores, @"href=""(/lots/[0-9]+)"">L-2031<").Groups[1].Value;
        var page = await http.GetStringAsync(lot, TestContext.Current.CancellationToken);
        var token = System.Text.RegularExpressions.Regex.Match(page, @"__RequestVerificationToken""[^>]*value=""([^""]+)""").Groups[1].Value;
        foreach (var (key, value) in new[]
        {
            ("torque-2147483600", "1"), ("torque-99999999999999999999", "1"), ("torque-abc", "1"), ("torque--1", "1"), ("torque-", "1"), ("torque-1 ", "1"),
            ("note-0", "\0"), ("required", "\ud83d"), ("required", new string('9', 5000)), ("temperature", "\u202e20 °C"),
        })
        {
            using var form = new FormUrlEncodedContent(new Dictionary<string, string>
            {
                ["__RequestVerificationToken"] = token, ["torque-0"] = "173.5 N·m", [key] = value,
            });
            using var answer = await http.PostAsync(new Uri(lot + "?handler=Verify", UriKind.Relative), form, TestContext.Current.CancellationToken);
            var said = await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken);
            // What no browser sends is refused as a whole.
            if (value == "\0")
            {
                Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
                continue;
            }
            Assert.True(answer.StatusCode == HttpStatusCode.OK, $"{key}={value}: {answer.StatusCode} {said}");
            Assert.Contains("173.5 N·m", WebUtility.HtmlDecode(said), StringComparison.Ordinal);
            Assert.True(said.Length < 200_000, $"{key}: {said.Length} characters");
        }
    }
}
