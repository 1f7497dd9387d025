using System.Collections.Immutable;
using CsCheck;
using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks.Machine;
using Hasp.Core.Documents;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;
using Hasp.Files;
using Check = Hasp.Core.Checks.Check;

namespace Hasp.Tests.Patterns;

/// <summary>Layouts, and the load that each bolt of one takes.</summary>
public sealed class PatternTests
{
    private static readonly Gen<Layout> Layouts = Gen.Select(
        Gen.Enum<PatternKind>(), Gen.Int[1, 4], Gen.Int[1, 4], Gen.Double[40, 200], Gen.Double[40, 200], Gen.Double[-1, 1],
        Gen.Double[10, 300], Gen.Enum<Mirror>()).Select(
        (kind, rows, columns, px, py, turned, at, mirror) => new Layout
        {
            Kind = kind, Rows = rows, Columns = columns, PitchX = px, PitchY = py, Count = rows + columns, Diameter = 3 * px, From = turned,
            Turned = turned,
            At = new(at, 2 * at), Mirror = mirror, Points = [new(0, 0), new(px, 0), new(py / 2, py)],
        });

    private static readonly Gen<Resultant> Loads = Gen.Double[-5e4, 5e4].Array[6]
        .Select(v => new Resultant(new(v[0], v[1], v[2]), new(100 * v[3], 100 * v[4], 100 * v[5])));

    [Fact]
    public void Shares_add_up_to_the_load_for_every_pattern_and_load() =>
        Gen.Select(Layouts, Loads, Gen.Double[-400, 400].Array[3]).Sample((layout, load, at) =>
    {
        var group = BoltPattern.GroupOf(layout, layout.Places());
        var pattern = BoltPattern.Of(group);
        var stated = new LoadCase("", load, new(at[0], at[1], at[2]));
        if (PatternRules.MomentsWithoutHold([stated], pattern).Count > 0) return;
        var sum = default(Resultant);
        for (var i = 0; i < group.Bolts.Length; i++)
        {
            var share = OnBolt.InPlane(stated, pattern, i);
            var force = new Components(
                share.DirectX.Value + share.TorsionX.Value, share.DirectY.Value + share.TorsionY.Value, new PatternShares(pattern)
                    .Tension<Plain>(stated, i).Value);
            sum += new Resultant(force, default).Moved(new(group.Bolts[i].X, group.Bolts[i].Y, 0), default);
        }
        var whole = load.Moved(stated.At!.Value, default);
        Near(whole.Force, sum.Force, 1e-6 * 1e5);
        Near(whole.Moment, sum.Moment, 1e-6 * 1e8);
    });

    [Fact]
    public void Moving_the_origin_and_turning_the_axes_change_no_share() =>
        Gen.Select(Layouts, Loads, Gen.Double[-3, 3], Gen.Double[-500, 500]).Sample((layout, load, angle, shift) =>
    {
        var places = layout.Places();
        PlanPoint Turn(PlanPoint p) => new((Math.Cos(angle) * p.X) - (Math.Sin(angle) * p.Y) + shift, (Math.Sin(angle) * p.X)
            + (Math.Cos(angle) * p.Y) - shift);
        Components Spin(Components v) => new((Math.Cos(angle) * v.X) - (Math.Sin(angle) * v.Y), (Math.Sin(angle) * v.X)
            + (Math.Cos(angle) * v.Y), v.Z);
        var here = BoltPattern.Of(BoltPattern.GroupOf(layout, places));
        var there = BoltPattern.Of(BoltPattern.GroupOf(layout, [.. places.Select(Turn)]));
        var (one, other) = (new LoadCase("", load, new(50, -70, 20)),
            new LoadCase("", new(Spin(load.Force), Spin(load.Moment)), new(Turn(new(50, -70)).X, Turn(new(50, -70)).Y, 20)));
        if (PatternRules.MomentsWithoutHold([one], here).Count > 0) return;
        for (var i = 0; i < here.Group.Bolts.Length; i++)
        {
            var (a, b) = (new PatternShares(here).On<Plain>(one, i), new PatternShares(there).On<Plain>(other, i));
            // Bolts in a short arc share huge forces: what rounding leaves grows with them.
            Assert.Equal(a.Tension.Value, b.Tension.Value, 1e-3 + (1e-9 * Math.Abs(a.Tension.Value)));
            Assert.Equal(a.Shear.Value, b.Shear.Value, 1e-3 + (1e-9 * a.Shear.Value));
        }
    });

