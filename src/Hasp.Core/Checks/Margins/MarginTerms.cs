using Hasp.Core.Formulas;
using Hasp.Core.Quantities;

namespace Hasp.Core.Checks.Margins;

/// <summary>Values of the margin basis.</summary>
public static class MarginTerms
{
    private const string Practice = "practice of NASA-STD-5020";

#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Term Fitting = new(
        "msFF", "FF", Dimension.None, "fitting factor", Practice + "; 1.0 where the joint itself is strength-tested");
    public static readonly Term Ultimate = new("msFSu", "FS_u", Dimension.None, "factor of safety, ultimate", "NASA-STD-5001");
    public static readonly Term YieldFactor = new("msFSy", "FS_y", Dimension.None, "factor of safety, yield", "NASA-STD-5001");
    public static readonly Term SeparationFactor = new(
        "msFSsep", "FS_sep", Dimension.None, "factor of safety, separation", "NASA-STD-5020; NASA-STD-5001");
    public static readonly Term Allowable = new(
        "msAllowable", "P_al", Dimension.Force, "least of bolt, its thread, nut, insert and parent thread", Practice);
    public static readonly Term AllowableYield = new(
        "msAllowableYield", "P_al,y", Dimension.Force, "yield of the bolt, no more than its threads hold", Practice);
    public static readonly Term TensionAllowed = new(
        "msTensionAllowed", "P′", Dimension.Force, "outside tension that brings the bolt to its allowable",
        "the allowable where the joint opens first, else (allowable − Fi,max)/(n·C)");
    public static readonly Term TensionFactor = new("msTension", "1+MS_t", Dimension.None, "margin of tension, plus 1", "P′/(FF·FS·P)");
    public static readonly Term SeparationMargin = new(
        "msSeparation", "1+MS_sep", Dimension.None, "margin of separation, plus 1", "Fi,min/(FF·FSsep·P), the whole P");
    public static readonly Term SlipShear = new(
        "msSlipShear", "P_s", Dimension.Force, "shear on the joint; of an eccentric load the sum over its bolts", "load case");
    public static readonly Term SlipMargin = new(
        "msSlip", "1+MS_sl", Dimension.None, "margin of slip, plus 1", "N·Fi,min/(FF·FS·(Pt + Ps/(m·μ)))");
    public static readonly Term ShearStrength = new(
        "msShearStrength", "F_su", Dimension.Stress, "ultimate shear strength of the bolt", "0.6 of the tensile strength");
    public static readonly Term ShearAllowed = new(
        "msShearAllowed", "P_su", Dimension.Force, "ultimate shear of the bolt in all its planes",
        "area in each plane, preload not counted");
    public static readonly Term ShearMargin = new("msShear", "1+MS_s", Dimension.None, "margin of shear, plus 1", "P_su/(FF·FSu·V)");
    public static readonly Term ShearRatio = new("msShearRatio", "R_s", Dimension.None, "shear ratio, factors in it", "FF·FSu·V/P_su");
    public static readonly Term TensionRatio = new(
        "msTensionRatio", "R_t", Dimension.None, "tension ratio, factors in it",
        "FF·FSu·P/P_tu, or with Fi,max + n·C·FF·FSu·P where the bolt breaks before the joint opens");
    public static readonly Term InteractionSum = new(
        "msInteractionSum", "Σ_R", Dimension.None, "interaction of shear and tension",
        "threads in the plane R_s^1.2 + R_t^2, shank R_s^2.5 + R_t^1.5");
    public static readonly Term InteractionMargin = new(
        "msInteraction", "1+MS_i", Dimension.None, "load factor at which the interaction reaches 1", Practice);
    public static readonly Term BearingAllowed = new(
        "msBearingAllowed", "P_br", Dimension.Force, "bearing of the part on the projected area", "strength·d·t");
    public static readonly Term BearingMargin = new(
        "msBearing", "1+MS_br", Dimension.None, "margin of bearing or tear-out, plus 1", Practice);
    public static readonly Term TearAllowed = new(
        "msTearAllowed", "P_to", Dimension.Force, "tear-out of the part", "shear strength·2·(e − d0/2)·t");
    public static readonly Term TearRatio = new(
        "msTearRatio", "κ_to", Dimension.None, "shear strength over tensile strength of the part", "0.6 ultimate, 0.577 yield");
    public static readonly Term PreloadFactor = new(
        "msPreload", "1+MS_p", Dimension.None, "allowable at yield over the largest preload", "Fi,max below the allowable");
    public static readonly Term PinArea = new("msPinArea", "A_pin", Dimension.Area, "area of a shear pin", "circle of its diameter");
    public static readonly Term PinDiameter = new("msPinDiameter", "d_pin", Dimension.Length, "diameter of the shear pins", "stated");
    public static readonly Term PinCount = new("msPinCount", "N_pin", Dimension.None, "number of shear pins", "stated");
    public static readonly Term PinStrength = new(
        "msPinStrength", "F_su,pin", Dimension.Stress, "ultimate shear strength of the pins", "stated");
    public static readonly Term PinShear = new("msPinShear", "P_su,pin", Dimension.Force, "ultimate shear of all pins", "N·m·A·Fsu");
    public static readonly Term PinBearing = new(
        "msPinBearing", "P_br,pin", Dimension.Force, "bearing of all pins in the part", "N·d·t·fu");
    public static readonly Term PinMargin = new(
        "msPins", "1+MS_pin", Dimension.None, "margin of the shear pins, plus 1", "they take the whole shear");
#pragma warning restore CS1591
}
