using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Hasp.Core.Catalogue;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;

namespace Hasp.Files;

/// <summary>One part of a quick line, between commas.</summary>
/// <param name="Text">As typed.</param>
/// <param name="Problem">Why it was not understood; null where it was.</param>
public sealed record QuickPart(string Text, string? Problem);

/// <summary>What a quick line came to.</summary>
/// <param name="Parts">Every part, understood or not.</param>
/// <param name="Document">The joint of the parts that were understood, everything else chosen.</param>
/// <param name="Chosen">What was left out and chosen, in words.</param>
public sealed record QuickJoint(IReadOnlyList<QuickPart> Parts, JsonObject Document, IReadOnlyList<string> Chosen)
{
    /// <summary>True where every part was understood.</summary>
    public bool Understood => Parts.All(p => p.Problem is null);
}

/// <summary>
/// Reads a joint from one line of words: <c>4 M16 8.8, 72 kN apart, 24 kN across, 12 + 20 steel, oiled</c>. What is left out
/// is chosen and said; what is not understood is pointed at, and the rest kept.
/// </summary>
public static partial class QuickLine
{
    private static readonly Dictionary<string, string> Lubricants = new(StringComparer.OrdinalIgnoreCase)
    {
        ["oiled"] = "lubricated", ["oil"] = "lubricated", ["lubricated"] = "lubricated", ["dry"] = "dry", ["zinc"] = "zinc",
        ["plated"] = "zinc", ["zinc plated"] = "zinc", ["cadmium"] = "cadmium", ["moly"] = "moly", ["anti-seize"] = "moly",
        ["paste"] = "moly", ["wax"] = "wax", ["waxed"] = "wax", ["galvanised"] = "galvanised", ["galvanized"] = "galvanised",
    };

    private static readonly Dictionary<string, string> Materials = new(StringComparer.OrdinalIgnoreCase)
    {
        ["steel"] = "Steel", ["mild steel"] = "Steel", ["aluminium"] = "Aluminium 6082-T6", ["aluminum"] = "Aluminium 6061-T6",
        ["cast iron"] = "EN-GJL-250", ["iron"] = "EN-GJL-250", ["stainless"] = "Stainless 1.4301", ["brass"] = "Brass",
    };

    private static readonly string[] Apart = ["apart", "tension", "pull", "pulling", "up", "uplift"];
    private static readonly string[] Across = ["across", "shear", "sideways"];

    [GeneratedRegex(@"^(?<quantity>[+-]?[\d.].*?)\s+(?<way>[a-z]+)$", RegexOptions.IgnoreCase)]
    private static partial Regex Force();

    [GeneratedRegex(@"^(?<first>[\d./\s-]+?(?:mm|cm|in|""|inch)?)(?<more>(?:\s*\+\s*[\d./\s-]+?(?:mm|cm|in|""|inch)?)+)\s*(?<material>(?!(?:mm|cm|in|inch)\b)[a-z][\w .-]*)?$", RegexOptions.IgnoreCase)]
    private static partial Regex Plates();

    [GeneratedRegex(@"^(?:(?<count>\d{1,3})\s*(?:[x×*]\s*|\s+)(?=[M#\d]))?(?<rest>\S.*)$", RegexOptions.IgnoreCase)]
    private static partial Regex Bolts();

    [GeneratedRegex(@"^(?<count>\d{1,3})(?:\s*(?:bolts|off|no))?(?:\s+(?<grade>\S.*))?$", RegexOptions.IgnoreCase)]
    private static partial Regex CountAndGrade();

