using System.Collections.Immutable;
using Hasp.Core.Kinds;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;

namespace Hasp.Web.Drawing;

/// <summary>
/// A sheet set out for a screen: its views to one scale, in rows, whichever rows let them be largest; dimensions outside them, no
/// label on another. It decides where things stand and computes nothing of the joint.
/// </summary>
public sealed class SheetDrawing
{
    /// <summary>Height of a label, px.</summary>
    public const double LabelHeight = 22;

    private const double LeastEntry = 56, Digit = 8.8, Margin = 20, Clear = 4, First = 14, Off = 8, ArrowLength = 30, Title = 20,
    Between = 26, Letter = 7.4, NearlyLargest = 0.7, NameLetter = 8.5;

    /// <summary>A view where it stands.</summary>
    /// <param name="Name">Elevation, plan, section.</param>
    /// <param name="Marks">What is drawn.</param>
    /// <param name="Labels">Its dimensions.</param>
    /// <param name="Arrows">Its forces.</param>
    /// <param name="TitleAt">Where its name stands.</param>
    public sealed record Placed(string Name, IReadOnlyList<Shape> Marks, IReadOnlyList<Label> Labels, IReadOnlyList<Force> Arrows,
        (double X, double Y) TitleAt);

    /// <summary>An outline or line as the path of an SVG.</summary>
    /// <param name="Mark">What it stands for.</param>
    /// <param name="Path">Its path.</param>
    public sealed record Shape(Mark Mark, string Path);

    /// <summary>A dimension with its label.</summary>
    /// <param name="Measure">What it measures.</param>
    /// <param name="Box">Where its label stands.</param>
    /// <param name="Lines">Extension lines, dimension line and leader.</param>
    /// <param name="Figure">What it measures, in words.</param>
    public sealed record Label(Measure Measure, Box Box, string Lines, string Figure);

    /// <summary>A force arrow with its figure.</summary>
    /// <param name="Path">Shaft.</param>
    /// <param name="Text">Figure.</param>
    /// <param name="At">Where the figure begins.</param>
    /// <param name="Anchor">Its text-anchor.</param>
    public sealed record Force(string Path, string Text, (double X, double Y) At, string Anchor);

    /// <summary>A rectangle, px.</summary>
    public readonly record struct Box(double X, double Y, double Width, double Height)
    {
        /// <summary>True where two share room.</summary>
        public bool Meets(Box other) =>
            X < other.X + other.Width && other.X < X + Width && Y < other.Y + other.Height && other.Y < Y + Height;
    }

    private readonly UnitSystem _units;

    /// <summary>Sets a sheet out.</summary>
    /// <param name="sheet">What is drawn.</param>
    /// <param name="width">Room across, px.</param>
    /// <param name="height">Room down, px.</param>
    /// <param name="units">In which dimensions read.</param>
    /// <param name="views">How many views at most.</param>
    /// <param name="measured">False for a small drawing without dimensions.</param>
    public SheetDrawing(Sheet sheet, double width, double height, UnitSystem units, int views = 9, bool measured = true)
    {
        _units = units;
        ImmutableArray<Room> all = [.. sheet.Views.Take(views).Select(v => new Room(v, measured ? Entry : null))];
        if (all.IsEmpty) return;
        var ways = RowsOf(all).Select(r => (Rows: r, Scale: Largest(r, width, height))).ToList();
        // Another row must be worth its while: what stands beside is read together.
        var worthwhile = NearlyLargest * ways.Max(w => w.Scale);
        var (rows, scale) = ways.Where(w => w.Scale >= worthwhile).OrderBy(w => w.Rows.Length)
            .ThenByDescending(w => w.Scale).First();
        Scale = Math.Max(1e-3, scale);
        var y = 0.0;
        var placed = new List<Placed>();
        foreach (var row in rows)
        {
            var x = 0.0;
            foreach (var room in row)
            {
                placed.Add(Set(room, x + room.Left, y + room.Top, measured));
                x += room.WidthAt(Scale) + Between;
            }
            Width = Math.Max(Width, x - Between);
            y += row.Max(room => room.HeightAt(Scale));
        }
        Height = y;
        Views = placed;
    }

