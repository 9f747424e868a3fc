using System.Globalization;
using System.Runtime.Serialization;
using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Evaluation;
using Ical.Net.Serialization;

namespace Regatta.Formats.Calendars;

/// <summary>The club's calendar as iCalendar (RFC 5545), out and in. Kind and classes travel as categories; a forecast stays in the
/// club.</summary>
public static class CalendarFile
{
    /// <summary>A rule that finds no day for so long finds none.</summary>
    private static readonly EvaluationOptions Patience = new() { MaxUnmatchedIncrementsLimit = 1000 };

    private static readonly TimeSpan Ahead = TimeSpan.FromDays(400);

    /// <summary>So many single days are added or taken out at the most.</summary>
    private const int MostDates = 1000;

    /// <summary>So many days are stepped through at the most, over all that come again.</summary>
    private const int MostSteps = 200_000;

    private const int LongestUid = 255;

    /// <summary>Writes days on the water.</summary>
    /// <param name="outings">The days.</param>
    /// <param name="nameOf">A class's name by its key.</param>
    /// <param name="now">When it is written.</param>
    public static string Write(IEnumerable<Outing> outings, Func<string, string> nameOf, DateTimeOffset now)
    {
        var calendar = new Ical.Net.Calendar { ProductId = "-//Regatta//Club calendar//EN" };
        foreach (var outing in outings)
        {
            calendar.Events.Add(
                new CalendarEvent
                {
                    Uid = outing.Uid,
                    Summary = outing.Title,
                    Location = outing.Venue.Length > 0 ? outing.Venue : null,
                    Description = outing.Notes.Length > 0 ? outing.Notes : null,
                    Start = At(outing.From),
                    End = At(outing.To),
                    DtStamp = At(now),
                    Categories = [outing.Kind.ToString().ToLowerInvariant(), .. outing.Classes.Select(nameOf)],
                }
            );
        }

        return new CalendarSerializer().SerializeToString(calendar)!;
    }

    /// <summary>Reads days on the water; repeated ones are written out for a year and a bit.</summary>
    /// <param name="text">The file.</param>
    /// <param name="keyOf">A class's key by its name, or null.</param>
    /// <param name="zone">The zone of times that name none.</param>
    /// <param name="now">Days that ended before are left out.</param>
    /// <returns>The days, or the first thing that was not understood.</returns>
    public static Parsed<IReadOnlyList<Outing>> Read(string text, Func<string, string?> keyOf, TimeZoneInfo zone, DateTimeOffset now)
    {
        try
        {
            if (PlainText.HasControls(text))
            {
                return Parsed<IReadOnlyList<Outing>>.Bad("It holds control characters, so it is no calendar file, or a broken one.");
            }

            if (CountDates(text) > MostDates)
            {
                return Parsed<IReadOnlyList<Outing>>.Bad(
                    $"It adds or takes out more than {MostDates} single days; that is no club’s calendar."
                );
            }

            if (Ical.Net.Calendar.Load(text) is not { } calendar)
            {
                return Parsed<IReadOnlyList<Outing>>.Bad("This is no calendar file.");
            }

            if (calendar.Events.Any(entry => entry.RecurrenceRule?.Frequency < FrequencyType.Daily))
            {
                return Parsed<IReadOnlyList<Outing>>.Bad(
                    "A day on the water that comes again every hour or oftener is none. Repeat it by days or weeks."
                );
            }

            if (calendar.Events.Any(entry => entry.Uid?.Length > LongestUid))
            {
                return Parsed<IReadOnlyList<Outing>>.Bad($"A day’s UID is longer than {LongestUid} letters.");
            }

            if (calendar.Events.Sum(entry => Steps(entry, now)) > MostSteps)
            {
                return Parsed<IReadOnlyList<Outing>>.Bad(
                    "Its days come again too often, or since too long ago, to be written out. Repeat them by days or weeks, from this "
                        + "year on."
                );
            }

            var outings = new List<Outing>();
            foreach (
                var occurrence in calendar.GetOccurrences<CalendarEvent>(new CalDateTime(now.UtcDateTime.AddDays(-2), "UTC"), Patience)
            )
            {
                var from = Utc(occurrence.Period.StartTime, zone);
                if (from > now + Ahead)
                {
                    break;
                }

                var read = Outing.Check(
                    ToOuting(
                        (CalendarEvent)occurrence.Source,
                        from,
                        Utc(occurrence.Period.EffectiveEndTime ?? occurrence.Period.StartTime.AddHours(2), zone),
                        keyOf
                    )
                );
                if (!read.Ok)
                {
                    return Parsed<IReadOnlyList<Outing>>.Bad(
                        $"“{((CalendarEvent)occurrence.Source).Summary}”, {from:d MMM yyyy}: {read.Problem}"
                    );
                }

                outings.Add(read.Value);
                if (outings.Count > Limits.CalendarDays)
                {
                    return Parsed<IReadOnlyList<Outing>>.Bad(
                        $"It has more than {Limits.CalendarDays} days in the next year; that is no club’s calendar."
                    );
                }
            }

            return outings.Count == 0
                ? Parsed<IReadOnlyList<Outing>>.Bad("It holds no day that is still to come.")
                : Parsed<IReadOnlyList<Outing>>.Good(outings);
        }
        catch (Exception broken)
            when (broken
                    is SerializationException
                        or FormatException
                        or ArgumentException
                        or InvalidOperationException
                        or NullReferenceException
                        or OverflowException
                        or EvaluationException
            )
        {
            return Parsed<IReadOnlyList<Outing>>.Bad("This is no calendar file, or a broken one.");
        }
    }

