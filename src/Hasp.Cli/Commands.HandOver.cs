using Hasp.Core.Quantities;
using Hasp.Files;
using Hasp.Store;
using Hasp.Web.Report;
using Hasp.Web.Services;
using Hasp.Web.Services.Shop;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;

namespace Hasp.Cli;

/// <content>What is handed over: a calculation, a project as one file. 0 done, 1 a pack that was altered, 2 it cannot be done.</content>
public static partial class Commands
{
    /// <summary>Writes a joint's calculation as one file, as the page of the server does.</summary>
    public static int Report(FileInfo file, FileInfo to, string? length, string? paper, bool us, TextReader input, TextWriter output,
        TextWriter error)
    {
        var asked = ReportRequest.Of(length, paper, us ? "us" : "si");
        Say(asked.Faults, error);
        if (asked.Faults.Count > 0 || Bytes(file, input, error) is not { } bytes) return BadInput;
        var (draft, joint, faults) = JointDocument.ReadBoth(bytes);
        Say(faults, error);
        if (joint is null) return BadInput;
        var sheet = ReportSheet.Of(draft!, joint, asked.Length, DateTime.UtcNow);
        var html = ReportFile.ByItself().Html(sheet, asked.IsLetter, asked.Units).GetAwaiter().GetResult();
        return Written(to, System.Text.Encoding.UTF8.GetBytes(html), output, error);
    }

    /// <summary>Packs a project of a data folder, also while the server runs.</summary>
    public static int Pack(string data, string project, FileInfo to, string key, TextWriter output, TextWriter error) => Usable(error, () =>
    {
        var path = Path.Combine(Path.GetFullPath(data), "hasp.db");
        if (!File.Exists(path)) throw new UnusableFolderException($"There is no database in {data}.");
        var options = new DbContextOptionsBuilder<HaspDb>();
        HaspDb.Configure(options, path);
        var databases = new PooledDbContextFactory<HaspDb>(options.Options);
        using (var db = databases.CreateDbContext())
        {
            if (db.Database.GetPendingMigrations().Any())
                throw new UnusableFolderException($"{data} is of an older version: start the server on it once, which brings it up.");
        }
        var signing = Signing.For(data, key);
        using var held = signing.Key;
        using var store = new JointStore(databases, TimeProvider.System);
        using var log = new ShopLog(databases, TimeProvider.System, null, signing);
        using var results = new KeptResults();
        var packs = new Packs(store, log, new ProjectShop(store, results, new ShopFloor(store, log, TimeProvider.System), log),
            ReportFile.ByItself(), TimeProvider.System, signing);
        var all = store.Projects().GetAwaiter().GetResult();
        var found = all.FirstOrDefault(p => p.Name.Equals(project, StringComparison.OrdinalIgnoreCase))
            ?? all.FirstOrDefault(p => int.TryParse(project, out var number) && p.Id == number)
            ?? throw new UnusableFolderException($"There is no project {project}. There are: "
                + string.Join(", ", all.Select(p => p.Name)) + ".");
        var packing = packs.Read(found.Id, "").GetAwaiter().GetResult()!;
        return Written(to, packs.Make(packing, _ => { }, default).Bytes, output, error);
    });

    /// <summary>Looks through a pack, and writes its files into a folder where one is named.</summary>
    public static int Unpack(FileInfo file, DirectoryInfo? folder, TextWriter output, TextWriter error)
    {
        OpenedPack pack;
        try
        {
            using var from = file.OpenRead();
            pack = Store.Pack.Open(from);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            error.WriteLine($"{file}: cannot be read ({e.Message})");
            return BadInput;
        }
        var (project, entries, faults) = Packs.Look(pack);
        if (project is null || faults.Count > 0)
        {
            foreach (var fault in faults) error.WriteLine($"{file}: {fault}");
            error.WriteLine("Nothing was unpacked.");
            return FallsShort;
        }
        output.WriteLine($"{project.Name}: {project.Joints.Count} joints, {entries.Count} entries, {pack.Files.Count} files, all as they were "
            + $"made on {pack.Manifest!.Made:yyyy-MM-dd HH:mm} UTC; {(pack.Signer.Length == 0 ? "not signed" : "signed by the key " + pack.Signer)}.");
        if (folder is null) return Holds;
        foreach (var (path, bytes) in pack.Files)
        {
            var to = Path.Combine(folder.FullName, path.Replace('/', Path.DirectorySeparatorChar));
            Directory.CreateDirectory(Path.GetDirectoryName(to)!);
            File.WriteAllBytes(to, bytes);
        }
        output.WriteLine(folder.FullName);
        return Holds;
    }

    /// <summary>A file that was made, or why it could not be written.</summary>
    private static int Written(FileInfo to, byte[] bytes, TextWriter output, TextWriter error)
    {
        try
        {
            File.WriteAllBytes(to.FullName, bytes);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            error.WriteLine($"{to}: cannot be written ({e.Message})");
            return BadInput;
        }
        output.WriteLine(to.FullName);
        return Holds;
    }
}
