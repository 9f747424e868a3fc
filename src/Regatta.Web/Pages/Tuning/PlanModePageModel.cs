namespace Regatta.Web.Pages.Tuning;

/// <summary>What the matrix and the pages beside it share: the plan and mode they show, and writing many cells as one edit.</summary>
public abstract class PlanModePageModel(ClubContext here, EditCells editCells) : PageModel
{
    public const string Lanes = "lanes";
    public const string Table = "table";

    [BindProperty(SupportsGet = true)]
    public string View { get; set; } = Lanes;

    [BindProperty(SupportsGet = true)]
    public string? Plan { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Mode { get; set; }

    public ClassView ClassView { get; private set; } = null!;

    public PlanModeView PlanMode { get; private set; } = null!;

    public ClassDefinition Class => ClassView.Class;

    /// <summary>The club and the class of the request.</summary>
    protected ClubContext Here => here;

    /// <summary>Writes cells.</summary>
    protected EditCells EditCells => editCells;

    /// <summary>The query of the plan and mode.</summary>
    public string Query => $"?view={View}&plan={PlanMode.PlanMode.Plan}&mode={PlanMode.PlanMode.Mode}";

    /// <summary>The address of what cures a helm in the middle of a band; null where it is the helm the class aims at.</summary>
    public string? WrongIn(WindBand band, double helm) =>
        Signs.Of(Class, helm) is [var sign, ..]
            ? here.Address("wrong").At(band.Middle, SpeedUnit.Knot).In(PlanMode.PlanMode).With("sign", EnumText.Of(sign)).ToString()
            : null;

    /// <summary>Reads the class and the plan and mode as the address asks.</summary>
    protected Task LoadAsync() => ShowAsync(here.ClassAsync());

    /// <summary>Reads them once more after something was written.</summary>
    protected Task LoadAnewAsync() => ShowAsync(here.ClassAnewAsync());

    /// <summary>Writes edits, each at the revision its cell has here or as its editor saw it.</summary>
    protected Task<SaveOutcome> SaveAsync(IReadOnlyList<CellEdit> edits, string what, Func<CellAddress, int>? seen = null) =>
        editCells.RunAsync(
            here.Actor,
            ClassView,
            [.. PlanMode.Writes(edits).Select(write => seen is null ? write : write with { SeenRevision = seen(write.Place.Address) })],
            what
        );

    /// <summary>What came of writing many cells, in a sentence.</summary>
    protected static string Tell(SaveOutcome saved, int count, string what, IReadOnlyList<string> left) =>
        saved switch
        {
            SaveOutcome.Saved => $"{char.ToUpperInvariant(what[0])}{what[1..]}: {count} {(count == 1 ? "cell" : "cells")}",
            SaveOutcome.Conflict =>
                "Somebody changed one of these cells meanwhile, so nothing was written. Here is how they stand now; do it once more.",
            _ => "That would change nothing.",
        } + (left.Count > 0 ? " Left: " + string.Join(" ", left.Take(8)) : "");

    /// <summary>Writes the edits and goes back to the matrix, which tells what came of it.</summary>
    protected async Task<IActionResult> WriteAndGoBackAsync(IReadOnlyList<CellEdit> edits, string what, IReadOnlyList<string> left)
    {
        TempData["Status"] = Tell(await SaveAsync(edits, what), edits.Count, what, left);
        return Redirect(here.ClassPath + Query);
    }

    private async Task ShowAsync(Task<ClassView> reading)
    {
        View = View == Table ? Table : Lanes;
        ClassView = await reading;
        PlanMode = ClassView.On(ClassView.Set.PlanModes.Nearest(Plan, Mode));
    }
}
