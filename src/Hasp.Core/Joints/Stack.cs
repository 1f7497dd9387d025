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
public readonly record struct ShearPlane(double Height, bool ThreadInPlane, bool RunoutOnly);

/// <summary>Where everything lies between head and nut: what the section drawing shows and the formulas take their lengths from.</summary>
public sealed record Stack
{
    private const double WasherModulus = 207_000;

    /// <summary>Washers and layers from the head down.</summary>
    public required ImmutableArray<StackItem> Items { get; init; }

    /// <summary>l, mm.</summary>
    public required double Grip { get; init; }

    /// <summary>ld, unthreaded length in the grip, mm.</summary>
    public required double ShankInGrip { get; init; }

    /// <summary>lt, threaded length in the grip, mm.</summary>
    public double ThreadInGrip => Grip - ShankInGrip;

    /// <summary>Bolt beyond the nut, mm.</summary>
    public required double Protrusion { get; init; }

    /// <summary>Planes that carry the shear; empty where all parts pull one way.</summary>
    public required ImmutableArray<ShearPlane> Planes { get; init; }

    /// <summary>
    /// Share of the bolt's shear that each layer brings to it: each plane carries the same, a layer gets as many planes as
    /// lie beside its package of like-pulling parts, and the package shares by thickness.
    /// </summary>
    public required ImmutableArray<double> LayerShare { get; init; }

    /// <summary>The frusta of both cones, from the head to the nut.</summary>
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
            Add(layer.Thickness, layer.Material.ElasticModulus, 2 * layer.EdgeDistance ?? double.PositiveInfinity, i);
        }
        if (joint.NutWasher is { } nut) Add(nut.Thickness, WasherModulus, nut.OuterDiameter, -1);

        Span<ConeLayer> cone = stackalloc ConeLayer[items.Count];
        for (var i = 0; i < items.Count; i++) cone[i] = new ConeLayer(items[i].Thickness, items[i].Modulus, items[i].MaxDiameter);
        return new Stack
        {
            Items = items.ToImmutable(),
            Grip = top,
            ShankInGrip = Math.Min(bolts.ShankLength, top),
            Protrusion = bolts.Length - top - bolts.Nut.Height,
            Planes = PlanesOf(joint),
            LayerShare = SharesOf(joint.Layers),
            Cones = PressureCone.Cut(cone, bolts.Head.BearingDiameter, bolts.Nut.BearingDiameter, joint.Judging.ConeHalfAngle),
        };
    }

    private static ImmutableArray<ShearPlane> PlanesOf(Joint joint)
    {
        var planes = ImmutableArray.CreateBuilder<ShearPlane>();
        var height = joint.HeadWasher?.Thickness ?? 0;
        for (var i = 0; i + 1 < joint.Layers.Length; i++)
        {
            height += joint.Layers[i].Thickness;
            if (joint.Layers[i].Side == joint.Layers[i + 1].Side) continue;
            // A hair's tolerance: a plane exactly at the end of the sure shank lies in the shank.
            var thread = height > joint.Bolts.SureShank + 1e-9;
            planes.Add(new ShearPlane(height, thread, thread && height <= joint.Bolts.ShankLength + 1e-9));
        }
        return planes.ToImmutable();
    }

    private static ImmutableArray<double> SharesOf(ImmutableArray<Layer> layers)
    {
        var shares = new double[layers.Length];
        var planes = 0;
        for (var i = 0; i + 1 < layers.Length; i++) if (layers[i].Side != layers[i + 1].Side) planes++;
        if (planes == 0) return [.. shares];
        for (var first = 0; first < layers.Length;)
        {
            var last = first;
            while (last + 1 < layers.Length && layers[last + 1].Side == layers[first].Side) last++;
            var beside = (first > 0 ? 1 : 0) + (last + 1 < layers.Length ? 1 : 0);
            var thickness = 0.0;
            for (var i = first; i <= last; i++) thickness += layers[i].Thickness;
            for (var i = first; i <= last; i++) shares[i] = (double)beside / planes * layers[i].Thickness / thickness;
            first = last + 1;
        }
        return [.. shares];
    }
}
