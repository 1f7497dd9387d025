using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Joints;
using Hasp.Core.Sizing;
using Hasp.Core.Uncertainty;
using Hasp.Files;
using Hasp.Files.Live;
using Hasp.Web.Report;
using Hasp.Web.Services;

namespace Hasp.Web.Api;

/// <summary>The open door for programs: a joint document in, a result document out. No state, no cookies.</summary>
internal static class JointApi
{
    internal static void MapJointApi(this IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api/v1").DisableAntiforgery().WithTags("joints").Needs(Right.Read, Scope.Any);
        api.MapPost("/evaluate", Evaluate).WithName("evaluate").WithSummary("Evaluate a joint")
            .WithDescription("A joint document in; the result document out: checks, values, cases, warnings, working.")
                .Takes(ApiDescription.Joint).Answers();
        api.MapPost("/find", Find).WithName("find").WithSummary("Judge every size and grade, 1 to 24 bolts")
            .WithDescription("The finder document. The query's series names a thread series; the joint's own where it is absent.")
                .Takes(ApiDescription.Joint).Answers();
        api.MapPost("/chance", Chance).WithName("chance").WithSummary("Sample a joint: how often it opens, slips or yields")
            .WithDescription("The chances document: probabilities with confidence intervals, sensitivities. Samples, "
                + "seed and scatter stand in the joint's uncertainty.")
            .Takes(ApiDescription.Joint).Answers();
        api.MapPost("/sheet", Sheet).WithName("sheet").WithSummary("A workbook that calculates")
            .WithDescription("XLSX whose cells are the formulas of the working: a number typed over goes through them, and the sheet says "
                + "where it follows no further. N, mm, MPa, N·mm, rad.")
            .Takes(ApiDescription.Joint).Answers();
        api.MapPost("/report", Report).WithName("report").WithSummary("The calculation, as one file")
            .WithDescription("A joint document in; the calculation out, as one HTML file with everything in it. length: summary, usual or "
                + "full; paper: a4 or letter; units: si or us.")
            .Takes(ApiDescription.Joint).Answers();
        api.MapPost("/compare", Compare).WithName("compare").WithSummary("Two joints side by side")
            .WithDescription("An array of two joint documents in; the comparison document out: inputs, checks, values and coverage that are others.")
            .Takes(ApiDescription.Joint).Answers();
        app.MapGet("/schema/joint.json", () => Answer.Json(FormatDescription.Schema(), 200, "application/schema+json"))
            .ExcludeFromDescription().Needs(Right.Member, Scope.Any);
    }

    private static async Task<IResult> Evaluate(HttpRequest request)
    {
        var (joint, refused) = await Read(request);
        return refused ?? Answer.Json(ResultDocument.Of(Evaluation.Run(joint!)));
    }

    private static async Task<IResult> Find(HttpRequest request, Jobs jobs, string? series = null)
    {
        var (joint, refused) = await Read(request);
        if ((refused ?? NotSearched(joint!)) is { } no) return no;
        series ??= joint!.Bolts.Thread.Series;
        var sizes = Standards.Threads.Where(t => t.Series.Equals(series, StringComparison.OrdinalIgnoreCase)).ToList();
        if (sizes.Count == 0)
        {
            return Answer.Refused(
                [new Fault("series", "series", series, "must be one of "
                    + string.Join(", ", Standards.Names(Standards.Threads, t => t.Series)))]);
        }
        var grades = Finder.GradesFor(joint!.Said, sizes);
        // Every number is judged while the document is written: that is part of the job.
        var (done, found) = await jobs.Do(stop => FinderDocument.Of(grades, Finder.Search(joint.Said, sizes, grades,
            Math.Max(FinderDocument.MaxCount, joint.AllBolts), stop: stop)), request.HttpContext.RequestAborted);
        return done ? Answer.Json(found!) : Busy();
    }

    private static async Task<IResult> Sheet(HttpRequest request, Jobs jobs)
    {
        if (!request.HasJsonContentType()) return Answer.NotJson;
        using var body = await Answer.Body(request);
        var (draft, joint, faults) = JointDocument.ReadBoth(body.GetBuffer().AsMemory(0, (int)body.Length));
        if (joint is null) return Answer.Refused(faults);
        var (done, book) = await jobs.Do(stop => LiveBook.Of(draft!, joint, stop, $"{joint.Number} {joint.Name}".Trim()),
            request.HttpContext.RequestAborted);
        return done ? Results.File(book!.Xlsx(), FileNames.Workbook, FileNames.Clean(joint.Name) + ".xlsx") : Busy();
    }

    private static async Task<IResult> Report(HttpRequest request, ReportFile file, TimeProvider clock, string? length = null,
        string? paper = null, string? units = null)
    {
        if (!request.HasJsonContentType()) return Answer.NotJson;
        var said = ReportRequest.Of(length, paper, units);
        if (said.Faults.Count > 0) return Answer.Refused(said.Faults);
        using var body = await Answer.Body(request);
        var (draft, joint, faults) = JointDocument.ReadBoth(body.GetBuffer().AsMemory(0, (int)body.Length));
        if (joint is null) return Answer.Refused(faults);
        return Results.Content(await file.Html(ReportSheet.Of(draft!, joint, said.Length, clock.GetUtcNow().UtcDateTime), said.IsLetter,
            said.Units), "text/html; charset=utf-8");
    }

    private static async Task<IResult> Compare(HttpRequest request)
    {
        if (!request.HasJsonContentType()) return Answer.NotJson;
        using var body = await Answer.Body(request);
        JsonArray? two;
        try
        {
            two = JsonNode.Parse(body.GetBuffer().AsSpan(0, (int)body.Length)) as JsonArray;
        }
        catch (JsonException)
        {
            two = null;
        }
        if (two is not [{ } one, { } other]) return Answer.Refused([new Fault("two", "", null,
            "an array of two joint documents is wanted")]);
        var read = new[] { one, other }.Select(d => JointDocument.ReadBoth(Encoding.UTF8.GetBytes(d.ToJsonString()))).ToList();
        var faults = read.SelectMany((r, i) => r.Faults.Select(f => f with { Path = $"[{i}].{f.Path}".TrimEnd('.') })).ToList();
        return faults.Count > 0 ? Answer.Refused(faults) : Answer.Json(ComparedDocument.Of(Compared.Of(read[0].Draft!,
            Evaluation.Run(read[0].Joint!), read[1].Draft!, Evaluation.Run(read[1].Joint!))));
    }

    private static IResult? NotSearched(Joint joint) => joint.NotSearched is { } why ? Answer.Refused([why]) : null;

    private static IResult Busy() => Results.Problem(statusCode: 503, title: "Busy", detail: Jobs.Full);

    /// <summary>Samples the joint; a caller who goes away stops the run.</summary>
    private static async Task<IResult> Chance(HttpRequest request, Jobs jobs)
    {
        var (joint, refused) = await Read(request);
        if ((refused ?? NotSearched(joint!)) is { } no) return no;
        var (done, chances) = await jobs.Do(stop => new Simulation(joint!).Run(null, stop), request.HttpContext.RequestAborted);
        return done ? Answer.Json(ChancesDocument.Of(chances!, joint!)) : Busy();
    }

    private static async Task<(Joint? Joint, IResult? Refused)> Read(HttpRequest request)
    {
        if (!request.HasJsonContentType()) return (null, Answer.NotJson);
        using var body = await Answer.Body(request);
        var (joint, faults) = JointDocument.Read(body.GetBuffer().AsMemory(0, (int)body.Length));
        return joint is null ? (null, Answer.Refused(faults)) : (joint, null);
    }
}
