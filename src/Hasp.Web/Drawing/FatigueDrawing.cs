using Hasp.Core;
using Hasp.Core.Fatigue;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Web.Drawing;

/// <summary>A limit of the fatigue diagram, as drawn.</summary>
public sealed record DrawnLimit(string Name, string Class, string Path, double X, double Y);

/// <summary>One swing in the diagram: preload point, load line, working point, and where the line meets the criterion in use.</summary>
public sealed record DrawnSwing(string Name, bool Worst, string Line, string Beyond, (double X, double Y) Start,
    (double X, double Y) Working, (double X, double Y)? Meets);

/// <summary>Amplitude against mean stress: limits, and the swings of the joint. Everything a view needs, nothing to compute
/// there.</summary>
public sealed class FatigueDrawing
{
    private const double Width = 520, Height = 330;

    /// <summary>Lays the diagram out; there must be a swing.</summary>
    public FatigueDrawing(Result result, UnitSystem units)
    {
        var stress = Units.Shown(Dimension.Stress, units);
        StressUnit = stress.Symbol;
        var grade = result.Joint.Bolts.Grade;
        var worst = result.Fatigue[0];
        double se = worst.Strength, su = grade.Tensile, sp = grade.Proof;
        var amplitudeSchool = result.Joint.Fatigue.School == EnduranceSchool.Amplitude;
        // High enough for the criteria and the highest working point, not for the far end of a yield line.
        Plot = new Plot(su * 1.06, 1.25 * Math.Max(se, result.Fatigue.Max(f => f.Amplitude)), Width, Height, stress.Scale, stress.Scale);
        Limits = [.. amplitudeSchool ? Level(se) : Criteria(se, su, sp, result.Joint.Fatigue.Criterion), YieldLine(sp)];
        Swings = [.. result.Fatigue.Select((f, i) => Swing(f, i == 0, result.Joint.Cases[f.Case].Name))];
        Words = string.Join(" ",
            result.Fatigue.Select(f => $"{result.Joint.Cases[f.Case].Name}: {Show(f.Mean)} mean, "
                + $"{Show(f.Amplitude)} amplitude from a preload of {Show(f.PreloadStress)}; "
                + $"factor {QuantityText.Factor(f.Factor)} by {f.Criteria[0].Name}."))
            + $" Endurance {Show(se)}, proof {Show(sp)}, tensile {Show(su)}.";
        string Show(double mpa) => QuantityText.ShowText(mpa, Dimension.Stress, units, 3);
    }

    public string StressUnit { get; }

    public Plot Plot { get; }

    public IReadOnlyList<DrawnLimit> Limits { get; }

    public IReadOnlyList<DrawnSwing> Swings { get; }

    /// <summary>The diagram in words.</summary>
    public string Words { get; }

    private IEnumerable<DrawnLimit> Criteria(double se, double su, double sp, FatigueCriterion used)
    {
        DrawnLimit Of(string name, FatigueCriterion kind, double to, Func<double, double> amplitude, double labelAt) => new(
            name, kind == used ? "used" : "other",
            Plot.Path(Enumerable.Range(0, 61).Select(i => to * i / 60).Select(m => (m, Math.Max(0, amplitude(m))))), Plot.X(to * labelAt),
            Plot.Y(amplitude(to * labelAt)));
        yield return Of("Gerber", FatigueCriterion.Gerber, su, m => se * (1 - (m / su * m / su)), 0.40);
        yield return Of("ASME-elliptic", FatigueCriterion.Elliptic, sp, m => se * Math.Sqrt(Math.Max(0, 1 - (m / sp * m / sp))), 0.16);
        yield return Of("Goodman", FatigueCriterion.Goodman, su, m => se * (1 - (m / su)), 0.28);
    }

    private IEnumerable<DrawnLimit> Level(double strength)
    {
        yield return new DrawnLimit("endurance amplitude", "used", $"M0 {SectionDrawing.N(Plot.Y(strength))}H{SectionDrawing.N(Width)}",
            Width * 0.3, Plot.Y(strength));
    }

    private DrawnLimit YieldLine(double sp) =>
        new("proof, first cycle", "proof", Plot.Path(Enumerable.Range(0, 61).Select(i => sp * i / 60).Select(m => (m, sp - m))), Plot.X(sp),
            Plot.Y(0) - 6);

    private DrawnSwing Swing(FatigueState f, bool worst, string name)
    {
        (double X, double Y) At(double mean, double amplitude) => (Plot.X(mean), Plot.Y(amplitude));
        var start = At(f.PreloadStress, 0);
        var working = At(f.Mean, f.Amplitude);
        // Only while the faces touch is the way from the preload point a straight line.
        (double X, double Y)? meets = f.Opens || !double.IsFinite(f.Factor) ? null
            : At(f.PreloadStress + (f.Factor * (f.Mean - f.PreloadStress)), f.Factor * f.Amplitude);
        string Segment((double X, double Y) a, (double X,
            double Y) b) => $"M{SectionDrawing.N(a.X)} {SectionDrawing.N(a.Y)}L{SectionDrawing.N(b.X)} {SectionDrawing.N(b.Y)}";
        return new DrawnSwing(name, worst, Segment(start, working), meets is { } m ? Segment(working, m) : "", start, working, meets);
    }
}
