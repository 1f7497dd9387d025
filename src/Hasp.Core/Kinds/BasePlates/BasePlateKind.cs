using System.Collections.Immutable;
using System.Globalization;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Checks.Aisc;
using Hasp.Core.Checks.Codes;
using Hasp.Core.Checks.Eurocode;
using Hasp.Core.Checks.Is800;
using Hasp.Core.Checks.Modes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;
using Hasp.Core.Shop;

namespace Hasp.Core.Kinds.BasePlates;

/// <summary>How moments pull holding-down bolts.</summary>
public enum BaseSchool
{
    /// <summary>About the middle of the compression flange.</summary>
    CompressionLine,

    /// <summary>By equilibrium of concrete that only presses and bolts that only pull.</summary>
    StressBlock,
}

/// <summary>What carries the shear at a column's foot.</summary>
public enum BaseShear
{
    /// <summary>The anchors, in shear.</summary>
    Bolts,

    /// <summary>The foot, by what presses on it.</summary>
    Friction,

    /// <summary>Friction first, the anchors what is left.</summary>
    Both,
}

/// <summary>A column's foot on concrete or masonry, held down by bolts.</summary>
[JointKind(30)]
public static class BasePlateKind
{
    private static readonly Named<BaseSchool> Schools = new(
        ("compression line", BaseSchool.CompressionLine), ("stress block", BaseSchool.StressBlock));
    private static readonly Named<BaseShear> Shears = new(
        ("bolts", BaseShear.Bolts), ("friction", BaseShear.Friction), ("friction and bolts", BaseShear.Both));

#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Field<string> Profile = new(
        "basePlate.profile", Types.OneOf([OwnSizes, .. Profiles.All.Select(p => p.Name)]), "Column",
        "profile of the column by its designation, or own sizes") { Otherwise = OwnSizes };
    public static readonly Field<double> Depth = KindFields.Length<BasePlateInputs>(
        "basePlate.columnDepth", "Column depth h", "depth of the profile, along y", "of the profile", p => p.Shape.Depth);
    public static readonly Field<double> Width = KindFields.Length<BasePlateInputs>(
        "basePlate.columnWidth", "Column width b", "width of the flanges, along x", "of the profile", p => p.Shape.Width);
    public static readonly Field<double> Flange = KindFields.Length<BasePlateInputs>(
        "basePlate.flange", "Flange tf", "thickness of the flanges", "of the profile", p => p.Shape.Flange);
    public static readonly Field<double> Web = KindFields.Length<BasePlateInputs>(
        "basePlate.web", "Web tw", "thickness of the web", "of the profile", p => p.Shape.Web);
    public static readonly Field<double> PlateDepth = KindFields.Length<BasePlateInputs>(
        "basePlate.depth", "Plate, along y", "length of the plate along the column's depth");
    public static readonly Field<double> PlateWidth = KindFields.Length<BasePlateInputs>(
        "basePlate.width", "Plate, along x", "width of the plate along the flanges");
    public static readonly Field<double> Thickness = KindFields.Length<BasePlateInputs>(
        "basePlate.thickness", "Plate thickness", "thickness of the plate");
    public static readonly Field<string> Material = KindFields.Material<BasePlateInputs>(
        "basePlate.material", "Plate material", "material of the plate", "S275", p => p.Plate);
    public static readonly Field<double> BoltsX = KindFields.Length<BasePlateInputs>(
        "basePlate.boltsX", "Bolts, along x", "between the outermost bolts along x");
    public static readonly Field<double> BoltsY = KindFields.Length<BasePlateInputs>(
        "basePlate.boltsY", "Bolts, along y", "between the outermost rows of bolts along y");
    public static readonly Field<int> PerRow = new(
        "basePlate.perRow", Types.Whole, "Bolts in a row", "bolts in each row") { Min = 2, Max = 10, Otherwise = 2 };
    public static readonly Field<int> Rows = new(
        "basePlate.rows", Types.Whole, "Rows", "rows of bolts along y") { Min = 2, Max = 6, Otherwise = 2 };
    public static readonly Field<bool> Oversize = new(
        "basePlate.oversize", Types.Named(Names.YesNo), "Oversize holes",
        "whether the plate's holes are oversize, so that bolts and friction do not act together (EN 1993-1-8, 6.2.2(8))") { Otherwise =
            false };
    public static readonly Field<double> Grout = new("basePlate.grout", Types.Length, "Grout", "thickness of the grout under the plate")
    {
        Min = 0, Max = 300, Default = "30 mm, or a fifth of the plate's lesser side where that is less",
        Blank = KindFields.Size<BasePlateInputs>(Dimension.Length, "chosen", p => p.Grout),
    };
    public static readonly Field<double> GroutStrength = new(
        "basePlate.groutStrength", Types.Stress, "Grout strength", "characteristic strength of the grout")
    {
        Above = 0, Max = 200, Default = "as the concrete", Blank = (_, _) => "as the concrete",
    };
    public static readonly Field<double> Fck = new(
        "basePlate.fck", Types.Stress, "Concrete fck",
        "characteristic cylinder strength of the concrete; of masonry its design strength times γC") { Above = 0, Max = 120,
        Default = "needed", Blank = (_, _) => "needed" };
    public static readonly Field<double> Spread = new("basePlate.spread", Types.Number, "Spread α", "√(Ac1/Ac0), where it is stated")
    {
        Min = 1, Max = 3, Default = "by depth and edges of the concrete; 1 where they are not stated",
        Blank = KindFields.Count<BasePlateInputs>("chosen", p => p.Spread),
    };
    public static readonly Field<double> ConcreteDepth = KindFields.Length<BasePlateInputs>(
        "basePlate.concreteDepth", "Concrete depth", "depth of the concrete under the grout", "not stated: no spread counts");
    public static readonly Field<double> EdgeX = new(
        "basePlate.edgeX", Types.Length, "Concrete beyond, x", "from the plate's side to the concrete's, along x")
    {
        Min = 0, Max = 100_000, Default = "not stated: no spread counts", Blank = (_, _) => "not stated",
    };
    public static readonly Field<double> EdgeY = new(
        "basePlate.edgeY", Types.Length, "Concrete beyond, y", "from the plate's end to the concrete's, along y")
    {
        Min = 0, Max = 100_000, Default = "not stated: no spread counts", Blank = (_, _) => "not stated",
    };
    public static readonly Field<double> GammaC = new(
        "basePlate.gammaC", Types.Number, "γC", "partial factor of concrete (EN 1992-1-1, 2.4.2.4)")
    {
        Above = 0, Max = 4, Otherwise = 1.5,
    };
    public static readonly Field<double> AlphaCc = new(
        "basePlate.alphaCc", Types.Number, "αcc", "long-term factor of concrete (EN 1992-1-1, 3.1.6)")
    {
        Above = 0, Max = 1, Otherwise = 1.0,
    };
    public static readonly Field<BaseSchool> School = new(
        "basePlate.school", Types.Named(Schools), "Bolt tension by",
        "how moments pull the bolts") { Otherwise = BaseSchool.CompressionLine };
    public static readonly Field<BaseShear> ShearBy = new(
        "basePlate.shearBy", Types.Named(Shears), "Shear carried by",
        "friction counts only under the compression that acts with the shear") { Otherwise = BaseShear.Bolts };
    public static readonly Field<double> Friction = new(
        "basePlate.friction", Types.Number, "Friction Cf",
        "friction coefficient between plate and mortar: 0.2 sand–cement (EN 1993-1-8, 6.2.2(6)), "
            + "up to 0.45 rough surfaces (handbook)") { Min = 0, Max = 0.45, Otherwise = 0.2 };
    public static readonly Field<string> Stock = new(
        "basePlate.stock", Types.Text, "Stock thicknesses",
        "plate thicknesses that can be had, mm") { Otherwise = "8, 10, 12, 15, 16, 18, 20, 22, 25, 28, 30, 32, 35, 40, 45, 50, 60" };
