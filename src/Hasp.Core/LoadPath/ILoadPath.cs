using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.LoadPath;

/// <summary>
/// How the loads of a joint reach its bolts and parts: one implementation a way. A kind of joint with a way of its own brings its own.
/// </summary>
public interface ILoadPath
{
    /// <summary>N.</summary>
    int Count { get; }

    /// <summary>Bolts that differ in load: one where all are alike.</summary>
    int Distinct { get; }

    /// <summary>Tension (before prying) and shear of one bolt, with the direction of the shear, N.</summary>
    /// <param name="load">The load case.</param>
    /// <param name="bolt">Index of the bolt.</param>
    /// <param name="index">Tells apart several loads of one working.</param>
    BoltShare<T> On<T>(LoadCase load, int bolt, int index = 0)
        where T : struct, IScalar<T>;

    /// <summary>Tension of one bolt before prying, N.</summary>
    /// <inheritdoc cref="On"/>
    T Tension<T>(LoadCase load, int bolt, int index = 0)
        where T : struct, IScalar<T>;

    /// <summary>In-plane force that the parts carry together in the case that loads a bolt, N.</summary>
    /// <param name="load">The bolt's load.</param>
    T OnParts<T>(in BoltLoad<T> load)
        where T : struct, IScalar<T>;
}

/// <summary>Equal shares: the bolts' places are not stated.</summary>
/// <param name="Count">N.</param>
public sealed record EqualShares(int Count) : ILoadPath
{
    private const string Rule = "equal share, no pattern laid out";

    /// <inheritdoc/>
    public int Distinct => 1;

    /// <inheritdoc/>
    public BoltShare<T> On<T>(LoadCase load, int bolt, int index = 0)
        where T : struct, IScalar<T>
    {
        var tension = Tension<T>(load, bolt, index);
        var bolts = T.Given(Terms.BoltCount, Count);
        var shear = T.Let(Terms.Shear, load.InPlane<T>(index) / bolts, index, Rule);
        return new(tension, shear, T.Const(load.Load.Force.X) / bolts, T.Const(load.Load.Force.Y) / bolts);
    }

    /// <inheritdoc/>
    public T Tension<T>(LoadCase load, int bolt, int index = 0)
        where T : struct, IScalar<T> =>
        T.Let(Terms.ExternalLoad, load.Pull<T>(index) / T.Given(Terms.BoltCount, Count), index, Rule);

    /// <inheritdoc/>
    public T OnParts<T>(in BoltLoad<T> load)
        where T : struct, IScalar<T> => load.Count * load.Shear;
}

/// <summary>Shares by the places of the bolts: the elastic vector method in the plane, the pattern's school out of it.</summary>
/// <param name="Pattern">Where the bolts are.</param>
public sealed record PatternShares(BoltPattern Pattern) : ILoadPath
{
    /// <inheritdoc/>
    public int Count => Pattern.Group.Bolts.Length;

    /// <inheritdoc/>
    public int Distinct => Count;

    /// <inheritdoc/>
    public BoltShare<T> On<T>(LoadCase load, int bolt, int index = 0)
        where T : struct, IScalar<T>
    {
        var tension = Tension<T>(load, bolt, index);
        var (fx, fy, _) = load.Forces<T>(index);
        var share = GroupFormulas.InPlane(Pattern.Group, bolt, fx, fy, OnBolt.MomentsAtCentroid<T>(load, Pattern.Group, index).Z);
        return new(tension, share.Resultant, share.DirectX + share.TorsionX, share.DirectY + share.TorsionY);
    }

    /// <inheritdoc/>
    public T Tension<T>(LoadCase load, int bolt, int index = 0)
        where T : struct, IScalar<T>
    {
        var (mx, my, _) = OnBolt.MomentsAtCentroid<T>(load, Pattern.Group, index);
        var (_, _, fz) = load.Forces<T>(index);
        return T.Let(Pattern.Prying is null ? Terms.ExternalLoad : Terms.BoltPull, OnBolt.BySchool(Pattern, bolt, fz, mx, my, index), index,
            Pattern.School == TensionSchool.Pivot ? "by the pattern, about a compression line" : "by the pattern, about the centroid");
    }

    /// <summary>The bolts share unequally: the force is the case's own, a couple of torsion leaving none.</summary>
    /// <inheritdoc cref="ILoadPath.OnParts"/>
    public T OnParts<T>(in BoltLoad<T> load)
        where T : struct, IScalar<T> => load.Case.InPlane<T>();
}

/// <summary>What reaches one bolt before prying, N: tension, shear, and the shear along x and y.</summary>
public readonly record struct BoltShare<T>(T Tension, T Shear, T ShearX, T ShearY)
    where T : struct, IReal<T>;
