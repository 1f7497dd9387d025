using System.Collections.Immutable;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Checks.Aisc;
using Hasp.Core.Checks.Eurocode;
using Hasp.Core.Checks.Machine;
using Hasp.Core.Checks.Modes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Core.Kinds.Pins;

/// <summary>
/// An eye between cheeks, held by a pin or a bolt: hanger, clevis, lug. Each section that could fail is a check, and the strength is the
/// smallest.
/// </summary>
[JointKind(20)]
public static class PinKind
{
#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Field<double> Diameter = KindFields.Length<PinInputs>(
        "pin.diameter", "Pin diameter", "diameter of a plain pin; left out where a bolt is the pin", "by the bolt's thread");
    public static readonly Field<string> PinMaterial = KindFields.Material<PinInputs>(
        "pin.material", "Pin material", "material of a plain pin", "C45", _ => null);
    public static readonly Field<double> Hole = KindFields.Length<PinInputs>(
        "pin.hole", "Pin hole", "hole in eye and cheeks", "1 mm over the pin to 30 mm, 1.5 mm above", p => p.Hole);
    public static readonly Field<bool> ThreadInPlanes = new(
        "pin.threadInPlanes", Types.Named(Names.YesNo), "Thread in a shear plane",
        "whether thread of a bolt lies in a shear plane; look before saying no")
    {
        Otherwise = true, Default = "yes",
    };

    public static readonly Field<double> EyeThickness = KindFields.Length<PinInputs>(
        "pin.eyeThickness", "Eye thickness b", "thickness of the eye, the middle part");
    public static readonly Field<double> EyeWidth = KindFields.Length<PinInputs>(
        "pin.eyeWidth", "Eye width", "width of the eye at the hole, across the pull", "2.5 hole diameters", p => p.Members[0].Width);
    public static readonly Field<double> EyeEnd = KindFields.Length<PinInputs>(
        "pin.eyeEnd", "Eye end distance", "centre of the hole to the end of the eye", "half the eye's width", p => p.Members[0].End);
    public static readonly Field<string> EyeMaterial = KindFields.Material<PinInputs>(
        "pin.eyeMaterial", "Eye material", "material of the eye", "S275", p => p.Members[0].Material);
    public static readonly Field<int> Cheeks = new(
        "pin.cheeks", Types.Whole, "Cheeks", "2 for a clevis; 1 for a lug beside a single plate") { Min = 1, Max = 2, Otherwise = 2 };
    public static readonly Field<double> CheekThickness = KindFields.Length<PinInputs>(
        "pin.cheekThickness", "Cheek thickness a", "thickness of each cheek", "0.6 of the eye", p => p.Members[1].Thickness);
    public static readonly Field<double> CheekWidth = KindFields.Length<PinInputs>(
        "pin.cheekWidth", "Cheek width", "width of each cheek at the hole", "as the eye", p => p.Members[1].Width);
    public static readonly Field<double> CheekEnd = KindFields.Length<PinInputs>(
        "pin.cheekEnd", "Cheek end distance", "centre of the hole to the end of the cheek", "as the eye", p => p.Members[1].End);
    public static readonly Field<string> CheekMaterial = KindFields.Material<PinInputs>(
        "pin.cheekMaterial", "Cheek material", "material of the cheeks", "as the eye", p => p.Members[1].Material);
    public static readonly Field<double> Gap = new(
        "pin.gap", Types.Length, "Gap c", "gap between eye and cheek, on each side") { Min = 0, Max = 500, Otherwise = 1 };
    public static readonly Field<double> ShankWidth = KindFields.Length<PinInputs>(
        "pin.shankWidth", "Shank width", "width of the bar behind the eye", "as the eye", p => p.ShankWidth);
    public static readonly Field<double> ShankThickness = KindFields.Length<PinInputs>(
        "pin.shankThickness", "Shank thickness", "thickness of the bar behind the eye", "as the eye", p => p.ShankThickness);
    public static readonly Field<string> ShankMaterial = KindFields.Material<PinInputs>(
        "pin.shankMaterial", "Shank material", "material of the bar behind the eye, where the eye is welded to it", "as the eye",
        p => p.Shank);
    public static readonly Field<bool> Replaceable = new(
        "pin.replaceable", Types.Named(Names.YesNo), "Pin to be replaced",
        "whether the pin is meant to be taken out again: EN 1993-1-8, 3.13 then asks more at service") { Otherwise = false };
    public static readonly Field<double> GammaM6 = new(
        "pin.gammaM6ser", Types.Number, "γM6,ser", "partial factor of pins at service (EN 1993-1-8, Table 2.1)")
    {
        Above = 0, Max = 3, Otherwise = 1.0,
    };

    public static readonly Check Shank = Check.OfParts<PinShankCheck>();
    public static readonly Check Net = Check.OfParts<PinNetCheck>();
    public static readonly Check Dishing = Check.OfParts<PinDishingCheck>();
    public static readonly Check TearOut = Check.OfParts<PinTearOutCheck>();
    public static readonly Check Bearing = Check.OfParts<PinBearingCheck>();
    public static readonly Check Shear = Check.OfParts<PinShearCheck>();
    public static readonly Check Bending = Check.OfParts<PinBendingCheck>();
