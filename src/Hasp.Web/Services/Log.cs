namespace Hasp.Web.Services;

/// <summary>What an operator looks for, a line a fact: start, upgrade, conflicts, runs, what is damaged, slow requests.</summary>
internal static partial class Log
{
    [LoggerMessage(1, LogLevel.Information, "Started, version {Version}, on {Folder}")]
    internal static partial void Started(ILogger log, string version, string folder);

    [LoggerMessage(2, LogLevel.Information, "The database was upgraded to this version")]
    internal static partial void Upgraded(ILogger log);

    [LoggerMessage(3, LogLevel.Information,
        "Joint {Joint}: a change to revision {Seen} met revision {Stands}; kept beside it as revision {Kept}")]
    internal static partial void Conflict(ILogger log, int joint, int seen, int stands, int? kept);

    [LoggerMessage(4, LogLevel.Information, "Job {Outcome}: {How} after {Milliseconds} ms")]
    internal static partial void JobEnded(ILogger log, string outcome, string how, long milliseconds);

    [LoggerMessage(5, LogLevel.Warning, "{Method} {Path} took {Milliseconds} ms")]
    internal static partial void Slow(ILogger log, string method, string path, long milliseconds);

    [LoggerMessage(6, LogLevel.Warning, "Joint {Joint} cannot be judged as it is stored: {Problem}")]
    internal static partial void Damaged(ILogger log, int joint, string problem);

    [LoggerMessage(9, LogLevel.Information, "The demonstration's shop is laid in")]
    internal static partial void LaidIn(ILogger log);

    [LoggerMessage(10, LogLevel.Warning, "The demonstration's shop could not be laid in: {Problem}")]
    internal static partial void NotLaidIn(ILogger log, string problem);

    [LoggerMessage(8, LogLevel.Warning, "Lines of joints could not be made anew: {Problem}")]
    internal static partial void LinesBehind(ILogger log, string problem);

    [LoggerMessage(11, LogLevel.Warning, "Entries of the shop are kept unsigned. {Problem}")]
    internal static partial void Unsigned(ILogger log, string problem);

    [LoggerMessage(12, LogLevel.Warning, "The checkpoint could not be written: {Problem}")]
    internal static partial void NoCheckpoint(ILogger log, string problem);

    [LoggerMessage(7, LogLevel.Critical, "{Problem}")]
    internal static partial void ChainBroken(ILogger log, string problem);
}
