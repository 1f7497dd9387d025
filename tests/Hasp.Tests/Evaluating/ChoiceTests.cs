using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks.Machine;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;
using Hasp.Files;

namespace Hasp.Tests.Evaluating;

/// <summary>What is chosen where nobody said: how shear is carried, finish, washers and target by the grade.</summary>
public sealed class ChoiceTests
{
    private static JsonObject Silent(params (string, string)[] changes)
    {
        var document = Samples.With(("faceFriction", ""), ("tightening.lubrication", ""), ("tightening.aim", ""), ("loads[0].tension", ""));
        document.Remove("judging");
        foreach (var (path, text) in changes) Typing.Set(document, path, text, UnitSystem.Si);
        return document;
    }

    private static Result Run(params (string, string)[] changes) => Evaluation.Run(Samples.Read(Silent(changes)));

    /// <summary>What asks for friction does, each by itself; what does not leaves the bolts bearing.</summary>
    [Theory]
    [InlineData("name=nothing", true, "nothing asks for friction")]
    [InlineData("hole.fit=fine", true, "nothing asks for friction")]
    [InlineData("layers[0].holes=short slot across", true, "nothing asks for friction")]
    [InlineData("faceFriction=0.3", false, "slip coefficient")]
    [InlineData("judging.eurocode.surface=A", false, "surface class")]
    [InlineData("judging.required.slip=1.5", false, "factor against slip")]
    [InlineData("judging.required.slip=0", true, "nothing asks for friction")]
    [InlineData("loads[0].alternatesWith=unloaded", false, "alternates")]
    [InlineData("hole.fit=coarse", false, "oversize")]
    [InlineData("hole.diameter=20 mm", false, "oversize")]
    [InlineData("layers[1].holes=oversize", false, "oversize")]
    [InlineData("layers[1].holes=long slot along", false, "slotted along")]
    [InlineData("judging.shearBy=friction", false, "stated")]
    [InlineData("judging.shearBy=bearing", true, "stated")]
    public void Shear_is_carried_in_bearing_unless_something_asks_for_friction(string change, bool bearing, string why)
    {
        foreach (var basis in new[] { "machine", "margins" })
        {
            var result = Run((change.Split('=')[0], change.Split('=')[1]), (Fields.Basis.Path, basis));
            var by = result.Joint.Judging.Shear;
            Assert.Equal(bearing, by.Bearing);
            Assert.Contains(why, by.Why, StringComparison.Ordinal);
            var slip = result.Checks.Single(c => c.Check.Info.ByFriction);
            Assert.Equal(!bearing, slip.Required > 0);
            // The figure of friction is shown beside the bearing that was chosen, and does not judge.
            Assert.Equal(!bearing || !by.Stated, slip.Factor is not null);
            Assert.Equal(bearing && result.Joint.Sharing.AnyShear, result.Cautions.Any(c => c.Id == "slipsIntoBearing"));
            Assert.Equal(by.Stated, result.CarriedOtherwise is null);
        }
    }

    /// <summary>A gasket relaxes by its own share in place of the usual one; what is stated goes before both.</summary>
    [Theory]
    [InlineData("S355", "", 0.05)]
    [InlineData("Gasket sheet, fibre", "", 0.15)]
    [InlineData("Gasket sheet, rubber", "", 0.25)]
    [InlineData("Gasket sheet, rubber", "0.4", 0.4)]
    public void A_gasket_relaxes_by_its_own_share(string material, string stated, double share)
    {
        var document = Silent(("loads[0].shear", ""), ("loads[0].tension", "4 kN"), ("tightening.relaxation", stated));
        ((JsonArray)document["layers"]!).Insert(1, new JsonObject { ["name"] = "Between", ["thickness"] = "2 mm", ["material"] = material });
        var result = Evaluation.Run(Samples.Read(document));
        Assert.Equal(share, result[Terms.Relaxation]);
        Assert.Equal(share > 0.05, result.Cautions.Any(c => c.Id == "gasketRelaxes"));
    }

    /// <summary>What is called out can be done and bought: a turn in steps of five degrees, stainless washers with stainless bolts.</summary>
    [Fact]
    public void A_call_out_can_be_done_and_bought()
    {
        var turned = CallOut.Of(Run(("tightening.method", "turn")), UnitSystem.Si);
        Assert.Equal(0, int.Parse(turned.Figure.TrimEnd('°'), System.Globalization.CultureInfo.InvariantCulture) % 5);
        Assert.Contains("at most", turned.After, StringComparison.Ordinal);
        var stainless = CallOut.Of(Run(("bolts.grade", "A4-80"), ("washers.head", "plain"), ("washers.nut", "plain")), UnitSystem.Si);
        Assert.Contains("ISO 7089 A4 200 HV", stainless.Parts, StringComparison.Ordinal);
        Assert.DoesNotContain("zinc", stainless.Parts, StringComparison.Ordinal);
    }

    [Fact]
    public void The_other_way_of_carrying_is_the_joint_with_it_stated()
    {
        var (chosen, stated) = (Run(("loads[0].shear", "60 kN")), Run(("loads[0].shear", "60 kN"), ("judging.shearBy", "friction")));
        Assert.True(chosen.Holds);
        Assert.False(stated.Holds);
        Assert.Equal(stated.Reserves.First.Value, chosen.CarriedOtherwise!.Value.First.Value, 1e-12);
        var slip = chosen.Checks.Single(c => c.Check == MachineBasis.Slip);
        Assert.Equal(stated.Checks.Single(c => c.Check == MachineBasis.Slip).Factor, slip.Factor);
        Assert.Contains($"{Math.Floor(slip.Factor!.Value * 100) / 100:0.00} of this load", slip.Note, StringComparison.Ordinal);
    }

