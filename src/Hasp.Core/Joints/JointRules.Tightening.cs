using System.Collections.Immutable;
using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;
using Hasp.Core.Quantities;

namespace Hasp.Core.Joints;

/// <content>Target, friction, method and temperatures.</content>
public static partial class JointRules
{
    /// <summary>The wrench that goes with a finish: dry, plated or lubricated.</summary>
    public static string UsualMethod(NutFactor lubrication) =>
        lubrication.Lubricant ? "wrench lubricated" : lubrication.Plating != Plating.None ? "wrench plated" : "wrench dry";

    /// <summary>
    /// The finish: as stated; else what such a bolt comes as, of sets to EN 14399 their k-class. One that was chosen for another grade goes
    /// where the grade cannot have it.
    /// </summary>
    private static NutFactor FinishOf(Values said, GradeBand grade, BearingPart? head)
    {
        var usual = head?.Source.StartsWith("EN 14399", StringComparison.Ordinal) == true ? "k1" : grade.Finish;
        var stated = said.Stated(Fields.Lubrication) is { } name ? Standards.FindFinish(name) : null;
        return stated is not null && (grade.Takes(stated) || !said.Chosen.Contains(Fields.Lubrication.Path)) ? stated
            : Standards.FindFinish(usual)!;
    }

    private static (double, double)? FrictionFor(Values said, List<Fault> faults)
    {
        var (thread, bearing, k) = (said.Stated(Fields.ThreadFriction), said.Stated(Fields.BearingFriction), said.Stated(Fields.NutFactor));
        if (thread is { } inThread && bearing is { } underHead)
        {
            if (k is null) return (inThread, underHead);
            faults.Add(new("friction-twice", Fields.NutFactor.Path, QuantityText.Figures(k.Value),
                "a nut factor and two frictions say the same thing twice: clear one or the others")
            {
                Mends = [new("Use the frictions", Fields.NutFactor.Path, "")],
            });
        }
        else if (thread is null != bearing is null)
        {
            var missing = thread is null ? Fields.ThreadFriction : Fields.BearingFriction;
            faults.Add(new("friction-half", missing.Path, null,
                "the long torque form needs both frictions, in the thread and under the part that turns"));
        }
        return null;
    }

    private static (Aim? Aim, string? Source) AimFor(Values said, GradeBand? grade, ScrewThread? thread, List<Fault> faults)
    {
        var aim = said.Stated(Fields.Aim);
        if (aim is not { Kind: AimKind.Structural } || grade is null || thread is null) return (aim, null);
        if (Standards.LeastPretension(grade.Grade, thread) is { } least) return (new Aim(AimKind.Structural, least.Force), least.Source);
        faults.Add(new("structural-unlisted", Fields.Aim.Path, "structural",
            $"structural practice lays down no preload for {grade.Grade} in {thread.Designation}; it does for 8.8, 10.9, "
                + $"A325 and A490. Aim for a share of proof"));
        return (null, null);
    }

    /// <summary>The tightening as stated. As received is the commonest finish; it is marked as chosen wherever it is shown.</summary>
    /// <param name="said">What the document said.</param>
    /// <param name="lubrication">The finish.</param>
    /// <param name="aim">The target; null where one is chosen once the joint is known.</param>
    /// <param name="friction">In the thread and under the part that turns; null for the nut factor.</param>
    /// <param name="embedding">fz of all faces, mm, where it is not stated.</param>
    /// <param name="layers">The parts; a gasket among them relaxes by its own share.</param>
    /// <param name="lot">What was measured on the bolts themselves; null where nothing was, or not on these.</param>
    private static Tightening TighteningFor(Values said, NutFactor lubrication, (Aim? Aim, string? Source) aim, (double, double)? friction,
        double embedding, MeasuredLot? lot, ImmutableArray<Layer> layers)
    {
        var method = Standards.Methods.First(m => m.Name == (said.Stated(Fields.Method) ?? UsualMethod(lubrication)));
        return new Tightening(
            aim.Aim?.Kind ?? AimKind.ProofShare, aim.Aim?.Value ?? UsualAim,
            ScatterOf(method, said, lot), said.Has(Fields.Scatter),
            NutFactorOf(lubrication, said, lot), said.Has(Fields.NutFactor),
            said.Stated(Fields.Settling) ?? embedding, !said.Has(Fields.Settling), RelaxationOf(said, layers))
        {
            Lot = lot,
            Friction = friction,
            PrevailingTorque = said.Of(Fields.PrevailingTorque),
            LeastSource = aim.Source,
        };
    }

    // Of parts of metal; a gasket's own share stands in its place.
    private const double UsualRelaxation = 0.05;

    private static double RelaxationOf(Values said, ImmutableArray<Layer> layers) =>
        said.Stated(Fields.Relaxation) ?? layers.Max(l => l.Material.Relaxation) ?? UsualRelaxation;

