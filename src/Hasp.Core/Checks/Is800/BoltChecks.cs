using Hasp.Core.Checks.Codes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Is800;

/// <summary>Shear strength of the bolt, 10.3.3, with long joints, large grips and packing; all three multiply.</summary>
internal readonly struct ShearCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("isShear", "Shear strength of the bolt", "shears", 1, PreloadUsed.None,
        "design shear strength over the shear", "IS 800:2007, 10.3.3");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        load.Shear.Value <= 0 || m.Stack.Planes.Length == 0 || !load.Case.CountsIn(LimitStates.Uls) ? Judged<T>.Nothing
        : Judged<T>.Of(T.Let(Is800Terms.Factor, Strength(m) / load.Shear));

    public static string Nothing(in Mechanics<Plain> m) => Sheared.Nothing(m, LimitStates.Uls);

    /// <summary>Anb: 0.78·Asb, or the stress area.</summary>
    internal static T NetArea<T>(in Mechanics<T> m)
        where T : struct, IScalar<T> =>
        m.Joint.Judging.By<Is800Settings>().Tabulated
            ? T.Let(Is800Terms.NetArea, m.Thread.StressArea)
            : T.Let(Is800Terms.NetArea, T.Const(0.78) * m.Thread.ShankArea);

    internal static T Tensile<T>(in Mechanics<T> m)
        where T : struct, IScalar<T>
    {
        var bolt = NominalStrength.Of(m.Joint.Bolts.Grade);
        return T.Given(CodeTerms.BoltTensile, bolt.Tensile, source: bolt.Source);
    }

    /// <summary>βlj; null where the joint is not long, or the transfer is uniform.</summary>
    internal static T? LongJoint<T>(in Mechanics<T> m)
        where T : struct, IScalar<T>
    {
        var length = m.Joint.Judging.By<Is800Settings>().UniformTransfer ? 0 : Sheared.JointLength(m.Joint);
        return length > 15 * m.Joint.Bolts.Thread.Diameter
            ? Is800Formulas.LongJoint(T.Given(CodeTerms.JointLength, length), m.Thread.Diameter) : null;
    }

    /// <summary>Vdsb.</summary>
    internal static T Strength<T>(in Mechanics<T> m)
        where T : struct, IScalar<T>
    {
        var (joint, how) = (m.Joint, m.Joint.Judging.By<Is800Settings>());
        var (threaded, net, shank) = (0, NetArea(m), T.Let(Is800Terms.ShankArea, m.Thread.ShankArea));
        foreach (var plane in m.Stack.Planes) if (Sheared.ThreadIn(plane, how.Threads)) threaded++;
        var area = T.Let(Is800Terms.ShearArea, (T.Const(threaded) * net) + (T.Const(m.Stack.Planes.Length - threaded) * shank));
        var strength = Is800Formulas.Shear(Tensile(m), area, how.GammaMb<T>());
        var beta = LongJoint(m);
        if (beta is { } lj) strength = lj * strength;
        var (d, grip) = (joint.Bolts.Thread.Diameter, joint.Layers.Sum(l => l.Thickness));
        if (grip > 5 * d) strength = Is800Formulas.LargeGrip(T.Given(Is800Terms.Grip, grip), m.Thread.Diameter, beta) * strength;
        var packing = Sheared.Packing(m.Stack);
        if (packing > 6) strength = Is800Formulas.Packing(T.Given(Terms.PackingThickness, packing)) * strength;
        return T.Let(Is800Terms.ShearStrength, strength);
    }
}

