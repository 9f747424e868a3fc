using System.Text.RegularExpressions;

namespace Regatta.Web.Tests;

/// <summary>Who says they come on a day, and trials that are planned over them.</summary>
public sealed class AttendancePageTests(ClubHost host)
{
    private const string Trials = "/wenlow/classes/quillet/trials";

    [Fact]
    public async Task Somebody_comes_with_a_boat_changes_it_and_stays_away()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        var path = await WednesdayAsync(sailor);
        var day = await sailor.GetAsync(path);
        Assert.DoesNotContain("Priya", day.TextOf("section[aria-label='Who comes']")!, StringComparison.Ordinal);
        Assert.Matches(
            "Quillet in (steady|fresh): gooseneck, [0-9/ ]+ in against [0-9/ ]+ in, would teach most; it is changed ashore",
            day.TextOf("section[aria-label='Trials']")!
        );
        Assert.Contains("Members of the club see your name", day.TextOf("section[aria-label='Who comes']")!, StringComparison.Ordinal);
        Assert.Equal(
            302,
            (int)(await sailor.SendAsync(day, "form[action$='/coming']", $"{path}/coming", ("with", "Quillet: Bramble"))).Status
        );
        day = await sailor.GetAsync(path);
        Assert.Matches("Priya[^.]*Quillet: Bramble", day.TextOf("section[aria-label='Who comes'] ul")!);
        await sailor.SendAsync(day, "form[action$='/coming']", $"{path}/coming", ("with", "Quillet: whichever boat is free"));
        day = await sailor.GetAsync(path);
        Assert.DoesNotContain("Bramble", day.TextOf("section[aria-label='Who comes'] li:last-child")!, StringComparison.Ordinal);
        var odd = await sailor.SendAsync(day, "form[action$='/coming']", $"{path}/coming", ("with", "Ferrin 16: Gorse"));
        Assert.Equal(422, (int)odd.Status);
        Assert.Contains("Choose one of these", odd.Text, StringComparison.Ordinal);
        await sailor.SendAsync(day, "form[action$='/coming']", $"{path}/coming?handler=StayAway");
        Assert.DoesNotContain("Priya", (await sailor.GetAsync(path)).TextOf("section[aria-label='Who comes']")!, StringComparison.Ordinal);
        Assert.Equal(404, (int)(await sailor.GetAsync("/wenlow/calendar/99999/coming")).Status);
        var stranger = await club.VisitAsAsync("ebbe");
        Assert.Equal(404, (int)(await stranger.GetAsync($"{path}/coming")).Status);
    }

    [Fact]
    public async Task A_trial_is_planned_over_those_who_come_and_says_when_and_who_does_what()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        var path = await WednesdayAsync(sailor);
        await sailor.SendAsync(await sailor.GetAsync(path), "form[action$='/coming']", $"{path}/coming", ("with", "Quillet: Wagtail"));
        var captain = await club.VisitAsAsync("tamsin");
        await captain.SendAsync(await captain.GetAsync(path), "form[action$='/coming']", $"{path}/coming", ("with", "Quillet: Bramble"));
        var address = $"{Trials}?band=4&plan=full&mode=usual&on={path[(path.LastIndexOf('/') + 1)..]}";
        var list = await captain.GetAsync(address);
        // The boats that come stand first.
        var coming = Regex
            .Matches(list.TextOf("section.card-part")!, @" with ([\w ]+?)(?=[;.])")
            .Select(one => one.Groups[1].Value)
            .ToHashSet();
        Assert.Superset(new HashSet<string> { "Bramble", "Wagtail" }, coming);
        var offered = list.Html.QuerySelectorAll("#boat1 option").Select(one => one.TextContent).ToList();
        Assert.True(offered.Count > coming.Count);
        Assert.Equal(coming, offered.Take(coming.Count).ToHashSet());
        Assert.EndsWith(", Bramble", list.Html.QuerySelector("#steersFirst option[selected]")!.TextContent);
        var priya = list
            .Html.QuerySelectorAll("#looksOut option")
            .Single(one => one.TextContent.EndsWith(", Wagtail", StringComparison.Ordinal))
            .TextContent;
        const string form = "form[action*='/trials']";
        var odd = await captain.SendAsync(list, form, address, ("readsTape", priya), ("looksOut", priya), ("begins", "04:00"));
        Assert.Equal(422, (int)odd.Status);
        Assert.Contains("Who reads is not looking out", odd.Text, StringComparison.Ordinal);
        Assert.Contains("That day is from 18:00 to 20:30", odd.Text, StringComparison.Ordinal);
        Assert.Equal("04:00", odd.Html.QuerySelector("#begins")!.GetAttribute("value"));
        var planned = await captain.SendAsync(list, form, address, ("steersSecond", "open"), ("looksOut", priya), ("begins", "19:15"));
        Assert.Equal(302, (int)planned.Status);
        var card = await sailor.GetAsync(planned.Location!.ToString());
        Assert.Matches("Begins.*19:15", card.TextOf(".trial .facts")!);
        Assert.Matches(@"Priya \w+looks out", card.TextOf(".trial .facts")!);
        Assert.Contains("19:15", (await sailor.GetAsync(path)).TextOf("section[aria-label='Trials']")!, StringComparison.Ordinal);

        // The feed tells when, and names nobody; whoever leaves the club is out of it.
        var made = await sailor.SendAsync(await sailor.GetAsync("/wenlow/calendar/feed"), "form.stack", "/wenlow/calendar/feed");
        var calendar = await sailor.GetAsync(new Uri(made.TextOf(".feed-address")!.Trim()).PathAndQuery);
        Assert.Matches(@"Trial: Quillet\\, [\w-]+\\, 19:15", calendar.Text);
        Assert.DoesNotContain("Priya", calendar.Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_trial_gets_another_day_and_hands_and_is_called_off_until_something_is_sailed_of_it()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        var path = await WednesdayAsync(captain);
        await captain.SendAsync(await captain.GetAsync(path), "form[action$='/coming']", $"{path}/coming", ("with", "Quillet: Bramble"));
        var first = await PlannedAsync();
        var wednesday = path[(path.LastIndexOf('/') + 1)..];
        var form = await captain.GetAsync($"{first}/change?on={wednesday}");
        // One boat has one helm; and a day the class is not out on is no day for it.
        Assert.Null(form.Html.QuerySelector("#steersSecond"));
        Assert.Null((await captain.GetAsync($"{first}/change?on=99999")).Html.QuerySelector("#begins"));
        var early = await SaveAsync(form, ("begins", "04:00"), ("note", "Off the pier"));
        Assert.Equal(422, (int)early.Status);
        Assert.Contains("That day is from 18:00", early.TextOf("#begins-problem"));
        Assert.Equal("Off the pier", early.TextOf("#note")!.Trim());
        Assert.Equal(302, (int)(await SaveAsync(early, ("begins", "19:00"))).Status);
        var card = await captain.GetAsync(first);
        Assert.Matches("(?s)Begins.*19:00.*Off the pier", card.TextOf(".trial .facts")!);
        Assert.Contains("19:00", (await captain.GetAsync(path)).TextOf("section[aria-label='Trials']")!, StringComparison.Ordinal);
        // Who saw it as it was before is told, and what they typed stays.
        var late = await SaveAsync(form, ("begins", "20:00"), ("note", "By the weir"));
        Assert.Equal(409, (int)late.Status);
        Assert.Contains("Somebody changed this trial", late.TextOf(".conflict"));
        Assert.Equal("By the weir", late.TextOf("#note")!.Trim());
        // Planned with somebody who stays away, it names them still.
        var hands = await captain.GetAsync($"{first}/change");
        await SaveAsync(
            hands,
            (
                "looksOut",
                hands
                    .Html.QuerySelectorAll("#looksOut option")
                    .Single(one => one.TextContent.StartsWith("Tamsin", StringComparison.Ordinal))
                    .TextContent
            )
        );
        await captain.SendAsync(await captain.GetAsync(path), "form[action$='/coming']", $"{path}/coming?handler=StayAway");
        Assert.Contains(
            "who has not said they come",
            (await captain.GetAsync($"{first}/change")).TextOf("#looksOut option[selected]"),
            StringComparison.Ordinal
        );

        Assert.Equal(
            302,
            (int)(await captain.SendAsync(await captain.GetAsync($"{first}/change"), Off, $"{first}/change?handler=CallOff")).Status
        );
        Assert.Equal(404, (int)(await captain.GetAsync(first)).Status);

        var sailed = await PlannedAsync();
        var off = await captain.GetAsync($"{sailed}/change");
        await captain.SendAsync(
            await captain.GetAsync(sailed),
            ".next-run form",
            sailed,
            ("port", "3"),
            ("starboard", "3"),
            ("wind", "13")
        );
        Assert.Null((await captain.GetAsync($"{sailed}/change")).Html.QuerySelector(Off));
        Assert.Equal(sailed, (await captain.SendAsync(off, Off, $"{sailed}/change?handler=CallOff")).Location!.ToString());
        Assert.Equal(200, (int)(await captain.GetAsync(sailed)).Status);

        Task<Answer> SaveAsync(Answer page, params (string, string)[] fields) =>
            captain.SendAsync(
                page,
                "form[action*='/change?on=']",
                page.Html.QuerySelector("form[action*='/change?on=']")!.GetAttribute("action")!,
                fields
            );

        async Task<string> PlannedAsync()
        {
            var list = await captain.GetAsync($"{Trials}?band=4&on=0");
            var address = list.Html.QuerySelector("form[action*='/trials']")!.GetAttribute("action")!;
            return (
                await captain.SendAsync(list, "form[action*='/trials']", address, ("design", "one boat, back and forth"))
            ).Location!.ToString();
        }
    }

    private const string Off = "form[action*='CallOff']";

    [Fact]
    public async Task Two_boats_beside_each_other_say_what_each_run_gained_and_the_swap_takes_the_boats_out()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        var list = await captain.GetAsync($"{Trials}?band=4&on=0");
        var address = list.Html.QuerySelector("form[action*='/trials']")!.GetAttribute("action")!;
        var planned = await captain.SendAsync(list, "form[action*='/trials']", address, ("design", "two boats side by side, and swap"));
        var trial = planned.Location!.ToString();
        var card = await captain.GetAsync(trial);
        Assert.Contains("gained on", card.TextOf(".next-run")!, StringComparison.Ordinal);
        var odd = await captain.SendAsync(
            card,
            ".next-run form",
            trial,
            ("port", "3"),
            ("starboard", "3"),
            ("wind", "13"),
            ("gained", "900")
        );
        Assert.Equal(422, (int)odd.Status);
        Assert.Contains("Write lengths", odd.TextOf("#gained-problem")!, StringComparison.Ordinal);
        // A B B A of the first boat, who gains two by herself and one at B.
        foreach (var gained in (string[])["1", "3", "3.2", "1.2"])
        {
            card = await captain.GetAsync(trial);
            await captain.SendAsync(card, ".next-run form", trial, ("port", "3"), ("starboard", "3"), ("wind", "13"), ("gained", gained));
            card = await captain.GetAsync(trial);
            Assert.Null(card.Html.QuerySelector("#gained"));
            await captain.SendAsync(card, ".next-run form", trial, ("port", "3.1"), ("starboard", "3"), ("wind", "13"));
        }

        var said = (await captain.GetAsync(trial)).TextOf("section[aria-label='What it says so far']")!;
        Assert.Contains("a boat gained 1 length a run", said, StringComparison.Ordinal);
        Assert.Contains("That can be told", said, StringComparison.Ordinal);
    }

    /// <summary>The next day the class sails.</summary>
    private static async Task<string> WednesdayAsync(Visitor visitor)
    {
        var chip = (await visitor.GetAsync(Trials)).Html.QuerySelector("nav[aria-label='On which day?'] a")!;
        Assert.Contains("Wednesday", chip.TextContent, StringComparison.Ordinal);
        return "/wenlow/calendar/" + Regex.Match(chip.GetAttribute("href")!, @"on=(\d+)").Groups[1].Value;
    }
}
