using System.Collections.Immutable;
using Hasp.Core.Joints;

namespace Hasp.Core.Shop;

/// <summary>Why an assembly is not counted among the tests of its lot.</summary>
public enum TestRefusal
{
    /// <summary>It is counted.</summary>
    None,

    /// <summary>Dirt in the thread.</summary>
    Dirt,

    /// <summary>It ran dry.</summary>
    Dry,

    /// <summary>It had been tight before.</summary>
    Reused,

    /// <summary>It was cold.</summary>
    Cold,

    /// <summary>The thread galled.</summary>
    Galled,

    /// <summary>Its nut was another.</summary>
    WrongNut,

    /// <summary>Another reason, in words.</summary>
    Other,
}

/// <summary>One assembly in the tension calibrator.</summary>
/// <param name="Torque">Torque at which the tension was reached, a prevailing torque in it, N·mm; 0 where none is gone by.</param>
/// <param name="Tension">Tension shown, N.</param>
/// <param name="Refusal">Why it does not count.</param>
/// <param name="Refused">Spaces of an indicator washer that refused the gauge at that tension; null where there is none.</param>
public sealed record TestedAssembly(double Torque, double Tension, TestRefusal Refusal = TestRefusal.None, int? Refused = null)
{
    /// <summary>The reasons with their names in documents.</summary>
    public static Named<TestRefusal> Reasons { get; } = new(
        ("none", TestRefusal.None), ("dirt", TestRefusal.Dirt), ("dry", TestRefusal.Dry), ("reused", TestRefusal.Reused),
        ("cold", TestRefusal.Cold),
        ("galled", TestRefusal.Galled), ("wrong nut", TestRefusal.WrongNut), ("other", TestRefusal.Other));

    /// <summary>True where it counts.</summary>
    public bool Counts => Refusal == TestRefusal.None;
}

/// <summary>Everything that a test of a lot holds for, and that ends it when it changes.</summary>
/// <param name="Lot">The lot of bolts.</param>
/// <param name="Nuts">Lot of the nuts.</param>
/// <param name="Washers">Lot of the washers.</param>
/// <param name="Lubricant">Finish and lubricant.</param>
/// <param name="Storage">How it is stored.</param>
/// <param name="Tool">The wrench.</param>
/// <param name="Hose">Its hose and pump; empty for a wrench without.</param>
/// <param name="Temperature">Of the bolts, °C.</param>
public sealed record Conditions(string Lot, string Nuts, string Washers, string Lubricant, string Storage, string Tool, string Hose,
    double Temperature)
{
    /// <summary>What differs from the conditions of a test, in words; nothing where all is as it was.</summary>
    /// <param name="now">As it is now.</param>
    /// <param name="step">How far the temperature may move, K.</param>
    public IEnumerable<string> Changes(Conditions now, double step)
    {
        (string What, string Then, string Now)[] pairs =
        [
            ("lot", Lot, now.Lot), ("nut lot", Nuts, now.Nuts), ("washer lot", Washers, now.Washers),
            ("lubricant", Lubricant, now.Lubricant),
            ("storage", Storage, now.Storage), ("tool", Tool, now.Tool), ("hose", Hose, now.Hose),
        ];
        foreach (var (what, then, here) in pairs.Where(p => !p.Then.Equals(p.Now,
            StringComparison.Ordinal))) yield return $"another {what}: tested with {Say(then)}, now {Say(here)}";
        if (Math.Abs(now.Temperature - Temperature) > step)
            yield return FormattableString.Invariant($"the temperature moved by more than {step:0.#} K: tested at {Temperature:0.#} °C, now {now.Temperature:0.#} °C");

        static string Say(string text) => text.Length == 0 ? "none" : text;
    }
}

