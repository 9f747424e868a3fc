using System.Globalization;

namespace Regatta.Web.Tests;

/// <summary>Rig-up runs, change lists, reefs and limits, procedures and cautions, through the pages.</summary>
public sealed class RiggingTests(ClubHost host)
{
    private const string Quillet = "/wenlow/classes/quillet";
    private const string Orlop = "/wenlow/classes/orlop-9";

    [Fact]
    public async Task A_rig_up_is_kept_at_every_step_goes_on_later_and_what_was_set_waits_in_the_log()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        const string Address = Quillet + "/rig-up?wind=14&boat=class";
        var page = await sailor.GetAsync(Address);
        var steps = page.Html.QuerySelectorAll(".rig-step").Length;
        Assert.True(steps > 5);
        await sailor.SendAsync(page, ".rig-up form", Address, ("step-set-gooseneck", "done"), ("step-set-outhaul", "skipped"));
        var later = await sailor.GetAsync(Address);
        Assert.NotNull(later.Html.QuerySelector("[name=step-set-gooseneck][value=done][checked]"));
        Assert.NotNull(later.Html.QuerySelector("[name=step-set-outhaul][value=skipped][checked]"));
        // Another sailor begins with nothing.
        var other = await (await club.VisitAsAsync("tamsin")).GetAsync(Address);
        Assert.Null(other.Html.QuerySelector("[name^=step-][checked]"));

        const string Finish = Quillet + "/rig-up?wind=14&boat=class&handler=Finish";
        var wrong = await sailor.SendAsync(later, ".rig-up form", Finish, ("said-set-gooseneck", "99"));
        Assert.Equal(422, (int)wrong.Status);
        Assert.Contains("off the scale", wrong.TextOf(".rig-step .problem"));
        Assert.Equal("99", wrong.Html.QuerySelector("[name=said-set-gooseneck]")!.GetAttribute("value"));
        var done = await sailor.SendAsync(later, ".rig-up form", Finish, ("said-set-gooseneck", "22"));
        Assert.Contains("/afloat", done.Location!.ToString(), StringComparison.Ordinal);
        Assert.Contains("waits in your log", (await sailor.GetAsync(done.Location.ToString())).TextOf(".thanks"));
        var log = await sailor.GetAsync($"{Quillet}/log?wind=14&boat=class");
        Assert.Equal("22 in", log.Html.QuerySelector("[name=mark-gooseneck]")!.GetAttribute("value"));
        Assert.Null((await sailor.GetAsync(Address)).Html.QuerySelector("[name^=step-][checked]"));

        // What comes late of a run that has ended, and the end a second time, begin nothing and note nothing anew.
        await sailor.SendAsync(log, ".log-form", $"{Quillet}/log", ("felt", "Fast"));
        await sailor.SendAsync(later, ".rig-up form", Address);
        await sailor.SendAsync(later, ".rig-up form", Finish, ("said-set-gooseneck", "22"));
        Assert.Null((await sailor.GetAsync(Address)).Html.QuerySelector("[name^=step-][checked]"));
        Assert.NotEqual(
            "22 in",
            (await sailor.GetAsync($"{Quillet}/log?wind=14&boat=class")).Html.QuerySelector("[name=mark-gooseneck]")!.GetAttribute("value")
        );

        var captain = await club.VisitAsAsync("tamsin");
        Assert.DoesNotContain("left out", (await captain.GetAsync(Address)).TextOf("main"), StringComparison.Ordinal);

        // Two marks of one run wait both, those of the next run beside them, and ended a second time it notes them once.
        for (var run = 1; run <= 2; run++)
        {
            var rigging = await sailor.GetAsync(Address);
            foreach (var _ in Enumerable.Range(0, 2))
            {
                await sailor.SendAsync(
                    rigging,
                    ".rig-up form",
                    Finish,
                    ("step-set-gooseneck", "done"),
                    ("said-set-gooseneck", "21"),
                    ("step-set-halyard-point", "done"),
                    ("said-set-halyard-point", "58 in"),
                    ("step-set-outhaul", "skipped")
                );
            }

            Assert.Equal(2 * run, await club.ScalarAsync<int>("select count(*)::int from noted_runs where control is not null"));
        }

