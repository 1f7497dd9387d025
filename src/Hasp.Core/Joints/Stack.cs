using System.Collections.Immutable;
using Hasp.Core.Catalogue;
using Hasp.Core.Stiffness;

namespace Hasp.Core.Joints;

/// <summary>One thing between head and nut, with its place. Heights in mm, measured down from the head's bearing face.</summary>
/// <param name="Top">Upper face.</param>
/// <param name="Thickness">mm.</param>
/// <param name="Modulus">E, MPa.</param>
/// <param name="MaxDiameter">No cone is wider here, mm.</param>
/// <param name="Layer">Index into the joint's layers; −1 for a washer.</param>
public readonly record struct StackItem(double Top, double Thickness, double Modulus, double MaxDiameter, int Layer)
{
    /// <summary>Lower face, mm.</summary>
    public double Bottom => Top + Thickness;
}

/// <summary>A face where the parts on either side pull opposite ways.</summary>
/// <param name="Height">Below the head's bearing face, mm.</param>
/// <param name="ThreadInPlane">True where thread or its runout may lie in the plane.</param>
/// <param name="RunoutOnly">True where only the runout zone reaches it: counted as thread, and said so.</param>
/// <param name="Packing">Thickness of what is only clamped between the sheared parts of the plane, mm.</param>
public readonly record struct ShearPlane(double Height, bool ThreadInPlane, bool RunoutOnly, double Packing = 0);

/// <summary>Where everything lies between head and nut: what the section drawing shows and the formulas take their lengths from.</summary>
public sealed record Stack
{
    private const double WasherModulus = 207_000;

    /// <summary>Washers and layers from the head down.</summary>
    public required ImmutableArray<StackItem> Items { get; init; }

    /// <summary>What of each item lies in the grip and is squeezed; the rest of a countersunk or tapped part is not.</summary>
    public required ImmutableArray<StackItem> Squeezed { get; init; }

    /// <summary>Everything between the head's face and the nut, or the face of the tapped part, mm: what a drawing shows as
    /// clamped.</summary>
    public required double Clamped { get; init; }

    /// <summary>Depth below the head's face at which the grip begins, mm; above 0 only under a countersunk head.</summary>
    public required double SeatDepth { get; init; }

    /// <summary>
    /// l, mm: the length that stretches. With a nut all that is clamped; in a tapped part h + t2/2 where the part is thinner than
    /// the bolt, else h + d/2, h everything above it.
    /// </summary>
    public required double Grip { get; init; }

    /// <summary>ld, unthreaded length in the grip, mm.</summary>
    public required double ShankInGrip { get; init; }

    /// <summary>lt, threaded length in the grip, mm.</summary>
    public double ThreadInGrip => Grip - ShankInGrip;

    /// <summary>Bolt beyond the nut, or beyond the thread that holds it in a tapped part, mm.</summary>
    public required double Protrusion { get; init; }

    /// <summary>Planes that carry the shear; empty where all parts pull one way.</summary>
    public required ImmutableArray<ShearPlane> Planes { get; init; }

    /// <summary>
    /// Share of the bolt's shear that each layer brings to it: each plane carries the same, a layer gets as many planes as
    /// lie beside its package of like-pulling parts, and the package shares by thickness.
    /// </summary>
    public required ImmutableArray<double> LayerShare { get; init; }

    /// <summary>The most parts that are only clamped, one on the other, between the same two connected parts.</summary>
    public required int MostFillers { get; init; }

    /// <summary>Length of each layer's hole that a bolt bears on, mm: less half a countersink, and no more than the engagement of a
    /// tapped part.</summary>
    public required ImmutableArray<double> BearingLength { get; init; }

    /// <summary>The frusta of both cones, from the head to the nut; heights below the seat.</summary>
    public required IReadOnlyList<ConeSegment> Cones { get; init; }

    /// <summary>Lays the stack out.</summary>
    public static Stack Of(Joint joint)
    {
        var bolts = joint.Bolts;
        var items = ImmutableArray.CreateBuilder<StackItem>();
        var top = 0.0;
        void Add(double thickness, double modulus, double maxDiameter, int layer)
        {
            items.Add(new StackItem(top, thickness, modulus, maxDiameter, layer));
            top += thickness;
        }

        if (joint.HeadWasher is { } head) Add(head.Thickness, WasherModulus, head.OuterDiameter, -1);
        for (var i = 0; i < joint.Layers.Length; i++)
        {
            var layer = joint.Layers[i];
            Add(layer.Thickness, layer.Material.ElasticModulus, joint.ConeLimit(i), i);
        }
        if (joint.NutWasher is { } nut) Add(nut.Thickness, WasherModulus, nut.OuterDiameter, -1);

        var last = joint.Layers[^1];
        var clamped = joint.Tapped ? top - last.Thickness : top;
        var seat = bolts.Head.SeatDepth;
        var end = joint.Tapped ? GripInto(clamped, last.Thickness, bolts.Thread.Diameter) : top;
        Span<ConeLayer> cone = stackalloc ConeLayer[items.Count];
        var squeezed = ImmutableArray.CreateBuilder<StackItem>(items.Count);
        foreach (var item in items)
        {
            var from = Math.Max(item.Top, seat);
            var thickness = Math.Min(item.Bottom, end) - from;
            if (thickness <= 1e-9) continue;
            cone[squeezed.Count] = new ConeLayer(thickness, item.Modulus, item.MaxDiameter);
            squeezed.Add(item with { Top = from, Thickness = thickness });
        }
        return new Stack
        {
            Items = items.ToImmutable(),
            Squeezed = squeezed.ToImmutable(),
            Clamped = clamped,
            SeatDepth = seat,
            Grip = end - seat,
            ShankInGrip = Math.Clamp(bolts.ShankLength - bolts.Above - seat, 0, end - seat),
            Protrusion = bolts.Below - clamped - joint.End.Engagement,
            Planes = PlanesOf(joint),
            MostFillers = FillersOf(joint.Layers),
            LayerShare = SharesOf(joint.Layers),
            BearingLength = BearingOf(joint, seat),
            // In a tapped part the second cone starts at the effective depth with the head's diameter and grows upward.
            Cones = PressureCone.Cut(
                cone[..squeezed.Count], bolts.Head.ConeFace, (bolts.Nut ?? bolts.Head).ConeFace, joint.Judging.ConeHalfAngle),
        };
    }

