using System.Collections.Immutable;
using Hasp.Core.Checks.Modes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Core.Checks.Stated;

/// <summary>
/// Stated strengths: for a code that is not carried here, a handbook's stresses, a maker's force a bolt, a test. Whoever states them says
/// where they stand; what nobody stated is open.
/// </summary>
[DesignBasis(60)]
public static class StatedBasis
{
#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Field<string> By = new("judging.stated.by", Types.Text, "Stated by",
        "what the strengths are of: a code, a handbook, a maker, a test") { Default = "asked for", Blank = (_, _) => "needed" };
    public static readonly Field<string> Source = new("judging.stated.source", Types.Text, "Where it stands",
        "edition and clause, page, data sheet or test report") { Default = "asked for", Blank = (_, _) => "needed" };
    public static readonly Field<DateOnly> Dated = new("judging.stated.dated", Types.Date, "Dated", "day of the edition, sheet or report")
    {
        Default = "asked for", Blank = (_, _) => "needed",
    };
    public static readonly Field<LimitStates> Loads = new("judging.stated.loads",
        Types.Named(new Named<LimitStates>(("service", LimitStates.Sls), ("factored", LimitStates.Uls))), "Loads are",
        "whether the strengths are meant for service loads or for factored ones") { Default = "asked for", Blank = (_, _) => "needed" };
    public static readonly Field<double> Factor = new("judging.stated.factor", Types.Number, "Required factor F",
        "what a strength is divided by: 1 where it is a permissible one or its factors are in it already")
    {
        Min = 1, Max = 20, Default = "asked for", Blank = (_, _) => "needed",
    };
    public static readonly Field<double> ShearExponent = Exponent("a", "shear");
    public static readonly Field<double> TensionExponent = Exponent("b", "tension");
#pragma warning restore CS1591

    /// <summary>What can be stated: each way of failing with its check.</summary>
    internal static ImmutableArray<Stated> All { get; } =
    [
        new("tension", "Bolt tension", OnBolt: true), new("shear", "Bolt shear", OnBolt: true), new("bearing", "Bearing"), new("tearOut",
            "Tear-out"),
        new("section", "Net section", OfWhole: true), new("gross", "Gross section", OfWhole: true), new("pullThrough", "Pull-through"),
    ];

    internal static readonly Stated OfTension = All[0], OfShear = All[1], OfBearing = All[2], OfTearOut = All[3], OfSection = All[4],
        OfGross = All[5], OfPullThrough = All[6];

#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Check Tension = Check.OfBolts<TensionCheck>();
    public static readonly Check Shear = Check.OfBolts<ShearCheck>();
    public static readonly Check Combined = Check.OfBolts<CombinedCheck>();
    public static readonly Check Bearing = Check.OfBolts<BearingCheck>();
    public static readonly Check TearOut = Check.OfBolts<TearOutCheck>();
    public static readonly Check Section = Check.OfParts<SectionCheck>();
    public static readonly Check Gross = Check.OfParts<GrossCheck>();
    public static readonly Check PullThrough = Check.OfBolts<PullThroughCheck>();
