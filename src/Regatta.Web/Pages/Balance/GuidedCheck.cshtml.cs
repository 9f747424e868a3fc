using Regatta.Web.Pages.Cards;

namespace Regatta.Web.Pages.Balance;

/// <summary>The balance check, a step a screen: what must hold, the helm on both tacks, the class's questions. Its answers open the
/// log.</summary>
[Authorize(Policies.Member)]
public sealed class GuidedCheckModel(CardRequests cards) : PageModel
{
    public ClassDefinition Class { get; private set; } = null!;

    public CardView? Card { get; private set; }

    /// <summary>What must hold before the helm tells anything.</summary>
    public IReadOnlyList<(Gate Gate, string Words)> Gates { get; private set; } = [];

    /// <summary>What is looked at afloat and answered by a word.</summary>
    public IReadOnlyList<Question> Questions { get; private set; } = [];

    public async Task OnGetAsync([FromQuery] CardQuery ask, string? boat)
    {
        var member = await cards.OfAsync(ask, boat);
        (Class, Card) = (member.View.OfSailors, member.Card);
        if (Card is { } card)
        {
            Gates = Class.Balance.Gates(Class.IsUpwind(card.PlanMode));
            Questions =
            [
                .. card.Reading.Questions.Where(question =>
                    question.When == AskedWhen.Afloat && question.Form.Words is not null && !ClassQuestions.IsOfTarget(question.Key)
                ),
            ];
        }
    }
}
