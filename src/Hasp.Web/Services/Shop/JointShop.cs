using System.Collections.Immutable;
using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Joints;
using Hasp.Core.Shop;
using Hasp.Store;

namespace Hasp.Web.Services.Shop;

/// <summary>A joint in the shop: its plan with the lot and the wrench in hand, whether it may be tightened now, and what was
/// done.</summary>
public sealed record JointShop
{
    /// <summary>What the joint came to.</summary>
    public required Result Result { get; init; }

    /// <summary>The shop.</summary>
    public required Shelf Floor { get; init; }

    /// <summary>The plan; with the job torque where the lot is verified.</summary>
    public required TighteningPlan Plan { get; init; }

    /// <summary>What was done.</summary>
    public required JointRecord Record { get; init; }

    /// <summary>The lot in hand; null where none is named, or none of that name is there.</summary>
    public required Lot? Lot { get; init; }

    /// <summary>The wrench in hand.</summary>
    public required Tool? Tool { get; init; }

    /// <summary>Why its bolts may not be tightened now; nothing where they may.</summary>
    public required ImmutableArray<string> Hindrances { get; init; }

    /// <summary>When the test that it rests on lapses; null where it may not be tightened.</summary>
    public DateTimeOffset? Until =>
        Hindrances.IsEmpty && Lot is not null && Tool is not null ? Floor.StandingFor(Result.Joint, Lot, Tool, Floor.Now).Until : null;

    /// <summary>Lots of these bolts.</summary>
    public IEnumerable<Lot> Fitting => Floor.Lots.Where(l => l.Fits(Result.Joint));

    /// <summary>Name of the lot in hand; empty where none is named.</summary>
    public static string LotNameOf(Joint joint) => joint.Said.Stated(PlanFields.Lot) ?? joint.Tightening.Lot?.Name ?? "";

    /// <summary>Name of the wrench in hand; empty where none is named.</summary>
    public static string ToolNameOf(Joint joint) => joint.Said.Stated(PlanFields.Wrench) ?? "";

    /// <summary>A joint in the shop.</summary>
    public static JointShop Of(Result result, Shelf floor, IReadOnlyList<EntryRow> entries)
    {
        var joint = result.Joint;
        var (lot, tool) = (floor.LotOf(LotNameOf(joint)), floor.ToolOf(ToolNameOf(joint)));
        var verified = floor.VerifiedFor(joint, lot, tool, floor.Now);
        var plan = TighteningPlan.Of(result, tool?.Wrench, verified?.JobTorque);
        return new()
        {
            Result = result, Floor = floor, Plan = plan, Record = JointRecord.Of(entries, plan, new(result, floor, plan)), Lot = lot,
                Tool = tool,
            Hindrances = floor.Hindrances(result, LotNameOf(joint), ToolNameOf(joint), floor.Now),
        };
    }

    /// <summary>What the lot's tests say, to be put into the joint; null where they say too little.</summary>
    public MeasuredLot? Measured()
    {
        if (Lot is null || Tool is null || !Lot.Fits(Result.Joint)
            || Floor.FiguresOf(Lot, Tool.Name) is not { Figures.IsEnough: true } figures
            || Floor.LastFor(Result.Joint, Lot, Tool.Name) is not { } last) return null;
        if (last.Verification.JobTorque is not { } torque) return null;
        var f = figures.Figures;
        return new(
            Lot.Name, Lot.Bolts, Lot.Lubrication, Math.Round(f.Mean, 5), Math.Round(f.Low, 5), Math.Round(f.High, 5), f.Tests,
            last.Verification.Required, torque,
            DateTime.SpecifyKind(last.Entry.Made, DateTimeKind.Utc)
                .ToString("yyyy-MM-ddTHH:mm:ssZ", System.Globalization.CultureInfo.InvariantCulture), Tool.Name, (int)last.Entry.Number);
    }

    /// <summary>Why the figures that the joint uses hold no more; nothing where they do, or where it uses none.</summary>
    public static ImmutableArray<string> Lapsed(Joint joint, Shelf floor)
    {
        if (joint.Tightening.Lot is not { } used) return [];
        if (floor.LotOf(used.Name) is not { } lot) return [$"there is no lot {used.Name} in the Stores any more"];
        if (floor.ToolOf(used.Tool) is not { } tool) return [$"there is no wrench {used.Tool} in the Stores any more"];
        // By the test that the figures are of: the lot may have been tested for another target since.
        return [.. floor.StandingFor(new TestTarget(used.Tension, Installation.Of(joint)), lot, tool, floor.Now).Reasons];
    }
}
