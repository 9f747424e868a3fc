namespace Regatta.Web.Pages;

/// <summary>The clubs of whoever is signed in; the only one opens by itself: for who sails alone, at their boat in this wind. From the
/// phone's own screen it is the boat they sailed last.</summary>
[Authorize(Policies.Member)]
public sealed class IndexModel(IReadClubs clubs, IReadLogs logs, IReadSails sails, FoundClub found) : PageModel
{
    public IReadOnlyList<Club> Clubs { get; private set; } = [];

    /// <summary>Whether anybody may found a further club here.</summary>
    public bool MayFound { get; private set; }

    public async Task<IActionResult> OnGetAsync(string? from)
    {
        if (from == "phone" && await logs.SailedLastAsync(User.Id()) is var (club, sailed))
        {
            return Redirect($"/{club}/classes/{sailed}/card");
        }

        MayFound = await found.MayAsync(null);
        Clubs = await clubs.OfAsync(User.Id());
        return Clubs is not [var only] ? Page()
            : await sails.OnlySailsAsync(only.Ref, User.Id()) ? Redirect($"/{only.Key}/today")
            : Redirect("/" + only.Key);
    }
}
