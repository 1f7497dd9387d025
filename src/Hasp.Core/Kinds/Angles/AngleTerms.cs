using Hasp.Core.Formulas;
using Hasp.Core.Quantities;

namespace Hasp.Core.Kinds.Angles;

/// <summary>Values of an angle by one leg.</summary>
public static class AngleTerms
{
    private const string Drawing = "drawing", Is = "IS 800:2007, 6.3.3";

#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Term Leg = new("angleLeg", "a", Dimension.Length, "connected leg", Drawing);
    public static readonly Term Outstanding = new("angleOutstanding", "b", Dimension.Length, "outstanding leg", Drawing);
    public static readonly Term Thickness = new("angleThickness", "t_a", Dimension.Length, "thickness of the angle", Drawing);
    public static readonly Term Gusset = new("angleGusset", "t_g", Dimension.Length, "thickness of the gusset", Drawing);
    public static readonly Term GussetWidth = new("angleGussetWidth", "w_g", Dimension.Length, "width of the gusset", Drawing);
    public static readonly Term Hole = new("angleHole", "d_h", Dimension.Length, "what a hole takes from the section",
        "hole, with what the code adds");
    public static readonly Term Toe = new("angleToe", "e_2", Dimension.Length, "line of bolts to the toe", Drawing);
    public static readonly Term Gauge = new("angleGauge", "w_1", Dimension.Length, "heel to the line of bolts", Drawing);
    public static readonly Term Pitch = new("anglePitch", "p_1", Dimension.Length, "pitch along the pull", Drawing);
    public static readonly Term Length = new("angleLength", "l", Dimension.Length, "between the outer bolts", Drawing);
    public static readonly Term Gross = new("angleGrossArea", "A_g", Dimension.Area, "gross section of the angle, without fillets",
        "(a + b − t)·t");
    public static readonly Term GussetArea = new("angleGussetArea", "A_g,g", Dimension.Area, "gross section of the gusset", "w·t");
    public static readonly Term Net = new("angleNetArea", "A_net", Dimension.Area, "gross section less one hole", "Ag − dh·t");
    public static readonly Term Centroid = new("angleCentroid", "x̄", Dimension.Length,
        "face of the connected leg to the centroid of the angle", "two rectangles");
    public static readonly Term LagByLength = new("angleLagByLength", "U_l", Dimension.None,
        "what the lag leaves by the length of the joint", "AISC 360-22, Table D3.1, case 2: 1 − x̄/l");
    public static readonly Term LegShare = new("angleLegShare", "U_a", Dimension.None, "the connected leg's share of the gross area",
        "AISC 360-22, D3");
    public static readonly Term LeastLag = new("angleLeastLag", "U_n", Dimension.None, "least by the number of bolts in line",
        "AISC 360-22, Table D3.1, case 8");
    public static readonly Term Lag = new("angleLag", "U", Dimension.None, "shear lag factor", "the greatest of them");
    public static readonly Term Effective = new("angleEffective", "A_e", Dimension.Area, "effective net area", "AISC 360-22, D3: U·An");
    public static readonly Term Beta = new("angleBeta", "β", Dimension.None, "reduction by number and pitch",
        "EN 1993-1-8:2005, Table 3.8");
    public static readonly Term ConnectedNet = new("angleConnectedNet", "A_nc", Dimension.Area,
        "net area of the connected leg, to mid-thickness", Is);
    public static readonly Term OutstandingGross = new("angleOutstandingGross", "A_go", Dimension.Area,
        "gross area of the outstanding leg, to mid-thickness", Is);
    public static readonly Term LagWidth = new("angleLagWidth", "b_s", Dimension.Length, "shear lag width", Is + ": w + w1 − t");
    public static readonly Term BetaIs = new("angleBetaIs", "β_IS", Dimension.None, "what of the outstanding leg counts", Is);
    public static readonly Term Strength = new("angleStrength", "N_R", Dimension.Force, "what the section carries", "by the basis");
    public static readonly Term Factor = new("angleFactor", "n_a", Dimension.None, "what the section carries over the pull", "N_R/N");
#pragma warning restore CS1591
}
