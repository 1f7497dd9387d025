using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Hasp.Core.Joints;
using Hasp.Files;

namespace Hasp.Tests.Files;

/// <summary>Every fault by the smallest change of a plain joint, or of one with a pattern, that raises it; the table is complete against the source.</summary>
public sealed partial class FaultTableTests
{
    [GeneratedRegex("(?:new|Fault|Fault\\.At)\\((?<id>\"[a-z-]+\")|\\? (?<id>\"[a-z-]+\") : (?<id>\"[a-z-]+\"), path")]
    private static partial Regex Id();

    /// <summary>Changes are <c>path=text</c>, or JSON of parts to put in the place of the document's own.</summary>
    private static readonly (string Id, string Changes)[] Table =
    [
        // Reading
        ("missing", "bolts.count="), ("empty", """{"name": ""}"""), ("unprintable", """{"name": "a\u0001b"}"""), ("not-allowed", "bolts.count=0"),
        ("not-text", """{"temperature": {"parts": 20}}"""), ("unreadable", "bolts.length=long"), ("not-object", """{"hole": 3}"""),
        ("row-id", """{"layers": [{"id": 0}]}"""), ("not-list", """{"layers": 3}"""), ("too-many", """{"layers": [{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{}]}"""),
        ("unknown-field", """{"hole": {"bore": "18 mm"}}"""), ("format", """{"format": "other"}"""), ("version", """{"version": 0}"""),
        ("version-newer", """{"version": 99}"""), ("not-paths", """{"chosen": ["no.field"]}"""),
        // Bolts
        ("thread-unlisted", "bolts.thread=M17"), ("grade-unlisted", "bolts.grade=9.9"), ("grade-size", "bolts.grade=SAE 5"),
        ("head-unlisted", "bolts.thread=M22;bolts.head=button"),
        ("nut-unlisted", "bolts.thread=M64;threadEnd.nut=lock"), ("nut-class-unlisted", "threadEnd.nutClass=DH"),
        ("washer-unlisted", "bolts.thread=M64;washers.head=large"),
        ("washer-soft", "bolts.grade=12.9;washers.head=plain"), ("washer-countersunk", "bolts.head=countersunk;washers.head=plain"),
        ("washer-without-nut", "threadEnd.kind=tapped;washers.nut=plain"),
        ("countersink-deep", "bolts.head=countersunk;layers[0].thickness=3 mm"),
        ("length-short", "bolts.length=40 mm"), ("length-unlisted", """{"layers": [{"thickness": "240 mm", "material": "S355"}, {"thickness": "240 mm", "material": "S355"}, {"thickness": "240 mm", "material": "S355"}, {"thickness": "240 mm", "material": "S355"}, {"thickness": "240 mm", "material": "S355"}]}"""), ("thread-length", "bolts.threadLength=80 mm"), ("shank-long", "bolts.length=90 mm"),
        ("thread-depth", "threadEnd.kind=tapped;threadEnd.threadDepth=60 mm"),
        ("insert-long", "threadEnd.kind=insert;threadEnd.insertLength=60 mm"),
        ("engagement-deep", "threadEnd.kind=tapped;threadEnd.engagement=60 mm"),
        ("screw-bottoms", "threadEnd.kind=tapped;bolts.length=80 mm"),
        ("count-differs", "pattern:bolts.count=5"),
        // Kinds of joint
        ("kind-lays-parts", "kind=pin"), ("kind-lays-bolts", "pattern:kind=pin"), ("other-kind", "pin.diameter=30 mm"),
        // Hole and parts
        ("hole-small", "hole.diameter=15 mm"), ("hole-unlisted", "bolts.thread=M10;hole.fit=AISC 360"),
        ("pulls-through", "hole.diameter=23 mm"),
        ("cone-bore", "judging.coneBore=hole;hole.diameter=23 mm;washers.head=hardened;washers.nut=hardened"), ("too-few-parts", """{"layers": [{"thickness": "20 mm", "material": "S355"}]}"""),
        ("width-small", "layers[0].width=10 mm"), ("edge-small", "layers[0].edgeDistance=9 mm"),
        ("material-unlisted", "layers[0].material=Unobtainium"), ("material-thick", "layers[0].thickness=600 mm"),
        // Tightening and fatigue
        ("friction-twice", "tightening.threadFriction=0.1;tightening.bearingFriction=0.1;tightening.nutFactor=0.2"),
        ("friction-half", "tightening.threadFriction=0.1"),
        ("structural-unlisted", "bolts.grade=4.6;tightening.aim=structural"), ("expansion-unknown", """
            temperature.parts=60 °C;layers[0].material=Mine;{"own": {"materials": [{"name": "Mine", "elasticModulus": "70 GPa", "yield": "200 MPa", "tensile": "300 MPa", "bearingLimit": "300 MPa", "source": "maker"}]}}
            """),
        ("endurance-rolled", "fatigue.endurance=table"),
        ("endurance-unlisted", "bolts.grade=4.6;fatigue.endurance=table;fatigue.threads=rolled"),
        ("lot-half", "tightening.lot.name=L-7"), ("lot-twice", LotOf("0.14") + ";tightening.nutFactor=0.2"), ("lot-band", LotOf("0.16")), ("together", "uncertainty.together=load and face 0.5"),
        // Plan
        ("passes-unreadable", "plan.passes=60, 30"), ("sequence-unreadable", "plan.sequence=1, 1"), ("stages-unreadable", "plan.stages=90 deg, 40 N·m"),
        ("stiffest-half", "plan.stiffestX=10 mm"),
        // The user's own
        ("own-strengths", """{"own": {"grades": [{"name": "G", "proof": "900 MPa", "yield": "600 MPa", "tensile": "800 MPa", "minDiameter": "5 mm", "maxDiameter": "30 mm", "source": "maker"}]}}"""),
        ("own-sizes", """{"own": {"grades": [{"name": "G", "proof": "600 MPa", "yield": "600 MPa", "tensile": "800 MPa", "minDiameter": "50 mm", "maxDiameter": "30 mm", "source": "maker"}]}}"""),
        ("hand-step", """{"handChecks": [{"check": "slip", "step": "nothing", "figure": "1"}]}"""), ("hand-figure", """{"handChecks": [{"check": "slip", "step": "preload", "figure": "much"}]}"""),
        // Loads
        ("no-case", """{"loads": []}"""), ("no-case-judged", "loads[0].judged=only in combinations"), ("stated-twice", "loads[0].fx=3 kN"), ("stated-and-worked-out", "loads[0].helper.kind=mass;loads[0].helper.mass=3 kg"),
        ("no-place", "loads[0].atX=30 mm"), ("moment-needs-pattern", "loads[0].tension=;loads[0].shear=;loads[0].mz=3 kN·m"),
        ("helper-lacks", "loads[0].tension=;loads[0].shear=;loads[0].helper.kind=mass"),
        ("column-heading", "pattern:loads[0].fy=;loads[0].atX=;loads[0].helper.kind=column;loads[0].helper.force=3 kN;loads[0].helper.heading=z"),
        ("rod-thick", "pattern:loads[0].fy=;loads[0].atX=;loads[0].helper.kind=ram pull;loads[0].helper.pressure=5 MPa;loads[0].helper.bore=30 mm;loads[0].helper.rod=30 mm"),
        ("combined-and-stated", "loads[0].combines=1 × Case 1"), ("combination-unreadable", "loads[0].combines=1 × Nobody"),
        ("combination-ambiguous", """{"loads": [{"name": "A", "tension": "1 kN"}, {"name": "A", "tension": "2 kN"}, {"name": "Both", "combines": "2 × A"}]}"""),
        ("alternates-with-nothing", "loads[0].alternatesWith=Nobody"),
        ("moment-unheld", "pattern:pattern.kind=single;loads[0].fy=;loads[0].atX=;loads[0].mz=3 kN·m"),
        // Pattern and plate
        ("no-points", "pattern:pattern.kind=points;pattern.rows="), ("too-many-bolts", "pattern:pattern.rows=60;pattern.columns=60"),
        ("no-such-bolt", "pattern:pattern.off=9"), ("all-bolts-off", "pattern:pattern.off=1, 2, 3, 4, 5, 6"),
        ("off-unreadable", "pattern:pattern.off=the third"), ("pivot-holds-nothing", "pattern:pattern.pivotBottom=900 mm"),
        ("pitch", "pattern:pattern.pitchX=12 mm"),
        ("edge-distance", "pattern:pattern.plate.shape=rectangle;pattern.plate.width=94 mm;pattern.plate.height=300 mm"),
        ("plate-lacks", "pattern:pattern.plate.shape=circle"), ("too-few-corners", "pattern:pattern.plate.shape=polygon"),
        ("outline-crosses", """pattern:{"pattern": {"kind": "grid", "plate": {"shape": "polygon", "corners": [{"x": "0 mm", "y": "0 mm"}, {"x": "9 mm", "y": "9 mm"}, {"x": "9 mm", "y": "0 mm"}, {"x": "0 mm", "y": "9 mm"}]}}}"""),
        ("opening-lacks", """pattern:{"pattern": {"kind": "grid", "plate": {"shape": "rectangle", "width": "900 mm", "height": "900 mm", "openings": [{"x": "0 mm", "y": "0 mm"}]}}}"""),
        ("prying-twice", "pattern:pattern.prying.factor=1.2;pattern.prying.stem=30 mm"),
        ("flange-lacks", "pattern:pattern.prying.stem=30 mm"),
        ("stem-near", "pattern:pattern.prying.stem=5 mm"), ("flange-short", "pattern:pattern.prying.length=5 mm"),
    ];

