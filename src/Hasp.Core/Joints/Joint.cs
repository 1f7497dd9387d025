using System.Collections.Concurrent;
using System.Collections.Immutable;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Joints;

/// <summary>
/// Everything about one joint, valid and with every choice made. Immutable; made only by <see cref="JointRules"/>.
/// Lengths in mm, forces in N, stresses in MPa, angles in rad.
/// </summary>
public sealed record Joint
{
    /// <summary>What was asked, before the choices: variations are made from it.</summary>
    public required Values Said { get; init; }

    /// <summary>Which kind of joint it is.</summary>
    public required Kinds.Kind Kind { get; init; }

    /// <summary>What the kind has read from the fields that only it asks for.</summary>
    public required object Inputs { private get; init; }

    /// <summary>The inputs of its kind.</summary>
    /// <exception cref="InvalidCastException">The joint is of another kind.</exception>
    public T Of<T>()
        where T : class => (T)Inputs;

    /// <summary>The inputs of a kind; null where the joint is of another.</summary>
    public T? As<T>()
        where T : class => Inputs as T;

    /// <summary>What the basis and the kind still need to judge it in full.</summary>
    public IEnumerable<Ask> Asks => Judging.Checks.IsEmpty
        ? [new(Fields.Basis.Path, $"another basis: {Judging.Basis.FullName} has no rules here for a {Kind.Name.ToLowerInvariant()}")]
        : Kind.IsTightened ? [.. Judging.Basis.Asks(this), .. Kind.Asks(this)] : Kind.Asks(this);

    /// <summary>Why sizes are not searched and nothing is sampled for it; null where they are: both are of bolts that are
    /// tightened.</summary>
    public Fault? NotSearched => Kind.IsTightened ? null
        : new("kind-not-tightened", Fields.Kind.Path, Kind.Id,
            $"nothing is tightened in a {Kind.Name.ToLowerInvariant()}: sizes are not searched and chances are not sampled for it");

    /// <summary>Which side of the joint this is, where its sides are judged apart; empty where there is one.</summary>
    public string Side { get; init; } = "";

    /// <summary>Every side, this one among them; empty where there is one.</summary>
    public ImmutableArray<JointSide> Sides { get; init; } = [];

    /// <summary>The joint's number in its project, e.g. AL-03; may be empty.</summary>
    public required string Number { get; init; }

    /// <summary>Paths of what was chosen for the user and written down, not stated by anybody.</summary>
    public System.Collections.Immutable.ImmutableArray<string> Chosen { get; init; } = [];

    /// <summary>The joint's name.</summary>
    public required string Name { get; init; }

    /// <summary>The bolts: thread, grade, number, lengths, head and nut.</summary>
    public required BoltSet Bolts { get; init; }

    /// <summary>New, used before, or of an unknown grade.</summary>
    public BoltCondition Condition { get; init; }

    /// <summary>What the thread runs into: a nut, a tapped part or an insert in it.</summary>
    public required ThreadEnd End { get; init; }

    /// <summary>Clearance hole diameter d0.</summary>
    public required double Hole { get; init; }

    /// <summary>The table or the word "given".</summary>
    public required string HoleSource { get; init; }

    /// <summary>Washer under the head; null where there is none.</summary>
    public required Washer? HeadWasher { get; init; }

    /// <summary>Washer under the nut; null where there is none.</summary>
    public required Washer? NutWasher { get; init; }

    /// <summary>The parts from the head to the nut, at least two; without a nut the last is the tapped one.</summary>
    public required ImmutableArray<Layer> Layers { get; init; }

    /// <summary>Load cases on the whole joint; at least one.</summary>
    public required ImmutableArray<LoadCase> Cases { get; init; }

    /// <summary>How tight, by what means.</summary>
    public required Tightening Tightening { get; init; }

    /// <summary>Friction μ between the faces.</summary>
    public required double FaceFriction { get; init; }

    /// <summary>Temperatures of assembly and service.</summary>
    public required Temperatures Temperatures { get; init; }

