using System.Collections.Immutable;
using Hasp.Core.Formulas;

namespace Hasp.Core.LoadPath;

/// <summary>One part of a load: itself with its factor, or another case in a combination.</summary>
/// <param name="Name">The case it comes from.</param>
/// <param name="Number">Number of that case, to tell its figures apart in a working.</param>
/// <param name="Factor">What it counts with.</param>
/// <param name="Load">N and N·mm, about the point where the whole is stated.</param>
/// <param name="Helper">What the load was worked out from; null where it was stated.</param>
public readonly record struct LoadPart(string Name, int Number, double Factor, Resultant Load, LoadHelper? Helper = null);

/// <summary>How the load of a case came about: the factor of the case on the sum of its parts.</summary>
/// <param name="Factor">Factor of the case itself.</param>
/// <param name="Parts">At least one.</param>
public sealed record LoadOrigin(double Factor, ImmutableArray<LoadPart> Parts)
{
    /// <summary>The load as numbers: each component read from its parts.</summary>
    public Resultant Load { get; } = new(
        new(Sum<Plain>(Factor, Parts, Component.Fx).Value, Sum<Plain>(Factor, Parts, Component.Fy).Value,
            Sum<Plain>(Factor, Parts, Component.Fz).Value),
        new(Sum<Plain>(Factor, Parts, Component.Mx).Value, Sum<Plain>(Factor, Parts, Component.My).Value,
            Sum<Plain>(Factor, Parts, Component.Mz).Value));

    /// <summary>True where the load is what was stated, and nothing leads to it.</summary>
    internal bool IsAsStated => Factor == 1 && Parts is [{ Factor: 1, Helper: null }];

    /// <summary>One component of a load, N or N·mm: named, and in a working with what led to it. Where nothing did, the number
    /// stands for itself.</summary>
    /// <param name="origin">How the load came about; null where it is as stated.</param>
    /// <param name="load">The load: what the origin reads as in plain numbers.</param>
    /// <param name="which">The component.</param>
    /// <param name="index">Tells apart several loads of one working.</param>
    internal static T Read<T>(LoadOrigin? origin, in Resultant load, Component which, int index)
        where T : struct, IReal<T> =>
        // Searches read numbers only, and those were added up once.
        origin is null || !Traced.Reads<T>()
            ? T.Given(which.Whole, which.Of(load), index)
            : T.Let(which.Whole, Sum<T>(origin.Factor, origin.Parts, which), index, "load case, "
                + string.Join(" + ", origin.Parts.Select(p => p.Name)));

    private static T Sum<T>(double factor, ImmutableArray<LoadPart> parts, Component which)
        where T : struct, IReal<T>
    {
        T? sum = null;
        foreach (var part in parts)
        {
            var value = OfPart<T>(part, which);
            var counted = part.Factor == 1 ? value : T.Given(Terms.PartFactor, part.Factor, part.Number, part.Name) * value;
            sum = sum is { } before ? before + counted : counted;
        }
        var whole = sum ?? T.Const(0);
        return factor == 1 ? whole : T.Given(Terms.CaseFactor, factor) * whole;
    }

    private static T OfPart<T>(in LoadPart part, Component which)
        where T : struct, IReal<T>
    {
        var value = which.Of(part.Load);
        return part.Helper is { } helper && value != 0 && helper.Sense(which) is { } sense
            ? sense < 0 ? -helper.ForceOf<T>(part.Number) : helper.ForceOf<T>(part.Number)
            : T.Given(which.Part, value, part.Number, part.Name);
    }
}

/// <summary>One of the six components of a load.</summary>
/// <param name="Whole">Its name in a load.</param>
/// <param name="Part">Its name in a part of a load.</param>
/// <param name="Of">N or N·mm.</param>
internal sealed record Component(Term Whole, Term Part, Func<Resultant, double> Of)
{
    internal static readonly Component Fx = new(Terms.ForceX, Terms.PartForceX, r => r.Force.X);
    internal static readonly Component Fy = new(Terms.ForceY, Terms.PartForceY, r => r.Force.Y);
    internal static readonly Component Fz = new(Terms.ForceZ, Terms.PartForceZ, r => r.Force.Z);
    internal static readonly Component Mx = new(Terms.MomentX, Terms.PartMomentX, r => r.Moment.X);
    internal static readonly Component My = new(Terms.MomentY, Terms.PartMomentY, r => r.Moment.Y);
    internal static readonly Component Mz = new(Terms.MomentZ, Terms.PartMomentZ, r => r.Moment.Z);
}
