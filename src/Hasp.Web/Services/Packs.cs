using System.Globalization;
using System.Text;
using System.Text.Json;
using Hasp.Core;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;
using Hasp.Files;
using Hasp.Files.Live;
using Hasp.Files.Shop;
using Hasp.Store;
using Hasp.Web.Pages.Shop;
using Hasp.Web.Report;
using Hasp.Web.Services.Shop;

namespace Hasp.Web.Services;

/// <summary>A revision, as a pack has it.</summary>
/// <param name="Number">Its number.</param>
/// <param name="Parent">What it was made from.</param>
/// <param name="Summary">What was changed.</param>
/// <param name="At">When, UTC.</param>
/// <param name="Account">Who made it.</param>
/// <param name="Document">Its document, to the letter: entries are bound to its hash.</param>
public sealed record PackedRevision(int Number, int? Parent, string Summary, DateTime At, string Account, string Document);

/// <summary>A joint, as a pack lists it.</summary>
/// <param name="Record">Its number in the house that made the pack: entries name it.</param>
/// <param name="Folder">Where its files are.</param>
/// <param name="Named">Number and name.</param>
/// <param name="Revision">The revision that stands.</param>
public sealed record PackedJoint(int Record, string Folder, string Named, int Revision);

/// <summary>What lies on the shelves of the house that made the pack.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Name">Its name.</param>
/// <param name="Document">Its document.</param>
public sealed record PackedRecord(string Kind, string Name, string Document);

/// <summary>What belongs to the project or one of its joints: imported load cases, the project's basis, how its calculations are
/// set.</summary>
/// <param name="Joint">Number of the joint in the house that made the pack; 0 for the project's own.</param>
/// <param name="Kind">The kind.</param>
/// <param name="Name">Its name.</param>
/// <param name="Document">Its document.</param>
/// <param name="Figures">Figures too many for a document; null for most.</param>
public sealed record PackedBeside(int Joint, string Kind, string Name, string Document, byte[]? Figures);

/// <summary>The project of a pack.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Note">What is said of it.</param>
/// <param name="Joints">Its joints.</param>
/// <param name="Shelf">Grades, materials, lots, wrenches and whatever else of the Stores it may rest on.</param>
/// <param name="Keys">Public keys that its entries were signed by.</param>
public sealed record PackedProject(string Name, string Note, IReadOnlyList<PackedJoint> Joints, IReadOnlyList<PackedRecord> Shelf,
    IReadOnlyList<string> Keys);

/// <summary>A project that is to be packed, read at one moment.</summary>
/// <param name="Project">With its joints and entries.</param>
/// <param name="Revisions">Of each joint.</param>
/// <param name="Beside">What belongs to it and to them.</param>
/// <param name="Listed">As the pack lists it.</param>
/// <param name="Now">When, UTC.</param>
/// <param name="By">Who asks.</param>
public sealed record Packing(ProjectInShop Project, IReadOnlyDictionary<int, IReadOnlyList<PackedRevision>> Revisions,
    IReadOnlyList<PackedBeside> Beside, PackedProject Listed, DateTime Now, string By);

/// <summary>A pack that was made.</summary>
/// <param name="Bytes">The file.</param>
/// <param name="Named">What it is called.</param>
public sealed record PackMade(byte[] Bytes, string Named);

/// <summary>What became of a pack that was taken in.</summary>
/// <param name="Project">The project that it became; null where it was refused.</param>
/// <param name="Faults">Why it was refused.</param>
/// <param name="Said">What there is to know.</param>
public sealed record PackTaken(int? Project, IReadOnlyList<string> Faults, IReadOnlyList<string> Said);

