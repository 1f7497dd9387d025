using AngleSharp.Dom;
using AngleSharp.Html.Parser;
using Hasp.Core;
using Hasp.Core.Quantities;
using Hasp.Files;
using Hasp.Web.Report;
using Hasp.Web.Services;

namespace Hasp.Web.Tests;

/// <summary>The calculation that is handed over: every part of every joint at every length, and nothing in it that is not the result's.</summary>
[Collection(SecondServer.Others)]
public sealed class ReportTests(SecondServer shared)
{
    private readonly HtmlParser _parser = new();

    [Fact]
    public async Task Each_part_of_each_joint_stands_where_its_length_has_it_and_says_what_the_result_says()
    {
        using var http = shared.Server.Client();
        var (wrong, parts, figures) = (new List<string>(), 0, 0);
        foreach (var number in new[] { 3, 5, 6, 8, 9, 11, 16, 17, 23, 24, 25, 26, 27 }.Select(i => $"AL-{i:00}"))
        {
            if (JointDocument.Read(await http.GetStringAsync($"/joints/{number}?handler=Export")).Joint is not { } joint) continue;
            var result = Evaluation.Run(joint);
            foreach (var length in Enum.GetValues<ReportLength>())
            {
                using var page = _parser.ParseDocument(await http.GetStringAsync($"/joints/{number}/report?length={length}"));
                var report = page.QuerySelector("article.report")!;
                var there = report.QuerySelectorAll(".report-part").Select(p => p.Id![5..]).ToHashSet();
                foreach (var part in ReportPart.All.Where(p => p.Id != "title"))
                {
                    parts++;
                    if (part.From > length && there.Contains(part.Id)) wrong.Add($"{number}, {length}: {part.Id} is there");
                    if (part.From == ReportLength.Summary && !there.Contains(part.Id)) wrong.Add($"{number}, {length}: {part.Id} is missing");
                }
                // Nothing to be typed into, nothing that is no number, nothing said under one id twice.
                if (report.QuerySelector("input, button, select, textarea") is { } control) wrong.Add($"{number}, {length}: {control.OuterHtml}");
                if (report.TextContent.Contains("NaN", StringComparison.Ordinal)) wrong.Add($"{number}, {length}: NaN");
                var ids = page.All.Where(e => e.Id is { Length: > 0 }).GroupBy(e => e.Id).Where(g => g.Count() > 1).Select(g => g.Key);
                if (ids.Any()) wrong.Add($"{number}, {length}: ids twice {string.Join(' ', ids)}");
                // Each verdict in its own words, and what governs with its whole working.
                foreach (var c in result.Checks.Where(c => c.Factor is not null))
                {
                    figures++;
                    var words = Verdict.Of(c, joint.Judging.Basis.Speech, UnitSystem.Si).Words;
                    if (!Plain(report).Contains(Plain(words), StringComparison.Ordinal)) wrong.Add($"{number}, {length}: {c.Check.Id}: {words} is not said");
                }
                if (length > ReportLength.Summary && result.Governing is { } g
                    && report.QuerySelectorAll($"#check-{g.Check.Id} .report-steps li").Length != g.Working.Steps.Count) wrong.Add($"{number}, {length}: steps of {g.Check.Id}");
                if (length == ReportLength.Full && report.QuerySelectorAll(".report-check").Length != result.Checks.Count(c => c.Factor is not null))
                    wrong.Add($"{number}: not every working");
                if (!result.Holds && !report.TextContent.Contains("not to be built", StringComparison.Ordinal)) wrong.Add($"{number}, {length}: falls short and does not say so");
            }
        }
        Assert.True(wrong.Count == 0, string.Join('\n', wrong.Take(20)));
        Assert.True(parts >= 12 * 3 * 12 && figures > 350, $"{parts} parts, {figures} figures");
    }

    private static string Plain(IElement e) => Plain(e.TextContent);

