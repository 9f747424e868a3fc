using Regatta.Web.Station;

namespace Regatta.Web.Pages.Cards;

/// <summary>A class as a member meets it: all of it, who reads, and their card.</summary>
/// <param name="View">The class.</param>
/// <param name="Who">Who reads.</param>
/// <param name="Card">Their card; null before anything is published.</param>
/// <param name="Club">What the club says for all its classes.</param>
public sealed record MemberClass(ClassView View, ReaderChoice Who, CardView? Card, ClubSafety Club)
{
    /// <summary>Who carries, with what holds for them beside the class's own limits.</summary>
    public CarryingCrew Crew => new(Who.Reader.Crew, Club.LimitAt(View.OfSailors.WindHeight));
}

/// <summary>Makes the card a member reads, for every page that shows something of it.</summary>
public sealed class CardRequests(
    ClubContext here,
    CardReaderOf readers,
    LogSession session,
    StationStates stations,
    IReadWindLog log,
    IReadLogs logs,
    IReadSafetyRules rules,
    UnitPreferences units
)
{
    private static readonly TimeSpan TrendStretch = WindTrend.Window + WindSummary.Stretch;

    /// <summary>The class of the request as its member reads it.</summary>
    public async Task<MemberClass> OfAsync(CardQuery ask, string? boat)
    {
        var view = await here.ClassAsync();
        var who = await readers.ForAsync(view.Ref, here.Actor.Person, boat, ask.Purpose);
        who = who with { Reader = who.Reader.WithAllAboard(view.OfSailors) };
        var club = (await rules.FindAsync(here.Club.Ref)).Safety;
        if (view.Newest is not { } newest)
        {
            return new(view, who, null, club);
        }

        var station = stations.Of(here.Club.Ref);
        var card = CardView.Of(
            newest,
            ask,
            units.Wind,
            $"{here.ClassPath}/card",
            here.ClassPath,
            who.Choice,
            who.Reader with
            {
                ClubLimit = club.LimitAt(newest.Class.WindHeight),
            },
            station.At(newest.Class.WindHeight)
        ) with
        {
            // Only where a sail of the reader's boat may be new.
            Sessions = who.Choice.Boat is { Sails.Count: > 0 } sailed
                ? await logs.OfBoatAsync(view.Ref, sailed.Number, Limits.RunsOfBoat)
                : [],
            Legs = await session.LegsAsync(here.Actor, view.Ref),
            Cautions = [.. newest.Class.Cautions, .. club.Cautions],
        };
        return new(view, who, card, club);
    }

    /// <summary>What the last minutes and the last hour say of how to sail her, a sentence each; none where the station is silent, or the
    /// card is asked for another wind.</summary>
    public async Task<IReadOnlyList<string>> AdviceAsync(CardView card)
    {
        var station = stations.Of(here.Club.Ref);
        if (station.Fresh is not { } fresh)
        {
            return [];
        }

        return StationAdvice.Of(
            card.Class,
            card.Carry,
            units.Carry,
            WindMinute.Of(await log.SamplesAsync(here.Club.Ref, fresh.To - WindSummary.Stretch, fresh.To.AddSeconds(1))),
            (await log.BlocksAsync(here.Club.Ref, fresh.To - TrendStretch, fresh.To)).Select(block => (block.To, block.Mean)),
            (fresh.To, fresh.Mean)
        );
    }
}
