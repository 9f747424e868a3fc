namespace Regatta.Web.Pages.ClassSetup;

/// <summary>A boat's sails, what is printed on them, and how her controls are fitted; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class BoatSailsModel(ClubContext here, IReadBoats boats, MeasureBoats measure, EditCells edit, ClubClock clock) : PageModel
{
    private static readonly Dictionary<string, string> Nothing = [];

    public ClassView View { get; private set; } = null!;

    public ClassDefinition Class => View.Class;

    public Boat Boat { get; private set; } = null!;

    public SailsForm Form { get; private set; } = null!;

    /// <summary>What was done.</summary>
    [TempData]
    public string? Done { get; set; }

    private DateOnly Today => here.Actor.Club.Today(clock.Time);

    public async Task<IActionResult> OnGetAsync(long boat) => await LoadAsync(boat) ? Page() : NotFound();

    public async Task<IActionResult> OnPostAsync(long boat)
    {
        if (!await LoadAsync(boat))
        {
            return NotFound();
        }

        Form = new(Class, Boat, Request.Typed(), Today);
        if (Form.Read() is not { } sails)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        await measure.CarryAsync(View.Ref, Boat, sails);
        Done = "Saved.";
        return Redirect(Request.Path);
    }

    /// <summary>Keeps how her controls are fitted.</summary>
    public async Task<IActionResult> OnPostFittingsAsync(long boat)
    {
        if (!await LoadAsync(boat))
        {
            return NotFound();
        }

        var typed = Request.Typed();
        await measure.FitAsync(
            View.Ref,
            Boat,
            Class.Marked.ToDictionary(
                control => control.Key,
                control => new Fitting(
                    EnumText.Find<FittingKind>(typed.GetValueOrDefault($"fit-{control.Key}")) ?? FittingKind.NotSaid,
                    control.OtherDatum is not null && typed.ContainsKey($"datum-{control.Key}")
                )
            )
        );
        Done = "Saved.";
        return Redirect(Request.Path);
    }

    /// <summary>Writes what is specified on a sail as the first marks of a band, where the class says nothing yet.</summary>
    public async Task<IActionResult> OnPostSpecifiedAsync(long boat, int sail, int band)
    {
        if (!await LoadAsync(boat) || sail < 0 || sail >= Boat.Sails.Count || Class.Bands.Find(new(band)) is not { } powered)
        {
            return NotFound();
        }

        var carried = Boat.Sails[sail];
        var planMode = new PlanMode(carried.Plan ?? Class.PlanModes.Plans[0].Key, Class.PlanModes.Modes[0].Key);
        var writes = carried
            .Printed.Where(number => number.Specified is not null && Class.Find(number.Control)?.BelongsTo(planMode) == true)
            .Select(one =>
                (
                    Place: new CellPlace(planMode, new(powered.Id, one.Control)),
                    Control: Class.Find(one.Control)!,
                    Mark: one.Specified!.Value
                )
            )
            .Where(one => View.Set[one.Place] is null)
            .Select(one => new CellWrite(
                one.Place,
                Cell.Of(one.Mark, one.Control.Scale.UsualTolerance, "", $"printed on {carried.Name}, a start", CellSource.Entered).Value,
                View.Revision(one.Place)
            ))
            .ToList();
        Done =
            writes.Count == 0 ? "Nothing was written: the class has marks there already."
            : await edit.RunAsync(here.Actor, View, writes, $"first marks as printed on {carried.Name}") == SaveOutcome.Saved
                ? $"{writes.Count} first marks written into {powered.Name}."
            : "Nothing was written: somebody changed those cells meanwhile.";
        return Redirect(Request.Path);
    }

    private async Task<bool> LoadAsync(long boat)
    {
        View = await here.ClassAsync();
        if ((await boats.AllAsync(View.Ref)).FirstOrDefault(listed => listed.Number == boat) is not { } known)
        {
            return false;
        }

        Boat = known;
        Form = new(Class, Boat, Nothing, Today);
        return true;
    }
}
