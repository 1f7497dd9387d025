using Hasp.Core.Checks.Codes;
using Hasp.Core.Checks.Modes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.Checks.Eurocode;

/// <summary>
/// EN 1993-1-8:2005, section 3, with the recommended partial factors. A file each for shear, bearing, groups, tension, slip, sections and
/// spacing.
/// </summary>
[DesignBasis(10)]
public static class EurocodeBasis
{
#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Field<double> GammaM0 = CodeFields.Coefficient(
        "eurocode.gammaM0", "γM0", "partial factor of cross-sections (EN 1993-1-1, 6.1)", 1.0, 3);
    public static readonly Field<double> GammaM2 = CodeFields.Coefficient(
        "eurocode.gammaM2", "γM2", "partial factor of bolts and net sections (Table 2.1)", 1.25, 3);
    public static readonly Field<double> GammaM3 = CodeFields.Coefficient(
        "eurocode.gammaM3", "γM3", "partial factor of slip, category C (Table 2.1)", 1.25, 3);
    public static readonly Field<double> GammaM3Ser = CodeFields.Coefficient(
        "eurocode.gammaM3ser", "γM3,ser", "partial factor of slip at service, category B (Table 2.1)", 1.1, 3);

    public static readonly Field<string> Surface = new(
        "judging.eurocode.surface", Types.OneOf(["A", "B", "C", "D"]), "Surface class, EN", "class of the friction surfaces (Table 3.7)")
    {
        Default = "not stated: a slip coefficient that is stated counts, as tested", Blank = (j, _) => j.Said.Has(Fields.FaceFriction)
            ? "by the slip coefficient" : "not stated",
        Labels = new() { ["A"] = "A, μ 0.5 (blasted, or sprayed aluminium)", ["B"] = "B, μ 0.4 (blasted, alkali-zinc silicate)",
            ["C"] = "C, μ 0.3 (wire-brushed, flame-cleaned)", ["D"] = "D, μ 0.2 (as rolled)" },
    };

    public static readonly Check Shear = Check.OfBolts<ShearCheck>();
    public static readonly Check Bearing = Check.OfBolts<BearingCheck>();
    public static readonly Check Group = Check.OfParts<GroupCheck>();
    public static readonly Check Tension = Check.OfBolts<TensionCheck>();
    public static readonly Check Punching = Check.OfBolts<PunchingCheck>();
    public static readonly Check Combined = Check.OfBolts<CombinedCheck>();
    public static readonly Check Slip = Check.OfBolts<SlipCheck>();
    public static readonly Check Gross = Check.OfParts<GrossSectionCheck>();
    public static readonly Check Net = Check.OfParts<NetSectionCheck>();
    public static readonly Check Block = Check.OfParts<BlockTearingCheck>();
    public static readonly Check Flange = Check.OfBolts<FlangeCheck>();
    public static readonly Check Spacing = Check.OfParts<SpacingCheck>();
    public static readonly Check Pretension = Check.OfBolts<PretensionCheck>();
