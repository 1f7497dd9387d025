using System.IO.Compression;
using System.Text;
using System.Text.Json;
using Hasp.Cli;
using Hasp.Store;
using Hasp.Web.Report;
using Hasp.Web.Services;
using Hasp.Web.Services.Shop;
using Microsoft.EntityFrameworkCore;

namespace Hasp.Tests.Storing;

/// <summary>A project as one file: whole elsewhere, and refused by name wherever anything in it is otherwise than it was made.</summary>
public sealed class PackTests : IAsyncLifetime
{
    private readonly string _folder = Directory.CreateTempSubdirectory("hasp-pack-").FullName;
    private readonly string _data = Directory.CreateTempSubdirectory("hasp-packed-").FullName;
    private static readonly JsonSerializerOptions Web = new(JsonSerializerDefaults.Web);
    private static readonly byte[] Figures = [1, 2, 3];
    private SigningKey _key = null!;
    private byte[] _whole = [];
    private string _document = "";

    private string KeyFile => Path.Combine(_folder, "key.pem");

    public async ValueTask InitializeAsync()
    {
        _key = SigningKey.Open(KeyFile, _data);
        _document = await File.ReadAllTextAsync(Directory.GetFiles(Path.Combine(Samples.Root, "src", "Hasp.Web", "Demo"), "*.joint.json").Order().First());
        await using var house = await House.Of(_data, _key);
        var project = await house.Store.CreateProject("Lock", "refurbished");
        var joint = await house.Store.Create(project, _document, "first");
        await house.Store.Save(joint, 1, _document.Replace("\"version\": 1", "\"version\":  1", StringComparison.Ordinal), "again", "me");
        await house.Store.Create("grades", 0, "Own 9", """{ "name": "Own 9", "yield": "700 MPa", "tensile": "850 MPa", "source": "certificate" }""", "kept");
        await house.Store.Create("loads", joint, "cases.csv", """{ "name": "cases.csv", "count": 1 }""", "imported", Figures);
        await house.Store.Create("projectBasis", project, "basis", """{ "judging.basis": "eurocode" }""", "kept");
        await house.Log.Append([new NewEntry("k1", "signature", project, joint, 0, 0, $$"""{ "joint": {{joint}}, "act": "checked", "revision": 2, "note": "" }""",
            new DateTime(2026, 12, 1, 8, 0, 0, DateTimeKind.Utc), On: [joint])]);
        _whole = house.Packs.Make((await house.Packs.Read(project, "Engineer"))!, _ => { }, default).Bytes;
    }

    public ValueTask DisposeAsync()
    {
        _key.Dispose();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        foreach (var folder in new[] { _folder, _data }) Directory.Delete(folder, true);
        return ValueTask.CompletedTask;
    }

    [Fact]
    public async Task What_was_packed_is_taken_in_elsewhere_whole()
    {
        Assert.Empty(Packs.Look(Opened(_whole)).Faults);
        Assert.Equal(_key.Fingerprint, Opened(_whole).Signer);
        var names = Opened(_whole).Files.Keys.Select(Path.GetFileName).ToHashSet();
        string[] handed = ["project.json", "log.json", "joint.json", "revisions.json", "calculation.html", "calculation.xlsx", "result.json", "buying list.csv",
            "call-outs.xlsx", "record.csv"];
        Assert.All(handed, h => Assert.Contains(h, names));
        var there = Directory.CreateTempSubdirectory("hasp-there-").FullName;
        await using (var house = await House.Of(there, null))
        {
            await house.Store.CreateProject("lock", "");
            var taken = await house.Packs.TakeIn(_whole);
            Assert.Empty(taken.Faults);
            var project = (await house.Store.Projects()).Single(p => p.Id == taken.Project);
            Assert.Equal("Lock (2)", project.Name);
            Assert.Equal(_document.Replace("\"version\": 1", "\"version\":  1", StringComparison.Ordinal), Assert.Single(await house.Store.Joints(project.Id)).Document);
            var joint = Assert.Single(await house.Store.Joints(project.Id)).Id;
            var loads = Assert.Single(await house.Store.Records("loads", joint));
            Assert.Equal(Figures, await house.Store.Payload(loads.Id, loads.Revision));
            Assert.Single(await house.Store.Records("projectBasis", project.Id));
            Assert.Equal("Own 9", Assert.Single(await house.Store.Records("grades")).Name);
            var kept = Assert.Single(await house.Store.Records("packs", project.Id));
            Assert.Equal(_whole, await house.Store.Payload(kept.Id, kept.Revision));
            // Another's entries are no entries of this house.
            Assert.Empty(await house.Log.OfProject(project.Id));
            Assert.Contains(taken.Said, s => s.Contains("1 signature, all of them hold", StringComparison.Ordinal));
        }
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(there, true);
    }

