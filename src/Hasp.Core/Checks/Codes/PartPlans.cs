using System.Collections.Concurrent;
using System.Collections.Immutable;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Codes;

/// <summary>Every part of a joint in plan: where its bolts and edges lie, along and across the load.</summary>
internal sealed class PartPlans
{
    private PartPlans(ImmutableArray<PartPlan?> parts) => Parts = parts;

    /// <summary>One entry a layer; null for a part that bears on no bolt or is of concrete, and for all where the places of several
    /// bolts are not stated.</summary>
    public ImmutableArray<PartPlan?> Parts { get; }

    /// <summary>Lays the parts of a joint out.</summary>
    public static PartPlans Of(Joint joint)
    {
        if (joint.Pattern is null && joint.Bolts.Count > 1) return new([.. joint.Layers.Select(_ => (PartPlan?)null)]);
        return new([.. joint.Layers.Select((l, i) => l.OnlyClamped || l.Material.IsConcrete ? null : PartPlan.Of(joint, i))]);
    }

    /// <summary>
    /// What "along" means in a part that is not drawn. Rows and columns have their own axes, and the one nearest to the largest in-plane
    /// force is meant; other layouts take the direction of that force.
    /// </summary>
    public static PlanPoint AlongOf(BoltPattern? pattern, ImmutableArray<LoadCase> cases)
    {
        var largest = cases.Where(c => !c.OnlyCombined).MaxBy(c => c.Shear) is { Shear: > 0 } most ? most.Load.Force
            : new Components(1, 0, 0);
        var size = Math.Sqrt((largest.X * largest.X) + (largest.Y * largest.Y));
        var force = new PlanPoint(largest.X / size, largest.Y / size);
        if (pattern is null || pattern.Layout.IsRound || pattern.Layout.Kind == PatternKind.Single) return force;
        var turned = pattern.Layout.Turned;
        var (first, second) = (new PlanPoint(Math.Cos(turned), Math.Sin(turned)), new PlanPoint(-Math.Sin(turned), Math.Cos(turned)));
        return Math.Abs(Dot(first, force)) >= Math.Abs(Dot(second, force)) - 1e-9 ? first : second;
    }

    internal static double Dot(PlanPoint a, PlanPoint b) => (a.X * b.X) + (a.Y * b.Y);

    /// <summary>True where a case shears all bolts alike: it acts through their centroid.</summary>
    public static bool IsConcentric(Joint joint, LoadCase load)
    {
        if (joint.Pattern is not { } pattern || pattern.Group.Bolts.Length == 1) return true;
        var moment = OnBolt.MomentsAtCentroid<Plain>(load, pattern.Group).Z.Value;
        // From a thousandth of a millimetre of arm on it is eccentric.
        return Math.Abs(moment) <= 1e-3 * Math.Max(1, load.Shear);
    }
}

/// <summary>What one bolt finds in a part in one direction of bearing. Lengths in mm.</summary>
/// <param name="Pitch">p1: centre to the next bolt ahead in its line; infinite for the end bolt.</param>
/// <param name="End">e1: centre to the edge ahead; infinite where there is none, not a number where it is not known.</param>
/// <param name="Beside">p2: centre to the nearest bolt of another line, across or slanting; infinite where there is none.</param>
/// <param name="Side">e2: centre to the edge beside, where no bolt lies between; infinite on an inner line, not a number where it is not
/// known.</param>
/// <param name="LineEnd">e1 of the end bolt of its line.</param>
/// <param name="LinePitch">The least pitch in its line; infinite where it is alone in it.</param>
/// <param name="Gauge">Least distance of another line, square to this one; infinite where there is none.</param>
internal readonly record struct BoltPlace(double Pitch, double End, double Beside, double Side, double LineEnd, double LinePitch,
    double Gauge)
{
    /// <summary>A distance to a neighbour and nothing else.</summary>
    public static BoltPlace Beyond(double pitch) => Open with { Pitch = pitch };

    /// <summary>A distance to an edge and nothing else.</summary>
    public static BoltPlace Before(double edge) => Open with { End = edge };

    private static BoltPlace Open { get; } = new(double.PositiveInfinity, double.PositiveInfinity, double.PositiveInfinity,
        double.PositiveInfinity, double.PositiveInfinity, double.PositiveInfinity, double.PositiveInfinity);

    /// <summary>True for the bolt that is first towards the edge.</summary>
    public bool IsEnd => double.IsPositiveInfinity(Pitch);

    /// <summary>True where bolts lie on both sides.</summary>
    public bool IsInner => double.IsPositiveInfinity(Side) && double.IsFinite(Beside);
}

