using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using Hasp.Core.Catalogue;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Core.Shop;

namespace Hasp.Files.Shop;

/// <summary>A kind of entry of the shop's log: its fields, and what several of them together show to be wrong.</summary>
/// <param name="Id">Stable name in the log.</param>
/// <param name="Name">In words.</param>
/// <param name="Fields">Its fields.</param>
public sealed record EntryKind(string Id, string Name, IReadOnlyList<Field> Fields)
{
    private static readonly ListField Tests = new("tests", "Assembly", 200);

    /// <summary>What somebody fills in: who answers for an entry of another is written by the server.</summary>
    public IEnumerable<Field> Asked => Fields.Where(f => !OfTheServer.Contains(f));

    private DocumentReader Reader => field ??= new(new DocumentShape(Fields, Id == "verification" ? [Tests] : []));

    // Of what was read at a bolt.
#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Field<string> Pass = new("pass", Types.Text, "Pass", "the pass of the plan") { Required = true, MaxLength = 40 };
    public static readonly Field<string> Result = new(
        "result", Types.OneOf("tight", "refused", "loosened"), "Result", "what became of the bolt") { Required = true };
    public static readonly Field<string> Reason = new("reason", Types.Text, "Reason", "why it was refused or loosened");
    public static readonly Field<string> LotName = new("lot", Types.Text, "Lot", "the lot it is from");
    public static readonly Field<string> WrenchName = new("wrench", Types.Text, "Wrench", "the wrench that was used");
    public static readonly Field<string> Method = new(
        "method", Types.OneOf([.. Installation.All.Select(i => i.Id)]), "Method", "by which procedure");
    public static readonly Field<double> Torque = new("torque", Types.Torque, "Torque", "torque reached") { Min = 0, Max = 1e9 };
    public static readonly Field<double> SetTo = new(
        "setTo", Types.Torque, "Set to", "what the wrench was set to, where nothing was read") { Min = 0, Max = 1e9 };
    public static readonly Field<double> Angle = new("angle", Types.Angle, "Angle", "turned from the match mark") { Min = 0, Max = 100 };
    public static readonly Field<double> TensionShown = new("tension", Types.Force, "Tension", "tension shown") { Above = 0, Max = 1e9 };
    public static readonly Field<double> Stretch = new(
        "stretch", Types.Length, "Stretch", "longer from end to end than it was free") { Above = 0, Max = 100 };
    public static readonly Field<int> Place = new(
        "order", Types.Whole, "Order", "its place in the order of the pass") { Min = 1, Max = 10_000 };
    public static readonly Field<string> Despite = new(
        "despite", Types.Text, "Despite", "why it was tightened although the lot was not verified, or a thing was past its date");
    public static readonly Field<int> Corrects = new(
        "corrects", Types.Whole, "Corrects", "number of the entry that it corrects") { Min = 1 };

    // Of a verification.
    public static readonly Field<string> Bolts = new("bolts", Types.Text, "Bolts", "thread and grade tested") { Required = true };
    public static readonly Field<string> Lubrication = new(
        "lubrication", Types.OneOf(Standards.Names(Standards.NutFactors, k => k.Lubrication)), "Finish, lubricant",
        "finish and lubricant tested with") { Required = true };
    public static readonly Field<string> Nuts = new("nutLot", Types.Text, "Nut lot", "lot of the nuts") { Otherwise = "" };
    public static readonly Field<string> Washers = new("washerLot", Types.Text, "Washer lot", "lot of the washers") { Otherwise = "" };
    public static readonly Field<string> Stored = new("stored", Types.Text, "Stored", "how the lot is kept") { Otherwise = "" };
    public static readonly Field<string> Tool = new("tool", Types.Text, "Tool", "the wrench that it was tested with") { Required = true };
    public static readonly Field<string> HoseUsed = new("hose", Types.Text, "Hose", "its hose and pump") { Otherwise = "" };
    public static readonly Field<string> Tester = new("tester", Types.Text, "Tester", "what showed the tension") { Required = true };
    public static readonly Field<double> Temperature = new(
        "temperature", Types.Temperature, "Temperature", "of the bolts") { Required = true, Min = -60, Max = 300 };
    public static readonly Field<double> Required = new(
        "required", Types.Force, "Tension to be shown", "tension that each assembly has to show") { Required = true, Above = 0, Max = 1e9 };
    public static readonly Field<double> Prevailing = new(
        "prevailing", Types.Torque, "Prevailing torque", "torque of a locking feature") { Min = 0, Max = 1e9, Otherwise = 0 };
    public static readonly Field<string> Until = new("until", Types.Text, "Until", "end of the shift, as 2026-11-26T14:00:00Z");
    public static readonly Field<double> TestTorque = new(
        "tests[].torque", Types.Torque, "Torque", "torque at which it showed the tension") { Min = 0, Max = 1e9, Otherwise = 0 };
    public static readonly Field<double> TestTension = new(
        "tests[].tension", Types.Force, "Tension", "tension shown") { Required = true, Above = 0, Max = 1e9 };
    public static readonly Field<TestRefusal> TestRefused = new(
        "tests[].refusal", Types.Named(TestedAssembly.Reasons), "Refused for", "why it does not count") { Otherwise = TestRefusal.None };
    public static readonly Field<int> TestSpaces = new(
        "tests[].spaces", Types.Whole, "Spaces refused", "spaces of an indicator washer that refused the gauge") { Min = 0, Max = 20 };
    public static readonly Field<string> TestNote = new("tests[].note", Types.Text, "Note", "what was seen");

