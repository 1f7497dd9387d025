using Hasp.Core.Checks.Machine;
using System.Globalization;
using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;
using Hasp.Files.Quick;

namespace Hasp.Files;

/// <summary>A piece of a quick line.</summary>
/// <param name="Start">Where it begins.</param>
/// <param name="Length">How long it is.</param>
/// <param name="Text">As typed.</param>
/// <param name="Taken">What it was taken for; empty where it was not understood.</param>
/// <param name="Problem">Why it was not understood, or what is asked; null where it was.</param>
/// <param name="Answers">Answers to what is asked, each a click.</param>
public sealed record QuickPart(int Start, int Length, string Text, string Taken, string? Problem, IReadOnlyList<QuickAnswer> Answers);

/// <summary>An answer to what a quick line left open.</summary>
/// <param name="Words">In words, as on a button.</param>
/// <param name="Line">The line with it.</param>
public sealed record QuickAnswer(string Words, string Line);

/// <summary>What a quick line came to.</summary>
/// <param name="Parts">Every piece that says something, understood or not, in order.</param>
/// <param name="Document">The joint of the pieces that were understood, everything else chosen.</param>
/// <param name="Chosen">What was left out and chosen, in words.</param>
/// <param name="NoSize">Why no size holds, with what would help; null where one does, or none was looked for.</param>
public sealed record QuickJoint(IReadOnlyList<QuickPart> Parts, JsonObject Document, IReadOnlyList<string> Chosen, string? NoSize)
{
    /// <summary>True where every piece was understood, and there is one.</summary>
    public bool Understood => Parts.Count > 0 && Parts.All(p => p.Problem is null);
}

/// <summary>
/// Reads a joint from one line of words: <c>4 M16 8.8, 72 kN apart, 24 kN across, 12 + 20 steel, oiled</c>. What is left out
/// is chosen and said; what could mean two things is asked; what is not understood is pointed at, and the rest kept.
/// </summary>
public static class QuickLine
{
    /// <summary>No line is longer.</summary>
    public const int MaxLength = 300;

    /// <summary>A line that lays out a frame of bolts round a hollow section: a starting point, no kind of its own.</summary>
    public const string Frame = QuickFrame.Example;

    private static readonly int[] Counts = [4, 6, 8, 12, 16, 24];

    /// <summary>Reads <paramref name="line"/>; where it says nothing of its units they are those shown.</summary>
    public static QuickJoint Read(string line, UnitSystem shown)
    {
        line = line.Length > MaxLength ? line[..MaxLength] : line;
        if ((QuickKinds.Read(line, shown) ?? QuickFrame.Read(line, shown)) is { } begun) return begun;
        var read = QuickReader.Read(line, shown);
        var document = Stated(read, line);
        var chosen = new Choices(document);
        var noSize = Choose(read, chosen);
        return new QuickJoint(read.Parts, document, chosen.Words, noSize);
    }

    /// <summary>What was left out, with the field it goes into.</summary>
    private sealed class Choices(JsonObject document)
    {
        internal JsonObject Document => document;

        internal List<string> Words { get; } = [];

        internal void Make(string path, JsonNode value, string words)
        {
            Write(document, path, value);
            Mark(path);
            if (words.Length > 0) Words.Add(words);
        }

        internal void Mark(string path)
        {
            if (document["chosen"] is not JsonArray list) document["chosen"] = list = [];
            if (!list.Any(c => c!.GetValue<string>() == path)) list.Add(path);
        }
    }

    private static void Write(JsonObject document, string path, JsonNode value)
    {
        var parts = path.Split('.');
        var at = document;
        foreach (var part in parts[..^1]) at = at[part] as JsonObject ?? (JsonObject)(at[part] = new JsonObject())!;
        at[parts[^1]] = value;
    }

