using System.Text.Json;
using System.Text.Json.Nodes;
using Hasp.Core.Joints;
using Hasp.Files;
using Hasp.Store;
using Hasp.Web.Services;
using Hasp.Web.Services.Shop;

namespace Hasp.Web.Api;

/// <summary>Records of every kind that people fill in, for programs: listed, read, made, changed and taken away.</summary>
internal static class RecordApi
{
    // What programs save is theirs, not a browser's.
    private const string Editor = "api";

    internal static void MapRecordApi(this IEndpointRouteBuilder app)
    {
        foreach (var kind in RecordKind.Shelved)
        {
            var of = app.MapGroup("/api/v1/" + kind.Id).DisableAntiforgery().WithTags(kind.Id);
            var look = new NeedsAttribute(Right.Read) { In = Scope.Any };
            var keep = new NeedsAttribute(Right.Design) { In = Scope.Any };
            of.MapGet("/", async (JointStore store) => Answer.Json(new JsonArray([.. (await store.Records(kind.Id))
                .Where(r => RecordKind.Parsed(r.Document) is not null).Select(r => (JsonNode)Shown(r))])))
                .WithName("list-" + kind.Id).WithSummary($"Every {kind.One}, by name").Answers().WithMetadata(look);
            of.MapGet("/{id:int}", async (RecordId id, JointStore store) => await store.Record(kind.Id, id) is { } r ? Answer.Json(Shown(r))
                : Gone(kind))
                .WithName("read-" + kind.Id).WithSummary($"One {kind.One} as it stands").Answers().WithMetadata(look);
            of.MapPost("/", async (HttpRequest request, JointStore store, SharedRecords shared, TestedLots shelves) =>
            {
                var (document, refused) = await Read(kind, request, shelves);
                if (refused is not null) return refused;
                return Answer.Json(Shown((await store.Record(kind.Id, (await shared.Put(kind, [document!], "kept"))[0]))!), 201);
            }).WithName("make-" + kind.Id).WithSummary($"A new {kind.One}; of one of the same name a new revision").Takes(kind.Id).Answers()
                .WithMetadata(keep);
            of.MapPut("/{id:int}", (RecordId id, int revision, HttpRequest request, JointStore store, SharedRecords shared,
                TestedLots shelves) => Change(kind, id, revision, request, store, shared, shelves))
                .WithName("change-" + kind.Id)
                    .WithSummary($"A {kind.One} changed from the revision that was read; 409 where another was faster, and both are kept")
                .Takes(kind.Id).Answers().WithMetadata(keep);
            of.MapDelete("/{id:int}", async (RecordId id, JointStore store, SharedRecords shared) =>
                await store.Record(kind.Id, id) is not null && await shared.Delete(kind, id, true) ? Results.NoContent() : Gone(kind))
                .WithName("delete-" + kind.Id).WithSummary($"Takes a {kind.One} away; joints that use it keep it").Answers()
                    .WithMetadata(keep);
            app.MapGet($"/schema/{kind.Id}.json", () => Answer.Json(FormatDescription.Schema(kind), 200, "application/schema+json"))
                .ExcludeFromDescription().Needs(Right.Member, Scope.Any);
        }
    }

    private static async Task<IResult> Change(RecordKind kind, int id, int revision, HttpRequest request, JointStore store,
        SharedRecords shared, TestedLots shelves)
    {
        var (document, refused) = await Read(kind, request, shelves, id);
        if (refused is not null) return refused;
        if (await store.Record(kind.Id, id) is null) return Gone(kind);
        var saved = await shared.Save(kind, id, revision, document!, Editor);
        if (saved.Revision is null) return Gone(kind);
        return saved.Conflict
            ? Results.Problem(statusCode: 409, title: "Changed by another",
                detail: $"Yours is kept as revision {saved.Revision} beside the one that stands.")
            : Answer.Json(Shown((await store.Record(kind.Id, id))!));
    }

    private static async Task<(JsonObject? Document, IResult? Refused)> Read(RecordKind kind, HttpRequest request,
        TestedLots shelves, int? id = null)
    {
        if (!request.HasJsonContentType()) return (null, Answer.NotJson);
        using var body = await Answer.Body(request);
        try
        {
            var document = JsonNode.Parse(body.ToArray(), documentOptions: DocumentReader.Strict) as JsonObject;
            var faults = document is null ? [new("not-object", "", null, "must be an object")]
                : await shelves.FaultsOf(kind, document, id);
            return faults.Count > 0 ? (null, Answer.Refused(faults)) : (document, null);
        }
        catch (Exception e) when (e is JsonException or InvalidOperationException)
        {
            return (null, Answer.Refused([new Fault("not-json", "", null, "not valid JSON: every key once, at most 16 levels, UTF-8")]));
        }
    }

    private static JsonObject Shown(StoredRecord r) =>
        new() { ["id"] = r.Id, ["revision"] = r.Revision, ["document"] = JsonNode.Parse(r.Document) };

    private static IResult Gone(RecordKind kind) =>
        Results.Problem(statusCode: 404, title: "Nothing here", detail: $"There is no {kind.One} of that number, or it was taken away.");
}
