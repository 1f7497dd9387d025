using System.Globalization;
using CsvHelper;
using Hasp.Core.Catalogue;

namespace Hasp.Files.Quick;

/// <summary>
/// The words a fabricator writes, and what each stands for, read from <c>words.csv</c> (a slot of the reader, the value that goes into
/// it, its spellings) and <c>questions.csv</c> (what could mean two things, the question, the words that each answer is written in). Longer
/// phrases
/// are looked for first; letter case does not matter. A new word is a row, and every row is tried in a line by a test.
/// </summary>
internal static class QuickWords
{
    /// <summary>The rows of the table: slot, value, one spelling.</summary>
    internal static IReadOnlyList<(string Slot, string Value, string Words)> Rows { get; } = [.. Read("words",
        r => (Slot: r.GetField("slot")!, Value: r.GetField("value")!, Words: r.GetField("words")!))
        .SelectMany(r => r.Words.Split('|').Select(w => (r.Slot, r.Value, w)))];

    /// <summary>Ways a force acts.</summary>
    internal static readonly Dictionary<string, Way> Ways = Slot("way").ToDictionary(r => r.Key, r => Enum.Parse<Way>(r.Value, true),
        StringComparer.OrdinalIgnoreCase);

    /// <summary>Symbols of a force, by the way that it acts.</summary>
    internal static readonly Dictionary<string, Way> Symbols = Slot("symbol").ToDictionary(r => r.Key,
        r => Enum.Parse<Way>(r.Value, true), StringComparer.OrdinalIgnoreCase);

    /// <summary>Finish and lubricant, by the name in the table.</summary>
    internal static readonly Dictionary<string, string> Finishes = Slot("finish");

    /// <summary>Property classes as they are spoken.</summary>
    internal static readonly Dictionary<string, string> Grades = Slot("grade");

    /// <summary>Heads, by the kind in the table.</summary>
    internal static readonly Dictionary<string, string> Heads = Slot("head");

    /// <summary>Tightening methods, by the name in the table.</summary>
    internal static readonly Dictionary<string, string> Methods = Slot("method");

    /// <summary>What a person means by a wrench: the one that goes with the finish.</summary>
    internal static readonly HashSet<string> Wrench = Set("wrench");

    /// <summary>Washers, by the kind in the table; empty for none, * for whatever goes with the grade.</summary>
    internal static readonly Dictionary<string, string> Washers = Slot("washers");

    /// <summary>What the thread runs into.</summary>
    internal static readonly Dictionary<string, string> Ends = Slot("end");

    /// <summary>Fits of the clearance hole.</summary>
    internal static readonly Dictionary<string, string> Fits = Slot("fit");

    /// <summary>Slots, by the kind of hole in the table.</summary>
    internal static readonly Dictionary<string, string> Holes = Slot("holes");

    /// <summary>How shear is carried.</summary>
    internal static readonly Dictionary<string, string> ShearBy = Slot("shear by");

    /// <summary>That a force is one bolt's and not the whole joint's.</summary>
    internal static readonly Dictionary<string, string> Each = Slot("each");

    /// <summary>What a thickness is of.</summary>
    internal static readonly HashSet<string> Parts = Set("part");

    /// <summary>What a number before it counts as parts.</summary>
    internal static readonly HashSet<string> PartsCounted = Set("parts counted");

    /// <summary>Letters that say a force and not how it acts, before an equals sign.</summary>
    internal static readonly HashSet<string> Letters = Set("letter");

    /// <summary>Words of the tensile strength, of which no share is tightened to.</summary>
    internal static readonly HashSet<string> Ultimate = Set("ultimate");

    /// <summary>What is known of bolts.</summary>
    internal static readonly Dictionary<string, string> Conditions = Slot("condition");

    /// <summary>Materials by everyday names; standard designations are found in the catalogue.</summary>
    internal static readonly Dictionary<string, string> Materials = Slot("material");

    /// <summary>Whatever goes into one field as it stands: the path, an equals sign, the text.</summary>
    internal static readonly Dictionary<string, string> Said = Slot("field");

    /// <summary>What a line asks for, where it asks.</summary>
    internal static readonly Dictionary<string, QuickQuestion> Questions = Slot("question").ToDictionary(r => r.Key,
        r => Enum.Parse<QuickQuestion>(r.Value.Replace(" ", "", StringComparison.Ordinal), true), StringComparer.OrdinalIgnoreCase);

    /// <summary>That a moment turns the whole joint.</summary>
    internal static readonly Dictionary<string, string> Turning = Slot("turning");

