using System.Globalization;
using System.Text.RegularExpressions;
using Dapper;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;

namespace Regatta.Web.Tests;

/// <summary>The fleet at a glance, the queue, what the logs prove, and trials from plan to log.</summary>
public sealed class EvidenceTests(ClubHost host)
{
    private const string Quillet = "/wenlow/classes/quillet";

    [Fact]
    public async Task The_fleet_shows_how_each_class_stands_and_says_what_to_do_next()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var coordinator = await club.VisitAsAsync("odalys");
        var fleet = await coordinator.GetAsync("/wenlow");
        var drawn = fleet.Html.QuerySelectorAll(".cover svg");
        Assert.Equal(9, drawn.Length);
        Assert.All(drawn, one => Assert.Matches("[0-9]+ supported", one.GetAttribute("aria-label")!));
        Assert.All(fleet.Html.QuerySelectorAll(".next-step a"), one => Assert.True(one.TextContent.Length > 10, one.TextContent));
        Assert.Contains("Decide: fresh, gooseneck.", fleet.TextOf(".fleet"));
        // What the head counts is what the classes below it have.
        var asked = fleet
            .Html.QuerySelectorAll(".next-step a")
            .Select(one => Regex.Match(one.TextContent, "^(?:(?<many>[0-9]+) proposals to decide|(?<one>Decide: ))"))
            .Sum(said =>
                said.Groups["one"].Success ? 1
                : said.Success ? int.Parse(said.Groups["many"].Value, CultureInfo.InvariantCulture)
                : 0
            );
        Assert.Equal($"{asked} proposals to decide", fleet.Html.QuerySelector("main a[href$='/proposals']")!.TextContent);
        // What needs whoever looks stands beside it with its act, what is worth most first, and leads there.
        var needs = fleet.Html.QuerySelectorAll(".needs li").ToList();
        Assert.Equal(fleet.TextOf(".needs .count"), needs.Count.ToString(CultureInfo.InvariantCulture));
        Assert.Equal("Decide", needs[0].QuerySelector("a")!.TextContent);
        foreach (var link in needs.Select(need => need.QuerySelector("a")!.GetAttribute("href")!))
        {
            var page = await coordinator.GetAsync(link.Split('#')[0]);
            Assert.Equal((link, 200), (link, (int)page.Status));
            Assert.True(!link.Contains('#', StringComparison.Ordinal) || page.Html.GetElementById(link.Split('#')[1]) is not null, link);
        }

