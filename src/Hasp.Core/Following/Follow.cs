using System.Globalization;
using System.Text.RegularExpressions;
using Hasp.Core.Checks;
using Hasp.Core.Documents;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Core.Following;

/// <summary>A number of the document that can be typed over.</summary>
/// <param name="Place">Where it stands.</param>
/// <param name="Path">Its path in the document.</param>
/// <param name="Value">The number as it was typed.</param>
/// <param name="Unit">What was typed after it: its unit, or what it is a share of.</param>
/// <param name="IsChosen">True where nobody stated it.</param>
public sealed record Input(Place Place, string Path, double Value, string Unit, bool IsChosen)
{
    /// <summary>The text with another number in it.</summary>
    public string With(double value) => Text(value) + (Unit.Length > 0 ? " " + Unit : "");

    private static string Text(double value) => value.ToString("0.##############", CultureInfo.InvariantCulture);
}

/// <summary>How far a check follows an input: between these numbers, everything else as it is, the graph gave what the joint
/// gave.</summary>
/// <param name="Least">The least number it was followed to.</param>
/// <param name="Most">The greatest.</param>
public readonly record struct Reach(double Least, double Most);

/// <summary>What a leaf is of the inputs: what it was, and what each input adds to it.</summary>
/// <param name="Leaf">The leaf.</param>
/// <param name="Base">What is left of it where all those inputs are 0.</param>
/// <param name="Parts">What each input counts, by its place among the inputs.</param>
public sealed record Origin(int Leaf, double Base, IReadOnlyList<(int Input, double Slope)> Parts)
{
    /// <summary>The leaf with these inputs.</summary>
    public double Value(Func<int, double> input) => Base + Parts.Sum(p => p.Slope * input(p.Input));
}

/// <summary>
/// Which results follow which numbers of the document, and how far. Nothing is declared: each number is changed in turn, the whole joint
/// is read and calculated again, and the graph is held against it. A leaf follows where two changes move it in proportion; a check follows
/// an input as far as the graph, with the leaves moved, gave the factors that the joint gave. What was not tried is not claimed.
/// </summary>
public sealed partial class Follow
{
    // Where a number is tried, as multiples of what stands there; outwards from 1, until something no longer agrees.
    private static readonly double[] Less = [0.97, 0.9, 0.8, 0.65, 0.5, 0.35, 0.25, 0.1, 0], More = [1.03, 1.1, 1.25, 1.5, 2, 3, 5, 10];

    /// <summary>Factors are the same to this share.</summary>
    public const double Same = 1e-9;

    private readonly Dictionary<(int Input, int Check), Reach> _reach = [];
    private readonly Dictionary<int, Origin> _origins = [];
    private readonly List<Input> _inputs = [];

    private Follow(Graph graph, Draft draft) => (Graph, Draft) = (graph, draft);

    /// <summary>The calculation.</summary>
    public Graph Graph { get; }

    /// <summary>The document.</summary>
    public Draft Draft { get; }

    /// <summary>The numbers that can be typed over, in the order of the document: each moves something, or decides something.</summary>
    public IReadOnlyList<Input> Inputs => _inputs;

    /// <summary>What the leaves are that follow inputs.</summary>
    public IReadOnlyDictionary<int, Origin> Origins => _origins;

    /// <summary>How far a check follows an input; null where any other number than the one there may be wrong.</summary>
    public Reach? ReachOf(int input, Check check) => _reach.TryGetValue((input, check.Index), out var reach) ? reach : null;

    /// <summary>How far the list of what is judged stays as it is: beyond, another check comes in or one goes.</summary>
    public Reach? ReachOfList(int input) => _reach.TryGetValue((input, List), out var reach) ? reach : null;

    private const int List = -1;

