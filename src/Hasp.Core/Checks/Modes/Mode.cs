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
public readonly record struct Coverage(Mode Mode, Looked Looked, string Why, string Path);

/// <summary>
/// A way of failing. Whether it applies is said by kind, geometry and load, never by a basis; a basis covers it by having one of the checks
/// that look at it.
/// </summary>
/// <param name="Id">Stable name in results.</param>
/// <param name="Name">In the field's words.</param>
/// <param name="ExemptBy">Why a joint cannot fail so; null where it can.</param>
/// <param name="Path">The field that closes it where it is open.</param>
/// <param name="Second">Checks by mechanics, which need no basis: the second line where the basis has no rule.</param>
/// <param name="Others">Ids of the checks of other bases and of kinds that judge it.</param>
public sealed record Mode(string Id, string Name, Func<Joint, string?> ExemptBy, string Path, ImmutableArray<Check> Second,
    params ImmutableArray<string> Others)
{
    /// <summary>
    /// What the second line asks of a check that the load sets, where loads come with their partial factors in them: 1/φ of AISC
    /// 360-22, J3.7, φ = 0.75, the largest of the codes' factors on rupture. Elsewhere the check's own required factor; of what the
    /// tool sets always that.
    /// </summary>
    public const double Margin = 4.0 / 3;

    /// <summary>True where a joint is judged by a check that looks at it.</summary>
    internal bool IsJudged(Joint joint) =>
        joint.Judging.Checks.Any(c => joint.Judging.Required(c) > 0 && (Second.Contains(c) || Others.Contains(c.Id)));

    /// <summary>How far it was looked at in a joint.</summary>
    internal Coverage Of(in Mechanics<Plain> m)
    {
        var joint = m.Joint;
        if (ExemptBy(joint) is { } why) return new(this, Looked.DoesNotApply, why, "");
        if (IsJudged(joint)) return new(this, Looked.Judged, joint.Judging.Basis.Name, "");
        var (short_, reserve) = Least(m);
        var basis = joint.Judging.Basis.Name;
        if (short_ is null) return new(this, Looked.SecondLine, $"{basis} has no rule for it; by mechanics nothing brings it", "");
        var stands = $"{short_.Name.ToLowerInvariant()} {Math.Floor(reserve * 100) / 100:0.00}× of what is asked";
        return reserve >= 1
            ? new(this, Looked.SecondLine, $"{basis} has no rule for it; by mechanics {stands}", "")
            : new(this, Looked.Open,
                $"{basis} has no rule for it here, and by mechanics it falls short, {stands}: mend it, or judge it by another basis", Path);
    }

    private (Check? Check, double Reserve) Least(in Mechanics<Plain> m)
    {
        var joint = m.Joint;
        var (worst, least) = ((Check?)null, double.PositiveInfinity);
        var factored = joint.Judging.Basis.Speech is Speech.Utilisation or Speech.Strength;
        foreach (var check in Second)
        {
            if (!check.MayApply(joint)) continue;
            var required = check.Info.SetBy == SetBy.Load && factored ? Margin : check.Required;
            for (var c = 0; c < joint.Cases.Length; c++)
            {
                foreach (var pull in joint.Sharing.LoadsOn(check, c))
                {
                    var judged = check.Judge(m, BoltLoad<Plain>.Of(joint, c, pull, joint.Bolts.Count));
                    if (judged.Applies && judged.Factor.Value / required < least) (worst, least) = (check, judged.Factor.Value / required);
                }
            }
        }
        return (worst, least);
    }
}

/// <summary>The ways of failing that are followed through every kind and basis.</summary>
public static class Modes
{
    private const string NotTightened = "nothing is tightened", NothingPulls = "nothing pulls at a tightened bolt",
        NotSheared = "no tightened bolt is sheared";

    private static string? Unless(bool applies, string why) => applies ? null : why;

