using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.Preload;

/// <summary>What the chain from torque to clamp starts from. Sampling multiplies them; nothing else is written for it.</summary>
/// <param name="NutFactor">K of the short form; used where no friction is given.</param>
/// <param name="Friction">μt and μb of the long form; null where the short form is used.</param>
/// <param name="Settling">fz, mm.</param>
public readonly record struct PreloadGivens<T>(T NutFactor, (T Thread, T Bearing)? Friction, T Settling)
    where T : struct, IReal<T>
{
    /// <summary>As the joint gives them.</summary>
    public static PreloadGivens<T> Of(Tightening how) => new(
        T.Given(Terms.NutFactor, how.NutFactor.K, source: how.NutFactor.Source),
        how.Friction is { } given
            ? (T.Given(Terms.ThreadFriction, given.Thread), T.Given(Terms.BearingFriction, given.Bearing)) : null,
        T.Given(Terms.Settling, how.Settling));
}

/// <summary>
/// The chain from torque to clamp, once: friction to arm, arm to preload, preload to both of its ends and to the torsion in the bolt. The
/// verdicts read it with the joint's values, the sampling with each of them at so many times its mean. N, mm, MPa, N·mm.
/// </summary>
/// <typeparam name="T">How the formulas are read.</typeparam>
public readonly record struct Preloading<T>
    where T : struct, IReal<T>
{
    /// <summary>Dm of the face that turns: the nut's, or the head's where the thread runs into a part.</summary>
    public required T MeanBearingDiameter { get; init; }

    /// <summary>μt: given, or what the nut factor stands for.</summary>
    public required T ThreadFriction { get; init; }

    /// <summary>μb: given, or what the nut factor stands for.</summary>
    public required T BearingFriction { get; init; }

    /// <summary>K, or what the long form equals.</summary>
    public required T NutFactor { get; init; }

    /// <summary>Torque for each unit of preload.</summary>
    public required T Arm { get; init; }

    /// <summary>Torque of a locking feature; null where there is none.</summary>
    public required T? Prevailing { get; init; }

    /// <summary>ΔFz.</summary>
    public required T EmbeddingLoss { get; init; }

    /// <summary>r, share of the nominal preload.</summary>
    public required T Relaxation { get; init; }

    /// <summary>ΔFT; null where nothing is warmed.</summary>
    public required T? ThermalChange { get; init; }

    /// <summary>Share of the tightening's torsion that stays in the shank; null for all of it.</summary>
    private T? Twist { get; init; }

    private ThreadGeometry<T> Thread { get; init; }

    /// <summary>The chain of a joint.</summary>
    /// <param name="joint">The joint.</param>
    /// <param name="stack">Where everything lies.</param>
    /// <param name="thread">Its thread.</param>
    /// <param name="given">What it starts from.</param>
    /// <param name="bolt">kb, N/mm.</param>
    /// <param name="members">km, N/mm.</param>
    /// <param name="times">So many times every length in the grip; null as drawn.</param>
    public static Preloading<T> Of(Joint joint, Stack stack, in ThreadGeometry<T> thread, in PreloadGivens<T> given, T bolt, T members,
        T? times = null)
    {
        var how = joint.Tightening;
        var mean = T.Given(Terms.MeanBearingDiameter,
            (joint.Turned.BearingDiameter + Math.Min(joint.Hole, joint.Turned.BearingDiameter)) / 2, source: joint.Turned.Source);
        var turning = joint.Turned.ConeAngle is { } angle ? Torsion.ConicalMeanDiameter(mean, angle) : mean;
        var friction = given.Friction ?? Implied(Torsion.ImpliedFriction(given.NutFactor, thread.Diameter, thread.Pitch,
            thread.PitchDiameter, turning));
        var arm = given.Friction is null ? given.NutFactor * thread.Diameter
            : Torsion.Arm(thread.Pitch, friction.Thread, thread.PitchDiameter, friction.Bearing, turning);
        return new()
        {
            Thread = thread,
            MeanBearingDiameter = turning,
            ThreadFriction = friction.Thread,
            BearingFriction = friction.Bearing,
            NutFactor = given.Friction is null ? given.NutFactor : Torsion.EquivalentNutFactor(arm, thread.Diameter),
            Arm = arm,
            Prevailing = how.PrevailingTorque > 0 ? T.Given(Terms.PrevailingTorque, how.PrevailingTorque) : null,
            EmbeddingLoss = Tension.EmbeddingLoss(given.Settling, bolt, members),
            Relaxation = T.Given(Terms.Relaxation, how.Relaxation),
            ThermalChange = joint.Temperatures.Change ? Warmed(joint, stack, bolt, members, times) : null,
            Twist = how.Method.TorsionShare == 1 ? null
                : T.Given(Terms.TorsionShare, how.Method.TorsionShare,
                    source: Traced.Reads<T>() ? $"{how.Method.Label}: {how.Method.Source}" : null),
        };

        static (T, T) Implied(T both) => (both, both);
    }

    /// <summary>What a torque reaches.</summary>
    public T Reached(T torque) => Tension.FromTorque(torque, Prevailing, Arm);

    /// <summary>What a torque reaches where the nut factor is another: at the low (1) or the high (2) end of its band.</summary>
    public T Reached(T torque, T nutFactor, int end) => Tension.FromTorque(torque, Prevailing, nutFactor * Thread.Diameter, end);

    /// <summary>The torque that reaches a preload.</summary>
    public T Torque(T preload) => Tension.Torque(Arm, preload, Prevailing);

    /// <summary>Fi,max: the tight end, and what temperature adds.</summary>
    public T Largest(T preload, T? scatter = null, T? atLowFriction = null) =>
        Tension.Largest(preload, scatter, ThermalChange, atLowFriction);

    /// <summary>Fi,min: what is left of the loose end.</summary>
    public T Smallest(T preload, T? scatter = null, T? atHighFriction = null) =>
        Tension.Smallest(preload, scatter, EmbeddingLoss, Relaxation, ThermalChange, atHighFriction);

    /// <summary>Torsion in the thread while it is tightened to a preload, MPa; a locking feature twists the bolt as well.</summary>
    public T TorsionAt(T preload) => Torsion.WhileTightening(
        preload, Thread.Pitch, ThreadFriction, Thread.PitchDiameter, Thread.RootDiameter, Prevailing, Twist);

    /// <summary>What the change of temperature adds to the preload, each layer growing by its own expansion over its share of the
    /// grip.</summary>
    private static T Warmed(Joint joint, Stack stack, T bolt, T members, T? times)
    {
        var degrees = joint.Temperatures;
        // A washer grows as the bolt does.
        var growth = stack.Squeezed.Sum(s => s.Thickness * (s.Layer < 0 ? joint.Bolts.Grade.Expansion : joint.Layers[s.Layer]
            .Material.Expansion!.Value));
        var grip = T.Given(Terms.GripLength, stack.Grip);
        return Tension.ThermalChange(
            T.Given(Terms.MemberExpansion, growth / stack.Grip), T.Given(Terms.MemberWarming, degrees.Parts - degrees.Assembly),
            T.Given(Terms.BoltExpansion, joint.Bolts.Grade.Expansion), T.Given(Terms.BoltWarming, degrees.Bolts - degrees.Assembly),
            times is { } t ? grip * t : grip, bolt, members);
    }
}
