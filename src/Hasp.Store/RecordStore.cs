using Microsoft.EntityFrameworkCore;

namespace Hasp.Store;

/// <summary>A record as it stands.</summary>
/// <param name="Id">Its key.</param>
/// <param name="Kind">Its kind.</param>
/// <param name="OwnerId">What it belongs to: a joint's project, a load set's joint; 0 where it belongs to everybody.</param>
/// <param name="Name">By which it is listed.</param>
/// <param name="Revision">The revision that stands.</param>
/// <param name="Document">Its document.</param>
/// <param name="CanUndo">True where an earlier state is behind it.</param>
/// <param name="CanRedo">True where an undone state is ahead of it.</param>
public sealed record StoredRecord(int Id, string Kind, int OwnerId, string Name, int Revision, string Document, bool CanUndo, bool CanRedo);

/// <summary>A revision without its document, as it is listed.</summary>
/// <param name="Number">Its number.</param>
/// <param name="Parent">The revision it was made from; null for the first.</param>
/// <param name="Summary">What was changed.</param>
/// <param name="At">When, UTC.</param>
/// <param name="Account">Who made it; empty where nobody is asked to sign in.</param>
/// <param name="Role">In which role.</param>
/// <param name="Device">From which device.</param>
public sealed record RevisionLine(int Number, int? Parent, string Summary, DateTime At, string Account, string Role, string Device);

/// <summary>A revision with its document.</summary>
/// <param name="Number">Its number.</param>
/// <param name="Parent">The revision it was made from; null for the first.</param>
/// <param name="Summary">What was changed.</param>
/// <param name="Document">Its document.</param>
public sealed record StoredRevision(int Number, int? Parent, string Summary, string Document);

/// <summary>What became of a change.</summary>
/// <param name="Revision">The revision it is kept as; null where there was nothing to change.</param>
/// <param name="Conflict">True where someone else had saved first: the change is kept beside theirs, and theirs stands.</param>
public readonly record struct SaveOutcome(int? Revision, bool Conflict);

/// <summary>
/// Keeps records of every kind as append-only revisions, with undo, conflicts and unfinished typing. Every write is one immediate
/// transaction: it is on disk before the call returns, or it did not happen.
/// </summary>
public class RecordStore(IDbContextFactory<HaspDb> databases, TimeProvider clock, IAuthorship? authorship = null) : IDisposable
{
    /// <summary>Each revision whose number this divides keeps its document whole.</summary>
    public const int Whole = 24;

    // SQLite has one writer: in this process they stand in line instead of asking the file again and again.
    private readonly SemaphoreSlim _writer = new(1, 1);

    public void Dispose()
    {
        _writer.Dispose();
        GC.SuppressFinalize(this);
    }

    /// <summary>The moment that is written down, UTC.</summary>
    protected DateTime Now => clock.GetUtcNow().UtcDateTime;

    /// <summary>The database, to be read.</summary>
    protected Task<HaspDb> Open() => databases.CreateDbContextAsync();

    /// <summary>The records of a kind that are not deleted, by name.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="owner">What they belong to.</param>
    public async Task<IReadOnlyList<StoredRecord>> Records(string kind, int owner = 0)
    {
        await using var db = await Open();
        return await (
            from r in db.Records.AsNoTracking()
            join v in db.Revisions.AsNoTracking() on new { RecordId = r.Id, Number = r.Current } equals new { v.RecordId, v.Number }
            where r.Kind == kind && r.OwnerId == owner && r.DeletedAt == null
            orderby r.Name
            select new StoredRecord(r.Id, kind, owner, r.Name, r.Current, v.Document, v.Parent != null, false)).ToListAsync();
    }

    /// <summary>Every revision that records of some kinds ever had, deleted ones too, the oldest first: what stood at a moment, and what
    /// stood in between.</summary>
    /// <param name="kinds">The kinds.</param>
    public async Task<IReadOnlyList<(int Record, DateTime At, string Document)>> History(IReadOnlyCollection<string> kinds)
    {
        await using var db = await Open();
        var rows = await (
            from r in db.Records.AsNoTracking()
            join v in db.Revisions.AsNoTracking() on r.Id equals v.RecordId
            where kinds.Contains(r.Kind)
            orderby v.RecordId, v.Number descending
            select new { v.RecordId, v.Number, v.At, v.Document, v.Delta, v.Beside }).ToListAsync();
        var texts = new RevisionTexts();
        return
        [
            .. rows.Select(r => (r.RecordId, r.Number, r.At, Document: texts.Of(r.RecordId, r.Number, r.Document, r.Delta, r.Beside)))
                .OrderBy(r => r.At).ThenBy(r => r.Number).Select(r => (r.RecordId, r.At, r.Document)),
        ];
    }

