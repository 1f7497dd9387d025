using System.Collections.Immutable;
using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Preload;
using Hasp.Core.Quantities;

namespace Hasp.Core.Shop;

/// <summary>
/// A procedure by which bolts are tightened: what is done round the joint, pass by pass, by which rule. One file of rules a code; a new
/// procedure is one row here.
/// </summary>
/// <param name="Id">Stable name in documents.</param>
/// <param name="Name">As a plan prints it.</param>
/// <param name="Source">Standard and clause.</param>
public sealed record Installation(string Id, string Name, string Source)
{
    /// <summary>Every procedure, in the order in which they are offered.</summary>
    public static ImmutableArray<Installation> All => Rows.All;

    /// <summary>Why a joint cannot be tightened so; empty where it can.</summary>
    public Func<Joint, string> Refuses { get; init; } = _ => "";

    /// <summary>What is done, pass by pass.</summary>
    internal Func<PlanContext, IEnumerable<Pass>> Passes { get; init; } = _ => [];

    /// <summary>True where the torque of a verified lot is asked for before the first bolt.</summary>
    public bool AsksTest { get; init; } = true;

    /// <summary>True where it takes the bolts to yield or past it: tensions no longer follow the springs.</summary>
    public bool Yields { get; init; }

    /// <summary>What an assembly of the lot has to show before work begins.</summary>
    public string Verified { get; init; } = "reaches the tension to be shown; the highest torque at it is the job torque";

    /// <summary>The procedure of that id, or null.</summary>
    public static Installation? ById(string id) => All.FirstOrDefault(i => i.Id == id);

    /// <summary>The one that goes with a joint's tightening method, its bolts and its basis.</summary>
    public static Installation UsualFor(Joint joint)
    {
        if (!joint.Kind.IsTightened) return ById("handTight")!;
        var usual = (joint.Tightening.Method.Measure, IsStructural(joint), joint.Bolts.Grade.Grade) switch
        {
            (_, true, "F1852" or "F2280") => "twistOff",
            (Measure.Turn, true, not ("8.8" or "10.9")) => "turnOfNut",
            (Measure.Turn, _, _) => "turn",
            (Measure.Indicator, _, _) => "indicator",
            (Measure.Force, _, _) => "tensioner",
            (Measure.Stretch, _, _) => "stretch",
            (_, true, "8.8" or "10.9") => "combined",
            _ => "wrench",
        };
        return ById(usual)!;
    }

    /// <summary>The one stated, or the usual one.</summary>
    public static Installation Of(Joint joint) =>
        joint.Said.Stated(PlanFields.Installation) is { } stated ? ById(stated)! : UsualFor(joint);

    /// <summary>
    /// Why no torque stands for a joint before its lot was tested: the calibrated wrench of the RCSC specification is set by at least three
    /// assemblies of one diameter, length, grade and lot, tested on the day of use, and no table gives it one (RCSC specification, 8.2.2).
    /// Empty where a torque may be worked out.
    /// </summary>
    public string NoTorque(Joint joint) => Id is "wrench" or "torqueAngle" && IsStructural(joint) && !IsEuropean(joint)
        ? "by the RCSC specification no table gives a torque: it is that of three assemblies of this diameter, length, grade and lot, "
            + "tested on the day of use" : "";

    /// <summary>Why a joint cannot be tightened so, whatever was tested; empty where it can. By a calibrated wrench a hardened washer lies
    /// under what turns (RCSC specification, 6.2).</summary>
    public string WhyNot(Joint joint) => Refuses(joint) is { Length: > 0 } no ? no
        : NoTorque(joint).Length > 0 && (joint.Tapped ? joint.HeadWasher : joint.NutWasher) is not { Kind: "hardened" }
            ? "a hardened washer (F436) has to lie under the part that turns" : "";

    private static bool IsEuropean(Joint joint) => joint.Bolts.Grade.Grade is "8.8" or "10.9";

    /// <summary>Spaces of an indicator washer of a size, mm (ASTM F959); null where its maker has to be asked.</summary>
    public static int? SpacesOf(double diameter) =>
        TurnTables.Indicators.FirstOrDefault(r => Math.Abs(r.Diameter - diameter) < 0.01)?.Spaces;

