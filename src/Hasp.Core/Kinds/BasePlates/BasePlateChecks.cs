using Hasp.Core.Checks;
using Hasp.Core.Checks.Aisc;
using Hasp.Core.Checks.Codes;
using Hasp.Core.Checks.Eurocode;
using Hasp.Core.Checks.Is800;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Preload;

namespace Hasp.Core.Kinds.BasePlates;

/// <summary>What the checks of a base plate share.</summary>
internal static class Base
{
    /// <summary>The books of rules that say anything of a column's foot.</summary>
    internal static System.Collections.Immutable.ImmutableArray<string> WithRules { get; } =
        [Book.Mechanics, Book.Eurocode3, Book.Aisc360, Book.Is800];

    internal static CheckInfo En(string id, string name, string brief, string meaning, string clause) =>
        new(id, name, brief, 1, PreloadUsed.None, meaning, "EN 1993-1-8:2005, " + clause) { Books = [Book.Eurocode3] };

    internal static CheckInfo ByFactor(string id, string name, string brief, string meaning, string source) =>
        new(id, name, brief, 1.5, PreloadUsed.None, meaning, source);

    internal static bool Counts<T>(in Mechanics<T> m, LoadCase load)
        where T : struct, IScalar<T> => m.Joint.Judging.Basis.LooksAt is var looks
            && (looks == LimitStates.NotStated || load.CountsIn(looks));

    /// <summary>What the basis leaves of a plastic or yield strength of the plate.</summary>
    internal static T Yielding<T>(in Mechanics<T> m, T nominal)
        where T : struct, IScalar<T> =>
        m.Joint.Judging.Where<CodeSettings>() is { } code ? code.AvailableYield(nominal) : nominal;

    internal static NominalStrength Strength(Joint joint) => NominalStrength.Of(joint.Bolts.Grade);

    internal static T BoltTensile<T>(Joint joint)
        where T : struct, IScalar<T> => T.Given(BasePlateTerms.BoltTensile, Strength(joint).Tensile, source: Strength(joint).Source);

    internal static T TensionResistance<T>(in Mechanics<T> m)
        where T : struct, IScalar<T> => EurocodeFormulas.Tension(T.Const(0.9), BoltTensile<T>(m.Joint), m.Thread.StressArea,
            m.Joint.Judging.By<EurocodeSettings>().GammaM2<T>());

    /// <summary>F2,vb,Rd; null where the bolt's yield strength lies outside what 6.2.2(7) is given for.</summary>
    internal static T? ShearResistance<T>(in Mechanics<T> m)
        where T : struct, IScalar<T>
    {
        if (!BasePlateFormulas.CoversShear(Strength(m.Joint).Yield)) return null;
        var alpha = BasePlateFormulas.AlphaBc(T.Given(BasePlateTerms.BoltYield, Strength(m.Joint).Yield, source: Strength(m.Joint).Source));
        return BasePlateFormulas.BoltShear(
            alpha, BoltTensile<T>(m.Joint), m.Thread.StressArea, m.Joint.Judging.By<EurocodeSettings>().GammaM2<T>());
    }

    /// <summary>F1,vb,Rd: the bolt's bearing in the plate (Table 3.4), its least edge taken as end and as side, since shear may
    /// come any way.</summary>
    internal static T PlateBearing<T>(in Mechanics<T> m)
        where T : struct, IScalar<T>
    {
        var p = m.Joint.Of<BasePlateInputs>();
        var edge = Math.Min(p.Shape.PlateWidth - p.BoltsX, p.Shape.PlateDepth - p.BoltsY) / 2;
        var pitch = Math.Min(p.BoltsX / (p.PerRow - 1), p.BoltsY / (p.Rows - 1));
        var (d0, fu) = (T.Given(Terms.HoleDiameter, p.Hole), T.Given(BasePlateTerms.PlateTensile, p.Plate.Tensile, source: p.Plate.Cited));
        var k1 = EurocodeFormulas.K1<T>(T.Given(EurocodeTerms.EdgeDistance, edge), T.Given(EurocodeTerms.PitchAcross, pitch), d0);
        // The lesser of an end bolt's and an inner bolt's factor, whichever way the shear comes.
        var end = edge / (3 * p.Hole) <= (pitch / (3 * p.Hole)) - 0.25;
        var along = end ? EurocodeFormulas.AlphaEnd(T.Given(EurocodeTerms.EndDistance, edge), d0)
            : EurocodeFormulas.AlphaInner(T.Given(EurocodeTerms.PitchAlong, pitch), d0);
        var alpha = EurocodeFormulas.AlphaB(along, BoltTensile<T>(m.Joint), fu);
        return EurocodeFormulas.Bearing(
            k1, alpha, fu, m.Thread.Diameter, p.Thick<T>(), m.Joint.Judging.By<EurocodeSettings>().GammaM2<T>());
    }

