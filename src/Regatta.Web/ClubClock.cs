using System.Globalization;

namespace Regatta.Web;

/// <summary>Time as the club of the request reads it: stored in UTC, shown and typed in the club's zone.</summary>
public sealed class ClubClock(TimeProvider time, ClubContext here)
{
    private const int FirstYear = 1990;
    private const int LastYear = 2100;
    private const string FieldFormat = "yyyy-MM-dd'T'HH:mm";

    public TimeProvider Time => time;

    public DateTimeOffset Now => time.GetUtcNow();

    public TimeZoneInfo Zone => here.Club.Zone();

    public string Field(DateTimeOffset at) => TimeZoneInfo.ConvertTime(at, Zone).ToString(FieldFormat, CultureInfo.InvariantCulture);

    /// <summary>Reads a date and time typed in the club's zone; one that falls in the hour skipped in spring is refused.</summary>
    public Parsed<DateTimeOffset> Read(string text) => ReadPlanned(text).Then(at => SessionLog.CheckTime(at, Now));

    /// <summary>The same for a time that may be still to come.</summary>
    public Parsed<DateTimeOffset> ReadPlanned(string text)
    {
        if (
            !DateTime.TryParseExact(
                text,
                [FieldFormat, "yyyy-MM-dd HH:mm", "yyyy-MM-dd'T'HH:mm:ss"],
                CultureInfo.InvariantCulture,
                DateTimeStyles.None,
                out var local
            )
        )
        {
            return Parsed<DateTimeOffset>.Bad("Write the day and time like 2026-05-31 14:30.");
        }

        if (local.Year is < FirstYear or > LastYear)
        {
            return Parsed<DateTimeOffset>.Bad($"Write a year between {FirstYear} and {LastYear}.");
        }

        return Zone.IsInvalidTime(local)
            ? Parsed<DateTimeOffset>.Bad("The clocks went forward over that time; there was no such hour.")
            : Parsed<DateTimeOffset>.Good(new DateTimeOffset(local, Zone.GetUtcOffset(local)).ToUniversalTime());
    }
}
