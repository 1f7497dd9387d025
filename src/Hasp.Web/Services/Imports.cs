using System.Collections.Concurrent;
using Hasp.Core.Joints;
using Hasp.Core.Sizing;
using Hasp.Files;
using Hasp.Store;

namespace Hasp.Web.Services;

/// <summary>A file read into load cases.</summary>
/// <param name="Cases">The cases; null where there are none.</param>
/// <param name="Problem">Why there are none; null where there are.</param>
public sealed record Imported(LoadSet? Cases, string? Problem);

/// <summary>What the cases of a file come to on a joint.</summary>
/// <param name="Sweep">All of them by every check.</param>
/// <param name="Before">The cases imported before, by every check; null where there are none to compare with.</param>
public sealed record ImportJudged(CaseSweep Sweep, CaseSweep? Before);

/// <summary>The reading of a file: how far it is, and what it finds.</summary>
public sealed class ImportReading(ImportFile file, LoadColumns columns)
{
    private const int MostListed = 5000;
    private readonly List<LoadLine> _rows = [];
    private readonly List<int> _taken = [];
    private readonly List<RefusedLine> _refused = [];
    private int _line;

    /// <summary>The file that is read.</summary>
    public ImportFile File => file;

    /// <summary>Lines read so far.</summary>
    public int Lines => Volatile.Read(ref _line);

    /// <summary>How many lines were refused.</summary>
    public int RefusedCount { get; private set; }

    /// <summary>Reads the file; stopped, it comes to what was read.</summary>
    internal Imported Read(Job<Imported> job)
    {
        try
        {
            using var stream = file.Open();
            columns.Read(Watched(stream, job), Take, Refuse, job.Stopping);
            job.Tell(1);
            return Cases() is { Count: > 0 } cases ? new(new LoadSet(0, cases), null)
                : new(null, RefusedCount > 0 ? $"no line could be taken; the first was refused because {_refused[0].Reason}"
                    : "there is no line below the headings");
        }
        catch (UnreadableTableException e)
        {
            return new(null, e.Message);
        }
    }

    private IEnumerable<TableLine> Watched(Stream stream, Job<Imported> job)
    {
        foreach (var line in LoadTable.Lines(stream, file.Sheet, file.HeadLine))
        {
            Volatile.Write(ref _line, line.Number);
            // A workbook tells only its lines.
            if (line.Number % 500 == 0) job.Tell(file.Length == 0 ? 0 : Math.Min(1, stream.Position / (double)file.Length));
            yield return line;
        }
    }

    private void Take(LoadLine row)
    {
        _taken.Add(_line);
        _rows.Add(row with { Name = row.Name.Replace('\n', ' ') });
    }

    private void Refuse(RefusedLine line)
    {
        RefusedCount++;
        if (_refused.Count < MostListed) _refused.Add(line);
    }

    private LoadSetRecord Cases()
    {
        var (swings, refused) = LoadSwings.Of(_rows);
        foreach (var (row, reason) in refused.OrderBy(r => r.Key)) Refuse(new(_taken[row], reason));
        int[] kept = [.. Enumerable.Range(0, _rows.Count).Where(i => !refused.ContainsKey(i))];
        return LoadSetRecord.Of(file.Name, [.. kept.Select(i => _rows[i])], [.. kept.Select(i => _taken[i])], _refused,
            [.. swings.Select(s => s with { Row = Array.BinarySearch(kept, s.Row), With = s.With < 0 ? -1 : Array.BinarySearch(kept,
                s.With) })]);
    }
}

/// <summary>A file that was sent for import, kept in a temporary place until it is read or the server ends.</summary>
/// <param name="JointId">The joint it is for.</param>
/// <param name="Name">Its name, without its folder.</param>
/// <param name="Path">Where it is kept.</param>
/// <param name="Length">Bytes.</param>
public sealed record ImportFile(int JointId, string Name, string Path, long Length)
{
    /// <summary>When it came, UTC.</summary>
    public DateTime At { get; } = DateTime.UtcNow;

    /// <summary>Sheets of a workbook; empty for text.</summary>
    public IReadOnlyList<string> Sheets { get; init; } = [];

    /// <summary>The sheet that is read; null for text.</summary>
    public string? Sheet { get; init; }

    /// <summary>Line of the headings.</summary>
    public int HeadLine { get; init; }

    /// <summary>The headings.</summary>
    public IReadOnlyList<string> Head { get; init; } = [];

    /// <summary>A few lines below the headings.</summary>
    public IReadOnlyList<TableLine> Samples { get; init; } = [];

    /// <summary>Cells of the lines shown.</summary>
    public IReadOnlyCollection<string> SampleCells => [.. Samples.SelectMany(s => s.Cells)];

    /// <summary>The file read from a sheet, its headings in a line.</summary>
    /// <param name="sheet">Null for the first that is shown.</param>
    /// <param name="headLine">Null where it is to be found.</param>
    /// <exception cref="UnreadableTableException">There is no such sheet or line.</exception>
    internal ImportFile ReadFrom(string? sheet, int? headLine)
    {
        using var stream = Open();
        var sheets = LoadTable.Sheets(stream);
        var head = headLine ?? LoadColumns.HeadLine([.. LoadTable.Lines(stream, sheet).Take(20)]);
        var lines = LoadTable.Lines(stream, sheet, head).Take(6).ToList();
        if (lines.Count < 2) throw new UnreadableTableException("there is no line below the headings");
        return this with { Sheets = sheets, Sheet = sheet ?? sheets.FirstOrDefault(), HeadLine = lines[0].Number, Head = lines[0].Cells,
            Samples = lines[1..] };
    }