    /// <summary>What it has to seal; null where nothing is stated, and then leaking is not judged.</summary>
    public required Sealing? Sealing { get; init; }

    /// <summary>By which strengths and criterion alternating loads are judged.</summary>
    public required FatigueRules Fatigue { get; init; }

    /// <summary>By which factors and conventions it is judged.</summary>
    public required Judging Judging { get; init; }

    /// <summary>What scatters in a Monte Carlo run, and how it is sampled.</summary>
    public required Uncertainty.Sampling Sampling { get; init; }

    /// <summary>Figures calculated by hand, to be laid beside the working.</summary>
    public required HandFigures HandFigures { get; init; }

    /// <summary>Gaps that somebody answers for by name, as the document has them; the result says which of them still stand.</summary>
    public System.Collections.Immutable.ImmutableArray<Checks.Acceptance> Accepted { get; init; } = [];

    /// <summary>The gasket among the parts; null where there is none.</summary>
    public Layer? Gasket => Layers.FirstOrDefault(l => l.Material.IsGasket);

    /// <summary>True where the last part takes the thread.</summary>
    public bool Tapped => End.Kind != ThreadEndKind.Nut;

    /// <summary>Class of the nut; null where the thread runs into a part, or none is listed for the bolts.</summary>
    public NutClass? NutClass { get; init; }

    /// <summary>True where a nut was stated that is weaker than the bolt: it strips before the bolt breaks.</summary>
    public bool NutIsWeaker { get; init; }

    /// <summary>True where threads that may strip are judged: tapped ones, and a nut weaker than its bolt.</summary>
    public bool MayStrip => Tapped || NutIsWeaker;

    /// <summary>Where the bolts are; null where no pattern is laid out, and then they share equally.</summary>
    public required BoltPattern? Pattern { get; init; }

    /// <summary>How the loads reach the bolts: by their pattern, in equal shares, or as the kind of joint brings them.</summary>
    public ILoadPath LoadPath => Kind.Path is { } own ? Kept.Of(ref _path, this, own, static (a, b) =>
            ReferenceEquals(a.Kind, b.Kind) && ReferenceEquals(a.Inputs, b.Inputs) && ReferenceEquals(a.Pattern, b.Pattern))
        : Pattern is { } pattern ? new PatternShares(pattern) : new EqualShares(Bolts.Count);

    private Kept<ILoadPath>? _path;

    /// <summary>Unit direction in plan that "along the load" means in parts without an outline of their own: fixed once for all
    /// cases.</summary>
    public required PlanPoint Along { get; init; }

    /// <summary>True where it is stated which way the parts pull.</summary>
    public bool SidesStated { get; init; }

    /// <summary>Every part in plan, with what each bolt finds in it; laid out when first asked for, once.</summary>
    internal Checks.Codes.PartPlans Plans => Kept.Of(ref _plans, this, Checks.Codes.PartPlans.Of, static (a, b) =>
        ReferenceEquals(a.Pattern, b.Pattern) && a.Layers == b.Layers && a.Bolts.Count == b.Bolts.Count && a.Hole == b.Hole
        && a.Along == b.Along && a.SidesStated == b.SidesStated);

    private Kept<Checks.Codes.PartPlans>? _plans;

    /// <summary>Something that follows from the whole joint and from what its key names: worked out once, and for no copy of it.</summary>
    internal T Once<T>(object key, Func<T> make)
        where T : notnull =>
        (T)Kept.Of(ref _own, this, static _ => new ConcurrentDictionary<object, object>(), static (_, _) => false)
            .GetOrAdd(key, static (_, m) => m(), make);

    private Kept<ConcurrentDictionary<object, object>>? _own;

    /// <summary>Loads of every case on the bolts that can govern it; shared out when first asked for, once.</summary>
    public Sharing Sharing => Kept.Of(ref _sharing, this, static j => Sharing.Of(j.Cases, j.LoadPath, j.Judging.Basis.MayLeaveOut),
        static (a, b) => a.Cases == b.Cases && ReferenceEquals(a.Kind, b.Kind) && ReferenceEquals(a.Inputs, b.Inputs)
            && ReferenceEquals(a.Pattern, b.Pattern) && a.Bolts.Count == b.Bolts.Count
            && ReferenceEquals(a.Judging.Basis, b.Judging.Basis));

