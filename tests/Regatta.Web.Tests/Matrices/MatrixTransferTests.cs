using AngleSharp.Dom;
using Microsoft.Extensions.DependencyInjection;
using Regatta.Store;

namespace Regatta.Web.Tests.Matrices;

/// <summary>Tables pasted and marks taken from another class.</summary>
public sealed class MatrixTransferTests(ClubHost host) : MatrixPage(host)
{
    [Fact]
    public async Task A_pasted_table_is_looked_over_and_only_what_is_ticked_is_taken()
    {
        var (coordinator, path) = await NewClassAsync();
        var empty = await coordinator.SendAsync(await coordinator.GetAsync($"{path}/paste"), "form.stack", $"{path}/paste", ("text", " "));
        Assert.Equal(422, (int)empty.Status);
        var looked = await coordinator.SendAsync(
            await coordinator.GetAsync($"{path}/paste"),
            "form.stack",
            $"{path}/paste",
            ("text", "Our boat\t\t\t\n\t5-9 kn\tfresh\t\nKicker\t2\t6\t9\nMain outhaul\t1½\t#REF!\t\nBowsprit\t1\t1\t1")
        );
        Assert.Contains("2 cells are plain and ticked. 1 wants a look", looked.TextOf(".paste-form p"));
        Assert.Contains("1 cannot be taken. 1 row names no control", looked.TextOf(".paste-form p"));
        Assert.Equal(["2.vang", "4.vang"], looked.Html.QuerySelectorAll("[name=take][checked]").Select(box => box.GetAttribute("value")));
        var taken = await coordinator.SendAsync(
            looked,
            ".paste-form",
            $"{path}/paste?handler=Take",
            ("take", "2.outhaul"),
            ("take", "4.vang")
        );
        var page = await coordinator.GetAsync(taken.Location!.ToString());
        Assert.Contains("Pasted: 2 cells", page.TextOf("#save-status"));
        Assert.Contains("empty", Label(page, "2.vang"), StringComparison.Ordinal);
        Assert.Contains("strip 6", Label(page, "4.vang"), StringComparison.Ordinal);
        Assert.Equal(422, (int)(await coordinator.SendAsync(looked, ".paste-form", $"{path}/paste?handler=Take", ("take", ""))).Status);
    }

    [Fact]
    public async Task A_bare_block_pasted_on_a_cell_goes_from_there_on()
    {
        var (coordinator, path) = await NewClassAsync();
        var looked = await coordinator.SendAsync(
            await coordinator.GetAsync($"{path}/paste"),
            "form.stack",
            $"{path}/paste",
            ("text", "2\t3\n1\t1"),
            ("corner", "3.vang")
        );
        Assert.Equal(
            ["3.vang", "4.vang"],
            looked.Html.QuerySelectorAll("[name=take][checked]").Select(box => box.GetAttribute("value")).Take(2)
        );
    }

    [Fact]
    public async Task Fifty_thousand_pasted_rows_come_back_as_a_page_one_can_read()
    {
        var (coordinator, path) = await NewClassAsync();
        var text =
            "\tlight\tfresh\n"
            + string.Concat(Enumerable.Range(0, 50_000).Select(at => at == 40_000 ? "Vang\t2\t6\n" : $"row {at}\t{at}\t{at}\n"));
        var looked = await coordinator.SendAsync(
            await coordinator.GetAsync($"{path}/paste"),
            "form.stack",
            $"{path}/paste",
            ("text", text)
        );
        Assert.Contains("49999 rows name no control", looked.TextOf(".paste-form p"));
        Assert.True(looked.Html.QuerySelectorAll("tbody tr").Length < 100);
    }

    [Fact]
    public async Task Another_class_lends_its_marks_and_says_what_it_could_not()
    {
        var (coordinator, path) = await NewClassAsync();
        var page = await coordinator.GetAsync($"{path}/copy");
        Assert.Equal(422, (int)(await coordinator.SendAsync(page, "form[action*=PlanMode]", $"{path}/copy?handler=PlanMode")).Status);
        var answer = await coordinator.SendAsync(
            page,
            "form[action*=PlanMode]",
            $"{path}/copy?handler=PlanMode",
            ("from", "brannet/large/upwind")
        );
        var copied = await coordinator.GetAsync(answer.Location!.ToString());
        Assert.Contains("Copied from Brannet", copied.TextOf("#save-status"));
        Assert.Contains("borrowed from Brannet", (await coordinator.GetAsync($"{path}?cell=4.vang")).TextOf(".facts"));
        var band = await coordinator.SendAsync(
            await coordinator.GetAsync($"{path}/copy"),
            "form[action*=Band]",
            $"{path}/copy?handler=Band",
            ("from", "1"),
            ("to", "6"),
            ("overwrite", "yes")
        );
        Assert.Contains("Copied drifting to hard", (await coordinator.GetAsync(band.Location!.ToString())).TextOf("#save-status"));
    }
}