#pragma warning restore CS1591

    /// <summary>The basis.</summary>
    public static readonly Basis Basis = new("stated", "Stated strengths", "",
        [Tension, Shear, Combined, Bearing, TearOut, Section, Gross, PullThrough])
    {
        Speech = Speech.Utilisation,
        Book = Book,
        JudgesLoose = true,
        NameBy = settings => $"strengths stated by {((StatedSettings)settings).Cited}",
        LooksAtBy = settings => ((StatedSettings)settings).Loads ?? LimitStates.NotStated,
        Needs = () => [Fields.ShearBy, By, Source, Dated, Loads, .. All.SelectMany(s => s.Fields), Factor, ShearExponent, TensionExponent],
        Settings = said => new StatedSettings(said),
        Offers = () =>
        [
            Asked(FailureModes.Tension, OfTension, Tension), Asked(FailureModes.Shear, OfShear, Shear),
                FailureModes.Combined.By(Combined) with { Wants = WantsExponents },
            Asked(FailureModes.Bearing, OfBearing, Bearing), Asked(FailureModes.TearOut, OfTearOut, TearOut), Asked(FailureModes.Section,
                OfSection, Section), Asked(FailureModes.Gross, OfGross, Gross),
            Asked(FailureModes.PullThrough, OfPullThrough, PullThrough),
            .. FailureModes.Unjudged.Select(m => m.Uncovered("nothing of it can be stated")), .. FailureModes.ByRule,
        ],
        Asks = Asks,
        Assumes = Assumes,
        Guide = new(
            [
                "Tension, shear and both together of the bolt; bearing, tear-out, net and gross section, pull-through of the parts: "
                    + "as far as they are stated",
                "Each a stress or a factor on a strength with the area it stands on, or a force a bolt; one required factor for all",
            ],
            [
                "Everything that nobody states is open, and says so; whether a figure is right is whoever stated it to answer for",
                "Preload is not counted in the strength of a bolt; prying as far as it is stated with the pattern",
            ],
            [
                "A force is that of one bolt, in shear of all its planes together; a stress in shear counts in each plane",
                "Net area by the holes stated side by side, or by every path of a pattern; tear-out on two planes from the hole's edge",
            ]),
    };

    private const string Book = "stated";

    private static Field<double> Exponent(string symbol, string of) => new($"judging.stated.{of}Exponent", Types.Number,
        $"Exponent {symbol}, {of}",
        $"exponent of the share of {of} in (V/Rv)^a + (N/Rt)^b = 1; 1 adds the shares, 2 is a circle")
    {
        Min = 1, Max = 10, Default = "asked for where shear and tension come together", Blank = (_, _) => "not stated",
    };

    private static Offer Asked(Mode mode, Stated stated, Check check) => mode.By(check) with
    {
        Wants = joint => joint.Said.Stated(stated.Strength) is not { } strength
            ? new(stated.Strength.Path, $"its strength, and where that stands: nobody stated one for {stated.Name.ToLowerInvariant()}")
            : stated.Takes(strength) ? null
            : new(stated.Strength.Path, $"a stress or a factor: a force a bolt says nothing of a {stated.Name.ToLowerInvariant()}"),
    };

    private static Ask? WantsExponents(Joint joint) =>
        joint.Judging.Where<StatedSettings>() is not { ShearExponent: not null, TensionExponent: not null }
            ? new((joint.Said.Has(ShearExponent) ? TensionExponent : ShearExponent).Path,
                "how shear and tension count together: their exponents, and a strength for each")
            : null;

    private static IEnumerable<Ask> Asks(Joint joint)
    {
        var said = joint.Said;
        if (!said.Has(By)) yield return new(By.Path, "whose strengths they are: a figure without its source is none");
        if (!said.Has(Source)) yield return new(Source.Path, "where they stand: clause, page, sheet or report");
        if (!said.Has(Dated)) yield return new(Dated.Path, "the day of the edition, sheet or report");
        if (!said.Has(Loads)) yield return new(Loads.Path, "whether they are meant for service loads or for factored ones");
        if (!said.Has(Factor))
            yield return new(Factor.Path, "the required factor: 1 where the strengths are permissible ones or have their factors in them");
        for (var i = 0; joint.Sharing.AnyShear && i < joint.Layers.Length; i++) if (Codes.Sheared.OnConcrete(joint,
            i) is { } concrete) yield return concrete;
        foreach (var s in All.Where(s => s.Area is { } area && said.Stated(s.Strength) is { As: not StatedAs.Force } && !said.Has(area)))
        {
            yield return new(s.Area!.Path, $"the area that the strength in {s.Key} stands on: shank, stress area, root, "
                + $"or a share of the shank");
        }
    }

    private static IEnumerable<string> Assumes(Joint joint)
    {
        var how = joint.Judging.By<StatedSettings>();
        yield return $"Strengths as stated by {how.Cited}.";
        if (how.Loads is { } states) yield return $"Loads are {(states == LimitStates.Sls ? "service loads" : "factored loads")}.";
    }
}

