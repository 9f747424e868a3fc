using Regatta.Web.Live;
using Regatta.Web.Pages.Cards;

namespace Regatta.Web.Pages.Balance;

/// <summary>Whose list of cures, where schools differ: the class decides, the others are one click away.</summary>
public enum CureSchool
{
    /// <summary>The class's own, or the usual one where it has none.</summary>
    OfClass,

    /// <summary>The usual one, where the class has its own.</summary>
    Usual,

    /// <summary>Board and rig before the sails: easing costs power.</summary>
    RigFirst,
}

/// <summary>Something is wrong: from what is noticed to the smallest change; for members, on their boat, in this wind.</summary>
[Authorize(Policies.Member)]
public sealed class WrongModel(ClubContext here, CardRequests cards, UnitPreferences units) : PageModel
{
    public ClassDefinition Class { get; private set; } = null!;

    public CardView? Card { get; private set; }

    /// <summary>What may be wrong with such a boat.</summary>
    public IReadOnlyList<(Sign Sign, string Words)> Offered { get; private set; } = [];

    public IReadOnlyList<Sign> Chosen { get; private set; } = [];

    /// <summary>What can be seen with these sails, in this mode and wind, and the answers that are off.</summary>
    public IEnumerable<(Question Question, IEnumerable<AnswerWord> Words)> Looks =>
        from question in Card?.Reading.Questions ?? []
        where question.When != AskedWhen.Ashore
        let off = (question.Form.Words ?? []).Where(word => word.Means != AnswerMeaning.Fine).ToList()
        where off.Count > 0
        select (question, off.AsEnumerable());

    /// <summary>Whether anything was said, noticed or seen.</summary>
    public bool Said => Chosen.Count > 0 || Found.Count > 0;

    /// <summary>What was seen.</summary>
    public IReadOnlyDictionary<QuestionKey, Answer> Seen { get; private set; } = new Dictionary<QuestionKey, Answer>();

    /// <summary>What it asks for.</summary>
    public IReadOnlyList<LookFinding> Found { get; private set; } = [];

    /// <summary>Whether a word was answered.</summary>
    public bool IsSeen(Question question, AnswerWord word) => Seen.GetValueOrDefault(question.Key)?.Said == word.Text;

    /// <summary>What to do; null before anything was said.</summary>
    public CureList? List { get; private set; }

    public StepEffects Effects { get; private set; } = new(null, null);

    /// <summary>Whose list, in which order.</summary>
    public CureSchool School { get; private set; }

    /// <summary>Whether board and rig go before the sails: asked for, or the class's way against too much power.</summary>
    public bool RigFirst(IReadOnlyList<Sign> signs) =>
        School == CureSchool.RigFirst
        || (School == CureSchool.OfClass && Class.Depower == DepowerFirst.Rig && signs.Contains(Sign.Overpowered));

    /// <summary>Whether it is made for a phone that keeps it for the time without a line.</summary>
    public bool ForPack => InnerPages.IsFor(Request);

    /// <summary>The other lists there are for this class.</summary>
    public IEnumerable<CureSchool> Others =>
        Enum.GetValues<CureSchool>().Where(school => school != School && (school != CureSchool.Usual || Class.Cures.Count > 0));

    /// <summary>The address with a sign said, or not said any more.</summary>
    public string With(Sign sign) =>
        Address(Chosen.Contains(sign) ? Chosen.Where(chosen => chosen != sign) : Chosen.Append(sign), School, Seen);

    /// <summary>The address with something seen, or not seen any more.</summary>
    public string With(Question question, AnswerWord word)
    {
        var seen = Seen.Where(answered => answered.Key != question.Key).ToDictionary();
        if (!IsSeen(question, word))
        {
            seen[question.Key] = new(word.Text, null, word.Means);
        }

        return Address(Chosen, School, seen);
    }

    /// <summary>The address with another school's list.</summary>
    public string With(CureSchool school) => Address(Chosen, school, Seen);

