using Hasp.Core;
using Hasp.Store;

namespace Hasp.Web.Services.Shop;

/// <summary>A joint of a project, and where it stands in the shop.</summary>
/// <param name="Stored">As it is kept.</param>
/// <param name="Result">What it came to; null where it cannot be judged.</param>
/// <param name="Shop">In the shop; null where it cannot be judged or is not put together there.</param>
public sealed record JointInProject(StoredJoint Stored, Result? Result, JointShop? Shop)
{
    /// <summary>Number and name.</summary>
    public string Named => Result is { Joint: var joint } ? $"{joint.Number} {joint.Name}".Trim()
        : Workbench.NameOf(Stored.Document) ?? $"joint {Stored.Id}";

    /// <summary>True where a lot, a wrench or an entry is of it.</summary>
    public bool IsInHand => Shop is not null && (Shop.Record.Entries.Count > 0
        || JointShop.LotNameOf(Shop.Result.Joint).Length + JointShop.ToolNameOf(Shop.Result.Joint).Length > 0);
}

/// <summary>A project as the shop has it at one moment.</summary>
/// <param name="Project">Which.</param>
/// <param name="Shelf">The shop.</param>
/// <param name="Entries">Every entry of the project.</param>
/// <param name="Joints">Its joints, by number and name.</param>
public sealed record ProjectInShop(ProjectRow Project, Shelf Shelf, IReadOnlyList<EntryRow> Entries, IReadOnlyList<JointInProject> Joints);

/// <summary>Reads a project with all its joints as they stand in the shop: what its record, the floor and the glance show.</summary>
public sealed class ProjectShop(JointStore store, KeptResults results, ShopFloor floor, ShopLog log)
{
    /// <summary>The project; null where there is none of that number.</summary>
    public async Task<ProjectInShop?> Of(int project)
    {
        if ((await store.Projects()).FirstOrDefault(p => p.Id == project) is not { } found) return null;
        var shelf = await floor.Look();
        var all = await log.OfProject(project);
        var entries = all.ToLookup(e => e.JointId);
        JointInProject InShop(StoredJoint stored)
        {
            var kept = results.Of(stored.Document);
            return new(stored, kept.Result, kept is { Joint.Kind.IsPlanned: true, Result: { } result }
                ? JointShop.Of(result, shelf, [.. entries[stored.Id]]) : null);
        }
        return new(found, shelf, all, [.. (await store.Joints(project)).Select(InShop).OrderBy(j => j.Named, StringComparer.Ordinal)]);
    }
}