    /// <summary>True for bolts that a structural code has preloaded: its own rules of installation hold.</summary>
    public static bool IsStructural(Joint joint) => joint.Tightening.Pretensioned;

    // Made when first asked for: the rows name formulas, and fields name the rows.
    private static class Rows
    {
        private const double Degree = Math.PI / 180;

        internal static readonly ImmutableArray<Installation> All =
        [
            new("wrench", "Torque wrench, in passes", "ASME PCC-1; RCSC specification, calibrated wrench")
            {
                Passes = c => [Pass.Snug, .. Rising(c), LastRound(c)],
                Refuses = j => j.Kind.IsTightened ? "" : "nothing is preloaded here",
            },
            new("torqueAngle", "Torque to a threshold, then an angle", "stiffness of bolt and parts; ISO 6789 for the torque")
            {
                Passes = ThresholdAndAngle,
                Refuses = NoComputedTurn,
            },
            new("yield", "Torque to yield", "the torque that no longer rises with the angle as it did: half of the elastic slope")
            {
                Yields = true,
                Passes = c => [Pass.Snug, new("yield", "To yield",
                    "With a wrench that measures both, turn until the torque rises half as fast as it did. Use the bolt once.",
                    PassMeasure.Sign, 0, "slope of the torque–angle trace") { Reaches = 1 }],
                Refuses = j => j.Tightening is { Aim: AimKind.YieldShare or AimKind.RootYieldShare, AimValue: >= 0.9 } ? ""
                    : "it ends near yield, and the joint is judged for less: aim for 90 % of yield or more first",
            },
            new("stages", "Stages of torque and angle, as stated", "the drawing or the maker; what they leave by stiffness")
            {
                AsksTest = false,
                Verified = "shows the tension to be shown after all stages",
                Passes = Stages.PassesOf,
                Refuses = Stages.WhyNot,
            },
            new("turn", "Turn of nut from snug, computed", "θ = 2π/P·F·(1/kb + 1/km)")
            {
                AsksTest = false,
                Verified = "reaches the tension to be shown by the turn alone",
                Passes = c => [Pass.Snug, Match, new("turn", "Turn", "Turn the nut by this much from the match mark; hold the bolt.",
                    PassMeasure.Turn, c.TurnFromSnug, "stretch of the bolt and closing of the parts")],
                Refuses = NoComputedTurn,
            },
            new("turnOfNut", "Turn of nut", "RCSC specification, turn-of-nut; Table 8.2")
            {
                Yields = true,
                AsksTest = false,
                Verified = "shows 1.05 times the least pretension after the turn of the table",
                Passes = c => [Pass.Snug, Match, TabledTurn(c)],
                Refuses = NoTabledTurn,
            },
            new("twistOff", "Twist-off bolt", "RCSC specification, twist-off-type bolts")
            {
                AsksTest = false,
                Verified = "shows 1.05 times the least pretension when its spline shears",
                Passes = c => [Pass.Snug, new("twist", "To the spline",
                    "Tighten until the spline shears off; refuse a bolt whose spline sheared while it was run up to snug.",
                    PassMeasure.Sign, 0, "RCSC specification, twist-off-type bolts") { Reaches = 1 }],
                Refuses = j => j.Bolts.Grade.Grade is "F1852" or "F2280" ? ""
                    : $"{j.Bolts.Grade.Grade} bolts have no spline: F1852 and F2280 do",
            },
            new("indicator", "Direct tension indicator", "ASTM F959 with the RCSC specification; EN 14399-9 with EN 1090-2, Annex J")
            {
                AsksTest = false,
                Verified = "at the tension to be shown refuses the gauge in fewer than half of its spaces",
                Passes = c => [Pass.Snug, Indicated(c)],
                Refuses = NotTightened,
            },
            new("torqueK2", "Torque method (k-class K2)", "EN 1090-2, 8.5.3")
            {
                Passes = c => [Pass.Snug, Share(c, "first", "First step, 75 %", 0.75, c.Reference, "EN 1090-2, 8.5.3: 0.75 Mr,2"),
                    Share(c, "second", "Second step, 110 %", 1.10, c.Reference, "EN 1090-2, 8.5.3: 1.10 Mr,2") with { Repeats = true }],
                Refuses = j => NotEuropean(j) is { Length: > 0 } no ? no : NotClassK2(j.Tightening.Lot),
            },
            new("combined", "Combined method", "EN 1090-2, 8.5.4")
            {
                Yields = true,
                Passes = c => [Pass.Snug, Share(c, "first", "First step, 75 %", 0.75, c.Reference, c.ReferenceSource), Match,
                    CombinedTurn(c)],
                Refuses = j => NotEuropean(j) is { Length: > 0 } no ? no : CombinedTurnOf(j) is null
                    ? "longer than ten diameters: the turn is found by test" : TwoGrips(j),
            },
            new("stretch", "Stretch by micrometer", "F/kb with the share of head and nut, VDI 2230-1, 5.1.1.1")
            {
                AsksTest = false,
                Verified = "shows the tension at the stretch",
                Passes = c => [Pass.Snug, new("half", "Half", "Measure each bolt free, note its temperature. Stretch to half.",
                    PassMeasure.Stretch, c.Stretch / 2, "F/kb") { Reaches = 0.5 },
                    new("full", "Full", "Stretch until the micrometer shows this more than the free length. "
                        + "A bolt that stays longer by a thousandth when loosened is done for.", PassMeasure.Stretch, c.Stretch,
                        "F/kb") { Repeats = true, Reaches = 1 }],
                Refuses = j => NotTightened(j) is { Length: > 0 } no ? no : TwoGrips(j),
            },
            new("tensioner", "Hydraulic tensioner", "force from the pressure, less what the nut's seating loses")
            {
                AsksTest = false,
                Verified = "keeps the tension after the pressure is let go",
                Passes = c => [Pass.Snug, new("half", "Half", "Pull to half, run the nut down by hand, let go.", PassMeasure.Force,
                    c.Preload / 2, "the preload aimed at") { Reaches = 0.5 },
                    new("full", "Full", "Pull until this remains after letting go; the maker's factor for what the nut loses comes on top.",
                    PassMeasure.Force, c.Preload, "the preload aimed at") { Repeats = true, Reaches = 1 }],
                Refuses = NotTightened,
            },
            new("handTight", "Run up by hand, secured", "no preload is reckoned with")
            {
                AsksTest = false,
                Verified = "is not tested: nothing rests on its preload",
                Passes = _ => [Pass.Snug with { Does = "Run every nut up to firm contact with an ordinary spanner, "
                    + "and go round once more." }, new("lock", "Secure", "Lock each nut with a second one, or as drawn.",
                    PassMeasure.Sign, 0, "the drawing")],
                Refuses = j => j.Kind.IsTightened ? "this joint is preloaded" : "",
            },
        ];

