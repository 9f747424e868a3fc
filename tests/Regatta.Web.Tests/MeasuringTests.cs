using System.Text.Json;

namespace Regatta.Web.Tests;

public sealed class MeasuringTests(ClubHost host)
{
    [Fact]
    public async Task The_boat_whose_datum_is_off_is_named_and_reads_its_own_number_for_the_same_length()
    {
        var captain = await host.VisitAsAsync("tamsin");
        var boats = await captain.GetAsync("/wenlow/classes/quillet/boats?control=gooseneck&band=4");
        Assert.Contains("Bramble: the gooseneck scale sits 1 in too far from outer end of the front cap", boats.TextOf(".caution li"));
        var readings = boats
            .Html.QuerySelectorAll("table.people tbody tr")
            .ToDictionary(row => row.QuerySelector("th")!.TextContent, row => row.QuerySelector("td")!.TextContent);
        Assert.Equal("19 in", readings["Bramble"]);
        Assert.Equal("20 in", readings["Wagtail"]);
        Assert.Contains("steps apart at the same length", boats.Html.QuerySelectorAll(".caution").Last().TextContent);
    }

    [Fact]
    public async Task A_card_speaks_the_boats_readings_and_says_what_was_not_checked()
    {
        var sailor = await host.VisitAsAsync("priya");
        var boats = await BoatsAsync(sailor, "quillet");
        var bramble = await sailor.GetAsync($"/wenlow/classes/quillet/card?wind=14&boat={boats["Bramble"]}");
        Assert.Contains("19 in", Line(bramble, "Gooseneck"));
        Assert.Contains("stronger: 22 1/2", Line(bramble, "Gooseneck"));
        Assert.DoesNotContain("not checked", Line(bramble, "Gooseneck"));
        var wagtail = await sailor.GetAsync($"/wenlow/classes/quillet/card?wind=14&boat={boats["Wagtail"]}");
        Assert.Contains("20 in", Line(wagtail, "Gooseneck"));
        // What several lines have in common is said once, with their names.
        Assert.Contains("the class’s reading; not checked on this boat", wagtail.TextOf(".shared-remark"));
        Assert.Contains("Gooseneck", wagtail.TextOf(".shared-remark"));
        Assert.DoesNotContain("not checked", Line(wagtail, "Cunningham"));
        Assert.DoesNotContain("not checked", (await sailor.GetAsync("/wenlow/classes/quillet/card?wind=14&boat=class")).TextOf("#card"));
    }

    [Fact]
    public async Task A_log_read_on_a_boat_is_kept_as_the_class_length_and_shown_as_that_boat_reads()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        var boat = (await BoatsAsync(sailor, "quillet"))["Bramble"];
        var form = await sailor.GetAsync($"/wenlow/classes/quillet/log?wind=14&boat={boat}");
        Assert.Equal("19 in", form.Html.QuerySelector("[name=mark-gooseneck]")!.GetAttribute("value"));
        var sent = await sailor.SendAsync(
            form,
            ".log-form",
            "/wenlow/classes/quillet/log",
            ("mark-gooseneck", "19 1/2 in"),
            ("note", "read on Bramble")
        );
        var own = (await sailor.GetAsync(sent.Location!.ToString())).TextOf("main");
        Assert.Contains("Bramble", own);
        Assert.Contains("19 1/2 in", own);
        Assert.Equal(20.5 * 25.4, await LoggedAsync(club, "read on Bramble"), 0.6);

