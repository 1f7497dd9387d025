using System.Collections.Immutable;

namespace Hasp.Core.LoadPath;

/// <summary>How the bolts are laid out in plan.</summary>
public enum PatternKind
{
    /// <summary>One bolt.</summary>
    Single,

    /// <summary>Rows and columns.</summary>
    Grid,

    /// <summary>Rows and columns, every other row shifted by half a pitch.</summary>
    Staggered,

    /// <summary>Evenly round a bolt circle.</summary>
    Circle,

    /// <summary>Evenly along a part of a circle, a bolt at either end.</summary>
    Arc,

    /// <summary>Rows and columns, only along the outline.</summary>
    Outline,

    /// <summary>Each bolt at a place of its own.</summary>
    Points,
}

/// <summary>Across which axis of the joint a pattern is repeated.</summary>
public enum Mirror
{
    /// <summary>Not at all.</summary>
    None,

    /// <summary>Left and right of x = 0.</summary>
    LeftRight,

    /// <summary>Above and below y = 0.</summary>
    UpDown,

    /// <summary>Both: four copies.</summary>
    Both,
}

/// <summary>A place in plan, mm.</summary>
public readonly record struct PlanPoint(double X, double Y)
{
    /// <summary>Distance to another place, mm.</summary>
    public double To(PlanPoint other) => Math.Sqrt(BoltGroup.Square(other.X - X) + BoltGroup.Square(other.Y - Y));

    /// <summary>One place moved by another, mm.</summary>
    public static PlanPoint operator +(PlanPoint a, PlanPoint b) => new(a.X + b.X, a.Y + b.Y);

    /// <summary>From the second place to the first, mm.</summary>
    public static PlanPoint operator -(PlanPoint a, PlanPoint b) => new(a.X - b.X, a.Y - b.Y);

    /// <summary>So many times as far from the origin, mm.</summary>
    public static PlanPoint operator *(double factor, PlanPoint a) => new(factor * a.X, factor * a.Y);
}

/// <summary>
/// The numbers a pattern is made from. Lengths in mm, angles in rad. What a kind does not use is left as it is, so that changing the kind
/// back loses nothing.
/// </summary>
public sealed record Layout
{
    /// <summary>Shape of the pattern.</summary>
    public PatternKind Kind { get; init; }

    /// <summary>Rows of a grid, staggered grid or outline.</summary>
    public int Rows { get; init; } = 2;

    /// <summary>Columns of a grid, staggered grid or outline.</summary>
    public int Columns { get; init; } = 2;

    /// <summary>Between columns.</summary>
    public double PitchX { get; init; }

    /// <summary>Between rows.</summary>
    public double PitchY { get; init; }

    /// <summary>Bolts on the circle or arc.</summary>
    public int Count { get; init; } = 4;

    /// <summary>Bolt circle.</summary>
    public double Diameter { get; init; }

    /// <summary>Where the first bolt of a circle or arc stands, from x towards y.</summary>
    public double From { get; init; }

    /// <summary>What an arc covers, first bolt to last.</summary>
    public double Sweep { get; init; } = Math.PI;

    /// <summary>Middle of the layout; points are counted from it.</summary>
    public PlanPoint At { get; init; }

    /// <summary>Turned about its middle, from x towards y.</summary>
    public double Turned { get; init; }

    /// <summary>About which axis it is mirrored.</summary>
    public Mirror Mirror { get; init; }

    /// <summary>Places, where each bolt has its own.</summary>
    public ImmutableArray<PlanPoint> Points { get; init; } = [];

    /// <summary>Numbers of the places, from 1, that hold no bolt.</summary>
    public ImmutableArray<int> Off { get; init; } = [];

    /// <summary>True for a kind that holds its bolts by rows and columns.</summary>
    public bool HasRows => Kind is PatternKind.Grid or PatternKind.Staggered or PatternKind.Outline;

    /// <summary>True for a kind that holds its bolts on a circle.</summary>
    public bool IsRound => Kind is PatternKind.Circle or PatternKind.Arc;

    /// <summary>How many places the layout has, without laying it out.</summary>
    public int PlaceCount => Copies * Kind switch
    {
        PatternKind.Single => 1,
        PatternKind.Grid or PatternKind.Staggered => Rows * Columns,
        PatternKind.Outline => Rows == 1 || Columns == 1 ? Rows * Columns : (2 * (Rows + Columns)) - 4,
        PatternKind.Points => Points.Length,
        _ => Count,
    };

