using System.Text.Json;

namespace Regatta.Web.Tests;

/// <summary>What a phone keeps and sends: the pages of a class for the time without a line, and forms that arrive late.</summary>
public sealed class OutboxTests(ClubHost host)
{
    private const string Card = "/wenlow/classes/brannet/card?wind=12&unit=kn&boat=class";

    [Fact]
    public async Task The_pack_names_a_page_for_every_wind_sails_and_mode_and_each_of_them_opens()
    {
        var sailor = await host.VisitAsAsync("priya");
        var lines = await PackAsync(sailor, "/wenlow/classes/brannet");
        var pack = JsonDocument.Parse(lines[0]).RootElement;
        var stamp = JsonDocument.Parse((await sailor.GetAsync("/wenlow/classes/brannet/pack")).Text).RootElement;
        foreach (var name in (string[])["version", "boat"])
        {
            Assert.Equal(pack.GetProperty(name).ToString(), stamp.GetProperty(name).ToString());
        }

        Assert.Equal("upwind", pack.GetProperty("mode").GetString());
        var pages = pack.GetProperty("pages").EnumerateArray().ToList();
        var upwind = pages
            .Where(page => Said(page, "kind") == "card" && Said(page, "plan") + Said(page, "mode") + Said(page, "purpose") == "")
            .ToList();
        double[] Knots(JsonElement page) =>
            [.. page.GetProperty("winds").GetProperty("kn").EnumerateArray().Select(end => end.GetDouble())];
        Assert.Equal(0, Knots(upwind[0])[0]);
        Assert.All(upwind.Zip(upwind.Skip(1)), pair => Assert.Equal(Knots(pair.First)[1], Knots(pair.Second)[0], 9));
        Assert.Single(upwind, page => page.GetProperty("usual").GetBoolean());
        // A page out of the pack is what the club says to whoever opens it; only what is told of a line differs.
        foreach (var kind in (string[])["card", "afloat", "log", "rig-up", "check", "reefs", "procedures", "named"])
        {
            var at = pages.FindLastIndex(page => Said(page, "kind") == kind);
            var opened = await sailor.GetAsync(Said(pages[at], "path"));
            Assert.Equal(200, (int)opened.Status);
            Assert.Equal(Told(opened.Text), Told(JsonSerializer.Deserialize<string>(lines[1 + at])!));
        }

        Assert.Equal(pages.Count, lines.Count - 1);
        Assert.All(lines, line => Assert.NotEqual("null", line));
        Assert.Contains(pages, page => Said(page, "mode") == "downwind");
        Assert.Contains(pages, page => Said(page, "plan") == "small");
        Assert.Contains(pages, page => Said(page, "purpose") == "learning");
        Assert.Contains(
            "/not-yours",
            (await (await host.VisitAsAsync("ebbe")).GetAsync("/tessick/classes/mere-lateen/pack")).Location?.ToString() ?? "/not-yours"
        );
    }

    [Fact]
    public async Task The_app_on_a_phone_opens_at_the_boat_that_was_sailed_last()
    {
        var sailor = await host.VisitAsAsync("priya");
        var manifest = JsonDocument.Parse((await sailor.GetAsync("/regatta.webmanifest")).Text).RootElement;
        var start = await sailor.GetAsync(manifest.GetProperty("start_url").GetString()!);
        var last = (await sailor.GetAsync("/wenlow/logbook")).Html.QuerySelector("main a[href*='/logbook/']")!.GetAttribute("href")!;
        Assert.Matches("^/wenlow/classes/[a-z0-9-]+/card$", start.Location!.ToString());
        var sailed = start.Location.ToString().Split('/')[3];
        Assert.Contains($"/classes/{sailed}", (await sailor.GetAsync(last)).Text);
        foreach (var icon in manifest.GetProperty("icons").EnumerateArray())
        {
            Assert.Equal(
                "image/png",
                (await sailor.GetAsync(icon.GetProperty("src").GetString()!)).Message.Content.Headers.ContentType!.MediaType
            );
        }
    }

