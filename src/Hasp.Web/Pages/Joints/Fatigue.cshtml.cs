using Hasp.Web.Services;

namespace Hasp.Web.Pages.Joints;

/// <summary>The Fatigue stage: swings, strength, criteria, the diagram, the life used, and where the bolt would break.</summary>
public sealed class FatigueModel(Workbench bench, Preferences preferences) : StageModel(bench, preferences);
