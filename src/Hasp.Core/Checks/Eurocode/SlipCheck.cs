using Hasp.Core.Checks.Codes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Eurocode;

/// <summary>
/// Slip resistance, 3.9, at the preload of the code: category B under service loads with γM3,ser, category C under ultimate loads
/// with γM3.
/// What a moment pulls is balanced by contact in the same joint and takes nothing away (3.9.2(2)).
/// </summary>
internal readonly struct SlipCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("enSlip", "Slip resistance", "slips", 1, PreloadUsed.None,
        "slip resistance at the preload of the code over the shear", "EN 1993-1-8:2005, 3.9") { Worsens = Worsens.WithTheCase,
            Holds = "the tension" };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var joint = m.Joint;
        var how = joint.Judging.By<EurocodeSettings>();
        if (!how.IsSlipCritical || load.Shear.Value <= 0 || m.Stack.Planes.Length == 0
            || !load.Case.CountsIn(StatesOf(how))) return Judged<T>.Nothing;
        if (EurocodeBasis.FrictionOf(joint) is not { } friction || !EurocodeBasis.IsPreloadable(joint)) return Judged<T>.Nothing;
        var bolt = NominalStrength.Of(joint.Bolts.Grade);
        var pretension = EurocodeFormulas.PretensionForce(T.Given(CodeTerms.BoltTensile, bolt.Tensile, source: bolt.Source),
            m.Thread.StressArea);
        var gamma = how.JointType == JointType.SlipAtUltimate ? T.Given(EurocodeTerms.GammaM3, how.M3)
            : T.Given(EurocodeTerms.GammaM3Ser, how.M3Ser);
        var (ks, part) = HolesOf(joint);
        var resistance = EurocodeFormulas.Slip(
            T.Given(EurocodeTerms.SlipHoles, ks, source: Traced.Reads<T>()
                ? $"{Names.HoleKinds[joint.Layers[part].Holes]} holes of {joint.Layers[part].Name}, Table 3.6" : null),
            T.Given(Terms.FrictionFaces, m.Stack.Planes.Length),
            T.Given(EurocodeTerms.SlipFriction, friction.Value, source: friction.Source), pretension,
            Sheared.DirectTension(joint, load), gamma);
        return Judged<T>.Of(T.Let(EurocodeTerms.SlipFactor, resistance / load.Shear));
    }

    public static bool MayApply(Joint joint) => joint.Judging.By<EurocodeSettings>().IsSlipCritical;

    public static string Nothing(in Mechanics<Plain> m)
    {
        var how = m.Joint.Judging.By<EurocodeSettings>();
        if (!how.IsSlipCritical) return "bearing type (category A): it may slip";
        if (!EurocodeBasis.IsPreloadable(m.Joint)) return "not judged, because only bolts of 8.8 and 10.9 are preloaded (3.1.2)";
        if (EurocodeBasis.FrictionOf(m.Joint) is null)
            return "not judged, because neither a surface class nor a slip coefficient is stated";
        return Sheared.Nothing(m, StatesOf(how));
    }

    private static LimitStates StatesOf(EurocodeSettings how) =>
        how.JointType == JointType.SlipAtUltimate ? LimitStates.Uls : LimitStates.Sls;

    /// <summary>The least ks of the parts, Table 3.6, and the part that has it.</summary>
    private static (double Ks, int Part) HolesOf(Joint joint)
    {
        var (least, part) = (double.PositiveInfinity, 0);
        for (var i = 0; i < joint.Layers.Length; i++)
        {
            if (joint.Layers[i].OnlyClamped) continue;
            var ks = joint.Layers[i].Holes switch
            {
                HoleKind.Standard => 1.0,
                HoleKind.Oversize or HoleKind.ShortSlotAcross => 0.85,
                HoleKind.LongSlotAcross => 0.7,
                HoleKind.ShortSlotAlong => 0.76,
                _ => 0.63,
            };
            if (ks < least) (least, part) = (ks, i);
        }
        return (least, part);
    }
}

/// <summary>The least preload that the tightening leaves over the preload of the code, for preloaded categories.</summary>
internal readonly struct PretensionCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("enPretension", "Preload of the code", "too loose", 1, PreloadUsed.Smallest,
        "least preload that the tightening leaves over 0.7·fub·As", "EN 1993-1-8:2005, 3.9.1(2); EN 1090-2, 8.5")
    {
        SetBy = SetBy.Tool, WithoutLoad = true,
    };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!MayApply(m.Joint)) return Judged<T>.Nothing;
        var bolt = NominalStrength.Of(m.Joint.Bolts.Grade);
        return Judged<T>.Of(T.Let(CodeTerms.PretensionFactor,
            m.PreloadMin / EurocodeFormulas.PretensionForce(T.Given(CodeTerms.BoltTensile, bolt.Tensile, source: bolt.Source),
                m.Thread.StressArea)));
    }

    public static bool MayApply(Joint joint) => joint.Judging.By<EurocodeSettings>().Pretensions && EurocodeBasis.IsPreloadable(joint);

    public static string Nothing(in Mechanics<Plain> m) => "the bolts are not preloaded";
}
