using Dapper;
using Microsoft.AspNetCore.Routing;
using Microsoft.AspNetCore.Routing.Patterns;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;
using Regatta.Store;
using Regatta.Web.Access;

namespace Regatta.Web.Tests;

/// <summary>A club that starts empty, and one whose demo is loaded anew.</summary>
public sealed class ClubTests(ClubHost host)
{
    [Fact]
    public async Task An_empty_club_asks_for_its_name_and_coordinator_first_and_only_once()
    {
        await using var empty = await host.AnotherAsync("Never");
        var visitor = empty.Visit();
        Assert.Equal("/found", (await visitor.GetAsync("/sign-in")).Location!.ToString());
        var first = await visitor.GetAsync("/found");
        Assert.Contains("one-time code", first.TextOf("main"));
        Assert.Contains($"Version {AppVersion.Shown}", first.TextOf("footer"));
        Assert.Equal(403, (int)(await visitor.GetAsync("/found?code=guessed")).Status);
        var page = await visitor.GetAsync(await empty.FoundingAddressAsync());
        var refused = await visitor.SendAsync(
            page,
            "form.stack",
            "/found",
            ("clubName", "Ebb Sailing Club"),
            ("zone", "Mars/North"),
            ("name", ""),
            ("signin", "kim"),
            ("password", "short")
        );
        Assert.Contains("not known here", refused.TextOf("#zone-problem"));
        Assert.Contains("Write your name", refused.TextOf("#name-problem"));
        Assert.Equal("Ebb Sailing Club", refused.Html.QuerySelector("#clubName")!.GetAttribute("value"));

        var weak = await visitor.SendAsync(
            page,
            "form.stack",
            "/found",
            ("clubName", "Ebb Sailing Club"),
            ("zone", "UTC"),
            ("name", "Kim"),
            ("signin", "kim"),
            ("password", "short")
        );
        Assert.Contains("at least 10", weak.TextOf("#password-problem"));
        var founded = await visitor.SendAsync(
            page,
            "form.stack",
            "/found",
            ("clubName", "Ebb Sailing Club"),
            ("zone", "UTC"),
            ("name", "Kim"),
            ("signin", "kim"),
            ("password", "long-enough-now")
        );
        Assert.Equal("/ebb-sailing-club", founded.Location!.ToString());
        Assert.Contains("from a kit", (await visitor.GetAsync("/ebb-sailing-club")).TextOf(".first-steps"));
        Assert.Equal("/sign-in", (await visitor.GetAsync("/found")).Location!.ToString());
        Assert.Empty((await empty.Visit().GetAsync("/sign-in")).Html.QuerySelectorAll(".demo-accounts"));
    }

    [Fact]
    public async Task Further_clubs_are_founded_only_as_the_installation_lets()
    {
        await using var closed = await host.AnotherAsync("IfEmpty");
        var ebbe = await closed.VisitAsAsync("ebbe");
        Assert.Equal("/sign-in", (await ebbe.GetAsync("/found")).Location!.ToString());
        Assert.Null((await ebbe.GetAsync("/tessick/people")).Html.QuerySelector("form[action*=InviteClub]"));

        await using var open = await host.AnotherAsync("IfEmpty", ("REGATTA_FOUNDING", "Open"));
        // A demo's person, whose password everybody knows, founds with an account of their own.
        Assert.NotNull((await (await open.VisitAsAsync("ebbe")).GetAsync("/found")).Html.QuerySelector("#password"));
        var kim = await open.FoundAsync("Ebb Creek");
        var form = await kim.GetAsync("/found");
        Assert.Null(form.Html.QuerySelector("#password"));
        var taken = await kim.SendAsync(form, "form.stack", "/found", ("clubName", "Wenlow"), ("zone", "UTC"));
        Assert.Contains("is here already", taken.TextOf("#clubName-problem"));
        var founded = await kim.SendAsync(taken, "form.stack", "/found", ("clubName", "Ebb Marsh"), ("zone", "UTC"));
        Assert.Equal("/ebb-marsh", founded.Location!.ToString());
        Assert.Equal(
            ["Ebb Creek", "Ebb Marsh"],
            (await kim.GetAsync("/")).Html.QuerySelectorAll(".links strong").Select(one => one.TextContent)
        );
    }

    /// <summary>A club's key is the first part of its addresses: one that is a page's could never be opened.</summary>
    [Fact]
    public async Task No_club_is_named_like_a_page()
    {
        await using var open = await host.AnotherAsync("IfEmpty", ("REGATTA_FOUNDING", "Open"));
        var kim = await open.FoundAsync("Ebb Creek");
        var pages = open
            .Services.GetRequiredService<EndpointDataSource>()
            .Endpoints.OfType<RouteEndpoint>()
            .Select(endpoint => endpoint.RoutePattern.PathSegments)
            .Where(parts => parts is [{ Parts: [RoutePatternLiteralPart] }, ..])
            .Select(parts => ((RoutePatternLiteralPart)parts[0].Parts[0]).Content)
            .Where(first => !first.Contains('.', StringComparison.Ordinal))
            .ToHashSet();
        Assert.Superset(new HashSet<string> { "c", "found", "me", "sign-in", "theme" }, pages);
        var form = await kim.GetAsync("/found");
        var taken = new List<string>();
        foreach (var page in pages)
        {
            var answer = await kim.SendAsync(form, "form.stack", "/found", ("clubName", page), ("zone", "UTC"));
            if ((int)answer.Status != 422)
            {
                taken.Add(page);
            }
        }

        Assert.Equal([], taken);
    }

