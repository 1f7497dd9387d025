using Microsoft.Extensions.Options;

namespace Hasp.Web.Services;

/// <summary>
/// Who can reach the program. Without accounts whoever reaches it can read and change everything: then it listens to this machine alone.
/// Beyond it, people sign in, and nothing goes over the wire that others could read along.
/// </summary>
internal static class Exposure
{
    /// <summary>Why the addresses asked for are refused, with the cure; null where they may be used.</summary>
    internal static string? Refusal(ServerOptions options)
    {
        if (Addresses(options).FirstOrDefault(a => !IsLoopback(a)) is not { } beyond) return null;
        if (!options.Accounts) return $"Hasp would be open to the network at {beyond}, where everybody could change everything. Use http://127.0.0.1, or add --accounts true, so that people sign in.";
        if (options.BehindProxy || Addresses(options).Where(a => !IsLoopback(a)).All(IsEncrypted)) return null;
        return $"At {beyond} passwords would go over the network for all to read. Use an https address with a certificate, or add --behind-proxy true where a proxy does the encryption and nobody else reaches this port.";
    }

    /// <summary>
    /// True for a Host header that may be answered. Where nobody signs in these are this machine's own names, so that a foreign page cannot
    /// borrow the loopback by a name of its own; where people do, a borrowed name has nobody's session.
    /// </summary>
    internal static bool Admits(ServerOptions options, string host) =>
        options.Accounts
        || host is "localhost" or "127.0.0.1" or "[::1]" or "::1"
        || options.Hosts.Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            .Contains(host, StringComparer.OrdinalIgnoreCase);

    private static IEnumerable<string> Addresses(ServerOptions options)
    {
        foreach (var url in options.Urls.Split(';',
            StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)) yield return url;
        // Ports alone mean every address of the machine.
        if (options.HttpPorts.Length > 0) yield return $"http_ports={options.HttpPorts}";
        if (options.HttpsPorts.Length > 0) yield return $"https_ports={options.HttpsPorts}";
    }

    private static bool IsEncrypted(string url) => url.StartsWith("https", StringComparison.OrdinalIgnoreCase);

    private static bool IsLoopback(string url) =>
        Uri.TryCreate(url, UriKind.Absolute, out var uri) && (uri.IsLoopback || url.StartsWith("http://unix:", StringComparison.Ordinal));
}

/// <summary>Answers only to this machine's names, and lets only pages of this very site ask for anything that is changed or costs work.</summary>
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
