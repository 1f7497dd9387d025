using System.Globalization;
using Hasp.Core;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;

namespace Hasp.Web.Drawing;

/// <summary>A place on the sheet, in its own units.</summary>
public readonly record struct Spot(double X, double Y);

/// <summary>An arrow from one place to another.</summary>
public sealed record DrawnArrow(Spot From, Spot To)
{
    /// <summary>Length on the sheet.</summary>
    public double Length => Math.Sqrt(((To.X - From.X) * (To.X - From.X)) + ((To.Y - From.Y) * (To.Y - From.Y)));

    /// <summary>Shaft and head as an SVG path; empty where there is next to nothing to draw.</summary>
    public string Path
    {
        get
        {
            if (Length < 2) return "";
            var (ux, uy) = ((To.X - From.X) / Length, (To.Y - From.Y) / Length);
            var head = Math.Min(7, Length * 0.6);
            string P(double along, double beside) => $"{SectionDrawing.N(To.X - (along * ux) - (beside * uy))} "
                + $"{SectionDrawing.N(To.Y - (along * uy) + (beside * ux))}";
            return $"M{SectionDrawing.N(From.X)} "
                + $"{SectionDrawing.N(From.Y)}L{P(0, 0)}M{P(head, head * 0.42)}L{P(0, 0)}L{P(head, -head * 0.42)}";
        }
    }
}

/// <summary>One place of the pattern as drawn.</summary>
/// <param name="Number">Its number.</param>
/// <param name="At">Its middle.</param>
/// <param name="Off">True where it holds no bolt.</param>
/// <param name="Direct">Direct part of the shear.</param>
/// <param name="Torsional">Part of the torsion, from the end of the direct part.</param>
/// <param name="Resultant">Their sum.</param>
/// <param name="Ring">Radius of the ring that stands for the tension; 0 where there is none.</param>
/// <param name="Presses">True where the ring stands for a pressing load.</param>
/// <param name="Critical">True for the bolt that governs.</param>
/// <param name="Words">The bolt in words.</param>
public sealed record DrawnBolt(int Number, Spot At, bool Off, DrawnArrow? Direct, DrawnArrow? Torsional, DrawnArrow? Resultant, double Ring,
    bool Presses, bool Critical, string Words)
{
    /// <summary>Where its number is written: on the side that its arrow does not take.</summary>
    public Spot Label
    {
        get
        {
            var (dx, dy) = Resultant is { Length: > 4 } r ? ((r.To.X - At.X) / r.Length, (r.To.Y - At.Y) / r.Length) : (0.7, 0.7);
            var away = Room + (Critical ? 15 : 9);
            return new(At.X - (dx * away), At.Y - (dy * away) + 4);
        }
    }

    /// <summary>Radius of the hole.</summary>
    public required double Room { get; init; }
}

/// <summary>A dimension: its line, its figure, the field it belongs to.</summary>
/// <param name="Path">Line with its ends.</param>
/// <param name="At">Middle of the figure.</param>
/// <param name="Upright">True where it runs along y.</param>
/// <param name="Text">The figure.</param>
/// <param name="Field">Path of the field that sets it; empty where none does.</param>
public sealed record PlanDimension(string Path, Spot At, bool Upright, string Text, string Field);

/// <summary>A pitch or edge distance that falls short, drawn where it is.</summary>
/// <param name="From">Middle of the bolt.</param>
/// <param name="To">Middle of the other bolt, or the place on the edge.</param>
/// <param name="At">Where its figure is written.</param>
/// <param name="Figure">The distance.</param>
/// <param name="Words">What is wrong.</param>
public sealed record DrawnFinding(Spot From, Spot To, Spot At, string Figure, string Words);

/// <summary>A compression line with its handle.</summary>
/// <param name="Path">The line.</param>
/// <param name="Handle">Where it is taken hold of.</param>
/// <param name="Upright">True for x = const.</param>
/// <param name="Field">Path of the field that holds it.</param>
/// <param name="Value">Where it is, mm.</param>
public sealed record DrawnPivot(string Path, Spot Handle, bool Upright, string Field, double Value);

