using System.Collections.Frozen;

namespace Hasp.Core.Quantities;

/// <summary>A unit of one dimension: held value = typed value × <see cref="Scale"/> + <see cref="Offset"/>.</summary>
/// <param name="Symbol">How it is written out, e.g. <c>N·m</c>.</param>
/// <param name="Dimension">What it measures.</param>
/// <param name="Scale">Held units in one of this unit.</param>
/// <param name="Offset">Held value of this unit's zero; only temperatures have one.</param>
/// <param name="Spellings">Other ways it is typed, ASCII among them.</param>
public sealed record Unit(string Symbol, Dimension Dimension, double Scale, double Offset, params string[] Spellings)
{
    /// <summary>The held value (N, mm, MPa, N·mm, rad, °C) of <paramref name="shown"/> of this unit.</summary>
    public double ToHeld(double shown) => (shown * Scale) + Offset;

    /// <summary>The number of this unit that <paramref name="held"/> is.</summary>
    public double FromHeld(double held) => (held - Offset) / Scale;
}

/// <summary>
/// Every unit that is understood, in one table. Exact by definition: 1 in = 25.4 mm, 1 lbf = 4.4482216152605 N
/// (international yard and pound, standard gravity 9.80665 m/s²).
/// </summary>
public static class Units
{
    private const double Inch = 25.4;
    private const double PoundForce = 4.4482216152605;
    private const double KilogramForce = 9.80665;

    private static readonly Unit[] Lengths =
    [
        new("mm", Dimension.Length, 1, 0, "millimetre", "millimetres", "millimeter", "millimeters"),
        new("cm", Dimension.Length, 10, 0),
        new("m", Dimension.Length, 1000, 0, "metre", "metres", "meter", "meters"),
        new("µm", Dimension.Length, 1e-3, 0, "um", "micron", "microns"),
        new("in", Dimension.Length, Inch, 0, "inch", "inches", "\"", "″", "in."),
        new("ft", Dimension.Length, 12 * Inch, 0, "foot", "feet", "'", "′"),
        new("mil", Dimension.Length, Inch / 1000, 0, "mils", "thou"),
    ];

    private static readonly Unit[] Forces =
    [
        new("N", Dimension.Force, 1, 0, "newton", "newtons"),
        new("kN", Dimension.Force, 1e3, 0, "kilonewton", "kilonewtons"),
        new("MN", Dimension.Force, 1e6, 0),
        new("lbf", Dimension.Force, PoundForce, 0, "lb", "lbs", "#", "pound", "pounds", "pounds-force"),
        new("kip", Dimension.Force, 1000 * PoundForce, 0, "kips", "klbf"),
        new("kgf", Dimension.Force, KilogramForce, 0),
        new("daN", Dimension.Force, 10, 0),
        new("tf", Dimension.Force, 1000 * KilogramForce, 0, "metric ton-force", "tonne-force", "tonne", "tonnes", "metric ton",
            "metric tons"),
        new("US tonf", Dimension.Force, 2000 * PoundForce, 0, "short tonf", "short ton-force", "short ton", "short tons", "US ton",
            "US tons"),
        new("UK tonf", Dimension.Force, 2240 * PoundForce, 0, "long tonf", "long ton-force", "long ton", "long tons", "UK ton", "UK tons"),
    ];

    private static readonly Unit[] Stresses =
    [
        new("MPa", Dimension.Stress, 1, 0, "N/mm²", "N/mm2", "N/mm^2"),
        new("Pa", Dimension.Stress, 1e-6, 0, "N/m²", "N/m2"),
        new("kPa", Dimension.Stress, 1e-3, 0),
        new("GPa", Dimension.Stress, 1e3, 0, "kN/mm²", "kN/mm2"),
        new("bar", Dimension.Stress, 0.1, 0),
        new("psi", Dimension.Stress, PoundForce / (Inch * Inch), 0, "lbf/in²", "lbf/in2"),
        new("ksi", Dimension.Stress, 1000 * PoundForce / (Inch * Inch), 0, "kip/in²", "kip/in2"),
        new("Msi", Dimension.Stress, 1e6 * PoundForce / (Inch * Inch), 0),
    ];

