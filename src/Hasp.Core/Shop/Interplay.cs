using System.Collections.Immutable;
using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;
using Hasp.Core.Stiffness;
using MathNet.Numerics;
using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.RootFinding;

namespace Hasp.Core.Shop;

/// <summary>What the bolts hold after a round.</summary>
/// <param name="Name">The pass, or a repetition of it.</param>
/// <param name="Forces">Of each bolt, N, by its place in the list.</param>
/// <param name="Turned">How many nuts turned in it.</param>
public sealed record Round(string Name, ImmutableArray<double> Forces, int Turned)
{
    /// <summary>N.</summary>
    public double Least => Forces.Min();

    /// <summary>N.</summary>
    public double Greatest => Forces.Max();
}

/// <summary>What a bolt holds once the wrench has left it, and what all hold then.</summary>
/// <param name="Round">Index of the round.</param>
/// <param name="Bolts">Places in the list of those that were turned together.</param>
/// <param name="Forces">Of each bolt, N.</param>
public sealed record InterplayStep(int Round, ImmutableArray<int> Bolts, ImmutableArray<double> Forces);

/// <summary>A way of going round, played through.</summary>
/// <param name="Words">How it goes round.</param>
/// <param name="Rounds">Round by round.</param>
/// <param name="Full">Index of the first round that tightens every bolt as far as it shall be.</param>
/// <param name="Rests">True where no nut turned in the last round, or it could not be gone round again.</param>
/// <param name="Steps">Wrench by wrench.</param>
public sealed record Played(string Words, ImmutableArray<Round> Rounds, int Full, bool Rests, ImmutableArray<InterplayStep> Steps)
{
    /// <summary>After the first round that should have been enough.</summary>
    public Round First => Rounds[Full];

    /// <summary>When the work is done.</summary>
    public Round Last => Rounds[^1];

    /// <summary>How often it was gone round again and a nut turned.</summary>
    public int Again => Rounds.Skip(Full + 1).Count(r => r.Turned > 0);
}

/// <summary>
/// What bolts take from each other as they are tightened one after another: parts that a later bolt presses together let an earlier one
/// go slack. Bolts are springs on nuts that stay where they were turned to; the parts under them yield by a symmetric matrix, their own
/// resilience at a bolt and a share of it at every other. That share is estimated, of plates that bend on what lies between them, or
/// taken from what was measured.
/// </summary>
/// <remarks>
/// Estimate: a plate on an elastic foundation. The dent of a force falls off as −4/π·kei(r/ℓ), with ℓ = (D/k)^¼, D the bending
/// stiffness of the parts on either side, one behind the other, k the stiffness of all layers through their thickness, per area; under the force it
/// is ℓ²/(8·D) deep. Taken as if the
/// foundation lay everywhere under the bolts: a narrow gasket inside their circle gives more, which is measured. Faces that lie flat
/// hardly show it; faces that are drawn shut do, and no estimate knows their gap. The matrix is positive definite whatever the pattern,
/// because the dent is the plate's own influence function.
/// </remarks>
public sealed class Interplay
{
    /// <summary>More bolts are not played.</summary>
    public const int MostBolts = 60;

    /// <summary>No plan goes round more often than this at the full setting.</summary>
    public const int MostRounds = 10;

    // What an ordinary spanner leaves, as a share of the preload aimed at. Chosen: it decides little of what the full passes leave. A turn
    // is worked out from firm contact, where nothing is held yet.
    private const double SnugShare = 0.1;

    // A nut that would gain less does not break loose: with usual friction it sticks.
    private const double Sticks = 0.01;
    private const double PoissonRatio = 0.3;

    private readonly ImmutableArray<PlanPoint> _places;
    private readonly Matrix<double> _yields;
    private readonly Matrix<double> _stiff;
    private readonly double _advance;

    private Interplay(ImmutableArray<PlanPoint> places, double bolt, Give parts, double advance)
    {
        (_places, _advance, Spread) = (places, advance, parts.Spread);
        Parts = Matrix<double>.Build.Dense(places.Length, places.Length, (i, j) => i == j ? parts.Own
            : parts.Dent * Share(places[i].To(places[j]), parts.Spread));
        _yields = Parts + (Matrix<double>.Build.DenseIdentity(places.Length) * bolt);
        _stiff = _yields.Inverse();
        NeighbourLoss = parts.Dent * Share(NearestOf(places), parts.Spread) / (bolt + parts.Own);
    }

