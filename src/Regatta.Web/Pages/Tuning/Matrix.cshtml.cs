using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Fleet;
using Regatta.Core.Marks;
using Regatta.Core.Matrices;
using Regatta.Core.Units;
using Regatta.Core.Wind;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Benches;
using Regatta.Web.Drawings;
using Regatta.Web.Forms;

namespace Regatta.Web.Pages.Tuning;

/// <summary>The matrices of a class, one layer at a time, in lanes or as a table, with one cell open beside it. Members look; the captain and the coordinator change.</summary>
[Authorize(Policies.ReadsClass)]
public sealed class MatrixModel(BenchRoom room, Classes classes, Cells cells, Decisions decisions, Reader reader, ClubClock clock) : PageModel, ILanesPage
{
    public const string Lanes = "lanes";
    public const string Table = "table";

    /// <summary>An edge is named to the page with fewer digits than it is kept with.</summary>
    private const double EdgeSlack = 0.006;

    [BindProperty(SupportsGet = true)]
    public string Key { get; set; } = "";

    [BindProperty(SupportsGet = true)]
    public string View { get; set; } = Lanes;

    [BindProperty(SupportsGet = true)]
    public string? Plan { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Mode { get; set; }

    /// <summary>The number of the band that is seen large.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Zoom { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Cell { get; set; }

    public Bench Bench { get; private set; } = null!;

    public LayerBench Layer { get; private set; } = null!;

    public CellDrawer? Drawer { get; private set; }

    public LaneDrawing Drawing => Layer.LanesOf(ZoomedBand);

    public WindBand? ZoomedBand => Zoom is { } number ? Layer.Matrix.Bands.Find(new(number)) : null;

    /// <summary>What the last edit did, for the status line.</summary>
    public string? Status { get; private set; }

    /// <summary>The edge that was moved just now, and where it was, to put it back; null otherwise.</summary>
    public (int Band, Speed Was)? MovedEdge { get; private set; }

    public bool MayEdit => User.MayEdit(Key);

    /// <summary>The newest change somebody else made here, of the last minutes; null when there is none.</summary>
    public (CellAddress Address, DraftCell Cell)? ByAnother => Bench.Draft.Cells
        .Where(cell => cell.Key.Layer == Layer.Layer && cell.Value.EditedBy.Length > 0 && cell.Value.EditedBy != User.DisplayName() && cell.Value.EditedAt > clock.Now - TimeSpan.FromMinutes(5))
        .OrderByDescending(cell => cell.Value.EditedAt)
        .Select(cell => ((CellAddress, DraftCell)?)(cell.Key.Address, cell.Value))
        .FirstOrDefault();

    /// <summary>The query of this page with some of it changed; what is not named stays, but no cell is opened.</summary>
    public string At(string? view = null, string? plan = null, string? mode = null, int? zoom = null, string? cell = null, bool whole = false) =>
        $"?view={view ?? View}"
        + (Bench.Set.Layers.Plans.Count > 1 ? $"&plan={plan ?? Layer.Layer.Plan.Name}" : "")
        + (Bench.Set.Layers.Modes.Count > 1 ? $"&mode={mode ?? Layer.Layer.Mode.Name}" : "")
        + ((zoom ?? (whole ? null : Zoom)) is { } band ? $"&zoom={band}" : "")
        + (cell is null ? "" : $"&cell={cell}");

    public string OfCell(string cell) => At(cell: cell);

    public string Zoomed(int? band) => At(zoom: band, whole: true);

    public async Task<IActionResult> OnGetAsync()
    {
        if (!await LoadAsync())
        {
            return NotFound();
        }

        Status = TempData[nameof(Status)] as string;
        await TellHistoryAsync();
        return Request.ByFragment() ? Partial("_Drawer", this) : Page();
    }

    /// <summary>The bench as it stands now, for a page that heard of a change; what is typed in the drawer is left alone.</summary>
    public async Task<IActionResult> OnGetLookAsync()
    {
        if (!await LoadAsync())
        {
            return NotFound();
        }

        Status = ByAnother is { } other && Bench.Class.Find(other.Address.Control) is { } control
            ? $"{other.Cell.EditedBy} set {control.Name}, {Layer.Matrix.Bands.Find(other.Address.Band)?.Name}: {Layer.Matrix[other.Address]?.Show(control.Scale) ?? "nothing"}"
            : null;
        return Partial("_Look", this);
    }

    /// <summary>What every step of a control's scale is called, from least to most, and which of them each band has, for dragging.</summary>
    public async Task<IActionResult> OnGetTicksAsync()
    {
        if (!await LoadAsync() || Drawer is null || !Drawer.Control.Scale.HasMarks)
        {
            return NotFound();
        }

        var scale = Drawer.Control.Scale;
        var count = (int)Math.Round((scale.Max.Position - scale.Min.Position) / scale.Step);
        var at = Drawer.Cell?.Mark is { } mark ? (int)Math.Round((mark.Position - scale.Min.Position) / scale.Step) : 0;
        return new JsonResult(new { at, ticks = Enumerable.Range(0, count + 1).Select(step => scale.Show(scale.Snap(new(scale.Min.Position + (step * scale.Step))))) });
    }

    public Task<IActionResult> OnPostSaveAsync(int revision) => WithCellAsync(async drawer =>
    {
        var (cell, form) = CellForm.Typed(Request.Typed()).Read(drawer.Control, drawer.Cell);
        if (cell is null)
        {
            Drawer = drawer with { Form = form, Revision = revision };
            return await RefusedAsync(StatusCodes.Status422UnprocessableEntity, "Not saved");
        }

        return await WriteAsync(cell, revision, form, "Saved");
    });

    /// <summary>Writes a cell as it was typed into the table, in one line; an empty one is cleared.</summary>
    public Task<IActionResult> OnPostWriteAsync(int revision, string? text) => WithCellAsync(async drawer =>
    {
        var read = CellText.ReadOver(drawer.Control, text ?? "", drawer.Cell);
        if (!read.Ok)
        {
            Drawer = drawer with { Form = drawer.Form with { Mark = text ?? "", Problems = new Dictionary<string, string> { ["mark"] = read.Problem! } }, Revision = revision };
            return await RefusedAsync(StatusCodes.Status422UnprocessableEntity, $"{drawer.Control.Name}, {drawer.Band.Name}: {read.Problem}");
        }

        return await WriteAsync(read.Value, revision, drawer.Form with { Mark = text ?? "" }, read.Value is null ? "Cleared" : "Saved");
    });

    public Task<IActionResult> OnPostClearAsync(int revision) => WithCellAsync(drawer => WriteAsync(null, revision, drawer.Form, "Cleared"));

    /// <summary>Moves a mark by whole steps; an empty cell starts from its nearest neighbour's mark.</summary>
    public Task<IActionResult> OnPostStepAsync(int revision, int by) => WithCellAsync(async drawer =>
    {
        var (scale, now) = (drawer.Control.Scale, drawer.Cell);
        if (!scale.HasMarks)
        {
            Status = $"{drawer.Control.Name} is set by what you see; it has no steps.";
            return await ReplyAsync();
        }

        var from = NearestMark() ?? new Mark((scale.Min.Position + scale.Max.Position) / 2);
        var cell = now?.Mark is not null
            ? now.Moved(scale, Math.Clamp(by, -10_000, 10_000) * scale.Step).From(CellSource.Entered)
            : Core.Matrices.Cell.Of(scale.Snap(from), scale.UsualTolerance, now?.Target ?? "", now?.Note ?? "", CellSource.Entered).Value;
        return await WriteAsync(cell, revision, CellForm.Of(cell, drawer.Control), "Saved");
    });

    /// <summary>Makes a tolerance wider or narrower, by half steps.</summary>
    public Task<IActionResult> OnPostWidenAsync(int revision, int by) => WithCellAsync(async drawer =>
    {
        if (drawer.Cell is not { Mark: not null } now)
        {
            Status = "There is no mark here to be near to.";
            return await ReplyAsync();
        }

        var cell = now.Widened(drawer.Control.Scale, Math.Clamp(by, -10_000, 10_000));
        return await WriteAsync(cell, revision, CellForm.Of(cell, drawer.Control), "Saved");
    });

    /// <summary>Stands up for an interpolated mark.</summary>
    public Task<IActionResult> OnPostConfirmAsync(int revision) =>
        WithCellAsync(drawer => drawer.Cell is { } cell ? WriteAsync(cell.From(CellSource.Entered), revision, drawer.Form, "Confirmed") : ReplyAsync());

    /// <summary>Moves the edge between a band and the next stronger one.</summary>
    /// <param name="band">The lighter of the two.</param>
    /// <param name="wind">Where the edge goes, in the reader's unit.</param>
    /// <param name="was">Where its editor saw it, in metres a second.</param>
    public async Task<IActionResult> OnPostEdgeAsync(int band, string? wind, double was)
    {
        if (!await LoadAsync() || Layer.Matrix.Bands.Find(new(band)) is not { } lower || Layer.Matrix.Bands.Above(lower) is not { } upper)
        {
            return NotFound();
        }

        if (Math.Abs(lower.To.MetresPerSecond - was) > EdgeSlack)
        {
            return await RefusedAsync(StatusCodes.Status409Conflict, $"Somebody moved that edge meanwhile: it is at {reader.Show(lower.To)} now.");
        }

        if (WindRange.ReadSpeed(wind ?? "", reader.Wind) is not { Ok: true, Value: var to } || Layer.Matrix.Bands.WithEdge(lower, to) is not { } moved)
        {
            return await RefusedAsync(StatusCodes.Status422UnprocessableEntity, $"The edge stays between {reader.Show(lower.From)} and {reader.Show(upper.To)}. Join the bands to be rid of one.");
        }

        await classes.SaveBandsAsync(Bench.Draft.Stamp.Id, moved);
        Status = $"{lower.Name} ends at {reader.Show(to)} now; it ended at {reader.Show(lower.To)}.";
        MovedEdge = (band, lower.To);
        await LoadAsync();
        return await ReplyAsync();
    }

    /// <summary>Does something to many cells at once.</summary>
    /// <param name="deed">What to do, by its name.</param>
    /// <param name="over">The cells, each with the revision its editor saw; without them, what the open cell stands for.</param>
    public async Task<IActionResult> OnPostBuildAsync(string deed, string? over)
    {
        if (!await LoadAsync())
        {
            return NotFound();
        }

        if (BuildingOrder.Read(deed, over, Drawer, Layer) is not { } order)
        {
            Status = "There is nothing chosen to do that with.";
            return await ReplyAsync();
        }

        var (edits, left) = order.Edits(Layer.Matrix);
        return await WriteAllAsync(edits, order.What, left, order.Seen);
    }

    /// <summary>Mends what does not fit, as it was offered.</summary>
    public async Task<IActionResult> OnPostMendAsync(string finding, string mend)
    {
        if (!await LoadAsync())
        {
            return NotFound();
        }

        var found = Layer.Findings.FirstOrDefault(one => one.Name == finding && one.Mend == mend);
        if (found is null)
        {
            Status = "That has changed meanwhile. Look at it again.";
            return await ReplyAsync();
        }

        return await WriteAllAsync(found.Edits, $"mended: {found.Mend}", [], null);
    }

    public Task<IActionResult> OnPostUndoAsync() => TurnAsync(cells.UndoAsync, "Undone", "There is nothing of yours to undo.");

    public Task<IActionResult> OnPostRedoAsync() => TurnAsync(cells.RedoAsync, "Done again", "There is nothing to do again.");

    public Task<IActionResult> OnPostDecideAsync(int revision, string decision, string? to, string? reason) => WithCellAsync(async drawer =>
    {
        if (drawer.Proposal is not { } proposal || !Enum.TryParse<DecisionKind>(decision, ignoreCase: true, out var kind))
        {
            Status = "The proposal has changed meanwhile. Look at it again.";
            return await ReplyAsync();
        }

        var chosen = kind == DecisionKind.Adjusted ? proposal.Control.Scale.ReadOnStep(to ?? "") : Core.Parsed<Mark>.Good(proposal.To);
        var problem = chosen.Problem
            ?? (kind == DecisionKind.SetAside && string.IsNullOrWhiteSpace(reason) ? "Say in a few words why it is set aside; the next captain will ask." : null)
            ?? (reason?.Length > Core.Matrices.Cell.LongestText ? $"Keep the reason under {Core.Matrices.Cell.LongestText} letters." : null);
        if (problem is not null)
        {
            Drawer = drawer with { DecisionProblem = problem, Reason = reason ?? "" };
            return await RefusedAsync(StatusCodes.Status422UnprocessableEntity, "Not saved");
        }

        var cell = kind == DecisionKind.SetAside ? null : drawer.Cell!.At(chosen.Value).From(CellSource.Proposed).On(await clock.TodayAsync());
        var kept = await decisions.AddAsync(
            Bench.Draft.Stamp.Id, drawer.Place, kind, proposal.From, chosen.Value, proposal.Sentence(reader.Wind), (reason ?? "").Trim(), Layer.Book.Posterior.Rows, User.Id(), cell, revision);
        if (kept == SaveOutcome.Conflict)
        {
            return await ConflictAsync(CellForm.Of(cell, drawer.Control));
        }

        Status = kind == DecisionKind.SetAside ? "Set aside" : "Accepted into the draft";
        await LoadAsync();
        return await ReplyAsync();
    });

    private async Task<bool> LoadAsync()
    {
        View = View == Table ? Table : Lanes;
        if (await room.FindAsync(Key) is not { } bench)
        {
            return false;
        }

        Bench = bench;
        Layer = bench.On(bench.Set.Layers.Nearest(Plan, Mode));
        Drawer = CellDrawer.Of(Layer, Cell);
        return true;
    }

    private async Task<IActionResult> WithCellAsync(Func<CellDrawer, Task<IActionResult>> act) =>
        await LoadAsync() && Drawer is { } drawer ? await act(drawer) : NotFound();

    private async Task<IActionResult> TurnAsync(Func<long, Guid, Task<Turned?>> turn, string done, string nothing)
    {
        if (!await LoadAsync())
        {
            return NotFound();
        }

        var turned = await turn(Bench.Draft.Stamp.Id, User.Id());
        Status = turned switch
        {
            null => nothing,
            { Done: 0 } => "Somebody else has changed that since, so it stays. Once more goes further back.",
            { Done: var some, All: var all, What: var what } => (what == Cells.OneCell ? done : $"{done}: {what}") + (some < all ? $", but for {all - some} that somebody else has changed since" : ""),
        };
        if (turned is not null && Bench.Set.Layers.Has(turned.Place.Layer))
        {
            (Plan, Mode) = (turned.Place.Layer.Plan.Name, turned.Place.Layer.Mode.Name);
            Cell = turned.All == 1 ? turned.Place.Address.Name() : Cell;
        }

        await LoadAsync();
        return await ReplyAsync();
    }

    private async Task<IActionResult> WriteAsync(Cell? cell, int revision, CellForm typed, string done)
    {
        var saved = await cells.SaveAsync(Bench.Draft.Stamp.Id, Drawer!.Place, cell?.On(await clock.TodayAsync()), revision, User.Id());
        if (saved == SaveOutcome.Conflict)
        {
            return await ConflictAsync(typed);
        }

        Status = done;
        await LoadAsync();
        return await ReplyAsync();
    }

    /// <summary>Writes many cells as one deed. Where the editor's page was older than the draft, nothing is written.</summary>
    private async Task<IActionResult> WriteAllAsync(IReadOnlyList<CellEdit> edits, string what, IReadOnlyList<string> left, Func<CellAddress, int>? seen)
    {
        var writes = Layer.Writes(edits, await clock.TodayAsync());
        var saved = await cells.SaveAsync(
            Bench.Draft.Stamp.Id, [.. writes.Select(write => seen is null ? write : write with { SeenRevision = seen(write.Place.Address) })], what, User.Id());
        await LoadAsync();
        Status = saved switch
        {
            SaveOutcome.Saved => $"{char.ToUpperInvariant(what[0])}{what[1..]}: {writes.Count} {(writes.Count == 1 ? "cell" : "cells")}",
            SaveOutcome.Conflict => "Somebody changed one of these cells meanwhile, so nothing was written. Here is how they stand now; do it once more.",
            _ => "That would change nothing.",
        } + (left.Count > 0 ? " Left: " + string.Join(" ", left) : "");
        return saved == SaveOutcome.Conflict ? await RefusedAsync(StatusCodes.Status409Conflict, Status) : await ReplyAsync();
    }

    /// <summary>Shows what somebody else wrote beside what was typed; nothing is lost and nothing overwritten.</summary>
    private async Task<IActionResult> ConflictAsync(CellForm typed)
    {
        await LoadAsync();
        Drawer = Drawer! with { Form = typed, Theirs = Drawer.Draft };
        return await RefusedAsync(StatusCodes.Status409Conflict, "Not saved");
    }

    private async Task<IActionResult> RefusedAsync(int status, string why)
    {
        Status = why;
        Response.StatusCode = status;
        await TellHistoryAsync();
        return Request.ByFragment() ? Partial("_EditReply", this) : Page();
    }

    private async Task<IActionResult> ReplyAsync()
    {
        if (Request.ByFragment())
        {
            await TellHistoryAsync();
            return Partial("_EditReply", this);
        }

        TempData[nameof(Status)] = Status;
        return Redirect($"/classes/{Key}{At(cell: Cell)}");
    }

    private async Task TellHistoryAsync() =>
        Drawer = Drawer is null ? null : Drawer with { History = await cells.HistoryAsync(Bench.Draft.Stamp.Id, Drawer.Place, CellDrawer.MostEvents) };

    private Mark? NearestMark() => Layer.Matrix.Bands.All
        .OrderBy(band => Math.Abs(band.Middle.MetresPerSecond - Drawer!.Band.Middle.MetresPerSecond))
        .Select(band => Layer.Matrix[band, Drawer!.Control]?.Mark)
        .FirstOrDefault(mark => mark is not null);
}
