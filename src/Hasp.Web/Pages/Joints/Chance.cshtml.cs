using Hasp.Core.Joints;
using Hasp.Core.Uncertainty;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;

namespace Hasp.Web.Pages.Joints;

/// <summary>The Chance stage: how often the joint opens, slips or yields when things scatter, and what matters most.</summary>
public sealed class ChanceModel(Workbench bench, Preferences preferences, Jobs jobs) : StageModel(bench, preferences)
{
    // A run that is over this soon needs no progress.
    private static readonly TimeSpan Patience = TimeSpan.FromMilliseconds(900);

    /// <summary>The joint that is sampled.</summary>
    public Joint Sampled { get; private set; } = null!;

    /// <summary>The run of the joint as it stands.</summary>
    public Job<Chances> Run { get; private set; } = null!;

    /// <summary>The outcome or the progress alone.</summary>
    public async Task<IActionResult> OnGetProgress(JointId id)
    {
        if (await Bench.Load(id) is not { } state) return NotFound();
        await Prepare(id, state, TimeSpan.FromMilliseconds(50));
        if (!Run.Outcome.IsCompleted) return Partial("_Progress", (Address, Run.Share));
        // The outcome takes the place of the bar and all around it.
        Response.Headers["HX-Retarget"] = "#outcome";
        Response.Headers["HX-Reswap"] = "outerHTML";
        return Partial("_Chances", this);
    }

    public async Task<IActionResult> OnPostStop(JointId id)
    {
        jobs.Find<Chances>(id, Preferences.Editor)?.Stop();
        return await OnGetPanel(id);
    }

    public async Task<IActionResult> OnPostAgain(JointId id)
    {
        jobs.Drop<Chances>(id, Preferences.Editor);
        return await OnGetPanel(id);
    }

    protected override Task Prepare() => Prepare(State.Stored.Id, State, Patience);

    private async Task Prepare(int id, BenchState state, TimeSpan patience)
    {
        var joint = Sampled = state.Result.Joint;
        Run = jobs.For<Chances>(id, Preferences.Editor, state.Stored.Document, job => new Simulation(joint).Run(job.Tell, job.Stopping));
        await Task.WhenAny(Run.Outcome, Task.Delay(patience));
    }
}
