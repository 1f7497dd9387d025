using System.Collections.Immutable;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Shop;

/// <summary>A rule by which bolts follow one another.</summary>
public enum OrderRule
{
    /// <summary>Across a circle, each next one as far from the last as may be.</summary>
    Star,

    /// <summary>From the centre outward, round and round.</summary>
    Spiral,

    /// <summary>Along a line from its middle, one side and the other in turn.</summary>
    Alternating,

    /// <summary>From the stiffest part of the joint, where the plies lie firmest, towards its free edges.</summary>
    FromStiffest,

    /// <summary>As somebody pointed them out on the plan.</summary>
    ByHand,
}

/// <summary>
/// In which order the bolts of a pattern are tightened: every one of them once, whatever the pattern. A bolt is named by its place in the
/// list.
/// </summary>
/// <param name="Rule">By which rule.</param>
/// <param name="Bolts">Places in the list, in the order of tightening.</param>
public sealed record TighteningOrder(OrderRule Rule, ImmutableArray<int> Bolts)
{
    /// <summary>The rules with their names in documents.</summary>
    public static Joints.Named<OrderRule> Names { get; } = new(
        ("star", OrderRule.Star), ("spiral", OrderRule.Spiral), ("alternating", OrderRule.Alternating),
        ("stiffest", OrderRule.FromStiffest), ("by hand", OrderRule.ByHand));

    // Distances that differ by less are the same, as a share of the pattern's extent: a grid typed in inches is still a grid.
    private const double Same = 1e-6;

    /// <summary>The standard that a rule comes from.</summary>
    public static string SourceOf(OrderRule rule) => rule switch
    {
        OrderRule.Star => "ASME PCC-1, cross-pattern tightening",
        OrderRule.Spiral => "EN 1090-2, 8.3 and 8.5.1: from the stiffest part, in a clamped face its centre, towards the least stiff",
        OrderRule.Alternating => "EN 1090-2, 8.3 and 8.5.1: from the middle of the row towards its free ends",
        OrderRule.FromStiffest => "EN 1090-2, 8.3 and 8.5.1; RCSC, 8.2: from the most rigid part towards the free edges",
        _ => "by the engineer, on the plan",
    };

    /// <summary>The rule in words.</summary>
    public static string WordsOf(OrderRule rule) => rule switch
    {
        OrderRule.Star => "crosswise",
        OrderRule.Spiral => "from the centre outward",
        OrderRule.Alternating => "from the middle, side and side",
        OrderRule.FromStiffest => "from the stiffest part outward",
        _ => "by hand",
    };

    /// <summary>The rule that goes with a pattern: crosswise on a circle, from the middle along a line, from the centre else.</summary>
    public static OrderRule UsualFor(IReadOnlyList<PlanPoint> places) =>
        places.Count < 3 || OnLine(places) ? OrderRule.Alternating : OnCircle(places) ? OrderRule.Star : OrderRule.Spiral;

    /// <summary>The order by a rule.</summary>
    /// <param name="places">Where the bolts are, mm.</param>
    /// <param name="rule">The rule.</param>
    /// <param name="stiffest">Where the joint is stiffest; its centre where nobody said.</param>
    /// <param name="byHand">The order pointed out; bolts that it leaves out follow in the usual order, and one named twice counts
    /// once.</param>
    public static TighteningOrder Of(IReadOnlyList<PlanPoint> places, OrderRule rule, PlanPoint? stiffest = null,
        IReadOnlyList<int>? byHand = null) => new(rule, rule switch
    {
        OrderRule.Star => Star(places),
        OrderRule.Alternating => Alternating(places),
        OrderRule.FromStiffest => Outward(places, stiffest ?? Centre(places)),
        OrderRule.ByHand => [.. (byHand ?? []).Where(i => i >= 0 && i < places.Count).Concat(Of(places, UsualFor(places)).Bolts)
            .Distinct()],
        _ => Outward(places, Centre(places)),
    });

