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
}
