using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using Hasp.Core.Joints;

namespace Hasp.Files;

/// <summary>Reads a JSON document by its list of fields and keeps every fault: of what stands there, what is missing and what is
/// unknown.</summary>
/// <param name="fields">The fields of the document.</param>
/// <param name="lists">Its lists.</param>
/// <param name="besides">Keys at the top that are no fields.</param>
public sealed class DocumentReader(IReadOnlyList<Field> fields, IReadOnlyList<ListField> lists, params IReadOnlyList<string> besides)
{
    /// <summary>How documents are parsed: every key once, at most 16 levels.</summary>
    public static JsonDocumentOptions Strict { get; } = new() { MaxDepth = 16, AllowDuplicateProperties = false };

    private readonly Part _root = new(fields, lists, besides);

    /// <summary>What the document says.</summary>
    /// <param name="root">The document.</param>
    /// <param name="faults">Takes what is wrong.</param>
    /// <exception cref="InvalidOperationException">A text holds half of a surrogate pair.</exception>
    public Values Read(JsonElement root, List<Fault> faults) => Element(_root, root, "", faults);

    /// <summary>What a stored text says once it is judged; null with its faults where it has any.</summary>
    /// <param name="document">The text.</param>
    /// <param name="judge">Its rules that take more than one field; asked where every field can be read.</param>
    /// <param name="unreadable">The fault of a text that cannot be read at all.</param>
    public (Values? Said, IReadOnlyList<Fault> Faults) Read(string document, Action<Values, List<Fault>> judge, Fault unreadable)
    {
        var faults = new List<Fault>();
        try
        {
            using var parsed = JsonDocument.Parse(document, Strict);
            var said = Read(parsed.RootElement, faults);
            if (faults.Count == 0) judge(said, faults);
            return (faults.Count == 0 ? said : null, faults);
        }
        catch (Exception e) when (e is JsonException or InvalidOperationException)
        {
            return (null, [unreadable]);
        }
    }

    /// <summary>What one element of a list says, read by itself.</summary>
    /// <param name="list">The list.</param>
    /// <param name="element">The element.</param>
    /// <param name="index">The place that its faults name.</param>
    /// <param name="faults">Takes what is wrong.</param>
    public Values ReadElement(ListField list, JsonElement element, int index, List<Fault> faults) =>
        Element(_root.Under(list), element, $"{list.Path}[{index}]", faults);

    private static Values Element(Part part, JsonElement json, string path, List<Fault> faults)
    {
        var reading = new Reading(faults);
        reading.Object(part, json, path);
        return new Values(path, reading.Given, reading.Lists, [.. faults.Skip(reading.Before).Select(f => f.Path)]);
    }

    /// <summary>One reading of a document or of an element of a list.</summary>
    private sealed class Reading(List<Fault> faults)
    {
        internal Dictionary<Field, object> Given { get; } = [];

        internal Dictionary<ListField, ImmutableArray<Values>> Lists { get; } = [];

        internal int Before { get; } = faults.Count;

        internal void Object(Part part, JsonElement json, string path)
        {
            if (json.ValueKind is not (JsonValueKind.Object or JsonValueKind.Undefined))
            {
                faults.Add(new("not-object", path, Was(json), "must be an object"));
                json = default;
            }
            var there = json.ValueKind == JsonValueKind.Object ? json.EnumerateObject().ToList() : [];
            foreach (var (key, child) in part.Children)
            {
                var at = there.FirstOrDefault(p => p.Name == key).Value;
                if (at.ValueKind == JsonValueKind.Null) at = default;
                Child(child, at, Join(path, key));
            }
            foreach (var unknown in there.Where(p => !part.Knows(p.Name)))
            {
                faults.Add(new("unknown-field", Join(path, unknown.Name), Was(unknown.Value),
                    "no field of that name; here are known: " + part.Known));
            }
        }

        private void Child(Part child, JsonElement at, string path)
        {
            if (child.Field is { } field) One(field, at, path);
            else if (child.List is { } list) Lists[list] = List(child, list, at, path);
            // Where a part is absent, what is required in it is still missing.
            else Object(child, at, path);
        }

        private void One(Field field, JsonElement at, string path)
        {
            if (at.ValueKind == JsonValueKind.Undefined)
            {
                if (field.Required) faults.Add(new("missing", path, null, "missing; " + field.Allowed));
                return;
            }
            var (value, fault) = field.Parse(RawOf(at));
            if (fault is null) Given[field] = value!;
            else faults.Add(fault with { Path = path, Was = Was(at) });
        }

        private ImmutableArray<Values> List(Part part, ListField list, JsonElement at, string path)
        {
            if (at.ValueKind == JsonValueKind.Undefined) return [];
            if (at.ValueKind != JsonValueKind.Array)
            {
                faults.Add(new("not-list", path, Was(at), "must be a list"));
                return [];
            }
            if (at.GetArrayLength() > list.Most)
            {
                faults.Add(new("too-many", path, null, $"{at.GetArrayLength()} entries: at most {list.Most} are taken"));
                return [];
            }
            return [.. at.EnumerateArray().Select((element, i) => Element(part, element, $"{path}[{i}]", faults))];
        }
    }

    private static string Join(string path, string key) => path.Length == 0 ? key : path + "." + key;

    private static Raw RawOf(JsonElement e) => e.ValueKind switch
    {
        JsonValueKind.String => new(e.GetString(), null, null),
        JsonValueKind.Number => new(null, e.TryGetDouble(out var x) ? x : null, e.TryGetInt32(out var n) ? n : null),
        _ => default,
    };

    private static string Was(JsonElement e)
    {
        var text = e.ValueKind == JsonValueKind.String ? e.GetString()! : e.GetRawText();
        return text.Length > 80 ? string.Create(CultureInfo.InvariantCulture, $"{text.AsSpan(0, 80)}…") : text;
    }

    /// <summary>A place in the document: a field, a list, or what holds them.</summary>
    private sealed class Part
    {
        private readonly Dictionary<string, Part> _children = [];
        private readonly HashSet<string> _known;

        internal Part(IReadOnlyList<Field> fields, IReadOnlyList<ListField> lists, IReadOnlyList<string> besides)
        {
            _known = [.. besides];
            foreach (var field in fields)
            {
                var at = this;
                var parts = field.Path.Split('.');
                for (var i = 0; i < parts.Length - 1; i++)
                {
                    var list = parts[i].EndsWith("[]", StringComparison.Ordinal);
                    at = at.Under(list ? parts[i][..^2] : parts[i]);
                    if (list) at.List = lists.First(l => l.Path + "[]" == string.Join('.', parts[..(i + 1)]));
                }
                at.Under(parts[^1]).Field = field;
            }
        }

        private Part() => _known = [];

        internal Field? Field { get; private set; }

        internal ListField? List { get; private set; }

        internal IReadOnlyDictionary<string, Part> Children => _children;

        internal string Known => string.Join(", ", _known.Concat(_children.Keys).Order());

        internal bool Knows(string key) => _known.Contains(key) || _children.ContainsKey(key);

        internal Part Under(ListField list) => list.Path.Split('.').Aggregate(this, (at, key) => at._children[key]);

        private Part Under(string key)
        {
            if (!_children.TryGetValue(key, out var child)) _children[key] = child = new();
            return child;
        }
    }
}
