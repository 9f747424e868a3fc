namespace Regatta.Web.Pages.Planning;

/// <summary>Whether one comes on a day, and with which boat; each member for themselves.</summary>
[Authorize(Policies.Member)]
public sealed class AttendanceModel(ClubContext here, IReadOutings outings, IReadAttendance comers, IReadClasses classes, PlanDays plan)
    : PageModel
{
    public AttendanceForm Ask { get; private set; } = null!;

    public async Task<IActionResult> OnGetAsync(long number) => await LoadAsync(number) ? Page() : NotFound();

    /// <summary>Says that one comes.</summary>
    public async Task<IActionResult> OnPostAsync(long number, string? with)
    {
        if (!await LoadAsync(number))
        {
            return NotFound();
        }

        var problem = Ask.Read(with) is { } answer
            ? await plan.ComeAsync(here.Actor, Ask.Day, answer.ClassKey, answer.Boat)
            : "Choose one of these.";
        if (problem is null)
        {
            here.Note.Tell(Ask.Day.Outing.Title);
            return Redirect($"{here.Path}/calendar/{number}");
        }

        Ask = Ask with { Problem = problem };
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>Takes it back.</summary>
    public async Task<IActionResult> OnPostStayAwayAsync(long number)
    {
        await plan.StayAwayAsync(here.Actor, number);
        return Redirect($"{here.Path}/calendar/{number}");
    }

    private async Task<bool> LoadAsync(long number)
    {
        if (await outings.FindAsync(here.Club.Ref, number) is not { } day)
        {
            return false;
        }

        var fleet = await classes.NamesAsync(here.Club.Ref);
        Ask = new(
            day,
            await outings.BoatsAsync(here.Club.Ref, day),
            key => fleet.FirstOrDefault(line => line.Key == key)?.Name ?? key,
            (await comers.AllAsync(here.Club.Ref, number)).FirstOrDefault(comer => comer.Person == here.Actor.Person),
            null
        );
        return true;
    }
}
