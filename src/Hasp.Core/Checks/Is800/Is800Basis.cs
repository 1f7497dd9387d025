using Hasp.Core.Checks.Codes;
using Hasp.Core.Checks.Modes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.Checks.Is800;

/// <summary>IS 800:2007, section 10, limit state method. Its checks of bolts and of plates stand in a file each.</summary>
[DesignBasis(30)]
public static class Is800Basis
{
#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Field<double> GammaM0 = CodeFields.Coefficient(
        "is800.gammaM0", "γm0", "partial safety factor, yielding (Table 5)", 1.10, 3);
    public static readonly Field<double> GammaM1 = CodeFields.Coefficient(
        "is800.gammaM1", "γm1", "partial safety factor, ultimate stress (Table 5)", 1.25, 3);
    public static readonly Field<double> GammaMb = CodeFields.Coefficient(
        "is800.gammaMb", "γmb", "partial safety factor of bolts (Table 5; 1.50 for field work where it is chosen)", 1.25, 3);
    public static readonly Field<double> GammaMf = CodeFields.Coefficient(
        "is800.gammaMf", "γmf", "partial safety factor of friction, slip at ultimate (10.4.3)", 1.25, 3);
    public static readonly Field<double> GammaMfSer = CodeFields.Coefficient(
        "is800.gammaMfSer", "γmf, service", "partial safety factor of friction, slip at service (10.4.3)", 1.10, 3);

    private static readonly (string Id, double Friction, string Words)[] Surfaces =
    [
        ("untreated", 0.20, "untreated"), ("mill scale", 0.33, "clean mill scale"), ("shot-blasted", 0.50, "blasted with shot or grit"),
        ("sand-blasted", 0.48, "sand-blasted"),
        ("sand-blasted, lightly rusted", 0.52, "sand-blasted, lightly rusted"), ("zinc silicate", 0.30, "blasted, zinc-silicate paint"),
        ("zinc-sprayed", 0.25, "blasted, zinc-sprayed"),
        ("galvanised", 0.10, "hot-dip galvanised"), ("aluminium-sprayed", 0.50, "blasted, aluminium-sprayed"),
    ];

    public static readonly Field<string> Surface = new(
        "judging.is800.surface", Types.OneOf([.. Surfaces.Select(s => s.Id)]), "Surface, IS", "treatment of the faying surfaces (Table 20)")
    {
        Default = "not stated: a slip coefficient that is stated counts, as tested", Blank = (j, _) => j.Said.Has(Fields.FaceFriction)
            ? "by the slip coefficient" : "not stated",
        Labels = Surfaces.ToDictionary(s => s.Id, s => FormattableString.Invariant($"{s.Words}, μf {s.Friction:0.00}")),
    };

    public static readonly Field<bool> Tabulated = new(
        "judging.is800.netArea", Types.Named(new Named<bool>(("0.78", false), ("stress area", true))), "Net bolt area, IS",
        "net tensile area of the bolt: 0.78 of the shank, or the tabulated stress area") { Otherwise = false };

    public static readonly Field<bool> Punched = new(
        "judging.is800.punched", Types.Named(Names.YesNo), "Punched holes",
        "whether holes are punched: net areas count them 2 mm wider") { Otherwise = false };

    public static readonly Field<bool> ShearedEdges = new(
        "judging.is800.edges", Types.Named(new Named<bool>(("rolled or machined", false), ("sheared", true))), "Edges, IS",
        "edges rolled, sawn, planed or machine-flame-cut; or sheared or hand-flame-cut (10.2.4.2)") { Otherwise = false };

    public static readonly Check Shear = Check.OfBolts<ShearCheck>();
    public static readonly Check Bearing = Check.OfBolts<BearingCheck>();
    public static readonly Check Tension = Check.OfBolts<TensionCheck>();
    public static readonly Check Combined = Check.OfBolts<CombinedCheck>();
    public static readonly Check Slip = Check.OfBolts<SlipCheck>();
    public static readonly Check SlipCombined = Check.OfBolts<SlipCombinedCheck>();
    public static readonly Check Gross = Check.OfParts<GrossCheck>();
    public static readonly Check Net = Check.OfParts<NetCheck>();
    public static readonly Check Block = Check.OfParts<BlockCheck>();
    public static readonly Check Spacing = Check.OfParts<SpacingCheck>();
    public static readonly Check Pretension = Check.OfBolts<PretensionCheck>();
