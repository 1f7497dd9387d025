using System.Globalization;
using Hasp.Core;
using Hasp.Core.Checks;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Web.Drawing;

/// <summary>A rectangle on the drawing, in its own units (CSS pixels at full size).</summary>
public readonly record struct Box(double X, double Y, double Width, double Height)
{
    public double Right => X + Width;

    public double Bottom => Y + Height;
}

/// <summary>A washer or part cut by the section: one box either side of the hole.</summary>
/// <param name="Left">Left of the hole.</param>
/// <param name="RightBox">Right of the hole.</param>
/// <param name="Layer">Index of the part; −1 for a washer.</param>
/// <param name="Governs">True where the tightest check is in this part.</param>
/// <param name="EndLeft">True where the part's edge is drawn at the left; else it runs on and is broken off.</param>
/// <param name="EndRight">Likewise at the right.</param>
public sealed record CutPart(Box Left, Box RightBox, int Layer, bool Governs, bool EndLeft, bool EndRight);

/// <summary>A tapped hole as drawn: the thread, the drilled end below it, and solid metal under a blind hole.</summary>
/// <param name="Thread">Usable thread, as wide as the bolt or the insert's outer thread.</param>
/// <param name="Drill">The drilled hole below the thread; of no height where it is tapped through.</param>
/// <param name="Tip">The drill's point, as an SVG point list; empty where the hole goes through.</param>
/// <param name="Floor">What is solid below; of no height where the hole goes through.</param>
/// <param name="Insert">The insert's wall left of the bolt, and right of it; null where there is none.</param>
/// <param name="EngagedFrom">Where the engagement begins.</param>
/// <param name="EngagedTo">Where it ends.</param>
public sealed record DrawnHole(Box Thread, Box Drill, string Tip, Box Floor, (Box Left, Box Right)? Insert, double EngagedFrom,
    double EngagedTo)
{
    /// <summary>Name of the hatch of the tapped part.</summary>
    public required string Hatch { get; init; }
}

/// <summary>A place where the bolt would break, as drawn.</summary>
/// <param name="Y">Height.</param>
/// <param name="Share">Share of breaks found there.</param>
/// <param name="Words">Where, with the stress.</param>
public sealed record DrawnBreak(double Y, double Share, string Words);

/// <summary>A callout beside the drawing, with the height it points to.</summary>
public sealed record SideLabel(double PointsTo, double Y, int Layer, string Number, string Text);

/// <summary>A shear plane as drawn.</summary>
public sealed record DrawnPlane(double Y, string Words, bool Thread);

/// <summary>
/// The section through one bolt, true to scale: everything a view needs to draw it and nothing to compute. All lengths are
/// the result's millimetres times <see cref="Scale"/>.
/// </summary>
public sealed class SectionDrawing
{
    private readonly Result _result;
    private readonly double _top;
    private readonly double _partShown;

