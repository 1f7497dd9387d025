using System.Collections.Immutable;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.LoadPath;

/// <summary>Formulas of loads from what people know of a machine: N, mm, MPa; mass in kg, speed in rad/s.</summary>
public static class LoadHelpers
{
    /// <summary>F = p·π/4·D²: pressure on a bore or an end cap; the push of a ram.</summary>
    public static T EndLoad<T>(T pressure, T bore, int index = 0)
        where T : struct, IReal<T> =>
        T.Let(Terms.EndLoad, pressure * T.Const(Math.PI / 4, "π/4") * bore * bore, index);

    /// <summary>F = p·π/4·(D² − d²): the pull of a ram, the rod taking its part of the piston.</summary>
    public static T RamPull<T>(T pressure, T bore, T rod, int index = 0)
        where T : struct, IReal<T> =>
        T.Let(Terms.RamPull, pressure * T.Const(Math.PI / 4, "π/4") * ((bore * bore) - (rod * rod)), index);

    /// <summary>F = m·r·ω²·(1 + r/l): inertia of a reciprocating mass at top dead centre. m in kg, r in mm, ω in rad/s.</summary>
    public static T Reciprocating<T>(T mass, T radius, T speed, T radiusOverRod, int index = 0)
        where T : struct, IReal<T> =>
        T.Let(Terms.InertiaForce, mass * radius * speed * speed * (T.Const(1) + radiusOverRod) / T.Const(1000), index);

    /// <summary>F = m·n·g: weight (n = 1) or inertia of a mass in kg at n times gravity.</summary>
    public static T OfMass<T>(T mass, T level, int index = 0)
        where T : struct, IReal<T> =>
        T.Let(Terms.MassForce, mass * level * T.Const(9.80665), index);

    /// <summary>F = q·w·h: wind square on a panel.</summary>
    public static T Wind<T>(T pressure, T width, T height, int index = 0)
        where T : struct, IReal<T> =>
        T.Let(Terms.WindForce, pressure * width * height, index);
}

/// <summary>What a load is worked out from.</summary>
public enum HelperKind
{
    /// <summary>Pressure on a bore or end cap.</summary>
    Pressure,

    /// <summary>A ram pushing: pressure on the whole bore.</summary>
    RamPush,

    /// <summary>A ram pulling: pressure beside the rod.</summary>
    RamPull,

    /// <summary>A load on a bracket, beside the bolts and out from the joint plane.</summary>
    Bracket,

    /// <summary>Weight of, and wind on, a panel that stands off.</summary>
    Panel,

    /// <summary>A reciprocating mass at top dead centre.</summary>
    Reciprocating,

    /// <summary>A mass at so many times gravity.</summary>
    Mass,

    /// <summary>A column's foot: N, V, M.</summary>
    Column,
}

/// <summary>A direction in the joint's axes.</summary>
public enum Heading
{
    /// <summary>Along +x.</summary>
    X,

    /// <summary>Along −x.</summary>
    MinusX,

    /// <summary>Along +y.</summary>
    Y,

    /// <summary>Along −y.</summary>
    MinusY,

    /// <summary>Along +z: pulls the parts apart.</summary>
    Z,

    /// <summary>Along −z: presses them together.</summary>
    MinusZ,
}