        private static Pass Match =>
            new("match", "Match mark", "Mark nut, bolt end and part with one line across.", PassMeasure.Sign, 0,
                "RCSC specification; EN 1090-2, 8.5.4");

        /// <summary>Shares of the torque, one pass each.</summary>
        private static IEnumerable<Pass> Rising(PlanContext c) => c.Shares.Select(share =>
            Share(c, FormattableString.Invariant($"p{share * 100:0.#}"), FormattableString.Invariant($"{share * 100:0.#} %"), share,
                c.Torque, share < 1 ? "ASME PCC-1: rising passes keep the faces parallel" : c.TorqueSource));

        /// <summary>At the full torque until nothing turns: a bolt tightened later has taken from those before it.</summary>
        private static Pass LastRound(PlanContext c) => Share(c, "round", "Round", 1, c.Torque, "ASME PCC-1: until no nut turns") with
        {
            Does = "Go round once more at the full setting, and again, until no nut turns: each bolt has taken from its neighbours.",
            Repeats = true,
        };

        private static Pass Share(PlanContext c, string id, string name, double share, double torque, string source) =>
            c.OnWrench(new(id, name, "Pull smoothly to the setting; the nut turns, the bolt is held.", PassMeasure.Torque, share * torque,
                source) { Reaches = share }, share >= 1);

