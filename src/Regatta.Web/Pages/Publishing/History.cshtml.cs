using Regatta.Web.Pages.Shared;
using Regatta.Web.Pages.Tuning;

namespace Regatta.Web.Pages.Publishing;

/// <summary>What was done to a class, by whom and when, and what was taken away and can come back; members read, who may change the class
/// undoes and restores.</summary>
[Authorize(Policies.ReadsClass)]
public sealed class HistoryModel(
    ClubContext here,
    IReadClassHistory history,
    IReadRemovedParts removedParts,
    UndoEdits undo,
    DefinitionEditor editor
) : PageModel
{
    private const int Most = 200;

    public ClassView ClassView { get; private set; } = null!;

    public DefinitionEditor Editor => editor;

    /// <summary>Newest first.</summary>
    public IReadOnlyList<ClassEdit> Edits { get; private set; } = [];

    public IReadOnlyList<RemovedPart> Removed { get; private set; } = [];

    public string? Status { get; private set; }

    public async Task OnGetAsync()
    {
        await LoadAsync();
        Status = TempData[nameof(Status)] as string;
    }

    public async Task<IActionResult> OnPostUndoAsync() =>
        Tell(await undo.UndoAsync(here.Actor, here.Class.Class), "Undone", "There is nothing of yours to undo.");

    public async Task<IActionResult> OnPostRedoAsync() =>
        Tell(await undo.RedoAsync(here.Actor, here.Class.Class), "Redone", "There is nothing to redo.");

    public async Task<IActionResult> OnPostRestoreAsync(string part)
    {
        await LoadAsync();
        if (!await editor.BringBackAsync(part))
        {
            return Page();
        }

        TempData[nameof(Status)] = editor.Done;
        return RedirectToPage();
    }

    private RedirectToPageResult Tell(UndoResult? result, string done, string nothing)
    {
        var told = UndoWords.Tell(result, done, nothing);
        here.Note.Tell($"{here.ClassKey}: {told}");
        TempData[nameof(Status)] = told;
        return RedirectToPage();
    }

    private async Task LoadAsync()
    {
        ClassView = await here.ClassAsync();
        Edits = await history.AllAsync(ClassView.Ref, Most, ClassView.Until);
        Removed = here.MayEdit ? await removedParts.AllAsync(ClassView.Ref, ClassView.Class) : [];
    }
}
