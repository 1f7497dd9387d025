using System.Collections.Concurrent;
using System.Runtime.InteropServices;
using Hasp.Files;
using Hasp.Store;

namespace Hasp.Web.Services;

/// <summary>An import in the background: how far it is, what it came to, and a way to stop it.</summary>
public sealed class ImportRun
{
    private const int MostTold = 5000;
    private readonly Action _stop;
    private readonly CancellationToken _stopped;
    private readonly List<double> _figures = [];
    private readonly List<string> _names = [];
    private readonly List<RefusedLine> _refused = [];
    private long _position;
    private int _line;

    internal ImportRun(ImportFile file, LoadColumns columns)
    {
        (File, Columns) = (file, columns);
        // Without a timer or a wait handle a source holds nothing that must be given back.
        var stop = new CancellationTokenSource();
        (_stop, _stopped) = (stop.Cancel, stop.Token);
        Outcome = Task.Run(Read);
    }

    /// <summary>The file that is read.</summary>
    public ImportFile File { get; }

    /// <summary>How its columns are read.</summary>
    public LoadColumns Columns { get; }

    /// <summary>The cases, or why there are none.</summary>
    public Task<(LoadSetRecord? Row, string? Problem)> Outcome { get; }

    /// <summary>Lines read so far.</summary>
    public int Lines => Volatile.Read(ref _line);

    /// <summary>Share of the file read, 0 to 1; a workbook tells only its lines.</summary>
    public double Share => File.Length == 0 ? 0 : Math.Min(1, Volatile.Read(ref _position) / (double)File.Length);

    /// <summary>True where it was stopped before its end.</summary>
    public bool Stopped => _stopped.IsCancellationRequested;

    /// <summary>How many lines were refused.</summary>
    public int RefusedCount { get; private set; }

    /// <summary>Stops it; what was read is offered all the same.</summary>
    public void Stop() => _stop();

    private (LoadSetRecord?, string?) Read()
    {
        try
        {
            using var stream = File.Open();
            IEnumerable<TableLine> Watched()
            {
                foreach (var line in LoadTable.Lines(stream, File.Sheet, File.HeadLine))
                {
                    Volatile.Write(ref _line, line.Number);
                    if (line.Number % 500 == 0) Volatile.Write(ref _position, stream.Position);
                    yield return line;
                }
            }
            var taken = new List<int>();
            Columns.Read(Watched(), (name, load, at) =>
            {
                taken.Add(_line);
                _names.Add(name.Replace('\n', ' '));
                _figures.AddRange([load.Force.X, load.Force.Y, load.Force.Z, load.Moment.X, load.Moment.Y, load.Moment.Z, at.X, at.Y, at.Z]);
            }, refused =>
            {
                RefusedCount++;
                if (_refused.Count < MostTold) _refused.Add(refused);
            }, _stopped);
            Volatile.Write(ref _position, File.Length);
            if (taken.Count == 0) return (null, RefusedCount > 0 ? $"no line could be taken; the first was refused because {_refused[0].Reason}" : "there is no line below the headings");
            return (new LoadSetRecord(
                File.Name, taken.Count, string.Join('\n', _names), MemoryMarshal.AsBytes(CollectionsMarshal.AsSpan(taken)).ToArray(),
                string.Join('\n', _refused.Select(r => $"{r.Number}\t{r.Reason.Replace('\n', ' ').Replace('\t', ' ')}")),
                MemoryMarshal.AsBytes(CollectionsMarshal.AsSpan(_figures)).ToArray()), null);
        }
        catch (UnreadableTableException e)
        {
            return (null, e.Message);
        }
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
        return this with { Sheets = sheets, Sheet = sheet ?? sheets.FirstOrDefault(), HeadLine = lines[0].Number, Head = lines[0].Cells, Samples = lines[1..] };
    }

    internal FileStream Open() => new(Path, FileMode.Open, FileAccess.Read, FileShare.Read);
}

/// <summary>Files on their way in, one a joint and browser.</summary>
public sealed class Imports : IDisposable
{
    private const string Prefix = "hasp-import";

    // A file that waits for its columns this long waits for nobody.
    private static readonly TimeSpan Forgotten = TimeSpan.FromHours(2);

    private readonly string _folder = NewFolder();
    private readonly ConcurrentDictionary<(int Joint, string Editor), ImportFile> _files = new();
    private readonly ConcurrentDictionary<(int Joint, string Editor), ImportRun> _runs = new();

    /// <summary>The file that waits for its columns; null where there is none.</summary>
    public ImportFile? FileOf(int joint, string editor) => _files.GetValueOrDefault((joint, editor));

    /// <summary>The run that is going on or has ended; null where there is none.</summary>
    public ImportRun? RunOf(int joint, string editor) => _runs.GetValueOrDefault((joint, editor));

    /// <summary>Takes a file in, as far as its first lines.</summary>
    /// <exception cref="UnreadableTableException">It cannot be read.</exception>
    public async Task<ImportFile> Take(int joint, string editor, IFormFile file)
    {
        Drop(joint, editor);
        foreach (var old in _files.Where(f => f.Value.At < DateTime.UtcNow - Forgotten && RunOf(f.Key.Joint, f.Key.Editor)?.Outcome.IsCompleted != false).Select(f => f.Key).ToList()) Drop(old.Joint, old.Editor);
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
    public ImportRun? Begin(int joint, string editor, LoadColumns columns) =>
        FileOf(joint, editor) is { } file ? _runs[(joint, editor)] = new ImportRun(file, columns) : null;

    /// <summary>Forgets a run and its file.</summary>
    public void Drop(int joint, string editor)
    {
        if (_runs.TryRemove((joint, editor), out var run)) run.Stop();
        if (_files.TryRemove((joint, editor), out var file))
        {
            _ = (run?.Outcome ?? Task.CompletedTask).ContinueWith(_ => System.IO.File.Delete(file.Path), TaskScheduler.Default);
        }
    }

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    /// <summary>A folder of this process; what a killed one left behind a day ago goes.</summary>
    private static string NewFolder()
    {
        foreach (var left in Directory.EnumerateDirectories(Path.GetTempPath(), Prefix + "*").Where(d => Directory.GetLastWriteTimeUtc(d) < DateTime.UtcNow.AddDays(-1)))
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