    /// <summary>The same tension by each school, as factors.</summary>
    internal static IReadOnlyList<School> Schools(in Mechanics<Plain> m, in BoltLoad<Plain> load, double factor)
    {
        if (m.Joint.LoadPath is not BasePlatePath path || path.BySchools(load.Case, load.Bolt) is not { } by
            || load.Tension.Value <= 0) return [];
        var reached = factor * load.Tension.Value;
        double Of(double tension) => tension <= 0 ? double.PositiveInfinity : reached / tension;
        School line = new("about the compression line", Of(by.Line)), block = new("stress block, bolts in tension only", Of(by.Block));
        return m.Joint.Of<BasePlateInputs>().School == BaseSchool.StressBlock ? [block, line] : [line, block];
    }

    /// <summary>Why shear on the holding-down bolts is not judged by 6.2.2(7); null where it is, or where none bears on them.</summary>
    internal static string? NotCovered(Joint joint) =>
        joint.Judging.Where<EurocodeSettings>() is null || joint.Of<BasePlateInputs>().ShearBy == BaseShear.Friction
            || !joint.Cases.Any(c => c.Shear > 0)
            || BasePlateFormulas.CoversShear(Strength(joint).Yield) ? null
        : $"not covered: EN 1993-1-8, 6.2.2(7) gives the shear of holding-down bolts for fyb from 235 to 640 MPa, "
            + $"and these have {Strength(joint).Yield:0}";

    internal static string NothingPulls(in Mechanics<Plain> m) => "no case pulls on a bolt";

    internal static string NothingShears(in Mechanics<Plain> m) =>
        m.Joint.Of<BasePlateInputs>().ShearBy == BaseShear.Friction ? "friction carries the shear" : "no shear on the bolts";
}

/// <summary>Tension of a holding-down bolt, steel.</summary>
internal readonly struct EnBaseTensionCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = Base.En(
        "enBaseTension", "Bolt tension", "bolt breaks", "tension resistance of the bolt's steel over its tension", "6.2.6.12, Table 3.4");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> => load.Tension.Value <= 0 || !Base.Counts(m, load.Case)
            ? Judged<T>.Nothing
            : Judged<T>.Of(T.Let(BasePlateTerms.TensionFactor, Base.TensionResistance(m) / load.Tension));

    public static string Nothing(in Mechanics<Plain> m) => Base.NothingPulls(m);

    public static IReadOnlyList<School> Schools(in Mechanics<Plain> m, in BoltLoad<Plain> load) =>
        Base.Schools(m, load, Judge(m, load).Factor.Value);
}

/// <summary>Shear of a holding-down bolt: the least of its own and its bearing in the plate.</summary>
internal readonly struct EnBaseShearCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = Base.En(
        "enBaseShear", "Bolt shear", "bolt shears", "shear resistance of the holding-down bolt over its shear", "6.2.2(7)");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> => load.Shear.Value <= 0 || !Base.Counts(m, load.Case) || Base.ShearResistance(m) is not { } steel
            ? Judged<T>.Nothing
            : Judged<T>.Of(T.Let(BasePlateTerms.ShearFactor,
                T.Let(BasePlateTerms.BoltShear, T.Min(steel, Base.PlateBearing(m))) / load.Shear));

    public static string Nothing(in Mechanics<Plain> m) => Base.NotCovered(m.Joint) ?? Base.NothingShears(m);
}