    /// <summary>The records of some kinds that belong to everybody and are not deleted, by name.</summary>
    public async Task<IReadOnlyList<StoredRecord>> Records(IReadOnlyCollection<string> kinds)
    {
        await using var db = await Open();
        return await (
            from r in db.Records.AsNoTracking()
            join v in db.Revisions.AsNoTracking() on new { RecordId = r.Id, Number = r.Current } equals new { v.RecordId, v.Number }
            where kinds.Contains(r.Kind) && r.OwnerId == 0 && r.DeletedAt == null
            orderby r.Name
            select new StoredRecord(r.Id, r.Kind, 0, r.Name, r.Current, v.Document, v.Parent != null, false)).ToListAsync();
    }

    /// <summary>Which revisions of some kinds stand for everybody, in a line: two that are alike mean that nothing of them was
    /// written between.</summary>
    public async Task<string> Stamp(IReadOnlyCollection<string> kinds)
    {
        await using var db = await Open();
        var standing = await db.Records.AsNoTracking().Where(r => kinds.Contains(r.Kind) && r.OwnerId == 0 && r.DeletedAt == null)
            .OrderBy(r => r.Id).Select(r => new { r.Id, r.Current, r.Name }).ToListAsync();
        return string.Join('|', standing.Select(r => $"{r.Id}.{r.Current}.{r.Name}"));
    }

    /// <summary>A record as it stands; null where there is none of that kind or it is deleted.</summary>
    public async Task<StoredRecord?> Record(string kind, int id)
    {
        await using var db = await Open();
        var record = await db.Records.AsNoTracking().FirstOrDefaultAsync(r => r.Id == id && r.Kind == kind && r.DeletedAt == null);
        if (record is null) return null;
        var revision = await db.Revisions.AsNoTracking().Where(r => r.RecordId == id && r.Number == record.Current)
            .Select(r => new { r.Document, r.Parent }).FirstAsync();
        var ahead = await db.Revisions.AnyAsync(r => r.RecordId == id && r.Parent == record.Current && r.Number > record.Current);
        return new StoredRecord(id, kind, record.OwnerId, record.Name, record.Current, revision.Document, revision.Parent is not null,
            ahead);
    }

    /// <summary>What kind a record is of and whose it is, deleted or not; null where there never was one of that number.</summary>
    public async Task<RecordRow?> Find(int id)
    {
        await using var db = await Open();
        return await db.Records.AsNoTracking().FirstOrDefaultAsync(r => r.Id == id);
    }

    /// <summary>The last record of a kind that an owner has; null where it has none.</summary>
    public async Task<int?> Latest(string kind, int owner)
    {
        await using var db = await Open();
        return await db.Records.Where(r => r.Kind == kind && r.OwnerId == owner && r.DeletedAt == null).MaxAsync(r => (int?)r.Id);
    }

    /// <summary>What lies beside the document that stands, too large for it; null where nothing does.</summary>
    public async Task<byte[]?> Payload(int id, int revision)
    {
        await using var db = await Open();
        return await db.Revisions.AsNoTracking().Where(r => r.RecordId == id && r.Number == revision).Select(r => r.Payload)
            .FirstOrDefaultAsync();
    }

    /// <summary>A new record.</summary>
    public Task<int> Create(string kind, int owner, string name, string document, string summary, byte[]? payload = null) =>
        Write(db => Add(db, kind, owner, name, document, summary, payload));

    /// <summary>A new record in the place of those of its kind and name: they are deleted, and can be brought back.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="owner">What it belongs to.</param>
    /// <param name="name">Its name.</param>
    /// <param name="document">Its document.</param>
    /// <param name="payload">What lies beside the document.</param>
    /// <param name="only">True where the owner has one of the kind, whatever its name.</param>
    public Task<int> Replace(string kind, int owner, string name, string document, byte[]? payload = null, bool only = false) =>
        Write(async db =>
    {
        var now = Now;
        await db.Records.Where(r => r.Kind == kind && r.OwnerId == owner && (only || r.Name == name) && r.DeletedAt == null)
            .ExecuteUpdateAsync(s => s.SetProperty(r => r.DeletedAt, (DateTime?)now));
        return await Add(db, kind, owner, name, document, "kept", payload);
    });

