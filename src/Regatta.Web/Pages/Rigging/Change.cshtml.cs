using Regatta.Web.Pages.Cards;

namespace Regatta.Web.Pages.Rigging;

/// <summary>Where a change goes to: a band, sails, a mode, a purpose; what is not said stays.</summary>
public sealed record ChangeQuery(int? ToBand, string? ToPlan, string? ToMode, string? ToPurpose);

/// <summary>What to change from one card to another, in set-up order; for members.</summary>
[Authorize(Policies.Member)]
public sealed class ChangeModel(ClubContext here, CardRequests cards, UnitPreferences units) : PageModel
{
    public ClassDefinition Class { get; private set; } = null!;

    public CardView? Card { get; private set; }

    /// <summary>The card the change goes to.</summary>
    public CardReading? To { get; private set; }

    public ChangeList? List { get; private set; }

    /// <summary>What is looked for there instead, where no mark is set.</summary>
    public IReadOnlyList<ChangedTarget> Targets { get; private set; } = [];

    /// <summary>The address of this page for another end of the change.</summary>
    public string For(ChangeQuery ask) =>
        Card!.Elsewhere("change", units.Wind)
        + $"&toBand={ask.ToBand}&toPlan={ask.ToPlan}&toMode={ask.ToMode}"
        + (ask.ToPurpose is { Length: > 0 } purpose ? $"&toPurpose={purpose}" : "");

    /// <summary>The change as it stands, to vary one part of it.</summary>
    public ChangeQuery Ask { get; private set; } = null!;

    /// <summary>The way back as a page of its own: the other card first.</summary>
    public string Back =>
        here.Address("change")
            .At(To!.Wind, units.Wind)
            .In(To.PlanMode)
            .For(To.Purpose)
            .With("toBand", $"{Card!.Card.Band.Id.Number}")
            .With("toPlan", Card.PlanMode.Plan.Name)
            .With("toMode", Card.PlanMode.Mode.Name)
            .With("toPurpose", Card.Reading.Purpose?.Key.Name)
            .ToString();

    /// <summary>What to mind at a line.</summary>
    public IReadOnlyList<Caution> CautionsOf(ChangeLine line) =>
        [.. line.Steps.SelectMany(step => Cautions.Of(step.Control.Key, Card!.Cautions, new(null, To!.PlanMode, To.Wind))).Distinct()];

    public async Task OnGetAsync([FromQuery] CardQuery ask, [FromQuery] ChangeQuery to, string? boat)
    {
        var member = await cards.OfAsync(ask, boat);
        (Class, Card) = (member.View.OfSailors, member.Card);
        if (Card is not { } card)
        {
            return;
        }

        var bands = card.Version.Set.Bands;
        var band =
            (to.ToBand is { } number ? bands.Find(new(number)) : null)
            ?? bands.Above(card.Card.Band)
            ?? bands.Below(card.Card.Band)
            ?? card.Card.Band;
        var purpose = to.ToPurpose is { } asked
            ? card.Class.Purposes.FirstOrDefault(purpose => purpose.Key.Name == asked)?.Key
            : card.Reader.Purpose;
        To = CardReading.Of(
            card.Version,
            band.Id == card.Card.Band.Id ? card.Carry.Wind : new(card.Reading.WindOf(band)),
            to.ToPlan is { Length: > 0 } plan ? plan
                : card.PlanChosen ? card.PlanMode.Plan.Name
                : null,
            to.ToMode is { Length: > 0 } mode ? mode : card.PlanMode.Mode.Name,
            card.Reader with
            {
                Purpose = purpose,
            }
        );
        Ask = new(band.Id.Number, To.PlanMode.Plan.Name, To.PlanMode.Mode.Name, To.Purpose?.Key.Name);
        Targets = ChangeList.TargetsBetween(card.Reading, To);
        List = ChangeList.Between(card.Class, card.Choice.Readings, Marks(card.Reading), Marks(To));
    }

    private static Dictionary<ControlKey, Mark> Marks(CardReading card) =>
        card.Lines.Where(line => line.Cell?.Mark is not null).ToDictionary(line => line.Control.Key, line => line.Cell!.Mark!.Value);
}
