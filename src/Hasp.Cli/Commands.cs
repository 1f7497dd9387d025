using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;
using Hasp.Core.Uncertainty;
using Hasp.Files;
using Hasp.Files.Live;

namespace Hasp.Cli;

/// <summary>The commands, apart from the process: what they read and write is handed in.</summary>
public static partial class Commands
{
    /// <summary>It holds; something holds.</summary>
    public const int Holds = 0;

    /// <summary>It falls short; nothing holds.</summary>
    public const int FallsShort = 1;

    /// <summary>The input could not be read or has faults.</summary>
    public const int BadInput = 2;

    /// <summary>Nothing that is judged falls short, and not everything was looked at.</summary>
    public const int NotLookedAt = 3;

    /// <summary>Judges one joint.</summary>
    public static int Evaluate(FileInfo file, bool json, bool us, TextReader input, TextWriter output, TextWriter error)
    {
        if (Read(file, input, error) is not { } joint) return BadInput;
        var result = Evaluation.Run(joint);
        if (json) output.WriteLine(ResultDocument.Of(result).ToJsonString(ResultDocument.Indented));
        else Say(result, us ? UnitSystem.Us : UnitSystem.Si, output);
        return !result.Holds ? FallsShort : result.IsComplete ? Holds : NotLookedAt;
    }

    /// <summary>Writes a joint's calculation as a workbook that calculates.</summary>
    public static int Sheet(FileInfo file, FileInfo to, TextReader input, TextWriter output, TextWriter error)
    {
        if (Bytes(file, input, error) is not { } bytes) return BadInput;
        var (draft, joint, faults) = JointDocument.ReadBoth(bytes);
        Say(faults, error);
        if (joint is null) return BadInput;
        return Written(to, LiveBook.Of(draft!, joint, default, $"{joint.Number} {joint.Name}".Trim()).Xlsx(), output, error);
    }

    /// <summary>
    /// Judges every first-choice size and grade of the joint's series with the joint's number of bolts; as JSON, all sizes and 1 to 24
    /// bolts.
    /// </summary>
    public static int Find(FileInfo file, bool json, bool us, TextReader input, TextWriter output, TextWriter error)
    {
        if (Read(file, input, error) is not { } joint || !IsSearched(joint, error)) return BadInput;
        var count = joint.AllBolts;
        var sizes = Standards.Threads.Where(t => t.Series == joint.Bolts.Thread.Series).ToList();
        var grades = Finder.GradesFor(joint.Said, sizes);
        var rows = Finder.Search(joint.Said, sizes, grades, Math.Max(FinderDocument.MaxCount, count));
        if (json) output.WriteLine(FinderDocument.Of(grades, rows).ToJsonString(ResultDocument.Indented));
        else SayMatrix(rows, grades, count, us ? UnitSystem.Us : UnitSystem.Si, output);
        return rows.SelectMany(r => r).Any(c => c.Refusal is null && c.ByCount[count - 1].Holds) ? Holds : FallsShort;
    }

    /// <summary>Samples a joint: how often it opens, slips or yields. A key press of Ctrl+C stops and keeps what is done.</summary>
    public static int Chance(FileInfo file, bool json, long? samples, int? seed, TextReader input, TextWriter output, TextWriter error,
        CancellationToken stop = default)
    {
        if (Read(file, input, error) is not { } joint || !IsSearched(joint, error)) return BadInput;
        if (samples is < 1 or > 1_000_000_000_000 || seed < 0)
        {
            error.WriteLine("samples must be at least 1, and the seed not below 0");
            return BadInput;
        }
        var told = -1;
        var chances = new Simulation(joint).Run(samples ?? joint.Sampling.Samples, (ulong)(seed ?? joint.Sampling.Seed), share =>
        {
            // Tens of per cent, each said once, and nothing for runs that are over in a blink.
            var tens = (int)(share * 10);
            if ((samples ?? joint.Sampling.Samples) >= 20_000_000
                && Interlocked.Exchange(ref told, Math.Max(told, tens)) < tens) error.WriteLine($"{tens * 10} %");
        }, stop);
        if (json) output.WriteLine(ChancesDocument.Of(chances, joint).ToJsonString(ResultDocument.Indented));
        else SayChances(chances, joint, output);
        return Holds;
    }

