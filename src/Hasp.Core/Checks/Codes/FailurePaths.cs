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
/// <param name="GrossPulled">The same across, holes not deducted.</param>
/// <param name="NetSheared">Length sheared along both lines, holes deducted.</param>
/// <param name="GrossSheared">Length sheared, holes not deducted.</param>
/// <param name="Taken">Bolts whose load goes with it.</param>
/// <param name="Through">Bolts that the fracture passes, in its order.</param>
internal sealed record FailurePath(
    int Start, int Finish, double NetPulled, double GrossPulled, double NetSheared, double GrossSheared, ImmutableArray<int> Taken, ImmutableArray<int> Through)
{
    /// <summary>True where no line is sheared: a net section from side to side.</summary>
    public bool IsSection => Start < 0 && Finish < 0;

    /// <summary>True where it is torn out at one corner: one shear line, and the fracture runs to one side.</summary>
    public bool IsOneSided => !IsSection && (Start < 0 || Finish < 0);
}

/// <summary>
/// Every way that a part can part in one direction, found from the real pattern: of the paths between the same two ends that take as many
/// bolts with them, the narrowest. Two corners torn out together are not listed: their resistances and their shares of the load both add,
/// so that together they are never weaker than the weaker of the two (the mediant of two ratios lies between them).
/// </summary>
internal sealed class FailurePaths
{
    // A search over more bolts steps only to the neighbouring line: a slanting path that skips one is never narrower there by more than it is longer.
    private const int MostInFull = 100;

    private FailurePaths(ImmutableArray<FailurePath> all, bool inFull) => (All, InFull) = (all, inFull);

    /// <summary>The paths.</summary>
    public ImmutableArray<FailurePath> All { get; }

    /// <summary>False where lines were not skipped, because there are too many bolts.</summary>
    public bool InFull { get; }

    /// <summary>Searches a part.</summary>
    /// <param name="part">The part.</param>
    /// <param name="direction">Direction in which it would be torn out, one of its four.</param>
    /// <param name="hole">Bolts nearer to a line than half of this stand in it, mm.</param>
    /// <param name="across">Deducted from what is pulled for each hole, mm.</param>
    /// <param name="along">Deducted from what is sheared for each hole, mm.</param>
    public static FailurePaths Of(PartPlan part, int direction, double hole, double across, double along) =>
        new Search(part, direction, hole, across, along).Run();

    private sealed class Search
    {
        private readonly PartPlan _part;
        private readonly PlanPoint _ahead;
        private readonly double _across;
        private readonly double _along;
        private readonly double[] _a;
        private readonly double[] _b;
        private readonly int[] _line;
        private readonly int[][] _lines;
        private readonly int[] _order;

        internal Search(PartPlan part, int direction, double hole, double across, double along)
        {
            (_part, _across, _along) = (part, across, along);
            _ahead = PartPlan.Unit(direction);
            var left = PartPlan.Unit(direction < 2 ? 2 : 0);
            _a = [.. part.Bolts.Select(p => PartPlans.Dot(p, _ahead))];
            _b = [.. part.Bolts.Select(p => PartPlans.Dot(p, left))];
            (Left, Right) = (left, new(-left.X, -left.Y));
            _line = new int[_a.Length];
            _lines = LinesOf(hole / 2);
            _order = [.. _lines.SelectMany(l => l)];
        }

        private PlanPoint Left { get; }

        private PlanPoint Right { get; }

        private int[][] LinesOf(double tolerance)
        {
            var lines = new List<List<int>>();
            foreach (var i in Enumerable.Range(0, _b.Length).OrderBy(i => _b[i]))
            {
                if (lines.Count == 0 || _b[i] - _b[lines[^1][0]] >= tolerance) lines.Add([]);
                lines[^1].Add(i);
                _line[i] = lines.Count - 1;
            }
            return [.. lines.Select(l => l.OrderByDescending(i => _a[i]).ToArray())];
        }

        internal FailurePaths Run()
        {
            var n = _a.Length;
            var found = new List<FailurePath>();
            for (var s = -1; s < n; s++) From(s, found);
            return new([.. found], n <= MostInFull);
        }