    /// <summary>That a moment tilts the whole joint.</summary>
    internal static readonly Dictionary<string, string> Tilting = Slot("tilting");

    /// <summary>How bolts are laid out: rows, what stands between them, a square.</summary>
    internal static readonly Dictionary<string, string> Laid = Slot("laid");

    /// <summary>How a force lies to the faces that acts at a distance.</summary>
    internal static readonly Dictionary<string, LeverWay> Levers = Slot("lever").ToDictionary(r => r.Key,
        r => Enum.Parse<LeverWay>(r.Value, true), StringComparer.OrdinalIgnoreCase);

    /// <summary>Numbers as words.</summary>
    internal static readonly Dictionary<string, int> Numbers = Slot("number").ToDictionary(r => r.Key,
        r => int.Parse(r.Value, CultureInfo.InvariantCulture), StringComparer.OrdinalIgnoreCase);

    /// <summary>Words that mean that the number before them counts bolts.</summary>
    internal static readonly HashSet<string> Bolts = Set("bolts");

    /// <summary>Words that turn round what stands behind them: neither is read without the other.</summary>
    internal static readonly HashSet<string> Negations = Set("negation");

    /// <summary>Words behind "each" or "a bolt" that make it something else than one bolt.</summary>
    internal static readonly HashSet<string> NotOneBolt = Set("not one bolt");

    /// <summary>Words behind a bare number that make it a number of something, never a thickness.</summary>
    internal static readonly HashSet<string> Counted = Set("counted");

    /// <summary>What parts are bolted to, whose thickness nobody says.</summary>
    internal static readonly HashSet<string> Bodies = Set("body");

    /// <summary>What wind acts on.</summary>
    internal static readonly HashSet<string> Panels = Set("in wind");

    /// <summary>What a line speaks of whose torque may turn or tilt the joint.</summary>
    internal static readonly HashSet<string> Moments = Set("moment");

    /// <summary>Words that say nothing of their own.</summary>
    internal static readonly HashSet<string> Small = Set("small");

    /// <summary>What could mean two things by itself: the question, and the words that each meaning is written in.</summary>
    internal static readonly Dictionary<string, (string Question, (string Instead, string Words)[] Answers)> Asked = Read("questions",
        r => (Words: r.GetField("words")!, Question: r.GetField("question")!, Answers: r.GetField("answers")!))
        .SelectMany(r => r.Words.Split('|').Select(w => (Word: w, r.Question, Answers: Answers(r.Answers))))
        .ToDictionary(r => r.Word, r => (r.Question, r.Answers), StringComparer.OrdinalIgnoreCase);

    /// <summary>Material of that name, in everyday words or as the catalogue lists it; null where there is none.</summary>
    internal static string? MaterialNamed(string text) =>
        Materials.GetValueOrDefault(text) ?? (Standards.MaterialBands(text) is [var listed, ..] ? listed.Name : null);

    private static (string, string)[] Answers(string row) =>
        [.. row.Split('|').Select(a => a.Split('=', 2)).Select(a => (a[0], a[1]))];

    private static Dictionary<string, string> Slot(string slot) => Rows.Where(r => r.Slot == slot)
        .DistinctBy(r => r.Words, StringComparer.OrdinalIgnoreCase)
        .ToDictionary(r => r.Words, r => r.Value, StringComparer.OrdinalIgnoreCase);

    private static HashSet<string> Set(string slot) => new(Slot(slot).Keys, StringComparer.OrdinalIgnoreCase);

    /// <summary>The rows of a table that ships with the reader.</summary>
    internal static List<T> Read<T>(string name, Func<CsvReader, T> row)
    {
        using var stream = typeof(QuickWords).Assembly.GetManifestResourceStream(name + ".csv")!;
        using var csv = new CsvReader(new StreamReader(stream), CultureInfo.InvariantCulture);
        csv.Read();
        csv.ReadHeader();
        var rows = new List<T>();
        while (csv.Read()) rows.Add(row(csv));
        return rows;
    }
}

/// <summary>Which way a force acts on the joint.</summary>
internal enum Way
{
    /// <summary>Pulls the parts apart.</summary>
    Apart,

    /// <summary>Shears them.</summary>
    Across,

    /// <summary>Presses them together.</summary>
    Together,

    /// <summary>Down: which that is depends on how the joint hangs, and is asked.</summary>
    Down,

    /// <summary>Up, or level: which that is depends on how the faces lie, and is asked.</summary>
    Leaning,
}
