using Hasp.Core.Formulas;
using Hasp.Core.Quantities;

namespace Hasp.Core.Checks.Eurocode;

/// <summary>Values that EN 1993-1-8:2005 names.</summary>
public static class EurocodeTerms
{
#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Term GammaM0 = new(
        "gammaM0", "γ_M0", Dimension.None, "partial factor of cross-sections", "EN 1993-1-1, 6.1; national choice");
    public static readonly Term GammaM2 = new(
        "gammaM2", "γ_M2", Dimension.None, "partial factor of bolts and of net sections", "EN 1993-1-8, Table 2.1; national choice");
    public static readonly Term GammaM3 = new(
        "gammaM3", "γ_M3", Dimension.None, "partial factor of slip, category C", "EN 1993-1-8, Table 2.1; national choice");
    public static readonly Term GammaM3Ser = new(
        "gammaM3Ser", "γ_M3,ser", Dimension.None, "partial factor of slip at service, category B",
        "EN 1993-1-8, Table 2.1; national choice");
    public static readonly Term ThreadShear = new(
        "enThreadShear", "α_v", Dimension.None, "shear strength over tensile strength in the plane", "EN 1993-1-8, Table 3.4");
    public static readonly Term PlaneShear = new(
        "enPlaneShear", "F_v,Rd,1", Dimension.Force, "shear resistance in one plane", "EN 1993-1-8, Table 3.4");
    public static readonly Term Workmanship = new(
        "enWorkmanship", "k_w", Dimension.None, "0.85 for M12 and M14 in 2 mm clearance", "EN 1993-1-8, 3.6.1(5)");
    public static readonly Term Packing = new(
        "enPacking", "β_p", Dimension.None, "reduction for packing", "EN 1993-1-8, 3.6.1(12): 9d/(8d + 3tp) where tp > d/3");
    public static readonly Term Length = new(
        "enLength", "β_Lf", Dimension.None, "reduction for a long joint", "EN 1993-1-8, 3.8: 1 − (Lj − 15d)/(200d), 0.75 to 1");
    public static readonly Term ShearResistance = new(
        "enShearResistance", "F_v,Rd", Dimension.Force, "shear resistance of the bolt in all its planes",
        "EN 1993-1-8, Table 3.4 and 3.6.1");
    public static readonly Term ShearFactor = new(
        "enShearFactor", "n_v,EN", Dimension.None, "shear resistance over shear", "F_v,Rd/F_v,Ed ≥ 1");
    public static readonly Term BearingWidth = new(
        "enK1", "k_1", Dimension.None, "bearing factor across the load", "EN 1993-1-8, Table 3.4");
    public static readonly Term BearingEnd = new(
        "enAlphaD", "α_d", Dimension.None, "bearing factor along the load",
        "EN 1993-1-8, Table 3.4: e1/3d0 at an end bolt, p1/3d0 − 1/4 at an inner one");
    public static readonly Term BearingAlong = new(
        "enAlphaB", "α_b", Dimension.None, "the least of α_d, f_ub/f_u and 1", "EN 1993-1-8, Table 3.4");
    public static readonly Term BearingHole = new(
        "enHoleBearing", "k_h", Dimension.None, "0.8 in oversize holes, 0.6 in slots across the load", "EN 1993-1-8, Table 3.4, note 1");
    public static readonly Term EndDistance = new(
        "enE1", "e_1", Dimension.Length, "end distance along the load", "EN 1993-1-8, Figure 3.1");
    public static readonly Term EdgeDistance = new(
        "enE2", "e_2", Dimension.Length, "edge distance across the load", "EN 1993-1-8, Figure 3.1");
    public static readonly Term PitchAlong = new("enP1", "p_1", Dimension.Length, "pitch along the load", "EN 1993-1-8, Figure 3.1");
    public static readonly Term PitchAcross = new("enP2", "p_2", Dimension.Length, "pitch across the load", "EN 1993-1-8, Figure 3.1");
    public static readonly Term BearingResistance = new(
        "enBearingResistance", "F_b,Rd", Dimension.Force, "bearing resistance", "EN 1993-1-8, Table 3.4");
    public static readonly Term SingleRow = new(
        "enSingleRow", "F_b,Rd,1", Dimension.Force, "bearing resistance of a single lap with one bolt row",
        "EN 1993-1-8, 3.6.1(10): 1.5·fu·d·t/γM2");
    public static readonly Term BearingEffect = new(
        "enBearingEffect", "F_v,Ed,i", Dimension.Force, "shear that the part brings to the bolt, in the direction", "load path");
    public static readonly Term BearingFactor = new(
        "enBearingFactor", "n_b,EN", Dimension.None, "bearing resistance over the shear in the direction", "F_b,Rd/F_v,Ed ≥ 1");
    public static readonly Term GroupBolt = new(
        "enGroupBolt", "F_Rd,i", Dimension.Force, "what a bolt carries in bearing, as a load on the bolt", "EN 1993-1-8, 3.7");
    public static readonly Term GroupResistance = new(
        "enGroupResistance", "F_gr,Rd", Dimension.Force, "resistance of the group",
        "EN 1993-1-8, 3.7: the sum where no shear resistance is below a bearing resistance, else N times the least");
    public static readonly Term GroupFactor = new(
        "enGroupFactor", "n_gr,EN", Dimension.None, "resistance of the group over the load", "F_gr,Rd/F_Ed ≥ 1");
    public static readonly Term TensionShape = new(
        "enK2", "k_2", Dimension.None, "0.9; 0.63 for countersunk bolts", "EN 1993-1-8, Table 3.4");
    public static readonly Term TensionResistance = new(
        "enTensionResistance", "F_t,Rd", Dimension.Force, "tension resistance of the bolt", "EN 1993-1-8, Table 3.4");
    public static readonly Term TensionEffect = new(
        "enTensionEffect", "F_t,Ed", Dimension.Force, "tension on the bolt, prying included", "EN 1993-1-8, 3.11");
    public static readonly Term TensionFactor = new(
        "enTensionFactor", "n_t,EN", Dimension.None, "tension resistance over tension", "F_t,Rd/F_t,Ed ≥ 1");
    public static readonly Term PunchingDiameter = new(
        "enPunchingDiameter", "d_m", Dimension.Length, "mean of the widths across points and across flats", "EN 1993-1-8, 1.5");
    public static readonly Term PunchingResistance = new(
        "enPunchingResistance", "B_p,Rd", Dimension.Force, "punching resistance under head or nut",
        "EN 1993-1-8, Table 3.4: 0.6·π·dm·tp·fu/γM2");
    public static readonly Term PunchingFactor = new(
        "enPunchingFactor", "n_p,EN", Dimension.None, "punching resistance over tension", "B_p,Rd/F_t,Ed ≥ 1");
    public static readonly Term CombinedSum = new(
        "enCombinedSum", "Σ_vt", Dimension.None, "shear and tension together",
        "EN 1993-1-8, Table 3.4: Fv,Ed/Fv,Rd + Ft,Ed/(1.4 Ft,Rd) ≤ 1");
    public static readonly Term CombinedFactor = new(
        "enCombinedFactor", "n_vt,EN", Dimension.None, "times both may grow until their sum is 1", "1/Σ_vt ≥ 1");
    public static readonly Term Pretension = new(
        "enPretension", "F_p,C", Dimension.Force, "preload of the code", "EN 1993-1-8, 3.9.1(2): 0.7·fub·As");
    public static readonly Term SlipHoles = new("enKs", "k_s", Dimension.None, "hole factor of slip", "EN 1993-1-8, Table 3.6");
    public static readonly Term SlipFriction = new(
        "enSlipFriction", "μ", Dimension.None, "slip factor of the faces", "EN 1993-1-8, Table 3.7, or a test to EN 1090-2 Annex G");
    public static readonly Term SlipResistance = new(
        "enSlipResistance", "F_s,Rd", Dimension.Force, "slip resistance",
            "EN 1993-1-8, 3.9.1 and 3.9.2: ks·n·μ·(Fp,C − 0.8 Ft)/γM3");
    public static readonly Term SlipFactor = new(
        "enSlipFactor", "n_s,EN", Dimension.None, "slip resistance over shear", "F_s,Rd/F_v,Ed ≥ 1");
    public static readonly Term GrossResistance = new(
        "enGrossResistance", "N_pl,Rd", Dimension.Force, "resistance of the gross section", "EN 1993-1-1, 6.2.3: A·fy/γM0");
    public static readonly Term NetResistance = new(
        "enNetResistance", "N_u,Rd", Dimension.Force, "resistance of the net section", "EN 1993-1-1, 6.2.3: 0.9·Anet·fu/γM2");
    public static readonly Term NetYield = new(
        "enNetYield", "N_net,Rd", Dimension.Force, "resistance of the net section, category C", "EN 1993-1-1, 6.2.3(4): Anet·fy/γM0");
    public static readonly Term SectionFactor = new(
        "enSectionFactor", "n_N,EN", Dimension.None, "resistance of the section over the load", "N_t,Rd/N_Ed ≥ 1");
    public static readonly Term BlockResistance = new(
        "enBlockResistance", "V_eff,Rd", Dimension.Force, "resistance to block tearing",
        "EN 1993-1-8, 3.10.2: fu·Ant/γM2 + fy·Anv/(√3·γM0), half of the first where the loading is eccentric");
    public static readonly Term BlockFactor = new(
        "enBlockFactor", "n_eff,EN", Dimension.None, "resistance to block tearing over the load of its bolts", "V_eff,Rd/F ≥ 1");
    public static readonly Term StubReach = new("enStubReach", "m", Dimension.Length,
        "bolt line to the stem; fillets and welds not counted", "Figure 6.8");
    public static readonly Term StubEdge = new("enStubEdge", "e", Dimension.Length, "bolt line to the flange's edge", "Figure 6.8");
    public static readonly Term StubLever = new("enStubLever", "n", Dimension.Length, "lever of the prying force: e, at most 1.25m",
        "EN 1993-1-8, Table 6.2");
    public static readonly Term StubRound = new(
        "enStubRound", "l_eff,cp", Dimension.Length, "effective length of the row, circular pattern", "EN 1993-1-8, Tables 6.4 and 6.6");
    public static readonly Term StubOther = new(
        "enStubOther", "l_eff,nc", Dimension.Length, "effective length of the row, other patterns", "EN 1993-1-8, Tables 6.4 and 6.6");
    public static readonly Term StubLength = new(
        "enStubLength", "l_eff,1", Dimension.Length, "effective length in mode 1", "EN 1993-1-8, Table 6.4: the lesser of both patterns");
    public static readonly Term StubMoment = new(
        "enStubMoment", "M_pl", Dimension.Torque, "plastic moment of the flange", "EN 1993-1-8, Table 6.2: 0.25·leff·t²·fy/γM0");
    public static readonly Term StubMode = new(
        "enStubMode", "F_T", Dimension.Force, "resistance of a row of two bolts by its mode",
        "EN 1993-1-8, Table 6.2: 4Mpl,1/m; (2Mpl,2 + nΣFt,Rd)/(m + n); ΣFt,Rd");
    public static readonly Term StubUnpried = new(
        "enStubUnpried", "F_T,1-2", Dimension.Force, "resistance of a row where nothing pries", "EN 1993-1-8, Table 6.2: 2Mpl,1/m");
    public static readonly Term StubResistance = new(
        "enStubResistance", "F_T,Rd", Dimension.Force, "resistance of a row of two bolts", "EN 1993-1-8, 6.2.4.1: the least of the modes");
    public static readonly Term StubOnBolt = new(
        "enStubOnBolt", "F_T,Rd,b", Dimension.Force, "resistance of the row on one of its two bolts", "F_T,Rd/2");
    public static readonly Term FlangeFactor = new(
        "enFlangeFactor", "n_T,EN", Dimension.None, "T-stub over tension before prying", "F_T,Rd,b/F_t ≥ 1");
#pragma warning restore CS1591
}
