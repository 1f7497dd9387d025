using System.Text;
using Hasp.Core.Quantities;
using Hasp.Core.Shop;
using Hasp.Files;
using Hasp.Files.Shop;
using NJsonSchema;

namespace Hasp.Tests.Files;

/// <summary>What the shop writes and reads: entries, readings of a calibrator, shelves, records.</summary>
public sealed class ShopFilesTests
{
    private const string Verification = """
        { "lot": "L-7", "bolts": "M16 8.8", "lubrication": "lubricated", "nutLot": "N-1", "tool": "Click 300", "tester": "Calibrator 1", "temperature": "16 °C", "method": "wrench",
          "required": "68 kN", "until": "2026-11-26T14:00:00Z",
          "tests": [ { "torque": "190 N·m", "tension": "68.2 kN" }, { "torque": "140 ft·lb", "tension": "68.1 kN" }, { "torque": "300 N·m", "tension": "68 kN", "refusal": "dry" } ] }
        """;

    [Fact]
    public void A_verification_is_read_as_it_was_written()
    {
        var (said, faults) = EntryKind.Verification.Read(Verification);
        Assert.Empty(faults);
        var made = DateTimeOffset.Parse("2026-11-26T07:00:00Z");
        var test = EntryKind.VerificationOf(said!, made);
        Assert.Equal((16.0, 68_000.0, made), (test.Diameter, test.Required, test.At));
        Assert.Equal(DateTimeOffset.Parse("2026-11-26T14:00:00Z"), test.Until);
        Assert.Equal([TestRefusal.None, TestRefusal.None, TestRefusal.Dry], test.Tests.Select(t => t.Refusal));
        Assert.Equal(140 * 1355.8179, test.Tests[1].Torque, 0.1);
        Assert.Equal(("N-1", "", 16.0), (test.With.Nuts, test.With.Hose, test.With.Temperature));
        Assert.Equal(19.05, EntryKind.VerificationOf(EntryKind.Verification.Read(Verification.Replace("M16 8.8", "3/4-10 UNC A325",
            StringComparison.Ordinal)).Said!, made).Diameter, 6);
    }

    [Theory]
    [InlineData("\"required\": \"68 kN\",", "", "required")]
    [InlineData("\"16 °C\"", "\"16\"", "temperature")]
    [InlineData("\"68.2 kN\"", "\"68.2 N·m\"", "tests[0].tension")]
    [InlineData("\"dry\"", "\"wet\"", "tests[2].refusal")]
    [InlineData("\"wrench\"", "\"by eye\"", "method")]
    public void Its_faults_stand_at_their_fields(string text, string instead, string path) =>
        Assert.Equal(path, Assert.Single(EntryKind.Verification.Read(Verification.Replace(text, instead, StringComparison.Ordinal)).Faults)
            .Path);

    [Fact]
    public async Task The_schema_of_entries_takes_what_the_rules_take()
    {
        var all = FormatDescription.Schema(EntryKind.All);
        var one = (System.Text.Json.Nodes.JsonObject)all["definitions"]!["verification"]!.DeepClone();
        var schema = await JsonSchema.FromJsonAsync(one.ToJsonString(), TestContext.Current.CancellationToken);
        Assert.Empty(schema.Validate(Verification));
        Assert.NotEmpty(schema.Validate(Verification.Replace("\"tool\"", "\"tol\"", StringComparison.Ordinal)));
    }

    [Fact]
    public void Readings_go_out_and_come_in_as_text_and_as_a_workbook()
    {
        TestedAssembly[] tests = [new(190_250, 68_210), new(187_000, 68_000)];
        var file = TestReadings.File(tests);
        foreach (var bytes in new[] { Encoding.UTF8.GetBytes(file.Csv()), file.Xlsx() })
        {
            var (read, problem) = TestReadings.Read(new MemoryStream(bytes));
            Assert.Null(problem);
            Assert.Equal(["190.25 N·m", "187 N·m"], read!.Select(t => (string)t!["torque"]!));
            Assert.Equal("68.21 kN", (string)read![0]!["tension"]!);
        }
    }

    [Theory]
    [InlineData("torque;tension\n190;68\n", "unit")]
    [InlineData("torque (N·m);angle\n190;68\n", "tension")]
    [InlineData("torque (N·m);tension (kN)\nmuch;68\n", "line 2")]
    [InlineData("torque (N·m);tension (kN)\n", "no readings")]
    [InlineData("", "empty")]
    public void Readings_that_cannot_be_read_say_why(string text, string says) =>
        Assert.Contains(says, TestReadings.Read(new MemoryStream(Encoding.UTF8.GetBytes(text))).Problem!, StringComparison.Ordinal);

    [Theory]
    [InlineData("force (lbf),torque (ft·lb)\n15000,140\n", "140 ft·lb", "15000 lbf")]
    [InlineData("T [N·m];F [kN]\n190;68\n", "190 N·m", "68 kN")]
    [InlineData("torque;tension\n190 N·m;68 kN\n", "190 N·m", "68 kN")]
    public void Readings_come_in_whatever_unit_their_heading_names(string text, string torque, string tension)
    {
        var test = TestReadings.Read(new MemoryStream(Encoding.UTF8.GetBytes(text))).Tests![0]!;
        Assert.Equal((torque, tension), ((string)test["torque"]!, (string)test["tension"]!));
    }

    [Fact]
    public void A_shelf_goes_out_and_comes_in_the_same()
    {
        var kind = ShopKinds.Wrenches;
        var document = kind.Written(new Dictionary<string, string> { ["name"] = "=1+1", ["type"] = "dial", ["least"] = "10 N·m",
            ["most"] = "80 N·m", ["graduation"] = "1 N·m", ["calibrationDue"] = "2027-01-01" }, UnitSystem.Si);
        var table = StoreTable.Of(kind, [document]);
        foreach (var bytes in new[] { Encoding.UTF8.GetBytes(table.Csv()), table.Xlsx() })
        {
            var (documents, faults) = StoreTable.Read(kind, new MemoryStream(bytes), UnitSystem.Si);
            Assert.Empty(faults);
            Assert.Equal(document.ToJsonString(), Assert.Single(documents).ToJsonString());
        }
        Assert.Contains("'=1+1", table.Csv(), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("name,colour\nA,blue\n", "colour")]
    [InlineData("name,type\n", "")]
    [InlineData("name,type,least,most,graduation\nA,click,1 N·m,2 N·m,1 N·m\nB,click,9 N·m,2 N·m,1 N·m\n", "line 3, most")]
    public void A_shelf_with_a_fault_says_its_line(string text, string path) =>
        Assert.Contains(StoreTable.Read(ShopKinds.Wrenches, new MemoryStream(Encoding.UTF8.GetBytes(text)), UnitSystem.Si).Faults,
            f => f.Path == path);

    [Fact]
    public void Every_kind_of_entry_is_read_by_its_own_fields()
    {
        Assert.Equal(EntryKind.All.Count, EntryKind.All.Select(k => k.Id).Distinct().Count());
        foreach (var kind in EntryKind.All)
        {
            Assert.Equal(kind, EntryKind.ById(kind.Id));
            Assert.Equal("not-json", kind.Read("{").Faults[0].Id);
            Assert.Contains(kind.Read("""{ "colour": "blue" }""").Faults, f => f.Id == "unknown-field" && f.Path == "colour");
        }
        Assert.Null(EntryKind.ById("nothing"));
    }
}
