using System.Globalization;
using System.Security.Claims;
using Hasp.Store;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;

namespace Hasp.Web.Services;

/// <summary>Who asks, and what that person may do. Where accounts are off, whoever sits at this machine is the owner.</summary>
public sealed class Access(IDbContextFactory<HaspDb> databases, IOptions<ServerOptions> options, IOptions<IdentityOptions> identity)
{
    private IReadOnlyDictionary<int, Role> _roles = new Dictionary<int, Role>();

    /// <summary>True where people sign in.</summary>
    public bool IsOn => options.Value.Accounts;

    /// <summary>Who is signed in; null where nobody is.</summary>
    public Account? Account { get; private set; }

    /// <summary>True for a session that was begun by a short number: it records, and neither designs nor owns.</summary>
    public bool IsByNumber { get; private set; }

    /// <summary>True for whoever may do everything.</summary>
    private bool IsOwner => !IsOn || Account is { IsOwner: true };

    /// <summary>True where whoever asks is let past the door.</summary>
    public bool IsIn => !IsOn || Account is not null;

    /// <summary>True where whoever asks may do this in a project; in any, where none is named.</summary>
    public bool May(Right right, int? project)
    {
        if (right == Right.Open) return true;
        if (IsByNumber && !Requirements.GrantsByNumber(right)) return false;
        if (IsOwner) return true;
        if (Account is null || right == Right.Own) return false;
        if (right is Right.Member or Right.Account) return true;
        return project is { } one ? _roles.TryGetValue(one, out var role) && Requirements.Grants(role, right)
            : _roles.Values.Any(r => Requirements.Grants(r, right));
    }

    /// <summary>True where a project may be seen.</summary>
    public bool Sees(int project) => May(Right.Read, project);

    /// <summary>The role that counts in a project, in words.</summary>
    public string RoleIn(int? project)
    {
        if (Account is null) return "";
        if (Account.IsOwner && !IsByNumber) return "owner";
        var given = Account.IsOwner ? Role.Approver
            : project is { } one && _roles.TryGetValue(one, out var role) ? role : _roles.Values.DefaultIfEmpty().Max();
        return (IsByNumber && given > Requirements.MostByNumber ? Requirements.MostByNumber : given).ToString().ToLowerInvariant();
    }

    /// <summary>
    /// Takes whoever a session names for this request; false where the account is gone, or its stamp is another since: password changed,
    /// account closed.
    /// </summary>
    /// <param name="named">Whom the session names.</param>
    /// <param name="byNumber">True where it was begun by a short number.</param>
    internal async Task<bool> Recognise(ClaimsPrincipal named, bool byNumber)
    {
        var claims = identity.Value.ClaimsIdentity;
        if (!int.TryParse(named.FindFirstValue(claims.UserIdClaimType), CultureInfo.InvariantCulture, out var id)) return false;
        await using var db = await databases.CreateDbContextAsync();
        if (await db.Users.AsNoTracking().FirstOrDefaultAsync(u => u.Id == id) is not { } account
            || account.SecurityStamp != named.FindFirstValue(claims.SecurityStampClaimType)) return false;
        (Account, IsByNumber) = (account, byNumber);
        _roles = await db.Members.AsNoTracking().Where(m => m.AccountId == id).ToDictionaryAsync(m => m.ProjectId, m => m.Role);
        return true;
    }
}

/// <summary>To be let past the door at all: asked before anything is read of what was sent.</summary>
internal sealed class PastTheDoor : IAuthorizationRequirement;

/// <summary>A right, asked on a thing.</summary>
internal sealed record Asked(Right Right) : IAuthorizationRequirement;

/// <summary>Lets past the door whoever is signed in.</summary>
internal sealed class Doorkeeper(Access access) : AuthorizationHandler<PastTheDoor>
{
    protected override Task HandleRequirementAsync(AuthorizationHandlerContext context, PastTheDoor requirement)
    {
        if (access.IsIn) context.Succeed(requirement);
        return Task.CompletedTask;
    }
}

/// <summary>Grants a right on a thing by the role in its project.</summary>
internal sealed class Rights(Access access) : AuthorizationHandler<Asked, Thing>
{
    protected override Task HandleRequirementAsync(AuthorizationHandlerContext context, Asked requirement, Thing thing)
    {
        if (access.May(requirement.Right, thing.Project)) context.Succeed(requirement);
        return Task.CompletedTask;
    }
}

/// <summary>Names whoever works, for the log and for revisions.</summary>
internal sealed class Authorship(IHttpContextAccessor http) : IAuthorship
{
    public Author Now
    {
        get
        {
            if (http.HttpContext is not { } context) return Author.ThisMachine;
            var access = context.RequestServices.GetRequiredService<Access>();
            var device = Devices.NameOf(context);
            if (access.Account is not { } account) return Author.ThisMachine with { Device = device };
            return new(account.UserName ?? "", access.RoleIn(context.RequestServices.GetRequiredService<Named>().ProjectId), device);
        }
    }
}
