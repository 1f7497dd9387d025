using Hasp.Core.Formulas;
using Hasp.Core.Quantities;

namespace Hasp.Core.Kinds.Pins;

/// <summary>Values of a pin, its eye and its cheeks.</summary>
public static class PinTerms
{
    private const string En = "EN 1993-1-8, ";
    private const string D5 = "AISC 360-22, ";

#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Term Diameter = new("pinDiameter", "d", Dimension.Length, "diameter of the pin", "the joint");
    public static readonly Term Area = new("pinArea", "A", Dimension.Area, "area of the pin", "circle of its diameter");
    public static readonly Term Modulus = new("pinModulus", "W_el", Dimension.None, "elastic section modulus of the pin, mm³",
        "π·d³/32");
    public static readonly Term Hole = new("pinHole", "d_0", Dimension.Length, "hole for the pin", "the joint");
    public static readonly Term Planes = new("pinPlanes", "m", Dimension.None, "shear planes of the pin", "one for each cheek");
    public static readonly Term Thickness = new("pinPartThickness", "t", Dimension.Length, "thickness of the part", "the joint");
    public static readonly Term Outer = new("pinOuter", "a", Dimension.Length, "thickness of each cheek", "the joint");
    public static readonly Term Inner = new("pinInner", "b", Dimension.Length, "thickness of the eye", "the joint");
    public static readonly Term Gap = new("pinGap", "c", Dimension.Length, "gap between eye and cheek, each side", "the joint");
    public static readonly Term Width = new(
        "pinPartWidth", "w", Dimension.Length, "width of the part across the pull at the hole", "the joint");
    public static readonly Term ShankWidth = new("pinShankWidth", "w_s", Dimension.Length, "width of the shank", "the joint");
    public static readonly Term ShankThickness = new("pinShankThickness", "t_s", Dimension.Length, "thickness of the shank", "the joint");
    public static readonly Term ShankYield = new(
        "pinShankYield", "f_y,s", Dimension.Stress, "yield strength of the shank", "material table");
    public static readonly Term ShankResistance = new(
        "enPinShank", "N_pl,Rd", Dimension.Force, "plastic resistance of the shank", "EN 1993-1-1, 6.2.3(2)(a): A·fy/γM0");
    public static readonly Term End = new("pinEnd", "e", Dimension.Length, "centre of the hole to the end of the part", "the joint");
    public static readonly Term Yield = new("pinYield", "f_yp", Dimension.Stress, "yield strength of the pin", "material or grade table");
    public static readonly Term Tensile = new(
        "pinTensile", "f_up", Dimension.Stress, "tensile strength of the pin", "material or grade table");
    public static readonly Term PartYield = new("pinPartYield", "f_y", Dimension.Stress, "yield strength of the part", "material table");
    public static readonly Term PartTensile = new(
        "pinPartTensile", "f_u", Dimension.Stress, "tensile strength of the part", "material table");
    public static readonly Term LesserYield = new(
        "pinLesserYield", "f_y,min", Dimension.Stress, "the lower yield of pin and part", En + "Table 3.10");
    public static readonly Term PartLoad = new(
        "pinPartLoad", "P_i", Dimension.Force, "pull of one part", "the whole in the eye, shared by the cheeks");
    public static readonly Term TearOutLoad = new(
        "loadTearOut", "F_tear", Dimension.Force, "load at which the eye tears out to its end", "two planes from the hole's edge");
    public static readonly Term BearingLoad = new(
        "loadBearing", "F_bear", Dimension.Force, "load at which pin or part yields in bearing", "projected area d·t");
    public static readonly Term EffectiveWidth = new(
        "pinEffectiveWidth", "b_e", Dimension.Length, "effective width on each side of the hole", D5
            + "D5.1(a): 2t + 16 mm, at most what is there");
    public static readonly Term DishingLoad = new(
        "loadDishing", "F_dish", Dimension.Force, "load at which a thin eye dishes sideways out of its plane", D5 + "D5.1(a)");
    public static readonly Term ShankFactor = new(
        "pinShankFactor", "n_shank", Dimension.None, "load of the shank over the pull", "yield of the part");
    public static readonly Term NetFactor = new(
        "pinNetFactor", "n_eye", Dimension.None, "load of the section through the hole over the pull", "yield of the part");
    public static readonly Term DishingFactor = new(
        "pinDishingFactor", "n_dish", Dimension.None, "load of the effective section over the pull", D5 + "D5.1(a)");
    public static readonly Term TearOutFactor = new(
        "pinTearOutFactor", "n_tear", Dimension.None, "load that tears the part out over the pull", "shear yield of the part");
    public static readonly Term BearingFactor = new(
        "pinBearingFactor", "n_bear", Dimension.None, "bearing load over the pull", "yield of the softer");
    public static readonly Term ShearFactor = new(
        "pinShearFactor", "n_pin", Dimension.None, "shear load of the pin over the pull", "distortion energy or maximum shear");
    public static readonly Term BendingFactor = new(
        "pinBendingFactor", "n_bend", Dimension.None, "yield of the pin over its bending stress", "elastic bending");