    [Fact]
    public void About_a_compression_line_the_bolts_hold_the_moment_and_the_line_presses_the_rest() =>
        Gen.Select(Layouts, Gen.Double[1e5, 5e7], Gen.Double[-5e4, 2e4], Gen.Bool, Gen.Bool)
            .Sample((layout, size, pull, aboutX, reversed) =>
    {
        var group = BoltPattern.GroupOf(layout, layout.Places());
        var plain = BoltPattern.Of(group, TensionSchool.Pivot);
        var p = plain.Pivots;
        var pattern = plain with { Pivots = new(p.Left - 30, p.Right + 30, p.Bottom - 30, p.Top + 30) };
        var moment = reversed ? -size : size;
        var load = new LoadCase("", new(new(0, 0, pull), aboutX ? new(moment, 0, 0) : new(0, moment, 0)), null);
        var tensions = group.Bolts.Select((_, i) => new PatternShares(pattern).Tension<Plain>(load, i).Value).ToArray();
        var line = aboutX ? pattern.RowLine(moment) : pattern.ColumnLine(moment);
        var asked = size + (pull * line.Centroid);
        // Parts that come off altogether press nowhere: there it is the centroid school.
        if (tensions.Any(t => t < 0) || (asked > 0 && line.Held * asked / line.Squares < pull)) return;
        Assert.Equal(Math.Max(0, asked), tensions.Zip(line.Distances, (t, d) => t * d).Sum(), 1e-6 * size);
        Assert.True(tensions.Sum() >= pull - 1e-6 || asked <= 0);
    });

    [Fact]
    public void The_reference_bracket_is_what_a_joint_with_that_pattern_finds()
    {
        // Reference case bracket-2x3-eccentric: 42 kN down at 310 mm on 2 × 3 bolts, 90 by 80 mm.
        var result = Samples.RunPattern();
        var shear = result.Check(MachineBasis.Shear);
        Assert.Equal(35_615.946571596, result.Cases[0].Shear, 0.01);
        Assert.Contains(shear.Bolt, new[] { 2, 6 });
        Assert.Contains(shear.Working.Steps, s => s.Term == Terms.CentroidMomentZ && Math.Abs(s.Value + 13.02e6) < 1);
        Assert.Equal((6, 37_750.0), (result.Joint.Bolts.Count, result.Joint.Pattern!.Group.Polar));
    }

    [Fact]
    public void Only_bolts_that_another_surpasses_in_both_are_left_out() => Gen.Select(Layouts, Loads.Array[1, 3]).Sample((layout, loads) =>
    {
        var pattern = BoltPattern.Of(BoltPattern.GroupOf(layout, layout.Places()));
        ImmutableArray<LoadCase> cases = [.. loads.Select(l => new LoadCase("", l, null))];
        if (PatternRules.MomentsWithoutHold(cases, pattern).Count > 0) return;
        var joint = Samples.Joint() with { Cases = cases };
        joint = joint.WithBolts(pattern, Sharing.Of(cases, new PatternShares(pattern!), true));
        var mechanics = Mechanics<Plain>.Of(joint);
        var required = joint.Judging.RequiredByIndex;
        var every = from c in Enumerable.Range(0, cases.Length)
                    from b in Enumerable.Range(0, pattern.Group.Bolts.Length)
                    from check in joint.Judging.Basis.Checks
                    let found = check.Judge(mechanics, BoltLoad<Plain>.Of(joint, c, b))
                    where required[check.Index] > 0 && found.Applies && check.Info.SetBy == Hasp.Core.Checks.SetBy.Load
                    select found.Factor.Value / required[check.Index];
        var least = TwoReserves.Of(mechanics).Load;
        // A load that only presses is judged by nothing.
        if (least.Check < 0) Assert.Empty(every);
        else if (Check.All[least.Check].Info.SetBy == Hasp.Core.Checks.SetBy.Load) Assert.Equal(every.Min(), least.Value, 1e-9);
        else Assert.True(least.Value <= every.Min());
    }, iter: 40);

