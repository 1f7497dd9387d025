using System.Globalization;
using System.Text.RegularExpressions;
using Hasp.Core.Catalogue;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;
using Hasp.Core.Uncertainty;

namespace Hasp.Core.Joints;

/// <summary>Every field and list of the joint document, in its order.</summary>
public static partial class Fields
{
    private const double Huge = 1e9;

    // A kilometre from the origin: further is a slip of a unit.
    private const double Far = 1e6;
    private const double FullTurn = 2 * Math.PI * (1 + 1e-12);

    /// <summary>The parts clamped, from the head to the nut.</summary>
    public static readonly ListField Layers = new("layers", "Part", 40);

    /// <summary>The load cases.</summary>
    public static readonly ListField Loads = new("loads", "Load case", 1000);

    /// <summary>The places of free bolts.</summary>
    public static readonly ListField Points = new("pattern.points", "Bolt", PatternRules.MostBolts);

    /// <summary>The corners of a polygonal plate, in order round it.</summary>
    public static readonly ListField Corners = new("pattern.plate.corners", "Corner", 200);

    /// <summary>Holes and cut-outs of the plate.</summary>
    public static readonly ListField Openings = new("pattern.plate.openings", "Opening", 100);

    /// <summary>Grades of the user's own.</summary>
    public static readonly ListField OwnGrades = new("own.grades", "Own grade", 100);

    /// <summary>Materials of the user's own.</summary>
    public static readonly ListField OwnMaterials = new("own.materials", "Own material", 100);

    /// <summary>Figures calculated by hand.</summary>
    public static readonly ListField HandChecks = new("handChecks", "Hand figure", 200);

    /// <summary>Gaps that somebody answers for.</summary>
    public static readonly ListField Accepted = new("accepted", "Accepted gap", 100);

    /// <summary>The lists of the document.</summary>
    public static IReadOnlyList<ListField> Lists { get; } =
        [Layers, Loads, Points, Corners, Openings, OwnGrades, OwnMaterials, HandChecks, Accepted];

#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Field<string> Number = new("number", Types.Text, "Joint number", "the joint's number in its project")
    {
        Otherwise = "",
    };
    public static readonly Field<string> Name = new("name", Types.Text, "Name", "what the joint is called") { Required = true };
    public static readonly Field<string> Kind = new(
        "kind", Types.OneOf([.. Kinds.Kind.All.Select(k => k.Id)]), "Kind of joint",
        "what kind of joint it is: a kind lays out its parts, bolts and loads from a few inputs of its own")
    {
        Otherwise = Kinds.Kind.Parts.Id, Labels = Kinds.Kind.All.ToDictionary(k => k.Id, k => k.Name),
    };
    public static readonly Field<string> Note = new(
        "note", Types.Text, "Notes", "anything worth keeping with the joint; may have several lines")
    {
        MaxLength = 10_000, Otherwise = "",
    };

    public static readonly Field<string> Thread = new(
        "bolts.thread", Types.Listed, "Thread", "thread as ordered: M16, M16x1.5, 1/2-13 UNC")
    {
        Default = "needed, but for a plain pin", Blank = (j, _) => j.Kind.IsTightened ? "needed" : "none: a plain pin",
    };
    public static readonly Field<string> Grade = new(
        "bolts.grade", Types.Listed, "Grade", "strength grade: 8.8, A4-80, SAE 5, A325, or one of your own")
    {
        Default = "needed, but for a plain pin", Blank = (_, _) => "needed",
    };
    public static readonly Field<int> Count = new(
        "bolts.count", Types.Whole, "Number of bolts", "number of bolts, equally loaded; the pattern's number where one is laid out")
    {
        Min = 1, Max = 1000,
        Default = "by the pattern; required where none is laid out",
        Blank = (j, _) => j.Pattern is null ? "" : Whole(j.Bolts.Count),
    };

