using System.Security.Cryptography;
using System.Text;
using Hasp.Core.Catalogue;

namespace Hasp.Core.Shop;

/// <summary>What is wrong with an assembly in the simulated calibrator.</summary>
public enum AssemblyFault
{
    /// <summary>Nothing.</summary>
    None,

    /// <summary>Dirt in the thread.</summary>
    Dirt,

    /// <summary>No lubricant.</summary>
    Dry,

    /// <summary>Oil where none belongs.</summary>
    Oily,
}

/// <summary>
/// A tension calibrator that is not there: it turns assemblies of a lot until the tension shows and reads the torque, as the real one
/// would. What it knows of a lot follows from the lot's name and its finish alone, so that the same lot behaves the same on every day.
/// </summary>
public static class SimulatedCalibrator
{
    // Of the lot's own nut factor: how far lots of one finish lie apart, as a share of the band's half, and how a lot scatters in itself.
    private const double BetweenLots = 0.5, WithinLot = 0.035;

    // Friction of grease rises as it gets cold: share a kelvin below 20 °C.
    private const double Cold = 0.004;

    private const double UsualTemperature = 20;

    /// <summary>Turns so many assemblies.</summary>
    /// <param name="lot">The lot's name.</param>
    /// <param name="finish">Its finish and lubricant.</param>
    /// <param name="diameter">d, mm.</param>
    /// <param name="tension">Tension to be shown, N.</param>
    /// <param name="temperature">°C.</param>
    /// <param name="from">Number of the first assembly: the next ones of the same lot are other bolts.</param>
    /// <param name="count">How many.</param>
    /// <param name="fault">What is wrong with the last of them.</param>
    public static IReadOnlyList<TestedAssembly> Turn(string lot, NutFactor finish, double diameter, double tension, double temperature,
        int from, int count, AssemblyFault fault = AssemblyFault.None)
    {
        var mean = MeanOf(lot, finish) * (1 + (Cold * Math.Max(0, UsualTemperature - temperature)));
        return
        [
            .. Enumerable.Range(0, count).Select(i =>
            {
                var factor = mean * (1 + (WithinLot * Bell(lot, from + i)));
                if (i == count - 1) factor *= fault switch
                {
                    AssemblyFault.Dirt => 1.35, AssemblyFault.Dry => 1.6,
                    AssemblyFault.Oily => 0.7, _ => 1,
                };
                // Nobody stops exactly on the mark.
                var shown = tension * (1 + (0.01 * Even(lot, from + i)));
                return new TestedAssembly(Math.Round(factor * diameter * shown / 1000) * 1000, Math.Round(shown / 10) * 10);
            }),
        ];
    }

    /// <summary>The nut factor that a lot would show if all of it were tested.</summary>
    public static double MeanOf(string lot, NutFactor finish) =>
        finish.K + (BetweenLots * ((finish.High - finish.Low) / 2) * ((2 * Even(lot, -1)) - 1));

    private static double Bell(string lot, int n) =>
        Math.Sqrt(-2 * Math.Log(1 - Even(lot, (2 * n) + 1_000_000))) * Math.Cos(2 * Math.PI * Even(lot, (2 * n) + 1_000_001));

    /// <summary>A number from 0 to 1 that belongs to a lot and a place.</summary>
    private static double Even(string lot, int place)
    {
        var digest = SHA256.HashData(Encoding.UTF8.GetBytes(FormattableString.Invariant($"{lot}|{place}")));
        return BitConverter.ToUInt32(digest) / (uint.MaxValue + 1.0);
    }
}
