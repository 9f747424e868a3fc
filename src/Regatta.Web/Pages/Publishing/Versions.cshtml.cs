using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.Publishing;

/// <summary>What was published, by whom and why, and what changed; members read, who may change the class publishes.</summary>
[Authorize(Policies.ReadsClass)]
public sealed class VersionsModel(
    ClubContext here,
    IReadVersions versions,
    PublishVersion publish,
    DefinitionEditor editor,
    RegattaSettings settings
) : PageModel
{
    public ClassView ClassView { get; private set; } = null!;

    public DefinitionEditor Editor => editor;

    /// <summary>So many versions stand on a page.</summary>
    private const int OfPage = 10;

    /// <summary>The numbers of all versions, newest first.</summary>
    public IEnumerable<int> Numbers => Enumerable.Range(1, ClassView.NextVersion - 1).Reverse();

    /// <summary>The version below which older ones go on; null where none are left.</summary>
    public int? Older { get; private set; }

    /// <summary>Newest first, each with what it changed; null for the first.</summary>
    public IReadOnlyList<(PublishedVersion Version, IReadOnlyList<MatrixChange>? Changes)> History { get; private set; } = [];

    /// <summary>What is new in a version, for wherever its sailors talk.</summary>
    public string TextOf(PublishedVersion version, IReadOnlyList<MatrixChange>? changes) =>
        NewsText.Of(version.Class.Name, version, changes, version.Set.PlanModes, $"{settings.AddressOf(Request)}{here.Address("card")}");

    public string Reason { get; private set; } = "";

    public string? Problem { get; private set; }

    /// <summary>What is wrong with publishing although something does not fit.</summary>
    public string? UnfitProblem { get; private set; }

    public Task OnGetAsync(int? before) => LoadAsync(before);

    public async Task<IActionResult> OnPostAsync(long seen, string? reason, string? unfit)
    {
        await LoadAsync();
        Reason = reason?.Trim() ?? "";
        var outcome = await publish.RunAsync(here.Actor, ClassView, seen, Reason, meantSo: unfit is not null);
        if (outcome.Number is { } number)
        {
            here.Note.Tell($"{here.ClassKey}, version {number}: {Reason}");
            return RedirectToPage();
        }

        (Problem, UnfitProblem, Response.StatusCode) = (outcome.Problem, outcome.UnfitProblem, StatusCodes.Status422UnprocessableEntity);
        return Page();
    }

    /// <summary>Makes the draft say what an older version says, definition and cells, as one edit that can be undone.</summary>
    public async Task<IActionResult> OnPostRestoreAsync(int version)
    {
        await LoadAsync();
        if (await versions.FindAsync(ClassView.Ref, version) is not { } older)
        {
            return NotFound();
        }

        if (!await editor.SaveAsync(new RestoreVersion(older)))
        {
            return Page();
        }

        TempData["Status"] = $"The draft says what version {version} says.";
        return Redirect(here.ClassPath);
    }

    private async Task LoadAsync(int? before = null)
    {
        ClassView = await here.ClassAsync();
        var newest = Math.Clamp((before ?? int.MaxValue) - 1, 0, ClassView.NextVersion - 1);
        // One more than is shown, for what the last of them changed.
        var shown = await versions.AfterAsync(ClassView.Ref, Math.Max(0, newest - OfPage - 1), newest - Math.Max(0, newest - OfPage - 1));
        var changed = shown.Select((version, at) => (version, at > 0 ? MatrixDiff.Between(shown[at - 1].State, version.State) : null));
        History = [.. changed.Reverse().Take(OfPage)];
        Older = newest > OfPage ? newest - OfPage + 1 : null;
    }
}