#pragma warning restore CS1591

    private static readonly Check EnShear = Check.OfParts<EnPinShearCheck>();
    private static readonly Check EnBearing = Check.OfParts<EnPinBearingCheck>();
    private static readonly Check EnBending = Check.OfParts<EnPinBendingCheck>();
    private static readonly Check EnCombined = Check.OfParts<EnPinCombinedCheck>();
    private static readonly Check EnEnd = Check.OfParts<EnPinEndCheck>();
    private static readonly Check EnSide = Check.OfParts<EnPinSideCheck>();
    private static readonly Check EnShank = Check.OfParts<EnPinShankCheck>();
    private static readonly Check EnBearingService = Check.OfParts<EnPinBearingServiceCheck>();
    private static readonly Check EnBendingService = Check.OfParts<EnPinBendingServiceCheck>();
    private static readonly Check EnContact = Check.OfParts<EnPinContactCheck>();
    private static readonly Check AiscRupture = Check.OfParts<AiscPinRuptureCheck>();
    private static readonly Check AiscProportions = Check.OfParts<AiscPinProportionsCheck>();
    private static readonly Check AiscEnd = Check.OfParts<AiscPinShearRuptureCheck>();
    private static readonly Check AiscBearing = Check.OfParts<AiscPinBearingCheck>();
    private static readonly Check AiscGross = Check.OfParts<AiscPinGrossCheck>();
    private static readonly Check AiscShear = Check.OfParts<AiscPinShearCheck>();
    private static readonly Check AiscFlexure = Check.OfParts<AiscPinFlexureCheck>();

    /// <summary>The kind.</summary>
    public static readonly Kind Kind = new("pin", "Hanger, clevis or lug", "an eye between cheeks, held by a pin or a bolt")
    {
        Inputs = () =>
        [
            Diameter, PinMaterial, Hole, ThreadInPlanes, EyeThickness, EyeWidth, EyeEnd, EyeMaterial, ShankWidth, ShankThickness,
            ShankMaterial,
            Cheeks, CheekThickness, CheekWidth, CheekEnd, CheekMaterial, Gap, Replaceable, GammaM6,
        ],
        Loads = () => [Fields.CaseShear],
        Read = PinInputs.Of,
        Lay = Lay,
        Modes = () =>
        [
            new("eyeShank", "Gross section of the shank", _ => null, ShankThickness.Path, Shank) { Own = [EnShank, AiscGross] },
            new("eyeSection", "Section of eye and cheeks beside the hole", _ => null, EyeWidth.Path, Net) { Own = [EnSide, AiscRupture] },
            new("eyeDishes", "Dishing of a thin eye", _ => null, EyeThickness.Path, Dishing) { Own = [EnEnd, AiscProportions] },
            new("eyeEnd", "Tear-out of eye and cheeks", _ => null, EyeEnd.Path, TearOut) { Own = [EnEnd, AiscEnd] },
            new("eyeGross", "Gross section of eye and cheeks", _ => null, EyeWidth.Path, Net) { Own = [AiscRupture],
                Like = FailureModes.Gross },
            new("pinBears", "Bearing of pin and eye", _ => null, EyeThickness.Path, Bearing)
            {
                Own = [EnBearing, EnBearingService, EnContact, AiscBearing], Like = FailureModes.Bearing,
            },
            new("pinShear", "Shear of the pin", _ => null, Diameter.Path, Shear) { Own = [EnShear, AiscShear], Like = FailureModes.Shear },
            new("pinBends", "Bending of the pin", _ => null, Diameter.Path, Bending) { Own = [EnBending, EnCombined, EnBendingService,
                AiscFlexure] },
        ],
        IsTightened = false,
        Assumes = _ =>
        [
            "The pull lies in the plane of the eye; the cheeks share it equally.",
            "The pin bends as a beam with the loads spread evenly over eye and cheeks (M = P/8·(b + 4c + 2a)).",
        ],
        Cautions = Cautions,
        Values = Values,
        Draw = PinDrawing.Of,
        Grows =
        [
            (EyeThickness, j => j.Of<PinInputs>().Members[0].Thickness, "eye"),
            (CheekThickness, j => j.Of<PinInputs>().Members[1].Thickness, "cheeks"),
            (EyeWidth, j => j.Of<PinInputs>().Members[0].Width, "eye width"),
            (EyeEnd, j => j.Of<PinInputs>().Members[0].End, "eye end distance"), (Diameter, j => j.Of<PinInputs>().Diameter, "pin"),
        ],
        Orders = Orders,
        BoltInputs = () => [Fields.Thread, Fields.Grade],
        LoadNames = new() { ["shear"] = "Pull" },
        Shows = (j, f) => f switch
        {
            _ when f == PinMaterial || f == Diameter => j.Of<PinInputs>().Bolt is null,
            _ when f == ThreadInPlanes || f == Fields.Thread || f == Fields.Grade => j.Of<PinInputs>().Bolt is not null
                || f == Fields.Thread,
            _ => f != GammaM6 || j.Of<PinInputs>().Replaceable,
        },
        Spoken = new("pinLine")
        {
            Force = "shear", Across = "shear", Materials = [EyeMaterial.Path],
            NoPush = "a pin is judged here under a pull: one that is pushed is not",
            Places = (_, n) => new(n == 1 ? null : "one bolt is the pin"),
            // A bolt is the pin only where somebody says so.
            Bolts = said => said(Fields.Thread.Path) is null ? null : ("M16", "8.8"),
            Chooses = said => said(Fields.Thread.Path) is null ? [new(Diameter.Path, "30 mm", "the pin")] : [],
            Tries = _ => [(EyeThickness.Path, KindLine.Stock)],
        },
        Line = "pin 30, eye 16 thick, cheeks 2 × 12, 60 kN",
        Explains = "For a hanger, a clevis, a lug or a ram's end. State the pin, the thickness of eye and cheeks and the pull; "
            + "what goes first, at what load, and what next, is ranked.",
        Example = """
            { "format": "hasp-joint", "version": 1, "name": "Clevis", "kind": "pin",
              "pin": { "diameter": "30 mm", "eyeThickness": "20 mm", "eyeWidth": "80 mm", "eyeEnd": "45 mm", "cheekThickness": "12 mm" },
              "loads": [ { "name": "Pull", "shear": "60 kN" } ] }
            """,
    };

    private static ImmutableArray<Laid> Lay(KindReader reader, object read)
    {
        var p = (PinInputs)read;
        var (eye, cheek) = (p.Members[0], p.Members[1]);
        var laying = new Laying(reader.Said);
        void Cheek(string name) => laying.Part(
            name, cheek.Thickness, CheekThickness, cheek.Material, CheekMaterial, Side.Left, (Fields.LayerEdge.To(cheek.End), CheekEnd),
            (Fields.LayerWidth.To(cheek.Width), CheekWidth));
        Cheek(p.Cheeks == 2 ? "Cheek 1" : "Cheek");
        laying.Part("Eye", eye.Thickness, EyeThickness, eye.Material, EyeMaterial, Side.Right, (Fields.LayerEdge.To(eye.End), EyeEnd),
            (Fields.LayerWidth.To(eye.Width), EyeWidth));
        if (p.Cheeks == 2) Cheek("Cheek 2");
        return [laying.Done() with { Fastening = p.Fastening }];
    }

    private static IEnumerable<Caution> Cautions(Joint joint)
    {
        var p = joint.Of<PinInputs>();
        yield return new(
            "overhead", "If it lifts or carries people: the rules for lifting gear come first, with their own factors; "
                + "never stand under it.");
        yield return new(
            "pinKept", "The pin must be kept from working out: collar, split pins at both ends, or a keeper plate. "
                + "What keeps it is not judged here.");
        if (p.Bolt is not null) yield return new("boltAsPin",
            "A bolt as a pin is run up by hand and locked: it is not preloaded, and it turns and wears.");
        const double MostPlay = 1;
        if (joint.Judging.Where<AiscSettings>() is not null && p.Hole - p.Diameter > MostPlay) yield return new("pinProportions",
            $"AISC 360-22, D5.2: where the parts turn under full load the hole is to be at most {KindReader.Mm(p.Diameter + MostPlay)}.");
        if (p.Hole > p.Diameter * 1.1) yield return new("pinLoose",
            "The hole is more than a tenth wider than the pin: pin and hole touch on a line, and bearing by d·t is too favourable.");
        if (joint.Cases.Any(c => Math.Abs(c.Tension) > 0)) yield return new("pinSideways",
            "A case pulls along the pin: nothing here carries that.");
    }

    private static IEnumerable<NamedValue> Values(Mechanics<Plain> m)
    {
        var p = m.Joint.Of<PinInputs>();
        var load = m.Joint.Cases.Where(c => !c.OnlyCombined).Select(c => c.Shear).DefaultIfEmpty(0).Max();
        var moment = p.Moment(new Plain(load));
        return
        [
            new(PinTerms.Diameter, p.Diameter), new(PinTerms.Hole, p.Hole), new(PinTerms.Planes, p.Cheeks),
            new(Terms.PinMoment, moment.Value), new(Terms.PinBendingStress, PinFormulas.BendingStress(moment, new Plain(p.Diameter)).Value),
        ];
    }

    private static (string, string, string) Orders(Joint joint, UnitSystem units)
    {
        var p = joint.Of<PinInputs>();
        string Mm(double v) => QuantityText.ShowText(v, Dimension.Length, units, 3);
        var pin = p.Bolt is { } bolt ? $"Bolt {bolt.Designation} – {p.Grade.Grade} as a pin" : $"Pin Ø{Mm(p.Diameter)}, {p.Grade.Grade}";
        var (eye, cheek) = (p.Members[0], p.Members[1]);
        return (pin, $"hole {Mm(p.Hole)}, eye {Mm(eye.Thickness)} × {Mm(eye.Width)} {eye.Material.Name}, "
            + $"{p.Cheeks} × cheek {Mm(cheek.Thickness)} × {Mm(cheek.Width)} {cheek.Material.Name}, gap {Mm(p.Gap)} each side",
            "Fit the pin by hand and secure it at both ends");
    }
}

