using Hasp.Core.Joints;

namespace Hasp.Core.Checks;

/// <summary>
/// A gap that somebody answers for by name: a way of failing that nothing judged, an input that nobody gave, a figure that does not hold.
/// </summary>
/// <param name="Name">What is open, in the field's words.</param>
/// <param name="Open">Why, word for word as it read when it was accepted: with other words it is another gap.</param>
/// <param name="Kind">Id of the kind of joint that it was accepted for.</param>
/// <param name="Basis">Id of the basis that it was accepted under.</param>
/// <param name="Reason">Why it may stay open.</param>
/// <param name="By">Who answers for it.</param>
public sealed record Acceptance(string Name, string Open, string Kind, string Basis, string Reason, string By)
{
    /// <summary>True where it still speaks of that gap: the same words, for the same kind of joint by the same basis.</summary>
    public bool Covers(Ask ask, Joint joint) =>
        Open == ask.Problem && Name == ask.Name && Kind == joint.Kind.Id && Basis == joint.Judging.Basis.Id;

    /// <summary>In a sentence.</summary>
    public string Words => $"{Name.ToLowerInvariant()}, accepted by {By}: {Reason.TrimEnd('.')}";
}
