using System.Security.Cryptography;
using System.Text;
using Hasp.Store;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;
using OtpNet;

namespace Hasp.Web.Services;

/// <summary>
/// Time codes (RFC 6238) beside the password, by Identity's authenticator provider, and recovery codes for who has lost what shows them
/// (ASVS 2.8, 2.6).
/// </summary>
public sealed class SecondFactor(
    UserManager<Account> users, IUserStore<Account> store, IDbContextFactory<HaspDb> databases, AccessLog accessLog)
{
    private const int RecoveryCodes = 10;

    /// <summary>True where the owner asks everybody for a time code.</summary>
    public async Task<bool> IsRequired()
    {
        await using var db = await databases.CreateDbContextAsync();
        return await db.House.AnyAsync(h => h.CodesRequired);
    }

    /// <summary>Asks everybody for a time code, or leaves it to each. Who has none is asked to set one up at the next signing in.</summary>
    public async Task Require(bool required, string by)
    {
        await accessLog.Write(required ? AccessEvent.CodesRequired : AccessEvent.CodesFree, by);
        await using var db = await databases.CreateDbContextAsync();
        var house = await db.House.FirstOrDefaultAsync();
        if (house is null) db.House.Add(house = new HouseRow { Id = 1 });
        house.CodesRequired = required;
        await db.SaveChangesAsync();
    }

    /// <summary>The key that a device is told, made where there is none: nothing is asked of the account until a code of it was given
    /// back.</summary>
    /// <param name="account">Whose.</param>
    /// <param name="anew">True for another one than was told before.</param>
    public async Task<DeviceKey> Key(Account account, bool anew)
    {
        var own = await Own(account);
        var key = await users.GetAuthenticatorKeyAsync(own);
        if (anew || key is null)
        {
            key = users.GenerateNewAuthenticatorKey();
            await ((IUserAuthenticatorKeyStore<Account>)store).SetAuthenticatorKeyAsync(own, key, CancellationToken.None);
            await users.UpdateAsync(own);
        }
        return new(own.UserName!, key);
    }

    /// <summary>True for a time code that holds and was not used before.</summary>
    public async Task<bool> Accepts(Account account, string code) =>
        await users.VerifyTwoFactorTokenAsync(await Own(account), TokenOptions.DefaultAuthenticatorProvider, Digits(code));

    /// <summary>Uses up a recovery code; false where it is none, or was used.</summary>
    public async Task<bool> Redeems(Account account, string code) =>
        (await users.RedeemTwoFactorRecoveryCodeAsync(await Own(account), code.Trim().ToUpperInvariant())).Succeeded;

    /// <summary>How many recovery codes are left.</summary>
    public async Task<int> Left(Account account) => await users.CountRecoveryCodesAsync(await Own(account));

    /// <summary>From now on the account signs in with a time code; every session of it ends. The recovery codes, shown this once; null
    /// where the code does not fit.</summary>
    public async Task<IReadOnlyList<string>?> TurnOn(Account account, string code)
    {
        var own = await Own(account);
        if (!await Accepts(own, code)) return null;
        await accessLog.Write(AccessEvent.CodeOn, own.UserName!, by: own);
        await users.SetTwoFactorEnabledAsync(own, true);
        return await Fresh(own);
    }

    /// <summary>From now on the password is enough; every session of the account ends.</summary>
    public async Task TurnOff(Account account)
    {
        var own = await Own(account);
        await accessLog.Write(AccessEvent.CodeOff, own.UserName!);
        await Forget(own);
    }

    /// <summary>Nothing of the device and of the recovery codes stays.</summary>
    internal async Task Forget(Account own)
    {
        await users.RemoveAuthenticationTokenAsync(own, "[AspNetUserStore]", "AuthenticatorKey");
        await users.RemoveAuthenticationTokenAsync(own, "[AspNetUserStore]", "RecoveryCodes");
        await users.SetTwoFactorEnabledAsync(own, false);
    }

    /// <summary>New recovery codes; the old ones are nothing any more.</summary>
    public async Task<IReadOnlyList<string>> Renew(Account account)
    {
        await accessLog.Write(AccessEvent.CodesRenewed, account.UserName!);
        return await Fresh(await Own(account));
    }

    private async Task<IReadOnlyList<string>> Fresh(Account own) =>
        [.. (await users.GenerateNewTwoFactorRecoveryCodesAsync(own, RecoveryCodes))!];

    /// <summary>The account as Identity changes it: what a request has looked up to be read is not written back.</summary>
    private async Task<Account> Own(Account account) => (await users.ById(account.Id))!;

    private static string Digits(string code) => string.Concat(code.Where(char.IsAsciiDigit));
}

