using Hasp.Core.LoadPath;

namespace Hasp.Core.Joints;

/// <summary>Values by the names that documents give them. Pairs, never positions: an order may change, a name may not.</summary>
/// <param name="pairs">Every value, once, in the order in which lists show them.</param>
public sealed class Named<T>(params (string Name, T Value)[] pairs)
    where T : struct
{
    /// <summary>The names, as a field's choices.</summary>
    public IReadOnlyList<string> Names { get; } = [.. pairs.Select(p => p.Name)];

    /// <summary>The name of a value.</summary>
    public string this[T value] => pairs.First(p => p.Value.Equals(value)).Name;

    /// <summary>The value of a name; null where there is none of it.</summary>
    public T? Of(string? name)
    {
        foreach (var (known, value) in pairs) if (known == name) return value;
        return null;
    }
}

/// <summary>Every enumeration of the joint document with its names.</summary>
public static class Names
{
    /// <summary>Whether bolts are new.</summary>
    public static readonly Named<BoltCondition> Conditions = new(
        ("new", BoltCondition.New), ("reused", BoltCondition.Reused), ("unknown grade", BoltCondition.UnknownGrade));

    /// <summary>How threads were made.</summary>
    public static readonly Named<ThreadMaking> Makings = new(
        ("cut", ThreadMaking.Cut), ("rolled", ThreadMaking.Rolled), ("rolled after", ThreadMaking.RolledAfter));

    /// <summary>Fatigue criteria.</summary>
    public static readonly Named<FatigueCriterion> Criteria = new(
        ("goodman", FatigueCriterion.Goodman), ("gerber", FatigueCriterion.Gerber), ("elliptic", FatigueCriterion.Elliptic));

    /// <summary>Which way a part pulls.</summary>
    public static readonly Named<Side> Sides = new(("left", Side.Left), ("right", Side.Right), ("none", Side.None));

    /// <summary>How moments pull the bolts.</summary>
    public static readonly Named<TensionSchool> TensionSchools = new(("centroid", TensionSchool.Centroid), ("pivot", TensionSchool.Pivot));

    /// <summary>How a pattern is repeated.</summary>
    public static readonly Named<Mirror> Mirrors = new(
        ("none", Mirror.None), ("left-right", Mirror.LeftRight), ("up-down", Mirror.UpDown), ("both", Mirror.Both));

    /// <summary>How bolts are laid out.</summary>
    public static readonly Named<PatternKind> Patterns = new(
        ("single", PatternKind.Single), ("grid", PatternKind.Grid), ("staggered", PatternKind.Staggered), ("circle", PatternKind.Circle),
        ("arc", PatternKind.Arc), ("outline", PatternKind.Outline), ("points", PatternKind.Points));

    /// <summary>What a load is worked out from.</summary>
    public static readonly Named<HelperKind> Helpers = new(
        ("pressure", HelperKind.Pressure), ("ram push", HelperKind.RamPush), ("ram pull", HelperKind.RamPull),
        ("bracket", HelperKind.Bracket),
        ("panel", HelperKind.Panel), ("reciprocating", HelperKind.Reciprocating), ("mass", HelperKind.Mass), ("column", HelperKind.Column));

    /// <summary>Which way a load acts.</summary>
    public static readonly Named<Heading> Headings = new(
        ("x", Heading.X), ("-x", Heading.MinusX), ("y", Heading.Y), ("-y", Heading.MinusY), ("z", Heading.Z), ("-z", Heading.MinusZ));

    /// <summary>How holes are made.</summary>
    public static readonly Named<HoleKind> HoleKinds = new(
        ("standard", HoleKind.Standard), ("oversize", HoleKind.Oversize), ("short slot along", HoleKind.ShortSlotAlong),
        ("short slot across", HoleKind.ShortSlotAcross), ("long slot along", HoleKind.LongSlotAlong),
        ("long slot across", HoleKind.LongSlotAcross));

    /// <summary>What a load is stated for.</summary>
    public static readonly Named<LimitStates> LimitStates = new(
        ("not stated", Joints.LimitStates.NotStated), ("ultimate", Joints.LimitStates.Uls | Joints.LimitStates.Lrfd),
        ("service", Joints.LimitStates.Sls | Joints.LimitStates.Asd),
        ("ULS", Joints.LimitStates.Uls), ("SLS", Joints.LimitStates.Sls), ("LRFD", Joints.LimitStates.Lrfd),
        ("ASD", Joints.LimitStates.Asd));

    /// <summary>What the thread runs into.</summary>
    public static readonly Named<ThreadEndKind> Ends = new(
        ("nut", ThreadEndKind.Nut), ("tapped", ThreadEndKind.Tapped), ("insert", ThreadEndKind.Insert));

    /// <summary>Which preload is used: true for the nominal one everywhere.</summary>
    public static readonly Named<bool> PreloadsUsed = new(("extremes", false), ("nominal", true));

    /// <summary>What carries shear: true for bolts that bear.</summary>
    public static readonly Named<bool> ShearCarriers = new(("friction", false), ("bearing", true));

    /// <summary>Bore of the pressure cones: true for the real hole.</summary>
    public static readonly Named<bool> ConeBores = new(("nominal", false), ("hole", true));

    /// <summary>Shear yield over tensile yield: true for 0.5.</summary>
    public static readonly Named<bool> ShearTheories = new(("distortion energy", false), ("maximum shear", true));

    /// <summary>Area of a shear plane through the thread: true for the root.</summary>
    public static readonly Named<bool> ThreadAreas = new(("stress", false), ("root", true));

    /// <summary>Where tear-out planes begin: true for the hole's centre.</summary>
    public static readonly Named<bool> TearOuts = new(("hole edge", false), ("hole centre", true));

    /// <summary>Area that bears on the hole's wall: true for a quarter of its circumference.</summary>
    public static readonly Named<bool> BearingAreas = new(("projected", false), ("quarter", true));

    /// <summary>Whether a case is judged by itself: false where it counts only in combinations.</summary>
    public static readonly Named<bool> JudgedAlone = new(("yes", true), ("only in combinations", false));

    /// <summary>Yes and no.</summary>
    public static readonly Named<bool> YesNo = new(("no", false), ("yes", true));
}
