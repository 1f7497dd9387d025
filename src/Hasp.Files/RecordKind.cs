using System.Text.Json;
using System.Text.Json.Nodes;
using Hasp.Core.Documents;
using Hasp.Core.Joints;

namespace Hasp.Files;

/// <summary>
/// A kind of record that is kept beside the joints. Revisions, undo, conflicts, unfinished typing, the schema, the shelf in the Stores and
/// the API come with its row here.
/// </summary>
/// <param name="Id">Stable name in addresses and in the database.</param>
/// <param name="Name">What a shelf of them is called.</param>
/// <param name="One">What one of them is called.</param>
/// <param name="Fields">Its fields, in the order of the form; the first is its name.</param>
public sealed record RecordKind(string Id, string Name, string One, IReadOnlyList<Field> Fields)
{
    // Of a kind that stands alone; an element of the joint document is read by its reader.
    private DocumentReader Reader => field ??= new(new DocumentShape(Fields, []));

    /// <summary>Grades of the user's own.</summary>
    public static RecordKind Grades { get; } = Element(
        "grades", "Grades", "grade", Core.Joints.Fields.OwnGrades, (said, faults) => JointRules.OwnGrade(said, faults));

    /// <summary>Materials of the user's own.</summary>
    public static RecordKind Materials { get; } =
        Element("materials", "Materials", "material", Core.Joints.Fields.OwnMaterials,
            (said, faults) => JointRules.OwnMaterial(said, faults));

    /// <summary>What the columns of load files hold, by their headings; kept by the import.</summary>
    public static RecordKind Mappings { get; } = new("mappings", "Columns of load files", "mapping", []);

    /// <summary>Load cases imported for a joint; kept by the import.</summary>
    public static RecordKind LoadSets { get; } = new("loads", "Imported load cases", "load set", []);

    /// <summary>The design basis of a project, with its factors; kept by the Basis stage.</summary>
    public static RecordKind ProjectBases { get; } = new("projectBasis", "Design bases of projects", "design basis", []);

    /// <summary>What a project's calculations have in them; kept by the page that prints them.</summary>
    public static RecordKind Reports { get; } = new("reports", "Calculations of projects", "calculation", []);

    /// <summary>Packs that projects were taken in from, whole; kept by what takes them in.</summary>
    public static RecordKind Packs { get; } = new("packs", "Packs taken in", "pack", []);

    /// <summary>Every kind.</summary>
    public static IReadOnlyList<RecordKind> All => Listed.All;

    /// <summary>Those that people fill in: they have a shelf, a schema and an API. The others are kept by what makes them.</summary>
    public static IReadOnlyList<RecordKind> Shelved => Listed.Shelved;

    // Listed when first asked for: the kinds of the shop stand in a file of their own.
    private static class Listed
    {
        internal static readonly IReadOnlyList<RecordKind> All = [Grades, Materials, .. Shop.ShopKinds.All, Mappings, LoadSets,
            ProjectBases, Reports, Packs];

        internal static readonly IReadOnlyList<RecordKind> Shelved = [.. All.Where(k => k.Fields.Count > 0)];
    }

    /// <summary>The list of a joint document that it is an element of; null where it stands alone.</summary>
    public ListField? ElementOf { get; private init; }

    /// <summary>What several fields together show to be wrong.</summary>
    public Action<Values, List<Fault>> Judge { get; init; } = (_, _) => { };

    /// <summary>Fields whose day ends its use: past it, it is flagged wherever it is named, and chosen with a reason only.</summary>
    public IReadOnlyList<Field<DateOnly>> Ends { get; init; } = [];

    /// <summary>Fields that stay as they were once a test of the shop was made with them.</summary>
    public IReadOnlyList<Field> Frozen { get; init; } = [];

    /// <summary>The page of one of them, its number to follow; empty where it has none.</summary>
    public string Page { get; init; } = "";

    /// <summary>True where there is but one.</summary>
    public bool IsSingle { get; init; }

    /// <summary>What a document of this kind says; null with its faults where it has any.</summary>
    public (Values? Said, IReadOnlyList<Fault> Faults) Read(string document) =>
        Reader.Read(document, Judge, new("unreadable", "", null, "is no document that can be read any more"));

