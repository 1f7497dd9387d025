using System.Reflection;
using Hasp.Store;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Mvc.RazorPages.Infrastructure;

namespace Hasp.Web.Services;

/// <summary>What somebody may be let do.</summary>
public enum Right
{
    /// <summary>Anybody, signed in or not.</summary>
    Open,

    /// <summary>Whoever is signed in.</summary>
    Member,

    /// <summary>Change one's own account: whoever is signed in by more than a short number.</summary>
    Account,

    /// <summary>Look at a project.</summary>
    Read,

    /// <summary>Record what was done.</summary>
    Record,

    /// <summary>Accept hold points.</summary>
    Witness,

    /// <summary>Change joints and projects, and what the whole house shares: lots, rules, dates, grades.</summary>
    Design,

    /// <summary>Approve a calculation that was checked.</summary>
    Approve,

    /// <summary>Let people in and send them away.</summary>
    Own,
}

/// <summary>On what a right is asked.</summary>
public enum Scope
{
    /// <summary>On everything that the request names by an id, and it names something.</summary>
    Named,

    /// <summary>On the project that the Board shows: the one asked for, or the first of one's own.</summary>
    Board,

    /// <summary>On nothing of one project, said so: it is enough to have the right somewhere.</summary>
    Any,
}

/// <summary>
/// What a page, a handler or an endpoint asks of whoever calls it. Where nothing is said, reading asks to look and everything else to
/// design, on what is named.
/// </summary>
/// <param name="right">The right.</param>
[AttributeUsage(AttributeTargets.Class | AttributeTargets.Method)]
public sealed class NeedsAttribute(Right right) : Attribute
{
    /// <summary>The right.</summary>
    public Right Right => right;

    /// <summary>On what.</summary>
    public Scope In { get; init; }
}

/// <summary>Anybody, signed in or not: the one way past the door.</summary>
[AttributeUsage(AttributeTargets.Class)]
public sealed class OpenAttribute : Attribute, IAllowAnonymous;

/// <summary>A page that is there where people sign in, and nowhere else.</summary>
[AttributeUsage(AttributeTargets.Class)]
public sealed class WithAccountsAttribute : Attribute;

/// <summary>An id that is only looked at on the way, whatever the handler does elsewhere.</summary>
[AttributeUsage(AttributeTargets.Property)]
public sealed class OnlyReadAttribute : Attribute;

/// <summary>What is asked, and the roles that have it.</summary>
public static class Requirements
{
    private static readonly NeedsAttribute Nothing = new(Right.Open) { In = Scope.Any };

    /// <summary>What a role may do.</summary>
    public static bool Grants(Role role, Right right) => right switch
    {
        Right.Open or Right.Member or Right.Account or Right.Read => true,
        Right.Record => role >= Role.Shop,
        Right.Witness => role >= Role.Inspector,
        Right.Design => role >= Role.Engineer,
        Right.Approve => role >= Role.Approver,
        _ => false,
    };

    /// <summary>The role that a session by short number has at the most: a number of six digits on a device that lies about neither
    /// designs nor owns.</summary>
    public const Role MostByNumber = Role.Inspector;

    /// <summary>What a session by short number may do at the most, whoever's it is.</summary>
    public static bool GrantsByNumber(Right right) => right is not Right.Account && Grants(MostByNumber, right);

    /// <summary>Says what an endpoint asks.</summary>
    public static TBuilder Needs<TBuilder>(this TBuilder endpoint, Right right, Scope scope = Scope.Named)
        where TBuilder : IEndpointConventionBuilder => endpoint.WithMetadata(new NeedsAttribute(right) { In = scope });

    /// <summary>What a handler of a page asks.</summary>
    /// <param name="page">The page.</param>
    /// <param name="handler">The handler that the framework chose; null for a page that is only looked at.</param>
    /// <param name="method">GET, POST, …</param>
    public static NeedsAttribute Of(CompiledPageActionDescriptor page, HandlerMethodDescriptor? handler, string method) =>
        page.HandlerTypeInfo.GetCustomAttribute<OpenAttribute>() is not null ? Nothing
        : handler?.MethodInfo.GetCustomAttribute<NeedsAttribute>() ?? page.HandlerTypeInfo.GetCustomAttribute<NeedsAttribute>()
        ?? Usual(method, handler is null ? Scope.Any : Scope.Named);

    /// <summary>What an endpoint asks.</summary>
    public static NeedsAttribute Of(EndpointMetadataCollection metadata, string method) =>
        metadata.GetMetadata<IAllowAnonymous>() is not null ? Nothing : metadata.GetMetadata<NeedsAttribute>()
            ?? Usual(method, Scope.Named);

    private static NeedsAttribute Usual(string method, Scope scope) =>
        new(Order.IsReading(method) ? Right.Read : Right.Design) { In = scope };
}
