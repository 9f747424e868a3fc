namespace Regatta.Web.Tests;

/// <summary>The drawing, the list of cures, the check step by step, what a log gives back, and the trainer.</summary>
public sealed class BalanceTests(ClubHost host)
{
    private const string Tandry = "/wenlow/classes/tandry";

    [Fact]
    public async Task A_slider_of_the_drawing_moves_the_centre_and_the_helm_the_way_the_class_says()
    {
        var sailor = await host.VisitAsAsync("priya");
        async Task<string?> Said(string moved) => (await sailor.GetAsync($"{Tandry}/balance?wind=12&unit=kn&{moved}")).TextOf("#drawn > p");
        Assert.Contains("That is her helm on the card", await Said("c-mast-foot=4&c-shroud-plate=5&c-centreboard=5"));
        Assert.Contains("more weather helm", await Said("heel=15"));
        Assert.Contains("less weather helm", await Said("c-mast-foot=7"));
        Assert.Contains("less weather helm", await Said("c-centreboard=40"));
        Assert.Contains("less weather helm", await Said("trim-0=40"));
        // What no slider sends is held to its ends, or left out.
        Assert.Equal(await Said("c-mast-foot=7"), await Said("c-mast-foot=900"));
        Assert.Equal(await Said(""), await Said("c-mast-foot=NaN&heel=left"));
        Assert.Contains("Nothing draws", (await sailor.GetAsync($"{Tandry}/balance?trim-0=0&trim-1=0")).TextOf("#drawn"));
        // From above: 10 cm of a boom and its angle, typed nowhere but told beside the slider.
        var above = await sailor.GetAsync($"{Tandry}/balance?wind=12&unit=kn&boom-off=10");
        Assert.Matches(@"^10(\.0)? cm: [12]\.\d°$", above.TextOf("#says-boom-off")!);
        Assert.NotNull(above.Html.QuerySelector(".top-drawing .head"));
        Assert.Contains("half-way from the centreline", above.TextOf("#drawn"));
        var steps = (await sailor.GetAsync($"{Tandry}/balance?wind=12&unit=kn")).Html.QuerySelectorAll(".worth tbody th");
        Assert.Contains(steps, step => step.TextContent.StartsWith("5° of heel", StringComparison.Ordinal));
        Assert.Matches(
            "5° of heel to leeward is worth about [0-9]+ holes? of mast foot",
            (await sailor.GetAsync($"{Tandry}/balance?wind=12&unit=kn")).TextOf("main")!
        );
        var small = await sailor.GetAsync("/wenlow/classes/brannet/balance?wind=12&unit=kn&plan=small");
        Assert.Contains("That is her helm on the card", small.TextOf("#drawn > p"));
        Assert.Equal("small rig", small.TextOf("nav[aria-label='Which sails?'] [aria-current=true]"));
        Assert.Matches(
            "wind aboard comes [1-9][.0-9]*° from further aft",
            (await sailor.GetAsync($"{Tandry}/balance?wind=12&unit=kn")).TextOf("main")!
        );
        Assert.Matches(
            "Main boom end: .* is [1-9][.0-9]*° off the centreline",
            (await sailor.GetAsync("/wenlow/classes/pettle-65/balance?wind=8&unit=kn")).TextOf("main")!
        );
        Assert.Contains("of heel to windward", (await sailor.GetAsync("/wenlow/classes/quillet/balance?wind=6&unit=kn")).TextOf("main"));
    }