        private static IEnumerable<Pass> ThresholdAndAngle(PlanContext c)
        {
            const double Threshold = 0.5;
            yield return Pass.Snug;
            yield return Share(c, "threshold", "Threshold", Threshold, c.Torque, "half of the torque, where the faces are shut");
            yield return Match;
            yield return new(
                "angle", "Angle", "Turn on by this angle. Between bolts the clamp differs no more than it did at the threshold.",
                PassMeasure.Turn, (1 - Threshold) * c.TurnFromSnug, "the other half of the preload over the stiffness");
        }

        private static Pass TabledTurn(PlanContext c)
        {
            var turn = TabledTurnOf(c.Joint)!.Value;
            var off = TurnTables.ToleranceOf(c.Joint.Said.Of(PlanFields.TurnEdition), turn.Turn);
            return new("turn", "Turn", "Turn the nut against the bolt by this much from the match mark.", PassMeasure.Turn, turn.Turn,
                $"{turn.Source}; off by −{off.Less:0}° to +{off.More:0}°: {off.Source}")
            {
                Tolerance = (off.Less * Degree, off.More * Degree),
            };
        }

        private static (double Turn, string Source)? TabledTurnOf(Joint joint)
        {
            var diameters = joint.Bolts.Length / joint.Bolts.Thread.Diameter;
            var faces = joint.Said.Of(PlanFields.Faces);
            return TurnTables.TurnOfNut.FirstOrDefault(r => diameters <= r.UpTo + Hair) is { } row
                ? ((faces switch { FaceSlope.Square => row.Square, FaceSlope.OneSloped => row.OneSloped,
                    _ => row.BothSloped }) * 2 * Math.PI, row.Source)
                : null;
        }

        private const double Hair = 1e-9;

        private static string NoTabledTurn(Joint joint) => joint switch
        {
            _ when Standards.FindPretension(joint.Bolts.Grade.Grade, joint.Bolts.Thread.Diameter)?.Source is not { } source
                || source.StartsWith("EN", StringComparison.Ordinal) => $"the table is of F3125 bolts, not of {joint.Bolts.Grade.Grade}",
            _ when joint.Layers.Any(l => l.Material.Family != MaterialFamily.Steel) =>
                "the table holds where all in the grip is steel and nothing is a gasket",
            _ when TabledTurnOf(joint) is null => "longer than twelve diameters: the turn is found by test",
            _ => TwoGrips(joint),
        };

        private static string NoComputedTurn(Joint joint) => joint switch
        {
            { Kind.IsTightened: false } => NotTightened(joint),
            { Gasket: not null } => "the turn follows from the stiffness of the parts, and a gasket has none that is sure",
            _ => TwoGrips(joint),
        };

        /// <summary>A turn or a stretch goes with one length: sides that clamp differently need one each.</summary>
        private static string TwoGrips(Joint joint) =>
            joint.Sides.Select(s => Math.Round(Stack.Of(s.Joint).Clamped, 6)).Distinct().Count() > 1
            ? "the sides clamp different lengths and need different turns: tighten by torque, or plan each side as a joint of its own"
            : "";

        private static Pass Indicated(PlanContext c)
        {
            var bolts = c.Joint.Bolts.Thread;
            var row = TurnTables.Indicators.FirstOrDefault(r => Math.Abs(r.Diameter - bolts.Diameter) < 0.01);
            var words = row is null
                ? "Tighten until a feeler gauge of 0.40 mm (0.25 mm under a nut that turns) is refused: in 3 of 4 or 5 spaces, "
                    + "4 of 6 or 7, 5 of 8 or 9, or as the maker states."
                : $"Tighten until a feeler gauge of 0.005 in (0.125 mm) is refused in at least {(row.Spaces + 1) / 2} of "
                    + $"{row.Spaces} spaces, or as the maker states.";
            return new("indicator", "Until it shows", words, PassMeasure.Sign, 0,
                row?.Source ?? "EN 14399-9; EN 1090-2, Annex J") { Repeats = true, Reaches = 1 };
        }

