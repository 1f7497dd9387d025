using System.Globalization;
using Hasp.Core.Shop;

namespace Hasp.Core.Joints;

/// <content>What a tightening plan cannot be read from.</content>
public static partial class JointRules
{
    private static void RefusePlan(Values said, List<Fault> faults)
    {
        if (said.Stated(PlanFields.Passes) is { } passes && PassShares.Parse(passes) is null)
        {
            Once(new("passes-unreadable", PlanFields.Passes.Path, passes,
                "shares of the torque in per cent that rise to 100, at most eight: 30, 60, 100") { Mends = [new("30, 60, 100 %",
                PlanFields.Passes.Path, "")] });
        }
        if (said.Stated(PlanFields.Stages) is { } stages && Stages.Parse(stages) is null)
        {
            Once(new("stages-unreadable", PlanFields.Stages.Path, stages,
                $"torques that rise and then turns from 5° to 360°, each with its unit, at most {Stages.Most}: 40 N·m, 90 deg, 90 deg")
                { Mends = [new("None", PlanFields.Stages.Path, "")] });
        }
        if (said.Stated(PlanFields.Sequence) is { } sequence && SequenceText.Parse(sequence) is null)
        {
            Once(new("sequence-unreadable", PlanFields.Sequence.Path, sequence,
                "numbers of bolts, parted by commas, each once: 3, 1, 2") { Mends = [new("By the usual rule", PlanFields.Sequence.Path,
                "")] });
        }
        if (said.Has(PlanFields.StiffestX) != said.Has(PlanFields.StiffestY) && !said.IsFaulty(PlanFields.StiffestX)
            && !said.IsFaulty(PlanFields.StiffestY))
        {
            var missing = said.Has(PlanFields.StiffestX) ? PlanFields.StiffestY : PlanFields.StiffestX;
            Once(new("stiffest-half", missing.Path, null, "the stiffest part is a place: it needs x and y"));
        }

        // The sides of a joint share their plan.
        void Once(Fault fault)
        {
            if (faults.All(f => f.Id != fault.Id)) faults.Add(fault);
        }
    }
}

/// <summary>Reads an order by hand: <c>3, 1, 2</c>.</summary>
public static class SequenceText
{
    /// <summary>The numbers in their order; null where something is no number from 1, or comes twice.</summary>
    public static IReadOnlyList<int>? Parse(string text)
    {
        var numbers = new List<int>();
        foreach (var piece in text.Split([',', ';', ' ', '-'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            if (!int.TryParse(piece, NumberStyles.None, CultureInfo.InvariantCulture, out var n) || n < 1
                || numbers.Contains(n)) return null;
            numbers.Add(n);
        }
        return numbers;
    }
}
