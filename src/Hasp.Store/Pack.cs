using System.Globalization;
using System.IO.Compression;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;

namespace Hasp.Store;

/// <summary>A file of a pack, as its manifest lists it.</summary>
/// <param name="Path">Its name in the pack, folders parted by <c>/</c>.</param>
/// <param name="Bytes">How long it is.</param>
/// <param name="Sha256">Its hash, in lower-case hexadecimal digits.</param>
public sealed record PackedFile(string Path, long Bytes, string Sha256);

/// <summary>What a pack says of itself.</summary>
/// <param name="Format">Always <see cref="Pack.Format"/>.</param>
/// <param name="Version">Of the format: 1.</param>
/// <param name="Project">Name of the project.</param>
/// <param name="Made">When it was made, UTC.</param>
/// <param name="By">Who made it; empty where nobody signs in.</param>
/// <param name="PublicKey">The key that it is signed by, in base64 (RFC 5480); empty where it is not signed.</param>
/// <param name="Files">Every other file of it.</param>
public sealed record PackManifest(string Format, int Version, string Project, DateTime Made, string By, string PublicKey,
    IReadOnlyList<PackedFile> Files);

/// <summary>A pack that was opened, and everything that is wrong with it.</summary>
/// <param name="Manifest">What it says of itself; null where it says nothing that can be read.</param>
/// <param name="Files">Its files, by name; only those that are as the manifest lists them.</param>
/// <param name="Faults">What was altered, is missing or does not belong; empty where it is whole.</param>
/// <param name="Signer">Fingerprint of the key that it is signed by; empty where it is not signed.</param>
public sealed record OpenedPack(PackManifest? Manifest, IReadOnlyDictionary<string, byte[]> Files, IReadOnlyList<string> Faults,
    string Signer)
{
    /// <summary>True where nothing of it was altered.</summary>
    public bool IsWhole => Manifest is not null && Faults.Count == 0;
}

/// <summary>
/// A project in one file: a ZIP with a manifest of hashes, signed by the house that made it. Whoever has the file sees by the public key
/// in it
/// whether anything was altered since, and by the key's fingerprint, told some other way, whose it is.
/// </summary>
public static class Pack
{
    /// <summary>Name of the format.</summary>
    public const string Format = "hasp-pack";

    /// <summary>The manifest, and the signature over its very bytes.</summary>
    public const string ManifestFile = "manifest.json", SignatureFile = "manifest.sig";

    /// <summary>No pack is opened that comes to more, unpacked.</summary>
    public const long MostBytes = 2L * 1024 * 1024 * 1024;

    /// <summary>Nor one with more files.</summary>
    public const int MostFiles = 50_000;

    // What repeats itself a thousandfold is no drawing and no document, but a file that is meant to fill a disk.
    private const long MostRatio = 1000, SmallEnough = 1024 * 1024;

    private static readonly JsonSerializerOptions Written = new(JsonSerializerDefaults.Web) { WriteIndented = true };

    /// <summary>Writes a pack.</summary>
    /// <param name="to">Where to.</param>
    /// <param name="project">Name of the project.</param>
    /// <param name="made">When, UTC.</param>
    /// <param name="by">By whom.</param>
    /// <param name="files">Its files, in their order, each written as it comes.</param>
    /// <param name="key">What signs it; null for a pack that is not signed.</param>
    public static void Write(Stream to, string project, DateTime made, string by, IEnumerable<(string Path, byte[] Bytes)> files,
        SigningKey? key)
    {
        using var zip = new ZipArchive(to, ZipArchiveMode.Create, leaveOpen: true);
        var listed = new List<PackedFile>();
        foreach (var (path, bytes) in files)
        {
            Add(zip, path, bytes);
            listed.Add(new(path, bytes.LongLength, HashOf(bytes)));
        }
        var manifest = JsonSerializer.SerializeToUtf8Bytes(new PackManifest(Format, 1, project, made, by, key?.PublicKey ?? "", listed),
            Written);
        Add(zip, ManifestFile, manifest);
        if (key is not null) Add(zip, SignatureFile, Encoding.UTF8.GetBytes(key.Sign(HashOf(manifest))));
    }

    /// <summary>Opens a pack and looks through all of it. What is in it is never written anywhere by its own name.</summary>
    /// <param name="from">The pack, which can be read from any place.</param>
    public static OpenedPack Open(Stream from)
    {
        var faults = new List<string>();
        Dictionary<string, byte[]> files;
        try
        {
            using var zip = new ZipArchive(from, ZipArchiveMode.Read, leaveOpen: true);
            files = Unpacked(zip, faults);
        }
        catch (InvalidDataException)
        {
            return new(null, new Dictionary<string, byte[]>(), ["it is no ZIP file, or was cut off"], "");
        }
        if (faults.Count > 0) return new(null, new Dictionary<string, byte[]>(), faults, "");
        if (ManifestIn(files) is not { } manifest) return new(null, new Dictionary<string, byte[]>(),
            [$"it has no {ManifestFile} that can be read: it is no pack of a project"], "");
        var signer = SignerOf(manifest, files, faults);
        var whole = new Dictionary<string, byte[]>(StringComparer.Ordinal);
        foreach (var file in manifest.Files)
        {
            if (!files.TryGetValue(file.Path, out var bytes)) faults.Add($"{file.Path} is missing");
            else if (bytes.LongLength != file.Bytes || HashOf(bytes) != file.Sha256) faults.Add($"{file.Path} was altered");
            else whole[file.Path] = bytes;
        }
        var known = manifest.Files.Select(f => f.Path).Append(ManifestFile).Append(SignatureFile).ToHashSet(StringComparer.Ordinal);
        faults.AddRange(files.Keys.Where(f => !known.Contains(f)).Order(StringComparer.Ordinal).Select(f => $"{f} is not in the manifest"));
        return new(manifest, whole, faults, signer);
    }

