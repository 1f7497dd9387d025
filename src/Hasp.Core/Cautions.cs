using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Checks.Machine;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Preload;
using Hasp.Core.Quantities;

namespace Hasp.Core;

/// <summary>What must be heeded with a joint. Cautions stand on the screen and in the report; none can be clicked away.</summary>
internal static class Cautions
{
    internal static IReadOnlyList<Caution> Of(Joint joint, in Mechanics<Plain> m) =>
        joint.Kind.IsTightened ? [.. OfBolted(joint, m), .. joint.Kind.Cautions(joint)]
            : [.. joint.Kind.Cautions(joint), .. OfLoose(joint)];

    /// <summary>What is to be heeded where nothing is preloaded: what a tightened joint asks beside it says nothing here.</summary>
    private static IEnumerable<Caution> OfLoose(Joint joint)
    {
        if (joint.Layers.Any(l => l.Material.Brittle && l.Material.Kind != "concrete")) yield return new("brittle", Brittle);
        if (Lowered(joint) is { Count: > 0 } lowered) yield return new("requiredLowered", "Required factors are set below their default: "
            + string.Join(", ", lowered) + ".");
        if (joint.Layers.Any(l => l.Material.Own)) yield return new("ownData", "Uses data of your own: "
            + string.Join("; ", joint.Layers.Where(l => l.Material.Own).Select(l => $"{l.Material.Name} ({l.Material.Source})").Distinct())
            + ".");
        yield return new("fatigueNotJudged", "Fatigue is not judged.");
        yield return new("competent", Competent);
    }

