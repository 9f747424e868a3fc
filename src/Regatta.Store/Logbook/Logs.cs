namespace Regatta.Store;

/// <summary>A log as its sailor sees it; the boat is null when none was named.</summary>
public sealed record OwnLog(long Number, ClassRef Class, string ClassKey, string ClassName, long? Boat, string? BoatName, SessionLog Log);

/// <summary>What came of a log that was sent.</summary>
public enum LogOutcome
{
    /// <summary>It is new.</summary>
    Added,

    /// <summary>It was sent before, saying the same.</summary>
    SentBefore,

    /// <summary>It was sent before, saying something else; it says this now.</summary>
    Corrected,
}

/// <summary>A log that was sent: its number, and what came of it.</summary>
public sealed record LogReceipt(long Number, LogOutcome Outcome);

/// <summary>Which boat the marks of a log were read on.</summary>
/// <param name="Boat">The boat's number; null when none was named.</param>
/// <param name="Measured">The controls whose marks were read by what was measured there; the others were taken at the class's
/// reading.</param>
public sealed record SailedMarks(long? Boat, IReadOnlySet<ControlKey> Measured);

/// <summary>Session logs. Who sailed and how heavy they were is read only for the sailor asking.</summary>
public sealed partial class Logs(Db database, TimeProvider clock) : IReadLogs
{
    /// <summary>What is worked out of a log when it is sent, and not said by its sailor.</summary>
    private const string Derived = "{logged_at,removed_at}";

    private const string MarksJson =
        "(select coalesce(jsonb_agg(to_jsonb(m)), '[]') from log_marks m where (m.club_id, m.log_id) = (l.club_id, l.id))";
    private const string RunsJson =
        "(select coalesce(jsonb_agg(to_jsonb(r) order by r.run), '[]') from runs r where (r.club_id, r.log_id) = (l.club_id, l.id))";
    private const string AsJson = $"to_jsonb(l), {RunsJson}, {MarksJson}";

    /// <summary>Adds a log. The same key from the same sailor a second time changes nothing where it says the same; where it says something
    /// else it is a correction, and what was sent before is kept beside it.</summary>
    /// <param name="one">The class.</param>
    /// <param name="sailor">Who sailed; null without a sailor.</param>
    /// <param name="sailed">Which boat its marks were read on.</param>
    /// <param name="log">The log.</param>
    /// <param name="bases">What the kept sums rest on that it folds itself into; what rests on anything else stays behind.</param>
    public async Task<LogReceipt> AddAsync(
        ClassRef one,
        Guid? sailor,
        SailedMarks sailed,
        SessionLog log,
        IReadOnlyList<EvidenceBasis>? bases = null
    )
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        var (sent, now) = (new SentLog(sailor, sailed, log), clock.GetUtcNow());
        var before = await EvidenceSumsStore.LogRevisionAsync(connection, one) ?? 0;
        if (await sent.InsertAsync(connection, one, now) is { } added)
        {
            await EvidenceSumsStore.FoldAsync(connection, one, added, before, bases ?? []);
            await transaction.CommitAsync();
            return new(added, LogOutcome.Added);
        }