/// <summary>What is shown of the loads: one case, or the worst of all.</summary>
/// <param name="Name">Of the case, or of the envelope.</param>
/// <param name="Bolts">Every bolt that is there, in the order of the group.</param>
/// <param name="Load">The case's load; null in an envelope.</param>
/// <param name="Critical">Number of the bolt that governs; 0 where nothing is judged.</param>
/// <param name="CaseIndex">Index of the case in the document; −1 for an envelope or a row of a file.</param>
public sealed record PlanView(string Name, IReadOnlyList<PlanLoad> Bolts, LoadCase? Load, int Critical, int CaseIndex)
{
    /// <summary>In an envelope, the cases that each bolt's tension and shear come from, by its number.</summary>
    public IReadOnlyDictionary<int, (string Tension, string Shear)> From { get; init; } = new Dictionary<int, (string, string)>();
}

/// <summary>
/// The bolts in plan, true to scale, with the load on each: everything a view needs to draw and nothing to compute. Sheet units are CSS
/// pixels at full size.
/// </summary>
public sealed class PlanDrawing
{
    private const double LongestArrow = 58;
    private const double WidestRing = 20;
    private readonly UnitSystem _units;

    /// <summary>Lays the plan out.</summary>
    /// <param name="result">The joint; it has a pattern.</param>
    /// <param name="view">What is shown of the loads.</param>
    /// <param name="units">Units of the labels.</param>
    /// <param name="width">Of the sheet.</param>
    /// <param name="height">Of the sheet.</param>
    public PlanDrawing(Result result, PlanView view, UnitSystem units, double width = 520, double height = 400)
    {
        _units = units;
        var joint = result.Joint;
        var pattern = joint.Pattern!;
        (Width, Height) = (width, height);
        var (left, right, bottom, top) = Bounds(joint, view);
        // Room for dimensions at the left and below, arrows all round.
        const double Side = 62, Rest = 44;
        Scale = Math.Min((width - Side - Rest) / Math.Max(1, right - left), (height - Side - Rest) / Math.Max(1, top - bottom));
        OriginX = Side + ((width - Side - Rest) / 2) - (Scale * (left + right) / 2);
        OriginY = Rest + ((height - Side - Rest) / 2) + (Scale * (bottom + top) / 2);
        Radius = Math.Max(4, joint.Hole / 2 * Scale);
        Centroid = On(new(pattern.Group.CentroidX, pattern.Group.CentroidY));
        Plate = pattern.Plate is { } plate ? PathOf(plate) : "";
        var (mostShear, mostTension) = (view.Bolts.Max(b => b.Shear), view.Bolts.Max(b => Math.Abs(b.Tension)));
        Bolts = [.. pattern.Places.Select((p, i) => Drawn(p, i + 1, view, mostShear, mostTension))];
        if (pattern.Layout is { Kind: PatternKind.Circle or PatternKind.Arc, Mirror: Mirror.None } round) BoltCircle = (On(round.At),
            round.Diameter / 2 * Scale);
        Dimensions = [.. Chain(joint, upright: false), .. Chain(joint, upright: true)];
        Findings = [.. joint.Spacing.Where(f => f.IsShort).Take(12)
            .Select(f => new DrawnFinding(On(f.From), On(f.To), Middle(On(f.From), On(f.To)),
            QuantityText.Show(f.Distance, Dimension.Length, units, 3).Number, PatternRules.Words(f)))];
        if (view.Load is { } load) (LoadAt, LoadArrow, Turn) = LoadOf(joint, load);
        Pivots = pattern.School == TensionSchool.Pivot && view.Load is { } turning ? PivotsOf(pattern, turning) : [];
        var worst = view.Bolts.FirstOrDefault(b => b.Number == view.Critical);
        Words = $"Plan of {pattern.Group.Bolts.Length} bolts, {PatternRules.Words(pattern.Layout)}, "
            + $"centroid at x {Len(pattern.Group.CentroidX)}, y {Len(pattern.Group.CentroidY)}. {view.Name}: "
            + $"largest shear {Force(mostShear)}, largest tension {Force(view.Bolts.Max(b => b.Tension))}."
            + (worst.Number > 0 ? $" Critical is bolt {worst.Number}: {Force(worst.Tension)} tension, {Force(worst.Shear)} shear." : "")
            + string.Concat(Findings.Select(f => $" {char.ToUpperInvariant(f.Words[0])}{f.Words[1..]}."));
    }

