using System.Collections.Immutable;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;

namespace Hasp.Core.Kinds.Splices;

/// <summary>The plan of a splice, and its elevation cut along the bolts.</summary>
internal static class SpliceDrawing
{
    internal static Sheet Of(Joint joint)
    {
        var s = joint.Of<SpliceInputs>();
        var form = s.Form switch
        {
            SpliceForm.Lap => "lapped", SpliceForm.OneCover => "butted under one cover",
            _ => "butted under two covers",
        };
        var bolts = s.Form == SpliceForm.Lap ? $"{s.Rows} by {s.Columns} bolts"
            : $"{s.Rows} by {s.Columns} bolts at the left, {s.Rows} by {s.ColumnsRight} at the right";
        return new Sheet([Plan(joint, s), Elevation(joint, s), Section(joint, s)],
            $"Plates {KindReader.Mm(s.Left)} and {KindReader.Mm(s.Right)} thick and {KindReader.Mm(s.Width)} wide, {form}; "
                + $"{bolts}{(s.Packs ? ", " : "")}{s.PackingSaid}.");
    }

    /// <summary>Where the columns of bolts stand, along the splice, from the left.</summary>
    private static IEnumerable<double> Columns(SpliceInputs s)
    {
        if (s.Form == SpliceForm.Lap) return Enumerable.Range(0, s.Columns).Select(i => (i * s.Pitch) - (s.Along(true) / 2));
        var first = (s.Gap / 2) + s.End;
        return [.. Enumerable.Range(0, s.Columns).Select(i => -first - (i * s.Pitch)).Reverse(), .. Enumerable.Range(0, s.ColumnsRight)
            .Select(i => first + (i * s.Pitch))];
    }

    /// <summary>The end of the covers, or of the lap, at the left and at the right, and how far plates are drawn.</summary>
    private static (double Left, double Right, double Beyond) Ends(SpliceInputs s) =>
        (-s.Half(true), s.Form == SpliceForm.Lap ? s.Half(true) : s.Half(false), 0.22 * s.Width);

    private static View Plan(Joint joint, SpliceInputs s)
    {
        var marks = ImmutableArray.CreateBuilder<Mark>();
        var (w, hole) = (s.Width / 2, joint.Hole / 2);
        var (start, end, beyond) = Ends(s);
        var (from, far) = (start - beyond, end + beyond);
        marks.Add(Outline.Box(Ink.Part, from, -w, s.Form == SpliceForm.Lap ? end : -s.Gap / 2, w, SpliceKind.Left));
        marks.Add(Outline.Box(Ink.Other, s.Form == SpliceForm.Lap ? start : s.Gap / 2, -w, far, w, SpliceKind.Right));
        if (s.Form != SpliceForm.Lap) marks.Add(Outline.Box(Ink.Part, start, -w, end, w, SpliceKind.Cover));
        var xs = Columns(s).ToList();
        foreach (var x in xs)
        {
            var leads = s.Form != SpliceForm.Lap && x > 0 ? SpliceKind.ColumnsRight : SpliceKind.Columns;
            marks.AddRange(Lines(s).Select(y => new Round(Ink.Bolt, new(x, y), hole) { Leads = leads }));
        }
        if (s.Form != SpliceForm.Lap)
        {
            marks.Add(new Line(Ink.Hidden, new(-s.Gap / 2, -w), new(-s.Gap / 2, w)));
            marks.Add(new Line(Ink.Hidden, new(s.Gap / 2, -w), new(s.Gap / 2, w)));
        }
        marks.Add(new Line(Ink.Axis, new(from - 4, 0), new(far + 4, 0)));
        var most = joint.Cases.Where(c => !c.OnlyCombined).MaxBy(c => Math.Abs(c.Load.Force.X));
        if (most is { Load.Force.X: not 0 })
        {
            marks.Add(new Arrow(new(far, 0), Math.Sign(most.Load.Force.X), 0, Math.Abs(most.Load.Force.X), Dimension.Force));
            marks.Add(new Arrow(new(from, 0), -Math.Sign(most.Load.Force.X), 0, Math.Abs(most.Load.Force.X), Dimension.Force));
        }
        var measures = ImmutableArray.CreateBuilder<Measure>();
        var lines = Lines(s).ToList();
        measures.Add(Measure.Up(SpliceKind.Width, -w, w, from, Beside.Left));
        if (s.Rows > 1) measures.Add(Measure.Up(SpliceKind.Gauge, lines[0], lines[1], far, Beside.Right, 0, "gauge"));
        measures.Add(Measure.Across(SpliceKind.End, xs[^1], end, w, Beside.Above, 0, "end"));
        // Where either side has two bolts in a line, they show the pitch.
        if (s.Columns > 1) measures.Add(Measure.Across(SpliceKind.Pitch, xs[0], xs[1], -w, Beside.Below, 0, "pitch"));
        else if (s.ColumnsRight > 1) measures.Add(Measure.Across(SpliceKind.Pitch, xs[^2], xs[^1], -w, Beside.Below, 0, "pitch"));
        measures.Add(Measure.Up(null, lines[^1], w, far, Beside.Right, 0, "edge "));
        if (s.Form != SpliceForm.Lap) measures.Add(Measure.Across(SpliceKind.Gap, -s.Gap / 2, s.Gap / 2, w, Beside.Above, 0, "gap"));
        return new("Plan", marks.ToImmutable(), measures.ToImmutable());
    }

