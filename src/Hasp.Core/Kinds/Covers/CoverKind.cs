using System.Collections.Immutable;
using System.Globalization;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Checks.Machine;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;

namespace Hasp.Core.Kinds.Covers;

/// <summary>A flat cover bolted to a flange, with a gasket inside the bolts, under pressure.</summary>
[JointKind(50)]
public static class CoverKind
{
    private static readonly Named<bool> Shapes = new(("circle", false), ("rectangle", true));

    /// <summary>In the place of a gasket's name: faces or a ring that need no seating.</summary>
    private const string NoGasket = "none";

#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Field<bool> Shape = new(
        "cover.shape", Types.Named(Shapes), "Shape", "circular, or rectangular") { Otherwise = false };
    public static readonly Field<double> Seal = KindFields.Length<CoverInputs>(
        "cover.seal", "Sealed Ø", "diameter where a circular cover seals: the end load acts on it", "needed where it is a circle");
    public static readonly Field<double> SealLength = KindFields.Length<CoverInputs>(
        "cover.sealLength", "Sealed length", "length of the rectangle where the cover seals", "needed where it is a rectangle");
    public static readonly Field<double> SealWidth = KindFields.Length<CoverInputs>(
        "cover.sealWidth", "Sealed width", "width of the rectangle where the cover seals", "needed where it is a rectangle");
    public static readonly Field<double> BoltCircle = KindFields.Length<CoverInputs>(
        "cover.boltCircle", "Bolt circle", "diameter of the bolt circle", "clear of the gasket", c => c.BoltCircle);
    public static readonly Field<double> BoltLength = KindFields.Length<CoverInputs>(
        "cover.boltLength", "Bolts, length", "length of the rectangle of the bolts' centres", "clear of the gasket", c => c.BoltLength);
    public static readonly Field<double> BoltWidth = KindFields.Length<CoverInputs>(
        "cover.boltWidth", "Bolts, width", "width of the rectangle of the bolts' centres", "clear of the gasket", c => c.BoltWidth);
    public static readonly Field<int> AlongLength = new(
        "cover.alongLength", Types.Whole, "Bolts along the length", "bolts in each long side, corners counted")
    {
        Min = 2, Max = 60, Otherwise = 4,
    };
    public static readonly Field<int> AlongWidth = new(
        "cover.alongWidth", Types.Whole, "Bolts along the width", "bolts in each short side, corners counted")
    {
        Min = 2, Max = 60, Otherwise = 3,
    };
    public static readonly Field<double> Edge = KindFields.Length<CoverInputs>(
        "cover.edge", "Bolt to edge", "centre of the bolts to the edge of the cover", "2 diameters", c => c.Edge);
    public static readonly Field<double> Thickness = KindFields.Length<CoverInputs>(
        "cover.thickness", "Cover thickness", "thickness of the cover");
    public static readonly Field<string> Material = KindFields.Material<CoverInputs>(
        "cover.material", "Cover material", "material of the cover", "S275", c => c.Cover);
    public static readonly Field<double> FlangeThickness = KindFields.Length<CoverInputs>(
        "cover.flangeThickness", "Flange thickness", "thickness of the flange under the cover", "as the cover", c => c.FlangeThickness);
    public static readonly Field<string> FlangeMaterial = KindFields.Material<CoverInputs>(
        "cover.flangeMaterial", "Flange material", "material of the flange", "as the cover", c => c.Flange);
    public static readonly Field<string> Gasket = KindFields.Material<CoverInputs>(
        "cover.gasket", "Gasket", "a gasket material, or none for faces or a ring that need no seating", "Gasket sheet, fibre",
        c => c.Gasket);
    public static readonly Field<double> GasketThickness = new(
        "cover.gasketThickness", Types.Length, "Gasket thickness", "thickness of the gasket") { Above = 0, Max = 20, Otherwise = 2 };
    public static readonly Field<double> GasketWidth = new(
        "cover.gasketWidth", Types.Length, "Gasket width", "width of the gasket's ring, the line where it seals in its middle")
    {
        Above = 0, Max = 500, Otherwise = 10,
    };
    public static readonly Field<double> GasketLoad = new(
        "cover.gasketLoad", Types.Force, "Gasket load to keep",
        "clamp that must remain on the gasket in service, all bolts together, where it is stated")
    {
        Min = 0, Max = 1e9, Default = "gasket factor × pressure × gasket area", Blank = (_, _) => "by the gasket factor",
    };

    private static readonly Field[] Oblong = [SealLength, SealWidth, BoltLength, BoltWidth, AlongLength, AlongWidth];

    public static readonly Check Plate = Check.OfParts<CoverPlateCheck>();
    public static readonly Check Tightened = Check.OfParts<CoverTightenedCheck>();
    public static readonly Check Retained = Check.OfBolts<CoverGasketCheck>();
    public static readonly Check BoltSpacing = Check.OfParts<CoverSpacingCheck>();
