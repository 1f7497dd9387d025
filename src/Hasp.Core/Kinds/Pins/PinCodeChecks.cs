using Hasp.Core.Checks;
using Hasp.Core.Checks.Aisc;
using Hasp.Core.Checks.Codes;
using Hasp.Core.Checks.Eurocode;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Kinds.Pins;

/// <summary>EN 1993-1-8:2005, 3.13: what its checks of pins share.</summary>
internal static class EnPin
{
    internal static CheckInfo Info(string id, string name, string brief, string meaning, string clause) =>
        PinParts.Info(id, name, brief, 1, meaning, "EN 1993-1-8:2005, " + clause) with { Books = [Book.Eurocode3] };

    internal static bool Counts<T>(in JointLoad<T> load)
        where T : struct, IScalar<T> => load.InPlane.Value > 0 && load.Case.CountsIn(LimitStates.Uls);

    /// <summary>Only a pin to be replaced is judged at service, and in cases that are stated for it.</summary>
    internal static bool CountsAtService<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T> => m.Joint.Of<PinInputs>().Replaceable && load.InPlane.Value > 0
            && load.Case.CountsIn(LimitStates.Sls);

    internal static string NothingAtService(in Mechanics<Plain> m) =>
        m.Joint.Of<PinInputs>().Replaceable ? "no case counts at service"
            : "the pin is not meant to be replaced: nothing is asked at service";

    internal static EurocodeSettings How<T>(in Mechanics<T> m)
        where T : struct, IScalar<T> => m.Joint.Judging.By<EurocodeSettings>();

    internal static T M6<T>(in Mechanics<T> m)
        where T : struct, IScalar<T> => T.Given(PinTerms.GammaM6, m.Joint.Of<PinInputs>().M6);

    /// <summary>The lower yield of pin and part (Table 3.10).</summary>
    internal static T Lesser<T>(PinInputs p, PinMember part, int i)
        where T : struct, IScalar<T> => T.Let(PinTerms.LesserYield, T.Min(Yield<T>(p), PinParts.Yield<T>(part, i)), i);

    /// <summary>fyp: of the pin's material; of a bolt the code's nominal strength (Table 3.1).</summary>
    internal static T Yield<T>(PinInputs p)
        where T : struct, IScalar<T> => Nominal(p) is { } of ? T.Given(PinTerms.Yield, of.Yield, source: of.Source) : p.PinYield<T>();

    /// <summary>fup, alike.</summary>
    internal static T Tensile<T>(PinInputs p)
        where T : struct, IScalar<T> => Nominal(p) is { } of ? T.Given(PinTerms.Tensile, of.Tensile, source: of.Source) : p.PinTensile<T>();

    /// <summary>αv: 0.6 in a shank; where threads lie in the planes 0.6 or 0.5 by grade (Table 3.4).</summary>
    private static T PlaneShear<T>(PinInputs p)
        where T : struct, IScalar<T> => p.ThreadInPlanes && Nominal(p) is { } bolt
            ? T.Given(EurocodeTerms.ThreadShear, bolt.ThreadShear, source: $"threads in the planes, Table 3.4, {bolt.Grade}")
                : T.Const(0.6);

    private static NominalStrength? Nominal(PinInputs p) => p.Bolt is null ? null : NominalStrength.Of(p.Grade);

    internal static T Moment<T>(in Mechanics<T> m)
        where T : struct, IScalar<T> => EnPinFormulas.Moment(PinFormulas.Modulus(m.Joint.Of<PinInputs>().D<T>()),
            Yield<T>(m.Joint.Of<PinInputs>()), How(m).GammaM0<T>());

    internal static T Shear<T>(in Mechanics<T> m)
        where T : struct, IScalar<T>
    {
        var p = m.Joint.Of<PinInputs>();
        return EnPinFormulas.Shear(PlaneShear<T>(p), p.Area(m), Tensile<T>(p), How(m).GammaM2<T>(), p.PlanesOf<T>());
    }
}

/// <summary>Formulas of EN 1993-1-8:2005, 3.13. N, mm, MPa, N·mm.</summary>
public static class EnPinFormulas
{
    /// <summary>αv·A·fup/γM2 in each plane; αv 0.6 of a pin (Table 3.10), of a bolt with threads in the planes by its grade (Table
    /// 3.4).</summary>
    public static T Shear<T>(T share, T area, T tensile, T gammaM2, T planes)
        where T : struct, IReal<T> => T.Let(PinTerms.ShearResistance, planes * (share * area * tensile / gammaM2));

