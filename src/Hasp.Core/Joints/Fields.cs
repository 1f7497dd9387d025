using System.Globalization;
using Hasp.Core.Catalogue;
using Hasp.Core.Quantities;

namespace Hasp.Core.Joints;

/// <summary>How a field is written in a document.</summary>
public enum FieldKind
{
    /// <summary>Free text.</summary>
    Text,

    /// <summary>One of a list.</summary>
    Choice,

    /// <summary>A whole number.</summary>
    Count,

    /// <summary>A number without a unit.</summary>
    Number,

    /// <summary>A string with a unit.</summary>
    Quantity,

    /// <summary>A share ("75 %"), a force or a torque, told apart by its unit.</summary>
    Aim,

    /// <summary>A scatter: "10 %", "uniform 20 %", "lognormal 15 %".</summary>
    Spread,
}

/// <summary>One field of the joint document: the parser, the form, the schema and the documentation all read this.</summary>
/// <param name="Path">Where it stands; <c>[]</c> is any element of a list.</param>
/// <param name="Kind">How it is written.</param>
/// <param name="Label">What it is called on a form and in a message: the trade's own term.</param>
/// <param name="Meaning">What it says, in the field's words.</param>
public sealed record Field(string Path, FieldKind Kind, string Label, string Meaning)
{
    /// <summary>What a quantity measures.</summary>
    public Dimension Dimension { get; init; }

    /// <summary>True where a document without it is refused.</summary>
    public bool Required { get; init; }

    /// <summary>What is taken where it is absent, in words.</summary>
    public string Default { get; init; } = "";

    /// <summary>Smallest value in held units.</summary>
    public double Min { get; init; } = double.NegativeInfinity;

    /// <summary>True where the smallest value itself is refused.</summary>
    public bool AboveMin { get; init; }

    /// <summary>Largest value in held units.</summary>
    public double Max { get; init; } = double.PositiveInfinity;

    /// <summary>What may be chosen; names from the catalogue are checked by <see cref="JointRules"/> instead.</summary>
    public IReadOnlyList<string> Choices { get; init; } = [];

    /// <summary>How a choice reads in a list, where it is not its own name.</summary>
    public IReadOnlyDictionary<string, string> Labels { get; init; } = new Dictionary<string, string>();

    /// <summary>How a choice reads in a list.</summary>
    public string LabelOf(string choice) => Labels.GetValueOrDefault(choice, choice);

    /// <summary>Most characters of a text.</summary>
    public int MaxLength { get; init; } = 200;

    /// <summary>True for a text of several lines.</summary>
    public bool Lines => MaxLength > 1000;

    /// <summary>The last part of the path.</summary>
    public string Key => Path[(Path.LastIndexOf('.') + 1)..];

    /// <summary>In words, what is allowed: <c>above 0 mm, at most 500 mm</c>.</summary>
    public string Allowed
    {
        get
        {
            if (Choices.Count > 0) return "one of " + string.Join(", ", Choices);
            if (Kind == FieldKind.Text) return $"text of at most {MaxLength} characters";
            if (Kind == FieldKind.Aim) return "a share of proof such as 75 % (above 0, at most 100 %), a clamp force such as 68 kN, a torque such as 196 N·m, 70 % of yield, 75 % of root yield, or \"structural\" for the least preload of structural practice";
            if (Kind == FieldKind.Spread) return "a share such as 10 % (standard deviation of a normal distribution), lognormal 15 % or uniform 20 % (half the width); 0 % to 100 %. Normal draws are held at a tenth of the mean";
            if (Kind == FieldKind.Choice) return "a name that is listed";
            var name = Units.Name(Dimension);
            var what = Kind switch { FieldKind.Count => "a whole number", FieldKind.Number => "a number", _ => (name[0] is 'a' ? "an " : "a ") + name + " with its unit" };
            string Show(double v) => Kind == FieldKind.Quantity ? QuantityText.ShowText(v, Dimension, UnitSystem.Si) : QuantityText.Figures(v);
            var low = double.IsNegativeInfinity(Min) ? "" : (AboveMin ? ", above " : ", at least ") + Show(Min);
            var high = double.IsPositiveInfinity(Max) ? "" : ", at most " + Show(Max);
            return what + low + high;
        }
    }

    /// <summary>True where <paramref name="held"/> is within the limits; NaN and infinities never are.</summary>
    public bool Admits(double held) =>
        double.IsFinite(held) && (AboveMin ? held > Min : held >= Min) && held <= Max;
}

/// <summary>Every field of the joint document, version 1.</summary>
public static class Fields
{
    private const double Huge = 1e9;

    // A kilometre from the origin: further is a slip of a unit.
    private const double Far = 1e6;
    private const double FullTurn = 2 * Math.PI * (1 + 1e-12);

    public static readonly Field Number = new("number", FieldKind.Text, "Joint number", "the joint's number in its project");
    public static readonly Field Name = new("name", FieldKind.Text, "Name", "what the joint is called") { Required = true };
    public static readonly Field Note = new("note", FieldKind.Text, "Notes", "anything worth keeping with the joint; may have several lines") { MaxLength = 10_000 };

    public static readonly Field Thread = new("bolts.thread", FieldKind.Choice, "Thread", "thread as ordered: M16, M16x1.5, 1/2-13 UNC") { Required = true };
    public static readonly Field Grade = new("bolts.grade", FieldKind.Choice, "Grade", "strength grade: 8.8, A4-80, SAE 5, A325, or one of your own") { Required = true };
    public static readonly Field Count = new("bolts.count", FieldKind.Count, "Number of bolts", "number of bolts, equally loaded; the pattern's number where one is laid out") { Min = 1, Max = 1000, Default = "by the pattern; required where none is laid out" };