    private static string Plain(string text) => string.Join(' ', text.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));

    [Fact]
    public async Task Parts_are_chosen_and_what_nobody_knows_is_refused()
    {
        using var http = shared.Server.Client();
        using var page = _parser.ParseDocument(await http.GetStringAsync("/joints/AL-16/report?part-bolts=on&part-cautions=on"));
        Assert.Equal(["part-bolts", "part-cautions"], page.QuerySelectorAll(".report-part").Select(p => p.Id));
        // What a project begins with is kept, and an address that says something is stronger.
        using var token = new FormUrlEncodedContent([new("__RequestVerificationToken", Editor.TokenOf(page.DocumentElement.OuterHtml))]);
        using var kept = await http.PostAsync("/joints/AL-16/report?handler=Keep&length=Summary&paper=letter&part-bolts=on", token);
        Assert.Equal(System.Net.HttpStatusCode.Redirect, kept.StatusCode);
        using var again = _parser.ParseDocument(await http.GetStringAsync("/joints/AL-16/report"));
        Assert.Equal(["part-bolts"], again.QuerySelectorAll(".report-part").Select(p => p.Id));
        Assert.NotNull(again.QuerySelector("link[href^='/css/letter.css']"));
        using var usual = _parser.ParseDocument(await http.GetStringAsync("/joints/AL-16/report?length=Usual&paper=a4"));
        Assert.True(usual.QuerySelectorAll(".report-part").Length > 6);
        Assert.Equal(System.Net.HttpStatusCode.BadRequest, (await http.GetAsync("/joints/AL-16/report?length=endless")).StatusCode);
        Assert.Equal(System.Net.HttpStatusCode.NotFound, (await http.GetAsync("/joints/999999/report")).StatusCode);
    }

    /// <summary>The workbook that calculates, from the page and from the door for programs; what is no joint is refused in words.</summary>
    [Fact]
    public async Task The_spreadsheet_comes_from_the_page_and_from_the_door()
    {
        using var http = shared.Server.Client();
        using var answer = await http.GetAsync("/joints/AL-03/report?handler=Sheet");
        Assert.EndsWith(".xlsx", answer.Content.Headers.ContentDisposition!.FileNameStar, StringComparison.Ordinal);
        using var zip = new System.IO.Compression.ZipArchive(await answer.Content.ReadAsStreamAsync());
        using var book = new StreamReader(zip.GetEntry("xl/workbook.xml")!.Open());
        Assert.Contains("in_loads_0_tension", await book.ReadToEndAsync(), StringComparison.Ordinal);
        using var document = new StringContent(HttpTests.Good, System.Text.Encoding.UTF8, "application/json");
        using var made = await http.PostAsync("/api/v1/sheet", document);
        Assert.Equal(System.Net.HttpStatusCode.OK, made.StatusCode);
        using var faulty = new StringContent("""{ "format": "hasp-joint", "version": 1 }""", System.Text.Encoding.UTF8, "application/json");
        using var refused = await http.PostAsync("/api/v1/sheet", faulty);
        Assert.Equal(System.Net.HttpStatusCode.BadRequest, refused.StatusCode);
    }

    /// <summary>Two joints side by side, from the page, as a table and from the door; a side that is not there is said.</summary>
    [Fact]
    public async Task Two_joints_stand_side_by_side()
    {
        using var http = shared.Server.Client();
        var page = await http.GetStringAsync("/joints/AL-03/compare?A=basis-eurocode&B=revision-1");
        using var parsed = _parser.ParseDocument(page);
        Assert.True(parsed.QuerySelectorAll("#compared tbody tr").Length > 20);
        Assert.Contains("Nothing is another", await http.GetStringAsync("/joints/AL-03/compare?A=revision-1&B=revision-1"), StringComparison.Ordinal);
        Assert.Contains("choose another", await http.GetStringAsync("/joints/AL-03/compare?A=joint-99999&B=revision-1"), StringComparison.Ordinal);
        Assert.StartsWith("What,Name,First,Second", (await http.GetStringAsync("/joints/AL-03/compare?handler=Csv&A=basis-is800&B=revision-1")).TrimStart('\uFEFF'), StringComparison.Ordinal);
        using var two = new StringContent($"[{HttpTests.Good},{HttpTests.Good}]", System.Text.Encoding.UTF8, "application/json");
        using var made = await http.PostAsync("/api/v1/compare", two);
        Assert.Contains("\"alike\": true", await made.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        using var one = new StringContent(HttpTests.Good, System.Text.Encoding.UTF8, "application/json");
        using var refused = await http.PostAsync("/api/v1/compare", one);
        Assert.Equal(System.Net.HttpStatusCode.BadRequest, refused.StatusCode);
    }

    /// <summary>One file with everything in it: nothing is fetched, nothing runs; printed, it has pages whose text can be chosen and is tagged.</summary>
    [Fact]
    public async Task The_file_stands_alone_and_prints_as_tagged_pages()
    {
        using var http = shared.Server.Client();
        using var answer = await http.GetAsync("/joints/AL-03/report?handler=File&paper=a4");
        Assert.Contains("calculation.html", answer.Content.Headers.ContentDisposition!.ToString(), StringComparison.Ordinal);
        var html = await answer.Content.ReadAsStringAsync();
        using var page = _parser.ParseDocument(html);
        Assert.Empty(page.QuerySelectorAll("script, link[rel=stylesheet], img, iframe, form, .report-chooser"));
        Assert.DoesNotContain("url(/", html, StringComparison.Ordinal);
        Assert.DoesNotContain(shared.Server.Address.Authority, html, StringComparison.Ordinal);
        var file = Path.Combine(Directory.CreateTempSubdirectory("hasp-report-").FullName, "calculation.html");
        await File.WriteAllTextAsync(file, html);
        var b = Browser.Shared(shared.Server);
        b.Driver.Navigate().GoToUrl(new Uri(file));
        var pdf = b.Printed();
        var text = System.Text.Encoding.Latin1.GetString(pdf);
        Assert.Contains("/StructTreeRoot", text, StringComparison.Ordinal);
        Assert.Contains("/MarkInfo", text, StringComparison.Ordinal);
        Assert.Contains("/ToUnicode", text, StringComparison.Ordinal);
        var pages = System.Text.RegularExpressions.Regex.Count(text, @"/Type\s*/Page\b(?!s)");
        Assert.InRange(pages, 4, 40);
        // A4: 595 by 842 points.
        Assert.Matches(@"/MediaBox\s*\[0 0 59[45]\S* 84[12]\S*\]", text);
    }
}
