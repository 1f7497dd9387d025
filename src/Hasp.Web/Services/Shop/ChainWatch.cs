using Hasp.Store;

namespace Hasp.Web.Services.Shop;

/// <summary>
/// Looks whether every entry of the shop's log is as it was written, signed, and none is missing: whole in the background after the start
/// and every hour,
/// and by its hashes before each record that rests on it. What is broken is said on every record and by the health check, and not only to
/// whoever asks in
/// a terminal. Writes a signed head into the second place at each shift.
/// </summary>
public sealed class ChainWatch(ShopLog log, ShopFloor floor, Doors doors, TimeProvider clock, ILogger<ChainWatch> logger)
    : BackgroundService
{
    // A log of so many is gone through again at each look: some 20 ms. A longer one is at its hour, and where its end is not what it was.
    private const long Few = 3000;

    private static readonly TimeSpan Hour = TimeSpan.FromHours(1), Soon = TimeSpan.FromSeconds(2), Often = TimeSpan.FromMinutes(1),
        Just = TimeSpan.FromSeconds(1);

    private volatile Looked? _last;

    /// <summary>How the log stands.</summary>
    public async Task<LogCheck> Look()
    {
        if (_last is not { } last) return await Look(null);
        if (clock.GetUtcNow() - last.At < Just || last.Check.Broken is not null) return last.Check;
        var known = last.Check.Count == 0 ? null : new Head(last.Check.Count, last.Check.Last, last.At.UtcDateTime);
        if (last.Check.Count > Few && await log.Head() is { } head && head.Number >= last.Check.Count
            && await log.Knows(known!)) return last.Check;
        return await Look(known);
    }

    /// <summary>The last entry and who signs, as records and travellers bear it; empty where nothing is recorded yet.</summary>
    public async Task<string> Head() => await log.Head() is { } head
        ? $"Entry {head}, signed by {log.Signing?.Key.Fingerprint ?? "nobody"}" : "";

    /// <summary>Looks at all of it now: what was broken may have been put right.</summary>
    public async Task<LogCheck> Look(Head? verified)
    {
        var check = await log.Check(verified);
        if (check.Broken is not null && _last?.Check.Problem != check.Problem) Log.ChainBroken(logger, check.Problem);
        _last = new(check, clock.GetUtcNow());
        return check;
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        // The first page comes first.
        await doors.Answered.WaitAsync(Soon, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        await doors.Opened.WaitAsync(stoppingToken);
        var (looked, shift) = (DateTimeOffset.MinValue, DateTimeOffset.MinValue);
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                if (clock.GetUtcNow() - looked >= Hour)
                {
                    await log.TakeUp();
                    await Look(null);
                    looked = clock.GetUtcNow();
                }
                if (log.Signing is { Checkpoints: not null } && clock.GetUtcNow() >= shift)
                {
                    await log.WriteCheckpoint();
                    shift = (await floor.Look()).Shifts.EndOf(clock.GetUtcNow());
                }
            }
            catch (Exception e) when (e is UnauthorizedAccessException or IOException)
            {
                Log.NoCheckpoint(logger, e.Message);
            }
            catch (Exception e) when (Problems.Disk(e) is not null)
            {
                // The next look will do; that the database does not answer is said where it is needed.
            }
            await Task.Delay(Often, clock, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }
    }

    private sealed record Looked(LogCheck Check, DateTimeOffset At);
}
