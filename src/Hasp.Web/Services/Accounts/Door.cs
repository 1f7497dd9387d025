using System.Globalization;
using System.Security.Cryptography;
using Hasp.Store;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;

namespace Hasp.Web.Services;

/// <summary>What the door answers to who knocks.</summary>
public enum Answered
{
    /// <summary>Something is wrong, or was too often.</summary>
    Refused,

    /// <summary>A session has begun.</summary>
    In,

    /// <summary>The password was right, and a time code is asked.</summary>
    AsksCode,

    /// <summary>The password was right, and a time code has to be set up first.</summary>
    AsksSetup,
}

/// <summary>What became of a knock.</summary>
/// <param name="What">What the door answers.</param>
/// <param name="Pending">Where something more is asked: who is meant, sealed, good for some minutes.</param>
public readonly record struct Knock(Answered What, string Pending = "");

/// <summary>
/// Signing in and out: by password, with a time code where the account has one or the owner asks it, or by short number on an approved
/// device. Each try is counted before it is looked at, and each answer is in the log.
/// </summary>
public sealed class Door(
    UserManager<Account> users, SignInManager<Account> signIn, IDbContextFactory<HaspDb> databases, Devices devices, SecondFactor second,
    AccessLog accessLog, IPasswordHasher<Account> hasher, IDataProtectionProvider protection, TimeProvider clock)
{
    /// <summary>When a session was begun, in its ticket: it ends with the shift at the latest.</summary>
    internal const string Since = "since";

    private const int MostFailures = 5;
    private static readonly TimeSpan Rest = TimeSpan.FromMinutes(15);
    private static readonly TimeSpan PendingLasts = TimeSpan.FromMinutes(10);

    // Hashed where there is no such account, so that the answer takes as long.
    private static readonly Account Nobody = new() { UserName = "nobody" };
    private static readonly string NobodysHash = new PasswordHasher<Account>().HashPassword(Nobody, Secrets.New());

    private ITimeLimitedDataProtector Seal => protection.CreateProtector("hasp.pending").ToTimeLimitedDataProtector();

    private DateTime Now => clock.GetUtcNow().UtcDateTime;

    /// <summary>Signs in by password.</summary>
    public async Task<Knock> ByPassword(string name, string password)
    {
        // Counted before it is looked at: many tries at once are as many. Where there is nobody, or a rest is on, the answer takes as long.
        var account = await users.FindByNameAsync(name);
        if (account?.PasswordHash is not { } hash || !await Counted(account))
        {
            hasher.VerifyHashedPassword(Nobody, NobodysHash, password);
            return await Refuse(account, account is null ? "a name that nobody has" : "while it rests");
        }
        return hasher.VerifyHashedPassword(account, hash, password) == PasswordVerificationResult.Failed
            ? await Refuse(account, "password") : await Proceed(account, "password");
    }

    /// <summary>The second half: a time code or a recovery code of whoever gave the password just now.</summary>
    public async Task<Knock> ByCode(string pending, string code)
    {
        if (await Meant(pending) is not { TwoFactorEnabled: true } account) return new(Answered.Refused);
        if (!await Counted(account)) return await Refuse(account, "while it rests");
        if (await second.Accepts(account, code)) return await Begin(account, "password and time code");
        if (await second.Redeems(account, code)) return await Begin(account, "password and recovery code");
        await Refuse(account, "time code");
        return new(Answered.AsksCode, pending);
    }

    /// <summary>Whose time code is to be set up before anything else; null where the password is to be given anew.</summary>
    public async Task<Account?> ToBeSetUp(string pending) =>
        await Meant(pending) is { TwoFactorEnabled: false } account ? account : null;

    /// <summary>Signs in by short number on an approved device.</summary>
    public async Task<Knock> ByNumber(string name, string number)
    {
        var device = await devices.Current();
        var account = device is null ? null : await users.FindByNameAsync(name);
        if (account?.PinHash is not { } hash || account.PinLockedUntil > Now || await users.IsLockedOutAsync(account))
        {
            hasher.VerifyHashedPassword(Nobody, NobodysHash, number);
            return await Refuse(account, "short number that is none, or rests");
        }
        // Counted before it is looked at: many tries at once are as many failures.
        await Change(account.Id, a => (a.PinFailures, a.PinLockedUntil) = a.PinFailures + 1 >= MostFailures ? (0, Now + Rest)
            : (a.PinFailures + 1, a.PinLockedUntil));
        if (hasher.VerifyHashedPassword(account, hash, number) == PasswordVerificationResult.Failed)
            return await Refuse(account, "short number");
        await Change(account.Id, a => (a.PinFailures, a.PinLockedUntil) = (0, null));
        await accessLog.Write(AccessEvent.SignedIn, name, $"short number on {device!.Name}", account);
        return await Ticket(account, device.Id);
    }

    /// <summary>Ends the session.</summary>
    public async Task SignOut(Account? account)
    {
        if (account is not null) await accessLog.Write(AccessEvent.SignedOut, account.UserName!);
        await signIn.SignOutAsync();
    }

    /// <summary>Lets in whoever has proved to be the account by password or by a link; asks for a time code where one is asked.</summary>
    internal async Task<Knock> Proceed(Account account, string way)
    {
        if (account.TwoFactorEnabled) return new(Answered.AsksCode, SealOf(account));
        return await second.IsRequired() ? new(Answered.AsksSetup, SealOf(account)) : await Begin(account, way);
    }

    /// <summary>Begins a session for whoever has proved all that is asked.</summary>
    internal async Task<Knock> Begin(Account account, string way)
    {
        // Whoever knows the password may use the short number again.
        await Free(account.Id);
        await accessLog.Write(AccessEvent.SignedIn, account.UserName!, way, account);
        return await Ticket(account, null);
    }

    /// <summary>Begins a session for whoever has proved all that is asked while the account was changed.</summary>
    internal async Task<Knock> Began(int account, string way) =>
        await Begin((await users.ById(account))!, way);

    /// <summary>Goes on with one's own session after its stamp was changed: every other one ends.</summary>
    internal async Task GoOn(int account) =>
        await Ticket((await users.ById(account))!, null);

    /// <summary>Counts a try in one statement, the fifth begins a rest; false where one is on.</summary>
    internal async Task<bool> Counted(Account account)
    {
        var until = (DateTimeOffset?)new DateTimeOffset(Now, TimeSpan.Zero).Add(Rest);
        await using var db = await databases.CreateDbContextAsync();
        if (account.LockoutEnd is { } over && over <= Now)
        {
            await db.Users.Where(u => u.Id == account.Id && u.LockoutEnd == over)
                .ExecuteUpdateAsync(s => s.SetProperty(u => u.LockoutEnd, (DateTimeOffset?)null).SetProperty(u => u.AccessFailedCount, 0));
        }
        return await db.Users.Where(u => u.Id == account.Id && u.LockoutEnd == null).ExecuteUpdateAsync(s => s
            .SetProperty(u => u.LockoutEnd, u => u.AccessFailedCount + 1 >= MostFailures ? until : u.LockoutEnd)
            .SetProperty(u => u.AccessFailedCount, u => u.AccessFailedCount + 1)) == 1;
    }

    /// <summary>No try counts against the account any more, and no rest is on.</summary>
    internal Task<bool> Free(int account) =>
        Change(account, a => (a.AccessFailedCount, a.LockoutEnd, a.PinFailures, a.PinLockedUntil) = (0, null, 0, null));

    /// <summary>Says in the log that a try was refused, and that it was the one that begins a rest.</summary>
    private async Task<Knock> Refuse(Account? account, string about)
    {
        var name = account?.UserName ?? "";
        await accessLog.Write(AccessEvent.Refused, name, about);
        await using var db = await databases.CreateDbContextAsync();
        var now = account is null ? null : await db.Users.AsNoTracking().FirstOrDefaultAsync(u => u.Id == account.Id);
        var begun = now is not null && ((now.LockoutEnd is { } until && until < DateTimeOffset.MaxValue && account!.LockoutEnd != until)
            || (now.PinLockedUntil > Now && account!.PinLockedUntil != now.PinLockedUntil));
        if (begun) await accessLog.Write(AccessEvent.Rests, name, $"for {Rest.TotalMinutes:0} minutes");
        return new(Answered.Refused);
    }

    private string SealOf(Account account) => Seal.Protect($"{account.Id} {account.SecurityStamp}", PendingLasts);

    /// <summary>The account that a seal means; null where it is broken, has run out, or the account was changed since.</summary>
    private async Task<Account?> Meant(string pending)
    {
        try
        {
            var parts = Seal.Unprotect(pending).Split(' ');
            return await users.FindByIdAsync(parts[0]) is { } account && account.SecurityStamp == parts[1]
                && account.LockoutEnd != DateTimeOffset.MaxValue ? account : null;
        }
        catch (Exception e) when (e is CryptographicException or FormatException)
        {
            return null;
        }
    }

    private async Task<Knock> Ticket(Account account, int? device)
    {
        // A new ticket whatever was there before: a session handed to somebody beforehand is worth nothing.
        await signIn.SignOutAsync();
        var properties = new AuthenticationProperties { IsPersistent = false };
        properties.Items[Since] = Now.Ticks.ToString(CultureInfo.InvariantCulture);
        if (device is { } on) properties.Items[Devices.Begun] = on.ToString(CultureInfo.InvariantCulture);
        // By a handler of its own: the request's still holds the key of the session that was just ended, and would begin that one again.
        var services = signIn.Context.RequestServices;
        var scheme = await services.GetRequiredService<IAuthenticationSchemeProvider>().GetSchemeAsync(IdentityConstants.ApplicationScheme);
        var handler = ActivatorUtilities.CreateInstance<CookieAuthenticationHandler>(services);
        await handler.InitializeAsync(scheme!, signIn.Context);
        await handler.SignInAsync(await signIn.CreateUserPrincipalAsync(account), properties);
        return new(Answered.In);
    }

    private async Task<bool> Change(int id, Action<Account> change)
    {
        await using var db = await databases.CreateDbContextAsync();
        await using var transaction = await db.Database.BeginTransactionAsync();
        if (await db.Users.FirstOrDefaultAsync(u => u.Id == id) is not { } account) return false;
        change(account);
        await db.SaveChangesAsync();
        await transaction.CommitAsync();
        return true;
    }
}
