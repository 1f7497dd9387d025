using System.Globalization;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;

namespace Hasp.Files;

/// <summary>Changes to a joint document as a person makes them, one field or one part at a time. The document may be faulty before
/// and after.</summary>
public static partial class JointEdit
{
    [GeneratedRegex(@"^(?<key>[A-Za-z][A-Za-z0-9]*)(?:\[(?<index>[0-9]{1,3})\])?$")]
    private static partial Regex Part();

    /// <summary>
    /// Writes <paramref name="text"/> into the field at <paramref name="path"/>. Empty text removes the field, so that its
    /// default is chosen again. A bare number in a quantity takes the unit shown. What cannot be read is kept as typed:
    /// the parser will say what is wrong with it.
    /// </summary>
    /// <exception cref="ArgumentException">No field has that path, or the document has no such part.</exception>
    public static void Set(JsonObject document, string path, string text, UnitSystem shown)
    {
        var field = Fields.At(path) ?? throw new ArgumentException($"no field {path}", nameof(path));
        text = text.Trim();
        Stated(document, path);
        // A number of bolts grows a pattern by its own rule, where it has a shape with that number.
        if (field == Fields.Count && PatternEdit.Grow(document, text)) return;
        if (field == Fields.PatternKind) PatternEdit.Seed(document, text);
        var (parent, key) = Walk(document, path);
        if (text.Length == 0)
        {
            parent.Remove(key);
            return;
        }
        parent[key] = Write(field, text, shown);
        // Without a nut there is no washer under it: one that nobody asked for goes.
        if (field == Fields.EndKind && text is "tapped" or "insert" && IsChosen(document, Fields.NutWasher.Path))
        {
            (document["washers"] as JsonObject)?.Remove("nut");
            Stated(document, Fields.NutWasher.Path);
        }
        // A hole has one diameter: giving it drops the fit, and the other way round.
        if (field == Fields.HoleDiameter) (document["hole"] as JsonObject)?.Remove("fit");
        if (field == Fields.Fit) (document["hole"] as JsonObject)?.Remove("diameter");
    }

    /// <summary>What was typed as a document has it: a number as a number, a bare figure with the unit shown, anything else as it
    /// was typed.</summary>
    public static JsonNode Write(Field field, string text, UnitSystem shown) => field.Kind switch
    {
        FieldKind.Quantity when QuantityText.IsBareNumber(text) => $"{text} {BareUnit(field, shown).Symbol}",
        FieldKind.Spread when QuantityText.IsBareNumber(text) => text + " %",
        FieldKind.Aim when QuantityText.IsBareNumber(text) => text + " %",
        FieldKind.Count when int.TryParse(text, CultureInfo.InvariantCulture, out var n) => n,
        FieldKind.Number when Share(text) is { } x => x,
        _ => text,
    };

    /// <summary>Takes a path off the list of what was chosen: somebody has stated it now.</summary>
    private static void Stated(JsonObject document, string path)
    {
        if (document["chosen"] is not JsonArray chosen) return;
        for (var i = chosen.Count - 1; i >= 0; i--) if (chosen[i] is JsonValue v && v.TryGetValue<string>(out var p)
            && p == path) chosen.RemoveAt(i);
        if (chosen.Count == 0) document.Remove("chosen");
    }

    /// <summary>True where a field's value was chosen and not stated.</summary>
    public static bool IsChosen(JsonObject document, string path) =>
        document["chosen"] is JsonArray chosen && chosen.Any(c => c is JsonValue v && v.TryGetValue<string>(out var p) && p == path);