/// <summary>A part that the pin goes through. Lengths in mm.</summary>
/// <param name="Name">Eye or cheek.</param>
/// <param name="Thickness">t.</param>
/// <param name="Width">Across the pull, at the hole.</param>
/// <param name="End">Centre of the hole to the end.</param>
/// <param name="Material">Strengths.</param>
/// <param name="Share">Share of the pull: 1 in the eye, 1/2 in each of two cheeks.</param>
internal sealed record PinMember(string Name, double Thickness, double Width, double End, Material Material, double Share);

/// <summary>What a pin joint states, every choice made. Lengths in mm.</summary>
internal sealed record PinInputs(
    double Diameter, double Hole, ScrewThread? Bolt, GradeBand Grade, bool ThreadInPlanes, ImmutableArray<PinMember> Members, int Cheeks,
    double Gap,
    double ShankWidth, double ShankThickness, Material Shank, bool Replaceable, double M6, Fastening Fastening)
{
    // A pin that goes in by hand and does not rattle.
    private const double SmallClearance = 1, Clearance = 1.5, Small = 30;

    internal static PinInputs? Of(KindReader r)
    {
        var bolt = r.Said.Has(PinKind.Diameter) || r.Said.IsFaulty(PinKind.Diameter) ? null : r.Said.Has(Fields.Thread) ? r.Thread() : null;
        var d = bolt?.Diameter ?? r.Need(PinKind.Diameter);
        var grade = bolt is null ? null : r.Grade(bolt);
        var material = bolt is null ? r.MaterialOf(PinKind.PinMaterial, d, "C45") : null;
        var hole = r.Or(PinKind.Hole, d + (d <= Small ? SmallClearance : Clearance));
        r.Refuse(hole < d, "pin-hole-small", PinKind.Hole, KindReader.Mm(hole), $"the hole must pass the pin: at least {KindReader.Mm(d)}",
            KindReader.To(PinKind.Hole, d + SmallClearance, $"Hole {KindReader.Mm(d + SmallClearance)}"));
        var eyeThickness = r.Need(PinKind.EyeThickness);
        var eyeWidth = r.Or(PinKind.EyeWidth, Math.Ceiling(2.5 * hole));
        var eyeEnd = r.Or(PinKind.EyeEnd, eyeWidth / 2);
        var cheeks = r.Said.Of(PinKind.Cheeks);
        var cheekThickness = r.Or(PinKind.CheekThickness, Math.Ceiling(0.6 * eyeThickness));
        var cheekWidth = r.Or(PinKind.CheekWidth, eyeWidth);
        var cheekEnd = r.Or(PinKind.CheekEnd, eyeEnd);
        var eye = r.MaterialOf(PinKind.EyeMaterial, eyeThickness, "S275");
        var cheek = r.MaterialOf(PinKind.CheekMaterial, cheekThickness, eye?.Name ?? "S275");
        var shankThickness = r.Or(PinKind.ShankThickness, eyeThickness);
        var shank = r.MaterialOf(PinKind.ShankMaterial, shankThickness, eye?.Name ?? "S275");
        foreach (var (width, end, ofWidth, ofEnd, what) in new[]
        {
            (eyeWidth, eyeEnd, PinKind.EyeWidth, PinKind.EyeEnd, "eye"),
            (cheekWidth, cheekEnd, PinKind.CheekWidth, PinKind.CheekEnd, "cheek"),
        })
        {
            // Cheeks that follow the eye have its fault already.
            if (what == "cheek" && !r.Said.Has(ofWidth) && !r.Said.Has(ofEnd)) continue;
            r.Refuse(width <= hole, "pin-hole-outside", ofWidth, KindReader.Mm(width),
                $"the hole is wider than the {what}: above {KindReader.Mm(hole)} is needed, "
                    + $"{KindReader.Mm(Math.Ceiling(2.5 * hole))} is usual",
                KindReader.To(ofWidth, Math.Ceiling(2.5 * hole), $"{KindReader.Mm(Math.Ceiling(2.5 * hole))} wide"));
            var least = Math.Max(d, (hole / 2) + 0.1);
            r.Refuse(end < least, "pin-end-small", ofEnd, KindReader.Mm(end),
                $"the hole comes too near the end of the {what}: at least one pin diameter, {KindReader.Mm(least)}; "
                    + $"{KindReader.Mm(Math.Ceiling(1.25 * hole))} is usual",
                KindReader.To(ofEnd, Math.Ceiling(1.25 * hole), $"{KindReader.Mm(Math.Ceiling(1.25 * hole))} to the end"));
        }
        if (r.Failed || eye is null || cheek is null || shank is null || (grade is null && material is null)) return null;
        var fastening = bolt is null ? Fastening.Pin(d, material!, hole) : new Fastening(bolt, grade!, hole);
        return new PinInputs(
            d, hole, bolt, fastening.Grade, bolt is not null && r.Said.Of(PinKind.ThreadInPlanes),
            [new("Eye", eyeThickness, eyeWidth, eyeEnd, eye, 1),
                new(cheeks == 2 ? "Cheeks" : "Cheek", cheekThickness, cheekWidth, cheekEnd, cheek, 1.0 / cheeks)],
            cheeks, r.Said.Of(PinKind.Gap), r.Or(PinKind.ShankWidth, eyeWidth), shankThickness, shank, r.Said.Of(PinKind.Replaceable),
            r.Said.Of(PinKind.GammaM6), fastening);
    }

    internal T D<T>()
        where T : struct, IScalar<T> => T.Given(PinTerms.Diameter, Diameter);

    internal T D0<T>()
        where T : struct, IScalar<T> => T.Given(PinTerms.Hole, Hole);

    internal T PlanesOf<T>()
        where T : struct, IScalar<T> => T.Given(PinTerms.Planes, Cheeks);

    internal T PinYield<T>()
        where T : struct, IScalar<T> => T.Given(PinTerms.Yield, Grade.Yield, source: Grade.Cited);

    internal T PinTensile<T>()
        where T : struct, IScalar<T> => T.Given(PinTerms.Tensile, Grade.Tensile, source: Grade.Cited);

    /// <summary>The area in a shear plane: the tensile stress area where thread lies in it.</summary>
    internal T Area<T>(in Mechanics<T> m)
        where T : struct, IScalar<T> => ThreadInPlanes ? m.Thread.StressArea : PinFormulas.Circle(D<T>());

    /// <summary>The pull at which the gross section of the shank yields.</summary>
    internal T ShankLoad<T>()
        where T : struct, IScalar<T> => PinFormulas.ShankLoad(
            T.Given(PinTerms.ShankYield, Shank.Yield, source: Shank.Cited), T.Given(PinTerms.ShankWidth, ShankWidth),
            T.Given(PinTerms.ShankThickness, ShankThickness));

    /// <summary>Bending moment of the pin under a pull.</summary>
    internal T Moment<T>(T pull)
        where T : struct, IScalar<T>
    {
        var (a, b, c) = (T.Given(PinTerms.Outer, Members[1].Thickness), T.Given(PinTerms.Inner, Members[0].Thickness),
            T.Given(PinTerms.Gap, Gap));
        return Cheeks == 2 ? PinFormulas.BendingMoment(pull, a, b, c) : PinFormulas.MomentOneCheek(pull, a, b, c);
    }
}
