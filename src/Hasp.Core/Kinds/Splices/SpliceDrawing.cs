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
        var form = s.Form switch { SpliceForm.Lap => "lapped", SpliceForm.OneCover => "butted under one cover", _ => "butted under two covers" };
        return new Sheet([Plan(joint, s), Section(joint, s)],
            $"Plates {KindReader.Mm(s.Left)} and {KindReader.Mm(s.Right)} thick and {KindReader.Mm(s.Width)} wide, {form}; {s.Rows} by {s.Columns} bolts{(s.Groups == 2 ? " on each side" : "")}{(s.Packing > 0 ? $", packing {KindReader.Mm(s.Packing)} on each face of the thinner plate" : "")}.");
    }

    /// <summary>Where the columns of bolts stand, along the splice.</summary>
    private static IEnumerable<double> Columns(SpliceInputs s)
    {
        for (var i = 0; i < s.Columns; i++)
        {
            var from = (s.Gap / 2) + s.End + (i * s.Pitch);
            if (s.Form == SpliceForm.Lap) yield return (i - ((s.Columns - 1) / 2.0)) * s.Pitch;
            else
            {
                yield return from;
                yield return -from;
            }
        }
    }

    /// <summary>Half the length of the covers, or of the lap.</summary>
    private static double Half(SpliceInputs s) => s.Form == SpliceForm.Lap ? ((s.Columns - 1) * s.Pitch / 2) + s.End : (s.Gap / 2) + (2 * s.End) + ((s.Columns - 1) * s.Pitch);

    private static View Plan(Joint joint, SpliceInputs s)
    {
        var marks = ImmutableArray.CreateBuilder<Mark>();
        var (half, w, hole) = (Half(s), s.Width / 2, joint.Hole / 2);
        var far = half + (0.22 * s.Width);
        marks.Add(Outline.Box(Ink.Part, -far, -w, s.Form == SpliceForm.Lap ? half : -s.Gap / 2, w, SpliceKind.Left));
        marks.Add(Outline.Box(Ink.Other, s.Form == SpliceForm.Lap ? -half : s.Gap / 2, -w, far, w, SpliceKind.Right));
        if (s.Form != SpliceForm.Lap) marks.Add(Outline.Box(Ink.Part, -half, -w, half, w, SpliceKind.Cover));
        var xs = Columns(s).Order().ToList();
        foreach (var x in xs) for (var row = 0; row < s.Rows; row++) marks.Add(new Round(Ink.Bolt, new(x, (row - ((s.Rows - 1) / 2.0)) * s.Gauge), hole) { Leads = SpliceKind.Columns });
        if (s.Form != SpliceForm.Lap)
        {
            marks.Add(new Line(Ink.Hidden, new(-s.Gap / 2, -w), new(-s.Gap / 2, w)));
            marks.Add(new Line(Ink.Hidden, new(s.Gap / 2, -w), new(s.Gap / 2, w)));
        }
        marks.Add(new Line(Ink.Axis, new(-far - 4, 0), new(far + 4, 0)));
        var most = joint.Cases.Where(c => !c.OnlyCombined).MaxBy(c => Math.Abs(c.Load.Force.X));
        if (most is { Load.Force.X: not 0 })
        {
            marks.Add(new Arrow(new(far, 0), Math.Sign(most.Load.Force.X), 0, Math.Abs(most.Load.Force.X), Dimension.Force));
            marks.Add(new Arrow(new(-far, 0), -Math.Sign(most.Load.Force.X), 0, Math.Abs(most.Load.Force.X), Dimension.Force));
        }
        var measures = ImmutableArray.CreateBuilder<Measure>();
        var low = -(s.Rows - 1) / 2.0 * s.Gauge;
        measures.Add(Measure.Up(SpliceKind.Width, -w, w, -far, Beside.Left));
        if (s.Rows > 1) measures.Add(Measure.Up(SpliceKind.Gauge, low, low + s.Gauge, far, Beside.Right));
        measures.Add(Measure.Across(SpliceKind.End, xs[^1], half, w, Beside.Above));
        if (s.Columns > 1) measures.Add(Measure.Across(SpliceKind.Pitch, xs[^2], xs[^1], -w, Beside.Below));
        measures.Add(Measure.Up(null, low + ((s.Rows - 1) * s.Gauge), w, far, Beside.Right, 0, "edge "));
        if (s.Form != SpliceForm.Lap) measures.Add(Measure.Across(SpliceKind.Gap, -s.Gap / 2, s.Gap / 2, w, Beside.Above, 0));
        return new("Plan", marks.ToImmutable(), measures.ToImmutable());
    }

    private static View Section(Joint joint, SpliceInputs s)
    {
        var marks = ImmutableArray.CreateBuilder<Mark>();
        var (half, d) = (Half(s), joint.Bolts.Thread.Diameter);
        var far = half + (0.22 * s.Width);
        var (top, bottom) = Faces(s);
        var measures = ImmutableArray.CreateBuilder<Measure>();
        if (s.Form == SpliceForm.Lap)
        {
            marks.Add(Outline.Box(Ink.Part, -far, 0, half, s.Left, SpliceKind.Left));
            marks.Add(Outline.Box(Ink.Other, -half, -s.Right, far, 0, SpliceKind.Right));
            measures.Add(Measure.Up(SpliceKind.Left, 0, s.Left, -far, Beside.Left));
            measures.Add(Measure.Up(SpliceKind.Right, -s.Right, 0, far, Beside.Right));
        }
        else
        {
            // With one cover the plates are flush under it; with two they lie on one centre line, and packing makes up the difference.
            var (upLeft, upRight) = s.Form == SpliceForm.TwoCovers ? (s.Left / 2, s.Right / 2) : (0.0, 0.0);
            marks.Add(Outline.Box(Ink.Other, -far, upLeft - s.Left, -s.Gap / 2, upLeft, SpliceKind.Left));
            marks.Add(Outline.Box(Ink.Other, s.Gap / 2, upRight - s.Right, far, upRight, SpliceKind.Right));
            marks.Add(Outline.Box(Ink.Part, -half, top - s.Cover, half, top, SpliceKind.Cover));
            if (s.Form == SpliceForm.TwoCovers) marks.Add(Outline.Box(Ink.Part, -half, bottom, half, bottom + s.Cover, SpliceKind.Cover));
            if (s.Packing > 0)
            {
                var (from, to, thin) = s.Left < s.Right ? (-half, -s.Gap / 2, s.Left / 2) : (s.Gap / 2, half, s.Right / 2);
                marks.Add(Outline.Box(Ink.Between, from, thin, to, thin + s.Packing));
                marks.Add(Outline.Box(Ink.Between, from, -thin - s.Packing, to, -thin));
            }
            measures.Add(Measure.Up(SpliceKind.Left, upLeft - s.Left, upLeft, -far, Beside.Left));
            measures.Add(Measure.Up(SpliceKind.Right, upRight - s.Right, upRight, far, Beside.Right));
            measures.Add(Measure.Up(SpliceKind.Cover, top - s.Cover, top, -half, Beside.Left));
            // What a shop cuts the covers to.
            measures.Add(Measure.Across(null, -half, half, bottom - d, Beside.Below, 0, "covers "));
            if (s.Packing > 0) measures.Add(Measure.Up(null, (Math.Min(s.Left, s.Right) / 2) + 0, (Math.Min(s.Left, s.Right) / 2) + s.Packing, half, Beside.Right, 0, "pack "));
        }
        foreach (var x in Columns(s))
        {
            marks.Add(Outline.Box(Ink.Bolt, x - (d / 2), bottom - d, x + (d / 2), top, Fields.Thread));
            marks.Add(Outline.Box(Ink.Bolt, x - (0.85 * d), top, x + (0.85 * d), top + (0.65 * d), Fields.Head));
            marks.Add(Outline.Box(Ink.Bolt, x - (0.85 * d), bottom - (0.8 * d), x + (0.85 * d), bottom, Fields.Nut));
        }
        return new("Elevation, cut along the bolts", marks.ToImmutable(), measures.ToImmutable());
    }

    private static (double Top, double Bottom) Faces(SpliceInputs s) => s.Form switch
    {
        SpliceForm.Lap => (s.Left, -s.Right),
        SpliceForm.OneCover => (s.Cover, -Math.Max(s.Left, s.Right)),
        _ => ((Math.Max(s.Left, s.Right) / 2) + s.Cover, (-Math.Max(s.Left, s.Right) / 2) - s.Cover),
    };
}
