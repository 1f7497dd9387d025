using System.Collections.Immutable;
using Hasp.Core;
using Hasp.Core.Joints;
using Hasp.Core.Shop;
using Hasp.Files.Shop;
using Hasp.Store;

namespace Hasp.Web.Services.Shop;

/// <summary>A lot of bolts as the Stores have it.</summary>
public sealed record Lot(int Id, string Name, Values Said)
{
    /// <summary>Thread and grade, as a test names them.</summary>
    public string Bolts => $"{Said.Of(ShopKinds.LotThread)} {Said.Of(ShopKinds.LotGrade)}";

    /// <summary>Finish and lubricant.</summary>
    public string Lubrication => Said.Of(ShopKinds.LotFinish);

    /// <summary>True where its bolts are a joint's.</summary>
    public bool Fits(Joint joint) =>
        Bolts == MeasuredLot.BoltsOf(joint.Bolts.Thread, joint.Bolts.Grade) && Lubrication == joint.Tightening.NutFactor.Lubrication;

    /// <summary>Why its bolts are not a joint's; empty where they are.</summary>
    public string WhyNot(Joint joint) => Fits(joint) ? "" : $"lot {Name} is {Bolts}, {Lubrication}: not this joint's bolts";
}

/// <summary>A wrench as the Stores have it.</summary>
/// <param name="Ended">The day on which its calibration ended; null where it is in date.</param>
public sealed record Tool(int Id, string Name, Wrench Wrench, string Hose, DateOnly? Ended);

/// <summary>What shows the tension in a test, as the Stores have it.</summary>
/// <param name="Id">Its record.</param>
/// <param name="Name">Its name.</param>
/// <param name="Type">What it measures.</param>
/// <param name="Most">Largest tension that it shows, N; null where that is not stated.</param>
/// <param name="Ended">The day on which its calibration ended; null where it is in date.</param>
public sealed record Tester(int Id, string Name, string Type, double? Most, DateOnly? Ended)
{
    private static readonly string[] ShowTension = ["tension calibrator", "ultrasonic"];

    /// <summary>Why it cannot show a tension; empty where it can.</summary>
    public string WhyNot(double tension) =>
        !ShowTension.Contains(Type) ? $"a {Type} shows no tension: take a tension calibrator"
        : tension > Most ? $"it shows no more than {Core.Quantities.QuantityText.ShowText(Most.Value, Core.Quantities.Dimension.Force, Core.Quantities.UnitSystem.Si, 3)}"
        : "";
}

/// <summary>A test of a lot as the log has it.</summary>
public sealed record LotTest(EntryRow Entry, Values Said, Verification Verification);

/// <summary>Everything of the shop at one moment: lots, wrenches, rules, tests. What may be done follows from it.</summary>
public sealed class Shelf
{
    /// <summary>Now.</summary>
    public required DateTimeOffset Now { get; init; }

    /// <summary>Lots by name.</summary>
    public required IReadOnlyList<Lot> Lots { get; init; }

    /// <summary>The record of the rules; 0 where there are none.</summary>
    public int RulesId { get; init; }

    /// <summary>Wrenches by name.</summary>
    public required IReadOnlyList<Tool> Tools { get; init; }

    /// <summary>Testers by name.</summary>
    public required IReadOnlyList<Tester> Testers { get; init; }

    /// <summary>Consumables by name, with what they are and the day on which their shelf life ended.</summary>
    public required IReadOnlyList<(string Name, string Type, DateOnly? Ended)> Consumables { get; init; }

    /// <summary>When shifts begin.</summary>
    public required Shifts Shifts { get; init; }

    /// <summary>How far the temperature may move, K.</summary>
    public required double TemperatureStep { get; init; }

    /// <summary>Tests of lots, the oldest first.</summary>
    public required ILookup<int, LotTest> Tests { get; init; }

