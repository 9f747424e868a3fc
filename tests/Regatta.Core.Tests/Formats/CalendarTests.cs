using Regatta.Formats.Calendars;

namespace Regatta.Core.Tests.Formats;

public sealed class CalendarTests
{
    private static readonly DateTimeOffset Now = new(2026, 3, 20, 12, 0, 0, TimeSpan.Zero);
    private static readonly TimeZoneInfo Club = TimeZoneInfo.FindSystemTimeZoneById("WET");

    private static readonly Outing Night = new(
        "night-race",
        OutingKind.Race,
        "Night race; round the buoy, and back",
        "The bend",
        new(2026, 6, 20, 21, 0, 0, TimeSpan.Zero),
        new(2026, 6, 21, 3, 0, 0, TimeSpan.Zero),
        ["quillet"],
        null,
        "Lights on.\nTea after."
    );

    // Published: RFC 5545: what is written is read back, with its commas, semicolons and lines.
    [Fact]
    public void A_day_written_is_the_day_read_across_midnight_too()
    {
        var text = CalendarFile.Write([Night], key => key == "quillet" ? "Quillet" : key, Now);
        Assert.StartsWith("BEGIN:VCALENDAR", text);
        var again = Assert.Single(Read(text).Value);
        Assert.Equal(Night with { Classes = [] }, again with { Classes = [] });
        Assert.Equal(Night.Classes, again.Classes);
    }

    [Fact]
    public void Repeated_days_keep_the_clubs_clock_when_it_goes_forward()
    {
        // The clocks of the club's zone go forward on 29 March 2026.
        var days = Read(
            Calendar("UID:w", "DTSTART:20260325T180000", "DTEND:20260325T200000", "RRULE:FREQ=WEEKLY;COUNT=2", "SUMMARY:Wednesday")
        ).Value;
        Assert.Equal([18, 17], days.Select(day => day.From.UtcDateTime.Hour));
        Assert.Equal(2, days.Select(day => day.Uid).Distinct().Count());
    }

    [Fact]
    public void The_demo_calendar_comes_in_with_its_classes()
    {
        var days = CalendarFile
            .Read(File.ReadAllText("Data/wenlow.ics"), name => name.ToLowerInvariant().Replace(' ', '-'), Club, Now)
            .Value;
        Assert.InRange(days.Count, 80, 120);
        Assert.Contains(days, day => day is { Kind: OutingKind.Race, Title: "Sunday series" } && day.Classes.Contains("ferrin-16"));
        Assert.Contains(days, day => day is { Kind: OutingKind.Marking } && day.Classes.Contains("tandry"));
        Assert.All(days, day => Assert.True(day.To > day.From));
    }

    [Theory]
    [InlineData("", "no calendar file")]
    [InlineData("hello", "no calendar file|no day")]
    [InlineData("BEGIN:VCALENDAR\r\nVERSION:2.0\r\nEND:VCALENDAR", "no day that is still to come")]
    [InlineData("BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nDTSTART:2026x", "calendar file")]
    public void A_file_that_is_none_is_refused_kindly(string text, string says) =>
        Assert.Contains(says.Split('|'), part => Read(text).Problem!.Contains(part, StringComparison.Ordinal));

    [Theory]
    [InlineData("RRULE:FREQ=SECONDLY", "every hour or oftener")]
    [InlineData("RRULE:FREQ=HOURLY", "every hour or oftener")]
    [InlineData("RRULE:FREQ=DAILY;BYHOUR=1,2,3,4;BYMINUTE=1,2", "more than 500 days")]
    [InlineData("RRULE:FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30", "no day|broken one")]
    [InlineData("RRULE:FREQ=MONTHLY;BYDAY=0MO", "broken one")]
    [InlineData("RRULE:FREQ=DAILY;INTERVAL=2147483647", "broken one")]
    [InlineData(
        "RRULE:FREQ=YEARLY;BYDAY=MO,TU,WE;BYHOUR=1,2,3,4,5,6,7,8;BYMINUTE=0,1,2,3,4,5,6,7,8,9;BYSECOND=0,1,2,3,4,5,6,7,8,9",
        "too often"
    )]
    [InlineData("SUMMARY:Day\u0001", "control characters")]
    [InlineData("SUMMARY:", "needs a name")]
    [InlineData("DTEND:20260730T200000", "longer than 36 hours")]
    public void A_day_that_is_none_is_named(string line, string says) =>
        Assert.Contains(
            says.Split('|'),
            part =>
                Read(
                    Calendar(
                        "UID:x",
                        "DTSTART:20260601T180000Z",
                        line.StartsWith("DTEND", StringComparison.Ordinal) ? line : "DTEND:20260601T180001Z",
                        line.StartsWith("SUMMARY", StringComparison.Ordinal) ? line : "SUMMARY:Day",
                        line.StartsWith("RRULE", StringComparison.Ordinal) ? line : "PRIORITY:1"
                    )
                )
                    .Problem!.Contains(part, StringComparison.Ordinal)
        );

