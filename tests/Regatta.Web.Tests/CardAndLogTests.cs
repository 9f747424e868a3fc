using System.Text.Json;

namespace Regatta.Web.Tests;

public sealed class CardAndLogTests(ClubHost host)
{
    [Fact]
    public async Task The_card_answers_for_the_wind_and_unit_asked()
    {
        var sailor = await host.VisitAsAsync("priya");
        Assert.StartsWith("strong", (await sailor.GetAsync("/wenlow/classes/quillet/card?wind=18")).TextOf(".band-name"));
        Assert.StartsWith("light", (await sailor.GetAsync("/wenlow/classes/quillet/card?wind=8&unit=mph")).TextOf(".band-name"));
        Assert.Contains(
            "outside the class’s bands",
            (await sailor.GetAsync("/wenlow/classes/quillet/card?wind=40")).Html.Body!.TextContent
        );
        Assert.Equal(200, (int)(await sailor.GetAsync("/wenlow/classes/quillet/card?wind=plenty")).Status);
    }

    [Fact]
    public async Task A_shared_card_opens_without_an_account_names_nobody_and_closes_when_withdrawn()
    {
        var captain = await host.VisitAsAsync("tamsin");
        var share = await captain.GetAsync("/wenlow/classes/quillet/share");
        var made = await captain.SendAsync(share, "form.stack", "/wenlow/classes/quillet/share", ("label", "board"));
        var path = made.Html.QuerySelector(".link-text")!.GetAttribute("href")!;
        Assert.NotNull(made.Html.QuerySelector(".qr svg"));

        var card = await host.Visit().GetAsync(path);
        Assert.Equal(200, (int)card.Status);
        Assert.DoesNotContain("Tamsin", card.Text);
        Assert.Equal(404, (int)(await host.Visit().GetAsync(path[..^2])).Status);

        var page = await captain.GetAsync("/wenlow/classes/quillet/share");
        await captain.SendAsync(page, ".links form", "/wenlow/classes/quillet/share?handler=Withdraw");
        var gone = await host.Visit().GetAsync(path);
        Assert.Equal(410, (int)gone.Status);
        Assert.Contains("taken it back", gone.Text);
    }

    [Fact]
    public async Task A_note_reaches_the_captain_at_the_cell_and_in_the_logbook_nameless_unless_said_otherwise_and_nobody_else()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        await LogAsync("vang eased for the chop");
        await LogAsync("traveller is stiff", ("noteFor", "CaptainByName"));
        await LogAsync("buy a new hat", ("noteFor", "Nobody"));

        var captain = await club.VisitAsAsync("tamsin");
        foreach (
            var (page, part) in new[]
            {
                ("/wenlow/logbook?class=quillet&whose=class", "[aria-labelledby=notes-head]"),
                ("/wenlow/classes/quillet?cell=4.gooseneck", "[aria-labelledby=sailors-head]"),
            }
        )
        {
            var lines = (await captain.GetAsync(page)).Html.QuerySelectorAll(part + " li").Select(line => line.TextContent).ToList();
            Assert.DoesNotContain("Priya", Assert.Single(lines, line => line.Contains("vang eased", StringComparison.Ordinal)));
            Assert.Contains("Priya", Assert.Single(lines, line => line.Contains("traveller is stiff", StringComparison.Ordinal)));
            Assert.DoesNotContain("new hat", string.Join(' ', lines), StringComparison.Ordinal);
            foreach (var other in (string[])["priya", "ebbe"])
            {
                Assert.DoesNotContain("vang eased", (await (await club.VisitAsAsync(other)).GetAsync(page)).TextOf("body"));
            }
        }

        // The captain of another class is no reader; and the drawer of another band says nothing of it.
        Assert.Null(
            (await captain.GetAsync("/wenlow/classes/ferrin-16?cell=4.gooseneck")).Html.QuerySelector("[aria-labelledby=sailors-head]")
        );
        Assert.Null(
            (await captain.GetAsync("/wenlow/classes/quillet?cell=1.gooseneck")).Html.QuerySelector("[aria-labelledby=sailors-head]")
        );