        var number = await connection.ExecuteScalarAsync<long>(
            "select id from session_logs where club_id = @club and class_id = @classId and sailor_id is not distinct from @sailor "
                + "and key = @Key for update",
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                sailor,
                log.Key,
            }
        );
        var keys = new
        {
            club = one.Club.Number,
            number,
            now,
            most = Limits.Corrections,
        };
        await connection.ExecuteAsync(
            $"insert into earlier_logs (club_id, log_id, replaced_at, log, runs, marks) select club_id, id, @now, {AsJson} from "
                + "session_logs l where club_id = @club and id = @number",
            keys
        );
        await sent.UpdateAsync(connection, one, number, now);
        var changed = await connection.ExecuteScalarAsync<bool>(
            $"""
            select (x.log, x.runs, x.values) is distinct from (e.log - '{Derived}'::text[], {Said("e.runs")}, {Values("e.marks")})
              from (select to_jsonb(l) - '{Derived}'::text[] as log, {Said(RunsJson)} as runs, {Values(MarksJson)} as values
                from session_logs l where club_id = @club and id = @number) x,
              (select log, runs, marks from earlier_logs where club_id = @club and log_id = @number order by id desc limit 1) e
            """,
            keys
        );
        if (!changed)
        {
            await transaction.RollbackAsync();
            return new(number, LogOutcome.SentBefore);
        }

        // Between the first and the newest what was said in between is forgotten.
        await connection.ExecuteAsync(
            """
            delete from earlier_logs where club_id = @club and log_id = @number and id in (
              select id from (select id, row_number() over (order by id) as first, row_number() over (order by id desc) as newest
                from earlier_logs where club_id = @club and log_id = @number) e where first > 1 and newest >= @most)
            """,
            keys
        );
        await EvidenceSumsStore.FoldAsync(connection, one, number, before, bases ?? []);
        await transaction.CommitAsync();
        return new(number, LogOutcome.Corrected);
    }

    /// <summary>Adds those of many logs of a sailor's that were not sent before, all of them or none, as fast as the database takes rows.
    /// What is kept of the class's logs stays behind.</summary>
    /// <returns>How many were added.</returns>
    public async Task<int> AddManyAsync(ClassRef one, Guid sailor, IReadOnlyList<SessionLog> logs)
    {
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await EvidenceSumsStore.LogRevisionAsync(connection, one);
        var added = await UnsentAsync(connection, one, sailor, logs);
        await SentLog.CopyAsync(
            connection,
            one,
            added.Select(log => new SentLog(sailor, new(null, log.Runs.SelectMany(run => run.Marks.Keys).ToHashSet()), log)),
            clock.GetUtcNow()
        );
        await transaction.CommitAsync();
        return added.Count;
    }

    /// <summary>How many of some logs a sailor has not sent before, each counted once.</summary>
    public async Task<int> CountUnsentAsync(ClassRef one, Guid sailor, IReadOnlyList<SessionLog> logs)
    {
        await using var connection = await database.OpenConnectionAsync();
        return (await UnsentAsync(connection, one, sailor, logs)).Count;
    }

    private static async Task<IReadOnlyList<SessionLog>> UnsentAsync(
        DbSession connection,
        ClassRef one,
        Guid sailor,
        IReadOnlyList<SessionLog> logs
    )
    {
        var sent = await connection.QueryAsync<Guid>(
            "select key from session_logs where club_id = @club and class_id = @id and sailor_id = @sailor and key = any (@keys)",
            new
            {
                club = one.Club.Number,
                id = one.Number,
                sailor,
                keys = logs.Select(log => log.Key).ToArray(),
            }
        );
        return [.. logs.ExceptBy(sent, log => log.Key)];
    }

    /// <summary>How many logs a sailor has kept in a club since a moment.</summary>
    public async Task<int> CountSinceAsync(ClubId club, Guid sailor, DateTimeOffset since)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<int>(
            "select count(*) from session_logs where club_id = @Number and sailor_id = @sailor and logged_at > @since",
            new
            {
                club.Number,
                sailor,
                since,
            }
        );
    }

    /// <summary>When a log of a sailor's was sailed that was sent under a key; null where none was.</summary>
    public async Task<DateTimeOffset?> SailedAtAsync(ClassRef one, Guid sailor, Guid key)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<DateTimeOffset?>(
            "select sailed_at from session_logs where club_id = @club and class_id = @classId and sailor_id = @sailor and key = @key",
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                sailor,
                key,
            }
        );
    }

    /// <summary>How many runs a class has; counted no further than asked.</summary>
    public async Task<int> CountRunsAsync(ClassRef one, int most)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<int>(
            """
            select count(*) from (select 1 from session_logs l join runs r on (r.club_id, r.log_id) = (l.club_id, l.id)
              where l.club_id = @club and l.class_id = @id and l.removed_at is null limit @most) counted
            """,
            new
            {
                club = one.Club.Number,
                id = one.Number,
                most,
            }
        );
    }

    /// <summary>What the logs of a class tell the fit, oldest first: nobody's name and nobody's mass.</summary>
    public async Task<IReadOnlyList<SessionEvidence>> EvidenceAsync(ClassRef one)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await NamelessLogs.EvidenceAsync(connection, one);
    }

    /// <summary>How many logs a class has.</summary>
    public async Task<int> CountAsync(ClassRef one)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<int>(
            "select count(*) from session_logs where club_id = @club and class_id = @id and removed_at is null",
            new { club = one.Club.Number, id = one.Number }
        );
    }

    /// <summary>Some of the logs of a class for exporting, in the order they came in: nobody's name and nobody's mass, and notes and
    /// times of day only of those who share them.</summary>
    /// <param name="one">The class.</param>
    /// <param name="skip">So many are left out first.</param>
    /// <param name="most">So many at the most.</param>
    public async Task<IReadOnlyList<SessionLog>> PartAsync(ClassRef one, int skip, int most)
    {
        await using var connection = await database.OpenConnectionAsync();
        var shares = (
            await connection.QueryAsync<(long Id, bool Shares)>(
                """
                select l.id, coalesce(p.shares_notes, false) from session_logs l left join people p on p.id = l.sailor_id
                where l.club_id = @club and l.class_id = @classId and l.removed_at is null order by l.id offset @skip limit @most
                """,
                new
                {
                    club = one.Club.Number,
                    classId = one.Number,
                    skip,
                    most,
                }
            )
        ).ToDictionary(row => row.Id, row => row.Shares);
        return
        [
            .. (await NamelessLogs.ReadAsync(connection, one, [.. shares.Keys])).Select(log =>
                shares[log.Number] ? log.Log : log.Log.ForOthers()
            ),
        ];
    }

    /// <summary>The runs a boat was logged with, the newest logs first.</summary>
    /// <param name="one">The class.</param>
    /// <param name="boat">The boat's number.</param>
    /// <param name="most">No more logs than this.</param>
    public async Task<IReadOnlyList<SessionEvidence>> OfBoatAsync(ClassRef one, long boat, int most)
    {
        await using var connection = await database.OpenConnectionAsync();
        var numbers = await connection.QueryAsync<long>(
            "select id from session_logs where club_id = @club and class_id = @classId and boat_id = @boat and removed_at is null "
                + "order by sailed_at desc, id desc limit @most",
            new
            {
                club = one.Club.Number,
                classId = one.Number,
                boat,
                most,
            }
        );
        return await NamelessLogs.EvidenceAsync(connection, one, [.. numbers]);
    }

    /// <summary>One run of a class; null where there is none.</summary>
    public async Task<SessionEvidence?> RunAsync(ClassRef one, long number, int run)
    {
        await using var connection = await database.OpenConnectionAsync();
        return (await NamelessLogs.EvidenceAsync(connection, one, [number])).FirstOrDefault(found => found.Run == run);
    }

    /// <summary>The marks of a list of them, each by its run and control.</summary>
    private static string Values(string marks) =>
        $"(select jsonb_object_agg((v->>'run') || ' ' || (v->>'control'), v->'mark') from jsonb_array_elements({marks}) v)";

    /// <summary>What runs say, without what was worked out of them.</summary>
    private static string Said(string runs) => $"(select jsonb_agg(v - 'wind_factor') from jsonb_array_elements({runs}) v)";
}