/// <summary>One part in plan. It has four directions: 0 along, 1 against, 2 and 3 across.</summary>
internal sealed class PartPlan
{
    private readonly Plate? _drawn;
    private readonly (double Low, double High) _ends;
    private readonly (double Low, double High) _sides;
    private readonly double _hole;
    private readonly Found _found;
    private readonly ImmutableArray<int[]> _ring;

    /// <summary>What was found about the bolts in a part: kept with the group of bolts, so that a search over grades finds it
    /// once.</summary>
    private sealed class Found
    {
        public BoltPlace[]?[] Places { get; } = new BoltPlace[4][];

        public ConcurrentDictionary<(int, double, double), FailurePaths> Paths { get; } = [];

        public ConcurrentDictionary<object, object> Made { get; } = [];
    }

    /// <summary>All that the places and paths of a group follow from: two parts that are alike in it share them.</summary>
    private readonly record struct Geometry(PlanPoint Along, double Hole, Plate? Drawn, (double, double) Ends, (double, double) Sides);

    /// <summary>All that the plan of a part follows from, beside its group of bolts.</summary>
    private readonly record struct Stated(PlanPoint Along, double Hole, Plate? Drawn, double? Edge, double? Side, double? Width,
        bool IsCircle, int Sense);

    private PartPlan(BoltPattern? pattern, PlanPoint along, ImmutableArray<PlanPoint> bolts, double hole, Plate? drawn,
        (double, double) ends,
        (double, double) sides, int sense)
    {
        Along = along;
        Bolts = bolts;
        Sense = sense;
        (_hole, _drawn, _ends, _sides) = (hole, drawn, ends, sides);
        _ring = RingOf(pattern);
        _found = pattern is null ? new() : pattern.Group.Once(new Geometry(along, hole, drawn, ends, sides), static _ => new Found());
    }

    /// <summary>Unit direction of its first axis in the plan.</summary>
    public PlanPoint Along { get; }

    /// <summary>Unit direction of its second axis.</summary>
    public PlanPoint Across => new(-Along.Y, Along.X);

    /// <summary>The bolts in the part's axes.</summary>
    public ImmutableArray<PlanPoint> Bolts { get; }

    /// <summary>
    /// 1 where a bolt bears in the direction of its shear, −1 where against it: the load acts on the parts that pull right, so that in
    /// those a
    /// bolt bears against it. 0 where nobody said which way the parts pull: both are looked at.
    /// </summary>
    public int Sense { get; }

    /// <summary>True where the bolts stand all round: such a part cannot turn about one row of them.</summary>
    public bool IsClosedRing => !_ring.IsEmpty && _ring.All(n => n.Length == 2);

    /// <summary>True where the distances to the ends are known.</summary>
    public bool KnowsEnds => _drawn is not null || !double.IsNaN(_ends.High);

    /// <summary>True where the distances to the sides are known.</summary>
    public bool KnowsSides => _drawn is not null || !double.IsNaN(_sides.High);

    /// <summary>The part of a layer.</summary>
    public static PartPlan Of(Joint joint, int layer)
    {
        var part = joint.Layers[layer];
        var sense = !joint.SidesStated ? 0 : part.Side == Side.Right ? -1 : 1;
        if (joint.Pattern is not { } pattern) return Made(joint, part, sense);
        var stated = new Stated(joint.Along, joint.Hole, pattern.Plate, part.EdgeDistance, part.SideDistance, part.Width,
            RoundOf(joint, part) is not null, sense);
        return pattern.Group.Once(stated, _ => Made(joint, part, sense));
    }

    /// <summary>Something that follows from the plan and from what its key names: made once for all joints that share it.</summary>
    public T Once<T>(object key, Func<T> make)
        where T : class => (T)_found.Made.GetOrAdd(key, static (_, m) => m(), (Func<object>)make);

