using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.Stiffness;

/// <summary>Bolt and parts as springs, once: the verdicts read them as drawn, the sampling with every length at so many times its
/// mean. N/mm.</summary>
/// <typeparam name="T">How the formulas are read.</typeparam>
/// <param name="Bolt">kb.</param>
/// <param name="Members">km.</param>
/// <param name="StiffnessShare">C from the stiffnesses.</param>
/// <param name="LoadShare">n·C: the share that the load path uses; C itself where the load acts under head and nut.</param>
public readonly record struct Springs<T>(T Bolt, T Members, T StiffnessShare, T LoadShare)
    where T : struct, IReal<T>
{
    /// <summary>The springs of a joint.</summary>
    /// <param name="joint">The joint.</param>
    /// <param name="stack">Where everything lies.</param>
    /// <param name="thread">Its thread.</param>
    /// <param name="times">So many times every length in the grip; null as drawn.</param>
    public static Springs<T> Of(Joint joint, Stack stack, in ThreadGeometry<T> thread, T? times = null)
    {
        var (shank, threaded) = (T.Given(Terms.ShankInGrip, stack.ShankInGrip), T.Given(Terms.ThreadInGrip, stack.ThreadInGrip));
        var bolt = BoltStiffness.Of(
            thread.ShankArea, thread.StressArea, times is { } s ? shank * s : shank, times is { } t ? threaded * t : threaded,
            T.Given(Terms.BoltModulus, joint.Bolts.Grade.ElasticModulus, source: Traced.Reads<T>() ? joint.Bolts.Grade.Cited : null));
        var end = joint.Bolts.Nut ?? joint.Bolts.Head;
        var members = PressureCone.InSeries(
            stack.Cones,
            T.Given(Terms.BearingFaceDiameter, joint.Bolts.Head.ConeFace, 1, joint.Bolts.Head.Source),
            T.Given(Terms.BearingFaceDiameter, end.ConeFace, 2, end.Source),
            T.Given(Terms.ConeBore, joint.Judging.ConeBoreIsHole ? joint.Hole : joint.Bolts.Thread.Diameter),
            T.Given(Terms.ConeHalfAngle, joint.Judging.ConeHalfAngle), times);
        var share = BoltStiffness.LoadShare(bolt, members);
        return new(bolt, members, share, joint.Judging.LoadIntroduction == 1 ? share
            : BoltStiffness.EffectiveShare(T.Given(Terms.LoadIntroduction, joint.Judging.LoadIntroduction), share));
    }
}
