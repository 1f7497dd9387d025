using System.Collections.Immutable;
using Hasp.Core.Checks.Machine;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.Checks.Modes;

/// <summary>The ways of failing that are followed through every kind and basis. A basis offers a check for each, or says why not.</summary>
public static class FailureModes
{
    private static string? Exempt(bool unless, string why) => unless ? null : why;

    private static string? NotTightened(Joint j) => Exempt(j.Kind.IsTightened, "nothing is tightened");

    private static string? NotPulled(Joint j) => Exempt(j.Kind.IsTightened && Pulls(j), "nothing pulls at a tightened bolt");

    private static string? NotSheared(Joint j) => Exempt(j.Kind.IsTightened && j.Sharing.AnyShear, "no tightened bolt is sheared");

    private static string? NoPartSheared(Joint j) => Exempt(j.Kind.IsParts && j.Sharing.AnyShear,
        "no part is sheared, or the kind judges its own");

    private static bool Pulls(Joint j) => j.Sharing.MostTension.Case >= 0;

#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Mode Tension = new("tension", "Tension of the bolt", NotPulled, Fields.Basis.Path, MachineBasis.Load);

    public static readonly Mode Shear = new("shear", "Shear of the bolt", NotSheared, Fields.Basis.Path, MachineBasis.Shear)
    {
        Needs = Checks.Modes.Needs.Planes,
    };

    public static readonly Mode Combined = new("combined", "Shear and tension of the bolt",
        j => NotSheared(j) ?? Exempt(Pulls(j), "shear and tension do not come together"), Fields.Basis.Path, MachineBasis.Combined);

    public static readonly Mode Preload = new("preload", "Proof and yield of the tightened bolt", NotTightened, Fields.Aim.Path)
    {
        Needs = Checks.Modes.Needs.Aim, Rule = "aimed at no more than the proof load",
    };

    public static readonly Mode Tightening = new("tightening", "Yield while tightening", NotTightened, Fields.Method.Path)
    {
        Rule = "the tool is not looked at by this basis; its scatter is counted in the clamp",
    };

    public static readonly Mode Stripping = new("stripping", "Thread stripping, a weak nut",
        j => NotTightened(j) ?? Exempt(j.MayStrip, "a nut of the matching class is full strength"), Fields.EndKind.Path,
        MachineBasis.Strip, MachineBasis.StripByLoad);

    public static readonly Mode Bearing = new("bearing", "Bearing of the parts", NotSheared, Fields.Basis.Path, MachineBasis.Bearing);

    public static readonly Mode TearOut = new("tearOut", "Tear-out of the parts", NotSheared, Fields.Basis.Path, MachineBasis.TearOut)
    {
        Needs = Checks.Modes.Needs.Edges,
    };

    public static readonly Mode Block = new("block", "Block tearing of the parts",
        j => NoPartSheared(j) ?? Exempt(j.Bolts.Count > 1, "one bolt has no block"), Fields.Basis.Path, MachineBasis.Block);

    public static readonly Mode Section = new("section", "Net section of the parts", NoPartSheared, Fields.Basis.Path,
        MachineBasis.NetSection);

    public static readonly Mode Gross = new("gross", "Gross section of the parts", NoPartSheared, Fields.Basis.Path,
        MachineBasis.NetSection);

    public static readonly Mode PullThrough = new("pullThrough", "Pull-through of head or nut", NotPulled, "layers[0].thickness",
        MachineBasis.PullThrough);

    public static readonly Mode Crushing = new("crushing", "Crushing under head, nut and washers", NotTightened, Fields.HeadWasher.Path,
        MachineBasis.UnderHead, MachineBasis.WasherPressure);

    public static readonly Mode Flange = new("flange", "Bending of a flange, with prying",
        j => Exempt(j.Pattern?.Prying is { IsModel: true } && Pulls(j), "no flange is stated that bends, or nothing pulls"),
            Fields.Basis.Path,
        MachineBasis.Flange);

    public static readonly Mode Spacing = new("spacing", "Spacing, edge distances, holes",
        j => Exempt(j.Kind.IsParts && j.Sharing.AnyShear, "no part is sheared, or the kind lays its bolts out"), Fields.Basis.Path)
    {
        Rule = "no rule of this basis; tear-out and net section are judged by the distances stated",
    };

    public static readonly Mode Slip = new("slip", "Slip",
        j => NotSheared(j) ?? Exempt(!j.Judging.Shear.Bearing && j.Judging.Where<Codes.CodeSettings>() is not { IsSlipCritical: false },
            "the bolts bear: it may slip"), Fields.ShearBy.Path, MachineBasis.Slip);

