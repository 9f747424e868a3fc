using Microsoft.Extensions.DependencyInjection;
using Regatta.Core.Station;
using Regatta.Core.Units;
using Regatta.Store;

namespace Regatta.Web.Tests;

public sealed class CalendarPageTests(ClubHost host)
{
    [Fact]
    public async Task The_coordinator_plans_a_day_its_wind_is_measured_and_who_sails_logs_it()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var coordinator = await club.VisitAsAsync("odalys");
        var page = await coordinator.GetAsync("/calendar");
        Assert.Contains("training", page.TextOf(".days"));
        var wrong = await coordinator.SendAsync(page, "#plan-form", "/calendar", ("title", "Sprint"), ("from", "2026-03-29T01:30"), ("to", "later"), ("forecast", "a breeze"));
        Assert.Equal(422, (int)wrong.Status);
        Assert.Contains("no such hour", wrong.TextOf("#from-problem"));
        Assert.Contains("like 2026", wrong.TextOf("#to-problem"));
        Assert.Contains("not a number", wrong.TextOf("#forecast-problem"));
        Assert.Equal("Sprint", wrong.Html.QuerySelector("#title")!.GetAttribute("value"));

        // Yesterday across midnight, so that it is over and was measured.
        var (from, to) = (DateTime.UtcNow.Date.AddHours(-2), DateTime.UtcNow.Date.AddMinutes(-1).AddHours(0));
        await coordinator.SendAsync(page, "#plan-form", "/calendar", ("title", "Sprint"), ("from", $"{from:yyyy-MM-ddTHH:mm}"), ("to", $"{to:yyyy-MM-ddTHH:mm}"), ("forecast", "8–12"), ("class-quillet", "yes"));
        var log = club.Services.GetRequiredService<WindLog>();
        foreach (var (minutes, mean) in new[] { (10, 6.0), (20, 8.0) })
        {
            await log.KeepAsync(new(from.AddMinutes(minutes), from.AddMinutes(minutes + 9), Speed.FromMetresPerSecond(mean), Speed.FromMetresPerSecond(mean + 2), Speed.FromMetresPerSecond(mean - 2), null, null, 600));
        }

        var path = (await coordinator.GetAsync("/calendar")).Html.QuerySelectorAll(".days a").Single(link => link.TextContent == "Sprint").GetAttribute("href")!;
        var day = await coordinator.GetAsync(path);
        Assert.Contains("12–16 kn, gusts 19 kn", day.TextOf(".facts"));
        Assert.Contains("Forecast8–12 kn", day.TextOf(".facts")!.Replace("\n", "", StringComparison.Ordinal).Replace(" ", "", StringComparison.Ordinal).Replace("8–12kn", "8–12 kn", StringComparison.Ordinal));
        Assert.Contains("Not logged: Bramble", day.Text);

        // The wind is filled in at the class's height, 3 m: 0.8887 of the mast's.
        var sailor = await club.VisitAsAsync("priya");
        var form = await sailor.GetAsync($"/classes/quillet/log?outing={path.Split('/')[^1]}");
        Assert.Equal("10.4", form.Html.QuerySelector("[name=windFrom]")!.GetAttribute("value"));
        Assert.Equal("13.8", form.Html.QuerySelector("[name=windTo]")!.GetAttribute("value"));
        Assert.Equal("17.3", form.Html.QuerySelector("[name=gust]")!.GetAttribute("value"));
        await sailor.SendAsync(form, ".log-form", "/classes/quillet/log", ("note", "sprint"));
        Assert.Contains("Logged: Thistle", (await sailor.GetAsync(path)).Text);
        Assert.DoesNotContain("Priya", (await coordinator.GetAsync(path)).Html.QuerySelector("main")!.TextContent);

        Assert.Equal(302, (int)(await sailor.SendAsync(await sailor.GetAsync("/me"), "form", path)).Status);
        Assert.Equal(200, (int)(await sailor.GetAsync(path)).Status);
        await coordinator.SendAsync(day, "form.remove", path);
        Assert.Equal(404, (int)(await coordinator.GetAsync(path)).Status);
    }

    [Fact]
    public async Task Calendars_read_the_feed_without_an_account_and_only_by_its_whole_address()
    {
        var sailor = await host.VisitAsAsync("priya");
        var feed = (await sailor.GetAsync("/calendar")).Html.QuerySelector(".link-text")!.GetAttribute("href")!;
        var stranger = host.Visit();
        var days = await stranger.GetAsync(feed);
        Assert.Equal("text/calendar", days.Message.Content.Headers.ContentType!.MediaType);
        Assert.Contains("SUMMARY:Wednesday evening training", days.Text);
        Assert.Equal(404, (int)(await stranger.GetAsync(feed.Replace(".ics", "x.ics", StringComparison.Ordinal))).Status);
        Assert.Equal(302, (int)(await stranger.GetAsync("/calendar")).Status);
    }
}
