using System.Collections.Concurrent;
using System.Globalization;
using System.Runtime.InteropServices;
using System.Text.Json;
using System.Text.Json.Nodes;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Sizing;
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
    private readonly Dictionary<int, LoadSwing> _swings;
    // Objects: two who ask at once never read half of one.
    private sealed record MadeEnvelope(BoltPattern Pattern, BoltExtremes[] Extremes);

    private sealed record MadeSweep(string Of, CaseSweep Sweep);

    private MadeEnvelope? _envelope;
    private MadeSweep? _swept;

    internal LoadSet(int id, LoadSetRecord record)
    {
        (Id, Name, Count, Record) = (id, record.Name, record.Count, record);
        _figures = MemoryMarshal.Cast<byte, double>(record.Figures).ToArray();
        _lines = MemoryMarshal.Cast<byte, int>(record.Lines).ToArray();
        _names = record.Names.Split('\n');
        Refused =
        [
            .. record.Refused.Split('\n', StringSplitOptions.RemoveEmptyEntries).Select(l => l.Split('\t'))
                .Select(p => new RefusedLine(int.Parse(p[0], CultureInfo.InvariantCulture), p[1])),
        ];
        _swings = record.Swings.ToDictionary(s => s.Row);
        _atOrigin = [.. Enumerable.Range(0, Count).Select(i => LoadAt(i).Moved(PointAt(i), default))];
    }

    public int Id { get; private init; }

    /// <summary>As it is kept.</summary>
    internal LoadSetRecord Record { get; }

    /// <summary>The same under the number that it is kept by, with all that was worked out of it.</summary>
    internal LoadSet As(int id) => new(id, Record) { _envelope = _envelope, _swept = _swept };

    /// <summary>The file's name.</summary>
    public string Name { get; }

    /// <summary>Good lines.</summary>
    public int Count { get; }

    /// <summary>Lines that were not taken, with their reasons.</summary>
    public IReadOnlyList<RefusedLine> Refused { get; }

    /// <summary>How many rows alternate: each of them, and what it alternates with, is a case of the joint.</summary>
    public int Swings => _swings.Count;

    /// <summary>Line of the file that a case came from.</summary>
    public int LineOf(int index) => _lines[index];

    /// <summary>A case, from 0.</summary>
    public LoadCase CaseAt(int index) =>
        new(NameOf(index), LoadAt(index), PointAt(index)) { LimitStates = LimitStateText.In(_names[index]) };

    /// <summary>Name of a case: its own, with the file and line.</summary>
    public string NameOf(int index) => $"{(_names[index].Length > 0 ? _names[index] + ", " : "")}{Name} line {_lines[index]}";

    /// <summary>Largest tension before prying and shear of every bolt over the whole file.</summary>
    public BoltExtremes[] Envelope(BoltPattern pattern)
    {
        if (_envelope is { } made && made.Pattern.SharesAs(pattern)) return made.Extremes;
        var extremes = LoadEnvelope.Of(pattern, _atOrigin);
        _envelope = new(pattern, extremes);
        return extremes;
    }

    // More bolt loads than these keep a person waiting.
    private const int MostJudged = 2_000_000;

    /// <summary>True where every case can be judged while somebody waits; of a larger file the rows are chosen by tension and shear
    /// alone.</summary>
    public bool CanJudge(Joint joint) => (long)Count * joint.Bolts.Count <= MostJudged;

    /// <summary>Every case judged by every check of a joint's basis: once for each document of the joint.</summary>
    /// <param name="joint">The joint.</param>
    /// <param name="of">Its document: with these cases it is all that the outcome is made of.</param>
    /// <param name="told">Told how far it is, 0 to 1.</param>
    /// <param name="stop">Stops it.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public CaseSweep Judged(Joint joint, string of, Action<double>? told = null, CancellationToken stop = default)
    {
        if (_swept is { } made && made.Of == of) return made.Sweep;
        var sweep = CaseSweep.Of(joint, [.. Enumerable.Range(0, Count).Select(CaseAt)], told, stop);
        _swept = new(of, sweep);
        return sweep;
    }

    /// <summary>
    /// The cases that can govern a joint, from 0: of each limit state those that no other surpasses in tension and shear, and, where a
    /// check asks for more than the two, those that are tightest for some check or on some bolt of the joint as it stands. Every row that
    /// alternates is among them: swings add up.
    /// </summary>
    public int[] Governing(Joint joint, string of, CancellationToken stop)
    {
        var pattern = joint.Pattern!;
        IEnumerable<int> front = Enumerable.Range(0, Count).GroupBy(i => LimitStateText.In(_names[i])) is var states && states.Count() == 1
            ? LoadEnvelope.Governing(pattern, _atOrigin, stop)
            : states.SelectMany(g => g.ToArray() is var rows
                ? LoadEnvelope.Governing(pattern, rows.Select(r => _atOrigin[r]).ToArray(), stop)
                .Select(i => rows[i]) : []);
        if (!joint.Judging.Basis.MayLeaveOut && CanJudge(joint)) front = front.Concat(Judged(joint, of, stop: stop).Governing);
        int[] swinging = [.. _swings.Values.SelectMany(s => s.With < 0 ? [s.Row] : new[] { s.Row, s.With }).Distinct()];
        return [.. swinging.Concat(front.Except(swinging).Order().Take(Math.Max(0, LoadEnvelope.MostGoverning - swinging.Length))).Order()];
    }

    /// <summary>A document with these cases in the place of those of an earlier choice; other cases stay.</summary>
    /// <param name="draft">The document.</param>
    /// <param name="governing">Their indices (<see cref="Governing"/>).</param>
    public Draft Put(Draft draft, IEnumerable<int> governing)
    {
        draft = TakenOut(draft);
        return draft.With(Fields.Loads, draft[Fields.Loads].AddRange(governing.Select(RowOf)));
    }

    /// <summary>True where a document holds cases of an imported file.</summary>
    public static bool IsIn(Draft draft) => draft[Fields.Loads].Any(IsOfFile);

    /// <summary>A document without the cases of an imported file.</summary>
    public static Draft TakenOut(Draft draft) => draft.With(Fields.Loads, draft[Fields.Loads].RemoveAll(IsOfFile));

    private static bool IsOfFile(Row load) => load.Has(Fields.CaseRow);

    private Row RowOf(int index)
    {
        var (load, at) = (LoadAt(index), PointAt(index));
        List<(Field, Raw)> stated = [(Fields.CaseName, NameOf(index)), (Fields.CaseRow, _lines[index])];
        if (LimitStateText.In(_names[index]) is var state and not LimitStates.NotStated)
            stated.Add((Fields.CaseLimitState, Names.LimitStates[state]));
        if (_swings.TryGetValue(index, out var swing))
        {
            stated.Add((Fields.CaseAlternates, swing.With < 0 ? JointRules.Unloaded : NameOf(swing.With)));
            if (swing.Cycles is { } cycles) stated.Add((Fields.CaseCycles, cycles));
        }

        (Field Field, double Value, string Unit)[] figures =
        [
            (Fields.CaseFx, load.Force.X, "N"), (Fields.CaseFy, load.Force.Y, "N"), (Fields.CaseFz, load.Force.Z, "N"),
            (Fields.CaseMx, load.Moment.X, "N·mm"), (Fields.CaseMy, load.Moment.Y, "N·mm"), (Fields.CaseMz, load.Moment.Z, "N·mm"),
            (Fields.CaseAtX, at.X, "mm"), (Fields.CaseAtY, at.Y, "mm"), (Fields.CaseAtZ, at.Z, "mm"),
        ];
        // A case of nothing at all still is one.
        stated.AddRange(figures.Where(f => f.Value != 0 || f.Field == Fields.CaseFz || f.Field == Fields.CaseAtX)
            .Select(f => (f.Field, (Raw)(f.Value.ToString("R", CultureInfo.InvariantCulture) + " " + f.Unit))));
        return Row.Of(RowId.OfLine(_lines[index]), stated);
    }

    private Resultant LoadAt(int i)
    {
        var f = _figures.AsSpan(9 * i, 6);
        return new(new(f[0], f[1], f[2]), new(f[3], f[4], f[5]));
    }

    private Components PointAt(int i) => new(_figures[(9 * i) + 6], _figures[(9 * i) + 7], _figures[(9 * i) + 8]);
}

