using Hasp.Core.Catalogue;
using Hasp.Core.Joints;
using Hasp.Core.Shop;

namespace Hasp.Files.Shop;

/// <summary>What a shop keeps in its Stores: wrenches and testers, lots, consumables, nut factors of its own, and its rules.</summary>
public static class ShopKinds
{
    private const double Largest = 1e9;

#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Field<string> Name = new(
        "name", Types.Text, "Name", "by which it is known; nothing else bears it") { Required = true, MaxLength = 80 };
    public static readonly Field<DateOnly> CalibrationDue = new(
        "calibrationDue", Types.Date, "Calibration due", "day on which its calibration ends");
    public static readonly Field<string> Certificate = new("certificate", Types.Text, "Certificate", "number of its certificate");
    public static readonly Field<string> Note = new("note", Types.Text, "Note", "anything worth keeping with it");

    public static readonly Field<string> WrenchType = new(
        "type", Types.OneOf("click", "dial", "electronic", "multiplier", "hydraulic", "impact"), "Type",
        "what kind of wrench it is") { Required = true };
    public static readonly Field<double> WrenchLeast = new(
        "least", Types.Torque, "From", "lower end of its scale") { Required = true, Min = 0, Max = Largest };
    public static readonly Field<double> WrenchMost = new(
        "most", Types.Torque, "Full scale", "upper end of its scale") { Required = true, Above = 0, Max = Largest };
    public static readonly Field<double> WrenchStep = new(
        "graduation", Types.Torque, "Graduation", "what it can be set or read by") { Required = true, Above = 0, Max = Largest };
    public static readonly Field<string> Hose = new(
        "hose", Types.Text, "Hose, pump", "hose and pump that belong to it; another one ends a test");

    public static readonly Field<string> TesterType = new(
        "type", Types.OneOf("tension calibrator", "torque tester", "micrometer", "ultrasonic"), "Type",
        "what it measures") { Required = true };
    public static readonly Field<double> TesterMost = new(
        "most", Types.Force, "To", "largest tension that it shows") { Above = 0, Max = Largest };
    public static readonly Field<double> TesterStep = new(
        "resolution", Types.Force, "Resolution", "smallest tension that it tells apart") { Above = 0, Max = Largest };

    public static readonly Field<string> LotThread = new(
        "thread", Types.Listed, "Thread", "thread as ordered: M16, 3/4-10 UNC") { Required = true };
    public static readonly Field<string> LotGrade = new("grade", Types.Listed, "Grade", "strength grade as stamped") { Required = true };
    public static readonly Field<string> LotFinish = new(
        "lubrication", Types.OneOf(Standards.Names(Standards.NutFactors, k => k.Lubrication)), "Finish, lubricant",
        "finish and lubricant that it is tightened with") { Required = true };
    public static readonly Field<int> LotNumber = new("number", Types.Whole, "Number", "how many bolts came") { Min = 1, Max = 10_000_000 };
    public static readonly Field<string> LotSupplier = new(
        "supplier", Types.Text, "Supply", "where it came from, as a trend is drawn: the same supply, the same name");
    public static readonly Field<string> LotNuts = new("nutLot", Types.Text, "Nut lot", "lot of the nuts that go with it");
    public static readonly Field<string> LotWashers = new("washerLot", Types.Text, "Washer lot", "lot of the washers that go with it");
    public static readonly Field<DateOnly> LotOpened = new("opened", Types.Date, "Opened", "day on which its packing was opened");
    public static readonly Field<string> LotStored = new(
        "stored", Types.Text, "Stored", "how it is kept: dry and indoors, covered, in the open") { Otherwise = "dry, indoors" };
    public static readonly Field<double> LotLength = new(
        "length", Types.Length, "Length", "length of the bolts") { Above = 0, Max = 10_000 };

    public static readonly Field<string> ConsumableType = new(
        "type", Types.OneOf("lubricant", "adhesive", "primer", "sealant", "grout", "other"), "Type", "what it is") { Required = true };
    public static readonly Field<string> Batch = new("batch", Types.Text, "Batch", "number of its batch");
    public static readonly Field<DateOnly> UseBefore = new("useBefore", Types.Date, "Use before", "day on which its shelf life ends");
    public static readonly Field<DateOnly> Opened = new("opened", Types.Date, "Opened", "day on which it was opened");

    public static readonly Field<string> FactorGrade = new("for", Types.Text, "For", "finish, lubricant and bolts that it was found for");
    public static readonly Field<double> Factor = new(
        "nutFactor", Types.Number, "Nut factor K", "mean nut factor") { Required = true, Above = 0, Max = 1 };
    public static readonly Field<double> FactorLow = new(
        "low", Types.Number, "from", "lower end of its band") { Required = true, Above = 0, Max = 1 };
    public static readonly Field<double> FactorHigh = new(
        "high", Types.Number, "to", "upper end of its band") { Required = true, Above = 0, Max = 1 };
    public static readonly Field<string> FactorSource = new(
        "source", Types.Text, "Source", "where the figure comes from") { Required = true };

    public static readonly Field<string> ShiftStarts = new(
        "shifts", Types.Text, "Shifts begin",
        "when shifts begin by the clock on the wall: 06:00, 14:00, 22:00") { Otherwise = Shifts.Usual };
    public static readonly Field<string> Zone = new(
        "zone", Types.Text, "Time zone", "where that clock hangs: Europe/London") { Default = "the server's" };
    public static readonly Field<double> TemperatureStep = new(
        "temperatureStep", Types.Number, "Temperature step, K", "how far the temperature may move before a test lapses, K")
    {
        Above = 0, Max = 100, Otherwise = LotStanding.UsualStep,
    };