    private static string LotOf(string low) =>
        "tightening.lot.name=L-7;tightening.lot.bolts=M16 8.8;tightening.lot.lubrication=lubricated;tightening.lot.nutFactor=0.15;tightening.lot.high=0.17;tightening.lot.tests=5;"
        + $"tightening.lot.tension=68 kN;tightening.lot.torque=180 N·m;tightening.lot.tested=2026-11-26;tightening.lot.low={low}";

    public static TheoryData<string, string> Faults => [.. Table.Select(t => new TheoryDataRow<string, string>(t.Id, t.Changes))];

    [Theory]
    [MemberData(nameof(Faults))]
    public void A_fault_is_raised_by_the_smallest_document_that_has_it(string id, string changes)
    {
        var patterned = changes.StartsWith("pattern:", StringComparison.Ordinal);
        var document = patterned ? Samples.Bracket() : Samples.With();
        Assert.DoesNotContain(JointDocument.Read(document.ToJsonString()).Faults, f => f.Id == id);
        Apply(document, patterned ? changes["pattern:".Length..] : changes);
        var found = JointDocument.Read(document.ToJsonString()).Faults;
        Assert.True(found.Any(f => f.Id == id),
            $"{id} was not found, but {string.Join("; ", found.Select(f => $"{f.Id} {f.Path} {f.Problem}"))}");
        Assert.All(found, f => Assert.True(f.Problem.Length > 8, f.Problem));
    }

