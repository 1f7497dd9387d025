using System.Globalization;
using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;
using Hasp.Files.Quick;

namespace Hasp.Files;

/// <summary>What the shop's quick check read, by the reader of the quick line: the answer, or what is asked of either field.</summary>
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

    // How a force acts is the quick check's to say: it shows both ways.
    private const string AnyWay = " apart";

    /// <summary>What a load that could mean two things may be written as: the words of the answer, and the load.</summary>
    public IReadOnlyList<(string Words, string Load)> LoadAnswers { get; private init; } = [];

    /// <summary>Loads and bolts of the shop, to begin with.</summary>
    public static IReadOnlyList<(string Load, string Bolts)> Examples { get; } =
        [("80 mm bore at 210 bar", "4 M20 8.8"), ("20 US tons", "6 3/4-10 UNC grade 5"), ("500 kg", "2 M10 A2-70")];

    /// <summary>Reads both fields.</summary>
    /// <param name="load">A force or a weight, such as <c>20 US tons</c>, or a ram: <c>80 mm at 210 bar</c>.</param>
    /// <param name="bolts">Number, size, grade: <c>4 M20 8.8</c>.</param>
    /// <param name="shown">Units where none are typed are refused; forces are shown in these where a ram gave them.</param>
    public static QuickShop Read(string load, string bolts, UnitSystem shown)
    {
        var push = PushOf(load.Trim(), shown);
        var (count, thread, grade, fault) = BoltsOf(bolts.Trim(), shown);
        if (push.Held is not { } force || thread is null || grade is null)
        {
            return new(null, push.Words, push.Unit, push.Problem, fault, "") { LoadAnswers = push.Answers };
        }
        // In newtons and never with three figures behind a point, which could be thousands.
        var text = force.ToString(force >= 100 ? "0" : "0.00", CultureInfo.InvariantCulture) + " N";
        return new(ShopCheck.Of(force, count, thread, grade), push.Words, push.Unit, null, null,
            $"{count} {thread.Designation} {grade.Grade}, {text} apart, 20 + 20 steel");
    }

    /// <summary>A load as it was read.</summary>
    private sealed record Push(double? Held, string Words, Unit Unit, string? Problem)
    {
        internal IReadOnlyList<(string Words, string Load)> Answers { get; init; } = [];
    }

    private static Push PushOf(string text, UnitSystem shown)
    {
        var usual = Units.Shown(Dimension.Force, shown);
        if (text.Length == 0) return new(null, "", usual, null);
        if (text.Length > MaxLength) return new(null, "", usual, $"at most {MaxLength} characters");
        if (QuantityText.IsBareNumber(text)) return new(null, "", usual,
            "with its unit: 90 kN, 20 US tons, 20 UK tons, 20 tonnes; or a ram: 80 mm at 210 bar");
        if (QuickReader.Read(text, shown) is { Bore: { Held: > 0 } bore, Pressure: { Held: > 0 } pressure } ram
            && ram.Parts.All(p => p.Problem is null))
        {
            return new(LoadHelpers.EndLoad<Plain>(new(pressure.Held), new(bore.Held)).Value,
                $"ram, bore {QuantityText.ShowText(bore.Held, Dimension.Length, shown, 4)} at "
                + QuantityText.ShowText(pressure.Held, Dimension.Stress, shown, 4), usual, null);
        }
        var read = QuickReader.Read(text + AnyWay, shown);
        var asked = read.Parts.FirstOrDefault(p => p.Problem is not null);
        if (asked is null && read.Tension is { Held: > 0 } force) return new(force.Held, "force", force.Unit, null);
        return new(null, "", usual, asked?.Problem ?? "what pushes: a force with its unit, a weight, or a ram with bore and pressure")
        {
            Answers = [.. asked?.Answers.Select(a => (a.Words, a.Line.Replace(AnyWay, "", StringComparison.Ordinal))) ?? []],
        };
    }

    private static (int Count, ScrewThread? Thread, GradeBand? Grade, string? Problem) BoltsOf(string text, UnitSystem shown)
    {
        (int, ScrewThread?, GradeBand?, string?) No(string problem) => (0, null, null, problem);
        if (text.Length == 0) return (0, null, null, null);
        if (text.Length > MaxLength) return No($"at most {MaxLength} characters");
        var read = QuickReader.Read(text, shown);
        if (read.Parts.FirstOrDefault(p => p.Problem is not null) is { } asked) return No($"{asked.Text}: {asked.Problem}");
        if (read.Thread is not { } thread
            || read.Grade is null) return No("number, size and grade, such as 4 M20 8.8 or 6 1/2-13 UNC grade 5");
        if (read.Count is 0) return No("at least one bolt");
        var faults = new List<Fault>();
        return JointRules.GradeNamed(read.Grade, thread, faults) is { } grade ? (read.Count ?? 1, thread, grade, null)
            : No(faults[0].Problem);
    }
}