    /// <summary>How the parts give under a bolt, mm/N.</summary>
    /// <param name="Own">At that bolt, all in all.</param>
    /// <param name="Dent">The part of it that reaches further.</param>
    /// <param name="Spread">ℓ, how far, mm.</param>
    private readonly record struct Give(double Own, double Dent, double Spread);

    /// <summary>How far the parts give at bolt i for a force at bolt j, mm/N.</summary>
    public Matrix<double> Parts { get; }

    /// <summary>ℓ, how far the dent of a bolt reaches, mm.</summary>
    public double Spread { get; }

    /// <summary>What the nearest neighbour loses of what a bolt gains, as a share.</summary>
    public double NeighbourLoss { get; }

    /// <summary>True where that share was measured and not estimated.</summary>
    public bool IsMeasured { get; private init; }

    /// <summary>Why a measured share cannot be what the springs give; empty where it can.</summary>
    public string Problem { get; private init; } = "";

    /// <summary>The interplay of a planned joint; null where nobody laid its bolts out, where there are too few or too many of them, where
    /// nothing is planned, or what is planned takes them to yield.</summary>
    public static Interplay? Of(TighteningPlan plan, Result result)
    {
        var places = plan.Assembly.Places;
        if (!plan.Assembly.IsLaidOut || !plan.Joint.Kind.IsTightened || places.Length is < 2 or > MostBolts || plan.Passes.IsEmpty
            || plan.Installation.Yields || plan.Joint.Tightening is { Aim: AimKind.YieldShare or AimKind.RootYieldShare, AimValue: >= 0.9 })
            return null;
        var (bolt, parts) = (1 / result[Terms.BoltStiffness], GiveOf(plan.Joint, 1 / result[Terms.MemberStiffness]));
        var advance = plan.Joint.Bolts.Thread.Pitch / (2 * Math.PI);
        if (plan.Joint.Said.Stated(PlanFields.NeighbourLoss) is not { } percent) return new(places, bolt, parts, advance);
        // What was measured says how far all that gives under a bolt reaches.
        var share = percent / 100 * (bolt + parts.Own) / parts.Own;
        var most = 100 * MostShare * parts.Own / (bolt + parts.Own);
        return new(places, bolt, new(parts.Own, parts.Own, SpreadFor(Math.Min(share, MostShare), NearestOf(places))), advance)
        {
            IsMeasured = true,
            Problem = share < MostShare ? "" : FormattableString.Invariant($"springs alone give a neighbour at most {most:0} % to lose: ")
                + "the faces did not lie together yet. Measure it in the last pass",
        };
    }

    // A neighbour under the same head would lose no more than the parts' own share of the spring.
    private const double MostShare = 0.95;

    /// <summary>How the parts of a joint give. Over a gasket the plates' dent in it, w₀ = ℓ²/(8·D), and what the hard parts give
    /// in their cones; of hard parts alone the dent is a share of what their cones give.</summary>
    private static Give GiveOf(Joint joint, double cones)
    {
        var layers = joint.Layers;
        var through = layers.Sum(l => l.Thickness / l.Material.ElasticModulus);
        var bends = layers.Select(l => l.Material.IsGasket ? 0 : l.Material.ElasticModulus * Math.Pow(l.Thickness, 3)
            / (12 * (1 - (PoissonRatio * PoissonRatio)))).ToArray();
        // Either side of the gasket, else of the face nearest the middle.
        var split = layers.Select((l, i) => (l, i)).FirstOrDefault(x => x.l.Material.IsGasket, (null!, Middle(layers))).Item2;
        var (above, below) = (bends.Take(split).Sum(), bends.Skip(split).Sum());
        var both = above > 0 && below > 0 ? 1 / ((1 / above) + (1 / below)) : above + below;
        var spread = Math.Pow(both * through, 0.25);
        var dent = spread * spread / (8 * both);
        if (joint.Gasket is null) return new(cones, Math.Min(cones, dent), spread);
        var hard = joint with { Layers = [.. layers.Where(l => !l.Material.IsGasket)] };
        var alone = Springs<Plain>.Of(hard, Stack.Of(hard), ThreadGeometry<Plain>.Of(joint.Bolts.Thread)).Members.Value;
        return new(dent + (1 / alone), dent, spread);
    }

