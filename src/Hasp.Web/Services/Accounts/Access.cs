using System.Globalization;
using Hasp.Store;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;

namespace Hasp.Web.Services;

/// <summary>Who asks, and what that person may do. Where accounts are off, whoever sits at this machine may do everything.</summary>
public sealed class Access(IHttpContextAccessor http, IOptions<ServerOptions> options)
{
    private const string Key = "hasp.access";

    private HttpContext? Http => http.HttpContext;

    /// <summary>True where people sign in.</summary>
    public bool IsOn => options.Value.Accounts;

    /// <summary>Who is signed in; null where nobody is.</summary>
    public Account? Account => (Http?.Items[Key] as Who)?.Account;

    /// <summary>Projects that may be seen; null where all may.</summary>
    public IReadOnlyCollection<int>? Projects => !IsOn || Account is { IsOwner: true } ? null : [.. Roles.Keys];

    private IReadOnlyDictionary<int, Role> Roles => (Http?.Items[Key] as Who)?.Roles ?? new Dictionary<int, Role>();

    /// <summary>True where whoever asks may do this in a project; in any, where none is named.</summary>
    public bool May(Right right, int? project)
    {
        if (right == Right.Open || !IsOn) return true;
        if (Account is not { } account) return false;
        if (account.IsOwner || right == Right.Member) return true;
        if (right == Right.Own) return false;
        return project is { } one ? Roles.TryGetValue(one, out var role) && Requirements.Grants(role, right)
            : Roles.Values.Any(r => Requirements.Grants(r, right));
    }

    /// <summary>True where a project may be seen.</summary>
    public bool Sees(int project) => May(Right.Read, project);

    /// <summary>The role that counts in a project, in words.</summary>
    public string RoleIn(int? project) => Account switch
    {
        null => "",
        { IsOwner: true } => "owner",
        _ => (project is { } one && Roles.TryGetValue(one, out var role) ? role : Roles.Values.DefaultIfEmpty().Max()).ToString()
            .ToLowerInvariant(),
    };

    /// <summary>Sets who asks, for this request.</summary>
    internal void Know(Account account, IReadOnlyDictionary<int, Role> roles) => Http!.Items[Key] = new Who(account, roles);

    private sealed record Who(Account Account, IReadOnlyDictionary<int, Role> Roles);
}

/// <summary>Lets a request through to what it asks for, or says that it may not. Nothing that is not open is reached past it.</summary>
internal sealed class Guard(RequestDelegate next)
{
    internal const string ProjectKey = "hasp.project";

    public async Task InvokeAsync(HttpContext context, Access access, JointStore store, IDbContextFactory<HaspDb> databases,
        UserManager<Account> users)
    {
        if (context.GetEndpoint() is not { } endpoint)
        {
            await next(context);
            return;
        }
        if (access.IsOn && context.User.Identity?.IsAuthenticated == true && users.GetUserId(context.User) is { } id) await Know(access,
            databases, int.Parse(id, CultureInfo.InvariantCulture));
        var need = Requirements.Of(endpoint, context.Request.Method,
            context.Request.RouteValues["handler"] as string ?? context.Request.Query["handler"].ToString());
        if (!access.IsOn || need.Right is Right.Open)
        {
            await next(context);
            return;
        }
        var project = await ProjectOf(context, need.In, access, store);
        context.Items[ProjectKey] = project;
        if (access.Account is null) await AskToSignIn(context);
        // A project that is not one's own is not there.
        else if (project is { } named && !access.Sees(named)) context.Response.StatusCode = StatusCodes.Status404NotFound;
        else if (!access.May(need.Right, need.In == Scope.Any ? null
            : project)) context.Response.StatusCode = StatusCodes.Status403Forbidden;
        else await next(context);
    }

    private static async Task Know(Access access, IDbContextFactory<HaspDb> databases, int id)
    {
        await using var db = await databases.CreateDbContextAsync();
        if (await db.Users.AsNoTracking().FirstOrDefaultAsync(u => u.Id == id) is not { } account) return;
        access.Know(account, await db.Members.AsNoTracking().Where(m => m.AccountId == id)
            .ToDictionaryAsync(m => m.ProjectId, m => m.Role));
    }

    /// <summary>The project that a request is about; null where it is about none.</summary>
    private static async Task<int?> ProjectOf(HttpContext context, Scope scope, Access access, JointStore store) => scope switch
    {
        Scope.Any => null,
        Scope.SentJoint => await Sent(context, "id") is { } joint ? await store.ProjectOf(joint) ?? 0 : 0,
        Scope.SentProject => await Sent(context, "id") ?? 0,
        Scope.Board => await Sent(context, "project") ?? access.Projects?.Order().Cast<int?>().FirstOrDefault(),
        _ => await InAddress(context, store),
    };

    private static async Task<int?> InAddress(HttpContext context, JointStore store)
    {
        if (Number(context.Request.RouteValues["project"]?.ToString()) is { } project) return project;
        var path = context.Request.Path;
        var ofJoint = path.StartsWithSegments("/joints", StringComparison.OrdinalIgnoreCase)
            || path.StartsWithSegments("/api/v1/joints", StringComparison.OrdinalIgnoreCase);
        if (!ofJoint || Number(context.Request.RouteValues["id"]?.ToString()) is not { } joint) return null;
        // A joint that is not there is in nobody's project.
        return await store.ProjectOf(joint) ?? 0;
    }

    /// <summary>A number as the page will take it: from the form before the address. What is sent twice is taken as neither.</summary>
    private static async Task<int?> Sent(HttpContext context, string key)
    {
        var form = context.Request.HasFormContentType ? (await context.Request.ReadFormAsync())[key] : default;
        var query = context.Request.Query[key];
        if (form.Count + query.Count > 1) return form.Concat(query).Distinct().Count() == 1 ? Number(query) ?? Number(form.FirstOrDefault())
            : 0;
        return Number(form) ?? Number(query);
    }

    private static int? Number(string? text) => int.TryParse(text, CultureInfo.InvariantCulture, out var n) ? n : null;

    private static Task AskToSignIn(HttpContext context)
    {
        var request = context.Request;
        if (request.Path.StartsWithSegments("/api", StringComparison.Ordinal))
        {
            return Results.Problem(
                statusCode: 401, title: "Not signed in", detail: "Sign in first; what was not sent yet stays on the device.")
                    .ExecuteAsync(context);
        }
        var to = HttpMethods.IsGet(request.Method) ? request.Path + request.QueryString : "/";
        var address = $"/signin?to={Uri.EscapeDataString(to)}";
        if (request.Headers.ContainsKey("HX-Request"))
        {
            context.Response.StatusCode = StatusCodes.Status401Unauthorized;
            context.Response.Headers["HX-Redirect"] = address;
            return Task.CompletedTask;
        }
        context.Response.Redirect(address);
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
            return access.Account is { } account ? new(account.UserName ?? "", access.RoleIn(context.Items[Guard.ProjectKey] as int?),
                device) : Author.ThisMachine with { Device = device };
        }
    }
}
