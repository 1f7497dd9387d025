using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.LoadPath;

/// <summary>One load case on one bolt, prying included, N.</summary>
/// <param name="Case">The load case.</param>
/// <param name="Bolt">Index of the bolt; 0 where they share equally.</param>
/// <param name="Count">N.</param>
/// <param name="Tension">P; + pulls apart.</param>
/// <param name="Shear">V, not below zero.</param>
/// <param name="ShearX">V along x: with <paramref name="ShearY"/> its direction in plan.</param>
/// <param name="ShearY">V along y.</param>
/// <param name="Other">P of the case it alternates with; null where it is steady.</param>
/// <param name="BeforePrying">P before prying.</param>
public readonly record struct BoltLoad<T>(LoadCase Case, int Bolt, T Count, T Tension, T Shear, T ShearX, T ShearY, T? Other,
    T BeforePrying)
    where T : struct, IScalar<T>
{
    /// <summary>
    /// The part of P that adds to the bolt: a load that presses the members together eases the bolt, but the bolt was
    /// already at its preload when it was tightened.
    /// </summary>
    public T Pull => Tension.Value > 0 ? Tension : T.Const(0);

    /// <summary>A factor that is known to be reached elsewhere: a check of the parts need look only for less. Not a number where
    /// all is asked.</summary>
    public double Known { get; init; } = double.NaN;

    /// <summary>True where the bolt feels a swing: it alternates with a case of another tension.</summary>
    public bool Swings => Other is { } other && other.Value != Tension.Value;

    /// <summary>The upper and lower end of the swing on one bolt, N; only where it swings.</summary>
    public (T Max, T Min) Swing => SwingOf(0);

    /// <summary>The same as one of several swings of a working, told apart by <paramref name="index"/>.</summary>
    internal (T Max, T Min) SwingOf(int index) =>
        (T.Let(Terms.LoadMax, T.Max(Tension, Other!.Value), index), T.Let(Terms.LoadMin, T.Min(Tension, Other!.Value), index));

    /// <summary>The same with the outside load multiplied, the preload not; prying grows by its own rule.</summary>
    public BoltLoad<T> Times(Joint joint, T factor)
    {
        var pull = factor * BeforePrying;
        return this with
        {
            Tension = joint.Pattern?.Prying?.With(joint, pull) ?? pull, Shear = factor * Shear, ShearX = factor * ShearX,
            ShearY = factor * ShearY, BeforePrying = pull,
            Other = Other is { } other ? factor * other : null,
        };
    }

    /// <summary>No outside load at all.</summary>
    public static BoltLoad<T> None(Joint joint)
    {
        var zero = T.Const(0);
        return new(Unloaded, 0, T.Given(Terms.BoltCount, joint.Bolts.Count), zero, zero, zero, zero, null, zero);
    }

    private static readonly LoadCase Unloaded = new("no load", default(Resultant), null);

    /// <summary>A case on a bolt of a joint, by the formulas of the load path.</summary>
    /// <param name="joint">The joint.</param>
    /// <param name="loadCase">Index of the case.</param>
    /// <param name="bolt">Index of the bolt.</param>
    /// <param name="index">Tells apart several loads of one working.</param>
    public static BoltLoad<T> Of(Joint joint, int loadCase, int bolt, int index = 0)
    {
        var load = joint.Cases[loadCase];
        // Beside the load that it alternates with, which carries its number, it carries its own.
        if (index == 0 && load.Other >= 0) index = loadCase + 1;
        var on = joint.LoadPath.On<T>(load, bolt, index);
        return WithPrying(joint, load, bolt, T.Given(Terms.BoltCount, joint.Bolts.Count), on,
            Sharing.OtherTension<T>(load, joint.Cases, joint.LoadPath, bolt), index);
    }

    private static BoltLoad<T> WithPrying(Joint joint, LoadCase load, int bolt, T count, in BoltShare<T> on, T? other, int index) =>
        joint.Pattern?.Prying is { } prying
            ? new(load, bolt, count, prying.With(joint, on.Tension, index), on.Shear, on.ShearX, on.ShearY,
                other is { } o ? prying.With(joint, o, (load.Other ?? 0) + 1) : null, on.Tension)
            : new(load, bolt, count, on.Tension, on.Shear, on.ShearX, on.ShearY, other, on.Tension);

    /// <summary>A load that was shared out before: <see cref="Joint.Sharing"/> keeps the same formulas' numbers.</summary>
    /// <param name="joint">The joint.</param>
    /// <param name="loadCase">Index of the case.</param>
    /// <param name="pull">The bolt's load.</param>
    /// <param name="count">Number of bolts it was shared among.</param>
    public static BoltLoad<T> Of(Joint joint, int loadCase, in BoltPull pull, int count) =>
        WithPrying(joint, joint.Cases[loadCase], pull.Bolt, T.Const(count),
            new(T.Const(pull.Tension), T.Const(pull.Shear), T.Const(pull.ShearX), T.Const(pull.ShearY)), pull.Other is { } other
                ? T.Const(other) : null, 0);
}

/// <summary>What one load case brings to the parts together, N.</summary>
/// <param name="Case">The load case.</param>
/// <param name="InPlane">Size of the in-plane force; a couple of torsion leaves none.</param>
public readonly record struct JointLoad<T>(LoadCase Case, T InPlane)
    where T : struct, IScalar<T>
{
    /// <summary>The case that loads a bolt, on the parts.</summary>
    public static JointLoad<T> Of(Joint joint, in BoltLoad<T> load) => new(load.Case, joint.LoadPath.OnParts(load)) { Known = load.Known };

    /// <summary>A factor that is known to be reached elsewhere: only what lies below it need be looked for. Not a number where all
    /// is asked.</summary>
    public double Known { get; init; } = double.NaN;
}
