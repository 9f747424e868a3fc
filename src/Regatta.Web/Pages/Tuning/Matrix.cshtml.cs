namespace Regatta.Web.Pages.Tuning;

/// <summary>The matrices of a class, one plan and mode at a time, in lanes or as a table, with one cell open beside it. Members look; the
/// captain and the coordinator change.</summary>
[Authorize(Policies.ReadsClass)]
public sealed class MatrixModel(
    ClubContext here,
    EditCells editCells,
    EditClass editClass,
    UndoEdits undo,
    DecideProposal decide,
    IReadCells cells,
    IReadSailorNotes notes,
    UnitPreferences units,
    ClubClock clock
) : EditingPageModel(here, editCells, cells, notes, clock, units)
{
    public async Task<IActionResult> OnGetAsync()
    {
        await OpenAsync();
        Status = TempData[nameof(Status)] as string;
        await TellHistoryAsync();
        return Request.ByFragment() ? Partial("_Drawer", this) : Page();
    }

    /// <summary>The matrix as it stands now, for a page that heard of a change; what is typed in the drawer is left alone.</summary>
    public async Task<IActionResult> OnGetRefreshAsync()
    {
        await OpenAsync();
        Status =
            ByAnother is { } other && Class.Find(other.Address.Control) is { } control
                ? $"{other.Cell.EditedBy} set {control.Name}, {PlanMode.Matrix.Bands.Find(other.Address.Band)?.Name}: "
                    + $"{PlanMode.Matrix[other.Address]?.Show(control.Scale) ?? "nothing"}"
                : null;
        return Partial("_Refresh", this);
    }

    /// <summary>What every step of a control's scale is called, from least to most, and which of them the cell has, for dragging.</summary>
    public async Task<IActionResult> OnGetTicksAsync()
    {
        await OpenAsync();
        return Drawer is { Control.Scale: { HasMarks: true } scale } ? new JsonResult(ScaleTicks.Of(scale, Drawer.Cell?.Mark)) : NotFound();
    }

    /// <summary>Does what was asked with the open cell.</summary>
    public async Task<IActionResult> OnPostCellAsync(string? act, int revision)
    {
        await OpenAsync();
        var order = Drawer is null ? null : CellCommand.Read(act, Drawer, Request.Typed());
        if (Drawer is not { } drawer || order is null)
        {
            return Drawer is null ? await GoneAsync() : NotFound();
        }

        if (order.Problem is not null)
        {
            Drawer = drawer with { Form = order.Form, Revision = order.Refused ? revision : drawer.Revision };
            return await AnswerAsync(order.Problem, order.Refused ? StatusCodes.Status422UnprocessableEntity : StatusCodes.Status200OK);
        }

        return await EditCells.RunAsync(Here.Actor, ClassView, drawer.Place, order.Cell, revision) == SaveOutcome.Conflict
            ? await ConflictAsync(order.Form)
            : await WrittenAsync(order.Done);
    }

    /// <summary>Moves the edge between a band and the next stronger one.</summary>
    /// <param name="band">The lighter of the two.</param>
    /// <param name="wind">Where the edge goes, in the reader's unit.</param>
    /// <param name="revision">The definition its editor saw.</param>
    public async Task<IActionResult> OnPostEdgeAsync(int band, string? wind, long revision)
    {
        await OpenAsync();
        var was = PlanMode.Matrix.Bands.Find(new(band))?.To;
        var read = WindRange.ReadSpeed(wind ?? "", Units.Wind);
        if (was is not { } edge || !read.Ok)
        {
            return await AnswerAsync(read.Problem ?? "That band is not there any more.", StatusCodes.Status422UnprocessableEntity);
        }

        var outcome = await editClass.RunAsync(Here.Actor, ClassView.Ref, revision, new MoveEdge(new(band), read.Value));
        if (outcome is not EditOutcome.Done)
        {
            await OpenAnewAsync();
            var lower = PlanMode.Matrix.Bands.Find(new(band));
            var upper = lower is null ? null : PlanMode.Matrix.Bands.Above(lower);
            return outcome switch
            {
                EditOutcome.Stale => await AnswerAsync(
                    $"Somebody changed the class meanwhile, so nothing was moved: that edge is at {Units.Show(lower?.To ?? edge)} now.",
                    StatusCodes.Status409Conflict
                ),
                _ when lower is not null && upper is not null => await AnswerAsync(
                    $"The edge stays between {Units.Show(lower.From)} and {Units.Show(upper.To)}. Join the bands to be rid of one.",
                    StatusCodes.Status422UnprocessableEntity
                ),
                _ => await AnswerAsync(((EditOutcome.Refused)outcome).Why, StatusCodes.Status422UnprocessableEntity),
            };
        }

        MovedEdge = (band, edge);
        return await WrittenAsync(
            $"{PlanMode.Matrix.Bands.Find(new(band))!.Name} ends at {Units.Show(read.Value)} now; it ended at {Units.Show(edge)}."
        );
    }

    /// <summary>Does something to many cells at once.</summary>
    /// <param name="act">What to do, by its name.</param>
    /// <param name="over">The cells, each with the revision its editor saw; without them, what the open cell stands for.</param>
    public async Task<IActionResult> OnPostBuildAsync(string act, string? over)
    {
        await OpenAsync();
        if (BulkCommand.Read(act, over, Drawer, PlanMode) is not { } order)
        {
            return await AnswerAsync("There is nothing chosen to do that with.");
        }

        var (edits, left) = order.Edits(PlanMode.Matrix);
        return await WriteAllAsync(edits, order.What, left, order.Seen);
    }

    /// <summary>Mends what does not fit, as it was offered.</summary>
    public async Task<IActionResult> OnPostMendAsync(string finding, string mend)
    {
        await OpenAsync();
        return PlanMode.Findings.FirstOrDefault(known => known.Name == finding && known.Mend == mend) is { } found
            ? await WriteAllAsync(found.Edits, $"mended: {found.Mend}", [], null)
            : await AnswerAsync("That has changed meanwhile. Look at it again.");
    }

    public async Task<IActionResult> OnPostUndoAsync() =>
        await TurnedAsync(await undo.UndoAsync(Here.Actor, Here.Class.Class), "Undone", "There is nothing of yours to undo.");

    public async Task<IActionResult> OnPostRedoAsync() =>
        await TurnedAsync(await undo.RedoAsync(Here.Actor, Here.Class.Class), "Redone", "There is nothing to redo.");

    public async Task<IActionResult> OnPostDecideAsync(int revision, [FromForm] DecisionForm typed)
    {
        await OpenAsync();
        if (
            Drawer is not { } drawer
            || drawer.Offer(Units.Wind) is not { } offer
            || offer.Control.Scale.Show(offer.To) != typed.Shown
            || EnumText.Find<DecisionKind>(typed.Decision) is not { } kind
        )
        {
            return await AnswerAsync("The proposal has changed meanwhile: new logs speak. Look at it again.");
        }

        var outcome = await decide.RunAsync(Here.Actor, PlanMode, offer, kind, typed.To, typed.Reason, typed.Until, revision);
        if (outcome.Problem is not null)
        {
            Drawer = drawer with { DecisionProblem = outcome.Problem, Reason = typed.Reason ?? "", Until = typed.Until ?? "" };
            return await AnswerAsync("Not saved", StatusCodes.Status422UnprocessableEntity);
        }

        return outcome.Saved == SaveOutcome.Conflict
            ? await ConflictAsync(CellForm.Of(outcome.Cell, drawer.Control))
            : await WrittenAsync(kind == DecisionKind.SetAside ? "Set aside" : "Accepted into the draft");
    }

    private async Task<IActionResult> TurnedAsync(UndoResult? result, string done, string nothing)
    {
        await OpenAnewAsync();
        if (result?.Place is { } place && ClassView.Class.Has(place))
        {
            (Plan, Mode) = (place.PlanMode.Plan.Name, place.PlanMode.Mode.Name);
            Cell = result.All == 1 ? place.Address.Name() : Cell;
        }

        return await WrittenAsync(UndoWords.Tell(result, done, nothing));
    }

    /// <summary>Writes many cells as one edit. Where the editor's page was older than the draft, nothing is written.</summary>
    private async Task<IActionResult> WriteAllAsync(
        IReadOnlyList<CellEdit> edits,
        string what,
        IReadOnlyList<string> left,
        Func<CellAddress, int>? seen
    )
    {
        var saved = await SaveAsync(edits, what, seen);
        await OpenAnewAsync();
        return await AnswerAsync(
            Tell(saved, edits.Count, what, left),
            saved == SaveOutcome.Conflict ? StatusCodes.Status409Conflict : StatusCodes.Status200OK
        );
    }
}
