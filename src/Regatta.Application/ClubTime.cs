namespace Regatta.Application;

/// <summary>Time as a club reads it: stored in UTC, shown in the club's zone.</summary>
public static class ClubTime
{
    /// <summary>The club's zone; UTC where this machine does not know it.</summary>
    public static TimeZoneInfo Zone(this Club club) =>
        TimeZoneInfo.TryFindSystemTimeZoneById(club.TimeZone, out var zone) ? zone : TimeZoneInfo.Utc;

    /// <summary>The day it is at the club.</summary>
    public static DateOnly Today(this Club club, TimeProvider clock) =>
        DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(clock.GetUtcNow(), club.Zone()).DateTime);
}
