using System.Text.RegularExpressions;
using Hasp.Core;
using Hasp.Files;

namespace Hasp.Tests.Evaluating;

/// <summary>Every caution by the smallest change of a plain joint that raises it, and that the plain joint does not raise those that a change must.</summary>
public sealed partial class CautionTests
{
    [GeneratedRegex("(?:^|[ ),])\"(?<id>[a-z][a-zA-Z]+)\",\\s*\\n|, \"(?<id2>[a-z][a-zA-Z]+)\", [$\"]")]
    private static partial Regex Id();

    private static readonly (string Id, string Changes)[] Table =
    [
        ("tighteningBreaks", "tightening.aim=300 kN"), ("tighteningAboveProof", "tightening.aim=95 kN"),
        ("threadShowing", "bolts.length=47 mm"), ("longBolt", "bolts.length=80 mm;bolts.threadLength=60 mm"),
        ("weakNut", "threadEnd.nutClass=5"), ("lockNutTorque", "threadEnd.nut=lock"),
        ("lengthToOrder", "bolts.thread=M8;layers[0].thickness=80 mm;layers[1].thickness=80 mm"),
        ("reducedLoad", "bolts.head=button"), ("tighteningLow", "tightening.aim=10 %"), ("nominalPreload", "judging.preload=nominal"),
        ("torqueTwelve", "tightening.aim=2400 N·m"),
        ("torqueThousand", "tightening.aim=196000 N·m"), ("torqueUntested", ""), ("dryTorque", "tightening.lubrication=dry"),
        ("brittle", "layers[0].material=EN-GJL-250"),
        ("edgeDistance", "layers[0].edgeDistance=25 mm"), ("noClamp", "tightening.aim=20 N·m;tightening.prevailingTorque=30 N·m"),
        ("prevailingHigh", "tightening.prevailingTorque=250 N·m"),
        ("engagementShort", "threadEnd.kind=tapped;bolts.length=20 mm"),
        ("tappedAluminium", "threadEnd.kind=tapped;layers[1].material=Aluminium 6082-T6;layers[1].thickness=60 mm"),
        ("gasketInShear", "layers[2].name=Sheet;layers[2].thickness=2 mm;layers[2].material=Gasket sheet, fibre"),
        ("gasketRelaxes", "layers[2].name=Sheet;layers[2].thickness=2 mm;layers[2].material=Gasket sheet, fibre"),
        ("pressure", "loads[0].pressure=5 bar"), ("temperature", "temperature.parts=60 °C"),
        ("threadsCut", "loads[0].alternatesWith=unloaded"), ("cyclesIdle", "loads[0].alternatesWith=unloaded;loads[0].cycles=100000"),
        ("edgeNotStated", "layers[0].edgeDistance="),
        ("settling", "layers[0].thickness=4 mm;layers[1].thickness=3 mm;tightening.aim=20 %"), ("shearReverses", "loads[0].tension=;loads[0].shear=;loads[0].fx=5 kN;loads[1].tension=;loads[1].shear=;loads[1].fx=-4 kN"), ("singleBolt", "bolts.count=1"), ("hangs", ""),
        ("creep", "layers[0].material=Plastic PA 66"), ("runout", ""), ("slipsIntoBearing", "judging.shearBy=bearing"), ("noShearPlane", "layers[0].side=left;layers[1].side=left"),
        ("embrittlement", "bolts.grade=12.9;tightening.lubrication=zinc"),
        ("galvanisedHigh", "bolts.grade=10.9;tightening.lubrication=galvanised"), ("lubricantOnFaces", ""),
        ("galling", "bolts.grade=A4-80"),
        ("steelInNobler", "layers[0].material=Stainless 1.4301"), ("weakForPreload", "bolts.grade=4.6"),
        ("unknownGrade", "bolts.condition=unknown grade"), ("reused", "bolts.condition=reused"),
        ("pressureNoEndLoad", "loads[0].tension=;loads[0].pressure=5 bar"), ("gradeTemperature", "temperature.parts=300 °C"),
        ("finishTemperature", "tightening.lubrication=wax;temperature.parts=200 °C"),
        ("selfLoosening", "loads[0].alternatesWith=unloaded"), ("fatigueNotJudged", ""), ("requiredLowered", ""),
        ("frictionHigh", "faceFriction=0.6"),
        ("dissimilarMetals", "layers[0].material=Stainless 1.4301"), ("pryingNotStated", ""), ("notJudged", ""), ("competent", ""),
        ("pitch", "pattern:pattern.pitchX=40 mm"), ("slipByBolt", "pattern:"),
        ("centroidOpens", "pattern:loads[0].fz=600 kN;loads[0].mx=20 kN·m"),
        ("factorsChanged", "judging.basis=eurocode;judging.eurocode.gammaM2=1.3"), ("notInFull", "judging.basis=aisc-lrfd"),
        ("toolNotInBasis", "judging.basis=is800"),
        ("lotOfOthers", Lot + ";bolts.thread=M20"), ("lotAtOther", Lot + ";tightening.aim=50 %"),
        ("lotNarrow", Lot + ";tightening.lot.low=0.148;tightening.lot.high=0.152"),
        ("twoPivots", "pattern:pattern.tension=pivot;loads[0].mx=3 kN·m;loads[0].my=2 kN·m"),
    ];

