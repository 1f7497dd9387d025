using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Joints;
using Hasp.Core.Shop;
using Hasp.Files.Shop;
using Hasp.Store;

namespace Hasp.Web.Services.Shop;

/// <summary>An entry as a device sends it.</summary>
/// <param name="Key">Made by the device: sent again, it is kept once.</param>
/// <param name="Kind">What it is of.</param>
/// <param name="Bolt">Number of the bolt; 0 for none.</param>
/// <param name="Made">When, by the clock of the device.</param>
/// <param name="Document">What was found or done.</param>
/// <param name="By">The account that it was made under, as the device kept it; null where it is sent as it is made.</param>
/// <param name="TakenOver">Why whoever sends it answers for what another account made.</param>
public sealed record Sent(
    string Key, string Kind, int Bolt, DateTimeOffset Made, JsonObject Document, string? By = null, string? TakenOver = null);

/// <summary>What became of it.</summary>
/// <param name="Key">Its key.</param>
/// <param name="Number">Its number in the log; null where it was refused.</param>
/// <param name="Again">True where it had been kept before.</param>
/// <param name="Faults">Why it was refused; nothing where it was kept.</param>
public sealed record Outcome(string Key, long? Number, bool Again, IReadOnlyList<Fault> Faults);

/// <summary>Takes what devices send into the log, each by itself: what is refused stays with its device, the rest is kept.</summary>
public sealed class Recorder(ShopLog log, ShopFloor floor, AccessLog accessLog, IAuthorship author)
{
    /// <summary>Most entries of one sending.</summary>
    public const int Most = 200;

    private const int LongestKey = 64;

    // What a device's clock may be ahead before its entries are taken as of now.
    private static readonly TimeSpan Ahead = TimeSpan.FromMinutes(5);

    /// <summary>Kinds of entry that belong to a joint.</summary>
    public static IReadOnlyList<EntryKind> OfJoints { get; } = [EntryKind.Bolt, EntryKind.Witness, EntryKind.Preparation, EntryKind.Proof];

    /// <summary>Keeps entries of a joint, in their order.</summary>
    /// <param name="stored">The joint.</param>
    /// <param name="result">What it came to.</param>
    /// <param name="sent">What the device sends.</param>
    /// <param name="mayWitness">True where whoever sends it may accept hold points.</param>
    public async Task<IReadOnlyList<Outcome>> Record(StoredJoint stored, Result result, IReadOnlyList<Sent> sent, bool mayWitness)
    {
        var shelf = await floor.Look();
        var plan = TighteningPlan.Of(result);
        var judge = new EntryJudge(result, shelf, plan);
        var record = JointRecord.Of(await log.OfJoint(stored.Id), plan, judge);
        var known = record.Entries.ToDictionary(e => e.Key);
        var outcomes = new Outcome?[sent.Count];
        var me = author.Now.Account;
        var keep = new List<(int At, NewEntry Entry)>();
        for (var i = 0; i < sent.Count; i++)
        {
            // What is kept already is not judged anew: the lot may have lapsed since.
            var faults = known.ContainsKey(sent[i].Key) ? [] : FaultsOf(sent[i], me, result, record, shelf, mayWitness);
            if (faults.Count > 0) outcomes[i] = new(sent[i].Key, null, false, faults);
            else keep.Add((i, new(sent[i].Key, sent[i].Kind, stored.ProjectId, stored.Id, LotIdOf(sent[i], shelf), sent[i].Bolt,
                Evident(Answered(sent[i], me, shelf.Now), sent[i], judge, shelf.Now, known.GetValueOrDefault(sent[i].Key)).ToJsonString(),
                    Moment(sent[i].Made, shelf.Now).UtcDateTime,
                On: [shelf.ToolOf(Text(sent[i], "wrench"))?.Id ?? 0, shelf.RulesId])));
        }
        var kept = await log.Append([.. keep.Select(k => k.Entry)]);
        for (var i = 0; i < kept.Count; i++)
        {
            var (at, key) = (keep[i].At, keep[i].Entry.Key);
            outcomes[at] = kept[i].Differs
                ? new(key, null, false, [new("key-taken", "key", key, "something else was kept under this key: send it under another")])
                : new(key, kept[i].Entry.Number, kept[i].Again, []);
        }
        await SayTakenOver(stored.Id, keep.Where((_, i) => kept[i] is { Again: false, Differs: false }).Select(k => sent[k.At])
            .Where(s => IsOfAnother(s, me)));
        return [.. outcomes.Select(o => o!)];
    }

    private static bool IsOfAnother(Sent sent, string me) => sent.By is { } by && by != me;

    /// <summary>The document, with who made it where another account answers for it, and with the device's clock where that was
    /// ahead.</summary>
    private static JsonObject Answered(Sent sent, string me, DateTimeOffset now)
    {
        var ahead = sent.Made > now + Ahead;
        if (!IsOfAnother(sent, me) && !ahead) return sent.Document;
        var document = (JsonObject)sent.Document.DeepClone();
        if (ahead) document[EntryKind.DeviceClock.Path] = sent.Made.UtcDateTime.ToString("O",
            System.Globalization.CultureInfo.InvariantCulture);
        if (!IsOfAnother(sent, me)) return document;
        (document[EntryKind.MadeBy.Path], document[EntryKind.TakenOver.Path]) =
            (sent.By!.Length > 0 ? sent.By : Author.ThisMachine.Device, sent.TakenOver!.Trim());
        return document;
    }

