using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using Hasp.Store;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;

namespace Hasp.Web.Services;

/// <summary>
/// Accounts: made by the first link or by invitation, given roles, closed, their passwords chosen anew. Who comes in by them is the
/// <see cref="Door"/>'s affair.
/// </summary>
public sealed class People(
    UserManager<Account> users, IDbContextFactory<HaspDb> databases, Door door, SecondFactor second, AccessLog accessLog,
    IPasswordHasher<Account> hasher, FirstLink first, TimeProvider clock)
{
    private const int ShortestPin = 6;
    private const int LongestPin = 12;
    private static readonly TimeSpan InvitationLasts = TimeSpan.FromDays(7);

    private DateTime Now => clock.GetUtcNow().UtcDateTime;

    /// <summary>Makes the first account by the link that the start printed; why not, where it cannot be.</summary>
    public async Task<IReadOnlyList<string>> MakeFirst(string key, string name, string password)
    {
        if (!first.Fits(key) || await users.Users.AnyAsync())
            return ["The link was used, or is of an earlier start. Start the program again where there is no account yet."];
        var account = new Account { UserName = name, IsOwner = true };
        if (Faults(await users.CreateAsync(account, password)) is { Count: > 0 } faults) return faults;
        first.Use();
        await accessLog.Write(AccessEvent.AccountMade, name, "the first one, owner", account);
        await door.Begin(account, "first link");
        return [];
    }

    /// <summary>An invitation into a project: the key of its link.</summary>
    public async Task<string> Invite(int project, Role role, string by)
    {
        var key = Secrets.New();
        await accessLog.Write(AccessEvent.Invited, by, $"as {Word(role)} in project {project}");
        await using var db = await databases.CreateDbContextAsync();
        db.Invitations.Add(new InvitationRow { KeyHash = Secrets.HashOf(key), ProjectId = project, Role = role, InvitedBy = by, Until = Now
            + InvitationLasts });
        await db.SaveChangesAsync();
        return key;
    }

    /// <summary>The invitation of a key, while it holds; null where there is none.</summary>
    public async Task<InvitationRow?> Invitation(string? key)
    {
        var (hash, now) = (Secrets.HashOf(key ?? ""), Now);
        await using var db = await databases.CreateDbContextAsync();
        return await db.Invitations.AsNoTracking().FirstOrDefaultAsync(i => i.KeyHash == hash && i.UsedAt == null && i.Until > now);
    }

    /// <summary>Makes an account by an invitation; why not, where it cannot be, and what the door asks next.</summary>
    public async Task<(IReadOnlyList<string> Problems, Knock Knock)> Accept(string? key, string name, string password)
    {
        if (await Invitation(key) is not { } invitation) return (["The invitation was used or has run out: ask for another."], default);
        var account = new Account { UserName = name };
        if (Faults(await users.CreateAsync(account, password)) is { Count: > 0 } faults) return (faults, default);
        await using var db = await databases.CreateDbContextAsync();
        // Of two who use it at once, one is let in.
        var now = Now;
        if (await db.Invitations.Where(i => i.Id == invitation.Id && i.UsedAt == null)
            .ExecuteUpdateAsync(s => s.SetProperty(i => i.UsedAt, (DateTime?)now)) == 0)
        {
            await users.DeleteAsync(account);
            return (["The invitation was used just now: ask for another."], default);
        }
        await accessLog.Write(AccessEvent.AccountMade, name,
            $"invited by {invitation.InvitedBy} as {Word(invitation.Role)} in project {invitation.ProjectId}", account);
        db.Members.Add(new MemberRow { AccountId = account.Id, ProjectId = invitation.ProjectId, Role = invitation.Role });
        await db.SaveChangesAsync();
        return ([], await door.Proceed(account, "invitation"));
    }

    /// <summary>Changes the password; every other session ends. A wrong old one counts as a try to sign in.</summary>
    public async Task<IReadOnlyList<string>> ChangePassword(Account account, string old, string password)
    {
        if (!await Knows(account, old))
            return ["The old password is wrong, or was too often: after five wrong ones it rests for a quarter of an hour."];
        var own = (await users.ById(account.Id))!;
        if (await RuleFaults(own, password) is { Count: > 0 } faults) return faults;
        await accessLog.Write(AccessEvent.PasswordChanged, own.UserName!);
        await SetPassword(own, password);
        await door.GoOn(own.Id);
        return [];
    }

    /// <summary>True for the account's password; each wrong one counts as a try to sign in.</summary>
    public async Task<bool> Knows(Account account, string password)
    {
        if (!await door.Counted(account) || hasher.VerifyHashedPassword(account, account.PasswordHash ?? "",
            password) == PasswordVerificationResult.Failed) return false;
        await door.Free(account.Id);
        return true;
    }

    /// <summary>Chooses a short number; why not, where it cannot be.</summary>
    public async Task<string?> ChoosePin(Account account, string pin)
    {
        if (pin.Length is < ShortestPin or > LongestPin || !pin.All(char.IsAsciiDigit)) return $"{ShortestPin} to {LongestPin} digits.";
        if (pin.Distinct().Count() < 3 || "01234567890123456789".Contains(pin, StringComparison.Ordinal)
            || "98765432109876543210".Contains(pin,
            StringComparison.Ordinal)) return "Too easy to guess: not one digit over and over, and no row of them.";
        await accessLog.Write(AccessEvent.NumberChanged, account.UserName!);
        await SetPin(account.Id, hasher.HashPassword(account, pin));
        return null;
    }

    /// <summary>A link by which an account's password is chosen anew, good for a day and once; null where the account is closed.</summary>
    public async Task<string?> MakeReset(int id, string by)
    {
        if (await users.ById(id) is not { } account || IsClosed(account)) return null;
        var (row, key) = ResetLinks.New(id, by, Now);
        await accessLog.Write(AccessEvent.ResetMade, account.UserName!, $"made by {by}");
        await using var db = await databases.CreateDbContextAsync();
        db.Resets.Add(row);
        await db.SaveChangesAsync();
        return key;
    }

    /// <summary>Whose password a link lets choose; null where it was used or has run out.</summary>
    public async Task<Account?> OfReset(string? key)
    {
        var (hash, now) = (Secrets.HashOf(key ?? ""), Now);
        await using var db = await databases.CreateDbContextAsync();
        var row = await db.Resets.AsNoTracking().FirstOrDefaultAsync(r => r.KeyHash == hash && r.UsedAt == null && r.Until > now);
        return row is not null && await users.ById(row.AccountId) is { } account && !IsClosed(account) ? account : null;
    }

    /// <summary>Chooses a new password by a link: time code, short number and sessions of the account are gone with the old one. Why
    /// not, where it cannot be, and what the door asks next.</summary>
    public async Task<(IReadOnlyList<string> Problems, Knock Knock)> Reset(string? key, string password)
    {
        if (await OfReset(key) is not { } account) return (["The link was used or has run out: ask for another."], default);
        if (await RuleFaults(account, password) is { Count: > 0 } faults) return (faults, default);
        var (hash, now) = (Secrets.HashOf(key!), Now);
        await using var db = await databases.CreateDbContextAsync();
        if (await db.Resets.Where(r => r.KeyHash == hash && r.UsedAt == null)
            .ExecuteUpdateAsync(s => s.SetProperty(r => r.UsedAt,
                (DateTime?)now)) == 0) return (["The link was used just now: ask for another."], default);
        await accessLog.Write(AccessEvent.ResetUsed, account.UserName!, by: account);
        await SetPassword(account, password);
        await second.Forget(account);
        await SetPin(account.Id, null);
        return ([], await door.Proceed(account, "link for a new password"));
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
        if (await users.ById(account) is not { } whose) return;
        await accessLog.Write(AccessEvent.RoleGiven, whose.UserName!, $"{(role is { } to ? Word(to) : "none")} in project {project}");
        await using var db = await databases.CreateDbContextAsync();
        await db.Members.Where(m => m.AccountId == account && m.ProjectId == project).ExecuteDeleteAsync();
        if (role is { } given) db.Members.Add(new MemberRow { AccountId = account, ProjectId = project, Role = given });
        await db.SaveChangesAsync();
    }

    /// <summary>Ends an account's access for good: it keeps its name in the records.</summary>
    public async Task Close(int id)
    {
        if (await users.ById(id) is not { IsOwner: false } account) return;
        await accessLog.Write(AccessEvent.AccountClosed, account.UserName!);
        await users.SetLockoutEndDateAsync(account, DateTimeOffset.MaxValue);
        await users.UpdateSecurityStampAsync(account);
        await SetPin(id, null);
    }

    /// <summary>True for an account whose access has ended.</summary>
    public static bool IsClosed(Account account) => account.LockoutEnd == DateTimeOffset.MaxValue;

    private async Task<IReadOnlyList<string>> RuleFaults(Account account, string password)
    {
        var faults = new List<string>();
        foreach (var rule in users.PasswordValidators) faults.AddRange(Faults(await rule.ValidateAsync(users, account, password)));
        return faults;
    }

    // Each of the two gives the account another stamp, with which its sessions end.
    private async Task SetPassword(Account own, string password)
    {
        await users.RemovePasswordAsync(own);
        await users.AddPasswordAsync(own, password);
    }

    private async Task SetPin(int id, string? hash)
    {
        await using var db = await databases.CreateDbContextAsync();
        await db.Users.Where(u => u.Id == id).ExecuteUpdateAsync(s => s.SetProperty(u => u.PinHash, hash)
            .SetProperty(u => u.PinFailures, 0).SetProperty(u => u.PinLockedUntil, (DateTime?)null));
    }

    private static string Word(Role role) => role.ToString().ToLowerInvariant();

    private static IReadOnlyList<string> Faults(IdentityResult result) => [.. result.Errors.Select(e => e.Description)];
}

/// <summary>Accounts by the number that the rest of the house knows them by.</summary>
internal static class AccountsById
{
    internal static Task<Account?> ById(this UserManager<Account> users, int id) =>
        users.FindByIdAsync(id.ToString(CultureInfo.InvariantCulture));
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
