using System.ServiceModel.Syndication;
using System.Text;
using System.Xml;

namespace Regatta.Web.Pages.Publishing;

/// <summary>What was published of the classes a member sails, newest first, as an Atom feed at their own unguessable address; of all
/// classes where they sail none. It names nobody. For anybody who has the address.</summary>
[AllowAnonymous]
public sealed class NewsFeedModel(
    IReadCalendarFeeds feeds,
    IReadClubs clubs,
    IReadSails sails,
    IReadVersions versions,
    ClassCache cache,
    RegattaSettings settings
) : PageModel
{
    private const int MostShown = 20;

    public async Task<IActionResult> OnGetAsync(string token)
    {
        if (await feeds.FindAsync(token) is not { } owner || await clubs.FindAsync(owner.Club) is not { } club)
        {
            return NotFound();
        }

        var at = $"{settings.AddressOf(Request)}/{club.Key}";
        var sailed = await sails.OfAsync(club.Ref, owner.Person);
        var views = (await cache.AllAsync(club.Ref)).Classes;
        var items = new List<(DateTimeOffset At, SyndicationItem Item)>();
        foreach (var view in views.Where(view => sailed.Classes.Count == 0 || sailed.Sails(view.Class.Key)))
        {
            foreach (var version in await versions.AfterAsync(view.Ref, (view.Newest?.Number ?? 0) - MostShown, MostShown))
            {
                items.Add((version.At, await ItemAsync(view, version, $"{at}/classes/{view.Class.Key}")));
            }
        }

        var newest = items.OrderByDescending(item => item.At).Take(MostShown).ToList();
        var feed = new SyndicationFeed(
            $"{club.Name}: new versions",
            "What changed on the cards you sail by",
            new Uri(at),
            $"{at}/news",
            newest.Count > 0 ? newest[0].At : DateTimeOffset.UnixEpoch,
            newest.Select(item => item.Item)
        );
        using var bytes = new MemoryStream();
        await using (var writer = XmlWriter.Create(bytes, new() { Async = true, Encoding = new UTF8Encoding(false) }))
        {
            feed.SaveAsAtom10(writer);
        }

        return File(bytes.ToArray(), "application/atom+xml");
    }

    private async Task<SyndicationItem> ItemAsync(ClassView view, PublishedVersion version, string at)
    {
        var changes = version.Number > 1 ? await cache.ChangesAsync(view.Stamp, version.Number - 1, version) : null;
        var text = NewsText.Of(version.Class.Name, version, changes, version.Set.PlanModes, at + "/card");
        var address = new Uri($"{at}/versions#version-{version.Number}");
        return new($"{version.Class.Name}, version {version.Number}", text, address, address.ToString(), version.At)
        {
            PublishDate = version.At,
        };
    }
}