    private static PartPlan Made(Joint joint, Layer part, int sense)
    {
        var plate = joint.Pattern?.Plate;
        var along = plate is not null && part.EdgeDistance is null && part.SideDistance is null && AxisOf(plate, joint.Along) is { } axis
            ? axis : joint.Along;
        var across = new PlanPoint(-along.Y, along.X);
        ImmutableArray<PlanPoint> inPlan = joint.Pattern is { } p ? [.. p.Group.Bolts.Select(b => new PlanPoint(b.X, b.Y))] : [default];
        ImmutableArray<PlanPoint> bolts = [.. inPlan.Select(b => new PlanPoint(PartPlans.Dot(b, along), PartPlans.Dot(b, across)))];
        if (RoundOf(joint, part) is { } round) return new(joint.Pattern, along, bolts, joint.Hole, round, default, default, sense);
        if (plate is not null && part.EdgeDistance is null && part.SideDistance is null) return new(joint.Pattern, along, bolts,
            joint.Hole, plate, default, default, sense);
        var (aLow, aHigh) = (bolts.Min(b => b.X), bolts.Max(b => b.X));
        var (bLow, bHigh) = (bolts.Min(b => b.Y), bolts.Max(b => b.Y));
        var side = part.SideDistance ?? (part.Width is { } width ? (width - (bHigh - bLow)) / 2 : null);
        return new(
            joint.Pattern, along, bolts, joint.Hole, null, Ends(part.EdgeDistance, aLow, aHigh, along, b => b.X),
            Ends(side, bLow, bHigh, across, b => b.Y), sense);

        (double, double) Ends(double? stated, double low, double high, PlanPoint towards, Func<PlanPoint, double> of)
        {
            if (stated is { } e) return (low - e, high + e);
            if (plate is null) return (double.NaN, double.NaN);
            // What is not stated is as drawn, at the outermost bolt.
            var (first, last) = (inPlan.MinBy(b => PartPlans.Dot(b, towards)), inPlan.MaxBy(b => PartPlans.Dot(b, towards)));
            return (low - plate.RayFrom(first, new(-towards.X, -towards.Y)), high + plate.RayFrom(last, towards));
        }
    }

    /// <summary>A part with bolts on a circle and one edge distance is round about them; null for any other.</summary>
    private static Plate? RoundOf(Joint joint, Layer part) =>
        joint.Pattern is { Layout: { Kind: PatternKind.Circle, Mirror: Mirror.None } layout }
            && part is { EdgeDistance: { } edge, SideDistance: null, Width: null }
            ? new Plate([], layout.At, layout.Diameter + (2 * edge), []) : null;

    /// <summary>The axis of a plate with right angles nearest to a direction; null where it has none.</summary>
    private static PlanPoint? AxisOf(Plate plate, PlanPoint near)
    {
        if (plate.IsRound) return null;
        var corners = plate.Corners;
        var first = corners[1] - corners[0];
        var length = corners[0].To(corners[1]);
        var axis = (1 / length) * first;
        for (var i = 0; i < corners.Length; i++)
        {
            var side = corners[(i + 1) % corners.Length] - corners[i];
            var (along, across) = (PartPlans.Dot(side, axis), PartPlans.Dot(side, new(-axis.Y, axis.X)));
            if (Math.Min(Math.Abs(along), Math.Abs(across)) > 1e-6 * length) return null;
        }
        var other = new PlanPoint(-axis.Y, axis.X);
        var best = Math.Abs(PartPlans.Dot(axis, near)) >= Math.Abs(PartPlans.Dot(other, near)) - 1e-9 ? axis : other;
        return PartPlans.Dot(best, near) < 0 ? new(-best.X, -best.Y) : best;
    }

    /// <summary>A plan vector in the part's axes.</summary>
    public PlanPoint InAxes(double x, double y) => new((x * Along.X) + (y * Along.Y), (y * Along.X) - (x * Along.Y));

    /// <summary>Unit vector of a direction in the part's axes.</summary>
    public static PlanPoint Unit(int direction) => direction switch { 0 => new(1, 0), 1 => new(-1, 0), 2 => new(0, 1), _ => new(0, -1) };

