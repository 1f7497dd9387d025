using System.Collections.Immutable;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;

namespace Hasp.Core.Kinds.Closures;

/// <summary>The section along the tube, and the section across it through a row.</summary>
internal static class ClosureDrawing
{
    internal static Sheet Of(Joint joint)
    {
        var c = joint.Of<ClosureInputs>();
        return new Sheet([Along(joint, c), Across(joint, c)],
            $"A plug in a tube of bore {KindReader.Mm(c.Bore)} and outer diameter {KindReader.Mm(c.Outer)}, "
                + $"held by {c.Rows} {(c.Rows == 1 ? "row" : "rows")} of {c.PerRow} radial bolts {joint.Bolts.Thread.Designation}.");
    }

    // x along the tube, the pressure at the left, the tube's end at the right.
    private static View Along(Joint joint, ClosureInputs c)
    {
        var (d, hole, ri, ro) = (joint.Bolts.Thread.Diameter, joint.Hole, c.Bore / 2, c.Outer / 2);
        var last = (c.Rows - 1) * c.RowPitch;
        var (left, right, face) = (-c.PlugEnd - (0.45 * c.Bore), last + c.TubeEnd, -c.PlugEnd);
        var marks = ImmutableArray.CreateBuilder<Mark>();
        marks.Add(Outline.Box(Ink.Other, face, -ri, Math.Max(last + (1.5 * d), right - (0.25 * c.TubeEnd)), ri, ClosureKind.PlugEnd));
        foreach (var sign in new[] { 1, -1 })
        {
            marks.Add(Outline.Box(Ink.Part, left, Math.Min(sign * ri, sign * ro), right, Math.Max(sign * ri, sign * ro),
                ClosureKind.Outer));
            for (var row = 0; row < c.Rows; row++)
            {
                var x = row * c.RowPitch;
                var (inner, outer) = (sign * (ri - c.Engagement), sign * ro);
                marks.Add(Outline.Box(Ink.Hole, x - (hole / 2), Math.Min(sign * ri, outer), x + (hole / 2), Math.Max(sign * ri, outer)));
                marks.Add(Outline.Box(Ink.Bolt, x - (d / 2), Math.Min(inner, outer), x + (d / 2), Math.Max(inner, outer), Fields.Thread));
                marks.Add(Head(joint, (along, up) => new(x + along, sign * (ro + up))));
                marks.Add(new Line(Ink.Axis, new(x, sign * (ri - (1.3 * c.Engagement))),
                    new(x, sign * (ro + (1.2 * joint.Bolts.Head.Height)))));
            }
        }
        marks.Add(new Line(Ink.Axis, new(left - 4, 0), new(right + 4, 0)));
        var p = joint.Cases.Max(x => x.Pressure);
        if (p > 0) marks.Add(new Arrow(new(left + (0.04 * c.Bore), 0), 1, 0, p, Dimension.Stress));
        var measures = ImmutableArray.CreateBuilder<Measure>();
        measures.Add(Measure.Across(ClosureKind.PlugEnd, face, 0, -ro, Beside.Below, 0, "to face"));
        measures.Add(Measure.Across(ClosureKind.TubeEnd, last, right, ro, Beside.Above, 0, "to end"));
        if (c.Rows > 1) measures.Add(Measure.Across(ClosureKind.RowPitch, 0, c.RowPitch, -ro, Beside.Below, 1, "rows"));
        measures.Add(Measure.Up(ClosureKind.Bore, -ri, ri, left, Beside.Left, 0, "Ø"));
        measures.Add(Measure.Up(ClosureKind.Outer, -ro, ro, left, Beside.Left, 1, "Ø"));
        measures.Add(Measure.Up(ClosureKind.Engagement, ri - c.Engagement, ri, right, Beside.Right, 0, "in plug"));
        return new("Along the tube", marks.ToImmutable(), measures.ToImmutable());
    }

    /// <summary>The head on the tube, or, countersunk, flush in it.</summary>
    /// <param name="joint">Its bolts.</param>
    /// <param name="at">Where a point of it stands: across the bolt, and outwards from the tube.</param>
    private static Outline Head(Joint joint, Func<double, double, PlanPoint> at)
    {
        var (head, shank) = (joint.Bolts.Head, joint.Bolts.Thread.Diameter / 2);
        var half = Math.Max(head.Across, head.BearingDiameter) / 2;
        ImmutableArray<PlanPoint> corners = head.Countersunk
            ? [at(-half, 0), at(half, 0), at(shank, -head.Height), at(-shank, -head.Height)]
            : [at(-half, 0), at(half, 0), at(half, head.Height), at(-half, head.Height)];
        return new(Ink.Bolt, corners) { Leads = Fields.Head };
    }

    private static View Across(Joint joint, ClosureInputs c)
    {
        var (d, ri, ro) = (joint.Bolts.Thread.Diameter, c.Bore / 2, c.Outer / 2);
        var marks = ImmutableArray.CreateBuilder<Mark>();
        marks.Add(new Round(Ink.Part, new(0, 0), ro) { Leads = ClosureKind.Outer });
        marks.Add(new Round(Ink.Other, new(0, 0), ri) { Leads = ClosureKind.Bore });
        for (var i = 0; i < c.PerRow; i++)
        {
            var angle = (Math.PI / 2) + (i * 2 * Math.PI / c.PerRow);
            var (cos, sin) = (Math.Cos(angle), Math.Sin(angle));
            PlanPoint At(double r, double across) => new((r * cos) - (across * sin), (r * sin) + (across * cos));
            marks.Add(new Outline(Ink.Bolt, [At(ri - c.Engagement, -d / 2), At(ro, -d / 2), At(ro, d / 2),
                At(ri - c.Engagement, d / 2)]) { Leads = ClosureKind.PerRow });
            marks.Add(Head(joint, (across, up) => At(ro + up, across)));
        }
        return new("Through a row", marks.ToImmutable(), []);
    }
}
