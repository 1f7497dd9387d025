using System.Collections.Immutable;
using System.Text.Json;
using Hasp.Core.Documents;
using Hasp.Core.Joints;

namespace Hasp.Files;

/// <summary>Reads a JSON document by its shape into a draft and keeps every fault: of what stands there, what is missing and what is
/// unknown.</summary>
/// <param name="shape">The fields and lists of the document.</param>
public sealed class DocumentReader(DocumentShape shape)
{
    /// <summary>How documents are parsed: every key once, at most 16 levels.</summary>
    public static JsonDocumentOptions Strict { get; } = new() { MaxDepth = 16, AllowDuplicateProperties = false };

    /// <summary>What the document says.</summary>
    /// <param name="root">The document.</param>
    /// <param name="besides">Faults of what is no field of it.</param>
    /// <param name="chosen">What was chosen in it, once its rows are known.</param>
    /// <exception cref="InvalidOperationException">A text holds half of a surrogate pair.</exception>
    public Draft Draft(JsonElement root, IEnumerable<Fault>? besides = null, Func<Draft, IEnumerable<Place>>? chosen = null)
    {
        var reading = new Reading();
        var top = reading.Row(default, shape.Root, root, [.. besides ?? []]);
        var draft = new Draft(shape, top, reading.Lists.ToImmutableDictionary(), []);
        return chosen is null ? draft : draft.Choosing(chosen(draft));
    }

    /// <summary>What a stored text says once it is judged; null with its faults where it has any.</summary>
    /// <param name="document">The text.</param>
    /// <param name="judge">Its rules that take more than one field; asked where every field can be read.</param>
    /// <param name="unreadable">The fault of a text that cannot be read at all.</param>
    public (Values? Said, IReadOnlyList<Fault> Faults) Read(string document, Action<Values, List<Fault>> judge, Fault unreadable)
    {
        try
        {
            using var parsed = JsonDocument.Parse(document, Strict);
            var draft = Draft(parsed.RootElement);
            var faults = draft.Faults.ToList();
            if (faults.Count == 0) judge(draft.Said, faults);
            return (faults.Count == 0 ? draft.Said : null, faults);
        }
        catch (Exception e) when (e is JsonException or InvalidOperationException)
        {
            return (null, [unreadable]);
        }
    }

    /// <summary>One row of a list, read by itself.</summary>
    /// <param name="list">The list.</param>
    /// <param name="element">The row.</param>
    public Row Row(ListField list, JsonElement element) => new Reading().Row(RowId.At(0), shape.Under(list), element, []);

    /// <summary>One reading of a document or of a row.</summary>
    private sealed class Reading
    {
        internal Dictionary<ListField, ImmutableArray<Row>> Lists { get; } = [];

        internal Row Row(RowId id, DocumentShape.Node node, JsonElement json, List<Fault> stray)
        {
            var entries = new Dictionary<Field, Entry>();
            Object(node, json, "", entries, stray);
            return new(id, entries, [.. stray]);
        }

        private void Object(DocumentShape.Node node, JsonElement json, string path, Dictionary<Field, Entry> entries, List<Fault> stray)
        {
            if (json.ValueKind is JsonValueKind.Undefined) return;
            if (json.ValueKind is not JsonValueKind.Object)
            {
                stray.Add(new("not-object", path, Was(json), "must be an object"));
                return;
            }
            foreach (var property in json.EnumerateObject())
            {
                var at = Join(path, property.Name);
                if (node[property.Name] is not { } child)
                {
                    if (!node.Knows(property.Name)) stray.Add(new("unknown-field", at, Was(property.Value),
                        "no field of that name; here are known: " + node.Known));
                }
                else if (property.Value.ValueKind == JsonValueKind.Null) continue;
                else if (child.Field is { } field) entries[field] = Entry.Of(field, RawOf(property.Value));
                else if (child.List is { } list) Lists[list] = List(list, child, property.Value, at, stray);
                else Object(child, property.Value, at, entries, stray);
            }
        }

        private ImmutableArray<Row> List(ListField list, DocumentShape.Node node, JsonElement at, string path, List<Fault> stray)
        {
            if (at.ValueKind != JsonValueKind.Array)
            {
                stray.Add(new("not-list", path, Was(at), "must be a list"));
                return [];
            }
            if (at.GetArrayLength() > list.Most)
            {
                stray.Add(new("too-many", path, null, $"{at.GetArrayLength()} entries: at most {list.Most} are taken"));
                return [];
            }
            var elements = at.EnumerateArray().ToArray();
            var stated = elements.Select(StatedId).ToArray();
            var free = new Queue<int>(Enumerable.Range(1, 2 * elements.Length).Except(stated.OfType<int>()));
            var rows = elements.Select((element, i) => Row(IdOf(i, stated, free), node, element, IdFaults(i, elements[i], stated)));
            return [.. rows];
        }

        /// <summary>Its own, or its place's, or one that is free where that is another row's.</summary>
        private static RowId IdOf(int index, int?[] stated, Queue<int> free)
        {
            if (stated[index] is { } own && Array.IndexOf(stated, own) == index) return new(own);
            return stated.Contains(index + 1) ? new(free.Dequeue() + (2 * stated.Length)) : RowId.At(index);
        }

        private static int? StatedId(JsonElement row) =>
            row.ValueKind == JsonValueKind.Object && row.TryGetProperty(RowId.Key, out var id) && id.ValueKind == JsonValueKind.Number
            && id.TryGetInt32(out var n) && n > 0 ? n : null;

        private static List<Fault> IdFaults(int index, JsonElement row, int?[] stated)
        {
            if (row.ValueKind != JsonValueKind.Object || !row.TryGetProperty(RowId.Key, out var id)
                || id.ValueKind == JsonValueKind.Null) return [];
            var isFirst = stated[index] is { } own && Array.IndexOf(stated, own) == index;
            return isFirst ? [] : [new("row-id", RowId.Key, Was(id), "must be a whole number above 0 that no other row of the list has")];
        }
    }

    private static string Join(string path, string key) => path.Length == 0 ? key : path + "." + key;

    private static Raw RawOf(JsonElement e) => e.ValueKind switch
    {
        JsonValueKind.String => new(e.GetString(), null, null),
        JsonValueKind.Number => new(null, e.TryGetDouble(out var x) ? x : null, e.TryGetInt32(out var n) ? n : null),
        _ => new(null, null, null) { Other = e.GetRawText() },
    };

    private static string Was(JsonElement e) => Entry.Quote(e.ValueKind == JsonValueKind.String ? e.GetString()! : e.GetRawText());
}
