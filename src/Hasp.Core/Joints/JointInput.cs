namespace Hasp.Core.Joints;

/// <summary>
/// What a document said, each value read but nothing judged: null is a value that was absent or that already has its fault.
/// Lengths in mm, forces in N, torque in N·mm, stresses in MPa, angles in rad, temperatures in °C.
/// </summary>
public sealed record JointInput
{
    public System.Collections.Immutable.ImmutableArray<string> Chosen { get; init; } = [];
    public string Number { get; init; } = "";
    public string Name { get; init; } = "";
    public string? Thread { get; init; }
    public string? Grade { get; init; }
    public int? Count { get; init; }

    /// <summary>True where a number was written and could not be read.</summary>
    public bool CountFaulty { get; init; }
    public double? Length { get; init; }
    public double? ThreadLength { get; init; }

    /// <summary>Kind of head; null for the hexagon that goes with the grade.</summary>
    public string? Head { get; init; }
    public BoltCondition? Condition { get; init; } = BoltCondition.New;
    public string? EndKind { get; init; }

    /// <summary>Kind of nut; null for the one that goes with the head.</summary>
    public string? Nut { get; init; }

    /// <summary>Class of the nut; null for the one that goes with the grade.</summary>
    public string? NutClass { get; init; }
    public double? ThreadDepth { get; init; }
    public double? Engagement { get; init; }
    public double? InsertLength { get; init; }
    public string? HeadWasher { get; init; }
    public string? NutWasher { get; init; }
    public string? Fit { get; init; }
    public double? HoleDiameter { get; init; }
    public IReadOnlyList<LayerInput> Layers { get; init; } = [];
    public PatternInput? Pattern { get; init; }
    public IReadOnlyList<CaseInput?> Cases { get; init; } = [];
    public (AimKind Kind, double Value)? Aim { get; init; }

    /// <summary>True where an aim was written and could not be read.</summary>
    public bool AimFaulty { get; init; }
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

/// <summary>A load case as a document said it. It is stated one way: tension and shear, components, a helper, or a combination.</summary>
public sealed record CaseInput
{
    public string Name { get; init; } = "";
    public double? Tension { get; init; }
    public double? Shear { get; init; }

    /// <summary>Fx, Fy, Fz, Mx, My, Mz; null where absent.</summary>
    public IReadOnlyList<double?> Components { get; init; } = [null, null, null, null, null, null];

    /// <summary>x, y, z of the point; null where absent.</summary>
    public IReadOnlyList<double?> At { get; init; } = [null, null, null];
    public double Factor { get; init; } = 1;
    public string? Combines { get; init; }
    public bool OnlyCombined { get; init; }
    public LoadPath.LoadHelper? Helper { get; init; }

    /// <summary>Fields of the helper that it needs and the document does not have.</summary>
    public IReadOnlyList<string> HelperLacks { get; init; } = [];
    public string? AlternatesWith { get; init; }
    public double? Cycles { get; init; }
    public double Pressure { get; init; }
}

/// <summary>A pattern as a document said it; a value already at fault is null.</summary>
public sealed record PatternInput
{
    public LoadPath.Layout? Layout { get; init; }
    public string Off { get; init; } = "";
    public PlateInput? Plate { get; init; }
    public LoadPath.TensionSchool? School { get; init; }
    public double? PivotLeft { get; init; }
    public double? PivotRight { get; init; }
    public double? PivotBottom { get; init; }
    public double? PivotTop { get; init; }
    public double? PryingFactor { get; init; }
    public double? PryingStem { get; init; }
    public double? PryingEdge { get; init; }
    public double? PryingLength { get; init; }
}

/// <summary>A plate as a document said it.</summary>
public sealed record PlateInput
{
    public string? Shape { get; init; }
    public double? Width { get; init; }
    public double? Height { get; init; }
    public double? Diameter { get; init; }
    public LoadPath.PlanPoint At { get; init; }
    public IReadOnlyList<LoadPath.PlanPoint?> Corners { get; init; } = [];
    public IReadOnlyList<LoadPath.Opening?> Openings { get; init; } = [];
}
