using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Quantities;
using Hasp.Files;
using NJsonSchema;

namespace Hasp.Tests.Files;

/// <summary>The open format: schema, description, result document, edits.</summary>
public sealed class DocumentTests
{
    /// <summary>What docs/security.md calls tested is tested: each class that it names is there, with a test whose name begins so.</summary>
    [Fact]
    public void What_is_said_to_be_tested_is()
    {
        var tests = Directory.EnumerateFiles(Path.Combine(Samples.Root, "tests"), "*Tests.cs", SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/", StringComparison.Ordinal)).ToLookup(f => Path.GetFileNameWithoutExtension(f), File.ReadAllText);
        var page = File.ReadAllText(Path.Combine(Samples.Root, "docs", "security.md"));
        var named = System.Text.RegularExpressions.Regex.Matches(page, @"`([A-Za-z]+Tests)(?:\.(\w+))?`").Select(m => (Class: m.Groups[1].Value, Test: m.Groups[2].Value)).Distinct().ToList();
        Assert.True(named.Count > 30, $"only {named.Count} named");
        Assert.All(named, n => Assert.True(tests[n.Class].Any(t => t.Contains(n.Test.Length == 0 ? n.Class : $" {n.Test}", StringComparison.Ordinal)), $"{n.Class}.{n.Test} is not there"));
    }

    [Fact]
    public void The_format_page_is_fresh() =>
        Assert.True(File.ReadAllText(Path.Combine(Samples.Root, "docs", "format.md")) == FormatDescription.Markdown(),
            "docs/format.md is stale: run `./hasp format > docs/format.md`");

    [Fact]
    public async Task The_schema_takes_good_documents_and_refuses_what_the_parser_refuses()
    {
        var schema = await JsonSchema.FromJsonAsync(FormatDescription.Schema().ToJsonString());
        foreach (var file in Directory.GetFiles(Path.Combine(Samples.Root, "src", "Hasp.Web", "Demo"), "*.joint.json"))
        {
            var text = await File.ReadAllTextAsync(file);
            Assert.Empty(schema.Validate(text));
            Assert.Empty(JointDocument.Read(text).Faults);
        }
        Assert.Empty(schema.Validate(Samples.Plain));
        Assert.NotEmpty(schema.Validate("{}"));
        var stray = Samples.With();
        stray["stray"] = 1;
        Assert.NotEmpty(schema.Validate(stray.ToJsonString()));
        var number = Samples.With();
        number["layers"]![0]!["thickness"] = 12;
        Assert.NotEmpty(schema.Validate(number.ToJsonString()));
        var choice = Samples.With(("bolts.head", "wing"));
        Assert.NotEmpty(schema.Validate(choice.ToJsonString()));
    }

    [Fact]
    public void The_demonstration_has_joints_that_hold_and_one_that_falls_short()
    {
        var results = Directory.GetFiles(Path.Combine(Samples.Root, "src", "Hasp.Web", "Demo"), "*.joint.json")
            .Select(f => Evaluation.Run(JointDocument.Read(File.ReadAllText(f)).Joint!)).ToList();
        Assert.True(results.Count >= 4);
        // One by factors of safety, one to a code.
        Assert.Equal(["AL-08", "AL-21"], results.Where(r => !r.Holds).Select(r => r.Joint.Number).Order());
        Assert.All(results, r => Assert.Empty(r.Asks));
    }

    [Fact]
    public void The_result_document_speaks_for_itself()
    {
        var document = ResultDocument.Of(Samples.Run(Samples.EveryCheck));
        Assert.Equal("hasp-result", document["format"]!.GetValue<string>());
        var checks = document["checks"]!.AsArray();
        Assert.Equal(Samples.Joint().Judging.Basis.Checks.Length, checks.Count);
        Assert.Equal(document["governs"]!.GetValue<string>(), checks[0]!["id"]!.GetValue<string>());
        var judged = checks.Where(c => c!["factor"] is not null).ToList();
        Assert.True(judged.Count >= 15);
        Assert.All(judged, c => Assert.NotEmpty(c!["working"]!.AsArray()));
        Assert.True(QuantityText.Parse(document["values"]!["torque"]!.GetValue<string>(), Dimension.Torque).Ok);
        // It must survive being written: JSON has no infinity.
        Assert.NotNull(JsonNode.Parse(ResultDocument.Of(Samples.Run(("loads[0].tension", ""), ("loads[0].shear", ""))).ToJsonString()));
        foreach (var name in document["values"]!.AsObject().Select(v => v.Key)) Assert.Contains($"`{name}`", FormatDescription.Markdown(),
            StringComparison.Ordinal);
    }

    [Fact]
    public void An_edit_changes_one_field_and_leaves_the_rest_as_typed()
    {
        var document = Samples.With(("layers[0].thickness", "1/2 in"));
        Typing.Set(document, "layers[1].thickness", "25", UnitSystem.Si);
        Typing.Set(document, "loads[0].tension", "9000", UnitSystem.Us);
        Assert.Equal("1/2 in", Typing.Get(document, "layers[0].thickness"));
        Assert.Equal("25 mm", Typing.Get(document, "layers[1].thickness"));
        Assert.Equal("9000 lbf", Typing.Get(document, "loads[0].tension"));
        Typing.Set(document, "hole.fit", "fine", UnitSystem.Si);
        Typing.Set(document, "hole.diameter", "18", UnitSystem.Si);
        Assert.Null(Typing.Get(document, "hole.fit"));
        Typing.Set(document, "tightening.scatter", "12 %", UnitSystem.Si);
        Assert.Equal("0.12", Typing.Get(document, "tightening.scatter"));
        Typing.Set(document, "tightening.scatter", "", UnitSystem.Si);
        Assert.Null(Typing.Get(document, "tightening.scatter"));
        Typing.Set(document, "bolts.count", "many", UnitSystem.Si);
        Assert.Equal("many", Typing.Get(document, "bolts.count"));
    }

    [Theory]
    [InlineData("layers[9].thickness")]
    [InlineData("layers[99999].thickness")]
    [InlineData("nothing.here")]
    [InlineData("")]
    [InlineData("layers[0]")]
    public void An_edit_of_what_is_not_there_is_refused(string path) =>
        Assert.Throws<ArgumentException>(() => Typing.Set(Samples.With(), path, "1 mm", UnitSystem.Si));

    [Fact]
    public void Parts_can_be_added_moved_and_removed()
    {
        var document = Samples.With();
        Typing.Add(document, "layers");
        Typing.Set(document, "layers[2].name", "Third", UnitSystem.Si);
        Typing.Move(document, "layers", 2, -1);
        Assert.Equal("Third", Typing.Get(document, "layers[1].name"));
        Typing.Move(document, "layers", 0, -1);
        Assert.Equal("Strap", Typing.Get(document, "layers[0].name"));
        Typing.Remove(document, "layers", 1);
        Typing.Remove(document, "layers", 17);
        Assert.Equal(2, document["layers"]!.AsArray().Count);
    }

    /// <summary>A version before the first, made up for the purpose: thickness stood without its unit, and parts were called plates.</summary>
    [Fact]
    public void An_older_document_is_brought_up_to_date_a_version_at_a_time()
    {
        var upgrades = new DocumentUpgrades(JointDocument.Format, JointDocument.Version, new Dictionary<int, Action<JsonObject>>
        {
            [-1] = d => d["name"] = "Older still",
            [0] = d =>
            {
                foreach (var plate in (JsonArray)d["plates"]!) plate!["thickness"] = $"{plate["thickness"]} mm";
                d["layers"] = d["plates"]!.DeepClone();
                d.Remove("plates");
            },
        });
        var old = Samples.With();
        (old["version"], old["plates"]) = (0, old["layers"]!.DeepClone());
        old.Remove("layers");
        foreach (var plate in (JsonArray)old["plates"]!) plate!["thickness"] = double.Parse(((string)plate["thickness"]!).Split(' ')[0],
            System.Globalization.CultureInfo.InvariantCulture);
        var bytes = System.Text.Encoding.UTF8.GetBytes(old.ToJsonString());
        Assert.NotEmpty(JointDocument.Read(bytes).Faults);
        var (joint, faults) = JointDocument.Read(bytes, upgrades);
        Assert.Empty(faults);
        Assert.Equal(Samples.Joint().Layers[0].Thickness, joint!.Layers[0].Thickness);
        old["version"] = -1;
        Assert.Equal("Older still", JointDocument.Read(System.Text.Encoding.UTF8.GetBytes(old.ToJsonString()), upgrades).Joint!.Name);
        // Of an unknown age: left as it is, and refused.
        old["version"] = -2;
        Assert.False(upgrades.Apply(old));
    }
}