    internal FileStream Open() => new(Path, FileMode.Open, FileAccess.Read, FileShare.Read);
}

/// <summary>Files on their way in, one a joint and browser.</summary>
public sealed class Imports(Jobs jobs) : IDisposable
{
    private const string Prefix = "hasp-import";

    // A file that waits for its columns this long waits for nobody.
    private static readonly TimeSpan Expiry = TimeSpan.FromHours(2);

    private readonly string _folder = NewFolder();
    private readonly ConcurrentDictionary<(int Joint, string Editor), ImportFile> _files = new();
    private readonly ConcurrentDictionary<(int Joint, string Editor), ImportReading> _readings = new();

    /// <summary>The file that waits for its columns; null where there is none.</summary>
    public ImportFile? FileOf(int joint, string editor) => _files.GetValueOrDefault((joint, editor));

    /// <summary>What is read or has been read; null where nothing is.</summary>
    public ImportReading? ReadingOf(int joint, string editor) => _readings.GetValueOrDefault((joint, editor));

    /// <summary>The job that reads it; null where there is none.</summary>
    public Job<Imported>? JobOf(int joint, string editor) => jobs.Find<Imported>(joint, editor);

    /// <summary>
    /// The judging of the cases that were read, in the background and once for a joint as it stands: begun where it is not going on.
    /// It ends
    /// with null where it was stopped, because its page was closed.
    /// </summary>
    /// <param name="joint">The joint.</param>
    /// <param name="document">Its document.</param>
    /// <param name="id">Its number.</param>
    /// <param name="editor">The browser.</param>
    /// <param name="read">The cases.</param>
    /// <param name="before">Those imported before; null where there are none.</param>
    public Job<ImportJudged?> JudgingOf(Joint joint, string document, int id, string editor, LoadSet read, LoadSet? before)
    {
        // One that nobody waited for begins anew for who waits now.
        if (jobs.Find<ImportJudged?>(id, editor) is { Outcome: { IsCompletedSuccessfully: true, Result: null } })
            jobs.Drop<ImportJudged?>(id, editor);
        return jobs.For<ImportJudged?>(id, editor, $"{FileOf(id, editor)?.Path} {before?.Id} {document}", job =>
        {
            try
            {
                var halves = before is null ? 1 : 2;
                var sweep = read.Judged(joint, document, share => job.Tell(share / halves), job.Stopping);
                return new(sweep, before?.Judged(joint, document, share => job.Tell((1 + share) / halves), job.Stopping));
            }
            catch (OperationCanceledException)
            {
                return null;
            }
        });
    }

    /// <summary>Takes a file in, as far as its first lines.</summary>
    /// <exception cref="UnreadableTableException">It cannot be read.</exception>
    public async Task<ImportFile> Take(int joint, string editor, IFormFile file)
    {
        Drop(joint, editor);
        foreach (var old in _files.Where(f => f.Value.At < DateTime.UtcNow - Expiry && JobOf(f.Key.Joint, f.Key.Editor)?.Ended != false)
            .Select(f => f.Key).ToList()) Drop(old.Joint, old.Editor);
        var path = Path.Combine(_folder, Guid.NewGuid().ToString("N"));
        await using (var target = System.IO.File.Create(path)) await file.CopyToAsync(target);
        var taken = new ImportFile(joint, Shorten(Path.GetFileName(file.FileName.Replace('\\', '/'))), path, file.Length);
        try
        {
            taken = taken.ReadFrom(null, null);
        }
        catch (UnreadableTableException)
        {
            System.IO.File.Delete(path);
            throw;
        }
        return _files[(joint, editor)] = taken;
    }

    /// <summary>Takes another sheet or line of headings of the waiting file.</summary>
    /// <exception cref="UnreadableTableException">There is no such sheet or line.</exception>
    public void Choose(int joint, string editor, string? sheet, int? headLine)
    {
        if (FileOf(joint, editor) is { } file) _files[(joint, editor)] = file.ReadFrom(sheet, headLine);
    }

    /// <summary>Begins to read the waiting file.</summary>
    public void Begin(int joint, string editor, LoadColumns columns)
    {
        if (FileOf(joint, editor) is not { } file) return;
        jobs.Drop<Imported>(joint, editor);
        var reading = _readings[(joint, editor)] = new ImportReading(file, columns);
        jobs.For<Imported>(joint, editor, file.Path, reading.Read, inTurn: false);
    }

    /// <summary>Forgets a reading and its file.</summary>
    public void Drop(int joint, string editor)
    {
        _readings.TryRemove((joint, editor), out _);
        var job = jobs.Drop<Imported>(joint, editor);
        if (_files.TryRemove((joint, editor), out var file))
        {
            _ = ((Task?)job?.Outcome ?? Task.CompletedTask).ContinueWith(_ => System.IO.File.Delete(file.Path), TaskScheduler.Default);
        }
    }

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    /// <summary>A folder of this process; what a killed one left behind a day ago goes.</summary>
    private static string NewFolder()
    {
        foreach (var left in Directory.EnumerateDirectories(Path.GetTempPath(), Prefix + "*")
            .Where(d => Directory.GetLastWriteTimeUtc(d) < DateTime.UtcNow.AddDays(-1)))
        {
            try
            {
                Directory.Delete(left, recursive: true);
            }
            catch (Exception e) when (e is IOException or UnauthorizedAccessException)
            {
                // Another user's, or in use: not ours to take away.
            }
        }
        return Directory.CreateTempSubdirectory(Prefix).FullName;
    }

    private static string Shorten(string name) => name.Length > 60 ? name[..60] : name.Length == 0 ? "file" : name;
}