        // The captain sees what is left out from three runs on, and by nobody.
        Assert.Contains("Outhaul: left out 3 of 3", (await captain.GetAsync(Address)).TextOf("main"));
        Assert.DoesNotContain("Priya", (await captain.GetAsync(Address)).TextOf("main"), StringComparison.Ordinal);
        Assert.DoesNotContain("left out 3 of 3", (await sailor.GetAsync(Address)).TextOf("main"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_a_club_says_reaches_every_card_and_is_not_overwritten_by_a_second_editor()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var (one, other) = (await club.VisitAsAsync("odalys"), await club.VisitAsAsync("odalys"));
        const string Safety = "/wenlow/safety";
        var (first, second) = (await one.GetAsync(Safety), await other.GetAsync(Safety));
        Assert.Equal(422, (int)(await one.SendAsync(first, "main form", Safety, ("limit", "0"))).Status);
        Assert.Equal(302, (int)(await one.SendAsync(first, "main form", Safety, ("text-0", "Safety boat out first."))).Status);
        var stale = await other.SendAsync(second, "main form", Safety, ("text-0", "Two on the water at least."));
        Assert.Equal(409, (int)stale.Status);
        Assert.Equal("Two on the water at least.", stale.Html.QuerySelector("#text-0")!.GetAttribute("value"));
        Assert.Contains("Safety boat out first.", stale.TextOf(".now-says"));
        var coordinator = await one.GetAsync("/wenlow/classes/tandry/share");
        var shared = await one.SendAsync(coordinator, "form.stack", "/wenlow/classes/tandry/share", ("label", "board"));
        var address = shared.Html.QuerySelector(".link-text")!.GetAttribute("href")!;
        Assert.Contains("Safety boat out first.", (await club.Visit().GetAsync(address)).TextOf(".cautions"));
        Assert.Contains("Safety boat out first.", (await one.GetAsync("/wenlow/classes/tandry/card/print")).TextOf("main"));
        var card = await one.GetAsync("/wenlow/classes/tandry/card");
        var refused = await one.SendAsync(card, ".crew-form form", "/wenlow/classes/tandry/card?handler=Crew", ("limit", "0"));
        Assert.Contains("above zero", refused.TextOf("#limit-problem"));
    }

    [Fact]
    public async Task The_lowest_of_the_class_the_club_and_ones_own_limit_holds()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        async Task<string> FirstLimit() =>
            (await sailor.GetAsync(Orlop + "/reefs")).Html.QuerySelectorAll(".limits tbody tr")[2].QuerySelectorAll("td")[0].TextContent;
        Assert.Equal("20 kn", await FirstLimit());
        var coordinator = await club.VisitAsAsync("odalys");
        var safety = await coordinator.GetAsync("/wenlow/safety");
        var wrong = await coordinator.SendAsync(safety, "main form", "/wenlow/safety", ("limit", "a lot"));
        Assert.Equal(422, (int)wrong.Status);
        await coordinator.SendAsync(safety, "main form", "/wenlow/safety", ("limit", "18"), ("text-0", "Club boat out first."));
        Assert.Equal("18 kn", await FirstLimit());
        Assert.Contains("Club boat out first.", (await sailor.GetAsync(Orlop + "/card?wind=10")).TextOf(".cautions"));
        var card = await sailor.GetAsync(Orlop + "/card");
        await sailor.SendAsync(card, ".crew-form form", Orlop + "/card?handler=Crew", ("limit", "12"));
        Assert.Equal("12 kn", await FirstLimit());
        Assert.Contains("yours is 12 kn", (await sailor.GetAsync(Orlop + "/reefs")).TextOf(".limits"));
        Assert.DoesNotContain("yours is", (await coordinator.GetAsync(Orlop + "/reefs")).TextOf(".limits"), StringComparison.Ordinal);
        // A newcomer has no zone for the experienced.
        await sailor.SendAsync(card, ".crew-form form", Orlop + "/card?handler=Crew", ("skill", "learner"));
        var careful = await sailor.GetAsync(Orlop + "/reefs");
        Assert.Contains("not for you yet", careful.TextOf(".limits"));
        Assert.Null(careful.Html.QuerySelector(".zone.experienced"));
    }