    /// <summary>Every way to set views out in rows, their order kept.</summary>
    private static IEnumerable<ImmutableArray<ImmutableArray<Room>>> RowsOf(ImmutableArray<Room> views) => views.IsEmpty
        ? [[]]
        : from inFirst in Enumerable.Range(1, views.Length) from below in RowsOf(views[inFirst..]) select below.Insert(0, views[..inFirst]);

    /// <summary>The largest scale at which rows of views fit.</summary>
    private static double Largest(ImmutableArray<ImmutableArray<Room>> rows, double width, double height)
    {
        bool Fits(double scale) => rows.All(row => row.Sum(r => r.WidthAt(scale)) + (Between * (row.Length - 1)) <= width)
            && rows.Sum(row => row.Max(r => r.HeightAt(scale))) <= height;
        var (low, high) = (0.0, Math.Max(width, height));
        for (var i = 0; i < 60; i++)
        {
            var middle = (low + high) / 2;
            if (Fits(middle)) low = middle;
            else high = middle;
        }
        return low;
    }

    /// <summary>px to a mm.</summary>
    public double Scale { get; }

    public double Width { get; }

    public double Height { get; }

    public IReadOnlyList<Placed> Views { get; } = [];

    /// <summary>The scale in words: <c>1 : 3</c>, as far as a screen has one.</summary>
    public string ScaleWords => "to scale";

    public static string N(double v) => SectionDrawing.N(v);

    /// <summary>A view with the room that its dimensions need.</summary>
    private sealed class Room
    {
        private readonly Func<Measure, double>? _entry;

        /// <summary>Makes room for a view.</summary>
        /// <param name="view">The view.</param>
        /// <param name="entry">Width of the label of a dimension; null where none is drawn.</param>
        internal Room(View view, Func<Measure, double>? entry)
        {
            View = view;
            _entry = entry;
            var points = view.Marks.SelectMany(Points).ToList();
            (MinX, MaxX, MinY, MaxY) = (points.Min(p => p.X), points.Max(p => p.X), points.Min(p => p.Y), points.Max(p => p.Y));
            if (entry is null) return;
            Least = view.Measures.Where(m => m.Beside is Beside.Above or Beside.Below).Select(entry).Append(NameWidth).Max();
            int Rows(Beside side) => view.Measures.Where(m => m.Beside == side).Select(m => m.Row + 1).DefaultIfEmpty(0).Max();
            Beyond = new() { [Beside.Left] = Pointing(-1, 0), [Beside.Right] = Pointing(1, 0), [Beside.Above] = Pointing(0, 1),
                [Beside.Below] = Pointing(0, -1) };
            // A view that is narrower than a label is given the label's room.
            double Wide(Beside side) => Enumerable.Range(0, Rows(side)).Sum(row => WidthOfRow(side, row) + Clear)
                + (Rows(side) > 0 ? First : 0);
            Left = 4 + Wide(Beside.Left) + Beyond[Beside.Left];
            Right = 4 + Wide(Beside.Right) + Beyond[Beside.Right];
            // Labels that stand in each other's way move one row out: room for one more is kept where there are several.
            int Spare(Beside side) => view.Measures.Count(m => m.Beside == side) > 1 ? 1 : 0;
            Top = Title + Off + ((Rows(Beside.Above) + Spare(Beside.Above)) * (LabelHeight + Clear)) + Beyond[Beside.Above];
            // Upright labels that cannot stand beside their dimension go up and down: the view is at least as tall as they are.
            var upright = new[] { Beside.Left, Beside.Right }.SelectMany(s => view.Measures.Where(m => m.Beside == s).GroupBy(m => m.Row))
                .Select(g => g.Count()).DefaultIfEmpty(0).Max();
            Bottom = Math.Max(Off, ((upright + 1) * LabelHeight) - Top) + Off
                + ((Rows(Beside.Below) + Spare(Beside.Below)) * (LabelHeight + Clear)) + Beyond[Beside.Below];
        }

        internal View View { get; }

        internal double MinX { get; }

        internal double MaxX { get; }

        internal double MinY { get; }

        internal double MaxY { get; }

        internal double Width => Math.Max(1e-6, MaxX - MinX);

        internal double Height => Math.Max(1e-6, MaxY - MinY);

        internal double Left { get; } = 1;

        internal double Right { get; } = 1;

        internal double Top { get; } = 1;

