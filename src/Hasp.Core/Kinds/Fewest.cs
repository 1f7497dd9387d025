using System.Collections.Immutable;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.Kinds;

/// <summary>The number of bolts that a kind of joint chooses where none is stated: each number judged in full, by every check.</summary>
internal static class Fewest
{
    // Of two numbers one is better by a thousandth, or more bolts do not help.
    private const double Worthwhile = 1.001;

    /// <summary>
    /// The first number that holds. Where none does, a check that more bolts do not help, such as too wide an edge, is set aside and the
    /// others are asked again: it falls short with any number, and is shown. Where more bolts help and never suffice, the number that holds
    /// best.
    /// </summary>
    /// <param name="numbers">Numbers, the least first.</param>
    /// <param name="otherwise">What is taken where no number makes a joint.</param>
    /// <param name="with">The joint with a number; null where it makes none.</param>
    internal static int Of(IEnumerable<int> numbers, int otherwise, Func<int, Joint?> with)
    {
        var aside = ImmutableHashSet<int>.Empty;
        var known = new Dictionary<int, Joint?>();
        Joint? Made(int n) => known.TryGetValue(n, out var made) ? made : known[n] = with(n);
        while (true)
        {
            var tried = new List<(int Number, Reserve Load)>();
            foreach (var n in numbers)
            {
                if (Made(n) is not { } joint) continue;
                tried.Add((n, TwoReserves.Of(Mechanics<Plain>.Of(joint.WithoutChecks(aside))).Design));
                if (tried[^1].Load.Value >= 1) return n;
            }
            if (tried.Count == 0) return otherwise;
            var last = tried[^1].Load;
            if (!tried[..^1].Any(t => t.Load.Check == last.Check
                && last.Value < t.Load.Value * Worthwhile)) return tried.MaxBy(t => t.Load.Value).Number;
            aside = aside.Add(last.Check);
        }
    }
}
