using System.Collections.Immutable;
using Hasp.Core.LoadPath;
using Hasp.Core.Shop;

namespace Hasp.Web.Drawing;

/// <summary>One bolt on the plan.</summary>
/// <param name="Number">Its number.</param>
/// <param name="Turn">Its place in the order, from 1.</param>
/// <param name="X">Of its centre.</param>
/// <param name="Y">Of its centre.</param>
public readonly record struct PlanBolt(int Number, int Turn, double X, double Y);

/// <summary>The bolts of a tightening plan in plan, to scale, large enough for a glove.</summary>
public sealed class PlanOfBolts
{
    private const double Margin = 44;
    private const double Largest = 28;
    private const double Smallest = 4;

    // Of the distance of two bolts; what is left between them.
    private const double Share = 0.42;

    // Half of what a glove needs, with what a tablet scales the picture down.
    private const double Glove = 38;

    /// <param name="plan">The plan.</param>
    /// <param name="width">Of the picture.</param>
    /// <param name="height">Of the picture at most.</param>
    public PlanOfBolts(TighteningPlan plan, double width, double height)
    {
        var places = plan.Assembly.Places;
        var (left, right) = (places.Min(p => p.X), places.Max(p => p.X));
        var (bottom, top) = (places.Min(p => p.Y), places.Max(p => p.Y));
        // A row, or one bolt, has no height of its own.
        var scale = Math.Min((width - (2 * Margin)) / Math.Max(right - left, 1e-9), (height - (2 * Margin)) / Math.Max(top - bottom, 1e-9));
        if (!double.IsFinite(scale) || scale > 1e6) scale = 1;
        Width = width;
        Height = Math.Max((2 * Margin) + ((top - bottom) * scale), 110);
        var turns = plan.Order.Bolts.Select((bolt, i) => (bolt, i)).ToDictionary(t => t.bolt, t => t.i + 1);
        Spot At(PlanPoint p) => new((width / 2) + ((p.X - ((left + right) / 2)) * scale),
            (Height / 2) - ((p.Y - ((top + bottom) / 2)) * scale));
        Bolts = [.. places.Select((p, i) => new PlanBolt(plan.Assembly.Numbers[i], turns[i], At(p).X, At(p).Y))];
        var apart = NearestTwo(Bolts);
        Radius = Math.Clamp(apart * Share, Smallest, Largest);
        Reach = Math.Max(Radius + 2, Math.Min(Glove, apart / 2));
        InOrder = [.. plan.Order.Bolts.Select(i => Bolts[i])];
        Stiffest = plan.Order.Rule == OrderRule.FromStiffest && plan.Assembly.Stiffest is { } stiffest ? At(stiffest) : null;
    }

    public double Width { get; }

    public double Height { get; }

    /// <summary>Of a bolt's circle: as large as the nearest two let it be.</summary>
    public double Radius { get; }

    /// <summary>How far round a bolt a finger finds it.</summary>
    public double Reach { get; }

    /// <summary>By number.</summary>
    public ImmutableArray<PlanBolt> Bolts { get; }

    /// <summary>In the order of tightening.</summary>
    public ImmutableArray<PlanBolt> InOrder { get; }

    /// <summary>Where the joint is stiffest; null where the order does not begin there.</summary>
    public Spot? Stiffest { get; }

    /// <summary>The way from bolt to bolt.</summary>
    public string Way => "M" + string.Join("L", InOrder.Select(b => $"{N(b.X)} {N(b.Y)}"));

    /// <summary>A number as a drawing writes it.</summary>
    public static string N(double value) => SectionDrawing.N(value);

    /// <summary>How far the nearest two bolts stand apart on the picture.</summary>
    private static double NearestTwo(ImmutableArray<PlanBolt> bolts)
    {
        var nearest = double.PositiveInfinity;
        for (var i = 0; i < bolts.Length; i++) for (var j = 0; j < i; j++) nearest = Math.Min(nearest, new PlanPoint(bolts[i].X, bolts[i].Y)
            .To(new(bolts[j].X, bolts[j].Y)));
        return nearest;
    }
}