    /// <summary>Sheet units a millimetre.</summary>
    public double Scale { get; }

    public double Width { get; }

    public double Height { get; }

    /// <summary>Where x = 0 is on the sheet.</summary>
    public double OriginX { get; }

    /// <summary>Where y = 0 is on the sheet.</summary>
    public double OriginY { get; }

    /// <summary>Radius of a hole on the sheet.</summary>
    public double Radius { get; }

    public Spot Centroid { get; }

    /// <summary>The circle that the bolts stand on; null where they stand on none.</summary>
    public (Spot At, double Radius)? BoltCircle { get; }

    /// <summary>Outline and openings as one SVG path; empty where no plate is drawn.</summary>
    public string Plate { get; }

    public IReadOnlyList<DrawnBolt> Bolts { get; }

    public IReadOnlyList<PlanDimension> Dimensions { get; }

    public IReadOnlyList<DrawnFinding> Findings { get; }

    public IReadOnlyList<DrawnPivot> Pivots { get; }

    /// <summary>Where the load is stated; null in an envelope.</summary>
    public Spot? LoadAt { get; }

    /// <summary>The in-plane load; null where there is none.</summary>
    public DrawnArrow? LoadArrow { get; }

    /// <summary>Arc of the torsion about the centroid, as an SVG path; empty where there is none.</summary>
    public string Turn { get; } = "";

    /// <summary>The drawing in words.</summary>
    public string Words { get; }

    /// <summary>Grid that a drag snaps to, mm.</summary>
    public double Snap => _units == UnitSystem.Si ? (Scale < 0.4 ? 5 : 1) : (Scale < 0.4 ? 25.4 / 4 : 25.4 / 16);

    /// <summary>Drawing scale in words, at 96 pixels an inch.</summary>
    public string ScaleWords => SectionDrawing.ScaleIn(Scale);

    /// <summary>Where a place of the plan is drawn.</summary>
    public Spot On(PlanPoint p) => new(OriginX + (Scale * p.X), OriginY - (Scale * p.Y));

    private static Spot Middle(Spot a, Spot b) => new((a.X + b.X) / 2, (a.Y + b.Y) / 2);

    private string Len(double mm) => QuantityText.ShowText(mm, Dimension.Length, _units, 4);

    private string Force(double n) => QuantityText.ShowText(n, Dimension.Force, _units, 3);

    private static (double Left, double Right, double Bottom, double Top) Bounds(Joint joint, PlanView view)
    {
        var pattern = joint.Pattern!;
        var room = 1.5 * joint.Bolts.Thread.Diameter;
        var xs = pattern.Places.Select(p => p.X).ToList();
        var ys = pattern.Places.Select(p => p.Y).ToList();
        var (left, right, bottom, top) = (xs.Min() - room, xs.Max() + room, ys.Min() - room, ys.Max() + room);
        if (pattern.Plate is { } plate) (left, right, bottom, top) = (Math.Min(left, plate.Left), Math.Max(right, plate.Right),
            Math.Min(bottom, plate.Bottom), Math.Max(top, plate.Top));
        foreach (var line in pattern.School == TensionSchool.Pivot ? new[] { pattern.Pivots } : []) (left, right, bottom,
            top) = (Math.Min(left, line.Left), Math.Max(right, line.Right), Math.Min(bottom, line.Bottom), Math.Max(top, line.Top));
        // The load is drawn where it acts unless that would shrink the bolts to specks.
        if (view.Load?.At is { } at)
        {
            var (wide, high) = (2.2 * Math.Max(right - left, top - bottom), 2.2 * Math.Max(right - left, top - bottom));
            if (Math.Abs(at.X - ((left + right) / 2)) < wide) (left, right) = (Math.Min(left, at.X), Math.Max(right, at.X));
            if (Math.Abs(at.Y - ((top + bottom) / 2)) < high) (bottom, top) = (Math.Min(bottom, at.Y), Math.Max(top, at.Y));
        }
        return (left, right, bottom, top);
    }

