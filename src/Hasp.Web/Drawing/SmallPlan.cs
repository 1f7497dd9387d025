using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Web.Drawing;

/// <summary>Bolts and edges of a joint in plan, to scale, without words: for choosing by eye.</summary>
/// <param name="joint">The joint; it has a pattern.</param>
/// <param name="width">Of the picture.</param>
/// <param name="height">Of the picture.</param>
public sealed class SmallPlan(Joint joint, double width, double height)
{
    private readonly (double Left, double Right, double Bottom, double Top) _room = RoomOf(joint);

    private double Scale => Math.Min(width / (_room.Right - _room.Left), height / (_room.Top - _room.Bottom));

    /// <summary>Centres of the bolts.</summary>
    public IEnumerable<Spot> Bolts => joint.Pattern!.Group.Bolts.Select(b => At(b.X, b.Y));

    /// <summary>Radius of a hole.</summary>
    public double Hole => joint.Hole / 2 * Scale;

    /// <summary>Outline of the plate drawn; of the edges stated where none is.</summary>
    public string Outline
    {
        get
        {
            if (joint.Pattern!.Plate is { IsRound: false } plate) return "M"
                + string.Join("L", plate.Corners.Select(c => Text(At(c.X, c.Y)))) + "Z";
            var (a, b) = (At(_room.Left, _room.Top), At(_room.Right, _room.Bottom));
            return $"M{Text(a)}H{SectionDrawing.N(b.X)}V{SectionDrawing.N(b.Y)}H{SectionDrawing.N(a.X)}Z";
        }
    }

    private Spot At(double x, double y) =>
        new((width / 2) + ((x - ((_room.Left + _room.Right) / 2)) * Scale),
            (height / 2) - ((y - ((_room.Bottom + _room.Top) / 2)) * Scale));

    private static string Text(Spot s) => $"{SectionDrawing.N(s.X)} {SectionDrawing.N(s.Y)}";

    private static (double, double, double, double) RoomOf(Joint joint)
    {
        var (bolts, plate) = (joint.Pattern!.Group.Bolts, joint.Pattern.Plate);
        if (plate is not null) return (plate.Left, plate.Right, plate.Bottom, plate.Top);
        var d = joint.Bolts.Thread.Diameter;
        var along = joint.Layers.Min(l => l.EdgeDistance) ?? 2 * d;
        var across = joint.Layers.Min(l => l.SideDistance) ?? 2 * d;
        // Edges along and across the load, drawn along and across the plan where the load runs more along x.
        var (dx, dy) = Math.Abs(joint.Along.X) >= Math.Abs(joint.Along.Y) ? (along, across) : (across, along);
        return (bolts.Min(b => b.X) - dx, bolts.Max(b => b.X) + dx, bolts.Min(b => b.Y) - dy, bolts.Max(b => b.Y) + dy);
    }
}