    /// <summary>
    /// Round the circle by angle. Where they stand evenly and their number is even, each bolt is followed by the one opposite, the next
    /// pair being the
    /// farthest from all pairs done; else each next one is the farthest from all that are done. From seven on the third is so never beside
    /// the first two.
    /// </summary>
    private static ImmutableArray<int> Star(IReadOnlyList<PlanPoint> places)
    {
        var centre = CircleCentre(places) ?? Centre(places);
        var angles = places.Select(p => Angle(p - centre, From(places, centre))).ToArray();
        var round = Enumerable.Range(0, places.Count).OrderBy(i => angles[i]).ThenBy(i => places[i].To(centre)).ThenBy(i => i).ToArray();
        var n = round.Length;
        if (n < 3) return [.. round];
        double Apart(int a, int b) => Math.Abs(Math.IEEERemainder(angles[round[a]] - angles[round[b]], 2 * Math.PI));
        var isEven = Enumerable.Range(0, n).All(i => Math.Abs(Apart(i, (i + 1) % n) - (2 * Math.PI / n)) < SameAngle);
        if (n % 2 == 1 || !isEven) return [.. FarthestFirst(n, Apart).Select(i => round[i])];
        return [.. FarthestFirst(n / 2, (a, b) => Math.Min(Math.Abs(a - b), (n / 2) - Math.Abs(a - b))).SelectMany(i => new[] { round[i],
            round[i + (n / 2)] })];
    }

    // Bolts on a circle that was typed in inches, or to a tenth of a degree, still stand evenly.
    private const double SameAngle = 0.01;

    /// <summary>0 … n − 1 round a circle: next the farthest from all taken, of equals the farthest from the last, of equals the
    /// first.</summary>
    private static IEnumerable<int> FarthestFirst(int n, Func<int, int, double> apart)
    {
        double Apart(int a, int b) => Math.Round(apart(a, b), 6);
        var nearest = Enumerable.Repeat(double.PositiveInfinity, n).ToArray();
        var taken = new bool[n];
        var last = 0;
        for (var step = 0; step < n; step++)
        {
            taken[last] = true;
            yield return last;
            for (var i = 0; i < n; i++) nearest[i] = Math.Min(nearest[i], Apart(i, last));
            var from = last;
            last = Enumerable.Range(0, n).Where(i => !taken[i]).OrderByDescending(i => nearest[i]).ThenByDescending(i => Apart(i, from))
                .ThenBy(i => i).FirstOrDefault();
        }
    }

    /// <summary>By distance from a point; round it among those as far, beginning next to the last.</summary>
    private static ImmutableArray<int> Outward(IReadOnlyList<PlanPoint> places, PlanPoint from)
    {
        var step = Math.Max(Extent(places) * Same, double.Epsilon);
        var (order, at) = (ImmutableArray.CreateBuilder<int>(places.Count), 0.0);
        foreach (var ring in Enumerable.Range(0, places.Count).GroupBy(i => Math.Round(places[i].To(from) / step)).OrderBy(g => g.Key))
        {
            foreach (var i in ring.OrderBy(i => Angle(places[i] - from, at)).ThenBy(i => i)) order.Add(i);
            var last = places[order[^1]] - from;
            if (last.X != 0 || last.Y != 0) at = Math.Atan2(last.Y, last.X);
        }
        return order.ToImmutable();
    }

    /// <summary>By distance from the middle of the line, the sides in turn.</summary>
    private static ImmutableArray<int> Alternating(IReadOnlyList<PlanPoint> places)
    {
        var (centre, along) = (Centre(places), Along(places));
        double At(int i) => ((places[i].X - centre.X) * along.X) + ((places[i].Y - centre.Y) * along.Y);
        var line = Enumerable.Range(0, places.Count).OrderBy(At).ThenBy(i => i).ToArray();
        var (low, high) = ((line.Length - 1) / 2, ((line.Length - 1) / 2) + 1);
        var order = ImmutableArray.CreateBuilder<int>(line.Length);
        while (low >= 0 || high < line.Length)
        {
            if (low >= 0) order.Add(line[low--]);
            if (high < line.Length) order.Add(line[high++]);
        }
        return order.ToImmutable();
    }

