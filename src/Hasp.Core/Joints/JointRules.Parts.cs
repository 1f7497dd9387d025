using System.Collections.Immutable;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Formulas;

namespace Hasp.Core.Joints;

/// <content>The hole and the parts clamped.</content>
public static partial class JointRules
{
    /// <summary>Diameter that a head or nut presses on the part, mm: its bearing face, spread through a washer at the cone's angle.</summary>
    private static double PressedDiameter(BearingPart part, Washer? washer, double halfAngle) => washer is null
        ? part.BearingDiameter
        : MemberFormulas.PressedDiameter<Plain>(new(part.BearingDiameter), new(washer.OuterDiameter), new(washer.Thickness), new(halfAngle)).Value;

    private static (double Diameter, string Source)? HoleFor(
        JointInput input, ScrewThread? thread, BearingPart? head, BearingPart? nut, Washer? headWasher, Washer? nutWasher, List<Fault> faults)
    {
        if (thread is null) return null;
        (double Diameter, string Source)? hole = null;
        string path;
        if (input.HoleDiameter is { } given)
        {
            path = Fields.HoleDiameter.Path;
            hole = (given, "given");
            if (given <= thread.Diameter)
            {
                faults.Add(new(path, Mm(given), $"the hole must be larger than the bolt: above {Mm(thread.Diameter)} for {thread.Designation}"));
                return null;
            }
        }
        else
        {
            path = Fields.Fit.Path;
            if (input.Fit is null) return null;
            hole = Standards.FindHole(input.Fit, thread.Diameter);
            if (hole is null)
            {
                faults.Add(new(path, input.Fit, $"{input.Fit} gives no hole for {thread.Designation}. Choose another fit or give the diameter"));
                return null;
            }
        }
        var angle = input.Judging?.ConeHalfAngle ?? Math.PI / 6;
        foreach (var (part, washer, what) in new[] { (head, headWasher, "head"), (nut, nutWasher, "nut") })
        {
            if (part is null) continue;
            if (hole.Value.Diameter >= PressedDiameter(part, washer, angle))
            {
                faults.Add(new(path, Mm(hole.Value.Diameter), $"the {what} would pull through: {(washer is null ? "its bearing face is" : "through its washer it presses")} {Mm(PressedDiameter(part, washer, angle))} across. Use a smaller hole{(washer is null ? " or put a washer under it" : " or a larger washer")}"));
                break;
            }
            if (input.Judging is { ConeBoreIsHole: true } && hole.Value.Diameter >= part.BearingDiameter)
            {
                faults.Add(new(Fields.ConeBore.Path, "hole", $"the cone cannot start: the hole is wider than the {what}'s bearing face ({Mm(part.BearingDiameter)}). Bore the cones with the nominal diameter"));
                break;
            }
        }
        return hole;
    }

    private static ImmutableArray<Layer>? LayersFor(JointInput input, ScrewThread? thread, double? hole, List<Fault> faults)
    {
        if (input.Layers.Count < 2) faults.Add(new("layers", null, $"a joint has at least two parts, the tapped one counted; there {(input.Layers.Count == 1 ? "is one" : "are none")}"));
        var layers = ImmutableArray.CreateBuilder<Layer>();
        for (var i = 0; i < input.Layers.Count; i++)
        {
            var layer = input.Layers[i];
            var material = MaterialFor(input, layer, i, faults);
            if (layer.Width is { } width && hole is { } bored && width <= (layer.HolesAcross ?? 1) * bored)
            {
                faults.Add(new($"layers[{i}].width", Mm(width), $"nothing is left between the holes: above {Mm((layer.HolesAcross ?? 1) * bored)} is needed"));
            }
            if (layer.EdgeDistance is { } edge && thread is not null)
            {
                var path = $"layers[{i}].edgeDistance";
                if (hole is { } d0 && edge <= d0 / 2)
                {
                    faults.Add(new(path, Mm(edge), $"the edge lies within the hole: above {Mm(d0 / 2)} is needed, at least {Mm(thread.Diameter)} (one diameter) is accepted"));
                }
                else if (edge < thread.Diameter - 1e-9)
                {
                    faults.Add(new(path, Mm(edge), $"less than one bolt diameter: at least {Mm(thread.Diameter)} is accepted, {Mm(2 * thread.Diameter)} is good practice"));
                }
            }
            if (layer.Thickness is { } thickness && material is not null && layer.Side is { } side)
            {
                layers.Add(new Layer(layer.Name, thickness, material, side, layer.EdgeDistance, layer.Width, layer.HolesAcross ?? 1));
            }
        }
        return layers.Count == input.Layers.Count && layers.Count >= 2 ? layers.ToImmutable() : null;
    }

    private static Material? MaterialFor(JointInput input, LayerInput layer, int index, List<Fault> faults)
    {
        if (layer.Material is not { } name) return null;
        var path = $"layers[{index}].material";
        var own = input.OwnMaterials.Where(m => m.Name.Equals(name.Trim(), StringComparison.OrdinalIgnoreCase)).ToList();
        var bands = own.Count > 0 ? own : Standards.MaterialBands(name);
        if (bands.Count == 0)
        {
            faults.Add(new(path, name, $"no material of that name. Known: {string.Join(", ", Standards.Names(Standards.Materials, m => m.Name))}; or define your own"));
            return null;
        }
        if (layer.Thickness is not { } thickness) return null;
        var fitting = bands.FirstOrDefault(m => thickness <= m.MaxThickness + 1e-9);
        if (fitting is null)
        {
            faults.Add(new($"layers[{index}].thickness", Mm(thickness), $"{bands[0].Name} has its strength listed up to {Mm(bands.Max(b => b.MaxThickness))}. Define a material of your own for thicker parts"));
        }
        return fitting;
    }
}
