using System.Globalization;
using System.Threading.RateLimiting;
using Hasp.Store;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.HttpOverrides;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.RateLimiting;
using Microsoft.EntityFrameworkCore;

namespace Hasp.Web.Services;

/// <summary>
/// How people sign in: ASP.NET Core Identity, with the rules of OWASP ASVS 4.0 level 2 for passwords (2.1), lockout (2.2.1), sessions (3.2,
/// 3.3) and
/// cookies (3.4).
/// </summary>
internal static class AccountSetup
{
    /// <summary>Name of the limit on tries to sign in.</summary>
    internal const string SignInLimit = "sign in";

    // Of one address, behind which a whole shop may be: an account rests by itself after five.
    private const int TriesAMinute = 60;

    // ASVS 3.3.2 at level 2: idle for half an hour, or twelve hours in all.
    private static readonly TimeSpan Idle = TimeSpan.FromMinutes(30);
    private static readonly TimeSpan Longest = TimeSpan.FromHours(12);

    internal static void AddAccounts(this IServiceCollection services, ServerOptions server)
    {
        services.AddSingleton<IAuthorship, Authorship>();
        services.AddSingleton<FirstLink>();
        services.AddScoped<Access>();
        services.AddScoped<Named>();
        services.AddScoped<Gate>();
        services.AddScoped<IAuthorizationHandler, Doorkeeper>();
        services.AddScoped<IAuthorizationHandler, Rights>();
        // Asked wherever an endpoint does not open itself to anybody, and of addresses that lead nowhere: before anything is read.
        services.AddAuthorization(options => options.FallbackPolicy = new AuthorizationPolicyBuilder()
            .AddRequirements(new PastTheDoor()).Build());
        services.AddSingleton<AccessLog>();
        services.AddScoped<Devices>();
        services.AddScoped<SecondFactor>();
        services.AddScoped<Door>();
        services.AddScoped<People>();
        services.AddIdentityCore<Account>(options =>
        {
            options.Password.RequiredLength = 12;
            options.Password.RequireDigit = options.Password.RequireLowercase = options.Password.RequireUppercase =
                options.Password.RequireNonAlphanumeric = false;
            options.User.RequireUniqueEmail = false;
            options.User.AllowedUserNameCharacters = "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789-._ ";
        }).AddEntityFrameworkStores<HaspDb>().AddSignInManager().AddPasswordValidator<PasswordRules>()
            .AddTokenProvider<CodesOnce>(TokenOptions.DefaultAuthenticatorProvider);
        services.AddScoped<IUserStore<Account>, AccountStore>();
        services.AddAuthentication(IdentityConstants.ApplicationScheme).AddCookie(IdentityConstants.ApplicationScheme, options =>
        {
            options.Cookie.Name = "hasp-session";
            options.CookieManager = new HostCookies();
            options.Cookie.HttpOnly = true;
            options.Cookie.SameSite = SameSiteMode.Strict;
            // Encrypted wherever the way is; without it there is only this machine.
            options.Cookie.SecurePolicy = server.IsBehindProxy ? CookieSecurePolicy.Always : CookieSecurePolicy.SameAsRequest;
            options.ExpireTimeSpan = Idle;
            options.SlidingExpiration = true;
            options.LoginPath = "/signin";
            options.Events.OnValidatePrincipal = Validate;
            options.Events.OnRedirectToLogin = AskToSignIn;
        });
        services.AddSingleton<Sessions>();
        services.AddOptions<CookieAuthenticationOptions>(IdentityConstants.ApplicationScheme)
            .Configure<Sessions>((options, sessions) => options.SessionStore = sessions);
        services.Configure<ForwardedHeadersOptions>(options =>
        {
            options.ForwardedHeaders = ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto | ForwardedHeaders.XForwardedHost;
            foreach (var proxy in server.Proxies) options.KnownProxies.Add(proxy);
        });
    }

    internal static void AddSignInLimit(this RateLimiterOptions limits) =>
        limits.AddPolicy(SignInLimit, context => RateLimitPartition.GetFixedWindowLimiter(
        // Whoever wants to leave is never told to wait.
        HttpMethods.IsPost(context.Request.Method) && context.Request.Query["handler"] != "Out"
            ? context.Connection.RemoteIpAddress?.ToString() ?? "" : "reading",
        from => new FixedWindowRateLimiterOptions { PermitLimit = from == "reading" ? int.MaxValue : TriesAMinute,
            Window = TimeSpan.FromMinutes(1) }));

    /// <summary>True where somebody has an account already.</summary>
    internal static async Task<bool> HasAccounts(this WebApplication app)
    {
        await using var db = await app.Services.GetRequiredService<IDbContextFactory<HaspDb>>().CreateDbContextAsync();
        return await db.Users.AnyAsync();
    }

    /// <summary>A session ends with its longest time, and at once where the password was changed or the account closed.</summary>
    private static async Task Validate(CookieValidatePrincipalContext context)
    {
        var now = context.HttpContext.RequestServices.GetRequiredService<TimeProvider>().GetUtcNow().UtcDateTime;
        var since = context.Properties.Items.TryGetValue(Door.Since, out var text)
            && long.TryParse(text, CultureInfo.InvariantCulture, out var ticks) ? ticks : 0;
        if (now - new DateTime(since, DateTimeKind.Utc) > Longest)
        {
            await End(context);
            return;
        }
        // The account is taken for this request last, when nothing stands against it any more.
        var devices = context.HttpContext.RequestServices.GetRequiredService<Devices>();
        var byNumber = context.Properties.Items.TryGetValue(Devices.Begun, out var begun);
        if ((byNumber && (await devices.Current())?.Id.ToString(CultureInfo.InvariantCulture) != begun)
            || !await context.HttpContext.RequestServices.GetRequiredService<Access>().Recognise(context.Principal!, byNumber))
        {
            await End(context);
            return;
        }
        await devices.Remember();
    }

    private static Task End(CookieValidatePrincipalContext context)
    {
        context.RejectPrincipal();
        return context.HttpContext.SignOutAsync(IdentityConstants.ApplicationScheme);
    }

    /// <summary>A page for people, a header for what a page fetches, a status for programs.</summary>
    private static Task AskToSignIn(RedirectContext<CookieAuthenticationOptions> context)
    {
        var request = context.Request;
        if (request.Path.StartsWithSegments("/api", StringComparison.OrdinalIgnoreCase))
        {
            return Results.Problem(
                statusCode: 401, title: "Not signed in", detail: "Sign in first; what was not sent yet stays on the device.")
                    .ExecuteAsync(context.HttpContext);
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
