using Hasp.Core.Checks.Codes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;

namespace Hasp.Core.Checks.Aisc;

/// <summary>Shear strength of the bolt, J3.7, with its reductions: the planes add.</summary>
internal readonly struct ShearCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("aiscShear", "Bolt shear strength", "shears", 1, PreloadUsed.None,
        "available shear strength over the required strength", "AISC 360-22, J3.7, Table J3.2, J5.2");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var how = m.Joint.Judging.By<AiscSettings>();
        return load.Shear.Value <= 0 || m.Stack.Planes.Length == 0 || !load.Case.CountsIn(how.States) ? Judged<T>.Nothing
            : Judged<T>.Of(T.Let(AiscTerms.Factor, how.Available(Nominal(m)) / load.Shear));
    }

    public static string Nothing(in Mechanics<Plain> m) => Sheared.Nothing(m, m.Joint.Judging.By<AiscSettings>().States);

    /// <summary>Rn of the bolt in all its planes.</summary>
    internal static T Nominal<T>(in Mechanics<T> m)
        where T : struct, IScalar<T>
    {
        var (joint, how) = (m.Joint, m.Joint.Judging.By<AiscSettings>());
        var (bolt, units) = (AiscBolt.Of(joint.Bolts.Grade), AiscUnits.Of(joint));
        var area = T.Let(AiscTerms.NominalArea, m.Thread.ShankArea);
        T? sum = null;
        for (var i = 0; i < m.Stack.Planes.Length; i++)
        {
            var thread = Sheared.ThreadIn(m.Stack.Planes[i], how.Threads);
            var plane = AiscFormulas.PlaneShear(T.Given(AiscTerms.ShearStress, thread ? bolt.Threads : bolt.Shank, thread ? 1 : 2,
                Traced.Reads<T>() ? $"{bolt.Source}, threads {(thread ? "included" : "excluded")}" : null), area, i + 1);
            sum = sum is { } before ? before + plane : plane;
        }
        var whole = sum ?? T.Const(0);
        if (!how.UniformTransfer && Sheared.JointLength(joint) > units.LongPattern) whole = T.Given(AiscTerms.LongJoint, 0.833) * whole;
        // J5.2: a joint without slip does not need its bolts reduced; bearing behind it does.
        var fillers = Sheared.Packing(m.Stack);
        if (fillers > units.Filler && !how.FillersDeveloped)
        {
            whole = AiscFormulas.Fillers(T.Given(AiscTerms.FillerThickness, fillers), T.Given(AiscTerms.FillerFree, units.Filler),
                T.Given(AiscTerms.FillerSlope, units.FillerSlope)) * whole;
        }
        if (GripReduction(joint, m.Stack) is { } grip) whole = T.Given(AiscTerms.Grip, grip) * whole;
        return T.Let(AiscTerms.NominalShear, whole);
    }

    /// <summary>A307 only: 1 % less for each 1/16 in of grip over five diameters; null where nothing is taken.</summary>
    internal static double? GripReduction(Joint joint, Stack stack)
    {
        var over = stack.Clamped - (5 * joint.Bolts.Thread.Diameter);
        return joint.Bolts.Grade.Grade == "A307-A" && over > 1e-9 ? Math.Max(0, 1 - (0.01 * over / AiscFormulas.Sixteenth)) : null;
    }
}