        internal double Bottom { get; } = 1;

        /// <summary>px of the widest label of a row of dimensions at a side.</summary>
        internal double WidthOfRow(Beside side, int row) =>
            View.Measures.Where(m => m.Beside == side && m.Row == row).Select(m => _entry?.Invoke(m) ?? 0).DefaultIfEmpty(0).Max();

        /// <summary>px across its name.</summary>
        internal double NameWidth => 12 + (NameLetter * View.Name.Length);

        /// <summary>px across, with its dimensions.</summary>
        internal double WidthAt(double scale) => Math.Max(Least, Left + Right + (Width * scale));

        /// <summary>px across that its name and the labels above and below it need; measured once, as it is asked for at every
        /// scale tried.</summary>
        private double Least { get; }

        /// <summary>px down, with its dimensions.</summary>
        internal double HeightAt(double scale) => Top + Bottom + (Height * scale);

        /// <summary>How far an arrow stands out on each side, px: dimensions begin beyond it.</summary>
        internal Dictionary<Beside, double> Beyond { get; } = new(
            ) { [Beside.Left] = 0, [Beside.Right] = 0, [Beside.Above] = 0, [Beside.Below] = 0 };

        private double Pointing(int x, int y) =>
            View.Marks.OfType<Arrow>().Any(a => (x != 0 && Math.Sign(a.X) == x && IsAtEdge(a))
                || (y != 0 && Math.Sign(a.Y) == y && IsAtEdge(a))) ? ArrowLength + 6 : 0;

        /// <summary>True for an arrow that points out of the view.</summary>
        private bool IsAtEdge(Arrow a) => a.At.X + a.X > MaxX || a.At.X + a.X < MinX || a.At.Y + a.Y > MaxY || a.At.Y + a.Y < MinY;

        private static IEnumerable<PlanPoint> Points(Mark mark) => mark switch
        {
            Outline o => o.Corners,
            Round r => [new(r.Centre.X - r.Radius, r.Centre.Y - r.Radius), new(r.Centre.X + r.Radius, r.Centre.Y + r.Radius)],
            _ => [],
        };
    }

    private Placed Set(Room room, double left, double top, bool measured)
    {
        (double X, double Y) At(PlanPoint p) => (left + ((p.X - room.MinX) * Scale), top + ((room.MaxY - p.Y) * Scale));
        var box = new Box(left, top, room.Width * Scale, room.Height * Scale);
        var marks = room.View.Marks.Where(m => m is not Arrow).Select(m => new Shape(m, PathOf(m, At))).ToList();
        var arrows = measured ? room.View.Marks.OfType<Arrow>().Select(a => ForceOf(a, At(a.At))).ToList() : [];
        return new(
            room.View.Name, marks, measured ? LabelsOf(room, box, new(left - room.Left, top - room.Top, room.NameWidth, Title), At) : [],
            arrows, (left - room.Left + 2, top - room.Top + 12));
    }

    private string PathOf(Mark mark, Func<PlanPoint, (double X, double Y)> at)
    {
        string P((double X, double Y) p) => $"{N(p.X)} {N(p.Y)}";
        switch (mark)
        {
            case Outline o: return "M" + string.Join('L', o.Corners.Select(c => P(at(c)))) + "Z";
            case Line l: return $"M{P(at(l.From))}L{P(at(l.To))}";
            case Round r:
                var (x, y) = at(r.Centre);
                var radius = N(r.Radius * Scale);
                return $"M{N(x - (r.Radius * Scale))} {N(y)}a{radius} {radius} 0 1 0 {N(2 * r.Radius * Scale)} 0a{radius} {radius} "
                    + $"0 1 0 {N(-2 * r.Radius * Scale)} 0Z";
            default: return "";
        }
    }

    private Force ForceOf(Arrow a, (double X, double Y) from)
    {
        var (x, y) = (from.X + (ArrowLength * a.X), from.Y - (ArrowLength * a.Y));
        var text = QuantityText.ShowText(a.Force, a.Dimension, _units, 3);
        // Beside an upright arrow; over a level one, in its middle.
        return new(
            $"M{N(from.X)} {N(from.Y)}L{N(x)} {N(y)}", text, a.X == 0 ? (x + 6, ((y + from.Y) / 2) + 4) : ((x + from.X) / 2, from.Y - 7),
            a.X == 0 ? "start" : "middle");
    }

