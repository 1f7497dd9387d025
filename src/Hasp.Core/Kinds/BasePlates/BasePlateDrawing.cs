using System.Collections.Immutable;
using Hasp.Core.Checks.Eurocode;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;

namespace Hasp.Core.Kinds.BasePlates;

/// <summary>The plate from above, with profile, bolts and what presses; and the elevation through plate, grout and concrete.</summary>
internal static class BasePlateDrawing
{
    internal static Sheet Of(Joint joint)
    {
        var p = joint.Of<BasePlateInputs>();
        return new Sheet([Plan(joint, p), Elevation(joint, p)],
            $"A base plate {KindReader.Mm(p.Shape.PlateDepth)} by {KindReader.Mm(p.Shape.PlateWidth)}, "
                + $"{KindReader.Mm(p.Thickness)} thick, under a profile {KindReader.Mm(p.Shape.Depth)} deep and "
                + $"{KindReader.Mm(p.Shape.Width)} wide; {p.Bolts.Length} bolts {p.Thread.Designation}.");
    }

    private static Outline Profile(PressedShape s, double by, Ink ink)
    {
        var (b, h, w, f) = (Math.Min((s.Width / 2) + by, s.PlateWidth / 2), Math.Min((s.Depth / 2) + by, s.PlateDepth / 2),
            Math.Min((s.Web / 2) + by, s.PlateWidth / 2), Math.Max(0, (s.Depth / 2) - s.Flange - by));
        return new(
            ink, [new(-b, -h), new(b, -h), new(b, -f), new(w, -f), new(w, f), new(b, f), new(b, h), new(-b, h), new(-b, f), new(-w, f),
                new(-w, -f), new(-b, -f)]);
    }

    private static View Plan(Joint joint, BasePlateInputs p)
    {
        var s = p.Shape;
        var (x, y) = (s.PlateWidth / 2, s.PlateDepth / 2);
        var gamma = joint.Judging.Where<EurocodeSettings>()?.M0 ?? 1.0;
        var c = BasePlateFormulas.Width(new Plain(p.Thickness), new Plain(p.Plate.Yield), p.Fjd<Plain>(), new Plain(gamma)).Value;
        var marks = ImmutableArray.CreateBuilder<Mark>();
        marks.Add(Outline.Box(Ink.Part, -x, -y, x, y, BasePlateKind.Thickness));
        if (joint.Cases.Any(k => k.Load.Force.Z < 0 || k.Load.Moment.X != 0 || k.Load.Moment.Y != 0)) marks.Add(Profile(s, c, Ink.Pressed));
        marks.Add(Profile(s, 0, Ink.Other) with { Leads = BasePlateKind.Profile });
        foreach (var b in p.Bolts)
        {
            marks.Add(new Round(Ink.Hole, b, p.Hole / 2));
            marks.Add(new Round(Ink.Bolt, b, p.Thread.Diameter / 2) { Leads = Fields.Thread });
        }
        marks.Add(new Line(Ink.Axis, new(-x - 6, 0), new(x + 6, 0)));
        marks.Add(new Line(Ink.Axis, new(0, -y - 6), new(0, y + 6)));
        return new("Plan", marks.ToImmutable(),
        [
            Measure.Across(BasePlateKind.BoltsX, -p.BoltsX / 2, p.BoltsX / 2, y, Beside.Above),
            Measure.Across(BasePlateKind.PlateWidth, -x, x, -y, Beside.Below),
            Measure.Up(BasePlateKind.BoltsY, -p.BoltsY / 2, p.BoltsY / 2, -x, Beside.Left),
            Measure.Up(BasePlateKind.PlateDepth, -y, y, -x, Beside.Left, 1),
        ]);
    }

    // Seen along x: the column's depth lies across.
    private static View Elevation(Joint joint, BasePlateInputs p)
    {
        var s = p.Shape;
        var (y, d) = (s.PlateDepth / 2, p.Thread.Diameter);
        var (top, ground) = (Math.Max(0.9 * s.PlateDepth * 0.5, 4 * d), -p.Thickness - p.Grout);
        var deep = Math.Max(6 * d, 0.5 * s.PlateDepth);
        var beyond = 0.18 * s.PlateDepth;
        var marks = ImmutableArray.CreateBuilder<Mark>();
        marks.Add(Outline.Box(Ink.Ground, -y - beyond, ground - deep, y + beyond, ground, BasePlateKind.Fck));
        if (p.Grout > 0) marks.Add(Outline.Box(Ink.Between, -y, ground, y, -p.Thickness, BasePlateKind.Grout));
        marks.Add(Outline.Box(Ink.Part, -y, -p.Thickness, y, 0, BasePlateKind.Thickness));
        marks.Add(Outline.Box(Ink.Other, -s.Depth / 2, 0, s.Depth / 2, top, BasePlateKind.Profile));
        marks.Add(new Line(Ink.Hidden, new((-s.Depth / 2) + s.Flange, 0), new((-s.Depth / 2) + s.Flange, top)));
        marks.Add(new Line(Ink.Hidden, new((s.Depth / 2) - s.Flange, 0), new((s.Depth / 2) - s.Flange, top)));
        foreach (var at in new[] { -p.BoltsY / 2, p.BoltsY / 2 })
        {
            marks.Add(Outline.Box(Ink.Bolt, at - (d / 2), ground - (0.8 * deep), at + (d / 2), 1.6 * d, Fields.Thread));
            marks.Add(Outline.Box(Ink.Bolt, at - (0.9 * d), 0, at + (0.9 * d), 0.8 * d, Fields.Grade));
        }
        var worst = joint.Cases.Where(c => !c.OnlyCombined).MaxBy(c => Math.Abs(c.Load.Force.Z));
        if (worst is { Load.Force.Z: not 0 }) marks.Add(new Arrow(new(0, top), 0, Math.Sign(worst.Load.Force.Z),
            Math.Abs(worst.Load.Force.Z), Dimension.Force));
        var measures = ImmutableArray.CreateBuilder<Measure>();
        measures.Add(Measure.Up(BasePlateKind.Thickness, -p.Thickness, 0, y, Beside.Right, 0, "plate"));
        if (p.Grout > 0) measures.Add(Measure.Up(BasePlateKind.Grout, ground, -p.Thickness, y, Beside.Right, 0, "grout"));
        measures.Add(Measure.Across(BasePlateKind.Depth, -s.Depth / 2, s.Depth / 2, top, Beside.Above));
        return new("Elevation", marks.ToImmutable(), measures.ToImmutable());
    }
}