    /// <summary>1.5·t·d·fy/γM0.</summary>
    public static T Bearing<T>(T thickness, T diameter, T yield, T gammaM0)
        where T : struct, IReal<T> => T.Let(PinTerms.BearingResistance, T.Const(1.5) * thickness * diameter * yield / gammaM0);

    /// <summary>1.5·Wel·fyp/γM0.</summary>
    public static T Moment<T>(T modulus, T yield, T gammaM0)
        where T : struct, IReal<T> => T.Let(PinTerms.MomentResistance, T.Const(1.5) * modulus * yield / gammaM0);

    /// <summary>0.6·t·d·fy/γM6,ser.</summary>
    public static T BearingAtService<T>(T thickness, T diameter, T yield, T gammaM6)
        where T : struct, IReal<T> => T.Let(PinTerms.BearingService, T.Const(0.6) * thickness * diameter * yield / gammaM6);

    /// <summary>0.8·Wel·fyp/γM6,ser.</summary>
    public static T MomentAtService<T>(T modulus, T yield, T gammaM6)
        where T : struct, IReal<T> => T.Let(PinTerms.MomentService, T.Const(0.8) * modulus * yield / gammaM6);

    /// <summary>σh = 0.591·√(E·F·(d0 − d)/(d²·t)).</summary>
    public static T Contact<T>(T modulus, T force, T hole, T diameter, T thickness)
        where T : struct, IReal<T> => T.Let(PinTerms.ContactStress,
            T.Const(0.591) * T.Sqrt(modulus * force * (hole - diameter) / (diameter * diameter * thickness)));

    /// <summary>(M/MRd)² + (V/Fv,Rd)².</summary>
    public static T Combined<T>(T moment, T momentResistance, T shear, T shearResistance)
        where T : struct, IReal<T>
    {
        var (m, v) = (moment / momentResistance, shear / shearResistance);
        return T.Let(PinTerms.Combined, (m * m) + (v * v));
    }

    /// <summary>F = 2·t·fy·(a − 2d0/3)/γM0, a from the hole's edge to the end: Table 3.9 turned to the pull it allows.</summary>
    public static T End<T>(T end, T hole, T thickness, T yield, T gammaM0)
        where T : struct, IReal<T> => T.Let(PinTerms.EndResistance,
            T.Const(2) * thickness * yield * (end - (hole / T.Const(2)) - (T.Const(2) * hole / T.Const(3))) / gammaM0);

    /// <summary>F = 2·t·fy·(c − d0/3)/γM0, c from the hole's edge to the side.</summary>
    public static T Side<T>(T width, T hole, T thickness, T yield, T gammaM0)
        where T : struct, IReal<T> => T.Let(PinTerms.SideResistance,
            T.Const(2) * thickness * yield * (((width - hole) / T.Const(2)) - (hole / T.Const(3))) / gammaM0);
}

/// <summary>Shear of the pin, Table 3.10.</summary>
internal readonly struct EnPinShearCheck : IPartCheck
{
    public static CheckInfo Info { get; } = EnPin.Info(
        "enPinShear", "Pin shear", "pin shears", "shear resistance over the pull", "3.13.2, Table 3.10");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T> => !EnPin.Counts(load) ? Judged<T>.Nothing
            : Judged<T>.Of(T.Let(PinTerms.CodeFactor, EnPin.Shear(m) / load.InPlane));
}

/// <summary>Bearing of part and pin, Table 3.10.</summary>
internal readonly struct EnPinBearingCheck : IPinPartCheck
{
    public static CheckInfo Info { get; } = EnPin.Info(
        "enPinBearing", "Bearing", "hole elongates", "bearing resistance over the pull of the part", "3.13.2, Table 3.10");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!EnPin.Counts(load)) return Judged<T>.Nothing;
        var (p, gamma) = (m.Joint.Of<PinInputs>(), EnPin.How(m).GammaM0<T>());
        return PinParts.Worst(
            m, load, PinTerms.CodeFactor, (part, i) => EnPinFormulas.Bearing(PinParts.Thick<T>(part, i), p.D<T>(),
                EnPin.Lesser<T>(p, part, i), gamma));
    }
}

/// <summary>Bending of the pin, Table 3.10, the moment by Figure 3.11.</summary>
internal readonly struct EnPinBendingCheck : IPartCheck
{
    public static CheckInfo Info { get; } = EnPin.Info(
        "enPinBending", "Pin bending", "pin bends", "bending resistance over the moment", "3.13.2, Table 3.10, Figure 3.11");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T> =>
        !EnPin.Counts(load) ? Judged<T>.Nothing
            : Judged<T>.Of(T.Let(PinTerms.CodeFactor, EnPin.Moment(m) / m.Joint.Of<PinInputs>().Moment(load.InPlane)));
}

