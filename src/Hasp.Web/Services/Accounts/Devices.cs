using Hasp.Store;
using Microsoft.EntityFrameworkCore;

namespace Hasp.Web.Services;

/// <summary>Devices on which a name and a short number are enough: approved by an account, known by a key in a cookie.</summary>
public sealed class Devices(IDbContextFactory<HaspDb> databases, IHttpContextAccessor http, AccessLog accessLog, TimeProvider clock)
{
    private const string Cookie = "hasp-device";
    private const string Known = "hasp.device";

    /// <summary>In the ticket of a session that was begun by short number: on which device, with which it ends.</summary>
    internal const string Begun = "device";
    private const string EditorCookie = "hasp-editor";

    private HttpContext Http => http.HttpContext!;

    /// <summary>The approved device that asks; null where it is none.</summary>
    public async Task<DeviceRow?> Current()
    {
        if (Http.Request.Cookies[Cookie] is not { Length: > 0 } key) return null;
        var hash = Secrets.HashOf(key);
        await using var db = await databases.CreateDbContextAsync();
        return await db.Devices.AsNoTracking().FirstOrDefaultAsync(d => d.KeyHash == hash && d.RevokedAt == null);
    }

    /// <summary>Approves the device that asks.</summary>
    public async Task Approve(string name, string by)
    {
        var key = Secrets.New();
        await using var db = await databases.CreateDbContextAsync();
        db.Devices.Add(new DeviceRow { Name = name, KeyHash = Secrets.HashOf(key), ApprovedBy = by,
            ApprovedAt = clock.GetUtcNow().UtcDateTime });
        await accessLog.Write(AccessEvent.DeviceApproved, by, name);
        await db.SaveChangesAsync();
        Http.Response.Cookies.Append(Cookie, key,
            new CookieOptions { HttpOnly = true, SameSite = SameSiteMode.Strict, Secure = Http.Request.IsHttps,
            MaxAge = TimeSpan.FromDays(365), IsEssential = true });
    }

    /// <summary>Takes an approval back.</summary>
    public async Task Revoke(int id, string by)
    {
        await using var db = await databases.CreateDbContextAsync();
        if (await db.Devices.AsNoTracking().FirstOrDefaultAsync(d => d.Id == id && d.RevokedAt == null) is not { } device) return;
        await accessLog.Write(AccessEvent.DeviceRevoked, by, device.Name);
        await db.Devices.Where(d => d.Id == id && d.RevokedAt == null)
            .ExecuteUpdateAsync(s => s.SetProperty(d => d.RevokedAt, (DateTime?)clock.GetUtcNow().UtcDateTime));
    }

    /// <summary>Every device, the last approved first.</summary>
    public async Task<IReadOnlyList<DeviceRow>> All()
    {
        await using var db = await databases.CreateDbContextAsync();
        return await db.Devices.AsNoTracking().OrderByDescending(d => d.Id).ToListAsync();
    }

    /// <summary>What a record calls the device of a request: its name, or the browser by the beginning of its key.</summary>
    internal static string NameOf(HttpContext context)
    {
        if (context.Items[Known] is string name) return name;
        return context.Request.Cookies[EditorCookie] is { Length: >= 4 } key && key.All(char.IsAsciiHexDigit) ? $"browser {key[..4]}"
            : "this machine";
    }

    /// <summary>Remembers the name of the device for this request.</summary>
    internal async Task Remember()
    {
        if (await Current() is { } device) Http.Items[Known] = device.Name;
    }
}
