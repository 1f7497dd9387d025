using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Codes;

/// <summary>What the checks of the structural codes share about parts and bolts in shear.</summary>
internal static class Sheared
{
    internal const string NoPull = "no case pulls the members apart";

    /// <summary>Why nothing in tension is judged.</summary>
    internal static string NothingPulls(Joint joint, LimitStates states) => AnyCase(joint, states) ? NoPull : NoCase;

    /// <summary>
    /// The gross section of each part against its share of the in-plane load, by the resistance of a code: nothing where there is no load
    /// of its limit state, or no width is known.
    /// </summary>
    internal static Judged<T> GrossSection<T>(in Mechanics<T> m, in JointLoad<T> load, LimitStates states, Term factor,
        Func<int, T, T> resistance)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        if (load.InPlane.Value <= 0 || !load.Case.CountsIn(states)) return worst;
        for (var part = 0; part < m.Joint.Layers.Length; part++)
        {
            if (m.Stack.LayerShare[part] == 0 || Width(m.Joint, part, 0) is not { } width) continue;
            var layer = m.Joint.Layers[part];
            var area = T.Let(CodeTerms.GrossSection,
                T.Given(CodeTerms.SectionWidth, width, part + 1, layer.Name) * T.Given(Terms.Thickness, layer.Thickness, part + 1,
                layer.Name), part + 1);
            worst = worst.OrWorse(T.Let(factor, resistance(part, area) / Share(m, part, load.InPlane), part + 1), part);
        }
        return worst;
    }

    /// <summary>Why no gross section is judged.</summary>
    internal static string NothingGross(in Mechanics<Plain> m, LimitStates states) =>
        Nothing(m, states, "not judged, because no width is stated and no plate is drawn");

    internal const string NoCase = "no load case is stated for this limit state";

    /// <summary>Why nothing in shear is judged.</summary>
    internal static string Nothing(in Mechanics<Plain> m, LimitStates states, string unknown = "")
    {
        if (m.Stack.Planes.Length == 0) return "all parts pull the same way";
        if (!AnyCase(m.Joint, states)) return NoCase;
        if (!m.Joint.Sharing.AnyShear) return "no shear in any case";
        return unknown.Length > 0 ? unknown : "no shear in any case of this limit state";
    }

    internal static bool AnyCase(Joint joint, LimitStates states) => joint.Cases.Any(c => !c.OnlyCombined && c.CountsIn(states));

    /// <summary>What is not known of the parts in plan, so that a check of them is not judged; empty where all is.</summary>
    internal static string Unknown(Joint joint, bool ends, bool sides)
    {
        if (joint.Pattern is null
            && joint.Bolts.Count > 1) return "not judged, because the places of the bolts are not stated: lay out a pattern";
        var plans = joint.Plans.Parts;
        for (var i = 0; i < plans.Length; i++)
        {
            if (plans[i] is not { } plan) continue;
            if (ends && !plan.KnowsEnds)
                return $"not judged, because the edge distance of {joint.Layers[i].Name} is not stated and no plate is drawn";
            if (sides && !plan.KnowsSides)
                return $"not judged, because the side distance of {joint.Layers[i].Name} is not stated and no plate is drawn";
        }
        return "";
    }

    /// <summary>What every structural code asks for where it is not stated.</summary>
    internal static IEnumerable<Ask> Asks(Joint joint)
    {
        var sheared = joint.Sharing.AnyShear;
        if (sheared && joint.Pattern is null && joint.Bolts.Count > 1)
        {
            yield return joint.Kind.IsParts
                ? new(Fields.PatternKind.Path, "where the bolts are: bearing, block tearing, pitch and edge distance go by their places")
                : new(Fields.Basis.Path, $"another basis: bearing and tearing go by a pattern in plan here, and a {joint.Kind.Name.ToLowerInvariant()} has none");
        }
        for (var i = 0; sheared && i < joint.Layers.Length; i++)
        {
            if (OnConcrete(joint, i) is { } concrete) yield return concrete;
            if (joint.Layers[i].OnlyClamped || joint.Layers[i].Material.IsConcrete
                || (joint.Plans.Parts[i]?.KnowsEnds ?? joint.EdgeDistance(i) is not null)) continue;
            yield return new(
                $"layers[{i}].edgeDistance", $"edge distance of {joint.Layers[i].Name}, along the load: bearing and tearing go by it");
        }
        for (var i = 0; sheared && i < joint.Layers.Length; i++)
        {
            if (joint.Layers[i].OnlyClamped || joint.Plans.Parts[i] is not { KnowsSides: false }) continue;
            yield return new(
                $"layers[{i}].sideDistance",
                $"side distance of {joint.Layers[i].Name}, across the load (or its width): bearing, net section and tearing go by it");
        }
        if (joint.Cases.Any(c => c.LimitStates != LimitStates.NotStated) && joint.Judging.Basis.LooksAt is var states
            && !AnyCase(joint, states))
        {
            yield return new("loads[0].limitState", $"a load case for {Words(states)}: none is stated for it");
        }
    }

    /// <summary>That a bolt which is sheared bears on concrete, which no rule here covers.</summary>
    internal static Ask? OnConcrete(Joint joint, int layer) => !joint.Layers[layer].Material.IsConcrete ? null
        : new($"layers[{layer}].material", $"{joint.Layers[layer].Name} is of concrete, "
            + $"and what a bolt bears with on concrete is not covered by this basis: a kind of joint that covers it");

    internal static string Words(LimitStates states) => states switch
    {
        LimitStates.Uls => "the ultimate limit state", LimitStates.Sls => "the serviceability limit state", LimitStates.Lrfd => "LRFD",
        LimitStates.Asd => "ASD", _ => "any limit state",
    };

    /// <summary>What the structural codes take for granted on a joint.</summary>
    internal static IEnumerable<string> Assumes(Joint joint)
    {
        if (joint.Cases.Any(c => !c.OnlyCombined && c.LimitStates == LimitStates.NotStated))
        {
            yield return "No limit state is stated for "
                + string.Join(", ", joint.Cases.Where(c => !c.OnlyCombined && c.LimitStates == LimitStates.NotStated).Take(3)
                .Select(c => c.Name))
                + ": the load is taken as it stands wherever one is asked for, and no partial factor is put on it.";
        }
        if (!joint.SidesStated && joint.Sharing.AnyShear)
            yield return "It is not stated which way the parts pull: bolts are judged bearing both ways.";
    }

    /// <summary>Longest distance between end bolts along the in-plane force of any case, mm; 0 where none is sheared.</summary>
    internal static double JointLength(Joint joint)
    {
        if (joint.Pattern is not { } pattern) return 0;
        return joint.Once("length", () => joint.Cases.Where(c => !c.OnlyCombined && c.Shear > 0).Select(Along).DefaultIfEmpty(0).Max());

        double Along(LoadCase c)
        {
            var (ux, uy) = (c.Load.Force.X / c.Shear, c.Load.Force.Y / c.Shear);
            return pattern.Group.Bolts.Max(b => (b.X * ux) + (b.Y * uy)) - pattern.Group.Bolts.Min(b => (b.X * ux) + (b.Y * uy));
        }
    }

    /// <summary>True where thread counts in a plane.</summary>
    internal static bool ThreadIn(in ShearPlane plane, PlaneThreads threads) => threads switch
    {
        PlaneThreads.Included => true, PlaneThreads.Excluded => false, _ => plane.ThreadInPlane,
    };

    /// <summary>The thicker packing of all planes, mm.</summary>
    internal static double Packing(Stack stack)
    {
        var most = 0.0;
        foreach (var plane in stack.Planes) most = Math.Max(most, plane.Packing);
        return most;
    }

    /// <summary>A part's share of the shear on a bolt.</summary>
    internal static T Share<T>(in Mechanics<T> m, int part, T shear)
        where T : struct, IScalar<T> =>
        m.InLayer(part, shear, Terms.LayerLoad);

    internal static T Thickness<T>(in Mechanics<T> m, int part)
        where T : struct, IScalar<T> =>
        T.Given(Terms.Thickness, m.Stack.BearingLength[part], part + 1, m.Joint.Layers[part].Name);

    internal static T Tensile<T>(Joint joint, int part)
        where T : struct, IScalar<T> =>
        T.Given(Terms.MemberTensile, joint.Layers[part].Material.Tensile, part + 1, Cited<T>(joint, part));

    internal static T Yield<T>(Joint joint, int part)
        where T : struct, IScalar<T> =>
        T.Given(Terms.MemberYield, joint.Layers[part].Material.Yield, part + 1, Cited<T>(joint, part));

    // Only a working cites; a search would write the words a million times for nobody.
    private static string? Cited<T>(Joint joint, int part) => Traced.Reads<T>() ? joint.Layers[part].Material.Cited : null;

    /// <summary>
    /// Pull of the case on each bolt, N: what a moment adds is balanced by contact within the joint and takes nothing from the clamp as a
    /// whole.
    /// </summary>
    internal static T DirectTension<T>(Joint joint, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        T.Let(CodeTerms.DirectTension, T.Max(T.Const(0), load.Case.Pull<T>()) / T.Given(Terms.BoltCount, joint.Bolts.Count));

    /// <summary>Gross width of a part across one of its directions, mm; null where it is not known.</summary>
    internal static double? Width(Joint joint, int part, int direction)
    {
        if (joint.Layers[part].Width is { } stated) return stated;
        if (joint.Plans.Parts[part] is not { } plan) return null;
        var (left, right) = direction < 2 ? (PartPlan.Unit(2), PartPlan.Unit(3)) : (PartPlan.Unit(0), PartPlan.Unit(1));
        var least = double.PositiveInfinity;
        for (var i = 0; i < plan.Bolts.Length; i++) least = Math.Min(least, plan.Ray(i, left) + plan.Ray(i, right));
        return double.IsFinite(least) ? least : null;
    }
}

