using System.Text.RegularExpressions;
using Hasp.Core.Joints;
using Hasp.Core.Kinds;
using Hasp.Core.Quantities;
using Hasp.Files;

namespace Hasp.Tests.Kinds;

/// <summary>Bad geometry of a kind is answered at its field, with what would be allowed: a row for every refusal in the source.</summary>
public sealed partial class KindFaultTests
{
    [GeneratedRegex("Refuse\\([^\"]*\"(?<id>[a-z]+(?:-[a-z]+)+)\"", RegexOptions.Singleline)]
    private static partial Regex Id();

    /// <summary>The kind, the change of its example, the fault and the field it stands at.</summary>
    private static readonly (string Id, string Kind, string Changes, string At)[] Table =
    [
        ("pin-hole-small", "pin", "pin.hole=20 mm", "pin.hole"), ("pin-hole-outside", "pin", "pin.eyeWidth=25 mm", "pin.eyeWidth"),
        ("pin-hole-outside", "pin", "pin.cheekWidth=25 mm", "pin.cheekWidth"),
        ("pin-end-small", "pin", "pin.eyeEnd=20 mm", "pin.eyeEnd"),
        ("closure-no-wall", "closure", "closure.outer=100 mm", "closure.outer"),
        ("closure-seal-wide", "closure", "closure.seal=130 mm", "closure.seal"),
        ("closure-engagement", "closure", "closure.engagement=60 mm", "closure.engagement"),
        ("closure-crowded", "closure", "closure.perRow=24", "closure.perRow"),
        ("closure-indexing", "closure", "closure.perRow=5", "closure.perRow"),
        ("closure-relief-kind", "closure", "closure.reliefPressure=9 MPa", "closure.relief"),
        ("closure-rows-crowded", "closure", "closure.rows=2;closure.rowPitch=20 mm", "closure.rowPitch"),
        ("closure-engagement", "closure", "closure.perRow=6;closure.engagement=45 mm", "closure.engagement"),
        ("closure-countersink", "closure", "bolts.head=countersunk;closure.outer=108 mm", "bolts.head"),
        ("closure-test-low", "closure", "closure.testPressure=1 MPa", "closure.testPressure"),
        ("closure-list", "closure", "closure.indexing=many", "closure.indexing"),
        ("cover-bolts-in-gasket", "cover", "cover.boltCircle=260 mm", "cover.boltCircle"),
        ("cover-edge", "cover", "cover.edge=8 mm", "cover.edge"), ("cover-few-bolts", "cover", "bolts.count=2", "bolts.count"),
        ("cover-gasket", "cover", "cover.gasket=S275", "cover.gasket"),
        ("cover-sides", "cover",
        "cover.shape=rectangle;cover.seal=;cover.boltCircle=;bolts.count=;cover.sealLength=200 mm;cover.sealWidth=300 mm",
        "cover.sealWidth"),
        ("splice-lap-side", "splice", "splice.form=lap;splice.cover=;splice.columnsRight=3", "splice.columnsRight"),
        ("splice-lap-cover", "splice", "splice.form=lap", "splice.cover"),
        ("angle-thick", "angle", "angle.thickness=45 mm", "angle.thickness"), ("angle-gauge", "angle", "angle.gauge=75 mm", "angle.gauge"),
        ("angle-gauge", "angle", "angle.leg=35 mm;angle.gauge=", "angle.leg"), ("angle-end", "angle", "angle.end=10 mm", "angle.end"),
        ("angle-pitch", "angle", "angle.pitch=15 mm", "angle.pitch"), ("angle-gusset", "angle", "angle.gussetWidth=20 mm", "angle.gussetWidth"),
        ("splice-outside", "splice", "splice.gauge=150 mm", "splice.gauge"), ("splice-end", "splice", "splice.end=15 mm", "splice.end"),
        ("base-flange", "basePlate", "basePlate.flange=100 mm", "basePlate.flange"),
        ("base-web", "basePlate", "basePlate.web=210 mm", "basePlate.web"),
        ("base-off-plate", "basePlate", "basePlate.width=150 mm", "basePlate.width"),
        ("base-hole-outside", "basePlate", "basePlate.boltsX=295 mm", "basePlate.boltsX"),
        ("base-bolts-crowded", "basePlate", "basePlate.perRow=8", "basePlate.perRow"),
        ("base-rows-crowded", "basePlate", "basePlate.rows=6;basePlate.boltsY=200 mm", "basePlate.rows"),
        ("base-hole-in-profile", "basePlate", "basePlate.boltsY=190 mm;basePlate.boltsX=120 mm", "basePlate.boltsY"),
        ("base-oversize", "basePlate", "basePlate.oversize=yes;basePlate.shearBy=friction and bolts", "basePlate.shearBy"),
        ("base-friction-uplift", "basePlate", "basePlate.shearBy=friction", "basePlate.shearBy"),
        ("base-stock", "basePlate", "basePlate.stock=thick", "basePlate.stock"),
    ];

