using System.Collections.Concurrent;
using System.Globalization;
using System.Runtime.InteropServices;
using System.Text.Json.Nodes;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Files;
using Hasp.Store;

namespace Hasp.Web.Services;

/// <summary>Load cases imported from a file, in memory.</summary>
public sealed class LoadSet
{
    private readonly double[] _figures;
    private readonly string[] _names;
    private readonly int[] _lines;
    private readonly Resultant[] _atOrigin;
    private (BoltGroup Group, TensionSchool School, PivotLines Pivots, BoltExtremes[] Extremes)? _envelope;

    internal LoadSet(LoadSetRow row)
    {
        (Id, Name, Count) = (row.Id, row.Name, row.Count);
        _figures = MemoryMarshal.Cast<byte, double>(row.Figures).ToArray();
        _lines = MemoryMarshal.Cast<byte, int>(row.Lines).ToArray();
        _names = row.Names.Split('\n');
        Refused = [.. row.Refused.Split('\n', StringSplitOptions.RemoveEmptyEntries).Select(l => l.Split('\t')).Select(p => new RefusedLine(int.Parse(p[0], CultureInfo.InvariantCulture), p[1]))];
        _atOrigin = [.. Enumerable.Range(0, Count).Select(i => LoadAt(i).Moved(PointAt(i), default))];
    }

    public int Id { get; }

    /// <summary>The file's name.</summary>
    public string Name { get; }

    /// <summary>Good lines.</summary>
    public int Count { get; }

    /// <summary>Lines that were not taken, with their reasons.</summary>
    public IReadOnlyList<RefusedLine> Refused { get; }

    /// <summary>Line of the file that a case came from.</summary>
    public int LineOf(int index) => _lines[index];

    /// <summary>A case, from 0.</summary>
    public LoadCase CaseAt(int index) => new(NameOf(index), LoadAt(index), PointAt(index));

    /// <summary>Name of a case: its own, with the file and line.</summary>
    public string NameOf(int index) => $"{(_names[index].Length > 0 ? _names[index] + ", " : "")}{Name} line {_lines[index]}";

    /// <summary>Largest tension before prying and shear of every bolt over the whole file.</summary>
    public BoltExtremes[] Envelope(BoltPattern pattern)
    {
        if (_envelope is { } made && made.School == pattern.School && made.Pivots == pattern.Pivots && made.Group.Bolts.SequenceEqual(pattern.Group.Bolts)) return made.Extremes;
        var extremes = LoadEnvelope.Of(pattern, _atOrigin);
        _envelope = (pattern.Group, pattern.School, pattern.Pivots, extremes);
        return extremes;
    }

    /// <summary>The cases that can govern a joint with this pattern, from 0.</summary>
    public int[] Governing(BoltPattern pattern) => LoadEnvelope.Governing(pattern, _atOrigin);

    /// <summary>Writes the governing cases into a document, in the place of those of an earlier choice; other cases stay.</summary>
    public void PutGoverning(JsonObject document, BoltPattern pattern)
    {
        TakeOut(document);
        if (document["loads"] is not JsonArray loads) document["loads"] = loads = [];
        foreach (var i in Governing(pattern)) loads.Add(DocumentOf(i));
    }

    /// <summary>True where a document holds cases of an imported file.</summary>
    public static bool IsIn(JsonObject document) => document["loads"] is JsonArray loads && loads.Any(l => l is JsonObject o && o.ContainsKey("row"));

    /// <summary>Takes the cases of an imported file out of a document.</summary>
    public static void TakeOut(JsonObject document)
    {
        if (document["loads"] is not JsonArray loads) return;
        for (var i = loads.Count - 1; i >= 0; i--) if (loads[i] is JsonObject o && o.ContainsKey("row")) loads.RemoveAt(i);
    }

