using Hasp.Core.Formulas;
using Hasp.Core.Quantities;

namespace Hasp.Core.Checks.Stated;

/// <summary>Values of the stated basis.</summary>
public static class StatedTerms
{
    private const string Stated = "stated; named with each joint";

#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Term Stress = new("stStress", "f_st", Dimension.Stress, "strength stated, as a stress", Stated);
    public static readonly Term Times = new("stTimes", "k_st", Dimension.None,
        "strength stated, as a factor on a strength of the material", Stated);
    public static readonly Term Force = new("stForce", "F_st", Dimension.Force, "strength stated, as a force a bolt", Stated);
    public static readonly Term Share = new("stShare", "s_A", Dimension.None, "share of the area that counts", Stated);
    public static readonly Term Planes = new("stPlanes", "m_st", Dimension.None, "shear planes of the bolt", "section");
    public static readonly Term Strength = new("stStrength", "R_st", Dimension.Force, "strength of the bolt or part",
        "stated strength × area");
    public static readonly Term Factor = new("stFactor", "F", Dimension.None, "required factor", Stated);
    public static readonly Term Available = new("stAvailable", "R_st/F", Dimension.Force, "what is left of the strength", "R/F");
    public static readonly Term Area = new("stArea", "A_st", Dimension.Area, "area that the strength stands on", "drawing");
    public static readonly Term Reserve = new("stReserve", "n_st", Dimension.None, "what is left of the strength over the load",
        "R/(F·E)");
    public static readonly Term ShearShare = new("stShearShare", "R_v", Dimension.None, "shear over what is left of its strength",
        "V/(R/F)");
    public static readonly Term TensionShare = new("stTensionShare", "R_t", Dimension.None, "tension over what is left of its strength",
        "N/(R/F)");
    public static readonly Term Together = new("stTogether", "n_st,vt", Dimension.None,
        "times both may grow until (V/Rv)^a + (N/Rt)^b = 1", "exponents stated");
#pragma warning restore CS1591
}
