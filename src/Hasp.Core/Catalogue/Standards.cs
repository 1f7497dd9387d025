using System.Collections.Frozen;
using System.Globalization;
using System.Text.RegularExpressions;
using CsvHelper;

namespace Hasp.Core.Catalogue;

/// <summary>The catalogue that ships: every row read once from the CSV files beside this code, each with its source.</summary>
public static partial class Standards
{
    /// <summary>All threads, smallest first within each series.</summary>
    public static IReadOnlyList<ScrewThread> Threads { get; } = Read("threads", r => new ScrewThread(
        Text(r, "designation"), Text(r, "series"), Number(r, "diameter_mm"),
        Optional(r, "pitch_mm") ?? 25.4 / Number(r, "threads_per_inch"),
        Text(r, "first_choice") == "yes", Optional(r, "published_stress_area"), Text(r, "source")));

    /// <summary>All grades, a row for each range of diameters.</summary>
    public static IReadOnlyList<GradeBand> Grades { get; } = Read("grades", r => new GradeBand(
        Text(r, "grade"), Text(r, "standard"), Enum.Parse<MeasureSystem>(Text(r, "system"), true), Number(r, "min_diameter_mm"),
        Number(r, "max_diameter_mm"), Number(r, "proof_mpa"), Number(r, "yield_mpa"), Number(r, "tensile_mpa"),
        Number(r, "elastic_modulus_mpa"), Number(r, "expansion_per_k"), Text(r, "high_hardness") == "yes", Text(r, "marking"),
        Text(r, "source"))
        {
            WasherHardness = Number(r, "washer_hv"), Service = (Number(r, "service_min_c"), Number(r, "service_max_c")),
            Stainless = Text(r, "stainless") == "yes", Stocked = Text(r, "stocked") == "yes",
            Hexagon = Text(r, "hexagon"), NutClass = Text(r, "nut_class"), Finish = Text(r, "finish"),
        });

    /// <summary>All member materials, a row for each range of thickness.</summary>
    public static IReadOnlyList<Material> Materials { get; } = Read("materials", r => new Material(
        Text(r, "material"), Number(r, "max_thickness_mm"), Number(r, "elastic_modulus_mpa"), Number(r, "yield_mpa"),
        Number(r, "tensile_mpa"), Number(r, "bearing_limit_mpa"), Number(r, "expansion_per_k"), Text(r, "brittle") == "yes",
        Optional(r, "gasket_factor"), Text(r, "kind"), Text(r, "source"))
    {
        Family = Enum.Parse<MaterialFamily>(Text(r, "family").Replace("-", ""), true), SeatingStress = Optional(r, "seating_mpa"),
        Relaxation = Optional(r, "relaxation"),
    });

    /// <summary>Bolt heads.</summary>
    public static IReadOnlyList<BearingPart> Heads { get; } = Read("heads", r => Part(r, "head_height_mm") with
    {
        Shape = Enum.Parse<HeadShape>(Text(r, "shape"), true), ConeAngle = Optional(r, "cone_angle_deg"),
        ThreadRule = Enum.Parse<ThreadLengthRule>(Text(r, "thread_rule"), true),
    });

    /// <summary>Nuts.</summary>
    public static IReadOnlyList<BearingPart> Nuts { get; } = Read("nuts", r => Part(r, "height_mm"));

    /// <summary>Strengths of nuts by class, a row for each range of diameters.</summary>
    public static IReadOnlyList<NutClass> NutClasses { get; } = Read("nutClasses", r => new NutClass(
        Text(r, "nut_class"), Enum.Parse<MeasureSystem>(Text(r, "system"), true), Number(r, "min_diameter_mm"),
        Number(r, "max_diameter_mm"), Number(r, "proof_mpa"), Text(r, "source")) { Nut = Text(r, "nut") });

    /// <summary>Other names of rows: older designations, and how a standard writes them out.</summary>
    public static IReadOnlyList<OtherName> OtherNames { get; } =
        Read("otherNames", r => new OtherName(Text(r, "kind"), Text(r, "name"), Text(r, "of"), Text(r, "source")));

    /// <summary>Lengths that a size is stocked in.</summary>
    public static IReadOnlyList<LengthRange> LengthRanges { get; } = Read("lengthRanges", r => new LengthRange(
        Enum.Parse<MeasureSystem>(Text(r, "system"), true), Number(r, "diameter_mm"), Number(r, "least_mm"), Number(r, "most_mm"),
        Text(r, "source")));