    private static JsonObject Stated(QuickReader read, string line)
    {
        var document = new JsonObject
        {
            ["format"] = JointDocument.Format, ["version"] = JointDocument.Version,
            ["name"] = line.Trim().Length is > 0 and <= 80 && !line.Any(char.IsControl) ? line.Trim() : "New joint",
            ["bolts"] = new JsonObject(), ["layers"] = new JsonArray(), ["loads"] = new JsonArray(), ["tightening"] = new JsonObject(),
        };
        (string Path, JsonNode? Value)[] fields =
        [
            ("bolts.thread", read.Thread?.Designation), ("bolts.grade", read.Grade), ("bolts.count", read.Count),
            ("bolts.length", read.Length?.Text), ("bolts.condition", read.Condition),
            ("bolts.head", read.Head == "hex" ? null : read.Head), ("threadEnd.kind", read.End is "nut" ? null : read.End),
            ("hole.fit", read.Hole is null ? read.Fit : null), ("hole.diameter", read.Hole?.Text), ("tightening.lubrication", read.Finish),
            ("tightening.method", read.Method),
            ("tightening.aim", read.Aim), ("tightening.nutFactor", read.NutFactor), ("faceFriction", read.Friction),
            ("judging.shearBy", read.ShearBy),
        ];
        foreach (var (path, value) in fields) if (value is not null) Write(document, path, value);
        foreach (var plate in read.Plates) ((JsonArray)document["layers"]!)
            .Add(LayerOf(plate, ((JsonArray)document["layers"]!).Count, read.Edge));
        if (LoadOf(read) is { } load) ((JsonArray)document["loads"]!).Add(load);
        return document;
    }

    private static JsonObject LayerOf(QuickPlate plate, int index, Amount? edge)
    {
        var layer = new JsonObject { ["name"] = $"Part {index + 1}", ["thickness"] = Amount.Of(plate.Value, plate.Unit!).Text,
            ["material"] = plate.Material ?? "Steel" };
        if (edge is not null) layer["edgeDistance"] = edge.Text;
        return layer;
    }

    private static JsonObject? LoadOf(QuickReader read)
    {
        if (read is { Bore: { } bore, Pressure: { } pressure, Tension: null })
        {
            return new JsonObject { ["name"] = "Ram",
                ["helper"] = new JsonObject { ["kind"] = "ram push", ["bore"] = bore.Text, ["pressure"] = pressure.Text } };
        }
        if (read.Tension is null && read.Shear is null) return null;
        var load = new JsonObject { ["name"] = read.Ram ? "Ram" : "As stated" };
        if (read.Tension is { } tension) load["tension"] = tension.Text;
        if (read.Shear is { } shear) load["shear"] = shear.Text;
        return load;
    }

    /// <summary>Fills what was left out. Where the size or the number was, it is the smallest that holds; else why none does.</summary>
    private static string? Choose(QuickReader read, Choices choices)
    {
        var inch = read.SpeaksInches;
        var loaded = read.Tension is not null || read.Shear is not null || (read.Bore is not null && read.Pressure is not null);
        ChooseParts(read, choices, inch);
        if (!loaded)
        {
            choices.Document["loads"] = new JsonArray(new JsonObject { ["name"] = "Case 1", ["tension"] = "0 kN", ["shear"] = "0 kN" });
            choices.Words.Add("no load yet");
        }
        if (read.Grade is null)
        {
            var grade = read.Condition == "unknown grade" ? (inch ? "SAE 1" : "4.6") : inch ? "SAE 5" : "8.8";
            choices.Make("bolts.grade", grade, $"grade {grade}{(read.Condition == "unknown grade" ? ", the weakest that is sold" : "")}");
        }
        var noSize = ChooseSize(read, choices, inch, loaded);
        ChooseWashers(read, choices);
        ChooseEdges(read, choices, inch);
        if (JointDocument.Read(choices.Document.ToJsonString()).Joint is not { } joint) return noSize;
        if (read.Shear is not null && !joint.Judging.Shear.Stated) choices.Words.Add(
            joint.Judging.Shear.Bearing ? "shear by bearing: it may slip into its holes" : $"shear by friction: {joint.Judging.Shear.Why}");
        if (read.Finish is null && read.NutFactor is null) choices.Words.Add($"finish {joint.Tightening.NutFactor.Label}");
        if (joint.Tightening.AimChosen is { } aim) choices.Words.Add("target " + aim);
        if (read.Method is null) choices.Words.Add($"tightened by {joint.Tightening.Method.Label}");
        return noSize;
    }

