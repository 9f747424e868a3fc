namespace Regatta.Store;

/// <summary>A day on the water with its number in the club's records.</summary>
/// <param name="Number">The number.</param>
/// <param name="Outing">The day.</param>
/// <param name="Revision">Another whenever somebody writes it.</param>
public sealed record PlannedOuting(long Number, Outing Outing, long Revision);

/// <summary>A boat of a class that sailed on a day, and how many logs came of it.</summary>
public sealed record BoatOut(string ClassKey, long Number, string Boat, long Logs);

/// <summary>The club's calendar of days on the water.</summary>
public sealed class Outings(Db database) : IReadOutings
{
    private const string Columns = """
        o.id, o.uid, o.kind, o.title, o.venue, o.from_at, o.to_at, o.forecast_from, o.forecast_to, o.forecast_gust, o.notes,
        array(select c.key from outing_classes k join classes c on (c.club_id, c.id) = (k.club_id, k.class_id)
          where (k.club_id, k.outing_id) = (o.club_id, o.id) order by c.name) as classes, o.xmin::text::bigint as revision
        """;

    /// <summary>The days that end after a time, soonest first.</summary>
    public async Task<IReadOnlyList<PlannedOuting>> EndingAfterAsync(ClubId club, DateTimeOffset time)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. (
                await connection.QueryAsync<Row>(
                    $"select {Columns} from outings o where o.club_id = @club and o.to_at > @time order by o.from_at, o.id",
                    new { club = club.Number, time = time.UtcDateTime }
                )
            ).Select(row => row.ToOuting()),
        ];
    }

    /// <summary>One day, or null.</summary>
    public Task<PlannedOuting?> FindAsync(ClubId club, long number) => FindAsync(club, number, "");

    /// <summary>One day, or null, held until the transaction of the caller ends.</summary>
    public Task<PlannedOuting?> LockAsync(ClubId club, long number) => FindAsync(club, number, "for update of o");

    private async Task<PlannedOuting?> FindAsync(ClubId club, long number, string held)
    {
        await using var connection = await database.OpenConnectionAsync();
        return (
            await connection.QuerySingleOrDefaultAsync<Row>(
                $"select {Columns} from outings o where o.club_id = @club and o.id = @number {held}",
                new { club = club.Number, number }
            )
        )?.ToOuting();
    }

    /// <summary>Adds days, or writes those anew whose uid is known; all or none.</summary>
    /// <param name="club">The club.</param>
    /// <param name="outings">The days.</param>
    /// <param name="keepsForecast">Whether a day without a forecast keeps the one it had: calendar files seldom know of one.</param>
    public async Task SaveAsync(ClubId club, IEnumerable<Outing> outings, bool keepsForecast)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        foreach (var outing in outings)
        {
            var id = await connection.ExecuteScalarAsync<long>(
                """
                insert into outings (club_id, uid, kind, title, venue, from_at, to_at, forecast_from, forecast_to, forecast_gust, notes)
                values (@club, @Uid, @kind, @Title, @Venue, @from, @to, @low, @high, @gust, @Notes)
                on conflict (club_id, uid) do update set kind = excluded.kind, title = excluded.title, venue = excluded.venue,
                  from_at = excluded.from_at, to_at = excluded.to_at,
                  forecast_from = case when @keeps then outings.forecast_from else excluded.forecast_from end,
                  forecast_to = case when @keeps then outings.forecast_to else excluded.forecast_to end,
                  forecast_gust = case when @keeps then outings.forecast_gust else excluded.forecast_gust end, notes = excluded.notes
                returning id
                """,
                new
                {
                    club = club.Number,
                    outing.Uid,
                    kind = EnumText.Of(outing.Kind),
                    outing.Title,
                    outing.Venue,
                    from = outing.From.UtcDateTime,
                    to = outing.To.UtcDateTime,
                    low = outing.Forecast?.From.MetresPerSecond,
                    high = outing.Forecast?.To.MetresPerSecond,
                    gust = outing.Forecast?.Gust?.MetresPerSecond,
                    outing.Notes,
                    keeps = keepsForecast && outing.Forecast is null,
                }
            );
            await connection.ExecuteAsync(
                """
                delete from outing_classes where club_id = @club and outing_id = @id;
                insert into outing_classes (club_id, outing_id, class_id) select @club, @id, c.id from classes c where c.club_id = @club
                  and c.key = any(@classes);
                """,
                new
                {
                    club = club.Number,
                    id,
                    classes = outing.Classes.ToArray(),
                }
            );
        }

        await transaction.CommitAsync();
    }

    /// <summary>Removes a day from the calendar; logs and wind stay.</summary>
    public async Task RemoveAsync(ClubId club, long number)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync("delete from outings where club_id = @club and id = @number", new { club = club.Number, number });
    }

    /// <summary>The boats of the day's classes, with how many logs each has in its time. Names no sailor.</summary>
    public async Task<IReadOnlyList<BoatOut>> BoatsAsync(ClubId club, PlannedOuting planned)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. await connection.QueryAsync<BoatOut>(
                """
                select c.key as class_key, b.id as number, b.name as boat, count(l.id) as logs
                from classes c join boats b on (b.club_id, b.class_id) = (c.club_id, c.id)
                  and (b.retired_on is null or b.retired_on > @from::date)
                left join session_logs l on (l.club_id, l.boat_id) = (b.club_id, b.id) and l.removed_at is null
                  and l.sailed_at between @from and @to
                where c.club_id = @club and c.key = any(@classes) group by c.key, c.name, b.id, b.name
                  order by c.name, lower(b.name)
                """,
                new
                {
                    club = club.Number,
                    classes = planned.Outing.Classes.ToArray(),
                    from = planned.Outing.LogWindow.From.UtcDateTime,
                    to = planned.Outing.LogWindow.To.UtcDateTime,
                }
            ),
        ];
    }

    [method: ExplicitConstructor]
    private sealed record Row(
        long Id,
        string Uid,
        string Kind,
        string Title,
        string Venue,
        DateTimeOffset FromAt,
        DateTimeOffset ToAt,
        double? ForecastFrom,
        double? ForecastTo,
        double? ForecastGust,
        string Notes,
        string[] Classes,
        long Revision
    )
    {
        public PlannedOuting ToOuting() =>
            new(
                Id,
                new(
                    Uid,
                    EnumText.Read<OutingKind>(Kind).Value,
                    Title,
                    Venue,
                    FromAt,
                    ToAt,
                    Classes,
                    ForecastFrom is { } from && ForecastTo is { } to ? StoredWind.Of(from, to, ForecastGust) : null,
                    Notes
                ),
                Revision
            );
    }
}
