using System.Collections.Immutable;
using System.Globalization;

namespace Hasp.Core.Shop;

/// <summary>When shifts begin, by the clock on the shop's wall: what is tested in one lapses when the next begins.</summary>
/// <param name="Starts">Beginnings by the wall clock, rising, at least one.</param>
/// <param name="Zone">Where the clock hangs.</param>
public sealed record Shifts(ImmutableArray<TimeOnly> Starts, TimeZoneInfo Zone)
{
    /// <summary>Three shifts of eight hours.</summary>
    public const string Usual = "06:00, 14:00, 22:00";

    /// <summary>A moment by the clock on the shop's wall; with its offset where the clock shows that time twice.</summary>
    /// <param name="moment">The moment.</param>
    /// <param name="format">How it is written.</param>
    public string Written(DateTimeOffset moment, string format = "yyyy-MM-dd HH:mm")
    {
        var here = TimeZoneInfo.ConvertTime(moment, Zone);
        return here.ToString(Zone.IsAmbiguousTime(here.DateTime) ? format + " '('zzz')'" : format, CultureInfo.InvariantCulture);
    }

    /// <summary>The same of a moment in UTC, as the log keeps it.</summary>
    public string Written(DateTime utc, string format = "yyyy-MM-dd HH:mm") =>
        Written(new DateTimeOffset(DateTime.SpecifyKind(utc, DateTimeKind.Utc)), format);

    /// <summary>A moment near now, as it is said in the shop: the time, and with the day where that is another.</summary>
    /// <param name="moment">The moment.</param>
    /// <param name="now">Now.</param>
    public string Clock(DateTimeOffset moment, DateTimeOffset now) =>
        Written(moment, TimeZoneInfo.ConvertTime(moment, Zone).Date == TimeZoneInfo.ConvertTime(now, Zone).Date ? "HH:mm" : "d MMM HH:mm");

    /// <summary>Reads beginnings: <c>06:00, 14:00, 22:00</c>; null where they are none.</summary>
    public static ImmutableArray<TimeOnly>? Parse(string text)
    {
        var starts = new List<TimeOnly>();
        foreach (var piece in text.Split([',', ';', ' '], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            if (!TimeOnly.TryParseExact(piece, ["HH:mm", "H:mm"], CultureInfo.InvariantCulture, DateTimeStyles.None,
                out var start)) return null;
            starts.Add(start);
        }
        return starts.Count is > 0 and <= 12 && starts.Distinct().Count() == starts.Count ? [.. starts.Order()] : null;
    }

    /// <summary>
    /// The end of the shift that a moment lies in: the next beginning after it. A beginning that summer time leaps over comes when the
    /// clock has leapt; one that it shows twice comes the first time.
    /// </summary>
    public DateTimeOffset EndOf(DateTimeOffset moment)
    {
        var here = TimeZoneInfo.ConvertTime(moment, Zone);
        // A day and a bit ahead there is always one, whatever the clock does in between.
        var candidates =
            from day in Enumerable.Range(0, 3)
            from start in Starts
            from at in MomentsOf(here.Date.AddDays(day) + start.ToTimeSpan())
            where at > moment
            select at;
        return candidates.Min();
    }

    private IEnumerable<DateTimeOffset> MomentsOf(DateTime wall)
    {
        if (Zone.IsInvalidTime(wall))
        {
            // The first moment that the clock shows again.
            var before = wall;
            while (Zone.IsInvalidTime(before)) before = before.AddMinutes(-1);
            var leapt = new DateTimeOffset(before, Zone.GetUtcOffset(before)).AddMinutes(1);
            return [TimeZoneInfo.ConvertTime(leapt, Zone)];
        }
        var offset = Zone.IsAmbiguousTime(wall) ? Zone.GetAmbiguousTimeOffsets(wall).Max() : Zone.GetUtcOffset(wall);
        return [new(wall, offset)];
    }
}