    private static void ChooseParts(QuickReader read, Choices choices, bool inch)
    {
        var layers = (JsonArray)choices.Document["layers"]!;
        var thickness = inch ? "1/2 in" : "12 mm";
        var tapped = read.End is "tapped" or "insert";
        while (layers.Count < 2)
        {
            var last = tapped && layers.Count == 1;
            var thick = last ? (inch ? "1-1/2 in" : "40 mm") : layers.Count == 0 ? thickness : layers[0]!["thickness"]!.GetValue<string>();
            layers.Add(new JsonObject { ["name"] = $"Part {layers.Count + 1}", ["thickness"] = thick, ["material"] = layers.Count > 0
                ? layers[0]!["material"]!.GetValue<string>() : "Steel" });
            if (read.Edge is { } edge) layers[^1]!["edgeDistance"] = edge.Text;
            foreach (var key in new[] { "thickness", "material" }) choices.Mark($"layers[{layers.Count - 1}].{key}");
            choices.Words.Add($"part {layers.Count}: {thick} {layers[^1]!["material"]!.GetValue<string>().ToLowerInvariant()}");
        }
        if (read.Plates.Count == 0 || read.Plates.All(p => p.Material is not null)) return;
        for (var i = 0; i < read.Plates.Count; i++) if (read.Plates[i].Material is null) choices.Mark($"layers[{i}].material");
        choices.Words.Add("parts of steel, taken as the weakest structural steel");
    }

    // Diameters from the holes to the edge that a shop marks out, the usual ones first.
    private static readonly double[] EdgeTimes = [2, 2.5, 3, 4];

    /// <summary>Edges of parts that bolts bear on: two diameters, or as much more as tears no part out.</summary>
    private static void ChooseEdges(QuickReader read, Choices choices, bool inch)
    {
        if (read.Shear is null || read.Edge is not null) return;
        var layers = (JsonArray)choices.Document["layers"]!;
        var thread = Standards.FindThread(choices.Document["bolts"]!["thread"]!.GetValue<string>())!;
        string Of(double times)
        {
            var step = inch ? 25.4 / 8 : 5;
            return QuantityText.ShowText(Math.Ceiling((times * thread.Diameter / step) - 1e-9) * step, Dimension.Length, inch ? UnitSystem.Us : UnitSystem.Si);
        }
        bool TearsNothing(double times)
        {
            foreach (var layer in layers) layer!["edgeDistance"] = Of(times);
            return JointDocument.Read(choices.Document.ToJsonString()).Joint is { } joint
                && MachineBasis.TearOut.WorstFactor(joint) >= joint.Judging.Required(MachineBasis.TearOut);
        }
        var chosen = EdgeTimes.Cast<double?>().FirstOrDefault(t => TearsNothing(t!.Value)) ?? EdgeTimes[0];
        for (var i = 0; i < layers.Count; i++)
        {
            layers[i]!["edgeDistance"] = Of(chosen);
            choices.Mark($"layers[{i}].edgeDistance");
        }
        choices.Words.Add($"{Of(chosen)} from the holes to the edge");
    }

    /// <summary>Washers of a size that are hard enough for the grade, unless none are wanted or none are listed; null for none.</summary>
    private static string? WashersFor(QuickReader read, string grade, ScrewThread thread)
    {
        if (read.Washers == "") return null;
        var band = Standards.GradeBands(grade).FirstOrDefault(g => thread.Diameter <= g.MaxDiameter + 0.005);
        if (read.Washers is "large" or "hardened") return read.Washers;
        var hardness = band?.WasherHardness ?? 200;
        return new[] { "plain", "hardened" }.FirstOrDefault(k => Standards.FindWasher(k, thread.Diameter) is { } washer
            && washer.Hardness >= hardness) ?? (band is null ? null : JointRules.WasherFitting(thread, band)?.Kind);
    }

    private static string[] WasherPaths(QuickReader read) =>
        [.. read.Head is "countersunk" ? Array.Empty<string>() : ["washers.head"], .. read.End is "tapped" or "insert"
            ? Array.Empty<string>() : ["washers.nut"]];

    private static void ChooseWashers(QuickReader read, Choices choices)
    {
        var bolts = (JsonObject)choices.Document["bolts"]!;
        var grade = bolts["grade"]!.GetValue<string>();
        if (WashersFor(read, grade, Standards.FindThread(bolts["thread"]!.GetValue<string>())!) is not { } kind) return;
        foreach (var path in WasherPaths(read))
        {
            if (read.Washers is "large" or "hardened") Write(choices.Document, path, kind);
            else choices.Make(path, kind, "");
        }
        if (read.Washers is null) choices.Words.Add($"{kind} washers");
        else if (read.Washers == "*" && kind != "plain") choices.Words.Add($"{kind} washers, which go with {grade}");
    }

