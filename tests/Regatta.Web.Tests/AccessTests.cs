using Microsoft.Extensions.DependencyInjection;
using Regatta.Store;
using Regatta.Web.Access;

namespace Regatta.Web.Tests;

public sealed class AccessTests(ClubHost host)
{
    [Theory]
    [InlineData("/")]
    [InlineData("/wenlow/classes/quillet")]
    [InlineData("/wenlow/classes/quillet/card")]
    [InlineData("/wenlow/classes/quillet/log")]
    [InlineData("/wenlow/classes/quillet/versions")]
    [InlineData("/wenlow/classes/quillet/bundle.json")]
    [InlineData("/wenlow/logbook")]
    [InlineData("/wenlow/people")]
    public async Task Whoever_is_not_signed_in_is_asked_to_and_comes_back(string address)
    {
        var answer = await host.Visit().GetAsync(address);
        Assert.Equal(302, (int)answer.Status);
        Assert.Contains("/sign-in?back=", answer.Location!.ToString());
    }

    [Theory]
    [InlineData("priya", "/wenlow/classes/quillet/bands", 302)]
    [InlineData("priya", "/wenlow/classes/quillet/share", 302)]
    [InlineData("priya", "/wenlow/people", 302)]
    [InlineData("tamsin", "/wenlow/classes/quillet/bands", 200)]
    [InlineData("tamsin", "/wenlow/classes/ferrin-16/bands", 302)]
    [InlineData("tamsin", "/wenlow/import", 302)]
    [InlineData("odalys", "/wenlow/classes/ferrin-16/bands", 200)]
    [InlineData("odalys", "/wenlow/people", 200)]
    public async Task Captains_change_their_own_class_and_the_coordinator_all(string person, string address, int status)
    {
        var answer = await (await host.VisitAsAsync(person)).GetAsync(address);
        Assert.Equal(status, (int)answer.Status);
        Assert.True(status == 200 || answer.Location!.ToString().Contains("/not-yours", StringComparison.Ordinal));
    }

    [Fact]
    public async Task A_sailor_may_read_a_matrix_and_change_nothing_by_hand_made_requests()
    {
        var sailor = await host.VisitAsAsync("priya");
        var page = await sailor.GetAsync("/wenlow/classes/quillet?cell=2.gooseneck");
        Assert.Empty(page.Html.QuerySelectorAll("form[data-cell-form]"));
        foreach (var handler in (string[])["Save", "Step", "Clear", "Undo", "Decide"])
        {
            var answer = await sailor.SendAsync(
                page,
                "form.looks",
                $"/wenlow/classes/quillet?handler={handler}&cell=2.gooseneck",
                ("mark", "20"),
                ("revision", "1"),
                ("by", "1"),
                ("decision", "Accepted")
            );
            Assert.Contains("/not-yours", answer.Location!.ToString());
        }

        Assert.Equal("18 in", (await sailor.GetAsync("/wenlow/classes/quillet?cell=2.gooseneck")).TextOf(".big"));
    }

    [Fact]
    public async Task A_form_from_another_site_is_refused()
    {
        var captain = await host.VisitAsAsync("tamsin");
        Assert.Equal(
            400,
            (int)
                (
                    await captain.PostBareAsync(
                        "/wenlow/classes/quillet?handler=Cell&act=save&cell=2.gooseneck",
                        ("mark", "20"),
                        ("revision", "1")
                    )
                ).Status
        );
    }