    /// <summary>Reads <paramref name="line"/>; bare thicknesses are in the units shown.</summary>
    public static QuickJoint Read(string line, UnitSystem shown)
    {
        var document = new JsonObject
        {
            ["format"] = JointDocument.Format,
            ["version"] = JointDocument.Version,
            ["name"] = line.Trim().Length is > 0 and <= 80 ? line.Trim() : "New joint",
            ["bolts"] = new JsonObject(),
            ["layers"] = new JsonArray(),
            ["loads"] = new JsonArray(),
            ["tightening"] = new JsonObject(),
        };
        var load = new JsonObject { ["name"] = "As stated" };
        var parts = new List<QuickPart>();
        foreach (var raw in line.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            parts.Add(new QuickPart(raw, Take(raw, document, load, shown)));
        }
        if (load.Count > 1) ((JsonArray)document["loads"]!).Add(load);
        return new QuickJoint(parts, document, Choose(document));
    }

    private static string? Take(string part, JsonObject document, JsonObject load, UnitSystem shown)
    {
        if (Lubricants.TryGetValue(part, out var lubricant))
        {
            document["tightening"]!["lubrication"] = lubricant;
            return null;
        }
        if (part.TrimEnd('s').Equals("washer", StringComparison.OrdinalIgnoreCase))
        {
            document["washers"] = new JsonObject { ["head"] = "plain", ["nut"] = "plain" };
            return null;
        }
        if (Force().Match(part) is { Success: true } force)
        {
            var way = force.Groups["way"].Value.ToLowerInvariant();
            if (Apart.Contains(way) || Across.Contains(way)) return TakeForce(force.Groups["quantity"].Value, Apart.Contains(way), load);
        }
        if (part.Contains('+') && Plates().Match(part) is { Success: true } plates) return TakePlates(plates, document, shown);
        return TakeBolts(part, (JsonObject)document["bolts"]!);
    }

    private static string? TakeForce(string quantity, bool apart, JsonObject load)
    {
        var read = QuantityText.Parse(quantity, Dimension.Force);
        if (!read.Ok) return read.Problem;
        load[apart ? "tension" : "shear"] = quantity;
        return null;
    }

    private static string? TakePlates(Match match, JsonObject document, UnitSystem shown)
    {
        var name = match.Groups["material"].Value.Trim();
        var material = name.Length == 0 ? "Steel"
            : Materials.GetValueOrDefault(name) ?? Standards.Materials.FirstOrDefault(m => m.Name.Equals(name, StringComparison.OrdinalIgnoreCase))?.Name;
        if (material is null) return $"\"{name}\" is not a material that is listed. Write steel, S355, aluminium, cast iron, …";
        var layers = new JsonArray();
        foreach (var thickness in (match.Groups["first"].Value + match.Groups["more"].Value).Split('+', StringSplitOptions.TrimEntries))
        {
            var read = QuantityText.Parse(thickness, Dimension.Length, Units.Shown(Dimension.Length, shown));
            if (!read.Ok) return read.Problem;
            layers.Add(new JsonObject
            {
                ["name"] = $"Part {layers.Count + 1}",
                ["thickness"] = QuantityText.IsBareNumber(thickness) ? $"{thickness} {read.Unit!.Symbol}" : thickness,
                ["material"] = material,
            });
        }
        document["layers"] = layers;
        return null;
    }

