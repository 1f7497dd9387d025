using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks.Codes;
using Hasp.Core.Checks.Modes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.Checks.Aisc;

/// <summary>AISC 360-22, chapter J, by load and resistance factors or by allowable strength. Its checks of bolts and of plates
/// stand in a file each.</summary>
[DesignBasis(20)]
public static class AiscBasis
{
#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Field<double> Phi = CodeFields.Coefficient(
        "aisc.phi", "φ", "resistance factor of bolts, rupture and block shear (J3, J4)", 0.75, 1);
    public static readonly Field<double> Omega = CodeFields.Coefficient(
        "aisc.omega", "Ω", "safety factor of bolts, rupture and block shear (J3, J4)", 2.0);
    public static readonly Field<double> PhiYield = CodeFields.Coefficient(
        "aisc.phiYield", "φ, yielding", "resistance factor of yielding (J4.1)", 0.9, 1);
    public static readonly Field<double> OmegaYield = CodeFields.Coefficient(
        "aisc.omegaYield", "Ω, yielding", "safety factor of yielding (J4.1)", 1.67);
    public static readonly Field<double> PhiSlip = CodeFields.Coefficient(
        "aisc.phiSlip", "φ, slip", "resistance factor of slip in standard holes and short slots across (J3.9)", 1.0, 1);
    public static readonly Field<double> OmegaSlip = CodeFields.Coefficient(
        "aisc.omegaSlip", "Ω, slip", "safety factor of slip in standard holes and short slots across (J3.9)", 1.5);
    public static readonly Field<double> PhiSlipWide = CodeFields.Coefficient(
        "aisc.phiSlipWide", "φ, slip, oversize", "resistance factor of slip in oversize holes and short slots along (J3.9)", 0.85, 1);
    public static readonly Field<double> OmegaSlipWide = CodeFields.Coefficient(
        "aisc.omegaSlipWide", "Ω, slip, oversize", "safety factor of slip in oversize holes and short slots along (J3.9)", 1.76);
    public static readonly Field<double> PhiSlipLong = CodeFields.Coefficient(
        "aisc.phiSlipLong", "φ, slip, long slots", "resistance factor of slip in long slots (J3.9)", 0.7, 1);
    public static readonly Field<double> OmegaSlipLong = CodeFields.Coefficient(
        "aisc.omegaSlipLong", "Ω, slip, long slots", "safety factor of slip in long slots (J3.9)", 2.14);
    public static readonly Field<double> ShearLag = CodeFields.Coefficient(
        "aisc.shearLag", "U, shear lag", "shear lag factor; 1 for plates, 1 − x̄/l or the values of Table D3.1 for shapes", 1.0, 1);

    public static readonly Field<bool> Deformation = new(
        "judging.aisc.deformation", Types.Named(Names.YesNo), "Hole deformation a concern",
        "whether deformation at the bolt holes at service load is a concern (J3.11)")
    {
        Otherwise = true,
    };

    public static readonly Field<bool> Developed = new(
        "judging.aisc.fillersDeveloped", Types.Named(Names.YesNo), "Fillers developed",
        "whether fillers over 1/4 in are developed (J5.2)") { Otherwise = false };

    public static readonly Field<string> Surface = new(
        "judging.aisc.surface", Types.OneOf(["A", "B"]), "Surface class, AISC", "class of the faying surfaces (J3.9)")
    {
        Default = "not stated: a slip coefficient that is stated counts, as tested", Blank = (j, _) => j.Said.Has(Fields.FaceFriction)
            ? "by the slip coefficient" : "not stated",
        Labels = new() { ["A"] = "A, μ 0.30 (clean mill scale)", ["B"] = "B, μ 0.50 (blast-cleaned)" },
    };

    public static readonly Check Shear = Check.OfBolts<ShearCheck>();
    public static readonly Check Bearing = Check.OfBolts<BearingCheck>();
    public static readonly Check Group = Check.OfParts<GroupCheck>();
    public static readonly Check Tension = Check.OfBolts<TensionCheck>();
    public static readonly Check Combined = Check.OfBolts<CombinedCheck>();
    public static readonly Check Slip = Check.OfBolts<SlipCheck>();
    public static readonly Check Yielding = Check.OfParts<YieldingCheck>();
    public static readonly Check Rupture = Check.OfParts<RuptureCheck>();
    public static readonly Check Block = Check.OfParts<BlockShearCheck>();
    public static readonly Check Flange = Check.OfBolts<FlangeCheck>();
    public static readonly Check Spacing = Check.OfParts<SpacingCheck>();
    public static readonly Check Pretension = Check.OfBolts<PretensionCheck>();
