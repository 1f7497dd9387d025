using Hasp.Core.Formulas;
using Hasp.Core.Quantities;

namespace Hasp.Core.Kinds.BasePlates;

/// <summary>Values of a base plate on concrete, and of its holding-down bolts.</summary>
public static class BasePlateTerms
{
    private const string En = "EN 1993-1-8, ";

#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Term Fck = new(
        "fck", "f_ck", Dimension.Stress, "characteristic cylinder strength of the concrete", "EN 1992-1-1, Table 3.1");
    public static readonly Term GammaC = new(
        "gammaC", "γ_C", Dimension.None, "partial factor of concrete", "EN 1992-1-1, 2.4.2.4; national choice");
    public static readonly Term AlphaCc = new(
        "alphaCc", "α_cc", Dimension.None, "long-term factor of concrete", "EN 1992-1-1, 3.1.6; national choice");
    public static readonly Term Fcd = new(
        "fcd", "f_cd", Dimension.Stress, "design compressive strength of the concrete", "EN 1992-1-1, 3.1.6: αcc·fck/γC");
    public static readonly Term BetaJ = new("betaJ", "β_j", Dimension.None, "foundation joint factor", En + "6.2.5(7)");
    public static readonly Term Spread = new(
        "spread", "α", Dimension.None, "spread of the load in the foundation, √(Ac1/Ac0)", "EN 1992-1-1, 6.7; at most 3");
    public static readonly Term Fjd = new("fjd", "f_jd", Dimension.Stress, "bearing strength under the plate",
        En + "6.2.5(7): βj·α·fcd");
    public static readonly Term Depth = new(
        "columnDepth", "h", Dimension.Length, "depth of the column's profile", "profile table or stated");
    public static readonly Term Width = new(
        "columnWidth", "b", Dimension.Length, "width of the column's flanges", "profile table or stated");
    public static readonly Term Flange = new(
        "columnFlange", "t_f", Dimension.Length, "thickness of the column's flanges", "profile table or stated");
    public static readonly Term Web = new("columnWeb", "t_w", Dimension.Length, "thickness of the column's web", "profile table or stated");
    public static readonly Term PlateThickness = new("plateThickness", "t_p", Dimension.Length, "thickness of the base plate", "the joint");
    public static readonly Term PlateYield = new(
        "plateYield", "f_y", Dimension.Stress, "yield strength of the base plate", "material table");
    public static readonly Term PlateTensile = new(
        "plateTensile", "f_u", Dimension.Stress, "tensile strength of the base plate", "material table");
    public static readonly Term Compression = new(
        "baseCompression", "N_c", Dimension.Force, "compression under the plate", "the case, and the bolts in tension");
    public static readonly Term RequiredArea = new(
        "requiredArea", "A_req", Dimension.Area, "area that the compression needs", "N over fjd");
    public static readonly Term C = new(
        "additionalWidth", "c", Dimension.Length, "width about the profile that presses", En + "6.2.5(4): tp·√(fy/(3·fjd·γM0))");
    public static readonly Term CRequired = new(
        "additionalWidthRequired", "c_req", Dimension.Length, "width about the profile that the compression needs",
        "effective area = A_req, cut at the plate's edges, strips that meet counted once");
    public static readonly Term CUncut = new(
        "additionalWidthUncut", "c_0", Dimension.Length, "uncut width: were the plate without edges", "plain quadratic");
    public static readonly Term ThicknessRequired = new(
        "thicknessRequired", "t_req", Dimension.Length, "thickness for that width", En + "6.2.5(4): c·√(3·fjd·γM0/fy)");
    public static readonly Term Stock = new(
        "stockThickness", "t_stock", Dimension.Length, "the next stock thickness", "usual plate thicknesses");
    public static readonly Term Area = new(
        "effectiveArea", "A_eff", Dimension.Area, "area that presses about the profile", En + "6.2.5(3), cut at the plate's edges");
    public static readonly Term FlangeArea = new(
        "flangeStrip", "A_fl", Dimension.Area, "area that presses about the compression flange", En + "6.2.5(3), 6.2.8.3");
    public static readonly Term HalfArea = new(
        "halfArea", "A_half", Dimension.Area, "area that presses on the compression side of the web", "half of the effective area");
    public static readonly Term PressedResistance = new(
        "compressionResistance", "N_c,Rd", Dimension.Force, "compression that plate and concrete carry", En + "6.2.5(3): Aeff·fjd");
    public static readonly Term PressedSum = new(
        "compressionSum", "Σ_c", Dimension.None, "compression about both axes over what carries it", "two idealisations, added");
    public static readonly Term PressedFactor = new(
        "compressionFactor", "n_c,b", Dimension.None, "what plate and concrete carry over the compression", "Nc,Rd/N ≥ 1");
    public static readonly Term FlangeForce = new(
        "flangeForce", "C_f", Dimension.Force, "compression at the compression flange", "equilibrium about the bolts or the other flange");
    public static readonly Term MomentSize = new("baseMoment", "M_i", Dimension.Torque, "size of the moment about the axis", "load case");
    public static readonly Term LeverCompression = new(
        "baseLeverC", "e_c", Dimension.Length, "axis to the compression line",
        "middle of the flange; a quarter of the flange's width about the weak axis");
    public static readonly Term LeverTension = new(
        "baseLeverT", "z", Dimension.Length, "compression line to the bolts in tension", "Σy²/Σy of the bolts beyond the line");
    public static readonly Term AlphaBc = new(
        "alphaBc", "α_bc", Dimension.None, "shear factor of a holding-down bolt", En + "6.2.2(7): 0.44 − 0.0003·fyb, fyb 235 to 640");
    public static readonly Term BoltYield = new(
        "baseBoltYield", "f_yb", Dimension.Stress, "nominal yield strength of the bolt", En + "Table 3.1");
    public static readonly Term BoltTensile = new(
        "baseBoltTensile", "f_ub", Dimension.Stress, "nominal tensile strength of the bolt", En + "Table 3.1");
    public static readonly Term BoltShearHd = new(
        "FvbRdHoldingDown", "F_2,vb,Rd", Dimension.Force, "shear resistance of the holding-down bolt", En + "6.2.2(7): αbc·fub·As/γM2");
    public static readonly Term BoltShear = new(
        "baseShearResistance", "F_vb,Rd", Dimension.Force, "the least of the bolt's shear and its bearing in the plate", En + "6.2.2(7)");
    public static readonly Term ShearFactor = new(
        "baseShearFactor", "n_v,b", Dimension.None, "shear resistance over shear", "Fvb,Rd/Fv ≥ 1");
    public static readonly Term TensionFactor = new(
        "baseTensionFactor", "n_t,b", Dimension.None, "tension resistance over tension", "Ft,Rd/Ft ≥ 1");
    public static readonly Term CombinedFactor = new(
        "baseCombinedFactor", "n_vt,b", Dimension.None, "times both may grow until their sum is 1", "1/Σ_vt ≥ 1");
    public static readonly Term Concrete5dd = new(
        "concreteBearing5dd", "F_c,Rd", Dimension.Force, "concrete in front of the bolt, over five diameters", "handbook: 5d·d·fcd");
    public static readonly Term ConcreteFactor = new(
        "concreteBearingFactor", "n_c,v", Dimension.None, "concrete in front of the bolt over its shear", "handbook");
    public static readonly Term RowTension = new("rowTension", "ΣF_t", Dimension.Force, "tension of a row of bolts", "load path");
    public static readonly Term M = new(
        "rowLever", "m", Dimension.Length, "bolt row to the face of flange or web", "EN 1993-1-8, Figure 6.10; the weld not counted");
    public static readonly Term Leff = new(
        "rowLength", "l_eff", Dimension.Length, "effective length of the row's T-stub", "EN 1993-1-8, Table 6.6, Table 6.4");
    public static readonly Term MomentPl = new(
        "rowMoment", "M_pl,1", Dimension.Torque, "plastic moment of the plate over that length",
        "EN 1993-1-8, Table 6.2: 0.25·leff·tp²·fy");
    public static readonly Term RowResistance = new(
        "rowResistance", "F_T,1-2", Dimension.Force, "tension of a row that the plate carries without prying, plastic",
        "EN 1993-1-8, Table 6.2: 2·Mpl,1/m");
    public static readonly Term RowAvailable = new(
        "rowAvailable", "F_T,1-2,Rd", Dimension.Force, "the same with the basis's factor on yield", "γM0, φ, Ω or γm0 of the basis");
    public static readonly Term AiscBearing = new(
        "aiscBearingStress", "σ_J8", Dimension.Stress, "available bearing stress on concrete",
        "AISC 360-22, J8: 0.85·fc·√(A2/A1), √ ≤ 2, φc 0.65, Ωc 2.31");
    public static readonly Term AiscWidth = new(
        "aiscCantilever", "c_J8", Dimension.Length, "width about the profile that presses, plastic cantilever", "c = t·√(φ·fy/(2σ))");
    public static readonly Term Projection = new(
        "plateProjection", "a_p", Dimension.Length, "projection of the plate beyond the profile's rectangle, the greater first",
        "IS 800:2007, 7.4.3.1");
    public static readonly Term IsAllowed = new(
        "isPressureAllowed", "w_d", Dimension.Stress, "pressure that concrete and plate allow",
        "IS 800:2007, 7.4.1: 0.45·fck; 7.4.3.1: t²·fy/(2.5·(a² − 0.3b²)·γm0)");
    public static readonly Term Peak = new(
        "basePeak", "w_max", Dimension.Stress, "greatest pressure under the plate", "linear under a stiff plate, bolts in tension only");
    public static readonly Term IsFactor = new(
        "isBaseFactor", "n_w", Dimension.None, "pressure allowed over the greatest pressure", "wd/wmax ≥ 1");
    public static readonly Term RowFactor = new(
        "rowFactor", "n_T,b", Dimension.None, "what the plate carries over the tension of the row", "FT,1-2,Rd/ΣFt ≥ 1");
    public static readonly Term Friction = new(
        "baseFriction", "C_f,d", Dimension.None, "friction coefficient between plate and mortar",
        "EN 1993-1-8, 6.2.2(6): 0.2 on sand–cement mortar; up to 0.45 handbook, rough");
    public static readonly Term FrictionForce = new(
        "baseFrictionForce", "F_f,Rd", Dimension.Force, "friction under the compression that acts with the shear",
        "EN 1993-1-8, 6.2.2(6): Cf,d·Nc");
    public static readonly Term FrictionFactor = new("baseFrictionFactor", "n_f", Dimension.None, "friction over shear", "Ff,Rd/V ≥ 1");
    public static readonly Term ShearLeft = new(
        "baseShearLeft", "V_b", Dimension.Force, "shear left to one bolt", "its share, less what friction takes");
    public static readonly Term KeyArea = new(
        "shearKeyArea", "A_key", Dimension.Area, "area of a shear key that would carry the whole shear", "V/fcd, below the grout");
    public static readonly Term Stud = new(
        "baseBoltStress", "σ_vM", Dimension.Stress, "equivalent stress of the bolt", "distortion energy on the tensile stress area");
    public static readonly Term MaxTension = new(
        "maxTension", "F_t,max", Dimension.Force, "largest tension on a bolt, to be handed to the anchorage", "load path");
    public static readonly Term MinTension = new(
        "minTension", "F_t,min", Dimension.Force, "least tension on a bolt in the same case", "load path");
    public static readonly Term ShearPerBolt = new(
        "shearPerBolt", "F_v,max", Dimension.Force, "largest shear on a bolt, to be handed to the anchorage", "load path");
    public static readonly Term BearingShare = new(
        "bearingShare", "k_c", Dimension.None, "share of the concrete's strength that may press", "table of bearing forms");
    public static readonly Term CubeRatio = new(
        "cubeRatio", "k_cu", Dimension.None, "cylinder strength over cube strength", "table of bearing forms");
    public static readonly Term HandbookStress = new(
        "handbookBearing", "σ_c", Dimension.Stress, "bearing stress of older practice", "0.6·fcu, fcu = fck/0.8");
#pragma warning restore CS1591
}
