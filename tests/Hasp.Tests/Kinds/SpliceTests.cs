using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Kinds.Splices;
using Hasp.Core.Quantities;
using Hasp.Files;
using static Hasp.Tests.DocumentText;

namespace Hasp.Tests.Kinds;

/// <summary>The sides of a splice, each with its own bolts.</summary>
public sealed class SpliceTests
{
    private static JsonObject Butt(double left, double right, double pull, params (string Path, string Text)[] more)
    {
        var document = new JsonObject
        {
            ["format"] = JointDocument.Format, ["version"] = JointDocument.Version, ["name"] = "Butt", ["kind"] = "splice",
            ["bolts"] = new JsonObject { ["thread"] = "M20", ["grade"] = "8.8" },
            ["splice"] = new JsonObject { ["left"] = Mm(left), ["right"] = Mm(right), ["width"] = "200 mm", ["cover"] = "12 mm",
                ["material"] = "S355" }, ["judging"] = new JsonObject { ["shearBy"] = "bearing" },
            ["loads"] = new JsonArray(new JsonObject { ["name"] = "Pull", ["fx"] = N(pull) }),
        };
        foreach (var (path, text) in more) Typing.Set(document, path, text, UnitSystem.Si);
        return document;
    }

    private static (int Left, int Right) Along(JsonObject document) =>
        KindTests.Read(document).Of<SpliceInputs>() is var s ? (s.Columns, s.ColumnsRight) : default;

    private static double Reserve(JointSide side) => TwoReserves.Of(Mechanics<Plain>.Of(side.Joint)).Load.Value;

    [Fact]
    public void Each_side_has_the_fewest_bolts_that_hold_it()
    {
        var random = new Random(3);
        var (kept, differ) = (0, 0);
        for (var i = 0; i < 24; i++)
        {
            var document = Butt(10 + random.Next(14), 10 + random.Next(14), 150_000 + (random.NextDouble() * 250_000));
            var joint = KindTests.Read(document);
            var (left, right) = Along(document);
            if (joint.Sides.Any(s => Reserve(s) < 1)) continue;
            kept++;
            if (left != right) differ++;
            // One fewer on a side: that side falls short, or there is none to take away.
            Assert.True(left == 1 || Reserve(KindTests.Read(Butted(document, left - 1, right)).Sides[0]) < 1,
                $"left {left} is not the fewest");
            Assert.True(right == 1 || Reserve(KindTests.Read(Butted(document, left, right - 1)).Sides[1]) < 1,
                $"right {right} is not the fewest");
        }
        Assert.True(kept >= 12, $"only {kept} held");
        Assert.True(differ >= 3, $"only {differ} had sides that differ");
    }

    /// <summary>All of the packing on one face: the bolts of the thinner side are reduced by the whole of it, those of the other by none.</summary>
    [Theory]
    [InlineData("machine", "shear", 9.0 * 20 / ((8 * 20) + (3 * 8)))]
    [InlineData("eurocode", "enShear", 9.0 * 20 / ((8 * 20) + (3 * 8)))]
    [InlineData("is800", "isShear", 1 - (0.0125 * 8))]
    public void Packing_on_one_side_reduces_by_the_whole_of_it(string basis, string check, double times)
    {
        double Of(string packing, int side)
        {
            var joint = KindTests.Read(Butt(12, 20, 200_000, ("splice.packing", packing), ("splice.columns", "3"), ("judging.basis", basis)));
            var layers = joint.Sides[side].Joint.Layers;
            var packs = layers.Where(l => l.Name == "Packing").Select(l => l.Thickness).ToList();
            if (side == 0) Assert.Equal(packing == "half and half" ? [4, 4] : [8], packs);
            else Assert.Empty(packs);
            Assert.Equal(12 + 20 + 12, layers.Sum(l => l.Thickness), 1e-9);
            if (side == 0) Assert.Equal("at the head" == packing, layers[1].Name == "Packing" && layers[^2].Name != "Packing");
            return Evaluation.Run(joint.Sides[side].Joint).Check(Core.Checks.Check.ById(check)!).Factor!.Value;
        }
        var halves = Of("half and half", 0);
        Assert.Equal(halves * times, Of("at the head", 0), 1e-9);
        Assert.Equal(halves * times, Of("at the nut", 0), 1e-9);
        Assert.Equal(Of("half and half", 1), Of("at the nut", 1), 1e-12);
    }