    /// <summary>What the basis asks for and what nobody looked at: the verdict says it by its state, and this by name.</summary>
    internal static IEnumerable<Caution> OfAsks(Joint joint, IReadOnlyCollection<Ask> asks)
    {
        var asked = asks.Where(a => a.Open is null).Select(a => Fields.Words(a.Path).ToLowerInvariant()).Distinct().ToList();
        var open = asks.Where(a => a.Open is not null).Select(a => a.Open!.ToLowerInvariant()).Distinct().ToList();
        if (asks.Count > 0) yield return new("notInFull", $"Not judged in full by {joint.Judging.Basis.Name}: {string.Join("; ",
            new[] { asked.Count > 0 ? $"it asks for {string.Join(", ", asked)}" : "",
                open.Count > 0 ? $"not looked at: {string.Join(", ", open)}" : "" }.Where(t => t.Length > 0))}.");
    }

    internal static IEnumerable<Caution> OfAccepted(IReadOnlyCollection<Acceptance> accepted)
    {
        if (accepted.Count > 0)
            yield return new("accepted", $"Not looked at and accepted: {string.Join("; ", accepted.Select(a => a.Words))}.");
    }

    private const string Brittle = "A brittle part is clamped: it fails without warning and throws pieces. Guard against it.";

    private const string Competent = "For use by a competent person. The local code and licensed practice come first, "
        + "above all for overhead and people-carrying joints.";

    private static List<string> Lowered(Joint joint) =>
        [.. joint.Judging.Checks.Where(c => joint.Judging.Required(c) < c.Required
            && !(c.Info.ByFriction && joint.Judging.Shear.Bearing)).Select(c => c.Name.ToLowerInvariant())];

    private static bool Reverses((double X, double Y, double Turn, double Size) a, (double X, double Y, double Turn, double Size) b) =>
        (a.X * b.X) + (a.Y * b.Y) < 0 || a.Turn * b.Turn < 0;

    private static string Share(double share) => $"{Math.Min(1, share) * 100:0} %";

    private static IReadOnlyList<Caution> OfBolted(Joint joint, in Mechanics<Plain> m)
    {
        var cautions = new List<Caution>();
        void Say(bool when, string id, string text)
        {
            if (when) cautions.Add(new Caution(id, text));
        }

        var how = joint.Tightening;
        var grade = joint.Bolts.Grade;
        Say(m.Preload.Value > grade.Tensile * m.Thread.StressArea.Value, "tighteningBreaks",
            "The preload aimed at is above what breaks the bolt. Check the torque's unit: ft·lb and in·lb differ twelvefold, "
                + "N·m and N·mm a thousandfold.");
        Say(m.Preload.Value > m.ProofLoad.Value && m.Preload.Value <= grade.Tensile * m.Thread.StressArea.Value && !how.Pretensioned,
            "tighteningAboveProof",
            "The preload aimed at is above the proof load: the bolt is stretched for good by the tightening alone.");
        var loose = m.PreloadMin + m.EmbeddingLoss;
        Say(m.EmbeddingLoss.Value > loose.Value / 2, "settling",
            $"Settling: embedding takes {Share(m.EmbeddingLoss.Value / loose.Value)} of what clamp the loose end has, "
                + $"because the grip is short and stiff. A longer grip (a sleeve), no paint or burr under head and nut, "
                + $"and tightening again after settling help.");
        Say(!joint.Tapped && m.Stack.Protrusion < joint.Bolts.Thread.Pitch - 1e-9, "threadShowing",
            "Less than one thread shows beyond the nut: its last threads may not carry.");
        Say(!joint.Tapped && m.Stack.Protrusion > Math.Max(joint.Bolts.Thread.Diameter, 6 * joint.Bolts.Thread.Pitch), "longBolt",
            "The bolt stands out more than a diameter beyond the nut: one to three threads are enough. "
                + "Check that the thread reaches under the nut.");
        Say(joint.NutIsWeaker, "weakNut",
            $"The nut (class {joint.NutClass?.Name}) is weaker than the bolt: overtightened, it strips without warning. "
                + $"The class that goes with {grade.Grade} is {grade.NutClass}.");
        Say(joint.Bolts.Nut?.Kind == "lock" && how.PrevailingTorque == 0, "lockNutTorque",
            "A lock nut has a prevailing torque, and none is stated: the clamp is then less than the torque says. "
                + "State it from the maker's figure or a trial.");
        var stocked = Standards.FindLengths(joint.Bolts.Thread);
        Say(stocked is not null && joint.Bolts.Length > stocked.Most + 0.1, "lengthToOrder",
            $"Bolts of this length are made to order: {joint.Bolts.Thread.Designation} is stocked to "
                + $"{QuantityText.ShowText(stocked?.Most ?? 0, Dimension.Length,
                joint.Bolts.Thread.System == MeasureSystem.Inch ? UnitSystem.Us
                : UnitSystem.Si)}. A stud or threaded rod is the usual way.");
        Say(joint.Bolts.Head.Kind is "button" or "countersunk", "reducedLoad",
            "Button and countersunk socket heads may break under the head before the thread does: "
                + "product standards rate them at four fifths of the grade (ISO 898-1, reduced loadability). Keep the maker's figure.");
        Say(m.Preload.Value < 0.2 * m.ProofLoad.Value, "tighteningLow",
            "The preload aimed at is under a fifth of the proof load. Check the torque's unit; a bolt this loose works loose.");
        Say(joint.Judging.NominalPreload, "nominalPreload",
            $"Judged at the nominal preload everywhere. Left out: the tool's scatter of ±{how.Method.Scatter * 100:0} %, "
                + $"settling and relaxation.");
        var usual = Tension.Torque(m.NutFactor * m.Thread.Diameter, new Plain(0.75) * m.ProofLoad).Value;
        Say(how.Aim == AimKind.Torque && how.AimValue / usual is (> 8 and < 16) or (> 1 / 16.0 and < 1 / 8.0), "torqueTwelve",
            "The torque is about twelve times, or a twelfth of, what is usual for this bolt: ft·lb and in·lb may be mixed up.");
        Say(how.Aim == AimKind.Torque && how.AimValue / usual is (> 500 and < 2000) or (> 1 / 2000.0 and < 1 / 500.0), "torqueThousand",
            "The torque is about a thousand times, or a thousandth of, what is usual for this bolt: N·m and N·mm may be mixed up.");
        Say(!how.NutFactorGiven && how.Friction is null && how.Lot is null, "torqueUntested",
            $"Torque from a table, K {how.NutFactor.K:0.##} ({how.NutFactor.Low:0.##} to {how.NutFactor.High:0.##}), "
                + $"not from a test of this lot. Test before relying on it.");
        Say(how.Lot?.Widened == true, "lotNarrow",
            $"The band stated for the lot {how.Lot?.Name} is narrower than the instruments of its tests (tester ±2 %, wrench ±4 %): "
                + $"K {how.Lot?.Low:0.000} to {how.Lot?.High:0.000} is used.");
        Say(joint.Said.Stated(LotFields.Name) is not null && how.Lot is null, "lotOfOthers",
            $"The lot {joint.Said.Stated(LotFields.Name)} was tested on {joint.Said.Stated(LotFields.Bolts)}, "
                + $"{joint.Said.Stated(LotFields.Lubrication)}, and this is {MeasuredLot.BoltsOf(joint.Bolts.Thread, grade)}, "
                + $"{how.NutFactor.Lubrication}: its figures are not used.");
        Say(how.Lot is { } measured && !how.Pretensioned && how.Aim != AimKind.Torque
            && !measured.TestedAt(Mechanics<Plain>.Aimed(joint).Value), "lotAtOther",
            $"The lot {how.Lot?.Name} was tested at another tension than the joint now aims at: its nut factor is used, "
                + $"its job torque is not. Verify it anew.");
        Say(how.NutFactor.Lubrication == "dry" && !how.NutFactorGiven && how.Friction is null && how.Lot is null, "dryTorque",
            "Dry: charts for dry bolts have been found off by a factor of two, and oil from fingers halves the torque needed.");
        Say(joint.Layers.Any(l => l.Material.Brittle), "brittle",
            Brittle);
        Say(joint.Layers.Any(l => l.EdgeDistance is { } e && e < (2 * joint.Bolts.Thread.Diameter) - 1e-9)
            || joint.Spacing.Any(f => f.Kind == SpacingKind.Edge && f.IsShort), "edgeDistance",
            "An edge distance is under two bolt diameters.");
        Say(joint.Spacing.Any(f => f.Kind == SpacingKind.Pitch && f.IsShort), "pitch",
            "Bolts stand closer than two and two thirds diameters: parts may tear between them, and a socket may not fit.");
        Say(m.Preload.Value <= 0, "noClamp", "The prevailing torque eats the whole tightening torque: nothing is clamped.");
        Say(how.PrevailingTorque > 0.5 * m.Torque.Value, "prevailingHigh",
            "More than half of the torque goes into the locking feature: the clamp cannot be told from the torque.");
        Say(joint.Tapped && joint.End.Engagement < StripCheck.Required(m).Value, "engagementShort",
            "The thread engagement is shorter than what lets the bolt break first: a stripped thread gives no warning, "
                + "and the part is lost.");
        Say(joint.Tapped && joint.End.Kind == ThreadEndKind.Tapped && joint.Layers[^1].Material.Family == MaterialFamily.Aluminium,
            "tappedAluminium",
            "Threads tapped straight into aluminium wear with each tightening: an insert is usual where the bolt comes out again.");
        Say(joint.Layers.Any(l => l.Material.IsGasket) && joint.Sharing.AnyShear, "gasketInShear",
            "A gasket lies between sheared faces: friction across it is not to be relied on.");
        Say(joint.Cases.Any(c => c.Pressure > 0), "pressure",
            "Pressure is contained: test with liquid, stand clear, and mind the code for pressure equipment.");
        Say(joint.Temperatures.Change, "temperature",
            "Strengths, stiffness and friction are taken as at room temperature; only the expansion is counted.");
        Say(m.Preload.Value > 0 && joint.Cases.Any(c => c.AlternatesWith is not null) && joint.Fatigue.Making == ThreadMaking.Cut,
            "threadsCut",
            "Threads are taken as cut. Rolled threads last longer; state it only where it is sure.");
        var judgesFatigue = joint.Judging.Checks.Contains(MachineBasis.Fatigue);
        Say(judgesFatigue && joint.Fatigue.Slope is null && joint.Cases.Any(c => c.Cycles is not null), "cyclesIdle",
            "Cycles are stated but no S–N slope: fatigue is judged for endless life.");
        // What is only clamped, packing or a gasket, is not torn by the bolt.
        Say(Enumerable.Range(0, joint.Layers.Length).Any(i => joint.EdgeDistance(i) is null && !joint.Layers[i].OnlyClamped)
            && m.Stack.Planes.Length > 0 && joint.Sharing.AnyShear, "edgeNotStated",
            "A part has no edge distance stated: its tear-out is not judged.");
        Say(m.Stack.Planes.Any(p => p.RunoutOnly), "runout",
            "A shear plane lies where the thread may run out (within five pitches): it is taken as threaded.");
        var carriedBy = joint.Judging.Shear;
        Say(carriedBy.Bearing && joint.Sharing.AnyShear && joint.Judging.Checks.Any(c => c.Info.ByFriction), "slipsIntoBearing",
            (carriedBy.Stated ? "" : "Nobody said how the shear is carried: bearing is chosen. ")
                + "The joint may slip by its hole clearance until the bolts bear: it moves, reversing loads work it loose, "
                + "and bolts do not bear all at once.");
        Say(m.Stack.Planes.Length == 0 && joint.Sharing.AnyShear, "noShearPlane",
            "There is shear, but all parts pull the same way, so nothing resists it here: set which way each part pulls.");
        var finish = how.NutFactor;
        Say(grade.Embrittles && finish.Plating != Plating.None, "embrittlement",
            "High-strength bolts, and a coating that brings hydrogen in: danger of hydrogen embrittlement, "
                + "which breaks bolts hours after tightening.");
        Say(!grade.Embrittles && grade.Tensile >= 1000 && finish.Plating == Plating.HotDip, "galvanisedHigh",
            "Galvanised bolts of this grade are used only as assemblies that their standard allows, "
                + "by a process proven against hydrogen embrittlement; A490 must not be hot-dip galvanised.");
        Say(finish.PutOn && joint.Sharing.AnyShear, "lubricantOnFaces", "Keep the lubricant off the faces that resist slip.");
        Say(grade.Stainless, "galling", "Stainless threads gall and seize: lubricate them and turn slowly.");
        Say(!grade.Stainless && joint.Layers.Any(l => l.Material.Family is MaterialFamily.Stainless or MaterialFamily.Aluminium),
            "steelInNobler",
            "Steel bolts in stainless or aluminium parts rust first where it is wet.");
        Say(!grade.Stainless && grade.Tensile < 600 && (joint.Sharing.AnyShear || joint.Sharing.MostTension.Case >= 0), "weakForPreload",
            "Bolts of this grade are not made for controlled preload: what clamps and what resists slip is not to be relied on.");
        Say(joint.Condition == BoltCondition.UnknownGrade, "unknownGrade",
            "Nobody knows these bolts' grade for sure: the strengths are of the grade stated. Find the head marking, or use new bolts.");
        Say(joint.Condition == BoltCondition.Reused, "reused",
            "Reused bolts: threads and finish are worn, so that the same torque clamps less. "
                + "Never reuse bolts tightened past yield, galvanised or A490 ones.");
        Say(joint.Kind.IsParts && joint.Cases.Any(c => c.Pressure > 0 && c.Tension <= 0), "pressureNoEndLoad",
            "A case contains pressure, and no load pulls the parts apart in it: the end load of the pressure, p·π/4·D², "
                + "belongs into its tension.");
        var (coldest, hottest) = (Math.Min(joint.Temperatures.Bolts, joint.Temperatures.Assembly),
            Math.Max(joint.Temperatures.Bolts, joint.Temperatures.Parts));
        Say(coldest < grade.Service.Least || hottest > grade.Service.Most, "gradeTemperature",
            $"{grade.Grade} is listed for {grade.Service.Least:0} to {grade.Service.Most:0} °C: its strengths do not hold beyond.");
        Say(hottest > finish.ServiceMost, "finishTemperature", $"The finish ({finish.Label}) serves to {finish.ServiceMost:0} °C.");
        Say(joint.ShearAlternates && how.PrevailingTorque <= 0,
            "selfLoosening",
            "The shear alternates and nothing locks the thread: bolts work loose sideways. Keep it from slipping, or lock it.");
        Say(!joint.Alternates && joint.Cases.Any(a => joint.Cases.Any(b => Reverses(a.Sideways, b.Sideways))) && how.PrevailingTorque <= 0,
            "shearReverses",
            "The shear of one case is against that of another: if they come in turn, "
                + "bolts in clearance holes work back and forth and loose. Say which alternates with which, keep it from slipping, "
                + "or lock it.");
        Say(joint.AllBolts == 1, "singleBolt", "One bolt alone: nothing is left to hold when it fails, and the parts can turn about it.");
        Say(joint.Kind.IsParts && joint.Cases.Any(c => c.Tension > 0), "hangs",
            "If the pull is a load that hangs, or people stand on or under it: "
                + "the rules for lifting gear and for people come first, with their own factors.");
        Say(joint.Layers.Any(l => l.Material.Kind == "plastic"), "creep",
            "Plastic under the clamp creeps: most of the preload goes in the first days, more when warm. "
                + "State its relaxation and bearing limit by the maker, use sleeves or large washers, and tighten again.");
        Say(joint.Layers.Max(l => l.Material.Relaxation) is { } relaxes && how.Relaxation > 0, "gasketRelaxes",
            $"The gasket relaxes, most of it in the first day: {Share(how.Relaxation)} of the clamp is taken off for it. "
                + $"Tighten again after a day, and by the maker's own figures where he gives them.");
        Say((!joint.Alternates || !judgesFatigue) && joint.Cases.Any(c => c.Load != default), "fatigueNotJudged",
            joint.Alternates ? $"Fatigue is not judged by {joint.Judging.Basis.Name}: its figures are shown, "
                + $"and by a code for fatigue it is somebody's to judge."
                : "Fatigue is not judged: no load case alternates with another.");
        var lowered = Lowered(joint);
        Say(lowered.Count > 0, "requiredLowered", "Required factors are set below their default: " + string.Join(", ", lowered) + ".");
        Say(joint.FaceFriction > 0.5, "frictionHigh", "A slip coefficient above 0.5 needs a surface class or a test to stand on.");
        Say(joint.Layers.Select(l => l.Material.Family == MaterialFamily.Aluminium).Distinct().Count() > 1 ||
            joint.Layers.Select(l => l.Material.Family == MaterialFamily.Stainless).Distinct().Count() > 1, "dissimilarMetals",
            "Dissimilar metals touch: insulate them where it is wet.");
        Say(grade.Own || joint.Layers.Any(l => l.Material.Own), "ownData",
            "Uses data of your own: " + string.Join("; ", joint.Layers.Where(l => l.Material.Own)
                .Select(l => $"{l.Material.Name} ({l.Material.Source})")
                .Concat(grade.Own ? [$"{grade.Grade} ({grade.Source})"] : Array.Empty<string>()).Distinct()) + ".");
        var (pull, pulledIn, pulled) = joint.Sharing.MostTension;
        var prying = joint.Pattern?.Prying;
        Say(joint.Pattern is { School: TensionSchool.Centroid }
            && joint.Cases.Any(c => c.Load.Moment.X != 0 || c.Load.Moment.Y != 0 || c.At is not null) && pulledIn >= 0
            && BoltLoad<Plain>.Of(joint, pulledIn, pulled).Tension.Value > JointUnderLoad.OpeningLoad(m.PreloadMin, m.LoadShare).Value,
            "centroidOpens",
            "Moments are shared about the centroid, which holds only while the faces stay shut, and here they part. "
                + "Share them about a compression line, or clamp harder.");
        Say(joint.Pattern is { School: TensionSchool.Pivot } pivoting
            && joint.Cases.Any(c => OnBolt.LinesOf(c, pivoting) is (not null, not null)), "twoPivots",
            "A moment about both axes is shared about two compression lines: two separate idealisations whose tensions add, "
                + "not one neutral axis.");
        Say(pulledIn >= 0 && prying is null, "pryingNotStated",
            "Prying is not counted. Where bolts pull through a flange that bends, state it with the pattern: "
                + "it can add a third and more to the bolt's tension.");
        Say(joint.Pattern is not null && joint.Sharing.AnyShear, "slipByBolt",
            "Slip is judged at the bolt that is worst off; faces that slip share again, which is not relied on.");
        var basis = joint.Judging.Basis;
        var changed = basis.Changed(joint.Said)
            .Select(f => $"{f.Field.Label} {QuantityText.Figures(f.Stated)} in place of {QuantityText.Figures(f.Field.Otherwise)}")
            .ToList();
        Say(changed.Count > 0, "factorsChanged",
            $"Factors of the basis are chosen otherwise than it recommends: {string.Join(", ", changed)}. "
                + $"They are national or project choices, and somebody's to answer for.");
        Say(basis.Speech is Speech.Utilisation or Speech.Strength, "toolNotInBasis",
            $"{basis.Name} does not look at the tool: torque, its scatter and the strength while tightening are judged by the "
                + $"machine basis.");
        Say(true, "notJudged", basis.Speech == Speech.Factor
            ? $"Not judged here: "
                + $"{(joint.Pattern is null && joint.Bolts.Count > 1 ? "block tearing of the parts, uneven sharing among the bolts; "
                : "")}fatigue of the parts themselves."
            : $"Not judged to {basis.FullName}: {string.Join("; ",
                basis.Guide.LeavesOut.Select(l => char.ToLowerInvariant(l[0]) + l[1..]))}.");
        Say(true, "competent", Competent);
        return cautions;
    }
}
