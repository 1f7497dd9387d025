using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
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

    /// <summary>Dm of the face that turns, the nut's.</summary>
    public T MeanBearingDiameter { get; private init; }

    /// <summary>Friction in thread and under the nut that the nut factor stands for.</summary>
    public T Friction { get; private init; }

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

    /// <summary>Fi,max; the nominal one where the handbook switch is set.</summary>
    public T PreloadMax { get; private init; }

    /// <summary>Fi,min; the nominal one where the handbook switch is set.</summary>
    public T PreloadMin { get; private init; }

    /// <summary>The whole joint: geometry, stiffness, then preload.</summary>
    public static Mechanics<T> Of(Joint joint) => Stiff(joint).Tightened(joint);

    /// <summary>What depends on sizes only; the Finder keeps it while grade and number change.</summary>
    public static Mechanics<T> Stiff(Joint joint)
    {
        var stack = Stack.Of(joint);
        var thread = ThreadGeometry<T>.Of(joint.Bolts.Thread);
        var bolt = Stiffness.BoltStiffness.Of(
            thread.ShankArea, thread.StressArea,
            T.Given(Terms.ShankInGrip, stack.ShankInGrip), T.Given(Terms.ThreadInGrip, stack.ThreadInGrip),
            T.Given(Terms.BoltModulus, joint.Bolts.Grade.ElasticModulus));
        var members = PressureCone.InSeries(
            stack.Cones,
            T.Given(Terms.BearingFaceDiameter, joint.Bolts.Head.BearingDiameter, 1),
            T.Given(Terms.BearingFaceDiameter, joint.Bolts.Nut.BearingDiameter, 2),
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

    /// <summary>The same joint with exactly this preload (N) in the bolt, no scatter and no loss.</summary>
    public Mechanics<T> WithPreload(T preload) => this with { Preload = preload, PreloadMax = preload, PreloadMin = preload };

    /// <summary>The same sizes with the grade and tightening of <paramref name="joint"/>.</summary>
    public Mechanics<T> Tightened(Joint joint)
    {
        var how = joint.Tightening;
        var grade = joint.Bolts.Grade;
        var proofStrength = T.Given(Terms.ProofStrength, grade.Proof);
        var proofLoad = Tension.ProofLoad(proofStrength, Thread.StressArea);
        var k = T.Given(Terms.NutFactor, how.NutFactor.K);
        var preload = how.Aim switch
        {
            AimKind.ProofShare => T.Let(Terms.Preload, T.Given(Terms.ProofFraction, how.AimValue) * proofLoad),
            AimKind.Preload => T.Given(Terms.Preload, how.AimValue),
            _ => Tension.FromTorque(T.Given(Terms.Torque, how.AimValue), k, Thread.Diameter),
        };
        var scatter = T.Given(Terms.Scatter, how.Method.Scatter);
        var loss = Tension.EmbeddingLoss(T.Given(Terms.Settling, how.Settling), BoltStiffness, MemberStiffness);
        var turning = T.Given(Terms.MeanBearingDiameter, (joint.Bolts.Nut.BearingDiameter + Math.Min(joint.Hole, joint.Bolts.Nut.BearingDiameter)) / 2);
        var nominal = joint.Judging.NominalPreload;
        return this with
        {
            Joint = joint,
            ProofStrength = proofStrength,
            YieldStrength = T.Given(Terms.YieldStrength, grade.Yield),
            ProofLoad = proofLoad,
            Preload = preload,
            Torque = how.Aim == AimKind.Torque ? T.Given(Terms.Torque, how.AimValue) : Tension.Torque(k, Thread.Diameter, preload),
            MeanBearingDiameter = turning,
            Friction = Torsion.ImpliedFriction(k, Thread.Diameter, Thread.Pitch, Thread.PitchDiameter, turning),
            EmbeddingLoss = loss,
            PreloadMax = nominal ? preload : Tension.Largest(preload, scatter),
            PreloadMin = nominal ? preload : Tension.Smallest(preload, scatter, loss, T.Given(Terms.Relaxation, how.Relaxation)),
        };
    }
}

/// <summary>One load case's share on one bolt, N.</summary>
/// <param name="Tension">P; + pulls apart.</param>
/// <param name="Shear">V, not below zero.</param>
public readonly record struct BoltLoad<T>(T Tension, T Shear)
    where T : struct, IScalar<T>
{
    /// <summary>
    /// The part of P that adds to the bolt: a load that presses the members together eases the bolt, but the bolt was
    /// already at its preload when it was tightened.
    /// </summary>
    public T Pull => Tension.Value > 0 ? Tension : T.Const(0);

    /// <summary>Equal share among N bolts.</summary>
    public static BoltLoad<T> Of(LoadCase loads, int count)
    {
        var n = T.Given(Terms.BoltCount, count);
        return new(
            T.Let(Terms.ExternalLoad, T.Given(Terms.JointTension, loads.Tension) / n),
            T.Let(Terms.Shear, T.Given(Terms.JointShear, Math.Abs(loads.Shear)) / n));
    }
}
