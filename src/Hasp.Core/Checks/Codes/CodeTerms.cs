using Hasp.Core.Formulas;
using Hasp.Core.Quantities;

namespace Hasp.Core.Checks.Codes;

/// <summary>Values that the structural codes name alike.</summary>
public static class CodeTerms
{
#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Term BoltTensile = new(
        "codeBoltTensile", "f_ub", Dimension.Stress, "nominal tensile strength of the bolt", "table of nominal strengths");
    public static readonly Term BoltYield = new(
        "codeBoltYield", "f_yb", Dimension.Stress, "nominal yield strength of the bolt", "table of nominal strengths");
    public static readonly Term SlotDiameter = new(
        "codeHole", "d_0", Dimension.Length, "hole of the part across the load; width of a slot", "table of holes");
    public static readonly Term JointLength = new(
        "codeJointLength", "L_j", Dimension.Length, "distance between the end bolts along the load", "the pattern");
    public static readonly Term Bolts = new(
        "codeBolts", "n_b", Dimension.None, "number of bolts of one strength in the group", "the pattern");
    public static readonly Term Taken = new("codeTaken", "n_t,b", Dimension.None, "bolts whose load goes with what parts", "the pattern");
    public static readonly Term Pulled = new(
        "codePulled", "l_nt", Dimension.Length, "length pulled apart, holes deducted, s²/(4g) given back",
        "worst failure path of the pattern");
    public static readonly Term PulledGross = new(
        "codePulledGross", "l_gt", Dimension.Length, "length pulled apart, holes not deducted", "worst failure path of the pattern");
    public static readonly Term Sheared = new(
        "codeSheared", "l_nv", Dimension.Length, "length sheared, holes deducted", "worst failure path of the pattern");
    public static readonly Term ShearedGross = new(
        "codeShearedGross", "l_gv", Dimension.Length, "length sheared, holes not deducted", "worst failure path of the pattern");
    public static readonly Term NetTension = new(
        "codeNetTension", "A_nt", Dimension.Area, "net area in tension", "worst failure path of the pattern");
    public static readonly Term GrossTension = new(
        "codeGrossTension", "A_gt", Dimension.Area, "gross area in tension", "worst failure path of the pattern");
    public static readonly Term NetShear = new(
        "codeNetShear", "A_nv", Dimension.Area, "net area in shear", "worst failure path of the pattern");
    public static readonly Term GrossShear = new(
        "codeGrossShear", "A_gv", Dimension.Area, "gross area in shear", "worst failure path of the pattern");
    public static readonly Term NetSection = new(
        "codeNetSection", "A_n", Dimension.Area, "net area of the section", "worst path from side to side");
    public static readonly Term GrossSection = new(
        "codeGrossSection", "A_g", Dimension.Area, "gross area of the section", "width times thickness");
    public static readonly Term PathForce = new(
        "codePathForce", "F_path", Dimension.Force, "load of the bolts that go with what parts, in its direction", "shares of the bolts");
    public static readonly Term SectionWidth = new(
        "codeSectionWidth", "b_g", Dimension.Length, "width of the part across the load", "stated, or as drawn");
    public static readonly Term DirectTension = new(
        "codeDirectTension", "F_t,d", Dimension.Force,
        "tension on the bolt from the pull on the joint; what a moment adds is balanced by contact", "load case over the number of bolts");
    public static readonly Term LimitActual = new("codeLimitActual", "x", Dimension.Length, "distance in the pattern", "the pattern");
    public static readonly Term LimitAllowed = new(
        "codeLimitAllowed", "x_lim", Dimension.Length, "distance that the code allows", "limits of the code");
    public static readonly Term LimitFactor = new(
        "codeLimitFactor", "n_x", Dimension.None, "distance over the least, or the greatest over the distance", "limits of the code");
    public static readonly Term PretensionFactor = new(
        "codePretensionFactor", "n_pc", Dimension.None, "least preload that the tightening leaves over the pretension asked for",
        "the code's pretension");
#pragma warning restore CS1591
}
