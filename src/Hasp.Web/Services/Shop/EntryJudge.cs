using System.Collections.Immutable;
using Hasp.Core;
using Hasp.Core.Joints;
using Hasp.Core.Shop;
using Hasp.Files.Shop;
using Hasp.Store;

namespace Hasp.Web.Services.Shop;

/// <summary>
/// Says of an entry whether it counts, by what was valid when it was made: the setting of the test that held then, the pass as it was
/// asked for
/// then. What does not count is kept, and the bolt is open.
/// </summary>
/// <param name="result">The joint.</param>
/// <param name="shelf">The shop.</param>
/// <param name="plan">The plan as it is now.</param>
public sealed class EntryJudge(Result result, Shelf shelf, TighteningPlan plan)
{
    private readonly Dictionary<(string? Tool, double? Torque), ImmutableArray<Pass>> _asked = [];

    /// <summary>Roles whose reason lets an entry count that would not: whoever answers for the design. Where nobody signs in, whoever is
    /// there.</summary>
    private static readonly string[] Answering = ["", "engineer", "owner"];

    /// <summary>True where somebody who may has said why it counts all the same.</summary>
    public static bool IsAnsweredFor(Recorded entry) =>
        !string.IsNullOrWhiteSpace(entry.Said.Stated(EntryKind.Despite))
            && Answering.Contains(entry.Entry.Role, StringComparer.OrdinalIgnoreCase);

    /// <summary>Why what an entry read does not count; empty where it does.</summary>
    /// <param name="entry">The entry; its pass is one of the plan.</param>
    /// <param name="moment">When what it tells was done.</param>
    public string WhyNot(Recorded entry, DateTime moment)
    {
        var (lotName, toolName) = (entry.Said.Stated(EntryKind.LotName), entry.Said.Stated(EntryKind.WrenchName));
        var (lot, tool) = (shelf.LotOf(lotName), shelf.ToolOf(toolName));
        if (lot?.WhyNot(result.Joint) is { Length: > 0 } other) return other;
        var asked = PassesFor(tool, TorqueOf(lot, tool, moment));
        var id = entry.Said.Of(EntryKind.Pass);
        if (asked.FirstOrDefault(p => p.Id == id) is not { } pass) return "";
        if (IsForeign(pass, lot, tool, moment)) return $"{lot!.Name} was not tested with {tool!.Name}: its setting is another wrench's";
        var earlier = lot is null || tool is null ? []
            : shelf.Tests[lot.Id].Where(t => t.Verification.With.Tool == tool.Name && t.Entry.Made <= moment)
                .Select(t => TorqueOf(lot, tool, t.Entry.Made)).OfType<double>()
                .SelectMany(t => PassesFor(tool, t).Where(p => p.Id == id).Select(p => p.Set));
        var read = new ReadAtBolt(entry.Said.Stated(EntryKind.Torque), entry.Said.Stated(EntryKind.SetTo),
            entry.Said.Stated(EntryKind.Angle), entry.Said.Stated(EntryKind.TensionShown), entry.Said.Stated(EntryKind.Stretch));
        return read.WhyNot(pass, earlier);
    }

    /// <summary>What was asked for at a bolt when an entry was made, and what it rested on.</summary>
    /// <param name="said">What the entry says.</param>
    /// <param name="moment">When what it tells was done.</param>
    public Evidence EvidenceOf(Values said, DateTime moment)
    {
        var (lot, tool) = (shelf.LotOf(said.Stated(EntryKind.LotName)), shelf.ToolOf(said.Stated(EntryKind.WrenchName)));
        var test = shelf.TestFor(result.Joint, lot, tool, new DateTimeOffset(DateTime.SpecifyKind(moment, DateTimeKind.Utc)));
        var id = said.Of(EntryKind.Pass);
        var pass = PassesFor(tool, test?.Verification.JobTorque).FirstOrDefault(p => p.Id == id);
        return new(
            pass?.Measure, pass is null ? null : pass.Measure == PassMeasure.Torque ? pass.Set : pass.Value,
            pass is null ? null : ReadAtBolt.WindowOf(pass, said.Stated(EntryKind.Torque) is null),
            test?.Entry.Number, test?.Said.Stated(EntryKind.Tester) ?? "", test?.Verification.With.Temperature,
            shelf.CalibratedUntil(tool, moment));
    }

    /// <summary>True where a lot's torque was found with other wrenches than the one that was used: what one shows says nothing of
    /// another.</summary>
    private bool IsForeign(Pass pass, Lot? lot, Tool? tool, DateTime moment) =>
        pass.Measure == PassMeasure.Torque && lot is not null && tool is not null
        && shelf.Tests[lot.Id].Any(t => t.Entry.Made <= moment)
        && !shelf.Tests[lot.Id].Any(t => t.Entry.Made <= moment && t.Verification.With.Tool == tool.Name);

    private double? TorqueOf(Lot? lot, Tool? tool, DateTime moment) =>
        shelf.VerifiedFor(result.Joint, lot, tool, new DateTimeOffset(DateTime.SpecifyKind(moment, DateTimeKind.Utc)))?.JobTorque;

    private ImmutableArray<Pass> PassesFor(Tool? tool, double? torque)
    {
        if (_asked.TryGetValue((tool?.Name, torque), out var known)) return known;
        return _asked[(tool?.Name, torque)] = tool is null && torque is null ? plan.Passes : TighteningPlan.Of(result, tool?.Wrench,
            torque).Passes;
    }
}
