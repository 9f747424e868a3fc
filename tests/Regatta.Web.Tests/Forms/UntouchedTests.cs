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
            // Whatever is written raises one of these.
            var draft =
                "select md5(definition::text) || ' ' || revision || ' ' || structure || ' ' || matrix_revision "
                + $"|| (select string_agg(content::text, ' ' order by plan, mode, band, control) from cells x where x.class_id = c.id) "
                + $"from classes c where key = '{path.Split('/')[^1]}'";
            var before = await club.ScalarAsync<string>(draft);
            Assert.NotNull(before);
            foreach (var (page, form) in await FormsAsync(captain, path))
            {
                var opened = await captain.GetAsync(page);
                var address = opened.Html.QuerySelector(form)?.GetAttribute("action") is { Length: > 0 } action ? action : page;
                var sent = await captain.SendAsync(opened, form, address.StartsWith('/') ? address : page.Split('?')[0] + address);
                // An empty cell that is saved empty is asked for something.
                var empty = opened.TextOf(".drawer-head .big") == "nothing yet";
                Assert.True((int)sent.Status is 302 or 200 || (empty && (int)sent.Status == 422), $"{page} answered {(int)sent.Status}");
                Assert.True(before == await club.ScalarAsync<string>(draft), $"{page} changed something");
            }
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
            // Two bands of each control say what all of them do.
            .GroupBy(cell => cell.GetAttribute("data-cell")!.Split('.')[1])
            .SelectMany(cells => cells.Take(1).Concat(cells.Skip(3).Take(1)))
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
}