    public static readonly Field<PatternKind> PatternKind = new(
        "pattern.kind", Types.Named(Names.Patterns), "Pattern", "how the bolts are laid out in plan, x to the right and y upwards")
    {
        Default = "no pattern: the bolts share equally", Blank = (_, _) => "equal shares",
    };
    public static readonly Field<int> PatternRows = new(
        "pattern.rows", Types.Whole, "Rows", "rows of a grid, staggered grid or outline") { Min = 1, Max = 60, Otherwise = 2 };
    public static readonly Field<int> PatternColumns = new(
        "pattern.columns", Types.Whole, "Columns", "columns of a grid, staggered grid or outline") { Min = 1, Max = 60, Otherwise = 2 };
    public static readonly Field<double> PitchX = new("pattern.pitchX", Types.Length, "Pitch, x", "between columns")
    {
        Above = 0, Max = 10000,
        Default = "three diameters",
        Blank = (j, u) => j.Pattern is { } p ? Size(p.Layout.PitchX, u) + ", chosen" : "3 d, chosen",
    };
    public static readonly Field<double> PitchY = new("pattern.pitchY", Types.Length, "Pitch, y", "between rows")
    {
        Above = 0, Max = 10000,
        Default = "three diameters",
        Blank = (j, u) => j.Pattern is { } p ? Size(p.Layout.PitchY, u) + ", chosen" : "3 d, chosen",
    };
    public static readonly Field<int> PatternCount = new("pattern.count", Types.Whole, "Number of bolts", "bolts on a circle or arc")
    {
        Min = 1, Max = 400, Otherwise = 4,
    };
    public static readonly Field<double> PatternDiameter = new("pattern.diameter", Types.Length, "Bolt circle", "bolt circle")
    {
        Above = 0, Max = 20000,
        Default = "as large as gives a pitch of three diameters",
        Blank = (j, u) => j.Pattern is { } p ? Size(p.Layout.Diameter, u) + ", chosen" : "chosen",
    };
    public static readonly Field<double> PatternFrom = new(
        "pattern.from", Types.Angle, "First bolt at", "angle of the first bolt of a circle or arc, from x towards y")
    {
        Min = -FullTurn, Max = FullTurn, Otherwise = Math.PI / 2, Default = "90 deg, at the top", Blank = (_, _) => "90°, the top",
    };
    public static readonly Field<double> PatternSweep = new(
        "pattern.sweep", Types.Angle, "Arc", "angle from the first to the last bolt of an arc")
    {
        Min = -FullTurn, Max = FullTurn, Otherwise = Math.PI,
    };
    public static readonly Field<double> PatternX = new("pattern.atX", Types.Length, "Centre, x", "middle of the pattern")
    {
        Min = -Far, Max = Far, Otherwise = 0,
    };
    public static readonly Field<double> PatternY = new("pattern.atY", Types.Length, "Centre, y", "middle of the pattern")
    {
        Min = -Far, Max = Far, Otherwise = 0,
    };
    public static readonly Field<double> PatternTurned = new(
        "pattern.turned", Types.Angle, "Rotated", "turned about its middle, from x towards y")
    {
        Min = -FullTurn, Max = FullTurn, Otherwise = 0,
    };
    public static readonly Field<Mirror> PatternMirror = new(
        "pattern.mirror", Types.Named(Names.Mirrors), "Mirrored", "repeated on the other side of x = 0, of y = 0, or of both")
    {
        Otherwise = Mirror.None,
    };
    public static readonly Field<string> PatternOff = new(
        "pattern.off", Types.Text, "Omitted bolts", "numbers of the places that hold no bolt: 3, 5")
    {
        Otherwise = "", Default = "none", Blank = (_, _) => "none",
    };
    public static readonly Field<double> PointX = new(
        "pattern.points[].x", Types.Length, "Bolt, x", "place of a free bolt, from the middle of the pattern")
    {
        Required = true, Min = -Far, Max = Far,
    };
    public static readonly Field<double> PointY = new(
        "pattern.points[].y", Types.Length, "Bolt, y", "place of a free bolt, from the middle of the pattern")
    {
        Required = true, Min = -Far, Max = Far,
    };
    public static readonly Field<TensionSchool> Tension = new(
        "pattern.tension", Types.Named(Names.TensionSchools), "Tension by",
        "how moments out of the plane pull the bolts: about the centroid (faces stay shut) or about a compression line")
    {
        Otherwise = TensionSchool.Centroid, Blank = (_, _) => "the centroid",
        Labels = new() { ["centroid"] = "centroid", ["pivot"] = "compression line" },
    };
    public static readonly Field<double> PivotLeft = new(
        "pattern.pivotLeft", Types.Length, "Pivot line, left", "compression line x = const of moments that pull the bolts right of it")
    {
        Min = -Far, Max = Far,
        Default = "the plate's edge, or the outermost bolts",
        Blank = (j, u) => j.Pattern is { } p ? Size(p.Pivots.Left, u) + ", chosen" : "chosen",
    };
    public static readonly Field<double> PivotRight = new(
        "pattern.pivotRight", Types.Length, "Pivot line, right", "compression line x = const of moments that pull the bolts left of it")
    {
        Min = -Far, Max = Far,
        Default = "the plate's edge, or the outermost bolts",
        Blank = (j, u) => j.Pattern is { } p ? Size(p.Pivots.Right, u) + ", chosen" : "chosen",
    };
    public static readonly Field<double> PivotBottom = new(
        "pattern.pivotBottom", Types.Length, "Pivot line, bottom", "compression line y = const of moments that pull the bolts above it")
    {
        Min = -Far, Max = Far,
        Default = "the plate's edge, or the outermost bolts",
        Blank = (j, u) => j.Pattern is { } p ? Size(p.Pivots.Bottom, u) + ", chosen" : "chosen",
    };
    public static readonly Field<double> PivotTop = new(
        "pattern.pivotTop", Types.Length, "Pivot line, top", "compression line y = const of moments that pull the bolts below it")
    {
        Min = -Far, Max = Far,
        Default = "the plate's edge, or the outermost bolts",
        Blank = (j, u) => j.Pattern is { } p ? Size(p.Pivots.Top, u) + ", chosen" : "chosen",
    };
    public static readonly Field<string> PlateShape = new(
        "pattern.plate.shape", Types.OneOf(["none", "rectangle", "circle", "polygon"]), "Plate outline",
        "outline of the part that holds the bolts")
    {
        Otherwise = "none", Default = "none: edge distances are not judged in plan", Blank = (_, _) => "none",
    };
    public static readonly Field<double> PlateWidth = new("pattern.plate.width", Types.Length, "Plate width", "of a rectangle, along x")
    {
        Above = 0, Max = 100000,
    };
    public static readonly Field<double> PlateHeight = new(
        "pattern.plate.height", Types.Length, "Plate height", "of a rectangle, along y") { Above = 0, Max = 100000 };
    public static readonly Field<double> PlateDiameter = new(
        "pattern.plate.diameter", Types.Length, "Plate diameter", "of a round plate") { Above = 0, Max = 100000 };
    public static readonly Field<double> PlateX = new("pattern.plate.atX", Types.Length, "Plate centre, x", "middle of the plate")
    {
        Min = -Far, Max = Far, Otherwise = 0,
    };
    public static readonly Field<double> PlateY = new("pattern.plate.atY", Types.Length, "Plate centre, y", "middle of the plate")
    {
        Min = -Far, Max = Far, Otherwise = 0,
    };
    public static readonly Field<double> CornerX = new(
        "pattern.plate.corners[].x", Types.Length, "Corner, x", "corner of a polygon, in order round it")
    {
        Required = true, Min = -Far, Max = Far,
    };
    public static readonly Field<double> CornerY = new(
        "pattern.plate.corners[].y", Types.Length, "Corner, y", "corner of a polygon, in order round it")
    {
        Required = true, Min = -Far, Max = Far,
    };
    public static readonly Field<double> OpeningX = new(
        "pattern.plate.openings[].x", Types.Length, "Opening, x", "middle of a hole or cut-out")
    {
        Required = true, Min = -Far, Max = Far,
    };
    public static readonly Field<double> OpeningY = new(
        "pattern.plate.openings[].y", Types.Length, "Opening, y", "middle of a hole or cut-out")
    {
        Required = true, Min = -Far, Max = Far,
    };
    public static readonly Field<double> OpeningDiameter = new(
        "pattern.plate.openings[].diameter", Types.Length, "Opening diameter", "of a round hole")
    {
        Above = 0, Max = 100000, Default = "none: a rectangle", Blank = (_, _) => "a cut-out",
    };
    public static readonly Field<double> OpeningWidth = new(
        "pattern.plate.openings[].width", Types.Length, "Opening width", "of a rectangular cut-out, along x")
    {
        Above = 0, Max = 100000, Default = "none: round",
    };
    public static readonly Field<double> OpeningHeight = new(
        "pattern.plate.openings[].height", Types.Length, "Opening height", "of a rectangular cut-out, along y")
    {
        Above = 0, Max = 100000, Default = "none: round",
    };
    public static readonly Field<double> PryingFactor = new(
        "pattern.prying.factor", Types.Number, "Prying factor", "prying: bolt tension over the tension before it, where it is stated")
    {
        Min = 1, Max = 5, Default = "not stated", Blank = (_, _) => "not stated",
    };
    public static readonly Field<double> PryingStem = new(
        "pattern.prying.stem", Types.Length, "Bolt line to web, b",
        "prying by the flange under the head: bolt line to the face of the stem")
    {
        Above = 0, Max = 1000, Default = "not stated", Blank = (_, _) => "or by the flange",
    };
    public static readonly Field<double> PryingEdge = new(
        "pattern.prying.edge", Types.Length, "Bolt line to edge, a", "prying by the flange: bolt line to the flange's edge")
    {
        Above = 0, Max = 1000, Default = "not stated", Blank = (_, _) => "or by the flange",
    };
    public static readonly Field<double> PryingLength = new(
        "pattern.prying.length", Types.Length, "Tributary length, p", "prying by the flange: length of flange that goes with one bolt")
    {
        Above = 0, Max = 1000, Default = "not stated", Blank = (_, _) => "or by the flange",
    };
    public static readonly Field<double> Length = new("bolts.length", Types.Length, "Bolt length", "nominal length under the head")
    {
        Above = 0, Max = 2000,
        Default = "chosen from the grip: next preferred length that leaves one to three threads through the nut",
        Blank = (j, u) => Size(j.Bolts.Length, u) + ", chosen",
    };
    public static readonly Field<double> ThreadLength = new("bolts.threadLength", Types.Length, "Thread length", "threaded length")
    {
        Above = 0, Max = 2000,
        Default = "by the standard of the head (ISO 888, ISO 4762, ASME B18.2.1, B18.3, B18.2.6)",
        Blank = (j, u) => Size(j.Bolts.ThreadLength, u) + ", chosen",
    };
    public static readonly Field<string> Head = new(
        "bolts.head", Types.OneOf([.. Standards.Names(Standards.Heads, h => h.Kind), JointRules.Stud]), "Head",
        "kind of head; a stud is threaded over its whole length and has a nut in the head's place")
    {
        Default = "hex; heavy hex with structural grades (ASTM F3125)",
        Labels = new() { ["hex"] = "hex", ["socket"] = "socket cap", ["button"] = "button socket", ["countersunk"] = "countersunk socket",
            ["flange"] = "hex flange", ["HV hex"] = "HV hex (EN 14399-4)", ["stud"] = "stud, nuts both ends" },
        Blank = (j, _) => j.Bolts.Head.Kind + ", chosen",
    };

