using Hasp.Core.Formulas;

namespace Hasp.Core.Kinds.BasePlates;

/// <summary>A factor of a form of bearing on concrete, and where it stands.</summary>
/// <param name="Form">handbook, aisc, is800.</param>
/// <param name="Factor">Which factor of the form.</param>
/// <param name="Value">Without dimension.</param>
/// <param name="Source">Standard and clause, or handbook.</param>
public sealed record BearingFactor(string Form, string Factor, double Value, string Source)
{
    private static readonly IReadOnlyList<BearingFactor> Rows = Catalogue.Standards.Read("bearingForms", r => new BearingFactor(
        Catalogue.Standards.Text(r, "form"), Catalogue.Standards.Text(r, "factor"), Catalogue.Standards.Number(r, "value"),
        Catalogue.Standards.Text(r, "source")));

    /// <summary>The factor of a form.</summary>
    /// <exception cref="InvalidOperationException">The table has no such row.</exception>
    public static BearingFactor Of(string form, string factor) => Rows.First(r => r.Form == form && r.Factor == factor);

    /// <summary>As a given of a working, with its row.</summary>
    internal T As<T>(Term term)
        where T : struct, IReal<T> => T.Given(term, Value, source: Source);
}

/// <summary>Formulas of base plates: N, mm, MPa, N·mm.</summary>
public static class BasePlateFormulas
{
    /// <summary>fcd = αcc·fck/γC (EN 1992-1-1, 3.1.6).</summary>
    public static T Fcd<T>(T alphaCc, T fck, T gammaC)
        where T : struct, IReal<T> => T.Let(BasePlateTerms.Fcd, alphaCc * fck / gammaC);

    /// <summary>fjd = βj·α·fcd (EN 1993-1-8, 6.2.5(7)).</summary>
    public static T Fjd<T>(T beta, T spread, T fcd)
        where T : struct, IReal<T> => T.Let(BasePlateTerms.Fjd, beta * spread * fcd);

    /// <summary>
    /// βj: 2/3 where the grout has at least 0.2·fck and is at most 0.2 of the plate's least width thick, at least fck where it is over 50
    /// mm; else not covered (EN 1993-1-8, 6.2.5(7)): null.
    /// </summary>
    public static double? BetaJ(double grout, double groutStrength, double fck, double leastWidth) =>
        grout <= 0.2 * leastWidth + 1e-9 && groutStrength >= (grout > 50 ? fck : 0.2 * fck) - 1e-9 ? 2.0 / 3 : null;

    /// <summary>α = min(1 + h/max(a, b), 1 + 2ea/a, 1 + 2eb/b, 3): the plate a × b as the loaded area (EN 1992-1-1, 6.7).</summary>
    public static double SpreadOf(double a, double b, double depth, double edgeA, double edgeB) =>
        Math.Min(Math.Min(1 + (depth / Math.Max(a, b)), 3), Math.Min(1 + (2 * edgeA / a), 1 + (2 * edgeB / b)));

    /// <summary>c = t·√(fy/(3·fjd·γM0)) (EN 1993-1-8, 6.2.5(4)).</summary>
    public static T Width<T>(T thickness, T yield, T bearing, T gammaM0)
        where T : struct, IReal<T> => T.Let(BasePlateTerms.C, thickness * T.Sqrt(yield / (T.Const(3) * bearing * gammaM0)));

    /// <summary>t = c·√(3·fjd·γM0/fy).</summary>
    public static T Thickness<T>(T width, T yield, T bearing, T gammaM0)
        where T : struct, IReal<T> => T.Let(BasePlateTerms.ThicknessRequired, width * T.Sqrt(T.Const(3) * bearing * gammaM0 / yield));

    /// <summary>True for the yield strengths, MPa, for which the clause gives αbc (EN 1993-1-8, 6.2.2(7)).</summary>
    public static bool CoversShear(double yield) => yield is >= 235 and <= 640;

    /// <summary>αbc = 0.44 − 0.0003·fyb, fyb from 235 to 640 (EN 1993-1-8, 6.2.2(7)).</summary>
    public static T AlphaBc<T>(T yield)
        where T : struct, IReal<T> => T.Let(BasePlateTerms.AlphaBc,
            T.Const(0.44) - (T.Const(0.0003) * yield));