    [Fact]
    public async Task Wrong_passwords_get_a_sentence_and_more_than_five_a_rest_alike_for_names_nobody_has()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        foreach (var name in (string[])["odalys", "nobody-of-this-name"])
        {
            var visitor = club.Visit();
            var page = await visitor.GetAsync("/sign-in");
            for (var tries = 1; tries <= 5; tries++)
            {
                page = await TryAsync(visitor, page, name, "wrong-password");
                Assert.Contains("No account has that name and password", page.TextOf(".problem"));
                Assert.Equal(name, page.Html.QuerySelector("#name")!.GetAttribute("value"));
            }

            var rest = await TryAsync(visitor, page, name, "wrong-password");
            Assert.Equal((429, true), ((int)rest.Status, rest.TextOf(".problem")!.StartsWith("Too many tries", StringComparison.Ordinal)));
        }
    }

    [Fact]
    public async Task Of_thirty_guesses_at_once_five_are_looked_at_and_the_owner_comes_in_by_a_browser_that_is_known()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var owner = club.Visit();
        Assert.Equal(302, (int)(await TryAsync(owner, await owner.GetAsync("/sign-in"), "tamsin", DemoLoader.Password)).Status);

        var guesser = club.Visit();
        var page = await guesser.GetAsync("/sign-in");
        var answers = await Task.WhenAll(Enumerable.Range(0, 30).Select(_ => TryAsync(guesser, page, "tamsin", "guess")));
        Assert.Equal((5, 25), (answers.Count(one => (int)one.Status == 422), answers.Count(one => (int)one.Status == 429)));
        Assert.Contains("Too many tries", (await TryAsync(guesser, page, "tamsin", DemoLoader.Password)).TextOf(".problem"));

        Assert.Equal(302, (int)(await TryAsync(owner, await owner.GetAsync("/sign-in"), "tamsin", DemoLoader.Password)).Status);
        Assert.Equal(
            25L + 1,
            await club.ScalarAsync<long>(
                "select sum(1 + coalesce(r.more, 0))::bigint from audit a left join audit_repeats r on r.audit_id = a.id "
                    + "where a.act = 'Sign in' and a.outcome = 'refused' and a.person_id is not null"
            ) - 5
        );
    }

    [Fact]
    public async Task What_others_of_a_network_try_keeps_no_known_browser_out_and_one_door_closes_no_other()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var owner = club.Visit();
        Assert.Equal(302, (int)(await TryAsync(owner, await owner.GetAsync("/sign-in"), "tamsin", DemoLoader.Password)).Status);
        var (guesser, forgetful) = (club.Visit(), club.Visit());
        var forgot = await forgetful.GetAsync("/forgot");
        for (var at = 0; at <= SignInThrottle.MostByNetwork; at++)
        {
            await forgetful.SendAsync(forgot, "form.stack", "/forgot", ("email", $"nobody{at}@club.example"));
        }

        // Who asked for passwords closed nothing but that.
        var page = await guesser.GetAsync("/sign-in");
        Assert.Equal(422, (int)(await TryAsync(guesser, page, "priya", "guess")).Status);
        for (var at = 0; at <= SignInThrottle.MostByNetwork; at++)
        {
            // What is empty is no try.
            Assert.Equal(422, (int)(await TryAsync(guesser, page, $"nobody{at}", "")).Status);
        }

        Assert.Equal(422, (int)(await TryAsync(guesser, page, "odalys", "guess")).Status);
        for (var at = 0; at <= SignInThrottle.MostByNetwork; at++)
        {
            await TryAsync(guesser, page, $"nobody{at}", "guess");
        }

        Assert.Equal(429, (int)(await TryAsync(guesser, page, "ebbe", "guess")).Status);
        Assert.Equal(302, (int)(await TryAsync(owner, await owner.GetAsync("/sign-in"), "tamsin", DemoLoader.Password)).Status);
    }

    [Fact]
    public async Task Downloads_are_not_kept_and_nothing_is_offered_to_search_engines()
    {
        var tamsin = await host.VisitAsAsync("tamsin");
        foreach (var address in (string[])["/wenlow/classes/quillet/bundle.json", "/wenlow/classes/quillet/card.pdf"])
        {
            var answer = await tamsin.GetAsync(address);
            Assert.Equal((200, "no-store"), ((int)answer.Status, answer.Message.Headers.CacheControl!.ToString()));
            Assert.Equal("noindex", answer.Message.Headers.GetValues("X-Robots-Tag").Single());
            Assert.Equal("same-origin", answer.Message.Headers.GetValues("Cross-Origin-Resource-Policy").Single());
            Assert.Contains("geolocation=()", answer.Message.Headers.GetValues("Permissions-Policy").Single());
        }
    }

    [Fact]
    public async Task A_sign_in_from_where_nobody_signed_in_before_is_told_and_ended_or_owned()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var priya = await club.VisitAsAsync("priya");
        Assert.DoesNotContain("Was this you?", (await priya.GetAsync("/me")).Text);
        var person = await club.ScalarAsync<Guid>("select id from people where sign_in_name = 'priya'");
        var signIns = club.Services.GetRequiredService<SignIns>();
        var (intruder, own) = (
            await signIns.BeginAsync(person, "203.0.113.9", "Somebody’s browser"),
            await signIns.BeginAsync(person, "203.0.113.77", "Another browser")
        );
        await signIns.BeginAsync(person, "203.0.113.9", "A third at a known address");
        var page = await priya.GetAsync("/me");
        Assert.Equal(2, page.Html.QuerySelectorAll("section[aria-label='Unexpected sign-in']").Length);
        Assert.Contains("203.0.113.9 (Somebody’s browser)", page.TextOf("main"));

        async Task SayAsync(Guid id, string mine) =>
            Assert.Equal(
                302,
                (int)
                    (
                        await priya.SendAsync(
                            page,
                            "form[action*=Mine]",
                            "/me/security?handler=Mine",
                            ("id", id.ToString()),
                            ("mine", mine)
                        )
                    ).Status
            );
        await SayAsync(intruder, "no");
        await SayAsync(own, "yes");
        Assert.Null(await signIns.FindAsync(intruder));
        Assert.NotNull(await signIns.FindAsync(own));
        var after = await priya.GetAsync("/me/security");
        Assert.DoesNotContain("Was this you?", after.Text);
        Assert.Contains("Choose another password", after.Text);

        // Nobody answers for their own sign-in, nor for another's.
        await club.ScalarAsync<int>("update sign_ins set unexpected = true");
        var asked = await priya.SendAsync(
            page,
            "form[action*=Mine]",
            "/me/security?handler=Mine",
            (
                "id",
                (await club.ScalarAsync<Guid>($"select id from sign_ins where person_id = '{person}' order by began_at limit 1")).ToString()
            ),
            ("mine", "yes")
        );
        Assert.Equal(400, (int)asked.Status);
        var other = await signIns.BeginAsync(await club.ScalarAsync<Guid>("select id from people where sign_in_name = 'ebbe'"), "x", "y");
        await SayAsync(other, "no");
        Assert.NotNull(await signIns.FindAsync(other));
    }

    [Fact]
    public async Task Invitations_and_letters_are_so_many_a_day()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var person = await club.ScalarAsync<Guid>("select id from people where sign_in_name = 'priya'");
        await club.ScalarAsync<int>("update people set email = 'priya@example.invalid' where sign_in_name = 'priya'");
        var letters = club.Services.GetRequiredService<PasswordLetters>();
        var sent = 0;
        for (var at = 0; at < Limits.LettersOfDay + 3; at++)
        {
            sent += await letters.SendAsync(person, "http://localhost", null, "strangers") ? 1 : 0;
        }

        Assert.Equal(Limits.LettersOfDay, sent);
        // Strangers who ask all day keep no coordinator from sending one.
        Assert.True(await letters.SendAsync(person, "http://localhost", null, "a coordinator"));
        var coordinator = await club.VisitAsAsync("odalys");
        await club.ScalarAsync<int>("update clubs set is_demo = false");
        var page = await coordinator.GetAsync("/wenlow/people");
        for (var at = 0; at < Limits.InvitationsOfDay; at++)
        {
            await club
                .Services.GetRequiredService<AttemptCounts>()
                .CountAsync(
                    $"invitations of {await club.ScalarAsync<Guid>("select id from people where sign_in_name = 'odalys'")}",
                    AttemptCounts.LongestWindow
                );
        }

        var refused = await coordinator.SendAsync(
            page,
            "form:has([name=email])",
            "/wenlow/people",
            ("name", "One More"),
            ("email", "one@example.invalid"),
            ("as", "sailor")
        );
        Assert.Contains("invitations within a day", refused.Text);
    }

    [Fact]
    public async Task A_session_that_holds_no_longer_ends_at_the_sign_in()
    {
        await using var strict = await host.AnotherAsync("IfEmpty", ("REGATTA_SIGN_IN_CHECK_SECONDS", "0"));
        foreach (
            var end in (string[])
                [
                    "update people set security_stamp = 'another'",
                    "update sign_ins set began_at = now() - interval '91 days'",
                    "update sign_ins set seen_at = now() - interval '15 days'",
                ]
        )
        {
            var priya = await strict.VisitAsAsync("priya");
            Assert.Equal(200, (int)(await priya.GetAsync("/wenlow")).Status);
            await strict.ScalarAsync<int>(end + " returning 1");
            var ended = await priya.GetAsync("/wenlow");
            Assert.Equal((302, true), ((int)ended.Status, ended.Location!.ToString().Contains("/sign-in", StringComparison.Ordinal)));
            Assert.Equal(200, (int)(await priya.GetAsync("/sign-in")).Status);
        }
    }

    [Fact]
    public async Task The_right_password_signs_in_and_never_leads_to_another_site()
    {
        var visitor = host.Visit();
        var page = await visitor.GetAsync("/sign-in?back=https://elsewhere.invalid/");
        var answer = await visitor.SendAsync(page, "form.stack", "/sign-in", ("name", "priya"), ("password", DemoLoader.Password));
        Assert.Equal("/", answer.Location!.ToString());
    }

    [Fact]
    public async Task Every_answer_carries_a_strict_policy()
    {
        var answer = await host.Visit().GetAsync("/sign-in");
        var policy = string.Join(' ', answer.Message.Headers.GetValues("Content-Security-Policy"));
        Assert.Contains("default-src 'self'", policy);
        Assert.DoesNotContain("unsafe", policy);
        Assert.Empty(answer.Html.QuerySelectorAll("script:not([src]), [onclick], [style]"));
    }

    private static Task<Answer> TryAsync(Visitor visitor, Answer page, string name, string password) =>
        visitor.SendAsync(page, "form.stack", "/sign-in", ("name", name), ("password", password));
}
