using Hasp.Core.Catalogue;

namespace Hasp.Files.Quick;

/// <summary>The words a fabricator writes, and what each stands for. Longer phrases are looked for first; letter case does not
/// matter.</summary>
internal static class QuickWords
{
    /// <summary>Ways a force acts, by the field that it goes into.</summary>
    internal static readonly Dictionary<string, Way> Ways = Words(
        (Way.Apart, "apart|tension|tensile|in tension|pull|pulling|pulls|pull "
            + "out|up|upwards|uplift|lift|lifting|axial|axially|hanging|hung|separating|pulling apart|straight pull|outwards|out of "
            + "the face"),
        (Way.Across, "across|shear|in shear|shearing|sideways|side load|lateral|laterally|transverse|horizontal|horizontally|along "
            + "the face|single shear"),
        (Way.Together, "compression|in compression|pressing|together|pressing together|pushing together"),
        (Way.Down, "down|downwards|vertical|vertically|hanging down"));

    /// <summary>Finish and lubricant, by the name in the table.</summary>
    internal static readonly Dictionary<string, string> Finishes = Words(
        ("lubricated", "oiled|oil|lubricated|lightly oiled|greased|grease|lubed"),
        ("dry", "dry|plain dry|black|plain finish|self colour|self-colour|uncoated|unlubricated"),
        ("zinc", "zinc|zinc plated|zinc-plated|plated|bzp|electroplated|zp|yellow zinc|as received|as-received"),
        ("cadmium", "cadmium|cad|cadmium plated|cad plated"),
        ("moly", "moly|moly paste|molybdenum|molybdenum paste|anti-seize|antiseize|anti seize|copper paste|copper "
            + "grease|copaslip|never-seize"),
        ("wax", "wax|waxed|ptfe|ptfe coated"), ("galvanised",
            "galvanised|galvanized|galv|hdg|hot-dip galvanised|hot-dip galvanized|hot dip galvanised|hot dip galvanized"),
        ("unknown", "unknown finish|finish unknown"));

    /// <summary>Heads, by the kind in the table.</summary>
    internal static readonly Dictionary<string, string> Heads = Words(
        ("hex", "hex|hex head|hexagon|hexagon head|hex bolts|hex bolt|set screws|set screw|hex cap screws"),
        ("socket", "socket|socket head|socket cap|socket head cap screws|socket cap screws|cap head|cap screws|cap "
            + "screw|shcs|allen|allen bolts"),
        ("countersunk", "countersunk|csk|flat head|flathead|countersunk head"),
        ("flange", "flange head|flanged head|flange bolts|flanged bolts"),
        ("button", "button|button head|button heads"), ("stud", "stud|studs|studding|threaded rod|stud bolts|studbolts"));

    /// <summary>Tightening methods, by the name in the table.</summary>
    internal static readonly Dictionary<string, string> Methods = Words(
        ("feel", "by feel|by hand|feel"), ("impact", "impact wrench|by impact|with impact|rattle gun|impact gun"),
        ("turn", "turn of nut|turn-of-nut|turn of the nut|part turn"),
        ("indicator", "dti|indicator|direct tension indicator|indicator washers|load indicating washers"),
        ("tensioner", "tensioner|hydraulic tensioner|by tensioner"),
        ("stretch", "by stretch|stretch|micrometer"), ("ultrasonic", "ultrasonic|ultrasonics"));

    /// <summary>What a person means by a wrench: the one that goes with the finish.</summary>
    internal static readonly HashSet<string> Wrench = Set("torque wrench|by torque|torqued|calibrated wrench|wrench");

    /// <summary>Washers, by the kind in the table; empty for none, * for whatever goes with the grade.</summary>
    internal static readonly Dictionary<string, string> Washers = Words(
        ("*", "washers|washer|with washers|washers both sides|plain washers|plain washer|flat washers|flat washer"),
        ("hardened", "hardened washers|hardened washer|hard washers|f436|f436 washers|hv washers"),
        ("large", "large washers|large washer|fender washers|penny washers|repair washers|wide washers"),
        ("", "no washers|no washer|without washers"));

