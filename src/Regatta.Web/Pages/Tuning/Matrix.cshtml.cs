using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Marks;
using Regatta.Core.Matrices;
using Regatta.Core.Wind;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Benches;
using Regatta.Web.Forms;

namespace Regatta.Web.Pages.Tuning;

/// <summary>The matrix of a class, in lanes or as a table, with one cell open beside it. Members look; the captain and the coordinator change.</summary>
[Authorize(Policies.ReadsClass)]
public sealed class MatrixModel(BenchRoom room, Cells cells, Decisions decisions) : PageModel
{
    public const string Lanes = "lanes";
    public const string Table = "table";

    [BindProperty(SupportsGet = true)]
    public string Key { get; set; } = "";

    [BindProperty(SupportsGet = true)]
    public string View { get; set; } = Lanes;

    [BindProperty(SupportsGet = true)]
    public string? Cell { get; set; }

    public Bench Bench { get; private set; } = null!;

    public CellDrawer? Drawer { get; private set; }

    /// <summary>What the last edit did, for the status line.</summary>
    public string? Status { get; private set; }

    public bool MayEdit => User.MayEdit(Key);

    public async Task<IActionResult> OnGetAsync()
    {
        if (!await LoadAsync())
        {
            return NotFound();
        }

        Status = TempData[nameof(Status)] as string;
        return Request.ByFragment() ? Partial("_Drawer", this) : Page();
    }

    public async Task<IActionResult> OnPostSaveAsync(int revision, string? mark, string? tolerance, string? target, string? note)
    {
        if (!await LoadAsync() || Drawer is null)
        {
            return NotFound();
        }

        var (cell, form) = new CellForm(mark ?? "", tolerance ?? "", target ?? "", note ?? "", new Dictionary<string, string>()).Read(Drawer.Control, Drawer.Cell);
        if (cell is null)
        {
            Drawer = Drawer with { Form = form, Revision = revision };
            return Refused(StatusCodes.Status422UnprocessableEntity);
        }

        return await WriteAsync(cell, revision, form, "Saved");
    }

    public async Task<IActionResult> OnPostClearAsync(int revision) =>
        await LoadAsync() && Drawer is not null ? await WriteAsync(null, revision, Drawer.Form, "Cleared") : NotFound();

    public async Task<IActionResult> OnPostStepAsync(int revision, int by)
    {
        if (!await LoadAsync() || Drawer is null)
        {
            return NotFound();
        }

        var scale = Drawer.Control.Scale;
        if (!scale.HasMarks)
        {
            Status = $"{Drawer.Control.Name} is set by what you see; it has no steps.";
            return Reply();
        }

        var from = Drawer.Cell?.Mark ?? NearestMark() ?? scale.Snap(new Mark((scale.Min.Position + scale.Max.Position) / 2));
        var to = Drawer.Cell?.Mark is null ? from : scale.StepBy(from, Math.Sign(by));
        var now = Drawer.Cell;
        var cell = Core.Matrices.Cell.Of(to, now?.Tolerance ?? scale.UsualTolerance, now?.Target ?? "", now?.Note ?? "", CellSource.Entered).Value;
        return await WriteAsync(cell, revision, CellForm.Of(cell, Drawer.Control), "Saved");
    }

    public async Task<IActionResult> OnPostUndoAsync()
    {
        if (!await LoadAsync())
        {
            return NotFound();
        }

        var undone = await cells.UndoAsync(Bench.Draft.Stamp.Id, User.Id());
        Status = undone.Outcome switch
        {
            SaveOutcome.Saved => "Undone",
            SaveOutcome.Conflict => "Somebody else has changed that cell since, so it stays. Undo once more to go further back.",
            _ => "There is nothing of yours to undo.",
        };
        Cell = undone.Address?.Name() ?? Cell;
        await LoadAsync();
        return Reply();
    }

