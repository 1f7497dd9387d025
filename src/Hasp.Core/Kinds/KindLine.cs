using Hasp.Core.Catalogue;

namespace Hasp.Core.Kinds;

/// <summary>A row of the words of a kind, from the table <c>{id}Line.csv</c> of its folder.</summary>
/// <param name="Slot"><c>name</c> that a line may begin with; <c>name of one</c>, where it speaks of no more than one bolt; <c>name of
/// none</c>, which only begins like one of the kind's; <c>name anywhere</c>, one that means nothing else; <c>name before a size</c>, right
/// in front of its figures; <c>piece</c>; <c>quiet</c>, which says nothing of its own.</param>
/// <param name="Words">Names, parted by strokes; of a piece the pattern: <c>[thick]</c> may stand there or not, <c>(on|at)</c> is one of
/// them, <c>plate(s)</c> one or several, <c>ø~</c> stands right at what follows, <c>x</c> is a cross, <c>{left}</c> a length that
/// goes into the field <c>splice.left</c>, <c>{rows:n}</c> a figure of another sort.</param>
/// <param name="Into">What it states beside, <c>form=lap</c>; a field that is named here is stated as it is said here. Parted by
/// strokes.</param>
/// <param name="Taken">What it is taken for.</param>
/// <param name="Question">What is asked instead, where the words could mean two things; empty for none.</param>
/// <param name="Answers">The words that each answer is written in, parted by strokes.</param>
/// <param name="Example">How it is written.</param>
public sealed record KindWords(string Slot, string Words, string Into, string Taken, string Question, string Answers, string Example);

/// <summary>Where a number of bolts goes.</summary>
/// <param name="Problem">What hinders; null where nothing does.</param>
/// <param name="Fields">Paths, and what goes into each.</param>
public sealed record PlacedBolts(string? Problem, params (string Path, int Value)[] Fields);

/// <summary>What somebody would choose who was not told.</summary>
/// <param name="Path">The field.</param>
/// <param name="Text">What goes into it.</param>
/// <param name="Words">What is said of it.</param>
public sealed record ChosenText(string Path, string Text, string Words);

/// <summary>
/// What a line makes of a kind of joint, beside its words: the fields that loads, materials and numbers of bolts go into, and what is
/// chosen where nobody said. Functions of <c>said</c> ask what stands at a path; null where nothing does.
/// </summary>
public sealed record KindLine
{
    private readonly Lazy<IReadOnlyList<KindWords>> _words;

    /// <summary>With the words of the table.</summary>
    /// <param name="table">Its name.</param>
    public KindLine(string table) => _words = new(() => Standards.Read(table, r =>
    {
        string Of(string column) => Standards.Text(r, column);
        return new KindWords(Of("slot"), Of("words"), Of("into"), Of("taken"), Of("question"), Of("answers"), Of("example"));
    }));

    /// <summary>Its words.</summary>
    public IReadOnlyList<KindWords> Words => _words.Value;

    /// <summary>Field of a case that a force goes into; empty where a pressure is what loads it.</summary>
    public string Force { get; init; } = "";

    /// <summary>Field of a case that a force across goes into.</summary>
    public string Across { get; init; } = "fx";

    /// <summary>Field of a case that a moment goes into, and that of one about y; null where it takes none.</summary>
    public (string Plain, string AboutY)? Moment { get; init; }

    /// <summary>Why a push is not taken; null where it is.</summary>
    public string? NoPush { get; init; }

    /// <summary>What is asked of a force without its way, and what each answer adds to the line; null where its way is known.</summary>
    public (string Question, (string Words, string More)[] Answers)? AsksWay { get; init; }

    /// <summary>Fields that a material goes into.</summary>
    public string[] Materials { get; init; } = [];

    /// <summary>What it knows by name beside the tables of all joints.</summary>
    public Func<string, (string Path, string Text, string Taken)?> Names { get; init; } = _ => null;

    /// <summary>How many alike groups its bolts stand in, and how one of them is told.</summary>
    public Func<Func<string, string?>, (int Number, string Each)> Groups { get; init; } = _ => (1, "");

    /// <summary>Where a number of bolts, those of one group, goes.</summary>
    public Func<Func<string, string?>, int, PlacedBolts> Places { get; init; } = (_, _) => new(null);

    /// <summary>Size and grade that are chosen; null where bolts nobody spoke of are not chosen.</summary>
    public Func<Func<string, string?>, (string Size, string Grade)?> Bolts { get; init; } = _ => ("M16", "8.8");

    /// <summary>True where what is tightened gets washers that are hard enough for the grade.</summary>
    public bool Washers { get; init; }

    /// <summary>What else is chosen, each where it was not said.</summary>
    public Func<Func<string, string?>, IEnumerable<ChosenText>> Chooses { get; init; } = _ => [];

    /// <summary>What is tried in turn, until the joint holds.</summary>
    public Func<Func<string, string?>, IEnumerable<(string Path, string[] Texts)>> Tries { get; init; } = _ => [];

    /// <summary>Thicknesses that are stocked.</summary>
    public static string[] Stock { get; } = ["8 mm", "10 mm", "12 mm", "15 mm", "20 mm", "25 mm", "30 mm", "35 mm", "40 mm", "50 mm",
        "60 mm"];
}