#pragma warning restore CS1591

    private const string OwnSizes = "own sizes";

#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Check EnTension = Check.OfBolts<EnBaseTensionCheck>();
    public static readonly Check EnShear = Check.OfBolts<EnBaseShearCheck>();
    public static readonly Check EnCombined = Check.OfBolts<EnBaseCombinedCheck>();
    public static readonly Check EnPressed = Check.OfParts<EnBasePressedCheck>();
    public static readonly Check EnRow = Check.OfParts<EnBaseRowCheck>();
    public static readonly Check Tension = Check.OfBolts<BaseTensionCheck>();
    public static readonly Check Shear = Check.OfBolts<BaseShearCheck>();
    public static readonly Check Combined = Check.OfBolts<BaseCombinedCheck>();
    public static readonly Check Pressed = Check.OfParts<BasePressedCheck>();
    public static readonly Check Row = Check.OfParts<BaseRowCheck>();
    public static readonly Check Concrete = Check.OfBolts<BaseConcreteCheck>();
    public static readonly Check Slides = Check.OfParts<BaseFrictionCheck>();
#pragma warning restore CS1591

    private static readonly Check CodeRow = Check.OfParts<CodeBaseRowCheck>();
    private static readonly Check AiscPressed = Check.OfParts<AiscBasePressedCheck>();
    private static readonly Check IsPressed = Check.OfParts<IsBasePlateCheck>();

    /// <summary>Where bolts of a foot may stand: two diameters from the plate's edges, or between the flanges.</summary>
    private static string[] NearEdge(Func<string, string?> said, Field<double> plate)
    {
        if (said(plate.Path) is not { } text || QuantityText.Parse(text, Dimension.Length) is not { Problem: null, Held: var size })
            return ["200 mm"];
        var bolt = Standards.FindThread(said(Fields.Thread.Path) ?? "")?.Diameter ?? 20;
        return [.. new[] { 4, 3, 5, 6, 8 }.Select(k => Math.Max(2 * bolt, size - (k * bolt)).ToString("0.###",
            CultureInfo.InvariantCulture) + " mm")];
    }

    /// <summary>The kind.</summary>
    public static readonly Kind Kind = new("basePlate", "Base plate, holding-down bolts", "a column's foot on concrete or masonry")
    {
        Inputs = () =>
        [
            Profile, Depth, Width, Flange, Web, PlateDepth, PlateWidth, Thickness, Material, BoltsX, BoltsY, PerRow, Rows, Oversize, Grout,
            GroutStrength, Fck, Spread, ConcreteDepth, EdgeX, EdgeY,
            GammaC, AlphaCc, School, ShearBy, Friction, Stock,
        ],
        Loads = () => [Fields.CaseFz, Fields.CaseFx, Fields.CaseFy, Fields.CaseMx, Fields.CaseMy, Fields.CaseMz],
        Read = BasePlateInputs.Of,
        Lay = Lay,
        Path = j => new BasePlatePath(j.Of<BasePlateInputs>(), j.Pattern!),
        Modes = () =>
        [
            new("footTension", "Tension of holding-down bolts", j => j.Sharing.MostTension.Case >= 0 ? null : "nothing lifts",
                Fields.Grade.Path,
                Tension) { Own = [EnTension], Like = FailureModes.Tension },
            new("footShear", "Shear of holding-down bolts", j => j.Sharing.AnyShear ? null : "no bolt is sheared", Fields.Grade.Path,
                Shear) { Own = [EnShear], Like = FailureModes.Shear },
            new("footCombined", "Shear and tension of holding-down bolts",
                j => j.Sharing.AnyShear && j.Sharing.MostTension.Case >= 0 ? null : "shear and uplift do not come together",
                    Fields.Grade.Path,
                Combined) { Own = [EnCombined], Like = FailureModes.Combined },
            new("footPressed", "Plate and concrete in compression", _ => null, Thickness.Path, Pressed)
            {
                Own = [EnPressed, AiscPressed, IsPressed],
            },
            new("footLifted", "Plate bent by its bolts", j => j.Sharing.MostTension.Case >= 0 ? null : "nothing lifts", Thickness.Path,
                Row) { Own = [EnRow, CodeRow] },
            new("footConcrete", "Concrete in front of the bolts", j => j.Sharing.AnyShear ? null : "no bolt is sheared", Fck.Path,
                Concrete),
            new("footSlides", "Sliding of the plate", j => j.Of<BasePlateInputs>().ShearBy == BaseShear.Bolts
                ? "the bolts carry the shear" : null,
                Friction.Path, Slides),
        ],
        IsTightened = false,
        Asks = j => Base.NotCovered(j) is { } open ? [new(Fields.Grade.Path, $"another grade: {open}")] : [],
        Assumes = Assumes,
        Cautions = Cautions,
        Values = Values,
        Draw = BasePlateDrawing.Of,
        Assembles = Assembled,
        Orders = Orders,
        BoltInputs = () => [Fields.Thread, Fields.Grade, Fields.HoleDiameter],
        LoadNames = new() { ["fz"] = "N, + lifts", ["fx"] = "Vx", ["fy"] = "Vy" },
        Shows = (j, f) => f != Friction || j.Of<BasePlateInputs>().ShearBy != BaseShear.Bolts,
        Counted = [(PerRow, j => j.Of<BasePlateInputs>().PerRow, "bolts in a row")],
        Grows = [(Thickness, j => j.Of<BasePlateInputs>().Thickness, "plate"),
            (PlateDepth, j => j.Of<BasePlateInputs>().Shape.PlateDepth, "plate along y"),
            (PlateWidth, j => j.Of<BasePlateInputs>().Shape.PlateWidth, "plate along x")],
        Spoken = new("basePlateLine")
        {
            Force = "fz", Moment = ("mx", "my"), Materials = [Material.Path], Bolts = _ => ("M20", "4.6"),
            AsksWay = ("does it press the foot down, or lift it?", [("presses it down", " down"), ("lifts it", " uplift")]),
            Names = text => Profiles.Find(text) is { } profile ? (Profile.Path, profile.Name, "column") : null,
            Places = (_, n) => n < 4 || n % 2 != 0 ? new("a foot has two rows of at least two bolts: an even number from 4 on")
                : new(null, (PerRow.Path, n / 2)),
            Chooses = _ => [new(Fields.Basis.Path, "eurocode", "Eurocode 3")],
            Tries = said => [(BoltsY.Path, NearEdge(said, PlateDepth)), (BoltsX.Path, NearEdge(said, PlateWidth)),
                (Fck.Path, ["20 MPa"])],
        },
        Line = "base HEA 200, plate 340 × 300 × 25, 4 M24 4.6, C20, 300 kN down",
        Explains = "For a post or column on concrete or masonry. State the profile, the plate, the bolts and the concrete; "
            + "cases press or lift, with shear and moments. Pull-out of the anchorage is handed over with its forces.",
        Example = """
            { "format": "hasp-joint", "version": 1, "name": "Column foot", "kind": "basePlate", "bolts": { "thread": "M24", "grade": "4.6" }, "judging": { "basis": "eurocode" },
              "basePlate": { "profile": "HEA 200", "depth": "340 mm", "width": "300 mm", "thickness": "25 mm", "boltsX": "220 mm", "boltsY": "260 mm", "fck": "20 MPa" },
              "loads": [ { "name": "Full", "fz": "-400 kN", "fx": "20 kN" }, { "name": "Wind", "fz": "60 kN", "fx": "20 kN", "mx": "4 kN·m" } ] }
            """,
    };

    /// <summary>The holding-down bolts: level, grout, wait for the grout, and only then the nuts.</summary>
    private static Assembly Assembled(Joint joint)
    {
        ImmutableArray<PlanPoint> places = [.. joint.Pattern!.Group.Bolts.Select(b => new PlanPoint(b.X, b.Y))];
        return new(places, [.. joint.Pattern.Group.Bolts.Select(b => b.Number)], TighteningOrder.UsualFor(places))
        {
            Before =
            [
                new("level", "Set the column on packs or levelling nuts, plumb and to level; take nothing on the bolts."),
                new("grout", "Clean and wet the bed, fill it with grout from one side until it comes out at the other; "
                    + "leave no air under the plate."),
                new("set", "Leave the nuts alone until the grout has its strength.",
                    joint.Said.Stated(PlanFields.CureHours) * MinutesInHour),
            ],
        };
    }

    private const double MinutesInHour = 60;

    private static ImmutableArray<Laid> Lay(KindReader reader, object read)
    {
        var p = (BasePlateInputs)read;
        var (y, x) = ((p.Shape.Depth - p.Shape.Flange) / 2, p.Shape.Width / 4);
        return
        [
            new Laying(reader.Said)
                .Part("Base plate", p.Thickness, Thickness, p.Plate, Material, Side.Left)
                .Part("Concrete", p.Bed.Thickness, Grout, p.Bed.Material, Grout, Side.Right)
                .Bolts(p.Bolts, BoltsX)
                .With(BoltsX, Fields.Tension.To(TensionSchool.Pivot), Fields.PivotLeft.To(-x), Fields.PivotRight.To(x),
                    Fields.PivotBottom.To(-y), Fields.PivotTop.To(y))
                .With(PlateWidth, Fields.PlateShape.To("rectangle"), Fields.PlateWidth.To(p.Shape.PlateWidth))
                    .With(PlateDepth, Fields.PlateHeight.To(p.Shape.PlateDepth))
                .Done() with { Fastening = new Fastening(p.Thread, p.Grade, p.Hole) },
        ];
    }

    private static IEnumerable<string> Assumes(Joint joint)
    {
        var p = joint.Of<BasePlateInputs>();
        yield return "The load is stated at the column's axis, on the plate. Bolts carry tension only; compression goes through the plate.";
        yield return p.School == BaseSchool.StressBlock
            ? $"Bolt tensions by equilibrium of concrete that presses and bolts that pull, both axes at once, "
                + $"modular ratio {QuantityText.Figures(p.ModularRatio, 3)} (Es/Ecm)."
            : "Bolt tensions about the middle of the compression flange (a quarter of the flange's width about the weak axis), "
                + "each axis a line of its own; where all bolts pull, by equilibrium about their centroid.";
        yield return "Fillets of the profile and the welds are not counted. Where the strips about flanges and web meet, "
            + "or run off the plate, each area counts once and is cut.";
    }

    private static IEnumerable<Caution> Cautions(Joint joint)
    {
        var p = joint.Of<BasePlateInputs>();
        var hand = Handed(joint);
        yield return new(
            "anchorage", $"Pull-out, concrete cone, splitting and edge failure of the anchorage are not judged here. "
                + $"Hand to the anchorage designer: {hand}.");
        if (p.Beta is null) yield return new("groutBeta",
            "The grout is thicker or weaker than EN 1993-1-8, 6.2.5(7) allows for βj = 2/3: βj is taken as 0.2, "
                + "and a better grout is needed.");
        if (joint.Cases.Any(c => !c.OnlyCombined && BasePlatePath.Lifts(joint, c))) yield return new("noFrictionUnderUplift",
            "Some case lifts the plate or part of it: no friction is counted in it.");
        if (p.ShearBy != BaseShear.Friction && joint.Cases.Any(c => c.Shear > 0)
            && p.Grout > 2 * p.Thread.Diameter) yield return new("boltsBendInGrout",
            "The bolts bend in a thick grout under shear: a shear key set into the concrete is better. "
                + "Its area is given with the figures.");
        if (p.Grade.Tensile > 700) yield return new("holdingDownGrade",
            "Holding-down bolts of 8.8 and above do not stretch before they break: EN 1993-1-8, "
                + "6.2.6.12 and seismic codes ask for ductile ones.");
        if (joint.Cases.Any(c => c.Load.Moment.X != 0 && c.Load.Moment.Y != 0)) yield return new("biaxialBase",
            p.School == BaseSchool.CompressionLine
            ? "Moments about both axes: two compression lines whose tensions add, not one neutral axis. "
                + "The stress block takes both at once." : "Moments about both axes: one neutral axis, found by equilibrium.");
    }

    /// <summary>The largest forces on one bolt, in words, for whoever designs the anchorage.</summary>
    private static string Handed(Joint joint)
    {
        var worst = joint.Cases.Select((c, i) => (c.Name, Loads: joint.Sharing.Cases[i])).Where(c => c.Loads.Length > 0)
            .Select(c => $"{c.Name}: {QuantityText.ShowText(Math.Max(0, c.Loads.Max(b => b.Tension)), Dimension.Force, UnitSystem.Si,
                3)} tension, {QuantityText.ShowText(c.Loads.Max(b => b.Shear), Dimension.Force, UnitSystem.Si, 3)} shear on a bolt");
        return string.Join("; ", worst.Take(6));
    }

    private static IEnumerable<NamedValue> Values(Mechanics<Plain> m)
    {
        var (joint, p) = (m.Joint, m.Joint.Of<BasePlateInputs>());
        var gamma = joint.Judging.Where<EurocodeSettings>()?.M0 ?? 1.0;
        var fjd = p.Fjd<Plain>();
        yield return new(BasePlateTerms.Fcd, p.Fcd<Plain>().Value);
        yield return new(BasePlateTerms.Fjd, fjd.Value);
        var c = BasePlateFormulas.Width(new Plain(p.Thickness), new Plain(p.Plate.Yield), fjd, new Plain(gamma)).Value;
        yield return new(BasePlateTerms.C, c);
        yield return new(BasePlateTerms.Area, p.Shape.Area(c));
        var pressed = joint.Cases.Where(x => !x.OnlyCombined).Select(x => -x.Load.Force.Z).DefaultIfEmpty(0).Max();
        if (pressed > 0)
        {
            var needed = pressed / fjd.Value;
            yield return new(BasePlateTerms.RequiredArea, needed);
            if (p.Shape.SolveUncut(needed) is { } uncut) yield return new(BasePlateTerms.CUncut, uncut);
            if (p.Shape.Solve(needed) is { } found)
            {
                var t = BasePlateFormulas.Thickness(new Plain(found.C), new Plain(p.Plate.Yield), fjd, new Plain(gamma)).Value;
                yield return new(BasePlateTerms.CRequired, found.C);
                yield return new(BasePlateTerms.ThicknessRequired, t);
                if (BasePlateFormulas.Stock(t, p.StockList) is { } stock) yield return new(BasePlateTerms.Stock, stock);
            }
        }
        var loads = joint.Sharing.Cases.Select((pulls, i) => pulls).Where(x => x.Length > 0).ToList();
        var worst = loads.MaxBy(x => x.Max(b => b.Tension));
        if (worst.Length > 0)
        {
            yield return new(BasePlateTerms.MaxTension, Math.Max(0, worst.Max(b => b.Tension)));
            yield return new(BasePlateTerms.MinTension, Math.Max(0, worst.Min(b => b.Tension)));
            yield return new(BasePlateTerms.ShearPerBolt, loads.Max(x => x.Max(b => b.Shear)));
        }
        var shear = joint.Cases.Where(x => !x.OnlyCombined).Select(x => x.Shear).DefaultIfEmpty(0).Max();
        if (shear > 0) yield return new(BasePlateTerms.KeyArea, shear / p.Fcd<Plain>().Value);
    }

    private static (string, string, string) Orders(Joint joint, UnitSystem units)
    {
        var p = joint.Of<BasePlateInputs>();
        string Mm(double v) => QuantityText.ShowText(v, Dimension.Length, units, 3);
        return ($"{p.Bolts.Length} × holding-down bolt {p.Thread.Designation} – {p.Grade.Grade}",
            $"plate {Mm(p.Shape.PlateDepth)} × {Mm(p.Shape.PlateWidth)} × {Mm(p.Thickness)} {p.Plate.Name}, "
                + $"bolts {Mm(p.BoltsX)} × {Mm(p.BoltsY)}, grout {Mm(p.Grout)}",
            "Level, grout without voids, let it harden, then run the nuts up snug");
    }
}

