using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Joints;
using Hasp.Core.Uncertainty;

namespace Hasp.Files;

/// <summary>The outcome of a Monte Carlo run as a document.</summary>
public static class ChancesDocument
{
    /// <summary>The value of <c>format</c>.</summary>
    public const string Format = "hasp-chances";

    /// <summary>What a run of <paramref name="joint"/> came to.</summary>
    public static JsonObject Of(Chances chances, Joint joint) => new()
    {
        ["format"] = Format,
        ["version"] = 1,
        ["samples"] = chances.Samples,
        ["seed"] = chances.Seed,
        ["stopped"] = chances.Stopped,
        ["spreads"] = new JsonObject(ScatterInputs.All.Where(u => chances.Spreads[u.What].Share > 0)
            .Select(u => KeyValuePair.Create<string, JsonNode?>(u.Field.Key, SpreadText.Of(chances.Spreads[u.What])))),
        ["failures"] = new JsonArray([.. chances.Failures.Select(f => Of(f, joint))]),
        ["notSampled"] = new JsonArray([.. chances.NotSampled.Select(n => (JsonNode)new JsonObject
        {
            ["check"] = n.Check.Id, ["name"] = n.Check.Name, ["why"] = n.Why,
        })]),
    };

    private static JsonObject Of(string what, Rate rate) => new()
    {
        ["of"] = what,
        ["failed"] = rate.Failed,
        ["samples"] = rate.Samples,
        ["probability"] = rate.Probability,
        ["confidence95"] = new JsonArray(rate.Interval.From, rate.Interval.To),
    };

    private static JsonNode Of(Chance c, Joint joint) => new JsonObject
    {
        ["name"] = c.Name,
        ["case"] = joint.Cases[c.Case].Name,
        ["failed"] = c.Failed,
        ["probability"] = c.Probability,
        ["confidence95"] = new JsonArray(c.Interval.From, c.Interval.To),
        ["of"] = Chances.OneBolt(joint),
        ["ofJoint"] = new JsonArray([.. c.OfJoint.Select(j => (JsonNode)Of(j.What, j.Rate))]),
        ["factorAtMeans"] = ResultDocument.NumberOf(c.AtMeans),
        ["mean"] = ResultDocument.NumberOf(c.Mean),
        ["deviation"] = ResultDocument.NumberOf(c.Deviation),
        ["linearDeviation"] = ResultDocument.NumberOf(c.LinearDeviation),
        ["sensitivities"] = new JsonArray([.. c.Sensitivities.Select(s => (JsonNode)new JsonObject
        {
            ["input"] = ScatterInputs.Of(s.What).Field.Key,
            ["percentPerPercent"] = ResultDocument.NumberOf(s.PerPercent),
            ["shareOfScatter"] = ResultDocument.NumberOf(s.Spread),
        })]),
    };
}
