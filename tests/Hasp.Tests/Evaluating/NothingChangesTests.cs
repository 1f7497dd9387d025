using System.Globalization;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Hasp.Core;
using Hasp.Core.Checks;
using Hasp.Core.Joints;
using Hasp.Core.Kinds;
using Hasp.Core.Quantities;
using Hasp.Files;

namespace Hasp.Tests.Evaluating;

/// <summary>What says nothing new changes nothing: other names, another order, an idle case, what is chosen said aloud, the same lengths in other units.</summary>
public sealed partial class NothingChangesTests
{
    [GeneratedRegex(@"^(-?[0-9.]+) (mm|kN|MPa|kN·m|N·m)$")]
    private static partial Regex Quantity();

    private static readonly Dictionary<string, (double By, string Unit)> Other = new()
    {
        ["mm"] = (1e-3, "m"), ["kN"] = (1e3, "N"), ["MPa"] = (1e-3, "GPa"), ["kN·m"] = (1e3, "N·m"), ["N·m"] = (1e3, "N·mm"),
    };

    private static IEnumerable<(string Id, JsonObject Document)> Joints =>
        from kind in Kind.All
        from basis in Basis.All
        select ($"{kind.Id} {basis.Id}", Of(kind, basis));

    private static JsonObject Of(Kind kind, Basis basis)
    {
        var document = kind.IsParts
            ? Samples.With(("loads[0].alternatesWith", "unloaded"), ("layers[0].width", "120 mm"), ("layers[1].width", "120 mm")) : Typing.Example(kind);
        Typing.Set(document, Fields.Basis.Path, basis.Id, UnitSystem.Si);
        return document;
    }

    [Fact]
    public void Other_names_change_nothing() => Same(document =>
    {
        document["name"] = "Quite another";
        document["note"] = "and a note";
        foreach (var part in (document["layers"] as JsonArray ?? []).OfType<JsonObject>()) part["name"] = $"Q {part["name"]}";
        if (document["loads"] is JsonArray { Count: 1 } one) one[0]!["name"] = "Z";
    });

    [Fact]
    public void An_idle_case_before_or_after_changes_nothing()
    {
        foreach (var at in new[] { 0, 1 })
        {
            Same(document =>
            {
                var loads = (JsonArray)document["loads"]!;
                var idle = (JsonObject)loads[0]!.DeepClone();
                foreach (var (key, value) in idle.ToList())
                {
                    if (value is JsonValue v && v.TryGetValue<string>(out var text) && Quantity().IsMatch(text)) idle[key] = "0" + text[text.IndexOf(' ', StringComparison.Ordinal)..];
                    if (key is "helper" or "alternatesWith" or "cycles") idle.Remove(key);
                }
                idle["name"] = "Idle";
                loads.Insert(Math.Min(at * loads.Count, loads.Count), idle);
            });
        }
    }

    [Fact]
    public void The_order_of_cases_changes_nothing() => Same(
        document => document["loads"] = new JsonArray([.. ((JsonArray)document["loads"]!).Reverse().Select(l => l!.DeepClone())]),
        document =>
        {
            var second = ((JsonArray)document["loads"]!)[0]!.DeepClone();
            foreach (var (key, value) in ((JsonObject)second).ToList())
            {
                if (value is JsonValue v && v.TryGetValue<string>(out var text) && Quantity().Match(text) is { Success: true } m)
                {
                    second[key] = FormattableString.Invariant($"{0.9 * double.Parse(m.Groups[1].Value, CultureInfo.InvariantCulture)} {m.Groups[2].Value}");
                }
            }
            second["name"] = "Second";
            ((JsonArray)document["loads"]!).Add(second);
        });

    [Fact]
    public void A_material_or_grade_that_nobody_uses_changes_nothing() => Same(document => document["own"] = new JsonObject
    {
        ["materials"] = new JsonArray(new JsonObject
        {
            ["name"] = "Idle", ["elasticModulus"] = "200 GPa", ["yield"] = "1 MPa", ["tensile"] = "2 MPa", ["bearingLimit"] = "3 MPa", ["source"] = "nobody",
        }),
    });

