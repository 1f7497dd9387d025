using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using Hasp.Core.Joints;
using Hasp.Core.Shop;
using Hasp.Files;
using Hasp.Files.Shop;
using Hasp.Store;
using Hasp.Web.Services;
using Hasp.Web.Services.Shop;

namespace Hasp.Web.Api;

/// <summary>The shop's log for devices and programs: entries of a joint, in and out.</summary>
internal static class ShopApi
{
    internal static void MapShopApi(this IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api/v1/joints/{id:int}/entries").DisableAntiforgery().WithTags("shop");
        api.MapGet("/", Read).WithName("list-entries")
            .WithSummary("Entries of a joint, the oldest first; after a number, where one is given").Answers();
        api.MapPost("/", Write).WithName("record-entries").Needs(Right.Record)
            .WithSummary("Records what was done. Each entry has a key of its own: sent again it is kept once. "
                + "Kept on a device for another account (by), it needs that account or a reason (takenOver). "
                + "What is refused comes back with its faults; the rest is kept").Answers();
        app.MapGet("/schema/entries.json", () => Answer.Json(FormatDescription.Schema(EntryKind.All), 200, "application/schema+json"))
            .ExcludeFromDescription().Needs(Right.Member, Scope.Any);
    }

    private static async Task<IResult> Read(JointId id, JointStore store, ShopLog log, ShopFloor floor, KeptResults results, long after = 0)
    {
        if (await store.Load(id) is not { } stored) return Gone();
        var entries = await log.OfJoint(id);
        if (entries.All(e => e.Number <= after)) return Answer.Json(new JsonArray());
        var record = results.Of(stored.Document).Result is { } result ? JointShop.Of(result, await floor.Look(), entries).Record : null;
        var why = record?.All.ToDictionary(r => r.Entry.Number, record.WhyNot) ?? [];
        return Answer.Json(new JsonArray([.. entries.Where(e => e.Number > after).Select(e =>
            (JsonNode)Shown(e, why.GetValueOrDefault(e.Number, "")))]));
    }

    private static async Task<IResult> Write(JointId id, HttpRequest request, JointStore store, KeptResults results,
        Recorder recorder, Access access)
    {
        if (!request.HasJsonContentType()) return Answer.NotJson;
        if (await store.Load(id) is not { } stored) return Gone();
        using var body = await Answer.Body(request);
        var (sent, faults) = SentIn(body.ToArray());
        if (sent is null) return Answer.Refused(faults);
        var result = results.Valid(stored.Document);
        var outcomes = await recorder.Record(stored, result, sent, access.May(Right.Witness, stored.ProjectId));
        return Answer.Json(new JsonObject { ["results"] = new JsonArray([.. outcomes.Select(o => (JsonNode)Shown(o))]) });
    }

    private static JsonObject Shown(Outcome outcome) => new()
    {
        ["key"] = outcome.Key, ["number"] = outcome.Number, ["again"] = outcome.Again, ["faults"] = ResultDocument.Of(outcome.Faults),
    };

    /// <summary>An entry as it goes out.</summary>
    /// <param name="e">The entry.</param>
    /// <param name="why">Why it does not count; empty where it does.</param>
    private static JsonObject Shown(EntryRow e, string why) => new()
    {
        ["number"] = e.Number, ["key"] = e.Key, ["kind"] = e.Kind, ["bolt"] = e.Bolt, ["document"] = JsonNode.Parse(e.Document),
        ["at"] = Iso(e.At), ["made"] = Iso(e.Made),
        ["account"] = e.Account, ["role"] = e.Role, ["device"] = e.Device, ["previous"] = e.Previous, ["hash"] = e.Hash,
        ["revision"] = Rests.RevisionOf(e.Bound, e.JointId), ["bound"] = e.Bound, ["signer"] = e.Signer, ["signature"] = e.Signature,
        ["counts"] = why.Length == 0, ["why"] = why,
    };

    private static string Iso(DateTime utc) => DateTime.SpecifyKind(utc, DateTimeKind.Utc).ToString("O", CultureInfo.InvariantCulture);

    private static (IReadOnlyList<Sent>? Sent, IReadOnlyList<Fault> Faults) SentIn(byte[] body)
    {
        try
        {
            if (JsonNode.Parse(body, documentOptions: DocumentReader.Strict) is not JsonObject root
                || root["entries"] is not JsonArray list) return (null,
                [new("not-object", "entries", null, "must be an object with a list \"entries\"")]);
            if (list.Count > Recorder.Most) return (null, [new("too-many", "entries", null, $"at most {Recorder.Most} at a time")]);
            var sent = new List<Sent>();
            for (var i = 0; i < list.Count; i++)
            {
                if (list[i] is not JsonObject e || e["document"] is not JsonObject document
                    || !DateTimeOffset.TryParse(Text(e, "made"), CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal,
                    out var made))
                {
                    return (null, [new("entry-unreadable", $"entries[{i}]", null,
                        "an object with key, kind, made (2026-11-26T07:20:00Z) and document")]);
                }
                sent.Add(new(Text(e, "key") ?? "", Text(e, "kind") ?? "", e["bolt"]?.GetValueKind() == JsonValueKind.Number
                    && e["bolt"]!.AsValue().TryGetValue<int>(out var bolt) ? bolt : 0, made, (JsonObject)document.DeepClone(),
                        Text(e, "by"), Text(e, "takenOver")));
            }
            return (sent, []);
        }
        catch (Exception e) when (e is JsonException or InvalidOperationException)
        {
            return (null, [new("not-json", "", null, "not valid JSON: every key once, at most 16 levels, UTF-8")]);
        }
    }

    private static string? Text(JsonObject e, string key) => e[key]?.GetValueKind() == JsonValueKind.String ? (string?)e[key] : null;

    private static IResult Gone() =>
        Results.Problem(statusCode: 404, title: "Nothing here", detail: "There is no joint of that number, or it was deleted.");
}
