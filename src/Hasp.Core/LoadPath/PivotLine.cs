using Hasp.Core.Formulas;

namespace Hasp.Core.LoadPath;

/// <summary>
/// Compression lines, mm: a moment turns about the one on its far side. +Mx pulls the bolts at +y and turns about the bottom line, −Mx
/// about the top one; +My pulls those at −x and turns about the right line, −My about the left one.
/// </summary>
public readonly record struct PivotLines(double Left, double Right, double Bottom, double Top);

/// <summary>A compression line with what the bolts amount to about it.</summary>
public sealed class PivotLine
{
    private readonly BoltGroup _group;

    /// <summary>Sums up a group about a line.</summary>
    /// <param name="group">The bolts.</param>
    /// <param name="distance">How far a bolt is on the tension side of the line, mm.</param>
    public PivotLine(BoltGroup group, Func<PlanBolt, double> distance)
    {
        _group = group;
        Distances = [.. group.Bolts.Select(distance)];
        Centroid = group.Bolts.Select((b, i) => b.Weight * Distances[i]).Sum() / group.Weight;
        Held = group.Bolts.Select((b, i) => b.Weight * Math.Max(0, Distances[i])).Sum();
        Squares = group.Bolts.Select((b, i) => b.Weight * BoltGroup.Square(Math.Max(0, Distances[i]))).Sum();
    }

    /// <summary>How far each bolt is on the tension side, mm; below 0 on the compression side.</summary>
    public double[] Distances { get; }

    /// <summary>How far the centroid is on the tension side, mm.</summary>
    public double Centroid { get; }

    /// <summary>Σw·y of the bolts on the tension side, mm.</summary>
    public double Held { get; }

    /// <summary>Σw·y² of the bolts on the tension side, mm².</summary>
    public double Squares { get; }

    /// <summary>Σw·y² of the bolts on the tension side, in a working as the sum that it is.</summary>
    /// <param name="number">Tells the line apart.</param>
    internal T SquaresOf<T>(int number)
        where T : struct, IReal<T> =>
        Sums.Of<T, PivotLine>(
            Terms.PivotSquares, Squares, this, static l => l._group.Bolts.Select((b, i) => (b.Weight, l.Distances[i], l.Distances[i]))
                .Where(t => t.Item2 > 0), number);
}