    /// <summary>l of a bolt in a tapped part, mm: h + t2/2 where t2 &lt; d, else h + d/2.</summary>
    /// <param name="above">h, everything above the tapped part, mm.</param>
    /// <param name="tapped">t2, thickness of the tapped part, mm.</param>
    /// <param name="diameter">d, mm.</param>
    public static double GripInto(double above, double tapped, double diameter) => above + (Math.Min(tapped, diameter) / 2);

    private static ImmutableArray<double> BearingOf(Joint joint, double seat)
    {
        var lengths = new double[joint.Layers.Length];
        for (var i = 0; i < lengths.Length; i++) lengths[i] = joint.Layers[i].Thickness;
        lengths[0] -= seat;
        if (joint.Tapped) lengths[^1] = Math.Min(lengths[^1], joint.End.Engagement);
        return [.. lengths];
    }

    /// <summary>A part that is only clamped goes with the one above it, or below where there is none.</summary>
    private static Side SideOf(ImmutableArray<Layer> layers, int i)
    {
        var at = i;
        while (at >= 0 && layers[at].OnlyClamped) at--;
        if (at >= 0) return layers[at].Side;
        while (i < layers.Length && layers[i].OnlyClamped) i++;
        return i < layers.Length ? layers[i].Side : Side.None;
    }

    private static ImmutableArray<ShearPlane> PlanesOf(Joint joint)
    {
        var planes = ImmutableArray.CreateBuilder<ShearPlane>();
        var bolts = joint.Bolts;
        var height = joint.HeadWasher?.Thickness ?? 0;
        for (var i = 0; i + 1 < joint.Layers.Length; i++)
        {
            height += joint.Layers[i].Thickness;
            if (SideOf(joint.Layers, i) == SideOf(joint.Layers, i + 1)) continue;
            // A hair's tolerance: a plane exactly at the end of the sure shank lies in the shank. A stud has none.
            var thread = bolts.IsStud || height > bolts.SureShank + 1e-9;
            planes.Add(new ShearPlane(height, thread, thread && !bolts.IsStud && height <= bolts.ShankLength + 1e-9,
                PackingAt(joint.Layers, i)));
        }
        return planes.ToImmutable();
    }

    /// <summary>What lies only clamped between the sheared parts of the plane below layer <paramref name="i"/>, mm.</summary>
    private static double PackingAt(ImmutableArray<Layer> layers, int i)
    {
        var packing = 0.0;
        for (; i >= 0 && layers[i].OnlyClamped; i--) packing += layers[i].Thickness;
        return packing;
    }

    private static int FillersOf(ImmutableArray<Layer> layers)
    {
        var (most, run) = (0, 0);
        foreach (var layer in layers)
        {
            run = layer.OnlyClamped ? run + 1 : 0;
            most = Math.Max(most, run);
        }
        return most;
    }

    private static ImmutableArray<double> SharesOf(ImmutableArray<Layer> layers)
    {
        var shares = new double[layers.Length];
        var planes = 0;
        for (var i = 0; i + 1 < layers.Length; i++) if (SideOf(layers, i) != SideOf(layers, i + 1)) planes++;
        if (planes == 0) return [.. shares];
        for (var first = 0; first < layers.Length;)
        {
            var last = first;
            while (last + 1 < layers.Length && SideOf(layers, last + 1) == SideOf(layers, first)) last++;
            var beside = (first > 0 ? 1 : 0) + (last + 1 < layers.Length ? 1 : 0);
            double Bearing(int i) => layers[i].OnlyClamped ? 0 : layers[i].Thickness;
            var thickness = 0.0;
            for (var i = first; i <= last; i++) thickness += Bearing(i);
            for (var i = first; i <= last; i++) shares[i] = thickness > 0 ? (double)beside / planes * Bearing(i) / thickness : 0;
            first = last + 1;
        }
        return [.. shares];
    }
}
