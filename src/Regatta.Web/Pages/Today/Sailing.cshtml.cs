using System.Globalization;

namespace Regatta.Web.Pages.Today;

/// <summary>A class a member may sail.</summary>
/// <param name="Key">Its key.</param>
/// <param name="Name">Its name.</param>
/// <param name="Boats">Its boats.</param>
/// <param name="Sails">Whether they do.</param>
/// <param name="Boat">The boat's number; null where they said none.</param>
public sealed record SailingLine(string Key, string Name, IReadOnlyList<Boat> Boats, bool Sails, long? Boat);

/// <summary>Asks a member once what they sail, so that it stands first; for members.</summary>
[Authorize(Policies.Member)]
public sealed class SailingModel(ClubContext here, IReadSails sails, IReadBoats boats, OwnAccount account) : PageModel
{
    public IReadOnlyList<SailingLine> Classes { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync()
    {
        var own = await sails.OfAsync(here.Club.Ref, User.Id());
        var lines = new List<SailingLine>();
        foreach (var view in (await here.ClassesAsync()).Classes)
        {
            var sailed = own.Classes.FirstOrDefault(one => one.Class == view.Class.Key);
            var all = (await boats.AllAsync(view.Ref)).Where(boat => boat.RetiredOn is null || boat.Number == sailed?.Boat);
            lines.Add(new(view.Class.Key, view.OfSailors.Name, [.. all], sailed is not null, sailed?.Boat));
        }

        Classes = lines;
        // A club that has no class yet has nothing to ask.
        return lines.Count > 0 ? Page() : Redirect(here.Path);
    }

    public async Task<IActionResult> OnPostAsync()
    {
        var typed = Request.Form;
        await account.SaveSailsAsync(
            here.Actor,
            [
                .. typed["sails"]
                    .OfType<string>()
                    .Select(key => new SailedClass(
                        key,
                        long.TryParse(typed["boat-" + key], NumberStyles.None, CultureInfo.InvariantCulture, out var boat) ? boat : null
                    )),
            ]
        );
        return Redirect($"{here.Path}/today");
    }
}
