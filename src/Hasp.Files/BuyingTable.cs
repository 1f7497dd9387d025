using Hasp.Core.Sizing;

namespace Hasp.Files;

/// <summary>A buying list as a table.</summary>
public static class BuyingTable
{
    private static readonly string[] Heads = ["What", "Designation", "Finish", "Number", "Spares", "To buy", "For", "Note"];

    /// <summary>A heading and a line each.</summary>
    public static TableFile Of(IReadOnlyList<BuyingLine> list) =>
        new("Buying list", Heads, [.. list.Select(l => (IReadOnlyList<object?>)[l.What, l.Designation, l.Finish, l.Count, l.Spares, l.Total,
            l.For, l.Note])]);
}