/// <summary>Bending and shear of the pin together, Table 3.10.</summary>
internal readonly struct EnPinCombinedCheck : IPartCheck
{
    public static CheckInfo Info { get; } = EnPin.Info(
        "enPinCombined", "Pin shear and bending", "pin fails", "times the pull may grow until both together reach 1", "3.13.2, Table 3.10");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!EnPin.Counts(load)) return Judged<T>.Nothing;
        var sum = EnPinFormulas.Combined(m.Joint.Of<PinInputs>().Moment(load.InPlane), EnPin.Moment(m), load.InPlane, EnPin.Shear(m));
        return Judged<T>.Of(T.Let(PinTerms.CombinedFactor, T.Const(1) / T.Sqrt(sum)));
    }
}

/// <summary>Metal beyond the hole, Table 3.9, thickness given.</summary>
internal readonly struct EnPinEndCheck : IPinPartCheck
{
    public static CheckInfo Info { get; } = EnPin.Info(
        "enPinEnd", "End beyond the hole", "end fails", "pull that the end allows over the pull", "3.13.1, Table 3.9, type A");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!EnPin.Counts(load)) return Judged<T>.Nothing;
        var (p, gamma) = (m.Joint.Of<PinInputs>(), EnPin.How(m).GammaM0<T>());
        return PinParts.Worst(
            m, load, PinTerms.CodeFactor, (part, i) => EnPinFormulas.End(PinParts.End<T>(part, i), p.D0<T>(), PinParts.Thick<T>(part, i),
                PinParts.Yield<T>(part, i), gamma));
    }
}

/// <summary>Metal beside the hole, Table 3.9, thickness given.</summary>
internal readonly struct EnPinSideCheck : IPinPartCheck
{
    public static CheckInfo Info { get; } = EnPin.Info(
        "enPinSide", "Sides beside the hole", "sides fail", "pull that the sides allow over the pull", "3.13.1, Table 3.9, type A");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!EnPin.Counts(load)) return Judged<T>.Nothing;
        var (p, gamma) = (m.Joint.Of<PinInputs>(), EnPin.How(m).GammaM0<T>());
        return PinParts.Worst(
            m, load, PinTerms.CodeFactor, (part, i) => EnPinFormulas.Side(PinParts.Wide<T>(part, i), p.D0<T>(), PinParts.Thick<T>(part, i),
                PinParts.Yield<T>(part, i), gamma));
    }
}

/// <summary>The bar behind the eye, EN 1993-1-1, 6.2.3(2)(a).</summary>
internal readonly struct EnPinShankCheck : IPartCheck
{
    public static CheckInfo Info { get; } = PinParts.Info(
        "enPinShank", "Shank, gross section", "shank yields", 1, "plastic resistance of the shank over the pull",
        "EN 1993-1-1:2005, 6.2.3(2)(a)") with { Books = [Book.Eurocode3] };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!EnPin.Counts(load)) return Judged<T>.Nothing;
        var resistance = T.Let(PinTerms.ShankResistance, m.Joint.Of<PinInputs>().ShankLoad<T>() / EnPin.How(m).GammaM0<T>());
        return Judged<T>.Of(T.Let(PinTerms.CodeFactor, resistance / load.InPlane));
    }

    public static int PartAt(int place, Joint joint) => 1;
}

/// <summary>Bearing at service of a pin to be replaced, Table 3.10.</summary>
internal readonly struct EnPinBearingServiceCheck : IPinPartCheck
{
    public static CheckInfo Info { get; } = EnPin.Info(
        "enPinBearingSer", "Bearing, service", "pin sticks", "bearing resistance at service over the pull of the part",
        "3.13.2, Table 3.10");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!EnPin.CountsAtService(m, load)) return Judged<T>.Nothing;
        var (p, gamma) = (m.Joint.Of<PinInputs>(), EnPin.M6(m));
        return PinParts.Worst(
            m, load, PinTerms.CodeFactor, (part, i) => EnPinFormulas.BearingAtService(PinParts.Thick<T>(part, i), p.D<T>(),
                EnPin.Lesser<T>(p, part, i), gamma));
    }

    public static string Nothing(in Mechanics<Plain> m) => EnPin.NothingAtService(m);
}

