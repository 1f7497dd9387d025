using Hasp.Core.Checks.Codes;
using Hasp.Core.Checks.Machine;
using Hasp.Core.Checks.Modes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Preload;

namespace Hasp.Core.Checks.Margins;

/// <summary>
/// Margins of safety with preload limits, the practice of NASA-STD-5020. Its margins stand in one file, their formulas and shear pins in
/// their own.
/// </summary>
[DesignBasis(40)]
public static class MarginBasis
{
#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Field<double> Fitting = CodeFields.Coefficient(
        "margins.fitting", "FF", "fitting factor; 1.0 where the joint itself is strength-tested", 1.15, 3);
    public static readonly Field<double> Ultimate = CodeFields.Coefficient("margins.ultimate", "FSu", "factor of safety, ultimate", 1.4, 5);
    public static readonly Field<double> Yield = CodeFields.Coefficient("margins.yield", "FSy", "factor of safety, yield", 1.25, 5);
    public static readonly Field<double> Separation = new(
        "judging.margins.separation", Types.Number, "FSsep", "factor of safety, separation; 1.4 where it holds pressure or a hazard")
    {
        Above = 0, Max = 5, Default = "1.2 where separation is critical, else 1.0",
        Blank = (j, _) => j.Judging.Where<MarginSettings>() is { SeparationCritical: false } ? "1, not critical" : "1.2",
    };

    public static readonly Field<bool> Critical = new(
        "judging.margins.separationCritical", Types.Named(Names.YesNo), "Separation critical",
        "whether separation is critical; where it is not, the scatter of the least preload is divided by √N")
    {
        Otherwise = true,
    };

    public static readonly Field<double> BandMax = CodeFields.Coefficient(
        "margins.bandMax", "c max", "largest installation torque over the nominal", 1, 2);
    public static readonly Field<double> BandMin = CodeFields.Coefficient(
        "margins.bandMin", "c min", "smallest installation torque over the nominal", 1, 1);
    public static readonly Field<bool> Clean = new(
        "judging.margins.cleanMetal", Types.Named(Names.YesNo), "Clean bare metal",
        "whether the faces are clean bare metal, which allows 0.2 without a test; otherwise 0.1") { Otherwise = false };

    public static readonly Field<int> PinCount = new(
        "judging.margins.pins.count", Types.Whole, "Shear pins", "number of shear pins, which take the whole shear")
    {
        Min = 1, Max = 100, Default = "none", Blank = (_, _) => "none",
    };
    public static readonly Field<double> PinDiameter = new(
        "judging.margins.pins.diameter", Types.Length, "Pin diameter", "diameter of the shear pins")
    {
        Above = 0, Max = 200, Default = "none", Blank = (_, _) => "none",
    };
    public static readonly Field<double> PinStrength = new(
        "judging.margins.pins.shearStrength", Types.Stress, "Pin shear strength", "ultimate shear strength of the pins")
    {
        Above = 0, Max = 3000, Otherwise = 480,
    };

    public static readonly Check TensionUltimate = Check.OfBolts<TensionUltimateCheck>();
    public static readonly Check TensionYield = Check.OfBolts<TensionYieldCheck>();
    public static readonly Check SeparationMargin = Check.OfBolts<SeparationCheck>();
    public static readonly Check SlipMargin = Check.OfParts<SlipCheck>();
    public static readonly Check ShearMargin = Check.OfBolts<ShearCheck>();
    public static readonly Check Interaction = Check.OfBolts<InteractionCheck>();
    public static readonly Check BearingUltimate = Check.OfBolts<BearingUltimateCheck>();
    public static readonly Check BearingYield = Check.OfBolts<BearingYieldCheck>();
    public static readonly Check Pins = Check.OfParts<PinCheck>();
    public static readonly Check PreloadLimit = Check.OfBolts<PreloadLimitCheck>();