/// <summary>A key as a device is told it.</summary>
/// <param name="Name">Name of the account.</param>
/// <param name="Secret">Base 32, as it is typed.</param>
public sealed record DeviceKey(string Name, string Secret)
{
    /// <summary>In groups of four, to be read.</summary>
    public string Spaced => string.Join(' ', Secret.Chunk(4).Select(c => new string(c)));

    /// <summary>As a camera takes it.</summary>
    public string Address => $"otpauth://totp/Hasp:{Uri.EscapeDataString(Name)}?secret={Secret}&issuer=Hasp&digits=6&period=30";
}

/// <summary>
/// Identity's provider of time codes, with each code good once: what let in says of which half minute it was, and neither that one nor an
/// earlier one is taken again (RFC 6238, 5.2).
/// </summary>
internal sealed class CodesOnce(IDbContextFactory<HaspDb> databases) : AuthenticatorTokenProvider<Account>
{
    private const int Seconds = 30;

    // As many half minutes to both sides as Identity's provider takes.
    private const int Aside = 2;

    public override async Task<bool> ValidateAsync(string purpose, string token, UserManager<Account> manager, Account user)
    {
        if (!await base.ValidateAsync(purpose, token, manager, user)) return false;
        var step = StepOf((await manager.GetAuthenticatorKeyAsync(user))!, token);
        if (step is not { } of) return false;
        await using var db = await databases.CreateDbContextAsync();
        // In one statement: of two who give it at once, one is let in.
        if (await db.Users.Where(u => u.Id == user.Id && u.CodeStep < of)
            .ExecuteUpdateAsync(s => s.SetProperty(u => u.CodeStep, of)) == 0) return false;
        // What Identity writes back of this account afterwards says the same.
        user.CodeStep = of;
        return true;
    }

    private static long? StepOf(string key, string token)
    {
        var codes = new Totp(Base32Encoding.ToBytes(key), Seconds);
        var now = DateTimeOffset.UtcNow.ToUnixTimeSeconds() / Seconds;
        return Enumerable.Range(-Aside, 2 * Aside + 1).Select(i => now + i).Reverse().Cast<long?>().FirstOrDefault(s =>
            codes.ComputeTotp(DateTimeOffset.FromUnixTimeSeconds(s!.Value * Seconds).UtcDateTime) == token);
    }
}

/// <summary>Accounts as Identity keeps them, with recovery codes kept as slow hashes: whoever reads the database has none.</summary>
internal sealed class AccountStore(HaspDb db, IdentityErrorDescriber? describer = null) : UserOnlyStore<Account, HaspDb, int>(db, describer)
{
    private const int Rounds = 100_000, HashDigits = 64;

    public override Task ReplaceCodesAsync(Account user, IEnumerable<string> recoveryCodes,
        CancellationToken cancellationToken = default) =>
        base.ReplaceCodesAsync(user, recoveryCodes.Select(c => c.Length == HashDigits ? c : HashOf(user, c)).ToList(), cancellationToken);

    public override Task<bool> RedeemCodeAsync(Account user, string code, CancellationToken cancellationToken = default) =>
        base.RedeemCodeAsync(user, HashOf(user, code), cancellationToken);

    private static string HashOf(Account user, string code) => Convert.ToHexStringLower(Rfc2898DeriveBytes.Pbkdf2(
        code, Encoding.UTF8.GetBytes($"hasp recovery {user.Id}"), Rounds, HashAlgorithmName.SHA256, HashDigits / 2));
}
