using System.Numerics;

namespace Hasp.Core.Formulas;

/// <summary>
/// The number that a formula is written over. A formula is a generic method over <typeparamref name="TSelf"/>, and the
/// type argument decides how the one line of code is read: <see cref="Plain"/> computes it, <see cref="Traced"/> writes
/// its working, <see cref="Lanes"/> computes several samples at a time.
/// </summary>
public interface IReal<TSelf> :
    IAdditionOperators<TSelf, TSelf, TSelf>,
    ISubtractionOperators<TSelf, TSelf, TSelf>,
    IMultiplyOperators<TSelf, TSelf, TSelf>,
    IDivisionOperators<TSelf, TSelf, TSelf>,
    IUnaryNegationOperators<TSelf, TSelf>
    where TSelf : struct, IReal<TSelf>
{
    /// <summary>A number that belongs to the formula itself, such as 2 or π/4.</summary>
    /// <param name="value">The number.</param>
    /// <param name="written">How it is written where digits would hide it, e.g. <c>π/4</c>.</param>
    static abstract TSelf Const(double value, string? written = null);

    /// <summary>A number that the joint or the catalogue gives.</summary>
    /// <param name="term">Its name.</param>
    /// <param name="value">In the consistent set.</param>
    /// <param name="index">Tells like-named values apart; 0 where there is one.</param>
    /// <param name="source">The row or entry that it came from, where that says more than the term does.</param>
    static abstract TSelf Given(Term term, double value, int index = 0, string? source = null);

    /// <summary>Names a result: free for <see cref="Plain"/> and <see cref="Lanes"/>, a step of the working for <see
    /// cref="Traced"/>.</summary>
    /// <param name="term">Its name.</param>
    /// <param name="value">What is named.</param>
    /// <param name="index">Tells like-named values apart; 0 where there is one.</param>
    /// <param name="source">The rule that it follows, where that says more than the term does.</param>
    static abstract TSelf Let(Term term, TSelf value, int index = 0, string? source = null);

    /// <summary>A number that was found by trial and not by a formula.</summary>
    /// <param name="value">What was found.</param>
    /// <param name="how">What it satisfies, as it is written.</param>
    /// <param name="shown">What it was found from, to be shown in the working.</param>
    static abstract TSelf Found(double value, string how, TSelf shown);

    /// <summary>Square root.</summary>
    static abstract TSelf Sqrt(TSelf x);

    /// <summary>Natural logarithm.</summary>
    static abstract TSelf Log(TSelf x);

    /// <summary>e to the power of x.</summary>
    static abstract TSelf Exp(TSelf x);

    /// <summary>Tangent of an angle in rad.</summary>
    static abstract TSelf Tan(TSelf x);

    /// <summary>The smaller of two.</summary>
    static abstract TSelf Min(TSelf a, TSelf b);

    /// <summary>The larger of two.</summary>
    static abstract TSelf Max(TSelf a, TSelf b);

    /// <summary><paramref name="then"/> where a &lt; b, else <paramref name="otherwise"/>; both are computed, as lanes must.</summary>
    static abstract TSelf IfLess(TSelf a, TSelf b, TSelf then, TSelf otherwise);
}

/// <summary>A number with one value, so that the evaluation may ask which case governs.</summary>
public interface IScalar<TSelf> : IReal<TSelf>
    where TSelf : struct, IScalar<TSelf>
{
    /// <summary>The value in the consistent set N, mm, MPa, N·mm, rad.</summary>
    double Value { get; }
}
