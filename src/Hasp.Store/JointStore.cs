using Microsoft.EntityFrameworkCore;

namespace Hasp.Store;

/// <summary>A joint as it stands.</summary>
/// <param name="Id">Its key.</param>
/// <param name="ProjectId">Its project.</param>
/// <param name="Revision">The revision that stands.</param>
/// <param name="Document">Its document.</param>
/// <param name="CanUndo">True where an earlier state is behind it.</param>
/// <param name="CanRedo">True where an undone state is ahead of it.</param>
public sealed record StoredJoint(int Id, int ProjectId, int Revision, string Document, bool CanUndo, bool CanRedo);

/// <summary>Projects and their joints: records of one kind, whose owner is the project.</summary>
public sealed class JointStore(IDbContextFactory<HaspDb> databases, TimeProvider clock,
    IAuthorship? authorship = null) : RecordStore(databases, clock, authorship)
{
    /// <summary>The kind that joints are.</summary>
    public const string Kind = "joint";

    /// <summary>All projects that are not deleted, oldest first.</summary>
    public async Task<IReadOnlyList<ProjectRow>> Projects()
    {
        await using var db = await Open();
        return await db.Projects.AsNoTracking().Where(p => p.DeletedAt == null).OrderBy(p => p.Id).ToListAsync();
    }

    /// <summary>A project, deleted or not; null where there never was one of that number.</summary>
    public async Task<ProjectRow?> Project(int id)
    {
        await using var db = await Open();
        return await db.Projects.AsNoTracking().FirstOrDefaultAsync(p => p.Id == id);
    }

    /// <summary>A new project.</summary>
    public Task<int> CreateProject(string name, string note) => Write(async db =>
    {
        var row = new ProjectRow { Name = name, Note = note };
        db.Projects.Add(row);
        await db.SaveChangesAsync();
        return row.Id;
    });

    /// <summary>Renames a project; false where there is none.</summary>
    public Task<bool> RenameProject(int id, string name) => Write(async db =>
        await db.Projects.Where(p => p.Id == id).ExecuteUpdateAsync(s => s.SetProperty(p => p.Name, name)) > 0);

    /// <summary>Deletes or brings back a project; its joints stay with it.</summary>
    public Task<bool> DeleteProject(int id, bool deleted) => Write(async db =>
    {
        DateTime? at = deleted ? Now : null;
        return await db.Projects.Where(p => p.Id == id).ExecuteUpdateAsync(s => s.SetProperty(p => p.DeletedAt, at)) > 0;
    });

    /// <summary>The joints of a project that are not deleted, oldest first, with every word of <paramref name="search"/> in the
    /// document.</summary>
    public async Task<IReadOnlyList<StoredJoint>> Joints(int projectId, string search = "")
    {
        var words = search.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        return
        [
            .. (await Records(Kind, projectId)).OrderBy(r => r.Id)
                .Where(r => words.All(w => r.Document.Contains(w, StringComparison.OrdinalIgnoreCase))).Select(Joint),
        ];
    }

    /// <summary>The joint as it stands; null where there is none or it is deleted.</summary>
    public async Task<StoredJoint?> Load(int id) => await Record(Kind, id) is { } record ? Joint(record) : null;

    /// <summary>The project of a joint, deleted or not; null where there never was one of that number.</summary>
    public async Task<int?> ProjectOf(int joint)
    {
        await using var db = await Open();
        return await db.Records.AsNoTracking().Where(r => r.Id == joint && r.Kind == Kind).Select(r => (int?)r.OwnerId)
            .FirstOrDefaultAsync();
    }

    /// <summary>A new joint in a project.</summary>
    public Task<int> Create(int projectId, string document, string summary) => Create(Kind, projectId, "", document, summary);

    /// <summary>Projects and joints that were deleted and can be brought back, the last first.</summary>
    public async Task<(IReadOnlyList<ProjectRow> Projects, IReadOnlyList<StoredJoint> Joints)> Deleted(int projectId)
    {
        await using var db = await Open();
        var projects = await db.Projects.AsNoTracking().Where(p => p.DeletedAt != null).OrderByDescending(p => p.DeletedAt).ToListAsync();
        var joints = await (
            from j in db.Records.AsNoTracking()
            join r in db.Revisions.AsNoTracking() on new { RecordId = j.Id, Number = j.Current } equals new { r.RecordId, r.Number }
            where j.Kind == Kind && j.OwnerId == projectId && j.DeletedAt != null
            orderby j.DeletedAt descending
            select new StoredJoint(j.Id, projectId, j.Current, r.Document, false, false)).ToListAsync();
        return (projects, joints);
    }

    /// <summary>A project with its joints, all or none.</summary>
    public Task<int> CreateProject(string name, string note, IEnumerable<string> documents, string summary) => Write(async db =>
    {
        var project = new ProjectRow { Name = name, Note = note };
        db.Projects.Add(project);
        await db.SaveChangesAsync();
        foreach (var document in documents) await Add(db, Kind, project.Id, "", document, summary);
        return project.Id;
    });

    private static StoredJoint Joint(StoredRecord r) => new(r.Id, r.OwnerId, r.Revision, r.Document, r.CanUndo, r.CanRedo);
}
