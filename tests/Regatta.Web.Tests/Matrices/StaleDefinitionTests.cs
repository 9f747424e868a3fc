namespace Regatta.Web.Tests.Matrices;

/// <summary>Two editors of one definition: the later save writes nothing, keeps what was typed and shows what stands now beside
/// it.</summary>
public sealed class StaleDefinitionTests(ClubHost host) : MatrixPage(host)
{
    [Theory]
    [InlineData("settings", "form.stack", "#about", "A boat for two.", "A boat for one.")]
    [InlineData("crew", "form.stack", "#height", "2.5", "4.5")]
    [InlineData("bands", ".bands-form", "[id^=name]", "ghosting", "drifter")]
    [InlineData("plans", ".bands-form", "[id^=mode]", "to windward", "beating hard")]
    [InlineData("controls/vang", "#control-form", "#name", "Kicker", "Vang tackle")]
    public async Task The_second_save_is_shown_beside_the_first_and_lands_when_it_is_sent_again(
        string at,
        string form,
        string field,
        string theirs,
        string mine
    )
    {
        var (coordinator, path) = await NewClassAsync();
        var address = $"{path}/{at}";
        var seen = await coordinator.GetAsync(address);
        var name = seen.Html.QuerySelector($"{form} {field}")!.Id!;
        Assert.Equal(302, (int)(await coordinator.SendAsync(seen, form, address, (name, theirs))).Status);

        var late = await coordinator.SendAsync(seen, form, address, (name, mine));

        Assert.Equal(409, (int)late.Status);
        Assert.Contains("nothing was saved", late.TextOf(".conflict"));
        Assert.Single(late.Html.QuerySelectorAll(".conflict li"));
        Assert.Contains("Odalys", late.TextOf(".conflict li"));
        Assert.Equal((mine, $"It says now: {theirs}"), Beside(late, name));
        Assert.Equal(theirs, (await coordinator.GetAsync(address)).Html.QuerySelector($"#{name}")!.TextOrValue());

        Assert.Equal(302, (int)(await coordinator.SendAsync(late, form, address)).Status);
        Assert.Equal(mine, (await coordinator.GetAsync(address)).Html.QuerySelector($"#{name}")!.TextOrValue());
    }

    /// <summary>A form that comes back for a slip of the pen must not take up what others did in the meantime as seen.</summary>
    [Theory]
    [InlineData("settings", "form.stack", "#target", "2.5", "a lot", "4")]
    [InlineData("crew", "form.stack", "#height", "2.5", "tall", "4.5")]
    [InlineData("bands", ".bands-form", "[id^=from]", "0.5", "calm", "1")]
    [InlineData("plans", ".bands-form", "#mode-upwind-place", "3", "first", "0.5")]
    [InlineData("controls/vang", "#control-form", "#name", "Kicker", "", "Vang tackle")]
    public async Task A_slip_mended_after_somebody_else_saved_is_stale_all_the_same(
        string at,
        string form,
        string field,
        string theirs,
        string slip,
        string mine
    )
    {
        var (coordinator, path) = await NewClassAsync();
        var address = $"{path}/{at}";
        var seen = await coordinator.GetAsync(address);
        var name = seen.Html.QuerySelector($"{form} {field}")!.Id!;
        var slipped = await coordinator.SendAsync(seen, form, address, (name, slip));
        Assert.Equal(422, (int)slipped.Status);
        Assert.Equal(302, (int)(await coordinator.SendAsync(seen, form, address, (name, theirs))).Status);

        Assert.Equal(409, (int)(await coordinator.SendAsync(slipped, form, address, (name, mine))).Status);

        // A slip on a page that is old already is told after what others did, and again nothing is taken as seen before it was shown.
        var both = await coordinator.SendAsync(seen, form, address, (name, slip));
        Assert.Equal(409, (int)both.Status);
        Assert.Single(both.Html.QuerySelectorAll(".conflict li"));
        Assert.Equal(slip, both.Html.QuerySelector($"#{name}")!.TextOrValue());
        Assert.Equal(302, (int)(await coordinator.SendAsync(both, form, address, (name, mine))).Status);
    }