    /// <summary>Lays the section out.</summary>
    /// <param name="result">What to draw.</param>
    /// <param name="width">Width for the section, without side labels.</param>
    /// <param name="height">Height.</param>
    /// <param name="units">Units of the labels.</param>
    /// <param name="fixedScale">Pixels a millimetre where several drawings share one; null to fill the space.</param>
    public SectionDrawing(Result result, double width, double height, UnitSystem units, double? fixedScale = null)
    {
        _result = result;
        var joint = result.Joint;
        var stack = result.Stack;
        var bolts = joint.Bolts;
        var head = bolts.Head;
        var pitch = bolts.Thread.Pitch;
        // A thick tapped part is broken off a little below its hole: nothing happens further down.
        var drill = joint.Tapped ? Math.Min(joint.Layers[^1].Thickness, joint.End.ThreadDepth + (joint.End.Blind ? 3 * pitch : 0)) : 0;
        _partShown = joint.Tapped ? Math.Min(joint.Layers[^1].Thickness, drill + (1.2 * bolts.Thread.Diameter)) : 0;
        var above = bolts.IsStud ? bolts.Above : head.Countersunk ? 0 : head.Height;
        var below = joint.Tapped ? _partShown : bolts.Nut!.Height + Math.Max(stack.Protrusion, 0);
        if (joint.Tapped && !joint.End.Blind) below = Math.Max(below, bolts.Below - stack.Clamped);
        var widest = stack.Cones.Max(c => Math.Max(c.UpperDiameter, c.LowerDiameter));
        var reach = Math.Max(widest * 0.62, Math.Max(head.Across, joint.HeadWasher?.OuterDiameter ?? 0) * 0.95);
        var tall = above + stack.Clamped + below;
        Scale = fixedScale ?? Math.Min(width / (2 * reach), height / tall);
        HalfWidth = reach * Scale;
        Axis = width / 2;
        Height = tall * Scale;
        _top = (fixedScale is null ? Math.Max(0, (height - Height) / 2) : 0) + (above * Scale);
        Head = Around(head.Across, head.Countersunk ? 0 : -head.Height, head.Countersunk ? head.Height : 0);
        Countersink = head.Countersunk
            ? Points((Head.X, Head.Y), (Head.Right, Head.Y), (Axis + (bolts.Thread.Diameter * Scale / 2), Head.Bottom),
                (Axis - (bolts.Thread.Diameter * Scale / 2), Head.Bottom))
            : "";
        Nut = bolts.Nut is { } nut ? Around(nut.Across, stack.Clamped, stack.Clamped + nut.Height) : null;
        var threadFrom = bolts.IsStud ? -bolts.Above : Math.Max(bolts.ShankLength, head.Countersunk ? head.Height : 0);
        Shank = Around(bolts.Thread.Diameter, bolts.IsStud ? 0 : head.Countersunk ? head.Height : 0, bolts.IsStud ? 0
            : Math.Max(bolts.ShankLength, head.Countersunk ? head.Height : 0));
        Thread = Around(bolts.Thread.Diameter, threadFrom, bolts.Below);
        ThreadCore = Around(result[Terms.RootDiameter], threadFrom, bolts.Below);
        Runout = Around(bolts.Thread.Diameter, bolts.IsStud ? 0 : Math.Min(bolts.SureShank, bolts.ShankLength), bolts.IsStud ? 0
            : bolts.ShankLength);
        ThreadPitch = Math.Max(3, pitch * Scale);
        if (joint.Tapped) Hole = HoleOf(drill);
        Parts = [.. stack.Items.Select(Cut)];
        Planes = [.. stack.Planes.Select(p => new DrawnPlane(Y(p.Height), p.RunoutOnly ? "runout: as thread" : p.ThreadInPlane
            ? "thread in plane" : "shank in plane", p.ThreadInPlane))];
        ConeRight = Cone(1);
        ConeLeft = Cone(-1);
        GripTop = Y(stack.SeatDepth);
        GripBottom = Y(stack.SeatDepth + stack.Grip);
        MidPlane = Y(stack.SeatDepth + (stack.Grip / 2));
        Breaks = [.. result.Breaks.Select(p => new DrawnBreak(Y(p.Height), p.Share,
            $"{QuantityText.Figures(p.Share * 100)} % of fatigue breaks are {p.Name}: "
                + $"{QuantityText.ShowText(p.Mean, Dimension.Stress, units, 3)} ± "
                + $"{QuantityText.ShowText(p.Amplitude, Dimension.Stress, units, 3)}, "
                + $"fatigue concentration {QuantityText.Figures(p.Concentration)}"))];
        Labels = Spread(LabelsFor(units), height);
        Opens = result.Cases.Any(c => c.State != JointState.Closed);
        if (stack.Planes.Length > 0) OpenAt = Planes[0].Y;
        else OpenAt = Y(stack.Items.First(i => i.Layer == 0).Bottom);
    }

    /// <summary>Drawing units a millimetre.</summary>
    public double Scale { get; }

    /// <summary>Centre line.</summary>
    public double Axis { get; }

    /// <summary>Half the width that parts are drawn to.</summary>
    public double HalfWidth { get; }

    /// <summary>From the top of the head to the end of the bolt.</summary>
    public double Height { get; }

    public Box Head { get; }

    /// <summary>Outline of a countersunk head, as an SVG point list; empty for other heads.</summary>
    public string Countersink { get; }

    /// <summary>The nut; null where the thread runs into a part.</summary>
    public Box? Nut { get; }

    /// <summary>The tapped hole; null where there is a nut.</summary>
    public DrawnHole? Hole { get; }

    /// <summary>Places where the bolt would break; empty where no load alternates.</summary>
    public IReadOnlyList<DrawnBreak> Breaks { get; }

    /// <summary>Half the grip, where the cones meet.</summary>
    public double MidPlane { get; }

    public Box Shank { get; }

    public Box Thread { get; }

    public Box ThreadCore { get; }

    /// <summary>Where the thread may run out.</summary>
    public Box Runout { get; }

    public double ThreadPitch { get; }

    public IReadOnlyList<CutPart> Parts { get; }

    public IReadOnlyList<DrawnPlane> Planes { get; }

    /// <summary>Outline of the cones right of the hole, as an SVG point list.</summary>
    public string ConeRight { get; }

    public string ConeLeft { get; }

    public double GripTop { get; }

    public double GripBottom { get; }

    public IReadOnlyList<SideLabel> Labels { get; }

    /// <summary>True where some case parts the faces.</summary>
    public bool Opens { get; }

    /// <summary>The face at which the parting is drawn.</summary>
    public double OpenAt { get; }

