using System.Text.RegularExpressions;

namespace Regatta.Web.Tests;

/// <summary>Every link a coordinator can follow from page to page leads somewhere.</summary>
public sealed partial class LinkTests(ClubHost host)
{
    // Pages of the same kind are looked at so many times: links to single cells, days, boats and winds are as good as endless.
    private const int MostOfAKind = 2;

    [Fact]
    public async Task Every_link_from_page_to_page_leads_somewhere()
    {
        var kinds = await FollowAsync(
            await host.VisitAsAsync("odalys"),
            (address, page) => Assert.True((int)page.Status is 200 or 302, $"{address} answered {(int)page.Status}")
        );
        Assert.True(kinds.Count > 40, $"Only {kinds.Count} kinds of page were found.");
        Assert.Contains("/wenlow/classes/*/plans", kinds);
    }

    // What a captain has written and not published: a control's name, a band's, a mark, what the class is.
    [Fact]
    public async Task A_sailor_reads_nothing_of_a_draft_on_any_page()
    {
        await using var club = await host.AnotherAsync("IfEmpty");
        var captain = await club.VisitAsAsync("odalys");
        const string Class = "/wenlow/classes/tandry";
        foreach (var control in (string[])["mast-foot", "vang", "jib-lead"])
        {
            var page = await captain.GetAsync($"{Class}/controls/{control}");
            var saved = await captain.SendAsync(page, "#control-form", $"{Class}/controls/{control}", ("name", "Zwumbel " + control));
            Assert.Equal(302, (int)saved.Status);
        }

        var read = 0;
        void Look(string address, Answer page)
        {
            read++;
            Assert.False(page.Text.Contains("Zwumbel", StringComparison.OrdinalIgnoreCase), $"{address} shows the draft.");
        }

        var sailor = await club.VisitAsAsync("priya");
        var logged = await sailor.SendAsync(await sailor.GetAsync($"{Class}/log?wind=12&boat=class"), ".log-form", $"{Class}/log");
        Look("a log of one's own", await sailor.GetAsync(logged.Location!.ToString()));
        // The captain of another class is a sailor in this one.
        var other = await club.VisitAsAsync("tamsin");
        foreach (var address in (string[])["/wenlow", "/wenlow/proposals", Class, $"{Class}?view=table&cell=2.vang", $"{Class}/evidence"])
        {
            Look(address, await other.GetAsync(address));
        }

        var kinds = await FollowAsync(sailor, Look, "/wenlow", Class);
        Assert.True(kinds.Count(kind => kind.StartsWith("/wenlow/classes/", StringComparison.Ordinal)) > 15, $"{kinds.Count} kinds");
        Assert.True(read > 60, $"Only {read} pages were read.");
        // Its captain does read it.
        Assert.Contains("Zwumbel", (await captain.GetAsync(Class)).Text, StringComparison.Ordinal);
    }

    /// <summary>Follows the links of pages from the first ones on, each kind of page a few times.</summary>
    /// <returns>The kinds that were found.</returns>
    private static async Task<IReadOnlySet<string>> FollowAsync(Visitor visitor, Action<string, Answer> look, params string[] first)
    {
        string[] start = first.Length > 0 ? first : ["/wenlow"];
        var (waiting, seen, kinds) = (new Queue<string>(start), start.ToHashSet(), new Dictionary<string, int>());
        while (waiting.TryDequeue(out var address))
        {
            var page = await visitor.GetAsync(address);
            look(address, page);
            foreach (var link in page.Html.QuerySelectorAll("a[href^='/'], a[href^='?']").Select(one => one.GetAttribute("href")!))
            {
                var there = new Uri(new Uri("http://club" + address), link).PathAndQuery;
                var kind = Kind(there);
                if (seen.Add(there) && (kinds[kind] = kinds.GetValueOrDefault(kind) + 1) <= MostOfAKind)
                {
                    waiting.Enqueue(there);
                }
            }
        }

        return kinds.Keys.ToHashSet();
    }

    /// <summary>Which page, and what it is asked for: one asked for two signs is of a kind with one asked for three.</summary>
    private static string Kind(string address) =>
        address.Split('?') is [var path, var query]
            ? $"{Names().Replace(path, "*")}?{string.Join('&', query.Split('&').Select(part => part.Split('=')[0]).Distinct())}"
            : Names().Replace(address, "*");

    // What stands for one of many in an address: a class, a number.
    [GeneratedRegex("(?<=/(classes|controls|boats|calendar|logbook|logs|versions|members)/)[^/?]+|[0-9]+")]
    private static partial Regex Names();
}
