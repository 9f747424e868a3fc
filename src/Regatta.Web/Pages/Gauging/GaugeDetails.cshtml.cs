using Regatta.Web.Live;
using Regatta.Web.Pages.Cards;

namespace Regatta.Web.Pages.Gauging;

/// <summary>Measures in a picture by one gauge; for members. The picture stays on the phone: its points come, and the number goes
/// back.</summary>
[Authorize(Policies.Member)]
public sealed class GaugeDetailsModel(
    ClubContext here,
    CardRequests cards,
    MeasurePicture pictures,
    IReadPictureReadings readings,
    ClubClock clock
) : PageModel
{
    private MemberClass member = null!;

    public ClassDefinition Class { get; private set; } = null!;

    public Gauge Gauge { get; private set; } = null!;

    /// <summary>The question it answers here; null for none.</summary>
    public Question? Question { get; private set; }

    /// <summary>The boats it may be, and the one it is.</summary>
    public BoatChoice Choice { get; private set; } = null!;

    public GaugeForm Form { get; private set; } = null!;

    /// <summary>What came of the points; null where there are none.</summary>
    public Parsed<(GaugeReading Reading, Answer? Answer)>? Came { get; private set; }

    /// <summary>What the answer asks for; empty for nothing.</summary>
    public string Asks =>
        Came is { Ok: true, Value.Reading: var read } ? GaugeAsks.Of(member, Question, new(Gauge.Key, read.Value, read.Sd)) : "";

    /// <summary>Whether the number is so near another word that a second look is worth it.</summary>
    public bool IsUnsure => Came is { Ok: true, Value.Answer: { } answer } && Question?.Certainty(answer) < GaugedAnswers.Sure;

    /// <summary>The words of the question, each with how it looks.</summary>
    public IReadOnlyList<(AnswerWord Word, GaugeScene Scene)> Words => GaugeWords.Of(Question);

    /// <summary>The last picture given to the class that was right; null where there is none.</summary>
    public PictureReading? Right { get; private set; }

    public async Task<IActionResult> OnGetAsync(string gauge, string? question, string? boat)
    {
        if (!await LoadAsync(gauge, question, boat))
        {
            return NotFound();
        }

        // A boat's lengths are typed once.
        var last = (await readings.OwnAsync(here.Class.Class, here.Actor.Person)).FirstOrDefault(reading =>
            reading.Gauge == Gauge.Key && reading.Boat == Choice.Boat?.Number
        );
        Form = new(Gauge, last is null ? new Dictionary<string, string>() : new(GaugeForm.Again(Gauge, last.Tapped)));
        return Page();
    }

    /// <summary>What the points come to; nothing is kept.</summary>
    public async Task<IActionResult> OnPostReadAsync(string gauge)
    {
        if (!await FillAsync(gauge))
        {
            return NotFound();
        }

        if (Form.IsTapped && Form.Read() is { } picture)
        {
            Came = MeasurePicture.Read(Gauge, Question, picture);
        }

        return Request.ByFragment() ? Partial("_GaugeReading", this) : Page();
    }

    /// <summary>Keeps the reading, until a log takes it over.</summary>
    public async Task<IActionResult> OnPostKeepAsync(string gauge)
    {
        if (!await FillAsync(gauge))
        {
            return NotFound();
        }

        if (Form.Read() is { } picture)
        {
            var at = clock.Now - OutboxAnswers.Age(Request);
            var kept = await pictures.KeepAsync(here.Actor, here.Class.Class, Form.Key, Gauge, Question, Choice.Boat?.Number, picture, at);
            if (kept.Ok)
            {
                return Redirect($"{here.ClassPath}/gauge/readings/{kept.Value}");
            }

            Came = Parsed<(GaugeReading, Answer?)>.Bad(kept.Problem!);
        }

        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    private async Task<bool> FillAsync(string gauge)
    {
        var typed = Request.Typed();
        if (!await LoadAsync(gauge, typed.GetValueOrDefault("question"), typed.GetValueOrDefault("boat")))
        {
            return false;
        }

        Form = new(Gauge, typed);
        return true;
    }

    private async Task<bool> LoadAsync(string gauge, string? question, string? boat)
    {
        if (KnownGauges.Find(new(gauge)) is not { } known)
        {
            return false;
        }

        member = await cards.OfAsync(new(null, null, null), boat);
        (Class, Gauge, Choice) = (member.View.OfSailors, known, member.Who.Choice);
        Question = question is { Length: > 0 } ? Class.FindQuestion(new(question)) : null;
        Right = Question is { } asked ? await readings.LastRightAsync(member.View.Ref, known.Key, asked.Key, null) : null;
        return question is not { Length: > 0 } || Question?.Gauge?.Gauge == known.Key;
    }
}