        // The card opens for the boat sailed last.
        Assert.Contains("19 in", Line(await sailor.GetAsync("/wenlow/classes/quillet/card?wind=14"), "Gooseneck"));
    }

    [Fact]
    public async Task A_run_takes_pairs_as_they_come_points_out_what_contradicts_and_forgets_on_undo()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        var boat = (await BoatsAsync(captain, "quillet"))["Wagtail"];
        var path = $"/wenlow/classes/quillet/boats/{boat}/measure/gooseneck";
        var page = await captain.GetAsync(path);
        Assert.Contains("Not measured yet", page.TextOf(".verdict"));

        Assert.Contains("One pair so far", (await PairAsync("16", "17 in")).TextOf(".verdict"));
        var two = await PairAsync("26", "27 in");
        Assert.Contains("off by 1 in", two.TextOf(".verdict"));
        Assert.Equal(2, two.Html.QuerySelectorAll(".plot .pair").Length);
        Assert.Equal("", two.Html.QuerySelector("[name=reading]")!.GetAttribute("value"));

        var broken = await PairAsync("20", "30 cm");
        Assert.Contains("One pair contradicts", broken.TextOf(".verdict"));
        Assert.Single(broken.Html.QuerySelectorAll(".pairs .breaks"));
        var undone = await captain.Fragment().SendAsync(broken, "form[action*=Remove]:not(.pairs form)", path + "?handler=Remove");
        Assert.Equal(2, undone.Html.QuerySelectorAll(".pairs li").Length);

        var twice = await PairAsync("16", "17 in");
        Assert.Equal(422, (int)twice.Status);
        Assert.Contains("taken already", twice.TextOf("#reading-problem"));
        Assert.Equal("17 in", twice.Html.QuerySelector("[name=tape]")!.GetAttribute("value"));
        Assert.Contains("not a unit", (await PairAsync("16", "17 furlongs")).TextOf("#tape-problem"));
        Assert.Contains("far off this scale", (await PairAsync("900", "17 in")).TextOf("#reading-problem"));

        // Whoever comes back later, with or without script, finds all of it.
        Assert.Equal(2, (await captain.GetAsync(path)).Html.QuerySelectorAll(".pairs li").Length);

        Task<Answer> PairAsync(string reading, string tape) =>
            captain.Fragment().SendAsync(page, ".pair-form", path, ("reading", reading), ("tape", tape));
    }

    [Fact]
    public async Task A_pasted_table_is_taken_whole_or_not_at_all_and_ten_thousand_lines_at_once_not()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        var path = $"/wenlow/classes/quillet/boats/{(await BoatsAsync(captain, "quillet"))["Wagtail"]}/measure/halyard-point";
        var page = await captain.GetAsync(path);
        var mixed = await SendAsync("reading\ttape\n62\t62 in\n66 1/2;168.9 cm\n70 = 1778 mm");
        Assert.Equal(3, mixed.Html.QuerySelectorAll(".pairs li").Length);
        Assert.Contains("Reads as the class does", mixed.TextOf(".verdict"));

        var wrong = await SendAsync("63;63 in\n64;oops");
        Assert.Equal(422, (int)wrong.Status);
        Assert.Contains("Line 2", wrong.TextOf("#table-problem"));
        Assert.Contains("64;oops", wrong.TextOf("#table"));
        Assert.Equal(3, (await captain.GetAsync(path)).Html.QuerySelectorAll(".pairs li").Length);

        var much = await SendAsync(string.Concat(Enumerable.Range(0, 10_000).Select(line => $"{line};{line} mm\n")));
        Assert.Contains("10000 lines", much.TextOf("#table-problem"));

        Task<Answer> SendAsync(string table) => captain.Fragment().SendAsync(page, ".many form", path + "?handler=Table", ("table", table));
    }

    [Fact]
    public async Task Logs_from_before_the_tape_are_read_anew_when_asked()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var (captain, sailor) = (await club.VisitAsAsync("tamsin"), await club.VisitAsAsync("priya"));
        var boat = (await BoatsAsync(captain, "quillet"))["Wagtail"];
        var form = await sailor.GetAsync($"/wenlow/classes/quillet/log?wind=14&boat={boat}");
        await sailor.SendAsync(form, ".log-form", "/wenlow/classes/quillet/log", ("mark-gooseneck", "20 in"), ("note", "before the tape"));
        Assert.Equal(508, await LoggedAsync(club, "before the tape"), 1e-6);

        var path = $"/wenlow/classes/quillet/boats/{boat}/measure/gooseneck";
        var page = await captain.GetAsync(path);
        var measured = await captain.Fragment().SendAsync(page, ".many form", path + "?handler=Table", ("table", "15;381 mm\n28;720 mm"));
        Assert.Contains("1 log of Wagtail took this mark at the class’s reading", measured.TextOf(".anew p"));
        var anew = await captain.Fragment().SendAsync(measured, ".anew", path + "?handler=Anew");
        Assert.Contains("1 read anew", anew.TextOf(".verdict"));
        Assert.Null(anew.TextOf(".anew p"));
        Assert.Equal(381 + (5 * (720 - 381) / 13.0), await LoggedAsync(club, "before the tape"), 1e-6);
    }

    [Fact]
    public async Task Boats_are_added_renamed_and_taken_out_while_nothing_is_lost()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        var boats = await captain.GetAsync("/wenlow/classes/quillet/boats");
        var taken = await captain.SendAsync(boats, "form.stack", "/wenlow/classes/quillet/boats", ("name", "bramble"));
        Assert.Equal(422, (int)taken.Status);
        Assert.Contains("a boat of that name", taken.TextOf("#name-problem"));
        var added = (
            await captain.SendAsync(boats, "form.stack", "/wenlow/classes/quillet/boats", ("name", "Teasel"))
        ).Location!.ToString();
        var teasel = await captain.GetAsync(added);
        Assert.Contains("0 of 3 scales measured", teasel.Html.Body!.TextContent);
        Assert.Contains("Another boat", (await captain.SendAsync(teasel, "form.stack", added, ("name", "Dunlin"))).TextOf("#name-problem"));
        Assert.Equal(302, (int)(await captain.SendAsync(teasel, "form.stack", added, ("name", "Teasel II"))).Status);

        var bramble = await captain.GetAsync($"/wenlow/classes/quillet/boats/{(await BoatsAsync(captain, "quillet"))["Bramble"]}");
        var kept = await captain.SendAsync(
            bramble,
            "form.remove",
            bramble.Message.RequestMessage!.RequestUri!.AbsolutePath + "?handler=Remove"
        );
        Assert.Equal(409, (int)kept.Status);
        Assert.Contains("would be lost", kept.TextOf(".remove .problem"));
        await captain.SendAsync(teasel, "form.remove", added + "?handler=Remove");
        Assert.Equal(404, (int)(await captain.GetAsync(added)).Status);
    }

    [Fact]
    public async Task A_retired_boat_is_offered_nowhere_keeps_her_logs_and_comes_back_with_her_measurements()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        var boats = await BoatsAsync(captain, "quillet");
        var path = $"/wenlow/classes/quillet/boats/{boats["Bramble"]}";
        string[] offering =
        [
            "/wenlow/classes/quillet/log",
            "/wenlow/classes/quillet/card",
            "/wenlow/classes/quillet/strips",
            "/wenlow/classes/quillet/trials",
        ];
        foreach (var page in offering)
        {
            Assert.Contains("Bramble", await OfferedAsync(page));
        }

        var logs = (await captain.GetAsync("/wenlow/logbook?class=quillet")).Text;
        await captain.SendAsync(await captain.GetAsync(path), "form[action*='Retire']", path + "?handler=Retire");
        Assert.DoesNotContain("Bramble", (await BoatsAsync(captain, "quillet")).Keys);
        Assert.Contains("Bramble", (await captain.GetAsync("/wenlow/classes/quillet/boats")).TextOf("#retired-head + ul"));
        foreach (var page in offering)
        {
            Assert.DoesNotContain("Bramble", await OfferedAsync(page));
        }

        Assert.Equal(logs.Split("Bramble").Length, (await captain.GetAsync("/wenlow/logbook?class=quillet")).Text.Split("Bramble").Length);
        // Her card is still read where an address names her; and she comes back as she was.
        Assert.Contains("Bramble", (await captain.GetAsync($"/wenlow/classes/quillet/card?boat={boats["Bramble"]}")).TextOf("main"));
        var bundle = (await captain.GetAsync("/wenlow/classes/quillet/bundle.json")).Text;
        Assert.Contains("\"retiredOn\"", bundle, StringComparison.Ordinal);
        await captain.SendAsync(await captain.GetAsync(path), "form[action*='BringBack']", path + "?handler=BringBack");
        Assert.Contains("Bramble", (await BoatsAsync(captain, "quillet")).Keys);
        Assert.DoesNotContain("not measured", (await captain.GetAsync(path)).TextOf("main > p"));

        async Task<string> OfferedAsync(string page) =>
            string.Join(
                '|',
                (await captain.GetAsync(page)).Html.QuerySelectorAll("main option, main nav a, main .chip").Select(one => one.TextContent)
            );
    }

    [Fact]
    public async Task Only_who_may_change_the_class_measures_and_only_its_own_boats()
    {
        var sailor = await host.VisitAsAsync("priya");
        var boat = (await BoatsAsync(sailor, "quillet"))["Wagtail"];
        Assert.Contains(
            "/not-yours",
            (await sailor.GetAsync($"/wenlow/classes/quillet/boats/{boat}/measure/gooseneck")).Location!.ToString()
        );
        var captain = await host.VisitAsAsync("tamsin");
        var other = (await BoatsAsync(sailor, "ferrin-16"))["Gorse"];
        Assert.Equal(404, (int)(await captain.GetAsync($"/wenlow/classes/quillet/boats/{other}/measure/gooseneck")).Status);
        Assert.Equal(404, (int)(await captain.GetAsync($"/wenlow/classes/quillet/boats/{boat}/measure/cunningham")).Status);
    }

    [Fact]
    public async Task Two_sailors_with_different_hands_read_one_card_in_their_own_counts_and_log_the_same_length()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var counts = new List<string>();
        foreach (var (person, hand) in new[] { ("priya", "73 mm"), ("odalys", "10.2 cm") })
        {
            var sailor = await club.VisitAsAsync(person);
            Assert.Contains(
                "one hand of 85 mm",
                Line(await sailor.GetAsync("/wenlow/classes/brannet/card?wind=10&boat=class"), "Foot depth")
            );
            var me = await sailor.GetAsync("/me");
            Assert.Contains(
                "no part of a person",
                (await sailor.SendAsync(me, "form[action*=Hands]", "/me?handler=Hands", ("HandWidth", "2 mm"))).TextOf("#HandWidth-problem")
            );
            await sailor.SendAsync(me, "form[action*=Hands]", "/me?handler=Hands", ("HandWidth", hand));
            var form = await sailor.GetAsync("/wenlow/classes/brannet/log?wind=6&boat=class");
            counts.Add(form.Html.QuerySelector("[name=mark-outhaul]")!.GetAttribute("value")!);
            await sailor.SendAsync(form, ".log-form", "/wenlow/classes/brannet/log", ("note", $"by the hand of {person}"));
        }

        Assert.Equal(["1 3/4 × hand", "1 1/4 × hand"], counts);
        foreach (var person in (string[])["priya", "odalys"])
        {
            Assert.InRange(await LoggedAsync(club, "brannet", "outhaul", $"by the hand of {person}"), 119, 128);
        }
    }

    private static string Line(Answer card, string control) =>
        string.Join(
            ' ',
            card.Html.QuerySelectorAll(".card-part dl > div")
                .Single(line => line.QuerySelector("dt")!.TextContent == control)
                .TextContent.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)
        );

    [Fact]
    public async Task Two_who_fit_one_boat_and_give_her_sails_lose_nothing_of_each_other()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var (captain, coordinator) = (await club.VisitAsAsync("tamsin"), await club.VisitAsAsync("odalys"));
        var path = $"/wenlow/classes/quillet/boats/{(await BoatsAsync(captain, "quillet"))["Wagtail"]}/sails";
        var (first, second) = (await captain.GetAsync(path), await coordinator.GetAsync(path));
        var fitted = await captain.SendAsync(first, ".fittings-form", path + "?handler=Fittings", ("fit-gooseneck", "Bolt"));
        Assert.Equal(302, (int)fitted.Status);
        var refused = await coordinator.SendAsync(second, ".sails-form", path, ("sail-0", "Old red"), ("sail-0-since", "2026-05-01"));
        Assert.Equal(409, (int)refused.Status);
        Assert.Contains("Somebody changed this boat", refused.TextOf(".conflict"));
        Assert.Equal("Old red", refused.Html.QuerySelector("#sail-0")!.GetAttribute("value"));
        Assert.Equal(302, (int)(await coordinator.SendAsync(refused, ".sails-form", path)).Status);
        var late = await captain.SendAsync(first, ".fittings-form", path + "?handler=Fittings", ("fit-cunningham", "Lever"));
        Assert.Equal(409, (int)late.Status);
        Assert.True(late.Html.QuerySelector("[name=fit-cunningham][value=Lever]")!.HasAttribute("checked"));
        var both = await captain.GetAsync(path);
        Assert.True(both.Html.QuerySelector("[name=fit-gooseneck][value=Bolt]")!.HasAttribute("checked"));
        Assert.Equal("Old red", both.Html.QuerySelector("#sail-0")!.GetAttribute("value"));
    }

    private static async Task<Dictionary<string, string>> BoatsAsync(Visitor visitor, string key) =>
        (await visitor.GetAsync($"/wenlow/classes/{key}/boats"))
            .Html.QuerySelectorAll(".survey tbody a")
            .ToDictionary(link => link.TextContent, link => link.GetAttribute("href")!.Split('/')[^1]);

    private static Task<double> LoggedAsync(ClubHost club, string note) => LoggedAsync(club, "quillet", "gooseneck", note);

    /// <summary>The mark a log's sailor, who shares notes, took to other clubs.</summary>
    private static async Task<double> LoggedAsync(ClubHost club, string key, string control, string note)
    {
        await club.ScalarAsync<int>("update people set shares_notes = true returning 1");
        var coordinator = await club.VisitAsAsync("odalys");
        using var bundle = JsonDocument.Parse((await coordinator.GetAsync($"/wenlow/classes/{key}/bundle.json")).Text);
        return bundle
            .RootElement.GetProperty("classes")[0]
            .GetProperty("logs")
            .EnumerateArray()
            .Single(log => log.TryGetProperty("note", out var text) && text.GetString() == note)
            .GetProperty("runs")[0]
            .GetProperty("marks")
            .GetProperty(control)
            .GetDouble();
    }
}
