using Dapper;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;
using Regatta.Store;
using Regatta.Web.Access;

namespace Regatta.Web.Tests.Doors;

/// <summary>Every act leaves a line that nobody can change.</summary>
public sealed class AuditTests(ClubHost host)
{
    [Fact]
    public void Every_act_the_app_knows_has_words()
    {
        var acts = Endpoints.All(host).Where(one => one.Method == "POST" && one.Page != "RequestError").ToList();
        Assert.True(acts.Count > 60);
        Assert.Equal([], acts.Where(one => !AuditWords.Has(one.Page, one.Handler)).Select(one => one.Name));
    }

    [Fact]
    public async Task What_was_done_and_what_was_refused_is_read_by_the_coordinator_alone_and_taken_away_as_a_table()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var (captain, sailor) = (await club.VisitAsAsync("tamsin"), await club.VisitAsAsync("priya"));
        var settings = await captain.GetAsync("/wenlow/classes/quillet/settings");
        await captain.SendAsync(settings, "form.stack", "/wenlow/classes/quillet/settings", ("about", "=HYPERLINK(1)"));
        await sailor.GetAsync("/wenlow/people");
        var stranger = club.Visit();
        await stranger.SendAsync(await stranger.GetAsync("/sign-in"), "form.stack", "/sign-in", ("name", "tamsin"), ("password", "wrong"));

        var coordinator = await club.VisitAsAsync("odalys");
        var trail = await coordinator.GetAsync("/wenlow/audit");
        var lines = trail.Html.QuerySelectorAll(".audit tbody tr").Select(row => row.TextContent.ReplaceLineEndings(" ")).ToList();
        var change = Assert.Single(lines, line => line.Contains("Change the class", StringComparison.Ordinal));
        Assert.Contains("Tamsin", change);
        Assert.Contains("→", change);
        Assert.Contains(lines, line => line.Contains("Look at /wenlow/people (refused)", StringComparison.Ordinal));
        Assert.Contains(
            lines,
            line => line.Contains("Tamsin", StringComparison.Ordinal) && line.Contains("Sign in (refused)", StringComparison.Ordinal)
        );

        var refused = await coordinator.GetAsync("/wenlow/audit?outcome=refused&who=priya");
        Assert.All(refused.Html.QuerySelectorAll(".audit tbody th").Select(one => one.TextContent), who => Assert.Contains("Priya", who));
        Assert.NotEmpty(refused.Html.QuerySelectorAll(".audit tbody tr"));
        var csv = (await coordinator.GetAsync("/wenlow/audit?handler=csv&act=change+the+class")).Text;
        Assert.StartsWith("at,who,from,act,about,before,after,outcome,request", csv);
        Assert.Contains("Change the class", csv);
        Assert.DoesNotContain(",=HYPERLINK", csv);

