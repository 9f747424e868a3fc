namespace Regatta.Web.Pages.ClassSetup;

/// <summary>Lays a scale on a boat with care, a step at a time, and ends in its measuring; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class MarkGuideModel(ClubContext here, IReadBoats boats, MeasureBoats measure) : PageModel
{
    public ClassDefinition Class { get; private set; } = null!;

    public Boat Boat { get; private set; } = null!;

    public Control Control { get; private set; } = null!;

    public IReadOnlyDictionary<string, string> Typed { get; private set; } = new Dictionary<string, string>();

    /// <summary>The step that holds the marking up; null before anybody answered.</summary>
    public MarkingStep? HeldUpBy { get; private set; }

    public async Task<IActionResult> OnGetAsync(long boat, string control) => await LoadAsync(boat, control) ? Page() : NotFound();

    public async Task<IActionResult> OnPostAsync(long boat, string control)
    {
        if (!await LoadAsync(boat, control))
        {
            return NotFound();
        }

        Typed = Request.Typed();
        HeldUpBy = MarkingGuide.HeldUpBy(Control, Typed);
        if (HeldUpBy is not null)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        await measure.FitAsync(
            here.Class.Class,
            Boat,
            new Dictionary<ControlKey, Fitting> { [Control.Key] = MarkingGuide.Fitting(Control, Typed) },
            seen: null
        );
        var next = ControlSurvey.CanBeTaped(Control) ? $"/measure/{Control.Key}" : "";
        return Redirect($"{here.ClassPath}/boats/{boat}{next}");
    }

    private async Task<bool> LoadAsync(long boat, string control)
    {
        Class = (await here.ClassAsync()).Class;
        if (
            Class.Find(new(control)) is not { Scale.HasMarks: true } known
            || (await boats.AllAsync(here.Class.Class)).FirstOrDefault(listed => listed.Number == boat) is not { } found
        )
        {
            return false;
        }

        (Control, Boat) = (known, found);
        return true;
    }
}