    public static readonly Field PatternKind = new("pattern.kind", FieldKind.Choice, "Pattern", "how the bolts are laid out in plan, x to the right and y upwards") { Choices = Names.Patterns.Names, Default = "no pattern: the bolts share equally" };
    public static readonly Field PatternRows = new("pattern.rows", FieldKind.Count, "Rows", "rows of a grid, staggered grid or outline") { Min = 1, Max = 60, Default = "2" };
    public static readonly Field PatternColumns = new("pattern.columns", FieldKind.Count, "Columns", "columns of a grid, staggered grid or outline") { Min = 1, Max = 60, Default = "2" };
    public static readonly Field PitchX = new("pattern.pitchX", FieldKind.Quantity, "Pitch, x", "between columns") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 10000, Default = "three diameters" };
    public static readonly Field PitchY = new("pattern.pitchY", FieldKind.Quantity, "Pitch, y", "between rows") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 10000, Default = "three diameters" };
    public static readonly Field PatternCount = new("pattern.count", FieldKind.Count, "Number of bolts", "bolts on a circle or arc") { Min = 1, Max = 400, Default = "4" };
    public static readonly Field PatternDiameter = new("pattern.diameter", FieldKind.Quantity, "Bolt circle", "bolt circle") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 20000, Default = "as large as gives a pitch of three diameters" };
    public static readonly Field PatternFrom = new("pattern.from", FieldKind.Quantity, "First bolt at", "angle of the first bolt of a circle or arc, from x towards y") { Dimension = Dimension.Angle, Min = -FullTurn, Max = FullTurn, Default = "90 deg, at the top" };
    public static readonly Field PatternSweep = new("pattern.sweep", FieldKind.Quantity, "Arc", "angle from the first to the last bolt of an arc") { Dimension = Dimension.Angle, Min = -FullTurn, Max = FullTurn, Default = "180 deg" };
    public static readonly Field PatternX = new("pattern.atX", FieldKind.Quantity, "Centre, x", "middle of the pattern") { Dimension = Dimension.Length, Min = -Far, Max = Far, Default = "0" };
    public static readonly Field PatternY = new("pattern.atY", FieldKind.Quantity, "Centre, y", "middle of the pattern") { Dimension = Dimension.Length, Min = -Far, Max = Far, Default = "0" };
    public static readonly Field PatternTurned = new("pattern.turned", FieldKind.Quantity, "Rotated", "turned about its middle, from x towards y") { Dimension = Dimension.Angle, Min = -FullTurn, Max = FullTurn, Default = "0" };
    public static readonly Field PatternMirror = new("pattern.mirror", FieldKind.Choice, "Mirrored", "repeated on the other side of x = 0, of y = 0, or of both") { Choices = Names.Mirrors.Names, Default = "none" };
    public static readonly Field PatternOff = new("pattern.off", FieldKind.Text, "Omitted bolts", "numbers of the places that hold no bolt: 3, 5") { Default = "none" };
    public static readonly Field PointX = new("pattern.points[].x", FieldKind.Quantity, "Bolt, x", "place of a free bolt, from the middle of the pattern") { Dimension = Dimension.Length, Required = true, Min = -Far, Max = Far };
    public static readonly Field PointY = new("pattern.points[].y", FieldKind.Quantity, "Bolt, y", "place of a free bolt, from the middle of the pattern") { Dimension = Dimension.Length, Required = true, Min = -Far, Max = Far };
    public static readonly Field Tension = new("pattern.tension", FieldKind.Choice, "Tension by", "how moments out of the plane pull the bolts: about the centroid (faces stay shut) or about a compression line") { Choices = Names.TensionSchools.Names, Default = "centroid", Labels = new Dictionary<string, string> { ["centroid"] = "centroid", ["pivot"] = "compression line" } };
    public static readonly Field PivotLeft = new("pattern.pivotLeft", FieldKind.Quantity, "Pivot line, left", "compression line x = const of moments that pull the bolts right of it") { Dimension = Dimension.Length, Min = -Far, Max = Far, Default = "the plate's edge, or the outermost bolts" };
    public static readonly Field PivotRight = new("pattern.pivotRight", FieldKind.Quantity, "Pivot line, right", "compression line x = const of moments that pull the bolts left of it") { Dimension = Dimension.Length, Min = -Far, Max = Far, Default = "the plate's edge, or the outermost bolts" };
    public static readonly Field PivotBottom = new("pattern.pivotBottom", FieldKind.Quantity, "Pivot line, bottom", "compression line y = const of moments that pull the bolts above it") { Dimension = Dimension.Length, Min = -Far, Max = Far, Default = "the plate's edge, or the outermost bolts" };
    public static readonly Field PivotTop = new("pattern.pivotTop", FieldKind.Quantity, "Pivot line, top", "compression line y = const of moments that pull the bolts below it") { Dimension = Dimension.Length, Min = -Far, Max = Far, Default = "the plate's edge, or the outermost bolts" };
    public static readonly Field PlateShape = new("pattern.plate.shape", FieldKind.Choice, "Plate outline", "outline of the part that holds the bolts") { Choices = ["none", "rectangle", "circle", "polygon"], Default = "none: edge distances are not judged in plan" };
    public static readonly Field PlateWidth = new("pattern.plate.width", FieldKind.Quantity, "Plate width", "of a rectangle, along x") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 100000 };
    public static readonly Field PlateHeight = new("pattern.plate.height", FieldKind.Quantity, "Plate height", "of a rectangle, along y") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 100000 };
    public static readonly Field PlateDiameter = new("pattern.plate.diameter", FieldKind.Quantity, "Plate diameter", "of a round plate") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 100000 };
    public static readonly Field PlateX = new("pattern.plate.atX", FieldKind.Quantity, "Plate centre, x", "middle of the plate") { Dimension = Dimension.Length, Min = -Far, Max = Far, Default = "0" };
    public static readonly Field PlateY = new("pattern.plate.atY", FieldKind.Quantity, "Plate centre, y", "middle of the plate") { Dimension = Dimension.Length, Min = -Far, Max = Far, Default = "0" };
    public static readonly Field CornerX = new("pattern.plate.corners[].x", FieldKind.Quantity, "Corner, x", "corner of a polygon, in order round it") { Dimension = Dimension.Length, Required = true, Min = -Far, Max = Far };
    public static readonly Field CornerY = new("pattern.plate.corners[].y", FieldKind.Quantity, "Corner, y", "corner of a polygon, in order round it") { Dimension = Dimension.Length, Required = true, Min = -Far, Max = Far };
    public static readonly Field OpeningX = new("pattern.plate.openings[].x", FieldKind.Quantity, "Opening, x", "middle of a hole or cut-out") { Dimension = Dimension.Length, Required = true, Min = -Far, Max = Far };
    public static readonly Field OpeningY = new("pattern.plate.openings[].y", FieldKind.Quantity, "Opening, y", "middle of a hole or cut-out") { Dimension = Dimension.Length, Required = true, Min = -Far, Max = Far };
    public static readonly Field OpeningDiameter = new("pattern.plate.openings[].diameter", FieldKind.Quantity, "Opening diameter", "of a round hole") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 100000, Default = "none: a rectangle" };
    public static readonly Field OpeningWidth = new("pattern.plate.openings[].width", FieldKind.Quantity, "Opening width", "of a rectangular cut-out, along x") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 100000, Default = "none: round" };
    public static readonly Field OpeningHeight = new("pattern.plate.openings[].height", FieldKind.Quantity, "Opening height", "of a rectangular cut-out, along y") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 100000, Default = "none: round" };
    public static readonly Field PryingFactor = new("pattern.prying.factor", FieldKind.Number, "Prying factor", "prying: bolt tension over the tension before it, where it is stated") { Min = 1, Max = 5, Default = "not stated" };
    public static readonly Field PryingStem = new("pattern.prying.stem", FieldKind.Quantity, "Bolt line to web, b", "prying by the flange under the head: bolt line to the face of the stem") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 1000, Default = "not stated" };
    public static readonly Field PryingEdge = new("pattern.prying.edge", FieldKind.Quantity, "Bolt line to edge, a", "prying by the flange: bolt line to the flange's edge") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 1000, Default = "not stated" };
    public static readonly Field PryingLength = new("pattern.prying.length", FieldKind.Quantity, "Tributary length, p", "prying by the flange: length of flange that goes with one bolt") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 1000, Default = "not stated" };
    public static readonly Field Length = new("bolts.length", FieldKind.Quantity, "Bolt length", "nominal length under the head") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 2000, Default = "chosen from the grip: next preferred length that leaves one to three threads through the nut" };
    public static readonly Field ThreadLength = new("bolts.threadLength", FieldKind.Quantity, "Thread length", "threaded length") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 2000, Default = "by the standard of the head (ISO 888, ISO 4762, ASME B18.2.1, B18.3, B18.2.6)" };
    public static readonly Field Head = new("bolts.head", FieldKind.Choice, "Head", "kind of head; a stud is threaded over its whole length and has a nut in the head's place") { Choices = [.. Standards.Names(Standards.Heads, h => h.Kind), JointRules.Stud], Default = "hex; heavy hex with structural grades (ASTM F3125)", Labels = new Dictionary<string, string> { ["hex"] = "hex", ["socket"] = "socket cap", ["button"] = "button socket", ["countersunk"] = "countersunk socket", ["flange"] = "hex flange", ["HV hex"] = "HV hex (EN 14399-4)", ["stud"] = "stud, nuts both ends" } };

    public static readonly Field Condition = new("bolts.condition", FieldKind.Choice, "Bolt condition", "whether the bolts are new, used before, or of a grade that nobody knows for sure") { Choices = Names.Conditions.Names, Default = "new" };

    public static readonly Field EndKind = new("threadEnd.kind", FieldKind.Choice, "Thread engages", "what the thread runs into; without a nut the last part is the tapped one") { Choices = ["nut", "tapped", "insert"], Default = "nut", Labels = new Dictionary<string, string> { ["tapped"] = "tapped hole", ["insert"] = "thread insert" } };
    public static readonly Field Nut = new("threadEnd.nut", FieldKind.Choice, "Nut", "kind of nut; a lock nut has a prevailing torque, which is stated apart") { Choices = Standards.Names(Standards.Nuts, n => n.Kind), Default = "hex; the one that goes with a structural head", Labels = new Dictionary<string, string> { ["lock"] = "lock (prevailing torque)", ["HV hex"] = "HV hex (EN 14399-4)" } };
    public static readonly Field NutClass = new("threadEnd.nutClass", FieldKind.Choice, "Nut class", "strength class of the nut, where it is not the one that goes with the bolts: a weaker nut strips before the bolt breaks")
    {
        Choices = Standards.Names(Standards.NutClasses, c => c.Name), Default = "the class that goes with the grade",
    };
    public static readonly Field ThreadDepth = new("threadEnd.threadDepth", FieldKind.Quantity, "Thread depth", "usable thread in the tapped hole, from the part's face") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 1000, Default = "through the whole part" };
    public static readonly Field Engagement = new("threadEnd.engagement", FieldKind.Quantity, "Engagement", "thread engagement wanted in the tapped part") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 1000, Default = "one diameter, or what lets the bolt break before the thread strips, as far as the hole allows" };
    public static readonly Field InsertLength = new("threadEnd.insertLength", FieldKind.Quantity, "Insert length", "length of the thread insert") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 1000, Default = "1.5 d" };

    public static readonly Field HeadWasher = new("washers.head", FieldKind.Choice, "Washer, head", "washer under the head") { Choices = ["none", .. Standards.Names(Standards.Washers, w => w.Kind)], Default = "none" };
    public static readonly Field NutWasher = new("washers.nut", FieldKind.Choice, "Washer, nut", "washer under the nut") { Choices = ["none", .. Standards.Names(Standards.Washers, w => w.Kind)], Default = "none" };

    public static readonly Field Fit = new("hole.fit", FieldKind.Choice, "Clearance hole", "clearance by a table or rule") { Choices = Standards.Names(Standards.Holes, h => h.Fit), Default = "medium, unless hole.diameter is given", Labels = new Dictionary<string, string> { ["fine"] = "close (fine)", ["medium"] = "normal (medium)", ["coarse"] = "loose (coarse)" } };
    public static readonly Field HoleDiameter = new("hole.diameter", FieldKind.Quantity, "Hole diameter", "clearance hole diameter, where it is not taken from a table") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 500, Default = "from hole.fit" };

    public static readonly Field LayerName = new("layers[].name", FieldKind.Text, "Part", "what the part is called") { Default = "Part 1, Part 2, …" };
    public static readonly Field LayerThickness = new("layers[].thickness", FieldKind.Quantity, "Thickness", "thickness of the part") { Dimension = Dimension.Length, Required = true, Min = 0, AboveMin = true, Max = 1000 };
    public static readonly Field LayerMaterial = new("layers[].material", FieldKind.Choice, "Material", "material of the part") { Required = true };
    public static readonly Field LayerSide = new("layers[].side", FieldKind.Choice, "Shear direction", "which way the part pulls in shear; a shear plane lies between parts that pull opposite ways; none for a sleeve or spacer that is only clamped") { Choices = Names.Sides.Names, Default = "left and right in turn", Labels = new Dictionary<string, string> { ["none"] = "clamped only" } };
    public static readonly Field LayerWidth = new("layers[].width", FieldKind.Quantity, "Width", "width of the part across the pull, for its net section") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 100000, Default = "not stated; the net section of this part is then not judged" };
    public static readonly Field LayerHoles = new("layers[].holesAcross", FieldKind.Count, "Holes across", "holes side by side in that width") { Min = 1, Max = 200, Default = "1" };
    public static readonly Field LayerEdge = new("layers[].edgeDistance", FieldKind.Quantity, "Edge distance", "hole centre to the edge that the load points to") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 5000, Default = "not stated; tear-out of this part is then not judged" };

    public static readonly Field CaseName = new("loads[].name", FieldKind.Text, "Load case", "what the load case is called") { Default = "Case 1, Case 2, …" };
    public static readonly Field CaseTension = new("loads[].tension", FieldKind.Quantity, "Tension", "outside tension on the whole joint; + pulls the members apart") { Dimension = Dimension.Force, Min = -Huge, Max = Huge, Default = "none" };
    public static readonly Field CaseShear = new("loads[].shear", FieldKind.Quantity, "Shear", "outside shear on the whole joint") { Dimension = Dimension.Force, Min = -Huge, Max = Huge, Default = "none" };

    public static readonly Field CaseFx = new("loads[].fx", FieldKind.Quantity, "Fx", "force along x; needs a pattern where it acts beside the bolts") { Dimension = Dimension.Force, Min = -Huge * 1000, Max = Huge * 1000, Default = "none" };
    public static readonly Field CaseFy = new("loads[].fy", FieldKind.Quantity, "Fy", "force along y; needs a pattern where it acts beside the bolts") { Dimension = Dimension.Force, Min = -Huge * 1000, Max = Huge * 1000, Default = "none" };
    public static readonly Field CaseFz = new("loads[].fz", FieldKind.Quantity, "Fz", "force along the bolts, + pulls the members apart; needs a pattern where it acts beside the bolts") { Dimension = Dimension.Force, Min = -Huge * 1000, Max = Huge * 1000, Default = "none" };
    public static readonly Field CaseMx = new("loads[].mx", FieldKind.Quantity, "Mx", "moment about x, + pulls the bolts at +y; needs a pattern") { Dimension = Dimension.Torque, Min = -Huge * 1000, Max = Huge * 1000, Default = "none" };
    public static readonly Field CaseMy = new("loads[].my", FieldKind.Quantity, "My", "moment about y, + pulls the bolts at −x; needs a pattern") { Dimension = Dimension.Torque, Min = -Huge * 1000, Max = Huge * 1000, Default = "none" };
    public static readonly Field CaseMz = new("loads[].mz", FieldKind.Quantity, "Mz", "moment about z, + turns x towards y; needs a pattern") { Dimension = Dimension.Torque, Min = -Huge * 1000, Max = Huge * 1000, Default = "none" };
    public static readonly Field CaseAtX = new("loads[].atX", FieldKind.Quantity, "at x", "where the force and moment are stated, along x") { Dimension = Dimension.Length, Min = -Far, Max = Far, Default = "0; at the centroid of the bolts where none of the three is stated" };
    public static readonly Field CaseAtY = new("loads[].atY", FieldKind.Quantity, "at y", "where the force and moment are stated, along y") { Dimension = Dimension.Length, Min = -Far, Max = Far, Default = "0; at the centroid of the bolts where none of the three is stated" };
    public static readonly Field CaseAtZ = new("loads[].atZ", FieldKind.Quantity, "at z", "where the force and moment are stated, along z") { Dimension = Dimension.Length, Min = -Far, Max = Far, Default = "0; at the centroid of the bolts where none of the three is stated" };
    public static readonly Field CaseFactor = new("loads[].factor", FieldKind.Number, "Load factor", "factor on this case wherever it counts") { Min = -1000, Max = 1000, Default = "1" };
    public static readonly Field CaseCombines = new("loads[].combines", FieldKind.Text, "Combination", "a sum of other cases: 1.35 × Dead + 1.5 × Wind") { Default = "none" };
    public static readonly Field CaseRow = new("loads[].row", FieldKind.Count, "Row in file", "row of the imported file that the case came from; such cases are chosen anew when the pattern changes") { Min = 1, Max = 10_000_000, Default = "stated here" };
    public static readonly Field CaseJudged = new("loads[].judged", FieldKind.Choice, "Judged", "whether the case is judged by itself") { Choices = ["yes", "only in combinations"], Default = "yes" };
    public static readonly Field HelperKind = new("loads[].helper.kind", FieldKind.Choice, "Load from", "what the load is worked out from") { Choices = Names.Helpers.Names, Default = "stated", Labels = new Dictionary<string, string> { ["pressure"] = "pressure on a bore", ["ram push"] = "hydraulic ram, push", ["ram pull"] = "hydraulic ram, pull", ["bracket"] = "bracket load", ["panel"] = "panel in wind", ["reciprocating"] = "reciprocating mass", ["mass"] = "mass, weight", ["column"] = "column foot" } };
    public static readonly Field HelperHeading = new("loads[].helper.heading", FieldKind.Choice, "Direction", "which way it acts; z pulls the parts apart") { Choices = Names.Headings.Names, Default = "z for pressure, ram push and mass; -z for ram pull; -y for a bracket; y for a column" };
    public static readonly Field HelperPressure = new("loads[].helper.pressure", FieldKind.Quantity, "Pressure", "pressure on the bore, or of the wind") { Dimension = Dimension.Stress, Min = -1000, Max = 1000 };
    public static readonly Field HelperBore = new("loads[].helper.bore", FieldKind.Quantity, "Bore", "bore or sealed diameter") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 100000 };
    public static readonly Field HelperRod = new("loads[].helper.rod", FieldKind.Quantity, "Rod diameter", "diameter of the rod") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 100000 };
    public static readonly Field HelperForce = new("loads[].helper.force", FieldKind.Quantity, "Force", "load of a bracket, weight of a panel, axial load of a column (+ presses its foot down)") { Dimension = Dimension.Force, Min = -Huge * 1000, Max = Huge * 1000 };
    public static readonly Field HelperOffset = new("loads[].helper.offset", FieldKind.Quantity, "Eccentricity", "how far the load acts beside the centroid of the bolts, at right angles to itself; a panel's middle along x") { Dimension = Dimension.Length, Min = -Far, Max = Far, Default = "0" };
    public static readonly Field HelperOffsetUp = new("loads[].helper.offsetUp", FieldKind.Quantity, "Eccentricity, y", "a panel's middle above the centroid of the bolts") { Dimension = Dimension.Length, Min = -Far, Max = Far, Default = "0" };
    public static readonly Field HelperStandOff = new("loads[].helper.standOff", FieldKind.Quantity, "Stand-off", "how far the load acts out from the joint plane") { Dimension = Dimension.Length, Min = -Far, Max = Far, Default = "0" };
    public static readonly Field HelperWidth = new("loads[].helper.width", FieldKind.Quantity, "Panel width", "width of the panel") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 100000 };
    public static readonly Field HelperHeight = new("loads[].helper.height", FieldKind.Quantity, "Panel height", "height of the panel") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 100000 };
    public static readonly Field HelperMass = new("loads[].helper.mass", FieldKind.Quantity, "Mass", "mass that is moved or hangs") { Dimension = Dimension.Mass, Min = 0, AboveMin = true, Max = 1e8 };
    public static readonly Field HelperLevel = new("loads[].helper.level", FieldKind.Number, "Acceleration, g", "acceleration over that of gravity") { Min = -1000, Max = 1000, Default = "1, its weight" };
    public static readonly Field HelperRadius = new("loads[].helper.radius", FieldKind.Quantity, "Crank radius", "crank radius") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 100000 };
    public static readonly Field HelperSpeed = new("loads[].helper.speed", FieldKind.Quantity, "Crank speed", "speed of the crank") { Dimension = Dimension.Speed, Min = 0, AboveMin = true, Max = 1e5 };
    public static readonly Field HelperRodLength = new("loads[].helper.rodLength", FieldKind.Quantity, "Connecting rod", "length of the connecting rod") { Dimension = Dimension.Length, Min = 0, AboveMin = true, Max = 100000 };
    public static readonly Field HelperShear = new("loads[].helper.shear", FieldKind.Quantity, "Shear V", "shear V at the column's foot") { Dimension = Dimension.Force, Min = -Huge * 1000, Max = Huge * 1000, Default = "0" };
    public static readonly Field HelperMoment = new("loads[].helper.moment", FieldKind.Quantity, "Moment M", "moment M at the column's foot, + as V acting higher up would turn it") { Dimension = Dimension.Torque, Min = -Huge * 1000, Max = Huge * 1000, Default = "0" };

    public static readonly Field CaseAlternates = new("loads[].alternatesWith", FieldKind.Choice, "Alternates with", "name of the load case that this one alternates with, or \"unloaded\"") { Default = "steady: not judged in fatigue" };
    public static readonly Field CaseCycles = new("loads[].cycles", FieldKind.Number, "Cycles", "how often this case comes; counts where an S–N slope is stated") { Min = 0, AboveMin = true, Max = 1e12, Default = "endless" };
    public static readonly Field CasePressure = new("loads[].pressure", FieldKind.Quantity, "Internal pressure", "pressure contained in this case, for sealing; its end load belongs into the tension") { Dimension = Dimension.Stress, Min = 0, Max = 1000, Default = "none" };

    public static readonly Field Aim = new("tightening.aim", FieldKind.Aim, "Target preload", "what the tightening aims at: a share of proof or of yield, the least preload of structural practice, a clamp force or a torque") { Default = "75 % of proof, or as much as keeps the tight end of the tightening below proof and 0.9 of yield; 90 % is usual for permanent joints" };
    public static readonly Field Method = new("tightening.method", FieldKind.Choice, "Tightening method", "how it is tightened; gives the scatter of the preload") { Choices = Standards.Names(Standards.Methods, m => m.Name), Labels = Standards.Methods.ToDictionary(m => m.Name, m => m.Label), Default = "wrench dry, wrench plated or wrench lubricated, by the lubrication" };
    public static readonly Field Scatter = new("tightening.scatter", FieldKind.Number, "Preload scatter ±", "scatter ± of the preload, as a share, where it is known better than the method's") { Min = 0, Max = 0.9, Default = "from the method" };
    public static readonly Field Lubrication = new("tightening.lubrication", FieldKind.Choice, "Finish, lubricant", "finish and lubricant; gives the nut factor") { Choices = Standards.Names(Standards.NutFactors, k => k.Lubrication), Labels = Standards.NutFactors.ToDictionary(k => k.Lubrication, k => k.Label), Default = "zinc, as received" };
    public static readonly Field NutFactor = new("tightening.nutFactor", FieldKind.Number, "Nut factor K", "nut factor K, where it is known better than the table's") { Min = 0, AboveMin = true, Max = 1, Default = "from the lubrication" };
    public static readonly Field ThreadFriction = new("tightening.threadFriction", FieldKind.Number, "Thread friction", "friction in the thread, for the long torque form; with the bearing friction it takes the nut factor's place") { Min = 0, AboveMin = true, Max = 1, Default = "by the nut factor" };
    public static readonly Field BearingFriction = new("tightening.bearingFriction", FieldKind.Number, "Bearing friction", "friction under the head or nut that turns, for the long torque form") { Min = 0, AboveMin = true, Max = 1, Default = "by the nut factor" };
    public static readonly Field PrevailingTorque = new("tightening.prevailingTorque", FieldKind.Quantity, "Prevailing torque", "torque of a locking feature, which gives no clamp") { Dimension = Dimension.Torque, Min = 0, Max = 1e9, Default = "none" };
    public static readonly Field Settling = new("tightening.settling", FieldKind.Quantity, "Embedment", "embedding of all interfaces together") { Dimension = Dimension.Length, Min = 0, Max = 1, Default = "3 µm in the thread, 3 µm at each bearing face and each inner face" };
    public static readonly Field Relaxation = new("tightening.relaxation", FieldKind.Number, "Relaxation", "relaxation and creep, share of the nominal preload") { Min = 0, Max = 0.9, Default = "0.05" };

    public static readonly Field FaceFriction = new("faceFriction", FieldKind.Number, "Slip coefficient", "friction between the faces") { Min = 0, Max = 1, Default = "0.15 (as rolled, not blasted)" };

    public static readonly Field AssemblyTemperature = new("temperature.assembly", FieldKind.Quantity, "Assembly temperature", "temperature at which it is tightened") { Dimension = Dimension.Temperature, Min = -273, Max = 1000, Default = "20 °C" };
    public static readonly Field PartsTemperature = new("temperature.parts", FieldKind.Quantity, "Member temperature", "temperature of the parts in service") { Dimension = Dimension.Temperature, Min = -273, Max = 1000, Default = "as at assembly" };
    public static readonly Field BoltsTemperature = new("temperature.bolts", FieldKind.Quantity, "Bolt temperature", "temperature of the bolts in service") { Dimension = Dimension.Temperature, Min = -273, Max = 1000, Default = "as the parts" };

    public static readonly Field SealArea = new("seal.area", FieldKind.Quantity, "Sealing area", "area of gasket or face that all bolts together press") { Dimension = Dimension.Area, Min = 0, AboveMin = true, Max = 1e9, Default = "not stated; leaking is then not judged" };
    public static readonly Field SealFactor = new("seal.factor", FieldKind.Number, "Gasket factor m", "clamp pressure needed over the pressure contained") { Min = 0, AboveMin = true, Max = 20, Default = "the gasket's, or 1 where there is none" };

    public static readonly Field Endurance = new("fatigue.endurance", FieldKind.Choice, "Endurance strength", "where the endurance strength comes from: table (rolled threads), estimated from tensile strength, or the amplitude school (rolled threads)") { Choices = ["table", "estimated", "amplitude"], Default = "table where threads are rolled and the grade is listed, else estimated", Labels = new Dictionary<string, string> { ["table"] = "table, rolled threads", ["estimated"] = "estimated from Su", ["amplitude"] = "amplitude by diameter" } };
    public static readonly Field EnduranceStrength = new("fatigue.strength", FieldKind.Quantity, "Endurance, given", "endurance strength, fully corrected, where it is known better") { Dimension = Dimension.Stress, Min = 1, Max = 2000, Default = "from fatigue.endurance" };
    public static readonly Field Making = new("fatigue.threads", FieldKind.Choice, "Threads", "how the threads were made; rolled after heat treatment counts in the amplitude school") { Choices = Names.Makings.Names, Default = "cut", Labels = new Dictionary<string, string> { ["rolled after"] = "rolled after heat treatment" } };
    public static readonly Field Criterion = new("fatigue.criterion", FieldKind.Choice, "Fatigue criterion", "criterion in use; the others are shown beside it") { Choices = Names.Criteria.Names, Default = "goodman", Labels = new Dictionary<string, string> { ["goodman"] = "Goodman", ["gerber"] = "Gerber", ["elliptic"] = "ASME elliptic" } };
    public static readonly Field Slope = new("fatigue.slope", FieldKind.Number, "S–N slope m", "exponent m of the S–N line, for finite life and spectra") { Min = 1, Max = 30, Default = "endless life" };
    public static readonly Field Knee = new("fatigue.knee", FieldKind.Number, "S–N knee, cycles", "cycles at which the S–N line reaches the endurance strength") { Min = 1000, Max = 1e9, Default = "2000000" };

    public static readonly Field Preload = new("judging.preload", FieldKind.Choice, "Preload used", "extremes: largest preload in strength, smallest in slip and opening. nominal: the handbook's way, which leaves the scatter out") { Choices = ["extremes", "nominal"], Default = "extremes", Labels = new Dictionary<string, string> { ["extremes"] = "least and most", ["nominal"] = "nominal only" } };
    public static readonly Field ShearBy = new("judging.shearBy", FieldKind.Choice, "Shear carried by", "friction: no slip, bearing behind it as a second line; bearing: the joint may slip until the bolts bear, and friction is not counted") { Choices = ["friction", "bearing"], Default = "friction", Labels = new Dictionary<string, string> { ["friction"] = "friction (slip)", ["bearing"] = "bearing" } };
    public static readonly Field ConeHalfAngle = new("judging.coneHalfAngle", FieldKind.Quantity, "Cone half-angle", "half-angle of the pressure cones") { Dimension = Dimension.Angle, Min = Math.PI / 9 * (1 - 1e-12), Max = Math.PI / 4 * (1 + 1e-12), Default = "30 deg" };
    public static readonly Field LoadIntroduction = new("judging.loadIntroduction", FieldKind.Number, "Load introduction n", "load introduction factor: 1 where the outside load acts under head and nut, less where it acts between the parts") { Min = 0, AboveMin = true, Max = 1, Default = "1" };
    public static readonly Field ConeBore = new("judging.coneBore", FieldKind.Choice, "Cone bore", "bore of the pressure cones") { Choices = ["nominal", "hole"], Default = "nominal", Labels = new Dictionary<string, string> { ["nominal"] = "nominal diameter", ["hole"] = "hole diameter" } };
    public static readonly Field ShearTheory = new("judging.shearTheory", FieldKind.Choice, "Shear yield by", "shear yield over tensile yield: 0.577 or 0.5") { Choices = ["distortion energy", "maximum shear"], Default = "distortion energy" };
    public static readonly Field ThreadArea = new("judging.threadArea", FieldKind.Choice, "Thread shear area", "area of a shear plane through the thread") { Choices = ["stress", "root"], Default = "stress", Labels = new Dictionary<string, string> { ["stress"] = "stress area At", ["root"] = "root area Ar" } };
    public static readonly Field TearOut = new("judging.tearOut", FieldKind.Choice, "Tear-out from", "where the tear-out planes begin") { Choices = ["hole edge", "hole centre"], Default = "hole edge", Labels = new Dictionary<string, string> { ["hole edge"] = "from the hole edge", ["hole centre"] = "from the hole centre" } };
    public static readonly Field BearingArea = new("judging.bearingArea", FieldKind.Choice, "Bearing area", "area that bears on the hole's wall") { Choices = ["projected", "quarter"], Default = "projected", Labels = new Dictionary<string, string> { ["projected"] = "projected, d·t", ["quarter"] = "quarter round, π·d·t/4" } };

    public static readonly Field OwnGradeName = new("own.grades[].name", FieldKind.Text, "Grade", "name of a grade of your own") { Required = true };
    public static readonly Field OwnGradeProof = new("own.grades[].proof", FieldKind.Quantity, "Proof strength", "proof strength") { Dimension = Dimension.Stress, Required = true, Min = 10, Max = 5000 };
    public static readonly Field OwnGradeYield = new("own.grades[].yield", FieldKind.Quantity, "Yield strength", "yield or 0.2 % proof stress") { Dimension = Dimension.Stress, Required = true, Min = 10, Max = 5000 };
    public static readonly Field OwnGradeTensile = new("own.grades[].tensile", FieldKind.Quantity, "Tensile strength", "tensile strength") { Dimension = Dimension.Stress, Required = true, Min = 10, Max = 5000 };
    public static readonly Field OwnGradeMin = new("own.grades[].minDiameter", FieldKind.Quantity, "Smallest diameter", "smallest diameter it is made in") { Dimension = Dimension.Length, Required = true, Min = 0, AboveMin = true, Max = 500 };
    public static readonly Field OwnGradeMax = new("own.grades[].maxDiameter", FieldKind.Quantity, "Largest diameter", "largest diameter it is made in") { Dimension = Dimension.Length, Required = true, Min = 0, AboveMin = true, Max = 500 };
    public static readonly Field OwnGradeModulus = new("own.grades[].elasticModulus", FieldKind.Quantity, "Elastic modulus", "elastic modulus") { Dimension = Dimension.Stress, Min = 1000, Max = 500000, Default = "207 GPa" };
    public static readonly Field OwnGradeSource = new("own.grades[].source", FieldKind.Text, "Source", "where the figures come from; shown in every result that used them") { Required = true };

    public static readonly Field OwnMaterialName = new("own.materials[].name", FieldKind.Text, "Material", "name of a material of your own") { Required = true };
    public static readonly Field OwnMaterialModulus = new("own.materials[].elasticModulus", FieldKind.Quantity, "Elastic modulus", "elastic modulus") { Dimension = Dimension.Stress, Required = true, Min = 1, Max = 1000000 };
    public static readonly Field OwnMaterialYield = new("own.materials[].yield", FieldKind.Quantity, "Yield strength", "yield or 0.2 % proof stress") { Dimension = Dimension.Stress, Required = true, Min = 0.1, Max = 5000 };
    public static readonly Field OwnMaterialTensile = new("own.materials[].tensile", FieldKind.Quantity, "Tensile strength", "tensile strength") { Dimension = Dimension.Stress, Required = true, Min = 0.1, Max = 5000 };
    public static readonly Field OwnMaterialBearing = new("own.materials[].bearingLimit", FieldKind.Quantity, "Bearing limit", "limiting pressure under a bolt head") { Dimension = Dimension.Stress, Required = true, Min = 0.1, Max = 10000 };
    public static readonly Field OwnMaterialExpansion = new("own.materials[].expansion", FieldKind.Number, "Thermal expansion", "thermal expansion, 1/K") { Min = -1e-4, Max = 1e-3, Default = "not stated; needed where temperatures change" };
    public static readonly Field OwnMaterialBrittle = new("own.materials[].brittle", FieldKind.Choice, "Brittle", "fails without warning") { Choices = ["no", "yes"], Default = "no" };
    public static readonly Field OwnMaterialSource = new("own.materials[].source", FieldKind.Text, "Source", "where the figures come from; shown in every result that used them") { Required = true };

    public static readonly Field Samples = new("uncertainty.samples", FieldKind.Count, "Samples", "samples of a Monte Carlo run") { Min = 1000, Max = 1_000_000_000, Default = "1000000" };
    public static readonly Field Seed = new("uncertainty.seed", FieldKind.Count, "Seed", "seed of the run; the same seed gives the same result") { Min = 0, Max = int.MaxValue, Default = "1" };
    public static readonly Field SpreadNutFactor = Scattering("nutFactor", "Nut factor K", "of the nut factor", "lognormal; the band of the table taken as two standard deviations either side; where K is given, half the method's scatter");
    public static readonly Field SpreadThreadFriction = Scattering("threadFriction", "Thread friction", "of the friction in the thread, long form", "lognormal 10 %");
    public static readonly Field SpreadBearingFriction = Scattering("bearingFriction", "Bearing friction", "of the friction under the part that turns, long form", "lognormal 10 %");
    public static readonly Field SpreadTool = Scattering("tool", "Tightening tool", "of what the tool gives: torque, or preload where the method does not go by torque", "3 % for a wrench, else half the method's scatter");
    public static readonly Field SpreadStrength = Scattering("strength", "Bolt strength", "of the bolt's yield about its listed minimum", "3 %");
    public static readonly Field SpreadLoad = Scattering("load", "Load", "of the outside loads", "10 %");
    public static readonly Field SpreadSettling = Scattering("settling", "Embedment", "of the embedding", "lognormal 30 %");
    public static readonly Field SpreadFaceFriction = Scattering("faceFriction", "Slip coefficient", "of the friction between the faces", "lognormal 15 %");
    public static readonly Field SpreadGrip = Scattering("grip", "Grip length", "of all lengths in the grip", "1 %");

    public static readonly Field HandTolerance = new("handTolerance", FieldKind.Number, "Hand tolerance", "share within which a hand-calculated figure agrees") { Min = 0.0001, Max = 0.5, Default = "0.01" };
    public static readonly Field HandCheck = new("handChecks[].check", FieldKind.Choice, "Check", "check in whose working the step stands") { Required = true, Choices = [.. Checks.Check.All.Select(c => c.Id)] };
    public static readonly Field HandStep = new("handChecks[].step", FieldKind.Text, "Step", "value name of the step, with # and its index where there are several: preload, frustumStiffness#2") { Required = true };
    public static readonly Field HandFigure = new("handChecks[].figure", FieldKind.Text, "By hand", "the figure calculated by hand, with its unit") { Required = true };

    /// <summary>All fields in the order of the document; the required factors are one field a check id and stand in <see cref="Checks.Check.All"/>.</summary>
    public static IReadOnlyList<Field> All { get; } =
        [.. typeof(Fields).GetFields().Where(f => f.FieldType == typeof(Field)).Select(f => (Field)f.GetValue(null)!)];

    /// <summary>The fields of scatter, in the order of <see cref="Uncertainty.Uncertain"/>.</summary>
    public static IReadOnlyList<Field> Spreads { get; } =
        [SpreadNutFactor, SpreadThreadFriction, SpreadBearingFriction, SpreadTool, SpreadStrength, SpreadLoad, SpreadSettling, SpreadFaceFriction, SpreadGrip];

    private static Field Scattering(string key, string label, string what, string otherwise) =>
        new("uncertainty." + key, FieldKind.Spread, label, "scatter " + what) { Default = otherwise };

    /// <summary>The required factor of a check.</summary>
    public static Field RequiredFactor(Checks.Check check) => new("judging.required." + check.Id, FieldKind.Number, $"Required: {check.Name}", $"required factor of \"{check.Name}\"; 0 shows it without judging it")
    {
        Min = 0, Max = 100, Default = QuantityText.Figures(check.Required),
    };

    /// <summary>The field at a concrete path such as <c>layers[2].thickness</c>; null where there is none.</summary>
    public static Field? At(string path) => ByPath.GetValueOrDefault(System.Text.RegularExpressions.Regex.Replace(path, @"\[[0-9]+\]", "[]"));

    /// <summary>A concrete path in words, as a message names the field: <c>layers[1].thickness</c> is "Part 2, thickness".</summary>
    public static string Words(string path)
    {
        if (path.Length == 0) return "The document";
        var field = At(path);
        var places = System.Text.RegularExpressions.Regex.Matches(path, @"([A-Za-z]+)\[([0-9]+)\]");
        if (places.Count == 0) return field?.Label ?? path;
        var place = places[^1];
        var list = ListNames.GetValueOrDefault(place.Groups[1].Value, place.Groups[1].Value) + " " + (int.Parse(place.Groups[2].ValueSpan, CultureInfo.InvariantCulture) + 1);
        return field is null ? list : $"{list}, {(field.Label.Length > 2 && char.IsLower(field.Label[1]) ? char.ToLowerInvariant(field.Label[0]) + field.Label[1..] : field.Label)}";
    }

    private static readonly Dictionary<string, string> ListNames = new()
    {
        ["layers"] = "Part", ["loads"] = "Load case", ["points"] = "Bolt", ["corners"] = "Corner", ["openings"] = "Opening",
        ["grades"] = "Own grade", ["materials"] = "Own material", ["handChecks"] = "Hand figure",
    };

    private static readonly Dictionary<string, Field> ByPath =
        All.Concat(Checks.Check.All.Select(RequiredFactor)).ToDictionary(f => f.Path);
}
