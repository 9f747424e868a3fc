namespace Regatta.Web.Pages.ClassSetup;

/// <summary>The measuring run at one control of one boat: pairs of reading and tape, kept as they are taken. For who may change the
/// class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class MeasureModel(ClubContext here, IReadBoats boats, MeasureBoats measure, IReadBoatLogs logs) : PageModel
{
    private readonly FormReader form = new();
    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();
    private ClassView view = null!;

    public ClassDefinition Class => view.Class;

    public Boat Boat { get; private set; } = null!;

    public Control Control { get; private set; } = null!;

    /// <summary>All controls of the run, in set-up order.</summary>
    public IReadOnlyList<Control> Run { get; private set; } = [];

    /// <summary>Where in the run this control is, from 0.</summary>
    public int Place { get; private set; }

    public IReadOnlyList<TakenPair> Taken { get; private set; } = [];

    public ControlSurvey Survey { get; private set; } = null!;

    /// <summary>The survey as a fleet of one, for the words of a finding.</summary>
    public SurveyedBoat AsSurveyed =>
        FleetSurvey
            .Of(
                Control,
                [
                    Boat with
                    {
                        Measured = new Dictionary<ControlKey, IReadOnlyList<CalibrationPair>>
                        {
                            [Control.Key] = [.. Taken.Select(taken => taken.Pair)],
                        },
                    },
                ]
            )
            .Boats[0];

    /// <summary>Logs of this boat that took the mark at the class's reading.</summary>
    public long ReadBefore { get; private set; }

    /// <summary>What was just done, where the picture does not say it.</summary>
    public string Message { get; private set; } = "";

    public IReadOnlyDictionary<string, string> Problems => form.Problems;

    public string Path => $"{here.ClassPath}/boats/{Boat.Number}/measure/{Control.Key}";

    public Field Field(string name, string label) => new Field(name, label, "").Filled(typed, form.Problems);

    public static string Signed(ControlSurvey survey, Length length) =>
        Math.Abs(length.Millimetres) < 0.05
            ? "nothing"
            : survey.ShowLength(Length.FromMetres(Math.Abs(length.Metres))) + (length.Metres > 0 ? " more" : " less");

    public async Task<IActionResult> OnGetAsync(long boat, string control) => await LoadAsync(boat, control) ? Page() : NotFound();

    public async Task<IActionResult> OnPostAsync(long boat, string control)
    {
        if (!await LoadAsync(boat, control))
        {
            return NotFound();
        }

        typed = Request.Typed();
        var reading = form.Need(
            "reading",
            typed.GetValueOrDefault("reading"),
            "What does she read there?",
            text => PairText.ReadReading(Control, text)
        );
        var tape = form.Need(
            "tape",
            typed.GetValueOrDefault("tape"),
            "What does the tape say there?",
            text => PairText.ReadTape(Control, text)
        );
        return await TakeAsync("reading", [new(reading, tape)]);
    }

    public async Task<IActionResult> OnPostTableAsync(long boat, string control)
    {
        if (!await LoadAsync(boat, control))
        {
            return NotFound();
        }

        typed = Request.Typed();
        var pairs = form.Need(
            "table",
            typed.GetValueOrDefault("table"),
            "Write a pair a line.",
            text => PairText.ReadTable(Control, text),
            Limits.TableLetters
        );
        return await TakeAsync("table", pairs ?? []);
    }

    public async Task<IActionResult> OnPostRemoveAsync(long boat, string control, long? pair)
    {
        if (!await LoadAsync(boat, control))
        {
            return NotFound();
        }

        await measure.RemovePairAsync(view.Ref, boat, Control, pair);
        return await AnswerAsync();
    }

    /// <summary>Reads earlier logs' marks by what has been measured since.</summary>
    public async Task<IActionResult> OnPostAnewAsync(long boat, string control)
    {
        if (!await LoadAsync(boat, control) || Survey.Calibration is not { } calibration)
        {
            return NotFound();
        }

        Message = $"{await measure.ReadLogsAnewAsync(view.Ref, boat, Control, calibration)} read anew.";
        return await AnswerAsync();
    }

    private async Task<IActionResult> TakeAsync(string field, IReadOnlyList<CalibrationPair> pairs)
    {
        var there = form.Ok ? form.Take(field, await measure.TakeAsync(here.Actor, view.Ref, Boat.Number, Control, Taken, pairs)) : 0;
        if (!form.Ok)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return AnswerPage();
        }

        typed = new Dictionary<string, string>();
        Message = there > 0 ? $"{there} of them were there already." : "";
        return await AnswerAsync();
    }

    private async Task<IActionResult> AnswerAsync()
    {
        if (!Request.ByFragment())
        {
            return Redirect(Path);
        }

        await LoadAsync(Boat.Number, Control.Key.Name);
        return AnswerPage();
    }

    private IActionResult AnswerPage() => Request.ByFragment() ? Partial("_Measuring", this) : Page();

    private async Task<bool> LoadAsync(long boat, string control)
    {
        view = await here.ClassAsync();
        if ((await boats.AllAsync(view.Ref)).FirstOrDefault(listed => listed.Number == boat) is not { } known)
        {
            return false;
        }

        Boat = known;
        Run = [.. Class.Marked.Where(ControlSurvey.CanBeTaped)];
        Place = Run.ToList().FindIndex(known => known.Key.Name == control);
        if (Place < 0)
        {
            return false;
        }

        Control = Run[Place];
        Taken = await boats.PairsAsync(view.Ref, boat, Control.Key);
        Survey = ControlSurvey.Of(Control, [.. Taken.Select(taken => taken.Pair)]);
        ReadBefore = await logs.UnmeasuredAsync(here.Club.Ref, boat, Control.Key);
        return true;
    }
}
