using Microsoft.AspNetCore.Identity;

namespace Hasp.Store;

/// <summary>Somebody who may sign in. Password, lockout and stamps are kept as ASP.NET Core Identity keeps them.</summary>
public sealed class Account : IdentityUser<int>
{
    /// <summary>True for whoever may invite others, approve devices and see every project.</summary>
    public bool IsOwner { get; set; }

    /// <summary>Hash of the short number that serves on an approved device; null where none was chosen.</summary>
    public string? PinHash { get; set; }

    /// <summary>Wrong numbers in a row.</summary>
    public int PinFailures { get; set; }

    /// <summary>Until when no number is tried; null where any may be.</summary>
    public DateTime? PinLockedUntil { get; set; }

    /// <summary>The half minute of the last time code that let in, counted from 1970: neither it nor an earlier one lets in
    /// again.</summary>
    public long CodeStep { get; set; }
}

/// <summary>What the owner of the house has decided about signing in. One row, or none while nothing was.</summary>
public sealed class HouseRow
{
    public int Id { get; set; }

    /// <summary>True where a password alone lets nobody in.</summary>
    public bool CodesRequired { get; set; }
}

/// <summary>A link by which somebody chooses a new password, once; what else was asked of the account at the door goes with the old
/// one.</summary>
public sealed class ResetRow
{
    public int Id { get; set; }

    /// <summary>SHA-256 of the key in the link.</summary>
    public required string KeyHash { get; set; }

    public int AccountId { get; set; }
    public required string MadeBy { get; set; }
    public DateTime Until { get; set; }
    public DateTime? UsedAt { get; set; }
}

/// <summary>What an account may do in a project.</summary>
public enum Role
{
    /// <summary>Looks.</summary>
    Reader,

    /// <summary>Tightens, tests and records.</summary>
    Shop,

    /// <summary>Does that, and witnesses hold points.</summary>
    Inspector,

    /// <summary>Does that, and designs.</summary>
    Engineer,

    /// <summary>Does that, and approves what another has checked.</summary>
    Approver,
}

/// <summary>The role of an account in a project.</summary>
public sealed class MemberRow
{
    public int AccountId { get; set; }
    public int ProjectId { get; set; }
    public Role Role { get; set; }
}

/// <summary>A device on which a name and a short number are enough.</summary>
public sealed class DeviceRow
{
    public int Id { get; set; }
    public required string Name { get; set; }

    /// <summary>SHA-256 of the key that its cookie holds.</summary>
    public required string KeyHash { get; set; }

    public required string ApprovedBy { get; set; }
    public DateTime ApprovedAt { get; set; }
    public DateTime? RevokedAt { get; set; }
}

/// <summary>A link by which somebody makes an account of their own, once.</summary>
public sealed class InvitationRow
{
    public int Id { get; set; }

    /// <summary>SHA-256 of the key in the link.</summary>
    public required string KeyHash { get; set; }

    public int ProjectId { get; set; }
    public Role Role { get; set; }
    public required string InvitedBy { get; set; }
    public DateTime Until { get; set; }
    public DateTime? UsedAt { get; set; }
}

/// <summary>Who does something: kept with every record and every revision.</summary>
/// <param name="Account">Name of the account; empty where nobody is asked to sign in.</param>
/// <param name="Role">In which role.</param>
/// <param name="Device">From which device.</param>
public sealed record Author(string Account, string Role, string Device)
{
    /// <summary>Whoever sits at this machine, where nobody is asked to sign in.</summary>
    public static Author ThisMachine { get; } = new("", "", "this machine");

    /// <summary>As a record prints it.</summary>
    public string Words => Account.Length == 0 ? Device : $"{Account} ({Role}), {Device}";
}

/// <summary>Tells who is at work.</summary>
public interface IAuthorship
{
    /// <summary>Who asks just now.</summary>
    Author Now { get; }
}
