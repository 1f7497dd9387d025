using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Following;

/// <summary>One value of a joint's calculation; what is the same by name, source, value and making is one node.</summary>
/// <param name="Id">Its place among the nodes; operands stand before what is made of them.</param>
/// <param name="Of">How it was made, with the value as calculated.</param>
/// <param name="Operands">The nodes that it is made of.</param>
public sealed record Node(int Id, Expression Of, int[] Operands)
{
    /// <summary>True for a number that is made of no others here: of the formula, of the joint or the catalogue, or found by
    /// trial.</summary>
    public bool IsLeaf => !Of.IsMade;
}

/// <summary>The factor of one check on one bolt under one load case.</summary>
/// <param name="Check">The check.</param>
/// <param name="Case">Index of the load case.</param>
/// <param name="Bolt">Index of the bolt; 0 for a check of the parts.</param>
/// <param name="Factor">The node that is the factor.</param>
public sealed record Root(Check Check, int Case, int Bolt, int Factor);

/// <summary>
/// Every judged check of a joint as one graph of values, so that it can be calculated again with other numbers in its leaves. What was
/// decided by a plain comparison on the way is not in it; <see cref="Follow"/> finds out how far it may be followed.
/// </summary>
public sealed class Graph
{
    private readonly List<Node> _nodes = [];
    private readonly Dictionary<Key, int> _known = [];
    private readonly Dictionary<Expression, int> _read = new(ReferenceEqualityComparer.Instance);
    private readonly Dictionary<int, int> _required = [];
    private ILookup<Check, Root>? _byCheck;

    private readonly record struct Key(Operation Operation, long Value, string? Term, int Index, string? Said, int A, int B, int C, int D);

    private Graph(Joint joint) => Joint = joint;

    /// <summary>The joint that it was made of.</summary>
    public Joint Joint { get; }

    /// <summary>Its values, operands first.</summary>
    public IReadOnlyList<Node> Nodes => _nodes;

    /// <summary>The factors, check by check, in the order of cases and bolts.</summary>
    public IReadOnlyList<Root> Roots { get; private set; } = [];

    /// <summary>False where only those bolts stand in it that can govern: more would be too many to read.</summary>
    public bool HasEveryBolt { get; private set; } = true;

    /// <summary>The node of the factor that a check requires.</summary>
    /// <exception cref="KeyNotFoundException">The check is not judged on this joint.</exception>
    public int RequiredOf(Check check) => _required[check.Index];

    /// <summary>The checks that are judged.</summary>
    public IEnumerable<Check> Checks => Roots.Select(r => r.Check).Distinct();

    /// <summary>The graph of a joint.</summary>
    /// <param name="joint">The joint.</param>
    /// <param name="mostRows">Bolts × cases × checks beyond which only the bolts that can govern are taken.</param>
    public static Graph Of(Joint joint, int mostRows = 5000)
    {
        var graph = new Graph(joint);
        var traced = Mechanics<Traced>.Of(joint);
        var judging = joint.Judging.Checks.Where(c => c.MayApply(joint)).ToList();
        graph.HasEveryBolt = joint.Cases.Length * joint.LoadPath.Distinct * judging.Count(c => !c.JudgesParts
            && !c.Info.WithoutLoad) <= mostRows;
        // One load of a bolt is judged by many checks.
        var loads = new Dictionary<(int Case, int Bolt), BoltLoad<Traced>>();
        BoltLoad<Traced> On(int loadCase, int bolt) => loads.TryGetValue((loadCase, bolt), out var known) ? known
            : loads[(loadCase, bolt)] = BoltLoad<Traced>.Of(joint, loadCase, bolt);
        graph.Roots = [.. judging.SelectMany(c => graph.RootsOf(c, traced, On))];
        foreach (var check in graph.Checks)
        {
            graph._required[check.Index] = graph.Read(Traced.Given(Terms.RequiredFactor, joint.Judging.RequiredByIndex[check.Index],
                check.Index + 1, check.Source).Expression);
        }
        return graph;
    }

