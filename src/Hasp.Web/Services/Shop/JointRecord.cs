using System.Collections.Immutable;
using Hasp.Core;
using Hasp.Core.Joints;
using Hasp.Core.Shop;
using Hasp.Files.Shop;
using Hasp.Store;

namespace Hasp.Web.Services.Shop;

/// <summary>An entry of a joint with what it says.</summary>
/// <param name="Entry">As it is kept.</param>
/// <param name="Said">What it says.</param>
/// <param name="CorrectedBy">Number of the entry that took its place; null where it stands.</param>
public sealed record Recorded(EntryRow Entry, Values Said, long? CorrectedBy);

/// <summary>How far a bolt is.</summary>
/// <param name="Number">Its number.</param>
/// <param name="Passes">Passes in which it was tightened, with the entries.</param>
/// <param name="Refused">The entry that refused it last; null where none did since.</param>
/// <param name="Cycle">Which tightening this is: 1 where it was never loosened.</param>
/// <param name="Twice">Passes that more than one device recorded.</param>
public sealed record BoltProgress(int Number, IReadOnlyDictionary<string, Recorded> Passes, Recorded? Refused, int Cycle,
    IReadOnlyList<string> Twice);

/// <summary>What was done to a joint, from the log: bolts pass by pass, hold points, preparation.</summary>
public sealed class JointRecord
{
    private JointRecord(IReadOnlyList<EntryRow> entries, TighteningPlan plan, EntryJudge judge)
    {
        Entries = entries;
        Plan = plan;
        _judge = judge;
        var read = entries.Select(e => (Entry: e, EntryKind.ById(e.Kind)?.Read(e.Document).Said)).Where(e => e.Said is not null)
            .Select(e => (e.Entry, Said: e.Said!)).ToList();
        var corrected = read.Where(e => e.Said.Stated(EntryKind.Corrects) is not null)
            .GroupBy(e => (long)e.Said.Stated(EntryKind.Corrects)!.Value).ToDictionary(g => g.Key, g => g.Last().Entry.Number);
        All = [.. read.Select(e => new Recorded(e.Entry, e.Said, corrected.TryGetValue(e.Entry.Number, out var by) ? by : null))];
        _byNumber = All.ToDictionary(r => r.Entry.Number);
        _standing = All.Where(r => r.CorrectedBy is null).OrderBy(r => OriginOf(r).Entry.Number).ToLookup(r => r.Entry.Kind);
        _byBolt = Of(EntryKind.Bolt).ToLookup(r => r.Entry.Bolt);
        Bolts = [.. plan.Assembly.Numbers.Select(ProgressOf)];
        Witnessed = Of(EntryKind.Witness).Where(Counts).GroupBy(r => r.Said.Of(EntryKind.Pass))
            .Where(g => g.Last().Said.Of(EntryKind.Accepted) == "accepted").Select(g => g.Key).ToHashSet();
        Prepared = Of(EntryKind.Preparation).GroupBy(r => r.Said.Of(EntryKind.Step)).ToDictionary(g => g.Key, g => g.Last());
    }

    private readonly EntryJudge _judge;
    private readonly Dictionary<long, string> _notCounted = [];
    private readonly Dictionary<long, Recorded> _byNumber;
    private readonly ILookup<string, Recorded> _standing;
    private readonly ILookup<int, Recorded> _byBolt;

    /// <summary>The plan that it is held against.</summary>
    public TighteningPlan Plan { get; }

    /// <summary>The entries as they are kept.</summary>
    public IReadOnlyList<EntryRow> Entries { get; }

    /// <summary>The entries with what they say, the oldest first.</summary>
    public IReadOnlyList<Recorded> All { get; }

    /// <summary>Every bolt of the plan.</summary>
    public ImmutableArray<BoltProgress> Bolts { get; }

    /// <summary>Passes whose hold point was accepted.</summary>
    public IReadOnlySet<string> Witnessed { get; }

