using AngleSharp.Dom;
using Microsoft.Extensions.DependencyInjection;
using Regatta.Store;

namespace Regatta.Web.Tests;

/// <summary>The bench as a page: building, judging, pasting, copying, publishing. Each test has a class of its own, from the una-rig kit.</summary>
public sealed class BenchTests(ClubHost host)
{
    private const string Form = "form[data-cell-form]";

    [Theory]
    [InlineData("vang", "4", "strip 4")]
    [InlineData("vang", "2–5", "strip 2 – strip 5")]
    [InlineData("vang", "max", "max (strip 10)")]
    [InlineData("vang", "just on", "just on")]
    [InlineData("sheeting", "boom over the corner", "boom over the corner")]
    [InlineData("cunningham", "hard", "hard")]
    public async Task A_cell_is_written_in_one_line(string control, string typed, string says)
    {
        var (captain, path) = await NewClassAsync();
        await WriteAsync(captain, path, $"2.{control}", typed);
        Assert.StartsWith(says, (await captain.GetAsync($"{path}?view=table")).TextOf($"[data-cell='2.{control}'] span"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_line_that_is_not_understood_is_told_and_kept_and_writes_nothing()
    {
        var (captain, path) = await NewClassAsync();
        var answer = await captain.Fragment().SendAsync(await captain.GetAsync($"{path}?cell=2.vang"), Form, $"{path}?handler=Cell&act=write&cell=2.vang", ("revision", "0"), ("text", "14"));
        Assert.Equal(422, (int)answer.Status);
        Assert.Contains("off the scale", answer.TextOf("#mark-problem"));
        Assert.Contains("Vang, light: strip 14 is off the scale", answer.TextOf("#save-status"));
        Assert.Equal("14", answer.Html.QuerySelector("#mark")!.GetAttribute("value"));
    }

    [Fact]
    public async Task Three_known_marks_are_interpolated_confirmed_shifted_and_undone_in_whole_rows()
    {
        var (captain, path) = await NewClassAsync();
        foreach (var (cell, mark) in new[] { ("1.vang", "0"), ("3.vang", "4"), ("6.vang", "9") })
        {
            await WriteAsync(captain, path, cell, mark);
        }

        var filled = await BuildAsync(captain, path, "interpolate");
        Assert.Equal("Interpolated: 3 cells", filled.TextOf("#save-status strong"));
        Assert.Equal("Vang, light, 5 to 9 knots: strip 2 1/2 ± 1/2 on the strip interpolated", Label(filled, "2.vang"));
        Assert.Contains("entered", Label(await BuildAsync(captain, path, "confirm"), "2.vang"), StringComparison.Ordinal);
        Assert.Contains("strip 3", Label(await BuildAsync(captain, path, "more"), "2.vang"), StringComparison.Ordinal);
        Assert.Contains("Undone: moved a step up", (await TurnAsync(captain, path, "Undo")).TextOf("#save-status"));
        await TurnAsync(captain, path, "Undo");
        Assert.Contains("empty", Label(await TurnAsync(captain, path, "Undo"), "2.vang"), StringComparison.Ordinal);
        Assert.Contains("interpolated", Label(await TurnAsync(captain, path, "Redo"), "2.vang"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_is_chosen_is_filled_and_cleared_and_a_stale_choice_writes_nothing()
    {
        var (captain, path) = await NewClassAsync();
        await WriteAsync(captain, path, "1.vang", "3");
        var filled = await BuildAsync(captain, path, "fill-right", "1.vang:1,2.vang:0,3.vang:0");
        Assert.Equal("Filled to stronger bands: 2 cells", filled.TextOf("#save-status strong"));
        var stale = await BuildAsync(captain, path, "clear", "1.vang:1,2.vang:0");
        Assert.Equal(409, (int)stale.Status);
        Assert.Contains("nothing was written", stale.TextOf("#save-status"));
        Assert.Equal("Cleared: 2 cells", (await BuildAsync(captain, path, "clear", "2.vang:1,3.vang:1")).TextOf("#save-status strong"));
        var down = await BuildAsync(captain, path, "fill-down", "1.vang:1,1.traveller:0,1.cunningham:0");
        Assert.Contains("Cunningham: Vang is read otherwise than Cunningham", down.TextOf("#save-status"));
    }

    [Theory]
    [InlineData("rename", null)]
    [InlineData("clear", "nonsense,9.vang:0,2.bowsprit:0")]
    public async Task An_order_for_nothing_is_answered_with_nothing(string deed, string? over)
    {
        var (captain, path) = await NewClassAsync();
        Assert.Contains("nothing chosen", (await BuildAsync(captain, path, deed, over)).TextOf("#save-status"));
    }

    [Fact]
    public async Task What_does_not_fit_is_shown_mended_and_asked_about_before_publishing()
    {
        var (captain, path) = await NewClassAsync();
        foreach (var (cell, mark) in new[] { ("1.vang", "2"), ("2.vang", "6"), ("3.vang", "4") })
        {
            await WriteAsync(captain, path, cell, mark);
        }

        var page = await captain.GetAsync(path);
        Assert.Contains("Vang goes up as wind builds", page.TextOf(".findings"));
        Assert.Contains("does not fit", Label(page, "2.vang"), StringComparison.Ordinal);
        var asked = await captain.SendAsync(await captain.GetAsync($"{path}/versions"), "form.stack", $"{path}/versions", ("reason", "First."));
        Assert.Equal(422, (int)asked.Status);
        var reversal = page.Html.QuerySelectorAll(".finding form").First(form => form.QuerySelector("[name=finding]")!.GetAttribute("value")!.StartsWith("reversal", StringComparison.Ordinal));
        reversal.SetAttribute("id", "mend");
        var mended = await captain.Fragment().SendAsync(page, "#mend", $"{path}?handler=Mend");
        Assert.Contains("strip 5", Label(mended, "2.vang"), StringComparison.Ordinal);
        Assert.DoesNotContain("does not fit", Label(mended, "2.vang"), StringComparison.Ordinal);
        var again = await captain.Fragment().SendAsync(page, "#mend", $"{path}?handler=Mend");
        Assert.Contains("changed meanwhile", again.TextOf("#save-status"));
        var last = await captain.SendAsync(await captain.GetAsync($"{path}/versions"), "form.stack", $"{path}/versions", ("reason", "First."), ("unfit", "yes"));
        Assert.Equal(302, (int)last.Status);
    }

    [Fact]
    public async Task A_tolerance_goes_by_half_steps_and_a_mark_by_as_many_as_it_is_dragged()
    {
        var (captain, path) = await NewClassAsync();
        await WriteAsync(captain, path, "2.traveller", "2");
        var page = await captain.GetAsync($"{path}?cell=2.traveller");
        await captain.SendAsync(page, Form, $"{path}?handler=Cell&act=widen&cell=2.traveller", ("by", "2"));
        page = await captain.GetAsync($"{path}?cell=2.traveller");
        await captain.SendAsync(page, Form, $"{path}?handler=Cell&act=step&cell=2.traveller", ("by", "3"));
        Assert.Contains("strip 5 ± 2 on the strip", Label(await captain.GetAsync(path), "2.traveller"), StringComparison.Ordinal);
        var ticks = await captain.GetAsync($"{path}?handler=Ticks&cell=2.traveller");
        Assert.Contains("\"at\":5,\"ticks\":[\"strip 0\",\"strip 1\"", ticks.Text, StringComparison.Ordinal);
        Assert.Equal(404, (int)(await captain.GetAsync($"{path}?handler=Ticks&cell=2.sheeting")).Status);
    }

    [Fact]
    public async Task An_edge_is_moved_kept_between_its_neighbours_and_put_back()
    {
        var (captain, path) = await NewClassAsync();
        var page = await captain.GetAsync($"{path}?cell=2.vang");
        var seen = page.Html.QuerySelector("#bench")!.GetAttribute("data-revision")!;
        var moved = await captain.Fragment().SendAsync(page, Form, $"{path}?handler=Edge", ("band", "2"), ("wind", "10"), ("revision", seen));
        Assert.Contains("light ends at 10 kn now; it ended at 9 kn", moved.TextOf("#save-status"));
        Assert.Equal(409, (int)(await captain.Fragment().SendAsync(page, Form, $"{path}?handler=Edge", ("band", "2"), ("wind", "11"), ("revision", seen))).Status);
        var beyond = await captain.Fragment().SendAsync(page, Form, $"{path}?handler=Edge", ("band", "2"), ("wind", "14"), ("revision", moved.Html.QuerySelector("#bench")!.GetAttribute("data-revision")!));
        Assert.Contains("stays between 5 kn and 12 kn", beyond.TextOf("#save-status"));
        foreach (var nonsense in (string[])["-3", "NaN", "gale"])
        {
            Assert.Equal(422, (int)(await captain.Fragment().SendAsync(page, Form, $"{path}?handler=Edge", ("band", "2"), ("wind", nonsense), ("revision", moved.Html.QuerySelector("#bench")!.GetAttribute("data-revision")!))).Status);
        }

        var back = await captain.Fragment().SendAsync(moved, "#save-status form", $"{path}?handler=Edge", ("__RequestVerificationToken", page.Html.QuerySelector("[name=__RequestVerificationToken]")!.GetAttribute("value")!));
        Assert.Contains("light ends at 9 kn now", back.TextOf("#save-status"));
    }

    [Fact]
    public async Task A_pasted_table_is_looked_over_and_only_what_is_ticked_is_taken()
    {
        var (captain, path) = await NewClassAsync();
        var empty = await captain.SendAsync(await captain.GetAsync($"{path}/paste"), "form.stack", $"{path}/paste", ("text", " "));
        Assert.Equal(422, (int)empty.Status);
        var looked = await captain.SendAsync(await captain.GetAsync($"{path}/paste"), "form.stack", $"{path}/paste", ("text", "Our boat\t\t\t\n\t5-9 kn\tfresh\t\nKicker\t2\t6\t9\nMain outhaul\t1½\t#REF!\t\nBowsprit\t1\t1\t1"));
        Assert.Contains("2 cells are plain and ticked. 1 wants a look", looked.TextOf(".paste-form p"));
        Assert.Contains("1 cannot be taken. 1 row names no control", looked.TextOf(".paste-form p"));
        Assert.Equal(["2.vang", "4.vang"], looked.Html.QuerySelectorAll("[name=take][checked]").Select(box => box.GetAttribute("value")));
        var taken = await captain.SendAsync(looked, ".paste-form", $"{path}/paste?handler=Take", ("take", "2.outhaul"), ("take", "4.vang"));
        var page = await captain.GetAsync(taken.Location!.ToString());
        Assert.Contains("Pasted: 2 cells", page.TextOf("#save-status"));
        Assert.Contains("empty", Label(page, "2.vang"), StringComparison.Ordinal);
        Assert.Contains("strip 6", Label(page, "4.vang"), StringComparison.Ordinal);
        Assert.Equal(422, (int)(await captain.SendAsync(looked, ".paste-form", $"{path}/paste?handler=Take", ("take", ""))).Status);
    }

    [Fact]
    public async Task A_bare_block_pasted_on_a_cell_goes_from_there_on()
    {
        var (captain, path) = await NewClassAsync();
        var looked = await captain.SendAsync(await captain.GetAsync($"{path}/paste"), "form.stack", $"{path}/paste", ("text", "2\t3\n1\t1"), ("corner", "3.vang"));
        Assert.Equal(["3.vang", "4.vang"], looked.Html.QuerySelectorAll("[name=take][checked]").Select(box => box.GetAttribute("value")).Take(2));
    }

    [Fact]
    public async Task Fifty_thousand_pasted_rows_come_back_as_a_page_one_can_read()
    {
        var (captain, path) = await NewClassAsync();
        var text = "\tlight\tfresh\n" + string.Concat(Enumerable.Range(0, 50_000).Select(at => at == 40_000 ? "Vang\t2\t6\n" : $"row {at}\t{at}\t{at}\n"));
        var looked = await captain.SendAsync(await captain.GetAsync($"{path}/paste"), "form.stack", $"{path}/paste", ("text", text));
        Assert.Contains("49999 rows name no control", looked.TextOf(".paste-form p"));
        Assert.True(looked.Html.QuerySelectorAll("tbody tr").Length < 100);
    }

    [Fact]
    public async Task Another_class_lends_its_marks_and_says_what_it_could_not()
    {
        var (captain, path) = await NewClassAsync();
        var page = await captain.GetAsync($"{path}/copy");
        Assert.Equal(422, (int)(await captain.SendAsync(page, "form[action*=Layer]", $"{path}/copy?handler=Layer")).Status);
        var answer = await captain.SendAsync(page, "form[action*=Layer]", $"{path}/copy?handler=Layer", ("from", "brannet/full/upwind"));
        var copied = await captain.GetAsync(answer.Location!.ToString());
        Assert.Contains("Copied from Brannet", copied.TextOf("#save-status"));
        Assert.Contains("borrowed from Brannet", (await captain.GetAsync($"{path}?cell=4.vang")).TextOf(".facts"));
        var band = await captain.SendAsync(await captain.GetAsync($"{path}/copy"), "form[action*=Band]", $"{path}/copy?handler=Band", ("from", "1"), ("to", "6"), ("overwrite", "yes"));
        Assert.Contains("Copied drifting to hard", (await captain.GetAsync(band.Location!.ToString())).TextOf("#save-status"));
    }

    [Fact]
    public async Task Plans_and_modes_are_named_ordered_and_not_lost_by_accident()
    {
        var (captain, path) = await NewClassAsync();
        var page = await captain.GetAsync($"{path}/plans");
        Assert.Equal(302, (int)(await captain.SendAsync(page, "form", $"{path}/plans", ("plan-another", "radial sail"), ("mode-another", "reach"))).Status);
        var reach = $"{path}?plan=radial-sail&mode=reach";
        await WriteAsync(captain, reach, "2.vang", "3");
        Assert.Contains("radial sail, reach", (await captain.GetAsync($"{reach}&cell=2.vang")).TextOf(".drawer-head"));
        Assert.Contains("empty", Label(await captain.GetAsync(path), "2.vang"), StringComparison.Ordinal);
        // Taken away with its cell, it comes back with it from the list of what was removed.
        Assert.Equal(302, (int)(await captain.SendAsync(await captain.GetAsync($"{path}/plans"), "form", $"{path}/plans", ("plan-radial-sail", ""))).Status);
        Assert.Null((await captain.GetAsync(path)).Html.QuerySelector("[aria-label='Sail plan']"));
        var history = await captain.GetAsync($"{path}/history");
        Assert.Contains("radial sail removed", history.TextOf(".edits"));
        await captain.SendAsync(history, "section form", $"{path}/history?handler=Restore", ("part", "plan.radial-sail"));
        Assert.Equal("strip 3", (await captain.GetAsync($"{reach}&cell=2.vang")).TextOf(".big"));
        Assert.Equal(422, (int)(await captain.SendAsync(await captain.GetAsync($"{path}/plans"), "form", $"{path}/plans", ("mode-another", "Reach"))).Status);
        var swapped = await captain.SendAsync(await captain.GetAsync($"{path}/plans"), "form", $"{path}/plans", ("plan-full-place", "3"));
        Assert.Equal(302, (int)swapped.Status);
        Assert.Equal(["radial sail", "full sail"], (await captain.GetAsync(path)).Html.QuerySelectorAll("[aria-label='Sail plan'] a").Select(link => link.TextContent));
    }

    [Fact]
    public async Task Versions_are_held_against_each_other_and_brought_back()
    {
        var (captain, path) = await NewClassAsync();
        await WriteAsync(captain, path, "2.vang", "3");
        await PublishAsync(captain, path);
        await WriteAsync(captain, path, "2.vang", "5");
        await PublishAsync(captain, path);
        var table = await captain.GetAsync($"{path}/compare?from=1&to=2&view=table");
        Assert.StartsWith("strip 5", table.TextOf(".compared ins"), StringComparison.Ordinal);
        Assert.StartsWith("strip 3", table.TextOf(".compared del"), StringComparison.Ordinal);
        Assert.NotEmpty((await captain.GetAsync($"{path}/compare?from=1&to=draft")).Html.QuerySelectorAll(".lane .ghost"));
        Assert.Equal(404, (int)(await captain.GetAsync($"{path}/compare?from=1&to=9")).Status);
        var versions = await captain.GetAsync($"{path}/versions");
        var back = await captain.SendAsync(versions, "form[action*=Restore]", $"{path}/versions?handler=Restore", ("version", "1"));
        var page = await captain.GetAsync(back.Location!.ToString());
        Assert.Contains("what version 1 says.", page.TextOf("#save-status"));
        Assert.Contains("strip 3", Label(page, "2.vang"), StringComparison.Ordinal);
        var history = (await captain.GetAsync($"{path}?cell=2.vang")).TextOf(".history");
        Assert.Contains("version 1 brought back", history);
        Assert.Contains("Odalys Ferncombe", history);
    }

    [Fact]
    public async Task The_card_is_printed_for_a_plan_a_paper_and_a_look()
    {
        var sailor = await host.VisitAsAsync("priya");
        var page = await sailor.GetAsync("/wenlow/classes/orlop-9/card/print?plan=reef-1&paper=A6&look=HighContrast");
        Assert.Equal("148mm", page.Html.QuerySelector("svg.sheet")!.GetAttribute("width"));
        Assert.Empty(page.Html.QuerySelectorAll("svg.sheet .band-tint"));
        Assert.Contains("reef 1", page.TextOf("svg.sheet"));
        var pdf = await sailor.GetAsync("/wenlow/classes/orlop-9/card.pdf?plan=reef-1");
        Assert.Equal("application/pdf", pdf.Message.Content.Headers.ContentType!.MediaType);
        Assert.Equal(404, (int)(await sailor.GetAsync("/wenlow/classes/no-such/card.pdf")).Status);
    }

    [Fact]
    public async Task A_card_shows_what_is_carried_and_other_sails_and_modes_when_asked()
    {
        var sailor = await host.VisitAsAsync("priya");
        var reefed = await sailor.GetAsync("/wenlow/classes/orlop-9/card?wind=22&unit=kn&boat=class");
        Assert.Equal("reef 1", reefed.TextOf("[aria-label='What do you carry?'] [aria-current]"));
        var reach = await sailor.GetAsync("/wenlow/classes/orlop-9/card?wind=10&unit=kn&boat=class&plan=full&mode=reach");
        Assert.Contains("as upwind", reach.TextOf("#card"));
        Assert.Contains("25 cm", reach.TextOf("#card"));
        Assert.Contains((await sailor.GetAsync("/wenlow/today?wind=22")).Html.QuerySelectorAll(".today-plan"), plan => plan.TextContent.Trim() == "carry reef 1");
    }

    [Fact]
    public async Task An_open_bench_hears_of_a_change_and_is_shown_it()
    {
        var (captain, path) = await NewClassAsync();
        using var stream = new StreamReader(await (await host.VisitAsAsync("odalys")).StreamAsync($"{path}/stream"));
        var first = await NextAsync(stream);
        await WriteAsync(captain, path, "2.vang", "3");
        Assert.True(long.Parse(await NextAsync(stream), System.Globalization.CultureInfo.InvariantCulture) > long.Parse(first, System.Globalization.CultureInfo.InvariantCulture));
        var tamsin = await host.VisitAsAsync("tamsin");
        var look = await tamsin.Fragment().GetAsync($"{path}?handler=Refresh");
        Assert.Contains("Odalys Ferncombe set Vang, light: strip 3", look.TextOf("#save-status"));
        Assert.Null(look.Html.QuerySelector(Form));
        Assert.Equal(404, (int)(await tamsin.GetAsync("/wenlow/classes/no-such/stream")).Status);
    }

    [Fact]
    public async Task Members_look_and_only_who_may_change_the_class_builds()
    {
        var (captain, path) = await NewClassAsync();
        var sailor = await host.VisitAsAsync("priya");
        Assert.Empty((await sailor.GetAsync(path)).Html.QuerySelectorAll(".build, [data-edge], .row-deeds"));
        foreach (var page in (string[])["copy", "paste", "shape"])
        {
            Assert.NotEqual(200, (int)(await sailor.GetAsync($"{path}/{page}")).Status);
        }

        Assert.Equal(200, (int)(await captain.GetAsync($"{path}/paste")).Status);
    }

    private async Task<(Visitor Captain, string Path)> NewClassAsync()
    {
        var captain = await host.VisitAsAsync("odalys");
        var name = "Bench " + Guid.NewGuid().ToString("N")[..12];
        var made = await captain.SendAsync(await captain.GetAsync("/wenlow/new-class"), "form:has([name=kit])", "/wenlow/new-class", ("kit", "una-rig"), ("name", name));
        return (captain, made.Location!.ToString().Replace("/controls", "", StringComparison.Ordinal));
    }

    private static async Task WriteAsync(Visitor captain, string path, string cell, string text)
    {
        var join = path.Contains('?', StringComparison.Ordinal) ? "&" : "?";
        var page = await captain.GetAsync($"{path}{join}cell={cell}");
        var answer = await captain.Fragment().SendAsync(page, Form, $"{path}{join}handler=Cell&act=write&cell={cell}", ("text", text));
        Assert.Equal(200, (int)answer.Status);
    }

    private static async Task<Answer> BuildAsync(Visitor captain, string path, string deed, string? over = null)
    {
        var page = await captain.GetAsync($"{path}?cell=1.vang");
        return await captain.Fragment().SendAsync(page, Form, $"{path}?handler=Build&cell=1.vang", over is null ? [("deed", deed)] : [("deed", deed), ("over", over)]);
    }

    private static async Task<Answer> TurnAsync(Visitor captain, string path, string way)
    {
        var page = await captain.GetAsync(path);
        return await captain.Fragment().SendAsync(page, "#undo-form", $"{path}?handler={way}");
    }

    private static async Task PublishAsync(Visitor captain, string path) => Assert.Equal(302, (int)(await captain.SendAsync(
        await captain.GetAsync($"{path}/versions"), "form.stack", $"{path}/versions", ("reason", "Tried."), ("unfit", "yes"))).Status);

    private static string Label(Answer page, string cell) => page.Html.QuerySelector($"[data-cell='{cell}']")!.GetAttribute("aria-label")!;

    private static async Task<string> NextAsync(StreamReader stream)
    {
        while (await stream.ReadLineAsync(TestContext.Current.CancellationToken) is { } line)
        {
            if (line.StartsWith("data: ", StringComparison.Ordinal))
            {
                return line[6..];
            }
        }

        return "";
    }
}