    /// <summary>Washers.</summary>
    public static IReadOnlyList<Washer> Washers { get; } = Read("washers", r => new Washer(
        Text(r, "kind"), Number(r, "diameter_mm"), Number(r, "inner_diameter_mm"), Number(r, "outer_diameter_mm"),
        Number(r, "thickness_mm"), Number(r, "hardness_hv"), Number(r, "bearing_limit_mpa"), Text(r, "source")));

    /// <summary>Clearance holes.</summary>
    public static IReadOnlyList<HoleRow> Holes { get; } = Read("holes", r => new HoleRow(
        Text(r, "fit"), Number(r, "min_diameter_mm"), Number(r, "max_diameter_mm"), Optional(r, "hole_mm"),
        Optional(r, "allowance_mm"), Text(r, "source")));

    /// <summary>Preferred bolt lengths, shortest first.</summary>
    public static IReadOnlyList<PreferredLength> Lengths { get; } = Read("lengths", r =>
        new PreferredLength(Enum.Parse<MeasureSystem>(Text(r, "system"), true), Number(r, "length_mm"), Text(r, "source")));

    /// <summary>Nut factors.</summary>
    public static IReadOnlyList<NutFactor> NutFactors { get; } = Read("nutFactors", r => new NutFactor(
        Text(r, "lubrication"), Number(r, "nut_factor"), Number(r, "low"), Number(r, "high"), Text(r, "label"), Text(r, "source"))
        {
            ServiceMost = Number(r, "service_max_c"), Plating = Enum.Parse<Plating>(Text(r, "plating"), true),
            Lubricant = Text(r, "lubricant") != "no", PutOn = Text(r, "lubricant") == "yes",
        });

    /// <summary>Tightening methods.</summary>
    public static IReadOnlyList<TighteningMethod> Methods { get; } = Read("methods", r =>
        new TighteningMethod(
            Text(r, "method"), Number(r, "scatter"), Text(r, "label"), Text(r, "source"), Text(r, "by_torque") == "yes",
            Number(r, "above_minimum"),
            Text(r, "workshop") == "yes", Enum.Parse<Measure>(Text(r, "measure"), true))
    {
        Means = Text(r, "means"), ToolScatter = Optional(r, "tool"), TorsionShare = Number(r, "torsion"),
    });

    /// <summary>What faces embed, by roughness and by whether shear comes on the joint.</summary>
    public static IReadOnlyList<EmbeddingRow> Embeddings { get; } = Read("embedding", r => new EmbeddingRow(
        Text(r, "roughness"), Text(r, "shear") == "yes", Number(r, "thread_mm"), Number(r, "under_mm"), Number(r, "inner_mm"),
        Text(r, "source")));

    /// <summary>Listed endurance strengths.</summary>
    public static IReadOnlyList<EnduranceRow> Endurances { get; } = Read("endurance", r => new EnduranceRow(
        Text(r, "grade"), Number(r, "min_diameter_mm"), Number(r, "max_diameter_mm"), Number(r, "endurance_mpa"), Text(r, "source")));

    /// <summary>Least preloads of structural practice.</summary>
    public static IReadOnlyList<PretensionRow> Pretensions { get; } = Read("pretension", r => new PretensionRow(
        Text(r, "grade"), Optional(r, "diameter_mm"), Optional(r, "force_n"), Optional(r, "nominal_tensile_mpa"), Text(r, "source")));

    private static readonly FrozenDictionary<string, ScrewThread> ThreadBySpelling = Threads
        .SelectMany(t => Spellings(t).Select(s => (Key: s, Thread: t)))
        .DistinctBy(e => e.Key).ToFrozenDictionary(e => e.Key, e => e.Thread);

    private static readonly FrozenDictionary<(string, double), BearingPart> HeadBySize =
        Heads.ToFrozenDictionary(h => (h.Kind, Math.Round(h.Diameter, 2)));

    private static readonly FrozenDictionary<(string, double), BearingPart> NutBySize =
        Nuts.ToFrozenDictionary(h => (h.Kind, Math.Round(h.Diameter, 2)));

    private static readonly FrozenDictionary<(string, double), Washer> WasherBySize =
        Washers.ToFrozenDictionary(h => (h.Kind, Math.Round(h.Diameter, 2)));

    private static readonly FrozenDictionary<string, GradeBand[]> GradesByName =
        Grades.GroupBy(g => g.Grade, StringComparer.OrdinalIgnoreCase)
            .ToFrozenDictionary(g => g.Key, g => g.ToArray(), StringComparer.OrdinalIgnoreCase);

    private static readonly FrozenDictionary<string, Material[]> MaterialsByName =
        Materials.GroupBy(m => m.Name, StringComparer.OrdinalIgnoreCase)
            .ToFrozenDictionary(m => m.Key, m => m.ToArray(), StringComparer.OrdinalIgnoreCase);

