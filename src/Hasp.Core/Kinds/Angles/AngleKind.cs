using System.Collections.Immutable;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Checks.Codes;
using Hasp.Core.Checks.Modes;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;

namespace Hasp.Core.Kinds.Angles;

/// <summary>
/// An angle in tension, connected by one leg in a single line of bolts: EN 1993-1-8, 3.10.3; AISC 360-22, D3 and Table D3.1; IS 800:2007,
/// 6.3.3. Its section carries less than its area says, because the other leg hangs beside the bolts.
/// </summary>
[JointKind(15)]
public static class AngleKind
{
#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Field<double> Leg = KindFields.Length<AngleInputs>("angle.leg", "Connected leg",
        "width of the leg that is bolted");
    public static readonly Field<double> Outstanding = KindFields.Length<AngleInputs>(
        "angle.outstanding", "Outstanding leg", "width of the leg that stands out", "as the connected leg", a => a.Outstanding);
    public static readonly Field<double> Thickness = KindFields.Length<AngleInputs>("angle.thickness", "Angle thickness",
        "thickness of both legs");
    public static readonly Field<string> Material = KindFields.Material<AngleInputs>(
        "angle.material", "Angle material", "material of the angle", "S275", a => a.Material);
    public static readonly Field<double> Gusset = KindFields.Length<AngleInputs>(
        "angle.gusset", "Gusset thickness", "thickness of the plate that it is bolted to",
            "an eighth more than the angle, in whole millimetres", a => a.Gusset);
    public static readonly Field<double> GussetWidth = KindFields.Length<AngleInputs>(
        "angle.gussetWidth", "Gusset width", "width of the gusset that carries the pull, across it at the bolts",
            "twice the connected leg", a => a.GussetWidth);
    public static readonly Field<string> GussetMaterial = KindFields.Material<AngleInputs>(
        "angle.gussetMaterial", "Gusset material", "material of the gusset", "as the angle", a => a.GussetMaterial);
    public static readonly Field<int> Bolts = new("angle.bolts", Types.Whole, "Bolts in line", "bolts in the one line along the pull")
    {
        Min = 1, Max = 12, Default = "the fewest that hold, two at least", Blank = KindFields.Count<AngleInputs>("chosen", a => a.Bolts),
    };
    public static readonly Field<double> Pitch = KindFields.Length<AngleInputs>(
        "angle.pitch", "Pitch", "between bolts along the pull", "3 diameters", a => a.Pitch);
    public static readonly Field<double> End = KindFields.Length<AngleInputs>(
        "angle.end", "End distance", "last bolt to the end of the angle, and of the gusset", "2 diameters", a => a.End);
    public static readonly Field<double> Gauge = KindFields.Length<AngleInputs>(
        "angle.gauge", "Gauge from the heel", "heel of the angle to the line of bolts", "0.55 of the leg", a => a.Gauge);

    public static readonly Check Net = Check.OfParts<AngleCheck<NetByMechanics>>();
    public static readonly Check Gross = Check.OfParts<AngleCheck<GrossByMechanics>>();