    [Fact]
    public async Task What_comes_out_of_an_outbox_is_answered_with_its_key_and_where_it_leads_to()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        var page = await sailor.GetAsync(Card);
        var key = Guid.NewGuid().ToString();
        sailor.Header("X-Outbox", key);
        sailor.Header("X-Outbox-Age", "7200000");
        var taken = await sailor.SendAsync(page, ".note-now form", Card + "&handler=Note");
        Assert.Equal(204, (int)taken.Status);
        Assert.Equal(key, taken.Message.Headers.GetValues("X-Outbox").Single());
        Assert.Contains("/brannet/card", taken.Message.Headers.GetValues("X-Outbox-To").Single());
        // Sent twice, for its answer was lost: one note, of two hours ago.
        await sailor.SendAsync(page, ".note-now form", Card + "&handler=Note");
        Assert.Equal(
            1,
            await club.ScalarAsync<long>(
                "select count(*) from noted_runs where noted_at between now() - interval '125 minutes' and now() - interval '115 minutes'"
            )
        );
        var refused = await sailor.SendAsync(page, ".note-now form", Card + "&handler=Note", ("differs", "Vang"), ("stands", "lots"));
        Assert.Equal(422, (int)refused.Status);
        Assert.Equal(key, refused.Message.Headers.GetValues("X-Outbox").Single());
    }

    [Fact]
    public async Task A_log_kept_without_a_line_was_sailed_when_it_was_kept_whatever_the_phones_watch_says()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        var page = await sailor.GetAsync("/wenlow/classes/brannet/log?wind=12&unit=kn&boat=class");
        sailor.Header("X-Outbox", Guid.NewGuid().ToString());
        sailor.Header("X-Outbox-Age", "7200000");
        var taken = await sailor.SendAsync(
            page,
            "form.log-form",
            "/wenlow/classes/brannet/log?unit=kn",
            ("sailedNow", "yes"),
            ("sailedAt", "2031-01-01T10:00"),
            ("note", "kept in a pocket")
        );
        Assert.Equal(204, (int)taken.Status);
        Assert.Equal(
            1,
            await club.ScalarAsync<long>(
                "select count(*) from session_logs where note = 'kept in a pocket' "
                    + "and sailed_at between now() - interval '125 minutes' and now() - interval '115 minutes'"
            )
        );
    }

    [Fact]
    public async Task Without_a_sign_in_it_waits_and_a_key_that_is_none_is_not_answered()
    {
        var stranger = host.Visit();
        stranger.Header("X-Outbox", Guid.NewGuid().ToString());
        Assert.Equal(401, (int)(await stranger.GetAsync("/outbox")).Status);
        var odd = host.Visit();
        odd.Header("X-Outbox", "a key of somebody else's making");
        var answer = await odd.GetAsync("/outbox");
        Assert.Equal(302, (int)answer.Status);
        Assert.False(answer.Message.Headers.Contains("X-Outbox"));
    }

    [Fact]
    public async Task What_an_outbox_of_the_release_before_holds_is_taken_as_it_was_sent_then()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        var trials = await captain.GetAsync("/wenlow/classes/quillet/trials?band=2");
        var form = trials.Html.QuerySelector(".evidence-columns form")!;
        var design = ("design", "one boat, back and forth");
        var planned = await captain.SendAsync(trials, ".evidence-columns form", form.GetAttribute("action")!, design);
        var trial = planned.Location!.ToString().Split('/')[^1];
        var sailor = await club.VisitAsAsync("priya");
        var session = await sailor.GetAsync("/outbox");
        var days = await Task.WhenAll(
            (await sailor.GetAsync("/wenlow/calendar"))
                .Html.QuerySelectorAll("main a")
                .Select(link => link.GetAttribute("href")!)
                .Where(address => System.Text.RegularExpressions.Regex.IsMatch(address, "/calendar/[0-9]+$"))
                .Distinct()
                .Select(async address => (Address: address, Page: await sailor.GetAsync(address)))
        );
        var day = days.First(day => day.Page.TextOf("form[data-outbox]")?.Contains("Brannet: Oxbow", StringComparison.Ordinal) == true)
            .Address.Split('/')[^1];
        sailor.Header("X-Outbox", Guid.NewGuid().ToString());
        using var outbox = JsonDocument.Parse(
            await File.ReadAllTextAsync(
                Path.Combine(AppContext.BaseDirectory, "Data", "outbox-4.0.json"),
                TestContext.Current.CancellationToken
            )
        );
        var forms = outbox.RootElement.EnumerateArray().ToList();
        // Twice each: the first answer was lost.
        foreach (var kept in forms.Concat(forms))
        {
            var answer = await sailor.SendAsync(
                session,
                "form[data-token]",
                Said(kept, "action").Replace("{trial}", trial, StringComparison.Ordinal).Replace("{day}", day, StringComparison.Ordinal),
                [.. kept.GetProperty("fields").EnumerateArray().Select(field => (field[0].GetString()!, field[1].GetString()!))]
            );
            Assert.True(
                (int)answer.Status == 204,
                $"{Said(kept, "what")}: {(int)answer.Status} {answer.TextOf("[id$=-problem], .problem")}"
            );
        }

        foreach (
            var (what, count) in new[]
            {
                ("noted_runs", 1),
                ("session_logs where note = 'of the release before'", 1),
                ("trial_runs where helm_port > 4", 1),
                ("drills where seconds = 41", 1),
            }
        )
        {
            Assert.Equal((what, (long)count), (what, await club.ScalarAsync<long>($"select count(*) from {what}")));
        }
    }

    [Fact]
    public async Task A_correction_that_was_refused_is_still_that_of_its_log_and_a_fresh_log_has_a_key_of_its_own_each_time()
    {
        var sailor = await host.VisitAsAsync("priya");
        var sent = await sailor.GetAsync("/wenlow/classes/quillet/log?wind=12&unit=kn");
        await sailor.SendAsync(sent, ".log-form", sent.Html.QuerySelector(".log-form")!.GetAttribute("action")!);
        var lines = await PackAsync(sailor, "/wenlow/classes/quillet");
        var pages = JsonDocument.Parse(lines[0]).RootElement.GetProperty("pages").EnumerateArray().Select(page => Said(page, "path"));
        // What is too old to be corrected is not named: each that is opens as a form.
        var form = sent;
        foreach (var path in pages.Where(path => path.Contains("log?correct=", StringComparison.Ordinal)))
        {
            form = await sailor.GetAsync(path);
            Assert.Equal(200, (int)form.Status);
        }

        Assert.NotNull(form.Html.QuerySelector(".log-form[data-corrects]"));
        var key = form.Html.QuerySelector("[name=logKey]")!.GetAttribute("value");
        Assert.Null(form.Html.QuerySelector(".log-form [data-fresh]"));
        var address = form.Html.QuerySelector(".log-form")!.GetAttribute("action")!;
        var refused = await sailor.SendAsync(form, ".log-form", address, ("windFrom", "much"));
        Assert.Equal(422, (int)refused.Status);
        Assert.Null(refused.Html.QuerySelector(".log-form [data-fresh]"));
        Assert.NotNull(refused.Html.QuerySelector(".log-form[data-corrects]"));
        Assert.Equal(key, refused.Html.QuerySelector("[name=logKey]")!.GetAttribute("value"));
        // The service worker finds the key of a fresh one by its mark.
        var fresh = await sailor.GetAsync("/wenlow/classes/quillet/log?wind=12&unit=kn");
        Assert.Matches("<input [^>]*data-fresh [^>]*name=\"logKey\" value=\"[0-9a-f-]{36}\"", fresh.Text);
    }

    [Fact]
    public async Task Who_is_refused_the_class_gets_no_pages_of_it_and_packs_come_whole_to_all_who_wait()
    {
        var stranger = await host.VisitAsAsync("ebbe");
        Assert.Equal(404, (int)(await stranger.GetAsync("/wenlow/classes/quillet/pack/pages")).Status);
        Assert.Equal(404, (int)(await stranger.GetAsync("/wenlow/classes/quillet/pack?handler=Pages")).Status);
        Assert.Equal(302, (int)(await host.Visit().GetAsync("/wenlow/classes/quillet/pack/pages")).Status);
        var packs = await Task.WhenAll(
            new[] { "priya", "tamsin", "priya" }.Select(async person =>
                (Person: person, Lines: await PackAsync(await host.VisitAsAsync(person), "/wenlow/classes/pettle-65"))
            )
        );
        var owners = packs.Select(pack => JsonDocument.Parse(pack.Lines[0]).RootElement.GetProperty("person").GetGuid()).ToList();
        Assert.Equal(owners[0], owners[2]);
        Assert.NotEqual(owners[0], owners[1]);
        foreach (var (person, lines) in packs)
        {
            Assert.All(lines, line => Assert.NotEqual("null", line));
            var named = person == "priya" ? "Priya Maddern" : "Tamsin Okwuosa";
            Assert.All(lines.Skip(1), line => Assert.Contains($"\"/me\\\">{named}", line));
        }
    }

    /// <summary>The list of a pack and its pages, line by line.</summary>
    private static async Task<IReadOnlyList<string>> PackAsync(Visitor sailor, string classPath) =>
        (await sailor.GetAsync(classPath + "/pack/pages")).Text.Split('\n', StringSplitOptions.RemoveEmptyEntries);

    /// <summary>A page without what is another one at each look: keys of forms, and times of now.</summary>
    private static string Told(string page)
    {
        var main = new AngleSharp.Html.Parser.HtmlParser().ParseDocument(page).QuerySelector("main")!;
        foreach (var made in main.QuerySelectorAll("input[type=hidden], input[type=datetime-local], time, script"))
        {
            made.Remove();
        }

        return main.InnerHtml;
    }

    private static string Said(JsonElement page, string name) => page.GetProperty(name).GetString()!;
}
