using System.Text;
using Hasp.Core;
using Hasp.Core.Quantities;

namespace Hasp.Web.Drawing;

/// <summary>Small drawings as text: they stand in lists, kept with a joint's line, and the bolt among them on the Bench as well.</summary>
public static class MiniSvg
{
    private const double Width = 120, SectionHeight = 90, SheetHeight = 84, SectionScale = 0.8;

    /// <summary>A joint, small: its section to the one scale of the list, or the drawing of its kind.</summary>
    public static string Of(Result result) => result.Joint.Kind.IsParts
        ? Section(new SectionDrawing(result, Width, SectionHeight, UnitSystem.Si, SectionScale))
        : Sheet(new SheetDrawing(result.Joint.Kind.Draw(result.Joint), Width, SheetHeight, UnitSystem.Si, 2, false), Width, SheetHeight);

    /// <summary>A kind's drawing without dimensions, in the middle of its room.</summary>
    public static string Sheet(SheetDrawing d, double width, double height)
    {
        var marks = d.Views.SelectMany(v => v.Marks)
            .Select(s => $"<g class=\"mark {s.Mark.Ink.ToString().ToLowerInvariant()}\"><path class=\"body\" d=\"{s.Path}\" /></g>");
        return Svg((d.Width - width) / 2, (d.Height - height) / 2, width, height, string.Concat(marks));
    }

    private static string Section(SectionDrawing d)
    {
        var bodies = from part in d.Parts
                     from box in new[] { part.Left, part.RightBox }
                     select Rect($"body l{(part.Layer < 0 ? "w" : (part.Layer % 2).ToString())}", box);
        return Svg(0, 0, Width, d.Height, string.Concat(bodies) + Bolt(d));
    }

    /// <summary>Head, shank, thread and nut, with the tapped hole around them.</summary>
    public static string Bolt(SectionDrawing d)
    {
        var svg = new StringBuilder();
        if (d.Hole is { } hole) svg.Append(Tapped(hole));
        svg.Append(d.Countersink.Length > 0 ? $"<polygon class=\"steel\" points=\"{d.Countersink}\" />" : Rounded("steel", d.Head));
        if (d.Shank.Height > 0) svg.Append(Rect("steel", d.Shank));
        svg.Append(Rect("steel", d.Thread));
        if (d.Nut is { } nut) svg.Append(Rounded("steel nut", nut));
        return svg.ToString();
    }

    private static string Tapped(DrawnHole hole)
    {
        var svg = new StringBuilder("<g class=\"tapped\">");
        svg.Append(Rect("void", new(hole.Drill.X, hole.Thread.Y, hole.Drill.Width, hole.Drill.Bottom - hole.Thread.Y)));
        if (hole.Floor.Height > 0)
        {
            // Solid metal under the hole: it covers the sides of the bore, which go no deeper.
            var floor = new Box(hole.Floor.X - 1, hole.Floor.Y, hole.Floor.Width + 2, hole.Floor.Height);
            svg.Append(Rect("body", floor)).Append(Hatched(hole.Hatch, floor));
            svg.Append($"<polygon class=\"void tip-of-drill\" points=\"{hole.Tip}\" />");
            svg.Append($"<path class=\"joined\" d=\"M{N(floor.X)} {N(hole.Floor.Bottom)}H{N(hole.Floor.Right + 1)}\" />");
        }
        svg.Append($"<path class=\"thread-end\" d=\"M{N(hole.Thread.X)} {N(hole.Thread.Bottom)}H{N(hole.Thread.Right)}\" />");
        if (hole.Insert is { } insert)
        {
            foreach (var wall in new[] { insert.Left, insert.Right }) svg.Append(Rect("insert", wall)).Append(Hatched("hatch-w", wall));
        }
        return svg.Append("</g>").ToString();
    }

    private static string Svg(double x, double y, double width, double height, string inside) =>
        $"<svg class=\"mini\" viewBox=\"{N(x)} {N(y)} {N(width)} {N(height)}\" width=\"{N(width)}\" height=\"{N(height)}\" "
            + $"aria-hidden=\"true\">{inside}</svg>";

    private static string Rect(string style, Box box) => $"<rect class=\"{style}\" {Sides(box)} />";

    private static string Rounded(string style, Box box) => $"<rect class=\"{style}\" {Sides(box)} "
        + $"rx=\"{N(Math.Min(3, box.Height / 6))}\" />";

    private static string Hatched(string pattern, Box box) => $"<rect fill=\"url(#{pattern})\" {Sides(box)} />";

    private static string Sides(Box box) => $"x=\"{N(box.X)}\" y=\"{N(box.Y)}\" width=\"{N(box.Width)}\" height=\"{N(box.Height)}\"";

    private static string N(double value) => SectionDrawing.N(value);
}