    [Theory]
    [InlineData("single", 1)]
    [InlineData("grid", 6)]
    [InlineData("staggered", 6)]
    [InlineData("outline", 6)]
    [InlineData("circle", 4)]
    [InlineData("arc", 4)]
    public void A_kind_has_its_number_centred_on_its_place(string kind, int bolts)
    {
        var layout = PatternEdits.LayoutOf(Samples.Bracket(("pattern.kind", kind), ("pattern.atX", "300 mm"), ("loads[0].fy", ""),
            ("loads[0].atX", "")).Draft())!;
        var places = layout.Places();
        Assert.Equal(bolts, places.Length);
        if (kind is not ("arc" or "staggered")) Assert.Equal(300, places.Average(p => p.X), 1e-9);
        Assert.Equal(2 * bolts, (layout with { Mirror = Mirror.LeftRight }).Places().Length);
    }

    [Fact]
    public void An_image_that_falls_on_its_original_is_the_same_bolt() =>
        Assert.Equal(6, new Layout { Kind = PatternKind.Grid, Rows = 3, Columns = 2, PitchX = 90, PitchY = 80,
            Mirror = Mirror.Both }.Places().Length);

    [Fact]
    public void A_staggered_row_stands_half_a_pitch_aside()
    {
        var places = new Layout { Kind = PatternKind.Staggered, Rows = 2, Columns = 3, PitchX = 80, PitchY = 60 }.Places();
        Assert.Equal(40, places[3].X - places[0].X, 1e-9);
        Assert.Equal(Math.Sqrt((40 * 40) + (60 * 60)), places[0].To(places[3]), 1e-9);
    }

    [Theory]
    [InlineData(8, 4, 2)]
    [InlineData(9, 3, 3)]
    [InlineData(4, 2, 2)]
    [InlineData(12, 6, 2)]
    public void A_grid_grows_by_rows_and_columns(int bolts, int rows, int columns)
    {
        var grown = new Layout { Kind = PatternKind.Grid, Rows = 3, Columns = 2, PitchX = 90, PitchY = 80 }.Grown(bolts)!;
        Assert.Equal((rows, columns, 90, 80), (grown.Rows, grown.Columns, grown.PitchX, grown.PitchY));
    }

    [Fact]
    public void Every_growth_has_the_number_asked_for() => Gen.Select(Layouts, Gen.Int[1, 24]).Sample((layout, n) =>
        layout.Grown(n) is not { } grown || grown.Places().Length == n);

    [Fact]
    public void The_flange_balances_what_it_pries_with()
    {
        // T·b′ − Q·a′ = Mpl at the load times its required factor, while the share α lies between 0 and 1.
        var joint = Samples.PatternJoint(("pattern.prying.stem", "35 mm"), ("pattern.prying.edge", "30 mm"),
            ("pattern.prying.length", "80 mm"), ("loads[0].fz", "480 kN"), ("loads[0].atX", "0 mm"));
        var prying = joint.Pattern!.Prying!;
        const double Pull = 30_000, Growth = 1.5;
        var with = prying.With(joint, new Plain(Pull)).Value;
        var (reach, edge) = (35 - 8.0, Math.Min(30, 1.25 * 35) + 8);
        // The length that goes with a bolt is at most twice b.
        var plastic = 70 * 355 * 12.0 * 12 / 4;
        Assert.Equal(plastic, (Growth * Pull * reach) - (Growth * (with - Pull) * edge), 1e-6 * plastic);
        Assert.Equal(0, prying.With(joint, new Plain(1_000)).Value - 1_000);
        Assert.Equal(-5_000, prying.With(joint, new Plain(-5_000)).Value);
        // Beyond the strength of the flange prying grows no more.
        Assert.Equal(prying.With(joint, new Plain(90_000)).Value - 90_000, prying.With(joint, new Plain(120_000)).Value - 120_000, 1e-6);
        Assert.True(prying.FlangeStrength<Plain>(joint).Value > Pull);
        // The flange that yields is a verdict, not only a caution.
        Assert.False(Evaluation.Run(joint).Check(MachineBasis.Flange).Holds);
        // A load factor that is not judged lowers no prying.
        var unjudged = Samples.PatternJoint(("pattern.prying.stem", "35 mm"), ("pattern.prying.edge", "30 mm"),
            ("pattern.prying.length", "80 mm"), ("judging.required.load", "0"));
        Assert.Equal(with, unjudged.Pattern!.Prying!.With(unjudged, new Plain(Pull)).Value, 1e-9);
    }

