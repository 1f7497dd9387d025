using System.Numerics;

namespace Hasp.Core.Uncertainty;

/// <summary>
/// Random numbers by counting: the number of a sample, its place in the sample and the seed give the draw (a 64-bit mixing function
/// over a counter). The same seed gives the same samples whatever the width of the vector or the number of threads.
/// </summary>
public static class Draws
{
    private const ulong Golden = 0x9E3779B97F4A7C15;

    /// <summary>Evenly in [0, 1), 52 bits.</summary>
    /// <param name="seed">Seed of the run.</param>
    /// <param name="samples">Number of the sample in each lane.</param>
    /// <param name="place">Which draw of the sample, below 64.</param>
    public static Vector<double> Uniform(ulong seed, Vector<ulong> samples, int place)
    {
        var z = (samples * new Vector<ulong>(64) + new Vector<ulong>((ulong)place)) * new Vector<ulong>(Golden)
            + new Vector<ulong>(Mix(seed + Golden));
        z = (z ^ (z >>> 30)) * new Vector<ulong>(0xBF58476D1CE4E5B9);
        z = (z ^ (z >>> 27)) * new Vector<ulong>(0x94D049BB133111EB);
        z ^= z >>> 31;
        // The bits of a number in [1, 2).
        return Vector.AsVectorDouble((z >>> 12) | new Vector<ulong>(0x3FF0000000000000)) - Vector<double>.One;
    }

    /// <summary>Two independent standard normal draws from two even ones in [0, 1).</summary>
    public static (Vector<double> First, Vector<double> Second) Normals(Vector<double> u, Vector<double> v)
    {
        // 1 − u is above nothing, so that its logarithm is a number.
        var radius = Vector.SquareRoot(new Vector<double>(-2) * Vector.Log(Vector<double>.One - u));
        var angle = new Vector<double>(2 * Math.PI) * v;
        return (radius * Vector.Cos(angle), radius * Vector.Sin(angle));
    }

    /// <summary>Seed of one of several streams that share a run's seed; the first keeps it.</summary>
    public static ulong Stream(ulong seed, int stream) => stream == 0 ? seed : Mix(seed ^ ((ulong)stream * Golden));

    /// <summary>Φ, the share of a standard bell below z, to 1e-7 (a rational form with five coefficients).</summary>
    public static Vector<double> Below(Vector<double> z)
    {
        var size = Vector.Abs(z);
        var t = Vector<double>.One / (Vector<double>.One + (new Vector<double>(0.2316419) * size));
        var sum = Vector<double>.Zero;
        foreach (var c in (ReadOnlySpan<double>)[1.330274429, -1.821255978, 1.781477937, -0.356563782, 0.319381530])
        {
            sum = (sum + new Vector<double>(c)) * t;
        }
        var above = sum * Vector.Exp(size * size * new Vector<double>(-0.5)) * new Vector<double>(1 / Math.Sqrt(2 * Math.PI));
        return Vector.ConditionalSelect(Vector.LessThan(z, Vector<double>.Zero), above, Vector<double>.One - above);
    }

    private static ulong Mix(ulong z)
    {
        z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9;
        z = (z ^ (z >> 27)) * 0x94D049BB133111EB;
        return z ^ (z >> 31);
    }
}