        /// <summary>Narrowest way from a start to each bolt for each number of bolts taken, and the bolt before it.</summary>
        private void From(int start, List<FailurePath> found)
        {
            var n = _a.Length;
            var width = new double[n, n + 1];
            var before = new (int Bolt, int Count)[n, n + 1];
            for (var i = 0; i < n; i++) for (var k = 0; k <= n; k++) width[i, k] = double.PositiveInfinity;
            if (start >= 0) Put(start, Ahead(_line[start], _a[start]), 0, (-1, 0));
            else
            {
                foreach (var q in _order)
                {
                    var side = _part.Ray(q, Right);
                    if (!double.IsFinite(side)) continue;
                    Put(q, Enumerable.Range(0, _line[q] + 1).Sum(l => Ahead(l, _a[q])), side - (_across / 2), (-1, 0));
                }
            }
            foreach (var p in _order)
            {
                for (var k = 0; k <= n; k++)
                {
                    if (double.IsPositiveInfinity(width[p, k])) continue;
                    Close(p, k);
                    Step(p, k);
                }
            }

            void Put(int bolt, int count, double net, (int, int) from)
            {
                if (net >= width[bolt, count]) return;
                width[bolt, count] = net;
                before[bolt, count] = from;
            }

            void Step(int p, int count)
            {
                var last = n <= MostInFull ? _lines.Length - 1 : Math.Min(_line[p] + 1, _lines.Length - 1);
                for (var l = _line[p] + 1; l <= last; l++)
                {
                    foreach (var q in _lines[l])
                    {
                        var (gauge, stagger) = (_b[q] - _b[p], _a[q] - _a[p]);
                        var taken = Ahead(l, _a[q]);
                        for (var between = _line[p] + 1; between < l; between++) taken += Ahead(between, LevelAt(p, q, between));
                        Put(q, count + taken, width[p, count] - _across + gauge + (stagger * stagger / (4 * gauge)), (p, count));
                    }
                }
            }

            void Close(int q, int count)
            {
                var reach = _part.Ray(q, _ahead);
                if (q != start && double.IsFinite(reach)) Add(q, q, count, width[q, count], _b[q]);
                var side = _part.Ray(q, Left);
                if (double.IsFinite(side))
                {
                    var beyond = Enumerable.Range(_line[q] + 1, _lines.Length - _line[q] - 1).Sum(l => Ahead(l, _a[q]));
                    Add(-1, q, count, width[q, count] - (_across / 2) + side, _b[q] + side, beyond);
                }
            }

            void Add(int finish, int last, int count, double net, double to, int beyond = 0)
            {
                var (sheared, holes) = (0.0, 0.0);
                foreach (var end in new[] { start, finish })
                {
                    if (end < 0) continue;
                    var reach = _part.Ray(end, _ahead);
                    if (!double.IsFinite(reach)) return;
                    sheared += reach;
                    holes += Ahead(_line[end], _a[end]) - 0.5;
                }
                var through = new List<int>();
                for (var (at, k) = (last, count); at >= 0; (at, k) = before[at, k]) through.Insert(0, at);
                var from = start >= 0 ? _b[start] : _b[through[0]] - _part.Ray(through[0], Right);
                var taken = Taken(through, start < 0, finish < 0);
                found.Add(new(start, finish, Math.Max(0, net), to - from, Math.Max(0, sheared - (holes * _along)), sheared, taken, [.. through]));
            }
        }

        private ImmutableArray<int> Taken(List<int> through, bool fromSide, bool toSide)
        {
            var taken = ImmutableArray.CreateBuilder<int>();
            var (first, last) = (_line[through[0]], _line[through[^1]]);
            for (var l = fromSide ? 0 : first; l <= (toSide ? _lines.Length - 1 : last); l++)
            {
                var level = l <= first ? _a[through[0]] : l >= last ? _a[through[^1]] : Between(through, l);
                foreach (var i in _lines[l]) if (_a[i] >= level - 1e-6) taken.Add(i);
            }
            return taken.ToImmutable();
        }

        private double Between(List<int> through, int line)
        {
            var next = through.FindIndex(q => _line[q] >= line);
            return _line[through[next]] == line ? _a[through[next]] : LevelAt(through[next - 1], through[next], line);
        }

        /// <summary>How far ahead the straight line from bolt to bolt crosses a line between them.</summary>
        private double LevelAt(int p, int q, int line) =>
            _a[p] + ((_a[q] - _a[p]) * (_b[_lines[line][0]] - _b[p]) / (_b[q] - _b[p]));

        /// <summary>Bolts of a line at or ahead of a level.</summary>
        private int Ahead(int line, double level)
        {
            var many = 0;
            foreach (var i in _lines[line]) if (_a[i] >= level - 1e-6) many++;
            return many;
        }
    }
}