#pragma warning restore CS1591
    private static readonly Check EnNet = Check.OfParts<AngleCheck<NetByEurocode>>();
    private static readonly Check EnGross = Check.OfParts<AngleCheck<GrossByEurocode>>();
    private static readonly Check AiscNet = Check.OfParts<AngleCheck<NetByAisc>>();
    private static readonly Check AiscGross = Check.OfParts<AngleCheck<GrossByAisc>>();
    private static readonly Check IsNet = Check.OfParts<AngleCheck<NetByIs>>();
    private static readonly Check IsGross = Check.OfParts<AngleCheck<GrossByIs>>();

    /// <summary>The kind.</summary>
    public static readonly Kind Kind = new("angle", "Angle by one leg", "an angle in tension, one leg bolted to a gusset in a single line")
    {
        Inputs = () => [Leg, Outstanding, Thickness, Material, Gusset, GussetWidth, GussetMaterial, Bolts, Pitch, End, Gauge],
        Loads = () => [Fields.CaseFx],
        Read = AngleInputs.Of,
        Lay = Lay,
        Counted = [(Bolts, j => j.Of<AngleInputs>().Bolts, "bolts in line")],
        // The leg is no plate: its section is judged with the other leg hanging on it.
        InItsOwnWay = () => [FailureModes.Section, FailureModes.Gross],
        Modes = () =>
        [
            new("angleNet", "Angle by one leg, net section with its lag", _ => null, Thickness.Path, Net) { Own = [EnNet, AiscNet, IsNet] },
            new("angleGross", "Gross section of angle and gusset", _ => null, Thickness.Path, Gross) { Own = [EnGross, AiscGross,
                IsGross] },
            new("angleBlock", "Block tearing of angle and gusset", j => j.Bolts.Count > 1 ? null : "one bolt has no block", End.Path,
                FailureModes.Block.Second) { Like = FailureModes.Block },
        ],
        Assumes = _ =>
        [
            "The pull lies in the line that the codes allow to be taken as concentric: the lag of the other leg is in the section, "
                + "not in the bolts.",
            "The angle is in tension. Its legs are taken without fillets and rounded toes, on the safe side.",
            "The gusset's width at the bolts carries the pull; how it goes on from there is not judged.",
        ],
        Cautions = Cautions,
        Draw = AngleDrawing.Of,
        LoadNames = new() { ["fx"] = "N, pull" },
        Grows =
        [
            (Thickness, j => j.Of<AngleInputs>().Thickness, "angle"), (Gusset, j => j.Of<AngleInputs>().Gusset, "gusset"),
            (Leg, j => j.Of<AngleInputs>().Leg, "connected leg"), (End, j => j.Of<AngleInputs>().End, "end distance"),
            (Pitch, j => j.Of<AngleInputs>().Pitch, "pitch"),
        ],
        Spoken = new("angleLine")
        {
            Force = "fx", Materials = [Material.Path], Washers = true, Places = (_, n) => new(null, (Bolts.Path, n)),
            Tries = _ => [(Thickness.Path, ["5 mm", "6 mm", "8 mm", "10 mm", "12 mm", "15 mm", "20 mm"])],
        },
        Line = "angle 80 × 80 × 8, gusset 10, 120 kN, M16 8.8",
        Explains = "For a brace or tie of an angle that is bolted by one leg. State the angle, the gusset and the pull; "
            + "the bolts in line are chosen, the lag of the other leg is counted by the basis in use.",
        Example = """
            { "format": "hasp-joint", "version": 1, "name": "Brace", "kind": "angle", "bolts": { "thread": "M16", "grade": "8.8" },
              "angle": { "leg": "80 mm", "thickness": "8 mm", "gusset": "10 mm", "bolts": 3 }, "washers": { "head": "plain", "nut": "plain" }, "loads": [ { "name": "Pull", "fx": "65 kN" } ] }
            """,
    };

    private static ImmutableArray<Laid> Lay(KindReader reader, object read)
    {
        var a = (AngleInputs)read;
        return
        [
            new Laying(reader.Said)
                .Part("Angle", a.Thickness, Thickness, a.Material, Material, Side.Right, (Fields.LayerEdge.To(a.End), End),
                    (Fields.LayerSideDistance.To(a.Toe), Gauge))
                .Part("Gusset", a.Gusset, Gusset, a.GussetMaterial, GussetMaterial, Side.Left, (Fields.LayerEdge.To(a.End), End),
                    (Fields.LayerSideDistance.To(a.GussetWidth / 2), GussetWidth))
                .With(Bolts, Fields.PatternKind.To(PatternKind.Grid), Fields.PatternRows.To(1), Fields.PatternColumns.To(a.Bolts),
                    Fields.Count.Cleared)
                .With(Pitch, Fields.PitchX.To(a.Pitch))
                // By the eccentricity, the tension over a block of an angle by one leg is uneven (EN 1993-1-8, 3.10.2(3); AISC 360-22,
                // J4.3).
                .With(CodeFields.BlockTension, reader.Said.Of(CodeFields.BlockTension) == BlockTension.ByLoad
                    ? [CodeFields.BlockTension.To(BlockTension.Uneven)] : []).Done(),
        ];
    }

    private static IEnumerable<Caution> Cautions(Joint joint)
    {
        if (joint.Cases.Any(c => c.Load.Force.X < 0)) yield return new("anglePressed",
            "A case presses on the angle: its buckling, and the bending by its eccentricity, are not judged here.");
        if (joint.Of<AngleInputs>().Bolts == 1) yield return new("angleOneBolt",
            "One bolt: the angle can turn about it, and its section carries least. Two or more are usual.");
    }
}