#pragma warning restore CS1591

    /// <summary>Wrenches.</summary>
    public static RecordKind Wrenches { get; } = new(
        "wrenches", "Wrenches", "wrench", [Name, WrenchType, WrenchLeast, WrenchMost, WrenchStep, Hose, CalibrationDue, Certificate, Note])
    {
        Judge = (said, faults) =>
        {
            if (said.Stated(WrenchLeast) >= said.Stated(WrenchMost)) faults.Add(new("wrench-range", WrenchMost.Path, null,
                "must be above the lower end of its scale"));
            if (said.Stated(WrenchStep) > said.Stated(WrenchMost)) faults.Add(new("wrench-step", WrenchStep.Path, null,
                "must not be more than its full scale"));
        },
        Ends = [CalibrationDue],
    };

    /// <summary>Testers: tension calibrators and what else measures.</summary>
    public static RecordKind Testers { get; } = new(
        "testers", "Testers", "tester", [Name, TesterType, TesterMost, TesterStep, CalibrationDue, Certificate,
            Note]) { Ends = [CalibrationDue] };

    /// <summary>Lots of bolts.</summary>
    public static RecordKind Lots { get; } = new(
        "lots", "Lots", "lot", [Name, LotThread, LotGrade, LotFinish, LotLength, LotNumber, LotSupplier, LotNuts, LotWashers, Certificate,
            LotOpened, LotStored, Note])
    {
        Frozen = [LotThread, LotGrade, LotFinish, LotLength, LotNuts, LotWashers],
        Judge = (said, faults) =>
        {
            var thread = said.Stated(LotThread);
            if (thread is not null && Standards.FindThread(thread) is null) faults.Add(new("thread-unlisted", LotThread.Path, thread,
                "no thread of that designation. Write it as ordered: M16, M16x1.5, 1/2-13 UNC"));
        },
        Page = "/lots/",
    };

    /// <summary>What runs out: lubricants, adhesives, sealants, grout.</summary>
    public static RecordKind Consumables { get; } = new(
        "consumables", "Consumables", "consumable", [Name, ConsumableType, Batch, Opened, UseBefore, Note]) { Ends = [UseBefore] };

    /// <summary>Nut factors of the shop's own.</summary>
    public static RecordKind Factors { get; } = new(
        "factors", "Nut factors", "nut factor", [Name, FactorGrade, Factor, FactorLow, FactorHigh, FactorSource])
    {
        Judge = (said, faults) =>
        {
            if (!(said.Stated(FactorLow) <= said.Stated(Factor) && said.Stated(Factor) <= said.Stated(FactorHigh)) && said.Has(Factor)
                && said.Has(FactorLow) && said.Has(FactorHigh))
            {
                faults.Add(new("factor-band", Factor.Path, null, "must lie between the ends of its band"));
            }
        },
    };

    /// <summary>The shop's rules: shifts and what ends a test.</summary>
    public static RecordKind Rules { get; } = new("shop", "Shop rules", "set of rules", [Name, ShiftStarts, Zone, TemperatureStep])
    {
        Judge = (said, faults) =>
        {
            if (said.Stated(ShiftStarts) is { } starts
                && Shifts.Parse(starts) is null) faults.Add(new("shifts-unreadable", ShiftStarts.Path, starts,
                "times of the day, parted by commas, each once: 06:00, 14:00, 22:00"));
            if (said.Stated(Zone) is { Length: > 0 } zone
                && !TimeZoneInfo.TryFindSystemTimeZoneById(zone, out _)) faults.Add(new("zone-unknown", Zone.Path, zone,
                "no time zone of that name: Europe/London, America/New_York"));
        },
        IsSingle = true,
    };

    /// <summary>All, in the order of their shelves.</summary>
    public static IReadOnlyList<RecordKind> All { get; } = [Lots, Wrenches, Testers, Consumables, Factors, Rules];
}
