namespace Regatta.Store;

/// <summary>What the wind station said: a day of seconds, and ten-minute blocks for good.</summary>
public sealed class WindLog(Db database) : IReadWindLog
{
    /// <summary>Adds samples; a second that is there already stays as it is.</summary>
    public async Task AppendAsync(ClubId club, IReadOnlyList<WindSample> samples)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "insert into wind_samples (club_id, at, speed, direction) select @club, "
                + "s.* from unnest(@at, @speed, @direction) as s on conflict do nothing",
            new
            {
                club = club.Number,
                at = samples.Select(sample => sample.At.UtcDateTime).ToArray(),
                speed = samples.Select(sample => sample.Speed.MetresPerSecond).ToArray(),
                direction = samples.Select(sample => sample.From?.Degrees).ToArray(),
            }
        );
    }

    /// <summary>Keeps the summary of a block; one told again after a restart replaces what stood on fewer samples.</summary>
    public async Task KeepAsync(ClubId club, WindSummary block)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            """
            insert into wind_blocks (club_id, from_at, to_at, mean, gust, lull, direction, spread, samples, covered)
            values (@club, @from, @to, @Mean, @Gust, @Lull, @Direction, @Spread, @Samples, @covered)
            on conflict (club_id, from_at) do update
              set to_at = excluded.to_at, mean = excluded.mean, gust = excluded.gust, lull = excluded.lull,
              direction = excluded.direction, spread = excluded.spread, samples = excluded.samples, covered = excluded.covered
            where excluded.samples > wind_blocks.samples
            """,
            new
            {
                club = club.Number,
                from = WindSummary.BlockOf(block.From).UtcDateTime,
                to = block.To.UtcDateTime,
                Mean = block.Mean.MetresPerSecond,
                Gust = block.Gust.MetresPerSecond,
                Lull = block.Lull.MetresPerSecond,
                Direction = block.Direction?.Degrees,
                Spread = block.Spread?.Degrees,
                block.Samples,
                covered = block.Covered.TotalSeconds,
            }
        );
    }

    /// <summary>The blocks from a time on, oldest first.</summary>
    public async Task<IReadOnlyList<WindSummary>> BlocksAsync(ClubId club, DateTimeOffset since, DateTimeOffset until)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. (
                await connection.QueryAsync<BlockRow>(
                    "select from_at, to_at, mean, gust, lull, direction, spread, samples, covered from wind_blocks "
                        + "where club_id = @club and from_at >= @since and from_at < @until order by from_at",
                    new
                    {
                        club = club.Number,
                        since = since.UtcDateTime,
                        until = until.UtcDateTime,
                    }
                )
            ).Select(row => row.ToSummary()),
        ];
    }

    /// <summary>The samples between two times, oldest first.</summary>
    public async Task<IReadOnlyList<WindSample>> SamplesAsync(ClubId club, DateTimeOffset since, DateTimeOffset until)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. (
                await connection.QueryAsync<SampleRow>(
                    "select at, speed, direction from wind_samples where club_id = @club and at >= @since and at <= @until order by at",
                    new
                    {
                        club = club.Number,
                        since = since.UtcDateTime,
                        until = until.UtcDateTime,
                    }
                )
            ).Select(row => new WindSample(row.At, Speed.FromMetresPerSecond(row.Speed), AsAngle(row.Direction))),
        ];
    }

    /// <summary>Forgets the oldest samples from before a time, no more than so many; their blocks stay.</summary>
    public async Task ForgetAsync(ClubId club, DateTimeOffset before, int most)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            "delete from wind_samples where club_id = @club and at in (select at from wind_samples "
                + "where club_id = @club and at < @before order by at limit @most)",
            new
            {
                club = club.Number,
                before = before.UtcDateTime,
                most,
            }
        );
    }

    private static Angle? AsAngle(double? degrees) => degrees is { } known ? Angle.FromDegrees(known) : null;

    private sealed record SampleRow(DateTimeOffset At, double Speed, double? Direction);

    private sealed record BlockRow(
        DateTimeOffset FromAt,
        DateTimeOffset ToAt,
        double Mean,
        double Gust,
        double Lull,
        double? Direction,
        double? Spread,
        int Samples,
        double Covered
    )
    {
        public WindSummary ToSummary() =>
            new(
                FromAt,
                ToAt,
                Speed.FromMetresPerSecond(Mean),
                Speed.FromMetresPerSecond(Gust),
                Speed.FromMetresPerSecond(Lull),
                AsAngle(Direction),
                AsAngle(Spread),
                Samples
            )
            {
                Covered = TimeSpan.FromSeconds(Covered),
            };
    }
}
