namespace Regatta.Web.Pages.Planning;

/// <summary>What to test next in a class, and its trials; members look, the captain and the coordinator plan.</summary>
[Authorize(Policies.ReadsClass)]
public sealed class TrialListModel(
    ClubContext here,
    RunTrials run,
    IReadTrials trials,
    IReadBoats boats,
    IReadOutings outings,
    IReadAttendance comers,
    ClubClock clock
) : PageModel
{
    public ClassView View { get; private set; } = null!;

    public ClassDefinition Class => View.Class;

    public PlanModeView PlanMode { get; private set; } = null!;

    /// <summary>The days it may be planned for.</summary>
    public IReadOnlyList<PlannedOuting> Days { get; private set; } = [];

    /// <summary>What can be planned with.</summary>
    public TrialMeans Means { get; private set; } = null!;

    public TrialForm Form { get; private set; } = null!;

    public IReadOnlyList<PlannedTrial> All { get; private set; } = [];

    /// <summary>The address of this page with another band or day.</summary>
    public string At(int band, long? day) =>
        here.Address("trials").With("band", $"{band}").In(PlanMode.PlanMode).With("on", $"{day ?? 0}").ToString();

    public string Address => At(Means.Band.Id.Number, Means.Day?.Number);

    public async Task<IActionResult> OnGetAsync(int? band, string? plan, string? mode, long? on)
    {
        await LoadAsync(band, plan, mode, on, new Dictionary<string, string>());
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(int? band, string? plan, string? mode, long? on)
    {
        await LoadAsync(band, plan, mode, on, Request.Typed());
        if (Form.Read() is { } read)
        {
            var planned = await run.PlanAsync(View, read.Trial, read.Outing, read.Plan);
            if (planned.Ok)
            {
                here.Note.Tell($"{Class.Find(read.Trial.Control)?.Name}, {Means.Band.Name}");
                return Redirect($"{here.ClassPath}/trials/{planned.Value}");
            }

            Form.Refuse(planned.Problem!);
        }

        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    private async Task LoadAsync(int? band, string? plan, string? mode, long? on, IReadOnlyDictionary<string, string> typed)
    {
        View = await here.ClassAsync();
        PlanMode = View.On(View.Set.PlanModes.Nearest(plan, mode));
        All = await trials.AllAsync(View.Ref);
        Days = await outings.ForTrialsAsync(here.Club.Ref, clock.Now, Class.Key);
        var chosen = on is null ? Days.FirstOrDefault() : Days.FirstOrDefault(day => day.Number == on);
        var bands = PlanMode.Matrix.Bands;
        var matrix = View.Set.AsSailed(PlanMode.PlanMode);
        var sailed =
            (band is { } asked ? bands.Find(new(asked)) : null)
            ?? (chosen?.Outing.ForecastAt(Class.WindHeight) is { } forecast ? bands.At(forecast.Mean) : bands.All[bands.All.Count / 2]);
        Means = new(
            Class,
            PlanMode.PlanMode,
            sailed,
            control => matrix[sailed, control]?.Mark,
            NextTest.Of(PlanMode.Evidence, matrix, sailed),
            [.. (await boats.AllAsync(View.Ref)).InUse()],
            chosen,
            chosen is null ? [] : [.. (await comers.AllAsync(here.Club.Ref, chosen.Number)).Where(comer => comer.ClassKey == Class.Key)]
        );
        Form = new(Means, typed, clock);
    }
}
