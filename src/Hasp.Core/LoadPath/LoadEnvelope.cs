using System.Numerics;
using Hasp.Core.Formulas;

namespace Hasp.Core.LoadPath;

/// <summary>The extremes of one bolt over many load cases.</summary>
/// <param name="Tension">Largest outside tension, N.</param>
/// <param name="TensionCase">Index of its load case.</param>
/// <param name="Shear">Largest in-plane resultant, N.</param>
/// <param name="ShearCase">Index of its load case.</param>
public readonly record struct BoltExtremes(double Tension, int TensionCase, double Shear, int ShearCase);

/// <summary>
/// Largest tension and shear of every bolt over many load cases, by the pattern's school and the elastic vector method: the formulas of a
/// single bolt read as lanes, several cases at a time; the pivot school branches, and is read one case at a time.
/// </summary>
public static class LoadEnvelope
{
    private const int Block = 4096;

    /// <summary>Finds the extremes of every bolt.</summary>
    /// <param name="pattern">The bolts and the school of tension; prying is not in it.</param>
    /// <param name="cases">Loads stated at the origin of the pattern, N and N·mm; at least one.</param>
    /// <param name="progress">Told the share done, from any thread.</param>
    /// <param name="stop">Stops the search.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static BoltExtremes[] Of(BoltPattern pattern, ReadOnlyMemory<Resultant> cases, Action<double>? progress = null,
        CancellationToken stop = default)
    {
        if (cases.IsEmpty) throw new ArgumentException("there is no load case", nameof(cases));
        var blocks = (cases.Length + Block - 1) / Block;
        var parts = new BoltExtremes[blocks][];
        var done = 0;
        Parallel.For(0, blocks, new ParallelOptions { CancellationToken = stop }, b =>
        {
            parts[b] = OfBlock(pattern, cases.Span.Slice(b * Block, Math.Min(Block, cases.Length - (b * Block))), b * Block);
            progress?.Invoke((double)Interlocked.Increment(ref done) / blocks);
        });
        var all = parts[0];
        // In the order of the cases, so that of equals the first is named.
        foreach (var part in parts.AsSpan(1))
        {
            for (var i = 0; i < all.Length; i++)
            {
                if (part[i].Tension > all[i].Tension) all[i] = all[i] with { Tension = part[i].Tension, TensionCase = part[i].TensionCase };
                if (part[i].Shear > all[i].Shear) all[i] = all[i] with { Shear = part[i].Shear, ShearCase = part[i].ShearCase };
            }
        }
        return all;
    }

    private static BoltExtremes[] OfBlock(BoltPattern pattern, ReadOnlySpan<Resultant> cases, int first)
    {
        var group = pattern.Group;
        var width = Vector<double>.Count;
        var lanes = (cases.Length + width - 1) / width;
        var loads = new double[6][];
        for (var c = 0; c < 6; c++) loads[c] = new double[lanes * width];
        for (var i = 0; i < lanes * width; i++)
        {
            // Past the end the last case stands again: it changes no extreme.
            var load = group.AtCentroid(cases[Math.Min(i, cases.Length - 1)], default);
            (loads[0][i], loads[1][i], loads[2][i]) = (load.Force.X, load.Force.Y, load.Force.Z);
            (loads[3][i], loads[4][i], loads[5][i]) = (load.Moment.X, load.Moment.Y, load.Moment.Z);
        }
        var tensions = new double[width];
        var shears = new double[width];
        var extremes = new BoltExtremes[group.Bolts.Length];
        for (var bolt = 0; bolt < extremes.Length; bolt++)
        {
            var worst = new BoltExtremes(double.NegativeInfinity, -1, double.NegativeInfinity, -1);
            var (mostTension, mostShear) = (new Vector<double>(double.NegativeInfinity), new Vector<double>(double.NegativeInfinity));
            for (var l = 0; l < lanes; l++)
            {
                Lanes At(int c) => new(new Vector<double>(loads[c], l * width));
                var tension = pattern.School == TensionSchool.Centroid
                    ? GroupFormulas.TensionByCentroid(group, bolt, At(2), At(3), At(4)).Values
                    : OneByOne(pattern, bolt, loads, l * width, tensions);
                var shear = GroupFormulas.InPlane(group, bolt, At(0), At(1), At(5)).Resultant.Values;
                // Most cases raise nothing: only those that do are looked at one by one.
                if (Vector.GreaterThanAny(tension, mostTension))
                {
                    tension.CopyTo(tensions);
                    for (var k = 0; k < width; k++) if (tensions[k] > worst.Tension) worst = worst with { Tension = tensions[k],
                        TensionCase = first + Math.Min((l * width) + k, cases.Length - 1) };
                    mostTension = new Vector<double>(worst.Tension);
                }
                if (Vector.GreaterThanAny(shear, mostShear))
                {
                    shear.CopyTo(shears);
                    for (var k = 0; k < width; k++) if (shears[k] > worst.Shear) worst = worst with { Shear = shears[k], ShearCase = first
                        + Math.Min((l * width) + k, cases.Length - 1) };
                    mostShear = new Vector<double>(worst.Shear);
                }
            }
            extremes[bolt] = worst;
        }
        return extremes;
    }

    private static Vector<double> OneByOne(BoltPattern pattern, int bolt, double[][] loads, int from, double[] into)
    {
        for (var k = 0; k < into.Length; k++)
        {
            into[k] = OnBolt.BySchool<Plain>(pattern, bolt, new(loads[2][from + k]), new(loads[3][from + k]), new(loads[4][from + k]))
                .Value;
        }
        return new Vector<double>(into);
    }

    /// <summary>
    /// The rows that can govern a joint with this pattern: each is the worst, on some bolt, that no other row surpasses in tension and in
    /// shear both. No check gets better with more of either, so that judging these is judging all; prying grows with tension and changes
    /// nothing in the order. Where more than <see cref="MostGoverning"/> rows trade one for the other, as a load swung round step by step
    /// does, those are left out that are within a four-hundredth of the range of tension and of shear of one that is kept.
    /// </summary>
    /// <param name="pattern">The bolts and the school of tension.</param>
    /// <param name="cases">Loads stated at the origin of the pattern, N and N·mm; at least one.</param>
    /// <param name="stop">Stops the search.</param>
    /// <returns>Indices, in the order of the cases.</returns>
    public static int[] Governing(BoltPattern pattern, ReadOnlyMemory<Resultant> cases, CancellationToken stop = default)
    {
        var blocks = (cases.Length + Block - 1) / Block;
        var parts = new List<(double Tension, double Shear, int Case)>[blocks];
        Parallel.For(0, blocks, new ParallelOptions { CancellationToken = stop }, b =>
        {
            var span = cases.Span.Slice(b * Block, Math.Min(Block, cases.Length - (b * Block)));
            var front = new List<(double Tension, double Shear, int Case)>();
            for (var i = 0; i < span.Length; i++)
            {
                var load = pattern.Group.AtCentroid(span[i], default);
                for (var bolt = 0; bolt < pattern.Group.Bolts.Length; bolt++)
                {
                    var tension = OnBolt.BySchool<Plain>(pattern, bolt, new(load.Force.Z), new(load.Moment.X), new(load.Moment.Y)).Value;
                    var shear = GroupFormulas.InPlane<Plain>(pattern.Group, bolt, new(load.Force.X), new(load.Force.Y), new(load.Moment.Z))
                        .Resultant.Value;
                    Put(front, (tension, shear, (b * Block) + i));
                }
            }
            parts[b] = front;
        });
        var all = new List<(double Tension, double Shear, int Case)>();
        // Sorted, one look along the whole is enough: in the order of falling tension the shear of what is kept must rise.
        foreach (var entry in parts.SelectMany(p => p).OrderByDescending(e => e.Tension).ThenByDescending(e => e.Shear).ThenBy(e => e.Case))
        {
            if (all.Count == 0 || entry.Shear > all[^1].Shear) all.Add(entry);
        }
        return [.. Thinned(all).Select(e => e.Case).Append(Widest(cases.Span)).Distinct().Order()];
    }

    /// <summary>The case of the largest in-plane force; of equals the first.</summary>
    private static int Widest(ReadOnlySpan<Resultant> cases)
    {
        var (widest, most) = (0, -1.0);
        for (var i = 0; i < cases.Length; i++)
        {
            var force = BoltGroup.Square(cases[i].Force.X) + BoltGroup.Square(cases[i].Force.Y);
            if (force > most) (widest, most) = (i, force);
        }
        return widest;
    }

    /// <summary>No more rows than these are named as governing.</summary>
    public const int MostGoverning = 802;

    private static List<(double Tension, double Shear, int Case)> Thinned(List<(double Tension, double Shear, int Case)> front)
    {
        if (front.Count <= MostGoverning) return front;
        var (tension, shear) = ((front.Max(e => e.Tension) - front.Min(e => e.Tension)) / 400,
            (front.Max(e => e.Shear) - front.Min(e => e.Shear)) / 400);
        var kept = new List<(double Tension, double Shear, int Case)>();
        // Along the front tension falls while shear rises.
        foreach (var e in front.OrderByDescending(e => e.Tension).ThenBy(e => e.Shear))
        {
            if (kept.Count == 0 || kept[^1].Tension - e.Tension > tension || e.Shear - kept[^1].Shear > shear) kept.Add(e);
        }
        // The far end is the largest shear of all.
        var last = front.MaxBy(e => e.Shear);
        if (kept[^1].Case != last.Case) kept.Add(last);
        return kept;
    }

    /// <summary>
    /// Adds an entry to a front unless another surpasses it, and takes out what it surpasses. Along the front tension falls and shear
    /// rises, so that its place is found by halving.
    /// </summary>
    private static void Put(List<(double Tension, double Shear, int Case)> front, (double Tension, double Shear, int Case) entry)
    {
        var (low, high) = (0, front.Count);
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (front[middle].Tension >= entry.Tension) low = middle + 1;
            else high = middle;
        }
        // Of those with as much tension the last has the most shear.
        if (low > 0 && front[low - 1].Shear >= entry.Shear) return;
        var first = low > 0 && front[low - 1].Tension <= entry.Tension ? low - 1 : low;
        var last = low;
        while (last < front.Count && front[last].Shear <= entry.Shear) last++;
        front.RemoveRange(first, last - first);
        front.Insert(first, entry);
    }
}