    private static string? TakeBolts(string part, JsonObject bolts)
    {
        var match = Bolts().Match(part);
        var words = match.Groups["rest"].Value.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        // The thread is the longest run of leading words that names one: "1/2-13 UNC", "M16".
        for (var n = Math.Min(3, words.Length); n > 0; n--)
        {
            if (Standards.FindThread(string.Join(' ', words[..n])) is not { } thread) continue;
            var grade = string.Join(' ', words[n..]);
            if (grade.Length > 0 && GradeNamed(grade) is null) return $"\"{grade}\" is not a grade that is listed. Write 8.8, 10.9, A4-70, SAE 5, A325, …";
            bolts["thread"] = thread.Designation;
            if (match.Groups["count"].Success) bolts["count"] = int.Parse(match.Groups["count"].ValueSpan, System.Globalization.CultureInfo.InvariantCulture);
            if (grade.Length > 0) bolts["grade"] = GradeNamed(grade);
            return null;
        }
        // No thread: "4 8.8" or "6 bolts" leaves the size to be found.
        if (GradeNamed(part) is { } alone)
        {
            bolts["grade"] = alone;
            return null;
        }
        if (CountAndGrade().Match(part) is { Success: true } some && (!some.Groups["grade"].Success || GradeNamed(some.Groups["grade"].Value) is not null))
        {
            bolts["count"] = int.Parse(some.Groups["count"].ValueSpan, System.Globalization.CultureInfo.InvariantCulture);
            if (some.Groups["grade"].Success) bolts["grade"] = GradeNamed(some.Groups["grade"].Value);
            return null;
        }
        return "Not understood. Say bolts (4 M16 8.8), a load (72 kN apart, 24 kN across), parts (12 + 20 steel), or a finish (oiled, dry, zinc).";
    }

    private static string? GradeNamed(string text) =>
        Standards.Grades.FirstOrDefault(g => g.Grade.Equals(text.Trim(), StringComparison.OrdinalIgnoreCase))?.Grade;

    /// <summary>Fills what was left out. Where the size was, it is the smallest first-choice one that holds.</summary>
    private static List<string> Choose(JsonObject document)
    {
        var chosen = new List<string>();
        var bolts = (JsonObject)document["bolts"]!;
        void Fill(JsonObject at, string key, JsonNode value, string words)
        {
            if (at.ContainsKey(key)) return;
            at[key] = value;
            chosen.Add(words);
        }

        var layers = (JsonArray)document["layers"]!;
        if (layers.Count == 0)
        {
            document["layers"] = new JsonArray(
                new JsonObject { ["name"] = "Part 1", ["thickness"] = "12 mm", ["material"] = "Steel" },
                new JsonObject { ["name"] = "Part 2", ["thickness"] = "12 mm", ["material"] = "Steel" });
            chosen.Add("two 12 mm steel parts");
        }
        var loads = (JsonArray)document["loads"]!;
        var loaded = loads.Count > 0;
        if (!loaded)
        {
            loads.Add(new JsonObject { ["name"] = "Case 1", ["tension"] = "0 kN", ["shear"] = "0 kN" });
            chosen.Add("no load yet");
        }
        var inch = bolts["thread"] is { } t && Standards.FindThread(t.GetValue<string>())!.System == MeasureSystem.Inch;
        Fill(bolts, "grade", inch ? "SAE 5" : "8.8", inch ? "grade SAE 5" : "grade 8.8");
        Fill(bolts, "count", 4, "4 bolts");
        if (!bolts.ContainsKey("thread"))
        {
            var thread = loaded ? SmallestThatHolds(document) ?? "M16" : "M16";
            bolts["thread"] = thread;
            chosen.Add($"size {thread}");
        }
        Fill((JsonObject)document["tightening"]!, "lubrication", "unknown", "lubrication not known, nut factor 0.20");
        return chosen;
    }

    private static string? SmallestThatHolds(JsonObject document)
    {
        var trial = (JsonObject)document.DeepClone();
        var grade = trial["bolts"]!["grade"]!.GetValue<string>();
        var inch = Standards.Grades.Any(g => g.Grade == grade && g.System == MeasureSystem.Inch);
        trial["bolts"]!["thread"] = inch ? "1/2-13 UNC" : "M16";
        if (JointDocument.Read(trial.ToJsonString()).Joint is not { } joint) return null;
        var sizes = Standards.Threads.Where(x => x.FirstChoice && x.Series == (inch ? "UNC" : "metric coarse")).ToList();
        var cells = Finder.Search(joint.Input, sizes, [grade], joint.Bolts.Count);
        return cells.Select(row => row[0]).FirstOrDefault(c => c.ByCount.Length > 0 && c.ByCount[^1].Holds)?.Thread.Designation;
    }
}
