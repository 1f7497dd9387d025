using System.Collections.Immutable;
using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Core;

/// <summary>A slip that a figure gives away.</summary>
/// <param name="Ratio">The figure that the slip gives, over the figure computed.</param>
/// <param name="Words">What was probably done.</param>
public readonly record struct Smell(double Ratio, string Words);

/// <summary>
/// What is known to go wrong by hand. A slip is not guessed from a ratio: it is made again, in the working of the very step, and is named
/// only where what comes out is the figure that was written down. What is not in a step's working is never named for it.
/// </summary>
internal static class Slips
{
    /// <summary>Rounding on the way that is allowed a calculation by hand.</summary>
    private const double Rounding = 0.0025;

    /// <summary>Slips whose figures lie as near to one another cannot be told apart, and stand together.</summary>
    private const double Alike = 0.0006;

    private const int Most = 3;

    /// <summary>The slips that give a figure, the likeliest first; none where nothing fits.</summary>
    /// <param name="joint">The joint.</param>
    /// <param name="step">The step that the figure stands beside.</param>
    /// <param name="figure">By hand, in held units.</param>
    /// <param name="required">Required factor of the check where the step is its result; null elsewhere.</param>
    internal static IReadOnlyList<Smell> Of(Joint joint, Step step, double figure, double? required)
    {
        var fitting = All(joint, step, required)
            .Where(s => double.IsFinite(s.Ratio) && Math.Abs(s.Ratio - 1) > Rounding && Off(s, figure / step.Value) <= Rounding).ToList();
        if (fitting.Count == 0) return [];
        var nearest = fitting.Min(s => Off(s, figure / step.Value));
        // In the order they are listed: what belongs to this joint comes before what may happen anywhere.
        return [.. fitting.Where(s => Off(s, figure / step.Value) <= nearest + Alike).DistinctBy(s => s.Words).Take(Most)];
    }

    private static double Off(Smell slip, double ratio) => Math.Abs((ratio / slip.Ratio) - 1);

    private static IEnumerable<Smell> All(Joint joint, Step step, double? required)
    {
        IEnumerable<Smell> Made(Func<Expression, double?> instead, string words) =>
            Variants(step.Formula, instead).Distinct().Select(value => new Smell(value / step.Value, words));
        var nodes = NodesOf(step.Formula);
        foreach (var (family, plural) in FamiliesOf(joint))
        {
            foreach (var (dimension, value, name) in family)
            {
                var meant = nodes.Where(e => e.Term!.Dimension == dimension && Same(e.Value, value)).ToHashSet();
                if (meant.Count == 0) continue;
                foreach (var other in family.Where(f => !Same(f.Value, value)))
                {
                    var words = $"{other.Name} in place of {name}{plural}";
                    foreach (var smell in Made(e => meant.Contains(e) ? other.Value : null, words)) yield return smell;
                }
            }
        }
        foreach (var slip in Left)
        {
            if (!nodes.Exists(e => e.Term == slip.Term)) continue;
            foreach (var smell in Made(slip.In, slip.Words)) yield return smell;
        }
        if (required is > 0 and var n && n != 1)
        {
            yield return new(1 / n, "the required factor counted in already");
            yield return new(n, "the required factor counted in already");
        }
        foreach (var smell in OfConstants(step)) yield return smell;
        foreach (var unit in Units.Where(u => u.Dimension == step.Term.Dimension))
        {
            yield return new(unit.Ratio, unit.Words);
            yield return new(1 / unit.Ratio, unit.Words);
        }
        // A quantity that was put in another unit into this line or into one that it takes up; further up it shows there.
        var own = Own(step.Formula).Concat(Children(step.Formula).SelectMany(c => Own(c.Operands[0]))).Select(e => e.Term!).Distinct()
            .Where(t => t.Dimension != step.Term.Dimension).ToList();
        foreach (var (unit, term) in own.SelectMany(t => Units.Where(u => u.Dimension == t.Dimension).Select(u => (u, t))))
        {
            double Times(double times) => Again(step.Formula, e => e.Term == term ? e.Value * times : null);
            yield return new(Times(unit.Ratio) / step.Value, unit.Words);
            yield return new(Times(1 / unit.Ratio) / step.Value, unit.Words);
        }
        foreach (var length in nodes.Where(e => e.Term!.Dimension == Dimension.Length
            && e.Term.Meaning.Contains("diameter", StringComparison.Ordinal)).Select(e => e.Term).Distinct())
        {
            foreach (var smell in Made(e => e.Term == length ? e.Value / 2 : null,
                "the radius in place of the diameter")) yield return smell;
        }
        if (step.Formula.Operation == Operation.Sqrt) yield return new(step.Value, "the root not taken");
        if (step.Term.Dimension == Dimension.None) yield return new(1 / (step.Value * step.Value), "upside down: the one over the other");
        yield return new(-1, "the sign: apart or together");
        yield return new(10, "a place of the decimal point");
        yield return new(0.1, "a place of the decimal point");
    }