#pragma warning restore CS1591

    /// <summary>The kind.</summary>
    public static readonly Kind Kind = new("cover", "Cover under pressure", "a flat cover on a flange, with a gasket inside the bolts")
    {
        Inputs = () =>
        [
            Shape, Seal, SealLength, SealWidth, BoltCircle, BoltLength, BoltWidth, AlongLength, AlongWidth, Edge, Thickness, Material,
            FlangeThickness, FlangeMaterial,
            Gasket, GasketThickness, GasketWidth, GasketLoad,
        ],
        Loads = () => [Fields.CasePressure],
        TargetInWindow = true,
        Read = CoverInputs.Of,
        Lay = Lay,
        Always = () => [Checks.Modes.FailureModes.Separation, Checks.Modes.FailureModes.Leak, Checks.Modes.FailureModes.Gasket,
            Checks.Modes.FailureModes.Fatigue],
        Modes = () =>
        [
            new("coverBends", "Cover bent by the pressure", _ => null, Thickness.Path, Plate),
            new("coverDishes", "Cover bent by the tightening", _ => null, Thickness.Path, Tightened),
            new("coverGasketKept", "Gasket unloaded between or by the bolts", _ => null, GasketLoad.Path, Retained, BoltSpacing),
        ],
        Assumes = joint =>
        [
            "The end load acts on the line where the gasket seals and reaches all bolts alike; the gasket lies inside the bolts.",
            joint.Of<CoverInputs>().IsRectangle
                ? "The cover bends as a flat rectangular head (ASME BPVC VIII-1, UG-34(c)(3)); openings in it are not counted."
                : "The cover bends as a flat circular head (ASME BPVC VIII-1, UG-34(c)(2)); openings in it are not counted.",
            "Only the pressure cycles: the gasket's load and the preload are steady.",
        ],
        Cautions = _ =>
        [
            new("standClearCover", "Take the pressure off and make sure of it before a bolt is loosened; "
                + "stand aside when the seal is broken."),
            new("evenTightening", "Tighten crosswise in passes: a gasket pressed on one side first stays crooked and leaks."),
            new("flangeNotJudged", "Flange rotation and the flange's own strength are not judged here: "
                + "the code for pressure equipment comes first."),
        ],
        Values = Values,
        Draw = CoverDrawing.Of,
        BoltInputs = () => [Fields.Thread, Fields.Grade, Fields.Count, Fields.Length, Fields.Head, Fields.EndKind, Fields.HeadWasher,
            Fields.NutWasher, Fields.Fit, Fields.HoleDiameter],
        Shows = (j, f) => j.Of<CoverInputs>().IsRectangle ? f != Seal && f != BoltCircle && f != Fields.Count : !Oblong.Contains(f),
        Grows = [(Thickness, j => j.Of<CoverInputs>().Thickness, "cover"),
            (FlangeThickness, j => j.Of<CoverInputs>().FlangeThickness, "flange")],
        Spoken = new("coverLine")
        {
            Materials = [Material.Path], Washers = true, Places = (_, n) => new(null, (Fields.Count.Path, n)),
            Chooses = _ => [new(Fields.Lubrication.Path, "lubricated", "oiled, so that the gasket is pressed evenly"),
                new(GasketWidth.Path, "16 mm", "gasket 16 mm wide")],
            Tries = said =>
            [
                (Gasket.Path, ["Gasket sheet, fibre", "Gasket sheet, graphite", "Gasket sheet, rubber"]), (Thickness.Path, KindLine.Stock),
                .. said(Shape.Path) == "rectangle" ? Array.Empty<(string, string[])>()
                    : [(Fields.Count.Path, ["8", "12", "16", "20", "24"])],
            ],
        },
        Line = "cover 250 seal, 16 M16 8.8, 22 thick, 1 MPa",
        Explains = "For an inspection cover, a blind flange, a valve's bonnet. State where it seals, the bolts, "
            + "the thickness and the pressure; a second pressure that it alternates with shows fatigue.",
        Example = """
            { "format": "hasp-joint", "version": 1, "name": "Cover", "kind": "cover", "bolts": { "thread": "M16", "grade": "8.8", "count": 16 },
              "cover": { "seal": "250 mm", "boltCircle": "310 mm", "thickness": "30 mm", "gasketWidth": "16 mm" }, "tightening": { "lubrication": "lubricated" }, "washers": { "head": "plain", "nut": "plain" },
              "loads": [ { "name": "Working pressure", "pressure": "1 MPa", "alternatesWith": "unloaded" } ] }
            """,
    };

    private static ImmutableArray<Laid> Lay(KindReader reader, object read)
    {
        var c = (CoverInputs)read;
        var laying = new Laying(reader.Said).Part("Cover", c.Thickness, Thickness, c.Cover, Material, Side.Left);
        if (c.Gasket is { } gasket) laying.Part("Gasket", c.GasketThickness, GasketThickness, gasket, Gasket, Side.None);
        laying.Part("Flange", c.FlangeThickness, FlangeThickness, c.Flange, FlangeMaterial, Side.Left);
        if (c.IsRectangle)
        {
            laying.With(BoltLength, Fields.PatternKind.To(PatternKind.Outline), Fields.PitchX.To(c.BoltLength / (c.AlongLength - 1)),
                Fields.PlateShape.To("rectangle"), Fields.PlateWidth.To(c.BoltLength + (2 * c.Edge)))
                .With(BoltWidth, Fields.PitchY.To(c.BoltWidth / (c.AlongWidth - 1)), Fields.PlateHeight.To(c.BoltWidth + (2 * c.Edge)))
                .With(AlongLength, Fields.PatternColumns.To(c.AlongLength))
                    .With(AlongWidth, Fields.PatternRows.To(c.AlongWidth), Fields.Count.Cleared);
        }
        else
        {
            laying.With(BoltCircle, Fields.PatternKind.To(PatternKind.Circle), Fields.PatternDiameter.To(c.BoltCircle),
                Fields.PlateShape.To("circle"))
                .With(Edge, Fields.PlateDiameter.To(c.BoltCircle + (2 * c.Edge))).With(Fields.Count, Fields.PatternCount.To(c.Bolts));
        }
        laying.With(GasketWidth, Fields.SealArea.To(c.GasketArea));
        laying.Cases(load => (load.Stated(Fields.CasePressure) ?? 0) is var p && p <= 0 ? load.With(Fields.CaseFz.To(0))
            : c.IsRectangle ? load.With(Fields.CaseFz.To(p * c.SealArea))
            : load.With(Fields.HelperKind.To(LoadPath.HelperKind.Pressure), Fields.HelperHeading.To(Heading.Z), Fields.HelperPressure.To(p),
                Fields.HelperBore.To(c.Seal)));
        return [laying.Done()];
    }

    private static IEnumerable<NamedValue> Values(Mechanics<Plain> m)
    {
        var (c, joint) = (m.Joint.Of<CoverInputs>(), m.Joint);
        var p = joint.Cases.Max(x => x.Pressure);
        var (endLoad, n) = (p * c.SealArea, joint.Bolts.Count);
        var gasket = c.GasketLoad ?? 0;
        yield return new(Terms.EndLoad, endLoad);
        yield return new(CoverTerms.EndPerBolt, endLoad / n);
        yield return new(CoverTerms.GasketPerBolt, gasket / n);
        yield return new(
            CoverTerms.PreloadNeeded, CoverFormulas.PreloadNeeded(m.LoadShare, new Plain(endLoad / n), new Plain(gasket / n)).Value);
        yield return new(CoverTerms.ClampLeft, JointUnderLoad.MemberForce(m.PreloadMin, m.LoadShare, new Plain(endLoad / n)).Value);
        yield return new(CoverTerms.Spacing, c.Spacing);
    }

    /// <summary>The gasket's material; null for none.</summary>
    internal static Material? GasketOf(KindReader r, double thickness)
    {
        if (r.Said.Stated(Gasket) is { } stated && stated.Equals(NoGasket, StringComparison.OrdinalIgnoreCase)) return null;
        var found = r.MaterialOf(Gasket, thickness, "Gasket sheet, fibre");
        r.Refuse(found is { IsGasket: false }, "cover-gasket", Gasket, found?.Name ?? "",
            $"is no gasket material. Known: {string.Join(", ", Standards.Materials.Where(x => x.IsGasket).Select(x => x.Name))}, or none");
        return found;
    }
}

