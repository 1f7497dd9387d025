using System.Globalization;
using System.Text.Json.Nodes;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;

namespace Hasp.Files;

/// <summary>Changes to the pattern of a joint document as a person makes them on the plan. The document may be faulty before and
/// after.</summary>
public static class PatternEdit
{
    /// <summary>Grows a pattern to a number of bolts by its own rule; false where there is no pattern, or none of that number.</summary>
    internal static bool Grow(JsonObject document, string text)
    {
        if (JointDocument.LayoutOf(document) is not { } layout || !int.TryParse(text, CultureInfo.InvariantCulture, out var count)
            || count is < 1 or > PatternRules.MostBolts) return false;
        if (layout.Grown(count) is not { } grown) return false;
        if (grown != layout) foreach (var (path, value) in PatternRules.Edits(grown)) JointEdit.Set(document, path, value, UnitSystem.Si);
        (document["bolts"] as JsonObject)?.Remove("count");
        return true;
    }

    /// <summary>A first pattern takes over the number of bolts; one that goes leaves its number behind.</summary>
    internal static void Seed(JsonObject document, string kind)
    {
        var before = JointDocument.LayoutOf(document);
        if (document["bolts"] is not JsonObject bolts) document["bolts"] = bolts = [];
        if (kind.Length == 0)
        {
            if (before is not null) bolts["count"] = before.Places().Length - before.Off.Length;
            return;
        }
        if (before is not null || bolts["count"] is not JsonValue stated || !stated.TryGetValue<int>(out var count)
            || count is < 1 or > PatternRules.MostBolts) return;
        bolts.Remove("count");
        if (document["pattern"] is not JsonObject pattern) document["pattern"] = pattern = [];
        if (pattern.ContainsKey("rows") || pattern.ContainsKey("columns") || pattern.ContainsKey("count")) return;
        var columns = Enumerable.Range(1, count).Last(c => c * c <= count && count % c == 0);
        (pattern["rows"], pattern["columns"], pattern["count"]) = (count / columns, columns, count);
    }

    /// <summary>Makes each place of the pattern a free bolt, where it stands; switched-off places stay switched off.</summary>
    public static void Free(JsonObject document)
    {
        if (JointDocument.LayoutOf(document) is not { } layout || document["pattern"] is not JsonObject pattern) return;
        pattern["points"] = new JsonArray([.. layout.Places().Select(p => (JsonNode)PointOf(p))]);
        foreach (var key in new[] { "atX", "atY", "turned", "mirror" }) pattern.Remove(key);
        pattern["kind"] = Names.Patterns[PatternKind.Points];
    }

    private static JsonObject PointOf(PlanPoint p) => new() { ["x"] = Mm(p.X), ["y"] = Mm(p.Y) };

    private static string Mm(double value) => Math.Round(value, 6).ToString(CultureInfo.InvariantCulture) + " mm";

    /// <summary>Adds a free bolt at a place; another kind of pattern is set free first.</summary>
    public static void Add(JsonObject document, PlanPoint at)
    {
        var layout = JointDocument.LayoutOf(document);
        if (layout is null)
        {
            JointEdit.Set(document, Fields.PatternKind.Path, "points", UnitSystem.Si);
        }
        else if (layout.Kind != PatternKind.Points || layout.Mirror != Mirror.None || layout.Turned != 0)
        {
            Free(document);
        }
        var pattern = (JsonObject)document["pattern"]!;
        if (pattern["points"] is not JsonArray points) pattern["points"] = points = [];
        var middle = JointDocument.LayoutOf(document)?.At ?? default;
        points.Add(PointOf(at - middle));
    }

