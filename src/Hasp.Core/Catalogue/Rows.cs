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

/// <summary>A thread as it is listed; its diameters and areas follow from <see cref="ThreadGeometry{T}"/>.</summary>
/// <param name="Designation">As ordered: <c>M16</c>, <c>M16x1.5</c>, <c>1/2-13 UNC</c>.</param>
/// <param name="Series">metric coarse, metric fine, UNC, UNF, UNS, 8-UN.</param>
/// <param name="Diameter">Nominal diameter d, mm.</param>
/// <param name="Pitch">Pitch P, mm; 25.4/n for inch threads.</param>
/// <param name="FirstChoice">Stocked by most shops; the others are waited for.</param>
/// <param name="PublishedStressArea">The rounded figure of the standard (mm², or in² for inch threads), kept to test the formula; null
/// where none is listed.</param>
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
    double Proof, double Yield, double Tensile, double ElasticModulus, double Expansion, bool HighHardness, string Marking, string Source,
    bool Own = false)
{
    /// <summary>
    /// Least hardness of the washers that go with it, HV (ISO 7089: 200 HV to 8.8, 300 HV to 10.9; F436 with F3125). Above 10.9 none is
    /// assigned: the hardest serve, and the pressure decides. Of a grade of the user's own it follows from the tensile strength.
    /// </summary>
    public double WasherHardness { get; init; } = Tensile switch { <= 620 => 100, <= 860 => 200, _ => 300 };

    /// <summary>True for stainless bolts, whose threads gall.</summary>
    public bool Stainless { get; init; }

    /// <summary>The hexagon that goes with it: hex, or heavy hex for structural bolts.</summary>
    public string Hexagon { get; init; } = "hex";

    /// <summary>The class of the nut that goes with it; of a grade of the user's own it follows from the tensile strength.</summary>
    public string NutClass { get; init; } = System == MeasureSystem.Inch
        ? Tensile switch { <= 620 => "A", <= 830 => "SAE 5", <= 1034.3 => "SAE 8", _ => "DH" }
        : Tensile switch { <= 520 => "5", <= 600 => "6", <= 830 => "8", <= 1040 => "10", _ => "12" };

    /// <summary>The finish that it comes with where nobody says another.</summary>
    public string Finish { get; init; } = "zinc";

    /// <summary>True where a bolt of it can have that finish: stainless is not plated, hot-dip zinc breaks what hydrogen
    /// embrittles.</summary>
    public bool Takes(NutFactor finish) => !(Stainless && finish.Plating != Plating.None)
        && !(Embrittles && finish.Plating == Plating.HotDip);

    /// <summary>True where most shops have it; the others are waited for.</summary>
    public bool Stocked { get; init; }

    /// <summary>True where electroplating or galvanising endangers it: over 39 HRC, or over 1200 MPa.</summary>
    public bool Embrittles => HighHardness || Tensile > 1200;

    /// <summary>Service temperatures that it is listed for, °C.</summary>
    public (double Least, double Most) Service { get; init; } = (-50, 150);

    /// <summary>Grade and source, as a working cites them.</summary>
    public string Cited => $"{Grade}: {Source}";
}

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
    /// <summary>What it behaves like where a formula or a caution asks.</summary>
    public MaterialFamily Family { get; init; } = MaterialFamily.Other;

    /// <summary>Share of the clamp that it loses in the first day, of a gasket; null where the usual share stands (check).</summary>
    public double? Relaxation { get; init; }

    /// <summary>Stress that seats a gasket, MPa; null for parts, and for a gasket that needs none.</summary>
    public double? SeatingStress { get; init; }

    /// <summary>Material and source, as a working cites them.</summary>
    public string Cited => $"{Name}: {Source}";

    /// <summary>True for a soft sheet between parts: it is clamped and takes no shear.</summary>
    public bool IsGasket => GasketFactor is not null;

    /// <summary>True for concrete: a bolt bears on it by rules of its own, never by those of steel parts.</summary>
    public bool IsConcrete => Kind == "concrete";
}

/// <summary>What a material behaves like.</summary>
public enum MaterialFamily
{
    /// <summary>None of the others, or not known.</summary>
    Other,

    /// <summary>Carbon and low-alloy steel.</summary>
    Steel,

    /// <summary>Stainless steel.</summary>
    Stainless,

    /// <summary>Wrought and cast aluminium.</summary>
    Aluminium,

    /// <summary>Grey cast iron.</summary>
    GreyIron,
}

/// <summary>The outline of a head or nut in plan.</summary>
public enum HeadShape
{
    /// <summary>Six flats.</summary>
    Hexagon,