    private const string Lot = "tightening.lot.name=L-7;tightening.lot.bolts=M16 8.8;tightening.lot.lubrication=lubricated;tightening.lot.nutFactor=0.15;tightening.lot.low=0.14;"
        + "tightening.lot.high=0.16;tightening.lot.tests=5;tightening.lot.tension=68.15 kN;tightening.lot.torque=180 N·m;tightening.lot.tested=2026-11-26";

    public static TheoryData<string, string> Cautions => [.. Table.Select(t => new TheoryDataRow<string, string>(t.Id, t.Changes))];

    [Theory]
    [MemberData(nameof(Cautions))]
    public void A_caution_stands_where_it_applies(string id, string changes)
    {
        var patterned = changes.StartsWith("pattern:", StringComparison.Ordinal);
        var text = patterned ? changes["pattern:".Length..] : changes;
        (string, string)[] pairs = [.. text.Split(';', StringSplitOptions.RemoveEmptyEntries)
            .Select(c => (c.Split('=')[0], c[(c.IndexOf('=') + 1)..]))];
        var document = patterned ? Samples.Bracket() : Samples.With();
        if (text.Contains("layers[2]", StringComparison.Ordinal)) Typing.Add(document, "layers");
        if (text.Contains("loads[1]", StringComparison.Ordinal)) Typing.Add(document, "loads");
        foreach (var (path, value) in pairs) Typing.Set(document, path, value, Core.Quantities.UnitSystem.Si);
        Assert.Contains(Evaluation.Run(Samples.Read(document)).Cautions, c => c.Id == id);
        // What a change raises, the plain joint does not have.
        if (pairs.Length > 0) Assert.DoesNotContain(Evaluation.Run(patterned ? Samples.PatternJoint() : Samples.Joint()).Cautions,
            c => c.Id == id);
    }

    [Theory]
    // What turns about without changing its size loosens as well: along x, along y, a moment about z; the same both times does not.
    [InlineData("fx=5 kN", "fx=-5 kN", true)]
    [InlineData("fy=5 kN", "fy=-5 kN", true)]
    [InlineData("mz=2 kN·m", "mz=-2 kN·m", true)]
    [InlineData("fx=5 kN", "fy=5 kN", true)]
    [InlineData("fx=5 kN", "fx=5 kN", false)]
    [InlineData("fz=5 kN", "fz=-5 kN", false)]
    public void A_shear_that_alternates_is_told_whatever_way_it_turns(string one, string other, bool told)
    {
        var document = Samples.Bracket(("loads[0].fy", ""), ("loads[0].atX", ""));
        Typing.Add(document, "loads");
        foreach (var (path, text) in new[] { ("loads[1].name", "Back"), ("loads[0]." + one.Split('=')[0], one.Split('=')[1]), ("loads[1]." + other.Split('=')[0], other.Split('=')[1]), ("loads[0].alternatesWith", "Back") })
        {
            Typing.Set(document, path, text, Core.Quantities.UnitSystem.Si);
        }
        Assert.Equal(told, Evaluation.Run(Samples.Read(document)).Cautions.Any(c => c.Id == "selfLoosening"));
    }