    /// <summary>Finds out what follows.</summary>
    /// <param name="draft">A document that is a joint.</param>
    /// <param name="graph">Its calculation.</param>
    /// <param name="stop">Ends it.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static Follow Of(Draft draft, Graph graph, CancellationToken stop = default)
    {
        var follow = new Follow(graph, draft);
        Input[] numbers = [.. draft.Places().Select(p => NumberAt(draft, p)).OfType<Input>()];
        void Each(int count, Action<int> work) => Parallel.For(0, count, new ParallelOptions { CancellationToken = stop }, work);
        var learnt = new Learnt[numbers.Length];
        Each(numbers.Length, i => learnt[i] = follow.Learn(numbers[i]));
        learnt = [.. learnt.Where(l => l.Counts)];
        follow._inputs.AddRange(learnt.Select(l => l.Input));
        foreach (var leaf in learnt.SelectMany((l, i) => l.Moves.Select(m => (m.Leaf, Input: i, m.Slope))).GroupBy(m => m.Leaf))
        {
            IReadOnlyList<(int Input, double Slope)> parts = [.. leaf.Select(m => (m.Input, m.Slope))];
            var (was, held) = (graph.Nodes[leaf.Key].Of.Value, parts.Sum(p => p.Slope * learnt[p.Input].Input.Value));
            follow._origins[leaf.Key] = new Origin(leaf.Key, Rounded(was - held, was), parts);
        }
        var reaches = new Dictionary<int, Reach>[learnt.Length];
        Each(learnt.Length, i => reaches[i] = follow.Try(i, learnt[i].Otherwise));
        for (var i = 0; i < reaches.Length; i++) foreach (var (check, reach) in reaches[i]) follow._reach[(i, check)] = reach;
        return follow;
    }

    /// <summary>What changing a number twice showed.</summary>
    /// <param name="Input">The number.</param>
    /// <param name="Counts">False where nothing of the calculation comes from it.</param>
    /// <param name="Moves">Leaves that move in proportion, and by how much.</param>
    /// <param name="Otherwise">Checks that are calculated in another way when it changes, by their index.</param>
    private sealed record Learnt(Input Input, bool Counts, IReadOnlyList<(int Leaf, double Slope)> Moves, IReadOnlySet<int> Otherwise);

    /// <summary>What is left of a difference is nothing where only rounding is left.</summary>
    private static double Rounded(double rest, double of) => Math.Abs(rest) <= 1e-12 * Math.Abs(of) ? 0 : rest;

    private static Input? NumberAt(Draft draft, Place place)
    {
        if (place.Field.Kind is not (FieldKind.Number or FieldKind.Quantity or FieldKind.Aim)
            || draft[place] is not { Fault: null } entry) return null;
        var (value, unit) = Number().Match(entry.Text) is { Success: true } typed
            ? (double.Parse(typed.Groups[1].ValueSpan, NumberStyles.Float, CultureInfo.InvariantCulture), typed.Groups[2].Value.Trim())
            : entry.Value is double held ? (held, Units.Consistent(place.Field.Dimension).Symbol) : (double.NaN, "");
        return double.IsNaN(value) ? null : new Input(place, draft.PathOf(place), value, unit, draft.IsChosen(place));
    }

    private Learnt Learn(Input number)
    {
        var (moves, otherwise, counts) = (new Dictionary<int, double>(), new HashSet<int>(), false);
        var step = number.Value == 0 ? 1 : 0.03 * Math.Abs(number.Value);
        if (Joint(number, number.Value + step) is not { } one || Joint(number, number.Value + (Further * step)) is not { } two)
        {
            // The next number is not one that the joint can have: what rests on it is not known.
            return new(number, true, [], Graph.Checks.Select(c => c.Index).ToHashSet());
        }
        var (first, second) = (Graph.Of(one), Graph.Of(two));
        foreach (var check in Graph.Checks)
        {
            if (Graph.LeavesIn(check, first) is not { } a || Graph.LeavesIn(check, second) is not { } b)
            {
                counts = true;
                otherwise.Add(check.Index);
                continue;
            }
            foreach (var (leaf, moved) in a)
            {
                var was = Graph.Nodes[leaf].Of.Value;
                if (moved.Equals(was) && b[leaf].Equals(was)) continue;
                counts = true;
                // A leaf that does not move in proportion stays, and the trials show how far that goes.
                if (SlopeOf(was, moved, b[leaf], step) is { } slope
                    && Graph.Nodes[leaf].Of.Operation != Operation.Found) moves[leaf] = slope;
            }
        }
        return new(number, counts || !first.Checks.SequenceEqual(Graph.Checks), [.. moves.Select(m => (m.Key, m.Value))], otherwise);
    }