    /// <summary>
    /// Changes how a load case is stated: <c>components</c>, <c>tension and shear</c>, <c>a combination</c> or the kind of a helper. What
    /// was stated before goes, tension and shear become components; a helper's inputs stay, to be found again.
    /// </summary>
    public static void State(JsonObject document, int index, string how)
    {
        if (document["loads"] is not JsonArray loads || index < 0 || index >= loads.Count || loads[index] is not JsonObject load) return;
        var (tension, shear) = (load["tension"]?.DeepClone(), load["shear"]?.DeepClone());
        foreach (var key in new[] { "tension", "shear", "fx", "fy", "fz", "mx", "my", "mz", "combines" }) load.Remove(key);
        (load["helper"] as JsonObject)?.Remove("kind");
        switch (how)
        {
            case "components":
                load["fz"] = tension ?? "0 kN";
                if (shear is not null) load["fx"] = shear;
                break;
            case "tension and shear":
                foreach (var key in new[] { "atX", "atY", "atZ" }) load.Remove(key);
                (load["tension"], load["shear"]) = ("0 kN", "0 kN");
                break;
            case "a combination":
                foreach (var key in new[] { "atX", "atY", "atZ" }) load.Remove(key);
                var other = loads.OfType<JsonObject>().Where(l => l != load && !l.ContainsKey("combines")).Select((l, _) => Get(l, "name"))
                    .FirstOrDefault(n => n is not null);
                load["combines"] = other is null ? "1 × " : "1 × " + other;
                break;
            default:
                if (how is "bracket" or "panel" or "column") foreach (var key in new[] { "atX", "atY", "atZ" }) load.Remove(key);
                if (load["helper"] is not JsonObject helper) load["helper"] = helper = [];
                helper["kind"] = how;
                break;
        }
    }

    /// <summary>True where a load case is stated other than by tension and shear.</summary>
    public static bool StatesComponents(JsonObject document, int index) =>
        document["loads"] is JsonArray loads && index < loads.Count && loads[index] is JsonObject load && !load.ContainsKey("tension")
            && !load.ContainsKey("shear")
        && (load.ContainsKey("combines") || (load["helper"] as JsonObject)?.ContainsKey("kind") == true
            || new[] { "fx", "fy", "fz", "mx", "my", "mz" }.Any(load.ContainsKey));

    /// <summary>The unit that a bare number in this field is taken in.</summary>
    public static Unit BareUnit(Field field, UnitSystem shown) =>
        field == Fields.Settling ? Units.Of(Dimension.Length, shown == UnitSystem.Si ? "µm" : "mil") : Units.Shown(field.Dimension, shown);

    /// <summary>The lists whose entries a person adds and removes.</summary>
    public static IReadOnlyList<string> Lists { get; } = ["layers", "loads", "pattern.points", "pattern.plate.corners",
        "pattern.plate.openings"];

    /// <summary>How many entries a list of the document has; 0 where there is none.</summary>
    public static int CountOf(JsonObject document, string list) =>
        list.Split('.').Aggregate((JsonNode?)document, (n, key) => (n as JsonObject)?[key]) is JsonArray array ? array.Count : 0;

    /// <summary>Appends an entry to a list, a part or load case alike in kind to the last one.</summary>
    public static void Add(JsonObject document, string list)
    {
        var array = ListOf(document, list);
        var next = array.Count + 1;
        array.Add(list == "layers"
            ? new JsonObject
            {
                ["name"] = $"Part {next}",
                ["thickness"] = (array.LastOrDefault() as JsonObject)?["thickness"]?.DeepClone() ?? "12 mm",
                ["material"] = (array.LastOrDefault() as JsonObject)?["material"]?.DeepClone() ?? "S355",
                ["side"] = (array.LastOrDefault() as JsonObject)?["side"]?.GetValueKind() == System.Text.Json.JsonValueKind.String
                    && (array[^1]!["side"]!.GetValue<string>() == "left") ? "right" : "left",
            }
            : list == "loads" && (array.LastOrDefault() as JsonObject)?.ContainsKey("tension") != false
            ? new JsonObject { ["name"] = $"Case {next}", ["tension"] = "0 kN", ["shear"] = "0 kN" }
            : list == "loads" ? new JsonObject { ["name"] = $"Case {next}", ["fz"] = "0 kN" }
            : list.EndsWith("openings", StringComparison.Ordinal)
                ? new JsonObject { ["x"] = "0 mm", ["y"] = "0 mm", ["diameter"] = "30 mm" }
            : new JsonObject { ["x"] = "0 mm", ["y"] = "0 mm" });
    }