    private Kept<Sharing>? _sharing;

    /// <summary>The same joint with other bolts of the same kind, its loads already shared out among them.</summary>
    public Joint WithBolts(BoltPattern? pattern, Sharing sharing)
    {
        var other = this with { Bolts = Bolts with { Count = sharing.Count }, Pattern = pattern };
        other._sharing = new(other, sharing);
        return other;
    }

    /// <summary>Pitch and edge distances: the least, and those short of good practice; measured when first asked for, once. Empty
    /// without a pattern.</summary>
    public IReadOnlyList<SpacingFinding> Spacing => Kept.Of(ref _spacing, this, PatternRules.SpacingOf, static (a, b) =>
        ReferenceEquals(a.Pattern, b.Pattern) && a.Bolts == b.Bolts && a.Hole == b.Hole
        && ReferenceEquals(a.HeadWasher, b.HeadWasher) && ReferenceEquals(a.NutWasher, b.NutWasher));

    private Kept<IReadOnlyList<SpacingFinding>>? _spacing;

    /// <summary>The same joint under one other load.</summary>
    public Joint WithCase(LoadCase load) => this with { Cases = [load] };

    /// <summary>The same joint under other loads.</summary>
    public Joint WithCases(IEnumerable<LoadCase> loads) => this with { Cases = [.. loads] };

    /// <summary>The same joint with the outside load of every case, its pressure too, <paramref name="times"/> what was stated.</summary>
    public Joint WithLoad(double times) => this with { Cases = [.. Cases.Select(c => c.Times(times))] };

    /// <summary>Number of bolts, those of all sides.</summary>
    public int AllBolts => Sides.IsEmpty ? Bolts.Count : Sides.Sum(s => s.Joint.Bolts.Count);

    /// <summary>The same joint, some checks by their index left aside.</summary>
    internal Joint WithoutChecks(IReadOnlySet<int> aside) =>
        aside.Count == 0 ? this : this with { Judging = Judging with { Checks = Judging.Checks.RemoveAll(c => aside.Contains(c.Index)) } };

    /// <summary>True where some load case alternates with another.</summary>
    public bool Alternates => Cases.Any(c => c.Other is not null);

    /// <summary>True where a load in the plane alternates.</summary>
    public bool ShearAlternates => Cases.Any(c => c.Other is { } o && c.Sideways != (o < 0 ? default : Cases[o].Sideways));

    /// <summary>Hole centre to the edge of a part, mm: as stated with the part, else by the plate drawn; null where neither is.</summary>
    public double? EdgeDistance(int layer) => Layers[layer].EdgeDistance ?? PlateEdge;

    /// <summary>The least distance from a bolt to an edge of the plate drawn, mm; null where none is drawn.</summary>
    public double? PlateEdge { get; init; }

    private const double LeastRing = 1.05;

    /// <summary>
    /// No pressure cone is wider in a part, mm: twice the least of the edge distance stated, the edge distance in the plan, and half the
    /// width or the pitch between bolts.
    /// </summary>
    public double ConeLimit(int layer)
    {
        var part = Layers[layer];
        var edge = Math.Min(part.EdgeDistance ?? double.PositiveInfinity, PlateEdge ?? double.PositiveInfinity);
        var room = Math.Min(part.Width ?? double.PositiveInfinity, Pattern?.Group.LeastPitch ?? double.PositiveInfinity);
        // Bolts that stand in each other's way are refused elsewhere: here a ring of metal is left round the hole.
        return Math.Max(Math.Min(2 * edge, room), LeastRing * Hole);
    }

    /// <summary>Holes side by side in a part's width: as stated; of one bolt one; null where the pattern tells, or nobody has.</summary>
    public int? HolesAcross(int layer) => Layers[layer].HolesAcross ?? (Bolts.Count == 1 ? 1 : null);