    /// <summary>Temperatures told since, °C, the oldest first.</summary>
    public required ILookup<int, (DateTime Made, double Temperature)> Temperatures { get; init; }

    /// <summary>What lots and wrenches were, and when, the oldest first: what was once otherwise ends a test for good.</summary>
    public ILookup<int, (DateTime At, Values Said)> History { get; init; } = Array.Empty<(DateTime, Values)>().ToLookup(_ => 0);

    /// <summary>Rows of the Stores that cannot be read any more, in words; they are left out of everything.</summary>
    public IReadOnlyList<string> Unreadable { get; init; } = [];

    /// <summary>The lot of that name; null where there is none.</summary>
    public Lot? LotOf(string? name) => Lots.FirstOrDefault(l => l.Name == name);

    /// <summary>The wrench of that name; null where there is none.</summary>
    public Tool? ToolOf(string? name) => Tools.FirstOrDefault(t => t.Name == name);

    /// <summary>The tester of a name; null where the Stores have none.</summary>
    public Tester? TesterOf(string? name) => Testers.FirstOrDefault(t => t.Name == name);

    /// <summary>
    /// What is past its date is not tested with, but for a reason on record; what shows no tension, or is not in the Stores, not for any
    /// reason.
    /// </summary>
    public IEnumerable<Fault> UnfitFor(Values said)
    {
        var despite = !string.IsNullOrWhiteSpace(said.Stated(EntryKind.Despite));
        if (ToolOf(said.Of(EntryKind.Tool)) is not { } tool) yield return new("tool-unknown", "tool", said.Of(EntryKind.Tool),
            "no wrench of that name is in the Stores");
        else if (!despite && tool.Ended is { } ended) yield return new("past-date", "tool", tool.Name,
            $"its calibration ended on {ended:yyyy-MM-dd}: take another, or say below why it is used");
        var tester = TesterOf(said.Of(EntryKind.Tester));
        if (tester is null) yield return new("tester-unknown", "tester", said.Of(EntryKind.Tester),
            "no tester of that name is in the Stores");
        else if (tester.WhyNot(said.Of(EntryKind.Required)) is { Length: > 0 } why) yield return new("tester-unfit", "tester",
            tester.Name, why);
        else if (!despite && tester.Ended is { } over) yield return new("past-date", "tester", tester.Name,
            $"its calibration ended on {over:yyyy-MM-dd}: take another, or say below why it is used");
    }

    /// <summary>The last test of a lot with a tool; null where there is none.</summary>
    public LotTest? LastOf(Lot lot, string tool) => Tests[lot.Id].LastOrDefault(t => t.Verification.With.Tool == tool);

    /// <summary>
    /// The test that was the last at a moment: what was done is judged by what held when it was done. One lot serves several targets, a
    /// verification each: of a target it is the last that was made for it, and where there is none, the last of all, which says why not.
    /// </summary>
    private LotTest? LastOf(Lot lot, string tool, DateTimeOffset moment, TestTarget? target)
    {
        var until = Tests[lot.Id].Where(t => t.Verification.With.Tool == tool && t.Entry.Made <= moment.UtcDateTime).ToList();
        return until.LastOrDefault(t => target?.IsOf(t.Verification) ?? true) ?? until.LastOrDefault();
    }