/// <summary>Bending at service of a pin to be replaced, Table 3.10.</summary>
internal readonly struct EnPinBendingServiceCheck : IPartCheck
{
    public static CheckInfo Info { get; } = EnPin.Info(
        "enPinBendingSer", "Pin bending, service", "pin sticks", "bending resistance at service over the moment", "3.13.2, Table 3.10");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!EnPin.CountsAtService(m, load)) return Judged<T>.Nothing;
        var p = m.Joint.Of<PinInputs>();
        return Judged<T>.Of(T.Let(PinTerms.CodeFactor,
            EnPinFormulas.MomentAtService(PinFormulas.Modulus(p.D<T>()), EnPin.Yield<T>(p), EnPin.M6(m)) / p.Moment(load.InPlane)));
    }

    public static string Nothing(in Mechanics<Plain> m) => EnPin.NothingAtService(m);
}

/// <summary>Contact stress at service of a pin to be replaced, 3.13.2(3).</summary>
internal readonly struct EnPinContactCheck : IPinPartCheck
{
    public static CheckInfo Info { get; } = EnPin.Info(
        "enPinContact", "Contact stress, service", "pin sticks", "contact stress allowed over contact stress", "3.13.2(3)");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        var p = m.Joint.Of<PinInputs>();
        if (!EnPin.CountsAtService(m, load) || p.Hole <= p.Diameter) return worst;
        for (var i = 0; i < p.Members.Length; i++)
        {
            var part = p.Members[i];
            var pull = PinParts.Pull(part, load.InPlane, i + 1);
            var stress = EnPinFormulas.Contact(T.Given(PinTerms.ElasticModulus,
                Math.Min(part.Material.ElasticModulus, p.Grade.ElasticModulus), i + 1), pull, p.D0<T>(), p.D<T>(),
                PinParts.Thick<T>(part, i + 1));
            var limit = T.Let(PinTerms.ContactLimit, T.Const(2.5) * EnPin.Lesser<T>(p, part, i + 1) / EnPin.M6(m), i + 1);
            worst = worst.OrWorse(T.Let(PinTerms.CodeFactor, limit / stress, i + 1), i);
        }
        return worst;
    }

    public static string Nothing(in Mechanics<Plain> m) => EnPin.NothingAtService(m);
}

/// <summary>AISC 360-22: what its checks of pin-connected members share.</summary>
internal static class AiscPin
{
    internal static CheckInfo Info(string id, string name, string brief, string meaning, string clause) =>
        PinParts.Info(id, name, brief, 1, meaning, "AISC 360-22, " + clause) with { Books = [Book.Aisc360] };

    internal static AiscSettings How<T>(in Mechanics<T> m)
        where T : struct, IScalar<T> => m.Joint.Judging.By<AiscSettings>();

    internal static bool Counts<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T> => load.InPlane.Value > 0 && load.Case.CountsIn(How(m).States);
}

/// <summary>Tensile rupture on the net effective area, D5.1(a).</summary>
internal readonly struct AiscPinRuptureCheck : IPinPartCheck
{
    public static CheckInfo Info { get; } = AiscPin.Info(
        "aiscPinRupture", "Tensile rupture at the hole", "section through the hole",
        "available strength of the effective section over the pull", "D5.1(a)");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!AiscPin.Counts(m, load)) return Judged<T>.Nothing;
        var (how, hole) = (AiscPin.How(m), m.Joint.Of<PinInputs>().D0<T>());
        return PinParts.Worst(m, load, PinTerms.AiscFactor,
            (part, i) => how.Available(T.Let(PinTerms.Rupture, PinParts.Tensile<T>(part, i) * T.Const(2) * PinParts.Thick<T>(part, i)
            * PinFormulas.EffectiveWidth(PinParts.Wide<T>(part, i), hole, PinParts.Thick<T>(part, i)), i), i));
    }
}

/// <summary>Proportions, D5.2: what lies beyond the hole against 1.33·be. Kept or not, whatever the load.</summary>
internal readonly struct AiscPinProportionsCheck : IPinPartCheck
{
    private const double Beyond = 1.33;

    public static CheckInfo Info { get; } = AiscPin.Info(
        "aiscPinProportions", "Proportions of the parts", "too little beyond the hole", "length beyond the hole over 1.33·be",
        "D5.2") with { SetBy = SetBy.Rule, WithoutLoad = true };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var (worst, p) = (Judged<T>.Nothing, m.Joint.Of<PinInputs>());
        for (var i = 0; i < p.Members.Length; i++)
        {
            var (part, hole) = (p.Members[i], p.D0<T>());
            var beyond = T.Given(PinTerms.Beyond, part.End - (p.Hole / 2), i + 1, part.Name);
            var be = PinFormulas.EffectiveWidth(PinParts.Wide<T>(part, i + 1), hole, PinParts.Thick<T>(part, i + 1));
            worst = worst.OrWorse(T.Let(PinTerms.Proportion, beyond / (T.Const(Beyond) * be), i + 1), i);
        }
        return worst;
    }
}