    /// <summary>Where the lines of bolts stand across the splice, the lowest first.</summary>
    private static IEnumerable<double> Lines(SpliceInputs s) =>
        Enumerable.Range(0, s.Rows).Select(row => (row - ((s.Rows - 1) / 2.0)) * s.Gauge);

    private static View Elevation(Joint joint, SpliceInputs s)
    {
        var marks = ImmutableArray.CreateBuilder<Mark>();
        var d = joint.Bolts.Thread.Diameter;
        var (start, end, beyond) = Ends(s);
        var (begin, far) = (start - beyond, end + beyond);
        var (top, bottom) = Faces(s);
        var measures = ImmutableArray.CreateBuilder<Measure>();
        if (s.Form == SpliceForm.Lap)
        {
            marks.Add(Outline.Box(Ink.Part, begin, 0, end, s.Left, SpliceKind.Left));
            marks.Add(Outline.Box(Ink.Other, start, -s.Right, far, 0, SpliceKind.Right));
            measures.Add(Measure.Up(SpliceKind.Left, 0, s.Left, begin, Beside.Left));
            measures.Add(Measure.Up(SpliceKind.Right, -s.Right, 0, far, Beside.Right));
        }
        else
        {
            // With one cover the plates are flush under it; with two the thinner lies where packing leaves it between them.
            var (upLeft, upRight) = s.Form == SpliceForm.TwoCovers ? (Up(s, s.Left), Up(s, s.Right)) : (0.0, 0.0);
            marks.Add(Outline.Box(Ink.Other, begin, upLeft - s.Left, -s.Gap / 2, upLeft, SpliceKind.Left));
            marks.Add(Outline.Box(Ink.Other, s.Gap / 2, upRight - s.Right, far, upRight, SpliceKind.Right));
            marks.Add(Outline.Box(Ink.Part, start, top - s.Cover, end, top, SpliceKind.Cover));
            if (s.Form == SpliceForm.TwoCovers) marks.Add(Outline.Box(Ink.Part, start, bottom, end, bottom + s.Cover, SpliceKind.Cover));
            var (from, to, upper, lower) = s.Left < s.Right ? (start, -s.Gap / 2, upLeft, upLeft - s.Left)
                : (s.Gap / 2, end, upRight, upRight - s.Right);
            if (s.AtHead > 0) marks.Add(Outline.Box(Ink.Between, from, upper, to, upper + s.AtHead, SpliceKind.Packing));
            if (s.AtNut > 0) marks.Add(Outline.Box(Ink.Between, from, lower - s.AtNut, to, lower, SpliceKind.Packing));
            measures.Add(Measure.Up(SpliceKind.Left, upLeft - s.Left, upLeft, begin, Beside.Left, 0, "left"));
            measures.Add(Measure.Up(SpliceKind.Right, upRight - s.Right, upRight, far, Beside.Right, 0, "right"));
            measures.Add(Measure.Up(SpliceKind.Cover, top - s.Cover, top, start, Beside.Left, 0, "cover"));
            // What a shop cuts the covers to.
            measures.Add(Measure.Across(null, start, end, bottom - d, Beside.Below, 0, "covers "));
            if (s.AtHead > 0) measures.Add(Measure.Up(null, upper, upper + s.AtHead, end, Beside.Right, 0, "pack "));
            else if (s.AtNut > 0) measures.Add(Measure.Up(null, lower - s.AtNut, lower, end, Beside.Right, 0, "pack "));
        }
        foreach (var x in Columns(s)) marks.AddRange(Bolt(d, x, top, bottom));
        return new("Elevation, cut", marks.ToImmutable(), measures.ToImmutable());
    }

