using Hasp.Core.Formulas;

namespace Hasp.Core.Stiffness;

/// <summary>One layer between head and nut as the cones see it.</summary>
/// <param name="Thickness">mm.</param>
/// <param name="Modulus">E, MPa.</param>
/// <param name="MaxDiameter">The cone grows no wider than the part, mm; infinity where the part is wide.</param>
public readonly record struct ConeLayer(double Thickness, double Modulus, double MaxDiameter = double.PositiveInfinity);

/// <summary>A slice of one layer that one cone passes: a frustum, or a ring where the part is narrower than the cone.</summary>
/// <param name="Top">Height of its upper face below the head's bearing face, mm.</param>
/// <param name="Thickness">mm.</param>
/// <param name="Depth">Its smaller face's distance from the bearing face that the cone starts at, mm.</param>
/// <param name="FromNut">True where it belongs to the nut's cone.</param>
/// <param name="Modulus">E, MPa.</param>
/// <param name="RingDiameter">Outer diameter where it is a ring, mm; null for a frustum.</param>
/// <param name="Layer">Which layer it is cut from, from 0 at the head.</param>
/// <param name="UpperDiameter">Outer diameter at its upper face, mm.</param>
/// <param name="LowerDiameter">Outer diameter at its lower face, mm.</param>
public readonly record struct ConeSegment(
    double Top, double Thickness, double Depth, bool FromNut, double Modulus, double? RingDiameter, int Layer, double UpperDiameter,
    double LowerDiameter);

/// <summary>
/// The clamped members as cones of pressure: frusta start at the bearing faces under head and nut with the half-angle α
/// and meet at mid-grip; a layer that the mid-plane cuts is two frusta.
/// </summary>
public static class PressureCone
{
    /// <summary>Cuts the stack of a through bolt into frusta and rings, from the head to the nut.</summary>
    /// <param name="layers">From the head to the nut.</param>
    /// <param name="headFace">Diameter of the bearing face under the head, mm.</param>
    /// <param name="nutFace">Diameter of the bearing face under the nut, mm.</param>
    /// <param name="halfAngle">α, rad.</param>
    public static IReadOnlyList<ConeSegment> Cut(ReadOnlySpan<ConeLayer> layers, double headFace, double nutFace, double halfAngle)
    {
        var grip = 0.0;
        foreach (var layer in layers) grip += layer.Thickness;
        var middle = grip / 2;
        var tangent = Math.Tan(halfAngle);
        var segments = new List<ConeSegment>(layers.Length + 3);
        var top = 0.0;
        for (var i = 0; i < layers.Length; i++)
        {
            var layer = layers[i];
            var bottom = top + layer.Thickness;
            // The part above mid-grip belongs to the head's cone, the part below to the nut's.
            if (top < middle) AddHalf(layer, i, top, Math.Min(bottom, middle), false);
            if (bottom > middle) AddHalf(layer, i, Math.Max(top, middle), bottom, true);
            top = bottom;
        }
        return segments;

        void AddHalf(ConeLayer layer, int index, double from, double to, bool fromNut)
        {
            if (to - from <= 1e-9 * grip) return;
            var start = fromNut ? grip - to : from;
            var end = fromNut ? grip - from : to;
            var face = fromNut ? nutFace : headFace;
            // Depth at which the cone is as wide as the part; beyond it goes on as a ring.
            var widest = Math.Max(start, (layer.MaxDiameter - face) / (2 * tangent));
            var frustumEnd = Math.Min(widest, end);
            var (small, large) = (face + (2 * start * tangent), face + (2 * frustumEnd * tangent));
            var frustum = new ConeSegment(
                fromNut ? grip - frustumEnd : start, frustumEnd - start, start, fromNut, layer.Modulus, null, index, fromNut ? large
                    : small, fromNut ? small : large);
            var ring = new ConeSegment(
                fromNut ? from : widest, end - widest, widest, fromNut, layer.Modulus, layer.MaxDiameter, index, layer.MaxDiameter,
                layer.MaxDiameter);
            if (widest >= end) segments.Add(frustum);
            else if (widest <= start) segments.Add(ring);
            else if (fromNut) segments.AddRange([ring, frustum]);
            else segments.AddRange([frustum, ring]);
        }
    }

