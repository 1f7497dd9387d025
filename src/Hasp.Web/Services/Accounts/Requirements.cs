using System.Reflection;
using Hasp.Store;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Services;

/// <summary>What somebody may be let do.</summary>
public enum Right
{
    /// <summary>Anybody, signed in or not.</summary>
    Open,

    /// <summary>Whoever is signed in.</summary>
    Member,

    /// <summary>Look at a project.</summary>
    Read,

    /// <summary>Record what was done.</summary>
    Record,

    /// <summary>Keep the Stores.</summary>
    Keep,

    /// <summary>Accept hold points.</summary>
    Witness,

    /// <summary>Change joints and projects.</summary>
    Design,

    /// <summary>Let people in and send them away.</summary>
    Own,
}

/// <summary>Which project a request is about.</summary>
public enum Scope
{
    /// <summary>That of the joint, or the project, in its address.</summary>
    Address,

    /// <summary>That of the joint whose number it sends.</summary>
    SentJoint,

    /// <summary>The project whose number it sends.</summary>
    SentProject,

    /// <summary>The project that the Board shows.</summary>
    Board,

    /// <summary>Any at all: it is enough to have the right somewhere.</summary>
    Any,
}

/// <summary>
/// What a page, a handler or an endpoint asks of whoever calls it. Where nothing is said, reading asks to look and everything else to
/// design.
/// </summary>
/// <param name="right">The right.</param>
[AttributeUsage(AttributeTargets.Class | AttributeTargets.Method)]
public sealed class NeedsAttribute(Right right) : Attribute
{
    /// <summary>The right.</summary>
    public Right Right => right;

    /// <summary>In which project.</summary>
    public Scope In { get; init; }
}

/// <summary>What is asked, and the roles that have it.</summary>
public static class Requirements
{
    /// <summary>What a role may do.</summary>
    public static bool Grants(Role role, Right right) => right switch
    {
        Right.Open or Right.Member or Right.Read => true,
        Right.Record or Right.Keep => role >= Role.Shop,
        Right.Witness => role >= Role.Inspector,
        Right.Design => role >= Role.Engineer,
        _ => false,
    };

    /// <summary>Says what an endpoint asks.</summary>
    public static TBuilder Needs<TBuilder>(this TBuilder endpoint, Right right, Scope scope = Scope.Address)
        where TBuilder : IEndpointConventionBuilder => endpoint.WithMetadata(new NeedsAttribute(right) { In = scope });

    /// <summary>What a request asks.</summary>
    /// <param name="endpoint">Where it goes.</param>
    /// <param name="method">GET, POST, …</param>
    /// <param name="handler">Name of the page's handler; empty for the plain one.</param>
    public static NeedsAttribute Of(Endpoint endpoint, string method, string handler)
    {
        if (endpoint.Metadata.GetMetadata<CompiledPageActionDescriptor>() is not { } page) return endpoint.Metadata.GetMetadata<NeedsAttribute>() ?? Usual(method);
        var verb = HttpMethods.IsHead(method) ? HttpMethods.Get : method;
        var found = page.HandlerMethods.FirstOrDefault(h => h.HttpMethod.Equals(verb, StringComparison.OrdinalIgnoreCase) && (h.Name ?? "")
            .Equals(handler, StringComparison.OrdinalIgnoreCase));
        return found?.MethodInfo.GetCustomAttribute<NeedsAttribute>() ?? page.HandlerTypeInfo.GetCustomAttribute<NeedsAttribute>() ?? Usual(verb);
    }

    private static NeedsAttribute Usual(string method) =>
        new(HttpMethods.IsGet(method) || HttpMethods.IsHead(method) ? Right.Read : Right.Design);
}
