using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Reflection;
using System.Runtime.CompilerServices;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Core.Kinds;

/// <summary>Marks the class in which a folder makes its kind of joint: its public field of type <see cref="Kind"/> is offered.</summary>
/// <param name="place">Its place among the kinds.</param>
[AttributeUsage(AttributeTargets.Class)]
public sealed class JointKindAttribute(int place) : Attribute
{
    /// <summary>Its place among the kinds.</summary>
    public int Place => place;
}

/// <summary>
/// A kind of joint: a few inputs of its own, from which parts, pattern and loads on the bolts follow; its drawing; what can fail in it. One
/// folder each. What is underneath is a joint like any other, and everything that judges joints judges it.
/// </summary>
/// <param name="Id">Stable name in documents; also the part of the document that holds its inputs.</param>
/// <param name="Name">In the field's words.</param>
/// <param name="Brief">What it is, in a line.</param>
public sealed record Kind(string Id, string Name, string Brief)
{
    /// <summary>Every kind, that of parts listed one by one first.</summary>
    public static ImmutableArray<Kind> All => Registered.All;

    /// <summary>Parts listed one by one, and what is stated where no kind is.</summary>
    public static Kind Parts { get; } = new("parts", "Clamped parts", "parts from head to nut, bolts in any pattern, any load");

    /// <summary>Fields that only this kind asks for; their paths begin with its id.</summary>
    public Func<ImmutableArray<Field>> Inputs { get; init; } = () => [];

    /// <summary>Fields of a load case that load it; empty where any may.</summary>
    public Func<ImmutableArray<Field>> Loads { get; init; } = () => [];

    /// <summary>Fields of bolts and holes that are stated with it.</summary>
    public Func<ImmutableArray<Field>> BoltInputs { get; init; } = () =>
        [Fields.Thread, Fields.Grade, Fields.Length, Fields.Head, Fields.HeadWasher, Fields.NutWasher, Fields.Fit, Fields.HoleDiameter];

    /// <summary>False for an input that says nothing of the joint as it is, such as the width of a round cover.</summary>
    public Func<Joint, Field, bool> Shows { get; init; } = (_, _) => true;

    /// <summary>What a load is called in it, where that is not the field's own name.</summary>
    public Dictionary<string, string> LoadNames { get; init; } = [];

    /// <summary>What a load is called in it.</summary>
    public string Says(Field load) => LoadNames.GetValueOrDefault(load.Key, load.Label);

    /// <summary>What it reads from its fields; null where they have faults.</summary>
    internal Func<KindReader, object?> Read { get; init; } = _ => new object();

    /// <summary>The joint underneath, in the words of a document: several where its sides are judged apart.</summary>
    internal Func<KindReader, object, ImmutableArray<Laid>> Lay { get; init; } = (_, _) => [];

    /// <summary>Ways of failing that every joint has and this kind judges in its own way: no basis's checks of them count.</summary>
    internal Func<ImmutableArray<Checks.Modes.Mode>> InItsOwnWay { get; init; } = () => [];

    /// <summary>Ways of failing that it has judged by mechanics where the basis has no check for them.</summary>
    internal Func<ImmutableArray<Checks.Modes.Mode>> Always { get; init; } = () => [];

    /// <summary>How its loads reach bolts and parts, where that is neither by the pattern nor in equal shares.</summary>
    internal Func<Joint, LoadPath.ILoadPath>? Path { get; init; }

    /// <summary>False where nothing is preloaded: a pin, a holding-down bolt run up by hand.</summary>
    public bool IsTightened { get; init; } = true;

    /// <summary>Its bolts as whoever tightens them sees them; null where the pattern says it all.</summary>
    public Func<Joint, Shop.Assembly>? Assembles { get; init; }

    /// <summary>False where nothing is put together by turning nuts: a plain pin.</summary>
    public bool IsPlanned => IsTightened || Assembles is not null;

    /// <summary>True where the preload that is chosen must lie in the window, because something soft is clamped.</summary>
    public bool TargetInWindow { get; init; }

    /// <summary>
    /// Numbers of bolts that it finds by search where nobody stated them: the field, what was found or stated, and what it is called. A
    /// search over anything else holds them as they are and does not search in each.
    /// </summary>
    public ImmutableArray<(Field<int> Field, Func<Joint, int> Now, string Name)> Counted { get; init; } = [];

    /// <summary>Those numbers that a joint has: a lap has none for its other side.</summary>
    public IEnumerable<(Field<int> Field, Func<Joint, int> Now, string Name)> CountedIn(Joint joint) =>
        Counted.Where(c => Shows(joint, c.Field));

    /// <summary>What a joint says, with those numbers held.</summary>
    internal Values Held(Joint joint) => CountedIn(joint).Aggregate(joint.Said, (said, c) => said.With(c.Field.To(c.Now(joint))));

    /// <summary>What it still needs, beside what the basis asks.</summary>
    public Func<Joint, IEnumerable<Ask>> Asks { get; init; } = _ => [];

    /// <summary>Ways of failing that it has beside those of every joint.</summary>
    internal Func<ImmutableArray<Checks.Modes.Mode>> Modes { get; init; } = () => [];

    /// <summary>What it takes for granted.</summary>
    public Func<Joint, IEnumerable<string>> Assumes { get; init; } = _ => [];

    /// <summary>What must be heeded with it.</summary>
    public Func<Joint, IEnumerable<Caution>> Cautions { get; init; } = _ => [];

    /// <summary>Values of its own, for the figures on the screen and in documents.</summary>
    internal Func<Mechanics<Plain>, IEnumerable<NamedValue>> Values { get; init; } = _ => [];

