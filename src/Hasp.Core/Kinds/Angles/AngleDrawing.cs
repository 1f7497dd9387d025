using System.Collections.Immutable;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Core.Kinds.Angles;

/// <summary>The connected leg in view, on its gusset; and the section across it.</summary>
internal static class AngleDrawing
{
    internal static Sheet Of(Joint joint)
    {
        var a = joint.Of<AngleInputs>();
        return new([View(joint, a), Section(joint, a)],
            $"Angle {KindReader.Mm(a.Leg)} by {KindReader.Mm(a.Outstanding)} by {KindReader.Mm(a.Thickness)}, "
                + $"bolted by its {KindReader.Mm(a.Leg)} leg to a gusset {KindReader.Mm(a.Gusset)} thick with {a.Bolts} bolts in a "
                + $"line, {KindReader.Mm(a.Gauge)} from the heel.");
    }

    private static View View(Joint joint, AngleInputs a)
    {
        var marks = ImmutableArray.CreateBuilder<Mark>();
        // The line of bolts is the axis; the heel lies below it.
        var (heel, toe, half, far) = (-a.Gauge, a.Toe, a.GussetWidth / 2, 0.7 * a.Leg);
        var (first, last) = (-a.Length / 2, a.Length / 2);
        var (end, edge) = (first - a.End, last + a.End);
        marks.Add(Outline.Box(Ink.Other, end - far, -half, edge, half, AngleKind.Gusset));
        marks.Add(Outline.Box(Ink.Part, end, heel, edge + far, toe, AngleKind.Leg));
        marks.Add(Outline.Box(Ink.Part, end, heel, edge + far, heel + a.Thickness, AngleKind.Outstanding));
        marks.Add(new Line(Ink.Hidden, new(edge, heel), new(edge, toe)));
        marks.Add(new Line(Ink.Axis, new(end - far - 4, 0), new(edge + far + 4, 0)));
        for (var i = 0; i < a.Bolts; i++) marks.Add(new Round(Ink.Bolt, new(first + (i * a.Pitch), 0),
            joint.Hole / 2) { Leads = AngleKind.Bolts });
        var most = joint.Cases.Where(c => !c.OnlyCombined).MaxBy(c => Math.Abs(c.Load.Force.X));
        if (most is { Load.Force.X: not 0 and var pull })
        {
            marks.Add(new Arrow(new(edge + far, 0), Math.Sign(pull), 0, Math.Abs(pull), Dimension.Force));
            marks.Add(new Arrow(new(end - far, 0), -Math.Sign(pull), 0, Math.Abs(pull), Dimension.Force));
        }
        var measures = ImmutableArray.CreateBuilder<Measure>();
        measures.Add(Measure.Up(AngleKind.Leg, heel, toe, edge + far, Beside.Right));
        measures.Add(Measure.Up(AngleKind.GussetWidth, -half, half, end - far, Beside.Left, 0, "gusset"));
        measures.Add(Measure.Up(AngleKind.Gauge, heel, 0, edge + far, Beside.Right, 1, "gauge"));
        measures.Add(Measure.Across(AngleKind.End, end, first, half, Beside.Above, 0, "end"));
        if (a.Bolts > 1) measures.Add(Measure.Across(AngleKind.Pitch, first, first + a.Pitch, -half, Beside.Below, 0, "pitch"));
        return new("Leg in view", marks.ToImmutable(), measures.ToImmutable());
    }

    private static View Section(Joint joint, AngleInputs a)
    {
        var d = joint.Bolts.Thread.Diameter;
        var (heel, toe, t, half) = (-a.Gauge, a.Toe, a.Thickness, a.GussetWidth / 2);
        // Turned so that the gusset lies flat: across the page as in the view, the outstanding leg upwards.
        ImmutableArray<Mark> marks =
        [
            Outline.Box(Ink.Other, -half, -a.Gusset, half, 0, AngleKind.Gusset),
            new Outline(Ink.Part, [new(heel, 0), new(toe, 0), new(toe, t), new(heel + t, t), new(heel + t, a.Outstanding), new(heel,
                a.Outstanding)])
            {
                Leads = AngleKind.Thickness,
            },
            Outline.Box(Ink.Bolt, -d / 2, -a.Gusset - d, d / 2, t, Fields.Thread),
            Outline.Box(Ink.Bolt, -0.85 * d, t, 0.85 * d, t + (0.65 * d), Fields.Head),
            Outline.Box(Ink.Bolt, -0.85 * d, -a.Gusset - (0.8 * d), 0.85 * d, -a.Gusset, Fields.Nut),
        ];
        return new("Section", marks,
        [
            Measure.Up(AngleKind.Outstanding, 0, a.Outstanding, -half, Beside.Left, 0, "out"),
            Measure.Up(AngleKind.Gusset, -a.Gusset, 0, -half, Beside.Left, 0, "gusset"),
            Measure.Up(AngleKind.Thickness, 0, t, half, Beside.Right, 0, "leg"),
        ]);
    }
}
