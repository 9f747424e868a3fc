using System.Globalization;
using Microsoft.Extensions.DependencyInjection;
using Regatta.Instruments;
using Regatta.Store;
using Regatta.Web.Drawings;
using Regatta.Web.Station;

namespace Regatta.Web.Tests;

public sealed class TodayTests(ClubHost host)
{
    private static readonly DateTimeOffset Noon = new(2026, 6, 1, 12, 0, 0, TimeSpan.Zero);

    [Fact]
    public async Task The_board_tells_the_stations_wind_goes_on_after_it_was_killed_and_is_not_fooled_by_garbage()
    {
        using var first = new CancellationTokenSource();
        var port = new TaskCompletionSource<int>();
        // At three hundred times the speed of life a day is five minutes; what is ahead of now would be refused.
        var start = DateTimeOffset.UtcNow.AddDays(-1);
        var station = Serve(first.Token, "checksum=0.02,cut=0.02,garbage=0.1", 0, start, port.SetResult);
        await using var club = await host.AnotherAsync(
            "IfEmpty",
            ("REGATTA_STATION", $"127.0.0.1:{await port.Task}"),
            ("REGATTA_STATION_CLOCK", "station")
        );
        var desk = club.StationOf("wenlow");
        await UntilAsync(desk, () => desk.State.Now?.IsWhole == true);
        Assert.True(desk.State.Count.Refused > 0);
        Assert.InRange(desk.State.Now!.Mean.Knots, 5, 18);
        Assert.True(desk.State.Now.Gust.Knots < 40);

        var sailor = await club.VisitAsAsync("priya");
        var board = await sailor.GetAsync("/wenlow/today");
        Assert.Contains("Ten minutes to", board.TextOf(".wind-line"));
        Assert.Equal(9, board.Html.QuerySelectorAll(".today li, .own").Length);
        Assert.Contains(
            "at 0.6 m",
            board
                .Html.QuerySelectorAll(".today li, .own")
                .Single(line => line.TextContent.Contains("Pettle", StringComparison.Ordinal))
                .TextContent
        );
        // At three hundred times the speed of life there is always something on its way to the database.
        await UntilAsync(desk, () => desk.State.Newest is not null && desk.State.Waiting < 600);

        await first.CancelAsync();
        await station;
        await UntilAsync(desk, () => !desk.State.Connected);
        var silentSince = desk.State.Newest;
        using var second = new CancellationTokenSource();
        var again = Serve(second.Token, "", await port.Task, silentSince!.Value.At.AddMinutes(1), _ => { });
        await UntilAsync(desk, () => desk.State.Newest!.Value.At > silentSince.Value.At);
        Assert.True(desk.State.Connected);
        await second.CancelAsync();
        await again;

        // What was heard is kept, block by block.
        var log = club.Services.GetRequiredService<WindLog>();
        Assert.NotEmpty(await log.BlocksAsync(club.ClubOf("wenlow"), start, DateTimeOffset.UtcNow));
        Assert.NotEmpty(await log.SamplesAsync(club.ClubOf("wenlow"), start, DateTimeOffset.UtcNow));
    }