        // A captain is told of their own class alone.
        var captain = await (await club.VisitAsAsync("tamsin")).GetAsync("/wenlow");
        Assert.All(captain.Html.QuerySelectorAll(".needs strong"), name => Assert.Equal("Quillet", name.TextContent));
        Assert.Null(captain.Html.QuerySelector(".needs a[href$='/proposals']"));
        // Who decides nothing is asked for nothing.
        Assert.Empty((await (await club.VisitAsAsync("priya")).GetAsync("/wenlow")).Html.QuerySelectorAll(".needs"));
    }

    [Fact]
    public async Task What_sailors_see_alike_is_taken_or_set_aside_like_a_proposal_and_followed()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var (sailor, coordinator) = (await club.VisitAsAsync("priya"), await club.VisitAsAsync("odalys"));
        const string Log = "/wenlow/classes/quillet/log";
        async Task SailAsync(string said, int times)
        {
            for (var at = 0; at < times; at++)
            {
                var form = await sailor.GetAsync(Log + "?wind=5&boat=class");
                Assert.Equal(302, (int)(await sailor.SendAsync(form, ".log-form", Log, ("answer-skittish", said))).Status);
            }
        }

        await SailAsync("block fouls the tacks", 4);
        Assert.DoesNotContain(
            "block fouls the tacks",
            (await coordinator.GetAsync("/wenlow/proposals")).TextOf("section[aria-labelledby=seen]") ?? ""
        );
        await SailAsync("block fouls the tacks", 1);
        var seen = (await coordinator.GetAsync("/wenlow/proposals"))
            .Html.QuerySelectorAll("section[aria-labelledby=seen] li")
            .Single(one => one.TextContent.Contains("block fouls the tacks", StringComparison.Ordinal));
        Assert.Matches("5 of [0-9]+ runs answered “block fouls the tacks”", Words(seen.TextContent));
        var at = seen.QuerySelector("a")!.GetAttribute("href")!;
        var cell = await coordinator.GetAsync(at);
        Assert.Contains("What sailors see asks for", cell.TextOf(".proposal h3"));
        var form = Quillet + cell.Html.QuerySelector("form[action*='handler=Decide']")!.GetAttribute("action")!;
        var was = cell.TextOf(".drawer .big") ?? cell.TextOf(".big");
        var decided = await coordinator.SendAsync(cell, "form[action*='handler=Decide']", form, ("decision", "Accepted"));
        Assert.True((int)decided.Status < 400);
        var after = await coordinator.GetAsync(at);
        Assert.NotEqual(was, after.TextOf(".big"));
        Assert.Null(after.Html.QuerySelector(".proposal"));

        // It is sailed at the new mark, and hardly anybody sees it any more: it came true.
        await club.ScalarAsync<int>("update proposal_decisions set decided_at = decided_at - interval '1 hour'");
        await club.ScalarAsync<int>(
            "update session_logs set sailed_at = sailed_at - interval '2 hours' where logged_at > now() - interval '10 minutes'"
        );
        await SailAsync("neither", 4);
        await SailAsync("block fouls the tacks", 1);
        var followed = Words((await coordinator.GetAsync("/wenlow/proposals")).TextOf("section[aria-labelledby=became]")!);
        Assert.Contains("Gooseneck", followed);
        Assert.Contains("Came true, as far as 5 runs since can tell", followed);
    }

    [Fact]
    public async Task The_queue_ranks_what_the_logs_propose_and_a_decision_is_followed()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var coordinator = await club.VisitAsAsync("odalys");
        var queue = await coordinator.GetAsync("/wenlow/proposals");
        var items = queue.Html.QuerySelectorAll(".queue li");
        Assert.True(items.Length > 5);
        var own = items.Single(one => one.TextContent.Contains("Quillet, fresh", StringComparison.Ordinal));
        Assert.Contains("boats log the class", own.TextContent);
        Assert.Contains("then look at cunningham", own.TextContent);
        var cell = await coordinator.GetAsync(own.QuerySelector("h2 a")!.GetAttribute("href")!);
        Assert.Contains("The logs propose 21 in", cell.TextOf(".proposal"));
        var form = Quillet + cell.Html.QuerySelector("form[action*='handler=Decide']")!.GetAttribute("action")!;
        var early = await coordinator.SendAsync(
            cell,
            "form[action*='handler=Decide']",
            form,
            ("decision", "SetAside"),
            ("reason", "after the regatta"),
            ("until", "2020-01-01")
        );
        Assert.Equal(422, (int)early.Status);
        Assert.Contains("a day to come", early.Text, StringComparison.Ordinal);
        var decided = await coordinator.SendAsync(cell, "form[action*='handler=Decide']", form, ("decision", "Accepted"));
        Assert.True((int)decided.Status < 400);
        var after = await coordinator.GetAsync("/wenlow/proposals");
        Assert.Matches(
            "Gooseneck 20 in → 21 in, .*(too early to tell|ame true)",
            Words(after.TextOf("section[aria-labelledby=became]") ?? "none")
        );
        Assert.DoesNotContain("Quillet, fresh", after.TextOf(".queue"));
        await using var connection = await club
            .Services.GetRequiredService<NpgsqlDataSource>()
            .OpenConnectionAsync(TestContext.Current.CancellationToken);
        Assert.InRange(
            await connection.ExecuteScalarAsync<double>("select better from proposal_decisions order by id desc limit 1"),
            0.8,
            1
        );
    }

    [Fact]
    public async Task What_the_logs_prove_is_said_with_its_doubt_and_names_nobody()
    {
        var sailor = await host.VisitAsAsync("priya");
        var page = await sailor.GetAsync($"{Quillet}/evidence");
        Assert.Matches("Gooseneck, .1/2 in believed −0.4° ± 0.21, now −0.[0-9]+° ± 0.[0-9]+", Words(page.TextOf(".effect-row")!));
        // A control, six boats, six bands and six boats again, each drawn on an axis that has numbers.
        Assert.Equal(1 + 6 + 6 + 6, page.Html.QuerySelectorAll(".residual-row svg[role=img]").Length);
        Assert.Equal(4, page.Html.QuerySelectorAll(".axis-ticks").Length);
        Assert.Contains("Whether she is faster", page.TextOf(".evidence"));
        Assert.Contains("What felt fast?", page.TextOf(".evidence"));
        Assert.DoesNotContain("Priya", page.TextOf(".evidence"));
        var none = await sailor.GetAsync("/wenlow/classes/quillet/evidence?plan=reef&mode=downwind");
        Assert.Contains("Nothing yet", none.TextOf(".evidence"));
    }

    [Fact]
    public async Task A_trial_is_planned_sailed_run_by_run_and_its_runs_are_logged_once()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        var sailor = await club.VisitAsAsync("priya");
        var list = await captain.GetAsync($"{Quillet}/trials?band=4");
        Assert.Contains("Gooseneck: 20 in →", list.TextOf(".asks"));
        string At(string query) => $"{Quillet}/trials?band=4{query}";
        var form = ".evidence-columns form";
        var address = list.Html.QuerySelector(form)!.GetAttribute("action")!;
        var wrong = await captain.SendAsync(list, form, address, ("to", "27 in"));
        Assert.Equal(422, (int)wrong.Status);
        Assert.Contains("One small change", wrong.TextOf("#to-problem"));
        var nonsense = await captain.SendAsync(list, form, address, ("to", "<b>"), ("boat2", "none"));
        Assert.Equal(422, (int)nonsense.Status);
        Assert.NotNull(nonsense.TextOf("#to-problem"));
        var alone = await captain.SendAsync(list, form, address, ("to", "20 1/2 in"), ("boat2", "none"));
        Assert.Contains("two boats", alone.TextOf("#boat2-problem"));
        var planned = await captain.SendAsync(
            list,
            form,
            address,
            ("to", "20 1/2 in"),
            ("design", "one boat, back and forth"),
            ("note", "Priya steers")
        );
        Assert.Equal(302, (int)planned.Status);
        var trial = planned.Location!.ToString();

        var card = await sailor.GetAsync(trial);
        Assert.Contains("20 in against 20 1/2 in", card.TextOf(".trial h2"));
        var empty = await sailor.SendAsync(card, ".next-run form", trial, ("port", ""), ("starboard", "99"), ("wind", "much"));
        Assert.Equal(422, (int)empty.Status);
        Assert.Contains("port", empty.TextOf("#port-problem"));
        Assert.Contains("more than any rudder", empty.TextOf("#starboard-problem"));
        Assert.Contains("not a number", empty.TextOf("#wind-problem"));
        foreach (var helm in new[] { "4.4", "3.8", "3.9", "4.6" })
        {
            var next = await sailor.GetAsync(trial);
            Assert.Equal(
                302,
                (int)(await sailor.SendAsync(next, ".next-run form", trial, ("port", helm), ("starboard", helm), ("wind", "14"))).Status
            );
        }

        var said = (await sailor.GetAsync(trial)).TextOf("section[aria-label='What it says so far']")!;
        Assert.Matches("2 pairs say −0.[67]°", said);
        Assert.True(said.Contains("less weather helm") || said.Contains("would settle it"), said);
        // The boat is sold before the trial ends: its runs are logged for no boat.
        var sold = card.Html.QuerySelector(".trial-runs small")!.TextContent;
        await using (
            var connection = await club
                .Services.GetRequiredService<NpgsqlDataSource>()
                .OpenConnectionAsync(TestContext.Current.CancellationToken)
        )
        {
            await connection.ExecuteAsync(
                "update session_logs set boat_id = null where boat_id = (select id from boats where name = @sold)",
                new { sold }
            );
            await connection.ExecuteAsync("delete from boats where name = @sold", new { sold });
        }

        var (runs, tried) = (await CountAsync(club), await CountAsync(club, "log_marks where asked_by = 'trial'"));
        var shown = await sailor.GetAsync(trial);
        // Two who have it open end it at the same moment: one of them logs it.
        var theirs = await captain.GetAsync(trial);
        await Task.WhenAll(
            sailor.SendAsync(shown, "form[action*='handler=End']", trial + "?handler=End"),
            captain.SendAsync(theirs, "form[action*='handler=End']", trial + "?handler=End")
        );
        var told = new[] { (await sailor.GetAsync(trial)).TextOf(".done"), (await captain.GetAsync(trial)).TextOf(".done") };
        Assert.Single(told, one => one!.Contains("4 runs are logged", StringComparison.Ordinal));
        // Sent again from a page that was open, it ends once and logs once.
        await sailor.SendAsync(shown, "form[action*='handler=End']", trial + "?handler=End");
        Assert.Equal(runs + 4, await CountAsync(club));
        var late = await sailor.SendAsync(card, ".next-run form", trial, ("port", "4"), ("starboard", "4"), ("wind", "14"));
        Assert.Equal(422, (int)late.Status);
        Assert.Contains("has ended", late.TextOf("main"));
        Assert.Equal(tried + 4, await CountAsync(club, "log_marks where asked_by = 'trial'"));
        Assert.Contains("Gooseneck", (await captain.GetAsync(At(""))).TextOf("main"));
        Assert.Equal(404, (int)(await sailor.GetAsync($"{Quillet}/trials/999")).Status);
        Assert.Equal(404, (int)(await sailor.GetAsync($"/wenlow/classes/tandry/trials/{trial[(trial.LastIndexOf('/') + 1)..]}")).Status);
    }

    [Fact]
    public async Task The_season_is_played_once_more_run_by_run()
    {
        var sailor = await host.VisitAsAsync("priya");
        var before = await sailor.GetAsync($"{Quillet}/evidence/replay?after=0");
        Assert.Contains("Before the first run", before.TextOf("#drawn"));
        Assert.All(before.Html.QuerySelectorAll(".replay-row > small"), row => Assert.Contains("too few", row.TextContent));
        var after = await sailor.GetAsync($"{Quillet}/evidence/replay?after=9000");
        // It stands on the marks that were published then, and says where they moved since the first.
        var ferrin = "/wenlow/classes/ferrin-16/evidence/replay?after=";
        var begun = (await sailor.GetAsync(ferrin + "3")).TextOf("#drawn")!;
        var ended = (await sailor.GetAsync(ferrin + "9000")).TextOf("#drawn")!;
        Assert.Contains("marks of version 1", begun, StringComparison.Ordinal);
        Assert.DoesNotContain(", moved", begun, StringComparison.Ordinal);
        Assert.Contains("marks of version 2", ended, StringComparison.Ordinal);
        Assert.Contains(", moved", ended, StringComparison.Ordinal);
        Assert.Equal(6, after.Html.QuerySelectorAll(".replay-row").Length);
        Assert.Contains("supported", after.TextOf("#drawn"));
        double Width(Answer page) =>
            page
                .Html.QuerySelectorAll(".replay-row .between")
                .Select(bar => bar.GetAttribute("d")!.Split('M', ' ', 'H'))
                .Average(parts =>
                    double.Parse(parts[^1], System.Globalization.CultureInfo.InvariantCulture)
                    - double.Parse(parts[1], System.Globalization.CultureInfo.InvariantCulture)
                );
        Assert.True(Width(after) < Width(before) / 2);
    }

    [Fact]
    public async Task Sums_are_given_borrowed_weighed_and_given_back_and_nonsense_is_refused()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        const string At = $"{Quillet}/evidence/exchange";
        var page = await captain.GetAsync(At);
        var few = await captain.GetAsync($"{At}?handler=Sums&plan=reef&mode=upwind");
        Assert.Equal(422, (int)few.Status);
        Assert.Contains("too few", few.TextOf("main"));
        var file = await captain.GetAsync($"{At}?handler=Sums&plan=full&mode=upwind");
        Assert.Contains("regatta-sums", file.Text, StringComparison.Ordinal);
        // One more run, and the file is the one that was given: the difference would be that run.
        var log = await captain.GetAsync($"{Quillet}/log?wind=14&boat=class");
        (string, string)[] check = [("helmPort", "9"), ("helmStarboard", "9"), ("steadyFullSpeed", "held"), ("closeHauled", "held")];
        Assert.Equal(302, (int)(await captain.SendAsync(log, ".log-form", $"{Quillet}/log", check)).Status);
        Assert.Equal(file.Text, (await captain.GetAsync($"{At}?handler=Sums&plan=full&mode=upwind")).Text);
        Assert.Contains("as given last on", (await captain.GetAsync(At)).TextOf("main"));
        var wrong = await captain.UploadAsync(page, At, "{}"u8.ToArray(), "file", ("weight", "200"));
        Assert.Equal(422, (int)wrong.Status);
        Assert.Contains("0 to 100", wrong.TextOf("#weight-problem"));
        var other = System.Text.Encoding.UTF8.GetBytes(
            file.Text.Replace("Wenlow Reach Sailing Club", "Other Water SC", StringComparison.Ordinal)
        );
        var nonsense = await captain.UploadAsync(page, At, "{}"u8.ToArray(), "file", ("weight", "50"));
        Assert.Contains("no file of sums", nonsense.TextOf("#file-problem"));
        async Task<string> Worth() => Words((await captain.GetAsync($"{Quillet}/evidence")).TextOf(".evidence .effect-row")!);
        var alone = await Worth();
        var brought = await captain.UploadAsync(page, At, other, "file", ("weight", "100"));
        Assert.True((int)brought.Status == 302, Words(brought.TextOf("main") ?? brought.Text));
        var borrowed = await captain.GetAsync(At);
        Assert.Contains("Other Water SC", borrowed.TextOf("main"));
        Assert.NotEqual(alone, await Worth());
        // Whose they are is said, and the club's own runs are counted as before.
        var shown = (await captain.GetAsync($"{Quillet}/evidence")).TextOf(".evidence")!;
        Assert.Contains("sums of Other Water SC", shown);
        Assert.Matches("91 runs logged, 84 with a check", shown);
        var back = await captain.SendAsync(borrowed, "form[action*='handler=Weigh']", At + "?handler=Weigh", ("weight", "0"));
        Assert.Equal(302, (int)back.Status);
        Assert.Equal(alone, await Worth());
    }

    [Fact]
    public async Task Who_always_writes_the_same_is_told_to_the_captain_who_leaves_them_out_or_lets_them_in()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        const string At = "/wenlow/classes/tandry/evidence";
        var captain = await club.VisitAsAsync("odalys");
        async Task<string> Worth() => Words((await captain.GetAsync(At)).TextOf(".evidence .effect-row")!);
        var page = await captain.GetAsync(At);
        var told = Words(page.Html.QuerySelector("#reporters + ul li")!.TextContent);
        Assert.Matches("Whoever logs [A-Z][a-z]+: 1[0-9] checks, .* all say 4° .* should differ by [0-9.]+°", told);
        Assert.Contains("They count as a tenth of one check, all together.", told);
        // Nobody is named: neither who logs, nor who they are in the club.
        Assert.DoesNotContain("Sunniva", page.TextOf("main"));
        var digest = await club.ScalarAsync<string>(
            """
            select encode(sha256(convert_to(l.club_id || ':' || l.class_id || ':' || l.sailor_id, 'UTF8')), 'hex') from session_logs l
              join people p on p.id = l.sailor_id join classes c on c.id = l.class_id
              where c.key = 'tandry' and p.display_name like 'Sunniva%' limit 1
            """
        );
        Assert.Equal(64, digest!.Length);
        Assert.DoesNotContain(digest, page.Text, StringComparison.Ordinal);
        Assert.Equal(
            404,
            (int)
                (
                    await captain.SendAsync(
                        page,
                        "form[action*='handler=Reporter']",
                        At + "?handler=Reporter",
                        ("reporter", digest),
                        ("counts", "in full")
                    )
                ).Status
        );
        var few = await Worth();
        async Task<string> CountAsync(string counts)
        {
            var sent = await captain.SendAsync(
                await captain.GetAsync(At),
                "form[action*='handler=Reporter']",
                At + "?handler=Reporter",
                ("counts", counts)
            );
            Assert.Equal(302, (int)sent.Status);
            Assert.Contains($"They count {counts}.", Words((await captain.GetAsync(At)).TextOf("#reporters + ul")!));
            return await Worth();
        }

        var whole = await CountAsync("in full");
        var none = await CountAsync("for nothing");
        Assert.NotEqual(few, whole);
        Assert.NotEqual(whole, none);
        Assert.Equal(few, await CountAsync("as a tenth of one check, all together"));
        var nonsense = await captain.SendAsync(
            await captain.GetAsync(At),
            "form[action*='handler=Reporter']",
            At + "?handler=Reporter",
            ("counts", "double")
        );
        Assert.Equal(404, (int)nonsense.Status);
        var sailor = await (await club.VisitAsAsync("priya")).GetAsync(At);
        Assert.NotNull(sailor.Html.QuerySelector("#reporters"));
        Assert.Null(sailor.Html.QuerySelector("form[action*='handler=Reporter']"));
    }

    [Fact]
    public async Task Sums_are_offered_to_the_clubs_here_taken_at_a_weight_and_withdrawn()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        var other = await club.VisitAsAsync("ebbe");
        var bundle = await captain.GetAsync($"{Quillet}/bundle.json");
        var brought = await other.UploadAsync(
            await other.GetAsync("/tessick/import"),
            "/tessick/import",
            System.Text.Encoding.UTF8.GetBytes(bundle.Text),
            "bundle"
        );
        Assert.Contains("Imported", brought.Text, StringComparison.Ordinal);
        const string Mine = $"{Quillet}/evidence/exchange";
        const string Theirs = "/tessick/classes/quillet/evidence/exchange";
        Assert.Null((await other.GetAsync(Theirs)).Html.QuerySelector(".offer-form"));
        var few = await captain.SendAsync(
            await captain.GetAsync(Mine),
            "form[action*='handler=Offer']",
            $"{Mine}?handler=Offer&plan=reef&mode=upwind"
        );
        Assert.Equal(422, (int)few.Status);
        await captain.SendAsync(
            await captain.GetAsync(Mine),
            "form[action*='handler=Offer']",
            $"{Mine}?handler=Offer&plan=full&mode=upwind"
        );
        Assert.Contains("offered as they were on", (await captain.GetAsync(Mine)).TextOf("main")!, StringComparison.Ordinal);
        Assert.Null((await captain.GetAsync(Mine)).Html.QuerySelector(".offer-form"));

        var offers = await other.GetAsync(Theirs);
        Assert.Matches("Wenlow Reach Sailing Club offers the sums of [0-9]{2} runs", Words(offers.TextOf(".offer-form")!));
        var much = await other.SendAsync(offers, ".offer-form", $"{Theirs}?handler=Take", ("weight", "200"));
        Assert.Equal(422, (int)much.Status);
        Assert.Contains("0 to 100", much.TextOf(".offer-form")!, StringComparison.Ordinal);
        Assert.Equal(302, (int)(await other.SendAsync(offers, ".offer-form", $"{Theirs}?handler=Take", ("weight", "100"))).Status);
        await captain.SendAsync(await captain.GetAsync(Mine), "form[action*='handler=Withdraw']", $"{Mine}?handler=Withdraw");
        var late = await other.SendAsync(offers, ".offer-form", $"{Theirs}?handler=Take", ("weight", "50"));
        Assert.Equal(422, (int)late.Status);
        Assert.Contains("not offered any more", late.Text, StringComparison.Ordinal);
        Assert.Null((await other.GetAsync(Theirs)).Html.QuerySelector(".offer-form"));
        Assert.Contains(
            "sums of Wenlow Reach Sailing Club",
            (await other.GetAsync("/tessick/classes/quillet/evidence")).TextOf(".evidence")!
        );
    }

    [Fact]
    public async Task A_day_for_marking_tells_which_boats_lack_what_and_when_it_is_their_turn()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var coordinator = await club.VisitAsAsync("odalys");
        var page = await coordinator.GetAsync("/wenlow/calendar");
        var day = DateTime.UtcNow.Date.AddDays(9);
        await coordinator.SendAsync(
            page,
            "#plan-form",
            "/wenlow/calendar",
            ("title", "Tape and pen"),
            ("kind", "marking and measuring"),
            ("from", $"{day:yyyy-MM-dd}T10:00"),
            ("to", $"{day:yyyy-MM-dd}T13:00"),
            ("class-tandry", "yes")
        );
        var planned = await coordinator.GetAsync("/wenlow/calendar");
        Assert.Contains("marking and measuring: Tandry", planned.TextOf(".days"));
        var link = planned.Html.QuerySelectorAll(".days a").Single(one => one.TextContent == "Tape and pen").GetAttribute("href")!;
        var sailor = await club.VisitAsAsync("priya");
        var shown = await sailor.GetAsync(link);
        Assert.Matches("10:00–[0-9:]+ .*, two people, [0-9]+ minutes", Words(shown.TextOf("main")!));
        Assert.Contains("a tape measure", shown.TextOf("main"));
        var measure = shown.Html.QuerySelector("ol a.chip")!.GetAttribute("href")!;
        Assert.Equal(200, (int)(await coordinator.GetAsync(measure)).Status);
        Assert.DoesNotContain("Not logged", shown.TextOf("main"));
    }

    private static string Words(string text) => string.Join(' ', text.Split(default(char[]), StringSplitOptions.RemoveEmptyEntries));

    private static async Task<long> CountAsync(ClubHost club, string of = "runs")
    {
        await using var connection = await club
            .Services.GetRequiredService<NpgsqlDataSource>()
            .OpenConnectionAsync(TestContext.Current.CancellationToken);
        return await connection.ExecuteScalarAsync<long>("select count(*) from " + of);
    }
}
