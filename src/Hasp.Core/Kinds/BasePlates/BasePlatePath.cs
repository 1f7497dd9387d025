using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Kinds.BasePlates;

/// <summary>
/// Loads of a column's foot on its bolts. Where all bolts pull, equilibrium alone rules; else the compression line, or the stress block.
/// Friction takes its part of the shear only under the compression that acts with it.
/// </summary>
/// <param name="Inputs">The base plate.</param>
/// <param name="Pattern">Its bolts, with the compression lines.</param>
internal sealed record BasePlatePath(BasePlateInputs Inputs, BoltPattern Pattern) : ILoadPath
{
    private readonly PatternShares _line = new(Pattern);
    private readonly PatternShares _centroid = new(Pattern with { School = TensionSchool.Centroid });

    /// <inheritdoc/>
    public int Count => _line.Count;

    /// <inheritdoc/>
    public int Distinct => _line.Distinct;

    /// <summary>True where a case pulls on some bolt.</summary>
    internal static bool Lifts(Joint joint, LoadCase load) =>
        joint.LoadPath is BasePlatePath path && Enumerable.Range(0, path.Count).Any(i => path.Tension<Plain>(load, i).Value > 1e-9);

    /// <summary>Compression of the case that may give friction, N: none where the plate is lifted as a whole.</summary>
    internal static double Pressing(LoadCase load) => Math.Max(0, -load.Load.Force.Z);

    /// <inheritdoc/>
    public BoltShare<T> On<T>(LoadCase load, int bolt, int index = 0)
        where T : struct, IScalar<T>
    {
        var on = _line.On<T>(load, bolt, index);
        var tension = Tension<T>(load, bolt, index);
        if (Left<T>(load, index) is not { } left) return on with { Tension = tension };
        return new(tension, T.Let(BasePlateTerms.ShearLeft, left * on.Shear, index), left * on.ShearX, left * on.ShearY);
    }

    /// <inheritdoc/>
    public T Tension<T>(LoadCase load, int bolt, int index = 0)
        where T : struct, IScalar<T>
    {
        if (AllPull(load)) return _centroid.Tension<T>(load, bolt, index);
        return Inputs.School == BaseSchool.StressBlock ? ByBlock<T>(load, bolt, index) : _line.Tension<T>(load, bolt, index);
    }

    /// <inheritdoc/>
    public T OnParts<T>(in BoltLoad<T> load)
        where T : struct, IScalar<T> => load.Case.InPlane<T>();

    /// <summary>Tension by each school, for the working: the compression line, the stress block. Null where the schools do not
    /// differ.</summary>
    internal (double Line, double Block)? BySchools(LoadCase load, int bolt) =>
        AllPull(load) || Solve(load) is not { } block ? null : (Math.Max(0, _line.Tension<Plain>(load, bolt).Value), block.Tensions[bolt]);

    /// <summary>True where equilibrium about the centroid pulls every bolt: then nothing presses.</summary>
    internal bool AllPull(LoadCase load)
    {
        if (load.Load.Force.Z <= 0) return false;
        for (var i = 0; i < Count; i++) if (_centroid.Tension<Plain>(load, i).Value < 0) return false;
        return true;
    }

    /// <summary>The stress block of a case; null where no plane balances it.</summary>
    internal CrackedSection.Solution? Solve(LoadCase load)
    {
        var (mx, my, _) = OnBolt.MomentsAtCentroid<Plain>(load, Pattern.Group);
        var area = ThreadGeometry<Plain>.Of(Inputs.Thread).StressArea.Value;
        return CrackedSection.Solve(
            Inputs.Shape.PlateWidth, Inputs.Shape.PlateDepth, Inputs.Bolts, Inputs.ModularRatio * area, load.Load.Force.Z, mx.Value,
            my.Value);
    }

    private T ByBlock<T>(LoadCase load, int bolt, int index)
        where T : struct, IScalar<T>
    {
        // Where no plane is found the line stands in: both are equilibrium, and a case must not go without.
        if (Solve(load) is not { } block) return _line.Tension<T>(load, bolt, index);
        var (_, _, pull) = load.Forces<T>(index);
        return T.Let(
            Terms.ExternalLoad, T.Found(block.Tensions[bolt], "equilibrium of concrete that presses and bolts that pull, under", pull),
            index, "stress block, bolts in tension only");
    }

    /// <summary>The share of the shear that friction leaves to the bolts; null where it takes none.</summary>
    private T? Left<T>(LoadCase load, int index)
        where T : struct, IScalar<T>
    {
        if (Inputs.ShearBy == BaseShear.Bolts || load.Shear <= 0) return null;
        if (Inputs.ShearBy == BaseShear.Friction) return T.Const(0);
        if (Pressing(load) <= 0) return null;
        var (_, _, fz) = load.Forces<T>(index);
        var friction = T.Let(BasePlateTerms.FrictionForce, T.Given(BasePlateTerms.Friction, Inputs.Friction) * -fz, index);
        return T.Max(T.Const(0), (load.InPlane<T>(index) - friction) / load.InPlane<T>(index));
    }
}