    public static readonly Field<BoltCondition> Condition = new(
        "bolts.condition", Types.Named(Names.Conditions), "Bolt condition",
        "whether the bolts are new, used before, or of a grade that nobody knows for sure") { Otherwise = BoltCondition.New };

    public static readonly Field<ThreadEndKind> EndKind = new(
        "threadEnd.kind", Types.Named(Names.Ends), "Thread engages",
        "what the thread runs into; without a nut the last part is the tapped one")
    {
        Otherwise = ThreadEndKind.Nut, Labels = new() { ["tapped"] = "tapped hole", ["insert"] = "thread insert" },
    };
    public static readonly Field<string> Nut = new(
        "threadEnd.nut", Types.OneOf(Standards.Names(Standards.Nuts, n => n.Kind)), "Nut",
        "kind of nut; a lock nut has a prevailing torque, which is stated apart")
    {
        Default = "hex; the one that goes with a structural head",
        Labels = new() { ["lock"] = "lock (prevailing torque)", ["HV hex"] = "HV hex (EN 14399-4)" },
        Blank = (j, _) => (j.Bolts.Nut?.Kind ?? "hex") + ", chosen",
    };
    public static readonly Field<string> NutClass = new(
        "threadEnd.nutClass", Types.OneOf(Standards.Names(Standards.NutClasses, c => c.Name)), "Nut class",
        "strength class of the nut, where it is not the one that goes with the bolts: a weaker nut strips before the bolt breaks")
    {
        Default = "the class that goes with the grade", Blank = (j, _) => (j.NutClass?.Name ?? "by the maker") + ", chosen",
    };
    public static readonly Field<double> ThreadDepth = new(
        "threadEnd.threadDepth", Types.Length, "Thread depth", "usable thread in the tapped hole, from the part's face")
    {
        Above = 0, Max = 1000,
        Default = "through the whole part",
        Blank = (j, u) => j.Tapped ? Size(j.End.ThreadDepth, u) + ", through" : "through",
    };
    public static readonly Field<double> Engagement = new(
        "threadEnd.engagement", Types.Length, "Engagement", "thread engagement wanted in the tapped part")
    {
        Above = 0, Max = 1000,
        Default = "one diameter, or what lets the bolt break before the thread strips, as far as the hole allows",
        Blank = (j, u) => j.Tapped ? Size(j.End.Engagement, u) + ", chosen" : "chosen",
    };
    public static readonly Field<double> InsertLength = new(
        "threadEnd.insertLength", Types.Length, "Insert length", "length of the thread insert")
    {
        Above = 0, Max = 1000,
        Default = "1.5 d",
        Blank = (j, u) => j.End.InsertLength > 0 ? Size(j.End.InsertLength, u) + ", chosen" : "1.5 d, if an insert",
    };

    public static readonly Field<string> HeadWasher = new(
        "washers.head", Types.OneOf(["none", .. Standards.Names(Standards.Washers, w => w.Kind)]), "Washer, head",
        "washer under the head") { Otherwise = "none" };
    public static readonly Field<string> NutWasher = new(
        "washers.nut", Types.OneOf(["none", .. Standards.Names(Standards.Washers, w => w.Kind)]), "Washer, nut", "washer under the nut")
    {
        Otherwise = "none",
    };

    public static readonly Field<string> Fit = new(
        "hole.fit", Types.OneOf(Standards.Names(Standards.Holes, h => h.Fit)), "Clearance hole", "clearance by a table or rule")
    {
        Otherwise = "medium",
        Default = "medium, unless hole.diameter is given",
        Labels = new() { ["fine"] = "close (fine)", ["medium"] = "normal (medium)", ["coarse"] = "loose (coarse)" },
        Blank = (j, _) => j.HoleSource == "given" ? "as given below" : "normal (medium), chosen",
    };
    public static readonly Field<double> HoleDiameter = new(
        "hole.diameter", Types.Length, "Hole diameter", "clearance hole diameter, where it is not taken from a table")
    {
        Above = 0, Max = 500, Default = "from hole.fit", Blank = (_, _) => "by fit",
    };

    public static readonly Field<string> LayerName = new("layers[].name", Types.Text, "Part", "what the part is called")
    {
        Default = "Part 1, Part 2, …",
    };
    public static readonly Field<double> LayerThickness = new("layers[].thickness", Types.Length, "Thickness", "thickness of the part")
    {
        // A hundredth: the thinnest shim and foil.
        Required = true, Min = 0.01, Max = 1000,
    };
    public static readonly Field<string> LayerMaterial = new("layers[].material", Types.Listed, "Material", "material of the part")
    {
        Required = true,
    };
    public static readonly Field<Side> LayerSide = new(
        "layers[].side", Types.Named(Names.Sides), "Shear direction",
        "which way the part pulls in shear; a shear plane lies between parts that pull opposite ways; "
            + "none for a sleeve or spacer that is only clamped")
    {
        Default = "left and right in turn", Labels = new() { ["none"] = "clamped only" },
    };
    public static readonly Field<double> LayerWidth = new(
        "layers[].width", Types.Length, "Width", "width of the part across the pull, for its net section")
    {
        Above = 0, Max = 100000,
        Default = "not stated; the net section of this part is then not judged",
        Blank = (_, _) => "width not stated",
    };
    public static readonly Field<int> LayerHoles = new(
        "layers[].holesAcross", Types.Whole, "Holes across", "holes side by side in that width")
    {
        Min = 1, Max = 200, Default = "by the pattern; 1 of a single bolt; else needed where a width is stated",
        Blank = (j, _) => j.Pattern is not null ? "by the pattern" : j.Bolts.Count == 1 ? "1 hole across" : "how many side by side?",
    };
    public static readonly Field<double> LayerEdge = new(
        "layers[].edgeDistance", Types.Length, "Edge distance", "hole centre to the edge that the load points to")
    {
        Above = 0, Max = 5000,
        Default = "not stated; tear-out of this part is then not judged",
        Blank = (j, u) => j.PlateEdge is { } drawn ? Size(drawn, u) + ", drawn" : "not stated",
    };

