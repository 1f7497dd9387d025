using System.Collections.Concurrent;
using System.Collections.Immutable;
using Hasp.Core.Formulas;

namespace Hasp.Core.LoadPath;

/// <summary>A bolt in plan.</summary>
/// <param name="X">mm.</param>
/// <param name="Y">mm.</param>
/// <param name="Weight">Its area over that of the others; 1 where all are alike.</param>
/// <param name="Number">Number on the drawing, from 1; 0 where it has none.</param>
public readonly record struct PlanBolt(double X, double Y, double Weight = 1, int Number = 0)
{
    /// <summary>Its number as it is drawn, by its place in the group where it has none of its own.</summary>
    internal int NumberAt(int index) => Number > 0 ? Number : index + 1;

    /// <summary>Its area over one bolt's, to be calculated with; where all are alike the 1 belongs to the formula.</summary>
    /// <param name="index">Its index in the group.</param>
    internal T WeightOf<T>(int index)
        where T : struct, IReal<T> =>
        Weight == 1 ? T.Const(1) : T.Given(Terms.BoltWeight, Weight, NumberAt(index));
}

/// <summary>
/// Bolts in plan with what their arrangement amounts to: number, centroid, sums of squares about it. Lengths in mm, areas as weights.
/// </summary>
public sealed class BoltGroup
{
    /// <summary>Takes the bolts as they are; at least one.</summary>
    /// <exception cref="ArgumentException">There is no bolt.</exception>
    public BoltGroup(ImmutableArray<PlanBolt> bolts)
    {
        if (bolts.IsDefaultOrEmpty) throw new ArgumentException("a group has at least one bolt", nameof(bolts));
        Bolts = bolts;
        Weight = bolts.Sum(b => b.Weight);
        CentroidX = bolts.Sum(b => b.Weight * b.X) / Weight;
        CentroidY = bolts.Sum(b => b.Weight * b.Y) / Weight;
        SumX2 = bolts.Sum(b => b.Weight * Square(b.X - CentroidX));
        SumY2 = bolts.Sum(b => b.Weight * Square(b.Y - CentroidY));
        SumXY = bolts.Sum(b => b.Weight * (b.X - CentroidX) * (b.Y - CentroidY));
    }

    /// <summary>The bolts.</summary>
    public ImmutableArray<PlanBolt> Bolts { get; }

    private ConcurrentDictionary<object, object>? _made;

    /// <summary>Something that follows from where the bolts are and from what its key names: made once, and kept as long as the
    /// group.</summary>
    internal TMade Once<TKey, TMade>(TKey key, Func<TKey, TMade> make)
        where TKey : notnull
        where TMade : class
    {
        var made = _made ?? Interlocked.CompareExchange(ref _made, [], null) ?? _made;
        return (TMade)made.GetOrAdd(key, static (k, m) => m((TKey)k), make);
    }

    /// <summary>Σw; N where all are alike.</summary>
    public double Weight { get; }

    /// <summary>x of the centroid of bolt areas, mm.</summary>
    public double CentroidX { get; }

    /// <summary>y of the centroid of bolt areas, mm.</summary>
    public double CentroidY { get; }

    /// <summary>Σw·x² about the centroid, mm².</summary>
    public double SumX2 { get; }

    /// <summary>Σw·y² about the centroid, mm².</summary>
    public double SumY2 { get; }

    /// <summary>Σw·x·y about the centroid, mm²; 0 in a symmetrical group.</summary>
    public double SumXY { get; }

    /// <summary>Σw·r² about the centroid, mm².</summary>
    public double Polar => SumX2 + SumY2;

    /// <summary>Σx², in a working as the sum that it is.</summary>
    internal T SumX2Of<T>()
        where T : struct, IReal<T> =>
        Sums.Of<T, BoltGroup>(Terms.SumX2, SumX2, this, static g => g.Bolts.Select(b => (b.Weight, b.X - g.CentroidX, b.X - g.CentroidX)));

    /// <summary>Σy², in a working as the sum that it is.</summary>
    internal T SumY2Of<T>()
        where T : struct, IReal<T> =>
        Sums.Of<T, BoltGroup>(Terms.SumY2, SumY2, this, static g => g.Bolts.Select(b => (b.Weight, b.Y - g.CentroidY, b.Y - g.CentroidY)));

    /// <summary>Σxy, in a working as the sum that it is.</summary>
    internal T SumXYOf<T>()
        where T : struct, IReal<T> =>
        Sums.Of<T, BoltGroup>(Terms.SumXY, SumXY, this, static g => g.Bolts.Select(b => (b.Weight, b.X - g.CentroidX, b.Y - g.CentroidY)));

    /// <summary>Σr² = Σx² + Σy².</summary>
    internal T PolarOf<T>()
        where T : struct, IReal<T> => T.Let(Terms.PolarSum, SumX2Of<T>() + SumY2Of<T>());

    /// <summary>A length to measure smallness against, mm.</summary>
    internal double Size => Math.Sqrt(Polar / Weight);

    /// <summary>True where the bolts span no line: one bolt, or all at one place.</summary>
    public bool IsPoint => Polar <= 1e-12 * Math.Max(1, Square(CentroidX) + Square(CentroidY));

