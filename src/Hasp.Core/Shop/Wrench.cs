namespace Hasp.Core.Shop;

/// <summary>A wrench as the Stores keep it.</summary>
/// <param name="Name">By which it is known.</param>
/// <param name="Least">Lower end of its scale, N·mm.</param>
/// <param name="Most">Full scale, N·mm.</param>
/// <param name="Graduation">What it can be set by, N·mm.</param>
public sealed record Wrench(string Name, double Least, double Most, double Graduation)
{
    /// <summary>A wrench is not trusted below this share of its full scale (the range of ISO 6789 begins there).</summary>
    public const double LeastShare = 0.2;

    // Settings that differ by less are the same.
    private const double Hair = 1e-9;

    /// <summary>Lowest torque that it may be used for, N·mm.</summary>
    public double Lowest => Math.Max(Least, LeastShare * Most);

    /// <summary>True where it reaches a torque within what it may be used for.</summary>
    public bool Reaches(double torque) => torque >= Lowest - Hair && torque <= Most + Hair;

    /// <summary>The nearest torque that it can be set to, N·mm.</summary>
    /// <param name="torque">What is wanted, N·mm.</param>
    /// <param name="atLeast">True where it must not be less than wanted: a torque that a test showed to be needed.</param>
    public double Set(double torque, bool atLeast = false)
    {
        var clicks = torque / Graduation;
        return Graduation * (atLeast ? Math.Ceiling(clicks - 1e-6) : Math.Round(clicks, MidpointRounding.AwayFromZero));
    }
}
