using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// The flange itself as a T-stub: the tension at which it is plastic at its web and at the bolt line over the tension before prying. The
/// joint does not hold where the flange gives way.
/// </summary>
internal readonly struct FlangeCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("flange", "Flange bending, with prying", "flange", 1.5, PreloadUsed.None,
        "tension at which the flange is plastic at web and bolt line over the tension on the bolt before prying",
        "AISC Manual, Part 9, with yield for tensile strength");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        m.Joint.Pattern?.Prying is { IsModel: true } prying && load.BeforePrying.Value > 0
            ? Judged<T>.Of(T.Let(Terms.FlangeFactor, prying.FlangeStrength<T>(m.Joint) / load.BeforePrying))
            : Judged<T>.Nothing;

    public static bool MayApply(Joint joint) => joint.Pattern?.Prying is { IsModel: true };

    public static string Nothing(in Mechanics<Plain> m) => "no flange stated that bends, or nothing pulls";
}
