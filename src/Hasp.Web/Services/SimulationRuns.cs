using Hasp.Core.Joints;
using Hasp.Core.Uncertainty;

namespace Hasp.Web.Services;

/// <summary>A Monte Carlo run in the background: how far it is, its outcome, and a way to stop it.</summary>
public sealed class SimulationRun
{
    // Nobody asks any more: the page was closed.
    private static readonly TimeSpan Forsaken = TimeSpan.FromSeconds(20);
    private readonly Action _stop;
    private double _share;
    private long _asked = Environment.TickCount64;

    internal SimulationRun(Joint joint, string document, HeavyWork heavy, ILogger log)
    {
        Document = document;
        Joint = joint;
        // Without a timer or a wait handle a source holds nothing that must be given back.
        var stop = new CancellationTokenSource();
        _stop = stop.Cancel;
        // Stopped while it waits, it still comes to an outcome of no samples.
        Outcome = heavy.InTurn(() =>
        {
            var from = Environment.TickCount64;
            var chances = new Simulation(joint).Run(Told, stop.Token);
            Log.Sampled(log, chances.Samples, Environment.TickCount64 - from);
            return chances;
        }, CancellationToken.None);
    }

    /// <summary>The joint that is sampled.</summary>
    public Joint Joint { get; }

    /// <summary>Its document; another one is another run.</summary>
    internal string Document { get; }

    /// <summary>Share done, 0 to 1.</summary>
    public double Share => Volatile.Read(ref _share);

    /// <summary>What it came to.</summary>
    public Task<Chances> Outcome { get; }

    /// <summary>Stops it; what is done is kept.</summary>
    public void Stop() => _stop();

    internal void Ask() => Volatile.Write(ref _asked, Environment.TickCount64);

    private void Told(double share)
    {
        if (Environment.TickCount64 - Volatile.Read(ref _asked) > Forsaken.TotalMilliseconds) Stop();
        double seen;
        while (share > (seen = Volatile.Read(ref _share)) && Interlocked.CompareExchange(ref _share, share, seen) != seen)
        {
        }
    }
}

/// <summary>
/// The runs of this server, one a joint and browser; a changed joint takes the place of the run before, and a page that is closed
/// leaves none behind.
/// </summary>
public sealed class SimulationRuns(HeavyWork heavy, ILogger<SimulationRuns> log)
{
    private const int Most = 40;
    private readonly Lock _gate = new();
    private readonly Dictionary<(int Joint, string Editor), SimulationRun> _runs = [];

    /// <summary>The run of this document; started where there is none, after stopping one of an older document.</summary>
    public SimulationRun For(int id, string editor, string document, Joint joint)
    {
        lock (_gate)
        {
            if (_runs.TryGetValue((id, editor), out var run) && run.Document == document)
            {
                run.Ask();
                return run;
            }
            run?.Stop();
            foreach (var (key, _) in _runs.Where(r => r.Value.Outcome.IsCompleted).Take(_runs.Count - Most).ToList()) _runs.Remove(key);
            return _runs[(id, editor)] = new SimulationRun(joint, document, heavy, log);
        }
    }

    /// <summary>Stops the run that there is; what is done is kept.</summary>
    public void Stop(int id, string editor)
    {
        lock (_gate) _runs.GetValueOrDefault((id, editor))?.Stop();
    }

    /// <summary>Forgets a run, so that it begins anew.</summary>
    public void Forget(int id, string editor)
    {
        lock (_gate)
        {
            if (_runs.Remove((id, editor), out var run)) run.Stop();
        }
    }
}