#pragma warning restore CS1591

    /// <summary>The basis, its checks in the order of section 10.</summary>
    public static readonly Basis Basis = new("is800", "IS 800, limit state", "IS 800:2007",
        [Shear, Bearing, Tension, Combined, Slip, SlipCombined, Gross, Net, Block, Spacing, Pretension])
    {
        Speech = Speech.Utilisation,
        LooksAt = LimitStates.Uls,
        Needs = () => [.. CodeFields.Shared, Surface, Tabulated, Punched, ShearedEdges, GammaM0, GammaM1, GammaMb, GammaMf, GammaMfSer],
        Settings = said => new Is800Settings(said),
        Book = Book.Is800,
        Offers = () =>
        [
            FailureModes.Tension.By(Tension), FailureModes.Shear.By(Shear), FailureModes.Combined.By(Combined),
                FailureModes.Preload.By(Pretension),
            FailureModes.Tightening.Uncovered("IS 4000"),
            FailureModes.Stripping.Uncovered("nuts and threads by their product standards"), FailureModes.Bearing.By(Bearing),
                FailureModes.TearOut.By(Bearing),
            FailureModes.Block.By(Block), FailureModes.Section.By(Net), FailureModes.Gross.By(Gross),
                FailureModes.PullThrough.Uncovered("section 10 has none"),
            FailureModes.Crushing.Uncovered("parts of structural steel under standard washers are meant"),
                FailureModes.Flange.Uncovered("10.4.7 gives the prying force only"),
            FailureModes.Spacing.By(Spacing), FailureModes.Slip.By(Slip, SlipCombined),
                FailureModes.Separation.Uncovered("no limit state of it"),
            FailureModes.Leak.Uncovered("no joints under pressure"), FailureModes.Gasket.Uncovered("no gaskets"),
            FailureModes.Fatigue.Uncovered("a part of its own: section 13"), .. FailureModes.ByRule,
        ],
        Asks = Asks,
        Assumes = Assumes,
        Pretensions = how => how.Where<Is800Settings>() is { Pretensions: true },
        Guide = new(
            [
                "Bearing bolts, 10.3: shear with long joints, large grips and packing, bearing, tension, shear and tension together",
                "Friction grip bolts, 10.4.3: slip at service or at ultimate, long joints 10.4.3.1, with tension 10.4.6",
                "Plates: yielding 6.2, rupture over every staggered path 6.3.1, block shear over every failure path 6.4.1",
                "Pitch, edge distances and their greatest values, 10.2",
            ],
            [
                "Angles by one leg (6.3.3) but as a kind of joint of their own, working stress method (section 11), fatigue (section 13)",
                "Prying 10.4.7: state a prying factor or a flange with the pattern",
            ],
            [
                "kb takes the end distance and the pitch of the bolt's own line for every bolt in it",
                "Net bolt area 0.78 of the shank, or the tabulated stress area where that is chosen",
                "Block shear of a load beside the centroid of the bolts: half the tension counts, as in other codes; IS 800 does not say",
            ]),
    };

    // lg/d.
    private const double MostGrip = 8;

    private static IEnumerable<Ask> Asks(Joint joint)
    {
        foreach (var ask in Sheared.Asks(joint)) yield return ask;
        if (joint.Sharing.AnyShear && Stack.Of(joint).Clamped > MostGrip * joint.Bolts.Thread.Diameter) yield return new(Fields.Thread.Path,
            "a larger bolt or a shorter grip: one over eight diameters is not permitted (10.3.3.2)");
        if (joint.Judging.By<Is800Settings>().IsSlipCritical && joint.Sharing.AnyShear && FrictionOf(joint) is null)
        {
            yield return new(Surface.Path, "the treatment of the faying surfaces, or a tested slip coefficient: slip goes by it");
        }
    }

    private static IEnumerable<string> Assumes(Joint joint)
    {
        foreach (var line in Sheared.Assumes(joint)) yield return line;
        if (!NominalStrength.Of(joint.Bolts.Grade)
            .Listed) yield return $"{joint.Bolts.Grade.Grade} is not a property class of the code: its own minimum strengths stand in.";
    }

    /// <summary>μf: of the surface stated, else the slip coefficient stated, at most 0.55; null where neither is.</summary>
    internal static (double Value, string Source)? FrictionOf(Joint joint)
    {
        if (joint.Judging.By<Is800Settings>().Surface is { } surface) return (Surfaces.First(s => s.Id == surface).Friction,
            $"{surface}, IS 800:2007, Table 20");
        return joint.Said.Stated(Fields.FaceFriction) is { } stated
            ? (Math.Min(0.55, stated), stated > 0.55 ? "slip coefficient stated, 0.55 at most" : "slip coefficient stated") : null;
    }

    /// <summary>Holes of Table 19.</summary>
    internal static readonly HoleTable Holes = new(
        [(14, 3, 4), (22, 4, 6), (24, 6, 8), (double.PositiveInfinity, 8, 10)], 2.5, "IS 800:2007, Table 19");
}

