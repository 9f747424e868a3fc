namespace Regatta.Web.Pages.Tuning;

/// <summary>Copies a band, another plan and mode, or another class into a plan and mode; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class CopyModel(ClubContext here, EditCells editCells, ClassCache cache) : PlanModePageModel(here, editCells)
{
    /// <summary>The plans and modes there are to copy from, in this class and in the others, each with a name for the form.</summary>
    public IReadOnlyList<(string Name, string Label)> Sources { get; private set; } = [];

    /// <summary>The source chosen last.</summary>
    public string From { get; private set; } = "";

    public string? Problem { get; private set; }

    public async Task<IActionResult> OnGetAsync()
    {
        await LoadAsync();
        await FindSourcesAsync();
        return Page();
    }

    public async Task<IActionResult> OnPostBandAsync(int from, int to, string? overwrite)
    {
        await LoadAsync();
        return PlanMode.Matrix.Bands.Find(new(from)) is { } source && PlanMode.Matrix.Bands.Find(new(to)) is { } goal
            ? await WriteAndGoBackAsync(
                Transfer.Band(PlanMode.Matrix, source, goal, overwrite is not null),
                $"copied {source.Name} to {goal.Name}",
                []
            )
            : NotFound();
    }

    public async Task<IActionResult> OnPostPlanModeAsync(string? from, string? overwrite)
    {
        await LoadAsync();
        await FindSourcesAsync();
        From = from ?? "";
        if (
            Sources.FirstOrDefault(source => source.Name == From) is not { Label: not null } chosen
            || From.Split('/') is not [var other, var plan, var mode]
            || await cache.FindAsync(Here.Club.Ref, other) is not { } source
        )
        {
            Problem = "Choose what to copy first.";
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        var carried = Transfer.All(source.Set[new PlanMode(new(plan), new(mode))], PlanMode.Matrix, chosen.Label, overwrite is not null);
        return await WriteAndGoBackAsync(carried.Edits, $"copied from {chosen.Label}", carried.Left);
    }

    private async Task FindSourcesAsync()
    {
        var sources = new List<(string, string)>();
        foreach (var view in (await cache.AllAsync(Here.Club.Ref)).Classes.OrderBy(view => view.Ref != ClassView.Ref))
        {
            var isThis = view.Ref == ClassView.Ref;
            foreach (
                var planMode in view.Set.PlanModes.All.Where(planMode =>
                    view.Set[planMode].Cells.Count > 0 && !(isThis && planMode == PlanMode.PlanMode)
                )
            )
            {
                var described = view.Set.PlanModes.Describe(planMode);
                sources.Add(
                    (
                        $"{view.Class.Key}/{planMode.Plan}/{planMode.Mode}",
                        isThis ? described
                        : described.Length > 0 ? $"{view.Class.Name}, {described}"
                        : view.Class.Name
                    )
                );
            }
        }

        Sources = sources;
    }
}
