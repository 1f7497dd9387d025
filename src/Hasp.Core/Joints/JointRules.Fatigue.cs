using Hasp.Core.Catalogue;

namespace Hasp.Core.Joints;

/// <content>Where the endurance strength comes from.</content>
public static partial class JointRules
{
    private static FatigueRules? FatigueFor(Values said, ScrewThread? thread, GradeBand? grade, List<Fault> faults)
    {
        if (thread is null || grade is null) return null;
        var making = said.Of(Fields.Making);
        var chosen = said.Stated(Fields.Endurance);
        var listed = Standards.FindEndurance(grade.Grade, thread.Diameter);
        FatigueRules Rules(EnduranceSchool school, double strength, string source) => 
            new(school, strength, making, said.Of(Fields.Criterion), said.Stated(Fields.Slope), said.Of(Fields.Knee), source);
        if (said.Stated(Fields.EnduranceStrength) is { } given) return Rules(EnduranceSchool.Given, given, "given");
        var rolled = making != ThreadMaking.Cut;
        var cutFault = new Fault("endurance-rolled", Fields.Endurance.Path, chosen,
            "these strengths are of rolled threads, and the threads are taken as cut. "
                + "State the threads as rolled where that is sure, or take the estimate")
        {
            Mends = [new("Take the estimate for cut threads", Fields.Endurance.Path, "estimated"),
                new("The threads are rolled", Fields.Making.Path, "rolled")],
        };
        switch (chosen)
        {
            case "table" when !rolled:
            case "amplitude" when !rolled:
                faults.Add(cutFault);
                return null;
            case "table" when listed is null:
                faults.Add(new("endurance-unlisted", Fields.Endurance.Path, "table",
                    $"no endurance strength is listed for {grade.Grade} in {thread.Designation}. Take the estimate, or give the strength"));
                return null;
            case "amplitude":
                return Rules(EnduranceSchool.Amplitude, 0, "amplitude of rolled threads by diameter, VDI 2230-1, 5.5.3");
            case "estimated":
            case null when !rolled || listed is null:
                return Rules(
                    EnduranceSchool.Estimated, 0,
                    $"estimated for {(rolled ? "rolled" : "cut")} threads, half the tensile strength over the fatigue stress "
                        + $"concentration");
            default:
                return Rules(EnduranceSchool.Table, listed!.Strength, listed.Source);
        }
    }
}