    /// <summary>Constants of the step's own formula, left out or put in once more.</summary>
    private static IEnumerable<Smell> OfConstants(Step step)
    {
        foreach (var constant in Constants(step.Formula).Where(c => c.Value is not (0 or 1)).DistinctBy(c => c.Value))
        {
            var written = constant.Written ?? QuantityText.Figures(constant.Value);
            bool Is(Expression e) => e.Operation == Operation.Constant && e.Value.Equals(constant.Value);
            double With(double value) => Again(step.Formula, e => Is(e) ? value : null) / step.Value;
            yield return new(With(1), $"{written} left out");
            yield return new(With(constant.Value * constant.Value), $"{written} taken twice");
        }
    }

    /// <summary>Quantities of one sort that are taken for one another.</summary>
    private static IEnumerable<((Dimension Dimension, double Value, string Name)[] Family, string Of)> FamiliesOf(Joint joint)
    {
        var grade = joint.Bolts.Grade;
        yield return ([(Dimension.Stress, grade.Proof, "the proof strength"), (Dimension.Stress, grade.Yield, "the yield strength"),
            (Dimension.Stress, grade.Tensile, "the tensile strength")], " of the bolt");
        var thread = ThreadGeometry<Plain>.Of(joint.Bolts.Thread);
        yield return ([(Dimension.Area, thread.StressArea.Value, "the tensile stress area"),
            (Dimension.Area, thread.ShankArea.Value, "the nominal area"),
            (Dimension.Area, thread.RootArea.Value, "the root area")], "");
        yield return ([(Dimension.Length, joint.Bolts.Thread.Diameter, "the nominal diameter"), (Dimension.Length, joint.Hole, "the hole"),
            (Dimension.Length, thread.PitchDiameter.Value, "the pitch diameter"),
                (Dimension.Length, thread.RootDiameter.Value, "the root diameter")], "");
        foreach (var material in joint.Layers.Select(l => l.Material).Where(m => m.Yield > 0 && m.Tensile > 0).DistinctBy(m => m.Name))
        {
            yield return ([(Dimension.Stress, material.Yield, "the yield strength"),
                (Dimension.Stress, material.Tensile, "the tensile strength")],
                $" of {material.Name}");
        }
    }

    private sealed record Slip(Term Term, Func<double, double> Instead, string Words)
    {
        /// <summary>True where the band of the friction goes the way of the scatter: it is the other half of the same thing.</summary>
        internal bool WithBand { get; init; }

        internal double? In(Expression e) => e.Term == Term ? Instead(e.Value)
            : WithBand && e.Term == Terms.PreloadAtHighFriction ? double.PositiveInfinity
            : WithBand && e.Term == Terms.PreloadAtLowFriction ? 0 : null;
    }

