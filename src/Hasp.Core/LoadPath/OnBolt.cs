using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.LoadPath;

/// <summary>From a load on the joint to the load on one bolt of a pattern, N.</summary>
public static class OnBolt
{
    /// <summary>The in-plane load on one bolt with its parts, N; only with a pattern.</summary>
    public static InPlaneShare<Plain> InPlane(LoadCase load, BoltPattern pattern, int bolt) =>
        GroupFormulas.InPlane<Plain>(pattern.Group, bolt, new(load.Load.Force.X), new(load.Load.Force.Y),
            MomentsAtCentroid<Plain>(load, pattern.Group).Z);

    /// <summary>The compression lines that a case turns about, of x = const and of y = const, mm; null where it turns about none.</summary>
    public static (double? X, double? Y) LinesOf(LoadCase load, BoltPattern pattern)
    {
        var (mx, my, _) = MomentsAtCentroid<Plain>(load, pattern.Group);
        var (aboutX, aboutY) = Turns(mx.Value, my.Value);
        return (aboutY ? (my.Value > 0 ? pattern.Pivots.Right : pattern.Pivots.Left) : null, aboutX
            ? (mx.Value > 0 ? pattern.Pivots.Bottom : pattern.Pivots.Top) : null);
    }

    /// <summary>Moment of a case about the centroid, N·mm.</summary>
    public static (T X, T Y, T Z) MomentsAtCentroid<T>(LoadCase load, BoltGroup group, int index = 0)
        where T : struct, IReal<T> =>
        load.At is { } at ? GroupFormulas.Carried(load.Forces<T>(index), load.Moments<T>(index), at - group.Centroid, index)
            : load.Moments<T>(index);

    /// <summary>Tension of one bolt from pull and moments about the centroid, by the pattern's school, N.</summary>
    internal static T BySchool<T>(BoltPattern pattern, int bolt, T pull, T momentX, T momentY, int index = 0)
        where T : struct, IScalar<T> =>
        pattern.School == TensionSchool.Pivot && ByPivots(pattern, bolt, pull, momentX, momentY, index) is { } pivoted
            ? pivoted
            : GroupFormulas.TensionByCentroid(pattern.Group, bolt, pull, momentX, momentY, index);

    /// <summary>
    /// Pivot school. The pull enters through its moment about the line. Moments about two axes are two separate idealisations, whose
    /// tensions add; the pull is split between the lines in the ratio |Mx|/ex : |My|/ey, e the distance from a line to the centroid, so
    /// that a vanishing second moment changes nothing. Null where nothing turns the joint, or where the parts come off altogether, so that
    /// no line presses: equilibrium alone then rules, as about the centroid.
    /// </summary>
    private static T? ByPivots<T>(BoltPattern pattern, int bolt, T pull, T momentX, T momentY, int index)
        where T : struct, IScalar<T>
    {
        var (aboutX, aboutY) = Turns(momentX.Value, momentY.Value);
        if (!aboutX && !aboutY) return null;
        var weight = pattern.Group.Bolts[bolt].WeightOf<T>(bolt);
        // Tells the two lines of one case apart, and those of the case it alternates with.
        var rows = aboutX ? LineOf(pattern.RowLine(momentX.Value), Size(momentX), (2 * index) + 1) : null;
        var columns = aboutY ? LineOf(pattern.ColumnLine(momentY.Value), Size(momentY), (2 * index) + (aboutX ? 2 : 1)) : null;
        var (first, second) = rows is { } r && columns is { } c ? Split(r, c) : (pull, pull);
        var byRows = rows is { } x ? (T?)Moment(x, first) : null;
        var byColumns = columns is { } y ? (T?)Moment(y, second) : null;
        // What the bolts hold beyond the pull is what the lines press with; below nothing there are none.
        if (Held(rows, byRows) + Held(columns, byColumns) < pull.Value) return null;
        return byRows is { } mx && byColumns is { } my
            ? T.Let(Terms.PivotTensions, Share(rows!.Value, mx) + Share(columns!.Value, my), index)
            : byRows is { } one ? Share(rows!.Value, one) : Share(columns!.Value, byColumns!.Value);

        static T Size(T moment) => moment.Value < 0 ? -moment : moment;

        static Turning<T>? LineOf(PivotLine line, T moment, int number) => new(line, moment, T.Given(Terms.PivotArm, line.Centroid, number),
            number);

        static T Moment(Turning<T> t, T part) => T.Let(Terms.PivotMoment, t.About + (part * t.Arm), t.Number);

        static double Held(Turning<T>? t, T? moment) => t is { } line && moment is { } m
            ? line.Line.Held * Math.Max(0, m.Value) / line.Line.Squares : 0;

        T Share(Turning<T> t, T about) => GroupFormulas.TensionByPivot(
            about, T.Given(Terms.PivotDistance, t.Line.Distances[bolt], t.Number), weight, t.Line.SquaresOf<T>(t.Number), t.Number);

        (T, T) Split(Turning<T> r, Turning<T> c)
        {
            // On a line through the centroid no arm turns the pull: all of it goes there.
            if (Math.Abs(r.Arm.Value) < 1e-9) return (pull, T.Const(0));
            if (Math.Abs(c.Arm.Value) < 1e-9) return (T.Const(0), pull);
            var (byRow, byColumn) = (r.About / Size(r.Arm), c.About / Size(c.Arm));
            var whole = byRow + byColumn;
            return (T.Let(Terms.PivotPull, pull * byRow / whole, r.Number), T.Let(Terms.PivotPull, pull * byColumn / whole, c.Number));
        }
    }

    /// <summary>A compression line with the moment that turns about it.</summary>
    /// <param name="Line">The line.</param>
    /// <param name="About">Size of the moment about the centroid, N·mm.</param>
    /// <param name="Arm">From the line to the centroid, mm.</param>
    /// <param name="Number">Tells it apart in a working.</param>
    private readonly record struct Turning<T>(PivotLine Line, T About, T Arm, int Number)
        where T : struct, IScalar<T>;

    /// <summary>About which axes a moment turns the joint, a rounding error apart.</summary>
    private static (bool AboutX, bool AboutY) Turns(double momentX, double momentY)
    {
        var least = 1e-9 * Math.Max(Math.Abs(momentX), Math.Abs(momentY));
        return (Math.Abs(momentX) > least, Math.Abs(momentY) > least);
    }
}