        // The other club's coordinator reads nothing of it.
        var other = await (await club.VisitAsAsync("ebbe")).GetAsync("/tessick/audit");
        Assert.DoesNotContain("Tamsin", other.Text);
    }

    [Fact]
    public async Task What_was_turned_away_is_never_told_as_done_and_strangers_cannot_fill_the_trail()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var (coordinator, stranger) = (await club.VisitAsAsync("odalys"), club.Visit());
        var form = await stranger.GetAsync("/sign-in");
        for (var at = 0; at < 5; at++)
        {
            await stranger.SendAsync(form, "form.looks", "/wenlow/classes/quillet/settings", ("about", "mine"));
            await stranger.SendAsync(form, "form.looks", "/no-such-page");
        }

        Assert.Equal(0L, await club.ScalarAsync<long>("select count(*) from audit where person_id is null"));
        var member = (await coordinator.GetAsync("/wenlow/people")).Html.QuerySelector(".people th a")!.GetAttribute("href")!;
        var page = await coordinator.GetAsync(member);
        await club.ScalarAsync<int>("update sign_ins set proved_at = now() - interval '1 hour' returning 1");
        await coordinator.SendAsync(page, "form[action*=Suspend]", member + "?handler=Suspend");
        var sailor = await club.VisitAsAsync("priya");
        await sailor.SendAsync(await sailor.GetAsync("/wenlow"), "form.looks", "/wenlow/classes/quillet/settings", ("about", "mine"));
        Assert.Equal(
            ["refused", "refused"],
            [
                (await club.ScalarAsync<string>("select outcome from audit where act = 'Suspend a member'"))!,
                (await club.ScalarAsync<string>("select outcome from audit where act = 'Change the class'"))!,
            ]
        );
        Assert.Equal(0L, await club.ScalarAsync<long>("select count(*) from audit where outcome = 'done' and act not like 'Sign in%'"));
    }

    [Fact]
    public async Task What_is_refused_again_within_a_minute_is_one_line_with_a_count_and_what_opens_something_stands_in_none()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        var rows = (await club.ScalarAsync<long>("select count(*) from audit"))!;
        for (var at = 0; at < 40; at++)
        {
            await sailor.GetAsync("/wenlow/people");
            await sailor.GetAsync($"/wenlow/no-such-page-{at}");
        }

        // Two minutes at the most were met; each page has one line in each, and all that is no page has one.
        Assert.InRange(await club.ScalarAsync<long>("select count(*) from audit where act like 'Look at /wenlow/no-such-page%'"), 1, 2);
        Assert.InRange(await club.ScalarAsync<long>("select count(*) from audit where act = 'Look at /wenlow/people'"), 1, 2);
        Assert.Equal(
            40L,
            await club.ScalarAsync<long>(
                "select sum(1 + coalesce(r.more, 0))::bigint from audit a left join audit_repeats r on r.audit_id = a.id "
                    + "where a.act = 'Look at /wenlow/people'"
            )
        );
        var trail = await (await club.VisitAsAsync("odalys")).GetAsync("/wenlow/audit?who=priya&outcome=refused");
        Assert.Contains("more within the minute)", trail.TextOf(".audit"));

        await sailor.GetAsync("/c/abcdefghijklmnopqrstuvwxyz0123456789");
        await sailor.GetAsync("/calendar/abcdefghijklmnopqrstuvwxyz0123456789.ics");
        await sailor.GetAsync("/wenlow/" + new string('x', 5000));
        Assert.Equal(0L, await club.ScalarAsync<long>("select count(*) from audit a where a::text like '%abcdefghijklm%'"));
        Assert.True(await club.ScalarAsync<int>("select max(length(act)) from audit") <= 201);
        Assert.True(rows < await club.ScalarAsync<long>("select count(*) from audit"));
    }

    [Fact]
    public async Task What_is_refused_in_one_club_hides_nothing_that_is_refused_in_another()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var trail = club.Services.GetRequiredService<AuditTrail>();
        var person = await club.ScalarAsync<Guid>("select id from people where sign_in_name = 'ebbe'");
        foreach (var key in (string[])["wenlow", "tessick", "wenlow", "tessick"])
        {
            await trail.AddAsync(
                new(club.ClubOf(key), person, "192.0.2.1", "192.0.2.1", "r", "Change a cell", "cell", key, null, null, AuditOutcome.Refused)
            );
        }

        Assert.Equal(2L, await club.ScalarAsync<long>("select count(distinct club_id) from audit where act = 'Change a cell'"));
    }

    [Theory]
    [InlineData("2001:db8:1:2:aaaa::1", "2001:db8:1:2::/64")]
    [InlineData("2001:db8:1:2:bbbb::9", "2001:db8:1:2::/64")]
    [InlineData("::ffff:192.0.2.7", "192.0.2.7")]
    [InlineData("192.0.2.7", "192.0.2.7")]
    public void A_network_is_an_address_or_the_first_half_of_a_long_one(string address, string network) =>
        Assert.Equal(network, Requests.NetworkOf(System.Net.IPAddress.Parse(address)));

    [Fact]
    public async Task Lines_are_added_only()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        await club.VisitAsAsync("odalys");
        foreach (var change in (string[])["update audit set what = ''", "delete from audit", "truncate audit"])
        {
            var refused = await Assert.ThrowsAsync<PostgresException>(() => club.ScalarAsync<int>(change));
            Assert.Contains("only added to", refused.MessageText);
        }

        await using var connection = await club
            .Services.GetRequiredService<NpgsqlDataSource>()
            .OpenConnectionAsync(TestContext.Current.CancellationToken);
        await connection.ExecuteAsync(
            "insert into audit (at, address, request, act, what, outcome) values (now() - interval '500 days', '', '', 'Old', '', 'done')"
        );
        Assert.Equal(1, await club.Services.GetRequiredService<Regatta.Store.AuditTrail>().ForgetOldAsync());
    }

    [Fact]
    public async Task An_act_that_was_kept_has_its_line_although_the_app_ended_before_it_could_write_it()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        var trail = club.Services.GetRequiredService<AuditTrail>();
        const string Path = "/wenlow/classes/quillet/settings";
        var settings = await captain.GetAsync(Path);
        await captain.SendAsync(settings, "form.stack", Path, ("about", "A first one."));
        Assert.Equal(0L, await club.ScalarAsync<long>("select count(*) from acts_in_hand"));
        Assert.Equal(1L, await club.ScalarAsync<long>("select count(*) from audit where act = 'Change the class' and outcome = 'done'"));

        // What is refused, and taken back with its transaction, is in nobody's hand.
        await captain.SendAsync(settings, "form.stack", Path, ("about", new string('x', 100_000)));
        Assert.Equal(0L, await club.ScalarAsync<long>("select count(*) from acts_in_hand"));

        // The trail is away between the act and its line, as it is for an app that is killed there.
        await club.ScalarAsync<int>("alter table audit rename to audit_away");
        await captain.SendAsync(await captain.GetAsync(Path), "form.stack", Path, ("about", "A second one."));
        await club.ScalarAsync<int>("alter table audit_away rename to audit");
        Assert.Contains("A second one.", (await captain.GetAsync(Path)).Text);
        Assert.Equal(1L, await club.ScalarAsync<long>("select count(*) from acts_in_hand where act = 'Change the class'"));
        Assert.Equal(0, await trail.WriteLeftAsync());
        await club.ScalarAsync<int>("update acts_in_hand set at = at - interval '1 hour'");
        Assert.Equal(1, await trail.WriteLeftAsync());
        Assert.Equal(0, await trail.WriteLeftAsync());
        var line = await (await club.VisitAsAsync("odalys")).GetAsync("/wenlow/audit?act=change+the+class&outcome=broken");
        Assert.Contains("Tamsin", line.TextOf(".audit tbody th"));
        Assert.Contains("the app ended before it answered", line.TextOf(".audit"));
    }

    [Fact]
    public async Task What_happens_to_an_account_stands_in_every_club_of_its_owner_and_who_did_it_elsewhere_in_theirs_alone()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var (person, hand) = (
            await club.ScalarAsync<Guid>("select id from people where sign_in_name = 'priya'"),
            await club.ScalarAsync<Guid>("select id from people where sign_in_name = 'ebbe'")
        );
        await club.ScalarAsync<int>(
            $"insert into memberships (club_id, person_id, roles, joined_at) select id, '{person}', '{{sailor}}', now() from clubs where key = 'tessick'"
        );
        var trail = club.Services.GetRequiredService<AuditTrail>();
        await trail.AddAsync(
            new(null, person, "192.0.2.1", "192.0.2.1", "r1", "Set a new password", "", "", null, null, AuditOutcome.Done)
        );
        await trail.AddAsync(
            new(
                club.ClubOf("tessick"),
                hand,
                "192.0.2.99",
                "192.0.2.99",
                "r2",
                "Send a member a new password’s address",
                "",
                "",
                null,
                null,
                AuditOutcome.Done,
                person
            )
        );
        foreach (var (coordinator, key) in ((string, string)[])[("odalys", "wenlow"), ("ebbe", "tessick")])
        {
            var lines = (await (await club.VisitAsAsync(coordinator)).GetAsync($"/{key}/audit?act=password"))
                .Html.QuerySelectorAll(".audit tbody tr")
                .Select(row => row.TextContent)
                .ToList();
            Assert.Contains(lines, line => line.Contains("Set a new password", StringComparison.Ordinal));
            var sent = Assert.Single(lines, line => line.Contains("Send a member", StringComparison.Ordinal));
            Assert.Equal(key == "tessick", sent.Contains("192.0.2.99", StringComparison.Ordinal));
            Assert.Equal(key == "wenlow", sent.Contains("another club", StringComparison.Ordinal));
        }

        // In one's own file it stands too, without whence the other hand came.
        var own = (await trail.OfPersonAsync(person, 50)).Single(line => line.Request.Length == 0);
        Assert.Equal(("Send a member a new password’s address", ""), (own.Act, own.Address));

        // Who is no member of the club is nobody a coordinator's line is about.
        var odalys = await club.VisitAsAsync("odalys");
        var page = await odalys.GetAsync(
            (await odalys.GetAsync("/wenlow/people")).Html.QuerySelector(".people th a")!.GetAttribute("href")!
        );
        Assert.Equal(404, (int)(await odalys.SendAsync(page, "form[action*=Password]", $"/wenlow/people/{hand}?handler=Password")).Status);
        Assert.Equal(0L, await club.ScalarAsync<long>($"select count(*) from audit where about_id = '{hand}'"));

        // A member of neither club's other one is none of its business.
        await trail.AddAsync(new(null, hand, "192.0.2.1", "192.0.2.1", "r3", "Set a new password", "", "", null, null, AuditOutcome.Done));
        Assert.DoesNotContain("r3", (await (await club.VisitAsAsync("odalys")).GetAsync("/wenlow/audit?handler=csv")).Text);
    }

    [Fact]
    public async Task Nothing_but_looking_and_sending_is_answered_and_nothing_else_is_in_the_trail()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        var before = await club.ScalarAsync<long>("select count(*) from audit");
        foreach (var method in (string[])["OPTIONS", "TRACE", "PUT", "DELETE", "PATCH", "PROPFIND"])
        {
            foreach (var path in (string[])["/wenlow/classes/quillet/versions", "/sign-in", "/no-such", "/wenlow/today/stream"])
            {
                Assert.Equal((method, path, 405), (method, path, await captain.AskAsync(method, path)));
            }
        }

        Assert.Equal(before, await club.ScalarAsync<long>("select count(*) from audit"));
    }

    [Fact]
    public async Task An_act_is_called_by_the_handler_that_ran_not_by_what_the_address_says()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var stranger = club.Visit();
        var form = await stranger.GetAsync("/sign-in");
        await stranger.SendAsync(form, "main form", "/sign-in?handler=x", ("name", "odalys"), ("password", "a guess that is wrong"));
        Assert.Equal(
            ("Sign in", "refused"),
            (
                await club.ScalarAsync<string>("select act from audit order by id desc limit 1"),
                await club.ScalarAsync<string>("select outcome from audit order by id desc limit 1")
            )
        );
    }
}
