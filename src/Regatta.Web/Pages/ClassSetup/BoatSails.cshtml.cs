namespace Regatta.Web.Pages.ClassSetup;

/// <summary>A boat's sails, what is printed on them, and how her controls are fitted; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class BoatSailsModel(ClubContext here, IReadBoats boats, MeasureBoats measure, EditCells edit, ClubClock clock) : PageModel
{
    private static readonly Choice<FittingKind> Kinds = new(
        ("as the class", FittingKind.NotSaid),
        ("lever or line", FittingKind.Lever),
        ("bolt or screw", FittingKind.Bolt)
    );

    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();

    public ClassView View { get; private set; } = null!;

    public ClassDefinition Class => View.Class;

    public Boat Boat { get; private set; } = null!;

    public SailsForm Form { get; private set; } = null!;

    /// <summary>Whether somebody else changed the boat while this page was open.</summary>
    public bool ChangedMeanwhile { get; private set; }

    /// <summary>How a control is fitted, as it is asked.</summary>
    public Chips KindOf(Control control) =>
        Kinds.Chips(
            control.Name,
            $"fit-{control.Key}",
            typed.GetValueOrDefault($"fit-{control.Key}", $"{Boat.Fittings.GetValueOrDefault(control.Key)?.Kind ?? FittingKind.NotSaid}")
        );

    /// <summary>Whether she is measured from a control's other datum.</summary>
    public bool IsOther(Control control) =>
        typed.ContainsKey($"fit-{control.Key}")
            ? typed.ContainsKey($"datum-{control.Key}")
            : Boat.Fittings.GetValueOrDefault(control.Key)?.OtherDatum == true;

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

        return await AnswerAsync(await measure.CarryAsync(View.Ref, Boat, sails, SeenRevision.Of(Request.Typed())));
    }

    /// <summary>Keeps how her controls are fitted.</summary>
    public async Task<IActionResult> OnPostFittingsAsync(long boat)
    {
        if (!await LoadAsync(boat))
        {
            return NotFound();
        }

        typed = Request.Typed();
        return await AnswerAsync(
            await measure.FitAsync(
                View.Ref,
                Boat,
                Class.Marked.ToDictionary(
                    control => control.Key,
                    control => new Fitting(
                        EnumText.Find<FittingKind>(typed.GetValueOrDefault($"fit-{control.Key}")) ?? FittingKind.NotSaid,
                        control.OtherDatum is not null && typed.ContainsKey($"datum-{control.Key}")
                    )
                ),
                SeenRevision.Of(Request.Typed())
            )
        );
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

    private async Task<IActionResult> AnswerAsync(bool saved)
    {
        if (saved)
        {
            Done = "Saved.";
            return Redirect(Request.Path);
        }

        if (!await LoadAsync(Boat.Number))
        {
            return NotFound();
        }

        Form = new(Class, Boat, Request.Typed(), Today);
        ChangedMeanwhile = true;
        Response.StatusCode = StatusCodes.Status409Conflict;
        return Page();
    }

    private async Task<bool> LoadAsync(long boat)
    {
        View = await here.ClassAsync();
        if ((await boats.AllAsync(View.Ref)).FirstOrDefault(listed => listed.Number == boat) is not { } known)
        {
            return false;
        }

        Boat = known;
        Form = new(Class, Boat, new Dictionary<string, string>(), Today);
        return true;
    }
}