/// <summary>A verification of a lot before work: at least three assemblies, each at the tension to be shown.</summary>
/// <param name="With">What it holds for.</param>
/// <param name="At">When.</param>
/// <param name="Until">The end of the shift.</param>
/// <param name="Required">Tension to be shown, N.</param>
/// <param name="Installation">For which procedure.</param>
/// <param name="Diameter">d, mm.</param>
/// <param name="Prevailing">Torque of a locking feature, N·mm.</param>
/// <param name="Tests">The assemblies, in their order.</param>
public sealed record Verification(
    Conditions With, DateTimeOffset At, DateTimeOffset Until, double Required, Installation Installation, double Diameter,
    double Prevailing, ImmutableArray<TestedAssembly> Tests)
{
    /// <summary>Fewest assemblies that count (RCSC specification, pre-installation verification).</summary>
    public const int Fewest = 3;

    /// <summary>Over the least pretension of a code, what a verification has to show (RCSC specification, pre-installation
    /// verification).</summary>
    public const double OverLeast = 1.05;

    /// <summary>
    /// An assembly whose nut factor is further than this from the middle of the others is far off, and its reason is asked for: two and a
    /// half times the
    /// 6 % that EN 14399-1 lets a k-class K2 vary by. The choice of this house.
    /// </summary>
    public const double FarOff = 0.15;

    // What a dial is read to.
    private const double Read = 1e-6;

    /// <summary>The assemblies that count.</summary>
    public IEnumerable<TestedAssembly> Counted => Tests.Where(t => t.Counts);

    /// <summary>A tension shown may lie so far over the one asked for; beyond, its torque is not the one asked for.</summary>
    public const double MostOver = 0.05;

    /// <summary>
    /// The highest torque that any that counts took for the tension to be shown, N·mm; null where the procedure goes by none or too few
    /// count. A torque that was read at more tension than that is brought back to it.
    /// </summary>
    public double? JobTorque => Installation.AsksTest && Problems.Count == 0 ? Counted.Max(t => TorqueFor(t)) : null;

    /// <summary>Places of assemblies that count and showed more than is asked: their torque is brought back by their own nut
    /// factor.</summary>
    public IEnumerable<int> Referred =>
        Tests.Select((t, i) => (t, i)).Where(x => x.t.Counts && IsOver(x.t)).Select(x => x.i);

    /// <summary>Torque of an assembly at the tension to be shown, N·mm: what was read within 5 % over it, else by its own K, Tp + (T
    /// − Tp)·F
    /// required/F shown.</summary>
    public double TorqueFor(TestedAssembly test) =>
        IsOver(test) ? Prevailing + ((test.Torque - Prevailing) * Required / test.Tension) : test.Torque;

    private bool IsOver(TestedAssembly test) => test.Tension > Required * (1 + MostOver + Read);

    /// <summary>Nut factors of those that count.</summary>
    public IReadOnlyList<double> NutFactors =>
        [.. Counted.Where(t => t.Torque > Prevailing && t.Tension > 0)
            .Select(t => LotFigures.NutFactorOf(t.Torque - Prevailing, t.Tension, Diameter))];

    /// <summary>Why it does not verify the lot; nothing where it does.</summary>
    public IReadOnlyList<string> Problems => [.. Finds()];

    /// <summary>
    /// The tension that an assembly has to show for a joint, N: of a structural code 1.05 times its least pretension, else what is aimed
    /// at.
    /// </summary>
    public static double RequiredFor(Joint joint) =>
        joint.Tightening.Pretensioned ? OverLeast * joint.Tightening.AimValue : Mechanics<Formulas.Plain>.Aimed(joint).Value;

    /// <summary>Places of assemblies that count and lie far off the middle of the others.</summary>
    public static IEnumerable<int> FarOffIn(IReadOnlyList<TestedAssembly> tests, double prevailing)
    {
        for (var i = 0; i < tests.Count; i++)
        {
            if (!tests[i].Counts || tests[i].Tension <= 0 || tests[i].Torque <= prevailing) continue;
            var others = tests.Where((t, j) => j != i && t.Counts && t.Tension > 0 && t.Torque > prevailing)
                .Select(t => (t.Torque - prevailing) / t.Tension).Order().ToArray();
            if (others.Length < 2) continue;
            var middle = (others[(others.Length - 1) / 2] + others[others.Length / 2]) / 2;
            if (Math.Abs(((tests[i].Torque - prevailing) / tests[i].Tension / middle) - 1) > FarOff) yield return i;
        }
    }

    /// <summary>
    /// What is wrong with an indicator washer; null where nothing is: at the tension to be shown fewer than half of its spaces may refuse
    /// the gauge (ASTM F959).
    /// </summary>
    private string? Indicates(TestedAssembly test) => (test.Refused, Installation.SpacesOf(Diameter)) switch
    {
        (null, _) => "say how many spaces refused the gauge",
        ({ } refused, { } spaces) when 2 * refused >= spaces =>
            $"{refused} of {spaces} spaces refused the gauge, and fewer than half may: it would show too early",
        _ => null,
    };

    private IEnumerable<string> Finds()
    {
        if (Counted.Count() < Fewest) yield return $"{Counted.Count()} of {Fewest} assemblies count";
        foreach (var (test, i) in Tests.Select((t, i) => (t, i))
            .Where(x => x.t.Counts && x.t.Tension < Required * (1 - Read))) yield return $"assembly {i
                + 1} did not reach the tension to be shown";
        if (Installation.AsksTest) foreach (var (_, i) in Tests.Select((t, i) => (t, i))
            .Where(x => x.t.Counts && x.t.Torque <= Prevailing)) yield return $"assembly {i + 1} has no torque above the prevailing one";
        if (Installation.Id == "indicator") foreach (var (test, i) in Tests.Select((t, i) => (t, i))
            .Where(x => x.t.Counts)) if (Indicates(test) is { } problem) yield return $"assembly {i + 1}: {problem}";
        foreach (var i in FarOffIn(Tests,
            Prevailing)) yield return $"assembly {i + 1} is far off the others: find out why, and refuse it with its reason";
    }
}

