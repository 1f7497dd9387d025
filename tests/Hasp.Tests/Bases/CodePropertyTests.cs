using System.Collections.Immutable;
using CsCheck;
using Hasp.Core;
using Hasp.Core.Checks;
using Hasp.Core.Checks.Aisc;
using Hasp.Core.Checks.Eurocode;
using Hasp.Core.Checks.Is800;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Sizing;
using Check = Hasp.Core.Checks.Check;

namespace Hasp.Tests.Bases;

/// <summary>What must hold of every design basis, whatever the joint.</summary>
public sealed class CodePropertyTests
{
    public static TheoryData<string> Ids => [.. Basis.All.Select(b => b.Id)];

    private static Gen<string> OneOf(params string[] choices) => Gen.Int[0, choices.Length - 1].Select(i => choices[i]);

    private static readonly Gen<Lap> Laps =
        from along in Gen.Int[1, 4]
        from lines in Gen.Int[1, 3]
        from thickness in Gen.Double[6, 25]
        from end in Gen.Double[30, 80]
        from side in Gen.Double[30, 80]
        from pitch in Gen.Double[60, 110]
        from gauge in Gen.Double[60, 110]
        from load in Gen.Double[20, 500]
        from type in OneOf("bearing", "pretensioned", "no slip at service", "no slip at ultimate")
        from holes in OneOf("standard", "oversize", "short slot across", "long slot along")
        select new Lap
        {
            Along = along, Lines = lines, Thickness = DocumentText.Mm(Math.Round(thickness, 1)), End = DocumentText.Mm(Math.Round(end, 1)),
            Side = DocumentText.Mm(Math.Round(side, 1)),
            PitchAlong = DocumentText.Mm(Math.Round(pitch, 1)), PitchAcross = DocumentText.Mm(Math.Round(gauge, 1)),
            Load = FormattableString.Invariant($"{load:0.###} kN"),
            More = [("judging.jointType", type), ("layers[0].holes", holes), ("judging.eurocode.surface", "B"),
                ("judging.aisc.surface", "A"), ("judging.is800.surface", "shot-blasted"),
                ("loads[0].fz", FormattableString.Invariant($"{load / 3:0.###} kN"))],
        };

    /// <summary>Laps whose bolts hold against a moment about any axis.</summary>
    private static readonly Gen<Lap> Groups = Laps.Select(l => l with { Along = Math.Max(2, l.Along), Lines = Math.Max(2, l.Lines) });

    private static Dictionary<string, double> Factors(Joint joint) =>
        Evaluation.Run(joint).Checks.Where(c => c.Factor is not null).ToDictionary(c => c.Check.Id, c => c.Factor!.Value);

    [Theory]
    [MemberData(nameof(Ids))]
    public void More_load_never_helps(string id)
    {
        var compared = 0;
        Gen.Select(Laps, Gen.Double[1, 3]).Sample((lap, times) =>
        {
            var joint = (lap with { Basis = id }).Joint;
            var (less, more) = (Factors(joint), Factors(joint.WithLoad(times)));
            foreach (var (check, factor) in less)
            {
                Assert.True(more[check] <= factor * (1 + 1e-9), $"{check}: {factor}, and {more[check]} at {times} times the load");
                Interlocked.Increment(ref compared);
            }
        }, iter: 40);
        Assert.True(compared > 150, $"only {compared} were compared");
    }

