using System.Globalization;
using System.Text;
using Hasp.Core.LoadPath;

namespace Hasp.Files;

/// <summary>A circle of a drawing.</summary>
/// <param name="Layer">Its layer.</param>
/// <param name="At">Middle, in the drawing's unit.</param>
/// <param name="Diameter">In the drawing's unit.</param>
public readonly record struct DxfCircle(string Layer, PlanPoint At, double Diameter);

/// <summary>Circles of one layer and diameter.</summary>
/// <param name="Layer">Their layer.</param>
/// <param name="Diameter">In the drawing's unit.</param>
/// <param name="Middles">Each once, in the drawing's unit.</param>
public sealed record DxfGroup(string Layer, double Diameter, IReadOnlyList<PlanPoint> Middles);

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

    /// <summary>The circles of a drawing, in its own unit, with that unit in mm where the drawing states it; or why it cannot be
    /// read.</summary>
    public static (IReadOnlyList<DxfCircle> Circles, double? UnitMm, string? Problem) Read(string text)
    {
        if (text.Length > MostCharacters) return ([], null, $"the drawing is larger than {MostCharacters / 1_000_000} MB");
        return DxfReader.Read(text);
    }

    /// <summary>
    /// The circles that can be the bolts, one group a diameter: those of layer BOLTS where there is one, else of the layer that holds the
    /// most alike. Each middle once. More than one group is to be asked about.
    /// </summary>
    public static IReadOnlyList<DxfGroup> Candidates(IReadOnlyList<DxfCircle> circles)
    {
        var groups = circles.GroupBy(c => (Layer: c.Layer.ToUpperInvariant(), Diameter: Math.Round(c.Diameter, 3)))
            .OrderByDescending(g => g.Count()).ThenBy(g => g.Key.Diameter).ToList();
        if (groups.Count == 0) return [];
        var layer = groups.Any(g => g.Key.Layer == Bolts) ? Bolts : groups[0].Key.Layer;
        return [.. groups.Where(g => g.Key.Layer == layer).Select(g => new DxfGroup(g.First().Layer, g.Key.Diameter, Once(g)))];
    }

    /// <summary>Each middle once: circles drawn over each other are one hole.</summary>
    private static List<PlanPoint> Once(IEnumerable<DxfCircle> circles)
    {
        var seen = new HashSet<(long, long)>();
        var kept = new List<PlanPoint>();
        foreach (var c in circles)
        {
            // Cells of the size of the tolerance: a middle in a cell or beside one that is taken is the same.
            var tolerance = 1e-6 * Math.Max(1, c.Diameter);
            var (x, y) = ((long)Math.Round(c.At.X / tolerance), (long)Math.Round(c.At.Y / tolerance));
            var known = false;
            for (var i = -1; i <= 1; i++) for (var j = -1; j <= 1; j++) known |= seen.Contains((x + i, y + j));
            if (known) continue;
            seen.Add((x, y));
            kept.Add(c.At);
        }
        return kept;
    }
}
