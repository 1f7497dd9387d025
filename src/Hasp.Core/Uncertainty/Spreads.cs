using System.Collections.Immutable;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.Uncertainty;

/// <summary>How a quantity scatters about its mean.</summary>
public enum Distribution
{
    /// <summary>Bell; the share is its standard deviation.</summary>
    Normal,

    /// <summary>Bell of the logarithm, never below nothing; the share is the standard deviation.</summary>
    Lognormal,

    /// <summary>Anything within ± the share alike.</summary>
    Uniform,

    /// <summary>Within ± the share, the mean likeliest.</summary>
    Triangular,

    /// <summary>
    /// What the next one of a lot will be, by a few tests of it: their mean and deviation are themselves uncertain, and the fewer they are
    /// the further it may lie off (ISO 16269-8, prediction by a t distribution).
    /// </summary>
    Predicted,
}

/// <summary>Scatter of one quantity as a share of its mean.</summary>
/// <param name="Distribution">Its shape.</param>
/// <param name="Share">Standard deviation over mean; half the width over mean where uniform or triangular. 0 holds it fixed.</param>
public readonly record struct Spread(Distribution Distribution, double Share)
{
    /// <summary>Degrees of freedom where predicted from tests: one less than they are.</summary>
    public int Freedom { get; init; }

    /// <summary>Standard deviation over mean; of a prediction from three tests, which has none, its scale.</summary>
    public double Deviation => Distribution switch
    {
        Distribution.Uniform => Share / Math.Sqrt(3),
        Distribution.Triangular => Share / Math.Sqrt(6),
        Distribution.Predicted when Freedom > 2 => Share * Math.Sqrt(Freedom / (Freedom - 2.0)),
        _ => Share,
    };
}

/// <summary>Two quantities that scatter together.</summary>
/// <param name="First">One.</param>
/// <param name="Second">The other.</param>
/// <param name="Coefficient">
/// Correlation of the two bells that they are drawn from, above −1 and below 1; of uniform and skewed quantities the ranks follow it.
/// </param>
public readonly record struct Correlation(Uncertain First, Uncertain Second, double Coefficient);

/// <summary>What may vary.</summary>
public enum Uncertain
{
    /// <summary>K of the short torque form.</summary>
    NutFactor,

    /// <summary>μt of the long form.</summary>
    ThreadFriction,

    /// <summary>μb of the long form.</summary>
    BearingFriction,

    /// <summary>The torque that the tool really gives, or the preload where the method does not go by torque.</summary>
    Tool,

    /// <summary>Yield of the bolt over its listed minimum.</summary>
    Strength,

    /// <summary>Outside loads, tension and shear together.</summary>
    Load,

    /// <summary>Embedding.</summary>
    Settling,

    /// <summary>Friction between the faces.</summary>
    FaceFriction,

    /// <summary>Geometry: all lengths in the grip.</summary>
    Grip,
}

/// <summary>How a Monte Carlo run is made.</summary>
/// <param name="Samples">How many.</param>
/// <param name="Seed">The same seed gives the same result.</param>
/// <param name="Stated">Scatter that the user stated; the rest is taken by <see cref="Spreads.Of"/>.</param>
public sealed record Sampling(int Samples, int Seed, IReadOnlyDictionary<Uncertain, Spread> Stated)
{
    /// <summary>What scatters together; the rest is independent.</summary>
    public IReadOnlyList<Correlation> Correlated { get; init; } = [];
}

/// <summary>One quantity that may vary: everything that is said of it anywhere.</summary>
/// <param name="What">Which.</param>
/// <param name="Field">Where its scatter is stated.</param>
/// <param name="Name">In words.</param>
/// <param name="Shape">Shape taken where none is stated: frictions and embedding are never below nothing and now and then far above their
/// mean.</param>
/// <param name="Usual">Share taken where none is stated.</param>
/// <param name="In">The sample with this quantity at so many times its mean.</param>
public sealed record ScatterInput(
    Uncertain What, Field<Spread> Field, string Name, Distribution Shape, Func<Tightening, double> Usual, Func<Sample<Plain>, Plain,
    Sample<Plain>> In)
{
    /// <summary>True where it has a part in joints that are tightened so.</summary>
    public Func<Tightening, bool> Applies { get; init; } = _ => true;

    /// <summary>True where all bolts of a joint have it in common; each has its own where false.</summary>
    public bool OfTheJoint { get; init; }

    /// <summary>Scatter taken where none is stated.</summary>
    public Spread Taken(Tightening how) =>
        !Applies(how) ? new(Shape, 0) : How?.Invoke(how) ?? new(Shape, Usual(how));

    /// <summary>Scatter of another shape where the joint knows better, such as tests of its lot; null where it does not.</summary>
    public Func<Tightening, Spread?>? How { get; init; }
}