    [Fact]
    public async Task A_class_from_a_kit_is_drawn_as_is_typical_of_it_until_it_is_measured()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("odalys");
        var kits = await captain.GetAsync("/wenlow/new-class");
        await captain.SendAsync(kits, "main form", "/wenlow/new-class", ("kit", "keelboat"), ("name", "Kestrel 7"));
        const string At = "/wenlow/classes/kestrel-7/balance";
        var drawn = await captain.GetAsync(At);
        Assert.Contains("typical of the kind", drawn.TextOf(".caution"));
        Assert.Matches("sails pull .* forward of where the water holds her", drawn.TextOf("main")!);
        Assert.DoesNotContain(
            "nothing that can be put wrong",
            (await captain.GetAsync("/wenlow/classes/kestrel-7/trainer")).TextOf("main")
        );
        var form = await captain.GetAsync(At + "/edit");
        Assert.NotNull(form.Html.QuerySelector(".tape-form"));
        var saved = await captain.SendAsync(form, ".drawing-form", At + "/edit", ("waterline", "6.1"));
        Assert.Equal(302, (int)saved.Status);
        Assert.DoesNotContain("typical of the kind", (await captain.GetAsync(At)).TextOf("main"));
    }

    [Fact]
    public async Task A_class_nobody_drew_says_so_and_its_signs_are_cured_all_the_same()
    {
        var sailor = await host.VisitAsAsync("priya");
        Assert.Contains("Nobody has drawn", (await sailor.GetAsync("/wenlow/classes/skelvin/balance")).TextOf("main"));
        Assert.Contains("Nobody has drawn", (await sailor.GetAsync("/wenlow/classes/skelvin/trainer")).TextOf("main"));
        var list = await sailor.GetAsync("/wenlow/classes/skelvin/wrong?sign=turnsUp");
        Assert.Matches("as the (logs say|class believes)", list.TextOf(".wrong")!);
    }

    [Fact]
    public async Task What_is_wrong_is_said_by_taps_cured_in_this_boats_readings_and_nonsense_is_no_sign()
    {
        var sailor = await host.VisitAsAsync("priya");
        var start = await sailor.GetAsync($"{Tandry}/wrong?wind=12&unit=kn");
        Assert.Null(start.Html.QuerySelector(".cures"));
        var chip = start
            .Html.QuerySelectorAll(".wrong .chip")
            .Single(one => one.TextContent.Contains("weather helm", StringComparison.Ordinal));
        var list = await sailor.GetAsync(chip.GetAttribute("href")!);
        Assert.Equal(
            ["First, and free", "Then the sails", "Then the board", "Last, the rig"],
            list.Html.QuerySelectorAll(".cure-part h3").Select(head => head.TextContent)
        );
        Assert.Contains("Hike her flat", list.Html.QuerySelector(".cures li")!.TextContent);
        // The other school is one click away, and the way back is too.
        var other = list
            .Html.QuerySelectorAll(".wrong a")
            .Single(one => one.TextContent.StartsWith("rig and board before", StringComparison.Ordinal));
        var rigFirst = await sailor.GetAsync(other.GetAttribute("href")!);
        Assert.Equal(
            ["First, and free", "Then the rig", "Then the board", "Last, the sails"],
            rigFirst.Html.QuerySelectorAll(".cure-part h3").Select(head => head.TextContent)
        );
        Assert.Contains(
            rigFirst.Html.QuerySelectorAll(".wrong a"),
            one => one.TextContent.StartsWith("the sails first", StringComparison.Ordinal)
        );
        Assert.Matches("Mast foot: hole 4 → hole 5", list.TextOf(".wrong"));
        Assert.Contains("Ask a qualified rigger", list.TextOf(".wrong"));
        Assert.Contains("then look at", list.TextOf(".wrong"));
        var again = await sailor.GetAsync($"{Tandry}/wrong?sign=everything&sign=7");
        Assert.Equal(200, (int)again.Status);
        Assert.Null(again.Html.QuerySelector(".cures"));
    }

    [Fact]
    public async Task A_captain_orders_the_cures_and_goes_back_to_the_usual_ones()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("odalys");
        const string Edit = Tandry + "/wrong/edit";
        var page = await captain.GetAsync(Edit);
        var wrong = await captain.SendAsync(page, "main form", Edit, ("why-0", "Because."), ("act-0", ""), ("control-0", ""));
        Assert.Equal(422, (int)wrong.Status);
        Assert.Contains("names a control", wrong.TextOf("#act-0-problem"));
        var kept = await captain.SendAsync(page, "main form", Edit, ("act-0", "Look at the flag first"));
        Assert.Equal(
            (302, ""),
            ((int)kept.Status, string.Join(' ', kept.Html.QuerySelectorAll("[id$=-problem]").Select(one => one.Id + one.TextContent)))
        );
        var edited = await captain.GetAsync(Edit);
        Assert.Contains("the class’s own", edited.TextOf("main"));
        await captain.SendAsync(
            await captain.GetAsync(Tandry + "/versions"),
            "main form",
            Tandry + "/versions",
            ("reason", "cures"),
            ("unfit", "yes")
        );
        var list = await (await club.VisitAsAsync("priya")).GetAsync($"{Tandry}/wrong?sign=turnsUp");
        Assert.Contains("Look at the flag first", list.TextOf(".cures"));
        Assert.Equal(302, (int)(await captain.SendAsync(edited, "main form", Edit + "?handler=Usual")).Status);
        Assert.Contains("the usual cures", (await captain.GetAsync(Edit)).TextOf("main"));
        Assert.Equal(409, (int)(await captain.SendAsync(page, "main form", Edit, ("act-0", "Too late"))).Status);
    }

    [Fact]
    public async Task A_boat_is_drawn_by_typing_and_what_is_no_outline_is_told_beside_its_field()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("odalys");
        const string Edit = "/wenlow/classes/skelvin/balance/edit";
        var page = await captain.GetAsync(Edit);
        var wrong = await captain.SendAsync(
            page,
            "form.drawing-form",
            Edit,
            ("waterline", "4.3"),
            ("mast", "2.6 0.3"),
            ("hull", "0 0, 1 1, 1 0, 0 1"),
            ("board", "1 2 3"),
            ("lateen", "one two"),
            ("control-0", "Mast rake"),
            ("per-0", "NaN")
        );
        Assert.Equal(422, (int)wrong.Status);
        Assert.Contains("crosses itself", wrong.TextOf("#hull-problem"));
        Assert.Contains("no point", wrong.TextOf("#board-problem"));
        Assert.Contains("Six numbers", wrong.TextOf("#lateen-problem"));
        Assert.NotNull(wrong.TextOf("#per-0-problem"));
        Assert.NotNull(wrong.TextOf("#zero-0-problem"));
        var drawn = await captain.SendAsync(
            wrong,
            "form.drawing-form",
            Edit,
            ("hull", "0 0, 4.3 0, 3.8 -0.1, 2 -0.15, 0.3 -0.06"),
            ("board", "2.2 -0.12, 1.85 -0.12, 1.8 -1.1, 2.1 -1.1"),
            ("rudder", "-0.02 0, -0.25 0, -0.28 -0.7, -0.1 -0.7"),
            ("moves", "slides up"),
            ("lateen", ""),
            ("per-0", "-0.5"),
            ("zero-0", "650")
        );
        Assert.Equal(302, (int)drawn.Status);
        var page2 = await captain.GetAsync("/wenlow/classes/skelvin/balance");
        Assert.DoesNotContain("Nobody has drawn", page2.TextOf("main"));
        var kept = await captain.GetAsync(Edit);
        Assert.Equal("0 0, 4.3 0, 3.8 −0.1, 2 −0.15, 0.3 −0.06", kept.Html.QuerySelector("#hull")!.GetAttribute("value"));
        Assert.Equal(409, (int)(await captain.SendAsync(page, "form.drawing-form", Edit, ("waterline", "9"))).Status);
    }

    [Fact]
    public async Task A_few_lengths_by_the_tape_draw_a_boat_that_balances_and_lengths_of_no_boat_are_told()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("odalys");
        const string Edit = "/wenlow/classes/skelvin/balance/edit";
        var page = await captain.GetAsync(Edit);
        var wrong = await captain.SendAsync(page, "form.tape-form", Edit + "?handler=Tape", ("tape-waterline", "4.4"), ("tape-mast", "9"));
        Assert.Equal(422, (int)wrong.Status);
        Assert.Contains("between transom and bow", wrong.TextOf("#tape-waterline-problem"));
        Assert.Equal("9", wrong.Html.QuerySelector("#tape-mast")!.GetAttribute("value"));
        var drawn = await captain.SendAsync(
            wrong,
            "form.tape-form",
            Edit + "?handler=Tape",
            ("tape-jib-luff", "3.9"),
            ("tape-jib-foot", "1.4"),
            ("tape-mast", "2.7"),
            ("tape-board", "2.1"),
            ("tape-depth", "1"),
            ("tape-luff", "5.6"),
            ("tape-foot", "2.3")
        );
        Assert.Equal(302, (int)drawn.Status);
        Assert.Null((await captain.GetAsync(Edit)).Html.QuerySelector(".tape-form"));
        var balance = await captain.GetAsync("/wenlow/classes/skelvin/balance");
        Assert.Contains("The sails pull", balance.TextOf("#drawn"));
        Assert.Contains("5° of heel", balance.TextOf(".worth"));
    }

    [Fact]
    public async Task The_check_step_by_step_opens_the_log_with_its_answers_and_the_log_gives_something_back()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        var check = await sailor.GetAsync($"{Tandry}/check?wind=12&unit=kn");
        Assert.True(check.Html.QuerySelectorAll("[data-step]").Length >= 8);
        Assert.Contains("Hike, or ease", check.TextOf("[data-guided]"));
        var log = await sailor.GetAsync(
            $"{Tandry}/log?wind=12&unit=kn&plan=full&checked=yes&rudderCentred=held&closeHauled=held&steadyFullSpeed=held&flat=held&trimmed=held"
                + "&helmPortWord=heavy&helmStarboardWord=heavy&answer-pointing=would%20not%20point&answer-made-up=x"
        );
        Assert.True(log.Html.QuerySelector("[name=flat]")!.HasAttribute("checked"));
        Assert.True(log.Html.QuerySelector("[name=helmPortWord][value=heavy]")!.HasAttribute("checked"));
        var sent = await sailor.SendAsync(log, "form.log-form", Tandry + "/log");
        Assert.Equal(302, (int)sent.Status);
        var own = await sailor.GetAsync(sent.Location!.ToString());
        var back = own.TextOf(".run-advice");
        Assert.Contains("Expected here", back);
        // She was flat: nobody is told to hike.
        Assert.Contains("Ease the main", back);
        Assert.DoesNotContain("Hike", back, StringComparison.Ordinal);
        var all = own.Html.QuerySelector(".run-advice a")!.GetAttribute("href")!;
        Assert.Contains("sign=turnsUp", all);
        Assert.Contains("look=pointing~would%20not%20point", all);
        // What the answer asks for is said at once, under the word in the log, after it, and where all that may help stands.
        const string Asks = "Look first whether there is lee helm; then sheet a touch harder. Vang";
        var word = log.Html.QuerySelector("[name=answer-pointing][value='would not point']")!.Closest(".answer-choice")!;
        Assert.StartsWith(Asks, word.QuerySelector(".look-ask")!.TextContent);
        Assert.Contains(Asks, back, StringComparison.Ordinal);
        var wrong = await sailor.GetAsync(all);
        Assert.Contains(Asks, wrong.TextOf("[aria-label='What your looks ask for']"));
        var taken = wrong.Html.QuerySelector("nav[aria-label='Would she point?'] [aria-current]")!.GetAttribute("href")!;
        Assert.Null((await sailor.GetAsync(taken)).Html.QuerySelector("[aria-label='What your looks ask for']"));
        Assert.Equal(200, (int)(await sailor.GetAsync(all + "&look=pointing~hello&look=x&look=made-up~y")).Status);
    }

    [Fact]
    public async Task The_trainer_tells_what_each_change_does_and_knows_when_she_is_balanced()
    {
        var sailor = await host.VisitAsAsync("priya");
        var start = await sailor.GetAsync($"{Tandry}/trainer");
        Assert.InRange(start.Html.QuerySelectorAll(".balance > nav .chip").Length, 4, 10);
        Assert.Contains("She turns up", start.TextOf("main"));
        Assert.DoesNotContain("Balanced", start.TextOf("#drawn"), StringComparison.Ordinal);
        // The first exercise heels her to leeward: the crew goes out.
        var hiked = await sailor.GetAsync($"{Tandry}/trainer?exercise=1&s0=-20");
        Assert.Contains("20° of heel to windward", hiked.TextOf("#drawn"));
        Assert.Contains("Balanced with 1 change", hiked.TextOf("#drawn"));
        Assert.Contains(Target(hiked), hiked.TextOf("#drawn [role=status] > p"));
        Assert.Contains("What was wrong: 20° of heel to leeward", hiked.TextOf("#drawn"));
        var wrongWay = await sailor.GetAsync($"{Tandry}/trainer?exercise=1&s0=12&s1=nonsense&s2=99");
        Assert.DoesNotContain("Balanced", wrongWay.TextOf("#drawn"), StringComparison.Ordinal);
        Assert.Equal(200, (int)(await sailor.GetAsync($"{Tandry}/trainer?exercise=4000")).Status);

        static string Target(Answer page) => page.TextOf("main")!.Split("Bring the tiller back to ")[1].Split(',')[0];
    }
}
