namespace Regatta.Web.Pages.Account;

/// <summary>The club's name and time zone; for the coordinator.</summary>
[Authorize(Policies.Coordinator)]
public sealed class ClubDetailsModel(ClubContext here, FoundClub clubs) : PageModel
{
    /// <summary>The fields that keep how they were when the form opened.</summary>
    public const string SeenName = "seenName";

    /// <inheritdoc cref="SeenName"/>
    public const string SeenZone = "seenZone";

    private readonly FormReader form = new();
    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();

    public IEnumerable<Field> Fields =>
        ((Field[])[new("clubName", "Name of the club", here.Club.Name), ZoneField.Of(here.Club.TimeZone)]).Select(asked =>
            typed.Count == 0 ? asked : asked.Filled(typed, form.Problems)
        );

    /// <summary>Whether another coordinator changed them while this form was open.</summary>
    public bool ChangedMeanwhile { get; private set; }

    [TempData]
    public string? Done { get; set; }

    public async Task<IActionResult> OnPostAsync()
    {
        typed = Request.Typed();
        var name = form.Need("clubName", typed.GetValueOrDefault("clubName"), "A club needs a name.", PersonName.Read);
        var zone = form.Need(ZoneField.Name, typed.GetValueOrDefault(ZoneField.Name), "Pick the time zone.", ZoneField.Read);
        if (!form.Ok)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        here.Note.Tell($"{name}, {zone}");
        var seen = (typed.GetValueOrDefault(SeenName, ""), typed.GetValueOrDefault(SeenZone, ""));
        if (!await clubs.ChangeAsync(here.Actor, seen, name!, zone!))
        {
            ChangedMeanwhile = true;
            Response.StatusCode = StatusCodes.Status409Conflict;
            return Page();
        }

        Done = "Saved. The club’s address stays as it was.";
        return Redirect(Request.Path);
    }
}
