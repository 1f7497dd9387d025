using System.Net;
using System.Text;
using Hasp.Core.Joints;

namespace Hasp.Web.Drawing;

/// <summary>The plan as a drawing that stands alone: colours in it, size in mm at the scale it is drawn to.</summary>
public static class PlanSvg
{
    /// <summary>Writes the plan.</summary>
    public static string Write(PlanDrawing d, Joint joint)
    {
        string N(double v) => SectionDrawing.N(v);
        var b = new StringBuilder();
        b.Append($"""
            <svg xmlns="http://www.w3.org/2000/svg" width="{N(d.Width * 25.4 / 96)}mm" height="{N(d.Height * 25.4 / 96)}mm" viewBox="0 0 {N(d.Width)} {N(d.Height)}" font-family="Barlow, sans-serif" font-size="11">
            <title>{WebUtility.HtmlEncode($"{joint.Number} {joint.Name}, bolts in plan, scale {d.ScaleWords}".Trim())}</title>
            <desc>{WebUtility.HtmlEncode(d.Words)}</desc>
            <rect width="{N(d.Width)}" height="{N(d.Height)}" fill="#fcfbf8"/>

            """);
        void Path(string path, string colour, double wide, string more = "")
        {
            if (path.Length > 0) b.Append($"<path d=\"{path}\" fill=\"none\" stroke=\"{colour}\" stroke-width=\"{N(wide)}\"{more}/>\n");
        }
        void Text(Spot at, string text, string colour,
            string more = "") => b.Append($"<text x=\"{N(at.X)}\" y=\"{N(at.Y)}\" fill=\"{colour}\" "
                + $"text-anchor=\"middle\"{more}>{WebUtility.HtmlEncode(text)}</text>\n");

        if (d.Plate.Length > 0)
            b.Append($"<path d=\"{d.Plate}\" fill=\"#eef2f9\" fill-rule=\"evenodd\" stroke=\"#1a2233\" stroke-width=\"1.2\"/>\n");
        foreach (var dim in d.Dimensions)
        {
            Path(dim.Path, "#5b6270", 0.9);
            Text(dim.At, dim.Text, "#1a2233", dim.Upright ? $" transform=\"rotate(-90 {N(dim.At.X)} {N(dim.At.Y)})\"" : "");
        }
        foreach (var p in d.Pivots) Path(p.Path, "#8a5407", 1.4, " stroke-dasharray=\"8 4\"");
        Path($"M{N(d.Centroid.X - 7)} {N(d.Centroid.Y)}h14M{N(d.Centroid.X)} {N(d.Centroid.Y - 7)}v14", "#1f3680", 1);
        foreach (var bolt in d.Bolts)
        {
            var dash = bolt.Off ? " stroke-dasharray=\"3 2\"" : "";
            b.Append($"<circle cx=\"{N(bolt.At.X)}\" cy=\"{N(bolt.At.Y)}\" r=\"{N(d.Radius)}\" fill=\"#ffffff\" "
                + $"stroke=\"#1a2233\"{dash}/>\n");
            if (bolt.Ring > 0)
                b.Append($"<circle cx=\"{N(bolt.At.X)}\" cy=\"{N(bolt.At.Y)}\" r=\"{N(bolt.Ring)}\" fill=\"none\" "
                + $"stroke=\"#1f3680\" stroke-width=\"2\"{(bolt.Presses ? " stroke-dasharray=\"2 3\"" : "")}/>\n");
            Text(new(bolt.At.X, bolt.At.Y + 4), bolt.Number.ToString(System.Globalization.CultureInfo.InvariantCulture), "#1a2233");
            Path(bolt.Direct?.Path ?? "", "#5b6270", 1.2);
            Path(bolt.Torsional?.Path ?? "", "#5b6270", 1.2, " stroke-dasharray=\"4 3\"");
            Path(bolt.Resultant?.Path ?? "", "#b3261e", 2);
        }
        foreach (var f in d.Findings) Path($"M{N(f.From.X)} {N(f.From.Y)}L{N(f.To.X)} {N(f.To.Y)}", "#b3261e", 2);
        Path(d.LoadArrow?.Path ?? "", "#b3261e", 2.4);
        return b.Append("</svg>\n").ToString();
    }
}
