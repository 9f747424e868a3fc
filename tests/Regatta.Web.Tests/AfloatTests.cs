namespace Regatta.Web.Tests;

/// <summary>The card on the water, and what a sailor opens the club at.</summary>
public sealed class AfloatTests(ClubHost host)
{
    private const string Brannet = "/wenlow/classes/brannet";
    private const string Afloat = Brannet + "/afloat?wind=12&unit=kn&boat=class";

    [Fact]
    public async Task It_shows_what_is_played_and_leads_a_band_up_and_down_and_back()
    {
        var sailor = await host.VisitAsAsync("priya");
        var page = (await sailor.GetAsync(Afloat)).Html;
        var card = (await sailor.GetAsync(Afloat.Replace("/afloat", "/card", StringComparison.Ordinal))).Html;
        var played = card.QuerySelectorAll("section.card-part")
            .First(part => part.QuerySelector("h3")?.TextContent == "Play afloat")
            .QuerySelectorAll("dt")
            .Select(name => name.TextContent)
            .ToList();
        Assert.Equal(played, page.QuerySelectorAll(".afloat-marks .mark-lines dt").Select(name => name.TextContent));
        var up = page.QuerySelectorAll(".afloat-bar a").First(link => link.TextContent.Contains("Gear up", StringComparison.Ordinal));
        var stronger = (await sailor.GetAsync(up.GetAttribute("href")!.Split('#')[0])).Html;
        Assert.NotEqual(Band(page), Band(stronger));
        var down = stronger
            .QuerySelectorAll(".afloat-bar a")
            .First(link => link.TextContent.Contains("Gear down", StringComparison.Ordinal));
        Assert.Equal(Band(page), Band((await sailor.GetAsync(down.GetAttribute("href")!.Split('#')[0])).Html));
        // In the strongest there is nothing to gear up to, and it says so.
        var strongest = (await sailor.GetAsync(Brannet + "/afloat?wind=40&unit=kn&boat=class")).Html;
        Assert.Contains("no band stronger", strongest.QuerySelector(".afloat-bar")!.TextContent, StringComparison.Ordinal);
        Assert.NotEmpty(strongest.QuerySelectorAll(".afloat-marks .caution"));
    }

    [Fact]
    public async Task A_note_leads_back_to_the_water_and_the_last_one_is_taken_back()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        for (var time = 0; time < 2; time++)
        {
            var page = await sailor.GetAsync(Afloat);
            var noted = await sailor.SendAsync(page, "#note", Handler("Note"), ("felt", time == 0 ? "" : "Fast"));
            Assert.StartsWith(Brannet + "/afloat?wind=12", noted.Location!.ToString(), StringComparison.Ordinal);
        }