    /// <summary>
    /// Moves bolts, given by their numbers, on the drawing, mm. Free bolts go where they are moved; in a pattern with a rule the first of
    /// them goes there, and the rule's measure follows: the pitch of rows and columns, the circle; where all are taken along, the whole
    /// pattern goes.
    /// </summary>
    public static void Move(JsonObject document, IReadOnlyList<int> numbers, PlanPoint by)
    {
        if (JointDocument.LayoutOf(document) is not { } layout || document["pattern"] is not JsonObject pattern
            || numbers.Count == 0) return;
        var places = layout.Places();
        if (numbers.Any(n => n < 1 || n > places.Length)) return;
        if (numbers.Count == places.Length || layout.Kind == PatternKind.Single)
        {
            (pattern["atX"], pattern["atY"]) = (Mm(layout.At.X + by.X), Mm(layout.At.Y + by.Y));
            return;
        }
        if (layout.Kind == PatternKind.Points)
        {
            var list = (JsonArray)pattern["points"]!;
            foreach (var n in numbers.Where(n => n <= list.Count))
            {
                var moved = layout.Points[n - 1] + by;
                (list[n - 1]!["x"], list[n - 1]!["y"]) = (Mm(moved.X), Mm(moved.Y));
            }
            return;
        }
        var (old, target) = (places[numbers[0] - 1] - layout.At, places[numbers[0] - 1] + by - layout.At);
        if (layout.IsRound)
        {
            pattern["diameter"] = Mm(2 * target.To(default));
            return;
        }
        // Unturned, so that rows and columns lie along the axes; a bolt on the middle line has no say in that pitch.
        var (cos, sin) = (Math.Cos(layout.Turned), Math.Sin(layout.Turned));
        PlanPoint Unturned(PlanPoint p) => new((cos * p.X) + (sin * p.Y), (cos * p.Y) - (sin * p.X));
        var (from, to) = (Unturned(old), Unturned(target));
        if (Math.Abs(from.X) > 1e-6 && Math.Abs(to.X - from.X) > 1e-6
            && to.X / from.X > 0) pattern["pitchX"] = Mm(layout.PitchX * to.X / from.X);
        if (Math.Abs(from.Y) > 1e-6 && Math.Abs(to.Y - from.Y) > 1e-6
            && to.Y / from.Y > 0) pattern["pitchY"] = Mm(layout.PitchY * to.Y / from.Y);
    }

    /// <summary>Takes bolts, given by their numbers, away: free ones for good, others by switching their place off; those switched
    /// off come back.</summary>
    public static void Toggle(JsonObject document, IReadOnlyList<int> numbers)
    {
        if (JointDocument.LayoutOf(document) is not { } layout || document["pattern"] is not JsonObject pattern) return;
        if (layout.Kind == PatternKind.Points && layout.Mirror == Mirror.None)
        {
            var list = (JsonArray)pattern["points"]!;
            foreach (var n in numbers.Distinct().OrderDescending().Where(n => n >= 1 && n <= list.Count)) list.RemoveAt(n - 1);
            return;
        }
        var off = (JointEdit.Get(document, Fields.PatternOff.Path) ?? "").Split([',', ' ', ';'], StringSplitOptions.RemoveEmptyEntries)
            .ToHashSet();
        foreach (var n in numbers.Select(n => n.ToString(CultureInfo.InvariantCulture))) if (!off.Remove(n)) off.Add(n);
        if (off.Count == 0) pattern.Remove("off");
        else pattern["off"] = string.Join(", ", off.OrderBy(n => n.Length).ThenBy(n => n, StringComparer.Ordinal));
    }

    /// <summary>Puts bolts at these places, mm, in place of the pattern that is there.</summary>
    public static void Place(JsonObject document, IEnumerable<PlanPoint> places)
    {
        (document["bolts"] as JsonObject)?.Remove("count");
        if (document["pattern"] is not JsonObject pattern) document["pattern"] = pattern = [];
        foreach (var key in new[] { "atX", "atY", "turned", "mirror", "off" }) pattern.Remove(key);
        pattern["kind"] = Names.Patterns[PatternKind.Points];
        pattern["points"] = new JsonArray([.. places.Select(p => (JsonNode)PointOf(p))]);
    }
}
