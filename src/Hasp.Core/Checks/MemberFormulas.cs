using Hasp.Core.Formulas;

namespace Hasp.Core.Checks;

/// <summary>Shear, bearing, tear-out and pressure under the head. Forces in N, lengths in mm, stresses in MPa.</summary>
public static class MemberFormulas
{
    /// <summary>τ = V/(m·A).</summary>
    public static T ShearStress<T>(T shear, T planes, T area)
        where T : struct, IReal<T> =>
        T.Let(Terms.ShearStress, shear / (planes * area));

    /// <summary>n = κ·Sy/τ; κ = 0.577 (distortion energy) or 0.5 (maximum shear).</summary>
    public static T ShearFactor<T>(T ratio, T yieldStrength, T stress)
        where T : struct, IReal<T> =>
        T.Let(Terms.ShearFactor, ratio * yieldStrength / stress);

    /// <summary>
    /// How far tension and shear may grow together, the preload standing at its largest, until √(σ² + 3τ²) = Sy in the plane:
    /// the root n of (Fi + n·C·P)² + 3(n·V/m)² = (Sy·A)², or of (n·P)² + 3(n·V/m)² = (Sy·A)² once the faces are apart,
    /// whichever comes first. The preload is not multiplied: the tool and not the load sets it.
    /// Zero where the preload alone brings the section to yield.
    /// </summary>
    /// <param name="preload">Fi,max, N.</param>
    /// <param name="share">C.</param>
    /// <param name="load">P on this bolt, N; + pulls apart.</param>
    /// <param name="planeShear">Shear in this plane V/m, N; above zero.</param>
    /// <param name="strength">Sy·A of this plane, N.</param>
    public static T CombinedFactor<T>(T preload, T share, T load, T planeShear, T strength)
        where T : struct, IReal<T>
    {
        var zero = T.Const(0);
        var axial = share * load;
        var a = (axial * axial) + (T.Const(3) * planeShear * planeShear);
        var b = preload * axial;
        var room = (strength * strength) - (preload * preload);
        var closed = (T.Sqrt(T.Max(zero, (b * b) + (a * room))) - b) / a;
        var open = strength / T.Sqrt((load * load) + (T.Const(3) * planeShear * planeShear));
        return T.Let(Terms.CombinedFactor, T.IfLess(room, zero, zero, T.IfLess(zero, load, T.Min(closed, open), closed)));
    }

    /// <summary>σ = V/(d·t) on the projected area.</summary>
    public static T BearingStress<T>(T load, T diameter, T thickness)
        where T : struct, IReal<T> =>
        T.Let(Terms.BearingStress, load / (diameter * thickness));

    /// <summary>σ = V/(π·d·t/4): the second school takes a quarter of the hole's circumference.</summary>
    public static T BearingStressQuarter<T>(T load, T diameter, T thickness)
        where T : struct, IReal<T> =>
        T.Let(Terms.BearingStressQuarter, load / (T.Const(Math.PI / 4, "π/4") * diameter * thickness));

    /// <summary>n = Sy of the softer of bolt and member over the bearing stress.</summary>
    public static T BearingFactor<T>(T boltYield, T memberYield, T stress)
        where T : struct, IReal<T> =>
        T.Let(Terms.BearingFactor, T.Min(boltYield, memberYield) / stress);

    /// <summary>τ = V/(2(e − d0/2)·t): two planes from the hole's edge. Valid for e &gt; d0/2.</summary>
    public static T TearOutStress<T>(T load, T edgeDistance, T hole, T thickness)
        where T : struct, IReal<T> =>
        T.Let(Terms.TearOutStress, load / (T.Const(2) * (edgeDistance - (hole / T.Const(2))) * thickness));

    /// <summary>τ = V/(2·e·t): two planes from the hole's centre, the longer of the two conventions.</summary>
    public static T TearOutStressFullEdge<T>(T load, T edgeDistance, T thickness)
        where T : struct, IReal<T> =>
        T.Let(Terms.TearOutStressFullEdge, load / (T.Const(2) * edgeDistance * thickness));

    /// <summary>n = κ·fy/τ.</summary>
    public static T TearOutFactor<T>(T ratio, T memberYield, T stress)
        where T : struct, IReal<T> =>
        T.Let(Terms.TearOutFactor, ratio * memberYield / stress);

    /// <summary>
    /// Anet = (w − n·d0 + Σs²/(4g))·t, mm²: each step of a zigzag from hole to hole gives s²/(4g) back (EN 1993-1-8, 3.10.1 by
    /// EN 1993-1-1, 6.2.2.2; AISC 360 B4.3b).
    /// </summary>
    /// <param name="width">w, mm.</param>
    /// <param name="holes">n, holes that the line of fracture passes.</param>
    /// <param name="hole">d0, mm.</param>
    /// <param name="thickness">t, mm.</param>
    /// <param name="staggerGain">Σs²/(4g), mm; 0 for a straight row.</param>
    public static T NetArea<T>(T width, T holes, T hole, T thickness, T staggerGain)
        where T : struct, IReal<T> =>
        T.Let(Terms.NetArea, (width - (holes * hole) + staggerGain) * thickness);

    /// <summary>s²/(4g), mm, for each zigzag step of pitch s and gauge g.</summary>
    public static T StaggerGain<T>(T pitch, T gauge, T steps)
        where T : struct, IReal<T> =>
        steps * pitch * pitch / (T.Const(4) * gauge);

    /// <summary>n = fy·Anet/F.</summary>
    public static T NetFactor<T>(T memberYield, T force, T netArea)
        where T : struct, IReal<T> =>
        T.Let(Terms.NetFactor, memberYield / T.Let(Terms.NetStress, force / netArea));

    /// <summary>n = (N·Fm/A)/(m·p): clamp pressure left on a seal over what it needs.</summary>
    public static T LeakFactor<T>(T count, T memberForce, T area, T factor, T pressure)
        where T : struct, IReal<T> =>
        T.Let(Terms.LeakFactor, T.Let(Terms.ClampPressure, count * memberForce / area) / (factor * pressure));

    /// <summary>D = min(Dwasher, Dw + 2·t·tan α), mm: a washer spreads the bearing face at the cone's angle, no wider than
    /// itself.</summary>
    public static T PressedDiameter<T>(T face, T washerDiameter, T washerThickness, T halfAngle)
        where T : struct, IReal<T> =>
        T.Let(Terms.PressedDiameter, T.Min(washerDiameter, face + (T.Const(2) * washerThickness * T.Tan(halfAngle))));

    /// <summary>p = F/(π/4·(D² − d0²)). Valid for D &gt; d0.</summary>
    public static T HeadPressure<T>(T force, T pressedDiameter, T hole)
        where T : struct, IReal<T> =>
        T.Let(Terms.HeadPressure, force / T.Let(Terms.PressedArea,
            T.Const(Math.PI / 4, "π/4") * ((pressedDiameter * pressedDiameter) - (hole * hole))));

    /// <summary>n = pG/p.</summary>
    public static T HeadPressureFactor<T>(T limit, T pressure)
        where T : struct, IReal<T> =>
        T.Let(Terms.HeadPressureFactor, limit / pressure);

    /// <summary>F = fy·Ant + κ·fy·Anv: a block comes out where what is pulled yields and what is sheared yields in shear.</summary>
    public static T Block<T>(T yield, T pulled, T ratio, T sheared)
        where T : struct, IReal<T> => T.Let(Terms.BlockLoad, (yield * pulled) + (ratio * yield * sheared));
}
