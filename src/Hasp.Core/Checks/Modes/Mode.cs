using System.Collections.Immutable;
using Hasp.Core.Checks.Machine;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Modes;

/// <summary>How far a way of failing was looked at.</summary>
public enum Looked
{
    /// <summary>The basis, or the kind of joint, judges it.</summary>
    Judged,

    /// <summary>
    /// The basis has no rule for it; by mechanics it holds with what stands in <see cref="Mode.Margin"/>. Where it does not, it is open.
    /// </summary>
    SecondLine,

    /// <summary>It applies, nothing judges it, and by mechanics it falls short; or what it needs was not given; or a figure is
    /// void.</summary>
    Open,

    /// <summary>This joint cannot fail so.</summary>
    DoesNotApply,
}

/// <summary>One way of failing of one joint, and how far it was looked at.</summary>
/// <param name="Mode">The way of failing.</param>
/// <param name="Looked">How far.</param>
/// <param name="Why">By what it is judged, why it is open, or why it does not apply.</param>
/// <param name="Path">The field that would close it where it is open.</param>
public readonly record struct Coverage(Mode Mode, Looked Looked, string Why, string Path)
{
    /// <summary>True where it is open for an input that nobody gave or a figure that does not hold, and not for want of a rule.</summary>
    public bool ForInput { get; init; }

    /// <summary>As what would close it.</summary>
    internal Ask Ask => new(Path, Why) { Open = ForInput ? null : Mode.Name };
}

/// <summary>What a basis says of a way of failing: the checks that judge it, or why it has none.</summary>
/// <param name="Mode">The way of failing.</param>
/// <param name="Checks">Its checks; empty where it has none.</param>
/// <param name="NotCovered">Why there is none, with the clause where one says so.</param>
public sealed record Offer(Mode Mode, ImmutableArray<Check> Checks, string NotCovered)
{
    /// <summary>What would have to be stated for it to be judged, and where: it is open then, whatever mechanics says; null where
    /// nothing is.</summary>
    public Func<Joint, Ask?> Wants { get; init; } = _ => null;
}

/// <summary>
/// A way of failing. Whether it applies is said by kind, geometry and load, never by a basis; a basis covers it by what it offers for it,
/// a kind of joint by checks of its own.
/// </summary>
/// <param name="Id">Stable name in results.</param>
/// <param name="Name">In the field's words.</param>
/// <param name="ExemptBy">Why a joint cannot fail so; null where it can.</param>
/// <param name="Path">The field that closes it where it is open.</param>
/// <param name="Second">Checks by mechanics, which need no basis: the second line where the basis has no rule.</param>
public sealed record Mode(string Id, string Name, Func<Joint, string?> ExemptBy, string Path, params ImmutableArray<Check> Second)
{
    /// <summary>
    /// What the second line asks of a check that the load sets, where loads come with their partial factors in them: 1/φ of AISC
    /// 360-22, J3.7, φ = 0.75, the largest of the codes' factors on rupture. Elsewhere the check's own required factor; of what the
    /// tool sets always that.
    /// </summary>
    public const double Margin = 4.0 / 3;

    /// <summary>Checks that a kind of joint has of its own for it, each by the standard that writes it.</summary>
    public ImmutableArray<Check> Own { get; init; } = [];

    /// <summary>The way of failing of every joint that it is: what a basis offers for that one judges this one, where the kind has no
    /// check of its own by that basis. Null where it is like no other.</summary>
    public Mode? Like { get; init; }

    /// <summary>Inputs that it needs and nobody gave, and figures that do not hold: it is open while there is one.</summary>
    internal Func<Joint, Mechanics<Plain>, IEnumerable<Ask>> Needs { get; init; } = (_, _) => [];

    /// <summary>What looks at it where no check does; empty where nothing would.</summary>
    public string Rule { get; init; } = "";

    /// <summary>Judged by these checks.</summary>
    public Offer By(params ImmutableArray<Check> checks) => new(this, checks, "");

    /// <summary>Not covered, and why.</summary>
    public Offer Uncovered(string why) => new(this, [], why);

    /// <summary>The checks by which a kind of joint has it judged, beside those that every joint has.</summary>
    internal IEnumerable<Check> OfKind(Basis basis) =>
        Second.Concat(Own).Where(c => c.Info.IsOf(basis)).ToList() is { Count: > 0 } own ? own : Like is null
            ? [] : basis.Offered(Like).Checks;

    /// <summary>True where a joint is judged by a check that looks at it.</summary>
    internal bool IsJudged(Joint joint)
    {
        var offered = joint.Judging.Basis.Offered(Like ?? this).Checks;
        return joint.Judging.Checks.Any(c => joint.Judging.Required(c) > 0 && c.MayApply(joint)
            && (Second.Contains(c) || Own.Contains(c) || offered.Contains(c)));
    }

    /// <summary>How far it was looked at in a joint: in one row, or in one for each input that is open.</summary>
    internal IEnumerable<Coverage> Of(Mechanics<Plain> m)
    {
        var joint = m.Joint;
        if (ExemptBy(joint) is { } why) return [new(this, Looked.DoesNotApply, why, "")];
        var needs = Needs(joint, m).Select(n => new Coverage(this, Looked.Open, n.Problem, n.Path) { ForInput = true }).ToList();
        if (needs.Count > 0) return needs;
        return [Row(m)];
    }

    private Coverage Row(in Mechanics<Plain> m)
    {
        var joint = m.Joint;
        var basis = joint.Judging.Basis;
        if (IsJudged(joint)) return new(this, Looked.Judged, basis.Name, "");
        var offer = basis.Offered(Like ?? this);
        if (offer.Wants(joint) is { } wants) return new(this, Looked.Open, wants.Problem, wants.Path);
        var no = offer.Checks.Length > 0 ? $"{basis.Name} has nothing to judge it by here"
            : $"{basis.Name} has no rule for it{(offer.NotCovered.Length > 0 ? $" ({offer.NotCovered})" : "")}";
        if (Second.IsEmpty) return Rule.Length > 0 ? new(this, Looked.SecondLine, Rule, "") : new(this, Looked.Open, no, Path);
        var (short_, reserve) = Least(m);
        if (short_ is null) return new(this, Looked.SecondLine, $"{no}; by mechanics: {Second[0].Nothing(m)}", "");
        var stands = $"{short_.Name.ToLowerInvariant()} {Math.Floor(reserve * 100) / 100:0.00}× of what is asked";
        return reserve >= 1
            ? new(this, Looked.SecondLine, $"{no}; by mechanics {stands}", "")
            : new(this, Looked.Open, $"{basis.Name} has no rule for it here, and by mechanics it falls short, {stands}: mend it, "
                + $"or judge it by another basis",
                Path);
    }

    private (Check? Check, double Reserve) Least(in Mechanics<Plain> m)
    {
        var joint = m.Joint;
        var factored = joint.Judging.Basis.Speech is Speech.Utilisation or Speech.Strength;
        var (worst, least) = ((Check?)null, double.PositiveInfinity);
        foreach (var check in Second)
        {
            var required = check.Info.SetBy == SetBy.Load && factored ? Margin : check.Required;
            if (check.WorstOf(m) is { } found && found.Factor / required < least) (worst, least) = (check, found.Factor / required);
        }
        return (worst, least);
    }
}