    /// <summary>
    /// fz, mm: one pair of threads (an insert has two), one face under the head and one under a nut, washer or none, and each face between
    /// two parts; a washer that is flat and hard adds nothing, a face on a gasket embeds as the gasket relaxes.
    /// </summary>
    private static double EmbeddingOf(Values said, ThreadEndKind end, ImmutableArray<Layer> layers, ImmutableArray<LoadCase> cases)
    {
        var sheared = cases.Any(c => c.Shear > 0 || c.Load.Moment.Z != 0);
        var row = Standards.Embeddings.First(e => e.Roughness == said.Of(Fields.Roughness) && e.Shear == sheared);
        var inner = layers.Zip(layers.Skip(1)).Count(pair => !pair.First.Material.IsGasket && !pair.Second.Material.IsGasket);
        return ((end == ThreadEndKind.Insert ? 2 : 1) * row.Thread) + ((end == ThreadEndKind.Nut
            ? 2 : 1) * row.Under) + (inner * row.Inner);
    }

    /// <summary>
    /// The method with its scatter: stated; of a lot how far its band lies above its mean, K̄/K_low − 1, for whoever knows but one
    /// figure;
    /// else the table's.
    /// </summary>
    private static TighteningMethod ScatterOf(TighteningMethod method, Values said, MeasuredLot? lot)
    {
        if (said.Stated(Fields.TorsionShare) is { } torsion) method = method with { TorsionShare = torsion };
        if (said.Stated(Fields.Scatter) is { } scatter) return method with { Scatter = scatter, Source = "given" };
        return lot is not null && method.ByTorque ? method with { Scatter = (lot.NutFactor / lot.Low) - 1, Source = lot.Cited } : method;
    }

    private static NutFactor NutFactorOf(NutFactor finish, Values said, MeasuredLot? lot)
    {
        if (said.Stated(Fields.NutFactor) is { } k) return finish with { K = k, Low = k, High = k, Source = "given" };
        return lot is null ? finish : finish with { K = lot.NutFactor, Low = lot.Low, High = lot.High, Source = lot.Cited };
    }

    private static Temperatures? TemperaturesFor(Values said, ImmutableArray<Layer> layers, List<Fault> faults)
    {
        var assembly = said.Of(Fields.AssemblyTemperature);
        var parts = said.Stated(Fields.PartsTemperature) ?? assembly;
        var temperatures = new Temperatures(assembly, parts, said.Stated(Fields.BoltsTemperature) ?? parts);
        if (temperatures.Change && layers.FirstOrDefault(l => l.Material.Expansion is null) is { } unknown)
        {
            faults.Add(new("expansion-unknown", Fields.PartsTemperature.Path, null,
                $"the thermal expansion of {unknown.Material.Name} is not stated: state it with the material, "
                    + $"or leave the temperatures out"));
            return null;
        }
        return temperatures;
    }

    private static Sealing? SealingFor(Values said, ImmutableArray<Layer> layers)
    {
        if (said.Stated(Fields.SealArea) is not { } area) return null;
        if (said.Stated(Fields.SealFactor) is { } factor) return new(area, factor, "stated");
        return layers.FirstOrDefault(l => l.Material.IsGasket)?.Material is { } gasket
            ? new(area, gasket.GasketFactor!.Value, gasket.Cited)
            : new(area, 1, "no gasket: clamp pressure over the pressure contained");
    }

    /// <summary>
    /// Where something soft is clamped the share of proof may crush it: then, of targets down to a twentieth of it, the one that leaves the
    /// least of both reserves the largest.
    /// </summary>
    private static Tightening TargetBetween(Joint joint)
    {
        var usual = Mechanics<Plain>.Of(joint);
        var best = (How: joint.Tightening, Least: Least(usual));
        if (best.Least >= 1) return best.How;
        for (var step = 1; step <= TargetSteps; step++)
        {
            var force = ToTwoFigures(usual.Preload.Value * Math.Pow(LowestTarget, (double)step / TargetSteps));
            var how = joint.Tightening with { Aim = AimKind.Preload, AimValue = force, AimChosen = "between leaking and crushing, chosen" };
            var least = Least(usual.Tightened(joint with { Tightening = how }));
            if (least > best.Least) best = (how, least);
        }
        return best.How;

        static double Least(in Mechanics<Plain> m) => TwoReserves.Of(m) is var r ? Math.Min(r.Load.Value, r.Tightening.Value) : 0;
    }

    private const int TargetSteps = 60;

    private const double LowestTarget = 1.0 / 20;

    /// <summary>What is chosen is no finer than it is known.</summary>
    private static double ToTwoFigures(double force)
    {
        var step = Math.Pow(10, Math.Floor(Math.Log10(force)) - 1);
        return Math.Round(force / step) * step;
    }
}