/// <summary>Shear and tension of a holding-down bolt together, on its steel resistances.</summary>
internal readonly struct EnBaseCombinedCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = Base.En(
        "enBaseCombined", "Bolt shear and tension", "bolt fails", "times both may grow until their sum is 1",
        "Table 3.4, with 6.2.2(7) for the shear");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (load.Shear.Value <= 0 || load.Tension.Value <= 0 || !Base.Counts(m, load.Case)
            || Base.ShearResistance(m) is not { } steel) return Judged<T>.Nothing;
        return Judged<T>.Of(T.Let(BasePlateTerms.CombinedFactor,
            T.Const(1) / EurocodeFormulas.Combined(load.Shear, steel, load.Tension, Base.TensionResistance(m))));
    }

    public static string Nothing(in Mechanics<Plain> m) => Base.NotCovered(m.Joint) ?? "no bolt is sheared and pulled at once";
}

/// <summary>Yield of a holding-down bolt in tension.</summary>
internal readonly struct BaseTensionCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = Base.ByFactor(
        "baseTension", "Bolt tension", "bolt yields", "yield of the bolt over its tension", "yield on the tensile stress area");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> => load.Tension.Value <= 0 ? Judged<T>.Nothing
            : Judged<T>.Of(T.Let(BasePlateTerms.TensionFactor, m.YieldStrength * m.Thread.StressArea / load.Tension));

    public static string Nothing(in Mechanics<Plain> m) => Base.NothingPulls(m);

    public static IReadOnlyList<School> Schools(in Mechanics<Plain> m, in BoltLoad<Plain> load) =>
        Base.Schools(m, load, Judge(m, load).Factor.Value);
}

/// <summary>Yield of a holding-down bolt in shear.</summary>
internal readonly struct BaseShearCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = Base.ByFactor(
        "baseShear", "Bolt shear", "bolt shears", "shear yield of the bolt over its shear",
        "distortion energy or maximum shear; tensile stress area");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> => load.Shear.Value <= 0 ? Judged<T>.Nothing
            : Judged<T>.Of(T.Let(BasePlateTerms.ShearFactor,
            Checks.Machine.ShearCheck.Ratio(m) * m.YieldStrength * m.Thread.StressArea / load.Shear));

    public static string Nothing(in Mechanics<Plain> m) => Base.NothingShears(m);
}

/// <summary>Yield of a holding-down bolt in tension and shear together.</summary>
internal readonly struct BaseCombinedCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = Base.ByFactor(
        "baseCombined", "Bolt shear and tension", "bolt yields", "yield of the bolt over its equivalent stress", "distortion energy");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (load.Shear.Value <= 0 || load.Tension.Value <= 0) return Judged<T>.Nothing;
        var (s, t) = (load.Tension / m.Thread.StressArea, load.Shear / m.Thread.StressArea);
        return Judged<T>.Of(T.Let(BasePlateTerms.CombinedFactor,
            m.YieldStrength / T.Let(BasePlateTerms.Stud, T.Sqrt((s * s) + (T.Const(3) * t * t))), 0, "distortion energy"));
    }

    public static string Nothing(in Mechanics<Plain> m) => "no bolt is sheared and pulled at once";
}

/// <summary>Concrete in front of a bolt in shear: a mode of its own, beside the steel's.</summary>
internal readonly struct BaseConcreteCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new(
        "baseConcrete", "Concrete in front of the bolt", "concrete crushes", 1, PreloadUsed.None,
        "concrete in front of the bolt, over five diameters, over its shear", "handbook: 5d·d at fcd") { Books = Base.WithRules };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> => load.Shear.Value <= 0 || !Base.Counts(m, load.Case)
            ? Judged<T>.Nothing
            : Judged<T>.Of(T.Let(BasePlateTerms.ConcreteFactor,
                BasePlateFormulas.ConcreteBearing(m.Thread.Diameter, m.Joint.Of<BasePlateInputs>().Fcd<T>()) / load.Shear));

    public static string Nothing(in Mechanics<Plain> m) => Base.NothingShears(m);
}

