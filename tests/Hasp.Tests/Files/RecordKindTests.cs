using System.Text.Json.Nodes;
using Hasp.Core.Quantities;
using Hasp.Files;
using NJsonSchema;

namespace Hasp.Tests.Files;

/// <summary>Records that people fill in: typed, judged, written, described.</summary>
public sealed class RecordKindTests
{
    private static readonly Dictionary<string, Dictionary<string, string>> Good = new()
    {
        ["grades"] = new()
        {
            ["name"] = "Yard 9", ["proof"] = "600", ["yield"] = "650 MPa", ["tensile"] = "116 ksi", ["minDiameter"] = "5",
            ["maxDiameter"] = "36 mm", ["source"] = "maker's sheet",
        },
        ["materials"] = new()
        {
            ["name"] = "Old iron", ["elasticModulus"] = "100 GPa", ["yield"] = "150 MPa", ["tensile"] = "200 MPa",
            ["bearingLimit"] = "300 MPa", ["brittle"] = "yes",
            ["expansion"] = "1.1e-5", ["source"] = "tested",
        },
        ["lots"] = new() { ["name"] = "L-1", ["thread"] = "M16", ["grade"] = "8.8", ["lubrication"] = "lubricated", ["number"] = "200",
            ["length"] = "60", ["opened"] = "2026-11-02", ["nutLot"] = "N-1" },
        ["wrenches"] = new() { ["name"] = "Click 300", ["type"] = "click", ["least"] = "60", ["most"] = "300 N·m",
            ["graduation"] = "3.7 ft·lb", ["calibrationDue"] = "2027-03-31" },
        ["testers"] = new() { ["name"] = "Calibrator 1", ["type"] = "tension calibrator", ["most"] = "300", ["resolution"] = "0.5 kN" },
        ["consumables"] = new() { ["name"] = "Paste 5", ["type"] = "lubricant", ["useBefore"] = "2027-05-31" },
        ["factors"] = new() { ["name"] = "Oiled, trial", ["nutFactor"] = "0.17", ["low"] = "0.15", ["high"] = "0.19",
            ["source"] = "12 assemblies" },
        ["shop"] = new() { ["name"] = "Yard", ["shifts"] = "06:00, 18:00", ["zone"] = "Europe/London", ["temperatureStep"] = "8" },
    };

    public static TheoryData<string> Shelved => [.. RecordKind.Shelved.Select(k => k.Id)];

    [Theory]
    [MemberData(nameof(Shelved))]
    public void What_is_typed_is_written_with_its_unit_and_holds(string id)
    {
        var kind = RecordKind.ById(id)!;
        var document = kind.Written(Good[id], UnitSystem.Si);
        Assert.Empty(kind.FaultsOf(document));
        Assert.Equal(Good[id]["name"], kind.NameIn(document));
        // A number without a unit takes the one shown; a number that has none stays one.
        Assert.All(kind.Fields.Where(f => f.Kind == Core.Joints.FieldKind.Quantity && document.ContainsKey(f.Key)),
            f => Assert.Contains(' ', (string)document[f.Key]!));
    }

    [Theory]
    [MemberData(nameof(Shelved))]
    public async Task The_schema_takes_what_the_rules_take_and_asks_for_the_same(string id)
    {
        var kind = RecordKind.ById(id)!;
        var schema = await JsonSchema.FromJsonAsync(FormatDescription.Schema(kind).ToJsonString(), TestContext.Current.CancellationToken);
        var document = kind.Written(Good[id], UnitSystem.Si);
        Assert.Empty(schema.Validate(document.ToJsonString()));
        foreach (var field in kind.Fields.Where(f => f.Required))
        {
            var without = (JsonObject)document.DeepClone();
            without.Remove(field.Key);
            Assert.NotEmpty(schema.Validate(without.ToJsonString()));
            Assert.Equal(field.Key, Assert.Single(kind.FaultsOf(without), f => f.Id == "missing").Path);
        }
        document["colour"] = "blue";
        Assert.NotEmpty(schema.Validate(document.ToJsonString()));
        Assert.Equal("colour", Assert.Single(kind.FaultsOf(document)).Path);
    }

    [Fact]
    public void Faults_name_the_field_of_the_record_and_not_of_a_joint()
    {
        var document = RecordKind.Grades.Written(Good["grades"], UnitSystem.Si);
        (document["tensile"], document["maxDiameter"]) = ("500 MPa", "2 mm");
        Assert.Equal([("own-sizes", "maxDiameter"), ("own-strengths", "tensile")], RecordKind.Grades.FaultsOf(document)
            .Select(f => (f.Id, f.Path)).Order());
    }

    [Theory]
    [InlineData("wrenches", "most", "50 N·m", "wrench-range")]
    [InlineData("wrenches", "graduation", "400 N·m", "wrench-step")]
    [InlineData("wrenches", "calibrationDue", "31.3.2027", "not-allowed")]
    [InlineData("lots", "thread", "M16 by 2", "thread-unlisted")]
    [InlineData("factors", "nutFactor", "0.25", "factor-band")]
    [InlineData("shop", "shifts", "six", "shifts-unreadable")]
    [InlineData("shop", "zone", "Aldermere", "zone-unknown")]
    public void What_several_fields_show_to_be_wrong_stands_at_the_field(string kind, string key, string text, string id)
    {
        var document = RecordKind.ById(kind)!.Written(new Dictionary<string, string>(Good[kind]) { [key] = text }, UnitSystem.Si);
        Assert.Equal((id, key), Assert.Single(RecordKind.ById(kind)!.FaultsOf(document).Select(f => (f.Id, f.Path))));
    }

    [Fact]
    public void Past_its_day_a_thing_is_ended_and_on_it_not_yet()
    {
        var said = Hasp.Files.Shop.ShopKinds.Wrenches.Read(Hasp.Files.Shop.ShopKinds.Wrenches.Written(Good["wrenches"], UnitSystem.Si)
            .ToJsonString()).Said!;
        Assert.Null(Hasp.Files.Shop.ShopKinds.Wrenches.EndedBefore(said, new(2027, 3, 31)));
        Assert.Equal(new(2027, 3, 31), Hasp.Files.Shop.ShopKinds.Wrenches.EndedBefore(said, new(2027, 4, 1)));
        Assert.Null(RecordKind.Grades.EndedBefore(said, new(2099, 1, 1)));
    }

    [Fact]
    public void Kinds_have_names_of_their_own_and_what_is_kept_by_the_program_has_no_door()
    {
        Assert.Equal(RecordKind.All.Count, RecordKind.All.Select(k => k.Id).Distinct().Count());
        Assert.Null(RecordKind.ById("loads"));
        Assert.Null(RecordKind.ById("joint"));
        Assert.All(RecordKind.Shelved, k => Assert.Equal("name", k.Fields[0].Key));
    }

    [Fact]
    public void Cells_are_quoted_where_they_must_be_and_decimals_have_a_point()
    {
        var text = CsvText.Of(["line", "reason"],
            [new object?[] { 3, "a \"mark\", and a comma" }, new object?[] { 4, 1.5 }, new object?[] { null, "two\nlines" }]);
        Assert.Equal("line,reason\r\n3,\"a \"\"mark\"\", and a comma\"\r\n4,1.5\r\n,\"two\nlines\"\r\n", text);
    }
}
