using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Mvc.RazorPages.Infrastructure;

namespace Hasp.Web.Services;

/// <summary>
/// The one place that lets through. It stands after binding and before the handler: what it judges is the handler that the framework chose
/// and the very values that this handler is going to be given.
/// </summary>
public sealed class Gate(Named named, Access access, AccessLog accessLog, IAuthorizationService authorization)
{
    /// <summary>Status of the refusal: 404 for what is not there or not one's own, 403 for what one may not; null where it may go
    /// on.</summary>
    /// <param name="http">The request.</param>
    /// <param name="need">What is asked.</param>
    /// <param name="ids">What is named, each with whether it is only looked at.</param>
    internal async Task<int?> Refusal(HttpContext http, NeedsAttribute need, IReadOnlyList<(IId Id, bool OnlyRead)> ids)
    {
        if (need.Right is Right.Open) return null;
        // Nothing is let through because nobody thought of saying what it is about.
        if (need.In == Scope.Named && ids.Count == 0) return StatusCodes.Status403Forbidden;
        var (things, isThere) = (new List<(Thing Thing, bool OnlyRead)>(), true);
        if (need.In == Scope.Board)
        {
            var asked = ids.Select(i => i.Id).OfType<ProjectId>().Cast<ProjectId?>().FirstOrDefault();
            things.Add((await named.OfBoard(asked), false));
            // A change goes where it was asked for or nowhere; what is only looked at shows one's own.
            if (need.Right != Right.Read && asked is { } one && named.ProjectId != one.Value) return StatusCodes.Status404NotFound;
        }
        else foreach (var (id, onlyRead) in ids)
        {
            var found = await named.Find(id);
            isThere &= found is not null;
            things.Add((found ?? Named.Nothing(id), onlyRead));
        }
        if (things.Count == 0) things.Add((Thing.House, false));
        foreach (var (thing, onlyRead) in things)
        {
            // What belongs to a project that is not one's own is not there.
            if (thing.Project is { } project && !access.Sees(project)) return await Denied(http, StatusCodes.Status404NotFound);
            if (!(await authorization.AuthorizeAsync(http.User, thing, new Asked(onlyRead ? Right.Read : need.Right))).Succeeded)
                return await Denied(http, StatusCodes.Status403Forbidden);
        }
        return isThere ? null : StatusCodes.Status404NotFound;
    }

    private async Task<int?> Denied(HttpContext http, int status)
    {
        if (access.Account is { } account) await accessLog.Denied(http, account.UserName!);
        return status;
    }
}

/// <summary>The gate before a page's handler.</summary>
internal sealed class PageGate(Gate gate, Access access, IAntiforgery antiforgery) : IAsyncPageFilter
{
    public Task OnPageHandlerSelectionAsync(PageHandlerSelectedContext context) => Task.CompletedTask;

    public async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        var (http, page, handler) = (context.HttpContext, context.ActionDescriptor, context.HandlerMethod);
        if (await Refusal(http, page, handler, context) is { } refused) context.Result = new StatusCodeResult(refused);
        else await next();
    }

    private async Task<int?> Refusal(HttpContext http, CompiledPageActionDescriptor page, HandlerMethodDescriptor? handler,
        PageHandlerExecutingContext context)
    {
        const int OutOfOrder = StatusCodes.Status400BadRequest;
        if (!access.IsOn && page.HandlerTypeInfo.IsDefined(typeof(WithAccountsAttribute), inherit: true))
            return StatusCodes.Status404NotFound;
        if (!Order.AsksFor(http.Request, page, handler)) return OutOfOrder;
        var need = Requirements.Of(page, handler, http.Request.Method);
        // What is asked on nothing in particular needs no id to be refused.
        if (need.In == Scope.Any && await gate.Refusal(http, need, []) is { } may) return may;
        if (!Order.IdsAreRead(page, handler, context.ModelState)) return OutOfOrder;
        if (await gate.Refusal(http, need, IdsOf(context)) is { } refused) return refused;
        // After the right, so that whoever may not hears that, and not that the page was stale.
        return Order.SaysTwice(http.Request, handler) || !await IsOwnForm(http) ? OutOfOrder : null;
    }

    private async Task<bool> IsOwnForm(HttpContext http) => Order.IsReading(http.Request.Method)
        || await antiforgery.IsRequestValidAsync(http);

    /// <summary>The ids that the handler is given, as arguments and as properties of its page.</summary>
    private static List<(IId, bool)> IdsOf(PageHandlerExecutingContext context) =>
    [
        .. context.HandlerArguments.Values.OfType<IId>().Select(id => (id, false)),
        .. context.ActionDescriptor.BoundProperties.OfType<PageBoundPropertyDescriptor>()
            .Select(p => (Id: p.Property.GetValue(context.HandlerInstance) as IId,
                OnlyRead: p.Property.IsDefined(typeof(OnlyReadAttribute), inherit: true)))
            .Where(p => p.Id is not null).Select(p => (p.Id!, p.OnlyRead)),
    ];
}

/// <summary>The gate before an endpoint of the API.</summary>
internal sealed class EndpointGate : IEndpointFilter
{
    public async ValueTask<object?> InvokeAsync(EndpointFilterInvocationContext context, EndpointFilterDelegate next)
    {
        var http = context.HttpContext;
        if (Order.SaidTwice(http.Request, []) is { } twice)
            return Results.Problem(statusCode: 400, title: "Refused", detail: $"Said twice: {twice}.");
        var need = Requirements.Of(http.GetEndpoint()!.Metadata, http.Request.Method);
        var ids = context.Arguments.OfType<IId>().Select(id => (id, false)).ToList();
        return await http.RequestServices.GetRequiredService<Gate>().Refusal(http, need, ids) is { } refused
            ? Results.Problem(statusCode: refused) : await next(context);
    }
}
