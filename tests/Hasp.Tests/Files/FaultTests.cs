using System.Text.Json.Nodes;
using CsCheck;
using Hasp.Core;
using Hasp.Files;

namespace Hasp.Tests.Files;

/// <summary>Bad documents: every fault at once, each with its path and what is allowed.</summary>
public sealed class FaultTests
{
    internal const string TenFaults = """
        {
          "format": "hasp-joint", "version": 1, "name": "Ten faults",
          "bolts": { "thread": "M20", "grade": "9.8", "count": 0 },
          "hole": { "diameter": "19 mm" },
          "layers": [
            { "name": "No unit", "thickness": "12", "material": "S355" },
            { "name": "Negative", "thickness": "-5 mm", "material": "Unobtainium" },
            { "name": "Edge in the hole", "thickness": "10 mm", "material": "S355", "edgeDistance": "8 mm" }
          ],
          "loads": [ { "name": "Not a number", "tension": "NaN kN", "shear": "1e400 N" } ],
          "tightening": { "nutFactor": 0 }
        }
        """;

    [Fact]
    public void Ten_faults_come_back_as_ten()
    {
        var (joint, faults) = JointDocument.Read(TenFaults);
        Assert.Null(joint);
        Assert.Equal(
            [
                "bolts.count", "bolts.grade", "hole.diameter", "layers[0].thickness", "layers[1].material", "layers[1].thickness",
                "layers[2].edgeDistance", "loads[0].shear", "loads[0].tension", "tightening.nutFactor",
            ],
            faults.Select(f => f.Path).Order(StringComparer.Ordinal));
        Assert.All(faults, f => Assert.True(f.Problem.Length > 10, f.Problem));
    }

