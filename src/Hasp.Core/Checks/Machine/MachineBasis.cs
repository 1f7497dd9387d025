using Hasp.Core.Checks.Modes;
using Hasp.Core.Joints;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// The machine basis: factors of safety. The largest preload stands in every strength check, the smallest in every slip and
/// opening check, the nominal one in the load factor. One file a failure mode, in this folder.
/// </summary>
[DesignBasis(0)]
public static class MachineBasis
{
#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Check Proof = Check.OfBolts<ProofCheck>();
    public static readonly Check Yield = Check.OfBolts<YieldCheck>();
    public static readonly Check Tightening = Check.OfBolts<TighteningCheck>();
    public static readonly Check Load = Check.OfBolts<LoadCheck>();
    public static readonly Check Opening = Check.OfBolts<OpeningCheck>();
    public static readonly Check Leak = Check.OfBolts<LeakCheck>();
    public static readonly Check Seating = Check.OfBolts<SeatingCheck>();
    public static readonly Check Slip = Check.OfBolts<SlipCheck>();
    public static readonly Check Shear = Check.OfBolts<ShearCheck>();
    public static readonly Check Combined = Check.OfBolts<CombinedCheck>();
    public static readonly Check Bearing = Check.OfBolts<BearingCheck>();
    public static readonly Check TearOut = Check.OfBolts<TearOutCheck>();
    public static readonly Check NetSection = Check.OfParts<NetSectionCheck>();
    public static readonly Check Block = Check.OfParts<BlockCheck>();
    public static readonly Check Flange = Check.OfBolts<FlangeCheck>();
    public static readonly Check PullThrough = Check.OfBolts<PullThroughCheck>();
    public static readonly Check UnderHead = Check.OfBolts<UnderHeadCheck>();
    public static readonly Check WasherPressure = Check.OfBolts<WasherCheck>();
    public static readonly Check GasketCrushing = Check.OfBolts<GasketCheck>();
    public static readonly Check Strip = Check.OfBolts<StripCheck>();
    public static readonly Check StripByLoad = Check.OfBolts<StripLoadCheck>();
    public static readonly Check Fatigue = Check.OfBolts<FatigueCheck>();
#pragma warning restore CS1591

    /// <summary>The basis, its checks in the order of the job.</summary>
    public static readonly Basis Basis = new("machine", "Machine, factors of safety", "",
    [
        Proof, Yield, Tightening, Load, Opening, Leak, Seating, Slip, Shear, Combined, Bearing, TearOut, NetSection, Flange, PullThrough,
        UnderHead, WasherPressure, GasketCrushing, Strip, StripByLoad, Fatigue,
    ])
    {
        Needs = () => [Fields.ShearBy, Fields.ShearTheory, Fields.ThreadArea, Fields.TearOut, Fields.BearingArea],
        Settings = MachineConventions.Of,
        Offers = () =>
        [
            FailureModes.Tension.By(Load, Yield), FailureModes.Shear.By(Shear), FailureModes.Combined.By(Combined),
                FailureModes.Preload.By(Proof, Yield),
            FailureModes.Tightening.By(Tightening), FailureModes.Stripping.By(Strip, StripByLoad), FailureModes.Bearing.By(Bearing),
                FailureModes.TearOut.By(TearOut),
            FailureModes.Block.Uncovered("looked at as a second line"), FailureModes.Section.By(NetSection),
                FailureModes.Gross.By(NetSection),
            FailureModes.PullThrough.By(PullThrough), FailureModes.Crushing.By(UnderHead, WasherPressure), FailureModes.Flange.By(Flange),
            FailureModes.Spacing.Uncovered("distances are those stated"), FailureModes.Slip.By(Slip), FailureModes.Separation.By(Opening),
                FailureModes.Leak.By(Leak),
            FailureModes.Gasket.By(Seating, GasketCrushing), FailureModes.Fatigue.By(Fatigue), .. FailureModes.ByRule,
        ],
        Growth = Flange,
        Asks = j => !j.Kind.IsParts || !j.Sharing.AnyShear ? [] : j.HolesOpen.Select(i => new Ask($"layers[{i}].holesAcross",
            $"how many holes of {j.Layers[i].Name} stand side by side in its width: the net section goes by it")),
        Guide = new(
            [
                "Preload, its scatter and its losses; proof, yield and torsion of the bolt while tightened and in service",
                "Separation, slip, leaking; bolt shear, combined tension and shear, bearing, tear-out, net section, pull-through",
                "Pressure under head, nut and washers; threads that strip; fatigue of the bolt",
            ],
            [
                "Group rules and reductions of the structural codes; block tearing of parts is looked at as a second line",
                "Fatigue of the parts",
            ],
            [
                "Shear yield by distortion energy (0.577) or maximum shear (0.5); "
                    + "bearing on the projected area or a quarter of the circumference; tear-out planes from the hole's edge or its centre",
                "The largest preload in strength, the smallest in slip and separation; the handbook's way takes the nominal one everywhere",
            ]),
    };
}

/// <summary>Which of the machine basis's schools are in use.</summary>
/// <param name="MaximumShear">True: shear yield is 0.5 of yield. False: 0.577, distortion energy.</param>
/// <param name="RootAreaInShear">True: threads in a shear plane count with the root area. False: with the tensile stress area.</param>
/// <param name="TearOutFullEdge">True: tear-out planes run from the hole's centre. False: from its edge.</param>
/// <param name="BearingQuarter">True: bearing on a quarter of the circumference. False: on the projected area.</param>
public sealed record MachineConventions(bool MaximumShear, bool RootAreaInShear, bool TearOutFullEdge,
    bool BearingQuarter)
{
    /// <summary>As a document states them.</summary>
    public static MachineConventions Of(Values said) => new(
        said.Of(Fields.ShearTheory), said.Of(Fields.ThreadArea), said.Of(Fields.TearOut),
        said.Of(Fields.BearingArea));
}
