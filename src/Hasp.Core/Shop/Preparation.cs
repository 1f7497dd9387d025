using Hasp.Core.Catalogue;
using Hasp.Core.Checks.Codes;
using Hasp.Core.Joints;

namespace Hasp.Core.Shop;

/// <summary>How the faces under head and nut lie to the bolt's axis.</summary>
public enum FaceSlope
{
    /// <summary>Both square to it.</summary>
    Square,

    /// <summary>One sloped, not more than 1:20.</summary>
    OneSloped,

    /// <summary>Both sloped, not more than 1:20.</summary>
    BothSloped,
}

/// <summary>What keeps a bolt from working loose.</summary>
public enum Locking
{
    /// <summary>Its preload.</summary>
    None,

    /// <summary>A nut that is hard to turn.</summary>
    PrevailingNut,

    /// <summary>Washers whose wedges rise faster than the thread.</summary>
    Wedge,

    /// <summary>Wire through the heads.</summary>
    Wire,

    /// <summary>Adhesive in the thread.</summary>
    Adhesive,
}

/// <summary>Where work stops until somebody else has looked.</summary>
public enum HoldPoint
{
    /// <summary>Nowhere.</summary>
    None,

    /// <summary>After snug.</summary>
    Snug,

    /// <summary>After the last pass.</summary>
    Last,

    /// <summary>After snug and after the last pass.</summary>
    Both,

    /// <summary>After each pass.</summary>
    Each,
}

/// <summary>Something to be done before or after tightening.</summary>
/// <param name="Id">Stable name, by which a record says that it was done.</param>
/// <param name="Does">What is to be done, as an instruction.</param>
/// <param name="Minutes">How long it has to be waited for, or within which it has to be done; null where no clock runs.</param>
/// <param name="Within">True where the time is a limit and not a wait.</param>
public sealed record Preparation(string Id, string Does, double? Minutes = null, bool Within = false)
{
    private const double Hour = 60;

    /// <summary>What has to be done before the first bolt is turned.</summary>
    public static IEnumerable<Preparation> Before(Joint joint, Assembly assembly)
    {
        var said = joint.Said;
        var finish = joint.Tightening.NutFactor;
        foreach (var own in assembly.Before) yield return own;
        yield return new("threads", !joint.Kind.IsTightened ? "Inspect bolts and nuts; see that the nuts run down by hand." : joint.Tapped
            && joint.End.Blind
            ? "Inspect bolts and holes. Clean the threads; blow the blind holes dry: oil at their bottom holds the bolt up, "
                + "or bursts the part."
            : "Inspect bolts, nuts and washers. Clean the threads; refuse what is nicked, bent or rusted.");
        if (!joint.Kind.IsTightened) yield break;
        yield return new("reuse", ReuseRule.Of(joint).Words);
        if (finish.PutOn) yield return new("lubricant",
            $"Lubricate ({finish.Label}): the thread, and the face under what turns. The same tin, the same way as in the test; "
                + $"none on the faces that slip is held by.");
        else yield return new("as received",
            $"Tighten as received ({finish.Label}): no oil, no cleaning with solvent. Fingers with oil on them halve the torque needed.");
        if (joint.Judging.Basis.Id != "machine" && joint.Sharing.AnyShear && joint.Tightening.Pretensioned) yield return new("faces",
            "See that the faying surfaces are as the slip class asks: dry, free of oil, loose rust and paint that was not foreseen.");
        if (joint.Gasket is { } gasket) yield return new("gasket",
            $"Clean the faces of the gasket ({gasket.Name}); a new gasket each time, dry unless its maker says otherwise.");
        if (WasherSide(joint) is { } washers) yield return new("washers", washers);
        if (joint.Cases.Any(c => c.Pressure > 0)) yield return new("sealant",
            "Where a hole is open to what is contained, seal the thread with what the medium allows, and count its friction: "
                + "test the lot with it.", said.Stated(PlanFields.OpenMinutes), true);
        foreach (var locking in Locks(joint)) yield return locking;
    }

