using Microsoft.AspNetCore.Mvc.ModelBinding;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Mvc.RazorPages.Infrastructure;
using Microsoft.Extensions.Primitives;

namespace Hasp.Web.Services;

/// <summary>
/// Whether a request says each thing once. What is said twice can be read in two ways: the one that is judged and the one that is used. No
/// page of ours sends such a request, and it is refused whole.
/// </summary>
internal static class Order
{
    private const string Handler = "handler";

    internal static bool IsReading(string method) => HttpMethods.IsGet(method) || HttpMethods.IsHead(method);

    /// <summary>True where a request asks for the handler that was chosen, and not for one that the framework fell back from.</summary>
    internal static bool AsksFor(HttpRequest request, CompiledPageActionDescriptor page, HandlerMethodDescriptor? chosen) =>
        chosen is null ? page.HandlerMethods.Count == 0 && IsReading(request.Method)
            : request.Query[Handler].ToString().Equals(chosen.Name ?? "", StringComparison.OrdinalIgnoreCase);

    /// <summary>True where every id that the handler takes was one.</summary>
    internal static bool IdsAreRead(CompiledPageActionDescriptor page, HandlerMethodDescriptor? chosen, ModelStateDictionary state) =>
        (chosen?.Parameters ?? []).Where(p => IsId(p.ParameterType)).Select(p => p.Name)
            .Concat(page.BoundProperties.Where(p => IsId(p.ParameterType)).Select(p => p.Name))
            .All(n => !state.TryGetValue(n, out var entry) || entry.Errors.Count == 0);

    /// <summary>True where a request to a handler says something twice that it takes once.</summary>
    internal static bool SaysTwice(HttpRequest request, HandlerMethodDescriptor? chosen) =>
        SaidTwice(request, (chosen?.Parameters ?? []).Where(p => p.ParameterType.IsArray).Select(p => p.Name)) is not null;

    /// <summary>What a request says twice, or in two places, or cannot say at all; null where all is said once.</summary>
    /// <param name="request">The request.</param>
    /// <param name="lists">Names of which several values are several things.</param>
    internal static string? SaidTwice(HttpRequest request, IEnumerable<string> lists)
    {
        var may = lists.ToHashSet(StringComparer.OrdinalIgnoreCase);
        IEnumerable<KeyValuePair<string, StringValues>> form = request.HasFormContentType ? request.Form : [];
        var said = request.RouteValues.Where(r => r.Value is string).Select(r => r.Key).Where(k => k is not "page")
            .ToDictionary(k => k, _ => 1, StringComparer.OrdinalIgnoreCase);
        foreach (var (key, values) in request.Query.Concat(form))
        {
            if (key.Contains('\0') || values.Any(v => v?.Contains('\0') == true)) return "a character that no text holds";
            if (may.Contains(key)) continue;
            said[key] = said.GetValueOrDefault(key) + values.Count;
            if (said[key] > 1) return key;
        }
        return null;
    }

    private static bool IsId(Type type) => typeof(IId).IsAssignableFrom(Nullable.GetUnderlyingType(type) ?? type);
}