    private static readonly Unit[] Others =
    [
        new("°C", Dimension.Temperature, 1, 0, "C", "degC", "deg C", "celsius"),
        new("°F", Dimension.Temperature, 5.0 / 9, -160.0 / 9, "F", "degF", "deg F", "fahrenheit"),
        new("K", Dimension.Temperature, 1, -273.15, "kelvin"),
        new("mm²", Dimension.Area, 1, 0, "mm2", "mm^2"),
        new("in²", Dimension.Area, Inch * Inch, 0, "in2", "in^2"),
        new("N/mm", Dimension.Stiffness, 1, 0),
        new("kN/mm", Dimension.Stiffness, 1e3, 0),
        new("lbf/in", Dimension.Stiffness, PoundForce / Inch, 0),
        new("kip/in", Dimension.Stiffness, 1000 * PoundForce / Inch, 0),
        new("°", Dimension.Angle, Math.PI / 180, 0, "deg", "degree", "degrees"),
        new("rad", Dimension.Angle, 1, 0),
        new("kg", Dimension.Mass, 1, 0, "kilogram", "kilograms"),
        new("tonne", Dimension.Mass, 1000, 0, "tonnes", "metric ton", "metric tons"),
        new("g", Dimension.Mass, 1e-3, 0, "gram", "grams"),
        new("lb", Dimension.Mass, 0.45359237, 0, "lbm", "lbs", "pound", "pounds"),
        new("rpm", Dimension.Speed, Math.PI / 30, 0, "r/min", "rev/min"),
        new("rad/s", Dimension.Speed, 1, 0),
        new("Hz", Dimension.Speed, 2 * Math.PI, 0, "rev/s"),
    ];

    /// <summary>Every unit, each dimension's usual one first.</summary>
    public static IReadOnlyList<Unit> All { get; } = [.. Lengths, .. Forces, .. Torques(), .. Stresses, .. Others];

    /// <summary>
    /// What people type that could mean two things. The answer is the choice, never a guess: a ton differs by 12 %
    /// between countries, a torque in pounds is short of its arm, and a lower-case prefix is nine orders away.
    /// </summary>
    private static readonly FrozenDictionary<(Dimension, string), string> Ambiguous = new Dictionary<(Dimension, string), string>
    {
        [(Dimension.Force, "ton")] = TonChoice,
        [(Dimension.Force, "tons")] = TonChoice,
        [(Dimension.Force, "t")] = TonChoice,
        [(Dimension.Force, "tonf")] = TonChoice,
        [(Dimension.Force, "kg")] = "kg is a mass. Write kgf for its weight, or the force in N.",
        [(Dimension.Force, "mN")] = "mN could be a slip for MN. Write MN, kN or N.",
        [(Dimension.Torque, "lb")] = PoundTorqueChoice,
        [(Dimension.Torque, "lbs")] = PoundTorqueChoice,
        [(Dimension.Torque, "lbf")] = PoundTorqueChoice,
        [(Dimension.Torque, "#")] = PoundTorqueChoice,
        [(Dimension.Torque, "N")] = "N is a force. A torque is in N·m, kN·m or N·mm.",
        [(Dimension.Torque, "kN")] = "kN is a force. A torque is in N·m, kN·m or N·mm.",
        [(Dimension.Stress, "mPa")] = "mPa could be a slip for MPa. Write MPa, kPa or Pa.",
        [(Dimension.Mass, "t")] = "Which ton? Write the mass in kg or lb.",
        [(Dimension.Mass, "ton")] = "Which ton? Write the mass in kg or lb.",
        [(Dimension.Length, "Mm")] = "Mm could be a slip for mm. Write mm or m.",
    }.ToFrozenDictionary();

    private const string TonChoice =
        "Which ton? Write tonne (metric, 9.807 kN), US ton (2000 lbf, 8.896 kN) or UK ton (2240 lbf, 9.964 kN).";

