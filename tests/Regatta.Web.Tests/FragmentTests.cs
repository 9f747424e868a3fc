namespace Regatta.Web.Tests;

/// <summary>What a page with scripts asks for: parts of the same page, and the same answers.</summary>
public sealed class FragmentTests(ClubHost host)
{
    [Fact]
    public async Task A_cell_opens_as_the_drawer_alone()
    {
        var captain = await host.VisitAsAsync("odalys");
        var drawer = await captain.Fragment().GetAsync("/wenlow/classes/quillet?cell=2.cunningham");
        Assert.DoesNotContain("<html", drawer.Text);
        Assert.Equal("Cunningham", drawer.TextOf("h2"));
        Assert.Equal(
            ["", "off", "creases just gone", "hand tight", "hard", "as below"],
            drawer.Html.QuerySelectorAll("#mark option").Select(option => option.GetAttribute("value"))
        );
    }

    [Fact]
    public async Task A_save_answers_with_drawer_matrix_and_status_and_a_step_goes_on_from_its_revision()
    {
        var captain = await host.VisitAsAsync("odalys");
        const string Cell = "cell=3.halyard-point";
        var page = await captain.GetAsync("/wenlow/classes/quillet?" + Cell);
        var saved = await captain
            .Fragment()
            .SendAsync(page, "form[data-cell-form]", "/wenlow/classes/quillet?handler=Cell&act=save&" + Cell, ("mark", "67"));
        Assert.Contains("Saved", saved.TextOf("#save-status"));
        var anchor = saved.Html.QuerySelector("[data-cell='3.halyard-point']")!;
        Assert.Contains("67 in", anchor.GetAttribute("aria-label"));

        var stepped = await captain
            .Fragment()
            .SendAsync(
                page,
                "#undo-form",
                "/wenlow/classes/quillet?handler=Cell&act=step&" + Cell,
                ("revision", anchor.GetAttribute("data-revision")!),
                ("by", "-1")
            );
        Assert.Equal("66 1/2 in", stepped.TextOf(".big"));
        var stale = await captain
            .Fragment()
            .SendAsync(page, "#undo-form", "/wenlow/classes/quillet?handler=Cell&act=step&" + Cell, ("revision", "1"), ("by", "1"));
        Assert.Equal(409, (int)stale.Status);
        Assert.Contains("Not saved", stale.TextOf("#save-status"));
    }

    [Fact]
    public async Task Stepping_an_empty_cell_begins_beside_its_neighbour_and_what_is_set_by_eye_has_no_steps()
    {
        var captain = await host.VisitAsAsync("odalys");
        var page = await captain.GetAsync("/wenlow/classes/quillet?cell=6.daggerboard");
        Assert.Equal("nothing yet", page.TextOf(".big"));
        var stepped = await captain
            .Fragment()
            .SendAsync(
                page,
                "#undo-form",
                "/wenlow/classes/quillet?handler=Cell&act=step&cell=6.daggerboard",
                ("revision", "0"),
                ("by", "1")
            );
        Assert.EndsWith("cm", stepped.TextOf(".big"));
        var byEye = await captain
            .Fragment()
            .SendAsync(page, "#undo-form", "/wenlow/classes/quillet?handler=Cell&act=step&cell=1.sheeting", ("revision", "1"), ("by", "1"));
        Assert.Contains("it has no steps", byEye.TextOf("#save-status"));

        var cleared = await captain.GetAsync("/wenlow/classes/quillet?cell=6.daggerboard");
        await captain.SendAsync(cleared, "form[data-cell-form]", "/wenlow/classes/quillet?handler=Cell&act=clear&cell=6.daggerboard");
        Assert.Equal("nothing yet", (await captain.GetAsync("/wenlow/classes/quillet?cell=6.daggerboard")).TextOf(".big"));
    }

    [Fact]
    public async Task Without_scripts_a_save_goes_back_to_the_page_and_says_so()
    {
        var captain = await host.VisitAsAsync("odalys");
        var page = await captain.GetAsync("/wenlow/classes/quillet?view=table&cell=4.head-line");
        var sent = await captain.SendAsync(
            page,
            "form[data-cell-form]",
            "/wenlow/classes/quillet?view=table&handler=Cell&act=save&cell=4.head-line",
            ("note", "after the first shower")
        );
        var back = await captain.GetAsync(sent.Location!.ToString());
        Assert.Contains("Saved", back.TextOf("#save-status"));
        Assert.Contains("after the first shower", back.TextOf(".facts"));
        Assert.DoesNotContain("Saved", (await captain.GetAsync(sent.Location.ToString())).TextOf("#save-status"));
        Assert.NotNull(back.Html.QuerySelector("table.matrix"));
    }

