using System.Text.RegularExpressions;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Preload;
using Hasp.Core.Quantities;

namespace Hasp.Core;

/// <summary>The joint in plain sentences, to be copied to a drawing or an order: parts by standard and class, hole, and what the
/// tightening needs.</summary>
/// <param name="Order">What to buy: <c>4 × M16 × 60 – 8.8</c>.</param>
/// <param name="Parts">Head, nut and washers by standard and class, hole, finish.</param>
/// <param name="Tighten">How to tighten, without the figure: <c>Tighten to</c>.</param>
/// <param name="Figure">The figure that goes with it, with its unit: a torque as a wrench can be set, a turn, a stretch, a force.</param>
/// <param name="After">What follows the figure; may be empty.</param>
/// <param name="Governs">What governs, in which case, factor against required.</param>
/// <param name="Reserves">The load's reserve and the tightening's, as far as there are any.</param>
/// <param name="Basis">To which basis it was judged, with what was chosen otherwise than the basis has it.</param>
/// <param name="Holds">False where the joint falls short: then it is no instruction.</param>
/// <param name="IsComplete">False where the basis still asks for something: then it is none either.</param>
public sealed partial record CallOut(
    string Order, string Parts, string Tighten, string Figure, string After, string Governs, string Reserves, string Basis, bool Holds,
    bool IsComplete)
{
    /// <summary>The whole; of a joint that falls short, or was not judged in full, it says that first.</summary>
    public string Text => (Holds, IsComplete) switch
    {
        (true, true) => $"{Order}, {Parts}. {$"{Tighten} {Figure}".TrimEnd()}{After}. {Governs}{Reserves}{Basis}",
        (false, _) => $"Falls short, not to be built: {Order}. {Governs}{Reserves}{Basis}",
        _ => $"Not judged in full, not to be built yet: {Order}. {Governs}{Reserves}{Basis}",
    };

    /// <summary>True where it may be copied to a drawing: it holds, and was judged in full.</summary>
    public bool IsInstruction => Holds && IsComplete;

    /// <summary>Says <paramref name="result"/> in the units of <paramref name="system"/>.</summary>
    public static CallOut Of(Result result, UnitSystem system)
    {
        var joint = result.Joint;
        var governs = result.Governing is { Factor: { } factor } g
            ? $"Governs: {g.Check.Name.ToLowerInvariant()}{(g.Place.Length > 0 ? $" ({g.Place})" : "")}{(g.Bolt > 0
                ? $" of bolt {g.Bolt}" : "")}{(g.Case >= 0 ? $" in {joint.Cases[g.Case].Name}" : "")}, {SaidBy(result, g, factor)}."
            : "Nothing loads it.";
        if (!joint.Kind.IsTightened)
        {
            var (made, of, fit) = joint.Kind.Orders(joint, system);
            return new CallOut(made, of, fit, "", "", governs, ReservesOf(result.Reserves), BasisOf(result) + AcceptedOf(result),
                result.Holds, result.IsComplete);
        }
        var (tighten, figure, after) = HowToTighten(result, system);
        return new CallOut(
            OrderOf(joint), string.Join(", ", PartsOf(joint, system)), tighten, figure, after, governs, ReservesOf(result.Reserves),
            BasisOf(result) + AcceptedOf(result), result.Holds, result.IsComplete);
    }

    /// <summary>The bolts of all sides, each length by itself.</summary>
    private static string OrderOf(Joint joint) =>
        string.Join(" and ", BoltSets(joint)
            .Select(b => $"{b.Count} × {b.Bolts.Thread.Designation} × {LengthOf(b.Bolts)} – {b.Bolts.Grade.Grade}"));

    /// <summary>The bolts of a joint to be bought: those of all its sides, alike ones together.</summary>
    public static IReadOnlyList<(int Count, BoltSet Bolts)> BoltSets(Joint joint) =>
        [.. (joint.Sides.IsEmpty ? [joint] : joint.Sides.Select(s => s.Joint)).GroupBy(j => j.Bolts.Length)
            .Select(g => (g.Sum(j => j.Bolts.Count), g.First().Bolts))];

    /// <summary>Bolts are ordered in the measure they are made in, whatever is shown.</summary>
    public static string LengthOf(BoltSet bolts) =>
        bolts.Thread.System == MeasureSystem.Metric ? QuantityText.Figures(bolts.Length) : QuantityText.Figures(bolts.Length / 25.4)
            + " in";

    private static string SaidBy(Result result, CheckResult governing, double factor) => result.Joint.Judging.Basis.Speech == Speech.Factor
        ? $"{QuantityText.Factor(factor)} against {governing.Required:0.00}"
        : Verdict.Of(governing, result.Joint.Judging.Basis.Speech, UnitSystem.Si).Words;

    /// <summary>What nothing looked at, and who answers for it: whoever builds to the call-out must know.</summary>
    private static string AcceptedOf(Result result) =>
        result.Accepted.Count == 0 ? "" : $" Not looked at: {string.Join("; ", result.Accepted.Select(a => a.Words))}.";

    /// <summary>The basis, where it is another than factors of safety, and what a project chose otherwise in it.</summary>
    private static string BasisOf(Result result)
    {
        var basis = result.Joint.Judging.Basis;
        if (basis.Speech == Speech.Factor) return "";
        var changed = basis.Changed(result.Joint.Said)
            .Select(c => $"{c.Field.Label} {QuantityText.Figures(c.Stated)} (recommended {QuantityText.Figures(c.Field.Otherwise)})")
            .ToList();
        return $" To {result.Joint.Judging.BasisName}{(changed.Count > 0 ? $", with {string.Join(", ", changed)}" : "")}.";
    }

    private static string ReservesOf(TwoReserves reserves)
    {
        (string Name, Reserve Side)[] sides = [("load", reserves.Load), ("tightening", reserves.Tightening)];
        var judged = sides.Where(s => s.Side.Check >= 0).Select(s => $"{s.Name} {QuantityText.Factor(s.Side.Value)}").ToList();
        return judged.Count == 0 ? "" : $" Reserve: {string.Join(", ", judged)}.";
    }

    private static IEnumerable<string> PartsOf(Joint joint, UnitSystem system)
    {
        var bolts = joint.Bolts;
        string Length(double mm) => QuantityText.ShowText(mm, Dimension.Length, system, 3);
        string Named(string kind, string source) => $"{kind} {Standard(source)}".TrimEnd();
        yield return bolts.IsStud ? "studs with nuts" : Named($"{bolts.Head.Kind} head", bolts.Head.Source);
        if (bolts.Nut is { } nut)
        {
            yield return Named(
                nut.Kind is "hex" or "hex style 2" ? "nut" : nut.Kind + " nut", nut.Source)
                    + (joint.NutClass is { } strength ? $" class {strength.Name}" : "");
        }
        foreach (var washers in WashersOf(joint)) yield return washers;
        // How far the thread must go in is part of what a fitter needs.
        if (joint.End.Kind == ThreadEndKind.Insert) yield return $"into inserts {Length(joint.End.InsertLength)} long";
        if (joint.End.Kind == ThreadEndKind.Tapped) yield return $"{Length(joint.End.Engagement)} into {joint.Layers[^1].Name}, "
            + (joint.End.Blind ? $"tapped {Length(joint.End.ThreadDepth)} deep" : "tapped through");
        yield return $"hole {Length(joint.Hole)}";
        yield return joint.Tightening.NutFactor.Label;
    }

    private static IEnumerable<string> WashersOf(Joint joint)
    {
        // With stainless bolts the washers are of the same steel: another one rusts.
        var steel = joint.Bolts.Grade switch { { Stainless: false } => "", { Grade: ['A', var n, '-', ..] } => $"A{n} ",
            _ => "stainless " };
        string Say(Washer w, string what) =>
            $"{w.Kind.Replace($" {w.Hardness:0} HV", "", StringComparison.Ordinal)} {what} {Standard(w.Source)} {steel}{w.Hardness:0} HV";
        switch (joint.HeadWasher, joint.NutWasher)
        {
            case (null, null): yield return "no washers"; break;
            case ({ } h, _) when joint.Tapped: yield return Say(h, "washer"); break;
            case ({ } h, { } n) when h == n: yield return Say(h, "washers"); break;
            default:
                if (joint.HeadWasher is { } head) yield return Say(head, "washer under head");
                if (joint.NutWasher is { } nut) yield return Say(nut, "washer under nut");
                break;
        }
    }

    private static (string Tighten, string Figure, string After) HowToTighten(Result result, UnitSystem system)
    {
        var joint = result.Joint;
        var passes = joint.Bolts.Count > 1 ? " in three passes" : "";
        string Show(Term term) => QuantityText.ShowText(result[term], term.Dimension, system, 3);
        var method = joint.Tightening.Method;
        if (joint.Tightening.Lot?.Torque is not > 0 && Shop.Installation.Of(joint).NoTorque(joint).Length > 0)
            return ("Tighten by calibrated wrench to the job torque of the lot, found by test on the day of use", "", passes);
        if (Shop.Installation.Of(joint).Id == "stages" && Shop.Stages.Of(joint) is { IsEmpty: false } stages)
        {
            var said = string.Join(", then ", stages.Select(s => s.Text));
            return Shop.Stages.WhyNot(joint).Length == 0 ? ("Tighten in stages:", said, "")
                : ("Not to be tightened by the stages stated,", said, ": they leave another preload than it is judged for");
        }
        return method.Measure switch
        {
            Measure.Turn => ("Snug, then turn by", ByHand(result[Terms.TurnFromSnug]), joint.Bolts.Count > 1 ? " at most, in two passes"
                : " at most"),
            Measure.Indicator => ("Tighten until the indicators show", Show(Terms.Preload), passes),
            Measure.Force => ($"Tension ({method.Label}) so that", Show(Terms.Preload), " remains"),
            Measure.Stretch => ($"Tighten to a stretch ({method.Label}) of", Show(Terms.MeasuredStretch), " from end to end" + passes),
            _ => (method.Means.Length > 0 ? $"Tighten {method.Means} to about" : "Tighten to", SettableTorque(result, system), passes),
        };
    }

    // A hand turns no finer.
    private const int HandTurn = 5;

    /// <summary>A turn as a hand can turn it: in steps of five degrees.</summary>
    private static string ByHand(double turn) =>
        $"{Math.Max(HandTurn, Math.Round(turn * 180 / Math.PI / HandTurn) * HandTurn):0}°";

    /// <summary>
    /// The torque as a wrench can be set: a stated one as stated, a lot's job torque as it was found, for less would not do; else the
    /// coarsest step at which the preload's whole spread stays within the
    /// window, the nearest figure first.
    /// </summary>
    private static string SettableTorque(Result result, UnitSystem system)
    {
        var torque = result[Terms.Torque];
        var how = result.Joint.Tightening;
        if (how.Aim == AimKind.Torque || how.Lot?.Torque == torque || torque <= 0) return QuantityText.ShowText(torque, Dimension.Torque,
            system);
        var unit = Units.Shown(Dimension.Torque, system);
        var value = unit.FromHeld(torque);
        var steps = value switch { >= 400 => Steps[..], >= 100 => Steps[1..], >= 20 => Steps[2..], _ => Steps[3..] };
        foreach (var step in steps)
        {
            var near = Math.Round(value / step) * step;
            foreach (var set in new[] { near, near > value ? near - step : near + step })
            {
                if (set > 0 && Stays(result, set / value)) return $"{QuantityText.Figures(set)} {unit.Symbol}";
            }
        }
        return QuantityText.ShowText(torque, Dimension.Torque, system, 3);
    }

    // Further from what was computed is another torque, not a rounded one.
    private const double MostRounding = 0.03;

    // What clicks and scales of wrenches go by: from 400, from 100, from 20, and below.
    private static readonly double[] Steps = [10, 5, 1, 0.5, 0.1];

    /// <summary>True where a torque that many times the computed one leaves the preload within its window, or no worse outside it
    /// than it was.</summary>
    private static bool Stays(Result result, double times)
    {
        if (Math.Abs(times - 1) > MostRounding) return false;
        var by = (times - 1) * result[Terms.Preload];
        var window = result.Window;
        var (least, most) = (result[Terms.PreloadMin], result[Terms.PreloadMax]);
        return (by >= 0 || least + by >= window.From || least < window.From * (1 - OnTheEdge))
            && (by <= 0 || most + (times - 1) * most <= window.To || most > window.To * (1 + OnTheEdge));
    }

    // A target that was chosen to reach the edge stands on it to the last figure, and is not outside.
    private const double OnTheEdge = 1e-9;

    /// <summary>The designation of a standard at the head of a source: ISO 4014, ASME B18.2.2, DIN 125.</summary>
    [GeneratedRegex(@"^(ISO|EN|ASME|ASTM|DIN|IFI) [A-Z]?[0-9][0-9.\-]*[0-9]?")]
    private static partial Regex Designation();

    internal static string Standard(string source) => Designation().Match(source).Value.TrimEnd('.', '-');
}