/// <summary>What one kind of load is worked out from: which inputs it has, how they are called there, and which of them it cannot
/// do without.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="UsualHeading">Which way it acts where nobody says.</param>
/// <param name="Inputs">Its inputs in the order of the form.</param>
public sealed record HelperInputs(HelperKind Kind, Heading UsualHeading, params ImmutableArray<HelperInput> Inputs)
{
    /// <summary>One row a kind.</summary>
    public static ImmutableArray<HelperInputs> All { get; } =
    [
        new(HelperKind.Pressure, Heading.Z, Need(Fields.HelperPressure), Need(Fields.HelperBore)),
        new(HelperKind.RamPush, Heading.Z, Need(Fields.HelperPressure), Need(Fields.HelperBore)),
        new(HelperKind.RamPull, Heading.MinusZ, Need(Fields.HelperPressure), Need(Fields.HelperBore), Need(Fields.HelperRod, "Rod")),
        new(HelperKind.Bracket, Heading.MinusY, Need(Fields.HelperForce, "Load"), May(Fields.HelperOffset),
            May(Fields.HelperStandOff, "Stand-off from face")),
        new(HelperKind.Panel, Heading.Z,
            Need(Fields.HelperForce, "Weight"), Need(Fields.HelperPressure, "Wind pressure"), Need(Fields.HelperWidth, "Width"),
            Need(Fields.HelperHeight, "Height"),
            May(Fields.HelperOffset, "Panel centre, x"), May(Fields.HelperOffsetUp, "Panel centre, y"),
            May(Fields.HelperStandOff, "Stand-off from face")),
        new(HelperKind.Reciprocating, Heading.Z,
            Need(Fields.HelperMass), Need(Fields.HelperRadius, "Radius"), Need(Fields.HelperSpeed, "Speed"), Need(Fields.HelperRodLength)),
        new(HelperKind.Mass, Heading.Z, Need(Fields.HelperMass), May(Fields.HelperLevel)),
        new(HelperKind.Column, Heading.Y, Need(Fields.HelperForce, "Axial compression N"), May(Fields.HelperShear),
            May(Fields.HelperMoment)),
    ];

    /// <summary>The row of a kind.</summary>
    public static HelperInputs Of(HelperKind kind) => All.First(h => h.Kind == kind);

    /// <summary>Inputs that the load cannot be worked out without.</summary>
    public IEnumerable<Field<double>> Needed => Inputs.Where(i => i.Needed).Select(i => i.Field);

    private static HelperInput Need(Field<double> field, string? label = null) => new(field, label ?? field.Label, true);

    private static HelperInput May(Field<double> field, string? label = null) => new(field, label ?? field.Label, false);
}

/// <summary>One input of a load.</summary>
/// <param name="Field">The field.</param>
/// <param name="Label">What it is called for this kind of load.</param>
/// <param name="Needed">True where the load cannot be worked out without it.</param>
public readonly record struct HelperInput(Field<double> Field, string Label, bool Needed);

/// <summary>
/// A load as worked out from what is known, with its inputs kept: N, mm, MPa, N·mm, kg, rad/s. What a kind does not use stays as it is.
/// </summary>
public sealed record LoadHelper(HelperKind Kind, Heading Heading)
{
    /// <summary>Pressure in a cylinder or of wind on a panel, MPa.</summary>
    public double Pressure { get; init; }

    /// <summary>Bore of the cylinder, mm.</summary>
    public double Bore { get; init; }

    /// <summary>Diameter of its rod, mm.</summary>
    public double Rod { get; init; }

    /// <summary>Load of a bracket, weight of a panel, axial load of a column (+ presses the foot down).</summary>
    public double Force { get; init; }

    /// <summary>Beside the centroid, at right angles to the load: along x for a load along y, along y for one along x; a panel's
    /// middle along x.</summary>
    public double Offset { get; init; }

    /// <summary>A panel's middle along y.</summary>
    public double OffsetUp { get; init; }

    /// <summary>Out from the joint plane, along z.</summary>
    public double StandOff { get; init; }

    /// <summary>Width of a panel along x, mm.</summary>
    public double Width { get; init; }

    /// <summary>Height of a panel along y, mm.</summary>
    public double Height { get; init; }

    /// <summary>What is carried or turns, kg.</summary>
    public double Mass { get; init; }

    /// <summary>Acceleration over that of gravity.</summary>
    public double Level { get; init; } = 1;

    /// <summary>Crank or eccentricity, mm.</summary>
    public double Radius { get; init; }

    /// <summary>Turning speed, rad/s.</summary>
    public double Speed { get; init; }

    /// <summary>Connecting rod, mm.</summary>
    public double RodLength { get; init; }

