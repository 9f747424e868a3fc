using AngleSharp.Dom;
using Microsoft.Extensions.DependencyInjection;
using Regatta.Store;

namespace Regatta.Web.Tests.Matrices;

/// <summary>Cells written, filled, judged, dragged, and edges moved.</summary>
public sealed class MatrixBuildingTests(ClubHost host) : MatrixPage(host)
{
    [Theory]
    [InlineData("vang", "4", "strip 4")]
    [InlineData("vang", "2–5", "strip 2 – strip 5")]
    [InlineData("vang", "max", "max (strip 10)")]
    [InlineData("vang", "just on", "just on")]
    [InlineData("sheeting", "boom over the corner", "boom over the corner")]
    [InlineData("cunningham", "hard", "hard")]
    public async Task A_cell_is_written_in_one_line(string control, string typed, string says)
    {
        var (coordinator, path) = await NewClassAsync();
        await WriteAsync(coordinator, path, $"2.{control}", typed);
        Assert.StartsWith(
            says,
            (await coordinator.GetAsync($"{path}?view=table")).TextOf($"[data-cell='2.{control}'] span"),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_line_that_is_not_understood_is_told_and_kept_and_writes_nothing()
    {
        var (coordinator, path) = await NewClassAsync();
        var answer = await coordinator
            .Fragment()
            .SendAsync(
                await coordinator.GetAsync($"{path}?cell=2.vang"),
                Form,
                $"{path}?handler=Cell&act=write&cell=2.vang",
                ("revision", "0"),
                ("text", "14")
            );
        Assert.Equal(422, (int)answer.Status);
        Assert.Contains("off the scale", answer.TextOf("#mark-problem"));
        Assert.Contains("Vang, light: strip 14 is off the scale", answer.TextOf("#save-status"));
        Assert.Equal("14", answer.Html.QuerySelector("#mark")!.GetAttribute("value"));
    }

    [Fact]
    public async Task Three_known_marks_are_interpolated_confirmed_shifted_and_undone_in_whole_rows()
    {
        var (coordinator, path) = await NewClassAsync();
        foreach (var (cell, mark) in new[] { ("1.vang", "0"), ("3.vang", "4"), ("6.vang", "9") })
        {
            await WriteAsync(coordinator, path, cell, mark);
        }

        var filled = await BuildAsync(coordinator, path, "interpolate");
        Assert.Equal("Interpolated: 3 cells", filled.TextOf("#save-status strong"));
        Assert.Equal("Vang, light, 5 to 9 knots: strip 2 1/2 ± 1/2 on the strip interpolated", Label(filled, "2.vang"));
        Assert.Contains("entered", Label(await BuildAsync(coordinator, path, "confirm"), "2.vang"), StringComparison.Ordinal);
        Assert.Contains("strip 3", Label(await BuildAsync(coordinator, path, "more"), "2.vang"), StringComparison.Ordinal);
        Assert.Contains("Undone: moved a step up", (await TurnAsync(coordinator, path, "Undo")).TextOf("#save-status"));
        await TurnAsync(coordinator, path, "Undo");
        Assert.Contains("empty", Label(await TurnAsync(coordinator, path, "Undo"), "2.vang"), StringComparison.Ordinal);
        Assert.Contains("interpolated", Label(await TurnAsync(coordinator, path, "Redo"), "2.vang"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_is_chosen_is_filled_and_cleared_and_a_stale_choice_writes_nothing()
    {
        var (coordinator, path) = await NewClassAsync();
        await WriteAsync(coordinator, path, "1.vang", "3");
        var filled = await BuildAsync(coordinator, path, "fill-right", "1.vang:1,2.vang:0,3.vang:0");
        Assert.Equal("Filled to stronger bands: 2 cells", filled.TextOf("#save-status strong"));
        var stale = await BuildAsync(coordinator, path, "clear", "1.vang:1,2.vang:0");
        Assert.Equal(409, (int)stale.Status);
        Assert.Contains("nothing was written", stale.TextOf("#save-status"));
        Assert.Equal("Cleared: 2 cells", (await BuildAsync(coordinator, path, "clear", "2.vang:1,3.vang:1")).TextOf("#save-status strong"));
        var down = await BuildAsync(coordinator, path, "fill-down", "1.vang:1,1.traveller:0,1.cunningham:0");
        Assert.Contains("Cunningham: Vang is read otherwise than Cunningham", down.TextOf("#save-status"));
    }

    [Theory]
    [InlineData("rename", null)]
    [InlineData("clear", "nonsense,9.vang:0,2.bowsprit:0")]
    public async Task An_order_for_nothing_is_answered_with_nothing(string act, string? over)
    {
        var (coordinator, path) = await NewClassAsync();
        Assert.Contains("nothing chosen", (await BuildAsync(coordinator, path, act, over)).TextOf("#save-status"));
    }

    [Fact]
    public async Task What_does_not_fit_is_shown_mended_and_asked_about_before_publishing()
    {
        var (coordinator, path) = await NewClassAsync();
        foreach (var (cell, mark) in new[] { ("1.vang", "2"), ("2.vang", "6"), ("3.vang", "4") })
        {
            await WriteAsync(coordinator, path, cell, mark);
        }

        var page = await coordinator.GetAsync(path);
        Assert.Contains("Vang goes up as wind builds", page.TextOf(".findings"));
        Assert.Contains("does not fit", Label(page, "2.vang"), StringComparison.Ordinal);
        var asked = await coordinator.SendAsync(
            await coordinator.GetAsync($"{path}/versions"),
            "form.stack",
            $"{path}/versions",
            ("reason", "First.")
        );
        Assert.Equal(422, (int)asked.Status);
        var reversal = page
            .Html.QuerySelectorAll(".finding form")
            .First(form => form.QuerySelector("[name=finding]")!.GetAttribute("value")!.StartsWith("reversal", StringComparison.Ordinal));
        reversal.SetAttribute("id", "mend");
        var mended = await coordinator.Fragment().SendAsync(page, "#mend", $"{path}?handler=Mend");
        Assert.Contains("strip 5", Label(mended, "2.vang"), StringComparison.Ordinal);
        Assert.DoesNotContain("does not fit", Label(mended, "2.vang"), StringComparison.Ordinal);
        var again = await coordinator.Fragment().SendAsync(page, "#mend", $"{path}?handler=Mend");
        Assert.Contains("changed meanwhile", again.TextOf("#save-status"));
        var last = await coordinator.SendAsync(
            await coordinator.GetAsync($"{path}/versions"),
            "form.stack",
            $"{path}/versions",
            ("reason", "First."),
            ("unfit", "yes")
        );
        Assert.Equal(302, (int)last.Status);
    }

    [Fact]
    public async Task A_tolerance_goes_by_half_steps_and_a_mark_by_as_many_as_it_is_dragged()
    {
        var (coordinator, path) = await NewClassAsync();
        await WriteAsync(coordinator, path, "2.traveller", "2");
        var page = await coordinator.GetAsync($"{path}?cell=2.traveller");
        await coordinator.SendAsync(page, Form, $"{path}?handler=Cell&act=widen&cell=2.traveller", ("by", "2"));
        page = await coordinator.GetAsync($"{path}?cell=2.traveller");
        await coordinator.SendAsync(page, Form, $"{path}?handler=Cell&act=step&cell=2.traveller", ("by", "3"));
        Assert.Contains("strip 5 ± 2 on the strip", Label(await coordinator.GetAsync(path), "2.traveller"), StringComparison.Ordinal);
        var ticks = await coordinator.GetAsync($"{path}?handler=Ticks&cell=2.traveller");
        Assert.Contains("\"at\":5,\"ticks\":[\"strip 0\",\"strip 1\"", ticks.Text, StringComparison.Ordinal);
        Assert.Equal(404, (int)(await coordinator.GetAsync($"{path}?handler=Ticks&cell=2.sheeting")).Status);
    }

    [Fact]
    public async Task An_edge_is_moved_kept_between_its_neighbours_and_put_back()
    {
        var (coordinator, path) = await NewClassAsync();
        var page = await coordinator.GetAsync($"{path}?cell=2.vang");
        var seen = page.Html.QuerySelector("#matrix")!.GetAttribute("data-revision")!;
        var moved = await coordinator
            .Fragment()
            .SendAsync(page, Form, $"{path}?handler=Edge", ("band", "2"), ("wind", "10"), ("revision", seen));
        Assert.Contains("light ends at 10 kn now; it ended at 9 kn", moved.TextOf("#save-status"));
        Assert.Equal(
            409,
            (int)
                (
                    await coordinator
                        .Fragment()
                        .SendAsync(page, Form, $"{path}?handler=Edge", ("band", "2"), ("wind", "11"), ("revision", seen))
                ).Status
        );
        var beyond = await coordinator
            .Fragment()
            .SendAsync(
                page,
                Form,
                $"{path}?handler=Edge",
                ("band", "2"),
                ("wind", "14"),
                ("revision", moved.Html.QuerySelector("#matrix")!.GetAttribute("data-revision")!)
            );
        Assert.Contains("stays between 5 kn and 12 kn", beyond.TextOf("#save-status"));
        foreach (var nonsense in (string[])["-3", "NaN", "gale"])
        {
            Assert.Equal(
                422,
                (int)
                    (
                        await coordinator
                            .Fragment()
                            .SendAsync(
                                page,
                                Form,
                                $"{path}?handler=Edge",
                                ("band", "2"),
                                ("wind", nonsense),
                                ("revision", moved.Html.QuerySelector("#matrix")!.GetAttribute("data-revision")!)
                            )
                    ).Status
            );
        }

        var back = await coordinator
            .Fragment()
            .SendAsync(
                moved,
                "#save-status form",
                $"{path}?handler=Edge",
                ("__RequestVerificationToken", page.Html.QuerySelector("[name=__RequestVerificationToken]")!.GetAttribute("value")!)
            );
        Assert.Contains("light ends at 9 kn now", back.TextOf("#save-status"));
    }
}
