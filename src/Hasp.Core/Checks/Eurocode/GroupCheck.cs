using Hasp.Core.Checks.Codes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Eurocode;

/// <summary>
/// Group of fasteners, 3.7: the sum of the bearing resistances where no bolt's shear resistance is below its bearing resistance, else the
/// number of bolts times the least resistance of any. Concentric loads along an end; category C takes the least (3.12).
/// </summary>
internal readonly struct GroupCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new("enGroup", "Group of bolts", "group bears", 1, PreloadUsed.None,
        "resistance of the group over the in-plane load", "EN 1993-1-8:2005, 3.7 and 3.12") { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (load.InPlane.Value <= 0 || !load.Case.CountsIn(LimitStates.Uls)
            || Of(m.AsPlain(), load.Case) is not { } group) return Judged<T>.Nothing;
        var shear = ShearCheck.Resistance(m);
        T whole;
        if (group.Sums)
        {
            T? sum = null;
            foreach (var alike in group.Bolts.GroupBy(b => Math.Round(b.Resistance, 3)).OrderBy(g => g.Key))
            {
                var one = OnBolt(m, alike.First());
                var these = T.Given(CodeTerms.Bolts, alike.Count()) * one;
                sum = sum is { } before ? before + these : these;
            }
            whole = sum!.Value;
        }
        else
        {
            var least = group.Bolts.MinBy(b => b.Resistance);
            whole = T.Given(Terms.BoltCount, group.Bolts.Length) * T.Min(shear, OnBolt(m, least));
        }
        return new(
            true, T.Let(EurocodeTerms.GroupFactor, T.Let(EurocodeTerms.GroupResistance, whole) / load.InPlane),
            group.Bolts.MinBy(b => b.Resistance).Part);
    }

    public static string Nothing(in Mechanics<Plain> m) => Sheared.Nothing(m, LimitStates.Uls,
        Sheared.Unknown(m.Joint, true, true) is { Length: > 0 } unknown ? unknown
            : "no load through the centroid, along an end: each bolt is judged");

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;

    /// <summary>Least bearing of a bolt in any part, as a load on the bolt.</summary>
    internal readonly record struct Weakest(int Bolt, int Part, int Direction, double Resistance);

    /// <summary>The group in one direction of load.</summary>
    internal sealed record Group(Weakest[] Bolts, bool Sums);

    /// <summary>True where the sum of the bearing resistances stands for the bolts one by one.</summary>
    internal static bool Sums<T>(in Mechanics<T> m, LoadCase load)
        where T : struct, IScalar<T> =>
        m.Joint.Bolts.Count > 1 && Of(m.AsPlain(), load) is { Sums: true };

    private static T OnBolt<T>(in Mechanics<T> m, in Weakest weakest)
        where T : struct, IScalar<T>
    {
        var bearing = BearingCheck.Resistance(m, weakest.Part, weakest.Bolt, weakest.Direction)!.Value;
        return m.Stack.LayerShare[weakest.Part] == 1 ? bearing
            : T.Let(EurocodeTerms.GroupBolt, bearing / m.ShareOf(weakest.Part), weakest.Bolt + 1);
    }

    /// <summary>The group under a case; null where the case is eccentric or askew, where one bolt is no group, or where something
    /// is not known.</summary>
    private static Group? Of(in Mechanics<Plain> m, LoadCase load)
    {
        var joint = m.Joint;
        if (joint.Bolts.Count < 2 || load.Shear <= 0 || !PartPlans.IsConcentric(joint, load)) return null;
        var direction = (Math.Round(load.Load.Force.X / load.Shear, 9), Math.Round(load.Load.Force.Y / load.Shear, 9));
        var mechanics = m;
        return joint.Once((typeof(GroupCheck), direction), () => new Found(Along(mechanics, load))).Group;
    }

    private sealed record Found(Group? Group);

    private static Group? Along(Mechanics<Plain> m, LoadCase load)
    {
        var joint = m.Joint;
        Weakest[]? bolts = null;
        var ways = new (int Direction, double Size)[4];
        foreach (var (plan, part) in joint.Plans.Parts.Select((p, i) => (p, i)))
        {
            if (m.Stack.LayerShare[part] == 0) continue;
            if (plan is null) return null;
            var many = plan.Components(load.Load.Force.X, load.Load.Force.Y, ways);
            if (ways[..many].Select(w => w.Direction / 2).Distinct().Count() != 1) return null;
            bolts ??= [.. Enumerable.Repeat(new Weakest(0, 0, 0, double.PositiveInfinity), plan.Bolts.Length)];
            foreach (var (direction, _) in ways[..many])
            {
                for (var b = 0; b < bolts.Length; b++)
                {
                    if (BearingCheck.Resistance(m, part, b, direction) is not { } bearing) return null;
                    var onBolt = bearing.Value / m.Stack.LayerShare[part];
                    if (onBolt < bolts[b].Resistance) bolts[b] = new(b, part, direction, onBolt);
                }
            }
        }
        if (bolts is null) return null;
        var shear = ShearCheck.Resistance(m).Value;
        var sums = joint.Judging.By<EurocodeSettings>().JointType != JointType.SlipAtUltimate && bolts.All(b => b.Resistance <= shear);
        return new(bolts, sums);
    }
}