    /// <summary>
    /// Stiffness of one frustum, N/mm: k = π·E·d·tan α / ln[(2t·tan α + D − d)(D + d) / ((2t·tan α + D + d)(D − d))],
    /// the integral of dz/(E·A) along the cone. Valid for D &gt; d, t &gt; 0 and 0 &lt; α &lt; 90°.
    /// </summary>
    /// <param name="thickness">t, mm.</param>
    /// <param name="face">Smaller face diameter D, mm.</param>
    /// <param name="bore">d, mm.</param>
    /// <param name="modulus">E, MPa.</param>
    /// <param name="tangent">tan α.</param>
    /// <param name="index">Which of the frusta, from 1.</param>
    public static T Frustum<T>(T thickness, T face, T bore, T modulus, T tangent, int index = 0)
        where T : struct, IReal<T>
    {
        var growth = T.Const(2) * thickness * tangent;
        return T.Let(Terms.FrustumStiffness,
            T.Const(Math.PI, "π") * modulus * bore * tangent
            / T.Log((growth + face - bore) * (face + bore) / ((growth + face + bore) * (face - bore))), index);
    }

    /// <summary>Stiffness of a ring, N/mm: k = E·π/4·(D² − d²)/t.</summary>
    /// <param name="thickness">t, mm.</param>
    /// <param name="outer">D, mm.</param>
    /// <param name="bore">d, mm.</param>
    /// <param name="modulus">E, MPa.</param>
    /// <param name="index">Which of the segments, from 1.</param>
    public static T Ring<T>(T thickness, T outer, T bore, T modulus, int index = 0)
        where T : struct, IReal<T> =>
        T.Let(Terms.FrustumStiffness, modulus * T.Const(Math.PI / 4, "π/4") * ((outer * outer) - (bore * bore)) / thickness, index);

    /// <summary>All segments in series: 1/km = Σ 1/ki, N/mm.</summary>
    /// <param name="segments">From <see cref="Cut"/>.</param>
    /// <param name="headFace">Diameter that the head's cone starts with, mm.</param>
    /// <param name="nutFace">Diameter that the other cone starts with, mm.</param>
    /// <param name="bore">d, mm.</param>
    /// <param name="halfAngle">α, rad.</param>
    /// <param name="scale">All lengths along the bolt times this, where geometry varies; null for as drawn.</param>
    public static T InSeries<T>(IReadOnlyList<ConeSegment> segments, T headFace, T nutFace, T bore, T halfAngle, T? scale = null)
        where T : struct, IReal<T>
    {
        var tangent = T.Tan(halfAngle);
        var one = T.Const(1);
        T? compliance = null;
        for (var i = 0; i < segments.Count; i++)
        {
            var s = segments[i];
            var n = i + 1;
            var t = Scaled(T.Given(Terms.SegmentThickness, s.Thickness, n));
            var e = T.Given(Terms.MemberModulus, s.Modulus, n);
            T k;
            if (s.RingDiameter is { } outer)
            {
                k = Ring(t, T.Given(Terms.FrustumDiameter, outer, n), bore, e, n);
            }
            else
            {
                var start = s.FromNut ? nutFace : headFace;
                var face = s.Depth == 0 ? start : T.Let(Terms.FrustumDiameter,
                    start + (T.Const(2) * Scaled(T.Given(Terms.SegmentDepth, s.Depth, n)) * tangent), n);
                k = Frustum(t, face, bore, e, tangent, n);
            }
            compliance = compliance is { } sum ? sum + (one / k) : one / k;
        }
        return T.Let(Terms.MemberStiffness, one / compliance!.Value);

        T Scaled(T length) => scale is { } times ? times * length : length;
    }
}