#pragma warning restore CS1591

    /// <summary>Load and resistance factor design.</summary>
    public static readonly Basis Lrfd = Made("aisc-lrfd", "AISC, LRFD", LimitStates.Lrfd);

    /// <summary>Allowable strength design.</summary>
    public static readonly Basis Asd = Made("aisc-asd", "AISC, ASD", LimitStates.Asd);

    private static Basis Made(string id, string name, LimitStates states) => new(id, name, "AISC 360-22", Checks)
    {
        Speech = Speech.Strength,
        LooksAt = states,
        Needs = () =>
        [
            .. CodeFields.Shared, Surface, Deformation, Developed, ShearLag,
            .. states == LimitStates.Lrfd ? new Field[] { Phi, PhiYield, PhiSlip, PhiSlipWide, PhiSlipLong }
                : [Omega, OmegaYield, OmegaSlip, OmegaSlipWide, OmegaSlipLong],
        ],
        Settings = said => new AiscSettings(said, states),
        Book = Book.Aisc360,
        Offers = () =>
        [
            FailureModes.Tension.By(Tension), FailureModes.Shear.By(Shear, Group), FailureModes.Combined.By(Combined),
                FailureModes.Preload.By(Pretension),
            FailureModes.Tightening.Uncovered("RCSC, section 8"),
            FailureModes.Stripping.Uncovered("nuts and threads by their product standards"), FailureModes.Bearing.By(Bearing, Group),
                FailureModes.TearOut.By(Bearing, Group),
            FailureModes.Block.By(Block), FailureModes.Section.By(Rupture), FailureModes.Gross.By(Yielding),
                FailureModes.PullThrough.Uncovered("J3 has none"),
            FailureModes.Crushing.Uncovered("parts of structural steel under standard washers are meant"), FailureModes.Flange.By(Flange),
            FailureModes.Spacing.By(Spacing), FailureModes.Slip.By(Slip), FailureModes.Separation.Uncovered("no limit state of it"),
            FailureModes.Leak.Uncovered("no joints under pressure"), FailureModes.Gasket.Uncovered("no gaskets"),
            FailureModes.Fatigue.Uncovered("a part of its own: appendix 3"), .. FailureModes.ByRule,
        ],
        Asks = Asks,
        Assumes = Assumes,
        Pretensions = how => how.Where<AiscSettings>() is { Pretensions: true },
        Guide = new(
            [
                "Bolts, J3.7 on the nominal area: shear with threads included or excluded, tension with prying, combined J3.8",
                "Bearing and tear-out by bolt and part in the direction of its force, J3.11; concentric groups as the sum over their bolts",
                "Reductions: end-loaded patterns over 38 in, A307 grips, fillers J5.2; slip J3.9 with tension J3.10",
                "Plates, J4: yielding, rupture over every staggered path with 1/16 in added to holes, block shear over every failure path",
                "Least spacing and edge distances J3.4 and J3.5, greatest ones J3.6",
            ],
            [
                "Other editions: clauses of 360-22, J3, are one higher than in 360-16",
                "Splice plates limited to Ae ≤ 0.85Ag (up to 360-10): a caution, not judged",
                "Shear lag of shapes: state U; eccentric groups by the instantaneous centre are shown on the plan, not judged by",
            ],
            [
                "Eccentric groups: the elastic shares of the bolts, each against its own strength",
                "An edge distance under Table J3.4 is allowed down to one diameter where tear-out and J4 hold; they are judged",
                "Shear planes with thread and with shank in one bolt: their strengths add",
                "Grades that Table J3.2 does not list are taken as threaded parts (0.75Fu, 0.450Fu, "
                    + "0.563Fu) with their least tensile strength",
            ]),
    };

    private static ImmutableArray<Check> Checks =>
        [Shear, Bearing, Group, Tension, Combined, Slip, Yielding, Rupture, Block, Flange, Spacing, Pretension];

    // Fu of the A490 group, 150 ksi, MPa.
    private const double SnugBelow = 1034;

    private static IEnumerable<Ask> Asks(Joint joint)
    {
        foreach (var ask in Sheared.Asks(joint)) yield return ask;
        var how = joint.Judging.By<AiscSettings>();
        if (!how.IsSlipCritical && joint.Sharing.AnyShear
            && joint.Layers.Any(l => l.Holes is HoleKind.Oversize or HoleKind.ShortSlotAlong or HoleKind.LongSlotAlong))
        {
            yield return new(CodeFields.JointType.Path, "slip-critical: oversize holes and slots along the load are for such joints "
                + "only (J3.3)");
        }
        if (!how.Pretensions && joint.Bolts.Grade.Tensile >= SnugBelow && joint.Sharing.MostTension.Case >= 0) yield return new(
            CodeFields.JointType.Path, "pretensioned: bolts of 150 ksi in tension are not left snug-tight (J3.2)");
        if (!how.IsSlipCritical || !joint.Sharing.AnyShear) yield break;
        if (FrictionOf(joint) is null) yield return new(Surface.Path,
            "the class of the faying surfaces, or a tested slip coefficient: slip goes by it");
        if (PretensionOf(joint) is null) yield return new(Fields.Grade.Path,
            "a grade with a pretension in Table J3.1: A325, A490 and their like");
    }

    private static IEnumerable<string> Assumes(Joint joint)
    {
        foreach (var line in Sheared.Assumes(joint)) yield return line;
        if (!AiscBolt.Of(joint.Bolts.Grade)
            .Listed) yield return $"{joint.Bolts.Grade.Grade} is not listed in Table J3.2: taken as a threaded part.";
        if (joint.Layers.Count(l => !l.OnlyClamped) > 2)
            yield return "Splice plates: Ae ≤ 0.85Ag, which was asked up to 360-10, is not judged.";
        if (joint.Judging.By<AiscSettings>() is { IsSlipCritical: false }
            && joint.Layers.Any(l => l.Holes is HoleKind.Oversize or HoleKind.ShortSlotAlong or HoleKind.LongSlotAlong))
        {
            yield return "Oversize holes and slots along the load are for slip-critical joints only (J3.3).";
        }
    }

    /// <summary>μ: of the class stated, else the slip coefficient stated; null where neither is.</summary>
    internal static (double Value, string Source)? FrictionOf(Joint joint) => joint.Judging.By<AiscSettings>().Surface switch
    {
        "A" => (0.30, "class A, AISC 360-22, J3.9"),
        "B" => (0.50, "class B, AISC 360-22, J3.9"),
        _ => joint.Said.Stated(Fields.FaceFriction) is { } stated ? (stated, "slip coefficient stated") : null,
    };

    /// <summary>Tb of Table J3.1; null where the table lists none.</summary>
    internal static (double Force, string Source)? PretensionOf(Joint joint) =>
        Standards.FindPretension(joint.Bolts.Grade.Grade, joint.Bolts.Thread.Diameter) is { Force: { } force } row ? (force, row.Source)
            : null;

}