    /// <summary>Ways in which a pack may be spoiled, and what is said of each.</summary>
    public static TheoryData<string, string> Spoiled => new()
    {
        { "a file altered", "joint.json was altered" },
        { "a file taken out", "joint.json is missing" },
        { "a file put in", "more.txt is not in the manifest" },
        { "the manifest altered", "its manifest is not as it was signed" },
        { "the signature taken out", "its signature is missing" },
        { "the signature of another", "its manifest is not as it was signed" },
        { "a name that leaves the folder", "leaves the folder" },
        { "a name from the root", "leaves the folder" },
        { "a name of another system", "no file of a pack has such a name" },
        { "a bomb", "is too large" },
        { "cut off", "it is no ZIP file, or was cut off" },
        { "nothing", "it is no ZIP file, or was cut off" },
        { "no manifest", "it is no pack of a project" },
        { "a file twice", "is in it twice" },
        { "an entry altered and signed anew", "entry 2 is not as it was written" },
        { "an entry hashed anew and signed anew", "the signature of entry 2 is not of the key that it names" },
        { "a revision altered and signed anew", "which is not as it was" },
        { "the joint altered and signed anew", "is not the revision that stands" },
    };

    [Theory]
    [MemberData(nameof(Spoiled))]
    public async Task A_pack_that_was_altered_is_refused_by_what_was(string how, string said)
    {
        var spoiled = Spoil(how);
        var faults = Packs.Look(Opened(spoiled)).Faults;
        Assert.Contains(faults, f => f.Contains(said, StringComparison.Ordinal));
        var there = Directory.CreateTempSubdirectory("hasp-there-").FullName;
        await using (var house = await House.Of(there, null))
        {
            Assert.Null((await house.Packs.TakeIn(spoiled)).Project);
            Assert.Empty(await house.Store.Projects());
        }
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(there, true);
        var (file, to, error) = (new FileInfo(Path.Combine(_folder, "spoiled.zip")), new DirectoryInfo(Path.Combine(_folder, "out")), new StringWriter());
        await File.WriteAllBytesAsync(file.FullName, spoiled);
        Assert.Equal(Commands.FallsShort, Commands.Unpack(file, to, TextWriter.Null, error));
        Assert.Contains(said, error.ToString(), StringComparison.Ordinal);
        Assert.False(to.Exists);
    }

    [Fact]
    public void The_terminal_packs_what_the_server_keeps_and_unpacks_it()
    {
        var (to, output, error) = (new FileInfo(Path.Combine(_folder, "lock.zip")), new StringWriter(), new StringWriter());
        Assert.Equal(Commands.Holds, Commands.Pack(_data, "lock", to, KeyFile, output, error));
        Assert.Equal("", error.ToString());
        var folder = new DirectoryInfo(Path.Combine(_folder, "unpacked"));
        Assert.Equal(Commands.Holds, Commands.Unpack(to, folder, output, error));
        Assert.Contains("signed by the key " + _key.Fingerprint, output.ToString(), StringComparison.Ordinal);
        Assert.Single(folder.GetFiles("joint.json", SearchOption.AllDirectories));
        Assert.Equal(Commands.BadInput, Commands.Pack(_data, "another", to, KeyFile, output, error));
        Assert.Contains("There are: Lock", error.ToString(), StringComparison.Ordinal);
        Assert.Equal(Commands.BadInput, Commands.Unpack(new FileInfo(Path.Combine(_folder, "none.zip")), null, output, error));
    }

    [Fact]
    public void The_terminal_writes_the_calculation_that_the_page_prints()
    {
        var (from, to, error) = (new FileInfo(Path.Combine(_folder, "a.joint.json")), new FileInfo(Path.Combine(_folder, "a.html")), new StringWriter());
        File.WriteAllText(from.FullName, _document);
        Assert.Equal(Commands.Holds, Commands.Report(from, to, "full", "letter", true, TextReader.Null, TextWriter.Null, error));
        var html = File.ReadAllText(to.FullName);
        Assert.StartsWith("<!DOCTYPE html>", html.TrimStart('\uFEFF'), StringComparison.Ordinal);
        Assert.Contains("End of the calculation", html, StringComparison.Ordinal);
        Assert.Contains("lbf", html, StringComparison.Ordinal);
        Assert.DoesNotContain("<link", html, StringComparison.Ordinal);
        Assert.DoesNotContain("<script", html, StringComparison.Ordinal);
        Assert.Equal(Commands.BadInput, Commands.Report(from, to, "long", null, false, TextReader.Null, TextWriter.Null, error));
        Assert.Contains("must be one of usual, summary, full", error.ToString(), StringComparison.Ordinal);
    }

    private static OpenedPack Opened(byte[] bytes)
    {
        using var from = new MemoryStream(bytes);
        return Pack.Open(from);
    }