    /// <summary>Removes the part or load case at <paramref name="index"/>; a number past the end changes nothing.</summary>
    public static void Remove(JsonObject document, string list, int index)
    {
        var array = ListOf(document, list);
        if (index >= 0 && index < array.Count) array.RemoveAt(index);
    }

    /// <summary>Moves the part or load case at <paramref name="index"/> one up (−1) or down (+1); past either end changes
    /// nothing.</summary>
    public static void Move(JsonObject document, string list, int index, int by)
    {
        var array = ListOf(document, list);
        var to = index + by;
        if (index < 0 || index >= array.Count || to < 0 || to >= array.Count) return;
        var item = array[index];
        array.RemoveAt(index);
        array.Insert(to, item);
    }

    /// <summary>Puts a grade or material of the user's own into the document, unless one of its name is there already.</summary>
    public static void Embed(JsonObject document, string kind, JsonObject own)
    {
        if (document["own"] is not JsonObject all) document["own"] = all = [];
        if (all[kind] is not JsonArray list) all[kind] = list = [];
        if (!list.Any(e => e is JsonObject o && Get(o, "name") == Get(own, "name"))) list.Add(own);
    }

    /// <summary>Writes a way out into the document.</summary>
    public static void Take(JsonObject document, WayOut way, UnitSystem shown)
    {
        foreach (var (path, text) in way.Edits)
        {
            if (path != WaysOut.SleeveEdit)
            {
                Set(document, path, text, shown);
                continue;
            }
            var size = text.Split(" × ");
            var layers = ListOf(document, "layers");
            // Sides go left and right in turn where none is stated: what they were before one more part came is written down.
            foreach (var (layer, side) in layers.Zip(way.Sides)) if (layer is JsonObject o) o["side"] = side;
            layers.Insert(0, new JsonObject
            {
                ["name"] = WaysOut.Sleeve, ["thickness"] = size[0], ["material"] = "Steel", ["side"] = "none", ["edgeDistance"] = size[1],
            });
        }
    }

    /// <summary>Lays a hand-calculated figure beside a step of a check's working; empty text takes it away.</summary>
    public static void SetHandFigure(JsonObject document, string check, string step, string text)
    {
        if (document["handChecks"] is not JsonArray list) document["handChecks"] = list = [];
        var index = HandFigureIndex(document, check, step);
        var at = index < 0 ? null : list[index] as JsonObject;
        if (text.Trim().Length == 0)
        {
            if (at is not null) list.Remove(at);
            if (list.Count == 0) document.Remove("handChecks");
            return;
        }
        if (at is null) list.Add(at = new JsonObject { ["check"] = check, ["step"] = step });
        at["figure"] = text.Trim();
    }

    /// <summary>Puts down that somebody answers for a gap of a result; what was accepted of the same gap before goes.</summary>
    public static void Accept(JsonObject document, Core.Joints.Joint joint, Core.Checks.Ask gap, string reason, string by)
    {
        TakeBack(document, gap.Name);
        if (document["accepted"] is not JsonArray list) document["accepted"] = list = [];
        list.Add(new JsonObject
        {
            ["name"] = gap.Name, ["open"] = gap.Problem, ["kind"] = joint.Kind.Id, ["basis"] = joint.Judging.Basis.Id, ["reason"] = reason,
            ["by"] = by,
        });
    }

    /// <summary>Nobody answers for a gap any more.</summary>
    public static void TakeBack(JsonObject document, string name)
    {
        if (document["accepted"] is not JsonArray list) return;
        foreach (var row in list.OfType<JsonObject>().Where(o => Get(o, "name") == name).ToList()) list.Remove(row);
        if (list.Count == 0) document.Remove("accepted");
    }