    /// <summary>V of a column's foot.</summary>
    public double Shear { get; init; }

    /// <summary>M of a column's foot, in the sense in which V acting higher up would turn it.</summary>
    public double Moment { get; init; }

    /// <summary>The one force that the kind works out, N; the load itself where it is stated.</summary>
    /// <param name="index">Tells apart several such loads of one working.</param>
    public T ForceOf<T>(int index = 0)
        where T : struct, IReal<T>
    {
        T Of(Term term, double value) => T.Given(term, value, index);
        return Kind switch
        {
            HelperKind.Pressure or HelperKind.RamPush => LoadHelpers.EndLoad(Of(Terms.PressureInside, Pressure),
                Of(Terms.BoreDiameter, Bore), index),
            HelperKind.RamPull => LoadHelpers.RamPull(Of(Terms.PressureInside, Pressure), Of(Terms.BoreDiameter, Bore),
                Of(Terms.RodDiameter, Rod), index),
            HelperKind.Reciprocating => LoadHelpers.Reciprocating(
                Of(Terms.MovingMass, Mass), Of(Terms.CrankRadius, Radius), Of(Terms.CrankSpeed, Speed),
                Of(Terms.CrankRadius, Radius) / Of(Terms.ConnectingRod, RodLength), index),
            HelperKind.Mass => LoadHelpers.OfMass(Of(Terms.MovingMass, Mass), Of(Terms.GravityLevel, Level), index),
            HelperKind.Panel => LoadHelpers.Wind(Of(Terms.PressureInside, Pressure), Of(Terms.PanelWidth, Width),
                Of(Terms.PanelHeight, Height), index),
            _ => Of(Terms.ForceX, Force),
        };
    }

    /// <summary>Which way the one force acts along a component: 1, −1; null where the component is not that force.</summary>
    internal double? Sense(Component which)
    {
        if (Kind is HelperKind.Bracket or HelperKind.Column) return null;
        if (Kind == HelperKind.Panel) return which == Component.Fz ? 1 : null;
        var along = Unit(Heading);
        var sense = which == Component.Fx ? along.X : which == Component.Fy ? along.Y : which == Component.Fz ? along.Z : 0;
        return sense == 0 ? null : sense;
    }

    /// <summary>
    /// The load, about the centroid of the bolts for a bracket, panel or column, about the point stated for the others. A panel's weight
    /// acts along −y, wind above 0 pulls it off the joint.
    /// </summary>
    public Resultant Load()
    {
        var force = ForceOf<Plain>().Value;
        var along = Unit(Heading);
        var beside = Heading is Heading.X or Heading.MinusX ? new Components(0, Offset, StandOff) : new Components(Offset, 0, StandOff);
        return Kind switch
        {
            HelperKind.Bracket => new Resultant(force * along, default).Moved(beside, default),
            HelperKind.Panel => new Resultant(new(0, -Force, force), default).Moved(new(Offset, OffsetUp, StandOff), default),
            HelperKind.Column => new Resultant((Shear * along) + new Components(0, 0, -Force),
                Components.Cross(new(0, 0, 1), Moment * along)),
            _ => new Resultant(force * along, default),
        };
    }

    /// <summary>True for kinds whose point of application is stated with the case; the others hang from the centroid.</summary>
    public bool HasPoint => HangsFreely(Kind);

    /// <inheritdoc cref="HasPoint"/>
    public static bool HangsFreely(HelperKind kind) => kind is not (HelperKind.Bracket or HelperKind.Panel or HelperKind.Column);

    /// <summary>A heading as a vector of length 1.</summary>
    public static Components Unit(Heading heading) => heading switch
    {
        Heading.X => new(1, 0, 0),
        Heading.MinusX => new(-1, 0, 0),
        Heading.Y => new(0, 1, 0),
        Heading.MinusY => new(0, -1, 0),
        Heading.Z => new(0, 0, 1),
        _ => new(0, 0, -1),
    };
}
