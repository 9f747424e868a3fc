using AngleSharp.Dom;
using Microsoft.Extensions.DependencyInjection;
using Regatta.Store;

namespace Regatta.Web.Tests.Matrices;

/// <summary>Plans, modes, versions, cards, and the matrix open in two places.</summary>
public sealed class MatrixPlanModeTests(ClubHost host) : MatrixPage(host)
{
    [Fact]
    public async Task Plans_and_modes_are_named_ordered_and_not_lost_by_accident()
    {
        var (coordinator, path) = await NewClassAsync();
        var page = await coordinator.GetAsync($"{path}/plans");
        Assert.Equal(
            302,
            (int)
                (
                    await coordinator.SendAsync(
                        page,
                        "main form",
                        $"{path}/plans",
                        ("plan-another", "radial sail"),
                        ("mode-another", "slalom")
                    )
                ).Status
        );
        var reach = $"{path}?plan=radial-sail&mode=slalom";
        await WriteAsync(coordinator, reach, "2.vang", "3");
        Assert.Contains("radial sail, slalom", (await coordinator.GetAsync($"{reach}&cell=2.vang")).TextOf(".drawer-head"));
        Assert.Contains("empty", Label(await coordinator.GetAsync(path), "2.vang"), StringComparison.Ordinal);
        // Taken away with its cell, it comes back with it from the list of what was removed.
        Assert.Equal(
            302,
            (int)
                (
                    await coordinator.SendAsync(
                        await coordinator.GetAsync($"{path}/plans"),
                        "main form",
                        $"{path}/plans",
                        ("plan-radial-sail", "")
                    )
                ).Status
        );
        Assert.DoesNotContain("radial", (await coordinator.GetAsync(path)).TextOf("[aria-label='Sail plan']"));
        var history = await coordinator.GetAsync($"{path}/history");
        Assert.Contains("radial sail removed", history.TextOf(".edits"));
        await coordinator.SendAsync(history, "section form", $"{path}/history?handler=Restore", ("part", "plan.radial-sail"));
        Assert.Equal("strip 3", (await coordinator.GetAsync($"{reach}&cell=2.vang")).TextOf(".big"));
        Assert.Equal(
            422,
            (int)
                (
                    await coordinator.SendAsync(
                        await coordinator.GetAsync($"{path}/plans"),
                        "main form",
                        $"{path}/plans",
                        ("mode-another", "Reach")
                    )
                ).Status
        );
        var swapped = await coordinator.SendAsync(
            await coordinator.GetAsync($"{path}/plans"),
            "main form",
            $"{path}/plans",
            ("plan-large-place", "9")
        );
        Assert.Equal(302, (int)swapped.Status);
        Assert.Equal(
            ["middle rig", "small rig", "radial sail", "large rig"],
            (await coordinator.GetAsync(path)).Html.QuerySelectorAll("[aria-label='Sail plan'] a").Select(link => link.TextContent)
        );
    }

    [Fact]
    public async Task Versions_are_held_against_each_other_and_brought_back()
    {
        var (coordinator, path) = await NewClassAsync();
        await WriteAsync(coordinator, path, "2.vang", "3");
        await PublishAsync(coordinator, path);
        await WriteAsync(coordinator, path, "2.vang", "5");
        await PublishAsync(coordinator, path);
        var table = await coordinator.GetAsync($"{path}/compare?from=2&to=3&view=table");
        Assert.StartsWith("strip 5", table.TextOf(".compared ins"), StringComparison.Ordinal);
        Assert.StartsWith("strip 3", table.TextOf(".compared del"), StringComparison.Ordinal);
        Assert.NotEmpty((await coordinator.GetAsync($"{path}/compare?from=2&to=draft")).Html.QuerySelectorAll(".lane .ghost"));
        Assert.Equal(404, (int)(await coordinator.GetAsync($"{path}/compare?from=1&to=9")).Status);
        var versions = await coordinator.GetAsync($"{path}/versions");
        var back = await coordinator.SendAsync(versions, "form[action*=Restore]", $"{path}/versions?handler=Restore", ("version", "2"));
        var page = await coordinator.GetAsync(back.Location!.ToString());
        Assert.Contains("what version 2 says.", page.TextOf("#save-status"));
        Assert.Contains("strip 3", Label(page, "2.vang"), StringComparison.Ordinal);
        var history = (await coordinator.GetAsync($"{path}?cell=2.vang")).TextOf(".history");
        Assert.Contains("version 2 brought back", history);
        Assert.Contains("Odalys Ferncombe", history);
    }

    [Fact]
    public async Task The_card_is_printed_for_a_plan_a_paper_and_a_look()
    {
        var sailor = await Host.VisitAsAsync("priya");
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
        var sailor = await Host.VisitAsAsync("priya");
        var reefed = await sailor.GetAsync("/wenlow/classes/orlop-9/card?wind=22&unit=kn&boat=class");
        Assert.Equal("reef 1", reefed.TextOf("[aria-label='What do you carry?'] [aria-current]"));
        var reach = await sailor.GetAsync("/wenlow/classes/orlop-9/card?wind=10&unit=kn&boat=class&plan=full&mode=reach");
        Assert.Contains("as upwind", reach.TextOf("#card"));
        Assert.Contains("25 cm", reach.TextOf("#card"));
        Assert.Contains(
            (await sailor.GetAsync("/wenlow/today?wind=22")).Html.QuerySelectorAll(".today-plan"),
            plan => plan.TextContent.Trim() == "carry reef 1"
        );
    }

    [Fact]
    public async Task An_open_matrix_hears_of_a_change_and_is_shown_it()
    {
        var (coordinator, path) = await NewClassAsync();
        using var stream = new StreamReader(await (await Host.VisitAsAsync("odalys")).StreamAsync($"{path}/stream"));
        var first = await NextAsync(stream);
        await WriteAsync(coordinator, path, "2.vang", "3");
        Assert.True(
            long.Parse(await NextAsync(stream), System.Globalization.CultureInfo.InvariantCulture)
                > long.Parse(first, System.Globalization.CultureInfo.InvariantCulture)
        );
        var other = await (await Host.VisitAsAsync("odalys")).Fragment().GetAsync($"{path}?handler=Refresh");
        Assert.Contains("1 change since version 1.", other.TextOf("#save-status"));
        // Who may not change it sees what is published.
        var tamsin = await Host.VisitAsAsync("tamsin");
        var look = await tamsin.Fragment().GetAsync($"{path}?handler=Refresh");
        Assert.Contains("As published in version 1.", look.TextOf("#save-status"));
        Assert.Null(look.Html.QuerySelector(Form));
        Assert.Equal(404, (int)(await tamsin.GetAsync("/wenlow/classes/no-such/stream")).Status);
    }

    [Fact]
    public async Task Members_look_and_only_who_may_change_the_class_builds()
    {
        var (coordinator, path) = await NewClassAsync();
        var sailor = await Host.VisitAsAsync("priya");
        Assert.Empty((await sailor.GetAsync(path)).Html.QuerySelectorAll(".build, [data-edge], .row-acts"));
        foreach (var page in (string[])["copy", "paste", "shape"])
        {
            Assert.NotEqual(200, (int)(await sailor.GetAsync($"{path}/{page}")).Status);
        }

        Assert.Equal(200, (int)(await coordinator.GetAsync($"{path}/paste")).Status);
    }
}
