using Hasp.Core.Checks;
using Hasp.Core.Checks.Machine;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Kinds.Pins;

/// <summary>What the checks of a pin share: the parts in turn, the pull on each.</summary>
internal static class PinParts
{
    /// <summary>The load of one part.</summary>
    internal delegate T LoadOf<T>(PinMember part, int number);

    internal static CheckInfo Info(string id, string name, string brief, double required, string meaning, string source) =>
        new(id, name, brief, required, PreloadUsed.None, meaning, source) { Worsens = Worsens.WithTheCase };

    /// <summary>The pull of one part: the whole in the eye, its share in a cheek.</summary>
    internal static T Pull<T>(in PinMember part, T whole, int number)
        where T : struct, IReal<T> =>
        part.Share == 1 ? whole : T.Let(PinTerms.PartLoad, T.Given(Terms.LayerShare, part.Share, number) * whole, number);

    /// <summary>The worse of eye and cheeks: the load of each over its pull.</summary>
    internal static Judged<T> Worst<T>(in Mechanics<T> m, in JointLoad<T> load, Term factor, LoadOf<T> of)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        if (load.InPlane.Value <= 0) return worst;
        var parts = m.Joint.Of<PinInputs>().Members;
        for (var i = 0; i < parts.Length; i++)
        {
            var pull = PinParts.Pull(parts[i], load.InPlane, i + 1);
            worst = worst.OrWorse(T.Let(factor, of(parts[i], i + 1) / pull, i + 1), i);
        }
        return worst;
    }

    /// <summary>One factor of the whole joint.</summary>
    internal static Judged<T> One<T>(in JointLoad<T> load, Func<T, T> of)
        where T : struct, IScalar<T> => load.InPlane.Value <= 0 ? Judged<T>.Nothing : Judged<T>.Of(of(load.InPlane));

    internal static string Place(int place, in Mechanics<Plain> m) => m.Joint.Of<PinInputs>().Members[place].Name;

    /// <summary>The eye is the middle layer, the first cheek the top one.</summary>
    internal static int PartAt(int place) => place == 0 ? 1 : 0;

    internal static T Yield<T>(PinMember part, int number)
        where T : struct, IScalar<T> => T.Given(PinTerms.PartYield, part.Material.Yield, number, part.Material.Cited);

    internal static T Tensile<T>(PinMember part, int number)
        where T : struct, IScalar<T> => T.Given(PinTerms.PartTensile, part.Material.Tensile, number, part.Material.Cited);

    internal static T Thick<T>(PinMember part, int number)
        where T : struct, IScalar<T> => T.Given(PinTerms.Thickness, part.Thickness, number, part.Name);

    internal static T Wide<T>(PinMember part, int number)
        where T : struct, IScalar<T> => T.Given(PinTerms.Width, part.Width, number, part.Name);

    internal static T End<T>(PinMember part, int number)
        where T : struct, IScalar<T> => T.Given(PinTerms.End, part.End, number, part.Name);
}

/// <summary>A check that looks at eye and cheeks in turn: its place is the worse of them.</summary>
internal interface IPinPartCheck : IPartCheck
{
    static string ICheck.Place(int place, in Mechanics<Plain> m) => PinParts.Place(place, m);

    static int ICheck.PartAt(int place, Joint joint) => PinParts.PartAt(place);
}

/// <summary>Yield of the bar behind the eye.</summary>
internal readonly struct PinShankCheck : IPartCheck
{
    public static CheckInfo Info { get; } = PinParts.Info(
        "pinShank", "Shank, gross section", "shank yields", 1.5, "yield of the shank over its tension", "gross section");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var p = m.Joint.Of<PinInputs>();
        return PinParts.One(load, pull => T.Let(PinTerms.ShankFactor, p.ShankLoad<T>() / pull));
    }

    public static int PartAt(int place, Joint joint) => 1;
}

