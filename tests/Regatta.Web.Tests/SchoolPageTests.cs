namespace Regatta.Web.Tests;

/// <summary>Which school a class follows, by its captain; and what sailors meet of it.</summary>
public sealed class SchoolPageTests(ClubHost host)
{
    private const string Pettle = "/wenlow/classes/pettle-65";

    [Fact]
    public async Task A_school_is_followed_in_one_tap_asks_other_looks_and_goes_back()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var coordinator = await club.VisitAsAsync("odalys");
        var page = await coordinator.GetAsync(Pettle + "/schools");
        Assert.Contains("Leeches parallel", page.TextOf("#base .followed"));
        Assert.Equal(5, page.Html.QuerySelectorAll(".school form").Length);
        var followed = await coordinator.SendAsync(page, "#base form", Pettle + "/schools", ("answer", "Widths and camber in millimetres"));
        Assert.Equal(Pettle + "/schools#base", followed.Location!.ToString());
        var after = await coordinator.GetAsync(Pettle + "/schools");
        Assert.Contains("Widths and camber", after.TextOf("#base .followed"));
        var asked = (await coordinator.GetAsync(Pettle + "/questions")).TextOf(".questions-list")!;
        Assert.Contains("camber, measured", asked);
        Assert.DoesNotContain("leeches at the top", asked);
        // Sailors go by the published version, until the next.
        Assert.Contains(
            "leeches at the top",
            (await (await club.VisitAsAsync("priya")).GetAsync(Pettle + "/card?wind=8&unit=kn")).TextOf("#card")
        );
        await coordinator.SendAsync(after, "#base form", Pettle + "/schools", ("answer", "Leeches parallel, then luffing"));
        Assert.Contains("leeches at the top", (await coordinator.GetAsync(Pettle + "/questions")).TextOf(".questions-list"));
        Assert.Contains("By what is the base set?", (await coordinator.GetAsync(Pettle + "/history")).TextOf(".edits"));
    }

    [Fact]
    public async Task What_cannot_be_followed_says_why_and_changes_nothing()
    {
        var captain = await host.VisitAsAsync("tamsin");
        var page = await captain.GetAsync("/wenlow/classes/quillet/schools");
        Assert.Contains("no table for crews", page.TextOf("#crews"));
        var refused = await captain.SendAsync(
            page,
            "#crews form",
            "/wenlow/classes/quillet/schools",
            ("answer", "By fixed steps for each weight")
        );
        Assert.Equal(422, (int)refused.Status);
        Assert.Contains("no table for crews", refused.TextOf("#crews .problem"));
        Assert.Contains("As if it blew harder", refused.TextOf("#crews .followed"));
        Assert.Equal(
            422,
            (int)(await captain.SendAsync(page, "#helm form", "/wenlow/classes/quillet/schools", ("answer", "Lee helm"))).Status
        );
    }

    [Fact]
    public async Task A_class_that_watches_the_sign_has_its_looks_before_its_marks()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("odalys");
        const string Card = "/wenlow/classes/ferrin-16/card?wind=12&unit=kn&boat=class";
        static int[] Order(Answer page) =>
            [page.Text.IndexOf("Look afloat", StringComparison.Ordinal), page.Text.IndexOf("Play afloat", StringComparison.Ordinal)];
        Assert.True(Order(await captain.GetAsync(Card)) is [var looks, var marks] && looks > marks);
        var page = await captain.GetAsync("/wenlow/classes/ferrin-16/schools");
        await captain.SendAsync(
            page,
            "#number-or-feel form",
            "/wenlow/classes/ferrin-16/schools",
            ("answer", "The looks first, the mark after them")
        );
        await captain.SendAsync(
            await captain.GetAsync("/wenlow/classes/ferrin-16/versions"),
            "main form",
            "/wenlow/classes/ferrin-16/versions",
            ("reason", "By the sign."),
            ("unfit", "yes")
        );
        Assert.True(Order(await captain.GetAsync(Card)) is [var first, var second] && first < second);
    }

    [Fact]
    public async Task The_crew_stands_on_the_card_as_a_body_and_a_day_leads_to_the_drills_it_names()
    {
        var sailor = await host.VisitAsAsync("priya");
        var light = (await sailor.GetAsync("/wenlow/classes/ferrin-16/card?wind=4&unit=kn&boat=class")).Html.QuerySelector(".crew-place")!;
        var strong = (await sailor.GetAsync("/wenlow/classes/ferrin-16/card?wind=19&unit=kn&boat=class")).Html.QuerySelector(
            ".crew-place"
        )!;
        static double At(AngleSharp.Dom.IElement figure, string axis) =>
            double.Parse(figure.QuerySelector(".crew-body")!.GetAttribute(axis)!, System.Globalization.CultureInfo.InvariantCulture);
        // The bow is to the right and windward is up.
        Assert.True(At(strong, "cx") < At(light, "cx") && At(strong, "cy") < At(light, "cy"));
        Assert.Contains("front beam", light.GetAttribute("aria-label"));
        Assert.Contains("Heel: helm", strong.TextContent);
        var calendar = await sailor.GetAsync("/wenlow/calendar");
        var days = calendar
            .Html.QuerySelectorAll("a[href*='/wenlow/calendar/']")
            .Where(day => day.TextContent.Contains("Wednesday"))
            .ToList();
        var day = await sailor.GetAsync(days[0].GetAttribute("href")!);
        Assert.Contains("Quillet: Tack by weight", day.TextOf("[aria-label=Drills]"));
        var drill = await sailor.GetAsync(day.Html.QuerySelector("[aria-label=Drills] a")!.GetAttribute("href")!);
        Assert.NotNull(drill.Html.QuerySelector("[data-drill]"));
        Assert.Contains("To practise", (await sailor.GetAsync("/wenlow/classes/quillet/procedures")).TextOf("main"));
    }
}
