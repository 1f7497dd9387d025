using System.Collections.Immutable;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Codes;

/// <summary>
/// One way that a part can part in a direction: a line of fracture from hole to hole, and from either end of it a shear line to the part's
/// end, or none where the fracture runs to the side. Lengths in mm.
/// </summary>
/// <param name="Start">The bolt from which the first shear line runs; −1 where the fracture begins at the side.</param>
/// <param name="Finish">The bolt from which the second shear line runs; −1 where the fracture ends at the side.</param>
/// <param name="NetPulled">Length pulled apart, holes deducted, s²/(4g) given back.</param>
/// <param name="GrossPulled">The same, holes not deducted.</param>
/// <param name="NetSheared">Length sheared along both lines, holes deducted.</param>
/// <param name="GrossSheared">Length sheared, holes not deducted.</param>
/// <param name="Taken">Bolts whose load goes with it.</param>
/// <param name="Through">Bolts that the fracture passes, in its order.</param>
internal sealed record FailurePath(
    int Start, int Finish, double NetPulled, double GrossPulled, double NetSheared, double GrossSheared, ImmutableArray<int> Taken,
    ImmutableArray<int> Through)
{
    /// <summary>True where no line is sheared: a net section from side to side.</summary>
    public bool IsSection => Start < 0 && Finish < 0;

    /// <summary>What it carries, N.</summary>
    public double Strength(in PathStrength per) =>
        (per.NetPulled * NetPulled) + (per.GrossPulled * GrossPulled) + (per.NetSheared * NetSheared) + (per.GrossSheared * GrossSheared);

    /// <summary>The load of its bolts, N.</summary>
    public double Load(ReadOnlySpan<double> forces)
    {
        var sum = 0.0;
        foreach (var i in Taken) sum += forces[i];
        return sum;
    }
}

/// <summary>Strength of a part along a failure path, N per mm of each of its lengths: what a code's formula comes to on a
/// millimetre.</summary>
internal readonly record struct PathStrength(double NetPulled, double GrossPulled, double NetSheared, double GrossSheared);

/// <summary>
/// Finds, among all ways that a part can part in one direction, the one whose strength is least over the load of the bolts that go with it.
/// The strength is a sum over the pieces of a path, and so is the load: for a ratio λ the path with the least (strength − λ·load)
/// is found
/// by one walk over the bolts from line to line, and λ is lowered to that path's own ratio until none lies below it. Exact for any pattern
/// and any forces. Two corners torn out together are not looked at: their strengths and their loads both add, so that together they are
/// never weaker than the weaker of the two (the mediant of two ratios lies between them).
/// </summary>
internal sealed class FailurePaths
{
    private readonly int[] _order;
    private readonly int[] _line;
    private readonly double[] _gauge;
    private readonly double[] _reach;
    private readonly double[] _holesSheared;
    private readonly double[] _low;
    private readonly double[] _high;
    private readonly int[] _own;
    private readonly int[] _prefixed;
    private readonly (int From, int To)[] _beyondLow;
    private readonly (int From, int To)[] _beyondHigh;
    private readonly (int From, int To)[] _stepsOf;
    private readonly Step[] _steps;
    private readonly int[] _crossed;
    private readonly double _across;
    private readonly double _along;

    /// <summary>A straight piece of fracture from one bolt to another of a later line, and the levels at which it crosses the lines
    /// between.</summary>
    private readonly record struct Step(int To, double Gross, double Net, int From, int Until);