    /// <summary>How a lot stands with a tool at a moment; by the last test for a target where one is named.</summary>
    public LotStanding StandingOf(Lot lot, Tool tool, DateTimeOffset moment, TestTarget? target = null)
    {
        var test = LastOf(lot, tool.Name, moment, target);
        // The furthest that was told since the test, by whoever told it or by a test for another target: what has ended it is not undone
        // by what is told later, only by another test of its own.
        var told = Temperatures[lot.Id].Concat(Tests[lot.Id].Select(t => (t.Entry.Made, t.Verification.With.Temperature)))
            .Where(t => (test is null || t.Made > test.Entry.Made) && t.Made <= moment.UtcDateTime)
            .Select(t => (double?)t.Temperature).MaxBy(t => Math.Abs(t!.Value - (test?.Verification.With.Temperature ?? t.Value)));
        var temperature = told ?? test?.Verification.With.Temperature ?? 0;
        var stood = (from l in Stood(lot.Id, lot.Said, test, moment)
                     from t in Stood(tool.Id, null, test, moment).Select(s => s?.Stated(ShopKinds.Hose) ?? "").DefaultIfEmpty(tool.Hose)
                     select new Conditions(
                         lot.Name, l!.Stated(ShopKinds.LotNuts) ?? "", l.Stated(ShopKinds.LotWashers) ?? "", l.Of(ShopKinds.LotFinish),
                         l.Of(ShopKinds.LotStored), tool.Name, t, temperature)).ToList();
        var now = stood.FirstOrDefault(c => test?.Verification.With.Changes(c, TemperatureStep).Any() == true) ?? stood[^1];
        var standing = LotStanding.Of(test?.Verification, now, moment, TemperatureStep);
        // A lot that failed its last test is no lot to go on with at another target, until a test is passed.
        return LastOf(lot, tool.Name, moment, null) is { Verification: { Problems.Count: > 0 } failed } last && last != test
            ? standing with { Reasons = [.. standing.Reasons,
                $"its last test, number {last.Entry.Number}, was not passed: {failed.Problems[0]}"] }
            : standing;
    }

    /// <summary>What a row of the Stores said since a test: what it said at the moment, and all that it said in between; what it says now
    /// where nobody knows.</summary>
    private IEnumerable<Values?> Stood(int row, Values? now, LotTest? test, DateTimeOffset moment)
    {
        var until = History[row].Where(h => h.At <= moment.UtcDateTime).ToList();
        var since = until.Where(h => test is not null && h.At > test.Entry.Made).Select(h => (Values?)h.Said).ToList();
        return since.Count > 0 ? since : until.Count > 0 ? [until[^1].Said] : now is null ? [] : [now];
    }

    /// <summary>How a lot stands with a tool for a joint, at a moment: for what it asks and the way it is tightened.</summary>
    public LotStanding StandingFor(Joint joint, Lot lot, Tool tool, DateTimeOffset moment) =>
        StandingFor(TestTarget.Of(joint), lot, tool, moment);

    /// <summary>The same for a tension and a way of tightening.</summary>
    public LotStanding StandingFor(TestTarget target, Lot lot, Tool tool, DateTimeOffset moment) =>
        StandingOf(lot, tool, moment, target).For(target);

    /// <summary>The test that a joint may be tightened by at a moment; null where none holds then.</summary>
    public Verification? VerifiedFor(Joint joint, Lot? lot, Tool? tool, DateTimeOffset moment) =>
        lot is not null && tool is not null && lot.Fits(joint) && joint.Kind.IsTightened
        && StandingFor(joint, lot, tool, moment) is { Holds: true } standing ? standing.Verified : null;

    /// <summary>The same with its entry and all that it says.</summary>
    public LotTest? TestFor(Joint joint, Lot? lot, Tool? tool, DateTimeOffset moment) =>
        VerifiedFor(joint, lot, tool, moment) is null ? null : LastOf(lot!, tool!.Name, moment, TestTarget.Of(joint));

    /// <summary>The last test of a lot with a tool for what a joint asks, and where there is none, the last of all; null where there
    /// is none.</summary>
    public LotTest? LastFor(Joint joint, Lot lot, string tool) => LastOf(lot, tool, Now, TestTarget.Of(joint));

    /// <summary>The day on which the calibration of a wrench was to end, as the Stores had it at a moment; null where they did
    /// not.</summary>
    public DateOnly? CalibratedUntil(Tool? tool, DateTime moment) => tool is null ? null
        : History[tool.Id].Where(h => h.At <= moment).Select(h => h.Said.Read(ShopKinds.CalibrationDue) is { State: ReadState.Given } due
            ? due.Value : (DateOnly?)null).LastOrDefault();