        private static Pass CombinedTurn(PlanContext c) =>
            new("turn", "Second step, turn", "Turn the nut on by this angle from the match mark.", PassMeasure.Turn,
                CombinedTurnOf(c.Joint)!.Value.Turn, CombinedTurnOf(c.Joint)!.Value.Source);

        private static (double Turn, string Source)? CombinedTurnOf(Joint joint)
        {
            var diameters = Stack.Of(joint).Clamped / joint.Bolts.Thread.Diameter;
            return TurnTables.Combined.FirstOrDefault(r => diameters < r.UpTo - Hair
                || (r.Inclusive && diameters <= r.UpTo + Hair)) is { } row ? (row.Degrees * Degree, row.Source) : null;
        }

        // EN 14399-1: a mean km from 0.10 to 0.23, and a coefficient of variation of at most 0.06.
        private const double LeastKm = 0.10, MostKm = 0.23, MostVariation = 0.06;

        private static string NotClassK2(MeasuredLot? lot) => lot switch
        {
            null => "Mr,2 needs the mean km of a lot (k-class K2, from its certificate or its tests): use a lot first",
            { NutFactor: < LeastKm or > MostKm } =>
                FormattableString.Invariant($"km {lot.NutFactor:0.###} of lot {lot.Name} is not k-class K2: 0.10 to 0.23 (EN 14399-1)"),
            { Variation: > MostVariation } =>
                FormattableString.Invariant($"lot {lot.Name} scatters by V = {lot.Variation:0.###}, and k-class K2 by at most 0.06 (EN 14399-1)"),
            _ => "",
        };

        private static string NotEuropean(Joint joint) =>
            IsStructural(joint) && IsEuropean(joint) ? ""
                : "for 8.8 and 10.9 bolts of EN 14399 that are preloaded to the code: aim for \"structural\" first";

        private static string NotTightened(Joint joint) => joint.Kind.IsTightened ? "" : "nothing is preloaded here";
    }
}

/// <summary>Turns and spaces as the standards table them.</summary>
internal static class TurnTables
{
    internal sealed record TurnRow(double UpTo, double Square, double OneSloped, double BothSloped, string Source);

    internal sealed record ToleranceRow(string Edition, double UpTo, double Less, double More, string Source);

    /// <summary>By how much a turn may be off, a row an edition and a range of turns.</summary>
    private static IReadOnlyList<ToleranceRow> Tolerances { get; } = Standards.Read("turnTolerance", r => new ToleranceRow(
        Standards.Text(r, "edition"), Standards.Number(r, "up_to_turns"), Standards.Number(r, "less_degrees"),
        Standards.Number(r, "more_degrees"), Standards.Text(r, "source")));

    /// <summary>Editions of the specification, the one that is taken first.</summary>
    internal static IReadOnlyList<string> Editions { get; } = [.. Tolerances.Select(r => r.Edition).Distinct()];

    /// <summary>The row of an edition for a turn, rad.</summary>
    internal static ToleranceRow ToleranceOf(string edition, double turn) =>
        Tolerances.First(r => r.Edition == edition && turn <= 2 * Math.PI * r.UpTo);

    internal sealed record CombinedRow(double UpTo, bool Inclusive, double Degrees, string Source);

    internal sealed record IndicatorRow(double Diameter, int Spaces, string Source);

    internal static IReadOnlyList<TurnRow> TurnOfNut { get; } = Standards.Read("turnOfNut", r => new TurnRow(
        Standards.Number(r, "up_to_diameters"), Standards.Number(r, "square"), Standards.Number(r, "one_sloped"),
        Standards.Number(r, "both_sloped"), Standards.Text(r, "source")));

    internal static IReadOnlyList<CombinedRow> Combined { get; } = Standards.Read("combinedTurn", r => new CombinedRow(
        Standards.Number(r, "up_to_diameters"), Standards.Text(r, "inclusive") == "yes", Standards.Number(r, "turn_degrees"),
        Standards.Text(r, "source")));

