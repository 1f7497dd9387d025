using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.Checks.Modes;

/// <summary>
/// What a way of failing needs and nobody gave, and figures that do not hold: a strength past its temperature, a finish that its grade must
/// not have, a load that nothing looks at. What rests on them is open, at the field that mends it.
/// </summary>
internal static class Needs
{
    // A case of the other limit state that is heavier by so much is a slip of the pen, or the strength is judged under the wrong load.
    private const double MostOfUltimate = 2.5;

    internal static IEnumerable<Ask> Temperature(Joint joint, Mechanics<Plain> m)
    {
        var (grade, degrees) = (joint.Bolts.Grade, joint.Temperatures);
        var (coldest, hottest) = (Math.Min(degrees.Bolts, degrees.Assembly), Math.Max(degrees.Bolts, degrees.Parts));
        if (coldest < grade.Service.Least || hottest > grade.Service.Most)
        {
            var listed = $"{grade.Service.Least:0} to {grade.Service.Most:0} °C";
            yield return new(Fields.BoltsTemperature.Path,
                $"a grade listed for it: {grade.Grade} is for {listed}, and its strengths do not hold beyond");
        }
        if (joint.Kind.IsTightened && hottest > joint.Tightening.NutFactor.ServiceMost)
        {
            var finish = joint.Tightening.NutFactor;
            yield return new(Fields.Lubrication.Path,
                $"a finish that serves at {hottest:0} °C: {finish.Label} serves to {finish.ServiceMost:0} °C");
        }
    }

    internal static IEnumerable<Ask> Finish(Joint joint, Mechanics<Plain> m)
    {
        var (grade, finish) = (joint.Bolts.Grade, joint.Tightening.NutFactor);
        if (!joint.Kind.IsTightened || grade.Takes(finish)) yield break;
        // What it comes as, what a shop puts on, and what it can be plated with.
        var fits = string.Join(", ", Standards.NutFactors.Where(grade.Takes)
            .Where(k => k.PutOn || k.Plating != Plating.None || k.Lubrication == grade.Finish).Select(k => k.Label));
        var why = grade.Stainless ? "stainless bolts are not plated" : "hydrogen embrittlement; ASTM F3125, ISO 10684";
        yield return new(Fields.Lubrication.Path, $"another finish: {grade.Grade} cannot be {finish.Label} ({why}). What fits: {fits}");
    }

    internal static IEnumerable<Ask> OtherLimitState(Joint joint, Mechanics<Plain> m)
    {
        var looks = joint.Judging.LooksAt;
        if (looks == LimitStates.NotStated) yield break;
        static double Size(LoadCase c) => Math.Sqrt((c.Tension * c.Tension) + (c.Shear * c.Shear));
        var cases = joint.Cases.Where(c => !c.OnlyCombined).ToList();
        var most = cases.Where(c => c.CountsIn(looks)).Select(Size).DefaultIfEmpty(0).Max();
        var heavier = cases.Where(c => !c.CountsIn(looks)).MaxBy(Size);
        // Service loads lie below ultimate ones; ultimate ones at most some two and a half times above service ones.
        var limit = most * (looks is LimitStates.Uls or LimitStates.Lrfd ? 1 : MostOfUltimate);
        if (heavier is not null && Size(heavier) > limit) yield return new($"loads[{joint.Cases.IndexOf(heavier)}].limitState",
            $"{heavier.Name} is heavier than any case that the strength is judged under ({Codes.Sheared.Words(looks)}): "
                + $"nothing looks at its strength");
    }

    internal static IEnumerable<Ask> Planes(Joint joint, Mechanics<Plain> m)
    {
        if (joint.Kind.IsParts && joint.Sharing.AnyShear && m.Stack.Planes.Length == 0) yield return new("layers[0].side",
            "which way each part pulls: there is shear, and all parts pull the same way");
    }

