using System.Text.Json.Nodes;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;
using Hasp.Files;

namespace Hasp.Tests;

/// <summary>Edits of documents that stand as JSON in a test: each is read into a draft, changed there and written back.</summary>
internal static class Typing
{
    internal static Draft Draft(this JsonObject document) => JointDocument.Stored(document.ToJsonString());

    internal static JsonObject Json(this Draft draft) => (JsonObject)JsonNode.Parse(JointDocument.Write(draft))!;

    /// <summary>The example of a kind as JSON.</summary>
    internal static JsonObject Example(Core.Kinds.Kind kind) => KindExample.Of(kind).Json();

    internal static void Change(this JsonObject document, Func<Draft, Draft> edit)
    {
        var after = edit(document.Draft()).Json();
        document.Clear();
        foreach (var (key, value) in after.ToList())
        {
            after.Remove(key);
            document[key] = value;
        }
    }

    internal static void Set(JsonObject document, string path, string text, UnitSystem shown) => document.Change(d => d.State(path, text, shown));

    internal static string? Get(JsonObject document, string path) => document.Draft().Text(path);

    internal static void Add(JsonObject document, string list) =>
        document.Change(d => d.AddTo(JointEdits.ListAt(list), $"{list} {d[JointEdits.ListAt(list)].Length}"));

    internal static void Remove(JsonObject document, string list, int index) =>
        document.Change(d => d.RowAt(list, index) is { } row ? d.Remove(row.List, row.Id) : d);

    internal static void Move(JsonObject document, string list, int index, int by) =>
        document.Change(d => d.RowAt(list, index) is { } row ? d.Move(row.List, row.Id, by) : d);

    internal static void State(JsonObject document, int index, string how) =>
        document.Change(d => d.StateAs(d[Fields.Loads][index].Id, how));

    internal static void Take(JsonObject document, WayOut way, UnitSystem shown) => document.Change(d => way.Into(d, shown));

    internal static void SetHandFigure(JsonObject document, string check, string step, string text) =>
        document.Change(d => d.SetHandFigure(check, step, text));

    internal static bool IsChosen(JsonObject document, string path) =>
        document.Draft() is var draft && draft.At(path) is { } place && draft.IsChosen(place);

    internal static void MoveBolts(JsonObject document, IReadOnlyList<int> numbers, PlanPoint by) => document.Change(d => d.MoveBolts(numbers, by));
}
