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

/// <summary>What became of a change.</summary>
/// <param name="Revision">The revision it is kept as; null where there was nothing to change.</param>
/// <param name="Conflict">True where someone else had saved first: the change is kept beside theirs, and theirs stands.</param>
public readonly record struct SaveOutcome(int? Revision, bool Conflict);

/// <summary>
/// Keeps joints as append-only revisions. Every write is one immediate transaction: it is on disk before the call returns,
/// or it did not happen.
/// </summary>
public sealed class JointStore(IDbContextFactory<HaspDb> databases, TimeProvider clock) : IDisposable
{
    // SQLite has one writer: in this process they stand in line instead of asking the file again and again.
    private readonly SemaphoreSlim _writer = new(1, 1);

    public void Dispose() => _writer.Dispose();

    /// <summary>All projects that are not deleted, oldest first.</summary>
    public async Task<IReadOnlyList<ProjectRow>> Projects()
    {
        await using var db = await databases.CreateDbContextAsync();
        return await db.Projects.AsNoTracking().Where(p => p.DeletedAt == null).OrderBy(p => p.Id).ToListAsync();
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
        DateTime? at = deleted ? clock.GetUtcNow().UtcDateTime : null;
        return await db.Projects.Where(p => p.Id == id).ExecuteUpdateAsync(s => s.SetProperty(p => p.DeletedAt, at)) > 0;
    });

    /// <summary>The joints of a project that are not deleted, with every word of <paramref name="search"/> in the document.</summary>
    public async Task<IReadOnlyList<StoredJoint>> Joints(int projectId, string search = "")
    {
        await using var db = await databases.CreateDbContextAsync();
        var query =
            from j in db.Joints.AsNoTracking()
            join r in db.Revisions.AsNoTracking() on new { JointId = j.Id, Number = j.Current } equals new { r.JointId, r.Number }
            where j.ProjectId == projectId && j.DeletedAt == null
            orderby j.Id
            select new { j, r };
        var rows = await query.ToListAsync();
        var words = search.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        return
        [
            .. rows.Where(x => words.All(w => x.r.Document.Contains(w, StringComparison.OrdinalIgnoreCase)))
                .Select(x => new StoredJoint(x.j.Id, projectId, x.j.Current, x.r.Document, x.r.Parent is not null, false)),
        ];
    }

    /// <summary>The joint as it stands; null where there is none or it is deleted.</summary>
    public async Task<StoredJoint?> Load(int id)
    {
        await using var db = await databases.CreateDbContextAsync();
        var joint = await db.Joints.AsNoTracking().FirstOrDefaultAsync(j => j.Id == id && j.DeletedAt == null);
        if (joint is null) return null;
        var revision = await db.Revisions.AsNoTracking().FirstAsync(r => r.JointId == id && r.Number == joint.Current);
        var ahead = await db.Revisions.AnyAsync(r => r.JointId == id && r.Parent == joint.Current && r.Number > joint.Current);
        return new StoredJoint(id, joint.ProjectId, joint.Current, revision.Document, revision.Parent is not null, ahead);
    }

    /// <summary>One revision's document; null where there is none.</summary>
    public async Task<RevisionRow?> Revision(int id, int number)
    {
        await using var db = await databases.CreateDbContextAsync();
        return await db.Revisions.AsNoTracking().FirstOrDefaultAsync(r => r.JointId == id && r.Number == number);
    }

    /// <summary>Projects and joints that were deleted and can be brought back, the last first.</summary>
    public async Task<(IReadOnlyList<ProjectRow> Projects, IReadOnlyList<StoredJoint> Joints)> Deleted(int projectId)
    {
        await using var db = await databases.CreateDbContextAsync();
        var projects = await db.Projects.AsNoTracking().Where(p => p.DeletedAt != null).OrderByDescending(p => p.DeletedAt).ToListAsync();
        var joints = await (
            from j in db.Joints.AsNoTracking()
            join r in db.Revisions.AsNoTracking() on new { JointId = j.Id, Number = j.Current } equals new { r.JointId, r.Number }
            where j.ProjectId == projectId && j.DeletedAt != null
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
        var now = clock.GetUtcNow().UtcDateTime;
        foreach (var document in documents)
        {
            var row = new JointRow { ProjectId = project.Id, Current = 1 };
            db.Joints.Add(row);
            await db.SaveChangesAsync();
            db.Revisions.Add(new RevisionRow { JointId = row.Id, Number = 1, Document = document, Summary = summary, At = now });
        }
        await db.SaveChangesAsync();
        return project.Id;
    });

    /// <summary>All revisions of a joint, deleted or not, the newest first; none where there is no such joint.</summary>
    public async Task<IReadOnlyList<RevisionRow>> Revisions(int id)
    {
        await using var db = await databases.CreateDbContextAsync();
        return await db.Revisions.AsNoTracking().Where(r => r.JointId == id).OrderByDescending(r => r.Number).ToListAsync();
    }

    /// <summary>A new joint in a project.</summary>
    public Task<int> Create(int projectId, string document, string summary) => Write(async db =>
    {
        var row = new JointRow { ProjectId = projectId, Current = 1 };
        db.Joints.Add(row);
        await db.SaveChangesAsync();
        db.Revisions.Add(new RevisionRow { JointId = row.Id, Number = 1, Document = document, Summary = summary, At = clock.GetUtcNow().UtcDateTime });
        await db.SaveChangesAsync();
        return row.Id;
    });

    /// <summary>
    /// Keeps a changed document. Where the joint has moved on from <paramref name="baseRevision"/>, the change is kept as a
    /// revision beside the one that stands, and the outcome says so: nobody's work is overwritten and none is lost.
    /// </summary>
    public Task<SaveOutcome> Save(int id, int baseRevision, string document, string summary, string editor) => Write(async db =>
    {
        var joint = await db.Joints.FirstOrDefaultAsync(j => j.Id == id && j.DeletedAt == null);
        if (joint is null) return new SaveOutcome(null, false);
        var next = await db.Revisions.Where(r => r.JointId == id).MaxAsync(r => r.Number) + 1;
        db.Revisions.Add(new RevisionRow { JointId = id, Number = next, Parent = baseRevision, Document = document, Summary = summary, At = clock.GetUtcNow().UtcDateTime });
        var conflict = joint.Current != baseRevision;
        if (!conflict) joint.Current = next;
        // What was unfinished at this very revision is in the document now; older unfinished typing stays until it is taken or let go.
        await db.Drafts.Where(d => d.JointId == id && d.Editor == editor && d.BaseRevision == baseRevision).ExecuteDeleteAsync();
        await db.SaveChangesAsync();
        return new SaveOutcome(next, conflict);
    });

    /// <summary>Moves back to the state before the one that stands; false where there is none or the joint has moved on.</summary>
    public Task<bool> Undo(int id, int baseRevision) => Step(id, baseRevision, async (db, current) =>
        (await db.Revisions.FirstAsync(r => r.JointId == id && r.Number == current)).Parent);

    /// <summary>Moves forward to the state last undone; false where there is none or the joint has moved on.</summary>
    public Task<bool> Redo(int id, int baseRevision) => Step(id, baseRevision, async (db, current) =>
        await db.Revisions.Where(r => r.JointId == id && r.Parent == current && r.Number > current).MaxAsync(r => (int?)r.Number));

    /// <summary>Deletes or brings back a joint.</summary>
    public Task<bool> Delete(int id, bool deleted) => Write(async db =>
    {
        DateTime? at = deleted ? clock.GetUtcNow().UtcDateTime : null;
        return await db.Joints.Where(j => j.Id == id).ExecuteUpdateAsync(s => s.SetProperty(j => j.DeletedAt, at)) > 0;
    });

    /// <summary>What this browser typed on this joint that is not yet valid: one entry a revision that it was typed against.</summary>
    public async Task<IReadOnlyList<DraftRow>> Drafts(int id, string editor)
    {
        await using var db = await databases.CreateDbContextAsync();
        return await db.Drafts.AsNoTracking().Where(d => d.JointId == id && d.Editor == editor).OrderBy(d => d.BaseRevision).ToListAsync();
    }

    /// <summary>Keeps what this browser typed although it is not yet valid.</summary>
    public Task<bool> KeepDraft(int id, string editor, int baseRevision, string document) => Write(async db =>
    {
        var row = await db.Drafts.FirstOrDefaultAsync(d => d.JointId == id && d.Editor == editor && d.BaseRevision == baseRevision);
        if (row is null) db.Drafts.Add(row = new DraftRow { JointId = id, Editor = editor, BaseRevision = baseRevision, Document = document });
        row.Document = document;
        row.At = clock.GetUtcNow().UtcDateTime;
        await db.SaveChangesAsync();
        return true;
    });

    /// <summary>Forgets what this browser typed against one revision.</summary>
    public Task<bool> DropDraft(int id, string editor, int baseRevision) => Write(async db =>
        await db.Drafts.Where(d => d.JointId == id && d.Editor == editor && d.BaseRevision == baseRevision).ExecuteDeleteAsync() > 0);

    /// <summary>Forgets what this browser typed against revisions before <paramref name="revision"/>, or all where it is null.</summary>
    public Task<bool> DropDrafts(int id, string editor, int? revision) => Write(async db =>
        await db.Drafts.Where(d => d.JointId == id && d.Editor == editor && (revision == null || d.BaseRevision != revision)).ExecuteDeleteAsync() > 0);

    /// <summary>Grades or materials of the user's own.</summary>
    public async Task<IReadOnlyList<OwnRow>> Own(string kind)
    {
        await using var db = await databases.CreateDbContextAsync();
        return await db.Own.AsNoTracking().Where(o => o.Kind == kind && o.DeletedAt == null).OrderBy(o => o.Name).ToListAsync();
    }

    /// <summary>Adds a grade or material; one of the same name is replaced in the list, never in joints that used it.</summary>
    public Task<int> AddOwn(string kind, string name, string document) => Write(async db =>
    {
        var now = clock.GetUtcNow().UtcDateTime;
        await db.Own.Where(o => o.Kind == kind && o.Name == name && o.DeletedAt == null).ExecuteUpdateAsync(s => s.SetProperty(o => o.DeletedAt, (DateTime?)now));
        var row = new OwnRow { Kind = kind, Name = name, Document = document };
        db.Own.Add(row);
        await db.SaveChangesAsync();
        return row.Id;
    });

    /// <summary>Deletes or brings back a grade or material of the user's own.</summary>
    public Task<bool> DeleteOwn(int id, bool deleted) => Write(async db =>
    {
        DateTime? at = deleted ? clock.GetUtcNow().UtcDateTime : null;
        return await db.Own.Where(o => o.Id == id).ExecuteUpdateAsync(s => s.SetProperty(o => o.DeletedAt, at)) > 0;
    });

    /// <summary>Id of the load cases that were last imported for a joint; null where there are none.</summary>
    public async Task<int?> LoadSetOf(int jointId)
    {
        await using var db = await databases.CreateDbContextAsync();
        return await db.LoadSets.Where(l => l.JointId == jointId && l.DeletedAt == null).OrderByDescending(l => l.Id).Select(l => (int?)l.Id).FirstOrDefaultAsync();
    }

    /// <summary>Imported load cases; null where there are none of that id.</summary>
    public async Task<LoadSetRow?> LoadSet(int id)
    {
        await using var db = await databases.CreateDbContextAsync();
        return await db.LoadSets.AsNoTracking().FirstOrDefaultAsync(l => l.Id == id);
    }

    /// <summary>Keeps imported load cases; those imported for the joint before stay in the file, out of use.</summary>
    public Task<int> AddLoadSet(LoadSetRow row) => Write(async db =>
    {
        var now = clock.GetUtcNow().UtcDateTime;
        await db.LoadSets.Where(l => l.JointId == row.JointId && l.DeletedAt == null).ExecuteUpdateAsync(s => s.SetProperty(l => l.DeletedAt, (DateTime?)now));
        row.At = now;
        db.LoadSets.Add(row);
        await db.SaveChangesAsync();
        return row.Id;
    });

    /// <summary>The load cases of a joint for a copy of it as well, so that the copy can choose among all of them.</summary>
    public Task<bool> CopyLoadSet(int from, int to) => Write(async db =>
    {
        var row = await db.LoadSets.AsNoTracking().Where(l => l.JointId == from && l.DeletedAt == null).OrderByDescending(l => l.Id).FirstOrDefaultAsync();
        if (row is null) return false;
        (row.Id, row.JointId) = (0, to);
        db.LoadSets.Add(row);
        await db.SaveChangesAsync();
        return true;
    });

    /// <summary>Takes imported load cases out of use, or back.</summary>
    public Task<bool> DeleteLoadSet(int id, bool deleted) => Write(async db =>
    {
        DateTime? at = deleted ? clock.GetUtcNow().UtcDateTime : null;
        return await db.LoadSets.Where(l => l.Id == id).ExecuteUpdateAsync(s => s.SetProperty(l => l.DeletedAt, at)) > 0;
    });

    private Task<bool> Step(int id, int baseRevision, Func<HaspDb, int, Task<int?>> target) => Write(async db =>
    {
        var joint = await db.Joints.FirstOrDefaultAsync(j => j.Id == id && j.DeletedAt == null);
        if (joint is null || joint.Current != baseRevision || await target(db, baseRevision) is not { } to) return false;
        joint.Current = to;
        await db.SaveChangesAsync();
        return true;
    });

    private async Task<T> Write<T>(Func<HaspDb, Task<T>> work)
    {
        await _writer.WaitAsync();
        try
        {
            return await WriteNow(work);
        }
        finally
        {
            _writer.Release();
        }
    }

    private async Task<T> WriteNow<T>(Func<HaspDb, Task<T>> work)
    {
        await using var db = await databases.CreateDbContextAsync();
        // A transaction begins immediate here: another process that writes is waited for, and nothing fails half-way.
        await using var transaction = await db.Database.BeginTransactionAsync();
        var result = await work(db);
        await transaction.CommitAsync();
        return result;
    }
}
