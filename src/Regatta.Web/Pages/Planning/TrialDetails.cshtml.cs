using Regatta.Web.Live;

namespace Regatta.Web.Pages.Planning;

/// <summary>The card of one trial, run by run, with what it says so far; for members, afloat on a phone.</summary>
[Authorize(Policies.Member)]
public sealed class TrialDetailsModel(
    ClubContext here,
    RunTrials running,
    IReadTrials trials,
    IReadBoats boats,
    IReadOutings outings,
    StationStates stations,
    ClubClock clock,
    UnitPreferences units
) : PageModel
{
    private IReadOnlyList<Boat> all = [];
    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();

    public FormReader Form { get; } = new();

    public ClassView View { get; private set; } = null!;

    public ClassDefinition Class => View.Class;

    public PlannedTrial Planned { get; private set; } = null!;

    public Trial Trial => Planned.Trial;

    /// <summary>The control; null where it is gone since.</summary>
    public Control? Control => Class.Find(Trial.Control);

    public WindBand? Band => Class.Bands.Find(Trial.Band);

    /// <summary>What is too much to sail it now, in a sentence; null where nothing is, or the station is silent.</summary>
    public string? TooMuch =>
        View.Newest is { } newest && stations.Of(here.Club.Ref).At(newest.Class.WindHeight) is { } wind
            ? units.Carry.TooMuch(Carry.Of(newest.Class, newest.Set, wind, CarryingCrew.OfTheClass, Trial.PlanMode.Plan))
            : null;

    /// <summary>What the pairs say; null before the first.</summary>
    public PairedDifference? Result { get; private set; }

    /// <summary>What the boats beside each other gained, in lengths; null where nobody said.</summary>
    public PairedDifference? Gained { get; private set; }

    /// <summary>The day it is planned for; null for any.</summary>
    public PlannedOuting? Day { get; private set; }

    /// <summary>The run that comes next, and whose; null when all are sailed or it has ended.</summary>
    public (int Number, int Boat)? Next { get; private set; }

    public string BoatName(int boat) =>
        Trial.Boats.Count > boat ? all.FirstOrDefault(known => known.Number == Trial.Boats[boat])?.Name ?? "a boat that is gone" : "";

    public string Show(Setting setting) => Control?.Scale.Show(Trial.MarkOf(setting)) ?? setting.ToString();

    /// <summary>The other controls of its gear that go along, with where they stand and go.</summary>
    public IEnumerable<(Control Control, string A, string B)> Along =>
        View.Set.PlanModes.Has(Trial.PlanMode) && Band is { } band
            ? from moved in Trial.Moved(Class, View.Set.AsSailed(Trial.PlanMode), Setting.B)
            where moved.Key != Trial.Control
            let control = Class.Find(moved.Key)
            where control is not null
            let stands = View.Set.AsSailed(Trial.PlanMode)[band, control]?.Mark
            where stands is not null
            select (control, control.Scale.Show(stands.Value), control.Scale.Show(moved.Value))
            : [];

    public IEnumerable<Field> Fields =>
        (
            (Field[])
                [
                    new("port", "Helm on port, degrees", "") { InputMode = "text", Hint = "+ weather, − lee" },
                    new("starboard", "Helm on starboard, degrees", "") { InputMode = "text" },
                    new("wind", $"Wind, {units.Wind.Symbol()}", "") { InputMode = "decimal" },
                    .. Gains,
                ]
        ).Filled(typed, Form);

    /// <summary>Of two boats the first one's run asks what she gained.</summary>
    private IEnumerable<Field> Gains =>
        Trial.Design == TrialDesign.LineUp && Next is { Boat: 0 }
            ?
            [
                new("gained", $"Lengths {BoatName(0)} gained on {BoatName(1)}", "")
                {
                    InputMode = "text",
                    Hint = "− where she lost; may be left open",
                },
            ]
            : [];

    /// <summary>So many lengths, whichever way.</summary>
    public string Lengths(double lengths) =>
        NumberText.Plain(Math.Abs(lengths), 1) is var number && number == "1" ? "1 length" : $"{number} lengths";

    private static Parsed<double> ReadLengths(string text) =>
        NumberText
            .Read(text)
            .Then(read =>
                read is { Tail: "" } && Math.Abs(read.Number) <= TrialRun.MostGained
                    ? Parsed<double>.Good(read.Number)
                    : Parsed<double>.Bad($"Write lengths, {-TrialRun.MostGained} to {TrialRun.MostGained}.")
            );

    [TempData]
    public string? Done { get; set; }

    public async Task<IActionResult> OnGetAsync(long number) => await LoadAsync(number) ? Page() : NotFound();

    /// <summary>Keeps the run that comes next, or one that was kept already.</summary>
    public async Task<IActionResult> OnPostAsync(long number, int run, int boat)
    {
        if (!await LoadAsync(number))
        {
            return NotFound();
        }

        typed = Request.Typed();
        var port = Form.Need("port", typed.GetValueOrDefault("port"), "What did she carry on port?", HelmReading.Read);
        var starboard = Form.Need("starboard", typed.GetValueOrDefault("starboard"), "And on starboard?", HelmReading.Read);
        var wind = Form.Need(
            "wind",
            typed.GetValueOrDefault("wind"),
            "How much wind was it?",
            text => WindRange.ReadSpeed(text, units.Wind)
        );
        var gained =
            boat == 0 && Trial.Design == TrialDesign.LineUp ? Form.May("gained", typed.GetValueOrDefault("gained"), ReadLengths) : null;
        if (run is < 1 or > Trial.MostRuns || boat < 0 || boat >= Trial.Boats.Count)
        {
            Form.Refuse("port", "That is no run of this trial.");
        }

        if (
            Form.Ok
            && !await running.KeepAsync(
                View.Ref,
                number,
                new(run, boat, port.Degrees, starboard.Degrees, wind.MetresPerSecond, clock.Now - OutboxAnswers.Age(Request), gained)
            )
        )
        {
            Form.Refuse("port", "This trial has ended. What you typed is still here; log it as a session.");
        }

        if (Form.Ok)
        {
            here.Note.Tell($"run {run}");
            return Redirect(Request.Path);
        }

        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>Ends the trial and logs its runs.</summary>
    public async Task<IActionResult> OnPostEndAsync(long number)
    {
        if (!await LoadAsync(number))
        {
            return NotFound();
        }

        var logged = Planned.EndedAt is null ? await running.EndAsync(here.Actor, View, Planned) : 0;
        here.Note.Tell($"{logged} runs");
        Done = logged == 0 ? "It has ended." : $"It has ended; {logged} runs are logged, as asked by a trial.";
        return Redirect(Request.Path);
    }

    private async Task<bool> LoadAsync(long number)
    {
        View = await here.ClassAsync();
        if (await trials.FindAsync(View.Ref, number) is not { } found)
        {
            return false;
        }

        Planned = found;
        all = await boats.AllAsync(View.Ref);
        List<TrialRun> runs = [.. found.Runs.Select(run => run.Run)];
        var differences = PairedDifference.Differences(Trial.Design, runs);
        Result = differences.Count > 0 ? PairedDifference.Of(differences) : null;
        Gained = PairedDifference.Gains(runs) is { Count: > 0 } gains ? PairedDifference.Of(gains) : null;
        Day = found.Outing is { } day ? await outings.FindAsync(here.Club.Ref, day) : null;
        Next = found.EndedAt is not null
            ? null
            : Enumerable
                .Range(1, Trial.MostRuns)
                .SelectMany(at => Enumerable.Range(0, Trial.Boats.Count).Select(boat => (at, boat)))
                .Where(one => !runs.Exists(sailed => (sailed.Number, sailed.Boat) == one))
                .Select(one => ((int, int)?)one)
                .FirstOrDefault();
        return true;
    }
}