    private const string PoundTorqueChoice =
        "A torque needs its arm: write ft·lb or in·lb (they differ twelvefold). A force belongs in the clamp-force field.";

    private static readonly FrozenDictionary<(Dimension, string), Unit> BySpelling = All
        .SelectMany(u => u.Spellings.Append(u.Symbol).Select(s => (Key: (u.Dimension, Squeeze(s)), Unit: u)))
        .DistinctBy(e => e.Key).ToFrozenDictionary(e => e.Key, e => e.Unit);

    private static readonly FrozenDictionary<(Dimension, string), Unit> ByFoldedSpelling = BySpelling
        .GroupBy(e => (e.Key.Item1, e.Key.Item2.ToUpperInvariant()))
        .Where(g => g.Select(e => e.Value).Distinct().Count() == 1)
        .ToFrozenDictionary(g => g.Key, g => g.First().Value);

    /// <summary>The unit that <paramref name="text"/> spells in <paramref name="dimension"/>, or why there is none.</summary>
    internal static (Unit? Unit, string? Problem) Find(Dimension dimension, string text)
    {
        var squeezed = Squeeze(text);
        if (Ambiguous.TryGetValue((dimension, squeezed), out var choice)) return (null, choice);
        if (BySpelling.TryGetValue((dimension, squeezed), out var unit)) return (unit, null);
        if (Ambiguous.TryGetValue((dimension, squeezed.ToLowerInvariant()), out choice)) return (null, choice);
        return ByFoldedSpelling.TryGetValue((dimension, squeezed.ToUpperInvariant()), out unit)
            ? (unit, null)
            : (null, $"\"{text}\" is not a unit of {Name(dimension)}. Use {Choices(dimension)}.");
    }

    /// <summary>A sure look-up by the written symbol; for code and tests, not for what is typed.</summary>
    /// <exception cref="KeyNotFoundException">No unit of that symbol.</exception>
    public static Unit Of(Dimension dimension, string symbol) =>
        Find(dimension, symbol).Unit ?? throw new KeyNotFoundException($"no unit {symbol} of {dimension}");

    /// <summary>The unit a bare number in a field of this dimension is taken in, and in which inputs are shown.</summary>
    public static Unit Shown(Dimension dimension, UnitSystem system) => (dimension, system) switch
    {
        (Dimension.Length, UnitSystem.Si) => Of(dimension, "mm"),
        (Dimension.Length, _) => Of(dimension, "in"),
        (Dimension.Area, UnitSystem.Si) => Of(dimension, "mm²"),
        (Dimension.Area, _) => Of(dimension, "in²"),
        (Dimension.Force, UnitSystem.Si) => Of(dimension, "kN"),
        (Dimension.Force, _) => Of(dimension, "lbf"),
        (Dimension.Torque, UnitSystem.Si) => Of(dimension, "N·m"),
        (Dimension.Torque, _) => Of(dimension, "ft·lbf"),
        (Dimension.Stress, UnitSystem.Si) => Of(dimension, "MPa"),
        (Dimension.Stress, _) => Of(dimension, "ksi"),
        (Dimension.Temperature, UnitSystem.Si) => Of(dimension, "°C"),
        (Dimension.Temperature, _) => Of(dimension, "°F"),
        (Dimension.Stiffness, UnitSystem.Si) => Of(dimension, "kN/mm"),
        (Dimension.Stiffness, _) => Of(dimension, "kip/in"),
        (Dimension.Angle, _) => Of(dimension, "°"),
        (Dimension.Mass, UnitSystem.Si) => Of(dimension, "kg"),
        (Dimension.Mass, _) => Of(dimension, "lb"),
        (Dimension.Speed, _) => Of(dimension, "rpm"),
        _ => throw new ArgumentOutOfRangeException(nameof(dimension), dimension, "has no unit"),
    };