#pragma warning restore CS1591

    /// <summary>The basis, its checks in the order of Table 3.2.</summary>
    public static readonly Basis Basis = new("eurocode", "Eurocode 3", "EN 1993-1-8:2005",
        [Shear, Bearing, Group, Tension, Punching, Combined, Slip, Gross, Net, Block, Flange, Spacing, Pretension])
    {
        Speech = Speech.Utilisation,
        LooksAt = LimitStates.Uls,
        Needs = () => [.. CodeFields.Shared, Surface, GammaM0, GammaM2, GammaM3, GammaM3Ser],
        Settings = said => new EurocodeSettings(said),
        Book = Book.Eurocode3,
        Offers = () =>
        [
            FailureModes.Tension.By(Tension), FailureModes.Shear.By(Shear, Group), FailureModes.Combined.By(Combined),
                FailureModes.Preload.By(Pretension),
            FailureModes.Tightening.Uncovered("EN 1090-2, 8.5"),
            FailureModes.Stripping.Uncovered("nuts and threads by their product standards"), FailureModes.Bearing.By(Bearing, Group),
                FailureModes.TearOut.By(Bearing, Group),
            FailureModes.Block.By(Block), FailureModes.Section.By(Net), FailureModes.Gross.By(Gross), FailureModes.PullThrough.By(Punching),
            FailureModes.Crushing.Uncovered("parts of structural steel under standard washers are meant"), FailureModes.Flange.By(Flange),
            FailureModes.Spacing.By(Spacing), FailureModes.Slip.By(Slip), FailureModes.Separation.Uncovered("no limit state of it"),
            FailureModes.Leak.Uncovered("no joints under pressure"), FailureModes.Gasket.Uncovered("no gaskets"),
            FailureModes.Fatigue.Uncovered("a part of its own: EN 1993-1-9"), .. FailureModes.ByRule,
        ],
        Asks = Asks,
        Assumes = Assumes,
        Pretensions = how => how.Where<EurocodeSettings>() is { Pretensions: true },
        Guide = new(
            [
                "Bolts, Table 3.4: shear in every plane with threads or shank in it, bearing by bolt, part and direction, "
                    + "tension with prying, punching, shear and tension together",
                "Reductions: packing 3.6.1(12), long joints 3.8, M12 and M14 in 2 mm clearance 3.6.1(5), "
                    + "single lap with one bolt row 3.6.1(10), oversize and slotted holes",
                "Groups 3.7; slip 3.9 for categories B and C with tension 3.9.2; "
                    + "block tearing 3.10.2 over every failure path of the pattern",
                "Gross and net sections with staggered holes, EN 1993-1-1 6.2.2 and 6.2.3; T-stubs 6.2.4, "
                    + "modes 1 to 3 of Table 6.2; spacing and edges, Table 3.3",
                "Pins 3.13 and column bases 6.2.2, 6.2.5, 6.2.6.11, as kinds of joint of their own",
            ],
            [
                "The second generation (EN 1993-1-8:2024), which changes bearing; national annexes: state their factors",
                "Angles connected by one leg (3.10.3) but as a kind of joint of their own, injection bolts, hollow sections, "
                    + "fatigue (EN 1993-1-9)",
                "Stripping of tapped threads and inserts, preload scatter: the machine basis judges them",
            ],
            [
                "Staggered lines: p2 of a bolt is its distance to the nearest bolt of another line, slanting where that is nearer",
                "A skew force is judged in its components parallel and normal to the end, apart",
                "Shear planes with thread and with shank in one bolt: their resistances add",
                "Category C: bolt shear is shown and judged, although Table 3.2 does not ask for it",
            ]),
    };

    private static IEnumerable<Ask> Asks(Joint joint)
    {
        foreach (var ask in Sheared.Asks(joint)) yield return ask;
        if (joint.Bolts.Grade.Grade is "9.8" or "12.9") yield return new(Fields.Grade.Path,
            $"a grade of Table 3.1: {joint.Bolts.Grade.Grade} is none, and 3.1.1(3) covers those of the table");
        var how = joint.Judging.By<EurocodeSettings>();
        if (!how.IsSlipCritical || !joint.Sharing.AnyShear) yield break;
        if (FrictionOf(joint) is null) yield return new(Surface.Path,
            "the class of the friction surfaces, or a tested slip coefficient: slip goes by it");
        if (!IsPreloadable(joint)) yield return new(Fields.Grade.Path, "bolts of 8.8 or 10.9: only those are preloaded (3.1.2)");
    }

    private static IEnumerable<string> Assumes(Joint joint)
    {
        foreach (var line in Sheared.Assumes(joint)) yield return line;
        var bolt = NominalStrength.Of(joint.Bolts.Grade);
        if (!bolt.Listed) yield return $"{bolt.Grade} is not a grade of Table 3.1: its own minimum strengths and the lesser αv stand in.";
        yield return "Bolts and holes are made to EN 1090-2; threads are rolled or to its standards.";
    }

    /// <summary>Bolts that categories B, C and E take (3.1.2).</summary>
    internal static bool IsPreloadable(Joint joint) => joint.Bolts.Grade.Grade is "8.8" or "10.9";

    /// <summary>μ: of the class stated, else the slip coefficient stated; null where neither is.</summary>
    internal static (double Value, string Source)? FrictionOf(Joint joint) => joint.Judging.By<EurocodeSettings>().Surface switch
    {
        "A" => (0.5, "class A, EN 1993-1-8, Table 3.7"),
        "B" => (0.4, "class B, EN 1993-1-8, Table 3.7"),
        "C" => (0.3, "class C, EN 1993-1-8, Table 3.7"),
        "D" => (0.2, "class D, EN 1993-1-8, Table 3.7"),
        _ => joint.Said.Stated(Fields.FaceFriction) is { } stated ? (stated, "slip coefficient stated") : null,
    };

    /// <summary>Holes of EN 1090-2, Table 11.</summary>
    internal static readonly HoleTable Holes = new(
        [(14, 3, 4), (22, 4, 6), (24, 6, 8), (double.PositiveInfinity, 8, 10)], 2.5, "EN 1090-2, Table 11");
}

/// <summary>What the Eurocode has read from its fields.</summary>
public sealed record EurocodeSettings : CodeSettings
{
    internal EurocodeSettings(Values said)
        : base(said)
    {
        M0 = said.Of(EurocodeBasis.GammaM0);
        M2 = said.Of(EurocodeBasis.GammaM2);
        M3 = said.Of(EurocodeBasis.GammaM3);
        M3Ser = said.Of(EurocodeBasis.GammaM3Ser);
        Surface = said.Stated(EurocodeBasis.Surface);
    }

    /// <summary>γM0, of cross-sections (EN 1993-1-1, 6.1).</summary>
    public double M0 { get; }

    /// <summary>γM2, of bolts, bearing and net sections (EN 1993-1-8, table 2.1).</summary>
    public double M2 { get; }

    /// <summary>γM3, of slip at the ultimate limit state (table 2.1).</summary>
    public double M3 { get; }

    /// <summary>γM3,ser, of slip in service (table 2.1).</summary>
    public double M3Ser { get; }

    /// <summary>Class of the friction surfaces; null where none is stated.</summary>
    public string? Surface { get; }

    internal override T AvailableYield<T>(T nominal) => nominal / GammaM0<T>();

    internal T GammaM0<T>()
        where T : struct, IScalar<T> => T.Given(EurocodeTerms.GammaM0, M0);

    internal T GammaM2<T>()
        where T : struct, IScalar<T> => T.Given(EurocodeTerms.GammaM2, M2);
}
