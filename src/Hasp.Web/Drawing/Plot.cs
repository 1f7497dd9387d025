using System.Globalization;
using System.Text;
using Hasp.Core.Quantities;

namespace Hasp.Web.Drawing;

/// <summary>One mark on an axis.</summary>
/// <param name="At">Place along the axis, in drawing units.</param>
/// <param name="Text">What it reads, in the units shown.</param>
public readonly record struct Tick(double At, string Text);

/// <summary>
/// Two axes from zero to a little beyond the data, with marks at round numbers in the units shown. Values stay in held units; only
/// the marks are converted.
/// </summary>
public sealed class Plot
{
    private readonly double _xMost;
    private readonly double _yMost;

    /// <summary>Lays the axes out.</summary>
    /// <param name="xMost">Right end, held units, above 0.</param>
    /// <param name="yMost">Upper end, held units, above 0.</param>
    /// <param name="width">Drawing units.</param>
    /// <param name="height">Drawing units.</param>
    /// <param name="xScale">Held units to one shown.</param>
    /// <param name="yScale">Likewise, upwards.</param>
    public Plot(double xMost, double yMost, double width, double height, double xScale = 1, double yScale = 1)
    {
        (_xMost, _yMost, Width, Height) = (Positive(xMost), Positive(yMost), width, height);
        XTicks = [.. Round(_xMost / xScale, width / 70).Select(v => new Tick(X(v * xScale), Text(v)))];
        YTicks = [.. Round(_yMost / yScale, height / 32).Select(v => new Tick(Y(v * yScale), Text(v)))];
    }

    /// <summary>Width of the field.</summary>
    public double Width { get; }

    /// <summary>Height of the field.</summary>
    public double Height { get; }

    /// <summary>Marks along the bottom.</summary>
    public IReadOnlyList<Tick> XTicks { get; }

    /// <summary>Marks up the side.</summary>
    public IReadOnlyList<Tick> YTicks { get; }

    /// <summary>Place of a value along the bottom, held within the field.</summary>
    public double X(double value) => Math.Clamp(value / _xMost, 0, 1) * Width;

    /// <summary>Place of a value up the side, from the top, held within the field.</summary>
    public double Y(double value) => (1 - Math.Clamp(value / _yMost, 0, 1)) * Height;

    /// <summary>A path through points, broken off where they leave the top of the field.</summary>
    public string Path(IEnumerable<(double X, double Y)> points)
    {
        var path = new StringBuilder();
        var inside = false;
        (double X, double Y)? last = null;
        foreach (var p in points)
        {
            var here = double.IsFinite(p.Y) && p.Y <= _yMost;
            if (here != inside && last is { } l && double.IsFinite(l.Y) && double.IsFinite(p.Y))
            {
                // Where the line crosses the top.
                var cross = l.X + ((p.X - l.X) * (_yMost - l.Y) / (p.Y - l.Y));
                path.Append(here ? 'M' : 'L').Append(At(cross, _yMost));
            }
            if (here) path.Append(path.Length == 0 || (!inside && (last is not { } b || !double.IsFinite(b.Y))) ? 'M' : 'L')
                .Append(At(p.X, p.Y));
            (inside, last) = (here, p);
        }
        return path.ToString();
    }

    private string At(double x, double y) => $"{SectionDrawing.N(X(x))} {SectionDrawing.N(Y(y))}";

    private static double Positive(double v) => double.IsFinite(v) && v > 0 ? v : 1;

    private static string Text(double v) => QuantityText.Figures(v);

    /// <summary>A step of 1, 2 or 5 times a power of ten that divides a span into about so many, rather fewer.</summary>
    internal static double Step(double span, double about)
    {
        var raw = span / Math.Max(1, about);
        var power = Math.Pow(10, Math.Floor(Math.Log10(raw)));
        return new[] { 1.0, 2, 5, 10 }.First(s => s * power >= raw - 1e-12) * power;
    }

    /// <summary>Round numbers from 0: steps of 1, 2 or 5 times a power of ten, about as many as asked for.</summary>
    private static IEnumerable<double> Round(double most, double about)
    {
        var step = Step(most, about);
        for (var i = 0; i * step <= most * (1 + 1e-9); i++) yield return double.Parse((i * step)
            .ToString("G12", CultureInfo.InvariantCulture), CultureInfo.InvariantCulture);
    }
}