    /// <summary>The unit of the consistent set, in which values of this dimension are held.</summary>
    public static Unit Consistent(Dimension dimension) => Of(dimension, dimension switch
    {
        Dimension.Length => "mm",
        Dimension.Area => "mm²",
        Dimension.Force => "N",
        Dimension.Torque => "N·mm",
        Dimension.Stress => "MPa",
        Dimension.Stiffness => "N/mm",
        Dimension.Temperature => "°C",
        Dimension.Angle => "rad",
        Dimension.Mass => "kg",
        Dimension.Speed => "rad/s",
        _ => throw new ArgumentOutOfRangeException(nameof(dimension), dimension, "has no unit"),
    });

    /// <summary>True where a unit is at home in <paramref name="system"/>; what was typed in it need not be converted to be read.</summary>
    public static bool Belongs(Unit unit, UnitSystem system) =>
        unit.Dimension is Dimension.Angle or Dimension.Speed || (Customary.Contains(unit.Symbol) ? UnitSystem.Us : UnitSystem.Si) == system;

    private static readonly FrozenSet<string> Customary = new[]
    {
        "in", "ft", "mil", "lbf", "kip", "US tonf", "UK tonf", "ft·lbf", "in·lbf", "kip·ft", "kip·in", "psi", "ksi", "Msi",
            "°F", "in²",
        "lbf/in", "kip/in", "lb",
    }.ToFrozenSet();

    /// <summary>"length", "force", … as the messages say it.</summary>
    public static string Name(Dimension dimension) =>
        dimension == Dimension.Speed ? "speed of turning" : dimension.ToString().ToLowerInvariant();

    /// <summary>The units of a dimension, for a message: <c>mm, cm, m, …</c>.</summary>
    public static string Choices(Dimension dimension) =>
        string.Join(", ", All.Where(u => u.Dimension == dimension).Select(u => u.Symbol).Take(9));

    /// <summary>One spelling for the many dots, dashes, blanks, micro signs and raised digits that keyboards make.</summary>
    private static string Squeeze(string text)
    {
        var kept = new System.Text.StringBuilder(text.Length);
        foreach (var c in text)
        {
            if (char.IsWhiteSpace(c) || c is '·' or '⋅' or '∙' or '•' or '×' or '*' or '-' or '‑' or '–' or '.' or '\u200B') continue;
            kept.Append(c switch { '²' => '2', 'μ' => 'µ', '”' => '"', '’' => '\'', _ => c });
        }
        return kept.Replace("^2", "2").ToString();
    }

    /// <summary>Torque is force × arm in either order; spelling the products out by hand would only invite a slip.</summary>
    private static IEnumerable<Unit> Torques()
    {
        (string Force, string Arm, string Symbol)[] pairs =
        [
            ("N", "m", "N·m"), ("N", "mm", "N·mm"), ("kN", "m", "kN·m"), ("kN", "mm", "kN·mm"), ("MN", "m", "MN·m"),
            ("N", "cm", "N·cm"),
            ("lbf", "ft", "ft·lbf"), ("lbf", "in", "in·lbf"), ("kip", "ft", "kip·ft"), ("kip", "in", "kip·in"),
            ("kgf", "m", "kgf·m"), ("kgf", "cm", "kgf·cm"),
        ];
        foreach (var (force, arm, symbol) in pairs)
        {
            var f = Forces.Single(u => u.Symbol == force);
            var a = Lengths.Single(u => u.Symbol == arm);
            var spellings =
                from fs in f.Spellings.Append(f.Symbol)
                from sp in a.Spellings.Append(a.Symbol)
                from pair in new[] { $"{fs}·{sp}", $"{sp}·{fs}" }
                // "m·N" without its dot is a milli-newton: only the order force–arm may lose the dot in SI.
                where !(pair.StartsWith("m·N", StringComparison.Ordinal))
                select pair;
            // "k" for kips is safe only beside its arm.
            string[] kips = force == "kip" ? [$"k·{arm}", $"{arm}·k"] : [];
            yield return new Unit(symbol, Dimension.Torque, f.Scale * a.Scale, 0, [.. spellings, .. kips]);
        }
    }
}