/// <summary>
/// A project as one file: its joints with all their revisions, what they came to, its record with the signatures, and what is handed to
/// others.
/// Elsewhere it is taken in whole, after every hash and signature was looked at with the public key alone.
/// </summary>
public sealed class Packs(JointStore store, ShopLog log, ProjectShop projects, ReportFile reports, TimeProvider clock,
    Signing? signing = null)
{
    /// <summary>The files that a pack is taken in from.</summary>
    public const string ProjectFile = "project.json", LogFile = "log.json", BesideFile = "beside.json", JointFile = "joint.json",
        RevisionsFile = "revisions.json";

    private static readonly JsonSerializerOptions Written = new(JsonSerializerDefaults.Web) { WriteIndented = true };

    /// <summary>Reads a project; null where there is none of that number.</summary>
    /// <param name="project">Its number.</param>
    /// <param name="by">Who asks; empty where nobody signs in.</param>
    public async Task<Packing?> Read(int project, string by)
    {
        if (await projects.Of(project) is not { } found) return null;
        var revisions = new Dictionary<int, IReadOnlyList<PackedRevision>>();
        foreach (var joint in found.Joints) revisions[joint.Stored.Id] = await RevisionsOf(joint.Stored.Id);
        var shelf = new List<PackedRecord>();
        foreach (var kind in RecordKind.Shelved)
            shelf.AddRange((await store.Records(kind.Id)).Select(r => new PackedRecord(kind.Id, r.Name, r.Document)));
        var keys = (await log.OfKind(KeyEntry.Kind)).Select(KeyEntry.Of).OfType<KeyEntry>().Select(k => k.PublicKey);
        var joints = found.Joints.Select((j, i) => new PackedJoint(j.Stored.Id,
            string.Create(CultureInfo.InvariantCulture, $"joints/{i + 1:000} {FileNames.Clean(j.Named)}"), j.Named, j.Stored.Revision));
        var beside = new List<PackedBeside>();
        foreach (var (kind, joint, owner) in found.Joints.Select(j => (RecordKind.LoadSets, j.Stored.Id, j.Stored.Id))
            .Append((RecordKind.ProjectBases, 0, project)).Append((RecordKind.Reports, 0, project)))
        {
            foreach (var r in await store.Records(kind.Id, owner))
                beside.Add(new(joint, kind.Id, r.Name, r.Document, await store.Payload(r.Id, r.Revision)));
        }
        return new(found, revisions, beside, new(found.Project.Name, found.Project.Note, [.. joints], shelf,
            [.. keys.Append(signing?.Key.PublicKey ?? "").Where(k => k.Length > 0).Distinct()]), clock.GetUtcNow().UtcDateTime, by);
    }

    private async Task<IReadOnlyList<PackedRevision>> RevisionsOf(int joint) =>
        [.. (await store.WholeRevisions(joint)).Select(r => new PackedRevision(r.Line.Number, r.Line.Parent, r.Line.Summary, r.Line.At,
            r.Line.Account, r.Document))];

    /// <summary>Makes the pack of a project that was read.</summary>
    /// <param name="packing">The project.</param>
    /// <param name="tell">How far it is.</param>
    /// <param name="stop">Ends it.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public PackMade Make(Packing packing, Action<double> tell, CancellationToken stop)
    {
        using var to = new MemoryStream();
        Pack.Write(to, packing.Listed.Name, packing.Now, packing.By, FilesOf(packing, tell, stop), signing?.Key);
        return new(to.ToArray(), FileNames.Clean($"{packing.Listed.Name} {packing.Now:yyyy-MM-dd}") + ".zip");
    }

    private IEnumerable<(string Path, byte[] Bytes)> FilesOf(Packing packing, Action<double> tell, CancellationToken stop)
    {
        var (project, listed) = (packing.Project, packing.Listed);
        yield return (ProjectFile, Json(listed));
        yield return (LogFile, Json(project.Entries));
        yield return (BesideFile, Json(packing.Beside));
        for (var i = 0; i < project.Joints.Count; i++)
        {
            stop.ThrowIfCancellationRequested();
            var (joint, folder) = (project.Joints[i], listed.Joints[i].Folder);
            yield return ($"{folder}/{JointFile}", Encoding.UTF8.GetBytes(joint.Stored.Document));
            yield return ($"{folder}/{RevisionsFile}", Json(packing.Revisions[joint.Stored.Id]));
            foreach (var (name, bytes) in joint.Result is { } result ? HandedOver(packing, joint, result, stop) : [])
                yield return ($"{folder}/{name}", bytes);
            tell((i + 1.0) / project.Joints.Count);
        }
        var results = project.Joints.Select(j => j.Result).OfType<Result>().ToList();
        foreach (var file in Tables("buying list", BuyingTable.Of(BuyingList.Of([.. results.Select(r => r.Joint)], SpareRule.Usual))))
            yield return file;
        foreach (var file in Tables("call-outs", CallOuts(project))) yield return file;
        foreach (var file in Tables("record", RecordTable.Of(project.Joints.Where(j => j.Shop is not null)
            .SelectMany(j => j.Shop!.Record.All.Select(r => RecordModel.LineOf(j.Shop.Record, r, j.Named))).OrderBy(l => l.Number))))
            yield return file;
    }

    /// <summary>What is handed to others of a joint: calculation, spreadsheet, result, drawing.</summary>
    private IEnumerable<(string Name, byte[] Bytes)> HandedOver(Packing packing, JointInProject joint, Result result,
        CancellationToken stop)
    {
        var draft = JointDocument.Stored(joint.Stored.Document);
        var made = packing.Revisions[joint.Stored.Id].First(r => r.Number == joint.Stored.Revision);
        var state = new BenchState { Stored = joint.Stored, Draft = draft, Result = result };
        var view = new ReportView(state, ReportLength.Usual, packing.Listed.Name, made.Account, made.At, packing.Now, packing.By.Length > 0)
        {
            Signed = Signatures.Standing(joint.Stored.Revision, Signatures.In(packing.Project.Entries)[joint.Stored.Id]),
            Points = [.. Points.In(packing.Project.Entries)[joint.Stored.Id]],
        };
        var html = reports.Html(new(view, ReportPart.Of(state, view.Length, [])), letter: false, UnitSystem.Si).GetAwaiter().GetResult();
        yield return ("calculation.html", Encoding.UTF8.GetBytes(html));
        yield return ("calculation.xlsx", LiveBook.Of(draft, result.Joint, stop, joint.Named, packing.Listed.Name,
            $"revision {joint.Stored.Revision}").Xlsx());
        yield return ("result.json", Encoding.UTF8.GetBytes(ResultDocument.Of(result).ToJsonString(ResultDocument.Indented)));
        if (result.Joint.Pattern is { } pattern)
            yield return ("plan.dxf", Encoding.UTF8.GetBytes(DxfDrawing.Write(pattern, result.Joint.Hole)));
    }

    private static TableFile CallOuts(ProjectInShop project) => new("Call-outs", ["Joint", "Number", "Call-out"],
        [.. project.Joints.Where(j => j.Result is not null).Select(j => (IReadOnlyList<object?>)[j.Result!.Joint.Name,
            j.Result.Joint.Number,
            CallOut.Of(j.Result, UnitSystem.Si).Text])]);

    private static IEnumerable<(string, byte[])> Tables(string name, TableFile table) =>
        [($"{name}.csv", Encoding.UTF8.GetBytes(table.Csv())), ($"{name}.xlsx", table.Xlsx())];

    private static byte[] Json<T>(T value) => JsonSerializer.SerializeToUtf8Bytes(value, Written);

    // ---- taken in ---------------------------------------------------------------------------------------------------------------

    /// <summary>Everything that is wrong with a pack: files that were altered, entries that are not as they were signed, joints that
    /// cannot be
    /// read; empty where it may be taken in.</summary>
    /// <param name="pack">The pack.</param>
    public static (PackedProject? Project, IReadOnlyList<EntryRow> Entries, IReadOnlyList<string> Faults) Look(OpenedPack pack)
    {
        if (!pack.IsWhole) return (null, [], pack.Faults);
        var faults = new List<string>();
        if (In<PackedProject>(pack, ProjectFile) is not { Name: not null, Joints: not null, Shelf: not null, Keys: not null } project)
            return (null, [], [$"{ProjectFile} cannot be read"]);
        var entries = In<EntryRow[]>(pack, LogFile);
        if (entries is null) faults.Add($"{LogFile} cannot be read");
        if (In<PackedBeside[]>(pack, BesideFile) is null) faults.Add($"{BesideFile} cannot be read");
        faults.AddRange((entries ?? []).Select(e => Pack.WhyNotEntry(e, project.Keys)).Where(w => w.Length > 0));
        var revisions = new Dictionary<(int, int), string>();
        foreach (var joint in project.Joints)
        {
            if (!pack.Files.TryGetValue($"{joint.Folder}/{JointFile}",
                out var document)) faults.Add($"{joint.Folder}/{JointFile} is missing");
            if (In<PackedRevision[]>(pack, $"{joint.Folder}/{RevisionsFile}") is not { } all)
            {
                faults.Add($"{joint.Folder}/{RevisionsFile} cannot be read");
                continue;
            }
            foreach (var r in all) revisions[(joint.Record, r.Number)] = r.Document;
            if (document is not null && revisions.GetValueOrDefault((joint.Record, joint.Revision)) != Encoding.UTF8.GetString(document))
                faults.Add($"{joint.Folder}/{JointFile} is not the revision that stands");
        }
        faults.AddRange(from entry in entries ?? []
                        from rests in Rests.Read(entry.Bound)
                        where revisions.TryGetValue((rests.Record, rests.Revision), out var text) && Rests.HashOf(text) != rests.Hash
                        select $"entry {entry.Number} rests on revision {rests.Revision} of {project.Joints.First(j => j.Record == rests.Record).Named}, "
                            + "which is not as it was");
        return (project, entries ?? [], faults);
    }

    /// <summary>Takes a pack in as a project of its own. Of the Stores what is not there by that name is put on the shelf; what is stays
    /// as it
    /// is. The entries stay in the pack, which is kept whole: the log of this house is its own.</summary>
    /// <param name="bytes">The file.</param>
    public async Task<PackTaken> TakeIn(byte[] bytes)
    {
        OpenedPack pack;
        using (var from = new MemoryStream(bytes)) pack = Pack.Open(from);
        var (project, entries, faults) = Look(pack);
        if (project is null || faults.Count > 0) return new(null, faults, []);
        var names = (await store.Projects()).Select(p => p.Name).ToHashSet(StringComparer.OrdinalIgnoreCase);
        var name = Enumerable.Range(1, int.MaxValue).Select(n => n == 1 ? project.Name : $"{project.Name} ({n})").First(n =>
            !names.Contains(n));
        var id = await store.CreateProject(name, project.Note, project.Joints.Select(j => Encoding.UTF8.GetString(
            pack.Files[$"{j.Folder}/{JointFile}"])), $"taken in from a pack of {pack.Manifest!.Made:yyyy-MM-dd}");
        var said = new List<string>
        {
            $"{Count(project.Joints.Count, "joint")}, {Count(entries.Count, "entry", "entries")} of the shop's log looked through: "
                + $"{Count(entries.Count(e => e.Signer.Length > 0), "signature")}, all of them hold.",
            pack.Signer.Length == 0 ? "The pack is not signed: whose it is, nothing in it says."
                : $"The pack is signed by the key {pack.Signer[..16]}…: whose that is, ask whoever sent it.",
        };
        await PutBeside(id, project, In<PackedBeside[]>(pack, BesideFile)!);
        said.AddRange(await PutOnShelf(project.Shelf));
        await store.Create(RecordKind.Packs.Id, id, name, JsonSerializer.Serialize(new
        {
            made = pack.Manifest.Made, by = pack.Manifest.By, signer = pack.Signer, entries = entries.Count,
        }), "kept", bytes);
        return new(id, [], said);
    }

    /// <summary>Gives the joints that were made of a pack, in its order, what belonged to them there.</summary>
    private async Task PutBeside(int project, PackedProject packed, IReadOnlyList<PackedBeside> beside)
    {
        var made = (await store.Joints(project)).Select(j => j.Id).Order().ToList();
        var here = packed.Joints.Select((j, i) => (j.Record, Id: made[i])).ToDictionary(j => j.Record, j => j.Id);
        string[] kinds = [RecordKind.LoadSets.Id, RecordKind.ProjectBases.Id, RecordKind.Reports.Id];
        foreach (var one in beside.Where(b => kinds.Contains(b.Kind) && (b.Joint == 0 || here.ContainsKey(b.Joint))))
            await store.Create(one.Kind, one.Joint == 0 ? project : here[one.Joint], one.Name, one.Document, "taken in from a pack",
                one.Figures);
    }

    private async Task<IReadOnlyList<string>> PutOnShelf(IReadOnlyList<PackedRecord> records)
    {
        var (put, others) = (0, new List<string>());
        foreach (var record in records)
        {
            if (RecordKind.ById(record.Kind) is not { IsSingle: false } kind || RecordKind.Parsed(record.Document) is null) continue;
            var there = (await store.Records(kind.Id)).FirstOrDefault(r => r.Name == record.Name);
            if (there is null)
            {
                await store.Create(kind.Id, 0, record.Name, record.Document, "taken in from a pack");
                put++;
            }
            else if (there.Document != record.Document) others.Add($"{kind.One} {record.Name}");
        }
        return
        [
            .. put > 0 ? [$"{Count(put, "record")} put into the Stores."] : Array.Empty<string>(),
            .. others.Count > 0 ? [$"Otherwise here than in the pack, and left as here: {string.Join(", ", others)}."]
                : Array.Empty<string>(),
        ];
    }

    private static string Count(int n, string one, string? many = null) =>
        string.Create(CultureInfo.InvariantCulture, $"{n} {(n == 1 ? one : many ?? one + "s")}");

    private static T? In<T>(OpenedPack pack, string path)
        where T : class
    {
        try
        {
            return pack.Files.TryGetValue(path, out var bytes) ? JsonSerializer.Deserialize<T>(bytes, Written) : null;
        }
        catch (JsonException)
        {
            return null;
        }
    }
}