    [Fact]
    public async Task Without_a_station_it_begins_at_the_usual_wind_of_ones_own_class()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await SailorOfQuilletAsync(club);
        var usual = await sailor.GetAsync("/wenlow/today");
        Assert.Contains("the usual wind of Quillet", usual.TextOf(".empty"));
        Assert.NotNull(usual.Html.QuerySelector(".own .own-marks"));
    }

    [Fact]
    public async Task Without_a_station_it_begins_at_the_days_forecast_in_the_band_the_calendar_has_it_in()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await SailorOfQuilletAsync(club);
        var coordinator = await club.VisitAsAsync("odalys");
        string At(int hours) => DateTime.UtcNow.AddHours(hours).ToString("yyyy-MM-dd'T'HH:mm", CultureInfo.InvariantCulture);
        var planned = await coordinator.SendAsync(
            await coordinator.GetAsync("/wenlow/calendar"),
            "#plan-form",
            "/wenlow/calendar",
            ("title", "A blow"),
            ("from", At(1)),
            ("to", At(4)),
            ("forecast", "20-24")
        );
        Assert.Equal(302, (int)planned.Status);
        var today = await sailor.GetAsync("/wenlow/today");
        Assert.Contains("the forecast of A blow, 22 kn at 10 m", today.TextOf(".empty"));
        Assert.DoesNotContain("Back to now", today.TextOf("main"));
        // Both pages speak of the same band: a forecast is meant ten metres up, a band at the class's height.
        var band = (await sailor.GetAsync("/wenlow/calendar")).Html.QuerySelector(".planned .forecast strong")!.TextContent;
        Assert.Contains(band.Split(" to ")[0], today.TextOf(".own"));
        // Who asks is answered for what they ask.
        Assert.DoesNotContain("A blow,", (await sailor.GetAsync("/wenlow/today?wind=8")).TextOf(".empty"));
    }

    private static async Task<Visitor> SailorOfQuilletAsync(ClubHost club)
    {
        var sailor = await club.VisitAsAsync("priya");
        await sailor.SendAsync(await sailor.GetAsync("/wenlow/sails"), "form.sails-form", "/wenlow/sails", ("sails", "quillet"));
        await club.ScalarAsync<int>("delete from outings");
        return sailor;
    }

    [Fact]
    public async Task Without_a_station_the_board_still_answers_what_if()
    {
        var sailor = await host.VisitAsAsync("priya");
        Assert.Contains("no wind station", (await sailor.GetAsync("/wenlow/today")).TextOf(".empty"));
        var asked = await sailor.GetAsync("/wenlow/today?wind=18");
        Assert.Contains("And at 18 kn?", asked.TextOf("h1"));
        var quillet = asked
            .Html.QuerySelectorAll(".today li, .own")
            .Single(line => line.TextContent.Contains("Quillet", StringComparison.Ordinal));
        // 18 kn at 10 m are 16 kn at 3 m: the class's strong band begins there.
        Assert.Contains("16 kn", quillet.QuerySelector(".today-band")!.TextContent);
        Assert.Contains("gooseneck", quillet.QuerySelector(".today-moves")!.TextContent);
        Assert.Equal(200, (int)(await sailor.GetAsync("/wenlow/today?wind=heaps&screen=big")).Status);
        Assert.Equal(302, (int)(await host.Visit().GetAsync("/wenlow/today")).Status);
        Assert.Equal(302, (int)(await host.Visit().GetAsync("/wenlow/today/stream")).Status);
    }

    [Fact]
    public void What_one_instance_tells_another_reads_and_what_it_does_not_know_is_silence()
    {
        var state = StationState.Silent with
        {
            Now = Summary(6),
            ArrivedAt = Noon,
            Quiet = TimeSpan.FromSeconds(3),
            Connected = true,
            Lost = 2,
        };
        Assert.Equal(state, StationState.Read(state.Write()));
        Assert.Equal(StationState.Silent, StationState.Read("""{"Now":"gale"}"""));
        Assert.Equal(StationState.Silent, StationState.Read("null"));
    }

    [Fact]
    public void A_silent_station_has_no_wind_now()
    {
        var state = StationState.Silent with { Now = Summary(6), ArrivedAt = Noon, Quiet = TimeSpan.FromSeconds(20) };
        Assert.NotNull(state.Fresh(StationState.StaleAfter - TimeSpan.FromSeconds(20)));
        Assert.Null(state.Fresh(StationState.StaleAfter - TimeSpan.FromSeconds(19)));
        Assert.Null(StationState.Silent.Fresh(TimeSpan.Zero));
    }

    [Fact]
    public void The_ruler_reaches_beyond_the_strongest_gust_and_the_newest_past_is_on_top()
    {
        var calm = WindBoard.Of(Summary(6), [Summary(5), Summary(4)]);
        var blow = WindBoard.Of(Summary(6), [Summary(5), Summary(20)]);
        Assert.Equal(25, calm.Most.Knots, 9);
        Assert.True(blow.Most.Knots > Speed.FromMetresPerSecond(24).Knots);
        Assert.True(blow.Past[0].MeanX > blow.Past[1].MeanX);
        Assert.True(blow.Past[0].Y < blow.Past[1].Y);
        Assert.All(blow.Past, past => Assert.True(past.LullX < past.MeanX && past.MeanX < past.GustX));
        Assert.Null(WindBoard.Of(null, []).Now);
        Assert.InRange(calm.Ticks(SpeedUnit.Beaufort).Count(), 4, 11);
        Assert.All(blow.Ticks(SpeedUnit.Knot), tick => Assert.InRange(tick.X, 0, WindBoard.Width));
    }

    [Fact]
    public async Task A_card_is_read_for_the_readers_own_crew_and_nobody_else_learns_how_heavy()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var (sailor, captain) = (await club.VisitAsAsync("priya"), await club.VisitAsAsync("tamsin"));
        var card = await sailor.GetAsync("/wenlow/classes/quillet/card?wind=15&boat=class");
        // What she logged last stands in until she says.
        Assert.StartsWith("At 60 kg you sail", card.TextOf(".crew-sentence"), StringComparison.Ordinal);
        var wrong = await sailor.SendAsync(card, ".crew-form form", "/wenlow/classes/quillet/card?handler=Crew", ("crew", "a lot"));
        Assert.Equal(422, (int)wrong.Status);
        Assert.Contains("not a number", wrong.TextOf("#crew-problem"));
        await sailor.SendAsync(card, ".crew-form form", "/wenlow/classes/quillet/card?handler=Crew", ("crew", "52"));
        var light = await sailor.GetAsync("/wenlow/classes/quillet/card?wind=15&boat=class");
        Assert.Equal("At 52 kg you sail 15 kn as the card’s 17.3 kn.", light.TextOf(".crew-sentence"));
        Assert.StartsWith("strong", light.TextOf(".band-name"));
        Assert.DoesNotContain("Priya", (await captain.GetAsync("/wenlow/classes/quillet/crew")).Html.QuerySelector("main")!.TextContent);
        Assert.DoesNotContain("crewMass", (await (await club.VisitAsAsync("odalys")).GetAsync("/wenlow/classes/quillet/bundle.json")).Text);

        await sailor.SendAsync(
            light,
            ".crew-form form",
            "/wenlow/classes/quillet/card?handler=Crew",
            ("crew", "52"),
            ("captainMaySee", "yes")
        );
        Assert.Contains(
            "Priya Maddern: 52 kg",
            (await captain.GetAsync("/wenlow/classes/quillet/crew")).Html.QuerySelector("main")!.TextContent
        );
        await sailor.SendAsync(light, ".crew-form form", "/wenlow/classes/quillet/card?handler=Crew", ("crew", ""));
        Assert.StartsWith(
            "At 60 kg",
            (await sailor.GetAsync("/wenlow/classes/quillet/card?wind=15")).TextOf(".crew-sentence"),
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData("height", "900", "between 0.1 and 60")]
    [InlineData("reference", "0", "lies between")]
    [InlineData("arm", "50", "between 0 and 10")]
    [InlineData("hull", "", "Write 0")]
    public async Task A_crew_rule_that_is_none_is_refused_beside_its_field(string field, string typed, string says)
    {
        var captain = await host.VisitAsAsync("tamsin");
        var page = await captain.GetAsync("/wenlow/classes/quillet/crew");
        var answer = await captain.SendAsync(page, "form.stack", "/wenlow/classes/quillet/crew", (field, typed));
        Assert.Equal(422, (int)answer.Status);
        Assert.Contains(says, answer.TextOf($"#{field}-problem"));
        Assert.Equal(typed, answer.Html.QuerySelector($"#{field}")!.GetAttribute("value"));
    }

    [Fact]
    public async Task A_captain_may_keep_a_table_of_steps_instead()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        var page = await captain.GetAsync("/wenlow/classes/quillet/crew");
        async Task<Answer> SendAsync(string table) =>
            await captain.SendAsync(
                page,
                "form.stack",
                "/wenlow/classes/quillet/crew",
                ("school", "by a table of steps"),
                ("offsets", table)
            );
        Assert.Contains("no control with marks", (await SendAsync("0–60: keel +1")).TextOf("#offsets-problem"));
        Assert.Contains("heavier end", (await SendAsync("60–50: gooseneck +1")).TextOf("#offsets-problem"));
        Assert.Contains("not understood", (await SendAsync("light crews: gooseneck more")).TextOf("#offsets-problem"));
        Assert.Equal(302, (int)(await SendAsync("0–60 kg: boom position +2\n85–150: gooseneck −1")).Status);
        await captain.PublishAsync("/wenlow/classes/quillet");
        var card = await captain.GetAsync("/wenlow/classes/quillet/card?wind=14&boat=class");
        await captain.SendAsync(card, ".crew-form form", "/wenlow/classes/quillet/card?handler=Crew", ("crew", "55"));
        card = await captain.GetAsync("/wenlow/classes/quillet/card?wind=14&boat=class");
        Assert.Equal("At 55 kg gooseneck +2 steps, as shown.", card.TextOf(".crew-sentence"));
        Assert.Contains(
            "21 in",
            card.Html.QuerySelectorAll(".card-part dl > div")
                .Single(line => line.QuerySelector("dt")!.TextContent == "Gooseneck")
                .TextContent
        );
    }

    private static Task Serve(CancellationToken stop, string faults, int port, DateTimeOffset start, Action<int> ready) =>
        Task.Run(() => new StandInStation(new(4, start, WindDay.Ordinary), Faults.Parse(faults), 300, 4).ServeAsync(port, ready, stop));

    private static async Task UntilAsync(ClubStation desk, Func<bool> so)
    {
        for (var tries = 0; !so(); tries++)
        {
            Assert.True(tries < 600, $"It did not come to that in a minute: {desk.State}");
            await Task.Delay(100);
        }
    }

    private static WindSummary Summary(double metresPerSecond) =>
        new(
            Noon,
            Noon.AddMinutes(10),
            Speed.FromMetresPerSecond(metresPerSecond),
            Speed.FromMetresPerSecond(metresPerSecond * 1.2),
            Speed.FromMetresPerSecond(metresPerSecond * 0.8),
            null,
            null,
            600
        );
}