    /// <summary>The record of a name: its next revision where there is one already, a new record where there is not.</summary>
    public Task<int> Put(string kind, int owner, string name, string document, string summary) =>
        Write(db => Put(db, kind, owner, name, document, summary));

    /// <summary>The same within a transaction that is open.</summary>
    /// <inheritdoc cref="Put(string, int, string, string, string)"/>
    public async Task<int> Put(HaspDb db, string kind, int owner, string name, string document, string summary)
    {
        if (await db.Records.FirstOrDefaultAsync(r => r.Kind == kind && r.OwnerId == owner && r.Name == name
            && r.DeletedAt == null) is not { } record)
        {
            return await Add(db, kind, owner, name, document, summary);
        }
        var next = await db.Revisions.Where(r => r.RecordId == record.Id).MaxAsync(r => r.Number) + 1;
        db.Revisions.Add(Signed(new RevisionRow { RecordId = record.Id, Number = next, Parent = record.Current, Document = document,
            Summary = summary, At = Now }));
        await KeepBeside(db, record.Id, record.Current, next, document);
        record.Current = next;
        await db.SaveChangesAsync();
        return record.Id;
    }

    /// <summary>All revisions of a record, deleted or not, the newest first; none where there is no such record.</summary>
    public async Task<IReadOnlyList<RevisionLine>> Revisions(int id)
    {
        await using var db = await Open();
        return await db.Revisions.AsNoTracking().Where(r => r.RecordId == id).OrderByDescending(r => r.Number)
            .Select(r => new RevisionLine(r.Number, r.Parent, r.Summary, r.At, r.Account, r.Role, r.Device)).ToListAsync();
    }

    /// <summary>The same with their documents, read in one go.</summary>
    /// <inheritdoc cref="Revisions"/>
    public async Task<IReadOnlyList<(RevisionLine Line, string Document)>> WholeRevisions(int id)
    {
        await using var db = await Open();
        var rows = await db.Revisions.AsNoTracking().Where(r => r.RecordId == id).OrderByDescending(r => r.Number)
            .Select(r => new { r.Number, r.Parent, r.Summary, r.At, r.Account, r.Role, r.Device, r.Document, r.Delta, r.Beside })
            .ToListAsync();
        var texts = new RevisionTexts();
        return
        [
            .. rows.Select(r => (new RevisionLine(r.Number, r.Parent, r.Summary, r.At, r.Account, r.Role, r.Device),
                texts.Of(id, r.Number, r.Document, r.Delta, r.Beside))),
        ];
    }

    /// <summary>One revision; null where there is none.</summary>
    public async Task<StoredRevision?> Revision(int id, int number)
    {
        await using var db = await Open();
        return await Revision(db, id, number);
    }

    private static async Task<StoredRevision?> Revision(HaspDb db, int id, int number)
    {
        var rows = await Behind(db, id, number);
        if (rows.Count == 0) return null;
        var (texts, document) = (new RevisionTexts(), "");
        // One after the other: each is made of the one before.
        foreach (var r in rows.Reverse()) document = texts.Of(id, r.Number, r.Document, r.Delta, r.Beside);
        return new(number, rows[0].Parent, rows[0].Summary, document);
    }

    /// <summary>A revision, the one that it is kept beside, and so on to one that has its document whole.</summary>
    private static async Task<IReadOnlyList<RevisionRow>> Behind(HaspDb db, int id, int number)
    {
        var rows = new List<RevisionRow>();
        for (int? next = number; next is { } at;)
        {
            var row = await db.Revisions.AsNoTracking().FirstOrDefaultAsync(r => r.RecordId == id && r.Number == at);
            if (row is null) break;
            rows.Add(row);
            next = row.Beside > at ? row.Beside : null;
        }
        return rows;
    }

    /// <summary>
    /// Keeps a changed document. Where the record has moved on from <paramref name="baseRevision"/>, the change is kept as a
    /// revision beside the one that stands, and the outcome says so: nobody's work is overwritten and none is lost.
    /// </summary>
    public Task<SaveOutcome> Save(int id, int baseRevision, string document, string summary, string editor) =>
        Write(db => Save(db, id, baseRevision, document, summary, editor));

    /// <summary>The same within a transaction that is open.</summary>
    /// <inheritdoc cref="Save(int, int, string, string, string)"/>
    public Task<SaveOutcome> Save(HaspDb db, int id, int baseRevision, string document, string summary, string editor) =>
        Put(db, id, baseRevision, document, summary, editor, [baseRevision], beside: true);

