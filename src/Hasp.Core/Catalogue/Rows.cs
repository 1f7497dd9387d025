namespace Hasp.Core.Catalogue;

/// <summary>Metric parts go with metric threads and inch parts with inch threads.</summary>
public enum MeasureSystem
{
    /// <summary>ISO metric.</summary>
    Metric,

    /// <summary>Unified inch.</summary>
    Inch,

    /// <summary>Sold in both.</summary>
    Any,
}

/// <summary>A thread as it is listed; its diameters and areas follow from <see cref="ThreadGeometry"/>.</summary>
/// <param name="Designation">As ordered: <c>M16</c>, <c>M16x1.5</c>, <c>1/2-13 UNC</c>.</param>
/// <param name="Series">metric coarse, metric fine, UNC, UNF, 8-UN.</param>
/// <param name="Diameter">Nominal diameter d, mm.</param>
/// <param name="Pitch">Pitch P, mm; 25.4/n for inch threads.</param>
/// <param name="FirstChoice">Stocked by most shops; the others are waited for.</param>
/// <param name="PublishedStressArea">The rounded figure of the standard (mm², or in² for inch threads), kept to test the formula; null where none is listed.</param>
/// <param name="Source">Standard.</param>
public sealed record ScrewThread(
    string Designation, string Series, double Diameter, double Pitch, bool FirstChoice, double? PublishedStressArea, string Source)
{
    /// <summary>Metric or inch.</summary>
    public MeasureSystem System => Series.StartsWith("metric", StringComparison.Ordinal) ? MeasureSystem.Metric : MeasureSystem.Inch;
}

/// <summary>Minimum strengths of a grade over one range of diameters.</summary>
/// <param name="Grade">As stamped or ordered: <c>8.8</c>, <c>SAE 5</c>, <c>A325</c>.</param>
/// <param name="Standard">The standard that gives it.</param>
/// <param name="System">Metric, inch, or both.</param>
/// <param name="MinDiameter">Smallest nominal diameter it is made in, mm.</param>
/// <param name="MaxDiameter">Largest nominal diameter it is made in, mm.</param>
/// <param name="Proof">Proof strength Sp, MPa.</param>
/// <param name="Yield">Yield or 0.2 % proof stress Sy, MPa.</param>
/// <param name="Tensile">Tensile strength Su, MPa.</param>
/// <param name="ElasticModulus">E of the bolt, MPa.</param>
/// <param name="Expansion">Thermal expansion, 1/K.</param>
/// <param name="HighHardness">12.9 or over 39 HRC: hydrogen embrittlement when electroplated.</param>
/// <param name="Marking">How the bolt is known in the hand.</param>
/// <param name="Source">Standard and table, or the user's own words.</param>
/// <param name="Own">True where a user defined it; marked in every result that used it.</param>
public sealed record GradeBand(
    string Grade, string Standard, MeasureSystem System, double MinDiameter, double MaxDiameter,
    double Proof, double Yield, double Tensile, double ElasticModulus, double Expansion, bool HighHardness, string Marking, string Source, bool Own = false);

/// <summary>A member material over one range of thickness.</summary>
/// <param name="Name">As ordered: <c>S355</c>, <c>Aluminium 6082-T6</c>.</param>
/// <param name="MaxThickness">The strengths hold up to this thickness, mm.</param>
/// <param name="ElasticModulus">E, MPa.</param>
/// <param name="Yield">Yield or 0.2 % proof stress, MPa.</param>
/// <param name="Tensile">Tensile strength, MPa.</param>
/// <param name="BearingLimit">Limiting pressure pG under a bolt head, MPa.</param>
/// <param name="Expansion">Thermal expansion, 1/K; null where not stated.</param>
/// <param name="Brittle">Fails without warning: cast iron, concrete, plastics.</param>
/// <param name="GasketFactor">m: clamp pressure that a gasket needs over the pressure contained; null for parts.</param>
/// <param name="Kind">structural steel, aluminium, …</param>
/// <param name="Source">Standard and table, or the user's own words.</param>
/// <param name="Own">True where a user defined it; marked in every result that used it.</param>
public sealed record Material(
    string Name, double MaxThickness, double ElasticModulus, double Yield, double Tensile, double BearingLimit,
    double? Expansion, bool Brittle, double? GasketFactor, string Kind, string Source, bool Own = false)
{
    /// <summary>True for a soft sheet between parts: it is clamped and takes no shear.</summary>
    public bool IsGasket => GasketFactor is not null;
}