/// <summary>Whether bolts of a lot may be tightened now.</summary>
/// <param name="Verified">The verification that it rests on; null where there is none.</param>
/// <param name="Reasons">Why not; nothing where they may.</param>
public sealed record LotStanding(Verification? Verified, ImmutableArray<string> Reasons)
{
    /// <summary>How far the temperature may move where the shop said nothing, K.</summary>
    public const double UsualStep = 10;

    /// <summary>True where they may be tightened.</summary>
    public bool Holds => Reasons.IsEmpty;

    /// <summary>When it lapses by itself; null where it does not hold.</summary>
    public DateTimeOffset? Until => Holds ? Verified!.Until : null;

    /// <summary>How a lot stands.</summary>
    /// <param name="verified">Its last verification with the tool in hand; null where there is none.</param>
    /// <param name="now">As everything is now.</param>
    /// <param name="moment">Now.</param>
    /// <param name="step">How far the temperature may move, K.</param>
    public static LotStanding Of(Verification? verified, Conditions now, DateTimeOffset moment, double step = UsualStep)
    {
        if (verified is null) return new(null, [$"{now.Lot} was not tested with {(now.Tool.Length > 0 ? now.Tool : "the tool in hand")}"]);
        var reasons = ImmutableArray.CreateBuilder<string>();
        if (verified.Problems.Count > 0) reasons.AddRange(verified.Problems);
        if (moment < verified.At) reasons.Add("the clock stands before the test");
        if (moment >= verified.Until) reasons.Add("the shift in which it was tested is over");
        reasons.AddRange(verified.With.Changes(now, step));
        return new(verified, reasons.ToImmutable());
    }

    /// <summary>The same for a joint: it was tested at what the joint asks, for its procedure and its bolts.</summary>
    public LotStanding For(TestTarget target) =>
        Verified is null ? this : this with { Reasons = [.. Reasons, .. target.WhyNot(Verified)] };
}

/// <summary>What a joint asks of a test of its lot.</summary>
/// <param name="Required">Tension to be shown, N.</param>
/// <param name="Installation">How it is tightened.</param>
public readonly record struct TestTarget(double Required, Installation Installation)
{
    // Of the tension: what is typed is rounded.
    private const double Near = 0.01;

    /// <summary>What a joint asks; each look at its shop asks it of plan, setting and hindrances alike.</summary>
    public static TestTarget Of(Joint joint) =>
        joint.Once(nameof(TestTarget), () => new TestTarget(Verification.RequiredFor(joint), Installation.Of(joint)));

    /// <summary>True for a test that was made for it.</summary>
    public bool IsOf(Verification test) => !WhyNot(test).Any();

    /// <summary>Why a test says nothing of it; nothing where it does.</summary>
    public IEnumerable<string> WhyNot(Verification test)
    {
        if (test.Installation.Id != Installation.Id)
            yield return $"tested for \"{test.Installation.Name}\", and this joint is tightened by \"{Installation.Name}\"";
        if (test.Required < Required * (1 - Near)) yield return "tested at less tension than this joint asks";
        if (Installation.AsksTest && test.Required > Required * (1 + Near))
            yield return "tested at more tension than this joint asks: its torque is too high here";
    }
}
