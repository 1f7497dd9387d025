using System.Globalization;
using System.Text.RegularExpressions;
using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;

namespace Hasp.Files;

/// <summary>What the shop's quick check read: the answer, or what is asked of either field.</summary>
/// <param name="Check">The answer; null where something is missing.</param>
/// <param name="Force">What pushes, as it was understood; empty where it was not.</param>
/// <param name="Unit">Unit that forces are shown in: the one that was typed.</param>
/// <param name="LoadProblem">What is the matter with the load; null where nothing is.</param>
/// <param name="BoltProblem">What is the matter with the bolts; null where nothing is.</param>
/// <param name="Line">The quick line of a joint with the same bolts and load.</param>
public sealed record QuickShop(ShopCheck? Check, string Force, Unit Unit, string? LoadProblem, string? BoltProblem, string Line)
{
    /// <summary>No entry is longer.</summary>
    public const int MaxLength = 100;

    private static readonly Regex Ram = new(
        @"^(?:ram\s+)?(?<bore>[0-9.,/ ]+(?:mm|cm|in|"")?)\s*(?:bore)?\s*(?:,|at|@|×|x)\s*(?<pressure>[0-9].*)$",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant);
    private static readonly Regex Bolts = new(
        @"^(?<n>[0-9]{1,3})\s*(?:[×x]\s*|\s)\s*(?<thread>\S+(?:\s(?:UNC|UNF|8-?UN))?)\s+(?<grade>\S(?:.*\S)?)$",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant);

    /// <summary>Reads both fields.</summary>
    /// <param name="load">A force, such as <c>20 US tons</c>, or a ram: <c>80 mm at 210 bar</c>.</param>
    /// <param name="bolts">Number, size, grade: <c>4 M20 8.8</c>.</param>
    /// <param name="shown">Units where none are typed are refused; forces are shown in these where a ram gave them.</param>
    public static QuickShop Read(string load, string bolts, UnitSystem shown)
    {
        var (force, words, unit, problem) = LoadOf(load.Trim(), shown);
        var (count, thread, grade, fault) = BoltsOf(bolts.Trim());
        if (force is not { } f || thread is null || grade is null) return new(null, words, unit, problem, fault, "");
        // In newtons and never with three figures behind a point, which could be thousands.
        var text = f.ToString(f >= 100 ? "0" : "0.00", System.Globalization.CultureInfo.InvariantCulture) + " N";
        return new(
            ShopCheck.Of(f, count, thread, grade), words, unit, null, null,
            $"{count} {thread.Designation} {grade.Grade}, {text} apart, 20 + 20 steel");
    }

    private static (double? Force, string Words, Unit Unit, string? Problem) LoadOf(string text, UnitSystem shown)
    {
        var usual = Units.Shown(Dimension.Force, shown);
        if (text.Length == 0) return (null, "", usual, null);
        if (text.Length > MaxLength) return (null, "", usual, $"at most {MaxLength} characters");
        if (Ram.Match(text) is { Success: true } ram && !QuantityText.IsBareNumber(ram.Groups["pressure"].Value))
        {
            var bore = QuantityText.Parse(ram.Groups["bore"].Value, Dimension.Length, Units.Shown(Dimension.Length, shown));
            var pressure = QuantityText.Parse(ram.Groups["pressure"].Value, Dimension.Stress);
            if (bore.Problem is not null || pressure.Problem is not null) return (null, "", usual, bore.Problem ?? pressure.Problem);
            if (bore.Held <= 0 || pressure.Held <= 0) return (null, "", usual, "bore and pressure are above nothing");
            var push = LoadHelpers.EndLoad<Plain>(new(pressure.Held), new(bore.Held)).Value;
            return (push, $"ram, bore {QuantityText.ShowText(bore.Held, Dimension.Length, shown, 4)} at "
                + $"{QuantityText.ShowText(pressure.Held, Dimension.Stress, shown, 4)}", usual, null);
        }
        var force = QuantityText.Parse(text, Dimension.Force);
        if (QuantityText.IsBareNumber(text)) return (null, "", usual,
            "with its unit: 90 kN, 20 US tons, 20 UK tons, 20 tonnes; or a ram: 80 mm at 210 bar");
        if (force.Problem is { } why) return (null, "", usual, why);
        if (force.Held <= 0) return (null, "", usual, "must be above nothing");
        return (force.Held, "force", force.Unit ?? usual, null);
    }

    private static (int Count, ScrewThread? Thread, GradeBand? Grade, string? Problem) BoltsOf(string text)
    {
        if (text.Length == 0) return (0, null, null, null);
        if (text.Length > MaxLength || Bolts.Match(text) is not { Success: true } match) return (0, null, null,
            "number, size and grade, such as 4 M20 8.8 or 6 1/2-13 UNC SAE 5");
        var count = int.Parse(match.Groups["n"].ValueSpan, CultureInfo.InvariantCulture);
        if (count < 1) return (0, null, null, "at least one bolt");
        if (Standards.FindThread(match.Groups["thread"].Value) is not { } thread) return (0, null, null,
            $"no thread is called {match.Groups["thread"].Value}. Write it as ordered: M20, 1/2-13 UNC");
        var bands = Standards.GradeBands(match.Groups["grade"].Value);
        if (bands.Count == 0) return (0, null, null,
            $"no grade is called {match.Groups["grade"].Value}. Known: "
                + $"{string.Join(", ", Standards.Names(Standards.Grades, g => g.Grade))}");
        var faults = new List<Fault>();
        return JointRules.GradeNamed(
            match.Groups["grade"].Value, thread, faults) is { } grade ? (count, thread, grade, null) : (0, null, null, faults[0].Problem);
    }
}
