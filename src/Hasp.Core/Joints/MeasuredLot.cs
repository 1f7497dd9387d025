using Hasp.Core.Catalogue;
using Hasp.Core.Quantities;
using Hasp.Core.Uncertainty;

namespace Hasp.Core.Joints;

/// <summary>
/// What the tests of a lot of bolts said when it was put into a joint: it takes the place of the table's nut factor, band and torque. Kept
/// with the joint, so that the joint computes the same whatever becomes of the lot.
/// </summary>
/// <param name="Name">The lot, as the Stores call it.</param>
/// <param name="Bolts">Thread and grade that were tested: <c>M16 8.8</c>.</param>
/// <param name="Lubrication">Finish and lubricant that they were tested with.</param>
/// <param name="NutFactor">K̄.</param>
/// <param name="Low">Lower end of its band.</param>
/// <param name="High">Upper end of its band.</param>
/// <param name="Tests">How many tests count.</param>
/// <param name="Tension">The tension that was shown, N.</param>
/// <param name="Torque">The job torque, the highest torque that any of them took, N·mm.</param>
/// <param name="Tested">When: the moment as ISO 8601 writes it.</param>
/// <param name="Tool">With what.</param>
/// <param name="Entry">Number of the verification in the shop's log; 0 where it is not in it.</param>
public sealed record MeasuredLot(
    string Name, string Bolts, string Lubrication, double NutFactor, double Low, double High, int Tests, double Tension, double Torque,
    string Tested, string Tool, int Entry)
{
    /// <summary>
    /// What the instruments of a test may be off, as a share: a tension calibrator by ±2 % (ISO 7500-1, class 2), a hand torque
    /// tool by ±4 % (ISO 6789-1). No band of a lot is narrower.
    /// </summary>
    public static double Instruments { get; } = Math.Sqrt((0.02 * 0.02) + (0.04 * 0.04));

    /// <summary>
    /// V, the deviation of the tests over their mean, as the band holds it: half of it is k2·V, and what the instruments may be off
    /// beside that.
    /// </summary>
    public double Variation =>
        Math.Sqrt(Math.Max(0, Math.Pow((High - Low) / (2 * NutFactor), 2) - (Instruments * Instruments))) / ToleranceFactors.OfLot(Tests);

    /// <summary>True where the band was stated narrower than <see cref="Instruments"/>, and is used as wide as they are.</summary>
    public bool Widened { get; init; }

    // Tensions that differ by less are the same target: a torque is not tested anew for the last figure of a preload.
    private const double SameTension = 0.01;

    /// <summary>The lot with its tests and date, as a working cites it.</summary>
    public string Cited => $"lot {Name}, {Tests} tests, {(Tested.Length >= 10 ? Tested[..10] : Tested)}";

    /// <summary>Bolts as a lot names them.</summary>
    public static string BoltsOf(ScrewThread thread, GradeBand grade) => $"{thread.Designation} {grade.Grade}";

    /// <summary>True where these are the bolts that were tested, and so lubricated.</summary>
    public bool Fits(ScrewThread thread, GradeBand grade, string lubrication) =>
        Bolts == BoltsOf(thread, grade) && Lubrication == lubrication;

    /// <summary>True where the job torque reaches what is aimed at, N, and was not tested at something higher.</summary>
    public bool TestedAt(double tension) => Math.Abs(tension - Tension) <= SameTension * Tension;
}

/// <content>The lot in a document.</content>
public static partial class JointRules
{
    /// <summary>The lot whose figures are used: null where none is stated, where it is of other bolts, or where the method goes by
    /// no torque.</summary>
    private static MeasuredLot? LotFor(Values said, ScrewThread? thread, GradeBand? grade, NutFactor? finish, List<Fault> faults)
    {
        if (LotStated(said, faults) is not { } lot) return null;
        if (thread is null || grade is null || finish is null || !lot.Fits(thread, grade, finish.Lubrication)) return null;
        return lot;
    }

