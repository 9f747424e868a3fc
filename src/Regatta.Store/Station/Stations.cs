namespace Regatta.Store;

/// <summary>A club's wind station: where it answers, and how it measures.</summary>
/// <param name="Club">Whose it is.</param>
/// <param name="Host">Its address.</param>
/// <param name="Port">Its port.</param>
/// <param name="Height">How high above the water it measures.</param>
/// <param name="ByItsClock">Whether its own time counts; otherwise the time of arrival does.</param>
public sealed record WindStation(ClubId Club, string Host, int Port, Length Height, bool ByItsClock);

/// <summary>The stations of the clubs, and who reads them: one instance at a time, by a lease.</summary>
public sealed class Stations(Db database)
{
    /// <summary>A lease that is not renewed for so long is free.</summary>
    public static readonly TimeSpan Lease = TimeSpan.FromSeconds(15);

    private const string Channel = "wind_told";

    /// <summary>Says where a club's station is; null where it has none any more.</summary>
    public async Task SetAsync(ClubId club, WindStation? station)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            station is null
                ? "delete from stations where club_id = @club"
                : """
                insert into stations (club_id, host, port, height, by_its_clock) values (@club, @Host, @Port, @height, @ByItsClock)
                on conflict (club_id) do update set host = excluded.host, port = excluded.port, height = excluded.height,
                  by_its_clock = excluded.by_its_clock
                """,
            new
            {
                club = club.Number,
                station?.Host,
                Port = station?.Port ?? 0,
                height = station?.Height.Metres ?? 0,
                ByItsClock = station?.ByItsClock ?? false,
            }
        );
    }

    /// <summary>All stations of the installation.</summary>
    public async Task<IReadOnlyList<WindStation>> AllAsync()
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. (await connection.QueryAsync<Row>("select club_id, host, port, height, by_its_clock from stations order by club_id")).Select(
                row => row.ToStation()
            ),
        ];
    }

    /// <summary>Takes or renews the lease of a club's station. Times are the database's own, so that instances need not agree on
    /// theirs.</summary>
    /// <returns>Whether it is held now by <paramref name="holder"/>.</returns>
    public async Task<bool> HoldAsync(ClubId club, Guid holder)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync(
                """
                update stations set held_by = @holder, held_until = clock_timestamp() + @lease
                where club_id = @Number and (held_by is null or held_by = @holder or held_until < clock_timestamp())
                """,
                new
                {
                    club.Number,
                    holder,
                    lease = Lease,
                }
            ) == 1;
    }

    /// <summary>Gives a lease up, so that another instance need not wait for it to run out.</summary>
    public async Task ReleaseAsync(ClubId club, Guid holder)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "update stations set held_by = null, held_until = null where club_id = @Number and held_by = @holder",
            new { club.Number, holder }
        );
    }

    /// <summary>Tells all instances the newest state of a station, if the teller holds its lease.</summary>
    public async Task TellAsync(ClubId club, Guid holder, string state)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            $"""
            with told as (update stations set state = @state::jsonb where club_id = @Number and held_by = @holder returning club_id)
            select pg_notify('{Channel}', club_id::text) from told
            """,
            new
            {
                club.Number,
                holder,
                state,
            }
        );
    }

    /// <summary>The newest state told of a station; null when none was.</summary>
    public async Task<string?> ToldAsync(ClubId club)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<string?>("select state from stations where club_id = @Number", club);
    }

    /// <summary>Listens for new states until cancelled.</summary>
    /// <exception cref="NpgsqlException">The database went away.</exception>
    public Task ListenAsync(Action<ClubId> told, CancellationToken until) =>
        database.ListenAsync(
            Channel,
            () => { },
            news => told(new(long.Parse(news, System.Globalization.CultureInfo.InvariantCulture))),
            until
        );

    private sealed record Row(long ClubId, string Host, int Port, double Height, bool ByItsClock)
    {
        public WindStation ToStation() => new(new(ClubId), Host, Port, Length.FromMetres(Height), ByItsClock);
    }
}
