using System.ServiceModel.Syndication;
using System.Xml;
using Microsoft.Extensions.DependencyInjection;
using Regatta.Application.Publishing;
using Regatta.Web.Mail;

namespace Regatta.Web.Tests;

/// <summary>What is new goes to whoever asked for it, by letter and by feed, and to nobody else.</summary>
public sealed class LetterTests(ClubHost host)
{
    private const string Quillet = "/wenlow/classes/quillet";

    private static async Task PublishAsync(Visitor captain, string mark)
    {
        var address = $"{Quillet}?handler=Cell&act=save&cell=4.gooseneck";
        var page = await captain.GetAsync($"{Quillet}?cell=4.gooseneck");
        Assert.Contains("Saved", (await captain.Fragment().SendAsync(page, "form[data-cell-form]", address, ("mark", mark))).Text);
        await captain.PublishAsync(Quillet);
    }

    /// <summary>Somebody with a mail address, who asked for letters two days ago.</summary>
    private static async Task<Visitor> ReaderAsync(ClubHost club, string name)
    {
        var reader = await club.VisitAsAsync(name);
        Assert.Contains("No mail address is known", (await reader.GetAsync("/me")).TextOf("main"));
        await club.ScalarAsync<int>($"update people set email = '{name}@wenlow.example' where normalized_name = upper('{name}')");
        await reader.SendAsync(await reader.GetAsync("/wenlow/sails"), "form.sails-form", "/wenlow/sails", ("sails", "quillet"));
        var page = await reader.GetAsync("/me");
        var wrong = await reader.SendAsync(page, "form[action*=Letters]", "/me?handler=Letters", ("letters", "every hour"));
        Assert.Equal(400, (int)wrong.Status);
        await ChooseAsync(reader, "once a day, when something is new");
        // A slip elsewhere on the page changes nothing of it.
        var slip = await reader.SendAsync(await reader.GetAsync("/me"), "form[action*=Hands]", "/me?handler=Hands", ("Fist", "2 m"));
        Assert.Equal(422, (int)slip.Status);
        Assert.Equal("once a day, when something is new", slip.Html.QuerySelector("#letters option[selected]")!.TextContent);
        await DaysAgoAsync(club, 2);
        return reader;
    }

    private static async Task ChooseAsync(Visitor reader, string letters)
    {
        var sent = await reader.SendAsync(
            await reader.GetAsync("/me"),
            "form[action*=Letters]",
            "/me?handler=Letters",
            ("letters", letters)
        );
        Assert.Equal(302, (int)sent.Status);
    }

    private static Task DaysAgoAsync(ClubHost club, int days) =>
        club.ScalarAsync<int>($"update people set letter_at = now() - interval '{days} days' where letters = 'daily'");

    private static Task<int> RoundAsync(ClubHost club) =>
        club
            .Services.GetRequiredService<DailyLetter>()
            .RunAsync("https://regatta.example", club.Services.GetRequiredService<StopLetters>().PathOf);

    private static async Task<IReadOnlyList<PickedUp>> LettersAsync(ClubHost club) =>
        club.Services.GetRequiredService<PostOffice>().Of(await club.ScalarAsync<long>("select id from clubs where key = 'wenlow'"));

    [Fact]
    public async Task One_letter_a_day_tells_what_changed_on_the_own_cards_until_it_is_stopped_by_one_tap()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("odalys");
        await ReaderAsync(club, "priya");
        // Without news there is no letter, and who asked for none gets none.
        Assert.Equal(0, await RoundAsync(club));
        await DaysAgoAsync(club, 2);
        await PublishAsync(captain, "20 1/2");
        var before = (await LettersAsync(club)).Count;
        Assert.Equal(1, await RoundAsync(club));
        var letter = (await LettersAsync(club))[0];
        Assert.Equal(before + 1, (await LettersAsync(club)).Count);
        Assert.Contains("priya@wenlow.example", letter.To);
        Assert.Contains("Gooseneck, fresh, full rig, upwind: 20 in", letter.Text);
        Assert.Contains("https://regatta.example/wenlow/classes/quillet/card", letter.Text);
        Assert.DoesNotContain("Waits for you", letter.Text);
        // The next letter is the next day's, and what was told is not told again.
        await PublishAsync(captain, "21");
        Assert.Equal(0, await RoundAsync(club));
        await DaysAgoAsync(club, 2);
        Assert.Equal(1, await RoundAsync(club));

