namespace Hasp.Core.Joints;

/// <summary>
/// What a document said, each value read but nothing judged: null is a value that was absent or that already has its fault.
/// Lengths in mm, forces in N, torque in N·mm, stresses in MPa, angles in rad, temperatures in °C.
/// </summary>
public sealed record JointInput
{
    public string Number { get; init; } = "";
    public string Name { get; init; } = "";
    public string? Thread { get; init; }
    public string? Grade { get; init; }
    public int? Count { get; init; }
    public double? Length { get; init; }
    public double? ThreadLength { get; init; }
    public string? Head { get; init; }
    public string? EndKind { get; init; }
    public double? ThreadDepth { get; init; }
    public double? Engagement { get; init; }
    public double? InsertLength { get; init; }
    public string? HeadWasher { get; init; }
    public string? NutWasher { get; init; }
    public string? Fit { get; init; }
    public double? HoleDiameter { get; init; }
    public IReadOnlyList<LayerInput> Layers { get; init; } = [];
    public IReadOnlyList<LoadCase?> Cases { get; init; } = [];
    public (AimKind Kind, double Value)? Aim { get; init; }
    public string? Method { get; init; }
    public double? Scatter { get; init; }
    public string? Lubrication { get; init; }
    public double? NutFactor { get; init; }
    public double? ThreadFriction { get; init; }
    public double? BearingFriction { get; init; }
    public double? PrevailingTorque { get; init; }
    public double? Settling { get; init; }
    public double? Relaxation { get; init; }
    public double? FaceFriction { get; init; }
    public double? AssemblyTemperature { get; init; }
    public double? PartsTemperature { get; init; }
    public double? BoltsTemperature { get; init; }
    public double? SealArea { get; init; }
    public double? SealFactor { get; init; }
    public string? Endurance { get; init; }
    public double? EnduranceStrength { get; init; }
    public ThreadMaking? Making { get; init; }
    public FatigueCriterion? Criterion { get; init; }
    public double? Slope { get; init; }
    public double? Knee { get; init; }
    public Uncertainty.Sampling? Sampling { get; init; }
    public HandFigures? HandFigures { get; init; }
    public Judging? Judging { get; init; }
    public IReadOnlyList<Catalogue.GradeBand> OwnGrades { get; init; } = [];
    public IReadOnlyList<Catalogue.Material> OwnMaterials { get; init; } = [];
}

/// <summary>A layer as a document said it.</summary>
public sealed record LayerInput(string Name, double? Thickness, string? Material, Side? Side, double? EdgeDistance, double? Width = null, int? HolesAcross = 1);