    public static TheoryData<string, string, string, string> Rows =>
        [.. Table.Select(t => new TheoryDataRow<string, string, string, string>(t.Id, t.Kind, t.Changes, t.At))];

    [Theory]
    [MemberData(nameof(Rows))]
    public void It_is_answered_at_its_field_with_what_is_allowed(string id, string kind, string changes, string at)
    {
        var document = Typing.Example(Kind.ById(kind)!);
        foreach (var change in changes.Split(';')) Typing.Set(document, change.Split('=')[0], change.Split('=')[1], UnitSystem.Si);
        var (joint, faults) = JointDocument.Read(document.ToJsonString());
        Assert.Null(joint);
        var fault = Assert.Single(faults, f => f.Id == id);
        Assert.Equal(at, fault.Path);
        Assert.True(fault.Problem.Length > 20, fault.Problem);
        // What it offers as a mend mends it.
        foreach (var mend in fault.Mends)
        {
            var mended = (System.Text.Json.Nodes.JsonObject)document.DeepClone();
            Typing.Set(mended, mend.Path, mend.Text, UnitSystem.Si);
            Assert.DoesNotContain(JointDocument.Read(mended.ToJsonString()).Faults, f => f.Id == id && f.Path == at);
        }
    }

    [Fact]
    public void Every_refusal_of_the_kinds_is_in_the_table()
    {
        var files = Directory.GetFiles(Path.Combine(Samples.Root, "src", "Hasp.Core", "Kinds"), "*.cs", SearchOption.AllDirectories);
        var all = files.SelectMany(f => Id().Matches(File.ReadAllText(f))).Select(m => m.Groups["id"].Value).Distinct().ToList();
        Assert.True(all.Count > 20, $"only {all.Count} refusals were found");
        Assert.Empty(all.Except(Table.Select(t => t.Id)));
        Assert.Empty(Table.Select(t => t.Id).Except(all));
    }

    [Theory]
    [InlineData("pin", "pin.eyeThickness")]
    [InlineData("closure", "closure.bore")]
    [InlineData("cover", "cover.thickness")]
    [InlineData("splice", "splice.left")]
    [InlineData("basePlate", "basePlate.fck")]
    [InlineData("splice", "bolts.grade")]
    public void What_is_needed_is_asked_for_at_its_field_all_at_once(string kind, string path)
    {
        var document = Typing.Example(Kind.ById(kind)!);
        Typing.Set(document, path, "", UnitSystem.Si);
        Typing.Set(document, "name", "", UnitSystem.Si);
        var faults = JointDocument.Read(document.ToJsonString()).Faults;
        Assert.Contains(faults, f => f.Path == path && f.Id == "missing");
        Assert.Contains(faults, f => f.Path == "name");
    }

    [Fact]
    public void Nothing_typed_into_a_field_of_a_kind_throws()
    {
        string[] typed = ["0 mm", "-5 mm", "1e9 mm", "nonsense", "0", "99999", "1e-9 mm", "NaN", "3 kN", "🔩", new string('9', 300)];
        var read = 0;
        foreach (var kind in Kind.All.Where(k => !k.IsParts))
        {
            foreach (var field in kind.Inputs())
            {
                foreach (var text in typed)
                {
                    var document = Typing.Example(kind);
                    Typing.Set(document, field.Path, text, UnitSystem.Si);
                    var (joint, faults) = JointDocument.Read(document.ToJsonString());
                    Assert.True(joint is not null || faults.Count > 0, $"{field.Path} = {text}: neither joint nor fault");
                    if (joint is null) Assert.All(faults, f => Assert.True(Fields.At(f.Path) is not null || f.Path.Length == 0
                        || f.Path == "loads", $"{field.Path} = {text}: fault at {f.Path}, which has no field"));
                    else Core.Evaluation.Run(joint);
                    read++;
                }
            }
        }
        Assert.True(read > 800, $"only {read}");
    }
}
