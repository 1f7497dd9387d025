using System.Collections.Immutable;
using Hasp.Core.Catalogue;

namespace Hasp.Core.Joints;

/// <summary>
/// Everything about one joint, valid and with every choice made. Immutable; made only by <see cref="JointRules"/>.
/// Lengths in mm, forces in N, stresses in MPa, angles in rad.
/// </summary>
public sealed record Joint
{
    /// <summary>What was asked, before the choices: variations are made from it.</summary>
    public required JointInput Input { get; init; }

    /// <summary>The joint's number in its project, e.g. AL-03; may be empty.</summary>
    public required string Number { get; init; }

    /// <summary>The joint's name.</summary>
    public required string Name { get; init; }

    /// <summary>The bolts: thread, grade, number, lengths, head and nut.</summary>
    public required BoltSet Bolts { get; init; }

    /// <summary>Clearance hole diameter d0.</summary>
    public required double Hole { get; init; }

    /// <summary>The table or the word "given".</summary>
    public required string HoleSource { get; init; }

    /// <summary>Washer under the head; null where there is none.</summary>
    public required Washer? HeadWasher { get; init; }

    /// <summary>Washer under the nut; null where there is none.</summary>
    public required Washer? NutWasher { get; init; }

    /// <summary>The clamped parts from the head to the nut; at least two.</summary>
    public required ImmutableArray<Layer> Layers { get; init; }

    /// <summary>Load cases on the whole joint; at least one.</summary>
    public required ImmutableArray<LoadCase> Cases { get; init; }

    /// <summary>How tight, by what means.</summary>
    public required Tightening Tightening { get; init; }

    /// <summary>Friction μ between the faces.</summary>
    public required double FaceFriction { get; init; }

    /// <summary>By which factors and conventions it is judged.</summary>
    public required Judging Judging { get; init; }
}

/// <summary>The bolts of a joint.</summary>
/// <param name="Thread">Thread.</param>
/// <param name="Grade">Strengths for this diameter.</param>
/// <param name="Count">N, all equally loaded.</param>
/// <param name="Length">Nominal length under the head, mm.</param>
/// <param name="LengthChosen">True where the length was chosen from the grip, not given.</param>
/// <param name="ThreadLength">b, mm.</param>
/// <param name="Head">Head.</param>
/// <param name="Nut">Nut.</param>
public sealed record BoltSet(
    ScrewThread Thread, GradeBand Grade, int Count, double Length, bool LengthChosen, double ThreadLength, BearingPart Head, BearingPart Nut)
{
    /// <summary>Length from under the head to the thread, mm.</summary>
    public double ShankLength => Length - ThreadLength;

    /// <summary>
    /// The shank that is surely there, mm: the thread's runout and tolerance may take up to five pitches of it
    /// (ISO 4014, ls = lg − 5P; ASME B18.2.1, body length).
    /// </summary>
    public double SureShank => Math.Max(0, ShankLength - (5 * Thread.Pitch));
}

/// <summary>Which way a part pulls when the joint is sheared.</summary>
public enum Side
{
    /// <summary>To the left of the drawing.</summary>
    Left,

    /// <summary>To the right of the drawing.</summary>
    Right,
}

/// <summary>A clamped part.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="Thickness">mm.</param>
/// <param name="Material">Strengths for this thickness.</param>
/// <param name="Side">Which way it pulls.</param>
/// <param name="EdgeDistance">Hole centre to the edge that the load points to, mm; null where not stated, and then tear-out is not judged.</param>
public sealed record Layer(string Name, double Thickness, Material Material, Side Side, double? EdgeDistance);

/// <summary>Loads on the whole joint in one case.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="Tension">N; + pulls the members apart, − presses them together.</param>
/// <param name="Shear">N, across the bolts; its sign does not matter.</param>
public sealed record LoadCase(string Name, double Tension, double Shear);

/// <summary>What the tightening aims at.</summary>
public enum AimKind
{
    /// <summary>A share of the proof load.</summary>
    ProofShare,

    /// <summary>A clamp force, N.</summary>
    Preload,

    /// <summary>A torque, N·mm.</summary>
    Torque,
}

/// <summary>How the bolts are tightened.</summary>
/// <param name="Aim">What is aimed at.</param>
/// <param name="AimValue">A share, N or N·mm.</param>
/// <param name="Method">The method and its scatter.</param>
/// <param name="ScatterGiven">True where the user gave the scatter.</param>
/// <param name="NutFactor">K with its band.</param>
/// <param name="NutFactorGiven">True where the user gave K.</param>
/// <param name="Settling">fz over all interfaces, mm.</param>
/// <param name="SettlingChosen">True where it was counted from the interfaces.</param>
/// <param name="Relaxation">Share of the nominal preload.</param>
public sealed record Tightening(
    AimKind Aim, double AimValue, TighteningMethod Method, bool ScatterGiven, NutFactor NutFactor, bool NutFactorGiven,
    double Settling, bool SettlingChosen, double Relaxation);

/// <summary>By which conventions and required factors a joint is judged (machine basis: factors of safety).</summary>
public sealed record Judging
{
    /// <summary>Required factor of each check, in the order of <see cref="Checks.Check.All"/>; 0 shows a check without judging it.</summary>
    public required ImmutableArray<double> RequiredByIndex { get; init; }

    /// <summary>True: nominal preload everywhere (the handbook's way). False: largest in strength, smallest in slip and opening.</summary>
    public bool NominalPreload { get; init; }

    /// <summary>Load introduction factor n, above 0 to 1; 1 is a load under head and nut.</summary>
    public double LoadIntroduction { get; init; } = 1;

    /// <summary>α of the pressure cones, rad.</summary>
    public double ConeHalfAngle { get; init; } = Math.PI / 6;

    /// <summary>True: cones bored with the real hole. False: with the nominal diameter, the hand convention.</summary>
    public bool ConeBoreIsHole { get; init; }

    /// <summary>True: shear yield is 0.5 of yield. False: 0.577, distortion energy.</summary>
    public bool MaximumShear { get; init; }

    /// <summary>True: threads in a shear plane count with the root area. False: with the tensile stress area.</summary>
    public bool RootAreaInShear { get; init; }

    /// <summary>True: tear-out planes run from the hole's centre. False: from its edge.</summary>
    public bool TearOutFullEdge { get; init; }

    /// <summary>True: bearing on a quarter of the circumference. False: on the projected area.</summary>
    public bool BearingQuarter { get; init; }
}