    private byte[] Spoil(string how)
    {
        var files = Files(_whole);
        var joint = files.Keys.First(f => f.EndsWith("/joint.json", StringComparison.Ordinal));
        var revisions = joint.Replace("joint.json", "revisions.json", StringComparison.Ordinal);
        string Log() => Encoding.UTF8.GetString(files["log.json"]);
        switch (how)
        {
            case "a file altered": files[joint][10] ^= 1; break;
            case "a file taken out": files.Remove(joint); break;
            case "a file put in": files["more.txt"] = [1]; break;
            case "the manifest altered": files["manifest.json"] = Replaced(files["manifest.json"], "\"Lock\"", "\"Luck\""); break;
            case "the signature taken out": files.Remove("manifest.sig"); break;
            case "the signature of another": files["manifest.sig"] = Encoding.UTF8.GetBytes(_key.Sign("another")); break;
            case "a name that leaves the folder": files["joints/../../x"] = [1]; break;
            case "a name from the root": files["/etc/x"] = [1]; break;
            case "a name of another system": files["C:\\x"] = [1]; break;
            case "a bomb": files["zeros"] = new byte[64 * 1024 * 1024]; break;
            case "cut off": return _whole[..(_whole.Length / 2)];
            case "nothing": return [];
            case "no manifest": files.Remove("manifest.json"); break;
            case "a file twice": return Zipped([.. files, files.First()]);
            case "an entry altered and signed anew": return Anew(files, "log.json", Replaced(files["log.json"], "checked", "blessed"));
            case "an entry hashed anew and signed anew":
                var entries = JsonSerializer.Deserialize<EntryRow[]>(Log(), Web)!;
                entries[0].Document = entries[0].Document.Replace("checked", "blessed", StringComparison.Ordinal);
                entries[0].Hash = entries[0].Reckoned();
                return Anew(files, "log.json", JsonSerializer.SerializeToUtf8Bytes(entries, Web));
            case "a revision altered and signed anew":
                files[joint] = Replaced(files[joint], "Collar", "Kollar");
                return Anew(files, revisions, Replaced(files[revisions], "Collar", "Kollar"));
            case "the joint altered and signed anew": return Anew(files, joint, [.. files[joint], (byte)' ']);
            default: throw new ArgumentOutOfRangeException(nameof(how), how, null);
        }
        return Zipped(files);
    }

    /// <summary>As somebody would who has a key of his own: manifest and signature made anew over what was altered.</summary>
    private byte[] Anew(Dictionary<string, byte[]> files, string path, byte[] bytes)
    {
        files[path] = bytes;
        using var other = SigningKey.Open(Path.Combine(_folder, "other.pem"), _data);
        using var to = new MemoryStream();
        Pack.Write(to, "Lock", DateTime.UtcNow, "", files.Where(f => !f.Key.StartsWith("manifest.", StringComparison.Ordinal)).Select(f => (f.Key, f.Value)), other);
        return to.ToArray();
    }

    private static byte[] Replaced(byte[] bytes, string what, string by)
    {
        var text = Encoding.UTF8.GetString(bytes);
        Assert.Contains(what, text, StringComparison.Ordinal);
        return Encoding.UTF8.GetBytes(text.Replace(what, by, StringComparison.Ordinal));
    }

    private static Dictionary<string, byte[]> Files(byte[] pack)
    {
        using var zip = new ZipArchive(new MemoryStream(pack));
        return zip.Entries.ToDictionary(e => e.FullName, e =>
        {
            using var stream = e.Open();
            using var bytes = new MemoryStream();
            stream.CopyTo(bytes);
            return bytes.ToArray();
        });
    }

    private static byte[] Zipped(IEnumerable<KeyValuePair<string, byte[]>> files)
    {
        using var to = new MemoryStream();
        using (var zip = new ZipArchive(to, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach (var (path, bytes) in files)
            {
                using var stream = zip.CreateEntry(path).Open();
                stream.Write(bytes);
            }
        }
        return to.ToArray();
    }

    /// <summary>A house with its stores, in a folder.</summary>
    private sealed class House : IAsyncDisposable
    {
        private readonly KeptResults _results = new();

        private House(Databases databases, Signing? signing)
        {
            Store = new JointStore(databases, TimeProvider.System);
            Log = new ShopLog(databases, TimeProvider.System, null, signing);
            Packs = new Packs(Store, Log, new ProjectShop(Store, _results, new ShopFloor(Store, Log, TimeProvider.System), Log), ReportFile.ByItself(),
                TimeProvider.System, signing);
        }

        internal JointStore Store { get; }

        internal ShopLog Log { get; }

        internal Packs Packs { get; }

        internal static async Task<House> Of(string folder, SigningKey? key)
        {
            var databases = new Databases(Path.Combine(folder, "hasp.db"));
            await using (var db = databases.CreateDbContext()) await db.Database.MigrateAsync();
            return new(databases, key is null ? null : new Signing(key, new(key, folder)));
        }

        public ValueTask DisposeAsync()
        {
            Store.Dispose();
            Log.Dispose();
            _results.Dispose();
            return ValueTask.CompletedTask;
        }
    }
}
