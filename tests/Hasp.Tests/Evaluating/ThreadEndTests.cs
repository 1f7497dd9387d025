using Hasp.Core.Checks.Machine;
using Hasp.Core;
using Hasp.Core.Checks;
using Hasp.Core.Joints;
using Check = Hasp.Core.Checks.Check;

namespace Hasp.Tests.Evaluating;

/// <summary>Tapped holes, inserts, studs, countersunk heads, gaskets and sleeves: lengths, grip, planes and what is judged.</summary>
public sealed class ThreadEndTests
{
    private static readonly (string, string)[] Tapped = [("threadEnd.kind", "tapped"), ("layers[1].thickness", "40 mm"),
        ("layers[1].material", "EN-GJL-250")];

    [Fact]
    public void A_tapped_joint_grips_half_a_diameter_into_the_part()
    {
        var r = Samples.Run([.. Tapped, ("washers.head", "plain")]);
        Assert.Equal(3 + 12 + 8, r[Terms.GripLength]);
        Assert.Equal(15, r.Stack.Clamped);
        Assert.Null(r.Joint.Bolts.Nut);
        // The second cone starts with the head's diameter at the effective depth.
        Assert.Equal(r.Joint.Bolts.Head.BearingDiameter, r.Stack.Cones[^1].LowerDiameter, 1e-9);
    }

    [Fact]
    public void A_thin_tapped_part_is_gripped_to_half_its_thickness() =>
        Assert.Equal(12 + 5, Samples.Run(("threadEnd.kind", "tapped"), ("layers[1].thickness", "10 mm"))[Terms.GripLength]);

    [Fact]
    public void The_length_chosen_reaches_the_engagement_at_which_the_bolt_breaks_first()
    {
        var r = Samples.Run(Tapped);
        Assert.True(r.Joint.End.Engagement >= r[Terms.RequiredEngagement]);
        Assert.Equal(r.Joint.Bolts.Length, r.Stack.Clamped + r.Joint.End.Engagement);
        Assert.True(r.Check(MachineBasis.Strip).Holds);
        Assert.True(r.Joint.Bolts.ShankLength <= r.Stack.Clamped);
    }

    [Fact]
    public void Stripping_falls_short_with_too_little_engagement_and_longer_is_offered()
    {
        var r = Samples.Run([.. Tapped, ("bolts.length", "25 mm")]);
        Assert.Equal(13, r.Joint.End.Engagement);
        Assert.False(r.Check(MachineBasis.Strip).Holds);
        Assert.Equal("the thread in Lug", r.Check(MachineBasis.Strip).Place);
        Assert.Contains(r.Cautions, c => c.Id == "engagementShort");
        Assert.Equal(0.6 * 250 * 0.875 * Math.PI * 16 * 13 / (800 * r[Terms.TensileStressArea]), r.Check(MachineBasis.Strip).Factor!.Value,
            1e-9);
        Assert.Contains(Core.Sizing.WaysOut.Of(Samples.Joint([.. Tapped, ("bolts.length", "25 mm"), ("loads[0].tension", "20 kN"),
            ("loads[0].shear", "4 kN")])),
            w => w.Edits[0].Path == "bolts.length" || w.Edits[0].Path == "threadEnd.kind");
    }

    [Fact]
    public void An_insert_strips_at_its_own_outer_thread()
    {
        (string, string)[] soft = [("threadEnd.kind", "tapped"), ("layers[1].material", "Aluminium 6082-T6"),
            ("layers[1].thickness", "40 mm"), ("threadEnd.engagement", "24 mm"), ("bolts.length", "36 mm")];
        var plain = Samples.Run(soft);
        var insert = Samples.Run([.. soft, ("threadEnd.kind", "insert"), ("threadEnd.insertLength", "24 mm")]);
        Assert.Equal(16 + (1.299038 * 2), insert.Joint.End.OuterDiameter, 1e-9);
        Assert.Equal(insert.Joint.End.OuterDiameter / 16, insert[Terms.TappedStripLoad] / plain[Terms.TappedStripLoad], 1e-9);
        // Stiffness takes the insert for the tapped part.
        Assert.Equal(plain[Terms.MemberStiffness], insert[Terms.MemberStiffness]);
    }

    [Fact]
    public void A_nut_is_full_strength_and_says_so() =>
        Assert.Equal("a standard nut of the matching class is full strength", Samples.Run().Check(MachineBasis.Strip).Note);

    [Fact]
    public void A_stud_is_thread_all_over_and_stands_out_evenly()
    {
        var r = Samples.Run(("bolts.head", "stud"));
        Assert.Equal(0, r[Terms.ShankInGrip]);
        Assert.Equal(r.Joint.Bolts.Above - r.Joint.Bolts.Head.Height, r.Stack.Protrusion, 1e-9);
        Assert.All(r.Stack.Planes, p => Assert.True(p.ThreadInPlane && !p.RunoutOnly));
        Assert.True(r.Stack.Protrusion >= 2);
        var screwedIn = Samples.Run([.. Tapped, ("bolts.head", "stud"), ("threadEnd.engagement", "22 mm")]);
        Assert.Equal(22, screwedIn.Joint.End.Engagement);
        Assert.Equal(screwedIn.Joint.Bolts.Length, screwedIn.Joint.Bolts.Above + screwedIn.Stack.Clamped + 22);
    }

