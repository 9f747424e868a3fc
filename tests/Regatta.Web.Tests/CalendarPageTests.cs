using System.Text;
using Microsoft.Extensions.DependencyInjection;
using Regatta.Formats.Gpx;
using Regatta.Instruments;
using Regatta.Store;

namespace Regatta.Web.Tests;

public sealed class CalendarPageTests(ClubHost host)
{
    [Fact]
    public async Task The_coordinator_plans_a_day_its_wind_is_measured_and_who_sails_logs_it()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var coordinator = await club.VisitAsAsync("odalys");
        var page = await coordinator.GetAsync("/wenlow/calendar");
        Assert.Contains("training", page.TextOf(".days"));
        // A day's forecast is told in the bands of a class that sails then, and drawn on their ruler.
        var told = page.Html.QuerySelectorAll(".planned").First(one => one.QuerySelector(".day-wind") is not null);
        Assert.Matches(@"[0-9.]+–[0-9.]+ kn: [a-z ]+ for [A-Z]", told.QuerySelector(".forecast")!.TextContent);
        Assert.InRange(told.QuerySelectorAll(".day-wind .reached").Length, 1, told.QuerySelectorAll(".day-wind rect").Length - 1);
        Assert.Matches("^M[0-9.]+ 6H[0-9.]+$", told.QuerySelector(".forecast-line")!.GetAttribute("d")!);
        Assert.Single(page.Html.QuerySelectorAll(".month .is-today"));
        // What a phone keeps is looked at on other days too: it says of none that it is today.
        var kept = (await (await host.VisitAsAsync("priya")).GetAsync("/wenlow/classes/quillet/pack/pages")).Text;
        Assert.Contains("month starts-", kept, StringComparison.Ordinal);
        Assert.DoesNotContain("is-today", kept);
        var wrong = await coordinator.SendAsync(
            page,
            "#plan-form",
            "/wenlow/calendar",
            ("title", "Sprint"),
            ("from", "2026-03-29T01:30"),
            ("to", "later"),
            ("forecast", "a breeze")
        );
        Assert.Equal(422, (int)wrong.Status);
        Assert.Contains("no such hour", wrong.TextOf("#from-problem"));
        Assert.Contains("like 2026", wrong.TextOf("#to-problem"));
        Assert.Contains("not a number", wrong.TextOf("#forecast-problem"));
        Assert.Equal("Sprint", wrong.Html.QuerySelector("#title")!.GetAttribute("value"));

        // Yesterday across midnight, so that it is over and was measured.
        var (from, to) = (DateTime.UtcNow.Date.AddHours(-2), DateTime.UtcNow.Date.AddMinutes(-1));
        string InTheClub(DateTime utc) =>
            $"{TimeZoneInfo.ConvertTimeFromUtc(utc, TimeZoneInfo.FindSystemTimeZoneById("WET")):yyyy-MM-ddTHH:mm}";
        await coordinator.SendAsync(
            page,
            "#plan-form",
            "/wenlow/calendar",
            ("title", "Sprint"),
            ("from", InTheClub(from)),
            ("to", InTheClub(to)),
            ("forecast", "8–12"),
            ("class-quillet", "yes")
        );
        var log = club.Services.GetRequiredService<WindLog>();
        foreach (var (minutes, mean) in new[] { (10, 6.0), (20, 8.0) })
        {
            await log.KeepAsync(
                club.ClubOf("wenlow"),
                new(
                    from.AddMinutes(minutes),
                    from.AddMinutes(minutes + 9),
                    Speed.FromMetresPerSecond(mean),
                    Speed.FromMetresPerSecond(mean + 2),
                    Speed.FromMetresPerSecond(mean - 2),
                    null,
                    null,
                    600
                )
            );
        }

