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

    /// <summary>How far the zone lies before UTC at a moment, as a hidden field: of an hour that comes twice in autumn it says which one
    /// was filled in.</summary>
    public string OffsetField(DateTimeOffset at) => Zone.GetUtcOffset(at).ToString("c", CultureInfo.InvariantCulture);

    /// <summary>Reads a date and time typed in the club's zone; one that falls in the hour skipped in spring is refused.</summary>
    /// <param name="text">As typed.</param>
    /// <param name="filledAt">What <see cref="OffsetField"/> said of the time that was filled in; null where none was.</param>
    public Parsed<DateTimeOffset> Read(string text, string? filledAt = null) =>
        ReadPlanned(text, filledAt).Then(at => SessionLog.CheckTime(at, Now));

    /// <summary>The same for a time that may be still to come.</summary>
    public Parsed<DateTimeOffset> ReadPlanned(string text) => ReadPlanned(text, null);

    private Parsed<DateTimeOffset> ReadPlanned(string text, string? filledAt)
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
            : Parsed<DateTimeOffset>.Good(new DateTimeOffset(local, OffsetAt(local, filledAt)).ToUniversalTime());
    }

    /// <summary>Of an hour that comes twice the one that was filled in, else the second.</summary>
    private TimeSpan OffsetAt(DateTime local, string? filledAt) =>
        Zone.IsAmbiguousTime(local)
        && TimeSpan.TryParseExact(filledAt, "c", CultureInfo.InvariantCulture, out var filled)
        && Zone.GetAmbiguousTimeOffsets(local).Contains(filled)
            ? filled
            : Zone.GetUtcOffset(local);
}
