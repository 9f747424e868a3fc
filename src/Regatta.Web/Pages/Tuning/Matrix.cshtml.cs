using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Regatta.Application.Editing;
using Regatta.Core.Fleet.Changes;
using Regatta.Core.Matrices;
using Regatta.Core.Units;
using Regatta.Core.Wind;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Drawings;
using Regatta.Web.Forms;

namespace Regatta.Web.Pages.Tuning;

/// <summary>The matrices of a class, one layer at a time, in lanes or as a table, with one cell open beside it. Members look; the captain and the coordinator change.</summary>
[Authorize(Policies.ReadsClass)]
public sealed class MatrixModel(
    ClubContext here, EditCells editCells, EditClass editClass, UndoEdits undo, DecideProposal decide, Cells cells, UnitPreferences units, ClubClock clock)
    : LayerPageModel(here, editCells), ILanesPage
{
    private static readonly TimeSpan Recently = TimeSpan.FromMinutes(5);

    /// <summary>The number of the band that is seen large.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Zoom { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Cell { get; set; }

    public CellDrawer? Drawer { get; private set; }

    public LaneDrawing Drawing => LaneDrawing.Kept(Layer, ZoomedBand);

    public WindBand? ZoomedBand => Zoom is { } number ? Layer.Matrix.Bands.Find(new(number)) : null;

    /// <summary>What the last edit did, for the status line.</summary>
    public string? Status { get; private set; }

    /// <summary>The edge that was moved just now, and where it was, to put it back; null otherwise.</summary>
    public (int Band, Speed Was)? MovedEdge { get; private set; }

    public bool MayEdit => Here.MayEdit;

    /// <summary>The newest change somebody else made here, of the last minutes; null when there is none.</summary>
    public (CellAddress Address, DraftCell Cell)? ByAnother => ClassView.Draft.Cells
        .Where(cell => cell.Key.Layer == Layer.Layer && cell.Value.EditedBy.Length > 0 && cell.Value.EditedBy != User.DisplayName() && cell.Value.EditedAt > clock.Now - Recently)
        .OrderByDescending(cell => cell.Value.EditedAt)
        .Select(cell => ((CellAddress, DraftCell)?)(cell.Key.Address, cell.Value))
        .FirstOrDefault();

    /// <summary>The query of this page with some of it changed; what is not named stays, but no cell is opened.</summary>
    public string At(string? view = null, string? plan = null, string? mode = null, int? zoom = null, string? cell = null, bool whole = false) =>
        $"?view={view ?? View}"
        + (ClassView.Set.Layers.Plans.Count > 1 ? $"&plan={plan ?? Layer.Layer.Plan.Name}" : "")
        + (ClassView.Set.Layers.Modes.Count > 1 ? $"&mode={mode ?? Layer.Layer.Mode.Name}" : "")
        + ((zoom ?? (whole ? null : Zoom)) is { } band ? $"&zoom={band}" : "")
        + (cell is null ? "" : $"&cell={cell}");

    public string OfCell(string cell) => At(cell: cell);

    public string Zoomed(int? band) => At(zoom: band, whole: true);

    public async Task<IActionResult> OnGetAsync()
    {
        await OpenAsync();
        Status = TempData[nameof(Status)] as string;
        await TellHistoryAsync();
        return Request.ByFragment() ? Partial("_Drawer", this) : Page();
    }

    /// <summary>The bench as it stands now, for a page that heard of a change; what is typed in the drawer is left alone.</summary>
    public async Task<IActionResult> OnGetRefreshAsync()
    {
        await OpenAsync();
        Status = ByAnother is { } other && Class.Find(other.Address.Control) is { } control
            ? $"{other.Cell.EditedBy} set {control.Name}, {Layer.Matrix.Bands.Find(other.Address.Band)?.Name}: {Layer.Matrix[other.Address]?.Show(control.Scale) ?? "nothing"}"
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
        if (Drawer is not { } drawer || CellOrder.Read(act, drawer, Request.Typed()) is not { } order)
        {
            return NotFound();
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
        var was = Layer.Matrix.Bands.Find(new(band))?.To;
        var read = WindRange.ReadSpeed(wind ?? "", units.Wind);
        if (was is not { } edge || !read.Ok)
        {
            return await AnswerAsync(read.Problem ?? "That band is not there any more.", StatusCodes.Status422UnprocessableEntity);
        }

        var outcome = await editClass.RunAsync(Here.Actor, ClassView.Ref, revision, new MoveEdge(new(band), read.Value));
        if (outcome is not EditOutcome.Done)
        {
            await OpenAnewAsync();
            var (lower, upper) = (Layer.Matrix.Bands.Find(new(band)), Layer.Matrix.Bands.Find(new(band)) is { } now ? Layer.Matrix.Bands.Above(now) : null);
            return outcome switch
            {
                EditOutcome.Stale => await AnswerAsync($"Somebody changed the class meanwhile, so nothing was moved: that edge is at {units.Show(lower?.To ?? edge)} now.", StatusCodes.Status409Conflict),
                _ when lower is not null && upper is not null => await AnswerAsync($"The edge stays between {units.Show(lower.From)} and {units.Show(upper.To)}. Join the bands to be rid of one.", StatusCodes.Status422UnprocessableEntity),
                _ => await AnswerAsync(((EditOutcome.Refused)outcome).Why, StatusCodes.Status422UnprocessableEntity),
            };
        }

        MovedEdge = (band, edge);
        return await WrittenAsync($"{Layer.Matrix.Bands.Find(new(band))!.Name} ends at {units.Show(read.Value)} now; it ended at {units.Show(edge)}.");
    }

    /// <summary>Does something to many cells at once.</summary>
    /// <param name="deed">What to do, by its name.</param>
    /// <param name="over">The cells, each with the revision its editor saw; without them, what the open cell stands for.</param>
    public async Task<IActionResult> OnPostBuildAsync(string deed, string? over)
    {
        await OpenAsync();
        if (BuildingOrder.Read(deed, over, Drawer, Layer) is not { } order)
        {
            return await AnswerAsync("There is nothing chosen to do that with.");
        }

        var (edits, left) = order.Edits(Layer.Matrix);
        return await WriteAllAsync(edits, order.What, left, order.Seen);
    }

    /// <summary>Mends what does not fit, as it was offered.</summary>
    public async Task<IActionResult> OnPostMendAsync(string finding, string mend)
    {
        await OpenAsync();
        return Layer.Findings.FirstOrDefault(one => one.Name == finding && one.Mend == mend) is { } found
            ? await WriteAllAsync(found.Edits, $"mended: {found.Mend}", [], null)
            : await AnswerAsync("That has changed meanwhile. Look at it again.");
    }

    public async Task<IActionResult> OnPostUndoAsync() => await TurnedAsync(await undo.UndoAsync(Here.Actor, Here.Class.Class), "Undone", "There is nothing of yours to undo.");

    public async Task<IActionResult> OnPostRedoAsync() => await TurnedAsync(await undo.RedoAsync(Here.Actor, Here.Class.Class), "Redone", "There is nothing to redo.");

    public async Task<IActionResult> OnPostDecideAsync(int revision, string decision, string? to, string? reason)
    {
        await OpenAsync();
        if (Drawer is not { Proposal: { } proposal } drawer || !Enum.TryParse<DecisionKind>(decision, ignoreCase: true, out var kind) || !Enum.IsDefined(kind))
        {
            return await AnswerAsync("The proposal has changed meanwhile. Look at it again.");
        }

        var outcome = await decide.RunAsync(Here.Actor, Layer, proposal, kind, to, reason, revision, units.Wind);
        if (outcome.Problem is not null)
        {
            Drawer = drawer with { DecisionProblem = outcome.Problem, Reason = reason ?? "" };
            return await AnswerAsync("Not saved", StatusCodes.Status422UnprocessableEntity);
        }

        return outcome.Saved == SaveOutcome.Conflict
            ? await ConflictAsync(CellForm.Of(outcome.Cell, drawer.Control))
            : await WrittenAsync(kind == DecisionKind.SetAside ? "Set aside" : "Accepted into the draft");
    }

    private async Task OpenAsync()
    {
        await LoadAsync();
        Drawer = CellDrawer.Of(Layer, Cell);
    }

    private async Task OpenAnewAsync()
    {
        await LoadAnewAsync();
        Drawer = CellDrawer.Of(Layer, Cell);
    }

    private async Task<IActionResult> TurnedAsync(UndoResult? result, string done, string nothing)
    {
        await OpenAnewAsync();
        if (result?.Place is { } place && ClassView.Class.Has(place))
        {
            (Plan, Mode) = (place.Layer.Plan.Name, place.Layer.Mode.Name);
            Cell = result.All == 1 ? place.Address.Name() : Cell;
        }

        return await WrittenAsync(UndoWords.Tell(result, done, nothing));
    }

    /// <summary>Writes many cells as one edit. Where the editor's page was older than the draft, nothing is written.</summary>
    private async Task<IActionResult> WriteAllAsync(IReadOnlyList<CellEdit> edits, string what, IReadOnlyList<string> left, Func<CellAddress, int>? seen)
    {
        var saved = await SaveAsync(edits, what, seen);
        await OpenAnewAsync();
        return await AnswerAsync(Tell(saved, edits.Count, what, left), saved == SaveOutcome.Conflict ? StatusCodes.Status409Conflict : StatusCodes.Status200OK);
    }

    /// <summary>Shows what somebody else wrote beside what was typed; nothing is lost and nothing overwritten.</summary>
    private async Task<IActionResult> ConflictAsync(CellForm typed)
    {
        await OpenAnewAsync();
        Drawer = Drawer is { } open ? open with { Form = typed, Theirs = open.Draft } : null;
        return await AnswerAsync(
            Drawer is null ? "The cell is not there any more: its band, control or sails were taken away. Nothing was saved." : "Not saved", StatusCodes.Status409Conflict);
    }

    private async Task<IActionResult> WrittenAsync(string what)
    {
        await OpenAnewAsync();
        return await AnswerAsync(what);
    }

    /// <summary>Shows the page, or the part of it a script asked for. Without a script what went well is answered by going back to the page.</summary>
    private async Task<IActionResult> AnswerAsync(string status, int code = StatusCodes.Status200OK)
    {
        (Status, Response.StatusCode) = (status, code);
        if (code == StatusCodes.Status200OK && !Request.ByFragment())
        {
            TempData[nameof(Status)] = Status;
            return Redirect(Here.ClassPath + At(cell: Cell));
        }

        await TellHistoryAsync();
        return Request.ByFragment() ? Partial("_EditReply", this) : Page();
    }

    private async Task TellHistoryAsync() =>
        Drawer = Drawer is null ? null : Drawer with { History = await cells.HistoryAsync(ClassView.Ref, Drawer.Place, CellDrawer.MostEvents) };
}
