using System.Collections.Immutable;
using Hasp.Core.Catalogue;
using Hasp.Core.LoadPath;
using Hasp.Core.Checks;
using Hasp.Core.Formulas;

namespace Hasp.Core.Joints;

/// <content>The hole and the parts clamped.</content>
public static partial class JointRules
{
    /// <summary>Diameter that a head or nut presses on the part, mm: its bearing face, spread through a washer at the cone's
    /// angle.</summary>
    private static double PressedDiameter(BearingPart part, Washer? washer, double halfAngle) => washer is null
        ? part.BearingDiameter
        : MemberFormulas.PressedDiameter<Plain>(new(part.BearingDiameter), new(washer.OuterDiameter), new(washer.Thickness), new(halfAngle))
            .Value;

    private static (double Diameter, string Source)? HoleFor(
        Values said, ScrewThread? thread, BearingPart? head, BearingPart? nut, Washer? headWasher, Washer? nutWasher, List<Fault> faults)
    {
        if (thread is null) return null;
        (double Diameter, string Source)? hole = null;
        string path;
        if (said.Stated(Fields.HoleDiameter) is { } given)
        {
            path = Fields.HoleDiameter.Path;
            hole = (given, "given");
            if (given <= thread.Diameter)
            {
                faults.Add(new("hole-small", path, Mm(given),
                    $"the hole must be larger than the bolt: above {Mm(thread.Diameter)} for {thread.Designation}"));
                return null;
            }
        }
        else
        {
            path = Fields.Fit.Path;
            if (said.IsFaulty(Fields.Fit)) return null;
            var fit = said.Of(Fields.Fit);
            hole = Standards.FindHole(fit, thread.Diameter);
            if (hole is null)
            {
                faults.Add(new("hole-unlisted", path, fit,
                    $"{fit} gives no hole for {thread.Designation}. Choose another fit or give the diameter"));
                return null;
            }
        }
        var angle = said.Of(Fields.ConeHalfAngle);
        foreach (var (part, washer, what) in new[] { (head, headWasher, "head"), (nut, nutWasher, "nut") })
        {
            if (part is null) continue;
            if (hole.Value.Diameter >= PressedDiameter(part, washer, angle))
            {
                faults.Add(new("pulls-through", path, Mm(hole.Value.Diameter),
                    $"the {what} would pull through: {(washer is null ? "its bearing face is" : "through its washer it presses")} "
                        + $"{Mm(PressedDiameter(part, washer, angle))} across. "
                        + $"Use a smaller hole{(washer is null ? " or put a washer under it" : " or a larger washer")}"));
                break;
            }
            if (said.Of(Fields.ConeBore) && hole.Value.Diameter >= part.BearingDiameter)
            {
                faults.Add(new("cone-bore", Fields.ConeBore.Path, "hole",
                    $"the cone cannot start: the hole is wider than the {what}'s bearing face ({Mm(part.BearingDiameter)}). "
                        + $"Bore the cones with the nominal diameter"));
                break;
            }
        }
        return hole;
    }

    private static ImmutableArray<Layer>? LayersFor(Values said, ScrewThread? thread, double? hole, List<Fault> faults)
    {
        var stated = said[Fields.Layers];
        if (stated.Length < 2)
        {
            faults.Add(new("too-few-parts", "layers", null,
                $"a joint has at least two parts, the tapped one counted; there {(stated.Length == 1 ? "is one" : "are none")}"));
        }
        var own = OwnMaterialsOf(said);
        // Sides go left and right in turn over what the bolt bears on: a gasket between is only clamped.
        var layers = new List<Layer?>();
        foreach (var (part, i) in stated.Select((l, i) => (l, i)))
        {
            var layer = LayerFor(part, i, own, thread, hole, faults);
            var clamped = layers.Count(l => l is { Material.IsGasket: true, Side: Side.None });
            layers.Add(layer is null ? null : layer with
            {
                Side = part.Stated(Fields.LayerSide) ?? (layer.Material.IsGasket ? Side.None : (i - clamped) % 2 == 0
                    ? Side.Left : Side.Right),
            });
        }
        return layers.Count >= 2 && layers.All(l => l is not null) ? [.. layers.Select(l => l!)] : null;
    }