/// <summary>Load cases as they are kept: what can be read in a document, the figures beside it.</summary>
/// <param name="Name">The file's name.</param>
/// <param name="Count">How many cases.</param>
/// <param name="Names">Names of the cases, one a line; a nameless case has an empty line.</param>
/// <param name="Lines">Lines of the file that the cases came from, as 32-bit numbers, little end first.</param>
/// <param name="Refused">Refused lines, one a line: number, tab, reason.</param>
/// <param name="Figures">Nine numbers a case, N, N·mm, mm: Fx Fy Fz Mx My Mz x y z; as IEEE doubles, little end first.</param>
public sealed record LoadSetRecord(string Name, int Count, string Names, byte[] Lines, string Refused, byte[] Figures)
{
    /// <summary>Rows that alternate.</summary>
    public IReadOnlyList<LoadSwing> Swings { get; init; } = [];

    /// <summary>The cases of a file that was read.</summary>
    internal static LoadSetRecord Of(string file, IReadOnlyList<LoadLine> rows, int[] lines, IEnumerable<RefusedLine> refused,
        IReadOnlyList<LoadSwing> swings)
    {
        double[] figures =
        [
            .. rows.SelectMany(r => new[] { r.Load.Force.X, r.Load.Force.Y, r.Load.Force.Z, r.Load.Moment.X, r.Load.Moment.Y,
                r.Load.Moment.Z, r.At.X, r.At.Y, r.At.Z }),
        ];
        return new(
            file, rows.Count, string.Join('\n', rows.Select(r => r.Name)), MemoryMarshal.AsBytes<int>(lines).ToArray(),
            string.Join('\n', refused.Select(r => $"{r.Number}\t{r.Reason.Replace('\n', ' ').Replace('\t', ' ')}")),
            MemoryMarshal.AsBytes<double>(figures).ToArray()) { Swings = swings };
    }

