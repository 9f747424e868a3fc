using Regatta.Application.Station;
using ZiggyCreatures.Caching.Fusion;

namespace Regatta.Application.Reading;

/// <summary>One class in this wind: the sails it carries where it has a choice, its card, and what a band up or down would
/// change.</summary>
/// <param name="Class">The class as published.</param>
/// <param name="Set">Its matrices.</param>
/// <param name="Carry">What may be carried.</param>
/// <param name="NextSails">What is carried a band up and down.</param>
/// <param name="Card">Its marks.</param>
/// <param name="GustBand">The band the gusts reach, where it is another.</param>
public sealed record TodayLine(ClassDefinition Class, MatrixSet Set, Carry Carry, NextSails NextSails, Card Card, WindBand? GustBand)
{
    /// <summary>More changes than this are a card, not a line.</summary>
    private const int MostMoves = 4;

    /// <summary>The height the class's wind is meant at, in words.</summary>
    public string AtHeight => $"at {NumberText.Plain(Class.WindHeight.Metres, 1)} m";

    public Speed Wind => Carry.Wind.Mean;

    /// <summary>What changes a band up, where the sails stay.</summary>
    public string MovesIfStronger => Moves(line => line.IfStronger);

    /// <summary>What changes a band down, where the sails stay.</summary>
    public string MovesIfLighter => Moves(line => line.IfLighter);

    /// <summary>The caution that belongs to strong wind where the wind is at the class's end, else none.</summary>
    public string? Caution =>
        Card.Beyond || GustBand is not null || Card.Ashore.Concat(Card.Afloat).All(line => line.IfStronger is null)
            ? StrongWindCaution.Of(Class.Cautions)
            : null;

    /// <summary>A published version of a class in a wind.</summary>
    /// <param name="definition">The class as published.</param>
    /// <param name="set">Its matrices.</param>
    /// <param name="mean">The mean wind at the station.</param>
    /// <param name="gust">The gusts; null where they are not known.</param>
    /// <param name="measuredAt">The station's height.</param>
    /// <param name="club">What the club says for all its classes.</param>
    public static TodayLine Of(ClassDefinition definition, MatrixSet set, Speed mean, Speed? gust, Length measuredAt, ClubSafety club)
    {
        Speed Here(Speed wind) => WindProfile.At(wind, measuredAt, definition.WindHeight);
        return Of(
            definition,
            set,
            new(Here(mean), gust is { } blows ? Here(blows) : null),
            new(CrewProfile.Unknown, club.LimitAt(definition.WindHeight))
        );
    }

    /// <summary>The line as a crew reads it: their limits, their band.</summary>
    public TodayLine For(CrewProfile crew) => Of(Class, Set, Carry.Wind, Carry.Crew with { Crew = crew });

    private static TodayLine Of(ClassDefinition definition, MatrixSet set, WindConditions wind, CarryingCrew crew)
    {
        var carry = Carry.Of(definition, set, wind, crew);
        Speed Read(Speed blows) => definition.Crew.Effective(blows, crew.Crew, set.Bands);
        var (planMode, read) = (new PlanMode(carry.Read.Key, set.PlanModes.Modes[0].Key), Read(wind.Mean));
        var card = Card.For(BetweenBands.Read(definition, definition.Crew.AsSet(set.AsSailed(planMode), crew.Crew), read), read);
        var reached = wind.Gust is { } strongest ? set.Bands.At(Read(strongest)) : card.Band;
        return new(definition, set, carry, NextSails.Of(definition, set, carry), card, reached == card.Band ? null : reached);
    }

    private string Moves(Func<CardLine, Cell?> next)
    {
        var moves = Card
            .Ashore.Concat(Card.Afloat)
            .Where(line => next(line)?.Mark is not null)
            .Select(line =>
                (line.Control with { Name = line.Control.Name.ToLowerInvariant() }).Said(line.Control.Scale.Show(next(line)!.Mark!.Value))
            )
            .ToList();
        return string.Join(", ", moves.Take(MostMoves)) + (moves.Count > MostMoves ? $" and {moves.Count - MostMoves} more" : "");
    }
}

