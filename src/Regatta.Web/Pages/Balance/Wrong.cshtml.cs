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

    /// <summary>What to do; null before anything was said.</summary>
    public CureList? List { get; private set; }

    public StepEffects Effects { get; private set; } = new(null, null);

    /// <summary>Whose list, in which order.</summary>
    public CureSchool School { get; private set; }

    /// <summary>The other lists there are for this class.</summary>
    public IEnumerable<CureSchool> Others =>
        Enum.GetValues<CureSchool>().Where(school => school != School && (school != CureSchool.Usual || Class.Cures.Count > 0));

    /// <summary>The address with a sign said, or not said any more.</summary>
    public string With(Sign sign) => Address(Chosen.Contains(sign) ? Chosen.Where(chosen => chosen != sign) : Chosen.Append(sign), School);

    /// <summary>The address with another school's list.</summary>
    public string With(CureSchool school) => Address(Chosen, school);

    private string Address(IEnumerable<Sign> signs, CureSchool school) =>
        (Card?.Elsewhere("wrong", units.Wind) ?? $"{here.ClassPath}/wrong?")
        + (school == CureSchool.OfClass ? "" : $"&school={EnumText.Of(school)}")
        + string.Concat(signs.Select(sign => $"&sign={EnumText.Of(sign)}"));

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
                    EffectSource.Drawing => ", by the drawing of the boat",
                    _ => ", as the class believes",
                }
            : null;

    public async Task OnGetAsync([FromQuery] CardQuery ask, string? boat, [FromQuery] string[] sign, string? school)
    {
        var member = await cards.OfAsync(ask, boat);
        (Class, Card) = (member.View.Published, member.Card);
        Offered = Signs.Of(Class);
        Chosen =
        [
            .. sign.Select(EnumText.Read<Sign>)
                .Where(read => read.Ok)
                .Select(read => read.Value)
                .Where(sign => Offered.Any(offered => offered.Sign == sign))
                .Distinct(),
        ];
        School = EnumText.Read<CureSchool>(school ?? "") is { Ok: true, Value: var asked } ? asked : CureSchool.OfClass;
        if (Chosen.Count == 0)
        {
            return;
        }

        var reading = Card?.Reading;
        var planMode = reading?.PlanMode ?? Class.PlanModes.First;
        Effects = new(member.View.Evidence.Of(planMode, Class), HelmSteps.Of(Class, planMode.Plan, key => reading?.MarkOf(key)));
        List = CureList.Of(
            School == CureSchool.Usual ? Class with { Cures = [] } : Class,
            Chosen,
            (reading is null ? new(_ => null, Effects.Of) : CureCircumstances.Of(reading, Effects.Of)) with
            {
                RigFirst = School == CureSchool.RigFirst,
            }
        );
    }
}
