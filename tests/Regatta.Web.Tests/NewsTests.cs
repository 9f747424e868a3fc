namespace Regatta.Web.Tests;

/// <summary>What changed in a class is told to each of its sailors until they have seen it.</summary>
public sealed class NewsTests(ClubHost host)
{
    private const string Quillet = "/wenlow/classes/quillet";
    private const string Card = Quillet + "/card?wind=14&unit=kn";

    private static async Task PublishAsync(Visitor captain, string about)
    {
        var settings = await captain.GetAsync(Quillet + "/settings");
        Assert.Equal(302, (int)(await captain.SendAsync(settings, "form.stack", Quillet + "/settings", ("about", about))).Status);
        await captain.PublishAsync(Quillet);
    }

    private static async Task SaveAsync(Visitor captain, string cell, string mark)
    {
        var address = $"{Quillet}?handler=Cell&act=save&cell={cell}";
        var page = await captain.GetAsync($"{Quillet}?cell={cell}");
        Assert.Contains("Saved", (await captain.Fragment().SendAsync(page, "form[data-cell-form]", address, ("mark", mark))).Text);
    }

    [Fact]
    public async Task A_new_version_is_told_on_card_and_today_until_it_was_seen_and_by_each_for_themselves()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var (captain, sailor) = (await club.VisitAsAsync("odalys"), await club.VisitAsAsync("priya"));
        await sailor.SendAsync(await sailor.GetAsync("/wenlow/sails"), "form.sails-form", "/wenlow/sails", ("sails", "quillet"));
        Assert.Null((await sailor.GetAsync(Card)).Html.QuerySelector(".news"));

        await SaveAsync(captain, "4.gooseneck", "20 1/2");
        await captain.PublishAsync(Quillet);
        var told = await sailor.GetAsync(Card);
        Assert.StartsWith("New in version 2", told.TextOf(".news summary"), StringComparison.Ordinal);
        Assert.Contains("for the test", told.TextOf(".news"));
        Assert.Contains("20 1/2 in", told.TextOf(".news .changes li"));
        // What a phone keeps would tell it still when it has been seen: it tells nothing.
        var kept = await sailor.GetAsync(Quillet + "/pack/pages");
        Assert.Contains("card-sheet", kept.Text);
        Assert.DoesNotContain("New in version", kept.Text);
        Assert.Contains("version 2", (await sailor.GetAsync("/wenlow/today")).TextOf(".own-news"));

        // Its captain has the same as plain lines, for wherever they talk.
        var lines = (await captain.GetAsync(Quillet + "/versions"))
            .TextOf("#tell")!
            .Trim()
            .Split('\n')
            .Select(line => line.Trim())
            .ToList();
        Assert.Equal("Quillet, version 2: for the test", lines[0]);
        Assert.Matches("^– Gooseneck, fresh, full rig, upwind: 20 in.* → 20 1/2 in", lines[1]);
        Assert.EndsWith(Quillet + "/card", lines[^1], StringComparison.Ordinal);

        // Seen by its captain is not seen by its sailor; what is seen stays seen, until the next.
        await captain.SendAsync(await captain.GetAsync(Card), ".news form", Quillet + "/card?handler=Seen");
        Assert.Null((await captain.GetAsync(Card)).Html.QuerySelector(".news"));
        var again = await sailor.GetAsync(Card);
        Assert.NotNull(again.Html.QuerySelector(".news"));
        var back = await sailor.SendAsync(again, ".news form", Quillet + "/card?handler=Seen");
        Assert.Equal(Card, back.Location?.ToString());
        Assert.Null((await sailor.GetAsync(Card)).Html.QuerySelector(".news"));
        Assert.Null((await sailor.GetAsync("/wenlow/today")).Html.QuerySelector(".own-news"));

        // Two published since are told as one, from what they knew.
        await SaveAsync(captain, "4.gooseneck", "21");
        await captain.PublishAsync(Quillet);
        await SaveAsync(captain, "4.gooseneck", "21 1/2");
        await captain.PublishAsync(Quillet);
        var both = await sailor.GetAsync(Card);
        Assert.Contains("version 4", both.TextOf(".news summary"));
        Assert.Single(both.Html.QuerySelectorAll(".news .changes li"));
        // A form of an older page takes back nothing that was seen.
        await sailor.SendAsync(both, ".news form", Quillet + "/card?handler=Seen");
        await sailor.SendAsync(again, ".news form", Quillet + "/card?handler=Seen");
        Assert.Null((await sailor.GetAsync(Card)).Html.QuerySelector(".news"));
    }

    [Fact]
    public async Task Nobody_sees_a_version_that_is_not_there_and_the_way_back_stays_in_the_club()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var (captain, sailor) = (await club.VisitAsAsync("odalys"), await club.VisitAsAsync("priya"));
        await PublishAsync(captain, "Another word about her.");
        var told = await sailor.GetAsync(Card);
        var away = await sailor.SendAsync(
            told,
            ".news form",
            Quillet + "/card?handler=Seen",
            ("version", "99"),
            ("back", "https://elsewhere.example/")
        );
        Assert.Equal(Quillet + "/card", away.Location?.ToString());
        Assert.NotNull((await sailor.GetAsync(Card)).Html.QuerySelector(".news"));
    }
}