    /// <summary>
    /// Keeps a changed document where <paramref name="baseRevision"/> still stands. Where it does not, nothing is written, and the outcome
    /// says so.
    /// </summary>
    /// <param name="id">The record.</param>
    /// <param name="baseRevision">The revision that the change was put into.</param>
    /// <param name="document">The changed document.</param>
    /// <param name="summary">What was changed.</param>
    /// <param name="editor">The browser.</param>
    /// <param name="typedAgainst">The revision that the browser was looking at: what was unfinished there is in the document now.</param>
    public Task<SaveOutcome> SaveOver(int id, int baseRevision, string document, string summary, string editor, int typedAgainst) =>
        Write(async db => await Put(db, id, baseRevision, document, summary, editor, [baseRevision, typedAgainst], beside: false));

    private async Task<SaveOutcome> Put(HaspDb db, int id, int baseRevision, string document, string summary, string editor, int[] finished,
        bool beside)
    {
        var record = await db.Records.FirstOrDefaultAsync(r => r.Id == id && r.DeletedAt == null);
        if (record is null) return new SaveOutcome(null, false);
        var conflict = record.Current != baseRevision;
        if (conflict && !beside) return new SaveOutcome(null, true);
        var next = await db.Revisions.Where(r => r.RecordId == id).MaxAsync(r => r.Number) + 1;
        db.Revisions.Add(Signed(new RevisionRow { RecordId = id, Number = next, Parent = baseRevision, Document = document,
            Summary = summary, At = Now, Editor = editor }));
        if (!conflict)
        {
            await KeepBeside(db, id, baseRevision, next, document);
            (record.Current, record.MovedBy) = (next, editor);
        }
        // What was unfinished at this very revision is in the document now; older unfinished typing stays until it is taken or let go.
        await db.Drafts.Where(d => d.RecordId == id && d.Editor == editor && finished.Contains(d.BaseRevision)).ExecuteDeleteAsync();
        await db.SaveChangesAsync();
        return new SaveOutcome(next, conflict);
    }

    /// <summary>
    /// True where one browser, or one account, made everything that led from a revision that it saw to the one that stands: nobody
    /// else is in
    /// it.
    /// </summary>
    public async Task<bool> IsAlone(int id, int seen, string editor)
    {
        var account = authorship?.Now.Account ?? "";
        await using var db = await Open();
        var record = await db.Records.AsNoTracking().FirstOrDefaultAsync(r => r.Id == id);
        if (record is null || (record.MovedBy != editor && account.Length == 0)) return false;
        var since = await db.Revisions.AsNoTracking().Where(r => r.RecordId == id && r.Number > seen)
            .Select(r => new { r.Editor, r.Account }).ToListAsync();
        return since.All(r => r.Editor == editor || (account.Length > 0 && r.Account == account));
    }

    /// <summary>Moves back to the state before the one that stands; false where there is none or the record has moved on.</summary>
    public Task<bool> Undo(int id, int baseRevision, string editor) => Step(id, baseRevision, editor, async (db, current) =>
        await db.Revisions.Where(r => r.RecordId == id && r.Number == current).Select(r => r.Parent).FirstAsync());

    /// <summary>Moves forward to the state last undone; false where there is none or the record has moved on.</summary>
    public Task<bool> Redo(int id, int baseRevision, string editor) => Step(id, baseRevision, editor, async (db, current) =>
        await db.Revisions.Where(r => r.RecordId == id && r.Parent == current && r.Number > current).MaxAsync(r => (int?)r.Number));

    /// <summary>Deletes or brings back a record; its revisions stay.</summary>
    /// <param name="kind">Its kind; a record of another kind is left alone.</param>
    /// <param name="id">Its key.</param>
    /// <param name="deleted">True to delete it.</param>
    public Task<bool> Delete(string kind, int id, bool deleted) => Write(db => Delete(db, kind, id, deleted));

    /// <summary>The same within a transaction that is open.</summary>
    /// <inheritdoc cref="Delete(string, int, bool)"/>
    public async Task<bool> Delete(HaspDb db, string kind, int id, bool deleted)
    {
        DateTime? at = deleted ? Now : null;
        return await db.Records.Where(r => r.Id == id && r.Kind == kind).ExecuteUpdateAsync(s => s.SetProperty(r => r.DeletedAt, at)) > 0;
    }