/// <summary>What compression about one or both axes asks of the area under the plate.</summary>
internal static class BasePressing
{
    /// <summary>What carries the compression over it, at a bearing strength and a width c; null where nothing presses.</summary>
    internal static T? Factor<T>(in Mechanics<T> m, LoadCase load, T bearing, double c)
        where T : struct, IScalar<T>
    {
        var (joint, p) = (m.Joint, m.Joint.Of<BasePlateInputs>());
        if (joint.LoadPath is not BasePlatePath path || path.AllPull(load)) return null;
        var (mx, my, _) = OnBolt.MomentsAtCentroid<T>(load, joint.Pattern!.Group);
        var (_, _, fz) = load.Forces<T>();
        var least = 1e-3 * Math.Max(1, Math.Abs(fz.Value));
        var (aboutX, aboutY) = (Math.Abs(mx.Value) > least, Math.Abs(my.Value) > least);
        if (!aboutX && !aboutY)
        {
            if (fz.Value >= 0) return null;
            var all = T.Let(BasePlateTerms.PressedResistance,
                bearing * T.Given(BasePlateTerms.Area, p.Shape.Area(c), source: "EN 1993-1-8, 6.2.5"));
            return Named(all / T.Let(BasePlateTerms.Compression, -fz));
        }
        // The axial force is split between the lines as the moments press on them.
        var (ex, ey) = (joint.Pattern.Pivots.Right, joint.Pattern.Pivots.Top);
        var (sizeX, sizeY) = (mx.Value < 0 ? -mx : mx, my.Value < 0 ? -my : my);
        var share = aboutX && aboutY ? (Math.Abs(mx.Value) / ey) / ((Math.Abs(mx.Value) / ey) + (Math.Abs(my.Value) / ex)) : aboutX ? 1 : 0;
        T? strong = aboutX ? Force(T.Let(BasePlateTerms.MomentSize, sizeX, 1), share, ey, joint.Pattern.RowLine(mx.Value), 1) : null;
        T? weak = aboutY ? Force(T.Let(BasePlateTerms.MomentSize, sizeY, 2), 1 - share, ex, joint.Pattern.ColumnLine(my.Value), 2) : null;
        T Flange() => bearing * T.Given(BasePlateTerms.FlangeArea, p.Shape.FlangeArea(c));
        T Half() => bearing * T.Given(BasePlateTerms.HalfArea, p.Shape.Area(c) / 2);
        return (strong, weak) switch
        {
            ({ Value: > 0 } x, { Value: > 0 } y) => Named(T.Const(1) / T.Let(BasePlateTerms.PressedSum, (x / Flange()) + (y / Half()))),
            ({ Value: > 0 } x, _) => Named(Flange() / x),
            (_, { Value: > 0 } y) => Named(Half() / y),
            _ => null,
        };

        static T Named(T factor) => T.Let(BasePlateTerms.PressedFactor, factor);

        // Against the bolts where the line is pressed and the far side lifts; against the other flange where both press.
        T Force(T moment, double part, double lever, PivotLine line, int index)
        {
            var down = T.Const(-part) * fz;
            var e = T.Given(BasePlateTerms.LeverCompression, lever, index);
            var lifts = moment.Value > down.Value * lever && line.Held > 0;
            return T.Let(BasePlateTerms.FlangeForce, lifts
                ? down + ((moment - (down * e)) / T.Given(BasePlateTerms.LeverTension, line.Squares / line.Held, index))
                : (down / T.Const(2)) + (moment / (T.Const(2) * e)), index);
        }
    }
}

