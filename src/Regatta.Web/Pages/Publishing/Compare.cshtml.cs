using System.Globalization;
using Regatta.Web.Pages.Tuning;

namespace Regatta.Web.Pages.Publishing;

/// <summary>Any two versions of a class, or one and the draft, held against each other in lanes or as a table.</summary>
[Authorize(Policies.Member)]
public sealed class CompareModel(ClubContext here, IReadVersions versions, UnitPreferences units) : PageModel, ILanesPage
{
    public const string Draft = "draft";

    public ClassView ClassView { get; private set; } = null!;

    public PlanModeView PlanMode { get; private set; } = null!;

    public MatrixSet Before { get; private set; } = null!;

    public MatrixSet After { get; private set; } = null!;

    /// <summary>The two as the address names them.</summary>
    public (string From, string To) Names { get; private set; }

    public string View { get; private set; } = PlanModePageModel.Lanes;

    public IReadOnlyList<MatrixChange> Changes { get; private set; } = [];

    public LaneDrawing Drawing => LaneDrawing.Of(PlanMode, ZoomedBand, units.Wind);

    public WindBand? ZoomedBand { get; private set; }

    public string? Cell => null;

    public bool MayEdit => false;

    public string OfCell(string cell) => here.Address().In(PlanMode.PlanMode).With("cell", cell).ToString();

    public string Zoomed(int? band) => At() + (band is { } number ? $"&zoom={number}" : "");

    /// <summary>The query of this comparison with some of it changed.</summary>
    public string At(string? view = null, string? plan = null, string? mode = null) =>
        $"?from={Names.From}&to={Names.To}&view={view ?? View}&plan={plan ?? PlanMode.PlanMode.Plan.Name}"
        + $"&mode={mode ?? PlanMode.PlanMode.Mode.Name}";

    /// <summary>A version in words.</summary>
    public static string Describe(string name) => name == Draft ? "the draft" : $"version {name}";

    public async Task<IActionResult> OnGetAsync(string from, string to, string? view, string? plan, string? mode, int? zoom)
    {
        ClassView = await here.ClassAsync();
        if (await FindAsync(from) is not { } before || await FindAsync(to) is not { } after)
        {
            return NotFound();
        }

        (Before, After, Names, View) = (
            before.Set,
            after.Set,
            (from, to),
            view == PlanModePageModel.Table ? view : PlanModePageModel.Lanes
        );
        Changes = MatrixDiff.Between(before, after);
        // Without being asked it opens where something changed.
        var changed =
            plan is null && mode is null ? Changes.Select(change => change.PlanMode).FirstOrDefault(change => change is not null) : null;
        var planMode = changed ?? After.PlanModes.Nearest(plan, mode);
        PlanMode = new(ClassView, after, planMode, Before.PlanModes.Has(planMode) ? Before[planMode] : null);
        ZoomedBand = zoom is { } number ? After.Bands.Find(new(number)) : null;
        return Page();
    }

    private async Task<ClassState?> FindAsync(string name) =>
        name == Draft ? ClassView.Draft.State
        : int.TryParse(name, NumberStyles.None, CultureInfo.InvariantCulture, out var number)
            ? (await versions.FindAsync(ClassView.Ref, number))?.State
        : null;
}
