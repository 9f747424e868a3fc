namespace Regatta.Web.Pages.Planning;

/// <summary>Another time, place or fleet for a day that is planned; for the coordinator.</summary>
[Authorize(Policies.Coordinator)]
public sealed class ChangeDayModel(
    ClubContext here,
    IReadOutings outings,
    PlanDays plan,
    IReadClasses classes,
    ClubClock clock,
    UnitPreferences units
) : PageModel
{
    /// <summary>The day as it stands; null where it was removed while this form was open.</summary>
    public PlannedOuting? Day { get; private set; }

    /// <summary>Whether somebody else changed the day while this form was open.</summary>
    public bool ChangedMeanwhile { get; private set; }

    public DayForm Change { get; private set; } = null!;

    public async Task<IActionResult> OnGetAsync(long number)
    {
        if (await outings.FindAsync(here.Club.Ref, number) is not { } day)
        {
            return NotFound();
        }

        Day = day;
        Change = DayForm.Of(await classes.NamesAsync(here.Club.Ref), units.Wind, day.Outing, clock);
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(long number)
    {
        if (await outings.FindAsync(here.Club.Ref, number) is not { } day)
        {
            // Somebody removed it while the form was open: what was typed can be planned anew.
            Change = new(await classes.NamesAsync(here.Club.Ref), units.Wind, Request.Typed());
            Response.StatusCode = StatusCodes.Status404NotFound;
            return Page();
        }

        Day = day;
        Change = new(await classes.NamesAsync(here.Club.Ref), units.Wind, Request.Typed());
        if (Change.Read(clock, day.Outing) is not { } changed)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        if (await plan.ChangeAsync(here.Actor, day with { Revision = SeenRevision.Of(Change.Typed) }, changed))
        {
            here.Note.Tell(
                changed.Title,
                $"{day.Outing.Title}, {clock.Field(day.Outing.From)}, {day.Outing.Venue}",
                $"{changed.Title}, {clock.Field(changed.From)}, {changed.Venue}"
            );
            return Redirect($"{here.Path}/calendar/{number}");
        }

        ChangedMeanwhile = true;
        Response.StatusCode = StatusCodes.Status409Conflict;
        return Page();
    }
}
