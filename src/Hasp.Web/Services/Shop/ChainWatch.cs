using Hasp.Store;

namespace Hasp.Web.Services.Shop;

/// <summary>
/// Looks, in the background after the start and every hour, whether every entry of the shop's log is as it was written. What is broken is
/// said on every record and by the health check, and not only to whoever asks in a terminal.
/// </summary>
public sealed class ChainWatch(ShopLog log, Doors doors, ILogger<ChainWatch> logger) : BackgroundService
{
    private static readonly TimeSpan Again = TimeSpan.FromHours(1);
    private static readonly TimeSpan Soon = TimeSpan.FromSeconds(2);

    /// <summary>What the last look came to; null until the first one ended.</summary>
    public LogCheck? Last { get; private set; }

    /// <summary>What is to be said of it; null where every entry is whole, or nobody has looked yet.</summary>
    public string? Problem => Last is { Broken: { } at } found
        ? $"The chain of entries is broken at entry {at}: what stands from there on is not as it was written, "
            + $"and nothing rests on it. The {found.Count} entries before it are whole."
        : null;

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        // The first page comes first.
        await doors.Answered.WaitAsync(Soon, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        await doors.Opened.WaitAsync(stoppingToken);
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                Last = await log.Check();
                if (Problem is { } problem) Log.ChainBroken(logger, problem);
            }
            catch (Exception e) when (Problems.Disk(e) is not null)
            {
                // The next look will do; that the database does not answer is said where it is needed.
            }
            await Task.Delay(Again, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }
    }
}