    private IEnumerable<Root> RootsOf(Check check, Mechanics<Traced> traced, Func<int, int, BoltLoad<Traced>> on)
    {
        var joint = traced.Joint;
        for (var c = 0; c < joint.Cases.Length; c++)
        {
            if (joint.Cases[c].OnlyCombined) continue;
            foreach (var bolt in BoltsOf(check, joint, c))
            {
                if (check.Judge(traced, on(c, bolt)) is not { Applies: true } judged) continue;
                yield return new Root(check, c, bolt, Read(judged.Factor.Expression));
                if (check.Info.WithoutLoad) yield break;
            }
        }
    }

    private IEnumerable<int> BoltsOf(Check check, Joint joint, int loadCase) =>
        check.JudgesParts || check.Info.WithoutLoad || !HasEveryBolt ? joint.Sharing.LoadsOn(check, loadCase).Select(p => p.Bolt)
            : Enumerable.Range(0, joint.LoadPath.Distinct);

    private int Read(Expression e)
    {
        if (_read.TryGetValue(e, out var id)) return id;
        var operands = e.IsMade ? Array.ConvertAll(e.Operands, Read) : [];
        int At(int i) => i < operands.Length ? operands[i] : -1;
        var key = new Key(e.Operation, e.IsMade ? 0 : BitConverter.DoubleToInt64Bits(e.Value), e.Term?.Id, e.Index,
            e.Source ?? e.Written, At(0), At(1), At(2), At(3));
        if (!_known.TryGetValue(key, out id))
        {
            id = _nodes.Count;
            _nodes.Add(new Node(id, e, operands));
            _known[key] = id;
        }
        return _read[e] = id;
    }

    /// <summary>Every value again, with other numbers in some leaves.</summary>
    /// <param name="instead">What stands in a leaf now; null where it stands as it is.</param>
    public double[] Again(Func<int, double?> instead)
    {
        var values = new double[_nodes.Count];
        foreach (var node in _nodes)
        {
            values[node.Id] = node.IsLeaf ? instead(node.Id) ?? node.Of.Value : node.Of.Made(i => values[node.Operands[i]]);
        }
        return values;
    }

    /// <summary>
    /// What another joint has in the leaves that a check rests on, leaf by leaf; null where its calculation is made otherwise (another
    /// branch of the code, another bolt, another number of parts), so that nothing can be put in place of anything.
    /// </summary>
    /// <param name="check">The check.</param>
    /// <param name="other">The other joint's graph.</param>
    public IReadOnlyDictionary<int, double>? LeavesIn(Check check, Graph other)
    {
        var (mine, others) = (RootsOf(check), other.RootsOf(check));
        if (mine.Count != others.Count) return null;
        var pairs = new Dictionary<int, int>();
        foreach (var (a, b) in mine.Zip(others))
        {
            if (a.Case != b.Case || a.Bolt != b.Bolt || !Pair(a.Factor, b.Factor)) return null;
        }
        if (!Pair(RequiredOf(check), other.RequiredOf(check))) return null;
        return pairs.Where(p => _nodes[p.Key].IsLeaf).ToDictionary(p => p.Key, p => other._nodes[p.Value].Of.Value);

        bool Pair(int a, int b)
        {
            if (pairs.TryGetValue(a, out var known)) return known == b || other._nodes[known].Of.Value.Equals(other._nodes[b].Of.Value);
            var (x, y) = (_nodes[a], other._nodes[b]);
            if (x.Of.Operation != y.Of.Operation || x.Of.Term != y.Of.Term || x.Operands.Length != y.Operands.Length) return false;
            for (var i = 0; i < x.Operands.Length; i++) if (!Pair(x.Operands[i], y.Operands[i])) return false;
            pairs[a] = b;
            return true;
        }
    }

    /// <summary>The factors of one check.</summary>
    public IReadOnlyList<Root> RootsOf(Check check) => [.. (_byCheck ??= Roots.ToLookup(r => r.Check))[check]];
}