        var path = (await coordinator.GetAsync("/wenlow/calendar"))
            .Html.QuerySelectorAll(".days a")
            .Single(link => link.TextContent == "Sprint")
            .GetAttribute("href")!;
        var day = await coordinator.GetAsync(path);
        Assert.Contains("12–16 kn, gusts 19 kn", day.TextOf(".facts"));
        Assert.Contains(
            "Forecast8–12 kn",
            day.TextOf(".facts")!
                .Replace("\n", "", StringComparison.Ordinal)
                .Replace(" ", "", StringComparison.Ordinal)
                .Replace("8–12kn", "8–12 kn", StringComparison.Ordinal)
        );
        Assert.Contains("Not logged: Bramble", day.Text);

        // The wind is filled in at the class's height, 3 m: 0.8887 of the mast's.
        var sailor = await club.VisitAsAsync("priya");
        var form = await sailor.GetAsync($"/wenlow/classes/quillet/log?outing={path.Split('/')[^1]}");
        Assert.Equal("10.4", form.Html.QuerySelector("[name=windFrom]")!.GetAttribute("value"));
        Assert.Equal("13.8", form.Html.QuerySelector("[name=windTo]")!.GetAttribute("value"));
        Assert.Equal("17.3", form.Html.QuerySelector("[name=gust]")!.GetAttribute("value"));
        await sailor.SendAsync(form, ".log-form", "/wenlow/classes/quillet/log", ("note", "sprint"));
        Assert.Contains("Logged: Thistle", (await sailor.GetAsync(path)).Text);
        Assert.DoesNotContain("Priya", (await coordinator.GetAsync(path)).Html.QuerySelector("main")!.TextContent);

