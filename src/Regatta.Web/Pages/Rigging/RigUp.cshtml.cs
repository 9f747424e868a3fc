using Regatta.Web.Live;
using Regatta.Web.Pages.Cards;
using Regatta.Web.Pages.Logging;

namespace Regatta.Web.Pages.Rigging;

/// <summary>Makes a boat ready, a step after the other, for this wind, crew and purpose; for members. What was said is kept at every step
/// and goes on where it was left.</summary>
[Authorize(Policies.Member)]
public sealed class RigUpModel(ClubContext here, CardRequests cards, RigBoat rig, SailedWinds winds, ClubClock clock) : PageModel
{
    /// <summary>The field that carries the run's key.</summary>
    public const string KeyField = "run";

    private const string StatePrefix = "step-";
    private const string SaidPrefix = "said-";
    private const string Done = "done";
    private const string Skipped = "skipped";
    private static readonly TimeSpan Lately = TimeSpan.FromMinutes(10);

    private Dictionary<string, RigAnswer> answers = [];

    public ClassDefinition Class { get; private set; } = null!;

    /// <summary>The card she is made ready by; null before anything is published.</summary>
    public CardView? Card { get; private set; }

    public IReadOnlyList<RigStep> Steps { get; private set; } = [];

    /// <summary>Whether her steps are of more than one stage.</summary>
    public bool TellsStages => Steps.DistinctBy(step => step.Stage).Count() > 1;

    public FormReader Form { get; } = new();

    /// <summary>The run's own key.</summary>
    public Guid Key { get; private set; } = Guid.NewGuid();

    /// <summary>Whether the club has something of the run.</summary>
    public bool IsOpen { get; private set; }

    /// <summary>Whose run it is, so that a phone that is handed on keeps them apart.</summary>
    public Guid Sailor => here.Actor.Person;

    /// <summary>How often steps are left out, for who may change the class; null for others.</summary>
    public (IReadOnlyList<SkippedStep> Steps, double? Minutes, int Runs)? Left { get; private set; }

    /// <summary>The first step that was not answered; the number of steps where all were.</summary>
    public int At => Steps.TakeWhile(step => answers.ContainsKey(step.Key)).Count();

    /// <summary>Procedures that speak of what a step sets, with the step they do at, counted from 0.</summary>
    public IEnumerable<(Procedure Procedure, int From)> HowTo(RigStep step) =>
        from procedure in Class.Procedures
        where !procedure.Drill
        let at = procedure.StepOf(step.Control!.Name)
        where at is not null
        select (procedure, at.Value);

    public RigAnswer? AnswerOf(RigStep step) => answers.GetValueOrDefault(step.Key);

    public async Task OnGetAsync([FromQuery] CardQuery ask, string? boat)
    {
        await LoadAsync(ask, boat);
        if (await rig.OpenAsync(here.Actor, here.Class.Class) is { } open)
        {
            (Key, answers, IsOpen) = (open.Key, new(open.Answers), true);
        }

        Left = here.MayEdit ? await rig.SkippedAsync(here.Class.Class) : null;
    }

    /// <summary>Keeps what was said so far; sent at every step, and again with all of it when a line was lost.</summary>
    public async Task<IActionResult> OnPostAsync([FromQuery] CardQuery ask, string? boat)
    {
        await LoadAsync(ask, boat);
        Read();
        var kept = await rig.KeepAsync(here.Actor, here.Class.Class, Key, Card?.Choice.Boat?.Number, answers);
        return !Request.Headers.ContainsKey("X-Kept") ? Redirect(Request.Path + Request.QueryString)
            : kept ? new NoContentResult()
            : StatusCode(StatusCodes.Status409Conflict);
    }

    /// <summary>Ends the run: the log opens with what was set.</summary>
    public async Task<IActionResult> OnPostFinishAsync([FromQuery] CardQuery ask, string? boat)
    {
        await LoadAsync(ask, boat);
        Read();
        var otherwise = Otherwise();
        if (Card is not { } card || !Form.Ok)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        var now = clock.Now - OutboxAnswers.Age(Request);
        var wind = await winds.BetweenAsync(now - Lately, now, card.Class.WindHeight);
        await rig.FinishAsync(here.Actor, here.Class.Class, Key, card.Reading, card.Choice.Boat?.Number, answers, otherwise, wind);
        TempData[nameof(AfloatModel.Done)] = RigUpOutcome.Of(Steps, answers, otherwise.Count).Says;
        return Redirect($"{here.ClassPath}/{AfloatModel.Name}{Request.QueryString.Without("handler")}");
    }

    private async Task LoadAsync(CardQuery ask, string? boat)
    {
        var member = await cards.OfAsync(ask, boat);
        (Class, Card) = (member.View.OfSailors, member.Card);
        Steps = Card is { } card ? RigUpSteps.Of(card.Reading, card.Cautions) : [];
    }

    private void Read()
    {
        var typed = Request.Typed();
        Key = Guid.TryParse(typed.GetValueOrDefault(KeyField), out var key) ? key : Key;
        answers = Steps
            .Where(step => typed.GetValueOrDefault(StatePrefix + step.Key) is Done or Skipped)
            .ToDictionary(
                step => step.Key,
                step => new RigAnswer(
                    typed[StatePrefix + step.Key] == Done ? RigState.Done : RigState.Skipped,
                    Short(typed.GetValueOrDefault(SaidPrefix + step.Key, "").Trim())
                )
            );
    }

    /// <summary>The marks that were set instead of the card's.</summary>
    private Dictionary<ControlKey, Mark> Otherwise()
    {
        var otherwise = new Dictionary<ControlKey, Mark>();
        foreach (var step in Steps.Where(step => step.Kind != RigStepKind.Look && step.Control!.Scale.HasMarks))
        {
            if (
                AnswerOf(step) is { State: RigState.Done, Said.Length: > 0 } answer
                && Form.Take(SaidPrefix + step.Key, step.Control!.Scale.Read(answer.Said)) is var mark
                && Form.Ok
                && mark != step.Cell?.Mark
            )
            {
                otherwise[step.Control.Key] = mark;
            }
        }

        return otherwise;
    }

    private static string Short(string said) => said.Length <= Control.LongestText ? said : said[..Control.LongestText];
}