    public static readonly Term ShearResistance = new(
        "enPinShear", "F_v,Rd", Dimension.Force, "shear resistance of the pin in all its planes",
            En + "Table 3.10: 0.6·A·fup/γM2 a plane");
    public static readonly Term BearingResistance = new(
        "enPinBearing", "F_b,Rd", Dimension.Force, "bearing resistance of part and pin", En + "Table 3.10: 1.5·t·d·fy/γM0");
    public static readonly Term MomentResistance = new(
        "enPinMoment", "M_Rd", Dimension.Torque, "bending resistance of the pin", En + "Table 3.10: 1.5·Wel·fyp/γM0");
    public static readonly Term BearingService = new(
        "enPinBearingSer", "F_b,Rd,ser", Dimension.Force, "bearing resistance at service of a pin to be replaced", En
            + "Table 3.10: 0.6·t·d·fy/γM6,ser");
    public static readonly Term MomentService = new(
        "enPinMomentSer", "M_Rd,ser", Dimension.Torque, "bending resistance at service of a pin to be replaced", En
            + "Table 3.10: 0.8·Wel·fyp/γM6,ser");
    public static readonly Term ContactStress = new(
        "enPinContact", "σ_h,Ed", Dimension.Stress, "contact stress at service", En + "3.13.2(3): 0.591·√(E·F·(d0 − d)/(d²·t))");
    public static readonly Term ContactLimit = new(
        "enPinContactLimit", "f_h,Rd", Dimension.Stress, "contact stress allowed", En + "3.13.2(3): 2.5·fy/γM6,ser");
    public static readonly Term ElasticModulus = new("enPinModulus", "E", Dimension.Stress, "elastic modulus", "material table");
    public static readonly Term GammaM6 = new(
        "gammaM6ser", "γ_M6,ser", Dimension.None, "partial factor of pins at service", En + "Table 2.1; national choice");
    public static readonly Term EndResistance = new(
        "enPinEnd", "F_a,Rd", Dimension.Force, "pull for which the metal beyond the hole suffices", En
            + "Table 3.9: a ≥ F·γM0/(2·t·fy) + 2·d0/3, a from the hole's edge");
    public static readonly Term SideResistance = new(
        "enPinSide", "F_c,Rd", Dimension.Force, "pull for which the metal beside the hole suffices", En
            + "Table 3.9: c ≥ F·γM0/(2·t·fy) + d0/3, c from the hole's edge");
    public static readonly Term Combined = new(
        "enPinCombined", "Σ_MV", Dimension.None, "bending and shear together", En + "Table 3.10: (M/MRd)² + (V/Fv,Rd)² ≤ 1");
    public static readonly Term CodeFactor = new(
        "enPinFactor", "n_3.13", Dimension.None, "resistance over effect", "resistance/effect ≥ 1");
    public static readonly Term CombinedFactor = new(
        "enPinCombinedFactor", "n_MV", Dimension.None, "times the pull may grow until the sum is 1", "1/√Σ_MV");

    public static readonly Term Rupture = new(
        "aiscPinRupture", "P_n", Dimension.Force, "nominal strength of the effective section in rupture", D5 + "D5.1(a): Fu·2·t·be");
    public static readonly Term ShearRupture = new(
        "aiscPinShearRupture", "P_n,sf", Dimension.Force, "nominal strength of the failure path to the end", D5
            + "D5.1(b): 0.6·Fu·2·t·(a + d/2)");
    public static readonly Term PlateBearing = new(
        "aiscPinBearing", "R_n", Dimension.Force, "nominal bearing strength of the pin hole", D5 + "J7(a): 1.8·Fy·Apb");
    public static readonly Term Gross = new(
        "aiscPinGross", "P_n,g", Dimension.Force, "nominal strength of the gross section in yielding", D5 + "D2(a): Fy·Ag");
    public static readonly Term PinShear = new(
        "aiscPinShear", "R_nv", Dimension.Force, "nominal shear strength of the pin", D5
            + "J3.7, Table J3.2 for parts without thread in the plane: 0.563·Fu·Ab");
    public static readonly Term PinFlexure = new(
        "aiscPinFlexure", "M_n", Dimension.Torque, "nominal flexural strength of the pin", D5
            + "F11.1: Fy·Z, at most 1.6·Fy·S, which governs a round bar");
    public static readonly Term Beyond = new("aiscPinBeyond", "a_e", Dimension.Length, "from the hole's edge to the end of the part",
        D5 + "D5.2");
    public static readonly Term Proportion = new(
        "aiscPinProportion", "n_a", Dimension.None, "length beyond the hole over what D5.2 asks", "a_e/(1.33·be) ≥ 1");
    public static readonly Term AiscFactor = new(
        "aiscPinFactor", "n_D5", Dimension.None, "available strength over required", "available/required ≥ 1");
#pragma warning restore CS1591
}
