using System.Collections.Immutable;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;

namespace Hasp.Core.Kinds.Pins;

/// <summary>The eye seen from the front, and the section through pin, eye and cheeks.</summary>
internal static class PinDrawing
{
    internal static Sheet Of(Joint joint)
    {
        var p = joint.Of<PinInputs>();
        var (eye, cheek) = (p.Members[0], p.Members[1]);
        return new Sheet([Front(p, eye, cheek, joint), Section(p, eye, cheek)],
            $"An eye {KindReader.Mm(eye.Thickness)} thick and {KindReader.Mm(eye.Width)} wide between {p.Cheeks} cheeks of "
                + $"{KindReader.Mm(cheek.Thickness)}, held by a pin of {KindReader.Mm(p.Diameter)} in a hole of {KindReader.Mm(p.Hole)}.");
    }

    // The eye pulls upwards: its end lies below the hole, the shank goes up.
    private static View Front(PinInputs p, PinMember eye, PinMember cheek, Joint joint)
    {
        var tall = 1.6 * Math.Max(eye.Width, cheek.Width);
        var marks = ImmutableArray.CreateBuilder<Mark>();
        marks.Add(Outline.Box(Ink.Other, -cheek.Width / 2, -tall, cheek.Width / 2, cheek.End, PinKind.CheekWidth));
        marks.Add(Plate(eye, p.ShankWidth, tall));
        marks.Add(new Round(Ink.Hole, new(0, 0), p.Hole / 2));
        marks.Add(new Round(Ink.Bolt, new(0, 0), p.Diameter / 2) { Leads = p.Bolt is null ? PinKind.Diameter : Fields.Thread });
        marks.Add(new Line(Ink.Axis, new(0, -tall), new(0, tall)));
        marks.Add(new Line(Ink.Axis, new(-eye.Width / 2, 0), new(eye.Width / 2, 0)));
        var most = joint.Cases.Where(c => !c.OnlyCombined).Select(c => c.Shear).DefaultIfEmpty(0).Max();
        if (most > 0) marks.Add(new Arrow(new(0, tall), 0, 1, most, Dimension.Force));
        return new("Front", marks.ToImmutable(),
        [
            Measure.Across(PinKind.ShankWidth, -p.ShankWidth / 2, p.ShankWidth / 2, tall, Beside.Above, 0, "shank"),
            Measure.Across(PinKind.EyeWidth, -eye.Width / 2, eye.Width / 2, 0, Beside.Below, 0, "eye"),
            Measure.Across(PinKind.CheekWidth, -cheek.Width / 2, cheek.Width / 2, -tall, Beside.Below, 0, "cheek"),
            Measure.Up(PinKind.EyeEnd, -eye.End, 0, -eye.Width / 2, Beside.Left, 0, "eye"),
            Measure.Up(PinKind.Hole, -p.Hole / 2, p.Hole / 2, 0, Beside.Right, 0, "Ø"),
            Measure.Up(PinKind.CheekEnd, 0, cheek.End, cheek.Width / 2, Beside.Left, 0, "cheek"),
        ]);
    }

    private static Outline Plate(PinMember eye, double shank, double tall)
    {
        var (w, s, shoulder) = (eye.Width / 2, shank / 2, Math.Min(tall * 0.8, eye.Width * 0.75));
        return new(Ink.Part, [new(-w, -eye.End), new(w, -eye.End), new(w, shoulder * 0.6), new(s, shoulder), new(s, tall), new(-s, tall),
            new(-s, shoulder), new(-w, shoulder * 0.6)]) { Leads = PinKind.EyeWidth };
    }

    // Looking along the width: the pin lies across, cheeks on either side of the eye.
    private static View Section(PinInputs p, PinMember eye, PinMember cheek)
    {
        var marks = ImmutableArray.CreateBuilder<Mark>();
        var (half, reach) = (eye.Thickness / 2, eye.End);
        var tall = 1.1 * Math.Max(eye.Width, cheek.Width);
        var inner = half + p.Gap;
        var outer = inner + cheek.Thickness;
        var over = 0.35 * p.Diameter;
        var left = p.Cheeks == 2 ? -outer : -half;
        marks.Add(Outline.Box(Ink.Part, -half, -reach, half, tall, PinKind.EyeThickness));
        marks.Add(Outline.Box(Ink.Other, inner, -tall, outer, cheek.End, PinKind.CheekThickness));
        if (p.Cheeks == 2) marks.Add(Outline.Box(Ink.Other, -outer, -tall, -inner, cheek.End, PinKind.CheekThickness));
        marks.Add(Outline.Box(Ink.Hole, left, -p.Hole / 2, outer, p.Hole / 2));
        marks.Add(Outline.Box(Ink.Bolt, left - over, -p.Diameter / 2, outer + over, p.Diameter / 2, p.Bolt is null ? PinKind.Diameter
            : Fields.Thread));
        marks.Add(new Line(Ink.Axis, new(left - (2 * over), 0), new(outer + (2 * over), 0)));
        return new("Section", marks.ToImmutable(),
        [
            Measure.Across(PinKind.EyeThickness, -half, half, tall, Beside.Above, 0, "eye"),
            Measure.Across(PinKind.CheekThickness, inner, outer, -tall, Beside.Below, 0, "cheek"),
            Measure.Across(PinKind.Gap, half, inner, -tall, Beside.Below, 0, "gap"),
            Measure.Up(p.Bolt is null ? PinKind.Diameter : null, -p.Diameter / 2, p.Diameter / 2, outer + over, Beside.Right, 0, "Ø"),
        ]);
    }
}
