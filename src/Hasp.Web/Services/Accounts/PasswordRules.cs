using System.Security.Cryptography;
using System.Text;
using Hasp.Store;
using Microsoft.AspNetCore.Identity;

namespace Hasp.Web.Services;

/// <summary>
/// What is tried first is refused (ASVS 2.1.7): what stands in a list of passwords that were used most, also with other letters in its
/// place, with digits at its end or said twice; rows and runs of keys; the account's own names over again.
/// </summary>
internal sealed class PasswordRules : IPasswordValidator<Account>
{
    private const int Longest = 128, LeastDifferent = 5, LeastLeft = 6, Run = 4, HashLength = 6;

    // Of this house: what somebody here would take first.
    private static readonly string[] Ours = ["aldermere", "hasp", "changeme", "administrator"];

    private static readonly string[] Rows = ["qwertyuiop", "asdfghjkl", "zxcvbnm", "1234567890", "abcdefghijklmnopqrstuvwxyz",
        "qwertzuiop", "azertyuiop"];

    /// <summary>Hashes of the passwords that were used most, six bytes each; where they are from stands in docs/security.md.</summary>
    private static readonly HashSet<ulong> Common = Read();

    public Task<IdentityResult> ValidateAsync(UserManager<Account> manager, Account user, string? password)
    {
        var problem = ProblemOf(password ?? "", user.UserName ?? "");
        return Task.FromResult(problem is null ? IdentityResult.Success
            : IdentityResult.Failed(new IdentityError { Code = "PasswordRules", Description = problem }));
    }

    /// <summary>Why a password is not taken; null where it is.</summary>
    internal static string? ProblemOf(string password, string name)
    {
        var text = password.ToLowerInvariant();
        if (text.Length > Longest) return $"At most {Longest} characters.";
        if (text.Distinct().Count() < LeastDifferent) return "Too few different characters.";
        if (OwnNames(name).Any(own => text.Contains(own, StringComparison.Ordinal))) return "Not with the name in it.";
        if (OutsideRuns(text) < LeastLeft) return "Rows and runs of keys are tried first.";
        return Forms(text).Any(IsCommon) ? "One of the passwords that are tried first." : null;
    }

    /// <summary>The name, and its parts that are long enough to be one.</summary>
    private static IEnumerable<string> OwnNames(string name)
    {
        var whole = name.ToLowerInvariant();
        return whole.Split(['.', '-', '_', ' '], StringSplitOptions.RemoveEmptyEntries).Where(p => p.Length > 3).Append(whole).Where(p =>
            p.Length > 2);
    }

    /// <summary>As it is, without what stands at its end, with letters for what stands in their place, and what is said several times
    /// said once.</summary>
    private static IEnumerable<string> Forms(string text)
    {
        foreach (var form in new[] { text, Plain(text) })
        {
            var bare = form.Trim("0123456789!?.*#-_$@&+ ".ToCharArray());
            foreach (var once in new[] { form, bare, Once(form), Once(bare) }) yield return once;
        }
    }

    private static string Plain(string text) =>
        text.Replace('0', 'o').Replace('1', 'l').Replace('3', 'e').Replace('4', 'a').Replace('5', 's').Replace('@', 'a').Replace('$',
            's').Replace('!', 'i');

    /// <summary>The shortest piece that the text is made of by repeating it.</summary>
    private static string Once(string text)
    {
        for (var n = 3; n <= text.Length / 2; n++)
        {
            if (text.Length % n == 0 && Enumerable.Range(0, text.Length).All(i => text[i] == text[i % n])) return text[..n];
        }
        return text;
    }

    /// <summary>How many characters stand in no run of four or more: the same again, or the next in a row of keys or letters, either
    /// way.</summary>
    private static int OutsideRuns(string text)
    {
        var outside = 0;
        for (var i = 0; i < text.Length;)
        {
            var step = i + 1 < text.Length ? StepOf(text[i], text[i + 1]) : null;
            var end = i + 1;
            while (step is not null && end < text.Length && StepOf(text[end - 1], text[end]) == step) end++;
            if (end - i >= Run) i = end;
            else
            {
                outside++;
                i++;
            }
        }
        return outside;
    }

    private static int? StepOf(char a, char b) => a == b ? 0
        : Rows.Select(r => (From: r.IndexOf(a, StringComparison.Ordinal), To: r.IndexOf(b, StringComparison.Ordinal)))
            .Where(p => p.From >= 0 && p.To >= 0 && Math.Abs(p.To - p.From) == 1).Select(p => (int?)(p.To - p.From)).FirstOrDefault();

    private static bool IsCommon(string text) => text.Length == 0 || Ours.Contains(text) || Common.Contains(HashOf(text));

    private static ulong HashOf(string text) => Number(SHA256.HashData(Encoding.UTF8.GetBytes(text)));

    private static ulong Number(ReadOnlySpan<byte> bytes)
    {
        var number = 0UL;
        foreach (var b in bytes[..HashLength]) number = (number << 8) | b;
        return number;
    }

    private static HashSet<ulong> Read()
    {
        using var stream = typeof(PasswordRules).Assembly.GetManifestResourceStream("commonPasswords.bin")!;
        var bytes = new byte[stream.Length];
        stream.ReadExactly(bytes);
        return [.. Enumerable.Range(0, bytes.Length / HashLength).Select(i => Number(bytes.AsSpan(i * HashLength)))];
    }
}
