using Microsoft.Extensions.Options;

namespace Hasp.Web.Services;

/// <summary>
/// Who can reach the program. It has no accounts: whoever reaches it can read and change everything, so that it listens to this machine
/// alone unless it is told in so many words to do otherwise.
/// </summary>
internal static class Exposure
{
    private const string Flag = "open-to-network";

    /// <summary>Why the addresses asked for are refused, with the cure; null where they may be used.</summary>
    internal static string? Refusal(ServerOptions options)
    {
        if (options.OpenToNetwork) return null;
        var beyond = Addresses(options).FirstOrDefault(a => !IsLoopback(a));
        return beyond is null
            ? null
            : $"Hasp would be open to the network at {beyond}, and it has no accounts: whoever reaches it can change everything. Use http://127.0.0.1, or add --{Flag} true where the network itself is guarded.";
    }

    /// <summary>True for a Host header that may be answered: this machine's own names, so that a foreign page cannot borrow the loopback by a name of its own.</summary>
    internal static bool Admits(ServerOptions options, string host) =>
        options.OpenToNetwork
        || host is "localhost" or "127.0.0.1" or "[::1]" or "::1"
        || options.Hosts.Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).Contains(host, StringComparer.OrdinalIgnoreCase);

    private static IEnumerable<string> Addresses(ServerOptions options)
    {
        foreach (var url in options.Urls.Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)) yield return url;
        // Ports alone mean every address of the machine.
        if (options.HttpPorts.Length > 0) yield return $"http_ports={options.HttpPorts}";
        if (options.HttpsPorts.Length > 0) yield return $"https_ports={options.HttpsPorts}";
    }

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
