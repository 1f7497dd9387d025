using Hasp.Core.Checks.Machine;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Fatigue;

/// <summary>One alternating load case in the fatigue diagram, at the preload that governs. Forces in N, stresses in MPa on the
/// stress area.</summary>
public sealed record FatigueState
{
    /// <summary>Index of the load case.</summary>
    public required int Case { get; init; }

    /// <summary>Index of the bolt that it is worst for.</summary>
    public required int Bolt { get; init; }

    /// <summary>Upper end of the swing on one bolt.</summary>
    public required double LoadMax { get; init; }

    /// <summary>Lower end.</summary>
    public required double LoadMin { get; init; }

    /// <summary>The preload that governs: the largest or the smallest.</summary>
    public required double Preload { get; init; }

    /// <summary>True where the largest preload governs.</summary>
    public required bool AtLargest { get; init; }

    /// <summary>True where the faces part at the upper end, at this preload: the bolt sees the whole swing.</summary>
    public required bool Opens { get; init; }

    /// <summary>σi.</summary>
    public required double PreloadStress { get; init; }

    /// <summary>σa, of the force really in the bolt.</summary>
    public required double Amplitude { get; init; }

    /// <summary>σm, of the force really in the bolt.</summary>
    public required double Mean { get; init; }

    /// <summary>Se, or σA in the amplitude school.</summary>
    public required double Strength { get; init; }

    /// <summary>Factor by each criterion, the one in use first; the amplitude school has one of its own.</summary>
    public required IReadOnlyList<School> Criteria { get; init; }

    /// <summary>Sp/(σm + σa).</summary>
    public required double FirstCycleYield { get; init; }

    /// <summary>How often it comes; null for endless.</summary>
    public required double? Cycles { get; init; }

    /// <summary>Share of the life it uses; null without an S–N slope.</summary>
    public required double? Damage { get; init; }

    /// <summary>Share of the life that all swings of this bolt use together; null without an S–N slope.</summary>
    public required double? LifeUsed { get; init; }

    /// <summary>The factor in use.</summary>
    public double Factor => Criteria[0].Factor;

    /// <summary>Every alternating case, the worst first.</summary>
    internal static IReadOnlyList<FatigueState> Of(in Mechanics<Plain> m)
    {
        var states = new List<FatigueState>();
        for (var i = 0; i < m.Joint.Cases.Length; i++)
        {
            // The worst bolt stands for the case.
            var (worst, least) = (default(BoltLoad<Plain>?), double.PositiveInfinity);
            foreach (var pull in m.Joint.Sharing.Cases[i])
            {
                var load = BoltLoad<Plain>.Of(m.Joint, i, pull, m.Joint.Bolts.Count);
                if (!load.Swings) continue;
                var factor = FatigueCheck.EndlessFactor(m, load, m.Joint.Fatigue.Criterion).Value;
                if (worst is null || factor < least) (worst, least) = (load, factor);
            }
            if (worst is { } governing) states.Add(Of(m, i, governing));
        }
        return [.. states.OrderBy(s => s.Factor)];
    }

    private static FatigueState Of(in Mechanics<Plain> m, int index, in BoltLoad<Plain> load)
    {
        var rules = m.Joint.Fatigue;
        var (max, min) = load.Swing;
        var (tight, loose) = (FatigueCheck.AtPreload(m, load, rules.Criterion, m.PreloadMax).Value,
            FatigueCheck.AtPreload(m, load, rules.Criterion, m.PreloadMin).Value);
        var atLargest = tight <= loose;
        var preload = atLargest ? m.PreloadMax : m.PreloadMin;
        var area = m.Thread.StressArea;
        var upper = JointUnderLoad.BoltForce(preload, m.LoadShare, max) / area;
        var lower = JointUnderLoad.BoltForce(preload, m.LoadShare, min) / area;
        var mean = (upper + lower) / new Plain(2);
        var amplitude = (upper - lower) / new Plain(2);
        return new FatigueState
        {
            Case = index,
            Bolt = load.Bolt,
            LoadMax = max.Value,
            LoadMin = min.Value,
            Preload = preload.Value,
            AtLargest = atLargest,
            Opens = max.Value > JointUnderLoad.OpeningLoad(preload, m.LoadShare).Value,
            PreloadStress = FatigueFormulas.PreloadStress(preload, area).Value,
            Amplitude = amplitude.Value,
            Mean = mean.Value,
            Strength = FatigueCheck.Strength(m, preload).Value,
            Criteria = CriteriaOf(m, load),
            FirstCycleYield = FatigueFormulas.FirstCycleYield(m.ProofStrength, mean, amplitude).Value,
            Cycles = load.Case.Cycles,
            Damage = rules.Slope is null ? null : Spectrum.DamageOf(m, load),
            LifeUsed = rules.Slope is null ? null : Spectrum.Damage(m, load.Bolt),
        };
    }

    /// <summary>Every criterion side by side, the one in use first.</summary>
    internal static IReadOnlyList<School> CriteriaOf(in Mechanics<Plain> m, in BoltLoad<Plain> load)
    {
        var rules = m.Joint.Fatigue;
        if (rules.School == EnduranceSchool.Amplitude) return [new School("amplitude", FatigueCheck.EndlessFactor(m, load, rules.Criterion)
            .Value)];
        var schools = new List<School>();
        foreach (var criterion in Enum.GetValues<FatigueCriterion>().OrderBy(c => c != rules.Criterion))
        {
            schools.Add(new School(criterion == FatigueCriterion.Elliptic ? "ASME-elliptic" : criterion.ToString(),
                FatigueCheck.EndlessFactor(m, load, criterion).Value));
        }
        return schools;
    }
}

/// <summary>A place where bolts break, with the nominal stress and its concentration there.</summary>
/// <param name="Name">In words.</param>
/// <param name="Height">Below the head's bearing face, mm.</param>
/// <param name="Share">Share of fatigue breaks that are found there.</param>
/// <param name="Mean">Nominal mean stress, MPa.</param>
/// <param name="Amplitude">Nominal amplitude, MPa.</param>
/// <param name="Concentration">Kf.</param>
public readonly record struct BreakPlace(string Name, double Height, double Share, double Mean, double Amplitude, double Concentration)
{
    /// <summary>The three places of a bolt; a stud has no head to break under, a screw threaded to the head no runout.</summary>
    internal static IReadOnlyList<BreakPlace> Of(in Mechanics<Plain> m, FatigueState state)
    {
        var bolts = m.Joint.Bolts;
        var kf = FatigueRules.Concentration(bolts.Grade.Tensile, m.Joint.Fatigue.Making);
        var thread = m.Thread.StressArea.Value;
        var shank = bolts.ShankLength > m.Stack.SeatDepth ? thread / m.Thread.ShankArea.Value : 1;
        var places = new List<BreakPlace>();
        if (!bolts.IsStud) places.Add(new("under the head", m.Stack.SeatDepth, 0.15, state.Mean * shank, state.Amplitude * shank,
            kf.Fillet));
        if (!bolts.IsStud && bolts.ShankLength > m.Stack.SeatDepth
            && bolts.ShankLength < m.Stack.Clamped) places.Add(new("thread runout", bolts.ShankLength, 0.20, state.Mean, state.Amplitude,
            kf.Thread));
        places.Add(new(m.Joint.Tapped ? "first thread in the part" : "first thread in the nut", m.Stack.Clamped, 0.65, state.Mean,
            state.Amplitude, kf.Thread));
        return places;
    }
}
