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
        var head = joint.Bolts.Head;
        var nut = joint.Bolts.Nut;
        var widest = stack.Cones.Max(c => Math.Max(c.UpperDiameter, c.LowerDiameter));
        var reach = Math.Max(widest * 0.62, Math.Max(head.Across, joint.HeadWasher?.OuterDiameter ?? 0) * 0.95);
        var tall = head.Height + stack.Grip + nut.Height + Math.Max(stack.Protrusion, 0);
        Scale = fixedScale ?? Math.Min(width / (2 * reach), height / tall);
        HalfWidth = reach * Scale;
        Axis = width / 2;
        Height = tall * Scale;
        _top = (fixedScale is null ? Math.Max(0, (height - Height) / 2) : 0) + (head.Height * Scale);
        Head = Around(head.Across, -head.Height, 0);
        Nut = Around(nut.Across, stack.Grip, stack.Grip + nut.Height);
        Shank = Around(joint.Bolts.Thread.Diameter, 0, joint.Bolts.ShankLength);
        Thread = Around(joint.Bolts.Thread.Diameter, joint.Bolts.ShankLength, joint.Bolts.Length);
        ThreadCore = Around(result[Terms.RootDiameter], joint.Bolts.ShankLength, joint.Bolts.Length);
        Runout = Around(joint.Bolts.Thread.Diameter, joint.Bolts.SureShank, joint.Bolts.ShankLength);
        ThreadPitch = Math.Max(3, joint.Bolts.Thread.Pitch * Scale);
        Parts = [.. stack.Items.Select(Cut)];
        Planes = [.. stack.Planes.Select(p => new DrawnPlane(Y(p.Height), p.RunoutOnly ? "runout: as thread" : p.ThreadInPlane ? "thread in plane" : "shank in plane", p.ThreadInPlane))];
        ConeRight = Cone(1);
        ConeLeft = Cone(-1);
        GripTop = Y(0);
        GripBottom = Y(stack.Grip);
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

    public Box Nut { get; }

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
    public string ScaleWords => Scale * 25.4 / 96 is var s && s >= 1 ? $"{QuantityText.Figures(s, 2)} : 1" : $"1 : {QuantityText.Figures(1 / (Scale * 25.4 / 96), 2)}";

    /// <summary>The drawing in words, for those who do not see it.</summary>
    public string Words
    {
        get
        {
            var j = _result.Joint;
            string Mm(double v) => QuantityText.ShowText(v, Dimension.Length, UnitSystem.Si);
            var parts = string.Join(", then ", j.Layers.Select(l => $"{l.Name}, {Mm(l.Thickness)} of {l.Material.Name}, pulling {l.Side.ToString().ToLowerInvariant()}"));
            var planes = string.Join("; ", _result.Stack.Planes.Select(p => $"shear plane {Mm(p.Height)} below the head, {(p.RunoutOnly ? "in the thread runout" : p.ThreadInPlane ? "in the thread" : "in the shank")}"));
            return $"Section through one bolt, from the head down: {(j.HeadWasher is null ? "" : "washer, then ")}{parts}{(j.NutWasher is null ? "" : ", then washer")}, then the nut. "
                + $"Grip {Mm(_result.Stack.Grip)}, hole {Mm(j.Hole)}, thread begins {Mm(j.Bolts.ShankLength)} below the head, {Mm(_result.Stack.Protrusion)} past the nut. {planes}.";
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
        if (item.Layer < 0)
        {
            var washer = item.Top == 0 ? joint.HeadWasher! : joint.NutWasher!;
            (left, right, bore, endLeft, endRight) = (washer.OuterDiameter * Scale / 2, washer.OuterDiameter * Scale / 2, washer.InnerDiameter, true, true);
        }
        else if (joint.Layers[item.Layer].EdgeDistance is { } edge && edge * Scale < HalfWidth)
        {
            // A part pulled to the left bears on the bolt with the far side of its hole: its end is at the right.
            if (joint.Layers[item.Layer].Side == Side.Left) (right, endRight) = (edge * Scale, true);
            else (left, endLeft) = (edge * Scale, true);
        }
        var half = bore * Scale / 2;
        var governing = _result.Governing;
        var governs = item.Layer >= 0 && governing is not null &&
            (governing.Check == Check.Bearing || governing.Check == Check.TearOut ? governing.PlaceIndex == item.Layer
            : governing.Check == Check.UnderHead && (governing.PlaceIndex == 0 ? 0 : joint.Layers.Length - 1) == item.Layer);
        return new CutPart(
            new Box(Axis - left, Y(item.Top), left - half, item.Thickness * Scale),
            new Box(Axis + half, Y(item.Top), right - half, item.Thickness * Scale), item.Layer, governs, endLeft, endRight);
    }

    private string Cone(int side)
    {
        var half = _result.Joint.Hole / 2;
        var outer = new List<(double Y, double D)>();
        foreach (var s in _result.Stack.Cones) outer.AddRange([(s.Top, s.UpperDiameter), (s.Top + s.Thickness, s.LowerDiameter)]);
        var points = new List<string> { $"{N(Axis + (side * half * Scale))},{N(Y(0))}" };
        points.AddRange(outer.Select(p => $"{N(Axis + (side * Math.Max(p.D / 2, half) * Scale))},{N(Y(p.Y))}"));
        points.Add($"{N(Axis + (side * half * Scale))},{N(Y(_result.Stack.Grip))}");
        return string.Join(' ', points);
    }

    private List<SideLabel> LabelsFor(UnitSystem units)
    {
        var joint = _result.Joint;
        string Show(double mm) => QuantityText.ShowText(mm, Dimension.Length, units, 3);
        var labels = new List<SideLabel>();
        foreach (var item in _result.Stack.Items)
        {
            var middle = Y(item.Top + (item.Thickness / 2));
            labels.Add(item.Layer < 0
                ? new SideLabel(middle, middle, -1, Show(item.Thickness), $"{(item.Top == 0 ? joint.HeadWasher : joint.NutWasher)!.Kind} washer")
                : new SideLabel(middle, middle, item.Layer, "", $"{joint.Layers[item.Layer].Name}, {joint.Layers[item.Layer].Material.Name}"));
        }
        labels.Add(new SideLabel(Y(joint.Bolts.ShankLength), Y(joint.Bolts.ShankLength), -2, Show(joint.Bolts.ShankLength), "thread begins"));
        labels.Add(new SideLabel(Y(joint.Bolts.Length), Y(joint.Bolts.Length), -2, Show(_result.Stack.Protrusion), "past the nut"));
        return labels;
    }

    /// <summary>Pushes labels apart, downwards first, so that none covers another.</summary>
    private static List<SideLabel> Spread(List<SideLabel> labels, double height)
    {
        const double Gap = 25;
        var sorted = labels.OrderBy(l => l.PointsTo).ToList();
        for (var i = 1; i < sorted.Count; i++) if (sorted[i].Y < sorted[i - 1].Y + Gap) sorted[i] = sorted[i] with { Y = sorted[i - 1].Y + Gap };
        if (sorted[^1].Y > height - 10) sorted[^1] = sorted[^1] with { Y = height - 10 };
        for (var i = sorted.Count - 2; i >= 0; i--) if (sorted[i].Y > sorted[i + 1].Y - Gap) sorted[i] = sorted[i] with { Y = sorted[i + 1].Y - Gap };
        return sorted;
    }
}