    /// <summary>The best that a lot stands with any tool: what the Board and the Stores show of it.</summary>
    public (LotStanding Standing, Tool? Tool) StandingOf(Lot lot)
    {
        var byTool = Tools.Select(t => (Standing: StandingOf(lot, t, Now), Tool: (Tool?)t)).ToList();
        var holding = byTool.Where(s => s.Standing.Holds).OrderByDescending(s => s.Standing.Until).FirstOrDefault();
        if (holding.Tool is not null) return holding;
        var tested = byTool.Where(s => s.Standing.Verified is not null).OrderByDescending(s => s.Standing.Verified!.At).FirstOrDefault();
        return tested.Tool is not null ? tested : (LotStanding.Of(null, new(lot.Name, "", "", "", "", "", "", 0), Now), null);
    }

    /// <summary>Why the bolts of a joint may not be tightened at a moment with a lot and a wrench; nothing where they may.</summary>
    public ImmutableArray<string> Hindrances(Result result, string? lotName, string? toolName, DateTimeOffset moment)
    {
        var reasons = ImmutableArray.CreateBuilder<string>();
        if (!result.Holds) reasons.Add("the joint falls short");
        else if (!result.IsComplete) reasons.Add("the joint is not judged in full");
        var joint = result.Joint;
        if (!joint.Kind.IsTightened) return reasons.ToImmutable();
        var installation = Installation.Of(joint);
        if (installation.WhyNot(joint) is { Length: > 0 } no) reasons.Add($"{installation.Name}: {no}");
        var tool = ToolOf(toolName);
        if (tool is null) reasons.Add(string.IsNullOrEmpty(toolName) ? "no wrench is named"
            : $"there is no wrench {toolName} in the Stores");
        else if (tool.Ended is { } ended) reasons.Add($"calibration of {tool.Name} ended on {ended:yyyy-MM-dd}");
        if (joint.Said.Stated(PlanFields.Consumable) is { Length: > 0 } tin)
        {
            var known = Consumables.FirstOrDefault(c => c.Name == tin);
            if (known.Name is null) reasons.Add($"there is no {tin} in the Stores");
            else if (known.Ended is { } over) reasons.Add($"{tin} was to be used before {over:yyyy-MM-dd}");
            if (OnThread(joint.Tightening, known.Type, tin) is { } both) reasons.Add(both);
        }
        if (LotOf(lotName) is not { } lot)
        {
            reasons.Add(string.IsNullOrEmpty(lotName) ? "no lot is named" : $"there is no lot {lotName} in the Stores");
            return reasons.ToImmutable();
        }
        if (lot.WhyNot(joint) is { Length: > 0 } other) reasons.Add(other);
        if (tool is null) return reasons.ToImmutable();
        var standing = StandingFor(joint, lot, tool, moment);
        reasons.AddRange(standing.Reasons);
        reasons.AddRange(OutOfRange(result, tool, standing.Holds ? standing.Verified?.JobTorque : null));
        return reasons.ToImmutable();
    }

    /// <summary>
    /// What does not go together on one thread: an adhesive does not hold on oil, and a lubricant on a thread that is reckoned without one
    /// tightens it further than its torque says. Which of the two it is, is asked; null where nothing is.
    /// </summary>
    private static string? OnThread(Tightening how, string type, string tin) => type switch
    {
        "adhesive" when how.NutFactor.PutOn =>
            $"oil or adhesive: the thread is {how.NutFactor.Label}, and {tin} is an adhesive. Say which it is",
        "lubricant" when how.FrictionFromTable && !how.NutFactor.Lubricant =>
            $"the torque is for a thread that is {how.NutFactor.Label}, and {tin} is a lubricant. Say which it is",
        _ => null,
    };

