using System.Text.Json.Nodes;

namespace Hasp.Files;

/// <summary>
/// Brings documents of older versions up to the one that is read, a version at a time. A change of the format adds a step here and keeps an
/// old document as a test; nothing else in the house knows of older versions.
/// </summary>
/// <param name="format">The format that is upgraded; other documents are left alone.</param>
/// <param name="current">The version that is read.</param>
/// <param name="steps">By the version that each begins from: rewrites a document of it as one of the next.</param>
public sealed class DocumentUpgrades(string format, int current, IReadOnlyDictionary<int, Action<JsonObject>> steps)
{
    /// <summary>True where a document of this version can be brought up to date.</summary>
    public bool Knows(int version) => version < current && Enumerable.Range(version, current - version).All(steps.ContainsKey);

    /// <summary>Rewrites the document, where it is of an older version that is known; its version says so afterwards.</summary>
    /// <returns>True where something was rewritten.</returns>
    public bool Apply(JsonObject document)
    {
        if (document["format"] is not JsonValue named || !named.TryGetValue<string>(out var name) || name != format) return false;
        if (document["version"] is not JsonValue stated || !stated.TryGetValue<int>(out var version) || !Knows(version)) return false;
        for (; version < current; version++) steps[version](document);
        document["version"] = current;
        return true;
    }
}
