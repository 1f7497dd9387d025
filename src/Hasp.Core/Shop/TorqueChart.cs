using System.Collections.Immutable;
using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;
using Hasp.Core.Preload;

namespace Hasp.Core.Shop;

/// <summary>One line of a wall chart. N, N·mm.</summary>
/// <param name="Thread">Size.</param>
/// <param name="Preload">What is aimed at.</param>
/// <param name="Torque">T = K·d·F.</param>
/// <param name="Least">Preload left at the upper end of K's band.</param>
/// <param name="Most">Preload at its lower end.</param>
/// <param name="Proof">Proof load.</param>
/// <param name="Source">Where K comes from.</param>
public readonly record struct ChartLine(ScrewThread Thread, double Preload, double Torque, double Least, double Most, double Proof,
    string Source);

/// <summary>A torque chart for the wall: one grade, one finish, every size of a series.</summary>
public static class TorqueChart
{
    /// <summary>
    /// The lines of a chart. The share of proof is lowered where the lower end of K's band would pass the proof load: a chart must not
    /// break bolts.
    /// </summary>
    /// <param name="grade">Grade.</param>
    /// <param name="series">Series of threads: metric coarse, UNC, …</param>
    /// <param name="finish">K with its band, of a table or of a lot.</param>
    /// <param name="share">Share of proof aimed at, above 0, at most 1.</param>
    public static ImmutableArray<ChartLine> Of(string grade, string series, NutFactor finish, double share) =>
    [
        .. from thread in Standards.Threads
           where thread.Series == series
           let band = Standards.GradeBands(grade).FirstOrDefault(b => thread.Diameter >= b.MinDiameter - 0.005
               && thread.Diameter <= b.MaxDiameter + 0.005)
           where band is not null
           select Line(thread, band, finish, share),
    ];

    private static ChartLine Line(ScrewThread thread, GradeBand band, NutFactor finish, double share)
    {
        var proof = Tension.ProofLoad(new Plain(band.Proof), ThreadGeometry<Plain>.Of(thread).StressArea).Value;
        var preload = Math.Min(share, finish.Low / finish.K) * proof;
        var torque = Tension.Torque(new Plain(finish.K * thread.Diameter), new Plain(preload)).Value;
        double At(double k) => Tension.FromTorque(new Plain(torque), null, new Plain(k * thread.Diameter)).Value;
        return new(thread, preload, torque, At(finish.High), At(finish.Low), proof, finish.Source);
    }
}