    /// <summary>Lays out the walk over a part.</summary>
    /// <param name="part">The part.</param>
    /// <param name="direction">Direction in which it would be torn out, one of its four.</param>
    /// <param name="hole">Bolts nearer to a line than half of this stand in it, mm.</param>
    /// <param name="across">Deducted from what is pulled for each hole, mm.</param>
    /// <param name="along">Deducted from what is sheared for each hole, mm.</param>
    public FailurePaths(PartPlan part, int direction, double hole, double across, double along)
    {
        (_across, _along) = (across, along);
        var n = part.Bolts.Length;
        var (ahead, left) = (PartPlan.Unit(direction), PartPlan.Unit(direction < 2 ? 2 : 0));
        var right = new PlanPoint(-left.X, -left.Y);
        double[] a = [.. part.Bolts.Select(p => PartPlans.Dot(p, ahead))];
        _gauge = [.. part.Bolts.Select(p => PartPlans.Dot(p, left))];
        _line = new int[n];
        var lines = LinesOf(a, hole / 2);
        _order = [.. lines.SelectMany(l => l)];
        // Sums over the bolts of each line from its front on: at offset[line] + k stands the sum over the first k.
        _prefixed = new int[n + lines.Length];
        var offsets = new int[lines.Length];
        for (int l = 0, at = 0; l < lines.Length; at += lines[l].Length + 1, l++)
        {
            offsets[l] = at;
            _prefixed[at] = -1;
            for (var k = 0; k < lines[l].Length; k++) _prefixed[at + k + 1] = lines[l][k];
        }
        int At(int line, double level) => offsets[line] + lines[line].Count(i => a[i] >= level - 1e-6);
        (_reach, _holesSheared, _low, _high, _own) = (new double[n], new double[n], new double[n], new double[n], new int[n]);
        (_beyondLow, _beyondHigh, _stepsOf) = (new (int, int)[n], new (int, int)[n], new (int, int)[n]);
        var (steps, crossed) = (new List<Step>(), new List<int>());
        for (var p = 0; p < n; p++)
        {
            (_reach[p], _low[p], _high[p]) = (part.Ray(p, ahead), part.Ray(p, right), part.Ray(p, left));
            _own[p] = At(_line[p], a[p]);
            _holesSheared[p] = (_own[p] - offsets[_line[p]] - 0.5) * along;
            _beyondLow[p] = Crossing(Enumerable.Range(0, _line[p]), _ => a[p]);
            _beyondHigh[p] = Crossing(Enumerable.Range(_line[p] + 1, lines.Length - _line[p] - 1), _ => a[p]);
            var first = steps.Count;
            for (var l = _line[p] + 1; l < lines.Length; l++)
            {
                foreach (var q in lines[l])
                {
                    var (gauge, stagger) = (_gauge[q] - _gauge[p], a[q] - a[p]);
                    var (from, until) = Crossing(Enumerable.Range(_line[p] + 1, l - _line[p] - 1), b => a[p]
                        + (stagger * (_gauge[lines[b][0]] - _gauge[p]) / gauge));
                    var length = gauge + (stagger * stagger / (4 * gauge));
                    steps.Add(new(q, length, length - across, from, until));
                }
            }
            _stepsOf[p] = (first, steps.Count);
        }
        (_steps, _crossed) = ([.. steps], [.. crossed]);

        (int, int) Crossing(IEnumerable<int> of, Func<int, double> level)
        {
            var from = crossed.Count;
            foreach (var l in of) crossed.Add(At(l, level(l)));
            return (from, crossed.Count);
        }
    }

    private int[][] LinesOf(double[] a, double tolerance)
    {
        var lines = new List<List<int>>();
        foreach (var i in Enumerable.Range(0, a.Length).OrderBy(i => _gauge[i]))
        {
            if (lines.Count == 0 || _gauge[i] - _gauge[lines[^1][0]] >= tolerance) lines.Add([]);
            lines[^1].Add(i);
            _line[i] = lines.Count - 1;
        }
        return [.. lines.Select(l => l.OrderByDescending(i => a[i]).ToArray())];
    }

