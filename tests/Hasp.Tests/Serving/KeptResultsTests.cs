using Hasp.Core;
using Hasp.Files;
using Hasp.Web.Services;

namespace Hasp.Tests.Serving;

/// <summary>Kept results: whatever is asked before and beside, a document comes to what it comes to when it is asked for first.</summary>
public sealed class KeptResultsTests
{
    private static string Shown(Result result) => ResultDocument.Of(result).ToJsonString();

    private static IReadOnlyList<string> Documents() =>
    [
        .. Directory.GetFiles(Path.Combine(Samples.Root, "src", "Hasp.Web", "Demo"), "*.joint.json").Select(File.ReadAllText),
        // Alike to a letter in some place or other.
        .. new[] { "12 mm", "12.0 mm", "13 mm" }.Select(t => Samples.With(("layers[0].thickness", t)).ToJsonString()),
        .. new[] { "8.8", "10.9" }.Select(g => Samples.With(("bolts.grade", g)).ToJsonString()),
    ];

    /// <summary>The axiom that the hash of the document is the whole key: nothing else enters, whatever the order, however many at once.</summary>
    [Fact]
    public void A_document_says_all_that_its_result_is_made_of()
    {
        var documents = Documents();
        var fresh = documents.Select(d => Shown(Evaluation.Run(JointDocument.Read(d).Joint!))).ToList();
        using var results = new KeptResults();
        var asked = Enumerable.Range(0, documents.Count * 6).OrderBy(i => (i * 7919) % 101).ToList();
        Parallel.ForEach(asked, i =>
        {
            var at = i % documents.Count;
            // Ways out, limits and workings are looked for when they are opened, and by several at once.
            Assert.Equal(fresh[at], Shown(results.Of(documents[at]).Result!));
        });
        Assert.True(documents.Count > 20, $"only {documents.Count}");
    }

    [Fact]
    public void It_is_kept_and_what_has_faults_too()
    {
        using var results = new KeptResults();
        var document = Samples.With().ToJsonString();
        Assert.Same(results.Of(document), results.Of(document));
        var bad = Samples.With(("bolts.grade", "9.9.9")).ToJsonString();
        Assert.Null(results.Of(bad).Joint);
        Assert.NotEmpty(results.Of(bad).Faults);
        Assert.Throws<InvalidOperationException>(() => results.Valid(bad));
    }

    [Fact]
    public void However_many_are_asked_for_the_room_is_bounded()
    {
        using var results = new KeptResults();
        // Twice as many as there is room for; which of them stay is the cache's affair.
        for (var i = 0; i < 2_000; i++) results.Of(Samples.With(("name", $"Another {i}")).ToJsonString());
        Assert.InRange(results.Count, 100, 1_600);
    }
}