    public static readonly Field<double> LayerSideDistance = new(
        "layers[].sideDistance", Types.Length, "Side distance", "hole centre to the edge beside the load, for design codes")
    {
        Above = 0, Max = 5000,
        Default = "from the width, the holes in its middle; else from the plate drawn",
        Blank = (j, u) => j.Pattern?.Plate is null ? "not stated" : "by the plate",
    };
    public static readonly Field<HoleKind> LayerHoleKind = new(
        "layers[].holes", Types.Named(Names.HoleKinds), "Holes",
        "how the holes of the part are made; along and across are meant to the load")
    {
        Otherwise = HoleKind.Standard,
    };

    public static readonly Field<LimitStates> CaseLimitState = new(
        "loads[].limitState", Types.Named(Names.LimitStates), "Limit state",
        "what the load of the case is stated for: ultimate counts for ULS and LRFD, service for SLS and ASD")
    {
        Otherwise = LimitStates.NotStated,
        Default = "not stated: taken as it stands wherever a basis asks for a load",
        Labels = new() { ["not stated"] = "not stated", ["ultimate"] = "ultimate (ULS, LRFD)", ["service"] = "service (SLS, ASD)",
            ["ULS"] = "ULS only", ["SLS"] = "SLS only", ["LRFD"] = "LRFD only", ["ASD"] = "ASD only" },
    };

    public static readonly Field<string> CaseName = new("loads[].name", Types.Text, "Load case", "what the load case is called")
    {
        Default = "Case 1, Case 2, …",
    };
    public static readonly Field<double> CaseTension = new(
        "loads[].tension", Types.Force, "Tension", "outside tension on the whole joint; + pulls the members apart")
    {
        Min = -Huge, Max = Huge, Default = "none", Blank = (_, _) => "none",
    };
    public static readonly Field<double> CaseShear = new("loads[].shear", Types.Force, "Shear", "outside shear on the whole joint")
    {
        Min = -Huge, Max = Huge, Default = "none", Blank = (_, _) => "none",
    };

    public static readonly Field<double> CaseFx = new(
        "loads[].fx", Types.Force, "Fx", "force along x; needs a pattern where it acts beside the bolts")
    {
        Min = -Huge * 1000, Max = Huge * 1000, Default = "none", Blank = (_, _) => "0",
    };
    public static readonly Field<double> CaseFy = new(
        "loads[].fy", Types.Force, "Fy", "force along y; needs a pattern where it acts beside the bolts")
    {
        Min = -Huge * 1000, Max = Huge * 1000, Default = "none", Blank = (_, _) => "0",
    };
    public static readonly Field<double> CaseFz = new(
        "loads[].fz", Types.Force, "Fz",
        "force along the bolts, + pulls the members apart; needs a pattern where it acts beside the bolts")
    {
        Min = -Huge * 1000, Max = Huge * 1000, Default = "none", Blank = (_, _) => "0",
    };
    public static readonly Field<double> CaseMx = new(
        "loads[].mx", Types.Torque, "Mx", "moment about x, + pulls the bolts at +y; needs a pattern")
    {
        Min = -Huge * 1000, Max = Huge * 1000, Default = "none", Blank = (_, _) => "0",
    };
    public static readonly Field<double> CaseMy = new(
        "loads[].my", Types.Torque, "My", "moment about y, + pulls the bolts at −x; needs a pattern")
    {
        Min = -Huge * 1000, Max = Huge * 1000, Default = "none", Blank = (_, _) => "0",
    };
    public static readonly Field<double> CaseMz = new(
        "loads[].mz", Types.Torque, "Mz", "moment about z, + turns x towards y; needs a pattern")
    {
        Min = -Huge * 1000, Max = Huge * 1000, Default = "none", Blank = (_, _) => "0",
    };
    public static readonly Field<double> CaseAtX = new(
        "loads[].atX", Types.Length, "at x", "where the force and moment are stated, along x")
    {
        Min = -Far, Max = Far,
        Default = "0; at the centroid of the bolts where none of the three is stated",
        Blank = (_, _) => "centroid",
    };
    public static readonly Field<double> CaseAtY = new(
        "loads[].atY", Types.Length, "at y", "where the force and moment are stated, along y")
    {
        Min = -Far, Max = Far,
        Default = "0; at the centroid of the bolts where none of the three is stated",
        Blank = (_, _) => "centroid",
    };
    public static readonly Field<double> CaseAtZ = new(
        "loads[].atZ", Types.Length, "at z", "where the force and moment are stated, along z")
    {
        Min = -Far, Max = Far,
        Default = "0; at the centroid of the bolts where none of the three is stated",
        Blank = (_, _) => "centroid",
    };
    public static readonly Field<double> CaseFactor = new(
        "loads[].factor", Types.Number, "Load factor", "factor on this case wherever it counts")
    {
        Min = -1000, Max = 1000, Otherwise = 1,
    };
    public static readonly Field<string> CaseCombines = new(
        "loads[].combines", Types.Text, "Combination", "a sum of other cases: 1.35 × Dead + 1.5 × Wind")
    {
        Default = "none", Blank = (_, _) => "1.35 × Dead + 1.5 × Wind",
    };
    public static readonly Field<int> CaseRow = new(
        "loads[].row", Types.Whole, "Row in file",
        "row of the imported file that the case came from; such cases are chosen anew when the pattern changes")
    {
        Min = 1, Max = 10_000_000, Default = "stated here",
    };
    public static readonly Field<bool> CaseJudged = new(
        "loads[].judged", Types.Named(Names.JudgedAlone), "Judged", "whether the case is judged by itself") { Otherwise = true };
    public static readonly Field<HelperKind> HelperKind = new(
        "loads[].helper.kind", Types.Named(Names.Helpers), "Load from", "what the load is worked out from")
    {
        Default = "stated",
        Labels = new() { ["pressure"] = "pressure on a bore", ["ram push"] = "hydraulic ram, push", ["ram pull"] = "hydraulic ram, pull",
            ["bracket"] = "bracket load", ["panel"] = "panel in wind", ["reciprocating"] = "reciprocating mass", ["mass"] = "mass, weight",
            ["column"] = "column foot" },
    };
    public static readonly Field<Heading> HelperHeading = new(
        "loads[].helper.heading", Types.Named(Names.Headings), "Direction", "which way it acts; z pulls the parts apart")
    {
        Default = "z for pressure, ram push and mass; -z for ram pull; -y for a bracket; y for a column",
    };
    public static readonly Field<double> HelperPressure = new(
        "loads[].helper.pressure", Types.Stress, "Pressure", "pressure on the bore, or of the wind")
    {
        Min = -1000, Max = 1000, Blank = (_, _) => "needed",
    };
    public static readonly Field<double> HelperBore = new("loads[].helper.bore", Types.Length, "Bore", "bore or sealed diameter")
    {
        Above = 0, Max = 100000, Blank = (_, _) => "needed",
    };
    public static readonly Field<double> HelperRod = new("loads[].helper.rod", Types.Length, "Rod diameter", "diameter of the rod")
    {
        Above = 0, Max = 100000, Blank = (_, _) => "needed",
    };
    public static readonly Field<double> HelperForce = new(
        "loads[].helper.force", Types.Force, "Force",
        "load of a bracket, weight of a panel, axial load of a column (+ presses its foot down)")
    {
        Min = -Huge * 1000, Max = Huge * 1000, Blank = (_, _) => "needed",
    };
    public static readonly Field<double> HelperOffset = new(
        "loads[].helper.offset", Types.Length, "Eccentricity",
        "how far the load acts beside the centroid of the bolts, at right angles to itself; a panel's middle along x")
    {
        Min = -Far, Max = Far, Otherwise = 0,
    };
    public static readonly Field<double> HelperOffsetUp = new(
        "loads[].helper.offsetUp", Types.Length, "Eccentricity, y", "a panel's middle above the centroid of the bolts")
    {
        Min = -Far, Max = Far, Otherwise = 0,
    };
    public static readonly Field<double> HelperStandOff = new(
        "loads[].helper.standOff", Types.Length, "Stand-off", "how far the load acts out from the joint plane")
    {
        Min = -Far, Max = Far, Otherwise = 0,
    };
    public static readonly Field<double> HelperWidth = new("loads[].helper.width", Types.Length, "Panel width", "width of the panel")
    {
        Above = 0, Max = 100000, Blank = (_, _) => "needed",
    };
    public static readonly Field<double> HelperHeight = new(
        "loads[].helper.height", Types.Length, "Panel height", "height of the panel")
    {
        Above = 0, Max = 100000, Blank = (_, _) => "needed",
    };
    public static readonly Field<double> HelperMass = new("loads[].helper.mass", Types.Mass, "Mass", "mass that is moved or hangs")
    {
        Above = 0, Max = 1e8, Blank = (_, _) => "needed",
    };
    public static readonly Field<double> HelperLevel = new(
        "loads[].helper.level", Types.Number, "Acceleration, g", "acceleration over that of gravity")
    {
        Min = -1000, Max = 1000, Otherwise = 1, Default = "1, its weight", Blank = (_, _) => "1, its weight",
    };
    public static readonly Field<double> HelperRadius = new("loads[].helper.radius", Types.Length, "Crank radius", "crank radius")
    {
        Above = 0, Max = 100000, Blank = (_, _) => "needed",
    };
    public static readonly Field<double> HelperSpeed = new("loads[].helper.speed", Types.Speed, "Crank speed", "speed of the crank")
    {
        Above = 0, Max = 1e5, Blank = (_, _) => "needed",
    };
    public static readonly Field<double> HelperRodLength = new(
        "loads[].helper.rodLength", Types.Length, "Connecting rod", "length of the connecting rod")
    {
        Above = 0, Max = 100000, Blank = (_, _) => "needed",
    };
    public static readonly Field<double> HelperShear = new(
        "loads[].helper.shear", Types.Force, "Shear V", "shear V at the column's foot")
    {
        Min = -Huge * 1000, Max = Huge * 1000, Otherwise = 0,
    };
    public static readonly Field<double> HelperMoment = new(
        "loads[].helper.moment", Types.Torque, "Moment M", "moment M at the column's foot, + as V acting higher up would turn it")
    {
        Min = -Huge * 1000, Max = Huge * 1000, Otherwise = 0,
    };

