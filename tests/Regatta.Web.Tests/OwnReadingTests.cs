using AngleSharp.Dom;

namespace Regatta.Web.Tests;

/// <summary>A sailor reads lengths in their own measure; the marks are the class's all the same.</summary>
public sealed class OwnReadingTests(ClubHost host)
{
    private const string Gessamy = "/wenlow/classes/gessamy";
    private const string Asked = "wind=14&unit=kn&boat=class";

    private static string Lines(Answer card) =>
        card
            .Html.QuerySelectorAll("#card .mark-lines dt")
            .Single(name => name.TextContent.Contains("Harness line", StringComparison.Ordinal))
            .ParentElement!.QuerySelector("dd")!
            .TextContent.Trim();

    private static async Task ReadInAsync(Visitor sailor, string measure)
    {
        var page = await sailor.GetAsync($"{Gessamy}/card?{Asked}");
        var sent = await sailor.SendAsync(
            page,
            "form[action*=Offsets]",
            $"{Gessamy}/card?handler=Offsets&{Asked}",
            ("read-harness-lines", measure)
        );
        Assert.Equal(302, (int)sent.Status);
    }

    [Fact]
    public async Task Card_and_log_speak_in_it_print_and_others_do_not_and_what_is_logged_is_the_classs_mark()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var (sailor, captain) = (await club.VisitAsAsync("priya"), await club.VisitAsAsync("odalys"));
        var was = Lines(await sailor.GetAsync($"{Gessamy}/card?{Asked}"));
        Assert.EndsWith("cm", was, StringComparison.Ordinal);
        await ReadInAsync(sailor, "hand");
        var own = Lines(await sailor.GetAsync($"{Gessamy}/card?{Asked}"));
        Assert.EndsWith("× hand", own, StringComparison.Ordinal);
        Assert.Equal(was, Lines(await captain.GetAsync($"{Gessamy}/card?{Asked}")));
        Assert.DoesNotContain("× hand", (await sailor.GetAsync($"{Gessamy}/card/print?{Asked}")).TextOf("main"));

        var log = await sailor.GetAsync($"{Gessamy}/log?{Asked}");
        Assert.Contains(own, log.Html.QuerySelectorAll("input").Select(field => field.GetAttribute("value")));
        var sent = await sailor.SendAsync(log, ".log-form", Gessamy + "/log");
        Assert.Equal(302, (int)sent.Status);
        // A measure that is none is as the class has it.
        await ReadInAsync(sailor, "parsecs");
        Assert.Equal(was, Lines(await sailor.GetAsync($"{Gessamy}/card?{Asked}")));
        Assert.Contains(was, (await sailor.GetAsync(sent.Location!.ToString())).TextOf("main"));
        // What was left as it stood is the card's mark, and not one of the sailor's own will.
        Assert.Equal(
            "card",
            await club.ScalarAsync<string>("select asked_by from log_marks where control = 'harness-lines' order by log_id desc limit 1")
        );
        Assert.Equal(0L, await club.ScalarAsync<long>("select count(*) from personal_offsets where measure is not null"));
    }
}
