using System.Reflection;
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
/// <param name="Right">The right it asks.</param>
/// <param name="In">On what it is asked, in a word.</param>
public sealed record Reachable(string Method, string Path, string Handler, Right Right, string In)
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

            *By number*: what the owner may by a short number on an approved device; everybody else has of it what their role has.

            *Address*: the project of the joint, or the project, in the address. *SentJoint*, *SentProject*: of the one whose number the form sends. *Board*: the project that the Board shows. *Any*: no project's own, and the right in any project is enough; so are lots, wrenches, testers, consumables, grades, materials, factors and the shop's rules, which belong to the whole house.

            | Method | Address | Asks | In | Nobody | Reader | Shop | Inspector | Engineer | Approver | Owner | By number |
            |---|---|---|---|---|---|---|---|---|---|---|---|

            """);
        foreach (var r in await All(app))
        {
            var may = Enum.GetValues<Role>().Select(role => Requirements.Grants(role, r.Right) ? "yes" : "");
            text.Append($"| {r.Method} | `{r.Address}` | {r.Right} | {r.In} | {(r.Right == Right.Open ? "yes" : "")} | "
                + $"{string.Join(" | ", may)} | yes | {(Requirements.GrantsByNumber(r.Right) ? "yes" : "")} |\n");
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
            var path = "/" + (compiled.AttributeRouteInfo?.Template ?? "").TrimStart('/');
            // A page without a model is only looked at.
            if (compiled.HandlerMethods.Count == 0) found.Add(Row("GET", path, "", Requirements.Of(compiled, null, "GET"), []));
            foreach (var h in compiled.HandlerMethods)
            {
                var ids = h.Parameters.Select(p => (p.Name, p.ParameterType))
                    .Concat(compiled.BoundProperties.Select(p => (p.Name, p.ParameterType)));
                found.Add(Row(h.HttpMethod.ToUpperInvariant(), path, h.Name ?? "", Requirements.Of(compiled, h, h.HttpMethod), ids));
            }
        }
        foreach (var endpoint in ((IEndpointRouteBuilder)app).DataSources.SelectMany(s => s.Endpoints).OfType<RouteEndpoint>()
            .Where(e => e.Metadata.GetMetadata<ActionDescriptor>() is null))
        {
            var ids = (endpoint.Metadata.GetMetadata<MethodInfo>()?.GetParameters() ?? []).Select(p => (p.Name!, p.ParameterType));
            foreach (var method in endpoint.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods ?? ["GET"])
            {
                found.Add(Row(method, "/" + endpoint.RoutePattern.RawText!.TrimStart('/'), "",
                    Requirements.Of(endpoint.Metadata, method), ids));
            }
        }
        return [.. found.DistinctBy(r => (r.Method, r.Address)).OrderBy(r => r.Path, StringComparer.Ordinal)
            .ThenBy(r => r.Handler, StringComparer.Ordinal).ThenBy(r => r.Method, StringComparer.Ordinal)];
    }

    /// <exception cref="InvalidOperationException">A handler asks a right on what is named, and names nothing.</exception>
    private static Reachable Row(string method, string path, string handler, NeedsAttribute need,
        IEnumerable<(string Name, Type Type)> taken)
    {
        var ids = taken.Where(t => typeof(IId).IsAssignableFrom(t.Type)).ToList();
        if (need is { In: Scope.Named, Right: not Right.Open } && ids.Count == 0)
            throw new InvalidOperationException($"{method} {path} {handler} names nothing, and does not say so");
        var project = ids.FirstOrDefault(i => i.Type == typeof(JointId) || i.Type == typeof(ProjectId));
        var on = need.In == Scope.Board && need.Right != Right.Read ? "Board"
            : project.Type is null || need.In != Scope.Named ? "Any"
            : path.Contains($"{{{project.Name}:", StringComparison.Ordinal) ? "Address"
            : project.Type == typeof(JointId) ? "SentJoint" : "SentProject";
        return new(method, path, handler, need.Right, on);
    }
}
