using Hasp.Core;
using Hasp.Core.Checks;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;

namespace Hasp.Web.Drawing;

/// <summary>A curve of the sweep, as drawn.</summary>
public sealed record DrawnCurve(string Name, string Class, string Path, (double X, double Y, string Anchor)? Label);

/// <summary>A line of the joint diagram, as drawn.</summary>
public sealed record DrawnLine(string Class, string Path, string Text, double X, double Y, string Anchor);

/// <summary>Factors against preload with the cliff, and the joint diagram: everything a view needs, nothing to compute there.</summary>
public sealed class PreloadDrawing
{
    private const double Width = 516, Height = 205;

    // Between two labels, and what the words beside the cliff take.
    private const double Apart = 15, CliffWords = 140;

    /// <summary>Lays both pictures out.</summary>
    public PreloadDrawing(Result result, UnitSystem units)
    {
        var force = Units.Shown(Dimension.Force, units);
        var length = units == UnitSystem.Si ? Units.Of(Dimension.Length, "µm") : Units.Of(Dimension.Length, "mil");
        ForceUnit = force.Symbol;
        LengthUnit = length.Symbol;
        var to = 1.25 * Math.Max(result[Terms.PreloadMax], double.IsFinite(result.Window.To) ? result.Window.To : 0);
        var sweep = PreloadSweep.Of(result.Joint, to);
        Cliff = sweep.Cliff;
        Sweep = new Plot(to, 3, Width, Height, force.Scale);
        Curves = Drawn(sweep);
        SweepWords = "Reserve against preload. "
            + string.Join(" ", sweep.Curves.Select(c => $"{c.Check.Name}: {At(c, result[Terms.PreloadMin])} at the smallest "
                + $"preload, {At(c, result[Terms.PreloadMax])} at the largest."))
            + (Cliff > 0 ? $" Below {QuantityText.ShowText(Cliff, Dimension.Force, units, 3)} the faces part." : "");
        string At(SweepCurve c, double preload) =>
            QuantityText.Factor(c.Reserves[(int)Math.Clamp(Math.Round(preload / to * (sweep.Preloads.Count - 1)), 0,
            sweep.Preloads.Count - 1)]);

        var worst = result.Cases.Where(c => c.Tension > 0).OrderByDescending(c => c.Tension).FirstOrDefault();
        LoadName = worst.Tension > 0 ? $"{QuantityText.ShowText(worst.Tension, Dimension.Force, units, 3)} a bolt in {worst.Name}" : "";
        double kb = result[Terms.BoltStiffness], km = result[Terms.MemberStiffness], share = result[Terms.EffectiveShare];
        double least = result[Terms.PreloadMin], aim = result[Terms.Preload], most = result[Terms.PreloadMax];
        var opens = aim / (1 - share);
        var peak = Math.Max(most, Math.Max(worst.BoltForce, worst.Tension)) * 1.12;
        var apex = aim / kb;
        Diagram = new Plot((apex + (most / km)) * 1.08, peak, Width, Height, length.Scale, force.Scale);
        Lines = [.. DiagramLines(kb, km, share, least, aim, most, worst.Tension, units)];
        DiagramWords = $"The bolt stretches {QuantityText.ShowText(apex, Dimension.Length, units, 3)} to reach "
            + $"{QuantityText.ShowText(aim, Dimension.Force, units, 3)}; the parts close by "
            + $"{QuantityText.ShowText(aim / km, Dimension.Length, units, 3)}. "
            + (worst.Tension > 0 ? $"{LoadName}: the bolt takes {QuantityText.Figures(share * 100, 2)} % of it, "
                + $"{(worst.Tension > opens ? "and the faces are apart" : "the rest unloads the parts")}." : "");
    }

    public string ForceUnit { get; }

    public string LengthUnit { get; }

    /// <summary>Reserve against preload.</summary>
    public Plot Sweep { get; }

    public IReadOnlyList<DrawnCurve> Curves { get; }

    /// <summary>Preload below which the worst case parts the faces, N; 0 where nothing does.</summary>
    public double Cliff { get; }

