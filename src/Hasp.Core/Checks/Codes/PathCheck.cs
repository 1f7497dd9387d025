using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Codes;

/// <summary>
/// Finds what parts first: of all failure paths of a part, in every direction that a case bears in, the one whose strength is least over the
/// load of the bolts that go with it. A code gives the strength of a path as a number; the working of the governing one is then written by
/// the code's own formula.
/// </summary>
internal static class PathCheck
{
    /// <summary>What parts first.</summary>
    /// <param name="Part">Index of the layer.</param>
    /// <param name="Direction">Direction in the part's axes.</param>
    /// <param name="Path">The path.</param>
    /// <param name="Force">Load of the bolts that go with it, N.</param>
    internal readonly record struct Found(int Part, int Direction, FailurePath Path, double Force, bool Concentric);

    /// <summary>The governing path under a case; null where nothing parts, or nothing is known.</summary>
    /// <param name="joint">The joint.</param>
    /// <param name="stack">Its shares.</param>
    /// <param name="load">The case.</param>
    /// <param name="wanted">Which paths.</param>
    /// <param name="holes">Deducted from a part for each hole, along and across the load, mm.</param>
    /// <param name="strength">Strength of a path of a part, N; whether the case is concentric comes with it.</param>
    /// <param name="key">Tells the strengths apart: those of a part follow from it and from the joint.</param>
    internal static Found? Worst(
        Joint joint, Stack stack, LoadCase load, Func<FailurePath, bool> wanted, Func<int, (double Along, double Across)> holes,
        Func<int, FailurePath, bool, double> strength, string key)
    {
        Found? worst = null;
        var least = double.PositiveInfinity;
        var concentric = PartPlans.IsConcentric(joint, load);
        Span<(int Direction, double Size)> ways = stackalloc (int, double)[4];
        for (var part = 0; part < joint.Layers.Length; part++)
        {
            if (joint.Plans.Parts[part] is not { } plan || stack.LayerShare[part] == 0) continue;
            var share = stack.LayerShare[part];
            // A bolt's force bears one way; where the sense is not known, both ways are looked at in turn.
            var forces = concentric ? [] : Forces(joint, load, plan, share);
            var n = concentric ? plan.Components(share * load.Load.Force.X, share * load.Load.Force.Y, ways) : forces.Length;
            for (var w = 0; w < n; w++)
            {
                var direction = concentric ? ways[w].Direction : forces[w].Direction;
                var largest = concentric ? ways[w].Size / plan.Bolts.Length : forces[w].OnBolt.Max();
                if (largest <= 0) continue;
                foreach (var (path, resistance) in Ranked(joint, plan, part, direction, wanted, holes, strength, key, concentric))
                {
                    // Sorted by strength over number: no later path is worse, even if all its bolts pulled as the one that pulls most.
                    if (resistance / (path.Taken.Length * largest) >= least) break;
                    var force = concentric ? ways[w].Size * path.Taken.Length / plan.Bolts.Length : Sum(forces[w].OnBolt, path);
                    if (force <= 0 || resistance / force >= least) continue;
                    least = resistance / force;
                    worst = new(part, direction, path, force, concentric);
                }
            }
        }
        return worst;
    }

    /// <summary>The load of a path in a working: of a concentric case as the share of the bolts that go with it, else as the sum of their forces.</summary>
    internal static T ForceOf<T>(in Mechanics<T> m, in JointLoad<T> load, in Found found)
        where T : struct, IScalar<T>
    {
        if (!found.Concentric) return T.Given(CodeTerms.PathForce, found.Force, found.Part + 1, "sum of the forces of these bolts in the direction");
        var bolts = T.Given(Terms.BoltCount, m.Joint.Plans.Parts[found.Part]!.Bolts.Length);
        var taken = T.Given(CodeTerms.Taken, found.Path.Taken.Length);
        var share = T.Const(m.Stack.LayerShare[found.Part]);
        // A force askew counts with its component in the direction.
        var whole = share.Value * load.InPlane.Value * found.Path.Taken.Length / bolts.Value;
        var lean = whole > 0 ? found.Force / whole : 1;
        var force = share * load.InPlane * taken / bolts;
        return T.Let(CodeTerms.PathForce, Math.Abs(lean - 1) < 1e-9 ? force : T.Const(lean) * force, found.Part + 1);
    }

    private static (FailurePath Path, double Strength)[] Ranked(
        Joint joint, PartPlan plan, int part, int direction, Func<FailurePath, bool> wanted, Func<int, (double Along, double Across)> holes,
        Func<int, FailurePath, bool, double> strength, string key, bool concentric) =>
        joint.Plans.Once((key, part, direction, concentric), () =>
        {
            var (along, across) = holes(part);
            // Along and across are meant to the load: in the other two directions they change places.
            var (sheared, pulled) = direction < 2 ? (along, across) : (across, along);
            return plan.Paths(direction, pulled, sheared).All.Where(wanted).Select(p => (p, strength(part, p, concentric)))
                .OrderBy(p => p.Item2 / p.p.Taken.Length).ToArray();
        });

    /// <summary>The force of each bolt in a direction, for every direction and every way that bolts may bear.</summary>
    private static (int Direction, double[] OnBolt)[] Forces(Joint joint, LoadCase load, PartPlan plan, double share)
    {
        var shears = new PlanPoint[plan.Bolts.Length];
        for (var i = 0; i < shears.Length; i++)
        {
            var on = joint.LoadPath.On<Plain>(load, i);
            shears[i] = plan.InAxes(share * on.ShearX.Value, share * on.ShearY.Value);
        }
        int[] ways = plan.Sense == 0 ? [1, -1] : [plan.Sense];
        return [.. ways.SelectMany(way => Enumerable.Range(0, 4).Select(d => (d, shears.Select(s => way * PartPlans.Dot(s, PartPlan.Unit(d))).ToArray())))];
    }

    private static double Sum(double[] forces, FailurePath path)
    {
        var sum = 0.0;
        foreach (var i in path.Taken) sum += forces[i];
        return sum;
    }
}
