namespace Regatta.Web.Tests;

/// <summary>What is done by hand is drawn, step by step, and found by what it is called.</summary>
public sealed class LearnTests(ClubHost host)
{
    [Fact]
    public async Task Each_thing_done_by_hand_is_drawn_with_a_number_for_every_step_and_found_by_its_words()
    {
        var sailor = await host.VisitAsAsync("priya");
        var page = await sailor.GetAsync("/wenlow/learn");
        Assert.Equal(HowTo.All.Count, page.Html.QuerySelectorAll(".how").Length);
        foreach (var how in HowTo.All)
        {
            var told = page.Html.GetElementById("how-" + how.Key)!;
            Assert.Equal(how.Steps.Count, told.QuerySelectorAll("ol li").Length);
            Assert.Equal(
                Enumerable.Range(1, how.Steps.Count).Select(step => step.ToString(System.Globalization.CultureInfo.InvariantCulture)),
                told.QuerySelectorAll(".how-to .step text").Select(step => step.TextContent)
            );
            foreach (var words in how.Also.Prepend(how.Name).Where(words => words.Length > 3))
            {
                var found = await sailor.GetAsync($"/wenlow/find?q={Uri.EscapeDataString(words)}");
                Assert.Contains(
                    $"/wenlow/learn#how-{how.Key}",
                    found.Html.QuerySelectorAll(".found a").Select(way => way.GetAttribute("href"))
                );
            }
        }
    }
}