/// <summary>A bolt head or a nut of one size.</summary>
/// <param name="Kind">hex, socket, countersunk, flange; stud for the nut that stands in a head's place.</param>
/// <param name="Diameter">Nominal thread diameter it belongs to, mm.</param>
/// <param name="Height">Head height or nut height (maximum), mm.</param>
/// <param name="Across">Width across flats, or the head's diameter, mm.</param>
/// <param name="BearingDiameter">Outer diameter of the face that presses, mm.</param>
/// <param name="Source">Standard.</param>
public sealed record BearingPart(string Kind, double Diameter, double Height, double Across, double BearingDiameter, string Source)
{
    /// <summary>True where the head sits in the part and presses on a cone.</summary>
    public bool Countersunk => Kind == "countersunk";

    /// <summary>
    /// Depth below the part's face at which the head presses, mm: half the head's height where it is countersunk, else 0. The
    /// choice of this house: the force enters along the whole cone, its middle stands for it.
    /// </summary>
    public double SeatDepth => Countersunk ? Height / 2 : 0;

    /// <summary>Diameter that the pressure cone starts with, mm: the bearing face; for a countersunk head its mean diameter, at the seat depth.</summary>
    public double ConeFace => Countersunk ? (BearingDiameter + Diameter) / 2 : BearingDiameter;
}

/// <summary>A flat washer of one size.</summary>
/// <param name="Kind">plain, large, hardened.</param>
/// <param name="Diameter">Nominal thread diameter it belongs to, mm.</param>
/// <param name="InnerDiameter">mm.</param>
/// <param name="OuterDiameter">mm.</param>
/// <param name="Thickness">mm.</param>
/// <param name="Source">Standard.</param>
public sealed record Washer(string Kind, double Diameter, double InnerDiameter, double OuterDiameter, double Thickness, string Source);

/// <summary>A clearance hole: a diameter for one size, or an allowance over a range of sizes.</summary>
/// <param name="Fit">fine, medium, coarse, or the rule of a standard.</param>
/// <param name="MinDiameter">From this nominal diameter, mm.</param>
/// <param name="MaxDiameter">To this nominal diameter, mm.</param>
/// <param name="Hole">Hole diameter, mm; null where <paramref name="Allowance"/> gives it.</param>
/// <param name="Allowance">Added to the nominal diameter, mm.</param>
/// <param name="Source">Standard and table.</param>
public sealed record HoleRow(string Fit, double MinDiameter, double MaxDiameter, double? Hole, double? Allowance, string Source);

/// <summary>A preferred bolt length.</summary>
/// <param name="System">Metric or inch.</param>
/// <param name="Length">Nominal length, mm.</param>
/// <param name="Source">Standard.</param>
public sealed record PreferredLength(MeasureSystem System, double Length, string Source);

/// <summary>A nut factor with the band it is found in.</summary>
/// <param name="Lubrication">dry, zinc, lubricated, …</param>
/// <param name="K">Usual nut factor.</param>
/// <param name="Low">Low end of the band.</param>
/// <param name="High">High end of the band.</param>
/// <param name="Label">In words.</param>
/// <param name="Source">Where the figure comes from.</param>
public sealed record NutFactor(string Lubrication, double K, double Low, double High, string Label, string Source);

/// <summary>A way of tightening with the scatter of the preload that it reaches.</summary>
/// <param name="Name">wrench lubricated, turn, …</param>
/// <param name="Scatter">Γ, ± as a share of the nominal preload.</param>
/// <param name="Label">In words.</param>
/// <param name="Source">Where the figure comes from.</param>
public sealed record TighteningMethod(string Name, double Scatter, string Label, string Source);

/// <summary>A listed endurance strength of rolled threads, fully corrected, stress concentration inside.</summary>
/// <param name="Grade">Grade name.</param>
/// <param name="MinDiameter">From this nominal diameter, mm.</param>
/// <param name="MaxDiameter">To this nominal diameter, mm.</param>
/// <param name="Strength">Se, MPa.</param>
/// <param name="Source">Where the figure comes from.</param>
public sealed record EnduranceRow(string Grade, double MinDiameter, double MaxDiameter, double Strength, string Source);

/// <summary>The least preload of structural practice: a tabled force for one size, or 0.7 of a nominal tensile strength on At.</summary>
/// <param name="Grade">Grade name.</param>
/// <param name="Diameter">Nominal diameter, mm; null where the rule holds for every size.</param>
/// <param name="Force">N; null where <paramref name="NominalTensile"/> gives it.</param>
/// <param name="NominalTensile">fub, MPa, nominal and not the minimum of the product standard.</param>
/// <param name="Source">Standard and clause.</param>
public sealed record PretensionRow(string Grade, double? Diameter, double? Force, double? NominalTensile, string Source);
