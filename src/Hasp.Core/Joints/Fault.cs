namespace Hasp.Core.Joints;

/// <summary>What is wrong with one field, in words for the person who filled it.</summary>
/// <param name="Path">The field, e.g. <c>layers[0].thickness</c>.</param>
/// <param name="Was">What stood there; null where nothing did.</param>
/// <param name="Problem">What is wrong, and what is allowed.</param>
public sealed record Fault(string Path, string? Was, string Problem);