/// <summary>The figures that AISC 360-22 gives twice: in inches for inch bolts, in round millimetres for metric ones. All mm.</summary>
/// <param name="Holes">Oversize holes and slots over the diameter, Tables J3.3 and J3.3M.</param>
/// <param name="Hole">What a hole counts more than it is in net areas (B4.3b).</param>
/// <param name="LongPattern">Length of an end-loaded pattern past which its bolts count less (Table J3.2, note).</param>
/// <param name="Filler">Fillers up to this thickness take nothing (J5.2).</param>
/// <param name="FillerSlope">What each mm over it takes.</param>
/// <param name="MostEdge">Greatest edge distance (J3.6).</param>
/// <param name="MostSpacing">Greatest spacing (J3.6).</param>
/// <param name="MostWeathering">Greatest spacing of unpainted weathering steel (J3.6).</param>
/// <param name="Edges">Least edge distance by diameter, Tables J3.4 and J3.4M; 1.25 d where none is listed.</param>
/// <param name="More">C2 of Tables J3.5 and J3.5M by the largest diameter: oversize holes, short slots.</param>
internal sealed record AiscUnits(
    HoleTable Holes, double Hole, double LongPattern, double Filler, double FillerSlope, double MostEdge, double MostSpacing,
    double MostWeathering, IReadOnlyDictionary<double, double> Edges, (double To, double Oversize, double ShortSlot)[] More)
{
    private const double Inch = 25.4;

    /// <summary>Those of a joint's bolts.</summary>
    internal static AiscUnits Of(Joint joint) => joint.Bolts.Thread.System == MeasureSystem.Inch ? Inches : Metric;

    private static readonly AiscUnits Inches = new(
        new(
        [
            (12.7, Inch / 8, Inch * 3 / 16), (15.875, Inch * 3 / 16, Inch / 4), (19.05, Inch * 3 / 16, Inch / 4),
            (22.225, Inch * 3 / 16, Inch / 4), (25.4, Inch / 4, Inch * 5 / 16),
            (double.PositiveInfinity, Inch * 5 / 16, Inch * 3 / 8),
        ], 2.5, "AISC 360-22, Table J3.3"),
        Inch / 16, 38 * Inch, Inch / 4, 0.4 / Inch, 6 * Inch, 12 * Inch, 7 * Inch,
        new Dictionary<double, double>
        {
            [12.7] = 19.05, [15.875] = 22.225, [19.05] = 25.4, [22.225] = 28.575, [25.4] = 31.75, [28.575] = 38.1, [31.75] = 41.275,
        },
        [(22.3, Inch / 16, Inch / 8), (28, Inch / 8, Inch / 8), (double.PositiveInfinity, Inch / 8, Inch * 3 / 16)]);

    private static readonly AiscUnits Metric = new(
        // Over the diameter: M16 20 and 22; M20 24 and 26; M22 28 and 30; M24 30 and 32; M27 35 and 37; M30 38 and 40; from M36 d +
        // 8, d + 10.
        new(
        [
            (16, 4, 6), (20, 4, 6), (22, 6, 8), (24, 6, 8), (27, 8, 10), (30, 8, 10), (double.PositiveInfinity, 8, 10),
        ], 2.5, "AISC 360-22, Table J3.3M") { RoundsLongSlot = true },
        2, 950, 6, 0.0154, 150, 300, 180,
        new Dictionary<double, double> { [16] = 22, [20] = 26, [22] = 28, [24] = 30, [27] = 34, [30] = 38, [36] = 46 },
        [(22, 2, 3), (24, 3, 3), (double.PositiveInfinity, 3, 5)]);

    /// <summary>C2: what an edge distance is more at such holes.</summary>
    internal double C2(HoleKind kind, double diameter)
    {
        var row = More.First(r => diameter <= r.To + 0.005);
        return kind switch
        {
            HoleKind.Oversize => row.Oversize,
            HoleKind.ShortSlotAlong or HoleKind.ShortSlotAcross => row.ShortSlot,
            HoleKind.LongSlotAlong or HoleKind.LongSlotAcross => 0.75 * diameter,
            _ => 0,
        };
    }
}