/// <summary>Bearing and tear-out at a bolt in the direction of its force, J3.11; in a concentric group the sum over its bolts
/// stands for them.</summary>
internal readonly struct BearingCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("aiscBearing", "Bearing and tear-out", "bears", 1, PreloadUsed.None,
        "available bearing or tear-out strength over what the part brings to the bolt",
        "AISC 360-22, J3.11") { Worsens = Worsens.Otherwise };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var how = m.Joint.Judging.By<AiscSettings>();
        var worst = Judged<T>.Nothing;
        if (load.Shear.Value <= 0 || !load.Case.CountsIn(how.States)
            || (m.Joint.Bolts.Count > 1 && PartPlans.IsConcentric(m.Joint, load.Case))) return worst;
        var (ux, uy) = (load.ShearX.Value / load.Shear.Value, load.ShearY.Value / load.Shear.Value);
        for (var part = 0; part < m.Joint.Layers.Length; part++)
        {
            if (m.Stack.LayerShare[part] == 0 || m.Joint.Plans.Parts[part] is not { } plan) continue;
            foreach (var way in plan.Sense == 0 ? (ReadOnlySpan<int>)[1, -1] : [plan.Sense])
            {
                if (Nominal(m, part, load.Bolt, plan.InAxes(way * ux, way * uy)) is not { } nominal) continue;
                worst = worst.OrWorse(T.Let(AiscTerms.Factor, how.Available(nominal) / Sheared.Share(m, part, load.Shear), part + 1), part);
            }
        }
        return worst;
    }

    public static string Nothing(in Mechanics<Plain> m) => Sheared.Nothing(m, m.Joint.Judging.By<AiscSettings>().States,
        Sheared.Unknown(m.Joint, true, false) is { Length: > 0 } unknown ? unknown : "the sum over the bolts of the group stands for them");

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;

    /// <summary>Rn of a bolt in a part, the lesser of bearing and tear-out; null where the edge is not known.</summary>
    internal static T? Nominal<T>(in Mechanics<T> m, int part, int bolt, PlanPoint towards)
        where T : struct, IScalar<T>
    {
        var joint = m.Joint;
        var plan = joint.Plans.Parts[part]!;
        var (along, _) = AiscUnits.Of(joint).Holes.Extent(joint, part);
        var toHole = plan.NextHole(bolt, towards) - along;
        var toEdge = plan.Ray(bolt, towards) - (along / 2);
        // Up to the next hole nobody asks for the edge.
        if (double.IsNaN(toEdge) && !double.IsFinite(toHole)) return null;
        var clear = double.IsNaN(toEdge) ? toHole : Math.Min(toHole, toEdge);
        var (thickness, tensile) = (Sheared.Thickness(m, part), Sheared.Tensile<T>(joint, part));
        var (bears, tears) = joint.Layers[part].Holes == HoleKind.LongSlotAcross ? (2.0, 1.0)
            : joint.Judging.By<AiscSettings>().DeformationMatters ? (2.4, 1.2) : (3.0, 1.5);
        var bearing = AiscFormulas.Bearing(T.Given(AiscTerms.BearingFactor, bears, part + 1), m.Thread.Diameter, thickness, tensile);
        if (double.IsInfinity(clear)) return bearing;
        return T.Min(
            bearing, AiscFormulas.TearOut(T.Given(AiscTerms.TearOutFactor, tears, part + 1),
                T.Given(AiscTerms.ClearDistance, Math.Max(0, clear), part + 1, joint.Layers[part].Name), thickness, tensile));
    }
}