    /// <summary>How many single days are added to repeated ones, or taken out of them; counted before anything is parsed.</summary>
    private static int CountDates(string text)
    {
        var (dates, within) = (0, false);
        foreach (var line in text.AsSpan().EnumerateLines())
        {
            // A line that begins with a blank goes on with the one before.
            within =
                line.StartsWith("RDATE", StringComparison.OrdinalIgnoreCase)
                || line.StartsWith("EXDATE", StringComparison.OrdinalIgnoreCase)
                || (within && line.Length > 0 && line[0] is ' ' or '\t');
            dates += within ? 1 + line.Count(',') : 0;
        }

        return dates;
    }

    /// <summary>About how many days a repeated one is written out to, from its beginning on: each of them is stepped through.</summary>
    private static double Steps(CalendarEvent one, DateTimeOffset now)
    {
        if (one.RecurrenceRule is not { } rule || one.Start is not { } start)
        {
            return 0;
        }

        static int Each<T>(ICollection<T>? parts) => Math.Max(1, parts?.Count ?? 0);
        var aDay = (double)Each(rule.ByHour) * Each(rule.ByMinute) * Each(rule.BySecond);
        var years = Math.Max(0, (now + Ahead - new DateTimeOffset(start.AsUtc, TimeSpan.Zero)).TotalDays / 365);
        var parts = (rule.ByDay?.Count ?? 0) + (rule.ByMonthDay?.Count ?? 0) + (rule.ByYearDay?.Count ?? 0) + (rule.ByWeekNo?.Count ?? 0);
        return years
            * aDay
            * rule.Frequency switch
            {
                FrequencyType.Daily => 366,
                FrequencyType.Weekly => 53 * Each(rule.ByDay),
                FrequencyType.Monthly => parts > 0 ? 366 : 12,
                _ => parts > 0 ? 366 : Each(rule.ByMonth),
            };
    }

    private static Outing ToOuting(CalendarEvent one, DateTimeOffset from, DateTimeOffset to, Func<string, string?> keyOf)
    {
        var categories = one.Categories ?? [];
        return new(
            one.RecurrenceRule is not null
                ? $"{one.Uid}/{from.UtcDateTime.ToString("yyyyMMdd'T'HHmmss", CultureInfo.InvariantCulture)}"
                : one.Uid ?? Guid.NewGuid().ToString(),
            OutingKinds.Read(categories),
            (one.Summary ?? "").Trim(),
            (one.Location ?? "").Trim(),
            from,
            to > from ? to : from.AddHours(2),
            [.. categories.Select(keyOf).OfType<string>().Distinct()],
            null,
            (one.Description ?? "").Trim()
        );
    }

    private static CalDateTime At(DateTimeOffset at) => new(at.UtcDateTime, "UTC");

    /// <summary>A time that names no zone is the club's.</summary>
    private static DateTimeOffset Utc(CalDateTime at, TimeZoneInfo zone) =>
        at.TzId is null && !at.IsUtc
            ? new DateTimeOffset(DateTime.SpecifyKind(at.Value, DateTimeKind.Unspecified), zone.GetUtcOffset(at.Value)).ToUniversalTime()
            : new DateTimeOffset(at.AsUtc, TimeSpan.Zero);
}
