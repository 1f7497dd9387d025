using Microsoft.AspNetCore.Diagnostics;

namespace Hasp.Web.Services;

/// <summary>Errors that no handler answered: problem details for programs, a plain page for people.</summary>
internal static class Problems
{
    internal static Task Write(StatusCodeContext context) => Write(context.HttpContext);

    internal static Task Write(HttpContext http)
    {
        // A body that broke off or was too large is the sender's fault, not ours.
        if (http.Features.Get<IExceptionHandlerFeature>()?.Error is BadHttpRequestException bad) http.Response.StatusCode = bad.StatusCode;
        var status = http.Response.StatusCode;
        if (http.Request.Path.StartsWithSegments("/api", StringComparison.Ordinal))
        {
            return Results.Problem(statusCode: status).ExecuteAsync(http);
        }
        http.Response.ContentType = "text/html; charset=utf-8";
        var (title, words) = status switch
        {
            404 => ("Nothing here", "There is no page or joint at this address. It may have been deleted; the Board can bring it back right after."),
            413 => ("Too large", "The file is larger than what is taken here, 64 MB for load cases. Nothing was changed. Export fewer columns, or fewer cases at a time."),
            400 => ("Refused", "The request was not in order. Reload the page and try again; what was saved is safe."),
            _ => ("Something broke", "This is a fault of the program. What was saved is safe."),
        };
        return http.Response.WriteAsync($"""
            <!doctype html><html lang="en"><head><meta charset="utf-8"><title>{title} · Hasp</title>
            <link rel="stylesheet" href="/css/site.css"></head>
            <body class="plain"><main><h1>{title}</h1><p>{words}</p><p><a href="/">To the Board</a></p></main></body></html>
            """);
    }
}