        // A mail program stops them with nothing but the address; half an address stops nothing.
        var stop = new Uri(
            letter.Text.Split(' ').Single(word => word.Contains("/letters/stop", StringComparison.Ordinal)).Trim()
        ).PathAndQuery;
        var stranger = club.Visit();
        Assert.Equal((stop, 200), (stop, (int)(await stranger.GetAsync(stop[..^4])).Status));
        Assert.Contains("not whole", (await stranger.GetAsync(stop[..^4])).TextOf("main"));
        Assert.Equal(200, (int)(await stranger.PostBareAsync(stop[..^4])).Status);
        Assert.Equal("daily", await club.ScalarAsync<string>("select letters from people where normalized_name = 'PRIYA'"));
        Assert.NotNull((await stranger.GetAsync(stop)).Html.QuerySelector("main form button"));
        Assert.Contains("no more letters", (await stranger.PostBareAsync(stop)).TextOf("main"));
        await PublishAsync(captain, "21 1/2");
        await DaysAgoAsync(club, 2);
        Assert.Equal(0, await RoundAsync(club));
    }

    [Fact]
    public async Task A_captain_reads_what_sailors_write_and_what_waits_and_a_suspended_member_nothing()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        await ReaderAsync(club, "tamsin");
        var sailor = await club.VisitAsAsync("priya");
        var form = await sailor.GetAsync(Quillet + "/log?wind=12&boat=class");
        var sent = await sailor.SendAsync(form, ".log-form", Quillet + "/log", ("note", "The strip has slipped again."));
        Assert.Equal(302, (int)sent.Status);
        Assert.Equal(1, await RoundAsync(club));
        var letter = (await LettersAsync(club))[0].Text;
        Assert.Contains("a sailor writes: The strip has slipped again.", letter);
        Assert.Contains("Waits for you:", letter);
        Assert.DoesNotContain("Priya", letter);
        Assert.Matches("– Quillet: .* https://regatta.example/wenlow/", letter);
        Assert.DoesNotContain("– Tandry", letter);

        await DaysAgoAsync(club, 2);
        await club.ScalarAsync<int>("update session_logs set logged_at = now() where note like 'The strip%'");
        await club.ScalarAsync<int>(
            "update memberships set suspended_at = now() where person_id = (select id from people where normalized_name = 'TAMSIN')"
        );
        Assert.Equal(0, await RoundAsync(club));
    }

    [Fact]
    public async Task A_letter_that_cannot_be_sent_is_tried_again()
    {
        await using var club = await host.AnotherAsync("IfEmpty", ("REGATTA_MAIL", "smtp://127.0.0.1:1"));
        await ReaderAsync(club, "priya");
        await PublishAsync(await club.VisitAsAsync("odalys"), "20 1/2");
        Task<DateTime> SinceAsync() => club.ScalarAsync<DateTime>("select letter_at from people where letters = 'daily'")!;
        var since = await SinceAsync();
        for (var at = 0; at < 4; at++)
        {
            Assert.Equal(0, await RoundAsync(club));
            Assert.Equal(since, await SinceAsync());
        }

        // An address that takes none at all is left alone for a day.
        Assert.Equal(0, await RoundAsync(club));
        Assert.NotEqual(since, await SinceAsync());
    }

    [Fact]
    public async Task A_feed_tells_of_versions_of_what_its_owner_sails_and_a_calendar_of_one_class_alone()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        await sailor.SendAsync(await sailor.GetAsync("/wenlow/sails"), "form.sails-form", "/wenlow/sails", ("sails", "quillet"));
        await PublishAsync(await club.VisitAsAsync("odalys"), "20 1/2");
        var made = await sailor.SendAsync(await sailor.GetAsync("/wenlow/calendar/feed"), "form.stack", "/wenlow/calendar/feed");
        var addresses = made.Html.QuerySelectorAll(".feed-address").Select(one => new Uri(one.TextContent).PathAndQuery).ToList();
        Assert.Equal(3, addresses.Count);

        var stranger = club.Visit();
        var answer = await stranger.GetAsync(addresses[^1]);
        using var xml = XmlReader.Create(new StringReader(answer.Text));
        var feed = SyndicationFeed.Load(xml);
        Assert.All(feed.Items, item => Assert.StartsWith("Quillet, version", item.Title.Text, StringComparison.Ordinal));
        Assert.Equal("Quillet, version 2", feed.Items.First().Title.Text);
        Assert.Contains("20 1/2 in", ((TextSyndicationContent)feed.Items.First().Content).Text);
        Assert.Equal(200, (int)(await sailor.GetAsync(feed.Items.First().Links[0].Uri.PathAndQuery)).Status);
        Assert.DoesNotContain("Odalys", answer.Text);

        var all = (await stranger.GetAsync(addresses[0])).Text;
        var own = (await stranger.GetAsync(addresses[1])).Text;
        int Days(string text) => text.Split("BEGIN:VEVENT").Length - 1;
        Assert.InRange(Days(own), 1, Days(all) - 1);
        await sailor.SendAsync(
            await sailor.GetAsync("/wenlow/calendar/feed"),
            "form[action*=Withdraw]",
            "/wenlow/calendar/feed?handler=Withdraw"
        );
        foreach (var address in addresses)
        {
            Assert.Equal(404, (int)(await stranger.GetAsync(address)).Status);
        }
    }
}
