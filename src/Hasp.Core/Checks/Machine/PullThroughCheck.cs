using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// A head or nut punching through the part under it: 0.6·π·dm·t·fu over the outside tension, at the worse of head (place 0) and nut
/// (place 1). dm is the mean of the widths across points and across flats, or the washer's mean diameter.
/// </summary>
internal readonly struct PullThroughCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("pullThrough", "Pull-through of head or nut", "pulls through", 1.5, PreloadUsed.None,
        "tension that punches head or nut through the part under it over the outside tension", "EN 1993-1-8, Table 3.4, Bp,Rd");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        if (load.Tension.Value <= 0) return worst;
        var joint = m.Joint;
        worst = worst.OrWorse(End(load, joint.Bolts.Head, joint.HeadWasher, joint.Layers[0], m.Stack.SeatDepth, 1), 0);
        return joint.Bolts.Nut is { } nut ? worst.OrWorse(End(load, nut, joint.NutWasher, joint.Layers[^1], 0, 2), 1) : worst;
    }

    public static string Nothing(in Mechanics<Plain> m) => OpeningCheck.NoPull;

    public static string Place(int place, in Mechanics<Plain> m) => UnderHeadCheck.EndWords(place, m);

    private static T End<T>(in BoltLoad<T> load, BearingPart part, Washer? washer, Layer layer, double sunk, int end)
        where T : struct, IScalar<T>
    {
        var mean = washer is null ? part.MeanWidth : (washer.OuterDiameter + washer.InnerDiameter) / 2;
        var strength = T.Let(Terms.PullThroughLoad,
            T.Const(0.6) * T.Const(Math.PI, "π") * T.Given(Terms.PunchDiameter, mean, end, washer?.Source ?? part.Source)
            * T.Given(Terms.Thickness, layer.Thickness - sunk, end, layer.Name) * T.Given(Terms.PunchTensile, layer.Material.Tensile, end,
                layer.Material.Cited), end);
        return T.Let(Terms.PullThroughFactor, strength / load.Tension, end);
    }
}
