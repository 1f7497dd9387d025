using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Checks.Machine;
using Hasp.Core.Formulas;
using Hasp.Core.Preload;

namespace Hasp.Core.Sizing;

/// <summary>What a number of bolts carries in one way of loading, N, and how generous that is.</summary>
/// <param name="Way">In words: in tension, in shear.</param>
/// <param name="Yields">Force of all bolts at which they yield: proof load in tension, shear yield across.</param>
/// <param name="Breaks">Force of all bolts at which they break.</param>
/// <param name="Required">Factor that is asked against <paramref name="Yields"/>, as the checks of joints ask it.</param>
/// <param name="Source">What the two rest on.</param>
public sealed record ShopWay(string Way, double Yields, double Breaks, double Required, string Source)
{
    /// <summary>The factor of a force against yielding.</summary>
    public double FactorOf(double force) => Yields / force;

    /// <summary>True where the force leaves the factor that is asked.</summary>
    public bool Holds(double force) => FactorOf(force) >= Required;
}

/// <summary>
/// Bolts against a force, standing up: so many of a size and grade, in plain tension and in plain shear, without preload, levers or parts.
/// A first answer, and no joint: what else can fail, the joint tells.
/// </summary>
/// <param name="Force">N.</param>
/// <param name="Count">Bolts, sharing equally.</param>
/// <param name="Thread">Size.</param>
/// <param name="Grade">Strengths for that size.</param>
/// <param name="Ways">In tension, and in shear through the thread in one plane.</param>
public sealed record ShopCheck(double Force, int Count, ScrewThread Thread, GradeBand Grade, IReadOnlyList<ShopWay> Ways)
{
    /// <summary>Answers for a force on bolts.</summary>
    /// <param name="force">N, above 0.</param>
    /// <param name="count">At least 1.</param>
    /// <param name="thread">Size.</param>
    /// <param name="grade">Strengths for that size.</param>
    public static ShopCheck Of(double force, int count, ScrewThread thread, GradeBand grade)
    {
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(force);
        ArgumentOutOfRangeException.ThrowIfLessThan(count, 1);
        var area = ThreadGeometry<Plain>.Of(thread).StressArea;
        double All(Plain one) => count * one.Value;
        return new(force, count, thread, grade,
        [
            new("in tension", All(Tension.ProofLoad(new Plain(grade.Proof), area)), All(new Plain(grade.Tensile) * area),
                MachineBasis.Load.Required, $"proof and tensile strength on the tensile stress area, {grade.Cited}"),
            new("in shear, one plane, thread in it", All(new Plain(0.577 * grade.Yield) * area),
                All(new Plain(Stripping.ShearRatio * grade.Tensile) * area), MachineBasis.Shear.Required,
                $"0.577 of yield and 0.6 of tensile strength on the tensile stress area, {grade.Cited}"),
        ]);
    }

    /// <summary>The fewest bolts that hold one way; null past a hundred.</summary>
    public int? FewestFor(ShopWay way) =>
        Enumerable.Range(1, 100).Where(n => way.Yields / Count * n / Force >= way.Required).Select(n => (int?)n).FirstOrDefault();
}
