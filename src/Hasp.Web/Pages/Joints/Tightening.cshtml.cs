using System.Text.Json.Nodes;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Core.Shop;
using Hasp.Files;
using Hasp.Files.Shop;
using Hasp.Store;
using Hasp.Web.Drawing;
using Hasp.Web.Services;
using Hasp.Web.Services.Shop;
using Microsoft.AspNetCore.Mvc;

namespace Hasp.Web.Pages.Joints;

/// <summary>The Tightening stage: the plan played through, what it is tightened with, and how far the shop is.</summary>
public sealed class TighteningModel(Workbench bench, Preferences preferences, ShopFloor floor, ShopLog log, Recorder recorder,
    Access access) : StageModel(bench, preferences)
{
    /// <summary>The shop as it is.</summary>
    public Shelf Floor { get; private set; } = null!;

    /// <summary>Plan, lot, wrench and record of the joint.</summary>
    public JointShop Shop { get; private set; } = null!;

    /// <summary>The plan drawn.</summary>
    public PlanOfBolts Drawn { get; private set; } = null!;

    /// <summary>What its bolts take from each other; null where nobody laid them out, or nothing is tightened.</summary>
    public InterplayChart? Interplay { get; private set; }

    /// <summary>What was wrong with a proof test that was to be recorded; nothing where nothing was.</summary>
    public IReadOnlyList<Fault> ProofFaults { get; private set; } = [];

    /// <summary>What was typed of it, by key.</summary>
    public Dictionary<string, string> ProofTyped { get; private set; } = [];

    protected override async Task Prepare()
    {
        Floor = await floor.Look();
        Shop = JointShop.Of(State.Result, Floor, await log.OfJoint(State.Stored.Id));
        Drawn = new(Shop.Plan, 620, 430);
        Interplay = Core.Shop.Interplay.Of(Shop.Plan, State.Result) is { } interplay ? new(Shop.Plan, interplay, State.Result) : null;
    }

    /// <summary>The bolts in the order pointed out, from a drag over the plan or a click on each.</summary>
    public Task<IActionResult> OnPostOrder(JointId id, string? numbers) => Changed(Bench.Change(id, Seen, d =>
        d.State(PlanFields.Sequence, numbers ?? "", Preferences.Units)
            .State(PlanFields.Order, string.IsNullOrWhiteSpace(numbers) ? "" : TighteningOrder.Names[OrderRule.ByHand], Preferences.Units),
        $"order by hand: {numbers}", new Conflict(PlanFields.Sequence.Path, numbers ?? "", null)));

    /// <summary>Puts the figures of the lot in hand into the joint: factors, window, torque and chance go by them from here on.</summary>
    public async Task<IActionResult> OnPostUseLot(JointId id)
    {
        if (await Bench.Load(id) is not { } state) return NotFound();
        // As it stands now, not as the page showed it: the lot may have been tested again.
        if (JointShop.Of(state.Result, await floor.Look(), []).Measured() is not { } measured) return await OnGetPanel(id);
        return await Changed(Bench.Change(id, Seen, d => d.Use(measured, state.Result.Joint, Preferences.Units),
            $"lot {measured.Name} used", new Conflict("", $"lot {measured.Name}", null)));
    }

    /// <summary>Takes a lot's figures out again: the table's serve.</summary>
    public Task<IActionResult> OnPostDropLot(JointId id) =>
        Changed(Bench.Change(id, Seen, d => d.DropLot(), "lot taken out", new Conflict("", "lot taken out", null)));

    /// <summary>Records a liquid proof test.</summary>
    [Needs(Right.Record)]
    public async Task<IActionResult> OnPostProof(JointId id)
    {
        if (await Bench.Load(id) is not { } state) return NotFound();
        foreach (var field in EntryKind.Proof.Asked) ProofTyped[field.Key] = Request.Form["proof-" + field.Key].ToString().Trim();
        var sent = new Sent(Request.Form["proof-key"].ToString(), EntryKind.Proof.Id, 0, floor.Now,
            EntryKind.Proof.Written(ProofTyped, Preferences.Units));
        ProofFaults = (await recorder.Record(state.Stored, state.Result, [sent], access.May(Right.Witness, state.Stored.ProjectId)))[0]
            .Faults;
        if (ProofFaults.Count == 0) ProofTyped = [];
        return await OnGetPanel(id);
    }
}