    [Fact]
    public void Every_side_says_of_itself_what_it_says_when_it_stands_alone()
    {
        var random = new Random(11);
        var (kept, lengths) = (0, 0);
        for (var i = 0; i < 16; i++)
        {
            var joint = KindTests.Read(Butt(10 + random.Next(14), 10 + random.Next(14), 150_000 + (random.NextDouble() * 250_000),
                ("judging.basis", i % 2 == 0 ? "machine" : "eurocode"), ("splice.form", i % 4 < 2 ? "two covers" : "one cover")));
            if (joint.Sides.IsEmpty) continue;
            kept++;
            var whole = Evaluation.Run(joint);
            var told = ResultDocument.Of(whole)["sides"]!.AsArray();
            Assert.Equal(joint.Sides.Length, told.Count);
            foreach (var (side, said) in joint.Sides.Zip(told))
            {
                var alone = Evaluation.Run(side.Joint);
                var own = ResultDocument.Of(alone);
                foreach (var key in new[] { "holds", "loadReserve", "tighteningReserve", "rule", "capacity", "checks" })
                {
                    Assert.True(JsonNode.DeepEquals(own[key], said![key]), $"{side.Name}: {key}");
                }
                Assert.Equal((string?)own["chosen"]!["length"], (string?)said!["length"]);
                // A green verdict of the whole is earned by every side, with nothing left to ask and no caution lost.
                Assert.True(!whole.Holds || alone.Holds, side.Name);
                Assert.Empty(alone.Asks.Except(whole.Asks));
                Assert.Empty(alone.Cautions.Select(c => c.Id).Except(whole.Cautions.Select(c => c.Id)));
            }
            if (joint.Sides[0].Joint.Bolts.Length != joint.Sides[1].Joint.Bolts.Length) lengths++;
        }
        Assert.True(kept >= 12, $"only {kept} had two sides");
        Assert.True(lengths >= 3, $"only {lengths} had two lengths");
    }

    private static JsonObject Butted(JsonObject document, int left, int right)
    {
        var stated = (JsonObject)document.DeepClone();
        Typing.Set(stated, "splice.columns", $"{left}", UnitSystem.Si);
        Typing.Set(stated, "splice.columnsRight", $"{right}", UnitSystem.Si);
        return stated;
    }

    [Fact]
    public void A_number_that_is_stated_for_the_left_is_the_rights_too_unless_that_has_its_own()
    {
        Assert.Equal((4, 4), Along(Butt(12, 18, 200_000, ("splice.columns", "4"))));
        Assert.Equal((4, 2), Along(Butt(12, 18, 200_000, ("splice.columns", "4"), ("splice.columnsRight", "2"))));
        var right = Along(Butt(12, 18, 200_000, ("splice.columnsRight", "5")));
        Assert.Equal(5, right.Right);
        Assert.Equal(Along(Butt(12, 18, 200_000)).Left, right.Left);
    }

    [Fact]
    public void What_more_bolts_do_not_help_does_not_add_any_and_is_shown()
    {
        // The plate yields before any number of bolts could help; the bolts are as many as the bolts need.
        var weak = Butt(12, 12, 560_000, ("splice.width", "120 mm"));
        var joint = KindTests.Read(weak);
        Assert.All(joint.Sides, s => Assert.True(Reserve(s) < 1));
        Assert.Contains(Evaluation.Run(joint).Checks, c => !c.Holds && c.Check == SpliceKind.Gross);
        var only = Along(Butt(12, 12, 560_000, ("splice.width", "120 mm"), ("judging.required.spliceGross", "0"),
            ("judging.required.netSection", "0")));
        Assert.InRange(only.Left, 2, 11);
        Assert.Equal(only, Along(weak));
    }

    [Fact]
    public void Sides_with_other_numbers_are_counted_drawn_ordered_and_bought_as_they_are()
    {
        var joint = KindTests.Read(Butt(12, 18, 150_000, ("splice.columns", "4"), ("splice.columnsRight", "2")));
        var result = Evaluation.Run(joint);
        Assert.Equal([8.0, 4.0, 12.0], new[] { "boltsLeft", "boltsRight",
            "boltsTotal" }.Select(id => result.KindValues.First(v => v.Term.Id == id).Value));
        Assert.StartsWith("12 × M20", CallOut.Of(result, UnitSystem.Si).Text, StringComparison.Ordinal);
        var plan = joint.Kind.Draw(joint).Views[0];
        var holes = plan.Marks.OfType<Core.Kinds.Round>().ToList();
        Assert.Equal((8, 4), (holes.Count(h => h.Centre.X < 0), holes.Count(h => h.Centre.X > 0)));
        // Covers reach two end distances beyond the bolts of each side: 5 gap, 4·40 ends, 3 + 1 pitches of 60.
        var covers = joint.Kind.Draw(joint).Views[1].Measures.Single(m => m.Label.StartsWith("covers", StringComparison.Ordinal));
        Assert.Equal(5 + 160 + 240, covers.Length, 1e-9);
        Assert.Equal(12, joint.Kind.Assembles!(joint).Places.Length);
        Assert.Equal(12, Core.Sizing.BuyingList.Of([joint], Core.Sizing.SpareRule.Usual).First(l => l.What == "bolt").Count);
    }

