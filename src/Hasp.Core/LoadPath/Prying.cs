using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.LoadPath;

/// <summary>
/// Allowance for prying, where bolts pull through a flange that bends: a stated factor, or the T-stub model of the AISC Manual, Part 9.
/// Lengths in mm.
/// </summary>
/// <param name="Factor">Bolt tension over the tension before prying; 0 where the model is used.</param>
/// <param name="Stem">b, bolt line to the face of the stem.</param>
/// <param name="Edge">a, bolt line to the flange's edge.</param>
/// <param name="Length">p, length of flange that goes with one bolt.</param>
public sealed record Prying(double Factor, double Stem, double Edge, double Length)
{
    /// <summary>True where the model works the prying force out.</summary>
    public bool IsModel => Factor == 0;

    /// <summary>
    /// Bolt tension with prying, N. The model takes the flange under the head as plastic at its stem under the load, and under the load
    /// times the flange's required factor; what prying either gives for the load as it stands, the larger, is added. The rule's
    /// tensile strength is replaced by yield, which is safe.
    /// </summary>
    /// <param name="joint">Bolt, hole, flange (the first part), required factor.</param>
    /// <param name="pull">Tension before prying, N; nothing is pried where it presses.</param>
    /// <param name="index">Tells apart several loads of one working.</param>
    public T With<T>(Joint joint, T pull, int index = 0)
        where T : struct, IScalar<T>
    {
        if (pull.Value <= 0) return pull;
        if (!IsModel) return T.Let(Terms.ExternalLoad, T.Given(Terms.PryingFactor, Factor) * pull, index);
        var growth = T.Given(Terms.LoadGrowth, PriedAt(joint, pull.Value));
        var force = ForceAt(joint, growth * pull, index) / growth;
        return T.Let(Terms.ExternalLoad, pull + force, index);
    }

    /// <summary>
    /// The growth of the load at which it is pried most, of 1 and the required factor n of the flange: the larger of Q(F) and
    /// Q(n·F)/n goes
    /// with F, so that a higher required factor never lowers the tension.
    /// </summary>
    private double PriedAt(Joint joint, double pull)
    {
        var n = joint.Judging.Basis.Growth is { } growth ? Math.Max(1,
            joint.Judging.Required(growth) is > 0 and var f ? f : growth.Required) : 1;
        double At(double times) => ForceAt(joint, new Plain(times * pull), 0).Value / times;
        return At(n) >= At(1) ? n : 1;
    }

    /// <summary>Tension on one bolt, before prying, at which the flange is plastic at its web and at the bolt line, N; only where
    /// the model is used.</summary>
    public T FlangeStrength<T>(Joint joint)
        where T : struct, IReal<T>
    {
        var (reach, _, moment, net) = Parts<T>(joint);
        return T.Let(Terms.FlangeStrength, moment * (T.Const(1) + net) / reach);
    }

    /// <summary>Q under a load, N.</summary>
    private T ForceAt<T>(Joint joint, T load, int index)
        where T : struct, IReal<T>
    {
        var (reach, edgeReach, moment, net) = Parts<T>(joint);
        var share = T.Let(Terms.PryingShare, T.Min(T.Const(1), T.Max(T.Const(0), ((load * reach / moment) - T.Const(1)) / net)), index);
        return T.Let(Terms.PryingForce, net * share * moment / edgeReach, index);
    }

    /// <summary>The part of the flange that goes with one bolt, mm: as stated, and no more than the pitch.</summary>
    internal T Tributary<T>(Joint joint)
        where T : struct, IReal<T>
    {
        var (stated, pitch) = (T.Given(Terms.PryingLength, Length), joint.Pattern!.Group.LeastPitch);
        return T.Let(Terms.PryingLimited, double.IsFinite(pitch) ? T.Min(stated, T.Given(Terms.LeastPitch, pitch)) : stated);
    }

    private (T Reach, T EdgeReach, T Moment, T Net) Parts<T>(Joint joint)
        where T : struct, IReal<T>
    {
        var (b, a, stated) = (T.Given(Terms.PryingStem, Stem), T.Given(Terms.PryingEdge, Edge), T.Given(Terms.PryingLength, Length));
        var most = T.Min(stated, T.Const(2) * b);
        var pitch = joint.Pattern!.Group.LeastPitch;
        var p = T.Let(Terms.PryingLimited, double.IsFinite(pitch) ? T.Min(most, T.Given(Terms.LeastPitch, pitch)) : most);
        var half = T.Given(Terms.NominalDiameter, joint.Bolts.Thread.Diameter) / T.Const(2);
        var flange = joint.Layers[0];
        var (t, fy) = (T.Given(Terms.FlangeThickness, flange.Thickness), T.Given(Terms.FlangeYield, flange.Material.Yield));
        return (
            T.Let(Terms.PryingStemReach, b - half),
            T.Let(Terms.PryingEdgeReach, T.Min(a, T.Const(1.25) * b) + half),
            T.Let(Terms.FlangeMoment, p * fy * t * t / T.Const(4)),
            T.Let(Terms.PryingNet, T.Const(1) - (T.Given(Terms.HoleDiameter, joint.Hole) / p)));
    }
}
