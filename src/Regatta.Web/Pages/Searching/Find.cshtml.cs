using Regatta.Web.Navigation;

namespace Regatta.Web.Pages.Searching;

/// <summary>Where something that was found leads.</summary>
/// <param name="Kind">What it is, in a word.</param>
/// <param name="Name">What it is called.</param>
/// <param name="About">What it belongs to; empty for nothing.</param>
/// <param name="Path">Where it is.</param>
public sealed record FoundPlace(string Kind, string Name, string About, string Path)
{
    /// <summary>The key of the class it is of; null for none.</summary>
    public string? ClassKey { get; init; }
}

/// <summary>Finds whatever the reader may see by some of its letters: pages, classes, controls by all their names, boats, days, own logs,
/// words, and people for who may see them.</summary>
[Authorize(Policies.Member)]
public sealed class FindModel(ClubContext here, IReadSearch search, IReadSails sails) : PageModel
{
    /// <summary>The most letters that are looked for.</summary>
    public const int Longest = 80;

    private const int MostWords = 8;

    /// <summary>Where two are as alike, the earlier comes first.</summary>
    private static readonly string[] Kinds = ["class", "control", "page", "procedure", "how-to", "word"];

    public string Asked { get; private set; } = "";

    /// <summary>The key of the class the reader looks from; null for none.</summary>
    public string? At { get; private set; }

    public string? Problem { get; private set; }

    /// <summary>What was found, the likeliest first; where no word was said, all that can be gone to from here. Null for neither.</summary>
    public IReadOnlyList<FoundPlace>? Found { get; private set; }

    public Task OnGetAsync(string? q, string? at) => LookAsync(q, at);

    /// <summary>What was found, as the field's own list.</summary>
    public async Task<IActionResult> OnGetListAsync(string? q, string? at)
    {
        await LookAsync(q, at);
        return Partial("_Found", this);
    }

    private async Task LookAsync(string? q, string? at)
    {
        (Asked, At) = (q?.Trim() ?? "", at);
        if (Asked.Length > Longest)
        {
            Problem = $"Keep it under {Longest} letters: a word or two is enough.";
            return;
        }

        var words = Asked.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries).Take(MostWords).ToList();
        var views = (await here.ClassesAsync()).Classes;
        if (words.Count == 0)
        {
            Found = [.. views.Where(view => view.Class.Key == At).SelectMany(PagesOf), .. PagesOfClub()];
            return;
        }

        var own = await sails.OfAsync(here.Club.Ref, here.Actor.Person);
        var named = new List<(FoundPlace Place, string About)>();
        foreach (var view in views)
        {
            named.AddRange(OfClass(view));
        }

        named.AddRange(PagesOfClub().Zip(ClubPlace.Of(here.IsCoordinator), (found, place) => (found, place.About)));
        named.AddRange(
            FieldWord.All.Select(word =>
                (new FoundPlace("word", word.Name, word.Meaning, $"{here.Path}/learn#{Anchor(word)}"), string.Join(' ', word.Also))
            )
        );
        named.AddRange(
            HowTo.All.Select(how =>
                (new FoundPlace("how-to", how.Name, "", $"{here.Path}/learn#how-{how.Key}"), string.Join(' ', how.Also))
            )
        );
        var found = await search.FindAsync(
            here.Club.Ref,
            here.Actor.Person,
            words,
            [.. named.Select(one => new Findable(one.Place.Name, one.About, RankOf(one.Place)))],
            here.IsCoordinator
        );
        Found = [.. found.Select(one => one.Kind == FoundKind.Named ? named[(int)one.Number].Place : OfRow(one, NameOf(one.ClassKey)))];

        // A class comes before what is in it; what is of the class looked from, then of those that are sailed, before the others'.
        int RankOf(FoundPlace place)
        {
            var away =
                place.Kind == "class" || place.ClassKey is not { } key || key == At ? 0
                : own.Sails(key) ? 1
                : 2;
            return Array.IndexOf(Kinds, place.Kind) + (away * Kinds.Length);
        }

        // A class is called as its reader may know it; one that cannot be read, by its address.
        string NameOf(string? key) => views.FirstOrDefault(view => view.Class.Key == key)?.Class.Name ?? key ?? "";
    }

    /// <summary>Where a word stands on its page.</summary>
    public static string Anchor(FieldWord word) => "word-" + word.Name.ToLowerInvariant().Replace(' ', '-');

    private IEnumerable<FoundPlace> PagesOfClub() =>
        ClubPlace.Of(here.IsCoordinator).Select(place => new FoundPlace("page", place.Name, "", here.Path + place.Path));

    private IEnumerable<FoundPlace> PagesOf(ClassView view) =>
        ClassPlace
            .Of(here.MayEditClass(view.Ref))
            .Select(place => new FoundPlace("page", place.Name, view.Class.Name, here.AddressOf(view.Class.Key) + place.Path)
            {
                ClassKey = view.Class.Key,
            });

    private IEnumerable<(FoundPlace Place, string About)> OfClass(ClassView view)
    {
        var (one, key) = (view.Class, view.Class.Key);
        string Within(string page) => here.AddressOf(key).ToString() + page;
        yield return (new("class", one.Name, one.Family, Within(view.Newest is null ? "" : "/card")), one.Family);
        foreach (var (found, place) in PagesOf(view).Zip(ClassPlace.Of(here.MayEditClass(view.Ref))))
        {
            yield return (found, $"{one.Name} {place.About}");
        }

        foreach (var control in one.Controls)
        {
            var about = $"{one.Name} {string.Join(' ', control.Synonyms)}";
            yield return (new("control", control.Name, one.Name, Within($"/controls#{control.Key}")) { ClassKey = key }, about);
        }

        foreach (var procedure in one.Procedures)
        {
            yield return (new("procedure", procedure.Name, one.Name, Within($"/procedures/{procedure.Key}")) { ClassKey = key }, one.Name);
        }
    }

    private FoundPlace OfRow(Found one, string ofClass) =>
        one.Kind switch
        {
            FoundKind.Boat => new("boat", one.Name, ofClass, here.AddressOf(one.ClassKey!, $"boats/{one.Number}").ToString()),
            FoundKind.Day => new("day", one.Name, one.About, $"{here.Path}/calendar/{one.Number}"),
            FoundKind.Person => new("person", one.Name, one.About, $"{here.Path}/people/{one.Person}"),
            _ => new("log", $"{ofClass}, {one.Name}", one.About, $"{here.Path}/logbook/{one.Number}"),
        };
}
