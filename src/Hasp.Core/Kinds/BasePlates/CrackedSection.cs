using Hasp.Core.LoadPath;
using MathNet.Numerics.LinearAlgebra;

namespace Hasp.Core.Kinds.BasePlates;

/// <summary>
/// A stiff plate on concrete that only presses and bolts that only pull: the strain is a plane, concrete presses in proportion where it is
/// short, bolts pull with the modular ratio times that where it is long. Both axes at once. Solved by assuming which of them act, solving
/// the plane and assuming anew, until nothing changes; equilibrium is exact for what acts.
/// </summary>
internal static class CrackedSection
{
    private const int MostRounds = 200;

    /// <summary>What was found: bolt tensions and the compression under the plate, N; where it acts, mm; the greatest pressure at a
    /// corner, MPa.</summary>
    internal sealed record Solution(double[] Tensions, double Compression, double AtX, double AtY, double Peak);

    /// <summary>Finds the plane.</summary>
    /// <param name="width">Of the plate, along x, mm.</param>
    /// <param name="depth">Of the plate, along y, mm.</param>
    /// <param name="bolts">Places, mm.</param>
    /// <param name="stiffness">Modular ratio times the stress area of one bolt, mm².</param>
    /// <param name="pull">Fz, + pulls the plate off, N.</param>
    /// <param name="momentX">Mx, + pulls the bolts at +y, N·mm.</param>
    /// <param name="momentY">My, + pulls those at −x, N·mm.</param>
    /// <returns>The solution; null where nothing holds, or no plane is found.</returns>
    internal static Solution? Solve(double width, double depth, IReadOnlyList<PlanPoint> bolts, double stiffness, double pull,
        double momentX, double momentY)
    {
        // The plane e = a + b·x + c·y, + short: N = ∫e, My = ∫e·x, −Mx = ∫e·y over what acts.
        double[] load = [-pull, momentY, -momentX];
        double[] plane = [1e-9, 0, 0];
        if (load.All(f => f == 0)) return new(new double[bolts.Count], 0, 0, 0, 0);
        var all = Full(width, depth);
        plane = Linear(Sums(all), bolts.Select(_ => true).ToArray(), bolts, stiffness, load) ?? plane;
        for (var round = 0; round < MostRounds; round++)
        {
            var pressed = Pressed(all, plane);
            var active = bolts.Select(b => At(plane, b) < 0).ToArray();
            if (Linear(Sums(pressed), active, bolts, stiffness, load) is not { } next) return null;
            // Half steps after a while: two sets that take turns are brought together.
            var step = round < 60 ? 1.0 : 0.5;
            var mixed = plane.Zip(next, (p, n) => p + (step * (n - p))).ToArray();
            var moved = mixed.Zip(plane, (x, y) => Math.Abs(x - y)).Zip(new[] { 1, width, depth }, (m, s) => m * s).Max();
            var size = Math.Max(Math.Abs(mixed[0]), Math.Max(Math.Abs(mixed[1]) * width, Math.Abs(mixed[2]) * depth));
            plane = mixed;
            if (moved < 1e-13 * size) break;
            if (round == MostRounds - 1 && moved > 1e-9 * size) return null;
        }
        var tensions = bolts.Select(b => Math.Max(0, -At(plane, b)) * stiffness).ToArray();
        var sums = Sums(Pressed(all, plane));
        var compression = (plane[0] * sums[0]) + (plane[1] * sums[1]) + (plane[2] * sums[2]);
        var (mx, my) = ((plane[0] * sums[1]) + (plane[1] * sums[3]) + (plane[2] * sums[4]), (plane[0] * sums[2]) + (plane[1] * sums[4])
            + (plane[2] * sums[5]));
        return new(
            tensions, compression, compression > 0 ? mx / compression : 0, compression > 0 ? my / compression : 0,
            Math.Max(0, all.Max(c => At(plane, c))));
    }

    private static double At(double[] plane, PlanPoint p) => plane[0] + (plane[1] * p.X) + (plane[2] * p.Y);

    private static List<PlanPoint> Full(double width, double depth) =>
        [new(-width / 2, -depth / 2), new(width / 2, -depth / 2), new(width / 2, depth / 2), new(-width / 2, depth / 2)];

    /// <summary>The part of a polygon where the plane is short.</summary>
    private static List<PlanPoint> Pressed(List<PlanPoint> polygon, double[] plane)
    {
        var kept = new List<PlanPoint>();
        for (var i = 0; i < polygon.Count; i++)
        {
            var (from, to) = (polygon[i], polygon[(i + 1) % polygon.Count]);
            var (a, b) = (At(plane, from), At(plane, to));
            if (a >= 0) kept.Add(from);
            if (a * b < 0) kept.Add(new(from.X + ((to.X - from.X) * a / (a - b)), from.Y + ((to.Y - from.Y) * a / (a - b))));
        }
        return kept;
    }

    /// <summary>∫1, ∫x, ∫y, ∫x², ∫xy, ∫y² over a polygon, triangle by triangle from its first corner.</summary>
    private static double[] Sums(List<PlanPoint> polygon)
    {
        var sums = new double[6];
        for (var i = 1; i + 1 < polygon.Count; i++)
        {
            var (p, q, r) = (polygon[0], polygon[i], polygon[i + 1]);
            var area = (((q.X - p.X) * (r.Y - p.Y)) - ((r.X - p.X) * (q.Y - p.Y))) / 2;
            var (sx, sy) = (p.X + q.X + r.X, p.Y + q.Y + r.Y);
            sums[0] += area;
            sums[1] += area * sx / 3;
            sums[2] += area * sy / 3;
            sums[3] += area / 12 * ((sx * sx) + (p.X * p.X) + (q.X * q.X) + (r.X * r.X));
            sums[4] += area / 12 * ((sx * sy) + (p.X * p.Y) + (q.X * q.Y) + (r.X * r.Y));
            sums[5] += area / 12 * ((sy * sy) + (p.Y * p.Y) + (q.Y * q.Y) + (r.Y * r.Y));
        }
        return sums;
    }

    /// <summary>The plane that balances the load with a set of bolts and an area; null where they find no hold.</summary>
    private static double[]? Linear(double[] sums, bool[] active, IReadOnlyList<PlanPoint> bolts, double stiffness, double[] load)
    {
        double[,] k = { { sums[0], sums[1], sums[2] }, { sums[1], sums[3], sums[4] }, { sums[2], sums[4], sums[5] } };
        for (var i = 0; i < bolts.Count; i++)
        {
            if (!active[i]) continue;
            double[] at = [1, bolts[i].X, bolts[i].Y];
            for (var r = 0; r < 3; r++) for (var c = 0; c < 3; c++) k[r, c] += stiffness * at[r] * at[c];
        }
        var matrix = Matrix<double>.Build.DenseOfArray(k);
        // Scaled by the plate's size, so that areas and moments of area compare.
        var scale = Math.Sqrt(Math.Max(1, k[0, 0]));
        var scaled = Matrix<double>.Build.DenseOfDiagonalArray([1, 1 / scale, 1 / scale]);
        var solve = scaled * matrix * scaled;
        if (Math.Abs(solve.Determinant()) < 1e-9 * Math.Pow(Math.Max(1e-12, solve.L2Norm()), 3)) return null;
        var found = scaled * solve.Solve(scaled * Vector<double>.Build.Dense(load));
        return found.Any(v => !double.IsFinite(v)) ? null : found.ToArray();
    }
}