/// <summary>Everything that may vary, in the order of <see cref="Uncertain"/>.</summary>
public static class ScatterInputs
{
    // By an assumption of this house, to be replaced by what is known: shares of friction, strength, load, embedding and lengths.
    private const double Friction = 0.10, Strength = 0.03, Load = 0.10, Settling = 0.30, FaceFriction = 0.15, Grip = 0.01;

    /// <summary>One row a quantity.</summary>
    public static ImmutableArray<ScatterInput> All { get; } =
    [
        new(Uncertain.NutFactor, Fields.SpreadNutFactor, "nut factor", Distribution.Lognormal, BandOfNutFactor,
            (x, v) => x with { NutFactor = v })
        {
            Applies = how => how.Method.ByTorque && how.Friction is null,
            How = how => how.FrictionMeasured ? OfLot(how.Lot!) : null,
        },
        new(Uncertain.ThreadFriction, Fields.SpreadThreadFriction, "friction in the thread", Distribution.Lognormal, _ => Friction,
            (x, v) => x with { ThreadFriction = v })
        {
            Applies = how => how.Method.ByTorque && how.Friction is not null,
        },
        new(Uncertain.BearingFriction, Fields.SpreadBearingFriction, "friction under the part that turns", Distribution.Lognormal,
            _ => Friction, (x, v) => x with { BearingFriction = v })
        {
            Applies = how => how.Method.ByTorque && how.Friction is not null,
        },
        // A wrench within its standard (ISO 6789: ±6 %); what goes without a wrench scatters as the method does.
        new(Uncertain.Tool, Fields.SpreadTool, "tool", Distribution.Normal, how => how.Method.ToolScatter ?? HalfOfMethod(how),
            (x, v) => x with { Tool = v }),
        new(Uncertain.Strength, Fields.SpreadStrength, "yield of the bolt", Distribution.Normal, _ => Strength,
            (x, v) => x with { Strength = v }),
        new(Uncertain.Load, Fields.SpreadLoad, "outside load", Distribution.Normal, _ => Load, (x, v) => x with { Load = v })
        {
            OfTheJoint = true,
        },
        new(Uncertain.Settling, Fields.SpreadSettling, "embedding", Distribution.Lognormal, _ => Settling,
            (x, v) => x with { Settling = v }),
        new(Uncertain.FaceFriction, Fields.SpreadFaceFriction, "friction of the faces", Distribution.Lognormal, _ => FaceFriction,
            (x, v) => x with { FaceFriction = v })
        {
            OfTheJoint = true,
        },
        new(Uncertain.Grip, Fields.SpreadGrip, "lengths in the grip", Distribution.Normal, _ => Grip, (x, v) => x with { Grip = v }),
    ];

    /// <summary>The row of a quantity.</summary>
    public static ScatterInput Of(Uncertain what) => All[(int)what];

    /// <summary>
    /// The next bolt of a lot, K by a t distribution about the mean of its tests: s·√(1 + 1/n) and what the instruments may be off,
    /// read as
    /// two standard deviations. s is what its tolerance interval, k2·s and the instruments together, was made of.
    /// </summary>
    private static Spread OfLot(MeasuredLot lot)
    {
        var half = (lot.High - lot.Low) / (2 * lot.NutFactor);
        var instruments = MeasuredLot.Instruments;
        var deviation = Math.Sqrt(Math.Max(0, (half * half) - (instruments * instruments))) / ToleranceFactors.OfLot(lot.Tests);
        return new(Distribution.Predicted, Math.Sqrt((deviation * deviation * (1 + (1.0 / lot.Tests))) + (instruments * instruments / 4)))
        {
            Freedom = lot.Tests - 1,
        };
    }

    /// <summary>The scatter of a method is read as two standard deviations either side.</summary>
    private static double HalfOfMethod(Tightening how) => how.Method.Scatter / 2;

    /// <summary>The band of a tabled nut factor is read as two standard deviations either side.</summary>
    private static double BandOfNutFactor(Tightening how) =>
        how.NutFactorGiven ? HalfOfMethod(how) : (how.NutFactor.High - how.NutFactor.Low) / (4 * how.NutFactor.K);
}

/// <summary>The scatter of everything that may vary, in the order of <see cref="Uncertain"/>.</summary>
/// <param name="Items">One an <see cref="Uncertain"/>; a share of 0 where a quantity has no part in this joint.</param>
/// <param name="Given">True where the user stated it.</param>
public sealed record Spreads(IReadOnlyList<Spread> Items, IReadOnlyList<bool> Given)
{
    /// <summary>The scatter of one quantity.</summary>
    public Spread this[Uncertain what] => Items[(int)what];

    /// <summary>What is stated; what is taken where nothing is; nothing where a quantity has no part in the joint.</summary>
    public static Spreads Of(Joint joint)
    {
        var (stated, how) = (joint.Sampling.Stated, joint.Tightening);
        return new(
            [.. ScatterInputs.All.Select(u => u.Applies(how) && stated.TryGetValue(u.What, out var s) ? s : u.Taken(how))],
            [.. ScatterInputs.All.Select(u => stated.ContainsKey(u.What))]);
    }
}
