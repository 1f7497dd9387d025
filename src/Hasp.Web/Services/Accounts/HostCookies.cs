using Microsoft.AspNetCore.Authentication.Cookies;

namespace Hasp.Web.Services;

/// <summary>
/// The session's cookie under a name that a browser takes only from this very host, over an encrypted way and for the whole site (prefix
/// <c>__Host-</c>, ASVS 3.4.4); without encryption, which is this machine alone, under its plain name.
/// </summary>
internal sealed class HostCookies : ICookieManager
{
    private readonly ChunkingCookieManager _inner = new();

    private static string NameFor(HttpContext context, string key) => context.Request.IsHttps ? "__Host-" + key : key;

    public string? GetRequestCookie(HttpContext context, string key) => _inner.GetRequestCookie(context, NameFor(context, key));

    public void AppendResponseCookie(HttpContext context, string key, string? value, CookieOptions options) =>
        _inner.AppendResponseCookie(context, NameFor(context, key), value, Whole(context, options));

    public void DeleteCookie(HttpContext context, string key, CookieOptions options) =>
        _inner.DeleteCookie(context, NameFor(context, key), Whole(context, options));

    // The prefix asks for the whole site, no domain, and encryption.
    private static CookieOptions Whole(HttpContext context, CookieOptions options)
    {
        if (context.Request.IsHttps) (options.Path, options.Domain, options.Secure) = ("/", null, true);
        return options;
    }
}