    public static readonly Field<string> CaseAlternates = new(
        "loads[].alternatesWith", Types.Listed, "Alternates with",
        "name of the load case that this one alternates with, or \"unloaded\"")
    {
        Default = "steady: not judged in fatigue", Blank = (_, _) => "steady",
    };
    public static readonly Field<double> CaseCycles = new(
        "loads[].cycles", Types.Number, "Cycles", "how often this case comes; counts where an S–N slope is stated")
    {
        Above = 0, Max = 1e12, Default = "endless", Blank = (_, _) => "endless",
    };
    public static readonly Field<double> CasePressure = new(
        "loads[].pressure", Types.Stress, "Internal pressure",
        "pressure contained in this case, for sealing; its end load belongs into the tension")
    {
        Min = 0, Max = 1000, Otherwise = 0, Default = "none", Blank = (_, _) => "no pressure",
    };

    public static readonly Field<Aim> Aim = new(
        "tightening.aim", Types.Aim, "Target preload",
        "what the tightening aims at: a share of proof or of yield, the least preload of structural practice, a clamp force or a torque")
    {
        Default = "75 % of proof, or as much as keeps the tight end of the tightening below proof and 0.9 of yield; "
            + "90 % is usual for permanent joints",
        Blank = (j, _) => j.Tightening.AimChosen ?? "75 % of proof, chosen",
    };
    public static readonly Field<string> Method = new(
        "tightening.method", Types.OneOf(Standards.Names(Standards.Methods, m => m.Name)), "Tightening method",
        "how it is tightened; gives the scatter of the preload")
    {
        Default = "wrench dry, wrench plated or wrench lubricated, by the lubrication",
        Labels = Standards.Methods.ToDictionary(m => m.Name, m => m.Label),
        Blank = (j, _) => j.Tightening.Method.Label + ", chosen",
    };
    public static readonly Field<double> Scatter = new(
        "tightening.scatter", Types.Number, "Preload scatter ±",
        "scatter ± of the preload, as a share, where it is known better than the method's")
    {
        Min = 0, Max = 0.9, Default = "from the method", Blank = (_, _) => "by method",
    };
    public static readonly Field<string> Lubrication = new(
        "tightening.lubrication", Types.OneOf(Standards.Names(Standards.NutFactors, k => k.Lubrication)), "Finish, lubricant",
        "finish and lubricant; gives the nut factor")
    {
        Default = "what such a bolt comes as: carbon steel to 8.8 zinc plated, 10.9 and 12.9 black and lightly oiled, "
            + "stainless as received, ASTM F3125 as delivered, sets to EN 14399 by their k-class",
        Labels = Standards.NutFactors.ToDictionary(k => k.Lubrication, k => k.Label),
        Blank = (j, _) => j.Tightening.NutFactor.Label + ", chosen",
    };
    public static readonly Field<double> NutFactor = new(
        "tightening.nutFactor", Types.Number, "Nut factor K", "nut factor K, where it is known better than the table's")
    {
        Above = 0, Max = 1, Default = "from the lubrication", Blank = (_, _) => "by finish",
    };
    public static readonly Field<double> ThreadFriction = new(
        "tightening.threadFriction", Types.Number, "Thread friction",
        "friction in the thread, for the long torque form; with the bearing friction it takes the nut factor's place")
    {
        Above = 0, Max = 1, Default = "by the nut factor", Blank = (_, _) => "by nut factor",
    };
    public static readonly Field<double> BearingFriction = new(
        "tightening.bearingFriction", Types.Number, "Bearing friction",
        "friction under the head or nut that turns, for the long torque form")
    {
        Above = 0, Max = 1, Default = "by the nut factor", Blank = (_, _) => "by nut factor",
    };
    public static readonly Field<double> PrevailingTorque = new(
        "tightening.prevailingTorque", Types.Torque, "Prevailing torque", "torque of a locking feature, which gives no clamp")
    {
        Min = 0, Max = 1e9, Otherwise = 0, Default = "none", Blank = (_, _) => "no prevailing torque",
    };
    public static readonly Field<double> Settling = new(
        "tightening.settling", Types.Length, "Embedment", "embedding of all interfaces together")
    {
        Min = 0, Max = 1,
        Default = "by roughness and load: usual 3 µm in the thread, 3 µm under head and nut each, 2 µm at each inner face; "
            + "with shear 3, 4.5 and 2.5 µm; nothing on a gasket",
        Blank = (j, u) => Size(j.Tightening.Settling, u) + ", chosen",
    };
    public static readonly Field<string> Roughness = new(
        "tightening.roughness", Types.OneOf(Standards.Names(Standards.Embeddings, e => e.Roughness)), "Roughness",
        "roughness of the faces, by which they embed: fine Rz below 10 µm, usual 10 to 40, rough 40 to 160") { Otherwise = "usual" };
    public static readonly Field<double> TorsionShare = new(
        "tightening.torsionShare", Types.Number, "Torsion left",
        "share of the full tightening torsion that is in the shank: 1 where a nut is turned, little where a tensioner pulls")
    {
        Min = 0, Max = 1, Default = "by the method: 1, 0.1 of a tensioner",
        Blank = (j, _) => QuantityText.Figures(j.Tightening.Method.TorsionShare) + ", by the method",
    };
    public static readonly Field<double> Relaxation = new(
        "tightening.relaxation", Types.Number, "Relaxation", "relaxation and creep, share of the nominal preload")
    {
        Min = 0, Max = 0.9, Default = "0.05, or what the gasket that is clamped loses in its first day: fibre 0.15, rubber 0.25",
        Blank = (j, _) => QuantityText.Figures(j.Tightening.Relaxation) + ", chosen",
    };