    private static PackManifest? ManifestIn(Dictionary<string, byte[]> files)
    {
        try
        {
            return files.TryGetValue(ManifestFile, out var bytes) && JsonSerializer.Deserialize<PackManifest>(bytes, Written) is
                { Format: Format, Version: 1, Files: not null, Project: not null, PublicKey: not null } read
                && read.Files.All(f => f is { Path: not null, Sha256: not null }) ? read : null;
        }
        catch (JsonException)
        {
            return null;
        }
    }

    private static string SignerOf(PackManifest manifest, Dictionary<string, byte[]> files, List<string> faults)
    {
        var signed = files.TryGetValue(SignatureFile, out var signature);
        if (manifest.PublicKey.Length == 0)
        {
            if (signed) faults.Add($"{SignatureFile} is of no key that the manifest names");
            return "";
        }
        using var key = SigningKey.Public(manifest.PublicKey);
        if (key is null) faults.Add("the key that the manifest names is none");
        else if (!signed) faults.Add("its signature is missing");
        else if (!SigningKey.Holds(key, HashOf(files[ManifestFile]), Encoding.UTF8.GetString(signature!)))
            faults.Add("its manifest is not as it was signed");
        return SigningKey.FingerprintOf(manifest.PublicKey) ?? "";
    }

    /// <summary>Every file, held against what a pack may be while it is read: what a header says of a length is believed of
    /// nobody.</summary>
    private static Dictionary<string, byte[]> Unpacked(ZipArchive zip, List<string> faults)
    {
        var files = new Dictionary<string, byte[]>(StringComparer.Ordinal);
        if (zip.Entries.Count > MostFiles)
        {
            faults.Add(string.Create(CultureInfo.InvariantCulture, $"it has {zip.Entries.Count} files; at most {MostFiles} are opened"));
            return files;
        }
        var left = MostBytes;
        foreach (var entry in zip.Entries)
        {
            if (WhyNotNamed(entry.FullName) is { } why) faults.Add($"{Shown(entry.FullName)}: {why}");
            else if (files.ContainsKey(entry.FullName)) faults.Add($"{entry.FullName} is in it twice");
            else if (Bytes(entry, left) is not { } bytes)
            {
                faults.Add($"{entry.FullName} is too large: a pack comes to at most 2 GB, and no file of it to a thousand times its size");
                return files;
            }
            else
            {
                files[entry.FullName] = bytes;
                left -= bytes.LongLength;
            }
        }
        return files;
    }

    private static byte[]? Bytes(ZipArchiveEntry entry, long most)
    {
        most = Math.Min(most, Math.Max(SmallEnough, entry.CompressedLength * MostRatio));
        using var stream = entry.Open();
        using var bytes = new MemoryStream();
        var buffer = new byte[81920];
        for (int read; (read = stream.Read(buffer)) > 0;)
        {
            if (bytes.Length + read > most) return null;
            bytes.Write(buffer, 0, read);
        }
        return bytes.ToArray();
    }

    /// <summary>Why a name is none that a pack has; null where it is. It stays within the folder, on every system.</summary>
    public static string? WhyNotNamed(string path) =>
        path.Length is 0 or > 240 ? "a name of 1 to 240 letters is wanted"
        : path.Contains('\\') || path.Contains(':') || path.Any(char.IsControl) ? "no file of a pack has such a name"
        : path.Split('/').Any(part => part is "" or "." or ".." || part.EndsWith('.') || part.EndsWith(' '))
            ? "its name leaves the folder that it is unpacked into" : null;

    private static string Shown(string name) => new([.. name.Take(120).Select(c => char.IsControl(c) ? '?' : c)]);

    private static void Add(ZipArchive zip, string path, byte[] bytes)
    {
        using var stream = zip.CreateEntry(path, CompressionLevel.Fastest).Open();
        stream.Write(bytes);
    }

    private static string HashOf(byte[] bytes) => Convert.ToHexStringLower(SHA256.HashData(bytes));

    /// <summary>Why an entry of a log, by itself, is not as it was written and signed; empty where it is. That none is missing only the
    /// whole log can tell.</summary>
    /// <param name="entry">The entry.</param>
    /// <param name="keys">Public keys, in base64.</param>
    public static string WhyNotEntry(EntryRow entry, IEnumerable<string> keys)
    {
        if (entry.Hash != entry.Reckoned()) return $"entry {entry.Number} is not as it was written";
        if (entry.Signer.Length == 0) return "";
        if (keys.FirstOrDefault(k =>
            SigningKey.FingerprintOf(k) == entry.Signer) is not { } named) return $"entry {entry.Number} is signed by "
            + "a key that is not in the pack";
        using var key = SigningKey.Public(named);
        return key is not null && SigningKey.Holds(key, entry.Hash, entry.Signature) ? ""
            : $"the signature of entry {entry.Number} is not of the key that it names";
    }
}