    [Fact]
    public void A_stated_prying_factor_multiplies_the_pull_and_nothing_that_presses()
    {
        var joint = Samples.PatternJoint(("pattern.prying.factor", "1.3"), ("loads[0].fz", "60 kN"), ("loads[0].atX", "0 mm"));
        Assert.Equal(13_000, BoltLoad<Plain>.Of(joint, 0, 0).Tension.Value, 1e-6);
    }

    [Fact]
    public void A_bracket_is_its_load_beside_the_centroid_wherever_the_pattern_is()
    {
        (string, string)[] bracket = [("loads[0].fy", ""), ("loads[0].atX", ""), ("loads[0].helper.kind", "bracket"),
            ("loads[0].helper.force", "42 kN"), ("loads[0].helper.offset", "310 mm")];
        var stated = Samples.RunPattern(("loads[0].atZ", "50 mm"));
        var worked = Samples.RunPattern([.. bracket, ("loads[0].helper.standOff", "50 mm"), ("pattern.atX", "70 mm")]);
        Assert.Equal(stated.Cases[0].Shear, worked.Cases[0].Shear, 1e-6);
        Assert.Equal(stated.Cases[0].Tension, worked.Cases[0].Tension, 1e-6);
        Assert.Equal(HelperKind.Bracket, worked.Joint.Cases[0].Helper!.Kind);
    }

    [Theory]
    [InlineData(HelperKind.Pressure, Heading.Z, 0, 0, 7_853.98)]
    [InlineData(HelperKind.RamPull, Heading.MinusX, -5_890.49, 0, 0)]
    [InlineData(HelperKind.Mass, Heading.MinusY, 0, -19.6133, 0)]
    [InlineData(HelperKind.Panel, Heading.Z, 0, -1_000, 2_000)]
    [InlineData(HelperKind.Column, Heading.Y, 0, 300, -1_000)]
    public void A_helper_makes_the_force_of_its_kind(HelperKind kind, Heading heading, double x, double y, double z)
    {
        var load = new LoadHelper(kind, heading)
        {
            Pressure = kind == HelperKind.Panel ? 0.001 : 1, Bore = 100, Rod = 50, Force = 1_000, Width = 1_000, Height = 2_000, Mass = 2,
            Shear = 300, Moment = 5e5, StandOff = 40,
        }.Load();
        Near(new(x, y, z), load.Force, 0.01);
        if (kind == HelperKind.Column) Near(new(-5e5, 0, 0), load.Moment, 1e-6);
        // A weight that hangs in front of the joint pulls at its top bolts.
        if (kind == HelperKind.Panel) Near(new(1_000 * 40, 0, 0), load.Moment, 1e-6);
    }

    /// <summary>Searches read loads as numbers that were added up once: those are what a working adds up before the reader's eyes.</summary>
    [Fact]
    public void A_load_is_the_sum_that_its_working_shows()
    {
        var traced = 0;
        var helped = Samples.PatternJoint(
            ("loads[0].fy", ""), ("loads[0].atX", ""), ("loads[0].helper.kind", "ram pull"), ("loads[0].helper.pressure", "12 MPa"),
            ("loads[0].helper.bore", "80 mm"),
            ("loads[0].helper.rod", "40 mm"), ("loads[0].helper.heading", "-x"), ("loads[0].factor", "1.35"));
        foreach (var load in Samples.Demo.SelectMany(d => d.Joint.Cases).Concat(helped.Cases).Where(c => c.Origin is not null))
        {
            var (force, moment) = (load.Forces<Traced>(), load.Moments<Traced>());
            Near(load.Load.Force, new(force.X.Value, force.Y.Value, force.Z.Value),
                1e-9 * Math.Max(1, load.Shear + Math.Abs(load.Tension)));
            Near(load.Load.Moment, new(moment.X.Value, moment.Y.Value, moment.Z.Value),
                1e-9 * Math.Max(1, Math.Abs(load.Load.Moment.X) + Math.Abs(load.Load.Moment.Y) + Math.Abs(load.Load.Moment.Z)));
            traced++;
        }
        Assert.True(traced > 2, $"only {traced} loads came about from parts");
        var steps = Working.Of(helped.Cases[0].Forces<Traced>().X).Steps;
        Assert.Equal([Terms.RamPull, Terms.ForceX], steps.Select(s => s.Term));
    }

