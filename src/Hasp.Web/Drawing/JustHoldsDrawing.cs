using System.Globalization;
using Hasp.Core.Quantities;
using Hasp.Files;

namespace Hasp.Web.Drawing;

/// <summary>A stretch along the bottom of the curve, as drawn.</summary>
public readonly record struct DrawnStretch(double From, double To);

/// <summary>The reserves of a joint over the values of one field, and what it comes to in words.</summary>
public sealed class JustHoldsDrawing
{
    /// <summary>Size of the plotting field, drawing units.</summary>
    public const double Width = 520, Height = 120;

    private const double Most = 2.5;

    private readonly JustHolds _found;
    private readonly double _low;
    private readonly double _high;
    private readonly bool _ratio;

    /// <summary>Lays the picture out.</summary>
    public JustHoldsDrawing(JustHolds found)
    {
        _found = found;
        // A value of nothing has no place on an axis of ratios: it stands at its left end.
        _ratio = found.Logarithmic && found.Curve.All(t => t.Value >= 0);
        var values = found.Curve.Select(t => t.Value).Where(v => !_ratio || v > 0).ToList();
        (_low, _high) = (values.Min(), values.Max());
        // Where the tightening alone falls short, times the load may grow say nothing.
        Load = Path(found.Curve, t => t.Tightening < 1 ? double.NaN : t.Load);
        Tightening = Path(found.Curve, t => t.Tightening);
        Refused = [.. Stretches(t => t.Refused.Length > 0)];
        Held = [.. found.Ranges.Select(r => new DrawnStretch(X(r.From?.Value ?? found.Curve[0].Value),
            X(r.To?.Value ?? found.Curve[^1].Value)))];
        Edges = [.. found.Ranges.SelectMany(r => new[] { r.From, r.To }).OfType<HoldingEdge>().Select(e => X(e.Value))];
        Now = found.Now is { } now && now >= found.Curve[0].Value && now <= found.Curve[^1].Value ? X(now) : null;
        Ticks = [.. TicksOf()];
        Words = WordsOf();
    }

    /// <summary>The load's reserve.</summary>
    public string Load { get; }

    /// <summary>The tightening's reserve.</summary>
    public string Tightening { get; }

    /// <summary>Values that the joint cannot have.</summary>
    public IReadOnlyList<DrawnStretch> Refused { get; }

    /// <summary>Values at which everything holds.</summary>
    public IReadOnlyList<DrawnStretch> Held { get; }

    /// <summary>Where holding begins and ends.</summary>
    public IReadOnlyList<double> Edges { get; }

    /// <summary>Where the stated value stands; null where none is stated.</summary>
    public double? Now { get; }

    /// <summary>Marks along the bottom.</summary>
    public IReadOnlyList<Tick> Ticks { get; }

    /// <summary>The answer in words.</summary>
    public string Words { get; }

    /// <summary>Height of a reserve, from the top.</summary>
    public static double Y(double reserve) => (1 - (Math.Clamp(reserve, 0, Most) / Most)) * Height;

    private double X(double value) => Math.Clamp(
        _ratio ? Math.Log(Math.Max(value, _low) / _low) / Math.Log(_high / _low) : (value - _low) / (_high - _low), 0, 1) * Width;

    private string Path(IEnumerable<Tried> curve, Func<Tried, double> reserve)
    {
        var path = new System.Text.StringBuilder();
        var drawn = false;
        foreach (var tried in curve)
        {
            var value = reserve(tried);
            if (double.IsNaN(value)) { drawn = false; continue; }
            path.Append(drawn ? 'L' : 'M').Append(SectionDrawing.N(X(tried.Value))).Append(' ').Append(SectionDrawing.N(Y(value)));
            drawn = true;
        }
        return path.ToString();
    }

    private IEnumerable<DrawnStretch> Stretches(Func<Tried, bool> within)
    {
        var curve = _found.Curve;
        for (var i = 0; i < curve.Count; i++)
        {
            if (!within(curve[i])) continue;
            var start = i;
            while (i + 1 < curve.Count && within(curve[i + 1])) i++;
            yield return new(X(curve[Math.Max(0, start - 1)].Value), X(curve[Math.Min(curve.Count - 1, i + 1)].Value));
        }
    }

    private IEnumerable<Tick> TicksOf()
    {
        if (_ratio)
        {
            for (var power = Math.Floor(Math.Log10(_low)); power <= Math.Log10(_high); power++)
            {
                foreach (var digit in new[] { 1, 2, 5 })
                {
                    var value = digit * Math.Pow(10, power);
                    if (value >= _low && value <= _high) yield return new(X(value), QuantityText.Figures(value));
                }
            }
            yield break;
        }
        var step = Plot.Step(_high - _low, 7);
        for (var i = Math.Ceiling(_low / step); i * step <= _high * (1 + 1e-9); i++) yield return new(X(i * step),
            QuantityText.Figures(i * step));
    }

    private string WordsOf()
    {
        var curve = _found.Curve;
        if (_found.Ranges.Count == 0)
        {
            var allowed = curve.Where(t => t.Refused.Length == 0).ToList();
            if (allowed.Count == 0)
                return $"The joint can have none of the values from {Text(curve[0].Value)} to {Text(curve[^1].Value)}: {curve[0].Refused}.";
            var best = allowed.MaxBy(t => Math.Min(t.Load, t.Tightening));
            return $"No value from {Text(curve[0].Value)} to {Text(curve[^1].Value)} makes the joint hold; at best, at {Text(best.Value)}, {best.Governs!.Name.ToLowerInvariant()} reaches {QuantityText.Factor(Math.Min(best.Load, best.Tightening))} of what is required.";
        }
        if (_found.Ranges is [{ From: null,
            To: null }]) return $"The joint holds at every value from {Text(curve[0].Value)} to {Text(curve[^1].Value)}.";
        return "The joint holds " + string.Join(", and ", _found.Ranges.Select(RangeWords)) + ".";
    }

    private static string RangeWords(HoldingRange range) => range switch
    {
        { From: { } from, To: { } to } => $"from {from.Text} ({Beyond(from, "below")}) to {to.Text} ({Beyond(to, "above")})",
        { From: { } from } => $"from {from.Text} up ({Beyond(from, "below")})",
        { To: { } to } => $"up to {to.Text} ({Beyond(to, "above")})",
        _ => "everywhere",
    };

    private static string Beyond(HoldingEdge edge, string where) =>
        edge.Beyond.Refused.Length > 0 ? $"{where}: {edge.Beyond.Refused}" : $"{where}: {edge.Beyond.Governs!.Name.ToLowerInvariant()}";

    private string Text(double value)
    {
        var number = QuantityText.Figures(value);
        return _found.UnitText.Length == 0 ? number : number + " " + _found.UnitText;
    }

    /// <summary>A stated value as the picture says it.</summary>
    public string NowText => _found.Now is { } now ? "now " + now.ToString("0.####", CultureInfo.InvariantCulture) : "";
}
