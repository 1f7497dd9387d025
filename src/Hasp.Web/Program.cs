using System.Threading.RateLimiting;
using Hasp.Store;
using Hasp.Web.Api;
using Hasp.Web.Demo;
using Hasp.Web.Report;
using Hasp.Web.Services;
using Hasp.Web.Services.Shop;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

// The files that are served lie beside the program, wherever it is started from.
var builder = WebApplication.CreateBuilder(new WebApplicationOptions { Args = args, ContentRootPath = AppContext.BaseDirectory });
builder.Logging.AddSimpleConsole(console => (console.SingleLine, console.TimestampFormat) = (true, "yyyy-MM-dd HH:mm:ss "));
builder.Logging.AddFilter("Microsoft", LogLevel.Warning);
// A database that is not ready is told by the answer; each question need not be.
builder.Logging.AddFilter("Microsoft.Extensions.Diagnostics.HealthChecks", LogLevel.None);
// Its keys sign forms on this machine only and lie in the data folder, readable by its owner.
builder.Logging.AddFilter("Microsoft.AspNetCore.DataProtection", LogLevel.Error);

// Loopback unless told otherwise: what people type about their structures stays on their machine.
var server = builder.Configuration.Get<ServerOptions>() ?? new();
if (server.Urls.Length == 0 && server.HttpPorts.Length == 0)
{
    builder.WebHost.UseUrls("http://127.0.0.1:5080");
}

// A certificate is where whoever starts the program says it is, and not beside the program.
foreach (var (setting, value) in builder.Configuration.AsEnumerable()
    .Where(s => ServerOptions.NamesCertificate(s.Key) && s.Value is { Length: > 0 }).ToList())
{
    builder.Configuration[setting] = Path.GetFullPath(value!);
}

if (server.ProxyFault is { } noProxy) return Refuse($"--behind-proxy takes true, or addresses such as 192.0.2.7; {noProxy} is none.");

if (server.PublicUrl.Length > 0 && server.Public is null)
    return Refuse($"--public-url takes an address such as https://bolts.example.org; {server.PublicUrl} is none.");

// What signs the entries lies outside the folder that it signs for. Where nobody named a place and there is none, entries are kept
// unsigned, and say so.
var path = Path.GetFullPath(server.Data);
Signing? signing = null;
string? unsigned = null;
if (server.Prepare.Length == 0 && !server.Routes)
{
    try
    {
        signing = Signing.For(path, server.SigningKey, server.Checkpoints);
    }
    catch (UnusableFolderException e) when (server.SigningKey.Length == 0)
    {
        unsigned = e.Message;
    }
    catch (UnusableFolderException e)
    {
        return Refuse(e.Message);
    }
}

