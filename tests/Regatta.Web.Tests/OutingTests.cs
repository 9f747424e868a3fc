using System.Globalization;
using System.Text;

namespace Regatta.Web.Tests;

/// <summary>Notes made afloat become runs of a log; logs go out as a table and come in once.</summary>
public sealed class OutingTests(ClubHost host)
{
    private const string Quillet = "/wenlow/classes/quillet";

    [Fact]
    public async Task Notes_cut_the_log_into_runs_are_ones_own_count_once_and_go_when_it_is_sent()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        var card = await sailor.GetAsync($"{Quillet}/card?wind=14&boat=class");
        const string Note = Quillet + "/card?wind=14&boat=class&handler=Note";
        var wrong = await sailor.SendAsync(card, ".note-now form", Note, ("differs", "Gooseneck"), ("stands", "99"));
        Assert.Contains("off the scale", wrong.TextOf("#stands-problem"));
        // What no button says is not said.
        await sailor.SendAsync(card, ".note-now form", Note, ("felt", "ratherFast"));
        await sailor.SendAsync(card, ".note-now form", Note);
        Assert.Equal(200, (int)(await sailor.GetAsync($"{Quillet}/card?wind=14&boat=class")).Status);
        await club.ScalarAsync<int>("update noted_runs set noted_at = noted_at - interval '30 minutes' returning 1");
        var next = await sailor.GetAsync($"{Quillet}/card?wind=14&boat=class");
        await sailor.SendAsync(next, ".note-now form", Note, ("differs", "Gooseneck"), ("stands", "22"), ("felt", "slow"));
        var noted = await sailor.GetAsync($"{Quillet}/card?wind=14&boat=class");
        Assert.Contains("(slow)", noted.TextOf(".note-now .hint"));
        // What she was rigged with is the base of the day, and the card says the way back to it.
        Assert.Contains("Back to base, as rigged at", noted.TextOf(".base-of-day summary"));
        Assert.Matches("Gooseneck: 22 in → [0-9 /]+ in", noted.TextOf(".base-of-day li"));
        Assert.Null(
            (await (await club.VisitAsAsync("tamsin")).GetAsync($"{Quillet}/card?wind=14&boat=class")).Html.QuerySelector(".base-of-day")
        );

        var log = await sailor.GetAsync($"{Quillet}/log?wind=14&boat=class");
        Assert.Equal("22 in", log.Html.QuerySelector("[name=run2-mark-gooseneck]")!.GetAttribute("value"));
        Assert.Null(log.Html.QuerySelector("[name=run3-mark-gooseneck]"));
        Assert.Equal("Slow", log.Html.QuerySelector("[name=felt][checked], [name=felt] [selected]")!.GetAttribute("value"));
        Assert.Null(log.Html.QuerySelector("[name=run2-felt][checked]:not([value=''])"));
        var another = await (await club.VisitAsAsync("tamsin")).GetAsync($"{Quillet}/log?wind=14&boat=class");
        Assert.Null(another.Html.QuerySelector("[name=run2-mark-gooseneck]"));