    /// <summary>A circle: socket, button and countersunk heads, flanges.</summary>
    Round,
}

/// <summary>By which standard the threaded length of a bolt follows from its head, diameter and length.</summary>
public enum ThreadLengthRule
{
    /// <summary>No rule: a nut, or a stud threaded all over.</summary>
    None,

    /// <summary>ISO 888: 2d + 6 to 125 mm, 2d + 12 to 200 mm, 2d + 25 over.</summary>
    Iso888,

    /// <summary>ISO 4762, ISO 10642, ISO 7380: 2d + 12.</summary>
    Socket,

    /// <summary>ASME B18.2.1: 2d + 1/4 in to 6 in, 2d + 1/2 in over.</summary>
    AsmeHex,

    /// <summary>ASME B18.3: 2d + 1/2 in.</summary>
    AsmeSocket,

    /// <summary>ASME B18.2.6, structural bolts: by its table.</summary>
    AsmeStructural,

    /// <summary>EN 14399-4, HV bolts: by its table.</summary>
    HvHex,

    /// <summary>Threaded to the head.</summary>
    AllThread,
}

/// <summary>A bolt head or a nut of one size.</summary>
/// <param name="Kind">hex, socket, countersunk, flange; stud for the nut that stands in a head's place.</param>
/// <param name="Diameter">Nominal thread diameter it belongs to, mm.</param>
/// <param name="Height">Head height or nut height (maximum), mm.</param>
/// <param name="Across">Width across flats, or the head's diameter, mm.</param>
/// <param name="BearingDiameter">Outer diameter of the face that presses, mm.</param>
/// <param name="Source">Standard.</param>
/// <param name="Shape">Hexagon, or round.</param>
/// <param name="ConeAngle">Angle of the cone that a countersunk head presses on, degrees; null for a flat face.</param>
/// <param name="ThreadRule">How long bolts with this head are threaded; none for nuts.</param>
public sealed record BearingPart(
    string Kind, double Diameter, double Height, double Across, double BearingDiameter, string Source,
    HeadShape Shape = HeadShape.Hexagon, double? ConeAngle = null, ThreadLengthRule ThreadRule = ThreadLengthRule.None)
{
    /// <summary>True where the head sits in the part and presses on a cone.</summary>
    public bool Countersunk => ConeAngle is not null;

    // A hexagon is wider across its points than across its flats by this.
    private const double PointsOverFlats = 1.1547005383792515;

    /// <summary>
    /// dm, mean of the widths across points and across flats, mm; of a round one its diameter, of a countersunk one the least that
    /// it really has, since its listed diameter is that of a sharp edge. EN 1993-1-8:2005, Bp,Rd of Table 3.4.
    /// </summary>
    public double MeanWidth => Countersunk ? BearingDiameter : Across * (Shape == HeadShape.Hexagon ? (1 + PointsOverFlats) / 2 : 1);

    /// <summary>
    /// Depth below the part's face at which the head presses, mm: half the head's height where it is countersunk, else 0. The
    /// choice of this house: the force enters along the whole cone, its middle stands for it.
    /// </summary>
    public double SeatDepth => Countersunk ? Height / 2 : 0;

    /// <summary>Diameter that the pressure cone starts with, mm: the bearing face; for a countersunk head its mean diameter, at the
    /// seat depth.</summary>
    public double ConeFace => Countersunk ? (BearingDiameter + Diameter) / 2 : BearingDiameter;
}

/// <summary>A flat washer of one size.</summary>
/// <param name="Kind">plain, large, hardened.</param>
/// <param name="Diameter">Nominal thread diameter it belongs to, mm.</param>
/// <param name="InnerDiameter">mm.</param>
/// <param name="OuterDiameter">mm.</param>
/// <param name="Thickness">mm.</param>
/// <param name="Hardness">Least Vickers hardness.</param>
/// <param name="BearingLimit">Limiting pressure on the washer, MPa.</param>
/// <param name="Source">Standard.</param>
public sealed record Washer(string Kind, double Diameter, double InnerDiameter, double OuterDiameter, double Thickness, double Hardness,
    double BearingLimit, string Source);

/// <summary>Another name of a row.</summary>
/// <param name="Kind">material or grade.</param>
/// <param name="Name">The other name.</param>
/// <param name="Of">The name that the row is listed by.</param>
/// <param name="Source">Standard that has it.</param>
public sealed record OtherName(string Kind, string Name, string Of, string Source);