    [Fact]
    public void A_combination_is_the_sum_of_its_parts_wherever_they_act()
    {
        var document = Samples.Bracket(("loads[0].name", "Dead"), ("loads[0].judged", "only in combinations"));
        Typing.Add(document, "loads");
        Typing.Add(document, "loads");
        foreach (var (path, text) in new[]
        {
            ("loads[1].name", "Wind 1+"), ("loads[1].fz", "12 kN"), ("loads[1].atY", "50 mm"), ("loads[1].atX", "0 mm"),
            ("loads[1].factor", "1.1"),
            ("loads[2].name", "Both"), ("loads[2].fz", ""), ("loads[2].combines", "1.35 × Dead + 1.5 Wind 1+"),
        }) Typing.Set(document, path, text, UnitSystem.Si);
        var joint = Samples.Read(document);
        var load = joint.Cases[2].Load;
        Assert.Equal(-42_000 * 1.35, load.Force.Y, 1e-6);
        Assert.Equal(12_000 * 1.1 * 1.5, load.Force.Z, 1e-6);
        Assert.Equal(-42_000 * 1.35 * 310, load.Moment.Z, 1e-3);
        Assert.Equal(12_000 * 1.1 * 1.5 * 50, load.Moment.X, 1e-3);
        var result = Evaluation.Run(joint);
        Assert.Null(result.Check(MachineBasis.Shear).ByCase[0]);
        Assert.NotNull(result.Check(MachineBasis.Shear).ByCase[2]);
    }

    [Theory]
    [InlineData("Case 1 + 2 Case 10 - Case 1", "1:0 2:1 -1:0")]
    [InlineData("2.5×case 10", "2.5:1")]
    [InlineData("1.2 2 hooks", "1.2:2")]
    [InlineData("2 hooks", "1:2")]
    public void A_sum_of_cases_is_read(string text, string expected) =>
        Assert.Equal(expected, string.Join(' ', CombinationText.Parse(text, ["Case 1", "Case 10", "2 hooks"])
            .Terms.Select(t => FormattableString.Invariant($"{t.Factor}:{t.Case}"))));

    [Theory]
    [InlineData("Case 2")]
    [InlineData("")]
    [InlineData("Case 1 Case 10")]
    [InlineData("1.35 ×")]
    public void A_sum_that_cannot_be_read_is_refused_with_the_reason(string text) =>
        Assert.NotNull(CombinationText.Parse(text, ["Case 1", "Case 10", "2 hooks"]).Problem);

    public static TheoryData<string, string, string, string> Wrong => new()
    {
        { "pattern.pitchX", "15 mm", "pattern.pitchX", "heads, washers or holes" },
        { "pattern.off", "1, 9", "pattern.off", "numbered 1 to 6" },
        { "pattern.off", "1 2 3 4 5 6", "pattern.off", "every bolt" },
        { "pattern.off", "left", "pattern.off", "not the number" },
        { "pattern.rows", "60", "pattern.rows", "at most 400" },
        { "pattern.kind", "single", "loads[0].mz", "one bolt" },
        { "pattern.kind", "points", "pattern.points", "no bolt is placed" },
        { "pattern.columns", "1", "loads[0].mx", "on one line" },
        { "loads[0].tension", "10 kN", "loads[0].tension", "clear" },
        { "loads[0].helper.kind", "ram push", "loads[0].helper.pressure", "missing" },
        { "loads[0].combines", "Case 9", "loads[0].combines", "does not begin" },
        { "pattern.prying.factor", "0.5", "pattern.prying.factor", "at least" },
        { "pattern.prying.stem", "30 mm", "pattern.prying.edge", "missing" },
        { "pattern.plate.shape", "rectangle", "pattern.plate.width", "missing" },
        { "pattern.plate.shape", "polygon", "pattern.plate.corners", "three corners" },
        { "bolts.count", "7", "bolts.count", "no shape with so many" },
        { "pattern.kind", "", "loads[0].atX", "lay out a pattern" },
    };

