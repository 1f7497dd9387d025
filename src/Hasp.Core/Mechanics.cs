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
    public T MeanBearingDiameter { get; private init; }

    /// <summary>μt: given, or what the nut factor stands for.</summary>
    public T ThreadFriction { get; private init; }

    /// <summary>μb: given, or what the nut factor stands for.</summary>
    public T BearingFriction { get; private init; }

    /// <summary>K, or what the long form equals.</summary>
    public T NutFactor { get; private init; }

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
        var bolt = Stiffness.BoltStiffness.Of(
            thread.ShankArea, thread.StressArea,
            T.Given(Terms.ShankInGrip, stack.ShankInGrip), T.Given(Terms.ThreadInGrip, stack.ThreadInGrip),
            T.Given(Terms.BoltModulus, joint.Bolts.Grade.ElasticModulus, source: joint.Bolts.Grade.Cited));
        var members = PressureCone.InSeries(
            stack.Cones,
            T.Given(Terms.BearingFaceDiameter, joint.Bolts.Head.ConeFace, 1, joint.Bolts.Head.Source),
            T.Given(Terms.BearingFaceDiameter, (joint.Bolts.Nut ?? joint.Bolts.Head).ConeFace, 2, (joint.Bolts.Nut ?? joint.Bolts.Head)
                .Source),
            T.Given(Terms.ConeBore, joint.Judging.ConeBoreIsHole ? joint.Hole : joint.Bolts.Thread.Diameter),
            T.Given(Terms.ConeHalfAngle, joint.Judging.ConeHalfAngle));
        var share = Stiffness.BoltStiffness.LoadShare(bolt, members);
        return new Mechanics<T>
        {
            Joint = joint,
            Stack = stack,
            Thread = thread,
            BoltStiffness = bolt,
            MemberStiffness = members,
            StiffnessShare = share,
            LoadShare = joint.Judging.LoadIntroduction == 1 ? share
                : Stiffness.BoltStiffness.EffectiveShare(T.Given(Terms.LoadIntroduction, joint.Judging.LoadIntroduction), share),
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

    /// <summary>Torsion in the thread while it is tightened to a preload, MPa; a locking feature twists the bolt as well.</summary>
    public T TorsionAt(T preload) => Torsion.WhileTightening(
        preload, Thread.Pitch, ThreadFriction, Thread.PitchDiameter, Thread.RootDiameter, PrevailingOf(Joint), TwistOf(Joint.Tightening));

    private static T? TwistOf(Tightening how) => how.Method.TorsionShare == 1 ? null
        : T.Given(Terms.TorsionShare, how.Method.TorsionShare, source: $"{how.Method.Label}: {how.Method.Source}");

    private static T? PrevailingOf(Joint joint) =>
        joint.Tightening.PrevailingTorque > 0 ? T.Given(Terms.PrevailingTorque, joint.Tightening.PrevailingTorque) : null;

    /// <summary>The same sizes with the grade and tightening of <paramref name="joint"/>.</summary>
    public Mechanics<T> Tightened(Joint joint)
    {
        var how = joint.Tightening;
        var grade = joint.Bolts.Grade;
        var proofStrength = T.Given(Terms.ProofStrength, grade.Proof, source: grade.Cited);
        var yieldStrength = T.Given(Terms.YieldStrength, grade.Yield, source: grade.Cited);
        var proofLoad = Tension.ProofLoad(proofStrength, Thread.StressArea);
        var mean = T.Given(Terms.MeanBearingDiameter,
            (joint.Turned.BearingDiameter + Math.Min(joint.Hole, joint.Turned.BearingDiameter)) / 2, source: joint.Turned.Source);
        var turning = joint.Turned.ConeAngle is { } angle ? Torsion.ConicalMeanDiameter(mean, angle) : mean;
        T threadFriction, bearingFriction, nutFactor, arm;
        if (how.Friction is { } given)
        {
            threadFriction = T.Given(Terms.ThreadFriction, given.Thread);
            bearingFriction = T.Given(Terms.BearingFriction, given.Bearing);
            arm = Torsion.Arm(Thread.Pitch, threadFriction, Thread.PitchDiameter, bearingFriction, turning);
            nutFactor = Torsion.EquivalentNutFactor(arm, Thread.Diameter);
        }
        else
        {
            nutFactor = T.Given(Terms.NutFactor, how.NutFactor.K, source: how.NutFactor.Source);
            threadFriction = bearingFriction = Torsion.ImpliedFriction(nutFactor, Thread.Diameter, Thread.Pitch, Thread.PitchDiameter,
                turning);
            arm = nutFactor * Thread.Diameter;
        }
        var prevailing = PrevailingOf(joint);
        var (preload, torque) = how.FrictionMeasured && JobTorque(joint) is { } job
            ? (Tension.FromTorque(job, prevailing, arm), job)
            : Designed(how, AimedAt(how, proofLoad, yieldStrength, prevailing, arm), arm, prevailing);
        var scatter = T.Given(Terms.Scatter, how.Method.Scatter, source: $"{how.Method.Label}: {how.Method.Source}");
        var loss = Tension.EmbeddingLoss(T.Given(Terms.Settling, how.Settling), BoltStiffness, MemberStiffness);
        T? thermal = joint.Temperatures.Change ? Warmed(joint) : null;
        // Friction from a table has a band, and the torque that is set does not know where in it the lot lies.
        var banded = how.FrictionFromTable || how.FrictionMeasured;
        T? atLowFriction = banded ? Tension.FromTorque(torque, prevailing,
            T.Given(Terms.NutFactorLow, how.NutFactor.Low, source: how.NutFactor.Source) * Thread.Diameter, 1) : null;
        T? atHighFriction = banded ? Tension.FromTorque(torque, prevailing,
            T.Given(Terms.NutFactorHigh, how.NutFactor.High, source: how.NutFactor.Source) * Thread.Diameter, 2) : null;
        // The band of a lot is the scatter: nothing comes on top of its ends.
        T? spread = how.FrictionMeasured ? null : scatter;
        var tight = Tension.Tight(preload, spread, atLowFriction);
        var nominal = joint.Judging.NominalPreload;
        var relaxation = T.Given(Terms.Relaxation, how.Relaxation);
        return this with
        {
            Joint = joint,
            ProofStrength = proofStrength,
            YieldStrength = yieldStrength,
            ProofLoad = proofLoad,
            Preload = preload,
            Torque = torque,
            MeanBearingDiameter = turning,
            ThreadFriction = threadFriction,
            BearingFriction = bearingFriction,
            NutFactor = nutFactor,
            EmbeddingLoss = loss,
            ThermalChange = thermal ?? T.Const(0),
            PreloadTight = nominal ? preload : tight,
            PreloadMax = nominal ? preload
                : joint.Judging.Band is { } most ? most.Largest(preload, scatter, thermal)
                : Tension.Largest(preload, spread, thermal, atLowFriction),
            PreloadMin = nominal ? preload
                : joint.Judging.Band is { } least ? least.Smallest(preload, scatter, joint.Bolts.Count, loss, relaxation, thermal)
                : how.Pretensioned ? Tension.LeastByCode(T.Given(Terms.LeastPretension, how.AimValue, source: how.LeastSource), thermal)
                : Tension.Smallest(preload, spread, loss, relaxation, thermal, atHighFriction),
        };
    }

    /// <summary>The preload aimed at, N: of a joint with a lot what the lot has to be tested at, whatever its torque then reaches.</summary>
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

    private static (T Preload, T Torque) Designed(Tightening how, T preload, T arm, T? prevailing) =>
        (preload, how.Aim == AimKind.Torque ? T.Given(Terms.Torque, how.AimValue, source: "stated")
            : Tension.Torque(arm, preload, prevailing));

    /// <summary>The preload aimed at; a structural code's least is a floor, and the method aims above it.</summary>
    private T AimedAt(Tightening how, T proofLoad, T yieldStrength, T? prevailing, T arm) => how.Aim switch
    {
        AimKind.ProofShare => T.Let(Terms.Preload, T.Given(Terms.ProofFraction, how.AimValue, source: how.AimChosen) * proofLoad),
        AimKind.YieldShare => T.Let(Terms.Preload, T.Given(Terms.YieldFraction, how.AimValue) * yieldStrength * Thread.StressArea),
        AimKind.RootYieldShare => T.Let(Terms.Preload, T.Given(Terms.YieldFraction, how.AimValue) * yieldStrength * Thread.RootArea),
        AimKind.Torque => Tension.FromTorque(T.Given(Terms.Torque, how.AimValue, source: "stated"), prevailing, arm),
        AimKind.Structural => T.Let(Terms.Preload,
            T.Given(Terms.AboveMinimum, how.Method.AboveMinimum) * T.Given(Terms.LeastPretension, how.AimValue, source: how.LeastSource)),
        _ => T.Given(Terms.Preload, how.AimValue, source: "stated"),
    };

    /// <summary>What the change of temperature adds to the preload, each layer growing by its own expansion over its share of the grip.</summary>
    private T Warmed(Joint joint)
    {
        var degrees = joint.Temperatures;
        // A washer grows as the bolt does.
        var growth = Stack.Squeezed.Sum(s => s.Thickness * (s.Layer < 0 ? joint.Bolts.Grade.Expansion : joint.Layers[s.Layer]
            .Material.Expansion!.Value));
        return Tension.ThermalChange(
            T.Given(Terms.MemberExpansion, growth / Stack.Grip), T.Given(Terms.MemberWarming, degrees.Parts - degrees.Assembly),
            T.Given(Terms.BoltExpansion, joint.Bolts.Grade.Expansion), T.Given(Terms.BoltWarming, degrees.Bolts - degrees.Assembly),
            T.Given(Terms.GripLength, Stack.Grip), BoltStiffness, MemberStiffness);
    }
}
