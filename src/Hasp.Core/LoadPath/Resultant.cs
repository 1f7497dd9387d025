using Hasp.Core.Formulas;

namespace Hasp.Core.LoadPath;

/// <summary>Three components in the joint's axes: x, y in the joint plane, z along the bolts, +z pulls the parts apart.</summary>
public readonly record struct Components(double X, double Y, double Z)
{
    /// <summary>a + b, component by component.</summary>
    public static Components operator +(Components a, Components b) => new(a.X + b.X, a.Y + b.Y, a.Z + b.Z);

    /// <summary>a − b, component by component.</summary>
    public static Components operator -(Components a, Components b) => new(a.X - b.X, a.Y - b.Y, a.Z - b.Z);

    /// <summary>So many times each component.</summary>
    public static Components operator *(double factor, Components a) => new(factor * a.X, factor * a.Y, factor * a.Z);

    /// <summary>a × b.</summary>
    public static Components Cross(Components a, Components b) =>
        new((a.Y * b.Z) - (a.Z * b.Y), (a.Z * b.X) - (a.X * b.Z), (a.X * b.Y) - (a.Y * b.X));
}

/// <summary>
/// A force (N) and a moment (N·mm) at a point. Moments are right-handed: +Mx pulls the bolts at +y, +My those at −x, +Mz turns x
/// towards y.
/// </summary>
/// <param name="Force">N.</param>
/// <param name="Moment">N·mm.</param>
public readonly record struct Resultant(Components Force, Components Moment)
{
    /// <summary>The same load stated at another point: M + (from − to) × F.</summary>
    public Resultant Moved(Components from, Components to)
    {
        var arm = from - to;
        var (x, y, z) = GroupFormulas.Carried<Plain>(
            (new(Force.X), new(Force.Y), new(Force.Z)), (new(Moment.X), new(Moment.Y), new(Moment.Z)), arm);
        return this with { Moment = new(x.Value, y.Value, z.Value) };
    }

    /// <summary>Both at once, at the one point that both are stated at.</summary>
    public static Resultant operator +(Resultant a, Resultant b) => new(a.Force + b.Force, a.Moment + b.Moment);

    /// <summary>So many times the load, at the same point.</summary>
    public static Resultant operator *(double factor, Resultant a) => new(factor * a.Force, factor * a.Moment);
}
