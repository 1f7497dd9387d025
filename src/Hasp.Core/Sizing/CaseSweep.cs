using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Sizing;

/// <summary>Where a check is tightest over many cases.</summary>
/// <param name="Check">The check.</param>
/// <param name="Factor">Its factor there.</param>
/// <param name="Case">Index of the case.</param>
/// <param name="Bolt">Index of the bolt; −1 where the parts are judged.</param>
public readonly record struct SweptCheck(Check Check, double Factor, int Case, int Bolt);

/// <summary>What is tightest on a bolt over many cases.</summary>
/// <param name="Bolt">Index of the bolt.</param>
/// <param name="Reserve">Its reserve; infinite where nothing is judged.</param>
/// <param name="Check">The check; null where nothing is judged.</param>
/// <param name="Case">Index of the case; −1 where nothing is judged.</param>
public readonly record struct SweptBolt(int Bolt, double Reserve, Check? Check, int Case);

/// <summary>
/// Thousands of cases, as an analysis leaves them, judged in full by every check of the basis on every bolt: nothing is left out before it
/// is judged. Cases are steady; swings belong into a joint's own cases.
/// </summary>
/// <param name="ByCheck">One entry a check that found something.</param>
/// <param name="ByBolt">One entry a bolt.</param>
public sealed record CaseSweep(IReadOnlyList<SweptCheck> ByCheck, IReadOnlyList<SweptBolt> ByBolt)
{
    private const int Block = 64;

    // One is left to whoever else wants something of this machine.
    private static readonly int Cores = Math.Max(1, Environment.ProcessorCount - 1);

    /// <summary>The cases that are tightest for some check or on some bolt.</summary>
    public IReadOnlyList<int> Governing =>
        [.. ByCheck.Select(c => c.Case).Concat(ByBolt.Select(b => b.Case)).Where(c => c >= 0).Distinct().Order()];

    /// <summary>Judges the cases.</summary>
    /// <param name="joint">The joint, with a pattern; its own cases do not count.</param>
    /// <param name="cases">At least one.</param>
    /// <param name="told">Told how far it is, 0 to 1, from any thread.</param>
    /// <param name="stop">Stops it.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static CaseSweep Of(Joint joint, IReadOnlyList<LoadCase> cases, Action<double>? told = null, CancellationToken stop = default)
    {
        // What is judged, and how long the joint is, follow from all the cases and not from any one.
        var swept = joint.WithCases(cases);
        var mechanics = Mechanics<Plain>.Of(swept);
        var checks = joint.Judging.Checks.Where(c => !c.Info.WithoutLoad && TwoReserves.IsJudged(c, swept)).ToArray();
        var blocks = new Tightest[(cases.Count + Block - 1) / Block];
        var done = 0;
        Parallel.For(0, blocks.Length, new ParallelOptions { CancellationToken = stop, MaxDegreeOfParallelism = Cores }, b =>
        {
            var found = blocks[b] = new Tightest(checks.Length, joint.Bolts.Count);
            for (var c = b * Block; c < Math.Min(cases.Count, (b + 1) * Block); c++) Judge(mechanics, checks, cases[c], c, found);
            told?.Invoke(Interlocked.Increment(ref done) / (double)blocks.Length);
        });
        var all = new Tightest(checks.Length, joint.Bolts.Count);
        foreach (var block in blocks) all.Take(block);
        return new(
            [.. checks.Select((c, i) => new SweptCheck(c, all.Factors[i].Factor, all.Factors[i].Case, all.Factors[i].Bolt))
                .Where(c => c.Case >= 0)],
            [.. all.Bolts.Select((b, i) => new SweptBolt(i, b.Reserve, b.Check < 0 ? null : checks[b.Check], b.Case))]);
    }

    private static void Judge(in Mechanics<Plain> m, Check[] checks, LoadCase load, int index, Tightest found)
    {
        var joint = m.Joint;
        for (var bolt = 0; bolt < joint.Bolts.Count; bolt++)
        {
            var on = joint.LoadPath.On<Plain>(load, joint.Pattern is null ? 0 : bolt);
            var tension = joint.Pattern?.Prying?.With(joint, on.Tension) ?? on.Tension;
            var pull = new BoltLoad<Plain>(load, bolt, new(joint.Bolts.Count), tension, on.Shear, on.ShearX, on.ShearY, null, on.Tension);
            for (var i = 0; i < checks.Length; i++)
            {
                var parts = checks[i].JudgesParts;
                if (parts && bolt > 0) continue;
                var required = joint.Judging.RequiredByIndex[checks[i].Index];
                var judged = checks[i].Judge(m, parts ? pull with { Known = found.Factors[i].Factor } : pull);
                if (judged.Applies) found.Take(i, parts ? -1 : bolt, index, judged.Factor.Value, required);
            }
        }
    }

    /// <summary>What was tightest so far.</summary>
    private sealed class Tightest
    {
        internal Tightest(int checks, int bolts)
        {
            Factors = new (double, int, int)[checks];
            Bolts = new (double, int, int)[bolts];
            Array.Fill(Factors, (double.PositiveInfinity, -1, -1));
            Array.Fill(Bolts, (double.PositiveInfinity, -1, -1));
        }

        internal (double Factor, int Case, int Bolt)[] Factors { get; }

        internal (double Reserve, int Check, int Case)[] Bolts { get; }

        internal void Take(int check, int bolt, int loadCase, double factor, double required)
        {
            if (factor < Factors[check].Factor) Factors[check] = (factor, loadCase, bolt);
            if (bolt >= 0 && factor / required < Bolts[bolt].Reserve) Bolts[bolt] = (factor / required, check, loadCase);
        }

        internal void Take(Tightest other)
        {
            for (var i = 0; i < Factors.Length; i++) if (other.Factors[i].Factor < Factors[i].Factor) Factors[i] = other.Factors[i];
            for (var i = 0; i < Bolts.Length; i++) if (other.Bolts[i].Reserve < Bolts[i].Reserve) Bolts[i] = other.Bolts[i];
        }
    }
}