    /// <summary>What this browser typed that is not yet valid: one entry a revision that it was typed against.</summary>
    public async Task<IReadOnlyList<DraftRow>> Drafts(int id, string editor)
    {
        await using var db = await Open();
        return await db.Drafts.AsNoTracking().Where(d => d.RecordId == id && d.Editor == editor).OrderBy(d => d.BaseRevision).ToListAsync();
    }

    /// <summary>Keeps what this browser typed and what is not yet valid; nobody else sees it.</summary>
    public Task<bool> KeepDraft(int id, string editor, int baseRevision, string document) => Write(async db =>
    {
        var row = await db.Drafts.FirstOrDefaultAsync(d => d.RecordId == id && d.Editor == editor && d.BaseRevision == baseRevision);
        if (row is null) db.Drafts.Add(row = new DraftRow { RecordId = id, Editor = editor, BaseRevision = baseRevision,
            Document = document });
        (row.Document, row.At) = (document, Now);
        await db.SaveChangesAsync();
        return true;
    });

    /// <summary>Forgets what this browser typed against one revision.</summary>
    public Task<bool> DropDraft(int id, string editor, int baseRevision) => Write(async db =>
        await db.Drafts.Where(d => d.RecordId == id && d.Editor == editor && d.BaseRevision == baseRevision).ExecuteDeleteAsync() > 0);

    /// <summary>Forgets what this browser typed against revisions before <paramref name="revision"/>, or all where it is null.</summary>
    public Task<bool> DropDrafts(int id, string editor, int? revision) => Write(async db =>
        await db.Drafts.Where(d => d.RecordId == id && d.Editor == editor && (revision == null || d.BaseRevision != revision))
            .ExecuteDeleteAsync() > 0);

    /// <summary>Adds a record with its first revision, within a transaction.</summary>
    protected async Task<int> Add(HaspDb db, string kind, int owner, string name, string document, string summary, byte[]? payload = null)
    {
        var row = new RecordRow { Kind = kind, OwnerId = owner, Name = name, Current = 1 };
        db.Records.Add(row);
        await db.SaveChangesAsync();
        db.Revisions.Add(Signed(new RevisionRow { RecordId = row.Id, Number = 1, Document = document, Payload = payload, Summary = summary,
            At = Now }));
        await db.SaveChangesAsync();
        return row.Id;
    }

    private Task<bool> Step(int id, int baseRevision, string editor, Func<HaspDb, int, Task<int?>> target) => Write(async db =>
    {
        var record = await db.Records.FirstOrDefaultAsync(r => r.Id == id && r.DeletedAt == null);
        if (record is null || record.Current != baseRevision || await target(db, baseRevision) is not { } to) return false;
        // The revision that stands has its document whole: lists read it where it lies.
        var document = (await Revision(db, id, to))!.Document;
        if (document.Length == 0) return false;
        await db.Revisions.Where(r => r.RecordId == id && r.Number == to && r.Delta != null).ExecuteUpdateAsync(s => s
            .SetProperty(r => r.Document, document).SetProperty(r => r.Delta, (byte[]?)null).SetProperty(r => r.Beside, (int?)null));
        (record.Current, record.MovedBy) = (to, editor);
        await db.SaveChangesAsync();
        return true;
    });

    /// <summary>Of a revision that no longer stands only what it differs by from its successor is kept, but for every
    /// <see cref="Whole"/>th: what it said stays, and any is back by no more steps than that.</summary>
    private static async Task KeepBeside(HaspDb db, int id, int number, int beside, string document)
    {
        if (number % Whole == 0) return;
        var row = await db.Revisions.FirstAsync(r => r.RecordId == id && r.Number == number);
        var delta = TextDelta.Between(document, row.Document);
        if (delta.Length < row.Document.Length / 2) (row.Document, row.Delta, row.Beside) = ("", delta, beside);
    }

    /// <summary>The revision with whoever makes it.</summary>
    private RevisionRow Signed(RevisionRow revision)
    {
        var author = authorship?.Now ?? Author.ThisMachine;
        (revision.Account, revision.Role, revision.Device) = (author.Account, author.Role, author.Device);
        return revision;
    }

    /// <summary>One transaction, in its turn.</summary>
    protected async Task<T> Write<T>(Func<HaspDb, Task<T>> work)
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
        Steps.Reached("save:begun");
        var result = await work(db);
        Steps.Reached("save:written");
        await transaction.CommitAsync();
        Steps.Reached("save:committed");
        return result;
    }
}