    public static readonly Field<double> FaceFriction = new(
        "faceFriction", Types.Number, "Slip coefficient", "friction between the faces")
    {
        Min = 0, Max = 1, Otherwise = 0.15, Default = "0.15 (as rolled, not blasted)",
    };

    public static readonly Field<double> AssemblyTemperature = new(
        "temperature.assembly", Types.Temperature, "Assembly temperature", "temperature at which it is tightened")
    {
        Min = -273, Max = 1000, Otherwise = 20,
    };
    public static readonly Field<double> PartsTemperature = new(
        "temperature.parts", Types.Temperature, "Member temperature", "temperature of the parts in service")
    {
        Min = -273, Max = 1000, Default = "as at assembly", Blank = (_, _) => "as tightened",
    };
    public static readonly Field<double> BoltsTemperature = new(
        "temperature.bolts", Types.Temperature, "Bolt temperature", "temperature of the bolts in service")
    {
        Min = -273, Max = 1000, Default = "as the parts", Blank = (_, _) => "as the parts",
    };

    public static readonly Field<double> SealArea = new(
        "seal.area", Types.Area, "Sealing area", "area of gasket or face that all bolts together press")
    {
        Above = 0, Max = 1e9, Default = "not stated; leaking is then not judged", Blank = (_, _) => "not stated",
    };
    public static readonly Field<bool> GasketSeals = new(
        "seal.gasket", Types.Named(new Named<bool>(("seals", true), ("only packs", false))), "Gasket",
        "whether the gasket seals something, or only packs: what must be judged of it goes by that")
    {
        Default = "it seals where an area or a pressure is stated; else asked for",
        Blank = (j, _) => j.Sealing is not null || j.Cases.Any(c => c.Pressure > 0) ? "seals" : j.Gasket is null ? "no gasket"
            : "not stated",
    };
    public static readonly Field<double> SealFactor = new(
        "seal.factor", Types.Number, "Gasket factor m", "clamp pressure needed over the pressure contained")
    {
        Above = 0, Max = 20,
        Default = "the gasket's, or 1 where there is none",
        Blank = (j, _) => j.Sealing is { } seal ? QuantityText.Figures(seal.Factor) + ", chosen" : "by the gasket",
    };

    public static readonly Field<string> Endurance = new(
        "fatigue.endurance", Types.OneOf(["table", "estimated", "amplitude"]), "Endurance strength",
        "where the endurance strength comes from: table (rolled threads), estimated from tensile strength, "
            + "or the amplitude school (rolled threads)")
    {
        Default = "table where threads are rolled and the grade is listed, else estimated",
        Labels = new() { ["table"] = "table, rolled threads", ["estimated"] = "estimated from Su",
            ["amplitude"] = "amplitude by diameter" },
        Blank = (j, _) => j.Fatigue.School.ToString().ToLowerInvariant() + ", chosen",
    };
    public static readonly Field<double> EnduranceStrength = new(
        "fatigue.strength", Types.Stress, "Endurance, given", "endurance strength, fully corrected, where it is known better")
    {
        Min = 1, Max = 2000, Default = "from fatigue.endurance", Blank = (_, _) => "by endurance",
    };
    public static readonly Field<ThreadMaking> Making = new(
        "fatigue.threads", Types.Named(Names.Makings), "Threads",
        "how the threads were made; rolled after heat treatment counts in the amplitude school")
    {
        Otherwise = ThreadMaking.Cut, Labels = new() { ["rolled after"] = "rolled after heat treatment" },
    };
    public static readonly Field<FatigueCriterion> Criterion = new(
        "fatigue.criterion", Types.Named(Names.Criteria), "Fatigue criterion", "criterion in use; the others are shown beside it")
    {
        Otherwise = FatigueCriterion.Goodman,
        Labels = new() { ["goodman"] = "Goodman", ["gerber"] = "Gerber", ["elliptic"] = "ASME elliptic" },
    };
    public static readonly Field<double> Slope = new(
        "fatigue.slope", Types.Number, "S–N slope m", "exponent m of the S–N line, for finite life and spectra")
    {
        Min = 1, Max = 30, Default = "endless life", Blank = (_, _) => "endless life",
    };
    public static readonly Field<double> Knee = new(
        "fatigue.knee", Types.Number, "S–N knee, cycles", "cycles at which the S–N line reaches the endurance strength")
    {
        Min = 1000, Max = 1e9, Otherwise = 2e6,
    };