    // Of the rest.
    public static readonly Field<string> Note = new("note", Types.Text, "Note", "what was seen") { MaxLength = 1000 };
    public static readonly Field<string> Step = new(
        "step", Types.Text, "Step", "what was done or looked at") { Required = true, MaxLength = 40 };
    public static readonly Field<double> Minutes = new("minutes", Types.Number, "Minutes", "how long was waited") { Min = 0, Max = 1e6 };
    public static readonly Field<string> Accepted = new(
        "result", Types.OneOf("accepted", "refused"), "Result", "what the witness found") { Required = true };
    public static readonly Field<double> Pressure = new(
        "pressure", Types.Stress, "Pressure", "pressure of the proof test") { Required = true, Above = 0, Max = 2000 };
    public static readonly Field<string> Medium = new("medium", Types.Text, "Medium", "liquid that it was tested with") { Required = true };
    public static readonly Field<double> HeldMinutes = new(
        "minutes", Types.Number, "Held, min", "how long the pressure was held, minutes") { Required = true, Above = 0, Max = 1e5 };

    // Of any that a device kept for somebody else than sends it; written by the server alone.
    public static readonly Field<string> MadeBy = new(
        "madeBy", Types.Text, "Made by", "the account that it was made under, where another one answers for it");
    public static readonly Field<string> TakenOver = new(
        "takenOver", Types.Text, "Taken over", "why another account answers for it");

    // Of any that came from a device whose clock was ahead; written by the server alone.
    public static readonly Field<string> DeviceClock = new(
        "deviceClock", Types.Text, "Device's clock", "what the device's clock said, where that was ahead of the server's");

    // Of what was asked for at a bolt when it was tightened, and what that rested on; written by the server alone.
    public static readonly Field<string> AskedThen = new(
        "asked", Types.Text, "Asked", "what the pass asked for then; a torque as the wrench was to be set");
    public static readonly Field<string> AskedFrom = new("askedFrom", Types.Text, "From", "least reading that counted then");
    public static readonly Field<string> AskedTo = new("askedTo", Types.Text, "To", "greatest reading that counted then");
    public static readonly Field<int> TestThen = new(
        "test", Types.Whole, "Test", "number of the lot's test that held then") { Min = 1 };
    public static readonly Field<string> TesterThen = new("testerThen", Types.Text, "Tester", "what showed the tension in that test");
    public static readonly Field<string> TemperatureThen = new("temperatureThen", Types.Text, "Temperature", "of the bolts in that test");
    public static readonly Field<string> CalibratedThen = new(
        "calibratedUntil", Types.Text, "Calibrated until",
            "day on which the calibration of the wrench was to end, as the Stores had it then");
#pragma warning restore CS1591

    /// <summary>What the server says of a bolt's entry when it takes it.</summary>
    public static IReadOnlyList<Field> OfEvidence { get; } = [AskedThen, AskedFrom, AskedTo, TestThen, TesterThen, TemperatureThen,
        CalibratedThen];

