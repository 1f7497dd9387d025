using System.Collections.Immutable;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Core.Shop;

/// <summary>One stage of a tightening that a drawing or a maker states.</summary>
/// <param name="Measure">A torque or a turn.</param>
/// <param name="Value">N·mm or rad.</param>
/// <param name="Text">As it was stated.</param>
public readonly record struct TighteningStage(PassMeasure Measure, double Value, string Text);

/// <summary>
/// Stages of torque and angle as a drawing states them, such as those of an engine's head bolts: <c>40 N·m, 90 deg, 90 deg</c>. They say
/// what is
/// done, not what it leaves; that is worked out from the stiffness, and has to be what the joint is judged for.
/// </summary>
public static class Stages
{
    /// <summary>No more stages than these.</summary>
    public const int Most = 8;

    // A turn of less is not to be read from a mark, one of more is run-up and no tightening.
    private const double LeastTurn = 5 * Math.PI / 180, MostTurn = 2 * Math.PI;

    // How far what the stages leave may lie from what the joint is judged for: as near as a torque of table friction tells its own tension.
    private const double Near = 0.15;

    // From here on a bolt yields as it is turned, and its tension no longer goes by the turn.
    private const double Yields = 0.9;

    /// <summary>The stages: rising torques, then turns; null where the text is none.</summary>
    public static ImmutableArray<TighteningStage>? Parse(string text)
    {
        var stages = new List<TighteningStage>();
        foreach (var piece in text.Split([",", ";", "+", " then "], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            var torque = QuantityText.Parse(piece, Dimension.Torque);
            var turn = QuantityText.Parse(piece, Dimension.Angle);
            if (QuantityText.IsBareNumber(piece) || !(torque.Ok || turn.Ok)) return null;
            stages.Add(torque.Ok ? new(PassMeasure.Torque, torque.Held, piece) : new(PassMeasure.Turn, turn.Held, piece));
        }
        var torques = stages.TakeWhile(s => s.Measure == PassMeasure.Torque).Select(s => s.Value).ToList();
        var turns = stages.Skip(torques.Count).ToList();
        var fits = torques.Count > 0 && stages.Count <= Most && torques[0] > 0 && torques.Zip(torques.Skip(1), (a, b) => a < b).All(x => x)
            && turns.All(s => s is { Measure: PassMeasure.Turn, Value: >= LeastTurn - 1e-9 and <= MostTurn + 1e-9 });
        return fits ? [.. stages] : null;
    }

    /// <summary>Those that a joint states; empty where it states none.</summary>
    public static ImmutableArray<TighteningStage> Of(Joint joint) =>
        joint.Said.Stated(PlanFields.Stages) is { } text && Parse(text) is { } stages ? stages : [];

    /// <summary>Tension after the last stage while bolt and parts stay elastic, N: what the last torque gives, and what the turns behind it
    /// stretch.</summary>
    /// <param name="m">The joint.</param>
    /// <param name="stages">At least one torque first.</param>
    public static double Leaves(in Mechanics<Plain> m, ImmutableArray<TighteningStage> stages)
    {
        var byTorque = ByTorque(m, stages.Last(s => s.Measure == PassMeasure.Torque).Value);
        var aRadian = m.Preload.Value / Preload.Tension.TurnFromSnug(m.Thread.Pitch, m.Preload, m.BoltStiffness, m.MemberStiffness).Value;
        return byTorque + (aRadian * stages.Where(s => s.Measure == PassMeasure.Turn).Sum(s => s.Value));
    }

    /// <summary>Tension that a torque gives, N; what a nut takes to turn at all gives none.</summary>
    private static double ByTorque(in Mechanics<Plain> m, double torque)
    {
        var idle = m.Joint.Tightening.PrevailingTorque;
        return Math.Max(0, torque - idle) * m.Preload.Value / (m.Torque.Value - idle);
    }

    /// <summary>Why a joint cannot be tightened by the stages that it states; empty where it can.</summary>
    public static string WhyNot(Joint joint)
    {
        if (!joint.Kind.IsTightened) return "nothing is preloaded here";
        var stages = Of(joint);
        if (stages.IsEmpty) return "state the stages as the drawing has them: 40 N·m, 90 deg, 90 deg";
        var yields = joint.Tightening is { Aim: AimKind.YieldShare or AimKind.RootYieldShare, AimValue: >= Yields };
        if (joint.Gasket is not null && stages.Any(s => s.Measure == PassMeasure.Turn))
        {
            return yields ? ""
                : "what an angle leaves over a gasket is not sure: its stages end in yield, and the joint is judged for less: "
                + "aim for 90 % of yield or more first";
        }
        var m = Mechanics<Plain>.Of(joint);
        var (leaves, aim) = (Leaves(m, stages), m.Preload.Value);
        var (left, wanted) = (Show(leaves), Show(aim));
        if (yields) return leaves >= aim * (1 - Near) ? ""
            : $"these stages leave about {left}, and the joint is judged for {wanted}, at yield: they do not reach it";
        return Math.Abs(leaves - aim) <= Near * aim ? ""
            : $"by stiffness these stages leave about {left}, and the joint is judged for {wanted}: aim for what they leave, or change them";
    }

    private static string Show(double newtons) => QuantityText.ShowText(newtons, Dimension.Force, UnitSystem.Si, 3);

    /// <summary>The passes.</summary>
    internal static IEnumerable<Pass> PassesOf(PlanContext c)
    {
        yield return Pass.Snug;
        var (stages, m) = (Of(c.Joint), Mechanics<Plain>.Of(c.Joint));
        for (var i = 0; i < stages.Length; i++)
        {
            var (measure, value, text) = stages[i];
            var turned = measure == PassMeasure.Turn;
            var pass = new Pass($"stage{i + 1}", $"Stage {i + 1}, {text}", turned
                ? "Mark nut or head and part with one line across, then turn on by this angle."
                : "Pull smoothly to the setting; the nut turns, the bolt is held.", measure, value,
                    "as stated, by the drawing or the maker");
            yield return turned ? pass : c.OnWrench(pass, full: false) with { Reaches = ByTorque(m, value) / c.Preload };
        }
    }
}