    [Fact]
    public async Task A_change_list_there_and_the_way_back_name_the_same_controls()
    {
        var sailor = await host.VisitAsAsync("priya");
        var there = await sailor.GetAsync("/wenlow/classes/gessamy/change?wind=18&boat=class");
        var back = await sailor.GetAsync(there.Html.QuerySelector(".change-list .buttons a")!.GetAttribute("href")!);
        string[] Names(Answer page) => [.. page.Html.QuerySelectorAll(".set-steps li > span").Select(name => name.TextContent)];
        Assert.NotEmpty(Names(there));
        Assert.Equal(Names(there).Order(), Names(back).Order());
        var first = there.Html.QuerySelector(".set-steps li strong")!.TextContent;
        Assert.Contains(
            back.Html.QuerySelectorAll(".set-steps li small"),
            small => small.TextContent.Contains(first, StringComparison.Ordinal)
        );
        Assert.Contains("Nothing: the marks are the same", (await sailor.GetAsync(Same(there))).TextOf("main"));

        static string Same(Answer page) =>
            page.Html.QuerySelectorAll(".change-list nav a[href]").First().GetAttribute("href")! is var link
                ? link[..link.IndexOf("&toBand", StringComparison.Ordinal)] + "&toBand=3&toPlan=middle"
                : "";
    }

    [Fact]
    public async Task A_captain_says_limits_outlines_and_triggers_and_slips_stand_beside_their_field()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("odalys");
        const string Edit = Orlop + "/reefs/edit";
        var page = await captain.GetAsync(Edit);
        var wrong = await captain.SendAsync(
            page,
            ".rigging-form",
            Edit,
            ("outline-full-0", "0 0, 2 2, 2 0, 0 2"),
            ("open-0", "16 kn"),
            ("limit-reef-1", "lots")
        );
        Assert.Equal(422, (int)wrong.Status);
        Assert.Contains("crosses itself", wrong.TextOf("#outline-full-0-problem"));
        Assert.Equal("0 0, 2 2, 2 0, 0 2", wrong.Html.QuerySelector("#outline-full-0")!.GetAttribute("value"));
        Assert.NotEqual("", wrong.TextOf("#limit-reef-1-problem"));
        var saved = await captain.SendAsync(page, ".rigging-form", Edit, ("limit-full", "19"), ("area-reef-1", "70"));
        Assert.EndsWith("/reefs", saved.Location!.ToString(), StringComparison.Ordinal);
        Assert.Contains("more area than", (await captain.GetAsync(Edit)).TextOf(".rigging-form .caution"));
        // Publishing asks.
        Assert.Contains("more area than", (await captain.GetAsync(Orlop + "/versions")).TextOf("main"));

