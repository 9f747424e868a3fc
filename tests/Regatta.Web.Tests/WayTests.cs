using Regatta.Web.Navigation;
using Regatta.Web.Pages.Searching;

namespace Regatta.Web.Tests;

/// <summary>The way through: five doors a class, what lies under the thumb, and finding.</summary>
public sealed class WayTests(ClubHost host)
{
    private const string OfClass = "{club}/classes/{key}";

    [Fact]
    public void Every_page_of_a_class_lies_behind_one_of_five_doors_and_every_place_is_a_page()
    {
        var pages = Endpoints
            .All(host)
            .Where(one => one.Method == "GET" && one.Handler.Length == 0 && one.Pattern.StartsWith(OfClass, StringComparison.Ordinal))
            .Select(one => one.Pattern[OfClass.Length..])
            // What is no page one reads: files, the pack and the streams.
            .Where(page =>
                !page.Contains('.')
                && !page.Contains("stream", StringComparison.Ordinal)
                && !page.StartsWith("/pack", StringComparison.Ordinal)
            )
            .ToList();
        Assert.True(pages.Count > 40, $"Only {pages.Count} pages of a class were found.");
        Assert.Equal([], pages.Where(page => ClassPlace.At(page) is null));
        Assert.Equal([], ClassPlace.All.Select(place => place.Path).Except(pages));
        Assert.Equal(5, ClassPlace.All.Select(place => place.Door).Distinct().Count());
    }

    [Theory]
    [InlineData("", "Matrix")]
    [InlineData("/", "Matrix")]
    [InlineData("/Card/", "Card")]
    [InlineData("/card/print", "Print")]
    [InlineData("/reefs/edit", "Reef points")]
    [InlineData("/boats/7/mark/vang", "Boats")]
    [InlineData("/compare", "Versions")]
    [InlineData("/cards", null)]
    public void An_address_lies_in_the_nearest_place_above_it(string below, string? place) =>
        Assert.Equal(place, ClassPlace.At(below)?.Name);

    [Fact]
    public async Task A_place_is_shown_to_whom_it_opens_and_to_nobody_else()
    {
        var (captain, sailor) = (await host.VisitAsAsync("odalys"), await host.VisitAsAsync("priya"));
        foreach (var place in ClassPlace.All)
        {
            var path = "/wenlow/classes/quillet" + place.Path;
            Assert.Equal((place, 200), (place, (int)(await captain.GetAsync(path)).Status));
            var seen = await sailor.GetAsync(path);
            Assert.Equal((place, place.ForEditors ? 302 : 200), (place, (int)seen.Status));
        }
    }

    [Fact]
    public async Task From_any_page_of_a_class_any_other_is_two_taps_away_and_the_open_door_says_which_it_is()
    {
        var captain = await host.VisitAsAsync("odalys");
        foreach (var path in new[] { "", "/rig-up", "/boats/1/sails", "/questions", "/evidence/replay" })
        {
            var page = await captain.GetAsync("/wenlow/classes/quillet" + path);
            if ((int)page.Status == 404)
            {
                continue;
            }

            var at = ClassPlace.At(path)!;
            Assert.Equal(ClassPlace.NameOf(at.Door), page.TextOf(".class-doors [aria-current]"));
            Assert.Equal(at.Name, page.TextOf(".class-pages [aria-current=page]"));
            Assert.Equal(5, page.Html.QuerySelectorAll(".class-doors a").Length);
            Assert.Equal(
                ClassPlace.All.Where(place => place.Door == at.Door).Select(place => place.Name),
                page.Html.QuerySelectorAll(".class-pages a").Select(link => link.TextContent)
            );
        }
    }

    [Fact]
    public async Task The_head_of_every_page_leads_to_pages_and_so_does_whatever_the_search_knows_of_the_club()
    {
        var coordinator = await host.VisitAsAsync("odalys");
        foreach (var place in ClubPlace.All)
        {
            Assert.Equal((place, 200), (place, (int)(await coordinator.GetAsync("/wenlow" + place.Path)).Status));
        }

        var head = (await coordinator.GetAsync("/wenlow/learn")).Html.QuerySelectorAll(".masthead nav a").Select(link => link.TextContent);
        Assert.Equal(ClubPlace.All.Where(place => place.InHead).Select(place => place.Name), head.SkipLast(1));
        var sailor = await host.VisitAsAsync("priya");
        Assert.DoesNotContain("People", (await sailor.GetAsync("/wenlow/learn")).TextOf(".masthead nav"));
    }