/// <summary>Yield of the section through the hole.</summary>
internal readonly struct PinNetCheck : IPinPartCheck
{
    public static CheckInfo Info { get; } = PinParts.Info(
        "pinNet", "Net section at the hole", "section through the hole", 1.5, "yield of the section through the hole over its tension",
        "net section");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var hole = m.Joint.Of<PinInputs>().D0<T>();
        return PinParts.Worst(
            m, load, PinTerms.NetFactor, (part, i) => PinFormulas.EyeLoad(PinParts.Yield<T>(part, i), PinParts.Wide<T>(part, i), hole,
                PinParts.Thick<T>(part, i)));
    }
}

/// <summary>A thin, wide eye dishes sideways before its whole section yields: only 2t + 16 mm on each side of the hole are
/// counted.</summary>
internal readonly struct PinDishingCheck : IPinPartCheck
{
    public static CheckInfo Info { get; } = PinParts.Info(
        "pinDishing", "Dishing of a thin eye", "dishes", 2.0, "tensile strength of the effective section over the pull",
        "AISC 360-22, D5.1(a), effective width");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var hole = m.Joint.Of<PinInputs>().D0<T>();
        return PinParts.Worst(m, load, PinTerms.DishingFactor, (part, i) => PinFormulas.DishingLoad(
            PinParts.Tensile<T>(part, i), PinParts.Thick<T>(part, i),
            PinFormulas.EffectiveWidth(PinParts.Wide<T>(part, i), hole, PinParts.Thick<T>(part, i))));
    }
}

/// <summary>The part torn out to its end, two planes from the hole's edge.</summary>
internal readonly struct PinTearOutCheck : IPinPartCheck
{
    public static CheckInfo Info { get; } = PinParts.Info(
        "pinTearOut", "Tear-out to the end", "tears out", 1.5, "shear yield of the two planes to the end over the pull",
        "distortion energy or maximum shear");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var (hole, ratio) = (m.Joint.Of<PinInputs>().D0<T>(), ShearCheck.Ratio(m));
        return PinParts.Worst(
            m, load, PinTerms.TearOutFactor, (part, i) => PinFormulas.TearOutLoad(ratio * PinParts.Yield<T>(part, i),
                PinParts.End<T>(part, i), hole, PinParts.Thick<T>(part, i)));
    }
}

/// <summary>Bearing of pin and part on the projected area.</summary>
internal readonly struct PinBearingCheck : IPinPartCheck
{
    public static CheckInfo Info { get; } = PinParts.Info(
        "pinBearing", "Bearing", "hole elongates", 1.5, "yield of the softer of pin and part over the bearing stress",
        "yield on the projected area");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var p = m.Joint.Of<PinInputs>();
        return PinParts.Worst(
            m, load, PinTerms.BearingFactor, (part, i) => PinFormulas.BearingLoad(T.Min(p.PinYield<T>(), PinParts.Yield<T>(part, i)),
                p.D<T>(), PinParts.Thick<T>(part, i)));
    }
}

/// <summary>The pin sheared in its planes.</summary>
internal readonly struct PinShearCheck : IPartCheck
{
    public static CheckInfo Info { get; } = PinParts.Info(
        "pinShear", "Pin shear", "pin shears", 1.5, "shear yield of the pin in its planes over the pull",
        "distortion energy or maximum shear");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var (p, mechanics) = (m.Joint.Of<PinInputs>(), m);
        return PinParts.One(
            load, pull => T.Let(PinTerms.ShearFactor,
                PinFormulas.ShearLoadOn(ShearCheck.Ratio(mechanics) * p.PinYield<T>(), p.PlanesOf<T>(), p.Area(mechanics)) / pull));
    }
}

/// <summary>The pin bent between eye and cheeks.</summary>
internal readonly struct PinBendingCheck : IPartCheck
{
    public static CheckInfo Info { get; } = PinParts.Info(
        "pinBending", "Pin bending", "pin bends", 1.5, "yield of the pin over its bending stress", "beam with spread loads, elastic");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var p = m.Joint.Of<PinInputs>();
        return PinParts.One(
            load, pull => T.Let(PinTerms.BendingFactor, p.PinYield<T>() / PinFormulas.BendingStress(p.Moment(pull), p.D<T>())));
    }
}
