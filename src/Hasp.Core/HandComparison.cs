using Hasp.Core.Joints;

namespace Hasp.Core;

/// <summary>A figure calculated by hand beside the same figure computed.</summary>
/// <param name="Figure">By hand.</param>
/// <param name="Computed">Computed, in the same held units; null where the working no longer has that step.</param>
/// <param name="Tolerance">Share within which they agree.</param>
/// <param name="Smells">Slips that give the figure, the likeliest first; empty where they agree or nothing fits.</param>
public sealed record HandComparison(HandFigure Figure, double? Computed, double Tolerance, IReadOnlyList<Smell> Smells)
{
    /// <summary>True where both figures are the same within the tolerance.</summary>
    public bool Agrees => Computed is { } c && Math.Abs(Figure.Value - c) <= Tolerance * Math.Abs(c);

    /// <summary>Figure by hand over figure computed; null where it cannot be formed.</summary>
    public double? Ratio => Computed is { } c && c != 0 ? Figure.Value / c : null;

    /// <summary>Lays every figure of the joint beside the working.</summary>
    internal static IReadOnlyList<HandComparison> Of(Joint joint, IReadOnlyList<CheckResult> checks) =>
        [.. joint.HandFigures.Figures.Select(f => Of(f, joint, checks.FirstOrDefault(c => c.Check.Id == f.Check)))];

    private static HandComparison Of(HandFigure figure, Joint joint, CheckResult? check)
    {
        var steps = check?.Working.Steps ?? [];
        var step = steps.FirstOrDefault(s => s.Key == figure.Step);
        var comparison = new HandComparison(figure, step?.Value, joint.HandFigures.Tolerance, []);
        return comparison.Agrees || comparison.Ratio is null ? comparison
            : comparison with { Smells = Slips.Of(joint, step!, figure.Value, step == steps[^1] ? check!.Required : null) };
    }
}
