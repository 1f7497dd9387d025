using System.Text.Json.Nodes;
using Hasp.Core.Joints;
using Hasp.Files;
using Hasp.Files.Shop;
using Hasp.Store;

namespace Hasp.Web.Services.Shop;

/// <summary>
/// What may be put on a shelf: what its kind takes, and of a lot that was tested nothing that the test was made with. A lot of other
/// bolts, finish
/// or parts is another lot: its tests would speak for what they never saw, and a change that is changed back would bring an ended test to
/// life.
/// </summary>
public sealed class TestedLots(JointStore store, ShopLog log)
{
    /// <summary>Everything that is wrong with a document for a shelf.</summary>
    /// <param name="kind">The shelf.</param>
    /// <param name="document">The document.</param>
    /// <param name="id">The record that it takes the place of; where none is named, the one of its name.</param>
    public async Task<IReadOnlyList<Fault>> FaultsOf(RecordKind kind, JsonObject document, int? id = null)
    {
        var faults = kind.FaultsOf(document);
        if (faults.Count > 0 || kind.Frozen.Count == 0) return faults;
        var before = id is { } number ? await store.Record(kind.Id, number)
            : (await store.Records(kind.Id)).FirstOrDefault(r => r.Name == kind.NameIn(document));
        if (before is null || RecordKind.Parsed(before.Document) is not { } was) return [];
        var changed = kind.Frozen.Where(f => (RecordKind.TextIn(was, f.Key) ?? "") != (RecordKind.TextIn(document, f.Key) ?? "")).ToList();
        if (changed.Count == 0 || (await log.OfLot(before.Id)).All(e => e.Kind != EntryKind.Verification.Id)) return [];
        return [.. changed.Select(f => new Fault("lot-tested", f.Key, RecordKind.TextIn(document, f.Key),
            $"this lot was tested with {RecordKind.TextIn(was, f.Key) ?? "nothing stated"}: what differs is another lot. Make a new one"))];
    }
}
