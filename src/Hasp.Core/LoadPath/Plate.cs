using System.Collections.Immutable;

namespace Hasp.Core.LoadPath;

/// <summary>An opening in a plate: round, or a rectangle where a width and a height are given. mm.</summary>
public readonly record struct Opening(PlanPoint At, double Diameter, double Width, double Height)
{
    /// <summary>True for a hole, false for a cut-out.</summary>
    public bool IsRound => Diameter > 0;

    /// <summary>Corners of a cut-out, counter-clockwise; none for a hole.</summary>
    public ImmutableArray<PlanPoint> Corners => IsRound ? [] : Plate.Rectangle(At, Width, Height);
}

/// <summary>Outline of a part in plan, with its openings: a circle, or a polygon of corners. Lengths in mm.</summary>
/// <param name="Corners">Corners in order; empty for a circle.</param>
/// <param name="Middle">Middle of the circle.</param>
/// <param name="Diameter">Diameter of the circle; 0 for a polygon.</param>
/// <param name="Openings">Holes and cut-outs.</param>
public sealed record Plate(ImmutableArray<PlanPoint> Corners, PlanPoint Middle, double Diameter, ImmutableArray<Opening> Openings)
{
    /// <summary>True for a round plate.</summary>
    public bool IsRound => Corners.IsEmpty;

    /// <summary>Least x of its outline, mm.</summary>
    public double Left => IsRound ? Middle.X - (Diameter / 2) : Corners.Min(c => c.X);

    /// <summary>Greatest x, mm.</summary>
    public double Right => IsRound ? Middle.X + (Diameter / 2) : Corners.Max(c => c.X);

    /// <summary>Least y, mm.</summary>
    public double Bottom => IsRound ? Middle.Y - (Diameter / 2) : Corners.Min(c => c.Y);

    /// <summary>Greatest y, mm.</summary>
    public double Top => IsRound ? Middle.Y + (Diameter / 2) : Corners.Max(c => c.Y);

    /// <summary>Corners of an upright rectangle, counter-clockwise.</summary>
    public static ImmutableArray<PlanPoint> Rectangle(PlanPoint middle, double width, double height) =>
    [
        new(middle.X - (width / 2), middle.Y - (height / 2)), new(middle.X + (width / 2), middle.Y - (height / 2)),
        new(middle.X + (width / 2), middle.Y + (height / 2)), new(middle.X - (width / 2), middle.Y + (height / 2)),
    ];

    /// <summary>
    /// The place on an edge that is nearest to <paramref name="p"/>, and how far it is; below 0 where <paramref name="p"/> lies off the
    /// plate or in an opening.
    /// </summary>
    public (double Distance, PlanPoint Edge) EdgeFrom(PlanPoint p)
    {
        var nearest = IsRound ? Round(p, Middle, Diameter, inside: true) : Polygon(p, Corners, inside: true);
        foreach (var opening in Openings)
        {
            var here = opening.IsRound ? Round(p, opening.At, opening.Diameter, inside: false) : Polygon(p, opening.Corners, inside: false);
            if (here.Distance < nearest.Distance) nearest = here;
        }
        return nearest;
    }

    /// <summary>Distance from a place to the first edge, of outline or opening, in a unit direction, mm; infinite where the way
    /// meets none.</summary>
    public double RayFrom(PlanPoint p, PlanPoint towards)
    {
        var nearest = IsRound ? ToCircle(p, towards, Middle, Diameter) : ToSides(p, towards, Corners);
        foreach (var opening in Openings)
        {
            nearest = Math.Min(nearest, opening.IsRound ? ToCircle(p, towards, opening.At, opening.Diameter)
                : ToSides(p, towards, opening.Corners));
        }
        return nearest;
    }

    private static double ToCircle(PlanPoint p, PlanPoint towards, PlanPoint middle, double diameter)
    {
        var away = p - middle;
        var b = (away.X * towards.X) + (away.Y * towards.Y);
        var under = (b * b) - (away.X * away.X) - (away.Y * away.Y) + (diameter * diameter / 4);
        if (under < 0) return double.PositiveInfinity;
        var (first, second) = (-b - Math.Sqrt(under), -b + Math.Sqrt(under));
        return first > 0 ? first : second > 0 ? second : double.PositiveInfinity;
    }

    private static double ToSides(PlanPoint p, PlanPoint towards, ImmutableArray<PlanPoint> corners)
    {
        var nearest = double.PositiveInfinity;
        for (var i = 0; i < corners.Length; i++)
        {
            var (from, side) = (corners[i] - p, corners[(i + 1) % corners.Length] - corners[i]);
            var turn = (towards.X * side.Y) - (towards.Y * side.X);
            if (Math.Abs(turn) < 1e-12) continue;
            var reach = ((from.X * side.Y) - (from.Y * side.X)) / turn;
            var share = ((from.X * towards.Y) - (from.Y * towards.X)) / turn;
            // A hair's tolerance: a way through a corner meets one of its sides.
            if (reach > 0 && share is >= -1e-9 and <= 1 + 1e-9) nearest = Math.Min(nearest, reach);
        }
        return nearest;
    }

    /// <summary>True where two sides of a polygon cross, or it encloses nothing.</summary>
    public static bool Crosses(IReadOnlyList<PlanPoint> corners)
    {
        var n = corners.Count;
        double area = 0;
        for (var i = 0; i < n; i++) area += Turn(default, corners[i], corners[(i + 1) % n]);
        if (n < 3 || Math.Abs(area) < 1e-9) return true;
        for (var i = 0; i < n; i++)
        {
            for (var j = i + 2; j < n; j++)
            {
                if ((j + 1) % n == i) continue;
                var (a, b, c, d) = (corners[i], corners[(i + 1) % n], corners[j], corners[(j + 1) % n]);
                if (Turn(a, b, c) * Turn(a, b, d) < 0 && Turn(c, d, a) * Turn(c, d, b) < 0) return true;
            }
        }
        return false;
    }

    private static (double Distance, PlanPoint Edge) Round(PlanPoint p, PlanPoint middle, double diameter, bool inside)
    {
        var far = middle.To(p);
        var towards = far < 1e-9 ? new PlanPoint(1, 0) : (1 / far) * (p - middle);
        var distance = inside ? (diameter / 2) - far : far - (diameter / 2);
        return (distance, middle + ((diameter / 2) * towards));
    }

    private static (double Distance, PlanPoint Edge) Polygon(PlanPoint p, ImmutableArray<PlanPoint> corners, bool inside)
    {
        var (nearest, edge, within) = (double.PositiveInfinity, p, false);
        for (var i = 0; i < corners.Length; i++)
        {
            var (a, b) = (corners[i], corners[(i + 1) % corners.Length]);
            var along = b - a;
            var share = Math.Clamp((((p.X - a.X) * along.X) + ((p.Y - a.Y) * along.Y)) / ((along.X * along.X) + (along.Y * along.Y)), 0, 1);
            var here = a + (share * along);
            if (here.To(p) < nearest) (nearest, edge) = (here.To(p), here);
            // A line to the right crosses the outline an odd number of times from inside.
            if ((a.Y > p.Y) != (b.Y > p.Y) && p.X < a.X + ((p.Y - a.Y) / (b.Y - a.Y) * (b.X - a.X))) within = !within;
        }
        return (within == inside ? nearest : -nearest, edge);
    }

    /// <summary>Twice the area of the triangle a, b, c; above 0 counter-clockwise.</summary>
    private static double Turn(PlanPoint a, PlanPoint b, PlanPoint c) => ((b.X - a.X) * (c.Y - a.Y)) - ((b.Y - a.Y) * (c.X - a.X));
}