    /// <summary>Parts whose net section cannot be judged, because nobody said how many holes stand side by side in the width
    /// stated.</summary>
    public IEnumerable<int> HolesOpen => Enumerable.Range(0, Layers.Length)
        .Where(i => Layers[i].Width is not null && HolesAcross(i) is null && Pattern is null);

    /// <summary>The head or nut that is turned when tightening, and the hole it turns over: the nut, a stud's nut, or the screw's
    /// head.</summary>
    public BearingPart Turned => Bolts.Nut ?? Bolts.Head;
}

/// <summary>One side of a joint whose sides are judged apart.</summary>
/// <param name="Name">Which.</param>
/// <param name="Joint">The joint of that side.</param>
public sealed record JointSide(string Name, Joint Joint);

/// <summary>The bolts of a joint.</summary>
/// <param name="Thread">Thread.</param>
/// <param name="Grade">Strengths for this diameter.</param>
/// <param name="Count">N.</param>
/// <param name="Length">Nominal length under the head, mm.</param>
/// <param name="LengthChosen">True where the length was chosen from the grip, not given.</param>
/// <param name="ThreadLength">b, mm.</param>
/// <param name="Head">Head; for a stud the nut that stands in its place.</param>
/// <param name="Nut">Nut; null where the thread runs into a part.</param>
/// <param name="Above">How far a stud stands above the face that its upper nut presses on, mm; 0 for a bolt with a head.</param>
public sealed record BoltSet(
    ScrewThread Thread, GradeBand Grade, int Count, double Length, bool LengthChosen, double ThreadLength, BearingPart Head,
    BearingPart? Nut, double Above = 0)
{
    /// <summary>True for a stud, threaded over its whole length.</summary>
    public bool IsStud => Head.Kind == JointRules.Stud;

    /// <summary>Length below the face that the head presses on, mm.</summary>
    public double Below => Length - Above;

    /// <summary>Length from under the head to the thread, mm.</summary>
    public double ShankLength => Length - ThreadLength;

    /// <summary>
    /// The shank that is surely there, mm: the thread's runout and tolerance may take up to five pitches of it
    /// (ISO 4014, ls = lg − 5P; ASME B18.2.1, body length).
    /// </summary>
    public double SureShank => Math.Max(0, ShankLength - (5 * Thread.Pitch));
}

/// <summary>What is known of the bolts.</summary>
public enum BoltCondition
{
    /// <summary>New.</summary>
    New,

    /// <summary>Tightened before.</summary>
    Reused,

    /// <summary>Nobody knows the grade for sure: the one stated is a guess.</summary>
    UnknownGrade,
}

/// <summary>What the thread runs into.</summary>
public enum ThreadEndKind
{
    /// <summary>A standard nut.</summary>
    Nut,

    /// <summary>A tapped hole in the last part.</summary>
    Tapped,

    /// <summary>A wire thread insert in the last part.</summary>
    Insert,
}

/// <summary>What the thread runs into, and how far. All lengths in mm.</summary>
/// <param name="Kind">Nut, tapped part or insert.</param>
/// <param name="ThreadDepth">Usable thread in the tapped hole from the part's face; 0 with a nut.</param>
/// <param name="Engagement">Le, thread that holds the bolt; with a nut the nut's height.</param>
/// <param name="OuterDiameter">Diameter whose thread can strip out of the part: d, or the insert's outer thread.</param>
/// <param name="InsertLength">Length of the insert; 0 where there is none.</param>
/// <param name="Blind">True where the hole does not go through the part.</param>
public sealed record ThreadEnd(ThreadEndKind Kind, double ThreadDepth, double Engagement, double OuterDiameter, double InsertLength,
    bool Blind);

/// <summary>Temperatures, °C.</summary>
/// <param name="Assembly">When it is tightened.</param>
/// <param name="Parts">Of the parts in service.</param>
/// <param name="Bolts">Of the bolts in service.</param>
public sealed record Temperatures(double Assembly, double Parts, double Bolts)
{
    /// <summary>True where anything is warmed or cooled.</summary>
    public bool Change => Parts != Assembly || Bolts != Assembly;
}