    public static readonly Field<string> Basis = new(
        "judging.basis", Types.OneOf([.. Checks.Basis.All.Select(b => b.Id)]), "Design basis",
        "by which code or practice the joint is judged")
    {
        Otherwise = "machine", Labels = Checks.Basis.All.ToDictionary(b => b.Id, b => b.FullName),
    };
    public static readonly Field<bool> Preload = new(
        "judging.preload", Types.Named(Names.PreloadsUsed), "Preload used",
        "extremes: largest preload in strength, smallest in slip and opening. nominal: the handbook's way, which leaves the scatter out")
    {
        Otherwise = false, Labels = new() { ["extremes"] = "least and most", ["nominal"] = "nominal only" },
    };
    public static readonly Field<bool> ShearBy = new(
        "judging.shearBy", Types.Named(Names.ShearCarriers), "Shear carried by",
        "friction: no slip, bearing behind it as a second line; bearing: the joint may slip until the bolts bear, "
            + "and friction is not counted")
    {
        Default = "bearing, where nothing asks for friction: a slip coefficient or surface class, a factor against slip, "
            + "an alternating load, holes oversize or slotted along the load",
        Blank = (j, _) => j.Judging.Shear is { } by ? (by.Bearing ? "bearing" : "friction") + ", chosen" : "",
        Labels = new() { ["friction"] = "friction (slip)", ["bearing"] = "bearing" },
    };
    public static readonly Field<double> ConeHalfAngle = new(
        "judging.coneHalfAngle", Types.Angle, "Cone half-angle", "half-angle of the pressure cones")
    {
        Min = Math.PI / 9 * (1 - 1e-12), Max = Math.PI / 4 * (1 + 1e-12), Otherwise = Math.PI / 6,
    };
    public static readonly Field<double> LoadIntroduction = new(
        "judging.loadIntroduction", Types.Number, "Load introduction n",
        "load introduction factor: 1 where the outside load acts under head and nut, less where it acts between the parts")
    {
        Above = 0, Max = 1, Otherwise = 1, Blank = (_, _) => "1, under head and nut",
    };
    public static readonly Field<bool> ConeBore = new(
        "judging.coneBore", Types.Named(Names.ConeBores), "Cone bore", "bore of the pressure cones")
    {
        Otherwise = false, Labels = new() { ["nominal"] = "nominal diameter", ["hole"] = "hole diameter" },
    };
    public static readonly Field<bool> ShearTheory = new(
        "judging.shearTheory", Types.Named(Names.ShearTheories), "Shear yield by", "shear yield over tensile yield: 0.577 or 0.5")
    {
        Otherwise = false,
    };
    public static readonly Field<bool> ThreadArea = new(
        "judging.threadArea", Types.Named(Names.ThreadAreas), "Thread shear area", "area of a shear plane through the thread")
    {
        Otherwise = false, Labels = new() { ["stress"] = "stress area At", ["root"] = "root area Ar" },
    };
    public static readonly Field<bool> TearOut = new(
        "judging.tearOut", Types.Named(Names.TearOuts), "Tear-out from", "where the tear-out planes begin")
    {
        Otherwise = false, Labels = new() { ["hole edge"] = "from the hole edge", ["hole centre"] = "from the hole centre" },
    };
    public static readonly Field<bool> BearingArea = new(
        "judging.bearingArea", Types.Named(Names.BearingAreas), "Bearing area", "area that bears on the hole's wall")
    {
        Otherwise = false, Labels = new() { ["projected"] = "projected, d·t", ["quarter"] = "quarter round, π·d·t/4" },
    };

    public static readonly Field<string> OwnGradeName = new("own.grades[].name", Types.Text, "Grade", "name of a grade of your own")
    {
        Required = true,
    };
    public static readonly Field<double> OwnGradeProof = new("own.grades[].proof", Types.Stress, "Proof strength", "proof strength")
    {
        Required = true, Min = 10, Max = 5000,
    };
    public static readonly Field<double> OwnGradeYield = new(
        "own.grades[].yield", Types.Stress, "Yield strength", "yield or 0.2 % proof stress") { Required = true, Min = 10, Max = 5000 };
    public static readonly Field<double> OwnGradeTensile = new(
        "own.grades[].tensile", Types.Stress, "Tensile strength", "tensile strength") { Required = true, Min = 10, Max = 5000 };
    public static readonly Field<double> OwnGradeMin = new(
        "own.grades[].minDiameter", Types.Length, "Smallest diameter", "smallest diameter it is made in")
    {
        Required = true, Above = 0, Max = 500,
    };
    public static readonly Field<double> OwnGradeMax = new(
        "own.grades[].maxDiameter", Types.Length, "Largest diameter", "largest diameter it is made in")
    {
        Required = true, Above = 0, Max = 500,
    };
    public static readonly Field<double> OwnGradeModulus = new(
        "own.grades[].elasticModulus", Types.Stress, "Elastic modulus", "elastic modulus")
    {
        Min = 1000, Max = 500000, Otherwise = 207_000,
    };
    public static readonly Field<string> OwnGradeSource = new(
        "own.grades[].source", Types.Text, "Source", "where the figures come from; shown in every result that used them")
    {
        Required = true,
    };

    public static readonly Field<string> OwnMaterialName = new(
        "own.materials[].name", Types.Text, "Material", "name of a material of your own") { Required = true };
    public static readonly Field<double> OwnMaterialModulus = new(
        "own.materials[].elasticModulus", Types.Stress, "Elastic modulus", "elastic modulus")
    {
        Required = true, Min = 1, Max = 1000000,
    };
    public static readonly Field<double> OwnMaterialYield = new(
        "own.materials[].yield", Types.Stress, "Yield strength", "yield or 0.2 % proof stress")
    {
        Required = true, Min = 0.1, Max = 5000,
    };
    public static readonly Field<double> OwnMaterialTensile = new(
        "own.materials[].tensile", Types.Stress, "Tensile strength", "tensile strength") { Required = true, Min = 0.1, Max = 5000 };
    public static readonly Field<double> OwnMaterialBearing = new(
        "own.materials[].bearingLimit", Types.Stress, "Bearing limit", "limiting pressure under a bolt head")
    {
        Required = true, Min = 0.1, Max = 10000,
    };
    public static readonly Field<double> OwnMaterialExpansion = new(
        "own.materials[].expansion", Types.Number, "Thermal expansion", "thermal expansion, 1/K")
    {
        Min = -1e-4, Max = 1e-3, Default = "not stated; needed where temperatures change",
    };
    public static readonly Field<bool> OwnMaterialBrittle = new(
        "own.materials[].brittle", Types.Named(Names.YesNo), "Brittle", "fails without warning") { Otherwise = false };
    public static readonly Field<string> OwnMaterialSource = new(
        "own.materials[].source", Types.Text, "Source", "where the figures come from; shown in every result that used them")
    {
        Required = true,
    };

    public static readonly Field<int> Samples = new("uncertainty.samples", Types.Whole, "Samples", "samples of a Monte Carlo run")
    {
        Min = 1000, Max = 1_000_000_000, Otherwise = 1_000_000,
    };
    public static readonly Field<int> Seed = new(
        "uncertainty.seed", Types.Whole, "Seed", "seed of the run; the same seed gives the same result")
    {
        Min = 0, Max = int.MaxValue, Otherwise = 1,
    };

    public static readonly Field<string> Together = new(
        "uncertainty.together", Types.Text, "Scatter together",
        "which of them scatter together, with their correlation: threadFriction and bearingFriction 0.8; settling and grip -0.3")
    {
        MaxLength = 300, Default = "independent",
    };