    // The second change, in steps of the first: no multiple that another curve than a straight line would meet by chance.
    private const double Further = 2.3;

    private static double? SlopeOf(double was, double moved, double further, double step)
    {
        var slope = Nice((moved - was) / step);
        var off = Math.Abs(further - was - (Further * step * slope)) + Math.Abs(moved - was - (step * slope));
        return off <= 1e-10 * (Math.Abs(was) + Math.Abs(moved - was)) ? slope : null;
    }

    /// <summary>A slope that is a whole number of ninety-sixths, or of a unit to another, is that number.</summary>
    private static double Nice(double slope)
    {
        foreach (var scale in (ReadOnlySpan<double>)[1, 96])
        {
            var near = Math.Round(slope * scale) / scale;
            if (near != 0 && Math.Abs(slope - near) <= 1e-9 * Math.Abs(near)) return near;
        }
        return slope;
    }

    private Joint? Joint(Input number, double value) => Draft.State(number.Place, number.With(value), UnitSystem.Si).Judged().Joint;

    /// <summary>Tries an input outwards from what stands there: how far each check followed.</summary>
    private Dictionary<int, Reach> Try(int index, IReadOnlySet<int> otherwise)
    {
        var input = _inputs[index];
        var checks = Graph.Checks.Where(c => !otherwise.Contains(c.Index)).ToList();
        var reaches = checks.Select(c => c.Index).Append(List).ToDictionary(c => c, _ => new Reach(input.Value, input.Value));
        foreach (var side in (ReadOnlySpan<double[]>)[Less, More])
        {
            var going = reaches.Keys.ToHashSet();
            foreach (var times in side)
            {
                // From nothing, as many of its unit as hundreds.
                var value = input.Value == 0 ? (times - 1) * 100 : Math.Round(input.Value * times, 10);
                if (going.Count == 0 || Joint(input, value) is not { } joint) break;
                var judged = LeastOf(joint);
                var again = With(i => i == index ? value : _inputs[i].Value);
                if (!judged.Select(j => j.Check).SequenceEqual(Graph.Checks)) going.Remove(List);
                var least = judged.ToDictionary(j => j.Check, j => j.Factor);
                going.ExceptWith(checks.Where(c => going.Contains(c.Index) && !Agrees(c, joint, least, again)).Select(c => c.Index));
                foreach (var still in going)
                {
                    reaches[still] = new(Math.Min(reaches[still].Least, value), Math.Max(reaches[still].Most, value));
                }
            }
        }
        return reaches;
    }

    /// <summary>The checks that find something to judge, in their order, with the least factor of each.</summary>
    private static List<(Check Check, double Factor)> LeastOf(Joint joint)
    {
        var plain = Mechanics<Plain>.Of(joint);
        return [.. joint.Judging.Checks.Select(c => (Check: c, Worst: c.WorstOf(plain))).Where(c => c.Worst is not null)
            .Select(c => (c.Check, c.Worst!.Value.Factor))];
    }

    private bool Agrees(Check check, Joint joint, Dictionary<Check, double> least, double[] again) =>
        least.TryGetValue(check, out var factor) && Near(FactorIn(check, again), factor)
        && Near(again[Graph.RequiredOf(check)], joint.Judging.RequiredByIndex[check.Index]);

    private static bool Near(double a, double b) => a.Equals(b) || Math.Abs(a - b) <= Same * Math.Abs(b);

    /// <summary>The least factor of a check among these values.</summary>
    public double FactorIn(Check check, double[] values) => Graph.RootsOf(check).Min(r => values[r.Factor]);

    /// <summary>Every value of the graph with these inputs.</summary>
    public double[] With(Func<int, double> input) =>
        Graph.Again(leaf => _origins.TryGetValue(leaf, out var origin) ? origin.Value(input) : null);

    [GeneratedRegex(@"^\s*([+-]?[0-9]+(?:\.[0-9]+)?(?:[eE][+-]?[0-9]+)?)(?![0-9.,/])\s*([^0-9\s].*)?$")]
    private static partial Regex Number();
}
