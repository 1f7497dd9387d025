using Hasp.Core.Catalogue;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Core;

/// <summary>The joint in one plain sentence, to be copied to a drawing or an order.</summary>
/// <param name="Order">What to buy: <c>4 × M16 × 60 – 8.8</c>.</param>
/// <param name="Finish">Head, washers, finish.</param>
/// <param name="Torque">How tight, with its unit.</param>
/// <param name="Governs">What governs, in which case, factor against required.</param>
public sealed record CallOut(string Order, string Finish, string Torque, string Governs)
{
    /// <summary>The whole sentence.</summary>
    public string Text => $"{Order}, {Finish}. Tighten to {Torque} in three passes. {Governs}";

    /// <summary>Says <paramref name="result"/> in the units of <paramref name="system"/>.</summary>
    public static CallOut Of(Result result, UnitSystem system)
    {
        var joint = result.Joint;
        var bolts = joint.Bolts;
        // Bolts are ordered in the measure they are made in, whatever is shown.
        var length = bolts.Thread.System == MeasureSystem.Metric
            ? QuantityText.Figures(bolts.Length)
            : QuantityText.Figures(bolts.Length / 25.4) + " in";
        var washers = (joint.HeadWasher, joint.NutWasher) switch
        {
            (null, null) => "no washers",
            ({ } h, _) when joint.Tapped => $"{h.Kind} washer",
            ({ } h, { } n) when h.Kind == n.Kind => $"{h.Kind} washers",
            ({ } h, { } n) => $"{h.Kind} washer under head, {n.Kind} under nut",
            ({ } h, null) => $"{h.Kind} washer under head",
            (null, { } n) => $"{n.Kind} washer under nut",
        };
        // How far the thread must go in is part of what a fitter needs.
        var end = joint.End.Kind switch
        {
            ThreadEndKind.Nut => "",
            ThreadEndKind.Insert => $", into inserts {QuantityText.ShowText(joint.End.InsertLength, Dimension.Length, system, 3)} long",
            _ => $", {QuantityText.ShowText(joint.End.Engagement, Dimension.Length, system, 3)} into {joint.Layers[^1].Name}",
        };
        var head = bolts.IsStud ? "studs with nuts" : $"{bolts.Head.Kind} head";
        var governs = result.Governing is { Factor: { } factor } g
            ? $"Governs: {g.Check.Name.ToLowerInvariant()}{(g.Place.Length > 0 ? $" ({g.Place})" : "")}{(g.Bolt > 0 ? $" of bolt {g.Bolt}" : "")}{(g.Case >= 0 ? $" in {joint.Cases[g.Case].Name}" : "")}, {QuantityText.Factor(factor)} against {g.Required:0.00}."
            : "Nothing loads it.";
        return new CallOut(
            $"{bolts.Count} × {bolts.Thread.Designation} × {length} – {bolts.Grade.Grade}",
            $"{head}, {washers}, {joint.Tightening.NutFactor.Label}{end}",
            QuantityText.ShowText(result[Terms.Torque], Dimension.Torque, system, 3),
            governs);
    }
}