    /// <summary>The upper face of a plate under two covers: the thicker one lies between them, the thinner where packing leaves
    /// it.</summary>
    private static double Up(SpliceInputs s, double plate) =>
        (Math.Max(s.Left, s.Right) / 2) - (plate < Math.Max(s.Left, s.Right) ? s.AtHead : 0);

    /// <summary>A bolt from the side: shank, head and nut.</summary>
    private static IEnumerable<Mark> Bolt(double d, double x, double top, double bottom) =>
    [
        Outline.Box(Ink.Bolt, x - (d / 2), bottom - d, x + (d / 2), top, Fields.Thread),
        Outline.Box(Ink.Bolt, x - (0.85 * d), top, x + (0.85 * d), top + (0.65 * d), Fields.Head),
        Outline.Box(Ink.Bolt, x - (0.85 * d), bottom - (0.8 * d), x + (0.85 * d), bottom, Fields.Nut),
    ];

    /// <summary>Cut across, through the bolts of the thinner side, where the packing lies: the parts from edge to edge, one under
    /// the other.</summary>
    private static View Section(Joint joint, SpliceInputs s)
    {
        var marks = ImmutableArray.CreateBuilder<Mark>();
        var (d, w) = (joint.Bolts.Thread.Diameter, s.Width / 2);
        var (top, bottom) = Faces(s);
        // With covers the cut goes through one plate; packing fills what it is thinner than the other.
        var (plate, of) = s.Left <= s.Right ? (s.Left, SpliceKind.Left) : (s.Right, SpliceKind.Right);
        (Ink Ink, double High, double Thick, Field? Leads)[] parts = s.Form switch
        {
            SpliceForm.Lap => [(Ink.Part, s.Left, s.Left, SpliceKind.Left), (Ink.Other, 0, s.Right, SpliceKind.Right)],
            SpliceForm.OneCover => [(Ink.Part, s.Cover, s.Cover, SpliceKind.Cover), (Ink.Other, 0, plate, of)],
            _ =>
            [
                (Ink.Part, top, s.Cover, SpliceKind.Cover), (Ink.Between, top - s.Cover, s.AtHead, SpliceKind.Packing),
                (Ink.Other, Up(s, plate), plate, of),
                (Ink.Between, Up(s, plate) - plate, s.AtNut, SpliceKind.Packing), (Ink.Part, bottom + s.Cover, s.Cover, SpliceKind.Cover),
            ],
        };
        foreach (var (ink, high, thick, leads) in parts.Where(p => p.Thick > 0)) marks.Add(Outline.Box(ink, -w, high - thick, w, high,
            leads));
        // The nut stands on what the cut shows, which is the thinner plate where there is one cover.
        var under = parts.Min(p => p.High - p.Thick);
        foreach (var y in Lines(s)) marks.AddRange(Bolt(d, y, top, under));
        var lines = Lines(s).ToList();
        return new("Section", marks.ToImmutable(), [Measure.Across(null, -w, lines[0], under - d, Beside.Below, 0, "edge ")]);
    }

    private static (double Top, double Bottom) Faces(SpliceInputs s) => s.Form switch
    {
        SpliceForm.Lap => (s.Left, -s.Right),
        SpliceForm.OneCover => (s.Cover, -Math.Max(s.Left, s.Right)),
        _ => ((Math.Max(s.Left, s.Right) / 2) + s.Cover, (-Math.Max(s.Left, s.Right) / 2) - s.Cover),
    };
}
