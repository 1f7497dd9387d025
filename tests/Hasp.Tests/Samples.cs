using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Joints;
using Hasp.Files;

namespace Hasp.Tests;

/// <summary>A plain joint to vary: four M16 8.8 through 12 + 20 mm S355, one case.</summary>
internal static class Samples
{
    internal const string Plain = """
        {
          "format": "hasp-joint", "version": 1, "name": "Sample",
          "bolts": { "thread": "M16", "grade": "8.8", "count": 4 },
          "layers": [
            { "name": "Strap", "thickness": "12 mm", "material": "S355", "edgeDistance": "40 mm" },
            { "name": "Lug", "thickness": "20 mm", "material": "S355", "edgeDistance": "45 mm" }
          ],
          "loads": [ { "name": "Full", "tension": "72 kN", "shear": "24 kN" } ],
          "tightening": { "lubrication": "lubricated", "aim": "75 %" },
          "faceFriction": 0.3,
          "judging": { "required": { "tightening": 0 } }
        }
        """;

    /// <summary>Changes after which every check has something to judge: tapped, sealed, alternating, with a width.</summary>
    internal static readonly (string Path, string Text)[] EveryCheck =
    [
        ("threadEnd.kind", "tapped"), ("layers[1].thickness", "40 mm"), ("layers[0].width", "120 mm"), ("layers[0].holesAcross", "2"),
        ("loads[0].alternatesWith", "unloaded"), ("loads[0].pressure", "6 bar"), ("seal.area", "9000 mm2"),
    ];

    /// <summary>The sample with changes: path and text, as they would be typed.</summary>
    internal static JsonObject With(params (string Path, string Text)[] changes)
    {
        var document = (JsonObject)JsonNode.Parse(Plain)!;
        foreach (var (path, text) in changes) Typing.Set(document, path, text, Core.Quantities.UnitSystem.Si);
        return document;
    }

    /// <summary>What a basis of stated strengths judges by in tests: a strength for every way of failing; nothing for other bases.</summary>
    internal static (string Path, string Text)[] StrengthsOf(string basis) => basis != "stated" ? []
        : [.. Bases.StatedTests.Whole.Split(';').Select(s => ("judging.stated." + s.Split('=')[0], s.Split('=')[1]))];

    /// <summary>A document judged by a basis, its strengths stated where it judges by those.</summary>
    internal static JsonObject By(this JsonObject document, string basis)
    {
        foreach (var (path, text) in StrengthsOf(basis).Prepend((Core.Joints.Fields.Basis.Path, basis))) Typing.Set(document, path, text, Core.Quantities.UnitSystem.Si);
        return document;
    }

    /// <summary>The sample on a grid of two columns and three rows, 90 by 80 mm, with a load of 42 kN down at x = 310 mm.</summary>
    internal static JsonObject Bracket(params (string Path, string Text)[] changes) => With(
    [
        ("loads[0].tension", ""), ("loads[0].shear", ""), ("pattern.kind", "grid"), ("pattern.rows", "3"), ("pattern.columns", "2"),
        ("pattern.pitchX", "90 mm"),
        ("pattern.pitchY", "80 mm"), ("loads[0].fy", "-42 kN"), ("loads[0].atX", "310 mm"), .. changes,
    ]);

    internal static Joint PatternJoint(params (string Path, string Text)[] changes) => Read(Bracket(changes));

    internal static Result RunPattern(params (string Path, string Text)[] changes) => Evaluation.Run(PatternJoint(changes));

    internal static IReadOnlyList<Fault> PatternFaults(params (string Path, string Text)[] changes) =>
        JointDocument.Read(Bracket(changes).ToJsonString()).Faults;

    /// <summary>The folder that the house lies in.</summary>
    internal static string Root { get; } = RootFrom(new DirectoryInfo(AppContext.BaseDirectory));

    private static string RootFrom(DirectoryInfo folder)
    {
        while (!File.Exists(Path.Combine(folder.FullName,
            "README.md"))) folder = folder.Parent ?? throw new InvalidOperationException("the tests do not lie in the house");
        return folder.FullName;
    }

    /// <summary>The demonstration documents as they ship, by the name they have there.</summary>
    internal static IEnumerable<(string Name, JsonObject Document)> DemoDocuments
    {
        get
        {
            var shipped = typeof(Web.Drawing.MathMl).Assembly;
            foreach (var name in shipped.GetManifestResourceNames().Where(n => n.EndsWith(".joint.json", StringComparison.Ordinal)).Order())
            {
                using var reader = new StreamReader(shipped.GetManifestResourceStream(name)!);
                yield return (name, (JsonObject)JsonNode.Parse(reader.ReadToEnd())!);
            }
        }
    }

    /// <summary>The documents of the demonstration joints.</summary>
    internal static IEnumerable<string> DemoTexts => DemoDocuments.Select(d => d.Document.ToJsonString());

    /// <summary>The demonstration joints.</summary>
    internal static IEnumerable<(string Name, Joint Joint)> Demo => DemoDocuments.Select(d => (d.Name, Read(d.Document)));

    internal static Joint Joint(params (string Path, string Text)[] changes) => Read(With(changes));

    internal static Joint Read(JsonObject document)
    {
        var (joint, faults) = JointDocument.Read(document.ToJsonString());
        Assert.True(joint is not null, string.Join("\n", faults));
        return joint;
    }

    internal static Result Run(params (string Path, string Text)[] changes) => Evaluation.Run(Joint(changes));

    internal static CheckResult Check(this Result result, Core.Checks.Check check) => result.Checks.Single(c => c.Check == check);

    internal static IReadOnlyList<Fault> Faults(params (string Path, string Text)[] changes) =>
        JointDocument.Read(With(changes).ToJsonString()).Faults;
}