    /// <summary>The path of least strength over load; null where none lies below <paramref name="least"/>.</summary>
    /// <param name="section">True for sections from side to side, false for blocks with at least one shear line.</param>
    /// <param name="per">Strength of the part.</param>
    /// <param name="forces">Force of each bolt in the direction, N.</param>
    /// <param name="least">A ratio that is known already: only what lies below it is looked for.</param>
    public FailurePath? Weakest(bool section, in PathStrength per, ReadOnlySpan<double> forces, double least)
    {
        FailurePath? weakest = null;
        var pull = 0.0;
        foreach (var f in forces) if (f > 0) pull += f;
        // No path is weaker than the weakest of its pieces, nor takes more than all that pulls.
        if (pull <= 0 || LeastOf(section, per) >= least * pull) return null;
        var ratio = Math.Min(least, FarAbove(per, forces));
        Span<double> sums = _prefixed.Length <= 256 ? stackalloc double[_prefixed.Length] : new double[_prefixed.Length];
        for (var i = 0; i < sums.Length; i++) sums[i] = _prefixed[i] < 0 ? 0 : sums[i - 1] + forces[_prefixed[i]];
        // Each walk lowers the ratio to that of a path that is there: it ends.
        for (var walk = 0; walk < 60; walk++)
        {
            if (Walk(section, per, sums, ratio) is not { } found) break;
            var (strength, load) = (found.Strength(per), found.Load(forces));
            if (load <= 0 || strength / load >= ratio * (1 - 1e-13)) break;
            (weakest, ratio) = (found, strength / load);
        }
        return weakest;
    }

    /// <summary>No path is weaker, N: a block has a shear line, a section passes every line with no more than a hole in each.</summary>
    private double LeastOf(bool section, in PathStrength per)
    {
        var least = double.PositiveInfinity;
        if (section)
        {
            var net = _gauge[_order[^1]] - _gauge[_order[0]] + _low.Min() + _high.Min() - ((_line[_order[^1]] + 1) * _across);
            return double.IsNaN(net) ? 0 : Math.Max(0, per.NetPulled * net);
        }
        for (var p = 0; p < _reach.Length; p++)
        {
            if (double.IsFinite(_reach[p])) least = Math.Min(least, (per.GrossSheared * _reach[p])
                + (per.NetSheared * Math.Max(0, _reach[p] - _holesSheared[p])));
        }
        return least;
    }

    /// <summary>A ratio that no path of consequence lies above.</summary>
    private double FarAbove(in PathStrength per, ReadOnlySpan<double> forces)
    {
        var most = 0.0;
        foreach (var f in forces) most = Math.Max(most, f);
        var length = 0.0;
        for (var i = 0; i < _reach.Length; i++) foreach (var l in (ReadOnlySpan<double>)[_reach[i], _low[i],
            _high[i]]) if (double.IsFinite(l)) length = Math.Max(length, l);
        var span = _gauge[_order[^1]] - _gauge[_order[0]];
        return 1e6 * (per.NetPulled + per.GrossPulled + per.NetSheared + per.GrossSheared) * (length + span) / most;
    }

    // How a bolt was reached: by a shear line from itself, from the side, or along the fracture after either.
    private const int FromSide = 0;
    private const int FromShear = 1;
    private const int AlongFromShear = 2;