    private static MeasuredLot? LotStated(Values said, List<Fault> faults)
    {
        if (!LotFields.All.Any(said.Has)) return null;
        var before = faults.Count;
        foreach (var field in LotFields.All.Where(f => !said.Has(f) && !said.IsFaulty(f) && f != LotFields.Entry && f != LotFields.Tool))
        {
            faults.Add(new("lot-half", field.Path, null,
                $"the figures of a lot go together, and this one is missing: state {field.Meaning}, or clear the lot"));
        }
        foreach (var twice in new Field[] { Fields.NutFactor, Fields.Scatter, Fields.ThreadFriction,
            Fields.BearingFriction }.Where(said.Has))
        {
            faults.Add(new("lot-twice", twice.Path, null,
                $"the lot {said.Stated(LotFields.Name)} says it already, by its tests: clear this, or the lot") { Mends =
                    [new("Keep the lot's", twice.Path, "")] });
        }
        if (faults.Count > before || LotFields.All.Any(said.IsFaulty)) return null;
        var (low, mean, high) = (said.Stated(LotFields.Low)!.Value, said.Stated(LotFields.NutFactor)!.Value,
            said.Stated(LotFields.High)!.Value);
        if (!(low < mean && mean < high))
        {
            faults.Add(new("lot-band", LotFields.NutFactor.Path, QuantityText.Figures(mean),
                "the mean nut factor lies between the ends of its band"));
            return null;
        }
        var (least, most) = (mean * (1 - MeasuredLot.Instruments), mean * (1 + MeasuredLot.Instruments));
        return new(
            said.Stated(LotFields.Name)!, said.Stated(LotFields.Bolts)!, said.Stated(LotFields.Lubrication)!, mean, Math.Min(low, least),
            Math.Max(high, most),
            said.Stated(LotFields.Tests)!.Value, said.Stated(LotFields.Tension)!.Value,
            said.Stated(LotFields.Torque)!.Value, said.Stated(LotFields.Tested)!, said.Stated(LotFields.Tool) ?? "",
            said.Stated(LotFields.Entry) ?? 0)
        {
            // Figures are written with four digits: a hair is no narrowing.
            Widened = low > least * 1.001 || high < most * 0.999,
        };
    }
}

/// <summary>The fields of a lot in a joint document; written by the shop's tests, and readable by hand.</summary>
public static class LotFields
{
#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Field<string> Name = new("tightening.lot.name", Types.Text, "Lot", "the lot of bolts whose tests are used");
    public static readonly Field<string> Bolts = new(
        "tightening.lot.bolts", Types.Text, "Bolts tested", "thread and grade of the lot: M16 8.8");
    public static readonly Field<string> Lubrication = new(
        "tightening.lot.lubrication", Types.OneOf(Standards.Names(Standards.NutFactors, k => k.Lubrication)), "Finish, lubricant tested",
        "finish and lubricant that the lot was tested with");
    public static readonly Field<double> NutFactor = new(
        "tightening.lot.nutFactor", Types.Number, "Nut factor K of the lot", "mean nut factor of its tests") { Above = 0, Max = 1 };
    public static readonly Field<double> Low = new(
        "tightening.lot.low", Types.Number, "K, lower end",
        "lower end of its tolerance interval, 95 % of the lot with 95 % confidence (ISO 16269-6)") { Above = 0, Max = 1 };
    public static readonly Field<double> High = new(
        "tightening.lot.high", Types.Number, "K, upper end", "upper end of that interval") { Above = 0, Max = 2 };
    public static readonly Field<int> Tests = new(
        "tightening.lot.tests", Types.Whole, "Tests", "number of tests that count") { Min = 3, Max = 10_000 };
    public static readonly Field<double> Tension = new(
        "tightening.lot.tension", Types.Force, "Tension shown", "tension at which the torque was read") { Above = 0, Max = 1e9 };
    public static readonly Field<double> Torque = new(
        "tightening.lot.torque", Types.Torque, "Job torque", "highest torque that any of its tests took to that tension")
    {
        Above = 0, Max = 1e9,
    };
    public static readonly Field<string> Tested = new(
        "tightening.lot.tested", Types.Text, "Tested", "when it was tested, as 2026-11-26T07:20:00Z");
    public static readonly Field<string> Tool = new(
        "tightening.lot.tool", Types.Text, "Tool", "the wrench that it was tested with") { Default = "not stated" };
    public static readonly Field<int> Entry = new(
        "tightening.lot.entry", Types.Whole, "Entry", "number of the verification in the shop's log")
    {
        Min = 0, Default = "not in the log",
    };
#pragma warning restore CS1591

    /// <summary>All, in their order.</summary>
    public static IReadOnlyList<Field> All { get; } = [Name, Bolts, Lubrication, NutFactor, Low, High, Tests, Tension, Torque, Tested, Tool,
        Entry];
}
