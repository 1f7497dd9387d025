namespace Hasp.Web.Services;

/// <summary>Searches and runs that take every core: a few at a time, the others wait, and who goes away stops waiting.</summary>
public sealed class HeavyWork : IDisposable
{
    /// <summary>What is said where too many wait.</summary>
    public const string Full = "As many searches and runs are going on as this machine carries. Try again in a moment.";

    private const int AtATime = 2;
    private const int Waiting = 16;
    private readonly SemaphoreSlim _room = new(AtATime);
    private int _asked;

    /// <summary>Does the work when there is room; false where too many wait already.</summary>
    /// <param name="work">Heeds the token.</param>
    /// <param name="stop">Cancelled where the caller went away.</param>
    public async Task<(bool Done, T? Result)> Do<T>(Func<CancellationToken, T> work, CancellationToken stop)
    {
        if (Interlocked.Increment(ref _asked) > AtATime + Waiting)
        {
            Interlocked.Decrement(ref _asked);
            return (false, default);
        }
        try
        {
            return (true, await InTurn(() => work(stop), stop));
        }
        finally
        {
            Interlocked.Decrement(ref _asked);
        }
    }

    /// <summary>Does the work in its turn, however many wait: for runs of which each page has one and stops asking when it is closed.</summary>
    public async Task<T> InTurn<T>(Func<T> work, CancellationToken stop)
    {
        await _room.WaitAsync(stop);
        try
        {
            return await Task.Run(work, stop);
        }
        finally
        {
            _room.Release();
        }
    }

    public void Dispose() => _room.Dispose();
}