    internal static IReadOnlyList<IndicatorRow> Indicators { get; } = Standards.Read("indicatorSpaces", r => new IndicatorRow(
        Standards.Number(r, "diameter_mm"), (int)Standards.Number(r, "spaces"), Standards.Text(r, "source")));
}

/// <summary>What the passes of a plan are made from. N, mm, N·mm, rad.</summary>
/// <param name="Result">The joint and what it came to.</param>
/// <param name="Wrench">The wrench in hand; null where none is named.</param>
/// <param name="Verified">The torque that the lot was shown to need this shift, N·mm; null where it was not.</param>
internal sealed record PlanContext(Result Result, Wrench? Wrench, double? Verified)
{
    /// <summary>EN 1090-2, 8.5.2: km of the k-class K1 in Mr,1 = 0.13·d·Fp,C.</summary>
    private const double ClassK1 = 0.13;

    internal Joint Joint => Result.Joint;

    internal double TurnFromSnug => Result[Terms.TurnFromSnug];

    internal double Stretch => Result[Terms.MeasuredStretch];

    internal double Preload => Result[Terms.Preload];

    /// <summary>The torque of the last pass: of the verified lot, else as designed.</summary>
    internal double Torque => Verified ?? Result[Terms.Torque];

    internal string TorqueSource => Verified is null
        ? $"T = K·d·F, K {QuantityText.Figures(Joint.Tightening.NutFactor.K)}: {Joint.Tightening.NutFactor.Source}"
        : "job torque: the highest of this lot's tests";

    /// <summary>Mr of EN 1090-2, 8.5.2: km·d·Fp,C with the mean of a lot (k-class K2), or 0.13·d·Fp,C (K1).</summary>
    internal double Reference =>
        Tension.Torque(new Plain((Joint.Tightening.Lot?.NutFactor ?? ClassK1) * Joint.Bolts.Thread.Diameter),
            new Plain(Joint.Tightening.AimValue)).Value;

    internal string ReferenceSource =>
        Joint.Tightening.Lot is null ? "EN 1090-2, 8.5.2: 0.75 of Mr,1 = 0.13·d·Fp,C (k-class K1)"
            : "EN 1090-2, 8.5.2: 0.75 of Mr,2 = km·d·Fp,C (k-class K2)";

    /// <summary>Shares of the torque after snug.</summary>
    internal ImmutableArray<double> Shares =>
        Joint.Said.Stated(PlanFields.Passes) is { } stated && PassShares.Parse(stated) is { } shares ? shares : Joint.Bolts.Count > 1
            ? [0.3, 0.6, 1] : [1];

    /// <summary>A torque as the wrench in hand can be set to it, and why it cannot.</summary>
    /// <param name="pass">The pass.</param>
    /// <param name="full">True for the torque that counts: of a verified lot it is never set lower.</param>
    internal Pass OnWrench(Pass pass, bool full)
    {
        if (Wrench is null) return pass;
        var set = Wrench.Set(pass.Value, full && Verified is not null);
        var problem = Wrench.Reaches(set) ? ""
            : set < Wrench.Lowest ? $"below what {Wrench.Name} may be used for, a fifth of its full scale: use a smaller one for this pass"
            : $"beyond {Wrench.Name}: use a larger one";
        return pass with { Set = set, Problem = problem };
    }
}

/// <summary>Reads the shares of the passes: <c>30, 60, 100</c>.</summary>
public static class PassShares
{
    private const int Most = 8;

    /// <summary>The shares, each at most 1, rising, the last one 1; null where they are not.</summary>
    public static ImmutableArray<double>? Parse(string text)
    {
        var shares = new List<double>();
        foreach (var piece in text.Split([',', ';', '%', ' '], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            if (!double.TryParse(piece, System.Globalization.NumberStyles.Float, System.Globalization.CultureInfo.InvariantCulture,
                out var percent)) return null;
            shares.Add(percent / 100);
        }
        var rises = shares.Count is > 0 and <= Most && shares.Zip(shares.Skip(1), (a, b) => a < b).All(x => x) && shares[0] > 0
            && shares[^1] == 1;
        return rises ? [.. shares] : null;
    }
}