/// <summary>Compression under the plate: the area about the profile that the plate's thickness makes press.</summary>
internal readonly struct EnBasePressedCheck : IPartCheck
{
    public static CheckInfo Info { get; } = Base.En(
        "enBasePressed", "Plate and concrete in compression", "concrete crushes", "resistance of the effective area over the compression",
        "6.2.5, 6.2.8") with { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!Base.Counts(m, load.Case)) return Judged<T>.Nothing;
        var p = m.Joint.Of<BasePlateInputs>();
        var fjd = p.Fjd<T>();
        var c = BasePlateFormulas.Width(p.Thick<T>(), p.Yield<T>(), fjd, m.Joint.Judging.By<EurocodeSettings>().GammaM0<T>());
        return BasePressing.Factor(m, load.Case, fjd, c.Value) is { } factor ? Judged<T>.Of(factor) : Judged<T>.Nothing;
    }

    public static string Nothing(in Mechanics<Plain> m) => "no case presses";

    public static int PartAt(int place, Joint joint) => 0;
}

/// <summary>The handbook form: 0.6·fcu under the plate with the elastic cantilever.</summary>
internal readonly struct BasePressedCheck : IPartCheck
{
    private static readonly BearingFactor Share = BearingFactor.Of("handbook", "share"), Cube = BearingFactor.Of("handbook", "cube");

    public static CheckInfo Info { get; } = Base.ByFactor(
        "basePressed", "Plate and concrete in compression", "concrete crushes",
        "what the effective area carries at 0.6·fcu over the compression",
        "handbook: σ = 0.6·fcu, t = c·√(3σ/fy)") with { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var p = m.Joint.Of<BasePlateInputs>();
        var stress = T.Let(BasePlateTerms.HandbookStress,
            Share.As<T>(BasePlateTerms.BearingShare) * T.Given(BasePlateTerms.Fck, p.Fck) / Cube.As<T>(BasePlateTerms.CubeRatio));
        var c = BasePlateFormulas.Width(p.Thick<T>(), p.Yield<T>(), stress, T.Const(1));
        return BasePressing.Factor(m, load.Case, stress, c.Value) is { } factor ? Judged<T>.Of(factor) : Judged<T>.Nothing;
    }

    public static string Nothing(in Mechanics<Plain> m) => "no case presses";

    public static int PartAt(int place, Joint joint) => 0;
}

/// <summary>AISC 360-22, J8, with the plate as a plastic cantilever about the profile: c = t·√(φ·fy/(2σ)).</summary>
internal readonly struct AiscBasePressedCheck : IPartCheck
{
    private static readonly BearingFactor Share = BearingFactor.Of("aisc", "share"), Widest = BearingFactor.Of("aisc", "widest");
    private static readonly double Phi = BearingFactor.Of("aisc", "phi").Value, Omega = BearingFactor.Of("aisc", "omega").Value;

    public static CheckInfo Info { get; } = new(
        "aiscBasePressed", "Bearing on concrete", "concrete crushes", 1, PreloadUsed.None,
        "available strength of the area about the profile over the compression", "AISC 360-22, J8") { Worsens = Worsens.WithTheCase,
            Books = [Book.Aisc360] };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (!Base.Counts(m, load.Case)) return Judged<T>.Nothing;
        var (p, how) = (m.Joint.Of<BasePlateInputs>(), m.Joint.Judging.By<AiscSettings>());
        var nominal = Share.As<T>(BasePlateTerms.BearingShare) * T.Given(BasePlateTerms.Fck, p.Fck) * T.Given(BasePlateTerms.Spread,
            Math.Min(p.Spread, Widest.Value));
        var stress = T.Let(BasePlateTerms.AiscBearing, how.IsLrfd ? T.Const(Phi) * nominal : nominal / T.Const(Omega));
        var c = T.Let(BasePlateTerms.AiscWidth, p.Thick<T>() * T.Sqrt(how.AvailableYield(p.Yield<T>()) / (T.Const(2) * stress)));
        return BasePressing.Factor(m, load.Case, stress, c.Value) is { } factor ? Judged<T>.Of(factor) : Judged<T>.Nothing;
    }

    public static string Nothing(in Mechanics<Plain> m) => "no case presses";

    public static int PartAt(int place, Joint joint) => 0;
}

