namespace Hasp.Core.Joints;

/// <summary>
/// What was worked out of a joint, with the joint that it was made for. A copy made by <c>with</c> carries it along; it counts for the
/// copy as long as nothing differs that it was made of, which its owner names where it reads it.
/// </summary>
/// <param name="For">The joint that it was made for.</param>
/// <param name="Value">What was worked out.</param>
internal sealed record Kept<T>(Joint For, T Value);

/// <summary>Reads what is kept, and works it out where that does not count.</summary>
internal static class Kept
{
    /// <summary>What is kept, made for this very joint or one that is alike in what it is made of; else worked out now.</summary>
    /// <param name="kept">Where it is kept: one reference, so that several threads see all of it or nothing.</param>
    /// <param name="joint">The joint.</param>
    /// <param name="make">Works it out.</param>
    /// <param name="alike">True where both joints are alike in all that it is made of.</param>
    internal static T Of<T>(ref Kept<T>? kept, Joint joint, Func<Joint, T> make, Func<Joint, Joint, bool> alike)
    {
        if (kept is { } known)
        {
            if (ReferenceEquals(known.For, joint)) return known.Value;
            // Bound to this copy, so that the next look is one comparison and the other joint is not held on to.
            if (alike(known.For, joint)) return (kept = new(joint, known.Value)).Value;
        }
        return (kept = new(joint, make(joint))).Value;
    }
}
