using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Codes;

/// <summary>
/// Finds what parts first: of all failure paths of a part, in every direction that a case bears in, the one whose strength is least over
/// the load of the bolts that go with it. The working of that one is then written by the code's own formula.
/// </summary>
internal static class PathCheck
{
    /// <summary>What parts first.</summary>
    /// <param name="Part">Index of the layer.</param>
    /// <param name="Direction">Direction in the part's axes.</param>
    /// <param name="Path">The path.</param>
    /// <param name="Force">Load of the bolts that go with it, N.</param>
    /// <param name="Concentric">True where the case acts through the centroid of the bolts.</param>
    internal readonly record struct Found(int Part, int Direction, FailurePath Path, double Force, bool Concentric);

    /// <summary>What a code says of the paths of a joint's parts.</summary>
    internal interface IRules
    {
        /// <summary>True for sections from side to side, false for blocks.</summary>
        static abstract bool Sections { get; }

        /// <summary>What a hole takes from what is sheared and from what is pulled, mm.</summary>
        static abstract (double Along, double Across) Holes(Joint joint, int part);

        /// <summary>Strengths of a part, N per mm: of several the least counts, each with its own path. How many were written.</summary>
        static abstract int Strengths(Joint joint, int part, bool concentric, Span<PathStrength> into);
    }

    /// <summary>
    /// The governing path under a case; null where nothing parts, nothing is known of the part, or none lies below a factor that is known
    /// already.
    /// </summary>
    internal static Found? Worst<TRules>(Joint joint, Stack stack, LoadCase load, double known = double.NaN)
        where TRules : IRules
    {
        Found? worst = null;
        var least = double.IsNaN(known) ? double.PositiveInfinity : known;
        var concentric = PartPlans.IsConcentric(joint, load);
        Span<(int Direction, double Size)> ways = stackalloc (int, double)[4];
        Span<PathStrength> strengths = stackalloc PathStrength[2];
        var n = joint.Bolts.Count;
        Span<double> forces = n <= 128 ? stackalloc double[n] : new double[n];
        Span<double> shears = n <= 128 ? stackalloc double[2 * n] : new double[2 * n];
        for (var part = 0; part < joint.Layers.Length; part++)
        {
            if (joint.Plans.Parts[part] is not { } plan || stack.LayerShare[part] == 0) continue;
            var forms = strengths[..TRules.Strengths(joint, part, concentric, strengths)];
            var (along, across) = TRules.Holes(joint, part);
            var share = stack.LayerShare[part];
            if (concentric)
            {
                var many = plan.Components(share * load.Load.Force.X, share * load.Load.Force.Y, ways);
                for (var w = 0; w < many; w++)
                {
                    forces.Fill(ways[w].Size / n);
                    Look(ways[w].Direction, forces, forms);
                }
                continue;
            }
            for (var i = 0; i < n; i++)
            {
                var on = joint.LoadPath.On<Plain>(load, i);
                var shear = plan.InAxes(share * on.ShearX.Value, share * on.ShearY.Value);
                (shears[2 * i], shears[(2 * i) + 1]) = (shear.X, shear.Y);
            }
            // A bolt's force bears one way; where the sense is not known, both ways are looked at in turn.
            for (var way = plan.Sense == 1 ? 1 : -1; way <= (plan.Sense == -1 ? -1 : 1); way += 2)
            {
                for (var direction = 0; direction < 4; direction++)
                {
                    var sign = way * (direction % 2 == 0 ? 1 : -1);
                    for (var i = 0; i < n; i++) forces[i] = sign * shears[(2 * i) + (direction / 2)];
                    Look(direction, forces, forms);
                }
            }

            void Look(int direction, ReadOnlySpan<double> forces, ReadOnlySpan<PathStrength> forms)
            {
                // Along and across are meant to the load: in the other two directions they change places.
                var paths = direction < 2 ? plan.Paths(direction, across, along) : plan.Paths(direction, along, across);
                foreach (var form in forms)
                {
                    if (paths.Weakest(TRules.Sections, form, forces, least) is not { } path) continue;
                    var force = path.Load(forces);
                    least = path.Strength(form) / force;
                    worst = new(part, direction, path, force, concentric);
                }
            }
        }
        return worst;
    }

    /// <summary>Bolts that a path passes, in words.</summary>
    internal static string Words(FailurePath path, Joint joint) =>
        "through " + (path.Through.Length == 1 ? "bolt " : "bolts ")
            + string.Join(", ", path.Through.Select(b => joint.Pattern?.NumberOf(b) ?? 1));

    /// <summary>True where the tension over a block counts half: as stated, or where the load does not act through the centroid of
    /// the bolts.</summary>
    internal static bool IsUneven(CodeSettings how, bool concentric) =>
        how.BlockTension == BlockTension.Uneven || (how.BlockTension == BlockTension.ByLoad && !concentric);

    /// <summary>A length of a path times the thickness of its part, as an area of the working.</summary>
    internal static T Area<T>(in Mechanics<T> m, in Found found, Term area, Term length, double mm)
        where T : struct, IScalar<T>
    {
        var layer = m.Joint.Layers[found.Part];
        return T.Let(
            area, T.Given(length, mm, found.Part + 1, Traced.Reads<T>() ? Words(found.Path, m.Joint) : null) * T.Given(Terms.Thickness,
                layer.Thickness, found.Part + 1, layer.Name));
    }

    /// <summary>The load of a path in a working: of a concentric case as the share of the bolts that go with it, else as the sum of
    /// their forces.</summary>
    internal static T ForceOf<T>(in Mechanics<T> m, in JointLoad<T> load, in Found found)
        where T : struct, IScalar<T>
    {
        if (!found.Concentric) return T.Given(CodeTerms.PathForce, found.Force, found.Part + 1,
            "sum of the forces of these bolts in the direction");
        var bolts = T.Given(Terms.BoltCount, m.Joint.Plans.Parts[found.Part]!.Bolts.Length);
        var taken = T.Given(CodeTerms.Taken, found.Path.Taken.Length);
        var share = m.ShareOf(found.Part);
        // A force askew counts with its component in the direction.
        var whole = share.Value * load.InPlane.Value * found.Path.Taken.Length / bolts.Value;
        var lean = whole > 0 ? found.Force / whole : 1;
        var force = share * load.InPlane * taken / bolts;
        return T.Let(CodeTerms.PathForce, Math.Abs(lean - 1) < 1e-9 ? force : T.Const(lean) * force, found.Part + 1);
    }
}
