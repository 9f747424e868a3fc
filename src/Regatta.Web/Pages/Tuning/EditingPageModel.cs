namespace Regatta.Web.Pages.Tuning;

/// <summary>What the matrix shows, and how it answers: the bench with one cell open beside it, as a page or as the parts a script asked
/// for.</summary>
public abstract class EditingPageModel(
    ClubContext here,
    EditCells editCells,
    IReadCells cells,
    IReadSailorNotes notes,
    ClubClock clock,
    UnitPreferences units
) : PlanModePageModel(here, editCells), ILanesPage
{
    /// <summary>The reader's units.</summary>
    protected UnitPreferences Units => units;

    private static readonly TimeSpan Recently = TimeSpan.FromMinutes(5);

    /// <summary>The number of the band that is seen large.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Zoom { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Cell { get; set; }

    public CellDrawer? Drawer { get; protected set; }

    public LaneDrawing Drawing => LaneDrawing.Kept(PlanMode, ZoomedBand, Units.Wind);

    public WindBand? ZoomedBand => Zoom is { } number ? PlanMode.Matrix.Bands.Find(new(number)) : null;

    /// <summary>What the last edit did, for the status line.</summary>
    public string? Status { get; protected set; }

    /// <summary>Whether the status says that something was not done.</summary>
    public bool IsRefused => Response.StatusCode >= StatusCodes.Status400BadRequest;

    /// <summary>The edge that was moved just now, and where it was, to put it back; null otherwise.</summary>
    public (int Band, Speed Was)? MovedEdge { get; protected set; }

    public bool MayEdit => Here.MayEdit;

    /// <summary>The newest change somebody else made here, of the last minutes; null when there is none.</summary>
    public (CellAddress Address, DraftCell Cell)? ByAnother =>
        ClassView
            .Draft.Cells.Where(cell =>
                cell.Key.PlanMode == PlanMode.PlanMode
                && cell.Value.EditedBy.Length > 0
                && cell.Value.EditedBy != User.DisplayName()
                && cell.Value.EditedAt > clock.Now - Recently
            )
            .OrderByDescending(cell => cell.Value.EditedAt)
            .Select(cell => ((CellAddress, DraftCell)?)(cell.Key.Address, cell.Value))
            .FirstOrDefault();

    /// <summary>The query of this page with some of it changed; what is not named stays, but no cell is opened.</summary>
    public string At(
        string? view = null,
        string? plan = null,
        string? mode = null,
        int? zoom = null,
        string? cell = null,
        bool whole = false
    ) =>
        $"?view={view ?? View}"
        + (ClassView.Set.PlanModes.Plans.Count > 1 ? $"&plan={plan ?? PlanMode.PlanMode.Plan.Name}" : "")
        + (ClassView.Set.PlanModes.Modes.Count > 1 ? $"&mode={mode ?? PlanMode.PlanMode.Mode.Name}" : "")
        + ((zoom ?? (whole ? null : Zoom)) is { } band ? $"&zoom={band}" : "")
        + (cell is null ? "" : $"&cell={cell}");

    public string OfCell(string cell) => At(cell: cell);

    public string Zoomed(int? band) => At(zoom: band, whole: true);

    protected async Task OpenAsync()
    {
        await LoadAsync();
        Drawer = CellDrawer.Of(PlanMode, Cell);
    }

    protected async Task OpenAnewAsync()
    {
        await LoadAnewAsync();
        Drawer = CellDrawer.Of(PlanMode, Cell);
    }

    /// <summary>Shows what somebody else wrote beside what was typed; nothing is lost and nothing overwritten.</summary>
    protected async Task<IActionResult> ConflictAsync(CellForm typed)
    {
        await OpenAnewAsync();
        if (Drawer is not { } open)
        {
            return await GoneAsync();
        }

        Drawer = open with { Form = typed, Theirs = open.Draft };
        return await AnswerAsync("Not saved", StatusCodes.Status409Conflict);
    }

    /// <summary>Tells that the cell is gone, and what was typed for it.</summary>
    protected Task<IActionResult> GoneAsync()
    {
        var typed = Request.Typed();
        var written = typed.GetValueOrDefault("text", typed.GetValueOrDefault("mark", ""));
        return AnswerAsync(
            "The cell is not there any more: its band, control or sails were taken away. Nothing was saved"
                + (written.Length > 0 ? $"; you wrote “{written}”." : "."),
            StatusCodes.Status409Conflict
        );
    }

    protected async Task<IActionResult> WrittenAsync(string what)
    {
        await OpenAnewAsync();
        return await AnswerAsync(what);
    }

    /// <summary>Shows the page, or the part of it a script asked for. Without a script what went well is answered by going back to the
    /// page.</summary>
    protected async Task<IActionResult> AnswerAsync(string status, int code = StatusCodes.Status200OK)
    {
        (Status, Response.StatusCode) = (status, code);
        Here.Note.Tell($"{Here.ClassKey}: {status}");
        if (code == StatusCodes.Status200OK && !Request.ByFragment())
        {
            TempData[nameof(Status)] = Status;
            return Redirect(Here.ClassPath + At(cell: Cell));
        }

        await TellHistoryAsync();
        return Request.ByFragment() ? Partial("_EditReply", this) : Page();
    }

    protected async Task TellHistoryAsync() =>
        Drawer = Drawer is null
            ? null
            : Drawer with
            {
                History = await cells.HistoryAsync(ClassView.Ref, Drawer.Place, CellDrawer.MostEvents, ClassView.Until),
                Notes =
                [
                    .. (await notes.ForAsync(ClassView.Ref, User.Id(), RecentNotes))
                        .Where(note => note.PlanMode == PlanMode.PlanMode && PlanMode.Matrix.Bands.At(note.Wind.Mean).Id == Drawer.Band.Id)
                        .Take(CellDrawer.MostNotes),
                ],
            };

    private const int RecentNotes = 100;
}