/// <summary>Concentric groups: each bolt carries the least of its own shear, and of bearing and tear-out in each part; the bolts
/// add up.</summary>
internal readonly struct GroupCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new("aiscGroup", "Group in shear and bearing", "group bears", 1, PreloadUsed.None,
        "available strength of the group, the sum over its bolts, over the in-plane load",
        "AISC 360-22, J3.7 and J3.11, user notes") { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var (joint, how) = (m.Joint, m.Joint.Judging.By<AiscSettings>());
        if (joint.Bolts.Count < 2 || load.InPlane.Value <= 0 || !load.Case.CountsIn(how.States)
            || !PartPlans.IsConcentric(joint, load.Case)) return Judged<T>.Nothing;
        if (Of(m.AsPlain(), load.Case) is not { } bolts) return Judged<T>.Nothing;
        T? sum = null;
        foreach (var alike in bolts.GroupBy(b => Math.Round(b.Strength, 3)).OrderBy(g => g.Key))
        {
            var these = T.Given(CodeTerms.Bolts, alike.Count()) * OnBolt(m, alike.First());
            sum = sum is { } before ? before + these : these;
        }
        var weakest = bolts.MinBy(b => b.Strength);
        return new(true, T.Let(AiscTerms.Factor, how.Available(T.Let(AiscTerms.NominalGroup, sum!.Value)) / load.InPlane), weakest.Part);
    }

    public static string Nothing(in Mechanics<Plain> m) => Sheared.Nothing(m, m.Joint.Judging.By<AiscSettings>().States,
        Sheared.Unknown(m.Joint, true, false) is { Length: > 0 } unknown ? unknown : "no load through the centroid: each bolt is judged");

    public static string Place(int place, in Mechanics<Plain> m) => place < 0 ? "bolt shear" : m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;

    /// <summary>What one bolt carries as a load on the bolt; part −1 where its own shear is the least.</summary>
    private readonly record struct OneBolt(int Bolt, int Part, PlanPoint Towards, double Strength);

    private sealed record Maybe(OneBolt[]? Bolts);

    private static T OnBolt<T>(in Mechanics<T> m, in OneBolt bolt)
        where T : struct, IScalar<T>
    {
        var strength = bolt.Part < 0 ? ShearCheck.Nominal(m)
            : BearingCheck.Nominal(m, bolt.Part, bolt.Bolt, bolt.Towards)!.Value / m.ShareOf(bolt.Part);
        return T.Let(AiscTerms.OneOfGroup, strength, bolt.Bolt + 1);
    }

    private static OneBolt[]? Of(in Mechanics<Plain> m, LoadCase load)
    {
        var (ux, uy) = (Math.Round(load.Load.Force.X / load.Shear, 9), Math.Round(load.Load.Force.Y / load.Shear, 9));
        var mechanics = m;
        return m.Joint.Once((typeof(AiscBasis), ux, uy), () => new Maybe(Strengths(mechanics, ux, uy))).Bolts;
    }

    private static OneBolt[]? Strengths(Mechanics<Plain> m, double ux, double uy)
    {
        var joint = m.Joint;
        var shear = ShearCheck.Nominal(m).Value;
        var bolts = new OneBolt[joint.Bolts.Count];
        for (var b = 0; b < bolts.Length; b++) bolts[b] = new(b, -1, default, shear);
        for (var part = 0; part < joint.Layers.Length; part++)
        {
            if (m.Stack.LayerShare[part] == 0) continue;
            if (joint.Plans.Parts[part] is not { } plan) return null;
            int[] ways = plan.Sense == 0 ? [1, -1] : [plan.Sense];
            foreach (var way in ways)
            {
                var towards = plan.InAxes(way * ux, way * uy);
                for (var b = 0; b < bolts.Length; b++)
                {
                    if (BearingCheck.Nominal(m, part, b, towards) is not { } nominal) return null;
                    var onBolt = nominal.Value / m.Stack.LayerShare[part];
                    if (onBolt < bolts[b].Strength) bolts[b] = new(b, part, towards, onBolt);
                }
            }
        }
        return bolts;
    }
}

/// <summary>Tensile strength of the bolt, J3.7, against its tension with prying.</summary>
internal readonly struct TensionCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("aiscTension", "Bolt tensile strength", "breaks", 1, PreloadUsed.None,
        "available tensile strength over the required strength, prying included", "AISC 360-22, J3.7, Table J3.2");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var how = m.Joint.Judging.By<AiscSettings>();
        return load.Tension.Value <= 0 || !load.Case.CountsIn(how.States) ? Judged<T>.Nothing
            : Judged<T>.Of(T.Let(AiscTerms.Factor, how.Available(Nominal(m)) / load.Tension));
    }

    public static string Nothing(in Mechanics<Plain> m) =>
        Sheared.NothingPulls(m.Joint, m.Joint.Judging.By<AiscSettings>().States);

    internal static T Nominal<T>(in Mechanics<T> m)
        where T : struct, IScalar<T>
    {
        var bolt = AiscBolt.Of(m.Joint.Bolts.Grade);
        var nominal = AiscFormulas.Tension(T.Given(AiscTerms.TensionStress, bolt.Tension, source: bolt.Source),
            T.Let(AiscTerms.NominalArea, m.Thread.ShankArea));
        return ShearCheck.GripReduction(m.Joint, m.Stack) is { } grip ? T.Given(AiscTerms.Grip, grip) * nominal : nominal;
    }
}