    private List<Label> LabelsOf(Room room, Box view, Box title, Func<PlanPoint, (double X, double Y)> at)
    {
        var taken = new List<Box> { title };
        var labels = new List<Label>();
        foreach (var m in room.View.Measures.OrderBy(m => m.Beside).ThenBy(m => m.Row).ThenBy(m => m.From.Y).ThenBy(m => m.From.X))
        {
            var (from, to) = (at(m.From), at(m.To));
            var label = m.Beside is Beside.Left or Beside.Right ? Upright(room, m, from, to, view, taken)
                : Level(room, m, from, to, view, taken);
            taken.Add(label.Box);
            labels.Add(label);
        }
        return labels;
    }

    private Label Upright(Room room, Measure m, (double X, double Y) from, (double X, double Y) to, Box view, List<Box> taken)
    {
        var sign = m.Beside == Beside.Left ? -1 : 1;
        var (beyond, reach) = (room.Beyond[m.Beside], (From: view.Y - room.Top, To: view.Y + view.Height + room.Bottom));
        var edge = sign < 0 ? view.X : view.X + view.Width;
        var line = edge + (sign * (First + beyond + Enumerable.Range(0, m.Row).Sum(row => room.WidthOfRow(m.Beside, row) + Clear)));
        var middle = (from.Y + to.Y) / 2;
        var width = Entry(m);
        var x = sign < 0 ? line - width - 2 : line + 2;
        Box At(double y) => new(x, y - (LabelHeight / 2), width, LabelHeight);
        // Up and down from the middle in half steps, until it stands on no other: in the view's reach where there is room, else beyond it.
        // Each label taken stands in the way of four half steps at most, so that one of so many is free.
        var free = Enumerable.Range(0, (8 * taken.Count) + 3)
            .Select(i => At(middle + ((i % 2 == 0 ? -1 : 1) * ((i + 1) / 2) * (LabelHeight / 2)))).Where(b => !taken.Any(b.Meets)).ToList();
        var box = free.Where(b => b.Y >= reach.From && b.Y + b.Height <= reach.To).Append(free[0]).First();
        var lines = $"M{N(from.X)} {N(from.Y)}H{N(line + (sign * 3))}M{N(to.X)} {N(to.Y)}H{N(line + (sign * 3))}M{N(line)} "
            + $"{N(from.Y)}V{N(to.Y)}";
        return new(m, box, lines, Figure(m));
    }

    private Label Level(Room room, Measure m, (double X, double Y) from, (double X, double Y) to, Box view, List<Box> taken)
    {
        var sign = m.Beside == Beside.Above ? -1 : 1;
        var (beyond, reach) = (room.Beyond[m.Beside], (From: view.X - room.Left, To: view.X - room.Left + room.WidthAt(Scale)));
        var edge = sign < 0 ? view.Y : view.Y + view.Height;
        var middle = (from.X + to.X) / 2;
        for (var row = m.Row; ; row++)
        {
            var line = edge + (sign * (First + beyond + (row * (LabelHeight + Clear)) - First + Off));
            var width = Entry(m);
            var box = new Box(Math.Clamp(middle - (width / 2), reach.From, Math.Max(reach.From, reach.To - width)), sign < 0
                ? line - LabelHeight - 1 : line + 1, width, LabelHeight);
            if (taken.Any(box.Meets) && row < m.Row + 12) continue;
            var lines = $"M{N(from.X)} {N(from.Y)}V{N(line + (sign * 3))}M{N(to.X)} {N(to.Y)}V{N(line + (sign * 3))}M{N(from.X)} "
                + $"{N(line)}H{N(to.X)}";
            return new(m, box, lines, Figure(m));
        }
    }

    /// <summary>A label is as wide as its words; one that is typed into has room about them.</summary>
    private double Entry(Measure m)
    {
        var figure = Digit * Figure(m).Length;
        var word = m.Label.Length > 1 ? Letter * m.Label.Length : 0;
        return word + (m.Field is null ? figure : Math.Max(LeastEntry, figure + Margin)) + (m.Label.Length == 1 ? Margin : 0);
    }

    private string Figure(Measure m) => QuantityText.ShowText(m.Length, Dimension.Length, _units, 4);
}