    [Theory]
    [InlineData("bolts.grade", "9.9", "no grade of that name")]
    [InlineData("bolts.grade", "SAE 5", "inch")]
    [InlineData("bolts.thread", "M17", "M16x1.5")]
    [InlineData("bolts.count", "2.5", "whole number")]
    [InlineData("bolts.count", "1001", "at most 1000")]
    [InlineData("bolts.length", "40 mm", "at least 46.8 mm")]
    [InlineData("bolts.length", "90 mm", "the shank is in the way")]
    [InlineData("bolts.threadLength", "80 mm", "longer than the bolt")]
    [InlineData("hole.diameter", "23 mm", "pull through")]
    [InlineData("judging.preload", "guessed", "extremes")]
    [InlineData("hole.fit", "sloppy", "one of")]
    [InlineData("washers.head", "hardened2", "one of")]
    [InlineData("layers[0].thickness", "12,5 mm", "12.5")]
    [InlineData("layers[0].thickness", "300 mm", "up to 250 mm")]
    [InlineData("layers[0].edgeDistance", "14 mm", "one bolt diameter")]
    [InlineData("loads[0].tension", "3 ton", "Which ton")]
    [InlineData("tightening.aim", "75", "")]
    [InlineData("tightening.aim", "85 lb", "lbf")]
    [InlineData("tightening.aim", "120 %", "at most 100 %")]
    [InlineData("tightening.aim", "-5 kN", "above zero")]
    [InlineData("tightening.scatter", "1.5", "at most 0.9")]
    [InlineData("judging.coneHalfAngle", "50 deg", "at most 45")]
    [InlineData("name", "", "missing")]
    public void Says_what_is_allowed(string path, string text, string words)
    {
        var faults = Samples.Faults((path, text));
        if (words.Length == 0)
        {
            // A bare number aims at a share of proof.
            Assert.Empty(faults);
            return;
        }
        var fault = Assert.Single(faults);
        Assert.Equal(path, fault.Path);
        Assert.Contains(words, fault.Problem, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("")]
    [InlineData("null")]
    [InlineData("[]")]
    [InlineData("42")]
    [InlineData("{")]
    [InlineData("{}")]
    [InlineData("{\"format\":\"hasp-joint\",\"version\":99}")]
    [InlineData("{\"format\":\"other\",\"version\":1}")]
    [InlineData("{\"a\":1,\"a\":2}")]
    [InlineData("{\"name\":\"\\ud800\"}")]
    [InlineData("[[[[[[[[[[[[[[[[[[[[]]]]]]]]]]]]]]]]]]]]")]
    public void No_document_at_all_is_refused_in_words(string text) => Assert.NotEmpty(JointDocument.Read(text).Faults);

    [Fact]
    public void A_file_that_begins_with_a_byte_order_mark_is_read()
    {
        var bytes = System.Text.Encoding.UTF8.GetPreamble().Concat(System.Text.Encoding.UTF8.GetBytes(Samples.Plain)).ToArray();
        Assert.Empty(JointDocument.Read(bytes).Faults);
    }

    [Theory]
    [InlineData("plain", "26 mm", "through its washer")]
    [InlineData("plain", "24 mm", "")]
    [InlineData("none", "22.6 mm", "bearing face")]
    public void A_hole_that_the_head_would_pull_through_is_refused(string washer, string hole, string words)
    {
        var faults = Samples.Faults(("washers.head", washer), ("washers.nut", washer), ("hole.diameter", hole));
        if (words.Length == 0) Assert.Empty(faults);
        else Assert.Contains(words, Assert.Single(faults).Problem, StringComparison.Ordinal);
    }

    [Fact]
    public void Cones_bored_wider_than_they_start_are_refused() => Assert.Equal("judging.coneBore", Assert.Single(
        Samples.Faults(("washers.head", "plain"), ("washers.nut", "plain"), ("hole.diameter", "23 mm"), ("judging.coneBore", "hole")))
            .Path);

    [Fact]
    public void Unknown_fields_are_named_with_those_that_are_known()
    {
        var document = Samples.With();
        document["bolts"]!["colour"] = "blue";
        document["extra"] = 1;
        var faults = JointDocument.Read(document.ToJsonString()).Faults;
        Assert.Equal(["bolts.colour", "extra"], faults.Select(f => f.Path).Order());
        Assert.Contains("grade", faults[0].Problem, StringComparison.Ordinal);
    }

    [Fact]
    public void Own_grade_and_material_are_used_and_marked()
    {
        var document = Samples.With(("bolts.grade", "House 1100"), ("layers[0].material", "Gunmetal"));
        document["own"] = JsonNode.Parse("""
            { "grades": [ { "name": "House 1100", "proof": "900 MPa", "yield": "1000 MPa", "tensile": "1100 MPa", "minDiameter": "6 mm", "maxDiameter": "24 mm", "source": "mill sheet 7" } ],
              "materials": [ { "name": "Gunmetal", "elasticModulus": "105 GPa", "yield": "130 MPa", "tensile": "270 MPa", "bearingLimit": "250 MPa", "source": "foundry note" } ] }
            """);
        var result = Evaluation.Run(JointDocument.Read(document.ToJsonString()).Joint!);
        Assert.Equal(900, result[Terms.ProofStrength]);
        var caution = Assert.Single(result.Cautions, c => c.Id == "ownData");
        Assert.Contains("mill sheet 7", caution.Text, StringComparison.Ordinal);
        Assert.Contains("foundry note", caution.Text, StringComparison.Ordinal);
        Typing.Set(document, "bolts.thread", "M30", Core.Quantities.UnitSystem.Si);
        Assert.Contains(JointDocument.Read(document.ToJsonString()).Faults, f => f.Path == "bolts.grade"
            && f.Problem.Contains("24 mm", StringComparison.Ordinal));
        document["own"]!["grades"]![0]!["tensile"] = "800 MPa";
        Assert.Contains(JointDocument.Read(document.ToJsonString()).Faults, f => f.Path == "own.grades[0].tensile");
    }

    [Fact]
    public void No_broken_document_throws() =>
        Gen.Select(Gen.Int[0, 100_000], Gen.Int[1, 6])
            .Sample((seed, n) => JointDocument.Read(Breaker.Break(Samples.Plain, seed, n)).Faults is not null, iter: 3_000);
}
