using System.Runtime.CompilerServices;

namespace Hasp.Core.Formulas;

/// <summary>A number and nothing else: the just-in-time compiler reduces it to <c>double</c>.</summary>
/// <param name="Value">In the consistent set N, mm, MPa, N·mm, rad.</param>
public readonly record struct Plain(double Value) : IScalar<Plain>
{
    /// <inheritdoc/>
    public static Plain Const(double value, string? written = null) => new(value);

    /// <inheritdoc/>
    public static Plain Given(Term term, double value, int index = 0, string? source = null) => new(value);

    /// <inheritdoc/>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Plain Let(Term term, Plain value, int index = 0, string? source = null) => value;

    /// <inheritdoc/>
    public static Plain Found(double value, string how, Plain shown) => new(value);

    /// <inheritdoc/>
    public static Plain operator +(Plain left, Plain right) => new(left.Value + right.Value);

    /// <inheritdoc/>
    public static Plain operator -(Plain left, Plain right) => new(left.Value - right.Value);

    /// <inheritdoc/>
    public static Plain operator *(Plain left, Plain right) => new(left.Value * right.Value);

    /// <inheritdoc/>
    public static Plain operator /(Plain left, Plain right) => new(left.Value / right.Value);

    /// <inheritdoc/>
    public static Plain operator -(Plain value) => new(-value.Value);

    /// <inheritdoc/>
    public static Plain Sqrt(Plain x) => new(Math.Sqrt(x.Value));

    /// <inheritdoc/>
    public static Plain Log(Plain x) => new(Math.Log(x.Value));

    /// <inheritdoc/>
    public static Plain Exp(Plain x) => new(Math.Exp(x.Value));

    /// <inheritdoc/>
    public static Plain Tan(Plain x) => new(Math.Tan(x.Value));

    /// <inheritdoc/>
    public static Plain Min(Plain a, Plain b) => new(Math.Min(a.Value, b.Value));

    /// <inheritdoc/>
    public static Plain Max(Plain a, Plain b) => new(Math.Max(a.Value, b.Value));

    /// <inheritdoc/>
    public static Plain IfLess(Plain a, Plain b, Plain then, Plain otherwise) => a.Value < b.Value ? then : otherwise;
}
