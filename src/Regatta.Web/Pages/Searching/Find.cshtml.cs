using Regatta.Web.Navigation;

namespace Regatta.Web.Pages.Searching;

/// <summary>Where something that was found leads.</summary>
/// <param name="Kind">What it is, in a word.</param>
/// <param name="Name">What it is called.</param>
/// <param name="About">What it belongs to; empty for nothing.</param>
/// <param name="Path">Where it is.</param>
public sealed record FoundPlace(string Kind, string Name, string About, string Path);

/// <summary>Finds whatever the reader may see by some of its letters: pages, classes, controls by all their names, boats, days, own logs,
/// words, and people for who may see them.</summary>
[Authorize(Policies.Member)]
public sealed class FindModel(ClubContext here, IReadSearch search, IReadSails sails) : PageModel
{
    /// <summary>The most letters that are looked for.</summary>
    public const int Longest = 80;

    private const int MostWords = 8;

    /// <summary>Where two are as alike, the earlier comes first.</summary>
    private static readonly string[] Kinds = ["class", "control", "page", "procedure", "word"];

    public string Asked { get; private set; } = "";

    public string? Problem { get; private set; }

    /// <summary>What was found, the likeliest first; null where nothing was looked for.</summary>
    public IReadOnlyList<FoundPlace>? Found { get; private set; }

    public Task OnGetAsync(string? q) => LookAsync(q);

    /// <summary>What was found, as the field's own list.</summary>
    public async Task<IActionResult> OnGetListAsync(string? q)
    {
        await LookAsync(q);
        return Partial("_Found", this);
    }

    private async Task LookAsync(string? q)
    {
        Asked = q?.Trim() ?? "";
        if (Asked.Length > Longest)
        {
            Problem = $"Keep it under {Longest} letters: a word or two is enough.";
            return;
        }

        var words = Asked.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries).Take(MostWords).ToList();
        if (words.Count == 0)
        {
            return;
        }

        var own = await sails.OfAsync(here.Club.Ref, here.Actor.Person);
        var views = (await here.ClassesAsync()).Classes;
        var named = new List<(FoundPlace Place, string About)>();
        // Where two are as alike, one's own stands before the others'.
        foreach (var view in views.OrderByDescending(view => own.Sails(view.Class.Key)))
        {
            named.AddRange(OfClass(view));
        }

        named.AddRange(
            ClubPlace.Of(here.IsCoordinator).Select(place => (new FoundPlace("page", place.Name, "", here.Path + place.Path), place.About))
        );
        named.AddRange(
            FieldWord.All.Select(word =>
                (new FoundPlace("word", word.Name, word.Meaning, $"{here.Path}/learn#{Anchor(word)}"), string.Join(' ', word.Also))
            )
        );
        var found = await search.FindAsync(
            here.Club.Ref,
            here.Actor.Person,
            words,
            [.. named.Select(one => new Findable(one.Place.Name, one.About, Array.IndexOf(Kinds, one.Place.Kind)))],
            here.IsCoordinator
        );
        Found = [.. found.Select(one => one.Kind == FoundKind.Named ? named[(int)one.Number].Place : OfRow(one, NameOf(one.ClassKey)))];

        // A class is called as its reader may know it; one that cannot be read, by its address.
        string NameOf(string? key) => views.FirstOrDefault(view => view.Class.Key == key)?.Class.Name ?? key ?? "";
    }

    /// <summary>Where a word stands on its page.</summary>
    public static string Anchor(FieldWord word) => "word-" + word.Name.ToLowerInvariant().Replace(' ', '-');

    private IEnumerable<(FoundPlace Place, string About)> OfClass(ClassView view)
    {
        var (one, key) = (view.Class, view.Class.Key);
        string At(string page) => here.AddressOf(key).ToString() + page;
        yield return (new("class", one.Name, one.Family, At(view.Newest is null ? "" : "/card")), one.Family);
        foreach (var place in ClassPlace.Of(here.MayEditClass(view.Ref)))
        {
            yield return (new("page", place.Name, one.Name, At(place.Path)), $"{one.Name} {place.About}");
        }

        foreach (var control in one.Controls)
        {
            var about = $"{one.Name} {string.Join(' ', control.Synonyms)}";
            yield return (new("control", control.Name, one.Name, At($"/controls#{control.Key}")), about);
        }

        foreach (var procedure in one.Procedures)
        {
            yield return (new("procedure", procedure.Name, one.Name, At($"/procedures/{procedure.Key}")), one.Name);
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