    /// <summary>All, in the order of the job; a kind adds its own.</summary>
    public static ImmutableArray<Mode> All { get; } =
    [
        new("tension", "Tension of the bolt", j => Unless(j.Kind.IsTightened && j.Sharing.MostTension.Case >= 0, NothingPulls),
            Fields.Basis.Path, [MachineBasis.Load], "yield", "enTension", "aiscTension", "isTension", "msTensionUltimate", "msTensionYield"),
        new("shear", "Shear of the bolt", j => Unless(j.Kind.IsTightened && j.Sharing.AnyShear, NotSheared), Fields.Basis.Path,
            [MachineBasis.Shear], "enShear", "enGroup", "aiscShear", "aiscGroup", "isShear", "msShear", "msPins"),
        new("combined", "Shear and tension of the bolt",
            j => Unless(j.Kind.IsTightened && j.Sharing.AnyShear && j.Sharing.MostTension.Case >= 0, "shear and tension do not come together"),
            Fields.Basis.Path, [MachineBasis.Combined], "enCombined", "aiscCombined", "isCombined", "msInteraction"),
        new("bearing", "Bearing of the parts", j => Unless(j.Kind.IsTightened && j.Sharing.AnyShear, NotSheared), Fields.Basis.Path,
            [MachineBasis.Bearing], "enBearing", "enGroup", "aiscBearing", "aiscGroup", "isBearing", "msBearingUltimate", "msBearingYield"),
        new("tearOut", "Tear-out of the parts", j => Unless(j.Kind.IsTightened && j.Sharing.AnyShear, NotSheared), Fields.Basis.Path,
            [MachineBasis.TearOut], "enBearing", "enGroup", "aiscBearing", "aiscGroup", "isBearing", "msBearingUltimate", "msBearingYield"),
        new("pullThrough", "Pull-through of head or nut", j => Unless(j.Kind.IsTightened && j.Sharing.MostTension.Case >= 0, NothingPulls),
            "layers[0].thickness", [MachineBasis.PullThrough], "enPunching"),
        new("crushing", "Crushing under head, nut and washers", j => Unless(j.Kind.IsTightened, NotTightened), Fields.HeadWasher.Path,
            [MachineBasis.UnderHead, MachineBasis.WasherPressure]),
        new("flange", "Bending of a flange, with prying", j => Unless(j.Pattern?.Prying is { IsModel: true } && j.Sharing.MostTension.Case >= 0,
            "no flange is stated that bends, or nothing pulls"), Fields.Basis.Path, [MachineBasis.Flange], "enFlange", "aiscFlange"),
        new("stripping", "Thread stripping", j => Unless(j.Kind.IsTightened && j.MayStrip, "a nut of the matching class is full strength"),
            Fields.EndKind.Path, [MachineBasis.Strip, MachineBasis.StripByLoad]),
        new("section", "Section of the parts", j => Unless(j.Kind.IsParts && j.Sharing.AnyShear, NotSheared), Fields.Basis.Path,
            [MachineBasis.NetSection], "enNet", "enGross", "aiscRupture", "aiscYielding", "isNet", "isGross"),
        new("gasketTightness", "Tightness of the gasket", j => Unless(j.Sealing is not null && j.Cases.Any(c => c.Pressure > 0), "nothing is sealed"),
            Fields.Basis.Path, [MachineBasis.Leak]),
        new("gasket", "Seating and crushing of the gasket", j => Unless(j.Gasket is not null && j.Kind.IsTightened, "no gasket is clamped"),
            Fields.Basis.Path, [MachineBasis.Seating, MachineBasis.GasketCrushing]),
        new("fatigue", "Fatigue of the bolt", j => Unless(j.Alternates && j.Kind.IsTightened, "no load case alternates with another"),
            Fields.Basis.Path, [MachineBasis.Fatigue]),
    ];

    /// <summary>How far each way of failing was looked at: those of every joint, then those that its kind adds.</summary>
    internal static ImmutableArray<Coverage> Of(Mechanics<Plain> m)
    {
        // A pretension that a code lays down is what it asks for: the code has counted the scatter of its methods in.
        var at = m.Joint.Tightening.Pretensioned ? m.WithPreload(m.Preload) : m;
        return [.. All.Concat(m.Joint.Kind.Modes()).Select(mode => mode.Of(at))];
    }
}