    private static readonly FrozenDictionary<(string, string), string> ByOtherName =
        OtherNames.ToFrozenDictionary(n => (n.Kind, n.Name.ToUpperInvariant()), n => n.Of);

    private static readonly FrozenDictionary<string, HoleRow[]> HolesByFit =
        Holes.GroupBy(h => h.Fit).ToFrozenDictionary(h => h.Key, h => h.ToArray());

    /// <summary>The bands of a grade, in any case of letters; none where it is not listed.</summary>
    public static IReadOnlyList<GradeBand> GradeBands(string name) => GradesByName.GetValueOrDefault(Listed("grade", name)) ?? [];

    /// <summary>The bands of a material, in any case of letters; none where it is not listed.</summary>
    public static IReadOnlyList<Material> MaterialBands(string name) => MaterialsByName.GetValueOrDefault(Listed("material", name)) ?? [];

    /// <summary>The name that a row is listed by, where somebody writes another one.</summary>
    private static string Listed(string kind, string name) => ByOtherName.GetValueOrDefault((kind, name.Trim().ToUpperInvariant()))
        ?? name.Trim();

    /// <summary>
    /// The thread that <paramref name="text"/> names, or null. <c>M16</c>, <c>M16x2</c> and <c>m16 × 2.0</c> are one thread;
    /// <c>1/2-13</c>, <c>1/2 UNC</c> and <c>1/2-13 UNC</c> are one thread.
    /// </summary>
    public static ScrewThread? FindThread(string text) => ThreadBySpelling.GetValueOrDefault(Key(text));

    /// <summary>The head of that kind for a thread of that diameter (mm), or null where the standard lists none.</summary>
    public static BearingPart? FindHead(string kind, double diameter) => HeadBySize.GetValueOrDefault((kind, Math.Round(diameter, 2)));

    /// <summary>The nut of that kind for a thread of that diameter (mm), or null where the standard lists none.</summary>
    public static BearingPart? FindNut(string kind, double diameter) => NutBySize.GetValueOrDefault((kind, Math.Round(diameter, 2)));

    /// <summary>The strength of a nut class for a thread, or null where none is listed.</summary>
    public static NutClass? FindNutClass(string name, ScrewThread thread) => NutClasses.FirstOrDefault(c =>
        c.Name == name && (c.System == MeasureSystem.Any || c.System == thread.System) && thread.Diameter >= c.MinDiameter - 0.005
            && thread.Diameter <= c.MaxDiameter + 0.005);

    /// <summary>The lengths that a size is stocked in, or null where none are listed.</summary>
    public static LengthRange? FindLengths(ScrewThread thread) =>
        LengthRanges.FirstOrDefault(l => l.System == thread.System && Math.Abs(l.Diameter - thread.Diameter) < 0.005);

    /// <summary>The washer of that kind for a thread of that diameter (mm), or null where the standard lists none.</summary>
    public static Washer? FindWasher(string kind, double diameter) => WasherBySize.GetValueOrDefault((kind, Math.Round(diameter, 2)));

    /// <summary>The listed endurance strength of a grade in a thread of that diameter (mm), or null where none is listed.</summary>
    public static EnduranceRow? FindEndurance(string grade, double diameter) => Endurances.FirstOrDefault(e =>
        e.Grade.Equals(grade, StringComparison.OrdinalIgnoreCase) && diameter >= e.MinDiameter - 0.005 && diameter <= e.MaxDiameter
            + 0.005);

    /// <summary>The least preload of structural practice for a grade and diameter (mm), or null where none is laid down.</summary>
    public static PretensionRow? FindPretension(string grade, double diameter) => Pretensions.FirstOrDefault(p =>
        p.Grade.Equals(grade, StringComparison.OrdinalIgnoreCase) && (p.Diameter is null || Math.Abs(p.Diameter.Value - diameter) < 0.005));

    /// <summary>
    /// The least pretension (N) that structural practice lays down for bolts of a grade and size, with its source; null where it lays down
    /// none.
    /// </summary>
    public static (double Force, string Source)? LeastPretension(string grade, ScrewThread thread) =>
        FindPretension(grade, thread.Diameter) is not { } row ? null
        : (row.Force ?? 0.7 * row.NominalTensile!.Value * ThreadGeometry<Formulas.Plain>.Of(thread).StressArea.Value, row.Source);

    /// <summary>The finish of that name; null where none is listed.</summary>
    public static NutFactor? FindFinish(string name) => NutFactors.FirstOrDefault(k => k.Lubrication == name);