    /// <summary>Preparations that were done.</summary>
    public IReadOnlyDictionary<string, Recorded> Prepared { get; }

    /// <summary>Entries of a kind that stand, the oldest first.</summary>
    public IEnumerable<Recorded> Of(EntryKind kind) => _standing[kind.Id];

    /// <summary>True where every bolt was tightened in every pass and every hold point accepted.</summary>
    public bool IsDone =>
        Plan.Passes.Length > 0 && Bolts.All(b => b.Refused is null && Plan.Passes.All(p => b.Passes.ContainsKey(p.Id)))
            && Plan.Passes.Where(p => p.Holds).All(p => Witnessed.Contains(p.Id));

    /// <summary>The record of a joint.</summary>
    public static JointRecord Of(IReadOnlyList<EntryRow> entries, TighteningPlan plan, EntryJudge judge) => new(entries, plan, judge);

    /// <summary>Why an entry does not count; empty where it does. It is kept all the same.</summary>
    public string WhyNot(Recorded entry) => _notCounted.GetValueOrDefault(entry.Entry.Number, "");

    // What is sent more than this after it was made was kept on a device, or told later.
    private static readonly TimeSpan Late = TimeSpan.FromHours(1);

    /// <summary>What is remarkable about when an entry was made; empty where nothing is.</summary>
    public static string MarkOf(Recorded entry)
    {
        if (ClockOf(entry) is { Length: > 0 } clock) return $"the device's clock said {clock}";
        var late = entry.Entry.At - entry.Entry.Made;
        return late > Late ? $"sent {late.TotalHours:0.#} h after it was made" : "";
    }

    private static string ClockOf(Recorded entry) =>
        EntryKind.ById(entry.Entry.Kind)!.Fields.Contains(EntryKind.DeviceClock) ? entry.Said.Stated(EntryKind.DeviceClock) ?? "" : "";

    private bool Counts(Recorded entry)
    {
        var why = WhyNotWitnessed(entry);
        if (why.Length > 0) _notCounted[entry.Entry.Number] = why;
        return why.Length == 0;
    }

    /// <summary>What an entry tells anew was done when the entry was made that it corrects, however often.</summary>
    private Recorded OriginOf(Recorded entry)
    {
        for (var i = 0; i < All.Count && entry.Said.Stated(EntryKind.Corrects) is { } of && of < entry.Entry.Number
            && _byNumber.TryGetValue(of, out var earlier); i++) entry = earlier;
        return entry;
    }

    private string WhyNotWitnessed(Recorded entry)
    {
        var pass = entry.Said.Of(EntryKind.Pass);
        if (ClockOf(entry).Length > 0) return AheadOfTime;
        if (Plan.Passes.All(p => p.Id != pass)) return "the plan has no such pass";
        var done = Bolts.Select(b => b.Passes.GetValueOrDefault(pass)).ToList();
        if (done.Any(r => r is null || OriginOf(r).Entry.Number > entry.Entry.Number)) return "accepted before every bolt was through";
        var by = entry.Entry.Account;
        return by.Length > 0 && done.Any(r => r!.Entry.Account == by || r.Said.Stated(EntryKind.MadeBy) == by)
            ? $"accepted by {by}, who tightened" : "";
    }

    private const string AheadOfTime = "the device's clock was ahead of the server's: nobody knows when this was";

