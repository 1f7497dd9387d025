using Hasp.Core.Catalogue;
using Hasp.Core.Checks;

namespace Hasp.Core.Joints;

/// <summary>
/// What carries the shear: the bolts in bearing, or friction. Where nobody said, static shear in normal holes without a word of friction is
/// carried in bearing, and friction's figure is shown beside it.
/// </summary>
/// <param name="Bearing">True: the joint may slip until its bolts bear. False: it must not slip.</param>
/// <param name="Stated">True where the document says it; else it was chosen.</param>
/// <param name="Why">What it was chosen by, in words.</param>
public sealed record ShearCarrier(bool Bearing, bool Stated, string Why)
{
    // Listed when first asked for: checks name fields.
    private static readonly Lazy<Field<double>[]> AgainstSlip =
        new(() => [.. Fields.Required.Where((_, i) => Check.All[i].Info.ByFriction)]);

    // What asks for friction without saying so, and how that reads. Slots across the load leave the bolts bearing.
    private static readonly (Func<Values, bool> Asks, string Why)[] OfFriction =
    [
        (said => said.Has(Fields.FaceFriction), "a slip coefficient is stated"),
        (said => Surfaces.Any(said.Has), "a surface class is stated"),
        (said => AgainstSlip.Value.Any(f => said.Stated(f) > 0), "a factor against slip is asked for"),
        (said => said[Fields.Loads].Any(l => l.Has(Fields.CaseAlternates)), "a load alternates"),
        (said => HasWideHole(said) || said[Fields.Layers]
            .Any(l => l.Of(Fields.LayerHoleKind) is HoleKind.Oversize or HoleKind.ShortSlotAlong or HoleKind.LongSlotAlong),
            "holes are oversize, or slotted along the load"),
    ];

    /// <summary>A hole wider than the normal ones: of the loose fit, or of a diameter as wide.</summary>
    private static bool HasWideHole(Values said) => said.Of(Fields.Fit) == "coarse"
        || (said.Stated(Fields.HoleDiameter) is { } stated && Standards.FindThread(said.Stated(Fields.Thread) ?? "") is { } thread
            && Standards.FindHole("coarse", thread.Diameter) is { } coarse && stated >= coarse.Diameter);

    /// <summary>What the factor against slip says of a joint that may slip.</summary>
    internal static string SlipsAt(double factor) => factor >= 1
        ? $"shown, not judged: by friction alone it holds {Math.Floor(factor * 100) / 100:0.00} of this load before it slips into its holes"
        : $"shown, not judged: it slips into its holes above {Math.Floor(factor * 100) / 100:0.00} of this load";

    private static Field[] Surfaces => [Checks.Eurocode.EurocodeBasis.Surface, Checks.Aisc.AiscBasis.Surface];

    /// <summary>What a document says, or what is chosen where it says nothing.</summary>
    public static ShearCarrier Of(Values said)
    {
        if (said.Stated(Fields.ShearBy) is { } stated) return new(stated, true, "stated");
        return OfFriction.FirstOrDefault(f => f.Asks(said)) is { Why: { } why } ? new(false, false, why)
            : new(true, false, "nothing asks for friction");
    }
}
