using Regatta.Web.Station;

namespace Regatta.Web.Pages.Cards;

/// <summary>The card on the water, from rigging until the log: what is played, a band up or down, a note, what is wrong; for
/// members.</summary>
[Authorize(Policies.Member)]
public sealed class AfloatModel(ClubContext here, CardRequests cards, StationStates stations) : PageModel
{
    /// <summary>The last part of its address.</summary>
    public const string Name = "afloat";

    public ClassDefinition Class { get; private set; } = null!;

    /// <summary>The reader's card; null before anything is published.</summary>
    public CardView? Card { get; private set; }

    /// <summary>When the station heard the wind the card is of; null where it was chosen.</summary>
    public DateTimeOffset? HeardAt { get; private set; }

    /// <summary>The wind the station hears now, at the class's height; null where it is silent.</summary>
    public WindConditions? Now { get; private set; }

    /// <summary>What was done, for the next look.</summary>
    [TempData]
    public string? Done { get; set; }

    /// <summary>What the water may look like in the class's bands, each with a wind of it at the class's height.</summary>
    public IEnumerable<(SightedWind Sign, Speed Wind)> Signs =>
        SightedWind
            .Signs.Select(sign => (sign, Range: sign.Range))
            .Where(sight => sight.Range.To > Card!.Version.Set.Bands.From && sight.Range.From < Card.Version.Set.Bands.To)
            .Select(sight => (sight.sign, sight.Range.Mean));

    public async Task OnGetAsync([FromQuery] CardQuery ask, string? boat)
    {
        var member = await cards.OfAsync(ask, boat);
        Class = member.View.OfSailors;
        Card = member.Card is { } card ? card with { Note = new(card.Reading, new Dictionary<string, string>()) { Back = Name } } : null;
        var station = stations.Of(here.Club.Ref);
        Now = station.At(Class.WindHeight);
        HeardAt = ask.Wind is null ? station.Fresh?.To : null;
    }
}