/// <summary>Nominal stresses of a grade, MPa.</summary>
/// <param name="Tension">Fnt.</param>
/// <param name="Threads">Fnv with threads in the plane.</param>
/// <param name="Shank">Fnv with threads kept out.</param>
/// <param name="Source">The table.</param>
/// <param name="Listed">False for a grade that the table does not list.</param>
public sealed record AiscBolt(double Tension, double Threads, double Shank, string Source, bool Listed = true)
{
    // ksi to MPa, exactly: 4448.2216152605 N/kip over 645.16 mm²/in².
    private const double Ksi = 4448.2216152605 / 645.16;

    private static readonly Dictionary<string, AiscBolt> Rows = Standards.Read("aiscBolts", r => (
        Grade: Standards.Text(r, "grade"),
        Bolt: new AiscBolt(Ksi * Standards.Number(r, "tension_ksi"), Ksi * Standards.Number(r, "threads_ksi"),
            Ksi * Standards.Number(r, "shank_ksi"), Standards.Text(r, "source"))))
        .ToDictionary(r => r.Grade, r => r.Bolt);

    private static readonly ConditionalWeakTable<GradeBand, AiscBolt> Known = [];

    /// <summary>The stresses of a grade, found once; one that is not listed is a threaded part.</summary>
    public static AiscBolt Of(GradeBand grade) => Known.GetValue(grade, Find);

