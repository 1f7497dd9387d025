using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Preload;
using Hasp.Core.Stiffness;

namespace Hasp.Core;

/// <summary>All of a joint that does not depend on the load case: thread, stiffness, preload. N, mm, MPa, N·mm.</summary>
/// <typeparam name="T">How the formulas are read.</typeparam>
public readonly record struct Mechanics<T>
    where T : struct, IScalar<T>
{
    private Preloading<T> Chain { get; init; }

    /// <summary>The joint.</summary>
    public required Joint Joint { get; init; }

    /// <summary>Where everything lies.</summary>
    public required Stack Stack { get; init; }

    /// <summary>Diameters and areas.</summary>
    public required ThreadGeometry<T> Thread { get; init; }

    /// <summary>kb.</summary>
    public required T BoltStiffness { get; init; }

    /// <summary>km.</summary>
    public required T MemberStiffness { get; init; }

    /// <summary>C from the stiffnesses.</summary>
    public required T StiffnessShare { get; init; }

    /// <summary>n·C: the share that the load path uses; C itself where the load acts under head and nut.</summary>
    public required T LoadShare { get; init; }

    /// <summary>Dm of the face that turns: the nut's, or the head's where the thread runs into a part.</summary>
    public T MeanBearingDiameter => Chain.MeanBearingDiameter;

    /// <summary>μt: given, or what the nut factor stands for.</summary>
    public T ThreadFriction => Chain.ThreadFriction;

    /// <summary>μb: given, or what the nut factor stands for.</summary>
    public T BearingFriction => Chain.BearingFriction;

    /// <summary>K, or what the long form equals.</summary>
    public T NutFactor => Chain.NutFactor;

    /// <summary>ΔFT; 0 where nothing is warmed.</summary>
    public T ThermalChange { get; private init; }

    /// <summary>Sp.</summary>
    public T ProofStrength { get; private init; }

    /// <summary>Sy of the bolt.</summary>
    public T YieldStrength { get; private init; }

    /// <summary>Fp.</summary>
    public T ProofLoad { get; private init; }

    /// <summary>Fi, aimed at.</summary>
    public T Preload { get; private init; }

    /// <summary>Tightening torque.</summary>
    public T Torque { get; private init; }

    /// <summary>ΔFz.</summary>
    public T EmbeddingLoss { get; private init; }

    /// <summary>The tight end of the tightening, before any warming; the nominal preload where the handbook switch is set.</summary>
    public T PreloadTight { get; private init; }

    /// <summary>Fi,max; the nominal one where the handbook switch is set.</summary>
    public T PreloadMax { get; private init; }

    /// <summary>Fi,min; the nominal one where the handbook switch is set.</summary>
    public T PreloadMin { get; private init; }

    /// <summary>The whole joint: geometry, stiffness, then preload.</summary>
    public static Mechanics<T> Of(Joint joint) => Stiff(joint).Tightened(joint);

    /// <summary>Thread and sizes without stiffness, for what the wrench alone decides.</summary>
    internal static Mechanics<T> WithoutStiffness(Joint joint)
    {
        var one = T.Const(1);
        return new Mechanics<T>
        {
            Joint = joint, Stack = Stack.Of(joint), Thread = ThreadGeometry<T>.Of(joint.Bolts.Thread),
            BoltStiffness = one, MemberStiffness = one, StiffnessShare = one, LoadShare = one,
        };
    }

    /// <summary>What does not depend on how it is tightened.</summary>
    public static Mechanics<T> Stiff(Joint joint)
    {
        var stack = Stack.Of(joint);
        var thread = ThreadGeometry<T>.Of(joint.Bolts.Thread);
        var springs = Springs<T>.Of(joint, stack, thread);
        return new Mechanics<T>
        {
            Joint = joint, Stack = stack, Thread = thread, BoltStiffness = springs.Bolt, MemberStiffness = springs.Members,
            StiffnessShare = springs.StiffnessShare, LoadShare = springs.LoadShare,
        };
    }

    /// <summary>
    /// The same joint with exactly this preload (N) in the bolt, no scatter and no loss. What warming adds came after the tightening: the
    /// bolt was tightened to that much less.
    /// </summary>
    public Mechanics<T> WithPreload(T preload) => this with
    {
        Preload = preload, PreloadTight = ThermalChange.Value > 0 ? T.Max(preload - ThermalChange, T.Const(0)) : preload,
        PreloadMax = preload, PreloadMin = preload,
    };

    /// <summary>The same as numbers alone, for what is found by trial.</summary>
    internal Mechanics<Plain> AsPlain()
    {
        if (this is Mechanics<Plain> plain) return plain;
        return Mechanics<Plain>.Of(Joint) with { Preload = new(Preload.Value), PreloadTight = new(PreloadTight.Value),
            PreloadMax = new(PreloadMax.Value), PreloadMin = new(PreloadMin.Value) };
    }

    /// <summary>Share of the load in the joint plane that a layer carries.</summary>
    internal T ShareOf(int layer) => T.Given(Terms.LayerShare, Stack.LayerShare[layer], layer + 1, Joint.Layers[layer].Name);

    /// <summary>What a layer carries of a load, N; the whole where it is alone on its side.</summary>
    internal T InLayer(int layer, T whole, Term name) =>
        Stack.LayerShare[layer] == 1 ? whole : T.Let(name, ShareOf(layer) * whole, layer + 1);

    /// <summary>Torsion in the thread while it is tightened to a preload, MPa; a locking feature twists the bolt as well.</summary>
    public T TorsionAt(T preload) => Chain.TorsionAt(preload);

    /// <summary>The same sizes with the grade and tightening of <paramref name="joint"/>.</summary>
    public Mechanics<T> Tightened(Joint joint)
    {
        var how = joint.Tightening;
        var grade = joint.Bolts.Grade;
        // Written only where it is read: a search tightens thousands.
        var cited = Traced.Reads<T>() ? grade.Cited : null;
        var proofStrength = T.Given(Terms.ProofStrength, grade.Proof, source: cited);
        var yieldStrength = T.Given(Terms.YieldStrength, grade.Yield, source: cited);
        var proofLoad = Tension.ProofLoad(proofStrength, Thread.StressArea);
        var chain = Preloading<T>.Of(joint, Stack, Thread, PreloadGivens<T>.Of(how), BoltStiffness, MemberStiffness);
        var (preload, torque) = how.FrictionMeasured && JobTorque(joint) is { } job
            ? (chain.Reached(job), job)
            : Designed(how, AimedAt(how, proofLoad, yieldStrength, chain), chain);
        var scatter = T.Given(Terms.Scatter, how.Method.Scatter,
            source: Traced.Reads<T>() ? $"{how.Method.Label}: {how.Method.Source}" : null);
        // Friction from a table has a band, and the torque that is set does not know where in it the lot lies.
        var banded = how.FrictionFromTable || how.FrictionMeasured;
        T? atLowFriction = banded
            ? chain.Reached(torque, T.Given(Terms.NutFactorLow, how.NutFactor.Low, source: how.NutFactor.Source), 1) : null;
        T? atHighFriction = banded
            ? chain.Reached(torque, T.Given(Terms.NutFactorHigh, how.NutFactor.High, source: how.NutFactor.Source), 2) : null;
        // The band of a lot is the scatter: nothing comes on top of its ends.
        T? spread = how.FrictionMeasured ? null : scatter;
        var tight = Tension.Tight(preload, spread, atLowFriction);
        var nominal = joint.Judging.NominalPreload;
        var (loss, thermal) = (chain.EmbeddingLoss, chain.ThermalChange);
        return this with
        {
            Joint = joint,
            ProofStrength = proofStrength,
            YieldStrength = yieldStrength,
            ProofLoad = proofLoad,
            Preload = preload,
            Torque = torque,
            Chain = chain,
            EmbeddingLoss = loss,
            ThermalChange = thermal ?? T.Const(0),
            PreloadTight = nominal ? preload : tight,
            PreloadMax = nominal ? preload
                : joint.Judging.Band is { } most ? most.Largest(preload, scatter, thermal)
                : chain.Largest(preload, spread, atLowFriction),
            PreloadMin = nominal ? preload
                : joint.Judging.Band is { } least ? least.Smallest(preload, scatter, joint.Bolts.Count, loss, chain.Relaxation, thermal)
                : how.Pretensioned ? Tension.LeastByCode(T.Given(Terms.LeastPretension, how.AimValue, source: how.LeastSource), thermal)
                : chain.Smallest(preload, spread, atHighFriction),
        };
    }

    /// <summary>The preload aimed at, N: of a joint with a lot what the lot has to be tested at, whatever its torque then
    /// reaches.</summary>
    public static T Aimed(Joint joint) =>
        WithoutStiffness(joint).Tightened(joint with { Tightening = joint.Tightening with { Lot = null } }).Preload;

    /// <summary>
    /// The torque that the lot was tested to need, where it was tested at what the joint aims at; null where it was not, or where a torque
    /// is aimed at.
    /// </summary>
    private static T? JobTorque(Joint joint)
    {
        var (how, lot) = (joint.Tightening, joint.Tightening.Lot!);
        if (how.Aim is AimKind.Torque || how.Pretensioned || !lot.TestedAt(Mechanics<Plain>.Aimed(joint).Value)) return null;
        return T.Given(Terms.Torque, lot.Torque, source: $"job torque, {lot.Cited}");
    }

    private static (T Preload, T Torque) Designed(Tightening how, T preload, in Preloading<T> chain) =>
        (preload, how.Aim == AimKind.Torque ? T.Given(Terms.Torque, how.AimValue, source: "stated") : chain.Torque(preload));

    /// <summary>The preload aimed at; a structural code's least is a floor, and the method aims above it.</summary>
    private T AimedAt(Tightening how, T proofLoad, T yieldStrength, in Preloading<T> chain) => how.Aim switch
    {
        AimKind.ProofShare => T.Let(Terms.Preload, T.Given(Terms.ProofFraction, how.AimValue, source: how.AimChosen) * proofLoad),
        AimKind.YieldShare => T.Let(Terms.Preload, T.Given(Terms.YieldFraction, how.AimValue) * yieldStrength * Thread.StressArea),
        AimKind.RootYieldShare => T.Let(Terms.Preload, T.Given(Terms.YieldFraction, how.AimValue) * yieldStrength * Thread.RootArea),
        AimKind.Torque => chain.Reached(T.Given(Terms.Torque, how.AimValue, source: "stated")),
        AimKind.Structural => T.Let(Terms.Preload,
            T.Given(Terms.AboveMinimum, how.Method.AboveMinimum) * T.Given(Terms.LeastPretension, how.AimValue, source: how.LeastSource)),
        _ => T.Given(Terms.Preload, how.AimValue, source: "stated"),
    };
}
