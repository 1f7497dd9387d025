using System.Collections.Immutable;

namespace Hasp.Core.LoadPath;

/// <summary>By which school a moment out of the joint plane pulls the bolts.</summary>
public enum TensionSchool
{
    /// <summary>About the centroid, as a rigid plate on springs: the faces stay shut.</summary>
    Centroid,

    /// <summary>About a compression line, bolts on its far side only: the faces part.</summary>
    Pivot,
}

/// <summary>Where the bolts of a joint are, and how the load reaches them.</summary>
public sealed record BoltPattern
{
    /// <summary>What it is made from.</summary>
    public required Layout Layout { get; init; }

    /// <summary>Every place, switched off or not; number i + 1.</summary>
    public required ImmutableArray<PlanPoint> Places { get; init; }

    /// <summary>The bolts that are there.</summary>
    public required BoltGroup Group { get; init; }

    /// <summary>Outline of the part that holds them; null where none is drawn.</summary>
    public required Plate? Plate { get; init; }

    /// <summary>How moments out of the plane are shared.</summary>
    public required TensionSchool School { get; init; }

    /// <summary>Compression lines of the pivot school.</summary>
    public required PivotLines Pivots { get; init; }

    /// <summary>Allowance for prying; null where none is stated.</summary>
    public required Prying? Prying { get; init; }

    // An object: two who ask at once never read half of it.
    private sealed record MadeLines(BoltGroup Group, PivotLines Pivots, PivotLine[] Lines);

    private MadeLines? _lines;

    /// <summary>The line of y = const that a moment about x turns the joint about.</summary>
    public PivotLine RowLine(double momentX) => Lines[momentX > 0 ? 2 : 3];

    /// <summary>The line of x = const that a moment about y turns the joint about.</summary>
    public PivotLine ColumnLine(double momentY) => Lines[momentY > 0 ? 1 : 0];

    /// <summary>Left, right, bottom, top; made when first asked for, anew in a copy with other bolts or lines.</summary>
    private PivotLine[] Lines
    {
        get
        {
            if (_lines is { } made && ReferenceEquals(made.Group, Group) && made.Pivots == Pivots) return made.Lines;
            var lines = LinesOf(Group, Pivots);
            _lines = new(Group, Pivots, lines);
            return lines;
        }
    }

    private static PivotLine[] LinesOf(BoltGroup group, PivotLines at) =>
        [new(group, b => b.X - at.Left), new(group, b => at.Right - b.X), new(group, b => b.Y - at.Bottom), new(group, b => at.Top - b.Y)];

    /// <summary>Number of the place that a bolt of the group stands at, from 1.</summary>
    public int NumberOf(int bolt) => Group.Bolts[bolt].Number;

    /// <summary>Index in the group of the bolt at a place's number; −1 where it is switched off.</summary>
    public int BoltAt(int number)
    {
        for (var i = 0; i < Group.Bolts.Length; i++) if (Group.Bolts[i].Number == number) return i;
        return -1;
    }

    /// <summary>True where every load reaches the bolts of both patterns alike.</summary>
    public bool SharesAs(BoltPattern other) =>
        School == other.School && Pivots == other.Pivots && Group.Bolts.SequenceEqual(other.Group.Bolts);

    /// <summary>A pattern of free bolts, without plate or prying.</summary>
    public static BoltPattern Of(BoltGroup group, TensionSchool school = TensionSchool.Centroid)
    {
        ImmutableArray<PlanPoint> places = [.. group.Bolts.Select(b => new PlanPoint(b.X, b.Y))];
        return new BoltPattern
        {
            Layout = new Layout { Kind = PatternKind.Points, Points = places },
            Places = places,
            Group = group,
            Plate = null,
            School = school,
            Pivots = UsualPivots(group, null),
            Prying = null,
        };
    }

    /// <summary>The group of a layout: places that are not switched off, with their numbers.</summary>
    public static BoltGroup GroupOf(Layout layout, ImmutableArray<PlanPoint> places) =>
        new([.. places.Select((p, i) => new PlanBolt(p.X, p.Y, 1, i + 1)).Where(b => !layout.Off.Contains(b.Number))]);

    /// <summary>The lines where nothing is stated: the plate's edges, or the outermost bolts where no plate is drawn.</summary>
    public static PivotLines UsualPivots(BoltGroup group, Plate? plate) => plate is { } p
        ? new(p.Left, p.Right, p.Bottom, p.Top)
        : new(group.Bolts.Min(b => b.X), group.Bolts.Max(b => b.X), group.Bolts.Min(b => b.Y), group.Bolts.Max(b => b.Y));

    /// <summary>The same pattern with <paramref name="count"/> bolts by its own rule; null where it has none of that number.</summary>
    public BoltPattern? Grown(int count)
    {
        if (count == Group.Bolts.Length) return this;
        if (Layout.Grown(count) is not { } layout) return null;
        var places = layout.Places();
        var group = GroupOf(layout, places);
        // Lines that were left to the outermost bolts move out with them.
        return this with { Layout = layout, Places = places, Group = group, Pivots = Plate is null && Pivots == UsualPivots(Group, null)
            ? UsualPivots(group, null) : Pivots };
    }
}
