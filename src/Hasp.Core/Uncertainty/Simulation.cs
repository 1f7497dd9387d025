using System.Collections.Immutable;
using System.Numerics;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Checks.Machine;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Preload;
using Hasp.Core.Stiffness;

namespace Hasp.Core.Uncertainty;

/// <summary>One sample: each quantity over its mean, in the order of <see cref="Uncertain"/>.</summary>
/// <typeparam name="T">A number, or as many samples as a vector holds.</typeparam>
public readonly record struct Sample<T>(T NutFactor, T ThreadFriction, T BearingFriction, T Tool, T Strength, T Load, T Settling,
    T FaceFriction, T Grip)
    where T : struct, IReal<T>
{
    /// <summary>Every quantity at its mean.</summary>
    public static Sample<T> Mean
    {
        get
        {
            var one = T.Const(1);
            return new(one, one, one, one, one, one, one, one, one);
        }
    }
}

/// <summary>The factors that a sample comes to, in the order of <see cref="Sampled"/>; each fails below 1.</summary>
/// <param name="Opening">Load that parts the faces over the load.</param>
/// <param name="Slip">Friction left over the shear.</param>
/// <param name="Yield">Yield over tension with half the torsion.</param>
/// <param name="Shear">Shear yield over the shear stress in the worst plane.</param>
public readonly record struct SampleFactors<T>(T Opening, T Slip, T Yield, T Shear)
    where T : struct, IReal<T>
{
    /// <summary>The factor of one event.</summary>
    public T this[Sampled what] => what switch
    {
        Sampled.Opening => Opening, Sampled.Slip => Slip, Sampled.Yield => Yield, Sampled.Shear => Shear,
        _ => throw new ArgumentOutOfRangeException(nameof(what), what, "is no event"),
    };
}

/// <summary>What the loads ask of one bolt: for each event the worst that no other load reaches, N.</summary>
/// <param name="Opening">Most tension that pulls the members apart; 0 where none does.</param>
/// <param name="Stretching">Most tension under which yielding is judged.</param>
/// <param name="Slips">Tension and shear of every load that may slip first.</param>
/// <param name="Shear">Most shear; 0 where the bolt is not judged in shear.</param>
internal sealed record BoltDemand(double Opening, double Stretching, ImmutableArray<(double Tension, double Shear)> Slips, double Shear);

/// <summary>One tightened bolt of a sample.</summary>
internal readonly record struct Tightened<T>(T Least, T Most, T Share, T Torsion)
    where T : struct, IReal<T>;

/// <summary>A check that is judged and not sampled, and why.</summary>
/// <param name="Check">The check.</param>
/// <param name="Why">Why it is not.</param>
public readonly record struct NotSampled(Check Check, string Why);

/// <summary>
/// Whether a joint opens, slips or yields when friction, tool, strength, load, embedding and geometry scatter: the chain and the formulas
/// of the verdicts, read as lanes. What is sampled is what its basis and kind judge. Each bolt's own preload is sampled; required factors
/// do not enter, failing is a factor below 1. Of a joint of several bolts its own chance is counted beside that of one bolt.
/// </summary>
public sealed class Simulation
{
    private const int Block = 8192;

    // Blocks summed at a time: what a long run holds does not grow with it.
    private const int Wave = 256;

    // What a sample draws; one more makes pairs of them.
    private static readonly int Quantities = ScatterInputs.All.Length;
    private readonly Joint _joint;
    private readonly Mechanics<Plain> _nominal;
    private readonly BoltDemand _one;
    private readonly BoltDemand[] _bolts;
    private readonly (double Tension, double Shear)[][] _slipCases;
    private readonly double _shearedArea;
    private readonly SampleMaker _maker;

    /// <summary>
    /// Prepares a joint. Opening and yield get worse with tension alone: the largest of all cases stands for them. Slip weighs tension
    /// against clamp, so that every load that no other reaches in tension and shear both is followed through every sample.
    /// </summary>
    public Simulation(Joint joint)
    {
        _joint = joint;
        Spreads = Spreads.Of(joint);
        _maker = new SampleMaker(Spreads, joint.Sampling.Correlated);
        _nominal = Mechanics<Plain>.Of(joint);
        var judged = new Judgements(_nominal);
        NotSampled = judged.NotSampled;
        var all = judged.Loads;
        _one = DemandOf(all);
        Cases = Enum.GetValues<Sampled>().ToImmutableDictionary(s => s, s => CaseOf(s, all));
        _shearedArea = Cases[Sampled.Shear] < 0 ? 0 : WorstSheared();
        var distinct = joint.Bolts.Count < 2 ? 0 : joint.LoadPath.Distinct;
        _bolts = [.. Enumerable.Range(0, distinct).Select(b => DemandOf([.. all.Where(l => l.Bolt == b)]))];
        _slipCases = distinct == 0 ? [] : [.. all.Where(l => l.What == Sampled.Slip).GroupBy(l => l.Case)
            .Select(g => Enumerable.Range(0, joint.Bolts.Count).Select(i => g.Where(l => l.Bolt == i % distinct)
                .Select(l => (l.Tension, l.Shear)).FirstOrDefault()).ToArray())];
    }

