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
        for (var number = 1; number <= Ends(m.Joint); number++)
        {
            var end = End(m.Joint, m.Stack, number);
            var strength = T.Let(Terms.PullThroughLoad, T.Const(0.6) * Area<T>(end) * T.Given(Terms.PunchTensile,
                end.Layer.Material.Tensile,
                end.Number, end.Layer.Material.Cited), end.Number);
            worst = worst.OrWorse(T.Let(Terms.PullThroughFactor, strength / load.Tension, end.Number), end.Number - 1);
        }
        return worst;
    }

    public static string Nothing(in Mechanics<Plain> m) => OpeningCheck.NoPull;

    public static string Place(int place, in Mechanics<Plain> m) => UnderHeadCheck.EndWords(place, m);

    /// <summary>An end that may be pulled through the part under it.</summary>
    /// <param name="Number">1 for the head, 2 for the nut.</param>
    /// <param name="Part">Index of the part.</param>
    /// <param name="Layer">The part.</param>
    /// <param name="Mean">dm, mm.</param>
    /// <param name="Thickness">What of the part stands against it, mm.</param>
    /// <param name="Source">Where dm is from.</param>
    internal readonly record struct PulledEnd(int Number, int Part, Layer Layer, double Mean, double Thickness, string Source);

    /// <summary>1 for the head alone, 2 where there is a nut.</summary>
    internal static int Ends(Joint joint) => joint.Bolts.Nut is null ? 1 : 2;

    /// <summary>The head (1) or the nut (2).</summary>
    internal static PulledEnd End(Joint joint, Stack stack, int number)
    {
        var (part, face, washer) = number == 1 ? (0, joint.Bolts.Head, joint.HeadWasher)
            : (joint.Layers.Length - 1, joint.Bolts.Nut!, joint.NutWasher);
        return new(number, part, joint.Layers[part], washer is null ? face.MeanWidth : (washer.OuterDiameter + washer.InnerDiameter) / 2,
            joint.Layers[part].Thickness - (number == 1 ? stack.SeatDepth : 0), washer?.Source ?? face.Source);
    }

    /// <summary>π·dm·t, mm².</summary>
    internal static T Area<T>(PulledEnd end)
        where T : struct, IScalar<T> =>
        T.Const(Math.PI, "π") * T.Given(Terms.PunchDiameter, end.Mean, end.Number, end.Source)
            * T.Given(Terms.Thickness, end.Thickness, end.Number, end.Layer.Name);
}
