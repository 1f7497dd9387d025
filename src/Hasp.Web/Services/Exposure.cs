using System.Net;
using Microsoft.Extensions.Options;

namespace Hasp.Web.Services;

/// <summary>
/// Who can reach the program. Without accounts whoever reaches it can read and change everything: then it listens to this machine alone.
/// Beyond it, people sign in, and nothing goes over the wire that others could read along.
/// </summary>
internal static class Exposure
{
    /// <summary>Why the program may not be open at the addresses that it is really bound to, with the cure; null where it may.</summary>
    /// <param name="options">How it was started.</param>
    /// <param name="bound">The addresses, as the server names them once it listens: whatever option or variable opened them.</param>
    internal static string? Refusal(ServerOptions options, IEnumerable<string> bound)
    {
        var beyond = bound.Where(a => !IsLoopback(a)).ToList();
        if (beyond.Count == 0) return null;
        if (!options.Accounts)
            return $"Hasp would be open to the network at {beyond[0]}, where everybody could change everything. "
            + $"Use http://127.0.0.1, or add --accounts true, so that people sign in.";
        if (options.IsBehindProxy || beyond.All(IsEncrypted)) return null;
        return $"At {beyond.First(a => !IsEncrypted(a))} passwords would go over the network for all to read. "
            + $"Use an https address with a certificate, or add --behind-proxy true where a proxy on this machine does the "
            + $"encryption, --behind-proxy 192.0.2.7 where one on another does.";
    }

    /// <summary>
    /// True for a Host header that may be answered. Where nobody signs in these are this machine's own names, so that a foreign page cannot
    /// borrow the loopback by a name of its own; where people do, a borrowed name has nobody's session.
    /// </summary>
    internal static bool Admits(ServerOptions options, string host) =>
        (options.Accounts && options.Public is null)
        || IsThisMachine(host) || string.Equals(host, options.Public?.Host, StringComparison.OrdinalIgnoreCase)
        || options.Hosts.Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            .Contains(host, StringComparer.OrdinalIgnoreCase);

    /// <summary>True for this machine's own names.</summary>
    internal static bool IsThisMachine(string host) => host is "localhost" or "127.0.0.1" or "[::1]" or "::1";

    private static bool IsEncrypted(string url) => url.StartsWith("https", StringComparison.OrdinalIgnoreCase);

    // What cannot be read as an address of this machine alone is none.
    private static bool IsLoopback(string url) =>
        url.StartsWith("http://unix:", StringComparison.Ordinal) || url.StartsWith("http://pipe:", StringComparison.Ordinal)
            || (Uri.TryCreate(url, UriKind.Absolute, out var uri) && uri.IsLoopback);
}

/// <summary>Nothing is answered until it is known where the program is open, and that it may be open there.</summary>
public sealed class Doors
{
    private readonly TaskCompletionSource _opened = new(TaskCreationOptions.RunContinuationsAsynchronously);

    private readonly TaskCompletionSource _answered = new(TaskCreationOptions.RunContinuationsAsynchronously);

    /// <summary>Done when the first of those who waited or came has had an answer.</summary>
    internal Task Answered => _answered.Task;

    /// <summary>Lets everybody in.</summary>
    internal void Open() => _opened.SetResult();

    /// <summary>Done when they are open.</summary>
    internal Task Opened => _opened.Task;

    internal async Task Wait(HttpContext context, RequestDelegate next)
    {
        await _opened.Task.WaitAsync(context.RequestAborted);
        await next(context);
        _answered.TrySetResult();
    }
}

/// <summary>
/// Behind a proxy, what is not encrypted comes from that proxy or from this machine; whoever else reaches the port is turned away, and is
/// not believed what a proxy would say of itself.
/// </summary>
internal sealed class OnlyTheProxy(RequestDelegate next, IOptions<ServerOptions> options)
{
    private readonly HashSet<IPAddress> _known = [.. options.Value.Proxies];

    public Task InvokeAsync(HttpContext context)
    {
        var peer = context.Connection.RemoteIpAddress;
        if (context.Request.IsHttps || peer is null || IPAddress.IsLoopback(peer) || _known.Contains(peer)
            || _known.Contains(peer.MapToIPv4())) return next(context);
        context.Response.StatusCode = StatusCodes.Status421MisdirectedRequest;
        return Task.CompletedTask;
    }
}

/// <summary>Answers only to this machine's names, and lets only pages of this very site ask for anything that is changed or costs
/// work.</summary>
internal sealed class SameSite(RequestDelegate next, IOptions<ServerOptions> options)
{
    public Task InvokeAsync(HttpContext context)
    {
        var request = context.Request;
        if (!Exposure.Admits(options.Value, request.Host.Host))
        {
            context.Response.StatusCode = StatusCodes.Status421MisdirectedRequest;
            return Task.CompletedTask;
        }
        if (IsForeign(request) && !IsReading(request))
        {
            context.Response.StatusCode = StatusCodes.Status403Forbidden;
            return Task.CompletedTask;
        }
        return next(context);
    }

    private static bool IsReading(HttpRequest request) =>
        (HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method)) && request.Headers["Sec-Fetch-Mode"] == "navigate";

    /// <summary>True where a browser says that another site asks. Programs that are no browsers say nothing of the kind.</summary>
    private static bool IsForeign(HttpRequest request)
    {
        if (request.Headers["Sec-Fetch-Site"].FirstOrDefault() is "cross-site" or "same-site") return true;
        return request.Headers.Origin.FirstOrDefault() is { Length: > 0 } origin
            && !origin.Equals($"{request.Scheme}://{request.Host}", StringComparison.OrdinalIgnoreCase);
    }
}