    /// <summary>What has to be done when the last bolt is tight.</summary>
    public static IEnumerable<Preparation> After(Joint joint)
    {
        var said = joint.Said;
        yield return new("mark", "Mark bolt, nut and part with one line across when it is tight: what turns later shows.");
        if (said.Of(PlanFields.Locking) == Locking.Wire) yield return new("wire",
            "Wire the heads so that each pull tightens its neighbour.");
        if (joint.Kind.IsTightened && said.Stated(PlanFields.CureHours) is { } cure) yield return new("cure",
            "Leave it unloaded until it has cured.", cure * Hour);
        if (said.Stated(PlanFields.RetorqueHours) is { } again) yield return new("again",
            "After settling, go round once more at the full setting, in the same order.", again * Hour);
    }

    private static IEnumerable<Preparation> Locks(Joint joint)
    {
        var said = joint.Said;
        switch (said.Of(PlanFields.Locking))
        {
            case Locking.Adhesive:
                if (said.Stated(PlanFields.PrimerMinutes) is { } primer) yield return new("primer",
                    "Clean off all oil, prime both threads and let the primer dry.", primer);
                yield return new(
                    "adhesive", "Apply the adhesive where the threads will meet and drive the bolt home before it sets. "
                        + "It acts as a lubricant: the torque is that of a lot tested with it.", said.Stated(PlanFields.OpenMinutes), true);
                break;
            case Locking.PrevailingNut:
                yield return new(
                    "nut", "Measure the prevailing torque on the way down and add it to the setting; a nut that runs free is refused.");
                break;
            case Locking.Wedge:
                yield return new("wedge", "Pair the wedge washers, cams inward, under head and nut alike; no flat washer beneath.");
                break;
            default:
                break;
        }
    }

    /// <summary>Where washers go and which face looks which way; null where there are none.</summary>
    private static string? WasherSide(Joint joint)
    {
        if (joint.HeadWasher is null && joint.NutWasher is null) return null;
        var structural = Installation.IsStructural(joint);
        var where = (structural, joint.Bolts.Grade.Grade) switch
        {
            (true, "10.9") => "one under head and one under nut (EN 1090-2, 8.2.4)",
            (true, "8.8") => "at least one under the part that turns (EN 1090-2, 8.2.4)",
            _ => "as drawn",
        };
        return $"Washers {where}: the chamfered face towards the head, and towards the nut.";
    }
}

/// <summary>Whether a bolt may be tightened again.</summary>
/// <param name="Times">How many times it may be tightened in all; null where its condition decides.</param>
/// <param name="Words">As an instruction, with its source.</param>
public sealed record ReuseRule(int? Times, string Words)
{
    /// <summary>The rule for a joint's bolts.</summary>
    public static ReuseRule Of(Joint joint)
    {
        var (bolts, how) = (joint.Bolts, joint.Tightening);
        var galvanised = how.NutFactor.Plating == Plating.HotDip;
        return bolts.Grade.Grade switch
        {
            "A490" or "A490M" or "F1852" or "F2280" => new(1,
                "Never use these bolts again once they were tight (RCSC specification, reuse)."),
            "A325" or "A325M" when galvanised => new(1,
                "Never use galvanised bolts again once they were tight (RCSC specification, reuse)."),
            "A325" or "A325M" => new(null,
                "Use again only with the engineer's consent, and only where the nut runs the whole thread by hand (RCSC "
                    + "specification, reuse)."),
            _ when how.Pretensioned => new(1,
                "A preloaded assembly that was loosened is discarded, bolt, nut and washers (EN 1090-2, 8.5.1)."),
            _ when Installation.Of(joint).Id == "stages" && Stages.Of(joint).Any(s => s.Measure == PassMeasure.Turn) => new(1,
                "Turned by angle as its maker states: new bolts each time."),
            _ when how.Aim is AimKind.YieldShare or AimKind.RootYieldShare
                && how.AimValue >= 0.9 => new(1, "Tightened to yield: use once."),
            _ when how.NutFactor.Lubricant => new(null,
                "Use again while the thread is clean, runs free and was lubricated anew: count the tightenings."),
            _ => new(null, "Dry plated threads lose clamp with each tightening at the same torque, to about half in six: "
                + "count the tightenings, and use new bolts where it matters."),
        };
    }
}
