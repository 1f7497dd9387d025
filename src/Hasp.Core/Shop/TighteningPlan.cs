using System.Collections.Immutable;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Shop;

/// <summary>What is to be done at one bolt in one pass.</summary>
/// <param name="Pass">Index of the pass.</param>
/// <param name="Bolt">Index of the bolt in the assembly.</param>
public readonly record struct PlanStep(int Pass, int Bolt);

/// <summary>
/// How a joint is put together, from clean threads to the match mark: what the plan plays through, the traveller prints and the tablet
/// asks.
/// </summary>
public sealed record TighteningPlan
{
    /// <summary>The joint.</summary>
    public required Joint Joint { get; init; }

    /// <summary>Its bolts.</summary>
    public required Assembly Assembly { get; init; }

    /// <summary>In which order.</summary>
    public required TighteningOrder Order { get; init; }

    /// <summary>By which procedure.</summary>
    public required Installation Installation { get; init; }

    /// <summary>Why the procedure does not serve; empty where it does.</summary>
    public required string Problem { get; init; }

    /// <summary>Round by round; empty where the procedure does not serve.</summary>
    public required ImmutableArray<Pass> Passes { get; init; }

    /// <summary>What is done before the first bolt is turned.</summary>
    public required ImmutableArray<Preparation> Before { get; init; }

    /// <summary>What is done when the last one is tight.</summary>
    public required ImmutableArray<Preparation> After { get; init; }

    /// <summary>How often the bolts may be tightened.</summary>
    public required ReuseRule Reuse { get; init; }

    /// <summary>Every step, round after round.</summary>
    public IEnumerable<PlanStep> Steps => Enumerable.Range(0, Passes.Length).SelectMany(p => Order.Bolts.Select(b => new PlanStep(p, b)));

    /// <summary>Numbers of the bolts in the order in which they are loosened: backwards, so that the part that holds firmest lets go
    /// last.</summary>
    public ImmutableArray<int> Loosening => [.. Order.Bolts.Reverse().Select(b => Assembly.Numbers[b])];

    // More numbers are no order that anybody follows from a line.
    private const int MostNamed = 24;

    /// <summary>How it is loosened, in two rounds, so that no bolt is left with the whole load (ASME PCC-1, joint disassembly); empty
    /// where nothing is preloaded.</summary>
    public string LooseningWords
    {
        get
        {
            if (!Joint.Kind.IsTightened) return "";
            const string First = "To loosen it later: take off load and pressure first. ";
            var order = Loosening.Length > MostNamed ? "in the order of tightening backwards"
                : "in the order " + string.Join(", ", Loosening);
            return Loosening.Length == 1 ? First.TrimEnd()
                : $"{First}Each bolt by a quarter turn, {order}; then all the way, in the same order.";
        }
    }

    /// <summary>The plan of a joint.</summary>
    /// <param name="result">The joint and what it came to.</param>
    /// <param name="wrench">The wrench in hand; null where none is named.</param>
    /// <param name="verified">The torque that the lot was shown to need this shift, N·mm; null where it was not.</param>
    public static TighteningPlan Of(Result result, Wrench? wrench = null, double? verified = null)
    {
        var joint = result.Joint;
        var assembly = Assembly.Of(joint);
        var installation = Installation.Of(joint);
        var problem = installation.WhyNot(joint) is { Length: > 0 } no ? no : verified is null ? installation.NoTorque(joint) : "";
        return new()
        {
            Joint = joint,
            Assembly = assembly,
            Order = OrderOf(joint, assembly),
            Installation = installation,
            Problem = problem,
            Passes = problem.Length > 0 ? [] : Marked([.. installation.Passes(new(result, wrench, verified))],
                joint.Said.Of(PlanFields.Hold)),
            Before = [.. Preparation.Before(joint, assembly)],
            After = [.. Preparation.After(joint)],
            Reuse = ReuseRule.Of(joint),
        };
    }

    private static TighteningOrder OrderOf(Joint joint, Assembly assembly)
    {
        var said = joint.Said;
        var rule = said.Read(PlanFields.Order) is { State: ReadState.Given } stated ? stated.Value : assembly.Rule;
        PlanPoint? stiffest = said.Stated(PlanFields.StiffestX) is { } x && said.Stated(PlanFields.StiffestY) is { } y ? new(x, y)
            : assembly.Stiffest;
        var byHand = (SequenceText.Parse(said.Stated(PlanFields.Sequence) ?? "") ?? []).Select(n => assembly.Numbers.IndexOf(n)).ToList();
        return TighteningOrder.Of(assembly.Places, rule, stiffest, byHand);
    }

    /// <summary>
    /// The passes with their hold points, and with those after which a bolt is as tight as it shall be: the last one, and what reaches as
    /// far.
    /// </summary>
    private static ImmutableArray<Pass> Marked(ImmutableArray<Pass> passes, HoldPoint hold)
    {
        var last = passes[^1];
        return
        [
            .. passes.Select(p => p with
            {
                Holds = hold == HoldPoint.Each || (hold is HoldPoint.Snug or HoldPoint.Both && p.Id == Pass.Snug.Id)
                    || (hold is HoldPoint.Last or HoldPoint.Both && p.Id == last.Id),
                // Turns add up: an earlier one as large as the last leaves less.
                IsFull = p.Id == last.Id || (p.Measure == last.Measure && p.Measure != PassMeasure.Turn && last.Value > 0
                    && p.Value >= last.Value),
            }),
        ];
    }
}
