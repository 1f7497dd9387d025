using System.Text.Json.Nodes;

namespace Hasp.Tests.Files;

/// <summary>Breaks a good document in seeded, repeatable ways: wrong types, wild values, missing and stray keys, cut text.</summary>
public static class Breaker
{
    private static readonly string[] Wild =
    [
        "null", "true", "[]", "{}", "\"\"", "\"NaN\"", "1e400", "-1e400", "-1", "0", "1e-320", "\"12\"", "\"-5 mm\"", "\"1e400 N\"",
        "\"3 ton\"",
        "\"\\ud800\"", "\"😀 mm\"", "[[[]]]", "{\"a\":{\"b\":[1,2]}}", "\"9999999999999999999999 mm\"", "\"1/0 in\"", "\"12 kN\"", "\"M99\"",
        "\"0 mm\"", "\"1e-300 mm\"",
        "999999999999999999999999", "\"" + "x" + "\\u0000" + "\"", "\"100 %\"", "\"1e300 N·m\"", "3.7",
    ];

    /// <summary>The document with <paramref name="breaks"/> things wrong.</summary>
    public static string Break(string json, int seed, int breaks)
    {
        var random = new Random(seed);
        if (random.Next(20) == 0) return json[..random.Next(json.Length)];
        var root = JsonNode.Parse(json)!;
        for (var i = 0; i < breaks; i++)
        {
            var places = Places(root).ToList();
            if (places.Count == 0) break;
            var (parent, key) = places[random.Next(places.Count)];
            var value = random.Next(6) == 0 ? null : Wild[random.Next(Wild.Length)];
            if (parent is JsonObject o)
            {
                if (value is null) o.Remove(key);
                else o[random.Next(8) == 0 ? key + "x" : key] = Raw(value);
            }
            else if (parent is JsonArray a)
            {
                if (value is null) a.RemoveAt(int.Parse(key));
                else a[int.Parse(key)] = Raw(value);
            }
        }
        // Raw values such as 1e400 are put in as text: the parser must meet them as they come.
        return System.Text.RegularExpressions.Regex.Replace(root.ToJsonString(), "\"@raw:([^\"]*)\"", m => m.Groups[1].Value);
    }

    private static JsonNode? Raw(string value) =>
        value.Contains("e400", StringComparison.Ordinal) && value[0] != '"' || value.StartsWith("\"\\ud", StringComparison.Ordinal)
            ? JsonValue.Create("@raw:" + (value[0] == '"' ? "" : value))
            : JsonNode.Parse(value);

    private static IEnumerable<(JsonNode Parent, string Key)> Places(JsonNode node)
    {
        if (node is JsonObject o)
        {
            foreach (var (key, child) in o.ToList())
            {
                yield return (o, key);
                if (child is not null) foreach (var p in Places(child)) yield return p;
            }
        }
        else if (node is JsonArray a)
        {
            for (var i = 0; i < a.Count; i++)
            {
                yield return (a, i.ToString());
                if (a[i] is { } child) foreach (var p in Places(child)) yield return p;
            }
        }
    }
}