    /// <summary>What the thread runs into.</summary>
    internal static readonly Dictionary<string, string> Ends = Words(
        ("tapped", "tapped|tapped hole|tapped holes|tapped into|into tapped holes|threaded hole|blind hole|blind holes|screwed into"),
        ("insert", "insert|inserts|thread insert|thread inserts|helical insert|helical inserts"),
        ("nut", "nut|nuts|nut and bolt|nuts and bolts|through|through bolts|through bolted|with nuts"));

    /// <summary>Fits of the clearance hole.</summary>
    internal static readonly Dictionary<string, string> Fits = Words(
        ("fine", "close fit|fine fit|fitted"), ("medium", "medium fit|normal fit|standard holes"),
        ("coarse", "coarse fit|loose fit|free fit|oversize holes"));

    /// <summary>How shear is carried.</summary>
    internal static readonly Dictionary<string, string> ShearBy = Words(
        ("bearing", "bearing type|in bearing|may slip|snug tight|snug-tight|snug"),
        ("friction", "slip critical|slip-critical|no slip|must not slip|friction grip|friction "
            + "type|reversing|reversed|reversal|alternating|fluctuating|vibration|vibrating|impact load|impact loads|impact "
            + "loading|shock|shock load|shock loads|shock loading|alignment|stay aligned|kept aligned"));

    /// <summary>That a force is one bolt's and not the whole joint's.</summary>
    internal static readonly Dictionary<string, bool> Each = Words((true,
        "each|apiece|each bolt|a bolt|per bolt|every bolt|on each|per each|on each bolt|on every bolt|for each bolt|in each "
            + "bolt|each one|per screw|each screw|a screw|per stud|each stud"));

    /// <summary>What is known of bolts.</summary>
    internal static readonly Dictionary<string, string> Conditions = Words(
        ("unknown grade", "as found|unknown grade|unknown bolts|grade unknown|unmarked|no markings|no marks|off the shelf bolts"),
        ("reused", "reused|re-used|used bolts|second hand|second-hand"), ("new", "new|new bolts"));

    /// <summary>Materials by everyday names; standard designations are found in the catalogue.</summary>
    internal static readonly Dictionary<string, string> Materials = Words(
        ("Steel", "steel|mild steel|ms|carbon steel|plate steel|steel plate|steel plates"),
        ("Aluminium 6082-T6", "aluminium|aluminium alloy|6082|6082-t6"), ("Aluminium 6061-T6", "aluminum|6061|6061-t6"),
        ("Aluminium 7075-T6", "7075|7075-t6"), ("EN-GJL-250", "cast iron|grey iron|gray iron|ci"),
        ("EN-GJS-400", "ductile iron|sg iron|spheroidal iron|nodular iron"),
        ("Stainless 1.4301", "stainless|stainless steel|304|304 stainless|stainless 304|1.4301|ss|ss304"),
        ("Stainless 316", "316|316 stainless|stainless 316|316l|1.4401|ss316"),
        ("Brass", "brass"), ("Titanium 6Al-4V", "titanium|ti|ti-6al-4v"), ("A36", "a36"),
        ("A572-50", "a572|a572-50|a572 grade 50|grade 50|gr 50"), ("S355", "s355|s355jr|s355j2"), ("S275", "s275|s275jr"),
        ("S235", "s235|s235jr"),
        ("Gasket sheet, fibre", "gasket|fibre gasket|fiber gasket|gasket sheet"), ("Gasket sheet, rubber", "rubber|rubber gasket"));

    /// <summary>Numbers as words.</summary>
    internal static readonly Dictionary<string, int> Numbers = new(StringComparer.OrdinalIgnoreCase)
    {
        ["one"] = 1, ["two"] = 2, ["pair"] = 2, ["three"] = 3, ["four"] = 4, ["five"] = 5, ["six"] = 6, ["eight"] = 8, ["ten"] = 10,
        ["twelve"] = 12, ["dozen"] = 12, ["single"] = 1,
    };

