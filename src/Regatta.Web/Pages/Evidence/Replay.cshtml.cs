using Regatta.Web.Pages.Balance;

namespace Regatta.Web.Pages.Evidence;

/// <summary>The seasons of a class once more, run by run: what would have been said of each band after so many runs, on the marks
/// that were published then; for members. Names nobody.</summary>
[Authorize(Policies.Member)]
public sealed class ReplayModel(ClubContext here, ClassCache cache, IReadVersions versions) : PageModel
{
    private const string Slider = "after";

    private Matrix marks = null!;
    private Matrix? first;

    public ClassDefinition Class { get; private set; } = null!;

    public PlanModeView PlanMode { get; private set; } = null!;

    /// <summary>How many runs there are to play.</summary>
    public int All { get; private set; }

    /// <summary>After how many of them it stands.</summary>
    public int After { get; private set; }

    /// <summary>When the last of those was sailed; null before the first.</summary>
    public DateTimeOffset? Until { get; private set; }

    /// <summary>The version whose marks it stands on; null for the draft, where none was published by then.</summary>
    public PublishedVersion? Version { get; private set; }

    /// <summary>The marks of the controls that balance her in a band, and whether they moved since the first version.</summary>
    public IEnumerable<(Control Control, string Mark, bool Moved)> MarksOf(WindBand band) =>
        from control in Class.HelmControls
        let now = marks[band, control]?.Mark
        where now is not null
        let then = first?[band, control]?.Mark
        select (control, control.Scale.Show(now.Value), then is { } was && was.DistanceTo(now.Value) > 1e-6);

    /// <summary>The helm of each band as it was known then, with what was proposed.</summary>
    public IReadOnlyList<(BandHelm Helm, Proposal? Proposal)> Bands { get; private set; } = [];

    public SliderForm Form =>
        new(
            [new(Slider, "After so many runs", 0, All, 1, After, After == 0 ? "before the first" : $"{After} of {All}")],
            [("plan", PlanMode.PlanMode.Plan.Name), ("mode", PlanMode.PlanMode.Mode.Name)]
        );

    public async Task OnGetAsync(string? plan, string? mode)
    {
        var view = await here.ClassAsync();
        Class = view.Class;
        PlanMode = view.On(view.Set.PlanModes.Nearest(plan, mode));
        var basis = view.Evidence.Bases[0];
        List<SessionEvidence> runs =
        [
            .. (await cache.RunsAsync(view.Stamp))
                .Where(run => run.PlanMode == PlanMode.PlanMode && basis.Takes(run))
                .TakeLast(Limits.Replayed),
        ];
        All = runs.Count;
        After = (int)Math.Round(DrawingSlider.Asked(Request, Slider, 0, All) ?? All);
        Until = After > 0 ? runs[After - 1].SailedAt : null;
        var fit = HelmFit.Of(
            basis.ModelOf(PlanMode.PlanMode, ReferenceCard.Middle(runs), [.. runs.Select(run => run.Boat).OfType<long>().Distinct()]),
            [.. runs.Take(After)]
        );
        List<PublishedVersion> known =
        [
            .. (await versions.AllAsync(view.Ref)).Where(version => IsOfToday(version, PlanMode.PlanMode)).Reverse(),
        ];
        Version = known.FindLast(version => version.At <= (Until ?? DateTimeOffset.MinValue)) ?? known.FirstOrDefault();
        first = known.FirstOrDefault()?.Set.AsSailed(PlanMode.PlanMode);
        marks = (Version?.Set ?? view.Set).AsSailed(PlanMode.PlanMode);
        var proposer = new Proposer(Class, marks, fit, Until ?? view.Today);
        Bands =
        [
            .. Class
                .Bands.All.Select(proposer.Helm)
                .OfType<BandHelm>()
                .Select(helm => (helm, proposer.In(helm.Band).Count > 0 ? proposer.In(helm.Band)[0] : null)),
        ];
    }

    /// <summary>Whether a version has the bands and sails of today, so that its marks can be compared.</summary>
    private bool IsOfToday(PublishedVersion version, PlanMode planMode) =>
        version.Set.PlanModes.Has(planMode) && version.Class.Bands.Equals(Class.Bands);
}
