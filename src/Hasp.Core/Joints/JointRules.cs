using System.Collections.Immutable;
using Hasp.Core.Catalogue;
using Hasp.Core.LoadPath;
using Hasp.Core.Preload;
using Hasp.Core.Quantities;

namespace Hasp.Core.Joints;

/// <summary>
/// What makes a joint invalid, and every choice that is made for what was left out. The only door to a <see cref="Joint"/>:
/// past it nothing is judged twice.
/// </summary>
public static partial class JointRules
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

    private static T? Named<T>(string? name, string path, Func<string, T?> find, string problem, List<Fault> faults)
        where T : class
    {
        if (name is null) return null;
        var found = find(name);
        if (found is null) faults.Add(new(path, name, problem));
        return found;
    }

    private static string Mm(double value) => QuantityText.ShowText(value, Dimension.Length, UnitSystem.Si);
}