    /// <summary>Words that mean that the number before them counts bolts.</summary>
    internal static readonly HashSet<string> Bolts = Set(
        "bolts|bolt|off|no|nos|no.|pcs|pieces|screws|screw|fasteners|ea|qty|studs|stud|capscrews");

    /// <summary>Words that turn round what stands behind them: neither is read without the other.</summary>
    internal static readonly HashSet<string> Negations = Set("no|not|without|never|non|except|w/o|nor");

    /// <summary>What could mean two things by itself: the question, and the words that each meaning is written in.</summary>
    internal static readonly Dictionary<string, (string Question, (string Instead, string Words)[] Answers)> Asked =
        new(StringComparer.OrdinalIgnoreCase)
    {
        ["impact"] = ("an impact load, or an impact wrench?",
            [("impact load", "the load comes as an impact"), ("impact wrench", "tightened by an impact wrench")]),
        ["tensioned"] = ("by a hydraulic tensioner, or tightened in whatever way?",
            [("hydraulic tensioner", "by a tensioner"), ("", "tightened, no more")]),
        ["used"] = ("bolts that were used before?", [("second hand", "used before"), ("", "no, new ones")]),
        ["blind"] = ("a hole that ends in the part?", [("blind hole", "tapped, not right through"), ("", "no")]),
        ["alloy"] = ("of which metal?", [("aluminium alloy", "aluminium"), ("", "an alloy steel, by its grade")]),
        ["iron"] = ("which iron?", [("cast iron", "grey cast iron"), ("ductile iron", "ductile iron"), ("mild steel", "mild steel")]),
    };

    /// <summary>Words behind "each" or "a bolt" that make it something else than one bolt.</summary>
    internal static readonly HashSet<string> NotOneBolt = Set(
        "side|sides|plate|plates|part|parts|face|faces|row|rows|end|ends|line|lines|flange|flanges|corner|corners|leg|legs|hole|holes|column|columns|cover|covers|washer|washers|nut|nuts|way|direction|case|time|day|hour|circle|pattern|group|length|size|head|heads");

    /// <summary>Words behind a bare number that make it a number of something, never a thickness.</summary>
    internal static readonly HashSet<string> Counted = Set(
        "washers|washer|nuts|nut|holes|hole|rows|row|columns|column|sides|side|places|place|faces|face|planes|plane|times|cycles|lines|line|pins|pin|pairs|sets|degrees|degree|deg|years|hours|joints");

    /// <summary>Symbols of a force, by the way that it acts.</summary>
    internal static readonly Dictionary<string, Way> Symbols = Words(
        (Way.Apart, "Ft|FtEd|Ft,Ed|N|NEd|Fa|Fz"), (Way.Across, "Fv|FvEd|Fv,Ed|V|VEd|Fs|Fq"));

    /// <summary>Words that say nothing of their own.</summary>
    internal static readonly HashSet<string> Small = Set(
        "of|with|and|on|at|to|the|a|an|in|by|for|from|total|load|loads|force|joint|plate|plates|thick|bolts|bolt|screws|screw|per|is|under|off|nos|x|×|*|&|plus|max|full|kind|type|set|qty|from a|grade|class|property|sizes|size|holding|between|both|sides|onto|then|use|using|carrying|takes|take");

    /// <summary>Material of that name, in everyday words or as the catalogue lists it; null where there is none.</summary>
    internal static string? MaterialNamed(string text) =>
        Materials.GetValueOrDefault(text) ?? (Standards.MaterialBands(text) is [var listed, ..] ? listed.Name : null);

    private static Dictionary<string, T> Words<T>(params (T Meaning, string Spellings)[] rows) =>
        rows.SelectMany(r => r.Spellings.Split('|').Select(s => (s, r.Meaning))).DistinctBy(r => r.s, StringComparer.OrdinalIgnoreCase)
            .ToDictionary(r => r.s, r => r.Meaning, StringComparer.OrdinalIgnoreCase);

    private static HashSet<string> Set(string spellings) => new(spellings.Split('|'), StringComparer.OrdinalIgnoreCase);
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
}