/// <summary>What IS 800 has read from its fields.</summary>
public sealed record Is800Settings : CodeSettings
{
    internal Is800Settings(Values said)
        : base(said)
    {
        (M0, M1, Mb) = (said.Of(Is800Basis.GammaM0), said.Of(Is800Basis.GammaM1), said.Of(Is800Basis.GammaMb));
        Mf = JointType == JointType.SlipAtUltimate ? said.Of(Is800Basis.GammaMf) : said.Of(Is800Basis.GammaMfSer);
        (Tabulated, Punched, ShearedEdges) = (said.Of(Is800Basis.Tabulated), said.Of(Is800Basis.Punched), said.Of(Is800Basis.ShearedEdges));
        Surface = said.Stated(Is800Basis.Surface);
    }

    /// <summary>γm0, by yielding (IS 800, table 5).</summary>
    public double M0 { get; }

    /// <summary>γm1, by rupture (table 5).</summary>
    public double M1 { get; }

    /// <summary>γmb, of bolts (table 5).</summary>
    public double Mb { get; }

    /// <summary>γmf of the limit state at which it must not slip.</summary>
    public double Mf { get; }

    /// <summary>True for the tabulated stress area of a bolt, false for 0.78 of its shank (10.3.3).</summary>
    public bool Tabulated { get; }

    /// <summary>True for punched holes: net areas count them 2 mm wider.</summary>
    public bool Punched { get; }

    /// <summary>True for sheared or hand-flame-cut edges, which stand farther off (10.2.4.2).</summary>
    public bool ShearedEdges { get; }

    /// <summary>Treatment of the faying surfaces; null where none is stated.</summary>
    public string? Surface { get; }

    /// <summary>The limit state at which it must not slip.</summary>
    public LimitStates SlipStates => JointType == JointType.SlipAtUltimate ? LimitStates.Uls : LimitStates.Sls;

    internal override T AvailableYield<T>(T nominal) => nominal / GammaM0<T>();

    internal T GammaM0<T>()
        where T : struct, IScalar<T> => T.Given(Is800Terms.GammaM0, M0);

    internal T GammaM1<T>()
        where T : struct, IScalar<T> => T.Given(Is800Terms.GammaM1, M1);

    internal T GammaMb<T>()
        where T : struct, IScalar<T> => T.Given(Is800Terms.GammaMb, Mb);

    /// <summary>What a hole takes from a net area, along and across the load, mm.</summary>
    internal (double Along, double Across) Deduction(Joint joint, int part)
    {
        var (along, across) = Is800Basis.Holes.Extent(joint, part);
        return Punched ? (along + 2, across + 2) : (along, across);
    }
}