/// <summary>What the clamp has to seal.</summary>
/// <param name="Area">Area of gasket or face that the bolts together press, mm².</param>
/// <param name="Factor">m, clamp pressure needed over the pressure contained.</param>
/// <param name="Source">Where the factor comes from.</param>
public sealed record Sealing(double Area, double Factor, string Source);

/// <summary>How a figure of endurance is come by.</summary>
public enum EnduranceSchool
{
    /// <summary>Listed for grade and size; rolled threads.</summary>
    Table,

    /// <summary>Estimated from tensile strength and a fatigue stress concentration.</summary>
    Estimated,

    /// <summary>An amplitude that depends on the diameter; rolled threads.</summary>
    Amplitude,

    /// <summary>Given by the user.</summary>
    Given,
}

/// <summary>How the threads were made: rolling leaves the root in compression, and cutting does not.</summary>
public enum ThreadMaking
{
    /// <summary>Cut; taken where nothing is stated.</summary>
    Cut,

    /// <summary>Rolled before heat treatment.</summary>
    Rolled,

    /// <summary>Rolled after heat treatment: the compression stays.</summary>
    RolledAfter,
}

/// <summary>Where a mean and an alternating stress together are too much.</summary>
public enum FatigueCriterion
{
    /// <summary>Straight line from Se to Su.</summary>
    Goodman,

    /// <summary>Parabola from Se to Su.</summary>
    Gerber,

    /// <summary>Quarter ellipse from Se to Sp.</summary>
    Elliptic,
}

/// <summary>By which strengths and criterion alternating loads are judged.</summary>
/// <param name="School">Where the endurance strength comes from.</param>
/// <param name="Strength">Listed or given endurance strength, MPa; 0 where a formula gives it.</param>
/// <param name="Making">How the threads were made.</param>
/// <param name="Criterion">Criterion in use; the others are shown beside it.</param>
/// <param name="Slope">k of the S–N line; null for endless life.</param>
/// <param name="Knee">Cycles at which the S–N line reaches the endurance strength.</param>
/// <param name="Source">Where the strength comes from.</param>
public sealed record FatigueRules(
    EnduranceSchool School, double Strength, ThreadMaking Making, FatigueCriterion Criterion, double? Slope, double Knee, string Source)
{
    /// <summary>
    /// Fatigue stress concentration Kf of thread and head fillet by strength and making (SAE up to 2 and ISO up to 5.8 are low grades:
    /// under 600 MPa).
    /// </summary>
    public static (double Thread, double Fillet) Concentration(double tensile, ThreadMaking making) =>
        (tensile < 600, making == ThreadMaking.Cut) switch
    {
        (true, true) => (2.8, 2.1),
        (true, false) => (2.2, 2.1),
        (false, true) => (3.8, 2.3),
        (false, false) => (3.0, 2.3),
    };
}

/// <summary>Figures calculated by hand.</summary>
/// <param name="Tolerance">Share within which a figure agrees.</param>
/// <param name="Figures">The figures.</param>
public sealed record HandFigures(double Tolerance, ImmutableArray<HandFigure> Figures);

/// <summary>One figure calculated by hand.</summary>
/// <param name="Check">Id of the check in whose working the step stands.</param>
/// <param name="Step">Value name of the step, with its index where there are several: <c>frustumStiffness#2</c>.</param>
/// <param name="Value">In held units.</param>
public sealed record HandFigure(string Check, string Step, double Value);

/// <summary>Which way a part pulls when the joint is sheared.</summary>
public enum Side
{
    /// <summary>To the left of the drawing.</summary>
    Left,

    /// <summary>To the right of the drawing.</summary>
    Right,

    /// <summary>Neither: a sleeve or spacer that is only clamped.</summary>
    None,
}

/// <summary>How the holes of a part are made; along and across are meant to the load.</summary>
public enum HoleKind
{
    /// <summary>Round, with the usual clearance.</summary>
    Standard,

    /// <summary>Round, with more clearance.</summary>
    Oversize,

