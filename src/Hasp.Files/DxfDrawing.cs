using System.Globalization;
using System.Text;
using Hasp.Core.LoadPath;

namespace Hasp.Files;

/// <summary>A circle of a drawing.</summary>
/// <param name="Layer">Its layer.</param>
/// <param name="At">Middle, in the drawing's unit.</param>
/// <param name="Diameter">In the drawing's unit.</param>
public readonly record struct DxfCircle(string Layer, PlanPoint At, double Diameter);

/// <summary>
/// The pattern as a drawing exchange file, ASCII, version R12 (AC1009): holes as circles in layer BOLTS, places without a bolt in OFF, the
/// plate in OUTLINE, its openings in OPENINGS, the centroid as a point in CENTROID. 1 drawing unit is 1 mm.
/// </summary>
public static class DxfDrawing
{
    /// <summary>Layer of the holes.</summary>
    public const string Bolts = "BOLTS";

    private const int MostCharacters = 20_000_000;

    /// <summary>Writes a pattern; <paramref name="hole"/> is d0, mm.</summary>
    public static string Write(BoltPattern pattern, double hole)
    {
        var b = new StringBuilder();
        void Pair(int code, string value) => b.Append(CultureInfo.InvariantCulture, $"{code,3}\r\n{value}\r\n");
        void Number(int code, double value) => Pair(code, Math.Round(value, 9).ToString("0.0########", CultureInfo.InvariantCulture));
        void Circle(string layer, PlanPoint at, double diameter)
        {
            Pair(0, "CIRCLE");
            Pair(8, layer);
            Number(10, at.X);
            Number(20, at.Y);
            Number(30, 0);
            Number(40, diameter / 2);
        }
        void Polyline(string layer, IEnumerable<PlanPoint> corners)
        {
            Pair(0, "POLYLINE");
            Pair(8, layer);
            Pair(66, "1");
            Pair(70, "1");
            Number(10, 0);
            Number(20, 0);
            Number(30, 0);
            foreach (var corner in corners)
            {
                Pair(0, "VERTEX");
                Pair(8, layer);
                Number(10, corner.X);
                Number(20, corner.Y);
                Number(30, 0);
            }
            Pair(0, "SEQEND");
            Pair(8, layer);
        }

        Pair(999, "bolt pattern, 1 unit is 1 mm");
        Pair(0, "SECTION");
        Pair(2, "HEADER");
        Pair(9, "$ACADVER");
        Pair(1, "AC1009");
        Pair(9, "$INSUNITS");
        Pair(70, "4");
        Pair(0, "ENDSEC");
        Pair(0, "SECTION");
        Pair(2, "TABLES");
        Pair(0, "TABLE");
        Pair(2, "LAYER");
        Pair(70, "5");
        foreach (var (layer, colour) in new[] { (Bolts, 7), ("OFF", 8), ("OUTLINE", 5), ("OPENINGS", 4), ("CENTROID", 1) })
        {
            Pair(0, "LAYER");
            Pair(2, layer);
            Pair(70, "0");
            Pair(62, colour.ToString(CultureInfo.InvariantCulture));
            Pair(6, "CONTINUOUS");
        }
        Pair(0, "ENDTAB");
        Pair(0, "ENDSEC");
        Pair(0, "SECTION");
        Pair(2, "ENTITIES");
        for (var i = 0; i < pattern.Places.Length; i++) Circle(pattern.BoltAt(i + 1) < 0 ? "OFF" : Bolts, pattern.Places[i], hole);
        if (pattern.Plate is { } plate)
        {
            if (plate.IsRound) Circle("OUTLINE", plate.Middle, plate.Diameter);
            else Polyline("OUTLINE", plate.Corners);
            foreach (var opening in plate.Openings)
            {
                if (opening.IsRound) Circle("OPENINGS", opening.At, opening.Diameter);
                else Polyline("OPENINGS", opening.Corners);
            }
        }
        Pair(0, "POINT");
        Pair(8, "CENTROID");
        Number(10, pattern.Group.CentroidX);
        Number(20, pattern.Group.CentroidY);
        Number(30, 0);
        Pair(0, "ENDSEC");
        Pair(0, "EOF");
        return b.ToString();
    }

    /// <summary>The circles of a drawing, in its own unit, with that unit in mm where the drawing states it; or why it cannot be read.</summary>
    public static (IReadOnlyList<DxfCircle> Circles, double? UnitMm, string? Problem) Read(string text)
    {
        if (text.Length > MostCharacters) return ([], null, $"the drawing is larger than {MostCharacters / 1_000_000} MB");
        if (text.StartsWith("AutoCAD Binary DXF", StringComparison.Ordinal)) return ([], null, "the drawing is in the binary form: save it as ASCII text");
        var pairs = new List<(int Code, string Value)>();
        var lines = text.ReplaceLineEndings("\n").TrimEnd('\n').Split('\n');
        for (var i = 0; i + 1 < lines.Length; i += 2)
        {
            if (!int.TryParse(lines[i], NumberStyles.Integer, CultureInfo.InvariantCulture, out var code)) return ([], null, $"not a drawing exchange file: line {i + 1} should be a group code, it is \"{Shorten(lines[i])}\"");
            pairs.Add((code, lines[i + 1].Trim()));
        }
        if (!pairs.Any(p => p is (0, "SECTION"))) return ([], null, "not a drawing exchange file: there is no section in it");
        var circles = new List<DxfCircle>();
        double? unit = null;
        for (var i = 0; i < pairs.Count; i++)
        {
            if (pairs[i] is (9, "$INSUNITS") && i + 1 < pairs.Count) unit = pairs[i + 1].Value switch { "1" => 25.4, "2" => 304.8, "4" => 1, "5" => 10, "6" => 1000, _ => null };
            if (pairs[i] is not (0, "CIRCLE")) continue;
            var (layer, x, y, r) = ("0", double.NaN, double.NaN, double.NaN);
            for (i++; i < pairs.Count && pairs[i].Code != 0; i++)
            {
                var (code, value) = pairs[i];
                if (code == 8) layer = value;
                if (code is not (10 or 20 or 40) || !double.TryParse(value, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) || !double.IsFinite(number)) continue;
                if (code == 10) x = number;
                if (code == 20) y = number;
                if (code == 40) r = number;
            }
            i--;
            if (double.IsNaN(x + y + r) || r <= 0) return ([], null, $"circle {circles.Count + 1} of the drawing has no middle or no radius");
            circles.Add(new(layer, new(x, y), 2 * r));
        }
        return circles.Count == 0 ? ([], unit, "there is no circle in the drawing: bolts are read from circles") : (circles, unit, null);
    }

    /// <summary>The circles that are most likely the bolts: of layer BOLTS where there is one, else of the layer and diameter that most of them share; each middle once.</summary>
    public static IReadOnlyList<DxfCircle> LikelyBolts(IReadOnlyList<DxfCircle> circles)
    {
        var named = circles.Where(c => c.Layer.Equals(Bolts, StringComparison.OrdinalIgnoreCase)).ToList();
        var chosen = named.Count > 0 ? named : [.. circles.GroupBy(c => (c.Layer, Math.Round(c.Diameter, 3))).OrderByDescending(g => g.Count()).ThenBy(g => g.Key.Item2).First()];
        var kept = new List<DxfCircle>();
        foreach (var c in chosen) if (kept.All(k => k.At.To(c.At) > 1e-6 * Math.Max(1, c.Diameter))) kept.Add(c);
        return kept;
    }

    private static string Shorten(string text) => text.Length > 40 ? text[..40] + "…" : text;
}