    /// <summary>The document of a bolt's entry with what was asked for then; sent again, with what it was kept with.</summary>
    private static JsonObject Evident(JsonObject document, Sent sent, EntryJudge judge, DateTimeOffset now, EntryRow? kept)
    {
        if (sent.Kind != EntryKind.Bolt.Id) return document;
        if (kept is not null) return Files.RecordKind.Parsed(kept.Document) is { } before ? Evidence.As(document, before) : document;
        return EntryKind.Bolt.Read(sent.Document.ToJsonString()).Said is { } said && said.Of(EntryKind.Result) == "tight"
            ? judge.EvidenceOf(said, Moment(sent.Made, now).UtcDateTime).In(document) : document;
    }

    private async Task SayTakenOver(int joint, IEnumerable<Sent> taken)
    {
        foreach (var of in taken.GroupBy(s => (s.By, s.TakenOver)))
        {
            await accessLog.Write(AccessEvent.TakenOver, author.Now.Account,
                $"{of.Count()} of {of.Key.By}, joint {joint}: {of.Key.TakenOver!.Trim()}");
        }
    }

    private static DateTimeOffset Moment(DateTimeOffset made, DateTimeOffset now) => made > now + Ahead ? now : made;

    private static int LotIdOf(Sent sent, Shelf shelf) =>
        shelf.LotOf(Text(sent, "lot"))?.Id ?? 0;

    private static string? Text(Sent sent, string key) =>
        sent.Document[key]?.GetValueKind() == System.Text.Json.JsonValueKind.String ? (string?)sent.Document[key] : null;

    private static IReadOnlyList<Fault> FaultsOf(Sent sent, string me, Result result, JointRecord record, Shelf shelf, bool mayWitness)
    {
        if (sent.Key is not { Length: > 0 and <= LongestKey }) return [new("key-missing", "key", sent.Key,
            $"a key of its own, at most {LongestKey} characters")];
        if (OfJoints.FirstOrDefault(k => k.Id == sent.Kind) is not { } kind) return [new("kind-unknown", "kind", sent.Kind, "one of "
            + string.Join(", ", OfJoints.Select(k => k.Id)))];
        if (EntryKind.OfTheServer.Any(f => sent.Document.ContainsKey(f.Path)))
            return [new("said-beside", "by", null,
            "who made it and why it is taken over are said beside the document, as by and takenOver")];
        if (IsOfAnother(sent, me) && (sent.TakenOver ?? "").Trim().Length < EntryKind.ShortestReason)
            return [new("other-account", "takenOver", sent.TakenOver,
            sent.By!.Length == 0 ? "made while nobody was signed in: say why you answer for it"
                : $"made under {sent.By}: it is sent when {sent.By} signs in on this device, or say why you answer for it")];
        var (said, faults) = kind.Read(sent.Document.ToJsonString());
        if (said is null) return faults;
        if (kind == EntryKind.Witness && !mayWitness) return [new("not-witness", "result", null,
            "a hold point is accepted by an inspector or an engineer")];
        if (kind.Fields.Contains(EntryKind.Pass) && record.Plan.Passes.All(p => p.Id != said.Stated(EntryKind.Pass)))
            return [new("no-such-pass", EntryKind.Pass.Path, said.Stated(EntryKind.Pass),
            "one of " + string.Join(", ", record.Plan.Passes.Select(p => p.Id)))];
        var steps = record.Plan.Before.Concat(record.Plan.After).Select(p => p.Id);
        if (kind == EntryKind.Preparation && !steps.Contains(said.Of(EntryKind.Step)))
            return [new("no-such-step", EntryKind.Step.Path, said.Of(EntryKind.Step), "one of " + string.Join(", ", steps))];
        return kind == EntryKind.Bolt ? FaultsOfBolt(sent, said, result, record, shelf) : [];
    }

    private static IReadOnlyList<Fault> FaultsOfBolt(Sent sent, Values said, Result result, JointRecord record, Shelf shelf)
    {
        if (record.Bolts.FirstOrDefault(b => b.Number == sent.Bolt) is not { } bolt) return [new("no-such-bolt", "bolt",
            sent.Bolt.ToString(System.Globalization.CultureInfo.InvariantCulture),
            $"the joint has bolts {record.Bolts[0].Number} to {record.Bolts[^1].Number}")];
        if (said.Stated(EntryKind.Corrects) is { } corrects
            && !record.All.Any(r => r.Entry.Number == corrects && r.Entry.Bolt == sent.Bolt)) return [new("corrects-nothing", "corrects",
            null, "no entry of that number is of this bolt")];
        if (said.Of(EntryKind.Result) != "tight" || !string.IsNullOrWhiteSpace(said.Stated(EntryKind.Despite))) return [];
        // Bringing the plies together strains nothing; from there on the lot has to be known.
        if (record.Plan.Passes.FirstOrDefault(p => p.Id == said.Of(EntryKind.Pass)) is { Measure: PassMeasure.Contact }) return [];
        var reasons = shelf.Hindrances(result, said.Stated(EntryKind.LotName), said.Stated(EntryKind.WrenchName),
            Moment(sent.Made, shelf.Now)).ToList();
        if (record.Plan.Reuse.Times is { } times && bolt.Cycle > times) reasons.Add($"this bolt was loosened: {record.Plan.Reuse.Words}");
        return reasons.Count == 0 ? [] : [new("not-verified", "despite", null,
            $"may not be tightened: {string.Join("; ", reasons)}. Put that right, or say why it is done all the same")];
    }
}
