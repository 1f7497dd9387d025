using Hasp.Store;

namespace Hasp.Cli;

/// <content>The data folder: backed up, restored, its log looked through. 0 done, 1 the log is broken, 2 it cannot be done.</content>
public static partial class Commands
{
    /// <summary>Keeps the database in one file.</summary>
    public static int Backup(string data, FileInfo file, TextWriter output, TextWriter error) =>
        Say(() => DataFolder.Backup(data, file.FullName), $"Kept in {file.FullName}", output, error);

    /// <summary>Puts a backup in the database's place.</summary>
    public static int Restore(string data, FileInfo file, bool anyway, TextWriter output, TextWriter error) => Usable(error, () =>
    {
        var (check, done, kept) = DataFolder.Restore(data, file.FullName, anyway);
        var code = Holds;
        if (check.Broken is not null)
        {
            error.WriteLine($"{file}: {check.Problem}");
            code = FallsShort;
        }
        if (!done) error.WriteLine("Nothing was changed. Restore an older backup, or add --anyway to take this one as it is.");
        else output.WriteLine($"Restored into {data}: {Whole(check)}. "
            + $"{(kept is null ? "Nothing stood there." : $"What stood there is kept as {kept}.")}");
        return code;
    });

    /// <summary>Looks through the shop's log, held against the head beside the signing key, the checkpoints and what a print
    /// says.</summary>
    public static int CheckLog(string data, string key, string checkpoints, IReadOnlyList<string> expect, TextWriter output,
        TextWriter error) =>
        Usable(error, () =>
        {
            if (expect.FirstOrDefault(e => Head.Parse(e) is null) is { } wrong)
                throw new UnusableFolderException($"--expect takes an entry as NUMBER:HASH, with 64 hexadecimal digits; {wrong} is none.");
            // A key is looked for and never made here: without one the log is held against itself alone.
            var there = File.Exists(key.Length > 0 ? key : SigningKey.Usual);
            if (key.Length > 0 && !there) throw new UnusableFolderException($"There is no signing key {key}.");
            var signing = there ? Signing.For(data, key, checkpoints) : null;
            using var held = signing?.Key;
            var against = ShopLog.Against(signing);
            return Say(() => DataFolder.CheckLog(data, against with { Heads = [.. against.Heads, .. expect.Select(e =>
                (Head.Parse(e)!, "--expect"))] }),
                "Looked through the log", output, error);
        });

    /// <summary>A link by which an account's password is chosen anew.</summary>
    public static int Reset(string data, string name, string key, TextWriter output, TextWriter error) => Usable(error, () =>
    {
        output.WriteLine(DataFolder.Reset(data, name, Signing.For(data, key)));
        output.WriteLine($"Open this at the server's address: {name} chooses a new password there. It holds for a day, and once; "
            + $"time code, short number and sessions go with the old password.");
        return Holds;
    });

    private static string Whole(LogCheck check) => $"{check.Count} entries "
        + $"whole{(check.Count > 0 ? $", the last with hash {check.Last}" : "")}";

    private static int Say(Func<LogCheck> work, string done, TextWriter output, TextWriter error) => Usable(error, () =>
    {
        var check = work();
        output.WriteLine($"{done}: {Whole(check)}.{(check.Notice.Length > 0 ? $" {check.Notice}." : "")}");
        if (check.Broken is null) return Holds;
        error.WriteLine(check.Problem);
        return FallsShort;
    });

    /// <summary>Work on a data folder: one that cannot be used is said in its sentence.</summary>
    private static int Usable(TextWriter error, Func<int> work)
    {
        try
        {
            return work();
        }
        catch (UnusableFolderException e)
        {
            error.WriteLine(e.Message);
            return BadInput;
        }
    }
}