    [Fact]
    public void A_countersunk_head_sits_in_the_part_and_shortens_grip_and_bearing()
    {
        var r = Samples.Run(("bolts.head", "countersunk"));
        Assert.Equal(32 - 4.4, r[Terms.GripLength], 1e-9);
        Assert.Equal(12 - 4.4, r.Stack.BearingLength[0], 1e-9);
        Assert.Equal((29.01 + 16) / 2, r.Stack.Cones[0].UpperDiameter, 1e-9);
        // In a tapped part the head turns, and its cone presses harder than the axial force.
        var turned = Samples.Run([.. Tapped, ("bolts.head", "countersunk"), ("tightening.threadFriction", "0.12"),
            ("tightening.bearingFriction", "0.12")]);
        Assert.Equal(turned[Terms.Preload] * 0.12 * (29.01 + 17.5) / 2 / Math.Sin(Math.PI / 4) / 2, turned[Terms.BearingFrictionTorque],
            1e-6);
        Assert.Contains(Samples.Faults(("bolts.head", "countersunk"), ("layers[0].thickness", "8 mm")), f => f.Path == "layers[0].thickness"
            && f.Mends.Count > 0);
    }

    [Fact]
    public void A_gasket_softens_the_members_and_takes_no_shear()
    {
        var document = Samples.With();
        document["layers"]!.AsArray().Insert(1, System.Text.Json.Nodes.JsonNode.Parse("""{ "name": "Gasket", "thickness": "2 mm", "material": "Gasket sheet, fibre" }"""));
        document["layers"]![0]!["side"] = "left";
        document["layers"]![2]!["side"] = "right";
        var with = Evaluation.Run(Hasp.Files.JointDocument.Read(document.ToJsonString()).Joint!);
        var without = Samples.Run();
        Assert.True(with[Terms.LoadShare] > 2 * without[Terms.LoadShare]);
        Assert.Single(with.Stack.Planes);
        Assert.Equal(0, with.Stack.LayerShare[1]);
        Assert.Equal(without.Check(MachineBasis.Bearing).Factor, with.Check(MachineBasis.Bearing).Factor);
    }

    [Fact]
    public void A_sleeve_only_makes_the_bolt_longer()
    {
        var document = Samples.With();
        document["layers"]![0]!["side"] = "left";
        document["layers"]![1]!["side"] = "right";
        document["layers"]!.AsArray().Insert(0, System.Text.Json.Nodes.JsonNode.Parse("""{ "name": "Sleeve", "thickness": "48 mm", "material": "Steel", "side": "none", "edgeDistance": "16 mm" }"""));
        var with = Evaluation.Run(Hasp.Files.JointDocument.Read(document.ToJsonString()).Joint!);
        Assert.Single(with.Stack.Planes);
        Assert.Equal(0, with.Stack.LayerShare[0]);
        Assert.True(with[Terms.EmbeddingLoss] < Samples.Run()[Terms.EmbeddingLoss]);
        Assert.All(with.Stack.Cones.Where(c => c.Layer == 0), c => Assert.True(c.LowerDiameter <= 32 + 1e-9));
    }

    [Theory]
    [InlineData("bolts.length", "30 mm", "too short for its grip")]
    [InlineData("threadEnd.threadDepth", "50 mm", "deeper than Lug")]
    [InlineData("bolts.length", "60 mm", "the screw bottoms")]
    [InlineData("washers.nut", "plain", "there is no nut")]
    [InlineData("threadEnd.engagement", "45 mm", "of thread can hold the bolt")]
    public void Says_what_does_not_fit_and_what_would_mend_it(string path, string text, string words)
    {
        // A through bolt for the first, a tapped hole for the others.
        var faults = words.StartsWith("too", StringComparison.Ordinal) ? Samples.Faults((path, text))
            : Samples.Faults([.. Tapped, (path, text)]);
        var fault = Assert.Single(faults, f => f.Path == path);
        Assert.Contains(words, fault.Problem, StringComparison.Ordinal);
        Assert.NotEmpty(fault.Mends);
        foreach (var mend in fault.Mends)
        {
            (string, string)[] first = words.StartsWith("too", StringComparison.Ordinal) ? [] : Tapped;
            Assert.Empty(Samples.Faults([.. first, (path, text), (mend.Path, mend.Text)]));
        }
    }

    [Fact]
    public void An_insert_longer_than_its_hole_is_refused_with_what_fits()
    {
        (string, string)[] shallow = [("threadEnd.kind", "insert"), ("layers[1].thickness", "20 mm")];
        var fault = Assert.Single(Samples.Faults(shallow));
        Assert.Equal(Fields.InsertLength.Path, fault.Path);
        Assert.Contains("longer than the hole", fault.Problem, StringComparison.Ordinal);
        foreach (var mend in fault.Mends) Assert.Empty(Samples.Faults([.. shallow, (mend.Path, mend.Text)]));
    }

