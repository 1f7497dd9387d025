using Hasp.Core.Formulas;
using Hasp.Core.Quantities;

namespace Hasp.Core.Kinds.Closures;

/// <summary>Values of a plug in a tube, held by radial bolts.</summary>
public static class ClosureTerms
{
#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Term Pressure = new("closurePressure", "p", Dimension.Stress, "pressure contained", "load case");
    public static readonly Term Bore = new("closureBore", "D", Dimension.Length, "bore of the tube", "the joint");
    public static readonly Term Seal = new("closureSeal", "D_s", Dimension.Length, "diameter where the plug seals", "the joint");
    public static readonly Term Outer = new("closureOuter", "D_o", Dimension.Length, "outer diameter of the tube", "the joint");
    public static readonly Term Wall = new("closureWall", "t", Dimension.Length, "wall of the tube", "(Do − D)/2");
    public static readonly Term PerRow = new("closurePerRow", "N_r", Dimension.None, "bolts in a row round the tube", "the joint");
    public static readonly Term Rows = new("closureRows", "n_r", Dimension.None, "rows of bolts", "the joint");
    public static readonly Term Hole = new("closureHole", "d_h", Dimension.Length, "hole in the tube's wall", "the joint");
    public static readonly Term Yield = new("closureYield", "f_y", Dimension.Stress, "yield strength of the tube", "material table");
    public static readonly Term HoopThin = new("hoopThinWall", "σ_h", Dimension.Stress, "hoop stress, average over the wall", "p·D/(2t)");
    public static readonly Term HoopThick = new(
        "hoopThickWallBore", "σ_h,b", Dimension.Stress, "hoop stress at the bore",
        "thick cylinder: p·(Ro² + Ri²)/(Ro² − Ri²); from t > D/20");
    public static readonly Term HoopFactor = new(
        "closureHoopFactor", "n_h,p", Dimension.None, "yield of the tube over its hoop stress", "yield of the tube");
    public static readonly Term AxialThin = new("axialThinWall", "σ_a,t", Dimension.Stress, "axial stress, thin wall", "p·D/(4t)");
    public static readonly Term AxialGross = new(
        "axialStressGross", "σ_a", Dimension.Stress, "axial stress in the whole wall", "end load over π·(D + t)·t");
    public static readonly Term NetArea = new(
        "netAreaTube", "A_net", Dimension.Area, "wall left between the holes of a row", "π·(D + t)·t − N·dh·t");
    public static readonly Term AxialNet = new(
        "netSectionStress", "σ_net", Dimension.Stress, "axial stress between the holes", "end load over the wall left");
    public static readonly Term AxialFactor = new(
        "closureAxialFactor", "n_a", Dimension.None, "yield of the tube over its axial stress between the holes", "yield of the tube");
    public static readonly Term Needed = new(
        "boltsNeeded", "N_req", Dimension.None, "bolts that the shear needs", "required factor · end load/(κ·Sy·A), rounded up");
    public static readonly Term Indexed = new(
        "boltsIndexed", "N_ind", Dimension.None, "the next number that can be indexed", "the indexing list");
    public static readonly Term WallNeeded = new(
        "wallForAllowableHoop", "t_req", Dimension.Length, "wall for the allowable hoop stress", "p·D/(2·σ)");
    public static readonly Term LeastGoes = new(
        "closureGoesAt", "p_goes", Dimension.Stress, "pressure at which the first part fails, the relief not counted",
        "the least of all checks that the load sets, each at factor 1; the preload is gone by then");
    public static readonly Term Relief = new(
        "closureRelief", "p_rel", Dimension.Stress, "pressure at which the relief has gone at the latest",
        "the relief's upper limit, as stated");
    public static readonly Term ReliefFactor = new(
        "closureReliefFactor", "n_rel", Dimension.None, "pressure at which the first part fails over the relief's",
        "the relief must go first");
    public static readonly Term Test = new(
        "closureTest", "p_T", Dimension.Stress, "pressure of the liquid proof test",
        "stated, or the greater of 1.43·p and 1.25·p/kT (EN 13445-5, 10.2.3.3)");
    public static readonly Term StrengthLeft = new(
        "closureStrengthLeft", "k_T", Dimension.None, "share of the strength that is left at the service temperature", "the joint");
    public static readonly Term TestFactor = new(
        "closureTestFactor", "n_T", Dimension.None, "pressure at which the first part yields over the test pressure",
        "EN 13445-5, 10.2.3.3");
    public static readonly Term Holds = new(
        "closureHolds", "p_holds", Dimension.Stress, "pressure that holds at the required factors",
        "the least of all checks that the load sets, each at its required factor");
    public static readonly Term LigamentWidth = new(
        "closureLigament", "b_l", Dimension.Length, "metal between two holes of a row, at the bore", "π·D/N − dh");
#pragma warning restore CS1591
}

/// <summary>Formulas of a closure: N, mm, MPa.</summary>
public static class ClosureFormulas
{
    /// <summary>σ = p·D/(2t).</summary>
    public static T HoopThin<T>(T pressure, T bore, T wall)
        where T : struct, IReal<T> => T.Let(ClosureTerms.HoopThin, pressure * bore / (T.Const(2) * wall));

    /// <summary>σ = p·(Do² + D²)/(Do² − D²), at the bore.</summary>
    public static T HoopThick<T>(T pressure, T bore, T outer)
        where T : struct, IReal<T>
    {
        var (o, b) = (outer * outer, bore * bore);
        return T.Let(ClosureTerms.HoopThick, pressure * (o + b) / (o - b));
    }

    /// <summary>σ = p·D/(4t).</summary>
    public static T AxialThin<T>(T pressure, T bore, T wall)
        where T : struct, IReal<T> => T.Let(ClosureTerms.AxialThin, pressure * bore / (T.Const(4) * wall));

    /// <summary>A = π·(D + t)·t − N·dh·t: the wall, less the holes of one row.</summary>
    public static T NetArea<T>(T bore, T wall, T perRow, T hole)
        where T : struct, IReal<T> => T.Let(ClosureTerms.NetArea, (T.Const(Math.PI, "π") * (bore + wall) * wall) - (perRow * hole * wall));

    /// <summary>σ = F/(π·(D + t)·t).</summary>
    public static T AxialGross<T>(T endLoad, T bore, T wall)
        where T : struct, IReal<T> => T.Let(ClosureTerms.AxialGross, endLoad / (T.Const(Math.PI, "π") * (bore + wall) * wall));

    /// <summary>σ = F/Anet.</summary>
    public static T AxialNet<T>(T endLoad, T netArea)
        where T : struct, IReal<T> => T.Let(ClosureTerms.AxialNet, endLoad / netArea);

    /// <summary>N = n·F/(κ·Sy·A), not rounded.</summary>
    public static T BoltsNeeded<T>(T required, T endLoad, T ratio, T yield, T area)
        where T : struct, IReal<T> => T.Let(ClosureTerms.Needed, required * endLoad / (ratio * yield * area));

    /// <summary>t = p·D/(2·σ).</summary>
    public static T WallFor<T>(T pressure, T bore, T allowable)
        where T : struct, IReal<T> => T.Let(ClosureTerms.WallNeeded, pressure * bore / (T.Const(2) * allowable));

    /// <summary>The least number of an indexing list that is at least what is needed; null where the list ends before.</summary>
    public static int? Indexed(double needed, IEnumerable<int> list) =>
        list.Order().Where(n => n >= needed - 1e-9).Select(n => (int?)n).FirstOrDefault();
}
