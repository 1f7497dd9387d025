using System.Security.Cryptography;
using System.Text;
using Hasp.Store;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;

namespace Hasp.Web.Services;

/// <summary>Accounts: made by the first link or by invitation, signed in by password, or by a short number on an approved device.</summary>
public sealed class People(
    UserManager<Account> users, SignInManager<Account> signIn, IDbContextFactory<HaspDb> databases, Devices devices,
    IPasswordHasher<Account> hasher, FirstLink first, TimeProvider clock)
{
    /// <summary>When a session was begun, in its ticket: it ends with the shift at the latest.</summary>
    internal const string Since = "since";

    private const int MostFailures = 5;
    private const int MostPinFailures = 5;
    private const int ShortestPin = 6;
    private const int LongestPin = 12;
    private static readonly TimeSpan Rest = TimeSpan.FromMinutes(15);
    private static readonly TimeSpan PinLock = TimeSpan.FromMinutes(15);
    private static readonly TimeSpan InvitationLasts = TimeSpan.FromDays(7);

    // Hashed where there is no such account, so that the answer takes as long.
    private static readonly Account Nobody = new() { UserName = "nobody" };
    private static readonly string NobodysHash = new PasswordHasher<Account>().HashPassword(Nobody, Secrets.New());

    private DateTime Now => clock.GetUtcNow().UtcDateTime;

    /// <summary>Signs in by password; false where name or password is wrong, or too often was.</summary>
    public async Task<bool> SignIn(string name, string password)
    {
        // Counted before it is looked at: many tries at once are as many. Where there is nobody, or a rest is on, the answer takes as long.
        if (await users.FindByNameAsync(name) is not { PasswordHash: { } hash } account || !await Counted(account))
        {
            hasher.VerifyHashedPassword(Nobody, NobodysHash, password);
            return false;
        }
        if (hasher.VerifyHashedPassword(account, hash, password) == PasswordVerificationResult.Failed) return false;
        // Whoever knows the password may use the short number again.
        await Pin(account.Id, a => (a.AccessFailedCount, a.LockoutEnd, a.PinFailures, a.PinLockedUntil) = (0, null, 0, null));
        await Begin((await users.FindByNameAsync(name))!);
        return true;
    }

    /// <summary>Counts a try in one statement, the fifth begins a rest; false where one is on.</summary>
    private async Task<bool> Counted(Account account)
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

    /// <summary>Signs in by short number on an approved device; false where anything is wrong.</summary>
    public async Task<bool> SignInByPin(string name, string pin)
    {
        var device = await devices.Current();
        var account = device is null ? null : await users.FindByNameAsync(name);
        if (account?.PinHash is not { } hash || account.PinLockedUntil > Now || await users.IsLockedOutAsync(account))
        {
            hasher.VerifyHashedPassword(Nobody, NobodysHash, pin);
            return false;
        }
        // Counted before it is looked at: many tries at once are as many failures.
        await Pin(account.Id, a => (a.PinFailures, a.PinLockedUntil) = a.PinFailures + 1 >= MostPinFailures ? (0, Now + PinLock)
            : (a.PinFailures + 1, a.PinLockedUntil));
        if (hasher.VerifyHashedPassword(account, hash, pin) == PasswordVerificationResult.Failed) return false;
        await Pin(account.Id, a => (a.PinFailures, a.PinLockedUntil) = (0, null));
        await Begin(account, device!.Id);
        return true;
    }

    /// <summary>Ends the session.</summary>
    public Task SignOut() => signIn.SignOutAsync();

    /// <summary>Makes the first account by the link that the start printed; why not, where it cannot be.</summary>
    public async Task<IReadOnlyList<string>> MakeFirst(string key, string name, string password)
    {
        if (!first.Fits(key) || await users.Users.AnyAsync()) return ["The link was used, or is of an earlier start. Start the program again where there is no account yet."];
        var account = new Account { UserName = name, IsOwner = true };
        if (Faults(await users.CreateAsync(account, password)) is { Count: > 0 } faults) return faults;
        first.Use();
        await Begin(account);
        return [];
    }

    /// <summary>An invitation into a project: the key of its link.</summary>
    public async Task<string> Invite(int project, Role role, string by)
    {
        var key = Secrets.New();
        await using var db = await databases.CreateDbContextAsync();
        db.Invitations.Add(new InvitationRow { KeyHash = Devices.HashOf(key), ProjectId = project, Role = role, InvitedBy = by, Until = Now
            + InvitationLasts });
        await db.SaveChangesAsync();
        return key;
    }

    /// <summary>The invitation of a key, while it holds; null where there is none.</summary>
    public async Task<InvitationRow?> Invitation(string? key)
    {
        var (hash, now) = (Devices.HashOf(key ?? ""), Now);
        await using var db = await databases.CreateDbContextAsync();
        return await db.Invitations.AsNoTracking().FirstOrDefaultAsync(i => i.KeyHash == hash && i.UsedAt == null && i.Until > now);
    }

    /// <summary>Makes an account by an invitation; why not, where it cannot be.</summary>
    public async Task<IReadOnlyList<string>> Accept(string? key, string name, string password)
    {
        if (await Invitation(key) is not { } invitation) return ["The invitation was used or has run out: ask for another."];
        var account = new Account { UserName = name };
        if (Faults(await users.CreateAsync(account, password)) is { Count: > 0 } faults) return faults;
        await using var db = await databases.CreateDbContextAsync();
        // Of two who use it at once, one is let in.
        var now = Now;
        if (await db.Invitations.Where(i => i.Id == invitation.Id && i.UsedAt == null)
            .ExecuteUpdateAsync(s => s.SetProperty(i => i.UsedAt, (DateTime?)now)) == 0)
        {
            await users.DeleteAsync(account);
            return ["The invitation was used just now: ask for another."];
        }
        db.Members.Add(new MemberRow { AccountId = account.Id, ProjectId = invitation.ProjectId, Role = invitation.Role });
        await db.SaveChangesAsync();
        await Begin(account);
        return [];
    }

    /// <summary>Changes the password; every other session ends.</summary>
    public async Task<IReadOnlyList<string>> ChangePassword(Account account, string old, string password)
    {
        var own = (await users.FindByIdAsync(account.Id.ToString(System.Globalization.CultureInfo.InvariantCulture)))!;
        var faults = Faults(await users.ChangePasswordAsync(own, old, password));
        if (faults.Count == 0) await Begin(own);
        return faults;
    }

    /// <summary>Chooses a short number; why not, where it cannot be.</summary>
    public async Task<string?> ChoosePin(Account account, string pin)
    {
        if (pin.Length is < ShortestPin or > LongestPin || !pin.All(char.IsAsciiDigit)) return $"{ShortestPin} to {LongestPin} digits.";
        if (pin.Distinct().Count() < 3 || "01234567890123456789".Contains(pin, StringComparison.Ordinal)
            || "98765432109876543210".Contains(pin,
            StringComparison.Ordinal)) return "Too easy to guess: not one digit over and over, and no row of them.";
        await Pin(account.Id, a => (a.PinHash, a.PinFailures, a.PinLockedUntil) = (hasher.HashPassword(a, pin), 0, null));
        return null;
    }

    /// <summary>Everybody with their roles.</summary>
    public async Task<IReadOnlyList<(Account Account, IReadOnlyList<MemberRow> Roles)>> All()
    {
        await using var db = await databases.CreateDbContextAsync();
        var members = (await db.Members.AsNoTracking().ToListAsync()).ToLookup(m => m.AccountId);
        return [.. (await db.Users.AsNoTracking().OrderBy(u => u.UserName).ToListAsync())
            .Select(a => (a, (IReadOnlyList<MemberRow>)[.. members[a.Id]]))];
    }

    /// <summary>Gives an account a role in a project, or takes it away; running sessions see it at their next request.</summary>
    public async Task SetRole(int account, int project, Role? role)
    {
        await using var db = await databases.CreateDbContextAsync();
        await db.Members.Where(m => m.AccountId == account && m.ProjectId == project).ExecuteDeleteAsync();
        if (role is { } given) db.Members.Add(new MemberRow { AccountId = account, ProjectId = project, Role = given });
        await db.SaveChangesAsync();
    }

    /// <summary>Ends an account's access for good: it keeps its name in the records.</summary>
    public async Task Close(int id)
    {
        if (await users.FindByIdAsync(id.ToString(System.Globalization.CultureInfo.InvariantCulture)) is not { IsOwner: false } account) return;
        await users.SetLockoutEndDateAsync(account, DateTimeOffset.MaxValue);
        await users.UpdateSecurityStampAsync(account);
        await Pin(id, a => a.PinHash = null);
    }

    private async Task Begin(Account account, int? device = null)
    {
        // A new ticket whatever was there before: a session handed to somebody beforehand is worth nothing.
        await signIn.SignOutAsync();
        var properties = new AuthenticationProperties { IsPersistent = false };
        properties.Items[Since] = Now.Ticks.ToString(System.Globalization.CultureInfo.InvariantCulture);
        if (device is { } on) properties.Items[Devices.Begun] = on.ToString(System.Globalization.CultureInfo.InvariantCulture);
        // By a handler of its own: the request's still holds the key of the session that was just ended, and would begin that one again.
        var services = signIn.Context.RequestServices;
        var scheme = await services.GetRequiredService<IAuthenticationSchemeProvider>().GetSchemeAsync(IdentityConstants.ApplicationScheme);
        var handler = ActivatorUtilities.CreateInstance<CookieAuthenticationHandler>(services);
        await handler.InitializeAsync(scheme!, signIn.Context);
        await handler.SignInAsync(await signIn.CreateUserPrincipalAsync(account), properties);
    }

    private async Task Pin(int id, Action<Account> change)
    {
        await using var db = await databases.CreateDbContextAsync();
        await using var transaction = await db.Database.BeginTransactionAsync();
        if (await db.Users.FirstOrDefaultAsync(u => u.Id == id) is not { } account) return;
        change(account);
        await db.SaveChangesAsync();
        await transaction.CommitAsync();
    }

    private static IReadOnlyList<string> Faults(IdentityResult result) => [.. result.Errors.Select(e => e.Description)];
}

/// <summary>The link by which the first account is made: printed once at the start, good until it is used.</summary>
public sealed class FirstLink
{
    private string? _key = Secrets.New();

    /// <summary>Its key; null once it was used.</summary>
    public string? Key => _key;

    /// <summary>True for its key, while it holds.</summary>
    public bool Fits(string key) =>
        _key is { } own && CryptographicOperations.FixedTimeEquals(Encoding.UTF8.GetBytes(own), Encoding.UTF8.GetBytes(key));

    /// <summary>It was used.</summary>
    public void Use() => _key = null;
}