    /// <summary>F2,vb,Rd = αbc·fub·As/γM2.</summary>
    public static T BoltShear<T>(T alphaBc, T tensile, T area, T gammaM2)
        where T : struct, IReal<T> => T.Let(BasePlateTerms.BoltShearHd, alphaBc * tensile * area / gammaM2);

    /// <summary>5d·d·fcd.</summary>
    public static T ConcreteBearing<T>(T diameter, T fcd)
        where T : struct, IReal<T> => T.Let(BasePlateTerms.Concrete5dd, T.Const(5) * diameter * diameter * fcd);

    /// <summary>
    /// leff of a row of two bolts outside the flange (EN 1993-1-8, Table 6.6): the least of the circular patterns 2πm, πm + w, πm +
    /// 2e and
    /// the others
    /// 4m + 1.25ex, e + 2m + 0.625ex, bp/2, w/2 + 2m + 0.625ex.
    /// </summary>
    public static double LengthOutside(double m, double edge, double side, double gauge, double width) => new[]
    {
        2 * Math.PI * m, (Math.PI * m) + gauge, (Math.PI * m) + (2 * side), (4 * m) + (1.25 * edge), side + (2 * m) + (0.625 * edge),
        0.5 * width, (0.5 * gauge) + (2 * m) + (0.625 * edge),
    }.Min();

    /// <summary>
    /// leff of a row beside the web (EN 1993-1-8, Table 6.4): alone the lesser of 2πm and 4m + 1.25e; towards a neighbour, which bends the
    /// same plate, half of it gives way to half the distance between the rows, where that is less.
    /// </summary>
    public static double LengthInside(double m, double side, double apart, int neighbours)
    {
        var free = Math.Min(Math.PI * m, (2 * m) + (0.625 * side));
        return ((2 - neighbours) * free) + (neighbours * Math.Min(free, apart / 2));
    }

    /// <summary>FT,1-2 = 2·Mpl/m with Mpl = 0.25·leff·t²·fy, before the basis's factor on yield.</summary>
    public static T Row<T>(T length, T thickness, T yield, T lever)
        where T : struct, IReal<T> =>
        T.Let(BasePlateTerms.RowResistance, T.Const(2) * T.Let(BasePlateTerms.MomentPl,
            T.Const(0.25) * length * thickness * thickness * yield) / lever);

    /// <summary>The least of a list that is at least a thickness; null where the list ends before.</summary>
    public static double? Stock(double thickness, IEnumerable<double> list) =>
        list.Order().Where(t => t >= thickness - 1e-9).Select(t => (double?)t).FirstOrDefault();
}