    /// <summary>The path with the least strength − λ·load; null where none is below nothing.</summary>
    private FailurePath? Walk(bool section, in PathStrength per, ReadOnlySpan<double> sums, double ratio)
    {
        var n = _order.Length;
        Span<double> value = n <= 128 ? stackalloc double[3 * n] : new double[3 * n];
        Span<int> before = n <= 128 ? stackalloc int[3 * n] : new int[3 * n];
        value.Fill(double.PositiveInfinity);
        before.Fill(-1);
        var (least, last, isShear) = (-1e-12 * ratio, -1, false);
        foreach (var p in _order)
        {
            var taken = sums[_own[p]];
            var shear = double.IsFinite(_reach[p]) && !section ? (per.GrossSheared * _reach[p])
                + (per.NetSheared * (_reach[p] - _holesSheared[p])) : double.PositiveInfinity;
            if (double.IsFinite(_low[p]))
            {
                var fresh = (per.GrossPulled * _low[p])
                    + (per.NetPulled * (_low[p] - (_across / 2))) - (ratio * (taken + Sum(sums, _beyondLow[p])));
                if (fresh < value[(3 * p) + FromSide]) (value[(3 * p) + FromSide], before[(3 * p) + FromSide]) = (fresh, -1);
            }
            value[(3 * p) + FromShear] = shear - (ratio * taken);
            // The two ways to close a path here.
            if (!section)
            {
                Close(shear, FromSide, true, value);
                Close(shear, AlongFromShear, true, value);
            }
            if (double.IsFinite(_high[p]))
            {
                var side = (per.GrossPulled * _high[p])
                    + (per.NetPulled * (_high[p] - (_across / 2))) - (ratio * Sum(sums, _beyondHigh[p]));
                if (section) Close(side, FromSide, false, value);
                else
                {
                    Close(side, FromShear, false, value);
                    Close(side, AlongFromShear, false, value);
                }
            }
            var (first, until) = _stepsOf[p];
            for (var s = first; s < until; s++)
            {
                var step = _steps[s];
                var cost = (per.GrossPulled * step.Gross)
                    + (per.NetPulled * step.Net) - (ratio * (sums[_own[step.To]] + Sum(sums, (step.From, step.Until))));
                Reach(FromSide, FromSide, step.To, cost, value, before);
                Reach(FromShear, AlongFromShear, step.To, cost, value, before);
                Reach(AlongFromShear, AlongFromShear, step.To, cost, value, before);
            }

            void Close(double cost, int way, bool sheared, Span<double> value)
            {
                if (value[(3 * p) + way] + cost >= least) return;
                (least, last, isShear) = (value[(3 * p) + way] + cost, (3 * p) + way, sheared);
            }

            void Reach(int from, int to, int q, double cost, Span<double> value, Span<int> before)
            {
                var reached = value[(3 * p) + from] + cost;
                if (reached >= value[(3 * q) + to]) return;
                (value[(3 * q) + to], before[(3 * q) + to]) = (reached, (3 * p) + from);
            }
        }
        if (last < 0) return null;
        var through = new List<int>();
        var begun = last;
        for (var at = last; at >= 0; at = before[at])
        {
            through.Insert(0, at / 3);
            begun = at % 3;
        }
        return Measured([.. through], begun != FromSide, isShear);
    }

    private double Sum(ReadOnlySpan<double> sums, (int From, int To) crossed)
    {
        var sum = 0.0;
        for (var i = crossed.From; i < crossed.To; i++) sum += sums[_crossed[i]];
        return sum;
    }

    /// <summary>A path in lengths and bolts.</summary>
    private FailurePath Measured(ImmutableArray<int> through, bool startSheared, bool finishSheared)
    {
        var (net, gross, sheared, holes) = (0.0, 0.0, 0.0, 0.0);
        var taken = ImmutableArray.CreateBuilder<int>();
        foreach (var p in through) Take(_own[p]);
        for (var i = 1; i < through.Length; i++)
        {
            var (first, until) = _stepsOf[through[i - 1]];
            var step = _steps.AsSpan(first, until - first).ToArray().First(s => s.To == through[i]);
            (net, gross) = (net + step.Net, gross + step.Gross);
            TakeAll((step.From, step.Until));
        }
        foreach (var (bolt, isShear, side, beyond) in new[] { (through[0], startSheared, _low[through[0]], _beyondLow[through[0]]),
            (through[^1], finishSheared, _high[through[^1]], _beyondHigh[through[^1]]) })
        {
            if (isShear) (sheared, holes) = (sheared + _reach[bolt], holes + _holesSheared[bolt]);
            else
            {
                (net, gross) = (net + side - (_across / 2), gross + side);
                TakeAll(beyond);
            }
        }
        return new(
            startSheared ? through[0] : -1, finishSheared ? through[^1] : -1, Math.Max(0, net), gross, Math.Max(0, sheared - holes),
            sheared, taken.ToImmutable(), through);

        void TakeAll((int From, int To) crossed)
        {
            for (var i = crossed.From; i < crossed.To; i++) Take(_crossed[i]);
        }

        void Take(int prefix)
        {
            for (; _prefixed[prefix] >= 0; prefix--) taken.Add(_prefixed[prefix]);
        }
    }
}
