using System.Text;
using Hasp.Store;
using Microsoft.AspNetCore.Mvc.Abstractions;
using Microsoft.AspNetCore.Mvc.Infrastructure;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Mvc.RazorPages.Infrastructure;

namespace Hasp.Web.Services;

/// <summary>One thing that may be asked of the program.</summary>
/// <param name="Method">GET, POST, …</param>
/// <param name="Path">Its address, with what stands for numbers.</param>
/// <param name="Handler">Name of the page's handler; empty for the plain one.</param>
/// <param name="Need">What it asks.</param>
public sealed record Reachable(string Method, string Path, string Handler, NeedsAttribute Need)
{
    /// <summary>Address with its handler.</summary>
    public string Address => Handler.Length == 0 ? Path : $"{Path}?handler={Handler}";
}

/// <summary>Every page handler and every endpoint with what it asks and who has it: made from the routes themselves.</summary>
public static class AccessTable
{
    /// <summary><c>docs/access.md</c>.</summary>
    public static async Task<string> Of(WebApplication app)
    {
        var text = new StringBuilder("""
            # Who may do what

            Made from the routes: `dotnet run --project src/Hasp.Web -c Release -- --routes true > docs/access.md`; a test keeps it current. Where accounts are off, whoever sits at the machine may do everything.

            | Method | Address | Asks | In | Nobody | Reader | Shop | Inspector | Engineer | Owner |
            |---|---|---|---|---|---|---|---|---|---|

            """);
        foreach (var r in await All(app))
        {
            var may = Enum.GetValues<Role>().Select(role => Requirements.Grants(role, r.Need.Right) ? "yes" : "");
            text.Append($"| {r.Method} | `{r.Address}` | {r.Need.Right} | {r.Need.In} | {(r.Need.Right == Right.Open ? "yes" : "")} | {string.Join(" | ", may)} | yes |\n");
        }
        return text.ToString();
    }

    /// <summary>All that may be asked, by address.</summary>
    public static async Task<IReadOnlyList<Reachable>> All(WebApplication app)
    {
        var found = new List<Reachable>();
        var loader = app.Services.GetRequiredService<PageLoader>();
        foreach (var page in app.Services.GetRequiredService<IActionDescriptorCollectionProvider>()
            .ActionDescriptors.Items.OfType<PageActionDescriptor>())
        {
            var compiled = await loader.LoadAsync(page, EndpointMetadataCollection.Empty);
            var endpoint = new Endpoint(null, new EndpointMetadataCollection(compiled), null);
            var path = "/" + (compiled.AttributeRouteInfo?.Template ?? "").TrimStart('/');
            var handlers = compiled.HandlerMethods.Select(h => (h.HttpMethod, Name: h.Name ?? "")).ToList();
            // A page without a model is only looked at.
            if (handlers.Count == 0) handlers.Add(("GET", ""));
            found.AddRange(handlers.Select(h => new Reachable(h.HttpMethod.ToUpperInvariant(), path, h.Name,
                Requirements.Of(endpoint, h.HttpMethod, h.Name))));
        }
        foreach (var endpoint in ((IEndpointRouteBuilder)app).DataSources.SelectMany(s => s.Endpoints).OfType<RouteEndpoint>()
            .Where(e => e.Metadata.GetMetadata<ActionDescriptor>() is null))
        {
            foreach (var method in endpoint.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods ?? ["GET"])
            {
                found.Add(new(method, "/" + endpoint.RoutePattern.RawText!.TrimStart('/'), "", Requirements.Of(endpoint, method, "")));
            }
        }
        return [.. found.DistinctBy(r => (r.Method, r.Address)).OrderBy(r => r.Path, StringComparer.Ordinal)
            .ThenBy(r => r.Handler, StringComparer.Ordinal).ThenBy(r => r.Method, StringComparer.Ordinal)];
    }
}
