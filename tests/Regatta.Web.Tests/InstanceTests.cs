using System.Net;
using Dapper;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;
using Regatta.Instruments;
using Regatta.Store;

namespace Regatta.Web.Tests;

/// <summary>Two instances of the app over one database are one place.</summary>
public sealed class InstanceTests(ClubHost host)
{
    [Fact]
    public async Task An_edit_on_one_is_seen_on_the_other_at_once_and_signing_in_holds_on_both()
    {
        await using var one = await host.AnotherAsync("IfEmpty");
        await using var other = one.Again("IfEmpty");
        var (here, jar) = one.VisitWithCookies();
        await here.SignInAsync("tamsin");
        var there = other.VisitWith(jar);
        Assert.Equal("18 in", (await there.GetAsync("/wenlow/classes/quillet?cell=2.gooseneck")).TextOf(".big"));
        var cell = await here.GetAsync("/wenlow/classes/quillet?cell=2.gooseneck");
        using var stream = new StreamReader(await there.StreamAsync("/wenlow/classes/quillet/stream"));
        await NextAsync(stream);
        await here.SendAsync(
            cell,
            "form[data-cell-form]",
            "/wenlow/classes/quillet?handler=Cell&act=save&cell=2.gooseneck",
            ("mark", "18 1/2")
        );
        var told = NextAsync(stream);
        Assert.Same(told, await Task.WhenAny(told, Task.Delay(TimeSpan.FromSeconds(5), TestContext.Current.CancellationToken)));
        Assert.Equal("18 1/2 in", (await there.GetAsync("/wenlow/classes/quillet?cell=2.gooseneck")).TextOf(".big"));
    }

    [Fact]
    public async Task A_station_is_read_by_one_instance_heard_by_both_and_handed_over_when_its_reader_goes()
    {
        using var stop = new CancellationTokenSource();
        var port = new TaskCompletionSource<int>();
        var serving = Task.Run(
            () =>
                new StandInStation(new(4, DateTimeOffset.UtcNow, WindDay.Ordinary), Faults.Parse(""), 1, 4).ServeAsync(
                    0,
                    port.SetResult,
                    stop.Token
                ),
            TestContext.Current.CancellationToken
        );
        var address = $"127.0.0.1:{await port.Task}";
        var one = await host.AnotherAsync("IfEmpty", ("REGATTA_STATION", address));
        await UntilAsync(() => one.StationOf("wenlow").State.Newest is not null, TimeSpan.FromSeconds(30));
        await using var other = one.Again("IfEmpty");
        await UntilAsync(() => other.StationOf("wenlow").State.Newest is not null, TimeSpan.FromSeconds(30));
        var holder = await HolderAsync(other);
        Assert.NotNull(holder);

        // Its lease is not given back, as when an instance is killed: the other waits for it to run out.
        await one.CloseWithoutReleaseAsync();
        var since = DateTimeOffset.UtcNow;
        await UntilAsync(async () => await HolderAsync(other) is { } now && now != holder, TimeSpan.FromSeconds(30));
        await UntilAsync(() => other.StationOf("wenlow").State.Newest!.Value.At > since, TimeSpan.FromSeconds(30));
        await using var connection = await other
            .Services.GetRequiredService<NpgsqlDataSource>()
            .OpenConnectionAsync(TestContext.Current.CancellationToken);
        Assert.Equal(
            0,
            await connection.ExecuteScalarAsync<long>(
                "select count(*) - count(distinct (club_id, date_trunc('second', at))) from wind_samples"
            )
        );
        await stop.CancelAsync();
        await serving;
        await one.DisposeAsync();
    }

    /// <summary>After a restore the revisions of a class may repeat; what was kept of it from before must not be shown.</summary>
    [Fact]
    public async Task What_was_kept_of_a_class_is_not_shown_after_a_restore_to_the_same_revision()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        Assert.Equal("18 in", (await captain.GetAsync("/wenlow/classes/quillet?cell=2.gooseneck")).TextOf(".big"));
        await using (
            var connection = await club
                .Services.GetRequiredService<NpgsqlDataSource>()
                .OpenConnectionAsync(TestContext.Current.CancellationToken)
        )
        {
            // The same revision with other content, and another epoch, as a restored database has.
            await connection.ExecuteAsync(
                """
                alter table cells disable trigger user;
                update cells set content = jsonb_set(content, '{Mark}', '508') where class_id = (select id from classes
                  where key = 'quillet' and club_id = 1) and band = 2 and control = 'gooseneck';
                alter table cells enable trigger user;
                update installation set epoch = gen_random_uuid();
                """
            );
        }

        Assert.Equal("20 in", (await captain.GetAsync("/wenlow/classes/quillet?cell=2.gooseneck")).TextOf(".big"));
    }

    [Fact]
    public async Task A_class_that_cannot_be_read_fails_alone()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        await using (
            var connection = await club
                .Services.GetRequiredService<NpgsqlDataSource>()
                .OpenConnectionAsync(TestContext.Current.CancellationToken)
        )
        {
            await connection.ExecuteAsync(
                "update classes set definition = definition - 'bands', matrix_revision = matrix_revision + 1 where key = 'tandry'"
            );
        }

        var coordinator = await club.VisitAsAsync("odalys");
        var broken = await coordinator.GetAsync("/wenlow/classes/tandry");
        Assert.Equal((HttpStatusCode.InternalServerError, "This class cannot be read"), (broken.Status, broken.TextOf("h1")));
        Assert.Contains("does not have the shape of schema", broken.TextOf("main p"));
        Assert.DoesNotContain("Regatta.", broken.TextOf("main p"));
        Assert.Contains("bands", broken.TextOf("main p"));
        Assert.Contains("cannot be read", (await coordinator.GetAsync("/wenlow")).TextOf(".fleet"));
        var today = await coordinator.GetAsync("/wenlow/today?wind=12");
        Assert.Equal(8, today.Html.QuerySelectorAll(".today li, .own").Length);
        Assert.Contains("Tandry cannot be shown", today.TextOf("#board"));
        foreach (
            var works in (string[])
                [
                    "/wenlow/classes/quillet",
                    "/wenlow/classes/quillet/copy",
                    "/wenlow/classes/quillet/card",
                    "/wenlow/calendar",
                    "/wenlow/logbook",
                ]
        )
        {
            Assert.Equal(200, (int)(await coordinator.GetAsync(works)).Status);
        }
    }

    private static Task<Guid?> HolderAsync(ClubHost club) =>
        club.ScalarAsync<Guid?>("select held_by from stations where held_until > clock_timestamp()");

    private static async Task<string?> NextAsync(StreamReader stream)
    {
        while (await stream.ReadLineAsync(TestContext.Current.CancellationToken) is { } line)
        {
            if (line.StartsWith("data:", StringComparison.Ordinal))
            {
                return line;
            }
        }

        return null;
    }

    private static Task UntilAsync(Func<bool> so, TimeSpan most) => UntilAsync(() => Task.FromResult(so()), most);

    private static async Task UntilAsync(Func<Task<bool>> so, TimeSpan most)
    {
        var end = DateTimeOffset.UtcNow + most;
        while (!await so())
        {
            Assert.True(DateTimeOffset.UtcNow < end, $"It did not come to that in {most.TotalSeconds} s.");
            await Task.Delay(200, TestContext.Current.CancellationToken);
        }
    }
}