    /// <summary>A short slot along the load.</summary>
    ShortSlotAlong,

    /// <summary>A short slot across the load.</summary>
    ShortSlotAcross,

    /// <summary>A long slot along the load.</summary>
    LongSlotAlong,

    /// <summary>A long slot across the load.</summary>
    LongSlotAcross,
}

/// <summary>For which limit states, or combinations of a code, the load of a case is stated.</summary>
[Flags]
public enum LimitStates
{
    /// <summary>Not stated: the load counts as it stands wherever one is asked for.</summary>
    NotStated = 0,

    /// <summary>Ultimate limit state (EN 1990, IS 800): partial factors are in the load.</summary>
    Uls = 1,

    /// <summary>Serviceability limit state, or the load as it comes.</summary>
    Sls = 2,

    /// <summary>Load and resistance factor design (ASCE/SEI 7, 2.3): load factors are in the load.</summary>
    Lrfd = 4,

    /// <summary>Allowable strength design (ASCE/SEI 7, 2.4).</summary>
    Asd = 8,
}

/// <summary>A clamped part.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="Thickness">mm.</param>
/// <param name="Material">Strengths for this thickness.</param>
/// <param name="Side">Which way it pulls.</param>
/// <param name="EdgeDistance">Hole centre to the edge that the load points to, mm; null where not stated, and then tear-out is not
/// judged.</param>
/// <param name="Width">Width of the part across the pull, mm; null where not stated, and then its net section is not judged.</param>
/// <param name="HolesAcross">Holes side by side in that width, where it is stated: it goes before the pattern.</param>
public sealed record Layer(string Name, double Thickness, Material Material, Side Side, double? EdgeDistance, double? Width = null,
    int? HolesAcross = null)
{
    /// <summary>Hole centre to the edge beside the load, mm; null where not stated.</summary>
    public double? SideDistance { get; init; }

    /// <summary>How its holes are made.</summary>
    public HoleKind Holes { get; init; }

    /// <summary>True where it brings no shear to the bolt: a gasket, a sleeve, a spacer.</summary>
    public bool OnlyClamped => Side == Side.None || Material.IsGasket;
}

/// <summary>Loads on the whole joint in one case, its factor in them.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="Load">Force and moment, N and N·mm.</param>
/// <param name="At">Where they are stated, mm; null at the centroid of the bolts.</param>
public sealed record LoadCase(string Name, Resultant Load, Components? At)
{
    /// <summary>A case whose load came about from parts.</summary>
    internal static LoadCase Of(string name, LoadOrigin origin, Components? at) =>
        new(name, origin.Load, at) { Origin = origin.IsAsStated ? null : origin };

    /// <summary>How the load came about; null where it is as stated.</summary>
    public LoadOrigin? Origin { get; private init; }

    /// <summary>The same case with force, moment and pressure multiplied.</summary>
    public LoadCase Times(double factor) =>
        this with { Load = new(factor * Load.Force, factor * Load.Moment), Origin = null, Pressure = factor * Pressure };

    /// <summary>The force, component by component, N, in a working with what led to it.</summary>
    /// <param name="index">Tells apart several loads of one working.</param>
    public (T X, T Y, T Z) Forces<T>(int index = 0)
        where T : struct, IReal<T> =>
        (Read<T>(Component.Fx, index), Read<T>(Component.Fy, index), Read<T>(Component.Fz, index));

    /// <summary>The moment where the load is stated, component by component, N·mm.</summary>
    /// <inheritdoc cref="Forces"/>
    public (T X, T Y, T Z) Moments<T>(int index = 0)
        where T : struct, IReal<T> =>
        (Read<T>(Component.Mx, index), Read<T>(Component.My, index), Read<T>(Component.Mz, index));

    /// <summary>The whole tension on joints whose bolts share equally, N.</summary>
    /// <inheritdoc cref="Forces"/>
    internal T Pull<T>(int index = 0)
        where T : struct, IReal<T> =>
        Origin is null ? T.Given(Terms.JointTension, Tension, index, Name)
            : T.Let(Terms.JointTension, Read<T>(Component.Fz, index), index, Name);