/// <summary>Bearing strength of the bolt in each part, 10.3.4.</summary>
internal readonly struct BearingCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("isBearing", "Bearing strength", "bears", 1, PreloadUsed.None,
        "design bearing strength over what the part brings to the bolt", "IS 800:2007, 10.3.4") { Worsens = Worsens.Otherwise };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        if (load.Shear.Value <= 0 || !load.Case.CountsIn(LimitStates.Uls)) return worst;
        Span<(int Direction, double Size)> ways = stackalloc (int, double)[4];
        for (var part = 0; part < m.Joint.Layers.Length; part++)
        {
            if (m.Stack.LayerShare[part] == 0 || m.Joint.Plans.Parts[part] is not { } plan) continue;
            var n = plan.Components(load.ShearX.Value, load.ShearY.Value, ways);
            for (var w = 0; w < n; w++)
            {
                if (Strength(m, part, load.Bolt, ways[w].Direction) is not { } strength) continue;
                var size = ways[w].Size;
                var shear = Math.Abs(size - load.Shear.Value) <= 1e-9 * size ? load.Shear : T.Given(Is800Terms.Component, size, part + 1);
                worst = worst.OrWorse(T.Let(Is800Terms.Factor, strength / Sheared.Share(m, part, shear), part + 1), part);
            }
        }
        return worst;
    }

    public static string Nothing(in Mechanics<Plain> m) => Sheared.Nothing(m, LimitStates.Uls, Sheared.Unknown(m.Joint, true, false));

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;

    /// <summary>Vdpb of a bolt in a part and direction; null where the end distance is not known.</summary>
    internal static T? Strength<T>(in Mechanics<T> m, int part, int bolt, int direction)
        where T : struct, IScalar<T>
    {
        var joint = m.Joint;
        var place = joint.Plans.Parts[part]!.Places(direction)[bolt];
        var kind = joint.Layers[part].Holes;
        var (along, across) = Is800Basis.Holes.Extent(joint, part);
        var width = Math.Min(along, across);
        var end = place.LineEnd - ((along - width) / 2);
        if (double.IsNaN(end)) return null;
        var hole = T.Given(Is800Terms.Hole, width, part + 1, kind == HoleKind.Standard ? joint.HoleSource : Is800Basis.Holes.Source);
        var tensile = Sheared.Tensile<T>(joint, part);
        T? pitch = double.IsFinite(place.LinePitch) ? T.Given(Is800Terms.Pitch, place.LinePitch) : null;
        var kb = double.IsInfinity(end)
            ? Is800Formulas.Kb(T.Const(3) * hole, pitch, hole, ShearCheck.Tensile(m), tensile)
            : Is800Formulas.Kb(T.Given(Is800Terms.End, end, part + 1), pitch, hole, ShearCheck.Tensile(m), tensile);
        T? holes = kind switch
        {
            HoleKind.Standard => null,
            HoleKind.LongSlotAlong or HoleKind.LongSlotAcross => T.Given(Is800Terms.BearingHoles, 0.5, part + 1),
            _ => T.Given(Is800Terms.BearingHoles, 0.7, part + 1),
        };
        return Is800Formulas.Bearing(
            kb, m.Thread.Diameter, Sheared.Thickness(m, part), tensile, joint.Judging.By<Is800Settings>().GammaMb<T>(), holes);
    }
}

/// <summary>Tension strength of the bolt, 10.3.5.</summary>
internal readonly struct TensionCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("isTension", "Tension strength of the bolt", "breaks", 1, PreloadUsed.None,
        "design tension strength over the tension, prying included", "IS 800:2007, 10.3.5");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        load.Tension.Value <= 0 || !load.Case.CountsIn(LimitStates.Uls) ? Judged<T>.Nothing
        : Judged<T>.Of(T.Let(Is800Terms.Factor, Strength(m) / load.Tension));

    public static string Nothing(in Mechanics<Plain> m) => Sheared.NothingPulls(m.Joint, LimitStates.Uls);

    internal static T Strength<T>(in Mechanics<T> m)
        where T : struct, IScalar<T>
    {
        var how = m.Joint.Judging.By<Is800Settings>();
        var bolt = NominalStrength.Of(m.Joint.Bolts.Grade);
        return Is800Formulas.Tension(
            ShearCheck.Tensile(m), ShearCheck.NetArea(m), how.GammaMb<T>(), T.Given(CodeTerms.BoltYield, bolt.Yield, source: bolt.Source),
            T.Let(Is800Terms.ShankArea, m.Thread.ShankArea), how.GammaM0<T>());
    }
}

/// <summary>Shear and tension together, 10.3.6: Vdb is the lesser of shear and bearing.</summary>
internal readonly struct CombinedCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("isCombined", "Shear and tension", "combined", 1, PreloadUsed.None,
        "times shear and tension may grow together", "IS 800:2007, 10.3.6") { Worsens = Worsens.Otherwise };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (load.Shear.Value <= 0 || load.Tension.Value <= 0 || m.Stack.Planes.Length == 0
            || !load.Case.CountsIn(LimitStates.Uls)) return Judged<T>.Nothing;
        var shear = ShearCheck.Strength(m);
        // Bearing as a strength against the bolt's shear: its factor times the shear.
        if (BearingCheck.Judge(m, load) is { Applies: true } bearing) shear = T.Min(shear, bearing.Factor * load.Shear);
        return Judged<T>.Of(Is800Formulas.Combined(load.Shear, shear, load.Tension, TensionCheck.Strength(m)));
    }

    public static string Nothing(in Mechanics<Plain> m) => "no bolt is pulled and sheared at once";
}