    /// <summary>What the server alone writes.</summary>
    public static IReadOnlyList<Field> OfTheServer { get; } = [MadeBy, TakenOver, DeviceClock, .. OfEvidence];

    /// <summary>Shorter is no reason.</summary>
    public const int ShortestReason = 3;

    private static void AskReason(Values said, Field<string> field, bool asked, string words, List<Fault> faults)
    {
        var reason = said.Stated(field)?.Trim() ?? "";
        if (asked && reason.Length == 0) faults.Add(new("reason-missing", field.Path, null, words));
        else if (reason.Length is > 0 and < ShortestReason && (asked || field == Despite))
            faults.Add(new("reason-short", field.Path, reason, $"no reason yet: at least {ShortestReason} characters"));
    }

    /// <summary>What was done to a bolt.</summary>
    public static EntryKind Bolt { get; } = new(
        "bolt", "Bolt", [Pass, Result, Reason, LotName, WrenchName, Method, Torque, SetTo, Angle, TensionShown, Stretch, Place,
            Despite, Corrects,
            Note, MadeBy, TakenOver, DeviceClock, .. OfEvidence])
    {
        Judge = (said, faults) =>
        {
            AskReason(said, Reason, said.Stated(Result) is "refused" or "loosened",
                "say why: dirt, dry, galled, wrong nut, nicked, or in your own words", faults);
            AskReason(said, Despite, false, "", faults);
        },
    };

    /// <summary>A verification of a lot.</summary>
    public static EntryKind Verification { get; } = new(
        "verification", "Verification", [LotName, Bolts, Lubrication, Nuts, Washers, Stored, Tool, HoseUsed, Tester, Temperature, Method,
            Required, Prevailing, Until, Despite, Note, TestTorque, TestTension, TestRefused, TestSpaces, TestNote]);

    /// <summary>A change of what a test holds for, that the Stores do not show: it has got colder.</summary>
    public static EntryKind Conditions { get; } = new("conditions", "Conditions", [Temperature, Note]);

    /// <summary>A hold point, looked at.</summary>
    public static EntryKind Witness { get; } = new("witness", "Hold point", [Pass, Accepted, Note, MadeBy, TakenOver, DeviceClock])
    {
        Judge = (said, faults) =>
        {
            AskReason(said, Note, said.Stated(Accepted) == "refused", "say what was found", faults);
        },
    };

    /// <summary>Something done before or after tightening.</summary>
    public static EntryKind Preparation { get; } = new("preparation", "Preparation", [Step, Minutes, Note, MadeBy, TakenOver, DeviceClock]);

    /// <summary>A liquid proof test.</summary>
    public static EntryKind Proof { get; } = new("proof", "Proof test", [Pressure, Medium, HeldMinutes, Accepted, Note, MadeBy, TakenOver,
        DeviceClock])
    {
        Judge = Witness.Judge,
    };

    /// <summary>All.</summary>
    public static IReadOnlyList<EntryKind> All { get; } = [Bolt, Verification, Conditions, Witness, Preparation, Proof];

    /// <summary>What several fields together show to be wrong.</summary>
    public Action<Values, List<Fault>> Judge { get; init; } = (_, _) => { };

    /// <summary>The kind of that id, or null.</summary>
    public static EntryKind? ById(string? id) => All.FirstOrDefault(k => k.Id == id);

    /// <summary>What an entry says; null with its faults where it has any.</summary>
    public (Values? Said, IReadOnlyList<Fault> Faults) Read(string document) =>
        Reader.Read(document, Judge, new("not-json", "", null, "not valid JSON: every key once, at most 16 levels, UTF-8"));

    /// <summary>A verification as the log has it.</summary>
    /// <param name="said">The entry.</param>
    /// <param name="made">When it was made.</param>
    public static Verification VerificationOf(Values said, DateTimeOffset made)
    {
        var thread = Standards.FindThread(said.Of(Bolts).Split(' ')[0]) ?? Standards.Threads.FirstOrDefault(t => said.Of(Bolts)
            .StartsWith(t.Designation, StringComparison.Ordinal));
        return new(
            new(said.Stated(LotName) ?? "", said.Of(Nuts), said.Of(Washers), said.Of(Lubrication), said.Of(Stored), said.Of(Tool),
                said.Of(HoseUsed), said.Of(Temperature)),
            made, DateTimeOffset.TryParse(said.Stated(Until), CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal, out var until)
                ? until : made,
            said.Of(Required), Installation.ById(said.Stated(Method) ?? "wrench")!, thread?.Diameter ?? double.NaN, said.Of(Prevailing),
            TestsOf(said));
    }