    /// <summary>Scatter of what varies.</summary>
    public Spreads Spreads { get; }

    /// <summary>What is judged and not sampled.</summary>
    public ImmutableArray<NotSampled> NotSampled { get; }

    /// <summary>Index of the case in which each event comes first with everything at its mean; −1 where it is not judged or nothing
    /// brings it.</summary>
    public ImmutableDictionary<Sampled, int> Cases { get; }

    private int CaseOf(Sampled what, IReadOnlyList<JudgedLoad> all)
    {
        var mine = all.Where(l => l.What == what).ToList();
        if (mine.Count == 0) return -1;
        Func<JudgedLoad, double> worst = what switch
        {
            Sampled.Slip => l => -JointUnderLoad.MemberForce(_nominal.Preload, _nominal.LoadShare, new Plain(l.Tension)).Value / l.Shear,
            Sampled.Shear => l => l.Shear,
            _ => l => l.Tension,
        };
        return mine.MaxBy(worst).Case;
    }

    private static BoltDemand DemandOf(IReadOnlyList<JudgedLoad> all)
    {
        double Most(Sampled what, Func<JudgedLoad, double> of) => all.Where(l => l.What == what).Select(of).DefaultIfEmpty(0).Max();
        var slipping = Sharing.Unsurpassed([.. all.Where(l => l.What == Sampled.Slip)], l => l.Tension, l => l.Shear);
        return new(Most(Sampled.Opening, l => l.Tension), Math.Max(0, Most(Sampled.Yield, l => l.Tension)),
            [.. slipping.Select(l => (l.Tension, l.Shear))], Most(Sampled.Shear, l => l.Shear));
    }

    /// <summary>Area that the shear of the bolt stands on, all planes together and packing counted in, where the factor is least,
    /// mm².</summary>
    private double WorstSheared()
    {
        var planes = _nominal.Stack.Planes;
        var m = _nominal;
        return planes.Length * planes.Select((p, i) => ShearCheck.AreaOf(m, p).Value * (ShearCheck.Reduction(m, p, i)?.Value ?? 1)).Min();
    }

    /// <summary>The factors of one sample of the worst loaded bolt, by the formulas of the verdicts.</summary>
    public SampleFactors<T> Factors<T>(in Sample<T> x)
        where T : struct, IReal<T>
    {
        var thread = ThreadGeometry<T>.Of(_joint.Bolts.Thread);
        return FactorsOf(x, Tighten(x, thread), thread, _one);
    }

    /// <summary>A bolt tightened as the sample has it: the chain of the verdicts.</summary>
    private Tightened<T> Tighten<T>(in Sample<T> x, in ThreadGeometry<T> thread)
        where T : struct, IReal<T>
    {
        var how = _joint.Tightening;
        var springs = Springs<T>.Of(_joint, _nominal.Stack, thread, x.Grip);
        var given = PreloadGivens<T>.Of(how);
        var chain = Preloading<T>.Of(_joint, _nominal.Stack, thread, new(given.NutFactor * x.NutFactor, given.Friction is { } f
            ? (f.Thread * x.ThreadFriction, f.Bearing * x.BearingFriction) : null, given.Settling * x.Settling), springs.Bolt,
            springs.Members, x.Grip);
        var preload = how.Method.ByTorque ? chain.Reached(T.Const(_nominal.Torque.Value) * x.Tool)
            : T.Const(_nominal.Preload.Value) * x.Tool;
        var most = chain.Largest(preload);
        return new(chain.Smallest(preload), most, springs.LoadShare, chain.TorsionAt(most));
    }

    private SampleFactors<T> FactorsOf<T>(in Sample<T> x, in Tightened<T> bolt, in ThreadGeometry<T> thread, BoltDemand on)
        where T : struct, IReal<T>
    {
        var yield = T.Const(_joint.Bolts.Grade.Yield) * x.Strength;
        var force = JointUnderLoad.BoltForce(bolt.Most, bolt.Share, T.Const(on.Stretching) * x.Load);
        var slip = T.Const(double.PositiveInfinity);
        foreach (var (tension, shear) in on.Slips)
        {
            slip = T.Min(slip, JointUnderLoad.SlipFactor(Friction(x), Faces<T>(), Clamp(x, bolt, tension), T.Const(shear) * x.Load));
        }
        return new(
            JointUnderLoad.OpeningFactor(bolt.Least, bolt.Share, T.Const(on.Opening) * x.Load), slip,
            yield / Torsion.EquivalentStressInService(force / thread.StressArea, bolt.Torsion),
            _shearedArea == 0 ? T.Const(double.PositiveInfinity) : MemberFormulas.ShearFactor(T.Const(ShearCheck.Ratio(_joint)), yield,
                MemberFormulas.ShearStress(T.Const(on.Shear) * x.Load, T.Const(1), T.Const(_shearedArea))));
    }

