using Hasp.Core.Formulas;
using Hasp.Core.Quantities;

namespace Hasp.Core.Checks.Is800;

/// <summary>Values that IS 800:2007 names.</summary>
public static class Is800Terms
{
#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Term GammaM0 = new(
        "isGammaM0", "γ_m0", Dimension.None, "partial safety factor, yielding", "IS 800:2007, Table 5");
    public static readonly Term GammaM1 = new(
        "isGammaM1", "γ_m1", Dimension.None, "partial safety factor, ultimate stress", "IS 800:2007, Table 5");
    public static readonly Term GammaMb = new(
        "isGammaMb", "γ_mb", Dimension.None, "partial safety factor of bolts", "IS 800:2007, Table 5");
    public static readonly Term GammaMf = new(
        "isGammaMf", "γ_mf", Dimension.None, "partial safety factor of friction", "IS 800:2007, 10.4.3");
    public static readonly Term ShankArea = new("isAsb", "A_sb", Dimension.Area, "nominal shank area of the bolt", "IS 800:2007, 10.3.3");
    public static readonly Term NetArea = new(
        "isAnb", "A_nb", Dimension.Area, "net area of the bolt at its thread",
        "IS 800:2007, 10.3.3: 0.78·Asb unless the tabulated area is used");
    public static readonly Term ShearArea = new(
        "isShearArea", "A_v,b", Dimension.Area, "net and shank areas of all planes", "IS 800:2007, 10.3.3: nn·Anb + ns·Asb");
    public static readonly Term LongJoint = new(
        "isBetaLj", "β_lj", Dimension.None, "reduction for a long joint", "IS 800:2007, 10.3.3.1: 1.075 − l/(200d), 0.75 to 1");
    public static readonly Term LargeGrip = new(
        "isBetaLg", "β_lg", Dimension.None, "reduction for a large grip", "IS 800:2007, 10.3.3.2: 8d/(3d + lg), not above β_lj");
    public static readonly Term Grip = new(
        "isGrip", "l_g", Dimension.Length, "grip: thickness of the connected parts", "IS 800:2007, 10.3.3.2");
    public static readonly Term Packing = new(
        "isBetaPk", "β_pk", Dimension.None, "reduction for packing over 6 mm", "IS 800:2007, 10.3.3.3: 1 − 0.0125·tpk");
    public static readonly Term ShearStrength = new(
        "isVdsb", "V_dsb", Dimension.Force, "design shear strength of the bolt", "IS 800:2007, 10.3.3");
    public static readonly Term Hole = new("isHole", "d_h", Dimension.Length, "hole of the part", "IS 800:2007, Table 19");
    public static readonly Term End = new("isEnd", "e", Dimension.Length, "end distance along the load", "IS 800:2007, 10.3.4");
    public static readonly Term Pitch = new("isPitch", "p_h", Dimension.Length, "pitch along the load", "IS 800:2007, 10.3.4");
    public static readonly Term Component = new(
        "isComponent", "V_i", Dimension.Force, "component of the bolt's shear in the direction", "load path");
    public static readonly Term Kb = new(
        "isKb", "k_b", Dimension.None, "the least of e/3d0, p/3d0 − 0.25, fub/fu and 1", "IS 800:2007, 10.3.4");
    public static readonly Term BearingHoles = new(
        "isBearingHoles", "k_h", Dimension.None, "0.7 in oversize holes and short slots, 0.5 in long slots", "IS 800:2007, 10.3.4");
    public static readonly Term BearingStrength = new(
        "isVdpb", "V_dpb", Dimension.Force, "design bearing strength of the bolt in the part",
            "IS 800:2007, 10.3.4: 2.5·kb·d·t·fu/γmb");
    public static readonly Term TensionStrength = new(
        "isTdb", "T_db", Dimension.Force, "design tension strength of the bolt",
            "IS 800:2007, 10.3.5: 0.9·fub·An/γmb ≤ fyb·Asb/γm0");
    public static readonly Term CombinedSum = new(
        "isSum", "Σ_IS", Dimension.None, "squares of shear and tension over their strengths", "IS 800:2007, 10.3.6 and 10.4.6");
    public static readonly Term ProofLoad = new(
        "isFo", "F_o", Dimension.Force, "proof load of the friction bolt", "IS 800:2007, 10.4.3: 0.7·fub·Anb");
    public static readonly Term Friction = new("isMuF", "μ_f", Dimension.None, "slip factor", "IS 800:2007, Table 20, at most 0.55");
    public static readonly Term SlipHoles = new("isKh", "K_h", Dimension.None, "hole factor of slip", "IS 800:2007, 10.4.3");
    public static readonly Term SlipStrength = new(
        "isVdsf", "V_dsf", Dimension.Force, "design slip resistance", "IS 800:2007, 10.4.3: μf·ne·Kh·Fo/γmf");
    public static readonly Term YieldStrength = new(
        "isTdg", "T_dg", Dimension.Force, "design strength, gross section yielding", "IS 800:2007, 6.2: Ag·fy/γm0");
    public static readonly Term RuptureStrength = new(
        "isTdn", "T_dn", Dimension.Force, "design strength, net section rupture", "IS 800:2007, 6.3.1: 0.9·An·fu/γm1");
    public static readonly Term BlockStrength = new(
        "isTdbBlock", "T_db,bs", Dimension.Force, "design strength, block shear", "IS 800:2007, 6.4.1");
    public static readonly Term Factor = new("isFactor", "n_IS", Dimension.None, "design strength over the load", "IS 800:2007, 5.4.1");
    public static readonly Term CombinedFactor = new(
        "isCombined", "n_IS,vt", Dimension.None, "times both may grow until the sum of squares is 1", "IS 800:2007, 10.3.6, 10.4.6");
#pragma warning restore CS1591
}
