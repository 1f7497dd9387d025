using System.Collections.Immutable;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Shop;

/// <summary>A joint as whoever tightens it sees it: every bolt with its number and place, both sides of a splice among them.</summary>
/// <param name="Places">Where the bolts are, mm.</param>
/// <param name="Numbers">Their numbers.</param>
/// <param name="Rule">The order that goes with it.</param>
public sealed record Assembly(ImmutableArray<PlanPoint> Places, ImmutableArray<int> Numbers, OrderRule Rule)
{
    /// <summary>Where it is stiffest; null where that is the middle of its bolts.</summary>
    public PlanPoint? Stiffest { get; init; }

    /// <summary>False where nobody laid the bolts out: they are shown round a circle, and no distance means anything.</summary>
    public bool IsLaidOut { get; init; } = true;

    /// <summary>What has to be done before, that only this kind of joint asks for.</summary>
    public ImmutableArray<Preparation> Before { get; init; } = [];

    /// <summary>The assembly of a joint: by its kind, by its pattern, or its bolts round a circle.</summary>
    public static Assembly Of(Joint joint)
    {
        if (joint.Kind.Assembles is { } own) return own(joint);
        if (joint.Pattern is not { } pattern) return Round(joint.Bolts.Count);
        ImmutableArray<PlanPoint> places = [.. pattern.Group.Bolts.Select(b => new PlanPoint(b.X, b.Y))];
        return new(places, [.. pattern.Group.Bolts.Select(b => b.Number)], TighteningOrder.UsualFor(places));
    }

    /// <summary>So many bolts of which nobody said where they are.</summary>
    private static Assembly Round(int count)
    {
        var places = Ring(count, 1);
        return new(places, [.. Enumerable.Range(1, count)], TighteningOrder.UsualFor(places)) { IsLaidOut = false };
    }

    /// <summary>Bolts evenly round a circle, the first at the top, on with the clock.</summary>
    public static ImmutableArray<PlanPoint> Ring(int count, double radius) => count == 1
        ? [new(0, 0)]
        : [.. Enumerable.Range(0, count).Select(i => 2 * Math.PI * i / count)
            .Select(a => new PlanPoint(radius * Math.Sin(a), radius * Math.Cos(a)))];
}
