using Hasp.Core;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Files.Quick;

namespace Hasp.Files;

/// <summary>What is answered to a quick line at once: the torque, the number, what a bolt carries, or how the joint stands.</summary>
public static class QuickReply
{
    /// <summary>The answer in a sentence, by the joint that the line comes to with everything that was chosen; null where something of it
    /// waits to be answered first.</summary>
    /// <param name="quick">The line as it was read.</param>
    /// <param name="units">Units of the answer.</param>
    public static string? Of(QuickJoint quick, UnitSystem units)
    {
        if (!quick.Understood || quick.NoSize is not null) return null;
        var (judged, faults) = quick.Draft.Judged();
        if (judged is not { } joint) return "Not to be drawn up yet. " + string.Join(" ", faults.Take(2)
            .Select(f => $"{Fields.Words(f.Path)}: {f.Problem}."));
        return quick.Question switch
        {
            QuickQuestion.Carries => Carries(quick, units),
            QuickQuestion.Thickness => Least(quick.Draft, First(Fields.LayerThickness), units,
                "The least thickness of the first part"),
            QuickQuestion.Engagement => joint.End.Kind == ThreadEndKind.Nut ? "A nut of the grade's class holds the bolt: nothing is "
                + "asked of an engagement." : Least(quick.Draft, Fields.Engagement.Path, units, "The least engagement"),
            _ => Stands(Evaluation.Run(joint), quick, units),
        };
    }

    private static string Stands(Result result, QuickJoint quick, UnitSystem units)
    {
        var call = CallOut.Of(result, units);
        var tighten = $"{call.Tighten} {call.Figure}".Trim() + call.After;
        if (quick.Question == QuickQuestion.Torque && result.Holds && tighten.Length > 0)
        {
            var open = result.IsComplete ? "" : " Not everything was looked at: it is no instruction yet.";
            var finish = result.Joint.Tightening.NutFactor;
            return $"{tighten}: {call.Order}, {finish.Label}, K {finish.K:0.000}.{open}";
        }
        var stands = !result.Holds ? "Falls short" : result.Governing is null ? "Nothing loads it"
            : result.IsComplete ? "Holds" : "What was judged holds; not everything was looked at";
        return result.Governing is null ? $"{stands}: {call.Order}. {tighten}." : $"{stands}: {call.Order}. {call.Governs}{call.Reserves}";
    }

    /// <summary>What one bolt of the joint carries, the parts as they were said or chosen.</summary>
    private static string? Carries(QuickJoint quick, UnitSystem units)
    {
        var (field, way) = quick.AskedShear ? (Fields.CaseShear, "across the joint") : (Fields.CaseTension, "apart");
        var path = First(field);
        // It is looked for round what is stated: begun small, and further up until it holds no more.
        var held = Enumerable.Range(0, MostSteps).Select(i => FormattableString.Invariant($"{Math.Pow(8, i)} kN"))
            .Select(force => JustHolds.Of(quick.Draft.State(path, force, units), path, units))
            .FirstOrDefault(h => h is { Ranges: [.., { To: not null }] });
        if (held is not { Ranges: [.., { To: { } most }] }) return null;
        var governs = most.Beyond.Governs is { } check ? $"; beyond it {check.Name.ToLowerInvariant()} falls short" : "";
        var count = quick.Draft.Text(Fields.Count);
        return $"{count} {(count == "1" ? "bolt carries" : "bolts carry")} {most.Text} {way}{governs}.";
    }

    /// <summary>Path of a field in the first row of its list.</summary>
    private static string First(Field field) => field.Path.Replace("[]", "[0]", StringComparison.Ordinal);

    // Up to 32 MN.
    private const int MostSteps = 6;

    private static string? Least(Draft draft, string path, UnitSystem units, string what)
    {
        if (JustHolds.Of(draft, path, units) is not { } held) return null;
        return held.Ranges switch
        {
            [] => $"{what}: none that was tried holds.",
            [{ From: { } least }, ..] => $"{what} is {least.Text}"
                + (least.Beyond.Governs is { } check ? $": below it {check.Name.ToLowerInvariant()} falls short." : "."),
            _ => $"{what}: the least that was tried holds, {held.Curve[0].Value:0.###} {held.Unit?.Symbol}.",
        };
    }
}
