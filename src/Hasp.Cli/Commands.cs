using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;
using Hasp.Files;

namespace Hasp.Cli;

/// <summary>The commands, apart from the process: what they read and write is handed in.</summary>
public static class Commands
{
    /// <summary>It holds; something holds.</summary>
    public const int Holds = 0;

    /// <summary>It falls short; nothing holds.</summary>
    public const int FallsShort = 1;

    /// <summary>The input could not be read or has faults.</summary>
    public const int BadInput = 2;

    /// <summary>Judges one joint.</summary>
    public static int Evaluate(FileInfo file, bool json, bool us, TextReader input, TextWriter output, TextWriter error)
    {
        if (Read(file, input, error) is not { } joint) return BadInput;
        var result = Evaluation.Run(joint);
        if (json) output.WriteLine(ResultDocument.Of(result).ToJsonString(ResultDocument.Indented));
        else Say(result, us ? UnitSystem.Us : UnitSystem.Si, output);
        return result.Holds ? Holds : FallsShort;
    }

    /// <summary>Judges every first-choice size and grade of the joint's series with the joint's number of bolts; as JSON, all sizes and 1 to 24 bolts.</summary>
    public static int Find(FileInfo file, bool json, bool us, TextReader input, TextWriter output, TextWriter error)
    {
        if (Read(file, input, error) is not { } joint) return BadInput;
        var count = joint.Bolts.Count;
        var sizes = Standards.Threads.Where(t => t.Series == joint.Bolts.Thread.Series).ToList();
        var grades = Finder.GradesFor(joint.Input, sizes);
        var rows = Finder.Search(joint.Input, sizes, grades, Math.Max(FinderDocument.MaxCount, count));
        if (json) output.WriteLine(FinderDocument.Of(grades, rows).ToJsonString(ResultDocument.Indented));
        else SayMatrix(rows, grades, count, us ? UnitSystem.Us : UnitSystem.Si, output);
        return rows.SelectMany(r => r).Any(c => c.Refusal is null && c.ByCount[count - 1].Holds) ? Holds : FallsShort;
    }

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
        byte[] bytes;
        try
        {
            bytes = file.Name == "-" ? System.Text.Encoding.UTF8.GetBytes(input.ReadToEnd()) : File.ReadAllBytes(file.FullName);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            error.WriteLine($"{file}: cannot be read ({e.Message})");
            return null;
        }
        var (joint, faults) = JointDocument.Read(bytes);
        foreach (var fault in faults)
        {
            error.WriteLine($"{(fault.Path.Length == 0 ? "document" : fault.Path)}{(fault.Was is null ? "" : $" \"{fault.Was}\"")}: {fault.Problem}");
        }
        return joint;
    }

    private static void Say(Result result, UnitSystem units, TextWriter output)
    {
        output.WriteLine(CallOut.Of(result, units).Text);
        output.WriteLine();
        output.WriteLine($"{"check",-28}{"factor",8}{"required",10}{"reserve",9}  case, place");
        foreach (var c in result.Checks)
        {
            var where = c.Case < 0 ? c.Note : result.Joint.Cases[c.Case].Name + (c.Place.Length > 0 ? ", " + c.Place : "") + (c.Note.Length > 0 ? "; " + c.Note : "");
            output.WriteLine($"{c.Check.Name,-28}{QuantityText.Factor(c.Factor),8}{c.Required,10:0.00}{QuantityText.Factor(c.Reserve),9}  {(c.Holds ? "" : "FALLS SHORT  ")}{where}");
        }
        output.WriteLine();
        foreach (var v in result.Values) output.WriteLine($"{v.Term.Id,-22}{QuantityText.ShowText(v.Value, v.Term.Dimension, units),16}  {v.Term.Meaning}");
        output.WriteLine();
        output.WriteLine($"Basis: {result.Basis}.");
        foreach (var caution in result.Cautions) output.WriteLine($"! {caution.Text}");
    }

    private static void SayMatrix(FinderCell[][] rows, IReadOnlyList<string> grades, int count, UnitSystem units, TextWriter output)
    {
        output.WriteLine($"Reserve with {count} bolts (1 and over holds), and what governs. A dash is not made or does not fit.");
        output.WriteLine($"{"",-16}{string.Concat(grades.Select(g => $"{g,-17}"))}");
        foreach (var row in rows.Where(r => r[0].Thread.FirstChoice))
        {
            output.WriteLine($"{row[0].Thread.Designation,-16}{string.Concat(row.Select(c => c.Refusal is not null ? $"{"–",-17}" : $"{QuantityText.Factor(c.ByCount[count - 1].Reserve) + " " + (c.ByCount[count - 1].Check?.Id ?? "unloaded"),-17}"))}");
        }
        var smallest = rows.SelectMany(r => r).Where(c => c.Refusal is null && c.ByCount[count - 1].Holds).OrderBy(c => c.Thread.Diameter).ThenBy(c => c.Torque).FirstOrDefault();
        output.WriteLine(smallest is null
            ? $"Nothing holds with {count} bolts."
            : $"Smallest that holds: {count} × {smallest.Thread.Designation} – {smallest.Grade}, tightened to {QuantityText.ShowText(smallest.Torque, Dimension.Torque, units, 3)}.");
    }
}