/// <summary>
/// IS 800:2007, 7.4.1 and 7.4.3.1: the pressure under the plate, at most 0.45·fck, and the thickness that its projections need, above the
/// flange's.
/// </summary>
internal readonly struct IsBasePlateCheck : IPartCheck
{
    private static readonly BearingFactor Share = BearingFactor.Of(Book.Is800, "share");

    public static CheckInfo Info { get; } = new(
        "isBasePlate", "Slab base", "plate bends, concrete crushes", 1, PreloadUsed.None,
        "pressure that concrete and plate allow over the greatest pressure",
        "IS 800:2007, 7.4.1, 7.4.3.1") { Worsens = Worsens.WithTheCase, Books = [Book.Is800] };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var p = m.Joint.Of<BasePlateInputs>();
        if (!Base.Counts(m, load.Case) || m.Joint.LoadPath is not BasePlatePath path || path.AllPull(load.Case)
            || path.Solve(load.Case) is not { Peak: > 0 } block) return Judged<T>.Nothing;
        var (along, across) = ((p.Shape.PlateDepth - p.Shape.Depth) / 2, (p.Shape.PlateWidth - p.Shape.Width) / 2);
        var (a, b) = (T.Given(BasePlateTerms.Projection, Math.Max(along, across), 1),
            T.Given(BasePlateTerms.Projection, Math.Min(along, across), 2));
        var concrete = Share.As<T>(BasePlateTerms.BearingShare) * T.Given(BasePlateTerms.Fck, p.Fck);
        var t = p.Thick<T>();
        var bends = (a * a) - (T.Const(0.3) * b * b);
        var plate = bends.Value <= 0 ? concrete
            : t * t * p.Yield<T>() / (T.Const(2.5) * bends * m.Joint.Judging.By<Is800Settings>().GammaM0<T>());
        var allowed = T.Let(BasePlateTerms.IsAllowed, T.Min(concrete, plate));
        var peak = T.Let(BasePlateTerms.Peak, T.Found(block.Peak, "equilibrium of concrete that presses and bolts that pull, under",
            load.Case.Forces<T>().Z));
        return Judged<T>.Of(T.Min(T.Let(BasePlateTerms.IsFactor, allowed / peak), t / T.Given(BasePlateTerms.Flange, p.Shape.Flange)));
    }

    public static string Nothing(in Mechanics<Plain> m) => "no case presses";

    public static int PartAt(int place, Joint joint) => 0;
}

/// <summary>The plate bent by a row of bolts in tension, as a T-stub on concrete, where nothing pries.</summary>
internal static class BaseRows
{
    internal static Judged<T> Worst<T>(in Mechanics<T> m, LoadCase load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        var (joint, p) = (m.Joint, m.Joint.Of<BasePlateInputs>());
        if (!Base.Counts(m, load)) return worst;
        for (var row = 0; row < p.Rows; row++)
        {
            if (p.RowAt(row) is not { Lever: > 0 } at || Pull<T>(joint, p, load, row) is not { } pull) continue;
            var lever = T.Given(BasePlateTerms.M, at.Lever, row + 1);
            // Rows beyond one flange bend the plate about the same line: those nearer to it add their moment to the farthest one's.
            for (var nearer = 0; nearer < p.Rows && at.IsOutermost; nearer++)
            {
                if (nearer == row || p.RowAt(nearer) is not { IsBeyond: true } other || other.IsUpper != at.IsUpper
                    || Pull<T>(joint, p, load, nearer) is not { } more) continue;
                pull += more * T.Given(BasePlateTerms.M, other.Lever, nearer + 1) / lever;
            }
            var resistance = T.Let(BasePlateTerms.RowAvailable,
                Base.Yielding(m, BasePlateFormulas.Row(T.Given(BasePlateTerms.Leff, at.Length, row + 1), p.Thick<T>(), p.Yield<T>(),
                lever)));
            worst = worst.OrWorse(T.Let(BasePlateTerms.RowFactor, resistance / T.Let(BasePlateTerms.RowTension, pull, row + 1)), row);
        }
        return worst;
    }

