using System.Collections.Immutable;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.Quantities;

namespace Hasp.Core.Joints;

/// <summary>
/// What makes a joint invalid, and every choice that is made for what was left out. The only door to a <see cref="Joint"/>:
/// past it nothing is judged twice.
/// </summary>
public static class JointRules
{
    /// <summary>Embedding of the thread and of each interface, mm (customary 2.5 to 4 µm a face by roughness).</summary>
    public const double SettlingPerFace = 0.003;

    /// <summary>The joint, or null with every fault that was found added to <paramref name="faults"/>.</summary>
    public static Joint? Judge(JointInput input, List<Fault> faults)
    {
        var before = faults.Count;
        var thread = Named(input.Thread, Fields.Thread.Path, Standards.FindThread, "no thread of that designation. Write it as ordered: M16, M16x1.5, 1/2-13 UNC, #10-32 UNF", faults);
        var grade = GradeFor(input, thread, faults);
        var headWasher = WasherFor(input.HeadWasher, Fields.HeadWasher, thread, faults);
        var nutWasher = WasherFor(input.NutWasher, Fields.NutWasher, thread, faults);
        var head = thread is null || input.Head is null ? null : Standards.FindHead(input.Head, thread.Diameter);
        if (thread is not null && input.Head is not null && head is null)
        {
            faults.Add(new(Fields.Head.Path, input.Head, $"no standard {input.Head} head is listed for {thread.Designation}. Choose another size or head"));
        }
        var nut = thread is null ? null : Standards.FindNut("hex", thread.Diameter);
        if (thread is not null && nut is null)
        {
            faults.Add(new(Fields.Thread.Path, thread.Designation, $"no standard hex nut is listed for {thread.Designation}. Choose another size"));
        }
        var hole = HoleFor(input, thread, head, nut, headWasher, nutWasher, faults);
        var layers = LayersFor(input, thread, hole?.Diameter, faults);
        if (input.Cases.Count == 0) faults.Add(new("loads", null, "no load case. State at least one, with its tension, its shear or both"));
        var lubrication = Named(input.Lubrication, Fields.Lubrication.Path, s => Standards.NutFactors.FirstOrDefault(k => k.Lubrication == s), Fields.Lubrication.Allowed, faults);
        var methodName = input.Method ?? (lubrication is null ? null : UsualMethod(lubrication));
        var method = Named(methodName, Fields.Method.Path, s => Standards.Methods.FirstOrDefault(m => m.Name == s), Fields.Method.Allowed, faults);
        if (faults.Count > before || thread is null || grade is null || head is null || nut is null || hole is null || layers is null ||
            lubrication is null || method is null || input.Count is null || input.Aim is null || input.Judging is null ||
            input.Relaxation is null || input.FaceFriction is null || input.Cases.Any(c => c is null))
        {
            return null;
        }

        var washers = (headWasher?.Thickness ?? 0) + (nutWasher?.Thickness ?? 0);
        var grip = layers.Value.Sum(l => l.Thickness) + washers;
        var bolts = BoltsFor(input, thread, grade, head, nut, grip, faults);
        if (bolts is null) return null;
        var interfaces = layers.Value.Length - 1 + (headWasher is null ? 0 : 1) + (nutWasher is null ? 0 : 1) + 2;
        return new Joint
        {
            Input = input,
            Number = input.Number,
            Name = input.Name,
            Bolts = bolts,
            Hole = hole.Value.Diameter,
            HoleSource = hole.Value.Source,
            HeadWasher = headWasher,
            NutWasher = nutWasher,
            Layers = layers.Value,
            Cases = [.. input.Cases.Select(c => c!)],
            Tightening = new Tightening(
                input.Aim.Value.Kind, input.Aim.Value.Value,
                input.Scatter is { } scatter ? method with { Scatter = scatter, Source = "given" } : method, input.Scatter is not null,
                input.NutFactor is { } k ? lubrication with { K = k, Low = k, High = k, Source = "given" } : lubrication, input.NutFactor is not null,
                input.Settling ?? SettlingPerFace * (1 + interfaces), input.Settling is null, input.Relaxation.Value),
            FaceFriction = input.FaceFriction.Value,
            Judging = input.Judging,
        };
    }

    /// <summary>The wrench that goes with a finish: dry, plated or lubricated.</summary>
    public static string UsualMethod(NutFactor lubrication) => lubrication.Lubrication switch
    {
        "lubricated" or "moly" or "wax" => "wrench lubricated",
        "zinc" or "cadmium" or "galvanised" => "wrench plated",
        _ => "wrench dry",
    };

    /// <summary>Diameter that a head or nut presses on the part, mm: its bearing face, spread through a washer at the cone's angle.</summary>
    private static double PressedDiameter(BearingPart part, Washer? washer, double halfAngle) => washer is null
        ? part.BearingDiameter
        : MemberFormulas.PressedDiameter<Plain>(new(part.BearingDiameter), new(washer.OuterDiameter), new(washer.Thickness), new(halfAngle)).Value;