        Assert.Equal(302, (int)(await sailor.SendAsync(await sailor.GetAsync("/me"), "form", path)).Status);
        Assert.Equal(200, (int)(await sailor.GetAsync(path)).Status);
        await coordinator.SendAsync(day, "form.remove", path);
        Assert.Equal(404, (int)(await coordinator.GetAsync(path)).Status);
    }

    [Fact]
    public async Task A_planned_day_is_moved_with_who_comes_and_a_slip_stays_beside_its_field()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var coordinator = await club.VisitAsAsync("odalys");
        await coordinator.SendAsync(
            await coordinator.GetAsync("/wenlow/calendar"),
            "#plan-form",
            "/wenlow/calendar",
            ("title", "Evening"),
            ("from", "2090-06-01T17:00"),
            ("to", "2090-06-01T19:00"),
            ("forecast", "8–12"),
            ("class-quillet", "yes")
        );
        var outings = club.Services.GetRequiredService<Outings>();
        async Task<PlannedOuting> Planned() =>
            (await outings.EndingAfterAsync(club.ClubOf("wenlow"), new(2090, 1, 1, 0, 0, 0, TimeSpan.Zero))).Single();
        var before = await Planned();
        var path = $"/wenlow/calendar/{before.Number}";
        var sailor = await club.VisitAsAsync("priya");
        var comers = club.Services.GetRequiredService<Attendance>();
        var priya = await sailor.GetAsync("/me");
        Assert.Equal(
            302,
            (int)(await sailor.SendAsync(priya, "main form", path + "/coming", ("with", "Quillet: whichever boat is free"))).Status
        );
        Assert.Single(await comers.AllAsync(club.ClubOf("wenlow"), before.Number));

        var form = await coordinator.GetAsync(path + "/change");
        Assert.Equal("8–12", form.Html.QuerySelector("#forecast")!.GetAttribute("value"));
        var slip = await coordinator.SendAsync(form, "#plan-form", path + "/change", ("venue", new string('x', 501)));
        Assert.Contains("under 500", slip.TextOf("#venue-problem"));
        Assert.Equal(
            302,
            (int)
                (
                    await coordinator.SendAsync(
                        form,
                        "#plan-form",
                        path + "/change",
                        ("from", "2090-06-02T17:00"),
                        ("to", "2090-06-02T19:00"),
                        ("forecast", "")
                    )
                ).Status
        );
        var after = await Planned();
        Assert.Equal(
            (before.Number, before.Outing.Uid, before.Outing.From.AddDays(1)),
            (after.Number, after.Outing.Uid, after.Outing.From)
        );
        // Who had the old page open is told, keeps what they typed, and may put it in its place.
        var late = await coordinator.SendAsync(form, "#plan-form", path + "/change", ("title", "Twilight"));
        Assert.Equal(409, (int)late.Status);
        Assert.Contains("It is now Evening, 2 Jun 2090", late.TextOf(".conflict"));
        Assert.Equal("Twilight", late.Html.QuerySelector("#title")!.GetAttribute("value"));
        Assert.Equal("Evening", (await Planned()).Outing.Title);
        Assert.Equal(302, (int)(await coordinator.SendAsync(late, "#plan-form", path + "/change")).Status);
        Assert.Equal("Twilight", (await Planned()).Outing.Title);
        Assert.Equal(["quillet"], after.Outing.Classes);
        Assert.Null(after.Outing.Forecast);
        Assert.Single(await comers.AllAsync(club.ClubOf("wenlow"), after.Number));
        Assert.Contains("Change a day", (await coordinator.GetAsync("/wenlow/audit")).TextOf("main"));
        // Removed meanwhile, it is planned anew with what was typed.
        await coordinator.SendAsync(await coordinator.GetAsync(path), "form[action*=calendar]:not([action*=coming])", path);
        var gone = await coordinator.SendAsync(form, "#plan-form", path + "/change", ("title", "Dusk"));
        Assert.Equal(404, (int)gone.Status);
        Assert.Contains("Somebody removed this day", gone.TextOf(".conflict"));
        Assert.Equal(302, (int)(await coordinator.SendAsync(gone, "#plan-form", "/wenlow/calendar")).Status);
        Assert.Equal("Dusk", (await Planned()).Outing.Title);
    }

    [Fact]
    public async Task What_is_on_the_water_stands_on_the_board_until_it_is_over()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var now = DateTimeOffset.UtcNow;
        Outing Of(string title, double from, double to) =>
            new(title, OutingKind.Training, title, "The bend", now.AddHours(from), now.AddHours(to), [], null, "");
        await club
            .Services.GetRequiredService<Outings>()
            .SaveAsync(
                club.ClubOf("wenlow"),
                [Of("Over", -3, -1), Of("Going on", -1, 1), Of("Tonight", 6, 8), Of("Next week", 150, 152)],
                keepsForecast: false
            );
        var today = await (await club.VisitAsAsync("priya")).GetAsync("/wenlow/today");
        Assert.Equal(200, (int)today.Status);
        var board = today.Html.QuerySelectorAll(".on-the-water strong").Select(day => day.TextContent).ToList();
        Assert.Contains("Going on", board);
        Assert.Contains("Tonight", board);
        Assert.DoesNotContain("Over", board);
        Assert.DoesNotContain("Next week", board);
    }

    [Fact]
    public async Task A_track_is_read_beside_ones_own_log_and_a_calendar_file_by_the_coordinator_alone()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var (sailor, coordinator) = (await club.VisitAsAsync("priya"), await club.VisitAsAsync("odalys"));
        var path = (await sailor.GetAsync("/wenlow/logbook")).Html.QuerySelector(".logbook a")!.GetAttribute("href")!;
        var page = await sailor.GetAsync(path);
        var track = Encoding.UTF8.GetBytes(
            GpxTrack.Write(
                new SailedTrack(
                    1,
                    DateTimeOffset.UtcNow.AddDays(-30),
                    Angle.FromDegrees(225),
                    Angle.FromDegrees(44),
                    Speed.FromKnots(4.4),
                    Speed.FromKnots(5)
                ).Sail(6)
            )
        );
        Assert.Contains(
            "knows no direction",
            (await sailor.UploadAsync(page, path + "?handler=Track", track, "track")).TextOf("#direction-problem")
        );
        Assert.Contains(
            "no GPX track",
            (await sailor.UploadAsync(page, path + "?handler=Track", Encoding.UTF8.GetBytes("<gpx"), "track", ("direction", "225"))).TextOf(
                "#track-problem"
            )
        );
        Assert.Contains(
            "between 0 and 360",
            (await sailor.UploadAsync(page, path + "?handler=Track", track, "track", ("direction", "500"))).TextOf("#direction-problem")
        );
        Assert.Equal(302, (int)(await sailor.UploadAsync(page, path + "?handler=Track", track, "track", ("direction", "225"))).Status);
        Assert.Contains("° off the wind, ", (await sailor.GetAsync(path)).TextOf("#track-head ~ p"));
        Assert.Equal(
            404,
            (int)
                (
                    await coordinator.UploadAsync(
                        await coordinator.GetAsync("/wenlow/import"),
                        path + "?handler=Track",
                        track,
                        "track",
                        ("direction", "225")
                    )
                ).Status
        );

        var ics = Encoding.UTF8.GetBytes(
            "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nBEGIN:VEVENT\r\nUID:cup\r\nDTSTAMP:20260101T000000Z\r\nDTSTART:"
                + $"{DateTime.UtcNow.AddDays(3):yyyyMMdd}"
                + "T100000\r\nSUMMARY:Reach cup\r\nCATEGORIES:racing,Quillet\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
        );
        var calendar = await coordinator.GetAsync("/wenlow/calendar");
        Assert.Contains(
            "no calendar file",
            (await coordinator.UploadAsync(calendar, "/wenlow/calendar?handler=File", track, "file")).TextOf("#file-problem")
        );
        await coordinator.UploadAsync(calendar, "/wenlow/calendar?handler=File", ics, "file");
        await coordinator.UploadAsync(calendar, "/wenlow/calendar?handler=File", ics, "file");
        Assert.Single(
            (await coordinator.GetAsync("/wenlow/calendar")).Html.QuerySelectorAll(".days a"),
            link => link.TextContent == "Reach cup"
        );
        Assert.Contains("/not-yours", (await sailor.UploadAsync(page, "/wenlow/calendar?handler=File", ics, "file")).Location!.ToString());
    }

    [Fact]
    public async Task Calendars_read_a_members_feed_without_an_account_until_it_is_withdrawn()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var (sailor, stranger) = (await club.VisitAsAsync("priya"), club.Visit());
        await club.ScalarAsync<int>("update outings set notes = 'The duty officer is Joss' returning 1");
        var first = await MakeAsync();
        var days = await stranger.GetAsync(first);
        Assert.Equal("text/calendar", days.Message.Content.Headers.ContentType!.MediaType);
        Assert.Contains("SUMMARY:Wednesday evening training", days.Text);
        Assert.DoesNotContain("Joss", days.Text);
        Assert.Equal(404, (int)(await stranger.GetAsync(first.Replace(".ics", "x.ics", StringComparison.Ordinal))).Status);
        Assert.Equal(302, (int)(await stranger.GetAsync("/wenlow/calendar")).Status);
        Assert.DoesNotContain(first.Split('/')[2].Split('.')[0], (await sailor.GetAsync("/wenlow/calendar/feed")).Text);

        var second = await MakeAsync();
        Assert.Equal((404, 200), ((int)(await stranger.GetAsync(first)).Status, (int)(await stranger.GetAsync(second)).Status));
        await sailor.SendAsync(
            await sailor.GetAsync("/wenlow/calendar/feed"),
            "form[action*=Withdraw]",
            "/wenlow/calendar/feed?handler=Withdraw"
        );
        Assert.Equal(404, (int)(await stranger.GetAsync(second)).Status);

        async Task<string> MakeAsync() =>
            new Uri(
                (await sailor.SendAsync(await sailor.GetAsync("/wenlow/calendar/feed"), "form.stack", "/wenlow/calendar/feed")).TextOf(
                    ".feed-address"
                )!
            ).PathAndQuery;
    }
}