    private T Friction<T>(in Sample<T> x)
        where T : struct, IReal<T> => T.Const(_joint.FaceFriction) * x.FaceFriction;

    private T Faces<T>()
        where T : struct, IReal<T> => T.Const(_nominal.Stack.Planes.Length);

    private static T Clamp<T>(in Sample<T> x, in Tightened<T> bolt, double tension)
        where T : struct, IReal<T> => JointUnderLoad.MemberForce(bolt.Least, bolt.Share, T.Const(tension) * x.Load);

    /// <summary>
    /// Friction of all bolts together over what a case asks of it: the parts turn and shift as the shares of the bolts have it, and
    /// the work of each bolt's friction stands against that of its share, ΣR·V/ΣV². Where the load goes through the centre that is
    /// ΣR/ΣV.
    /// </summary>
    private T WholeSlip<T>(ReadOnlySpan<Tightened<T>> bolts, in Sample<T> x, (double Tension, double Shear)[] loads)
        where T : struct, IReal<T>
    {
        var (holding, asked) = (T.Const(0), 0.0);
        for (var i = 0; i < bolts.Length; i++)
        {
            var (tension, shear) = loads[i];
            holding += Clamp(x, bolts[i], tension) * T.Const(shear);
            asked += shear * shear;
        }
        return JointUnderLoad.SlipFactor(Friction(x), Faces<T>(), holding, T.Const(asked) * x.Load);
    }

    /// <summary>Runs the samples and seed that the joint states.</summary>
    public Chances Run(Action<double>? progress = null, CancellationToken stop = default) =>
        Run(_joint.Sampling.Samples, (ulong)_joint.Sampling.Seed, progress, stop);

