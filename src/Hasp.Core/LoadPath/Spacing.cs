using System.Collections.Immutable;

namespace Hasp.Core.LoadPath;

/// <summary>Which distance is too small.</summary>
public enum SpacingKind
{
    /// <summary>Between two bolts.</summary>
    Pitch,

    /// <summary>From a bolt to an edge of the plate or of an opening.</summary>
    Edge,
}

/// <summary>A distance of the pattern that is judged, where it is smallest.</summary>
/// <param name="Kind">Pitch or edge distance.</param>
/// <param name="Number">Number of the bolt.</param>
/// <param name="Other">Number of the other bolt; 0 at an edge.</param>
/// <param name="Distance">mm; below 0 off the plate.</param>
/// <param name="Refused">Below this it cannot be made or is not accepted, mm.</param>
/// <param name="Good">Good practice, mm.</param>
/// <param name="From">Middle of the bolt.</param>
/// <param name="To">Middle of the other bolt, or the nearest place on the edge.</param>
public sealed record SpacingFinding(SpacingKind Kind, int Number, int Other, double Distance, double Refused, double Good, PlanPoint From,
    PlanPoint To)
{
    /// <summary>True where the joint is refused.</summary>
    public bool IsRefused => Distance < Refused - 1e-9;

    /// <summary>True below good practice.</summary>
    public bool IsShort => Distance < Good - 1e-9;

    /// <summary>What the limits rest on.</summary>
    public string Source => Kind == SpacingKind.Pitch
        ? "AISC 360 J3.3: at least 2⅔ d, 3 d preferred; refused where the heads cannot stand side by side"
        : "edge distance 2 d is good practice, below 1 d is not accepted";
}

/// <summary>Pitch and edge distances of a pattern, judged where they are.</summary>
public static class Spacing
{
    /// <summary>Pitch of good practice over the bolt diameter (AISC 360 J3.3).</summary>
    public const double GoodPitch = 8.0 / 3;

    /// <summary>Edge distance of good practice over the bolt diameter.</summary>
    public const double GoodEdge = 2;

    /// <summary>The smallest pitch, the smallest edge distance, and every other one that falls short of good practice; the worst
    /// first.</summary>
    /// <param name="group">The bolts.</param>
    /// <param name="plate">The plate; null where none is drawn.</param>
    /// <param name="diameter">d, mm.</param>
    /// <param name="hole">d0, mm.</param>
    /// <param name="head">Width of a head across its corners, or of its washer, mm.</param>
    public static IReadOnlyList<SpacingFinding> Of(BoltGroup group, Plate? plate, double diameter, double hole, double head)
    {
        var (pitches, edges) = (new List<SpacingFinding>(), new List<SpacingFinding>());
        var bolts = group.Bolts;
        for (var i = 0; i < bolts.Length; i++)
        {
            var here = new PlanPoint(bolts[i].X, bolts[i].Y);
            var (near, other) = (double.PositiveInfinity, -1);
            for (var j = 0; j < bolts.Length; j++)
            {
                var apart = here.To(new PlanPoint(bolts[j].X, bolts[j].Y));
                if (j != i && apart < near) (near, other) = (apart, j);
            }
            // Each pair once, from its lower number.
            if (other > i || (other >= 0 && pitches.All(p => p.Number != bolts[other].Number || p.Other != bolts[i].Number)))
            {
                pitches.Add(new(SpacingKind.Pitch, bolts[i].Number, bolts[other].Number, near, Math.Max(hole, head), GoodPitch * diameter,
                    here, new(bolts[other].X, bolts[other].Y)));
            }
            if (plate is null) continue;
            var (distance, edge) = plate.EdgeFrom(here);
            edges.Add(new(SpacingKind.Edge, bolts[i].Number, 0, distance, diameter, GoodEdge * diameter, here, edge));
        }
        return [.. Told(pitches), .. Told(edges)];
    }

    private static IEnumerable<SpacingFinding> Told(List<SpacingFinding> all)
    {
        var sorted = all.OrderBy(f => f.Distance).ThenBy(f => f.Number).ToList();
        return sorted.Where((f, i) => i == 0 || f.IsShort);
    }
}
