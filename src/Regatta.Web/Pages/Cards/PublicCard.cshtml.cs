using Regatta.Web.Station;

namespace Regatta.Web.Pages.Cards;

/// <summary>The published card of a class, for anybody who has an unguessable link to it. Names nobody.</summary>
[AllowAnonymous]
public sealed class PublicCardModel(
    IReadShareLinks links,
    IReadClubs clubs,
    ClassCache cache,
    StationStates stations,
    IReadSafetyRules rules,
    UnitPreferences units
) : PageModel
{
    public CardView? Card { get; private set; }

    public bool Withdrawn { get; private set; }

    public async Task<IActionResult> OnGetAsync(string token, [FromQuery] CardQuery ask)
    {
        var shared = await links.FindAsync(token);
        Withdrawn = shared?.Withdrawn == true;
        if (shared is { Withdrawn: false } && (await cache.FindAsync(shared.Class))?.Newest is { } newest)
        {
            var now = stations.Of(shared.Class.Club).At(newest.Class.WindHeight);
            var club = await clubs.FindAsync(shared.Class.Club);
            var safety = (await rules.FindAsync(shared.Class.Club)).Safety;
            var classPath = $"/{club!.Key}/classes/{newest.Class.Key}";
            Card = CardView.Of(
                newest,
                ask,
                units.Wind,
                $"/c/{token}",
                classPath,
                new([], Readings.OfTheClass),
                ReaderFor(ask, safety.LimitAt(newest.Class.WindHeight)),
                now
            ) with
            {
                Cautions = [.. newest.Class.Cautions, .. safety.Cautions],
            };
            return Page();
        }

        static CardReader ReaderFor(CardQuery ask, Speed? clubLimit) =>
            CardReader.OfTheClass with
            {
                ClubLimit = clubLimit,
                Purpose = string.IsNullOrEmpty(ask.Purpose) ? null : new PurposeKey(ask.Purpose),
            };

        Response.StatusCode = Withdrawn ? StatusCodes.Status410Gone : StatusCodes.Status404NotFound;
        return Page();
    }
}