    public string SweepWords { get; }

    /// <summary>Force against elongation.</summary>
    public Plot Diagram { get; }

    public IReadOnlyList<DrawnLine> Lines { get; }

    /// <summary>The load laid in; empty where nothing pulls the members apart.</summary>
    public string LoadName { get; }

    public string DiagramWords { get; }

    private List<DrawnCurve> Drawn(PreloadSweep sweep)
    {
        var drawn = new List<DrawnCurve>();
        // What stands beside the cliff has its place already.
        var taken = new List<(double Left, double Right, double Y)>();
        if (Cliff > 0) taken.Add((Sweep.X(Cliff), Sweep.X(Cliff) + CliffWords, Height - 6));
        foreach (var curve in sweep.Curves)
        {
            var points = sweep.Preloads.Zip(curve.Reserves).ToList();
            var path = Sweep.Path(points);
            if (path.Length == 0) continue;
            var name = curve.Check.Name.Split(',')[0].ToLowerInvariant();
            drawn.Add(new DrawnCurve(name, curve.Check.Id, path, Place(name, points, taken)));
        }
        return drawn;
    }

    /// <summary>A place on the curve within the field where no other label stands; none where all are taken.</summary>
    private (double, double, string)? Place(string name, List<(double X, double Y)> points,
        List<(double Left, double Right, double Y)> taken)
    {
        // Wide letters of the label's size, so that what is taken is rather too much than too little.
        var width = 6.2 * name.Length;
        foreach (var p in points.Where(p => double.IsFinite(p.Y) && p.Y is > 0.12 and < 2.85 && p.X > 0).Reverse())
        {
            var (x, y) = (Sweep.X(p.X), Sweep.Y(p.Y) - 5);
            var right = x > Width - width;
            var left = right ? x - width : x;
            if (y < 12 || left < 0 || taken.Any(t => Math.Abs(t.Y - y) < Apart && t.Left < left + width && left < t.Right)) continue;
            taken.Add((left, left + width, y));
            return (x, y, right ? "end" : "start");
        }
        return null;
    }

    private IEnumerable<DrawnLine> DiagramLines(double kb, double km, double share, double least, double aim, double most, double load,
        UnitSystem units)
    {
        string F(double n) => QuantityText.ShowText(n, Dimension.Force, units, 3);
        string P(params (double X, double Y)[] points) => Diagram.Path(points);
        DrawnLine Line(string kind, string path, string text, double x, double y, string anchor = "start") => new(kind, path, text,
            Diagram.X(x), Diagram.Y(y), anchor);
        var apex = aim / kb;
        // The parts' line falls from the apex: what the bolt gains in length they give back.
        yield return Line("extreme", P((most / kb, most), (apex + (most / km), 0)), "", 0, 0);
        yield return Line("extreme", P((least / kb, least), ((least / kb) + (least / km), 0)), "", 0, 0);
        yield return Line("bolt", P((0, 0), (most / kb * 1.04, most * 1.04)), "bolt", most / kb * 0.42, most * 0.52, "end");
        yield return Line("parts", P((apex, aim), (apex + (aim / km), 0)), "parts", apex + (aim / km * 0.55), aim * 0.5);
        foreach (var (value, kind) in new[] { (most, "largest"), (least, "smallest") })
        {
            yield return Line("level", P((0, value), (value / kb, value)), $"{kind} {F(value)}", value / kb * 0.02, value * 1.015);
        }
        yield return Line("level aim", P((0, aim), (apex, aim)), $"aimed at {F(aim)}", apex * 0.02, aim * 1.015);
        if (load <= 0) yield break;
        var closed = load <= aim / (1 - share);
        var (bolt, parts) = closed ? (aim + (share * load), aim - ((1 - share) * load)) : (load, 0);
        var at = closed ? apex + (share * load / kb) : load / kb;
        yield return Line(
            "load", P((at, bolt), (at, parts)), closed ? $"load {F(load)}" : $"load {F(load)}, faces apart", at + (apex * 0.02),
            (bolt + parts) / 2);
    }
}
