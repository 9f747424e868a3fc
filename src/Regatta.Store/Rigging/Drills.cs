namespace Regatta.Store;

/// <summary>The club's best time of a procedure, and how often it was drilled. No names.</summary>
public sealed record BestDrill(string Procedure, double Seconds, DateOnly DoneOn, int Times);

/// <summary>How long procedures took when they were drilled. Nobody's name is kept.</summary>
public sealed class Drills(Db database, TimeProvider clock)
{
    /// <summary>A form comes out of a phone's outbox no later than this.</summary>
    private static readonly TimeSpan Kept = TimeSpan.FromDays(60);

    /// <summary>Keeps a time: of each day the best, and how often it was drilled. The same key a second time changes nothing.</summary>
    public async Task AddAsync(ClassRef one, Guid key, string procedure, TimeSpan took, DateOnly day)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            """
            delete from drills_sent where club_id = @club and sent_at < @forgotten;
            with sent as (insert into drills_sent (club_id, key, sent_at) values (@club, @key, @now) on conflict do nothing returning key)
            insert into drills (club_id, class_id, procedure, done_on, seconds, times)
              select @club, @classId, @procedure, @day, @seconds, 1 from sent
            on conflict (club_id, class_id, procedure, done_on) do update
              set seconds = least(drills.seconds, excluded.seconds), times = drills.times + 1
            """,
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                procedure,
                seconds = took.TotalSeconds,
                day,
                key,
                now = clock.GetUtcNow(),
                forgotten = clock.GetUtcNow() - Kept,
            }
        );
    }

    /// <summary>The best of each procedure of a class.</summary>
    public async Task<IReadOnlyList<BestDrill>> BestAsync(ClassRef one)
    {
        await using var connection = await database.OpenConnectionAsync();
        return
        [
            .. await connection.QueryAsync<BestDrill>(
                """
                select distinct on (procedure) procedure, seconds, done_on, (sum(times) over (partition by procedure))::int as times
                from drills where club_id = @club and class_id = @classId order by procedure, seconds, done_on
                """,
                new { club = one.Club.Number, classId = one.Number }
            ),
        ];
    }
}
