using System.Collections.Immutable;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Hasp.Core.Documents;
using Hasp.Core.Joints;

namespace Hasp.Files;

/// <summary>
/// The joint document: the open format, the API's body, the export and the stored form. JSON, quantities as strings with
/// units, versioned. Reading collects every fault at once.
/// </summary>
public static class JointDocument
{
    /// <summary>The value of <c>format</c>.</summary>
    public const string Format = "hasp-joint";

    /// <summary>The version written, and the newest that is read.</summary>
    public const int Version = 1;

    /// <summary>From older versions to this one: there is none yet.</summary>
    public static DocumentUpgrades Upgrades { get; } = new(Format, Version, new Dictionary<int, Action<JsonObject>>());

    /// <summary>No document is larger, in bytes.</summary>
    public const int MaxBytes = 1_000_000;

    /// <summary>Reads joint documents, and rows of their lists.</summary>
    internal static readonly DocumentReader Reader = new(DocumentShape.Joint);

    /// <summary>The joint that a document describes, or every fault that was found.</summary>
    /// <param name="utf8">The document.</param>
    /// <param name="upgrades">From older versions; <see cref="Upgrades"/> where none are given.</param>
    public static (Joint? Joint, IReadOnlyList<Fault> Faults) Read(ReadOnlyMemory<byte> utf8, DocumentUpgrades? upgrades = null)
    {
        var (_, joint, faults) = ReadBoth(utf8, upgrades);
        return (joint, faults);
    }

    /// <summary>What a document says, and the joint that it describes, or every fault that was found.</summary>
    /// <inheritdoc cref="Read(ReadOnlyMemory{byte}, DocumentUpgrades?)"/>
    public static (Draft? Draft, Joint? Joint, IReadOnlyList<Fault> Faults) ReadBoth(ReadOnlyMemory<byte> utf8,
        DocumentUpgrades? upgrades = null)
    {
        var (draft, unreadable) = Draft(utf8, upgrades);
        var (joint, faults) = draft is null ? (null, unreadable) : draft.Judged();
        return (draft, joint, faults);
    }

    /// <inheritdoc cref="Read(ReadOnlyMemory{byte}, DocumentUpgrades?)"/>
    public static (Joint? Joint, IReadOnlyList<Fault> Faults) Read(string json) => Read(Encoding.UTF8.GetBytes(json));

    /// <summary>What a document says, faulty fields among it; null with the one fault of a text that is no document at all.</summary>
    /// <inheritdoc cref="Read(ReadOnlyMemory{byte}, DocumentUpgrades?)"/>
    public static (Draft? Draft, IReadOnlyList<Fault> Faults) Draft(ReadOnlyMemory<byte> utf8, DocumentUpgrades? upgrades = null)
    {
        if (utf8.Length > MaxBytes) return (null, [new Fault("too-large", "", null, $"the document is larger than {MaxBytes / 1000} kB")]);
        // Some editors begin a file with a byte order mark.
        if (utf8.Span.StartsWith(Encoding.UTF8.Preamble)) utf8 = utf8[Encoding.UTF8.Preamble.Length..];
        JsonDocument document;
        try
        {
            document = JsonDocument.Parse(utf8, DocumentReader.Strict);
        }
        catch (JsonException e)
        {
            return (null, [new Fault("not-json", "", null,
                $"not valid JSON (line {e.LineNumber + 1}): every key once, at most 16 levels, UTF-8")]);
        }
        catch (InvalidOperationException)
        {
            // Keys are compared while it is parsed, and one of them holds half of a surrogate pair.
            return (null, [new Fault("unreadable", "", null, "a key is not valid Unicode")]);
        }
        using (document)
        {
            return IsOlder(document.RootElement, upgrades ?? Upgrades) && JsonNode.Parse(utf8.Span) is JsonObject older
                && (upgrades ?? Upgrades).Apply(older)
                ? Draft(Encoding.UTF8.GetBytes(older.ToJsonString()))
                : Draft(document.RootElement);
        }
    }

    /// <summary>What a stored document says.</summary>
    /// <exception cref="InvalidDataException">It is no document at all.</exception>
    public static Draft Stored(string json) => Draft(Encoding.UTF8.GetBytes(json)) is var (draft, faults) && draft is not null ? draft
        : throw new InvalidDataException(faults[0].Problem);

    /// <summary>The document of a joint.</summary>
    /// <param name="draft">What it says.</param>
    /// <param name="indented">True for a text that people read.</param>
    public static string Write(Draft draft, bool indented = false) => DocumentWriter.Write(draft, json =>
    {
        json.WriteString("format", Format);
        json.WriteNumber("version", Version);
        if (draft.Chosen.IsEmpty) return;
        json.WriteStartArray("chosen");
        foreach (var place in draft.Chosen) json.WriteStringValue(draft.PathOf(place));
        json.WriteEndArray();
    }, indented);

    private static (Draft?, IReadOnlyList<Fault>) Draft(JsonElement root)
    {
        try
        {
            var faults = new List<Fault>();
            if (root.ValueKind != JsonValueKind.Object) return (Reader.Draft(root), []);
            CheckHeader(root, faults);
            var chosen = ChosenIn(root, faults);
            return (Reader.Draft(root, faults, draft => chosen.Select(draft.At).OfType<Place>()), []);
        }
        catch (InvalidOperationException)
        {
            // The one thing that surfaces only when a string is read: half of a surrogate pair.
            return (null, [new Fault("unreadable", "", null, "a text is not valid Unicode")]);
        }
    }

    private static bool IsOlder(JsonElement root, DocumentUpgrades upgrades) =>
        root.ValueKind == JsonValueKind.Object && root.TryGetProperty("version", out var v) && v.ValueKind == JsonValueKind.Number
        && v.TryGetInt32(out var version) && upgrades.Knows(version);

    private static void CheckHeader(JsonElement root, List<Fault> faults)
    {
        var format = root.TryGetProperty("format", out var f) && f.ValueKind == JsonValueKind.String ? f.GetString() : null;
        if (format != Format) faults.Add(new("format", "format", format, $"must be \"{Format}\""));
        if (!root.TryGetProperty("version", out var v) || v.ValueKind != JsonValueKind.Number || !v.TryGetInt32(out var version)
            || version < 1)
        {
            faults.Add(new("version", "version", null, $"must be {Version}"));
        }
        else if (version > Version)
        {
            faults.Add(new("version-newer", "version", version.ToString(), $"written by a newer program; this one reads up to {Version}"));
        }
    }

    /// <summary>The paths of what was chosen and not stated by anybody.</summary>
    private static ImmutableArray<string> ChosenIn(JsonElement root, List<Fault> faults)
    {
        if (!root.TryGetProperty("chosen", out var list) || list.ValueKind == JsonValueKind.Null) return [];
        var paths = list.ValueKind == JsonValueKind.Array && list.GetArrayLength() <= 200
            ? list.EnumerateArray().Select(e => e.ValueKind == JsonValueKind.String ? e.GetString()! : "").ToImmutableArray()
            : [""];
        if (paths.All(p => Fields.At(p) is not null)) return paths;
        faults.Add(new("not-paths", "chosen", null, "must be a list of field paths such as bolts.count"));
        return [];
    }
}
