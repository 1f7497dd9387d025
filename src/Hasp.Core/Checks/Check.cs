namespace Hasp.Core.Checks;

/// <summary>Which preload a check is made with; the handbook switch overrides it with the nominal one.</summary>
public enum PreloadUsed
{
    /// <summary>The check does not depend on preload.</summary>
    None,

    /// <summary>The largest that the tool may give: strength.</summary>
    Largest,

    /// <summary>The one aimed at.</summary>
    Nominal,

    /// <summary>The smallest that is left: slip, opening and leaking.</summary>
    Smallest,

    /// <summary>Each in turn, the worse counts: fatigue dislikes a high mean stress and a joint that opens.</summary>
    Both,
}

/// <summary>One way a joint can fail, and by what factor it is kept from it.</summary>
/// <param name="Id">Stable name in documents and results.</param>
/// <param name="Name">In the field's words.</param>
/// <param name="Brief">What happens, in a word or two: for narrow places.</param>
/// <param name="Required">Required factor where the project states none.</param>
/// <param name="Preload">The preload it is made with.</param>
/// <param name="Meaning">What the factor is.</param>
/// <param name="Source">What the requirement rests on.</param>
public sealed record Check(string Id, string Name, string Brief, double Required, PreloadUsed Preload, string Meaning, string Source)
{
    public static readonly Check Proof = new("proof", "Proof, at the tightest", "proof", 1.0, PreloadUsed.Largest, "proof load over the force in the bolt at the largest preload", "proof load, ISO 898-1, 9.6; SAE J429");
    public static readonly Check Yield = new("yield", "Yield with torsion", "yields", 1.0, PreloadUsed.Largest, "yield over tension with half the tightening torsion at the largest preload", "distortion energy; VDI 2230-1, 5.5.2 (half the torsion kept in service)");
    public static readonly Check Load = new("load", "Load above preload", "load", 1.5, PreloadUsed.Nominal, "times the outside load may grow until the bolt reaches proof", "two springs; past opening the bolt carries the whole load");
    public static readonly Check Opening = new("opening", "Opening", "opens", 1.2, PreloadUsed.Smallest, "load that parts the faces over the outside load, at the smallest preload", "two springs");
    public static readonly Check Leak = new("leak", "Leaking of the seal", "leaks", 1.0, PreloadUsed.Smallest, "clamp pressure left on the seal over the pressure that it needs, at the smallest preload", "remaining clamp; ASME BPVC VIII-1 App. 2 for the gasket factor");
    public static readonly Check Slip = new("slip", "Slip on the faces", "slips", 1.25, PreloadUsed.Smallest, "friction of the clamp that is left over the shear, at the smallest preload", "dry friction");
    public static readonly Check Shear = new("shear", "Shear of the bolt", "shears", 1.5, PreloadUsed.None, "shear yield over the shear stress in the worst plane", "distortion energy or maximum shear");
    public static readonly Check Combined = new("combined", "Tension and shear together", "combined", 1.25, PreloadUsed.Largest, "times tension and shear may grow together until the worst plane yields, the largest preload standing", "distortion energy");
    public static readonly Check Bearing = new("bearing", "Bearing on the hole", "bears", 1.5, PreloadUsed.None, "yield of the softer of bolt and member over the bearing stress of the worst layer", "mean bearing stress");
    public static readonly Check TearOut = new("tearOut", "Tear-out to the edge", "tears out", 2.0, PreloadUsed.None, "shear yield of the layer over the stress on the two planes to its edge", "mean shear stress");
    public static readonly Check NetSection = new("netSection", "Net section of a part", "net section", 1.5, PreloadUsed.None, "yield of the part over the tension between its holes", "EN 1993-1-8, 3.10.1; AISC 360 B4.3b (the area)");
    public static readonly Check UnderHead = new("underHead", "Pressure under head and nut", "crushes", 1.0, PreloadUsed.Largest, "limiting pressure of the part over the pressure at the largest preload, at the worse end", "VDI 2230-1, 5.5.4 (limiting surface pressure)");

    public static readonly Check Strip = new("strip", "Thread stripping", "strips", 1.0, PreloadUsed.None, "load that strips the weaker thread over the load that breaks the bolt: the bolt must break first", "basic 60° form of the shear areas; ASME B1.1 App. B");
    public static readonly Check Fatigue = new("fatigue", "Fatigue of the bolt", "tires", 1.5, PreloadUsed.Both, "times the alternating load may grow until the criterion in use, at the worse of largest and smallest preload", "Goodman, Gerber or ASME-elliptic along the load line; VDI 2230-1, 5.5.3 for the amplitude school");

    /// <summary>Every check, in the order of the job.</summary>
    public static IReadOnlyList<Check> All { get; } = [Proof, Yield, Load, Opening, Leak, Slip, Shear, Combined, Bearing, TearOut, NetSection, UnderHead, Strip, Fatigue];

    /// <summary>The check of that id, or null.</summary>
    public static Check? ById(string id) => All.FirstOrDefault(c => c.Id == id);
}
