using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Core;

/// <summary>A slip that a ratio between two figures gives away.</summary>
/// <param name="Ratio">Figure by hand over figure computed.</param>
/// <param name="Words">What was probably done.</param>
public readonly record struct Smell(double Ratio, string Words);

/// <summary>A figure calculated by hand beside the same figure computed.</summary>
/// <param name="Figure">By hand.</param>
/// <param name="Computed">Computed, in the same held units; null where the working no longer has that step.</param>
/// <param name="Tolerance">Share within which they agree.</param>
/// <param name="Smells">What the ratio is a tell-tale of, the likeliest first; empty where they agree or nothing fits.</param>
public sealed record HandComparison(HandFigure Figure, double? Computed, double Tolerance, IReadOnlyList<Smell> Smells)
{
    /// <summary>True where both figures are the same within the tolerance.</summary>
    public bool Agrees => Computed is { } c && Math.Abs(Figure.Value - c) <= Tolerance * Math.Abs(c);

    /// <summary>Figure by hand over figure computed; null where it cannot be formed.</summary>
    public double? Ratio => Computed is { } c && c != 0 ? Figure.Value / c : null;

    /// <summary>Lays every figure of the joint beside the working.</summary>
    internal static IReadOnlyList<HandComparison> Of(Joint joint, IReadOnlyList<CheckResult> checks) =>
        [.. joint.HandFigures.Figures.Select(f => Of(f, joint, checks.FirstOrDefault(c => c.Check.Id == f.Check)?.Working))];

    private static HandComparison Of(HandFigure figure, Joint joint, Working? working)
    {
        var step = working?.Steps.FirstOrDefault(s => s.Key == figure.Step);
        var comparison = new HandComparison(figure, step?.Value, joint.HandFigures.Tolerance, []);
        return comparison.Agrees || comparison.Ratio is not { } ratio ? comparison
            : comparison with { Smells = SmellsOf(ratio, joint, step!.Term.Dimension) };
    }

    /// <summary>What a ratio smells of. A slip of rounding is allowed beside it: half a per cent.</summary>
    internal static IReadOnlyList<Smell> SmellsOf(double ratio, Joint joint, Dimension dimension)
    {
        const double Near = 0.005;
        return [.. Known(joint, dimension)
            .SelectMany(s => s.Ratio == 1 ? new[] { s } : [s, new Smell(1 / s.Ratio, s.Words)])
            .Where(s => Math.Abs((ratio / s.Ratio) - 1) <= Near)
            .OrderBy(s => Math.Abs((ratio / s.Ratio) - 1))
            .DistinctBy(s => s.Words).Take(3)];
    }

    private static IEnumerable<Smell> Known(Joint joint, Dimension dimension)
    {
        // What belongs to this joint comes before what may happen anywhere.
        var n = joint.Bolts.Count;
        if (n > 2) yield return new(n, $"the number of bolts: one bolt's share against all {n}");
        var thread = Catalogue.ThreadGeometry<Plain>.Of(joint.Bolts.Thread);
        yield return new((thread.ShankArea / thread.StressArea).Value, "the nominal area for the tensile stress area");
        yield return new((thread.StressArea / thread.RootArea).Value, "the tensile stress area for the root area");
        yield return new(joint.Hole / joint.Bolts.Thread.Diameter, "the hole for the bolt diameter");
        yield return new(1 + joint.Tightening.Method.Scatter, "the scatter of the preload left out");
        yield return new(1 - joint.Tightening.Method.Scatter, "the scatter of the preload left out");
        yield return new(-1, "the sign: apart or together");
        yield return new(12, "feet and inches: ft·lb against in·lb");
        yield return new(25.4, "millimetres and inches");
        yield return new(25.4 * 25.4, "mm² and in²");
        yield return new(4.4482216, "newtons and pounds-force");
        yield return new(9.80665, "kilograms-force and newtons: g used or left out");
        yield return new(6.8947573, "ksi and MPa");
        // Ratios near 1 say something only where such a unit can have been meant.
        if (dimension == Dimension.Torque) yield return new(1.3558179, "ft·lb and N·m");
        yield return new(8.8507458, "in·lb and N·m");
        yield return new(10, "a place of the decimal point");
        yield return new(1000, "kilo: kN and N, or N·m and N·mm");
        yield return new(1e6, "mega: MPa and Pa, or twice kilo");
        if (dimension == Dimension.Force) yield return new(1.1023113, "metric ton and US ton");
        if (dimension == Dimension.Force) yield return new(1.12, "US ton and UK ton");
        yield return new(180 / Math.PI, "degrees and radians");
        yield return new(2, "two of something: planes, faces, sides, or radius for diameter");
        yield return new(4, "diameter for radius, squared");
        yield return new(8, "diameter for radius, cubed");
        yield return new(Math.PI, "π left out");
        yield return new(4 / Math.PI, "a square for a circle: π/4 left out");
        yield return new(1 / 0.577, "tensile for shear yield: 0.577 left out");
        yield return new(0.577 / 0.5, "distortion energy for maximum shear");
        yield return new(1 / 0.75, "the share of proof: 0.75 left out");
    }
}
