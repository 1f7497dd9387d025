using System.Security.Cryptography;
using System.Text;
using Hasp.Core;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Files;
using Microsoft.Extensions.Caching.Memory;

namespace Hasp.Web.Services;

/// <summary>What a document comes to.</summary>
/// <param name="Draft">What it says, field by field; null where it is no document at all.</param>
/// <param name="Joint">The joint; null where the document has faults.</param>
/// <param name="Faults">What is wrong with it.</param>
/// <param name="Result">What the joint comes to; null where there is none.</param>
public sealed record Judged(Draft? Draft, Joint? Joint, IReadOnlyList<Fault> Faults, Result? Result)
{
    /// <summary>The document as it is written.</summary>
    public required string Document { get; init; }
}

/// <summary>
/// Results of the documents that were asked for last, kept in memory: pages, polls and lists that ask for the same joint again are not
/// worked out again. A document says everything that its result is made of, beside this program itself: its hash is the whole key, and what
/// the shop knows (lapses, tests, dates) is never in it.
/// </summary>
public sealed class KeptResults : IDisposable
{
    private const long MostBytes = 96_000_000;

    // A result with its joint, beside what grows with the document: cases, bolts, parts.
    private const int BytesOfOne = 60_000, BytesOfALetter = 60;

    private readonly MemoryCache _kept = new(new MemoryCacheOptions { SizeLimit = MostBytes });

    /// <summary>How many are kept.</summary>
    public int Count => _kept.Count;

    public void Dispose() => _kept.Dispose();

    /// <summary>What a document comes to.</summary>
    /// <exception cref="Exception">Whatever working it out ran into: that is not kept.</exception>
    public Judged Of(string document) => Of(document, () => JointDocument.Draft(Encoding.UTF8.GetBytes(document)));

    /// <summary>What a draft comes to that is written as <paramref name="document"/>: it is not read again.</summary>
    /// <exception cref="Exception">Whatever working it out ran into: that is not kept.</exception>
    public Judged Of(Draft draft, string document) => Of(document, () => (draft, []));

    private Judged Of(string document, Func<(Draft?, IReadOnlyList<Fault>)> read)
    {
        var key = Convert.ToBase64String(SHA256.HashData(Encoding.UTF8.GetBytes(document)));
        if (_kept.TryGetValue(key, out Judged? known)) return known!;
        var (draft, unreadable) = read();
        var (joint, faults) = draft is null ? (null, unreadable) : draft.Judged();
        var judged = new Judged(draft, joint, faults, joint is null ? null : Evaluation.Run(joint)) { Document = document };
        _kept.Set(key, judged, new MemoryCacheEntryOptions { Size = BytesOfOne + ((long)BytesOfALetter * document.Length) });
        return judged;
    }

    /// <summary>What a document comes to that was valid when it was stored.</summary>
    /// <exception cref="InvalidOperationException">It no longer is: the catalogue it was made with has changed.</exception>
    public Result Valid(string document) => Of(document) is { Result: { } result } ? result
        : throw new InvalidOperationException("a stored joint is no longer valid: "
            + string.Join("; ", Of(document).Faults.Select(f => f.Path + " " + f.Problem)));
}