    /// <summary>The nominal length for a grip: the next preferred one that leaves at least one pitch through the nut, mm; null past the list.</summary>
    public static double? ChooseLength(ScrewThread thread, double grip, double nutHeight)
    {
        var least = grip + nutHeight + thread.Pitch;
        return Standards.Lengths.FirstOrDefault(l => l.System == thread.System && l.Length >= least - 1e-9)?.Length;
    }

    private static T? Named<T>(string? name, string path, Func<string, T?> find, string problem, List<Fault> faults)
        where T : class
    {
        if (name is null) return null;
        var found = find(name);
        if (found is null) faults.Add(new(path, name, problem));
        return found;
    }

    private static GradeBand? GradeFor(JointInput input, ScrewThread? thread, List<Fault> faults)
    {
        if (input.Grade is not { } name) return null;
        // A grade of the user's own comes before one that ships under the same name.
        var own = input.OwnGrades.Where(g => g.Grade.Equals(name.Trim(), StringComparison.OrdinalIgnoreCase)).ToList();
        var bands = own.Count > 0 ? own : Standards.GradeBands(name);
        if (bands.Count == 0)
        {
            var known = string.Join(", ", Standards.Names(Standards.Grades, g => g.Grade));
            faults.Add(new(Fields.Grade.Path, name, $"no grade of that name. Known: {known}; or define your own"));
            return null;
        }
        if (thread is null) return null;
        var fitting = bands.FirstOrDefault(g => g.MinDiameter <= thread.Diameter + 0.005 && thread.Diameter <= g.MaxDiameter + 0.005
            && (g.System == MeasureSystem.Any || g.System == thread.System));
        if (fitting is not null) return fitting;
        var system = bands[0].System == MeasureSystem.Inch ? UnitSystem.Us : UnitSystem.Si;
        var range = $"{QuantityText.ShowText(bands.Min(b => b.MinDiameter), Dimension.Length, system)} to {QuantityText.ShowText(bands.Max(b => b.MaxDiameter), Dimension.Length, system)}";
        faults.Add(new(Fields.Grade.Path, name, bands.All(b => b.System != MeasureSystem.Any && b.System != thread.System)
            ? $"{name} is made with {(bands[0].System == MeasureSystem.Metric ? "metric" : "inch")} threads ({range}), {thread.Designation} is not one"
            : $"{name} is made from {range}; {thread.Designation} is outside that range"));
        return null;
    }

    private static Washer? WasherFor(string? kind, Field field, ScrewThread? thread, List<Fault> faults)
    {
        if (kind is null or "none" || thread is null) return null;
        var washer = Standards.FindWasher(kind, thread.Diameter);
        if (washer is null) faults.Add(new(field.Path, kind, $"no {kind} washer is listed for {thread.Designation}. Choose another kind or none"));
        return washer;
    }

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
        if (input.Layers.Count < 2) faults.Add(new("layers", null, $"a through-bolted joint clamps at least two parts; there {(input.Layers.Count == 1 ? "is one" : "are none")}"));
        var layers = ImmutableArray.CreateBuilder<Layer>();
        for (var i = 0; i < input.Layers.Count; i++)
        {
            var layer = input.Layers[i];
            var material = MaterialFor(input, layer, i, faults);
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
                layers.Add(new Layer(layer.Name, thickness, material, side, layer.EdgeDistance));
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

    private static BoltSet? BoltsFor(
        JointInput input, ScrewThread thread, GradeBand grade, BearingPart head, BearingPart nut, double grip, List<Fault> faults)
    {
        var least = grip + nut.Height;
        var chosen = ChooseLength(thread, grip, nut.Height);
        var length = input.Length ?? chosen;
        if (length is null)
        {
            faults.Add(new(Fields.Length.Path, null, $"a grip of {Mm(grip)} needs a bolt over {Mm(least)}: longer than any preferred length. Give the length"));
            return null;
        }
        if (length < least - 1e-9)
        {
            faults.Add(new(Fields.Length.Path, Mm(length.Value), $"too short: grip {Mm(grip)} and nut {Mm(nut.Height)} need at least {Mm(least)}"
                + (chosen is { } c ? $"; {Mm(c)} is the next preferred length with a thread through the nut" : "")));
            return null;
        }
        if (input.ThreadLength is { } b && b > length + 1e-9)
        {
            faults.Add(new(Fields.ThreadLength.Path, Mm(b), $"longer than the bolt, which is {Mm(length.Value)}"));
            return null;
        }
        var threadLength = input.ThreadLength ?? Standards.ThreadLength(thread.System, thread.Diameter, length.Value);
        if (length - threadLength > grip + 1e-9)
        {
            var path = input.ThreadLength is null ? Fields.Length.Path : Fields.ThreadLength.Path;
            faults.Add(new(path, Mm(input.ThreadLength ?? length.Value), $"the nut would run onto the shank: the thread begins {Mm(length.Value - threadLength)} under the head, the grip is only {Mm(grip)}. Shorten the bolt, thread it further or pack the grip"));
            return null;
        }
        return new BoltSet(thread, grade, input.Count!.Value, length.Value, input.Length is null, threadLength, head, nut);
    }

    private static string Mm(double value) => QuantityText.ShowText(value, Dimension.Length, UnitSystem.Si);
}