    /// <summary>Tension of a row; null where nothing pulls on it.</summary>
    private static T? Pull<T>(Joint joint, BasePlateInputs p, LoadCase load, int row)
        where T : struct, IScalar<T>
    {
        T? sum = null;
        for (var i = 0; i < p.PerRow; i++)
        {
            var bolt = (row * p.PerRow) + i;
            var tension = joint.LoadPath.Tension<T>(load, bolt, bolt + 1);
            if (tension.Value > 0) sum = sum is { } others ? others + tension : tension;
        }
        return sum;
    }

    internal static string Place(int row, Joint joint) =>
        joint.Of<BasePlateInputs>().Rows is var rows && row == 0 ? "lower row" : row == rows - 1 ? "upper row" : $"row {row + 1}";
}

/// <summary>The plate bent by bolts in tension, plastic moments.</summary>
internal readonly struct EnBaseRowCheck : IPartCheck
{
    public static CheckInfo Info { get; } = Base.En(
        "enBaseRow", "Plate bent by bolts in tension", "plate bends", "what the plate carries over the tension of a row of bolts",
        "6.2.6.11, Tables 6.2, 6.4 and 6.6") with { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T> => BaseRows.Worst(m, load.Case);

    public static string Nothing(in Mechanics<Plain> m) => Base.NothingPulls(m);

    public static string Place(int place, in Mechanics<Plain> m) => BaseRows.Place(place, m.Joint);

    public static int PartAt(int place, Joint joint) => 0;
}

/// <summary>The same against the factor of the machine basis.</summary>
internal readonly struct BaseRowCheck : IPartCheck
{
    public static CheckInfo Info { get; } = Base.ByFactor(
        "baseRow", "Plate bent by bolts in tension", "plate bends", "what the plate carries over the tension of a row of bolts",
        "yield lines, EN 1993-1-8, Tables 6.2, 6.4 and 6.6, γ = 1") with { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T> => BaseRows.Worst(m, load.Case);

    public static string Nothing(in Mechanics<Plain> m) => Base.NothingPulls(m);

    public static string Place(int place, in Mechanics<Plain> m) => BaseRows.Place(place, m.Joint);

    public static int PartAt(int place, Joint joint) => 0;
}

/// <summary>The same where a code gives no rows of its own: plastic strength of the T-stub, with the code's factor on yield.</summary>
internal readonly struct CodeBaseRowCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new(
        "codeBaseRow", "Plate bent by bolts in tension", "plate bends", 1, PreloadUsed.None,
        "what the plate carries over the tension of a row of bolts",
        "yield lines, EN 1993-1-8, Tables 6.2, 6.4 and 6.6, with the basis's factor on yield")
        {
            Worsens = Worsens.WithTheCase, Books = [Book.Aisc360, Book.Is800],
        };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T> => BaseRows.Worst(m, load.Case);

    public static string Nothing(in Mechanics<Plain> m) => Base.NothingPulls(m);

    public static string Place(int place, in Mechanics<Plain> m) => BaseRows.Place(place, m.Joint);

    public static int PartAt(int place, Joint joint) => 0;
}

/// <summary>Friction alone against the shear.</summary>
internal readonly struct BaseFrictionCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new(
        "baseFriction", "Friction under the plate", "slides", 1, PreloadUsed.None,
        "friction under the compression that acts with the shear over the shear",
        "EN 1993-1-8:2005, 6.2.2(6)") { Worsens = Worsens.WithTheCase, Books = Base.WithRules };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var p = m.Joint.Of<BasePlateInputs>();
        if (p.ShearBy != BaseShear.Friction || load.InPlane.Value <= 0 || !Base.Counts(m, load.Case)) return Judged<T>.Nothing;
        var (_, _, fz) = load.Case.Forces<T>();
        return Judged<T>.Of(T.Let(BasePlateTerms.FrictionFactor,
            T.Let(BasePlateTerms.FrictionForce, T.Given(BasePlateTerms.Friction, p.Friction) * T.Max(T.Const(0), -fz)) / load.InPlane));
    }

    public static string Nothing(in Mechanics<Plain> m) =>
        m.Joint.Of<BasePlateInputs>().ShearBy == BaseShear.Friction ? "no shear" : "friction alone is not relied on";
}