    private DrawnBolt Drawn(PlanPoint p, int number, PlanView view, double mostShear, double mostTension)
    {
        var at = On(p);
        var load = view.Bolts.FirstOrDefault(b => b.Number == number);
        if (load.Number == 0) return new(number, at, true, null, null, null, 0, false, false,
            $"Place {number}, x {Len(p.X)}, y {Len(p.Y)}, no bolt") { Room = Radius };
        var per = mostShear > 1e-9 ? LongestArrow / mostShear : 0;
        var part = load.InPlane;
        Spot Off(Spot from, double x, double y) => new(from.X + (per * x), from.Y - (per * y));
        var direct = Off(at, part.DirectX.Value, part.DirectY.Value);
        var ring = mostTension > 1e-9 ? Math.Abs(load.Tension) / mostTension * WidestRing : 0;
        return new(
            number, at, false,
            new(at, direct), new(direct, Off(direct, part.TorsionX.Value, part.TorsionY.Value)), new(at, Off(at, load.ShearX, load.ShearY)),
            ring < 0.6 ? 0 : Radius + 2 + ring, load.Tension < 0, view.Critical == number,
            $"Bolt {number}, x {Len(p.X)}, y {Len(p.Y)}: tension {Force(load.Tension)}, "
                + $"shear {Force(load.Shear)}{(view.Critical == number ? ", critical" : "")}") { Room = Radius };
    }

    /// <summary>Dimensions from edge to edge through every row or column; of an irregular pattern only the whole.</summary>
    private IEnumerable<PlanDimension> Chain(Joint joint, bool upright)
    {
        var pattern = joint.Pattern!;
        var layout = pattern.Layout;
        var bolts = pattern.Group.Bolts;
        var places = bolts.Select(b => upright ? b.Y : b.X).Order().Aggregate(new List<double>(), (list, v) =>
        {
            if (list.Count == 0 || v - list[^1] > 0.01) list.Add(v);
            return list;
        });
        // A circle is dimensioned by its diameter.
        if (BoltCircle is not null && layout.Kind == PatternKind.Circle) places = upright
            ? [layout.At.Y - (layout.Diameter / 2), layout.At.Y + (layout.Diameter / 2)]
            : [layout.At.X - (layout.Diameter / 2), layout.At.X + (layout.Diameter / 2)];
        if (places.Count > 7) places = [places[0], places[^1]];
        var marks = places.ToList();
        if (pattern.Plate is { } plate)
        {
            marks.Insert(0, upright ? plate.Bottom : plate.Left);
            marks.Add(upright ? plate.Top : plate.Right);
        }
        var low = On(new(pattern.Plate?.Left ?? bolts.Min(b => b.X), pattern.Plate?.Bottom ?? bolts.Min(b => b.Y)));
        var room = 30 + (pattern.Plate is null ? Radius : 0);
        var line = upright ? low.X - room : low.Y + room;
        for (var i = 1; i < marks.Count; i++)
        {
            if (marks[i] - marks[i - 1] < 0.01) continue;
            var (a, b) = upright ? (On(new(0, marks[i - 1])).Y, On(new(0, marks[i])).Y)
                : (On(new(marks[i - 1], 0)).X, On(new(marks[i], 0)).X);
            var edge = pattern.Plate is not null && (i == 1 || i == marks.Count - 1);
            var field = edge ? (upright ? Fields.PlateHeight.Path : Fields.PlateWidth.Path) : layout.HasRows && layout.Turned == 0
                ? (upright ? Fields.PitchY.Path : Fields.PitchX.Path) : layout.IsRound ? Fields.PatternDiameter.Path : "";
            var l = SectionDrawing.N(line);
            var path = upright
                ? $"M{l} {SectionDrawing.N(a)}V{SectionDrawing.N(b)}M{SectionDrawing.N(line - 4)} {SectionDrawing.N(a + 4)}l8 "
                    + $"-8M{SectionDrawing.N(line - 4)} {SectionDrawing.N(b + 4)}l8 -8"
                : $"M{SectionDrawing.N(a)} {l}H{SectionDrawing.N(b)}M{SectionDrawing.N(a - 4)} {SectionDrawing.N(line + 4)}l8 "
                    + $"-8M{SectionDrawing.N(b - 4)} {SectionDrawing.N(line + 4)}l8 -8";
            yield return new(
                path, upright ? new(line - 5, (a + b) / 2) : new((a + b) / 2, line - 5), upright,
                QuantityText.Show(marks[i] - marks[i - 1], Dimension.Length, _units, 4).Number, field);
        }
    }

