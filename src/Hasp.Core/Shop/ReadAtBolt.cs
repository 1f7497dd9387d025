using Hasp.Core.Quantities;

namespace Hasp.Core.Shop;

/// <summary>What was read at a bolt in a pass, held units; null where nothing was.</summary>
/// <param name="Torque">Torque reached, N·mm.</param>
/// <param name="SetTo">What the wrench was set to, N·mm.</param>
/// <param name="Angle">Turned from the match mark, rad.</param>
/// <param name="Tension">Tension shown, N.</param>
/// <param name="Stretch">Longer than free, mm.</param>
public readonly record struct ReadAtBolt(double? Torque, double? SetTo, double? Angle, double? Tension, double? Stretch)
{
    // ISO 6789: what a setting wrench may be off; EN 1090-2, 8.5.1 asks the same of the torque method.
    private const double OfTorque = 0.04;

    // A setting is dialled: within a hundredth it is the one that was asked for.
    private const double OfSetting = 0.01;

    // Where no standard lays a limit down: a tenth, and of a turn at least what a mark can be read to.
    private const double OfTheRest = 0.1;

    private const double LeastTurn = 5 * Math.PI / 180;

    // The last figure of a dial.
    private const double Graduation = 500;

    /// <summary>Within what a reading counts for a pass, held units; null where the pass goes by no figure.</summary>
    /// <param name="pass">The pass as it was asked for when the bolt was turned.</param>
    /// <param name="onlySet">True where the wrench was set and nothing was read of it.</param>
    public static (double From, double To)? WindowOf(Pass pass, bool onlySet) => pass.Measure switch
    {
        PassMeasure.Torque => Around(pass.Set, ((onlySet ? OfSetting : OfTorque) * pass.Set) + Graduation),
        PassMeasure.Turn => pass.Tolerance is { } off ? (pass.Value - off.Less, pass.Value + off.More)
            : Around(pass.Value, Math.Max(LeastTurn, OfTheRest * pass.Value)),
        PassMeasure.Stretch or PassMeasure.Force => pass.Tolerance is { } off ? (pass.Value - off.Less, pass.Value + off.More)
            : Around(pass.Value, OfTheRest * pass.Value),
        _ => null,
    };

    private static (double, double) Around(double value, double off) => (value - off, value + off);

    /// <summary>Why a reading does not count for a pass; empty where it does, or where nothing was read that the pass goes by.</summary>
    /// <param name="pass">The pass as it was asked for when the bolt was turned.</param>
    /// <param name="lapsed">What earlier tests had asked for, N·mm.</param>
    public string WhyNot(Pass pass, IEnumerable<double> lapsed) => pass.Measure switch
    {
        PassMeasure.Torque => WhyNotTorque(pass, lapsed),
        PassMeasure.Turn => Outside(pass, Angle, Dimension.Angle, "turned"),
        PassMeasure.Stretch => Outside(pass, Stretch, Dimension.Length, "read"),
        PassMeasure.Force => Outside(pass, Tension, Dimension.Force, "read"),
        _ => "",
    };

    private string WhyNotTorque(Pass pass, IEnumerable<double> lapsed)
    {
        if ((Torque ?? SetTo) is not { } value) return "";
        var onlySet = Torque is null;
        if (IsIn(WindowOf(pass, onlySet), value)) return "";
        var (asked, was) = (Show(pass.Set, Dimension.Torque), Show(value, Dimension.Torque));
        return lapsed.Any(t => IsIn(WindowOf(pass with { Set = t }, onlySet), value))
            ? $"tightened to a lapsed setting: {was}, an earlier test's, where {asked} is asked for"
            : $"{was} {(onlySet ? "was set" : "was read")} where {asked} is asked for: more than {(onlySet ? OfSetting : OfTorque) * 100:0.#} % off";
    }

    private static bool IsIn((double From, double To)? window, double value) => window is not var (from, to) || (value >= from
        && value <= to);

    private static string Outside(Pass pass, double? value, Dimension dimension, string done)
    {
        if (value is not { } read || WindowOf(pass, onlySet: false) is not var (from, to) || IsIn((from, to), read)) return "";
        return $"{Show(read, dimension)} was {done} where {Show(pass.Value, dimension)} is asked for, "
            + $"{Show(pass.Value - from, dimension)} less to {Show(to - pass.Value, dimension)} more";
    }

    private static string Show(double held, Dimension dimension) => QuantityText.ShowText(held, dimension, UnitSystem.Si, 3);
}
