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
}

/// <summary>Scatter of one quantity as a share of its mean.</summary>
/// <param name="Distribution">Its shape.</param>
/// <param name="Share">Standard deviation over mean; half the width over mean where uniform. 0 holds it fixed.</param>
public readonly record struct Spread(Distribution Distribution, double Share)
{
    /// <summary>Standard deviation over mean.</summary>
    public double Deviation => Distribution == Distribution.Uniform ? Share / Math.Sqrt(3) : Share;
}

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
public sealed record Sampling(int Samples, int Seed, IReadOnlyDictionary<Uncertain, Spread> Stated);

/// <summary>The scatter of everything that may vary, in the order of <see cref="Uncertain"/>.</summary>
/// <param name="Items">One an <see cref="Uncertain"/>; a share of 0 where a quantity has no part in this joint.</param>
/// <param name="Given">True where the user stated it.</param>
public sealed record Spreads(IReadOnlyList<Spread> Items, IReadOnlyList<bool> Given)
{
    /// <summary>How many quantities may vary.</summary>
    public const int Count = 9;

    /// <summary>The scatter of one quantity.</summary>
    public Spread this[Uncertain what] => Items[(int)what];

    /// <summary>In words.</summary>
    public static string Name(Uncertain what) => what switch
    {
        Uncertain.NutFactor => "nut factor",
        Uncertain.ThreadFriction => "friction in the thread",
        Uncertain.BearingFriction => "friction under the part that turns",
        Uncertain.Tool => "tool",
        Uncertain.Strength => "yield of the bolt",
        Uncertain.Load => "outside load",
        Uncertain.Settling => "embedding",
        Uncertain.FaceFriction => "friction of the faces",
        _ => "lengths in the grip",
    };

    /// <summary>
    /// What is taken where nothing is stated. The band of a tabled nut factor and the scatter of a method are read as two standard
    /// deviations either side; frictions and embedding are lognormal, the others normal; the other shares are assumptions of this house, to be replaced by what is known.
    /// </summary>
    public static Spreads Of(Joints.Joint joint)
    {
        var stated = joint.Sampling.Stated;
        var how = joint.Tightening;
        var byTorque = how.Method.ByTorque;
        var scatter = how.Method.Scatter / 2;
        double Default(Uncertain what) => what switch
        {
            Uncertain.NutFactor => !byTorque || how.Friction is not null ? 0 : how.NutFactorGiven ? scatter : (how.NutFactor.High - how.NutFactor.Low) / (4 * how.NutFactor.K),
            Uncertain.ThreadFriction or Uncertain.BearingFriction => byTorque && how.Friction is not null ? 0.10 : 0,
            // A wrench within its standard (ISO 6789: ±6 %); what goes without a wrench scatters as the method does.
            Uncertain.Tool => how.Method.Name.StartsWith("wrench", StringComparison.Ordinal) ? 0.03 : scatter,
            Uncertain.Strength => 0.03,
            Uncertain.Load => 0.10,
            Uncertain.Settling => 0.30,
            Uncertain.FaceFriction => 0.15,
            _ => 0.01,
        };
        var all = Enum.GetValues<Uncertain>();
        return new(
            [.. all.Select(u => stated.TryGetValue(u, out var s) && Applies(u) ? s : new Spread(Skewed(u) ? Distribution.Lognormal : Distribution.Normal, Default(u)))],
            [.. all.Select(stated.ContainsKey)]);

        // Frictions and embedding are never below nothing and now and then far above their mean: their bands are skewed like that.
        static bool Skewed(Uncertain u) => u is Uncertain.NutFactor or Uncertain.ThreadFriction or Uncertain.BearingFriction or Uncertain.Settling or Uncertain.FaceFriction;

        bool Applies(Uncertain u) => u switch
        {
            Uncertain.NutFactor => byTorque && how.Friction is null,
            Uncertain.ThreadFriction or Uncertain.BearingFriction => byTorque && how.Friction is not null,
            _ => true,
        };
    }
}