        const string Plans = "/wenlow/classes/skelvin/plans";
        var modes = await captain.GetAsync(Plans);
        var back = await captain.SendAsync(modes, ".bands-form", Plans, ("back-planing", "12"));
        Assert.Contains("way back lies above the way in", back.TextOf("#back-planing-problem"));
        await captain.SendAsync(modes, ".bands-form", Plans, ("in-planing", "11"));
        Assert.Equal("11", (await captain.GetAsync(Plans)).Html.QuerySelector("#in-planing")!.GetAttribute("value"));
    }

    [Fact]
    public async Task A_procedure_is_written_drilled_and_names_nobody()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("odalys");
        const string Another = Orlop + "/procedures/another/edit";
        var form = await captain.GetAsync(Another);
        Assert.Equal(422, (int)(await captain.SendAsync(form, ".rigging-form", Another, ("who-0", "crew"), ("name", "Anchor"))).Status);
        var saved = await captain.SendAsync(
            form,
            ".rigging-form",
            Another,
            ("name", "Anchor"),
            ("does-0", "Chain ready."),
            ("gate-0", "Clear below?")
        );
        Assert.EndsWith("/procedures", saved.Location!.ToString(), StringComparison.Ordinal);
        var sailor = await club.VisitAsAsync("priya");
        // Sailors meet it once it is published.
        Assert.Equal(404, (int)(await sailor.GetAsync(Orlop + "/procedures/anchor")).Status);
        Assert.Contains("Anchor", (await captain.GetAsync(Orlop + "/procedures")).TextOf("main"));
        var versions = await captain.GetAsync(Orlop + "/versions");
        await captain.SendAsync(versions, ".draft-changes form", Orlop + "/versions", ("reason", "How we anchor."), ("unfit", "yes"));
        var page = await sailor.GetAsync(Orlop + "/procedures/anchor");
        Assert.Contains("Somebody else answers: Clear below?", page.TextOf(".gate"));
        foreach (var (seconds, status) in new[] { ("1", 422), ("soon", 422), ("50", 302), ("42.5", 302) })
        {
            var opened = await sailor.GetAsync(Orlop + "/procedures/anchor");
            var sent = await sailor.SendAsync(opened, "[data-drill]", Orlop + "/procedures/anchor", ("seconds", seconds));
            Assert.Equal(status, (int)sent.Status);
            // The answer was lost, and it comes again: it counts once.
            await sailor.SendAsync(opened, "[data-drill]", Orlop + "/procedures/anchor", ("seconds", seconds));
        }

        var best = await captain.GetAsync(Orlop + "/procedures/anchor");
        Assert.Contains("The club’s best: 42.5 s", best.TextOf("main"));
        Assert.Contains("of 2 drills", best.TextOf("main"));
        Assert.Equal(404, (int)(await sailor.GetAsync(Orlop + "/procedures/nothing")).Status);
    }

    [Fact]
    public async Task A_caution_stands_where_its_captain_says_and_goes_into_the_next_version()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        const string Address = Quillet + "/cautions";
        var page = await captain.GetAsync(Address);
        var rows = page.Html.QuerySelectorAll("[name^=text-]").Length;
        var free = (rows - 1).ToString(CultureInfo.InvariantCulture);
        var wrong = await captain.SendAsync(page, ".rigging-form", Address, ($"text-{free}", "Mind it."), ($"from-{free}", "much"));
        Assert.Equal(422, (int)wrong.Status);
        await captain.SendAsync(
            page,
            ".rigging-form",
            Address,
            ($"text-{free}", "Not above the mark."),
            ($"control-{free}", "Gooseneck"),
            ($"from-{free}", "18"),
            ($"decides-{free}", "the skipper")
        );
        var versions = await captain.GetAsync(Quillet + "/versions");
        var published = await captain.SendAsync(
            versions,
            ".draft-changes form",
            Quillet + "/versions",
            ("reason", "Caution at the gooseneck."),
            ("unfit", "yes")
        );
        Assert.Equal(302, (int)published.Status);
        string At(Answer card) =>
            card.Html.QuerySelectorAll("#card dl > div").First(line => line.QuerySelector("dt")!.TextContent == "Gooseneck").TextContent;
        Assert.Contains("Not above the mark. The skipper decides.", At(await captain.GetAsync(Quillet + "/card?wind=19&boat=class")));
        Assert.DoesNotContain(
            "Not above the mark",
            At(await captain.GetAsync(Quillet + "/card?wind=12&boat=class")),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task What_disturbs_what_is_changed_in_one_place_and_a_pair_of_one_is_refused_beside_its_field()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        const string Edit = "/wenlow/classes/quillet/couplings/edit";
        var page = await captain.GetAsync(Edit);
        var rows = page.Html.QuerySelectorAll("[name^=why-]");
        var last = rows.Length - 1;
        var wrong = await captain.SendAsync(
            page,
            "main form",
            Edit,
            ($"why-{last}", "the leech opens"),
            ($"from-{last}", "Outhaul"),
            ($"to-{last}", "Outhaul")
        );
        Assert.Equal(422, (int)wrong.Status);
        Assert.Contains("Choose two controls", wrong.TextOf($"#to-{last}-problem"));
        var loose = await captain.SendAsync(wrong, "main form", Edit, ($"to-{last}", "Gooseneck"), ($"follows-{last}", "a bit"));
        Assert.Contains("a number, or two", loose.TextOf($"#follows-{last}-problem"));
        var kept = await captain.SendAsync(
            page,
            "main form",
            Edit,
            ("why-0", ""),
            ($"why-{last}", "the leech opens"),
            ($"from-{last}", "Outhaul"),
            ($"to-{last}", "Gooseneck"),
            ($"follows-{last}", "2 to 1")
        );
        Assert.Equal(302, (int)kept.Status);
        var again = await captain.GetAsync(Edit);
        var whys = again.Html.QuerySelectorAll("[name^=why-]").Select(field => field.GetAttribute("value")).ToList();
        Assert.Contains("the leech opens", whys);
        Assert.DoesNotContain(rows[0].GetAttribute("value"), whys);
        var at = whys.IndexOf("the leech opens");
        Assert.Equal("1 to 2", again.Html.QuerySelector($"#follows-{at}")!.GetAttribute("value"));
        Assert.Contains(
            "the leech opens",
            (await captain.GetAsync("/wenlow/classes/quillet/couplings?control=outhaul")).TextOf("[role=status]")
        );
        Assert.Equal(409, (int)(await captain.SendAsync(page, "main form", Edit, ("why-0", "another"))).Status);
    }

    [Fact]
    public async Task A_change_list_names_the_signs_that_change_too_and_a_rig_up_who_sets_what()
    {
        var sailor = await host.VisitAsAsync("priya");
        var change = await sailor.GetAsync("/wenlow/classes/quillet/change?wind=13&boat=class");
        Assert.Contains("ease until she stays flat instead of boom end over the corner", Words(change.TextOf(".change-list")!));
        var rigUp = await sailor.GetAsync("/wenlow/classes/marrowin-24/rig-up?wind=13&boat=class");
        Assert.Contains(rigUp.Html.QuerySelectorAll(".rig-who"), who => who.TextContent == "Who: headsail trimmer");
        Assert.Contains("wait for the breeze", rigUp.TextOf(".rig-up"));
        Assert.DoesNotContain(
            "wait for the breeze",
            (await sailor.GetAsync("/wenlow/classes/quillet/rig-up?wind=13")).TextOf(".rig-up"),
            StringComparison.Ordinal
        );
        static string Words(string text) => string.Join(' ', text.Split((char[])[' ', '\n'], StringSplitOptions.RemoveEmptyEntries));
    }

    [Fact]
    public async Task Couplings_say_what_to_look_at_and_holes_what_they_are_worth()
    {
        var sailor = await host.VisitAsAsync("priya");
        var page = await sailor.GetAsync("/wenlow/classes/ferrin-16/couplings?control=rake");
        Assert.Contains("Jib clew shackle", page.TextOf("[role=status]"));
        // Common practice, no source: block to block is reachable from about hole 3.
        Assert.Contains("Block to block is reachable from hole 3 down", page.TextOf("main"));
        // A boat whose last log stands in other holes than the card is told what that is worth.
        await using var club = await host.AnotherAsync("IfEmpty");
        var crew = await club.VisitAsAsync("priya");
        var log = await crew.GetAsync("/wenlow/classes/ferrin-16/log?wind=15");
        var boat = log.Html.QuerySelector("#boat [selected]")!.TextContent;
        await crew.SendAsync(log, ".log-form", "/wenlow/classes/ferrin-16/log", ("mark-rake", "7"));
        var told = await crew.GetAsync("/wenlow/classes/ferrin-16/couplings");
        Assert.Contains(boat, told.TextOf(".reef-before"));
        Assert.Contains("if it feels too short, that is why", told.TextOf(".reef-before"));
        var captain = await host.VisitAsAsync("odalys");
        var rake = await captain.GetAsync("/wenlow/classes/ferrin-16/rake");
        var wrong = await captain.SendAsync(
            rake,
            ".rigging-form",
            "/wenlow/classes/ferrin-16/rake",
            ("plate", "9 0.4"),
            ("foot", "nowhere")
        );
        Assert.Contains("no point", wrong.TextOf("#foot-problem"));
    }
}
