namespace Hasp.Core.Formulas;

/// <summary>Places where something changes between two ends that differ: what no formula is turned round for.</summary>
public static class Bracket
{
    /// <summary>Closes in by halving, so that the change stays between the ends.</summary>
    /// <param name="low">An end at which <paramref name="isBelow"/> is true.</param>
    /// <param name="high">An end at which it is false.</param>
    /// <param name="isBelow">True on the low side of the change.</param>
    /// <param name="most">No more halvings than these.</param>
    /// <param name="closeness">Near enough: the ends' distance over the high end; 0 for all halvings.</param>
    /// <returns>The ends, the change between them.</returns>
    public static (double Low, double High) Halve(double low, double high, Func<double, bool> isBelow, int most, double closeness = 0)
    {
        for (var i = 0; i < most && high - low > closeness * high; i++)
        {
            var middle = (low + high) / 2;
            if (isBelow(middle)) low = middle;
            else high = middle;
        }
        return (low, high);
    }

    /// <summary>The last whole number before a change.</summary>
    /// <param name="low">Where <paramref name="isBelow"/> is taken to be true, and not asked.</param>
    /// <param name="high">Where it is taken to be false, and not asked.</param>
    /// <param name="isBelow">True on the low side of the change.</param>
    public static int Last(int low, int high, Func<int, bool> isBelow)
    {
        while (high - low > 1)
        {
            var middle = low + ((high - low) / 2);
            if (isBelow(middle)) low = middle;
            else high = middle;
        }
        return low;
    }

    // Enough for any of what is looked for; one that takes longer is closed in by halving.
    private const int MostSteps = 60;

    /// <summary>
    /// Where what rises from negative to positive passes nothing. A line through the ends, the value at an end that stays put halved each
    /// time:
    /// as safe as halving, and in a few steps where the rise is nearly straight. A value that is not finite counts as far above.
    /// </summary>
    /// <param name="low">An end where <paramref name="rises"/> is not positive.</param>
    /// <param name="high">An end where it is positive.</param>
    /// <param name="rises">What rises.</param>
    /// <param name="closeness">Near enough: the ends' distance.</param>
    /// <param name="level">Near enough as well: so far from nothing; 0 for no such.</param>
    public static double Crossing(double low, double high, Func<double, double> rises, double closeness, double level = 0)
    {
        double At(double x) => rises(x) is var y && double.IsNaN(y) ? double.PositiveInfinity : y;
        var (below, above, stayed) = (At(low), At(high), 0);
        for (var i = 0; i < MostSteps && high - low > closeness; i++)
        {
            var line = low - (below * (high - low) / (above - below));
            // Every third step halves, so that one end can not stay for good.
            var at = i % 3 < 2 && double.IsFinite(above) && double.IsFinite(below) && line > low && line < high ? line : (low + high) / 2;
            var value = At(at);
            if (Math.Abs(value) <= level) return at;
            if (value < 0)
            {
                (low, below) = (at, value);
                if (stayed > 0) above /= 2;
                stayed = 1;
            }
            else
            {
                (high, above) = (at, value);
                if (stayed < 0) below /= 2;
                stayed = -1;
            }
        }
        return (low + high) / 2;
    }
}