    /// <summary>True where all bolts lie on one line; a moment that turns about that line finds no resistance.</summary>
    // Within a ten-thousandth of their spread: no hole stands truer, and what they held across the line would be no hold.
    public bool IsLine => !IsPoint && (SumX2 * SumY2) - (SumXY * SumXY) <= 1e-8 * Polar * Polar;

    /// <summary>The least distance between two bolts, mm; infinite where there is one only.</summary>
    public double LeastPitch => double.IsNaN(_leastPitch) ? _leastPitch = PitchOf(Bolts) : _leastPitch;

    // Not a nullable: of two who ask at once none may read half of it.
    private double _leastPitch = double.NaN;

    /// <summary>Centroid, in the joint plane.</summary>
    public Components Centroid => new(CentroidX, CentroidY, 0);

    /// <summary>Direction of the line that all bolts lie on, of length 1; only where <see cref="IsLine"/>.</summary>
    public (double X, double Y) LineDirection
    {
        get
        {
            var length = Math.Sqrt(Polar);
            return (Math.Sqrt(SumX2) / length, Math.CopySign(Math.Sqrt(SumY2), SumXY == 0 ? 1 : SumXY) / length);
        }
    }

    /// <summary>A load stated at a point, carried to the centroid in the joint plane (z = 0).</summary>
    public Resultant AtCentroid(in Resultant load, in Components at) => load.Moved(at, Centroid);

    internal static double Square(double v) => v * v;

    private static double PitchOf(ImmutableArray<PlanBolt> bolts)
    {
        var least = double.PositiveInfinity;
        for (var i = 0; i < bolts.Length; i++)
        {
            for (var j = i + 1; j < bolts.Length; j++) least = Math.Min(least, Square(bolts[i].X - bolts[j].X)
                + Square(bolts[i].Y - bolts[j].Y));
        }
        return Math.Sqrt(least);
    }
}

/// <summary>
/// The load on each bolt of a group from a load at its centroid, one bolt at a time: N, mm, N·mm. Written once; read as numbers, as
/// working, and as lanes where many load cases are enveloped.
/// </summary>
public static class GroupFormulas
{
    /// <summary>M + r × F: the moment of a load about a point, r from that point to where the load is stated, N·mm.</summary>
    /// <param name="force">F, N.</param>
    /// <param name="moment">M, N·mm.</param>
    /// <param name="arm">r, mm.</param>
    /// <param name="index">Tells apart several loads of one working.</param>
    public static (T X, T Y, T Z) Carried<T>(in (T X, T Y, T Z) force, in (T X, T Y, T Z) moment, in Components arm, int index = 0)
        where T : struct, IReal<T>
    {
        var (x, y, z) = (T.Given(Terms.ArmX, arm.X, index), T.Given(Terms.ArmY, arm.Y, index), T.Given(Terms.ArmZ, arm.Z, index));
        return (
            T.Let(Terms.CentroidMomentX, moment.X + (y * force.Z) - (z * force.Y), index),
            T.Let(Terms.CentroidMomentY, moment.Y + (z * force.X) - (x * force.Z), index),
            T.Let(Terms.CentroidMomentZ, moment.Z + (x * force.Y) - (y * force.X), index));
    }

    /// <summary>V·w/Σw: the direct share of an in-plane force, component by component.</summary>
    public static T Direct<T>(Term name, T force, T weight, T weights, int index = 0)
        where T : struct, IReal<T> =>
        T.Let(name, force * weight / weights, index);

    /// <summary>
    /// In-plane elastic vector method: direct share V/N, and torsion T·r/Σr² perpendicular to the arm, added as vectors.
    /// </summary>
    /// <param name="group">The group.</param>
    /// <param name="bolt">Index of the bolt.</param>
    /// <param name="forceX">Vx, N.</param>
    /// <param name="forceY">Vy, N.</param>
    /// <param name="torsion">Mz about the centroid, N·mm; must be 0 where the group is a point.</param>
    public static InPlaneShare<T> InPlane<T>(BoltGroup group, int bolt, T forceX, T forceY, T torsion)
        where T : struct, IReal<T>
    {
        var b = group.Bolts[bolt];
        var (weight, weights) = (b.WeightOf<T>(bolt), T.Given(Terms.BoltWeights, group.Weight));
        var directX = Direct(Terms.DirectShearX, forceX, weight, weights);
        var directY = Direct(Terms.DirectShearY, forceY, weight, weights);
        if (group.IsPoint) return new(directX, directY, T.Const(0), T.Const(0), Length(directX, directY));
        var polar = group.PolarOf<T>();
        var x = T.Given(Terms.BoltX, b.X - group.CentroidX, b.NumberAt(bolt));
        var y = T.Given(Terms.BoltY, b.Y - group.CentroidY, b.NumberAt(bolt));
        var turnX = T.Let(Terms.TorsionShearX, -(torsion * y * weight / polar));
        var turnY = T.Let(Terms.TorsionShearY, torsion * x * weight / polar);
        return new(directX, directY, turnX, turnY, Length(directX + turnX, directY + turnY));
    }