#pragma warning restore CS1591

    /// <summary>The basis.</summary>
    public static readonly Basis Basis = new("margins", "Margins of safety", "practice of NASA-STD-5020",
        [TensionUltimate, TensionYield, SeparationMargin, SlipMargin, ShearMargin, Interaction, BearingUltimate, BearingYield, Pins,
            PreloadLimit])
    {
        Speech = Speech.Margin,
        LooksAt = LimitStates.Sls,
        Needs = () => [Fields.ShearBy, Critical, Fitting, Ultimate, Yield, Separation, BandMax, BandMin, Clean, CodeFields.ShearThreads,
            PinCount, PinDiameter, PinStrength],
        Settings = said => new MarginSettings(said),
        Book = Book.Nasa5020,
        Offers = () =>
        [
            FailureModes.Tension.By(TensionUltimate, TensionYield), FailureModes.Shear.By(ShearMargin, Pins),
                FailureModes.Combined.By(Interaction),
            FailureModes.Preload.By(PreloadLimit), FailureModes.Tightening.By(PreloadLimit),
            FailureModes.Stripping.Uncovered("the thread is in the allowable of the tension"), FailureModes.Bearing.By(BearingUltimate,
                BearingYield),
            FailureModes.TearOut.By(BearingUltimate, BearingYield), FailureModes.Block.Uncovered("parts are judged by their own standard"),
            FailureModes.Section.Uncovered("parts are judged by their own standard"),
                FailureModes.Gross.Uncovered("parts are judged by their own standard"),
            FailureModes.PullThrough.Uncovered("parts are judged by their own standard"), FailureModes.Crushing.Uncovered("no rule"),
            FailureModes.Flange.Uncovered("prying comes with the load"), FailureModes.Spacing.Uncovered("distances are those stated"),
            FailureModes.Slip.By(SlipMargin), FailureModes.Separation.By(SeparationMargin),
                FailureModes.Leak.Uncovered("separation stands for it"),
            FailureModes.Gasket.Uncovered("no gaskets"), FailureModes.Fatigue.Uncovered("a standard of its own"), .. FailureModes.ByRule,
        ],
        Band = settings => ((MarginSettings)settings).Band,
        Asks = Asks,
        Assumes = Assumes,
        Guide = new(
            [
                "Tension, ultimate and yield, before and after separation: the least of bolt, its thread, nut, insert and parent thread",
                "Separation, slip of the joint as a whole, ultimate shear, interaction by threads or shank in the plane",
                "Bearing and tear-out of the parts, ultimate and yield; shear pins that take the whole shear",
                "Preload extremes with Γ, or Γ/√N in the minimum of joints that are not separation-critical; "
                    + "the largest preload against yield",
            ],
            [
                "Fatigue and fracture control, locking features, bolts in bending over gaps",
                "The rule by which a ductile bolt with a preload under 0.85 of its allowable opens first: leaving it out is safe",
            ],
            [
                "Relaxation is counted as a share of the nominal preload, the safe side; the standard's may be of the minimum",
                "Bearing is judged on the projected area at the part's tensile strength or yield, no increase for edge distance",
                "Loads are limit loads: cases stated for the serviceability limit state, or for none in particular",
            ]),
    };

    private static IEnumerable<Ask> Asks(Joint joint)
    {
        var how = joint.Judging.By<MarginSettings>();
        for (var i = 0; joint.Sharing.AnyShear && i < joint.Layers.Length; i++)
        {
            if (!joint.Layers[i].OnlyClamped && joint.EdgeDistance(i) is null) yield return new($"layers[{i}].edgeDistance",
                $"edge distance of {joint.Layers[i].Name}: tear-out goes by it");
        }
        if (how.PinCount is null != how.PinDiameter is null) yield return new(how.PinCount is null ? PinCount.Path : PinDiameter.Path,
            "number and diameter of the shear pins, both");
        if (joint.Cases.Any(c => c.LimitStates != LimitStates.NotStated)
            && !Sheared.AnyCase(joint, LimitStates.Sls)) yield return new("loads[0].limitState",
            "limit loads: no case is stated for service");
    }

    private static IEnumerable<string> Assumes(Joint joint)
    {
        yield return "Loads are limit loads, without partial factors.";
        if (!joint.Said.Has(Fields.FaceFriction)) yield return $"Friction without a test: {MarginSettings.Friction(joint).Value:0.0}.";
        foreach (var pins in ShearPins.Propose(joint)) yield return pins;
    }
}

/// <summary>What the margin basis has read from its fields.</summary>
public sealed record MarginSettings
{
    internal MarginSettings(Values said)
    {
        (FF, FSu, FSy) = (said.Of(MarginBasis.Fitting), said.Of(MarginBasis.Ultimate), said.Of(MarginBasis.Yield));
        SeparationCritical = said.Of(MarginBasis.Critical);
        FSsep = said.Stated(MarginBasis.Separation) ?? (SeparationCritical ? 1.2 : 1.0);
        Band = new(said.Of(MarginBasis.BandMax), said.Of(MarginBasis.BandMin), !SeparationCritical);
        CleanMetal = said.Of(MarginBasis.Clean);
        Threads = said.Of(CodeFields.ShearThreads);
        (PinCount, PinDiameter, PinStrength) = (said.Stated(MarginBasis.PinCount), said.Stated(MarginBasis.PinDiameter),
            said.Of(MarginBasis.PinStrength));
    }

    /// <summary>Fitting factor.</summary>
    public double FF { get; }

    /// <summary>Factor of safety on ultimate strength.</summary>
    public double FSu { get; }

    /// <summary>Factor of safety on yield.</summary>
    public double FSy { get; }

    /// <summary>Factor of safety on separation.</summary>
    public double FSsep { get; }

    /// <summary>True where a joint that opens is lost.</summary>
    public bool SeparationCritical { get; }

    /// <summary>True for clean bare metal, which allows a coefficient of 0.2 without a test; otherwise 0.1.</summary>
    public bool CleanMetal { get; }

    /// <summary>Whether threads stand in the shear planes.</summary>
    public PlaneThreads Threads { get; }

    /// <summary>Shear pins; null where there are none.</summary>
    public int? PinCount { get; }

    /// <summary>mm.</summary>
    public double? PinDiameter { get; }

    /// <summary>Ultimate shear strength of the pins, MPa.</summary>
    public double PinStrength { get; }

    /// <summary>True where pins take the whole shear.</summary>
    public bool HasPins => PinCount is not null && PinDiameter is not null;

    /// <summary>How the preload extremes are formed.</summary>
    public PreloadBand Band { get; }

    internal T Fitting<T>()
        where T : struct, IScalar<T> => T.Given(MarginTerms.Fitting, FF);

    internal T Ultimate<T>()
        where T : struct, IScalar<T> => T.Given(MarginTerms.Ultimate, FSu);

    internal T Yield<T>()
        where T : struct, IScalar<T> => T.Given(MarginTerms.YieldFactor, FSy);

    /// <summary>Slip coefficient: stated as tested, else 0.2 on clean bare metal and 0.1 otherwise.</summary>
    internal static (double Value, string Source) Friction(Joint joint) =>
        joint.Said.Stated(Fields.FaceFriction) is { } tested ? (tested, "slip coefficient stated")
        : joint.Judging.By<MarginSettings>().CleanMetal ? (0.2, "clean bare metal, without a test") : (0.1, "without a test");
}
