using System.Collections.Concurrent;
using Hasp.Core.Joints;
using Hasp.Core.Uncertainty;

namespace Hasp.Web.Services;

/// <summary>A Monte Carlo run in the background: how far it is, its outcome, and a way to stop it.</summary>
public sealed class SimulationRun
{
    private readonly Action _stop;
    private double _share;

    internal SimulationRun(Joint joint, string document)
    {
        Document = document;
        Joint = joint;
        // Without a timer or a wait handle a source holds nothing that must be given back.
        var stop = new CancellationTokenSource();
        _stop = stop.Cancel;
        Outcome = Task.Run(() => new Simulation(joint).Run(Told, stop.Token));
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

    private void Told(double share)
    {
        double seen;
        while (share > (seen = Volatile.Read(ref _share)) && Interlocked.CompareExchange(ref _share, share, seen) != seen)
        {
        }
    }
}

/// <summary>The runs of this server, one a joint and browser; a changed joint takes the place of the run before.</summary>
public sealed class SimulationRuns
{
    private readonly ConcurrentDictionary<(int Joint, string Editor), SimulationRun> _runs = new();

    /// <summary>The run of this document; started where there is none, after stopping one of an older document.</summary>
    public SimulationRun For(int id, string editor, string document, Joint joint) => _runs.AddOrUpdate(
        (id, editor), _ => new SimulationRun(joint, document),
        (_, run) =>
        {
            if (run.Document == document) return run;
            run.Stop();
            return new SimulationRun(joint, document);
        });

    /// <summary>The run that there is; null where there is none.</summary>
    public SimulationRun? Find(int id, string editor) => _runs.GetValueOrDefault((id, editor));

    /// <summary>Starts anew what was stopped.</summary>
    public void Forget(int id, string editor)
    {
        if (_runs.TryRemove((id, editor), out var run)) run.Stop();
    }
}
