using System.Collections.Immutable;
using System.Reflection;
using Hasp.Core.Checks.Modes;
using Hasp.Core.Joints;

namespace Hasp.Core.Checks;

/// <summary>How a basis says what a check came to; the reserve is the scale that all share.</summary>
public enum Speech
{
    /// <summary>A factor against the required one.</summary>
    Factor,

    /// <summary>A design resistance and the utilisation of it: effect over resistance.</summary>
    Utilisation,

    /// <summary>An available strength against the required strength.</summary>
    Strength,

    /// <summary>A margin of safety, the factor less 1.</summary>
    Margin,
}

/// <summary>An input that a basis needs and that was not given: what rests on it is not judged.</summary>
/// <param name="Path">The field.</param>
/// <param name="Problem">What is needed, and for what.</param>
public readonly record struct Ask(string Path, string Problem)
{
    /// <summary>The way of failing that is open; null where an input is asked for.</summary>
    public string? Open { get; init; }

    /// <summary>What is open, in the field's words: the way of failing, or the input that is asked for.</summary>
    public string Name => Open ?? Fields.Words(Path);
}

/// <summary>What a basis covers and what it does not, for its help page.</summary>
/// <param name="Covers">What is judged, with clauses.</param>
/// <param name="LeavesOut">What is not.</param>
/// <param name="Schools">Where readings differ, and which is taken.</param>
public sealed record Guide(IReadOnlyList<string> Covers, IReadOnlyList<string> LeavesOut, IReadOnlyList<string> Schools)
{
    /// <summary>Nothing said.</summary>
    public static Guide None { get; } = new([], [], []);
}

/// <summary>Marks the class in which a folder of checks makes its bases: its public fields of type <see cref="Basis"/> are
/// offered.</summary>
/// <param name="place">Its place among the bases.</param>
[AttributeUsage(AttributeTargets.Class)]
public sealed class DesignBasisAttribute(int place) : Attribute
{
    /// <summary>Its place among the bases.</summary>
    public int Place => place;
}

/// <summary>Books of rules that checks are written by and bases follow; several bases may follow one.</summary>
public static class Book
{
    /// <summary>No code: mechanics, with factors of safety.</summary>
    public const string Mechanics = "";

    /// <summary>Whatever the basis.</summary>
    public const string Any = "*";

    /// <summary>EN 1993.</summary>
    public const string Eurocode3 = "EN 1993";

    /// <summary>AISC 360, by either way of design.</summary>
    public const string Aisc360 = "AISC 360";

    /// <summary>IS 800.</summary>
    public const string Is800 = "IS 800";

    /// <summary>NASA-STD-5020.</summary>
    public const string Nasa5020 = "NASA-STD-5020";
}

/// <summary>By what a joint is judged: a code or a practice in one edition, with its checks and what it asks for. One folder
/// each.</summary>
/// <param name="Id">Stable name in documents.</param>
/// <param name="Name">In words, as results name it.</param>
/// <param name="Edition">The edition; empty where there is none.</param>
/// <param name="Checks">Its checks, in the order of the job.</param>
public sealed record Basis(string Id, string Name, string Edition, ImmutableArray<Check> Checks)
{
    /// <summary>Every basis, the one taken where none is stated first.</summary>
    public static ImmutableArray<Basis> All => Registered.All;

    /// <summary>The book of rules that it follows.</summary>
    public string Book { get; init; } = Hasp.Core.Checks.Book.Mechanics;

    /// <summary>What it says of every way of failing: by which checks it judges it, or why it does not.</summary>
    public Func<ImmutableArray<Offer>> Offers { get; init; } = () => [];

    /// <summary>True where its strengths are those of a bolt that nobody tightens as well: kinds of joint without rules of their own by
    /// it take them.</summary>
    public bool JudgesLoose { get; init; }

    /// <summary>What it says of one way of failing; of one that only a kind has, that it has no rule.</summary>
    public Offer Offered(Mode mode) =>
        (_offers ??= Offers().ToDictionary(o => o.Mode.Id)).GetValueOrDefault(mode.Id) ?? mode.Uncovered("");

    private Dictionary<string, Offer>? _offers;

    /// <summary>The one taken where none is stated: mechanics, whose checks need no code.</summary>
    public static Basis Usual => All[0];

    /// <summary>Fields that only this basis asks for.</summary>
    public Func<ImmutableArray<Field>> Needs { get; init; } = () => [];

    /// <summary>What the basis reads from them, once a joint: its checks ask for it by <see cref="Judging.By{T}"/>.</summary>
    public Func<Values, object> Settings { get; init; } = _ => new object();

    /// <summary>The check whose required factor is a growth of the load itself; null where loads come with their partial factors in
    /// them.</summary>
    public Check? Growth { get; init; }

    /// <summary>How its verdicts are said.</summary>
    public Speech Speech { get; init; }

    /// <summary>Which loads its strength checks look at.</summary>
    public LimitStates LooksAt { get; init; }

    /// <summary>The same where it goes by what the basis has read from its fields; null where it does not.</summary>
    public Func<object, LimitStates>? LooksAtBy { get; init; }

    /// <summary>What it is called with whose figures it judges by, by what it has read from its fields; null where its name says
    /// it.</summary>
    public Func<object, string>? NameBy { get; init; }

    /// <summary>What it still needs to judge a joint in full.</summary>
    public Func<Joint, IEnumerable<Ask>> Asks { get; init; } = _ => [];

    /// <summary>What it takes for granted on a joint, in sentences.</summary>
    public Func<Joint, IEnumerable<string>> Assumes { get; init; } = _ => [];

    /// <summary>True where it asks for a least pretension of a joint's bolts.</summary>
    public Func<Judging, bool> Pretensions { get; init; } = _ => false;

    /// <summary>How it forms the extremes of the preload; null for the way of section 4 that the other bases share.</summary>
    public Func<object, Preload.PreloadBand?> Band { get; init; } = _ => null;

    /// <summary>What it covers.</summary>
    public Guide Guide { get; init; } = Guide.None;

    /// <summary>Name and edition, as printed.</summary>
    public string FullName => Edition.Length == 0 ? Name : $"{Name}, {Edition}";

    /// <summary>True where every check lets a bolt be left out that another one surpasses in tension and in shear.</summary>
    public bool MayLeaveOut { get; } = Checks.All(c => c.Info.Worsens != Worsens.Otherwise);

    /// <summary>The basis of that id, or null.</summary>
    public static Basis? ById(string id) => All.FirstOrDefault(b => b.Id == id);

    /// <summary>Its partial factors and coefficients that a document states otherwise than the basis has them.</summary>
    public IEnumerable<(Field<double> Field, double Stated)> Changed(Values said) =>
        from field in Needs().OfType<Field<double>>()
        where field.Kind == FieldKind.Number && field.HasOtherwise && said.Has(field)
        let stated = said.Of(field)
        where stated != field.Otherwise
        select (field, stated);

    // Listed when first asked for: a basis names its fields, and the fields name the bases.
    private static class Registered
    {
        internal static readonly ImmutableArray<Basis> All =
        [
            .. from home in typeof(Basis).Assembly.GetTypes()
               let mark = home.GetCustomAttribute<DesignBasisAttribute>()
               where mark is not null
               orderby mark.Place
               from field in home.GetFields(BindingFlags.Public | BindingFlags.Static)
               where field.FieldType == typeof(Basis)
               select (Basis)field.GetValue(null)!,
        ];
    }
}
