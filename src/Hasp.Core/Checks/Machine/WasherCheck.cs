using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// Washers are parts too: their own limiting pressure over the pressure of head (place 0) or nut (place 1) on them at the largest preload.
/// </summary>
internal readonly struct WasherCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("washerPressure", "Bearing pressure on washers", "crushes washer", 1.0, PreloadUsed.Largest,
        "limiting pressure of the washer over the pressure of head or nut on it at the largest preload",
        "hardness class of the washer, limiting pressure as for a part of that strength") { SetBy = SetBy.Tool };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var joint = m.Joint;
        var force = JointUnderLoad.BoltForce(m.PreloadMax, m.LoadShare, load.Pull);
        var worst = Judged<T>.Nothing;
        if (joint.HeadWasher is { } head) worst = worst.OrWorse(End(force, joint.Bolts.Head, head, 1), 0);
        if (joint is { NutWasher: { } under, Bolts.Nut: { } nut }) worst = worst.OrWorse(End(force, nut, under, 2), 1);
        return worst;
    }

    public static bool MayApply(Joint joint) => joint.HeadWasher is not null || joint.NutWasher is not null;

    public static string Nothing(in Mechanics<Plain> m) => "there is no washer";

    public static string Place(int place, in Mechanics<Plain> m) => UnderHeadCheck.EndWords(place, m);

    private static T End<T>(T force, BearingPart part, Washer washer, int end)
        where T : struct, IScalar<T> =>
        T.Let(Terms.WasherFactor, T.Given(Terms.WasherLimit, washer.BearingLimit, end, washer.Source) / MemberFormulas.HeadPressure(
            force, T.Given(Terms.BearingFaceDiameter, part.BearingDiameter, end, part.Source),
            T.Given(Terms.WasherBore, washer.InnerDiameter, end, washer.Source)), end);
}