    [Theory]
    [MemberData(nameof(Ids))]
    public void A_joint_mirrored_or_turned_is_the_same_joint(string id)
    {
        var compared = 0;
        Gen.Select(Groups, Gen.Double[-3, 3], Gen.Double[-40, 40]).Sample((lap, turn, beside) =>
        {
            var load = double.Parse(lap.Load.Split(' ')[0], System.Globalization.CultureInfo.InvariantCulture);
            Lap Placed(double angle, double mirror)
            {
                var (c, s) = (Math.Cos(angle), Math.Sin(angle));
                // The force, askew by a third, and its place beside the bolts are turned with the pattern.
                var (fx, fy, x, y) = (load, mirror * load / 3, beside, mirror * 25);
                string N(double v, string unit) => FormattableString.Invariant($"{v:R} {unit}");
                return (lap with { Basis = id }).With(
                    ("pattern.turned", N(angle * 180 / Math.PI, "deg")), ("loads[0].fx", N((c * fx) - (s * fy), "kN")),
                    ("loads[0].fy", N((s * fx) + (c * fy), "kN")),
                    ("loads[0].atX", N((c * x) - (s * y), "mm")), ("loads[0].atY", N((s * x) + (c * y), "mm")));
            }
            var here = Factors(Placed(0, 1).Joint);
            foreach (var there in new[] { Factors(Placed(turn, 1).Joint), Factors(Placed(0, -1).Joint) })
            {
                Assert.Equal(here.Keys.Order(), there.Keys.Order());
                foreach (var (check, factor) in here)
                {
                    Assert.True(Math.Abs(there[check] - factor) <= 1e-6 * factor, $"{check}: {factor} and {there[check]}");
                    Interlocked.Increment(ref compared);
                }
            }
        }, iter: 25);
        Assert.True(compared > 120, $"only {compared} were compared");
    }

    [Theory]
    [MemberData(nameof(Ids))]
    public void Inches_and_millimetres_agree(string id)
    {
        static string In(string mm) => Lap.In(double.Parse(mm.Split(' ')[0], System.Globalization.CultureInfo.InvariantCulture) / 25.4);
        Laps.Sample(lap =>
        {
            var metric = lap with { Basis = id };
            var inch = metric with { Thickness = In(lap.Thickness), End = In(lap.End), Side = In(lap.Side), PitchAlong = In(lap.PitchAlong),
                PitchAcross = In(lap.PitchAcross) };
            var (a, b) = (Factors(metric.Joint), Factors(inch.Joint));
            Assert.Equal(a.Keys.Order(), b.Keys.Order());
            foreach (var (check, factor) in a) Assert.Equal(factor, b[check], 1e-9 * factor);
        }, iter: 15);
    }

    /// <summary>A check that is linear in the load has its resistance where the load times its factor is.</summary>
    [Theory]
    [MemberData(nameof(Ids))]
    public void Utilisation_times_factor_is_one_where_the_check_is_linear(string id)
    {
        var linear = 0;
        Laps.Sample(lap =>
        {
            var joint = (lap with { Basis = id }).Joint;
            foreach (var check in Evaluation.Run(joint).Checks.Where(c => c.Sides is not null))
            {
                var (resistance, effect, _) = check.Sides!.Value;
                Assert.Equal(1, effect / resistance * check.Factor!.Value, 1e-9);
                Interlocked.Increment(ref linear);
            }
            foreach (var limit in Capacity.Of(joint))
            {
                var factor = Evaluation.Run(joint.WithLoad(limit.Times)).Checks.Single(c => c.Check == limit.Check).Factor;
                if (factor is { } f) Assert.Equal(joint.Judging.Required(limit.Check), f, 1e-6 * f);
            }
        }, iter: 12);
        if (id is not ("machine" or "margins")) Assert.True(linear > 30, $"only {linear} are linear");
    }

    [Fact]
    public void Reductions_are_one_at_their_thresholds_and_go_on_from_there()
    {
        static Plain P(double v) => new(v);
        var d = P(20);
        Assert.Equal(1, EurocodeFormulas.PackingReduction(d, P(20 / 3.0)).Value, 1e-12);
        Assert.True(EurocodeFormulas.PackingReduction(d, P(7)).Value < 1);
        Assert.Equal(1, EurocodeFormulas.LengthReduction(P(300), d).Value, 1e-12);
        Assert.Equal(0.75, EurocodeFormulas.LengthReduction(P(1300), d).Value, 1e-12);
        Assert.Equal(0.75, EurocodeFormulas.LengthReduction(P(9000), d).Value, 1e-12);
        Assert.Equal(1, Is800Formulas.LongJoint(P(300), d).Value, 1e-12);
        Assert.Equal(0.75, Is800Formulas.LongJoint(P(1300), d).Value, 1e-12);
        Assert.Equal(1, Is800Formulas.LargeGrip<Plain>(P(100), d, null).Value, 1e-12);
        // The code steps here: 6 mm is the last without a reduction.
        Assert.Equal(0.925, Is800Formulas.Packing(P(6)).Value, 1e-12);
        Assert.Equal(1, AiscFormulas.Fillers(P(25.4 / 4), P(25.4 / 4), P(0.4 / 25.4)).Value, 1e-12);
        Assert.Equal(0.85, AiscFormulas.Fillers(P(25.4), P(25.4 / 4), P(0.4 / 25.4)).Value, 1e-12);
        Assert.Equal(90, AiscFormulas.ReducedTension(P(90), P(0.3)).Value, 1e-9);
        Assert.Equal(0.3 * 90, AiscFormulas.ReducedTension(P(90), P(1)).Value, 1e-9);
        Assert.Equal(1, AiscFormulas.SlipTension(P(0), P(1.13), P(28)).Value, 1e-12);
        Assert.Equal(0, AiscFormulas.SlipTension(P(100), P(1.13), P(28)).Value, 1e-12);
        Assert.Equal(EurocodeFormulas.AlphaEnd(P(75), P(25)).Value, EurocodeFormulas.AlphaB(P(5), P(1000), P(400)).Value, 1e-12);
    }