/// <summary>Clearance of holes by kind, over a range of diameters: a table of a code. Lengths in mm.</summary>
/// <param name="Rows">To which diameter, clearance of oversize holes over it, length of a short slot over it.</param>
/// <param name="LongSlot">Length of a long slot over the diameter.</param>
/// <param name="Source">The table.</param>
internal sealed record HoleTable((double To, double Oversize, double ShortSlot)[] Rows, double LongSlot, string Source)
{
    /// <summary>True where the table prints long slots in whole millimetres.</summary>
    public bool RoundsLongSlot { get; init; }

    /// <summary>Width across and length along of a hole, mm.</summary>
    public (double Width, double Length) SizeOf(HoleKind kind, double diameter, double standard)
    {
        var row = Rows.First(r => diameter <= r.To + 0.005);
        return kind switch
        {
            HoleKind.Oversize => (diameter + row.Oversize, diameter + row.Oversize),
            HoleKind.ShortSlotAlong or HoleKind.ShortSlotAcross => (standard, diameter + row.ShortSlot),
            HoleKind.LongSlotAlong or HoleKind.LongSlotAcross =>
                (standard, RoundsLongSlot ? Math.Floor(LongSlot * diameter) : LongSlot * diameter),
            _ => (standard, standard),
        };
    }

    /// <summary>Extent of a part's holes along the load and across it, mm.</summary>
    public (double Along, double Across) Extent(Joint joint, int part)
    {
        var kind = joint.Layers[part].Holes;
        var (width, length) = SizeOf(kind, joint.Bolts.Thread.Diameter, joint.Hole);
        return kind is HoleKind.ShortSlotAcross or HoleKind.LongSlotAcross ? (width, length) : (length, width);
    }
}