    /// <summary>The finish goes with the grade, and a pair that cannot be is open with what fits.</summary>
    [Theory]
    [InlineData("8.8", "zinc")]
    [InlineData("10.9", "black")]
    [InlineData("12.9", "black")]
    [InlineData("A4-80", "stainless")]
    public void The_finish_goes_with_the_grade(string grade, string finish)
    {
        var joint = Samples.Read(Silent(("bolts.grade", grade)));
        Assert.Equal(finish, joint.Tightening.NutFactor.Lubrication);
        // One that was chosen for another grade goes; one that was stated stays, and is said.
        var chosen = Silent(("tightening.lubrication", "zinc"), ("bolts.grade", grade));
        chosen["chosen"] = new JsonArray("tightening.lubrication");
        Assert.Equal(finish is "stainless" ? "stainless" : "zinc", Samples.Read(chosen).Tightening.NutFactor.Lubrication);
    }

    [Fact]
    public void Every_grade_has_a_finish_that_it_can_have_and_every_other_pair_is_open_with_what_fits()
    {
        var (pairs, open) = (0, 0);
        foreach (var band in Standards.Grades.DistinctBy(g => g.Grade))
        {
            Assert.True(Standards.FindFinish(band.Finish) is { } usual && band.Takes(usual), band.Grade);
            foreach (var finish in Standards.NutFactors)
            {
                var thread = Standards.Threads.First(t => (band.System == MeasureSystem.Any || t.System == band.System) && t.FirstChoice
                    && t.Diameter >= Math.Max(band.MinDiameter, 12) - 0.01 && t.Diameter <= band.MaxDiameter + 0.01);
                var (joint, faults) = JointDocument.Read(Silent(("bolts.grade", band.Grade), ("bolts.thread", thread.Designation),
                    ("tightening.lubrication", finish.Lubrication), ("layers[0].edgeDistance", "90 mm"), ("layers[1].edgeDistance", "90 mm")).ToJsonString());
                Assert.True(joint is not null, $"{band.Grade} {thread.Designation}: {string.Join("; ", faults)}");
                pairs++;
                var asks = Evaluation.Run(joint).Asks.Where(a => a.Path == Fields.Lubrication.Path).ToList();
                Assert.Equal(band.Takes(finish), asks.Count == 0);
                open += asks.Count;
                Assert.All(asks, a => Assert.Contains("What fits: ", a.Problem, StringComparison.Ordinal));
            }
        }
        Assert.True(pairs > 400 && open > 30, $"{pairs} pairs, {open} open");
    }

    /// <summary>Washers that are too soft for a grade do not shut it out of the Finder: those that go with it are judged, said and adopted.</summary>
    [Fact]
    public void In_the_Finder_washers_go_with_the_grade()
    {
        var said = Samples.Read(Silent(("washers.head", "plain"), ("washers.nut", "plain"))).Said;
        var cells = Finder.Search(said, [Standards.FindThread("M16")!], ["8.8", "10.9", "12.9"], 6)[0];
        Assert.All(cells, c => Assert.Null(c.Refusal));
        Assert.Empty(cells[0].With);
        foreach (var cell in cells.Skip(1))
        {
            Assert.Equal(["washers.head", "washers.nut"], cell.With.Select(w => w.Path));
            var adopted = said.With([Fields.Grade.To(cell.Grade), Fields.Count.To(4), .. cell.With]);
            Assert.Equal(TwoReserves.Of(Mechanics<Core.Formulas.Plain>.Of(JointRules.JointOf(adopted, [])!)).First.Value, cell.ByCount[3].Reserve, 1e-12);
        }
    }

    /// <summary>A default never makes a joint fail before anybody did anything wrong: small strong screws on common steel hold unloaded as they come.</summary>
    [Fact]
    public void Small_strong_screws_do_not_fall_short_by_their_own_defaults()
    {
        var seen = 0;
        foreach (var thread in new[] { "M6", "M8", "M10", "M12", "M16" })
        {
            foreach (var grade in new[] { "8.8", "10.9", "12.9" })
            {
                foreach (var end in new[] { "", "tapped" })
                {
                    var washer = JointRules.WasherFitting(Standards.FindThread(thread)!, Standards.GradeBands(grade)[0])!.Kind;
                    var result = Run(("bolts.thread", thread), ("bolts.grade", grade), ("threadEnd.kind", end), ("layers[1].thickness", "40 mm"),
                        ("washers.head", washer), ("washers.nut", end.Length > 0 ? "" : washer), ("loads[0].shear", "1 kN"));
                    seen++;
                    var short_ = result.Checks.Where(c => !c.Holds && c.Check.Info.SetBy == Core.Checks.SetBy.Tool).Select(c => $"{c.Check.Id} {c.Reserve:0.00} {c.Place}");
                    Assert.True(!short_.Any(), $"{thread} {grade} {end} {washer} {result.Joint.Tightening.AimValue}: {string.Join(", ", short_)}");
                }
            }
        }
        Assert.Equal(30, seen);
    }
}
