using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;

namespace Hasp.Store;

/// <summary>How far a log had come, as somebody knows it: it has to hold that entry with that hash ever after.</summary>
/// <param name="Number">Number of the entry.</param>
/// <param name="Hash">Its hash.</param>
/// <param name="At">When that was known, UTC.</param>
public sealed record Head(long Number, string Hash, DateTime At)
{
    /// <summary>Read from NUMBER:HASH, as records and travellers bear it, which do not say when; null where it is none.</summary>
    public static Head? Parse(string text) =>
        text.Split(':') is [var number, { Length: 64 } hash] && hash.All(char.IsAsciiHexDigit)
            && long.TryParse(number, NumberStyles.None, CultureInfo.InvariantCulture, out var n) && n > 0 ? new(n,
                hash.ToLowerInvariant(), DateTime.MinValue) : null;

    /// <summary>As it is printed and read again.</summary>
    public override string ToString() => $"{Number}:{Hash}";
}

/// <summary>
/// The last head of a data folder's log, kept beside the signing key and not in the folder: entries that are cut off at its end, and a log
/// that is another
/// altogether, are seen by it. One file a folder, by its path.
/// </summary>
public sealed class HeadFile
{
    private readonly string _file;

    /// <summary>Of a data folder, beside a key.</summary>
    public HeadFile(SigningKey key, string data)
    {
        var name = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(Path.GetFullPath(data).TrimEnd(Path.DirectorySeparatorChar))))[..24];
        _file = Path.Combine(Path.GetDirectoryName(key.File)!, "heads", name + ".json");
    }

    /// <summary>What was kept last; null where nothing was, or where it cannot be read.</summary>
    public Head? Read() => Read(_file);

    /// <summary>What was kept of a folder that stood there before this one.</summary>
    public Head? ReadBefore() => Read(Before);

    /// <summary>The folder is a new one: what was known of one in its place is put aside, and its first entry names it.</summary>
    public void SetAside()
    {
        try
        {
            if (File.Exists(_file)) File.Move(_file, Before, overwrite: true);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            // Then it is an alarm, and has to be confirmed.
        }
    }

    private string Before => _file + ".before";

    private static Head? Read(string file) => JsonFile.Read<Head>(file);

    /// <summary>Keeps a head in the place of the one before. It is behind the database, never ahead of it: where it cannot be written the
    /// older one stands.</summary>
    public void Write(Head head)
    {
        try
        {
            JsonFile.Write(_file, head);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            // The entry is kept and signed all the same.
        }
    }
}

/// <summary>A head signed and put into a second place, a shift each.</summary>
/// <param name="Number">Number of the entry.</param>
/// <param name="Hash">Its hash.</param>
/// <param name="At">When, UTC.</param>
/// <param name="PublicKey">The key that it is signed by.</param>
/// <param name="Signature">Over number, hash and moment.</param>
public sealed record Checkpoint(long Number, string Hash, DateTime At, string PublicKey, string Signature)
{
    /// <summary>Signs a head.</summary>
    public static Checkpoint Of(Head head, SigningKey key) => new(head.Number, head.Hash, head.At, key.PublicKey, key.Sign(Said(head)));

    /// <summary>Writes it into a folder, under its moment and number; one that is there is left alone.</summary>
    public void WriteTo(string folder)
    {
        var file = Path.Combine(folder, FormattableString.Invariant($"hasp-{At:yyyyMMdd-HHmmss}-{Number}.json"));
        if (!File.Exists(file)) JsonFile.Write(file, this);
    }

    /// <summary>Those of a folder, with the file each stands in; a head is null where the file is none, or was altered.</summary>
    public static IEnumerable<(string File, Head? Head)> In(string folder) =>
        Directory.Exists(folder) ? Directory.EnumerateFiles(folder, "hasp-*.json").Order(StringComparer.Ordinal).Select(f => (f, Read(f)))
            : [];

    private static Head? Read(string file)
    {
        if (JsonFile.Read<Checkpoint>(file) is not { Hash: not null, PublicKey: not null, Signature: not null } read) return null;
        var head = new Head(read.Number, read.Hash, read.At);
        using var key = SigningKey.Public(read.PublicKey);
        return key is not null && SigningKey.Holds(key, Said(head), read.Signature) ? head : null;
    }

    private static string Said(Head head) => FormattableString.Invariant($"{head.Number}:{head.Hash}:{head.At.Ticks}");
}

/// <summary>A small file of JSON: there whole or not at all.</summary>
internal static class JsonFile
{
    private static readonly JsonSerializerOptions Indented = new() { WriteIndented = true };

    /// <summary>What it holds; null where it is not there, cannot be read or holds something else.</summary>
    internal static T? Read<T>(string file)
        where T : class
    {
        try
        {
            return JsonSerializer.Deserialize<T>(File.ReadAllText(file));
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException or JsonException)
        {
            return null;
        }
    }

    /// <summary>Writes it in the place of what is there, with the folder that it lies in.</summary>
    internal static void Write<T>(string file, T value)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(file)!);
        var making = $"{file}.{Guid.NewGuid():N}";
        File.WriteAllText(making, JsonSerializer.Serialize(value, Indented));
        File.Move(making, file, overwrite: true);
    }
}
