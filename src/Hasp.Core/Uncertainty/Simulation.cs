using System.Collections.Immutable;
using System.Numerics;
using Hasp.Core.Catalogue;
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

/// <summary>The factors that a sample comes to; each fails below 1.</summary>
/// <param name="Opening">Load that parts the faces over the load.</param>
/// <param name="Slip">Friction left over the shear.</param>
/// <param name="Yield">Yield over tension with half the torsion.</param>
public readonly record struct SampleFactors<T>(T Opening, T Slip, T Yield)
    where T : struct, IReal<T>;

/// <summary>
/// Whether a joint opens, slips or yields when friction, tool, strength, load, embedding and geometry scatter: the same formulas as
/// the verdicts, read as lanes. Each bolt's own preload is sampled; required factors do not enter, failing is a factor below 1.
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
    private readonly (double Tension, double Shear)[] _slips;
    private readonly double _pull;

    /// <summary>
    /// Prepares a joint. Opening and yield get worse with tension alone: the largest of all cases stands for them. Slip weighs tension
    /// against clamp, so that every load that no other reaches in tension and shear both is followed through every sample.
    /// </summary>
    public Simulation(Joint joint)
    {
        _joint = joint;
        Spreads = Spreads.Of(joint);
        _nominal = Mechanics<Plain>.Of(joint);
        var bolts = joint.Sharing.Cases
            .SelectMany((pulls, c) => pulls.Select(p => BoltLoad<Plain>.Of(joint, c, p, joint.Bolts.Count))
                .Select(b => (Tension: b.Tension.Value, Shear: b.Shear.Value, Index: c))).ToList();
        var most = bolts.MaxBy(b => b.Tension);
        var slipping = Sharing.Unsurpassed(bolts.Where(b => b.Shear > 0), b => b.Tension, b => b.Shear);
        OpeningCase = most.Tension > 0 ? most.Index : -1;
        YieldCase = most.Index;
        SlipCase = _nominal.Stack.Planes.Length > 0 && slipping.Length > 0
            ? slipping.MinBy(b => JointUnderLoad.MemberForce(_nominal.Preload, _nominal.LoadShare, new Plain(b.Tension)).Value / b.Shear)
                .Index
            : -1;
        _slips = [.. slipping.Select(b => (b.Tension, b.Shear))];
        _pull = Math.Max(0, most.Tension);
    }

    /// <summary>Scatter of what varies.</summary>
    public Spreads Spreads { get; }

    /// <summary>Index of the case that opens first; −1 where nothing pulls the members apart.</summary>
    public int OpeningCase { get; }

    /// <summary>Index of the case that slips first at the preload aimed at; −1 where nothing shears them.</summary>
    public int SlipCase { get; }

    /// <summary>Index of the case that stretches the bolt most.</summary>
    public int YieldCase { get; }

    /// <summary>The factors of one sample, by the formulas of the verdicts.</summary>
    public SampleFactors<T> Factors<T>(in Sample<T> x)
        where T : struct, IReal<T>
    {
        var how = _joint.Tightening;
        var m = _nominal;
        T C(Plain value) => T.Const(value.Value);
        var (d, pitch, d2, d3, at) = (C(m.Thread.Diameter), C(m.Thread.Pitch), C(m.Thread.PitchDiameter), C(m.Thread.RootDiameter),
            C(m.Thread.StressArea));
        var bolt = BoltStiffness.Of(
            C(m.Thread.ShankArea), at, T.Const(m.Stack.ShankInGrip) * x.Grip, T.Const(m.Stack.ThreadInGrip) * x.Grip,
            T.Const(_joint.Bolts.Grade.ElasticModulus));
        var members = PressureCone.InSeries(
            m.Stack.Cones, T.Const(_joint.Bolts.Head.ConeFace), T.Const((_joint.Bolts.Nut ?? _joint.Bolts.Head).ConeFace),
            T.Const(_joint.Judging.ConeBoreIsHole ? _joint.Hole : _joint.Bolts.Thread.Diameter), T.Const(_joint.Judging.ConeHalfAngle),
            x.Grip);
        var share = BoltStiffness.EffectiveShare(T.Const(_joint.Judging.LoadIntroduction), BoltStiffness.LoadShare(bolt, members));

        T arm, threadFriction;
        if (how.Friction is { } friction)
        {
            threadFriction = T.Const(friction.Thread) * x.ThreadFriction;
            arm = Torsion.Arm(pitch, threadFriction, d2, T.Const(friction.Bearing) * x.BearingFriction, C(m.MeanBearingDiameter));
        }
        else
        {
            var k = C(m.NutFactor) * x.NutFactor;
            threadFriction = Torsion.ImpliedFriction(k, d, pitch, d2, C(m.MeanBearingDiameter));
            arm = k * d;
        }
        var preload = how.Method.ByTorque
            ? Tension.FromTorque(C(m.Torque) * x.Tool, T.Const(how.PrevailingTorque), arm)
            : C(m.Preload) * x.Tool;
        var loss = Tension.EmbeddingLoss(T.Const(how.Settling) * x.Settling, bolt, members);
        var least = Tension.Smallest(preload, T.Const(0), loss, T.Const(how.Relaxation), C(m.ThermalChange));
        var most = Tension.Largest(preload, T.Const(0), C(m.ThermalChange));

        var force = JointUnderLoad.BoltForce(most, share, T.Const(_pull) * x.Load);
        T? prevailing = how.PrevailingTorque > 0 ? T.Const(how.PrevailingTorque) : null;
        T? twist = how.Method.TorsionShare == 1 ? null : T.Const(how.Method.TorsionShare);
        var torsion = Torsion.WhileTightening(most, pitch, threadFriction, d2, d3, prevailing, twist);
        return new(
            JointUnderLoad.OpeningFactor(least, share, T.Const(_pull) * x.Load),
            LeastSlip(x, least, share),
            T.Const(_joint.Bolts.Grade.Yield) * x.Strength / Torsion.EquivalentStress(force / at, torsion, 0.5));
    }

    /// <summary>The least slip factor of all loads in one sample; the loads scatter together.</summary>
    private T LeastSlip<T>(in Sample<T> x, T preload, T share)
        where T : struct, IReal<T>
    {
        var friction = T.Const(_joint.FaceFriction) * x.FaceFriction;
        var faces = T.Const(_nominal.Stack.Planes.Length);
        var worst = T.Const(double.PositiveInfinity);
        foreach (var (tension, shear) in _slips)
        {
            var clamp = JointUnderLoad.MemberForce(preload, share, T.Const(tension) * x.Load);
            worst = T.Min(worst, JointUnderLoad.SlipFactor(friction, faces, clamp, T.Const(shear) * x.Load));
        }
        return worst;
    }

    /// <summary>Runs the samples and seed that the joint states.</summary>
    public Chances Run(Action<double>? progress = null, CancellationToken stop = default) =>
        Run(_joint.Sampling.Samples, (ulong)_joint.Sampling.Seed, progress, stop);

    /// <summary>Runs the samples on all processors; a stop keeps what is done.</summary>
    /// <param name="samples">How many, at least 1.</param>
    /// <param name="seed">The same seed gives the same result.</param>
    /// <param name="progress">Told the share done, from any thread.</param>
    /// <param name="stop">Stops the run.</param>
    public Chances Run(long samples, ulong seed, Action<double>? progress = null, CancellationToken stop = default)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(samples, 1);
        var nominal = Factors(Sample<Plain>.Mean);
        double[] centre = [nominal.Opening.Value, nominal.Slip.Value, nominal.Yield.Value];
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
                wave[w] = RunBlock((ulong)b * Block, (int)Math.Min(Block, samples - (b * Block)), seed, centre);
                progress?.Invoke((double)Interlocked.Increment(ref done) / blocks);
            });
            // In their order, so that sums come out alike on any number of processors.
            foreach (var tally in wave) if (tally is not null) total.Add(tally);
        }
        return Chances.Of(this, _joint, total, centre, samples, seed);
    }

    private Tally RunBlock(ulong first, int count, ulong seed, double[] centre)
    {
        var tally = new Tally(count);
        Span<double> steps = stackalloc double[Vector<double>.Count];
        for (var i = 0; i < steps.Length; i++) steps[i] = i;
        var lane = Vector.ConvertToUInt64(new Vector<double>(steps));
        var (opens, slips) = (OpeningCase >= 0, SlipCase >= 0);
        for (var s = 0; s < count; s += Vector<double>.Count)
        {
            var factors = Factors(Draw(seed, new Vector<ulong>(first + (ulong)s) + lane));
            var here = Math.Min(Vector<double>.Count, count - s);
            if (opens) tally.Take(0, factors.Opening.Values, here, centre[0]);
            if (slips) tally.Take(1, factors.Slip.Values, here, centre[1]);
            tally.Take(2, factors.Yield.Values, here, centre[2]);
        }
        return tally;
    }

    private Sample<Lanes> Draw(ulong seed, Vector<ulong> samples)
    {
        Span<Vector<double>> bell = stackalloc Vector<double>[Quantities + 1];
        Span<Vector<double>> even = stackalloc Vector<double>[Quantities + 1];
        for (var i = 0; i < bell.Length; i += 2)
        {
            even[i] = Draws.Uniform(seed, samples, i);
            even[i + 1] = Draws.Uniform(seed, samples, i + 1);
            (bell[i], bell[i + 1]) = Draws.Normals(even[i], even[i + 1]);
        }
        var x = new Sample<Lanes>(
            Of(0, bell, even), Of(1, bell, even), Of(2, bell, even), Of(3, bell, even), Of(4, bell, even), Of(5, bell, even),
            Of(6, bell, even), Of(7, bell, even), Of(8, bell, even));
        return x;
    }

    private Lanes Of(int i, Span<Vector<double>> bell, Span<Vector<double>> even)
    {
        var (shape, share) = (Spreads.Items[i].Distribution, Spreads.Items[i].Share);
        if (share == 0) return new(Vector<double>.One);
        switch (shape)
        {
            case Distribution.Uniform:
                return new(Vector<double>.One + (new Vector<double>(share) * ((even[i] * new Vector<double>(2)) - Vector<double>.One)));
            case Distribution.Lognormal:
                var sigma = Math.Sqrt(Math.Log(1 + (share * share)));
                return new(Vector.Exp((bell[i] * new Vector<double>(sigma)) - new Vector<double>(sigma * sigma / 2)));
            default:
                // Friction, strength and length are well above nothing: a draw further down is held at a tenth of the mean.
                return new(Vector.Max(new Vector<double>(0.1), Vector<double>.One + (bell[i] * new Vector<double>(share))));
        }
    }
}