    private static Layer? LayerFor(Values said, int index, IReadOnlyList<Material> own, ScrewThread? thread, double? hole,
        List<Fault> faults)
    {
        var material = MaterialFor(said, own, faults);
        var across = said.Stated(Fields.LayerHoles);
        var edge = said.Stated(Fields.LayerEdge);
        if (said.Stated(Fields.LayerWidth) is { } width && hole is { } bored && width <= (across ?? 1) * bored)
        {
            faults.Add(new("width-small", said.PathOf(Fields.LayerWidth), Mm(width),
                $"nothing is left between the holes: above {Mm((across ?? 1) * bored)} is needed"));
        }
        if (edge is { } e && thread is not null && EdgeFault(e, thread.Diameter, hole) is { } problem)
        {
            faults.Add(new("edge-small", said.PathOf(Fields.LayerEdge), Mm(e), problem));
        }
        var beside = said.Stated(Fields.LayerSideDistance);
        if (beside is { } s && thread is not null && EdgeFault(s, thread.Diameter, hole) is { } tooNear)
        {
            faults.Add(new("edge-small", said.PathOf(Fields.LayerSideDistance), Mm(s), tooNear));
        }
        if (material is null || said.Stated(Fields.LayerThickness) is not { } thickness) return null;
        var name = said.Stated(Fields.LayerName) is { Length: > 0 } given ? given : $"Part {index + 1}";
        return new Layer(name, thickness, material, Side.None, edge, said.Stated(Fields.LayerWidth), across)
        {
            SideDistance = beside, Holes = said.Of(Fields.LayerHoleKind),
        };
    }

    /// <summary>A part is wider than its bolts stand apart across the pull, with their holes.</summary>
    private static void JudgeWidths(ImmutableArray<Layer> layers, BoltPattern? pattern, PlanPoint along, double hole, List<Fault> faults)
    {
        if (pattern is null) return;
        var across = pattern.Group.Bolts.Select(b => (b.Y * along.X) - (b.X * along.Y)).ToList();
        var least = across.Max() - across.Min() + hole;
        for (var i = 0; i < layers.Length; i++)
        {
            // A number stated goes before the pattern, and with it the width it was stated for.
            if (layers[i] is { Width: { } width, HolesAcross: null, OnlyClamped: false } && width <= least) faults.Add(new("width-small",
                $"layers[{i}].width", Mm(width), $"the bolts do not fit: they stand {Mm(least - hole)} apart across the pull, "
                    + $"so that above {Mm(least)} is needed"));
        }
    }

    private static string? EdgeFault(double edge, double diameter, double? hole)
    {
        if (hole is { } bored && edge <= bored / 2)
            return $"the edge lies within the hole: above {Mm(bored / 2)} is needed, at least {Mm(diameter)} (one diameter) is accepted";
        return edge < diameter - Tolerance
            ? $"less than one bolt diameter: at least {Mm(diameter)} is accepted, {Mm(2 * diameter)} is good practice" : null;
    }

    private static Material? MaterialFor(Values said, IReadOnlyList<Material> own, List<Fault> faults)
    {
        if (said.Stated(Fields.LayerMaterial) is not { } name) return null;
        return MaterialNamed(
            name, said.Stated(Fields.LayerThickness), said.PathOf(Fields.LayerMaterial), own, faults, said.PathOf(Fields.LayerThickness));
    }

    /// <summary>A material with the strengths of a thickness; null where it is unknown, listed for thinner parts only, or no
    /// thickness is given.</summary>
    internal static Material? MaterialNamed(string name, double? thickness, string path, IReadOnlyList<Material> own, List<Fault> faults,
        string? thicknessPath = null)
    {
        var mine = own.Where(m => m.Name.Equals(name.Trim(), StringComparison.OrdinalIgnoreCase)).ToList();
        var bands = mine.Count > 0 ? mine : Standards.MaterialBands(name);
        if (bands.Count == 0)
        {
            var known = string.Join(", ", Standards.Names(Standards.Materials, m => m.Name));
            faults.Add(new("material-unlisted", path, name, $"no material of that name. Known: {known}; or define your own"));
            return null;
        }
        if (thickness is not { } t) return null;
        var fitting = bands.FirstOrDefault(m => t <= m.MaxThickness + Tolerance);
        if (fitting is null)
        {
            faults.Add(new("material-thick", thicknessPath ?? path, Mm(t),
                $"{bands[0].Name} has its strength listed up to {Mm(bands.Max(b => b.MaxThickness))}. "
                    + $"Define a material of your own for thicker parts"));
        }
        return fitting;
    }
}