    /// <summary>Size of the in-plane force, N.</summary>
    /// <inheritdoc cref="Forces"/>
    internal T InPlane<T>(int index = 0)
        where T : struct, IReal<T>
    {
        if (Origin is null) return T.Given(Terms.JointShear, Shear, index, Name);
        var (x, y) = (Read<T>(Component.Fx, index), Read<T>(Component.Fy, index));
        return T.Let(Terms.JointShear, T.Sqrt((x * x) + (y * y)), index, Name);
    }

    private T Read<T>(Component which, int index)
        where T : struct, IReal<T> => LoadOrigin.Read<T>(Origin, Load, which, index);

    /// <summary>Outside tension, N; + pulls the members apart, − presses them together.</summary>
    public double Tension => Load.Force.Z;

    /// <summary>In-plane force, N, not below zero.</summary>
    public double Shear => Math.Sqrt((Load.Force.X * Load.Force.X) + (Load.Force.Y * Load.Force.Y));

    /// <summary>What comes in the plane: it may turn about without changing its size. N, N·mm.</summary>
    internal (double X, double Y, double Turn, double Size) Sideways => (Load.Force.X, Load.Force.Y, Load.Moment.Z, Shear);

    /// <summary>For which limit states it is stated.</summary>
    public LimitStates LimitStates { get; init; }

    /// <summary>True where the load is stated for one of the limit states, or for none in particular.</summary>
    public bool CountsIn(LimitStates states) => LimitStates == LimitStates.NotStated || (LimitStates & states) != 0;

    /// <summary>True where it only counts as a part of combinations.</summary>
    public bool OnlyCombined { get; init; }

    /// <summary>What the load was worked out from; null where it was stated.</summary>
    public LoadHelper? Helper { get; init; }

    /// <summary>Name of the case that this one alternates with, <see cref="JointRules.Unloaded"/>, or null where it is steady.</summary>
    public string? AlternatesWith { get; init; }

    /// <summary>Index of the case it alternates with, −1 where that is no load; null where it is steady.</summary>
    public int? Other { get; init; }

    /// <summary>How often it comes; null for endless.</summary>
    public double? Cycles { get; init; }

    /// <summary>Pressure contained in this case, MPa.</summary>
    public double Pressure { get; init; }
}

/// <summary>What the tightening aims at.</summary>
public enum AimKind
{
    /// <summary>A share of the proof load.</summary>
    ProofShare,

    /// <summary>A share of yield on the tensile stress area.</summary>
    YieldShare,

    /// <summary>A share of yield on the root area: a second school, some 8 to 10 % below the same share of the stress area.</summary>
    RootYieldShare,

    /// <summary>The least preload of structural practice; the value is the force, N.</summary>
    Structural,

    /// <summary>A clamp force, N.</summary>
    Preload,

    /// <summary>A torque, N·mm.</summary>
    Torque,
}

/// <summary>A target.</summary>
/// <param name="Kind">What is aimed at.</param>
/// <param name="Value">A share, N or N·mm.</param>
public readonly record struct Aim(AimKind Kind, double Value);