    private static AiscBolt Find(GradeBand grade) => Rows.GetValueOrDefault(grade.Grade)
        ?? new(0.75 * grade.Tensile, 0.450 * grade.Tensile, 0.563 * grade.Tensile,
            $"AISC 360-22 Table J3.2, threaded parts, Fu of {grade.Cited}", false);
}

/// <summary>What AISC has read from its fields.</summary>
public sealed record AiscSettings : CodeSettings
{
    private readonly double _strength;
    private readonly double _yield;
    private readonly double[] _slip;

    internal AiscSettings(Values said, LimitStates states)
        : base(said)
    {
        States = states;
        IsLrfd = states == LimitStates.Lrfd;
        (_strength, _yield) = IsLrfd ? (said.Of(AiscBasis.Phi), said.Of(AiscBasis.PhiYield))
            : (said.Of(AiscBasis.Omega), said.Of(AiscBasis.OmegaYield));
        _slip = IsLrfd
            ? [said.Of(AiscBasis.PhiSlip), said.Of(AiscBasis.PhiSlipWide), said.Of(AiscBasis.PhiSlipLong)]
            : [said.Of(AiscBasis.OmegaSlip), said.Of(AiscBasis.OmegaSlipWide), said.Of(AiscBasis.OmegaSlipLong)];
        ShearLag = said.Of(AiscBasis.ShearLag);
        DeformationMatters = said.Of(AiscBasis.Deformation);
        FillersDeveloped = said.Of(AiscBasis.Developed);
        Surface = said.Stated(AiscBasis.Surface);
    }

    /// <summary>Which loads are looked at.</summary>
    public LimitStates States { get; }

    /// <summary>True for load and resistance factors, false for allowable strength (B3).</summary>
    public bool IsLrfd { get; }

    /// <summary>U, 1 for plates, by table D3.1 for shapes.</summary>
    public double ShearLag { get; }

    /// <summary>True where deformation of the hole at service load is a design consideration (J3.11).</summary>
    public bool DeformationMatters { get; }

    /// <summary>True where fillers over 1/4 in are developed (J5.2).</summary>
    public bool FillersDeveloped { get; }

    /// <summary>Class of the faying surfaces; null where none is stated.</summary>
    public string? Surface { get; }

    /// <summary>φRn or Rn/Ω of bolts, rupture and block shear.</summary>
    internal T Available<T>(T nominal, int index = 0)
        where T : struct, IScalar<T> => By(nominal, _strength, index);

    /// <summary>φRn or Rn/Ω of yielding.</summary>
    internal override T AvailableYield<T>(T nominal) => By(nominal, _yield, 0);

    /// <summary>φRn or Rn/Ω of slip: 0 in standard holes and short slots across, 1 in oversize holes and short slots along, 2 in
    /// long slots.</summary>
    internal T AvailableSlip<T>(T nominal, int holes)
        where T : struct, IScalar<T> => By(nominal, _slip[holes], 0);

    private T By<T>(T nominal, double factor, int index)
        where T : struct, IScalar<T> =>
        T.Let(AiscTerms.Available, IsLrfd ? T.Given(AiscTerms.Phi, factor) * nominal : nominal / T.Given(AiscTerms.Omega, factor), index);
}