/// <summary>Proof stress of nuts of one class over a range of diameters: what they must carry without stripping.</summary>
/// <param name="Name">8, 10, DH, 2H, …</param>
/// <param name="System">Metric, inch, or both.</param>
/// <param name="MinDiameter">From this nominal diameter, mm.</param>
/// <param name="MaxDiameter">To this nominal diameter, mm.</param>
/// <param name="Proof">MPa on the tensile stress area of the bolt.</param>
/// <param name="Source">Standard and table.</param>
public sealed record NutClass(string Name, MeasureSystem System, double MinDiameter, double MaxDiameter, double Proof, string Source)
{
    /// <summary>The kind of nut that it is made in alone; empty where it is made in every kind.</summary>
    public string Nut { get; init; } = "";

    /// <summary>Class and source, as a working cites them.</summary>
    public string Cited => $"nut class {Name}: {Source}";
}

/// <summary>Lengths that bolts of one size are stocked in.</summary>
/// <param name="System">Metric or inch.</param>
/// <param name="Diameter">Nominal diameter, mm.</param>
/// <param name="Least">mm.</param>
/// <param name="Most">mm.</param>
/// <param name="Source">Standard.</param>
public sealed record LengthRange(MeasureSystem System, double Diameter, double Least, double Most, string Source);

/// <summary>What is read while tightening.</summary>
public enum Measure
{
    /// <summary>A torque.</summary>
    Torque,

    /// <summary>The turn of the nut from snug.</summary>
    Turn,

    /// <summary>What an indicator under head or nut shows.</summary>
    Indicator,

    /// <summary>The force itself, as a tensioner's pressure gives it.</summary>
    Force,

    /// <summary>The stretch of the bolt.</summary>
    Stretch,
}

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
public sealed record NutFactor(string Lubrication, double K, double Low, double High, string Label, string Source)
{
    /// <summary>Highest service temperature of the finish, °C.</summary>
    public double ServiceMost { get; init; } = 1000;

    /// <summary>What the bolt is plated with.</summary>
    public Plating Plating { get; init; }

    /// <summary>True where it lowers the friction, whether it is put on or comes with the bolt.</summary>
    public bool Lubricant { get; init; }

    /// <summary>True for a lubricant that whoever tightens puts on.</summary>
    public bool PutOn { get; init; }
}

/// <summary>What a bolt is plated with.</summary>
public enum Plating
{
    /// <summary>Nothing.</summary>
    None,

    /// <summary>Zinc, electroplated.</summary>
    Zinc,

    /// <summary>Cadmium, electroplated.</summary>
    Cadmium,

    /// <summary>Zinc, hot-dip.</summary>
    HotDip,

    /// <summary>Tin, electroplated.</summary>
    Tin,
}

/// <summary>A way of tightening with the scatter of the preload that it reaches.</summary>
/// <param name="Name">wrench lubricated, turn, …</param>
/// <param name="Scatter">Γ, ± as a share of the nominal preload.</param>
/// <param name="Label">In words.</param>
/// <param name="Source">Where the figure comes from.</param>
/// <param name="ByTorque">True where the preload follows from a torque and the friction met; the others reach for the preload
/// itself.</param>
/// <param name="AboveMinimum">What is aimed at over the least pretension of a structural code.</param>
/// <param name="Workshop">False where it needs gear that goes with few, large bolts that are pulled: a tensioner, a micrometer on both
/// ends, ultrasound.</param>
/// <param name="Measure">What is read while tightening.</param>
public sealed record TighteningMethod(
    string Name, double Scatter, string Label, string Source, bool ByTorque = false, double AboveMinimum = 1.05, bool Workshop = true,
    Measure Measure = Measure.Torque)
{
    /// <summary>Where the figure is only to be come near to: by what means, in words; empty where it can be set.</summary>
    public string Means { get; init; } = "";

    /// <summary>
    /// Share of the full tightening torsion that is in the shank: 1 wherever a nut is turned, however the preload is measured; little where
    /// a tensioner pulls.
    /// </summary>
    public double TorsionShare { get; init; } = 1;

    /// <summary>Standard deviation of what the tool itself gives, as a share; null where it is not apart from the method's.</summary>
    public double? ToolScatter { get; init; }
}

/// <summary>What faces embed, mm.</summary>
/// <param name="Roughness">fine, usual, rough.</param>
/// <param name="Shear">True where shear comes on the joint.</param>
/// <param name="Thread">In each pair of threads.</param>
/// <param name="Under">Under head and nut each, washer or none.</param>
/// <param name="Inner">At each face between two parts.</param>
/// <param name="Source">Where the figures come from.</param>
public sealed record EmbeddingRow(string Roughness, bool Shear, double Thread, double Under, double Inner, string Source);

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
