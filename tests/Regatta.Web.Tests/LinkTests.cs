using System.Text.RegularExpressions;

namespace Regatta.Web.Tests;

/// <summary>Every link a coordinator can follow from page to page leads somewhere.</summary>
public sealed partial class LinkTests(ClubHost host)
{
    // Pages of the same kind are looked at so many times: links to single cells, days, boats and winds are as good as endless.
    private const int MostOfAKind = 3;

    [Fact]
    public async Task Every_link_from_page_to_page_leads_somewhere()
    {
        var visitor = await host.VisitAsAsync("odalys");
        var (waiting, seen, kinds) = (new Queue<string>(["/wenlow"]), new HashSet<string> { "/wenlow" }, new Dictionary<string, int>());
        while (waiting.TryDequeue(out var address))
        {
            var page = await visitor.GetAsync(address);
            Assert.True((int)page.Status is 200 or 302, $"{address} answered {(int)page.Status}");
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

        Assert.True(kinds.Count > 40, $"Only {kinds.Count} kinds of page were found.");
        Assert.Contains("/wenlow/classes/*/plans", kinds.Keys);
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