    public static readonly Field<Spread> SpreadNutFactor = Scattering("nutFactor", "Nut factor K", "of the nut factor",
        "lognormal; the band of the table taken as two standard deviations either side; where K is given, half the method's scatter");
    public static readonly Field<Spread> SpreadThreadFriction = Scattering(
        "threadFriction", "Thread friction", "of the friction in the thread, long form", "lognormal 10 %");
    public static readonly Field<Spread> SpreadBearingFriction = Scattering(
        "bearingFriction", "Bearing friction", "of the friction under the part that turns, long form", "lognormal 10 %");
    public static readonly Field<Spread> SpreadTool = Scattering("tool", "Tightening tool",
        "of what the tool gives: torque, or preload where the method does not go by torque",
        "3 % for a wrench, else half the method's scatter");
    public static readonly Field<Spread> SpreadStrength = Scattering(
        "strength", "Bolt strength", "of the bolt's yield about its listed minimum", "3 %");
    public static readonly Field<Spread> SpreadLoad = Scattering("load", "Load", "of the outside loads", "10 %");
    public static readonly Field<Spread> SpreadSettling = Scattering("settling", "Embedment", "of the embedding", "lognormal 30 %");
    public static readonly Field<Spread> SpreadFaceFriction = Scattering(
        "faceFriction", "Slip coefficient", "of the friction between the faces", "lognormal 15 %");
    public static readonly Field<Spread> SpreadGrip = Scattering("grip", "Grip length", "of all lengths in the grip", "1 %");

    public static readonly Field<double> HandTolerance = new(
        "handTolerance", Types.Number, "Hand tolerance", "share within which a hand-calculated figure agrees")
    {
        Min = 0.0001, Max = 0.5, Otherwise = 0.01,
    };
    public static readonly Field<string> HandCheck = new(
        "handChecks[].check", Types.OneOf([.. Checks.Check.All.Select(c => c.Id)]), "Check", "check in whose working the step stands")
    {
        Required = true,
    };
    public static readonly Field<string> HandStep = new(
        "handChecks[].step", Types.Text, "Step",
        "value name of the step, with # and its index where there are several: preload, frustumStiffness#2") { Required = true };
    public static readonly Field<string> HandFigure = new(
        "handChecks[].figure", Types.Text, "By hand", "the figure calculated by hand, with its unit") { Required = true };

    public static readonly Field<string> AcceptedName = new(
        "accepted[].name", Types.Text, "Not looked at", "the way of failing, or the input, that is open") { Required = true };
    public static readonly Field<string> AcceptedOpen = new(
        "accepted[].open", Types.Text, "Why it is open", "why it is open, word for word as the result says it; "
            + "with other words the acceptance has ended")
    {
        Required = true, MaxLength = 1000, OneLine = true,
    };
    public static readonly Field<string> AcceptedKind = new(
        "accepted[].kind", Types.OneOf([.. Kinds.Kind.All.Select(k => k.Id)]), "Accepted for", "kind of joint that it was accepted for")
    {
        Required = true,
    };
    public static readonly Field<string> AcceptedBasis = new(
        "accepted[].basis", Types.OneOf([.. Checks.Basis.All.Select(b => b.Id)]), "Accepted under", "basis that it was accepted under")
    {
        Required = true,
    };
    public static readonly Field<string> AcceptedReason = new(
        "accepted[].reason", Types.Text, "Reason", "why it may stay open: how else it was looked at") { Required = true };
    public static readonly Field<string> AcceptedBy = new(
        "accepted[].by", Types.Text, "Accepted by", "who answers for it") { Required = true };
#pragma warning restore CS1591

    /// <summary>
    /// All fields, those of this list first, then those that a design basis brings along; the required factors are one field a check id and
    /// stand in <see cref="Checks.Check.All"/>.
    /// </summary>
    public static IReadOnlyList<Field> All { get; } =
    [
        .. typeof(Fields).GetFields().Select(f => f.GetValue(null)).OfType<Field>()
            .Concat(Checks.Basis.All.SelectMany(b => b.Needs())).Concat(OfKinds).Concat(LotFields.All).Concat(PlanFields.All).Distinct(),
    ];

    /// <summary>Fields that only one kind of joint asks for.</summary>
    public static IReadOnlyList<Field> OfKinds => KindFields.All;

    /// <summary>Those among some fields that only one kind asks for, in their order.</summary>
    internal static IEnumerable<Field> OfKindsAmong(IEnumerable<Field> fields) =>
        fields.Where(KindFields.Places.ContainsKey).OrderBy(f => KindFields.Places[f]);

    // Listed when first asked for, and once: kinds name fields.
    private static class KindFields
    {
        internal static readonly Field[] All = [.. Kinds.Kind.All.SelectMany(k => k.Inputs()).Distinct()];

        internal static readonly Dictionary<Field, int> Places = All.Select((f, i) => (f, i)).ToDictionary(p => p.f, p => p.i);
    }

    private static Field<Spread> Scattering(string key, string label, string what, string otherwise) =>
        new("uncertainty." + key, Types.Spread, label, "scatter " + what) { Default = otherwise };

    private static string Size(double value, UnitSystem units) => QuantityText.ShowText(value, Dimension.Length, units);

    private static string Whole(int value) => value.ToString(CultureInfo.InvariantCulture);

    /// <summary>The required factor of each check, in the order of <see cref="Checks.Check.All"/>.</summary>
    public static IReadOnlyList<Field<double>> Required { get; } =
    [
        .. Checks.Check.All.Select(check => new Field<double>(
            "judging.required." + check.Id, Types.Number, $"Required: {check.Name}",
            $"required factor of \"{check.Name}\"; 0 shows it without judging it")
        {
            Min = 0, Max = 100, Otherwise = check.Required,
        }),
    ];

    /// <summary>The whole document: <see cref="All"/> and <see cref="Required"/>.</summary>
    public static IReadOnlyList<Field> Document { get; } = [.. All, .. Required];

    /// <summary>The field at a concrete path such as <c>layers[2].thickness</c>; null where there is none.</summary>
    public static Field? At(string path) => ByPath.GetValueOrDefault(Index().Replace(path, "[]"));

    /// <summary>A concrete path in words, as a message names the field: <c>layers[1].thickness</c> is "Part 2, thickness".</summary>
    public static string Words(string path)
    {
        if (path.Length == 0) return "The document";
        var field = At(path);
        var places = Element().Matches(path);
        if (places.Count == 0) return field?.Label ?? path;
        var place = places[^1];
        var named = Lists.FirstOrDefault(l => l.Path.EndsWith(place.Groups[1].Value, StringComparison.Ordinal))?.Element ?? place.Groups[1]
            .Value;
        var list = $"{named} {int.Parse(place.Groups[2].ValueSpan, CultureInfo.InvariantCulture) + 1}";
        return field is null ? list : $"{list}, {InSentence(field.Label)}";
    }

    /// <summary>A label inside a sentence; a symbol such as Fx keeps its capital.</summary>
    private static string InSentence(string label) =>
        label.Length > 2 && char.IsLower(label[1]) ? char.ToLowerInvariant(label[0]) + label[1..] : label;

    private static readonly Dictionary<string, Field> ByPath = Document.ToDictionary(f => f.Path);

    [GeneratedRegex(@"\[[0-9]+\]")]
    private static partial Regex Index();

    [GeneratedRegex(@"([A-Za-z]+)\[([0-9]+)\]")]
    private static partial Regex Element();
}
