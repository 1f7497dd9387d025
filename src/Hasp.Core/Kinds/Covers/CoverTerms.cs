using Hasp.Core.Formulas;
using Hasp.Core.Quantities;

namespace Hasp.Core.Kinds.Covers;

/// <summary>Values of a bolted cover under pressure.</summary>
public static class CoverTerms
{
    private const string Ug34 = "ASME BPVC VIII-1, UG-34";

#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Term Pressure = new("coverPressure", "p", Dimension.Stress, "pressure contained", "load case");
    public static readonly Term Seal = new(
        "coverSeal", "d_G", Dimension.Length, "diameter, or short side, where the cover seals", "the joint");
    public static readonly Term SealLong = new("coverSealLong", "D_G", Dimension.Length, "long side where the cover seals", "the joint");
    public static readonly Term Thickness = new("coverThickness", "t", Dimension.Length, "thickness of the cover", "the joint");
    public static readonly Term Yield = new("coverYield", "f_y", Dimension.Stress, "yield strength of the cover", "material table");
    public static readonly Term Lever = new("coverLever", "h_G", Dimension.Length, "bolt line to the line where it seals", "the joint");
    public static readonly Term BoltLoad = new(
        "coverBoltLoad", "W", Dimension.Force, "load of all bolts that bends the cover",
        "end load and gasket load; while tightened, the largest preload of all bolts");
    public static readonly Term GasketLoad = new(
        "coverGasketLoad", "F_G", Dimension.Force, "clamp that the gasket must keep, all bolts together",
        "stated, or gasket factor × pressure × gasket area");
    public static readonly Term BoltLine = new(
        "coverBoltLine", "L_b", Dimension.Length, "length of the line through the bolts", "the joint");
    public static readonly Term Shape = new(
        "coverShape", "Z", Dimension.None, "factor of a rectangular plate", Ug34 + "(c)(3): 3.4 − 2.4·d/D, at most 2.5");
    public static readonly Term Stress = new(
        "coverStress", "σ", Dimension.Stress, "bending stress of the cover", Ug34 + "(c)(2), (c)(3), C = 0.3");
    public static readonly Term Factor = new(
        "coverFactor", "n_cover", Dimension.None, "yield of the cover over its bending stress", "yield of the cover");
    public static readonly Term EndPerBolt = new("endLoadPerBolt", "P", Dimension.Force, "end load on one bolt", "equal share");
    public static readonly Term GasketPerBolt = new(
        "gasketLoadPerBolt", "F_G,1", Dimension.Force, "clamp that must remain at one bolt", "equal share");
    public static readonly Term PreloadNeeded = new(
        "preloadNeeded", "F_i,req", Dimension.Force, "least preload of one bolt", "(1 − C)·P + clamp that must remain");
    public static readonly Term ClampLeft = new("clampLeftPerBolt", "F_m", Dimension.Force, "clamp left at one bolt",
        "Fi − (1 − C)·P");
    public static readonly Term GasketFactor = new(
        "coverGasketFactor", "n_gasket", Dimension.None, "smallest preload over the least that is needed", "Fi,min/Fi,req");
    public static readonly Term Spacing = new(
        "coverSpacing", "B", Dimension.Length, "greatest distance between neighbouring bolts", "the pattern");
    public static readonly Term SpacingMost = new(
        "coverSpacingMost", "B_max", Dimension.Length, "distance up to which the gasket is pressed evenly",
        "ASME BPVC VIII-1, Appendix 2, 2-5(d): 2a + 6t/(m + 0.5)");
    public static readonly Term SpacingFactor = new(
        "coverSpacingFactor", "n_B", Dimension.None, "greatest distance allowed over the distance", "Bmax/B");
    public static readonly Term GasketM = new("coverGasketM", "m", Dimension.None, "gasket factor", "gasket table");
    public static readonly Term BoltSize = new("coverBoltSize", "a", Dimension.Length, "nominal diameter of the bolts", "the joint");
    public static readonly Term ThinnerPart = new(
        "coverThinner", "t_min", Dimension.Length, "the thinner of cover and flange", "the joint");
    public static readonly Term GasketArea = new(
        "coverGasketArea", "A_G", Dimension.Area, "area of the gasket", "its line times its width");
#pragma warning restore CS1591
}

/// <summary>Formulas of a cover: N, mm, MPa.</summary>
public static class CoverFormulas
{
    /// <summary>C of a cover whose edge is bolted (ASME BPVC VIII-1, UG-34, sketches (j), (k)).</summary>
    private const double Edge = 0.3;

    /// <summary>σ = C·p·(d/t)² + 1.9·W·hG/(d·t²): UG-34(c)(2), solved for the stress.</summary>
    public static T Circular<T>(T pressure, T seal, T thickness, T boltLoad, T lever)
        where T : struct, IReal<T>
    {
        var slender = seal / thickness;
        return T.Let(
            CoverTerms.Stress, (T.Const(Edge) * pressure * slender * slender)
                + (T.Const(1.9) * boltLoad * lever / (seal * thickness * thickness)));
    }

    /// <summary>σ = Z·C·p·(d/t)² + 6·W·hG/(L·t²): UG-34(c)(3), solved for the stress.</summary>
    public static T Rectangular<T>(T pressure, T shortSide, T longSide, T thickness, T boltLoad, T lever, T boltLine)
        where T : struct, IReal<T>
    {
        var slender = shortSide / thickness;
        var shape = T.Let(CoverTerms.Shape, T.Min(T.Const(2.5), T.Const(3.4) - (T.Const(2.4) * shortSide / longSide)));
        return T.Let(
            CoverTerms.Stress, (shape * T.Const(Edge) * pressure * slender * slender)
                + (T.Const(6) * boltLoad * lever / (boltLine * thickness * thickness)));
    }

    /// <summary>Fi = (1 − C)·P + FG/N.</summary>
    public static T PreloadNeeded<T>(T share, T load, T gasket)
        where T : struct, IReal<T> => T.Let(CoverTerms.PreloadNeeded, ((T.Const(1) - share) * load) + gasket);

    /// <summary>Bmax = 2a + 6t/(m + 0.5).</summary>
    public static T SpacingMost<T>(T bolt, T thickness, T gasketFactor)
        where T : struct, IReal<T> => T.Let(CoverTerms.SpacingMost, (T.Const(2) * bolt)
            + (T.Const(6) * thickness / (gasketFactor + T.Const(0.5))));
}