    [Fact]
    public async Task A_mark_for_a_cell_whose_band_went_meanwhile_is_told_with_what_was_written()
    {
        var (coordinator, path) = await NewClassAsync();
        var seen = await coordinator.GetAsync($"{path}?cell=6.vang");
        var bands = await coordinator.GetAsync($"{path}/bands");
        (string, string)[] joined = [("band", "5"), ("upper", "6"), ("sure", "yes")];
        Assert.Equal(302, (int)(await coordinator.SendAsync(bands, "form[action*=Join]", $"{path}/bands?handler=Join", joined)).Status);
        var late = await coordinator.Fragment().SendAsync(seen, Form, $"{path}?handler=Cell&act=write&cell=6.vang", ("text", "4"));
        Assert.Equal(409, (int)late.Status);
        Assert.Contains("not there any more", late.TextOf("#save-status"));
        Assert.Contains("you wrote “4”", late.TextOf("#save-status"));
    }

    [Fact]
    public async Task A_class_of_very_narrow_bands_is_shown()
    {
        var (coordinator, path) = await NewClassAsync();
        for (var splits = 0; splits < 7; splits++)
        {
            var bands = await coordinator.GetAsync($"{path}/bands");
            Assert.Equal(302, (int)(await coordinator.SendAsync(bands, "form[action*=Split]", $"{path}/bands?handler=Split")).Status);
        }

        await WriteAsync(coordinator, path, "1.vang", "4");
        await WriteAsync(coordinator, path, "1.sheeting", "boom over the corner");
        foreach (var view in (string[])["lanes", "table"])
        {
            Assert.Equal(13, (await coordinator.GetAsync($"{path}?view={view}")).Html.QuerySelectorAll("[data-cell$='.vang']").Length);
        }
    }

    [Fact]
    public async Task Publishing_tells_that_the_draft_changed_before_anything_else()
    {
        var (coordinator, path) = await NewClassAsync();
        await WriteAsync(coordinator, path, "1.vang", "2");
        var seen = await coordinator.GetAsync($"{path}/versions");
        await WriteAsync(coordinator, path, "2.vang", "4");
        var told = await coordinator.SendAsync(seen, ".draft-changes form", $"{path}/versions", ("reason", ""), ("unfit", "yes"));
        Assert.Contains("The draft changed while you were reading", told.TextOf("#reason-problem"));
        var published = await coordinator.SendAsync(
            told,
            ".draft-changes form",
            $"{path}/versions",
            ("reason", "Tried."),
            ("unfit", "yes")
        );
        Assert.Equal(302, (int)published.Status);
    }

    [Fact]
    public async Task An_edge_dragged_on_an_old_page_moves_nothing_and_a_mark_saved_meanwhile_stays()
    {
        var (coordinator, path) = await NewClassAsync();
        var seen = await coordinator.GetAsync(path);
        await WriteAsync(coordinator, path, "2.vang", "4");
        var settings = await coordinator.GetAsync($"{path}/settings");
        await coordinator.SendAsync(settings, "form.stack", $"{path}/settings", ("about", "Changed."));
        var old = seen.Html.QuerySelector("#matrix")!.GetAttribute("data-revision")!;
        var page = await coordinator.GetAsync($"{path}?cell=2.vang");
        var edge = page.Html.QuerySelector("[data-edge]")!;
        var moved = await coordinator
            .Fragment()
            .SendAsync(page, Form, $"{path}?handler=Edge", ("band", edge.GetAttribute("data-edge")!), ("wind", "6.5"), ("revision", old));
        Assert.Contains("changed", moved.TextOf("#save-status"));
        var after = await coordinator.GetAsync(path);
        Assert.Equal(edge.GetAttribute("aria-valuenow"), after.Html.QuerySelector("[data-edge]")!.GetAttribute("aria-valuenow"));
        Assert.Contains("strip 4", Label(after, "2.vang"));
    }

    private static (string Kept, string? Now) Beside(Answer page, string name)
    {
        var input = page.Html.QuerySelector($"#{name}")!;
        return (input.TextOrValue(), input.ParentElement!.QuerySelector(".now-says")?.TextContent);
    }
}

internal static class Inputs
{
    public static string TextOrValue(this AngleSharp.Dom.IElement input) => input.GetAttribute("value") ?? input.TextContent;
}