    /// <summary>
    /// The components of a shear (given in the plan) as directions of bearing in the part's axes with their sizes, both ways where the
    /// sense is not known: up to four into <paramref name="into"/>. How many were written.
    /// </summary>
    public int Components(double x, double y, Span<(int Direction, double Size)> into)
    {
        var shear = InAxes(x, y);
        // A rounding error across is no component.
        var least = 1e-9 * (Math.Abs(shear.X) + Math.Abs(shear.Y));
        var n = 0;
        for (var axis = 0; axis < 2; axis++)
        {
            var value = axis == 0 ? shear.X : shear.Y;
            if (Math.Abs(value) <= least) continue;
            var with = (2 * axis) + (value > 0 ? 0 : 1);
            if (Sense >= 0) into[n++] = (with, Math.Abs(value));
            if (Sense <= 0) into[n++] = (with ^ 1, Math.Abs(value));
        }
        return n;
    }

    /// <summary>
    /// Distance from a bolt to the part's edge in a unit direction of its axes, mm; infinite where there is none, not a number where it is
    /// not known.
    /// </summary>
    public double Ray(int bolt, PlanPoint towards)
    {
        if (_drawn is { } plate)
        {
            var (a, b) = (Bolts[bolt].X, Bolts[bolt].Y);
            PlanPoint InPlan(double x, double y) => new((x * Along.X) - (y * Along.Y), (x * Along.Y) + (y * Along.X));
            return plate.RayFrom(InPlan(a, b), InPlan(towards.X, towards.Y));
        }
        return Least(To(_ends, Bolts[bolt].X, towards.X), To(_sides, Bolts[bolt].Y, towards.Y));

        static double To((double Low, double High) bounds, double at, double step) =>
            Math.Abs(step) < 1e-9 ? double.PositiveInfinity : step > 0 ? (bounds.High - at) / step : (bounds.Low - at) / step;

        static double Least(double a, double b) => double.IsNaN(a) || double.IsNaN(b) ? double.NaN : Math.Min(a, b);
    }

    /// <summary>What every bolt finds in one of the four directions.</summary>
    public BoltPlace[] Places(int direction) => _found.Places[direction] ??= PlacesOf(direction);

    /// <summary>Centre of a bolt to the centre of the next hole that lies in its way, mm; infinite where none does.</summary>
    public double NextHole(int bolt, PlanPoint towards)
    {
        var nearest = double.PositiveInfinity;
        var from = Bolts[bolt];
        for (var j = 0; j < Bolts.Length; j++)
        {
            var way = Bolts[j] - from;
            var ahead = PartPlans.Dot(way, towards);
            if (j == bolt || ahead <= 0 || Math.Abs((way.Y * towards.X) - (way.X * towards.Y)) >= _hole / 2) continue;
            nearest = Math.Min(nearest, ahead);
        }
        return nearest;
    }

    /// <summary>
    /// Every way that the part can part in a direction, with the holes deducted: <paramref name="across"/> from what is pulled,
    /// <paramref name="along"/> from what is sheared, mm.
    /// </summary>
    public FailurePaths Paths(int direction, double across, double along) =>
        _found.Paths.GetOrAdd((direction, across, along), static (k, plan) => new FailurePaths(plan, k.Item1, plan._hole, k.Item2, k.Item3),
            this);

    /// <summary>
    /// What the greatest and least distances are asked of, bolt by bolt: in rows and columns both ways along, since the end that a
    /// bolt bears to depends on the case; round a circle or a frame from neighbour to neighbour, and to the edge that is really
    /// next.
    /// </summary>
    public IEnumerable<(int Bolt, int Direction, BoltPlace Place)> Distances()
    {
        if (_ring.IsEmpty)
        {
            for (var direction = 0; direction < 2; direction++)
            {
                var places = Places(direction);
                for (var b = 0; b < places.Length; b++) yield return (b, direction, places[b]);
            }
            yield break;
        }
        for (var b = 0; b < Bolts.Length; b++)
        {
            foreach (var next in _ring[b]) yield return (b, 0, BoltPlace.Beyond(Bolts[b].To(Bolts[next])));
            yield return (b, 0, BoltPlace.Before(RealEdge(b)));
        }
    }

