using Microsoft.EntityFrameworkCore;

namespace Hasp.Store;

/// <summary>
/// What a list shows of a joint, worked out once for each revision that stands: the lists sort, search and page without working any
/// joint out.
/// It is made anew whenever the revision or the program is another; nothing is lost with it.
/// </summary>
public sealed class JointLineRow
{
    /// <summary>The joint.</summary>
    public int JointId { get; set; }

    /// <summary>Its project.</summary>
    public int ProjectId { get; set; }

    /// <summary>The revision that it was made of.</summary>
    public int Revision { get; set; }

    /// <summary>The program that made it.</summary>
    public required string MadeBy { get; set; }

    /// <summary>The joint's number.</summary>
    public string Number { get; set; } = "";

    /// <summary>What the joint is called.</summary>
    public string Name { get; set; } = "";

    /// <summary>The least of its reserves; the largest number where nothing loads it.</summary>
    public double Reserve { get; set; }

    /// <summary>How it stands.</summary>
    public string Standing { get; set; } = "";

    /// <summary>Why it cannot be judged; null where it can.</summary>
    public string? Problem { get; set; }

    /// <summary>True where a lot or a wrench is named for it.</summary>
    public bool IsInHand { get; set; }

    /// <summary>What to buy and how to tighten, in millimetres and in inches.</summary>
    public string SaidSi { get; set; } = "";

    /// <inheritdoc cref="SaidSi"/>
    public string SaidUs { get; set; } = "";

    /// <summary>What governs, in millimetres and in inches.</summary>
    public string GovernsSi { get; set; } = "";

    /// <inheritdoc cref="GovernsSi"/>
    public string GovernsUs { get; set; } = "";

    /// <summary>Its drawing, small.</summary>
    public string Drawing { get; set; } = "";

    /// <summary>Everything that it is found by, in small letters.</summary>
    public string Words { get; set; } = "";
}

/// <summary>A part of a list of joints.</summary>
/// <param name="Lines">The lines asked for.</param>
/// <param name="Count">How many there are in all.</param>
public sealed record LinesPage(IReadOnlyList<JointLineRow> Lines, int Count);

/// <summary>The kept lines of joints.</summary>
public sealed class JointLineStore(IDbContextFactory<HaspDb> databases, TimeProvider clock) : RecordStore(databases, clock)
{
    /// <summary>What a joint without a reserve is sorted by.</summary>
    public const double NoReserve = double.MaxValue;

    /// <summary>Joints whose line is not of the revision that stands, or was made by another program: the first so many, oldest
    /// first.</summary>
    /// <param name="madeBy">This program.</param>
    /// <param name="project">Of one project; null for all.</param>
    /// <param name="most">How many at most.</param>
    public async Task<IReadOnlyList<StoredJoint>> Stale(string madeBy, int? project, int most)
    {
        await using var db = await Open();
        return await (
            from j in StaleIn(db, madeBy, project)
            join r in db.Revisions.AsNoTracking() on new { RecordId = j.Id, Number = j.Current } equals new { r.RecordId, r.Number }
            orderby j.Id
            select new StoredJoint(j.Id, j.OwnerId, j.Current, r.Document, false, false)).Take(most).ToListAsync();
    }

    /// <summary>How many joints have no line of theirs.</summary>
    /// <inheritdoc cref="Stale"/>
    public async Task<int> CountStale(string madeBy, int? project)
    {
        await using var db = await Open();
        return await StaleIn(db, madeBy, project).CountAsync();
    }

    private static IQueryable<RecordRow> StaleIn(HaspDb db, string madeBy, int? project) =>
        db.Records.AsNoTracking().Where(j => j.Kind == JointStore.Kind && j.DeletedAt == null && (project == null || j.OwnerId == project)
            && !db.Lines.Any(l => l.JointId == j.Id && l.Revision == j.Current && l.MadeBy == madeBy));

    /// <summary>Keeps lines, in the place of those of the same joints.</summary>
    public Task<bool> Keep(IReadOnlyList<JointLineRow> lines) => Write(async db =>
    {
        var ids = lines.Select(l => l.JointId).ToList();
        await db.Lines.Where(l => ids.Contains(l.JointId)).ExecuteDeleteAsync();
        db.Lines.AddRange(lines);
        await db.SaveChangesAsync();
        return true;
    });

    /// <summary>The lines of a project's joints that can be judged.</summary>
    /// <param name="project">The project.</param>
    /// <param name="search">Words that all have to be in it; empty for all.</param>
    /// <param name="byNumber">True by number, false tightest first.</param>
    /// <param name="skip">How many to leave out.</param>
    /// <param name="most">How many at most.</param>
    public async Task<LinesPage> Lines(int project, string search, bool byNumber, int skip, int most)
    {
        await using var db = await Open();
        var found = Found(db, project, search).Where(l => l.Problem == null);
        var sorted = byNumber ? found.OrderBy(l => l.Number).ThenBy(l => l.JointId) : found.OrderBy(l => l.Reserve).ThenBy(l => l.JointId);
        return new(await sorted.Skip(skip).Take(most).ToListAsync(), await found.CountAsync());
    }

    /// <summary>The lines of a project's joints that cannot be judged.</summary>
    /// <inheritdoc cref="Lines"/>
    public async Task<IReadOnlyList<JointLineRow>> Broken(int project, string search, int most)
    {
        await using var db = await Open();
        return await Found(db, project, search).Where(l => l.Problem != null).OrderBy(l => l.JointId).Take(most).ToListAsync();
    }

    /// <summary>The documents that stand of some joints, asked for together.</summary>
    /// <param name="joints">Their numbers; one that is deleted has none.</param>
    public async Task<IReadOnlyDictionary<int, string>> Documents(IReadOnlyCollection<int> joints)
    {
        if (joints.Count == 0) return new Dictionary<int, string>();
        await using var db = await Open();
        return await (
            from j in db.Records.AsNoTracking()
            join r in db.Revisions.AsNoTracking() on new { RecordId = j.Id, Number = j.Current } equals new { r.RecordId, r.Number }
            where joints.Contains(j.Id) && j.DeletedAt == null
            select new { j.Id, r.Document }).ToDictionaryAsync(j => j.Id, j => j.Document);
    }

    private static IQueryable<JointLineRow> Found(HaspDb db, int project, string search)
    {
        var lines = from l in db.Lines.AsNoTracking()
                    join j in db.Records.AsNoTracking() on l.JointId equals j.Id
                    where l.ProjectId == project && j.DeletedAt == null && j.Current == l.Revision
                    select l;
        foreach (var word in search.ToLowerInvariant().Split(' ', StringSplitOptions.RemoveEmptyEntries))
        {
            var pattern = $"%{word.Replace("\\", "\\\\", StringComparison.Ordinal).Replace("%", "\\%", StringComparison.Ordinal)
                .Replace("_", "\\_", StringComparison.Ordinal)}%";
            lines = lines.Where(l => EF.Functions.Like(l.Words, pattern, "\\"));
        }
        return lines;
    }
}