    /// <summary>A quantity left out, taken for its counterpart, or counted wrongly.</summary>
    private static readonly ImmutableArray<Slip> Left =
    [
        new(Terms.BoltCount, _ => 1, "the number of bolts: one bolt's share against all of them"),
        new(Terms.BoltCount, n => n * n, "the number of bolts taken twice"),
        new(Terms.BoltCount, n => n - 1, "one bolt too few counted"),
        new(Terms.BoltCount, n => n + 1, "one bolt too many counted"),
        new(Terms.LoadShare, c => 1 - c, "the share of the members, 1 − C, in place of that of the bolt, C"),
        new(Terms.EffectiveShare, c => 1 - c, "the share of the members, 1 − C, in place of that of the bolt, C"),
        new(Terms.LoadShare, _ => 0, "C left out: the bolt taken to feel nothing of the load"),
        new(Terms.EffectiveShare, _ => 0, "C left out: the bolt taken to feel nothing of the load"),
        new(Terms.LoadShare, _ => 1, "C left out: the whole load added to the preload"),
        new(Terms.EffectiveShare, _ => 1, "C left out: the whole load added to the preload"),
        new(Terms.LoadIntroduction, _ => 1, "the load introduction factor n left out"),
        new(Terms.NutFactor, _ => 0.2, "K 0.2 of a dry bolt in place of the nut factor here"),
        new(Terms.NutFactor, _ => 1, "the nut factor K left out"),
        new(Terms.ProofFraction, _ => 1, "the share of proof left out"),
        new(Terms.ProofFraction, a => a * a, "the share of proof taken twice"),
        new(Terms.YieldFraction, _ => 1, "the share of yield left out"),
        new(Terms.Scatter, _ => 0, "the scatter of the preload left out") { WithBand = true },
        new(Terms.Scatter, g => -g, "the scatter put on the wrong side") { WithBand = true },
        new(Terms.EmbeddingLoss, _ => 0, "the loss by embedding left out"),
        new(Terms.Relaxation, _ => 0, "relaxation left out"),
        new(Terms.ThermalChange, _ => 0, "the change by temperature left out"),
        new(Terms.ThermalChange, f => -f, "the change by temperature with the other sign"),
        new(Terms.TorsionStress, _ => 0, "the torsion left out"),
        new(Terms.PrevailingTorque, _ => 0, "the prevailing torque left out"),
        new(Terms.FatigueConcentration, _ => 1, "the notch factor Kf left out"),
        new(Terms.ShearPlanes, _ => 1, "one shear plane counted"),
        new(Terms.ShearPlanes, _ => 2, "two shear planes counted"),
        new(Terms.FrictionFaces, _ => 1, "one friction face counted"),
        new(Terms.FrictionFaces, _ => 2, "two friction faces counted"),
        new(Terms.ShearRatio, _ => 1, "tensile yield in place of shear yield"),
        new(Terms.ShearRatio, r => r > 0.55 ? 0.5 : 0.577, "the other shear theory: 0.577 or 0.5"),
        new(Terms.PackingReduction, _ => 1, "the reduction for packing left out"),
        new(Terms.HolesAcross, _ => 0, "the holes not taken off"),
        new(Terms.HolesAcross, n => n + 1, "one hole too many taken off"),
        new(Terms.ConeHalfAngle, a => a * 180 / Math.PI, "degrees taken as radians"),
        new(Terms.LeastPretension, f => f / 0.7, "the 0.7 of the least pretension left out"),
    ];