    [Fact]
    public async Task A_founding_address_founds_one_club_once()
    {
        await using var club = await host.AnotherAsync(
            "Never",
            ("REGATTA_FOUNDING", "ByInvitation"),
            ("REGATTA_ADDRESS", "http://tuning.example")
        );
        // Every start printed a code; when one of them has founded the first club, the others found no other.
        var leftOver = await club.FoundingAddressAsync();
        var first = await club.FoundAsync("Ebb Creek");
        var stranger = club.Visit();
        Assert.Equal("/sign-in", (await stranger.GetAsync("/found?code=guessed")).Location!.ToString());
        var people = await first.GetAsync("/ebb-creek/people");
        var shown = await first.SendAsync(people, "form[action*=InviteClub]", "/ebb-creek/people?handler=InviteClub");
        var address = new Uri(shown.TextOf(".thanks code")!);
        Assert.Equal("tuning.example", address.Host);
        var form = await stranger.GetAsync(address.PathAndQuery);
        (string, string)[] typed =
        [
            ("clubName", "Ebb Marsh"),
            ("zone", "UTC"),
            ("name", "Ida Marsh"),
            ("signin", "ida"),
            ("password", "violet anchor biscuit lane"),
        ];
        Assert.Equal("/ebb-marsh", (await stranger.SendAsync(form, "form.stack", "/found", typed)).Location!.ToString());
        foreach (var used in (string[])[address.PathAndQuery, leftOver])
        {
            Assert.Equal("/sign-in", (await club.Visit().GetAsync(used)).Location!.ToString());
        }
    }

    [Fact]
    public async Task A_demo_account_is_not_offered_to_a_club_that_is_no_demo()
    {
        await using var empty = await host.AnotherAsync("Never");
        await empty.FoundAsync("Ebb");
        var stranger = empty.Visit();
        var signIn = await stranger.GetAsync("/sign-in");
        Assert.Equal(404, (int)(await stranger.SendAsync(signIn, "form.stack", "/sign-in?handler=Demo", ("name", "kim"))).Status);
    }

    [Fact]
    public async Task A_second_start_keeps_the_data_and_a_reset_brings_the_demo_back()
    {
        await using var first = await host.AnotherAsync("IfEmpty");
        var captain = await first.VisitAsAsync("tamsin");
        var cell = await captain.GetAsync("/wenlow/classes/quillet?cell=1.gooseneck");
        await captain.SendAsync(
            cell,
            "form[data-cell-form]",
            "/wenlow/classes/quillet?handler=Cell&act=save&cell=1.gooseneck",
            ("mark", "17")
        );

        await using var second = first.Again("IfEmpty");
        Assert.Equal(
            "17 in",
            (await (await second.VisitAsAsync("tamsin")).GetAsync("/wenlow/classes/quillet?cell=1.gooseneck")).TextOf(".big")
        );
        await using var third = first.Again("Reset");
        Assert.Equal(
            "16 in",
            (await (await third.VisitAsAsync("tamsin")).GetAsync("/wenlow/classes/quillet?cell=1.gooseneck")).TextOf(".big")
        );
    }

    [Fact]
    public async Task A_load_that_died_half_way_is_done_again()
    {
        await using var first = await host.AnotherAsync("IfEmpty");
        await using (
            var connection = await first
                .Services.GetRequiredService<NpgsqlDataSource>()
                .OpenConnectionAsync(TestContext.Current.CancellationToken)
        )
        {
            await connection.ExecuteAsync("delete from memberships; delete from classes where key = 'ferrin-16'");
        }

        await using var second = first.Again("IfEmpty");
        Assert.Equal(9, (await (await second.VisitAsAsync("priya")).GetAsync("/wenlow")).Html.QuerySelectorAll(".fleet li").Length);
    }

    [Fact]
    public async Task Units_a_sailor_keeps_are_used_everywhere()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        var me = await sailor.GetAsync("/me");
        await sailor.SendAsync(me, "form.stack", "/me", ("wind", "km/h"), ("mass", "lb"));
        Assert.Contains("km/h", (await sailor.GetAsync("/wenlow/classes/quillet/card?wind=20")).TextOf(".wind-now"));
        Assert.Contains("Crew, lb", (await sailor.GetAsync("/wenlow/classes/quillet/log")).Text);
        Assert.Equal("9–17 km/h", (await sailor.GetAsync("/wenlow/classes/quillet?view=table")).TextOf("thead th:nth-child(3) small"));

