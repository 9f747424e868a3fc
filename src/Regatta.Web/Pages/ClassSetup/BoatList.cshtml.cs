namespace Regatta.Web.Pages.ClassSetup;

/// <summary>The question "which boat reads what for this mark", answered.</summary>
public sealed record SameLength(FleetSurvey Survey, WindBand Band, Mark? Mark)
{
    /// <summary>The mark as a tape finds it, where its reading is not a length itself.</summary>
    public string? Length =>
        Survey.Control.Scale.ReadsLength || Mark is not { } mark || Survey.Control.Scale.LengthAt(mark) is not { } length
            ? null
            : Survey.Control.Scale.TapeUnit.Show(length);
}

/// <summary>Findings of the tape, in words short enough for a table.</summary>
public static class SurveyWords
{
    public static string Kind(SurveyedBoat one) =>
        one switch
        {
            { Survey.Calibration: null, Survey.Finding: SurveyFinding.Contradictory } => "off",
            { Survey.Calibration: null } => "open",
            { StandsApart: true } or { Survey.Finding: SurveyFinding.NumbersApart } => "off",
            _ => "good",
        };

    public static string Short(SurveyedBoat one) =>
        one.Survey.Finding switch
        {
            SurveyFinding.NotMeasured => "not measured",
            SurveyFinding.OnePair => "one pair",
            SurveyFinding.Contradictory => "contradictory",
            SurveyFinding.NumbersApart => "numbers apart",
            SurveyFinding.NothingToMeasure => "",
            _ => (
                one.StandsApart
                    ? $"off by {one.Survey.ShowLength(Core.Units.Length.FromMetres(Math.Abs(one.FromTheFleet.Metres)))}"
                    : "measured"
            ) + (one.Survey.Crooked ? ", bends" : ""),
        };

    public static string Trust(ReadingTrust trust) =>
        trust switch
        {
            ReadingTrust.Measured => "measured",
            ReadingTrust.NotChecked => "the class’s reading; not checked on this boat",
            ReadingTrust.OutOfReach => "beyond what was measured there",
            _ => "the same on every boat",
        };
}

/// <summary>The boats of a class: what is measured, whose datum is off, which reading each needs for the same length. Who may change the
/// class adds boats.</summary>
[Authorize(Policies.ReadsClass)]
public sealed class BoatListModel(ClubContext here, IReadBoats boats, MeasureBoats measure) : PageModel
{
    private ClassView view = null!;
    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();
    private readonly FormReader form = new();

    public ClassDefinition Class => view.Class;

    public IReadOnlyList<WindBand> Bands => view.Set.Bands.All;

    public IReadOnlyList<Boat> Boats { get; private set; } = [];

    /// <summary>Those that are sailed no more.</summary>
    public IReadOnlyList<Boat> Retired { get; private set; } = [];

    /// <summary>One survey for each control that a tape can check.</summary>
    public IReadOnlyList<FleetSurvey> Surveys { get; private set; } = [];

    public IReadOnlyList<string> Warnings { get; private set; } = [];

    public SameLength? Same { get; private set; }

    public IEnumerable<Field> Fields =>
        (
            (Field[])
                [new("name", "Name or sail number", ""), new("note", "Note", "") { Hint = "What sets it apart, such as a newer mast." }]
        ).Filled(typed, form);

    public async Task<IActionResult> OnGetAsync(string? control, int? band)
    {
        await LoadAsync();
        var survey =
            Surveys.FirstOrDefault(survey => survey.Control.Key.Name == control)
            ?? Surveys
                .OrderByDescending(survey => survey.Boats.Count(boat => boat.StandsApart))
                .ThenByDescending(survey => survey.Boats.Count(boat => boat.Survey.Calibration is not null))
                .FirstOrDefault();
        var asked = view.Set.Bands.Find(new(band ?? 0)) ?? view.Set.Bands.At(Class.Helm.ReferenceWind);
        Same = survey is null ? null : new(survey, asked, view.Set.First[asked, survey.Control]?.Mark);
        return Page();
    }

    public async Task<IActionResult> OnPostAsync()
    {
        await LoadAsync();
        typed = Request.Typed();
        var name = BoatNaming.Read(typed, form);
        if (form.Ok)
        {
            var added = await measure.AddAsync(view.Ref, name, typed.GetValueOrDefault("note", "").Trim());
            if (added.Ok)
            {
                here.Note.Tell($"{here.ClassKey}: {name}");
                return Redirect($"{here.ClassPath}/boats/{added.Value}");
            }

            form.Refuse("name", added.Problem!);
        }

        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    private async Task LoadAsync()
    {
        view = await here.ClassAsync();
        var all = await boats.AllAsync(view.Ref);
        (Boats, Retired) = ([.. all.InUse()], [.. all.Except(all.InUse())]);
        Surveys = [.. Class.Marked.Where(ControlSurvey.CanBeTaped).Select(control => FleetSurvey.Of(control, Boats))];
        Warnings = [.. Surveys.SelectMany(survey => survey.Warnings)];
    }
}

/// <summary>Reads the name and note of a boat from a form.</summary>
internal static class BoatNaming
{
    public static string Read(IReadOnlyDictionary<string, string> typed, FormReader form)
    {
        form.May(
            "note",
            typed.GetValueOrDefault("note"),
            text =>
                text.Trim().Length <= Control.LongestText
                    ? Parsed<int>.Good(0)
                    : Parsed<int>.Bad($"Keep it under {Control.LongestText} letters.")
        );
        return form.Need(
                "name",
                typed.GetValueOrDefault("name"),
                "What is she called?",
                text =>
                    text.Trim().Length <= Boat.LongestName
                        ? Parsed<string>.Good(text.Trim())
                        : Parsed<string>.Bad($"Keep it under {Boat.LongestName} letters.")
            ) ?? "";
    }
}