        // A form that did not ask who reads it sends what it holds to nobody.
        var form = await sailor.GetAsync("/wenlow/classes/quillet/log?wind=14&boat=class");
        form.Html.QuerySelectorAll("[name=noteFor]").ToList().ForEach(choice => choice.Remove());
        await sailor.SendAsync(form, ".log-form", "/wenlow/classes/quillet/log", ("note", "from an old page"));
        Assert.DoesNotContain("from an old page", (await captain.GetAsync("/wenlow/logbook?class=quillet&whose=class")).Text);

        // Corrected, the log opens with what was said of it.
        var own = await sailor.GetAsync("/wenlow/logbook");
        var log = await sailor.GetAsync(own.Html.QuerySelector(".logbook a[href*='/logbook/']")!.GetAttribute("href")!);
        Assert.Contains("nobody else", log.TextOf("main"));

        async Task LogAsync(string note, params (string, string)[] more)
        {
            var form = await sailor.GetAsync("/wenlow/classes/quillet/log?wind=14&boat=class");
            Assert.Equal(
                302,
                (int)(await sailor.SendAsync(form, ".log-form", "/wenlow/classes/quillet/log", [("note", note), .. more])).Status
            );
        }
    }

    // Half past two comes twice there that night.
    [Theory]
    [InlineData("02:00:00", "2026-10-25T00:30:00Z")]
    [InlineData("01:00:00", "2026-10-25T01:30:00Z")]
    [InlineData("07:00:00", "2026-10-25T01:30:00Z")]
    [InlineData("", "2026-10-25T01:30:00Z")]
    public async Task Of_an_hour_that_comes_twice_the_one_is_taken_that_was_filled_in(string filledAt, string sailed)
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        Assert.True(await club.ScalarAsync<bool>("update clubs set time_zone = 'Europe/Berlin' where key = 'wenlow' returning true"));
        var sailor = await club.VisitAsAsync("priya");
        var form = await sailor.GetAsync("/wenlow/classes/quillet/log?wind=14&boat=class");
        Assert.Matches("^0[12]:00:00$", form.Html.QuerySelector("[name=filledAt]")!.GetAttribute("value")!);
        var sent = await sailor.SendAsync(
            form,
            ".log-form",
            "/wenlow/classes/quillet/log",
            ("note", "in the dark"),
            ("sailedAt", "2026-10-25T02:30"),
            ("filledAt", filledAt)
        );
        Assert.Equal(302, (int)sent.Status);
        Assert.Equal(
            DateTimeOffset.Parse(sailed, System.Globalization.CultureInfo.InvariantCulture),
            new(await club.ScalarAsync<DateTime>("select sailed_at from session_logs where note = 'in the dark'"), TimeSpan.Zero)
        );
    }

    [Fact]
    public async Task A_full_disk_is_an_outage_and_the_log_comes_back_as_it_was_typed()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        var form = await sailor.GetAsync("/wenlow/classes/quillet/log?wind=14&boat=class");
        await club.ScalarAsync<bool>(
            """
            create function no_space() returns trigger language plpgsql as
              $$ begin raise exception 'could not extend file' using errcode = 'disk_full'; end $$;
            create trigger no_space before insert on session_logs for each row execute function no_space();
            select true
            """
        );
        var sent = await sailor.SendAsync(form, ".log-form", "/wenlow/classes/quillet/log", ("note", "before the rain"));
        Assert.Equal(503, (int)sent.Status);
        Assert.Contains("could not be saved just now", sent.Text, StringComparison.Ordinal);
        Assert.Equal("before the rain", sent.Html.QuerySelector("[name=note]")!.GetAttribute("value"));
        Assert.DoesNotContain("could not extend", sent.Text, StringComparison.Ordinal);
    }

    // 11 kn for 56 kg: the class's rule carries the crew into the next band, and the log opens there too.
    [Theory]
    [InlineData("56", "11")]
    [InlineData("91", "9.4")]
    [InlineData("75", "14")]
    public async Task A_log_opens_with_what_the_sailors_own_card_says_and_tells_where_it_comes_from(string kilograms, string knots)
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        var page = await sailor.GetAsync("/wenlow/classes/quillet/card");
        await sailor.SendAsync(page, ".crew-form form", "/wenlow/classes/quillet/card?handler=Crew", ("crew", kilograms));
        var card = await sailor.GetAsync($"/wenlow/classes/quillet/card?wind={knots}&boat=class");
        var log = await sailor.GetAsync(card.Html.QuerySelector(".log-door a")!.GetAttribute("href")!);
        var marks = log.Html.QuerySelectorAll("[name^=mark-]").Select(field => field.GetAttribute("value") ?? Chosen(field)).ToList();
        Assert.True(marks.Count >= 5);
        Assert.All(marks.Where(mark => mark.Length > 0), mark => Assert.Contains(mark, card.TextOf("#card")));
        var band = card.TextOf(".band-name");
        Assert.Contains($"As your card says for {knots} kn, {band}", log.Text);
        Assert.Contains("the station heard no wind then", log.Text);
        Assert.Contains("As you told your card", log.Text);

        static string Chosen(AngleSharp.Dom.IElement field) => field.QuerySelector("option[selected]")?.GetAttribute("value") ?? "";
    }

    [Fact]
    public async Task A_log_corrected_and_sent_again_says_which_of_the_two_counts()
    {
        var sailor = await host.VisitAsAsync("priya");
        var form = await sailor.GetAsync("/wenlow/classes/quillet/log?wind=14&boat=class");
        var first = await sailor.SendAsync(form, ".log-form", "/wenlow/classes/quillet/log", ("felt", "Slow"), ("note", "first thought"));
        var second = await sailor.SendAsync(
            form,
            ".log-form",
            "/wenlow/classes/quillet/log",
            ("felt", "Fast"),
            ("note", "second thought"),
            ("mark-gooseneck", "21 in")
        );
        Assert.EndsWith("?sent=Corrected", second.Location!.ToString(), StringComparison.Ordinal);
        Assert.Equal(first.Location!.ToString().Split('?')[0], second.Location.ToString().Split('?')[0]);
        var page = await sailor.GetAsync(second.Location.ToString());
        Assert.Contains("It counts as you sent it last", page.TextOf(".thanks"));
        Assert.Contains("second thought", page.TextOf("main"));
        var before = page.TextOf(".correction")!;
        Assert.Contains("What stands above counts", before);
        Assert.Contains("first thought", before);
        Assert.Contains("20 in", before);
        Assert.DoesNotContain("Wind", before);
        Assert.Equal(422, (int)(await sailor.SendAsync(form, ".log-form", "/wenlow/classes/quillet/log", ("felt", "77"))).Status);
    }

    [Fact]
    public async Task A_log_opened_to_be_corrected_says_what_it_said_and_nobody_elses_opens()
    {
        var sailor = await host.VisitAsAsync("priya");
        var form = await sailor.GetAsync("/wenlow/classes/quillet/log?wind=14&boat=class");
        (string, string)[] said =
        [
            ("windFrom", "11.3"),
            ("windTo", "13"),
            ("gust", "17"),
            ("helmPortWord", "light tug"),
            ("steadyFullSpeed", "held"),
            ("heel", "5"),
            ("crewMass", "71.5"),
            ("answer-luffing", "evenly"),
            ("answer-skittish", "skittish"),
            ("felt", "Usual"),
            ("note", "as it was"),
            ("mark-gooseneck", "21 1/2 in"),
        ];
        var sent = await sailor.SendAsync(form, ".log-form", "/wenlow/classes/quillet/log", said);
        var own = await sailor.GetAsync(sent.Location!.ToString());
        var again = own.Html.QuerySelectorAll("a").Single(link => link.TextContent == "Correct it").GetAttribute("href")!;
        var opened = await sailor.GetAsync(again);
        Assert.Contains("This is what you sent", opened.Text);
        Assert.Contains("As you sent them", opened.Text);
        Assert.Null(opened.Html.QuerySelector(".boat-form"));
        // Sent as it opened it is the same log, and nothing of it has changed.
        var same = await sailor.SendAsync(opened, ".log-form", "/wenlow/classes/quillet/log");
        Assert.Equal(sent.Location.ToString().Replace("Added", "SentBefore", StringComparison.Ordinal), same.Location!.ToString());
        var corrected = await sailor.SendAsync(opened, ".log-form", "/wenlow/classes/quillet/log", ("gust", "18"));
        var page = await sailor.GetAsync(corrected.Location!.ToString());
        Assert.Contains(
            "Gust17 kn",
            page.TextOf(".correction .facts")!.Replace("\n", "", StringComparison.Ordinal).Replace("  ", "", StringComparison.Ordinal)
        );
        Assert.Single(page.Html.QuerySelectorAll(".correction dt"));
        Assert.Equal(404, (int)(await (await host.VisitAsAsync("tamsin")).GetAsync(again)).Status);
        Assert.Equal(404, (int)(await sailor.GetAsync(again.Replace("quillet", "brannet", StringComparison.Ordinal))).Status);
    }

    // A file may say of a helm that it was a word's, and a captain may call a control as another fact of a log is called.
    [Fact]
    public async Task Odd_logs_and_odd_names_open_and_are_corrected_all_the_same()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var (sailor, captain) = (await club.VisitAsAsync("priya"), await club.VisitAsAsync("tamsin"));
        var control = "/wenlow/classes/quillet/controls/cunningham";
        Assert.Equal(
            302,
            (int)(await captain.SendAsync(await captain.GetAsync(control), "#control-form", control, ("name", "Note"))).Status
        );
        await captain.PublishAsync("/wenlow/classes/quillet");
        var form = await sailor.GetAsync("/wenlow/classes/quillet/log?wind=14&boat=class");
        var sent = await sailor.SendAsync(form, ".log-form", "/wenlow/classes/quillet/log", ("note", "odd"), ("helmPortWord", "pull"));
        await club.ScalarAsync<int>(
            "with odd as (update runs r set helm_port = 2.2 from session_logs l where (l.club_id, l.id) = (r.club_id, r.log_id) "
                + "and l.note = 'odd' returning 1) select count(*)::int from odd"
        );
        var page = await sailor.GetAsync(sent.Location!.ToString());
        var again = await sailor.GetAsync(
            page.Html.QuerySelectorAll("a").Single(link => link.TextContent == "Correct it").GetAttribute("href")!
        );
        Assert.Equal("2.2", again.Html.QuerySelector("#helmPort")!.GetAttribute("value"));
        var corrected = await sailor.SendAsync(again, ".log-form", "/wenlow/classes/quillet/log", ("note", "odd too"));
        Assert.Contains("odd", (await sailor.GetAsync(corrected.Location!.ToString())).TextOf(".correction"));
    }

    [Fact]
    public async Task A_proposal_is_decided_as_it_was_shown_or_not_at_all()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        var cell = "/wenlow/classes/quillet?cell=4.gooseneck";
        var page = await captain.GetAsync(cell);
        var stale = await captain.SendAsync(
            page,
            ".proposal form",
            cell + "&handler=Decide",
            ("decision", "Accepted"),
            ("shown", "21 1/2 in")
        );
        Assert.Equal(302, (int)stale.Status);
        var told = await captain.GetAsync(cell);
        Assert.Contains("has changed meanwhile", told.Text);
        Assert.Equal("20 in", told.TextOf(".big"));
        await captain.SendAsync(page, ".proposal form", cell + "&handler=Decide", ("decision", "Accepted"));
        Assert.Equal("21 in", (await captain.GetAsync(cell)).TextOf(".big"));
    }

    [Fact]
    public async Task A_log_as_the_card_said_needs_only_the_helm_and_counts_once_however_often_sent()
    {
        var sailor = await host.VisitAsAsync("priya");
        var form = await sailor.GetAsync("/wenlow/classes/quillet/log?wind=14&boat=class");
        Assert.Equal("20 in", form.Html.QuerySelector("[name=mark-gooseneck]")!.GetAttribute("value"));
        var before = await CountAsync(sailor);
        (string, string)[] changes =
        [
            ("helmPortWord", "light tug"),
            ("helmStarboard", "4"),
            ("steadyFullSpeed", "held"),
            ("flat", "held"),
            ("trimmed", "held"),
            ("rudderCentred", "held"),
            ("closeHauled", "held"),
            ("crewMass", "73.613"),
        ];
        var sent = await sailor.SendAsync(form, ".log-form", "/wenlow/classes/quillet/log", changes);
        var again = await sailor.SendAsync(form, ".log-form", "/wenlow/classes/quillet/log", changes);
        Assert.Equal(sent.Location!.ToString().Replace("Added", "SentBefore", StringComparison.Ordinal), again.Location!.ToString());
        Assert.Equal(before + 1, await CountAsync(sailor));

        var own = await sailor.GetAsync(sent.Location!.ToString());
        Assert.Contains("3.5° of weather helm, the mean of both tacks", own.Text.Replace("&#xB0;", "°", StringComparison.Ordinal));
        Assert.Contains("counts fully", own.Text);
        Assert.Contains("73.6", own.Text);

        // Nobody else reads it, by changing the number in the address or otherwise; a bundle carries no crew mass.
        var coordinator = await host.VisitAsAsync("odalys");
        var number = sent.Location.ToString().Split('?')[0];
        Assert.Equal(404, (int)(await coordinator.GetAsync(number)).Status);
        Assert.Equal(404, (int)(await coordinator.SendAsync(await coordinator.GetAsync("/me"), "form", number)).Status);
        Assert.DoesNotContain("73.613", (await coordinator.GetAsync("/wenlow/classes/quillet/bundle.json")).Text);
        Assert.Equal(200, (int)(await sailor.GetAsync(number)).Status);
    }

    [Theory]
    [InlineData("windFrom", "-3", "never below zero")]
    [InlineData("windTo", "9", "below its lower end")]
    [InlineData("gust", "10", "below the mean wind")]
    [InlineData("gust", "30 parsecs", "not a unit")]
    [InlineData("helmPort", "200", "more than any rudder carries")]
    [InlineData("mark-gooseneck", "14 3/7", "no mark on a rule")]
    [InlineData("mark-gooseneck", "40", "off the scale")]
    [InlineData("sailedAt", "2099-05-01T14:00", "still to come")]
    [InlineData("sailedAt", "last Sunday", "like 2026-05-31 14:30")]
    [InlineData("crewMass", "heavy", "not a number")]
    [InlineData("heel", "300", "degrees, −90 to 90")]
    public async Task A_wrong_field_is_answered_beside_it_kept_and_nothing_is_saved(string field, string typed, string says)
    {
        var sailor = await host.VisitAsAsync("priya");
        var form = await sailor.GetAsync("/wenlow/classes/ferrin-16/log?wind=12&boat=class");
        form = field == "mark-gooseneck" ? await sailor.GetAsync("/wenlow/classes/quillet/log?wind=14&boat=class") : form;
        var address = field == "mark-gooseneck" ? "/wenlow/classes/quillet/log" : "/wenlow/classes/ferrin-16/log";
        var answer = await sailor.SendAsync(form, ".log-form", address, (field, typed), ("note", "kept"));
        Assert.Equal(422, (int)answer.Status);
        Assert.Contains(says, answer.TextOf($"#{field}-problem"));
        Assert.Equal(typed, answer.Html.QuerySelector($"[name={field}]")!.GetAttribute("value"));
        Assert.Equal("kept", answer.TextOf("#note"));
    }

    [Fact]
    public async Task A_bundle_taken_out_is_whole_and_one_brought_in_twice_changes_nothing()
    {
        var coordinator = await host.VisitAsAsync("odalys");
        var file = await coordinator.GetAsync("/wenlow/classes/ferrin-16/bundle.json");
        Assert.Equal("regatta-bundle", JsonDocument.Parse(file.Text).RootElement.GetProperty("format").GetString());
        Assert.Equal(404, (int)(await coordinator.GetAsync("/wenlow/classes/ferrin-16/bundle.json?part=2")).Status);
        var page = await coordinator.GetAsync("/wenlow/import");
        var again = await coordinator.UploadAsync(page, "/wenlow/import", System.Text.Encoding.UTF8.GetBytes(file.Text));
        Assert.Contains("left as they are: Ferrin 16", again.TextOf(".thanks"));
        var broken = await coordinator.UploadAsync(page, "/wenlow/import", System.Text.Encoding.UTF8.GetBytes(file.Text[..500]));
        Assert.Contains("Nothing was imported", broken.TextOf(".problem"));
    }

    [Fact]
    public async Task A_person_keeps_so_many_logs_a_day_and_one_more_is_told_so_with_what_was_typed()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        const string Path = "/wenlow/classes/quillet/log";
        var form = await sailor.GetAsync(Path + "?wind=14&boat=class");
        await club.ScalarAsync<int>(
            $"""
            insert into session_logs overriding system value
              select x.* from session_logs l cross join generate_series(1, 100) n cross join lateral jsonb_populate_record(l, jsonb_build_object(
                'id', 1000000 + 1000 * l.id + n, 'key', gen_random_uuid(), 'logged_at', now(),
                'sailor_id', (select id from people where sign_in_name = 'priya'))) x
              limit {Limits.LogsOfDay}
            """
        );
        var kept = await club.ScalarAsync<long>("select count(*) from session_logs");
        var answer = await sailor.SendAsync(form, ".log-form", Path, ("note", "one more"));
        Assert.Equal(422, (int)answer.Status);
        Assert.Contains("1000 are kept of one person within a day", answer.Text);
        Assert.Equal("one more", answer.TextOf("#note"));
        const string Book = "/wenlow/logbook?class=quillet";
        var table = (await sailor.GetAsync(Book + "&handler=csv")).Text;
        var page = await sailor.GetAsync(Book);
        Task<Answer> BringInAsync(string text) =>
            sailor.UploadAsync(page, Book + "&handler=Import", System.Text.Encoding.UTF8.GetBytes(text), "table");
        // What is there already is no new log.
        Assert.Equal(302, (int)(await BringInAsync(table)).Status);
        Assert.Equal(kept, await club.ScalarAsync<long>("select count(*) from session_logs"));
        var anew = System.Text.RegularExpressions.Regex.Replace(table, "[0-9a-f]{8}-[0-9a-f-]{27}", key => Flipped(key.Value));
        var refused = await BringInAsync(anew);
        Assert.Contains("within a day", refused.TextOf("#table-problem"));
        Assert.Equal(kept, await club.ScalarAsync<long>("select count(*) from session_logs"));
        await club.ScalarAsync<int>("update session_logs set logged_at = now() - interval '2 days'");
        Assert.Equal(302, (int)(await sailor.SendAsync(form, ".log-form", Path, ("note", "one more"))).Status);
    }

    /// <summary>Another key for each key.</summary>
    private static string Flipped(string key) => (key[0] == 'f' ? '0' : 'f') + key[1..];

    private static async Task<int> CountAsync(Visitor visitor) =>
        (await visitor.GetAsync("/wenlow/logbook")).Html.QuerySelectorAll(".logbook li").Length;
}