    /// <summary>Why a tightening does not count; empty where it does.</summary>
    /// <param name="entry">The entry.</param>
    /// <param name="passes">Passes that the bolt is through.</param>
    /// <param name="cycle">Which tightening it is.</param>
    private string WhyNotTight(Recorded entry, Dictionary<string, Recorded> passes, int cycle)
    {
        var id = entry.Said.Of(EntryKind.Pass);
        if (ClockOf(entry).Length > 0) return AheadOfTime;
        if (Plan.Passes.FirstOrDefault(p => p.Id == id) is not { } pass) return "the plan has no such pass";
        if (Plan.Passes.TakeWhile(p => p.Id != id).FirstOrDefault(p => !passes.ContainsKey(p.Id)) is { } before)
            return $"before this bolt was through \"{before.Name}\"";
        if (passes.ContainsKey(id) && !pass.Repeats) return "it was through this pass already: a correction names what it corrects";
        if (EntryJudge.IsAnsweredFor(entry)) return "";
        if (Plan.Reuse.Times is { } times && cycle > times) return $"it was loosened: {Plan.Reuse.Words}";
        return _judge.WhyNot(entry, OriginOf(entry).Entry.Made);
    }

    /// <summary>Where the clamp of each bolt that is through lies in the window, as far as something was read that tells it: by
    /// what was read last.</summary>
    public IReadOnlyList<AsBuiltBolt> AsBuilt(Result result) =>
        [.. Bolts.Select(b => b.Passes.Where(p => IsFull(p.Key)).Select(p => p.Value).OrderByDescending(r => r.Entry.Number)
                .Select(r => ClampOf(result, b.Number, r))
                .FirstOrDefault(x => x is not null))
            .OfType<AsBuiltBolt>()];

    /// <summary>
    /// The clamp of each bolt at each tightening, where it was tightened more than once: at the same torque a dry plated bolt loses with
    /// every turn, a well lubricated one does not.
    /// </summary>
    public IReadOnlyList<(int Bolt, int Cycle, AsBuiltBolt Clamp)> ByCycle(Result result)
    {
        var found = new List<(int, int, AsBuiltBolt)>();
        foreach (var number in Bolts.Where(b => b.Cycle > 1).Select(b => b.Number))
        {
            var cycle = 1;
            foreach (var r in _byBolt[number])
            {
                if (r.Said.Of(EntryKind.Result) == "loosened") cycle++;
                if (r.Said.Of(EntryKind.Result) != "tight" || !IsFull(r.Said.Of(EntryKind.Pass))) continue;
                if (ClampOf(result, number, r) is not { } clamp) continue;
                found.RemoveAll(f => f.Item1 == number && f.Item2 == cycle);
                found.Add((number, cycle, clamp));
            }
        }
        return found;
    }

    private static AsBuiltBolt? ClampOf(Result result, int number, Recorded r) =>
        // Where nothing was read, what the wrench was set to is the best that is known; the record says which it was.
        AsBuiltBolt.Of(result, number, r.Said.Stated(EntryKind.Torque) ?? r.Said.Stated(EntryKind.SetTo),
            r.Said.Stated(EntryKind.TensionShown),
            r.Said.Stated(EntryKind.Stretch));

    private BoltProgress ProgressOf(int number)
    {
        var (cycle, refused) = (1, (Recorded?)null);
        var passes = new Dictionary<string, Recorded>();
        var twice = new List<string>();
        foreach (var r in _byBolt[number])
        {
            switch (r.Said.Of(EntryKind.Result))
            {
                case "tight":
                    var pass = r.Said.Of(EntryKind.Pass);
                    if (passes.TryGetValue(pass, out var before) && before.Entry.Device != r.Entry.Device
                        && !Repeats(pass)) twice.Add(pass);
                    if (WhyNotTight(r, passes, cycle) is { Length: > 0 } why)
                    {
                        _notCounted[r.Entry.Number] = why;
                        break;
                    }
                    passes[pass] = r;
                    refused = null;
                    break;
                case "loosened":
                    (cycle, refused) = (cycle + 1, null);
                    passes.Clear();
                    twice.Clear();
                    break;
                default:
                    refused = r;
                    break;
            }
        }
        return new(number, passes, refused, cycle, twice);
    }

    private bool IsFull(string pass) => Plan.Passes.FirstOrDefault(p => p.Id == pass) is { IsFull: true };

    private bool Repeats(string pass) => Plan.Passes.FirstOrDefault(p => p.Id == pass) is { Repeats: true };
}
