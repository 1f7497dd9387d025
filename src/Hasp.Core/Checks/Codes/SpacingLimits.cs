using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Core.Checks.Codes;

/// <summary>A distance of the pattern beside what a code allows, mm.</summary>
/// <param name="Name">As the code names it.</param>
/// <param name="Actual">What it is; not finite where there is none, or it is not known.</param>
/// <param name="Allowed">The least or the greatest.</param>
/// <param name="IsLeast">True for a least distance.</param>
internal readonly record struct SpacingLimit(string Name, double Actual, double Allowed, bool IsLeast)
{
    public static SpacingLimit Least(string name, double actual, double allowed) => new(name, actual, allowed, true);

    public static SpacingLimit Most(string name, double actual, double allowed) => new(name, actual, allowed, false);

    /// <summary>1 or more where it is kept.</summary>
    public double Factor => IsLeast ? Actual / Allowed : Allowed / Actual;

    public string Words =>
        $"{Name} {QuantityText.ShowText(Actual, Dimension.Length, UnitSystem.Si)}, "
            + $"at {(IsLeast ? "least" : "most")} {QuantityText.ShowText(Allowed, Dimension.Length, UnitSystem.Si)}";
}

/// <summary>Judges the distances of a pattern by the limits of a code: one that is not kept falls short, those that are kept give
/// no reserve.</summary>
internal static class SpacingLimits
{
    /// <summary>The limits for one bolt in a part and a direction.</summary>
    internal delegate IEnumerable<SpacingLimit> Rules(Joint joint, int part, BoltPlace place, int direction);

    /// <summary>Nothing where all are kept; else the one that is missed by most. Its place numbers part and bolt.</summary>
    internal static Judged<T> Judge<T>(Joint joint, Rules rules)
        where T : struct, IScalar<T>
    {
        if (Worst(joint, rules) is not { } worst || worst.Limit.Factor >= 1 - 1e-9) return Judged<T>.Nothing;
        var (actual, allowed) = (T.Given(CodeTerms.LimitActual, worst.Limit.Actual, source: worst.Limit.Name),
            T.Given(CodeTerms.LimitAllowed, worst.Limit.Allowed));
        return new(true, T.Let(CodeTerms.LimitFactor, worst.Limit.IsLeast ? actual / allowed : allowed / actual), worst.Place);
    }

    internal static string Kept(Joint joint, Rules rules)
    {
        if (joint.Pattern is null
            && joint.Bolts.Count > 1) return "not judged, because the places of the bolts are not stated: lay out a pattern";
        return Worst(joint, rules) is { } worst ? $"kept; nearest to its limit: {worst.Limit.Words}" : "no distance is stated or drawn";
    }

    internal static string Words(Joint joint, Rules rules, int place)
    {
        var worst = Worst(joint, rules);
        return worst is { } w && w.Place == place
            ? $"bolt {joint.Pattern?.NumberOf(place % joint.Bolts.Count) ?? 1} in {joint.Layers[place / joint.Bolts.Count].Name}: "
                + $"{w.Limit.Words}" : "";
    }

    /// <summary>The thinner of the two outer parts, mm.</summary>
    internal static double ThinnerOuter(Joint joint) => Math.Min(joint.Layers[0].Thickness, joint.Layers[^1].Thickness);

    private sealed record Found(SpacingLimit Limit, int Place);

    private sealed record Nearest(SpacingLimit? Limit, int Bolt);

    /// <summary>
    /// The limit that is missed by most, or kept by least; of a part it follows from its plan and from nothing that a grade of bolts
    /// changes.
    /// </summary>
    private static Found? Worst(Joint joint, Rules rules)
    {
        Found? worst = null;
        for (var part = 0; part < joint.Layers.Length; part++)
        {
            if (joint.Plans.Parts[part] is not { } plan) continue;
            var (layer, index) = (joint.Layers[part], part);
            var key = (rules.Method, joint.Judging.By<CodeSettings>(), joint.Bolts.Thread.Diameter, layer.Holes, layer.Thickness,
                layer.Material.Yield, ThinnerOuter(joint));
            var nearest = plan.Once(key, () => Search(joint, index, plan, rules));
            if (nearest.Limit is { } limit && (worst is null || limit.Factor < worst.Limit.Factor)) worst = new(limit,
                (part * plan.Bolts.Length) + nearest.Bolt);
        }
        return worst;
    }

    private static Nearest Search(Joint joint, int part, PartPlan plan, Rules rules)
    {
        var nearest = new Nearest(null, 0);
        foreach (var (bolt, direction, place) in plan.Distances())
        {
            foreach (var limit in rules(joint, part, place, direction))
            {
                if (!double.IsFinite(limit.Actual)) continue;
                if (nearest.Limit is not { } least || limit.Factor < least.Factor) nearest = new(limit, bolt);
            }
        }
        return nearest;
    }
}