    /// <summary>True where the joint has bolts that are tightened; says why where it has not.</summary>
    private static bool IsSearched(Joint joint, TextWriter error)
    {
        if (joint.NotSearched is { } why) error.WriteLine($"{why.Path} \"{why.Was}\": {why.Problem}");
        return joint.NotSearched is null;
    }

    private static void SayChances(Chances chances, Joint joint, TextWriter output)
    {
        output.WriteLine($"{chances.Samples} samples, seed {chances.Seed}{(chances.Stopped ? ", stopped before the end" : "")}. "
            + $"95 % confidence.");
        foreach (var c in chances.Failures)
        {
            output.WriteLine();
            output.WriteLine($"{c.Name} in {joint.Cases[c.Case].Name}, factor {QuantityText.Figures(c.Mean)} ± "
                + $"{QuantityText.Figures(c.Deviation, 3)}");
            SayRate(Chances.OneBolt(joint), c.Rate, output);
            foreach (var j in c.OfJoint) SayRate(j.What, j.Rate, output);
            foreach (var s in c.Sensitivities)
                output.WriteLine($"  {ScatterInputs.Of(s.What).Name,-38}{s.PerPercent,8:+0.00;-0.00} % per 1 %   scatters the "
                + $"factor by ±{s.Spread * 100:0.0} %");
        }
        foreach (var n in chances.NotSampled) output.WriteLine($"not sampled: {n.Check.Name}: {n.Why}");
    }

    private static void SayRate(string of, Rate rate, TextWriter output) =>
        output.WriteLine($"  {of}: {rate.Probability:0.######} ({rate.Interval.From:0.######} to {rate.Interval.To:0.######}), "
            + $"{rate.Failed} of {rate.Samples}");

    /// <summary>Writes the JSON Schema.</summary>
    public static int Schema(TextWriter output)
    {
        output.WriteLine(FormatDescription.Schema().ToJsonString(ResultDocument.Indented));
        return Holds;
    }

    /// <summary>Writes the format page.</summary>
    public static int Format(TextWriter output)
    {
        output.Write(FormatDescription.Markdown());
        return Holds;
    }

    private static Joint? Read(FileInfo file, TextReader input, TextWriter error)
    {
        if (Bytes(file, input, error) is not { } bytes) return null;
        var (joint, faults) = JointDocument.Read(bytes);
        Say(faults, error);
        return joint;
    }

    private static byte[]? Bytes(FileInfo file, TextReader input, TextWriter error)
    {
        try
        {
            return file.Name == "-" ? System.Text.Encoding.UTF8.GetBytes(input.ReadToEnd()) : File.ReadAllBytes(file.FullName);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            error.WriteLine($"{file}: cannot be read ({e.Message})");
            return null;
        }
    }