    private (Spot At, DrawnArrow? Arrow, string Turn) LoadOf(Joint joint, LoadCase load)
    {
        var group = joint.Pattern!.Group;
        // A bracket or panel hangs beside the centroid, and its load is drawn there.
        var beside = load.Helper switch
        {
            { Kind: HelperKind.Bracket, Heading: Heading.X or Heading.MinusX } h => new PlanPoint(0, h.Offset),
            { Kind: HelperKind.Bracket } h => new PlanPoint(h.Offset, 0),
            { Kind: HelperKind.Panel } h => new PlanPoint(h.Offset, h.OffsetUp),
            _ => default,
        };
        var at = On(load.At is { } stated ? new(stated.X, stated.Y) : new PlanPoint(group.CentroidX, group.CentroidY) + beside);
        // A load far off is drawn at the rim of the sheet, on its own line of sight.
        at = new(Math.Clamp(at.X, 14, Width - 14), Math.Clamp(at.Y, 14, Height - 14));
        var arrow = load.Shear > 1e-9 ? new DrawnArrow(at,
            new(at.X + (52 * load.Load.Force.X / load.Shear), at.Y - (52 * load.Load.Force.Y / load.Shear))) : null;
        var torsion = OnBolt.MomentsAtCentroid<Core.Formulas.Plain>(load, group).Z.Value;
        if (Math.Abs(torsion) < 1e-3) return (at, arrow, "");
        // A three-quarter arc the way the torsion turns; y runs down on the sheet.
        const double R = 17;
        var (x, y) = (Centroid.X, Centroid.Y);
        string N(double v) => SectionDrawing.N(v);
        return (at, arrow, torsion > 0
            ? $"M{N(x + R)} {N(y)}A{R} {R} 0 1 0 {N(x)} {N(y + R)}l-6 -4m6 4l-5 5"
            : $"M{N(x - R)} {N(y)}A{R} {R} 0 1 1 {N(x)} {N(y + R)}l6 -4m-6 4l5 5");
    }

    private List<DrawnPivot> PivotsOf(BoltPattern pattern, LoadCase load)
    {
        var lines = new List<DrawnPivot>();
        var (atX, atY) = OnBolt.LinesOf(load, pattern);
        if (atX is { } x)
        {
            var sheet = On(new(x, 0)).X;
            lines.Add(new($"M{SectionDrawing.N(sheet)} 8V{SectionDrawing.N(Height - 8)}", new(sheet, 18), true, x == pattern.Pivots.Right
                ? Fields.PivotRight.Path : Fields.PivotLeft.Path, x));
        }
        if (atY is { } y)
        {
            var sheet = On(new(0, y)).Y;
            lines.Add(new($"M8 {SectionDrawing.N(sheet)}H{SectionDrawing.N(Width - 8)}", new(Width - 18, sheet), false,
                y == pattern.Pivots.Bottom ? Fields.PivotBottom.Path : Fields.PivotTop.Path, y));
        }
        return lines;
    }

    private string PathOf(Plate plate)
    {
        var path = new System.Text.StringBuilder();
        void Circle(PlanPoint middle, double diameter)
        {
            var (c, r) = (On(middle), diameter / 2 * Scale);
            path.Append(CultureInfo.InvariantCulture,
                $"M{SectionDrawing.N(c.X - r)} {SectionDrawing.N(c.Y)}a{SectionDrawing.N(r)} {SectionDrawing.N(r)} 0 1 0 "
                    + $"{SectionDrawing.N(2 * r)} 0a{SectionDrawing.N(r)} {SectionDrawing.N(r)} 0 1 0 {SectionDrawing.N(-2 * r)} 0z");
        }
        void Polygon(IEnumerable<PlanPoint> corners) => path.Append('M')
            .AppendJoin('L', corners.Select(c => $"{SectionDrawing.N(On(c).X)} {SectionDrawing.N(On(c).Y)}")).Append('z');

        if (plate.IsRound) Circle(plate.Middle, plate.Diameter);
        else Polygon(plate.Corners);
        foreach (var opening in plate.Openings)
        {
            if (opening.IsRound) Circle(opening.At, opening.Diameter);
            else Polygon(opening.Corners);
        }
        return path.ToString();
    }
}
