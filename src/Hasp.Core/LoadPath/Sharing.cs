using System.Collections.Immutable;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.LoadPath;

/// <summary>The load of one case on one bolt, before prying, N.</summary>
/// <param name="Bolt">Index of the bolt.</param>
/// <param name="Tension">+ pulls apart.</param>
/// <param name="Shear">Not below zero.</param>
/// <param name="ShearX">The shear along x.</param>
/// <param name="ShearY">The shear along y.</param>
/// <param name="Other">Tension in the case it alternates with; null where it is steady.</param>
public readonly record struct BoltPull(int Bolt, double Tension, double Shear, double ShearX, double ShearY, double? Other)
{
    /// <summary>The same with the load multiplied.</summary>
    public BoltPull Times(double factor) => new(Bolt, factor * Tension, factor * Shear, factor * ShearX, factor * ShearY, factor * Other);
}

/// <summary>
/// The loads of every case on those bolts that can govern it. Where no check of the basis gets better with more tension or more shear
/// (<see cref="Checks.Worsens"/>), a bolt which another one surpasses in both never governs and is left out; where a case alternates, or a
/// check asks for more, every bolt is kept.
/// </summary>
public sealed class Sharing
{
    private readonly ImmutableArray<LoadCase> _of;

    private Sharing(ImmutableArray<ImmutableArray<BoltPull>> cases, ImmutableArray<LoadCase> of, int count)
    {
        Cases = cases;
        Count = count;
        _of = of;
    }

    /// <summary>One entry a load case: the bolts that can govern it; none where the case only counts in combinations.</summary>
    public ImmutableArray<ImmutableArray<BoltPull>> Cases { get; }

    /// <summary>N.</summary>
    public int Count { get; }

    // One reference, so that searches on several threads see all of it or nothing; whoever comes first works it out.
    private ImmutableArray<(int Case, BoltPull Pull)> _ofAllCases;

    /// <summary>
    /// Of all cases and bolts those that no other surpasses in tension and shear both, in the order of the cases: enough for every check
    /// that only worsens with the two. What else a case holds (what it alternates with, its pressure, its whole) is not in it. A check may
    /// look at the cases of one limit state alone, so that a load is surpassed only by one that is stated for the same.
    /// </summary>
    public ImmutableArray<(int Case, BoltPull Pull)> OfAllCases
    {
        get
        {
            if (_ofAllCases.IsDefault) _ofAllCases = [.. Front()];
            return _ofAllCases;
        }
    }

    private IEnumerable<(int Case, BoltPull Pull)> Front() =>
        Cases.SelectMany((pulls, c) => pulls.Select(p => (Case: c, Pull: p))).GroupBy(p => _of[p.Case].LimitStates)
            .SelectMany(g => Unsurpassed([.. g], p => p.Pull.Tension, p => p.Pull.Shear)).OrderBy(p => p.Case).ThenBy(p => p.Pull.Bolt);

    /// <summary>The loads of a case that a check is asked about: of the parts once, whichever bolt stands for the case.</summary>
    public ImmutableArray<BoltPull> LoadsOn(Checks.Check check, int loadCase) =>
        check.JudgesParts && Cases[loadCase].Length > 1 ? Cases[loadCase][..1] : Cases[loadCase];

    /// <summary>True where some bolt is sheared in some case.</summary>
    public bool AnyShear => Cases.Any(c => c.Any(b => b.Shear > 0));

    /// <summary>The largest tension of all, its case and bolt; 0, −1, −1 where nothing pulls.</summary>
    public (double Tension, int Case, int Bolt) MostTension
    {
        get
        {
            var most = (Tension: 0.0, Case: -1, Bolt: -1);
            for (var c = 0; c < Cases.Length; c++) foreach (var b in Cases[c]) if (b.Tension > most.Tension) most = (b.Tension, c, b.Bolt);
            return most;
        }
    }

    /// <summary>Shares the cases of a joint out.</summary>
    /// <param name="cases">Load cases.</param>
    /// <param name="path">How they reach the bolts.</param>
    /// <param name="mayLeaveOut">True where the checks let bolts be left out that others surpass:
    /// <see cref="Checks.Basis.MayLeaveOut"/>.</param>
    public static Sharing Of(ImmutableArray<LoadCase> cases, ILoadPath path, bool mayLeaveOut) =>
        new([.. cases.Select(c => c.OnlyCombined ? [] : Governing(c, cases, path, mayLeaveOut))], cases, path.Count);

    private static ImmutableArray<BoltPull> Governing(LoadCase load, ImmutableArray<LoadCase> cases, ILoadPath path, bool mayLeaveOut)
    {
        var all = new BoltPull[path.Distinct];
        for (var i = 0; i < all.Length; i++)
        {
            var on = path.On<Plain>(load, i);
            all[i] = new(i, on.Tension.Value, on.Shear.Value, on.ShearX.Value, on.ShearY.Value,
                OtherTension<Plain>(load, cases, path, i)?.Value);
        }
        return load.Other is null && mayLeaveOut ? Unsurpassed(all, b => b.Tension, b => b.Shear) : [.. all];
    }

    /// <summary>Those that no other surpasses in tension and shear both, the most tension first; of equals the first.</summary>
    internal static ImmutableArray<TLoad> Unsurpassed<TLoad>(
        IReadOnlyList<TLoad> all, Func<TLoad, double> tension, Func<TLoad, double> shear)
    {
        // Where bolts share alike one stands for all of them: nothing to put in order.
        if (all.Count == 1) return [all[0]];
        var front = ImmutableArray.CreateBuilder<TLoad>();
        foreach (var b in all.OrderByDescending(tension).ThenByDescending(shear))
        {
            // Rounding leaves bolts that are alike a hair apart.
            if (front.Count == 0 || shear(b) > shear(front[^1]) * (1 + 1e-12)) front.Add(b);
        }
        return front.ToImmutable();
    }

    /// <summary>Tension of one bolt in the case that this one alternates with, before prying, N; null where it is steady.</summary>
    internal static T? OtherTension<T>(LoadCase load, ImmutableArray<LoadCase> cases, ILoadPath path, int bolt)
        where T : struct, IScalar<T> =>
        load.Other is not { } other ? null
        : other < 0 ? T.Const(0)
        : path.Tension<T>(cases[other], bolt, other + 1);
}
