using CsCheck;
using Hasp.Core.Shop;

namespace Hasp.Tests.Shop;

/// <summary>When a verification lapses by itself: shifts past midnight, and the days on which the clock is changed.</summary>
public sealed class ShiftTests
{
    private static readonly TimeZoneInfo Berlin = TimeZoneInfo.FindSystemTimeZoneById("Europe/Berlin");

    private static readonly TimeZoneInfo NewYork = TimeZoneInfo.FindSystemTimeZoneById("America/New_York");

    private static Shifts Of(string starts, TimeZoneInfo zone) => new(Shifts.Parse(starts)!.Value, zone);

    /// <summary>What lapses tomorrow at this time does not look as if it lapsed today.</summary>
    [Theory]
    [InlineData("2026-11-26T07:20:00Z", "2026-11-26T13:00:00Z", "14:00")]
    [InlineData("2026-11-26T09:20:00Z", "2026-11-27T08:30:00Z", "27 Nov 09:30")]
    [InlineData("2026-11-26T22:50:00Z", "2026-11-26T23:10:00Z", "27 Nov 00:10")]
    [InlineData("2026-11-26T23:05:00Z", "2026-11-26T23:10:00Z", "00:10")]
    public void A_moment_of_another_day_says_its_day(string now, string moment, string said) =>
        Assert.Equal(said, Of(Shifts.Usual, Berlin).Clock(DateTimeOffset.Parse(moment), DateTimeOffset.Parse(now)));

    /// <summary>Moments are written by the clock on the wall; the hour that comes twice says which of the two it is.</summary>
    [Theory]
    [InlineData("2026-11-26T07:20:00Z", "2026-11-26 08:20")]
    [InlineData("2026-07-01T22:30:00Z", "2026-07-02 00:30")]
    [InlineData("2026-10-25T00:30:00Z", "2026-10-25 02:30 (+02:00)")]
    [InlineData("2026-10-25T01:30:00Z", "2026-10-25 02:30 (+01:00)")]
    [InlineData("2026-10-25T02:30:00Z", "2026-10-25 03:30")]
    [InlineData("2026-03-29T01:00:00Z", "2026-03-29 03:00")]
    public void A_moment_is_written_by_the_clock_on_the_wall(string utc, string written)
    {
        var moment = DateTimeOffset.Parse(utc);
        Assert.Equal(written, Of(Shifts.Usual, Berlin).Written(moment));
        Assert.Equal(written, Of(Shifts.Usual, Berlin).Written(moment.UtcDateTime));
    }

    [Theory]
    [InlineData("2026-11-26T07:20+01:00", "2026-11-26T14:00+01:00")]
    [InlineData("2026-11-26T13:59:59+01:00", "2026-11-26T14:00+01:00")]
    // On the stroke it is the next shift's already.
    [InlineData("2026-11-26T14:00+01:00", "2026-11-26T22:00+01:00")]
    // Past midnight the night shift goes on.
    [InlineData("2026-11-26T23:30+01:00", "2026-11-27T06:00+01:00")]
    [InlineData("2026-11-27T00:30+01:00", "2026-11-27T06:00+01:00")]
    // The night in which the clock is put forward is seven hours long, and ends at six by the wall.
    [InlineData("2026-03-28T22:30+01:00", "2026-03-29T06:00+02:00")]
    // The night in which it is put back is nine hours long.
    [InlineData("2026-10-24T22:30+02:00", "2026-10-25T06:00+01:00")]
    public void A_shift_ends_when_the_next_begins(string tested, string ends) =>
        Assert.Equal(DateTimeOffset.Parse(ends), Of(Shifts.Usual, Berlin).EndOf(DateTimeOffset.Parse(tested)));

    [Theory]
    // 02:30 is leapt over: the shift begins when the clock shows three.
    [InlineData("2026-03-29T01:00+01:00", "2026-03-29T03:00+02:00")]
    // 02:30 is shown twice: the first one counts, and the second is in the shift after it.
    [InlineData("2026-10-25T01:00+02:00", "2026-10-25T02:30+02:00")]
    [InlineData("2026-10-25T02:45+02:00", "2026-10-25T14:00+01:00")]
    [InlineData("2026-10-25T02:15+01:00", "2026-10-25T14:00+01:00")]
    public void A_beginning_that_the_clock_leaps_over_or_shows_twice(string tested, string ends) =>
        Assert.Equal(DateTimeOffset.Parse(ends), Of("02:30, 14:00", Berlin).EndOf(DateTimeOffset.Parse(tested)));

    [Fact]
    public void One_shift_a_day_lasts_until_the_next_day() =>
        Assert.Equal(DateTimeOffset.Parse("2026-11-27T07:00-05:00"), Of("07:00", NewYork)
            .EndOf(DateTimeOffset.Parse("2026-11-26T07:00-05:00")));

    [Theory]
    [InlineData("06:00, 14:00, 22:00", 3)]
    [InlineData("22:00;6:00", 2)]
    public void Beginnings_are_read_and_put_in_order(string text, int count)
    {
        var starts = Shifts.Parse(text)!.Value;
        Assert.Equal(count, starts.Length);
        Assert.Equal(starts.Order(), starts);
    }

    [Theory]
    [InlineData("")]
    [InlineData("25:00")]
    [InlineData("06:00, six")]
    [InlineData("06:00, 06:00")]
    public void What_is_no_beginning_is_not_read(string text) => Assert.Null(Shifts.Parse(text));

    [Fact]
    public void Whenever_it_is_the_end_is_ahead_within_a_day_and_an_hour_and_does_not_move_back()
    {
        var seen = 0;
        var year = new DateTimeOffset(2026, 1, 1, 0, 0, 0, TimeSpan.Zero);
        Gen.Select(Gen.Int[0, 366 * 24 * 60], Gen.OneOf(Gen.Const(Berlin), Gen.Const(NewYork), Gen.Const(TimeZoneInfo.Utc)),
            Gen.OneOf(Gen.Const(Shifts.Usual), Gen.Const("02:30"), Gen.Const("00:00, 12:00"), Gen.Const("01:15, 02:00, 03:00")))
            .Sample((minute, zone, starts) =>
        {
            var (moment, shifts) = (year.AddMinutes(minute), Of(starts, zone));
            var end = shifts.EndOf(moment);
            Assert.True(end > moment && end - moment <= TimeSpan.FromHours(25), $"{moment:o} {zone.Id} {starts}: {end:o}");
            Assert.True(shifts.EndOf(moment.AddMinutes(1)) >= end);
            Interlocked.Increment(ref seen);
        }, iter: 4000);
        Assert.True(seen >= 4000);
    }
}