    [Fact]
    public void No_caution_stands_where_it_is_not_true()
    {
        foreach (var kind in Core.Kinds.Kind.All.Where(k => !k.IsParts))
        {
            var cautions = Evaluation.Run(JointDocument.Read(Typing.Example(kind).ToJsonString()).Joint!).Cautions;
            Assert.DoesNotContain(cautions, c => c.Id is "pressureNoEndLoad" or "hangs");
        }
        foreach (var material in Core.Catalogue.Standards.Materials.Where(m => m.Kind == "plastic"))
        {
            Assert.DoesNotContain(Samples.Run(("layers[0].material", material.Name), ("layers[0].thickness", "10 mm")).Cautions, c => c.Id == "brittle");
        }
        foreach (var basis in Core.Checks.Basis.All.Where(b => !b.Checks.Contains(Core.Checks.Machine.MachineBasis.Fatigue)))
        {
            var cautions = Samples.Run(("judging.basis", basis.Id), ("loads[0].alternatesWith", "unloaded"), ("loads[0].cycles", "100000")).Cautions;
            Assert.DoesNotContain(cautions, c => c.Text.Contains("judged for endless life", StringComparison.Ordinal));
            Assert.Contains(cautions, c => c.Id == "fatigueNotJudged");
        }
    }

    /// <summary>What a kind judges itself is not said to be left out: of every kind and basis, what a caution calls not judged is in no verdict.</summary>
    [Fact]
    public void No_caution_says_not_judged_of_what_is_judged()
    {
        var seen = 0;
        foreach (var kind in Core.Kinds.Kind.All)
        {
            foreach (var basis in Core.Checks.Basis.All)
            {
                var document = kind.IsParts ? Samples.With() : Typing.Example(kind);
                Typing.Set(document, "judging.basis", basis.Id, Core.Quantities.UnitSystem.Si);
                if (JointDocument.Read(document.ToJsonString()).Joint is not { } joint) continue;
                var result = Evaluation.Run(joint);
                seen++;
                var judged = result.Checks.Where(c => c.Factor is not null).Select(c => c.Check.Id).ToList();
                Assert.False(judged.Any(id => id.EndsWith("Block", StringComparison.Ordinal))
                    && result.Cautions.Any(c => c.Text.Contains("block tearing of the parts", StringComparison.Ordinal)), $"{kind.Id} {basis.Id}");
                Assert.False(result.Cautions.Any(c => c.Id == "edgeNotStated")
                    && !joint.Layers.Where((l, i) => !l.OnlyClamped && joint.EdgeDistance(i) is null).Any(), $"{kind.Id} {basis.Id}");
            }
        }
        Assert.True(seen >= 25, $"{seen} joints");
    }

    [Fact]
    public void Every_caution_of_the_house_is_in_the_table()
    {
        var source = File.ReadAllText(Path.Combine(Samples.Root, "src", "Hasp.Core", "Cautions.cs"));
        var all = Id().Matches(source).Select(m => m.Groups["id"].Length > 0 ? m.Groups["id"].Value : m.Groups["id2"].Value).Distinct()
            .ToList();
        Assert.True(all.Count > 45, $"only {all.Count} cautions were found in the source");
        // A grade or material of one's own is raised where those are tested.
        Assert.Empty(all.Except(Table.Select(t => t.Id)).Except(["ownData"]));
    }
}