    private static void Say(IEnumerable<Fault> faults, TextWriter error)
    {
        foreach (var fault in faults)
        {
            error.WriteLine($"{(fault.Path.Length == 0 ? "document" : fault.Path)}{(fault.Was is null ? "" : $" \"{fault.Was}\"")}: "
                + $"{fault.Problem}");
        }
    }

    private static void Say(Result result, UnitSystem units, TextWriter output)
    {
        output.WriteLine(CallOut.Of(result, units).Text);
        foreach (var ask in result.Asks)
            output.WriteLine($"Not looked at, or asked for: {ask.Open ?? Fields.Words(ask.Path)}: {ask.Problem}");
        output.WriteLine();
        output.WriteLine($"{"check",-28}{"factor",8}{"required",10}{"reserve",9}  case, place");
        foreach (var c in result.Checks)
        {
            var where = c.Factor is null ? c.Note : c.Case < 0 ? "whatever the load" : result.Joint.Cases[c.Case].Name
                + (c.Bolt > 0 ? $", bolt {c.Bolt}" : "") + (c.Place.Length > 0 ? ", " + c.Place : "")
                + (c.Note.Length > 0 ? "; " + c.Note : "");
            output.WriteLine($"{c.Check.Name,-28}{QuantityText.Factor(c.Factor),8}{c.Required,10:0.00}{QuantityText.Factor(c.Reserve),9}  {(c.Holds ? "" : "FALLS SHORT  ")}{where}");
        }
        output.WriteLine();
        foreach (var v in result.Values)
            output.WriteLine($"{v.Term.Id,-22}{QuantityText.ShowText(v.Value, v.Term.Dimension, units),16}  {v.Term.Meaning}");
        output.WriteLine();
        foreach (var f in result.Fatigue)
        {
            var load = result.Joint.Cases[f.Case];
            output.WriteLine($"Fatigue, {load.Name} with {load.AlternatesWith}: "
                + $"{QuantityText.ShowText(f.Mean, Dimension.Stress, units, 3)} ± "
                + $"{QuantityText.ShowText(f.Amplitude, Dimension.Stress, units, 3)}; "
                + string.Join(", ", f.Criteria.Select(c => $"{c.Name} {QuantityText.Factor(c.Factor)}"))
                    + (f.Opens ? "; the faces part, the bolt sees the whole swing" : ""));
        }
        if (result.Fatigue.Count > 0)
            output.WriteLine($"Endurance {QuantityText.ShowText(result.Fatigue[0].Strength, Dimension.Stress, units, 3)}: "
            + $"{result.Joint.Fatigue.Source}.");
        foreach (var h in result.HandComparisons)
        {
            output.WriteLine($"By hand, {h.Figure.Step} of {h.Figure.Check}: "
                + (h.Computed is null ? "no such step" : h.Agrees ? "agrees"
                : $"off, {QuantityText.Figures(h.Ratio ?? double.NaN)} "
                    + $"times{(h.Smells.Count > 0 ? "; smells of " + string.Join("; or ", h.Smells.Select(s => s.Words)) : "")}"));
        }
        output.WriteLine($"Basis: {result.Basis}.");
        foreach (var ask in result.Asks) output.WriteLine($"? {ask.Path}: {ask.Problem}");
        foreach (var line in result.Assumes) output.WriteLine($"= {line}");
        foreach (var caution in result.Cautions) output.WriteLine($"! {caution.Text}");
    }

    private static void SayMatrix(FinderCell[][] rows, IReadOnlyList<string> grades, int count, UnitSystem units, TextWriter output)
    {
        output.WriteLine($"Reserve with {count} bolts (1 and over holds), and what governs. A dash is not made or does not fit.");
        output.WriteLine($"{"",-16}{string.Concat(grades.Select(g => $"{g,-17}"))}");
        foreach (var row in rows.Where(r => r[0].Thread.FirstChoice))
        {
            output.WriteLine($"{row[0].Thread.Designation,-16}{string.Concat(row.Select(c =>
                c.Refusal is not null ? $"{"–",-17}" : $"{QuantityText.Factor(c.ByCount[count - 1].Reserve) + " "
                + (c.ByCount[count - 1].Check?.Id ?? "unloaded"),-17}"))}");
        }
        var smallest = rows.SelectMany(r => r).Where(c => c.Refusal is null && c.ByCount[count - 1].Holds).OrderBy(c => c.Thread.Diameter)
            .ThenBy(c => c.Torque).FirstOrDefault();
        output.WriteLine(smallest is null
            ? $"Nothing holds with {count} bolts."
            : $"Smallest that holds: {count} × {smallest.Thread.Designation} – {smallest.Grade}, "
                + $"tightened to {QuantityText.ShowText(smallest.Torque, Dimension.Torque, units, 3)}.");
    }
}