    private int Copies => Mirror switch { Mirror.None => 1, Mirror.Both => 4, _ => 2 };

    /// <summary>
    /// Every place, switched off or not, numbered in this order: rows from the top, left to right; circles from the first bolt on; mirrored
    /// copies after the original, those that fall on it left out.
    /// </summary>
    public ImmutableArray<PlanPoint> Places()
    {
        var (cos, sin) = (Math.Cos(Turned), Math.Sin(Turned));
        var original = Local().Select(p => At + new PlanPoint((cos * p.X) - (sin * p.Y), (sin * p.X) + (cos * p.Y))).ToList();
        var all = new List<PlanPoint>(original);
        if (Mirror is Mirror.LeftRight or Mirror.Both) all.AddRange(original.Select(p => p with { X = -p.X }));
        if (Mirror is Mirror.UpDown or Mirror.Both) all.AddRange(original.Select(p => p with { Y = -p.Y }));
        if (Mirror is Mirror.Both) all.AddRange(original.Select(p => new PlanPoint(-p.X, -p.Y)));
        var kept = new List<PlanPoint>();
        foreach (var (p, i) in all.Select((p, i) => (p, i)))
        {
            // Only a mirror image that falls on a bolt is the same bolt; two bolts typed at one place are a fault that the rules name.
            if (i < original.Count || kept.All(k => k.To(p) > 1e-6)) kept.Add(p);
        }
        return [.. kept];
    }

    /// <summary>The same layout with <paramref name="count"/> bolts by its own rule, pitch and circle kept; null where it has none
    /// of that number.</summary>
    public Layout? Grown(int count)
    {
        if (Places().Length - Off.Length == count) return this;
        // Which bolts would be off among others is not for a rule to say.
        if (Off.Length > 0 || Kind is PatternKind.Single or PatternKind.Points) return null;
        if (IsRound) return Candidates(from n in Enumerable.Range(1, count) select this with { Count = n });
        return Candidates(
            from rows in Enumerable.Range(1, count)
            from columns in Enumerable.Range(1, count)
            let grown = this with { Rows = rows, Columns = columns }
            where grown.PlaceCount >= count && grown.PlaceCount <= 4 * count
            // A field of bolts does not dwindle to a line, nor a line widen to a field, unless there are too few for one.
            where grown.PlaceCount < 4 || (rows > 1 == Rows > 1 && columns > 1 == Columns > 1)
            // As near as may be to the proportions that were drawn: first those that keep a side, then the likest.
            orderby (rows == Rows || columns == Columns ? 0 : 1), Math.Abs(Math.Log((double)rows * Columns / (columns * Rows))),
            columns == Columns ? 0 : 1
            select grown);

        Layout? Candidates(IEnumerable<Layout> layouts) => layouts.FirstOrDefault(l => l.Places().Length == count);
    }

    /// <summary>Places about the middle of the layout, unturned.</summary>
    private IEnumerable<PlanPoint> Local()
    {
        switch (Kind)
        {
            case PatternKind.Single:
                return [default];
            case PatternKind.Points:
                return Points;
            case PatternKind.Circle:
                return Enumerable.Range(0, Count).Select(i => OnCircle(2 * Math.PI * i / Count));
            case PatternKind.Arc:
                return Enumerable.Range(0, Count).Select(i => OnCircle(Count == 1 ? 0 : Sweep * i / (Count - 1)));
            default:
                return from row in Enumerable.Range(0, Rows)
                       from column in Enumerable.Range(0, Columns)
                       where Kind != PatternKind.Outline || row == 0 || column == 0 || row == Rows - 1 || column == Columns - 1
                       let shift = Kind == PatternKind.Staggered ? (row % 2 == 0 ? -PitchX / 4 : PitchX / 4) : 0
                       select new PlanPoint(((column - ((Columns - 1) / 2.0)) * PitchX) + shift, (((Rows - 1) / 2.0) - row) * PitchY);
        }
    }

    private PlanPoint OnCircle(double angle) => new(Diameter / 2 * Math.Cos(From + angle), Diameter / 2 * Math.Sin(From + angle));
}
