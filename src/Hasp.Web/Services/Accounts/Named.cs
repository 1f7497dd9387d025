using Hasp.Files;
using Hasp.Store;

namespace Hasp.Web.Services;

/// <summary>A thing that a request names, as it was looked up to be authorized.</summary>
/// <param name="Project">The project that it belongs to; null for what the whole house shares.</param>
public sealed record Thing(int? Project)
{
    /// <summary>What no project owns.</summary>
    public static Thing House { get; } = new((int?)null);
}

/// <summary>
/// What this request names, looked up once by the very ids that its handler was given, and authorized before the handler runs: handlers
/// take it from here instead of looking it up again.
/// </summary>
public sealed class Named(JointStore store, Access access)
{
    private StoredJoint? _fresh;

    /// <summary>The project that the request is about; null where it is about none.</summary>
    public int? ProjectId { get; private set; }

    /// <summary>The project itself; null where none was named.</summary>
    public ProjectRow? Project { get; private set; }

    /// <summary>The joint as it stood when it was authorized; null where none was named, or it is deleted.</summary>
    public StoredJoint? Joint { get; private set; }

    /// <summary>The joint for its first reader; whoever reads after a change reads the store.</summary>
    internal async Task<StoredJoint?> Fresh(int id)
    {
        if (_fresh is not { } found || found.Id != id) return await store.Load(id);
        _fresh = null;
        return found;
    }

    /// <summary>Looks up what an id names; null where there is nothing of that kind and number.</summary>
    internal Task<Thing?> Find(IId id) => id switch
    {
        JointId joint => OfJoint(joint),
        ProjectId project => OfProject(project),
        LotId lot => OfRecord(lot, k => k == RecordKind.ById("lots")),
        RecordId record => OfRecord(record, RecordKind.Shelved.Contains),
        // Accounts and devices are the house's own: who may see them is who may let people in.
        _ => Task.FromResult<Thing?>(Thing.House),
    };

    /// <summary>The project of the Board: the one asked for where it may be seen, else the first of one's own; null where there is
    /// none.</summary>
    internal async Task<Thing> OfBoard(ProjectId? asked)
    {
        var own = (await store.Projects()).Where(p => access.Sees(p.Id)).ToList();
        Project = own.FirstOrDefault(p => p.Id == asked?.Value) ?? own.FirstOrDefault();
        ProjectId = Project?.Id;
        return ProjectId is null ? Thing.House : new(ProjectId);
    }

    /// <summary>What stands for a thing that is not there: what the house shares is missing to whoever might see it, the rest to
    /// everybody.</summary>
    internal static Thing Nothing(IId id) => id is LotId or RecordId ? Thing.House : new(0);

    private async Task<Thing?> OfJoint(int id)
    {
        Joint = _fresh = await store.Load(id);
        // One that is deleted can be brought back by whoever might have deleted it.
        ProjectId = Joint?.ProjectId ?? await store.ProjectOf(id);
        return ProjectId is null ? null : new(ProjectId);
    }

    private async Task<Thing?> OfProject(int id)
    {
        if (await store.Project(id) is not { } project) return null;
        (ProjectId, Project) = (id, project);
        return new(id);
    }

    private async Task<Thing?> OfRecord(int id, Func<RecordKind, bool> fits)
    {
        if (await store.Find(id) is not { } row || RecordKind.ById(row.Kind) is not { } kind || !fits(kind)) return null;
        return row.OwnerId == 0 ? Thing.House : new(row.OwnerId);
    }
}