    /// <summary>
    /// Gaps that were not accepted in those words before bear the name of whoever writes them, whatever was sent as one: nobody accepts in
    /// another's name.
    /// </summary>
    public static void Sign(JsonObject document, JsonObject before, string by)
    {
        var known = (before["accepted"] as JsonArray ?? []).ToList();
        foreach (var row in (document["accepted"] as JsonArray ?? []).OfType<JsonObject>().Where(r => !known.Any(k => JsonNode.DeepEquals(k, r))))
        {
            row["by"] = by;
        }
    }

    /// <summary>Place in <c>handChecks</c> of the figure beside a step; −1 where there is none.</summary>
    public static int HandFigureIndex(JsonObject document, string check, string step) =>
        document["handChecks"] is JsonArray list ? list.ToList()
            .FindIndex(h => h is JsonObject o && Get(o, "check") == check && Get(o, "step") == step) : -1;

    /// <summary>What stands at a path, as text; null where nothing does.</summary>
    public static string? Get(JsonObject document, string path)
    {
        JsonNode? at = document;
        foreach (var part in path.Split('.'))
        {
            var match = Part().Match(part);
            if (!match.Success || at is not JsonObject o) return null;
            at = o[match.Groups["key"].Value];
            if (match.Groups["index"].Success)
            {
                var i = int.Parse(match.Groups["index"].ValueSpan, CultureInfo.InvariantCulture);
                at = at is JsonArray a && i < a.Count ? a[i] : null;
            }
        }
        return at switch
        {
            null => null,
            JsonValue v when v.TryGetValue<string>(out var s) => s,
            _ => at.ToJsonString(),
        };
    }

    /// <summary>True where a field of that path can be written: the list entry that it belongs to is there.</summary>
    public static bool CanHold(JsonObject document, string path)
    {
        var at = path.LastIndexOf(']');
        if (at < 0) return true;
        var open = path.LastIndexOf('[');
        return int.TryParse(path.AsSpan(open + 1, at - open - 1), NumberStyles.None, CultureInfo.InvariantCulture, out var i)
            && i < CountOf(document, path[..open]);
    }

    private static (JsonObject Parent, string Key) Walk(JsonObject document, string path)
    {
        var parts = path.Split('.');
        var at = document;
        foreach (var part in parts[..^1])
        {
            var match = Part().Match(part);
            if (!match.Success) throw new ArgumentException($"no field {path}", nameof(path));
            var key = match.Groups["key"].Value;
            JsonNode? next = at[key];
            if (match.Groups["index"].Success)
            {
                var i = int.Parse(match.Groups["index"].ValueSpan, CultureInfo.InvariantCulture);
                next = next is JsonArray a && i < a.Count ? a[i] : throw new ArgumentException($"the document has no {part}", nameof(path));
            }
            else if (next is null)
            {
                at[key] = next = new JsonObject();
            }
            at = next as JsonObject ?? throw new ArgumentException($"{part} is not an object", nameof(path));
        }
        return (at, parts[^1]);
    }

    private static JsonArray ListOf(JsonObject document, string list)
    {
        if (!Lists.Contains(list)) throw new ArgumentException($"no list {list}", nameof(list));
        var at = document;
        var parts = list.Split('.');
        foreach (var part in parts[..^1]) at = at[part] as JsonObject ?? (JsonObject)(at[part] = new JsonObject())!;
        if (at[parts[^1]] is not JsonArray array) at[parts[^1]] = array = [];
        return array;
    }

    private static double? Share(string text)
    {
        var percent = text.EndsWith('%');
        return double.TryParse(percent ? text[..^1] : text, NumberStyles.Float, CultureInfo.InvariantCulture, out var x)
            && double.IsFinite(x)
            ? percent ? x / 100 : x
            : null;
    }
}
