using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.DependencyInjection;

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
    public async Task Wrong_passwords_get_a_sentence_and_five_of_them_a_rest()
    {
        var visitor = host.Visit();
        var page = await visitor.GetAsync("/sign-in");
        for (var tries = 1; tries <= 4; tries++)
        {
            page = await visitor.SendAsync(page, "form.stack", "/sign-in", ("name", "odalys"), ("password", "wrong-password"));
            Assert.Contains("No account has that name and password", page.TextOf(".problem"));
            Assert.Equal("odalys", page.Html.QuerySelector("#name")!.GetAttribute("value"));
        }

        Assert.Contains(
            "Too many tries",
            (await visitor.SendAsync(page, "form.stack", "/sign-in", ("name", "odalys"), ("password", "wrong-password"))).TextOf(".problem")
        );
    }

    [Fact]
    public async Task Many_wrong_passwords_at_once_are_all_counted()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var visitor = club.Visit();
        var page = await visitor.GetAsync("/sign-in");
        // Four short of the rest, all at the same moment; the fifth, by itself, brings it.
        await Task.WhenAll(
            Enumerable.Range(0, 4).Select(_ => visitor.SendAsync(page, "form.stack", "/sign-in", ("name", "tamsin"), ("password", "guess")))
        );
        Assert.Equal(4, await club.ScalarAsync<int>("select access_failed_count from people where sign_in_name = 'tamsin'"));
        await Task.WhenAll(
            Enumerable
                .Range(0, 30)
                .Select(_ => visitor.SendAsync(page, "form.stack", "/sign-in", ("name", "tamsin"), ("password", "guess")))
        );
        var right = await visitor.SendAsync(page, "form.stack", "/sign-in", ("name", "tamsin"), ("password", "wenlow-reach"));
        Assert.Contains("Too many tries", right.TextOf(".problem"));
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
    public async Task A_session_that_holds_no_longer_ends_at_the_sign_in()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        await using var strict = club.WithWebHostBuilder(app =>
            app.ConfigureServices(services =>
                services.Configure<SecurityStampValidatorOptions>(options => options.ValidationInterval = TimeSpan.Zero)
            )
        );
        var priya = new Visitor(strict.CreateClient(new() { AllowAutoRedirect = false, HandleCookies = true }));
        await priya.SignInAsync("priya");
        Assert.Equal(200, (int)(await priya.GetAsync("/wenlow")).Status);
        await club.ScalarAsync<int>("update people set security_stamp = 'another' where sign_in_name = 'priya' returning 1");
        var ended = await priya.GetAsync("/wenlow");
        Assert.Equal((302, true), ((int)ended.Status, ended.Location!.ToString().Contains("/sign-in", StringComparison.Ordinal)));
        Assert.Equal(200, (int)(await priya.GetAsync("/sign-in")).Status);
        await priya.SignInAsync("priya");
        Assert.Equal(200, (int)(await priya.GetAsync("/wenlow")).Status);
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
}