/// <summary>What a cover states, every choice made. Lengths in mm.</summary>
internal sealed record CoverInputs(
    bool IsRectangle, double Seal, double SealLength, double SealWidth, double BoltCircle, double BoltLength, double BoltWidth,
    int AlongLength, int AlongWidth, int Bolts, double Edge,
    double Thickness, Material Cover, double FlangeThickness, Material Flange, Material? Gasket, double GasketThickness, double GasketWidth,
    double? GasketLoad)
{
    // Between gasket and hole, so that a spanner's push does not cut it.
    private const double Clear = 2;

    /// <summary>Area that the pressure acts on, mm².</summary>
    internal double SealArea => IsRectangle ? SealLength * SealWidth : Math.PI / 4 * Seal * Seal;

    /// <summary>Area of the gasket, mm²: its line times its width.</summary>
    internal double GasketArea => GasketWidth * (IsRectangle ? 2 * (SealLength + SealWidth) : Math.PI * Seal);

    /// <summary>Bolt line to the sealing line, mm; of a rectangle the greater.</summary>
    internal double Lever => IsRectangle ? Math.Max(BoltLength - SealLength, BoltWidth - SealWidth) / 2 : (BoltCircle - Seal) / 2;

    /// <summary>Length of the line through the bolts, mm.</summary>
    internal double BoltLine => IsRectangle ? 2 * (BoltLength + BoltWidth) : Math.PI * BoltCircle;

    /// <summary>Greatest distance between neighbours, mm.</summary>
    internal double Spacing =>
        IsRectangle ? Math.Max(BoltLength / (AlongLength - 1), BoltWidth / (AlongWidth - 1)) : BoltCircle * Math.Sin(Math.PI / Bolts);

    internal static CoverInputs? Of(KindReader r)
    {
        var rectangle = r.Said.Of(CoverKind.Shape);
        var thread = r.Thread();
        var grade = r.Grade(thread);
        var seal = rectangle ? 0 : r.Need(CoverKind.Seal);
        var (length, width) = rectangle ? (r.Need(CoverKind.SealLength), r.Need(CoverKind.SealWidth)) : (0, 0);
        var bolts = rectangle ? 0 : r.Need(Fields.Count);
        var thickness = r.Need(CoverKind.Thickness);
        var cover = r.MaterialOf(CoverKind.Material, thickness, "S275");
        var flangeThickness = r.Or(CoverKind.FlangeThickness, thickness);
        var flange = r.MaterialOf(CoverKind.FlangeMaterial, flangeThickness, cover?.Name ?? "S275");
        var gasketThickness = r.Said.Of(CoverKind.GasketThickness);
        var gasket = CoverKind.GasketOf(r, gasketThickness);
        var gasketWidth = r.Said.Of(CoverKind.GasketWidth);
        if (r.Failed || thread is null || grade is null || cover is null || flange is null) return null;
        var d = thread.Diameter;
        var hole = r.Hole(d);
        double Beyond(double sealed_) => sealed_ + gasketWidth + hole + (2 * Clear);
        double Chosen(double sealed_) => Math.Ceiling((Beyond(sealed_) + d) / 5) * 5;
        var circle = rectangle ? 0 : r.Or(CoverKind.BoltCircle, Chosen(seal));
        var (boltLength, boltWidth) = rectangle ? (r.Or(CoverKind.BoltLength, Chosen(length)), r.Or(CoverKind.BoltWidth, Chosen(width)))
            : (0, 0);
        foreach (var (at, line, field, when) in new[] { (circle, seal, CoverKind.BoltCircle, !rectangle),
            (boltLength, length, CoverKind.BoltLength, rectangle), (boltWidth, width, CoverKind.BoltWidth, rectangle) })
        {
            r.Refuse(when && at < Beyond(line), "cover-bolts-in-gasket", field, KindReader.Mm(at),
                $"the bolts would stand in the gasket: at least {KindReader.Mm(Math.Ceiling(Beyond(line)))}",
                KindReader.To(field, Chosen(line), KindReader.Mm(Chosen(line))));
        }
        r.Refuse(rectangle && width > length, "cover-sides", CoverKind.SealWidth, KindReader.Mm(width),
            $"the width is the shorter side: at most {KindReader.Mm(length)}");
        var edge = r.Or(CoverKind.Edge, Math.Ceiling(2 * d));
        r.Refuse(edge < Math.Max(d, (hole / 2) + 1), "cover-edge", CoverKind.Edge, KindReader.Mm(edge),
            $"the hole comes too near the edge: at least {KindReader.Mm(Math.Max(d, (hole / 2) + 1))}",
            KindReader.To(CoverKind.Edge, Math.Ceiling(1.5 * d), KindReader.Mm(Math.Ceiling(1.5 * d))));
        r.Refuse(!rectangle && bolts is > 0 and < 3, "cover-few-bolts", Fields.Count, bolts.ToString(CultureInfo.InvariantCulture),
            "a cover is held by at least 3 bolts");
        return r.Failed ? null : new(
            rectangle, seal, length, width, circle, boltLength, boltWidth, r.Said.Of(CoverKind.AlongLength),
            r.Said.Of(CoverKind.AlongWidth), bolts, edge,
            thickness, cover, flangeThickness, flange, gasket, gasketThickness, gasketWidth, r.Said.Stated(CoverKind.GasketLoad));
    }
}