/// <summary>
/// Combined tension and shear, J3.8, as the times both may grow together: T and frv with the factor on both meet φF′nt·Ab at the
/// lesser of
/// 1.3·φRnt/(T + φRnt·V/φRnv) and φRnt/T. Where either stress is 0.3 of its strength or less, the second is the lesser.
/// </summary>
internal readonly struct CombinedCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("aiscCombined", "Combined tension and shear", "combined", 1, PreloadUsed.None,
        "times tension and shear may grow together", "AISC 360-22, J3.8");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var how = m.Joint.Judging.By<AiscSettings>();
        if (load.Shear.Value <= 0 || load.Tension.Value <= 0 || m.Stack.Planes.Length == 0
            || !load.Case.CountsIn(how.States)) return Judged<T>.Nothing;
        var (tension, shear) = (how.Available(TensionCheck.Nominal(m), 1), how.Available(ShearCheck.Nominal(m), 2));
        return Judged<T>.Of(T.Let(AiscTerms.CombinedFactor, T.Min(
            T.Const(1.3) * tension / (load.Tension + (tension * load.Shear / shear)), T.Min(tension / load.Tension, shear / load.Shear))));
    }

    public static string Nothing(in Mechanics<Plain> m) => "no bolt is pulled and sheared at once";

    public static string Note(in Mechanics<Plain> m, in BoltLoad<Plain> load, PreloadUsed used)
    {
        var how = m.Joint.Judging.By<AiscSettings>();
        var bolt = AiscBolt.Of(m.Joint.Bolts.Grade);
        var ratio = load.Shear / how.Available(ShearCheck.Nominal(m));
        var reduced = AiscFormulas.ReducedTension(new Plain(bolt.Tension), ratio);
        var available = how.Available(AiscFormulas.Tension(reduced, m.Thread.ShankArea));
        return $"at this load F′nt is {QuantityText.ShowText(reduced.Value, Dimension.Stress, UnitSystem.Us)}: "
            + $"available {QuantityText.ShowText(available.Value, Dimension.Force, UnitSystem.Us)} beside the shear, "
            + $"required {QuantityText.ShowText(load.Tension.Value, Dimension.Force, UnitSystem.Us)}";
    }
}

