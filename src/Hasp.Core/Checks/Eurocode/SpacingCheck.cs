using Hasp.Core.Checks.Codes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Eurocode;

/// <summary>Spacing, end and edge distances, Table 3.3: least ones always, greatest ones by exposure. Kept or not: no reserve is
/// made of them.</summary>
internal readonly struct SpacingCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new("enSpacing", "Spacing and edges", "spacing", 1, PreloadUsed.None,
        "distance over the least allowed, or the greatest allowed over the distance, where one is not kept",
        "EN 1993-1-8:2005, Table 3.3") { SetBy = SetBy.Rule, WithoutLoad = true };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T> => SpacingLimits.Judge<T>(m.Joint, Limits);

    public static string Nothing(in Mechanics<Plain> m) => SpacingLimits.Kept(m.Joint, Limits);

    public static string Place(int place, in Mechanics<Plain> m) => SpacingLimits.Words(m.Joint, Limits, place);

    private static IEnumerable<SpacingLimit> Limits(Joint joint, int part, BoltPlace place, int direction)
    {
        var how = joint.Judging.By<EurocodeSettings>();
        var (along, across) = EurocodeBasis.Holes.Extent(joint, part);
        var (d0, kind) = (Math.Min(along, across), joint.Layers[part].Holes);
        var slotted = kind > HoleKind.Oversize;
        var least = slotted ? 1.5 * d0 : 1.2 * d0;
        if (place.IsEnd) yield return SpacingLimit.Least(slotted ? "e3, to the slot" : "e1", place.End - ((along - d0) / 2), least);
        if (!place.IsInner) yield return SpacingLimit.Least(slotted ? "e4, to the slot" : "e2", place.Side - ((across - d0) / 2), least);
        yield return SpacingLimit.Least("p1", place.Pitch, 2.2 * d0);
        // Note 5: p2 may be 1.2 d0 where lines are staggered so that every two bolts are 2.4 d0 apart; straight across both are one.
        yield return SpacingLimit.Least("p2", place.Gauge, 1.2 * d0);
        yield return SpacingLimit.Least("L, between bolts of two lines", place.Beside, 2.4 * d0);
        var t = SpacingLimits.ThinnerOuter(joint);
        if (how.Exposure != Exposure.None)
        {
            var edge = how.Exposure == Exposure.Weathering ? Math.Max(8 * t, 125) : (4 * t) + 40;
            if (place.IsEnd) yield return SpacingLimit.Most("e1", place.End, edge);
            if (!place.IsInner) yield return SpacingLimit.Most("e2", place.Side, edge);
            var pitch = Math.Min(14 * t, how.Exposure == Exposure.Weathering ? 175 : 200);
            yield return SpacingLimit.Most("p1", place.Pitch, place.IsInner && !how.Compression ? Math.Min(28 * t, 400) : pitch);
            yield return SpacingLimit.Most("p2", place.Beside, pitch);
        }
        else if (how.Compression)
        {
            yield return SpacingLimit.Most("p1", place.Pitch, Math.Min(14 * t, 200));
            yield return SpacingLimit.Most("p2", place.Beside, Math.Min(14 * t, 200));
        }
    }
}