    /// <summary>A part that the bolts bear on tears out to its edge: how far that is, nobody said. Codes ask for it themselves: their
    /// bearing goes by it too.</summary>
    internal static IEnumerable<Ask> Edges(Joint joint, Mechanics<Plain> m) =>
        !joint.Kind.IsParts || !joint.Sharing.AnyShear || m.Stack.Planes.Length == 0
            || joint.Judging.Where<Codes.CodeSettings>() is not null
                || joint.Judging.Basis.Offered(FailureModes.TearOut).Checks.IsEmpty ? []
            : Enumerable.Range(0, joint.Layers.Length).Where(i => joint.EdgeDistance(i) is null && !joint.Layers[i].OnlyClamped)
                .Select(i => new Ask($"layers[{i}].edgeDistance",
                    $"how far the holes of {joint.Layers[i].Name} are from its edge, along the load: tear-out goes by it"));

    internal static IEnumerable<Ask> Aim(Joint joint, Mechanics<Plain> m)
    {
        if (joint.Kind.IsTightened && !joint.Tightening.Pretensioned && m.Preload.Value > m.ProofLoad.Value * (1 + 1e-9)
            && !joint.Judging.Checks.Contains(Machine.MachineBasis.Tightening)) yield return new(Fields.Aim.Path,
                "a lower target: the preload aimed at is above the bolt's proof load, and nothing here judges the tightening");
    }

    /// <summary>Settling, relaxation and the tool's scatter must leave a clamp.</summary>
    internal static IEnumerable<Ask> Clamp(Joint joint, Mechanics<Plain> m)
    {
        if (m.PreloadMin.Value <= 0 && m.Preload.Value > 0) yield return new(Fields.Aim.Path,
            "a longer grip, or more preload: scatter, settling and relaxation may take the whole clamp, "
                + "and nothing holds the joint together then");
    }

    /// <summary>Shear that alternates on bolts that may slip works a thread loose that nothing locks.</summary>
    internal static IEnumerable<Ask> Lock(Joint joint, Mechanics<Plain> m)
    {
        if (joint.Judging.Shear.Bearing && joint.Tightening.PrevailingTorque <= 0) yield return new(Fields.ShearBy.Path,
            "no slip, or a thread that is locked: the shear alternates, and bolts in clearance holes work loose sideways");
    }

    /// <summary>A gasket that seals is judged over its area, one that only packs under each bolt: which, nobody can see.</summary>
    internal static IEnumerable<Ask> Gasket(Joint joint, Mechanics<Plain> m)
    {
        if (!joint.Kind.IsParts || joint.Sealing is not null || joint.Cases.Any(c => c.Pressure > 0)) yield break;
        if (joint.Said.Stated(Fields.GasketSeals) is not { } seals) yield return new(Fields.GasketSeals.Path,
            "whether the gasket seals or only packs: one that seals is pressed over its whole area, one that only packs under each bolt");
        else if (seals) yield return new(Fields.SealArea.Path, "the area that the gasket seals with: its seating and crushing go by it");
    }

    internal static IEnumerable<Ask> Seal(Joint joint, Mechanics<Plain> m)
    {
        if (joint.Kind.IsParts && joint.Sealing is null && joint.Cases.Any(c => c.Pressure > 0)) yield return new(Fields.SealArea.Path,
            "the area that is sealed: pressure is contained, and its tightness goes by it");
    }

    /// <summary>A load that the kind of joint does not take: a pin pulled along its axis.</summary>
    internal static IEnumerable<Ask> OtherLoads(Joint joint, Mechanics<Plain> m)
    {
        var loads = joint.Kind.Loads();
        if (loads.IsEmpty || loads.Contains(Fields.CaseFz) || loads.Contains(Fields.CasePressure)) yield break;
        for (var i = 0; i < joint.Cases.Length; i++)
        {
            if (joint.Cases[i].Tension != 0) yield return new($"loads[{i}].tension",
                $"no load along the {(joint.Kind.IsTightened ? "bolts" : "pin")}: nothing here looks at the one in {joint.Cases[i].Name}");
        }
    }

    internal static IEnumerable<Ask> Loads(Joint joint)
    {
        var loaded = joint.Cases.Any(c => c.Load != default || c.Pressure > 0);
        yield return new("loads[0].tension", loaded
            ? "a check that looks at this load: nothing that is judged here does" : "a load: nothing is judged under one");
    }
}
