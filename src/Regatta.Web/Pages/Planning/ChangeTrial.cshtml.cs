namespace Regatta.Web.Pages.Planning;

/// <summary>Another day, time or hands for a trial that is planned, or its end before it began; for the captain and the
/// coordinator.</summary>
[Authorize(Policies.EditsClass)]
public sealed class ChangeTrialModel(
    ClubContext here,
    RunTrials running,
    IReadTrials trials,
    IReadOutings outings,
    IReadAttendance comers,
    ClubClock clock
) : PageModel
{
    private readonly FormReader form = new();
    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();
    private TrialArrangement arrangement = null!;

    public ClassDefinition Class { get; private set; } = null!;

    public PlannedTrial Planned { get; private set; } = null!;

    /// <summary>The days it may be planned for.</summary>
    public IReadOnlyList<PlannedOuting> Days { get; private set; } = [];

    /// <summary>The day that was chosen; null for any.</summary>
    public PlannedOuting? Day { get; private set; }

    /// <summary>Whether somebody else changed the trial while this form was open.</summary>
    public bool ChangedMeanwhile { get; private set; }

    /// <summary>What is tried, in a few words.</summary>
    public string Title =>
        $"{Class.Find(Planned.Trial.Control)?.Name ?? Planned.Trial.Control.Name}, {Class.Bands.Find(Planned.Trial.Band)?.Name}";

    public IEnumerable<Field> Fields => arrangement.Fields.Filled(typed, form);

    public async Task<IActionResult> OnGetAsync(long number, long? on) => await LoadAsync(number, on) ? Page() : NotFound();

    public async Task<IActionResult> OnPostAsync(long number, long? on)
    {
        typed = Request.Typed();
        if (!await LoadAsync(number, on))
        {
            return NotFound();
        }

        var plan = arrangement.Read(Planned.Trial.Design);
        if (!form.Ok)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        if (await running.ChangeAsync(here.Class.Class, Planned with { Revision = SeenRevision.Of(typed) }, Day?.Number, plan))
        {
            here.Note.Tell(Title);
            return Redirect($"{here.ClassPath}/trials/{number}");
        }

        ChangedMeanwhile = true;
        Response.StatusCode = StatusCodes.Status409Conflict;
        return Page();
    }

    /// <summary>Takes the trial away, if nothing was sailed of it.</summary>
    public async Task<IActionResult> OnPostCallOffAsync(long number)
    {
        if (!await LoadAsync(number, null))
        {
            return NotFound();
        }

        if (await running.CallOffAsync(here.Class.Class, number))
        {
            here.Note.Tell(Title);
            return Redirect($"{here.ClassPath}/trials");
        }

        // A run came in meanwhile, or it was ended: its own page says what is left to do.
        return Redirect($"{here.ClassPath}/trials/{number}");
    }

    private async Task<bool> LoadAsync(long number, long? on)
    {
        var view = await here.ClassAsync();
        if (await trials.FindAsync(view.Ref, number) is not { EndedAt: null } found)
        {
            return false;
        }

        (Class, Planned) = (view.Class, found);
        Days = await outings.ForTrialsAsync(here.Club.Ref, clock.Now, Class.Key);
        var wanted = on ?? found.Outing;
        Day =
            Days.FirstOrDefault(day => day.Number == wanted)
            // The day it is planned for may be too far ahead to be offered, or over.
            ?? (wanted is { } own && own == found.Outing ? await outings.FindAsync(here.Club.Ref, own) : null);
        var attendees = Day is null
            ? []
            : (await comers.AllAsync(here.Club.Ref, Day.Number)).Where(comer => comer.ClassKey == Class.Key).ToList();
        // On another day it begins when that day does.
        var stands = Day?.Number == found.Outing ? found.Plan : found.Plan with { BeginsAt = null };
        arrangement = new(Day, attendees, Planned.Trial.Design, _ => null, stands, typed, form, clock);
        return true;
    }
}