/// <summary>A strength that can be stated for a way of failing.</summary>
/// <param name="Key">The way of failing, by its id; also its part of the document.</param>
/// <param name="Name">The way of failing in the field's words.</param>
/// <param name="OnBolt">True where it is the bolt's and stands on one of its areas; the area of a part follows from its sizes.</param>
/// <param name="OfWhole">True where it is of a part as a whole, which no force a bolt says anything of.</param>
internal sealed record Stated(string Key, string Name, bool OnBolt = false, bool OfWhole = false)
{
    /// <summary>True where a strength can be judged by for it.</summary>
    public bool Takes(StatedStrength strength) => !OfWhole || strength.As != StatedAs.Force;

    /// <summary>The strength.</summary>
    public Field<StatedStrength> Strength { get; } = new($"judging.stated.{Key}", StatedStrength.Type, Name,
        $"{Name.ToLowerInvariant()}: {(OfWhole ? "a stress (160 MPa) or a factor (0.6 fu, 0.9 fy)"
            : $"a stress (160 MPa), a factor (0.6 {(OnBolt ? "fub" : "fu")}, 0.9 fy) or a force a bolt (45 kN)")}")
    {
        Default = "open", Blank = (_, _) => "open",
    };

    /// <summary>The area it stands on; null for a part's.</summary>
    public Field<StatedArea>? Area { get; } = !OnBolt ? null : new($"judging.stated.{Key}Area", StatedArea.Type, $"Area, {Key}",
        $"area that the strength in {Key} stands on: shank, stress area, root, or a share of the shank such as 0.78 shank")
    {
        Default = "asked for with a stress or a factor", Blank = (_, _) => "not stated",
    };

    /// <summary>Both.</summary>
    public IEnumerable<Field> Fields => Area is null ? [Strength] : [Strength, Area];
}

/// <summary>What the stated basis has read from its fields.</summary>
public sealed record StatedSettings
{
    private readonly Values _said;

    internal StatedSettings(Values said)
    {
        _said = said;
        (By, Loads) = (said.Stated(StatedBasis.By), said.Stated(StatedBasis.Loads));
        (ShearExponent, TensionExponent) = (said.Stated(StatedBasis.ShearExponent), said.Stated(StatedBasis.TensionExponent));
        Factor = said.Stated(StatedBasis.Factor) ?? 1;
        var dated = said.Stated(StatedBasis.Dated) is { } day ? $", {day:yyyy-MM-dd}" : "";
        Cited = $"{By ?? "nobody named"}{(said.Stated(StatedBasis.Source) is { } source ? $", {source}" : "")}{dated}";
    }

    /// <summary>Whose strengths they are.</summary>
    public string? By { get; }

    /// <summary>Whose they are, where they stand and of what day.</summary>
    public string Cited { get; }

    /// <summary>What loads they are meant for; null where nobody said.</summary>
    public LimitStates? Loads { get; }

    /// <summary>What a strength is divided by; 1 while it is asked for.</summary>
    public double Factor { get; }

    /// <summary>Exponent of the share of shear in the interaction; null where nobody said.</summary>
    public double? ShearExponent { get; }

    /// <summary>Exponent of the share of tension in the interaction; null where nobody said.</summary>
    public double? TensionExponent { get; }

    /// <summary>True where a case counts.</summary>
    public bool Counts(LoadCase load) => Loads is not { } states || load.CountsIn(states);

    /// <summary>The strength stated for a way of failing; null where none is that says anything of it, or its area is still asked
    /// for.</summary>
    internal StatedStrength? Of(Stated stated) =>
        _said.Stated(stated.Strength) is { } s && stated.Takes(s)
            && (stated.Area is null || s.As == StatedAs.Force || _said.Has(stated.Area)) ? s : null;

    /// <summary>The area that it stands on.</summary>
    internal StatedArea AreaOf(Stated stated) => _said.Of(stated.Area!);

    /// <summary>What is left of a strength: R/F.</summary>
    internal T Available<T>(T strength, int index)
        where T : struct, IScalar<T> => T.Let(StatedTerms.Available, strength / T.Given(StatedTerms.Factor, Factor, source: "stated"),
            index);
}
