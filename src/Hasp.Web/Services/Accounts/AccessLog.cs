using System.Collections.Concurrent;
using Hasp.Store;

namespace Hasp.Web.Services;

/// <summary>
/// What happens at the door, each an entry of the shop's log (ASVS 7.1, 7.2): written before it takes effect, so that what cannot be
/// written
/// does not happen.
/// </summary>
public sealed class AccessLog(ShopLog log, IHttpContextAccessor http, TimeProvider clock)
{
    // Whoever may come in could fill the disk with what he may not: of each account so many a minute are written, and that there were more.
    private const int DenialsAMinute = 30;
    private readonly ConcurrentDictionary<string, (long Minute, int Times)> _denials = [];

    /// <summary>Writes an entry.</summary>
    /// <param name="what">What happened.</param>
    /// <param name="who">Name of the account that it happened to.</param>
    /// <param name="about">More of it, in words.</param>
    /// <param name="by">Who did it, where that is not yet known of the request.</param>
    public Task Write(AccessEvent what, string who, string about = "", Account? by = null)
    {
        var from = http.HttpContext?.Connection.RemoteIpAddress?.ToString() ?? "";
        var author = by is null ? null : new Author(by.UserName ?? "", by.IsOwner ? "owner" : "", Devices.NameOf(http.HttpContext!));
        return log.Append([new AccessEntry(what, who, about, from).ToEntry(clock.GetUtcNow().UtcDateTime, author)]);
    }

    /// <summary>Somebody asked for what that account may not have.</summary>
    internal Task Denied(HttpContext context, string who)
    {
        var minute = clock.GetUtcNow().Ticks / TimeSpan.TicksPerMinute;
        var (_, times) = _denials.AddOrUpdate(who, (minute, 1), (_, was) => was.Minute == minute ? (minute, was.Times + 1) : (minute, 1));
        if (times > DenialsAMinute) return Task.CompletedTask;
        var asked = $"{context.Request.Method} {context.Request.Path}{context.Request.Query["handler"]}";
        return Write(AccessEvent.Denied, who, times == DenialsAMinute ? $"{asked}, and more in this minute that are not written" : asked);
    }
}
