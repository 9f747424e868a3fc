namespace Regatta.Web.Tests;

public sealed class TuningTests(ClubHost host)
{
    [Theory]
    [InlineData("lanes")]
    [InlineData("table")]
    public async Task Both_views_hold_the_same_cells_with_the_same_words(string view)
    {
        var page = await (await host.VisitAsAsync("tamsin")).GetAsync($"/wenlow/classes/ferrin-16?view={view}");
        var labels = page.Html.QuerySelectorAll("[data-cell]").Select(cell => cell.GetAttribute("aria-label")).ToList();
        Assert.Equal(60, labels.Count);
        Assert.Contains(labels, label => label!.StartsWith("Shroud hole, hard, 18 to 24 knots: hole 2 ", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("14 3/7", "no mark on a rule")]
    [InlineData("30", "off the scale, which runs from 15 in to 28 in")]
    [InlineData("18 1/4", "between two steps")]
    [InlineData("18 ells", "not a unit known here")]
    [InlineData("", "Write a mark")]
    public async Task A_wrong_mark_is_answered_beside_the_field_and_kept(string typed, string says)
    {
        var captain = await host.VisitAsAsync("tamsin");
        var page = await captain.GetAsync("/wenlow/classes/quillet?cell=1.gooseneck");
        var answer = await captain.SendAsync(
            page,
            "form[data-cell-form]",
            "/wenlow/classes/quillet?handler=Cell&act=save&cell=1.gooseneck",
            ("mark", typed)
        );
        Assert.Equal(422, (int)answer.Status);
        Assert.Contains(says, answer.TextOf("#mark-problem"));
        Assert.Equal(typed, answer.Html.QuerySelector("#mark")!.GetAttribute("value"));
        Assert.Equal("16 in", (await captain.GetAsync("/wenlow/classes/quillet?cell=1.gooseneck")).TextOf(".big"));
    }

    [Fact]
    public async Task A_hole_between_two_is_refused()
    {
        var captain = await host.VisitAsAsync("odalys");
        var page = await captain.GetAsync("/wenlow/classes/ferrin-16?cell=1.rake");
        Assert.Contains(
            "nearest are 3 and 4",
            (
                await captain.SendAsync(
                    page,
                    "form[data-cell-form]",
                    "/wenlow/classes/ferrin-16?handler=Cell&act=save&cell=1.rake",
                    ("mark", "3.5")
                )
            ).TextOf("#mark-problem")
        );
    }

    [Fact]
    public async Task A_saved_mark_counts_as_a_change_and_undo_takes_it_back()
    {
        var captain = await host.VisitAsAsync("odalys");
        var page = await captain.GetAsync("/wenlow/classes/ferrin-16?cell=2.outhaul");
        await captain.SendAsync(
            page,
            "form[data-cell-form]",
            "/wenlow/classes/ferrin-16?handler=Cell&act=save&cell=2.outhaul",
            ("mark", "9 cm")
        );
        page = await captain.GetAsync("/wenlow/classes/ferrin-16?cell=2.outhaul");
        Assert.Equal("9 cm", page.TextOf(".big"));
        Assert.Contains("since version 2", page.TextOf("#save-status"));
        await captain.SendAsync(page, "#undo-form", "/wenlow/classes/ferrin-16?handler=Undo");
        Assert.Equal("10 cm", (await captain.GetAsync("/wenlow/classes/ferrin-16?cell=2.outhaul")).TextOf(".big"));
    }

    [Fact]
    public async Task Two_people_in_one_cell_see_each_other_and_lose_nothing()
    {
        var (captain, coordinator) = (await host.VisitAsAsync("tamsin"), await host.VisitAsAsync("odalys"));
        const string Cell = "/wenlow/classes/quillet?cell=5.daggerboard";
        var (first, second) = (await captain.GetAsync(Cell), await coordinator.GetAsync(Cell));
        await captain.SendAsync(first, "form[data-cell-form]", Cell + "&handler=Cell&act=save", ("mark", "10 cm"));
        var answer = await coordinator.SendAsync(second, "form[data-cell-form]", Cell + "&handler=Cell&act=save", ("mark", "12 cm"));
        Assert.Equal(409, (int)answer.Status);
        Assert.Contains("Tamsin Okwuosa changed this cell", answer.TextOf(".conflict"));
        Assert.Contains("It now says 10 cm", answer.TextOf(".conflict"));
        Assert.Equal("12 cm", answer.Html.QuerySelector("#mark")!.GetAttribute("value"));
        Assert.Equal("10 cm", (await captain.GetAsync(Cell)).TextOf(".big"));

        // Sent again with the newer one in sight, it lands.
        await coordinator.SendAsync(answer, "form[data-cell-form]", Cell + "&handler=Cell&act=save");
        Assert.Equal("12 cm", (await captain.GetAsync(Cell)).TextOf(".big"));
    }

    [Fact]
    public async Task Setting_a_proposal_aside_needs_a_reason_and_then_it_rests()
    {
        var captain = await host.VisitAsAsync("odalys");
        const string Cell = "/wenlow/classes/ferrin-16?cell=4.rake";
        var page = await captain.GetAsync(Cell);
        Assert.Contains("−1 hole should bring", page.TextOf(".proposal"));
        var refused = await captain.SendAsync(page, ".proposal form", Cell + "&handler=Decide", ("decision", "SetAside"), ("reason", " "));
        Assert.Contains("Say in a few words", refused.TextOf("#reason-problem"));
        await captain.SendAsync(page, ".proposal form", Cell + "&handler=Decide", ("decision", "SetAside"), ("reason", "New jib first."));
        page = await captain.GetAsync(Cell);
        Assert.Empty(page.Html.QuerySelectorAll(".proposal"));
        Assert.Contains("New jib first.", page.Html.Body!.TextContent);
    }

    [Theory]
    [InlineData("to2", "11", "to3", "12", "overlap|gap")]
    [InlineData("from2", "6", "to3", "12", "gap between “drifting” and “light”")]
    [InlineData("to1", "-5", "to3", "12", "never below zero")]
    [InlineData("to1", "0", "to3", "12", "upper edge lies above the lower")]
    [InlineData("from2", "4", "to3", "12", "“drifting” and “light” overlap")]
    public async Task Bands_that_overlap_or_leave_a_gap_are_refused_with_what_was_typed(
        string field,
        string value,
        string other,
        string otherValue,
        string says
    )
    {
        var captain = await host.VisitAsAsync("tamsin");
        var page = await captain.GetAsync("/wenlow/classes/quillet/bands");
        var answer = await captain.SendAsync(page, ".bands-form", "/wenlow/classes/quillet/bands", (field, value), (other, otherValue));
        Assert.Contains(
            says.Split('|'),
            part => answer.Html.QuerySelectorAll(".problem").Any(problem => problem.TextContent.Contains(part, StringComparison.Ordinal))
        );
        Assert.Equal(value, answer.Html.QuerySelector("#" + field)!.GetAttribute("value"));
    }

    [Fact]
    public async Task Publishing_needs_a_reason()
    {
        var captain = await host.VisitAsAsync("odalys");
        var cell = await captain.GetAsync("/wenlow/classes/ferrin-16?cell=3.traveller");
        await captain.SendAsync(
            cell,
            "form[data-cell-form]",
            "/wenlow/classes/ferrin-16?handler=Cell&act=save&cell=3.traveller",
            ("mark", "5")
        );
        var page = await captain.GetAsync("/wenlow/classes/ferrin-16/versions");
        var answer = await captain.SendAsync(page, "form.stack", "/wenlow/classes/ferrin-16/versions", ("reason", ""));
        Assert.Contains("Say why", answer.TextOf("#reason-problem"));
    }
}