    /// <summary>The document.</summary>
    public string Document => new JsonObject
    {
        ["name"] = Name, ["count"] = Count, ["names"] = Names, ["lines"] = Convert.ToHexString(Lines), ["refused"] = Refused,
        ["swings"] = JsonSerializer.SerializeToNode(Swings),
    }.ToJsonString();

    /// <summary>As it was kept.</summary>
    internal static LoadSetRecord Of(JsonObject document, byte[] figures) => new(
        (string)document["name"]!, (int)document["count"]!, (string)document["names"]!, Convert.FromHexString((string)document["lines"]!),
        (string)document["refused"]!, figures) { Swings = document["swings"]?.Deserialize<LoadSwing[]>() ?? [] };
}

/// <summary>Imported load cases by joint; the last few stay in memory.</summary>
public sealed class LoadSets(JointStore store)
{
    private const int Kept = 4;
    private readonly ConcurrentDictionary<int, LoadSet> _byJoint = new();

    /// <summary>Those of a joint; null where none were imported.</summary>
    public async Task<LoadSet?> Load(int jointId)
    {
        if (await store.Latest(RecordKind.LoadSets.Id, jointId) is not { } id) return null;
        if (_byJoint.TryGetValue(jointId, out var known) && known.Id == id) return known;
        if (await store.Record(RecordKind.LoadSets.Id, id) is not { } kept
            || await store.Payload(id, kept.Revision) is not { } figures) return null;
        foreach (var old in _byJoint.Keys.Where(k => k != jointId).Take(_byJoint.Count - Kept + 1)) _byJoint.TryRemove(old, out _);
        return _byJoint[jointId] = new LoadSet(id, LoadSetRecord.Of((JsonObject)JsonNode.Parse(kept.Document)!, figures));
    }

    /// <summary>Keeps cases for a joint; those imported before stay in the file, out of use.</summary>
    public async Task Keep(int jointId, LoadSet cases)
    {
        var kept = cases.Record;
        _byJoint[jointId] = cases.As(await store.Replace(RecordKind.LoadSets.Id, jointId, kept.Name, kept.Document, kept.Figures,
            only: true));
    }

    /// <summary>The cases of a joint for a copy of it as well, so that the copy can choose among all of them.</summary>
    public async Task Copy(int from, int to)
    {
        if (await store.Latest(RecordKind.LoadSets.Id, from) is not { } id
            || await store.Record(RecordKind.LoadSets.Id, id) is not { } kept) return;
        await store.Create(kept.Kind, to, kept.Name, kept.Document, "copied", await store.Payload(id, kept.Revision));
    }
}