    [Fact]
    public void Every_fault_of_the_house_is_in_the_table()
    {
        var rooms = new[] { Path.Combine("Hasp.Core", "Joints"), "Hasp.Files" }.Select(r => Path.Combine(Samples.Root, "src", r));
        string[] files = [.. rooms.SelectMany(r => Directory.GetFiles(r, "*.cs"))];
        string[] exempt = ["Fields.cs", "Named.cs", "FormatDescription.cs", "RecordKind.cs"];
        var all = files.Where(f => !exempt.Contains(Path.GetFileName(f))).SelectMany(f => Id().Matches(File.ReadAllText(f)))
            .SelectMany(m => m.Groups["id"].Captures.Select(c => c.Value.Trim('"'))).Distinct().ToList();
        Assert.True(all.Count > 70, $"only {all.Count} faults were found in the source");
        // What is no JSON, or too large to be looked at, is tested where documents are broken on purpose; every thread listed has its nut;
        // what is not searched is told where it is asked for.
        Assert.Empty(all.Except(Table.Select(t => t.Id)).Except(["not-json", "too-large", "size-without-nut", "kind-not-tightened"]));
        Assert.Empty(Table.Select(t => t.Id).Except(all));
    }

    private static void Apply(JsonObject document, string changes)
    {
        var json = changes.IndexOf('{', StringComparison.Ordinal);
        var typed = json < 0 ? changes : changes[..json];
        foreach (var change in typed.Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            Typing.Set(document, change.Split('=')[0], change[(change.IndexOf('=') + 1)..], Core.Quantities.UnitSystem.Si);
        }
        if (json < 0) return;
        foreach (var (key, value) in (JsonObject)JsonNode.Parse(changes[json..])!) document[key] = value!.DeepClone();
    }
}
