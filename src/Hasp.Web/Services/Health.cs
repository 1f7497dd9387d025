using System.Diagnostics;
using Hasp.Store;
using Microsoft.Extensions.Diagnostics.HealthChecks;

namespace Hasp.Web.Services;

/// <summary>Ready where the database answers, degraded where some row of the Stores cannot be read; alive where the process is.</summary>
internal sealed class DatabaseHealth(JointStore store, Shop.ShopFloor floor, Shop.ChainWatch chain) : IHealthCheck
{
    public async Task<HealthCheckResult> CheckHealthAsync(HealthCheckContext context, CancellationToken cancellationToken = default)
    {
        try
        {
            await store.Projects();
            if (await chain.Look() is { Problem.Length: > 0, Problem: var broken }) return HealthCheckResult.Degraded(broken);
            return (await floor.Look()).Unreadable is { Count: > 0 } unreadable
                ? HealthCheckResult.Degraded($"cannot be read: {string.Join(", ", unreadable)}") : HealthCheckResult.Healthy();
        }
        catch (Exception e) when (Problems.Disk(e) is not null)
        {
            return HealthCheckResult.Unhealthy(Problems.Disk(e), e);
        }
    }
}

/// <summary>Tells of requests that kept somebody waiting.</summary>
internal sealed class SlowRequests(RequestDelegate next, ILogger<SlowRequests> log)
{
    private const long Slow = 1000;

    public async Task Invoke(HttpContext http)
    {
        var from = Stopwatch.GetTimestamp();
        await next(http);
        var took = (long)Stopwatch.GetElapsedTime(from).TotalMilliseconds;
        if (took > Slow) Log.Slow(log, http.Request.Method, http.Request.Path, took);
    }
}
