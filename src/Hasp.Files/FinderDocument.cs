using System.Text.Json.Nodes;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;

namespace Hasp.Files;

/// <summary>The finder document: for every size and grade, what each number of bolts comes to.</summary>
public static class FinderDocument
{
    /// <summary>Numbers of bolts that the document covers, from 1.</summary>
    public const int MaxCount = 24;

    /// <summary>What a search over <paramref name="grades"/> found.</summary>
    public static JsonObject Of(IReadOnlyList<string> grades, FinderCell[][] rows) => new()
    {
        ["format"] = "hasp-finder",
        ["version"] = 1,
        ["grades"] = new JsonArray([.. grades.Select(g => (JsonNode)g)]),
        ["cells"] = new JsonArray([.. rows.SelectMany(r => r).Select(CellOf)]),
    };

    private static JsonNode CellOf(FinderCell cell)
    {
        var node = new JsonObject { ["thread"] = cell.Thread.Designation, ["grade"] = cell.Grade };
        if (cell.Refusal is not null)
        {
            node["refused"] = cell.Refusal;
            return node;
        }
        if (cell.With.Count > 0) node["with"] = new JsonObject(cell.With.Select(c => KeyValuePair.Create(c.Path, (JsonNode?)c.Text)));
        node["length"] = QuantityText.Exact(cell.Length, Units.Consistent(Dimension.Length));
        node["torque"] = QuantityText.Exact(cell.Torque, Units.Consistent(Dimension.Torque));
        node["leastCount"] = cell.LeastCount;
        node["byCount"] = new JsonArray([.. cell.ByCount.Select((e, i) => (JsonNode)new JsonObject
        {
            ["count"] = i + 1,
            ["holds"] = e.Holds,
            ["reserve"] = ResultDocument.NumberOf(e.Reserve),
            ["governs"] = e.Check?.Id,
            ["factor"] = ResultDocument.NumberOf(e.Factor),
        })]);
        return node;
    }
}