    /// <summary>A wrench that cannot be set to what the last passes ask for tightens nothing.</summary>
    private static IEnumerable<string> OutOfRange(Result result, Tool tool, double? torque) =>
        TighteningPlan.Of(result, tool.Wrench, torque).Passes.Where(p => p.IsFull && p.Problem.Length > 0)
            .Select(p => $"{p.Name}: {p.Problem}").Take(1);

    /// <summary>
    /// What the tests of a lot with a tool say: of all of them that were made with the same finish where nothing speaks against taking them
    /// together, else of the last alone.
    /// </summary>
    public (LotFigures Figures, int Verifications, Homogeneity Alike)? FiguresOf(Lot lot, string tool)
    {
        var tests = Tests[lot.Id].Where(t => t.Verification.With.Tool == tool && t.Verification.With.Lubricant == lot.Lubrication
            && t.Verification.Problems.Count == 0 && t.Verification.NutFactors.Count > 0).ToList();
        if (tests.Count == 0) return null;
        var alike = Homogeneity.Of([.. tests.Select(t => t.Verification.NutFactors)]);
        return alike.Holds
            ? (Of([.. tests.Select(t => t.Verification)]), tests.Count, alike)
            : (Of([tests[^1].Verification]), 1, alike);

        LotFigures Of(IReadOnlyList<Verification> counted) => LotFigures.Of([.. counted.SelectMany(v => v.NutFactors)],
            (ToolOf(tool)?.Wrench.Graduation ?? 0) / counted.Average(v => v.Counted.Average(t => t.Torque)));
    }
}

/// <summary>
/// Reads the shop as it is. What was read last is kept: records and entries are only ever added to, so that where the same revisions stand
/// and the last entry is the same, everything is. Only the time is new at each look.
/// </summary>
public sealed class ShopFloor(JointStore store, ShopLog log, TimeProvider clock)
{
    private static readonly string[] Kinds = [.. new[] { ShopKinds.Rules, ShopKinds.Lots, ShopKinds.Wrenches, ShopKinds.Testers,
        ShopKinds.Consumables }.Select(k => k.Id)];

    private volatile Kept? _kept;

    /// <summary>Now.</summary>
    public DateTimeOffset Now => clock.GetUtcNow();