    [Fact]
    public void The_same_quantities_in_other_units_change_nothing() => Same(document => Convert(document));

    [Fact]
    public void What_is_chosen_said_aloud_changes_nothing()
    {
        // Each field in a third of the joints, in turn: in all of them it takes long.
        var (said, turn) = (0, 0);
        foreach (var (id, document) in Joints)
        {
            turn++;
            var before = JointDocument.Read(document.ToJsonString()).Joint!;
            var then = Figures(Evaluation.Run(before));
            foreach (var field in Fields.Document.Where((f, i) => i % 3 == turn % 3 && f.OtherwiseText.Length > 0 && !f.Path.Contains("[]", StringComparison.Ordinal)))
            {
                if (Typing.Get(document, field.Path) is not null) continue;
                var aloud = (JsonObject)document.DeepClone();
                Typing.Set(aloud, field.Path, field.OtherwiseText, UnitSystem.Si);
                // What does not belong to the joint is refused, not read.
                if (JointDocument.Read(aloud.ToJsonString()).Joint is not { } joint) continue;
                // What speaks of friction asks for it: that is no silence any more.
                if (ShearCarrier.Of(joint.Said).Bearing != ShearCarrier.Of(before.Said).Bearing) continue;
                said++;
                AssertSame(then, Figures(Evaluation.Run(joint)), $"{id}, {field.Path} = {field.OtherwiseText}");
            }
        }
        Assert.True(said > 900, $"{said} said aloud");
    }

    private static void Convert(JsonNode node)
    {
        foreach (var (key, value) in (node as JsonObject)?.ToList() ?? [])
        {
            if (value is JsonValue v && v.TryGetValue<string>(out var text) && Quantity().Match(text) is { Success: true } m)
            {
                var (by, unit) = Other[m.Groups[2].Value];
                node[key] = FormattableString.Invariant($"{(decimal)by * decimal.Parse(m.Groups[1].Value, CultureInfo.InvariantCulture)} {unit}");
            }
            else if (value is not null) Convert(value);
        }
        foreach (var element in (node as JsonArray)?.ToList() ?? []) if (element is not null) Convert(element);
    }

    private static void Same(Action<JsonObject> change, Action<JsonObject>? first = null)
    {
        var seen = 0;
        foreach (var (id, document) in Joints)
        {
            first?.Invoke(document);
            var (before, faults) = JointDocument.Read(document.ToJsonString());
            Assert.True(before is not null, $"{id}: {string.Join("; ", faults)}");
            change(document);
            (var after, faults) = JointDocument.Read(document.ToJsonString());
            Assert.True(after is not null, $"{id}: {string.Join("; ", faults)}");
            AssertSame(Figures(Evaluation.Run(before)), Figures(Evaluation.Run(after)), id);
            seen++;
        }
        Assert.True(seen >= 36, $"{seen} joints");
    }

    private static Dictionary<string, double?> Figures(Result result) => result.Checks.ToDictionary(c => c.Check.Id, c => c.Reserve)
        .Append(new("load side", result.Reserves.Load.Value)).Append(new("tightening side", result.Reserves.Tightening.Value))
        .Append(new("complete", result.IsComplete ? 1 : 0)).ToDictionary();

    private static void AssertSame(Dictionary<string, double?> then, Dictionary<string, double?> now, string id)
    {
        Assert.Equal(then.Keys.Order(), now.Keys.Order());
        foreach (var (key, value) in then)
        {
            Assert.True(value == now[key] || Math.Abs(value - now[key] ?? double.PositiveInfinity) <= 1e-9 * Math.Abs(value ?? 0),
                $"{id}, {key}: {value?.ToString() ?? "nothing"} became {now[key]?.ToString() ?? "nothing"}");
        }
    }
}
