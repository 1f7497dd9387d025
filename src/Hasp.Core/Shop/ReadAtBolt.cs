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

    /// <summary>Why a reading does not count for a pass; empty where it does, or where nothing was read that the pass goes by.</summary>
    /// <param name="pass">The pass as it was asked for when the bolt was turned.</param>
    /// <param name="lapsed">What earlier tests had asked for, N·mm.</param>
    public string WhyNot(Pass pass, IEnumerable<double> lapsed) => pass.Measure switch
    {
        PassMeasure.Torque => WhyNotTorque(pass, lapsed),
        PassMeasure.Turn => Outside(pass, Angle, Math.Max(LeastTurn, OfTheRest * pass.Value), Dimension.Angle, "turned"),
        PassMeasure.Stretch => Outside(pass, Stretch, OfTheRest * pass.Value, Dimension.Length, "read"),
        PassMeasure.Force => Outside(pass, Tension, OfTheRest * pass.Value, Dimension.Force, "read"),
        _ => "",
    };

    private string WhyNotTorque(Pass pass, IEnumerable<double> lapsed)
    {
        if ((Torque ?? SetTo) is not { } value) return "";
        var limit = Torque is null ? OfSetting : OfTorque;
        if (IsNear(value, pass.Set, limit)) return "";
        var (asked, was) = (Show(pass.Set, Dimension.Torque), Show(value, Dimension.Torque));
        return lapsed.Any(t => IsNear(value, t, limit))
            ? $"tightened to a lapsed setting: {was}, an earlier test's, where {asked} is asked for"
            : $"{was} {(Torque is null ? "was set" : "was read")} where {asked} is asked for: more than {limit * 100:0.#} % off";
    }

    private static bool IsNear(double value, double asked, double share) => Math.Abs(value - asked) <= (share * asked) + Graduation;

    private static string Outside(Pass pass, double? value, double limit, Dimension dimension, string done)
    {
        if (value is not { } read) return "";
        var (less, more) = pass.Tolerance ?? (limit, limit);
        return read >= pass.Value - less && read <= pass.Value + more ? ""
            : $"{Show(read, dimension)} was {done} where {Show(pass.Value, dimension)} is asked for, "
                + $"{Show(less, dimension)} less to {Show(more, dimension)} more";
    }

    private static string Show(double held, Dimension dimension) => QuantityText.ShowText(held, dimension, UnitSystem.Si, 3);
}