    private string Address(IEnumerable<Sign> signs, CureSchool school, IReadOnlyDictionary<QuestionKey, Answer> seen) =>
        (Card?.Elsewhere("wrong", units.Wind) ?? $"{here.ClassPath}/wrong?")
        + (school == CureSchool.OfClass ? "" : $"&school={EnumText.Of(school)}")
        + string.Concat(signs.Select(sign => $"&sign={EnumText.Of(sign)}"))
        + string.Concat(seen.Select(answered => $"&look={Uri.EscapeDataString(LookOf(answered.Key, answered.Value))}"));

    /// <summary>An answer as addresses name it.</summary>
    public static string LookOf(QuestionKey question, Answer answer) => question.Name + Answered + answer.Said;

    /// <summary>What stands between a question and its answer in an address; no key has it.</summary>
    private const char Answered = '~';

    /// <summary>The control as it is read on the reader's boat.</summary>
    public Control Read(Control control) => Card?.Choice.Readings.AsRead(control) ?? control;

    /// <summary>What to mind with a cure.</summary>
    public IReadOnlyList<Caution> CautionsOf(RankedCure cure) =>
        Card is { } card
            ?
            [
                .. cure
                    .Moves.SelectMany(move => Cautions.Of(move.Control.Key, card.Cautions, new(null, card.PlanMode, card.Wind)))
                    .Distinct(),
            ]
            : [];

    /// <summary>How much a cure turns the helm, in words; null where nothing is known.</summary>
    public string? Expected(RankedCure cure) =>
        cure.Effect is { } effect
            ? $"about {NumberText.Plain(Math.Abs(effect.Degrees), 1)} ± {NumberText.Plain(effect.Deviation, 1)}"
                + (Class.Balance.Kind == Core.Checks.BalanceKind.Sailboard ? " of pull " : "° ")
                + (effect.Degrees < 0 ? "less" : "more")
                + effect.From switch
                {
                    EffectSource.Logs => ", as the logs say",
                    EffectSource.Drawing => Class.Drawing?.IsTypical == true
                        ? ", by a drawing typical of the kind"
                        : ", by the drawing of the boat",
                    _ => ", as the class believes",
                }
            : null;

    public async Task OnGetAsync(
        [FromQuery] CardQuery ask,
        string? boat,
        [FromQuery] string[] sign,
        [FromQuery] string[] look,
        string? school
    )
    {
        var member = await cards.OfAsync(ask, boat);
        (Class, Card) = (member.View.OfSailors, member.Card);
        Offered = Signs.Of(Class);
        Chosen =
        [
            .. sign.Select(EnumText.Read<Sign>)
                .Where(read => read.Ok)
                .Select(read => read.Value)
                .Where(sign => Offered.Any(offered => offered.Sign == sign))
                .Distinct(),
        ];
        Seen = (
            from one in look
            let said = one.Split(Answered, 2)
            from offered in Looks
            where offered.Question.Key.Name == said[0]
            from word in offered.Words
            where said.Length == 2 && word.Text == said[1]
            select (offered.Question.Key, Answer: new Answer(word.Text, null, word.Means))
        )
            .DistinctBy(seen => seen.Key)
            .ToDictionary(seen => seen.Key, seen => seen.Answer);
        Found = Card is { } card ? Core.Advice.Looks.Of(Class, Seen, card.PlanMode, card.Reading.MarkOf) : [];
        School = EnumText.Read<CureSchool>(school ?? "") is { Ok: true, Value: var asked } ? asked : CureSchool.OfClass;
        if (Chosen.Count == 0 && !ForPack)
        {
            return;
        }

        var reading = Card?.Reading;
        var planMode = reading?.PlanMode ?? Class.PlanModes.First;
        Effects = new(member.View.Evidence.Of(planMode, Class), HelmSteps.Of(Class, planMode.Plan, key => reading?.MarkOf(key)));
        List = Chosen.Count > 0 ? ListOf(Chosen) : null;
    }

    /// <summary>What to do about some signs.</summary>
    public CureList ListOf(IReadOnlyList<Sign> signs) =>
        CureList.Of(
            School == CureSchool.Usual ? Class with { Cures = [] } : Class,
            signs,
            (Card is { } card ? CureCircumstances.Of(card.Reading, Effects.Of) : new(_ => null, Effects.Of)) with
            {
                RigFirst = RigFirst(signs),
            }
        );
}
