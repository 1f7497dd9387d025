using System.Security.Cryptography;
using System.Text;
using Hasp.Core;
using Hasp.Core.Documents;
using Hasp.Core.Quantities;
using Hasp.Files;
using Hasp.Store;
using Hasp.Web.Drawing;
using Hasp.Web.Services.Shop;

namespace Hasp.Web.Services;

/// <summary>
/// Keeps the lines of joints up to date. A list asks for its project: a few that are behind are made while it waits, many in the
/// background,
/// with progress. What a line is made of is the document and this program; both are its key.
/// </summary>
public sealed class JointLines(JointLineStore store, KeptResults results, Doors doors, ILogger<JointLines> log) : BackgroundService
{
    private const int AtOnce = 40, Together = 200;

    /// <summary>
    /// What makes lines: the modules that read, judge and draw a joint, catalogue and all, by what they were compiled from. Another program
    /// makes them anew.
    /// </summary>
    public static string MadeBy { get; } = Hash(Modules);

    /// <summary>Those modules.</summary>
    internal static IEnumerable<Guid> Modules =>
        [typeof(Evaluation).Module.ModuleVersionId, typeof(JointDocument).Module.ModuleVersionId, typeof(MiniSvg).Module.ModuleVersionId];

    private readonly SemaphoreSlim _asked = new(0, 1);

    /// <summary>Joints of a project that are behind and are being worked out in the background; none where all are there.</summary>
    public async Task<int> Behind(int project)
    {
        var few = await store.Stale(MadeBy, project, AtOnce + 1);
        if (few.Count == 0) return 0;
        if (few.Count <= AtOnce)
        {
            await store.Keep([.. few.Select(LineOf)]);
            return 0;
        }
        if (_asked.CurrentCount == 0) _asked.Release();
        return await store.CountStale(MadeBy, project);
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await doors.Opened.WaitAsync(stoppingToken);
        // Once after each start: another program may have made what is there.
        for (; ; await _asked.WaitAsync(stoppingToken))
        {
            try
            {
                await Renew(stoppingToken);
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                Log.LinesBehind(log, e.Message);
            }
        }
    }

    private async Task Renew(CancellationToken stop)
    {
        while (await store.Stale(MadeBy, null, Together) is { Count: > 0 } behind)
        {
            var lines = new List<JointLineRow>();
            foreach (var stored in behind)
            {
                stop.ThrowIfCancellationRequested();
                lines.Add(LineOf(stored));
                // Whoever waits for a page goes first.
                await Task.Yield();
            }
            await store.Keep(lines);
        }
    }

    /// <summary>The line of a joint. One that cannot be worked out has one that says so, and takes no other down.</summary>
    private JointLineRow LineOf(StoredJoint stored)
    {
        var line = new JointLineRow { JointId = stored.Id, ProjectId = stored.ProjectId, Revision = stored.Revision, MadeBy = MadeBy };
        try
        {
            var (draft, _, faults, result) = results.Of(stored.Document);
            return result is null ? Broken(line, draft, string.Join("; ", faults.Select(f => f.Path + ": " + f.Problem)))
                : Filled(line, draft!, result);
        }
        catch (Exception e) when (e is not OperationCanceledException)
        {
            Log.Damaged(log, stored.Id, e.Message);
            return Broken(line, null, "it cannot be worked out; what went wrong is in the server's log");
        }
    }

    private static JointLineRow Broken(JointLineRow line, Draft? draft, string problem)
    {
        (line.Problem, line.Reserve) = (problem, JointLineStore.NoReserve);
        line.Name = draft?.Text(Core.Joints.Fields.Name) ?? "";
        line.Words = Words(draft, []);
        return line;
    }

    private static JointLineRow Filled(JointLineRow line, Draft draft, Result result)
    {
        var joint = result.Joint;
        (line.Number, line.Name) = (joint.Number, joint.Name);
        line.Reserve = result.GoverningReserve is { } reserve && double.IsFinite(reserve) ? reserve : JointLineStore.NoReserve;
        line.Standing = result.Standing.ToString();
        line.IsInHand = joint.Kind.IsPlanned && (JointShop.LotNameOf(joint).Length > 0 || JointShop.ToolNameOf(joint).Length > 0);
        (line.SaidSi, line.GovernsSi) = Said(result, UnitSystem.Si);
        (line.SaidUs, line.GovernsUs) = Said(result, UnitSystem.Us);
        line.Drawing = MiniSvg.Of(result);
        line.Words = Words(draft, [joint.Kind.Name, line.SaidSi, line.GovernsSi]);
        return line;
    }

    private static (string Said, string Governs) Said(Result result, UnitSystem units)
    {
        var callOut = CallOut.Of(result, units);
        var finish = result.Joint.Kind.IsTightened ? ", " + result.Joint.Tightening.NutFactor.Label : "";
        var open = result.Holds && !result.IsComplete ? "Not judged in full. " : "";
        return ($"{callOut.Order}{finish}. {$"{callOut.Tighten} {callOut.Figure}".Trim()}.",
            $"{open}{callOut.Governs}{callOut.Reserves}{callOut.Basis}");
    }

    private static string Words(Draft? draft, IEnumerable<string> more) =>
        string.Join(' ', (draft?.Places().Select(p => draft[p]!.Text) ?? []).Concat(more)).ToLowerInvariant();

    internal static string Hash(IEnumerable<Guid> modules) =>
        Convert.ToHexString(SHA256.HashData(Encoding.ASCII.GetBytes(string.Join('|', modules))))[..16];
}
