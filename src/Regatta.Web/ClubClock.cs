using System.Globalization;
using Regatta.Core;
using Regatta.Core.Logbook;
using Regatta.Store;

namespace Regatta.Web;

/// <summary>Time as the club reads it: stored in UTC, shown and typed in the club's zone.</summary>
public sealed class ClubClock(TimeProvider time, Bundles bundles)
{
    private const string FieldFormat = "yyyy-MM-dd'T'HH:mm";
    private Club? club;

    public DateTimeOffset Now => time.GetUtcNow();

    /// <summary>The club, once it has a name.</summary>
    public async ValueTask<Club?> ClubAsync() => club ??= await bundles.ClubAsync();

    public async Task<TimeZoneInfo> ZoneAsync() =>
        await ClubAsync() is { } known && TimeZoneInfo.TryFindSystemTimeZoneById(known.TimeZone, out var zone) ? zone : TimeZoneInfo.Utc;

    /// <summary>Forgets the club, after it was loaded or emptied.</summary>
    public void Forget() => club = null;

    /// <summary>The day it is at the club.</summary>
    public async Task<DateOnly> TodayAsync() => DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(Now, await ZoneAsync()).Date);

    public async Task<string> FieldAsync(DateTimeOffset at) =>
        TimeZoneInfo.ConvertTime(at, await ZoneAsync()).ToString(FieldFormat, CultureInfo.InvariantCulture);

    /// <summary>Reads a date and time typed in the club's zone; one that falls in the hour skipped in spring is refused.</summary>
    public async Task<Parsed<DateTimeOffset>> ReadAsync(string text) => (await ReadPlannedAsync(text)).Then(at => SessionLog.CheckTime(at, Now));

    /// <summary>The same for a time that may be still to come.</summary>
    public async Task<Parsed<DateTimeOffset>> ReadPlannedAsync(string text)
    {
        if (!DateTime.TryParseExact(text, [FieldFormat, "yyyy-MM-dd HH:mm", "yyyy-MM-dd'T'HH:mm:ss"], CultureInfo.InvariantCulture, DateTimeStyles.None, out var local))
        {
            return Parsed<DateTimeOffset>.Bad("Write the day and time like 2026-05-31 14:30.");
        }

        var zone = await ZoneAsync();
        return zone.IsInvalidTime(local)
            ? Parsed<DateTimeOffset>.Bad("The clocks went forward over that time; there was no such hour.")
            : Parsed<DateTimeOffset>.Good(new DateTimeOffset(local, zone.GetUtcOffset(local)).ToUniversalTime());
    }
}