    private JsonObject DocumentOf(int index)
    {
        var (load, at) = (LoadAt(index), PointAt(index));
        var node = new JsonObject { ["name"] = NameOf(index), ["row"] = _lines[index] };
        void Put(string key, double value, string unit)
        {
            if (value != 0) node[key] = value.ToString("R", CultureInfo.InvariantCulture) + " " + unit;
        }

        // A case of nothing at all still is one.
        node["fz"] = load.Force.Z.ToString("R", CultureInfo.InvariantCulture) + " N";
        Put("fx", load.Force.X, "N");
        Put("fy", load.Force.Y, "N");
        Put("mx", load.Moment.X, "N·mm");
        Put("my", load.Moment.Y, "N·mm");
        Put("mz", load.Moment.Z, "N·mm");
        node["atX"] = at.X.ToString("R", CultureInfo.InvariantCulture) + " mm";
        Put("atY", at.Y, "mm");
        Put("atZ", at.Z, "mm");
        return node;
    }

    private Resultant LoadAt(int i)
    {
        var f = _figures.AsSpan(9 * i, 6);
        return new(new(f[0], f[1], f[2]), new(f[3], f[4], f[5]));
    }

    private Components PointAt(int i) => new(_figures[(9 * i) + 6], _figures[(9 * i) + 7], _figures[(9 * i) + 8]);
}

/// <summary>Imported load cases by joint; the last few stay in memory.</summary>
public sealed class LoadSets(JointStore store)
{
    private const int Kept = 4;
    private readonly ConcurrentDictionary<int, LoadSet> _byJoint = new();

    /// <summary>Those of a joint; null where none were imported.</summary>
    public async Task<LoadSet?> Load(int jointId)
    {
        if (await store.LoadSetOf(jointId) is not { } id) return null;
        if (_byJoint.TryGetValue(jointId, out var known) && known.Id == id) return known;
        if (await store.LoadSet(id) is not { } row) return null;
        foreach (var old in _byJoint.Keys.Where(k => k != jointId).Take(_byJoint.Count - Kept + 1)) _byJoint.TryRemove(old, out _);
        return _byJoint[jointId] = new LoadSet(row);
    }
}

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
    public Task<(LoadSetRow? Row, string? Problem)> Outcome { get; }

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

    private (LoadSetRow?, string?) Read()
    {
        try
        {
            using var stream = File.Open();
            IEnumerable<TableLine> Watched()
            {
                foreach (var line in LoadTable.Lines(stream))
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
            }, null, _stopped);
            Volatile.Write(ref _position, File.Length);
            if (taken.Count == 0) return (null, RefusedCount > 0 ? $"no line could be taken; the first was refused because {_refused[0].Reason}" : "there is no line below the headings");
            return (new LoadSetRow
            {
                JointId = File.JointId,
                Name = File.Name,
                Count = taken.Count,
                Figures = MemoryMarshal.AsBytes(CollectionsMarshal.AsSpan(_figures)).ToArray(),
                Lines = MemoryMarshal.AsBytes(CollectionsMarshal.AsSpan(taken)).ToArray(),
                Names = string.Join('\n', _names),
                Refused = string.Join('\n', _refused.Select(r => $"{r.Number}\t{r.Reason.Replace('\n', ' ').Replace('\t', ' ')}")),
            }, null);
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
    /// <summary>The headings, and the first line below them; empty where it has none.</summary>
    public IReadOnlyList<string> Head { get; init; } = [];

    /// <summary>A few lines below the headings.</summary>
    public IReadOnlyList<TableLine> Samples { get; init; } = [];

    internal FileStream Open() => new(Path, FileMode.Open, FileAccess.Read, FileShare.Read);
}

/// <summary>Files on their way in, one a joint and browser.</summary>
public sealed class Imports : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("hasp-import").FullName;
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
        var path = Path.Combine(_folder, Guid.NewGuid().ToString("N"));
        await using (var target = System.IO.File.Create(path)) await file.CopyToAsync(target);
        var taken = new ImportFile(joint, Shorten(Path.GetFileName(file.FileName.Replace('\\', '/'))), path, file.Length);
        try
        {
            using var stream = taken.Open();
            var lines = LoadTable.Lines(stream).Take(6).ToList();
            if (lines.Count < 2) throw new UnreadableTableException("there is no line below the headings");
            taken = taken with { Head = lines[0].Cells, Samples = lines[1..] };
        }
        catch (UnreadableTableException)
        {
            System.IO.File.Delete(path);
            throw;
        }
        return _files[(joint, editor)] = taken;
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

    private static string Shorten(string name) => name.Length > 60 ? name[..60] : name.Length == 0 ? "file" : name;
}