    public async Task<IActionResult> OnPostDecideAsync(int revision, string decision, string? to, string? reason)
    {
        if (!await LoadAsync() || Drawer is null)
        {
            return NotFound();
        }

        if (Drawer.Proposal is not { } proposal || !Enum.TryParse<DecisionKind>(decision, ignoreCase: true, out var kind))
        {
            Status = "The proposal has changed meanwhile. Look at it again.";
            return Reply();
        }

        var chosen = kind == DecisionKind.Adjusted ? proposal.Control.Scale.ReadOnStep(to ?? "") : Core.Parsed<Mark>.Good(proposal.To);
        var problem = chosen.Problem
            ?? (kind == DecisionKind.SetAside && string.IsNullOrWhiteSpace(reason) ? "Say in a few words why it is set aside; the next captain will ask." : null)
            ?? (reason?.Length > Core.Matrices.Cell.LongestText ? $"Keep the reason under {Core.Matrices.Cell.LongestText} letters." : null);
        if (problem is not null)
        {
            Drawer = Drawer with { DecisionProblem = problem, Reason = reason ?? "" };
            return Refused(StatusCodes.Status422UnprocessableEntity);
        }

        var cell = kind == DecisionKind.SetAside
            ? null
            : Core.Matrices.Cell.Of(chosen.Value, Drawer.Cell!.Tolerance, Drawer.Cell.Target, Drawer.Cell.Note, CellSource.Proposed).Value;
        var sentence = proposal.Sentence(HttpContext.RequestServices.GetRequiredService<Reader>().Wind);
        var kept = await decisions.AddAsync(
            Bench.Draft.Stamp.Id, Drawer.Address, kind, proposal.From, chosen.Value, sentence, (reason ?? "").Trim(), Bench.Book.Posterior.Rows, User.Id(), cell, revision);
        if (kept == SaveOutcome.Conflict)
        {
            return await ConflictAsync(CellForm.Of(cell, Drawer.Control));
        }

        Status = kind == DecisionKind.SetAside ? "Set aside" : "Accepted into the draft";
        await LoadAsync();
        return Reply();
    }

    private async Task<bool> LoadAsync()
    {
        View = View == Table ? Table : Lanes;
        if (await room.FindAsync(Key) is not { } bench)
        {
            return false;
        }

        (Bench, Drawer) = (bench, CellDrawer.Of(bench, Cell));
        return true;
    }

    private async Task<IActionResult> WriteAsync(Cell? cell, int revision, CellForm typed, string done)
    {
        var saved = await cells.SaveAsync(Bench.Draft.Stamp.Id, Drawer!.Address, cell, revision, User.Id());
        if (saved.Outcome == SaveOutcome.Conflict)
        {
            return await ConflictAsync(typed);
        }

        Status = done;
        await LoadAsync();
        return Reply();
    }

    /// <summary>Shows what somebody else wrote beside what was typed; nothing is lost and nothing overwritten.</summary>
    private async Task<IActionResult> ConflictAsync(CellForm typed)
    {
        await LoadAsync();
        Drawer = Drawer! with { Form = typed, Theirs = Drawer.Draft };
        return Refused(StatusCodes.Status409Conflict);
    }

    private IActionResult Refused(int status)
    {
        Status = "Not saved";
        Response.StatusCode = status;
        return Request.ByFragment() ? Partial("_EditReply", this) : Page();
    }

    private IActionResult Reply()
    {
        if (Request.ByFragment())
        {
            return Partial("_EditReply", this);
        }

        TempData[nameof(Status)] = Status;
        return RedirectToPage(new { key = Key, view = View, cell = Cell });
    }

    private Mark? NearestMark() => Bench.Matrix.Bands.All
        .OrderBy(band => Math.Abs(band.Middle.MetresPerSecond - Drawer!.Band.Middle.MetresPerSecond))
        .Select(band => Bench.Matrix[band, Drawer!.Control]?.Mark)
        .FirstOrDefault(mark => mark is not null);
}
