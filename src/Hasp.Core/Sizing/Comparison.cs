using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Sizing;

/// <summary>One joint by one basis: what governs, by how much, and how many bolts it would take.</summary>
/// <param name="Basis">The basis.</param>
/// <param name="Result">The joint judged by it.</param>
/// <param name="LeastBolts">The least number of bolts that holds; null where none of those tried does, or the number is the pattern's own
/// and no other has a shape.</param>
public sealed record BasisVerdict(Basis Basis, Result Result, int? LeastBolts)
{
    /// <summary>What governs; null where nothing is judged.</summary>
    public CheckResult? Governing => Result.Governing;

    /// <summary>The reserve, the scale that all bases share; null where nothing is judged.</summary>
    public double? Reserve => Result.GoverningReserve;

    /// <summary>Which load cases its strength checks look at.</summary>
    public IReadOnlyList<string> Cases =>
        [.. Result.Joint.Cases.Where(c => !c.OnlyCombined && (Basis.LooksAt == LimitStates.NotStated || c.CountsIn(Basis.LooksAt)))
            .Select(c => c.Name)];
}

/// <summary>The same joint under every basis, side by side. Differences are shown, never averaged.</summary>
public static class Comparison
{
    // More bolts than this answer no question about the basis.
    private const int MostBolts = 40;

    /// <summary>The joint by every basis, in their order; one that it cannot be read by is left out.</summary>
    public static IReadOnlyList<BasisVerdict> Of(Joint joint) => [.. Basis.All.Select(b => By(joint, b)).OfType<BasisVerdict>()];

    private static BasisVerdict? By(Joint joint, Basis basis)
    {
        var by = joint.Judging.Basis == basis ? joint : JointRules.JointOf(joint.Said.With(Fields.Basis.To(basis.Id)), []);
        if (by is null) return null;
        var result = Evaluation.Run(by);
        // What is not judged in full says nothing about how many are enough.
        return new(basis, result, result.IsComplete ? LeastBolts(by) : null);
    }

    /// <summary>The least number of bolts of this size that holds, by the pattern's own rule of growth.</summary>
    private static int? LeastBolts(Joint joint)
    {
        var mechanics = Mechanics<Plain>.Of(joint);
        for (var n = 1; n <= MostBolts; n++)
        {
            if (Trial(joint, n) is not { } trial) continue;
            var m = joint.Judging.Band is { ByNumber: true } || trial.Pattern is not null ? Mechanics<Plain>.Of(trial)
                : mechanics with { Joint = trial };
            if (TwoReserves.Of(m) is { Holds: true, First.Check: >= 0 } && PatternRules.Obstacle(trial) is null) return n;
        }
        return null;
    }

    private static Joint? Trial(Joint joint, int n)
    {
        if (joint.Pattern is not { } pattern) return joint.WithBolts(null,
            Sharing.Of(joint.Cases, new EqualShares(n), joint.Judging.Basis.MayLeaveOut));
        if (pattern.Grown(n) is not { } grown || PatternRules.MomentsWithoutHold(joint.Cases, grown).Count > 0) return null;
        return joint.WithBolts(grown, Sharing.Of(joint.Cases, new PatternShares(grown), joint.Judging.Basis.MayLeaveOut));
    }
}
