using System.Collections.Immutable;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.LoadPath;
using Hasp.Core.Preload;
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

    /// <summary>Finish where none is stated.</summary>
    public const string UsualLubrication = "zinc";

    /// <summary>Share of proof aimed at in joints that are taken apart again, as far as the tightening allows.</summary>
    public const double UsualAim = 0.75;

    /// <summary>The head kind of a stud.</summary>
    public const string Stud = "stud";

    /// <summary>What a case alternates with where the load goes away.</summary>
    public const string Unloaded = "unloaded";

    /// <summary>The joint, or null with every fault that was found added to <paramref name="faults"/>.</summary>
    public static Joint? Judge(JointInput input, List<Fault> faults)
    {
        var before = faults.Count;
        var thread = Named(input.Thread, Fields.Thread.Path, Standards.FindThread, "no thread of that designation. Write it as ordered: M16, M16x1.5, 1/2-13 UNC, #10-32 UNF", faults);
        var grade = GradeFor(input, thread, faults);
        var headWasher = WasherFor(input.HeadWasher, Fields.HeadWasher, thread, grade, faults);
        var nutWasher = WasherFor(input.NutWasher, Fields.NutWasher, thread, grade, faults);
        var kind = input.EndKind switch { "tapped" => ThreadEndKind.Tapped, "insert" => ThreadEndKind.Insert, _ => ThreadEndKind.Nut };
        var headKind = input.Head ?? (thread is not null && grade is not null && Standards.FindHead(grade.Hexagon, thread.Diameter) is not null ? grade.Hexagon : "hex");
        var anyNut = NutFor(input, headKind, thread, faults);
        var nut = kind == ThreadEndKind.Nut ? anyNut : null;
        if (thread is not null && anyNut is null && input.Nut is null && (kind == ThreadEndKind.Nut || headKind == Stud))
        {
            faults.Add(new(Fields.Thread.Path, thread.Designation, $"no standard hex nut is listed for {thread.Designation}. Choose another size"));
        }
        var head = thread is null ? null
            : headKind == Stud ? (anyNut is null ? null : anyNut with { Kind = Stud })
            : Standards.FindHead(headKind, thread.Diameter);
        if (thread is not null && headKind != Stud && head is null)
        {
            Mend[] mends = kind == ThreadEndKind.Nut && anyNut is not null ? [new("A stud with two nuts", Fields.Head.Path, Stud)] : [];
            faults.Add(new(Fields.Head.Path, input.Head, $"no standard {headKind} head is listed for {thread.Designation}. Choose another size or head") { Mends = mends });
        }
        var (nutClass, nutIsWeaker) = NutClassFor(input, thread, grade, nut, faults);
        if (head is { Countersunk: true } && headWasher is not null)
        {
            faults.Add(new(Fields.HeadWasher.Path, input.HeadWasher, "a countersunk head takes no washer") { Mends = [new("No washer under the head", Fields.HeadWasher.Path, "")] });
        }
        if (kind != ThreadEndKind.Nut && nutWasher is not null)
        {
            faults.Add(new(Fields.NutWasher.Path, input.NutWasher, "there is no nut to put a washer under: the thread runs into the last part") { Mends = [new("No washer under the nut", Fields.NutWasher.Path, "")] });
        }
        var hole = HoleFor(input, thread, head, nut, headWasher, nutWasher, faults);
        var layers = LayersFor(input, thread, hole?.Diameter, faults);
        var pattern = PatternRules.Judge(input, thread?.Diameter, faults);
        var cases = PatternRules.Cases(input, pattern, faults);
        var count = CountFor(input, pattern, faults);
        var fatigue = FatigueFor(input, thread, grade, faults);
        var friction = FrictionFor(input, faults);
        var (aim, leastSource) = AimFor(input, grade, thread, faults);
        // As received is the commonest; it is marked as chosen wherever it is shown.
        var lubrication = Named(input.Lubrication ?? UsualLubrication, Fields.Lubrication.Path, s => Standards.NutFactors.FirstOrDefault(k => k.Lubrication == s), Fields.Lubrication.Allowed, faults);
        var methodName = input.Method ?? (lubrication is null ? null : UsualMethod(lubrication));
        var method = Named(methodName, Fields.Method.Path, s => Standards.Methods.FirstOrDefault(m => m.Name == s), Fields.Method.Allowed, faults);
        if (faults.Count > before || thread is null || grade is null || head is null || hole is null || layers is null || cases is null ||
            fatigue is null || (aim is null && input.AimFaulty) || lubrication is null || method is null || count is null || input.Judging is null ||
            input.Relaxation is null || input.FaceFriction is null || input.PrevailingTorque is null || input.AssemblyTemperature is null || input.HandFigures is null || input.Sampling is null)
        {
            return null;
        }

        var bolts = BoltsFor(input with { Count = count }, thread, grade, head, nut, kind, layers.Value, (headWasher?.Thickness ?? 0) + (nutWasher?.Thickness ?? 0), faults);
        var temperatures = TemperaturesFor(input, layers.Value, faults);
        if (bolts is null || temperatures is null) return null;
        // One in the thread, one under the head, one under a nut, one between each two parts.
        var interfaces = layers.Value.Length - 1 + (headWasher is null ? 0 : 1) + (nutWasher is null ? 0 : 1) + (nut is null ? 1 : 2);
        var joint = new Joint
        {
            Input = input,
            Number = input.Number,
            Chosen = input.Chosen,
            Name = input.Name,
            Bolts = bolts.Value.Bolts,
            Condition = input.Condition ?? BoltCondition.New,
            End = bolts.Value.End,
            Hole = hole.Value.Diameter,
            HoleSource = hole.Value.Source,
            HeadWasher = headWasher,
            NutWasher = nutWasher,
            Layers = layers.Value,
            Cases = cases.Value,
            Tightening = new Tightening(
                aim?.Kind ?? AimKind.ProofShare, aim?.Value ?? UsualAim,
                input.Scatter is { } scatter ? method with { Scatter = scatter, Source = "given" } : method, input.Scatter is not null,
                input.NutFactor is { } k ? lubrication with { K = k, Low = k, High = k, Source = "given" } : lubrication, input.NutFactor is not null,
                input.Settling ?? SettlingPerFace * (1 + interfaces), input.Settling is null, input.Relaxation.Value)
            {
                Friction = friction,
                PrevailingTorque = input.PrevailingTorque.Value,
                LeastSource = leastSource,
            },
            Temperatures = temperatures,
            Sealing = input.SealArea is { } area
                ? SealingFor(area, input.SealFactor, layers.Value)
                : null,
            Fatigue = fatigue,
            HandFigures = input.HandFigures,
            Sampling = input.Sampling,
            FaceFriction = input.FaceFriction.Value,
            NutClass = nutClass,
            NutIsWeaker = nutIsWeaker,
            Judging = input.Judging,
            Pattern = pattern,
            PlateEdge = pattern?.Plate is { } plate ? pattern.Group.Bolts.Min(b => plate.EdgeFrom(new(b.X, b.Y)).Distance) : null,
        };
        if (aim is null) joint = joint with { Tightening = DefaultTarget.For(joint) };
        PatternRules.JudgeRoom(joint, faults);
        return faults.Count > before ? null : joint;
    }

    /// <summary>The nut: as stated, or the one that goes with a structural head, else a hex nut; null where none is listed for the thread.</summary>
    private static BearingPart? NutFor(JointInput input, string headKind, ScrewThread? thread, List<Fault> faults)
    {
        if (thread is null) return null;
        if (input.Nut is null) return Standards.FindNut(headKind, thread.Diameter) ?? Standards.FindNut("hex", thread.Diameter);
        var nut = Standards.FindNut(input.Nut, thread.Diameter);
        if (nut is null) faults.Add(new(Fields.Nut.Path, input.Nut, $"no {input.Nut} nut is listed for {thread.Designation}. Choose another kind or size") { Mends = [new("The usual nut", Fields.Nut.Path, "")] });
        return nut;
    }

    /// <summary>The class of the nut, and whether it is weaker than the one that goes with the bolt; none where there is no nut, or none is listed.</summary>
    private static (NutClass? Class, bool IsWeaker) NutClassFor(JointInput input, ScrewThread? thread, GradeBand? grade, BearingPart? nut, List<Fault> faults)
    {
        if (thread is null || grade is null || nut is null) return (null, false);
        var usual = Standards.FindNutClass(grade.NutClass, thread);
        if (input.NutClass is not { } stated) return (usual, false);
        var found = Standards.FindNutClass(stated, thread);
        if (found is null)
        {
            faults.Add(new(Fields.NutClass.Path, stated, $"nuts of class {stated} are not made for {thread.Designation}") { Mends = [new("The class that goes with the grade", Fields.NutClass.Path, "")] });
        }
        return (found, found is not null && found.Proof < (usual?.Proof ?? grade.Tensile) - 1e-9 && found.Proof < grade.Tensile - 1e-9);
    }

    private static Sealing SealingFor(double area, double? stated, ImmutableArray<Layer> layers)
    {
        var gasket = layers.FirstOrDefault(l => l.Material.IsGasket)?.Material;
        return stated is { } factor ? new(area, factor, "stated")
            : gasket is not null ? new(area, gasket.GasketFactor!.Value, gasket.Cited)
            : new(area, 1, "no gasket: clamp pressure over the pressure contained");
    }

    /// <summary>The number of bolts: as stated, or the pattern's, which the stated one must not contradict.</summary>
    private static int? CountFor(JointInput input, BoltPattern? pattern, List<Fault> faults)
    {
        if (pattern is null)
        {
            if (input.Count is null && input.Pattern is null && !input.CountFaulty) faults.Add(new(Fields.Count.Path, null, "missing; " + Fields.Count.Allowed));
            return input.Count;
        }
        var laid = pattern.Group.Bolts.Length;
        if (input.Count is { } stated && stated != laid)
        {
            faults.Add(new(Fields.Count.Path, QuantityText.Figures(stated), $"the pattern has {laid} bolts ({PatternRules.Words(pattern.Layout)}), not {stated}{(pattern.Layout.Grown(stated) is null ? ", and no shape with so many" : "")}. Change the pattern, or leave the number out")
            {
                Mends = [new($"{laid} bolts, as laid out", Fields.Count.Path, "")],
            });
        }
        return laid;
    }

    /// <summary>The wrench that goes with a finish: dry, plated or lubricated.</summary>
    public static string UsualMethod(NutFactor lubrication) =>
        lubrication.Lubricant ? "wrench lubricated" : lubrication.Plating != Plating.None ? "wrench plated" : "wrench dry";

    /// <summary>Diameter that a head or nut presses on the part, mm: its bearing face, spread through a washer at the cone's angle.</summary>
    private static double PressedDiameter(BearingPart part, Washer? washer, double halfAngle) => washer is null
        ? part.BearingDiameter
        : MemberFormulas.PressedDiameter<Plain>(new(part.BearingDiameter), new(washer.OuterDiameter), new(washer.Thickness), new(halfAngle)).Value;

    /// <summary>The next preferred nominal length of at least <paramref name="least"/> mm; null past the list.</summary>
    private static double? NextLength(ScrewThread thread, double least) =>
        Standards.Lengths.FirstOrDefault(l => l.System == thread.System && l.Length >= least - 1e-9)?.Length;

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

    private static Washer? WasherFor(string? kind, Field field, ScrewThread? thread, GradeBand? grade, List<Fault> faults)
    {
        if (kind is null or "none" || thread is null) return null;
        var washer = Standards.FindWasher(kind, thread.Diameter);
        if (washer is null)
        {
            faults.Add(new(field.Path, kind, $"no {kind} washer is listed for {thread.Designation}. Choose another kind or none"));
        }
        else if (grade is not null && washer.Hardness < grade.WasherHardness)
        {
            var fitting = Standards.Washers.FirstOrDefault(w => w.Hardness >= grade.WasherHardness && Math.Abs(w.Diameter - thread.Diameter) < 0.005);
            faults.Add(new(field.Path, kind, $"too soft for {grade.Grade}: {washer.Source} is {washer.Hardness:0} HV, {grade.WasherHardness:0} HV at least go with this grade{(fitting is null ? "" : $", such as {fitting.Kind} ({fitting.Source})")}")
            {
                Mends = fitting is null ? [] : [new($"{char.ToUpperInvariant(fitting.Kind[0])}{fitting.Kind[1..]} washer", field.Path, fitting.Kind)],
            });
        }
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

    private static FatigueRules? FatigueFor(JointInput input, ScrewThread? thread, GradeBand? grade, List<Fault> faults)
    {
        if (thread is null || grade is null || input.Making is not { } making || input.Criterion is not { } criterion || input.Knee is not { } knee) return null;
        var listed = Standards.FindEndurance(grade.Grade, thread.Diameter);
        FatigueRules Rules(EnduranceSchool school, double strength, string source) => new(school, strength, making, criterion, input.Slope, knee, source);
        if (input.EnduranceStrength is { } given) return Rules(EnduranceSchool.Given, given, "given");
        var rolled = making != ThreadMaking.Cut;
        var cutFault = new Fault(Fields.Endurance.Path, input.Endurance, "these strengths are of rolled threads, and the threads are taken as cut. State the threads as rolled where that is sure, or take the estimate")
        {
            Mends = [new("Take the estimate for cut threads", Fields.Endurance.Path, "estimated"), new("The threads are rolled", Fields.Making.Path, "rolled")],
        };
        switch (input.Endurance)
        {
            case "table" when !rolled:
            case "amplitude" when !rolled:
                faults.Add(cutFault);
                return null;
            case "table" when listed is null:
                faults.Add(new(Fields.Endurance.Path, "table", $"no endurance strength is listed for {grade.Grade} in {thread.Designation}. Take the estimate, or give the strength"));
                return null;
            case "amplitude":
                return Rules(EnduranceSchool.Amplitude, 0, "amplitude of rolled threads by diameter, VDI 2230-1, 5.5.3");
            case "estimated":
            case null when !rolled || listed is null:
                return Rules(EnduranceSchool.Estimated, 0, $"estimated for {(rolled ? "rolled" : "cut")} threads, half the tensile strength over the fatigue stress concentration");
            default:
                return Rules(EnduranceSchool.Table, listed!.Strength, listed.Source);
        }
    }

    private static (double, double)? FrictionFor(JointInput input, List<Fault> faults)
    {
        if (input.ThreadFriction is { } thread && input.BearingFriction is { } bearing)
        {
            if (input.NutFactor is null) return (thread, bearing);
            faults.Add(new(Fields.NutFactor.Path, QuantityText.Figures(input.NutFactor.Value), "a nut factor and two frictions say the same thing twice: clear one or the others") { Mends = [new("Use the frictions", Fields.NutFactor.Path, "")] });
        }
        else if (input.ThreadFriction is null != input.BearingFriction is null)
        {
            var missing = input.ThreadFriction is null ? Fields.ThreadFriction : Fields.BearingFriction;
            faults.Add(new(missing.Path, null, "the long torque form needs both frictions, in the thread and under the part that turns"));
        }
        return null;
    }

    private static ((AimKind Kind, double Value)? Aim, string? Source) AimFor(JointInput input, GradeBand? grade, ScrewThread? thread, List<Fault> faults)
    {
        if (input.Aim is not { Kind: AimKind.Structural }) return (input.Aim, null);
        if (grade is null || thread is null) return (null, null);
        if (Standards.FindPretension(grade.Grade, thread.Diameter) is { } row)
        {
            return ((AimKind.Structural, row.Force ?? 0.7 * row.NominalTensile!.Value * ThreadGeometry<Plain>.Of(thread).StressArea.Value), row.Source);
        }
        faults.Add(new(Fields.Aim.Path, "structural", $"structural practice lays down no preload for {grade.Grade} in {thread.Designation}; it does for 8.8, 10.9, A325 and A490. Aim for a share of proof"));
        return (null, null);
    }

    private static Temperatures? TemperaturesFor(JointInput input, ImmutableArray<Layer> layers, List<Fault> faults)
    {
        var assembly = input.AssemblyTemperature!.Value;
        var parts = input.PartsTemperature ?? assembly;
        var temperatures = new Temperatures(assembly, parts, input.BoltsTemperature ?? parts);
        if (temperatures.Change && layers.FirstOrDefault(l => l.Material.Expansion is null) is { } unknown)
        {
            faults.Add(new(Fields.PartsTemperature.Path, null, $"the thermal expansion of {unknown.Material.Name} is not stated: state it with the material, or leave the temperatures out"));
            return null;
        }
        return temperatures;
    }

    private static (BoltSet Bolts, ThreadEnd End)? BoltsFor(
        JointInput input, ScrewThread thread, GradeBand grade, BearingPart head, BearingPart? nut, ThreadEndKind kind, ImmutableArray<Layer> layers, double washers, List<Fault> faults)
    {
        if (head.Countersunk && layers[0].Thickness < head.Height - 1e-9)
        {
            faults.Add(new("layers[0].thickness", Mm(layers[0].Thickness), $"the countersink is deeper than the part: the head is {Mm(head.Height)} high")
            {
                Mends = [new($"{layers[0].Name} {Mm(Math.Ceiling(head.Height))} thick", "layers[0].thickness", Mm(Math.Ceiling(head.Height))), new("Hex head", Fields.Head.Path, "hex")],
            });
            return null;
        }
        var all = layers.Sum(l => l.Thickness) + washers;
        return nut is not null ? Nutted(input, thread, grade, head, nut, all, faults) : Screwed(input, thread, grade, head, kind, layers, all - layers[^1].Thickness, faults);
    }

    private static (BoltSet, ThreadEnd)? Nutted(
        JointInput input, ScrewThread thread, GradeBand grade, BearingPart head, BearingPart nut, double clamped, List<Fault> faults)
    {
        var stud = head.Kind == Stud;
        var least = clamped + nut.Height + (stud ? head.Height : 0);
        // At least one pitch shows beyond each nut.
        var chosen = NextLength(thread, least + (stud ? 2 : 1) * thread.Pitch);
        if ((input.Length ?? chosen) is not { } length)
        {
            faults.Add(new(Fields.Length.Path, null, $"a grip of {Mm(clamped)} needs a bolt over {Mm(least)}: longer than any preferred length. Give the length"));
            return null;
        }
        if (length < least - 1e-9)
        {
            faults.Add(new(Fields.Length.Path, Mm(length), $"too short for its grip: {Mm(clamped)} clamped and {(stud ? "two nuts" : "nut")} {Mm(least - clamped)} need at least {Mm(least)}"
                + (chosen is { } c ? $"; {Mm(c)} is the next preferred length with a thread through the nut" : ""))
            {
                Mends = chosen is { } next ? [new($"{Mm(next)} long", Fields.Length.Path, Mm(next)), new("Let the length be chosen", Fields.Length.Path, "")] : [new("Let the length be chosen", Fields.Length.Path, "")],
            });
            return null;
        }
        if (ThreadLengthFor(input, thread, head, length, clamped, faults) is not { } threadLength) return null;
        var above = stud ? head.Height + ((length - least) / 2) : 0;
        return (new BoltSet(thread, grade, input.Count!.Value, length, input.Length is null, threadLength, head, nut, above),
            new ThreadEnd(ThreadEndKind.Nut, 0, nut.Height, thread.Diameter, 0, false));
    }

    private static (BoltSet, ThreadEnd)? Screwed(
        JointInput input, ScrewThread thread, GradeBand grade, BearingPart head, ThreadEndKind kind, ImmutableArray<Layer> layers, double clamped, List<Fault> faults)
    {
        var part = layers[^1];
        var depth = input.ThreadDepth ?? part.Thickness;
        var d = thread.Diameter;
        if (depth > part.Thickness + 1e-9)
        {
            faults.Add(new(Fields.ThreadDepth.Path, Mm(depth), $"deeper than {part.Name}, which is {Mm(part.Thickness)} thick")
            {
                Mends = [new("Tap it through", Fields.ThreadDepth.Path, ""), new($"{part.Name} {Mm(depth)} thick", $"layers[{layers.Length - 1}].thickness", Mm(depth))],
            });
            return null;
        }
        var insert = kind == ThreadEndKind.Insert ? input.InsertLength ?? 1.5 * d : 0;
        if (insert > depth + 1e-9)
        {
            faults.Add(new(Fields.InsertLength.Path, Mm(insert), $"the insert is longer than the hole: {Mm(insert)} in {Mm(depth)} of thread")
            {
                Mends =
                [
                    .. depth >= d ? [new Mend($"An insert {Mm(d)} long", Fields.InsertLength.Path, Mm(d))] : Array.Empty<Mend>(),
                    insert <= part.Thickness + 1e-9
                        ? new Mend($"Thread {Mm(insert)} deep", Fields.ThreadDepth.Path, Mm(insert))
                        : new Mend($"{part.Name} {Mm(Math.Ceiling(insert))} thick", $"layers[{layers.Length - 1}].thickness", Mm(Math.Ceiling(insert))),
                ],
            });
            return null;
        }
        var outer = kind == ThreadEndKind.Insert ? Stripping.InsertDiameter<Plain>(new(d), new(thread.Pitch)).Value : d;
        var holds = kind == ThreadEndKind.Insert ? insert : depth;
        var geometry = ThreadGeometry<Plain>.Of(thread);
        var breaking = Stripping.RequiredEngagement<Plain>(
            geometry.NutMinorDiameter, geometry.StressArea, new(outer), new(grade.Tensile), new(part.Material.Tensile), new(Stripping.ShearRatio)).Value;
        var wanted = input.Engagement ?? Math.Min(holds, kind == ThreadEndKind.Insert ? insert : Math.Max(d, breaking));
        if (wanted > holds + 1e-9)
        {
            faults.Add(new(Fields.Engagement.Path, Mm(wanted), $"only {Mm(holds)} of thread can hold the bolt") { Mends = [new("Let the engagement be chosen", Fields.Engagement.Path, "")] });
            return null;
        }
        var stud = head.Kind == Stud;
        var least = clamped + wanted + (stud ? head.Height + thread.Pitch : 0);
        var most = clamped + depth + (stud ? double.PositiveInfinity : 0);
        // Where no preferred length reaches the engagement without bottoming, the longest that fits stands for it.
        var chosen = NextLength(thread, least) is { } next && next <= most + 1e-9 ? next
            : Standards.Lengths.LastOrDefault(l => l.System == thread.System && l.Length <= most + 1e-9 && l.Length > clamped + thread.Pitch)?.Length;
        if ((input.Length ?? chosen) is not { } length)
        {
            faults.Add(new(Fields.Length.Path, null, $"no preferred length reaches through {Mm(clamped)} into {Mm(depth)} of thread. Give the length"));
            return null;
        }
        Mend[] mends = chosen is { } fits ? [new($"{Mm(fits)} long", Fields.Length.Path, Mm(fits)), new("Let the length be chosen", Fields.Length.Path, "")] : [];
        if (length > most + 1e-9)
        {
            faults.Add(new(Fields.Length.Path, Mm(length), $"the screw bottoms: {Mm(length - clamped)} reach past the clamped parts, the thread is {Mm(depth)} deep. It would clamp nothing") { Mends = mends });
            return null;
        }
        var engaged = stud ? wanted : Math.Min(length - clamped, holds);
        if (engaged < thread.Pitch || length - clamped < (input.Engagement ?? 0) - 1e-9 || (stud && length < least - thread.Pitch - 1e-9))
        {
            faults.Add(new(Fields.Length.Path, Mm(length), stud
                ? $"too short: {Mm(wanted)} engaged, {Mm(clamped)} clamped and a nut of {Mm(head.Height)} need at least {Mm(least)}"
                : $"too short for its grip: {Mm(clamped)} clamped leave {Mm(Math.Max(0, length - clamped))} to engage, {Mm(input.Engagement ?? wanted)} {(input.Engagement is null ? "would be usual" : "is wanted")}") { Mends = mends });
            return null;
        }
        if (ThreadLengthFor(input, thread, head, length, clamped, faults) is not { } threadLength) return null;
        return (new BoltSet(thread, grade, input.Count!.Value, length, input.Length is null, threadLength, head, null, stud ? length - clamped - wanted : 0),
            new ThreadEnd(kind, depth, engaged, outer, insert, depth < part.Thickness - 1e-9));
    }

    /// <summary>The threaded length: the whole stud; what was given; by the standard; or a screw threaded to the head where the standard's shank would not pass.</summary>
    private static double? ThreadLengthFor(JointInput input, ScrewThread thread, BearingPart head, double length, double clamped, List<Fault> faults)
    {
        var stud = head.Kind == Stud;
        if (input.ThreadLength is { } b && (stud || b > length + 1e-9))
        {
            faults.Add(new(Fields.ThreadLength.Path, Mm(b), stud ? "a stud here is threaded over its whole length" : $"longer than the bolt, which is {Mm(length)}") { Mends = [new("Let the thread length be chosen", Fields.ThreadLength.Path, "")] });
            return null;
        }
        var threadLength = stud ? length : input.ThreadLength ?? Standards.ThreadLength(head.ThreadRule, thread.Diameter, length);
        if (length - threadLength <= clamped + 1e-9) return threadLength;
        // ISO 4014 would leave the shank too long; the same length is sold threaded to the head (ISO 4017), and only where nothing was given.
        if (input.Length is null && input.ThreadLength is null) return length;
        var path = input.ThreadLength is null ? Fields.Length.Path : Fields.ThreadLength.Path;
        faults.Add(new(path, Mm(input.ThreadLength ?? length), $"the shank is in the way: the thread begins {Mm(length - threadLength)} under the head, only {Mm(clamped)} are clamped. Shorten the bolt, thread it further or pack the grip")
        {
            Mends = [new("Threaded to the head", Fields.ThreadLength.Path, Mm(length)), .. input.Length is null ? Array.Empty<Mend>() : [new("Let the length be chosen", Fields.Length.Path, "")]],
        });
        return null;
    }

    private static string Mm(double value) => QuantityText.ShowText(value, Dimension.Length, UnitSystem.Si);
}