/// <summary>
/// What presses about an H-shaped profile at a width c: a strip about each flange and one about the web, cut at the plate's edges; where
/// the strips meet between the flanges the whole rectangle counts once (EN 1993-1-8, 6.2.5). All mm, mm².
/// </summary>
/// <param name="Depth">h.</param>
/// <param name="Width">b.</param>
/// <param name="Flange">tf.</param>
/// <param name="Web">tw.</param>
/// <param name="PlateDepth">Of the plate, along h.</param>
/// <param name="PlateWidth">Of the plate, along b.</param>
public readonly record struct PressedShape(double Depth, double Width, double Flange, double Web, double PlateDepth, double PlateWidth)
{
    private double Clear => Depth - (2 * Flange);

    /// <summary>How wide a flange's strip is.</summary>
    public double StripWidth(double c) => Math.Min(Width + (2 * c), PlateWidth);

    /// <summary>How far from the middle it reaches.</summary>
    public double Reach(double c) => Math.Min((Depth / 2) + c, PlateDepth / 2);

    /// <summary>The area at c.</summary>
    public double Area(double c) => (2 * FlangeArea(c)) + Math.Max(0, (Clear - (2 * c)) * Math.Min(Web + (2 * c), PlateWidth));

    /// <summary>The strip about one flange; half of all where the strips meet.</summary>
    public double FlangeArea(double c) => StripWidth(c) * (Reach(c) - Math.Max(0, (Clear / 2) - c));

    /// <summary>
    /// The width at which the area is <paramref name="needed"/>: each combination of cuts assumed, solved and verified. Null where the
    /// whole plate is too small.
    /// </summary>
    public (double C, string How)? Solve(double needed)
    {
        if (needed <= Area(0)) return (0, "the profile alone presses enough");
        if (needed > PlateDepth * PlateWidth + 1e-6) return null;
        foreach (var cuts in Cuts.All)
        {
            foreach (var c in Roots(needed, cuts)) if (Verified(c, cuts)) return (c, Words(cuts));
        }
        return null;
    }

    /// <summary>The width were the plate without edges: the plain quadratic, strips that meet counted once.</summary>
    public double? SolveUncut(double needed) => (this with { PlateDepth = 1e9, PlateWidth = 1e9 }).Solve(needed)?.C;

    /// <summary>
    /// What is assumed: that the strips meet, that those of the flanges are cut at the plate's sides and ends, that the web's is cut at the
    /// sides.
    /// </summary>
    private readonly record struct Cuts(bool Met, bool Across, bool Along, bool Web)
    {
        internal static readonly Cuts[] All = [.. from bits in Enumerable.Range(0, 16) select new Cuts((bits & 8) != 0, (bits & 4) != 0,
            (bits & 2) != 0, (bits & 1) != 0)];
    }

    private bool Verified(double c, Cuts cuts)
    {
        const double Hair = 1e-9;
        return c >= 0 && (cuts.Met ? Clear - (2 * c) <= Hair : Clear - (2 * c) >= -Hair)
            && Cut(Width + (2 * c), PlateWidth, cuts.Across) && Cut(Depth + (2 * c), PlateDepth, cuts.Along)
                && (cuts.Met || Cut(Web + (2 * c), PlateWidth, cuts.Web));

        static bool Cut(double size, double plate, bool cut) => cut ? size >= plate - Hair : size <= plate + Hair;
    }

    /// <summary>
    /// The roots of area(c) = needed in one combination, the lesser first: every length is a straight line in c, so that the area is a
    /// quadratic.
    /// </summary>
    private double[] Roots(double needed, Cuts cuts)
    {
        var across = cuts.Across ? new Straight(PlateWidth, 0) : new Straight(Width, 2);
        var reach = cuts.Along ? new Straight(PlateDepth / 2, 0) : new Straight(Depth / 2, 1);
        var inner = cuts.Met ? new Straight(0, 0) : new Straight(Clear / 2, -1);
        var (a, b, c) = Straight.Twice(across, reach - inner);
        if (!cuts.Met)
        {
            var (wa, wb, wc) = Straight.Twice(cuts.Web ? new Straight(PlateWidth, 0) : new Straight(Web, 2), inner);
            (a, b, c) = (a + wa, b + wb, c + wc);
        }
        c -= needed;
        if (Math.Abs(a) < 1e-12) return Math.Abs(b) < 1e-12 ? Math.Abs(c) < 1e-6 ? [0] : [] : [-c / b];
        var under = (b * b) - (4 * a * c);
        if (under < 0) return [];
        double[] roots = [(-b - Math.Sqrt(under)) / (2 * a), (-b + Math.Sqrt(under)) / (2 * a)];
        return a > 0 ? roots : [roots[1], roots[0]];
    }

    private static string Words(Cuts cuts) =>
        (cuts.Met ? "the strips meet between the flanges" : "strips about flanges and web") + (cuts.Across, cuts.Along) switch
    {
        (true, true) => ", cut at the plate's edges all round",
        (true, false) => ", cut at the plate's sides",
        (false, true) => ", cut at the plate's ends",
        _ => "",
    };

    /// <summary>A length that grows with c: at + by·c.</summary>
    private readonly record struct Straight(double At, double By)
    {
        public static Straight operator -(Straight a, Straight b) => new(a.At - b.At, a.By - b.By);

        /// <summary>Coefficients of 2·a·b, that of c² first.</summary>
        internal static (double, double, double) Twice(Straight a, Straight b) =>
            (2 * a.By * b.By, 2 * ((a.At * b.By) + (a.By * b.At)), 2 * a.At * b.At);
    }
}