    [Fact]
    public void The_section_shows_the_parts_that_the_bolts_of_the_thinner_side_go_through()
    {
        var joint = KindTests.Read(Butt(12, 18, 150_000));
        var section = joint.Kind.Draw(joint).Views.Single(v => v.Name == "Section");
        var thick = section.Marks.OfType<Core.Kinds.Outline>().Where(o => o.Ink is not Core.Kinds.Ink.Bolt)
            .Select(o => o.Corners.Max(c => c.Y) - o.Corners.Min(c => c.Y));
        Assert.Equal(joint.Sides[0].Joint.Layers.Select(l => l.Thickness), thick);
        Assert.Equal([12.0, 3, 12, 3, 12], thick);
    }

    [Fact]
    public void Blocks_of_two_lines_tear_by_factors_of_safety_as_by_hand()
    {
        var random = new Random(11);
        var shapes = new HashSet<string>();
        double Between(double low, double high) => Math.Round(low + ((high - low) * random.NextDouble()), 1);
        for (var lap = 0; lap < 60; lap++)
        {
            var (t, cover, n, gauge, beside, pitch, end, pull) = (Between(8, 20), Between(6, 16), 1 + random.Next(3), Between(60, 160),
                Between(26, 70), Between(55, 110), Between(28, 80), 200_000.0);
            var result = Evaluation.Run(KindTests.Read(Butt(t, t, pull, ("splice.width", Mm(gauge + (2 * beside))),
                ("splice.gauge", Mm(gauge)), ("splice.pitch", Mm(pitch)), ("splice.end", Mm(end)),
                ("splice.cover", Mm(cover)), ("splice.columns", $"{n}"), ("hole.diameter", "22 mm"))));
            (double Factor, string Shape) least = (double.PositiveInfinity, "");
            foreach (var (thick, share, yield) in new[] { (t, 1.0, 355.0), (cover, 0.5, 355.0) })
            {
                // A block that takes a bolts of one line and b of the other, sheared along one line or both, to the side edge or between
                // the lines; a line by itself is no block: that is tear-out.
                void Try(string shape, double pulled, double sheared, int bolts)
                {
                    var factor = thick * yield * (pulled + (0.577 * sheared)) / (share * pull * bolts / (2 * n));
                    if (factor < least.Factor) least = (factor, shape);
                }

                double Along(int k) => end + ((k - 1) * pitch) - ((k - 0.5) * 22);
                for (var a = 1; a <= n; a++)
                {
                    Try("corner", beside - 11, Along(a), a);
                    for (var b = 1; b <= n; b++)
                    {
                        var across = gauge - 22 + (Math.Pow((a - b) * pitch, 2) / (4 * gauge));
                        Try("between", across, Along(a) + Along(b), a + b);
                        Try("side", across + beside - 11, Along(a), a + b);
                    }
                }
            }
            var block = result.Checks.First(c => c.Check == Core.Checks.Machine.MachineBasis.Block);
            Assert.True(Math.Abs(least.Factor - block.Factor!.Value) < 1e-9 * least.Factor,
                $"{least.Shape}: by hand {least.Factor}, judged {block.Factor}, n {n}, t {t}, cover {cover}, gauge {gauge}, beside {beside}, pitch {pitch}, end {end}");
            shapes.Add(least.Shape);
        }
        Assert.True(shapes.Count >= 2, string.Join(", ", shapes));
    }

    [Theory]
    [InlineData("two covers")]
    [InlineData("one cover")]
    [InlineData("lap")]
    public void Each_cell_of_the_Finder_is_the_splice_of_that_size_and_grade_whichever_side_governs(string form)
    {
        var isLap = form == "lap";
        var joint = KindTests.Read(Butt(12, 18, 220_000, ("splice.form", form),
            ("splice.cover", isLap ? "" : form == "one cover" ? "18 mm" : "12 mm"), ("splice.columns", "3"),
            ("splice.columnsRight", isLap ? "" : "2")));
        var threads = Core.Catalogue.Standards.Threads.Where(t => t.Series == joint.Bolts.Thread.Series && t.Diameter is >= 12 and <= 27)
            .ToList();
        var grades = Core.Sizing.Finder.GradesFor(joint.Said, threads);
        var cells = Core.Sizing.Finder.Search(joint.Said, threads, grades, joint.AllBolts).SelectMany(r => r).Where(c => c.Refusal is null)
            .ToList();
        var sides = new HashSet<string>();
        foreach (var cell in cells)
        {
            var alone = JointRules.JointOf(joint.Said.With(Fields.Thread.To(cell.Thread.Designation), Fields.Grade.To(cell.Grade)), [])!;
            sides.Add(alone.Side);
            var (expected, found) = (TwoReserves.Of(Mechanics<Plain>.Of(alone)), cell.ByCount[joint.AllBolts - 1].Reserves);
            Assert.True(Math.Abs(expected.Load.Value - found.Load.Value) < 1e-9 * expected.Load.Value,
                $"{cell.Thread.Designation} {cell.Grade}: {found} in the matrix, {expected} alone");
            Assert.Equal(expected.Tightening.Value, found.Tightening.Value, 1e-9);
        }
        Assert.True(cells.Count > 60 && sides.Count == (isLap ? 1 : 2), $"{cells.Count} cells, {string.Join(", ", sides)}");
    }
}
