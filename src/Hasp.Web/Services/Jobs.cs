using Microsoft.Extensions.Options;

namespace Hasp.Web.Services;

/// <summary>How much work a server takes on at once.</summary>
public sealed class JobOptions
{
    /// <summary>Where it stands in the configuration.</summary>
    public const string Section = "jobs";

    /// <summary>Jobs that compute at the same time; each takes every core.</summary>
    public int AtATime { get; set; } = 2;

    /// <summary>Searches that may wait for their turn; past that they are refused.</summary>
    public int Waiting { get; set; } = 16;

    /// <summary>Ended jobs of a kind whose outcome is kept.</summary>
    public int Kept { get; set; } = 40;

    /// <summary>A job that takes every core and that nobody has asked about for so long is stopped: its page was closed.</summary>
    public TimeSpan Abandoned { get; set; } = TimeSpan.FromSeconds(20);
}

/// <summary>One piece of work in the background: how far it is, what it came to, and a way to stop it.</summary>
public abstract class Job
{
    private readonly Action _stop;
    private readonly TimeSpan _abandoned;
    private double _share;
    private long _asked = Environment.TickCount64;

    private protected Job(string of, TimeSpan abandoned)
    {
        (Of, _abandoned) = (of, abandoned);
        // Without a timer or a wait handle a source holds nothing that must be given back.
        var stop = new CancellationTokenSource();
        (_stop, Stopping) = (stop.Cancel, stop.Token);
    }

    /// <summary>What it is done on; the same work on something else is another job.</summary>
    public string Of { get; }

    /// <summary>Share done, 0 to 1.</summary>
    public double Share => Volatile.Read(ref _share);

    /// <summary>Cancelled where it is to end.</summary>
    public CancellationToken Stopping { get; }

    /// <summary>True where it was told to end.</summary>
    public bool Stopped => Stopping.IsCancellationRequested;

    /// <summary>True where it has ended.</summary>
    public abstract bool Ended { get; }

    /// <summary>Ends it; what is done is kept.</summary>
    public void Stop() => _stop();

    /// <summary>Somebody still looks.</summary>
    public void Ask() => Volatile.Write(ref _asked, Environment.TickCount64);

    /// <summary>How far the work is, from any thread; work that nobody asks about any more is told to end.</summary>
    public void Tell(double share)
    {
        if (Environment.TickCount64 - Volatile.Read(ref _asked) > _abandoned.TotalMilliseconds) Stop();
        double seen;
        while (share > (seen = Volatile.Read(ref _share)) && Interlocked.CompareExchange(ref _share, share, seen) != seen)
        {
        }
    }
}

/// <summary>A job that comes to a <typeparamref name="T"/>.</summary>
public sealed class Job<T> : Job
{
    internal Job(string of, TimeSpan abandoned, Func<Job<T>, Task<T>> begin)
        : base(of, abandoned) => Outcome = begin(this);

    /// <summary>What it came to.</summary>
    public Task<T> Outcome { get; }

    /// <inheritdoc/>
    public override bool Ended => Outcome.IsCompleted;
}

/// <summary>
/// The work of this server: sampling, imports, searches. A page has one job of a kind; a job on a changed joint takes the place of the one
/// before, and a page that is closed leaves none behind. What takes every core waits for its turn.
/// </summary>
public sealed class Jobs(IOptions<JobOptions> options, ILogger<Jobs> log) : IDisposable
{
    /// <summary>What is said where too many wait.</summary>
    public const string Full = "As many searches and runs are going on as this machine carries. Try again in a moment.";

    private readonly JobOptions _options = options.Value;
    private readonly SemaphoreSlim _room = new(options.Value.AtATime);
    private readonly Lock _gate = new();
    private readonly Dictionary<(Type Outcome, int Joint, string Editor), Job> _jobs = [];
    private int _asked;

    /// <summary>The job of a page; null where there is none.</summary>
    public Job<T>? Find<T>(int joint, string editor)
    {
        lock (_gate) return _jobs.GetValueOrDefault((typeof(T), joint, editor)) as Job<T>;
    }

    /// <summary>The job of a page on <paramref name="of"/>; begun where there is none, after stopping one on something else.</summary>
    /// <param name="joint">The joint.</param>
    /// <param name="editor">The browser.</param>
    /// <param name="of">What the work is done on.</param>
    /// <param name="work">Tells the job how far it is and heeds its token: stopped, it comes to an outcome all the same.</param>
    /// <param name="inTurn">True for work that takes every core.</param>
    public Job<T> For<T>(int joint, string editor, string of, Func<Job<T>, T> work, bool inTurn = true)
    {
        lock (_gate)
        {
            var key = (typeof(T), joint, editor);
            if (_jobs.GetValueOrDefault(key) is Job<T> going && going.Of == of)
            {
                going.Ask();
                return going;
            }
            Forget(key);
            MakeRoom(key.Item1);
            var begun = new Job<T>(of, inTurn ? _options.Abandoned : TimeSpan.MaxValue,
                job => inTurn ? InTurn(() => Timed(work, job), CancellationToken.None) : Apart(() => Timed(work, job)));
            _jobs[key] = begun;
            return begun;
        }
    }

    /// <summary>Stops and forgets the job of a page, so that it may begin anew.</summary>
    /// <returns>What was going on; null where nothing was.</returns>
    public Job<T>? Drop<T>(int joint, string editor)
    {
        lock (_gate) return Forget((typeof(T), joint, editor)) as Job<T>;
    }

    /// <summary>Does work at once, when there is room; false where too many wait already.</summary>
    /// <param name="work">Heeds the token.</param>
    /// <param name="stop">Cancelled where the caller went away.</param>
    public async Task<(bool Done, T? Result)> Do<T>(Func<CancellationToken, T> work, CancellationToken stop)
    {
        if (Interlocked.Increment(ref _asked) > _options.AtATime + _options.Waiting)
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

    public void Dispose() => _room.Dispose();

    private async Task<T> InTurn<T>(Func<T> work, CancellationToken stop)
    {
        await _room.WaitAsync(stop);
        try
        {
            stop.ThrowIfCancellationRequested();
            return await Apart(work);
        }
        finally
        {
            _room.Release();
        }
    }

    // On a thread of its own: one that answers requests is not there for minutes otherwise, and others come slowly.
    private static Task<T> Apart<T>(Func<T> work) =>
        Task.Factory.StartNew(work, CancellationToken.None, TaskCreationOptions.LongRunning, TaskScheduler.Default);

    private T Timed<T>(Func<Job<T>, T> work, Job<T> job)
    {
        var from = Environment.TickCount64;
        var outcome = work(job);
        Log.JobEnded(log, typeof(T).Name, job.Stopped ? "stopped" : "done", Environment.TickCount64 - from);
        return outcome;
    }

    private void MakeRoom(Type kind)
    {
        var ofKind = _jobs.Where(j => j.Key.Outcome == kind).ToList();
        foreach (var (old, _) in ofKind.Where(j => j.Value.Ended).Take(ofKind.Count - _options.Kept)) _jobs.Remove(old);
    }

    private Job? Forget((Type, int, string) key)
    {
        if (!_jobs.Remove(key, out var job)) return null;
        job.Stop();
        return job;
    }
}
