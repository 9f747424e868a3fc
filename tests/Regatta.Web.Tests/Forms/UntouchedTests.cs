using System.Text.Json.Nodes;

namespace Regatta.Web.Tests.Forms;

/// <summary>Opening and saving a form changes nothing, in whatever units its reader reads.</summary>
public sealed class UntouchedTests(ClubHost host)
{
    [Fact]
    public async Task A_form_sent_as_it_opened_changes_nothing()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("odalys");
        await captain.SendAsync(await captain.GetAsync("/me"), "main form.stack", "/me", ("wind", "mph"), ("mass", "lb"));
        var fleet = await captain.GetAsync("/wenlow");
        var classes = fleet
            .Html.QuerySelectorAll("main a[href^='/wenlow/classes/']")
            .Select(link => link.GetAttribute("href")!)
            .Where(path => path.Count(letter => letter == '/') == 3)
            .Distinct()
            .ToList();
        Assert.True(classes.Count >= 9);
        foreach (var path in classes)
        {
            var before = await DraftAsync(captain, path);
            foreach (var (page, form) in await FormsAsync(captain, path))
            {
                var opened = await captain.GetAsync(page);
                var address = opened.Html.QuerySelector(form)?.GetAttribute("action") is { Length: > 0 } action ? action : page;
                var sent = await captain.SendAsync(opened, form, address.StartsWith('/') ? address : page.Split('?')[0] + address);
                // An empty cell that is saved empty is asked for something.
                var empty = opened.TextOf(".drawer-head .big") == "nothing yet";
                Assert.True((int)sent.Status is 302 or 200 || (empty && (int)sent.Status == 422), $"{page} answered {(int)sent.Status}");
                if (!page.Contains("?cell=", StringComparison.Ordinal))
                {
                    Assert.Equal(before, await DraftAsync(captain, path));
                }
            }

            Assert.Equal(before, await DraftAsync(captain, path));
        }
    }

    private static async Task<IReadOnlyList<(string Page, string Form)>> FormsAsync(Visitor captain, string path)
    {
        var controls = (await captain.GetAsync(path + "/controls"))
            .Html.QuerySelectorAll("main a[href*='/controls/']")
            .Select(link => link.GetAttribute("href")!)
            .Where(link => !link.EndsWith("/new", StringComparison.Ordinal))
            .Distinct();
        var cells = (await captain.GetAsync(path))
            .Html.QuerySelectorAll("[data-cell]")
            .Select(cell => $"{path}?cell={cell.GetAttribute("data-cell")}");
        return
        [
            .. new[] { "settings", "bands", "plans", "crew" }.Select(page => ($"{path}/{page}", "main form.stack, main form.bands-form")),
            .. new[] { "reefs/edit", "cautions", "rake", "couplings/edit", "wrong/edit", "balance/edit" }.Select(page =>
                ($"{path}/{page}", "main form.rigging-form:last-of-type")
            ),
            .. controls.Select(link => (link, "main form.stack")),
            .. cells.Select(cell => (cell, "form[data-cell-form]")),
        ];
    }

    private static async Task<string> DraftAsync(Visitor captain, string path)
    {
        var one = JsonNode.Parse((await captain.GetAsync(path + "/bundle.json")).Text)!["classes"]![0]!.AsObject();
        one.Remove("logs");
        return one.ToJsonString();
    }
}