/// <summary>A column's profile. mm.</summary>
/// <param name="Name">Designation.</param>
/// <param name="Depth">h.</param>
/// <param name="Width">b.</param>
/// <param name="Web">tw.</param>
/// <param name="Flange">tf.</param>
/// <param name="Source">Standard.</param>
public sealed record Profile(string Name, double Depth, double Width, double Web, double Flange, string Source);

/// <summary>Common profiles, read once.</summary>
public static class Profiles
{
    /// <summary>All, in the order of the table.</summary>
    public static IReadOnlyList<Profile> All { get; } = Standards.Read("profiles", r => new Profile(
        Standards.Text(r, "profile"), Standards.Number(r, "depth_mm"), Standards.Number(r, "width_mm"), Standards.Number(r, "web_mm"),
        Standards.Number(r, "flange_mm"), Standards.Text(r, "source")));

    /// <summary>The profile of that designation, blanks and capitals aside; null where there is none.</summary>
    public static Profile? Find(string name) => All.FirstOrDefault(p => Plain(p.Name) == Plain(name));

    private static string Plain(string name) => name.Replace(" ", "", StringComparison.Ordinal).Replace('×', 'x').ToUpperInvariant();
}

/// <summary>What a base plate states, every choice made. mm, MPa.</summary>
internal sealed record BasePlateInputs(
    PressedShape Shape, double Thickness, Material Plate, ImmutableArray<PlanPoint> Bolts, double BoltsX, double BoltsY, int PerRow,
    int Rows, ScrewThread Thread, GradeBand Grade, double Hole, bool Oversize,
    double Grout, double Fck, double? Beta, double Spread, double GammaC, double AlphaCc, BaseSchool School, BaseShear ShearBy,
    double Friction, ImmutableArray<double> StockList)
{
    private const double SteelModulus = 210_000;

    private const double UsualGrout = 30;

    /// <summary>βj where the grout is out of what the code covers: what 0.2·fck of grout carries.</summary>
    private const double PoorGrout = 0.2;

    /// <summary>Es/Ecm with Ecm = 22 000·((fck + 8)/10)^0.3 (EN 1992-1-1, Table 3.1).</summary>
    internal double ModularRatio => SteelModulus / (22_000 * Math.Pow((Fck + 8) / 10, 0.3));

    /// <summary>Grout and concrete as the part under the plate; it bears on nothing in the checks, its figures are those of the
    /// bed.</summary>
    internal (double Thickness, Material Material) Bed => (Math.Max(1, Grout), Standards.MaterialBands("Concrete C20/25")[0]);

    /// <summary>How a row of bolts bends the plate.</summary>
    /// <param name="IsBeyond">True beyond a flange, where it bends the plate's end; between the flanges it bends it away from the
    /// web.</param>
    /// <param name="IsUpper">True at +y.</param>
    /// <param name="IsOutermost">True for the last row beyond its flange.</param>
    /// <param name="Lever">m, bolt to the face that holds the plate, mm.</param>
    /// <param name="Length">leff, mm.</param>
    internal readonly record struct Row(bool IsBeyond, bool IsUpper, bool IsOutermost, double Lever, double Length);

    /// <summary>The row of that number, the lowest first.</summary>
    internal Row RowAt(int row)
    {
        var (y, side, apart) = (Bolts[row * PerRow].Y, (Shape.PlateWidth - BoltsX) / 2, BoltsY / (Rows - 1));
        var beyond = Math.Abs(y) - (Shape.Depth / 2);
        if (beyond > 0) return new(true, y > 0, row == 0 || row == Rows - 1, beyond,
            BasePlateFormulas.LengthOutside(beyond, (Shape.PlateDepth / 2) - Math.Abs(y), side, BoltsX, Shape.PlateWidth));
        var lever = (BoltsX - Shape.Web) / 2;
        // Rows beside it between the flanges share the web with it.
        var neighbours = new[] { row - 1, row + 1 }.Count(r => r >= 0 && r < Rows && Math.Abs(Bolts[r * PerRow].Y) <= Shape.Depth / 2);
        return new(false, y > 0, false, lever, BasePlateFormulas.LengthInside(lever, side, apart, neighbours));
    }

    internal T Fcd<T>()
        where T : struct, IScalar<T> => BasePlateFormulas.Fcd(T.Given(BasePlateTerms.AlphaCc, AlphaCc), T.Given(BasePlateTerms.Fck, Fck),
            T.Given(BasePlateTerms.GammaC, GammaC));

    internal T Fjd<T>()
        where T : struct, IScalar<T> => BasePlateFormulas.Fjd(T.Given(BasePlateTerms.BetaJ, Beta ?? PoorGrout),
            T.Given(BasePlateTerms.Spread, Spread), Fcd<T>());

    internal T Yield<T>()
        where T : struct, IScalar<T> => T.Given(BasePlateTerms.PlateYield, Plate.Yield, source: Plate.Cited);

    internal T Thick<T>()
        where T : struct, IScalar<T> => T.Given(BasePlateTerms.PlateThickness, Thickness);

    internal static BasePlateInputs? Of(KindReader r)
    {
        var (thread, profile) = (r.Thread(), Profiles.Find(r.Said.Of(BasePlateKind.Profile)));
        var grade = r.Grade(thread);
        double Sized(Field<double> field, double? of) => r.Said.Stated(field) ?? of ?? r.Need(field);
        var shape = new PressedShape(
            Sized(BasePlateKind.Depth, profile?.Depth), Sized(BasePlateKind.Width, profile?.Width),
            Sized(BasePlateKind.Flange, profile?.Flange), Sized(BasePlateKind.Web, profile?.Web),
            r.Need(BasePlateKind.PlateDepth), r.Need(BasePlateKind.PlateWidth));
        var thickness = r.Need(BasePlateKind.Thickness);
        var plate = r.MaterialOf(BasePlateKind.Material, thickness, "S275");
        var rows = r.Said.Of(BasePlateKind.Rows);
        var (boltsX, boltsY, perRow, fck) = (r.Need(BasePlateKind.BoltsX), r.Need(BasePlateKind.BoltsY), r.Said.Of(BasePlateKind.PerRow),
            r.Need(BasePlateKind.Fck));
        if (r.Failed || thread is null || grade is null || plate is null) return null;
        var d = thread.Diameter;
        var hole = r.Hole(d);
        r.Refuse(2 * shape.Flange >= shape.Depth, "base-flange", BasePlateKind.Flange, KindReader.Mm(shape.Flange),
            $"the flanges are thicker than the profile is deep: below {KindReader.Mm(shape.Depth / 2)}");
        r.Refuse(shape.Web >= shape.Width, "base-web", BasePlateKind.Web, KindReader.Mm(shape.Web),
            $"the web is wider than the flanges: below {KindReader.Mm(shape.Width)}");
        foreach (var (size, least, field, what) in new[] { (shape.PlateDepth, shape.Depth, BasePlateKind.PlateDepth, "depth"),
            (shape.PlateWidth, shape.Width, BasePlateKind.PlateWidth, "width") })
        {
            r.Refuse(size < least, "base-off-plate", field, KindReader.Mm(size),
                $"the profile stands off the plate: at least its {what}, {KindReader.Mm(least)}",
                KindReader.To(field, least, KindReader.Mm(least)));
        }
        foreach (var (bolts, size, field) in new[] { (boltsX, shape.PlateWidth, BasePlateKind.BoltsX),
            (boltsY, shape.PlateDepth, BasePlateKind.BoltsY) })
        {
            var most = size - (2 * Math.Max(d, (hole / 2) + 0.5));
            r.Refuse(bolts > most, "base-hole-outside", field, KindReader.Mm(bolts),
                $"the holes come too near the plate's edge: at most {KindReader.Mm(most)}, a diameter from the edge; "
                    + $"{KindReader.Mm(size - (4 * d))} is usual",
                    most > 0 ? [KindReader.To(field, Math.Max(d, size - (4 * d)), KindReader.Mm(Math.Max(d, size - (4 * d))))] : []);
        }
        r.Refuse(boltsY / (rows - 1) < 2 * d, "base-rows-crowded", BasePlateKind.Rows, rows.ToString(CultureInfo.InvariantCulture),
            $"the rows stand closer than two diameters: at most {(int)Math.Floor(boltsY / (2 * d)) + 1}");
        r.Refuse(boltsX / (perRow - 1) < 2 * d, "base-bolts-crowded", BasePlateKind.PerRow, perRow.ToString(CultureInfo.InvariantCulture),
            $"the bolts stand closer than two diameters: at most {(int)Math.Floor(boltsX / (2 * d)) + 1} in a row");
        foreach (var bolt in Places(boltsX, boltsY, perRow, rows).Where(b => Inside(b, shape, hole / 2)).Take(1))
        {
            r.Refuse(true, "base-hole-in-profile", Math.Abs(bolt.Y) > (shape.Depth / 2) - shape.Flange - hole ? BasePlateKind.BoltsY
                : BasePlateKind.BoltsX, KindReader.Mm(boltsY),
                "a hole runs into the column's profile: move the bolts clear of flanges and web");
        }
        var shearBy = r.Said.Of(BasePlateKind.ShearBy);
        r.Refuse(shearBy == BaseShear.Both && r.Said.Of(BasePlateKind.Oversize), "base-oversize", BasePlateKind.ShearBy,
            "friction and bolts", "bolts in oversize holes do not act together with friction (EN 1993-1-8, 6.2.2(8)): "
                + "take friction alone, or bolts in holes of usual clearance",
            new Mend("Friction", BasePlateKind.ShearBy.Path, "friction"), new Mend("Usual holes", BasePlateKind.Oversize.Path, ""));
        var lifted = r.Said[Fields.Loads].FirstOrDefault(l => (l.Stated(Fields.CaseFz) ?? 0) >= 0
            && ((l.Stated(Fields.CaseFx) ?? 0) != 0 || (l.Stated(Fields.CaseFy) ?? 0) != 0));
        r.Refuse(shearBy == BaseShear.Friction && lifted is not null, "base-friction-uplift", BasePlateKind.ShearBy, "friction",
            $"in {lifted?.Stated(Fields.CaseName) ?? "a case"} nothing presses the plate down, "
                + $"and there is no friction to carry its shear: let bolts carry it, or friction and bolts",
            new Mend("Bolts", BasePlateKind.ShearBy.Path, "bolts"),
            new Mend("Friction and bolts", BasePlateKind.ShearBy.Path, "friction and bolts"));
        var stock = r.Said.Of(BasePlateKind.Stock).Split([',', ';', ' '], StringSplitOptions.RemoveEmptyEntries)
            .Select(s => double.TryParse(s, NumberStyles.Float, CultureInfo.InvariantCulture, out var v) && v is > 0 and < 1000 ? v : 0)
            .ToImmutableArray();
        r.Refuse(stock.IsEmpty || stock.Contains(0), "base-stock", BasePlateKind.Stock, r.Said.Of(BasePlateKind.Stock),
            "must be thicknesses in mm, such as 10, 12, 15, 20");
        if (r.Failed) return null;
        var grout = r.Or(BasePlateKind.Grout, Math.Min(UsualGrout, Math.Floor(0.2 * Math.Min(shape.PlateDepth, shape.PlateWidth))));
        var beta = BasePlateFormulas.BetaJ(grout, r.Or(BasePlateKind.GroutStrength, fck), fck,
            Math.Min(shape.PlateDepth, shape.PlateWidth));
        var spread = r.Said.Stated(BasePlateKind.Spread) ?? (r.Said.Stated(BasePlateKind.ConcreteDepth) is { } depth
            && r.Said.Stated(BasePlateKind.EdgeX) is { } ex && r.Said.Stated(BasePlateKind.EdgeY) is { } ey
            ? BasePlateFormulas.SpreadOf(shape.PlateWidth, shape.PlateDepth, depth, ex, ey) : 1);
        return new(
            shape, thickness, plate, Places(boltsX, boltsY, perRow, rows), boltsX, boltsY, perRow, rows, thread, grade, hole,
            r.Said.Of(BasePlateKind.Oversize), grout, fck, beta, spread,
            r.Said.Of(BasePlateKind.GammaC), r.Said.Of(BasePlateKind.AlphaCc), r.Said.Of(BasePlateKind.School), shearBy,
            r.Said.Of(BasePlateKind.Friction), stock);
    }

    private static ImmutableArray<PlanPoint> Places(double x, double y, int perRow, int rows) =>
        [.. from row in Enumerable.Range(0, rows) from i in Enumerable.Range(0,
            perRow) select new PlanPoint(x * (((double)i / (perRow - 1)) - 0.5), y * (((double)row / (rows - 1)) - 0.5))];

    private static bool Inside(PlanPoint b, PressedShape s, double radius)
    {
        var (x, y) = (Math.Abs(b.X), Math.Abs(b.Y));
        var inFlange = x < (s.Width / 2) + radius && y < (s.Depth / 2) + radius && y > (s.Depth / 2) - s.Flange - radius;
        return inFlange || (x < (s.Web / 2) + radius && y < (s.Depth / 2) + radius);
    }
}
