using System.Globalization;
using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Checks;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Files;

namespace Hasp.Tests.Bases;

/// <summary>A lap of two plates on a grid of bolts, stated as a document of the kind that a user writes.</summary>
internal sealed record Lap
{
    public string Basis { get; init; } = "eurocode";

    public string Thread { get; init; } = "M20";

    public string Grade { get; init; } = "8.8";

    public string Hole { get; init; } = "22 mm";

    public string Thickness { get; init; } = "12 mm";

    public string Material { get; init; } = "S275";

    public string End { get; init; } = "40 mm";

    public string Side { get; init; } = "35 mm";

    /// <summary>Bolts one behind the other along the load (x).</summary>
    public int Along { get; init; } = 3;

    /// <summary>Lines beside each other.</summary>
    public int Lines { get; init; } = 2;

    public string PitchAlong { get; init; } = "65 mm";

    public string PitchAcross { get; init; } = "70 mm";

    public string Load { get; init; } = "400 kN";

    /// <summary>A material "Own" with this yield and tensile strength; none where not stated.</summary>
    public (string Yield, string Tensile)? Own { get; init; }

    /// <summary>Parts in place of the two plates: name, thickness, which way they pull.</summary>
    public (string Name, string Thickness, string Side)[] Parts { get; init; } = [];

    public (string Path, string Text)[] More { get; init; } = [];

    /// <summary>The document with the changes on top.</summary>
    public JsonObject Document
    {
        get
        {
            var document = (JsonObject)JsonNode.Parse($$"""
                {
                  "format": "hasp-joint", "version": 1, "name": "Lap",
                  "bolts": { "thread": "{{Thread}}", "grade": "{{Grade}}" },
                  "hole": { "diameter": "{{Hole}}" },
                  "own": { "materials": [ {{(Own is { } own ? $$"""{ "name": "Own", "elasticModulus": "207000 MPa", "yield": "{{own.Yield}}", "tensile": "{{own.Tensile}}", "bearingLimit": "490 MPa", "source": "given" }""" : "")}} ] },
                  "layers": [ {{string.Join(", ", (Parts.Length > 0 ? Parts : [("Plate", Thickness, "left"), ("Strap", Thickness, "right")]).Select(Part))}} ],
                  "pattern": { "kind": "grid", "rows": {{Lines}}, "columns": {{Along}}, "pitchX": "{{PitchAlong}}", "pitchY": "{{PitchAcross}}" },
                  "loads": [ { "name": "Full", "fx": "{{Load}}" } ],
                  "judging": { "basis": "{{Basis}}", "shearThreads": "included" }
                }
                """)!;
            foreach (var (path, text) in Samples.StrengthsOf(Basis).Concat(More)) Typing.Set(document, path, text, UnitSystem.Si);
            return document;
        }
    }

    private string Part((string Name, string Thickness, string Side) part) =>
        $$"""{ "name": "{{part.Name}}", "thickness": "{{part.Thickness}}", "material": "{{Material}}", "edgeDistance": "{{End}}", "sideDistance": "{{Side}}", "side": "{{part.Side}}" }""";

    public Joint Joint => Samples.Read(Document);

    public Result Result => Evaluation.Run(Joint);

    public Lap With(params (string Path, string Text)[] more) => this with { More = [.. More, .. more] };

    /// <summary>Resistance of a check of its result, in N.</summary>
    public double Resistance(Check check) => Of(check).Sides!.Value.Resistance;

    public CheckResult Of(Check check) => Result.Checks.Single(c => c.Check == check);

    public double Factor(Check check) => Of(check).Factor!.Value;

    /// <summary>A step of a check's working, in held units.</summary>
    public double Step(Check check, string term, int index = 0)
    {
        var working = Of(check).Working;
        var step = working.Steps.FirstOrDefault(s => s.Term.Id == term && (index == 0 || s.Index == index));
        return step?.Value ?? working.Givens.First(g => g.Term!.Id == term).Value;
    }

    internal static string In(double value) => value.ToString("R", CultureInfo.InvariantCulture) + " in";

    internal static string Kip(double value) => value.ToString("R", CultureInfo.InvariantCulture) + " kip";
}