    private static string? ChooseSize(QuickReader read, Choices choices, bool inch, bool loaded)
    {
        if (read.Thread is not null && read.Count is not null) return null;
        var document = choices.Document;
        var grade = document["bolts"]!["grade"]!.GetValue<string>();
        var usual = read.Thread ?? Standards.FindThread(inch ? "1/2-13 UNC" : "M16")!;
        if (!loaded)
        {
            if (read.Thread is null) choices.Make("bolts.thread", usual.Designation, $"size {usual.Designation}");
            if (read.Count is null) choices.Make("bolts.count", 4, "4 bolts");
            return null;
        }
        var trial = (JsonObject)document.DeepClone();
        trial["bolts"]!["thread"] = usual.Designation;
        trial["bolts"]!["count"] ??= 4;
        IReadOnlyList<ScrewThread> sizes = read.Thread is not null ? [read.Thread]
            : [.. Standards.Threads.Where(x => x.FirstChoice && x.Series == (inch ? "UNC" : "metric coarse"))];
        // The washers of one size may not be listed for another: each size is judged as it would be ordered.
        var found = Smallest(read, trial, sizes, grade, read.Count is { } n ? [n] : Counts);
        if (found.Best is { } best)
        {
            if (read.Thread is null) choices.Make("bolts.thread", best.Cell.Thread.Designation,
                $"size {best.Cell.Thread.Designation}{(found.Holds ? ", the smallest that holds" : "")}");
            if (read.Count is null) choices.Make("bolts.count", best.Count, $"{best.Count} bolts");
            return found.Holds ? null : Sorry(best, grade, read);
        }
        if (read.Thread is null) choices.Make("bolts.thread", usual.Designation, $"size {usual.Designation}");
        if (read.Count is null) choices.Make("bolts.count", 4, "4 bolts");
        return found.Refusal is null ? null : $"No size can be fitted: {found.Refusal}.";
    }

    private readonly record struct Candidate(FinderCell Cell, int Count)
    {
        internal FinderEntry Entry => Cell.ByCount[Count - 1];
    }

    private static (Candidate? Best, bool Holds, string? Refusal) Smallest(QuickReader read, JsonObject trial,
        IReadOnlyList<ScrewThread> sizes, string grade, int[] counts)
    {
        Candidate? nearest = null;
        string? refusal = null;
        var cells = new List<FinderCell>();
        foreach (var size in sizes)
        {
            trial["bolts"]!["thread"] = size.Designation;
            var washers = WashersFor(read, grade, size);
            foreach (var path in WasherPaths(read)) Write(trial, path, washers ?? "none");
            var (joint, faults) = JointDocument.Read(trial.ToJsonString());
            if (joint is null)
            {
                refusal ??= faults.Count > 0 ? faults[0].Problem : null;
                continue;
            }
            var cell = Finder.Search(joint.Said, [size], [grade], counts.Max())[0][0];
            if (cell.Refusal is not null)
            {
                refusal ??= cell.Refusal;
                continue;
            }
            cells.Add(cell);
        }
        // Few bolts before small ones: four of a size that holds rather than twelve of a smaller.
        foreach (var count in counts)
        {
            foreach (var cell in cells)
            {
                var here = new Candidate(cell, count);
                if (here.Entry.Holds) return (here, true, null);
                if (nearest is not { } best || here.Entry.Reserve > best.Entry.Reserve) nearest = here;
            }
        }
        return (nearest, false, refusal);
    }

    private static string Sorry(Candidate best, string grade, QuickReader read)
    {
        var what = read.Thread is null ? $"No stocked size of {grade}" : $"No number of {read.Thread.Designation} {grade}";
        var number = read.Count is { } n ? $" with {n} {(n == 1 ? "bolt" : "bolts")}" : $", up to {Counts[^1]} bolts,";
        var entry = best.Entry;
        var why = entry.Obstacle ?? (entry.Check is { } check
            ? $"{check.Name.ToLowerInvariant()} falls short: {QuantityText.Factor(entry.Reserve)} of what is needed with {best.Count} × {best.Cell.Thread.Designation}"
            : "nothing can be judged");
        string[] helps = entry.Check?.Id switch
        {
            "slip" => ["faces that grip better (friction 0.3, blasted)", "more bolts", "a higher grade", "letting it slip into bearing"],
            "bearing" or "tearOut" or "netSection" or "pullThrough" => ["thicker parts", "more bolts", "a stronger material"],
            "underHead" or "washerPressure" => ["hardened or large washers", "a lower target preload", "a harder material"],
            _ => ["a higher grade", "more bolts", "thicker parts"],
        };
        return $"{what}{number} holds, because {why}. What would help: {string.Join(", ", helps)}.";
    }
}
