using Regatta.Application.Station;
using ZiggyCreatures.Caching.Fusion;

namespace Regatta.Application.Reading;

/// <summary>One class in this wind: the sails it carries where it has a choice, its card, and what a band up or down would
/// change.</summary>
public sealed record TodayLine(ClassDefinition Class, Speed Wind, SailsNow Sails, Card Card, WindBand? GustBand)
{
    /// <summary>More changes than this are a card, not a line.</summary>
    private const int MostMoves = 4;

    /// <summary>The height the class's wind is meant at, in words.</summary>
    public string AtHeight => $"at {NumberText.Plain(Class.WindHeight.Metres, 1)} m";

    public string IfStronger => Joined(Sails.IfStronger, Moves(line => line.IfStronger));

    public string IfLighter => Joined(Sails.IfLighter, Moves(line => line.IfLighter));

    /// <summary>When what the class carries becomes too much, by its usual crew; null where that is far, or not known.</summary>
    public ReefAdvice? Reef { get; private init; }

    /// <summary>What the last minutes and the last hour say of her; none for an asked wind.</summary>
    public IReadOnlyList<string> Advice { get; init; } = [];

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
    public static TodayLine Of(ClassDefinition definition, MatrixSet set, Speed mean, Speed? gust, Length measuredAt)
    {
        Speed Here(Speed wind) => WindProfile.At(wind, measuredAt, definition.WindHeight);
        var planMode = set.LayerIn(set.Bands.At(Here(mean)), null, null);
        var card = Card.For(set[planMode], Here(mean));
        var reached = gust is { } strongest ? set.Bands.At(Here(strongest)) : card.Band;
        var here = Here(mean);
        return new(definition, here, SailsNow.Of(set, card.Band, planMode.Mode), card, reached == card.Band ? null : reached)
        {
            Reef = ReefAdvice.Of(
                ReefPoints.Of(definition, CrewProfile.Unknown),
                planMode.Plan,
                card.Band,
                here,
                gust is { } blows ? Here(blows) : null
            ),
        };
    }

    /// <summary>Other sails come with marks of their own, so those of these sails are not told then.</summary>
    private static string Joined(string sails, string moves) => sails.Length > 0 ? $"carry {sails}" : moves;

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
/// <param name="Lines">The published classes in the wind.</param>
/// <param name="Unreadable">The classes that cannot be shown.</param>
/// <param name="OnTheWater">The days on the water that begin within half a day, or are not over.</param>
/// <param name="Lost">Seconds of wind that could not be kept.</param>
public sealed record TodayBoard(
    WindSummary? Wind,
    WindSample? Newest,
    IReadOnlyList<WindSummary> Past,
    IReadOnlyList<TodayLine> Lines,
    IReadOnlyList<UnreadableClass> Unreadable,
    IReadOnlyList<PlannedOuting> OnTheWater,
    long Lost
);

/// <summary>Makes boards, each once for a club, a wind and a state of station and fleet.</summary>
public sealed class TodayBoards(
    IFusionCache kept,
    ClassCache classes,
    IReadClasses stamps,
    StationStates stations,
    IReadWindLog log,
    IReadOutings outings,
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
        var key = $"today/{club.Number}/{asked?.MetresPerSecond}/{station.Told}/{station.Fresh is not null}/{fleet}";
        return await kept.GetOrSetAsync<TodayBoard>(key, async (_, _) => await MakeAsync(club, station, asked), Options);
    }

    private async Task<TodayBoard> MakeAsync(ClubId club, ClubStation station, Speed? asked)
    {
        var now = clock.GetUtcNow();
        var (state, wind) = (station.State, station.Fresh);
        var until = state.Newest?.At ?? now;
        var blocks = station.Exists ? await log.BlocksAsync(club, until - Past, until + WindSummary.Stretch) : [];
        var fleet = await classes.AllAsync(club);
        // An asked wind has no gusts of its own; they are as much stronger as they are now, or not known.
        var gust = asked is null ? wind?.Gust : null;
        var minutes =
            asked is null && wind is { } fresh
                ? WindMinute.Of(await log.SamplesAsync(club, fresh.To - WindSummary.Stretch, fresh.To.AddSeconds(1)))
                : [];
        IReadOnlyList<TodayLine> lines = (asked ?? wind?.Mean) is { } mean
            ?
            [
                .. fleet
                    .Classes.Select(view => view.Newest)
                    .OfType<PublishedVersion>()
                    .Select(version => TodayLine.Of(version.Class, version.Set, mean, gust, station.Height))
                    .Select(line =>
                        asked is null && wind is { } heard
                            ? line with
                            {
                                Advice = StationAdvice.Of(
                                    line.Class.PlanModes,
                                    line.Class.Bands,
                                    line.Wind,
                                    minutes,
                                    blocks.Select(block => (block.To, block.Mean)),
                                    (heard.To, heard.Mean)
                                ),
                            }
                            : line
                    ),
            ]
            : [];
        var onTheWater = (await outings.EndingAfterAsync(club, now)).Where(day => day.Outing.From < now + HalfADay).ToList();
        return new(wind, state.Newest, blocks, lines, fleet.Unreadable, onTheWater, state.Lost);
    }
}