    [Fact]
    public void A_seal_is_judged_by_the_clamp_that_is_left()
    {
        var r = Samples.Run(("loads[0].pressure", "6 bar"), ("seal.area", "9000 mm2"), ("seal.factor", "2"));
        var left = r[Terms.PreloadMin] - ((1 - r[Terms.LoadShare]) * 18_000);
        Assert.Equal(4 * left / 9000 / (2 * 0.6), r.Check(MachineBasis.Leak).Factor!.Value, 1e-9);
        Assert.Contains(r.Window.TooLoose, e => e.Check == MachineBasis.Leak);
    }

    [Fact]
    public void The_net_section_carries_what_all_bolts_bring()
    {
        var r = Samples.Run(("layers[0].width", "100 mm"), ("layers[0].holesAcross", "2"));
        Assert.Equal(355 * (100 - (2 * 17.5)) * 12 / 24_000, r.Check(MachineBasis.NetSection).Factor!.Value, 1e-9);
        Assert.Contains("nothing is left", Assert.Single(Samples.Faults(("layers[0].width", "30 mm"), ("layers[0].holesAcross", "2")))
            .Problem, StringComparison.Ordinal);
    }

    [Fact]
    public void The_net_section_takes_holes_and_paths_from_the_pattern()
    {
        // Every run of holes from side to side, each path by hand: straight through a column, or slanting through the shifted rows.
        var (kept, random) = (0, new Random(21));
        for (var i = 0; i < 60; i++)
        {
            var (rows, columns, gauge, pitch) = (random.Next(1, 5), random.Next(1, 4), random.Next(50, 90), random.Next(50, 90));
            var width = ((rows - 1) * gauge) + random.Next(60, 160);
            var r = Samples.Run(("loads[0].tension", ""), ("loads[0].shear", ""), ("loads[0].fx", "90 kN"), ("pattern.kind", "grid"), ("pattern.rows", $"{rows}"), ("pattern.columns", $"{columns}"),
                ("pattern.pitchX", $"{pitch} mm"), ("pattern.pitchY", $"{gauge} mm"), ("layers[0].width", $"{width} mm"), ("layers[1].width", $"{width + 20} mm"));
            var first = 355.0 * (width - (rows * 17.5)) * 12 / 90_000;
            Assert.Equal(first, r.Check(MachineBasis.NetSection).Factor!.Value, 1e-9 * first);
            if (rows > 1) kept++;
        }
        Assert.True(kept > 30, $"only {kept}");
        // The example: three M24 across 180 mm of S275, 10 mm, 250 kN.
        var three = Samples.Run(("bolts.thread", "M24"), ("loads[0].tension", ""), ("loads[0].shear", ""), ("loads[0].fx", "250 kN"), ("pattern.kind", "grid"), ("pattern.rows", "3"), ("pattern.columns", "1"),
            ("pattern.pitchY", "60 mm"), ("layers[0].width", "180 mm"), ("layers[0].thickness", "10 mm"), ("layers[0].material", "S275"));
        Assert.Equal(275 * (180 - (3 * 26.0)) * 10 / 250_000, three.Check(MachineBasis.NetSection).Factor!.Value, 1e-9);
        // A number that is stated goes before the pattern.
        var stated = Samples.Run(("loads[0].tension", ""), ("loads[0].shear", ""), ("loads[0].fx", "90 kN"), ("pattern.kind", "grid"), ("pattern.rows", "3"), ("pattern.columns", "1"), ("pattern.pitchY", "60 mm"),
            ("layers[0].width", "200 mm"), ("layers[0].holesAcross", "1"));
        Assert.Equal(355 * (200 - 17.5) * 12 / 90_000, stated.Check(MachineBasis.NetSection).Factor!.Value, 1e-9);
    }

    [Fact]
    public void Bolts_that_do_not_fit_a_width_are_refused_and_holes_that_nobody_counted_are_asked_for()
    {
        var faults = Samples.Faults(("loads[0].tension", ""), ("loads[0].shear", ""), ("loads[0].fx", "90 kN"), ("pattern.kind", "grid"), ("pattern.rows", "3"), ("pattern.columns", "1"),
            ("pattern.pitchY", "70 mm"), ("layers[0].width", "150 mm"));
        Assert.Contains(faults, f => f.Path == "layers[0].width" && f.Problem.Contains("do not fit", StringComparison.Ordinal));
        var open = Samples.Run(("layers[0].width", "120 mm"));
        Assert.Null(open.Check(MachineBasis.NetSection).Factor);
        Assert.False(open.IsComplete);
        Assert.Contains(open.Asks, a => a.Path == "layers[0].holesAcross");
        Assert.NotNull(Samples.Run(("layers[0].width", "120 mm"), ("bolts.count", "1")).Check(MachineBasis.NetSection).Factor);
    }
}
