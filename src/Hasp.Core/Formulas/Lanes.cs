using System.Numerics;

namespace Hasp.Core.Formulas;

/// <summary>Several samples at a time, as many as the machine's vector holds: for sweeps and for uncertainty.</summary>
/// <param name="Values">One sample a lane, in the consistent set N, mm, MPa, N·mm, rad.</param>
public readonly record struct Lanes(Vector<double> Values) : IReal<Lanes>
{
    /// <summary>Samples held at a time on this machine.</summary>
    public static int Count => Vector<double>.Count;

    /// <inheritdoc/>
    public static Lanes Const(double value, string? written = null) => new(new Vector<double>(value));

    /// <inheritdoc/>
    public static Lanes Given(Term term, double value, int index = 0, string? source = null) => new(new Vector<double>(value));

    /// <inheritdoc/>
    public static Lanes Let(Term term, Lanes value, int index = 0, string? source = null) => value;

    /// <inheritdoc/>
    public static Lanes Found(double value, string how, Lanes shown) => new(new Vector<double>(value));

    /// <inheritdoc/>
    public static Lanes operator +(Lanes left, Lanes right) => new(left.Values + right.Values);

    /// <inheritdoc/>
    public static Lanes operator -(Lanes left, Lanes right) => new(left.Values - right.Values);

    /// <inheritdoc/>
    public static Lanes operator *(Lanes left, Lanes right) => new(left.Values * right.Values);

    /// <inheritdoc/>
    public static Lanes operator /(Lanes left, Lanes right) => new(left.Values / right.Values);

    /// <inheritdoc/>
    public static Lanes operator -(Lanes value) => new(-value.Values);

    /// <inheritdoc/>
    public static Lanes Sqrt(Lanes x) => new(Vector.SquareRoot(x.Values));

    /// <inheritdoc/>
    public static Lanes Log(Lanes x) => new(Vector.Log(x.Values));

    /// <inheritdoc/>
    public static Lanes Exp(Lanes x) => new(Vector.Exp(x.Values));

    /// <inheritdoc/>
    public static Lanes Tan(Lanes x) => new(Vector.Sin(x.Values) / Vector.Cos(x.Values));

    /// <inheritdoc/>
    public static Lanes Min(Lanes a, Lanes b) => new(Vector.Min(a.Values, b.Values));

    /// <inheritdoc/>
    public static Lanes Max(Lanes a, Lanes b) => new(Vector.Max(a.Values, b.Values));

    /// <inheritdoc/>
    public static Lanes IfLess(Lanes a, Lanes b, Lanes then, Lanes otherwise) =>
        new(Vector.ConditionalSelect(Vector.LessThan(a.Values, b.Values), then.Values, otherwise.Values));
}