/// <summary>Shear rupture on the effective area, D5.1(b).</summary>
internal readonly struct AiscPinShearRuptureCheck : IPinPartCheck
{
    public static CheckInfo Info { get; } = AiscPin.Info(
        "aiscPinShearRupture", "Shear rupture to the end", "tears out", "available strength of the failure path to the end over the pull",
        "D5.1(b)");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!AiscPin.Counts(m, load)) return Judged<T>.Nothing;
        var (how, p) = (AiscPin.How(m), m.Joint.Of<PinInputs>());
        return PinParts.Worst(m, load, PinTerms.AiscFactor,
            (part, i) => how.Available(T.Let(PinTerms.ShearRupture, T.Const(0.6) * PinParts.Tensile<T>(part, i) * T.Const(2)
            * PinParts.Thick<T>(part, i) * (PinParts.End<T>(part, i) - (p.D0<T>() / T.Const(2)) + (p.D<T>() / T.Const(2))), i), i));
    }
}

/// <summary>Bearing on the pin hole, J7(a).</summary>
internal readonly struct AiscPinBearingCheck : IPinPartCheck
{
    public static CheckInfo Info { get; } = AiscPin.Info(
        "aiscPinBearing", "Bearing on the pin hole", "hole elongates", "available bearing strength over the pull of the part", "J7(a)");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!AiscPin.Counts(m, load)) return Judged<T>.Nothing;
        var (how, p) = (AiscPin.How(m), m.Joint.Of<PinInputs>());
        return PinParts.Worst(m, load, PinTerms.AiscFactor, (part, i) => how.Available(
            T.Let(PinTerms.PlateBearing, T.Const(1.8) * T.Min(p.PinYield<T>(),
                PinParts.Yield<T>(part, i)) * p.D<T>() * PinParts.Thick<T>(part, i), i), i));
    }
}

/// <summary>Yielding of the gross section behind the eye, D2(a).</summary>
internal readonly struct AiscPinGrossCheck : IPartCheck
{
    public static CheckInfo Info { get; } = AiscPin.Info(
        "aiscPinGross", "Yielding of the shank", "shank yields", "available strength of the gross section over the pull", "D2(a)");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!AiscPin.Counts(m, load)) return Judged<T>.Nothing;
        var (how, p) = (AiscPin.How(m), m.Joint.Of<PinInputs>());
        return Judged<T>.Of(T.Let(PinTerms.AiscFactor, how.AvailableYield(T.Let(PinTerms.Gross, p.ShankLoad<T>())) / load.InPlane));
    }

    public static int PartAt(int place, Joint joint) => 1;
}

/// <summary>Shear of the pin, J3.7.</summary>
internal readonly struct AiscPinShearCheck : IPartCheck
{
    // Table J3.2, threaded parts: threads excluded from, or in, the plane.
    private const double Plain = 0.563, Threaded = 0.450;

    public static CheckInfo Info { get; } = AiscPin.Info(
        "aiscPinShear", "Pin shear", "pin shears", "available shear strength of the pin over the pull", "J3.7, Table J3.2");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!AiscPin.Counts(m, load)) return Judged<T>.Nothing;
        var (how, p) = (AiscPin.How(m), m.Joint.Of<PinInputs>());
        var nominal = T.Let(PinTerms.PinShear, T.Const(p.ThreadInPlanes ? Threaded
            : Plain) * p.PinTensile<T>() * PinFormulas.Circle(p.D<T>()) * p.PlanesOf<T>());
        return Judged<T>.Of(T.Let(PinTerms.AiscFactor, how.Available(nominal) / load.InPlane));
    }
}

/// <summary>Flexure of the pin, F11.1.</summary>
internal readonly struct AiscPinFlexureCheck : IPartCheck
{
    public static CheckInfo Info { get; } = AiscPin.Info(
        "aiscPinFlexure", "Pin flexure", "pin bends", "available flexural strength of the pin over the moment", "F11.1");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!AiscPin.Counts(m, load)) return Judged<T>.Nothing;
        var (how, p) = (AiscPin.How(m), m.Joint.Of<PinInputs>());
        var nominal = T.Let(PinTerms.PinFlexure, T.Const(1.6) * p.PinYield<T>() * PinFormulas.Modulus(p.D<T>()));
        return Judged<T>.Of(T.Let(PinTerms.AiscFactor, how.AvailableYield(nominal) / p.Moment(load.InPlane)));
    }
}
