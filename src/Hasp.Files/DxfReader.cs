using System.Globalization;
using Hasp.Core.LoadPath;

namespace Hasp.Files;

/// <summary>
/// Circles of a drawing exchange file (ASCII) as they lie in the plan: those of blocks wherever the block is inserted, and never where it
/// is only defined; mirrored ones (extrusion −Z) on the side where they are seen.
/// </summary>
internal sealed class DxfReader
{
    private const int Deepest = 8;
    private const int MostCircles = 200_000;

    /// <summary>A circle or an inserted block, with its figures by group code.</summary>
    private sealed record Entity(string Kind, string Layer, string Name, Dictionary<int, double> Figures)
    {
        internal double this[int code, double otherwise = 0] => Figures.GetValueOrDefault(code, otherwise);

        /// <summary>True where it is seen from behind.</summary>
        internal bool Mirrored => this[230, 1] < 0;

        /// <summary>True where it lies in the plane that is drawn.</summary>
        internal bool InPlan => Math.Abs(this[210]) < 1e-6 && Math.Abs(this[220]) < 1e-6;
    }

    /// <summary>A block: its base point and what is in it.</summary>
    private sealed record Block(double BaseX, double BaseY, List<Entity> Entities);

    /// <summary>Turning, scaling and shifting in the plane: x' = A x + B y + E, y' = C x + D y + F.</summary>
    private readonly record struct Placing(double A, double B, double C, double D, double E, double F)
    {
        internal static Placing None => new(1, 0, 0, 1, 0, 0);

        internal double Scale => Math.Sqrt((A * A) + (C * C));

        internal bool IsUniform => Math.Abs(Scale - Math.Sqrt((B * B) + (D * D))) < 1e-6 * Scale;

        internal PlanPoint Of(double x, double y) => new((A * x) + (B * y) + E, (C * x) + (D * y) + F);

        internal Placing After(Placing inner)
        {
            var shift = Of(inner.E, inner.F);
            return new(
                (A * inner.A) + (B * inner.C), (A * inner.B) + (B * inner.D), (C * inner.A) + (D * inner.C), (C * inner.B) + (D * inner.D),
                shift.X, shift.Y);
        }
    }

    private readonly List<Entity> _plan = [];
    private readonly Dictionary<string, Block> _blocks = new(StringComparer.OrdinalIgnoreCase);
    private readonly List<DxfCircle> _circles = [];
    private double? _unit;
    private string? _problem;

    /// <summary>Reads the text of a drawing.</summary>
    internal static (IReadOnlyList<DxfCircle> Circles, double? UnitMm, string? Problem) Read(string text)
    {
        if (text.StartsWith("AutoCAD Binary DXF", StringComparison.Ordinal)) return ([], null,
            "the drawing is in the binary form: save it as ASCII text");
        var pairs = new List<(int Code, string Value)>();
        var lines = text.ReplaceLineEndings("\n").TrimEnd('\n').Split('\n');
        for (var i = 0; i + 1 < lines.Length; i += 2)
        {
            if (!int.TryParse(lines[i], NumberStyles.Integer, CultureInfo.InvariantCulture, out var code)) return ([], null,
                $"not a drawing exchange file: line {i + 1} should be a group code, it is \"{Shorten(lines[i])}\"");
            pairs.Add((code, lines[i + 1].Trim()));
        }
        if (!pairs.Any(p => p is (0, "SECTION"))) return ([], null, "not a drawing exchange file: there is no section in it");
        var reader = new DxfReader();
        reader.Sort(pairs);
        reader.Draw(reader._plan, Placing.None, "0", 0);
        if (reader._problem is { } problem) return ([], reader._unit, problem);
        return reader._circles.Count == 0 ? ([], reader._unit, "there is no circle in the drawing: bolts are read from circles")
            : (reader._circles, reader._unit, null);
    }

