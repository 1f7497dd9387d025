using Hasp.Core.Formulas;

namespace Hasp.Core.Checks;

/// <summary>What one check came to in one load case.</summary>
/// <param name="Applies">False where the load or the drawing gives nothing to check.</param>
/// <param name="Factor">The factor; only where it applies.</param>
/// <param name="Place">Which layer, plane or end was worst, from 0; −1 where there is only one.</param>
public readonly record struct Judged<T>(bool Applies, T Factor, int Place)
    where T : struct, IScalar<T>
{
    /// <summary>Nothing to check.</summary>
    public static Judged<T> Nothing => new(false, default, -1);

    /// <summary>A factor that is not tied to a place.</summary>
    public static Judged<T> Of(T factor) => new(true, factor, -1);

    /// <summary>The worse of this and another place; its working knows the other one, in case another number makes that the
    /// worse.</summary>
    public Judged<T> OrWorse(T factor, int place) =>
        !Applies ? new(true, factor, place)
            : new(true, T.IfLess(factor, Factor, factor, Factor), factor.Value < Factor.Value ? place : Place);
}
