using System.Collections.Immutable;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;

namespace Hasp.Core.Kinds.Covers;

/// <summary>The cover from above, and the section through it.</summary>
internal static class CoverDrawing
{
    internal static Sheet Of(Joint joint)
    {
        var c = joint.Of<CoverInputs>();
        return new Sheet([Plan(joint, c), Section(joint, c)],
            $"A {(c.IsRectangle ? "rectangular" : "circular")} cover {KindReader.Mm(c.Thickness)} thick on {joint.Bolts.Count} "
                + $"bolts {joint.Bolts.Thread.Designation}{(c.Gasket is null ? "" : $", over a gasket "
                + $"{KindReader.Mm(c.GasketWidth)} wide")}.");
    }

    private static View Plan(Joint joint, CoverInputs c)
    {
        var marks = ImmutableArray.CreateBuilder<Mark>();
        var hole = joint.Hole / 2;
        var (halfX, halfY) = c.IsRectangle ? ((c.BoltLength / 2) + c.Edge, (c.BoltWidth / 2) + c.Edge)
            : ((c.BoltCircle / 2) + c.Edge, (c.BoltCircle / 2) + c.Edge);
        if (c.IsRectangle)
        {
            marks.Add(Outline.Box(Ink.Part, -halfX, -halfY, halfX, halfY, CoverKind.Thickness));
            Ring(c.GasketWidth / 2, Ink.Between);
            Ring(-c.GasketWidth / 2, Ink.Part);
            void Ring(double out_, Ink ink) => marks.Add(Outline.Box(ink, (-c.SealLength / 2) - out_, (-c.SealWidth / 2) - out_,
                (c.SealLength / 2) + out_, (c.SealWidth / 2) + out_, CoverKind.GasketWidth));
        }
        else
        {
            marks.Add(new Round(Ink.Part, new(0, 0), halfX) { Leads = CoverKind.Thickness });
            if (c.Gasket is not null)
            {
                marks.Add(new Round(Ink.Between, new(0, 0), (c.Seal + c.GasketWidth) / 2) { Leads = CoverKind.GasketWidth });
                marks.Add(new Round(Ink.Part, new(0, 0), (c.Seal - c.GasketWidth) / 2) { Leads = CoverKind.Seal });
            }
        }
        foreach (var bolt in joint.Pattern!.Group.Bolts) marks.Add(new Round(Ink.Bolt, new(bolt.X, bolt.Y), hole) { Leads = Fields.Count });
        marks.Add(new Line(Ink.Axis, new(-halfX - 3, 0), new(halfX + 3, 0)));
        marks.Add(new Line(Ink.Axis, new(0, -halfY - 3), new(0, halfY + 3)));
        ImmutableArray<Measure> measures = c.IsRectangle
            ?
            [
                Measure.Across(CoverKind.SealLength, -c.SealLength / 2, c.SealLength / 2, 0, Beside.Above, 0, "seal"),
                Measure.Across(CoverKind.BoltLength, -c.BoltLength / 2, c.BoltLength / 2, 0, Beside.Below, 0, "bolts"),
                Measure.Up(CoverKind.SealWidth, -c.SealWidth / 2, c.SealWidth / 2, 0, Beside.Left, 0, "seal"),
                Measure.Up(CoverKind.BoltWidth, -c.BoltWidth / 2, c.BoltWidth / 2, 0, Beside.Left, 1, "bolts"),
            ]
            : [Measure.Across(CoverKind.Seal, -c.Seal / 2, c.Seal / 2, 0, Beside.Above, 0, "seal Ø"),
                Measure.Across(CoverKind.BoltCircle, -c.BoltCircle / 2, c.BoltCircle / 2, 0, Beside.Below, 0, "bolts Ø")];
        return new("Plan", marks.ToImmutable(), measures);
    }

    // The pressure below; bolts at the right and left of the middle.
    private static View Section(Joint joint, CoverInputs c)
    {
        var marks = ImmutableArray.CreateBuilder<Mark>();
        var (seal, bolts) = c.IsRectangle ? (c.SealWidth / 2, c.BoltWidth / 2) : (c.Seal / 2, c.BoltCircle / 2);
        var (half, g, d) = (bolts + c.Edge, c.Gasket is null ? 0 : c.GasketThickness, joint.Bolts.Thread.Diameter);
        var (inner, low) = (seal - (c.GasketWidth / 2), -g - c.FlangeThickness);
        marks.Add(Outline.Box(Ink.Part, -half, 0, half, c.Thickness, CoverKind.Thickness));
        foreach (var sign in new[] { -1, 1 })
        {
            double Low(double a, double b) => Math.Min(sign * a, sign * b);
            double High(double a, double b) => Math.Max(sign * a, sign * b);
            if (g > 0) marks.Add(Outline.Box(Ink.Between, Low(inner, inner + c.GasketWidth), -g, High(inner, inner + c.GasketWidth), 0,
                CoverKind.GasketThickness));
            marks.Add(Outline.Box(Ink.Other, Low(inner, half), low, High(inner, half), -g, CoverKind.FlangeThickness));
            var x = sign * bolts;
            marks.Add(Outline.Box(Ink.Bolt, x - (d / 2), low - (joint.Tapped ? 0 : 0.9 * d), x + (d / 2), c.Thickness, Fields.Thread));
            marks.Add(Outline.Box(Ink.Bolt, x - (0.85 * d), c.Thickness, x + (0.85 * d), c.Thickness + (0.65 * d), Fields.Head));
            if (!joint.Tapped) marks.Add(Outline.Box(Ink.Bolt, x - (0.85 * d), low - (0.8 * d), x + (0.85 * d), low, Fields.Nut));
            marks.Add(new Line(Ink.Axis, new(x, low - (1.2 * d)), new(x, c.Thickness + d)));
        }
        var p = joint.Cases.Max(k => k.Pressure);
        if (p > 0) marks.Add(new Arrow(new(0, low), 0, 1, p, Dimension.Stress));
        var measures = ImmutableArray.CreateBuilder<Measure>();
        measures.Add(Measure.Up(CoverKind.Thickness, 0, c.Thickness, half, Beside.Right, 0, "cover"));
        measures.Add(Measure.Up(CoverKind.FlangeThickness, low, -g, half, Beside.Right, 0, "flange"));
        measures.Add(Measure.Across(CoverKind.Edge, bolts, half, c.Thickness, Beside.Above, 0, "edge"));
        if (g > 0) measures.Add(Measure.Across(CoverKind.GasketWidth, -inner - c.GasketWidth, -inner, low, Beside.Below, 0, "gasket"));
        return new("Section", marks.ToImmutable(), measures.ToImmutable());
    }
}