    /// <summary>What stands in the plan, and what stands in blocks.</summary>
    private void Sort(List<(int Code, string Value)> pairs)
    {
        Block? block = null;
        for (var i = 0; i < pairs.Count; i++)
        {
            if (pairs[i] is (9, "$INSUNITS") && i + 1 < pairs.Count) _unit = pairs[i + 1]
                .Value switch { "1" => 25.4, "2" => 304.8, "4" => 1, "5" => 10, "6" => 1000, _ => null };
            if (pairs[i].Code != 0) continue;
            var kind = pairs[i].Value;
            if (kind == "ENDBLK") block = null;
            if (kind is not ("CIRCLE" or "INSERT" or "BLOCK")) continue;
            var entity = EntityAt(kind, pairs, ref i);
            if (kind == "BLOCK") _blocks[entity.Name] = block = new(entity[10], entity[20], []);
            // What stands on a sheet of paper is not in the plan.
            else if (entity[67] == 0) (block?.Entities ?? _plan).Add(entity);
        }
    }

    private static Entity EntityAt(string kind, List<(int Code, string Value)> pairs, ref int i)
    {
        var (layer, name, figures) = ("0", "", new Dictionary<int, double>());
        for (i++; i < pairs.Count && pairs[i].Code != 0; i++)
        {
            var (code, value) = pairs[i];
            if (code == 8) layer = value;
            else if (code == 2) name = value;
            else if (double.TryParse(value, NumberStyles.Float, CultureInfo.InvariantCulture, out var number)
                && double.IsFinite(number)) figures[code] = number;
        }
        i--;
        return new(kind, layer, name, figures);
    }

    private void Draw(List<Entity> entities, Placing at, string layer, int depth)
    {
        foreach (var entity in entities)
        {
            if (_problem is not null) return;
            // What lies in layer 0 of a block takes the layer of its insertion.
            var own = entity.Layer == "0" ? layer : entity.Layer;
            if (entity.Kind == "CIRCLE") Circle(entity, at, own);
            else Insert(entity, at, own, depth);
        }
    }

    private void Circle(Entity circle, Placing at, string layer)
    {
        if (!circle.Figures.ContainsKey(10) || !circle.Figures.ContainsKey(20)
            || circle[40] <= 0) _problem = $"circle {_circles.Count + 1} of the drawing has no middle or no radius";
        else if (!circle.InPlan || !at.IsUniform)
            _problem = $"circle {_circles.Count + 1} of the drawing is not seen from above as a circle";
        else if (_circles.Count >= MostCircles) _problem = $"there are more than {MostCircles} circles in the drawing";
        else _circles.Add(new(layer, at.Of(circle.Mirrored ? -circle[10] : circle[10], circle[20]), 2 * circle[40] * at.Scale));
    }

    private void Insert(Entity insert, Placing at, string layer, int depth)
    {
        if (!_blocks.TryGetValue(insert.Name, out var block)) return;
        if (depth >= Deepest)
        {
            _problem = $"block {Shorten(insert.Name)} is nested more than {Deepest} deep";
            return;
        }
        var (cos, sin) = (Math.Cos(insert[50] * Math.PI / 180), Math.Sin(insert[50] * Math.PI / 180));
        var seen = at.After(insert.Mirrored ? new Placing(-1, 0, 0, 1, 0, 0) : Placing.None);
        var turned = new Placing(cos, -sin, sin, cos, insert[10], insert[20]);
        for (var row = 0; row < Math.Clamp(insert[71, 1], 1, MostCircles); row++)
        {
            for (var column = 0; column < Math.Clamp(insert[70, 1], 1, MostCircles) && _problem is null; column++)
            {
                var (x, y) = (insert[41, 1], insert[42, 1]);
                var inner = new Placing(x, 0, 0, y, (column * insert[44]) - (x * block.BaseX), (row * insert[45]) - (y * block.BaseY));
                Draw(block.Entities, seen.After(turned.After(inner)), layer, depth + 1);
            }
        }
    }

    private static string Shorten(string text) => text.Length > 40 ? text[..40] + "…" : text;
}