    public static readonly Mode Separation = new("separation", "Separation of the faces", NotPulled, Fields.Aim.Path)
    {
        Rule = "faces may part by this basis: the bolts carry the whole pull",
    };

    public static readonly Mode Leak = new("gasketTightness", "Tightness of the gasket",
        j => Exempt(j.Cases.Any(c => c.Pressure > 0) && (j.Sealing is not null || j.Kind.IsParts), "nothing is sealed"), Fields.Basis.Path,
        MachineBasis.Leak)
    {
        Needs = Checks.Modes.Needs.Seal,
    };

    public static readonly Mode Gasket = new("gasket", "Seating and crushing of the gasket",
        j => NotTightened(j) ?? Exempt(j.Gasket is not null, "no gasket is clamped"), Fields.Basis.Path,
        MachineBasis.Seating, MachineBasis.GasketCrushing)
    {
        Needs = Checks.Modes.Needs.Gasket,
    };

    public static readonly Mode Settling = new("settling", "Settling and relaxation that leave no clamp",
        j => NotTightened(j) ?? Exempt(Pulls(j) || !j.Judging.Shear.Bearing || !j.Sharing.AnyShear,
            "the bolts bear: nothing rests on the clamp"), Fields.Aim.Path)
    {
        Needs = Checks.Modes.Needs.Clamp, Rule = "clamp is left at the smallest preload",
    };

    public static readonly Mode Fatigue = new("fatigue", "Fatigue of the bolt",
        j => NotTightened(j) ?? Exempt(j.Alternates, "no load case alternates with another"), Fields.Basis.Path, MachineBasis.Fatigue);

    public static readonly Mode Loosening = new("loosening", "Self-loosening",
        j => NotSheared(j) ?? Exempt(j.ShearAlternates, "no shear alternates"), Fields.ShearBy.Path)
    {
        Needs = Checks.Modes.Needs.Lock, Rule = "the thread is locked",
    };

    public static readonly Mode Temperature = new("temperature", "Temperature of bolt and finish", _ => null, Fields.BoltsTemperature.Path)
    {
        Needs = Checks.Modes.Needs.Temperature, Rule = "grade and finish are listed for the temperatures stated",
    };

    public static readonly Mode Finish = new("finish", "Hydrogen and a finish that its grade must not have", NotTightened,
        Fields.Lubrication.Path)
    {
        Needs = Checks.Modes.Needs.Finish, Rule = "the grade takes the finish",
    };

    public static readonly Mode OtherLimitState = new("limitStates", "Loads of the other limit state", _ => null, "loads[0].limitState")
    {
        Needs = Checks.Modes.Needs.OtherLimitState, Rule = "no case outweighs those that strength is judged under",
    };

    public static readonly Mode OtherLoads = new("otherLoads", "Loads that the kind does not take", _ => null, "loads[0].tension")
    {
        Needs = Checks.Modes.Needs.OtherLoads, Rule = "every load is one that this kind of joint takes",
    };
#pragma warning restore CS1591

    /// <summary>All, in the order of the job; a kind adds its own.</summary>
    public static ImmutableArray<Mode> All { get; } =
    [
        Tension, Shear, Combined, Preload, Tightening, Stripping, Bearing, TearOut, Block, Section, Gross, PullThrough, Crushing, Flange,
        Spacing, Slip, Separation, Leak, Gasket, Settling, Fatigue, Loosening, Temperature, Finish, OtherLimitState, OtherLoads,
    ];

    /// <summary>Those that no basis judges by a check: an input that is needed, a figure that must hold.</summary>
    public static ImmutableArray<Offer> ByRule { get; } =
        [.. new[] { Settling, Loosening, Temperature, Finish, OtherLimitState, OtherLoads }.Select(m =>
            m.Uncovered("a rule for all bases"))];

    /// <summary>Those that are no strength: of the tool, of the clamp, of distances, of what wears.</summary>
    public static ImmutableArray<Mode> Unjudged { get; } =
        [Preload, Tightening, Stripping, Block, Crushing, Flange, Spacing, Slip, Separation, Leak, Gasket, Fatigue];

    /// <summary>How far each way of failing was looked at: those of every joint, then those that its kind adds.</summary>
    internal static ImmutableArray<Coverage> Of(Mechanics<Plain> m)
    {
        // A pretension that a code lays down is what it asks for: the code has counted the scatter of its methods in.
        var at = m.Joint.Tightening.Pretensioned ? m.WithPreload(m.Preload) : m;
        return [.. All.Concat(m.Joint.Kind.Modes()).SelectMany(mode => mode.Of(at))];
    }
}