    /// <summary>Distance from a bolt to the edge that is next to it, of outline or opening, mm; not a number where it is not
    /// known.</summary>
    private double RealEdge(int bolt)
    {
        var (a, b) = (Bolts[bolt].X, Bolts[bolt].Y);
        if (_drawn is { } plate) return plate.EdgeFrom(new((a * Along.X) - (b * Along.Y), (a * Along.Y) + (b * Along.X))).Distance;
        return Math.Min(Math.Min(a - _ends.Low, _ends.High - a), Math.Min(b - _sides.Low, _sides.High - b));
    }

    /// <summary>
    /// The neighbours of each bolt of a closed or open ring: those before and after it. Bolts on its far side are in no line with it. None
    /// where the pattern is no ring.
    /// </summary>
    private static ImmutableArray<int[]> RingOf(BoltPattern? pattern)
    {
        if (pattern?.Layout is not { Mirror: Mirror.None } layout || pattern.Group.Bolts.Length < 3) return [];
        var isFrame = layout is { Kind: PatternKind.Outline, Rows: > 2, Columns: > 2 };
        if (!layout.IsRound && !isFrame) return [];
        var bolts = pattern.Group.Bolts;
        var (x, y) = (bolts.Average(b => b.X), bolts.Average(b => b.Y));
        var order = Enumerable.Range(0, bolts.Length).ToArray();
        if (layout.Kind != PatternKind.Arc) order = [.. order.OrderBy(i => Math.Atan2(bolts[i].Y - y, bolts[i].X - x))];
        var next = new int[bolts.Length][];
        for (var k = 0; k < order.Length; k++)
        {
            int? before = k > 0 ? order[k - 1] : layout.Kind == PatternKind.Arc ? null : order[^1];
            int? after = k + 1 < order.Length ? order[k + 1] : layout.Kind == PatternKind.Arc ? null : order[0];
            next[order[k]] = [.. new[] { before, after }.OfType<int>()];
        }
        return [.. next];
    }

    /// <summary>True where an opening of the part lies between two bolts: they are no neighbours.</summary>
    private bool IsBeyondOpening(int i, int j)
    {
        if (_drawn is not { Openings.IsEmpty: false } plate) return false;
        var apart = Bolts[i].To(Bolts[j]);
        return Ray(i, (1 / apart) * (Bolts[j] - Bolts[i])) < apart - 1e-9;
    }

    private BoltPlace[] PlacesOf(int direction)
    {
        var (ahead, left) = (Unit(direction), Unit(direction < 2 ? 2 : 0));
        var right = new PlanPoint(-left.X, -left.Y);
        var places = new BoltPlace[Bolts.Length];
        for (var i = 0; i < places.Length; i++)
        {
            var (pitch, linePitch, last) = (double.PositiveInfinity, double.PositiveInfinity, i);
            double byLeft = double.PositiveInfinity, byRight = double.PositiveInfinity, gauge = double.PositiveInfinity;
            for (var j = 0; j < Bolts.Length; j++)
            {
                if (j == i || IsBeyondOpening(i, j)) continue;
                var way = Bolts[j] - Bolts[i];
                var (step, aside) = (PartPlans.Dot(way, ahead), PartPlans.Dot(way, left));
                if (Math.Abs(aside) < _hole / 2)
                {
                    linePitch = Math.Min(linePitch, Math.Abs(step));
                    if (step > 0) pitch = Math.Min(pitch, step);
                    if (step > PartPlans.Dot(Bolts[last] - Bolts[i], ahead)) last = j;
                }
                else
                {
                    gauge = Math.Min(gauge, Math.Abs(aside));
                    var apart = Bolts[i].To(Bolts[j]);
                    if (aside > 0) byLeft = Math.Min(byLeft, apart);
                    else byRight = Math.Min(byRight, apart);
                }
            }
            var side = double.PositiveInfinity;
            if (double.IsPositiveInfinity(byLeft)) side = Ray(i, left);
            if (double.IsPositiveInfinity(byRight)) side = double.IsNaN(side) ? side : LesserOf(side, Ray(i, right));
            places[i] = new(pitch, Ray(i, ahead), Math.Min(byLeft, byRight), side, Ray(last, ahead), linePitch, gauge);
        }
        return places;

        static double LesserOf(double a, double b) => double.IsNaN(b) ? b : Math.Min(a, b);
    }
}