    /// <summary>Units taken for one another, by what they measure.</summary>
    private static readonly ImmutableArray<(Dimension Dimension, double Ratio, string Words)> Units =
    [
        (Dimension.Torque, 12, "feet and inches: ft·lb against in·lb"), (Dimension.Torque, 1.3558179, "ft·lb and N·m"),
        (Dimension.Torque, 8.8507458, "in·lb and N·m"), (Dimension.Torque, 1000, "kilo: kN·m, N·m and N·mm"),
        (Dimension.Torque, 9.80665, "kilograms-force and newtons: g used or left out"),
        (Dimension.Force, 4.4482216, "newtons and pounds-force"), (Dimension.Force, 1000, "kilo: kN and N"),
        (Dimension.Force, 9.80665, "kilograms-force and newtons: g used or left out"),
        (Dimension.Force, 1.1023113, "metric ton and US ton"), (Dimension.Force, 1.12, "US ton and UK ton"),
        (Dimension.Length, 25.4, "millimetres and inches"), (Dimension.Length, 1000, "metres and millimetres"),
        (Dimension.Length, 10, "centimetres and millimetres"),
        (Dimension.Area, 25.4 * 25.4, "mm² and in²"), (Dimension.Area, 100, "cm² and mm²"), (Dimension.Area, 1e6, "m² and mm²"),
        (Dimension.Stress, 6.8947573, "ksi and MPa"), (Dimension.Stress, 145.03774, "psi and MPa"), (Dimension.Stress, 10, "bar and MPa"),
        (Dimension.Stress, 1000, "kilo: GPa and MPa"), (Dimension.Stress, 1e6, "mega: MPa and Pa"),
        (Dimension.Stress, 9.80665, "kilograms-force and newtons: g used or left out"),
        (Dimension.Angle, 180 / Math.PI, "degrees and radians"),
        (Dimension.Mass, 9.80665, "kilograms-force and newtons: g used or left out"), (Dimension.Mass, 2.2046226, "pounds and kilograms"),
        (Dimension.Stiffness, 1000, "kilo: kN/mm and N/mm"), (Dimension.Stiffness, 25.4 / 4.4482216, "lbf/in and N/mm"),
    ];

    private static bool Same(double a, double b) => Math.Abs(a - b) <= 1e-9 * Math.Abs(b);

    /// <summary>Everything named or given below a formula.</summary>
    private static List<Expression> NodesOf(Expression formula)
    {
        var (seen, nodes) = (new HashSet<Expression>(ReferenceEqualityComparer.Instance), new List<Expression>());
        void Visit(Expression e)
        {
            if (!seen.Add(e)) return;
            if (e.Term is not null) nodes.Add(e);
            foreach (var operand in e.Shown) Visit(operand);
        }
        Visit(formula);
        return nodes;
    }

    /// <summary>Constants of a formula itself, not of what its operands rest on.</summary>
    private static IEnumerable<Expression> Constants(Expression e) => e.Operation switch
    {
        Operation.Constant => [e],
        Operation.Given or Operation.Named or Operation.Found => [],
        _ => e.Shown.SelectMany(Constants),
    };

    /// <summary>
    /// A slip is made everywhere below the step, or in the step alone, or in one of the steps that it takes up: who slips in one
    /// line need not have slipped in the others.
    /// </summary>
    private static IEnumerable<double> Variants(Expression formula, Func<Expression, double?> instead)
    {
        double? Here(Expression e) => instead(e) ?? (e.Operation == Operation.Named ? e.Value : null);
        yield return Again(formula, instead);
        yield return Again(formula, Here);
        foreach (var child in Children(formula).Distinct(ReferenceEqualityComparer.Instance).Cast<Expression>())
        {
            var made = Again(child.Operands[0], Here);
            yield return Again(formula, e => ReferenceEquals(e, child) ? made : e.Operation == Operation.Named ? e.Value : null);
        }
    }

    /// <summary>What a formula itself names: givens and steps, not what those rest on.</summary>
    private static IEnumerable<Expression> Own(Expression e) => e.Term is not null ? [e] : e.Shown.SelectMany(Own);

    /// <summary>The steps that a formula takes up itself.</summary>
    private static IEnumerable<Expression> Children(Expression e) => Own(e).Where(o => o.Operation == Operation.Named);

    /// <summary>The formula made again with other values in some places; what was found by trial stays.</summary>
    private static double Again(Expression formula, Func<Expression, double?> instead)
    {
        var known = new Dictionary<Expression, double>(ReferenceEqualityComparer.Instance);
        return Value(formula);

        double Value(Expression e)
        {
            if (known.TryGetValue(e, out var value)) return value;
            return known[e] = instead(e) ?? Made(e);
        }

        double Made(Expression e) => e.IsMade ? e.Made(i => Value(e.Operands[i])) : e.Value;
    }
}
