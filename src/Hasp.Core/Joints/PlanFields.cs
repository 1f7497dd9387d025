using Hasp.Core.Catalogue;
using Hasp.Core.Shop;

namespace Hasp.Core.Joints;

/// <summary>How a joint is put together: what its tightening plan asks. None of it moves a verdict.</summary>
public static class PlanFields
{
#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Field<string> Installation = new(
        "plan.installation", Types.OneOf([.. Shop.Installation.All.Select(i => i.Id)]), "Installation",
        "by which procedure the bolts are tightened")
    {
        Default = "by the tightening method and the design basis",
        Labels = Shop.Installation.All.ToDictionary(i => i.Id, i => i.Name),
        Blank = (j, _) => Shop.Installation.UsualFor(j).Name + ", chosen",
    };
    public static readonly Field<OrderRule> Order = new(
        "plan.order", Types.Named(TighteningOrder.Names), "Order", "in which order the bolts are tightened")
    {
        Default = "crosswise on a circle, from the middle of a row, from the centre of a field",
        Labels = TighteningOrder.Names.Names.ToDictionary(n => n, n => TighteningOrder.WordsOf(TighteningOrder.Names.Of(n)!.Value)),
        Blank = (j, _) => TighteningOrder.WordsOf(Assembly.Of(j).Rule) + ", chosen",
    };
    public static readonly Field<string> Sequence = new(
        "plan.sequence", Types.Text, "Order by hand", "numbers of the bolts in the order pointed out on the plan: 3, 1, 2")
    {
        MaxLength = 4000, OneLine = true, Default = "none: bolts left out follow by the usual rule",
    };
    public static readonly Field<double> StiffestX = new(
        "plan.stiffestX", Types.Length, "Stiffest part, x", "where the joint is stiffest, for the order from there")
    {
        Min = -1e6, Max = 1e6, Default = "the middle of the bolts",
    };
    public static readonly Field<double> StiffestY = new(
        "plan.stiffestY", Types.Length, "Stiffest part, y", "where the joint is stiffest, for the order from there")
    {
        Min = -1e6, Max = 1e6, Default = "the middle of the bolts",
    };
    public static readonly Field<string> Lot = new(
        "plan.lot", Types.Text, "Lot in hand", "the lot of bolts that it is built with, by its name in the Stores")
    {
        Default = "the lot whose figures the joint uses", Blank = (j, _) => j.Tightening.Lot is { } lot ? lot.Name : "none named",
    };
    public static readonly Field<string> Wrench = new(
        "plan.wrench", Types.Text, "Wrench", "the wrench in hand, by its name in the Stores")
    {
        Default = "none named", Blank = (_, _) => "none named",
    };
    public static readonly Field<string> Consumable = new(
        "plan.consumable", Types.Text, "Lubricant, adhesive in hand", "the tin in hand, by its name in the Stores")
    {
        Default = "none named", Blank = (_, _) => "none named",
    };
    public static readonly Field<string> Passes = new(
        "plan.passes", Types.Text, "Passes", "shares of the torque after snug, rising to 100 %: 30, 60, 100")
    {
        MaxLength = 60, Default = "30, 60, 100 % for several bolts", Blank = (j, _) => j.Bolts.Count > 1 ? "30, 60, 100 %, chosen"
            : "100 %, chosen",
    };
    public static readonly Field<string> Stages = new(
        "plan.stages", Types.Text, "Stages", "torques, then turns, as the drawing or the maker states them: 40 N·m, 90 deg, 90 deg")
    {
        MaxLength = 120, OneLine = true, Default = "none stated", Blank = (_, _) => "none stated",
    };
    public static readonly Field<FaceSlope> Faces = new(
        "plan.faces", Types.Named(Slopes), "Faces under head and nut", "whether they lie square to the axis, for the turn of the nut")
    {
        Otherwise = FaceSlope.Square, Labels = new() { ["square"] = "both square to the axis", ["one sloped"] = "one sloped, to 1:20",
            ["both sloped"] = "both sloped, to 1:20" },
    };
    public static readonly Field<string> TurnEdition = new(
        "plan.turnEdition", Types.OneOf(TurnTables.Editions), "Edition, turn of nut",
        "by which edition of the RCSC specification a turn may be off")
    {
        Otherwise = TurnTables.Editions[0],
    };
    public static readonly Field<Locking> Locking = new(
        "plan.locking", Types.Named(Lockings), "Locking", "what keeps it from working loose")
    {
        Otherwise = Shop.Locking.None, Labels = new() { ["nut"] = "prevailing torque nut", ["wedge"] = "wedge-locking washers",
            ["wire"] = "locking wire", ["adhesive"] = "thread adhesive", ["none"] = "by preload alone" },
    };
    public static readonly Field<double> PrimerMinutes = new(
        "plan.primerMinutes", Types.Number, "Primer dries, min", "drying time of the primer, minutes, by its maker")
    {
        Above = 0, Max = 10_000, Default = "no primer", Blank = (_, _) => "no primer",
    };
    public static readonly Field<double> OpenMinutes = new(
        "plan.openMinutes", Types.Number, "Insert within, min",
        "time from applying adhesive or sealant to the last turn, minutes, by its maker") { Above = 0, Max = 10_000, Default = "not stated",
        Blank = (_, _) => "by its maker" };
    public static readonly Field<double> CureHours = new(
        "plan.cureHours", Types.Number, "Cures, h",
        "time before the joint is loaded: adhesive, sealant or grout, hours, by its maker") { Above = 0, Max = 10_000,
        Default = "not stated", Blank = (_, _) => "by its maker" };
    public static readonly Field<double> RetorqueHours = new(
        "plan.retorqueHours", Types.Number, "Tighten again after, h", "when it is tightened again after settling, hours")
    {
        Above = 0, Max = 10_000, Default = "once nothing turns, not again", Blank = (_, _) => "not again",
    };
    public static readonly Field<double> NeighbourLoss = new(
        "plan.neighbourLoss", Types.Number, "Neighbour loses, %",
        "measured: of what one bolt gains in the last pass, how much its nearest neighbour loses, %")
    {
        Min = 0, Max = 60, Default = "estimated from the parts", Blank = (_, _) => "estimated",
    };
    public static readonly Field<HoldPoint> Hold = new(
        "plan.hold", Types.Named(Holds), "Hold points", "where work stops until somebody else has looked")
    {
        Otherwise = HoldPoint.Last, Labels = new() { ["none"] = "none", ["snug"] = "after snug", ["last"] = "after the last pass",
            ["both"] = "after snug and after the last pass", ["each"] = "after each pass" },
    };
#pragma warning restore CS1591

    /// <summary>All, in their order.</summary>
    public static IReadOnlyList<Field> All { get; } =
        [Installation, Order, Sequence, StiffestX, StiffestY, Lot, Wrench, Consumable, Passes, Stages, Faces, TurnEdition, Locking,
            PrimerMinutes,
            OpenMinutes,
            CureHours, RetorqueHours, NeighbourLoss, Hold];

    private static Named<FaceSlope> Slopes =>
        new(("square", FaceSlope.Square), ("one sloped", FaceSlope.OneSloped), ("both sloped", FaceSlope.BothSloped));

    private static Named<Locking> Lockings => new(
        ("none", Shop.Locking.None), ("nut", Shop.Locking.PrevailingNut), ("wedge", Shop.Locking.Wedge), ("wire", Shop.Locking.Wire),
        ("adhesive", Shop.Locking.Adhesive));

    private static Named<HoldPoint> Holds => new(
        ("none", HoldPoint.None), ("snug", HoldPoint.Snug), ("last", HoldPoint.Last), ("both", HoldPoint.Both), ("each", HoldPoint.Each));
}