/// <summary>What a club's board shows at one moment for one wind. Made once and shared by all its readers.</summary>
/// <param name="Wind">The wind now; null when there is none to call so.</param>
/// <param name="Newest">The newest second heard.</param>
/// <param name="Past">Its ten minutes before, oldest first.</param>
/// <param name="Minutes">The last minutes at the station's height; none for an asked wind.</param>
/// <param name="Lines">The published classes in the wind.</param>
/// <param name="Unreadable">The classes that cannot be shown.</param>
/// <param name="OnTheWater">The days on the water that begin within half a day, or are not over.</param>
/// <param name="Lost">Seconds of wind that could not be kept.</param>
public sealed record TodayBoard(
    WindSummary? Wind,
    WindSample? Newest,
    IReadOnlyList<WindSummary> Past,
    IReadOnlyList<WindMinute> Minutes,
    IReadOnlyList<TodayLine> Lines,
    IReadOnlyList<UnreadableClass> Unreadable,
    IReadOnlyList<PlannedOuting> OnTheWater,
    long Lost
)
{
    /// <summary>What the last minutes and the last hour say of a class; none for an asked wind.</summary>
    public IReadOnlyList<string> AdviceOf(TodayLine line, CarryText text) =>
        Minutes.Count > 0 && Wind is { } heard
            ? StationAdvice.Of(line.Class, line.Carry, text, Minutes, Past.Select(block => (block.To, block.Mean)), (heard.To, heard.Mean))
            : [];
}

/// <summary>Makes boards, each once for a club, a wind and a state of station and fleet.</summary>
public sealed class TodayBoards(
    IFusionCache kept,
    ClassCache classes,
    IReadClasses stamps,
    StationStates stations,
    IReadWindLog log,
    IReadOutings outings,
    IReadSafetyRules rules,
    TimeProvider clock
)
{
    private static readonly TimeSpan Past = TimeSpan.FromHours(3);
    private static readonly TimeSpan HalfADay = TimeSpan.FromHours(12);
    private static readonly FusionCacheEntryOptions Options = new FusionCacheEntryOptions(TimeSpan.FromSeconds(20)).SetSize(20);

    /// <summary>The board of a club.</summary>
    /// <param name="club">The club.</param>
    /// <param name="asked">The wind asked about; null for the wind now.</param>
    public async Task<TodayBoard> FindAsync(ClubId club, Speed? asked)
    {
        var station = stations.Of(club);
        var fleet = string.Join(
            ';',
            (await stamps.StampsAsync(club)).Select(listed =>
                $"{listed.Stamp.Class.Number}.{listed.Stamp.MatrixRevision}.{listed.Stamp.Epoch}"
            )
        );
        var safety = await rules.FindAsync(club);
        var key = $"today/{club.Number}/{safety.Revision}/{asked?.MetresPerSecond}/{station.Told}/{station.Fresh is not null}/{fleet}";
        return await kept.GetOrSetAsync<TodayBoard>(key, async (_, _) => await MakeAsync(club, safety.Safety, station, asked), Options);
    }

    private async Task<TodayBoard> MakeAsync(ClubId club, ClubSafety safety, ClubStation station, Speed? asked)
    {
        var now = clock.GetUtcNow();
        var (state, wind) = (station.State, station.Fresh);
        var until = state.Newest?.At ?? now;
        var blocks = station.Exists ? await log.BlocksAsync(club, until - Past, until + WindSummary.Stretch) : [];
        var fleet = await classes.AllAsync(club);
        // An asked wind has no gusts of its own; they are as much stronger as they are now, or not known.
        var gust = asked is null ? wind?.Gust : null;
        IReadOnlyList<WindMinute> minutes =
            asked is null && wind is { } fresh
                ? WindMinute.Of(await log.SamplesAsync(club, fresh.To - WindSummary.Stretch, fresh.To.AddSeconds(1)))
                : [];
        IReadOnlyList<TodayLine> lines = (asked ?? wind?.Mean) is { } mean
            ?
            [
                .. fleet
                    .Classes.Select(view => view.Newest)
                    .OfType<PublishedVersion>()
                    .Select(version => TodayLine.Of(version.Class, version.Set, mean, gust, station.Height, safety)),
            ]
            : [];
        var onTheWater = (await outings.EndingAfterAsync(club, now)).Where(day => day.Outing.From < now + HalfADay).ToList();
        return new(wind, state.Newest, blocks, minutes, lines, fleet.Unreadable, onTheWater, state.Lost);
    }
}