    [Theory]
    [MemberData(nameof(Wrong))]
    public void Bad_input_is_refused_at_its_field_with_the_reason(string path, string text, string at, string why)
    {
        (string, string)[] changes = path == "pattern.columns" ? [(path, text), ("loads[0].mx", "1 kN·m"), ("loads[0].my", "2 kN·m")]
            : [(path, text)];
        if (path == "pattern.columns") changes = [.. changes, ("pattern.turned", "90 deg")];
        if (path == "pattern.rows") changes = [.. changes, ("pattern.columns", "60")];
        Assert.Contains(Samples.PatternFaults(changes), f => f.Path == at && f.Problem.Contains(why, StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("fy", "-42")]
    [InlineData("mz", "3")]
    [InlineData("atX", "310")]
    [InlineData("fz", "5 kg")]
    public void A_load_without_its_unit_is_refused_in_a_document(string key, string text)
    {
        var document = Samples.Bracket();
        document["loads"]![0]![key] = text;
        Assert.Equal("loads[0]." + key, Assert.Single(JointDocument.Read(document.ToJsonString()).Faults).Path);
    }

    [Fact]
    public void A_fault_of_the_pattern_brings_no_other_with_it() =>
        Assert.Equal("pattern.pitchX", Assert.Single(Samples.PatternFaults(("pattern.pitchX", "wide"))).Path);

    [Fact]
    public void Coincident_free_bolts_are_refused_where_they_are()
    {
        var document = Samples.Bracket();
        document.Change(d => d.PlaceBolts([new(0, 0), new(80, 0), new(0, 0)]));
        var fault = Assert.Single(JointDocument.Read(document.ToJsonString()).Faults);
        Assert.Equal("pattern.points[0].x", fault.Path);
        Assert.Contains("same place", fault.Problem);
    }

    [Fact]
    public void All_bolts_on_the_pivot_line_are_refused()
    {
        var faults = Samples.PatternFaults(("pattern.rows", "1"), ("pattern.tension", "pivot"), ("loads[0].mx", "2 kN·m"));
        Assert.Contains(faults, f => f.Path == "loads[0].mx" && f.Problem.Contains("compression line", StringComparison.Ordinal));
        Assert.Contains(Samples.PatternFaults(("pattern.tension", "pivot"), ("pattern.pivotBottom", "200 mm")),
            f => f.Path == "pattern.pivotBottom");
    }

    [Fact]
    public void Edge_distances_are_judged_in_plan_where_they_are()
    {
        (string, string)[] plate = [("pattern.plate.shape", "rectangle"), ("pattern.plate.width", "150 mm"),
            ("pattern.plate.height", "220 mm")];
        var edge = Samples.RunPattern(plate).Joint.Spacing.First(f => f.Kind == SpacingKind.Edge);
        Assert.Equal(30, edge.Distance, 1e-9);
        Assert.True(edge.IsShort);
        Assert.Contains(Samples.PatternFaults([.. plate, ("pattern.plate.width", "100 mm")]), f => f.Path == "pattern.plate.shape"
            && f.Problem.Contains("at least 16 mm", StringComparison.Ordinal));
        Assert.Contains(Samples.PatternFaults([.. plate, ("pattern.plate.height", "100 mm")]),
            f => f.Problem.Contains("off the plate", StringComparison.Ordinal));
    }

    [Fact]
    public void A_plate_knows_its_nearest_edge_openings_included()
    {
        var plate = new Plate([new(0, 0), new(100, 0), new(100, 40), new(40, 40), new(40, 100), new(0, 100)], default, 0,
            [new(new(20, 70), 10, 0, 0), new(new(70, 20), 0, 10, 20)]);
        Assert.Equal(15, plate.EdgeFrom(new(20, 50)).Distance, 1e-9);
        Assert.Equal(-10, plate.EdgeFrom(new(50, 50)).Distance, 1e-9);
        Assert.Equal(5, plate.EdgeFrom(new(60, 20)).Distance, 1e-9);
        Assert.Equal(-5, plate.EdgeFrom(new(70, 20)).Distance, 1e-9);
        Assert.True(Plate.Crosses([new(0, 0), new(10, 10), new(10, 0), new(0, 10)]));
        Assert.Equal(20, new Plate([], new(0, 0), 100, []).EdgeFrom(new(0, 30)).Distance, 1e-9);
    }

    [Fact]
    public void The_finder_grows_the_pattern_and_finds_the_smallest_that_holds()
    {
        var input = Samples.PatternJoint(("pattern.kind", "circle"), ("pattern.diameter", "160 mm"), ("loads[0].fz", "60 kN"),
            ("loads[0].atX", "40 mm")).Said;
        var cells = Finder.Search(input, [Standards.FindThread("M12")!, Standards.FindThread("M20")!], ["8.8"], 24);
        var cell = cells[1][0];
        var least = cell.LeastCount!.Value;
        foreach (var n in new[] { least - 1, least })
        {
            var (joint, faults) = JointDocument.Read(Samples.Bracket(
                ("bolts.thread", "M20"), ("pattern.kind", "circle"), ("pattern.diameter", "160 mm"), ("loads[0].fz", "60 kN"),
                ("loads[0].atX", "40 mm"), ("bolts.count", n.ToString())).ToJsonString());
            Assert.Equal(n == least, joint is not null && Evaluation.Run(joint).Holds);
            if (joint is not null) Assert.Equal(Evaluation.Run(joint).GoverningReserve!.Value, cell.ByCount[n - 1].Reserve, 1e-9);
            else Assert.NotEmpty(faults);
        }
        // Twelve M20 on a circle of 160 mm stand 41 mm apart: no room.
        Assert.Contains("apart", cell.ByCount[11].Obstacle);
        Assert.False(cell.ByCount[11].Holds);
    }

    [Fact]
    public void Adopting_a_number_grows_the_pattern_and_dragging_changes_its_rule()
    {
        var document = Samples.Bracket();
        Typing.Set(document, "bolts.count", "8", UnitSystem.Si);
        Assert.Equal((4, 2), (PatternEdits.LayoutOf(document.Draft())!.Rows, PatternEdits.LayoutOf(document.Draft())!.Columns));
        // The corner bolt at (−45, 120) drawn 5 mm out and 12 mm up.
        Typing.MoveBolts(document, [1], new(-5, 12));
        var laid = PatternEdits.LayoutOf(document.Draft())!;
        Assert.Equal((100, 88), (laid.PitchX, laid.PitchY));
        Typing.MoveBolts(document, [.. Enumerable.Range(1, 8)], new(10, 0));
        Assert.Equal(10, PatternEdits.LayoutOf(document.Draft())!.At.X, 1e-9);
        document.Change(d => d.ToggleBolts([3, 4]));
        Assert.Equal([3, 4], PatternEdits.LayoutOf(document.Draft())!.Off);
        var before = PatternEdits.LayoutOf(document.Draft())!.Places();
        document.Change(d => d.Freed());
        Assert.Equal(before.AsEnumerable(), PatternEdits.LayoutOf(document.Draft())!.Places());
        Typing.MoveBolts(document, [1, 2], new(0, 4));
        Assert.Equal(before[0].Y + 4, PatternEdits.LayoutOf(document.Draft())!.Places()[0].Y, 1e-9);
        document.Change(d => d.AddBolt(new(200, 100), "added"));
        Assert.Equal(new PlanPoint(200, 100), PatternEdits.LayoutOf(document.Draft())!.Places()[^1]);
    }

    [Fact]
    public void A_first_pattern_takes_the_number_over_and_one_that_goes_leaves_it_behind()
    {
        var document = Samples.With(("bolts.count", "6"));
        Typing.Set(document, "pattern.kind", "grid", UnitSystem.Si);
        Assert.Equal(6, Samples.Read(document).Bolts.Count);
        Typing.Set(document, "pattern.rows", "4", UnitSystem.Si);
        Typing.Set(document, "pattern.kind", "", UnitSystem.Si);
        Assert.Equal(8, Samples.Read(document).Bolts.Count);
        Assert.Null(Samples.Read(document).Pattern);
    }

    [Fact]
    public void A_symmetrical_pattern_under_pull_alone_is_what_equal_shares_were()
    {
        var equal = Samples.Run();
        var laid = Evaluation.Run(Samples.Read(Samples.With(("pattern.kind", "grid"))));
        foreach (var check in equal.Checks.Where(c => c.Factor is not null)) Assert.Equal(check.Factor!.Value, laid.Check(check.Check)
            .Factor!.Value, 1e-9);
    }

    private static void Near(Components a, Components b, double within)
    {
        Assert.Equal(a.X, b.X, within);
        Assert.Equal(a.Y, b.Y, within);
        Assert.Equal(a.Z, b.Z, within);
    }
}