    [Theory]
    [InlineData(40, 275)]
    [InlineData(40.001, 255)]
    public void Strengths_step_at_the_thickness_of_the_standard(double thickness, double yield)
    {
        var lap = new Lap { Parts = [("Plate", DocumentText.Mm(thickness), "left"), ("Strap", "60 mm", "right")], Along = 2,
            Load = "900 kN" };
        Assert.Equal(yield, lap.Joint.Layers[0].Material.Yield);
        Assert.Equal(Math.Min(yield * thickness * 140, 255 * 60 * 140), lap.Resistance(EurocodeBasis.Gross), 1);
    }

    /// <summary>A load is surpassed only by one that is stated for the same limit state: a check may look at the others alone.</summary>
    [Fact]
    public void A_larger_load_of_another_limit_state_hides_none()
    {
        var lap = new Lap().With(
            ("loads[0].limitState", "ultimate"), ("judging.jointType", "no slip at service"), ("judging.eurocode.surface", "A"),
            ("loads[0].fz", "50 kN"));
        var document = lap.Document;
        ((System.Text.Json.Nodes.JsonArray)document["loads"]!).Add(System.Text.Json.Nodes.JsonNode.Parse("""{ "name": "Service", "fx": "300 kN", "fz": "40 kN", "limitState": "service" }"""));
        var joint = Samples.Read(document);
        Assert.Equal([0, 1], joint.Sharing.OfAllCases.Select(c => c.Case).Distinct().Order());
        var slip = Evaluation.Run(joint).Checks.Single(c => c.Check == EurocodeBasis.Slip);
        Assert.Equal(1, slip.Case);
        // And by the search for reserves as by the full list.
        var least = Evaluation.Run(joint).Checks.Where(c => c.Check.Info.SetBy == SetBy.Load)
            .Min(c => c.Reserve ?? double.PositiveInfinity);
        Assert.Equal(least, TwoReserves.Of(Mechanics<Plain>.Of(joint)).Load.Value, 1e-9);
    }

    /// <summary>The search for reserves leaves out what cannot govern: with every basis it finds what judging all finds.</summary>
    [Theory]
    [MemberData(nameof(Ids))]
    public void The_reserve_that_is_searched_for_is_the_least_of_all_checks(string id)
    {
        var judged = 0;
        Gen.Select(Groups, Gen.Double[-60, 60]).Sample((lap, beside) =>
        {
            var joint = (lap with { Basis = id }).With(("loads[0].atY", DocumentText.Mm(beside)), ("loads[0].atX", "0 mm")).Joint;
            var least = Evaluation.Run(joint).Checks.Where(c => c.Check.Info.SetBy == SetBy.Load && c.Reserve is not null)
                .Min(c => c.Reserve!.Value);
            var searched = TwoReserves.Of(Mechanics<Plain>.Of(joint)).Load.Value;
            Assert.True(searched <= least * (1 + 1e-9),
                $"{searched} and {least}: {string.Join(", ", Evaluation.Run(joint).Checks.Where(c => c.Reserve is not null).Select(c => $"{c.Check.Id} {c.Reserve}"))}");
            if (id != "machine") Assert.Equal(least, searched, 1e-9 * least);
            Interlocked.Increment(ref judged);
        }, iter: 25);
        Assert.True(judged >= 25);
    }