    /// <summary>A stored document as an object; null where it is none that can be read.</summary>
    public static JsonObject? Parsed(string document)
    {
        try
        {
            return JsonNode.Parse(document) as JsonObject;
        }
        catch (JsonException)
        {
            return null;
        }
    }

    /// <summary>The day on which its use ended, where that is before <paramref name="today"/>; null where it may be used.</summary>
    public DateOnly? EndedBefore(Values said, DateOnly today)
    {
        var ends = Ends.Where(said.Has).Select(said.Of).ToList();
        return ends.Count > 0 && ends.Min() < today ? ends.Min() : null;
    }

    /// <summary>The shelved kind of that id, or null.</summary>
    public static RecordKind? ById(string id) => Shelved.FirstOrDefault(k => k.Id == id);

    /// <summary>Everything that is wrong with a document of this kind, paths from its top.</summary>
    public IReadOnlyList<Fault> FaultsOf(JsonObject document)
    {
        using var parsed = JsonDocument.Parse(document.ToJsonString(), DocumentReader.Strict);
        List<Fault> faults;
        try
        {
            var draft = ElementOf is null ? Reader.Draft(parsed.RootElement) : AsElement(parsed.RootElement);
            faults = [.. draft.Faults.Where(f => ElementOf is null || f.Path.StartsWith(ElementOf.Path, StringComparison.Ordinal))];
            Judge(ElementOf is null ? draft.Said : draft.Said[ElementOf][0], faults);
        }
        catch (InvalidOperationException)
        {
            faults = [new("unreadable", "", null, "a text is not valid Unicode")];
        }
        var above = ElementOf is null ? "" : $"{ElementOf.Path}[0].";
        return [.. faults.Select(f => f.Path.StartsWith(above, StringComparison.Ordinal) ? f with { Path = f.Path[above.Length..] } : f)];
    }

    /// <summary>One that is an element of joint documents, as the row that it makes in one.</summary>
    /// <exception cref="InvalidOperationException">It stands alone, or a text holds half of a surrogate pair.</exception>
    public Row RowOf(JsonObject document)
    {
        using var parsed = JsonDocument.Parse(document.ToJsonString(), DocumentReader.Strict);
        return JointDocument.Reader.Row(ElementOf ?? throw new InvalidOperationException($"a {One} stands alone"), parsed.RootElement);
    }

    private Draft AsElement(JsonElement row) => Draft.Empty.Add(ElementOf!, JointDocument.Reader.Row(ElementOf!, row));

    /// <summary>A document from what was typed into a form, by key; what is left empty is left out.</summary>
    public JsonObject Written(IReadOnlyDictionary<string, string> typed, Core.Quantities.UnitSystem shown)
    {
        var document = new JsonObject();
        foreach (var field in Fields)
            if (typed.GetValueOrDefault(field.Key) is { Length: > 0 } text) document[field.Key] = WrittenAs(field, text, shown);
        return document;
    }

    /// <summary>What was typed into a field as a document has it.</summary>
    public static JsonNode? WrittenAs(Field field, string text, Core.Quantities.UnitSystem shown) =>
        JointEdits.Written(field, text, shown) is var raw && raw.Text is { } words ? JsonValue.Create(words)
            : raw.Whole is { } whole ? JsonValue.Create(whole) : JsonValue.Create(raw.Number);

    /// <summary>What stands under a key of a document, as text; null where nothing does.</summary>
    public static string? TextIn(JsonObject document, string key) => document[key] switch
    {
        null => null,
        JsonValue v when v.TryGetValue<string>(out var text) => text,
        var other => other.ToJsonString(),
    };

    /// <summary>The name in a document; empty where there is none.</summary>
    public string NameIn(JsonObject document) => TextIn(document, Fields[0].Key) ?? "";

    private static RecordKind Element(string id, string name, string one, ListField list, Action<Values, List<Fault>> judge) =>
        new(id, name, one, [.. Core.Joints.Fields.All.Where(f => f.Path.StartsWith(list.Path + "[].",
            StringComparison.Ordinal))]) { ElementOf = list, Judge = judge };
}