    private static bool OnLine(IReadOnlyList<PlanPoint> places)
    {
        var (centre, along, extent) = (Centre(places), Along(places), Extent(places));
        return places.All(p => Math.Abs(((p.X - centre.X) * along.Y) - ((p.Y - centre.Y) * along.X)) <= Same * extent);
    }

    private static bool OnCircle(IReadOnlyList<PlanPoint> places)
    {
        var centre = Centre(places);
        var radii = places.Select(p => p.To(centre)).ToArray();
        // Four bolts at the corners of a rectangle are a circle as well; a rectangle of more is none.
        return radii.Max() - radii.Min() <= Math.Max(Same * Extent(places), 1e-9);
    }

    /// <summary>The centre of the circle that all of them stand on, evenly or not; null where there is none.</summary>
    private static PlanPoint? CircleCentre(IReadOnlyList<PlanPoint> places)
    {
        if (places.Count < 3) return null;
        // Of three that lie well apart: the first, the farthest from it, and the one farthest from their line.
        var a = places[0];
        var b = places.MaxBy(p => p.To(a));
        var c = places.MaxBy(p => Math.Abs(((b.X - a.X) * (p.Y - a.Y)) - ((b.Y - a.Y) * (p.X - a.X))));
        var (bx, by, cx, cy) = (b.X - a.X, b.Y - a.Y, c.X - a.X, c.Y - a.Y);
        var twice = 2 * ((bx * cy) - (by * cx));
        if (Math.Abs(twice) <= Same * Extent(places) * Extent(places)) return null;
        var (bb, cc) = ((bx * bx) + (by * by), (cx * cx) + (cy * cy));
        var centre = new PlanPoint(a.X + (((cy * bb) - (by * cc)) / twice), a.Y + (((bx * cc) - (cx * bb)) / twice));
        var radius = a.To(centre);
        return places.All(p => Math.Abs(p.To(centre) - radius) <= SameAngle * radius) ? centre : null;
    }

    /// <summary>The direction along which the places spread most.</summary>
    private static PlanPoint Along(IReadOnlyList<PlanPoint> places)
    {
        var centre = Centre(places);
        var (xx, yy, xy) = (places.Sum(p => (p.X - centre.X) * (p.X - centre.X)), places.Sum(p => (p.Y - centre.Y) * (p.Y - centre.Y)),
            places.Sum(p => (p.X - centre.X) * (p.Y - centre.Y)));
        var angle = Math.Atan2(2 * xy, xx - yy) / 2;
        return new(Math.Cos(angle), Math.Sin(angle));
    }

    private static PlanPoint Centre(IReadOnlyList<PlanPoint> places) =>
        places.Count == 0 ? default : new(places.Average(p => p.X), places.Average(p => p.Y));

    private static double Extent(IReadOnlyList<PlanPoint> places) =>
        places.Count == 0 ? 0 : Math.Max(places.Max(p => p.X) - places.Min(p => p.X), places.Max(p => p.Y) - places.Min(p => p.Y));

    /// <summary>The angle of the first bolt: a circle is begun where its list begins.</summary>
    private static double From(IReadOnlyList<PlanPoint> places, PlanPoint centre) =>
        places.Count == 0 ? 0 : Math.Atan2(places[0].Y - centre.Y, places[0].X - centre.X);

    /// <summary>How far round from a direction, 0 to 2π; what is a hair short of a full turn is none.</summary>
    private static double Angle(PlanPoint of, double from)
    {
        var turn = Math.Atan2(of.Y, of.X) - from;
        turn -= 2 * Math.PI * Math.Floor(turn / (2 * Math.PI));
        return turn > (2 * Math.PI) - 1e-9 ? 0 : turn;
    }
}