/// <summary>What an angle states, every choice made. Lengths in mm.</summary>
internal sealed record AngleInputs(double Leg, double Outstanding, double Thickness, Material Material, double Gusset, double GussetWidth,
    Material GussetMaterial, int Bolts, double Pitch, double End, double Gauge)
{
    // Longer lines lose more by their length than they gain.
    private const int MostBolts = 8;
    private const double UsualGauge = 0.55, GussetOver = 1.125;

    /// <summary>From the line of bolts to the toe of the connected leg.</summary>
    internal double Toe => Leg - Gauge;

    /// <summary>Between the outer bolts.</summary>
    internal double Length => (Bolts - 1) * Pitch;

    internal static AngleInputs? Of(KindReader r)
    {
        var thread = r.Thread();
        var grade = r.Grade(thread);
        var (leg, t) = (r.Need(AngleKind.Leg), r.Need(AngleKind.Thickness));
        var outstanding = r.Or(AngleKind.Outstanding, leg);
        var gusset = r.Or(AngleKind.Gusset, Math.Ceiling(GussetOver * t));
        var material = r.MaterialOf(AngleKind.Material, t, "S275");
        var ofGusset = r.MaterialOf(AngleKind.GussetMaterial, gusset, material?.Name ?? "S275");
        if (r.Failed || thread is null || grade is null || material is null || ofGusset is null) return null;
        var thickest = Math.Min(leg, outstanding) / 2;
        r.Refuse(t > thickest, "angle-thick", AngleKind.Thickness, KindReader.Mm(t),
            $"an angle is thinner than half of its smaller leg: at most {KindReader.Mm(thickest)}");
        var d = thread.Diameter;
        var hole = r.Hole(d);
        var gauge = r.Or(AngleKind.Gauge, Math.Round(UsualGauge * leg));
        // A head or washer needs its room beside the other leg, and the hole metal to the toe.
        var (least, most) = (t + d, leg - Math.Max(d, (hole / 2) + 0.5));
        r.Refuse(gauge < least || gauge > most, "angle-gauge", most < least ? AngleKind.Leg : AngleKind.Gauge,
            KindReader.Mm(most < least ? leg : gauge),
            most < least ? $"no room for this bolt: the leg must be at least {KindReader.Mm(Math.Ceiling(least + leg - most))}"
                : $"from {KindReader.Mm(least)} (head beside the other leg) to {KindReader.Mm(most)} (a diameter to the toe)");
        var (pitch, end) = (r.Or(AngleKind.Pitch, 3 * d), r.Or(AngleKind.End, 2 * d));
        r.Refuse(end < d, "angle-end", AngleKind.End, KindReader.Mm(end),
            $"the last bolt comes too near the end: at least one diameter, {KindReader.Mm(d)}",
            KindReader.To(AngleKind.End, 2 * d, $"{KindReader.Mm(2 * d)} to the end"));
        r.Refuse(pitch < hole + 1, "angle-pitch", AngleKind.Pitch, KindReader.Mm(pitch),
            $"the holes run into each other: at least {KindReader.Mm(hole + 1)}, {KindReader.Mm(3 * d)} is usual",
            KindReader.To(AngleKind.Pitch, 3 * d, $"Pitch {KindReader.Mm(3 * d)}"));
        var width = r.Or(AngleKind.GussetWidth, 2 * leg);
        r.Refuse(width < 2 * d, "angle-gusset", AngleKind.GussetWidth, KindReader.Mm(width),
            $"at least two diameters, {KindReader.Mm(2 * d)}");
        if (r.Failed) return null;
        var bolts = r.Said.Stated(AngleKind.Bolts) ?? (r.Said.IsFaulty(AngleKind.Bolts) ? 2 : Fewest.Of(Enumerable.Range(2,
            MostBolts - 1), 2,
            n => JointRules.JointOf(r.Said.With(AngleKind.Bolts.To(n)), [])));
        return new(leg, outstanding, t, material, gusset, width, ofGusset, bolts, pitch, end, gauge);
    }
}