    private static int Middle(ImmutableArray<Layer> layers)
    {
        var (half, at, best) = (layers.Sum(l => l.Thickness) / 2, 0.0, (Off: double.PositiveInfinity, Index: 1));
        for (var i = 1; i < layers.Length; i++)
        {
            at += layers[i - 1].Thickness;
            if (Math.Abs(at - half) < best.Off) best = (Math.Abs(at - half), i);
        }
        return best.Index;
    }

    /// <summary>What is left of a dent so far off, as a share of its depth.</summary>
    private static double Share(double distance, double spread) => distance == 0 ? 1
        : spread <= 0 || distance / spread > FarOff ? 0 : -4 / Math.PI * SpecialFunctions.KelvinKei(distance / spread);

    // Further off the dent is less than a millionth, and rises as little elsewhere.
    private const double FarOff = 20;

    /// <summary>ℓ at which a share is left at a distance, mm: the dent is no deeper anywhere than nearer by.</summary>
    private static double SpreadFor(double share, double distance) =>
        share <= 0 ? 0 : distance / Bisection.FindRoot(x => Share(x, 1) - share, 1e-6, FirstRise, 1e-12, 200);

    // −kei falls from π/4 to nothing at 3.91.
    private const double FirstRise = 3.9;

    private static double NearestOf(ImmutableArray<PlanPoint> places) =>
        places.SelectMany((p, i) => places.Take(i).Select(q => p.To(q))).Min();

    /// <summary>The plan as it stands, and beside it other ways of going round: what each leaves, and how often it is gone round.</summary>
    public IReadOnlyList<Played> Compare(TighteningPlan plan, Result result)
    {
        var aims = plan.Passes.Where(p => p.Reaches is not null || p.Measure is PassMeasure.Turn or PassMeasure.Contact).ToList();
        if (aims.Count == 0) return [];
        var order = plan.Order.Bolts;
        var words = TighteningOrder.WordsOf(plan.Order.Rule);
        var inTurn = InTurn();
        var ways = new List<(string Words, ImmutableArray<int> Order, int Together)> { (words, order, 1) };
        if (!inTurn.SequenceEqual(order)) ways.Add(("one beside the other", inTurn, 1));
        if (order.Length >= 4) ways.Add((words + ", two tools at once", order, 2));
        if (order.Length >= 8) ways.Add((words + ", four tools at once", order, 4));
        return [.. ways.Select(w => Play(w.Words, w.Order, aims, result[Terms.Preload], w.Together))];
    }

    /// <summary>Round their centre by angle, as one who does not care would go.</summary>
    private ImmutableArray<int> InTurn()
    {
        var (x, y) = (_places.Average(p => p.X), _places.Average(p => p.Y));
        return [.. Enumerable.Range(0, _places.Length).OrderBy(i => Math.Atan2(_places[i].Y - y, _places[i].X - x)).ThenBy(i => i)];
    }

    /// <summary>Goes round as often as the passes say, the last one until no nut turns where it is to be repeated.</summary>
    /// <param name="words">How it goes round.</param>
    /// <param name="order">Places in the list.</param>
    /// <param name="passes">What is done.</param>
    /// <param name="preload">The preload aimed at, N.</param>
    /// <param name="together">How many tools turn at once.</param>
    public Played Play(string words, ImmutableArray<int> order, IReadOnlyList<Pass> passes, double preload, int together = 1)
    {
        // How far each nut has gone on, mm: they stay there, and the forces follow.
        var nuts = Vector<double>.Build.Dense(_places.Length);
        var (rounds, steps) = (new List<Round>(), new List<InterplayStep>());
        var snug = passes.Any(p => p.Measure == PassMeasure.Turn) && passes.All(p => p.Measure != PassMeasure.Torque) ? 0 : SnugShare;
        void Once(Pass pass, string name)
        {
            var turned = 0;
            foreach (var tools in order.Chunk(together))
            {
                turned += pass.Measure == PassMeasure.Turn ? Advance(nuts, tools, pass.Value * _advance)
                    : Pull(nuts, tools, (pass.Reaches ?? snug) * preload);
                steps.Add(new(rounds.Count, [.. tools], [.. ForcesOf(nuts)]));
            }
            rounds.Add(new(name, steps[^1].Forces, turned));
        }

        foreach (var pass in passes) Once(pass, pass.Name);
        var full = rounds.Count - 1;
        // A pass that is only there to be repeated follows one that reached as far.
        if (passes.Count > 1 && passes[^1].Repeats && passes[^1].Reaches <= passes[^2].Reaches) full--;
        while (passes[^1].Repeats && rounds[^1].Turned > 0 && rounds.Count - full <= MostRounds)
            Once(passes[^1], $"again {rounds.Count - full}");
        return new(words, [.. rounds], full, rounds[^1].Turned == 0 || !passes[^1].Repeats, [.. steps]);
    }

