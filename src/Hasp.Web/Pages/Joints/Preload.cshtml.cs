using Hasp.Web.Services;

namespace Hasp.Web.Pages.Joints;

/// <summary>The Preload stage: window, joint diagram, factors against preload with the cliff, torque and what it turns into.</summary>
public sealed class PreloadModel(Workbench bench, Preferences preferences) : StageModel(bench, preferences);
