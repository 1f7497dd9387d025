using Hasp.Core.Checks;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Core.Sizing;
using Hasp.Files;
using Hasp.Store;
using Hasp.Web.Drawing;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;

namespace Hasp.Web.Pages.Joints;

/// <summary>The Basis stage: by which code the joint is judged, what that asks for, every basis side by side, how many bolts it
/// takes and where.</summary>
public sealed class BasisModel(Workbench bench, Preferences preferences, JointStore store, ProjectBasis projects) : StageModel(bench,
    preferences)
{
    private IReadOnlyList<BasisVerdict>? _bases;
    private IReadOnlyList<Arrangement>? _layouts;

    /// <summary>The joint under every basis.</summary>
    public IReadOnlyList<BasisVerdict> Bases => _bases ??= Comparison.Of(State.Result.Joint);

    /// <summary>Layouts that hold, the smallest number first.</summary>
    public IReadOnlyList<Arrangement> Layouts => _layouts ??= State.Result.Joint.Kind.IsParts ? Arranger.Of(State.Result.Joint) : [];

    /// <summary>The basis of the joint's project, in words; empty where none is chosen.</summary>
    public string OfProject { get; private set; } = "";

    protected override async Task Prepare()
    {
        var stated = await projects.Load(State.Stored.ProjectId);
        if (stated.FirstOrDefault(s => s.Path == Fields.Basis.Path).Text is not { } id || Basis.ById(id) is not { } basis) return;
        OfProject = basis.FullName + (stated.Count > 1 ? ", "
            + string.Join(", ", stated.Skip(1).Select(s => $"{Fields.Words(s.Path)} {s.Text}")) : "");
    }

    /// <summary>Makes the basis of this joint, with its factors and choices, that of the project: of new joints, or of every one.</summary>
    public async Task<IActionResult> OnPostProject(JointId id, bool all)
    {
        if (await Bench.Load(id) is not { Faults.Count: 0 } state) return await OnGetPanel(id);
        var stated = ProjectBasis.Of(state.Draft, state.Result.Joint.Judging.Basis);
        await projects.Keep(state.Stored.ProjectId, stated);
        foreach (var other in all ? await store.Joints(state.Stored.ProjectId) : [])
        {
            // What another joint says of its own grade, holes and cases stays; what its basis asks for anew is asked there.
            if (other.Id != id) await Bench.Change(other.Id, other.Revision, d => ProjectBasis.Put(d, stated), "basis of the project",
                new Conflict("", "basis of the project", null));
        }
        return await OnGetPanel(id);
    }

    /// <summary>A plan of a layout, small.</summary>
    public SmallPlan PlanOf(Arrangement layout) => new(layout.Joint, 150, 100);

    /// <summary>Takes one of the layouts, in one revision.</summary>
    public async Task<IActionResult> OnPostTakeLayout(JointId id, string layout)
    {
        if (await Bench.Load(id) is not { } state) return NotFound();
        // Found anew, so that only a layout that really holds is taken.
        if (Arranger.Of(state.Result.Joint).FirstOrDefault(a => a.Id == layout) is not { } found) return await OnGetPanel(id);
        return await Changed(Bench.Change(id, Seen,
            d => d.State(found.Edits.Select(e => (e.Path, e.Text)), Preferences.Units),
            found.Words, new Conflict("", found.Words, null)));
    }
}
