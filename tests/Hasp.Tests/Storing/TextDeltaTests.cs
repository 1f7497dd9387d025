using CsCheck;
using Hasp.Store;

namespace Hasp.Tests.Storing;

/// <summary>A text as what differs from another.</summary>
public sealed class TextDeltaTests
{
    [Fact]
    public void Any_text_is_had_again_from_any_other() =>
        Gen.Select(Gen.String[0, 400], Gen.String[0, 400]).Sample((a, b) =>
        {
            // A lone half of a pair is no text that a document holds.
            var (from, to) = (Whole(a), Whole(b));
            return TextDelta.Applied(from, TextDelta.Between(from, to)) == to;
        });

    [Fact]
    public void What_was_moved_about_is_had_again_and_costs_little()
    {
        var counted = 0;
        Gen.Select(Gen.Int[0, 3_900], Gen.Int[200, 400], Gen.Int[0, 3_000]).Sample((at, length, to) =>
        {
            var text = string.Concat(Enumerable.Range(0, 500).Select(i => FormattableString.Invariant($"{i * 7919 % 100_000:D5}abcdé")));
            var passage = text.Substring(at, length);
            var moved = text.Remove(at, length).Insert(to, passage);
            var delta = TextDelta.Between(text, moved);
            if (moved != text) Interlocked.Increment(ref counted);
            return TextDelta.Applied(text, delta) == moved && delta.Length < 300;
        });
        Assert.True(counted > 80, $"{counted} that were moved at all");
    }

    [Theory]
    [InlineData("", "")]
    [InlineData("", "new")]
    [InlineData("old", "")]
    [InlineData("aaaa", "aaaaaaaa")]
    [InlineData("aaaaaaaa", "aaaa")]
    [InlineData("µm", "µMm")]
    public void Edges(string from, string to) => Assert.Equal(to, TextDelta.Applied(from, TextDelta.Between(from, to)));

    [Fact]
    public void Of_another_text_it_says_so() =>
        Assert.Throws<InvalidDataException>(() => TextDelta.Applied("short", TextDelta.Between(new string('q', 900), new string('q', 901))));

    private static string Whole(string text) => new([.. text.Where(c => !char.IsSurrogate(c))]);
}
