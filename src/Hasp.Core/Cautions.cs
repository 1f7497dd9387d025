using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core;

/// <summary>What must be heeded with a joint. Cautions stand on the screen and in the report; none can be clicked away.</summary>
internal static class Cautions
{
    internal static IReadOnlyList<Caution> Of(Joint joint, in Mechanics<Plain> m)
    {
        var cautions = new List<Caution>();
        void Say(bool when, string id, string text)
        {
            if (when) cautions.Add(new Caution(id, text));
        }

        var how = joint.Tightening;
        var grade = joint.Bolts.Grade;
        var lubrication = how.NutFactor.Lubrication;
        Say(m.Preload.Value > grade.Tensile * m.Thread.StressArea.Value, "tighteningBreaks",
            "The preload aimed at is above what breaks the bolt. Check the torque's unit: ft·lb and in·lb differ twelvefold, N·m and N·mm a thousandfold.");
        Say(m.Preload.Value > m.ProofLoad.Value && m.Preload.Value <= grade.Tensile * m.Thread.StressArea.Value, "tighteningAboveProof",
            "The preload aimed at is above the proof load: the bolt is stretched for good by the tightening alone.");
        Say(m.Preload.Value < 0.2 * m.ProofLoad.Value, "tighteningLow",
            "The preload aimed at is under a fifth of the proof load. Check the torque's unit; a bolt this loose works loose.");
        Say(joint.Judging.NominalPreload, "nominalPreload",
            $"Judged at the nominal preload everywhere. Left out: the tool's scatter of ±{how.Method.Scatter * 100:0} %, settling and relaxation.");
        Say(!how.NutFactorGiven, "torqueUntested",
            $"Torque from a table, K {how.NutFactor.K:0.##} ({how.NutFactor.Low:0.##} to {how.NutFactor.High:0.##}), not from a test of this lot. Test before relying on it.");
        Say(lubrication == "dry" && !how.NutFactorGiven, "dryTorque",
            "Dry: charts for dry bolts have been found off by a factor of two, and oil from fingers halves the torque needed.");
        Say(joint.Layers.Any(l => l.Material.Brittle), "brittle",
            "A brittle part is clamped: it fails without warning and throws pieces. Guard against it.");
        Say(joint.Layers.Any(l => l.EdgeDistance is { } e && e < (2 * joint.Bolts.Thread.Diameter) - 1e-9), "edgeDistance",
            "An edge distance is under two bolt diameters.");
        Say(joint.Layers.Any(l => l.EdgeDistance is null) && m.Stack.Planes.Length > 0 && joint.Cases.Any(c => c.Shear != 0), "edgeNotStated",
            "A part has no edge distance stated: its tear-out is not judged.");
        Say(m.Stack.Planes.Any(p => p.RunoutOnly), "runout",
            "A shear plane lies where the thread may run out (within five pitches): it is taken as threaded.");
        Say(m.Stack.Planes.Length == 0 && joint.Cases.Any(c => c.Shear != 0), "noShearPlane",
            "There is shear, but all parts pull the same way, so nothing resists it here: set which way each part pulls.");
        Say(grade.HighHardness && lubrication is "zinc" or "cadmium", "embrittlement",
            "High-hardness bolts and electroplating: danger of hydrogen embrittlement, which breaks bolts hours after tightening.");
        Say(grade.Grade is "10.9" or "A490" && lubrication == "galvanised", "galvanisedHigh",
            "Galvanised bolts of this grade need a process proven against hydrogen embrittlement; A490 must not be hot-dip galvanised.");
        Say(lubrication is "lubricated" or "moly" or "wax" && joint.Cases.Any(c => c.Shear != 0), "lubricantOnFaces",
            "Keep the lubricant off the faces that resist slip.");
        Say(joint.Layers.Select(l => l.Material.Kind.Contains("aluminium", StringComparison.Ordinal)).Distinct().Count() > 1 ||
            joint.Layers.Select(l => l.Material.Kind.Contains("stainless", StringComparison.Ordinal)).Distinct().Count() > 1, "dissimilarMetals",
            "Dissimilar metals touch: insulate them where it is wet.");
        Say(grade.Own || joint.Layers.Any(l => l.Material.Own), "ownData",
            "Uses data of your own: " + string.Join("; ", joint.Layers.Where(l => l.Material.Own).Select(l => $"{l.Material.Name} ({l.Material.Source})")
                .Concat(grade.Own ? [$"{grade.Grade} ({grade.Source})"] : Array.Empty<string>()).Distinct()) + ".");
        Say(true, "notJudged",
            "Not judged here: fatigue, thread stripping, prying, net section and block tearing of the parts, uneven sharing among the bolts.");
        Say(true, "competent",
            "For use by a competent person. The local code and licensed practice come first, above all for overhead and people-carrying joints.");
        return cautions;
    }
}
