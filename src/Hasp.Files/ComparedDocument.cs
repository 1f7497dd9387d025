using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Formulas;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;

namespace Hasp.Files;

/// <summary>Two joints side by side as a document and as a table.</summary>
public static class ComparedDocument
{
    /// <summary>The value of <c>format</c>.</summary>
    public const string Format = "hasp-comparison";

    /// <summary>The document: what is another, in held units (N, mm, MPa, N·mm, rad).</summary>
    public static JsonObject Of(Compared compared) => new()
    {
        ["format"] = Format, ["version"] = 1, ["alike"] = compared.IsAlike,
        ["fields"] = new JsonArray([.. compared.Fields.Select(f => (JsonNode)new JsonObject
        {
            ["path"] = f.Path, ["before"] = f.Before, ["after"] = f.After, ["chosenBefore"] = f.ChosenBefore,
                ["chosenAfter"] = f.ChosenAfter,
        })]),
        ["checks"] = new JsonArray([.. compared.Checks.Select(c => (JsonNode)new JsonObject
        {
            ["name"] = c.Name, ["before"] = CheckOf(c.Before), ["after"] = CheckOf(c.After),
        })]),
        ["values"] = new JsonArray([.. compared.Values.Select(v => (JsonNode)new JsonObject
        {
            ["name"] = v.Term.Id, ["unit"] = Units.Consistent(v.Term.Dimension).Symbol, ["before"] = Finite(v.Before),
                ["after"] = Finite(v.After),
        })]),
        ["coverage"] = new JsonArray([.. compared.Coverage.Select(c => (JsonNode)new JsonObject
        {
            ["name"] = c.Name, ["before"] = c.Before?.Looked.ToString(), ["after"] = c.After?.Looked.ToString(),
        })]),
    };

    private static JsonObject? CheckOf(CheckResult? check) => check is null ? null : new()
    {
        ["factor"] = Finite(check.Factor), ["required"] = check.Required, ["reserve"] = Finite(check.Reserve), ["place"] = check.Place,
    };

    // A document knows no number without bound.
    private static double? Finite(double? value) => value is { } v && double.IsFinite(v) ? v : null;

    /// <summary>The table: a line a difference.</summary>
    /// <param name="compared">What is another.</param>
    /// <param name="units">Units that values are shown in.</param>
    public static TableFile Table(Compared compared, UnitSystem units) => new("Comparison", ["What", "Name", "First", "Second"],
    [
        .. compared.Fields.Select(f => Line("input", f.Path, Said(f.Before, f.ChosenBefore), Said(f.After, f.ChosenAfter))),
        .. compared.Checks.Select(c => Line("check", c.Name, Verdict(c.Before), Verdict(c.After))),
        .. compared.Values.Select(v => Line("value", v.Term.Meaning, Shown(v.Term, v.Before, units), Shown(v.Term, v.After, units))),
        .. compared.Coverage.Select(c => Line("way of failing", c.Name, c.Before?.Why ?? "not followed", c.After?.Why ?? "not followed")),
    ]);

    private static object?[] Line(string what, string name, string first, string second) => [what, name, first, second];

    /// <summary>What a field says, and whether it was chosen.</summary>
    public static string Said(string text, bool chosen) => text.Length == 0 ? "–" : chosen ? text + ", chosen" : text;

    /// <summary>What a check came to, in a line.</summary>
    public static string Verdict(CheckResult? check) => check is null ? "no such check"
        : check.Factor is null ? "nothing to judge"
            : $"{QuantityText.Factor(check.Factor)} against {check.Required:0.00}{(check.Place.Length > 0 ? $", {check.Place}" : "")}";

    /// <summary>A value in the units shown.</summary>
    public static string Shown(Term term, double? value, UnitSystem units) => value is { } v ? QuantityText.ShowText(v, term.Dimension,
        units) : "–";
}