    // What took tens of seconds of a processor when it was worked out (./bench limits measures it).
    [Fact]
    public void What_would_take_too_long_to_work_out_is_refused_before_it_is()
    {
        const string Day = "DTSTART:20260601T180000Z";
        const string End = "DTEND:20260601T200000Z";
        var many = Enumerable.Range(0, 1001).Select(at => $"2026060{2 + (at % 7)}T{at % 24:00}{at % 60:00}00Z").ToList();
        Assert.Contains("single days", Read(Calendar("UID:x", Day, End, "SUMMARY:D", "RDATE:" + string.Join(',', many))).Problem!);
        Assert.Contains(
            "single days",
            Read(Calendar("UID:x", Day, End, "SUMMARY:D", "RRULE:FREQ=DAILY", "EXDATE:" + string.Join(",\r\n ", many))).Problem!
        );
        Assert.Contains(
            "since too long ago",
            Read(Calendar("UID:x", "DTSTART:00010101T180000Z", "DTEND:00010101T190000Z", "SUMMARY:D", "RRULE:FREQ=DAILY")).Problem!
        );
        Assert.Contains("letters", Read(Calendar("UID:" + new string('u', 256), Day, End, "SUMMARY:D")).Problem!);
        Assert.NotNull(Read(Calendar("UID:x", Day, "DURATION:P99999999W", "SUMMARY:D")).Problem);
        // A birthday of the club is let in, and so is a season with its exceptions.
        Assert.True(Read(Calendar("UID:x", "DTSTART:19700801T180000Z", "DTEND:19700801T200000Z", "SUMMARY:D", "RRULE:FREQ=YEARLY")).Ok);
        Assert.True(Read(Calendar("UID:x", Day, End, "SUMMARY:D", "RRULE:FREQ=WEEKLY;BYDAY=MO,WE", "EXDATE:20260608T180000Z")).Ok);
    }

    [Fact]
    public void Logs_belong_to_the_day_they_were_sailed_on_give_or_take_an_hour()
    {
        var (from, to) = Night.LogWindow;
        Assert.Equal(new DateTimeOffset(2026, 6, 20, 20, 0, 0, TimeSpan.Zero), from);
        Assert.Equal(new DateTimeOffset(2026, 6, 21, 4, 0, 0, TimeSpan.Zero), to);
    }

    [Fact]
    public void The_wind_of_a_day_runs_from_its_lightest_to_its_strongest_spell_at_the_classes_height()
    {
        WindSummary Block(double mean) =>
            new(
                Now,
                Now,
                Speed.FromMetresPerSecond(mean),
                Speed.FromMetresPerSecond(mean + 3),
                Speed.FromMetresPerSecond(mean - 1),
                null,
                null,
                600
            );
        var (mast, pond) = (Length.FromMetres(10), Length.FromMetres(0.6));
        var wind = Outing.WindOf([Block(6), Block(9), Block(7)], mast, mast)!;
        Assert.Equal((6, 9, 12), (wind.From.MetresPerSecond, wind.To.MetresPerSecond, wind.Gust!.Value.MetresPerSecond));
        Assert.Equal(6 * 0.7400, Outing.WindOf([Block(6)], mast, pond)!.From.MetresPerSecond, 3); // models M3
        Assert.Null(Outing.WindOf([], mast, pond));
    }

    private static string Calendar(params string[] lines) =>
        string.Join(
            "\r\n",
            [
                "BEGIN:VCALENDAR",
                "VERSION:2.0",
                "PRODID:x",
                "BEGIN:VEVENT",
                "DTSTAMP:20260101T000000Z",
                .. lines,
                "END:VEVENT",
                "END:VCALENDAR",
                "",
            ]
        );

    private static Parsed<IReadOnlyList<Outing>> Read(string text) =>
        CalendarFile.Read(text, name => name == "Quillet" ? "quillet" : null, Club, Now);
}