    [Fact]
    public async Task A_proposal_is_adjusted_to_a_mark_of_ones_own_and_a_wrong_one_is_refused()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        const string Cell = "/wenlow/classes/quillet?cell=4.gooseneck";
        var page = await captain.GetAsync(Cell);
        var wrong = await captain.SendAsync(page, ".proposal form", Cell + "&handler=Decide", ("decision", "Adjusted"), ("to", "20 1/3"));
        Assert.Contains("no mark on a rule", wrong.TextOf("#reason-problem"));
        await captain.SendAsync(page, ".proposal form", Cell + "&handler=Decide", ("decision", "Adjusted"), ("to", "21 1/2"));
        page = await captain.GetAsync(Cell);
        Assert.Equal("21 1/2 in", page.TextOf(".big"));
        Assert.Contains("as the logs proposed", page.TextOf(".facts"));
        Assert.Empty(page.Html.QuerySelectorAll(".proposal"));
        var again = await captain.SendAsync(page, "#undo-form", Cell + "&handler=Decide", ("decision", "Accepted"), ("revision", "2"));
        Assert.Contains("The proposal has changed meanwhile", (await captain.GetAsync(again.Location!.ToString())).TextOf("#save-status"));
    }

    [Theory]
    [InlineData("/wenlow/classes/no-such-class")]
    [InlineData("/wenlow/classes/no-such-class/card")]
    [InlineData("/wenlow/classes/no-such-class/log")]
    [InlineData("/wenlow/classes/no-such-class/versions")]
    [InlineData("/wenlow/classes/no-such-class/bands")]
    [InlineData("/wenlow/classes/no-such-class/share")]
    [InlineData("/wenlow/classes/no-such-class/bundle.json")]
    [InlineData("/wenlow/logbook/999999999")]
    [InlineData("/no-such-page")]
    public async Task What_is_not_there_is_said_to_be_not_there(string address)
    {
        var answer = await (await host.VisitAsAsync("odalys")).GetAsync(address);
        Assert.Equal(404, (int)answer.Status);
        Assert.Equal("Nothing is here", answer.TextOf("h1"));
    }

    [Fact]
    public async Task The_theme_is_kept_on_the_device_and_only_a_known_one()
    {
        var visitor = host.Visit();
        var page = await visitor.GetAsync("/sign-in");
        await visitor.SendAsync(page, ".looks", "/theme", ("theme", "sunlight"));
        Assert.Equal("sunlight", (await visitor.GetAsync("/sign-in")).Html.DocumentElement.GetAttribute("data-theme"));
        await visitor.SendAsync(page, ".looks", "/theme", ("theme", "neon"));
        Assert.Equal("sunlight", (await visitor.GetAsync("/sign-in")).Html.DocumentElement.GetAttribute("data-theme"));
        Assert.Equal(
            "/",
            (
                await visitor.SendAsync(page, ".looks", "/theme", ("theme", "dark"), ("back", "https://elsewhere.invalid/"))
            ).Location!.ToString()
        );
    }

    [Fact]
    public async Task The_pulse_answers_anybody() => Assert.Contains("clubs", (await host.Visit().GetAsync("/pulse")).Text);

    [Fact]
    public async Task A_published_version_is_what_the_card_says_while_the_draft_moves_on()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        var cell = await captain.GetAsync("/wenlow/classes/quillet?cell=5.gooseneck");
        await captain.SendAsync(
            cell,
            "form[data-cell-form]",
            "/wenlow/classes/quillet?handler=Cell&act=save&cell=5.gooseneck",
            ("mark", "24 1/2")
        );
        Assert.Contains("23 1/2 in", (await captain.GetAsync("/wenlow/classes/quillet/card?wind=18&boat=class")).TextOf(".card-part"));

        var versions = await captain.GetAsync("/wenlow/classes/quillet/versions");
        var stale = await captain.SendAsync(
            versions,
            "form.stack",
            "/wenlow/classes/quillet/versions",
            ("reason", "Faster."),
            ("seen", "1")
        );
        Assert.Contains("changed while you were reading", stale.TextOf("#reason-problem"));
        Assert.Equal("Faster.", stale.Html.QuerySelector("#reason")!.GetAttribute("value"));
        var asked = await captain.SendAsync(versions, "form.stack", "/wenlow/classes/quillet/versions", ("reason", "Faster."));
        Assert.Contains("Daggerboard says nothing in hard", asked.TextOf("form.stack .caution"));
        Assert.Contains("Mend it, or tick", asked.TextOf("form.stack .problem"));
        await captain.SendAsync(versions, "form.stack", "/wenlow/classes/quillet/versions", ("reason", "Faster."), ("unfit", "yes"));
        Assert.Contains("24 1/2 in", (await captain.GetAsync("/wenlow/classes/quillet/card?wind=18&boat=class")).TextOf(".card-part"));
        Assert.Contains(
            "23 1/2 in ± 1/2 in → 24 1/2 in ± 1/2 in",
            (await captain.GetAsync("/wenlow/classes/quillet/versions")).TextOf(".versions li")
        );
    }
}
