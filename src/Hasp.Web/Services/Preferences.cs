using Hasp.Core.Quantities;

namespace Hasp.Web.Services;

/// <summary>What one browser prefers: units and theme, and a key that tells its unfinished typing from another's. Kept in
/// cookies.</summary>
public sealed class Preferences(IHttpContextAccessor http)
{
    private const string UnitsCookie = "hasp-units";
    private const string ThemeCookie = "hasp-theme";
    private const string EditorCookie = "hasp-editor";
    private UnitSystem? _units;
    private string? _theme;

    private HttpContext Http => http.HttpContext!;

    /// <summary>Units shown; SI where nothing was chosen.</summary>
    public UnitSystem Units
    {
        get => _units ??= Http.Request.Cookies[UnitsCookie] == "us" ? UnitSystem.Us : UnitSystem.Si;
        set => Keep(UnitsCookie, (_units = value) == UnitSystem.Us ? "us" : "si");
    }

    /// <summary>Shows units that no browser asked for: of a file that is written by itself.</summary>
    internal void Show(UnitSystem units) => _units = units;

    /// <summary>light, dark, or empty to follow the system.</summary>
    public string Theme
    {
        get => _theme ??= Http.Request.Cookies[ThemeCookie] is "light" or "dark" ? Http.Request.Cookies[ThemeCookie]! : "";
        set => Keep(ThemeCookie, _theme = value);
    }

    /// <summary>This browser's key; made on first use.</summary>
    public string Editor
    {
        get
        {
            if (Http.Request.Cookies[EditorCookie] is { Length: 32 } known) return known;
            if (Http.Items[EditorCookie] is string made) return made;
            var key = Guid.NewGuid().ToString("N");
            Http.Items[EditorCookie] = key;
            Keep(EditorCookie, key);
            return key;
        }
    }

    private void Keep(string name, string value) => Http.Response.Cookies.Append(name, value, new CookieOptions
    {
        HttpOnly = true, Secure = Http.Request.IsHttps, SameSite = SameSiteMode.Strict, MaxAge = TimeSpan.FromDays(365), IsEssential = true,
    });
}