    [Theory]
    [MemberData(nameof(Ids))]
    public void What_is_not_judged_says_why(string id)
    {
        var result = (new Lap { Basis = id }).Result;
        Assert.All(result.Checks.Where(c => c.Factor is null), c => Assert.NotEmpty(c.Note));
        if (id != "machine") Assert.Contains(result.Basis, CallOut.Of(result, Hasp.Core.Quantities.UnitSystem.Si).Text,
            StringComparison.Ordinal);
    }

    /// <summary>Whatever is left of a document that something was done to: where it is still a joint, every basis says something of it.</summary>
    [Theory]
    [MemberData(nameof(Ids))]
    public void A_document_that_was_tampered_with_is_judged_or_refused(string id)
    {
        var whole = (new Lap { Basis = id }).With(("loads[0].fz", "20 kN"), ("judging.jointType", "no slip at service"),
            ("judging.eurocode.surface", "B"), ("layers[0].holes", "long slot along")).Document.ToJsonString();
        var judged = 0;
        for (var seed = 0; seed < 1500; seed++)
        {
            var text = Hasp.Tests.Files.Breaker.Break(whole, seed, 1 + (seed % 3));
            if (Hasp.Files.JointDocument.Read(text).Joint is not { } joint) continue;
            var result = Evaluation.Run(joint);
            Assert.NotNull(Hasp.Files.ResultDocument.Of(result).ToJsonString());
            Assert.All(result.Checks, c => Assert.True(c.Factor is null ? c.Note.Length > 0 : !double.IsNaN(c.Factor.Value),
                $"seed {seed}: {c.Check.Id}"));
            judged++;
        }
        Assert.True(judged > 40, $"only {judged} were still joints");
    }

    [Fact]
    public void What_a_code_needs_is_asked_for_all_at_once_at_its_fields()
    {
        var bare = Samples.With(("judging.basis", "eurocode"), ("judging.jointType", "no slip at ultimate"), ("faceFriction", ""),
            ("layers[0].edgeDistance", ""), ("bolts.grade", "4.6"));
        var result = Evaluation.Run(Samples.Read(bare));
        Assert.False(result.IsComplete);
        Assert.Equal(
            ["bolts.grade", "judging.eurocode.surface", "layers[0].edgeDistance", "pattern.kind"], result.Asks.Select(a => a.Path).Order());
        Assert.Contains(result.Checks, c => c.Check == EurocodeBasis.Bearing
            && c.Note.StartsWith("not judged, because", StringComparison.Ordinal));
        var complete = new Lap().Result;
        Assert.Empty(complete.Asks);
    }

    [Fact]
    public void A_partial_factor_chosen_otherwise_is_named()
    {
        var lap = new Lap().With(("judging.eurocode.gammaM2", "1.3"));
        var changed = Assert.Single(lap.Joint.Judging.Basis.Changed(lap.Joint.Said));
        Assert.Equal((1.25, 1.3), (changed.Field.Otherwise, changed.Stated));
        Assert.Contains("γM2 1.3", CallOut.Of(lap.Result, Hasp.Core.Quantities.UnitSystem.Si).Text, StringComparison.Ordinal);
        Assert.Equal(new Lap().Resistance(EurocodeBasis.Shear) * 1.25 / 1.3, lap.Resistance(EurocodeBasis.Shear), 1e-6);
    }

    [Fact]
    public void A_pretensioned_joint_is_tightened_to_the_least_pretension_of_the_code_unless_it_is_said_otherwise()
    {
        foreach (var (id, grade, check) in new[] { ("eurocode", "8.8", EurocodeBasis.Pretension), ("is800", "10.9", Is800Basis.Pretension),
            ("aisc-lrfd", "A490M", AiscBasis.Pretension) })
        {
            var lap = new Lap { Basis = id, Grade = grade }.With(("judging.jointType", "pretensioned"));
            Assert.True(lap.Joint.Tightening.Pretensioned);
            Assert.True(lap.Of(check).Holds);
            Assert.False(lap.With(("tightening.aim", "40 %")).Of(check).Holds);
        }
    }
}