    /// <summary>The assemblies of a verification.</summary>
    public static ImmutableArray<TestedAssembly> TestsOf(Values said) =>
        [.. said[Tests].Select(t => new TestedAssembly(t.Of(TestTorque), t.Of(TestTension), t.Of(TestRefused), t.Stated(TestSpaces)))];

    /// <summary>A document of this kind from what was typed, by key; what is left empty is left out.</summary>
    public JsonObject Written(IReadOnlyDictionary<string, string> typed, UnitSystem shown)
    {
        var document = new JsonObject();
        foreach (var field in Fields.Where(f => !f.Path.Contains('[', StringComparison.Ordinal)))
        {
            if (typed.GetValueOrDefault(field.Key)?.Trim() is { Length: > 0 } text) document[field.Key] =
                RecordKind.WrittenAs(field, text, shown);
        }
        return document;
    }
}

/// <summary>
/// Readings of a tension calibrator: a heading with torque and tension, a line an assembly. The simulated one and a real one's file come in
/// alike.
/// </summary>
public static class TestReadings
{
    private static readonly string[] TorqueNames = ["torque", "t"], TensionNames = ["tension", "force", "load", "f"];

    /// <summary>The readings as a file.</summary>
    public static TableFile File(IEnumerable<TestedAssembly> tests) =>
        new("Readings", ["torque (N·m)", "tension (kN)"],
            [.. tests.Select(t => (IReadOnlyList<object?>)[t.Torque / 1000, t.Tension / 1000])]);

    /// <summary>The assemblies of a file, as a verification writes them, or why they cannot be read.</summary>
    /// <param name="stream">CSV or XLSX.</param>
    public static (JsonArray? Tests, string? Problem) Read(Stream stream)
    {
        try
        {
            var lines = LoadTable.Lines(stream).Take(201).ToList();
            if (lines.Count < 2) return (null, "no readings: a heading with torque and tension, and a line for each assembly");
            var head = lines[0].Cells.Select(c => c.Trim()).ToList();
            var (torque, tension) = (Column(head, TorqueNames), Column(head, TensionNames));
            if (torque < 0 || tension < 0) return (null, "no columns \"torque\" and \"tension\" in the heading");
            var tests = new JsonArray();
            foreach (var line in lines.Skip(1))
            {
                if (line.Problem is { } unreadable) return (null, $"line {line.Number}: {unreadable}");
                var (t, tProblem) = Cell(line, torque, head[torque], Dimension.Torque);
                var (f, fProblem) = Cell(line, tension, head[tension], Dimension.Force);
                if ((tProblem ?? fProblem) is { } problem) return (null, $"line {line.Number}: {problem}");
                tests.Add((JsonNode)new JsonObject { ["torque"] = t, ["tension"] = f });
            }
            return (tests, null);
        }
        catch (UnreadableTableException e)
        {
            return (null, e.Message);
        }
    }

    private static int Column(List<string> head, string[] names) =>
        head.FindIndex(h => names.Contains(h.Split(' ', '(', '[')[0], StringComparer.OrdinalIgnoreCase));

    private static (string? Text, string? Problem) Cell(TableLine line, int column, string head, Dimension dimension)
    {
        var text = column < line.Cells.Count ? line.Cells[column].Trim() : "";
        if (QuantityText.IsBareNumber(text))
        {
            var unit = head.Split('(', '[').Skip(1).FirstOrDefault()?.TrimEnd(')', ']', ' ');
            if (string.IsNullOrEmpty(unit)) return (null,
                $"\"{text}\" of what? Write the unit into the heading: torque (N·m), tension (kN)");
            text = $"{text} {unit}";
        }
        var read = QuantityText.Parse(text, dimension);
        return read.Problem is { } problem ? (null, problem) : (text, null);
    }
}