    /// <summary>Sizes that may be grown to mend it: the field, what it is now in mm, and what it is called.</summary>
    public ImmutableArray<(Field<double> Field, Func<Joint, double> Now, string Name)> Grows { get; init; } = [];

    /// <summary>The drawing to scale.</summary>
    public Func<Joint, Sheet> Draw { get; init; } = _ => Sheet.Empty;

    /// <summary>What to make or buy, and how to put it together, for a kind that is not tightened.</summary>
    public Func<Joint, UnitSystem, (string Order, string Parts, string Fit)> Orders { get; init; } = (_, _) => ("", "", "");

    /// <summary>A joint of this kind to begin with, as a document.</summary>
    public string Example { get; init; } = "";

    /// <summary>A line that makes one.</summary>
    public string Line { get; init; } = "";

    /// <summary>What a line makes of it, and by which words; null for parts listed one by one, which every other line is of.</summary>
    public KindLine? Spoken { get; init; }

    /// <summary>What its empty state says: what it is for, and what to state.</summary>
    public string Explains { get; init; } = "";

    /// <summary>The kind of that id, or null.</summary>
    public static Kind? ById(string id) => All.FirstOrDefault(k => k.Id == id);

    /// <summary>True for parts listed one by one.</summary>
    public bool IsParts => ReferenceEquals(this, Parts);

    /// <summary>
    /// By what a basis judges it, none where the basis has no rules for it: of what is tightened the checks of the basis and those of the
    /// kind by its book of rules; of what is not, for each of its ways of failing the kind's own, else what the basis offers for the like.
    /// </summary>
    public ImmutableArray<Check> ChecksBy(Basis basis) =>
        IsParts ? basis.Checks : Found.GetOrCreateValue(this).GetOrAdd(basis, static (b, kind) => kind.FindChecksBy(b), this);

    // A kind and a basis never change once made, so neither does what one has judged by the other; and every joint that is read asks
    // for it.
    private static readonly ConditionalWeakTable<Kind, ChecksByBasis> Found = [];

    private sealed class ChecksByBasis() : ConcurrentDictionary<Basis, ImmutableArray<Check>>(ReferenceEqualityComparer.Instance);

    private ImmutableArray<Check> FindChecksBy(Basis basis)
    {
        if (IsTightened)
        {
            var aside = InItsOwnWay().SelectMany(m => basis.Offered(m).Checks).ToHashSet();
            var always = Always().Where(m => basis.Offered(m).Checks.IsEmpty).SelectMany(m => Basis.Usual.Offered(m).Checks);
            return [.. basis.Checks.Except(aside).Concat(always).Concat(OwnChecks.Where(c => c.Info.IsOf(basis))).Distinct()];
        }
        return basis.JudgesLoose || OwnChecks.Any(c => c.Info.IsOf(basis)) ? [.. Modes().SelectMany(m => m.OfKind(basis)).Distinct()] : [];
    }

    /// <summary>Checks of its own, over all books of rules.</summary>
    internal IEnumerable<Check> OwnChecks =>
        Modes().SelectMany(m => m.Second.Concat(m.Own)).Except(Basis.All.SelectMany(b => b.Checks)).Distinct();

    // Listed when first asked for: a kind names fields, and the fields name the kinds.
    private static class Registered
    {
        internal static readonly ImmutableArray<Kind> All =
        [
            Parts,
            .. from home in typeof(Kind).Assembly.GetTypes()
               let mark = home.GetCustomAttribute<JointKindAttribute>()
               where mark is not null
               orderby mark.Place
               from field in home.GetFields(BindingFlags.Public | BindingFlags.Static)
               where field.FieldType == typeof(Kind)
               select (Kind)field.GetValue(null)!,
        ];
    }
}

/// <summary>The joint that lies under a kind, or under one side of it.</summary>
/// <param name="Said">As a document would state it.</param>
/// <param name="From">Where a fault of the joint underneath is to be shown: a path below it and the field that it came from.</param>
internal sealed record Laid(Values Said, IReadOnlyDictionary<string, string> From)
{
    /// <summary>Which side of the joint; empty where there is one.</summary>
    public string Side { get; init; } = "";

    /// <summary>What fastens it where that is no tightened bolt; null for bolts.</summary>
    public Fastening? Fastening { get; init; }
}

/// <summary>A pin, or a bolt that nothing tightens.</summary>
/// <param name="Thread">Size; of a plain pin without pitch.</param>
/// <param name="Grade">Strengths.</param>
/// <param name="Hole">Hole diameter, mm.</param>
internal sealed record Fastening(ScrewThread Thread, GradeBand Grade, double Hole)
{
    // What keeps it in place carries nothing: only wide enough not to fall through.
    private const double Collar = 1.3;

    internal BearingPart Kept =>
        new("collar", Thread.Diameter, Thread.Diameter / 2, Collar * Hole, Collar * Hole, "what keeps the pin in place", HeadShape.Round);

    /// <summary>A plain round pin of a material.</summary>
    internal static Fastening Pin(double diameter, Material material, double hole) => new(
        new ScrewThread($"Pin Ø{diameter:0.###}", "metric plain", diameter, 0, true, null, "plain round"),
        new GradeBand(
            material.Name, "material", MeasureSystem.Any, 0, double.PositiveInfinity, material.Yield, material.Yield, material.Tensile,
            material.ElasticModulus,
            material.Expansion ?? 1.15e-5, false, "", material.Source, material.Own),
        hole);
}