// A few that write to the disk at once must not make everybody else wait for another thread.
ThreadPool.SetMinThreads(Math.Max(16, 4 * Environment.ProcessorCount), 16);
// The database is made or upgraded while the host is put together: neither waits for the other.
var database = Path.Combine(path, "hasp.db");
var opening = Task.Run(() =>
{
    var folder = DataFolder.Open(path, server.Prepare.Length > 0 ? default : Prepared.For(server));
    if (folder.IsNew) signing?.Heads.SetAside();
    // The first question costs more than all that follow.
    HaspDb.Warm(database);
    return folder;
});
builder.Services.AddDbContextFactory<HaspDb>(options => HaspDb.Configure(options, database));
builder.Services.AddDataProtection().PersistKeysToFileSystem(new DirectoryInfo(Path.Combine(path, "keys"))).SetApplicationName("Hasp");
builder.Services.AddSingleton<Doors>();
builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddHttpContextAccessor();
builder.Services.AddAccounts(server);
builder.Services.AddSingleton<JointStore>();
builder.Services.AddSingleton<JointLineStore>();
builder.Services.AddSingleton<JointLines>();
builder.Services.AddHostedService(services => services.GetRequiredService<JointLines>());
if (signing is not null) builder.Services.AddSingleton(signing);
builder.Services.AddSingleton<ShopLog>();
builder.Services.AddSingleton<ShopFloor>();
builder.Services.AddScoped<ProjectShop>();
builder.Services.AddSingleton<SharedRecords>();
builder.Services.AddScoped<Signatures>();
builder.Services.AddSingleton<Points>();
builder.Services.AddSingleton<ReportFile>();
builder.Services.AddScoped<Packs>();
builder.Services.AddSingleton<ChainWatch>();
builder.Services.AddHostedService(services => services.GetRequiredService<ChainWatch>());
builder.Services.AddSingleton<Recorder>();
builder.Services.AddSingleton<TestedLots>();
builder.Services.AddScoped<Preferences>();
builder.Services.AddScoped<Workbench>();
builder.Services.Configure<ServerOptions>(builder.Configuration);
builder.Services.Configure<JobOptions>(builder.Configuration.GetSection(JobOptions.Section));
builder.Services.AddSingleton<Jobs>();
builder.Services.AddSingleton<KeptResults>();
builder.Services.AddSingleton<LoadSets>();
builder.Services.AddSingleton<ProjectBasis>();
builder.Services.AddSingleton<Imports>();
// The gate stands before every handler, and asks for the form's own token itself, after the right.
builder.Services.AddScoped<PageGate>();
builder.Services.AddRazorPages(pages =>
{
    pages.Conventions.AddPageRoute("/Accounts/First", "/invite");
    pages.Conventions.ConfigureFilter(new IgnoreAntiforgeryTokenAttribute());
}).AddMvcOptions(mvc =>
{
    mvc.ModelBinderProviders.Insert(0, new IdBinders());
    // Of all filters and of every page the first: what a page does of its own before its handler is behind the gate as well.
    mvc.Filters.Add(new ServiceFilterAttribute<PageGate> { Order = int.MinValue });
});
builder.Services.AddAntiforgery(options => (options.HeaderName, options.Cookie.SecurePolicy) = ("RequestVerificationToken",
    CookieSecurePolicy.SameAsRequest));
// What is carried from a form to the page after it may be a link or a code: as private as the session.
builder.Services.Configure<CookieTempDataProviderOptions>(options => (options.Cookie.SecurePolicy, options.Cookie.SameSite) =
    (CookieSecurePolicy.SameAsRequest, SameSiteMode.Strict));
builder.Services.AddApiDescription();
builder.Services.AddProblemDetails();
builder.Services.AddHealthChecks().AddCheck<DatabaseHealth>("database");
// More than this at once would only make everybody wait; who is turned away is told to come again.
builder.Services.AddRateLimiter(limits =>
{
    limits.RejectionStatusCode = StatusCodes.Status503ServiceUnavailable;
    var together = new ConcurrencyLimiterOptions { PermitLimit = server.Requests, QueueLimit = server.RequestsWaiting };
    limits.AddSignInLimit();
    limits.GlobalLimiter = PartitionedRateLimiter.Create<HttpContext, int>(_ => RateLimitPartition.GetConcurrencyLimiter(0, _ => together));
});
builder.Services.AddResponseCompression(options => options.EnableForHttps = true);

var app = builder.Build();

