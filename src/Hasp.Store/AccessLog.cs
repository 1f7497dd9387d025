using System.Security.Cryptography;
using System.Text;
using System.Text.Json.Nodes;

namespace Hasp.Store;

/// <summary>Something that happens at the door, or to who is let in: kept as an entry of the shop's log.</summary>
/// <param name="Id">Stable name in the log.</param>
/// <param name="Words">As the owner's page says it.</param>
public sealed record AccessEvent(string Id, string Words)
{
    public static readonly AccessEvent
        SignedIn = new("signed-in", "signed in"),
        Refused = new("refused", "tried to sign in and was refused"),
        Rests = new("rests", "was tried too often and rests"),
        SignedOut = new("signed-out", "signed out"),
        Denied = new("denied", "asked for what that account may not"),
        AccountMade = new("account-made", "made an account"),
        AccountClosed = new("account-closed", "had the account closed"),
        PasswordChanged = new("password-changed", "changed the password"),
        NumberChanged = new("number-changed", "chose a short number"),
        CodeOn = new("code-on", "signs in with a time code from now on"),
        CodeOff = new("code-off", "signs in without a time code from now on"),
        CodesRenewed = new("codes-renewed", "was given new recovery codes"),
        CodesRequired = new("codes-required", "asks everybody for a time code from now on"),
        CodesFree = new("codes-free", "leaves the time code to each account from now on"),
        ResetMade = new("reset-made", "may choose a new password by a link that was made"),
        ResetUsed = new("reset-used", "chose a new password by a link"),
        Invited = new("invited", "made an invitation"),
        RoleGiven = new("role-given", "was given another role"),
        DeviceApproved = new("device-approved", "approved a device"),
        DeviceRevoked = new("device-revoked", "took back the approval of a device"),
        TakenOver = new("taken-over", "took over entries that another account had made");

    /// <summary>Every one, in the order in which they stand above.</summary>
    public static IReadOnlyList<AccessEvent> All { get; } =
    [
        SignedIn, Refused, Rests, SignedOut, Denied, AccountMade, AccountClosed, PasswordChanged, NumberChanged, CodeOn, CodeOff,
        CodesRenewed, CodesRequired, CodesFree, ResetMade, ResetUsed, Invited, RoleGiven, DeviceApproved, DeviceRevoked, TakenOver,
    ];
}

/// <summary>What an entry of the door says.</summary>
/// <param name="What">What happened.</param>
/// <param name="Who">Name of the account that it happened to; empty where a name was typed that nobody has (what was typed may be a
/// password, and is not kept).</param>
/// <param name="About">More of it, in words.</param>
/// <param name="From">Address that the request came from; empty from a terminal.</param>
public sealed record AccessEntry(AccessEvent What, string Who, string About, string From)
{
    /// <summary>Stable name of the kind of entry.</summary>
    public const string Kind = "access";

    /// <summary>As it is appended to the log.</summary>
    /// <param name="at">When, UTC.</param>
    /// <param name="by">Who did it; null for whoever asks just now.</param>
    public NewEntry ToEntry(DateTime at, Author? by = null) => new(Secrets.New(), Kind, 0, 0, 0, 0, new JsonObject
    {
        ["what"] = What.Id, ["who"] = Who, ["about"] = About, ["from"] = From,
    }.ToJsonString(), at, by);

    /// <summary>Read again; one that cannot be is shown by its text.</summary>
    public static AccessEntry Of(EntryRow row)
    {
        try
        {
            var said = JsonNode.Parse(row.Document)!;
            var what = AccessEvent.All.FirstOrDefault(e => e.Id == (string?)said["what"]);
            if (what is not null) return new(what, (string?)said["who"] ?? "", (string?)said["about"] ?? "", (string?)said["from"] ?? "");
        }
        catch (Exception e) when (e is System.Text.Json.JsonException or InvalidOperationException)
        {
            // Said as it stands.
        }
        return new(new("unreadable", row.Document), "", "", "");
    }
}

/// <summary>Keys that nobody guesses.</summary>
public static class Secrets
{
    /// <summary>32 bytes of chance, fit for an address.</summary>
    public static string New() =>
        Convert.ToBase64String(RandomNumberGenerator.GetBytes(32)).Replace('+', '-').Replace('/', '_').TrimEnd('=');

    /// <summary>What is kept of a key: SHA-256, in hexadecimal digits. A key has 256 bits of chance, so that no slower hash is
    /// needed.</summary>
    public static string HashOf(string key) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(key)));
}

/// <summary>Links by which a new password is chosen.</summary>
public static class ResetLinks
{
    private static readonly TimeSpan Lasts = TimeSpan.FromDays(1);

    /// <summary>A row for the database, and the key of its link, which is kept nowhere.</summary>
    /// <param name="account">Whose password.</param>
    /// <param name="by">Who makes it, in words.</param>
    /// <param name="now">UTC.</param>
    public static (ResetRow Row, string Key) New(int account, string by, DateTime now)
    {
        var key = Secrets.New();
        return (new ResetRow { KeyHash = Secrets.HashOf(key), AccountId = account, MadeBy = by, Until = now + Lasts }, key);
    }
}
