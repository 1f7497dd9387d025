using Hasp.Core.Checks.Codes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Eurocode;

/// <summary>Shear resistance of the bolt, Table 3.4: the planes add; packing (3.6.1(12)) and length (3.8) multiply.</summary>
internal readonly struct ShearCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("enShear", "Bolt shear resistance", "shears", 1, PreloadUsed.None,
        "shear resistance of the bolt over its shear", "EN 1993-1-8:2005, Table 3.4, 3.6.1, 3.8");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        load.Shear.Value <= 0 || m.Stack.Planes.Length == 0 || !load.Case.CountsIn(LimitStates.Uls) ? Judged<T>.Nothing
        : Judged<T>.Of(T.Let(EurocodeTerms.ShearFactor, Resistance(m) / load.Shear));

    public static string Nothing(in Mechanics<Plain> m) => Sheared.Nothing(m, LimitStates.Uls);

    /// <summary>Fv,Rd of the bolt in all its planes.</summary>
    internal static T Resistance<T>(in Mechanics<T> m)
        where T : struct, IScalar<T>
    {
        var how = m.Joint.Judging.By<EurocodeSettings>();
        var bolt = NominalStrength.Of(m.Joint.Bolts.Grade);
        var (fub, gamma) = (T.Given(CodeTerms.BoltTensile, bolt.Tensile, source: bolt.Source), how.GammaM2<T>());
        T? sum = null;
        for (var i = 0; i < m.Stack.Planes.Length; i++)
        {
            var thread = Sheared.ThreadIn(m.Stack.Planes[i], how.Threads);
            var alpha = T.Given(EurocodeTerms.ThreadShear, thread ? bolt.ThreadShear : 0.6, thread ? 1 : 2, thread ? "threads in the plane"
                : "shank in the plane");
            var plane = EurocodeFormulas.PlaneShearResistance(alpha, fub, thread ? m.Thread.StressArea : m.Thread.ShankArea, gamma, i + 1);
            sum = sum is { } before ? before + plane : plane;
        }
        var whole = sum ?? T.Const(0);
        // 3.6.1(5): M12 and M14 with more than the usual 1 mm of clearance.
        if (HasWideHoles(m.Joint) && bolt.Grade is not ("4.6" or "5.6")) whole = T.Given(EurocodeTerms.Workmanship, 0.85) * whole;
        // 3.6.1(12): the thicker packing of a double shear joint.
        var packing = Sheared.Packing(m.Stack);
        if (packing > m.Joint.Bolts.Thread.Diameter / 3) whole = EurocodeFormulas.PackingReduction(m.Thread.Diameter,
            T.Given(Terms.PackingThickness, packing)) * whole;
        var length = how.UniformTransfer ? 0 : Sheared.JointLength(m.Joint);
        if (length > 15 * m.Joint.Bolts.Thread.Diameter) whole = EurocodeFormulas.LengthReduction(T.Given(CodeTerms.JointLength, length),
            m.Thread.Diameter) * whole;
        return T.Let(EurocodeTerms.ShearResistance, whole);
    }

    private static bool HasWideHoles(Joint joint) =>
        joint.Bolts.Thread.Diameter is 12 or 14 && joint.Hole > joint.Bolts.Thread.Diameter + 1 + 1e-9;
}