    [Fact]
    public async Task A_class_that_is_called_otherwise_in_its_draft_is_found_by_sailors_under_the_name_they_know()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var (captain, sailor) = (await club.VisitAsAsync("odalys"), await club.VisitAsAsync("priya"));
        const string At = "/wenlow/classes/tandry/settings";
        await captain.SendAsync(await captain.GetAsync(At), "form.stack", At, ("name", "Zephyrine"));
        Assert.Contains("Zephyrine", (await captain.GetAsync(At)).TextOf("h1"));
        foreach (var asked in new[] { "zephyrine", "quince", "tandry" })
        {
            Assert.DoesNotContain("Zephyrine", (await sailor.GetAsync("/wenlow/find?handler=List&q=" + asked)).Text);
        }

        Assert.DoesNotContain("Zephyrine", (await sailor.GetAsync("/wenlow")).Text);
        Assert.Contains("Zephyrine", (await captain.GetAsync("/wenlow/find?handler=List&q=zephyrine")).Text);
    }

    [Fact]
    public async Task The_log_under_the_thumb_is_that_of_the_class_one_sails()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        await sailor.SendAsync(await sailor.GetAsync("/wenlow/sails"), "form.sails-form", "/wenlow/sails", ("sails", "brannet"));
        var log = await sailor.GetAsync("/wenlow/log");
        Assert.Equal("/wenlow/classes/brannet/log", log.Location?.ToString());
        Assert.Equal(
            ["/wenlow/today", "/wenlow/classes/quillet/log", "/wenlow/logbook", "/wenlow/learn"],
            (await sailor.GetAsync("/wenlow/classes/quillet/card"))
                .Html.QuerySelectorAll(".thumb-bar a")
                .Select(link => link.GetAttribute("href"))
        );
        // Who sails several is asked which.
        var page = await sailor.GetAsync("/wenlow/sails");
        var fields = new[] { ("sails", "quillet"), ("sails", "brannet") };
        await sailor.SendAsync(page, "form.sails-form", "/wenlow/sails", fields);
        var choice = await sailor.GetAsync("/wenlow/log");
        Assert.Equal(200, (int)choice.Status);
        Assert.Equal(
            ["Brannet", "Quillet"],
            choice.Html.QuerySelectorAll(".class-choice strong").Take(2).Select(name => name.TextContent).Order()
        );
    }

    [Theory]
    [InlineData("kick", "Vang")]
    [InlineData("kiker", "Vang")]
    [InlineData("quillet reef", "Reefs and limits")]
    [InlineData("yard", "Upper spar")]
    [InlineData("QUI", "Quillet")]
    [InlineData("wher wind lulls", null)]
    public async Task Something_is_found_by_what_others_call_it_by_half_a_word_and_mistyped(string asked, string? name)
    {
        var sailor = await host.VisitAsAsync("priya");
        var found = await sailor.GetAsync("/wenlow/find?q=" + Uri.EscapeDataString(asked));
        var names = found.Html.QuerySelectorAll(".found strong").Select(one => one.TextContent).ToList();
        if (name is null)
        {
            Assert.Empty(names);
            Assert.Contains("Nothing is called like", found.Text);
        }
        else
        {
            Assert.Contains(name, names.Take(3));
        }
    }

    [Fact]
    public async Task What_is_near_is_found_first_the_class_looked_from_and_the_one_that_is_sailed()
    {
        var coordinator = await host.VisitAsAsync("odalys");
        var found = await coordinator.GetAsync("/wenlow/find?q=reef+points&at=tandry");
        Assert.Equal("/wenlow/classes/tandry/reefs/edit", found.Html.QuerySelector(".found a")!.GetAttribute("href"));
        Assert.Equal("tandry", found.Html.QuerySelector(".find-page [name=at]")!.GetAttribute("value"));
        Assert.Equal(
            "quillet",
            (await coordinator.GetAsync("/wenlow/classes/quillet")).Html.QuerySelector(".find [name=at]")!.GetAttribute("value")
        );
        // A class that is named comes before what is in another.
        Assert.Equal("Quillet", (await coordinator.GetAsync("/wenlow/find?q=qui&at=tandry")).TextOf(".found strong"));
    }

    [Fact]
    public async Task What_is_found_opens_and_is_what_the_reader_may_see()
    {
        foreach (var person in new[] { "priya", "odalys" })
        {
            var visitor = await host.VisitAsAsync(person);
            foreach (var asked in new[] { "q", "settings", "tamsin", "mast", "training", "dunlin" })
            {
                var found = await visitor.GetAsync("/wenlow/find?handler=List&q=" + asked);
                Assert.DoesNotContain("<html", found.Text);
                foreach (var link in found.Html.QuerySelectorAll(".found a").Select(one => one.GetAttribute("href")!).Take(8))
                {
                    var page = await visitor.GetAsync(link.Split('#')[0]);
                    Assert.True(
                        (int)page.Status == 200 || page.Location?.ToString().EndsWith("/log", StringComparison.Ordinal) == true,
                        $"{person}, {asked}: {link} {page.Status}"
                    );
                }
            }
        }

        var sailor = await host.VisitAsAsync("priya");
        Assert.DoesNotContain(
            "person",
            (await sailor.GetAsync("/wenlow/find?q=tamsin")).Html.QuerySelectorAll(".found small").Select(one => one.TextContent)
        );
        var coordinator = await host.VisitAsAsync("odalys");
        Assert.Contains(
            "person",
            (await coordinator.GetAsync("/wenlow/find?q=tamsin")).Html.QuerySelectorAll(".found small").Select(one => one.TextContent)
        );
        // Of another club nothing is found.
        var other = await host.VisitAsAsync("ebbe");
        Assert.DoesNotContain(
            "Brannet",
            (await other.GetAsync("/tessick/find?q=brannet")).Html.QuerySelectorAll(".found strong").Select(one => one.TextContent)
        );
    }

    [Fact]
    public async Task A_search_of_ten_thousand_letters_is_told_and_an_empty_one_asks_nothing()
    {
        var sailor = await host.VisitAsAsync("priya");
        Assert.Contains($"under {FindModel.Longest} letters", (await sailor.GetAsync("/wenlow/find?q=" + new string('v', 5000))).Text);
        Assert.Equal(200, (int)(await sailor.GetAsync("/wenlow/find?q=%20")).Status);
        Assert.Equal(200, (int)(await sailor.GetAsync("/wenlow/find?q=%27%22%25_%5C%26%7C%21")).Status);
    }

    [Fact]
    public async Task Ones_own_words_in_a_log_are_found_and_nobody_elses()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        var page = await sailor.GetAsync("/wenlow/classes/quillet/log?wind=12&unit=kn");
        await sailor.SendAsync(
            page,
            "form.log-form",
            "/wenlow/classes/quillet/log?wind=12&unit=kn",
            ("note", "The zwieback shackle rattled.")
        );
        Assert.Contains(
            "log",
            (await sailor.GetAsync("/wenlow/find?q=zwieback")).Html.QuerySelectorAll(".found small").Select(one => one.TextContent)
        );
        var other = await club.VisitAsAsync("odalys");
        Assert.Empty((await other.GetAsync("/wenlow/find?q=zwieback")).Html.QuerySelectorAll(".found a"));
    }

    [Fact]
    public async Task A_new_club_is_led_from_its_first_class_to_its_first_log_step_by_step()
    {
        await using var club = await host.AnotherAsync("Never");
        var kim = await club.FoundAsync("Reedwater SC");
        const string At = "/reedwater-sc";
        async Task<IReadOnlyList<string>> DoneAsync() =>
            [.. (await kim.GetAsync(At)).Html.QuerySelectorAll(".first-steps .is-done a").Select(link => link.TextContent)];
        var empty = await kim.GetAsync(At);
        Assert.Equal(6, empty.Html.QuerySelectorAll(".first-steps li").Length);
        Assert.Equal($"{At}/new-class", empty.Html.QuerySelector(".first-steps .btn-act")!.GetAttribute("href"));
        await kim.SendAsync(await kim.GetAsync(At + "/new-class"), "main form", At + "/new-class", ("kit", "una-rig"), ("name", "Sprat"));
        Assert.Equal(["Make a class: from a kit, your own table, or nothing"], await DoneAsync());
        var boats = await kim.GetAsync($"{At}/classes/sprat/boats");
        await kim.SendAsync(boats, "main form", $"{At}/classes/sprat/boats", ("name", "Pip"));
        Assert.Contains("Add her boats", await DoneAsync());
        // A kit is published without a mark: that is no card yet.
        Assert.DoesNotContain("Publish them, with a reason", await DoneAsync());
        var log = await kim.GetAsync($"{At}/classes/sprat/log?wind=10&unit=kn");
        Assert.Equal(302, (int)(await kim.SendAsync(log, "form.log-form", $"{At}/classes/sprat/log?wind=10&unit=kn")).Status);
        Assert.Null((await kim.GetAsync(At)).Html.QuerySelector(".first-steps"));
    }
}