    /// <summary>
    /// Centroid school: T = w·(a + b·x + c·y) from the three equations of equilibrium about the centroid, a rigid plate on springs. The
    /// product sum Σxy counts in an unsymmetrical group. Bolts on one side unload; valid while the faces stay shut.
    /// </summary>
    /// <param name="group">The group.</param>
    /// <param name="bolt">Index of the bolt.</param>
    /// <param name="pull">Fz, N.</param>
    /// <param name="momentX">Mx about the centroid, N·mm.</param>
    /// <param name="momentY">My about the centroid, N·mm.</param>
    /// <param name="index">Tells apart several loads of one working.</param>
    public static T TensionByCentroid<T>(BoltGroup group, int bolt, T pull, T momentX, T momentY, int index = 0)
        where T : struct, IReal<T>
    {
        var b = group.Bolts[bolt];
        var weight = b.WeightOf<T>(bolt);
        var direct = pull / T.Given(Terms.BoltWeights, group.Weight);
        if (group.IsPoint) return T.Let(Terms.BoltTension, weight * direct, index);
        var x = T.Given(Terms.BoltX, b.X - group.CentroidX, b.NumberAt(bolt));
        var y = T.Given(Terms.BoltY, b.Y - group.CentroidY, b.NumberAt(bolt));
        if (group.IsLine)
        {
            // Along the line's own direction u: T = w·(Fz/Σw + M·s/Σs²), M the moment that turns about the normal of the line.
            var (ux, uy) = group.LineDirection;
            var along = T.Const(ux) * x + (T.Const(uy) * y);
            var moment = (T.Const(uy) * momentX) - (T.Const(ux) * momentY);
            return T.Let(Terms.BoltTension, weight * (direct + (moment * along / group.PolarOf<T>())), index);
        }
        var (xx, yy, xy) = (group.SumX2Of<T>(), group.SumY2Of<T>(), group.SumXYOf<T>());
        var determinant = (xx * yy) - (xy * xy);
        var slopeX = -((momentY * yy) + (momentX * xy)) / determinant;
        var slopeY = ((momentX * xx) + (momentY * xy)) / determinant;
        return T.Let(Terms.BoltTension, weight * (direct + (slopeX * x) + (slopeY * y)), index);
    }

    /// <summary>
    /// Pivot school for one axis: T = M·y/Σy², M about the pivot line and y from it; bolts on the compression side carry nothing and do
    /// not count. No bolt carries where the moment closes the joint.
    /// </summary>
    /// <param name="moment">M about the pivot line, N·mm; + opens the joint on the bolts' side.</param>
    /// <param name="distance">y of the bolt from the line, mm; below 0 on the compression side.</param>
    /// <param name="weight">Its area over the others'.</param>
    /// <param name="sumOfSquares">Σw·y² of the bolts on the tension side, mm².</param>
    /// <param name="index">Tells apart several lines of one working.</param>
    public static T TensionByPivot<T>(T moment, T distance, T weight, T sumOfSquares, int index = 0)
        where T : struct, IReal<T>
    {
        var zero = T.Const(0);
        return T.Let(Terms.PivotTension, T.Max(zero, moment) * weight * T.Max(zero, distance) / sumOfSquares, index);
    }

    private static T Length<T>(T x, T y)
        where T : struct, IReal<T> =>
        T.Let(Terms.Shear, T.Sqrt((x * x) + (y * y)), source: "by the pattern, elastic vector method");
}

/// <summary>Sums over bolts: numbers that were added up once, and in a working the sum itself, as long as it can be read.</summary>
internal static class Sums
{
    /// <summary>A longer sum is shown as a number.</summary>
    private const int Readable = 12;

    /// <summary>Σ w·a·b.</summary>
    /// <param name="name">Its name.</param>
    /// <param name="value">What it was added up to.</param>
    /// <param name="over">What it is the sum over.</param>
    /// <param name="terms">Weight and the two factors of every bolt; asked for where they are shown.</param>
    /// <param name="index">Tells apart several sums of one working.</param>
    internal static T Of<T, TOver>(Term name, double value, TOver over, Func<TOver, IEnumerable<(double Weight, double A, double B)>> terms,
        int index = 0)
        where T : struct, IReal<T>
    {
        if (!Traced.Reads<T>()) return T.Given(name, value, index);
        var all = terms(over).ToList();
        if (all.Count > Readable) return T.Given(name, value, index, $"the pattern, over {all.Count} bolts");
        return T.Let(name, all.Select(Product<T>).Aggregate((sum, next) => sum + next), index);
    }

    private static T Product<T>((double Weight, double A, double B) term)
        where T : struct, IReal<T>
    {
        var product = T.Const(term.A) * T.Const(term.B);
        return term.Weight == 1 ? product : T.Const(term.Weight) * product;
    }
}

/// <summary>The in-plane load on one bolt, N: both parts and their vector sum.</summary>
public readonly record struct InPlaneShare<T>(T DirectX, T DirectY, T TorsionX, T TorsionY, T Resultant)
    where T : struct, IReal<T>;
