using System.Text.Json.Nodes;
using Hasp.Core.Checks;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Files;
using Hasp.Store;

namespace Hasp.Web.Services;

/// <summary>
/// The design basis of a project, with its factors and choices: written into new joints, and into the others where that is asked for. Each
/// joint's document says it by itself, so that it reads alike wherever it goes.
/// </summary>
public sealed class ProjectBasis(JointStore store)
{
    /// <summary>What a joint states of its basis: the basis and, of what it asks for, all that belongs to no part and no case.</summary>
    public static IReadOnlyList<(string Path, string Text)> Of(Draft draft, Basis basis) =>
    [
        (Fields.Basis.Path, basis.Id),
        .. basis.Needs().Where(f => f.Path.StartsWith("judging.", StringComparison.Ordinal))
            .Select(f => (f.Path, Text: draft.Text(f) ?? "")).Where(f => f.Text.Length > 0),
    ];

    /// <summary>The basis of a project; none where nothing is chosen.</summary>
    public async Task<IReadOnlyList<(string Path, string Text)>> Load(int project) =>
        (await store.Records(RecordKind.ProjectBases.Id, project)).LastOrDefault() is { } kept
            ? [.. (RecordKind.Parsed(kept.Document) ?? []).Where(f => f.Value is JsonValue).Select(f => (f.Key, f.Value!.ToString()))
                .Where(f => Fields.At(f.Key) is not null)]
            : [];

    /// <summary>Keeps the basis of a project.</summary>
    public Task Keep(int project, IReadOnlyList<(string Path, string Text)> stated) =>
        store.Replace(RecordKind.ProjectBases.Id, project, "basis",
            new JsonObject(stated.Select(s => KeyValuePair.Create(s.Path, (JsonNode?)s.Text))).ToJsonString());

    /// <summary>Writes it into a new joint, as far as that says nothing of its own.</summary>
    public async Task<Draft> PutInto(Draft draft, int project) =>
        draft.Root.Has(Fields.Basis) ? draft : Put(draft, await Load(project));

    /// <summary>Writes a basis into a document.</summary>
    public static Draft Put(Draft draft, IReadOnlyList<(string Path, string Text)> stated) =>
        draft.State(stated, UnitSystem.Si);
}
