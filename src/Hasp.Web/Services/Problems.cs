using Microsoft.AspNetCore.Diagnostics;
using Microsoft.Data.Sqlite;

namespace Hasp.Web.Services;

/// <summary>Errors that no handler answered: problem details for programs, a plain page for people.</summary>
internal static class Problems
{
    internal static Task Write(StatusCodeContext context) => Write(context.HttpContext);

    /// <summary>What keeps the data folder from being read or written, in words; null where it is something else.</summary>
    internal static string? Disk(Exception? error) => error switch
    {
        null => null,
        SqliteException { SqliteErrorCode: 13 } => "The disk that holds the data is full. What was saved before is safe; "
            + "make room and send it again.",
        SqliteException { SqliteErrorCode: 5 or 6 } => "Another program holds the database. What was saved before is safe; "
            + "close that program and send it again.",
        SqliteException { SqliteErrorCode: 8 or 14 } => "The data folder can no longer be written to. "
            + "What was saved before is safe; look at its permissions and send it again.",
        SqliteException { SqliteErrorCode: 10 } => "The disk that holds the data answered with an error. "
            + "Make a copy of the data folder before anything else.",
        SqliteException { SqliteErrorCode: 11 or 26 } => "The database is damaged. Stop the program, keep the data folder as it is, "
            + "and bring a backup back.",
        IOException { HResult: -2147024784 or 28 } => "The disk is full. What was saved before is safe; make room and send it again.",
        _ => Disk(error.InnerException),
    };

    internal static Task Write(HttpContext http)
    {
        // A body that broke off or was too large is the sender's fault, not ours.
        var error = http.Features.Get<IExceptionHandlerFeature>()?.Error;
        if (error is BadHttpRequestException bad) http.Response.StatusCode = bad.StatusCode;
        // Nor a form that holds what no form can.
        if (error is InvalidDataException) http.Response.StatusCode = StatusCodes.Status400BadRequest;
        if (error is DamagedJointException damaged)
        {
            // The joint's page of revisions needs nothing judged.
            http.Response.StatusCode = http.Request.Headers.ContainsKey("HX-Request") ? StatusCodes.Status200OK
                : StatusCodes.Status302Found;
            http.Response.Headers[http.Request.Headers.ContainsKey("HX-Request") ? "HX-Redirect"
                : "Location"] = $"/joints/{damaged.Joint}/revisions";
            return Task.CompletedTask;
        }
        // Nor is a disk that is full, or a database that another program holds, a fault of the program.
        var disk = Disk(error);
        if (disk is not null) http.Response.StatusCode = StatusCodes.Status503ServiceUnavailable;
        var status = http.Response.StatusCode;
        if (http.Request.Path.StartsWithSegments("/api", StringComparison.Ordinal))
        {
            return Results.Problem(statusCode: status, detail: disk).ExecuteAsync(http);
        }
        http.Response.ContentType = "text/html; charset=utf-8";
        var (title, words) = status switch
        {
            404 => ("Nothing here", "There is no page or joint at this address. It may have been deleted; "
                + "the Board can bring it back right after."),
            413 => ("Too large", "The file is larger than what is taken here, 64 MB for load cases. Nothing was changed. "
                + "Export fewer columns, or fewer cases at a time."),
            400 => ("Refused", "The request was not in order. Reload the page and try again; what was saved is safe."),
            503 when disk is not null => ("Not saved", disk),
            503 => ("Busy", Jobs.Full),
            _ => ("Something broke", "This is a fault of the program. What was saved is safe."),
        };
        return http.Response.WriteAsync($"""
            <!doctype html><html lang="en"><head><meta charset="utf-8"><title>{title} · Hasp</title>
            <link rel="stylesheet" href="/css/tokens.css"><link rel="stylesheet" href="/css/base.css"></head>
            <body class="plain"><main><h1>{title}</h1><p>{words}</p><p><a href="/">To the Board</a></p></main></body></html>
            """);
    }
}
