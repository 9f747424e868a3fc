namespace Regatta.Web.Pages.ClassSetup;

/// <summary>One boat: what is measured on her, and what is still to do. Who may change the class renames her and starts the
/// measuring.</summary>
[Authorize(Policies.ReadsClass)]
public sealed class BoatDetailsModel(ClubContext here, IReadBoats boats, MeasureBoats measure) : PageModel
{
    private ClassView view = null!;
    private readonly FormReader form = new();
    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();

    public ClassDefinition Class => view.Class;

    public Boat Boat { get; private set; } = null!;

    /// <summary>Each control a tape can check, with this boat alone.</summary>
    public IReadOnlyList<FleetSurvey> Surveys { get; private set; } = [];

    public int Measured => Surveys.Count(survey => survey.Boats[0].Survey.Calibration is not null);

    /// <summary>The first control that is not measured yet.</summary>
    public Control? Next => Surveys.FirstOrDefault(survey => survey.Boats[0].Survey.Calibration is null)?.Control;

    public string? RemoveProblem { get; private set; }

    public IEnumerable<Field> Fields =>
        ((Field[])[new("name", "Name or sail number", Boat.Name), new("note", "Note", Boat.Note)]).Filled(typed, form);

    public async Task<IActionResult> OnGetAsync(long boat) => await LoadAsync(boat) ? Page() : NotFound();

    public async Task<IActionResult> OnPostAsync(long boat)
    {
        if (!await LoadAsync(boat))
        {
            return NotFound();
        }

        typed = Request.Typed();
        var name = BoatNaming.Read(typed, form);
        here.Note.Tell(here.ClassKey, $"{Boat.Name}: {Boat.Note}", $"{name}: {typed.GetValueOrDefault("note", "").Trim()}");
        if (
            form.Ok
            && form.Take("name", await measure.RenameAsync(view.Ref, boat, name, typed.GetValueOrDefault("note", "").Trim())) == boat
            && form.Ok
        )
        {
            return RedirectToPage(new { boat });
        }

        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>Takes the boat out of use.</summary>
    public Task<IActionResult> OnPostRetireAsync(long boat) => TurnAsync(boat, () => measure.RetireAsync(here.Actor, view.Ref, boat));

    /// <summary>Takes it into use again.</summary>
    public Task<IActionResult> OnPostBringBackAsync(long boat) => TurnAsync(boat, () => measure.BringBackAsync(view.Ref, boat));

    private async Task<IActionResult> TurnAsync(long boat, Func<Task> turn)
    {
        if (!await LoadAsync(boat))
        {
            return NotFound();
        }

        here.Note.Tell($"{here.ClassKey}: {Boat.Name}");
        await turn();
        return RedirectToPage(new { boat });
    }

    public async Task<IActionResult> OnPostRemoveAsync(long boat)
    {
        if (!await LoadAsync(boat))
        {
            return NotFound();
        }

        here.Note.Tell($"{here.ClassKey}: {Boat.Name}");
        var removed = await measure.RemoveAsync(view.Ref, boat);
        if (removed.Ok)
        {
            return Redirect($"{here.ClassPath}/boats");
        }

        RemoveProblem = removed.Problem;
        Response.StatusCode = StatusCodes.Status409Conflict;
        return Page();
    }

    private async Task<bool> LoadAsync(long boat)
    {
        view = await here.ClassAsync();
        if ((await boats.AllAsync(view.Ref)).FirstOrDefault(listed => listed.Number == boat) is not { } known)
        {
            return false;
        }

        Boat = known;
        Surveys = [.. Class.Marked.Where(ControlSurvey.CanBeTaped).Select(control => FleetSurvey.Of(control, [known]))];
        return true;
    }
}
