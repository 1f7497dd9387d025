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
        if (check.Broken is { } broken)
        {
            error.WriteLine($"Entry {broken} of the log in {file} is not as it was written, or is missing; "
                + $"the {check.Count} before it are whole.");
            code = FallsShort;
        }
        if (!done) error.WriteLine("Nothing was changed. Restore an older backup, or add --anyway to take this one as it is.");
        else output.WriteLine($"Restored into {data}: {Whole(check)}. "
            + $"{(kept is null ? "Nothing stood there." : $"What stood there is kept as {kept}.")}");
        return code;
    });

    /// <summary>Looks through the shop's log.</summary>
    public static int CheckLog(string data, TextWriter output, TextWriter error) =>
        Say(() => DataFolder.CheckLog(data), "Looked through the log", output, error);

    /// <summary>A link by which an account's password is chosen anew.</summary>
    public static int Reset(string data, string name, TextWriter output, TextWriter error) => Usable(error, () =>
    {
        output.WriteLine(DataFolder.Reset(data, name));
        output.WriteLine($"Open this at the server's address: {name} chooses a new password there. It holds for a day, and once; "
            + $"time code, short number and sessions go with the old password.");
        return Holds;
    });

    private static string Whole(LogCheck check) => $"{check.Count} entries "
        + $"whole{(check.Count > 0 ? $", the last with hash {check.Last}" : "")}";

    private static int Say(Func<LogCheck> work, string done, TextWriter output, TextWriter error) => Usable(error, () =>
    {
        var check = work();
        output.WriteLine($"{done}: {Whole(check)}.");
        if (check.Broken is not { } broken) return Holds;
        error.WriteLine($"Entry {broken} of the log is not as it was written, or is missing.");
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
