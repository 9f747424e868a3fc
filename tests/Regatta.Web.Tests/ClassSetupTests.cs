using UglyToad.PdfPig;

namespace Regatta.Web.Tests;

public sealed class ClassSetupTests(ClubHost host)
{
    [Fact]
    public async Task A_class_is_made_from_a_kit_with_its_controls_and_no_mark()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var coordinator = await club.VisitAsAsync("odalys");
        var page = await coordinator.GetAsync("/wenlow/new-class");
        Assert.Equal(10, page.Html.QuerySelectorAll(".kit").Length);
        var nothing = await coordinator.SendAsync(page, "main form", "/wenlow/new-class", ("name", "Sprat"));
        Assert.Equal(422, (int)nothing.Status);
        Assert.Contains("Choose the kind of boat", nothing.TextOf(".problem"));
        Assert.Equal("Sprat", nothing.Html.QuerySelector("#name")!.GetAttribute("value"));
        Assert.Contains(
            "class of that name",
            (await coordinator.SendAsync(page, "main form", "/wenlow/new-class", ("kit", "una-rig"), ("name", "Quillet"))).TextOf(
                "#name-problem"
            )
        );

        var made = await coordinator.SendAsync(page, "main form", "/wenlow/new-class", ("kit", "una-rig"), ("name", "Sprat Nº 3"));
        Assert.Equal("/wenlow/classes/sprat-n-3/controls", made.Location!.ToString());
        var controls = await coordinator.GetAsync(made.Location.ToString());
        Assert.Equal(12, controls.Html.QuerySelectorAll(".controls > li").Length);
        Assert.All(
            controls.Html.QuerySelectorAll(".control-drawing"),
            drawing => Assert.StartsWith("How ", drawing.GetAttribute("aria-label"))
        );
        // It is rigged and logged before it has a mark.
        var sailor = await club.VisitAsAsync("priya");
        var card = (await sailor.GetAsync("/wenlow/classes/sprat-n-3/card?wind=12&unit=kn")).Html;
        Assert.Contains("no marks yet", card.QuerySelector("#card .hint")!.TextContent);
        Assert.Equal("no mark yet", card.QuerySelector("#card dd.words")!.TextContent);
        const string Rig = "/wenlow/classes/sprat-n-3/rig-up?wind=12&unit=kn&boat=class";
        var rig = await sailor.GetAsync(Rig);
        Assert.Equal("no mark yet", rig.TextOf(".rig-mark"));
        (string, string)[] said = [("step-set-mast-step", "done"), ("said-set-mast-step", "hole 3")];
        var ready = await sailor.SendAsync(rig, ".rig-up form", Rig + "&handler=Finish", said);
        var thanks = (await sailor.GetAsync(ready.Location!.ToString())).TextOf(".thanks");
        Assert.Contains("The card has no mark yet for any of them. What you set waits in your log.", thanks);
        var form = await sailor.GetAsync("/wenlow/classes/sprat-n-3/log?wind=12&unit=kn&boat=class");
        var log = form.Html.QuerySelectorAll("form").Single(one => one.QuerySelector("[name=mark-vang]") is not null);
        Assert.Equal("hole 3", log.QuerySelector("[name=mark-mast-step]")!.GetAttribute("value"));
        log.SetAttribute("data-tried", "");
        var logged = await sailor.SendAsync(form, "form[data-tried]", "/wenlow/classes/sprat-n-3/log", ("mark-vang", "3 1/2"));
        Assert.True((int)logged.Status is 302, logged.TextOf(".problem") ?? logged.Text);
        Assert.Equal(
            62,
            await club.ScalarAsync<double>(
                "select max(m.mark) from log_marks m join session_logs l on (l.club_id, l.id) = (m.club_id, m.log_id) "
                    + "join classes c on c.id = l.class_id where c.key = 'sprat-n-3' and m.control = 'vang'"
            ),
            6
        );
        Assert.Contains("/not-yours", (await (await club.VisitAsAsync("priya")).GetAsync("/wenlow/new-class")).Location!.ToString());
    }

    [Fact]
    public async Task A_class_is_made_from_nothing_and_its_pages_say_who_publishes_it()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var coordinator = await club.VisitAsAsync("odalys");
        var page = await coordinator.GetAsync("/wenlow/new-class");
        var made = await coordinator.SendAsync(page, "main form", "/wenlow/new-class", ("kit", "from-nothing"), ("name", "Bare 5"));
        Assert.Equal("/wenlow/classes/bare-5/controls", made.Location!.ToString());
        Assert.Contains("no runs yet", (await coordinator.GetAsync("/wenlow")).Html.Body!.TextContent);
        var sailor = await club.VisitAsAsync("priya");
        foreach (var path in (string[])["card", "log", "rig-up", "check", "change", "strips"])
        {
            var mine = await coordinator.GetAsync($"/wenlow/classes/bare-5/{path}");
            Assert.Equal("/wenlow/classes/bare-5/versions", mine.Html.QuerySelector("main .empty a")!.GetAttribute("href"));
            if (path != "strips")
            {
                Assert.Contains(
                    "Its captain publishes it",
                    (await sailor.GetAsync($"/wenlow/classes/bare-5/{path}")).TextOf("main .empty")
                );
            }
        }
    }

    [Fact]
    public async Task A_class_is_read_out_of_a_table_looked_over_and_made()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var coordinator = await club.VisitAsAsync("odalys");
        const string Path = "/wenlow/new-class/table";
        var page = await coordinator.GetAsync(Path);
        Assert.Contains("Copy the cells", (await SendAsync(page, "", ("text", " "))).TextOf(".problem"));
        var gap = await SendAsync(page, "", ("text", "\t0-5\t8-12\nVang\t1\t2"));
        Assert.Equal(422, (int)gap.Status);
        Assert.Contains("gap between", gap.TextOf(".problem"));
        Assert.Contains("8-12", gap.Html.QuerySelector("#text")!.TextContent);

        var read = await SendAsync(page, "", ("text", "\tlight 0-4\tstrong 5-9\nGooseneck (in)\t16\t18 1/2\nVang\t2\t4"));
        Assert.Contains("2 bands, 2 controls, 4", read.TextOf("h2 + p"));
        Assert.Equal("a length in inches", read.Html.QuerySelector("[name=kind-1] [selected]")!.GetAttribute("value"));
        Assert.Contains("A class needs a name", (await SendAsync(read, "Make", ("name", ""))).TextOf("#name-problem"));
        Assert.Contains("class of that name", (await SendAsync(read, "Make", ("name", "Quillet"))).TextOf("#name-problem"));
        var made = await SendAsync(read, "Make", ("name", "Sheeted 4"), ("kind-2", "turns"));
        Assert.Equal("/wenlow/classes/sheeted-4", made.Location!.ToString());
        var cell = await coordinator.GetAsync("/wenlow/classes/sheeted-4?cell=2.vang");
        Assert.Contains("4 turns", cell.Text);
        Assert.Contains("5 kn", (await coordinator.GetAsync("/wenlow/classes/sheeted-4/bands")).Text);

        Task<Answer> SendAsync(Answer from, string handler, params (string, string)[] typed) =>
            coordinator.SendAsync(from, "main form", handler.Length > 0 ? $"{Path}?handler={handler}" : Path, typed);
    }

    [Theory]
    [InlineData("numbered strip", new[] { "min:0", "max:8", "step:1/2", "pitch:15 mm" }, "strip number 0 to 8")]
    [InlineData("holes", new[] { "min:1", "max:9", "step:1", "countedFrom:the bow", "bothSides:yes" }, "the same on both sides")]
    [InlineData(
        "turns",
        new[] { "min:0", "max:6", "step:1/4", "countedFrom:hand tight", "pitch:1.25" },
        "0 turns to 6 turns, steps of 1/4"
    )]
    [InlineData("rope dots", new[] { "min:0", "max:5", "step:1", "countedFrom:the clew" }, "dot 0 to dot 5")]
    [InlineData("clicks", new[] { "min:-4", "max:4", "step:1", "countedFrom:the middle" }, "to 4 clicks")]
    [InlineData("angle", new[] { "min:0", "max:45", "step:5" }, "0° to 45°")]
    [InlineData("body measure", new[] { "min:0", "max:2", "step:1/2", "measure:fist", "usual:9 cm" }, "2 × fist")]
    [InlineData("named stops", new[] { "stops:off\nsnug\nhard" }, "one of: off, snug, hard")]
    [InlineData("length", new[] { "unit:in, as tenths", "min:0", "max:12", "step:0.1" }, "steps of 0.1 in")]
    public async Task A_control_of_every_kind_is_added_and_opens_again_as_it_was(string kind, string[] fields, string hint)
    {
        // Here a class is changed that every test shares: one whose editors no other test is.
        var captain = await host.VisitAsAsync("odalys");
        var page = await captain.GetAsync("/wenlow/classes/pettle-65/controls/new");
        var name = $"Trial {kind}";
        (string, string)[] scale =
        [
            .. fields.Select(field => (field.Split(':')[0], field[(field.IndexOf(':', StringComparison.Ordinal) + 1)..])),
        ];
        var shown = await captain
            .Fragment()
            .SendAsync(page, "#control-form", "/wenlow/classes/pettle-65/controls/new?handler=Kind", ("kind", kind));
        Assert.All(scale, field => Assert.NotNull(shown.Html.QuerySelector($"[name={field.Item1}]")));
        (string, string)[] rest = [("name", name), ("kind", kind), ("datum", "band"), ("readingPoint", "eye"), ("moreDoes", "Flatter.")];
        var sent = await captain.SendAsync(page, "#control-form", "/wenlow/classes/pettle-65/controls/new", [.. rest, .. scale]);
        Assert.Equal(302, (int)sent.Status);

        var key = sent.Location!.ToString().Split('#')[1];
        var item = (await captain.GetAsync("/wenlow/classes/pettle-65/controls")).Html.QuerySelector($"#{key}")!;
        Assert.Contains(hint, item.TextContent);
        var again = await captain.GetAsync($"/wenlow/classes/pettle-65/controls/{key}");
        Assert.Equal(302, (int)(await captain.SendAsync(again, "#control-form", $"/wenlow/classes/pettle-65/controls/{key}")).Status);
        Assert.Contains(hint, (await captain.GetAsync("/wenlow/classes/pettle-65/controls")).Html.QuerySelector($"#{key}")!.TextContent);
        await RetireAsync(captain, "pettle-65", key);
    }

    [Theory]
    [InlineData("name", "", "What do sailors call it?")]
    [InlineData("min", "thirteen", "not a number")]
    [InlineData("max", "10 in", "highest mark above its lowest")]
    [InlineData("step", "0", "highest mark above its lowest")]
    [InlineData("max", "24 in", "The mark of hard, 26 in, would lie off the scale")]
    [InlineData("kind", "observed target", "would lose their meaning")]
    [InlineData("datum", "", "Where does the scale start?")]
    [InlineData("helm", "90", "No control turns")]
    public async Task A_change_that_cannot_be_is_refused_beside_its_field_with_what_was_typed(string field, string typed, string says)
    {
        var captain = await host.VisitAsAsync("tamsin");
        var page = await captain.GetAsync("/wenlow/classes/quillet/controls/gooseneck");
        var answer = await captain.SendAsync(
            page,
            "#control-form",
            "/wenlow/classes/quillet/controls/gooseneck",
            (field, typed),
            ("moreDoes", "kept")
        );
        Assert.Equal(422, (int)answer.Status);
        Assert.Contains(says, string.Join(' ', answer.Html.QuerySelectorAll("[id$=-problem]").Select(problem => problem.TextContent)));
        Assert.Equal("kept", answer.Html.QuerySelector("[name=moreDoes]")!.GetAttribute("value"));
    }

    [Fact]
    public async Task Another_unit_changes_no_length()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        var page = await captain.GetAsync("/wenlow/classes/quillet/controls/gooseneck");
        Assert.Equal(
            302,
            (int)
                (
                    await captain.SendAsync(
                        page,
                        "#control-form",
                        "/wenlow/classes/quillet/controls/gooseneck",
                        ("unit", "mm"),
                        ("step", "5 mm")
                    )
                ).Status
        );
        var table = await captain.GetAsync("/wenlow/classes/quillet?view=table&cell=4.gooseneck");
        Assert.StartsWith("508 mm", table.TextOf("[data-cell='4.gooseneck']"));

        // 23 1/2 in is no whole number of new steps from the end; it stays where it is until somebody moves it.
        Assert.StartsWith("596.9 mm", table.TextOf("[data-cell='5.gooseneck']"));
        var coordinator = await club.VisitAsAsync("odalys");
        var file = await coordinator.GetAsync("/wenlow/classes/quillet/bundle.json");
        Assert.Contains("596.9", file.Text);
        Assert.Contains(
            "left as they are",
            (
                await coordinator.UploadAsync(
                    await coordinator.GetAsync("/wenlow/import"),
                    "/wenlow/import",
                    System.Text.Encoding.UTF8.GetBytes(file.Text)
                )
            ).TextOf(".thanks")
        );
    }

    [Fact]
    public async Task A_control_out_of_use_leaves_the_matrix_keeps_its_logs_readable_and_comes_back_with_its_marks()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var (captain, sailor) = (await club.VisitAsAsync("tamsin"), await club.VisitAsAsync("priya"));
        async Task<string> LogOfAsync(Visitor who)
        {
            var link = (await who.GetAsync("/wenlow/logbook"))
                .Html.QuerySelectorAll(".logbook a")
                .First(link => link.TextContent.Contains("Quillet", StringComparison.Ordinal))
                .GetAttribute("href")!;
            return (await who.GetAsync(link)).TextOf(".facts")!;
        }

        await RetireAsync(captain, "quillet", "gooseneck");
        Assert.Null((await captain.GetAsync("/wenlow/classes/quillet")).TextOf("[data-cell='4.gooseneck']"));
        Assert.Contains("Gooseneck, no longer used", await LogOfAsync(captain));
        // Nobody has published that yet: to sailors it is in use.
        var own = await LogOfAsync(sailor);
        Assert.Contains("Gooseneck", own);
        Assert.DoesNotContain("no longer used", own);
        Assert.Equal(200, (int)(await sailor.GetAsync("/wenlow/classes/quillet/card?wind=14")).Status);
        Assert.Contains("Gooseneck", (await captain.GetAsync("/wenlow/classes/quillet/controls")).TextOf("#retired-head + p + ul"));

        // Taken out and brought in elsewhere, the logs still know what their marks were.
        var file = (await (await club.VisitAsAsync("odalys")).GetAsync("/wenlow/classes/quillet/bundle.json")).Text;
        var definition = System.Text.Json.Nodes.JsonNode.Parse(file)!["classes"]![0]!["definition"]!;
        Assert.NotNull(definition["controls"]!["gooseneck"]);
        Assert.DoesNotContain("gooseneck", definition["inUse"]!.AsArray().Select(key => (string?)key));
        await using var elsewhere = await host.AnotherAsync("Never");
        var founder = await elsewhere.FoundAsync("Ebb");
        Assert.Contains(
            "Imported: Quillet",
            (
                await founder.UploadAsync(await founder.GetAsync("/ebb/import"), "/ebb/import", System.Text.Encoding.UTF8.GetBytes(file))
            ).TextOf(".thanks")
        );

        var list = await captain.GetAsync("/wenlow/classes/quillet/controls");
        await captain.SendAsync(list, "#retired-head ~ ul form", "/wenlow/classes/quillet/controls", ("act", "back"));
        Assert.Contains("20 in", (await captain.GetAsync("/wenlow/classes/quillet?view=table")).TextOf("[data-cell='4.gooseneck']"));
    }

    [Fact]
    public async Task The_set_up_order_is_changed_one_place_at_a_time()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("tamsin");
        await MoveAsync("later");
        Assert.Equal(["head-line", "gooseneck", "halyard-point"], await OrderAsync());
        await MoveAsync("later");
        await MoveAsync("earlier");
        Assert.Equal(["head-line", "gooseneck", "halyard-point"], await OrderAsync());

        async Task MoveAsync(string act) =>
            await captain.SendAsync(
                await captain.GetAsync("/wenlow/classes/quillet/controls"),
                "#halyard-point form",
                "/wenlow/classes/quillet/controls",
                ("act", act)
            );
        async Task<IEnumerable<string>> OrderAsync() =>
            (await captain.GetAsync("/wenlow/classes/quillet/controls"))
                .Html.QuerySelectorAll(".controls > li")
                .Select(item => item.Id!)
                .Take(3);
    }

    [Fact]
    public async Task Strips_are_shown_and_printed_for_a_boat_on_either_paper()
    {
        var sailor = await host.VisitAsAsync("priya");
        var page = await sailor.GetAsync("/wenlow/classes/quillet/strips?paper=US+Letter");
        Assert.Equal("279.4mm", page.Html.QuerySelector("svg.sheet")!.GetAttribute("width"));
        Assert.Contains("Print at 100 %", page.Html.Body!.TextContent);
        var answer = await sailor.GetAsync("/wenlow/classes/quillet/strips.pdf?paper=A4");
        Assert.Equal("application/pdf", answer.Message.Content.Headers.ContentType!.MediaType);
        using var pdf = PdfDocument.Open(await answer.Message.Content.ReadAsByteArrayAsync(TestContext.Current.CancellationToken));
        Assert.Equal(page.Html.QuerySelectorAll("svg.sheet").Length, pdf.NumberOfPages);
        Assert.Contains("Gooseneck", string.Join(' ', pdf.GetPages().SelectMany(one => one.GetWords()).Select(word => word.Text)));
    }

    private static async Task RetireAsync(Visitor captain, string key, string control) =>
        await captain.SendAsync(
            await captain.GetAsync($"/wenlow/classes/{key}/controls"),
            $"#{control} form",
            $"/wenlow/classes/{key}/controls",
            ("act", "retire")
        );
}
