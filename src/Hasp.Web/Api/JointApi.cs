using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Joints;
using Hasp.Core.Sizing;
using Hasp.Core.Uncertainty;
using Hasp.Files;
using Hasp.Web.Services;

namespace Hasp.Web.Api;

/// <summary>The open door for programs: a joint document in, a result document out. No state, no cookies.</summary>
internal static class JointApi
{
    internal static void MapJointApi(this WebApplication app)
    {
        app.MapPost("/api/v1/evaluate", Evaluate).DisableAntiforgery();
        app.MapPost("/api/v1/find", Find).DisableAntiforgery();
        app.MapPost("/api/v1/chance", Chance).DisableAntiforgery();
        app.MapGet("/schema/joint.json", () => Json(FormatDescription.Schema(), 200, "application/schema+json"));
        app.MapGet("/openapi.json", () => Json(OpenApi(), 200, "application/json"));
    }

    private static async Task<IResult> Evaluate(HttpRequest request)
    {
        var (joint, refused) = await Read(request);
        return refused ?? Json(ResultDocument.Of(Evaluation.Run(joint!)), 200, "application/json");
    }

    private static async Task<IResult> Find(HttpRequest request, HeavyWork heavy)
    {
        var (joint, refused) = await Read(request);
        if (refused is not null) return refused;
        var series = request.Query["series"].FirstOrDefault() ?? joint!.Bolts.Thread.Series;
        var sizes = Standards.Threads.Where(t => t.Series.Equals(series, StringComparison.OrdinalIgnoreCase)).ToList();
        if (sizes.Count == 0)
        {
            return Refused([new Fault("series", "series", series, "must be one of " + string.Join(", ", Standards.Names(Standards.Threads, t => t.Series)))]);
        }
        var grades = Finder.GradesFor(joint!.Said, sizes);
        var (done, cells) = await heavy.Do(stop => Finder.Search(joint.Said, sizes, grades, FinderDocument.MaxCount, stop), request.HttpContext.RequestAborted);
        return done ? Json(FinderDocument.Of(grades, cells!), 200, "application/json") : Busy();
    }

    private static IResult Busy() => Results.Problem(statusCode: 503, title: "Busy", detail: HeavyWork.Full);

    /// <summary>Samples the joint; a caller who goes away stops the run.</summary>
    private static async Task<IResult> Chance(HttpRequest request, HeavyWork heavy)
    {
        var (joint, refused) = await Read(request);
        if (refused is not null) return refused;
        var (done, chances) = await heavy.Do(stop => new Simulation(joint!).Run(null, stop), request.HttpContext.RequestAborted);
        return done ? Json(ChancesDocument.Of(chances!, joint!), 200, "application/json") : Busy();
    }

    private static async Task<(Joint? Joint, IResult? Refused)> Read(HttpRequest request)
    {
        // A form of a foreign page can send text, but not this type without being asked first.
        if (!request.HasJsonContentType())
        {
            return (null, Results.Problem(statusCode: 415, title: "Send the joint document as application/json", detail: "For example: curl -H 'Content-Type: application/json' --data-binary @joint.json …"));
        }
        using var body = new MemoryStream();
        var buffer = new byte[16384];
        int read;
        while ((read = await request.Body.ReadAsync(buffer)) > 0)
        {
            // One byte past the limit is enough for the parser to say so.
            if (body.Length <= JointDocument.MaxBytes) await body.WriteAsync(buffer.AsMemory(0, read));
        }
        var (joint, faults) = JointDocument.Read(body.GetBuffer().AsMemory(0, (int)body.Length));
        return joint is null ? (null, Refused(faults)) : (joint, null);
    }

    private static IResult Refused(IReadOnlyList<Fault> faults) => Json(
        new JsonObject
        {
            ["type"] = "about:blank",
            ["title"] = "The joint document has faults",
            ["status"] = 400,
            ["detail"] = $"{faults.Count} {(faults.Count == 1 ? "fault" : "faults")}; each with its path and what is allowed.",
            ["faults"] = ResultDocument.Of(faults),
        }, 400, "application/problem+json");

    private static IResult Json(JsonNode node, int status, string type) =>
        Results.Text(node.ToJsonString(ResultDocument.Indented), type, System.Text.Encoding.UTF8, status);

    private static JsonObject OpenApi()
    {
        static JsonObject Answer(string words, string type) => new()
        {
            ["description"] = words,
            ["content"] = new JsonObject { [type] = new JsonObject { ["schema"] = new JsonObject { ["type"] = "object" } } },
        };
        static JsonObject Post(string id, string summary, string answer, params JsonNode[] parameters) => new()
        {
            ["post"] = new JsonObject
            {
                ["operationId"] = id,
                ["summary"] = summary,
                ["parameters"] = new JsonArray(parameters),
                ["requestBody"] = new JsonObject
                {
                    ["required"] = true,
                    ["content"] = new JsonObject { ["application/json"] = new JsonObject { ["schema"] = new JsonObject { ["$ref"] = "#/components/schemas/Joint" } } },
                },
                ["responses"] = new JsonObject
                {
                    ["200"] = Answer(answer, "application/json"),
                    ["400"] = Answer("Problem details; faults lists every fault with path, was and problem.", "application/problem+json"),
                },
            },
        };
        var joint = FormatDescription.Schema();
        joint.Remove("$schema");
        return new JsonObject
        {
            ["openapi"] = "3.1.0",
            ["info"] = new JsonObject { ["title"] = "Hasp", ["version"] = "1", ["description"] = "Evaluates bolted joints. Field, check and value names: docs/format.md." },
            ["paths"] = new JsonObject
            {
                ["/api/v1/evaluate"] = Post("evaluate", "Evaluate a joint", "The result document: checks, values, cases, warnings, working."),
                ["/api/v1/chance"] = Post("chance", "Sample a joint: how often it opens, slips or yields", "The chances document: probabilities with confidence intervals, sensitivities. Samples, seed and scatter stand in the joint's uncertainty."),
                ["/api/v1/find"] = Post("find", "Judge every size and grade, 1 to 24 bolts", "The finder document.", new JsonObject
                {
                    ["name"] = "series", ["in"] = "query", ["schema"] = new JsonObject { ["type"] = "string" },
                    ["description"] = "Thread series; the joint's own where absent.",
                }),
            },
            ["components"] = new JsonObject { ["schemas"] = new JsonObject { ["Joint"] = joint } },
        };
    }
}