        var began = log.Html.QuerySelector("[name=from]")!.GetAttribute("value")!;
        var overlap = await sailor.SendAsync(log, ".log-form", $"{Quillet}/log", ("felt", "Fast"), ("run2-from", began));
        Assert.Contains("two runs cannot overlap", overlap.TextOf("#run2-from-problem"));
        var sent = await sailor.SendAsync(log, ".log-form", $"{Quillet}/log", ("felt", "Fast"));
        Assert.Equal("", string.Join("; ", sent.Html.QuerySelectorAll(".problem[id]").Select(problem => problem.TextContent)));
        Assert.Contains("sent=Added", sent.Location!.ToString(), StringComparison.Ordinal);
        Assert.Contains("22 in", (await sailor.GetAsync(sent.Location.ToString())).TextOf("main"));
        Assert.Null((await sailor.GetAsync($"{Quillet}/log?wind=14&boat=class")).Html.QuerySelector("[name=run2-mark-gooseneck]"));
    }

    [Fact]
    public async Task A_table_of_logs_goes_out_comes_in_once_and_changes_nothing_that_was_there()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        var form = await sailor.GetAsync($"{Quillet}/log?wind=14&boat=class");
        await sailor.SendAsync(form, ".log-form", $"{Quillet}/log", ("felt", "Fast"), ("note", "=once"));
        const string Book = "/wenlow/logbook?class=quillet";
        var table = (await sailor.GetAsync(Book + "&handler=Csv")).Text;
        Assert.StartsWith("log,run,class,at", table, StringComparison.Ordinal);
        Assert.DoesNotContain(",=once", table, StringComparison.Ordinal);

        var page = await sailor.GetAsync(Book);
        Task<Answer> Import(Visitor who, Answer from, string text, string address = Book) =>
            who.UploadAsync(from, address + "&handler=Import", Encoding.UTF8.GetBytes(text), "table");
        await Import(sailor, page, table.Replace("'=once", "twice", StringComparison.Ordinal));
        var after = await sailor.GetAsync(Book);
        Assert.Contains("0 logs imported; ", after.TextOf(".thanks"));
        Assert.Contains("=once", (await sailor.GetAsync(Book + "&handler=Csv")).Text, StringComparison.Ordinal);

        // Another sailor's table is their own log, under the same key.
        var other = await club.VisitAsAsync("tamsin");
        var theirs = await other.GetAsync(Book);
        await Import(other, theirs, table);
        Assert.Contains(" logs imported; 0 were there", (await other.GetAsync(Book)).TextOf(".thanks"));

        var wrong = await Import(sailor, page, table.Replace(",quillet,", ",ferrin-16,", StringComparison.Ordinal));
        Assert.Equal(422, (int)wrong.Status);
        Assert.Contains("no log of Quillet", wrong.TextOf("#table-problem"));
        Assert.Contains("Choose the class first", (await Import(sailor, page, table, "/wenlow/logbook?class=")).TextOf("#table-problem"));
    }

    [Fact]
    public async Task What_was_sailed_long_ago_stays_as_it_is()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var sailor = await club.VisitAsAsync("priya");
        var form = await sailor.GetAsync($"{Quillet}/log?wind=14&boat=class");
        var old = DateTimeOffset.UtcNow - SessionLog.CorrectedWithin - TimeSpan.FromDays(2);
        (string, string) at = ("sailedAt", old.ToString("yyyy-MM-dd'T'HH:mm", CultureInfo.InvariantCulture));
        var sent = await sailor.SendAsync(form, ".log-form", $"{Quillet}/log", at, ("note", "first"));
        Assert.Contains("sent=Added", sent.Location!.ToString(), StringComparison.Ordinal);
        var again = await sailor.SendAsync(form, ".log-form", $"{Quillet}/log", at, ("note", "second"));
        Assert.Equal(422, (int)again.Status);
        Assert.Contains("It stays as it is", again.Text);
        var kept = sent.Location.ToString().Split('?')[0];
        var page = await sailor.GetAsync(kept);
        Assert.Contains("first", page.TextOf("main"));
        Assert.Contains("It stays as it is", page.TextOf("main"));
        Assert.Null(page.Html.QuerySelector("a[href*='correct=']"));
        // An old address of the form leads to the log, which says so.
        var asked = await sailor.GetAsync($"{Quillet}/log?correct={kept.Split('/')[^1]}");
        Assert.Equal((302, kept), ((int)asked.Status, asked.Location!.ToString()));
    }

    // Common practice, no source: a quarter of the boom without wind, the balanced grip before it, 2 to 3 cm apart on a small sail.
    [Theory]
    [InlineData("boom=190&sail=6", "48 cm from the front end", null)]
    [InlineData("boom=190&sail=4.7&front=40&back=70", "55 cm from the front end", "2 cm to 3 cm apart")]
    [InlineData("boom=190&sail=6&hang=60", "54 cm from the front end", "Look again before you move anything")]
    public async Task Where_harness_lines_go_is_reckoned_from_boom_sail_and_what_was_found(string asked, string says, string? also)
    {
        var sailor = await host.VisitAsAsync("priya");
        Assert.NotNull((await sailor.GetAsync("/wenlow/classes/gessamy/card")).Html.QuerySelector("a[href$='/pull-point']"));
        var page = await sailor.GetAsync($"/wenlow/classes/gessamy/pull-point?{asked}");
        Assert.Equal(says, page.TextOf(".pull-point h3"));
        Assert.Contains(also ?? "Without a tape: 5 1/2 × a usual hand, or 1 × a usual elbow to finger tip", page.TextOf(".pull-point"));
        var wrong = await sailor.GetAsync("/wenlow/classes/gessamy/pull-point?boom=190&sail=large&hang=12+stone");
        Assert.Null(wrong.Html.QuerySelector(".pull-point"));
        Assert.NotNull(wrong.TextOf("#sail-problem"));
        Assert.NotNull(wrong.TextOf("#hang-problem"));
        Assert.Equal("190", wrong.Html.QuerySelector("#boom")!.GetAttribute("value"));
        Assert.Equal(404, (int)(await sailor.GetAsync("/wenlow/classes/quillet/pull-point")).Status);
    }
}
