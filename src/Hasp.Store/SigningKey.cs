using System.Security.Cryptography;
using System.Text;

namespace Hasp.Store;

/// <summary>
/// The key that signs the shop's entries: ECDSA over P-256 with SHA-256 (FIPS 186-5), as the framework has it. It lies outside the data
/// folder, readable
/// by its owner alone, and is in no backup: whoever can write the database cannot sign with it.
/// </summary>
public sealed class SigningKey : IDisposable
{
    private const UnixFileMode Owners = UnixFileMode.UserRead | UnixFileMode.UserWrite;
    private readonly ECDsa _key;

    private SigningKey(ECDsa key, string file)
    {
        (_key, File) = (key, file);
        PublicKey = Convert.ToBase64String(key.ExportSubjectPublicKeyInfo());
        Fingerprint = FingerprintOf(PublicKey)!;
    }

    /// <summary>Where it lies, absolute.</summary>
    public string File { get; }

    /// <summary>SubjectPublicKeyInfo (RFC 5480) in base64: what anybody may know.</summary>
    public string PublicKey { get; }

    /// <summary>SHA-256 over the public key, 64 hexadecimal digits.</summary>
    public string Fingerprint { get; }

    /// <summary>Where it lies unless somebody says otherwise: in the user's own folder of settings; null where the user has none.</summary>
    public static string? Usual =>
        Environment.GetFolderPath(Environment.SpecialFolder.ApplicationData,
            Environment.SpecialFolderOption.DoNotVerify) is { Length: > 0 } settings
            ? Path.Combine(settings, "hasp", "signing-key.pem") : null;

    /// <summary>The key of a file; made where there is none yet.</summary>
    /// <param name="file">The file.</param>
    /// <param name="data">The data folder, in which it may not lie.</param>
    /// <exception cref="UnusableFolderException">It lies in the data folder, cannot be read or made, or is no key.</exception>
    public static SigningKey Open(string file, string data)
    {
        file = Path.GetFullPath(file);
        if (file.StartsWith(Path.GetFullPath(data).TrimEnd(Path.DirectorySeparatorChar) + Path.DirectorySeparatorChar,
            StringComparison.Ordinal))
            throw new UnusableFolderException($"The signing key {file} lies in the data folder, beside what it signs. Name another file with --signing-key.");
        try
        {
            if (!System.IO.File.Exists(file)) Make(file);
            var key = ECDsa.Create();
            key.ImportFromPem(System.IO.File.ReadAllText(file));
            return new(key, file);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            throw new UnusableFolderException($"The signing key {file} cannot be read or made ({e.Message.TrimEnd('.')}). "
                + "Name another file with --signing-key.", e);
        }
        catch (Exception e) when (e is CryptographicException or ArgumentException)
        {
            throw new UnusableFolderException($"{file} is no signing key. Put the right one there, or name another file with --signing-key; "
                + "nothing was changed.", e);
        }
    }

    /// <summary>A signature over a text, in base64.</summary>
    public string Sign(string text) => Convert.ToBase64String(_key.SignData(Encoding.UTF8.GetBytes(text), HashAlgorithmName.SHA256));

    /// <summary>True where a signature over a text was made by whoever has the private half of a key.</summary>
    public static bool Holds(ECDsa key, string text, string signature)
    {
        Span<byte> bytes = stackalloc byte[96];
        return Convert.TryFromBase64String(signature, bytes, out var length)
            && key.VerifyData(Encoding.UTF8.GetBytes(text), bytes[..length], HashAlgorithmName.SHA256);
    }

    /// <summary>A public key to check by; null where the text is none.</summary>
    public static ECDsa? Public(string publicKey)
    {
        var key = ECDsa.Create();
        try
        {
            key.ImportSubjectPublicKeyInfo(Convert.FromBase64String(publicKey), out _);
            return key;
        }
        catch (Exception e) when (e is CryptographicException or FormatException)
        {
            key.Dispose();
            return null;
        }
    }

    /// <summary>Fingerprint of a public key; null where the text is none.</summary>
    public static string? FingerprintOf(string publicKey)
    {
        try
        {
            return Convert.ToHexStringLower(SHA256.HashData(Convert.FromBase64String(publicKey)));
        }
        catch (FormatException)
        {
            return null;
        }
    }

    public void Dispose() => _key.Dispose();

    // Whole or not at all, and never over one that another program made meanwhile: two starts at once sign with the same one.
    private static void Make(string file)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(file)!);
        var making = $"{file}.{Guid.NewGuid():N}";
        using (var key = ECDsa.Create(ECCurve.NamedCurves.nistP256))
        {
            var options = new FileStreamOptions { Mode = FileMode.CreateNew, Access = FileAccess.Write };
            if (!OperatingSystem.IsWindows()) options.UnixCreateMode = Owners;
            using var stream = new FileStream(making, options);
            stream.Write(Encoding.ASCII.GetBytes(key.ExportPkcs8PrivateKeyPem()));
            stream.Flush(flushToDisk: true);
        }
        try
        {
            System.IO.File.Move(making, file, overwrite: false);
        }
        catch (IOException) when (System.IO.File.Exists(file))
        {
            System.IO.File.Delete(making);
        }
    }
}