/// <summary>How the bolts are tightened.</summary>
/// <param name="Aim">What is aimed at.</param>
/// <param name="AimValue">A share, N or N·mm.</param>
/// <param name="Method">The method and its scatter.</param>
/// <param name="ScatterGiven">True where the user gave the scatter.</param>
/// <param name="NutFactor">K with its band.</param>
/// <param name="NutFactorGiven">True where the user gave K.</param>
/// <param name="Settling">fz over all interfaces, mm.</param>
/// <param name="SettlingChosen">True where it was counted from the interfaces.</param>
/// <param name="Relaxation">Share of the nominal preload.</param>
public sealed record Tightening(
    AimKind Aim, double AimValue, TighteningMethod Method, bool ScatterGiven, NutFactor NutFactor, bool NutFactorGiven,
    double Settling, bool SettlingChosen, double Relaxation)
{
    /// <summary>Friction in the thread and under the part that turns; null where the nut factor of the short form is used.</summary>
    public (double Thread, double Bearing)? Friction { get; init; }

    /// <summary>Why the target is what it is where nobody stated it; null where it was stated.</summary>
    public string? AimChosen { get; init; }

    /// <summary>The row that lays down the least pretension; null where none is asked for.</summary>
    public string? LeastSource { get; init; }

    /// <summary>True where a structural code's least pretension is asked for: a floor that the method aims above.</summary>
    public bool Pretensioned => Aim == AimKind.Structural;

    /// <summary>What the tests of the lot said; null where none is used.</summary>
    public MeasuredLot? Lot { get; init; }

    /// <summary>
    /// True where the torque is set by a friction from a table and not from a test: its whole band then counts. A scatter that was stated
    /// holds it.
    /// </summary>
    public bool FrictionFromTable => Method.ByTorque && !NutFactorGiven && !ScatterGiven && Friction is null && Lot is null;

    /// <summary>True where the preload follows from a torque and the band that a lot was found in, whose ends take the place of a
    /// scatter.</summary>
    public bool FrictionMeasured => Method.ByTorque && Lot is not null;

    /// <summary>Torque of a locking feature, N·mm: turned against, it gives no clamp.</summary>
    public double PrevailingTorque { get; init; }
}

/// <summary>By what a joint is judged: what every basis shares, and what its own basis has read.</summary>
public sealed record Judging
{
    /// <summary>The basis.</summary>
    public required Basis Basis { get; init; }

    /// <summary>The kind of joint that is judged.</summary>
    public required Kinds.Kind Kind { get; init; }

    /// <summary>Its checks, in the order of the job: those of the basis that apply to the kind, and the kind's own.</summary>
    public required ImmutableArray<Check> Checks { get; init; }

    /// <summary>What the basis has read from the fields that only it asks for.</summary>
    public required object Settings { private get; init; }

    /// <summary>What the basis of mechanics has read: the second line judges by it where the basis in use has no rule.</summary>
    public required object SecondLine { private get; init; }

    /// <summary>How the extremes of the preload are formed; null for the usual way.</summary>
    public Preload.PreloadBand? Band { get; init; }

    /// <summary>The basis as printed: name and edition, or whose figures it judges by.</summary>
    public string BasisName => Basis.NameBy?.Invoke(Settings) ?? Basis.FullName;

    /// <summary>Which loads its strength checks look at.</summary>
    public LimitStates LooksAt => Basis.LooksAtBy?.Invoke(Settings) ?? Basis.LooksAt;

    /// <summary>What carries the shear.</summary>
    public required ShearCarrier Shear { get; init; }

    /// <summary>Required factor of each check, in the order of <see cref="Check.All"/>; 0 shows a check without judging it.</summary>
    public required ImmutableArray<double> RequiredByIndex { get; init; }

    /// <summary>True: nominal preload everywhere (the handbook's way). False: largest in strength, smallest in slip and opening.</summary>
    public bool NominalPreload { get; init; }

    /// <summary>Load introduction factor n, above 0 to 1; 1 is a load under head and nut.</summary>
    public double LoadIntroduction { get; init; } = 1;

    /// <summary>α of the pressure cones, rad.</summary>
    public double ConeHalfAngle { get; init; } = Math.PI / 6;

    /// <summary>True: cones bored with the real hole. False: with the nominal diameter, the hand convention.</summary>
    public bool ConeBoreIsHole { get; init; }

    /// <summary>Required factor of a check; 0 shows it without judging it.</summary>
    public double Required(Check check) => RequiredByIndex[check.Index];

    /// <summary>The settings of the basis in use, or of the one that stands in for it where it has no rule.</summary>
    /// <exception cref="InvalidCastException">They are of neither.</exception>
    public T By<T>()
        where T : class => Settings as T ?? (T)SecondLine;

    /// <summary>The settings of a basis; null where the joint is judged by another.</summary>
    public T? Where<T>()
        where T : class => Settings as T;

    /// <summary>The same with other settings of its basis.</summary>
    public Judging With(object settings) => this with { Settings = settings };
}