    /// <summary>Drawing scale in words, at 96 pixels an inch: <c>1 : 1.2</c> or <c>2.5 : 1</c>.</summary>
    public string ScaleWords => ScaleIn(Scale);

    /// <summary>A scale in words, from drawing units (96 to the inch) a millimetre.</summary>
    internal static string ScaleIn(double scale) =>
        scale * 25.4 / 96 is var s && s >= 1 ? $"{QuantityText.Figures(s, 2)} : 1" : $"1 : {QuantityText.Figures(1 / s, 2)}";

    /// <summary>The drawing in words, for those who do not see it.</summary>
    public string Words
    {
        get
        {
            var j = _result.Joint;
            string Mm(double v) => QuantityText.ShowText(v, Dimension.Length, UnitSystem.Si);
            var parts = string.Join(", then ",
                j.Layers.Select(l => $"{l.Name}, {Mm(l.Thickness)} of {l.Material.Name}, {(l.OnlyClamped ? "only clamped"
                    : "pulling " + l.Side.ToString().ToLowerInvariant())}"));
            var planes = string.Join("; ",
                _result.Stack.Planes.Select(p => $"shear plane {Mm(p.Height)} below the head, "
                    + $"{(p.RunoutOnly ? "in the thread runout" : p.ThreadInPlane ? "in the thread" : "in the shank")}"));
            var end = j.End.Kind switch
            {
                ThreadEndKind.Nut => $"{(j.NutWasher is null ? "" : ", then washer")}, then the nut. ",
                ThreadEndKind.Insert => $". {j.Layers[^1].Name} is tapped {Mm(j.End.ThreadDepth)} deep for an insert "
                    + $"{Mm(j.End.InsertLength)} long; {Mm(j.End.Engagement)} of thread are engaged. ",
                _ => $". {j.Layers[^1].Name} is tapped {Mm(j.End.ThreadDepth)} deep; {Mm(j.End.Engagement)} of thread are engaged. ",
            };
            var breaks = Breaks.Count == 0 ? "" : " Where it would break: " + string.Join("; ", Breaks.Select(b => b.Words)) + ".";
            return $"Section through one bolt, from the {(j.Bolts.IsStud ? "upper nut" : $"{j.Bolts.Head.Kind} head")} down: "
                + $"{(j.HeadWasher is null ? "" : "washer, then ")}{parts}{end}"
                + $"Grip {Mm(_result.Stack.Grip)}, hole {Mm(j.Hole)}, "
                    + $"{(j.Bolts.IsStud ? "threaded over its whole length" : $"thread begins {Mm(j.Bolts.ShankLength)} below the "
                    + $"head")}{(j.Tapped ? "" : $", {Mm(_result.Stack.Protrusion)} past the nut")}. {planes}.{breaks}";
        }
    }

    /// <summary>A number as SVG writes it.</summary>
    public static string N(double value) => Math.Round(value, 2).ToString(CultureInfo.InvariantCulture);

    private double Y(double below) => _top + (below * Scale);

    private Box Around(double diameter, double from, double to) =>
        new(Axis - (diameter * Scale / 2), Y(from), diameter * Scale, (to - from) * Scale);

    private CutPart Cut(StackItem item)
    {
        var joint = _result.Joint;
        double left = HalfWidth, right = HalfWidth, bore = joint.Hole;
        bool endLeft = false, endRight = false;
        var thickness = item.Thickness;
        if (joint.Tapped && item.Layer == joint.Layers.Length - 1)
        {
            (bore, thickness) = (joint.End.OuterDiameter, _partShown);
        }
        if (item.Layer < 0)
        {
            var washer = item.Top == 0 ? joint.HeadWasher! : joint.NutWasher!;
            (left, right, bore, endLeft, endRight) = (washer.OuterDiameter * Scale / 2, washer.OuterDiameter * Scale / 2,
                washer.InnerDiameter, true, true);
        }
        else if (joint.Layers[item.Layer].EdgeDistance is { } edge && edge * Scale < HalfWidth)
        {
            // A part pulled to the left bears on the bolt with the far side of its hole: its end is at the right.
            if (joint.Layers[item.Layer].OnlyClamped) (left, right, endLeft, endRight) = (edge * Scale, edge * Scale, true, true);
            else if (joint.Layers[item.Layer].Side == Side.Left) (right, endRight) = (edge * Scale, true);
            else (left, endLeft) = (edge * Scale, true);
        }
        var half = bore * Scale / 2;
        var governing = _result.Governing;
        var governs = item.Layer >= 0 && governing is not null && governing.Check.PartAt(governing.PlaceIndex, joint) == item.Layer;
        return new CutPart(
            new Box(Axis - left, Y(item.Top), left - half, thickness * Scale),
            new Box(Axis + half, Y(item.Top), right - half, thickness * Scale), item.Layer, governs, endLeft, endRight);
    }

    private string Cone(int side)
    {
        var half = _result.Joint.Hole / 2;
        var seat = _result.Stack.SeatDepth;
        var outer = new List<(double Y, double D)>();
        foreach (var s in _result.Stack.Cones) outer.AddRange([(seat + s.Top, s.UpperDiameter),
            (seat + s.Top + s.Thickness, s.LowerDiameter)]);
        var points = new List<string> { $"{N(Axis + (side * half * Scale))},{N(Y(seat))}" };
        points.AddRange(outer.Select(p => $"{N(Axis + (side * Math.Max(p.D / 2, half) * Scale))},{N(Y(p.Y))}"));
        points.Add($"{N(Axis + (side * half * Scale))},{N(Y(seat + _result.Stack.Grip))}");
        return string.Join(' ', points);
    }

    private static string Points(params (double X, double Y)[] points) => string.Join(' ', points.Select(p => $"{N(p.X)},{N(p.Y)}"));

    private DrawnHole HoleOf(double drill)
    {
        var joint = _result.Joint;
        var from = _result.Stack.Clamped;
        var end = joint.End;
        // The drill is about as wide as the nut's minor diameter; around an insert as wide as the bolt's own thread.
        var drilled = end.Kind == ThreadEndKind.Insert ? joint.Bolts.Thread.Diameter : _result[Terms.NutMinorDiameter];
        var thread = Around(end.OuterDiameter, from, from + end.ThreadDepth);
        var hole = Around(drilled, from + end.ThreadDepth, from + drill);
        var tip = end.Blind ? Math.Min(drilled * 0.3, _partShown - drill) : 0;
        var floor = Around(end.OuterDiameter, from + drill, from + _partShown);
        (Box, Box)? insert = null;
        if (end.Kind == ThreadEndKind.Insert)
        {
            var wall = (end.OuterDiameter - joint.Bolts.Thread.Diameter) * Scale / 2;
            var high = end.InsertLength * Scale;
            insert = (new Box(thread.X, thread.Y, wall, high), new Box(thread.Right - wall, thread.Y, wall, high));
        }
        return new DrawnHole(
            thread, hole, end.Blind ? Points((hole.X, hole.Bottom), (hole.Right, hole.Bottom), (Axis, hole.Bottom + (tip * Scale))) : "",
            end.Blind ? floor : floor with { Height = 0 }, insert, Y(from),
            Y(from + end.Engagement)) { Hatch = (joint.Layers.Length - 1) % 2 == 0 ? "hatch-a" : "hatch-b" };
    }

    private List<SideLabel> LabelsFor(UnitSystem units)
    {
        var joint = _result.Joint;
        string Show(double mm) => QuantityText.ShowText(mm, Dimension.Length, units, 3);
        var labels = new List<SideLabel>();
        foreach (var item in _result.Stack.Items)
        {
            var middle = Y(item.Top + ((joint.Tapped && item.Layer == joint.Layers.Length - 1 ? _partShown : item.Thickness) / 2));
            labels.Add(item.Layer < 0
                ? new SideLabel(middle, middle, -1, Show(item.Thickness),
                    $"{(item.Top == 0 ? joint.HeadWasher : joint.NutWasher)!.Kind} washer")
                : new SideLabel(middle, middle, item.Layer, "",
                    $"{joint.Layers[item.Layer].Name}, {joint.Layers[item.Layer].Material.Name}"));
        }
        void Mark(double height, double number, string text) => labels.Add(new SideLabel(Y(height), Y(height), -2, Show(number), text));
        if (!joint.Bolts.IsStud && joint.Bolts.ShankLength > 0) Mark(joint.Bolts.ShankLength, joint.Bolts.ShankLength, "thread begins");
        if (!joint.Tapped) Mark(joint.Bolts.Below, _result.Stack.Protrusion, "past the nut");
        else Mark(_result.Stack.Clamped + joint.End.Engagement, joint.End.Engagement, "of thread engaged");
        return labels;
    }

    /// <summary>Pushes labels apart, downwards first, so that none covers another.</summary>
    private static List<SideLabel> Spread(List<SideLabel> labels, double height)
    {
        const double Gap = 25;
        var sorted = labels.OrderBy(l => l.PointsTo).ToList();
        for (var i = 1; i < sorted.Count; i++) if (sorted[i].Y < sorted[i - 1].Y + Gap) sorted[i] = sorted[i] with { Y = sorted[i - 1].Y
            + Gap };
        if (sorted[^1].Y > height - 10) sorted[^1] = sorted[^1] with { Y = height - 10 };
        for (var i = sorted.Count - 2; i >= 0; i--) if (sorted[i].Y > sorted[i + 1].Y - Gap) sorted[i] = sorted[i] with { Y = sorted[i + 1]
            .Y - Gap };
        return sorted;
    }
}
