using Hasp.Core.Quantities;
using Hasp.Files.Quick;

namespace Hasp.Files;

/// <summary>Something that a line left out, as it was chosen.</summary>
/// <param name="Words">What was chosen, in words.</param>
/// <param name="Others">What else it could be: the line with words that say so added to it; empty where it is typed.</param>
public sealed record QuickChoice(string Words, IReadOnlyList<QuickAnswer> Others)
{
    /// <summary>A choice that is changed by typing.</summary>
    internal static QuickChoice Of(string words) => new(words, []);
}

/// <summary>What else could have been chosen, by what it is about: rows of <c>choices.csv</c>, in words that the line reads.</summary>
internal static class QuickChoices
{
    private static readonly ILookup<string, (UnitSystem? System, string Words)> Rows = QuickWords.Read("choices",
        r => (Topic: r.GetField("topic")!, System: r.GetField("system")!, Words: r.GetField("words")!))
        .SelectMany(r => r.Words.Split('|').Select(w => (r.Topic, r.System, Words: w)))
        .ToLookup(r => r.Topic, r => ((UnitSystem?)(r.System switch { "si" => UnitSystem.Si, "us" => UnitSystem.Us, _ => null }), r.Words));

    /// <summary>What the table has choices for.</summary>
    internal static IEnumerable<string> Topics => Rows.Select(r => r.Key);

    /// <summary>The others of a topic for a line.</summary>
    /// <param name="topic">What the choice is about.</param>
    /// <param name="line">The line.</param>
    /// <param name="inch">True where the line speaks inches.</param>
    /// <param name="isChosen">True for words that say what was chosen.</param>
    internal static IReadOnlyList<QuickAnswer> Of(string topic, string line, bool inch, Func<string, bool> isChosen) =>
        [.. Rows[topic].Where(r => (r.System is null || r.System == (inch ? UnitSystem.Us : UnitSystem.Si)) && !isChosen(r.Words))
            .Select(r => With(line, r.Words))];

    /// <summary>The line with words added behind it, its own kept.</summary>
    internal static QuickAnswer With(string line, string words) => new(words, $"{line.TrimEnd(' ', ',', ';', '.')}, {words}");
}
