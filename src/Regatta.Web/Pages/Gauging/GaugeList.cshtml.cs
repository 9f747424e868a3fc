namespace Regatta.Web.Pages.Gauging;

/// <summary>What can be measured in a picture in a class, what its member measured, and how that changes; for members.</summary>
[Authorize(Policies.Member)]
public sealed class GaugeListModel(ClubContext here, IReadPictureReadings readings) : PageModel
{
    public ClassDefinition Class { get; private set; } = null!;

    /// <summary>What the class looks at that a gauge answers.</summary>
    public IReadOnlyList<(Question Question, Gauge Gauge)> Asked { get; private set; } = [];

    /// <summary>What the reader measured, by gauge and question, each the oldest first.</summary>
    public IReadOnlyList<PictureSeries> Series { get; private set; } = [];

    /// <summary>Pictures members gave to the class.</summary>
    public IReadOnlyList<PictureReading> Given { get; private set; } = [];

    public async Task OnGetAsync()
    {
        var view = await here.ClassAsync();
        Class = view.OfSailors;
        Asked =
        [
            .. from question in Class.Questions.Concat(Targets(Class))
            let gauge = question.PictureGauge()
            where gauge is not null
            select (question, gauge),
        ];
        var own = await readings.OwnAsync(view.Ref, here.Actor.Person);
        Series = PictureSeries.Of(own);
        Given = await readings.GivenAsync(view.Ref);
    }

    /// <summary>What a question of the class is called; the gauge's name for none.</summary>
    public string NameOf(GaugeKey gauge, QuestionKey? question) =>
        (question is { } key ? Class.FindQuestion(key)?.Asks : null) ?? KnownGauges.Find(gauge)?.Name ?? gauge.Name;

    private static IEnumerable<Question> Targets(ClassDefinition definition) =>
        definition
            .Controls.Where(control => control is { Gauge: not null, Scale.HasMarks: false })
            .Select(control => ClassQuestions.OfTarget(control, "as the card says"));
}
