using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.Checks.Codes;

/// <summary>How a joint of a structural code carries shear, in the order of what is asked of it.</summary>
public enum JointType
{
    /// <summary>Snug-tight: bolts bear. EN 3.4 categories A and D; AISC snug-tight; IS 10.3.</summary>
    Bearing,

    /// <summary>Pretensioned, and bolts bear. EN 3.4 categories A and E; AISC pretensioned.</summary>
    Pretensioned,

    /// <summary>No slip under service loads. EN 3.4 category B; AISC slip-critical; IS 10.4.3 with γmf for service.</summary>
    SlipAtService,

    /// <summary>No slip under ultimate loads. EN 3.4 category C; AISC slip-critical; IS 10.4.3 with γmf for ultimate.</summary>
    SlipAtUltimate,
}

/// <summary>What lies in the shear planes.</summary>
public enum PlaneThreads
{
    /// <summary>As the drawing has it: bolt length, thread length and parts.</summary>
    Drawn,

    /// <summary>Threads are not kept out of any plane.</summary>
    Included,

    /// <summary>Threads are kept out of every plane.</summary>
    Excluded,
}

/// <summary>What the joint is exposed to, for the greatest spacings.</summary>
public enum Exposure
{
    /// <summary>Neither weather nor anything corrosive.</summary>
    None,

    /// <summary>Weather or other corrosive influences, painted or galvanised.</summary>
    Exposed,

    /// <summary>Weathering steel, not protected.</summary>
    Weathering,
}

/// <summary>How even the tension is over a block that tears out.</summary>
public enum BlockTension
{
    /// <summary>Even where the load acts through the centroid of the bolts, uneven where it does not.</summary>
    ByLoad,

    /// <summary>Even.</summary>
    Even,

    /// <summary>Uneven: half of it counts.</summary>
    Uneven,
}

/// <summary>Inputs that the structural codes share.</summary>
public static class CodeFields
{
    private static readonly Named<JointType> JointTypes = new(
        ("bearing", Codes.JointType.Bearing), ("pretensioned", Codes.JointType.Pretensioned),
        ("no slip at service", Codes.JointType.SlipAtService), ("no slip at ultimate", Codes.JointType.SlipAtUltimate));

    private static readonly Named<PlaneThreads> Threads = new(
        ("drawn", PlaneThreads.Drawn), ("included", PlaneThreads.Included), ("excluded", PlaneThreads.Excluded));

    private static readonly Named<Exposure> Exposures = new(
        ("not exposed", Codes.Exposure.None), ("exposed", Codes.Exposure.Exposed), ("weathering steel", Codes.Exposure.Weathering));

    private static readonly Named<BlockTension> Tensions = new(
        ("by load", Codes.BlockTension.ByLoad), ("even", Codes.BlockTension.Even), ("uneven", Codes.BlockTension.Uneven));

    private static readonly Named<bool> Transfers = new(("end-loaded", false), ("uniform", true));

    private static readonly Named<bool> Stresses = new(("tension", false), ("compression", true));

#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Field<JointType> JointType = new(
        "judging.jointType", Types.Named(JointTypes), "Joint type", "how the joint carries shear")
    {
        Otherwise = Codes.JointType.Bearing,
        Labels = new()
        {
            ["bearing"] = "bearing, snug-tight (EN A, D)", ["pretensioned"] = "bearing, pretensioned (EN A, E)",
            ["no slip at service"] = "slip-critical, service (EN B, E)", ["no slip at ultimate"] = "slip-critical, ultimate (EN C, E)",
        },
    };

    public static readonly Field<PlaneThreads> ShearThreads = new(
        "judging.shearThreads", Types.Named(Threads), "Threads in shear plane", "whether threads lie in the shear planes")
    {
        Otherwise = PlaneThreads.Drawn, Labels = new() { ["drawn"] = "by the drawing", ["included"] = "included (N)",
            ["excluded"] = "excluded (X)" },
    };

    public static readonly Field<bool> Uniform = new(
        "judging.transfer", Types.Named(Transfers), "Load transfer",
        "how the load passes along the joint: end-loaded joints are reduced where they are long")
    {
        Otherwise = false, Labels = new() { ["uniform"] = "uniform along the joint" },
    };

    public static readonly Field<BlockTension> BlockTension = new(
        "judging.blockTension", Types.Named(Tensions), "Tension over a block",
        "how even the tension is over a block that tears out; uneven counts half")
    {
        Otherwise = Codes.BlockTension.ByLoad, Labels = new() { ["by load"] = "by the eccentricity" },
    };

    public static readonly Field<Exposure> Exposure = new(
        "judging.exposure", Types.Named(Exposures), "Exposure", "weather and corrosion, for the greatest pitch and edge distance")
    {
        Otherwise = Codes.Exposure.None,
    };

    public static readonly Field<bool> Compression = new(
        "judging.stressedBy", Types.Named(Stresses), "Member in", "how the connected member is stressed, for the greatest pitch")
    {
        Otherwise = false,
    };
#pragma warning restore CS1591

    /// <summary>What every structural code asks.</summary>
    internal static Field[] Shared => [JointType, ShearThreads, Uniform, BlockTension, Exposure, Compression];

    /// <summary>A partial factor, a resistance factor or another coefficient that a project may choose otherwise.</summary>
    internal static Field<double> Coefficient(string path, string symbol, string meaning, double recommended, double most = 10) =>
        new("judging." + path, Types.Number, symbol, meaning) { Above = 0, Max = most, Otherwise = recommended };
}

/// <summary>What a structural code has read from the fields that all of them share.</summary>
public abstract record CodeSettings
{
    /// <summary>What was said of the fields that all structural codes share.</summary>
    protected CodeSettings(Values said)
    {
        JointType = said.Of(CodeFields.JointType);
        Threads = said.Of(CodeFields.ShearThreads);
        UniformTransfer = said.Of(CodeFields.Uniform);
        BlockTension = said.Of(CodeFields.BlockTension);
        Exposure = said.Of(CodeFields.Exposure);
        Compression = said.Of(CodeFields.Compression);
    }

    /// <summary>How the joint carries shear: in bearing, or without slip at which limit state.</summary>
    public JointType JointType { get; }

    /// <summary>Whether threads stand in the shear planes.</summary>
    public PlaneThreads Threads { get; }

    /// <summary>True where the load passes along the joint evenly: no reduction for its length.</summary>
    public bool UniformTransfer { get; }

    /// <summary>Whether the tension of a block is even or not.</summary>
    public BlockTension BlockTension { get; }

    /// <summary>What the steel stands in, which bounds spacing and edges.</summary>
    public Exposure Exposure { get; }

    /// <summary>True for a member in compression.</summary>
    public bool Compression { get; }

    /// <summary>True where the bolts are pretensioned.</summary>
    public bool Pretensions => JointType != JointType.Bearing;

    /// <summary>What the code leaves of a strength that rests on yield.</summary>
    internal abstract T AvailableYield<T>(T nominal)
        where T : struct, IScalar<T>;

    /// <summary>True where slip is judged.</summary>
    public bool IsSlipCritical => JointType >= JointType.SlipAtService;
}