/// <summary>Slip resistance, J3.9, with what tension leaves of the clamp, J3.10: the tension is that on the connection, shared by
/// its bolts.</summary>
internal readonly struct SlipCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("aiscSlip", "Slip resistance", "slips", 1, PreloadUsed.None,
        "available slip resistance over the shear", "AISC 360-22, J3.9, J3.10")
    {
        Worsens = Worsens.WithTheCase, Holds = "the tension",
    };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var (joint, how) = (m.Joint, m.Joint.Judging.By<AiscSettings>());
        if (!how.IsSlipCritical || load.Shear.Value <= 0 || m.Stack.Planes.Length == 0
            || !load.Case.CountsIn(how.States)) return Judged<T>.Nothing;
        if (AiscBasis.FrictionOf(joint) is not { } friction || AiscBasis.PretensionOf(joint) is not { } least) return Judged<T>.Nothing;
        var (tb, du) = (T.Given(AiscTerms.Pretension, least.Force, source: least.Source), T.Given(AiscTerms.SlipMultiplier, 1.13));
        T? ksc = null;
        if (load.Case.Tension > 0)
        {
            var direct = Sheared.DirectTension(joint, load);
            ksc = AiscFormulas.SlipTension(how.IsLrfd ? direct : T.Const(1.5) * direct, du, tb);
        }
        // One on each face of a middle part is one each: two lie between the same two parts only where nothing is between them.
        var fillers = m.Stack.MostFillers >= 2 && !how.FillersDeveloped ? 0.85 : 1;
        var nominal = AiscFormulas.Slip(
            T.Given(AiscTerms.SlipFriction, friction.Value, source: friction.Source), du, T.Given(AiscTerms.SlipFillers, fillers), tb,
            T.Given(Terms.FrictionFaces, m.Stack.Planes.Length), ksc);
        return Judged<T>.Of(T.Let(AiscTerms.Factor, how.AvailableSlip(nominal, HolesOf(joint)) / load.Shear));
    }

    public static bool MayApply(Joint joint) => joint.Judging.By<AiscSettings>().IsSlipCritical;

    public static string Nothing(in Mechanics<Plain> m)
    {
        var how = m.Joint.Judging.By<AiscSettings>();
        if (!how.IsSlipCritical) return "not slip-critical: it may slip";
        if (AiscBasis.PretensionOf(m.Joint) is null) return "not judged, because Table J3.1 has no pretension for these bolts";
        if (AiscBasis.FrictionOf(m.Joint) is null) return "not judged, because neither a surface class nor a slip coefficient is stated";
        return Sheared.Nothing(m, how.States);
    }

    private static int HolesOf(Joint joint) => joint.Layers.Where(l => !l.OnlyClamped).Max(l => l.Holes switch
    {
        HoleKind.Standard or HoleKind.ShortSlotAcross => 0,
        HoleKind.Oversize or HoleKind.ShortSlotAlong => 1,
        _ => 2,
    });
}

/// <summary>The least preload that the tightening leaves over the least pretension of Table J3.1.</summary>
internal readonly struct PretensionCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("aiscPretension", "Least pretension", "too loose", 1, PreloadUsed.Smallest,
        "least preload that the tightening leaves over the least pretension", "AISC 360-22, J3.2, Table J3.1")
    {
        SetBy = SetBy.Tool, WithoutLoad = true,
    };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        MayApply(m.Joint) && AiscBasis.PretensionOf(m.Joint) is { } least
            ? Judged<T>.Of(T.Let(CodeTerms.PretensionFactor,
                m.PreloadMin / T.Given(AiscTerms.Pretension, least.Force, source: least.Source)))
            : Judged<T>.Nothing;

    public static bool MayApply(Joint joint) => joint.Judging.By<AiscSettings>().Pretensions;

    public static string Nothing(in Mechanics<Plain> m) =>
        MayApply(m.Joint) ? "not judged, because Table J3.1 has no pretension for these bolts" : "the bolts are not pretensioned";
}

/// <summary>The flange under the head, plastic at its web and at the bolt line, yield in the place of tensile strength.</summary>
internal readonly struct FlangeCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("aiscFlange", "Flange bending, with prying", "flange", 1, PreloadUsed.None,
        "available strength of the flange over the tension before prying", "AISC Manual, Part 9, with yield for tensile strength");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var how = m.Joint.Judging.By<AiscSettings>();
        return m.Joint.Pattern?.Prying is { IsModel: true } prying && load.BeforePrying.Value > 0 && load.Case.CountsIn(how.States)
            ? Judged<T>.Of(T.Let(AiscTerms.Factor, how.AvailableYield(T.Let(AiscTerms.NominalFlange,
                prying.FlangeStrength<T>(m.Joint))) / load.BeforePrying))
            : Judged<T>.Nothing;
    }

    public static bool MayApply(Joint joint) => joint.Pattern?.Prying is { IsModel: true };

    public static string Nothing(in Mechanics<Plain> m) => "no flange stated that bends, or nothing pulls";
}
