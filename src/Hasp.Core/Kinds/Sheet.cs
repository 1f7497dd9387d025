using System.Collections.Immutable;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Kinds;

/// <summary>The drawing of a joint: views to one scale, in mm, x to the right and y upwards. It says what is where, not how it
/// looks.</summary>
/// <param name="Views">Side by side, the first the one that tells most.</param>
/// <param name="Words">The drawing in sentences, for whoever does not see it.</param>
public sealed record Sheet(ImmutableArray<View> Views, string Words)
{
    /// <summary>Nothing drawn.</summary>
    public static Sheet Empty { get; } = new([], "");
}

/// <summary>One view.</summary>
/// <param name="Name">Elevation, plan, section.</param>
/// <param name="Marks">What is drawn, the farthest first.</param>
/// <param name="Measures">Its dimensions.</param>
public sealed record View(string Name, ImmutableArray<Mark> Marks, ImmutableArray<Measure> Measures);

/// <summary>What a mark stands for.</summary>
public enum Ink
{
    /// <summary>A part in view or cut.</summary>
    Part,

    /// <summary>The part that pulls the other way.</summary>
    Other,

    /// <summary>Packing, gasket, grout: between the parts.</summary>
    Between,

    /// <summary>Concrete or masonry.</summary>
    Ground,

    /// <summary>Bolt, pin, screw.</summary>
    Bolt,

    /// <summary>A hole or bore: nothing is there.</summary>
    Hole,

    /// <summary>An edge that lies behind.</summary>
    Hidden,

    /// <summary>A centre line.</summary>
    Axis,

    /// <summary>Area that is pressed.</summary>
    Pressed,

    /// <summary>The part that governs.</summary>
    Governs,
}

/// <summary>Something drawn.</summary>
/// <param name="Ink">What it stands for.</param>
public abstract record Mark(Ink Ink)
{
    /// <summary>The field that a press on it leads to; null for none.</summary>
    public Field? Leads { get; init; }
}

/// <summary>A closed outline.</summary>
/// <param name="Ink">What it stands for.</param>
/// <param name="Corners">In order.</param>
public sealed record Outline(Ink Ink, ImmutableArray<PlanPoint> Corners) : Mark(Ink)
{
    /// <summary>A rectangle by its least and greatest corner.</summary>
    public static Outline Box(Ink ink, double left, double bottom, double right, double top, Field? leads = null) =>
        new(ink, [new(left, bottom), new(right, bottom), new(right, top), new(left, top)]) { Leads = leads };
}

/// <summary>A circle, or a part of one drawn whole.</summary>
/// <param name="Ink">What it stands for.</param>
/// <param name="Centre">mm.</param>
/// <param name="Radius">mm.</param>
public sealed record Round(Ink Ink, PlanPoint Centre, double Radius) : Mark(Ink);

/// <summary>A straight line.</summary>
/// <param name="Ink">What it stands for.</param>
/// <param name="From">mm.</param>
/// <param name="To">mm.</param>
public sealed record Line(Ink Ink, PlanPoint From, PlanPoint To) : Mark(Ink);

/// <summary>A force, drawn as an arrow of fixed length.</summary>
/// <param name="At">Its tail, mm.</param>
/// <param name="X">Direction, x.</param>
/// <param name="Y">Direction, y.</param>
/// <param name="Force">N, or MPa of a pressure.</param>
/// <param name="Dimension">What it measures.</param>
public sealed record Arrow(PlanPoint At, double X, double Y, double Force, Quantities.Dimension Dimension) : Mark(Ink.Axis);

/// <summary>On which side of a view a dimension stands.</summary>
public enum Beside
{
    /// <summary>Above the view.</summary>
    Above,

    /// <summary>Below it.</summary>
    Below,

    /// <summary>On its left.</summary>
    Left,

    /// <summary>On its right.</summary>
    Right,
}

/// <summary>A dimension: what it measures is what lies between its ends on the drawing.</summary>
/// <param name="Field">The field that it shows and changes; null for one that only shows.</param>
/// <param name="From">One end, mm.</param>
/// <param name="To">The other end, mm.</param>
/// <param name="Beside">On which side of the view it stands; along x above and below, along y at the left and right.</param>
/// <param name="Row">How far out, from 0.</param>
/// <param name="Label">What stands before the figure, e.g. Ø; may be empty.</param>
public sealed record Measure(Field? Field, PlanPoint From, PlanPoint To, Beside Beside, int Row = 0, string Label = "")
{
    /// <summary>mm, as drawn.</summary>
    public double Length => Beside is Beside.Above or Beside.Below ? Math.Abs(To.X - From.X) : Math.Abs(To.Y - From.Y);

    /// <summary>A dimension along x.</summary>
    public static Measure Across(Field? field, double from, double to, double y, Beside beside, int row = 0, string label = "") =>
        new(field, new(from, y), new(to, y), beside, row, label);

    /// <summary>A dimension along y.</summary>
    public static Measure Up(Field? field, double from, double to, double x, Beside beside, int row = 0, string label = "") =>
        new(field, new(x, from), new(x, to), beside, row, label);
}