/// <summary>Slip resistance, 10.4.3, at the limit state at which the joint must not slip.</summary>
internal readonly struct SlipCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("isSlip", "Slip resistance", "slips", 1, PreloadUsed.None,
        "design slip resistance over the shear", "IS 800:2007, 10.4.3, 10.4.3.1");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        load.Shear.Value > 0 && Strength(m, load) is { } strength ? Judged<T>.Of(T.Let(Is800Terms.Factor, strength / load.Shear))
            : Judged<T>.Nothing;

    public static bool MayApply(Joint joint) => joint.Judging.By<Is800Settings>().IsSlipCritical;

    public static string Nothing(in Mechanics<Plain> m)
    {
        var how = m.Joint.Judging.By<Is800Settings>();
        if (!how.IsSlipCritical) return "bearing type: it may slip";
        return Is800Basis.FrictionOf(
            m.Joint) is null ? "not judged, because neither a surface nor a slip coefficient is stated"
                : Sheared.Nothing(m, how.SlipStates);
    }

    /// <summary>Vdsf; null where it is not judged.</summary>
    internal static T? Strength<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var (joint, how) = (m.Joint, m.Joint.Judging.By<Is800Settings>());
        if (!how.IsSlipCritical || m.Stack.Planes.Length == 0 || !load.Case.CountsIn(how.SlipStates)
            || Is800Basis.FrictionOf(joint) is not { } friction) return null;
        var holes = 1.0;
        foreach (var layer in joint.Layers)
        {
            if (layer.OnlyClamped) continue;
            holes = Math.Min(holes, layer.Holes switch { HoleKind.Standard => 1.0, HoleKind.LongSlotAlong => 0.7, _ => 0.85 });
        }
        return Is800Formulas.Slip(
            T.Given(Is800Terms.Friction, friction.Value, source: friction.Source), T.Given(Terms.FrictionFaces, m.Stack.Planes.Length),
            T.Given(Is800Terms.SlipHoles, holes),
            Is800Formulas.Proof(ShearCheck.Tensile(m), ShearCheck.NetArea(m)), T.Given(Is800Terms.GammaMf, how.Mf),
            ShearCheck.LongJoint(m));
    }
}

/// <summary>Slip with tension, 10.4.6.</summary>
internal readonly struct SlipCombinedCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("isSlipCombined", "Slip with tension", "slips, pulled", 1, PreloadUsed.None,
        "times shear and tension may grow together until the joint slips", "IS 800:2007, 10.4.6");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        load.Shear.Value > 0 && load.Tension.Value > 0 && SlipCheck.Strength(m, load) is { } strength
            ? Judged<T>.Of(Is800Formulas.Combined(load.Shear, strength, load.Tension, TensionCheck.Strength(m)))
            : Judged<T>.Nothing;

    public static bool MayApply(Joint joint) => SlipCheck.MayApply(joint);

    public static string Nothing(in Mechanics<Plain> m) =>
        m.Joint.Judging.By<Is800Settings>().IsSlipCritical ? "no bolt is pulled and sheared at once" : "bearing type: it may slip";
}

/// <summary>The least preload that the tightening leaves over the proof load of friction bolts.</summary>
internal readonly struct PretensionCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("isPretension", "Proof load of friction bolts", "too loose", 1, PreloadUsed.Smallest,
        "least preload that the tightening leaves over 0.7·fub·Anb", "IS 800:2007, 10.4.3") { SetBy = SetBy.Tool, WithoutLoad = true };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!MayApply(m.Joint)) return Judged<T>.Nothing;
        var proof = Is800Formulas.Proof(ShearCheck.Tensile(m), ShearCheck.NetArea(m));
        // The two net areas of the same bolt differ by a thousandth: a pretension laid down on one is not short on the other.
        return Judged<T>.Of(T.Let(CodeTerms.PretensionFactor, m.Joint.Tightening.Pretensioned ? T.Max(m.PreloadMin, proof) / proof
            : m.PreloadMin / proof));
    }

    public static bool MayApply(Joint joint) => joint.Judging.By<Is800Settings>().Pretensions;

    public static string Nothing(in Mechanics<Plain> m) => "the bolts are not tightened to a proof load";
}
