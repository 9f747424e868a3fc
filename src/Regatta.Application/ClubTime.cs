namespace Regatta.Application;

/// <summary>Time as a club reads it: stored in UTC, shown in the club's zone.</summary>
public static class ClubTime
{
    /// <summary>The club's zone; UTC where this machine does not know it.</summary>
    public static TimeZoneInfo Zone(this Club club) =>
        TimeZoneInfo.TryFindSystemTimeZoneById(club.TimeZone, out var zone) ? zone : TimeZoneInfo.Utc;

    /// <summary>The last time a clock in a zone showed some time of day.</summary>
    /// <param name="zone">The zone.</param>
    /// <param name="now">Not later than this.</param>
    /// <param name="time">The time of day; where a zone skips it, the moment it would have been.</param>
    public static DateTimeOffset LastAt(this TimeZoneInfo zone, DateTimeOffset now, TimeOnly time)
    {
        var today = TimeZoneInfo.ConvertTime(now, zone).Date;
        DateTimeOffset On(DateTime day) => new(day + time.ToTimeSpan(), zone.GetUtcOffset(day + time.ToTimeSpan()));
        return On(today) <= now ? On(today) : On(today.AddDays(-1));
    }

    /// <summary>The day it is at the club.</summary>
    public static DateOnly Today(this Club club, TimeProvider clock) =>
        DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(clock.GetUtcNow(), club.Zone()).DateTime);
}