var doors = app.Services.GetRequiredService<Doors>();
app.Use(doors.Wait);
if (server.IsBehindProxy)
{
    app.UseMiddleware<OnlyTheProxy>();
    app.UseForwardedHeaders();
}
app.UseMiddleware<SlowRequests>();
app.UseExceptionHandler(new ExceptionHandlerOptions
{
    ExceptionHandler = Problems.Write,
    // What was sent out of order is told to whoever sent it, and is no failure of the server's.
    SuppressDiagnosticsCallback = c => c.Exception is InvalidDataException or BadHttpRequestException,
});
app.UseStatusCodePages(Problems.Write);
app.UseResponseCompression();
app.Use(static (context, next) =>
{
    var headers = context.Response.Headers;
    headers.ContentSecurityPolicy =
        "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; connect-src 'self'; worker-src 'self'; manifest-src 'self'; "
            + "form-action 'self'; base-uri 'none'; frame-ancestors 'none'";
    headers.XContentTypeOptions = "nosniff";
    if (context.Request.IsHttps) headers.StrictTransportSecurity = "max-age=31536000";
    headers["Referrer-Policy"] = "same-origin";
    return next(context);
});
app.UseStaticFiles(new StaticFileOptions
{
    // What is asked for by its fingerprint never changes; fonts and libraries not under one version; anything else is asked about each
    // time.
    OnPrepareResponse = static c => c.Context.Response.Headers.CacheControl =
        c.Context.Request.Query.ContainsKey("v") ? "public, max-age=31536000, immutable"
        : c.Context.Request.Path.StartsWithSegments("/lib", StringComparison.Ordinal) ? "public, max-age=604800"
        : "no-cache",
});
app.UseMiddleware<SameSite>();
app.UseRouting();
// After the routes: a page may have a limit of its own.
app.UseRateLimiter();
app.UseAuthentication();
app.UseAuthorization();
app.UseAntiforgery();
app.MapRazorPages();
var endpoints = app.MapGroup("").AddEndpointFilter<RouteGroupBuilder, EndpointGate>();
endpoints.MapJointApi();
endpoints.MapRecordApi();
endpoints.MapShopApi();
endpoints.MapOpenApi("/openapi.json").Needs(Right.Member, Scope.Any);
// Alive: the process answers. Ready: the database does too.
app.MapHealthChecks("/health/live", new() { Predicate = _ => false }).AllowAnonymous();
app.MapHealthChecks("/health/ready").AllowAnonymous();

if (server.Prepare.Length > 0)
{
    using var made = await opening;
    await Prepared.Write(app.Services, made, server.Prepare);
    return 0;
}

// What may be done by whom, to be read and to be tested: nothing is served.
if (server.Routes)
{
    Console.Write(await AccessTable.Of(app));
    return 0;
}

// The addresses are opened while the folder is: whoever comes waits at the doors, and nothing is served, nor said to be, before both are
// ready and what is bound was judged.
var starting = app.StartAsync();
DataFolder folder;
try
{
    folder = await opening;
    // What the first page needs is warmed while the rest is done.
    _ = Task.Run(() => app.Services.GetRequiredService<IDataProtectionProvider>().CreateProtector("warm").Protect("key ring"));
    if (server.Demo && !folder.IsPrepared)
    {
        await AldermereLock.Seed(app.Services.GetRequiredService<JointStore>());
        Steps.Reached("seed:joints");
    }
}
catch (UnusableFolderException e)
{
    return Refuse(e.Message);
}
using var held = folder;
try
{
    await starting;
}
catch (IOException e)
{
    // An address that another program has.
    return Refuse(e.Message);
}
if (Exposure.Refusal(server, app.Urls) is { } exposed)
{
    await app.StopAsync();
    return Refuse(exposed);
}
var firstAccount = server.Accounts && !await app.HasAccounts() ? app.Services.GetRequiredService<FirstLink>().Key : null;
Log.Started(app.Logger, typeof(Program).Assembly.GetName().Version?.ToString() ?? "", held.Path);
if (held.Upgraded) Log.Upgraded(app.Logger);
if (unsigned is not null) Log.Unsigned(app.Logger, unsigned);
foreach (var url in app.Urls) Console.WriteLine($"Hasp is at {url}");
if (firstAccount is { } key) foreach (var url in app.Urls) Console.WriteLine($"Make the first account at {url}/first?key={key}");
doors.Open();
if (server.Demo) await AldermereShop.LayIn(app.Services, server, doors.Answered);
await app.WaitForShutdownAsync();
return 0;

// One plain sentence with a cure, on the error stream, and an exit code that a script can see.
static int Refuse(string sentence)
{
    Console.Error.WriteLine(sentence);
    return 1;
}

/// <summary>The web application; public so that tests can start it.</summary>
public partial class Program;