    /// <summary>The shop at this moment.</summary>
    public async Task<Shelf> Look()
    {
        // Stamped before it is read: what is written meanwhile is read at the next look at the latest.
        var stamp = $"{await log.Last()}|{await store.Stamp(Kinds)}";
        var kept = _kept is { } last && last.Stamp == stamp ? last : _kept = await Read(stamp);
        var zone = kept.Rules?.Stated(ShopKinds.Zone) is { Length: > 0 } named
            && TimeZoneInfo.TryFindSystemTimeZoneById(named, out var found) ? found : TimeZoneInfo.Local;
        var now = Now;
        var today = DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(now, zone).DateTime);
        return new Shelf
        {
            Now = now,
            Lots = kept.Lots,
            RulesId = kept.RulesId,
            Tools = [.. kept.Wrenches.Select(r => new Tool(
                r.Id, r.Name, new(r.Name, r.Said.Of(ShopKinds.WrenchLeast), r.Said.Of(ShopKinds.WrenchMost),
                    r.Said.Of(ShopKinds.WrenchStep)), r.Said.Stated(ShopKinds.Hose) ?? "",
                ShopKinds.Wrenches.EndedBefore(r.Said, today)))],
            Testers = [.. kept.Testers.Select(r => new Tester(
                r.Id, r.Name, r.Said.Of(ShopKinds.TesterType), r.Said.Stated(ShopKinds.TesterMost), ShopKinds.Testers.EndedBefore(r.Said,
                    today)))],
            Consumables = [.. kept.Consumables.Select(r => (r.Name, r.Said.Of(ShopKinds.ConsumableType),
                ShopKinds.Consumables.EndedBefore(r.Said, today)))],
            Shifts = new(Shifts.Parse(kept.Rules?.Of(ShopKinds.ShiftStarts) ?? Shifts.Usual)!.Value, zone),
            TemperatureStep = kept.Rules?.Of(ShopKinds.TemperatureStep) ?? LotStanding.UsualStep,
            Tests = kept.Tests,
            Temperatures = kept.Temperatures,
            History = kept.History,
            Unreadable = kept.Unreadable,
        };
    }

    private async Task<Kept> Read(string stamp)
    {
        var unreadable = new List<string>();
        var rules = (await Of(ShopKinds.Rules, unreadable)).FirstOrDefault();
        var tests = (await log.OfKind(EntryKind.Verification.Id)).Select(e => Readable(() => TestOf(e))).OfType<LotTest>();
        var told = (await log.OfKind(EntryKind.Conditions.Id))
            .Select(e => (e.LotId, e.Made, Said: Readable(() => EntryKind.Conditions.Read(e.Document).Said)))
            .Where(e => e.Said is not null);
        return new(
            stamp, rules?.Said, rules?.Id ?? 0,
            [.. (await Of(ShopKinds.Lots, unreadable)).Select(r => new Lot(r.Id, r.Name, r.Said))],
            await Of(ShopKinds.Wrenches, unreadable), await Of(ShopKinds.Testers, unreadable),
                await Of(ShopKinds.Consumables, unreadable), unreadable,
            await HistoryOf(ShopKinds.Lots, ShopKinds.Wrenches), tests.ToLookup(t => t.Entry.LotId),
            told.ToLookup(e => e.LotId, e => (e.Made, e.Said!.Of(EntryKind.Temperature))));
    }

    private async Task<ILookup<int, (DateTime At, Values Said)>> HistoryOf(params Files.RecordKind[] kinds)
    {
        var rows = new List<(int Record, DateTime At, Values Said)>();
        foreach (var kind in kinds)
        {
            foreach (var (record, at, document) in await store.History([kind.Id]))
            {
                if (Readable(() => kind.Read(document).Said) is { } said) rows.Add((record, at, said));
            }
        }
        return rows.ToLookup(r => r.Record, r => (r.At, r.Said));
    }

    private static LotTest? TestOf(EntryRow entry) =>
        EntryKind.Verification.Read(entry.Document).Said is { } said
            ? new(entry, said, EntryKind.VerificationOf(said, new DateTimeOffset(entry.Made, TimeSpan.Zero))) : null;

    private async Task<IReadOnlyList<Shelved>> Of(Files.RecordKind kind, List<string> unreadable)
    {
        var rows = new List<Shelved>();
        foreach (var row in await store.Records(kind.Id))
        {
            if (Readable(() => kind.Read(row.Document).Said) is { } said) rows.Add(new(row.Id, row.Name, said));
            else unreadable.Add($"{kind.One} {row.Name}");
        }
        return rows;
    }

    /// <summary>What a document says; null where it says nothing that can be read: one bad row takes no list down.</summary>
    private static T? Readable<T>(Func<T?> read)
        where T : class
    {
        try
        {
            return read();
        }
        catch (Exception e) when (e is System.Text.Json.JsonException or InvalidOperationException or FormatException or KeyNotFoundException)
        {
            return null;
        }
    }

    /// <summary>A record and what it says.</summary>
    private sealed record Shelved(int Id, string Name, Values Said);

    /// <summary>What was read of the shop, without the time.</summary>
    private sealed record Kept(
        string Stamp, Values? Rules, int RulesId, IReadOnlyList<Lot> Lots, IReadOnlyList<Shelved> Wrenches, IReadOnlyList<Shelved> Testers,
        IReadOnlyList<Shelved> Consumables, IReadOnlyList<string> Unreadable, ILookup<int, (DateTime At, Values Said)> History,
        ILookup<int, LotTest> Tests, ILookup<int, (DateTime Made, double Temperature)> Temperatures);
}