        // What is logged in one unit is the same wind in another.
        var form = await sailor.GetAsync("/wenlow/classes/quillet/log?wind=20");
        var sent = await sailor.SendAsync(
            form,
            ".log-form",
            "/wenlow/classes/quillet/log?unit=km%2Fh",
            ("windFrom", "18.52"),
            ("windTo", "18.52")
        );
        await sailor.SendAsync(await sailor.GetAsync("/me"), "form.stack", "/me", ("wind", "kn"), ("mass", "kg"));
        Assert.Contains("10–10 kn", (await sailor.GetAsync(sent.Location!.ToString())).TextOf("h1"));
    }

    [Fact]
    public async Task A_withdrawn_log_stops_counting()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        var form = await sailor.GetAsync("/wenlow/classes/quillet/log?wind=14");
        var sent = await sailor.SendAsync(
            form,
            ".log-form",
            "/wenlow/classes/quillet/log",
            ("helmPort", "5"),
            ("helmStarboard", "5"),
            ("steadyFullSpeed", "held"),
            ("rudderCentred", "held"),
            ("flat", "held"),
            ("trimmed", "held")
        );
        var counted = await RunsAsync();
        var own = await sailor.GetAsync(sent.Location!.ToString());
        await sailor.SendAsync(own, ".remove", sent.Location.ToString().Split('?')[0]);
        Assert.Equal(counted - 1, await RunsAsync());

        async Task<int> RunsAsync() =>
            int.Parse(
                System
                    .Text.RegularExpressions.Regex.Match(
                        (await sailor.GetAsync("/wenlow/classes/quillet")).TextOf("#drawer")!,
                        "([0-9]+) runs logged"
                    )
                    .Groups[1]
                    .Value,
                System.Globalization.CultureInfo.InvariantCulture
            );
    }

    [Theory]
    [InlineData("2026-03-29T01:30", "no such hour")]
    [InlineData("2026-03-29T02:30", null)]
    [InlineData("2026-10-25T01:30", null)]
    public async Task The_hour_skipped_in_spring_is_refused_and_the_one_had_twice_in_autumn_is_not(string typed, string? says)
    {
        var read = (await ClockAsync()).Read(typed);
        if (says is null)
        {
            Assert.True(read.Ok);
        }
        else
        {
            Assert.Contains(says, read.Problem);
        }
    }

    [Fact]
    public async Task Summer_time_is_an_hour_from_what_is_stored()
    {
        var clock = await ClockAsync();
        Assert.Equal(new DateTimeOffset(2026, 7, 1, 13, 0, 0, TimeSpan.Zero), clock.Read("2026-07-01T14:00").Value);
        Assert.Equal("2026-01-05T14:00", clock.Field(new(2026, 1, 5, 14, 0, 0, TimeSpan.Zero)));
    }

    private async Task<ClubClock> ClockAsync()
    {
        var here = new ClubContext(host.Services.GetRequiredService<ClassCache>(), new());
        here.Enter((await host.Services.GetRequiredService<Clubs>().AdmitAsync("wenlow", null, null))!, new(), null);
        return new(TimeProvider.System, here);
    }

    [Fact]
    public async Task A_coordinator_changes_the_clubs_name_and_time_zone_and_its_address_stays()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var coordinator = await club.VisitAsAsync("odalys");
        var page = await coordinator.GetAsync("/wenlow/club");
        Assert.True(page.Html.QuerySelectorAll("select[name=zone] option").Length > 100);
        var wrong = await coordinator.SendAsync(page, "main form", "/wenlow/club", ("clubName", ""), ("zone", "Mars/North"));
        Assert.Equal(422, (int)wrong.Status);
        Assert.Contains("not known here", wrong.TextOf("#zone-problem"));
        var saved = await coordinator.SendAsync(page, "main form", "/wenlow/club", ("clubName", "Wenlow Old Reach"), ("zone", "Etc/GMT-3"));
        Assert.Equal(302, (int)saved.Status);
        // Whoever had the page open then is told, keeps what they typed, and may still have their way.
        var late = await coordinator.SendAsync(page, "main form", "/wenlow/club", ("clubName", "Wenlow New Reach"));
        Assert.Equal(409, (int)late.Status);
        Assert.Contains("It is now “Wenlow Old Reach” in Etc/GMT-3", late.TextOf(".conflict"));
        Assert.Equal("Wenlow New Reach", late.Html.QuerySelector("#clubName")!.GetAttribute("value"));
        Assert.Contains("Wenlow Old Reach", (await coordinator.GetAsync("/wenlow")).Text);
        Assert.Equal(
            "Etc/GMT-3",
            (await coordinator.GetAsync("/wenlow/club")).Html.QuerySelector("select[name=zone] option[selected]")!.GetAttribute("value")
        );
    }
}
