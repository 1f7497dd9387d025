using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.LoadPath;

/// <summary>From a load on the joint to the load on one bolt, N: equal shares where the bolts' places are not stated, else by the pattern.</summary>
public static class OnBolt
{
    /// <summary>Tension (before prying) and shear of one bolt.</summary>
    /// <param name="load">The load case.</param>
    /// <param name="pattern">Where the bolts are; null shares equally.</param>
    /// <param name="count">Number of bolts.</param>
    /// <param name="bolt">Index of the bolt.</param>
    /// <param name="index">Tells apart several loads of one working.</param>
    public static (T Tension, T Shear) Of<T>(LoadCase load, BoltPattern? pattern, int count, int bolt, int index = 0)
        where T : struct, IScalar<T>
    {
        var tension = Tension<T>(load, pattern, count, bolt, index);
        if (pattern is null) return (tension, T.Let(Terms.Shear, T.Given(Terms.JointShear, load.Shear, index) / T.Given(Terms.BoltCount, count), index));
        var (fx, fy, _) = GroupFormulas.Forces<T>(load.Load, index);
        return (tension, GroupFormulas.InPlane(pattern.Group, bolt, fx, fy, MomentsAtCentroid<T>(load, pattern.Group, index).Z).Resultant);
    }

    /// <summary>Tension of one bolt before prying, N.</summary>
    /// <inheritdoc cref="Of"/>
    public static T Tension<T>(LoadCase load, BoltPattern? pattern, int count, int bolt, int index = 0)
        where T : struct, IScalar<T>
    {
        if (pattern is null) return T.Let(Terms.ExternalLoad, T.Given(Terms.JointTension, load.Tension, index) / T.Given(Terms.BoltCount, count), index);
        var (mx, my, _) = MomentsAtCentroid<T>(load, pattern.Group, index);
        var (_, _, fz) = GroupFormulas.Forces<T>(load.Load, index);
        return T.Let(pattern.Prying is null ? Terms.ExternalLoad : Terms.BoltPull, BySchool(pattern, bolt, fz, mx, my, index), index);
    }

    /// <summary>The in-plane load on one bolt with its parts, N; only with a pattern.</summary>
    public static InPlaneShare<Plain> InPlane(LoadCase load, BoltPattern pattern, int bolt) =>
        GroupFormulas.InPlane<Plain>(pattern.Group, bolt, new(load.Load.Force.X), new(load.Load.Force.Y), MomentsAtCentroid<Plain>(load, pattern.Group).Z);

    /// <summary>The compression lines that a case turns about, of x = const and of y = const, mm; null where it turns about none.</summary>
    public static (double? X, double? Y) LinesOf(LoadCase load, BoltPattern pattern)
    {
        var (mx, my, _) = MomentsAtCentroid<Plain>(load, pattern.Group);
        var (aboutX, aboutY) = Turns(mx.Value, my.Value);
        return (aboutY ? (my.Value > 0 ? pattern.Pivots.Right : pattern.Pivots.Left) : null, aboutX ? (mx.Value > 0 ? pattern.Pivots.Bottom : pattern.Pivots.Top) : null);
    }

    /// <summary>Moment of a case about the centroid, N·mm.</summary>
    public static (T X, T Y, T Z) MomentsAtCentroid<T>(LoadCase load, BoltGroup group, int index = 0)
        where T : struct, IReal<T> =>
        load.At is { } at ? GroupFormulas.Carried<T>(load.Load, at - group.Centroid, index) : GroupFormulas.Moments<T>(load.Load, index);

    /// <summary>Tension of one bolt from pull and moments about the centroid, by the pattern's school, N.</summary>
    internal static T BySchool<T>(BoltPattern pattern, int bolt, T pull, T momentX, T momentY, int index = 0)
        where T : struct, IScalar<T> =>
        pattern.School == TensionSchool.Pivot && ByPivots(pattern, bolt, pull, momentX, momentY, index) is { } pivoted
            ? pivoted
            : GroupFormulas.TensionByCentroid(pattern.Group, bolt, pull, momentX, momentY, index);

    /// <summary>
    /// Pivot school. One axis: the pull enters through its moment about the line. Two axes are two separate idealisations, whose tensions
    /// add, and the pull is shared equally. Null where nothing turns the joint, or where the parts come off altogether, so that no line
    /// presses: equilibrium alone then rules, as about the centroid.
    /// </summary>
    private static T? ByPivots<T>(BoltPattern pattern, int bolt, T pull, T momentX, T momentY, int index)
        where T : struct, IScalar<T>
    {
        var (aboutX, aboutY) = Turns(momentX.Value, momentY.Value);
        if (!aboutX && !aboutY) return null;
        var (rows, columns) = (pattern.RowLine(momentX.Value), pattern.ColumnLine(momentY.Value));
        var weight = T.Const(pattern.Group.Bolts[bolt].Weight);
        // Tells the two lines of one case apart, and those of the case it alternates with.
        var (first, second) = ((2 * index) + 1, (2 * index) + 2);
        if (aboutX && aboutY)
        {
            return T.Max(T.Const(0), ByLine(rows, Size(momentX), first) + ByLine(columns, Size(momentY), second) + (pull * weight / T.Given(Terms.BoltWeights, pattern.Group.Weight)));
        }
        var line = aboutX ? rows : columns;
        var moment = T.Let(Terms.PivotMoment, Size(aboutX ? momentX : momentY) + (pull * T.Given(Terms.PivotArm, line.Centroid, first)), first);
        // What the bolts hold beyond the pull is what the line presses with; below nothing there is no line.
        return line.Held * Math.Max(0, moment.Value) / line.Squares < pull.Value ? null : ByLine(line, moment, first);

        static T Size(T moment) => moment.Value < 0 ? -moment : moment;

        T ByLine(PivotLine line, T about, int number) => GroupFormulas.TensionByPivot(
            about, T.Given(Terms.PivotDistance, line.Distances[bolt], number), weight, T.Given(Terms.PivotSquares, line.Squares, number), number);
    }

    /// <summary>About which axes a moment turns the joint, a rounding error apart.</summary>
    private static (bool AboutX, bool AboutY) Turns(double momentX, double momentY)
    {
        var least = 1e-9 * Math.Max(Math.Abs(momentX), Math.Abs(momentY));
        return (Math.Abs(momentX) > least, Math.Abs(momentY) > least);
    }
}