        const string Notes = "select count(*) from noted_runs";
        Assert.Equal(2, await club.ScalarAsync<long>(Notes));
        var told = await sailor.GetAsync(Afloat);
        var last = await club.ScalarAsync<Guid>("select key from noted_runs order by id desc limit 1");
        Assert.Equal(last.ToString(), told.Html.QuerySelector("[data-take-back] [name=noted]")!.GetAttribute("value"));
        var back = await sailor.SendAsync(told, "[data-take-back]", Handler("TakeBack"));
        Assert.Contains("/afloat", back.Location!.ToString(), StringComparison.Ordinal);
        Assert.Equal(1, await club.ScalarAsync<long>(Notes));
        Assert.NotEqual(last, await club.ScalarAsync<Guid>("select key from noted_runs"));
        // Somebody else’s note is not theirs to take back.
        var other = await club.VisitAsAsync("tamsin");
        await other.SendAsync(
            await other.GetAsync(Afloat),
            "[data-take-back]",
            Handler("TakeBack"),
            ("noted", (await club.ScalarAsync<Guid>("select key from noted_runs")).ToString())
        );
        Assert.Equal(1, await club.ScalarAsync<long>(Notes));
    }

    [Fact]
    public async Task What_a_sailor_sails_stands_first_with_its_marks_and_is_where_the_club_opens()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        Assert.Equal("/wenlow/today", (await sailor.GetAsync("/")).Location!.ToString());
        Assert.Equal("/wenlow", (await (await club.VisitAsAsync("odalys")).GetAsync("/")).Location!.ToString());
        var page = await sailor.GetAsync("/wenlow/sails");
        var brannet = page.Html.QuerySelectorAll("select[name=boat-brannet] option").Last().GetAttribute("value")!;
        var saved = await sailor.PostBareAsync(
            "/wenlow/sails",
            ("__RequestVerificationToken", page.Html.QuerySelector("main [name=__RequestVerificationToken]")!.GetAttribute("value")!),
            ("sails", "brannet"),
            ("boat-brannet", brannet),
            ("sails", "no-such-class")
        );
        Assert.Equal("/wenlow/today", saved.Location!.ToString());
        var today = (await sailor.GetAsync("/wenlow/today?wind=12&unit=kn")).Html;
        Assert.Contains("Brannet", Assert.Single(today.QuerySelectorAll(".own h2")).TextContent, StringComparison.Ordinal);
        // Its marks are those of the card in that wind, and it stands there once.
        var card = (await sailor.GetAsync(today.QuerySelector(".own h2 a")!.GetAttribute("href")!)).Html;
        var marks = today.QuerySelectorAll(".own-marks dd").Select(mark => mark.TextContent.Trim()).ToList();
        Assert.NotEmpty(marks);
        Assert.Equal(
            card.QuerySelectorAll("#card .mark-lines dd.number, #card .mark-lines dd.words").Select(mark => mark.TextContent.Trim()),
            marks
        );
        Assert.DoesNotContain(today.QuerySelectorAll(".today h2"), name => name.TextContent == "Brannet");
        var fleet = (await sailor.GetAsync("/wenlow")).Html;
        Assert.Equal("Brannet", fleet.QuerySelector(".fleet h3")!.TextContent.Trim());
        Assert.Empty((await sailor.GetAsync("/wenlow/today?screen=big&wind=12")).Html.QuerySelectorAll(".own"));
    }

    [Fact]
    public async Task A_sticker_leads_members_to_the_boat_and_anybody_to_the_card_by_a_link_that_holds()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        const string Quillet = "/wenlow/classes/quillet";
        var captain = await club.VisitAsAsync("tamsin");
        var share = await captain.GetAsync(Quillet + "/share");
        var made = await captain.SendAsync(share, "main form", Quillet + "/share", ("label", "stickers"));
        var address = made.Html.QuerySelectorAll("a").Select(link => link.GetAttribute("href")!).Single(to => to.Contains("strips?link="));
        var members = await captain.GetAsync(Quillet + "/strips");
        Assert.Contains("for members of the club", members.TextOf("main"));
        var anybody = await captain.GetAsync(address);
        Assert.Contains("by the public link", anybody.TextOf("main"));
        Assert.NotEqual(Blocks(members), Blocks(anybody));
        Assert.NotEmpty(Blocks(members));
        // One boat's sticker is one of them; a class has as many as boats.
        var boat = members.Html.QuerySelectorAll("#boat option").Last();
        var one = await captain.GetAsync($"{Quillet}/strips?boat={boat.GetAttribute("value")}");
        Assert.Contains(boat.TextContent.Trim(), one.TextOf(".sheet:last-of-type"));
        Assert.True(Blocks(one).Count < Blocks(members).Count);
        var pdf = await captain.GetAsync(address.Replace("strips?", "strips.pdf?", StringComparison.Ordinal));
        Assert.Equal("application/pdf", pdf.Message.Content.Headers.ContentType!.MediaType);
        // A link of another class, one that nobody made and one that was withdrawn lead to members' cards.
        foreach (
            var other in (string[])["/wenlow/classes/tandry/strips" + address[address.IndexOf('?')..], Quillet + "/strips?link=nonsense"]
        )
        {
            Assert.Contains("for members of the club", (await captain.GetAsync(other)).TextOf("main"));
        }

        await captain.SendAsync(await captain.GetAsync(Quillet + "/share"), ".links form", Quillet + "/share?handler=Withdraw");
        Assert.Contains("for members of the club", (await captain.GetAsync(address)).TextOf("main"));
    }

    private static List<string> Blocks(Answer page) =>
        [.. page.Html.QuerySelectorAll(".ink-block").Select(block => $"{block.GetAttribute("x")} {block.GetAttribute("y")}")];

    private static string Handler(string name) => $"{Brannet}/card?wind=12&unit=kn&boat=class&handler={name}";

    private static string Band(AngleSharp.Dom.IDocument page) => page.QuerySelector(".afloat-wind span")!.TextContent;
}
