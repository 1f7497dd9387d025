using Hasp.Web.Services;

namespace Hasp.Web.Pages.Joints;

/// <summary>The Preload stage: window, joint diagram, factors against preload with the cliff, torque and what it turns into.</summary>
public sealed class PreloadModel(Workbench bench, Preferences preferences) : StageModel(bench, preferences)
{
    public override bool Shows(string path) =>
        path.StartsWith("tightening.", StringComparison.Ordinal) || path.StartsWith("temperature.", StringComparison.Ordinal)
        || path.StartsWith("seal.", StringComparison.Ordinal) || path.EndsWith("].pressure", StringComparison.Ordinal)
            || path is "judging.loadIntroduction" or "judging.coneHalfAngle" or "judging.preload";
}
