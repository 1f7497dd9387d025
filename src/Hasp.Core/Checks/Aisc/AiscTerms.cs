using Hasp.Core.Formulas;
using Hasp.Core.Quantities;

namespace Hasp.Core.Checks.Aisc;

/// <summary>Values that AISC 360-22 names.</summary>
public static class AiscTerms
{
#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Term Phi = new("aiscPhi", "φ", Dimension.None, "resistance factor", "AISC 360-22, LRFD");
    public static readonly Term Omega = new("aiscOmega", "Ω", Dimension.None, "safety factor", "AISC 360-22, ASD");
    public static readonly Term NominalArea = new("aiscArea", "A_b", Dimension.Area, "nominal area of the bolt", "AISC 360-22, J3.7");
    public static readonly Term TensionStress = new(
        "aiscFnt", "F_nt", Dimension.Stress, "nominal tensile stress", "AISC 360-22, Table J3.2");
    public static readonly Term ShearStress = new("aiscFnv", "F_nv", Dimension.Stress, "nominal shear stress", "AISC 360-22, Table J3.2");
    public static readonly Term BearingFactor = new("aiscBearingFactor", "k_br", Dimension.None,
        "2.4; 3.0 where deformation at service is no concern, 2.0 in long slots across the load", "AISC 360-22, J3.11a");
    public static readonly Term TearOutFactor = new("aiscTearOutFactor", "k_to", Dimension.None,
        "1.2; 1.5 where deformation at service is no concern, 1.0 in long slots across the load", "AISC 360-22, J3.11a");
    public static readonly Term LongJoint = new(
        "aiscLong", "k_L", Dimension.None, "0.833 for an end-loaded pattern over 38 in", "AISC 360-22, Table J3.2, note");
    public static readonly Term Grip = new(
        "aiscGrip", "k_g", Dimension.None, "1 % less for each 1/16 in of grip over 5d, A307", "AISC 360-22, Table J3.2, note");
    public static readonly Term Fillers = new(
        "aiscFillers", "k_f", Dimension.None, "reduction for thick fillers: 1 − s(t − t0), at least 0.85", "AISC 360-22, J5.2");
    public static readonly Term FillerFree = new(
        "aiscFillerFree", "t_0", Dimension.Length, "thickness of fillers that takes nothing: 1/4 in, metric 6 mm", "AISC 360-22, J5.2");
    public static readonly Term FillerSlope = new(
        "aiscFillerSlope", "s", Dimension.None, "what each millimetre of fillers more takes: 0.4 an inch, metric 0.0154 a millimetre",
        "AISC 360-22, J5.2");
    public static readonly Term FillerThickness = new(
        "aiscFiller", "t_fi", Dimension.Length, "thickness of the fillers together", "the drawing");
    public static readonly Term PlaneShear = new(
        "aiscPlane", "R_n,1", Dimension.Force, "nominal shear strength in one plane", "AISC 360-22, J3.7: Fnv·Ab");
    public static readonly Term NominalShear = new(
        "aiscRnShear", "R_nv", Dimension.Force, "nominal shear strength of the bolt", "AISC 360-22, J3.7, J5.2");
    public static readonly Term NominalTension = new(
        "aiscRnTension", "R_nt", Dimension.Force, "nominal tensile strength of the bolt", "AISC 360-22, J3.7: Fnt·Ab");
    public static readonly Term NominalBearing = new(
        "aiscRnBearing", "R_n,b", Dimension.Force, "nominal bearing strength",
        "AISC 360-22, J3.11a: 2.4·d·t·Fu, 3.0 where deformation is no concern, 2.0 in long slots across");
    public static readonly Term NominalTearOut = new(
        "aiscRnTearOut", "R_n,t", Dimension.Force, "nominal tear-out strength",
        "AISC 360-22, J3.11a: 1.2·lc·t·Fu, 1.5 where deformation is no concern, 1.0 in long slots across");
    public static readonly Term ClearDistance = new(
        "aiscLc", "l_c", Dimension.Length, "clear distance along the load to the next hole or the edge", "AISC 360-22, J3.11");
    public static readonly Term ReducedTension = new(
        "aiscFntReduced", "F′_nt", Dimension.Stress, "nominal tensile stress beside shear",
        "AISC 360-22, J3.8: 1.3Fnt − Fnt·frv/(φFnv) ≤ Fnt");
    public static readonly Term NominalGroup = new(
        "aiscRnGroup", "R_n,gr", Dimension.Force,
        "nominal strength of the group: each bolt the least of its own shear, bearing and tear-out", "AISC 360-22, J3.7, J3.11, user note");
    public static readonly Term OneOfGroup = new(
        "aiscRnOne", "R_n,i", Dimension.Force, "strength of one bolt of the group", "AISC 360-22, J3.7, J3.11");
    public static readonly Term Available = new(
        "aiscAvailable", "R_a", Dimension.Force, "available strength, φRn or Rn/Ω", "AISC 360-22, B3");
    public static readonly Term Factor = new(
        "aiscFactor", "n_AISC", Dimension.None, "available strength over required strength", "AISC 360-22, B3: Ru ≤ φRn, Ra ≤ Rn/Ω");
    public static readonly Term CombinedFactor = new(
        "aiscCombined", "n_AISC,vt", Dimension.None, "times tension and shear may grow together", "AISC 360-22, J3.8");
    public static readonly Term SlipFriction = new(
        "aiscMu", "μ", Dimension.None, "mean slip coefficient", "AISC 360-22, J3.9: class A 0.30, class B 0.50, or a test");
    public static readonly Term SlipMultiplier = new(
        "aiscDu", "D_u", Dimension.None, "mean installed pretension over the least", "AISC 360-22, J3.9");
    public static readonly Term SlipFillers = new(
        "aiscHf", "h_f", Dimension.None, "1.0; 0.85 with two or more fillers not developed", "AISC 360-22, J3.9");
    public static readonly Term Pretension = new("aiscTb", "T_b", Dimension.Force, "least pretension", "AISC 360-22, Table J3.1");
    public static readonly Term SlipTension = new(
        "aiscKsc", "k_sc", Dimension.None, "what tension leaves of the clamp: 1 − Tu/(Du·Tb·nb), 1.5Ta with ASD", "AISC 360-22, J3.10");
    public static readonly Term NominalSlip = new(
        "aiscRnSlip", "R_n,s", Dimension.Force, "nominal slip resistance", "AISC 360-22, J3.9: μ·Du·hf·Tb·ns·ksc");
    public static readonly Term NominalYield = new(
        "aiscRnYield", "R_n,y", Dimension.Force, "nominal strength in yielding", "AISC 360-22, J4.1(a): Fy·Ag");
    public static readonly Term NominalRupture = new(
        "aiscRnRupture", "R_n,u", Dimension.Force, "nominal strength in rupture", "AISC 360-22, J4.1(b): Fu·Ae");
    public static readonly Term ShearLag = new("aiscU", "U", Dimension.None, "shear lag", "AISC 360-22, Table D3.1");
    public static readonly Term BlockTension = new(
        "aiscUbs", "U_bs", Dimension.None, "1 where the tension is even, else 0.5", "AISC 360-22, J4.3");
    public static readonly Term NominalBlock = new(
        "aiscRnBlock", "R_n,bs", Dimension.Force, "nominal block shear strength",
        "AISC 360-22, J4.3: 0.6Fu·Anv + Ubs·Fu·Ant ≤ 0.6Fy·Agv + Ubs·Fu·Ant");
    public static readonly Term NominalFlange = new(
        "aiscRnFlange", "R_n,fl", Dimension.Force, "tension per bolt at which the flange is plastic at web and bolt line",
        "AISC Manual, Part 9, with yield");
#pragma warning restore CS1591
}