    /// <summary>The hole of that fit for a bolt of that diameter (mm) with its source, or null where the standard gives none.</summary>
    public static (double Diameter, string Source)? FindHole(string fit, double diameter)
    {
        foreach (var row in HolesByFit.GetValueOrDefault(fit) ?? [])
        {
            if (diameter >= row.MinDiameter - 0.005 && diameter <= row.MaxDiameter + 0.005)
            {
                return (row.Hole ?? diameter + row.Allowance!.Value, row.Source);
            }
        }
        return null;
    }

    /// <summary>The distinct names of a kind of row, in the order of the file: for lists to choose from.</summary>
    public static IReadOnlyList<string> Names<T>(IEnumerable<T> rows, Func<T, string> name) => [.. rows.Select(name).Distinct()];

    /// <summary>Thread lengths of structural bolts, in (ASME B18.2.6 Table 2).</summary>
    private static readonly FrozenDictionary<double, double> StructuralThreads = new Dictionary<double, double>
    {
        [0.5] = 1, [0.625] = 1.25, [0.75] = 1.375, [0.875] = 1.5, [1] = 1.75, [1.125] = 2, [1.25] = 2, [1.375] = 2.25, [1.5] = 2.25,
    }.ToFrozenDictionary();

    /// <summary>Thread lengths of HV bolts, mm (EN 14399-4 Table 1).</summary>
    private static readonly FrozenDictionary<double, double> HvThreads = new Dictionary<double, double>
    {
        [12] = 23, [16] = 28, [20] = 33, [22] = 34, [24] = 39, [27] = 41, [30] = 44, [36] = 52,
    }.ToFrozenDictionary();

    /// <summary>
    /// Thread length b of a bolt of that diameter and nominal length by the standard of its head, mm; the whole length where the bolt is
    /// shorter than that, or is threaded all over.
    /// </summary>
    public static double ThreadLength(ThreadLengthRule rule, double diameter, double length)
    {
        const double Inch = 25.4;
        var b = rule switch
        {
            ThreadLengthRule.Iso888 => (2 * diameter) + (length <= 125 ? 6 : length <= 200 ? 12 : 25),
            ThreadLengthRule.Socket => (2 * diameter) + 12,
            ThreadLengthRule.AsmeHex => (2 * diameter) + ((length <= (6 * Inch) + 1e-9 ? 0.25 : 0.5) * Inch),
            ThreadLengthRule.AsmeSocket => (2 * diameter) + (0.5 * Inch),
            ThreadLengthRule.HvHex => HvThreads.TryGetValue(Math.Round(diameter, 2), out var mm) ? mm : length,
            ThreadLengthRule.AsmeStructural => StructuralThreads.TryGetValue(Math.Round(diameter / Inch, 4), out var inches) ? inches * Inch
                : length,
            _ => length,
        };
        return Math.Min(b, length);
    }

    private static BearingPart Part(CsvReader r, string height) => new(
        Text(r, "kind"), Number(r, "diameter_mm"), Number(r, height), Number(r, "across_mm"), Number(r, "bearing_diameter_mm"),
        Text(r, "source"));

    private static IEnumerable<string> Spellings(ScrewThread t)
    {
        var d = t.Designation;
        yield return Key(d);
        if (t.Series == "metric coarse") yield return Key($"{d}x{t.Pitch.ToString(CultureInfo.InvariantCulture)}");
        if (t.System == MeasureSystem.Inch)
        {
            var parts = d.Split(' ');
            var size = parts[0][..parts[0].LastIndexOf('-')];
            yield return Key(parts[0]);
            yield return Key($"{size} {parts[1]}");
            if (t.Series == "UNC") yield return Key(size);
        }
    }

    [GeneratedRegex(@"(?<=[0-9]\.[0-9]*?)0+(?=$|[^[0-9]])|\s")]
    private static partial Regex Blank();

    private static string Key(string text) =>
        Blank().Replace(text.Trim().ToUpperInvariant().Replace('×', 'X').Replace("NO.", "#").Replace("NO", "#").Replace("UNRC", "UNC"), "")
            .TrimEnd('.');

    internal static string Text(CsvReader r, string column) => r.GetField(column)!;

    private static double? Optional(CsvReader r, string column) => r.GetField<double?>(column);

    internal static double Number(CsvReader r, string column) => r.GetField<double>(column);

    internal static List<T> Read<T>(string name, Func<CsvReader, T> make)
    {
        using var stream = typeof(Standards).Assembly.GetManifestResourceStream(name + ".csv")
            ?? throw new InvalidOperationException($"the catalogue file {name}.csv is missing from the assembly");
        using var csv = new CsvReader(new StreamReader(stream), CultureInfo.InvariantCulture);
        var rows = new List<T>();
        csv.Read();
        csv.ReadHeader();
        while (csv.Read()) rows.Add(make(csv));
        return rows;
    }
}