    /// <summary>Turns some nuts on until each holds so much; one that holds it already, or as good as, does not turn.</summary>
    private int Pull(Vector<double> nuts, int[] tools, double target)
    {
        var forces = ForcesOf(nuts);
        var turned = new HashSet<int>();
        bool Lacks(int bolt) => forces[bolt] < target * (1 - Sticks);
        // Once is enough while no bolt goes slack, and none that stuck is pulled down by the one beside it.
        for (var tried = 0; tried < MostTries && tools.Any(i => Lacks(i) || (turned.Contains(i) && !IsNear(forces[i], target))); tried++)
        {
            var turn = tools.Where(i => Lacks(i) || turned.Contains(i)).ToArray();
            var on = Gains(turn, forces, target);
            // No wrench turns a nut back that has not been turned on: another one's pull brought that bolt there.
            while (turn.Length > 1 && on.Minimum() < 0 && !turned.Contains(turn[on.MinimumIndex()]))
            {
                turn = [.. turn.Where((_, i) => i != on.MinimumIndex())];
                on = Gains(turn, forces, target);
            }
            for (var i = 0; i < turn.Length; i++) nuts[turn[i]] += on[i];
            turned.UnionWith(turn);
            forces = ForcesOf(nuts);
        }
        return turned.Count;
    }

    /// <summary>What nuts go on by, mm, so that all of them come to hold it at once.</summary>
    private Vector<double> Gains(int[] turn, Vector<double> forces, double target) =>
        Matrix<double>.Build.Dense(turn.Length, turn.Length, (i, j) => _stiff[turn[i], turn[j]])
            .Solve(Vector<double>.Build.Dense(turn.Length, i => target - forces[turn[i]]));

    private static bool IsNear(double force, double target) => Math.Abs(force - target) <= Near * target;

    private const int MostTries = 40;
    private const double Near = 1e-9;

    private static int Advance(Vector<double> nuts, int[] tools, double by)
    {
        foreach (var i in tools) nuts[i] += by;
        return tools.Length;
    }

    /// <summary>Forces of the bolts on nuts that have gone so far. A bolt that has nothing left is slack: it pulls at nothing, until its
    /// nut has taken up the gap.</summary>
    private Vector<double> ForcesOf(Vector<double> nuts)
    {
        var forces = _stiff * nuts;
        if (forces.Minimum() >= 0) return forces;
        var tight = Enumerable.Range(0, nuts.Count).Where(i => forces[i] > 0).ToList();
        for (var tried = 0; tried < nuts.Count; tried++)
        {
            var those = Matrix<double>.Build.Dense(tight.Count, tight.Count, (i, j) => _yields[tight[i], tight[j]])
                .Solve(Vector<double>.Build.Dense(tight.Count, i => nuts[tight[i]]));
            forces = Vector<double>.Build.Dense(nuts.Count);
            for (var i = 0; i < tight.Count; i++) forces[tight[i]] = those[i];
            var given = _yields * forces;
            var next = Enumerable.Range(0, nuts.Count).Where(i => tight.Contains(i) ? forces[i] >= 0 : given[i] < nuts[i] - Hair).ToList();
            if (next.SequenceEqual(tight)) return forces;
            tight = next;
        }
        return forces.PointwiseMaximum(0);
    }

    // mm: a gap of less is none.
    private const double Hair = 1e-12;

    /// <summary>What it rests on, in words.</summary>
    public string Words(UnitSystem shown) => (IsMeasured ? "Measured: a neighbour loses " : "Estimated: a neighbour loses ")
        + (NeighbourLoss < Hardly ? "hardly anything" : FormattableString.Invariant($"{100 * NeighbourLoss:0.#} % of what a bolt gains"))
        + "; the dent of a bolt reaches " + QuantityText.ShowText(Spread, Dimension.Length, shown, 2);

    private const double Hardly = 0.005;
}