    /// <summary>
    /// Runs the samples on all processors; a stop keeps what is done. A joint of N bolts is sampled once for every N samples of a bolt, so
    /// that its chance costs no more than theirs.
    /// </summary>
    /// <param name="samples">How many, at least 1.</param>
    /// <param name="seed">The same seed gives the same result.</param>
    /// <param name="progress">Told the share done, from any thread.</param>
    /// <param name="stop">Stops the run.</param>
    public Chances Run(long samples, ulong seed, Action<double>? progress = null, CancellationToken stop = default)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(samples, 1);
        var nominal = Factors(Sample<Plain>.Mean);
        var blocks = (samples + Block - 1) / Block;
        // A run that lasts leaves one processor to whoever else is at work.
        var options = new ParallelOptions { MaxDegreeOfParallelism = samples > 5_000_000 ? Math.Max(1, Environment.ProcessorCount - 1)
            : Environment.ProcessorCount };
        var total = new Tally(0);
        var wave = new Tally?[Math.Min(blocks, Wave)];
        long done = 0;
        for (long first = 0; first < blocks && !stop.IsCancellationRequested; first += wave.Length)
        {
            Array.Clear(wave);
            // A stop is asked for between blocks, so that every tally kept is whole.
            Parallel.For(0, Math.Min(wave.Length, blocks - first), options, (w, loop) =>
            {
                if (stop.IsCancellationRequested)
                {
                    loop.Stop();
                    return;
                }
                var b = first + w;
                var (from, count) = (b * Block, Math.Min(Block, samples - (b * Block)));
                var tally = new Tally((int)count);
                RunBolts(tally, from, (int)count, seed, nominal);
                if (_bolts.Length > 0) RunJoints(tally, JointsBefore(from), JointsBefore(from + count), seed);
                wave[w] = tally;
                progress?.Invoke((double)Interlocked.Increment(ref done) / blocks);
            });
            // In their order, so that sums come out alike on any number of processors.
            foreach (var tally in wave) if (tally is not null) total.Add(tally);
        }
        return Chances.Of(this, _joint, total, nominal, samples, seed);
    }

    private long JointsBefore(long samples) => (samples + _joint.Bolts.Count - 1) / _joint.Bolts.Count;

    /// <summary>The events that are sampled.</summary>
    internal IEnumerable<Sampled> Events => Cases.Where(c => c.Value >= 0).Select(c => c.Key).Order();

    private void RunBolts(Tally tally, long first, int count, ulong seed, SampleFactors<Plain> nominal)
    {
        var events = Events.ToArray();
        var thread = ThreadGeometry<Lanes>.Of(_joint.Bolts.Thread);
        Span<Vector<double>> bells = stackalloc Vector<double>[2 * (Quantities + 1)];
        for (var s = 0; s < count; s += Lanes.Count)
        {
            var x = _maker.Draw(seed, Numbers(first + s), bells, 0);
            var factors = FactorsOf(x, Tighten(x, thread), thread, _one);
            var here = Math.Min(Lanes.Count, count - s);
            foreach (var what in events) tally.Take(what, factors[what].Values, here, nominal[what].Value);
        }
    }

    /// <summary>Joints from one number to the next: what is the joint's is drawn once, what is each bolt's once a bolt.</summary>
    private void RunJoints(Tally tally, long first, long next, ulong seed)
    {
        var events = Events.ToArray();
        var thread = ThreadGeometry<Lanes>.Of(_joint.Bolts.Thread);
        var bolts = new Tightened<Lanes>[_joint.Bolts.Count];
        var least = new Lanes[events.Length];
        Span<Vector<double>> bells = stackalloc Vector<double>[2 * (Quantities + 1)];
        for (var j = first; j < next; j += Lanes.Count)
        {
            var here = (int)Math.Min(Lanes.Count, next - j);
            Array.Fill(least, Lanes.Const(double.PositiveInfinity));
            Sample<Lanes> x = default;
            for (var b = 0; b < bolts.Length; b++)
            {
                x = _maker.Draw(seed, Numbers(j), bells, b);
                bolts[b] = Tighten(x, thread);
                var factors = FactorsOf(x, bolts[b], thread, _bolts[b % _bolts.Length]);
                for (var e = 0; e < events.Length; e++) least[e] = Lanes.Min(least[e], factors[events[e]]);
            }
            for (var e = 0; e < events.Length; e++) tally.TakeSome(events[e], least[e].Values, here);
            if (_slipCases.Length > 0)
            {
                var whole = Lanes.Const(double.PositiveInfinity);
                foreach (var loads in _slipCases) whole = Lanes.Min(whole, WholeSlip(bolts, x, loads));
                tally.TakeWhole(whole.Values, here);
            }
        }
        tally.Joints += next - first;
    }

    private static Vector<ulong> Numbers(long first)
    {
        Span<double> steps = stackalloc double[Lanes.Count];
        for (var i = 0; i < steps.Length; i++) steps[i] = i;
        return new Vector<ulong>((ulong)first) + Vector.ConvertToUInt64(new Vector<double>(steps));
    }
}

/// <summary>A load on a bolt under which an event is judged.</summary>
internal readonly record struct JudgedLoad(Sampled What, int Case, int Bolt, double Tension, double Shear);

/// <summary>What the basis and the kind judge of a joint, bolt by bolt and case by case: nothing else is sampled.</summary>
internal sealed class Judgements
{
    internal Judgements(in Mechanics<Plain> m)
    {
        var joint = m.Joint;
        var (loads, left) = (ImmutableArray.CreateBuilder<JudgedLoad>(), ImmutableArray.CreateBuilder<NotSampled>());
        var all = Enumerable.Range(0, joint.Cases.Length).Where(c => !joint.Cases[c].OnlyCombined)
            .SelectMany(c => Enumerable.Range(0, joint.LoadPath.Distinct)
                .Select(b => (Case: c, Load: BoltLoad<Plain>.Of(joint, c, b)))).ToList();
        foreach (var check in joint.Judging.Checks.Where(c => c.Info.SetBy != SetBy.Rule))
        {
            var mechanics = m;
            List<(int Case, BoltLoad<Plain> Load)> under = check.MayApply(joint)
                ? all.Where(l => check.Judge(mechanics, l.Load).Applies).ToList() : [];
            if (check.Info.Sampled == Sampled.None && under.Count > 0) left.Add(new(check, "no sample is taken of it"));
            if (check.Info.Sampled == Sampled.None) continue;
            // Friction that was not chosen to carry the shear is shown and not judged.
            if (check.Info.ByFriction && joint.Judging.Shear.Bearing) under.Clear();
            if (under.Count == 0) left.Add(new(check, check.Nothing(m)));
            loads.AddRange(under.Select(l => new JudgedLoad(
                check.Info.Sampled, l.Case, l.Load.Bolt, l.Load.Tension.Value, l.Load.Shear.Value)));
        }
        (Loads, NotSampled) = (loads.ToImmutable(), left.ToImmutable());
    }

    internal ImmutableArray<JudgedLoad> Loads { get; }

    internal ImmutableArray<NotSampled> NotSampled { get; }
}
