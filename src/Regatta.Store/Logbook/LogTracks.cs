namespace Regatta.Store;

/// <summary>What tracks said of a sailor's own logs; where the boat was is not kept.</summary>
public sealed class LogTracks(Db database) : IReadLogTracks
{
    /// <summary>Keeps what a track said of a sailor's own log; one told again replaces the first.</summary>
    /// <returns>Whether there was such a log of theirs.</returns>
    public async Task<bool> KeepAsync(ClubId club, Guid sailor, long number, Angle windFrom, TrackSummary track)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        var of = await connection.ExecuteScalarAsync<long?>(
            """
            with kept as (
                insert into log_tracks (club_id, log_id, wind_from, metres, mean, best, best_noise, legs, upwind_angle,
                  tack_angle, upwind_vmg)
                select club_id, id, @wind, @Metres, @mean, @best, @noise, @Legs, @angle, @tack, @vmg from session_logs where club_id = @club
                  and id = @number and sailor_id = @sailor
                on conflict (club_id, log_id) do update set wind_from = excluded.wind_from, metres = excluded.metres, mean = excluded.mean,
                  best = excluded.best, best_noise = excluded.best_noise, legs = excluded.legs,
                  upwind_angle = excluded.upwind_angle, tack_angle = excluded.tack_angle, upwind_vmg = excluded.upwind_vmg
                returning club_id, log_id)
            select class_id from session_logs l join kept k on (k.club_id, k.log_id) = (l.club_id, l.id)
            """,
            new
            {
                club = club.Number,
                sailor,
                number,
                wind = windFrom.Degrees,
                track.Metres,
                mean = track.Mean.MetresPerSecond,
                best = track.Best.MetresPerSecond,
                noise = track.BestNoise?.MetresPerSecond,
                track.Legs,
                angle = track.UpwindAngle?.Degrees,
                tack = track.TackAngle?.Degrees,
                vmg = track.UpwindVmg?.MetresPerSecond,
            }
        );
        if (
            of is { } classNumber
            && new ClassRef(club, classNumber) is var one
            && await EvidenceSumsStore.LogRevisionAsync(connection, one) is { } revision
        )
        {
            await EvidenceSumsStore.TellAsync(connection, one, revision);
        }

        await transaction.CommitAsync();
        return of is not null;
    }

    /// <summary>What a track said of a log; null when none was kept.</summary>
    public async Task<(Angle WindFrom, TrackSummary Track)?> FindAsync(ClubId club, long number)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
            await connection.QuerySingleOrDefaultAsync<TrackRow>(
                "select wind_from, metres, mean, best, best_noise, legs, upwind_angle, tack_angle, "
                    + "upwind_vmg from log_tracks where club_id = @club and log_id = @number",
                new { club = club.Number, number }
            )
                is { } row
            ? (
                Angle.FromDegrees(row.WindFrom),
                new(
                    row.Metres,
                    Speed.FromMetresPerSecond(row.Mean),
                    Speed.FromMetresPerSecond(row.Best),
                    row.BestNoise is { } noise ? Speed.FromMetresPerSecond(noise) : null,
                    row.Legs,
                    row.UpwindAngle is { } angle ? Angle.FromDegrees(angle) : null,
                    row.TackAngle is { } tack ? Angle.FromDegrees(tack) : null,
                    row.UpwindVmg is { } vmg ? Speed.FromMetresPerSecond(vmg) : null
                )
            )
            : null;
    }

    private sealed record TrackRow(
        double WindFrom,
        double Metres,
        double Mean,
        double Best,
        double? BestNoise,
        int Legs,
        double? UpwindAngle,
        double? TackAngle,
        double? UpwindVmg
    );
}
